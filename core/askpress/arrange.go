package askpress

import (
	"fmt"
	"slices"

	"vicis/core/ask"
	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/work"
)

// Arrangement is one way to turn the blocks of a quilt, with what it costs.
type Arrangement struct {
	Name      string             `json:"name"`
	Repeat    [][]quilt.Cell     `json:"repeat"`
	Now       bool               `json:"now" doc:"So the blocks lie now"`
	Crossings int                `json:"crossings"`
	Clashes   int                `json:"clashes"`
	Leaves    string             `json:"leaves" doc:"What becomes of the crossings, in words"`
	Turned    int                `json:"turned" doc:"Blocks laid turned besides, where that changes nothing to see"`
	Mirrored  int                `json:"mirrored" doc:"Of the blocks, those that are mirror images of the others"`
	Over      int                `json:"over" doc:"Units left over at the end"`
	Quilt     drawn.QuiltPicture `json:"quilt" doc:"Four by four of it"`
}

// Arranged is the ways to turn the blocks of a quilt.
type Arranged struct {
	List []Arrangement `json:"list"`
	Says string        `json:"says" doc:"That not every way was worked out, where the quilt is too large for that"`
}

// mostDrawn is how many patches the pictures of all arrangements together may have.
const mostDrawn = 30_000

// Arrangements lists every distinct way to turn the first block of a quilt in a repeat of up to two by two of it, with
// its mirror image beside it where the quilt has one: alike under sliding and under turning the whole quilt counts
// once. Other blocks stay as they lie. The first clash least.
func Arrangements(d document.Document, purse *ask.Purse) (Arranged, problem.List) {
	list := []Arrangement{}
	b, problems, ok := ask.BlocksOf(d, purse)
	if !ok {
		return Arranged{List: list}, *problems
	}
	first := d.Top.Repeat[0][0]
	letters := lettersOf(b, first)
	now := d.Top.Repeat
	all := distinct(letters, b.Seen)
	says, patches := "", 0
	for i, cells := range all {
		if i > 0 && (purse.Empty() || patches > mostDrawn) {
			says = fmt.Sprintf("Of %d ways the first %d were worked out: this quilt is too large for all of them.", len(all), i)
			break
		}
		a := Arrangement{Repeat: shortest(laidIn(cells, now)), Name: nameOf(cells)}
		a.Now = sameRepeat(letters, b.Seen, a.Repeat, now)
		small, ok := PressedIn(b, a.Repeat, 4, 4, purse)
		if !ok {
			continue
		}
		a.Quilt = drawn.Of(&small.Laid).Quilt()
		for _, block := range a.Quilt.Blocks {
			patches += len(block.Patches)
		}
		whole, ok := PressedIn(b, a.Repeat, d.Top.Rows, d.Top.Columns, purse)
		if !ok {
			continue
		}
		p := whole.Press
		a.Crossings, a.Clashes, a.Leaves, a.Turned = p.Crossings, p.Clashes, leaves(p), p.Layout.Turned
		for _, m := range whole.Units {
			for _, one := range m.Each() {
				a.Over += max(0, whole.Lines[one.Unit.ID.Step()].Left)
			}
		}
		for r := range d.Top.Rows {
			for c := range d.Top.Columns {
				cell := a.Repeat[r%len(a.Repeat)][c%len(a.Repeat[0])]
				if cell.Unit != first.Unit && now[r%len(now)][c%len(now[0])].Unit == first.Unit {
					a.Mirrored++
				}
			}
		}
		list = append(list, a)
	}
	slices.SortStableFunc(list, func(x, y Arrangement) int { return x.Clashes - y.Clashes })
	return Arranged{list, says}, *problems
}

// letter is a block as it can lie.
type letter struct {
	cell quilt.Cell
	look piece.Piece
}

