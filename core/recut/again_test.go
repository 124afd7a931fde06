package recut_test

import (
	"slices"
	"strings"
	"testing"

	"vicis/core/ask"
	"vicis/core/askpress"
	"vicis/core/askunits"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/plan"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/recut"
	"vicis/core/straight"
	"vicis/core/work"
	"vicis/internal/trial"
	"vicis/internal/trial/whole"
)

// again is a library block that is cut again, its parts joined as the rows say.
func again(t testing.TB, id string, rows [][]straight.GridCell) document.Document {
	t.Helper()
	d := whole.FromLibrary(t, id)
	m := whole.Unit(t, d, "block").How.(*straight.Grid)
	m.Rows = nil
	for _, cells := range rows {
		m.Rows = append(m.Rows, straight.GridRow{Cells: cells})
	}
	d.Top.Rows, d.Top.Columns = 4, 4
	return d
}

// asCut lays every part where it was cut, those that turned says turned so.
func asCut(parts string, n int, turned func(row, column int) int) [][]straight.GridCell {
	rows := make([][]straight.GridCell, n)
	for r := range rows {
		for c := range n {
			rows[r] = append(rows[r], straight.GridCell{Unit: naming.Of(parts).Place(r, c), Turn: turned(r, c)})
		}
	}
	return rows
}

// Crossings that do not nest in four by four identical blocks (found by simulation and an SMT solver); with every other
// block turned by half, which shows nothing, there are fewer.
func TestCrossingsOfWhatIsCutAgain(t *testing.T) {
	half := func(is bool) int {
		if is {
			return 180
		}
		return 0
	}
	for _, one := range []struct {
		name, id, parts    string
		n                  int
		turned             func(r, c int) int
		crossings, clashes int
		turnedClashes      int
	}{
		{"four-patch as cut", "corners-exchanged", "parts", 3, func(_, _ int) int { return 0 }, 225, 124, 64},
		{
			"its sides turned by half", "corners-exchanged", "parts", 3, func(r, c int) int { return half((r+c)%2 == 1) }, 225,
			60, 0,
		},
		{"nine-patch as cut", "halved-nine-patch", "quarter", 2, func(_, _ int) int { return 0 }, 225, 124, 64},
		{
			"two quarters turned by half", "halved-nine-patch", "quarter", 2, func(r, c int) int { return half(r != c) }, 113,
			12, 0,
		},
	} {
		w, ok := work.Of(again(t, one.id, asCut(one.parts, one.n, one.turned)))
		if !ok {
			t.Fatalf("%s: %v", one.name, *w.Problems)
		}
		if w.Press.Crossings != one.crossings || w.Press.Straight != one.clashes {
			t.Errorf("%s: %d of %d clash, should be %d of %d", one.name, w.Press.Straight, w.Press.Crossings, one.clashes,
				one.crossings)
		}
		if w.Press.Clashes > one.turnedClashes {
			t.Errorf("%s: with blocks turned %d clash, should be %d", one.name, w.Press.Clashes, one.turnedClashes)
		}
	}
}

