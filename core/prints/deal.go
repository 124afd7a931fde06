// Package prints tells which print goes where, and the values of cloth that lies side by side.
package prints

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"vicis/core/cloth"
	"vicis/core/cutting"
	"vicis/core/dealt"
	"vicis/core/drawn"
	"vicis/core/naming"
	"vicis/core/words"
	"vicis/core/work"
)

// DealShown is which print of an assortment goes where, what is cut of each, and what lies in the pile of each block.
type DealShown struct {
	Says    string                    `json:"says" doc:"How many of one print touch, and whether fewer could; empty where nothing is dealt"`
	Touches int                       `json:"touches"`
	Broken  int                       `json:"broken" doc:"Pairs that a rule keeps apart and that are alike all the same"`
	Between map[string][]string       `json:"between" doc:"By fabric: which of its prints lie between two values, or are used as another than they are seen as"`
	Order   string                    `json:"order" doc:"In which order the piles of the blocks lie"`
	Prints  []DealtPrint              `json:"prints" doc:"Of all assortments, whether they are dealt or not"`
	Blocks  map[naming.Unit]DealtUnit `json:"blocks" doc:"By the blocks of the picture of the quilt"`
	Cells   []DealtBlock              `json:"cells" doc:"In the order of the cells of the picture of the quilt, as far as they are dealt"`
	Sewn    []string                  `json:"sewn" doc:"What is sewn of which prints before it is cut apart or cut again, the first so many"`
	Alike   []AlikePair               `json:"alike" doc:"What touches and is alike, no more than can be marked"`
}

// DealtPrint is one print: how it is seen, and what is cut of it.
type DealtPrint struct {
	Fabric    string      `json:"fabric"`
	ID        string      `json:"id"`
	Name      string      `json:"name"`
	Colour    string      `json:"colour"`
	Grey      string      `json:"grey" doc:"The same lightness without colour"`
	Lightness int         `json:"lightness" doc:"CIE L*, 0 for black to 100 for white"`
	Value     cloth.Value `json:"value" enum:"light,middle,dark" doc:"What it is used as"`
	Blocks    int         `json:"blocks" doc:"Blocks it lies in"`
	Cuts      []PrintCut  `json:"cuts" doc:"What is cut of it"`
}

// PrintCut is so many of one thing from one print.
type PrintCut struct {
	Step naming.Step `json:"step"`
	Says string      `json:"says"`
}

// DealtUnit is where prints show in a block.
type DealtUnit struct {
	Roles  []string `json:"roles" doc:"The role of each place"`
	Nth    []int    `json:"nth" doc:"How many of that role come up to it"`
	Places []string `json:"places" doc:"What each place is called"`
}

// DealtBlock is one block of the quilt and what it was dealt.
type DealtBlock struct {
	Block  naming.Unit `json:"block"`
	Row    int         `json:"row"`
	Column int         `json:"column"`
	Called string      `json:"called"`
	Prints []int       `json:"prints" doc:"For each place of the block, which of all the prints"`
	Held   []bool      `json:"held" doc:"For each place, whether it was dealt by hand"`
	Says   string      `json:"says" doc:"What lies in its pile"`
}

// AlikePair is two places of one print that touch.
type AlikePair struct {
	A DealtPlace `json:"a"`
	B DealtPlace `json:"b"`
}

// DealtPlace is a place in a block of the quilt.
type DealtPlace struct {
	Cell int `json:"cell" doc:"Among the cells"`
	Spot int `json:"spot" doc:"Among the places of the block"`
}

// EmptyDeal is that nothing is dealt.
func EmptyDeal() DealShown {
	return DealShown{
		Between: map[string][]string{}, Prints: []DealtPrint{}, Blocks: map[naming.Unit]DealtUnit{},
		Cells: []DealtBlock{}, Alike: []AlikePair{}, Sewn: []string{},
	}
}

