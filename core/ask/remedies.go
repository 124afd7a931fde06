package ask

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/pressing"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/words"
)

// Remedy is something to do about crossings that do not nest, with what it leaves and what it costs.
type Remedy struct {
	Name     string            `json:"name"`
	Says     string            `json:"says" doc:"What it asks of the quilter"`
	Clashes  int               `json:"clashes" doc:"Crossings that then lie on each other"`
	Leaves   string            `json:"leaves" doc:"What becomes of the crossings then, in words"`
	Costs    []string          `json:"costs" doc:"What it takes more, or less, than now"`
	Document document.Document `json:"document" doc:"The project with the remedy taken"`
}

// Remedies is what stands against the crossings that do not nest, and what can be done, in the order of what it costs.
type Remedies struct {
	Standing []Standing `json:"standing" doc:"The crossings that cannot nest, with what stands against each kind"`
	List     []Remedy   `json:"list"`
}

// Standing is one kind of crossing that does not nest, and why.
type Standing struct {
	Where string        `json:"where"`
	Count int           `json:"count"`
	Seams []naming.Seam `json:"seams" doc:"The two seams, by id"`
	Names []string      `json:"names"`
	Why   []string      `json:"why" doc:"The chain of reasons, one after the other"`
}

// RemediesFor lists what can be done about the crossings of a document that do not nest: nothing where all do.
func RemediesFor(d document.Document) (Remedies, problem.List) {
	out := Remedies{Standing: []Standing{}, List: []Remedy{}}
	b, ok := about(d)
	if !ok {
		return out, *b.Problems
	}
	for _, c := range merged(b.Press.Clashing) {
		out.Standing = append(out.Standing, b.standing(c))
	}
	if b.Press.Clashes == 0 {
		return out, *b.Problems
	}
	before := b.costs()
	least := b.Press.Clashes // that a remedy of two ways leaves so far
	for _, family := range b.candidates() {
		best := Remedy{Clashes: b.Press.Clashes}
		for _, one := range family.list {
			if r, ok := tried(one, before); ok && r.Clashes < best.Clashes {
				best = r
			}
		}
		if best.Name == "" || family.twoWays && best.Clashes >= least {
			continue // nothing helps, or less does as much
		}
		if family.twoWays {
			least = best.Clashes
		}
		out.List = append(out.List, best)
	}
	return out, *b.Problems
}

// merged adds up clashes of the same two seams at the same kind of place.
func merged(list []pressing.Clash) []pressing.Clash {
	var out []pressing.Clash
	for _, c := range list {
		i := slices.IndexFunc(out, func(o pressing.Clash) bool {
			return o.Where == c.Where && (o.A == c.A && o.B == c.B || o.A == c.B && o.B == c.A)
		})
		if i >= 0 {
			out[i].Count += c.Count
		} else {
			out = append(out, c)
		}
	}
	return out
}

// costs is what a plan asks of the quilter.
type costs struct{ kinds, sets, spun, opened, steps int }

func (b asked) costs() costs {
	c := costs{spun: b.Press.Spun, opened: b.Press.Opened}
	for _, batch := range b.Batches {
		c.steps++
		if len(batch.Presses) > 0 {
			c.kinds++
		}
	}
	for _, a := range b.Cut.Sets {
		c.sets += a.Layups.Strips
	}
	return c
}

// candidate is a remedy before it is tried.
type candidate struct {
	name, says string
	document   document.Document
}

// tried makes a plan with a remedy taken.
func tried(one candidate, before costs) (Remedy, bool) {
	b, ok := about(one.document)
	if !ok {
		return Remedy{}, false
	}
	after := b.costs()
	r := Remedy{
		Name: one.name, Says: one.says, Clashes: b.Press.Clashes, Leaves: leaves(b.Press), Costs: []string{},
		Document: one.document,
	}
	more := func(n int, what, end string) {
		switch {
		case n > 0:
			r.Costs = append(r.Costs, fmt.Sprintf("%s more%s", words.Plural(n, what), end))
		case n < 0:
			r.Costs = append(r.Costs, fmt.Sprintf("%s fewer%s", words.Plural(-n, what), end))
		}
	}
	more(after.steps-before.steps, "step", "")
	more(after.kinds-before.kinds, "kind", " to press")
	more(after.sets-before.sets, "strip set", "")
	if n := after.spun - before.spun; n > 0 {
		r.Costs = append(r.Costs,
			fmt.Sprintf("%s to spin: short stitches there, the last ones inside the allowance undone",
				words.Plural(n, "crossing")))
	}
	if n := after.opened - before.opened; n > 0 {
		r.Costs = append(r.Costs, fmt.Sprintf("%s opened: pin there, nothing interlocks", words.Plural(n, "crossing")))
	}
	if b.Press.Layout.Turned > 0 {
		r.Costs = append(r.Costs, fmt.Sprintf("%s laid turned", words.Plural(b.Press.Layout.Turned, "block")))
	}
	return r, true
}

