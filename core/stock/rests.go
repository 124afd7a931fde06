package stock

import (
	"cmp"
	"slices"

	"vicis/core/fewest"
	"vicis/core/measure"
	"vicis/core/work"
)

// RestLength is what is left of so many strips, sets or tubes of which something was cut: so long, with a square end.
type RestLength struct {
	Long measure.Length
	N    int
}

// Rests is what is left of a thing that something was cut across. Which one a cut came from is no fact: those that were
// begun follow from how many were cut of each width, the fewest. Of one that nobody counted nobody knows a rest; nor
// where the way they are laid out was changed since and does not come to as many as were used up.
func (l *Account) Rests(t work.Identity) []RestLength {
	from, known := l.things[t]
	if !known || l.now.piles[from].presumed > 0 {
		return nil
	}
	var list []RestLength
	begun := 0
	add := func(long measure.Length, n int) {
		if begun += n; long > 0 && n > 0 {
			list = append(list, RestLength{long, n})
		}
	}
	var laid *cutter
	for _, c := range l.across[from] {
		switch n := l.now.off[c.offKey]; {
		case n <= 0:
		case c.laid != nil && laid != nil && c.layout != laid.layout:
			return nil
		case c.laid != nil:
			laid = &c
		default:
			if most := c.stuff.Most(c.wide); most > 0 {
				add(c.stuff.rest(most, measure.Length(most)*c.wide), n/most)
				if some := n % most; some > 0 {
					add(c.stuff.rest(some, measure.Length(some)*c.wide), 1)
				}
			}
		}
	}
	if laid != nil {
		laid.laid.opened(func(t work.Identity) int { return l.now.cut[[2]int{from, l.things[t]}] },
			func(cuts int, wide measure.Length, n int) { add(laid.stuff.rest(cuts, wide), n) })
	}
	if begun != l.now.piles[from].used {
		return nil
	}
	slices.SortFunc(list, func(a, b RestLength) int { return cmp.Compare(b.Long, a.Long) })
	return list
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
	return max(0, measure.Length(p.used)*(stuff.Long-stuff.Squares)-wide), known && p.presumed == 0
}

// opened tells of every strip that is begun how many cuts were made across it, and how much of its length they took:
// line by line, the first strips first.
func (l *CutLayout) opened(made func(work.Identity) int, tell func(cuts int, wide measure.Length, n int)) {
	for _, line := range l.Lines {
		for strip := range line.Times {
			cuts, wide := 0, measure.Length(0)
			for _, g := range line.Gives {
				n := max(0, min(g.N, made(g.Makes)-g.Before-strip*g.N))
				cuts += n
				wide += measure.Length(n) * g.Wide
			}
			if cuts > 0 {
				tell(cuts, wide, 1)
			}
		}
	}
}

// Most is how many so wide come of one.
func (s Stuff) Most(wide measure.Length) int { return s.stock().Most(int64(wide)) }

// Come is how many so wide come of what is left of several, at least: where they are squared up again on the way, that
// is taken to be due at once.
func (s Stuff) Come(left []RestLength, wide measure.Length) (n int) {
	for _, rest := range left {
		one := fewest.Stock{Length: int64(rest.Long), Every: s.Every, Loss: int64(s.Squares)}
		if s.Every > 0 {
			one.Length -= one.Loss
		}
		n += rest.N * one.Most(int64(wide))
	}
	return n
}

// stock is one of them, once its end is square.
func (s Stuff) stock() fewest.Stock {
	return fewest.Stock{Length: int64(s.Long - s.Squares), Every: s.Every, Loss: int64(s.Squares)}
}

// rest is what is left of one after so many cuts that took so much of its length.
func (s Stuff) rest(cuts int, wide measure.Length) measure.Length {
	again := 0
	if s.Every > 0 {
		again = (cuts - 1) / s.Every
	}
	return s.Long - wide - s.Squares*measure.Length(1+again)
}
