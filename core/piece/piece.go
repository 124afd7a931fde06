package piece

import (
	"slices"

	"vicis/core/measure"
	"vicis/core/naming"
)

// Point lies on the cloth as it is seen from the front: X to the right, Y down, from the upper left corner.
type Point struct{ X, Y Num }

// Patch is one convex bit of cloth in a piece, allowances at the piece's outer edges included.
type Patch struct {
	Role string // which fabric role it is cut from
	Poly []Point
	Up   int        // where the top of the cloth points: 0 up, 2 right, 4 down, 6 left, odd numbers between them
	Part *UnitTaken // which part of the whole it came with; nothing unless that was asked for
}

// UnitTaken is a unit as it was taken into another: the nth that was taken, counted from 1.
type UnitTaken struct {
	Unit naming.Unit
	Nth  int
	In   *UnitTaken // which part of that unit again; nothing where it is its own cloth
}

// As is the piece as it is taken into a unit. Patches of one part have the same Part.
func (p Piece) As(unit naming.Unit, nth int) Piece {
	p.Patches = slices.Clone(p.Patches)
	in := map[*UnitTaken]*UnitTaken{}
	for i, patch := range p.Patches {
		part, known := in[patch.Part]
		if !known {
			part = &UnitTaken{unit, nth, patch.Part}
			in[patch.Part] = part
		}
		p.Patches[i].Part = part
	}
	return p
}

// Later is the same piece sewn of other parts: of those that were taken so much later.
func (p Piece) Later(by int) Piece {
	p.Patches = slices.Clone(p.Patches)
	of := map[*UnitTaken]*UnitTaken{}
	for i, patch := range p.Patches {
		if patch.Part == nil {
			continue
		}
		part, known := of[patch.Part]
		if !known {
			part = &UnitTaken{patch.Part.Unit, patch.Part.Nth + by, patch.Part.In}
			of[patch.Part] = part
		}
		p.Patches[i].Part = part
	}
	return p
}

// Bias says whether the patch's threads run at 45° to the edges of the table, so that an upright or level edge of it
// stretches.
func (p Patch) Bias() bool { return p.Up%2 == 1 }

// SeamLine is a line of stitches. Its direction From → To is fixed to the cloth, so the side its allowances lie on,
// left (+1) or right (−1) of that direction, does not change when the cloth is turned.
type SeamLine struct {
	ID       naming.Seam // the decision it belongs to: all seams of one ID are pressed alike
	From, To Point
}

// Long is how long it is: level, upright or at 45°.
func (s SeamLine) Long() Num {
	x, y := s.To.X.Sub(s.From.X), s.To.Y.Sub(s.From.Y)
	if x.Sign() < 0 {
		x = x.Neg()
	}
	if y.Sign() < 0 {
		y = y.Neg()
	}
	switch {
	case x.Sign() == 0:
		return y
	case y.Sign() == 0:
		return x
	}
	return x.TimesRoot2()
}

// Piece is cloth sewn together, right side up: the size of the rectangle it fills, its patches and its seams, and where
// seams met, or missed each other, when it was sewn.
type Piece struct {
	W, H     Num
	Patches  []Patch
	Seams    []SeamLine
	Meetings []Meeting
	Misses   []Miss
	Rounded  bool // some point fell between two points of the fine grid
}

// Cut cuts a rectangle from cloth of one role.
func Cut(role string, w, h measure.Length) Piece { return Exactly(role, Of(w), Of(h)) }

// Exactly is Cut for sizes that only virtual sewing can cut, such as half a diagonal.
func Exactly(role string, w, h Num) Piece {
	return Piece{W: w, H: h, Patches: []Patch{{Role: role, Poly: rectangle(Num{}, Num{}, w, h)}}}
}

func rectangle(x0, y0, x1, y1 Num) []Point {
	return []Point{{x0, y0}, {x1, y0}, {x1, y1}, {x0, y1}}
}

// Size gives the unfinished width and height. Pieces of this package's rectangular acts lie on the grid.
func (p Piece) Size() (w, h measure.Length) {
	w = p.W.Nearest()
	h = p.H.Nearest()
	return w, h
}

// Turn turns the piece clockwise by 0, 90, 180 or 270 degrees, as it lies on the table.
func (p Piece) Turn(degrees int) Piece {
	w, h := p.W, p.H
	switch degrees {
	case 90:
		return p.moved(h, w, 2, func(a Point) Point { return Point{h.Sub(a.Y), a.X} })
	case 180:
		return p.moved(w, h, 4, func(a Point) Point { return Point{w.Sub(a.X), h.Sub(a.Y)} })
	case 270:
		return p.moved(h, w, 6, func(a Point) Point { return Point{a.Y, w.Sub(a.X)} })
	}
	return p
}

// moved applies a motion that turns by so many eighths and never mirrors: cloth lying right side up cannot be mirrored.
func (p Piece) moved(w, h Num, eighths int, to func(Point) Point) Piece {
	return p.mapped(w, h, to, func(up int) int { return (up + eighths) % 8 })
}

func (p Piece) mapped(w, h Num, to func(Point) Point, turn func(up int) int) Piece {
	out := Piece{
		W: w, H: h, Patches: slices.Clone(p.Patches), Seams: slices.Clone(p.Seams), Rounded: p.Rounded,
		Meetings: slices.Clone(p.Meetings), Misses: slices.Clone(p.Misses),
	}
	n := 0
	for _, patch := range p.Patches {
		n += len(patch.Poly)
	}
	corners := make([]Point, 0, n) // of all patches, one after the other
	for i, patch := range p.Patches {
		first := len(corners)
		for _, a := range patch.Poly {
			corners = append(corners, to(a))
		}
		out.Patches[i] = Patch{patch.Role, slices.Clip(corners[first:]), turn(patch.Up), patch.Part}
	}
	for i, s := range p.Seams {
		out.Seams[i] = SeamLine{s.ID, to(s.From), to(s.To)}
	}
	for i, m := range p.Meetings {
		m.Spot = to(m.Spot)
		out.Meetings[i] = m
	}
	for i, m := range p.Misses {
		m.Spot = to(m.Spot)
		out.Misses[i] = m
	}
	return out
}

