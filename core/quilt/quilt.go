// Package quilt knows what the top is made of: blocks set straight or on point, sewn in rows, and borders around them.
package quilt

import (
	"fmt"
	"slices"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
)

// Top is what the quilter decided of the quilt top.
type Top struct {
	Rows    int           `json:"rows" minimum:"1" doc:"Blocks down"`
	Columns int           `json:"columns" minimum:"1" doc:"Blocks across"`
	Repeat  [][]Cell      `json:"repeat" doc:"Rows of cells, repeated over the whole quilt"`
	Point   *PointSetting `json:"point,omitempty" doc:"Set on point; rows and columns then count the blocks that stand corner to corner"`
	Sashing *Sashing      `json:"sashing,omitempty"`
	Borders []Border      `json:"borders,omitempty" doc:"From the inside out"`

	Loose bool `json:"loose,omitempty" doc:"Blocks that are made and not sewn together: laid beside each other as they are drawn, with nothing round them"`

	Measured *Measured `json:"measured,omitempty" doc:"What the pieced middle really measures, before its borders; borders are cut to it"`
	Block    *Measured `json:"block,omitempty" doc:"What a pieced block really measures; sashing and plain blocks are cut to it"`
	Backing  *Backing  `json:"backing,omitempty"`
	Binding  *Binding  `json:"binding,omitempty"`
}

// Measured is a size that was measured, allowances included.
type Measured struct {
	Width  measure.Written `json:"width"`
	Height measure.Written `json:"height"`
}

// Size is the same as lengths.
func (m Measured) Size() (w, h measure.Length) { return m.Width.Length(), m.Height.Length() }

// Cell is one block in the repeat.
type Cell struct {
	Unit      naming.Unit `json:"unit"`
	Turn      int         `json:"turn,omitempty" enum:"0,90,180,270"`
	Colourway string      `json:"colourway,omitempty" doc:"The fabrics it is made in; the project's own when left out"`
}

// Border is a strip of cloth, or a row of units, sewn to all four sides: the sides first, then top and bottom over
// their ends.
type Border struct {
	ID    naming.Border  `json:"id"`
	Name  string         `json:"name"`
	Role  string         `json:"role"`
	Width making.Breadth `json:"width" doc:"Cut width: a length, or so many strips; not asked for where it is pieced"`

	Corners string `json:"corners,omitempty" doc:"Role of a square in each corner; the sides are then as long as the quilt, and so are top and bottom"`
	Cells   []Cell `json:"cells,omitempty" doc:"Pieced: units as they lie along the top from left to right, as often as they fit; the other sides are the same border turned as it goes round"`
	Corner  *Cell  `json:"corner,omitempty" doc:"Of a pieced border: a unit in each corner, as it lies in the upper left one, in place of a square of cloth"`
}

// HasSquares says whether squares of cloth are sewn into its corners.
func (b Border) HasSquares() bool { return b.Corners != "" && b.Corner == nil }

// CornerMeeting is where the seam of a corner square goes on from that of a side. With the long piece, and the border,
// on the left of their directions, both run up to the seam that joins them, or both away from it, at all four corners.
func (b Border) CornerMeeting() piece.Meeting {
	return piece.Meeting{
		Over: b.ID.Ends().Seam(), A: piece.End{Seam: b.ID.Corners().Seam(), E: -1},
		B: piece.End{Seam: b.ID.Sides().Seam(), E: -1},
	}
}

// How many blocks and patches a quilt may have, and how many borders.
const (
	MostBlocks  = 10_000
	MostPatches = 100_000
	MostBorders = 40
)

// Turning is a way of laying out blocks that look the same turned: which of them are laid so, and by how much.
type Turning struct {
	Which   WhichBlocks
	Degrees int // 180 or 90
}

// WhichBlocks says which blocks of a layout are meant.
type WhichBlocks string

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

