package laying

import (
	"iter"
	"slices"

	"vicis/core/making"
)

// Every stage says what it took to whoever counts (decided.Quilt.Spend), so that nobody can forget to: what is sewn,
// laid, pressed, counted and cut, never the clock. In about a hundredth of a millisecond on the machine it was weighed
// on.
const (
	documentCost = 10 // to read it anew, and a part for each of its units and schools of steps
	documentPart = 3
	actsPart     = 50
	patchPart    = 2   // of the patches that lie there after each step
	cellPart     = 50  // of the cells of a top
	pressedCost  = 2   // for each cell whose seams are decided
	turnedPart   = 6   // of the patches of each unit, which is turned every way it lies
	looksPart    = 140 // of the searches of the pressing
	nodesPart    = 800
)

// MakingCost is what it takes to read a document and to sew its units.
func MakingCost(parts, schools int, made iter.Seq[making.Made]) int {
	n := documentCost + (parts+schools)/documentPart
	for m := range made {
		for _, act := range m.Acts {
			n += 1 + len(act.Piece.Patches)/patchPart
		}
	}
	return n
}

// SewnCost is what it took to sew all units.
func (s Sewn) SewnCost() int {
	return (1 + len(s.otherKinds)) * MakingCost(len(s.Parts), len(s.Schools.Steps), slices.Values(s.Units))
}

// laidCost is what it took to lay a top, and to press it where it was.
func (l Laid) laidCost() int {
	cells := 0
	for _, k := range l.Layout.Rows {
		cells += len(l.Layout.Kinds[k].Cells)
	}
	n := 1 + cells/cellPart
	if l.Press.Crossings > 0 {
		n += pressedCost*cells + l.Press.Looks/looksPart
		for _, m := range l.Units {
			n += len(m.Piece.Patches) / turnedPart
		}
	}
	return n
}

// CutCost is what it took to look at so many nodes of a search for a cutting.
func CutCost(looks int) int { return looks / nodesPart }
