package core_test

import (
	"bytes"
	"go/ast"
	"go/importer"
	"go/parser"
	"go/token"
	"go/types"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"
	"unicode/utf8"
)

// How large things may grow: lines of a room, files of a room that know each other in a ring, lines of a function, characters of a
// line.
const (
	mostOfRoom     = 2_300
	mostInRing     = 4
	mostOfFunction = 60
	mostOfLine     = 120
)

// tales are functions that may be longer: a method's one tale from cloth to unit, and the exact searches, whose state would only be
// carried about.
var tales = map[string]int{
	"pressing.packing": 81, "demand.solve": 80, "fewest.relax": 63, "cutting.choose": 66, "cutting.fromYardage": 73,
	"cutting.fromEnds": 64,
}

// longer are functions that are longer still, and by how much: they may become shorter, and no other may join them.
var longer = map[string]int{
	"triangle.flips": 64, "straight.line": 62, "record.Read": 76,
	"tally.seam":  70,
	"drawn.marks": 67, "askunits.Resize": 72, "iron.sides": 68, "askunits.movesOf": 78,
	"needle.layings": 76, "dealt.block": 73, "tally.printed": 71,
	"decided.twoWays": 70, "recut.Closings": 69, "making.asMeasured": 69, "drawn.borderMarks": 69, "quilt.Check": 67,
	"machine.sewn": 67, "laying.straight": 66, "instructions.Text": 66, "quilt.Triangles": 65,
	"making.FallsOut": 65, "askunits.PartsOf": 65,
	"piece.Touching": 64, "cloth.listed": 64, "quilt.finishing": 62, "onward.told": 62,
	"mat.tube": 62, "quilt.repeated": 61,
}

// tagged is a line that ends in a struct tag.
var tagged = regexp.MustCompile("`(json|doc|enum|query|path|header)[^`]*`$")

func TestRoomsFilesFunctionsAndLinesStaySmall(t *testing.T) {
	rooms, err := filepath.Glob("*")
	if err != nil {
		t.Fatal(err)
	}
	rooms = append(rooms, "../api", "../api/contract", "../api/door", "../store")
	met := map[string]bool{}
	looked := 0
	for _, room := range rooms {
		paths, err := filepath.Glob(room + "/*.go")
		if err != nil {
			t.Fatal(err)
		}
		paths = slices.DeleteFunc(paths, func(p string) bool { return strings.HasSuffix(p, "_test.go") })
		if len(paths) == 0 {
			continue
		}
		looked++
		name := filepath.Base(room)
		set, lines := token.NewFileSet(), 0
		var files []*ast.File
		for _, path := range paths {
			text, err := os.ReadFile(path)
			if err != nil {
				t.Fatal(err)
			}
			lines += bytes.Count(text, []byte("\n"))
			f, err := parser.ParseFile(set, path, text, 0)
			if err != nil {
				t.Fatal(err)
			}
			files = append(files, f)
			notLonger(t, path, string(text), texts(set, f))
			for _, d := range f.Decls {
				fn, is := d.(*ast.FuncDecl)
				if !is || fn.Name.Name == "Make" {
					continue
				}
				n, key := set.Position(fn.End()).Line-set.Position(fn.Pos()).Line+1, name+"."+fn.Name.Name
				met[key] = met[key] || n > mostOfFunction
				if n > max(mostOfFunction, tales[key], longer[key]) {
					t.Errorf("%s: %s has %d lines", path, fn.Name.Name, n)
				}
			}
		}
		if lines > mostOfRoom {
			t.Errorf("%s has %d lines: it is two rooms", name, lines)
		}
		for _, ring := range rings(set, files) {
			if len(ring) > mostInRing {
				t.Errorf("%s: %d files know each other: %v", name, len(ring), ring)
			}
		}
	}
	if looked < 40 {
		t.Errorf("looked at %d rooms", looked)
	}
	for key := range longer {
		if !met[key] {
			t.Errorf("%s is not longer than others any more: take it off the list", key)
		}
	}
}

// texts are the lines of literals that run over several lines: they are written in another language.
func texts(set *token.FileSet, f *ast.File) map[int]bool {
	in := map[int]bool{}
	ast.Inspect(f, func(n ast.Node) bool {
		if lit, is := n.(*ast.BasicLit); is && lit.Kind == token.STRING && strings.Contains(lit.Value, "\n") {
			for line := set.Position(lit.Pos()).Line; line <= set.Position(lit.End()).Line; line++ {
				in[line] = true
			}
		}
		return true
	})
	return in
}

func notLonger(t *testing.T, path, text string, other map[int]bool) {
	t.Helper()
	for i, line := range strings.Split(text, "\n") {
		if utf8.RuneCountInString(line) > mostOfLine && !other[i+1] && !tagged.MatchString(line) {
			t.Errorf("%s:%d has %d characters", path, i+1, utf8.RuneCountInString(line))
		}
	}
}

// nothing is an importer that knows no other room: what is asked here stays within one.
type nothing struct{}

func (nothing) Import(path string) (*types.Package, error) {
	if !strings.Contains(path, "/core/") {
		if p, err := importer.Default().Import(path); err == nil {
			return p, nil
		}
	}
	p := types.NewPackage(path, filepath.Base(path))
	p.MarkComplete()
	return p, nil
}

// rings are the files of a room that know each other, directly or round about.
func rings(set *token.FileSet, files []*ast.File) (list [][]string) {
	info := &types.Info{Uses: map[*ast.Ident]types.Object{}}
	check := types.Config{Importer: nothing{}, Error: func(error) {}} // of other rooms nothing is known
	room, _ := check.Check("room", set, files, info)
	file := func(pos token.Pos) string { return filepath.Base(set.Position(pos).Filename) }
	knows := map[string]map[string]bool{}
	for _, f := range files {
		knows[file(f.Pos())] = map[string]bool{}
	}
	for id, of := range info.Uses {
		member := of.Parent() == nil // a field or a method
		if of.Pkg() == room && (member || of.Parent() == room.Scope()) {
			knows[file(id.Pos())][file(of.Pos())] = true
		}
	}
	reach := map[string]map[string]bool{}
	for from := range knows {
		reach[from] = map[string]bool{}
		for next := []string{from}; len(next) > 0; next = next[1:] {
			for to := range knows[next[0]] {
				if !reach[from][to] {
					reach[from][to] = true
					next = append(next, to)
				}
			}
		}
	}
	done := map[string]bool{}
	for from := range knows {
		var ring []string
		for to := range reach[from] {
			if reach[to][from] && !done[to] {
				ring = append(ring, to)
				done[to] = true
			}
		}
		if len(ring) > 1 {
			slices.Sort(ring)
			list = append(list, ring)
		}
	}
	return list
}
