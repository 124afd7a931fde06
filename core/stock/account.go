package stock

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/record"
	"vicis/core/work"
)

// Account is a log with what every event made and took. Acts are folded in the order in which they happened, whatever
// the order in which they were told. An act that comes last costs the same however many came before; one that comes
// late, or is taken back, costs what came after it, from the mark before it on.
type Account struct {
	*record.Log
	things  map[work.Identity]int
	names   []work.Identity
	steps   map[at]int // a thing at a step
	where   []at
	keys    map[record.Key]work.Identity
	planned map[record.Key]int
	named   map[record.Key]*Recipe
	told    map[record.Key]*known // what a plan told of a key
	facts   map[*Recipe]*known
	first   []*known // in the order in which they first came
	order   []entry  // of what makes, takes or counts, by its time
	when    []int64  // of the places of the log, when that was
	now     state
	done    int // how many of them the state has
	marks   []mark
	alike   map[work.Identity][]int // things that differ in how they are pressed alone
	across  map[int][]cutter        // by the thing that is cut across
	ends    map[int][]int           // by strips, what is cut from what is left of them
}

// cutter is a thing that is cut across another, each so wide.
type cutter struct {
	offKey
	wide measure.Length
	laid *CutLayout // of several things the layout by which they are cut
}

// known is a recipe with the numbers of what it names.
type known struct {
	*Recipe
	thing, count int
	of           []*known
	off          []*offKey // of what is cut across another
	drawn        []offKey  // of what is cut from supplies of the shelf
	serves       []int
	falls        []int // the things that fall out of its run
	piles        []int // and where these are counted
	run          string
	each         int // of a run
}

type at struct {
	thing int
	step  naming.Step
}

// entry is an event in the order of the events' times, then of their ids. place is where the log has it.
type entry struct {
	when  int64
	id    string
	place int
	kind  record.EventKind
	n     int
	is    *known
}

// mark is the state after so many entries.
type mark struct {
	after int
	state *state
}

// apart is how many entries lie between two marks, and mostMarks how many there are: the older, the fewer.
const (
	apart     = 1024
	mostMarks = 64
)

// thinned leaves out every second of the older half where there are too many.
func thinned(list []mark) []mark {
	if len(list) < mostMarks {
		return list
	}
	n := 0
	for i, m := range list {
		if i%2 == 0 || i > mostMarks/2 {
			list[n] = m
			n++
		}
	}
	return list[:n]
}

// NewAccount is an account of nothing.
func NewAccount() *Account {
	return &Account{
		Log: record.NewLog(), things: map[work.Identity]int{}, steps: map[at]int{}, facts: map[*Recipe]*known{},
		now: nothing(), alike: map[work.Identity][]int{},
		keys: map[record.Key]work.Identity{}, planned: map[record.Key]int{}, named: map[record.Key]*Recipe{},
		told: map[record.Key]*known{}, across: map[int][]cutter{}, ends: map[int][]int{},
	}
}

// Counted is a ledger of events that were all counted by one plan, in the order they were stored.
func Counted(w *work.Work, events ...record.Event) *Account {
	l, book := NewAccount(), BookOf(w)
	for _, e := range events {
		l.Add(e, book.Fact(e))
	}
	return l
}

