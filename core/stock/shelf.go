package stock

import (
	"cmp"
	"slices"

	"vicis/core/cloth"
	"vicis/core/work"
)

// Supplies is what was cut of every supply, and what is left of those that were begun. Where nobody knows by which
// layout they were cut nothing is left of them.
func (l *Account) Supplies() map[string]cloth.Gone {
	l.fold()
	list := map[string]cloth.Gone{}
	for t, from := range l.things {
		id, is := t.Supply()
		if !is || l.now.piles[from].used == 0 {
			continue
		}
		gone := cloth.Gone{Begun: l.now.piles[from].used}
		if laid, several := l.latest(from); laid != nil && !several {
			begun := laid.laid.Used
			left := slices.Clone(laid.laid.Left)
			laid.laid.each(func(t work.Identity) int { return l.now.cut[[2]int{from, l.things[t]}] },
				func(line CutLine, counts []int) {
					if line.Rest == 0 {
						begun++
					} else if i := slices.IndexFunc(left, line.Lies.is); i >= 0 {
						left[i].Count--
					}
					left = append(left, line.Lies.rests(counts)...)
				})
			if begun == gone.Begun {
				gone.Left = alike(left)
			}
		}
		list[id] = gone
	}
	return list
}

// alike puts rests of one size together, the largest first.
func alike(list []cloth.LeftPiece) (out []cloth.LeftPiece) {
	slices.SortFunc(list, func(a, b cloth.LeftPiece) int {
		return cmp.Or(cmp.Compare(b.L, a.L), cmp.Compare(b.W, a.W))
	})
	for _, r := range list {
		if n := len(out); n > 0 && out[n-1].W == r.W && out[n-1].L == r.L {
			out[n-1].Count += r.Count
		} else {
			out = append(out, r)
		}
	}
	return slices.DeleteFunc(out, func(r cloth.LeftPiece) bool { return r.Count <= 0 })
}