// lettersOf lists how a block can lie so that it looks different, its mirror image among what falls out beside it
// included.
func lettersOf(b ask.Blocks, first quilt.Cell) []letter {
	var list []letter
	add := func(cell quilt.Cell, p piece.Piece) {
		for _, degrees := range []int{0, 90, 180, 270} {
			look := p.Turn(degrees)
			if look.W != p.W || look.H != p.H || slices.ContainsFunc(list,
				func(l letter) bool { return piece.SameLook(l.look, look, b.Seen) }) {
				continue
			}
			cell.Turn = degrees
			list = append(list, letter{cell, look})
		}
	}
	laid := b.Plain.Repeat[0][0]
	if whole := b.Unit(first.Unit); whole.Tube != nil {
		laid = quilt.Cell{Unit: first.Unit, Turn: first.Turn} // not the first of its columns
	}
	m, _ := b.Table.Made(laid.Unit)
	p := m.Piece.Turn((laid.Turn - first.Turn + 360) % 360).Finished(b.Table.Seam) // a part may be laid by its place
	add(quilt.Cell{Unit: first.Unit, Colourway: first.Colourway}, p)
	if i := slices.IndexFunc(m.Variants, func(v making.Variant) bool {
		return v.ID == laid.Unit &&
			v.Mirror != ""
	}); i >= 0 && laid.Unit == first.Unit {
		if other, ok := b.Table.Made(m.Variants[i].Mirror); ok {
			add(quilt.Cell{Unit: other.Unit.ID}, other.Piece.Finished(b.Table.Seam))
		}
	}
	return list
}

// mostArranged bounds how many ways are worked out; a block with a mirror image has more.
const mostArranged = 120

// distinct lists the two by two repeats of letters that are not alike.
func distinct(letters []letter, cloth piece.Seen) [][2][2]quilt.Cell {
	quarter := make([]int, len(letters)) // the letter that a letter turned by a quarter looks like; −1 for none
	for i, l := range letters {
		turned := l.look.Turn(90)
		quarter[i] = slices.IndexFunc(letters, func(o letter) bool { return piece.SameLook(o.look, turned, cloth) })
	}
	seen := map[[4]int]bool{}
	var list [][2][2]quilt.Cell
	n := len(letters)
	for code := range n * n * n * n {
		at := [4]int{code / (n * n * n), code / (n * n) % n, code / n % n, code % n} // row by row
		least := at
		turned := at
		for range 4 {
			for _, slid := range [][4]int{
				turned,
				{turned[1], turned[0], turned[3], turned[2]},
				{turned[2], turned[3], turned[0], turned[1]},
				{turned[3], turned[2], turned[1], turned[0]},
			} {
				if slices.Compare(slid[:], least[:]) < 0 {
					least = slid
				}
			}
			// The whole turned clockwise: the lower left block comes to the upper left.
			next := [4]int{turned[2], turned[0], turned[3], turned[1]}
			whole := true
			for i := range next {
				next[i] = quarter[next[i]]
				whole = whole && next[i] >= 0
			}
			if !whole {
				break
			}
			turned = next
		}
		if seen[least] || len(list) == mostArranged {
			continue
		}
		seen[least] = true
		var cells [2][2]quilt.Cell
		for i, l := range least {
			cells[i/2][i%2] = letters[l].cell
		}
		list = append(list, cells)
	}
	return list
}

// laidIn puts a pattern in the places of the first block of a repeat: by the rows, and by how often the repeat has come
// across.
func laidIn(cells [2][2]quilt.Cell, repeat [][]quilt.Cell) [][]quilt.Cell {
	first := repeat[0][0]
	rows, columns := len(repeat)*(1+len(repeat)%2), 2*len(repeat[0])
	out := make([][]quilt.Cell, rows)
	for r := range out {
		for c := range columns {
			cell := repeat[r%len(repeat)][c%len(repeat[0])]
			if cell.Unit == first.Unit && cell.Colourway == first.Colourway {
				cell = cells[r%2][c/len(repeat[0])%2]
			}
			out[r] = append(out[r], cell)
		}
	}
	return out
}

