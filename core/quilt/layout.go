package quilt

import (
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
)

// Layout is the top laid out: every cell with its block, rows that are sewn alike, and its sizes.
type Layout struct {
	Turning Turning
	Rows    []int // for each row of the quilt, which of Kinds it is
	Kinds   []RowKind
	Blocks  map[naming.Unit]making.Made
	Count   map[naming.Unit]int // blocks of each unit in the whole quilt
	BlockW  measure.Length      // of one block, finished
	BlockH  measure.Length      // finished
	Widths  []measure.Length    // of every column, finished
	Rings   []BorderRing        // borders from the inside out
	W, H    measure.Length      // of the pieced middle, unfinished: as measured, or as planned
	Back    *Back
	Bind    *Bind
	Seam    measure.Length
	Turned  int // blocks laid turned beyond what the repeat says
	OnPoint bool
	Loose   bool              // blocks are not sewn together
	Eased   bool              // the middle or a block was measured: seams are not quite where they were planned
	corners [2]measure.Length // on point: from the first corner to the last, finished
	sashed  bool              // sashing lies between the blocks, which are of one size then
}

// RowKind is rows that are sewn and pressed alike. Rows alternate in their pressing, so there are at least two kinds
// wherever there are two rows.
type RowKind struct {
	ID     naming.Step
	Cells  []Cell
	Count  int
	High   measure.Length // finished
	Start  int            // the column of its first cell
	Called string         // what it is called, where that does not follow from its id
}

// Long is how long a row is, its own allowances included; longer at a triangle's tip than there is cloth at the end of
// it.
func (l Layout) Long(k RowKind) measure.Length {
	if k.Called != "" {
		long := 2 * l.Seam
		for _, c := range k.Cells {
			w, _ := l.Blocks[c.Unit].Piece.Turn(c.Turn).Size()
			long += w - 2*l.Seam
		}
		return long
	}
	if l.OnPoint {
		return l.BlockW*measure.Length(len(k.Cells)) + 2*l.Seam
	}
	w, _ := l.Middle()
	return w
}

// SewnRow is a row in one piece, from one of its cells to before another; not of more patches than most.
func (l Layout) SewnRow(k RowKind, from, to, most int) (p piece.Piece, ok bool) {
	for j := from; j < to; j++ {
		c := k.Cells[j]
		block := l.Blocks[c.Unit].Piece.Turn(c.Turn)
		if len(p.Patches)+len(block.Patches) > most {
			return piece.Piece{}, false
		}
		if j == from {
			p = block
			continue
		}
		var err error
		if p, err = piece.JoinRight(p, block, l.Seam, k.SeamID(j)); err != nil {
			return piece.Piece{}, false // Check has made sure that blocks fit
		}
	}
	return p, true
}

// SeamID names the seam that joins block j (from 1) of the row to the one before it.
func (k RowKind) SeamID(j int) naming.Seam { return k.ID.At(j + 1) }

// BorderRing is one border measured: W and H are the unfinished size of the quilt once it is on.
type BorderRing struct {
	Border Border
	Width  measure.Length // exact cut width
	Sides  measure.Length // length of each of the two side pieces
	Ends   measure.Length // length of each of the top and bottom pieces
	W, H   measure.Length

	Rows []RowKind // of a pieced border: right, left, top and bottom, each as it would lie along the top
}

// Finished gives the finished size of the quilt with all its borders.
func (l Layout) Finished() (w, h measure.Length) {
	w, h = l.Unfinished()
	return w - 2*l.Seam, h - 2*l.Seam
}

// Unfinished gives the size of the pieced and bordered top before it is bound.
func (l Layout) Unfinished() (w, h measure.Length) {
	if n := len(l.Rings); n > 0 {
		return l.Rings[n-1].W, l.Rings[n-1].H
	}
	return l.W, l.H
}

// Middle gives the unfinished size of the blocks without borders.
func (l Layout) Middle() (w, h measure.Length) {
	w, h = 2*l.Seam, 2*l.Seam
	if l.OnPoint {
		return w + l.corners[0], h + l.corners[1]
	}
	for _, one := range l.Widths {
		w += one
	}
	for _, k := range l.Rows {
		h += l.Kinds[k].High
	}
	return w, h
}

