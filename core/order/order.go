// Package order is in which order batches are best sewn: what each asks for, what can be sewn now, what others wait
// for, and how the length of stitches is changed least often.
package order

import (
	"cmp"
	"fmt"
	"math/big"
	"slices"
	"strings"

	"vicis/core/batching"
	"vicis/core/laying"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/needle"
	"vicis/core/tally"
	"vicis/core/words"
	"vicis/core/work"
)

// Order is everything that is sewn, with what each batch asks for.
type Order struct {
	Batches []BatchNow    `json:"batches" doc:"In the order of the plan"`
	Fewest  []naming.Step `json:"fewest" doc:"The same in an order that changes the length of stitches least often, and never waits for itself"`
	Changes int           `json:"changes" doc:"How often that is changed then"`
	Planned int           `json:"planned" doc:"How often in the order of the plan"`
	Chains  []Chain       `json:"chains" doc:"Kinds that are sewn alike in other cloth: one chain, cut where the kind changes"`
	Tonight []naming.Step `json:"tonight" doc:"What there are parts for now, what asks least care first"`
	Soonest *Soonest      `json:"soonest,omitempty" doc:"What finishes a block soonest; none once all are done"`
}

// Chain is batches of one act in other cloth: the same parts, edges and stitches. Each of them is counted for itself.
type Chain struct {
	Steps []naming.Step `json:"steps" doc:"Two or more, in the order of the plan"`
	Make  int           `json:"make" doc:"How many all of them are together"`
}

// chains puts together what is sewn alike, strip sets aside, which are laid out strip by strip: parts of the same
// shapes, the same edges and stitches, seams as long and as many. How they are pressed may differ.
func chains(w *work.Work) []Chain {
	list := []Chain{}
	at := map[string]int{}
	for _, s := range w.Steps {
		b := s.Of.Batch
		if b == nil || b.Does != making.Sews || b.Make == 0 || b.Stage != batching.Units && b.Stage != batching.Blocks {
			continue
		}
		key := fmt.Sprint(b.Stage, b.Edge != "", b.Seams, b.Each, w.StitchOf(*b), b.Piece.Look(shape),
			b.Left.Piece.LookAsItLies(shape), b.Right.Piece.LookAsItLies(shape), b.Shaves)
		for _, over := range b.Left.Over {
			key += fmt.Sprint(" ", over.LookAsItLies(shape))
		}
		i, known := at[key]
		if !known {
			i, at[key] = len(list), len(list)
			list = append(list, Chain{Steps: []naming.Step{}})
		}
		list[i].Steps = append(list[i].Steps, s.ID)
		list[i].Make += b.Make
	}
	return slices.DeleteFunc(list, func(c Chain) bool { return len(c.Steps) < 2 })
}

// shape sees no cloth.
func shape(string, int) string { return "" }

// BatchNow is one batch, as somebody sees it who has an hour.
type BatchNow struct {
	Step    naming.Step   `json:"step"`
	Asks    string        `json:"asks" doc:"Of one: crossings, points, stretching edges, lines to follow"`
	Care    string        `json:"care" enum:"plain,some,careful"`
	Now     int           `json:"now" doc:"How many can be sewn now: of what is to go, what there are parts for"`
	Takes   string        `json:"takes" doc:"How long those take, by one's own tallies; empty where that is not known"`
	HoldsUp int           `json:"holdsUp" doc:"How many pieces of later batches cannot be sewn yet and need it"`
	Short   bool          `json:"short" doc:"It is sewn with short stitches"`
	Enders  []naming.Step `json:"enders" doc:"What can be sewn between its pieces, as leaders and enders: batches that ask no care, have parts now, the same stitches, and do not wait for it"`
}

// mostEnders is how many are named.
const mostEnders = 3

