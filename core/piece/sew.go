package piece

import (
	"vicis/core/measure"
	"vicis/core/naming"
)

// sew brings b to a along a line, both placed as they lie once the seam is opened: a keeps what is on its side of the
// line, b what is on the other. The new seam runs along all that both have there, a on the left of its direction.
func sew(a, b Piece, l Line, side int, seam naming.Seam) Piece {
	a, b = a.brought(l, side), b.brought(l, -side)
	out := together(a, b)
	ours, theirs := a.endsOn(l), b.endsOn(l)
	out.Meetings = append(out.Meetings, Meet(ours, theirs, seam)...)
	from, to := a.stretch(l), b.stretch(l)
	if from[0] == nil || to[0] == nil {
		return out // nothing of one of them reaches the line
	}
	first, last := *from[0], *from[1]
	if l.along(*to[0]).Cmp(l.along(first)) > 0 {
		first = *to[0]
	}
	if l.along(*to[1]).Cmp(l.along(last)) < 0 {
		last = *to[1]
	}
	// Left of the direction (dx, dy) is (dy, −dx): downward the right-hand side of the table, to the right the upper
	// one.
	if positive := side > 0; positive == (l.A == 0) {
		first, last = last, first
	}
	out.Seams = append(out.Seams, SeamLine{seam, first, last})
	return out
}

// together is two pieces that lie side by side, as one as large as the first.
func together(a, b Piece) Piece {
	return Piece{
		W: a.W, H: a.H, Patches: append(a.Patches, b.Patches...), Seams: append(a.Seams, b.Seams...),
		Meetings: append(a.Meetings, b.Meetings...), Misses: append(a.Misses, b.Misses...), Rounded: a.Rounded ||
			b.Rounded,
	}
}

// brought keeps of a piece what lies on its side of a line of stitches: crossings on the line itself too, for the
// allowance beyond it is there still. A knife leaves none of those.
func (p Piece) brought(l Line, side int) Piece {
	out := p.keep(l, side)
	for _, m := range p.Meetings {
		if l.at(m.Spot) == (Num{}) {
			out.Meetings = append(out.Meetings, m)
		}
	}
	return out
}

// stretch is the first and last point of the piece on a line; nil when it has none.
func (p Piece) stretch(l Line) [2]*Point {
	var ends [2]*Point
	for _, patch := range p.Patches {
		for _, a := range patch.Poly {
			if l.at(a) != (Num{}) {
				continue
			}
			if ends[0] == nil || l.along(a).Cmp(l.along(*ends[0])) < 0 {
				ends[0] = &a
			}
			if ends[1] == nil || l.along(a).Cmp(l.along(*ends[1])) > 0 {
				ends[1] = &a
			}
		}
	}
	return ends
}

// mirrored is the piece mirrored over a line, as cloth turned over; a second mirroring brings the right side up again.
func (p Piece) mirrored(l Line) Piece {
	out := p.mapped(p.W, p.H, l.mirror, l.up)
	for i := range out.Patches { // a polygon runs clockwise, seen from where it is looked at
		poly := out.Patches[i].Poly
		for a, b := 0, len(poly)-1; a < b; a, b = a+1, b-1 {
			poly[a], poly[b] = poly[b], poly[a]
		}
	}
	return out
}

// page turns the piece over like a page, so that it lies face down where it lay face up.
func (p Piece) page() Piece {
	return p.mirrored(Upright(Num{})).shift(p.W, Num{})
}

// Half is one side of a line.
type Half struct {
	Line Line
	Side int
}

func (p Piece) within(region []Half) Piece {
	for _, h := range region {
		p = p.keep(h.Line, h.Side)
	}
	return p
}

// Layers is two pieces that lie right sides together, the upper one turned over like a page, edges even.
type Layers struct{ lower, upper Piece }

// Layer lays one piece face down on another of the same size.
func Layer(lower, upper Piece) Layers { return Layers{lower, upper.page()} }

