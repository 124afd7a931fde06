package iron_test

import (
	"fmt"
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
	"vicis/core/piece"
	"vicis/core/plan"
	"vicis/core/pressing"
	"vicis/core/quilt"
	"vicis/core/record"
	"vicis/core/stock"
	"vicis/core/straight"
	"vicis/core/tally"
	"vicis/core/triangle"
	"vicis/core/work"
	"vicis/internal/trial/whole"
)

// ofPatches is a four-patch of two squares and two, none of them turned, laid 4 × 4.
func ofPatches(t *testing.T) document.Document {
	d := whole.FromLibrary(t, "pinwheel")
	d.Parts = []making.Unit{
		{ID: "a", Name: "A", How: &straight.PlainPatch{
			Role: "A", Width: making.Typed("2 1/2 in"),
			Height: making.Typed("2 1/2 in"),
		}},
		{ID: "b", Name: "B", How: &straight.PlainPatch{
			Role: "B", Width: making.Typed("2 1/2 in"),
			Height: making.Typed("2 1/2 in"),
		}},
		{ID: "block", Name: "Block", How: &straight.Grid{Rows: straight.Rows([][]straight.GridCell{
			{{Unit: "a"}, {Unit: "b"}},
			{{Unit: "b"}, {Unit: "a"}},
		})}},
	}
	d.Top = quilt.Top{Rows: 4, Columns: 4, Repeat: [][]quilt.Cell{{{Unit: "block"}}}}
	return d
}

// A block is turned unasked only where nobody can see it: never with a print that has a top, with a stripe by half a
// turn alone. What turning does is told in numbers.
func TestAPrintWithADirectionIsNotTurnedUnasked(t *testing.T) {
	d := ofPatches(t)
	straight := 0
	for _, c := range []struct {
		print  cloth.Print
		turned int
	}{{cloth.Plain, 8}, {cloth.TwoWay, 8}, {cloth.OneWay, 0}} {
		d.Fabrics[0].Print = c.print
		p := whole.Planned(t, d)
		if p.Press.Turned != c.turned || strings.Contains(p.Press.Detail, "looks the same, and") != (c.turned > 0) {
			t.Errorf("%s: %d turned, %q", c.print, p.Press.Turned, p.Press.Detail)
		}
		if c.turned == 0 {
			straight = p.Press.Clashes
			r, _ := askpress.RemediesFor(d, ask.Enough(nil))
			if straight == 0 || len(r.List) == 0 || r.List[0].Clashes >= straight {
				t.Errorf("%d clash, and what is offered instead is %+v", straight, r.List)
			}
		}
	}
	d.Fabrics[0].Print = cloth.Plain
	if says := whole.Planned(t, d).Press.Detail; !strings.Contains(says,
		fmt.Sprintf("no crossing clashes instead of %d.", straight)) {
		t.Errorf("%q, want %d", says, straight)
	}
	// A quarter turn shows a stripe: rails laid in turn are no longer taken for the same.
	rail := whole.FromLibrary(t, "rail")
	rail.Fabrics[0].Print = cloth.TwoWay
	if p := whole.Planned(t, rail); p.Press.Turned != 0 {
		t.Errorf("%d rails are turned", p.Press.Turned)
	}
}

// Rows of plain patches are one step whichever end comes first, unless their print would stand on its head.
func TestRowsOfAOneWayPrintAreNotTurnedOver(t *testing.T) {
	d := ofPatches(t)
	rows := func() (n int) {
		for _, s := range whole.Planned(t, d).Steps {
			if strings.HasPrefix(string(s.ID), "block/row-") {
				n++
			}
		}
		return n
	}
	for print, want := range map[cloth.Print]int{cloth.Plain: 1, cloth.TwoWay: 1, cloth.OneWay: 2} {
		d.Fabrics[0].Print = print
		if n := rows(); n != want {
			t.Errorf("%s: %d rows are sewn, want %d", print, n, want)
		}
		if _, problems := plan.Make(d, nil); print == cloth.OneWay {
			for _, p := range problems {
				if p.Code == "print-turned" {
					t.Error(p.Says)
				}
			}
		}
	}
}

