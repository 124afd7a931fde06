package tally_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/quilt"
	"vicis/core/record"
	"vicis/core/straight"
	"vicis/core/tally"
	"vicis/core/triangle"
	"vicis/core/work"
)

// bricks is a quilt of a grid of three rows of one size, no two alike, and of a block beside it sewn from strip sets.
func bricks() document.Document {
	row := func(id string, cells ...naming.Unit) straight.GridRow {
		r := straight.GridRow{ID: id}
		for _, c := range cells {
			r.Cells = append(r.Cells, straight.GridCell{Unit: c})
		}
		return r
	}
	patch := func(id, role string) making.Unit {
		return making.Unit{
			ID: naming.Of(id), Name: strings.ToUpper(id),
			How: &straight.PlainPatch{Role: role, Width: making.Typed("2 1/2 in"), Height: making.Typed("2 1/2 in")},
		}
	}
	d := document.Document{
		Vicis: 1, Name: "Bricks", Units: "in", Ruler: measure.Typed("1/8 in"),
		Seam:  document.Allowance{Stitched: measure.Typed("1/4 in"), Fold: measure.Typed("0 in")},
		Cloth: document.Cloth{Usable: measure.Typed("40 in"), Squaring: measure.Typed("1/2 in")},
		Strip: measure.Typed("2 1/2 in"),
		Fabrics: []cloth.Fabric{
			{ID: "dark", Name: "Dark", Colour: "#234b63"},
			{ID: "light", Name: "Light", Colour: "#e4d7bd"},
			{ID: "red", Name: "Red", Colour: "#a03020"},
		},
		Roles: []cloth.Role{
			{ID: "A", Name: "A", Fabric: "dark"},
			{ID: "B", Name: "B", Fabric: "light"},
			{ID: "C", Name: "C", Fabric: "red"},
		},
		Parts: []making.Unit{
			patch("a", "A"), patch("b", "B"), patch("c", "C"),
			{ID: "tri", Name: "Half", How: &triangle.HalfSquare{
				Way: triangle.Eight, Lower: making.Input{Role: "A"},
				Upper: making.Input{Role: "B"}, Finished: making.Typed("2 in"),
			}},
			{ID: "grid", Name: "Grid", How: &straight.Grid{
				Rows: []straight.GridRow{
					row("one", "a", "b", "tri"), row("two", "b", "c", "b"),
					row("three", "c", "c", "a"),
				},
				Columns: []string{"x", "y", "z"},
			}},
			{ID: "set", Name: "Set", How: &straight.StripSet{Strips: []straight.SetStrip{{
				ID: "s1", Role: "A",
				Width: making.Typed("1 strip"),
			}, {ID: "s2", Role: "B", Width: making.Typed("1 strip")}, {ID: "s3", Role: "A", Width: making.Typed("1 strip")}}}},
			{ID: "cut", Name: "Cut", How: &straight.SubCut{From: "set", Width: making.Typed("1 strip")}},
			{ID: "block", Name: "Block", How: &straight.Joined{Columns: []making.Part{
				{ID: "l", Unit: "cut"},
				{ID: "m", Unit: "cut"},
				{ID: "r", Unit: "cut"},
			}}},
		},
		Top: quilt.Top{Rows: 4, Columns: 4, Repeat: [][]quilt.Cell{
			{{Unit: "grid"}, {Unit: "block"}},
			{{Unit: "block"}, {Unit: "grid"}},
		}},
	}
	text, err := document.Write(d)
	if err != nil {
		panic(err)
	}
	read, problems := document.Read(text)
	if problems.Stopped() {
		panic(problems)
	}
	return read
}

func copied(t *testing.T, d document.Document) document.Document {
	t.Helper()
	c, err := document.Copy(d)
	if err != nil {
		t.Fatal(err)
	}
	return c
}

func worked(t *testing.T, d document.Document) *work.Work {
	t.Helper()
	w, ok := work.Of(d)
	if !ok {
		t.Fatal(*w.Problems)
	}
	return w
}

func gridOf(d *document.Document) *straight.Grid {
	i := slices.IndexFunc(d.Parts, func(u making.Unit) bool { return u.ID == "grid" })
	return d.Parts[i].How.(*straight.Grid)
}

func stepOf(t *testing.T, w *work.Work, id naming.Step) work.Step {
	t.Helper()
	for _, s := range w.Steps {
		if s.ID == id {
			return s
		}
	}
	t.Fatalf("no step %s", id)
	return work.Step{}
}

// counted is a quilt half sewn: of every step another number, so that none can be taken for another's.
func counted(w *work.Work) (list []record.Event, n map[naming.Step]int) {
	n = map[naming.Step]int{}
	for i, s := range w.Steps {
		n[s.ID] = i + 1
		list = append(list, record.Event{
			ID: fmt.Sprintf("counted-%d", i), Step: s.ID, Kind: record.Made, N: i + 1,
			Exact: s.Exact(), Look: s.Look, Rev: 1,
		})
	}
	return list, n
}

func good(p tally.Progress) map[naming.Step]int {
	m := map[naming.Step]int{}
	for _, s := range p.Steps {
		if s.Good > 0 {
			m[s.ID] = s.Good
		}
	}
	return m
}