// Even says whether all blocks are of one size.
func (l Layout) Even() bool {
	for _, w := range l.Widths {
		if w != l.BlockW && !l.sashed {
			return false
		}
	}
	for _, k := range l.Kinds {
		if k.High != l.BlockH && !l.sashed {
			return false
		}
	}
	return true
}

// Columns is how many cells lie across; a row that is one strip right through has fewer.
func (l Layout) Columns() int { return len(l.Widths) }

// Across is how many cells a row has.
func (l Layout) Across(row int) int { return len(l.Kinds[l.Rows[row]].Cells) }

// Cell gives the block at a row and place in it, from 0.
func (l Layout) Cell(row, place int) Cell { return l.Kinds[l.Rows[row]].Cells[place] }

// Ends gives the seams that end at the edges of cells once they are sewn in; each is worked out once.
func (l Layout) Ends() func(c Cell, side piece.Side) []piece.End {
	sewn := map[Cell]piece.Piece{}
	return func(c Cell, side piece.Side) []piece.End {
		p, known := sewn[c]
		if !known {
			p = l.Blocks[c.Unit].Piece.SeamsAlone().Turn(c.Turn).Finished(l.Seam)
			sewn[c] = p
		}
		return p.Ends(side)
	}
}

// Wide is how wide a cell is, finished.
func (l Layout) Wide(c Cell) measure.Length {
	w, _ := l.Blocks[c.Unit].Piece.SeamsAlone().Turn(c.Turn).Size()
	return w - 2*l.Seam
}

// Shared is the columns in which two rows lie one above the other.
func (l Layout) Shared(above, below RowKind) (from, to int) {
	a, b := l.covers(above)
	c, d := l.covers(below)
	return max(a, c), min(b, d)
}

// covers is where the cells of a row lie, by the column they stand in; none for a strip right through, which has no
// seams to meet.
func (l Layout) covers(k RowKind) (from, to int) {
	if len(k.Cells) == 1 && l.Columns() > 1 && !l.OnPoint {
		return 0, 0
	}
	return k.Start, k.Start + len(k.Cells)
}

// SewnRows are the rows that are sewn together; none where blocks are loose.
func (l Layout) SewnRows() []int {
	if l.Loose {
		return nil
	}
	return l.Rows
}

// Joint is a pair of blocks that come to lie beside or below each other, and how often.
type Joint struct {
	A, B  Cell
	Down  bool // B lies below A; else to its right
	Count int
	Over  naming.Seam // the seam that joins them, for one instance
}

// Joints lists every kind of joint between blocks with its count.
func (l Layout) Joints() []Joint {
	index := map[Joint]int{}
	var list []Joint
	add := func(j Joint, over naming.Seam) {
		i, ok := index[j]
		if !ok {
			i = len(list)
			index[j] = i
			list = append(list, Joint{A: j.A, B: j.B, Down: j.Down, Over: over})
		}
		list[i].Count++
	}
	for _, ring := range l.Rings {
		for _, k := range ring.Rows {
			for c := 1; c < len(k.Cells); c++ {
				add(Joint{A: k.Cells[c-1], B: k.Cells[c]}, k.SeamID(c))
			}
		}
	}
	for r := range l.SewnRows() {
		kind := l.Kinds[l.Rows[r]]
		for c := 1; c < len(kind.Cells); c++ {
			add(Joint{A: kind.Cells[c-1], B: kind.Cells[c]}, kind.SeamID(c))
		}
		if r == 0 {
			continue
		}
		above := l.Kinds[l.Rows[r-1]]
		from, to := l.Shared(above, kind)
		for c := from; c < to; c++ {
			add(Joint{A: above.Cells[c-above.Start], B: kind.Cells[c-kind.Start], Down: true}, naming.Rows.Seam())
		}
	}
	return list
}

