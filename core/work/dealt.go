package work

import (
	"cmp"
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"vicis/core/cloth"
	"vicis/core/cutting"
	"vicis/core/dealing"
	"vicis/core/demand"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/quilt"
)

// Dealt is which print of an assortment lies where.
type Dealt struct {
	Prints []Printed             // that are dealt, fabric by fabric
	Spots  map[naming.Unit]Spots // of every block that is laid
	Cells  []DealtCell           // row by row, as the quilt is laid
	Deal   dealing.Dealt
	Runs   map[naming.Step]int // at least so many, because what comes out of one run is of one print
	Cut    cutting.Dealt
	Alike  [][2][2]int // what touches and is alike: cell and spot of both, no more than can be marked
	Full   bool        // there is more than is dealt
}

// Printed is one print of a fabric.
type Printed struct {
	Fabric string
	Swatch cloth.Swatch
}

// Spots is where prints show in a block: for each patch that is seen of it its spot, or −1 where its cloth is not dealt, and for each spot its
// role and how many of that role come before it.
type Spots struct {
	Of    []int
	Roles []string
	Nth   []int
}

// DealtCell is what one block of the quilt was dealt: for each of its spots an index into the prints.
type DealtCell struct {
	Unit        naming.Unit
	Turn        int
	Row, Column int // counted from 1
	Prints      []int
	Held        []bool // what of it was dealt by hand
}

// Any says whether anything is dealt.
func (d Dealt) Any() bool { return len(d.Prints) > 0 }

// mostDealt is how many patches are dealt; of larger quilts they fall as they fall.
const mostDealt = 20_000

// dealt is the deal while it is set up.
type dealt struct {
	*Counted
	out    Dealt
	first  map[string]int // fabric → its first print
	traced map[naming.Unit]making.Made
	blocks map[naming.Unit]*dealtBlock
	deal   dealing.Deal
	stocks map[string]*stockpile
	order  []string
	last   int // stocks so far
	taken  map[string]demand.Plan
	made   map[string][]demand.Source
	given  []int                  // how often each print has been given
	left   [][]int                // of each choice of each stock, what nobody holds
	spots  []map[int]dealing.Spot // by cell: spot of the block → spot of the deal
	groups []map[string]int       // by cell: what is one place → which
}

// dealtBlock is a block taken apart: its spots and the figures they lie in.
type dealtBlock struct {
	patches []piece.Patch // with the part they came with
	of      []int
	spots   []spotOf
	figures []figureOf
}

// spotOf is a spot of a block: in which figure it lies, and which of its slots it is.
type spotOf struct {
	role   string
	fabric string
	rule   document.Rule
	group  string // spots of one group and slot have one print
	stock  string
	slot   figureSlot
	unit   naming.Unit // the figure that is dealt whole; empty where it is a group of a rule
}

// figureOf is what comes out of one run: all of one print wherever it shows the same slot.
type figureOf struct {
	unit  naming.Unit
	path  string
	stock string       // what it is dealt from; empty where all in it belongs to groups of rules
	slots []figureSlot // that belong to such groups
}

type figureSlot struct {
	spot   int
	inner  string // where in the figure
	unit   naming.Unit
	role   string
	fabric string
}

// stockpile is what there is for the places of one kind. Of what falls out of one run in several looks each has a stock of its own, of
// the same prints.
type stockpile struct {
	rules  []document.Rule // by slot
	slots  []figureSlot
	looks  []naming.Unit // of a figure; one without a name where it is a group of a rule
	index  []int         // which stock of the deal each look has
	places []int         // how many there are of each
}

// slot is the place of a slot among all.
func (p *stockpile) slot(inner, role string) int {
	return slices.IndexFunc(p.slots, func(o figureSlot) bool { return o.inner == inner && o.role == role })
}

// setDeal deals the prints, where the document asks for it and there is more than one of some fabric.
func (c *Counted) setDeal() {
	ask := c.Document.Deal
	if ask == nil {
		return
	}
	d := dealt{Counted: c, first: map[string]int{}, blocks: map[naming.Unit]*dealtBlock{}, stocks: map[string]*stockpile{}, taken: map[string]demand.Plan{}, made: map[string][]demand.Source{}}
	for _, f := range c.Document.Fabrics {
		if list := f.Swatches(); len(list) > 1 {
			d.first[f.ID] = len(d.out.Prints)
			for _, s := range list {
				d.out.Prints = append(d.out.Prints, Printed{f.ID, s})
			}
		}
	}
	if !d.checkRules(ask) || ask.Falls || len(d.first) == 0 {
		return
	}
	table := c.Table
	table.Traced, table.Problems = true, &problem.List{}
	d.traced, _ = making.All(c.Expanded.Parts, table)
	d.lay()
	if d.out.Full || len(d.deal.Places) == 0 {
		if d.out.Full {
			d.tooMany()
		}
		return
	}
	d.stock()
	defer func() { c.Dealt.Deal.Looks += len(d.deal.Pairs) + len(d.deal.Places) }()
	before := min(max(0, ask.Before), len(ask.Hand))
	d.left = d.counts()
	d.byHand(ask.Hand[:before], 0)
	if d.pairs(ask); d.out.Full {
		d.tooMany()
		return
	}
	d.deal.Seed = uint64(max(0, ask.Seed))
	d.out.Deal = dealing.Of(d.deal)
	if before < len(ask.Hand) {
		d.over(ask.Hand[before:], before)
	}
	d.tell()
	d.alike()
	d.cut()
	d.keptRules()
	c.Dealt = d.out
}

