package piece

import (
	"fmt"

	"vicis/core/measure"
)

// Point lies on the cloth as it is seen from the right side: X to the right, Y down, from the upper left corner.
type Point struct{ X, Y Num }

// Patch is one convex bit of cloth in a piece, allowances at the piece's outer edges included.
type Patch struct {
	Role string // which fabric role it is cut from
	Poly []Point
}

// Seam is a line of stitches. Its direction From → To is fixed to the cloth, so the side its allowances lie on,
// left (+1) or right (−1) of that direction, does not change when the cloth is turned.
type Seam struct {
	ID       string // the decision it belongs to: all seams of one ID are pressed alike
	From, To Point
}

// Piece is a rectangle of cloth, right side up: its outline W × H, its patches and its seams, and where seams crossed when
// it was sewn.
type Piece struct {
	W, H     Num
	Patches  []Patch
	Seams    []Seam
	Meetings []Meeting
}

// Cut cuts a rectangle from cloth of one role.
func Cut(role string, w, h measure.Length) Piece {
	return Piece{W: Of(w), H: Of(h), Patches: []Patch{{Role: role, Poly: rectangle(Num{}, Num{}, Of(w), Of(h))}}}
}

func rectangle(x0, y0, x1, y1 Num) []Point {
	return []Point{{x0, y0}, {x1, y0}, {x1, y1}, {x0, y1}}
}

// Size gives the unfinished width and height. Pieces of this package's rectangular acts lie on the grid.
func (p Piece) Size() (w, h measure.Length) {
	w, _ = p.W.Length()
	h, _ = p.H.Length()
	return w, h
}

// Turn turns the piece clockwise by 0, 90, 180 or 270 degrees, as it lies on the table.
func (p Piece) Turn(degrees int) Piece {
	switch degrees {
	case 90:
		h := p.H
		return p.moved(h, p.W, func(a Point) Point { return Point{h.Sub(a.Y), a.X} })
	case 180:
		w, h := p.W, p.H
		return p.moved(w, h, func(a Point) Point { return Point{w.Sub(a.X), h.Sub(a.Y)} })
	case 270:
		w := p.W
		return p.moved(p.H, w, func(a Point) Point { return Point{a.Y, w.Sub(a.X)} })
	}
	return p
}

// moved applies a motion that turns but never mirrors: cloth cannot be mirrored.
func (p Piece) moved(w, h Num, to func(Point) Point) Piece {
	out := Piece{W: w, H: h, Patches: make([]Patch, len(p.Patches)), Seams: make([]Seam, len(p.Seams)), Meetings: make([]Meeting, len(p.Meetings))}
	for i, patch := range p.Patches {
		poly := make([]Point, len(patch.Poly))
		for j, a := range patch.Poly {
			poly[j] = to(a)
		}
		out.Patches[i] = Patch{patch.Role, poly}
	}
	for i, s := range p.Seams {
		out.Seams[i] = Seam{s.ID, to(s.From), to(s.To)}
	}
	for i, m := range p.Meetings {
		m.Spot = to(m.Spot)
		out.Meetings[i] = m
	}
	return out
}

// Misfit says that two edges that should be joined differ in length, and by how much.
type Misfit struct{ Have, Want measure.Length }

func (e *Misfit) Error() string {
	return fmt.Sprintf("edges of %v and %v inches cannot be joined", e.Have.Inches(), e.Want.Inches())
}

// JoinRight sews b to the right-hand edge of a with one allowance s from each. The new seam runs from top to bottom, so +1
// presses it toward b. Edges that differ in length are a *Misfit.
func JoinRight(a, b Piece, s measure.Length, seam string) (Piece, error) {
	if a.H != b.H {
		ha, _ := a.H.Length()
		hb, _ := b.H.Length()
		return Piece{}, &Misfit{Have: hb, Want: ha}
	}
	line := a.W.Sub(Of(s))
	left := a.clip(Num{}, line)
	right := b.clip(Of(s), b.W).shift(line.Sub(Of(s)), Num{})
	out := Piece{
		W: line.Add(b.W).Sub(Of(s)), H: a.H,
		Patches:  append(left.Patches, right.Patches...),
		Seams:    append(left.Seams, right.Seams...),
		Meetings: append(left.Meetings, right.Meetings...),
	}
	out.Meetings = append(out.Meetings, Meet(left.endsOn(line, true), right.endsOn(line, true), seam)...)
	out.Seams = append(out.Seams, Seam{seam, Point{line, Num{}}, Point{line, a.H}})
	return out, nil
}

// JoinDown sews b below a. The new seam runs from left to right, so +1 presses it up, toward a.
func JoinDown(a, b Piece, s measure.Length, seam string) (Piece, error) {
	// Lay both on their left side, join, and turn back: a stands left of b once both are turned by 270°. The seam made
	// by JoinRight then runs top to bottom in the turned picture, which is right to left after turning back by 90°; it
	// is given its usual direction here.
	out, err := JoinRight(a.Turn(270), b.Turn(270), s, seam)
	if err != nil {
		return Piece{}, err
	}
	out = out.Turn(90)
	last := &out.Seams[len(out.Seams)-1]
	last.From, last.To = last.To, last.From
	return out, nil
}

