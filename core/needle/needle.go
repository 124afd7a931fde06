// Package needle is how two layers lie under the needle: which is on top, which end goes in first, where allowances
// come and which way they must point, and the wrong way of laying them that is most easily taken for the right one.
package needle

import (
	"slices"

	"vicis/core/batching"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/work"
)

// Card is everything that comes under the needle in one step.
type Card struct {
	Batch batching.Batch
	Lies  []Lie       // of the seams that were asked for, in the order they are sewn
	First int         // which of all seams that begins with, from 0
	Seams int         // how many there are in all
	Each  bool        // every seam makes one more of the step; else all of them make one
	Laid  *FaceDown   // where a part lies face down on the other, and not edge to edge
	Piles []StripPile // of a strip set: what is sewn by itself before it is joined
}

// Lie is how the layers of one seam lie. The edges that are sewn lie on the right, at the guide; the upper end goes in
// first. Lower is right side up as it lies; Upper is right side up with the edge that is sewn on the left, and is
// turned over like a page.
type Lie struct {
	Seam         naming.Seam
	Lower, Upper LayerUnder
	Why          Why
	Takes        measure.Length  // the allowance
	Marks        []AllowanceMark // from the end that goes in first
	Long, Drawn  piece.Num       // the whole seam, and how much of it is drawn from its beginning
	Press        PressedToward   // where its allowances go once it is opened
	Turned       int             // how both are turned against how they lie once it is opened
	Wrong        *Wrong          // nothing where none could be taken for it
}

// LayerUnder is one of them.
type LayerUnder struct {
	// From: the step whose pile it is taken from; empty for what is under way, and for strips that were joined by
	// themselves
	From naming.Step
	// Turn: against how that step gives it; for what is under way against how it lay when the seam before was opened, of a
	// web as it lies in the quilt
	Turn  int
	Name  string
	Piece piece.Piece // what of it lies near the seam
	Torn  bool        // it goes on beyond what is drawn, away from the guide
	Sewn  int         // where several things are under way: which seam of this step gave it, from 1
	Row   int         // of a web: which row of the quilt it is, as far as it is sewn, from 1
}

// Why is why the upper layer is on top (common practice, in this order).
type Why string

// The reasons.
const (
	Points Why = "points" // it has a point that must be seen
	Seams  Why = "seams"  // it has seams, or more of them, so that none is turned over by the feed
	SewnOn Why = "sewn on"
	Folded Why = "folded" // it is the binding, folded
)

// PressedToward is which layer a seam is pressed toward.
type PressedToward string

// The ways of pressing it.
const (
	ToLower PressedToward = "lower"
	ToUpper PressedToward = "upper"
	Opened  PressedToward = "open"
	Unset   PressedToward = "" // not by the iron
)

// AllowanceWay is where an allowance points as it goes under the foot.
type AllowanceWay string

// The ways.
const (
	None   AllowanceWay = ""
	Away   AllowanceWay = "away"   // from you: to the end that goes in first
	Toward AllowanceWay = "toward" // you
	Open   AllowanceWay = "open"
	Both   AllowanceWay = "both" // where several end in one point
)

// AllowanceMark is a place along the seam where allowances come.
type AllowanceMark struct {
	At           piece.Num // from the end that goes in first
	Lower, Upper AllowanceWay
	Meets        int // how many pairs of ends come to lie on each other
	Clashes      int // how many of them do not lock
}

// Most is how many seams are laid at once.
const Most = 12

