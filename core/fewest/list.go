package fewest

import "slices"

// Pieces may be wanted in the order of a list that runs on from strip to strip, so that they come to hand in the order
// in which they are used.

// Once goes through a list as often as something of it is left, passing over what is used up; what the list does not
// have comes last.
func Once(left, list []int) (order []int) {
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

// RunsOn fills one strip after the other from the list, and says how many that takes.
func RunsOn(stock Stock, wants []Want, list []int) (patterns []Pattern, strips int) {
	left := make([]int, len(wants))
	for i, w := range wants {
		left[i] = max(0, w.Count)
	}
	used := int64(0)
	p := Pattern{Counts: make([]int, len(wants)), Times: 1}
	end := func() {
		if strips++; len(patterns) > 0 && slices.Equal(patterns[len(patterns)-1].Order, p.Order) {
			patterns[len(patterns)-1].Times++
		} else {
			patterns = append(patterns, p)
		}
		p, used = Pattern{Counts: make([]int, len(wants)), Times: 1}, 0
	}
	for _, i := range Once(left, list) {
		if !stock.Fits(used+wants[i].Width, len(p.Order)+1) {
			end()
		}
		used += wants[i].Width
		p.Order = append(p.Order, i)
		p.Counts[i]++
	}
	if len(p.Order) > 0 {
		end()
	}
	return patterns, strips
}
