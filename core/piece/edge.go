package piece

import "sort"

// Side names one edge of a piece.
type Side int

// The four edges.
const (
	Left Side = iota
	Right
	Top
	Bottom
)

// End is a seam that ends at an edge. E is +1 when the seam starts there and −1 when it ends there; with x the side its
// allowances lie on, e·x is its circulation round that point. Turning the cloth changes neither.
type End struct {
	Seam string
	E    int
	At   Num // distance along the edge, from the left or from the top

	slant int   // which way it drifts along the edge as it leaves it: 0 when it stands square on it
	spot  Point // the point itself
}

// Meeting is a point where two seam ends come to lie on each other under the seam Over. They nest exactly when their
// circulations are equal.
type Meeting struct {
	Over string
	A, B End
	Spot Point
}

// Ends lists the seams that end at a side, in order along it: the edge's signature. Seams that lie along the edge do not
// end there.
func (p Piece) Ends(side Side) []End {
	switch side {
	case Left:
		return p.endsOn(Num{}, true)
	case Right:
		return p.endsOn(p.W, true)
	case Top:
		return p.endsOn(Num{}, false)
	}
	return p.endsOn(p.H, false)
}

// endsOn lists the ends on an upright or level line through the piece.
func (p Piece) endsOn(line Num, upright bool) []End {
	var ends []End
	add := func(seam string, e int, here, there Point) {
		across, along := here.X, here.Y
		leaves, drifts := there.X.Sub(here.X), there.Y.Sub(here.Y)
		if !upright {
			across, along, leaves, drifts = along, across, drifts, leaves
		}
		if across == line && leaves != (Num{}) {
			ends = append(ends, End{Seam: seam, E: e, At: along, slant: drifts.Sign(), spot: here})
		}
	}
	for _, s := range p.Seams {
		add(s.ID, 1, s.From, s.To)
		add(s.ID, -1, s.To, s.From)
	}
	sort.SliceStable(ends, func(i, j int) bool { return ends[i].At.Cmp(ends[j].At) < 0 })
	return ends
}

// Meet pairs the ends of two edges that are brought together under the seam over: those at the same place that leave the
// line at the same angle, so that they coincide once the pieces lie right sides together.
func Meet(a, b []End, over string) []Meeting {
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
