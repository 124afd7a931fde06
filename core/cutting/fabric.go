package cutting

import (
	"maps"
	"slices"

	"vicis/core/cloth"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/sharing"
)

// What is cut of every fabric, and of every print of an assortment. Where prints are dealt it is told of each how much
// is cut; else all give an even share, or, where some of them lies there, as few as are missing.

func byFabric(strips []StripPlan, p Plan, pools *pools, buying cloth.Purchase) []FabricPlan {
	index := map[string]int{}
	var list []FabricPlan
	at := func(role string) int {
		f, _ := pools.shelf.Fabric(role)
		i, ok := index[f.ID]
		if !ok {
			i = len(list)
			index[f.ID] = i
			usable, _ := pools.t.Usable(role)
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
		if !slices.ContainsFunc(f.Strips, func(s StripPlan) bool { return s.Wide == 0 }) {
			for _, s := range f.Strips {
				f.Usable = s.Wide // of a backing alone
			}
		}
		slices.SortStableFunc(f.Strips, func(a, b StripPlan) int { return int(b.Cut - a.Cut) })
		f.share(pools, buying)
		f.More = pools.more(f)
		f.along(pools.t)
	}
	return list
}

// along lays the strips of the print of which most is cut along its cloth, widest first.
func (f *FabricPlan) along(t *making.Table) {
	most := 0
	if len(f.Bought) > 0 {
		most = f.Bought[0].Prints[0]
	}
	k := 0
	for j := range f.Strips {
		s := &f.Strips[j]
		n := s.Of[most]
		if f.Prints == 1 {
			n = s.Count - s.Ready // with what a length on the shelf gives
		}
		for range n {
			again := k == 0 || t.Every > 0 && k%t.Every == 0
			if again && (k > 0 || len(f.Uses) == 0 || !f.Uses[0].Have.Square) {
				f.Length += t.Squaring
			}
			if again || len(s.Ends) == 0 {
				f.Length += s.Lost
			}
			k++
			f.Length += s.Cut
			s.Ends = append(s.Ends, f.Length)
		}
	}
}

// share says how many strips are cut from each print, and what is bought of it. The strips that a length of cloth on
// the shelf gives are cut from that.
func (f *FabricPlan) share(p *pools, buying cloth.Purchase) {
	counts, told := make([]int, len(f.Strips)), make([][]int, len(f.Strips))
	for j, s := range f.Strips {
		counts[j], told[j] = s.Count-s.Ready, s.wants
	}
	f.fromLengths(p, counts, told)
	_, f.Dealt = p.dealt.First[f.Fabric.ID]
	prints, few := p.few(f.Fabric)
	if !few {
		prints = f.Prints
	}
	f.Few = few && !f.Dealt
	asks := sharing.ToShare{Prints: f.Prints, Told: told, Long: func(counts []int) measure.Length {
		return long(f.kinds(counts), p.t)
	}, Buy: func(long measure.Length) measure.Length {
		if long == 0 {
			return 0
		}
		return buying.Of(long)
	}}
	for j, s := range f.Strips {
		asks.Each = append(asks.Each, s.each(f.Prints, prints, counts[j]))
	}
	groups := map[measure.Length][]int{}
	of := sharing.Of(asks)
	for k := range f.Prints {
		if rest := asks.Of(of, k); rest > 0 {
			groups[rest] = append(groups[rest], k)
		}
	}
	for j := range f.Strips {
		f.Strips[j].Of = of[j]
	}
	for _, rest := range slices.Backward(slices.Sorted(maps.Keys(groups))) {
		f.Bought = append(f.Bought, Bought{groups[rest], rest, buying.Of(rest)})
		f.Rest = max(f.Rest, rest)
	}
}

// each is how many of so many strips come from each print, the most first, where it is not told which: as what is cut
// across them is shared out, else evenly, from no more prints than some.
func (s StripPlan) each(all, prints, n int) []int {
	list := make([]int, all)
	if s.Patches != nil && len(s.Patches.Layups.Each) == all {
		copy(list, s.Patches.Layups.Each)
		sharing.InAll(list, n)
	} else {
		for k := range prints {
			list[k] = n*(k+1)/prints - n*k/prints
		}
	}
	slices.SortFunc(list, func(a, b int) int { return b - a })
	return list
}

// kinds are the strips of a fabric, so many of each.
func (f *FabricPlan) kinds(counts []int) []stripKind {
	list := make([]stripKind, len(f.Strips))
	for j, s := range f.Strips {
		list[j] = stripKind{s.Cut, s.Lost, s.Wide, counts[j]}
	}
	return list
}

// more is how many more of the pieces or strips that lie there of an assortment, of those there are most of, would do.
func (p *pools) more(f *FabricPlan) (more Lay) {
	var have cloth.Have
	for _, one := range p.shelf.Have(f.Fabric.ID) {
		if !one.Kind.Sort().ByLength && one.Count > have.Count {
			have = one
		}
	}
	if f.Prints < 2 || len(f.Bought) == 0 || have.Count == 0 {
		return Lay{}
	}
	var members []int
	for _, s := range f.Strips {
		rest := 0
		for _, n := range s.Of {
			rest += n
		}
		switch {
		case rest == 0:
		case have.Kind.Sort().OwnStrip && have.W == s.Cut && have.L >= s.Long:
			more.Times += rest
		case s.Patches == nil || s.Ready > 0:
			return Lay{} // or it would have to be planned anew
		default:
			for i, one := range p.patches {
				if slices.ContainsFunc(s.Patches.Cuts, func(c WidthCut) bool { return c.ID == one.act }) {
					members = append(members, i)
				}
			}
		}
	}
	if len(members) > 0 {
		left := make([]int, len(members))
		for i, m := range members {
			left[i] = p.patches[m].line.Make()
		}
		lying := have.Lying()
		lying.Count = MostStrips
		out := p.sourceOf(members, nil, -1).fillAll([]cloth.Have{lying}, left, order{})
		if slices.ContainsFunc(out.left, func(n int) bool { return n > 0 }) {
			return Lay{}
		}
		for _, lay := range out.lays {
			more.Times += lay.Times
		}
	}
	more.Have = have
	return more
}

// fromLengths cuts strips from the lengths of cloth there are. told are those of each print, where that is told.
func (f *FabricPlan) fromLengths(p *pools, counts []int, told [][]int) {
	if _, dealt := p.dealt.First[f.Fabric.ID]; !dealt {
		cuts := f.kinds(counts)
		f.Uses = onLengths(cuts, p.lengths(f.Fabric, f.Usable, -1), p.t)
		for j, c := range cuts {
			counts[j] = c.n
		}
		return
	}
	for print := range f.Prints {
		lengths := p.lengths(f.Fabric, f.Usable, print)
		if len(lengths) == 0 {
			continue
		}
		n := make([]int, len(counts))
		for j, of := range told {
			if of != nil {
				n[j] = of[print]
			}
		}
		cuts := f.kinds(n)
		f.Uses = append(f.Uses, onLengths(cuts, lengths, p.t)...)
		for j, of := range told {
			if of != nil {
				counts[j] -= of[print] - cuts[j].n
				of[print] = cuts[j].n
			}
		}
	}
}
