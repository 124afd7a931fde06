package quilt

import (
	"testing"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/straight"
)

const in = measure.Inch

func laid(t *testing.T, top Top, turning Turning) Layout {
	t.Helper()
	var problems problem.List
	tb := making.Table{
		Units: measure.Inches, Seam: in / 4, Strip: 5 * in / 2,
		Ruler: measure.Ruler{Units: measure.Inches, Mark: in / 8}, Squaring: in / 2,
		Usable: func(string) (measure.Length, bool) { return 40 * in, true }, Seen: piece.ByRole, Problems: &problems,
	}
	square := func(id string) making.Unit {
		return making.Unit{
			ID: naming.Unit(id), Name: id,
			How: &straight.PlainPatch{Role: "A", Width: making.Typed("6 1/2"), Height: making.Typed("6 1/2")},
		}
	}
	made, _ := making.All([]making.Unit{square("a"), square("b")}, tb)
	tb.Made = func(id naming.Unit) (making.Made, bool) { m, ok := made[id]; return m, ok }
	if !Check(top, &tb) || len(problems) > 0 {
		t.Fatal(problems)
	}
	return Lay(top, &tb, turning, func(unit naming.Unit) bool { return unit == "a" })
}

func TestEveryCellIsLaidAndCounted(t *testing.T) {
	repeats := map[string][][]Cell{
		"one":         {{{Unit: "a"}}},
		"in turn":     {{{Unit: "a"}, {Unit: "b"}}, {{Unit: "b"}, {Unit: "a"}}},
		"three rows":  {{{Unit: "a"}}, {{Unit: "b"}}, {{Unit: "b", Turn: 90}}},
		"columns":     {{{Unit: "a"}, {Unit: "b"}, {Unit: "b"}}},
		"turned once": {{{Unit: "a", Turn: 270}, {Unit: "a"}}},
	}
	for name, repeat := range repeats {
		for _, size := range [][2]int{{1, 1}, {1, 5}, {5, 1}, {4, 4}, {7, 5}} {
			rows, columns := size[0], size[1]
			l := laid(t, Top{Rows: rows, Columns: columns, Repeat: repeat}, AsDrawn)
			blocks, inRows := 0, 0
			for _, n := range l.Count {
				blocks += n
			}
			for _, k := range l.Kinds {
				inRows += k.Count
			}
			if blocks != rows*columns || inRows != rows || len(l.Rows) != rows {
				t.Errorf("%s, %d × %d: %d blocks in %d rows", name, columns, rows, blocks, inRows)
			}
			for r := range rows {
				for c := range columns {
					if l.Cell(r, c) != repeat[r%len(repeat)][c%len(repeat[0])] {
						t.Errorf("%s: another block at row %d, column %d", name, r, c)
					}
				}
				if r > 0 && l.Rows[r] == l.Rows[r-1] {
					t.Errorf("%s: rows %d and %d are sewn alike and cannot be pressed alternately", name, r-1, r)
				}
			}
			joints := 0
			for _, j := range l.Joints() {
				joints += j.Count
			}
			if want := rows*(columns-1) + columns*(rows-1); joints != want {
				t.Errorf("%s, %d × %d: %d joints, want %d", name, columns, rows, joints, want)
			}
		}
	}
}

func TestSizesFromBlocksAndBorders(t *testing.T) {
	top := Top{
		Rows: 5, Columns: 4, Repeat: [][]Cell{{{Unit: "a"}}},
		Borders: []Border{
			{ID: "in", Role: "A", Width: making.Typed("1 1/2")},
			{ID: "out", Role: "A", Width: making.Typed("4 1/2")},
		},
	}
	l := laid(t, top, AsDrawn)
	if w, h := l.Middle(); w != 49*in/2 || h != 61*in/2 {
		t.Errorf("blocks alone %v × %v", w.Inches(), h.Inches())
	}
	if w, h := l.Finished(); w != 34*in || h != 40*in { // 24 + 2·1 + 2·4, 30 + 2·1 + 2·4
		t.Errorf("with both borders %v × %v", w.Inches(), h.Inches())
	}
	inner, outer := l.Rings[0], l.Rings[1]
	if inner.Sides != 61*in/2 || inner.Ends != 53*in/2 || outer.Sides != 65*in/2 || outer.Ends != 69*in/2 {
		t.Errorf("sides %v, ends %v; outer sides %v, ends %v", inner.Sides.Inches(), inner.Ends.Inches(),
			outer.Sides.Inches(), outer.Ends.Inches())
	}
}

func TestOnlyBlocksThatLookTheSameAreTurned(t *testing.T) {
	for _, c := range []struct {
		repeat [][]Cell
		which  WhichBlocks
		turned int
	}{
		{[][]Cell{{{Unit: "a"}}}, EveryOther, 8},
		{[][]Cell{{{Unit: "a"}}}, EveryColumn, 8},
		{[][]Cell{{{Unit: "b"}}}, EveryOther, 0},
		{[][]Cell{{{Unit: "a"}, {Unit: "b"}}}, EveryOther, 4},
		{[][]Cell{{{Unit: "a"}}}, None, 0},
	} {
		l := laid(t, Top{Rows: 4, Columns: 4, Repeat: c.repeat}, Turning{c.which, 180})
		if l.Turned != c.turned {
			t.Errorf("%s: %d blocks turned, want %d", c.which, l.Turned, c.turned)
		}
		for r := range 4 {
			for cc := range 4 {
				cell := l.Cell(r, cc)
				if want := c.which == EveryOther && (r+cc)%2 == 1 || c.which == EveryColumn &&
					cc%2 == 1; cell.Unit == "a" && (cell.Turn == 180) != want {
					t.Errorf("%s: row %d, column %d is turned by %d", c.which, r, cc, cell.Turn)
				}
			}
		}
	}
}
