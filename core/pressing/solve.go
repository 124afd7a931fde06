// Package pressing decides to which side every seam is pressed, so that seams which cross nest: from the edge signatures of
// what is sewn, a side for every seam, and the crossings where that cannot be.
package pressing

import "sort"

// A spring pulls two seams toward pressing the same way (sign +1: x equal) or opposite ways (−1), with a weight. Ground
// stands for a fixed +1, so that a preference is a spring too.
type spring struct {
	a, b   int
	sign   int
	weight int64
}

const ground = 0

// solution is a side for every variable, the weight of springs left unsatisfied, and whether nothing can weigh less.
type solution struct {
	x      []int8
	group  []int // variables that springs tie together have the same group; the ground is in group 0
	cost   int64
	proven bool
}

// searchBudget bounds the branch and bound of one component; up to some sixty variables stay far below it.
const searchBudget = 200_000

// solve minimises the weight of springs that are not satisfied, exactly, component by component: branch and bound from a
// good first answer. Variable 0 is the ground.
func solve(n int, springs []spring) solution {
	out := solution{x: make([]int8, n), group: make([]int, n), proven: true}
	out.x[ground] = 1
	touching := make([][]spring, n)
	for _, s := range springs {
		touching[s.a] = append(touching[s.a], s)
		if s.b != s.a {
			touching[s.b] = append(touching[s.b], s)
		}
	}
	groups := 0
	for v := 1; v < n; v++ {
		if out.x[v] != 0 {
			continue
		}
		groups++
		order := component(v, touching)
		c := search{touching: touching, order: order, x: make([]int8, n), budget: searchBudget}
		c.x[ground] = 1
		c.run()
		held := false
		for _, w := range order {
			out.x[w], out.group[w] = c.best[w], groups
			for _, s := range touching[w] {
				held = held || s.a == ground || s.b == ground
			}
		}
		for _, w := range order {
			if held {
				out.group[w] = ground // it cannot be flipped without cost
			}
		}
		out.proven = out.proven && c.budget > 0
	}
	for _, s := range springs {
		if int(out.x[s.a])*int(out.x[s.b]) != s.sign {
			out.cost += s.weight
		}
	}
	return out
}

// decide satisfies the crossings first and the wishes after: what the crossings tie together can still be flipped as one,
// and which way is chosen by the wishes.
func decide(n int, crossings, wishes []spring) (x []int8, clashes int64, proven bool) {
	tied := solve(n, crossings)
	asGroups := make([]spring, len(wishes))
	for i, w := range wishes {
		asGroups[i] = spring{tied.group[w.a], tied.group[w.b], w.sign * int(tied.x[w.a]) * int(tied.x[w.b]), w.weight}
	}
	flips := solve(n, asGroups)
	x = make([]int8, n)
	for v := range x {
		x[v] = tied.x[v] * flips.x[tied.group[v]]
	}
	return x, tied.cost, tied.proven
}

// component lists the variables tied to v through springs other than to the ground, each after a neighbour, heaviest first.
func component(v int, touching [][]spring) []int {
	seen := map[int]bool{v: true}
	order := []int{v}
	for i := 0; i < len(order); i++ {
		next := append([]spring(nil), touching[order[i]]...)
		sort.SliceStable(next, func(a, b int) bool { return next[a].weight > next[b].weight })
		for _, s := range next {
			for _, w := range []int{s.a, s.b} {
				if w != ground && !seen[w] {
					seen[w] = true
					order = append(order, w)
				}
			}
		}
	}
	return order
}

// search is branch and bound over one component.
type search struct {
	touching [][]spring
	order    []int
	x        []int8
	best     []int8
	cost     int64
	found    bool
	budget   int
}

func (c *search) run() {
	c.greedy()
	c.improve()
	for _, v := range c.order {
		c.x[v] = 0
	}
	c.descend(0, 0)
}

// price is what variable v costs against those already set.
func (c *search) price(v int, value int8) int64 {
	var sum int64
	for _, s := range c.touching[v] {
		other := s.a
		if other == v {
			other = s.b
		}
		switch {
		case s.a == s.b:
			if s.sign < 0 {
				sum += s.weight
			}
		case c.x[other] != 0 && int(value)*int(c.x[other]) != s.sign:
			sum += s.weight
		}
	}
	return sum
}

func (c *search) greedy() {
	for _, v := range c.order {
		c.x[v] = 1
		if c.price(v, -1) < c.price(v, 1) {
			c.x[v] = -1
		}
	}
}

// improve flips single variables and then the whole component while that helps, and keeps the result as the first answer.
func (c *search) improve() {
	for again := true; again; {
		again = false
		for _, v := range c.order {
			if c.price(v, -c.x[v]) < c.price(v, c.x[v]) {
				c.x[v] = -c.x[v]
				again = true
			}
		}
	}
	c.keep()
	for _, v := range c.order {
		c.x[v] = -c.x[v]
	}
	c.keep()
}

func (c *search) keep() {
	var cost int64
	at := map[int]int{}
	for i, v := range c.order {
		at[v] = i
	}
	for i, v := range c.order {
		for _, s := range c.touching[v] {
			other := s.a
			if other == v {
				other = s.b
			}
			if j, inside := at[other]; inside && other != v && j < i {
				continue // counted at the other end
			}
			if int(c.x[s.a])*int(c.x[s.b]) != s.sign {
				cost += s.weight
			}
		}
	}
	if !c.found || cost < c.cost {
		c.found, c.cost = true, cost
		c.best = append(c.best[:0], c.x...)
	}
}

func (c *search) descend(depth int, cost int64) {
	if c.budget <= 0 {
		return
	}
	c.budget--
	bound := cost
	for _, v := range c.order[depth:] {
		bound += min(c.price(v, 1), c.price(v, -1))
	}
	if bound >= c.cost {
		return
	}
	if depth == len(c.order) {
		c.cost = cost
		c.best = append(c.best[:0], c.x...)
		return
	}
	v := c.order[depth]
	first := int8(1)
	if c.price(v, -1) < c.price(v, 1) {
		first = -1
	}
	for _, value := range []int8{first, -first} {
		price := c.price(v, value)
		c.x[v] = value
		c.descend(depth+1, cost+price)
		c.x[v] = 0
	}
}