// Deal tells how prints are dealt.
func (b Prints) Deal() DealShown {
	out := EmptyDeal()
	d := b.Dealt
	for _, f := range b.Fabrics {
		for _, s := range f.Swatches() {
			out.Prints = append(out.Prints, printed(f, s))
		}
		if says := between(f.List); len(says) > 0 {
			out.Between[f.ID] = says
		}
	}
	if !d.Any() {
		return out
	}
	out.Touches, out.Broken = d.Deal.Touches, d.Deal.Broken
	out.Says, out.Order = b.touchWords(), "Row by row from the top, each from left to right, as the quilt is laid."
	for unit, s := range d.Spots {
		out.Blocks[unit] = b.unit(s)
	}
	at := make([]int, len(d.Prints)) // which of all told prints
	for i, p := range d.Prints {
		at[i] = slices.IndexFunc(out.Prints, func(o DealtPrint) bool { return o.Fabric == p.Fabric && o.ID == p.Swatch.ID })
	}
	for _, c := range d.Cells {
		one := DealtBlock{
			Block: c.Unit, Row: c.Row, Column: c.Column, Called: fmt.Sprintf("Row %d, %s", c.Row, words.Ordinal(c.Column)),
			Prints: []int{}, Held: c.Held,
		}
		patches := make([]int, len(out.Prints))
		here := map[int]bool{}
		for _, p := range c.Prints {
			one.Prints = append(one.Prints, at[p])
			if !here[at[p]] {
				here[at[p]] = true
				out.Prints[at[p]].Blocks++
			}
		}
		for _, spot := range d.Spots[c.Unit].Of {
			if spot >= 0 {
				patches[at[c.Prints[spot]]]++
			}
		}
		var says []string
		for p, n := range patches {
			if n > 0 {
				says = append(says, fmt.Sprintf("%d of %s", n, out.Prints[p].Name))
			}
		}
		one.Says = strings.Join(says, ", ")
		out.Cells = append(out.Cells, one)
	}
	b.cutOf(&out, at)
	out.Sewn = b.sewn()
	for _, pair := range d.Alike {
		out.Alike = append(out.Alike, AlikePair{DealtPlace{pair[0][0], pair[0][1]}, DealtPlace{pair[1][0], pair[1][1]}})
	}
	return out
}

// printed tells how a print is seen.
func printed(f cloth.Fabric, s cloth.Swatch) DealtPrint {
	l := cloth.Lightness(s.Colour)
	return DealtPrint{
		Fabric: f.ID, ID: s.ID, Name: s.Name, Colour: s.Colour, Grey: drawn.Grey(l), Lightness: int(math.Round(l)),
		Value: s.Is(),
		Cuts:  []PrintCut{},
	}
}

// between names the prints that belong to no value for sure, and those that are used as another than they are seen as.
func between(list []cloth.Swatch) (says []string) {
	type kind struct {
		seen, used cloth.Value
		pair       string
	}
	names := map[kind][]string{}
	var order []kind
	for _, s := range list {
		seen, or := cloth.SeenValue(s.Colour)
		var k kind
		switch {
		case s.Value != "" && s.Value != seen && s.Value != or:
			k = kind{seen: seen, used: s.Value}
		case s.Value != "" || or == "":
			continue
		case seen == cloth.Dark || or == cloth.Dark:
			k.pair = "dark and middle"
		default:
			k.pair = "middle and light"
		}
		if names[k] == nil {
			order = append(order, k)
		}
		names[k] = append(names[k], s.Name)
	}
	for _, k := range order {
		who, n := words.Listed(names[k]), len(names[k])
		if k.pair == "" {
			says = append(says, fmt.Sprintf("%s %s seen as %s and used as %s.", who, words.Are(n), k.seen, k.used))
			continue
		}
		says = append(says, fmt.Sprintf("%s %s between %s: half shut, your eyes may see either.", who, words.Verb(n, "lie"),
			k.pair))
	}
	return says
}

// roleName is what a role is called.
func (b Prints) roleName(role string) string {
	for _, r := range b.Roles {
		if r.ID == naming.BaseRole(role) {
			return r.Name
		}
	}
	return role
}