// What the quilter turns is cautioned where it is laid, once the print shows it.
func TestATurnedCellIsCautionedWhereItIsLaid(t *testing.T) {
	d := whole.FromLibrary(t, "four-patch")
	d.Top.Rows, d.Top.Columns = 4, 4
	d.Top.Repeat = [][]quilt.Cell{{{Unit: "block"}, {Unit: "block"}, {Unit: "block", Turn: 180}}}
	none := func() {
		t.Helper()
		_, problems := plan.Make(d, nil)
		for _, p := range problems {
			if p.Code == "print-turned-here" {
				t.Errorf("%s: %s", p.At, p.Says)
			}
		}
	}
	none()
	d.Fabrics[0].Print = cloth.OneWay
	whole.Warned(t, d, "print-turned-here", "/top/repeat/0/2/turn", "upside down")
	d.Fabrics[0].Print = cloth.TwoWay
	none()
	wheel := whole.FromLibrary(t, "pinwheel")
	half(t, wheel).Way = triangle.Two
	wheel.Fabrics[0].Print = cloth.TwoWay
	whole.Warned(t, wheel, "print-turned-here", "/units/1/how/rows/0/cells/", "Half-square unit is turned here")
}

// half is how the half-square units of a document are made.
func half(t *testing.T, d document.Document) *triangle.HalfSquare {
	t.Helper()
	for _, u := range d.Parts {
		if m, ok := u.How.(*triangle.HalfSquare); ok {
			return m
		}
	}
	t.Fatal("there is none")
	return nil
}

// Two squares cut on the diagonal between two seams: one unit keeps the print of one half as it lay, the other of the
// other half, and once that is turned to look alike it stands on its head, which a stripe does not show. Of eight there
// are four round both diagonals: a stripe then lies along in some and across in others. Nothing is then said of how it
// lies in the block.
func TestPrintsThatFallOutEitherWay(t *testing.T) {
	d := whole.FromLibrary(t, "pinwheel")
	for _, c := range []struct {
		way    triangle.AtATime
		print  cloth.Print
		either bool
	}{
		{triangle.Two, cloth.OneWay, true},
		{triangle.Two, cloth.TwoWay, false},
		{triangle.Eight, cloth.OneWay, true},
		{triangle.Eight, cloth.TwoWay, true},
		{triangle.Eight, cloth.Plain, false},
	} {
		half(t, d).Way, d.Fabrics[0].Print = c.way, c.print
		_, problems := plan.Make(d, nil)
		codes := map[string]int{}
		for _, p := range problems {
			codes[p.Code]++
		}
		if c.either != (codes["print-falls-either-way"] == 1) || c.either &&
			codes["print-turned"]+codes["print-turned-here"] > 0 {
			t.Errorf("%s, %s: %v", c.way, c.print, codes)
		}
	}
	half(t, d).Way = triangle.Two
	d.Fabrics[0].Print = cloth.OneWay
	whole.Warned(t, d, "print-falls-either-way", "/fabrics/0/print", "not all of Half-square unit")
	framed := whole.FromLibrary(t, "square-in-square")
	for i := range framed.Fabrics {
		framed.Fabrics[i].Print = cloth.OneWay
	}
	// its triangles are halves of squares
	whole.Warned(t, framed, "print-falls-either-way", "/fabrics/1/print", "Square in a square")
}

