# Two commands do everything on a fresh machine with Go 1.26 and Node 20: make demo, make test.
SHELL := bash
.ONESHELL:
.SHELLFLAGS := -euo pipefail -c
MAKEFLAGS += --no-print-directory

# One set of flags everywhere: different flags would rebuild everything.
export CGO_ENABLED := 0
GO_BUILD := go build -trimpath
WEB_SOURCES := $(shell find web/src web/public -type f 2>/dev/null) web/index.html web/vite.config.ts web/package.json
GO_SOURCES := $(shell find core api store demo cmd web/embed.go -name '*.go' -o -name '*.sql' | grep -v _test.go) $(shell find core/library/blocks -name '*.json')

.PHONY: demo test lint test-go test-race test-web build contract bench soak fuzz hands same screenshots clean

demo: build ## Build, and serve made-up quilts on 127.0.0.1
	exec bin/vicis demo

test: lint build test-go test-race test-web ## Everything that must pass

build: bin/vicis

bin/vicis: $(GO_SOURCES) go.mod web/dist/index.html
	$(GO_BUILD) -o $@ ./cmd/vicis

web/node_modules/.package-lock.json: web/package.json web/package-lock.json
	cd web
	npm ci --no-audit --no-fund
	touch node_modules/.package-lock.json

web/dist/index.html: $(WEB_SOURCES) web/node_modules/.package-lock.json
	cd web
	rm -rf dist/assets
	npx --no-install vite build
	touch dist/index.html

contract: web/node_modules/.package-lock.json ## Make the contract and the web's types from the Go types
	$(GO_BUILD) -o bin/vicis ./cmd/vicis
	bin/vicis contract > api/openapi.json
	bin/vicis contract --format > docs/format.schema.json
	bin/vicis contract --sheet > docs/sheet.schema.json
	bin/vicis contract --rules > docs/rules.md
	cd web && npm run types

lint: web/node_modules/.package-lock.json
	go vet ./...
	go tool staticcheck ./...
	test -z "$$(go tool gofumpt -l $(filter %.go,$(GO_SOURCES)) $$(git ls-files '*_test.go') | tee /dev/stderr)" || { echo "run: go tool gofumpt -w FILE"; exit 1; }
	cd web
	npx --no-install biome ci .
	npx --no-install tsc --noEmit
	cp src/api/schema.gen.ts /tmp/vicis-schema.gen.ts
	npm run -s types >/dev/null
	cmp src/api/schema.gen.ts /tmp/vicis-schema.gen.ts || { echo "the web's types are stale: run make contract"; exit 1; }

test-go: web/node_modules/.package-lock.json
	scripts/need units=units glpsol=glpk-utils z3=z3 py:shapely=python3-shapely py:jsonschema=python3-jsonschema
	go test ./...
	go test -run '^$$' -bench . -benchtime 1x ./... # every benchmark still runs

test-race:
	if command -v gcc >/dev/null; then CGO_ENABLED=1 go test -race ./core/record ./core/tally ./store; CGO_ENABLED=1 go test -race -run WhileOneCounts ./api; else echo "no gcc: the race detector is left out"; fi

test-web: bin/vicis web/node_modules/.package-lock.json
	scripts/need chromium=chromium
	cd web
	node size.mjs
	npx --no-install vitest run
	npx --no-install playwright test

bench: ## What is promised beside what is measured, in one table; then every other benchmark: ratios matter, not times
	scripts/figures
	go test -run '^$$' -bench . -benchtime 300ms ./...

soak: bin/vicis ## Kills, full disks, damage and load, twenty times as long as in make test; VICIS_SEED=N begins with other seeds
	VICIS_SOAK=20 go test -timeout 90m -run 'Kill|FullDisk|Damaged|ManyAtOnce|Shelf|Restor|Worst|LongTexts' ./cmd/... ./store ./core/cutting ./core/plan

fuzz: ## A minute of fuzzing for each parser
	go test -run '^$$' -fuzz FuzzPrintAndParseAreInverse -fuzztime 30s ./core/measure
	go test -run '^$$' -fuzz FuzzParseNeverPanics -fuzztime 30s ./core/measure
	go test -run '^$$' -fuzz FuzzParseAndNameAreInverse -fuzztime 30s ./core/naming
	go test -run '^$$' -fuzz FuzzReadNeverPanics -fuzztime 60s ./core/document
	go test -run '^$$' -fuzz FuzzPlan -fuzztime 60s ./core/plan
	go test -run '^$$' -fuzz FuzzChangedBlock -fuzztime 60s ./core/plan
	go test -run '^$$' -fuzz FuzzReadATable -fuzztime 60s ./core/record
	go test -run '^$$' -fuzz FuzzHistory -fuzztime 60s ./core/stock

hands: ## A second pair of hands sews every block in three settings, and all made-up quilts, from their sheets
	scripts/need py:shapely=python3-shapely py:jsonschema=python3-jsonschema
	VICIS_HANDS=1 go test ./internal/hands -v -timeout 60m

same: bin/vicis ## Ask this build and another (OLD=its binary) the same of every kind of document; what differs is named
	folder=$$(mktemp -d)
	mkdir $$folder/documents
	VICIS_DOCUMENTS=$$folder/documents go test ./core/plan -run TestDocumentsAreWritten
	scripts/same ask $(OLD) $$folder/documents $$folder/old
	scripts/same ask bin/vicis $$folder/documents $$folder/new
	scripts/same compare $$folder/old $$folder/new

screenshots: bin/vicis
	scripts/need chromium=chromium
	cd web && node screenshots.mjs

clean:
	rm -rf bin web/dist/assets web/dist/index.html web/node_modules data
