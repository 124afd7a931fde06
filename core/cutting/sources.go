package cutting

import (
	"cmp"
	"encoding/binary"
	"fmt"
	"maps"
	"slices"
	"strings"

	"vicis/core/cloth"
	"vicis/core/fewest"
	"vicis/core/measure"
)

// The way a patch lies, the width of the strip it is cut from, and where its cloth comes from are chosen together: so
// that least is bought, then so that fewest strips are cut. Every way of laying few patches is tried; of many, one is
// changed after the other from several beginnings.

// mostWays is how many choices are all tried; counting them all out exactly is worth it for the best few alone.
const (
	mostWays    = 256
	bestFew     = 6
	mostTurns   = 4
	mostTried   = 6000      // choices of ways and orders together; of more only the plain orders at first
	mostLooked  = 4_000_000 // patches, over all choices of ways that are tried one after the other
	plainOrders = 4
)

// choice is how the patches of one fabric are cut.
type choice struct {
	ways    []int // by member
	order   order
	lays    []Lay
	left    []int   // of each member, what is still to cut from strips
	ofPrint [][]int // the same of each print, where prints are dealt
	bought  measure.Length
	strips  int            // to cut
	width   measure.Length // of all of them together
}

// compare is below zero where a choice is better than another.
func (c choice) compare(than choice) int {
	return cmp.Or(cmp.Compare(c.bought, than.bought), cmp.Compare(c.strips, than.strips),
		cmp.Compare(c.width, than.width))
}

// order is in which order pieces on the shelf are filled: with what first, and whether the largest pieces come first.
type order struct {
	tiers   string // a letter for each member; all alike where it is empty
	largest bool
	mixed   bool // strips as wide as some that are cut are filled like pieces too, not taken whole
}

// What of a member comes first.
const (
	none    = 'n' // nothing: it fills what room there is
	strip   = '1' // as many as save one strip; the digits after it, two strips and more
	allOf   = 'a'
	mostAll = 3 // members of which every order is tried
)

// How finely the best few ways are looked at once more: for each member so many strips that could be saved.
const (
	bestWays = 4
	saved    = 6
)

// finer lists orders in which so many of each member come first as save one strip of it, two, three and so on.
func (s source) finer(c choice) (list []order) {
	n := len(s.members)
	if n > mostAll || len(s.pieces) == 0 && len(s.ready) == 0 {
		return nil
	}
	tiers := []string{""}
	for range n {
		var longer []string
		for _, t := range tiers {
			for k := range saved {
				longer = append(longer, t+string(rune('1'+k)))
			}
			longer = append(longer, t+string(none), t+string(allOf))
		}
		tiers = longer
	}
	for _, t := range tiers {
		list = append(list, order{t, c.order.largest, c.order.mixed})
	}
	return list
}

// orders lists the orders that are tried; one where there is nothing to fill.
func (s source) orders() []order {
	if len(s.pieces) == 0 && len(s.ready) == 0 {
		return []order{{}}
	}
	n := len(s.members)
	var tiers []string
	if n <= mostAll {
		tiers = []string{""}
		for range n {
			var longer []string
			for _, t := range tiers {
				longer = append(longer, t+string(none), t+string(strip), t+string(allOf))
			}
			tiers = longer
		}
	} else {
		tiers = append(tiers, "")
		for i := range n {
			for _, tier := range []string{string(strip), string(allOf)} {
				tiers = append(tiers, strings.Repeat(string(none), i)+tier+strings.Repeat(string(none), n-i-1))
			}
		}
	}
	var list []order
	for _, t := range tiers {
		for _, largest := range []bool{false, true} {
			for _, mixed := range []bool{false, true} {
				if (!largest || len(s.pieces)+len(s.ready) > 1) && (!mixed || len(s.ready) > 0) {
					list = append(list, order{t, largest, mixed})
				}
			}
		}
	}
	return list
}

// source is what there is of one fabric for its patches.
type source struct {
	p       *pools
	fabric  cloth.Fabric
	usable  measure.Length
	members []int
	placeOf map[int]int            // the place of each among them
	ready   map[measure.Length]int // strips as long as the cloth is wide, by their width, that nothing else takes
	fixed   []stripKind            // strips that are cut for other things
	there   []cloth.Have           // all that lies on the shelf
	pieces  []cloth.Have           // of it that gives patches alone
	lengths []cloth.Have           // and strips of any width
	laid    map[string]laidOut     // what pieces give, by what is left for strips to give
	counted map[string]int         // strips of a pool by first fit, by how its members lie and how many are left
}

type laidOut struct {
	lays []Lay
	left []int
}

