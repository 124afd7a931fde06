// Package askcloth answers questions about the cloth: widths at which a count changes, what can be made of the cloth
// there is, nearest sizes.
package askcloth

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/ask"
	"vicis/core/cutting"
	"vicis/core/document"
	"vicis/core/fewest"
	"vicis/core/laying"
	"vicis/core/mat"
	"vicis/core/measure"
	"vicis/core/problem"
	"vicis/core/words"
	"vicis/core/work"
)

// cliffs is a quilt whose widths of cloth are asked about.
type cliffs struct{ ask.Worked }

func cliffsOf(d document.Document, purse *ask.Purse) (cliffs, bool) {
	w, ok := ask.About(d, purse)
	return cliffs{w}, ok
}

// Cliff says for strips or sets that are cut across at which usable widths of the cloth their number changes: an inch
// less and one more is needed.
type Cliff struct {
	Name   string          `json:"name"`
	Usable measure.Reading `json:"usable" doc:"As it was entered"`
	Strips int             `json:"strips" doc:"At that width"`
	One    string          `json:"one" enum:"strip,set"`
	Edges  []LeastWidth    `json:"edges" doc:"From the narrowest cloth looked at to the widest"`
	Least  measure.Reading `json:"least" doc:"The narrowest cloth with which the number holds"`
	Says   string          `json:"says"`
	Rescue []string        `json:"rescue" doc:"What helps below it, the cheapest first"`
}

// LeastWidth is the least usable width from which so many strips or sets are enough.
type LeastWidth struct {
	From   measure.Reading `json:"from"`
	Strips int             `json:"strips"`
}

// How far around the width entered one looks: cloth differs by a few inches.
const (
	narrower = 6 * measure.Inch
	wider    = 4 * measure.Inch
)

// Cliffs finds them for every strip set and every kind of strip that patches come from.
func Cliffs(d document.Document, purse *ask.Purse) ([]Cliff, problem.List) {
	b, ok := cliffsOf(d, purse)
	list := []Cliff{}
	if !ok {
		return list, *b.Problems
	}
	for _, f := range b.Cut.Fabrics {
		if len(f.Ends) > 0 {
			list = append(list, b.withEnds(f))
			continue
		}
		for _, s := range f.Strips {
			if s.Patches != nil {
				list = append(list, b.acrossCliff(b.Say(s.Cut)+" "+f.Fabric.Name, "strip", *s.Patches, f.Fabric.ID))
			}
		}
	}
	for _, a := range b.Cut.Sets {
		set := b.Unit(a.Set)
		var fabrics []string
		for _, s := range set.Acts[0].Strips {
			fabrics = append(fabrics, b.Fabric(s.Role))
		}
		list = append(list, b.acrossCliff(set.Unit.Name, "set", a, fabrics...))
	}
	return list, *b.Problems
}

// onNarrower is the cutting of the document with fabrics that are no wider than that.
func (b cliffs) onNarrower(usable measure.Length, fabrics []string) (work.Counted, cutting.Plan, bool) {
	d, err := document.Copy(b.Document)
	if err != nil {
		return work.Counted{}, cutting.Plan{}, false
	}
	for i := range d.Fabrics {
		w := d.Cloth.Usable
		if d.Fabrics[i].Usable.Given() {
			w = d.Fabrics[i].Usable
		}
		if w.Length() > usable && slices.Contains(fabrics, d.Fabrics[i].ID) {
			d.Fabrics[i].Usable = measure.Write(usable)
		}
	}
	blocks, _, ok := ask.BlocksOf(d, b.Purse)
	if !ok {
		return work.Counted{}, cutting.Plan{}, false
	}
	laid := blocks.AsDrawn()
	counted, ok := work.Count(laid)
	if !ok {
		return counted, cutting.Plan{}, false
	}
	plan := counted.Cutting(&counted.Table)
	return counted, plan, true
}

