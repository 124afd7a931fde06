package dealt

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/cloth"
	"vicis/core/cutting"
	"vicis/core/dealing"
	"vicis/core/demand"
	"vicis/core/document"
	"vicis/core/laying"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
)

// Dealt is which print of an assortment lies where.
type Dealt struct {
	Prints []Printed             // that are dealt, fabric by fabric
	Spots  map[naming.Unit]Spots // of every block that is laid
	Cells  []DealtCell           // row by row, as the quilt is laid
	Deal   dealing.Outcome
	Runs   map[naming.Step]int // at least so many, because what comes out of one run is of one print
	Sewn   []RunDealt          // what is sewn of which prints before it is cut apart or again
	Cut    cutting.CutByPrint
	Alike  [][2][2]int // what touches and is alike: cell and spot of both, no more than can be marked
}

// RunDealt is so many of one thing that are sewn of the same prints, in the order in which they are taken.
type RunDealt struct {
	Step   naming.Step
	Count  int
	Prints []int
}

// Printed is one print of a fabric.
type Printed struct {
	Fabric string
	Swatch cloth.Swatch
}

// Spots is where prints show in a block: for each patch that is seen of it its spot, or −1 where its cloth is not
// dealt, and for each spot its role and how many of that role come before it.
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

// dealt is the deal while it is set up.
type dealt struct {
	laying.Laid
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
	where  []*[2]float64          // the middle of every place in the quilt, across and down
}

// dealtBlock is a block taken apart: its spots and the figures they lie in.
type dealtBlock struct {
	patches       []piece.Patch // with the part they came with
	figureOfPatch []int
	spots         []spotOf
	figures       []figureOf
}

// spotOf is a spot of a block: in which figure it lies, and which of its slots it is.
type spotOf struct {
	role   string
	fabric string
	rule   document.DealRule
	group  string // spots of one group and slot have one print
	within string // where its rule holds: the place of that unit in the block, empty for the block
	stock  string
	slot   figureSlot
	at     int         // its place in the stock
	unit   naming.Unit // the figure that is dealt whole; empty where it is a group of a rule
}

// figureOf is what comes out of one run: all of one print wherever it shows the same slot.
type figureOf struct {
	unit  naming.Unit
	path  string
	stock string       // what it is dealt from; empty where all in it belongs to groups of rules
	slots []figureSlot // that belong to such groups
}

// figureSlot is where one print shows in a figure.
type figureSlot struct {
	spot   int
	inner  string      // where in the figure
	unit   naming.Unit // whose own cloth it is
	cut    naming.Unit // what is sub-cut from that, where it is a strip set
	role   string
	strip  string // which strip of that set it is
	nth    int    // counted from 1
	alike  bool   // it cannot be told from others of its role in there: they have one print
	fabric string
}

// name tells a slot apart from the others of its figure.
func (s figureSlot) name() string { return fmt.Sprint(s.inner, "|", s.role, "|", s.strip) }

// stockpile is what there is for the places of one kind. Of what falls out of one run in several looks each has a stock
// of its own, of the same prints.
type stockpile struct {
	rules  []document.DealRule // by slot
	slots  []figureSlot
	looks  []naming.Unit // of a figure; one without a name where it is a group of a rule
	index  []int         // which stock of the deal each look has
	places []int         // how many there are of each

	// Of what is cut again, it is told which part came from where: all slots of what is cut, and for each look, by
	// place, which of them its own slots are; then, for each look, of which run each choice is.
	whole []figureSlot
	shows [][][]int
	runs  [][][]int
}

// slot is the place of a slot among all.
func (p *stockpile) slot(s figureSlot) int {
	return slices.IndexFunc(p.slots, func(o figureSlot) bool { return o.name() == s.name() })
}

// ruleOf is what holds for a role in units, each of which is sewn into the one before, and in which of them: the last
// rule that is for it.
func (d *dealt) ruleOf(role string, units []naming.Unit) (rule document.DealRule, at int) {
	rule.Role = role
	for _, r := range d.DealAsked.Rules {
		if in := r.In(units); r.Role == naming.BaseRole(role) && in >= 0 {
			rule, at = r, in
		}
	}
	rule.Role = role
	if rule.One == "" {
		rule.One = document.OnePatch
	}
	return rule, at
}

// dealtFrom are the prints that a slot is dealt from: those that its rule allows. Where a colourway gives its role a
// fabric with none of these, that is said, and all prints of that fabric are.
func (d *dealt) dealtFrom(r document.DealRule, fabric string) []int {
	list := d.eligible(r, fabric)
	if len(list) > 0 {
		return list
	}
	f, _ := d.Shelf.Fabric(r.Role)
	d.Problems.Warn("rule-not-kept", "/deal/rules",
		fmt.Sprintf("In a colourway none of the prints of %s is %s.", f.Name, listed(r.Values)),
		"It is dealt from all its prints there; sort them anew, or take the value out of the rule.")
	r.Values = nil
	return d.eligible(r, fabric)
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

func listed(values []cloth.Value) string {
	var words []string
	for _, v := range values {
		words = append(words, string(v))
	}
	return strings.Join(words, " or ")
}

// mostDealt is how many patches are dealt; of larger quilts they fall as they fall.
const mostDealt = 20_000

// mostInBlock is how many patches a block may have to be dealt.
const mostInBlock = 500
