package pressing

import (
	"maps"
	"slices"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
)

// network is the seams of a quilt as variables: what has to nest with what, and what else speaks for one side or the
// other.
type network struct {
	*gathered
	number map[naming.Seam]int // seam → its variable, from 1
	meet   []spring            // the crossings between seams that are not opened; a held seam is the ground
	wishes []wish
	held   []int  // by variable: the side it is held to; 0 for free
	opened []bool // by variable
	asked  []bool // by variable: held because the quilter said so of this seam
	fine   bool   // wishes are weighed where crossings clash, too
	looks  int    // at springs, that deciding the sides took
}

// gathered is what is to be pressed.
type gathered struct {
	seams     []making.SeamKind
	crossings []kindOfCrossing
	alike     []piece.Meeting // ends that lie at one place of kinds that look alike
}

// kindOfCrossing is a pair of seam ends that meet, with how often they do in the quilt.
type kindOfCrossing struct {
	meeting piece.Meeting
	where   string
	inside  bool
	count   int
	joint   int // those of one block, or of one pair of edges, have the same
}

// wish is what speaks for a side where crossings leave it open.
type wish struct {
	spring
	why Reason
}

// Reason is what decided a side in the end.
type Reason string

// The reasons.
const (
	ByHand     Reason = "held"    // the quilter holds the seam so
	BySchool   Reason = "school"  // the school says so of every seam
	ByBulk     Reason = "bulk"    // away from the side where more seams end
	ByDark     Reason = "dark"    // toward the darker side
	ByMiddle   Reason = "middle"  // away from the middle, or toward it
	ByOneWay   Reason = "one way" // like the seam beside it
	ByKinds    Reason = "kinds"   // kinds that look alike then lie where one or the other does
	ByTurn     Reason = "in turn" // nothing else speaks: sets go up and down in turn
	ByNothing  Reason = "nothing" // nothing speaks for either side
	ByCrossing Reason = "crossing"
)

// What the wishes weigh against each other (judgement): away from the middle or toward it where the school says so,
// so that kinds which look alike can lie where each other do; then away from bulk; a row pressed all one way before the
// dark of its single seams, since a seam is tied to both beside it, but after the bulk that speaks for every other seam
// of a sashed row; the dark before a set pressed all one way; where nothing else speaks sets go up and down in turn.
const (
	fromTheMiddle = 64
	alikeKinds    = 40
	awayFromBulk  = 32
	rowOneWay     = 6
	toTheDark     = 8
	allOneWay     = 4
	inTurn        = 1
)

func networkOf(all *gathered, ask Asking) *network {
	n := &network{gathered: all, number: map[naming.Seam]int{}, fine: ask.fine}
	seams := all.seams
	n.held, n.opened, n.asked = make([]int, len(seams)+1), make([]bool, len(seams)+1), make([]bool, len(seams)+1)
	units := map[naming.Unit]int{}
	for i, s := range seams {
		v := i + 1
		n.number[s.ID] = v
		unit := s.ID.Owner()
		school := ask.School(unit)
		dark := darker(s, ask.Lightness)
		if x, held := ask.Fixed[s.ID]; held {
			n.asked[v], n.held[v], n.opened[v] = true, x, x == 0
		} else if school == Dark {
			n.held[v] = dark
		} else {
			n.opened[v] = school == Open
		}
		if n.opened[v] {
			continue
		}
		wished := func(from, sign int, weight int64, why Reason) {
			if sign != 0 {
				n.wishes = append(n.wishes, wish{spring{from, v, sign, weight}, why})
			}
		}
		switch school {
		case Outward:
			wished(ground, s.Outward, fromTheMiddle, ByMiddle)
		case Inward:
			wished(ground, -s.Outward, fromTheMiddle, ByMiddle)
		}
		if d := sign(s.Minus.Bulk - s.Plus.Bulk); d != 0 {
			wished(ground, d, awayFromBulk, ByBulk)
		} else if school != Flat {
			wished(ground, dark, toTheDark, ByDark)
		}
		if _, known := units[unit]; !known {
			units[unit] = len(units)
		} else if i > 0 && s.ID.Beside(seams[i-1].ID) && !n.opened[v-1] {
			weight, way := int64(allOneWay), 1
			if s.Row {
				weight = rowOneWay
			}
			if school == Dark && s.Outward*seams[i-1].Outward < 0 {
				way = -1 // both down would leave a ridge: they mirror each other
			}
			wished(v-1, way, weight, ByOneWay)
		}
		wished(ground, 1-2*(units[unit]%2), inTurn, ByTurn)
	}
	n.ties()
	return n
}