// Of is what comes under the needle in a step, at the seams near one of them, counted from 0; not for what only the
// whole quilt shows, and for nothing that is not sewn.
func Of(w *work.Work, step naming.Step, near int) (Card, bool) {
	i := slices.IndexFunc(w.Batches, func(b batching.Batch) bool { return b.ID == step })
	if i < 0 || w.Batches[i].Does != making.Sews {
		return Card{}, false
	}
	t := cardTable{w: w}
	c := Card{Batch: w.Batches[i]}
	joins := c.Batch.Joins
	switch {
	case len(c.Batch.Left.Over) > 0:
		c.Laid = t.laid(c.Batch.Left, c.Batch.Right.Name)
		return c, true
	case step == naming.BindingJoin:
		c.Laid = t.laid(crossed(w.Layout.Bind.Role, w.Layout.Bind.Width), "the end of the next")
		return c, true
	case step == naming.BindingRound:
		bound, ok := t.bound()
		c.Lies, c.Seams = []Lie{bound}, 1
		return c, ok
	case c.Batch.Stage == batching.Sets && len(joins) == 0:
		joins, c.Piles = t.strips(c.Batch)
	default:
		joins, c.Each = t.joins(c.Batch)
	}
	if len(joins) == 0 {
		return c, false
	}
	c.Seams = len(joins)
	c.First = max(0, min(near, len(joins)-1)) / Most * Most
	before := 0 // how what was sewn last lies against how it is drawn
	if c.First > 0 {
		before = t.orient(joins[c.First-1]).turned
	}
	for _, j := range joins[c.First:min(len(joins), c.First+Most)] {
		l, turned := t.lie(j, before)
		before = turned
		c.Lies = append(c.Lies, l)
	}
	lies := t.orient(joins[len(joins)-1]).turned
	if c.Batch.Stage == batching.Top { // the quilt is turned from side to side, and back in the end
		turned := 0
		for _, j := range joins {
			switch {
			case j.A.From == "":
				turned += j.A.Turn
			case j.B.From == "":
				turned += j.B.Turn
			default: // the next one is begun
				turned = 0
			}
		}
		lies += turned
	}
	c.Batch.Turned = (c.Batch.Turned + 720 - lies%360) % 360
	return c, true
}

// cardTable is where cards are laid.
type cardTable struct{ w *work.Work }

// joins is the seams of a batch that is sewn edge to edge, and whether each of them makes one more of it.
func (t cardTable) joins(b batching.Batch) (list []making.Join, each bool) {
	switch b.Stage {
	case batching.Rows:
		if column := b.ID.Column(); column > 0 {
			return t.web(column), true
		}
		return t.row(t.w.Row(b.ID)), false
	case batching.Top, batching.Finish:
		return t.round(b), true
	}
	return b.Joins, false
}

// oriented is both layers as they lie for one seam, and how the table is turned for that against how they are drawn.
type oriented struct {
	lower, upper LayerUnder
	why          Why
	press        PressedToward
	turned       int
}

// orient says which layer is on top, and so which end goes in first.
func (t cardTable) orient(j making.Join) oriented {
	o := oriented{lower: layer(j.A), upper: layer(j.B), why: SewnOn}
	x := t.w.Press.Decisions[j.Seam].X
	if j.Down { // the table turned so that the lower edge lies on the right; there +1 presses up, toward the first
		o.turned, o.lower, o.upper, x = 270, o.lower.turn(270), o.upper.turn(270), -x
	}
	a, b := standing(o.lower.Piece.Facing(piece.Right, j.Takes)), standing(o.upper.Piece.Facing(piece.Left, j.Takes))
	switch {
	case a.points != b.points:
		o.why = Points
	case a.seams != b.seams:
		o.why = Seams
	}
	if a.points > b.points || a.points == b.points && a.seams > b.seams { // turned by half, the other one lies on top
		o.turned, o.lower, o.upper, x = (o.turned+180)%360, o.upper.turn(180), o.lower.turn(180), -x
	}
	o.press = map[int]PressedToward{1: ToUpper, -1: ToLower, 0: Opened}[x]
	return o
}

// lie lays one seam. before is how what was sewn last was turned, and turned how this one is, against how they are
// drawn.
func (t cardTable) lie(j making.Join, before int) (l Lie, turned int) {
	o := t.orient(j)
	l = Lie{
		Seam: j.Seam, Lower: o.lower, Upper: o.upper, Why: o.why, Press: o.press, Turned: o.turned, Takes: j.Takes,
		Long: o.lower.Piece.H,
	}
	for _, one := range []*LayerUnder{&l.Lower, &l.Upper} {
		if one.From == "" && one.Row == 0 {
			one.Turn = (one.Turn + 360 - before) % 360
		}
	}
	l.Marks = t.marks(l)
	l.Wrong = t.wrong(l)
	l.Lower, l.Upper = near(l)
	l.Drawn = l.Lower.Piece.H
	return l, o.turned
}