// anew says what the quilt costs on narrower cloth: the whole cutting is planned anew for it, and may go another way.
func (b cliffs) anew(usable measure.Length, fabrics []string) string {
	if b.Purse.Empty() {
		return "What it costs planned anew for cloth so narrow was not worked out: this quilt is too large for that."
	}
	_, other, ok := b.onNarrower(usable, fabrics)
	if !ok {
		return "Something of this quilt no longer comes out of cloth so narrow."
	}
	var buy []string
	for _, f := range other.Fabrics {
		for _, now := range b.Cut.Fabrics {
			if now.Fabric.ID == f.Fabric.ID && f.ToBuy() > now.ToBuy() {
				tell := mat.Of(b.Work)
				buy = append(buy, fmt.Sprintf("%s of %s instead of %s", tell.Buys(f), f.Fabric.Name, tell.Buys(now)))
			}
		}
	}
	if len(buy) == 0 {
		return "Planned anew for cloth so narrow, the quilt needs no more of it."
	}
	return "Planned anew for cloth so narrow: buy " + strings.Join(buy, ", ") + "."
}

// acrossCliff is the cliff of what is cut across strips or sets of one kind.
func (b cliffs) acrossCliff(name, one string, a cutting.Across, fabrics ...string) Cliff {
	c := b.cliff(name, one, a.Length, a.Layups.Strips, a.Cuts[0].Cut+b.Table.Squaring, func(usable measure.Length) int {
		at := a
		at.Length = usable
		return b.count(at)
	})
	if c.below == 0 {
		return c.Cliff
	}
	short, dealt := b.short(a, c.below), ""
	if len(a.Lots) > 0 || len(a.Of) > 0 {
		dealt = " as the prints are dealt"
	}
	c.Says = fmt.Sprintf("%s, down to %s of usable width. Below that %s %s short, and %s would do%s.%s",
		words.Plural(c.Strips, one), c.Least.Text, words.Plural(short, "sub-cut"), words.Are(short),
		words.Plural(c.then, one), dealt, c.saves)
	spare := 0
	for _, cut := range a.Cuts {
		spare += cut.Spare
	}
	switch {
	case spare == short && spare == 1:
		c.Rescue = append(c.Rescue, "Do without the spare.")
	case spare >= short:
		c.Rescue = append(c.Rescue, fmt.Sprintf("Do without %d of the %d spares.", short, spare))
	}
	c.Rescue = append(c.Rescue, b.anew(c.below, fabrics))
	return c.Cliff
}

// withEnds is the cliff of all strips of a fabric that patches come from, where the ends of some give patches of
// others: an inch less is less of every end.
func (b cliffs) withEnds(f cutting.FabricPlan) Cliff {
	count := func(p cutting.Plan) (n int) {
		for _, one := range p.Fabrics {
			for _, s := range one.Strips {
				if one.Fabric.ID == f.Fabric.ID && s.Patches != nil {
					n += s.Count
				}
			}
		}
		return n
	}
	widest := measure.Length(0)
	for _, s := range f.Strips {
		if s.Patches != nil {
			widest = max(widest, s.Patches.Cuts[0].Cut)
		}
	}
	c := b.cliff(f.Fabric.Name+", its ends used", "strip", f.Usable, count(b.Cut), widest+b.Table.Squaring,
		func(usable measure.Length) int {
			t := b.Table
			t.Usable = func(role string) (measure.Length, bool) {
				if w, ok := b.Table.Usable(role); b.Fabric(role) != f.Fabric.ID {
					return w, ok
				}
				return usable, true
			}
			plan := b.Cutting(&t)
			return count(plan)
		})
	if c.below == 0 {
		return c.Cliff
	}
	c.Says = fmt.Sprintf("%s in all, down to %s of usable width. Below that %s would do.%s",
		words.Plural(c.Strips, "strip"),
		c.Least.Text, words.Plural(c.then, "strip"), c.saves)
	c.Rescue = append(c.Rescue, b.anew(c.below, []string{f.Fabric.ID}))
	return c.Cliff
}

