package pressing

import (
	"slices"

	"vicis/core/naming"
)

// Why a seam goes the way it does, and why a crossing cannot nest: chains of crossings that nest, each of which ties
// two seams.

// Link is one crossing of a chain: what From does decides To.
type Link struct {
	From, To naming.Seam
	Where    string
	Count    int
}

// ReasonChain leads from a seam to what decided it: through crossings that nest to a seam for which something speaks.
type ReasonChain struct {
	Links []Link
	End   naming.Seam // the seam the chain ends at
	Why   Reason      // what speaks there
}

// crossingStep is a crossing that ties a variable to another.
type crossingStep struct {
	to, by int // variable, and place among the crossings
}

// Reasons answers why seams go the way they do.
type Reasons struct {
	plan Plan
	ties [][]crossingStep // for every variable the crossings that nest, without those of opened seams
	best []wish           // for every variable the strongest wish that is granted
}

// Reasons gathers them.
func (p Plan) Reasons() Reasons {
	r := Reasons{p, p.ties(), make([]wish, len(p.net.seams)+1)}
	for _, w := range p.net.wishes {
		if w.weight > r.best[w.b].weight && p.grants(w) {
			r.best[w.b] = w
		}
	}
	return r
}

func (p Plan) ties() [][]crossingStep {
	out := make([][]crossingStep, len(p.net.seams)+1)
	for i, c := range p.net.crossings {
		if nests, opened := p.Nests(c.meeting); opened || !nests {
			continue
		}
		a, b := p.net.number[c.meeting.A.Seam], p.net.number[c.meeting.B.Seam]
		if a != b {
			out[a] = append(out[a], crossingStep{b, i})
			out[b] = append(out[b], crossingStep{a, i})
		}
	}
	return out
}

// path is the shortest chain of ties from one variable to the first for which found is true; nil when there is none.
func (r Reasons) path(from int, found func(v int) bool) (links []Link, end int, ok bool) {
	n := r.plan.net
	came := map[int]crossingStep{from: {}}
	queue := []int{from}
	for len(queue) > 0 {
		v := queue[0]
		queue = queue[1:]
		if found(v) {
			for w := v; w != from; w = came[w].to {
				c := n.crossings[came[w].by]
				links = append(links, Link{n.seams[came[w].to-1].ID, n.seams[w-1].ID, c.where, c.count})
			}
			slices.Reverse(links)
			return links, v, true
		}
		for _, s := range r.ties[v] {
			if _, seen := came[s.to]; !seen {
				came[s.to] = crossingStep{v, s.by}
				queue = append(queue, s.to)
			}
		}
	}
	return nil, 0, false
}

// Why gives the chain of reasons behind a seam's side.
func (r Reasons) Why(seam naming.Seam) ReasonChain {
	n := r.plan.net
	from := n.number[seam]
	if from == 0 {
		return ReasonChain{End: seam, Why: ByNothing}
	}
	reason := func(v int) (Reason, int64) {
		switch {
		case n.asked[v]:
			return ByHand, 1 << 40
		case n.held[v] != 0 || n.opened[v]:
			return BySchool, 1 << 39
		}
		if w := r.best[v]; w.weight > 0 {
			return w.why, w.weight
		}
		return ByNothing, 0
	}
	if n.opened[from] {
		why, _ := reason(from)
		return ReasonChain{End: seam, Why: why}
	}
	// Of all seams tied to this one the one decides for which the strongest wish is granted; the nearest of those.
	var most int64
	r.path(from, func(v int) bool {
		_, w := reason(v)
		most = max(most, w)
		return false
	})
	links, end, _ := r.path(from, func(v int) bool { _, w := reason(v); return w == most })
	why, _ := reason(end)
	return ReasonChain{links, n.seams[end-1].ID, why}
}

// grants says whether a wish comes true.
func (p Plan) grants(w wish) bool {
	x := func(v int) int {
		if v == ground {
			return 1
		}
		return p.Decisions[p.net.seams[v-1].ID].X
	}
	return x(w.a)*x(w.b) == w.sign
}

// Against gives the chain that keeps a clashing crossing from nesting: from one of its seams through crossings that
// nest to the other. Pressed another way, one of these would clash in its place. A seam that meets itself the wrong way
// has an empty chain; ok is false when nothing but held seams stands against it.
func (r Reasons) Against(c Clash) (links []Link, ok bool) {
	a, b := r.plan.net.number[c.A], r.plan.net.number[c.B]
	if a == b {
		return nil, true
	}
	links, _, ok = r.path(a, func(v int) bool { return v == b })
	return links, ok
}

// Held says whether the quilter holds a seam to its side.
func (p Plan) Held(seam naming.Seam) bool { return p.net.asked[p.net.number[seam]] }

// Tie is one kind of crossing as a condition: it nests when the two seams have equal sides, or opposite ones. A seam
// that is held has its side in the decisions; opened ones are left out.
type Tie struct {
	A, B   naming.Seam
	Equal  bool
	Weight int64
}

// Ties lists the conditions whose weight of broken ones the plan makes smallest, and the sides of seams that are held.
func (p Plan) Ties() (ties []Tie, held map[naming.Seam]int) {
	held = map[naming.Seam]int{}
	for v, x := range p.net.held {
		if x != 0 {
			held[p.net.seams[v-1].ID] = x
		}
	}
	for _, c := range p.net.crossings {
		a, b := p.net.number[c.meeting.A.Seam], p.net.number[c.meeting.B.Seam]
		if !p.net.opened[a] && !p.net.opened[b] {
			ties = append(ties, Tie{c.meeting.A.Seam, c.meeting.B.Seam, c.meeting.A.E*c.meeting.B.E > 0, weightOf(c)})
		}
	}
	return ties, held
}