// Of is the order of a work as far as it is counted.
// takes tells how long so many of a step take, where that is known.
func Of(w *work.Work, p tally.Progress, takes func(step, n int) (string, bool)) Order {
	o := Order{Batches: []BatchNow{}, Fewest: []naming.Step{}, Tonight: []naming.Step{}, Chains: chains(w)}
	g := graphOf(w)
	care := map[naming.Step]needle.Care{}
	machineOnly := countsAtTheMachineOnly(w, p)
	o.Soonest = soonest(w, p, machineOnly)
	for _, i := range g.sewn {
		s, st := w.Steps[i], p.Steps[i]
		asks := needle.AsksOf(w, *s.Of.Batch)
		care[s.ID] = asks.Care()
		one := BatchNow{
			Step: s.ID, Asks: asksWords(asks), Care: []string{"plain", "some", "careful"}[asks.Care()], Short: g.short[i],
			Enders: []naming.Step{},
		}
		switch {
		case st.Waits != "":
		case g.waits(w, i, p, machineOnly):
		case st.Ready < 0: // its parts are not counted, and none is asked for any more
			one.Now = st.ToGo
		default:
			one.Now = min(st.ToGo, st.Ready)
		}
		one.Takes, _ = takes(i, one.Now)
		o.Batches = append(o.Batches, one)
	}
	o.holds(w, p, g, care)
	slices.SortStableFunc(o.Tonight, func(x, y naming.Step) int { return cmp.Compare(care[x], care[y]) })
	left := map[int]bool{}
	for _, i := range g.sewn {
		if p.Steps[i].ToGo > 0 {
			left[i] = true
		}
	}
	var planned []int
	for _, i := range g.sewn {
		if left[i] {
			planned = append(planned, i)
		}
	}
	o.Planned = g.changes(planned)
	fewest := g.fewest(left)
	o.Changes = g.changes(fewest)
	for _, i := range fewest {
		o.Fewest = append(o.Fewest, w.Steps[i].ID)
	}
	return o
}

// holds says of every batch what waits for it, what can be sewn between its pairs, and whether it can be sewn now.
func (o *Order) holds(w *work.Work, p tally.Progress, g *graph, care map[naming.Step]needle.Care) {
	at := map[naming.Step]int{}
	for k, b := range o.Batches {
		at[b.Step] = k
	}
	for k := range o.Batches {
		b := &o.Batches[k]
		i := g.index[b.Step]
		if p.Steps[i].ToGo == 0 {
			continue
		}
		for _, j := range g.sewn {
			if g.needs(j, i) {
				later := w.Steps[j].ID
				b.HoldsUp += max(0, p.Steps[j].ToGo-o.Batches[at[later]].Now)
			}
		}
		for _, other := range o.Batches {
			j := g.index[other.Step]
			if other.Step != b.Step && other.Now > 0 && care[other.Step] == needle.Plain && other.Short == b.Short &&
				len(b.Enders) < mostEnders &&
				!g.needs(j, i) && !g.needs(i, j) && w.Steps[j].Stage != batching.Top && w.Steps[j].Stage != batching.Finish {
				b.Enders = append(b.Enders, other.Step)
			}
		}
		if b.Now > 0 {
			o.Tonight = append(o.Tonight, b.Step)
		}
	}
}

// graph is which batch takes what, also through what is cut, marked and trimmed in between.
type graph struct {
	sewn    []int // the steps that are sewn, in the order of the plan
	index   map[naming.Step]int
	takes   [][]int // of every step
	short   []bool
	counted []map[int]bool // of every step, what the count of its parts knows of
	below   []*big.Int     // of every step, all it needs: a bit for each
}

func graphOf(w *work.Work) *graph {
	g := &graph{
		index: map[naming.Step]int{}, takes: make([][]int, len(w.Steps)), short: make([]bool, len(w.Steps)),
		counted: make([]map[int]bool, len(w.Steps)),
	}
	for i, s := range w.Steps {
		g.index[s.ID] = i
	}
	for i, s := range w.Steps {
		g.counted[i] = map[int]bool{}
		for _, t := range s.Takes {
			if j, known := g.index[t.Step]; known && j != i {
				g.takes[i], g.counted[i][j] = append(g.takes[i], j), true
			}
		}
		if s.Of.Batch != nil && s.Does == making.Sews && s.Make > 0 {
			g.sewn = append(g.sewn, i)
			g.short[i] = w.StitchOf(*s.Of.Batch) != laying.UsualStitch
		}
	}
	g.top(w)
	g.settle()
	return g
}

