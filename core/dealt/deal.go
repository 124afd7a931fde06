// Package dealt says which print of an assortment lies where, and what is cut of each.
package dealt

import (
	"fmt"
	"slices"

	"vicis/core/cloth"
	"vicis/core/dealing"
	"vicis/core/demand"
	"vicis/core/document"
	"vicis/core/laying"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/problem"
)

// How many rules there may be, and how much that was dealt by hand.
const (
	mostRules = 50
	mostHand  = 10_000
)

// Of deals the prints, where the document asks for it and there is more than one of some fabric.
func Of(l laying.Laid) (out Dealt) {
	ask := l.DealAsked
	if ask == nil {
		return out
	}
	d := dealt{
		Laid: l, first: map[string]int{}, blocks: map[naming.Unit]*dealtBlock{}, stocks: map[string]*stockpile{},
		taken: map[string]demand.Plan{}, made: map[string][]demand.Source{}, once: map[string][]int{},
	}
	for _, f := range l.Fabrics {
		if list := f.Swatches(); len(list) > 1 {
			d.first[f.ID] = len(d.out.Prints)
			for _, s := range list {
				d.out.Prints = append(d.out.Prints, Printed{f.ID, s})
			}
		}
	}
	if !d.checkRules(ask) || ask.Falls || len(d.first) == 0 {
		return out
	}
	for _, m := range l.Layout.Blocks {
		if len(m.Piece.Patches) > mostInBlock {
			d.tooMany()
			return out
		}
	}
	table := l.Table
	table.Traced, table.Problems = true, &problem.List{}
	d.traced, _ = making.All(l.Copies, table)
	if d.lay(); d.full {
		d.tooMany()
		return out
	}
	if len(d.deal.Places) == 0 {
		return out
	}
	d.stock()
	defer func() { out.Deal.Looks += 8 * (len(d.deal.Pairs) + len(d.deal.Places)) }()
	before := min(max(0, ask.Before), len(ask.Hand))
	d.left = d.counts()
	d.byHand(ask.Hand[:before], 0)
	if d.pairs(ask); d.full {
		d.tooMany()
		return out
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
	return d.out
}

// tooMany says that a quilt is too large to be dealt.
func (d *dealt) tooMany() {
	d.Problems.Warn("too-many-dealt", "/deal", fmt.Sprintf("There is too much to deal: more than %d patches, more than "+
		"%d in one block, or too many to keep all of them apart.", mostDealt, mostInBlock),
		"They are cut for even shares and fall as they fall; deal a part of the quilt as a quilt of its own, or with fewer "+
			"rules.")
}

// checkRules refuses rules that mean nothing.
func (d *dealt) checkRules(ask *document.Deal) bool {
	good := true
	stop := func(code, at, says, mend string) { good = false; d.Problems.Stop(code, at, says, mend) }
	if n := len(ask.Rules); n > mostRules {
		stop("too-many-rules", "/deal/rules", fmt.Sprintf("There are %d rules for the deal.", n),
			fmt.Sprintf("Keep at most %d.", mostRules))
		return false
	}
	if n := len(ask.Hand); n > mostHand {
		stop("too-many-dealt", "/deal/hand", fmt.Sprintf("%d prints were dealt by hand.", n),
			fmt.Sprintf("Deal at most %d by hand.", mostHand))
	}
	if ask.Seed < 0 || ask.Before < 0 || ask.Before > len(ask.Hand) {
		stop("deal-unknown", "/deal", "The seed of the deal, or how much was dealt by hand before it, is no number that it "+
			"can have.", "Deal the prints anew.")
	}
	for i, r := range ask.Rules {
		at := problem.At("deal", "rules", i)
		role := slices.IndexFunc(d.Roles, func(o cloth.Role) bool { return o.ID == r.Role })
		if role < 0 {
			stop("role-unknown", at+"/role", "This rule is for a role that is not there.",
				"Choose one of the roles, or take the rule away.")
			continue
		}
		if !slices.Contains([]document.Together{"", document.OnePatch, document.OnePart, document.OneBlock}, r.One) {
			stop("rule-unknown", at+"/one", fmt.Sprintf("“%s” is nothing that can be of one print.", r.One),
				"Choose block, part or patch.")
		}
		if !slices.Contains([]document.Apart{"", document.ApartInBlock, document.ApartInQuilt}, r.Apart) {
			stop("rule-unknown", at+"/apart", fmt.Sprintf("“%s” is no place where no two can be alike.", r.Apart),
				"Choose block or quilt, or leave it out.")
		}
		if slices.ContainsFunc(r.Values, func(v cloth.Value) bool { return !slices.Contains(cloth.Values, v) }) {
			stop("value-unknown", at+"/values", "One of these is no value.", "Choose among light, middle and dark.")
			continue
		}
		if r.Block != "" {
			if _, known := d.Known[r.Block]; !known {
				stop("unit-unknown", at+"/block", fmt.Sprintf("This rule is for “%s”, which is not among the units.", r.Block),
					"Choose another, or take the rule away.")
			}
		}
		f, _ := d.Shelf.Fabric(r.Role)
		if len(f.Swatches()) > 0 && len(r.Values) > 0 && len(d.eligible(r, f.ID)) == 0 {
			stop("rule-not-kept", at+"/values", fmt.Sprintf("None of the prints of %s is %s.", f.Name, listed(r.Values)),
				"Choose another value, or sort its prints anew.")
		}
	}
	return good
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
		if p.Asks == dealing.Beside && len(d.out.Alike) < mostAlike &&
			d.out.Cells[a.cell].Prints[a.spot] == d.out.Cells[b.cell].Prints[b.spot] {
			d.out.Alike = append(d.out.Alike, [2][2]int{{a.cell, a.spot}, {b.cell, b.spot}})
		}
	}
}

// inOne is where a rule holds, in words.
func (d *dealt) inOne(unit naming.Unit) string {
	if unit == "" {
		return "a block"
	}
	return "one " + d.Unit(unit).Unit.Name
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
			places, in := map[dealing.Spot]bool{}, map[string]int{}
			for k, s := range d.blocks[c.Unit].spots {
				if at := d.spots[n][k]; naming.BaseRole(s.role) == r.Role && s.rule.Apart == r.Apart &&
					s.rule.Block == r.Block && !places[at] {
					places[at] = true
					laid[c.Prints[k]]++
					in[s.within]++
					most = max(most, in[s.within])
				}
			}
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
			d.Problems.Warn("rule-not-kept", at, fmt.Sprintf("No two are to be alike in %s, of %d in each, and there are "+
				"%d prints for them.", d.inOne(r.Block), most, have),
				fmt.Sprintf("It is dealt so that as few as can be are alike; with %d prints it can be kept.", most))
		case r.Apart == document.ApartInQuilt && all > have:
			d.Problems.Warn("rule-not-kept", at, fmt.Sprintf("No two are to be alike in the quilt, of %d places, and there "+
				"are %d prints for them.", all, have),
				fmt.Sprintf("It is dealt so that each comes as often as the others; %d places can be kept apart.", have))
		case r.Apart == document.ApartInQuilt && alike > 0:
			d.Problems.Warn("rule-not-kept", at, fmt.Sprintf("No two are to be alike in the quilt, and %d of %d places share "+
				"their print with another.", alike, all),
				"What comes out of one run together is of one print, and what is given by hand stays: ask for one print in a "+
					"block, or let them be alike.")
		}
	}
}
