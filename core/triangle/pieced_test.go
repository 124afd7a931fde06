package triangle_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"vicis/core/ask"
	"vicis/core/askpress"
	"vicis/core/askunits"
	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/quilt"
	"vicis/core/straight"
	"vicis/core/triangle"
	"vicis/internal/trial/whole"
)

// Counts with pencil and paper, for a 4 × 4 of each.
func TestPiecedBlocksStandUpToAPencil(t *testing.T) {
	for _, c := range []struct {
		block string
		want  map[string]int
	}{
		// Four geese a star: 16 large squares, four small ones for each, every small one marked; two rows of corners
		// and geese.
		{"eight-pointed-star", map[string]int{
			"goose/large": 16, "goose/small": 64, "goose/mark": 64, "goose/pair": 16,
			"goose/half": 32, "goose/third": 32, "goose": 64, "ground": 64, "block/row-1": 32, "block/row-2": 16,
			"block": 16,
		}},
		// Eight of each hand: eight pairs of half-square units with plain squares, which four pairs of squares make.
		{"half-and-quarters", map[string]int{
			"quarters": 8, "quarters:b": 8, "quarters/pair": 8, "quarters/first": 8,
			"quarters/first-pair": 4, "quarters/plain": 8,
		}},
		// Two of each hand a block, two of each from a run: 16 runs.
		{"four-patch-halves", map[string]int{"halved": 32, "halved:b": 32, "halved/pair": 16, "four": 16, "two": 32}},
		// Four half-square units a block, eight from a pair of squares.
		{"pinwheel", map[string]int{"half": 64, "half/pair": 8, "half/lower": 8, "half/upper": 8, "half/mark": 8}},
		// One goose is one block; four from a large square, in eight rows of four.
		{"goose", map[string]int{"goose": 32, "goose/large": 8, "goose/small": 32}},
		{"sloped-pair", map[string]int{"left": 32, "right": 32, "left/c-square": 32, "right/c-mark": 32, "pair": 32}},
		{"snowball", map[string]int{"snowball/tl-square": 64, "snowball/tl-mark": 64, "snowball": 16}},
		{"square-in-square", map[string]int{
			"diamond/corner-1": 32, "diamond/corner-1-halves": 64, "diamond/first": 16,
			"diamond": 16,
		}},
		{"log-cabin", map[string]int{
			"block/log-1-strip": 16, "block/log-12-strip": 16, "block/log-11": 16,
			"block": 16,
		}},
	} {
		p := whole.Planned(t, whole.FromLibrary(t, c.block))
		for id, want := range c.want {
			if got := whole.Step(t, p, id).Make; got != want {
				t.Errorf("%s, %s: %d, want %d", c.block, id, got, want)
			}
		}
	}
}

// One hand short: the ledger says how many are over, and prescribes a counter-set only where there is one.
func TestTheLedgerOfHands(t *testing.T) {
	d := whole.FromLibrary(t, "four-patch-halves")
	d.Top = quilt.Top{Rows: 1, Columns: 4, Repeat: [][]quilt.Cell{{{Unit: "halved"}}}}
	p := whole.Planned(t, d)
	if len(p.Ledger.Hands) != 1 || p.Ledger.Hands[0].Left.Need != 4 || p.Ledger.Hands[0].Right.Over != 4 ||
		!strings.Contains(p.Ledger.Hands[0].Says, "No turning") {
		t.Errorf("four of one hand from two runs leave four of the other: %+v", p.Ledger)
	}
	// Three strips A B C two at a time: turned by a quarter, the other diagonal is cut, and the mirror images fall out.
	d = whole.FromLibrary(t, "half-rails")
	set := whole.Unit(t, d, "rail-set").How.(*straight.StripSet)
	set.Strips[2].Role = "B"
	whole.Unit(t, d, "halves").How.(*triangle.HalfSquare).Way = triangle.Two
	whole.Unit(t, d, "halves").How.(*triangle.HalfSquare).Upper.Role = "C"
	d.Top = quilt.Top{Rows: 1, Columns: 3, Repeat: [][]quilt.Cell{{{Unit: "halves"}}}}
	p = whole.Planned(t, d)
	if whole.Step(t, p, "halves/pair").Make != 3 || len(p.Ledger.Leftovers) != 1 || p.Ledger.Leftovers[0].Count != 3 {
		t.Errorf("3 of one look from runs of 1 + 1: %+v", p.Ledger)
	}
	d = whole.FromLibrary(t, "sloped-pair")
	if p := whole.Planned(t, d); len(p.Ledger.Hands) != 1 || !strings.Contains(p.Ledger.Hands[0].Says,
		"Keep the piles apart") {
		t.Errorf("two units that are mirror images: %+v", p.Ledger.Hands)
	}
}