// Open gives what falls out between the cuts that bound a region once both layers are sewn along a line and opened: the
// lower one lies on the given side, on the left of the seam.
func (l Layers) Open(region []Half, stitch Half, seam naming.Seam) Piece {
	lower, upper := l.lower.within(region), l.upper.within(region)
	return sew(lower, upper.brought(stitch.Line, stitch.Side).mirrored(stitch.Line), stitch.Line, stitch.Side, seam)
}

// Near tells how near a cut along a line comes to a seam parallel to it in either layer.
func (l Layers) Near(cut Line, region []Half) (near Num, found bool) {
	for _, p := range []Piece{l.lower, l.upper} {
		if d, ok := p.Near(cut, region); ok && (!found || d.Cmp(near) < 0) {
			near, found = d, true
		}
	}
	return near, found
}

// Near tells the distance from a cut to the nearest seam parallel to it within a region: along the axes as it is, at
// 45° √2 of it. A cut through such a seam, or within an allowance of it, falls apart.
func (p Piece) Near(cut Line, region []Half) (near Num, found bool) {
	for _, s := range p.within(region).Seams {
		if !cut.parallel(s.From, s.To) {
			continue
		}
		d := cut.at(s.From)
		if d.Sign() < 0 {
			d = d.Neg()
		}
		if !found || d.Cmp(near) < 0 {
			near, found = d, true
		}
	}
	return near, found
}

// Triangle is half of a square of cloth cut on its diagonal, its long edge, which is on the bias, lying along a line
// with its middle at a point of the line, its corner away on the given side.
func Triangle(role string, square measure.Length, l Line, side int, middle Point) Piece {
	h, exact := Of(square).TimesRoot2().Half()
	corner := Point{middle.X.Add(h.Times(side * l.A)), middle.Y.Add(h.Times(side * l.B))}
	// Clockwise on a table whose y runs down: the corner, then the end of the long edge to the right of the way out to
	// it.
	ends := [2]Point{
		{middle.X.Sub(h.Times(side * l.B)), middle.Y.Add(h.Times(side * l.A))},
		{middle.X.Add(h.Times(side * l.B)), middle.Y.Sub(h.Times(side * l.A))},
	}
	return Piece{Patches: []Patch{{Role: role, Poly: []Point{corner, ends[0], ends[1]}, Up: 7}}, Rounded: !exact}
}

// Swap gives what is sewn from the halves of two equal squares that lay on each other right side up and were cut
// together on the falling diagonal: this one's upper right half with the other's lower left one.
func (p Piece) Swap(other Piece, s measure.Length, seam naming.Seam) Piece {
	c := Of(s).TimesRoot2()
	return sew(p, other.shift(c, c.Neg()), Falling(c), 1, seam).Boxed()
}

// Attach sews b, placed as it will lie opened, to p along a line; p keeps its side of it.
func (p Piece) Attach(b Piece, l Line, side int, seam naming.Seam) Piece {
	return sew(p, b, l, side, seam)
}

// Flip sews a square, face down with its upper left corner at x, y, along its diagonal and opens it over the corner: p
// keeps what lies on the given side of the diagonal.
func (p Piece) Flip(square Piece, x, y Num, diagonal Half, seam naming.Seam) Piece {
	return sew(p, flap(square, x, y, diagonal), diagonal.Line, diagonal.Side, seam)
}

// FlipTwo flips two squares over one line, one at each end; where they would cover each other a line between them parts
// them.
func (p Piece) FlipTwo(square Piece, first, second Point, diagonal Half, between Line, seam naming.Seam) Piece {
	a, b := flap(square, first.X, first.Y, diagonal).keep(between, -1),
		flap(square, second.X, second.Y, diagonal).keep(between, 1)
	a.Patches, a.Seams, a.Meetings = append(a.Patches, b.Patches...), append(a.Seams, b.Seams...),
		append(a.Meetings, b.Meetings...)
	a.Rounded = a.Rounded || b.Rounded
	return sew(p, a, diagonal.Line, diagonal.Side, seam)
}