// A unit whose print would lie another way does not stand in for one; and a row in which a block was turned is another
// row, once the print shows it. What was counted by a program that did not see prints is kept.
func TestWhatIsSeenOfAPrintIsKeptWithWhatIsCounted(t *testing.T) {
	d := ofPatches(t)
	looks := func() map[naming.Step]work.Step {
		w, ok := work.Of(d)
		if !ok {
			t.Fatal(w.Problems)
		}
		list := map[naming.Step]work.Step{}
		for _, s := range w.Steps {
			list[s.ID] = s
		}
		return list
	}
	plain := looks()["row-1"]
	d.Fabrics[0].Print = cloth.OneWay
	upright := looks()["row-1"]
	d.Top.Repeat = [][]quilt.Cell{{{Unit: "block"}, {Unit: "block", Turn: 180}}}
	turned := looks()["row-1"]
	if upright.Look == turned.Look || plainly(upright) != plainly(turned) || len(plain.Older) > 0 ||
		plain.Look == upright.Look {
		t.Errorf("%+v\n%+v\n%+v", plain, upright, turned)
	}
	w, _ := work.Of(d)
	l := stock.NewAccount()
	old := record.Event{ID: "1", Step: "row-1", Kind: record.Made, N: 1, Exact: turned.Exact(), Look: plainly(turned)}
	other := old
	other.ID, other.Look = "2", upright.Look
	l.Add(old, nil)
	l.Add(other, nil)
	for _, s := range tally.Against(l, w).Steps {
		if s.ID == "row-1" && s.Good != 1 {
			t.Errorf("%d rows are counted, want the old one alone", s.Good)
		}
	}
}

// plainly is what older programs saw.
func plainly(s work.Step) string { return append(s.Older, work.As{Exact: "", Look: s.Look})[0].Look }

// A crossing that a seam does not have cannot be spun, and nobody says that it was there once.
func TestOnlyCrossingsThatAreThereAreSpun(t *testing.T) {
	d := whole.FromLibrary(t, "nine-patch")
	seam := naming.Seam("")
	w, _ := work.Of(d)
	for _, m := range w.Units {
		for _, s := range m.Seams {
			if s.Points == 2 {
				seam = s.ID
			}
		}
	}
	if seam == "" {
		t.Fatal("no seam of a nine-patch has two crossings")
	}
	d.Press = &document.Press{Spun: []naming.Crossing{seam.At(9)}}
	whole.Warned(t, d, "crossing-gone", "/press/spun/0", "at 2 points")
	d.Press.Spun[0] = "block/never#1"
	if p := whole.Warned(t, d, "seam-gone", "/press/spun/0", "no such seam"); strings.Contains(p.Says, "any more") {
		t.Error(p.Says)
	}
}

// Under a school that goes to the dark, the last seams of a nine-patch mirror each other where nothing else decides.
func TestNoRidgeUnderToTheDark(t *testing.T) {
	d := whole.FromLibrary(t, "nine-patch")
	d.Schools.Press = pressing.Dark
	w, _ := work.Of(d)
	block := w.Unit("block").Seams
	if n := len(block); n != 2 || w.Press.Decisions[block[0].ID].X == w.Press.Decisions[block[1].ID].X {
		t.Errorf("%d seams: %+v", n, w.Press.Decisions)
	}
}

// Flipped corners lie outside; where a school of the middle says nothing, or is not followed, that is said, with what
// it would cost.
func TestASchoolThatCannotBeFollowedSaysSo(t *testing.T) {
	d := whole.FromLibrary(t, "snowball")
	d.Schools.Press = pressing.Outward
	p := whole.Planned(t, d)
	if strings.Contains(p.Press.Detail, "Neither side") {
		t.Error(p.Press.Detail)
	}
	wheel := whole.FromLibrary(t, "pinwheel")
	wheel.Schools.Press = pressing.Outward
	if says := whole.Planned(t, wheel).Press.Detail; !strings.Contains(says, "nearer the middle in Half-square unit") {
		t.Error(says)
	}
	nine := whole.FromLibrary(t, "uneven-nine-patch")
	nine.Schools.Press = pressing.Outward
	w, _ := work.Of(nine)
	if len(w.Press.Unheeded) == 0 {
		t.Skip("all of it goes outward")
	}
	says := whole.Planned(t, nine).Press.Detail
	held := nine
	held.Press = &document.Press{Held: map[naming.Seam]document.SeamSide{}}
	for seam, d := range w.Press.Decisions { // also those that go outward as it is
		if d.Seam.Outward != 0 {
			held.Press.Held[seam] = map[bool]document.SeamSide{true: document.Plus, false: document.Minus}[d.Seam.Outward > 0]
		}
	}
	if h, _ := work.Of(held); h.Press.Clashes != w.Press.Heeded || !strings.Contains(says, fmt.Sprint(h.Press.Clashes)) {
		t.Errorf("held so %d clash, it says %d: %q", h.Press.Clashes, w.Press.Heeded, says)
	}
}