// What a bonus can stand in for is said, and once it does, it is counted.
func TestLeftoversSayWhatTheyAreGoodFor(t *testing.T) {
	d := whole.FromLibrary(t, "snowball")
	snow := whole.Unit(t, d, "snowball").How.(*triangle.FlippedCorners)
	snow.Bonus = true
	d.Parts = append(d.Parts, making.Unit{
		ID: "half", Name: "Half",
		How: &triangle.HalfSquare{
			Way: triangle.Two, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
			Finished: making.Typed("1 in"),
		},
	},
		making.Unit{ID: "halves", Name: "Halves", How: &straight.Grid{Rows: straight.Rows(grid(6, 6, "half"))}})
	d.Top.Repeat = [][]quilt.Cell{{{Unit: "snowball"}, {Unit: "halves"}}}
	p := whole.Planned(t, d)
	if len(p.Ledger.Leftovers) != 1 || p.Ledger.Leftovers[0].Count != 32 ||
		!strings.Contains(p.Ledger.Leftovers[0].GoodFor, "Trimmed to 1½″ they look like Half: up to 32") {
		t.Fatalf("%+v", p.Ledger.Leftovers)
	}
	snow.BonusTo = making.Typed("1 in")
	whole.Unit(t, d, "half").Also = []naming.Unit{"snowball:bonus-a"}
	before, after := whole.Step(t, p, "half").Make, whole.Step(t, whole.Planned(t, d), "half")
	if before != 288 || after.Make != 256 || len(after.Also) != 1 || after.Also[0].Count != 32 ||
		!strings.Contains(after.Working.Sums[0], "− 32 that Snowball, bonus stands in for = 256") {
		t.Errorf("%d, then %+v", before, after)
	}
	whole.Unit(t, d, "halves").Also = []naming.Unit{"snowball:bonus-a"}
	_, problems := plan.Make(d, nil)
	if stops := problems.Stops(); len(stops) != 1 || stops[0].Code != "promised-twice" {
		t.Errorf("promised twice: %v", stops)
	}
	whole.Unit(t, d, "halves").Also = nil
	whole.Unit(t, d, "half").Also = []naming.Unit{"snowball"}
	if _, problems := plan.Make(d, nil); len(problems.Stops()) != 1 || problems.Stops()[0].Code != "stand-in-differs" ||
		problems.Stops()[0].At != "/units/1/also/0" {
		t.Errorf("a snowball for a half: %v", problems.Stops())
	}
}

func grid(rows, columns int, unit string) [][]straight.GridCell {
	list := make([][]straight.GridCell, rows)
	for i := range list {
		for range columns {
			list[i] = append(list[i], straight.GridCell{Unit: naming.Unit(unit)})
		}
	}
	return list
}