// Seen is a thing that is laid as it shows in the finished quilt.
func (l Layout) Seen(unit naming.Unit) piece.Piece {
	p := l.Blocks[unit].Piece
	if unit.IsTriangle() { // its long edge, or its short ones, have an allowance too
		b, zero := p.W, piece.Num{}
		if unit == naming.SideTriangle {
			p = p.Trimmed(piece.Rising(b), -1)
		} else {
			p = p.Trimmed(piece.Rising(b), 1).Trimmed(piece.Falling(zero), -1)
		}
	}
	return p.Finished(l.Seam)
}

// Back is a backing laid out: lengths of cloth side by side.
type Back struct {
	Backing
	W, H     measure.Length // what is needed
	Lengths  int            // cut from the cloth
	Wide     measure.Length // how wide that is
	Long     measure.Length // each of them
	Sideways bool           // they lie across the quilt
	Seams    int
	Seam     measure.Length // each takes this much of both sides
	Spare    measure.Length // how much wider the lengths are together than needed
}

// Bind is a binding laid out.
type Bind struct {
	Binding
	Width  measure.Length
	Round  measure.Length // the way round the quilt
	Total  measure.Length // with what the corners and the joining take
	Strips int
}

// AllRows lists the kinds of row of the middle and then of pieced borders; none where blocks are loose.
func (l Layout) AllRows() []RowKind {
	if l.Loose {
		return nil
	}
	list := append([]RowKind{}, l.Kinds...)
	for _, ring := range l.Rings {
		list = append(list, ring.Rows...)
	}
	return list
}

// Facing is two edges that are sewn together all along, with the seams that end at each.
type Facing struct {
	Ring int         // which border
	Side piece.Side  // of the quilt
	Over naming.Seam // the step that sews them
	A, B []piece.End
}

// Facings lists the edges of pieced borders with what they are sewn to. Where the middle is on point or was measured,
// its seams come as they come.
func (l Layout) Facings() []Facing {
	var list []Facing
	endsOf := l.Ends()
	for i, ring := range l.Rings {
		if ring.Rows == nil || l.Eased {
			continue
		}
		inner := func(piece.Side) []piece.End { return nil }
		if i == 0 && !l.OnPoint {
			inner = func(side piece.Side) []piece.End { return l.edge(side, endsOf) }
		}
		_, thick := l.finished(ring.Rows[rightRow].Cells[0])
		along := func(row int) []piece.End { ends, _ := l.along(ring.Rows[row], endsOf); return ends }
		back := func(row int) []piece.End { return piece.Reversed(l.along(ring.Rows[row], endsOf)) }
		_, w := l.along(ring.Rows[topRow], endsOf)
		sides, ends := ring.Border.ID.Sides().Seam(), ring.Border.ID.Ends().Seam()
		list = append(list,
			Facing{i, piece.Right, sides, inner(piece.Right), along(rightRow)},
			Facing{i, piece.Left, sides, inner(piece.Left), back(leftRow)})
		if ring.Border.Corner == nil {
			list = append(list,
				Facing{i, piece.Top, ends, inner(piece.Top), along(topRow)},
				Facing{i, piece.Bottom, ends, inner(piece.Bottom), back(bottomRow)})
			continue
		}
		// Over the corners lie the short edges of the sides, and the seams that sewed these on: +1 presses toward the
		// border.
		first, last := ring.Rows[rightRow].Cells[0], ring.Rows[rightRow].Cells[len(ring.Rows[rightRow].Cells)-1]
		short := func(c Cell, turn int, edge piece.Side, at piece.Num) []piece.End {
			c.Turn = (c.Turn + turn) % 360
			return piece.Moved(endsOf(c, edge), at)
		}
		across := func(e int, edge piece.Side, left, right []piece.End) []piece.End {
			out := append(left, piece.End{Seam: sides, E: -e, At: thick})
			out = append(out, piece.Moved(inner(edge), thick)...)
			out = append(out, piece.End{Seam: sides, E: e, At: w.Sub(thick)})
			return append(out, right...)
		}
		list = append(list,
			Facing{i, piece.Top, ends, across(1, piece.Top, short(last, 270, piece.Top, piece.Num{}),
				short(first, 90, piece.Top, w.Sub(thick))), along(topRow)},
			Facing{i, piece.Bottom, ends, across(-1, piece.Bottom, short(first, 270, piece.Bottom, piece.Num{}),
				short(last, 90, piece.Bottom, w.Sub(thick))), back(bottomRow)})
	}
	return list
}

