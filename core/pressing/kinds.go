package pressing

import (
	"maps"
	"slices"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
)

// Kinds that look alike and are sewn otherwise: what meets in them and at their edges is not the same.

// MostKinds is how many kinds of one look are told apart.
const MostKinds = 4

// sorted is a layout in which all blocks of one kind lie before those of the next, row by row from the top: each kind
// as often as it falls out.
func sorted(l quilt.Layout, units []making.Made, others []map[naming.Unit]making.Made) quilt.Layout {
	if len(others) == 0 {
		return l
	}
	kinds := kindsIn(units)
	out := l
	out.Blocks, out.Count, out.Kinds, out.Rows = maps.Clone(l.Blocks), maps.Clone(l.Count), nil, nil
	nth := map[naming.Unit]int{}
	for r, row := range l.Rows {
		k := l.Kinds[row]
		k.Cells = slices.Clone(k.Cells)
		for i, c := range k.Cells {
			kind := kindOf(nth[c.Unit], l.Count[c.Unit], kinds[c.Unit])
			nth[c.Unit]++
			if kind == 0 || kind > len(others) {
				continue
			}
			if m, made := others[kind-1][c.Unit]; made {
				id := c.Unit.Kind(kind)
				k.Cells[i].Unit, out.Blocks[id] = id, m
				out.Count[c.Unit]--
				out.Count[id]++
			}
		}
		out.Kinds, out.Rows = append(out.Kinds, k), append(out.Rows, r)
	}
	return out
}

// kindsIn says of every unit of how many of each kind it comes, or what it is sewn of does: of the parts the one with
// most kinds. Nothing where all are alike.
func kindsIn(units []making.Made) map[naming.Unit][]int {
	of := map[naming.Unit][]int{}
	for _, m := range units { // parts before what is sewn of them
		var parts []int
		if m.Unit.How != nil {
			for _, p := range m.Unit.How.Parts() {
				if kinds := of[p.Unit]; len(kinds) > len(parts) {
					parts = kinds
				}
			}
		}
		of[m.Unit.ID] = parts
		for _, v := range m.Variants {
			if of[v.ID] = parts; len(v.Others) > 0 {
				of[v.ID] = v.Kinds
			}
		}
	}
	return of
}

// kindOf is the kind of the nth of so many blocks; of these as many are of each kind as fall out of a run.
func kindOf(nth, of int, kinds []int) int {
	all, upto := 0, 0
	for _, n := range kinds {
		all += n
	}
	for kind, n := range kinds {
		if upto += n; nth*all < of*upto {
			return kind
		}
	}
	return 0
}

// alikeOf pairs the ends that lie at one place of the edges of kinds that look alike.
func alikeOf(units []making.Made, seam measure.Length) (list []piece.Meeting) {
	for _, m := range units {
		for _, v := range m.Variants {
			for _, o := range v.Others {
				a, b := v.Piece.SeamsAlone().Finished(seam), o.SeamsAlone().Finished(seam)
				for _, side := range []piece.Side{piece.Left, piece.Right, piece.Top, piece.Bottom} {
					for _, pair := range piece.AtOnePlace(a.Ends(side), b.Ends(side)) {
						list = append(list, piece.Meeting{A: pair[0], B: pair[1]})
					}
				}
			}
		}
	}
	return list
}
