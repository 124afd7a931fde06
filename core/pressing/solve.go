// Package pressing decides to which side every seam is pressed, so that seams which cross nest: from the edge
// signatures of what is sewn, a side for every seam, and the crossings where that cannot be.
package pressing

import (
	"slices"
	"sort"
)

// A spring pulls two seams toward pressing the same way (sign +1: x equal) or opposite ways (−1), with a weight. Ground
// stands for a fixed +1, so that a preference is a spring too.
type spring struct {
	a, b   int
	sign   int
	weight int64
}

const ground = 0

// solution is a side for every variable, the weight of springs left unsatisfied, and a weight below which no answer
// comes.
type solution struct {
	x     []int8
	group []int // variables that springs tie together have the same group; the ground is in group 0
	cost  int64
	bound int64
	looks int // at springs, that all this took
}

// How many springs a search may look at, over all components together. Crossings of up to some sixty seams stay far
// below theirs; wishes are not worth a long search.
const (
	crossingBudget = 2_000_000
	wishBudget     = 100_000
	betterBudget   = 4_000
)

// solve minimises the weight of springs that are not satisfied, exactly, component by component: branch and bound from
// a good first answer, as long as the budget lasts. Variable 0 is the ground. start is an answer that is known already,
// or nothing.
func solve(n int, springs []spring, budget int, start []int8) solution {
	out := solution{x: make([]int8, n), group: make([]int, n)}
	out.x[ground] = 1
	touching := make([][]spring, n)
	for _, s := range springs {
		touching[s.a] = append(touching[s.a], s)
		if s.b != s.a {
			touching[s.b] = append(touching[s.b], s)
		}
	}
	groups := 0
	c := search{touching: touching, x: make([]int8, n), price: make([][2]int64, n), budget: budget, start: start}
	c.x[ground] = 1
	for v := 1; v < n; v++ {
		if out.x[v] != 0 {
			continue
		}
		groups++
		order := component(v, touching)
		c.begin(order)
		c.run()
		held := false
		for i, w := range order {
			out.x[w], out.group[w] = c.best[i], groups
			for _, s := range touching[w] {
				held = held || s.a == ground || s.b == ground
			}
		}
		for _, w := range order {
			if held {
				out.group[w] = ground // it cannot be flipped without cost
			}
		}
		out.bound += c.bound
	}
	out.looks = budget - max(0, c.budget)
	for _, s := range springs {
		if int(out.x[s.a])*int(out.x[s.b]) != s.sign {
			out.cost += s.weight
			if s.a == ground && s.b == ground { // two seams that are held
				out.bound += s.weight
			}
		}
	}
	return out
}

// decide satisfies the crossings first and the wishes after: what the crossings tie together can still be flipped as
// one, and which way is chosen by the wishes; where crossings clash and it is to be fine, of all that clash as little
// the one that grants most is looked for.
func decide(n int, crossings, wishes []spring, fine bool) (x []int8, bound int64, looks int) {
	tied := solve(n, crossings, crossingBudget, nil)
	asGroups := make([]spring, len(wishes))
	for i, w := range wishes {
		asGroups[i] = spring{tied.group[w.a], tied.group[w.b], w.sign * int(tied.x[w.a]) * int(tied.x[w.b]), w.weight}
	}
	flips := solve(n, asGroups, wishBudget, nil)
	x = make([]int8, n)
	for v := range x {
		x[v] = tied.x[v] * flips.x[tied.group[v]]
	}
	if tied.cost == 0 || !fine {
		return x, tied.bound, tied.looks + flips.looks
	}
	// Of what clashes as little, what grants more wishes.
	all := int64(1)
	for _, w := range wishes {
		all += w.weight
	}
	both := slices.Clone(wishes)
	for _, c := range crossings {
		c.weight *= all
		both = append(both, c)
	}
	better := solve(n, both, betterBudget, x)
	return better.x, tied.bound, tied.looks + flips.looks + better.looks
}

// component lists the variables tied to v through springs other than to the ground, each after a neighbour, heaviest
// first.
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

// search is branch and bound over one component after the other. price holds, for every variable that is not set yet,
// what −1 and +1 would cost against those that are; rest is the least that all of them together still cost. x and price
// are as long as there are variables, and between two components as if nothing had been set.
type search struct {
	touching [][]spring
	order    []int
	x        []int8
	price    [][2]int64
	rest     int64
	best     []int8 // by place in order
	start    []int8
	cost     int64
	found    bool
	budget   int
	bound    int64
}

func (c *search) begin(order []int) {
	c.order = order
	c.rest, c.cost, c.bound, c.found = 0, 0, 0, false
	c.best = c.best[:0]
}

func (c *search) run() {
	for _, v := range c.order {
		for _, s := range c.touching[v] {
			if s.a == s.b && s.sign < 0 { // a seam that meets itself the wrong way: broken either way
				c.price[v][0] += s.weight
				c.price[v][1] += s.weight
			}
		}
		c.rest += min(c.price[v][0], c.price[v][1])
	}
	for _, v := range c.order {
		for _, s := range c.touching[v] {
			if s.a == ground || s.b == ground {
				c.charge(v, s, 1, 1)
			}
		}
	}
	c.greedy()
	if c.cost == 0 {
		return
	}
	if c.bound = c.packing(); c.cost == c.bound {
		return
	}
	// Half of what is left: one component that is too hard leaves something for the others.
	rest := c.budget / 2
	c.budget -= rest
	if c.descend(0, 0); c.budget > 0 {
		c.bound = c.cost
	}
	c.budget = max(0, c.budget) + rest
}