// leaves says what becomes of the crossings of a quilt: opened ones do not clash, and do not nest either.
func leaves(p pressing.Plan) string {
	switch {
	case p.Clashes > 0:
		return fmt.Sprintf("%d of %d clash", p.Clashes, p.Crossings)
	case p.Opened > 0:
		return fmt.Sprintf("none clash, %d of %d opened", p.Opened, p.Crossings)
	}
	return "all nest"
}

// family is remedies of one kind, of which the best is offered.
type family struct {
	list    []candidate
	twoWays bool // of what is pressed two ways, more of it is offered only where it does more
}

// offers is the remedies as they are gathered.
type offers struct {
	asked
	list     []candidate // of the family that is being gathered
	families []family
}

// with adds a remedy to the family that is being gathered.
func (o *offers) with(name, says string, change func(d *document.Document)) {
	d, err := document.Copy(o.Document)
	if err != nil {
		return
	}
	if d.Press == nil {
		d.Press = &document.Press{}
	}
	change(&d)
	o.list = append(o.list, candidate{name, says, d})
}

// end closes the family.
func (o *offers) end(twoWays bool) {
	if len(o.list) > 0 {
		o.families = append(o.families, family{o.list, twoWays})
		o.list = nil
	}
}

// candidates lists the remedies in the order of pressing: spinning, two ways for the last seams, two ways for all,
// opening. Turns that change nothing to see are taken already.
func (b asked) candidates() []family {
	o := offers{asked: b}
	o.free()
	blocks := b.pieced()
	if spun := b.spinnable(blocks); len(spun) > 0 {
		o.with("Spin the crossings",
			"At one crossing of each last seam let the allowances turn round it, like the sails of a mill.",
			func(d *document.Document) {
				d.Press.Spun = append(d.Press.Spun, spun...)
			})
		o.end(false)
	}
	o.twoWays(blocks)
	if opened := b.toOpen(); len(opened) > 0 {
		o.with("Open seams", fmt.Sprintf("Press %s open.", strings.Join(b.SeamNames(opened), ", ")),
			func(d *document.Document) {
				if d.Press.Held == nil {
					d.Press.Held = map[naming.Seam]document.Side{}
				}
				for _, seam := range opened {
					d.Press.Held[seam] = document.Both
				}
			})
		o.end(false)
	}
	return o.families
}

// free takes back what binds the pressing: seams that are held, the school, rows that are one step.
func (o *offers) free() {
	if len(o.Press.Release) > 0 {
		o.with("Release what is held",
			fmt.Sprintf("No longer hold %s.", strings.Join(o.SeamNames(o.Press.Release), ", ")),
			func(d *document.Document) {
				for _, seam := range o.Press.Release {
					delete(d.Press.Held, seam)
				}
			})
		o.end(false)
	}
	if o.Document.Schools.Press == pressing.Dark {
		o.with("Press to nest", "Let crossings interlock first; to the dark where that is left open.",
			func(d *document.Document) { d.Schools.Press = pressing.Nest })
		o.end(false)
	}
	if slices.ContainsFunc(o.Units, func(m making.Made) bool { return m.Shared }) {
		o.with("Sew alike rows apart",
			"Rows of a block that are alike become steps of their own, each pressed its own way.",
			func(d *document.Document) {
				for i, u := range d.Parts {
					d.Parts[i].How, _ = making.Apart(u.How)
				}
			})
		o.end(false)
	}
}

// twoWays presses units within a block, or blocks, two ways.
func (o *offers) twoWays(blocks []naming.Unit) {
	for _, one := range o.twiceWithin() {
		for _, which := range quilt.Patterns {
			o.with("Two kinds of "+o.Unit(one.Unit).Unit.Name,
				fmt.Sprintf("Within %s %s is pressed the other way: keep two piles, A and B.", o.Unit(one.In).Unit.Name,
					within[which]), func(d *document.Document) {
					one.Which = which
					d.Press.TwoWays = append(d.Press.TwoWays, one)
				})
		}
		o.end(false)
	}
	for _, whole := range []bool{false, true} {
		for _, which := range quilt.Patterns {
			name, says := "Press the last seams two ways",
				"%s is pressed the other way, in its last seams only: keep two piles of blocks, A and B."
			if whole {
				name, says = "Press whole blocks two ways",
					"%s is pressed the other way, down to its strip sets: keep two piles of everything, A and B."
			}
			o.with(name, fmt.Sprintf(says, words.UpperFirst(string(which))), func(d *document.Document) {
				for _, unit := range blocks {
					d.Press.TwoWays = append(d.Press.TwoWays, document.TwoWays{Unit: unit, Which: which, Whole: whole})
				}
			})
		}
		o.end(true)
	}
}

// within says which units of a block a pattern means.
var within = map[quilt.Pattern]string{
	quilt.EveryOther:  "every other one, as on a chequerboard,",
	quilt.EveryColumn: "every other column", quilt.EveryRow: "every other row",
}

