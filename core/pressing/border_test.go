package pressing

import (
	"testing"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
)

// A quilt within a pieced border, really sewn: what is counted along its edges and corners is what virtual sewing finds
// there.
func TestCountsAgreeWithSewingABorder(t *testing.T) {
	units := [][]making.Unit{
		set("I", "I", "ABA"), set("II", "II", "BAB"), set("III", "III", "AB"),
		{join("block", "I", "II", "I"), join("other", "II", "I*", "II"), join("four", "III", "III*")},
	}
	corner := quilt.Cell{Unit: "four", Turn: 90}
	for _, cells := range [][]quilt.Cell{
		{{Unit: "four"}},
		{{Unit: "four", Turn: 90}, {Unit: "four"}},
		{{Unit: "four"}, {Unit: "four", Turn: 180}, {Unit: "four", Turn: 270}},
	} {
		for _, size := range [][2]int{{2, 2}, {2, 4}, {4, 2}} {
			top := all(size[0], size[1], "block", "other")
			top.Borders = []quilt.Border{{ID: "edge", Name: "edge", Cells: cells, Corner: &corner}}
			p := decided(t, top, Nest, false, units...)
			must := func(p piece.Piece, err error) piece.Piece {
				t.Helper()
				if err != nil {
					t.Fatal(err)
				}
				return p
			}
			row := func(k quilt.RowKind) piece.Piece {
				var out piece.Piece
				for j, c := range k.Cells {
					b := p.Layout.Blocks[c.Unit].Piece.Turn(c.Turn)
					if j == 0 {
						out = b
						continue
					}
					out = must(piece.JoinRight(out, b, in/4, k.SeamID(j)))
				}
				return out
			}
			var middle piece.Piece
			for r, k := range p.Layout.Rows {
				one := row(p.Layout.Kinds[k])
				if r == 0 {
					middle = one
					continue
				}
				middle = must(piece.JoinDown(middle, one, in/4, naming.Rows.Seam()))
			}
			ring := p.Layout.Rings[0]
			right, left, upper, lower := row(ring.Rows[0]).Turn(90), row(ring.Rows[1]).Turn(270), row(ring.Rows[2]),
				row(ring.Rows[3]).Turn(180)
			whole := must(piece.JoinRight(must(piece.JoinRight(left, middle, in/4, "sides on the left")), right, in/4,
				"sides on the right"))
			whole = must(piece.JoinDown(must(piece.JoinDown(upper, whole, in/4, "top")), lower, in/4, "bottom"))

			// +1 presses the seams of the sides toward the border: on the left against the seam's own +1.
			sides := p.Decisions[naming.Border("edge").Sides().Seam()].X
			p.Decisions["sides on the left"], p.Decisions["sides on the right"] = Decision{X: -sides},
				Decision{X: sides}
			clashes := 0
			for _, m := range whole.Meetings {
				if nests, _ := p.Nests(m); !nests {
					clashes++
				}
			}
			if len(whole.Meetings) != p.Crossings || clashes != p.Clashes {
				t.Errorf("%v, %d cells: sewn whole %d crossings, %d clash; counted %d, %d", size, len(cells),
					len(whole.Meetings), clashes, p.Crossings, p.Clashes)
			}
			if w, h := whole.Size(); w != ring.W || h != ring.H {
				t.Errorf("%v: sewn %v × %v, laid out %v × %v", size, w.Inches(), h.Inches(), ring.W.Inches(),
					ring.H.Inches())
			}
		}
	}
}
