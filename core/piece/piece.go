package piece

import (
	"fmt"
	"slices"
	"strconv"

	"vicis/core/measure"
	"vicis/core/naming"
)

// Point lies on the cloth as it is seen from the right side: X to the right, Y down, from the upper left corner.
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

// Misfit says that two edges that should be joined differ in length, and by how much.
type Misfit struct{ Have, Want measure.Length }

func (e *Misfit) Error() string {
	return fmt.Sprintf("edges of %v and %v inches cannot be joined", e.Have.Inches(), e.Want.Inches())
}

// JoinRight sews b to the right-hand edge of a with one allowance s from each. The new seam runs from top to bottom, so
// +1 presses it toward b. Edges that differ in length are a *Misfit.
func JoinRight(a, b Piece, s measure.Length, seam naming.Seam) (Piece, error) {
	if a.H != b.H {
		ha := a.H.Nearest()
		hb := b.H.Nearest()
		return Piece{}, &Misfit{Have: hb, Want: ha}
	}
	line := Upright(a.W.Sub(Of(s)))
	out := edgeToEdge(a, b.shift(line.C.Sub(Of(s)), Num{}), line, s, SeamLine{seam, Point{line.C, Num{}}, Point{line.C, a.H}})
	out.W, out.H = line.C.Add(b.W).Sub(Of(s)), a.H
	return out, nil
}

// JoinDown sews b below a. The new seam runs from left to right, so +1 presses it up, toward a.
func JoinDown(a, b Piece, s measure.Length, seam naming.Seam) (Piece, error) {
	if a.W != b.W {
		wa := a.W.Nearest()
		wb := b.W.Nearest()
		return Piece{}, &Misfit{Have: wb, Want: wa}
	}
	line := Level(a.H.Sub(Of(s)))
	out := edgeToEdge(a, b.shift(Num{}, line.C.Sub(Of(s))), line, s, SeamLine{seam, Point{Num{}, line.C}, Point{a.W, line.C}})
	out.W, out.H = a.W, line.C.Add(b.H).Sub(Of(s))
	return out, nil
}

// edgeToEdge sews a to b, which lies on the far side of a line along the axes; the seam is as long as both. Where seams
// meet is listed from the top or from the right, always: what cannot be told apart otherwise is decided by that order, and
// a quilt that is half pressed must not be pressed another way tomorrow.
func edgeToEdge(a, b Piece, l Line, s measure.Length, seam SeamLine) Piece {
	a, b = a.brought(l, -1), b.brought(l, 1)
	ours, theirs := a.endsOn(l), b.endsOn(l)
	if l.A == 0 {
		ours, theirs = Reversed(ours, Num{}), Reversed(theirs, Num{})
	}
	out := together(a, b)
	out.Meetings = append(out.Meetings, Meet(ours, theirs, seam.ID)...)
	out.Misses = append(out.Misses, Missed(ours, theirs, Of(s), seam.ID)...)
	out.Seams = append(out.Seams, seam)
	return out
}

// Parallels are the places of the seams that run upright, from the left, or level, from the top.
func (p Piece) Parallels(upright bool) (at []Num) {
	for _, s := range p.Seams {
		var n Num
		switch {
		case upright && s.From.X == s.To.X:
			n = s.From.X
		case !upright && s.From.Y == s.To.Y:
			n = s.From.Y
		default:
			continue
		}
		if !slices.Contains(at, n) {
			at = append(at, n)
		}
	}
	slices.SortFunc(at, Num.Cmp)
	return at
}

// Grown is the piece as it came out, a little larger or smaller than planned: what it differs by lies at its outer edges, as
// much on each side.
func (p Piece) Grown(w, h Num) Piece {
	dx, _ := w.Sub(p.W).Half()
	dy, _ := h.Sub(p.H).Half()
	hair := Num{P: 4} // a half may be rounded down
	gx, gy := larger(dx.Add(hair), Num{}), larger(dy.Add(hair), Num{})
	return p.grown(gx, gy).Window(gx.Sub(dx), gy.Sub(dy), w, h)
}

// grown lets everything that reaches an outer edge go on beyond it.
func (p Piece) grown(dx, dy Num) Piece {
	all := rectangle(dx.Neg(), dy.Neg(), p.W.Add(dx), p.H.Add(dy))
	out := Piece{
		W: p.W.Add(dx).Add(dx), H: p.H.Add(dy).Add(dy), Rounded: p.Rounded, Meetings: slices.Clone(p.Meetings),
		Misses: slices.Clone(p.Misses),
	}
	edge := map[Line]bool{Upright(Num{}): true, Upright(p.W): true, Level(Num{}): true, Level(p.H): true}
	for _, patch := range p.Patches {
		one := Piece{Patches: []Patch{{patch.Role, all, patch.Up, patch.Part}}}
		for _, h := range patch.halves() {
			if !edge[h.Line] {
				one = one.keep(h.Line, h.Side)
			}
		}
		out.Rounded = out.Rounded || one.Rounded
		out.Patches = append(out.Patches, one.Patches...)
	}
	on := func(a Point) bool {
		return a.X == (Num{}) || a.X == p.W || a.Y == (Num{}) || a.Y == p.H
	}
	// beyond is where a seam that reached the edge at a point ends now, coming from another.
	beyond := func(from, a Point) Point {
		if !on(a) {
			return a
		}
		sx, sy := a.X.Cmp(from.X), a.Y.Cmp(from.Y)
		long := larger(dx, dy)
		if sx != 0 && (a.X == (Num{}) || a.X == p.W) {
			long = dx
		} else if sy != 0 {
			long = dy
		}
		return Point{a.X.Add(long.Times(sx)), a.Y.Add(long.Times(sy))}
	}
	for _, s := range p.Seams {
		out.Seams = append(out.Seams, SeamLine{s.ID, beyond(s.To, s.From), beyond(s.From, s.To)})
	}
	return out.shift(dx, dy)
}

// Slice cuts the piece across from x to x + w; the loose ends of seams fall away with the rest.
func (p Piece) Slice(x, w measure.Length) Piece { return p.Window(Of(x), Num{}, Of(w), p.H) }

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

// SameLook says whether two pieces show the same cloth at the same places, however they were sewn: two roles of one
// fabric look alike, a print with a direction that lies another way does not.
func SameLook(a, b Piece, seen Seen) bool {
	if a.W != b.W || a.H != b.H || len(a.Patches) != len(b.Patches) {
		return false
	}
	count := map[string]int{}
	for _, patch := range a.Patches {
		count[lookOf(patch, seen)]++
	}
	for _, patch := range b.Patches {
		k := lookOf(patch, seen)
		if count[k] == 0 {
			return false
		}
		count[k]--
	}
	return true
}

func lookOf(p Patch, seen Seen) string {
	first := firstCorner(p)
	s := make([]byte, 0, 128)
	for i := range p.Poly {
		a := p.Poly[(first+i)%len(p.Poly)]
		for _, n := range [4]int64{a.X.P, a.X.Q, a.Y.P, a.Y.Q} {
			s = append(strconv.AppendInt(s, n, 10), ' ')
		}
	}
	return string(append(s, seen(p.Role, p.Up)...))
}

// firstCorner is the place of a patch's highest corner, the leftmost of them.
func firstCorner(p Patch) int {
	first := 0
	for i, a := range p.Poly {
		if c := a.Y.Cmp(p.Poly[first].Y); c < 0 || c == 0 && a.X.Cmp(p.Poly[first].X) < 0 {
			first = i
		}
	}
	return first
}