// finished is how large a cell is, exactly.
func (l Layout) finished(c Cell) (w, h piece.Num) {
	p, both := l.Blocks[c.Unit].Piece.SeamsAlone().Turn(c.Turn), piece.Of(2*l.Seam)
	return p.W.Sub(both), p.H.Sub(both)
}

// along is the seams that end at the lower edge of a row, from the left, and how long that is.
func (l Layout) along(k RowKind, endsOf func(Cell, piece.Side) []piece.End) (list []piece.End, x piece.Num) {
	for j, c := range k.Cells {
		if j > 0 {
			list = append(list, piece.End{Seam: k.SeamID(j), E: -1, At: x})
		}
		list = append(list, piece.Moved(endsOf(c, piece.Bottom), x)...)
		w, _ := l.finished(c)
		x = x.Add(w)
	}
	return list, x
}

// edge is the seams that end at one edge of the straight middle.
func (l Layout) edge(side piece.Side, endsOf func(Cell, piece.Side) []piece.End) []piece.End {
	var list []piece.End
	if side == piece.Top || side == piece.Bottom {
		k := l.Kinds[l.Rows[0]]
		e := 1 // row seams run from top to bottom
		if side == piece.Bottom {
			k, e = l.Kinds[l.Rows[len(l.Rows)-1]], -1
		}
		var x piece.Num
		for j, c := range k.Cells {
			if j > 0 {
				list = append(list, piece.End{Seam: k.SeamID(j), E: e, At: x})
			}
			list = append(list, piece.Moved(endsOf(c, side), x)...)
			w, _ := l.finished(c)
			x = x.Add(w)
		}
		return list
	}
	var y piece.Num
	for r, k := range l.Rows {
		kind := l.Kinds[k]
		c, e := kind.Cells[0], 1 // the seams between rows run from left to right
		if side == piece.Right {
			c, e = kind.Cells[len(kind.Cells)-1], -1
		}
		if r > 0 {
			list = append(list, piece.End{Seam: naming.Rows.Seam(), E: e, At: y})
		}
		list = append(list, piece.Moved(endsOf(c, side), y)...)
		_, h := l.finished(c)
		y = y.Add(h)
	}
	return list
}

// Turning is a way of laying out blocks that look the same turned: which of them are laid so, and by how much.
type Turning struct {
	Which   WhichBlocks
	Degrees int // 180 or 90
}

// WhichBlocks says which blocks of a layout are meant.
type WhichBlocks string

// Means says whether a pattern means the block in a row and column, from 0.
func (p WhichBlocks) Means(row, column int) bool {
	switch p {
	case EveryOther:
		return (row+column)%2 == 1
	case EveryColumn:
		return column%2 == 1
	case EveryRow:
		return row%2 == 1
	}
	return false
}

// The patterns.
const (
	None        WhichBlocks = ""
	EveryOther  WhichBlocks = "every other block"
	EveryColumn WhichBlocks = "every other column"
	EveryRow    WhichBlocks = "every other row"
)

// Patterns lists those that mean some blocks.
var Patterns = []WhichBlocks{EveryOther, EveryColumn, EveryRow}

// Turnings lists the ways in the order of what they ask of the quilter: half turns before quarter turns.
var Turnings = []Turning{
	{None, 180},
	{EveryOther, 180},
	{EveryColumn, 180},
	{EveryRow, 180},
	{EveryOther, 90},
	{EveryColumn, 90},
	{EveryRow, 90},
}

// AsDrawn turns nothing.
var AsDrawn = Turnings[0]

// Of the rows of a pieced border these are the first: the sides are sewn on before top and bottom.
const (
	rightRow = iota
	leftRow
	topRow
	bottomRow
)
