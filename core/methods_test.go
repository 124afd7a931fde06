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

// Outside core/making nobody asks which method a unit is made by: no type of a method is asserted, and what it calls
// itself is compared with nothing. A method states what others need to know, and so another one is one more file.
func TestNobodyAsksWhichMethodItIs(t *testing.T) {
	files := 0
	for _, root := range []string{".", "../api", "../store", "../demo", "../cmd"} {
		err := filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
			if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") ||
				strings.HasPrefix(path, "making") {
				return err
			}
			files++
			set := token.NewFileSet()
			f, err := parser.ParseFile(set, path, nil, 0)
			if err != nil {
				return err
			}
			isMethod := func(n ast.Expr) bool {
				star, ok := n.(*ast.StarExpr)
				if !ok {
					return false
				}
				sel, ok := star.X.(*ast.SelectorExpr)
				room, is := (*ast.Ident)(nil), false
				if ok {
					room, is = sel.X.(*ast.Ident)
				}
				return is && room.Name == "making"
			}
			ast.Inspect(f, func(n ast.Node) bool {
				switch n := n.(type) {
				case *ast.TypeAssertExpr:
					if n.Type != nil && isMethod(n.Type) {
						t.Errorf("%s: asks which method it is", set.Position(n.Pos()))
					}
				case *ast.CaseClause:
					for _, e := range n.List {
						if isMethod(e) {
							t.Errorf("%s: asks which method it is", set.Position(n.Pos()))
						}
					}
				case *ast.BinaryExpr:
					for _, side := range []ast.Expr{n.X, n.Y} {
						if call, ok := side.(*ast.CallExpr); ok {
							side = call.Fun
						}
						if sel, ok := side.(*ast.SelectorExpr); ok &&
							(sel.Sel.Name == "Sort" || sel.Sel.Name == "By") &&
							(n.Op == token.EQL || n.Op == token.NEQ) {
							t.Errorf("%s: compares what a method calls itself", set.Position(n.Pos()))
						}
					}
				}
				return true
			})
			return nil
		})
		if err != nil {
			t.Fatal(err)
		}
	}
	if files < 90 {
		t.Errorf("looked at %d files", files)
	}
}
