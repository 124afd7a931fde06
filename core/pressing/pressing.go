package pressing

import (
	"slices"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
	"vicis/core/school"
)

// School is how the quilter presses where more than one way is sound.
type School string

// The schools of pressing. All but the second and third let crossings nest first; they differ in what decides the rest.
const (
	Nest    School = "nest"    // away from bulk, to the dark where that is left open
	Dark    School = "dark"    // toward the darker side, come what may
	Open    School = "open"    // every seam opened flat
	Flat    School = "flat"    // away from bulk, whatever the colour
	Outward School = "outward" // away from the middle of what is sewn
	Inward  School = "inward"  // toward it
	Late    School = "late"    // as Nest, the last seams of a block undecided until it is laid in its row
)

// Schools lists the ways to choose from.
var Schools = school.Ways[School]{
	{Is: Nest, Name: "so that seams nest", Changes: "Crossings interlock first; to the dark where that is left open."},
	{Is: Dark, Name: "to the dark, always", Changes: "No dark allowance shows through a light patch; some crossings may " +
		"lie on each other."},
	{Is: Open, Name: "every seam open", Changes: "Flat, but open seams do not nest: each crossing wants a pin."},
	{
		Is: Flat, Name: "so that seams nest, away from bulk",
		Changes: "Crossings interlock first; then away from the side where more seams end, whatever the colour.",
	},
	{
		Is: Outward, Name: "so that seams nest, outward",
		Changes: "Crossings interlock first; then away from the middle of each unit, so that its edges lie the same all " +
			"round.",
	},
	{Is: Inward, Name: "so that seams nest, inward", Changes: "Crossings interlock first; then toward the middle of " +
		"each unit, so that its edges stay thin."},
	{
		Is: Late, Name: "so that seams nest, the last seams late",
		Changes: "The last seams of each block stay undecided until the blocks lie in their rows: every other one then " +
			"goes the other way.",
	},
}

// Asking is what the quilter wants of the pressing.
type Asking struct {
	School    func(unit naming.Unit) School
	Lightness func(role string) float64
	Seen      piece.Seen
	Fixed     map[naming.Seam]int // seams held to a side: +1, −1, or 0 for opened

	// Kinds: every unit as if of kinds that look alike another one than the first lay everywhere; nothing where all
	// are of one kind
	Kinds []map[naming.Unit]making.Made

	fine bool
}

// Decision is a side for one seam, for all pieces of its kind alike.
type Decision struct {
	Seam making.SeamKind
	X    int // +1 or −1: the side of the seam's direction its allowances lie on; 0: opened
}

// Toward is what the seam is pressed toward.
func (d Decision) Toward() making.Neighbour {
	if d.X >= 0 {
		return d.Seam.Plus
	}
	return d.Seam.Minus
}

// CrossingPlace is a kind of spot where seams cross, with what became of its crossings over the whole quilt.
type CrossingPlace struct {
	Where     string
	Inside    bool // inside one block, whatever lies beside it
	Crossings int
	Clashes   int
	Layers    int // of cloth, where it is thickest
}

// Clash is one kind of crossing that does not nest.
type Clash struct {
	Where string
	A, B  naming.Seam // the seams that lie on each other
	Count int
}

// Plan is a side for every seam of a layout.
type Plan struct {
	Layout    quilt.Layout
	Sorted    quilt.Layout // the same, of kinds that look alike one after the other
	Decisions map[naming.Seam]Decision
	Order     []naming.Seam // seam ids in the order they are sewn
	Places    []CrossingPlace
	Clashing  []Clash
	Crossings int
	Clashes   int
	Opened    int           // crossings with an opened seam, which neither nest nor clash
	Spun      int           // points where the allowances are spun
	Bound     int           // fewer clashes than this no way of pressing has, in none of the layouts that were tried
	Straight  int           // how many clash where nothing is turned
	Unsorted  int           // crossings that nest only where like meets like: kinds that look alike meet there
	Perhaps   int           // crossings that clash, and might not where another of these kinds lies
	Mixed     []naming.Unit // the units that come in such kinds
	Unheeded  []naming.Seam // seams that lie against a school that presses from the middle or toward it
	Heeded    int           // how many would clash were they pressed as the school says
	Release   []naming.Seam // the fewest of the seams that are held whose release lets more nest
	Free      int           // how many clash then
	Looks     int           // at springs between seams, that all this took

	net *network
}

