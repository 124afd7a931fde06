// Package core_test keeps the floors of the house: a room imports only rooms below it, and nothing from outside.
package core_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
)

var floors = [][]string{
	{"measure", "problem", "naming", "rules", "school", "strict"},
	{"words", "gauge", "pace", "dealing", "fewest", "sharing"},
	{"cloth", "piece"},
	{"making"},
	{"straight", "triangle", "recut"},
	{"quilt"},
	{"pressing"},
	{"demand"},
	{"cutting", "batching", "trimming"},
	{"document"},
	{"decided"},
	{"laying"},
	{"dealt"},
	{"work"},
	{"record", "drawn", "needle"},
	{"stock"},
	{"net"},
	{"tally"},
	{"times"},
	{"iron", "ruler", "prints", "leftover", "advice", "order"},
	{"mat"},
	{"machine"},
	{"ask"},
	{"askpress", "askcloth", "onward"},
	{"askunits"},
	{"plan", "instructions"},
	{"starter", "library"},
}

// pure is what the core may use of the standard library: no clock, no files, no network, no randomness. Of time only
// how it is written.
var pure = map[string]bool{
	"bytes": true, "cmp": true, "iter": true, "embed": true, "path": true, "encoding/binary": true, "hash/fnv": true,
	"encoding": true, "encoding/csv": true, "encoding/json": true, "errors": true, "fmt": true, "io": true, "maps": true,
	"math": true, "math/big": true,
	"math/bits": true, "reflect": true, "regexp": true, "slices": true, "sort": true, "strconv": true, "strings": true,
	"time": true, "unicode": true, "unicode/utf8": true,
}

func TestRoomsImportOnlyRoomsBelow(t *testing.T) {
	floor := map[string]int{}
	for i, rooms := range floors {
		for _, r := range rooms {
			floor[r] = i
		}
	}
	files := 0
	err := filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		files++
		room := filepath.Dir(path)
		here, known := floor[room]
		if !known {
			t.Errorf("%s: the room %q stands on no floor", path, room)
		}
		f, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.ImportsOnly)
		if err != nil {
			return err
		}
		for _, imp := range f.Imports {
			name, err := strconv.Unquote(imp.Path.Value)
			if err != nil {
				return err
			}
			below, isRoom := strings.CutPrefix(name, "vicis/core/")
			switch {
			case isRoom:
				if there, ok := floor[below]; !ok || there >= here {
					t.Errorf("%s imports %s, which is not below it", path, name)
				}
			case room == "dealing" && name == "math/rand/v2": // seeded: see the test below
			case !pure[name]:
				t.Errorf("%s imports %s, which the core does without", path, name)
			}
		}
		return nil
	})
	if err != nil || files < 20 {
		t.Fatalf("%d files read, %v", files, err)
	}
}

// What has passed is read from what was told, never from a clock; and nothing waits.
func TestTheCoreHasNoClock(t *testing.T) {
	told := map[string]bool{
		"Parse": true, "RFC3339": true, "RFC3339Nano": true, "Time": true, "Duration": true, "Second": true, "Minute": true,
		"Hour": true, "UTC": true,
		"Unix": true, "FixedZone": true, "DateOnly": true,
	}
	sources(t, "", 100, func(path string, at func(ast.Node) token.Position, n ast.Node) {
		sel, ok := n.(*ast.SelectorExpr)
		if !ok || strings.HasPrefix(path, "..") {
			return
		}
		if room, ok := sel.X.(*ast.Ident); ok && room.Name == "time" && !told[sel.Sel.Name] {
			t.Errorf("%s: time.%s", at(sel), sel.Sel.Name)
		}
	})
}

// The same deal with the same seed is dealt alike: chance comes from a seed and from nowhere else.
func TestTheCoreIsSeeded(t *testing.T) {
	sources(t, "", 100, func(path string, at func(ast.Node) token.Position, n ast.Node) {
		sel, ok := n.(*ast.SelectorExpr)
		if !ok || strings.HasPrefix(path, "..") {
			return
		}
		if room, ok := sel.X.(*ast.Ident); ok && room.Name == "rand" && sel.Sel.Name != "New" && sel.Sel.Name != "NewPCG" &&
			sel.Sel.Name != "Rand" {
			t.Errorf("%s: rand.%s", at(sel), sel.Sel.Name)
		}
	})
}
