package drawn

import (
	"math"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
)

// The back of the whole quilt: the seams between blocks and rows with their allowances, and what meets across them.

// mostMarked is how many blocks a quilt may have for its seams to be told apart on a drawing of the whole.
const mostMarked = 600

// marks draws what lies between the blocks of the middle.
func (b Drawing) marks(out *QuiltPicture, left measure.Length) {
	l := b.Layout
	cells := 0
	for _, r := range l.Rows {
		cells += len(l.Kinds[r].Cells)
	}
	if cells > mostMarked || l.Loose {
		return
	}
	b.borderMarks(out)
	place := b.placing(left)
	line := func(seam naming.Seam, x1, y1, x2, y2 float64) {
		x1, y1 = place(x1, y1)
		x2, y2 = place(x2, y2)
		b.mark(out, seam, x1, y1, x2, y2)
	}
	crosses := func(list []piece.Meeting, x, y float64) {
		for _, c := range b.Press.Crossed(list) {
			sx, sy := place(x+inches(c.Spot.X), y+inches(c.Spot.Y))
			out.Crosses = append(out.Crosses, cross(c, Round(sx), Round(sy)))
		}
	}
	ends := l.Ends()
	columns := []float64{0} // where every column starts
	for _, w := range l.Widths {
		columns = append(columns, columns[len(columns)-1]+w.Inches())
	}
	at := func(k quilt.RowKind, place int) float64 { // where the cell after so many of a row starts
		return columns[min(len(columns)-1, max(0, k.Start+place))]
	}
	y := 0.0
	for r, kind := range l.Rows {
		k := l.Kinds[kind]
		high := k.High.Inches()
		for j := 1; j < len(k.Cells); j++ {
			x := at(k, j)
			line(k.SeamID(j), x, y, x, y+high)
			crosses(piece.Meet(ends(k.Cells[j-1], piece.Right), ends(k.Cells[j], piece.Left), k.SeamID(j)), at(k, j-1),
				y)
		}
		if r > 0 {
			above := l.Kinds[l.Rows[r-1]]
			from, to := l.Shared(above, k)
			if from < to {
				line(naming.Rows.Seam(), columns[from], y, columns[to], y)
			} else { // a strip right through
				line(naming.Rows.Seam(), 0, y, columns[len(columns)-1], y)
			}
			for c := from; c < to; c++ {
				up, down := above.Cells[c-above.Start], k.Cells[c-k.Start]
				high := l.Wide(quilt.Cell{Unit: up.Unit, Turn: (up.Turn + 90) % 360})
				crosses(piece.Meet(ends(up, piece.Bottom), ends(down, piece.Top), naming.Rows.Seam()), columns[c],
					y-high.Inches())
				if c > from {
					m := piece.Meeting{
						Over: naming.Rows.Seam(),
						A:    piece.End{Seam: above.SeamID(c - above.Start), E: -1},
						B:    piece.End{Seam: k.SeamID(c - k.Start), E: 1},
					}
					crosses([]piece.Meeting{m}, columns[c], y)
				}
			}
		}
		b.cornerMarks(r, at, y, line)
		y += high
	}
}

// cornerMarks are the seams of the corner triangles that lie in a row.
func (b Drawing) cornerMarks(
	r int, at func(k quilt.RowKind, place int) float64, y float64, line func(seam naming.Seam, x1, y1, x2, y2 float64),
) {
	l := b.Layout
	k := l.Kinds[l.Rows[r]]
	high := k.High.Inches()
	for _, c := range l.Corners(b.Plain) { // the triangle lies left of each line
		if !l.OnPoint || c.Row != r {
			continue
		}
		x, wide := at(k, c.Column-k.Start), l.Wide(k.Cells[c.Column-k.Start]).Inches()
		switch {
		case c.Down < 0:
			line(naming.CornersOn.Seam(), x, y, x+wide, y)
		case c.Down > 0:
			line(naming.CornersOn.Seam(), x+wide, y+high, x, y+high)
		case c.Right > 0:
			line(naming.CornersOn.Seam(), x+wide, y, x+wide, y+high)
		default:
			line(naming.CornersOn.Seam(), x, y+high, x, y)
		}
	}
}

