package ask

import (
	"fmt"
	"strings"

	"vicis/core/cutting"
	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/problem"
	"vicis/core/sheet"
	"vicis/core/words"
)

// Cliff says for strips or sets that are cut across at which usable widths of the cloth their number changes: an inch
// less and one more is needed.
type Cliff struct {
	Name   string          `json:"name"`
	Usable measure.Reading `json:"usable" doc:"As it was entered"`
	Strips int             `json:"strips" doc:"At that width"`
	One    string          `json:"one" enum:"strip,set"`
	Edges  []Edge          `json:"edges" doc:"From the narrowest cloth looked at to the widest"`
	Least  measure.Reading `json:"least" doc:"The narrowest cloth with which the number holds"`
	Says   string          `json:"says"`
	Rescue []string        `json:"rescue" doc:"What helps below it, the cheapest first"`
}

// Edge is the least usable width from which so many strips or sets are enough.
type Edge struct {
	From   measure.Reading `json:"from"`
	Strips int             `json:"strips"`
}

// How far around the width entered one looks: cloth differs by a few inches.
const (
	narrower = 6 * measure.Inch
	wider    = 4 * measure.Inch
)

// Cliffs finds them for every strip set and every kind of strip that patches come from.
func Cliffs(d document.Document) ([]Cliff, problem.List) {
	b, ok := about(d)
	list := []Cliff{}
	if !ok {
		return list, *b.Problems
	}
	for _, f := range b.Cut.Fabrics {
		for _, s := range f.Strips {
			if s.Patches != nil {
				list = append(list, b.cliff(b.Say(s.Cut)+" "+f.Fabric.Name, "strip", *s.Patches,
					map[string]measure.Length{f.Fabric.ID: s.Cut}))
			}
		}
	}
	for _, a := range b.Cut.Sets {
		set := b.Unit(a.Set)
		cloth := map[string]measure.Length{}
		for _, s := range set.Acts[0].Strips {
			cloth[b.Fabric(s.Role)] += s.Width.CeilTo(b.Table.Ruler.Mark)
		}
		list = append(list, b.cliff(set.Unit.Name, "set", a, cloth))
	}
	return list, *b.Problems
}

// more says what n more strips or sets cost; cloth is how much of each fabric one of them takes.
func (b asked) more(one string, n int, cloth map[string]measure.Length) string {
	words := words.Plural(n, one) + " more"
	var buy []string
	for _, f := range b.Cut.Fabrics {
		if bought := b.Buying.Of(f.Rest +
			cloth[f.Fabric.ID]*measure.Length((n+f.Prints-1)/f.Prints)); cloth[f.Fabric.ID] > 0 && bought > f.Buy {
			buy = append(buy, fmt.Sprintf("%s of %s instead of %s", b.Shop().Cloth(bought)+sheet.Each(f), f.Fabric.Name,
				b.Shop().Cloth(f.Buy)))
		}
	}
	if len(buy) == 0 {
		return words + ": there is room in the cloth that is bought."
	}
	return words + ": buy " + strings.Join(buy, ", ") + "."
}

func (b asked) cliff(name, one string, a cutting.Across, cloth map[string]measure.Length) Cliff {
	mark := b.Table.Ruler.Mark
	count := func(usable measure.Length) int {
		at := a
		at.Length = usable
		return at.Count(&b.Table)
	}
	lo := max(a.Length-narrower, a.Cuts[0].Cut+b.Table.Squaring).CeilTo(mark)
	hi := max(a.Length+wider, lo).CeilTo(mark)
	c := Cliff{
		Name: name, One: one, Usable: b.Table.Ruler.Read(a.Length), Strips: a.Layups.Strips, Edges: []Edge{},
		Rescue: []string{},
	}
	edges := []edge{{lo, count(lo)}}
	steps(lo, hi, mark, edges[0].n, count(hi), count, &edges)
	for _, e := range edges {
		c.Edges = append(c.Edges, Edge{b.Table.Ruler.Read(e.at), e.n})
	}
	holds := lo
	for _, e := range edges {
		if e.at <= a.Length {
			holds = e.at
		}
	}
	c.Least = b.Table.Ruler.Read(holds)
	below := holds - mark
	if below < lo {
		c.Says = fmt.Sprintf("%s, down to %s of usable width and further.%s", words.Plural(c.Strips, one), b.Say(lo),
			b.saves(edges, a.Length))
		return c
	}
	n := count(below)
	short := b.short(a, below)
	c.Says = fmt.Sprintf("%s, down to %s of usable width. Below that %s %s short, and %s would do.%s",
		words.Plural(c.Strips, one), b.Say(holds), words.Plural(short, "sub-cut"), isAre(short), words.Plural(n, one),
		b.saves(edges, a.Length))
	spare := 0
	for _, cut := range a.Cuts {
		spare += cut.Spare
	}
	if spare >= short {
		c.Rescue = append(c.Rescue, fmt.Sprintf("Do without %d of the %s.", short, words.Plural(spare, "spare")))
	}
	c.Rescue = append(c.Rescue, b.more(one, n-c.Strips, cloth))
	return c
}

// saves says what a little more width would save.
func (b asked) saves(edges []edge, usable measure.Length) string {
	for _, e := range edges {
		if e.at > usable {
			return fmt.Sprintf(" From %s on, %d would be enough.", b.Say(e.at), e.n)
		}
	}
	return ""
}

func isAre(n int) string {
	if n == 1 {
		return "is"
	}
	return "are"
}

// short is how many of the narrowest sub-cuts the planned strips do not give on cloth of a width.
func (b asked) short(a cutting.Across, usable measure.Length) int {
	planned := a.Layups.Strips
	a.Length = usable
	a.Cuts = append([]cutting.SubCut{}, a.Cuts...)
	n := 0
	for i := len(a.Cuts) - 1; i >= 0; i-- {
		c := &a.Cuts[i]
		all := c.Make()
		c.Need, c.Spare = all, 0
		lo, hi := 0, all // the most that still comes out
		for lo < hi {
			c.Need = (lo + hi + 1) / 2
			if a.Count(&b.Table) <= planned {
				lo = c.Need
			} else {
				hi = c.Need - 1
			}
		}
		c.Need = lo
		n += all - lo
		if a.Count(&b.Table) <= planned {
			return n
		}
	}
	return n
}

type edge struct {
	at measure.Length
	n  int
}

// steps finds every width between lo and hi at which the count changes, to the mark: it never grows with the width.
func steps(lo, hi, mark measure.Length, nlo, nhi int, count func(measure.Length) int, into *[]edge) {
	if nlo <= nhi {
		return
	}
	if hi-lo <= mark {
		*into = append(*into, edge{hi, nhi})
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