// shortest is a repeat without rows or columns that say the same again.
func shortest(repeat [][]quilt.Cell) [][]quilt.Cell {
	rows, columns := len(repeat), len(repeat[0])
	same := func(down, across int) bool {
		for r := range rows {
			for c := range columns {
				if repeat[r][c] != repeat[r%down][c%across] {
					return false
				}
			}
		}
		return true
	}
	down, across := rows, columns
	for n := 1; n < down; n++ {
		if rows%n == 0 && same(n, columns) {
			down = n
		}
	}
	for n := 1; n < across; n++ {
		if columns%n == 0 && same(rows, n) {
			across = n
		}
	}
	out := make([][]quilt.Cell, down)
	for r := range out {
		out[r] = repeat[r][:across:across]
	}
	return out
}

// nameOf says how the blocks lie.
func nameOf(cells [2][2]quilt.Cell) string {
	a, b, c, d := cells[0][0], cells[0][1], cells[1][0], cells[1][1]
	switch {
	case a == b && b == c && c == d:
		return "All alike"
	case a == b && c == d:
		return "Rows in turn"
	case a == c && b == d:
		return "Columns in turn"
	case a == d && b == c:
		return "In turn, like a chequerboard"
	}
	return "In fours"
}

// sameRepeat says whether a repeat shows what another does, the second as it is laid now.
func sameRepeat(letters []letter, cloth piece.Seen, x, y [][]quilt.Cell) bool {
	look := func(c quilt.Cell) quilt.Cell { // the letter that it shows; any other block is itself
		i := slices.IndexFunc(letters, func(l letter) bool {
			return l.cell.Unit == c.Unit && l.cell.Colourway == c.Colourway && l.cell.Turn == 0
		})
		if i < 0 {
			return c
		}
		turned := letters[i].look.Turn(c.Turn)
		if i = slices.IndexFunc(letters, func(l letter) bool { return piece.SameLook(l.look, turned, cloth) }); i < 0 {
			return c
		}
		return letters[i].cell
	}
	for r := range len(x) * len(y) {
		for c := range len(x[0]) * len(y[0]) {
			if look(x[r%len(x)][c%len(x[0])]) != look(y[r%len(y)][c%len(y[0])]) {
				return false
			}
		}
	}
	return true
}

// PressedIn presses and counts what is sewn in another repeat and size, nothing round its blocks. It is sewn anew only
// where what is laid depends on where it lies.
func PressedIn(b ask.Blocks, repeat [][]quilt.Cell, rows, columns int, purse *ask.Purse) (work.Counted, bool) {
	top := b.Plain
	byPlace := func(u making.Unit) bool { return making.StatesOf(u.How).LaidByPlace }
	if d := b.Document; d.Press != nil && len(d.Press.TwoWays) > 0 || slices.ContainsFunc(d.Parts, byPlace) {
		d.Top.Repeat, d.Top.Rows, d.Top.Columns = repeat, rows, columns
		again, _, ok := ask.BlocksOf(d, purse)
		if !ok {
			return work.Counted{}, false
		}
		b, top = again, again.Plain
	} else {
		top.Repeat, top.Rows, top.Columns = expanded(b, repeat), rows, columns
	}
	top.Borders, top.Backing, top.Binding, top.Measured = nil, nil, nil, nil
	again := b.With(top)
	laid := again.Pressed()
	counted, ok := work.Count(laid)
	return counted, ok
}

// expanded is a repeat of what is laid as it is made, in its colourways.
func expanded(b ask.Blocks, repeat [][]quilt.Cell) [][]quilt.Cell {
	type block struct {
		unit      naming.Unit
		colourway string
	}
	made := map[block]quilt.Cell{} // unturned
	for r, row := range b.Asked.Repeat {
		for c, cell := range row {
			is := b.Plain.Repeat[r][c]
			is.Turn = (is.Turn - cell.Turn + 360) % 360
			made[block{cell.Unit, cell.Colourway}] = is
		}
	}
	out := make([][]quilt.Cell, len(repeat))
	for r, row := range repeat {
		out[r] = slices.Clone(row)
		for c, cell := range row {
			if is, laid := made[block{cell.Unit, cell.Colourway}]; laid {
				is.Turn = (is.Turn + cell.Turn) % 360
				out[r][c] = is
			}
		}
	}
	return out
}
