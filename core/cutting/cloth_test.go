package cutting_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"vicis/core/ask"
	"vicis/core/askcloth"
	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/mat"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/quilt"
	"vicis/core/straight"
	"vicis/core/triangle"
	"vicis/core/work"
	"vicis/internal/trial/whole"
)

// cut is the cut list of one fabric.
func cutOf(t *testing.T, p plan.Plan, fabric string) mat.FabricCut {
	t.Helper()
	i := slices.IndexFunc(p.Cut, func(f mat.FabricCut) bool { return f.Fabric == fabric })
	if i < 0 {
		t.Fatalf("nothing is cut of %s", fabric)
	}
	return p.Cut[i]
}

// Leftovers are told for whole blocks, not by what one step takes: a star of eight half-square units, sewn eight at a
// time, for a quilt that leaves some.
func TestLeftoversAreEnoughForWholeBlocks(t *testing.T) {
	d := whole.FromLibrary(t, "diamond") // sixteen half-square units in a block, four to a row
	d.Parts[0].How.(*triangle.HalfSquare).Way = triangle.Eight
	d.Parts[0].How.(*triangle.HalfSquare).Sizing = making.Rule
	for columns := 1; columns < 12; columns++ {
		d.Top.Rows, d.Top.Columns = 1, columns
		w, ok := work.Of(d)
		if !ok {
			t.Fatal(w.Problems)
		}
		per := w.PerBlock("block")["half"].Need
		for _, l := range whole.Planned(t, d).Ledger.Leftovers {
			if l.Step != "half" {
				continue
			}
			if n := l.Count / per; n > 0 && !strings.Contains(l.GoodFor, fmt.Sprintf("Enough for %d more of", n)) ||
				n == 0 && !strings.Contains(l.GoodFor, fmt.Sprintf("takes %d of them", per)) {
				t.Errorf("%d over, %d to a block: %s", l.Count, per, l.GoodFor)
			}
			// Where a number of blocks leaves none over, a quilt of that many does.
			var more int
			if _, after, found := strings.Cut(l.GoodFor, "With "); found {
				if _, err := fmt.Sscanf(after, "%d block", &more); err == nil && strings.Contains(after, "none is over") {
					d.Top.Columns += more
					for _, again := range whole.Planned(t, d).Ledger.Leftovers {
						if again.Step == "half" {
							t.Errorf("with %d more, %d are over", more, again.Count)
						}
					}
					d.Top.Columns -= more
				}
			}
		}
	}
}

// Cliffs of strips whose ends are used are those of the whole cutting: at the width that is said the number holds, a
// mark below it does not.
func TestCliffsKnowOfEnds(t *testing.T) {
	checked := 0
	for _, d := range whole.Blocks(t) {
		d.Schools.Ends = "use"
		d.Top.Rows, d.Top.Columns = 4, 5
		p := whole.Planned(t, d)
		list, _ := askcloth.Cliffs(d, ask.Enough(nil))
		for _, c := range list {
			name, ends := strings.CutSuffix(c.Name, ", its ends used")
			if !ends {
				continue
			}
			i := slices.IndexFunc(d.Fabrics, func(f cloth.Fabric) bool { return f.Name == name })
			strips := func(usable measure.Length) (n int) {
				one := d
				one.Fabrics = slices.Clone(d.Fabrics)
				one.Fabrics[i].Usable = measure.Write(usable)
				q, problems := plan.Make(one, nil)
				if problems.Stopped() {
					t.Fatal(problems)
				}
				for _, s := range cutOf(t, q, one.Fabrics[i].ID).Strips {
					if s.Patches != nil {
						n += s.Count
					}
				}
				return n
			}
			holds := c.Least.Exact
			checked++
			if n := strips(holds); n != c.Strips {
				t.Errorf("%s, %s: %d at %s, %d were said (%s)", d.Name, c.Name, n, c.Least.Text, c.Strips, c.Says)
			}
			if n := strips(holds - measure.Inch/8); len(c.Rescue) > 0 && n <= c.Strips {
				t.Errorf("%s, %s: still %d a mark below %s", d.Name, c.Name, n, c.Least.Text)
			}
		}
		_ = p
	}
	if checked < 3 {
		t.Errorf("only %d cliffs with ends", checked)
	}
}

