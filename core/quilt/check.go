package quilt

import (
	"fmt"
	"slices"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/problem"
)

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

// repeated checks the blocks of the repeat: whole rows of units that are alike in size; where nothing lies between or
// round them that is as large as a block, every column may have a width of its own and every row a height. said is
// whether a problem that stops was said before.
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
	case !b.IsPieced() && !l.On(t.Ruler.Mark):
		t.Problems.Warn("off-the-ruler", at+"/width",
			fmt.Sprintf("The border should be %s wide, which is between two marks of your ruler.",
				t.Ruler.Print(l)),
			fmt.Sprintf("It is cut %s wide, the next mark up, and sewn from that.", t.Ruler.Print(t.OnMark(l))))
	}
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
