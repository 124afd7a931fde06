package stock

import (
	"maps"
	"math"
	"slices"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/work"
)

// pile is what there was and is of one thing.
type pile struct {
	made, aside, used int
	presumed          int  // used though never counted
	counted           bool // somebody has said how many there are
	doubted           int  // presumed of it after it was counted
	ironed            []Ironed
}

// Ironed is how many of a thing lie there whose own seams are pressed in one way. Of several the last is the one that
// was counted at the iron last.
type Ironed struct {
	As string
	N  int
}

// hand is what lies there.
func (p *pile) hand() int { return p.made - p.aside + p.presumed - p.used }

// parts is by how much a number of begun strips or runs may be off a whole one: far less than a thousandth, which is
// less than one of the most that come out of one.
const parts = 1e-6

// Up is a number of begun strips or runs in whole ones.
func Up(x float64) int { return int(math.Ceil(x - parts)) }

// state is every pile at a moment, and what the next act builds on.
type state struct {
	piles  []pile             // by the thing's number
	counts []count            // by the number of thing and step
	runs   map[string]run     // of things that fall out of one run
	cut    map[[2]int]int     // source and thing → how many were cut from it
	opened map[int]int        // source → how many of it are begun by what was cut across it
	off    map[offKey]int     // how many were cut across strips, sets and tubes
	begun  map[[2]int]float64 // source and thing → how many strips, sets or runs those came from
	ironed map[ironing]int    // counted at the iron, each as it was pressed last
}

// offKey is a thing that is cut across another that is so long, by a layout where several things are.
type offKey struct {
	from, of int
	stuff    Stuff
	layout   string
}

// ironing is a thing at a step, and how its own seams were pressed there.
type ironing struct {
	count int
	as    string
}

// count is what was told of a thing at one step; what fell out with others that were counted besides.
type count struct{ made, aside, fell int }

// run is how often what falls out of one run was made: what was told at each pile, and how many came of each.
type run struct {
	told, made []int
	begun      int // the fewest runs that give so many
}

func nothing() state {
	return state{
		runs: map[string]run{}, cut: map[[2]int]int{}, begun: map[[2]int]float64{}, ironed: map[ironing]int{},
		off: map[offKey]int{}, opened: map[int]int{},
	}
}

func (s *state) clone() *state {
	c := &state{
		piles: slices.Clone(s.piles), counts: slices.Clone(s.counts), runs: map[string]run{}, cut: maps.Clone(s.cut),
		begun: maps.Clone(s.begun), ironed: maps.Clone(s.ironed), off: maps.Clone(s.off), opened: maps.Clone(s.opened),
	}
	for i := range c.piles {
		c.piles[i].ironed = slices.Clone(c.piles[i].ironed)
	}
	for k, r := range s.runs {
		c.runs[k] = run{slices.Clone(r.told), slices.Clone(r.made), r.begun}
	}
	return c
}

// within is what lies there of what was counted at the iron: of what was pressed last most was used since.
func (p *pile) within() (list []Ironed) {
	over := -max(0, p.hand())
	for _, i := range p.ironed {
		over += i.N
	}
	for _, i := range slices.Backward(p.ironed) {
		gone := max(0, min(over, i.N))
		over -= gone
		if i.N > gone {
			list = append(list, Ironed{i.As, i.N - gone})
		}
	}
	slices.Reverse(list)
	return list
}

// irons counts n more at the iron. Where more were pressed than lie there some were pressed otherwise before.
func (l *Account) irons(r *known, n int) {
	p := &l.now.piles[r.thing]
	list, over := []Ironed{}, n-max(0, p.hand())
	one := Ironed{r.Ironed, n}
	for _, i := range p.within() {
		if over += i.N; i.As == r.Ironed {
			one.N += i.N
		} else {
			list = append(list, i)
		}
	}
	for k := range list {
		again := max(0, min(over, list[k].N))
		over -= again
		list[k].N -= again
		if was := (ironing{r.count, list[k].As}); l.now.ironed[was] > 0 {
			l.now.ironed[was] -= min(again, l.now.ironed[was])
		}
	}
	p.ironed = append(slices.DeleteFunc(list, func(i Ironed) bool { return i.N == 0 }), one)
	l.now.ironed[ironing{r.count, r.Ironed}] += n
}