// Window is what remains of the piece once it is cut to a rectangle.
func (p Piece) Window(x, y, w, h Num) Piece {
	out := p.keep(Upright(x), 1).keep(Upright(x.Add(w)), -1).keep(Level(y), 1).keep(Level(y.Add(h)), -1).shift(x.Neg(),
		y.Neg())
	out.W, out.H = w, h
	return out
}

// Trimmed is what remains on one side (+1 or −1) of a cut right across; the piece still takes the same place.
func (p Piece) Trimmed(l Line, side int) Piece { return p.keep(l, side) }

// Finished is the piece as it will be seen once an allowance s is sewn away on all four sides.
func (p Piece) Finished(s measure.Length) Piece {
	a := Of(s)
	return p.Window(a, a, p.W.Sub(a).Sub(a), p.H.Sub(a).Sub(a))
}

// Shift is the piece with everything in it moved; it still fills as large a rectangle.
func (p Piece) Shift(dx, dy Num) Piece { return p.shift(dx, dy) }

func (p Piece) shift(dx, dy Num) Piece {
	return p.moved(p.W, p.H, 0, func(a Point) Point { return Point{a.X.Add(dx), a.Y.Add(dy)} })
}

// keep keeps what lies on one side (+1 or −1) of a line. Edges and seams run along an axis or at 45°, so every new
// corner is exact as long as the fine grid holds it.
func (p Piece) keep(l Line, side int) Piece {
	out := Piece{W: p.W, H: p.H, Rounded: p.Rounded}
	cross := func(a, b Point) Point {
		at, exact := l.crossing(a, b)
		out.Rounded = out.Rounded || !exact
		return at
	}
	beyond := func(a Point) int { return l.at(a).Sign() * side }
	out.Patches = make([]Patch, 0, len(p.Patches))
	out.Seams = make([]SeamLine, 0, len(p.Seams)+1)
	for _, patch := range p.Patches {
		if !slices.ContainsFunc(patch.Poly, func(a Point) bool { return beyond(a) < 0 }) {
			out.Patches = append(out.Patches, patch)
			continue
		}
		var poly []Point // Sutherland and Hodgman's walk
		for i, a := range patch.Poly {
			b := patch.Poly[(i+1)%len(patch.Poly)]
			sa, sb := beyond(a), beyond(b)
			if sa >= 0 {
				poly = append(poly, a)
			}
			if sa*sb < 0 {
				poly = append(poly, cross(a, b))
			}
		}
		if len(poly) >= 3 {
			out.Patches = append(out.Patches, Patch{patch.Role, poly, patch.Up, patch.Part})
		}
	}
	for _, s := range p.Seams {
		from, to := beyond(s.From), beyond(s.To)
		switch {
		case from <= 0 && to <= 0: // a seam that lies in the line is lost with it
			continue
		case from < 0:
			s.From = cross(s.From, s.To)
		case to < 0:
			s.To = cross(s.To, s.From)
		}
		out.Seams = append(out.Seams, s)
	}
	for _, m := range p.Meetings {
		if beyond(m.Spot) > 0 {
			out.Meetings = append(out.Meetings, m)
		}
	}
	for _, m := range p.Misses {
		if beyond(m.Spot) > 0 {
			out.Misses = append(out.Misses, m)
		}
	}
	return out
}

// Area is twice the exact area covered by the patches, in squares of the fine unit.
func (p Piece) Area() Num {
	var sum Num
	for _, patch := range p.Patches {
		for i, a := range patch.Poly {
			b := patch.Poly[(i+1)%len(patch.Poly)]
			sum = sum.Add(a.X.times(b.Y)).Sub(b.X.times(a.Y))
		}
	}
	return sum
}

// Side names one edge of a piece.
type Side int

// End is a seam that ends at an edge. E is +1 when the seam starts there and −1 when it ends there; with x the side its
// allowances lie on, e·x is its circulation round that point. Turning the cloth changes neither.
type End struct {
	Seam naming.Seam
	E    int
	At   Num // distance along the edge, from the left or from the top

	slant int   // which way it drifts along the edge as it leaves it: 0 when it stands square on it
	spot  Point // the point itself
}

// Meeting is a point where two seam ends come to lie on each other under the seam Over. They nest exactly when their
// circulations are equal.
type Meeting struct {
	Over naming.Seam
	A, B End
	Spot Point
	Spin bool // not two seams that cross, but a seam spun round where they do: it has to turn as they do
}

// Miss is a place where two seam ends should meet under the seam Over and do not: they leave it at the same angle, and
// lie too near each other for that to be meant.
type Miss struct {
	Over naming.Seam
	A, B naming.Seam
	By   Num // along the seam
	Spot Point
}

// Seen names what is seen of a role's cloth whose top points up: a print with a direction looks otherwise turned.
type Seen func(role string, up int) string

// ByRole sees which cloth it is and not how its print lies.
func ByRole(role string, _ int) string { return role }

func smaller(a, b Num) Num {
	if a.Cmp(b) < 0 {
		return a
	}
	return b
}

func larger(a, b Num) Num {
	if a.Cmp(b) > 0 {
		return a
	}
	return b
}