// mark draws a seam of the whole quilt with its allowances.
func (b Drawing) mark(out *QuiltPicture, seam naming.Seam, x1, y1, x2, y2 float64) {
	drawn := SeamStroke{seam, Round(x1), Round(y1), Round(x2), Round(y2)}
	out.Seams = append(out.Seams, drawn)
	s := b.Table.Seam.Inches()
	x := b.Press.Decisions[seam].X
	for _, side := range []int{1, -1} {
		if x != -side {
			out.Bands = append(out.Bands, Band{courses{}.band([]SeamStroke{drawn}, 0, float64(side)*s, out.W, out.H)})
		}
	}
}

// borderMarks draws the seams that sew borders on, those between the units of pieced ones, and what meets across them.
func (b Drawing) borderMarks(out *QuiltPicture) {
	var outer measure.Length
	facings := b.Layout.Facings()
	for i := len(b.Layout.Rings) - 1; i >= 0; i-- {
		ring := b.Layout.Rings[i]
		off, t := outer.Inches(), (ring.Width - 2*b.Table.Seam).Inches()
		w, h := (ring.W - 2*b.Table.Seam).Inches(), (ring.H - 2*b.Table.Seam).Inches()
		inset := 0.0 // of top and bottom, where squares are sewn to their ends
		if ring.Rows != nil && ring.Border.Corner == nil {
			inset = t
		}
		// +1 presses these toward the border, which lies left of each of them.
		sides, ends := ring.Border.ID.Sides().Seam(), ring.Border.ID.Ends().Seam()
		b.mark(out, sides, off+t, off+h-t, off+t, off+t)
		b.mark(out, sides, off+w-t, off+t, off+w-t, off+h-t)
		b.mark(out, ends, off, off+t, off+w, off+t)
		b.mark(out, ends, off+w, off+h-t, off, off+h-t)
		if ring.Border.HasSquares() {
			// The long piece lies left of each.
			corner := ring.Border.ID.Corners().Seam()
			b.mark(out, corner, off+t, off, off+t, off+t)
			b.mark(out, corner, off+w-t, off+t, off+w-t, off)
			b.mark(out, corner, off+t, off+h-t, off+t, off+h)
			b.mark(out, corner, off+w-t, off+h, off+w-t, off+h-t)
			c := b.Press.Crossed([]piece.Meeting{ring.Border.CornerMeeting()})[0]
			for _, at := range [][2]float64{{t, t}, {w - t, t}, {t, h - t}, {w - t, h - t}} {
				out.Crosses = append(out.Crosses, cross(c, Round(off+at[0]), Round(off+at[1])))
			}
		}
		for k, row := range ring.Rows {
			// A point of the row as it would lie along the top, and where that is.
			at := []func(x, y float64) (float64, float64){
				func(x, y float64) (float64, float64) { return w - y, t + x },
				func(x, y float64) (float64, float64) { return y, h - t - x },
				func(x, y float64) (float64, float64) { return inset + x, y },
				func(x, y float64) (float64, float64) { return w - inset - x, h - y },
			}[k]
			var x float64
			for j, c := range row.Cells {
				if j > 0 {
					x1, y1 := at(x, 0)
					x2, y2 := at(x, t)
					b.mark(out, row.SeamID(j), off+x1, off+y1, off+x2, off+y2)
				}
				x += b.Layout.Wide(c).Inches()
			}
		}
		for _, f := range facings {
			if f.Ring != i {
				continue
			}
			for _, m := range piece.Meet(f.A, f.B, f.Over) {
				along := inches(m.A.At)
				x, y := w-t, t+along
				switch f.Side {
				case piece.Left:
					x = t
				case piece.Top:
					x, y = inset+along, t
				case piece.Bottom:
					x, y = inset+along, h-t
				}
				c := b.Press.Crossed([]piece.Meeting{m})[0]
				out.Crosses = append(out.Crosses, cross(c, Round(off+x), Round(off+y)))
			}
		}
		outer += ring.Width - 2*b.Table.Seam
	}
}

// placing gives for a point of the middle, as its rows are sewn, where it lies in the quilt.
func (b Drawing) placing(left measure.Length) func(x, y float64) (float64, float64) {
	off := left.Inches()
	if !b.Layout.OnPoint {
		return func(x, y float64) (float64, float64) { return off + x, off + y }
	}
	// Turned by an eighth to the left about the upper corner of the first block.
	first := float64(b.Plain.Rows-1) * b.Layout.BlockW.Inches()
	half := math.Sqrt2 / 2
	return func(x, y float64) (float64, float64) {
		x -= first
		return off + half*(x+y), off + half*(y-x) + b.Layout.BlockW.Inches()*half
	}
}
