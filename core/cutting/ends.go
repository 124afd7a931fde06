package cutting

import (
	"slices"

	"vicis/core/cloth"
	"vicis/core/measure"
	"vicis/core/naming"
)

// A third stage of cutting: what is left of wide strips gives patches of narrower ones, where that saves a whole strip.

// end is what is left of strips that are cut alike.
type end struct {
	have cloth.Have // L is the width of the strip, which lies along the cloth
	from naming.Step
	nth  int // of the ends of those strips
	left int // of them that are not used yet
}

// endsOf lists what is left of a strip once it is laid out. Ends narrower than an allowance on both sides are no cloth
// to sew.
func (p *pools) endsOf(s StripPlan) []end {
	var list []end
	for i, pattern := range s.Patches.Layups.Patterns {
		at, _ := s.Patches.Marks(pattern, p.t)
		if rest := s.Patches.Left(pattern, at); rest > 2*p.t.Seam {
			if k := slices.IndexFunc(list, func(e end) bool { return e.have.W == rest }); k >= 0 {
				list[k].have.Count += pattern.Times
				list[k].left += pattern.Times
				continue
			}
			have := cloth.Have{Supply: cloth.Supply{Kind: cloth.Pieces, Count: pattern.Times}, W: rest, L: s.Cut}
			list = append(list, end{have, s.ID, i + 1, pattern.Times})
		}
	}
	return list
}

// fromEnds takes as few patches of a pool from the ends of wider strips as save most of its strips; none where that
// saves none.
func (p *pools) fromEnds(pool []int, ends []end) []FromPiece {
	var list []FromPiece
	order := slices.Clone(pool)
	slices.SortStableFunc(order, func(a, b int) int { return int(min(1, max(-1, p.area(b)-p.area(a)))) })
	for _, i := range order {
		one := &p.patches[i]
		if one.motif || one.against {
			continue
		}
		f, _ := p.shelf.Fabric(one.role)
		if f.Share() > 1 {
			continue // every print has its own ends
		}
		w, h := one.ways[0][1].CeilTo(p.t.Ruler.Mark), one.ways[0][0].CeilTo(p.t.Ruler.Mark)
		room := 0
		for _, e := range ends {
			room += e.left * grid(w, h, e.have, f.Print)
		}
		make := one.line.Make()
		strips := func(taken int) int {
			a, _ := p.across(pool)
			for k := range a.Cuts {
				if a.Cuts[k].ID == one.act {
					a.Cuts[k].Need -= taken
				}
			}
			return a.Count(p.t, p.effort)
		}
		most := min(room, make)
		fewest := strips(most)
		if most == 0 || fewest == strips(0) {
			continue
		}
		lo, hi := 1, most
		for lo < hi {
			if mid := (lo + hi) / 2; strips(mid) == fewest {
				hi = mid
			} else {
				lo = mid + 1
			}
		}
		slices.SortStableFunc(ends, func(a, b end) int {
			return int(min(1,
				max(-1, a.have.W*a.have.L-b.have.W*b.have.L)))
		})
		for k := range ends {
			e := &ends[k]
			each := grid(w, h, e.have, f.Print)
			n := min(lo, each*e.left)
			if n == 0 {
				continue
			}
			pieces := int(measure.CeilDiv(measure.Length(n), measure.Length(each)))
			e.left -= pieces
			lo -= n
			one.line.Need -= n
			list = append(list, FromPiece{
				Act: one.act, Role: one.role, Have: e.have, End: e.from, Nth: e.nth, W: w, H: h,
				Each: each, Pieces: pieces, Count: n, All: one.line.Make() <= 0,
			})
		}
	}
	return list
}