// sourceOf gathers what there is for the patches of a fabric, or of one of its prints. others are the strips that are
// cut for other things, which have taken of the shelf what is as wide as they are.
func (p *pools) sourceOf(members []int, others []StripPlan, print int) source {
	first := p.patches[members[0]]
	s := source{
		p: p, members: members, placeOf: map[int]int{}, ready: map[measure.Length]int{},
		laid: map[string]laidOut{}, counted: map[string]int{},
	}
	for i, m := range members {
		s.placeOf[m] = i
	}
	s.fabric, _ = p.shelf.Fabric(first.role)
	s.usable, _ = p.t.Usable(first.role)
	s.lengths = p.lengths(s.fabric, s.usable, print)
	s.there = p.lies(s.fabric).There(print)
	for _, have := range s.there {
		switch {
		case have.IsStrip(s.usable):
			s.ready[have.W] += have.Count
		case !have.GivesStrips(s.usable):
			s.pieces = append(s.pieces, have.Lying())
		}
	}
	for _, o := range others {
		if f, _ := p.shelf.Fabric(o.Role); f.ID == s.fabric.ID {
			s.fixed = append(s.fixed, stripKind{o.Cut, o.Lost, o.Wide, o.Count - o.Ready})
		}
	}
	slices.SortStableFunc(s.pieces, func(a, b cloth.Have) int { return cmp.Compare(a.W*a.L, b.W*b.L) })
	return s
}

// choose finds how the patches are cut.
func (s source) choose() choice {
	var few best
	orders := s.orders()
	coarse := orders
	if s.howMany()*len(orders) > mostTried {
		coarse = orders[:min(plainOrders, len(orders))]
	}
	s.eachWay(func(ways []int) choice {
		c := s.cut(slices.Clone(ways), coarse[0], false)
		for _, o := range coarse[1:] {
			if c.bought == 0 || s.p.effort.Spent() {
				break // it cannot be less; which of several ways to buy nothing matters little
			}
			if other := s.cut(slices.Clone(ways), o, false); other.compare(c) < 0 {
				c = other
			}
		}
		few.add(c)
		return c
	})
	for _, c := range slices.Clone(few[:min(bestWays, len(few))]) {
		for _, o := range slices.Concat(orders[len(coarse):], s.finer(c)) {
			if few[0].bought == 0 || s.p.effort.Spent() {
				break
			}
			few.add(s.cut(slices.Clone(c.ways), o, false))
		}
	}
	var out choice
	for i, c := range few { // counted exactly, not by first fit
		if len(few) == 1 && len(s.pieces)+len(s.ready) == 0 {
			return c // nothing else to choose, and the strips are laid out exactly afterwards
		}
		if c = s.cut(c.ways, c.order, true); i == 0 || c.compare(out) < 0 {
			out = c
		}
	}
	return out
}

// best is the best few choices, the best first.
type best []choice

func (b *best) add(c choice) {
	at, _ := slices.BinarySearchFunc(*b, c, func(x, y choice) int { return cmp.Or(x.compare(y), -1) })
	*b = slices.Insert(*b, at, c)
	*b = (*b)[:min(bestFew, len(*b))]
}

// free are the members that can lie two ways.
func (s source) free() (list []int) {
	for i, m := range s.members {
		if len(s.p.patches[m].ways) > 1 {
			list = append(list, i)
		}
	}
	return list
}

// howMany is of how many ways a choice is looked at.
func (s source) howMany() int {
	free := len(s.free())
	if free < 20 && 1<<free <= mostWays {
		return 1 << free
	}
	return 3 * mostTurns * free
}

// eachWay goes through every choice of ways, or where there are too many from three beginnings, one changed after the
// other as long as that is better.
func (s source) eachWay(try func(ways []int) choice) {
	free := s.free()
	if n := len(free); n < 20 && 1<<n <= mostWays {
		for bits := range 1 << n {
			ways := make([]int, len(s.members))
			for k, i := range free {
				ways[i] = bits >> k & 1
			}
			try(ways)
		}
		return
	}
	looked := 0
	for _, start := range []func(k int) int{
		func(int) int { return 0 }, func(int) int { return 1 }, func(k int) int { return k % 2 },
	} {
		ways := make([]int, len(s.members))
		for k, i := range free {
			ways[i] = start(k)
		}
		now := try(ways)
		for range mostTurns {
			changed := false
			for _, i := range free {
				if looked += len(s.members); looked > mostLooked || s.p.effort.Spent() {
					break
				}
				s.p.effort.Take(16 * len(s.members))
				ways[i] = 1 - ways[i]
				if c := try(ways); c.compare(now) < 0 {
					now, changed = c, true
				} else {
					ways[i] = 1 - ways[i]
				}
			}
			if !changed {
				break
			}
		}
	}
}