// makes is n more of what a recipe makes, or fewer; what they took is used up, or given back.
func (l *Account) makes(r *known, n int) {
	l.taken(r, n, l.now.piles[r.thing].made)
	if r.Falls == nil {
		l.now.piles[r.thing].made += n
		return
	}
	l.fall(r, n)
}

// taken uses up what n more take, after before of them.
func (l *Account) taken(r *known, n, before int) {
	for i, d := range r.Draws {
		from := r.drawn[i].from
		l.now.off[r.drawn[i]] += n
		l.now.piles[from].used += l.opens(r, d.Laid, from, n)
	}
	for i, t := range r.Takes {
		of, begun := r.of[i], 0
		if t.Laid != nil {
			begun = max(l.now.opened[of.thing], l.byLength(t.Of.Stuff, of))
		}
		if r.off[i] != nil {
			l.now.off[*r.off[i]] += n
		}
		switch {
		case t.Laid != nil:
			l.now.opened[of.thing] += l.opens(r, t.Laid, of.thing, n)
			l.use(of, max(l.now.opened[of.thing], l.byLength(t.Of.Stuff, of))-begun)
		case t.Run != "" && r.Falls != nil: // with the run
		case t.At == nil && t.Per > 1:
			uses := l.begin(r, t, of, n)
			if t.Wide > 0 {
				l.now.opened[of.thing] += uses
			}
			l.use(of, uses)
		default:
			l.use(of, t.Takes(before, n))
		}
	}
}

// begin is how many of what gives several n more of them use up: the fewest are begun.
func (l *Account) begin(r *known, t RecipeTake, of *known, n int) int {
	k := [2]int{of.thing, r.thing}
	was := l.now.begun[k]
	l.now.begun[k] = was + float64(n)/float64(t.Per)
	return (Up(l.now.begun[k]) - Up(was)) * t.Each
}

// opens is how many strips n more of what is cut from them by a layout use up.
func (l *Account) opens(r *known, laid *CutLayout, from, n int) int {
	made := func(t work.Identity) int { return l.now.cut[[2]int{from, l.number(t)}] }
	before := laid.Opened(made)
	l.now.cut[[2]int{from, r.thing}] += n
	return laid.Opened(made) - before
}

// byLength is how many strips, sets or tubes are used up at least by the length of what was cut across them, however
// that was laid out.
func (l *Account) byLength(stuff *Stuff, of *known) int {
	if stuff == nil {
		return 0
	}
	wide, known := l.cutOff(of.thing, *stuff)
	if !known {
		return 0
	}
	one := stuff.Long - stuff.Squares
	return int(max(0, wide+one-1) / one)
}

// cutOff is how much of the length of those of a thing was cut off; not known where some were longer or shorter, or are
// squared up again on the way.
func (l *Account) cutOff(thing int, stuff Stuff) (wide measure.Length, known bool) {
	for _, c := range l.across[thing] {
		n := l.now.off[c.offKey]
		if n != 0 && c.stuff != stuff {
			return 0, false
		}
		wide += measure.Length(n) * c.wide
	}
	return wide, stuff.Every == 0 && stuff.Long > stuff.Squares
}

// fall counts n more at one of the piles of what falls out of one run, or fewer: the others come with it, but for what
// is opened by itself. Where every pile was counted for itself what came with others is not counted again.
func (l *Account) fall(r *known, n int) {
	at := l.now.runs[r.run]
	if at.told == nil {
		at = run{told: make([]int, len(r.Falls)), made: make([]int, len(r.Falls))}
	}
	k := slices.IndexFunc(r.Falls, func(f Fall) bool { return f.Step == r.Step })
	was, begun := slices.Clone(at.made), at.begun
	pending := at.made[k] - at.told[k]
	at.told[k] += n
	if r.Piled && n > 0 {
		n -= min(n, pending)
	}
	at.made[k] += n
	for i, f := range r.Falls {
		switch {
		case i == k || f.Apart || r.Falls[k].Apart:
		case n > 0:
			at.made[i] = max(at.made[i], ceil(at.made[k], r.Falls[k].Each)*f.Each)
		default:
			at.made[i] = min(at.made[i], max(at.told[i], ceil(at.made[k], r.Falls[k].Each)*f.Each))
		}
	}
	at.begun = 0
	for i, made := range at.made {
		p := &l.now.piles[r.falls[i]]
		p.made += made - was[i]
		p.counted = p.counted || made > 0
		if lacks := -p.hand(); lacks > 0 && r.falls[i] != r.thing {
			l.presumed(r.falls[i], lacks) // fewer fell out than were used since: those were there all the same
		}
		l.now.counts[r.piles[i]].fell = made - at.told[i]
		at.begun = max(at.begun, ceil(made, r.Falls[i].Each))
	}
	l.now.runs[r.run] = at
	l.ran(r, at.begun-begun)
}