// tooMany says that a quilt is too large to be dealt.
func (d *dealt) tooMany() {
	d.Problems.Warn("too-many-dealt", "/deal", fmt.Sprintf("There is too much to deal: more than %d patches, or too many in one block to keep all of them apart.", mostDealt),
		"They are cut for even shares and fall as they fall; deal a part of the quilt as a quilt of its own, or with fewer rules.")
}

// checkRules refuses rules that mean nothing.
func (d *dealt) checkRules(ask *document.Deal) bool {
	good := true
	stop := func(code, at, says, mend string) { good = false; d.Problems.Stop(code, at, says, mend) }
	for i, r := range ask.Rules {
		at := problem.At("deal", "rules", i)
		role := slices.IndexFunc(d.Document.Roles, func(o document.Role) bool { return o.ID == r.Role })
		if role < 0 {
			stop("role-unknown", at+"/role", "This rule is for a role that is not there.", "Choose one of the roles, or take the rule away.")
			continue
		}
		if r.Block != "" {
			if _, known := d.known[r.Block]; !known {
				stop("unit-unknown", at+"/block", fmt.Sprintf("This rule is for “%s”, which is not among the units.", r.Block), "Choose another, or take the rule away.")
			}
		}
		f, _ := d.Shelf.Fabric(r.Role)
		if len(f.Swatches()) > 0 && len(r.Values) > 0 && len(d.eligible(r, f.ID)) == 0 {
			stop("rule-not-kept", at+"/values", fmt.Sprintf("None of the prints of %s is %s.", f.Name, listed(r.Values)), "Choose another value, or sort its prints anew.")
		}
	}
	return good
}

func listed(values []cloth.Value) string {
	var words []string
	for _, v := range values {
		words = append(words, string(v))
	}
	return strings.Join(words, " or ")
}

// ruleOf is what holds for a role in a block: the last rule that is for it.
func (d *dealt) ruleOf(role string, block naming.Unit) (rule document.Rule) {
	rule.Role = role
	for _, r := range d.Document.Deal.Rules {
		if r.Role == naming.BaseRole(role) && (r.Block == "" || r.Block == block || r.Block == block.Whole()) {
			rule = r
		}
	}
	rule.Role = role
	if rule.One == "" {
		rule.One = document.OnePatch
	}
	return rule
}

// eligible are the prints of a fabric that a rule allows.
func (d *dealt) eligible(r document.Rule, fabric string) (list []int) {
	for i, p := range d.out.Prints {
		if p.Fabric == fabric && (len(r.Values) == 0 || slices.Contains(r.Values, p.Swatch.Is())) {
			list = append(list, i)
		}
	}
	return list
}

// lay goes through the blocks of the quilt and gives every spot a place.
func (d *dealt) lay() {
	patches := 0
	for r := range d.Layout.Rows {
		for column := range d.Layout.Across(r) {
			cell := d.Layout.Cell(r, column)
			b := d.block(cell.Unit)
			if patches += len(b.patches); patches > mostDealt {
				d.out.Full = true
				return
			}
			spots, groups := map[int]dealing.Spot{}, map[string]int{}
			for i, s := range b.spots {
				place, known := groups[s.group]
				pile := d.stocks[s.stock]
				if !known {
					place = len(d.deal.Places)
					groups[s.group] = place
					look := slices.Index(pile.looks, s.unit)
					d.deal.Places = append(d.deal.Places, dealing.Place{Stock: pile.index[look]})
					pile.places[look]++
				}
				spots[i] = dealing.Spot{Place: place, Slot: pile.slot(s.slot.inner, s.slot.role)}
			}
			d.spots, d.groups = append(d.spots, spots), append(d.groups, groups)
			d.out.Cells = append(d.out.Cells, DealtCell{Unit: cell.Unit, Turn: cell.Turn, Row: r + 1, Column: column + 1})
		}
	}
}

