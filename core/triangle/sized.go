package triangle

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/piece"
)

// How large the squares are that triangles begin with, and where they may be cut.

// sized rounds the part of a cut size that is not the finished size itself, and gives the size on a mark.
func sized(t *making.Table, sizing making.Sizing, finished, allowance piece.Num) (piece.Num, bool) {
	step := map[making.Sizing]measure.Length{making.Rule: measure.Inch / 8, making.Roomy: measure.Inch / 2}[sizing]
	if t.Units == measure.Centimetres {
		step = map[making.Sizing]measure.Length{making.Rule: measure.Centimetre / 4, making.Roomy: measure.Centimetre}[sizing]
	}
	if step > 0 {
		allowance = piece.Of(allowance.Up().CeilTo(step))
	}
	if sizing != "" && sizing != making.Exact && step == 0 {
		t.Problems.Stop("sizing-unknown", t.At+"/sizing", fmt.Sprintf("“%s” is no way to size cloth.", sizing),
			"Choose exact, rule or roomy.")
		return piece.Num{}, false
	}
	// What is cut is what is sewn from: a size between two marks is cut at the next one, and trimmed after sewing. A
	// hair above a mark is on it, and what is sewn from it is no smaller for that.
	drawn := finished.Add(allowance)
	if cut := piece.Of(drawn.Up().CeilTo(t.Ruler.Mark)); cut.Cmp(drawn) > 0 {
		return cut, true
	}
	return drawn, true
}

// cutIsSafe refuses a cut through a seam or within an allowance of it, and warns within two.
func cutIsSafe(t *making.Table, near piece.Num, found, slants bool, what string) bool {
	if !found {
		return true
	}
	s := piece.Of(t.Seam)
	if slants {
		s = s.TimesRoot2()
	}
	switch {
	case near == (piece.Num{}):
		t.Problems.Stop("cut-through-seam", t.At, fmt.Sprintf("%s of %s runs along a seam, and the pieces fall apart.",
			what, t.Unit.Name), "Turn the pieced square, sew it another way, or use a plain one.")
		return false
	case near.Cmp(s) < 0:
		t.Problems.Stop("cut-beside-seam", t.At,
			fmt.Sprintf("%s of %s runs nearer to a seam than its allowance, and the pieces fall apart.", what,
				t.Unit.Name), "Turn the pieced square, sew it another way, or use a plain one.")
		return false
	case near.Cmp(s.Add(s)) < 0:
		t.Problems.Warn("cut-near-seam", t.At,
			fmt.Sprintf("%s of %s runs close beside a seam: what remains there is narrower than two allowances.", what,
				t.Unit.Name), "Sew with short stitches and handle it with care, or choose another way.")
	}
	return true
}

// Squares as they come: where a unit begins with squares of a size that lie there already, what it finishes follows
// from them. It is the largest size on a mark of the ruler that comes out of such squares, and what is beyond that is
// trimmed.

// fromSquares is the size of squares that are in hand, and what units of them finish. gives is what a square gives,
// finished, before it is trimmed; halves says that half of the finished size must be on a mark too. given is false
// where nothing is said of squares; else ok says whether they can be used.
func fromSquares(t *making.Table, cut, finished making.Breadth, gives func(a piece.Num) piece.Num, halves bool) (
	a piece.Num, f making.Breadth, given, ok bool,
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
		return a, making.Wide(most), true, true
	}
	return a, f, true, false
}