// Proven says that no way of pressing these seams has fewer clashes, in none of the layouts that were tried.
func (p Plan) Proven() bool { return p.Clashes == p.Bound }

// Nests says whether two ends that meet nest under the plan, and whether one of them is opened.
func (p Plan) Nests(m piece.Meeting) (nests, opened bool) {
	a, b := m.A.E*p.Decisions[m.A.Seam].X, m.B.E*p.Decisions[m.B.Seam].X
	return a == b && a != 0, a == 0 || b == 0
}

// Decide tries the layouts in order of what they cost the quilter and keeps the first with the fewest clashes: as
// drawn, then with blocks turned by half, then by a quarter, where they look the same. units are the made units in the
// order they are sewn.
func Decide(top quilt.Top, t *making.Table, units []making.Made, ask Asking) Plan {
	best := inAnyLayout(top, t, units, ask)
	if best.Clashes > 0 {
		fine := ask
		fine.fine = true
		p := press(best.Layout, units, t, fine)
		p.Straight, p.Bound, p.Looks = best.Straight, best.Bound, best.Looks+p.net.looks
		best = p
	}
	best.release(ask)
	if fixed := best.heed(ask); len(best.Unheeded) > 0 {
		ask.Fixed = fixed
		heeded := inAnyLayout(top, t, units, ask)
		best.Heeded = heeded.Clashes
		best.Looks += heeded.Looks
	}
	return best
}

// inAnyLayout is the best of the layouts.
func inAnyLayout(top quilt.Top, t *making.Table, units []making.Made, ask Asking) Plan {
	alike := map[int]map[naming.Unit]bool{180: {}, 90: {}}
	for _, row := range top.Repeat {
		for _, c := range row {
			if _, known := alike[180][c.Unit]; known {
				continue
			}
			if m, ok := t.Made(c.Unit); ok {
				finished := m.Piece.Finished(t.Seam)
				for degrees, list := range alike {
					list[c.Unit] = piece.SameLook(finished, finished.Turn(degrees), ask.Seen)
				}
			}
		}
	}
	var best Plan
	straight, bound, looks := 0, 0, 0
	for i, turning := range quilt.Turnings {
		layout := quilt.Lay(top, t, turning, func(unit naming.Unit) bool { return alike[turning.Degrees][unit] })
		if i > 0 && layout.Turned == 0 {
			continue
		}
		p := press(layout, units, t, ask)
		looks += p.net.looks
		if i == 0 {
			straight, bound = p.Clashes, p.Bound
		}
		bound = min(bound, p.Bound)
		if i == 0 || p.Clashes < best.Clashes {
			best = p
		}
		if best.Clashes == 0 {
			break
		}
	}
	best.Straight, best.Bound, best.Looks = straight, bound, looks
	return best
}

func press(l quilt.Layout, units []making.Made, t *making.Table, ask Asking) Plan {
	lies := sorted(l, units, ask.Kinds)
	net := networkOf(&gathered{seamsOf(l, units), crossingsOf(lies, units), alikeOf(units, t.Seam)}, ask)
	p := Plan{Layout: l, Sorted: lies, Decisions: map[naming.Seam]Decision{}, net: net}
	for _, s := range net.seams {
		p.Order = append(p.Order, s.ID)
	}
	sides, bound := net.sides()
	for i, s := range net.seams {
		p.Decisions[s.ID] = Decision{Seam: s, X: sides[i+1]}
	}
	places := map[string]int{}
	type point struct {
		joint int
		over  naming.Seam
		spot  piece.Point
	}
	spun := map[point]bool{} // a point where several pairs of ends meet is spun once
	for _, c := range net.crossings {
		i, ok := places[c.where]
		if !ok {
			i = len(p.Places)
			places[c.where] = i
			p.Places = append(p.Places, CrossingPlace{Where: c.where, Inside: c.inside})
		}
		if !c.meeting.Spin {
			p.Places[i].Crossings += c.count
			p.Crossings += c.count
		}
		switch nests, opened := p.Nests(c.meeting); {
		case opened && !c.meeting.Spin:
			p.Opened += c.count
		case !opened && !nests:
			p.Places[i].Clashes += c.count
			p.Clashes += c.count
			p.Clashing = append(p.Clashing, Clash{c.where, c.meeting.A.Seam, c.meeting.B.Seam, c.count})
		case c.meeting.Spin:
			if at := (point{c.joint, c.meeting.Over, c.meeting.Spot}); !opened && !spun[at] {
				spun[at] = true
				p.Spun += c.count
			}
		}
	}
	p.ofKinds(units, t.Seam)
	p.thicken()
	p.Bound = min(int(bound), p.Clashes) // allowances that cannot be spun weigh more than crossings
	return p
}