// block takes a block apart, once.
func (d *dealt) block(unit naming.Unit) *dealtBlock {
	if b, known := d.blocks[unit]; known {
		return b
	}
	laid := d.Layout.Blocks[unit].Piece
	b := &dealtBlock{patches: laid.Patches, of: make([]int, len(laid.Patches))}
	if m, ok := d.traced[unit]; ok && len(m.Piece.Patches) == len(laid.Patches) {
		same := true
		for i, p := range m.Piece.Patches {
			same = same && p.Role == laid.Patches[i].Role && slices.Equal(p.Poly, laid.Patches[i].Poly)
		}
		if same {
			b.patches = m.Piece.Patches
		}
	}
	d.blocks[unit] = b
	index := map[string]int{}
	order := make([]int, len(b.patches))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(i, j int) int {
		a, c := piece.Piece{Patches: b.patches[i : i+1]}, piece.Piece{Patches: b.patches[j : j+1]}
		ax, ay, _, _ := a.Bounds()
		cx, cy, _, _ := c.Bounds()
		return cmp.Or(ay.Cmp(cy), ax.Cmp(cx))
	})
	nth, figures := map[string]int{}, map[string]int{}
	var spots Spots
	for _, i := range order {
		b.of[i] = -1
		p := b.patches[i]
		f, _ := d.Shelf.Fabric(p.Role)
		if _, is := d.first[f.ID]; !is || d.inRings(unit, p) || !d.cutAlone(unit, p) {
			continue
		}
		s, figure := d.spot(unit, p, f.ID)
		key := s.group + "|" + s.slot.inner + "|" + s.slot.role
		n, known := index[key]
		if !known {
			n = len(b.spots)
			index[key] = n
			b.spots = append(b.spots, s)
			nth[naming.BaseRole(p.Role)]++
			spots.Roles, spots.Nth = append(spots.Roles, p.Role), append(spots.Nth, nth[naming.BaseRole(p.Role)])
			d.pile(s)
		}
		b.of[i] = n
		at, known := figures[figure.path]
		if !known {
			at = len(b.figures)
			figures[figure.path] = at
			b.figures = append(b.figures, figureOf{unit: figure.unit, path: figure.path})
		}
		one := &b.figures[at]
		slot := figure.slots[0]
		slot.spot = n
		switch {
		case s.unit != "":
			one.stock = s.stock
		case !slices.ContainsFunc(one.slots, func(o figureSlot) bool { return o.inner == slot.inner && o.role == slot.role }):
			one.slots = append(one.slots, slot)
		}
	}
	for _, p := range numbered(d.Planned, unit).Patches {
		spots.Of = append(spots.Of, b.of[p.Part.Nth])
	}
	if d.out.Spots == nil {
		d.out.Spots = map[naming.Unit]Spots{}
	}
	d.out.Spots[unit] = spots
	return b
}

// cutAlone says whether the cloth of a patch is cut for the unit it came with: as a patch, or as a strip of a set. What is sewn end to
// end first is of all prints.
func (d *dealt) cutAlone(block naming.Unit, p piece.Patch) bool {
	unit := block
	for in := p.Part; in != nil; in = in.In {
		unit = in.Unit
	}
	m := d.Unit(unit)
	return m.InLength || slices.ContainsFunc(m.Acts, func(act making.Act) bool { return act.Patch != nil && act.Patch.Role == p.Role })
}

// inRings says whether a patch comes out of rings: of one ring it has all prints of its strip set, in their order.
func (d *dealt) inRings(block naming.Unit, p piece.Patch) bool {
	round := func(u naming.Unit) bool { m := d.Unit(u); return len(m.Round) > 0 || m.Tube != nil }
	is := round(block)
	for in := p.Part; in != nil; in = in.In {
		is = is || round(in.Unit)
	}
	return is
}