// Add takes an event and what it counts, nothing where no plan tells. One that is there already changes nothing.
func (l *Account) Add(e record.Event, r *Recipe) {
	if r == nil {
		r = l.Named(e)
	}
	place := l.Len()
	changed, new := l.Log.Add(e)
	if new && e.Kind != record.Undo {
		k := record.Key{Step: e.Step, Exact: e.Exact, Look: e.Look}
		if _, named := AsNamed(r.Makes); !named {
			l.tell(k, l.know(r))
			l.keys[k], l.planned[k] = r.Makes, r.All
		} else if _, told := l.keys[k]; !told {
			l.keys[k] = r.Makes
		}
	}
	if new && counts(e.Kind) {
		one := entry{place: place, id: e.ID, kind: e.Kind, n: e.N, is: l.know(r)}
		if when, err := time.Parse(time.RFC3339, e.At); err == nil {
			one.when = when.UnixNano()
		} else if last := len(l.order) - 1; last >= 0 { // nobody knows when: after what came before
			one.when = l.order[last].when + 1
		}
		for len(l.when) < place {
			l.when = append(l.when, never)
		}
		l.when = append(l.when, one.when)
		i, _ := slices.BinarySearchFunc(l.order, one, entry.compare)
		l.order = slices.Insert(l.order, i, one)
		l.back(i)
		return
	}
	if changed >= 0 && changed < len(l.when) && l.when[changed] != never {
		i, _ := slices.BinarySearchFunc(l.order, entry{l.when[changed], l.Entries()[changed].ID, changed, "", 0, nil},
			entry.compare)
		l.back(i)
	}
}

// never is when an event happened that says nothing of what there is.
const never = math.MinInt64

// Named is what an event counts by its name and its size alone.
func (l *Account) Named(e record.Event) *Recipe {
	k := record.Key{Step: e.Step, Exact: e.Exact, Look: e.Look}
	if l.named[k] == nil {
		l.named[k] = Named(e)
	}
	return l.named[k]
}

// tell keeps what a plan tells of a key: what no plan tells of is taken for that. Of several one is kept, the same
// whatever came first.
func (l *Account) tell(k record.Key, r *known) {
	other := l.told[k]
	if other != nil && fmt.Sprint(other.Makes) <= fmt.Sprint(r.Makes) {
		return
	}
	l.told[k] = r
	if l.named[k] != nil {
		l.back(0)
	}
}

// counts says whether an event of a kind says something of what there is.
func counts(k record.EventKind) bool {
	return k == record.Made || k == record.Aside || k == record.Recount || k == record.Pile || k == record.Unpicked ||
		k == record.Pressed
}

func (e entry) compare(o entry) int {
	return cmp.Or(cmp.Compare(e.when, o.when), strings.Compare(e.id, o.id), cmp.Compare(e.place, o.place))
}

// back goes back to before an entry, at the mark before it.
func (l *Account) back(i int) {
	if i < 0 || i >= l.done {
		return
	}
	for len(l.marks) > 0 && l.marks[len(l.marks)-1].after > i {
		l.marks = l.marks[:len(l.marks)-1]
	}
	l.done = 0
	l.now = nothing()
	if n := len(l.marks); n > 0 {
		l.done, l.now = l.marks[n-1].after, *l.marks[n-1].state.clone()
	}
}

// fold brings the state up to the last entry.
func (l *Account) fold() {
	grown := func() {
		l.now.piles = append(l.now.piles, make([]pile, len(l.names)-len(l.now.piles))...)
		l.now.counts = append(l.now.counts, make([]count, len(l.steps)-len(l.now.counts))...)
	}
	grown()
	for ; l.done < len(l.order); l.done++ {
		if n := len(l.marks); l.done > 0 && l.done%apart == 0 && (n == 0 || l.marks[n-1].after < l.done) {
			l.marks = append(thinned(l.marks), mark{l.done, l.now.clone()})
		}
		if e := l.order[l.done]; !l.Voided(e.place) {
			l.apply(e)
		}
	}
}

// apply is one act.
func (l *Account) apply(e entry) {
	r := e.is
	if as, named := AsNamed(r.Makes); named {
		if other := l.told[record.Key{Step: r.Step, Exact: as.Exact, Look: as.Look}]; other != nil {
			r = other
		}
	}
	p, told := &l.now.piles[r.thing], &l.now.counts[r.count]
	switch e.kind {
	case record.Pressed:
		l.irons(r, e.n)
		return
	case record.Made:
		told.made += e.n
		l.makes(r, e.n)
	case record.Unpicked:
		l.unpicked(r, e.n)
	case record.Aside:
		told.aside += e.n
		p.aside += e.n
	case record.Recount:
		l.recount(r, e.n)
	case record.Pile:
		p.doubted = 0
		if more := e.n - p.hand(); more > 0 {
			p.presumed += more
		} else {
			p.aside -= more
		}
	}
	p.counted = p.counted || e.kind != record.Aside
	l.presume(r, max(0, -p.hand())) // more were set aside or unpicked than there were
}

