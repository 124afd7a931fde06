package pressing

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/piece"
	"vicis/core/quilt"
)

// School is how the quilter presses where more than one way is sound.
type School string

// The schools of pressing.
const (
	Nest School = "nest" // so that crossings nest, whatever the colour; to the dark where that is left open
	Dark School = "dark" // toward the darker side, come what may
	Open School = "open" // every seam opened flat
)

// Decision is a side for one seam, for all pieces of its kind alike.
type Decision struct {
	Seam making.Seam
	X    int // +1 or −1: the side of the seam's direction its allowances lie on; 0: opened
}

// Toward is what the seam is pressed toward.
func (d Decision) Toward() making.Neighbour {
	if d.X >= 0 {
		return d.Seam.Plus
	}
	return d.Seam.Minus
}

// Place is a kind of spot where seams cross, with what became of its crossings over the whole quilt.
type Place struct {
	Where     string
	Inside    bool // inside one block, whatever lies beside it
	Crossings int
	Clashes   int
}

// Plan is a side for every seam of a layout.
type Plan struct {
	Layout    quilt.Layout
	Decisions map[string]Decision
	Order     []string // seam ids in the order they are sewn
	Places    []Place
	Crossings int
	Clashes   int
	Opened    int  // crossings with an opened seam, which neither nest nor clash
	Proven    bool // no way of pressing these seams has fewer clashes
}

// Nests says whether two ends that meet nest under the plan, and whether one of them is opened.
func (p Plan) Nests(m piece.Meeting) (nests, opened bool) {
	a, b := m.A.E*p.Decisions[m.A.Seam].X, m.B.E*p.Decisions[m.B.Seam].X
	return a == b && a != 0, a == 0 || b == 0
}

// Decide tries the layouts in order of what they cost the quilter and keeps the first with the fewest clashes: as drawn,
// then with blocks turned that look the same after half a turn. units are the made units in the order they are sewn.
func Decide(top quilt.Top, t *making.Table, units []making.Made, school func(unit string) School, lightness func(role string) float64, look func(role string) string) Plan {
	turns := map[string]bool{}
	for _, row := range top.Repeat {
		for _, c := range row {
			if m, ok := t.Made(c.Unit); ok {
				seen := m.Piece.Finished(t.Seam)
				turns[c.Unit] = piece.SameLook(seen, seen.Turn(180), look)
			}
		}
	}
	var best Plan
	for i, turning := range []quilt.Turning{quilt.AsDrawn, quilt.EveryOther, quilt.OtherColumns} {
		layout := quilt.Lay(top, t, turning, func(unit string) bool { return turns[unit] })
		if i > 0 && layout.Turned == 0 {
			continue
		}
		p := press(layout, units, t, school, lightness)
		if i == 0 || p.Clashes < best.Clashes {
			best = p
		}
		if best.Clashes == 0 {
			break
		}
	}
	return best
}

// kindOfCrossing is a pair of seam ends that meet, with how often they do in the quilt.
type kindOfCrossing struct {
	meeting piece.Meeting
	where   string
	inside  bool
	count   int
}

func press(l quilt.Layout, units []making.Made, t *making.Table, school func(string) School, lightness func(string) float64) Plan {
	p := Plan{Layout: l, Decisions: map[string]Decision{}, Proven: true}
	seams := seamsOf(l, units)
	crossings := crossingsOf(l, units, t)

	number := map[string]int{}
	for i, s := range seams {
		number[s.ID] = i + 1
		p.Order = append(p.Order, s.ID)
	}
	sides, proven := sidesFor(seams, crossings, number, school, lightness)
	p.Proven = proven
	for i, s := range seams {
		p.Decisions[s.ID] = Decision{Seam: s, X: sides[i+1]}
	}
	places := map[string]int{}
	for _, c := range crossings {
		i, ok := places[c.where]
		if !ok {
			i = len(p.Places)
			places[c.where] = i
			p.Places = append(p.Places, Place{Where: c.where, Inside: c.inside})
		}
		p.Places[i].Crossings += c.count
		p.Crossings += c.count
		switch nests, opened := p.Nests(c.meeting); {
		case opened:
			p.Opened += c.count
		case !nests:
			p.Places[i].Clashes += c.count
			p.Clashes += c.count
		}
	}
	return p
}