// What cannot be cut is said at its place, with the mend, and nothing else is.
func TestCutsThatCannotBe(t *testing.T) {
	at := func(place string) string { return "/units/3/how" + place }
	line := func(from recut.Origin, by making.Breadth) recut.Knife {
		return recut.Knife{Lines: []recut.KnifeCut{{From: from, By: by}}}
	}
	for _, one := range []struct {
		name   string
		change func(m *recut.CutAgain)
		code   string
		at     string
	}{
		{
			"on a seam", func(m *recut.CutAgain) { m.Upright = line("middle", making.Breadth{}) }, "cut-beside-seam",
			at("/upright"),
		},
		{
			"within its allowance", func(m *recut.CutAgain) { m.Upright = line("seam", making.Typed("1/4")) }, "cut-beside-seam",
			at("/upright"),
		},
		{"outside", func(m *recut.CutAgain) { m.Level = line("top", making.Typed("9 1/2")) }, "cut-outside", at("/level")},
		{"beyond", func(m *recut.CutAgain) { m.Level = line("bottom", making.Typed("12")) }, "cut-outside", at("/level")},
		{"too thin", func(m *recut.CutAgain) { m.Level = line("top", making.Typed("1/2")) }, "part-too-narrow", at("/level")},
		{"twice", func(m *recut.CutAgain) {
			m.Level = recut.Knife{Lines: []recut.KnifeCut{
				{From: "top", By: making.Typed("2")},
				{From: "bottom", By: making.Typed("7 1/2")},
			}}
		}, "cut-twice", at("/level")},
		{"nowhere", func(m *recut.CutAgain) { m.Upright, m.Level = recut.Knife{}, recut.Knife{} }, "not-cut", at("")},
		{"in too many", func(m *recut.CutAgain) { m.Upright = recut.Knife{Parts: 21} }, "too-many-parts", at("/upright")},
		{"both ways of saying", func(m *recut.CutAgain) { m.Upright.Parts = 3 }, "parts-or-lines", at("/upright")},
		{
			"from a wrong edge", func(m *recut.CutAgain) { m.Upright = line("top", making.Typed("2")) }, "origin-unknown",
			at("/upright/lines/0/from"),
		},
		{"from no seam", func(m *recut.CutAgain) {
			m.Upright = recut.Knife{Lines: []recut.KnifeCut{{From: "seam", Seam: 4, By: making.Typed("1")}}}
		}, "no-such-seam", at("/upright/lines/0/seam")},
		{
			"unreadable", func(m *recut.CutAgain) { m.Upright = line("left", making.Typed("two")) }, "length-unreadable",
			at("/upright/lines/0/by"),
		},
		{
			"in strips", func(m *recut.CutAgain) { m.Upright = line("left", making.Typed("1 strip")) }, "length-unreadable",
			at("/upright/lines/0/by"),
		},
		{"a share of nothing", func(m *recut.CutAgain) {
			m.Upright = recut.Knife{Lines: []recut.KnifeCut{{From: "left", Share: recut.Share{Written: measure.Typed("1/3")}}}}
		}, "no-square", at("/upright/lines/0/share")},
		{"no share", func(m *recut.CutAgain) {
			m.Upright = recut.Knife{Lines: []recut.KnifeCut{{From: "left", Share: recut.Share{Written: measure.Typed("7")}}}}
		}, "share", at("/upright/lines/0/share")},
		{"a strip set", func(m *recut.CutAgain) { m.From = "set" }, "not-a-unit", at("/from")},
		{"itself", func(m *recut.CutAgain) { m.From = "parts" }, "unit-of-itself", at("")},
		{"what is made of it", func(m *recut.CutAgain) { m.From = "block" }, "unit-of-itself", "/units/4/how"},
		{"measured in centimetres", func(m *recut.CutAgain) {
			m.Measured = &recut.Unfinished{Width: measure.Typed("24"), Height: measure.Typed("9 1/2")}
		}, "measured-far-off", at("/measured/width")},
	} {
		d := whole.FromLibrary(t, "corners-exchanged")
		one.change(whole.Unit(t, d, "parts").How.(*recut.CutAgain))
		p, problems := plan.Make(d, nil)
		if !whole.Has(problems, one.code, one.at) || len(p.Steps) > 0 {
			t.Errorf("%s: %v", one.name, problems)
		}
		for _, stop := range problems.Stops() {
			if stop.Mend == "" || stop.Says == "" {
				t.Errorf("%s: %+v", one.name, stop)
			}
		}
	}
	near := whole.FromLibrary(t, "corners-exchanged")
	whole.Unit(t, near, "parts").How.(*recut.CutAgain).Upright = line("seam", making.Typed("3/8"))
	whole.Warned(t, near, "cut-near-seam", at("/upright"), "")
	// Parts that trade places and do not agree: said at the cell.
	d := whole.FromLibrary(t, "corners-exchanged")
	whole.Unit(t, d, "block").How.(*straight.Grid).Rows[0].Cells[0].Unit = "parts:b1"
	if _, problems := plan.Make(d, nil); !problems.Stopped() || problems.Stops()[0].Code != "edges-differ" {
		t.Error(problems)
	}
}

