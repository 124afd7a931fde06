package fewest

import "slices"

// Offcut is so many pieces that are left of strips that were begun, each so long with a square end.
type Offcut struct {
	Length int64
	Count  int
}

// Beside is Fewest where something is left of strips that were begun: the fewest whole strips beside that. What is cut
// from the rests comes first; where strips are squared up again on the way, that is taken to be due at once.
func Beside(stock Stock, rests []Offcut, wants []Want, e *Effort) (l Layups, ok bool) {
	if len(rests) == 0 || len(wants) == 0 {
		return Fewest(stock, wants, e)
	}
	p := problemOf(stock, wants)
	if slices.ContainsFunc(p.widths, func(w int64) bool { return p.stock.Most(w) == 0 }) {
		return Layups{}, false
	}
	if len(p.widths) == 0 {
		return Layups{}, true
	}
	_, _, duals := p.relax(e)
	prices := integers(duals)
	bound := p.besideBound(rests, prices, e)
	l.Strips = -1
	for _, worth := range [][]int64{prices, p.widths, p.squares()} {
		for _, longest := range []bool{false, true} {
			list, left := p.fromRests(rests, worth, longest, e)
			more, _ := Fewest(stock, p.wants(left), e)
			if l.Strips < 0 || more.Strips < l.Strips {
				l = p.answer(append(list, more.Patterns...), bound, len(wants))
			}
			if l.Proven() {
				return l, true
			}
		}
	}
	return l, true
}

// fromRest is the same problem cut from what is left of a strip.
func (p stockProblem) fromRest(r Offcut) stockProblem {
	p.stock.Length = r.Length / p.unit
	if p.stock.Every > 0 {
		p.stock.Length -= p.stock.Loss
	}
	p.stock.Length = max(0, p.stock.Length)
	return p
}

// squares values what is wide more than its width.
func (p stockProblem) squares() []int64 {
	list := make([]int64, len(p.widths))
	for i, w := range p.widths {
		list[i] = w * w
	}
	return list
}

// fromRests cuts the dearest from one rest after the other, the shortest or the longest first; left is what is still
// wanted of each width.
func (p stockProblem) fromRests(rests []Offcut, worth []int64, longest bool, e *Effort) (list []Pattern, left []int) {
	left = slices.Clone(p.demand)
	rests = slices.Clone(rests)
	slices.SortStableFunc(rests, func(a, b Offcut) int { return int(min(1, max(-1, a.Length-b.Length))) })
	if longest {
		slices.Reverse(rests)
	}
	for _, r := range rests {
		one := p.fromRest(r)
		for n := r.Count; n > 0; {
			budget := e.Take(pricing / 10)
			counts, most, spare := one.dearest(worth, left, budget)
			if e.back(spare); most == 0 {
				break
			}
			times := n
			for i, c := range counts {
				if c > 0 {
					times = min(times, left[i]/c)
				}
			}
			for i, c := range counts {
				left[i] -= c * times
			}
			list = append(list, Pattern{Counts: counts, Times: times, Rest: r.Length})
			n -= times
		}
	}
	return list, left
}

// wants is what is left of each width, as it is asked for.
func (p stockProblem) wants(left []int) []Want {
	list := make([]Want, len(p.widths))
	for i, n := range left {
		list[i] = Want{p.widths[i] * p.unit, n}
	}
	return list
}

// besideBound is the fewest whole strips there can be beside the rests: what is wanted is worth so much, no rest holds
// more than so much of it, and no strip either; or what is wanted is so wide in all.
func (p stockProblem) besideBound(rests []Offcut, worth []int64, e *Effort) int {
	most := func(one stockProblem) int64 {
		_, most, left := one.dearest(worth, p.demand, e.Take(pricing))
		if e.back(left); left == 0 {
			most = one.dearestAny(worth, e)
		}
		return most
	}
	var total, wide int64
	for i, d := range p.demand {
		total += worth[i] * int64(d)
		wide += p.widths[i] * int64(d)
	}
	for _, r := range rests {
		one := p.fromRest(r)
		total -= min(total, most(one)*int64(r.Count))
		wide -= one.stock.Length * int64(r.Count)
	}
	bound := int((max(0, wide) + p.stock.Length - 1) / p.stock.Length)
	if whole := most(p); whole > 0 {
		bound = max(bound, int((total+whole-1)/whole))
	}
	return bound
}
