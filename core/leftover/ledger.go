package leftover

import (
	"fmt"
	"slices"

	"vicis/core/demand"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/triangle"
	"vicis/core/words"
	"vicis/core/work"
)

// Ledger is the book of what falls out of a run besides what was wanted: mirror images counted by hand, and leftovers
// with what they are good for.
type Ledger struct {
	Hands     []HandCount `json:"hands" doc:"Units and their mirror images"`
	Leftovers []Leftover  `json:"leftovers"`
	Proven    bool        `json:"proven" doc:"No choice of runs leaves less over"`
}

// HandCount is a unit and its mirror image, counted apart.
type HandCount struct {
	Left  Count  `json:"left"`
	Right Count  `json:"right"`
	Says  string `json:"says"`
}

// Count is how many of one thing are needed, fall out, and are over.
type Count struct {
	Step naming.Step `json:"step"`
	Name string      `json:"name"`
	Need int         `json:"need"`
	Made int         `json:"made"`
	Over int         `json:"over"`
}

// Leftover is what is over once the quilt is made.
type Leftover struct {
	Step    naming.Step `json:"step"`
	Name    string      `json:"name"`
	Count   int         `json:"count"`
	Size    string      `json:"size"`
	GoodFor string      `json:"goodFor"`
	For     naming.Unit `json:"for,omitempty" doc:"A unit that it could stand in for"`
	Kinds   int         `json:"kinds" doc:"How many of the looks alike are sewn differently"`
}

// EmptyLedger is a book with nothing in it.
func EmptyLedger() Ledger { return Ledger{Hands: []HandCount{}, Leftovers: []Leftover{}} }

// shown is a thing that is made with what it shows once it is sewn in, and in a mirror: numbers that are the same
// however it is turned.
type shown struct {
	making.Made
	look, mirrored uint64
}

func (b LeftOver) shown(m making.Made) shown {
	p := m.Piece.Finished(b.Table.Seam)
	return shown{m, p.Look(b.Seen), p.Mirrored().Look(b.Seen)}
}

// Ledger tells what falls out besides what was wanted.
func (b LeftOver) Ledger() Ledger {
	out := EmptyLedger()
	out.Proven = b.Demand.Proven
	var all []shown
	for _, m := range b.Units {
		if m.InLength || m.Cloth || !b.Used(m.Unit.ID) {
			continue
		}
		for _, one := range m.Each() {
			all = append(all, b.shown(one))
		}
	}
	good := uses{sheet: b, made: all, per: map[naming.Unit]map[naming.Step]demand.ThingCount{}}
	for _, one := range all {
		l := b.Lines[one.Unit.ID.Step()]
		if l.Left <= 0 {
			continue
		}
		w, h := one.Piece.Size()
		left := Leftover{
			Step: one.Unit.ID.Step(), Name: one.Unit.Name, Count: l.Left,
			Size: b.Say(w) + " × " + b.Say(h), Kinds: 1,
		}
		for _, v := range one.Variants {
			if v.ID == one.Unit.ID {
				left.Kinds = len(v.Kinds)
			}
		}
		left.GoodFor, left.For = good.of(one, l.Left)
		out.Leftovers = append(out.Leftovers, left)
	}
	byLook := map[uint64][]int{}
	for i, m := range all {
		byLook[m.look] = append(byLook[m.look], i)
	}
	taken := map[naming.Unit]bool{}
	for i, x := range all {
		if x.mirrored == x.look || taken[x.Unit.ID] {
			continue
		}
		for _, j := range byLook[x.mirrored] {
			if y := all[j]; j > i && !taken[y.Unit.ID] {
				taken[x.Unit.ID], taken[y.Unit.ID] = true, true
				out.Hands = append(out.Hands, b.hand(x.Made, y.Made))
				break
			}
		}
	}
	return out
}

func (b LeftOver) countOf(m making.Made) Count {
	l := b.Lines[m.Unit.ID.Step()]
	return Count{
		Step: m.Unit.ID.Step(), Name: m.Unit.Name, Need: l.Need, Made: l.Make() + l.Lent + l.Left,
		Over: l.Left,
	}
}

// fromOneRun says whether one run of something gives both of two things.
func (b LeftOver) fromOneRun(x, y naming.Step) bool {
	for _, m := range b.Units {
		for _, act := range m.Acts {
			gives := func(id naming.Step) bool {
				return slices.ContainsFunc(act.Outputs(), func(g making.ActGive) bool { return g.ID == id })
			}
			if gives(x) && gives(y) {
				return true
			}
		}
	}
	return false
}

func (b LeftOver) hand(x, y making.Made) HandCount {
	h := HandCount{Left: b.countOf(x), Right: b.countOf(y)}
	short := h.Left
	if short.Need < h.Right.Need {
		short = h.Right
	}
	switch {
	case !b.fromOneRun(x.Unit.ID.Step(), y.Unit.ID.Step()):
		h.Says = fmt.Sprintf("%d and %d: mirror images of each other, sewn in batches of their own. Keep the piles apart.",
			h.Left.Need, h.Right.Need)
	case h.Left.Need == h.Right.Need && h.Left.Over+h.Right.Over == 0:
		h.Says = fmt.Sprintf("Every run gives both hands, and %d of each %s needed.", h.Left.Need, words.Are(h.Left.Need))
	default:
		h.Says = fmt.Sprintf("Every run gives both hands. Needed: %d of %s, %d of %s; over: %d and %d.",
			h.Left.Need, h.Left.Name, h.Right.Need, h.Right.Name, h.Left.Over, h.Right.Over)
		if words := b.counterSet(x, short); words != "" && h.Left.Need != h.Right.Need {
			h.Says += " " + words
		}
	}
	return h
}

