package piece

import (
	"math"

	"vicis/core/measure"
)

// Facing lists the seam ends that a line of stitches runs over, an allowance inside a side: what a needle meets there,
// from the top or from the left.
func (p Piece) Facing(side Side, s measure.Length) []End {
	l, keep := p.edge(side), 1
	if side == Right || side == Bottom {
		keep = -1
	}
	l.C = l.C.Add(Of(s).Times(keep))
	return p.keep(l, keep).endsOn(l)
}

// Reaches is how long the cloth is that lies at a side.
func (p Piece) Reaches(side Side) (long Num) {
	l := p.edge(side)
	for _, patch := range p.Patches {
		for i, a := range patch.Poly {
			b := patch.Poly[(i+1)%len(patch.Poly)]
			if l.at(a) != (Num{}) || l.at(b) != (Num{}) {
				continue
			}
			d := l.along(b).Sub(l.along(a))
			if d.Sign() < 0 {
				d = d.Neg()
			}
			long = long.Add(d)
		}
	}
	return long
}

// Slants says whether a seam leaves an edge at an angle, so that it may make a point there.
func (e End) Slants() bool { return e.slant != 0 }

// Differing is a place where two pieces of one size show other cloth, for telling only.
type Differing struct {
	A, B Patch
	X, Y float64    // its middle, in inches
	Tall [2]float64 // from its upper end to its lower one
}

// Differ lists where two pieces that lie on each other show other cloth, and how much of the first shows the same, as a
// part of all of it.
func Differ(a, b Piece, seen Seen) (list []Differing, alike float64) {
	type flat struct {
		poly           [][2]float64
		x0, y0, x1, y1 float64
	}
	flatten := func(p Piece) []flat {
		out := make([]flat, len(p.Patches))
		for i, patch := range p.Patches {
			f := flat{x0: math.Inf(1), y0: math.Inf(1), x1: math.Inf(-1), y1: math.Inf(-1)}
			for _, c := range patch.Poly {
				x, y := c.X.Inches(), c.Y.Inches()
				f.poly = append(f.poly, [2]float64{x, y})
				f.x0, f.y0, f.x1, f.y1 = min(f.x0, x), min(f.y0, y), max(f.x1, x), max(f.y1, y)
			}
			out[i] = f
		}
		return out
	}
	const hair = 1e-6
	under := flatten(b)
	var all, same float64
	for i, x := range flatten(a) {
		area, _, _ := middle(x.poly)
		all += area
		for j, y := range under {
			if x.x1 < y.x0+hair || y.x1 < x.x0+hair || x.y1 < y.y0+hair || y.y1 < x.y0+hair {
				continue
			}
			both := common(x.poly, y.poly)
			area, cx, cy := middle(both)
			switch {
			case area < hair:
			case seen(a.Patches[i].Role, a.Patches[i].Up) == seen(b.Patches[j].Role, b.Patches[j].Up):
				same += area
			default:
				tall := [2]float64{math.Inf(1), math.Inf(-1)}
				for _, c := range both {
					tall = [2]float64{min(tall[0], c[1]), max(tall[1], c[1])}
				}
				list = append(list, Differing{a.Patches[i], b.Patches[j], cx, cy, tall})
			}
		}
	}
	if all == 0 {
		return list, 1
	}
	return list, same / all
}

// At is the patch at a spot, in inches, for telling only.
func (p Piece) At(x, y float64) (Patch, bool) {
	for _, patch := range p.Patches {
		inside := true
		for i, a := range patch.Poly {
			b := patch.Poly[(i+1)%len(patch.Poly)]
			inside = inside && (b.X.Inches()-a.X.Inches())*(y-a.Y.Inches())-(b.Y.Inches()-a.Y.Inches())*(x-a.X.Inches()) >= 0
		}
		if inside {
			return patch, true
		}
	}
	return Patch{}, false
}

// common is what two convex polygons share, both running the same way round (Sutherland and Hodgman's walk).
func common(a, b [][2]float64) [][2]float64 {
	for i, p := range b {
		q := b[(i+1)%len(b)]
		side := func(c [2]float64) float64 { return (q[0]-p[0])*(c[1]-p[1]) - (q[1]-p[1])*(c[0]-p[0]) }
		var kept [][2]float64
		for k, c := range a {
			d := a[(k+1)%len(a)]
			sc, sd := side(c), side(d)
			if sc >= 0 {
				kept = append(kept, c)
			}
			if sc*sd < 0 {
				t := sc / (sc - sd)
				kept = append(kept, [2]float64{c[0] + t*(d[0]-c[0]), c[1] + t*(d[1]-c[1])})
			}
		}
		if a = kept; len(a) < 3 {
			return nil
		}
	}
	return a
}

// middle is the area of a polygon and its centre.
func middle(poly [][2]float64) (area, x, y float64) {
	for i, a := range poly {
		b := poly[(i+1)%len(poly)]
		w := a[0]*b[1] - b[0]*a[1]
		area, x, y = area+w/2, x+(a[0]+b[0])*w/6, y+(a[1]+b[1])*w/6
	}
	if area == 0 {
		return 0, 0, 0
	}
	return math.Abs(area), x / area, y / area
}
