package askpress

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/ask"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
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
	Redone   []Redone          `json:"redone" doc:"What it asks for otherwise than now: where it is sewn or pressed already, that is done again"`
	Document document.Document `json:"document" doc:"The project with the remedy taken"`
}

// Remedies is what stands against the crossings that do not nest, and what can be done, in the order of what it costs.
type Remedies struct {
	Standing []Standing `json:"standing" doc:"The crossings that cannot nest, with what stands against each kind"`
	Others   int        `json:"others" doc:"Kinds of crossings that cannot nest besides, each with fewer of them than those"`
	List     []Remedy   `json:"list"`
	Says     string     `json:"says" doc:"That not everything was tried, where the quilt is too large for that"`
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
func RemediesFor(d document.Document, purse *ask.Purse) (Remedies, problem.List) {
	out := Remedies{Standing: []Standing{}, List: []Remedy{}}
	b, ok := pressesOf(d, purse)
	if !ok {
		return out, *b.Problems
	}
	kinds := merged(b.Press.Clashing)
	if len(kinds) > mostStanding {
		slices.SortStableFunc(kinds, func(x, y pressing.Clash) int { return y.Count - x.Count })
		out.Others = len(kinds) - mostStanding
		kinds = kinds[:mostStanding]
	}
	reasons := b.Press.Reasons()
	for _, c := range kinds {
		out.Standing = append(out.Standing, b.standing(c, reasons))
	}
	if b.Press.Clashes == 0 {
		return out, *b.Problems
	}
	purse.Keep()
	before := b.costs()
	least, turned := b.Press.Clashes, b.Press.Clashes // that a remedy of two ways leaves so far, or parts turned
	families := b.candidates()
	var good []scored
	for _, family := range families {
		one, ok := b.best(family)
		if !ok {
			continue // nothing helps
		}
		if !family.opens {
			good = append(good, one)
		}
		if family.twoWays && one.clashes >= least || family.apart && one.clashes >= turned {
			continue // less does as much
		}
		if family.turns {
			turned = min(turned, one.clashes)
		}
		if family.twoWays {
			least = one.clashes
		}
		if r, ok := b.tried(one, before); ok && r.Clashes < b.Press.Clashes {
			out.List = append(out.List, r)
		}
	}
	if two, ok := b.together(good); ok {
		if r, ok := b.tried(two, before); ok {
			at := slices.IndexFunc(out.List, func(o Remedy) bool { return o.Name == openSeams })
			if at < 0 {
				at = len(out.List)
			}
			out.List = slices.Insert(out.List, at, r)
		}
	}
	if purse.Empty() {
		out.Says = "Not everything that could help was tried: this quilt is too large for that. Ask about a few of its " +
			"blocks."
	}
	return out, *b.Problems
}

// mostStanding is how many kinds of crossings are told one by one with all that stands against them.
const mostStanding = 40

// scored is a document with a remedy taken, and how many crossings it leaves clashing.
type scored struct {
	candidate
	document document.Document
	clashes  int
}

// best is the remedy of a family that leaves fewest clashes, and fewer than now.
func (b presses) best(f family) (best scored, ok bool) {
	best.clashes = b.Press.Clashes
	for _, one := range f.list {
		if b.Purse.Empty() {
			break
		}
		d, err := one.taken(b.Document)
		if err != nil {
			continue
		}
		if n, sewn := clashes(d, b.Purse); sewn && n < best.clashes {
			best, ok = scored{one, d, n}, true
		}
		if best.clashes == 0 {
			break
		}
	}
	return best, ok
}

// clashes is how many crossings of a document clash.
func clashes(d document.Document, purse *ask.Purse) (int, bool) {
	blocks, _, ok := ask.BlocksOf(d, purse)
	if !ok {
		return 0, false
	}
	laid := blocks.Pressed()
	return laid.Press.Clashes, true
}

// mostTogether bounds the remedies that are tried two by two: those that leave fewest by themselves.
const mostTogether = 7

// together is the two remedies that leave fewest clashes taken together, where each by itself leaves some and both
// leave fewer than any alone.
func (b presses) together(good []scored) (scored, bool) {
	slices.SortStableFunc(good, func(x, y scored) int { return x.clashes - y.clashes })
	if len(good) < 2 || good[0].clashes == 0 {
		return scored{}, false
	}
	best := scored{clashes: good[0].clashes}
	good = good[:min(mostTogether, len(good))]
	for i, x := range good {
		for _, y := range good[i+1:] {
			if b.Purse.Empty() {
				break
			}
			d, err := y.taken(x.document)
			if err != nil {
				continue
			}
			if n, sewn := clashes(d, b.Purse); sewn && n < best.clashes {
				both := candidate{name: x.name + ", and " + words.LowerFirst(y.name), says: x.says + " " + y.says}
				best = scored{both, d, n}
			}
		}
	}
	return best, best.name != ""
}

// merged adds up clashes of the same two seams at the same kind of place.
func merged(list []pressing.Clash) []pressing.Clash {
	var out []pressing.Clash
	at := map[pressing.Clash]int{}
	for _, c := range list {
		key := pressing.Clash{Where: c.Where, A: min(c.A, c.B), B: max(c.A, c.B)}
		if i, known := at[key]; known {
			out[i].Count += c.Count
			continue
		}
		at[key] = len(out)
		out = append(out, c)
	}
	return out
}

// costs is what a plan asks of the quilter.
type costs struct{ kinds, sets, spun, opened, steps int }

func (b presses) costs() costs {
	c := costs{spun: b.Press.Spun, opened: b.Press.Opened}
	for _, batch := range b.Batches {
		if batch.Make == 0 {
			continue
		}
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
	change     func(d *document.Document)
}

// taken is a document with the remedy taken.
func (c candidate) taken(from document.Document) (document.Document, error) {
	d, err := document.Copy(from)
	if err != nil {
		return d, err
	}
	if d.Press == nil {
		d.Press = &document.Press{}
	}
	c.change(&d)
	return d, nil
}

// tried makes a plan with a remedy taken.
func (was presses) tried(one scored, before costs) (Remedy, bool) {
	b, ok := pressesOf(one.document, was.Purse)
	if !ok {
		return Remedy{}, false
	}
	after := b.costs()
	r := Remedy{
		Name: one.name, Says: one.says, Clashes: b.Press.Clashes, Leaves: leaves(b.Press), Costs: []string{},
		Redone: was.redone(b.Laid, ""), Document: one.document,
	}
	if b.Press.Clashes > 0 && b.Press.Proven() {
		r.Leaves += ", and fewer is not possible so"
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
			fmt.Sprintf("%s to spin: what ends there is sewn with short stitches, and the last of them undone",
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
	turns   bool // parts are turned
	apart   bool // steps of their own, offered only where turning does not do as much
	opens   bool // nothing interlocks where a seam is open
}

const openSeams = "Open seams"

// offers is the remedies as they are gathered.
type offers struct {
	presses
	list     []candidate // of the family that is being gathered
	families []family
}

// with adds a remedy to the family that is being gathered.
func (o *offers) with(name, says string, change func(d *document.Document)) {
	o.list = append(o.list, candidate{name, says, change})
}

// end closes the family.
func (o *offers) end(twoWays bool) {
	if len(o.list) > 0 {
		o.families = append(o.families, family{list: o.list, twoWays: twoWays})
		o.list = nil
	}
}

// candidates lists the remedies in the order of pressing: parts turned within their block, spinning, two ways for the
// last seams, for all seams of a block, for everything, opening. Blocks turned where that changes nothing to see are
// taken already.
func (b presses) candidates() []family {
	o := offers{presses: b}
	o.free()
	o.turns()
	o.apart()
	o.exchanges()
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
		o.with(openSeams, fmt.Sprintf("Press %s open.", strings.Join(b.SeamNames(opened), ", ")),
			func(d *document.Document) {
				if d.Press.Held == nil {
					d.Press.Held = map[naming.Seam]document.SeamSide{}
				}
				for _, seam := range opened {
					d.Press.Held[seam] = document.Both
				}
			})
		o.end(false)
		o.families[len(o.families)-1].opens = true
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
	if dark := o.PressedDark(); o.Schools.Press == pressing.Dark || len(dark) > 0 {
		says := "Let crossings interlock first; to the dark where that is left open."
		if o.Schools.Press != pressing.Dark {
			says = fmt.Sprintf("Let crossings interlock first in %s; to the dark where that is left open.", o.PressedDarkWords())
		}
		o.with("Press to nest", says, func(d *document.Document) {
			if d.Schools.Press == pressing.Dark {
				d.Schools.Press = pressing.Nest
			}
			for _, of := range dark {
				own := d.Schools.Steps[of.ID()]
				own.Press = pressing.Nest
				d.Schools.Steps[of.ID()] = own
			}
		})
		o.end(false)
	}
}

// apart makes rows that are alike steps of their own.
func (o *offers) apart() {
	if slices.ContainsFunc(o.Units, func(m making.Made) bool { return m.Shared }) {
		o.with("Sew alike rows apart",
			"Rows of a block that are alike become steps of their own, each pressed its own way.",
			func(d *document.Document) {
				for i, u := range d.Parts {
					d.Parts[i].How, _ = making.Apart(u.How)
				}
			})
		o.end(false)
		o.families[len(o.families)-1].apart = true
	}
}

// twoWays presses units within a block, or blocks, two ways.
func (o *offers) twoWays(blocks []naming.Unit) {
	for _, one := range o.twiceWithin() {
		name, says := "Two kinds of ", "Within %s %s is pressed the other way: keep two piles, A and B."
		if len(o.Unit(one.Unit).Round) > 0 {
			name, says = "Two tubes of ", "Within %s %s comes from a second tube, whose seams go the other way: keep their "+
				"rings apart, A and B."
		}
		for _, which := range quilt.Patterns {
			o.with(name+o.Unit(one.Unit).Unit.Name,
				fmt.Sprintf(says, o.Called(one.In), within[which]), func(d *document.Document) {
					one.Which = which
					d.Press.TwoWays = append(d.Press.TwoWays, one)
				})
		}
		o.end(false)
	}
	for _, deep := range []struct {
		name, says string
		own, whole bool
	}{
		{
			"Press the last seams two ways",
			"%s is pressed the other way, in its last seams only: keep two piles of blocks, A and B.", false, false,
		},
		{
			"Press all seams of the blocks two ways",
			"%s is pressed the other way, in all the seams that join its parts: keep two piles of blocks, A and B.", true, false,
		},
		{
			"Press whole blocks two ways",
			"%s is pressed the other way, down to its strip sets: keep two piles of everything, A and B.", false, true,
		},
	} {
		for _, which := range quilt.Patterns {
			o.with(deep.name, fmt.Sprintf(deep.says, words.UpperFirst(string(which))), func(d *document.Document) {
				for _, unit := range blocks {
					d.Press.TwoWays = append(d.Press.TwoWays, document.TwoWays{
						Unit: unit, Which: which, Whole: deep.whole, Own: deep.own,
					})
				}
			})
		}
		o.end(true)
	}
}

// turns turns parts within a block, where it shows nothing: every other one, those of every other row or column, then
// one after the other as long as fewer clash.
func (o *offers) turns() {
	for i, u := range o.Document.Parts {
		if o.Demand.Runs[u.ID.Step()] == 0 || !making.CanTurn(u.How) {
			continue
		}
		alike := map[naming.Unit]map[int]bool{}
		for _, p := range making.Laid(u.How) {
			if _, known := alike[p.Unit]; !known {
				seen := o.Unit(p.Unit).Piece.Finished(o.Table.Seam)
				alike[p.Unit] = map[int]bool{
					180: (len(seen.Seams) > 0 || o.Unit(u.ID).Shared) && piece.SameLook(seen, seen.Turn(180), o.Seen),
					90:  len(seen.Seams) > 0 && piece.SameLook(seen, seen.Turn(90), o.Seen),
				}
			}
		}
		name := "Turn parts within " + u.Name
		for _, degrees := range []int{180, 90} {
			word := map[int]string{180: "half", 90: "a quarter"}[degrees]
			for _, which := range quilt.Patterns {
				n := 0
				turn := func(row, column int, part naming.Unit) int {
					if which.Means(row, column) && alike[part][degrees] {
						n++
						return degrees
					}
					return 0
				}
				if making.Turned(u.How, turn); n == 0 {
					continue
				}
				o.with(name, fmt.Sprintf("In %s turn %s by %s before it is sewn in, where it looks the same.", u.Name,
					within[which], word), func(d *document.Document) {
					d.Parts[i].How = making.Turned(d.Parts[i].How, turn)
				})
			}
		}
		o.oneByOne(i, name, func(part naming.Unit) bool { return alike[part][180] })
		n := len(o.families)
		if o.end(false); len(o.families) > n {
			o.families[n].turns = true
		}
	}
}

// mostTurned bounds the parts that are turned one after the other to see whether fewer clash.
const mostTurned = 40

// oneByOne turns parts of a unit by half one after the other, each as long as fewer clash.
func (o *offers) oneByOne(i int, name string, turns func(part naming.Unit) bool) {
	parts := making.Laid(o.Document.Parts[i].How)
	if len(parts) > mostTurned {
		return
	}
	turned := make([]bool, len(parts))
	how := func(method making.Method) making.Method {
		k := -1
		return making.Turned(method, func(_, _ int, _ naming.Unit) int {
			if k++; turned[k] {
				return 180
			}
			return 0
		})
	}
	least, any := o.Press.Clashes, false
	for k, p := range parts {
		if !turns(p.Unit) {
			continue
		}
		if o.Purse.Empty() {
			break
		}
		turned[k] = true
		d, err := document.Copy(o.Document)
		if err != nil {
			return
		}
		d.Parts[i].How = how(d.Parts[i].How)
		if n, ok := clashes(d, o.Purse); ok && n < least {
			least, any = n, true
		} else {
			turned[k] = false
		}
	}
	if !any {
		return
	}
	n := 0
	for _, t := range turned {
		if t {
			n++
		}
	}
	o.with(name, fmt.Sprintf("In %s turn %s by half before they are sewn in, as the picture shows: they look the same.",
		o.Document.Parts[i].Name, words.Plural(n, "part")), func(d *document.Document) {
		d.Parts[i].How = how(d.Parts[i].How)
	})
}

// within says which units of a block a pattern means.
var within = map[quilt.WhichBlocks]string{
	quilt.EveryOther:  "every other one, as on a chequerboard,",
	quilt.EveryColumn: "every other column", quilt.EveryRow: "every other row",
}

// pieced lists the blocks that are laid and pieced, by the document's own ids.
func (b presses) pieced() []naming.Unit {
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
func (b presses) spinnable(blocks []naming.Unit) []naming.Crossing {
	var list []naming.Crossing
	for _, m := range b.Units {
		if !slices.Contains(blocks, naming.Of(m.Unit.ID.ID())) || m.Unit.Of > 0 {
			continue
		}
		for _, s := range m.Seams {
			if s.Points > 0 && !b.IsSpun(s.ID) {
				list = append(list, s.ID.At((s.Points+1)/2))
			}
		}
	}
	return list
}

// mostOpened bounds the seams among which the fewest to open are looked for one by one.
const mostOpened = 14

// toOpen is the fewest seams whose opening leaves none of these clashes, and of those the ones with fewest crossings;
// among very many, always the one that clashes most.
func (b presses) toOpen() []naming.Seam {
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
func (b presses) twiceWithin() []document.TwoWays {
	var list []document.TwoWays
	for _, m := range b.Units {
		if m.Unit.Of > 0 || !b.Used(m.Unit.ID) {
			continue
		}
		count := map[naming.Unit]int{}
		for _, unit := range slices.Concat(making.Cells(m.Unit.How)...) {
			base := naming.Of(unit.ID())
			if count[base]++; count[base] == 2 && b.seamed(base) {
				list = append(list, document.TwoWays{Unit: base, In: m.Unit.ID})
			}
		}
	}
	return list
}

// seamed says whether there is a seam in a unit, or in anything that it is made from.
func (b presses) seamed(unit naming.Unit) bool {
	m := b.Unit(unit)
	if len(m.Seams) > 0 {
		return true
	}
	return m.Unit.How != nil && slices.ContainsFunc(m.Unit.How.Parts(),
		func(p making.Part) bool { return b.seamed(p.Unit) })
}

// standing says what keeps one kind of crossing from nesting.
func (b presses) standing(c pressing.Clash, reasons pressing.Reasons) Standing {
	out := Standing{
		Where: c.Where, Count: c.Count, Seams: []naming.Seam{c.A, c.B},
		Names: b.SeamNames([]naming.Seam{c.A, c.B}), Why: []string{},
	}
	links, ok := reasons.Against(c)
	switch {
	case c.A == c.B:
		out.Why = append(out.Why,
			fmt.Sprintf("Here %s meets itself, all being pressed alike, and comes to lie on itself whichever way it goes.",
				out.Names[0]))
		return out
	case !ok:
		out.Why = append(out.Why,
			fmt.Sprintf("%s and %s are both held, by you or by the way you press, so that they lie on each other.",
				words.UpperFirst(out.Names[0]), out.Names[1]))
		return out
	}
	out.Why = append(out.Why, b.linkWords(links)...)
	out.Why = append(out.Why,
		fmt.Sprintf("So %s and %s are bound to each other already, the wrong way for where they meet %s. Pressed "+
			"otherwise, one of those crossings would clash in its place.", out.Names[0], out.Names[1], c.Where))
	return out
}

func (b presses) linkWords(links []pressing.Link) []string {
	var list []string
	for _, l := range links {
		names := b.SeamNames([]naming.Seam{l.From, l.To})
		list = append(list, fmt.Sprintf("%s nests with %s %s (%s).", words.UpperFirst(names[0]), names[1], l.Where,
			words.Times(l.Count)))
	}
	return list
}
