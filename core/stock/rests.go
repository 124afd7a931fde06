package stock

import (
	"cmp"
	"slices"

	"vicis/core/fewest"
	"vicis/core/measure"
	"vicis/core/work"
)

// Rests is what is left of a thing that something was cut across, each so long with a square end. Which one a cut came
// from is no fact: those that were begun follow from how many were cut of each width, the fewest. Of one that nobody
// counted nobody knows a rest; nor where the way they are laid out was changed since and does not come to as many as
// were used up.
func (l *Account) Rests(t work.Identity) []fewest.Offcut {
	l.fold()
	from, known := l.things[t]
	if !known || l.now.piles[from].presumed > 0 {
		return nil
	}
	var list []fewest.Offcut
	add := func(long measure.Length, n int) {
		if long > 0 && n != 0 {
			list = append(list, fewest.Offcut{Length: int64(long), Count: n})
		}
	}
	laid, several := l.latest(from)
	if several {
		return nil
	}
	begun := 0
	for _, c := range l.across[from] {
		n := l.now.off[c.offKey]
		if n <= 0 || c.laid != nil || laid != nil && laid.laid.After > 0 { // what was left by then is known
			continue
		}
		if most := c.stuff.Most(c.wide); most > 0 {
			begun += ceil(n, most)
			add(c.stuff.rest(most, measure.Length(most)*c.wide, 0), n/most)
			if some := n % most; some > 0 {
				add(c.stuff.rest(some, measure.Length(some)*c.wide, 0), 1)
			}
		}
	}
	if laid != nil {
		begun += laid.laid.Used
		had := slices.Clone(laid.laid.Had)
		laid.laid.each(func(t work.Identity) int { return l.now.cut[[2]int{from, l.things[t]}] },
			func(line CutLine, counts []int) {
				cuts, wide := line.of(counts)
				add(laid.stuff.rest(cuts, wide, line.Rest), 1)
				if line.Rest == 0 {
					begun++
				} else if i := slices.IndexFunc(had, func(r fewest.Offcut) bool { return r.Length == int64(line.Rest) }); i >= 0 {
					had[i].Count--
				}
			})
		for _, r := range had {
			add(measure.Length(r.Length), r.Count)
		}
	}
	if begun != l.now.piles[from].used {
		return nil
	}
	if !l.cutFromEnds(from, laid, add) {
		return nil
	}
	if list = together(list); slices.ContainsFunc(list, func(r fewest.Offcut) bool { return r.Count < 0 }) {
		return nil
	}
	return slices.DeleteFunc(list, func(r fewest.Offcut) bool { return r.Count == 0 })
}

// cutFromEnds takes off what was cut from what was left of some by a layout or since; whether that is known.
func (l *Account) cutFromEnds(from int, laid *cutter, add func(measure.Length, int)) bool {
	after := 0
	if laid != nil {
		after = laid.laid.After
	}
	for _, end := range l.ends[from] {
		cut, several := l.latest(end)
		if several || cut == nil && l.now.piles[end].used > 0 {
			return false
		}
		if cut != nil && cut.laid.After >= after {
			add(cut.laid.End.Long, cut.laid.Used-l.now.piles[end].used)
		}
	}
	return true
}

// latest is the layout by which something was cut last; whether there are several of which nobody knows.
func (l *Account) latest(from int) (laid *cutter, several bool) {
	for i, c := range l.across[from] {
		switch {
		case c.laid == nil || c.laid.After == 0 && l.now.off[c.offKey] <= 0:
		case laid != nil && c.laid.After == laid.laid.After && c.layout != laid.layout:
			several = true
		case laid == nil || c.laid.After > laid.laid.After:
			laid, several = &l.across[from][i], false
		}
	}
	return laid, several
}

// together puts rests of one length together, the longest first.
func together(list []fewest.Offcut) (out []fewest.Offcut) {
	slices.SortFunc(list, func(a, b fewest.Offcut) int { return cmp.Compare(b.Length, a.Length) })
	for _, r := range list {
		if n := len(out); n > 0 && out[n-1].Length == r.Length {
			out[n-1].Count += r.Count
		} else {
			out = append(out, r)
		}
	}
	return out
}

// Uncut is how much of the length of those of a thing that were begun is left, however they were laid out; not known
// where some were presumed, were longer or shorter, or are squared up again on the way.
func (l *Account) Uncut(t work.Identity, stuff Stuff) (left measure.Length, known bool) {
	from, counted := l.things[t]
	if !counted {
		return 0, stuff.Every == 0
	}
	p := &l.now.piles[from]
	wide, known := l.cutOff(from, stuff)
	for _, end := range l.ends[from] {
		if cut, _ := l.latest(end); cut != nil {
			wide += measure.Length(l.now.piles[end].used) * cut.laid.End.Long
		}
	}
	return max(0, measure.Length(p.used)*(stuff.Long-stuff.Squares)-wide), known && p.presumed == 0
}

// each tells of every strip that is begun, or what was left of one, line by line, the first strips first: how many of
// what its line gives were cut of it.
func (l *CutLayout) each(made func(work.Identity) int, tell func(line CutLine, counts []int)) {
	for _, line := range l.Lines {
		for strip := range line.Times {
			counts, some := make([]int, len(line.Gives)), false
			for i, g := range line.Gives {
				counts[i] = max(0, min(g.N, made(g.Makes)-g.Before-strip*g.N))
				some = some || counts[i] > 0
			}
			if some {
				tell(line, counts)
			}
		}
	}
}

// of is how many cuts that is, and how much of the length of a strip they take.
func (l CutLine) of(counts []int) (cuts int, wide measure.Length) {
	for i, n := range counts {
		cuts += n
		wide += measure.Length(n) * l.Gives[i].Wide
	}
	return cuts, wide
}

// Most is how many so wide come of one.
func (s Stuff) Most(wide measure.Length) int { return s.stock().Most(int64(wide)) }

// Come is how many so wide come of what is left of several, at least: where they are squared up again on the way, that
// is taken to be due at once.
func (s Stuff) Come(left []fewest.Offcut, wide measure.Length) (n int) {
	for _, rest := range left {
		one := fewest.Stock{Length: rest.Length, Every: s.Every, Loss: int64(s.Squares)}
		if s.Every > 0 {
			one.Length -= one.Loss
		}
		n += rest.Count * one.Most(int64(wide))
	}
	return n
}

// stock is one of them, once its end is square.
func (s Stuff) stock() fewest.Stock {
	return fewest.Stock{Length: int64(s.Long - s.Squares), Every: s.Every, Loss: int64(s.Squares)}
}

// rest is what is left of one, or of a rest so long, after so many cuts that took so much of its length.
func (s Stuff) rest(cuts int, wide, rest measure.Length) measure.Length {
	again, long := 1, s.Long
	if rest > 0 {
		if again, long = 0, rest; s.Every > 0 {
			again = 1
		}
	}
	if s.Every > 0 {
		again += (cuts - 1) / s.Every
	}
	return long - wide - s.Squares*measure.Length(again)
}