// cut works out one choice of ways: by first fit, or exactly.
func (s source) cut(ways []int, o order, exactly bool) choice {
	c := choice{ways: ways, order: o}
	for i, m := range s.members {
		s.p.patches[m].way = ways[i]
	}
	pools := s.p.grouped(s.members)
	widths := map[measure.Length]bool{}
	for _, pool := range pools {
		widths[s.p.width(pool)] = true
	}
	out := s.fromPieces(widths, o)
	c.lays, c.left = out.lays, out.left
	free := s.ready
	if len(free) > 0 {
		free = maps.Clone(free)
		for _, lay := range c.lays {
			if lay.Have.Along && lay.Have.W >= s.usable {
				free[lay.Have.L] -= lay.Times
			}
		}
		if over := s.over(pools, c.left, free, exactly); len(over) > 0 { // what is not taken whole gives what it can
			more := s.fillAll(over, c.left, o)
			c.lays, c.left = slices.Concat(c.lays, more.lays), more.left
		}
	}
	cuts := slices.Clone(s.fixed)
	for _, pool := range pools {
		n := s.count(pool, c.left, exactly)
		w := s.p.width(pool)
		n = max(0, n-free[w])
		c.strips += n
		c.width += w * measure.Length(n)
		cuts = append(cuts, stripKind{w, s.p.lost(pool)[1], 0, n})
	}
	c.bought = s.buys(cuts)
	return c
}

// count is how many strips a pool takes for what is left of its members.
func (s source) count(pool, left []int, exactly bool) int {
	var key []byte
	for _, m := range pool {
		key = binary.AppendUvarint(key, uint64(m))
		key = binary.AppendUvarint(key, uint64(s.p.patches[m].way))
		key = binary.AppendUvarint(key, uint64(left[s.placeOf[m]]))
	}
	if n, known := s.counted[string(key)]; known && !exactly {
		return n
	}
	a, _ := s.p.across(pool)
	for k, m := range pool {
		a.Cuts[k].Need, a.Cuts[k].Spare = left[s.placeOf[m]], 0
	}
	if exactly {
		return max(0, a.Count(s.p.t, s.p.effort)-a.Has.Whole)
	}
	n := 0
	if len(a.Has.Rests) > 0 { // what they give is not told by first fit
		n = max(0, a.Count(s.p.t, s.p.effort)-a.Has.Whole)
		s.counted[string(key)] = n
		return n
	}
	for _, one := range a.Shares() {
		n += fewest.FirstFit(a.stock(s.p.t), one.Wants) * len(one.Prints)
	}
	n = max(0, n-a.Has.Whole)
	s.counted[string(key)] = n
	return n
}

// buys is how much cloth must be bought for strips of these widths, once what there is by the length is cut up.
func (s source) buys(cuts []stripKind) measure.Length {
	s.p.effort.Take(4 * (len(cuts) + len(s.lengths)))
	slices.SortFunc(cuts, func(a, b stripKind) int { return cmp.Compare(b.cut, a.cut) }) // widest first, as they are cut
	onLengths(cuts, slices.Clone(s.lengths), s.p.t)
	return long(cuts, s.p.t)
}

// fromPieces gives what pieces give, strips among them that are too short or of no width that is cut: those that are as
// long as the cloth and as wide as some strip take its place.
func (s source) fromPieces(widths map[measure.Length]bool, o order) laidOut {
	left := make([]int, len(s.members))
	for i, m := range s.members {
		left[i] = max(0, s.p.patches[m].line.Make())
	}
	pieces := slices.Clone(s.pieces)
	key := fmt.Sprint(o, " ")
	if strings.ContainsAny(o.tiers, "123456789") { // what saves a strip depends on how it lies
		for _, m := range s.members {
			key += fmt.Sprint(s.p.patches[m].way)
		}
	}
	for _, have := range s.there {
		if have.IsStrip(s.usable) && (o.mixed || !widths[have.W]) && s.ready[have.W] > 0 {
			one := have.Lying()
			one.Count = min(one.Count, s.ready[have.W])
			pieces = append(pieces, one)
			key += have.ID + " "
		}
	}
	if len(pieces) == 0 {
		return laidOut{left: left}
	}
	if done, known := s.laid[key]; known {
		return laidOut{done.lays, slices.Clone(done.left)}
	}
	if o.largest {
		slices.Reverse(pieces)
	}
	out := s.fillAll(pieces, left, o)
	s.laid[key] = laidOut{out.lays, slices.Clone(out.left)}
	return out
}

