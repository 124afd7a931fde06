// Package stock is what there is of a quilt that is being made: what every act made and took when it was done, whatever
// the plan says now, and what that leaves on hand. A recipe is what an act makes and takes by the plan it was done by;
// the account holds acts in the order in which they happened and folds them into piles.
package stock

import (
	"maps"
	"slices"
	"strings"

	"vicis/core/cloth"
	"vicis/core/fewest"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/record"
	"vicis/core/work"
)

// Recipe is what one act of a step makes and takes, down to the cloth, by the plan it is done by. It knows no stock.
type Recipe struct {
	Makes  work.Identity
	Step   naming.Step
	Called string          // at the table, for telling of what nothing asks for any more
	All    int             // how many the plan makes
	Ironed string          // how its own seams are pressed: while nothing is sewn across them that can be changed
	Stuff  *Stuff          // how long one is, where something is cut across it
	Takes  []RecipeTake    // what it takes of others
	Draws  []Draw          // the supplies of the shelf that it is cut from
	Ways   bool            // the plan makes it with its inner seams pressed another way too: each serves for itself alone
	Else   []work.Identity // what serves in its place once it is used up
	Falls  []Fall          // what falls out of the same run, itself among it; nothing where it is alone
	Piled  bool            // by an older program, which counted every pile of a run for itself

	piled *Recipe
}

// Stuff is how long a strip, a set or a tube is that something is cut across: what squaring its end up loses, and after
// how many cuts that is done again, 0 for never.
type Stuff struct {
	Long    measure.Length `json:"long"`
	Squares measure.Length `json:"squares"`
	Every   int            `json:"every,omitempty"`
}

// RecipeTake is so much of a part: Each for every Per of what is made. Where it is taken one by one, those At which it
// is; where it follows from how things are laid out on strips, Laid.
type RecipeTake struct {
	Of        *Recipe
	Each, Per int
	Run       string // things that are taken together for, once
	At        []int
	Laid      *CutLayout
	Wide      measure.Length // how much of its length one takes; 0 where it is not cut across
}

// Fall is so many of a thing from one run, piled by themselves; what is opened by itself afterwards, Apart, is not
// there by that alone.
type Fall struct {
	Makes work.Identity
	Step  naming.Step
	Each  int
	Apart bool
}

// CutLayout is how several things are cut from strips or sets, line by line; what is cut beyond that begins anew. One
// that was planned after so many events begins with what was cut and left by then.
type CutLayout struct {
	Lines []CutLine
	All   []CutShare        // how many of each in all
	After int               `json:",omitempty"`
	Used  int               `json:",omitempty"` // of what it is cut from, until then
	Had   []fewest.Offcut   `json:",omitempty"`
	Left  []cloth.LeftPiece `json:",omitempty"` // the same of a supply
	End   *EndOf            `json:",omitempty"` // what it is cut from is left of strips
}

// EndOf is what is left of a strip, so long.
type EndOf struct {
	Of   work.Identity
	Long measure.Length
}

// CutLine is so many strips that are cut alike, or pieces that are left of some, so long.
type CutLine struct {
	Times int
	Gives []CutShare
	Rest  measure.Length `json:",omitempty"`
	Lies  *CutPiece      `json:",omitempty"` // of a supply
}

// CutShare is so many of a thing, from one strip of a line after those that the lines before it give.
type CutShare struct {
	Makes     work.Identity
	N, Before int
	Wide      measure.Length // of the strip's length, by one
}

// Opened is how many strips are used up once so many of each are cut, line by line.
func (l *CutLayout) Opened(made func(work.Identity) int) (n int) {
	beyond := map[work.Identity]int{}
	for _, line := range l.Lines {
		most := 0
		if line.Rest > 0 {
			continue
		}
		for _, g := range line.Gives {
			most = max(most, min(line.Times, ceil(made(g.Makes)-g.Before, g.N)))
		}
		n += most
	}
	for _, a := range l.All {
		if more := made(a.Makes) - a.N; more > 0 && a.N > 0 {
			beyond[a.Makes] = more
		}
	}
	if again := l.Whole(); len(beyond) > 0 && len(again.Lines) > 0 {
		n += again.Opened(func(t work.Identity) int { return beyond[t] })
	}
	return n
}

