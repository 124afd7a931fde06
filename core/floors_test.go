// Package core_test keeps the floors of the house: a room imports only rooms below it, and nothing from outside.
package core_test

import (
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
)

var floors = [][]string{
	{"measure", "problem", "naming"},
	{"words", "gauge"},
	{"cloth", "piece"},
	{"making"},
	{"quilt"},
	{"pressing"},
	{"demand"},
	{"cutting", "batching", "trimming"},
	{"document"},
	{"work"},
	{"tally", "drawn", "needle"},
	{"sheet", "advice"},
	{"ask"},
	{"plan"},
	{"starter", "library"},
}

// pure is what the core may use of the standard library: no clock, no files, no network, no randomness.
var pure = map[string]bool{
	"bytes": true, "cmp": true, "embed": true, "path": true, "encoding/binary": true, "hash/fnv": true,
	"encoding/csv": true, "encoding/json": true, "errors": true, "fmt": true, "io": true, "maps": true,
	"math": true, "math/big": true,
	"math/bits": true, "reflect": true, "regexp": true, "slices": true, "sort": true, "strconv": true, "strings": true,
	"unicode": true, "unicode/utf8": true,
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