// Check looks at the top with its blocks made, before it is laid out.
func Check(top Top, t *making.Table) bool {
	said := t.Problems.Stopped()
	good := true
	stop := func(code, at, says, mend string) { good = false; t.Problems.Stop(code, at, says, mend) }
	if top.Rows < 1 || top.Rows > MostBlocks {
		stop("row-count", "/top/rows", fmt.Sprintf("The quilt has %d rows.", top.Rows),
			"Give it at least 1 row, and at most 10,000 blocks in all.")
	}
	if top.Columns < 1 || top.Columns > MostBlocks {
		stop("column-count", "/top/columns", fmt.Sprintf("The quilt has %d columns.", top.Columns),
			"Give it at least 1 column, and at most 10,000 blocks in all.")
	}
	if good && top.HowMany() > MostBlocks {
		stop("too-many-blocks", "/top/rows", fmt.Sprintf("%d × %d is %d blocks.", top.Columns, top.Rows, top.HowMany()),
			"Plan at most 10,000 blocks.")
	}
	if len(top.Repeat) == 0 || len(top.Repeat) > 100 {
		stop("repeat-empty", "/top/repeat", "The quilt has no blocks to repeat.", "Choose at least one block.")
	}
	good = repeated(top, t, said, stop) && good
	if patches := patchesOf(top, t); good && patches > MostPatches {
		stop("too-many-patches", "/top/rows", fmt.Sprintf("This quilt would have %d patches.", patches),
			fmt.Sprintf("Plan fewer or simpler blocks: at most %d patches.", MostPatches))
	}
	if what := top.round(); top.Loose && what != "" {
		stop("loose-with-more", "/top/loose", fmt.Sprintf("Loose blocks are not sewn together, and there is %s.", what),
			"Take it away, or sew the blocks together.")
		return false
	}
	if len(top.Borders) > MostBorders {
		stop("too-many-borders", "/top/borders", fmt.Sprintf("The quilt has %d borders.", len(top.Borders)),
			fmt.Sprintf("Give it at most %d.", MostBorders))
		return false
	}
	ids := map[naming.Border]bool{}
	for i, b := range top.Borders {
		if ids[b.ID] || !naming.Plain(string(b.ID)) || naming.Reserved(string(b.ID)) {
			stop("id-not-unique", problem.At("top", "borders", i)+"/id", "The border has no plain id of its own.",
				"Give it an id that nothing else has.")
		}
		ids[b.ID] = true
		bordered(b, i, t, stop)
	}
	ok := sashing(top, t, stop)
	ok = pointed(top, t, stop) && ok
	ok = finishing(top, t, stop) && ok && good
	if ok && top.Sashing != nil {
		for _, m := range Sashes(top, t) { // a row of them grows by what each of them is too long
			patch := m.Acts[0].Patch
			if patch == nil { // cut of strips that are sewn end to end
				continue
			}
			t.OnTheRuler(patch.W, "/top/sashing", m.Unit.Name+", across,")
			if patch.H != patch.W {
				t.OnTheRuler(patch.H, "/top/sashing", m.Unit.Name+", up and down,")
			}
		}
	}
	if ok && slices.ContainsFunc(top.Borders, Border.IsPieced) {
		whole := top.Sashed()
		if top.Sashing != nil || top.Point != nil {
			t = t.With(append(Sashes(top, t), Triangles(top, t)...))
		}
		meets(top, Lay(whole, t, AsDrawn, nil), t, stop)
	}
	return ok && good
}

// repeated checks the blocks of the repeat: whole rows of units that are alike in size; where nothing lies between or round them
// that is as large as a block, every column may have a width of its own and every row a height. said is whether a problem that
// stops was said before.
func repeated(top Top, t *making.Table, said bool, stop func(code, at, says, mend string)) bool {
	good := true
	alike := top.Sashing != nil || top.Point != nil || top.Block != nil
	wide, high := map[int]making.Made{}, map[int]making.Made{} // the first of each column and row, as it lies
	for i, row := range top.Repeat {
		if len(row) == 0 || len(row)*len(top.Repeat) > MostBlocks || len(row) != len(top.Repeat[0]) {
			stop("repeat-uneven", problem.At("top", "repeat", i),
				fmt.Sprintf("Row %d of the repeat has %d blocks and row 1 has %d.", i+1, len(row), len(top.Repeat[0])),
				"Give every row of the repeat the same number of blocks.")
			continue
		}
		for j, cell := range row {
			at := problem.At("top", "repeat", i, j)
			if cell.Turn%90 != 0 || cell.Turn < 0 || cell.Turn > 270 {
				stop("turn", at+"/turn", fmt.Sprintf("A block is turned by %d°.", cell.Turn),
					"Turn it by 0, 90, 180 or 270°.")
				continue
			}
			m, ok := t.Made(cell.Unit)
			if !ok {
				good = false
				if !said { // else its own problem has been said already
					t.Problems.Stop("unit-unknown", at+"/unit",
						fmt.Sprintf("There is no unit “%s” to lay here.", cell.Unit), "Choose one of the units.")
				}
				continue
			}
			if m.InLength {
				stop("not-a-block", at+"/unit", fmt.Sprintf("%s is a strip set as long as the cloth is wide.",
					m.Unit.Name), "Sub-cut it, and lay the sub-cut or a block made of it.")
				continue
			}
			p := m.Piece.Turn(cell.Turn)
			row, column := i, j
			if alike {
				row, column = 0, 0
			}
			m.Piece = p
			if _, known := wide[column]; !known {
				wide[column] = m
			}
			if _, known := high[row]; !known {
				high[row] = m
			}
			other := wide[column]
			if p.W == other.Piece.W {
				other = high[row]
			}
			if !top.Loose && (p.W != wide[column].Piece.W || p.H != high[row].Piece.H) {
				w, h := p.Size()
				ow, oh := other.Piece.Size()
				ww, _ := wide[column].Piece.Size()
				_, wh := high[row].Piece.Size()
				stop("blocks-differ", at, fmt.Sprintf("%s measures %s × %s unfinished where %s measures %s × %s.", m.Unit.Name,
					t.Ruler.Print(w), t.Ruler.Print(h), other.Unit.Name, t.Ruler.Print(ow), t.Ruler.Print(oh)),
					fmt.Sprintf("Make %s %s × %s.", m.Unit.Name, t.Ruler.Print(ww), t.Ruler.Print(wh)))
			}
		}
	}
	return good
}