// spot is where a patch of a block belongs: the figure that is made in one run, and the slot of it.
func (d *dealt) spot(block naming.Unit, p piece.Patch, fabric string) (spotOf, figureOf) {
	units, path := []naming.Unit{block}, []string{""}
	at := ""
	part := ""
	for in := p.Part; in != nil; in = in.In {
		at += fmt.Sprintf("/%d", in.Nth)
		if part == "" {
			part = at
		}
		units, path = append(units, in.Unit), append(path, at)
	}
	last := len(units) - 1
	depth := last
	for i, u := range units {
		if d.together(u) {
			depth = i
			break
		}
	}
	figure := figureOf{unit: units[depth], path: path[depth]}
	inner := strings.TrimPrefix(path[last], path[depth])
	for k := depth + 1; k <= last; k++ { // of what comes several out of one run there is one kind in each run of this
		if d.together(units[k]) && !d.fromLength(units[k]) {
			inner = "of " + string(units[k].Whole()) + strings.TrimPrefix(path[last], path[k])
			break
		}
	}
	slot := figureSlot{inner: inner, unit: units[last], role: p.Role, fabric: fabric}
	figure.slots = []figureSlot{slot}
	rule := d.ruleOf(p.Role, block)
	s := spotOf{role: p.Role, fabric: fabric, rule: rule, slot: figureSlot{role: p.Role, fabric: fabric}}
	allowed := fmt.Sprint("|", p.Role, "|", rule.Values, "|", rule.Apart)
	switch {
	case rule.One == document.OneBlock:
		s.group, s.stock = "block|"+p.Role, "block"+allowed
	case rule.One == document.OnePart && depth > 0:
		s.group, s.stock = "part|"+part+"|"+p.Role, "part"+allowed
	default:
		s.group, s.stock = "figure|"+figure.path, "figure|"+string(figure.unit.Whole())
		s.slot, s.unit = slot, figure.unit
	}
	return s, figure
}

// pile is the stock that a spot is dealt from.
func (d *dealt) pile(s spotOf) {
	pile, known := d.stocks[s.stock]
	if !known {
		pile = &stockpile{}
		d.stocks[s.stock] = pile
		d.order = append(d.order, s.stock)
	}
	if !slices.Contains(pile.looks, s.unit) {
		pile.looks, pile.index, pile.places = append(pile.looks, s.unit), append(pile.index, d.last), append(pile.places, 0)
		d.last++
	}
	if pile.slot(s.slot.inner, s.slot.role) < 0 {
		pile.slots = append(pile.slots, s.slot)
		pile.rules = append(pile.rules, s.rule)
	}
}

// together says whether several things come out of one run of a unit, so that all of them have its prints.
func (d *dealt) together(unit naming.Unit) bool {
	return slices.ContainsFunc(d.Unit(unit).Acts, func(act making.Act) bool {
		mine := slices.ContainsFunc(act.Outputs(), func(g making.Give) bool { return g.ID == unit.Step() })
		return mine && (act.Stock || d.severals(act))
	})
}

// fromLength says whether a unit is cut across from what comes in a length, of which there can be as much or little as is asked for.
func (d *dealt) fromLength(unit naming.Unit) bool {
	return slices.ContainsFunc(d.Unit(unit).Acts, func(act making.Act) bool { return act.Stock && act.ID == unit.Step() })
}

// severals says whether several things come out of one run of an act.
func (d *dealt) severals(act making.Act) bool {
	n := 0
	for _, g := range act.Outputs() {
		n += g.Count
	}
	return n > 1
}

// yields is how many of a unit come out of one run that are all of the same prints.
func (d *dealt) yields(unit naming.Unit) int {
	for _, act := range d.Unit(unit).Acts {
		for _, g := range act.Outputs() {
			if g.ID != unit.Step() {
				continue
			}
			if act.Stock {
				set, _ := d.Table.Made(act.Takes[0].Act.Made())
				long, _ := set.Piece.Size()
				wide, _ := act.Piece.Size()
				return cutting.FromOne(wide, long, &d.Table)
			}
			return g.Count
		}
	}
	return 1
}

// stock says how many of every print there are for the places of each kind: even shares, or as many as lie there.
func (d *dealt) stock() {
	d.deal.Stocks = make([]dealing.Stock, d.last)
	d.given = make([]int, len(d.out.Prints))
	for _, name := range d.order {
		pile := d.stocks[name]
		each, runs := make([]int, len(pile.looks)), 0
		for k, look := range pile.looks {
			each[k] = 1
			if look != "" {
				each[k] = max(1, d.yields(look))
			}
			runs = max(runs, (pile.places[k]+each[k]-1)/each[k])
		}
		slots := make([][]int, len(pile.slots))
		for k := range slots {
			slots[k] = d.shared(pile, k, runs, slots[:k])
		}
		var stock dealing.Stock
		index := map[string]int{}
		for run := range runs {
			prints := make([]int, len(slots))
			for k := range slots {
				prints[k] = slots[k][run]
			}
			key := fmt.Sprint(prints)
			i, known := index[key]
			if !known {
				i = len(stock)
				index[key] = i
				stock = append(stock, dealing.Choice{Prints: prints})
			}
			stock[i].Count++
		}
		for k := range pile.looks {
			here := slices.Clone(stock)
			for i := range here {
				here[i].Count *= each[k]
			}
			d.deal.Stocks[pile.index[k]] = here
		}
	}
}

