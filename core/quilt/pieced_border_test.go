package quilt_test

import (
	"strings"
	"testing"

	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/quilt"
	"vicis/internal/trial/whole"
)

// By hand: 24″ × 32″ take 12 units of 2″ along each end and 16 along each side, 56 in all, half of each cloth; 28″ ×
// 36″ with them.
func TestAPiecedBorderIsCountedByHand(t *testing.T) {
	d := whole.Bordered(t, 3, 4, "2 1/2")
	p := whole.Planned(t, d)
	made := whole.Counts(p)
	if p.Finished.Text != "28″ × 36″" || made["dark"] != 28 || made["light"] != 28 || made["edge/squares"] != 4 ||
		made["edge/corners"] != 4 || made["edge/top"] != 1 || made["edge/left"] != 1 {
		t.Errorf("%s, %v", p.Finished.Text, made)
	}
	tiledWithBorders(t, p)
	whole.Scripted(t, p)
	// A unit in each corner: two more of it in the top row and two in the bottom row, and no squares.
	d.Top.Borders[0].Corners, d.Top.Borders[0].Corner = "", &quilt.Cell{Unit: "light"}
	p = whole.Planned(t, d)
	if made := whole.Counts(p); made["light"] != 32 || made["edge/squares"] != 0 || made["edge/corners"] != 0 {
		t.Errorf("%v", made)
	}
	tiledWithBorders(t, p)
	for _, s := range p.Steps {
		if s.ID == "edge/top" && (s.Size != "28½″ × 2½″" || s.Sewing.Seams != 13) {
			t.Errorf("%+v", s)
		}
	}
	// A plain border outside it.
	d.Top.Borders = append(d.Top.Borders, quilt.Border{
		ID: "outer", Name: "the outer border", Role: "A",
		Width: making.Typed("3 1/2"),
	})
	if p = whole.Planned(t, d); p.Finished.Text != "34″ × 42″" {
		t.Error(p.Finished.Text)
	}
	tiledWithBorders(t, p)
}

// What does not come out even is refused with the border that would make it: 24″ and units of 5″ are an inch short of
// 25″, so ½″ all round, cut 1″. Over 24″ × 32″ no border of one width suits units of 3″: 8″ more one way than the other
// is no multiple of 3″.
func TestAPiecedBorderMustMeet(t *testing.T) {
	for _, c := range []struct {
		columns, rows int
		unit, mend    string
	}{
		{3, 3, "5 1/2", "a plain border cut 1″ wide"},
		{3, 4, "3 1/2", "no plain border of one width"},
		{3, 3, "7 1/2", "a plain border cut 2½″ wide"},
	} {
		d := whole.Bordered(t, c.columns, c.rows, c.unit)
		_, problems := plan.Make(d, nil)
		whole.Refused(t, problems, "border-does-not-meet", "/top/borders/0")
		if len(problems) == 0 || !strings.Contains(problems[0].Mend, c.mend) {
			t.Errorf("%+v", problems)
		}
	}
	// The mend mends.
	d := whole.Bordered(t, 3, 3, "5 1/2")
	d.Top.Borders = append([]quilt.Border{{ID: "spacer", Name: "a spacer", Role: "A", Width: making.Typed("1")}},
		d.Top.Borders...)
	if p := whole.Planned(t, d); whole.Counts(p)["dark"]+whole.Counts(p)["light"] != 20 {
		t.Errorf("%v", whole.Counts(p))
	}
}

// Squares of one size within and around: the border goes on where the middle ends, so 4 × 4 squares with a border of
// squares are 6 × 6 squares with 5 × 5 crossings, and all of them nest.
func TestCrossingsAtAPiecedBorder(t *testing.T) {
	d := whole.Bordered(t, 4, 4, "8 1/2")
	d.Top.Borders[0].Corners, d.Top.Borders[0].Corner = "", &quilt.Cell{Unit: "light"}
	if p := whole.Planned(t, d); p.Press.Crossings != 25 || p.Press.Clashes != 0 {
		t.Errorf("%d crossings, %d clash: %+v", p.Press.Crossings, p.Press.Clashes, p.Press.Places)
	}
	// However its corners are sewn on, 6 × 6 squares have 25 crossings; a measured middle does not come to lie where it
	// was planned, and leaves its own 9 and those of the 4 corners.
	d.Top.Borders[0].Corners, d.Top.Borders[0].Corner = "B", nil
	if p := whole.Planned(t, d); p.Press.Crossings != 25 || p.Press.Clashes != 0 {
		t.Errorf("%d crossings, %d clash", p.Press.Crossings, p.Press.Clashes)
	}
	d.Top.Measured = &quilt.Measured{Width: measure.Typed("32 1/2"), Height: measure.Typed("32 1/2")}
	if p := whole.Planned(t, d); p.Press.Crossings != 13 {
		t.Errorf("%d crossings", p.Press.Crossings)
	}
}

func TestBadPiecedBordersAreSaidAtTheirPlace(t *testing.T) {
	for _, c := range []struct {
		change   func(*quilt.Border)
		code, at string
	}{
		{func(b *quilt.Border) { b.Cells[1].Unit = "none" }, "unit-unknown", "/top/borders/0/cells/1/unit"},
		{func(b *quilt.Border) { b.Cells[1].Unit = "p" }, "border-uneven", "/top/borders/0/cells/1"},
		{func(b *quilt.Border) { b.Cells[0].Turn = 45 }, "turn", "/top/borders/0/cells/0/turn"},
		{
			func(b *quilt.Border) { b.Cells[0].Colourway = "night" }, "colourway-unknown",
			"/top/borders/0/cells/0/colourway",
		},
		{func(b *quilt.Border) { b.Corners = "" }, "corner-missing", "/top/borders/0/corners"},
		{func(b *quilt.Border) { b.Corner = &quilt.Cell{Unit: "none"} }, "unit-unknown", "/top/borders/0/corner/unit"},
		{func(b *quilt.Border) { b.Corner = &quilt.Cell{Unit: "p"} }, "corner-differs", "/top/borders/0/corner"},
	} {
		d := whole.Bordered(t, 3, 4, "2 1/2")
		c.change(&d.Top.Borders[0])
		_, problems := plan.Make(d, nil)
		whole.Refused(t, problems, c.code, c.at)
	}
}

// tiledWithBorders adds the borders' strips to what tiled counts.
func tiledWithBorders(t *testing.T, p plan.Plan) {
	t.Helper()
	q := p
	q.Quilt.Blocks = map[naming.Unit]drawn.Picture{}
	for id, b := range p.Quilt.Blocks {
		q.Quilt.Blocks[id] = b
	}
	q.Quilt.Cells = append([]drawn.Placed{{Block: "the borders"}}, p.Quilt.Cells...)
	q.Quilt.Blocks["the borders"] = drawn.Picture{Patches: p.Quilt.Borders}
	whole.Tiled(t, p.Name, q)
}