// What helps below a cliff costs what a plan on the narrower cloth buys, shared by the prints of an assortment.
func TestTheRescueIsWhatThePlanBuys(t *testing.T) {
	d := whole.Begin(t, whole.Chain)
	d.Cloth.Usable, d.Cloth.Squaring = measure.Typed("40 in"), measure.Typed("1/2 in")
	for _, prints := range []int{0, 12} {
		if d.Fabrics[0].Print = ""; prints > 0 {
			d.Fabrics[0].Print, d.Fabrics[0].Prints = cloth.Assorted, prints
		}
		list, problems := askcloth.Cliffs(d, ask.Enough(nil))
		if problems.Stopped() {
			t.Fatal(problems)
		}
		bought := 0
		for _, c := range list {
			for _, r := range c.Rescue {
				_, buy, found := strings.Cut(r, ": buy ")
				if !found {
					continue
				}
				bought++
				least := c.Least.Exact
				one := d
				one.Fabrics = slices.Clone(d.Fabrics)
				for i := range one.Fabrics {
					one.Fabrics[i].Usable = measure.Write(least - measure.Inch/8)
				}
				said := false
				for _, f := range whole.Planned(t, one).Cut {
					said = said || strings.HasPrefix(buy, f.Buy)
				}
				if !said {
					t.Errorf("%d prints, %s: %s", prints, c.Name, r)
				}
			}
		}
		if bought == 0 {
			t.Errorf("%d prints: nothing has to be bought below any cliff", prints)
		}
	}
}

// A block that was measured carries on: rows, top, borders, backing, binding and sizes follow it; a measured middle
// wins over it. By hand: 3 × 4 nine-patches of 6½ measured 6⅜ × 6⅝ finish 5⅞ × 6⅛, the middle 17⅝ + ½ × 24½ + ½, with a
// border cut 3½ (3 finished) 23⅝ × 30½ finished. What was sewn of rows before stays counted.
func TestAMeasuredBlockCarriesOn(t *testing.T) {
	d := whole.FromLibrary(t, "nine-patch")
	d.Top = quilt.Top{
		Rows: 4, Columns: 3, Repeat: d.Top.Repeat,
		Borders: []quilt.Border{{ID: "b", Name: "Border", Role: "A", Width: making.Typed("3 1/2 in")}},
		Backing: &quilt.Backing{Role: "B"}, Binding: &quilt.Binding{Role: "A"},
	}
	size := func(p plan.Plan, id string) string {
		for _, s := range p.Trim {
			if string(s.ID) == id {
				return s.Unfinished
			}
		}
		t.Fatalf("no size of %s", id)
		return ""
	}
	before := whole.Planned(t, d)
	d.Top.Block = &quilt.Measured{Width: measure.Typed("6 3/8 in"), Height: measure.Typed("6 5/8 in")}
	p := whole.Planned(t, d)
	if p.Finished.Text != "23⅝″ × 30½″" || p.Block.Text != "5⅞″ × 6⅛″" {
		t.Errorf("finishes %s of blocks of %s", p.Finished.Text, p.Block.Text)
	}
	for id, want := range map[string]string{
		"row-1": "18⅛″ × 6⅝″", "top": "18⅛″ × 25″", "b": "24⅛″ × 31″", "block": "6½″ × 6½″", "block-measured": "6⅜″ × 6⅝″",
	} {
		if got := size(p, id); got != want {
			t.Errorf("%s: %s, want %s", id, got, want)
		}
	}
	if s := whole.Step(t, p, "b/sides"); s.Size != "25″ long" { // as long as the middle
		t.Errorf("sides %s", s.Size)
	}
	row, now := whole.Step(t, before, "row-1"), whole.Step(t, p, "row-1")
	if row.Exact != now.Exact || row.Look != now.Look || row.Size == now.Size {
		t.Errorf("a row was %+v and is %+v", row, now)
	}
	if p.Quilt.Says == "" || before.Quilt.Says != "" || p.Quilt.W != before.Quilt.W {
		t.Errorf("drawn %v × %v: %q", p.Quilt.W, p.Quilt.H, p.Quilt.Says)
	}
	if p.Press.Crossings != before.Press.Crossings {
		t.Errorf("%d crossings, %d before", p.Press.Crossings, before.Press.Crossings)
	}
	d.Top.Measured = &quilt.Measured{Width: measure.Typed("18 in"), Height: measure.Typed("24 3/4 in")}
	if p = whole.Planned(t, d); p.Finished.Text != "23½″ × 30¼″" || size(p, "top-measured") != "18″ × 24¾″" {
		t.Errorf("finishes %s", p.Finished.Text)
	}
}

