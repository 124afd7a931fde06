package recut_test

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"vicis/core/ask"
	"vicis/core/askcloth"
	"vicis/core/askpress"
	"vicis/core/askunits"
	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/machine"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/quilt"
	"vicis/core/recut"
	"vicis/core/straight"
	"vicis/core/work"
	"vicis/internal/trial/whole"
)

// wave is a quilt of one tube: so many strips of a width, the columns as wide as widths say, each stepping by its step
// against the one before; the first begins at the first strip.
func wave(t testing.TB, strips int, cut string, widths []string, steps []float64) document.Document {
	t.Helper()
	d := whole.FromLibrary(t, "rising-steps")
	set, tube := whole.Unit(t, d, "set").How.(*straight.StripSet), whole.Unit(t, d, "wave").How.(*recut.Tube)
	set.Strips = nil
	for i := range strips {
		set.Strips = append(set.Strips, straight.SetStrip{
			ID: fmt.Sprintf("s%d", i+1), Role: string(rune('A' + i%6)), Width: making.Typed(cut),
		})
	}
	tube.Columns = nil
	for i, step := range append([]float64{0}, steps...) {
		tube.Columns = append(tube.Columns, recut.OpenedRing{
			ID: fmt.Sprintf("c%d", i+1), From: "set", Width: making.Typed(widths[i%len(widths)]), Step: step,
		})
	}
	return d
}

func steps(times int, each ...float64) (list []float64) {
	for range times {
		list = append(list, each...)
	}
	return list
}

// Crossings between the columns of one block that lie on each other, however the tube is pressed (found with an SMT
// solver); with two tubes in turn there are none.
func TestCrossingsOfWaves(t *testing.T) {
	for _, one := range []struct {
		strips    int
		steps     []float64
		clash, of int
	}{
		{6, steps(6, 2), 10, 30},
		{6, steps(3, 1, 2), 6, 30},
		{10, steps(4, 4), 7, 36},
		{8, steps(6, 2), 0, 42}, // 8 / gcd is even
		{8, steps(5, 1), 0, 35},
		// an odd number: one clash at each join, but where the seam with the defect is the one that is opened
		{5, steps(4, 1), 3, 16},
		{6, steps(5, 3), 0, 25},
	} {
		d := wave(t, one.strips, "2 1/2 in", []string{"2 in"}, one.steps)
		d.Top.Rows, d.Top.Columns = 1, 1
		p := whole.Planned(t, d)
		inside, clash := 0, 0
		for _, place := range p.Press.Places {
			if strings.HasPrefix(place.Where, "inside Wave") {
				inside, clash = inside+place.Crossings, clash+place.Clashes
			}
		}
		if inside != one.of || clash != one.clash {
			t.Errorf("%d strips, steps of %v: %d of %d clash, should be %d of %d", one.strips, one.steps, clash, inside,
				one.clash, one.of)
		}
		told := 0
		for _, c := range p.Tubes[0].Columns {
			told += len(c.Flips)
		}
		if told != clash {
			t.Errorf("%d strips, steps of %v: %d are turned by hand, and %d clash", one.strips, one.steps, told, clash)
		}
		d.Press = &document.Press{TwoWays: []document.TwoWays{{Unit: "set", In: "wave", Which: quilt.EveryColumn}}}
		if two := whole.Planned(t, d); two.Press.Clashes != 0 || len(two.Tubes[0].Sets) != 2 {
			t.Errorf("%d strips, steps of %v: with two tubes in turn %d clash", one.strips, one.steps, two.Press.Clashes)
		}
	}
}

// Where steps cannot nest the remedies know the second tube, with its price.
func TestTheSecondTubeIsARemedy(t *testing.T) {
	d := wave(t, 6, "2 1/2 in", []string{"2 in"}, steps(5, 2))
	d.Top.Rows, d.Top.Columns = 1, 4
	got, _ := askpress.RemediesFor(d, ask.Enough(nil))
	for _, r := range got.List {
		if strings.HasPrefix(r.Name, "Two tubes of Set") && r.Clashes == 0 {
			if !strings.Contains(strings.Join(r.Costs, ", "), "more") {
				t.Errorf("it costs nothing: %v", r.Costs)
			}
			return
		}
	}
	t.Errorf("no second tube among %d remedies", len(got.List))
}

