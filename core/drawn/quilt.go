package drawn

import (
	"math"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/quilt"
	"vicis/core/words"
)

// drawnCost is what each patch of a block takes that is drawn: see work.MakingCost.
const drawnCost = 4

// Quilt draws the whole quilt, finished.
func (b Drawing) Quilt() QuiltPicture {
	l := b.Layout
	out := Empty()
	w, h := l.Finished()
	out.W, out.H = Round(w.Inches()), Round(h.Inches())
	if m := b.Plain.Block; m != nil {
		across, down := m.Size()
		out.Says = "Drawn as planned; sizes follow the block that was measured, " + words.By(b.Table.Ruler, across, down) +
			"."
	}
	for unit := range l.Blocks {
		out.Blocks[unit] = b.Piece(l.Seen(unit), &b.Press)
		b.Spent(drawnCost * len(out.Blocks[unit].Patches))
	}
	var left measure.Length
	for _, ring := range l.Rings {
		left += ring.Width - 2*b.Table.Seam
	}
	b.marks(&out, left)
	var gap measure.Length // loose blocks do not touch
	if l.Loose {
		gap, out.Loose = measure.Inch, true
		out.W, out.H = Round((w + gap*measure.Length(l.Columns()-1)).Inches()),
			Round((h + gap*measure.Length(len(l.Rows)-1)).Inches())
	}
	if l.OnPoint {
		b.onPoint(&out, left)
	} else {
		y := left
		for r, kind := range l.Rows {
			x := left
			for c := range l.Across(r) {
				cell := l.Cell(r, c)
				out.Cells = append(out.Cells, Placed{
					Block: cell.Unit, Turn: cell.Turn, X: Round(x.Inches()),
					Y: Round(y.Inches()),
				})
				x += l.Widths[c] + gap
			}
			y += l.Kinds[kind].High + gap
		}
	}
	for i := range l.Rings {
		out.Borders = append(out.Borders, b.ring(i)...)
		out.Cells = append(out.Cells, b.piecedRing(i)...)
	}
	return out
}

// onPoint places the blocks of diagonal rows: turned by an eighth to the left, a row runs up and to the right.
func (b Drawing) onPoint(out *QuiltPicture, left measure.Length) {
	l := b.Layout
	half := l.BlockW.Inches() * math.Sqrt2 / 2
	first := b.Plain.Rows - 1 // the column of the block in the upper left corner
	place := func(row, column int, cell quilt.Cell) {
		r, c := float64(row), float64(column-first)
		x, y := left.Inches()+half*(r+c+1), left.Inches()+half*(r-c+1) // of its middle
		out.Cells = append(out.Cells, Placed{
			Block: cell.Unit, Turn: (cell.Turn + 315) % 360,
			X: Round(x - l.BlockW.Inches()/2), Y: Round(y - l.BlockW.Inches()/2),
		})
	}
	for r, kind := range l.Rows {
		for c, cell := range l.Kinds[kind].Cells {
			place(r, l.Kinds[kind].Start+c, cell)
		}
	}
	for _, c := range l.Corners(b.Plain) {
		place(c.Row+c.Down, c.Column+c.Right, quilt.Cell{Unit: naming.CornerTriangle, Turn: c.Turn})
	}
}

// ring draws the four finished pieces of one border.
func (b Drawing) ring(i int) []PatchShape {
	var outer measure.Length // what lies outside this border
	for _, r := range b.Layout.Rings[i+1:] {
		outer += r.Width - 2*b.Table.Seam
	}
	ring := b.Layout.Rings[i]
	t := ring.Width - 2*b.Table.Seam
	w, h := ring.W-2*b.Table.Seam, ring.H-2*b.Table.Seam
	rect := func(role string, x, y, w, h measure.Length) PatchShape {
		x0, y0, x1, y1 := Round((outer + x).Inches()), Round((outer + y).Inches()), Round((outer + x + w).Inches()),
			Round((outer + y + h).Inches())
		return PatchShape{b.Fabric(role), []float64{x0, y0, x1, y0, x1, y1, x0, y1}}
	}
	role := ring.Border.Role
	var list []PatchShape
	if ring.Rows == nil {
		list = []PatchShape{
			rect(role, 0, 0, w, t), rect(role, 0, h-t, w, t), rect(role, 0, t, t, h-2*t),
			rect(role, w-t, t, t, h-2*t),
		}
	}
	if c := ring.Border.Corners; c != "" && ring.Border.Corner == nil {
		for _, at := range [][2]measure.Length{{0, 0}, {w - t, 0}, {0, h - t}, {w - t, h - t}} {
			list = append(list, rect(c, at[0], at[1], t, t))
		}
	}
	return list
}

// piecedRing places the units of a pieced border: the same row along all four sides, turned as it goes round.
func (b Drawing) piecedRing(i int) []Placed {
	ring := b.Layout.Rings[i]
	if ring.Rows == nil {
		return nil
	}
	var outer measure.Length
	for _, r := range b.Layout.Rings[i+1:] {
		outer += r.Width - 2*b.Table.Seam
	}
	t := (ring.Width - 2*b.Table.Seam).Inches()
	w, h := (ring.W - 2*b.Table.Seam).Inches(), (ring.H - 2*b.Table.Seam).Inches()
	var list []Placed
	for k, turn := range []int{90, 270, 0, 180} {
		inset := 0.0
		if ring.Border.Corner == nil {
			inset = t
		}
		var x float64
		for _, c := range ring.Rows[k].Cells {
			u := b.Layout.Wide(c).Inches()
			at := Placed{Block: c.Unit, Turn: (c.Turn + turn) % 360}
			switch turn {
			case 0:
				at.X = inset + x
			case 180:
				at.X, at.Y = w-inset-x-u, h-t
			case 90:
				at.X, at.Y = w-t, t+x
			case 270:
				at.Y = h - t - x - u
			}
			at.X, at.Y = Round(at.X+outer.Inches()), Round(at.Y+outer.Inches())
			list = append(list, at)
			x += u
		}
	}
	return list
}
