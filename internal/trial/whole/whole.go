package whole

import (
	"fmt"
	"math"
	"strings"
	"sync"
	"testing"

	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/library"
	"vicis/core/machine"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/record"
	"vicis/core/starter"
	"vicis/core/stock"
	"vicis/core/straight"
	"vicis/core/tally"
	"vicis/core/work"
)

// Assorted is a document of which a fabric is an assortment of so many listed prints, and dealt.
func Assorted(d document.Document, fabric, prints int) document.Document {
	d, err := document.Copy(d)
	if err != nil {
		panic(err)
	}
	f := &d.Fabrics[fabric]
	f.Print, f.Motif, f.Prints, f.List = cloth.Assorted, nil, 0, nil
	for i := range prints {
		f.List = append(f.List, cloth.Swatch{
			ID: fmt.Sprintf("p%d", i), Name: fmt.Sprintf("Print %d", i+1),
			Colour: fmt.Sprintf("#%02x8040", 6*i),
		})
	}
	d.Deal = &document.Deal{Seed: 1}
	// a block of the library: three by three have every way of lying beside each other
	if d.Top.Rows == 4 && d.Top.Columns == 4 {
		d.Top.Rows, d.Top.Columns = 3, 3
	}
	return d
}

// Deal works out a document whose prints are dealt, as far as it goes.
func Deal(t *testing.T, text string) (*work.Work, problem.List) {
	t.Helper()
	d, problems := document.Read([]byte(text))
	if problems.Stopped() {
		return &work.Work{}, problems
	}
	w, _ := work.Of(d)
	return w, *w.Problems
}

// Pencilled is a quilt of 2 × 3 blocks, each a half-square and a plain square beside it: two halves come out of a pair
// of squares.
func Pencilled(prints int, deal string) string {
	list := ""
	for i := range prints {
		list += fmt.Sprintf(`,{"id":"p%d","name":"Print %d","colour":"#%02x4040"}`, i, i+1, (40+20*i)%256)
	}
	return fmt.Sprintf(`{"vicis":1,"name":"Pencil","measure":"in","ruler":"1/8 in","seam":{"stitched":"15/64 in","fold":"1/64 in"},
"cloth":{"usable":"40 in","squaring":"1/2 in"},"strip":"2 1/2 in","spares":{},"schools":{},"settings":{},
"fabrics":[{"id":"many","name":"Many","colour":"#884444","print":"assorted","assortment":[%s]},{"id":"g","name":"Ground","colour":"#eeeeee"}],
"roles":[{"id":"A","name":"scraps","fabric":"many"},{"id":"B","name":"ground","fabric":"g"}],
"units":[{"id":"half","name":"Half","how":{"by":"half-square triangles","way":"two","lower":{"role":"A"},"upper":{"role":"B"},"finished":"2 in","sizing":"rule"}},
{"id":"sq","name":"Square","how":{"by":"patch","role":"A","width":"2 1/2 in","height":"2 1/2 in"}},
{"id":"block","name":"Block","how":{"by":"grid","rows":[{"id":"r","cells":[{"unit":"half"},{"unit":"sq"}]}]}}],
"top":{"rows":2,"columns":3,"repeat":[[{"unit":"block"}]]},"deal":%s}`, list[1:], deal)
}

// Has says whether a problem is among others, at its place.
func Has(problems problem.List, code, at string) bool {
	for _, p := range problems {
		if p.Code == code && p.At == at {
			return true
		}
	}
	return false
}

// Plain is a quilt of squares: 8″ finished, so many across and down, from one fabric; s = ¼″.
func Plain(t testing.TB, columns, rows int) document.Document {
	t.Helper()
	d, problems := document.Read([]byte(`{"vicis":1,"name":"x","measure":"in","ruler":"1/8","seam":{"stitched":"1/4","fold":"0"},"cloth":{"usable":"40","squaring":"1/2"},
"strip":"8 1/2","spares":{},"schools":{},"settings":{},"fabrics":[{"id":"f","name":"Fog","colour":"#999999"},{"id":"w","name":"Wide","colour":"#444444","usable":"108"}],
"roles":[{"id":"A","name":"A","fabric":"f"},{"id":"B","name":"back","fabric":"w"}],
"units":[{"id":"p","name":"Square","how":{"by":"patch","role":"A","width":"8 1/2","height":"8 1/2"}}],"top":{"rows":1,"columns":1,"repeat":[[{"unit":"p"}]]}}`))
	if problems.Stopped() {
		t.Fatal(problems)
	}
	d.Top.Columns, d.Top.Rows = columns, rows
	return d
}