// Squares that are cut already are taken as they are; of a single block short strips are asked for.
func TestPrecutsAreTaken(t *testing.T) {
	d := whole.Plain(t, 4, 3)
	d.Supplies = []cloth.Supply{{
		ID: "squares", Fabric: "f", Kind: cloth.Pieces, Width: measure.Typed("8 1/2 in"),
		Length: measure.Typed("8 1/2 in"), Count: 12,
	}}
	p := whole.Planned(t, d)
	var says []string
	for _, part := range p.Script {
		for _, l := range part.Lines {
			says = append(says, l.Says)
		}
	}
	if len(says) != 1 || !strings.HasPrefix(says[0], "Take 12 pieces of 8½″ × 8½″") {
		t.Errorf("%q", says)
	}
	one := whole.FromLibrary(t, "nine-patch")
	one.Top.Rows, one.Top.Columns = 1, 1
	if s := whole.Step(t, whole.Planned(t, one), "strips/A/60960"); !strings.Contains(s.Says, "at least 5½″ long") { // ½ + 2 × 2½
		t.Errorf("%q", s.Says)
	}
	one.Top.Rows, one.Top.Columns = 4, 4
	if s := whole.Step(t, whole.Planned(t, one), "strips/A/60960"); strings.Contains(s.Says, "long") {
		t.Errorf("%q", s.Says)
	}
}

// Of cloth that shrinks what is left is what is left of it washed: 31½″ bought, a tenth lost, 24½″ cut leave 3.85″.
func TestRemnantsAreWashed(t *testing.T) {
	d := whole.Plain(t, 4, 2)
	d.Cloth.Shrinks = 10
	d.Parts[0].How.(*straight.PlainPatch).Width, d.Parts[0].How.(*straight.PlainPatch).Height = making.Typed("8 in"),
		making.Typed("8 in")
	d.Top.Columns, d.Top.Rows = 4, 3 // three strips of 8 and a squared end: 24½; ÷ 0.9 = 27.2, ⅞ yd
	p := whole.Planned(t, d)
	found := false
	for _, r := range p.Remnants {
		if r.Kind == cloth.Yardage {
			l, _ := r.Length.Length(), r.Length.Err()
			if off := l.Inches() - (31.5*0.9 - 24.5); off > 0.001 || off < -0.001 {
				t.Errorf("%s is left", r.Size)
			}
			found = true
		}
	}
	if cutOf(t, p, "f").Buy != "⅞ yd" || !found {
		t.Errorf("buy %s, %+v", cutOf(t, p, "f").Buy, p.Remnants)
	}
}