// A colourway makes its own of what it changes and shares what it does not.
func TestColourwaysAreCountedApartAndShareWhatIsTheSame(t *testing.T) {
	d := whole.FromLibrary(t, "eight-pointed-star")
	d.Fabrics = append(d.Fabrics, cloth.Fabric{ID: "night", Name: "Night", Colour: "#101830"})
	d.Colourways = []document.Colourway{{ID: "evening", Name: "Evening", Fabrics: map[string]string{"C": "night"}}}
	d.Top.Repeat = [][]quilt.Cell{{{Unit: "block"}, {Unit: "block", Colourway: "evening"}}}
	p := whole.Planned(t, d)
	for id, want := range map[string]int{
		"goose": 64, "ground": 64, "middle": 8, "middle@evening": 8, "block": 8,
		"block@evening": 8, "block/row-1": 16, "block@evening/row-1": 16,
	} {
		if got := whole.Step(t, p, id).Make; got != want {
			t.Errorf("%s: %d, want %d", id, got, want)
		}
	}
	if s := whole.Step(t, p, "block@evening"); s.Name != "Eight-pointed star, Evening" {
		t.Errorf("%s", s.Name)
	}
	found := false
	for _, f := range p.Cut {
		found = found || f.Fabric == "night"
	}
	if !found {
		t.Error("the evening's cloth is not in the cut list")
	}
	d.Colourways = append(d.Colourways, document.Colourway{
		ID: "same", Name: "Same",
		Fabrics: map[string]string{"C": "night", "B": "light"},
	})
	d.Top.Repeat[0] = append(d.Top.Repeat[0], quilt.Cell{Unit: "block", Colourway: "same"})
	// 4 of each of 16, in rows of four: columns 2, 3, and 1, 4 as they are
	if p := whole.Planned(t, d); whole.Step(t, p, "block@evening").Make != 8 {
		t.Errorf("two colourways that come out the same are one: %d", whole.Step(t, p, "block@evening").Make)
	}
	for _, bad := range []struct {
		change   func(*document.Document)
		code, at string
	}{
		{
			func(d *document.Document) { d.Top.Repeat[0][1].Colourway = "dawn" }, "colourway-unknown",
			"/top/repeat/0/1/colourway",
		},
		{
			func(d *document.Document) { d.Colourways[0].Fabrics = map[string]string{"C": "silk"} }, "role-without-fabric",
			"/colourways/0/fabrics/C",
		},
		{func(d *document.Document) { d.Colourways[0].Name = " " }, "name-missing", "/colourways/0/name"},
		{func(d *document.Document) { d.Colourways[0].ID = "a@b" }, "id-not-unique", "/colourways/0/id"},
	} {
		d := whole.FromLibrary(t, "eight-pointed-star")
		d.Fabrics = append(d.Fabrics, cloth.Fabric{ID: "night", Name: "Night", Colour: "#101830"})
		d.Colourways = []document.Colourway{{ID: "evening", Name: "Evening", Fabrics: map[string]string{"C": "night"}}}
		d.Top.Repeat = [][]quilt.Cell{{{Unit: "block"}, {Unit: "block", Colourway: "evening"}}}
		bad.change(&d)
		_, problems := plan.Make(d, nil)
		if stops := problems.Stops(); len(stops) == 0 || stops[0].Code != bad.code || stops[0].At != bad.at {
			t.Errorf("want %s at %s, got %v", bad.code, bad.at, stops)
		}
	}
}

// For 24 units: two at a time 12 runs with a line, two seams and a cut each; eight at a time 3 runs with two lines,
// four seams and four cuts; all round 6 runs, nothing to mark, all edges on the bias (geometry).
func TestWaysAreComparedForTheCountNeeded(t *testing.T) {
	d := whole.FromLibrary(t, "four-pointed-star")
	d.Top.Rows, d.Top.Columns = 2, 3
	ways, problems := askunits.Ways(d, "half", ask.Enough(nil))
	if problems.Stopped() || len(ways) != 12 {
		t.Fatalf("%d ways, %v", len(ways), problems)
	}
	seen := map[string]askunits.WayToMake{}
	chosen := 0
	for _, w := range ways {
		seen[w.Name] = w
		if w.Chosen {
			chosen++
		}
		if w.Refused != "" || w.Need != 24 {
			t.Errorf("%+v", w)
		}
		d.Parts[0].How = w.Unit.How
		if p, _ := plan.Make(d, nil); p.Block.Text != "6″ × 6″" {
			t.Errorf("%s: the block is %s", w.Name, p.Block.Text)
		}
	}
	if chosen != 1 {
		t.Errorf("%d ways are the one chosen", chosen)
	}
	for name, want := range map[string][6]int{ // runs, lines, seams, cuts, to trim, over
		"two at a time, cut by rule": {12, 12, 24, 12, 24, 0}, "eight at a time, cut at the next mark": {3, 6, 12, 12, 24, 0},
		"four at a time, all round, cut at the next mark": {6, 0, 24, 12, 24, 0},
		"from cut triangles, cut at the next mark":        {12, 0, 24, 12, 24, 0},
	} {
		w := seen[name]
		if got := [6]int{w.Runs, w.Lines, w.Seams, w.Cuts, w.Shaves, w.Over}; got != want {
			t.Errorf("%s: %v, want %v", name, got, want)
		}
		if (w.Bias != "") != strings.HasPrefix(name, "four") {
			t.Errorf("%s: bias %q", name, w.Bias)
		}
	}
	if one := seen["two at a time, cut by rule"]; one.Cloth != "198 in²" { // 24 squares of 2⅞
		t.Errorf("cloth %s", one.Cloth)
	}
	if _, problems := askunits.Ways(d, "nothing", ask.Enough(nil)); !problems.Stopped() {
		t.Error("an unknown unit was compared")
	}
	geese := whole.FromLibrary(t, "eight-pointed-star")
	ways, _ = askunits.Ways(geese, "goose", ask.Enough(nil))
	for _, w := range ways {
		geese.Parts[0].How = w.Unit.How
		if p, problems := plan.Make(geese, nil); w.Refused == "" && (problems.Stopped() || p.Block.Text != "8″ × 8″") {
			t.Errorf("%s: %s %v", w.Name, p.Block.Text, problems.Stops())
		}
	}
}

