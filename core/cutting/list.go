package cutting

import (
	"slices"

	"vicis/core/fewest"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
)

// Rings are cut by a list of widths that runs on from tube to tube, so that they come to hand in the order in which
// they are joined. That is done where it takes no more tubes than the fewest there can be; else each tube by itself
// follows the list.

// mostInOrder is how many tubes, each cut its own way, are told one by one.
const mostInOrder = 60

// inOrder puts the cuts into the order of the list.
func (a *Across) inOrder(t *making.Table) {
	index := map[naming.Step]int{}
	for i, c := range a.Cuts {
		index[c.ID] = i
	}
	var list []int
	for _, id := range a.List {
		if i, cut := index[id]; cut {
			list = append(list, i)
		}
	}
	on, tubes := a.runsOn(list, t)
	if a.Running = tubes; len(a.Has.Rests) == 0 && tubes <= a.Layups.Strips && len(on) <= mostInOrder {
		a.Layups.Patterns = on
		return
	}
	for k := range a.Layups.Patterns {
		p := &a.Layups.Patterns[k]
		p.Order = once(slices.Clone(p.Counts), list)
	}
}

// once goes through a list as often as something of it is left, passing over what is used up; what the list does not
// have comes last.
func once(left, list []int) (order []int) {
	for more := true; more; {
		more = false
		for _, i := range list {
			if left[i] > 0 {
				order, more = append(order, i), true
				left[i]--
			}
		}
	}
	for i, n := range left {
		for range n {
			order = append(order, i)
		}
	}
	return order
}

// runsOn fills one tube after the other from the list, and says how many that takes.
func (a *Across) runsOn(list []int, t *making.Table) (patterns []fewest.Pattern, tubes int) {
	left := make([]int, len(a.Cuts))
	for i, c := range a.Cuts {
		left[i] = max(0, c.Make())
	}
	from, used := a.stock(t), measure.Length(0)
	p := fewest.Pattern{Counts: make([]int, len(a.Cuts)), Times: 1}
	end := func() {
		if tubes++; len(patterns) > 0 && slices.Equal(patterns[len(patterns)-1].Order, p.Order) {
			patterns[len(patterns)-1].Times++
		} else {
			patterns = append(patterns, p)
		}
		p, used = fewest.Pattern{Counts: make([]int, len(a.Cuts)), Times: 1}, 0
	}
	for _, i := range once(left, list) {
		if !from.Fits(int64(used+a.Cuts[i].Cut), len(p.Order)+1) {
			end()
		}
		used += a.Cuts[i].Cut
		p.Order = append(p.Order, i)
		p.Counts[i]++
	}
	if len(p.Order) > 0 {
		end()
	}
	return patterns, tubes
}