// ties adds what lies on each other, and what lies at one place of kinds that look alike. An opened seam neither nests
// nor clashes.
func (n *network) ties() {
	for _, m := range n.alike {
		if a, b := n.number[m.A.Seam], n.number[m.B.Seam]; !n.opened[a] && !n.opened[b] && a != b {
			n.wishes = append(n.wishes, wish{spring{a, b, m.A.E * m.B.E, alikeKinds}, ByKinds})
		}
	}
	for _, c := range n.crossings {
		a, b := n.number[c.meeting.A.Seam], n.number[c.meeting.B.Seam]
		if !n.opened[a] && !n.opened[b] {
			n.meet = append(n.meet, n.tied(spring{a, b, c.meeting.A.E * c.meeting.B.E, weightOf(c)}))
		}
	}
}

// spins weigh more than everything they could spare: allowances that are spun the wrong way tear.
const spinWeight = 1 << 20

func weightOf(c kindOfCrossing) int64 {
	if c.meeting.Spin {
		return spinWeight * int64(c.count)
	}
	return int64(c.count)
}

// tied puts the ground, turned or not, in the place of seams that are held.
func (n *network) tied(s spring) spring {
	for _, v := range []*int{&s.a, &s.b} {
		if n.held[*v] != 0 {
			s.sign *= n.held[*v]
			*v = ground
		}
	}
	return s
}

// sides decides every seam, and says how many clashes are proven unavoidable.
func (n *network) sides() (sides []int, bound int64) {
	var wishes []spring
	for _, w := range n.wishes {
		wishes = append(wishes, n.tied(w.spring))
	}
	x, bound, looks := decide(len(n.seams)+1, n.meet, wishes, n.fine)
	n.looks += looks
	n.oneWay(x, wishes, n.lines())
	n.simplifyRows(x)
	sides = make([]int, len(x))
	for v := range sides {
		sides[v] = int(x[v])
		switch {
		case n.opened[v]:
			sides[v] = 0
		case n.held[v] != 0:
			sides[v] = n.held[v]
		}
	}
	return sides, bound
}

// simplifyRows turns rows of blocks all one way also where single seams would rather go to the dark, those at its ends
// above all: a person presses a row one way.
func (n *network) simplifyRows(x []int8) {
	var asked []spring
	for _, w := range n.wishes {
		if w.why == ByMiddle || w.why == ByKinds || w.why == ByBulk {
			asked = append(asked, n.tied(w.spring))
		}
	}
	n.oneWay(x, asked, slices.DeleteFunc(n.lines(), func(line []int) bool { return !n.seams[line[0]-1].Row }))
}

// oneWay turns seams that are told in one line all one way where that leaves as many crossings nesting and grants as
// many of the wishes: of answers that are equally good the one that is easiest to say and to do.
func (n *network) oneWay(x []int8, wishes []spring, lines [][]int) {
	touching := func(springs []spring) [][]int {
		list := make([][]int, len(x))
		for i, s := range springs {
			list[s.a] = append(list[s.a], i)
			if s.b != s.a {
				list[s.b] = append(list[s.b], i)
			}
		}
		return list
	}
	meets, wants := touching(n.meet), touching(wishes)
	broken := func(springs []spring, near [][]int, group []int) (sum int64) {
		seen := map[int]bool{}
		for _, v := range group {
			for _, i := range near[v] {
				if s := springs[i]; !seen[i] && int(x[s.a])*int(x[s.b]) != s.sign {
					sum += s.weight
				}
				seen[i] = true
			}
		}
		return sum
	}
	for _, group := range lines {
		clash, against, sum := broken(n.meet, meets, group), broken(wishes, wants, group), 0
		was := make([]int8, len(group))
		for i, v := range group {
			was[i] = x[v]
			sum += int(x[v])
		}
		if !slices.ContainsFunc(was, func(side int8) bool { return side != was[0] }) {
			continue
		}
		most := int8(1) // the side that more of them lie on already is tried first
		if sum < 0 {
			most = -1
		}
		good := false
		for _, side := range []int8{most, -most} {
			for _, v := range group {
				x[v] = side
			}
			if good = broken(n.meet, meets, group) <= clash && broken(wishes, wants, group) <= against; good {
				break
			}
		}
		if !good {
			for i, v := range group {
				x[v] = was[i]
			}
		}
	}
}

