package piece

import (
	"cmp"
	"slices"
	"sort"

	"vicis/core/measure"
	"vicis/core/naming"
)

// The four edges.
const (
	Left Side = iota
	Right
	Top
	Bottom
)

// Ends lists the seams that end at a side, in order along it: the edge's signature. Seams that lie along the edge do
// not end there.
func (p Piece) Ends(side Side) []End {
	return p.endsOn(p.edge(side))
}

// SeamsAlone is the piece without its cloth: enough for what ends at its edges.
func (p Piece) SeamsAlone() Piece { return Piece{W: p.W, H: p.H, Seams: p.Seams} }

func (p Piece) edge(side Side) Line {
	switch side {
	case Left:
		return Upright(Num{})
	case Right:
		return Upright(p.W)
	case Top:
		return Level(Num{})
	}
	return Level(p.H)
}

// RolesAt lists the roles of the patches that touch a side, one for each patch.
func (p Piece) RolesAt(side Side) []string { return p.rolesOn(p.edge(side)) }

// rolesOn lists the roles of the patches that have an edge on a line.
func (p Piece) rolesOn(l Line) []string {
	var roles []string
	for _, patch := range p.Patches {
		on := 0
		for _, a := range patch.Poly {
			if l.at(a) == (Num{}) {
				on++
			}
		}
		if on > 1 {
			roles = append(roles, patch.Role)
		}
	}
	return roles
}

// endsOn lists the ends on a line through the piece.
func (p Piece) endsOn(l Line) []End {
	var ends []End
	add := func(seam naming.Seam, e int, here, there Point) {
		if l.at(here) == (Num{}) && l.at(there) != (Num{}) {
			at := l.along(here)
			ends = append(ends, End{Seam: seam, E: e, At: at, slant: l.along(there).Cmp(at), spot: here})
		}
	}
	for _, s := range p.Seams {
		add(s.ID, 1, s.From, s.To)
		add(s.ID, -1, s.To, s.From)
	}
	sort.SliceStable(ends, func(i, j int) bool { return ends[i].At.Cmp(ends[j].At) < 0 })
	return ends
}

// Meet pairs the ends of two edges that are brought together under the seam over: those at the same place that leave
// the line at the same angle, so that they coincide once the pieces lie right sides together.
func Meet(a, b []End, over naming.Seam) []Meeting {
	var out []Meeting
	for i, j := 0, 0; i < len(a) && j < len(b); {
		if c := a[i].At.Cmp(b[j].At); c < 0 {
			i++
			continue
		} else if c > 0 {
			j++
			continue
		}
		at, j0 := a[i].At, j
		for ; i < len(a) && a[i].At == at; i++ {
			for j = j0; j < len(b) && b[j].At == at; j++ {
				if a[i].slant == b[j].slant {
					out = append(out, Meeting{Over: over, A: a[i], B: b[j], Spot: a[i].spot})
				}
			}
		}
	}
	return out
}

// Crossings are the meetings that are left once the outer edges are sewn as well: none inside their allowances.
func (p Piece) Crossings(s measure.Length) (list []Meeting) {
	inside := func(at, long Num) bool { return at.Cmp(Of(s)) >= 0 && at.Cmp(long.Sub(Of(s))) <= 0 }
	for _, m := range p.Meetings {
		if inside(m.Spot.X, p.W) && inside(m.Spot.Y, p.H) {
			list = append(list, m)
		}
	}
	return list
}

// Moved gives the ends of an edge that lies so far along a longer one.
func Moved(ends []End, by Num) []End {
	out := make([]End, len(ends))
	for i, e := range ends {
		e.At = e.At.Add(by)
		out[i] = e
	}
	return out
}

// Reversed gives the ends of an edge of a length as they lie once it is turned by half: from its other end.
func Reversed(ends []End, long Num) []End {
	out := make([]End, len(ends))
	for i, e := range ends {
		e.At, e.slant = long.Sub(e.At), -e.slant
		out[len(ends)-1-i] = e
	}
	return out
}

// Missed pairs the ends of two edges that have no partner at their place, though one lies nearer than near.
func Missed(a, b []End, near Num, over naming.Seam) []Miss {
	var out []Miss
	partner := func(e End, list []End) (closest End, by Num, met bool) {
		by = near
		for _, o := range list {
			if o.slant != e.slant {
				continue
			}
			d := o.At.Sub(e.At)
			if d.Sign() < 0 {
				d = d.Neg()
			}
			if d == (Num{}) {
				return o, d, true
			}
			if d.Cmp(by) < 0 {
				closest, by = o, d
			}
		}
		return closest, by, false
	}
	for _, e := range a {
		o, by, met := partner(e, b)
		if met || o.Seam == "" {
			continue
		}
		if _, _, taken := partner(o, a); !taken {
			out = append(out, Miss{Over: over, A: e.Seam, B: o.Seam, By: by, Spot: e.spot})
		}
	}
	return out
}

// AtOnePlace pairs the ends of two edges of one look; none where not the same ends lie there.
func AtOnePlace(a, b []End) (pairs [][2]End) {
	if len(a) != len(b) {
		return nil
	}
	sorted := func(list []End) []End {
		list = slices.Clone(list)
		slices.SortStableFunc(list, func(x, y End) int { return cmp.Or(x.At.Cmp(y.At), cmp.Compare(x.slant, y.slant)) })
		return list
	}
	a, b = sorted(a), sorted(b)
	for i := range a {
		if a[i].At != b[i].At || a[i].slant != b[i].slant {
			return nil
		}
		pairs = append(pairs, [2]End{a[i], b[i]})
	}
	return pairs
}

// TurnAlike says whether at two edges the same ends lie, each turned the same way round its point.
func TurnAlike(a, b []End, circulation func(End) int) bool {
	pairs := AtOnePlace(a, b)
	return len(pairs) == len(a) && len(a) == len(b) &&
		!slices.ContainsFunc(pairs, func(p [2]End) bool { return circulation(p[0]) != circulation(p[1]) })
}
