// Package demand counts from the quilt down to the cloth: how many of everything, rounded up once for the whole quilt.
package demand

import (
	"maps"
	"math"
	"slices"

	"vicis/core/naming"
)

// Source is one act that makes things: what one run takes from other acts and what it gives.
type Source struct {
	ID     naming.Step
	Takes  []RunTake
	Gives  []RunGive // one of its own id when empty
	Spares bool      // whether spares are asked for here
	Least  int       // runs there are at least: what comes out of one is of one print, and the need is in several
}

// RunTake is so many of a thing per run.
type RunTake struct {
	ID   naming.Step
	Each int
}

// RunGive is so many of a thing from one run.
type RunGive struct {
	ID    naming.Step
	Count int
}

func (s Source) gives() []RunGive {
	if len(s.Gives) == 0 {
		return []RunGive{{s.ID, 1}}
	}
	return s.Gives
}

// Spares is what is made beyond the need, at every source that asks for them.
type Spares struct {
	Percent int `json:"percent,omitempty" minimum:"0" maximum:"100" doc:"So many in a hundred of every kind of sub-cut and patch, rounded up"`
	Count   int `json:"count,omitempty" minimum:"0" maximum:"1000" doc:"So many of every kind of sub-cut and patch"`
}

// Of gives the spares for a need.
func (s Spares) Of(need int) int {
	if need == 0 {
		return 0
	}
	return s.Count + (need*s.Percent+99)/100
}

// ThingCount is the count of one thing.
type ThingCount struct {
	Need  int       // what the quilt takes
	Spare int       // asked for beyond it
	Runs  int       // of the act that makes it
	Left  int       // what the runs give beyond need and spare, and beyond what stands in for others
	Lent  int       // how many of these stand in for another thing
	From  []RunGive // what stands in for these, and how many
}

// Make is how many are to be made for the need, whatever stands in.
func (l ThingCount) Make() int {
	n := l.Need + l.Spare
	for _, g := range l.From {
		n -= g.Count
	}
	return n
}

// Demand is everything that has to be made, and what could go on being made from it.
type Demand struct {
	Sources []Source                      // each after what it takes from
	Wanted  map[naming.Step]int           // of each thing
	Also    map[naming.Step][]naming.Step // thing → other things that may stand in for it; each for one only
	Spares  Spares
}

// Plan is the count of everything.
type Plan struct {
	Lines  map[naming.Step]ThingCount
	Runs   map[naming.Step]int
	Proven bool // no choice of runs leaves less over, and none with as little over has fewer runs
}

// Count goes from the wanted things down. Things that fall out of one run together, that several sources make, or that
// stand in for each other are one small problem: the least surplus first, then the fewest runs; everything else has one
// source, whose runs = ⌈(need + spares) / gives⌉ are optimal. ok is false when things are made from each other in a
// ring.
func Count(d Demand) (p Plan, ok bool) {
	p = Plan{Lines: map[naming.Step]ThingCount{}, Runs: map[naming.Step]int{}, Proven: true}
	g := group(d)
	need := map[naming.Step]int{}
	for id, n := range d.Wanted {
		need[id] = n
	}
	groups, ok := g.order(d.Sources)
	if !ok {
		return p, false
	}
	for _, sources := range groups {
		p.solve(d, sources, need)
		for _, i := range sources {
			s := d.Sources[i]
			for _, t := range s.Takes {
				need[t.ID] += p.Runs[s.ID] * t.Each
			}
		}
	}
	return p, true
}

// solve chooses the runs of one group of sources.
func (p *Plan) solve(d Demand, sources []int, need map[naming.Step]int) {
	var items []naming.Step
	index := map[naming.Step]int{}
	spare := map[naming.Step]int{}
	for _, i := range sources {
		for _, g := range d.Sources[i].gives() {
			if _, known := index[g.ID]; !known {
				index[g.ID] = len(items)
				items = append(items, g.ID)
			}
			if d.Sources[i].Spares {
				spare[g.ID] = d.Spares.Of(need[g.ID])
			}
		}
	}
	c := d.coverOf(sources, items, index, func(id naming.Step) int { return need[id] + spare[id] })
	runs, proven := c.solve()
	p.Proven = p.Proven && proven
	made := map[naming.Step]int{}
	for n, i := range sources {
		s := d.Sources[i]
		runs[n] = max(runs[n], s.Least)
		p.Runs[s.ID] = runs[n]
		for _, g := range s.gives() {
			made[g.ID] += runs[n] * g.Count
			l := p.Lines[g.ID]
			l.Runs += runs[n]
			p.Lines[g.ID] = l
		}
	}
	for _, id := range items {
		l := p.Lines[id]
		l.Need, l.Spare = need[id], spare[id]
		p.Lines[id] = l
	}
	for _, id := range items { // what is short is taken from what stands in for it
		l := p.Lines[id]
		short := l.Need + l.Spare - made[id]
		for _, other := range d.Also[id] {
			o := p.Lines[other]
			n := min(short, made[other]-o.Need-o.Spare-o.Lent)
			if n <= 0 {
				continue
			}
			l.From = append(l.From, RunGive{other, n})
			o.Lent += n
			p.Lines[other] = o
			short -= n
		}
		p.Lines[id] = l
	}
	for _, id := range items {
		l := p.Lines[id]
		l.Left = made[id] - l.Make() - l.Lent
		p.Lines[id] = l
	}
}