// thicken says of every place how thick it gets.
func (p *Plan) thicken() {
	where := map[string]int{}
	for i, place := range p.Places {
		where[place.Where] = i
	}
	for i := 0; i < len(p.net.crossings); {
		var joint []piece.Meeting
		first := p.net.crossings[i]
		for ; i < len(p.net.crossings) && p.net.crossings[i].joint == first.joint; i++ {
			joint = append(joint, p.net.crossings[i].meeting)
		}
		place := &p.Places[where[first.where]]
		for _, c := range p.Crossed(joint) {
			place.Layers = max(place.Layers, c.Layers)
		}
	}
}

// ofKinds counts the crossings that nest only where kinds that look alike are kept apart: units whose other kinds,
// pressed as they are, turn their allowances another way at some edge.
func (p *Plan) ofKinds(units []making.Made, s measure.Length) {
	mixed := map[naming.Unit]bool{}
	for _, m := range units {
		for _, v := range m.Variants {
			if slices.ContainsFunc(v.Others, func(o piece.Piece) bool { return !p.Alike(v.Piece, o, s) }) {
				mixed[m.Unit.ID] = true
			}
		}
	}
	if len(mixed) == 0 {
		return
	}
	// by the unit that counts it: of two such units the first
	unsorted, perhaps := map[naming.Unit]int{}, map[naming.Unit]int{}
	for _, c := range p.net.crossings {
		if c.meeting.Spin {
			continue
		}
		first := c.meeting.A.Seam.Owner()
		if !mixed[first] {
			first = c.meeting.B.Seam.Owner()
		}
		switch nests, opened := p.Nests(c.meeting); {
		case !mixed[first] || opened:
		case nests:
			unsorted[first] += c.count
		default:
			perhaps[first] += c.count
		}
	}
	for _, m := range units {
		n, clash := unsorted[m.Unit.ID], perhaps[m.Unit.ID]
		if p.Unsorted, p.Perhaps = p.Unsorted+n, p.Perhaps+clash; n+clash > 0 {
			p.Mixed = append(p.Mixed, m.Unit.ID)
		}
	}
}

// Alike says whether two pieces that look alike turn their allowances the same way at every edge, so that one can lie
// where the other does.
func (p Plan) Alike(a, b piece.Piece, s measure.Length) bool {
	return p.AlikeWhere(a, b, s, func(naming.Seam) bool { return true })
}

// AlikeWhere is Alike of those seams alone whose allowances matter there.
func (p Plan) AlikeWhere(a, b piece.Piece, s measure.Length, matters func(naming.Seam) bool) bool {
	circulation := func(e piece.End) int {
		if !matters(e.Seam) {
			return 0
		}
		return e.E * p.Decisions[e.Seam].X
	}
	a, b = a.SeamsAlone().Finished(s), b.SeamsAlone().Finished(s)
	for _, side := range []piece.Side{piece.Left, piece.Right, piece.Top, piece.Bottom} {
		if !piece.TurnAlike(a.Ends(side), b.Ends(side), circulation) {
			return false
		}
	}
	return true
}

// MeetLater tells of which seams ends still come to lie on others in a seam that is sewn after one.
func (p Plan) MeetLater(after naming.Seam) func(naming.Seam) bool {
	order := map[naming.Seam]int{}
	for i, s := range p.Order {
		order[s] = i
	}
	meets := map[naming.Seam]bool{}
	for _, c := range p.net.crossings {
		if m := c.meeting; !m.Spin && order[m.Over] > order[after] {
			meets[m.A.Seam], meets[m.B.Seam] = true, true
		}
	}
	return func(s naming.Seam) bool { return meets[s] }
}