// counterSet says how the hand that is short could be sewn without the other: a square turned by a quarter before it is
// paired may give the mirror images.
func (b LeftOver) counterSet(m making.Made, short Count) string {
	counter, ok := making.Counter(m.Unit, &b.Table)
	if !ok {
		return "No turning of the pieced square gives one hand alone."
	}
	for _, v := range counter {
		if wanted, ok := b.Table.Made(short.Step.Made()); ok &&
			making.Alike(v.Piece.Finished(b.Table.Seam), wanted.Piece.Finished(b.Table.Seam), b.Seen) {
			return fmt.Sprintf("A counter-set helps: with the pieced square turned by a quarter before pairing, each run "+
				"gives %d of %s.", v.Count, short.Name)
		}
	}
	return "No turning of the pieced square gives one hand alone."
}

// mostCounted bounds the lines of the whole quilt that are counted again, to find the numbers of blocks that leave
// nothing over.
const mostCounted = 400_000

// uses finds what leftovers are good for.
type uses struct {
	sheet LeftOver
	made  []shown
	per   map[naming.Unit]map[naming.Step]demand.ThingCount // what one block takes
	lines int                                               // counted again so far
}

// of says what a leftover can still be: a stand-in for something else that is made, more of what takes it, or a sample.
func (u *uses) of(m shown, n int) (words string, unit naming.Unit) {
	b := u.sheet
	for _, other := range u.made {
		need := b.Lines[other.Unit.ID.Step()].Make()
		if other.look == m.look && need > 0 && other.Unit.ID.ID() != m.Unit.ID.ID() {
			return fmt.Sprintf("They look like %s and are as large: up to %d of them could stand in.", other.Unit.Name,
				min(n, need)), other.Unit.ID
		}
	}
	if words, unit := u.trimmedDown(m.Made, n); unit != "" {
		return words, unit
	}
	if words := u.wholeBlocks(m.Unit.ID.Step(), n); words != "" {
		return words, ""
	}
	if m.Bonus {
		return "Units for a border, a small quilt or a label.", ""
	}
	return "Spare units, or the beginnings of a border.", ""
}

// trimmedDown finds what a bonus could stand in for once it is trimmed.
func (u *uses) trimmedDown(m making.Made, n int) (words string, unit naming.Unit) {
	if !m.Bonus {
		return "", ""
	}
	b := u.sheet
	looks := map[piece.Num]uint64{} // of the bonus, by the width it is trimmed to
	for _, other := range u.made {
		w, need := other.Piece.W, b.Lines[other.Unit.ID.Step()].Make()
		if need == 0 || w != other.Piece.H || w.Cmp(m.Piece.W) >= 0 {
			continue
		}
		look, known := looks[w]
		if !known {
			look = triangle.TrimHalf(m.Piece, w).Finished(b.Table.Seam).Look(b.Seen)
			looks[w] = look
		}
		if look == other.look {
			l := w.Nearest()
			return fmt.Sprintf("Trimmed to %s they look like %s: up to %d could stand in. Say so under its bonus.",
				b.Say(l), other.Unit.Name, min(n, need)), other.Unit.ID
		}
	}
	return "", ""
}

// wholeBlocks says for how many whole blocks a leftover is enough, by itself and with what else is over of those that
// the block takes, and which number of blocks would leave none of it.
func (u *uses) wholeBlocks(step naming.Step, n int) string {
	b := u.sheet
	for _, block := range b.Blocks() {
		per, known := u.per[block.Unit.ID]
		if !known {
			per = b.PerBlock(block.Unit.ID)
			u.per[block.Unit.ID] = per
		}
		each := per[step].Need
		if each == 0 || block.Unit.ID.Step() == step {
			continue
		}
		alone := n / each
		together, others := alone, false
		for other, line := range per {
			if left := b.Lines[other].Left; other != step && line.Need > 0 && left > 0 {
				others, together = true, min(together, left/line.Need)
			}
		}
		name := block.Unit.Name
		says := fmt.Sprintf("Enough for %d more of %s.", alone, name)
		switch {
		case alone == 0:
			says = fmt.Sprintf("%s takes %d of them: with %d more there is another.", name, each, each-n)
		case others && together < alone:
			says = fmt.Sprintf("Enough for %d more of %s, for %d with what else is over.", alone, name, together)
		}
		if u.lines > mostCounted {
			return says
		}
		more, tried, ok := b.NothingOver(block.Unit.ID, step)
		if u.lines += tried * len(b.Lines); ok {
			says += fmt.Sprintf(" With %s more none is over.", words.Plural(more, "block"))
		}
		return says
	}
	return ""
}

// LeftOver tells what is left of a work.
type LeftOver struct{ *work.Work }

// Of tells what is left once all is cut and sewn.
func Of(w *work.Work) LeftOver { return LeftOver{w} }
