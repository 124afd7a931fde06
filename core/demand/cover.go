package demand

import "slices"

// cover is a small integer program: how many runs of each column, so that every row gets what it needs, with the least
// given in all and then the fewest runs.
type cover struct {
	need    []int
	columns []column
}

// column is one source: what one run gives to each row, how many things it gives in all, and how many runs there are at
// most.
type column struct {
	gives []int
	total int
	most  int
}

// mostLooks is how long the search goes on, in looks at what a column gives to a row; what it has by then is used, and
// said to be unproven.
const mostLooks = 20_000_000

// solve finds the runs by branch and bound, the columns that give most first.
func (c cover) solve() (runs []int, proven bool) {
	if len(c.columns) == 1 {
		col := c.columns[0]
		n := 0
		for r, need := range c.need {
			if need > 0 && col.gives[r] > 0 {
				n = max(n, ceil(need, col.gives[r]))
			}
		}
		return []int{n}, true
	}
	order := make([]int, len(c.columns))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return c.columns[b].total - c.columns[a].total })
	s := coverSearch{cover: c, order: order, now: make([]int, len(order)), looks: mostLooks}
	s.branch(0, slices.Clone(c.need), 0, 0)
	if s.best == nil {
		s.best = make([]int, len(order))
	}
	return s.best, s.looks > 0
}

type coverSearch struct {
	cover
	order     []int
	now, best []int
	out, runs int // of the best
	looks     int
}

func (s *coverSearch) branch(k int, rest []int, out, runs int) {
	if s.looks -= len(rest) * (len(s.order) - k + 1); s.looks <= 0 && s.best != nil {
		return
	}
	if !slices.ContainsFunc(rest, func(n int) bool { return n > 0 }) {
		if s.best == nil || out < s.out || out == s.out && runs < s.runs {
			s.best, s.out, s.runs = slices.Clone(s.now), out, runs
		}
		return
	}
	if k == len(s.order) {
		return
	}
	moreOut, moreRuns, possible := s.bound(k, rest)
	if !possible || s.best != nil && (out+moreOut > s.out || out+moreOut == s.out && runs+moreRuns >= s.runs) {
		return
	}
	col := s.columns[s.order[k]]
	most := 0
	for r, n := range rest {
		if n > 0 && col.gives[r] > 0 {
			most = max(most, ceil(n, col.gives[r]))
		}
	}
	for n := min(most, col.most); n >= 0; n-- {
		left := slices.Clone(rest)
		for r := range left {
			left[r] -= n * col.gives[r]
		}
		s.now[s.order[k]] = n
		s.branch(k+1, left, out+n*col.total, runs+n)
		if s.looks <= 0 && s.best != nil {
			break
		}
	}
	s.now[s.order[k]] = 0
}

// bound is the least that the columns from k on must still give, and in how many runs: what the hardest row alone asks
// for.
func (s *coverSearch) bound(k int, rest []int) (out, runs int, possible bool) {
	for r, n := range rest {
		if n <= 0 {
			continue
		}
		leastOut, most := -1, 0
		for _, i := range s.order[k:] {
			col := s.columns[i]
			if col.gives[r] == 0 {
				continue
			}
			if o := ceil(n*col.total, col.gives[r]); leastOut < 0 || o < leastOut {
				leastOut = o
			}
			most = max(most, col.gives[r])
		}
		if most == 0 {
			return 0, 0, false
		}
		out, runs = max(out, leastOut), max(runs, ceil(n, most))
	}
	return out, runs, true
}

func ceil(a, b int) int { return (a + b - 1) / b }