// top lets the top come together in its order: rows to each other once all are sewn, then border after border, and the
// binding last.
func (g *graph) top(w *work.Work) {
	var before []int
	for _, k := range w.Layout.Kinds {
		id := k.ID
		if len(k.Cells) == 1 {
			id = k.Cells[0].Unit.Step()
		}
		if i, known := g.index[id]; known {
			before = append(before, i)
		}
	}
	if _, columns := w.Layout.Web(); columns > 0 {
		if i, known := g.index[naming.Web(columns)]; known {
			before = append(before, i)
		}
	}
	for i, s := range w.Steps {
		switch s.Stage {
		case batching.Top:
			g.takes[i] = append(g.takes[i], before...)
			before = []int{i}
		case batching.Finish:
			if s.ID == naming.BindingRound {
				g.takes[i] = append(g.takes[i], before...)
			}
		}
	}
}

// waits says whether something a step needs is still to be made of which the count of its parts says nothing: the top
// that a border is sewn to, or parts that are not counted. Who counts at the machine and never at the mat has cut what
// is to be sewn.
func (g *graph) waits(w *work.Work, i int, p tally.Progress, machineOnly bool) bool {
	for _, j := range g.takes[i] {
		switch {
		case p.Steps[j].ToGo == 0 || isCut(w.Steps[j]) && machineOnly:
		case p.Steps[i].Ready < 0 || !g.counted[i][j]:
			return true
		}
	}
	return false
}

func countsAtTheMachineOnly(w *work.Work, p tally.Progress) bool {
	mat, machine := false, false
	for k, s := range w.Steps {
		mat = mat || isCut(s) && p.Steps[k].Last != nil
		machine = machine || s.Does == making.Sews && p.Steps[k].Last != nil
	}
	return machine && !mat
}

func isCut(s work.Step) bool { return s.Does == making.Cuts || s.Does == making.SubCuts }

// settle finds everything that every step needs.
func (g *graph) settle() {
	g.below = make([]*big.Int, len(g.takes))
	for i := range g.takes {
		g.under(i)
	}
}

// under is everything a step needs; nothing takes what takes it.
func (g *graph) under(i int) *big.Int {
	if g.below[i] != nil {
		return g.below[i]
	}
	g.below[i] = new(big.Int)
	for _, j := range g.takes[i] {
		g.below[i].Or(g.below[i], g.under(j)).SetBit(g.below[i], j, 1)
	}
	return g.below[i]
}

// needs says whether one step cannot be done before another has begun.
func (g *graph) needs(i, j int) bool { return g.below[i].Bit(j) == 1 }

// changes is how often the length of stitches is changed in an order.
func (g *graph) changes(order []int) (n int) {
	for k := 1; k < len(order); k++ {
		if g.short[order[k]] != g.short[order[k-1]] {
			n++
		}
	}
	return n
}

// fewest is an order of what is left that changes the length of stitches least often. With two lengths it is enough to
// sew all that can be sewn with one before the other is set: what is sewn earlier never keeps anything else from being
// sewn. Either may be the first.
func (g *graph) fewest(left map[int]bool) (best []int) {
	for _, short := range []bool{true, false} {
		var order []int
		open := new(big.Int) // what is left and not yet in the order
		for i := range left {
			open.SetBit(open, i, 1)
		}
		for set, idle := short, 0; len(order) < len(left) && idle < 2; set = !set {
			idle++
			for again := true; again; {
				again = false
				for _, i := range g.sewn {
					if open.Bit(i) == 0 || g.short[i] != set || new(big.Int).And(g.below[i], open).Sign() != 0 {
						continue
					}
					order, again, idle = append(order, i), true, 0
					open.SetBit(open, i, 0)
				}
			}
		}
		if best == nil || g.changes(order) < g.changes(best) {
			best = order
		}
	}
	return best
}

// asksWords says what one of a batch asks.
func asksWords(a needle.Asks) string {
	var list []string
	if a.Crossings > 0 {
		list = append(list, words.Plural(a.Crossings, "crossing")+" to match")
	}
	if a.Clashes > 0 {
		list = append(list, fmt.Sprintf("%d of them without a lock", a.Clashes))
	}
	if a.Points > 0 {
		list = append(list, words.Plural(a.Points, "point")+" to meet")
	}
	if a.Lines > 0 {
		list = append(list, words.Plural(a.Lines, "line")+" to follow")
	}
	if a.Bias {
		list = append(list, "edges that stretch")
	}
	if len(list) == 0 {
		return "plain edges"
	}
	return strings.Join(list, ", ")
}