// unpicked is so many that were taken apart: what they were made of lies there.
func (l *Account) unpicked(r *known, n int) {
	l.now.counts[r.count].made -= n
	l.now.piles[r.thing].made -= n
	for i, t := range r.Takes {
		if t.Laid == nil && t.At == nil && t.Per == 1 {
			l.now.piles[r.of[i].thing].used -= t.Takes(0, n)
		}
	}
}

// recount says how many good ones there were so far: more were made, or fewer, what they took included. What was
// presumed was among them.
func (l *Account) recount(r *known, n int) {
	p, told := &l.now.piles[r.thing], &l.now.counts[r.count]
	p.doubted = 0
	was := p.presumed
	if told.made+told.fell == p.made { // counted at this step alone
		p.made += was
		told.made += was
		p.presumed = 0
	}
	more := n - (told.made + told.fell - told.aside)
	told.made += more
	l.makes(r, more)
}

// All is what there is of every thing that was counted or used, in the order in which they first came.
func (l *Account) All() []Held {
	l.fold()
	list := make([]Held, len(l.names))
	for i := range l.names {
		list[i] = l.now.piles[i].held()
		list[i].Ironed = l.now.piles[i].within()
		list[i].Makes = l.names[i]
	}
	for _, k := range l.first {
		list[k.thing].Step, list[k.thing].Called = k.Step, k.Called
	}
	ironed := make([]map[string]int, len(l.now.counts))
	for way, n := range l.now.ironed {
		if ironed[way.count] == nil {
			ironed[way.count] = map[string]int{}
		}
		ironed[way.count][way.as] = n
	}
	for i, c := range l.now.counts {
		if c != (count{}) || ironed[i] != nil {
			h := &list[l.where[i].thing]
			h.Told = append(h.Told, AtStep{l.where[i].step, c.made + c.fell, c.aside, ironed[i]})
		}
	}
	return slices.DeleteFunc(list, func(h Held) bool { _, cloth := h.Makes.Supply(); return cloth })
}

// Cut is how many of a thing were cut from strips or sets that several things are cut from.
func (l *Account) Cut(from, t work.Identity) int {
	source, known := l.things[from]
	thing, both := l.things[t]
	if !known || !both {
		return 0
	}
	return l.now.cut[[2]int{source, thing}]
}

// CutFrom is the same of everything that was cut from them.
func (l *Account) CutFrom(from work.Identity) map[work.Identity]int {
	list := map[work.Identity]int{}
	if source, known := l.things[from]; known {
		for k, n := range l.now.cut {
			if k[0] == source && n != 0 {
				list[l.names[k[1]]] = n
			}
		}
	}
	return list
}

// Begun is how many strips, sets or runs what was made of a thing came from: of the last a part may be left. Of what
// was presumed nobody knows of a rest.
func (l *Account) Begun(from, t work.Identity) float64 {
	source, known := l.things[from]
	thing, both := l.things[t]
	if !known || !both {
		return 0
	}
	x := l.now.begun[[2]int{source, thing}]
	if l.now.piles[source].presumed > 0 {
		return float64(Up(x))
	}
	return x
}

// Item is what the events of a key count; false where none of them said.
func (l *Account) Item(k record.Key) (work.Identity, bool) {
	t, known := l.keys[k]
	return t, known
}

// Planned is how many the plan made of a key by which it was counted last.
func (l *Account) Planned(k record.Key) int { return l.planned[k] }

