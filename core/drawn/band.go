package drawn

import (
	"math"
	"slices"
)

// The allowances of a seam end where they were caught: along a later seam that runs through its end, at an angle or
// square, or at the raw edge.

// courses are the seams of a piece by the lines they lie on, in the order they were sewn.
type courses map[course][]stretch

// course is a line: its direction in eighths of half a turn, and how far it lies from the corner, in ten-thousandths of
// an inch.
type course struct{ direction, at int64 }

// stretch is where along its course a seam lies.
type stretch struct {
	seam     int
	from, to float64
}

// coursesOf lists them; none where all seams are upright or level, for then every one ends square.
func coursesOf(seams []SeamStroke) courses {
	list := courses{}
	if !slices.ContainsFunc(seams, func(l SeamStroke) bool { return l.X1 != l.X2 && l.Y1 != l.Y2 }) {
		return list
	}
	for i, l := range seams {
		long := math.Hypot(l.X2-l.X1, l.Y2-l.Y1)
		if long == 0 {
			continue
		}
		d := int64(math.Round(math.Atan2(l.Y2-l.Y1, l.X2-l.X1)/math.Pi*4)+4) % 4
		c, from := along(d, l.X1, l.Y1)
		_, to := along(d, l.X2, l.Y2)
		list[c] = append(list[c], stretch{i, min(from, to), max(from, to)})
	}
	return list
}

// along is the course in a direction that a point lies on, and where along it.
func along(direction int64, x, y float64) (c course, at float64) {
	dy, dx := math.Sincos(float64(direction) * math.Pi / 4)
	return course{direction, int64(math.Round((x*dy - y*dx) * 1e4))}, x*dx + y*dy
}

// caught gives the directions of the later seams that a seam was caught in at one of its ends: of those that run
// through it, the ones that lie on the same side of what was sewn after them.
func (list courses) caught(seams []SeamStroke, i int, x, y float64) (directions []int64) {
	if len(list) == 0 {
		return nil
	}
	const hair = 1e-3
	type through struct {
		seam      int
		direction int64
	}
	var found []through
	for d := range int64(4) {
		c, at := along(d, x, y)
		for _, near := range []int64{c.at, c.at - 1, c.at + 1} {
			for _, s := range list[course{d, near}] {
				if s.seam > i && s.from-hair < at && at < s.to+hair {
					found = append(found, through{s.seam, d})
				}
			}
		}
	}
	for _, one := range found {
		apart := false
		for _, m := range found {
			if m.seam <= one.seam {
				continue
			}
			dy, dx := math.Sincos(float64(m.direction) * math.Pi / 4)
			a, b := seams[i].beside(x, y, dx, dy), seams[one.seam].beside(x, y, dx, dy)
			apart = apart || a*b < -hair
		}
		if !apart && !slices.Contains(directions, one.direction) {
			directions = append(directions, one.direction)
		}
	}
	return directions
}

// beside is on which side of a line through a point a seam lies, and how far its middle.
func (l SeamStroke) beside(x, y, dx, dy float64) float64 {
	return side([2]float64{x, y}, dx, dy, (l.X1+l.X2)/2, (l.Y1+l.Y2)/2)
}

// band is what lies within a width of seam i on its left (on its right where the width is below zero), inside the
// piece.
func (list courses) band(seams []SeamStroke, i int, width, w, h float64) []float64 {
	l := seams[i]
	long := math.Hypot(l.X2-l.X1, l.Y2-l.Y1)
	ux, uy := (l.X2-l.X1)/long, (l.Y2-l.Y1)/long
	more := math.Abs(width) // as far as what lies at 45° to it can let it run on
	poly := []float64{l.X1, l.Y1, l.X2, l.Y2}
	ends := [2][2]float64{{l.X1, l.Y1}, {l.X2, l.Y2}}
	var directions [2][]int64
	const hair = 1e-3
	for k, e := range ends {
		directions[k] = list.caught(seams, i, e[0], e[1])
		if len(directions[k]) > 0 || e[0] < hair || e[1] < hair || e[0] > w-hair || e[1] > h-hair {
			on := more * float64(2*k-1)
			poly[2*k], poly[2*k+1] = e[0]+ux*on, e[1]+uy*on
		}
	}
	ox, oy := uy*width, -ux*width // left of the direction (dx, dy) is (dy, −dx), Y running down
	poly = append(poly, poly[2]+ox, poly[3]+oy, poly[0]+ox, poly[1]+oy)
	for k, end := range ends {
		for _, d := range directions[k] {
			dy, dx := math.Sincos(float64(d) * math.Pi / 4)
			switch far := l.beside(end[0], end[1], dx, dy); {
			case far > hair:
				poly = rightOf(poly, end, dx, dy)
			case far < -hair:
				poly = rightOf(poly, end, -dx, -dy)
			}
		}
	}
	for _, edge := range []struct{ x, y, dx, dy float64 }{{0, 0, 1, 0}, {w, 0, 0, 1}, {w, h, -1, 0}, {0, h, 0, -1}} {
		poly = rightOf(poly, [2]float64{edge.x, edge.y}, edge.dx, edge.dy)
	}
	for k := range poly {
		poly[k] = Round(poly[k])
	}
	return poly
}

// side is how far right of a line a point lies, Y running down.
func side(on [2]float64, dx, dy, x, y float64) float64 { return dx*(y-on[1]) - dy*(x-on[0]) }

// rightOf is what of a polygon lies on the right of a line (Sutherland and Hodgman's walk).
func rightOf(poly []float64, on [2]float64, dx, dy float64) (out []float64) {
	for i := 0; i < len(poly); i += 2 {
		j := (i + 2) % len(poly)
		a, b := side(on, dx, dy, poly[i], poly[i+1]), side(on, dx, dy, poly[j], poly[j+1])
		if a >= 0 {
			out = append(out, poly[i], poly[i+1])
		}
		if a*b < 0 {
			t := a / (a - b)
			out = append(out, poly[i]+t*(poly[j]-poly[i]), poly[i+1]+t*(poly[j+1]-poly[i+1]))
		}
	}
	return out
}
