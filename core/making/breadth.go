package making

import (
	"fmt"
	"strconv"
	"strings"

	"vicis/core/measure"
)

// Breadth is how wide something is cut, as the quilter decided it: a length such as "6 1/2 in", or a number of strips such
// as "3 strips", which is as wide as so many of the project's strips are once sewn together: n·w − 2s(n−1). It then follows
// when the strip width changes. Empty means "1 strip".
type Breadth string

// Length resolves the breadth on a table.
func (b Breadth) Length(t *Table) (measure.Length, error) {
	n, ok, err := b.strips()
	if err != nil {
		return 0, err
	}
	if ok {
		return measure.Length(n)*t.Strip - measure.Length(n-1)*2*t.Seam, nil
	}
	return measure.Written(b).Length(t.Units)
}

// strips tells how many strips wide, false when it is a length.
func (b Breadth) strips() (n int, ok bool, err error) {
	words := strings.Fields(string(b))
	if len(words) == 0 {
		return 1, true, nil
	}
	if len(words) != 2 || words[1] != "strip" && words[1] != "strips" {
		return 0, false, nil
	}
	n, err = strconv.Atoi(words[0])
	if err != nil || n < 1 || n > 40 {
		return 0, false, fmt.Errorf("“%s” is not 1 to 40 strips. Write it like 3 strips, or give a length", string(b))
	}
	return n, true, nil
}

// Canonical is the breadth as it names a strip: the same however it was typed.
func (b Breadth) Canonical(units measure.Units) (Breadth, error) {
	n, ok, err := b.strips()
	if err != nil {
		return b, err
	}
	if ok {
		if n == 1 {
			return "1 strip", nil
		}
		return Breadth(fmt.Sprintf("%d strips", n)), nil
	}
	l, err := measure.Written(b).Length(units)
	if err != nil {
		return b, err
	}
	return Breadth(measure.Write(l)), nil
}

// breadth resolves and checks a width that is cut from cloth: it must leave something after both allowances.
func (t *Table) breadth(b Breadth, at, what string) (measure.Length, bool) {
	l, err := b.Length(t)
	if err != nil {
		t.Problems.Stop("length-unreadable", at, err.Error(), "Write a length such as 2 1/2, or a number of strips such as 3 strips.")
		return 0, false
	}
	if l <= 2*t.Seam {
		t.Problems.Stop("too-narrow", at, fmt.Sprintf("%s is %s wide, and its two seam allowances take all of it.", what, t.Ruler.Print(l)),
			fmt.Sprintf("Cut it wider than %s.", t.Ruler.Print(2*t.Seam)))
		return 0, false
	}
	return l, true
}

// onTheRuler warns of a cut that falls between two marks.
func (t *Table) onTheRuler(l measure.Length, at, what string) {
	if !l.On(t.Ruler.Mark) {
		t.Problems.Warn("off-the-ruler", at, fmt.Sprintf("%s should be %s, which is between two marks of your ruler.", what, t.Ruler.Print(l)),
			fmt.Sprintf("It is listed as %s, the next mark up: trim it after cutting, or change the strip width, the allowance or the ruler's mark.", t.Ruler.Print(l.CeilTo(t.Ruler.Mark))))
	}
}

// Breadths gives every breadth of a method, so that a document can be put in canonical form.
func Breadths(m Method) []*Breadth {
	if b, ok := m.(interface{ breadths() []*Breadth }); ok {
		return b.breadths()
	}
	return nil
}