// packing is a weight that every answer leaves unsatisfied: rings of springs that contradict each other, each spring's
// weight given to no more rings than it can bear. Pass by pass: a tree through all that is tied, and a ring for every
// spring outside it that contradicts; until a pass finds none, or a quarter of the budget is used up.
func (c *search) packing() (bound int64) {
	index := make(map[int]int, len(c.order)+1) // variable → its place here
	for i, v := range append([]int{ground}, c.order...) {
		index[v] = i
	}
	var springs []spring // by place
	for _, v := range c.order {
		for _, s := range c.touching[v] {
			if s.a == s.b {
				if s.sign < 0 {
					bound += s.weight // it meets itself the wrong way
				}
			} else if other := s.a + s.b - v; other == ground || v < other { // each spring once
				springs = append(springs, spring{index[s.a], index[s.b], s.sign, s.weight})
			}
		}
	}
	near := make([][]int, len(index))
	for i, s := range springs {
		near[s.a] = append(near[s.a], i)
		near[s.b] = append(near[s.b], i)
	}
	type reached struct {
		from, by, depth, x int
		seen               bool
	}
	tree := make([]reached, len(index))
	least := c.budget - c.budget/4
	for {
		if c.budget -= len(springs); c.budget < least {
			return bound
		}
		clear(tree)
		found := int64(0)
		for root := range tree {
			if tree[root].seen {
				continue
			}
			tree[root] = reached{root, -1, 0, 1, true}
			for queue := []int{root}; len(queue) > 0; queue = queue[1:] {
				v := queue[0]
				for _, i := range near[v] {
					s := springs[i]
					if w := s.a + s.b - v; s.weight > 0 && !tree[w].seen {
						tree[w] = reached{v, i, tree[v].depth + 1, tree[v].x * s.sign, true}
						queue = append(queue, w)
					}
				}
			}
		}
		for i, s := range springs {
			if s.weight == 0 || tree[s.a].x*tree[s.b].x == s.sign {
				continue
			}
			// The ring is the ways up the tree from both ends of the spring to where they meet, and the spring.
			ring := []int{i}
			for a, b := s.a, s.b; a != b; {
				if tree[a].depth < tree[b].depth {
					a, b = b, a
				}
				ring = append(ring, tree[a].by)
				a = tree[a].from
			}
			light := s.weight
			for _, k := range ring {
				light = min(light, springs[k].weight)
			}
			for _, k := range ring {
				springs[k].weight -= light
			}
			found += light
			if c.budget -= len(ring); c.budget < least {
				return bound + found
			}
		}
		if found == 0 {
			return bound
		}
		bound += found
	}
}

// at is the place of a value in a price: −1 first, +1 second.
func at(value int8) int { return int(value+1) / 2 }

// charge adds (by = 1) or takes back (by = −1) what the spring s costs v once its other end has a value.
func (c *search) charge(v int, s spring, value int8, by int64) {
	before := min(c.price[v][0], c.price[v][1])
	wrong := -int8(s.sign) * value
	c.price[v][at(wrong)] += by * s.weight
	c.rest += min(c.price[v][0], c.price[v][1]) - before
}

// set gives v a value and tells its neighbours; it returns what that costs. clear takes it back.
func (c *search) set(v int, value int8) int64 {
	cost := c.price[v][at(value)]
	c.rest -= min(c.price[v][0], c.price[v][1])
	c.x[v] = value
	c.tell(v, value, 1)
	return cost
}

func (c *search) clear(v int) {
	c.tell(v, c.x[v], -1)
	c.x[v] = 0
	c.rest += min(c.price[v][0], c.price[v][1])
}

func (c *search) tell(v int, value int8, by int64) {
	for _, s := range c.touching[v] {
		w := s.a + s.b - v
		if s.a != s.b && w != ground && c.x[w] == 0 {
			c.charge(w, s, value, by)
		}
	}
}

// cheaper is the value that costs v less for now, +1 when both cost the same.
func (c *search) cheaper(v int) int8 {
	if c.price[v][0] < c.price[v][1] {
		return -1
	}
	return 1
}

// greedy finds a first answer: each variable as is cheapest when its turn comes.
func (c *search) greedy() {
	var cost int64
	for _, v := range c.order {
		cost += c.set(v, c.cheaper(v))
	}
	c.keep(cost)
	for i := len(c.order) - 1; i >= 0; i-- {
		c.clear(c.order[i])
	}
	if c.start == nil {
		return
	}
	cost = 0
	for _, v := range c.order {
		cost += c.set(v, c.start[v])
	}
	c.keep(cost)
	for i := len(c.order) - 1; i >= 0; i-- {
		c.clear(c.order[i])
	}
}

func (c *search) keep(cost int64) {
	if !c.found || cost < c.cost {
		c.found, c.cost = true, cost
		c.best = c.best[:0]
		for _, v := range c.order {
			c.best = append(c.best, c.x[v])
		}
	}
}

func (c *search) descend(depth int, cost int64) {
	if c.budget <= 0 || cost+c.rest >= c.cost {
		return
	}
	c.budget--
	if depth == len(c.order) {
		c.keep(cost)
		return
	}
	v := c.order[depth]
	c.budget -= 2 * len(c.touching[v]) // told and taken back, for each of two values
	first := c.cheaper(v)
	for _, value := range []int8{first, -first} {
		price := c.set(v, value)
		c.descend(depth+1, cost+price)
		c.clear(v)
	}
}
