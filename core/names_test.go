package core_test

import (
	"go/ast"
	"go/token"
	"strings"
	"testing"
)

// Names are joined and taken apart in core/naming and nowhere else: outside it no text with a separator is added to a
// name, no name is made of text that was put together, and none is cut.
func TestNobodyElseJoinsOrCutsNames(t *testing.T) {
	kinds := map[string]bool{"Unit": true, "Step": true, "Seam": true, "Crossing": true, "Border": true}
	sources(t, "naming", 100, func(path string, at func(ast.Node) token.Position, n ast.Node) {
		switch n := n.(type) {
		case *ast.CallExpr: // naming.Step(x) of anything but a plain value
			sel, ok := n.Fun.(*ast.SelectorExpr)
			if !ok {
				return
			}
			room, ok := sel.X.(*ast.Ident)
			if ok && room.Name == "naming" && kinds[sel.Sel.Name] {
				t.Errorf("%s: makes a name of text", at(n))
			}
			if ok && room.Name == "strings" && len(n.Args) > 1 {
				if lit, is := n.Args[1].(*ast.BasicLit); is && strings.Trim(lit.Value, `"/:@#`) == "" &&
					len(lit.Value) == 3 {
					switch {
					case path == "measure/read.go" || path == "measure/print.go": // fractions
					case lit.Value == `"#"` && strings.HasPrefix(path, "cloth/"): // colours
					default:
						t.Errorf("%s: takes text apart at %s", at(n), lit.Value)
					}
				}
			}
		case *ast.BinaryExpr: // x + "/" + y, where it is no JSON pointer
			if lit, ok := n.Y.(*ast.BasicLit); ok && n.Op == token.ADD &&
				(lit.Value == `":"` || lit.Value == `"@"` || lit.Value == `"#"`) {
				t.Errorf("%s: joins text with %s", at(n), lit.Value)
			}
		}
	})
}

// A type is called by a name of the trade that tells it apart: no two rooms have one of the same name. What a room
// plans is its Plan, and core/naming has the names of what others hold.
func TestTypesAreToldApart(t *testing.T) {
	rooms := map[string]string{}
	sources(t, "naming", 100, func(path string, at func(ast.Node) token.Position, n ast.Node) {
		spec, ok := n.(*ast.TypeSpec)
		room := inside(path)
		if !ok || room == "" || spec.Name.Name == "Plan" {
			return
		}
		if other := rooms[spec.Name.Name]; other != "" && other != room && at(spec).Column <= 6 {
			t.Errorf("%s: %s has a type %s too", at(spec), other, spec.Name.Name)
		}
		if at(spec).Column <= 6 {
			rooms[spec.Name.Name] = room
		}
	})
}