// Parts follow the block; what falls off the ruler is named with the nearest sizes that do not.
func TestResize(t *testing.T) {
	d := whole.FromLibrary(t, "eight-pointed-star")
	// one written as a length among those in strips
	whole.Unit(t, d, "middle").How.(*straight.PlainPatch).Width = making.Typed("4 1/2 in")
	for to, strip := range map[measure.Written]measure.Written{
		measure.Typed("12"): measure.Typed("3 1/2 in"), measure.Typed("6"): measure.Typed("2 in"),
		measure.Typed("9"):     measure.Typed("2 3/4 in"),
		measure.Typed("20 cm"): measure.Typed("6.27 cm"),
	} {
		r, problems := askunits.Resize(d, "block", to)
		if problems.Stopped() || r.Document.Strip != strip {
			t.Errorf("%s: strips %s, want %s (%v)", to, r.Document.Strip, strip, problems)
			continue
		}
		if p := whole.Planned(t, r.Document); p.Block.W.Text != r.Finished {
			t.Errorf("%s: finishes %s", to, p.Block.Text)
		}
		if exact := to.String() != "20 cm"; exact != (len(r.Off) == 0) {
			t.Errorf("%s: off the ruler %v", to, r.Off)
		}
	}
	r, _ := askunits.Resize(d, "block", measure.Typed("7 3/4"))
	if len(r.Off) != 1 || len(r.Nearest) != 2 || r.Nearest[0].Text != "7½″" || r.Nearest[1].Text != "8″" {
		t.Errorf("%v, nearest %+v", r.Off, r.Nearest)
	}
	if d.Strip.String() != "2 1/2 in" || whole.Unit(t, d, "middle").How.(*straight.PlainPatch).Width.String() != "4 1/2 in" {
		t.Error("the first document was changed")
	}
	for to, code := range map[measure.Written]string{
		measure.Typed("wide"): "length-unreadable", measure.Typed("1/8"): "too-small",
		measure.Typed("4000"): "too-small",
	} {
		if _, problems := askunits.Resize(d, "block", to); len(problems.Stops()) != 1 || problems[0].Code != code ||
			problems[0].At != "/finished" {
			t.Errorf("%s: %v", to, problems)
		}
	}
	if _, problems := askunits.Resize(d, "nothing", measure.Typed("8")); !problems.Stopped() {
		t.Error("nothing was resized")
	}
}