// bordered checks one border.
func bordered(b Border, i int, t *making.Table, stop func(code, at, says, mend string)) {
	at := problem.At("top", "borders", i)
	if _, taken := t.Made(naming.Of(string(b.ID))); taken {
		stop("id-not-unique", at+"/id", "The border has the id of a unit.", "Give it an id that nothing else has.")
	}
	if b.IsPieced() {
		pieced(b, i, t, stop)
	} else if _, ok := t.Usable(b.Role); !ok {
		stop("role-without-fabric", at+"/role", "The border has no fabric.", "Choose a fabric for it.")
	}
	if _, ok := t.Usable(b.Corners); !ok && b.Corners != "" {
		stop("role-without-fabric", at+"/corners", "The corner squares of the border have no fabric.",
			"Choose a fabric for them.")
	}
	l, err := b.Width.Length(t), b.Width.Err()
	if b.IsPieced() {
		l, err = b.cutWidth(t), nil
	}
	switch {
	case b.IsPieced() && l == 0: // said already
	case err != nil:
		stop("length-unreadable", at+"/width", err.Error(), "Write the width to cut, such as 3 1/2.")
	case l <= 2*t.Seam:
		stop("too-narrow", at+"/width",
			fmt.Sprintf("A border cut %s wide is taken whole by its two seam allowances.", t.Ruler.Print(l)),
			fmt.Sprintf("Cut it wider than %s.", t.Ruler.Print(2*t.Seam)))
	case l > 40*measure.Inch:
		stop("too-wide", at+"/width", fmt.Sprintf("A border cut %s wide is wider than a strip of cloth can be.",
			t.Ruler.Print(l)), "Make it narrower, or add a second border.")
	case b.Corners != "" && tooLong(l, b.Corners, t):
		stop("cloth-too-short", at+"/corners", fmt.Sprintf("A corner square of %s does not come out of its cloth.",
			t.Ruler.Print(l)), "Make the border narrower, or choose wider cloth for its corners.")
	case !l.On(t.Ruler.Mark):
		t.Problems.Warn("off-the-ruler", at+"/width",
			fmt.Sprintf("The border should be %s wide, which is between two marks of your ruler.",
				t.Ruler.Print(l)), "Choose a width on a mark.")
	}
}

// tooLong says whether a length does not come out of the cloth of a role, across its usable width.
func tooLong(l measure.Length, role string, t *making.Table) bool {
	usable, known := t.Usable(role)
	return known && l.CeilTo(t.Ruler.Mark) > usable-t.Squaring
}

// round is something that lies between or round the blocks.
func (t Top) round() string {
	switch {
	case t.Sashing != nil:
		return "sashing between them"
	case t.Point != nil:
		return "a setting on point"
	case len(t.Borders) > 0:
		return "a border"
	case t.Backing != nil:
		return "a backing"
	case t.Binding != nil:
		return "a binding"
	case t.Measured != nil:
		return "a middle that was measured"
	}
	return ""
}

// SewnRows are the rows that are sewn together; none where blocks are loose.
func (l Layout) SewnRows() []int {
	if l.Loose {
		return nil
	}
	return l.Rows
}

// patchesOf counts the patches of the whole quilt.
func patchesOf(top Top, t *making.Table) int {
	n := 0
	for i, row := range top.Repeat {
		for j, cell := range row {
			if m, ok := t.Made(cell.Unit); ok {
				down, across := (top.Rows-i+len(top.Repeat)-1)/len(top.Repeat), (top.Columns-j+len(row)-1)/len(row)
				if top.Point != nil { // every cell of the repeat comes about as often in the rows between
					down *= 2
				}
				n += down * across * len(m.Piece.Patches)
			}
		}
	}
	return n
}

// Lay lays out a top that Check found good. turns says which blocks look the same once turned so; it is not asked where
// none are turned.
func Lay(top Top, t *making.Table, turning Turning, turns func(unit naming.Unit) bool) Layout {
	l := Layout{Loose: top.Loose, Turning: turning, Blocks: map[naming.Unit]making.Made{}, Count: map[naming.Unit]int{}, Seam: t.Seam, sashed: top.Sashing != nil}
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
			if k.High = max(k.High, h-2*t.Seam); !l.Loose { // all are as high
				k.High = h - 2*t.Seam
			}
			if !l.OnPoint && len(k.Cells) == top.Columns && c == len(l.Widths) {
				l.Widths = append(l.Widths, w-2*t.Seam)
			} else if l.Loose {
				l.Widths[c] = max(l.Widths[c], w-2*t.Seam)
			}
		}
	}
	w, h = l.Middle()
	if m := top.Measured; m != nil {
		l.Eased = true
		w, h = m.Size()
	}
	l.W, l.H = w, h
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
	l.finish(top, t)
	return l
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