// Laid straight they know it too.
func TestTheSecondTubeOfColumnsLaidStraight(t *testing.T) {
	d := wave(t, 6, "2 1/2 in", []string{"2 in"}, steps(5, 2))
	whole.Unit(t, d, "wave").How.(*recut.Tube).Straight = true
	d.Top.Rows, d.Top.Columns = 2, 2
	if p := whole.Planned(t, d); p.Press.Clashes == 0 {
		t.Fatal("steps of two nest in six strips")
	}
	p := whole.Planned(t, d)
	told := false // at the iron and at the machine: which crossing of which column
	for _, line := range p.Press.Lines {
		told = told || line.Of == "row-1" && strings.Contains(line.Card.Way, "column 2, crossing")
	}
	if row := whole.Step(t, p, "row-1"); !told || !strings.Contains(row.Sewing.Hold, "column 2, crossing") {
		t.Errorf("nothing is said of what is turned by hand: %s", row.Sewing.Hold)
	}
	got, _ := askpress.RemediesFor(d, ask.Enough(nil))
	if !slices.ContainsFunc(got.List, func(r askpress.Remedy) bool {
		return strings.HasPrefix(r.Name, "Two tubes") &&
			r.Clashes == 0
	}) {
		t.Errorf("no second tube among %d remedies", len(got.List))
	}
}

// In a colourway a wave has tubes, rings and columns of its own, joined or straight.
func TestAWaveInAColourway(t *testing.T) {
	for _, straight := range []bool{false, true} {
		d := whole.FromLibrary(t, "gentle-wave")
		whole.Unit(t, d, "wave").How.(*recut.Tube).Straight = straight
		d.Fabrics = append(d.Fabrics, cloth.Fabric{ID: "rust", Name: "Rust", Colour: "#8d3f2f"})
		d.Colourways = []document.Colourway{{ID: "rust", Name: "Rust", Fabrics: map[string]string{d.Roles[0].ID: "rust"}}}
		d.Top.Repeat = [][]quilt.Cell{{{Unit: "wave"}, {Unit: "wave", Colourway: "rust"}}}
		d.Top.Rows, d.Top.Columns = 2, 4
		p := whole.Planned(t, d)
		for _, id := range []string{"wave:c2", "wave@rust:c2"} {
			if s := whole.Step(t, p, id); s.Make != 8 {
				t.Errorf("straight %v: %d of %s", straight, s.Make, id)
			}
		}
		if p.Finished.Text != "30″ × 32″" || p.Press.Clashes != 0 {
			t.Errorf("straight %v: %s, %d clash", straight, p.Finished.Text, p.Press.Clashes)
		}
	}
}

// Ways to turn a wave are worked out as whole quilts: each says what its plan says.
func TestWavesAreArrangedAsTheyAreLaid(t *testing.T) {
	for _, straight := range []bool{false, true} {
		d := whole.FromLibrary(t, "gentle-wave")
		tube := whole.Unit(t, d, "wave").How.(*recut.Tube)
		tube.Straight = straight
		d.Top.Rows, d.Top.Columns = 3, 2
		got, problems := askpress.Arrangements(d, ask.Enough(nil))
		if problems.Stopped() || len(got.List) < 3 {
			t.Fatalf("%d ways: %v", len(got.List), problems)
		}
		for _, a := range got.List {
			one := d
			one.Top.Repeat = a.Repeat
			if p := whole.Planned(t, one); p.Press.Clashes != a.Clashes || p.Press.Crossings != a.Crossings {
				t.Errorf("straight %v, %s: %d of %d clash; its plan says %d of %d", straight, a.Name, a.Clashes, a.Crossings,
					p.Press.Clashes, p.Press.Crossings)
			}
		}
	}
}

