// Package askpress answers questions about the pressing: why a seam goes its way and what if it went the other,
// remedies, arrangements.
package askpress

import (
	"fmt"
	"slices"

	"vicis/core/ask"
	"vicis/core/document"
	"vicis/core/naming"
	"vicis/core/pressing"
	"vicis/core/problem"
	"vicis/core/words"
)

// presses is a quilt whose pressing is asked about.
type presses struct{ ask.Worked }

func pressesOf(d document.Document, purse *ask.Purse) (presses, bool) {
	w, ok := ask.About(d, purse)
	return presses{w}, ok
}

// Seam questions: why it goes the way it does, and what it would cost if it went another.

// Asked is one seam with its reasons and what else could be done with it.
type Asked struct {
	Seam    naming.Seam  `json:"seam"`
	Name    string       `json:"name"`
	Says    string       `json:"says" doc:"Which way it goes"`
	Held    bool         `json:"held" doc:"You hold it so"`
	Done    bool         `json:"done" doc:"It is pressed already"`
	Through string       `json:"through" doc:"That a dark allowance may show through; empty where none does"`
	Layers  int          `json:"layers" doc:"Of cloth where others meet along it, at the thickest point; 0 where none does"`
	Why     []string     `json:"why" doc:"The chain of reasons, one after the other"`
	Choices []SeamChoice `json:"choices"`
	Passed  string       `json:"passed" doc:"That not every choice was worked out, where the quilt is too large for that"`
}

// SeamChoice is another way for a seam, and its price.
type SeamChoice struct {
	Way      string            `json:"way" doc:"What it is, in the imperative"`
	Clashes  int               `json:"clashes" doc:"Crossings that then lie on each other"`
	Leaves   string            `json:"leaves" doc:"What becomes of the crossings then, in words"`
	More     int               `json:"more" doc:"How many more that is"`
	Layers   int               `json:"layers" doc:"Of cloth along this seam then, at the thickest point"`
	Undone   []string          `json:"undone" doc:"The seams of which stitches are undone where crossings of this one are spun"`
	Redone   []Redone          `json:"redone" doc:"What else would be pressed another way, everything else solved round it, or sewn with other stitches"`
	Document document.Document `json:"document" doc:"The project with the choice taken"`
}

// AboutSeam answers for one seam of a document.
func AboutSeam(d document.Document, seam naming.Seam, purse *ask.Purse) (Asked, problem.List) {
	out := Asked{Seam: seam, Why: []string{}, Choices: []SeamChoice{}}
	b, ok := pressesOf(d, purse)
	if !ok {
		return out, *b.Problems
	}
	now, known := b.Press.Decisions[seam]
	if !known {
		b.Problems.Stop("seam-unknown", "/seam", fmt.Sprintf("There is no seam “%s” in this quilt.", seam),
			"Choose one of its seams.")
		return out, *b.Problems
	}
	out.Name, out.Says, out.Held = words.UpperFirst(b.SeamName(seam)), b.SeamWay(now), b.Press.Held(seam)
	out.Done = b.DoneSeam(seam)
	out.Why, out.Layers, out.Through = b.why(seam), b.Press.LayersOver()[seam], b.through(now)
	add := func(way string, change func(p *document.Press)) {
		c, err := document.Copy(d)
		if err != nil {
			return
		}
		if purse.Empty() {
			out.Passed = "Not everything that could be done with it was worked out: this quilt is too large for that."
			return
		}
		if c.Press == nil {
			c.Press = &document.Press{}
		}
		if c.Press.Held == nil {
			c.Press.Held = map[naming.Seam]document.SeamSide{}
		}
		change(c.Press)
		if choice, ok := b.choice(seam, way, c, !slices.Equal(c.Press.Spun, spun(d))); ok {
			out.Choices = append(out.Choices, choice)
		}
	}
	hold := func(side document.SeamSide) func(*document.Press) {
		return func(p *document.Press) { p.Held[seam] = side }
	}
	sides := map[int]document.SeamSide{1: document.Plus, -1: document.Minus, 0: document.Both}
	if !out.Held {
		add("Hold it as it is", hold(sides[now.X]))
	}
	for _, x := range []int{1, -1} {
		if x != now.X {
			add("Press it toward "+b.Toward(pressing.Decision{Seam: now.Seam, X: x}), hold(sides[x]))
		}
	}
	if now.X != 0 {
		add("Open it", hold(document.Both))
	}
	if out.Held {
		add("No longer hold it", func(p *document.Press) { delete(p.Held, seam) })
	}
	b.spins(out, now, add)
	return out, *b.Problems
}

// through says that a dark allowance may show through; nothing where none does.
func (b presses) through(d pressing.Decision) string {
	if !d.ShowsThrough(b.Lightness) {
		return ""
	}
	return fmt.Sprintf("A dark allowance lies under %s, and may show through. Press it toward %s, or trim the dark "+
		"allowance a little narrower than the light one.", b.Toward(d), b.Toward(pressing.Decision{Seam: d.Seam, X: -d.X}))
}