// number is that of a thing.
func (l *Account) number(t work.Identity) int {
	i, known := l.things[t]
	if !known {
		i = len(l.names)
		l.things[t] = i
		l.names = append(l.names, t)
		at, _ := slices.BinarySearchFunc(l.alike[t.Bare()], t.Pressed, func(other int, pressed string) int {
			return strings.Compare(l.names[other].Pressed, pressed)
		})
		l.alike[t.Bare()] = slices.Insert(l.alike[t.Bare()], at, i) // whichever came first
	}
	return i
}

// counted is the number of a thing at a step.
func (l *Account) counted(where at) int {
	i, there := l.steps[where]
	if !there {
		i = len(l.steps)
		l.steps[where] = i
		l.where = append(l.where, where)
	}
	return i
}

// run is what a run is known by: what falls out of it.
func (r *Recipe) run() string {
	var list []string
	for _, f := range r.Falls {
		list = append(list, fmt.Sprint(f.Makes, f.Step, f.Each))
	}
	slices.Sort(list)
	return strings.Join(list, "\n")
}

// Uncounted is how many more of a recipe came of the runs that were begun than were counted.
func (l *Account) Uncounted(r *Recipe) int {
	at, begun := l.now.runs[r.run()]
	k := slices.IndexFunc(r.Falls, func(f Fall) bool { return f.Step == r.Step })
	if !begun || k < 0 {
		return 0
	}
	return max(0, at.begun*r.Falls[k].Each-at.made[k])
}

// know numbers what a recipe names, and what its parts name.
func (l *Account) know(r *Recipe) *known {
	if k := l.facts[r]; k != nil {
		return k
	}
	k := &known{Recipe: r, thing: l.number(r.Makes)}
	l.facts[r] = k
	l.first = append(l.first, k)
	k.count = l.counted(at{k.thing, r.Step})
	for _, t := range r.Takes {
		of := l.know(t.Of)
		k.of = append(k.of, of)
		k.off = append(k.off, l.cuts(of, k, t))
		if t.Laid != nil {
			for _, line := range t.Laid.Lines {
				for _, g := range line.Gives {
					l.number(g.Makes)
				}
			}
		}
	}
	for _, d := range r.Draws {
		from := l.number(work.OfShelf(d.Supply))
		k.drawn = append(k.drawn, l.crosses(cutter{offKey{from, k.thing, Stuff{}, ""}, 0, d.Laid}))
		if d.Laid.End != nil {
			strips := l.number(d.Laid.End.Of)
			if !slices.Contains(l.ends[strips], from) {
				l.ends[strips] = append(l.ends[strips], from)
			}
		}
	}
	for _, t := range r.Else {
		k.serves = append(k.serves, l.number(t))
	}
	for _, f := range r.Falls {
		thing := l.number(f.Makes)
		k.falls, k.piles = append(k.falls, thing), append(k.piles, l.counted(at{thing, f.Step}))
		if f.Step == r.Step {
			k.each = f.Each
		}
	}
	k.run = r.run()
	return k
}

// cuts notes how a thing is cut across another, if it is.
func (l *Account) cuts(of, r *known, t RecipeTake) *offKey {
	if t.Wide == 0 || t.Of.Stuff == nil {
		return nil
	}
	key := l.crosses(cutter{offKey{of.thing, r.thing, *t.Of.Stuff, ""}, t.Wide, t.Laid})
	return &key
}

// crosses notes what is cut from something.
func (l *Account) crosses(c cutter) offKey {
	if c.laid != nil {
		c.layout = written(c.laid, func(string, string) {})
		for _, line := range c.laid.Lines {
			for _, g := range line.Gives {
				l.number(g.Makes)
			}
		}
	}
	if !slices.ContainsFunc(l.across[c.from], func(o cutter) bool { return o.offKey == c.offKey }) {
		l.across[c.from] = append(l.across[c.from], c)
	}
	return c.offKey
}
