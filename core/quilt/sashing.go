package quilt

import (
	"fmt"
	"slices"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/straight"
)

// Sashed gives the top with its sashing written out as cells.
func (top Top) Sashed() Top {
	s := top.Sashing
	if s == nil || len(top.Repeat) == 0 || len(top.Repeat[0]) == 0 {
		return top
	}
	out := top
	out.Rows, out.Columns = 2*top.Rows-1, 2*top.Columns-1
	if s.Outer {
		out.Rows, out.Columns = 2*top.Rows+1, 2*top.Columns+1
	}
	out.Repeat = make([][]Cell, 0, 2*len(top.Repeat))
	pair := func(block, strip Cell) []Cell {
		if s.Outer {
			return []Cell{strip, block}
		}
		return []Cell{block, strip}
	}
	for _, row := range top.Repeat {
		var blocks, strips []Cell
		for _, c := range row {
			blocks = append(blocks, pair(c, Cell{Unit: naming.SashUpright})...)
			strips = append(strips, pair(Cell{Unit: naming.SashLevel}, Cell{Unit: naming.SashCorner})...)
		}
		if s.Corners == "" {
			strips = []Cell{{Unit: naming.SashLevel}} // one strip right through
		}
		if s.Outer {
			out.Repeat = append(out.Repeat, strips, blocks)
		} else {
			out.Repeat = append(out.Repeat, blocks, strips)
		}
	}
	return out
}

// sashing checks the sashing of a top.
func sashing(top Top, t *making.Table, stop func(code, at, says, mend string)) bool {
	s := top.Sashing
	if s == nil {
		return true
	}
	good := true
	no := func(code, at, says, mend string) { good = false; stop(code, at, says, mend) }
	if _, ok := t.Usable(s.Role); !ok {
		no("role-without-fabric", "/top/sashing/role", "The sashing has no fabric.", "Choose a fabric for it.")
	}
	if _, ok := t.Usable(s.Corners); !ok && s.Corners != "" {
		no("role-without-fabric", "/top/sashing/corners", "The cornerstones have no fabric.",
			"Choose a fabric for them.")
	}
	switch l, err := s.Width.Length(t), s.Width.Err(); {
	case err != nil:
		no("length-unreadable", "/top/sashing/width", err.Error(), "Write the width to cut, such as 2.")
	case l <= 2*t.Seam:
		no("too-narrow", "/top/sashing/width",
			fmt.Sprintf("Sashing cut %s wide is taken whole by its two seam allowances.", t.Ruler.Print(l)),
			fmt.Sprintf("Cut it wider than %s.", t.Ruler.Print(2*t.Seam)))
	case l > 20*measure.Inch:
		no("too-wide", "/top/sashing/width", fmt.Sprintf("Sashing cut %s wide is wider than a block.",
			t.Ruler.Print(l)), "Make it narrower.")
	case !l.On(t.Ruler.Mark):
		t.Problems.Warn("off-the-ruler", "/top/sashing/width",
			fmt.Sprintf("The sashing should be %s wide, which is between two marks of your ruler.", t.Ruler.Print(l)),
			fmt.Sprintf("It is cut %s wide, the next mark up, and sewn from that.", t.Ruler.Print(t.OnMark(l))))
	}
	if _, w, h, ok := blockOf(top, t); ok {
		cut := t.OnMark(s.Width.Length(t))
		for _, long := range []measure.Length{w, h} {
			if tooLong(long, s.Role, t) {
				no("cloth-too-short", "/top/sashing/role",
					fmt.Sprintf("A piece of sashing %s long does not come out of its cloth.", t.Ruler.Print(long)),
					"Choose wider cloth for it.")
				break
			}
		}
		if s.Corners != "" && tooLong(cut, s.Corners, t) {
			no("cloth-too-short", "/top/sashing/corners", "A cornerstone does not come out of its cloth.",
				"Make the sashing narrower, or choose wider cloth.")
		}
	}
	return good
}

// blockOf is the first block of a top that can be laid, turned as it lies, and its unfinished size.
func blockOf(top Top, t *making.Table) (p piece.Piece, w, h measure.Length, ok bool) {
	for _, row := range top.Repeat {
		for _, c := range row {
			if m, ok := t.Made(c.Unit); ok && !c.Unit.Fills() {
				p = m.Piece.Turn(c.Turn)
				w, h := p.Size()
				return p, w, h, true
			}
		}
	}
	return piece.Piece{}, 0, 0, false
}

