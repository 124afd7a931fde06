package work

import (
	"encoding/binary"
	"fmt"
	"hash/fnv"
	"maps"
	"slices"

	"vicis/core/batching"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
)

// A look is kept with what is tallied, so that a thing of another look is not taken for it: a row with a cell turned, a
// strip of another fabric. It is short, and says nothing by itself.

func lookOf(parts ...uint64) string {
	h := fnv.New64a()
	for _, p := range parts {
		_, _ = h.Write(binary.LittleEndian.AppendUint64(nil, p)) // a hash takes everything
	}
	return fmt.Sprintf("%016x", h.Sum64())
}

// look is what pieces show: their cloth where it lies, allowances included.
func (w *Work) look(pieces ...piece.Piece) string {
	parts := make([]uint64, len(pieces))
	for i, p := range pieces {
		parts[i] = p.Look(w.Seen)
	}
	return lookOf(parts...)
}

// clothLook is what bare cloth of a fabric shows.
func clothLook(fabric string) string {
	return lookOf(piece.Exactly(fabric, piece.Num{},
		piece.Num{}).LookAsItLies(piece.ByRole))
}

// lookOfColumn is what a column of a web is sewn of: which cells come together, however often and in which rows, so
// that what is sewn of it stays what it is when the quilt gets more rows or columns of the same.
func (w *Work) lookOfColumn(column int) string {
	looks := map[string]bool{}
	rows, _ := w.Tallied.Web()
	for _, row := range rows {
		k := w.Tallied.Kinds[w.Tallied.Rows[row]]
		k.Cells = k.Cells[column-2 : column]
		looks[w.lookOfRow(k)] = true
	}
	h := fnv.New64a()
	for _, look := range slices.Sorted(maps.Keys(looks)) {
		_, _ = h.Write([]byte(look))
	}
	return fmt.Sprintf("%016x", h.Sum64())
}

// lookOfRow is what a row of blocks shows: the same from both ends.
func (w *Work) lookOfRow(k quilt.RowKind) string {
	looks := w.cells
	if looks == nil {
		looks = map[quilt.Cell]uint64{}
	}
	look := func(c quilt.Cell, half int) uint64 {
		c.Turn = (c.Turn + half) % 360
		if _, known := looks[c]; !known {
			looks[c] = w.Tallied.Blocks[c.Unit].Piece.Turn(c.Turn).LookAsItLies(w.Seen)
		}
		return looks[c]
	}
	as, turned := make([]uint64, len(k.Cells)), make([]uint64, len(k.Cells))
	for i := range k.Cells {
		as[i] = look(k.Cells[i], 0)
		turned[i] = look(k.Cells[len(k.Cells)-1-i], 180)
	}
	return min(lookOf(as...), lookOf(turned...))
}

// pressedAs is how the seams in what a batch makes lie, and how its own do.
func (w *Work) pressedAs(b batching.Batch, p piece.Piece) (inside, own string) {
	its := func(seam naming.Seam) bool { return slices.Contains(b.Of, seam) || slices.Contains(b.Presses, seam) }
	sides := func(wanted bool) string {
		n := p.PressedAs(w.Seen, func(seam naming.Seam) (int, bool) {
			d, decided := w.Press.Decisions[seam]
			return d.X, decided && its(seam) == wanted
		})
		if n == 0 {
			return ""
		}
		return fmt.Sprintf("%016x", n)
	}
	return sides(false), sides(true)
}