// What the wishes weigh against each other (judgement): away from bulk before to the dark, to the dark before a set that is
// pressed all one way, and where nothing else speaks the sets go up and down in turn.
const (
	awayFromBulk = 32
	toTheDark    = 8
	allOneWay    = 4
	inTurn       = 1
)

func sidesFor(seams []making.Seam, crossings []kindOfCrossing, number map[string]int, school func(string) School, lightness func(string) float64) ([]int, bool) {
	fixed := make([]int, len(seams)+1)
	opened := make([]bool, len(seams)+1)
	var wishes, meet []spring
	units := map[string]int{}
	for i, s := range seams {
		v := i + 1
		dark := darker(s, lightness)
		switch school(unitOf(s.ID)) {
		case Dark:
			fixed[v] = dark
		case Open:
			opened[v] = true
			continue
		}
		if d := sign(s.Minus.Bulk - s.Plus.Bulk); d != 0 {
			wishes = append(wishes, spring{ground, v, d, awayFromBulk})
		} else if dark != 0 {
			wishes = append(wishes, spring{ground, v, dark, toTheDark})
		}
		unit := unitOf(s.ID)
		if _, known := units[unit]; !known {
			units[unit] = len(units)
		} else if i > 0 && unitOf(seams[i-1].ID) == unit {
			if !opened[v-1] {
				wishes = append(wishes, spring{v - 1, v, 1, allOneWay})
			}
		}
		wishes = append(wishes, spring{ground, v, 1 - 2*(units[unit]%2), inTurn})
	}
	for _, c := range crossings {
		a, b := number[c.meeting.A.Seam], number[c.meeting.B.Seam]
		if opened[a] || opened[b] {
			continue // an opened seam neither nests nor clashes
		}
		meet = append(meet, spring{a, b, c.meeting.A.E * c.meeting.B.E, int64(c.count)})
	}
	for _, list := range [][]spring{meet, wishes} {
		for i := range list { // a fixed seam is the ground, turned or not
			for _, v := range []*int{&list[i].a, &list[i].b} {
				if fixed[*v] != 0 {
					list[i].sign *= fixed[*v]
					*v = ground
				}
			}
		}
	}
	x, _, proven := decide(len(seams)+1, meet, wishes)
	sides := make([]int, len(x))
	for v := range sides {
		sides[v] = int(x[v])
		switch {
		case opened[v]:
			sides[v] = 0
		case fixed[v] != 0:
			sides[v] = fixed[v]
		}
	}
	return sides, proven
}

// noticeable is the difference of lightness (CIE L*) below which neither side counts as the darker (judgement).
const noticeable = 4

func darker(s making.Seam, lightness func(string) float64) int {
	if len(s.Plus.Roles) == 0 || len(s.Minus.Roles) == 0 {
		return 0
	}
	mean := func(roles []string) float64 {
		var sum float64
		for _, r := range roles {
			sum += lightness(r)
		}
		return sum / float64(len(roles))
	}
	switch d := mean(s.Minus.Roles) - mean(s.Plus.Roles); {
	case d > noticeable:
		return 1
	case d < -noticeable:
		return -1
	}
	return 0
}

func sign(v int) int { return min(1, max(-1, v)) }

func unitOf(seam string) string {
	for i := range seam {
		if seam[i] == '/' {
			return seam[:i]
		}
	}
	return seam
}

