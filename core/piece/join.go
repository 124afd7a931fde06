package piece

import (
	"fmt"
	"slices"

	"vicis/core/measure"
	"vicis/core/naming"
)

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
	out := edgeToEdge(a, b.shift(line.C.Sub(Of(s)), Num{}), line, s,
		SeamLine{seam, Point{line.C, Num{}}, Point{line.C, a.H}})
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
	out := edgeToEdge(a, b.shift(Num{}, line.C.Sub(Of(s))), line, s,
		SeamLine{seam, Point{Num{}, line.C}, Point{a.W, line.C}})
	out.W, out.H = a.W, line.C.Add(b.H).Sub(Of(s))
	return out, nil
}

// edgeToEdge sews a to b, which lies on the far side of a line along the axes; the seam is as long as both. Where seams
// meet is listed from the top or from the right, always: what cannot be told apart otherwise is decided by that order,
// and a quilt that is half pressed must not be pressed another way tomorrow.
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

// Grown is the piece as it came out, a little larger or smaller than planned: what it differs by lies at its outer
// edges, as much on each side.
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