// Another size of a wave is the size its plan has, whatever lies at the ends of its rows; and so is what comes out of
// cloth.
func TestWavesOfAnotherSize(t *testing.T) {
	for _, straight := range []bool{false, true} {
		d := whole.FromLibrary(t, "gentle-wave")
		tube := whole.Unit(t, d, "wave").How.(*recut.Tube)
		tube.Straight, tube.Edge = straight, making.RightEnd
		d.Top.Rows, d.Top.Columns = 2, 3
		list, problems := askcloth.NearTo(d, measure.Typed("50"), measure.Typed("60"))
		if problems.Stopped() || len(list) == 0 {
			t.Fatal(problems)
		}
		for _, one := range list {
			sized := d
			sized.Top.Rows, sized.Top.Columns = one.Rows, one.Columns
			if p := whole.Planned(t, sized); p.Finished.Text != one.Finished.Text {
				t.Errorf("straight %v: %d × %d is said to finish %s; its plan says %s", straight, one.Columns, one.Rows,
					one.Finished.Text, p.Finished.Text)
			}
		}
		reach, problems := askcloth.Backwards(d,
			[]askcloth.SupplyThere{{Fabric: d.Fabrics[0].ID, Length: measure.Typed("1 yd")}}, ask.Enough(nil))
		if problems.Stopped() || reach.Blocks == 0 {
			t.Fatalf("%+v %v", reach, problems)
		}
		sized := d
		sized.Top.Rows, sized.Top.Columns = reach.Rows, reach.Columns
		p := whole.Planned(t, sized)
		if p.Finished.Text != reach.Finished.Text || p.Blocks != reach.Blocks {
			t.Errorf("straight %v: %d blocks of %s come out; their plan says %d and %s", straight, reach.Blocks,
				reach.Finished.Text, p.Blocks, p.Finished.Text)
		}
		resized, problems := askunits.Resize(d, "wave", measure.Typed("15"))
		if p := whole.Planned(t, resized.Document); problems.Stopped() || p.Tubes[0].Columns[0].Width.Text != "4½″" ||
			p.Tubes[0].Sets[0].Round != "32″" {
			t.Errorf("twice as wide it is cut %s of a tube %s round: %v", p.Tubes[0].Columns[0].Width.Text,
				p.Tubes[0].Sets[0].Round, problems)
		}
	}
}

// A tube of eight 2½″ strips: 16 round, columns 16½; widths 2½, 2, 1½, 1, 1½, 2 take 10½″ and join to 8″; ten of them
// take 105″, three tubes at 39½″ each.
func TestATubeOfEight(t *testing.T) {
	d := whole.FromLibrary(t, "gentle-wave")
	d.Top.Rows, d.Top.Columns = 2, 5
	w, ok := work.Of(d)
	if !ok {
		t.Fatal(*w.Problems)
	}
	block := w.Unit("wave")
	if wide, high := block.Piece.Size(); wide != 8*measure.Inch || high != 33*measure.Inch/2 {
		t.Errorf("the block measures %v × %v", wide.Inches(), high.Inches())
	}
	if len(w.Cut.Sets) != 1 || w.Cut.Sets[0].Layups.Strips != 3 || !w.Cut.Sets[0].Layups.Proven() {
		t.Errorf("%d tubes", w.Cut.Sets[0].Layups.Strips)
	}
	total := measure.Length(0)
	for _, c := range w.Cut.Sets[0].Cuts {
		total += c.Cut * measure.Length(c.Make())
	}
	if total != 105*measure.Inch {
		t.Errorf("the rings take %v of tube", total.Inches())
	}
	for _, col := range block.Tube.Columns {
		if _, high := col.Piece.Size(); high != 33*measure.Inch/2 {
			t.Errorf("column %s is %v long", col.ID, high.Inches())
		}
	}
}

// Rings come to hand in the order of the list, over all tubes, where that takes no tube more; every ring once.
func TestTheListRunsOnFromTubeToTube(t *testing.T) {
	d := whole.FromLibrary(t, "gentle-wave")
	p := whole.Planned(t, d)
	var widths []string
	for _, part := range p.Script {
		for _, line := range part.Lines {
			for range line.Times {
				widths = append(widths, line.List...)
			}
		}
	}
	list := []string{"2½″", "2″", "1½″", "1″", "1½″", "2″"}
	if len(widths) != 16*len(list) {
		t.Fatalf("%d rings", len(widths))
	}
	for i, w := range widths {
		if w != list[i%len(list)] {
			t.Fatalf("ring %d is %s wide", i+1, w)
		}
	}
	// On cloth where the order of the list would take one tube more than the fewest, every tube follows it by itself.
	d.Cloth.Usable, d.Top.Columns, d.Top.Rows = measure.Typed("9 1/2 in"), 1, 1
	tube := whole.Unit(t, d, "wave").How.(*recut.Tube)
	for i, w := range []making.Breadth{
		making.Typed("5 in"), making.Typed("5 in"), making.Typed("4 in"),
		making.Typed("4 in"),
	} {
		tube.Columns[i].Width = w
	}
	tube.Columns = tube.Columns[:4]
	wk, ok := work.Of(d)
	if !ok {
		t.Fatal(*wk.Problems)
	}
	if n := wk.Cut.Sets[0].Layups.Strips; n != 2 {
		t.Errorf("%d tubes for 5, 5, 4 and 4 from 9", n)
	}
}