// touchWords says what touches, and no more than is known of it.
func (b Prints) touchWords() string {
	d := b.Dealt.Deal
	where := "edge to edge"
	if b.DealAsked.Corners {
		where = "at an edge or a corner"
	}
	var says string
	switch {
	case d.Touches == 0:
		says = fmt.Sprintf("No print touches itself %s.", where)
	case d.Proven():
		says = fmt.Sprintf("%s of one print touch %s: with these prints, as many of each, fewer cannot be.",
			words.UpperFirst(pairs(d.Touches)), where)
	case d.Least > 0:
		says = fmt.Sprintf("%s of one print touch %s: fewer than %d cannot be with as many of each; between that and this "+
			"it is not known.",
			words.UpperFirst(pairs(d.Touches)), where, d.Least)
	default:
		says = fmt.Sprintf("%s of one print touch %s: fewer were looked for and not found.",
			words.UpperFirst(pairs(d.Touches)), where)
	}
	if d.Broken > 0 {
		says += fmt.Sprintf(" %s that a rule keeps apart %s alike.", words.UpperFirst(pairs(d.Broken)), words.Are(d.Broken))
	}
	return says
}

func pairs(n int) string { return words.Plural(n, "pair") }

// unit tells where prints show in a block.
func (b Prints) unit(s dealt.Spots) DealtUnit {
	one := DealtUnit{Roles: []string{}, Nth: append([]int{}, s.Nth...), Places: []string{}}
	for i, role := range s.Roles {
		one.Roles = append(one.Roles, naming.BaseRole(role))
		one.Places = append(one.Places, fmt.Sprintf("%s %d", b.roleName(role), s.Nth[i]))
	}
	return one
}

// mostSewn is of how many combinations of prints it is told what is sewn of them.
const mostSewn = 600

// sewn tells what is sewn of which prints, so that its patches are piled so.
func (b Prints) sewn() []string {
	list := []string{}
	for _, s := range b.Dealt.Sewn[:min(mostSewn, len(b.Dealt.Sewn))] {
		var names []string
		for _, p := range s.Prints {
			names = append(names, b.Dealt.Prints[p].Swatch.Name)
		}
		list = append(list, fmt.Sprintf("%d × %s of %s", s.Count, b.NameOf(s.Step), strings.Join(names, " · ")))
	}
	return list
}

// cutOf lists what is cut of every print: patches by the step that cuts them, strips of strip sets by their width.
func (b Prints) cutOf(out *DealShown, at []int) {
	add := func(print int, step naming.Step, name, size string, n int) {
		p := &out.Prints[at[print]]
		p.Cuts = append(p.Cuts, PrintCut{step, fmt.Sprintf("%d × %s for %s", n, size, name)})
	}
	for _, m := range b.Units {
		for _, act := range m.Acts {
			if of := b.Dealt.Cut.Prints[act.ID]; of != nil && act.Patch != nil {
				for print, n := range of {
					if n > 0 {
						add(print, act.ID, b.NameOf(act.ID),
							words.By(b.Table.Ruler, act.Patch.W.CeilTo(b.Table.Ruler.Mark), act.Patch.H.CeilTo(b.Table.Ruler.Mark)), n)
					}
				}
			}
		}
	}
	for _, f := range b.Cut.Fabrics {
		first, dealt := b.Dealt.Cut.First[f.Fabric.ID]
		if !dealt {
			continue
		}
		for _, s := range f.Strips {
			for print, n := range s.Dealt {
				if n > 0 {
					add(first+print, s.ID, b.setNames(s), "strip of "+b.Say(s.Cut), n)
				}
			}
		}
	}
}

// setNames is the strip sets that strips are cut for.
func (b Prints) setNames(s cutting.StripPlan) string {
	var names []string
	for _, a := range b.Cut.Sets {
		m := b.Unit(a.Set)
		for _, act := range m.Acts {
			for _, strip := range act.Strips {
				if cutting.PileOf(strip) == s.ID && !slices.Contains(names, m.Unit.Name) {
					names = append(names, m.Unit.Name)
				}
			}
		}
	}
	return words.Listed(names)
}

// Prints tells which print goes where.
type Prints struct{ *work.Work }

// Of tells the prints of a work.
func Of(w *work.Work) Prints { return Prints{w} }
