package dealt

import (
	"slices"

	"vicis/core/dealing"
	"vicis/core/naming"
	"vicis/core/piece"
)

// What is sewn before it is cut again: every part of it has some of its prints, and all that fall out of one have them
// together.

// places are the parts of one look that fall out of what is cut again, each turned to lie like the first; none of
// others, nor where the knife went through them otherwise.
func (d *dealt) places(unit naming.Unit) (list []piece.Piece) {
	for _, v := range d.traced[unit.Whole()].Variants {
		if v.ID != unit {
			continue
		}
		for _, at := range v.Places {
			list = append(list, at.Lies)
			for _, p := range v.Places[0].Lies.Patches {
				if lyingLike(p, at.Lies) < 0 {
					return nil
				}
			}
		}
	}
	return list
}

// lyingLike is which patch of a piece lies where one of another does; −1 where none does.
func lyingLike(p piece.Patch, in piece.Piece) int {
	return slices.IndexFunc(in.Patches, func(o piece.Patch) bool { return o.Role == p.Role && samePlace(o.Poly, p.Poly) })
}

// trace says, place by place, which of all slots of what is cut again those of one look are. What is not seen of it is
// told as it is.
func (d *dealt) trace(pile *stockpile, look naming.Unit) (shows [][]int) {
	places := d.places(look)
	for _, part := range places {
		at := make([]int, len(pile.slots))
		for k, slot := range pile.slots {
			at[k] = pile.inWhole(slot)
		}
		for _, p := range part.Patches { // also what is seen of no part that is laid
			if slot, ok := d.traceOf(look, p); ok {
				pile.inWhole(slot)
			}
		}
		for _, p := range slices.Backward(places[0].Patches) {
			mine, ok := d.traceOf(look, p)
			k := pile.slot(mine)
			if !ok || k < 0 {
				continue
			}
			if slot, ok := d.traceOf(look, part.Patches[lyingLike(p, part)]); ok {
				at[k] = pile.inWhole(slot)
			}
		}
		shows = append(shows, at)
	}
	return shows
}

// samePlace says whether two patches lie alike, whichever corner is told first.
func samePlace(a, b []piece.Point) bool {
	if len(a) != len(b) {
		return false
	}
	for shift := range a {
		if slices.Equal(slices.Concat(a[shift:], a[:shift]), b) {
			return true
		}
	}
	return false
}

// traceOf is the slot of a patch of a part.
func (d *dealt) traceOf(part naming.Unit, p piece.Patch) (figureSlot, bool) {
	f, _ := d.Shelf.Fabric(p.Role)
	if _, is := d.first[f.ID]; !is || !d.cutAlone(part, p) {
		return figureSlot{}, false
	}
	_, _, depth, slot := d.slotOf(part, p, f.ID)
	return slot, depth == 0
}

// inWhole is the place of a slot among all of what is cut again.
func (p *stockpile) inWhole(s figureSlot) int {
	k := slices.IndexFunc(p.whole, func(o figureSlot) bool { return o.name() == s.name() })
	if k < 0 {
		k = len(p.whole)
		p.whole = append(p.whole, s)
	}
	return k
}

// stockAgain says what there is for the parts of what is cut again: of every run, that is given its prints whole, its
// parts one by one. False where it cannot be told which came from where.
func (d *dealt) stockAgain(pile *stockpile) bool {
	pile.whole, pile.shows = nil, nil
	runs := 0
	for k, look := range pile.looks {
		if look == "" {
			return false
		}
		shows := d.trace(pile, look)
		if shows == nil {
			return false
		}
		pile.shows = append(pile.shows, shows)
		runs = max(runs, (pile.places[k]+len(shows)-1)/len(shows))
	}
	all := &stockpile{slots: pile.whole, looks: pile.looks}
	for _, s := range pile.whole {
		rule, _ := d.ruleOf(s.role, []naming.Unit{pile.looks[0]})
		for k, mine := range pile.slots {
			if mine.role == s.role {
				rule = pile.rules[k]
			}
		}
		all.rules = append(all.rules, rule)
	}
	prints := d.sharedOut(all, runs)
	for k, shows := range pile.shows {
		var stock dealing.PrintStock
		var of [][]int
		for run := range runs {
			whole := make([]int, len(prints))
			for i := range prints {
				whole[i] = prints[i][run]
			}
			for _, at := range shows {
				one := make([]int, len(at))
				for s, i := range at {
					one[s] = whole[i]
				}
				stock, of = append(stock, dealing.Choice{Prints: one, Count: 1}), append(of, whole)
			}
		}
		d.deal.Stocks[pile.index[k]], pile.runs = stock, append(pile.runs, of)
	}
	return true
}

// runOf is the slots and the prints of the run that a choice of some look is part of; of one that is not cut again, its
// own. What was given by hand and is of no run is a run of its own, all else in it of one of its prints.
func (p *stockpile) runOf(look naming.Unit, choice int, own []int) ([]figureSlot, []int) {
	if p.whole == nil {
		return p.slots, own
	}
	k := slices.Index(p.looks, look)
	if choice < len(p.runs[k]) {
		return p.whole, p.runs[k][choice]
	}
	whole := slices.Repeat(own[:1], len(p.whole))
	for s, i := range p.shows[k][0] {
		whole[i] = own[s]
	}
	return p.whole, whole
}