// Opened in the middle of a strip a column is two allowances shorter. Trimmed, all columns end where that one does;
// eked out, all are as long as one opened at a seam. Either way its seams lie half-way between those beside it.
func TestHalfSteps(t *testing.T) {
	for _, one := range []struct {
		even recut.Evening
		long float64
	}{{recut.TrimEnds, 12}, {recut.EkeOut, 12.5}} {
		d := whole.FromLibrary(t, "half-step-wave")
		whole.Unit(t, d, "wave").How.(*recut.Tube).Even = one.even
		w, ok := work.Of(d)
		if !ok {
			t.Fatal(*w.Problems)
		}
		columns := w.Unit("wave").Tube.Columns
		for i, c := range columns {
			if high := c.Piece.H.Inches(); high != one.long {
				t.Errorf("%s: column %d is %v long", one.even, i+1, high)
			}
			for j, y := range c.Piece.Parallels(false) {
				first := columns[0].Piece.Parallels(false)
				off := math.Mod(y.Inches()-first[0].Inches()+4, 2) // the strips finish 2″
				want := 0.0
				if c.Middle() {
					want = 1
				}
				bit := c.Bit > 0 && j == len(c.Piece.Parallels(false))-1
				if off != want && !bit {
					t.Errorf("%s: seam %d of column %d lies %v off", one.even, j+1, i+1, off)
				}
			}
		}
		p := whole.Planned(t, d)
		if bits := slices.ContainsFunc(p.Steps,
			func(s machine.StepShown) bool {
				return strings.HasSuffix(string(s.ID),
					"-bit")
			}); bits != (one.even == recut.EkeOut) {
			t.Errorf("%s: bits are cut: %v", one.even, bits)
		}
	}
}

// Columns straight in the top, one more at an end of every row: rings, openings and rows follow, and rows alternate. It
// is the same quilt as one whose columns are laid one by one.
func TestColumnsStraightInTheTop(t *testing.T) {
	byHand := whole.FromLibrary(t, "gentle-wave")
	var row []quilt.Cell
	for range 2 {
		for i := range 6 {
			row = append(row, quilt.Cell{Unit: place(i)})
		}
	}
	row = append(row, quilt.Cell{Unit: place(0)})
	byHand.Top.Repeat, byHand.Top.Rows, byHand.Top.Columns = [][]quilt.Cell{row}, 3, 13
	straight := whole.FromLibrary(t, "gentle-wave")
	tube := whole.Unit(t, straight, "wave").How.(*recut.Tube)
	tube.Straight, tube.Edge = true, making.RightEnd
	straight.Top.Rows, straight.Top.Columns = 3, 2
	for _, d := range []document.Document{byHand, straight} {
		p := whole.Planned(t, d)
		for id, n := range map[string]int{"wave:c1": 9, "wave:c2": 12, "wave:c3": 12, "wave:c4": 6} {
			if s := whole.Step(t, p, id); s.Make != n || s.Does != "open" {
				t.Errorf("%s: %d to %s", id, s.Make, s.Does)
			}
		}
		for _, s := range p.Steps {
			if s.ID == "wave" || s.ID == "wave@@B" {
				t.Error("a block is joined that is not laid")
			}
		}
		// Finished 2 + 1½ + 1 + ½ + 1 + 1½ = 7½, twice, and 2 more.
		if p.Finished.Text != "17″ × 48″" {
			t.Error(p.Finished.Text)
		}
		if row := whole.Step(t, p, "row-1"); row.Says != "Sew row 1 of 13 columns, twice." {
			t.Error(row.Says)
		}
		if _, said := plan.Make(d, nil); len(said) > 0 {
			t.Errorf("said: %v", said)
		}
		if p.Press.Clashes != 0 || len(p.Quilt.Cells) != 39 {
			t.Errorf("%d of %d clash: %s", p.Press.Clashes, p.Press.Crossings, p.Press.Detail)
		}
	}
	// Without more at the end the rows hold whole waves; at the left it is the last column; joined, it is one beside the
	// blocks.
	for _, one := range []struct {
		straight bool
		edge     making.RowEnd
		size     string
		cells    int
	}{{true, "", "15″ × 48″", 36}, {true, making.LeftEnd, "16½″ × 48″", 39}, {false, making.RightEnd, "17″ × 48″", 9}} {
		tube.Straight, tube.Edge = one.straight, one.edge
		if p := whole.Planned(t, straight); p.Finished.Text != one.size || len(p.Quilt.Cells) != one.cells {
			t.Errorf("%+v: %s, %d cells", one, p.Finished.Text, len(p.Quilt.Cells))
		}
	}
	tube.Straight, tube.Edge, straight.Top.Columns = true, making.RightEnd, 5000
	_, problems := plan.Make(straight, nil)
	whole.Refused(t, problems, "row-too-long", "/top/columns")
}