func layer(l making.Layer) LayerUnder {
	return LayerUnder{From: l.From, Turn: l.Turn, Name: l.Name, Piece: l.Piece, Torn: l.Last, Sewn: l.Sewn, Row: l.Row}
}

func (l LayerUnder) turn(by int) LayerUnder {
	l.Turn, l.Piece = (l.Turn+by)%360, l.Piece.Turn(by)
	return l
}

// stands is what the needle meets at an edge: how many points, and how many seams.
type stands struct{ points, seams int }

func standing(ends []piece.End) (s stands) {
	at := map[piece.Num]bool{}
	for _, e := range ends {
		if e.Slants() && !at[e.At] {
			at[e.At] = true
			s.points++
		}
	}
	s.seams = len(ends)
	return s
}

// marks lists where allowances come. Cloth that is turned over like a page keeps what points to its upper end.
func (t cardTable) marks(l Lie) []AllowanceMark {
	below, above := l.Lower.Piece.Facing(piece.Right, l.Takes), l.Upper.Piece.Facing(piece.Left, l.Takes)
	index := map[piece.Num]int{}
	var list []AllowanceMark
	at := func(n piece.Num) *AllowanceMark {
		i, known := index[n]
		if !known {
			i, index[n] = len(list), len(list)
			list = append(list, AllowanceMark{At: n})
		}
		return &list[i]
	}
	for _, e := range below {
		m := at(e.At)
		m.Lower = m.Lower.and(t.way(-e.E, e.Seam))
	}
	for _, e := range above {
		m := at(e.At)
		m.Upper = m.Upper.and(t.way(e.E, e.Seam))
	}
	for _, meeting := range piece.Meet(below, above, l.Seam) {
		m := at(meeting.A.At)
		m.Meets++
		if nests, _ := t.w.Press.Nests(meeting); !nests {
			m.Clashes++
		}
	}
	slices.SortFunc(list, func(a, b AllowanceMark) int { return a.At.Cmp(b.At) })
	return list
}

// way is where an allowance points, of a seam that runs to the right (+1) or to the left (−1): its left is up.
func (t cardTable) way(runs int, seam naming.Seam) AllowanceWay {
	switch x := t.w.Press.Decisions[seam].X; {
	case x == 0:
		return Open
	case x*runs > 0:
		return Away
	}
	return Toward
}

func (w AllowanceWay) and(o AllowanceWay) AllowanceWay {
	if w == None || w == o {
		return o
	}
	return Both
}

// How many times as long as wide is drawn of what has no seam to meet, and from when on only the beginning of any seam
// is (judgement).
const (
	longest = 3
	tooLong = 6
)

// near is what of both layers lies near the seam: of what is under way its end, of long strips their beginning.
func near(l Lie) (lower, upper LayerUnder) {
	lower, upper = l.Lower, l.Upper
	wide := upper.Piece.W
	if lower.Piece.W.Cmp(wide) > 0 {
		wide = lower.Piece.W
	}
	high := l.Long
	if most := wide.Times(longest); len(l.Marks) == 0 && high.Cmp(most) > 0 || high.Cmp(wide.Times(tooLong)) > 0 {
		high = most
	}
	narrow := func(one LayerUnder, other LayerUnder, right bool) LayerUnder {
		w := one.Piece.W
		if most := other.Piece.W.Times(2); w.Cmp(most) > 0 && w.Cmp(l.Long) > 0 {
			w, one.Torn = most, true
			if most.Cmp(l.Long) < 0 {
				w = l.Long
			}
		}
		x := piece.Num{}
		if right {
			x = one.Piece.W.Sub(w)
		}
		if w != one.Piece.W || high != one.Piece.H {
			one.Piece = one.Piece.Window(x, piece.Num{}, w, high)
		}
		return one
	}
	return narrow(lower, upper, true), narrow(upper, lower, false)
}
