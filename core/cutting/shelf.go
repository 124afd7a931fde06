package cutting

import (
	"slices"

	"vicis/core/cloth"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
)

// What lies on the shelf and is promised to the quilt is cut first: strips that are there take the place of strips to
// cut, pieces give patches, yardage gives strips. Only the rest is bought.

// grid is how many patches come out of a piece in rows and columns, the better way round; a print with a direction
// keeps it, and so do repeats with a motif in each.
func grid(w, h measure.Length, have cloth.Have, print cloth.Print) int {
	n := int(have.W/w) * int(have.L/h)
	if print != cloth.OneWay && print != cloth.TwoWay && print != cloth.Motif {
		n = max(n, int(have.W/h)*int(have.L/w))
	}
	return n
}

// fromLays lists the patches that pieces on the shelf give, each kind from each supply once. made is what of an act is
// cut from strips.
func fromLays(lays []Lay, made func(act naming.Step) bool) (list []FromPiece) {
	for _, lay := range lays {
		for _, g := range lay.Gives {
			i := slices.IndexFunc(list, func(one FromPiece) bool { return one.Act == g.Act && one.Have.ID == lay.Have.ID })
			if i < 0 {
				i = len(list)
				list = append(list, FromPiece{
					Act: g.Act, Role: lay.Role, Have: lay.Have, W: g.W, H: g.H, Motif: g.Motif, Each: g.N,
				})
			}
			one := &list[i]
			if one.Each != g.N {
				one.Each = 0 // more from some than from others
			}
			one.Pieces += lay.Times
			one.Count += g.N * lay.Times
		}
	}
	for i := range list { // where no strip gives any, the last has the name of the act itself
		one := &list[i]
		one.All = !made(one.Act) && !slices.ContainsFunc(list[i+1:], func(o FromPiece) bool { return o.Act == one.Act })
	}
	return list
}

// unused lists what is passed by of a fabric. asked are its patches among others, as they were before any was cut.
func (p *pools) unused(plan Plan, f *FabricPlan, asked []pooled) (list []Unused) {
	taken := map[string]int{}
	for _, t := range plan.Taken() {
		taken[t.Supply] += t.Count
	}
	for _, have := range p.shelf.Have(f.Fabric.ID) {
		n := have.Count - taken[have.ID]
		if n <= 0 {
			continue
		}
		fits := slices.ContainsFunc(asked, func(one pooled) bool {
			if one.fabric != f.Fabric.ID {
				return false
			}
			it, lies := one.item(p, f.Fabric), have.Lying()
			return it.w <= lies.W && it.h <= lies.L || it.turns && it.h <= lies.W && it.w <= lies.L
		}) || slices.ContainsFunc(f.Strips, func(s StripPlan) bool {
			return have.GivesStrips(f.Usable) && s.Cut+p.t.Squaring <= have.L ||
				have.IsStrip(f.Usable) && s.Cut == have.W
		})
		list = append(list, Unused{have, n, fits})
	}
	return list
}

func (p *pools) area(i int) measure.Length {
	way := p.patches[i].ways[0]
	return way[0] / 64 * (way[1] / 64)
}

// ready takes strips that are cut already; they must be as wide as the plan wants them and long enough.
func ready(strips []StripPlan, lays []Lay, t *making.Table, shelf cloth.Shelf) {
	laid := map[string]int{}
	for _, lay := range lays {
		laid[lay.Have.ID] += lay.Times
	}
	left := map[string]int{}
	for i := range strips {
		s := &strips[i]
		f, _ := shelf.Fabric(s.Role)
		usable, _ := t.Usable(s.Role)
		for _, have := range shelf.Have(f.ID) {
			if !have.IsStrip(usable) || s.Lengths || have.W != s.Cut {
				continue
			}
			if _, known := left[have.ID]; !known {
				left[have.ID] = have.Count - laid[have.ID]
			}
			n := min(left[have.ID], s.Count-s.Ready)
			left[have.ID] -= n
			s.Ready += n
			if n > 0 {
				s.From = append(s.From, Taken{have.ID, n})
			}
		}
	}
}

// fromYardage lays the strips of a fabric, widest first, on the lengths of cloth there are, the shortest with room
// first; rest is what is left to cut from cloth that is bought.
func (f *FabricPlan) fromYardage(t *making.Table, shelf cloth.Shelf) (rest measure.Length) {
	type length struct {
		use int
		at  measure.Length
		n   int
	}
	var lengths []length
	haves := slices.DeleteFunc(slices.Clone(shelf.Have(f.Fabric.ID)), func(have cloth.Have) bool {
		return !have.GivesStrips(f.Usable) || f.Prints > 1
	})
	slices.SortStableFunc(haves, func(a, b cloth.Have) int { return int(min(1, max(-1, a.L-b.L))) })
	for _, have := range haves {
		for range have.Count {
			lengths = append(lengths, length{use: len(f.Uses)}) // a length, and what becomes of it, have the same place
			f.Uses = append(f.Uses, Use{Have: have, Left: have.L})
		}
	}
	bought := length{use: -1}
	put := func(l *length, cut measure.Length) bool {
		at := l.at + cut
		if l.n == 0 || t.Every > 0 && l.n%t.Every == 0 {
			at += t.Squaring
		}
		if l.use >= 0 && at > f.Uses[l.use].Have.L {
			return false
		}
		l.at = at
		l.n++
		return true
	}
	first := 0 // length with room for a strip of this width, perhaps
	for k, s := range f.Strips {
		if k > 0 && s.Cut != f.Strips[k-1].Cut {
			first = 0
		}
		for n := s.Each(f.Prints); n > 0; n-- {
			for first < len(lengths) {
				if l := lengths[first]; put(&l, s.Cut) {
					break
				}
				first++
			}
			if i := first; i < len(lengths) {
				put(&lengths[i], s.Cut)
				cuts := &f.Uses[i].Cuts
				if n := len(*cuts); n > 0 && (*cuts)[n-1].Cut == s.Cut {
					(*cuts)[n-1].Count++
				} else {
					*cuts = append(*cuts, UseCut{s.Cut, 1})
				}
				continue
			}
			again := 0 // the end is squared up
			for k := bought.n; k < bought.n+n; k++ {
				if k == 0 || t.Every > 0 && k%t.Every == 0 {
					again++
				}
				if t.Every == 0 {
					break
				}
			}
			bought.at += measure.Length(n)*s.Cut + measure.Length(again)*t.Squaring
			bought.n += n
			break
		}
	}
	for _, l := range lengths {
		u := &f.Uses[l.use]
		u.Strips, u.Used, u.Left = l.n, l.at, u.Have.L-l.at
	}
	f.Uses = slices.DeleteFunc(f.Uses, func(u Use) bool { return u.Strips == 0 })
	return bought.at
}