// over lists the strips on the shelf that no pool takes, though some are as wide as it wants them.
func (s source) over(pools [][]int, left []int, ready map[measure.Length]int, exactly bool) (list []cloth.Have) {
	free := maps.Clone(ready)
	wanted := map[measure.Length]bool{}
	for _, pool := range pools {
		w := s.p.width(pool)
		wanted[w] = true
		free[w] = max(0, free[w]-s.count(pool, left, exactly))
	}
	for _, have := range slices.Backward(s.there) { // the first are taken whole first
		if !have.IsStrip(s.usable) || !wanted[have.W] || free[have.W] == 0 {
			continue
		}
		one := have.Lying()
		one.Count = min(have.Count, free[have.W])
		free[have.W] -= one.Count
		list = append(list, one)
	}
	return list
}

// fillAll fills pieces one after the other with what is left to cut.
func (s source) fillAll(pieces []cloth.Have, left []int, o order) laidOut {
	out := laidOut{left: slices.Clone(left)}
	var items []fewest.Item
	var wanted, of []int
	for i, m := range s.members {
		one := s.p.patches[m]
		it := one.item(s.p, s.fabric)
		first := s.first(i, left[i], o)
		for _, part := range []struct{ n, worth int }{{first, fewest.FirstCounts}, {left[i] - first, 1}} {
			if part.n > 0 {
				it.Worth = int64(part.worth)
				items, wanted, of = append(items, it), append(wanted, part.n), append(of, i)
			}
		}
	}
	for _, have := range pieces {
		for n := have.Count; n > 0 && !s.p.effort.Spent(); {
			s.p.effort.Take(4 * len(items))
			wide := have.W
			if have.Along && !have.Square { // its end is squared up like any other's
				wide -= s.p.t.Squaring
			}
			lost := s.p.lost(s.members)
			counts, rows, along := fewest.Fill(wide-lost[0], have.L-lost[1], items, wanted, s.p.effort)
			times := n
			for k, c := range counts {
				if c > 0 {
					times = min(times, wanted[k]/c)
				}
			}
			if !slices.ContainsFunc(counts, func(k int) bool { return k > 0 }) {
				break
			}
			lay := Lay{Have: have, Role: s.p.patches[s.members[0]].role, Times: times, Along: along}
			gives := make([]int, len(counts)) // the place of each item among what is given
			for k, c := range counts {
				if c == 0 {
					continue
				}
				wanted[k] -= c * times
				out.left[of[k]] -= c * times
				one := s.p.patches[s.members[of[k]]]
				if at := slices.IndexFunc(lay.Gives, func(g LayGive) bool { return g.Act == one.act }); at >= 0 {
					lay.Gives[at].N += c
					gives[k] = at
				} else {
					gives[k] = len(lay.Gives)
					lay.Gives = append(lay.Gives, LayGive{one.act, items[k].W, items[k].H, c, one.motif})
				}
			}
			for _, r := range rows {
				lay.Rows = append(lay.Rows, rowOf(r, items, gives, along))
			}
			slices.SortStableFunc(lay.Rows, func(a, b LayRow) int { return cmp.Compare(b.High, a.High) }) // widest first
			n -= times
			out.lays = append(out.lays, lay)
		}
	}
	return out
}

// first is how many of a member come first in an order.
func (s source) first(i, left int, o order) int {
	if i >= len(o.tiers) {
		return 0
	}
	switch o.tiers[i] {
	case allOf:
		return left
	case none:
		return 0
	default:
		one := s.p.patches[s.members[i]]
		each := stock(s.usable-one.lost[0], s.p.t).Most(int64(one.ways[one.way][1].CeilTo(s.p.t.Ruler.Mark)))
		if each == 0 {
			return left
		}
		return min(left, (left-1)%each+1+each*int(o.tiers[i]-strip))
	}
}

// item is a patch as it may lie in a piece.
func (one pooled) item(p *pools, f cloth.Fabric) fewest.Item {
	way := one.ways[0]
	it := fewest.Item{W: way[1].CeilTo(p.t.Ruler.Mark), H: way[0].CeilTo(p.t.Ruler.Mark)}
	if one.against { // its strip runs along the cloth; from a piece it comes as it should lie
		it.W, it.H = it.H, it.W
	}
	it.Turns = !f.Directed() && !one.motif && it.W != it.H
	return it
}

// rowOf tells a row by what the lay gives.
func rowOf(r fewest.Filled, items []fewest.Item, gives []int, along bool) LayRow {
	var out LayRow
	for i, n := range r {
		ways, _ := items[i].Lies(along)
		for k, way := range ways {
			if n[k] == 0 {
				continue
			}
			one := LayCut{gives[i], way[0], way[1], n[k]}
			out.High = max(out.High, one.High)
			same := func(c LayCut) bool { return c.Give == one.Give && c.Wide == one.Wide }
			if at := slices.IndexFunc(out.Cuts, same); at >= 0 {
				out.Cuts[at].N += one.N
			} else {
				out.Cuts = append(out.Cuts, one)
			}
		}
	}
	return out
}
