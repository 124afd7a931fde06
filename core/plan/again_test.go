package plan_test

import (
	"testing"

	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/work"
)

// again is a library block that is cut again, its parts joined as the rows say.
func again(t testing.TB, id string, rows [][]making.GridCell) document.Document {
	t.Helper()
	d := fromLibrary(t, id)
	m := unit(t, d, "block").How.(*making.Grid)
	m.Rows = nil
	for _, cells := range rows {
		m.Rows = append(m.Rows, making.GridRow{Cells: cells})
	}
	d.Top.Rows, d.Top.Columns = 4, 4
	return d
}

// asCut lays every part where it was cut, those that turned says turned so.
func asCut(parts string, n int, turned func(row, column int) int) [][]making.GridCell {
	rows := make([][]making.GridCell, n)
	for r := range rows {
		for c := range n {
			rows[r] = append(rows[r], making.GridCell{Unit: naming.Of(parts).Place(r, c), Turn: turned(r, c)})
		}
	}
	return rows
}

// Crossings that do not nest in four by four identical blocks (found by simulation and an SMT solver); with every other block turned
// by half, which shows nothing, there are fewer.
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
		{"its sides turned by half", "corners-exchanged", "parts", 3, func(r, c int) int { return half((r+c)%2 == 1) }, 225, 60, 0},
		{"nine-patch as cut", "halved-nine-patch", "quarter", 2, func(_, _ int) int { return 0 }, 225, 124, 64},
		{"two quarters turned by half", "halved-nine-patch", "quarter", 2, func(r, c int) int { return half(r != c) }, 113, 12, 0},
	} {
		w, ok := work.Of(again(t, one.id, asCut(one.parts, one.n, one.turned)))
		if !ok {
			t.Fatalf("%s: %v", one.name, *w.Problems)
		}
		if w.Press.Crossings != one.crossings || w.Press.Straight != one.clashes {
			t.Errorf("%s: %d of %d clash, should be %d of %d", one.name, w.Press.Straight, w.Press.Crossings, one.clashes, one.crossings)
		}
		if w.Press.Clashes > one.turnedClashes {
			t.Errorf("%s: with blocks turned %d clash, should be %d", one.name, w.Press.Clashes, one.turnedClashes)
		}
	}
}