// Sizes that hold √2 of an allowance do not grow with the strips: an hourglass of squares cut 4¼ finishes 3.0429
// (geometry), and asked for 4 it finishes 4, from squares of 4 + 1.2071.
func TestResizeSolvesForWhatIsSewn(t *testing.T) {
	d := whole.FromLibrary(t, "pinwheel")
	d.Parts = []making.Unit{
		{ID: "sq", Name: "Square", How: &straight.PlainPatch{
			Role: "A", Width: making.Typed("4 1/4 in"),
			Height: making.Typed("4 1/4 in"),
		}},
		{ID: "half", Name: "Half", How: &triangle.HalfSquare{
			Way: triangle.Two, Lower: making.Input{Unit: "sq"}, Upper: making.Input{Role: "B"},
		}},
		{ID: "glass", Name: "Hourglass", How: &triangle.HalfSquare{
			Way: triangle.Two, Lower: making.Input{Unit: "half"}, Upper: making.Input{Unit: "half", Turn: 270},
		}},
	}
	d.Top = quilt.Top{Rows: 2, Columns: 2, Repeat: [][]quilt.Cell{{{Unit: "glass"}}}}
	r, problems := askunits.Resize(d, "glass", measure.Typed("4"))
	if problems.Stopped() || r.Short != "" || r.Finished != "4″" {
		t.Fatalf("%q, %q, %v", r.Finished, r.Short, problems)
	}
	cut, err := measure.Parse(whole.Unit(t, r.Document, "sq").How.(*straight.PlainPatch).Width.String(), d.Units)
	if off := cut.Inches() - 5.2071; err != nil || off > 0.001 || off < -0.001 {
		t.Errorf("squares of %v", cut)
	}
	if p := whole.Planned(t, r.Document); p.Block.W.Text != "4″" {
		t.Errorf("it finishes %s", p.Block.Text)
	}
}

// Whatever other way to a unit is offered, every block that is laid looks as it did and is as large, its prints too.
func TestEveryOtherWayLeavesTheQuiltAsItIs(t *testing.T) {
	offered := 0
	for _, print := range []cloth.Print{cloth.Plain, cloth.OneWay} {
		for _, d := range whole.Blocks(t) {
			d.Fabrics[0].Print = print
			before, ok := work.Of(d)
			if !ok {
				t.Fatal(d.Name, before.Problems)
			}
			for _, u := range d.Parts {
				ways, _ := askunits.Ways(d, u.ID, ask.Enough(nil))
				for _, way := range ways {
					if way.Refused != "" || way.Chosen {
						continue
					}
					one := d
					one.Parts = nil
					for _, other := range d.Parts {
						if other.ID == u.ID {
							other = way.Unit
						}
						one.Parts = append(one.Parts, other)
					}
					after, ok := work.Of(one)
					if !ok {
						t.Errorf("%s, %s, %s: %v", d.Name, u.ID, way.Name, after.Problems.Stops())
						continue
					}
					offered++
					for id, n := range before.Layout.Count {
						was, is := before.Unit(id).Piece.Finished(before.Table.Seam), after.Unit(id).Piece.Finished(before.Table.Seam)
						if after.Layout.Count[id] != n || !piece.SameLook(was, is, before.Seen) {
							t.Errorf("%s (%s): %s made %s changes %s", d.Name, print, u.ID, way.Name, id)
						}
					}
				}
			}
		}
	}
	if offered < 100 {
		t.Errorf("only %d ways are offered", offered)
	}
}

