package piece

import (
	"slices"

	"vicis/core/naming"
)

// Spin spins the allowances where other seams meet along a seam that was sewn last, at the points chosen of those
// (counted from 1 along the seam): its stretches on both sides of such a point then turn the same way round it as the
// short seams do. Every other stretch is given the opposite direction, so that one side holds for the whole seam still;
// and at each point a meeting says that it has to turn as the short seams do.
func (p Piece) Spin(seam naming.Seam, chosen func(point int) bool) Piece {
	i, all := p.spots(seam)
	var spots []Meeting
	for k, m := range all {
		if chosen(k + 1) {
			spots = append(spots, m)
		}
	}
	if len(spots) == 0 {
		return p
	}
	whole := p.Seams[i]
	out := p
	out.Seams = slices.Delete(slices.Clone(p.Seams), i, i+1)
	out.Meetings = slices.Clone(p.Meetings)
	from := whole.From
	for k := range len(spots) + 1 {
		to := whole.To
		if k < len(spots) {
			to = spots[k].Spot
		}
		s := SeamLine{seam, from, to}
		if k%2 == 1 {
			s.From, s.To = s.To, s.From
		}
		out.Seams = append(out.Seams, s)
		from = to
		if k == len(spots) {
			break
		}
		e := -1 // both stretches end at the first point, both start at the second
		if k%2 == 1 {
			e = 1
		}
		for _, m := range p.Meetings {
			if m.Over == seam && m.Spot == spots[k].Spot {
				out.Meetings = append(out.Meetings, Meeting{
					Over: seam, A: m.A, B: End{Seam: seam, E: e}, Spot: m.Spot,
					Spin: true,
				})
			}
		}
	}
	return out
}

// Points is at how many points along a seam other seams meet, where it could be spun.
func (p Piece) Points(seam naming.Seam) int {
	_, spots := p.spots(seam)
	return len(spots)
}

// spots is which seam of the piece one is, and where others meet it, in order along it: none where it is sewn in
// several places, for then it cannot be spun in one.
func (p Piece) spots(seam naming.Seam) (i int, spots []Meeting) {
	i = slices.IndexFunc(p.Seams, func(s SeamLine) bool { return s.ID == seam })
	if i < 0 || slices.ContainsFunc(p.Seams[i+1:], func(s SeamLine) bool { return s.ID == seam }) {
		return i, nil
	}
	whole := p.Seams[i]
	for _, m := range p.Meetings {
		if m.Over == seam && !slices.ContainsFunc(spots, func(o Meeting) bool { return o.Spot == m.Spot }) &&
			m.Spot != whole.From && m.Spot != whole.To {
			spots = append(spots, m)
		}
	}
	far := func(a Point) Num { // how far along the seam, whichever way it runs
		d := a.X.Sub(whole.From.X).Add(a.Y.Sub(whole.From.Y))
		if whole.To.X.Sub(whole.From.X).Add(whole.To.Y.Sub(whole.From.Y)).Sign() < 0 {
			return d.Neg()
		}
		return d
	}
	slices.SortStableFunc(spots, func(a, b Meeting) int { return far(a.Spot).Cmp(far(b.Spot)) })
	return i, spots
}
