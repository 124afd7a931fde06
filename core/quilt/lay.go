package quilt

import (
	"slices"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
)

// Lay lays out a top that Check found good. turns says which blocks look the same once turned so; it is not asked where
// none are turned.
func Lay(top Top, t *making.Table, turning Turning, turns func(unit naming.Unit) bool) Layout {
	l := Layout{
		Loose: top.Loose, Turning: turning, Blocks: map[naming.Unit]making.Made{}, Count: map[naming.Unit]int{},
		Seam: t.Seam, sashed: top.Sashing != nil,
	}
	laid := func(cell Cell, row, column int) Cell {
		if !cell.Unit.Fills() && turning.Which.Means(row, column) && turns(cell.Unit) {
			cell.Turn = (cell.Turn + turning.Degrees) % 360
			l.Turned++
		}
		return cell
	}
	if top.Point != nil {
		l.onPoint(top, laid)
	} else {
		l.straight(top, laid)
	}
	for _, k := range l.Kinds {
		for _, cell := range k.Cells {
			l.Count[cell.Unit] += k.Count
		}
	}
	for unit := range l.Count {
		l.Blocks[unit], _ = t.Made(unit)
	}
	block, w, h, _ := blockOf(top, t)
	more, taller := top.beyond(block, t) // every block is as large as one was measured
	l.Eased = more != 0 || taller != 0
	l.BlockW, l.BlockH = w+more-2*t.Seam, h+taller-2*t.Seam
	if l.OnPoint {
		diagonal := block.W.Sub(piece.Of(2*t.Seam - more)).TimesRoot2()
		for i, n := range []int{top.Columns, top.Rows} {
			l.corners[i] = diagonal.Times(n).Nearest()
		}
		l.Widths = slices.Repeat([]measure.Length{l.BlockW}, top.Columns+top.Rows-1)
	}
	l.measure(top, more, taller)
	w, h = l.Middle()
	if m := top.Measured; m != nil {
		l.Eased = true
		w, h = m.Size()
	}
	l.W, l.H = w, h
	l.round(top, w, h, t)
	l.finish(top, t)
	return l
}

// measure says how high every row is and how wide every column, blocks being larger than they are sewn by so much.
func (l *Layout) measure(top Top, more, taller measure.Length) {
	for i := range l.Kinds {
		k := &l.Kinds[i]
		for c, cell := range k.Cells {
			w, h := l.Blocks[cell.Unit].Piece.Turn(cell.Turn).Size()
			if !cell.Unit.Fills() || cell.Unit == naming.SashLevel {
				w += more
			}
			if !cell.Unit.Fills() || cell.Unit == naming.SashUpright || cell.Unit.IsTriangle() {
				h += taller
			}
			if k.High = max(k.High, h-2*l.Seam); !l.Loose { // all are as high
				k.High = h - 2*l.Seam
			}
			if !l.OnPoint && len(k.Cells) == top.Columns && c == len(l.Widths) {
				l.Widths = append(l.Widths, w-2*l.Seam)
			} else if l.Loose {
				l.Widths[c] = max(l.Widths[c], w-2*l.Seam)
			}
		}
	}
}

// round lays the borders round the middle.
func (l *Layout) round(top Top, w, h measure.Length, t *making.Table) {
	for _, b := range top.Borders {
		width := b.cutWidth(t)
		ring := BorderRing{Border: b, Width: width, Sides: h, Ends: w + 2*width - 4*t.Seam}
		if b.Corners != "" && b.Corner == nil {
			ring.Ends = w
		}
		if b.IsPieced() {
			l.rows(b, &ring, w, h, t)
		}
		w += 2*width - 4*t.Seam
		h += 2*width - 4*t.Seam
		ring.W, ring.H = w, h
		l.Rings = append(l.Rings, ring)
	}
}

// straight lays the rows of a straight setting. Rows that are alike are one kind, but those that lie one above the
// other never.
func (l *Layout) straight(top Top, laid func(cell Cell, row, column int) Cell) {
	period := len(top.Repeat)
	each := 1 // rows of the repeat to a row of blocks
	if top.Sashing != nil {
		each = 2
	}
	if period/each%2 == 1 {
		period *= 2
	}
	turned := make([]int, period)
	for r := range top.Rows {
		k := r % period
		if k == len(l.Kinds) {
			kind := RowKind{ID: naming.Row(k + 1), Cells: make([]Cell, top.Columns)}
			if repeat := top.Repeat[r%len(top.Repeat)]; len(repeat) == 1 && repeat[0].Unit == naming.SashLevel {
				kind.Cells = make([]Cell, 1)
			}
			before := l.Turned
			for c := range kind.Cells {
				kind.Cells[c] = laid(top.cellAt(r, c), r/each, c/each)
			}
			turned[k] = l.Turned - before
			l.Kinds = append(l.Kinds, kind)
		} else {
			l.Turned += turned[k]
		}
		l.Rows = append(l.Rows, k)
		l.Kinds[k].Count++
	}
}
