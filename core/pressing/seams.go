package pressing

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
)

// seamsOf lists every seam of the quilt that is decided: of units, of rows, between rows, of borders.
func seamsOf(l quilt.Layout, units []making.Made) []making.SeamKind {
	var seams []making.SeamKind
	for _, m := range units {
		seams = append(seams, m.Seams...)
	}
	for _, k := range l.AllRows() {
		for j := 1; j < len(k.Cells); j++ {
			left, right := l.Blocks[k.Cells[j-1].Unit], l.Blocks[k.Cells[j].Unit]
			seams = append(seams, making.SeamKind{
				ID: k.SeamID(j), Row: true,
				Plus:  making.Facing(right.Unit.Name, right.Piece.Turn(k.Cells[j].Turn), piece.Left),
				Minus: making.Facing(left.Unit.Name, left.Piece.Turn(k.Cells[j-1].Turn), piece.Right),
			})
		}
	}
	if len(l.SewnRows()) > 1 {
		seams = append(seams, making.SeamKind{
			ID:   naming.Rows.Seam(),
			Plus: making.Neighbour{Name: "the row above", Bulk: 1}, Minus: making.Neighbour{Name: "the row below"},
		})
	}
	inside := "the middle of the quilt"
	if l.OnPoint {
		seams = append(seams, making.SeamKind{
			ID:   naming.CornersOn.Seam(),
			Plus: making.Neighbour{Name: "the corner triangles"}, Minus: making.Neighbour{Name: "the blocks", Bulk: 1},
		})
	}
	for _, ring := range l.Rings {
		border := making.Neighbour{Name: ring.Border.Name}
		for _, id := range []naming.Step{ring.Border.ID.Sides(), ring.Border.ID.Ends()} {
			seams = append(seams, making.SeamKind{
				ID: id.Seam(), Plus: border,
				Minus: making.Neighbour{Name: inside, Bulk: 1},
			})
		}
		if ring.Border.HasSquares() {
			seams = append(seams, making.SeamKind{
				ID: ring.Border.ID.Corners().Seam(), Plus: making.Neighbour{Name: "the long piece"},
				Minus: making.Neighbour{Name: "the corner square"},
			})
		}
		inside = ring.Border.Name
	}
	return seams
}

// crossingsInside lists the crossings in blocks, and how many kinds of blocks there are.
func crossingsInside(l quilt.Layout, units []making.Made) (list []kindOfCrossing, joint int) {
	for _, m := range units {
		for _, block := range m.Each() {
			for kind := range MostKinds {
				id := block.Unit.ID.Kind(kind)
				n := l.Count[id]
				if n == 0 {
					continue
				}
				joint++
				for _, meeting := range l.Blocks[id].Piece.Crossings(l.Seam) {
					list = append(list, kindOfCrossing{meeting, "inside " + block.Unit.Name, true, n, joint})
				}
			}
		}
	}
	return list, joint
}

// crossingsOf lists every kind of crossing of the quilt with its count: inside blocks, where blocks meet, and at the
// corners of four blocks. A plain border meets the blocks with no seam of its own.
func crossingsOf(l quilt.Layout, units []making.Made) []kindOfCrossing {
	list, joint := crossingsInside(l, units)
	endsOf := l.Ends()
	for _, j := range l.Joints() {
		from, to, words := piece.Right, piece.Left, "between %s and %s, side by side"
		if j.Down {
			from, to, words = piece.Bottom, piece.Top, "between %s and %s below it"
		}
		where := fmt.Sprintf(words, l.Blocks[j.A.Unit].Unit.Name, l.Blocks[j.B.Unit].Unit.Name)
		joint++
		for _, m := range piece.Meet(endsOf(j.A, from), endsOf(j.B, to), j.Over) {
			list = append(list, kindOfCrossing{m, where, false, j.Count, joint})
		}
	}
	for _, f := range l.Facings() {
		joint++
		for _, m := range piece.Meet(f.A, f.B, f.Over) {
			list = append(list, kindOfCrossing{m, "at the pieced border", false, 1, joint})
		}
	}
	for _, ring := range l.Rings {
		if ring.Border.HasSquares() {
			joint++
			list = append(list, kindOfCrossing{
				ring.Border.CornerMeeting(), "at the corners of " + ring.Border.Name, false, 4, joint,
			})
		}
	}
	pairs := map[[2]int]int{}
	var order [][2]int
	for r := 1; r < len(l.SewnRows()); r++ {
		pair := [2]int{l.Rows[r-1], l.Rows[r]}
		if pairs[pair] == 0 {
			order = append(order, pair)
		}
		pairs[pair]++
	}
	for _, pair := range order {
		above, below := l.Kinds[pair[0]], l.Kinds[pair[1]]
		from, to := l.Shared(above, below)
		for c := from + 1; c < to; c++ {
			// Row seams run from top to bottom: the upper one ends at the joint, the lower one starts there.
			m := piece.Meeting{
				Over: naming.Rows.Seam(), A: piece.End{Seam: above.SeamID(c - above.Start), E: -1},
				B: piece.End{Seam: below.SeamID(c - below.Start), E: 1},
			}
			joint++
			list = append(list, kindOfCrossing{m, "where four blocks meet", false, pairs[pair], joint})
		}
	}
	return list
}