func place(i int) naming.Unit { return naming.Of("wave").Look(fmt.Sprintf("c%d", i+1)) }

// What cannot be cut or opened is said at its place, with the mend, and nothing else is.
func TestTubesThatCannotBe(t *testing.T) {
	at := func(place string) string { return "/units/1/how" + place }
	for _, one := range []struct {
		name   string
		change func(set *straight.StripSet, tube *recut.Tube)
		code   string
		at     string
	}{
		{"opened at a seam it has not", func(_ *straight.StripSet, m *recut.Tube) {
			m.Columns[2].Top,
				m.Columns[2].Step = "s9", 0
		}, "no-such-seam", at("/columns/2/top")},
		{"told twice", func(_ *straight.StripSet, m *recut.Tube) { m.Columns[2].Top = "s3" }, "step", at("/columns/2/step")},
		{
			"the middle of nothing", func(_ *straight.StripSet, m *recut.Tube) { m.Columns[2].Middle = true }, "step",
			at("/columns/2/middle"),
		},
		{
			"a third of a step", func(_ *straight.StripSet, m *recut.Tube) { m.Columns[2].Step = 1.0 / 3 }, "step",
			at("/columns/2/step"),
		},
		{
			"further than round", func(_ *straight.StripSet, m *recut.Tube) { m.Columns[2].Step = 7 }, "step",
			at("/columns/2/step"),
		},
		{
			"further than anything", func(_ *straight.StripSet, m *recut.Tube) { m.Columns[2].Step = 1e300 }, "step",
			at("/columns/2/step"),
		},
		{
			"within two allowances", func(_ *straight.StripSet, m *recut.Tube) { m.Columns[3].Width = making.Typed("1/2 in") },
			"too-narrow", at("/columns/3/width"),
		},
		{
			"unreadable", func(_ *straight.StripSet, m *recut.Tube) { m.Columns[3].Width = making.Typed("two") },
			"length-unreadable", at("/columns/3/width"),
		},
		{"wider than the tube is long", func(_ *straight.StripSet,
			m *recut.Tube,
		) {
			m.Columns[3].Width = making.Typed("45 in")
		}, "cloth-too-short", at("/columns/3/width")},
		{"500 columns", func(_ *straight.StripSet, m *recut.Tube) {
			for i := range 500 {
				c := m.Columns[1]
				c.ID = fmt.Sprintf("x%d", i)
				m.Columns = append(m.Columns, c)
			}
		}, "column-count", at("/columns")},
		{"no column", func(_ *straight.StripSet, m *recut.Tube) { m.Columns = nil }, "column-count", at("/columns")},
		{
			"two of one name", func(_ *straight.StripSet, m *recut.Tube) { m.Columns[2].ID = "c1" }, "id-not-unique",
			at("/columns/2/id"),
		},
		{
			"no name that can be told", func(_ *straight.StripSet, m *recut.Tube) { m.Columns[2].ID = "a/b" }, "id-not-unique",
			at("/columns/2/id"),
		},
		{"not closed", func(s *straight.StripSet, _ *recut.Tube) { s.Closed = false }, "not-a-tube", at("/columns/0/from")},
		{"itself", func(_ *straight.StripSet, m *recut.Tube) { m.Columns[0].From = "wave" }, "unit-of-itself", at("")},
		{
			"one strip", func(s *straight.StripSet, _ *recut.Tube) { s.Strips = s.Strips[:1] }, "one-strip",
			"/units/0/how/strips",
		},
		{"too narrow to open", func(s *straight.StripSet, _ *recut.Tube) {
			s.Strips = s.Strips[:2]
			s.Strips[0].Width, s.Strips[1].Width = making.Typed("1 1/2 in"), making.Typed("1 1/2 in")
		}, "tube-too-narrow", "/units/0/how/strips"},
		{
			"columns of unlike length", func(_ *straight.StripSet, m *recut.Tube) { m.Columns[2].Step = 0.5 }, "columns-unlike",
			at("/even"),
		},
		{"at no end", func(_ *straight.StripSet, m *recut.Tube) { m.Edge = "top" }, "edge-unknown", at("/edge")},
		{"evened otherwise", func(_ *straight.StripSet, m *recut.Tube) { m.Even = "stretch" }, "even-unknown", at("/even")},
		{"eked out of a thin strip", func(s *straight.StripSet, m *recut.Tube) {
			for i := range s.Strips {
				s.Strips[i].Width = making.Typed("1 1/2 in")
			}
			m.Columns[2].Step, m.Even = 0.5, recut.EkeOut
		}, "strip-too-narrow", at("/columns/2")},
	} {
		d := whole.FromLibrary(t, "rising-steps")
		one.change(whole.Unit(t, d, "set").How.(*straight.StripSet), whole.Unit(t, d, "wave").How.(*recut.Tube))
		_, problems := plan.Make(d, nil)
		if !problems.Stopped() {
			t.Errorf("%s is taken", one.name)
			continue
		}
		whole.Refused(t, problems, one.code, one.at)
		for _, p := range problems.Stops() {
			if p.Code != one.code {
				t.Errorf("%s: %s is said as well: %s", one.name, p.Code, p.Says)
			}
		}
	}
	d := whole.FromLibrary(t, "rising-steps")
	d.Parts = append(d.Parts, making.Unit{
		ID: "seg", Name: "Segment",
		How: &straight.SubCut{From: "set", Width: making.Typed("2 in")},
	})
	_, problems := plan.Make(d, nil)
	whole.Refused(t, problems, "set-closed", "/units/2/how/from")
}

