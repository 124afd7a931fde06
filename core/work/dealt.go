package work

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/cloth"
	"vicis/core/cutting"
	"vicis/core/dealing"
	"vicis/core/demand"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/problem"
)

// Dealt is which print of an assortment lies where.
type Dealt struct {
	Prints []Printed             // that are dealt, fabric by fabric
	Spots  map[naming.Unit]Spots // of every block that is laid
	Cells  []DealtCell           // row by row, as the quilt is laid
	Deal   dealing.Outcome
	Runs   map[naming.Step]int // at least so many, because what comes out of one run is of one print
	Cut    cutting.CutByPrint
	Alike  [][2][2]int // what touches and is alike: cell and spot of both, no more than can be marked
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
	Row, Column int // counted from 1
	Prints      []int
	Held        []bool // what of it was dealt by hand
}

// Any says whether anything is dealt.
func (d Dealt) Any() bool { return len(d.Prints) > 0 }

// mostDealt is how many patches are dealt; of larger quilts they fall as they fall.
const mostDealt = 20_000

// How many rules there may be, and how much that was dealt by hand.
const (
	mostRules = 50
	mostHand  = 10_000
)

// mostInBlock is how many patches a block may have to be dealt.
const mostInBlock = 500

// dealt is the deal while it is set up.
type dealt struct {
	*Counted
	out    Dealt
	first  map[string]int // fabric → its first print
	traced map[naming.Unit]making.Made
	blocks map[naming.Unit]*dealtBlock
	deal   dealing.Task
	stocks map[string]*stockpile
	order  []string
	full   bool // there is more than is dealt
	last   int  // stocks so far
	taken  map[string]demand.Plan
	made   map[string][]demand.Source
	given  []int                  // how often each print has been given
	once   map[string][]int       // and for a role of which no two are to be alike
	left   [][]int                // of each choice of each stock, what nobody holds
	spots  []map[int]dealing.Spot // by cell: spot of the block → spot of the deal
	groups []map[string]int       // by cell: what is one place → which
}