// A quilt is changed in the middle of the work: every tally stays with its thing, wherever that lies now, or is listed
// as no longer fitting; none counts for something else.
func TestATallyStaysWithItsThingWhateverIsChanged(t *testing.T) {
	before := worked(t, bricks())
	events, n := counted(before)
	for _, c := range []struct {
		name   string
		change func(d *document.Document)
		lost   []naming.Step               // listed as no longer fitting
		moved  map[naming.Step]naming.Step // the step that now makes the same thing
		fresh  []naming.Step               // nothing of it was made
	}{
		{"nothing", func(*document.Document) {}, nil, nil, nil},
		{"a row on top of the grid", func(d *document.Document) {
			g := gridOf(d)
			g.Rows = append([]straight.GridRow{{Cells: []straight.GridCell{{Unit: "a"}, {Unit: "a"}, {Unit: "c"}}}},
				g.Rows...)
			d.Top.Repeat = [][]quilt.Cell{{{Unit: "grid"}}}
		}, []naming.Step{"grid", "block", "row-1", "row-2"}, nil, []naming.Step{"grid/row-1"}},
		{"two rows change places", func(d *document.Document) {
			g := gridOf(d)
			g.Rows[0], g.Rows[1] = g.Rows[1],
				g.Rows[0]
		}, []naming.Step{"grid", "row-1", "row-2"}, nil, nil},
		{
			"a cell is turned", func(d *document.Document) { gridOf(d).Rows[0].Cells[2].Turn = 90 },
			[]naming.Step{"grid/one", "grid", "row-1", "row-2"},
			nil, nil,
		},
		{
			"a plain cell is turned: nothing is seen of it",
			func(d *document.Document) { gridOf(d).Rows[1].Cells[0].Turn = 90 }, nil, nil, nil,
		},
		{"a row becomes what another was", func(d *document.Document) {
			g := gridOf(d)
			g.Rows[0].Cells, g.Rows[1].Cells = g.Rows[1].Cells, g.Rows[0].Cells
		}, []naming.Step{"grid", "row-1", "row-2"}, map[naming.Step]naming.Step{
			"grid/one": "grid/two",
			"grid/two": "grid/one",
		}, nil},
		{"a row is taken out", func(d *document.Document) {
			g := gridOf(d)
			g.Rows = g.Rows[1:]
			d.Top.Repeat = [][]quilt.Cell{{{Unit: "grid"}}}
		}, []naming.Step{"grid/one", "grid", "block", "row-1", "row-2"}, nil, nil},
		{
			"the strips are wider",
			func(d *document.Document) {
				d.Strip = measure.Typed("3 in")
				d.Top.Repeat = [][]quilt.Cell{{{Unit: "block"}}}
			},
			[]naming.Step{
				naming.Strips("A", 60960), naming.Strips("B", 60960), "set", "cut", "block/m", "block", "grid", "row-1",
				"row-2", "rows",
			},
			nil,
			[]naming.Step{naming.Strips("A", 73152)},
		},
		{
			"one strip of a set is wider", func(d *document.Document) {
				i := slices.IndexFunc(d.Parts, func(u making.Unit) bool { return u.ID == "set" })
				d.Parts[i].How.(*straight.StripSet).Strips[1].Width = making.Typed("3 in")
				d.Top.Repeat = [][]quilt.Cell{{{Unit: "block"}}}
			},
			[]naming.Step{naming.Strips("B", 60960), "set", "cut", "block/m", "block", "grid", "row-1", "row-2"},
			nil,
			[]naming.Step{naming.Strips("B", 73152)},
		},
		{
			"another fabric", func(d *document.Document) { d.Roles[2].Fabric = "light" },
			[]naming.Step{"c", "grid/two", "grid/three", "grid", "row-1", "row-2"},
			nil, nil,
		},
		{"more of the same", func(d *document.Document) { d.Top.Rows = 6 }, nil, nil, nil},
		{"units listed in another order", func(d *document.Document) { slices.Reverse(d.Parts[:3]) }, nil, nil, nil},
	} {
		d := copied(t, bricks())
		c.change(&d)
		w := worked(t, d)
		p := tally.Fold(w, events)
		got := good(p)
		listed := map[naming.Step]int{}
		for _, l := range p.AllLost() {
			listed[l.Step] += l.Good
			if l.Says == "" || strings.Contains(l.Says, "strips/") {
				t.Errorf("%s: %q", c.name, l.Says)
			}
		}
		for _, s := range before.Steps {
			now, is := s.ID, got[s.ID]
			if to, moved := c.moved[s.ID]; moved {
				now, is = to, got[to]
			}
			switch lost := listed[s.ID]; {
			case lost == n[s.ID] && is != n[s.ID]: // listed as a whole
			case lost == 0 && is == n[s.ID]: // where it belongs
				if after := stepOf(t, w, now); after.Exact() != s.Exact() || after.Look != s.Look {
					t.Errorf("%s: %s counts for %s, which is another thing", c.name, s.ID, now)
				}
			case lost == 0 && is == 0 && s.Stage == "sub-cuts" || s.Stage == "strips":
				// a pile or patch that nothing is cut from any more is listed above
				t.Errorf("%s: %s is neither counted nor listed", c.name, s.ID)
			default:
				t.Errorf("%s: %s was made %d times; %d counted as %s, %d listed", c.name, s.ID, n[s.ID], is, now, lost)
			}
		}
		for _, id := range c.lost {
			if listed[id] != n[id] && slices.ContainsFunc(before.Steps, func(s work.Step) bool { return s.ID == id }) {
				t.Errorf("%s: %s still counts: %v", c.name, id, got[id])
			}
		}
		for _, id := range c.fresh {
			if stepOf(t, w, id); got[id] != 0 {
				t.Errorf("%s: %d of %s, which nobody made", c.name, got[id], id)
			}
		}
		sum := 0
		for _, k := range got {
			sum += k
		}
		for _, k := range listed {
			sum += k
		}
		if want := len(before.Steps) * (len(before.Steps) + 1) / 2; sum != want {
			t.Errorf("%s: %d of %d made are counted or listed", c.name, sum, want)
		}
	}
}