// Points that would be cut off or fall short are said by how much, joints that miss each other too.
func TestPointsAndJoints(t *testing.T) {
	goose := func(height, leg making.Breadth) document.Document {
		d := whole.FromLibrary(t, "snowball")
		d.Parts = []making.Unit{{
			ID: "snowball", Name: "Goose",
			How: &triangle.FlippedCorners{
				Base: making.Input{Role: "B"}, Width: making.Typed("4 in"), Height: height,
				Corners: []triangle.FlippedCorner{
					{ID: "l", At: triangle.TopLeft, Role: "A", Leg: leg}, {ID: "r", At: triangle.TopRight, Role: "A", Leg: leg},
				},
			},
		}}
		return d
	}
	whole.Warned(t, goose(making.Typed("3 in"), making.Typed("2 1/8 in")), "point-short", "/units/0",
		"falls short of the seam at its top edge by ⅛″")
	whole.Warned(t, goose(making.Typed("3 in"), making.Typed("1 7/8 in")), "point-cut-off", "/units/0", "cut off by ⅛″")
	if _, problems := plan.Make(goose(making.Typed("3 in"), making.Typed("2 in")), nil); len(problems) != 0 {
		t.Errorf("a true goose: %v", problems)
	}
	d := whole.FromLibrary(t, "pinwheel")
	d.Parts = []making.Unit{
		{ID: "a", Name: "A", How: &straight.PlainPatch{
			Role: "A", Width: making.Typed("2 1/2 in"),
			Height: making.Typed("2 1/2 in"),
		}},
		{ID: "b", Name: "B", How: &straight.PlainPatch{
			Role: "B", Width: making.Typed("2 5/8 in"),
			Height: making.Typed("2 1/2 in"),
		}},
		{ID: "block", Name: "Block", How: &straight.Grid{Rows: straight.Rows([][]straight.GridCell{
			{{Unit: "a"}, {Unit: "b"}},
			{{Unit: "b"}, {Unit: "a"}},
		}), Apart: true}},
	}
	whole.Warned(t, d, "joints-miss", "/units/2", "miss each other by ⅛″")
	d.Parts[2] = making.Unit{
		ID: "block", Name: "Block",
		How: &straight.Grid{Rows: straight.Rows([][]straight.GridCell{{{Unit: "a"}, {Unit: "b"}}})},
	}
	d.Parts = append(d.Parts, making.Unit{
		ID: "other", Name: "Other",
		How: &straight.Grid{Rows: straight.Rows([][]straight.GridCell{{{Unit: "b"}, {Unit: "a"}}})},
	})
	d.Top.Repeat = [][]quilt.Cell{{{Unit: "block"}}, {{Unit: "other"}}}
	whole.Warned(t, d, "joints-miss", "/top/repeat", "by ⅛″")
}

// What clashes is said where the fabric is chosen (common practice).
func TestPrintsAndHowTheyAreCut(t *testing.T) {
	d := whole.FromLibrary(t, "pinwheel")
	d.Fabrics[0].Print = cloth.OneWay
	whole.Warned(t, d, "print-falls-either-way", "/fabrics/0/print", "Half-square unit")
	d.Fabrics[0].Print = cloth.Assorted
	whole.Warned(t, d, "assorted-repeats", "/fabrics/0/print", "4 in Pinwheel")
	rail := whole.FromLibrary(t, "rail")
	rail.Fabrics[0].Print = cloth.Motif
	whole.Warned(t, rail, "motif-in-strips", "/fabrics/0/print", "Rail set")
	rail.Fabrics[0].Print = cloth.TwoWay
	whole.Warned(t, rail, "print-turned", "/fabrics/0/print", "on its side")
	rail.Fabrics[0].Print = "glitter"
	whole.Warned(t, rail, "print-unknown", "/fabrics/0/print", "glitter")
}

// Marking as the quilter does it changes what there is to draw.
func TestMarkingIsABatchOfItsOwn(t *testing.T) {
	for marking, want := range map[making.Marking]int{making.OneLine: 2, making.Both: 4, making.Crease: 2} {
		d := whole.FromLibrary(t, "pinwheel")
		d.Schools.Marking = marking
		p := whole.Planned(t, d)
		if got := len(p.Pictures["half/mark"].Drawn); got != want || whole.Step(t, p, "half/mark").Does != "mark" {
			t.Errorf("%s: %d lines, want %d", marking, got, want)
		}
	}
	d := whole.FromLibrary(t, "pinwheel")
	d.Schools.Marking = making.Guide
	for _, s := range whole.Planned(t, d).Steps {
		if s.Does == "mark" {
			t.Errorf("with a guide on the machine, and %q is to do", s.Says)
		}
	}
}

// Alike rows are pressed alike; where that costs nesting a remedy says so. As steps of their own they nest, but where
// blocks with geese of one kind lie on those with geese of the other: at the two sides of each of four blocks.
func TestAlikeRowsApart(t *testing.T) {
	d := whole.FromLibrary(t, "eight-pointed-star")
	// The wings of the middle row in another fabric, so that no quarter turn looks the same.
	side := *whole.Unit(t, d, "goose")
	side.ID, side.Name = "side", "Side goose"
	other := *side.How.(*triangle.FlyingGeese)
	other.Sky = "C"
	side.How = &other
	grid := whole.Unit(t, d, "block").How.(*straight.Grid)
	grid.Rows[1].Cells[0].Unit, grid.Rows[1].Cells[2].Unit = "side", "side"
	d.Parts = append(d.Parts[:1:1], append([]making.Unit{side}, d.Parts[1:]...)...)
	p := whole.Planned(t, d)
	r, _ := askpress.RemediesFor(d, ask.Enough(nil))
	if p.Press.Clashes == 0 || len(r.List) == 0 || r.List[0].Name != "Sew alike rows apart" || r.List[0].Clashes != 8 {
		t.Fatalf("%d clash: %+v", p.Press.Clashes, r)
	}
	if p := whole.Planned(t, r.List[0].Document); p.Press.Clashes != 8 || whole.Step(t, p, "block/row-3").Make != 16 {
		t.Errorf("%d clash: %s", p.Press.Clashes, p.Press.Detail)
	}
}