// Four geese from one square are of two kinds, by which wing was sewn first: like beside like nests, mixed does not
// (checked by sewing both). Nothing is promised of them unsorted; pressed so that both are alike, all of it is.
func TestKindsThatLookAlikeAreNotPromisedUnsorted(t *testing.T) {
	d := whole.FromLibrary(t, "goose")
	d.Top.Rows, d.Top.Columns = 4, 4
	p := whole.Planned(t, d)
	if !strings.Contains(p.Press.Says, "sorted") || !strings.Contains(p.Press.Detail, "where like meets like") {
		t.Errorf("%s. %s", p.Press.Says, p.Press.Detail)
	}
	w, _ := work.Of(d)
	goose := w.Unit("goose")
	if goose.Unit.ID == "" {
		goose = w.Units[0]
	}
	kinds := goose.Variants[0]
	if len(kinds.Others) != 1 {
		t.Fatalf("%d other kinds", len(kinds.Others))
	}
	// Held so that both wings lie the same way for both kinds, nothing has to be sorted, and the 12 between them clash;
	// held otherwise they nest, like beside like.
	for _, sides := range [][2]document.SeamSide{
		{document.Plus, document.Plus},
		{document.Minus, document.Minus},
		{document.Plus, document.Minus},
	} {
		d.Press = &document.Press{Held: map[naming.Seam]document.SeamSide{
			goose.Seams[0].ID: sides[0],
			goose.Seams[1].ID: sides[1],
		}}
		held, ok := work.Of(d)
		if !ok {
			t.Fatal(held.Problems)
		}
		s := held.Table.Seam
		alike := held.Press.Alike(kinds.Piece, kinds.Others[0], s)
		same := sides[0] == sides[1] // both wings toward the sky, or both toward the goose
		if alike != same || same && (held.Press.Unsorted != 0 || held.Press.Clashes != 12) ||
			!same && (held.Press.Unsorted != 12 || held.Press.Clashes != 0) {
			t.Errorf("%v: alike %v, %d crossings depend on sorting, %d clash", sides, alike, held.Press.Unsorted,
				held.Press.Clashes)
		}
	}
	d.Parts[0].How = making.Others(d.Parts[0].How)[1] // one at a time there is one kind
	if says := whole.Planned(t, d).Press.Says; strings.Contains(says, "sorted") {
		t.Error(says)
	}
}

// A point where several pairs of ends meet is spun once. Where it does not come undone by twisting, the card says what
// to do.
func TestSpunPointsAreCountedOnce(t *testing.T) {
	d := whole.FromLibrary(t, "pinwheel")
	d.Top = quilt.Top{Rows: 1, Columns: 1, Repeat: [][]quilt.Cell{{{Unit: "block"}}}}
	w, _ := work.Of(d)
	seams := w.Unit("block").Seams
	last := seams[len(seams)-1]
	if last.Points != 1 || w.Press.Crossings != 5 {
		t.Fatalf("%d points, %d crossings", last.Points, w.Press.Crossings)
	}
	d.Press = &document.Press{Spun: []naming.Crossing{last.ID.At(1)}}
	p := whole.Planned(t, d)
	if p.Press.Clashes == 0 && p.Press.Spun != 1 || p.Press.Spun > 1 {
		t.Errorf("%d spun at one point, %d clash", p.Press.Spun, p.Press.Clashes)
	}
	for _, l := range p.Press.Lines {
		if string(l.Step) == "block" && !strings.Contains(l.Card.Way, "twisting does not undo them") {
			t.Errorf("%q", l.Card.Way)
		}
	}
	// It is the seams of the pairs whose stitches are undone: they are sewn short, and the last one as usual.
	short := 0
	for _, s := range p.Steps {
		if s.Sewing == nil {
			continue
		}
		undone, pair := strings.Contains(s.Sewing.Stitch, "undone"), strings.HasPrefix(string(s.ID), "block/")
		if undone {
			short++
		}
		if undone != pair {
			t.Errorf("%s: %s", s.ID, s.Sewing.Stitch)
		}
	}
	if short == 0 {
		t.Error("nothing is sewn short")
	}
}