// Sashes makes the pieces of the sashing of a top that Check found good. They are as long as a block is, exactly, even
// where that lies between two marks.
func Sashes(top Top, t *making.Table) []making.Made {
	s := top.Sashing
	block, _, _, ok := blockOf(top, t)
	if s == nil || !ok {
		return nil
	}
	width := t.OnMark(s.Width.Length(t))
	cut := piece.Of(width)
	// As drawn a block is what it should be; as cut the sashing is as long as a block really is.
	more, taller := top.beyond(block, t)
	patch := func(id naming.Unit, name, role string, w, h piece.Num, blocks int) making.Made {
		p := piece.Exactly(role, w, h)
		long, high := p.Size()
		if id == naming.SashUpright {
			high += taller
		}
		long += more * measure.Length(blocks)
		u := making.Unit{ID: id, Name: name, How: &straight.PlainPatch{
			Role:  role,
			Width: making.Wide(long), Height: making.Wide(high),
		}}
		return making.Made{
			Unit: u, Sort: "patch", Cloth: true, Piece: p,
			Acts: []making.Act{{
				ID: id.Step(), Does: making.Cuts, Patch: &making.CutPatch{Role: role, W: long, H: high},
				Piece: p,
			}},
		}
	}
	list := []making.Made{patch(naming.SashUpright, "Sashing, upright", s.Role, cut, block.H, 0)}
	if s.Corners != "" {
		return append(list, patch(naming.SashLevel, "Sashing, level", s.Role, block.W, cut, 1),
			patch(naming.SashCorner, "Cornerstone", s.Corners, cut, cut, 0))
	}
	both := piece.Of(2 * t.Seam)
	long := both
	for range top.Columns {
		long = long.Add(block.W).Sub(both)
	}
	between := top.Columns - 1
	if s.Outer {
		between += 2
	}
	for range between {
		long = long.Add(cut).Sub(both)
	}
	through := patch(naming.SashLevel, "Sashing, right through", s.Role, long, cut, top.Columns)
	act := &through.Acts[0]
	if usable, _ := t.Usable(s.Role); act.Patch.W.CeilTo(t.Ruler.Mark) > usable-t.Squaring {
		act.Patch, act.Lengthy = nil, act.Patch
	}
	return append(list, through)
}

// beyond is by how much a block as it was measured is larger than as it should be.
func (top Top) beyond(block piece.Piece, t *making.Table) (w, h measure.Length) {
	if top.Block == nil {
		return 0, 0
	}
	pw, ph := block.Size()
	w, h = top.Block.Size()
	return w - pw, h - ph
}

// Waits lists what is cut from cloth to the size of the pieced blocks: sashing beside them, plain blocks among them,
// and the squares for triangles round them.
func (top Top) Waits(t *making.Table) map[naming.Step]bool {
	pieced, plain := false, map[naming.Step]bool{}
	for _, row := range top.Repeat {
		for _, c := range row {
			if m, ok := t.Made(c.Unit); ok && !c.Unit.Fills() {
				if m.Cloth {
					plain[c.Unit.Step()] = true
				} else {
					pieced = true
				}
			}
		}
	}
	if !pieced {
		return map[naming.Step]bool{}
	}
	if top.Sashing != nil {
		plain[naming.SashUpright.Step()], plain[naming.SashLevel.Step()] = true, true
	}
	if top.Point != nil {
		plain[naming.SideTriangle.Squares()], plain[naming.CornerTriangle.Squares()] = true, true
	}
	return plain
}

// Name is what a row is called.
func (k RowKind) Name() string {
	if k.Called != "" {
		return k.Called
	}
	if k.SashRow() {
		return fmt.Sprintf("Sashing row %d", k.ID.Number())
	}
	return fmt.Sprintf("Row %d", k.ID.Number())
}

// SashRow says whether a row is sashing alone.
func (k RowKind) SashRow() bool {
	return !slices.ContainsFunc(k.Cells, func(c Cell) bool { return !c.Unit.IsSash() || c.Unit == naming.SashUpright })
}