// shared is the prints of one slot, run by run: always the one that has been given least often for as many as there are of it, other
// than in the slots before where that can be. What is to be nowhere alike comes once before any comes twice.
func (d *dealt) shared(pile *stockpile, slot, runs int, before [][]int) []int {
	fabric := pile.slots[slot].fabric
	list := d.eligible(pile.rules[slot], fabric)
	all := cloth.Weighed(d.swatches(fabric))
	weight := func(print int) int { return max(1, all[print-d.first[fabric]]) }
	here := make([]int, len(d.out.Prints))
	once := pile.rules[slot].Apart == document.ApartInQuilt
	out := make([]int, 0, runs)
	for run := range runs {
		same := func(print int) int {
			for _, o := range before {
				if o[run] == print {
					return 1
				}
			}
			return 0
		}
		best := -1
		for n := range list {
			p := list[(n+slot*len(list)/len(pile.slots))%len(list)]
			if best < 0 {
				best = p
				continue
			}
			less := cmp.Compare(d.given[p]*weight(best), d.given[best]*weight(p))
			if once {
				less = cmp.Or(cmp.Compare(here[p], here[best]), less)
			}
			if cmp.Or(cmp.Compare(same(p), same(best)), less) < 0 {
				best = p
			}
		}
		here[best]++
		d.given[best]++
		out = append(out, best)
	}
	return out
}

func (d *dealt) swatches(fabric string) (list []cloth.Swatch) {
	for _, p := range d.out.Prints {
		if p.Fabric == fabric {
			list = append(list, p.Swatch)
		}
	}
	return list
}

// counts are how many there are of each choice.
func (d *dealt) counts() [][]int {
	left := make([][]int, len(d.deal.Stocks))
	for k, s := range d.deal.Stocks {
		for _, c := range s {
			left[k] = append(left[k], c.Count)
		}
	}
	return left
}

// over lays what was dealt by hand over a deal, and moves nothing else.
func (d *dealt) over(hand []document.Given, first int) {
	looks := d.out.Deal.Looks
	for i, c := range d.out.Deal.Choice { // all of them are held as they lie
		d.deal.Places[i].Held = c + 1
	}
	d.left = d.counts()
	for i, p := range d.deal.Places {
		d.left[p.Stock][d.out.Deal.Choice[i]]--
	}
	d.byHand(hand, first)
	choice := make([]int, len(d.deal.Places))
	for i, p := range d.deal.Places {
		choice[i] = p.Held - 1
	}
	d.out.Deal = dealing.As(d.deal, choice)
	d.out.Deal.Looks = looks
}

// byHand holds what was dealt by hand; what no longer fits is said, and dealt like everything else.
func (d *dealt) byHand(hand []document.Given, before int) {
	index := map[[2]int]int{}
	for i := range d.out.Cells {
		c := &d.out.Cells[i]
		index[[2]int{c.Row, c.Column}] = i
		if c.Held == nil {
			c.Held = make([]bool, len(d.blocks[c.Unit].spots))
		}
	}
	gone, first := 0, ""
	for n, g := range hand {
		cell, ok := index[[2]int{g.Row, g.Column}]
		if ok = ok && d.hold(cell, g); !ok {
			if gone++; gone == 1 {
				first = problem.At("deal", "hand", before+n)
			}
		}
	}
	if gone > 0 {
		d.Problems.Warn("dealt-gone", first, fmt.Sprintf("%d of what was dealt by hand no longer fits: its block, its place or its print is not there any more.", gone),
			"These places are dealt like all others; take them out of what was dealt by hand, or undo the change.")
	}
}

// hold gives a place what was dealt to it by hand.
func (d *dealt) hold(cell int, g document.Given) bool {
	left := d.left
	unit := d.out.Cells[cell].Unit
	spots := d.out.Spots[unit]
	for i, role := range spots.Roles {
		if naming.BaseRole(role) != g.Role || spots.Nth[i] != g.Place {
			continue
		}
		s := d.blocks[unit].spots[i]
		print := slices.IndexFunc(d.out.Prints, func(p Printed) bool { return p.Fabric == s.fabric && p.Swatch.ID == g.Print })
		if print < 0 {
			return false
		}
		at := d.spots[cell][i]
		place := &d.deal.Places[at.Place]
		stock := &d.deal.Stocks[place.Stock]
		want := slices.Clone((*stock)[max(0, place.Held-1)].Prints)
		want[at.Slot] = print
		best := -1
		for c, one := range *stock {
			fits := one.Prints[at.Slot] == print
			if place.Held > 0 { // another slot of it is held too
				fits = slices.Equal(one.Prints, want)
			}
			if fits && (best < 0 || left[place.Stock][c] > left[place.Stock][best]) {
				best = c
			}
		}
		if best < 0 {
			best = len(*stock)
			*stock = append(*stock, dealing.Choice{Prints: want})
			left[place.Stock] = append(left[place.Stock], 0)
		}
		if place.Held > 0 {
			left[place.Stock][place.Held-1]++
		}
		if left[place.Stock][best]--; left[place.Stock][best] < 0 {
			left[place.Stock][best] = 0
			(*stock)[best].Count++
		}
		place.Held = best + 1
		d.out.Cells[cell].Held[i] = true
		return true
	}
	return false
}