// ran is so many runs of what several things fall out of.
func (l *Account) ran(r *known, runs int) {
	for i, t := range r.Takes {
		if t.Run != "" {
			l.use(r.of[i], runs*t.Each)
		}
	}
}

// use takes so much of a part. What is not there though nobody ever counted it was made all the same, and what that
// took; where it was counted that is doubted. Less than nothing was never used: nor was it presumed for that.
func (l *Account) use(r *known, n int) {
	p := &l.now.piles[r.thing]
	p.used += n
	if n < 0 {
		l.presume(r, -min(-n, p.presumed))
	}
	alike := l.alike[r.Makes.Bare()] // what is pressed otherwise serves as well
	if r.Ways {
		alike = nil
	}
	for _, other := range append(slices.Clip(r.serves), alike...) {
		o := &l.now.piles[other]
		if some := min(-p.hand(), o.hand()); some > 0 {
			p.used -= some
			o.used += some
		}
	}
	l.presume(r, max(0, -p.hand()))
}

// presume is so many that must have been there: they were made, and what that took is used up; what falls out with them
// lay there too. Fewer were not, after all.
func (l *Account) presume(r *known, n int) {
	if n == 0 {
		return
	}
	p := &l.now.piles[r.thing]
	before := p.made + p.presumed
	if r.Falls == nil {
		l.presumed(r.thing, n)
		l.taken(r, n, before)
		return
	}
	runs := n / r.each
	if n > 0 {
		runs = ceil(n, r.each)
	}
	for i, f := range r.Falls {
		if !f.Apart || f.Step == r.Step {
			o := &l.now.piles[r.falls[i]]
			l.presumed(r.falls[i], max(runs*f.Each, -max(0, min(o.presumed, o.hand()))))
		}
	}
	l.taken(r, runs*r.each, before)
	l.ran(r, runs)
}

func (l *Account) presumed(thing, n int) {
	p := &l.now.piles[thing]
	p.presumed += n
	if p.counted || n < 0 {
		p.doubted = max(0, p.doubted+n)
	}
}

// Held is what there is of one thing. Made and presumed are always used, set aside or on hand.
type Held struct {
	Makes    work.Identity
	Step     naming.Step // as it was last counted
	Called   string      // at the table then
	Made     int
	Presumed int // used, or found, though never counted
	Aside    int
	Used     int
	OnHand   int
	Counted  bool
	Doubted  int // used beyond what was counted
	Told     []AtStep
	Ironed   []Ironed // of those on hand
}

// AtStep is how many of a thing were counted at a step, as made and as set aside, and at the iron, by how its own seams
// were pressed there.
type AtStep struct {
	Step        naming.Step
	Made, Aside int
	Ironed      map[string]int
}

// held tells of a pile.
func (p *pile) held() Held {
	return Held{
		Made: p.made, Presumed: p.presumed, Aside: p.aside, Used: p.used, OnHand: p.hand(), Counted: p.counted,
		Doubted: p.doubted,
	}
}

// With is what there is of one thing under two names.
func (h Held) With(o Held) Held {
	if h.Step == "" {
		h.Step, h.Called = o.Step, o.Called
	}
	h.Made, h.Presumed, h.Aside, h.Used = h.Made+o.Made, h.Presumed+o.Presumed, h.Aside+o.Aside, h.Used+o.Used
	h.OnHand += o.OnHand
	h.Ironed = append(slices.Clip(h.Ironed), o.Ironed...)
	h.Counted, h.Doubted = h.Counted || o.Counted, h.Doubted+o.Doubted
	return h
}