// Where a wave breaks off, the longer lists that are offered go on, and are the whole plan of another document.
func TestAWaveThatBreaksOff(t *testing.T) {
	d := wave(t, 8, "2 1/2 in", []string{"2 in", "1 1/2 in", "1 in", "1 1/2 in"}, steps(3, 1))
	d.Top.Rows, d.Top.Columns = 2, 2
	before := whole.Planned(t, d)
	if before.Tubes[0].Closes || before.Tubes[0].Back != -3 {
		t.Fatalf("it steps back by %v and closes: %v", before.Tubes[0].Back, before.Tubes[0].Closes)
	}
	got, problems := askunits.WavesOf(d, "wave", ask.Enough(nil))
	if problems.Stopped() || len(got.List) != 3 {
		t.Fatalf("%d lists: %v", len(got.List), problems)
	}
	for i, columns := range []int{6, 8, 6} { // there and back; twice round; two columns more that step back
		w := got.List[i]
		p := whole.Planned(t, w.Document)
		if !p.Tubes[0].Closes || w.Columns != columns || len(p.Tubes[0].Columns) != columns {
			t.Errorf("%s: %d columns, closes: %v", w.Name, w.Columns, p.Tubes[0].Closes)
		}
		if now := p.Finished.W.Inches; math.Abs(now-before.Finished.W.Inches) > before.Finished.W.Inches/2 {
			t.Errorf("%s: the quilt is %v wide, and was %v", w.Name, now, before.Finished.W.Inches)
		}
		if w.Quilt != p.Finished.Text || w.Clashes != p.Press.Clashes || w.Tubes != p.Tubes[0].Sets[0].Tubes {
			t.Errorf("%s: %s, %d clash, %d tubes; its plan says %s, %d, %d", w.Name, w.Quilt, w.Clashes, w.Tubes,
				p.Finished.Text, p.Press.Clashes, p.Tubes[0].Sets[0].Tubes)
		}
	}
	if closed, _ := askunits.WavesOf(got.List[0].Document, "wave", ask.Enough(nil)); len(closed.List) > 0 {
		t.Error("what goes on is offered to go on")
	}
	if _, problems := askunits.WavesOf(d, "set", ask.Enough(nil)); !problems.Stopped() {
		t.Error("a strip set is taken for a wave")
	}
}
