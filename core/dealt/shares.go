package dealt

import (
	"cmp"
	"fmt"
	"slices"

	"vicis/core/cloth"
	"vicis/core/dealing"
	"vicis/core/document"
	"vicis/core/naming"
	"vicis/core/problem"
)

// How many of each print there are for every place, and what was dealt by hand.

// pile puts a spot to the stock that it is dealt from, and gives the place of its slot there.
func (d *dealt) pile(s spotOf) (slot int) {
	pile, known := d.stocks[s.stock]
	if !known {
		pile = &stockpile{}
		d.stocks[s.stock] = pile
		d.order = append(d.order, s.stock)
	}
	if !slices.Contains(pile.looks, s.unit) {
		pile.looks, pile.index, pile.places = append(pile.looks, s.unit), append(pile.index, d.last), append(pile.places, 0)
		d.last++
	}
	if slot = pile.slot(s.slot); slot < 0 {
		slot = len(pile.slots)
		pile.slots = append(pile.slots, s.slot)
		pile.rules = append(pile.rules, s.rule)
	}
	return slot
}

// stock says how many of every print there are for the places of each kind: even shares, or as many as lie there.
func (d *dealt) stock() {
	d.deal.Stocks = make([]dealing.PrintStock, d.last)
	d.given = make([]int, len(d.out.Prints))
	for _, name := range d.order {
		pile := d.stocks[name]
		if d.stockAgain(pile) {
			continue
		}
		pile.whole = nil
		each, runs := make([]int, len(pile.looks)), 0
		for k, look := range pile.looks {
			each[k] = 1
			if look != "" {
				each[k] = max(1, d.yields(look))
			}
			runs = max(runs, (pile.places[k]+each[k]-1)/each[k])
		}
		slots := d.sharedOut(pile, runs)
		var stock dealing.PrintStock
		index := map[string]int{}
		for run := range runs {
			prints := make([]int, len(slots))
			for k := range slots {
				prints[k] = slots[k][run]
			}
			key := fmt.Sprint(prints)
			i, known := index[key]
			if !known {
				i = len(stock)
				index[key] = i
				stock = append(stock, dealing.Choice{Prints: prints})
			}
			stock[i].Count++
		}
		for k := range pile.looks {
			here := slices.Clone(stock)
			for i := range here {
				here[i].Count *= each[k]
			}
			d.deal.Stocks[pile.index[k]] = here
		}
	}
}

// sharedOut is the prints of all slots, run by run. Sub-cuts come out of one set as many as there are in it: as few
// sets are dealt as give them, and each run takes its own of those of which there is most, other than it has already.
func (d *dealt) sharedOut(pile *stockpile, runs int) [][]int {
	prints := make([][]int, len(pile.slots))
	for k, s := range pile.slots {
		like := slices.IndexFunc(pile.slots[:k], func(o figureSlot) bool {
			return s.alike && o.alike && o.inner == s.inner && o.role == s.role
		})
		switch {
		case like >= 0:
			prints[k] = prints[like]
		case prints[k] != nil:
		case s.strip != "" && d.fromLength(s.cut) && !slices.Contains(pile.looks, s.cut):
			d.setsOut(pile, runs, prints, s.cut)
		default:
			prints[k] = d.shared(pile, k, runs, prints[:k])
		}
	}
	return prints
}

// setsOut is sharedOut for the slots that are sub-cuts of one kind.
func (d *dealt) setsOut(pile *stockpile, runs int, prints [][]int, cut naming.Unit) {
	set := &stockpile{looks: []naming.Unit{cut}}
	var places []map[int]int // the sub-cuts of a run: strip → slot
	at, strips := map[string]int{}, map[string]int{}
	for k, s := range pile.slots {
		if s.strip == "" || s.cut != cut {
			continue
		}
		if _, known := strips[s.strip]; !known {
			strips[s.strip] = len(set.slots)
			set.slots, set.rules = append(set.slots, s), append(set.rules, pile.rules[k])
		}
		if _, known := at[s.inner]; !known {
			at[s.inner], places = len(places), append(places, map[int]int{})
		}
		places[at[s.inner]][strips[s.strip]] = k
		prints[k] = slices.Repeat([]int{-1}, runs)
	}
	each := d.yields(cut)
	sets := (runs*len(places) + each - 1) / each
	of := d.sharedOut(set, sets)
	left := slices.Repeat([]int{each}, sets)
	for run := range runs {
		had := map[int]bool{}
		for _, list := range prints {
			if list != nil {
				had[list[run]] = true
			}
		}
		for _, slots := range places {
			best, least := -1, 0
			for one, n := range left {
				again := 0
				for strip := range slots {
					if had[of[strip][one]] {
						again++
					}
				}
				if n > 0 && (best < 0 || again < least || again == least && n > left[best]) {
					best, least = one, again
				}
			}
			left[best]--
			for strip, k := range slots {
				prints[k][run] = of[strip][best]
				had[prints[k][run]] = true
			}
		}
	}
}

