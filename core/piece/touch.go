package piece

import (
	"cmp"
	"slices"
)

// Touch is two patches that lie beside each other along a stretch of edge, or that meet at a corner alone. A comes
// before B.
type Touch struct {
	A, B   int
	Corner bool
}

// Touching lists which of the patches touch, each pair once, in their order. Edges run along an axis or a diagonal.
func Touching(patches []Patch) []Touch {
	type stretch struct {
		from, to Num
		patch    int
		far      bool // the patch lies right of an upright line, or below any other
	}
	type line struct {
		a, b int // its direction: a·x + b·y is the same all along
		at   Num
	}
	lines := map[line][]stretch{}
	corners := map[Point][]int{}
	for n, patch := range patches {
		for i, a := range patch.Poly {
			corners[a] = append(corners[a], n)
			b := patch.Poly[(i+1)%len(patch.Poly)]
			switch {
			case a.X == b.X: // a polygon runs clockwise: up its left edge, down its right one
				at := line{1, 0, a.X}
				lines[at] = append(lines[at], stretch{smaller(a.Y, b.Y), larger(a.Y, b.Y), n, b.Y.Cmp(a.Y) < 0})
			case a.Y == b.Y:
				at := line{0, 1, a.Y}
				lines[at] = append(lines[at], stretch{smaller(a.X, b.X), larger(a.X, b.X), n, b.X.Cmp(a.X) > 0})
			case a.X.Sub(a.Y) == b.X.Sub(b.Y):
				at := line{1, -1, a.X.Sub(a.Y)}
				lines[at] = append(lines[at], stretch{smaller(a.X, b.X), larger(a.X, b.X), n, b.X.Cmp(a.X) > 0})
			case a.X.Add(a.Y) == b.X.Add(b.Y):
				at := line{1, 1, a.X.Add(a.Y)}
				lines[at] = append(lines[at], stretch{smaller(a.X, b.X), larger(a.X, b.X), n, b.X.Cmp(a.X) > 0})
			}
		}
	}
	edges := map[[2]int]bool{}
	for _, list := range lines {
		slices.SortFunc(list, func(a, b stretch) int { return a.from.Cmp(b.from) })
		for i, a := range list {
			for _, b := range list[i+1:] {
				if b.from.Cmp(a.to) >= 0 {
					break
				}
				if a.far != b.far && a.patch != b.patch {
					edges[[2]int{min(a.patch, b.patch), max(a.patch, b.patch)}] = true
				}
			}
		}
	}
	out := make([]Touch, 0, len(edges))
	for pair := range edges {
		out = append(out, Touch{A: pair[0], B: pair[1]})
	}
	for _, list := range corners {
		for i, a := range list {
			for _, b := range list[i+1:] {
				pair := [2]int{min(a, b), max(a, b)}
				if a != b && !edges[pair] {
					edges[pair] = true // two that meet at two corners are listed once
					out = append(out, Touch{pair[0], pair[1], true})
				}
			}
		}
	}
	slices.SortFunc(out, func(x, y Touch) int { return cmp.Or(cmp.Compare(x.A, y.A), cmp.Compare(x.B, y.B)) })
	return out
}

// Beside lists the pairs of roles whose patches share a stretch of edge, each pair once with the smaller name first. A
// role beside itself is not a pair.
func (p Piece) Beside() [][2]string {
	var out [][2]string
	for _, t := range Touching(p.Patches) {
		x, y := p.Patches[t.A].Role, p.Patches[t.B].Role
		if !t.Corner && x != y {
			out = append(out, [2]string{min(x, y), max(x, y)})
		}
	}
	slices.SortFunc(out, func(a, b [2]string) int { return cmp.Or(cmp.Compare(a[0], b[0]), cmp.Compare(a[1], b[1])) })
	return slices.Compact(out)
}

// Stretch is where a patch reaches an edge of the piece, from the left or from the top; at a point alone From and To
// are the same.
type Stretch struct {
	From, To Num
	Patch    int
}

// Reaching lists which patches reach a side of the piece, and where, in their order.
func (p Piece) Reaching(side Side) (list []Stretch) {
	line := p.edge(side)
	along := func(a Point) Num {
		if side == Left || side == Right {
			return a.Y
		}
		return a.X
	}
	for n, patch := range p.Patches {
		var on []Num
		for _, a := range patch.Poly {
			if line.at(a) == (Num{}) {
				on = append(on, along(a))
			}
		}
		if len(on) > 0 { // a convex patch reaches it once
			list = append(list, Stretch{slices.MinFunc(on, Num.Cmp), slices.MaxFunc(on, Num.Cmp), n})
		}
	}
	return list
}
