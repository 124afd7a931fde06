package pressing

import (
	"testing"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
)

// A quilt on point, its rows really sewn to each other: each row stands under the one above as its columns say, filled
// up with cloth where it is shorter, and what is counted is what virtual sewing finds.
func TestCountsAgreeWithSewingOnPoint(t *testing.T) {
	units := [][]making.Unit{
		set("I", "I", "ABA"), set("II", "II", "BAB"),
		{join("block", "I", "II", "I"), join("other", "II", "I*", "II")},
	}
	for _, size := range [][2]int{{1, 1}, {2, 2}, {3, 2}, {2, 4}, {1, 4}} {
		top := all(size[0], size[1], "block", "other")
		top.Point = &quilt.PointSetting{Role: "C"}
		p := onPoint(t, top, units...)
		columns := size[0] + size[1] - 1
		var whole piece.Piece
		for r, k := range p.Layout.Rows {
			kind := p.Layout.Kinds[k]
			cell := func(c int) (piece.Piece, string, bool) {
				j := c - kind.Start
				if j < 0 || j >= len(kind.Cells) {
					high := p.Layout.BlockH + in/2
					return piece.Cut("filling", high, high), "", false
				}
				return p.Layout.Blocks[kind.Cells[j].Unit].Piece.Turn(kind.Cells[j].Turn), string(kind.SeamID(j)), j > 0
			}
			row, _, _ := cell(0)
			for c := 1; c < columns; c++ {
				next, seam, sewn := cell(c)
				if !sewn {
					seam = "filling"
				}
				var err error
				if row, err = piece.JoinRight(row, next, in/4, naming.Seam(seam)); err != nil {
					t.Fatal(err)
				}
			}
			if r == 0 {
				whole = row
				continue
			}
			var err error
			if whole, err = piece.JoinDown(whole, row, in/4, naming.Rows.Seam()); err != nil {
				t.Fatal(err)
			}
		}
		crossings, clashes := 0, 0
		for _, m := range whole.Meetings {
			if m.A.Seam == "filling" || m.B.Seam == "filling" {
				continue // no cloth is there
			}
			crossings++
			if nests, _ := p.Nests(m); !nests {
				clashes++
			}
		}
		if crossings != p.Crossings || clashes != p.Clashes {
			t.Errorf("%v: sewn %d crossings, %d clash; counted %d, %d", size, crossings, clashes, p.Crossings,
				p.Clashes)
		}
	}
}

// onPoint presses a top on point, its triangles among the units.
func onPoint(t *testing.T, top quilt.Top, units ...[]making.Unit) Plan {
	t.Helper()
	return decidedWith(t, top, func(tb *making.Table) []making.Made { return quilt.Triangles(top, tb) }, units...)
}
