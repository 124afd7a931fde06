package plan

import (
	"fmt"
	"strings"

	"vicis/core/batching"
	"vicis/core/making"
	"vicis/core/pressing"
	"vicis/core/quilt"
	"vicis/core/trimming"
)

// Pressing is which way every seam goes, and whether the crossings nest.
type Pressing struct {
	Says      string       `json:"says"`
	Detail    string       `json:"detail"`
	Crossings int          `json:"crossings"`
	Nested    int          `json:"nested"`
	Clashes   int          `json:"clashes"`
	Opened    int          `json:"opened"`
	Turned    int          `json:"turned" doc:"Blocks to lay turned by half beyond what the layout says"`
	Places    []PressPlace `json:"places"`
	Lines     []PressLine  `json:"lines" doc:"What to press, in order of work"`
}

// PressPlace is a kind of spot where seams cross.
type PressPlace struct {
	Where     string `json:"where"`
	Crossings int    `json:"crossings"`
	Clashes   int    `json:"clashes"`
}

// PressLine is one kind of thing to press, all of them alike.
type PressLine struct {
	Step    string `json:"step"`
	Name    string `json:"name"`
	Says    string `json:"says"`
	Count   int    `json:"count"`
	Seams   int    `json:"seams" doc:"Seams in one"`
	Picture string `json:"picture"`
}

func emptyPressing() Pressing { return Pressing{Places: []PressPlace{}, Lines: []PressLine{}} }

func (b *builder) sizes() []trimming.Size { return trimming.Sizes(b.units, b.layout, b.t.Seam) }

func (b *builder) pressList() Pressing {
	p := b.press
	out := emptyPressing()
	out.Crossings, out.Clashes, out.Opened, out.Turned = p.Crossings, p.Clashes, p.Opened, p.Layout.Turned
	out.Nested = p.Crossings - p.Clashes - p.Opened
	for _, place := range p.Places {
		out.Places = append(out.Places, PressPlace{place.Where, place.Crossings, place.Clashes})
	}
	switch {
	case p.Crossings == 0:
		out.Says, out.Detail = "No seams cross in this quilt", "Press as you like: nothing has to nest."
	case p.Opened == p.Crossings:
		out.Says = "Every seam is opened"
		out.Detail = fmt.Sprintf("Open seams do not nest: pin at each of the %d crossings.", p.Crossings)
	case p.Clashes == 0:
		out.Says = fmt.Sprintf("All %s of this quilt nest", plural(p.Crossings, "crossing"))
		out.Detail = "One way of pressing for each kind. Nothing needs to be opened."
	default:
		out.Says = fmt.Sprintf("%d of %s do not nest", p.Clashes, plural(p.Crossings, "crossing"))
		switch {
		case b.d.Schools.Press == pressing.Dark:
			out.Detail = "You press to the dark, come what may. Press to nest instead, or pin these crossings."
		case p.Proven():
			out.Detail = "With one way of pressing for each kind, fewer is not possible. Pin these crossings or open the seams there"
			if onlyBetweenBlocks(p.Places) {
				out.Detail += "; a plain block between the pieced ones would let all nest"
			}
			out.Detail += "."
		default:
			out.Detail = "This is the best way found; a better one may exist. Pin these crossings or open the seams there."
		}
	}
	if p.Layout.Turned > 0 {
		which := fmt.Sprintf("Lay %s turned by %s", map[quilt.Pattern]string{quilt.EveryOther: "every other block", quilt.EveryColumn: "the blocks of every other column", quilt.EveryRow: "the blocks of every other row"}[p.Layout.Turning.Which], map[int]string{180: "half", 90: "a quarter"}[p.Layout.Turning.Degrees])
		out.Detail += fmt.Sprintf(" %s, %d in all: it looks the same, and its seams then nest with its neighbours.", which, p.Layout.Turned)
	}
	for _, batch := range b.sewing() {
		if len(batch.Presses) == 0 {
			continue
		}
		line := PressLine{Step: batch.ID, Name: batch.Name, Says: b.pressWords(batch), Count: batch.Make, Seams: max(batch.Seams, len(batch.Presses))}
		if batch.Stage != batching.Top {
			line.Picture = batch.ID
		}
		out.Lines = append(out.Lines, line)
	}
	return out
}

// onlyBetweenBlocks says whether every clash lies where blocks meet. Then each block nests inside as it is pressed, a plain
// block beside it brings no seam to clash with, and rows pressed alternately nest at the corners.
func onlyBetweenBlocks(places []pressing.Place) bool {
	for _, place := range places {
		if place.Inside && place.Clashes > 0 {
			return false
		}
	}
	return true
}

// pressWords says which way the seams of one batch go, and whether they are set first.
func (b *builder) pressWords(batch batching.Batch) string {
	if len(batch.Presses) == 0 && len(batch.Of) > 0 {
		return "nothing yet, but once it is cut apart"
	}
	words := b.sides(batch)
	if b.d.Schools.SetFirstOf(baseOf(batch.ID)) && len(batch.Presses) > 0 {
		return "flat as sewn first, then " + words
	}
	return words
}

