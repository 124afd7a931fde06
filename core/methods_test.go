package core_test

import (
	"go/ast"
	"go/token"
	"testing"
)

// Outside of its room nobody asks which method a unit is made by: no type of a method is asserted, and what it calls
// itself is compared with nothing. A method states what others need to know, and so another one is one more file.
func TestNobodyAsksWhichMethodItIs(t *testing.T) {
	methods := map[string]bool{"making": true, "straight": true, "triangle": true, "recut": true}
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
		return is && methods[room.Name]
	}
	sources(t, "making", 90, func(_ string, at func(ast.Node) token.Position, n ast.Node) {
		switch n := n.(type) {
		case *ast.TypeAssertExpr:
			if n.Type != nil && isMethod(n.Type) {
				t.Errorf("%s: asks which method it is", at(n))
			}
		case *ast.CaseClause:
			for _, e := range n.List {
				if isMethod(e) {
					t.Errorf("%s: asks which method it is", at(n))
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
					t.Errorf("%s: compares what a method calls itself", at(n))
				}
			}
		}
	})
}