// pieced lists the blocks that are laid and pieced, by the document's own ids.
func (b asked) pieced() []naming.Unit {
	var list []naming.Unit
	for _, row := range b.Plain.Repeat {
		for _, c := range row {
			m, ok := b.Table.Made(c.Unit)
			if base := naming.Of(c.Unit.ID()); ok && !m.Cloth && !slices.Contains(list, base) {
				list = append(list, base)
			}
		}
	}
	return list
}

// spinnable lists of every last seam of the blocks along which other seams meet the crossing in its middle: spun at
// one, its two ends go different ways, and that is all that spinning more of them could do.
func (b asked) spinnable(blocks []naming.Unit) []naming.Crossing {
	var list []naming.Crossing
	for _, m := range b.Units {
		if !slices.Contains(blocks, naming.Of(m.Unit.ID.ID())) || m.Unit.Of > 0 {
			continue
		}
		for _, s := range m.Seams {
			if n := m.Piece.Points(s.ID); n > 0 && !b.IsSpun(s.ID) && s.Spins {
				list = append(list, s.ID.At((n+1)/2))
			}
		}
	}
	return list
}

// mostOpened bounds the seams among which the fewest to open are looked for one by one.
const mostOpened = 14

// toOpen is the fewest seams whose opening leaves none of these clashes, and of those the ones with fewest crossings;
// among very many, always the one that clashes most.
func (b asked) toOpen() []naming.Seam {
	var seams []naming.Seam
	count := map[naming.Seam]int{}
	for _, c := range b.Press.Clashing {
		for _, seam := range []naming.Seam{c.A, c.B} {
			if count[seam] == 0 {
				seams = append(seams, seam)
			}
			count[seam] += c.Count
		}
	}
	if len(seams) > mostOpened {
		var list []naming.Seam
		slices.SortStableFunc(seams, func(x, y naming.Seam) int { return count[y] - count[x] })
		left := slices.Clone(b.Press.Clashing)
		for _, seam := range seams {
			before := len(left)
			left = slices.DeleteFunc(left, func(c pressing.Clash) bool { return c.A == seam || c.B == seam })
			if len(left) < before {
				list = append(list, seam)
			}
		}
		return list
	}
	var best []naming.Seam
	fewest := 0
	for bits := range 1 << len(seams) {
		var list []naming.Seam
		crossings := 0
		for i, seam := range seams {
			if bits>>i&1 == 1 {
				list = append(list, seam)
				crossings += count[seam]
			}
		}
		left := slices.ContainsFunc(b.Press.Clashing, func(c pressing.Clash) bool {
			return !slices.Contains(list,
				c.A) && !slices.Contains(list, c.B)
		})
		if !left && (best == nil || len(list) < len(best) || len(list) == len(best) && crossings < fewest) {
			best, fewest = list, crossings
		}
	}
	return best
}

// twiceWithin lists the units with a seam that a grid holds more than once.
func (b asked) twiceWithin() []document.TwoWays {
	var list []document.TwoWays
	for _, m := range b.Units {
		if m.Unit.Of > 0 || b.Demand.Runs[m.Unit.ID.Step()] == 0 {
			continue
		}
		count := map[naming.Unit]int{}
		for _, unit := range slices.Concat(making.Cells(m.Unit.How)...) {
			base := naming.Of(unit.ID())
			if count[base]++; count[base] == 2 && len(b.Unit(base).Seams) > 0 {
				list = append(list, document.TwoWays{Unit: base, In: m.Unit.ID})
			}
		}
	}
	return list
}

// standing says what keeps one kind of crossing from nesting.
func (b asked) standing(c pressing.Clash) Standing {
	out := Standing{
		Where: c.Where, Count: c.Count, Seams: []naming.Seam{c.A, c.B},
		Names: b.SeamNames([]naming.Seam{c.A, c.B}), Why: []string{},
	}
	links, ok := b.Press.Against(c)
	switch {
	case c.A == c.B:
		out.Why = append(out.Why,
			fmt.Sprintf("Here %s meets itself, all being pressed alike, and comes to lie on itself whichever way it goes.", out.Names[0]))
		return out
	case !ok:
		out.Why = append(out.Why,
			fmt.Sprintf("%s and %s are both held, by you or by the way you press, so that they lie on each other.",
				words.UpperFirst(out.Names[0]), out.Names[1]))
		return out
	}
	out.Why = append(out.Why, b.linkWords(links)...)
	out.Why = append(out.Why,
		fmt.Sprintf("So %s and %s are bound to each other already, the wrong way for where they meet %s. Pressed otherwise, one of those crossings would clash in its place.", out.Names[0], out.Names[1], c.Where))
	return out
}

func (b asked) linkWords(links []pressing.Link) []string {
	var list []string
	for _, l := range links {
		names := b.SeamNames([]naming.Seam{l.From, l.To})
		list = append(list, fmt.Sprintf("%s nests with %s %s (%s).", words.UpperFirst(names[0]), names[1], l.Where,
			words.Times(l.Count)))
	}
	return list
}