// Of a pieced square that is cut again, what the knife goes through is no crossing any more, and its raw edges, which
// are never sewn to a neighbour as they are, decide nothing.
func TestWhatIsCutAgainCountsWhatIsLeft(t *testing.T) {
	d := whole.FromLibrary(t, "four-patch-halves")
	d.Top = quilt.Top{Rows: 1, Columns: 1, Repeat: [][]quilt.Cell{{{Unit: "halved"}}}}
	w, ok := work.Of(d)
	if !ok {
		t.Fatal(w.Problems)
	}
	laid := w.Unit("halved").Piece
	if w.Press.Crossings != len(laid.Meetings) {
		t.Errorf("%d crossings, %d in what is left", w.Press.Crossings, len(laid.Meetings))
	}
	for _, place := range w.Press.Places {
		if !strings.HasPrefix(place.Where, "inside Halved four-patch") {
			t.Errorf("counted %s", place.Where)
		}
	}
}

// A block of sixteen columns is told by its name and its columns, not by sixteen names.
func TestManyColumnsAreToldByTheirNumbers(t *testing.T) {
	d := whole.FromLibrary(t, "nine-patch")
	block := whole.Unit(t, d, "block").How.(*straight.Joined)
	block.Columns = nil
	for i := range 16 {
		block.Columns = append(block.Columns, making.Part{ID: fmt.Sprint("c", i+1), Unit: []naming.Unit{"I", "II"}[i%2]})
	}
	for _, s := range whole.Planned(t, d).Steps {
		if len(s.Name) > 60 || len(s.Says) > 160 {
			t.Errorf("%q: %q", s.Name, s.Says)
		}
	}
}

// A row of blocks goes one way though the seams at its two ends would rather go to the dark, each to its own: nothing
// crosses there. Where the end is held, it stays.
func TestARowGoesOneWay(t *testing.T) {
	d := whole.FromLibrary(t, "nine-patch")
	patch := func(id naming.Unit, role string) making.Unit {
		return making.Unit{ID: id, Name: string(id), How: &straight.PlainPatch{
			Role: role, Width: making.Typed("4 in"), Height: making.Typed("4 in"),
		}}
	}
	d.Parts = []making.Unit{patch("dark", "A"), patch("light", "B")}
	row := []quilt.Cell{{Unit: "dark"}, {Unit: "light"}, {Unit: "light"}, {Unit: "light"}, {Unit: "light"}, {Unit: "dark"}}
	d.Top = quilt.Top{Rows: 1, Columns: 6, Repeat: [][]quilt.Cell{row}}
	says := func() string {
		for _, l := range whole.Planned(t, d).Press.Lines {
			if l.Name == "Row 1" {
				return l.Says
			}
		}
		return ""
	}
	if got := says(); !strings.HasPrefix(got, "every seam to the ") {
		t.Errorf("%q", got)
	}
	d.Press = &document.Press{Held: map[naming.Seam]document.SeamSide{
		"row-1/2": document.Minus, "row-1/6": document.Plus,
	}}
	if got := says(); strings.HasPrefix(got, "every seam to the ") {
		t.Errorf("held: %q", got)
	}
}

// What was left until a row is laid is told on the card of that row.
func TestSeamsThatWaitAreOnTheCardOfTheirRow(t *testing.T) {
	d := whole.FromLibrary(t, "four-patch")
	for _, late := range []bool{false, true} {
		d.Schools.Press = map[bool]pressing.School{false: pressing.Nest, true: pressing.Late}[late]
		rows := 0
		for _, l := range whole.Planned(t, d).Press.Lines {
			if !strings.HasPrefix(l.Name, "Row ") || l.Name == "Row to row" {
				continue
			}
			rows++
			if strings.Contains(l.Card.Way, "First press the seams of Four-patch") != late {
				t.Errorf("late %v, %s: %s", late, l.Name, l.Card.Way)
			}
		}
		if rows == 0 {
			t.Error("no rows")
		}
	}
}
