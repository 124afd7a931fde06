// Package net is what is still to be made of a quilt, given what there is: from the quilt down, what the things above
// still take of each, less what lies there; only what is missing is taken further down.
package net

import (
	"slices"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/stock"
	"vicis/core/work"
)

// Plan is how the things of a plan are made from each other, each once however many steps make it.
type Plan struct {
	Book   *stock.Book
	work   *work.Work
	things []netItem
	order  []int             // of the things: each after all that take it
	of     []int             // by step: which thing it makes
	taken  [][]work.StepTake // by step, with what is one thing together
	index  map[work.Identity]int
	bare   map[work.Identity]bool // what serves for any of them, however it is pressed
}

// netItem is what one or several steps make.
type netItem struct {
	is     work.Identity
	makers []int
	spare  int
	root   int // what the quilt itself asks for
	also   []lent
}

// lent is how many of another thing are planned to be used in its place.
type lent struct{ of, count int }

// Of finds how the things of a plan hang together.
func Of(w *work.Work) *Plan {
	p := listed(w)
	p.roots()
	return p
}

// listed lists the things of a plan, each after all that take it.
func listed(w *work.Work) *Plan {
	p := &Plan{Book: stock.BookOf(w), work: w, of: make([]int, len(w.Steps)), index: map[work.Identity]int{}}
	p.bare = map[work.Identity]bool{}
	index, step := p.index, map[naming.Step]int{}
	for i, s := range w.Steps {
		k, known := index[p.Book.Order[i].Makes]
		if !known {
			k = len(p.things)
			index[p.Book.Order[i].Makes] = k
			p.things = append(p.things, netItem{is: p.Book.Order[i].Makes})
		}
		for _, is := range append([]work.Identity{p.Book.Order[i].Makes}, p.Book.Order[i].Else...) {
			p.bare[is.Bare()] = true
		}
		t := &p.things[k]
		t.makers = append(t.makers, i)
		t.spare += s.Spare
		t.root += s.Make - s.Spare
		p.of[i], step[s.ID] = k, i
	}
	p.taken = make([][]work.StepTake, len(w.Steps))
	for i, s := range w.Steps {
		t := &p.things[p.of[i]]
		for _, other := range s.Also {
			if j, known := step[other.Step]; known && p.of[j] != p.of[i] {
				t.also = append(t.also, lent{p.of[j], other.Count})
			}
		}
		p.taken[i] = p.together(s.Takes, step)
	}
	p.sort()
	return p
}

// Parts is what a step takes; what it takes of two steps that make the same thing together, for that lies in one pile.
func (p *Plan) Parts(step int) []work.StepTake { return p.taken[step] }

func (p *Plan) together(takes []work.StepTake, step map[naming.Step]int) []work.StepTake {
	type pile struct{ thing, per int }
	list, seen := takes, map[pile]int{} // of what is taken alike
	for k, of := range takes {
		i, known := step[of.Step]
		if !known || of.Shared {
			continue
		}
		one := pile{p.of[i], of.Per}
		first, twice := seen[one]
		if !twice || (takes[first].At == nil) != (of.At == nil) {
			seen[one] = k
			continue
		}
		if &list[0] == &takes[0] {
			list = slices.Clone(takes)
		}
		list[k].Step = "" // it is told with the first
		if of.At == nil {
			list[first].Each += of.Each
		} else {
			list[first].At = slices.Sorted(slices.Values(slices.Concat(list[first].At, of.At)))
		}
	}
	return slices.DeleteFunc(list, func(t work.StepTake) bool { return t.Step == "" })
}

// sort puts every thing after all that take it.
func (p *Plan) sort() {
	below := make([][]int, len(p.things))
	for i := range p.work.Steps {
		for _, t := range p.takes(i) {
			below[p.of[i]] = append(below[p.of[i]], t.thing)
		}
	}
	for k, t := range p.things {
		for _, o := range t.also {
			below[k] = append(below[k], o.of)
		}
	}
	seen := make([]bool, len(p.things))
	var visit func(k int)
	visit = func(k int) {
		if seen[k] {
			return
		}
		seen[k] = true
		for _, other := range below[k] {
			visit(other)
		}
		p.order = append(p.order, k)
	}
	for k := range p.things {
		visit(k)
	}
	slices.Reverse(p.order)
}

// taking is a take of a step, and the thing it takes.
type taking struct {
	stock.RecipeTake
	thing int
	n     int // how many are still to be made
}

func (p *Plan) takes(step int) []taking {
	r := p.Book.Order[step]
	list := make([]taking, 0, len(r.Takes))
	for _, t := range r.Takes {
		list = append(list, taking{t, p.index[t.Of.Makes], 0})
	}
	return list
}

