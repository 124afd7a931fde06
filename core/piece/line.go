package piece

// Line is an upright or level line or one at 45°, the only directions there are on the sewing table: the points where
// A·x + B·y = C. Its positive side is where A·x + B·y is larger.
type Line struct {
	A, B int
	C    Num
}

// Over is the line as it lies once a piece so wide is turned over like a page.
func (l Line) Over(wide Num) Line {
	if l.A == 0 {
		return l
	}
	return Line{l.A, -l.B, wide.Times(l.A).Sub(l.C)}
}

// Upright is the line x = at; its positive side lies to the right.
func Upright(at Num) Line { return Line{1, 0, at} }

// Level is the line y = at; its positive side lies below.
func Level(at Num) Line { return Line{0, 1, at} }

// Falling is the line x − y = c, from the upper left to the lower right; its positive side lies to the upper right.
func Falling(c Num) Line { return Line{1, -1, c} }

// Rising is the line x + y = c, from the lower left to the upper right; its positive side lies to the lower right.
func Rising(c Num) Line { return Line{1, 1, c} }

// Beside gives the parallel line at a distance toward a side (+1 or −1). Along an axis the distance counts as it is, at
// 45° as √2 of it.
func (l Line) Beside(side int, distance Num) Line {
	if l.slants() {
		distance = distance.TimesRoot2()
	}
	return Line{l.A, l.B, l.C.Add(distance.Times(side))}
}

func (l Line) slants() bool { return l.A != 0 && l.B != 0 }

// parallel says whether a seam runs along the line's direction.
func (l Line) parallel(from, to Point) bool {
	return to.X.Sub(from.X).Times(l.A).Add(to.Y.Sub(from.Y).Times(l.B)) == (Num{})
}

// at is how far beyond the line a point lies, by A·x + B·y.
func (l Line) at(p Point) Num { return p.X.Times(l.A).Add(p.Y.Times(l.B)).Sub(l.C) }

// along orders the points of the line: downward, or to the right where it is level.
func (l Line) along(p Point) Num {
	if l.A == 0 {
		return p.X
	}
	return p.Y.Times(l.A).Sub(p.X.Times(l.B))
}

// mirror is the point on the other side of the line.
func (l Line) mirror(p Point) Point {
	d := l.at(p)
	if !l.slants() {
		d = d.Add(d)
	}
	return Point{p.X.Sub(d.Times(l.A)), p.Y.Sub(d.Times(l.B))}
}

// up is the direction a print points to once it is mirrored over the line.
func (l Line) up(direction int) int {
	switch {
	case l.B == 0:
		return (8 - direction) % 8
	case l.A == 0:
		return (12 - direction) % 8
	case l.B < 0:
		return (14 - direction) % 8
	}
	return (10 - direction) % 8
}

// crossing is where the edge a–b, along an axis or at 45°, crosses the line; false when the point had to be rounded to
// the fine grid.
func (l Line) crossing(a, b Point) (Point, bool) {
	dx, dy := b.X.Cmp(a.X), b.Y.Cmp(a.Y)
	t, exact := l.at(a).Neg(), true
	switch l.A*dx + l.B*dy {
	case -1:
		t = t.Neg()
	case 2:
		t, exact = t.Half()
	case -2:
		t, exact = t.Neg().Half()
	}
	return Point{a.X.Add(t.Times(dx)), a.Y.Add(t.Times(dy))}, exact
}