// numbered is a block as it is seen, every patch with its number among those of the piece: what lies in the allowances alone is gone.
func numbered(l quilt.Layout, unit naming.Unit) piece.Piece {
	m := l.Blocks[unit]
	m.Piece.Patches = slices.Clone(m.Piece.Patches)
	for i := range m.Piece.Patches {
		m.Piece.Patches[i].Part = &piece.Part{Nth: i}
	}
	l.Blocks = map[naming.Unit]making.Made{unit: m}
	return l.Seen(unit)
}

// reach is where a spot of a block reaches the edge of its row, or that of its block.
type reach struct {
	from, to   float64 // in inches
	cell, spot int
}

// hair is what two lengths may differ by that are meant to be one: sizes are rounded up to the grid here and there.
const hair = 1e-3

// meets says how two that reach one line lie there: along a stretch, or at their ends alone.
func (a reach) meets(b reach) (edge, corner bool) {
	edge = min(a.to, b.to)-max(a.from, b.from) > hair
	same := func(x, y float64) bool { return math.Abs(x-y) <= hair }
	return edge, !edge && (same(a.to, b.from) || same(b.to, a.from) || same(a.from, b.from) || same(a.to, b.to))
}

// pairs lists what is not to be alike: what touches, what a rule keeps apart, and, more weakly, what lies near.
func (d *dealt) pairs(ask *document.Deal) {
	touching := map[[2]dealing.Spot]bool{}
	touch := func(a, b reach, edge, corner bool) {
		if !edge && (!corner || !ask.Corners) {
			return
		}
		x, y := d.spots[a.cell][a.spot], d.spots[b.cell][b.spot]
		if x == y || touching[[2]dealing.Spot{x, y}] || d.fabric(a) != d.fabric(b) {
			return
		}
		touching[[2]dealing.Spot{x, y}], touching[[2]dealing.Spot{y, x}] = true, true
		d.deal.Pairs = append(d.deal.Pairs, dealing.Pair{A: x, B: y, Asks: dealing.Beside})
	}
	seen := map[cellLying]*seenBlock{}
	var above []reach
	n := 0
	for _, kind := range d.Planned.Rows {
		k := d.Planned.Kinds[kind]
		x := measure.Length(0)
		if d.Planned.OnPoint {
			x = d.Planned.BlockW * measure.Length(k.Start)
		}
		var top, bottom, right []reach
		for column, cell := range k.Cells {
			b := d.lying(cell, seen)
			for _, t := range b.inside {
				touch(reach{cell: n, spot: t.A}, reach{cell: n, spot: t.B}, !t.Corner, t.Corner)
			}
			left := at(b.sides[piece.Left], n, 0)
			if !d.Planned.Loose {
				between(right, left, touch)
			}
			right = at(b.sides[piece.Right], n, 0)
			top = append(top, at(b.sides[piece.Top], n, x.Inches())...)
			bottom = append(bottom, at(b.sides[piece.Bottom], n, x.Inches())...)
			if column < len(d.Planned.Widths) {
				x += d.Planned.Widths[column]
			}
			n++
		}
		if !d.Planned.Loose {
			between(above, top, touch)
		}
		above = bottom
	}
	add := func(asks dealing.Asks, a, b dealing.Spot) {
		d.deal.Pairs = append(d.deal.Pairs, dealing.Pair{A: a, B: b, Asks: asks})
	}
	for c := range d.out.Cells {
		d.within(c, touching, add)
	}
	if !d.Planned.Loose {
		d.near(touching, add)
	}
}

func (d *dealt) fabric(a reach) string {
	return d.blocks[d.out.Cells[a.cell].Unit].spots[a.spot].fabric
}

// at is what reaches an edge, in its place.
func at(list []reach, cell int, x float64) []reach {
	out := slices.Clone(list)
	for i := range out {
		out[i].cell = cell
		out[i].from += x
		out[i].to += x
	}
	return out
}

// between goes along a line that two lists reach from its two sides.
func between(a, b []reach, touch func(a, b reach, edge, corner bool)) {
	byFrom := func(x, y reach) int { return cmp.Compare(x.from, y.from) }
	slices.SortStableFunc(a, byFrom)
	slices.SortStableFunc(b, byFrom)
	first := 0
	for _, x := range a {
		for first < len(b) && b[first].to < x.from-hair {
			first++
		}
		for _, y := range b[first:] {
			if y.from > x.to+hair {
				break
			}
			edge, corner := x.meets(y)
			touch(x, y, edge, corner)
		}
	}
}

