// Package cutting plans what is cut from cloth: strips across the usable width, sub-cuts across strips and strip sets,
// and how much cloth that takes.
package cutting

import (
	"slices"

	"vicis/core/cloth"
	"vicis/core/demand"
	"vicis/core/fewest"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/quilt"
)

// Cut plans the cutting. units are in the order they are made, lines is the demand for every act, waits are the acts
// whose size is known only once something else has been measured.
func Cut(units []making.Made, l quilt.Layout, lines map[naming.Step]demand.ThingCount, t *making.Table,
	shelf cloth.Shelf, buying Purchase, waits map[naming.Step]bool, dealt CutByPrint,
) Plan {
	var p Plan
	pools := pools{t: t, shelf: shelf, waits: waits, effort: fewest.Enough(), dealt: dealt}
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
		a.lay(t, pools.effort)
	}
	strips := p.setStrips(units, index, t, shelf, dealt.First)
	sets, others := strips, runs(l, lines, t)
	asked := slices.Clone(pools.patches) // before anything was taken of them
	fromPools, lays, ends := pools.strips(slices.Concat(sets, others))
	p.Lays, p.Ends = lays, ends
	p.Pieces = fromLays(lays, func(act naming.Step) bool {
		return slices.ContainsFunc(fromPools, func(s StripPlan) bool {
			return slices.ContainsFunc(s.Patches.Cuts, func(c WidthCut) bool { return c.ID == act })
		})
	})
	strips = slices.Concat(sets, fromPools, others)
	ready(strips, lays, t, shelf)
	for _, s := range strips {
		p.Strips += s.Count
	}
	p.Looks = pools.effort.Used()
	p.Passed = pools.effort.Spent()
	if p.Strips > MostStrips {
		return p // nobody lays out so much
	}
	p.Fabrics = byFabric(strips, p, t, shelf, buying)
	for i := range p.Fabrics {
		p.Fabrics[i].Unused = pools.unused(p, &p.Fabrics[i], asked)
	}
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
			if act.Patch != nil {
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
	if m, through := l.Blocks[naming.SashLevel]; through && m.Acts[0].Lengthy != nil {
		w, h := m.Acts[0].Lengthy.W, m.Acts[0].Lengthy.H
		role, n := m.Piece.Patches[0].Role, lines[naming.SashLevel.Step()].Make()
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
	return append(strips, finishing(l, t)...)
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
			Cut: b.Long.CeilTo(t.Ruler.Mark), Count: b.Lengths, Lengths: true,
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
func (p Plan) setStrips(units []making.Made, sets map[naming.Unit]int, t *making.Table, shelf cloth.Shelf,
	first map[string]int,
) []StripPlan {
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
				strips[i].Count += a.Layups.Strips
				if f, _ := shelf.Fabric(s.Role); len(a.Lots) > 0 && f.Share() > 1 {
					if strips[i].Of == nil {
						strips[i].Of = make([]int, f.Share())
					}
					for k, lot := range a.Lots {
						if print, dealt := lot.Prints[s.Role]; dealt {
							strips[i].Of[print-first[f.ID]] += a.Layups.Each[k]
						}
					}
				}
			}
		}
	}
	return strips
}

func byFabric(strips []StripPlan, p Plan, t *making.Table, shelf cloth.Shelf, buying Purchase) []FabricPlan {
	index := map[string]int{}
	var list []FabricPlan
	at := func(role string) int {
		f, _ := shelf.Fabric(role)
		i, ok := index[f.ID]
		if !ok {
			i = len(list)
			index[f.ID] = i
			usable, _ := t.Usable(role)
			list = append(list, FabricPlan{Fabric: f, Usable: usable, Prints: f.Share()})
		}
		return i
	}
	for _, s := range strips {
		i := at(s.Role)
		list[i].Strips = append(list[i].Strips, s)
	}
	for _, lay := range p.Lays {
		i := at(lay.Role)
		list[i].Lays = append(list[i].Lays, lay)
	}
	for _, one := range p.Pieces {
		i := at(one.Role)
		list[i].Pieces = append(list[i].Pieces, one)
	}
	for _, one := range p.Ends {
		i := at(one.Role)
		list[i].Ends = append(list[i].Ends, one)
	}
	for i := range list {
		f := &list[i]
		slices.SortStableFunc(f.Strips, func(a, b StripPlan) int { return int(b.Cut - a.Cut) })
		f.Length = t.Squaring
		k := 0
		for j := range f.Strips {
			s := &f.Strips[j]
			for range s.Each(f.Prints) {
				if t.Every > 0 && k > 0 && k%t.Every == 0 {
					f.Length += t.Squaring
					f.Again++
				}
				k++
				f.Length += s.Cut
				s.Ends = append(s.Ends, f.Length)
			}
		}
		f.Rest = f.fromYardage(t, shelf)
		if f.Rest > 0 {
			f.Buy = buying.Of(f.Rest)
		}
		if k == 0 {
			f.Length = 0
		}
	}
	return list
}