// cliffed is a cliff, and what happens just below it; nothing where the number holds as far as one looks.
type cliffed struct {
	Cliff
	below measure.Length
	then  int
	saves string
}

// cliff finds the widths at which a count changes, from the narrowest cloth that gives what is asked for.
func (b cliffs) cliff(name, one string, usable measure.Length, now int, least measure.Length,
	count func(usable measure.Length) int,
) cliffed {
	mark := b.Table.Ruler.Mark
	lo := max(usable-narrower, least).CeilTo(mark)
	hi := max(usable+wider, lo).CeilTo(mark)
	c := cliffed{Cliff: Cliff{
		Name: name, One: one, Usable: b.Table.Ruler.Read(usable), Strips: now, Edges: []LeastWidth{},
		Rescue: []string{},
	}}
	all := count
	count = func(usable measure.Length) int {
		if b.Purse.Empty() {
			return now // no more is looked at
		}
		return all(usable)
	}
	edges := []partEdge{{lo, count(lo)}}
	steps(lo, hi, mark, edges[0].n, count(hi), count, &edges)
	if b.Purse.Empty() {
		c.Least, c.Says = c.Usable, "Not looked at: this quilt is too large for all of its cliffs."
		return c
	}
	for _, e := range edges {
		c.Edges = append(c.Edges, LeastWidth{b.Table.Ruler.Read(e.at), e.n})
	}
	holds := lo
	for _, e := range edges {
		if e.at <= usable {
			holds = e.at
		}
	}
	c.Least, c.saves = b.Table.Ruler.Read(holds), b.saves(edges, usable)
	if holds-mark < lo {
		c.Says = fmt.Sprintf("%s, down to %s of usable width and further.%s", words.Plural(c.Strips, one), b.Say(lo), c.saves)
		return c
	}
	c.below = holds - mark
	c.then = count(c.below)
	return c
}

// saves says what a little more width would save.
func (b cliffs) saves(edges []partEdge, usable measure.Length) string {
	for _, e := range edges {
		if e.at > usable {
			return fmt.Sprintf(" From %s on, %d would be enough.", b.Say(e.at), e.n)
		}
	}
	return ""
}

// short is how many of the narrowest sub-cuts the planned strips do not give on cloth of a width.
func (b cliffs) short(a cutting.Across, usable measure.Length) int {
	planned := a.Layups.Strips
	a.Length = usable
	a.Cuts = append([]cutting.WidthCut{}, a.Cuts...)
	n := 0
	for i := len(a.Cuts) - 1; i >= 0; i-- {
		c := &a.Cuts[i]
		all := c.Make()
		c.Need, c.Spare = all, 0
		lo, hi := 0, all // the most that still comes out
		for lo < hi {
			c.Need = (lo + hi + 1) / 2
			if b.count(a) <= planned {
				lo = c.Need
			} else {
				hi = c.Need - 1
			}
		}
		c.Need = lo
		n += all - lo
		if b.count(a) <= planned {
			return n
		}
	}
	return n
}

// count is how many strips or sets would do, were they as long as they say.
func (b cliffs) count(a cutting.Across) int {
	e := fewest.Enough()
	n := a.Count(&b.Table, e)
	b.Spent(laying.CutCost(e.Used()))
	return n
}

type partEdge struct {
	at measure.Length
	n  int
}

// steps finds every width between lo and hi at which the count changes, to the mark: it never grows with the width.
func steps(lo, hi, mark measure.Length, nlo, nhi int, count func(measure.Length) int, into *[]partEdge) {
	if nlo <= nhi {
		return
	}
	if hi-lo <= mark {
		*into = append(*into, partEdge{hi, nhi})
		return
	}
	mid := (lo + (hi-lo)/2).CeilTo(mark)
	if mid >= hi {
		mid -= mark
	}
	n := count(mid)
	steps(lo, mid, mark, nlo, n, count, into)
	steps(mid, hi, mark, n, nhi, count, into)
}
