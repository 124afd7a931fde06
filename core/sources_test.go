package core_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"strings"
	"testing"
)

// sources looks at every node of the program's own Go files, tests and one room left out; there are
// at least so many.
func sources(
	t *testing.T, without string, least int, look func(path string, at func(ast.Node) token.Position, n ast.Node),
) {
	t.Helper()
	files := 0
	for _, root := range []string{".", "../api", "../store", "../demo", "../cmd"} {
		err := filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
			if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") ||
				strings.HasPrefix(path, without+"/") {
				return err
			}
			files++
			set := token.NewFileSet()
			f, err := parser.ParseFile(set, path, nil, 0)
			if err != nil {
				return err
			}
			at := func(n ast.Node) token.Position { return set.Position(n.Pos()) }
			ast.Inspect(f, func(n ast.Node) bool {
				look(path, at, n)
				return true
			})
			return nil
		})
		if err != nil {
			t.Fatal(err)
		}
	}
	if files < least {
		t.Errorf("looked at %d files", files)
	}
}