func flap(square Piece, x, y Num, diagonal Half) Piece {
	return square.page().shift(x, y).brought(diagonal.Line, diagonal.Side).mirrored(diagonal.Line)
}

// Crosses says whether the line runs through the inside of a rectangle.
func (l Line) Crosses(x0, y0, x1, y1 Num) bool {
	below, above := false, false
	for _, a := range rectangle(x0, y0, x1, y1) {
		switch l.at(a).Sign() {
		case -1:
			below = true
		case 1:
			above = true
		}
	}
	return below && above
}

// Corner lays a square face down in a corner of p, as two layers that go on from there: what a second seam nearer the
// corner would join.
func (p Piece) Corner(square Piece, x, y Num) Layers {
	return Layers{p, square.page().shift(x, y)}
}

// Eighth turns the piece clockwise by 45°, as a unit that was sewn standing on its corner is laid straight.
func (p Piece) Eighth() Piece {
	rounded := false
	half := func(n Num) Num {
		h, exact := n.TimesRoot2().Half()
		rounded = rounded || !exact
		return h
	}
	out := p.moved(p.W, p.H, 1, func(a Point) Point { return Point{half(a.X.Sub(a.Y)), half(a.X.Add(a.Y))} })
	out.Rounded = out.Rounded || rounded
	return out.Boxed()
}

// Bounds is the rectangle that the cloth of a piece lies in.
func (p Piece) Bounds() (x0, y0, x1, y1 Num) {
	for i, patch := range p.Patches {
		for k, a := range patch.Poly {
			if i == 0 && k == 0 {
				x0, x1, y0, y1 = a.X, a.X, a.Y, a.Y
			}
			x0, x1, y0, y1 = smaller(x0, a.X), larger(x1, a.X), smaller(y0, a.Y), larger(y1, a.Y)
		}
	}
	return x0, y0, x1, y1
}

// Boxed moves the piece to the upper left corner of the table and takes its size from its patches.
func (p Piece) Boxed() Piece {
	if len(p.Patches) == 0 {
		return p
	}
	x0, y0, x1, y1 := p.Bounds()
	out := p.shift(x0.Neg(), y0.Neg())
	out.W, out.H = x1.Sub(x0), y1.Sub(y0)
	return out
}

// Facing describes what touches a line of stitches on either layer: the roles there, and how many seams run into it.
func (l Layers) Facing(stitch Line) (lower, upper []string, lowerBulk, upperBulk int) {
	return l.lower.rolesOf(stitch), l.upper.rolesOf(stitch), len(l.lower.keep(stitch, 1).endsOn(stitch)),
		len(l.upper.keep(stitch, 1).endsOn(stitch))
}

// rolesOf lists the roles of the patches that a line runs through.
func (p Piece) rolesOf(l Line) []string { return p.keep(l, 1).rolesOn(l) }

// Whole says whether the patches fill the rectangle that the piece is measured by.
func (p Piece) Whole() bool { return p.Area() == Exactly("", p.W, p.H).Area() }

// Mirrored is how the piece looks in a mirror: no cloth can be made so from it by turning.
func (p Piece) Mirrored() Piece { return p.page() }

// Upper is the upper layer as it lies, wrong side up.
func (l Layers) Upper() Piece { return l.upper }

// Laid gives a square lying face down with its upper left corner at x, y.
func Laid(square Piece, x, y Num) Piece { return square.page().shift(x, y) }

// Across is the stretch of a line that runs over the piece.
func (p Piece) Across(l Line) (from, to Point, ok bool) {
	ends := p.keep(l, 1).stretch(l)
	if ends[0] == nil || *ends[0] == *ends[1] {
		return from, to, false
	}
	return *ends[0], *ends[1], true
}
