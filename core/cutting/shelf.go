package cutting

import (
	"cmp"
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
			if one.Pieces += lay.Times; lay.Have.Rest {
				one.Rests += lay.Times
			} else {
				one.Have = lay.Have
			}
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
		if have.Rest { // as little as is left of those that were begun is told to nobody
			continue
		}
		n := have.Count - taken[have.ID]
		if n <= 0 {
			continue
		}
		fits := slices.ContainsFunc(asked, func(one pooled) bool {
			if one.fabric != f.Fabric.ID {
				return false
			}
			it, lies := one.item(p, f.Fabric), have.Lying()
			return it.W <= lies.W && it.H <= lies.L || it.Turns && it.H <= lies.W && it.W <= lies.L
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

// stripKind is strips of one width that are to be cut, and what is lost before the first of them.
type stripKind struct {
	cut, lost measure.Length
	wide      measure.Length // how wide the cloth must be, where any that gives strips is not wide enough
	n         int
}

// onLengths lays strips, widest first, on lengths of cloth, the shortest with room first, and takes what they give off
// the counts.
func onLengths(cuts []stripKind, haves []cloth.Have, t *making.Table) (uses []Use) {
	slices.SortStableFunc(haves, func(a, b cloth.Have) int { return cmp.Compare(a.L, b.L) })
	for _, have := range haves {
		for range have.Count {
			uses = append(uses, Use{Have: have, Left: have.L})
		}
	}
	first := 0 // length with room for a strip of this width, perhaps
	for j := range cuts {
		c := &cuts[j]
		if j > 0 && (c.cut != cuts[j-1].cut || c.wide != cuts[j-1].wide) || c.lost > 0 {
			first = 0
		}
		for ; c.n > 0; c.n-- {
			takes := func(u Use) measure.Length {
				sum, n := c.cut, len(u.Cuts)
				again := u.Strips == 0 || t.Every > 0 && u.Strips%t.Every == 0
				if again && (u.Strips > 0 || !u.Have.Square) {
					sum += t.Squaring
				}
				if again || u.Cuts[n-1].Cut != c.cut {
					sum += c.lost
				}
				return sum
			}
			for first < len(uses) && (takes(uses[first]) > uses[first].Left || uses[first].Have.W < c.wide) {
				first++
			}
			if first == len(uses) {
				break
			}
			u := &uses[first]
			u.Used += takes(*u)
			u.Left = u.Have.L - u.Used
			u.Strips++
			if n := len(u.Cuts); n > 0 && u.Cuts[n-1].Cut == c.cut {
				u.Cuts[n-1].Count++
			} else {
				u.Cuts = append(u.Cuts, UseCut{c.cut, 1})
			}
		}
	}
	return slices.DeleteFunc(uses, func(u Use) bool { return u.Strips == 0 })
}

// long is how much cloth strips take, its edge cleaned, and cleaned again after every so many.
func long(cuts []stripKind, t *making.Table) (sum measure.Length) {
	n := 0
	for _, c := range cuts {
		if n += c.n; c.n > 0 {
			sum += c.lost*measure.Length(max(1, Cleanings(n, t)-Cleanings(n-c.n, t))) + c.cut*measure.Length(c.n)
		}
		if t.Every > 0 && c.lost > 0 && (n-c.n)%t.Every != 0 && Cleanings(n, t) > Cleanings(n-c.n, t) {
			sum += c.lost // before the first of them, and wherever the edge is cleaned again between two
		}
	}
	return sum + measure.Length(Cleanings(n, t))*t.Squaring
}

// lengths lists the lengths of cloth that give strips of any width. Where prints are dealt they are those of one print,
// or of any where none is told; of which print a length is that is not said to be of one, nobody knows.
func (p *pools) lengths(f cloth.Fabric, usable measure.Length, print int) (list []cloth.Have) {
	_, dealt := p.dealt.First[f.ID]
	for _, have := range p.shelf.Have(f.ID) {
		of := slices.IndexFunc(f.Swatches(), func(s cloth.Swatch) bool { return s.ID == have.Print })
		if have.GivesStrips(usable) && (!dealt || of >= 0 && (of == print || print < 0)) {
			list = append(list, have)
		}
	}
	return list
}

// lies tells what lies on the shelf of a fabric, as it is cut up.
func (p *pools) lies(f cloth.Fabric) *cloth.ShelfCount {
	if p.shelves[f.ID] == nil {
		_, dealt := p.dealt.First[f.ID]
		p.shelves[f.ID] = p.shelf.Lies(f, dealt)
	}
	return p.shelves[f.ID]
}

// took takes away what pieces were cut of what lies there.
func took(l *cloth.ShelfCount, print int, lays []Lay) {
	for _, lay := range lays {
		l.Take(slices.IndexFunc(l.Haves, lay.Have.Same), print, lay.Times)
	}
}

// ready takes strips that are cut already: as wide as the plan wants them, and as long as what is made of them asks.
// Where prints are dealt, only those of prints that are wanted.
func (p *pools) ready(strips []StripPlan) {
	for i := range strips {
		s := &strips[i]
		f, _ := p.shelf.Fabric(s.Role)
		l := p.lies(f)
		for k, have := range l.Haves {
			if !have.Kind.Sort().OwnStrip || have.Rest || s.Lengths || have.W != s.Cut || have.L < s.Long {
				continue
			}
			taken := 0
			take := func(print, most int) {
				n := max(0, min(l.Of(k, print), most))
				l.Take(k, print, n)
				taken += n
				s.Ready += n
				if print >= 0 {
					s.wants[print] -= n
				}
			}
			if s.wants == nil {
				take(-1, s.Count-s.Ready)
			}
			for print, n := range s.wants {
				take(print, n)
			}
			if taken > 0 {
				s.From = append(s.From, Taken{have.ID, taken})
				s.Least = min(cmp.Or(s.Least, have.L), have.L)
			}
		}
	}
}