// Every block of the library.
func Blocks(f testing.TB) []document.Document {
	f.Helper()
	list, err := library.List()
	if err != nil {
		f.Fatal(err)
	}
	var all []document.Document
	for _, e := range list {
		all = append(all, e.Document)
	}
	return all
}

// Against holds a log against any work.
func Against(l *stock.Account) func(*work.Work) tally.Progress {
	return func(w *work.Work) tally.Progress { return tally.Against(l, w) }
}

// Bordered is squares of 8″ with a border of squares of a finished size, two cloths in turn.
func Bordered(t testing.TB, columns, rows int, unfinished string) document.Document {
	t.Helper()
	d := Plain(t, columns, rows)
	small := func(id, role string) making.Unit {
		return making.Unit{
			ID: naming.Unit(id), Name: "Small " + id,
			How: &straight.PlainPatch{Role: role, Width: making.Typed(unfinished), Height: making.Typed(unfinished)},
		}
	}
	d.Parts = append(d.Parts, small("dark", "A"), small("light", "B"))
	d.Top.Borders = []quilt.Border{{
		ID: "edge", Name: "the edge", Cells: []quilt.Cell{{Unit: "dark"}, {Unit: "light"}},
		Corners: "B",
	}}
	return d
}

// Counts are how many of every step are made.
func Counts(p plan.Plan) map[string]int {
	made := map[string]int{}
	for _, s := range p.Steps {
		made[string(s.ID)] = s.Make
	}
	return made
}

// FromLibrary is a block of the library, laid as it ships.
func FromLibrary(t testing.TB, id string) document.Document {
	t.Helper()
	list, err := listed()
	if err != nil {
		t.Fatal(err)
	}
	for _, e := range list {
		if e.ID == id {
			text, err := document.Write(e.Document) // a copy of its own
			if err != nil {
				t.Fatal(err)
			}
			d, _ := document.Read(text)
			return d
		}
	}
	t.Fatalf("no block %q", id)
	return document.Document{}
}

// Unit is a unit of a document.
func Unit(t testing.TB, d document.Document, id string) *making.Unit {
	t.Helper()
	for i := range d.Parts {
		if string(d.Parts[i].ID) == id {
			return &d.Parts[i]
		}
	}
	t.Fatalf("no unit %q", id)
	return nil
}

// Warned is a problem that must be among those of a document.
func Warned(t *testing.T, d document.Document, code, at, word string) problem.Problem {
	t.Helper()
	_, problems := plan.Make(d, nil)
	for _, p := range problems {
		if p.Code == code && strings.HasPrefix(p.At, at) && strings.Contains(p.Says, word) {
			return p
		}
	}
	t.Errorf("want %s at %s with %q, got %+v", code, at, word, problems)
	return problem.Problem{}
}

// Begin is a document of a few choices.
func Begin(t testing.TB, c starter.Choices) document.Document {
	t.Helper()
	if c.Name == "" {
		c.Name = "x"
	}
	if c.Measure == "" {
		c.Measure, c.Strip = measure.Inches, measure.Typed("2 1/2")
	}
	d, problems := starter.Build(c)
	if problems.Stopped() {
		t.Fatal(problems)
	}
	return d
}

var Chain = starter.Choices{Block: starter.Chain, Squares: 5, Companion: starter.Cornered, Rows: 7, Columns: 5}

// Planned is the plan of a document that can be planned.
func Planned(t testing.TB, d document.Document) plan.Plan {
	t.Helper()
	p, problems := plan.Make(d, nil)
	if problems.Stopped() {
		t.Fatal(problems)
	}
	return p
}

