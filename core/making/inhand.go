package making

import (
	"fmt"

	"vicis/core/measure"
	"vicis/core/piece"
	"vicis/core/problem"
)

// Squares as they come: where a unit begins with squares of a size that lie there already, what it finishes follows
// from them. It is the largest size on a mark of the ruler that comes out of such squares, and what is beyond that is
// trimmed.

// FromSquares is the size of squares that are in hand, and what units of them finish. gives is what a square gives,
// finished, before it is trimmed; halves says that half of the finished size must be on a mark too. given is false
// where nothing is said of squares; else ok says whether they can be used.
func (t *Table) FromSquares(cut, finished Breadth, gives func(a piece.Num) piece.Num, halves bool) (a piece.Num,
	f Breadth, given, ok bool,
) {
	if !cut.Given() {
		return a, finished, false, true
	}
	at := t.At + "/cut"
	if finished.Given() {
		t.Problems.Stop("size-twice", at, fmt.Sprintf("%s is given by what its squares measure and by what it finishes.",
			t.Unit.Name),
			"Leave one of them empty: the other follows.")
		return a, f, true, false
	}
	l, ok := t.Breadth(cut, at, "A square for "+t.Unit.Name)
	if !ok {
		return a, f, true, false
	}
	step := t.Ruler.Mark
	if halves {
		step *= 2
	}
	a = piece.Of(l)
	most := step * max(0, gives(a).Up()/step)
	for most > 0 && piece.Of(most).Cmp(gives(a)) > 0 { // it was rounded up to the grid
		most -= step
	}
	switch {
	case most < 2*t.Ruler.Mark:
		t.Problems.Stop("too-small", at, fmt.Sprintf("Squares of %s leave nothing of %s but seam allowances.",
			t.Ruler.Print(l), t.Unit.Name),
			"Use larger squares, or sew fewer at a time.")
	case l > 200*measure.Inch:
		t.Problems.Stop("too-large", at, fmt.Sprintf("Squares of %s do not come out of any cloth.", t.Ruler.Print(l)),
			"Use smaller ones.")
	default:
		return a, Wide(most), true, true
	}
	return a, f, true, false
}

// InHand is a unit with the size it finishes in place of that of the squares it is made of, so that it can be made
// another way or another size.
func InHand(u Unit, t *Table) Unit {
	m, ok := u.How.(BeginsInHand)
	if !ok {
		return u
	}
	there := *t
	there.Unit, there.At = u, ""
	there.Problems = &problem.List{}
	if how, ok := m.SizedByFinish(&there); ok {
		u.How = how
	}
	return u
}
