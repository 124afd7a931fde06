package cutting

import (
	"maps"

	"vicis/core/fewest"
	"vicis/core/measure"
	"vicis/core/naming"
)

// AtHand is what lies there of a quilt that is half made, cut or sewn before: what is left of strips and sets is cut
// first, and those that are whole need not be made.
type AtHand struct {
	Cloth   map[ClothCut]PileAtHand
	Sets    map[naming.Unit]PileAtHand
	Short   map[naming.Step]int // strips that were asked for short
	Lengths map[naming.Step]int // of what is cut for borders, behind the top and round its edge: how many are still to cut
}

// ClothCut is strips of one fabric, so wide.
type ClothCut struct {
	Fabric string
	Cut    measure.Length
}

// PileAtHand is what lies there of strips or sets that are alike.
type PileAtHand struct {
	Whole int
	Short int // of sets that were asked for short
	Open  int // sets that are sewn and still to be closed to tubes
	Rests []fewest.Offcut
	Begun bool // some were cut up before: how many more are used up follows from how they are laid out
}

// clone is the same to take from.
func (t *AtHand) clone() *AtHand {
	if t == nil {
		return &AtHand{}
	}
	return &AtHand{maps.Clone(t.Cloth), t.Sets, t.Short, t.Lengths}
}

// whole takes so many whole strips at most, and says how many there were.
func (t *AtHand) whole(of ClothCut, most int) int {
	l := t.Cloth[of]
	n := max(0, min(l.Whole, most))
	if n > 0 {
		l.Whole -= n
		t.Cloth[of] = l
	}
	return n
}

// takes is the same for whoever takes what is left of those that were begun too: whoever asks first.
func (t *AtHand) takes(of ClothCut, most int) int {
	n := t.whole(of, most)
	if l, any := t.Cloth[of]; any {
		t.Cloth[of] = PileAtHand{Whole: l.Whole}
	}
	return n
}