// A piece with motifs is not turned to hold more of them, and the motif is cut round there too; what a remnant is good
// for does not stand a one-way print on its side.
func TestMotifsAndOneWayPrintsFromPieces(t *testing.T) {
	d := whole.Plain(t, 2, 2)
	square := d.Parts[0].How.(*straight.PlainPatch)
	square.Width, square.Height = making.Typed("3 in"), making.Typed("4 1/2 in")
	d.Fabrics[0].Print, d.Fabrics[0].Motif = cloth.Motif,
		&cloth.Repeat{Across: measure.Typed("3 in"), Along: measure.Typed("5 in")}
	d.Supplies = []cloth.Supply{{
		ID: "piece", Fabric: "f", Kind: cloth.Pieces, Width: measure.Typed("6 in"),
		Length: measure.Typed("10 in"), Count: 1, // wherever its first motif lies, one is whole across and one along
	}}
	p := whole.Planned(t, d)
	line := p.Script[0].Lines[0].Says
	for _, l := range p.Script[0].Lines {
		if strings.HasPrefix(l.Says, "1 piece") {
			line = l.Says
		}
	}
	if !strings.Contains(line, "1 of 3″ × 5″ from it") || !strings.Contains(line, "Keep a motif in the middle") {
		t.Errorf("%q", line)
	}
	d.Fabrics[0].Print, d.Fabrics[0].Motif = cloth.OneWay, nil
	square.Width, square.Height = making.Typed("2 in"), making.Typed("9 in")
	d.Supplies, d.Top.Rows, d.Top.Columns = nil, 1, 19
	for _, r := range whole.Planned(t, d).Remnants {
		w, _ := r.Width.Length(), r.Width.Err()
		l, _ := r.Length.Length(), r.Length.Err()
		if r.Kind == cloth.Pieces && r.Fits != "" && (w < 9*measure.Inch || l < 2*measure.Inch) {
			t.Errorf("%s × %s is good for %s", r.Width, r.Length, r.Fits)
		}
	}
}

// A set of one strip is that strip: its sub-cuts are taken from it, and everything can be counted to the end.
func TestASetOfOneStrip(t *testing.T) {
	d := whole.FromLibrary(t, "nine-patch")
	d.Parts = append(d.Parts,
		making.Unit{ID: "lone", Name: "Lone", How: &straight.StripSet{Strips: []straight.SetStrip{{
			ID: "a", Role: "B",
			Width: making.Typed("6 1/2 in"),
		}}}},
		making.Unit{ID: "bar", Name: "Bar", How: &straight.SubCut{From: "lone", Width: making.Typed("2 1/2 in")}},
		making.Unit{ID: "both", Name: "Both", How: &straight.Joined{Columns: []making.Part{
			{ID: "a", Unit: "block"},
			{ID: "b", Unit: "bar"},
		}}})
	d.Top.Repeat = [][]quilt.Cell{{{Unit: "both"}}}
	p := whole.Planned(t, d)
	ids := map[string]bool{}
	for _, s := range p.Steps {
		ids[string(s.ID)] = true
	}
	for _, s := range p.Steps {
		for _, take := range s.Takes {
			if !ids[string(take.Step)] {
				t.Errorf("%s takes %s, which is no step", s.ID, take.Step)
			}
		}
	}
	whole.ToTheEnd(t, p, d)
	whole.Scripted(t, p)
}

// The corner squares of a border have crossings like any other seam: they nest as long as nothing holds them otherwise,
// and only then it is said; they get spares like cornerstones.
func TestCornerSquaresOfABorder(t *testing.T) {
	d := whole.FromLibrary(t, "nine-patch")
	without := whole.Planned(t, d).Press.Crossings
	d.Top.Borders = []quilt.Border{{ID: "b", Name: "Border", Role: "A", Width: making.Typed("3 1/2 in"), Corners: "B"}}
	d.Spares.Count = 2
	p := whole.Planned(t, d)
	if p.Press.Crossings != without+4 {
		t.Errorf("%d crossings, %d without the border", p.Press.Crossings, without)
	}
	if s := whole.Step(t, p, "b/corners"); !strings.Contains(s.Press, "so that they nest") {
		t.Errorf("%q", s.Press)
	}
	if s := whole.Step(t, p, "b/squares"); s.Make != 6 || s.Spare != 2 {
		t.Errorf("%d squares, %d of them spare", s.Make, s.Spare)
	}
	clashes := p.Press.Clashes
	d.Press = &document.Press{Held: map[naming.Seam]document.SeamSide{
		"b/sides":   document.Minus,
		"b/corners": document.Plus,
	}}
	p = whole.Planned(t, d)
	if s := whole.Step(t, p, "b/corners"); strings.Contains(s.Press, "nest") || p.Press.Clashes != clashes+4 {
		t.Errorf("%q, %d clash", s.Press, p.Press.Clashes)
	}
	if s := whole.Step(t, p, "b/sides"); !strings.HasPrefix(s.Press, "inward") {
		t.Errorf("%q", s.Press)
	}
	d.Press.Held["b/sides"] = document.Both
	if s := whole.Step(t, whole.Planned(t, d), "b/sides"); !strings.Contains(s.Press, "open") {
		t.Errorf("%q", s.Press)
	}
}