// Whole is the layout without what is cut from what was left of others, as if nothing had been cut before.
func (l *CutLayout) Whole() *CutLayout {
	if l.After == 0 {
		return l
	}
	out, before := &CutLayout{}, map[work.Identity]int{}
	for _, line := range l.Lines {
		if line.Rest == 0 {
			out.add(CutLine{Times: line.Times, Gives: slices.Clone(line.Gives)}, before)
		}
	}
	return out
}

// add is one line more; before is what those before it give.
func (l *CutLayout) add(line CutLine, before map[work.Identity]int) {
	for i := range line.Gives {
		g := &line.Gives[i]
		g.Before = before[g.Makes]
	}
	for _, g := range line.Gives {
		before[g.Makes] += g.N * line.Times
		i := slices.IndexFunc(l.All, func(s CutShare) bool { return s.Makes == g.Makes })
		if i < 0 {
			i = len(l.All)
			l.All = append(l.All, CutShare{Makes: g.Makes, Wide: g.Wide})
		}
		l.All[i].N = before[g.Makes]
	}
	l.Lines = append(l.Lines, line)
}

// Gives is how many of a thing come of so many strips, cut line by line, and of what was left of others.
func (l *CutLayout) Gives(t work.Identity, strips int) (n int) {
	strips -= l.Used
	for _, line := range l.Lines {
		times := line.Times
		if line.Rest == 0 {
			times = max(0, min(strips, line.Times))
			strips -= times
		}
		for _, g := range line.Gives {
			if g.Makes == t {
				n += times * g.N
			}
		}
	}
	return n
}

// Book is every recipe of a plan, by its step.
type Book struct {
	Of    map[naming.Step]*Recipe
	Laid  map[naming.Step]*CutLayout                     // of strips and sets that several things are cut from
	Order []*Recipe                                      // in the order of the steps
	Place func(naming.Step, work.As) (at int, fits bool) // where what was tallied belongs
}

// BookOf writes down what every act of a plan makes and takes.
func BookOf(w *work.Work) *Book {
	b := &Book{Of: map[naming.Step]*Recipe{}, Laid: map[naming.Step]*CutLayout{}, Place: w.Placing()}
	runs := map[naming.Step][]Fall{}
	for _, s := range w.Steps {
		r := &Recipe{
			Makes: s.Makes(), Step: s.ID, Called: s.Called, All: s.Make, Ironed: s.Ironed, Else: s.Serves(),
		}
		b.Of[s.ID] = r
		b.Order = append(b.Order, r)
		if run, each := s.Together(); run != "" {
			runs[run] = append(runs[run], Fall{r.Makes, s.ID, each, s.Apart})
		}
	}
	b.layouts(w)
	seen, ways := map[work.Identity]bool{}, map[work.Identity]int{}
	for _, r := range b.Order {
		if !seen[r.Makes] {
			seen[r.Makes] = true
			ways[r.Makes.Bare()]++
		}
	}
	for _, r := range b.Order {
		r.Ways = ways[r.Makes.Bare()] > 1
	}
	for i, s := range w.Steps {
		r := b.Order[i]
		for _, t := range s.Takes {
			of, known := b.Of[t.Step]
			if !known {
				continue
			}
			take := RecipeTake{Of: of, Each: t.Each, Per: t.Per, Run: string(t.Together), At: t.At, Wide: s.Across()}
			if take.Wide > 0 {
				of.Stuff = stuffOf(w, s, t.Step)
			}
			if t.Shared {
				take.Laid = b.Laid[t.Step]
			}
			r.Takes = append(r.Takes, take)
		}
		for _, other := range s.Also {
			if of, known := b.Of[other.Step]; known && of.Makes != r.Makes {
				r.Else = append(r.Else, of.Makes)
			}
		}
		if run, _ := s.Together(); len(runs[run]) > 1 {
			r.Falls = runs[run]
		}
	}
	b.supplies(w)
	return b
}

