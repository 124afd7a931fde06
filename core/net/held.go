package net

import (
	"slices"

	"vicis/core/fewest"
	"vicis/core/measure"
	"vicis/core/stock"
	"vicis/core/work"
)

// There is what there is at one moment, by the things of a plan, and what no step of it makes: what comes to the
// account afterwards changes nothing in it.
type There struct {
	Held  []stock.Held // by thing
	Told  []StepTold   // by step
	Other []stock.Held
	rests map[int][]fewest.Offcut // what is left of strips, sets and tubes that were begun, by thing
	uncut map[int]measure.Length  // how much of their length is left in all, where that is known
	cut   map[cutOf]int           // how many were cut from strips or sets
	begun map[cutOf]float64       // and how many those took
	more  []int                   // by step: how many more came of the runs that were begun
	at    map[work.Identity][]int // of those, by what they are but for how they are pressed
}

// cutOf is a thing that is cut from another.
type cutOf struct {
	from int
	of   work.Identity
}

// StepTold is how many were counted at a step, and at the iron: pressed as is planned now, otherwise, and of these such
// as are still in reach of the iron.
type StepTold struct{ Made, Aside, Pressed, Otherwise, Again int }

// There holds what there is against the things of a plan. What is known by its name and its size alone is taken for
// what is called so and as large now.
func (p *Plan) There(l *stock.Account) *There {
	s, all := p.nothing(), l.All()
	s.Other = make([]stock.Held, 0, len(all))
	for _, h := range all {
		k, asked := p.index[h.Makes]
		if !asked {
			as, named := stock.AsNamed(h.Makes)
			if !named { // it is told otherwise since
				as = work.As{Exact: h.Makes.Size, Look: h.Makes.Shows}
			}
			if i, fits := p.Book.Place(h.Step, as); fits && p.Book.Order[i].Makes.Long == h.Makes.Long {
				k, asked = p.of[i], true
			}
		}
		if !asked {
			if bare := h.Makes.Bare(); p.bare[bare] {
				s.at[bare] = append(s.at[bare], len(s.Other))
			}
			s.Other = append(s.Other, h)
			continue
		}
		s.Held[k] = s.Held[k].With(h)
		makers := p.things[k].makers
		for _, c := range h.Told { // at a step that no longer makes it as at the first that does
			at := makers[0]
			for _, i := range makers {
				if p.work.Steps[i].ID == c.Step {
					at = i
				}
			}
			s.Told[at].Made += c.Made
			s.Told[at].Aside += c.Aside
			for as, n := range c.Ironed {
				if p.asPlanned(at, as) {
					s.Told[at].Pressed += n
				} else {
					s.Told[at].Otherwise += n
				}
			}
		}
	}
	p.parts(s, l)
	for k, t := range p.things {
		for _, i := range s.Held[k].Ironed {
			if !p.asPlanned(t.makers[0], i.As) {
				s.Told[t.makers[0]].Again += i.N
			}
		}
		if len(t.makers) == 1 { // what fell out with others as well
			s.Told[t.makers[0]].Made, s.Told[t.makers[0]].Aside = s.Held[k].Made, s.Held[k].Aside
		}
	}
	return s
}

// parts is what is begun of strips, sets and runs.
func (p *Plan) parts(s *There, l *stock.Account) {
	for i, r := range p.Book.Order {
		if r.Falls != nil {
			s.more[i] = l.Uncounted(r)
		}
		if r.Stuff != nil {
			s.rests[p.of[i]] = l.Rests(r.Makes)
			if left, known := l.Uncut(r.Makes, *r.Stuff); known {
				s.uncut[p.of[i]] = left
			}
		}
		for _, t := range r.Takes {
			if k := (cutOf{p.index[t.Of.Makes], r.Makes}); t.Laid != nil {
				s.cut[k] = l.Cut(t.Of.Makes, r.Makes)
			} else if t.Per > 1 {
				s.begun[k] = l.Begun(t.Of.Makes, r.Makes)
			}
		}
	}
}

// asPlanned says whether what a step makes is planned to be pressed so. Who counted it by no plan is believed.
func (p *Plan) asPlanned(step int, as string) bool {
	is := p.Book.Order[step].Ironed
	return as == is || as == "" || is == ""
}

func (p *Plan) nothing() *There {
	s := &There{
		Held: make([]stock.Held, len(p.things)), Told: make([]StepTold, len(p.work.Steps)), at: map[work.Identity][]int{},
		more: make([]int, len(p.work.Steps)), cut: map[cutOf]int{}, begun: map[cutOf]float64{},
		rests: map[int][]fewest.Offcut{}, uncut: map[int]measure.Length{},
	}
	for k, t := range p.things {
		s.Held[k].Makes = t.is
	}
	return s
}

// otherwise is how many of so many there are that are pressed otherwise, or are longer, and serve as well; other is
// what no step makes, as far as it does not serve yet.
func (s *There) otherwise(other *unused, r *stock.Recipe, want int) (n int) {
	for _, t := range append([]work.Identity{r.Makes}, r.Else...) {
		for _, i := range s.at[t.Bare()] {
			some := max(0, min(want-n, other.list[i].OnHand))
			n += some
			other.take(i, some)
		}
	}
	return n
}

// unused is what no step makes, as far as it does not serve yet; what there is stays as it was.
type unused struct {
	list []stock.Held
	own  bool
}

func (u *unused) take(i, n int) {
	if n > 0 && !u.own {
		u.list, u.own = slices.Clone(u.list), true
	}
	u.list[i].OnHand -= n
}

// Rest is how many more of a step come of the one of another step that was begun for it, of so many from each.
func (p *Plan) Rest(s *There, step, from, per int) int {
	x := s.begun[cutOf{p.of[from], p.things[p.of[step]].is}]
	return int((float64(stock.Up(x))-x)*float64(per) + 0.5)
}

// Gives is how many more of a step can be cut from the strips or sets of another that several things are cut from, by
// how they are laid out and given that so many need not be cut any more: no more than come of those that are whole and
// of what is left of others.
func (p *Plan) Gives(s *There, step, from, done int) int {
	h, laid, wide := s.Held[p.of[from]], p.Book.Laid[p.work.Steps[from].ID], p.work.Steps[step].Across()
	if laid == nil {
		return 0
	}
	if here := p.work.Here; here != nil { // of what is cut from now on
		done -= here.Made[p.work.Steps[step].ID]
	}
	n := max(0, laid.Gives(p.things[p.of[step]].is, h.Made+h.Presumed-h.Aside)-done)
	if stuff := p.Book.Order[from].Stuff; stuff != nil && wide > 0 {
		n = min(n, h.OnHand*stuff.Most(wide)+stuff.Come(s.rests[p.of[from]], wide))
	}
	return n
}

// Rests is what is left of those of a step that were begun.
func (p *Plan) Rests(s *There, step int) []fewest.Offcut { return s.rests[p.of[step]] }

// Item says which thing a step makes, by number: steps of one number share what there is of it.
func (p *Plan) Item(step int) int { return p.of[step] }

// Makers are the steps that make the same as a step.
func (p *Plan) Makers(step int) []int { return p.things[p.of[step]].makers }

// MakersOf are the steps that make a thing; none where the plan asks for none.
func (p *Plan) MakersOf(t work.Identity) []int {
	if k, asked := p.index[t]; asked {
		return p.things[k].makers
	}
	return nil
}
