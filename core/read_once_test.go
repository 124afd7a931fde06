package core_test

import (
	"go/ast"
	"go/token"
	"path/filepath"
	"testing"
)

// A document is read once. Who writes or opens documents, and the entrances of work and plan, may name one; everybody
// below takes what was decided.
func TestADocumentIsReadOnce(t *testing.T) {
	opens := map[string]bool{
		"document": true, "decided": true, "ask": true, "askpress": true, "askcloth": true,
		"askunits": true, "onward": true, "starter": true, "library": true, "plan": true,
	}
	entrances := map[string]bool{"work/work.go": true}
	sources(t, "", 100, func(path string, at func(ast.Node) token.Position, n ast.Node) {
		sel, ok := n.(*ast.SelectorExpr)
		if !ok || inside(path) == "" || opens[inside(path)] || entrances[path] {
			return
		}
		if room, ok := sel.X.(*ast.Ident); ok && room.Name == "document" && sel.Sel.Name == "Document" {
			t.Errorf("%s: names a document", at(sel))
		}
	})
}

// A length that was written is read where it comes in: by what holds it in a document, by whoever answers what was
// typed, and from events.
func TestALengthIsReadOnce(t *testing.T) {
	reads := map[string]bool{
		// what was typed with a question
		"measure": true, "document": true, "starter": true, "ask": true, "askpress": true, "askcloth": true, "askunits": true,
		"onward":            true,
		"making/breadth.go": true, "cloth/supply.go": true, "cloth/packs.go": true, // a holding of the shelf comes by itself
		"tally/gauged.go": true, "record/event.go": true, "work/steps.go": true, // of events
	}
	sources(t, "", 100, func(path string, at func(ast.Node) token.Position, n ast.Node) {
		sel, ok := n.(*ast.SelectorExpr)
		if !ok || inside(path) == "" || reads[inside(path)] || reads[path] {
			return
		}
		if room, ok := sel.X.(*ast.Ident); ok && room.Name == "measure" &&
			(sel.Sel.Name == "Parse" || sel.Sel.Name == "Typed") {
			t.Errorf("%s: reads a length again", at(sel))
		}
	})
}

// A school is compared with what it can be, never with a text.
func TestSchoolsAreNoTexts(t *testing.T) {
	chosen := func(n ast.Expr) bool {
		sel, ok := n.(*ast.SelectorExpr)
		if !ok {
			return false
		}
		of, ok := sel.X.(*ast.SelectorExpr)
		return ok && (of.Sel.Name == "Schools" || of.Sel.Name == "Settings")
	}
	text := func(n ast.Expr) bool { lit, ok := n.(*ast.BasicLit); return ok && lit.Kind == token.STRING }
	sources(t, "", 100, func(path string, at func(ast.Node) token.Position, n ast.Node) {
		switch n := n.(type) {
		case *ast.BinaryExpr:
			if chosen(n.X) && text(n.Y) || chosen(n.Y) && text(n.X) {
				t.Errorf("%s: compares a school with a text", at(n))
			}
		case *ast.SwitchStmt:
			if n.Tag == nil || !chosen(n.Tag) {
				return
			}
			for _, c := range n.Body.List {
				for _, e := range c.(*ast.CaseClause).List {
					if text(e) {
						t.Errorf("%s: compares a school with a text", at(e))
					}
				}
			}
		}
	})
}

// inside is the room of the core that a file is in; empty where it is outside.
func inside(path string) string {
	if room := filepath.Dir(path); room != "." && room[0] != '.' {
		return room
	}
	return ""
}