// The prints of an assortment are told by how many strips each of them needs: an even share of patches may need two of
// one print and one of another. Lay-ups that go to different piles are told apart.
func TestEvenSharesOfAnAssortment(t *testing.T) {
	d := whole.Plain(t, 5, 2) // ten squares, four from a strip; of two prints five each: two strips of each
	d.Fabrics[0].Print, d.Fabrics[0].Prints = cloth.Assorted, 2
	d.Top.Rows, d.Top.Columns = 1, 9 // nine: five of one, two strips, and four of the other, one strip
	p := whole.Planned(t, d)
	says := whole.Step(t, p, string(p.Cut[0].Strips[0].Step)).Says
	if !strings.Contains(says, "2 from one and 1 from another of its 2 prints") || p.Cut[0].Strips[0].Count != 3 {
		t.Errorf("%d: %q", p.Cut[0].Strips[0].Count, says)
	}
	sums := strings.Join(p.Cut[0].Strips[0].Patches.Working.Sums, "; ")
	if !strings.HasSuffix(sums, "4 of one print ÷ 4 = 1 strip, rounded up; 5 of one print ÷ 4 = 2 strips, rounded up; 3 "+
		"strips in all") {
		t.Error(sums)
	}
	if s := whole.Step(t, p, "p"); strings.Contains(s.Says, "from each") {
		t.Error(s.Says)
	}
}

// What others stand in for wholly keeps its step: none is made, what takes it takes it all the same, its sum says so,
// and everything can be counted to the end.
func TestWhatIsWhollyStoodInFor(t *testing.T) {
	d := whole.FromLibrary(t, "pinwheel")
	half := func(id string, way triangle.AtATime, also ...naming.Unit) making.Unit {
		return making.Unit{ID: naming.Unit(id), Name: strings.ToUpper(id), Also: also, How: &triangle.HalfSquare{
			Way: way, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"}, Finished: making.Typed("2 in"),
			Sizing: making.Rule,
		}}
	}
	four := func(id, of string) making.Unit {
		c := straight.GridCell{Unit: naming.Unit(of)}
		return making.Unit{
			ID: naming.Unit(id), Name: id,
			How: &straight.Grid{Rows: straight.Rows([][]straight.GridCell{{c, c}, {c, c}})},
		}
	}
	d.Parts = []making.Unit{
		half("eight", triangle.Eight), half("two", triangle.Two, "eight"), four("first", "eight"),
		four("other", "two"),
	}
	d.Top = quilt.Top{Rows: 1, Columns: 2, Repeat: [][]quilt.Cell{{{Unit: "first"}, {Unit: "other"}}}}
	p := whole.Planned(t, d)
	s := whole.Step(t, p, "two")
	if s.Make != 0 || len(s.Also) != 1 || s.Also[0].Count != 4 || !strings.Contains(s.Says, "4 of EIGHT stand in") {
		t.Errorf("%+v", s)
	}
	if sum := strings.Join(s.Working.Sums, "; "); !strings.Contains(sum, "2 × 2 for") || !strings.HasSuffix(sum, "= 0") {
		t.Errorf("%q", sum)
	}
	ids := map[naming.Step]bool{}
	for _, s := range p.Steps {
		ids[s.ID] = true
	}
	for _, s := range p.Steps {
		for _, take := range s.Takes {
			if !ids[take.Step] {
				t.Errorf("%s takes %s, which is no step", s.ID, take.Step)
			}
		}
	}
	whole.ToTheEnd(t, p, d)
	whole.Scripted(t, p)
}