// cellLying is a block as it lies, turned.
type cellLying struct {
	unit naming.Unit
	turn int
}

// seenBlock is what of a block touches inside it, and what reaches its edges: by spots.
type seenBlock struct {
	inside []piece.Touch
	sides  map[piece.Side][]reach
}

// lying takes apart how a block is seen, once for each way it lies.
func (d *dealt) lying(cell quilt.Cell, seen map[cellLying]*seenBlock) *seenBlock {
	key := cellLying{cell.Unit, cell.Turn}
	if b, known := seen[key]; known {
		return b
	}
	b := &seenBlock{sides: map[piece.Side][]reach{}}
	seen[key] = b
	of := d.blocks[cell.Unit].of
	p := numbered(d.Planned, cell.Unit).Turn(cell.Turn)
	p.Patches = slices.DeleteFunc(p.Patches, func(p piece.Patch) bool { return of[p.Part.Nth] < 0 })
	spot := func(i int) int { return of[p.Patches[i].Part.Nth] }
	edges := map[[2]int]bool{}
	for _, corners := range []bool{false, true} { // two spots that touch along an edge somewhere need no corner besides
		for _, t := range piece.Touching(p.Patches) {
			x, y := spot(t.A), spot(t.B)
			pair := [2]int{min(x, y), max(x, y)}
			if t.Corner == corners && x != y && !edges[pair] {
				edges[pair] = true
				b.inside = append(b.inside, piece.Touch{A: x, B: y, Corner: corners})
			}
		}
	}
	for _, side := range []piece.Side{piece.Left, piece.Right, piece.Top, piece.Bottom} {
		for _, s := range p.Reaching(side) {
			b.sides[side] = append(b.sides[side], reach{from: s.From.Inches(), to: s.To.Inches(), spot: spot(s.Patch)})
		}
	}
	return b
}

// within pairs the spots of one block: what a rule keeps apart, else what is near.
func (d *dealt) within(cell int, touching map[[2]dealing.Spot]bool, add func(asks dealing.Asks, a, b dealing.Spot)) {
	b := d.blocks[d.out.Cells[cell].Unit]
	for i, s := range b.spots {
		for j, o := range b.spots[:i] {
			x, y := d.spots[cell][i], d.spots[cell][j]
			switch {
			case x == y || s.fabric != o.fabric:
			case len(d.deal.Pairs) > mostPairs:
				d.out.Full = true
				return
			case s.rule.Apart != "" && naming.BaseRole(s.role) == naming.BaseRole(o.role):
				add(dealing.Never, x, y)
			case len(b.spots) <= 30 && !touching[[2]dealing.Spot{x, y}]:
				add(dealing.Near, x, y)
			}
		}
	}
}

// mostPairs is how many pairs are kept apart in all.
const mostPairs = 200_000

// mostNear is how many spots a block may have for those of its neighbours to be near to them.
const mostNear = 4

// near pairs the spots of blocks that lie beside each other or at a corner.
func (d *dealt) near(touching map[[2]dealing.Spot]bool, add func(asks dealing.Asks, a, b dealing.Spot)) {
	index := map[[2]int]int{}
	for i, c := range d.out.Cells {
		start := d.Layout.Kinds[d.Layout.Rows[c.Row-1]].Start
		index[[2]int{c.Row, c.Column + start}] = i
	}
	for i, c := range d.out.Cells {
		start := d.Layout.Kinds[d.Layout.Rows[c.Row-1]].Start
		a := d.blocks[c.Unit]
		for _, step := range [][2]int{{0, 1}, {1, 0}, {1, 1}, {1, -1}} {
			j, ok := index[[2]int{c.Row + step[0], c.Column + start + step[1]}]
			if !ok {
				continue
			}
			b := d.blocks[d.out.Cells[j].Unit]
			if len(a.spots) > mostNear || len(b.spots) > mostNear {
				continue
			}
			for x, s := range a.spots {
				for y, o := range b.spots {
					if sx, sy := d.spots[i][x], d.spots[j][y]; s.fabric == o.fabric && sx != sy && !touching[[2]dealing.Spot{sx, sy}] {
						add(dealing.Near, sx, sy)
					}
				}
			}
		}
	}
}

