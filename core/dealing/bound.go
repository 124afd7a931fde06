package dealing

import (
	"maps"
	"slices"
)

// least is how many pairs that touch show one print in any deal of the stock, by two arguments, the better of which
// holds: of one print there are more than can lie without touching; more spots touch each other than there are prints
// for them.
func (t *dealTable) least() int { return max(t.crowded(), t.packed()) }

// spots is what shows of a deal as a graph.
type spots struct {
	list  []Spot
	index map[Spot]int
	edges [][]int // those that touch it
}

func (t *dealTable) spots() spots {
	g := spots{index: map[Spot]int{}}
	for i, p := range t.Places {
		for s := range t.Stocks[p.Stock][0].Prints {
			g.index[Spot{i, s}] = len(g.list)
			g.list = append(g.list, Spot{i, s})
		}
	}
	g.edges = make([][]int, len(g.list))
	for _, p := range t.Pairs {
		if p.Asks == Beside {
			a, b := g.index[p.A], g.index[p.B]
			g.edges[a], g.edges[b] = append(g.edges[a], b), append(g.edges[b], a)
		}
	}
	return g
}

// can is which prints each slot of each stock can show.
func (t *dealTable) can() [][]map[int]bool {
	list := make([][]map[int]bool, len(t.Stocks))
	for k, stock := range t.Stocks {
		list[k] = make([]map[int]bool, len(stock[0].Prints))
		for slot := range list[k] {
			list[k][slot] = map[int]bool{}
			for _, c := range stock {
				if c.Count > 0 {
					list[k][slot][c.Prints[slot]] = true
				}
			}
		}
	}
	return list
}

// crowded counts, for every print, how many more of it have to be laid than can lie without touching one another.
func (t *dealTable) crowded() (n int) {
	g := t.spots()
	places := make([]int, len(t.Stocks))
	for _, p := range t.Places {
		places[p.Stock]++
	}
	need := map[int]int{}
	for k, stock := range t.Stocks {
		have, most := map[int]int{}, map[int]int{}
		spare := -places[k]
		for _, c := range stock {
			spare += c.Count
			here := map[int]int{}
			for _, p := range c.Prints {
				here[p]++
			}
			for p, times := range here {
				have[p] += times * c.Count
				most[p] = max(most[p], times)
			}
		}
		for p := range have { // what is left over may be of this print
			need[p] += max(0, have[p]-spare*most[p])
		}
	}
	can := t.can()
	degree := 0
	for _, list := range g.edges {
		degree = max(degree, len(list))
	}
	for _, p := range slices.Sorted(maps.Keys(need)) {
		in, all := make([]bool, len(g.list)), 0
		for i, s := range g.list {
			if in[i] = can[t.Places[s.Place].Stock][s.Slot][p]; in[i] {
				all++
			}
		}
		if need[p]*(degree+1) > all { // else so many can be taken one after the other, none of which touches one before
			n += max(0, need[p]-g.apart(in))
		}
	}
	return n
}

// apart is a number of spots that is not exceeded by any that do not touch one another: so many groups cover them in
// which all touch. Where the spots are of two sides that touch only across, it is the largest such number (Kőnig's
// theorem).
func (g spots) apart(in []bool) int {
	n := 0
	side := make([]int, len(g.list))
	two := true
	for i := range g.list {
		if !in[i] {
			continue
		}
		n++
		if side[i] != 0 {
			continue
		}
		side[i] = 1
		for queue := []int{i}; len(queue) > 0; queue = queue[1:] {
			a := queue[0]
			for _, b := range g.edges[a] {
				switch {
				case !in[b]:
				case side[b] == 0:
					side[b] = -side[a]
					queue = append(queue, b)
				case side[b] == side[a]:
					two = false
				}
			}
		}
	}
	if two {
		return n - g.matched(in, side)
	}
	covered := make([]bool, len(g.list))
	groups := 0
	for i := range g.list {
		if !in[i] || covered[i] {
			continue
		}
		groups++
		covered[i] = true
		group := []int{i}
		for _, b := range g.edges[i] {
			if in[b] && !covered[b] && g.touchesAll(b, group) {
				covered[b] = true
				group = append(group, b)
			}
		}
	}
	return groups
}

