package quilt

import (
	"fmt"
	"strings"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/rules"
	"vicis/core/straight"
)

// HowMany is how many blocks the top has.
func (top Top) HowMany() int {
	if top.Point == nil {
		return top.Rows * top.Columns
	}
	return top.Rows*top.Columns + (top.Rows-1)*(top.Columns-1)
}

// cellAt is the block in row r and column c, counted along the rows as they are sewn.
func (top Top) cellAt(r, c int) Cell {
	row := top.Repeat[r%len(top.Repeat)]
	return row[c%len(row)]
}

// diagonal is the columns of one diagonal row that hold blocks, counted from the leftmost column of all.
func (top Top) diagonal(r int) (from, to int) {
	left := top.Rows - 1 // the column of the first row's block
	from, to = max(left-r, r-left), min(left+r, left+2*(top.Columns-1)-r)
	return from, to
}

// fromFirst shifts a column so that the repeat begins with the block in the upper left corner.
func (top Top) fromFirst(c int, period int) int {
	return ((c-(top.Rows-1))%period + period) % period
}

// onPoint lays the diagonal rows. Each is a kind of its own: none is as long as its neighbours.
func (l *Layout) onPoint(top Top, turned func(cell Cell, row, column int) Cell) {
	l.OnPoint = true
	left, right := top.Rows-1, top.Columns-1 // the rows that end in the lower left and in the upper right corner
	for r := range top.Rows + top.Columns - 1 {
		from, to := top.diagonal(r)
		kind := RowKind{ID: naming.Row(r + 1), Count: 1, Start: from}
		if r != left {
			turn := 180 // its short edges meet this row's last block and the row below
			if r > left {
				turn = 90
			}
			kind.Start--
			kind.Cells = append(kind.Cells, Cell{Unit: naming.SideTriangle, Turn: turn})
		}
		for c := from; c <= to; c++ {
			cell := turned(top.cellAt(r, top.fromFirst(c, len(top.Repeat[0]))), r, c)
			kind.Cells = append(kind.Cells, cell)
		}
		if r != right {
			turn := 270
			if r > right {
				turn = 0
			}
			kind.Cells = append(kind.Cells, Cell{Unit: naming.SideTriangle, Turn: turn})
		}
		l.Rows = append(l.Rows, r)
		l.Kinds = append(l.Kinds, kind)
	}
	l.Count[naming.CornerTriangle] = 4
}

// CornerInPlace is a corner triangle in its place: over the edge of a block of a row.
type CornerInPlace struct {
	Row, Column int // of the block it is sewn to
	Down, Right int // from there
	Turn        int
}

// Corners lists the four corner triangles of a setting on point, in rows and columns as they are sewn.
func (l Layout) Corners(top Top) []CornerInPlace {
	m, n := top.Columns, top.Rows
	return []CornerInPlace{
		{0, n - 1, -1, 0, 0},
		{m - 1, m + n - 2, 0, 1, 90},
		{m + n - 2, m - 1, 1, 0, 180},
		{n - 1, 0, 0, -1, 270},
	}
}

// Triangles makes what fills the edge of a top on point that Check found good: squares cut from cloth, and cut on their
// diagonals.
func Triangles(top Top, t *making.Table) []making.Made {
	p := top.Point
	block, _, _, ok := blockOf(top, t)
	if p == nil || !ok {
		return nil
	}
	w, s := block.W, piece.Of(t.Seam)
	slant := s.TimesRoot2()
	whole := func(role string) piece.Piece {
		q := piece.Exactly(role, w, w)
		q.Patches[0].Up = 1 // the thread runs along the edge of the quilt
		return q
	}
	side := whole(p.Role).Trimmed(piece.Rising(w.Add(slant)), -1)
	corner := whole(p.CornersOf()).Trimmed(piece.Rising(w.Sub(slant)), 1).Trimmed(piece.Falling(slant), -1)
	// As drawn a block is what it should be; as cut the triangles fit what it really measures.
	more, _ := top.beyond(block, t)
	sideSquare, cornerSquare := squaresFor(w.Sub(s).Sub(s).Add(piece.Of(more)), s)
	larger := p.Larger.Length()
	one := func(id naming.Unit, name, role string, q piece.Piece, square piece.Num, per, cuts int, says, sum string,
		rule rules.ID,
	) making.Made {
		exact := square.Nearest()
		cut := exact + larger
		squares := id.Squares()
		written := making.Wide(cut)
		size := making.SizeWorking{Sums: []string{sum}, Rules: rules.By(rule)}
		if larger > 0 {
			size.Sums = append(size.Sums, fmt.Sprintf("%s + %s to trim = %s", t.Ruler.Print(exact),
				t.Ruler.Print(larger), t.Ruler.Print(cut)))
		}
		var eitherWay []string // what is cut on a diagonal points as many ways as there are parts of it
		if t.Directed(role) {
			eitherWay = []string{role}
		}
		return making.Made{
			EitherWay: eitherWay,
			Unit:      making.Unit{ID: id, Name: name, How: &straight.PlainPatch{Role: role, Width: written, Height: written}},
			Sort:      "setting", Cloth: true, Piece: q, Size: size,
			Acts: []making.Act{
				{
					ID: squares, Does: making.Cuts, Name: "Square for " + strings.ToLower(name),
					Patch: &making.CutPatch{Role: role, W: cut, H: cut}, Piece: piece.Cut(role, cut, cut),
				},
				{
					ID: id.Step(), Does: making.Trims, Says: says, Takes: []making.ActTake{{Act: squares, Each: 1}},
					Gives: []making.ActGive{{ID: id.Step(), Count: per}}, Piece: q, Cuts: cuts,
				},
			},
		}
	}
	b := t.Ruler.Print(w.Nearest() - 2*t.Seam + more)
	print := func(n piece.Num) string { return t.Ruler.Print(n.Nearest()) }
	list := []making.Made{one(naming.CornerTriangle, "Corner triangles", p.CornersOf(), corner, cornerSquare, 2, 1,
		"Cut each square on one diagonal",
		fmt.Sprintf("%s ÷ 1.4142 + 3.4142 × %s = %s", b, t.Ruler.Print(t.Seam), print(cornerSquare)),
		rules.CornerTri)}
	if top.Rows > 1 || top.Columns > 1 {
		list = append([]making.Made{one(naming.SideTriangle, "Side triangles", p.Role, side, sideSquare, 4, 2,
			"Cut each square on both diagonals",
			fmt.Sprintf("%s × 1.4142 + 4.8284 × %s = %s", b, t.Ruler.Print(t.Seam), print(sideSquare)),
			rules.SideTriangle)}, list...)
	}
	return list
}