// Check values of pressing (4 × 4 blocks): a pinwheel of four half-square units 12 identical, 0 with every other
// turned; log cabin 12; four half-square units of one kind as a diamond clash at all four of its mid-edges.
func TestPressingOfTriangles(t *testing.T) {
	for block, want := range map[string]int{"pinwheel": 0, "log-cabin": 12} {
		if p := whole.Planned(t, whole.FromLibrary(t, block)); p.Press.Clashes != want {
			t.Errorf("%s: %d clash, want %d", block, p.Press.Clashes, want)
		}
	}
	d := whole.FromLibrary(t, "pinwheel")
	d.Top.Rows, d.Top.Columns = 1, 1
	if p := whole.Planned(t, d); p.Press.Clashes != 0 {
		t.Errorf("inside a pinwheel %d clash", p.Press.Clashes)
	}
	d = whole.FromLibrary(t, "diamond")
	d.Top.Rows, d.Top.Columns = 1, 1
	p := whole.Planned(t, d)
	clashes := 0
	for _, c := range p.Pictures["block"].Crosses {
		if c.State == "clashes" {
			clashes++
		}
	}
	if clashes != 4 {
		t.Errorf("a diamond of one kind: %d of %d clash, want 4", clashes, len(p.Pictures["block"].Crosses))
	}
}

// More than 100,000 patches are refused at once, where they were asked for; the pictures of the units stay.
func TestTooManyPatchesInTheQuilt(t *testing.T) {
	d := whole.FromLibrary(t, "broken-dishes") // 32 patches a block
	d.Top.Rows, d.Top.Columns = 60, 60
	p, problems := plan.Make(d, nil)
	if stops := problems.Stops(); len(stops) != 1 || stops[0].Code != "too-many-patches" ||
		stops[0].At != "/top/rows" || len(p.Pictures) == 0 {
		t.Errorf("%v", stops)
	}
}

// Growth from 100 to 100,000 patches: the ratios are what to look at.
func BenchmarkPlanByPatches(b *testing.B) {
	for _, n := range []int{1, 4, 12, 39, 55} { // blocks of 32 patches on each side
		b.Run(fmt.Sprintf("%d-patches", n*n*32), func(b *testing.B) {
			d := whole.FromLibrary(b, "broken-dishes")
			d.Top.Rows, d.Top.Columns = n, n
			b.ReportAllocs()
			for b.Loop() {
				plan.Make(d, nil)
			}
		})
	}
}

// A half-square unit of 16″ is cut from squares of 16⅞″; beside their diagonal of 23.9″ the stitches run 23.4″: a ruler
// of 24″ does, one of 20″ does not. The square sewn of 4″ needs no ruler to speak of.
func TestADiagonalLongerThanTheRulerIsSaid(t *testing.T) {
	for _, c := range []struct {
		finished making.Breadth
		longest  measure.Written
		warned   bool
	}{
		{making.Typed("16 in"), measure.Written{}, false},
		{making.Typed("16 in"), measure.Typed("20 in"), true},
		{making.Typed("4 in"), measure.Typed("20 in"), false},
		{making.Typed("18 in"), measure.Written{}, true},
	} {
		var d document.Document
		for _, one := range whole.Blocks(t) {
			if one.Name == "Half-square unit" {
				d = one
			}
		}
		d.Parts = slices.Clone(d.Parts)
		how := *d.Parts[0].How.(*triangle.HalfSquare)
		how.Finished = c.finished
		d.Parts[0].How, d.Settings.Longest = &how, c.longest
		_, problems := plan.Make(d, nil)
		if got := whole.Has(problems, "ruler-too-short", "/units/0"); got != c.warned {
			t.Errorf("%s with a ruler of %q: warned %v (%v)", c.finished, c.longest, got, problems)
		}
	}
}
