package rules_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"vicis/core/rules"
)

// tests lists the tests of a room.
func tests(t *testing.T, room string) map[string]bool {
	t.Helper()
	found := map[string]bool{}
	err := filepath.WalkDir(filepath.Join("..", room), func(path string, d fs.DirEntry, err error) error {
		if err != nil || !strings.HasSuffix(path, "_test.go") {
			return err
		}
		f, err := parser.ParseFile(token.NewFileSet(), path, nil, 0)
		if err != nil {
			return err
		}
		for _, d := range f.Decls {
			if f, ok := d.(*ast.FuncDecl); ok && f.Recv == nil && strings.HasPrefix(f.Name.Name, "Test") {
				found[f.Name.Name] = true
			}
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	return found
}

// Every rule says what it is, where it comes from and what it is held against; the test that does it is there.
func TestNoRuleIsWithoutACheck(t *testing.T) {
	seen := map[rules.ID]bool{}
	rooms := map[string]map[string]bool{}
	said := map[string]bool{}
	topic := 0
	for _, r := range rules.Book() {
		if seen[r.ID] || said[r.Says] || r.ID == "" || strings.ContainsAny(string(r.ID), " /#?") ||
			!strings.HasSuffix(r.Says, ".") {
			t.Errorf("%q: %q", r.ID, r.Says)
		}
		seen[r.ID], said[r.Says] = true, true
		at := slices.Index(rules.Topics, r.Topic)
		if at < topic {
			t.Errorf("%s: the topic %q is not in its order", r.ID, r.Topic)
		}
		topic = max(topic, at)
		switch r.From {
		case rules.Published, rules.Memory, rules.Judgement:
			if r.Source == "" {
				t.Errorf("%s: %s, and which is not said", r.ID, r.From)
			}
		case rules.Geometry, rules.Logic:
			if r.Source != "" {
				t.Errorf("%s: follows from %s, and yet from %q", r.ID, r.From, r.Source)
			}
		case rules.Practice:
		default:
			t.Errorf("%s comes from %q", r.ID, r.From)
		}
		if len(r.Checks) == 0 {
			t.Errorf("%s has no check", r.ID)
		}
		for _, c := range r.Checks {
			if rooms[c.Room] == nil {
				rooms[c.Room] = tests(t, c.Room)
			}
			if !rooms[c.Room][c.Test] || c.Against == "" {
				t.Errorf("%s: %s in core/%s, against %q, is not there", r.ID, c.Test, c.Room, c.Against)
			}
		}
		if got, ok := rules.Find(r.ID); !ok || got.Says != r.Says || rules.Of(r.ID, "More.").Says != r.Says+" More." {
			t.Errorf("%s is not found", r.ID)
		}
	}
	for _, topic := range rules.Topics {
		if !slices.ContainsFunc(rules.Book(), func(r rules.Rule) bool { return r.Topic == topic }) {
			t.Errorf("no rule is about %s", topic)
		}
	}
}

// Every rule is named somewhere in the core.
func TestEveryRuleIsNamed(t *testing.T) {
	constants := map[string]rules.ID{}
	f, err := parser.ParseFile(token.NewFileSet(), "book.go", nil, 0)
	if err != nil {
		t.Fatal(err)
	}
	ast.Inspect(f, func(n ast.Node) bool {
		if v, ok := n.(*ast.ValueSpec); ok && len(v.Values) == 1 {
			if text, ok := v.Values[0].(*ast.BasicLit); ok {
				constants[v.Names[0].Name] = rules.ID(strings.Trim(text.Value, `"`))
			}
		}
		return true
	})
	named := map[rules.ID]bool{}
	err = filepath.WalkDir("..", func(path string, d fs.DirEntry, err error) error {
		if err != nil || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") ||
			filepath.Dir(path) == filepath.Join("..", "rules") {
			return err
		}
		f, err := parser.ParseFile(token.NewFileSet(), path, nil, 0)
		if err != nil {
			return err
		}
		ast.Inspect(f, func(n ast.Node) bool {
			if s, ok := n.(*ast.SelectorExpr); ok {
				if room, ok := s.X.(*ast.Ident); ok && room.Name == "rules" {
					named[constants[s.Sel.Name]] = true
				}
			}
			return true
		})
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	for _, r := range rules.Book() {
		if !named[r.ID] {
			t.Errorf("%s is named nowhere", r.ID)
		}
	}
}

func TestTheBookOnPaperIsThisOne(t *testing.T) {
	text, err := os.ReadFile(filepath.Join("..", "..", "docs", "rules.md"))
	if err != nil {
		t.Fatal(err)
	}
	if string(text) != rules.Markdown() {
		t.Error("docs/rules.md is stale: run make contract")
	}
}
