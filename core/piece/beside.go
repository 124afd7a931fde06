package piece

import "sort"

// Beside lists the pairs of roles whose patches share a stretch of edge along an axis or a diagonal, each pair once with the smaller
// name first. A role beside itself is not a pair.
func (p Piece) Beside() [][2]string {
	type stretch struct {
		from, to Num
		role     string
		far      bool // the patch lies right of an upright line, or below any other
	}
	type line struct {
		a, b int // its direction: a·x + b·y is the same all along
		at   Num
	}
	lines := map[line][]stretch{}
	for _, patch := range p.Patches {
		for i, a := range patch.Poly {
			b := patch.Poly[(i+1)%len(patch.Poly)]
			switch {
			case a.X == b.X: // a polygon runs clockwise: up its left edge, down its right one
				at := line{1, 0, a.X}
				lines[at] = append(lines[at], stretch{least(a.Y, b.Y), most(a.Y, b.Y), patch.Role, b.Y.Cmp(a.Y) < 0})
			case a.Y == b.Y:
				at := line{0, 1, a.Y}
				lines[at] = append(lines[at], stretch{least(a.X, b.X), most(a.X, b.X), patch.Role, b.X.Cmp(a.X) > 0})
			case a.X.Sub(a.Y) == b.X.Sub(b.Y):
				at := line{1, -1, a.X.Sub(a.Y)}
				lines[at] = append(lines[at], stretch{least(a.X, b.X), most(a.X, b.X), patch.Role, b.X.Cmp(a.X) > 0})
			case a.X.Add(a.Y) == b.X.Add(b.Y):
				at := line{1, 1, a.X.Add(a.Y)}
				lines[at] = append(lines[at], stretch{least(a.X, b.X), most(a.X, b.X), patch.Role, b.X.Cmp(a.X) > 0})
			}
		}
	}
	pairs := map[[2]string]bool{}
	for _, list := range lines {
		sort.SliceStable(list, func(i, j int) bool { return list[i].from.Cmp(list[j].from) < 0 })
		for i, a := range list {
			for _, b := range list[i+1:] {
				if b.from.Cmp(a.to) >= 0 {
					break
				}
				if a.far != b.far && a.role != b.role {
					pairs[[2]string{min(a.role, b.role), max(a.role, b.role)}] = true
				}
			}
		}
	}
	out := make([][2]string, 0, len(pairs))
	for pair := range pairs {
		out = append(out, pair)
	}
	sort.Slice(out, func(i, j int) bool {
		return out[i][0] < out[j][0] || out[i][0] == out[j][0] &&
			out[i][1] < out[j][1]
	})
	return out
}

func least(a, b Num) Num {
	if a.Cmp(b) < 0 {
		return a
	}
	return b
}

func most(a, b Num) Num {
	if a.Cmp(b) > 0 {
		return a
	}
	return b
}

// Crossed is how many seams a line crosses that runs from side to side, or from top to bottom: false where not every such line
// crosses as many, or a seam runs neither way.
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
			if x0 == x1 && least(y0, y1).Cmp(cuts[i-1]) <= 0 && most(y0, y1).Cmp(cuts[i]) >= 0 {
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