// A share of the square it began from: a pinwheel of squares cut 5⅜″ is cut at a third of that from its middle seam, to
// the mark.
func TestSharesOfTheSquareItBeganFrom(t *testing.T) {
	d := whole.FromLibrary(t, "pinwheel-in-thirds")
	m := whole.Unit(t, d, "parts").How.(*recut.CutAgain)
	m.Upright = recut.Knife{Lines: []recut.KnifeCut{{From: "seam", Share: recut.Share{Written: measure.Typed("1/3")}}}}
	p := whole.Planned(t, d)
	if k := p.Knives[0]; len(k.Upright) != 2 || k.Upright[0].Off != "1¾″" { // 5⅜ ÷ 3 = 1.79, to the nearest eighth
		t.Errorf("%+v", p.Knives[0].Upright)
	}
}

// A place stays a place when other parts become alike: one fabric for both roles makes one kind of all corners, and the
// block is sewn as before.
func TestPlacesStayWhatTheyAre(t *testing.T) {
	d := whole.FromLibrary(t, "corners-exchanged")
	before := whole.Planned(t, d)
	for i := range d.Parts {
		if set, ok := d.Parts[i].How.(*straight.StripSet); ok {
			set.Strips[1].Role = "A"
		}
	}
	after := whole.Planned(t, d)
	if before.Finished != after.Finished || whole.Step(t, after, "parts").Make != 64 || whole.Step(t, before, "parts").Make != 32 {
		t.Errorf("%v and %v, %d and %d of the first kind", before.Finished, after.Finished, whole.Step(t, before, "parts").Make,
			whole.Step(t, after, "parts").Make)
	}
}

// Pieced and plain strips joined to a panel and cut across (worked by hand for strips cut 2″ and 4″, eight of them
// between the outer ones, six pieced and six plain): a set of 31½″, marks at 1¾″ and every 3½″, nine columns of 27″ ×
// 36″, slants five and four, and 9 + 6 + 11 + 8 seams.
func TestCheckerFromAPanel(t *testing.T) {
	d := whole.FromLibrary(t, "checker-from-a-panel")
	w, ok := work.Of(d)
	if !ok {
		t.Fatal(*w.Problems)
	}
	if _, high := w.Unit("set").Piece.Size(); high != 63*measure.Inch/2 {
		t.Error("the set is", w.Say(high), "wide")
	}
	if width, height := w.Layout.Finished(); width != 36*measure.Inch || height != 27*measure.Inch {
		t.Error(w.Say(width), w.Say(height))
	}
	p := whole.Planned(t, d)
	seams, marks := 0, 0
	for _, s := range p.Steps {
		if s.Sewing != nil && s.Stage != "rows" {
			seams += s.Make * s.Sewing.Seams
		}
		if s.Does == "mark" {
			marks += s.Make
			if !strings.Contains(s.Says, "at 1¾″ from the top and then every 3½″, 9 marks") {
				t.Error(s.Says)
			}
		}
	}
	if seams != 9+6+11+8 || marks != 6 {
		t.Errorf("%d seams, %d plain strips marked", seams, marks)
	}
	looks := map[uint64]int{}
	for _, v := range w.Unit("row").Variants {
		looks[v.Piece.Finished(w.Table.Seam).Look(w.Seen)] += v.Count
	}
	if len(looks) != 2 {
		t.Errorf("slants: %v", looks)
	}
	for _, n := range looks {
		if n != 5 && n != 4 {
			t.Errorf("slants: %v", looks)
		}
	}
	if says := p.Knives[0].Looks; says != "9 parts of two looks that mirror each other: 5 and 4; of 9 in the quilt 4 "+
		"are turned end for end." {
		t.Error(says)
	}
	d.Top.Rows = 10 // one row more takes a second panel
	if runs := whole.Planned(t, d).Knives[0].Runs; runs != 2 {
		t.Errorf("%d panels for ten rows", runs)
	}
}