// lines lists the seams that are told in one line, two or more of them, none held or opened: those of a row, of a line
// of a block, of a set.
func (n *network) lines() [][]int {
	var list [][]int
	index := map[string]int{}
	for i, s := range n.seams {
		v := i + 1
		if n.held[v] != 0 || n.opened[v] {
			continue
		}
		line := s.ID.Line()
		k, known := index[line]
		if !known {
			k = len(list)
			index[line] = k
			list = append(list, nil)
		}
		list[k] = append(list[k], v)
	}
	return slices.DeleteFunc(list, func(group []int) bool { return len(group) < 2 })
}

// release finds, where seams are held so that more clash than must, the fewest of them to release: with every crossing
// weighing more than all held seams together, those that are not kept at the optimum.
func (p *Plan) release(ask Asking) {
	n := p.net
	held := 0
	for v := range n.asked {
		if n.asked[v] && !n.opened[v] {
			held++
		}
	}
	if held == 0 || p.Clashes == 0 {
		return
	}
	free := networkOf(n.gathered, Asking{
		School: ask.School, Lightness: ask.Lightness, Seen: ask.Seen,
		Fixed: opens(ask.Fixed),
	})
	var springs []spring
	for _, s := range free.meet {
		s.weight *= int64(held + 1)
		springs = append(springs, s)
	}
	kept := len(springs)
	for v := range n.asked {
		if n.asked[v] && !n.opened[v] {
			springs = append(springs, spring{ground, v, n.held[v], 1})
		}
	}
	out := solve(len(n.seams)+1, springs, crossingBudget, nil)
	p.Free = 0
	for i, s := range springs {
		if int(out.x[s.a])*int(out.x[s.b]) == s.sign {
			continue
		}
		if i < kept {
			p.Free += int(s.weight) / (held + 1)
		} else {
			p.Release = append(p.Release, n.seams[s.b-1].ID)
		}
	}
	if p.Free >= p.Clashes {
		p.Release = nil
	}
}

// heed finds the seams that do not go as a school of the middle says, and what is held were all pressed so.
func (p *Plan) heed(ask Asking) (fixed map[naming.Seam]int) {
	fixed = maps.Clone(ask.Fixed)
	if fixed == nil {
		fixed = map[naming.Seam]int{}
	}
	for i, s := range p.net.seams {
		way := s.Outward
		switch ask.School(s.ID.Owner()) {
		case Inward:
			way = -way
		case Outward:
		default:
			continue
		}
		if way == 0 || p.net.asked[i+1] {
			continue
		}
		if fixed[s.ID] = way; p.Decisions[s.ID].X == -way {
			p.Unheeded = append(p.Unheeded, s.ID)
		}
	}
	return fixed
}

// opens keeps of the seams that are held those that are opened.
func opens(fixed map[naming.Seam]int) map[naming.Seam]int {
	out := map[naming.Seam]int{}
	for seam, x := range fixed {
		if x == 0 {
			out[seam] = 0
		}
	}
	return out
}

// Differences of lightness (CIE L*, judgement): below the first neither side of a seam counts as the darker, from the
// second on a dark allowance may show through the light side.
const (
	noticeable   = 4
	showsThrough = 30
)

// darkerBy is by how much the plus side of a seam is darker than the other; negative where it is lighter.
func darkerBy(s making.SeamKind, lightness func(string) float64) float64 {
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
	return mean(s.Minus.Roles) - mean(s.Plus.Roles)
}

func darker(s making.SeamKind, lightness func(string) float64) int {
	switch d := darkerBy(s, lightness); {
	case d > noticeable:
		return 1
	case d < -noticeable:
		return -1
	}
	return 0
}

// ShowsThrough says whether a dark allowance lies under what is much lighter.
func (d Decision) ShowsThrough(lightness func(string) float64) bool {
	return darkerBy(d.Seam, lightness)*float64(d.X) <= -showsThrough
}

func sign(v int) int { return min(1, max(-1, v)) }