// seamsOf lists every seam of the quilt that is decided: of units, of rows, between rows, of borders.
func seamsOf(l quilt.Layout, units []making.Made) []making.Seam {
	var seams []making.Seam
	for _, m := range units {
		seams = append(seams, m.Seams...)
	}
	for _, k := range l.AllRows() {
		for j := 1; j < len(k.Cells); j++ {
			left, right := l.Blocks[k.Cells[j-1].Unit], l.Blocks[k.Cells[j].Unit]
			seams = append(seams, making.Seam{
				ID:    k.SeamID(j),
				Plus:  making.Facing(right.Unit.Name, right.Piece.Turn(k.Cells[j].Turn), piece.Left),
				Minus: making.Facing(left.Unit.Name, left.Piece.Turn(k.Cells[j-1].Turn), piece.Right),
			})
		}
	}
	if len(l.Rows) > 1 {
		seams = append(seams, making.Seam{ID: quilt.RowsStep, Plus: making.Neighbour{Name: "the row above", Bulk: 1}, Minus: making.Neighbour{Name: "the row below"}})
	}
	inside := "the middle of the quilt"
	if l.OnPoint {
		seams = append(seams, making.Seam{ID: quilt.CornersOn, Plus: making.Neighbour{Name: "the corner triangles"}, Minus: making.Neighbour{Name: "the blocks", Bulk: 1}})
	}
	for _, ring := range l.Rings {
		border := making.Neighbour{Name: ring.Border.Name}
		for _, id := range []string{quilt.SidesStep(ring.Border.ID), quilt.EndsStep(ring.Border.ID)} {
			seams = append(seams, making.Seam{ID: id, Plus: border, Minus: making.Neighbour{Name: inside, Bulk: 1}})
		}
		inside = ring.Border.Name
	}
	return seams
}

// crossingsOf lists every kind of crossing of the quilt with its count: inside blocks, where blocks meet, and at the corners
// of four blocks. A plain border meets the blocks with no seam of its own.
func crossingsOf(l quilt.Layout, units []making.Made, t *making.Table) []kindOfCrossing {
	var list []kindOfCrossing
	for _, m := range units {
		for _, block := range m.Each() {
			n := l.Count[block.Unit.ID]
			if n == 0 {
				continue
			}
			for _, meeting := range block.Piece.Meetings {
				list = append(list, kindOfCrossing{meeting, "inside " + block.Unit.Name, true, n})
			}
		}
	}
	type edge struct {
		cell quilt.Cell
		side piece.Side
	}
	ends := map[edge][]piece.End{}
	endsOf := func(c quilt.Cell, side piece.Side) []piece.End {
		k := edge{c, side}
		if _, ok := ends[k]; !ok {
			ends[k] = l.Blocks[c.Unit].Piece.Turn(c.Turn).Finished(t.Seam).Ends(side)
		}
		return ends[k]
	}
	for _, j := range l.Joints() {
		from, to, words := piece.Right, piece.Left, "between %s and %s, side by side"
		if j.Down {
			from, to, words = piece.Bottom, piece.Top, "between %s and %s below it"
		}
		where := fmt.Sprintf(words, l.Blocks[j.A.Unit].Unit.Name, l.Blocks[j.B.Unit].Unit.Name)
		for _, m := range piece.Meet(endsOf(j.A, from), endsOf(j.B, to), j.Over) {
			list = append(list, kindOfCrossing{m, where, false, j.Count})
		}
	}
	for _, f := range l.Facings() {
		for _, m := range piece.Meet(f.A, f.B, f.Over) {
			list = append(list, kindOfCrossing{m, "at the pieced border", false, 1})
		}
	}
	pairs := map[[2]int]int{}
	var order [][2]int
	for r := 1; r < len(l.Rows); r++ {
		pair := [2]int{l.Rows[r-1], l.Rows[r]}
		if pairs[pair] == 0 {
			order = append(order, pair)
		}
		pairs[pair]++
	}
	for _, pair := range order {
		above, below := l.Kinds[pair[0]], l.Kinds[pair[1]]
		from, to := l.Shared(above, below)
		for c := from + 1; c < to; c++ {
			// Row seams run from top to bottom: the upper one ends at the joint, the lower one starts there.
			m := piece.Meeting{Over: quilt.RowsStep, A: piece.End{Seam: above.SeamID(c - above.Start), E: -1}, B: piece.End{Seam: below.SeamID(c - below.Start), E: 1}}
			list = append(list, kindOfCrossing{m, "where four blocks meet", false, pairs[pair]})
		}
	}
	return list
}
