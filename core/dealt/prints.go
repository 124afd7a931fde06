package dealt

import (
	"cmp"
	"fmt"
	"maps"
	"slices"
	"strings"

	"vicis/core/cutting"
	"vicis/core/demand"
	"vicis/core/naming"
)

// What is cut of every print.

// cut counts what is cut of every print: what comes out of one run is of the same prints, so that every combination has
// runs of its own.
func (d *dealt) cut() {
	d.out.Runs = map[naming.Step]int{}
	d.out.Cut = cutting.CutByPrint{Prints: map[naming.Step][]int{}, Lots: map[naming.Unit][]cutting.Lot{}, First: d.first}
	type combination struct {
		unit   naming.Unit // whole
		prints string
	}
	count := map[combination]map[naming.Unit]int{}
	slots := map[combination][]figureSlot{}
	shows := map[combination][]int{}
	var order []combination
	for n, c := range d.out.Cells {
		for _, f := range d.blocks[c.Unit].figures {
			list := f.slots
			var prints []int
			for _, s := range list {
				prints = append(prints, c.Prints[s.spot])
			}
			if f.stock != "" { // the whole run, also what of it does not show here
				place := d.groups[n]["figure|"+f.path]
				choice := d.out.Deal.Choice[place]
				slots, shown := d.stocks[f.stock].runOf(f.unit, choice, d.deal.Stocks[d.deal.Places[place].Stock][choice].Prints)
				list = slices.Concat(list, slots)
				prints = append(prints, shown...)
			}
			var text strings.Builder
			for k, s := range list {
				fmt.Fprint(&text, s.name(), prints[k], ";")
			}
			one := combination{f.unit.Whole(), text.String()}
			if count[one] == nil {
				count[one] = map[naming.Unit]int{}
				slots[one], shows[one] = list, prints
				order = append(order, one)
			}
			count[one][f.unit]++
		}
	}
	for _, one := range order {
		d.cutOne(count[one], slots[one], shows[one])
	}
}

// cutOne counts what so many of one combination take.
func (d *dealt) cutOne(count map[naming.Unit]int, slots []figureSlot, prints []int) {
	p := d.takes(count)
	for id, n := range p.Runs {
		if act := d.Acts[id].Act; !act.Stock && d.severals(act) {
			d.out.Runs[id] += n
			if len(slots) > 1 {
				d.out.Sewn = append(d.out.Sewn, RunDealt{act.Takes[0].Act, n, inOrder(slots, prints)})
			}
		}
	}
	// Slots whose cloth one act cuts share what it cuts.
	cuts := map[naming.Step][]int{}
	var lots []setLot
	for k, s := range slots {
		m := d.Unit(s.unit)
		if m.InLength {
			i := slices.IndexFunc(lots, func(l setLot) bool { return l.set == s.unit && l.inner == s.inner })
			if i < 0 {
				i = len(lots)
				lots = append(lots, setLot{s.unit, s.cut, s.inner, map[string]int{}})
			}
			lots[i].prints[s.strip] = prints[k]
			continue
		}
		for _, act := range m.Acts {
			if act.Patch != nil && act.Patch.Role == s.role {
				cuts[act.ID] = append(cuts[act.ID], prints[k])
			}
		}
	}
	for act, list := range cuts {
		of := d.out.Cut.Prints[act]
		if of == nil {
			of = make([]int, len(d.out.Prints))
			d.out.Cut.Prints[act] = of
		}
		n := p.Lines[act].Need
		for k, print := range list {
			of[print] += (n + len(list) - 1 - k) / len(list)
		}
	}
	cutOf := map[naming.Unit]int{}
	for _, l := range lots {
		cutOf[l.cut]++
	}
	told := map[naming.Unit]int{}
	for _, l := range lots { // several sub-cuts of one kind share what is cut of it
		n := p.Lines[l.cut.Step()].Need
		n = (n + cutOf[l.cut] - 1 - told[l.cut]) / cutOf[l.cut]
		told[l.cut]++
		list := d.out.Cut.Lots[l.set]
		i := slices.IndexFunc(list, func(o cutting.Lot) bool { return maps.Equal(o.Prints, l.prints) })
		if i < 0 {
			i = len(list)
			list = append(list, cutting.Lot{Prints: l.prints, Wants: map[naming.Step]int{}})
		}
		list[i].Wants[l.cut.Step()] += n
		d.out.Cut.Lots[l.set] = list
	}
}

// inOrder lists prints as their slots are taken into what is sewn.
func inOrder(slots []figureSlot, prints []int) []int {
	order := make([]int, len(slots))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(i, j int) int {
		a, b := slots[i], slots[j]
		return cmp.Or(cmp.Compare(len(a.inner), len(b.inner)), cmp.Compare(a.inner, b.inner), cmp.Compare(a.nth, b.nth))
	})
	list := make([]int, len(slots))
	for k, i := range order {
		list[k] = prints[i]
	}
	return list
}

// setLot is one sub-cut in a figure: of which strip set, and of which prints that is.
type setLot struct {
	set, cut naming.Unit
	inner    string
	prints   map[string]int // by strip
}

// takes is what so many of some units take, down to the cloth; worked out once for the same numbers.
func (d *dealt) takes(count map[naming.Unit]int) demand.Plan {
	units := slices.Sorted(maps.Keys(count))
	key := ""
	for _, u := range units {
		key += fmt.Sprint(u, " ", count[u], ";")
	}
	if p, known := d.taken[key]; known {
		return p
	}
	of := fmt.Sprint(units)
	sources, known := d.made[of]
	if !known {
		sources = d.below(units, d.Wanted(nil).Sources)
		d.made[of] = sources
	}
	want := demand.Demand{Sources: sources, Wanted: map[naming.Step]int{}}
	for unit, n := range count {
		want.Wanted[unit.Step()] = n
	}
	p, _ := demand.Count(want) // what is made in a ring is refused with the whole quilt
	d.taken[key] = p
	return p
}

// below are the sources of what units are made from, and their own.
func (d *dealt) below(units []naming.Unit, sources []demand.Source) (list []demand.Source) {
	need := map[naming.Step]bool{}
	for _, u := range units {
		need[u.Step()] = true
	}
	keep := make([]bool, len(sources))
	for more := true; more; {
		more = false
		for i, s := range slices.Backward(sources) {
			makes := need[s.ID] && len(s.Gives) == 0 ||
				slices.ContainsFunc(s.Gives, func(g demand.RunGive) bool { return need[g.ID] })
			if keep[i] || !makes {
				continue
			}
			keep[i], more = true, true
			for _, t := range s.Takes {
				need[t.ID] = true
			}
		}
	}
	for i, s := range sources {
		if keep[i] {
			list = append(list, s)
		}
	}
	return list
}