// setDeal deals the prints, where the document asks for it and there is more than one of some fabric.
func (c *Counted) setDeal() {
	ask := c.DealAsked
	if ask == nil {
		return
	}
	d := dealt{Counted: c, first: map[string]int{}, blocks: map[naming.Unit]*dealtBlock{}, stocks: map[string]*stockpile{}, taken: map[string]demand.Plan{}, made: map[string][]demand.Source{}, once: map[string][]int{}}
	for _, f := range c.Fabrics {
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
	for _, m := range c.Layout.Blocks {
		if len(m.Piece.Patches) > mostInBlock {
			d.tooMany()
			return
		}
	}
	table := c.Table
	table.Traced, table.Problems = true, &problem.List{}
	d.traced, _ = making.All(c.Copies, table)
	if d.lay(); d.full {
		d.tooMany()
		return
	}
	if len(d.deal.Places) == 0 {
		return
	}
	d.stock()
	defer func() { c.Dealt.Deal.Looks += 8 * (len(d.deal.Pairs) + len(d.deal.Places)) }()
	before := min(max(0, ask.Before), len(ask.Hand))
	d.left = d.counts()
	d.byHand(ask.Hand[:before], 0)
	if d.pairs(ask); d.full {
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
	d.Problems.Warn("too-many-dealt", "/deal", fmt.Sprintf("There is too much to deal: more than %d patches, more than %d in one block, or too many to keep all of them apart.", mostDealt, mostInBlock),
		"They are cut for even shares and fall as they fall; deal a part of the quilt as a quilt of its own, or with fewer rules.")
}

// checkRules refuses rules that mean nothing.
func (d *dealt) checkRules(ask *document.Deal) bool {
	good := true
	stop := func(code, at, says, mend string) { good = false; d.Problems.Stop(code, at, says, mend) }
	if n := len(ask.Rules); n > mostRules {
		stop("too-many-rules", "/deal/rules", fmt.Sprintf("There are %d rules for the deal.", n), fmt.Sprintf("Keep at most %d.", mostRules))
		return false
	}
	if n := len(ask.Hand); n > mostHand {
		stop("too-many-dealt", "/deal/hand", fmt.Sprintf("%d prints were dealt by hand.", n), fmt.Sprintf("Deal at most %d by hand.", mostHand))
	}
	if ask.Seed < 0 || ask.Before < 0 || ask.Before > len(ask.Hand) {
		stop("deal-unknown", "/deal", "The seed of the deal, or how much was dealt by hand before it, is no number that it can have.", "Deal the prints anew.")
	}
	for i, r := range ask.Rules {
		at := problem.At("deal", "rules", i)
		role := slices.IndexFunc(d.Roles, func(o cloth.Role) bool { return o.ID == r.Role })
		if role < 0 {
			stop("role-unknown", at+"/role", "This rule is for a role that is not there.", "Choose one of the roles, or take the rule away.")
			continue
		}
		if !slices.Contains([]document.Together{"", document.OnePatch, document.OnePart, document.OneBlock}, r.One) {
			stop("rule-unknown", at+"/one", fmt.Sprintf("“%s” is nothing that can be of one print.", r.One), "Choose block, part or patch.")
		}
		if !slices.Contains([]document.Apart{"", document.ApartInBlock, document.ApartInQuilt}, r.Apart) {
			stop("rule-unknown", at+"/apart", fmt.Sprintf("“%s” is no place where no two can be alike.", r.Apart), "Choose block or quilt, or leave it out.")
		}
		if slices.ContainsFunc(r.Values, func(v cloth.Value) bool { return !slices.Contains(cloth.Values, v) }) {
			stop("value-unknown", at+"/values", "One of these is no value.", "Choose among light, middle and dark.")
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
func (d *dealt) ruleOf(role string, block naming.Unit) (rule document.DealRule) {
	rule.Role = role
	for _, r := range d.DealAsked.Rules {
		if r.Role == naming.BaseRole(role) && r.In(block) {
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
func (d *dealt) eligible(r document.DealRule, fabric string) (list []int) {
	for i, p := range d.out.Prints {
		if p.Fabric == fabric && (len(r.Values) == 0 || slices.Contains(r.Values, p.Swatch.Is())) {
			list = append(list, i)
		}
	}
	return list
}

// dealtFrom are the prints that a slot is dealt from: those that its rule allows. Where a colourway gives its role a fabric with none of
// these, that is said, and all prints of that fabric are.
func (d *dealt) dealtFrom(r document.DealRule, fabric string) []int {
	list := d.eligible(r, fabric)
	if len(list) > 0 {
		return list
	}
	f, _ := d.Shelf.Fabric(r.Role)
	d.Problems.Warn("rule-not-kept", "/deal/rules", fmt.Sprintf("In a colourway none of the prints of %s is %s.", f.Name, listed(r.Values)),
		"It is dealt from all its prints there; sort them anew, or take the value out of the rule.")
	r.Values = nil
	return d.eligible(r, fabric)
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

// keptRules says which rules no deal of these prints can keep.
func (d *dealt) keptRules() {
	for i, r := range d.DealAsked.Rules {
		if r.Apart == "" {
			continue
		}
		f, _ := d.Shelf.Fabric(r.Role)
		have := len(d.eligible(r, f.ID))
		if have < 2 {
			continue
		}
		most, all, alike := 0, 0, 0
		laid := map[int]int{} // how often each print lies there
		for n, c := range d.out.Cells {
			places := map[dealing.Spot]bool{}
			for k, s := range d.blocks[c.Unit].spots {
				if at := d.spots[n][k]; naming.BaseRole(s.role) == r.Role && s.rule.Apart == r.Apart && !places[at] {
					places[at] = true
					laid[c.Prints[k]]++
				}
			}
			most = max(most, len(places))
			all += len(places)
		}
		for _, n := range laid {
			if n > 1 {
				alike += n
			}
		}
		at := problem.At("deal", "rules", i, "apart")
		switch {
		case r.Apart == document.ApartInBlock && most > have:
			d.Problems.Warn("rule-not-kept", at, fmt.Sprintf("No two are to be alike in a block, of %d in each, and there are %d prints for them.", most, have),
				fmt.Sprintf("It is dealt so that as few as can be are alike; with %d prints it can be kept.", most))
		case r.Apart == document.ApartInQuilt && all > have:
			d.Problems.Warn("rule-not-kept", at, fmt.Sprintf("No two are to be alike in the quilt, of %d places, and there are %d prints for them.", all, have),
				fmt.Sprintf("It is dealt so that each comes as often as the others; %d places can be kept apart.", have))
		case r.Apart == document.ApartInQuilt && alike > 0:
			d.Problems.Warn("rule-not-kept", at, fmt.Sprintf("No two are to be alike in the quilt, and %d of %d places share their print with another.", alike, all),
				"What comes out of one run together is of one print, and what is given by hand stays: ask for one print in a block, or let them be alike.")
		}
	}
}
