package net

import (
	"math"

	"vicis/core/batching"
	"vicis/core/cutting"
	"vicis/core/demand"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/stock"
	"vicis/core/work"
)

// Here plans the cutting anew, from what there is: only what is still to make is cut, from what is left of what was
// begun first. It gives the work with that cutting, and how its things hang together. Of nothing it is the plan itself.
func (p *Plan) Here(l *stock.Account) *Plan {
	there := p.There(l)
	needs, _ := p.From(there)
	here := work.Here{
		Lines: map[naming.Step]demand.ThingCount{}, After: l.Len(),
		Short: map[naming.Step]measure.Length{}, Gone: l.Supplies(),
		There: cutting.AtHand{
			Cloth: map[cutting.ClothCut]cutting.PileAtHand{}, Sets: map[naming.Unit]cutting.PileAtHand{},
			Lengths: map[naming.Step]int{}, Short: map[naming.Step]int{},
		},
	}
	for i, s := range p.work.Steps {
		if s.Short > 0 {
			here.Short[s.ID], here.There.Short[s.ID] = s.Short, there.Held[p.of[i]].OnHand
		}
		if act := s.Act(); act != "" {
			line := here.Lines[act]
			line.Need += needs[i].ToGo
			here.Lines[act] = line
		}
		if strip := s.Of.Strip; strip != nil && s.Of.Sub == nil && (strip.Joined != nil || strip.Lengths) {
			here.There.Lengths[s.ID] = needs[i].ToGo
		}
	}
	for act, line := range here.Lines {
		line.Spare = min(line.Need, p.work.Lines[act].Spare)
		line.Need -= line.Spare
		here.Lines[act] = line
	}
	w := p.work.Given(here, p.lies(l, there, &here))
	made := map[naming.Step]int{}
	there = p.given(w).There(l)
	for i, s := range w.Steps {
		made[s.ID] = max(0, there.Told[i].Made)
	}
	w.After(made)
	return p.given(w)
}

// lies finds what there is of strips and sets, and what was cut up of them.
func (p *Plan) lies(l *stock.Account, there *There, here *work.Here) map[work.Identity]work.Begun {
	all := map[work.Identity]work.Begun{}
	cloth := map[work.Identity]cutting.ClothCut{}
	of := func(fabric string, cut measure.Length) {
		one := cutting.ClothCut{Fabric: fabric, Cut: cut}
		cloth[work.StripsOf(one)] = one
	}
	for _, f := range p.work.Cut.Fabrics {
		for _, s := range f.Strips {
			of(f.Fabric.ID, s.Cut)
		}
	}
	list := l.All()
	for _, h := range list {
		if pile, is := h.Step.Pile(); is {
			if pile.Fabric == "" {
				f, _ := p.work.Shelf.Fabric(pile.Role)
				pile.Fabric = f.ID
			}
			of(pile.Fabric, measure.Length(pile.Width).CeilTo(p.work.Table.Ruler.Mark))
		}
	}
	for _, h := range list {
		begun := work.Begun{Used: h.Used, Rests: l.Rests(h.Makes), Cut: l.CutFrom(h.Makes)}
		lies := cutting.PileAtHand{Whole: h.OnHand, Rests: begun.Rests, Begun: h.Used > 0}
		if h.Used > 0 {
			all[h.Makes] = begun
		}
		if of, is := cloth[h.Makes]; is {
			here.There.Cloth[of] = lies
		}
	}
	for id, g := range here.Gone {
		supply := work.OfShelf(id)
		all[supply] = work.Begun{Used: g.Begun, Cut: l.CutFrom(supply)}
	}
	for i, s := range p.work.Steps {
		set := p.work.Acts[s.ID].Made.Unit.ID
		if s.Stage != batching.Sets {
			continue
		}
		h := there.Held[p.of[i]]
		one := here.There.Sets[set]
		if s.ID != p.work.SetStep(set) { // sewn, and not closed to a tube yet
			one.Open += h.OnHand
		} else {
			begun := all[h.Makes]
			one.Rests, one.Begun = begun.Rests, h.Used > 0
			if one.Whole = h.OnHand; s.Short > 0 {
				one.Whole, one.Short = 0, h.OnHand
			}
			one.Whole += there.otherwise(&unused{list: there.Other}, p.Book.Order[i], math.MaxInt)
		}
		here.There.Sets[set] = one
	}
	return all
}

// given is how the things of the same work hang together, with its cutting planned anew. What the quilt itself asks for
// stays what it was.
func (p *Plan) given(w *work.Work) *Plan {
	out := listed(w)
	for k := range out.things {
		t := &out.things[k]
		t.root, t.spare = 0, 0
		if was, known := p.index[t.is]; known {
			t.root, t.spare = p.things[was].root, p.things[was].spare
		}
	}
	return out
}

// ToGo is the work that is still to do: of everything as many as are missing, given what lies there and what stands in.
func (p *Plan) ToGo(l *stock.Account) *work.Work {
	needs, _ := p.From(p.There(l))
	missing, lent := map[naming.Step]int{}, map[naming.Step]int{}
	for i, s := range p.work.Steps {
		missing[s.ID] = needs[i].ToGo
		lent[s.ID] = needs[i].Gross - needs[i].OnHand
		for _, k := range p.Makers(i) {
			lent[s.ID] -= needs[k].ToGo
		}
	}
	return p.work.ToGo(missing, lent)
}

// Work is the work of which these are the things.
func (p *Plan) Work() *work.Work { return p.work }
