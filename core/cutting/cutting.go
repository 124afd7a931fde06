// Package cutting plans what is cut from cloth: strips across the usable width, sub-cuts across strips and strip sets,
// and how much cloth that takes.
package cutting

import (
	"slices"

	"vicis/core/sharing"

	"vicis/core/cloth"
	"vicis/core/demand"
	"vicis/core/fewest"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/quilt"
)

// Cut plans the cutting. units are in the order they are made, lines is the demand for every act, waits are the acts
// whose size is known only once something else has been measured; there is what was cut before, nothing where all is
// planned from the beginning.
func Cut(units []making.Made, l quilt.Layout, lines map[naming.Step]demand.ThingCount, t *making.Table,
	shelf cloth.Shelf, buying cloth.Purchase, waits map[naming.Step]bool, dealt CutByPrint, there *AtHand,
) Plan {
	var p Plan
	pools := pools{
		t: t, shelf: shelf, waits: waits, effort: fewest.Enough(), dealt: dealt, shelves: map[string]*cloth.ShelfCount{},
		there: there.clone(),
	}
	index := p.wanted(units, l, lines, &pools) // strip set → its place among p.Sets
	for i := range p.Sets {
		a := &p.Sets[i]
		if a.Lots = dealt.Lots[a.Set]; len(a.Lots) > 0 {
			for _, c := range a.Cuts {
				of := make([]int, len(a.Lots))
				for k, lot := range a.Lots {
					of[k] = lot.Wants[c.ID]
				}
				a.Of = append(a.Of, of)
			}
		}
		a.Has = pools.setsThere(*a)
		a.lay(t, pools.effort)
		pools.taken(a)
	}
	others := append(p.setStrips(units, index, &pools), stillToCut(runs(l, lines, t), pools.there.Lengths)...)
	pools.ready(others)
	asked := slices.Clone(pools.patches) // before anything was taken of them
	fromPools, lays, ends := pools.strips(others)
	pools.ready(fromPools)
	lays = slices.Concat(pools.hand, lays)
	p.Lays, p.Ends = lays, ends
	p.Pieces = fromLays(lays, func(act naming.Step) bool {
		return slices.ContainsFunc(fromPools, func(s StripPlan) bool {
			return slices.ContainsFunc(s.Patches.Cuts, func(c WidthCut) bool { return c.ID == act })
		})
	})
	strips := slices.Concat(others, fromPools)
	for _, s := range strips {
		p.Strips += s.Count
	}
	p.Looks, p.Passed = pools.effort.Used(), pools.effort.Spent()
	if p.Strips > MostStrips {
		return p // nobody lays out so much
	}
	p.Fabrics = byFabric(strips, p, &pools, buying)
	for i := range p.Fabrics {
		p.Fabrics[i].Unused = pools.unused(p, &p.Fabrics[i], asked)
	}
	p.Looks = pools.effort.Used() // what else would do was looked for too
	return p
}

// wanted lists the sets with what is cut from each, and gives the patches to the pools.
func (p *Plan) wanted(
	units []making.Made, l quilt.Layout, lines map[naming.Step]demand.ThingCount, pools *pools,
) (index map[naming.Unit]int) {
	t := pools.t
	index = map[naming.Unit]int{}
	for _, m := range units {
		for _, act := range m.Acts {
			line := lines[act.ID]
			if line.Make() <= 0 {
				continue
			}
			if act.Patch != nil && !pools.inHand(act, line.Make()) {
				pools.add(act.ID, *act.Patch, line)
			}
			if act.Stock {
				id := act.Takes[0].Act.Made()
				i, known := index[id]
				if !known {
					set, _ := t.Made(id)
					length, _ := set.Piece.Size()
					i = len(p.Sets)
					index[id] = i
					p.Sets = append(p.Sets, Across{Set: id, Length: length})
				}
				wide, _ := act.Piece.Size()
				p.Sets[i].Cuts = append(p.Sets[i].Cuts, subCut(act.ID, wide, p.Sets[i].Length, line, t))
			}
		}
		if m.Tube != nil {
			for _, c := range m.Tube.Columns {
				if i, known := index[c.Set]; known {
					p.Sets[i].List = append(p.Sets[i].List, c.Ring)
				}
			}
		}
	}
	for _, ring := range l.Rings {
		if ring.Border.HasSquares() {
			pools.add(ring.Border.ID.Squares(), making.CutPatch{Role: ring.Border.Corners, W: ring.Width, H: ring.Width},
				lines[ring.Border.ID.Squares()])
		}
	}
	return index
}