// However the document is changed and changed back, in any order, what was made is counted or listed, and changed back
// all counts.
func TestNothingTalliedIsLostOnAnyWay(t *testing.T) {
	first := bricks()
	before := worked(t, first)
	events, _ := counted(before)
	total := len(before.Steps) * (len(before.Steps) + 1) / 2
	for seed := range uint64(60) {
		r := rand.New(rand.NewPCG(seed, 11))
		d := copied(t, first)
		for range 1 + r.IntN(4) {
			g := gridOf(&d)
			switch r.IntN(6) {
			case 0:
				i := r.IntN(len(g.Rows))
				g.Rows = slices.Insert(g.Rows, i,
					straight.GridRow{Cells: slices.Clone(g.Rows[r.IntN(len(g.Rows))].Cells)})
			case 1:
				if len(g.Rows) > 1 {
					g.Rows = slices.Delete(g.Rows, 0, 1)
				}
			case 2:
				r.Shuffle(len(g.Rows), func(i, j int) { g.Rows[i], g.Rows[j] = g.Rows[j], g.Rows[i] })
			case 3:
				c := g.Rows[r.IntN(len(g.Rows))].Cells
				c[r.IntN(len(c))].Turn = 90 * r.IntN(4)
			case 4:
				d.Strip = []measure.Written{measure.Typed("2 1/2 in"), measure.Typed("3 in"), measure.Typed("2 in")}[r.IntN(3)]
			default:
				d.Roles[r.IntN(3)].Fabric = d.Fabrics[r.IntN(3)].ID
			}
			d.Top.Repeat = [][]quilt.Cell{{{Unit: []naming.Unit{"grid", "block"}[r.IntN(2)]}}}
			d = copied(t, d)
		}
		w, ok := work.Of(d)
		if !ok {
			continue
		}
		p := tally.Fold(w, events)
		sum := 0
		for _, s := range p.Steps {
			sum += s.Good
		}
		for _, l := range p.AllLost() {
			sum += l.Good
		}
		if sum != total {
			t.Fatalf("seed %d: %d of %d made are counted or listed", seed, sum, total)
		}
	}
	if p := tally.Fold(before, events); len(p.NoLonger) > 0 {
		t.Errorf("changed back: %+v", p.NoLonger)
	}
}

// What an older program stored is read as it was meant: its names, and the look that a thing had when it was made.
func TestEventsOfOlderProgramsAreReadAgainstTheirRevision(t *testing.T) {
	d := bricks()
	then := worked(t, d)
	old := func(step naming.Step, like naming.Step) record.Event {
		return record.Event{
			ID: string("old-event-" + step), Step: step, Kind: record.Made, N: 3,
			Exact: stepOf(t, then, like).Exact(),
		}
	}
	for was, is := range map[naming.Step]naming.Step{
		"strip:A:1 strip": naming.Strips("A", 60960), "a/strips": naming.Pool("dark", 60960, false),
		"grid/one": "grid/one", "cut": "cut", "row-1": "row-1", "rows": "rows",
	} {
		e := record.Modern(then, old(was, is))
		if e.Step != is || e.Look != stepOf(t, then, is).Look {
			t.Errorf("%s is read as %s, %q", was, e.Step, e.Look)
		}
	}
	// A row was sewn; since then a cell of it was turned: what an older program would have counted on is listed.
	e := record.Modern(then, old("grid/one", "grid/one"))
	gridOf(&d).Rows[0].Cells[2].Turn = 180
	p := tally.Fold(worked(t, d), []record.Event{e})
	if len(p.NoLonger) != 1 || p.Counted != 0 || !strings.Contains(p.NoLonger[0].Says, "look otherwise") {
		t.Errorf("%d counted, %+v", p.Counted, p.NoLonger)
	}
	// What can no longer be told keeps its size.
	if e := record.Modern(then, record.Event{
		ID: "old-event-x", Step: "gone", Kind: record.Made, N: 1,
		Exact: "1 in",
	}); e.Step != "gone" || e.Look != "" {
		t.Errorf("%+v", e)
	}
}