// spins offers to spin crossings of a seam, or no longer to.
func (b presses) spins(out Asked, now pressing.Decision, add func(way string, change func(p *document.Press))) {
	seam := out.Seam
	mine := func(key naming.Crossing) bool { return key.Seam() == seam }
	if b.IsSpun(seam) {
		add("No longer spin its crossings", func(p *document.Press) { p.Spun = slices.DeleteFunc(p.Spun, mine) })
	} else if n := now.Seam.Points; n > 0 && !b.copies()[seam] {
		spin := func(keys ...naming.Crossing) func(*document.Press) {
			return func(p *document.Press) { p.Spun = append(p.Spun, keys...) }
		}
		if n == 1 {
			add("Spin its crossing", spin(seam.At(1)))
		} else {
			add("Spin the crossing in its middle", spin(seam.At((n+1)/2)))
			all := fmt.Sprintf("Spin all %d of its crossings", n)
			if n == 2 {
				all = "Spin both of its crossings"
			}
			add(all, spin(seam.All()))
		}
		if out.Layers < pressing.Thick {
			return
		}
		if thick := b.thick(); len(thick) > 1 {
			add(fmt.Sprintf("Spin the crossings of all %d seams as thick", len(thick)), spin(thick...))
		}
	}
}

// copies are the seams of units in another colourway, or of those that are pressed two ways: they are spun like that of
// the unit which they are a copy of.
func (b presses) copies() map[naming.Seam]bool {
	list := map[naming.Seam]bool{}
	for _, m := range b.Units {
		for _, s := range m.Seams {
			list[s.ID] = list[s.ID] || m.Unit.Of > 0
		}
	}
	return list
}

// thick lists the seams whose crossings can be spun and are as thick as a needle labours at, all of each.
func (b presses) thick() (list []naming.Crossing) {
	layers, copies := b.Press.LayersOver(), b.copies()
	for _, seam := range b.Press.Order {
		if layers[seam] >= pressing.Thick && b.Press.Decisions[seam].Seam.Points > 0 && !copies[seam] && !b.IsSpun(seam) {
			list = append(list, seam.All())
		}
	}
	return list
}

// choice is what becomes of the quilt with a seam treated another way; anew where what is spun is joined another way.
func (b presses) choice(seam naming.Seam, way string, c document.Document, anew bool) (SeamChoice, bool) {
	held := b.Holding(*c.Press)
	if anew {
		again, _, ok := ask.BlocksOf(c, b.Purse)
		if !ok {
			return SeamChoice{}, false
		}
		held = again.Sewn
	}
	other := held.Pressed()
	choice := SeamChoice{
		Way: way, Clashes: other.Press.Clashes, Leaves: leaves(other.Press),
		More: other.Press.Clashes - b.Press.Clashes, Layers: other.Press.LayersOver()[seam],
		Redone: b.redone(other, seam), Undone: []string{}, Document: c,
	}
	if anew {
		choice.Undone = append(choice.Undone, b.SeamNames(held.Undone[seam])...)
	}
	return choice, true
}

func spun(d document.Document) []naming.Crossing {
	if d.Press == nil {
		return nil
	}
	return d.Press.Spun
}

var reasons = map[pressing.Reason]string{
	pressing.ByHand:   "You hold %s %s.",
	pressing.BySchool: "%s goes %s, as you press every seam.",
	pressing.ByBulk:   "%s goes %s, away from the side where more seams end.",
	pressing.ByDark:   "%s goes %s, the darker side.",
	pressing.ByMiddle: "%s goes %s, as you press from the middle of each unit or toward it.",
	pressing.ByKinds:  "%s goes %s, so that of kinds that look alike each can lie where another does.",
	pressing.ByOneWay: "%s goes %s, the same way as the seam beside it.",
	pressing.ByTurn: "Nothing speaks for either side of %s; %s, so that what is sewn goes one way and the other in " +
		"turn.",
	pressing.ByNothing: "Nothing speaks for either side of %s: %s will do.",
}

// why gives the chain of reasons for a seam, from it to what decided it.
func (b presses) why(seam naming.Seam) []string {
	chain := b.Press.Reasons().Why(seam)
	list := b.linkWords(chain.Links)
	if len(list) > 0 {
		list[len(list)-1] += " That decides it:"
	}
	name := b.SeamName(chain.End)
	says := reasons[chain.Why]
	if chain.Why == pressing.BySchool && b.Schools.Steps[chain.End.Owner().ID()].Press != "" {
		says = "%s goes %s, as you press every seam there."
	}
	if says[0] == '%' {
		name = words.UpperFirst(name)
	}
	return append(list, fmt.Sprintf(says, name, b.SeamWay(b.Press.Decisions[chain.End])))
}

// Pressed is the pressing of a document alone.
func Pressed(d document.Document) (pressing.Plan, bool) {
	b, ok := pressesOf(d, ask.Enough(nil))
	return b.Press, ok
}