// runs is what is cut from strips sewn end to end, and for behind the top and round its edge.
func runs(l quilt.Layout, lines map[naming.Step]demand.ThingCount, t *making.Table) (strips []StripPlan) {
	m, through := l.Blocks[naming.SashLevel]
	if n := lines[naming.SashLevel.Step()].Make(); through && m.Acts[0].Lengthy != nil && n > 0 {
		w, h := m.Acts[0].Lengthy.W, m.Acts[0].Lengthy.H
		role := m.Piece.Patches[0].Role
		total := w * measure.Length(n)
		strips = append(strips, StripPlan{
			ID: naming.SashLevel.Step().Own(), For: naming.SashLevel.Step(), Role: role, Width: h,
			Cut: h.CeilTo(t.Ruler.Mark), Count: endToEnd(total, role, t),
			Joined: &Run{Pieces: []measure.Length{w}, Times: n, Total: total},
		})
	}
	for _, ring := range l.Rings {
		if ring.Rows != nil {
			continue // pieced
		}
		total := 2*ring.Sides + 2*ring.Ends
		strips = append(strips, StripPlan{
			ID: ring.Border.ID.Strips(), For: naming.Of(string(ring.Border.ID)).Step(), Role: ring.Border.Role,
			Width: ring.Width, Cut: ring.Width.CeilTo(t.Ruler.Mark),
			Count:  endToEnd(total, ring.Border.Role, t),
			Joined: &Run{Pieces: []measure.Length{ring.Sides, ring.Ends}, Times: 2, Total: total},
		})
	}
	strips = append(strips, finishing(l, t)...)
	for i := range strips {
		if s := &strips[i]; s.Joined != nil {
			s.Long = s.Joined.each(s.Count, s.Cut, t)
		}
	}
	return strips
}

// stillToCut is what is still to cut of strips that are sewn end to end, of lengths, and what waits for neither.
func stillToCut(strips []StripPlan, lengths map[naming.Step]int) (list []StripPlan) {
	for _, s := range strips {
		n, said := lengths[s.ID]
		if said {
			s.Count = min(s.Count, n)
		}
		if !said || n > 0 || s.Joined != nil && s.Joined.Times > 0 && s.For == naming.SashLevel.Step() {
			list = append(list, s)
		}
	}
	return list
}

// each is how long each of so many strips must be to give it, the ends squared; joined on the diagonal every seam takes
// as much as they are wide.
func (r Run) each(n int, width measure.Length, t *making.Table) measure.Length {
	takes, ends := 2*t.Seam, t.Squaring
	if r.Diagonal {
		takes, ends = width, 0
	}
	return measure.CeilDiv(r.Total+takes*measure.Length(n-1), measure.Length(n)) + ends
}

// endToEnd is how many strips give a length: n of them lose an allowance on both sides of each of the n − 1 seams.
func endToEnd(total measure.Length, role string, t *making.Table) int {
	usable, _ := t.Usable(role)
	return int(measure.CeilDiv(total-2*t.Seam, usable-t.Squaring-2*t.Seam))
}

// finishing is what is cut for the backing and the binding.
func finishing(l quilt.Layout, t *making.Table) []StripPlan {
	var strips []StripPlan
	if b := l.Back; b != nil {
		strips = append(strips, StripPlan{
			ID: naming.BackingLengths, For: naming.Backing, Role: b.Role, Width: b.Long,
			Cut: b.Long.CeilTo(t.Ruler.Mark), Count: b.Lengths, Lengths: true, Wide: b.Wide,
		})
	}
	if b := l.Bind; b != nil {
		strips = append(strips, StripPlan{
			ID: naming.BindingStrips, For: naming.Binding, Role: b.Role, Width: b.Width,
			Cut: b.Width.CeilTo(t.Ruler.Mark), Count: b.Strips,
			Joined: &Run{Total: b.Total, Diagonal: true},
		})
	}
	return strips
}

// setStrips counts the strips that the strip sets share.
func (p Plan) setStrips(units []making.Made, sets map[naming.Unit]int, pools *pools) []StripPlan {
	t, first := pools.t, pools.dealt.First
	var strips []StripPlan
	index := map[naming.Step]int{}
	for _, m := range units {
		at, made := sets[m.Unit.ID]
		if !made {
			continue
		}
		for _, act := range m.Acts {
			for _, s := range act.Strips {
				id := PileOf(s)
				i, seen := index[id]
				if !seen {
					i = len(strips)
					index[id] = i
					strips = append(strips, StripPlan{
						ID: id, Role: s.Role, Width: s.Width,
						Cut: s.Width.CeilTo(t.Ruler.Mark),
					})
				}
				if was := naming.OldStrips(s.Role, s.As); !slices.Contains(strips[i].Was, was) {
					strips[i].Was = append(strips[i].Was, was)
				}
				a := p.Sets[at]
				strips[i].Count += a.ToSew()
				strips[i].Long = max(strips[i].Long, a.longest(t))
				if f, _ := pools.shelf.Fabric(s.Role); len(a.Lots) > 0 && f.Share() > 1 {
					if strips[i].Dealt == nil {
						strips[i].Dealt = make([]int, f.Share())
					}
					for k, lot := range a.Lots {
						if print, dealt := lot.Prints[s.ID]; dealt {
							strips[i].Dealt[print-first[f.ID]] += a.Layups.Each[k]
						}
					}
				}
			}
		}
	}
	for i := range strips {
		s := &strips[i]
		f, _ := pools.shelf.Fabric(s.Role)
		if n := min(s.Count, pools.there.Short[s.ID]) + pools.there.whole(ClothCut{f.ID, s.Cut}, s.Count); n > 0 {
			if s.Count -= n; s.Dealt != nil {
				sharing.InAll(s.Dealt, s.Count)
			}
		}
		s.wants = slices.Clone(s.Dealt)
	}
	return strips
}