func (g spots) touchesAll(i int, group []int) bool {
	return !slices.ContainsFunc(group, func(j int) bool { return !slices.Contains(g.edges[i], j) })
}

// matched is how many pairs that touch can be taken at most, no spot twice, by longer and longer paths.
func (g spots) matched(in []bool, side []int) (n int) {
	mate := make([]int, len(g.list))
	for i := range mate {
		mate[i] = -1
	}
	var seen []bool
	var free func(i int) bool
	free = func(i int) bool {
		for _, b := range g.edges[i] {
			if !in[b] || seen[b] {
				continue
			}
			seen[b] = true
			if mate[b] < 0 || free(mate[b]) {
				mate[b], mate[i] = i, b
				return true
			}
		}
		return false
	}
	for i := range g.list { // most of them at once
		for _, b := range g.edges[i] {
			if in[i] && in[b] && mate[i] < 0 && mate[b] < 0 {
				mate[i], mate[b] = b, i
				n++
			}
		}
	}
	for i := range g.list {
		if in[i] && side[i] > 0 && mate[i] < 0 {
			seen = make([]bool, len(g.list))
			if free(i) {
				n++
			}
		}
	}
	return n
}

// packed takes groups of spots that all touch each other, no pair twice, and counts in each how many pairs must be
// alike with the prints there are.
func (t *dealTable) packed() (n int) {
	g := t.spots()
	prints, can := make([]map[int]bool, len(g.list)), t.can()
	for i, s := range g.list {
		prints[i] = can[t.Places[s.Place].Stock][s.Slot]
	}
	used := map[[2]int]bool{}
	pair := func(a, b int) [2]int { return [2]int{min(a, b), max(a, b)} }
	for i := range g.list {
		for _, first := range g.edges[i] {
			if used[pair(i, first)] {
				continue
			}
			group := []int{i, first}
			for _, b := range g.edges[i] {
				if b != first && g.touchesAll(b, group) &&
					!slices.ContainsFunc(group, func(j int) bool { return used[pair(b, j)] }) {
					group = append(group, b)
				}
			}
			all := map[int]bool{}
			for _, j := range group {
				maps.Copy(all, prints[j])
			}
			alike := 0 // as even as can be
			for k := range len(all) {
				m := (len(group) + k) / len(all)
				alike += m * (m - 1) / 2
			}
			if alike == 0 {
				continue
			}
			n += alike
			for k, a := range group {
				for _, b := range group[:k] {
					used[pair(a, b)] = true
				}
			}
		}
	}
	return n
}

// How much is tried to prove that nothing better is there.
const (
	mostProven = 64      // places
	mostNodes  = 300_000 // places that are given something
)

// prove looks through all deals that could have fewer that touch, where that is not too much; a better one is taken.
func (t *dealTable) prove(out *Outcome) {
	if len(t.Places) > mostProven {
		return
	}
	var order []int
	for i, p := range t.Places {
		if p.Held == 0 {
			order = append(order, i)
			t.left[p.Stock][t.best[i]]++
			t.choice[i] = -1
		}
	}
	nodes := 0
	var base int64
	for i := range t.Places {
		base += t.cost(i)
	}
	if base > 0 { // what is held touches
		copy(t.choice, t.best)
		return
	}
	touches := out.Touches
	var try func(k int, cost int64) bool
	try = func(k int, cost int64) bool {
		if k == len(order) {
			touches = int(cost / weights[Beside])
			copy(out.Choice, t.choice)
			return touches == out.Least
		}
		i := order[k]
		stock := t.Places[i].Stock
		for c := range t.left[stock] {
			if t.left[stock][c] == 0 {
				continue
			}
			if nodes++; nodes > mostNodes {
				return true
			}
			t.choice[i] = c
			more := cost + t.cost(i)
			if more < weights[Never] && int(more/weights[Beside]) < touches {
				t.left[stock][c]--
				done := try(k+1, more)
				t.left[stock][c]++
				if done {
					t.choice[i] = -1
					return true
				}
			}
			t.choice[i] = -1
		}
		return false
	}
	cut := try(0, 0) && touches > out.Least
	out.Looks += nodes
	if out.Touches = touches; !cut {
		out.Least = touches
	}
}
