package quilt

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/piece"
	"vicis/core/problem"
)

// A pieced border is a row of units sewn end to end. The four sides are the same border, turned as it goes round, each
// a row of its own: what they are sewn to is pressed one way, and so they may have to be pressed differently.

// IsPieced says whether a border is sewn of units and not cut in one strip.
func (b Border) IsPieced() bool { return len(b.Cells) > 0 }

var rowsOfBorder = []string{"right", "left", "top", "bottom"}

// eases is how much longer or shorter than the edge each unit of a pieced border may come out to be eased in
// (judgement).
const eases = measure.Inch / 64

// widestSpacer is as wide as a plain border is advised (judgement).
const widestSpacer = 12 * measure.Inch

// cellOf is a cell's piece as it lies.
func cellOf(c Cell, t *making.Table) (piece.Piece, making.Made, bool) {
	m, ok := t.Made(c.Unit)
	if !ok || m.InLength || c.Turn%90 != 0 || c.Turn < 0 || c.Turn > 270 {
		return piece.Piece{}, m, false
	}
	return m.Piece.Turn(c.Turn), m, true
}

// run is how many cells of a border come nearest to a finished length, and how long they then are.
func (b Border) run(long measure.Length, t *making.Table) (cells []Cell, is measure.Length) {
	for {
		c := b.Cells[len(cells)%len(b.Cells)]
		p, _, ok := cellOf(c, t)
		if !ok {
			return cells, is
		}
		w, _ := p.Size()
		w -= 2 * t.Seam
		if w <= 0 || len(cells) > 0 && is+w/2 > long || len(cells) >= MostBlocks {
			return cells, is
		}
		cells, is = append(cells, c), is+w
	}
}

// fits says whether a run is eased in.
func fits(cells []Cell, is, long measure.Length) bool {
	off := max(is-long, long-is)
	return off <= eases*measure.Length(len(cells))
}

// cutWidth is how wide a border is, its allowances included.
func (b Border) cutWidth(t *making.Table) measure.Length {
	if b.IsPieced() {
		p, _, _ := cellOf(b.Cells[0], t)
		_, h := p.Size()
		return h
	}
	return t.OnMark(b.Width.Length(t))
}

// pieced checks the units of one border; good is false where it cannot be laid.
func pieced(b Border, i int, t *making.Table, stop func(code, at, says, mend string)) {
	place := problem.At("top", "borders", i)
	var high measure.Length
	for j, c := range b.Cells {
		at := place + problem.At("cells", j)
		p, m, ok := cellOf(c, t)
		switch {
		case c.Turn%90 != 0 || c.Turn < 0 || c.Turn > 270:
			stop("turn", at+"/turn", fmt.Sprintf("A unit is turned by %d°.", c.Turn), "Turn it by 0, 90, 180 or 270°.")
			continue
		case !ok && m.InLength:
			stop("not-a-block", at+"/unit", fmt.Sprintf("%s is a strip set as long as the cloth is wide.", m.Unit.Name),
				"Sub-cut it, and sew the sub-cuts end to end.")
			continue
		case !ok:
			stop("unit-unknown", at+"/unit", fmt.Sprintf("There is no unit “%s” to sew into the border.", c.Unit),
				"Choose one of the units.")
			continue
		}
		_, h := p.Size()
		if j == 0 {
			high = h
		} else if h != high {
			stop("border-uneven", at, fmt.Sprintf("%s is %s high as it lies, and the first unit of the border %s.",
				m.Unit.Name, t.Ruler.Print(h), t.Ruler.Print(high)), "Turn it, or choose units of one height.")
		}
	}
	if b.Corner == nil {
		if b.Corners == "" {
			stop("corner-missing", place+"/corners", "A pieced border turns its corners over a square.",
				"Choose a fabric or a unit for its corners.")
		}
		return
	}
	p, m, ok := cellOf(*b.Corner, t)
	if !ok {
		stop("unit-unknown", place+"/corner/unit", fmt.Sprintf("There is no unit “%s” to lay in the corners.",
			b.Corner.Unit), "Choose one of the units.")
		return
	}
	if w, h := p.Size(); high > 0 && (w != high || h != high) {
		stop("corner-differs", place+"/corner",
			fmt.Sprintf("%s measures %s × %s, and the corners of this border are %s square.", m.Unit.Name,
				t.Ruler.Print(w), t.Ruler.Print(h), t.Ruler.Print(high)),
			"Choose a unit of that size, or a square of cloth.")
	}
}

// meets checks that pieced borders come out even with what they are sewn to, and says what border inside them would
// make them.
func meets(top Top, l Layout, t *making.Table, stop func(code, at, says, mend string)) {
	w, h := l.Middle()
	for i, ring := range l.Rings {
		if i > 0 {
			w, h = l.Rings[i-1].W, l.Rings[i-1].H
		}
		if ring.Rows == nil {
			continue
		}
		b := ring.Border
		at := problem.At("top", "borders", i)
		inner := [2]measure.Length{w - 2*t.Seam, h - 2*t.Seam}
		for k, words := range []string{"across", "down"} {
			cells, is := b.run(inner[k], t)
			if fits(cells, is, inner[k]) {
				continue
			}
			stop("border-does-not-meet", at,
				fmt.Sprintf("The quilt is %s %s there, finished; %d units of the border make %s.",
					t.Ruler.Print(inner[k]), words, len(cells), t.Ruler.Print(is)), b.spacer(inner, t))
			break
		}
	}
}

// spacer says how wide a plain border inside a pieced one would be for it to come out even, the narrowest that does.
func (b Border) spacer(inner [2]measure.Length, t *making.Table) string {
	_, one := b.run(1, t)
	for n := range measure.Length(40) {
		_, across := b.run(inner[0]+n*one, t)
		if across < inner[0] {
			continue
		}
		cut := ((across - inner[0]) / 2).CeilTo(t.Ruler.Mark) + 2*t.Seam
		wide := 2 * (cut - 2*t.Seam)
		good := cut > 2*t.Seam && cut <= widestSpacer
		for _, long := range inner {
			cells, is := b.run(long+wide, t)
			good = good && fits(cells, is, long+wide)
		}
		if good {
			return fmt.Sprintf("Sew a plain border cut %s wide on first, or lay other units.", t.Ruler.Print(cut))
		}
	}
	return "Lay more or fewer blocks, or units of another size: no plain border of one width lets both ways come out even."
}

// rows lays the rows of a pieced border round a quilt of a size, allowances included.
func (l *Layout) rows(b Border, ring *BorderRing, w, h measure.Length, t *making.Table) {
	sides, _ := b.run(h-2*t.Seam, t)
	ends, _ := b.run(w-2*t.Seam, t)
	if c := b.Corner; c != nil {
		ends = append([]Cell{*c}, ends...)
		ends = append(ends, Cell{Unit: c.Unit, Turn: (c.Turn + 90) % 360})
	}
	for i, where := range rowsOfBorder {
		k := RowKind{
			ID: b.ID.Row(where), Called: b.Name + ", " + where, Cells: sides, Count: 1,
			High: ring.Width - 2*t.Seam,
		}
		if i >= topRow {
			k.Cells = ends
		}
		ring.Rows = append(ring.Rows, k)
		for _, c := range k.Cells {
			l.Count[c.Unit] += k.Count
			if _, known := l.Blocks[c.Unit]; !known {
				l.Blocks[c.Unit], _ = t.Made(c.Unit)
			}
		}
	}
}
