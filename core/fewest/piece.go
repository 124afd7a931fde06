package fewest

import (
	"cmp"
	"slices"

	"vicis/core/measure"
)

// What comes out of one piece of cloth that is cut in rows from edge to edge.

// Item is a patch as it may lie in a piece: with its top along the cloth, or turned too.
type Item struct {
	W, H  measure.Length
	Turns bool
	Worth int64 // for its size
}

// fillings bounds how many rows are tried in one piece.
const fillings = 300

// Fill finds how many of each item come out of one piece, cut in rows and each row across: as much of the piece as can
// be found to be used, by those that come first before all others. No more of an item than is wanted.
func Fill(w, l measure.Length, items []Item, wanted []int, e *Effort) (best []int, inRows []Filled, along bool) {
	best = make([]int, len(items))
	most := int64(0)
	for _, turned := range []bool{false, true} { // rows across the cloth, or along it
		wide, high := w, l
		if turned {
			wide, high = l, w
			if wide < 2*narrowest(items, wanted) {
				break // one in each row: the same as one row of them
			}
		}
		budget := fillings
		var path []Filled
		var rows func(high measure.Length, left, have []int, worth int64)
		rows = func(high measure.Length, left, have []int, worth int64) {
			if worth > most {
				most = worth
				copy(best, have)
				inRows, along = slices.Clone(path), turned
			}
			if budget--; budget <= 0 || e.Spent() {
				return
			}
			e.Take(8 * len(items))
			for _, h := range heights(items, left, high, turned) {
				counts, gain := row(wide, h, items, left, turned, e)
				if gain == 0 {
					continue
				}
				nextLeft, nextHave := slices.Clone(left), slices.Clone(have)
				for i, n := range counts {
					nextLeft[i] -= n[0] + n[1]
					nextHave[i] += n[0] + n[1]
				}
				path = append(path, counts)
				rows(high-h, nextLeft, nextHave, worth+gain)
				path = path[:len(path)-1]
			}
		}
		rows(high, wanted, make([]int, len(items)), 0)
	}
	return best, inRows, along
}

// Filled is a row: how many of each item lie in it, either way.
type Filled [][2]int

// narrowest is the least side of what is wanted.
func narrowest(items []Item, wanted []int) measure.Length {
	least := measure.Longest
	for i, it := range items {
		if wanted[i] > 0 {
			least = min(least, it.W, it.H)
		}
	}
	return least
}

// Lies is how an item can lie in rows: its width along the row and its height across it.
func (it Item) Lies(turned bool) (ways [2][2]measure.Length, n int) {
	ways = [2][2]measure.Length{{it.W, it.H}, {it.H, it.W}}
	if turned {
		ways[0], ways[1] = ways[1], ways[0]
	}
	if it.Turns {
		return ways, 2
	}
	return ways, 1
}

// heights lists how high a row can be, the highest first.
func heights(items []Item, left []int, most measure.Length, turned bool) (list []measure.Length) {
	for i, it := range items {
		ways, n := it.Lies(turned)
		for _, way := range ways[:n] {
			if left[i] > 0 && way[1] <= most && !slices.Contains(list, way[1]) {
				list = append(list, way[1])
			}
		}
	}
	slices.SortFunc(list, func(a, b measure.Length) int { return cmp.Compare(b, a) })
	return list
}

// FirstCounts is how much more what comes first is worth than its size.
const FirstCounts = 64

// rowNodes bounds the search for one row.
const rowNodes = 400

// row fills one row of a height as full as can be, by what is used of it.
func row(wide, high measure.Length, items []Item, left []int, turned bool, e *Effort) (counts [][2]int,
	worth int64,
) {
	counts = make([][2]int, len(items))
	var wants []Want
	var values []int64
	var of, lies []int
	for i, it := range items {
		ways, n := it.Lies(turned)
		for k, way := range ways[:n] {
			if left[i] > 0 && way[0] <= wide && way[1] <= high {
				lies = append(lies, k)
				wants = append(wants, Want{Width: int64(way[0]), Count: left[i]})
				values = append(values, int64(way[0]/64)*int64(way[1]/64)*it.Worth)
				of = append(of, i)
			}
		}
	}
	// What is worth most for its width first; a bound on what the rest of the row could still be worth ends a branch.
	order := make([]int, len(wants))
	for k := range order {
		order[k] = k
	}
	slices.SortStableFunc(order, func(a, b int) int {
		return cmp.Compare(values[b]*wants[a].Width,
			values[a]*wants[b].Width)
	})
	budget := rowNodes
	now := make([][2]int, len(items))
	var search func(at int, room, gain int64)
	search = func(at int, room, gain int64) {
		if gain > worth {
			worth = gain
			copy(counts, now)
		}
		if budget--; at == len(order) || budget <= 0 {
			return
		}
		k := order[at]
		if gain+room*values[k]/wants[k].Width <= worth {
			return
		}
		have := &now[of[k]]
		for n := min(int(room/wants[k].Width), wants[k].Count-have[0]-have[1]); n >= 0; n-- {
			have[lies[k]] += n
			search(at+1, room-int64(n)*wants[k].Width, gain+int64(n)*values[k])
			have[lies[k]] -= n
		}
	}
	search(0, int64(wide), 0)
	e.Take(8*len(items) + rowNodes - budget)
	return counts, worth
}