// Scripted holds the cutting script against the plan: done line by line it makes what the plan says, no more and no
// less, and every line begins where the lines before it ended.
func Scripted(t *testing.T, p plan.Plan) {
	t.Helper()
	made := map[string]int{}
	for _, part := range p.Script {
		for _, line := range part.Lines {
			for _, g := range line.Gives {
				if g.Before != made[string(g.Step)] {
					t.Fatalf("%s: %q begins at %d of %s, %d are made by then", p.Name, line.Says, g.Before, g.Step,
						made[string(g.Step)])
				}
				made[string(g.Step)] += g.N * line.Times
			}
		}
	}
	for _, s := range p.Steps {
		if n := made[string(s.ID)]; n != s.Make && (s.Does == "cut" || s.Does == "sub-cut") {
			t.Fatalf("%s: the script makes %d of %s, the plan %d", p.Name, n, s.ID, s.Make)
		}
		delete(made, string(s.ID))
	}
	if len(made) > 0 {
		t.Fatalf("%s: the script makes what the plan does not know: %v", p.Name, made)
	}
}

// Step is a step of a plan.
func Step(t testing.TB, p plan.Plan, id string) machine.StepShown {
	t.Helper()
	for _, s := range p.Steps {
		if string(s.ID) == id {
			return s
		}
	}
	t.Fatalf("no step %q", id)
	return machine.StepShown{}
}

// OnPoint is a quilt of squares on point, their triangles of another cloth.
func OnPoint(t testing.TB, columns, rows int, finished string) document.Document {
	t.Helper()
	d := Plain(t, columns, rows)
	text, err := document.Write(d)
	if err != nil {
		t.Fatal(err)
	}
	l, _ := measure.Parse(finished+" in", measure.Inches)
	d, problems := document.Read([]byte(strings.ReplaceAll(string(text), `"8 1/2 in"`,
		fmt.Sprintf("%q", measure.Write(l+measure.Inch/2)))))
	if problems.Stopped() {
		t.Fatal(problems)
	}
	d.Top.Point = &quilt.PointSetting{Role: "B"}
	return d
}

// Refused holds that something is refused at its place, with the mend.
func Refused(t *testing.T, problems problem.List, code, at string) {
	t.Helper()
	if !problems.Stopped() || !Has(problems, code, at) {
		t.Errorf("%s at %s: %v", code, at, problems)
	}
}

// Tiled checks that what is laid fills the quilt: nothing reaches out of it, and the areas add up.
func Tiled(t *testing.T, name string, p plan.Plan) {
	t.Helper()
	var area float64
	for _, c := range p.Quilt.Cells {
		block := p.Quilt.Blocks[c.Block]
		sin, cos := math.Sincos(float64(c.Turn) * math.Pi / 180)
		for _, patch := range block.Patches {
			var twice float64
			n := len(patch.Points)
			for i := 0; i < n; i += 2 {
				x, y := patch.Points[i]-block.W/2, patch.Points[i+1]-block.H/2
				u, v := patch.Points[(i+2)%n]-block.W/2, patch.Points[(i+3)%n]-block.H/2
				twice += x*v - u*y
				at := [2]float64{c.X + block.W/2 + x*cos - y*sin, c.Y + block.H/2 + x*sin + y*cos}
				if at[0] < -1e-3 || at[1] < -1e-3 || at[0] > p.Quilt.W+1e-3 || at[1] > p.Quilt.H+1e-3 {
					t.Fatalf("%s: %s reaches to %v", name, c.Block, at)
				}
			}
			area += twice / 2
		}
	}
	if want := p.Quilt.W * p.Quilt.H; math.Abs(area-want) > 1e-3*want {
		t.Errorf("%s: %v square inches of %v are covered", name, area, want)
	}
}

// ToTheEnd tallies a plan as it was made: all done, nothing doubted.
func ToTheEnd(t *testing.T, p plan.Plan, d document.Document) {
	t.Helper()
	w, _ := work.Of(d)
	var events []record.Event
	once := w.Once()
	for i, s := range p.Steps {
		if once[i] > 0 {
			events = append(events, record.Event{
				ID: fmt.Sprint("event-", i), Step: s.ID, Kind: record.Made, N: once[i],
				Exact: s.Exact,
			})
		}
	}
	if out := tally.Fold(w, events); out.Next != "" || len(out.Doubts) > 0 || len(out.NoLonger) > 0 {
		t.Fatalf("%s: next %q, doubts %+v, %+v", p.Name, out.Next, out.Doubts, out.NoLonger)
	}
}

var listed = sync.OnceValues(library.List)