// coverOf is which runs cover what is asked for of the things of some sources.
func (d Demand) coverOf(
	sources []int, items []naming.Step, index map[naming.Step]int, asked func(naming.Step) int,
) cover {
	// A row for each thing; for one that others stand in for, a row for all of them together.
	c := cover{need: make([]int, len(items)), columns: make([]column, len(sources))}
	for k, id := range items {
		c.need[k] = asked(id)
		for _, other := range d.Also[id] {
			c.need[k] += asked(other)
		}
	}
	stands := map[naming.Step]bool{}
	for _, others := range d.Also {
		for _, other := range others {
			stands[other] = true
		}
	}
	for n, i := range sources {
		col := column{gives: make([]int, len(items))}
		for _, g := range d.Sources[i].gives() {
			col.gives[index[g.ID]] += g.Count
			col.total += g.Count
		}
		col.most = d.Sources[i].most(stands, asked)
		pooled := append([]int(nil), col.gives...)
		for k, id := range items {
			for _, other := range d.Also[id] {
				if j, ok := index[other]; ok {
					pooled[k] += col.gives[j]
				}
			}
		}
		col.gives = pooled
		c.columns[n] = col
	}
	return c
}

// most is how many runs there are of a source at most: for what stands in and falls out besides what it is run for it
// is not run. What gives nothing else is there for that.
func (s Source) most(stands map[naming.Step]bool, asked func(naming.Step) int) (n int) {
	besides := false
	for _, g := range s.gives() {
		besides = besides || !stands[g.ID]
		n = max(n, ceil(asked(g.ID), g.Count))
	}
	if !besides {
		return math.MaxInt
	}
	return n
}

// grouping joins sources whose runs are chosen together.
type grouping struct {
	parent  []int
	makers  map[naming.Step][]int // thing → its sources
	sources int
}

func group(d Demand) *grouping {
	g := &grouping{makers: map[naming.Step][]int{}, sources: len(d.Sources)}
	for i, s := range d.Sources {
		g.parent = append(g.parent, i)
		for _, give := range s.gives() {
			g.makers[give.ID] = append(g.makers[give.ID], i)
		}
	}
	for _, makers := range g.makers {
		for _, i := range makers[1:] {
			g.join(makers[0], i)
		}
	}
	for id, others := range d.Also {
		for _, other := range others {
			if a, b := g.makers[id], g.makers[other]; len(a) > 0 && len(b) > 0 {
				g.join(a[0], b[0])
			}
		}
	}
	return g
}

func (g *grouping) find(i int) int {
	for g.parent[i] != i {
		g.parent[i] = g.parent[g.parent[i]]
		i = g.parent[i]
	}
	return i
}

func (g *grouping) join(i, j int) {
	a, b := g.find(i), g.find(j)
	g.parent[max(a, b)] = min(a, b)
}

// order puts the groups in an order from the quilt down: every group after all that take from it.
func (g *grouping) order(sources []Source) (list [][]int, ok bool) {
	members := map[int][]int{}
	waits := map[int]int{}         // group → how many takes of it are still to come
	takes := map[int]map[int]int{} // group → the groups it takes from, how often
	for i, s := range sources {
		here := g.find(i)
		members[here] = append(members[here], i)
		for _, t := range s.Takes {
			seen := map[int]bool{}
			for _, maker := range g.makers[t.ID] {
				there := g.find(maker)
				if seen[there] {
					continue
				}
				seen[there] = true
				if there == here {
					return nil, false
				}
				if takes[here] == nil {
					takes[here] = map[int]int{}
				}
				takes[here][there]++
				waits[there]++
			}
		}
	}
	var free []int
	for i := len(sources) - 1; i >= 0; i-- {
		if g.find(i) == i && waits[i] == 0 {
			free = append(free, i)
		}
	}
	for len(free) > 0 {
		here := free[0]
		free = free[1:]
		list = append(list, members[here])
		for _, i := range slices.Backward(slices.Sorted(maps.Keys(takes[here]))) { // in a fixed order
			if waits[i] -= takes[here][i]; waits[i] == 0 {
				free = append(free, i)
			}
		}
	}
	return list, len(list) == len(members)
}