// roots finds what the quilt asks for of everything beside what things are made from: what is planned of it and nothing
// takes. Of strips and sets that something is cut from it asks for nothing.
func (p *Plan) roots() {
	d, s := p.down(), p.nothing()
	for _, k := range p.order {
		t := &p.things[k]
		x := d.asked(s, k)
		for _, o := range t.also {
			t.root += o.count
			d.gross[o.of] += o.count
		}
		t.root = max(0, t.root-x)
		for _, i := range t.makers {
			d.take(s, i, p.work.Steps[i].Make)
		}
	}
}

// down is the way from the quilt down to the cloth: what was asked for of each thing so far.
type down struct {
	*Plan
	gross []int
	runs  []map[string]int           // of each thing, by the run that takes it
	part  []map[work.Identity]taking // of what gives several of a thing
	cut   []laidCuts                 // of strips and sets that are laid out
	first map[int]int                // what is asked of steps themselves
	alone bool                       // from nothing
	lost  []float64                  // set aside in what is made of it
}

// laidCuts is how many of each are still to be cut by a layout.
type laidCuts map[*stock.CutLayout]map[work.Identity]int

func (p *Plan) down() *down {
	n := len(p.things)
	return &down{
		Plan: p, gross: make([]int, n), runs: make([]map[string]int, n), part: make([]map[work.Identity]taking, n),
		cut: make([]laidCuts, n), lost: make([]float64, n),
	}
}

// take asks for what so many more of a step take.
func (d *down) take(s *There, step, n int) {
	if n == 0 {
		return
	}
	make := d.work.Steps[step].Make
	for _, t := range d.takes(step) {
		switch {
		case t.Laid != nil:
			if d.cut[t.thing] == nil {
				d.cut[t.thing] = laidCuts{}
			}
			if d.cut[t.thing][t.Laid] == nil {
				d.cut[t.thing][t.Laid] = map[work.Identity]int{}
			}
			d.cut[t.thing][t.Laid][d.Book.Order[step].Makes] += n
		case t.Run != "":
			if d.runs[t.thing] == nil {
				d.runs[t.thing] = map[string]int{}
			}
			d.runs[t.thing][t.Run] = max(d.runs[t.thing][t.Run], (max(0, n-s.more[step])+t.Per-1)/t.Per*t.Each)
		case t.At == nil && t.Per > 1:
			if d.part[t.thing] == nil {
				d.part[t.thing] = map[work.Identity]taking{}
			}
			is := d.Book.Order[step].Makes
			t.n = d.part[t.thing][is].n + n
			d.part[t.thing][is] = t
		default:
			d.gross[t.thing] += t.Takes(max(0, make-n), n)
		}
	}
}

// asked is what the things above take of one, once all of them are known.
func (d *down) asked(s *There, k int) int {
	x := d.gross[k]
	for _, n := range d.runs[k] {
		x += n
	}
	for is, t := range d.part[k] {
		begun := s.begun[cutOf{k, is}]
		x += (stock.Up(begun+float64(t.n)/float64(t.Per)) - stock.Up(begun)) * t.Each
	}
	opens := 0
	for laid, cut := range d.cut[k] {
		if d.alone {
			laid = laid.Whole()
		}
		before := laid.Opened(func(t work.Identity) int { return s.cut[cutOf{k, t}] })
		opens += laid.Opened(func(t work.Identity) int { return s.cut[cutOf{k, t}] + cut[t] }) - before
	}
	return x + max(opens, d.byLength(s, k))
}

// byLength is how many strips or sets what is still to be cut by a layout takes by its length alone, beside what is
// left of those that were begun: they may have been laid out otherwise.
func (d *down) byLength(s *There, k int) int {
	stuff := d.Book.Order[d.things[k].makers[0]].Stuff
	left, known := s.uncut[k]
	if stuff == nil || !known || len(d.cut[k]) == 0 {
		return 0
	}
	wide := -left
	for laid, cut := range d.cut[k] {
		for _, share := range laid.All {
			wide += measure.Length(cut[share.Makes]) * share.Wide
		}
	}
	one := stuff.Long - stuff.Squares
	return int(max(0, wide+one-1) / one)
}

// Need is what a step still has to make, and what there is of what it makes.
type Need struct {
	ToGo  int
	Comes bool // with another step that falls out of the same run and is made as often at least
	Short int  // of those beyond what is planned and was not made: they replace something
	Gross int  // of its thing: what the things above it and the quilt still take
	stock.Held
}

// From is what is still to be made of everything, given what there is, by step; and what there is that no step makes,
// as far as it serves for nothing.
func (p *Plan) From(s *There) ([]Need, []stock.Held) {
	d := p.down()
	for k, t := range p.things {
		d.gross[k] = t.root
	}
	return d.needs(s, func(k, lost, over int) int {
		return max(0, over, over+p.things[k].spare-lost)
	})
}