// tell writes down what every block was dealt.
func (d *dealt) tell() {
	for i := range d.out.Cells {
		c := &d.out.Cells[i]
		for n := range d.blocks[c.Unit].spots {
			at := d.spots[i][n]
			stock := d.deal.Stocks[d.deal.Places[at.Place].Stock]
			c.Prints = append(c.Prints, stock[d.out.Deal.Choice[at.Place]].Prints[at.Slot])
		}
	}
}

// mostAlike is how many pairs that are alike are listed.
const mostAlike = 200

// alike lists what touches and is alike.
func (d *dealt) alike() {
	type at struct{ cell, spot int }
	where := map[dealing.Spot]at{}
	for c := range d.out.Cells {
		for n, s := range d.spots[c] {
			if _, known := where[s]; !known || n < where[s].spot {
				where[s] = at{c, n}
			}
		}
	}
	for _, p := range d.deal.Pairs {
		a, b := where[p.A], where[p.B]
		if p.Asks == dealing.Beside && len(d.out.Alike) < mostAlike && d.out.Cells[a.cell].Prints[a.spot] == d.out.Cells[b.cell].Prints[b.spot] {
			d.out.Alike = append(d.out.Alike, [2][2]int{{a.cell, a.spot}, {b.cell, b.spot}})
		}
	}
}

// cut counts what is cut of every print: what comes out of one run is of the same prints, so that every combination has runs of its
// own.
func (d *dealt) cut() {
	d.out.Runs = map[naming.Step]int{}
	d.out.Cut = cutting.Dealt{Prints: map[naming.Step][]int{}, Lots: map[naming.Unit][]cutting.Lot{}, First: d.first}
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
				list = slices.Concat(list, d.stocks[f.stock].slots)
				prints = append(prints, d.deal.Stocks[d.deal.Places[place].Stock][d.out.Deal.Choice[place]].Prints...)
			}
			var text strings.Builder
			for k, s := range list {
				fmt.Fprint(&text, s.inner, s.role, prints[k], ";")
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
		}
	}
	// Slots whose cloth one act cuts share what it cuts.
	cuts := map[naming.Step][]int{}
	lots := map[naming.Unit]map[string]int{}
	for k, s := range slots {
		m := d.Unit(s.unit)
		if m.InLength {
			if lots[s.unit] == nil {
				lots[s.unit] = map[string]int{}
			}
			lots[s.unit][s.role] = prints[k]
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
	for set, roles := range lots {
		wants := map[naming.Step]int{}
		for _, m := range d.Units {
			for _, act := range m.Acts {
				if act.Stock && act.Takes[0].Act.Made() == set && p.Lines[act.ID].Need > 0 {
					wants[act.ID] = p.Lines[act.ID].Need
				}
			}
		}
		list := d.out.Cut.Lots[set]
		i := slices.IndexFunc(list, func(l cutting.Lot) bool { return maps.Equal(l.Prints, roles) })
		if i < 0 {
			i = len(list)
			list = append(list, cutting.Lot{Prints: roles, Wants: map[naming.Step]int{}})
		}
		for act, n := range wants {
			list[i].Wants[act] += n
		}
		d.out.Cut.Lots[set] = list
	}
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
		sources = d.below(units, d.wanted().Sources)
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
			makes := need[s.ID] && len(s.Gives) == 0 || slices.ContainsFunc(s.Gives, func(g demand.Give) bool { return need[g.ID] })
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

// keptRules says which rules no deal of these prints can keep.
func (d *dealt) keptRules() {
	for i, r := range d.Document.Deal.Rules {
		if r.Apart == "" {
			continue
		}
		f, _ := d.Shelf.Fabric(r.Role)
		have := len(d.eligible(r, f.ID))
		if have < 2 {
			continue
		}
		most, all := 0, 0
		for n, c := range d.out.Cells {
			places := map[dealing.Spot]bool{}
			for k, s := range d.blocks[c.Unit].spots {
				if naming.BaseRole(s.role) == r.Role && d.ruleOf(s.role, c.Unit).Apart == r.Apart {
					places[d.spots[n][k]] = true
				}
			}
			most = max(most, len(places))
			all += len(places)
		}
		at := problem.At("deal", "rules", i, "apart")
		switch {
		case r.Apart == document.ApartInBlock && most > have:
			d.Problems.Warn("rule-not-kept", at, fmt.Sprintf("No two are to be alike in a block, of %d in each, and there are %d prints for them.", most, have),
				fmt.Sprintf("It is dealt so that as few as can be are alike; with %d prints it can be kept.", most))
		case r.Apart == document.ApartInQuilt && all > have:
			d.Problems.Warn("rule-not-kept", at, fmt.Sprintf("No two are to be alike in the quilt, of %d places, and there are %d prints for them.", all, have),
				fmt.Sprintf("It is dealt so that each comes as often as the others; %d places can be kept apart.", have))
		}
	}
}
