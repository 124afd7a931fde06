package sheet

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/words"
)

// Ledger is the book of what falls out of a run besides what was wanted: mirror images counted by hand, and leftovers
// with what they are good for.
type Ledger struct {
	Hands     []Hand     `json:"hands" doc:"Units and their mirror images"`
	Leftovers []Leftover `json:"leftovers"`
	Proven    bool       `json:"proven" doc:"No choice of runs leaves less over"`
}

// Hand is a unit and its mirror image, counted apart.
type Hand struct {
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
func EmptyLedger() Ledger { return Ledger{Hands: []Hand{}, Leftovers: []Leftover{}} }

// mostCompared bounds the units that are compared with each other's mirror images.
const mostCompared = 60

// Ledger tells what falls out besides what was wanted.
func (b Sheet) Ledger() Ledger {
	out := EmptyLedger()
	out.Proven = b.Demand.Proven
	var all []making.Made
	for _, m := range b.Units {
		if m.InLength || m.Cloth || b.Demand.Runs[m.Unit.ID.Step()] == 0 {
			continue
		}
		for i, one := range m.Each() {
			all = append(all, one)
			l := b.Lines[one.Unit.ID.Step()]
			if l.Left <= 0 {
				continue
			}
			w, h := one.Piece.Size()
			left := Leftover{
				Step: one.Unit.ID.Step(), Name: one.Unit.Name, Count: l.Left,
				Size: b.Say(w) + " × " + b.Say(h), Kinds: 1,
			}
			if len(m.Variants) > 0 {
				left.Kinds = m.Variants[i].Kinds
			}
			left.GoodFor, left.For = b.goodFor(one, l.Left)
			out.Leftovers = append(out.Leftovers, left)
		}
	}
	if len(all) > mostCompared {
		all = all[:mostCompared]
	}
	taken := map[naming.Unit]bool{}
	for i, x := range all {
		seen := x.Piece.Finished(b.Table.Seam)
		if len(x.Piece.Patches) > 100 || b.alikeLook(seen.Mirrored(), x) || taken[x.Unit.ID] {
			continue
		}
		for _, y := range all[i+1:] {
			if taken[y.Unit.ID] || x.Piece.W != y.Piece.W && x.Piece.W != y.Piece.H ||
				!b.alikeLook(seen.Mirrored(), y) {
				continue
			}
			taken[x.Unit.ID], taken[y.Unit.ID] = true, true
			out.Hands = append(out.Hands, b.hand(x, y))
			break
		}
	}
	return out
}

func (b Sheet) countOf(m making.Made) Count {
	l := b.Lines[m.Unit.ID.Step()]
	return Count{
		Step: m.Unit.ID.Step(), Name: m.Unit.Name, Need: l.Need, Made: l.Make() + l.Lent + l.Left,
		Over: l.Left,
	}
}

func (b Sheet) hand(x, y making.Made) Hand {
	h := Hand{Left: b.countOf(x), Right: b.countOf(y)}
	short, long := h.Left, h.Right
	if short.Need < long.Need {
		short, long = long, short
	}
	switch {
	case x.Unit.ID.ID() != y.Unit.ID.ID():
		h.Says = fmt.Sprintf("%d and %d: mirror images of each other, sewn in batches of their own. Keep the piles apart.", h.Left.Need, h.Right.Need)
	case h.Left.Need == h.Right.Need:
		h.Says = fmt.Sprintf("Every run gives both hands, and %d of each %s needed.", h.Left.Need, words.Are(h.Left.Need))
	default:
		h.Says = fmt.Sprintf("Every run gives both hands: %d more of %s %s needed than of %s, so %d %s over.",
			short.Need-long.Need, short.Name, words.Are(short.Need-long.Need), long.Name, long.Over, words.Are(long.Over))
		if words := b.counterSet(x, short); words != "" {
			h.Says += " " + words
		}
	}
	return h
}

// counterSet says how the hand that is short could be sewn without the other: a square turned by a quarter before it is
// paired may give the mirror images.
func (b Sheet) counterSet(m making.Made, short Count) string {
	counter, ok := making.Counter(m.Unit, &b.Table)
	if !ok {
		return "No turning of the pieced square gives one hand alone."
	}
	for _, v := range counter {
		if wanted, ok := b.Table.Made(short.Step.Made()); ok &&
			making.Alike(v.Piece.Finished(b.Table.Seam), wanted.Piece.Finished(b.Table.Seam), b.Seen) {
			return fmt.Sprintf("A counter-set helps: with the pieced square turned by a quarter before pairing, each run gives %d of %s.", v.Count, short.Name)
		}
	}
	return "No turning of the pieced square gives one hand alone."
}

// trimmedDown finds what a bonus could stand in for once it is trimmed.
func (b Sheet) trimmedDown(m making.Made, n int) (words string, unit naming.Unit) {
	if !m.Bonus {
		return "", ""
	}
	for _, other := range b.Units {
		w := other.Piece.W
		if other.Cloth || other.InLength || b.Lines[other.Unit.ID.Step()].Make() == 0 || w != other.Piece.H ||
			w.Cmp(m.Piece.W) >= 0 {
			continue
		}
		trimmed := m
		trimmed.Piece = making.TrimHalf(m.Piece, w)
		if b.Alike(other, trimmed) {
			l, _ := w.Length()
			return fmt.Sprintf("Trimmed to %s they look like %s: up to %d could stand in. Say so under its bonus.",
				b.Say(l), other.Unit.Name, min(n, b.Lines[other.Unit.ID.Step()].Make())), other.Unit.ID
		}
	}
	return "", ""
}

// goodFor says what a leftover can still be: a stand-in for something else that is made, more of what takes it, or a
// sample.
func (b Sheet) goodFor(m making.Made, n int) (words string, unit naming.Unit) {
	for _, other := range b.Units {
		if other.Unit.ID == m.Unit.ID || b.Lines[other.Unit.ID.Step()].Make() == 0 || other.InLength ||
			other.Unit.ID.ID() == m.Unit.ID.ID() {
			continue
		}
		if other.Piece.W == m.Piece.W && other.Piece.H == m.Piece.H && b.Alike(other, m) {
			return fmt.Sprintf("They look like %s and are as large: up to %d of them could stand in.", other.Unit.Name,
				min(n, b.Lines[other.Unit.ID.Step()].Make())), other.Unit.ID
		}
	}
	if words, unit := b.trimmedDown(m, n); unit != "" {
		return words, unit
	}
	if words := b.wholeBlocks(m.Unit.ID.Step(), n); words != "" {
		return words, ""
	}
	if m.Bonus {
		return "Units for a border, a small quilt or a label.", ""
	}
	return "Spare units, or the beginnings of a border.", ""
}

// wholeBlocks says for how many whole blocks a leftover is enough, by itself and with what else is over of those that
// the block takes, and which number of blocks would leave none of it.
func (b Sheet) wholeBlocks(step naming.Step, n int) string {
	for _, block := range b.Blocks() {
		per := b.PerBlock(block.Unit.ID)
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
		if more, ok := b.NothingOver(block.Unit.ID, step); ok {
			says += fmt.Sprintf(" With %s more none is over.", words.Plural(more, "block"))
		}
		return says
	}
	return ""
}

func (b Sheet) alikeLook(look piece.Piece, m making.Made) bool {
	return making.Alike(look, m.Piece.Finished(b.Table.Seam), b.Seen)
}