// For is what is to be made for so many more of a step, whatever lies there of it, given what there is of the rest; of
// steps that are left out nothing is made.
func (p *Plan) For(s *There, step, n int, without func(step int) bool) []Need {
	d := p.down()
	d.gross[p.of[step]] = n
	list, _ := d.needs(s, func(k, _, over int) int {
		switch {
		case k == p.of[step]:
			return n
		case without(p.things[k].makers[0]):
			return 0
		}
		return max(0, over)
	})
	return list
}

// Alone is what so many of some steps take, from nothing and without spares.
func (p *Plan) Alone(want map[int]int) []Need {
	d := p.down()
	d.first, d.alone = want, true
	for i, n := range want {
		d.gross[p.of[i]] += n
	}
	list, _ := d.needs(p.nothing(), func(_, _, over int) int { return max(0, over) })
	return list
}

// needs goes from the quilt down. net is how many of a thing are made where so much more is asked for than lies there,
// and so many of it were set aside, it itself or in what is made of it.
func (d *down) needs(s *There, net func(k, lost, over int) int) ([]Need, []stock.Held) {
	out, other := make([]Need, len(d.work.Steps)), unused{list: s.Other}
	for _, k := range d.order {
		t := &d.things[k]
		held := s.Held[k]
		x := d.asked(s, k)
		lost := d.lost[k] + float64(held.Aside)
		n := 0
		if x > 0 {
			n = net(k, stock.Up(lost), x-held.OnHand)
			n -= s.otherwise(&other, d.Book.Order[t.makers[0]], n)
		}
		for _, o := range t.also {
			lent := min(n, o.count)
			n -= lent
			d.gross[o.of] += lent
		}
		d.share(out, s, k, n)
		for _, i := range t.makers {
			out[i].Gross, out[i].Held = x, held
			d.take(s, i, out[i].ToGo)
		}
		for _, of := range d.takes(t.makers[0]) {
			if of.Laid == nil && of.At == nil {
				d.lost[of.thing] += lost * float64(of.Each) / float64(of.Per)
			}
		}
	}
	d.come(out)
	return out, other.list
}

// come says of what falls out of one run which steps come with another.
func (d *down) come(out []Need) {
	most := map[naming.Step]int{} // the step of each run that takes the most runs
	runs := func(i int) int {
		_, each := d.work.Steps[i].Together()
		return (out[i].ToGo + each - 1) / each
	}
	for i, s := range d.work.Steps {
		run, _ := s.Together()
		if run == "" || s.Apart {
			continue
		}
		if first, known := most[run]; !known || runs(i) > runs(first) {
			most[run] = i
		}
	}
	for i, s := range d.work.Steps {
		if run, _ := s.Together(); run != "" && !s.Apart {
			out[i].Comes = most[run] != i
		}
	}
}

// together is how many of a thing one run gives that all of several steps fall out of; 0 where they do not, or one
// alone.
func (d *down) together(makers []int) (each int) {
	first, _ := d.work.Steps[makers[0]].Together()
	for _, i := range makers {
		run, n := d.work.Steps[i].Together()
		if run != first || run == "" || len(makers) == 1 {
			return 0
		}
		each += n
	}
	return each
}

// share says how many of what is to be made of a thing each of its steps makes: each what is planned and was not
// counted there, as far as that is wanted; what is wanted beyond that the last that can.
func (d *down) share(out []Need, s *There, k, net int) {
	makers := d.things[k].makers
	rest, last := net, makers[0]
	if each := d.together(makers); each > 0 { // one run gives all of them
		for _, i := range makers {
			_, n := d.work.Steps[i].Together()
			out[i].ToGo = min(rest, (net+each-1)/each*n)
			rest -= out[i].ToGo
		}
	} else if len(makers) > 1 {
		for _, i := range makers {
			out[i].ToGo = min(rest, d.first[i])
			rest -= out[i].ToGo
		}
	}
	for _, i := range makers {
		step, told := d.work.Steps[i], s.Told[i]
		planned := max(0, step.Make-told.Made)
		if !d.work.Anew(step) { // else that was reckoned with what was set aside
			planned = max(planned, step.Make-step.Spare-max(0, told.Made-told.Aside))
		}
		more := min(rest, max(0, planned-out[i].ToGo))
		out[i].ToGo += more
		out[i].Short = -planned
		rest -= more
		if step.Of.Piece == nil { // of a piece there is no more
			last = i
		}
	}
	out[last].ToGo += rest
	for _, i := range makers {
		out[i].Short = max(0, out[i].ToGo+out[i].Short)
	}
}