// squaresFor gives the squares that are quartered for the sides and halved for the corners round blocks of a finished
// size.
func squaresFor(finished, s piece.Num) (side, corner piece.Num) {
	twice := s.Add(s)
	half := piece.Num{P: finished.Q, Q: finished.P / 2} // finished ÷ √2
	return finished.TimesRoot2().Add(twice).Add(twice.TimesRoot2()), half.Add(twice).Add(s.TimesRoot2())
}

// Tip is how far the points of a triangle stand out beyond the edge of the block it is sewn to.
func (p PointSetting) Tip(t *making.Table) measure.Length {
	more, _ := piece.Of(p.Larger.Length()).TimesRoot2().Half()
	return piece.Of(t.Seam).TimesRoot2().Add(more).Nearest()
}

// pointed checks a setting on point.
func pointed(top Top, t *making.Table, stop func(code, at, says, mend string)) bool {
	p := top.Point
	if p == nil {
		return true
	}
	good := true
	no := func(code, at, says, mend string) { good = false; stop(code, at, says, mend) }
	if top.Sashing != nil {
		no("sashed-on-point", "/top/sashing", "Blocks on point are not sashed here.",
			"Frame the blocks themselves, or set them straight.")
	}
	if l, err := p.Larger.Length(), p.Larger.Err(); p.Larger.Given() && err != nil {
		no("length-unreadable", "/top/point/larger", err.Error(), "Write how much larger to cut, such as 1/2.")
	} else if l > 4*measure.Inch {
		no("too-large", "/top/point/larger", fmt.Sprintf("%s is more than is trimmed away.", t.Ruler.Print(l)),
			"Write at most "+t.Ruler.Print(4*measure.Inch)+".")
	}
	block, w, h, ok := blockOf(top, t)
	if ok && w != h {
		no("not-square", "/top/point", fmt.Sprintf("A block that measures %s × %s does not stand on its corner.",
			t.Ruler.Print(w), t.Ruler.Print(h)), "Set it straight, or lay a square block.")
	}
	if m := top.Block; ok && m != nil && m.Width.Err() == nil && m.Height.Err() == nil {
		if mw, mh := m.Size(); mw != mh {
			no("not-square", "/top/block/height",
				"The blocks are measured longer one way than the other: triangles cut for one edge do not fit the next.",
				"Trim the blocks square, and measure again.")
		}
	}
	s := piece.Of(t.Seam)
	side, corner := squaresFor(block.W.Sub(s).Sub(s), s)
	for _, one := range []struct {
		at, role, what string
		square         piece.Num
		needed         bool
	}{
		{"/top/point/role", p.Role, "side", side, top.Rows > 1 || top.Columns > 1},
		{"/top/point/corners", p.CornersOf(), "corner", corner, true},
	} {
		if _, known := t.Usable(one.role); !known {
			if one.what == "side" || p.Corners != "" {
				no("role-without-fabric", one.at, fmt.Sprintf("The %s triangles have no fabric.", one.what),
					"Choose a fabric for them.")
			}
		} else if ok && one.needed && tooLong(one.square.Nearest()+p.Larger.Length(), one.role, t) {
			no("cloth-too-short", one.at,
				fmt.Sprintf("The %s triangles are cut from squares of %s, which do not come out of their cloth.",
					one.what, t.Ruler.Print(one.square.Nearest()+p.Larger.Length())),
				"Choose wider cloth for them, or smaller blocks.")
		}
	}
	return good
}