// Slice cuts the piece across from x to x + w; the loose ends of seams fall away with the rest.
func (p Piece) Slice(x, w measure.Length) Piece {
	out := p.clip(Of(x), Of(x+w)).shift(Of(x).Neg(), Num{})
	out.W = Of(w)
	return out
}

// Finished is the piece as it will be seen once an allowance s is sewn away on all four sides.
func (p Piece) Finished(s measure.Length) Piece {
	a := Of(s)
	across := p.clip(a, p.W.Sub(a)).shift(a.Neg(), Num{})
	across.W = p.W.Sub(a).Sub(a)
	up := across.Turn(90)
	down := up.clip(a, up.W.Sub(a)).shift(a.Neg(), Num{})
	down.W = up.W.Sub(a).Sub(a)
	return down.Turn(270)
}

func (p Piece) shift(dx, dy Num) Piece {
	return p.moved(p.W, p.H, func(a Point) Point { return Point{a.X.Add(dx), a.Y.Add(dy)} })
}

// clip keeps what lies between two upright lines. Edges and seams run along an axis or at 45°, so every new corner is exact.
func (p Piece) clip(x0, x1 Num) Piece {
	out := Piece{W: p.W, H: p.H}
	for _, patch := range p.Patches {
		poly := clipPoly(clipPoly(patch.Poly, x0, 1), x1, -1)
		if len(poly) >= 3 {
			out.Patches = append(out.Patches, Patch{patch.Role, poly})
		}
	}
	for _, s := range p.Seams {
		from, to := s.From, s.To
		if from.X.Cmp(to.X) == 0 {
			if from.X.Cmp(x0) > 0 && from.X.Cmp(x1) < 0 {
				out.Seams = append(out.Seams, s)
			}
			continue
		}
		from, ok1 := clipEnd(from, to, x0, x1)
		to, ok2 := clipEnd(to, from, x0, x1)
		if ok1 && ok2 {
			out.Seams = append(out.Seams, Seam{s.ID, from, to})
		}
	}
	for _, m := range p.Meetings {
		if m.Spot.X.Cmp(x0) > 0 && m.Spot.X.Cmp(x1) < 0 {
			out.Meetings = append(out.Meetings, m)
		}
	}
	return out
}

// clipEnd moves the end a of the seam a–b to the nearer line when it lies outside; false when the whole seam lies outside.
func clipEnd(a, b Point, x0, x1 Num) (Point, bool) {
	if a.X.Cmp(x0) < 0 {
		if b.X.Cmp(x0) <= 0 {
			return a, false
		}
		return crossing(a, b, x0), true
	}
	if a.X.Cmp(x1) > 0 {
		if b.X.Cmp(x1) >= 0 {
			return a, false
		}
		return crossing(a, b, x1), true
	}
	return a, true
}

// clipPoly keeps the side of the line x = at that lies toward +x (side 1) or −x (side −1): Sutherland and Hodgman's walk.
func clipPoly(poly []Point, at Num, side int) []Point {
	var out []Point
	for i, a := range poly {
		b := poly[(i+1)%len(poly)]
		sa, sb := a.X.Cmp(at)*side, b.X.Cmp(at)*side
		if sa >= 0 {
			out = append(out, a)
		}
		if sa*sb < 0 {
			out = append(out, crossing(a, b, at))
		}
	}
	return out
}

// crossing is where the edge a–b, level or at 45°, crosses the upright line x = at.
func crossing(a, b Point, at Num) Point {
	switch dx, dy := b.X.Sub(a.X), b.Y.Sub(a.Y); dy {
	case Num{}:
		return Point{at, a.Y}
	case dx:
		return Point{at, a.Y.Add(at.Sub(a.X))}
	case dx.Neg():
		return Point{at, a.Y.Sub(at.Sub(a.X))}
	}
	panic("piece: an edge that is neither along an axis nor at 45°")
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

// SameLook says whether two pieces show the same cloth at the same places, however they were sewn. colour names what is
// seen of a role, so that two roles of one fabric look alike.
func SameLook(a, b Piece, colour func(role string) string) bool {
	if a.W != b.W || a.H != b.H || len(a.Patches) != len(b.Patches) {
		return false
	}
	count := map[string]int{}
	for _, patch := range a.Patches {
		count[lookOf(patch, colour)]++
	}
	for _, patch := range b.Patches {
		k := lookOf(patch, colour)
		if count[k] == 0 {
			return false
		}
		count[k]--
	}
	return true
}

func lookOf(p Patch, colour func(string) string) string {
	first := 0
	for i, a := range p.Poly {
		if c := a.Y.Cmp(p.Poly[first].Y); c < 0 || c == 0 && a.X.Cmp(p.Poly[first].X) < 0 {
			first = i
		}
	}
	s := colour(p.Role)
	for i := range p.Poly {
		a := p.Poly[(first+i)%len(p.Poly)]
		s += fmt.Sprintf(" %v", a)
	}
	return s
}