func (b *builder) sides(batch batching.Batch) string {
	var x []int
	toward := map[string]bool{}
	var names []string
	for _, id := range batch.Presses {
		d := b.press.Decisions[id]
		x = append(x, d.X)
		name := b.toward(d)
		toward[name] = true
		names = append(names, name)
	}
	if len(x) == 0 {
		return "nothing to press"
	}
	if strings.HasSuffix(batch.ID, "/corners") && batch.ID != quilt.CornersOn {
		return "toward the long piece, so that they nest with the sides"
	}
	if x[0] == 0 {
		return "open every seam flat"
	}
	switch batch.Stage {
	case batching.Sets:
		return b.setWords(batch, x)
	case batching.Rows:
		if len(toward) == 1 && len(names) > 1 {
			return "every seam toward " + names[0]
		}
		return direction(x, "to the right", "to the left", "block")
	case batching.Top:
		if batch.ID == quilt.RowsStep {
			return map[int]string{1: "every seam up", -1: "every seam down"}[x[0]]
		}
		return "outward, toward " + names[0]
	}
	switch {
	case len(names) > 1 && len(toward) == 1 && batch.Lies != making.Level:
		return "every seam toward " + names[0]
	case batch.Lies == making.Upright:
		return direction(x, "to the right", "to the left", "block")
	case batch.Lies == making.Level:
		return direction(x, "up", "down", "seam")
	case len(names) > 1:
		return b.manyWords(names, len(toward))
	}
	if batch.Left.Name == batch.Right.Name && batch.Left.Name == names[0] {
		return "toward the " + map[bool]string{true: "right", false: "left"}[x[0] > 0] + "-hand one, seen from the right side"
	}
	return "toward " + names[0]
}

// toward names what a seam is pressed toward: its fabric where that tells the two sides apart, for a unit sewn from cloth.
func (b *builder) toward(d pressing.Decision) string {
	here, there := d.Toward(), d.Seam.Minus
	if d.X < 0 {
		there = d.Seam.Plus
	}
	if !here.Cloth || len(here.Roles) == 0 {
		return here.Name
	}
	fabric := b.fabric(here.Roles[0])
	for _, r := range here.Roles {
		if b.fabric(r) != fabric {
			return here.Name
		}
	}
	for _, r := range there.Roles {
		if b.fabric(r) == fabric {
			return here.Name
		}
	}
	f, _ := b.shelf.Fabric(here.Roles[0])
	return f.Name
}

// manyWords says where several seams of one step go.
func (b *builder) manyWords(names []string, different int) string {
	if different == 1 {
		return "every seam toward " + names[0]
	}
	words := make([]string, len(names))
	for i, n := range names {
		words[i] = fmt.Sprintf("%d toward %s", i+1, n)
	}
	return "seam by seam: " + strings.Join(words, ", ")
}

// setWords names the direction of a set's seams by its first and last strip, and the fabric where there is just one seam.
func (b *builder) setWords(batch batching.Batch, x []int) string {
	m := b.made(batch.ID)
	fabrics := map[string]bool{}
	var last string
	for _, id := range batch.Presses {
		f, _ := b.shelf.Fabric(b.press.Decisions[id].Toward().Roles[0])
		fabrics[f.Name] = true
		last = f.Name
	}
	if len(fabrics) == 1 && len(m.Unit.How.Parts()) == 0 {
		if len(x) == 1 {
			return fmt.Sprintf("toward %s, %s", last, direction(x, "the upper strip", "the lower strip", "seam"))
		}
		return fmt.Sprintf("every seam toward %s: %s", last, direction(x, "up, toward the first strip", "down, toward the last strip", "seam"))
	}
	return direction(x, "up, toward the first strip", "down, toward the last strip", "seam")
}

// direction says where a row of seams goes: all one way, outward, inward, or one by one.
func direction(x []int, plus, minus, one string) string {
	same := func(list []int) bool {
		for _, v := range list {
			if v != list[0] {
				return false
			}
		}
		return true
	}
	word := map[int]string{1: plus, -1: minus}
	n := len(x)
	prefix := "every seam "
	if n == 1 {
		prefix = ""
	}
	switch {
	case same(x):
		return prefix + word[x[0]]
	case n%2 == 0 && same(x[:n/2]) && same(x[n/2:]):
		if (x[0] > 0) == (one == "seam") {
			return "outward, away from the middle"
		}
		return "inward, toward the middle"
	}
	short := map[int]string{1: strings.Split(plus, ",")[0], -1: strings.Split(minus, ",")[0]}
	words := make([]string, n)
	for i, v := range x {
		words[i] = fmt.Sprintf("%d %s", i+1, short[v])
	}
	return "seam by seam: " + strings.Join(words, ", ")
}