// What the parts of a block can become: every look once, worked out in full; counts as by hand for sixteen four-patches
// cut again.
func TestWhatThePartsCanBecome(t *testing.T) {
	d := whole.FromLibrary(t, "corners-exchanged")
	a, problems := askunits.PartsOf(d, "block", ask.Enough(nil))
	if problems.Stopped() || a.Says != "" {
		t.Fatal(problems, a.Says)
	}
	now := 0
	for _, r := range a.List {
		p := whole.Planned(t, r.Document)
		if p.Press.Clashes != r.Clashes || p.Press.Crossings != r.Crossings || p.Finished != whole.Planned(t, d).Finished {
			t.Errorf("%s: %d of %d, and its plan says %d of %d", r.Name, r.Clashes, r.Crossings, p.Press.Clashes,
				p.Press.Crossings)
		}
		if r.Now {
			now++
		}
	}
	if now != 1 || len(a.List) < 6 {
		t.Errorf("%d ways, %d of them as it is", len(a.List), now)
	}
	// 10 strips, 32 sub-cuts and 4 cuts through each of 16; 5 sets, 16 joins, and 8 seams in each block. Patch by patch 16
	// patches a block of 16 strips; 7 seams within its parts and 8 between them.
	if want := (askunits.QuiltEffort{Cloth: "51″", Cut: 106, Seams: 149, Presses: 149}); a.Again != want {
		t.Errorf("%+v", a.Again)
	}
	if want := (askunits.QuiltEffort{Cloth: "51″", Cut: 272, Seams: 240, Presses: 240}); a.Patched == nil ||
		*a.Patched != want {
		t.Errorf("%+v", a.Patched)
	}
	if triangles, _ := askunits.PartsOf(whole.FromLibrary(t, "pinwheel-in-thirds"), "block",
		ask.Enough(nil)); triangles.Patched != nil {
		t.Error("triangles are no rectangles")
	}
	// Parts that are laid as they are: 16 strips, 12 sub-cuts, 6 plain strips and 8 cuts; 9 + 6 + 11 seams before the
	// rows. Patch by patch 216 + 54 patches of 17 strips, and 18 + 11 seams in each of nine rows.
	checker, _ := askunits.PartsOf(whole.FromLibrary(t, "checker-from-a-panel"), "row", ask.Enough(nil))
	if a := checker.Again; a.Cut != 42 || a.Seams != 26 {
		t.Errorf("%+v", a)
	}
	if p := checker.Patched; p == nil || p.Cut != 287 || p.Seams != 261 {
		t.Errorf("%+v", p)
	}
	for _, block := range []naming.Unit{"four", "nothing"} {
		if _, problems := askunits.PartsOf(d, block, ask.Enough(nil)); !whole.Has(problems, "not-cut-again", "/block") {
			t.Errorf("%s: %v", block, problems)
		}
	}
}

// Columns and rows of a width of their own: four-patches of 9″ with a last column of half of one, and a first row of
// thirds of it.
func TestColumnsOfTheirOwnWidth(t *testing.T) {
	d := whole.FromLibrary(t, "four-patch")
	d.Parts = append(d.Parts,
		making.Unit{
			ID: "narrow", Name: "Narrow",
			How: &recut.CutAgain{From: "block", Upright: recut.Knife{Lines: []recut.KnifeCut{{
				From: "left",
				By:   making.Typed("1 3/4 in"),
			}}}},
		},
		making.Unit{ID: "low", Name: "Low", How: &recut.CutAgain{
			From:  "block",
			Level: recut.Knife{Lines: []recut.KnifeCut{{From: "top", By: making.Typed("1 1/2 in")}}},
		}},
		making.Unit{ID: "corner", Name: "Corner", How: &recut.CutAgain{
			From: "block", Upright: recut.Knife{Lines: []recut.KnifeCut{{From: "left", By: making.Typed("1 3/4 in")}}},
			Level: recut.Knife{Lines: []recut.KnifeCut{{From: "top", By: making.Typed("1 1/2 in")}}},
		}})
	block, narrow := quilt.Cell{Unit: "block"}, quilt.Cell{Unit: "narrow:a1"}
	low, corner := quilt.Cell{Unit: "low:a1"}, quilt.Cell{Unit: "corner:a1"}
	d.Top = quilt.Top{Rows: 3, Columns: 4, Repeat: [][]quilt.Cell{
		{low, low, low, corner}, {block, block, block, narrow}, {block, block, block, narrow},
	}}
	w, ok := work.Of(d)
	if !ok {
		t.Fatal(*w.Problems)
	}
	// A four-patch of 2½″ strips finishes 4″; the narrow column 1¼″, the low row 1″.
	if width, height := w.Layout.Finished(); width != 53*measure.Inch/4 || height != 9*measure.Inch {
		t.Error(w.Say(width), w.Say(height))
	}
	p := whole.Planned(t, d)
	if p.Block.Text != "several sizes" || whole.Step(t, p, "narrow").Make != 2 || whole.Step(t, p, "low").Make != 3 ||
		whole.Step(t, p, "corner").Make != 1 {
		t.Errorf("%s, %d narrow, %d low", p.Block.Text, whole.Step(t, p, "narrow").Make, whole.Step(t, p, "low").Make)
	}
	whole.Tiled(t, "columns of their own width", p)
	d.Top.Sashing = &quilt.Sashing{Role: d.Roles[0].ID}
	if _, problems := plan.Make(d, nil); !whole.Has(problems, "blocks-differ", "/top/repeat/0/3") {
		t.Error(problems)
	}
	d.Top.Sashing, d.Top.Repeat[1][2] = nil, narrow
	if _, problems := plan.Make(d, nil); !whole.Has(problems, "blocks-differ", "/top/repeat/1/2") {
		t.Error(problems)
	}
}

