package piece

import "sort"

// Crossed is how many seams a line crosses that runs from side to side, or from top to bottom: false where not every
// such line crosses as many, or a seam runs neither way.
func (p Piece) Crossed(upright bool) (n int, even bool) {
	along := func(a Point) (at, to Num) {
		if upright {
			return a.X, a.Y
		}
		return a.Y, a.X
	}
	var cuts []Num
	for _, s := range p.Seams {
		x0, y0 := along(s.From)
		x1, y1 := along(s.To)
		switch {
		case x0 == x1:
			cuts = append(cuts, y0, y1)
		case y0 != y1:
			return 0, false
		}
	}
	if len(cuts) == 0 {
		return 0, true
	}
	sort.Slice(cuts, func(i, j int) bool { return cuts[i].Cmp(cuts[j]) < 0 })
	long := p.H
	if !upright {
		long = p.W
	}
	if cuts[0] != (Num{}) || cuts[len(cuts)-1] != long {
		return 0, false // a line beside all of them crosses none
	}
	n = -1
	for i := 1; i < len(cuts); i++ {
		if cuts[i] == cuts[i-1] {
			continue
		}
		here := 0
		for _, s := range p.Seams {
			x0, y0 := along(s.From)
			x1, y1 := along(s.To)
			if x0 == x1 && smaller(y0, y1).Cmp(cuts[i-1]) <= 0 && larger(y0, y1).Cmp(cuts[i]) >= 0 {
				here++
			}
		}
		if n >= 0 && here != n {
			return 0, false
		}
		n = here
	}
	return n, true
}