// stuffOf is how long one of what a step is cut across is.
func stuffOf(w *work.Work, s work.Step, from naming.Step) *Stuff {
	long := s.Of.Across.Length - s.Of.Across.Lost
	if i := slices.IndexFunc(w.Steps, func(o work.Step) bool { return o.ID == from }); i >= 0 && w.Steps[i].Short > 0 {
		long = w.Steps[i].Short
	}
	return &Stuff{long, w.Table.Squaring, w.Table.Every}
}

// layouts finds how strips and sets are laid out that several things are cut from. What several steps cut is one thing.
func (b *Book) layouts(w *work.Work) {
	before := map[*CutLayout]map[work.Identity]int{}
	for _, part := range w.Script {
		for _, l := range part.Lines {
			if l.Kind != work.AcrossIt || !l.Across.LaidOut() {
				continue
			}
			source := w.From(l)
			laid := b.Laid[source]
			if laid == nil {
				laid = &CutLayout{}
				if w.Here != nil {
					begun := w.Begun[b.Of[source].Makes]
					laid.After, laid.Used, laid.Had = w.Here.After, begun.Used, begun.Rests
					before[laid] = maps.Clone(begun.Cut)
				}
				if b.Laid[source] = laid; before[laid] == nil {
					before[laid] = map[work.Identity]int{}
				}
			}
			b.line(laid, before[laid], l)
		}
	}
}

// line adds one line of the script to a layout; before is what those before it give.
func (b *Book) line(laid *CutLayout, before map[work.Identity]int, l work.MatLine) {
	line := CutLine{Times: l.Times, Rest: measure.Length(l.Pattern.Rest)}
	for _, g := range l.Gives {
		of, known := b.Of[g.Step]
		if !known {
			continue
		}
		at := slices.IndexFunc(line.Gives, func(s CutShare) bool { return s.Makes == of.Makes })
		if at < 0 {
			at = len(line.Gives)
			share := CutShare{Makes: of.Makes}
			for _, c := range l.Across.Cuts {
				if c.ID == g.Step {
					share.Wide = c.Cut
				}
			}
			line.Gives = append(line.Gives, share)
		}
		line.Gives[at].N += g.N
	}
	laid.add(line, before)
}

// Fact is the recipe of what an event counts, by the plan it was counted by; nothing where that plan has no such step,
// or could not be planned: then it is known by its name and its size alone.
func (b *Book) Fact(e record.Event) *Recipe {
	if b != nil {
		if i, fits := b.Place(e.Step, work.As{Exact: e.Exact, Look: e.Look}); fits {
			return b.Order[i]
		}
	}
	return nil
}

// AsPiled is the same as an older program counted it, pile by pile.
func (r *Recipe) AsPiled() *Recipe {
	if r.Falls == nil {
		return r
	}
	if r.piled == nil {
		piled := *r
		piled.Piled = true
		r.piled = &piled
	}
	return r.piled
}

// Named is what an event counts where no plan tells more of it.
func Named(e record.Event) *Recipe {
	return &Recipe{Makes: work.Identity{Does: named, Size: e.Exact, Shows: string(e.Step) + "\n" + e.Look}, Step: e.Step}
}

const named = "?"

// AsNamed is the size and the look of what no plan tells more of.
func AsNamed(t work.Identity) (as work.As, is bool) {
	_, look, is := strings.Cut(t.Shows, "\n")
	return work.As{Exact: t.Size, Look: look}, is && t.Does == named
}

// Takes is how many of a part are used up by n more, after before of them, of what is taken for each or one by one.
func (t RecipeTake) Takes(before, n int) int {
	if t.At != nil {
		return takenAt(t.At, before+n) - takenAt(t.At, before)
	}
	return n * t.Each
}

// takenAt is how many are used up once so many are made, of what is taken one by one.
func takenAt(at []int, made int) int {
	n, _ := slices.BinarySearch(at, made+1)
	return n
}

// ceil is a divided by b, rounded up; b is above 0.
func ceil(a, b int) int {
	if a <= 0 {
		return -(-a / b)
	}
	return (a + b - 1) / b
}