// Parts that look alike lie in each other's places where more crossings nest so; nothing of it is seen.
func TestPartsAreExchangedUnseen(t *testing.T) {
	for id, want := range map[string]int{"sides-stepping-round": 0, "pinwheel-in-thirds": 0, "corners-exchanged": 32} {
		d := whole.FromLibrary(t, id)
		before, _ := work.Of(d)
		r, _ := askpress.RemediesFor(d, ask.Enough(nil))
		found := false
		for _, one := range r.List {
			if !strings.HasPrefix(one.Name, "Exchange parts") || strings.Contains(one.Name, ", and ") {
				continue
			}
			found = true
			after, ok := work.Of(one.Document)
			if !ok || after.Press.Clashes != want || one.Clashes != want {
				t.Errorf("%s: %d clash, should be %d", id, one.Clashes, want)
			}
			s := before.Table.Seam
			if !piece.SameLook(before.Unit("block").Piece.Finished(s), after.Unit("block").Piece.Finished(s), before.Seen) {
				t.Errorf("%s: it looks another way", id)
			}
			for step, line := range before.Lines { // of every part as many as before
				if step.ID() == "parts" && after.Lines[step].Make() != line.Make() {
					t.Errorf("%s: %d of %s were made, and %d now", id, line.Make(), step, after.Lines[step].Make())
				}
			}
		}
		if !found {
			t.Errorf("%s: nothing is exchanged", id)
		}
	}
}

// Worked by pencil: cut in thirds, 12⅞″ are 4¼ + 4⅜ + 4¼. What is written with the cuts, 12¾″, gives way to what was
// read under the ruler since, and that is said.
func TestTheRulerHoldsBeforeWhatIsSaidOfTheCuts(t *testing.T) {
	problems := &problem.List{}
	table := trial.Table(40*trial.In, problems)
	square := making.Unit{ID: "sq", Name: "Square", How: &straight.PlainPatch{
		Role: "A", Width: making.Typed("6 3/4"), Height: making.Typed("6 3/4"),
	}}
	block := making.Unit{ID: "block", Name: "Block", How: &straight.Grid{Rows: straight.Rows([][]straight.GridCell{
		{{Unit: "sq"}, {Unit: "sq"}}, {{Unit: "sq"}, {Unit: "sq"}},
	})}, Measured: &making.Measures{Width: measure.Typed("12 7/8"), Height: measure.Typed("12 7/8")}}
	cut := &recut.CutAgain{
		From: "block", Upright: recut.Knife{Parts: 3}, Level: recut.Knife{Parts: 3},
		Measured: &recut.Unfinished{Width: measure.Typed("12 3/4"), Height: measure.Typed("12 3/4")},
	}
	made, _ := making.All([]making.Unit{square, block, {ID: "cut", Name: "Parts", How: cut}}, table)
	m, ok := made["cut"]
	if !ok || problems.Stopped() {
		t.Fatal(*problems)
	}
	middle := made["cut:b2"].Piece
	if w, h := middle.Size(); w != 35*trial.In/8 || h != 35*trial.In/8 {
		t.Errorf("the middle is %v × %v, want 4⅜″ (%s)", w.Inches(), h.Inches(), m.Size.Sums)
	}
	if !slices.ContainsFunc(*problems, func(p problem.Problem) bool { return p.Code == "measured-twice" && !p.Stops }) {
		t.Errorf("nothing says that two were measured: %+v", *problems)
	}
}
