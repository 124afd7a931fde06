package plan

import (
	"fmt"
	"maps"
	"slices"

	"vicis/core/batching"
	"vicis/core/document"
	"vicis/core/naming"
	"vicis/core/pressing"
	"vicis/core/problem"
)

// Seam questions: why it goes the way it does, and what it would cost if it went another.

// Asked is one seam with its reasons and what else could be done with it.
type Asked struct {
	Seam    naming.Seam `json:"seam"`
	Name    string      `json:"name"`
	Says    string      `json:"says" doc:"Which way it goes"`
	Held    bool        `json:"held" doc:"You hold it so"`
	Done    bool        `json:"done" doc:"It is pressed already"`
	Why     []string    `json:"why" doc:"The chain of reasons, one after the other"`
	Choices []Choice    `json:"choices"`
}

// Choice is another way for a seam, and its price.
type Choice struct {
	Way      string            `json:"way" doc:"What it is, in the imperative"`
	Clashes  int               `json:"clashes" doc:"Crossings that then lie on each other"`
	Leaves   string            `json:"leaves" doc:"What becomes of the crossings then, in words"`
	More     int               `json:"more" doc:"How many more that is"`
	Changes  []string          `json:"changes" doc:"What else would be pressed another way, everything else solved round it"`
	Again    []string          `json:"again" doc:"What is pressed already and would be pressed again"`
	Document document.Document `json:"document" doc:"The project with the choice taken"`
}

// AboutSeam answers for one seam of a document.
func AboutSeam(d document.Document, seam naming.Seam) (Asked, problem.List) {
	out := Asked{Seam: seam, Why: []string{}, Choices: []Choice{}}
	b, ok := planned(d)
	if !ok {
		return out, b.problems
	}
	now, known := b.press.Decisions[seam]
	if !known {
		b.problems.Stop("seam-unknown", "/seam", fmt.Sprintf("There is no seam “%s” in this quilt.", seam), "Choose one of its seams.")
		return out, b.problems
	}
	out.Name, out.Says, out.Held = upperFirst(b.seamName(seam)), b.seamWay(now), b.press.Held(seam)
	out.Done = b.isDone(seam)
	out.Why = b.why(seam)
	held := func(side document.Side) document.Document {
		c := copied(d)
		if c.Press == nil {
			c.Press = &document.Press{}
		}
		if c.Press.Held == nil {
			c.Press.Held = map[naming.Seam]document.Side{}
		}
		c.Press.Held[seam] = side
		return c
	}
	add := func(way string, c document.Document) {
		other, ok := planned(c)
		if !ok {
			return
		}
		choice := Choice{Way: way, Clashes: other.press.Clashes, Leaves: leaves(other.press), More: other.press.Clashes - b.press.Clashes, Changes: []string{}, Again: []string{}, Document: c}
		for _, batch := range b.sewing() {
			changed := false
			for _, s := range batch.Presses {
				was, is := b.press.Decisions[s], other.press.Decisions[s]
				changed = changed || s != seam && was.X != is.X
			}
			if changed {
				choice.Changes = append(choice.Changes, batch.Name)
				if slices.Contains(b.done(), batch.ID) {
					choice.Again = append(choice.Again, batch.Name)
				}
			}
		}
		out.Choices = append(out.Choices, choice)
	}
	sides := map[int]document.Side{1: document.Plus, -1: document.Minus, 0: document.Both}
	if !out.Held {
		add("Hold it as it is", held(sides[now.X]))
	}
	for _, x := range []int{1, -1} {
		if x != now.X {
			add("Press it toward "+b.toward(pressing.Decision{Seam: now.Seam, X: x}), held(sides[x]))
		}
	}
	if now.X != 0 {
		add("Open it", held(document.Both))
	}
	if out.Held {
		c := copied(d)
		delete(c.Press.Held, seam)
		add("No longer hold it", c)
	}
	mine := func(key naming.Crossing) bool { return key.Seam() == seam }
	c := copied(d)
	if c.Press == nil {
		c.Press = &document.Press{}
	}
	if b.isSpun(seam) {
		c.Press.Spun = slices.DeleteFunc(c.Press.Spun, mine)
		add("No longer spin its crossings", c)
	} else if can := slices.DeleteFunc(b.spinnable(b.pieced()), func(key naming.Crossing) bool { return !mine(key) }); len(can) > 0 {
		c.Press.Spun = append(c.Press.Spun, can...)
		add("Spin the crossing in its middle", c)
	}
	return out, b.problems
}

// heldSeams warns of seams that are held or spun and are no longer there.
func (b *builder) heldSeams() {
	if b.d.Press == nil {
		return
	}
	gone := func(at string, seam naming.Seam) {
		if _, there := b.press.Decisions[seam]; !there {
			b.problems.Warn("seam-gone", at, fmt.Sprintf("“%s” was held, and there is no such seam any more.", seam), "Take it out under Press, or undo what took the seam away.")
		}
	}
	for _, seam := range slices.Sorted(maps.Keys(b.d.Press.Held)) {
		gone(problem.At("press", "held", seam), seam)
	}
	for i, key := range b.d.Press.Spun {
		gone(problem.At("press", "spun", i), key.Seam())
	}
}

// seamWay says which way one seam goes.
func (b *builder) seamWay(d pressing.Decision) string {
	switch {
	case b.isSpun(d.Seam.ID):
		return "spun at its crossings"
	case d.X == 0:
		return "open"
	}
	return "toward " + b.toward(d)
}

// done lists the steps that are pressed already.
func (b *builder) done() []naming.Step {
	if b.d.Press == nil {
		return nil
	}
	return b.d.Press.Done
}

func (b *builder) isDone(seam naming.Seam) bool {
	return slices.ContainsFunc(b.sewing(), func(batch batching.Batch) bool {
		return slices.Contains(batch.Presses, seam) && slices.Contains(b.done(), batch.ID)
	})
}

// sewing is the batches, once they are known.
func (b *builder) sewing() []batching.Batch {
	if b.batches == nil {
		b.batches = batching.Plan(b.units, b.layout, b.lines)
	}
	return b.batches
}

var reasons = map[pressing.Reason]string{
	pressing.ByHand:    "You hold %s %s.",
	pressing.BySchool:  "%s goes %s, as you press every seam.",
	pressing.ByBulk:    "%s goes %s, away from the side where more seams end.",
	pressing.ByDark:    "%s goes %s, the darker side.",
	pressing.ByMiddle:  "%s goes %s, as you press from the middle of each unit or toward it.",
	pressing.ByOneWay:  "%s goes %s, the same way as the seam beside it.",
	pressing.ByTurn:    "Nothing speaks for either side of %s; %s, so that what is sewn goes one way and the other in turn.",
	pressing.ByNothing: "Nothing speaks for either side of %s: %s will do.",
}

// why gives the chain of reasons for a seam, from it to what decided it.
func (b *builder) why(seam naming.Seam) []string {
	chain := b.press.Why(seam)
	list := b.linkWords(chain.Links)
	if len(list) > 0 {
		list[len(list)-1] += " That decides it:"
	}
	name := b.seamName(chain.End)
	words := reasons[chain.Why]
	if words[0] == '%' {
		name = upperFirst(name)
	}
	return append(list, fmt.Sprintf(words, name, b.seamWay(b.press.Decisions[chain.End])))
}

// Pressed is the pressing of a document alone.
func Pressed(d document.Document) (pressing.Plan, bool) {
	b, ok := planned(d)
	return b.press, ok
}