// shared is the prints of one slot, run by run: always the one that has been given least often for as many as there are
// of it, other than in the slots before where that can be. What is to be nowhere alike comes once before any comes
// twice.
func (d *dealt) shared(pile *stockpile, slot, runs int, before [][]int) []int {
	mine := pile.slots[slot]
	fabric := mine.fabric
	rule := pile.rules[slot]
	list := d.dealtFrom(rule, fabric)
	all := cloth.Weighed(d.swatches(fabric))
	weight := func(print int) int { return max(1, all[print-d.first[fabric]]) }
	once := rule.Apart == document.ApartInQuilt
	here := d.once[naming.BaseRole(rule.Role)]
	if here == nil {
		here = make([]int, len(d.out.Prints))
		d.once[naming.BaseRole(rule.Role)] = here
	}
	out := make([]int, 0, runs)
	for run := range runs {
		same := func(print int) (n int) { // what touches it in its set, before what lies in the same figure
			for k, o := range before {
				switch beside := pile.slots[k].unit == mine.unit && abs(pile.slots[k].nth-mine.nth) == 1 && mine.nth > 0; {
				case o[run] != print:
				case beside:
					return 2
				default:
					n = 1
				}
			}
			return n
		}
		best, touched := -1, 0
		for n := range list {
			p := list[(n+slot*len(list)/len(pile.slots))%len(list)]
			touches := same(p)
			if best < 0 {
				best, touched = p, touches
				continue
			}
			less := cmp.Compare(d.given[p]*weight(best), d.given[best]*weight(p))
			if once {
				less = cmp.Or(cmp.Compare(here[p], here[best]), less)
			}
			if cmp.Or(cmp.Compare(touches, touched), less) < 0 {
				best, touched = p, touches
			}
		}
		here[best]++
		d.given[best]++
		out = append(out, best)
	}
	return out
}

func (d *dealt) swatches(fabric string) (list []cloth.Swatch) {
	for _, p := range d.out.Prints {
		if p.Fabric == fabric {
			list = append(list, p.Swatch)
		}
	}
	return list
}

// counts are how many there are of each choice.
func (d *dealt) counts() [][]int {
	left := make([][]int, len(d.deal.Stocks))
	for k, s := range d.deal.Stocks {
		for _, c := range s {
			left[k] = append(left[k], c.Count)
		}
	}
	return left
}

// over lays what was dealt by hand over a deal, and moves nothing else.
func (d *dealt) over(hand []document.Given, first int) {
	looks := d.out.Deal.Looks
	for i, c := range d.out.Deal.Choice { // all of them are held as they lie
		d.deal.Places[i].Held = c + 1
	}
	d.left = d.counts()
	for i, p := range d.deal.Places {
		d.left[p.Stock][d.out.Deal.Choice[i]]--
	}
	d.byHand(hand, first)
	choice := make([]int, len(d.deal.Places))
	for i, p := range d.deal.Places {
		choice[i] = p.Held - 1
	}
	d.out.Deal = dealing.As(d.deal, choice)
	d.out.Deal.Looks = looks
}

// byHand holds what was dealt by hand; what no longer fits is said, and dealt like everything else.
func (d *dealt) byHand(hand []document.Given, before int) {
	index := map[[2]int]int{}
	for i := range d.out.Cells {
		c := &d.out.Cells[i]
		index[[2]int{c.Row, c.Column}] = i
		if c.Held == nil {
			c.Held = make([]bool, len(d.blocks[c.Unit].spots))
		}
	}
	gone, first := 0, ""
	for n, g := range hand {
		cell, ok := index[[2]int{g.Row, g.Column}]
		if ok = ok && d.hold(cell, g); !ok {
			if gone++; gone == 1 {
				first = problem.At("deal", "hand", before+n)
			}
		}
	}
	if gone > 0 {
		d.Problems.Warn("dealt-gone", first, fmt.Sprintf("%d of what was dealt by hand no longer fits: its block, its "+
			"place or its print is not there any more.", gone),
			"These places are dealt like all others; take them out of what was dealt by hand, or undo the change.")
	}
}

// hold gives a place what was dealt to it by hand.
func (d *dealt) hold(cell int, g document.Given) bool {
	left := d.left
	unit := d.out.Cells[cell].Unit
	spots := d.out.Spots[unit]
	for i, role := range spots.Roles {
		if naming.BaseRole(role) != g.Role || spots.Nth[i] != g.Place {
			continue
		}
		s := d.blocks[unit].spots[i]
		print := slices.IndexFunc(d.out.Prints,
			func(p Printed) bool { return p.Fabric == s.fabric && p.Swatch.ID == g.Print })
		if print < 0 {
			return false
		}
		at := d.spots[cell][i]
		place := &d.deal.Places[at.Place]
		stock := &d.deal.Stocks[place.Stock]
		want := slices.Clone((*stock)[max(0, place.Held-1)].Prints)
		want[at.Slot] = print
		best := -1
		for c, one := range *stock {
			fits := one.Prints[at.Slot] == print
			if place.Held > 0 { // another slot of it is held too
				fits = slices.Equal(one.Prints, want)
			}
			if fits && (best < 0 || left[place.Stock][c] > left[place.Stock][best]) {
				best = c
			}
		}
		if best < 0 {
			best = len(*stock)
			*stock = append(*stock, dealing.Choice{Prints: want})
			left[place.Stock] = append(left[place.Stock], 0)
		}
		if place.Held > 0 {
			left[place.Stock][place.Held-1]++
		}
		if left[place.Stock][best]--; left[place.Stock][best] < 0 {
			left[place.Stock][best] = 0
			(*stock)[best].Count++
		}
		place.Held = best + 1
		d.out.Cells[cell].Held[i] = true
		return true
	}
	return false
}

func abs(n int) int { return max(n, -n) }
