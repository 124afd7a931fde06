package making

import (
	"fmt"
	"strings"

	"vicis/core/measure"
	"vicis/core/naming"
)

// Breadth is how wide something is, as the quilter decided it: a length such as "6 1/2 in", or a number of strips such
// as "3 strips", which is as wide as so many of the project's strips are once sewn together. It then follows when the
// strip width changes. Halves and quarters are allowed ("1/2 strip"). Empty means "1 strip".
type Breadth string

// Length resolves a breadth that is cut, allowances included: n strips sewn together measure n·w − 2s(n−1).
func (b Breadth) Length(t *Table) (measure.Length, error) {
	quarters, ok, err := b.strips()
	if err != nil {
		return 0, err
	}
	if ok {
		return quarters*(t.Strip-2*t.Seam)/4 + 2*t.Seam, nil
	}
	return measure.Written(b).Length(t.Units)
}

// Finished resolves a breadth that is finished, without allowances: n strips finish n·(w − 2s).
func (b Breadth) Finished(t *Table) (measure.Length, error) {
	if _, ok, _ := b.strips(); ok {
		l, err := b.Length(t)
		return l - 2*t.Seam, err
	}
	return measure.Written(b).Length(t.Units)
}

// InStrips says whether the breadth follows the project's strip width.
func (b Breadth) InStrips() bool {
	_, ok, err := b.strips()
	return ok && err == nil
}

// strips tells how many quarters of a strip wide, false when it is a length.
func (b Breadth) strips() (quarters measure.Length, ok bool, err error) {
	words := strings.Fields(string(b))
	if len(words) == 0 {
		return 4, true, nil
	}
	last := len(words) - 1
	if words[last] != "strip" && words[last] != "strips" {
		return 0, false, nil
	}
	l, err := measure.Written(strings.Join(words[:last], " ")).Length(measure.Inches) // whole numbers and fractions read alike
	if err != nil || l < measure.Inch/4 || l > 40*measure.Inch || l%(measure.Inch/4) != 0 {
		return 0, true, fmt.Errorf("“%s” is not ¼ to 40 strips in quarters. Write it like 3 strips or 1/2 strip, or give a length", string(b))
	}
	return l / (measure.Inch / 4), true, nil
}

// Canonical is the breadth as it names a strip: the same however it was typed.
func (b Breadth) Canonical(units measure.Units) (Breadth, error) {
	quarters, ok, err := b.strips()
	if err != nil {
		return b, err
	}
	if ok {
		number := strings.TrimSuffix(string(measure.Write(quarters*measure.Inch/4)), " in")
		if quarters <= 4 {
			return Breadth(number + " strip"), nil
		}
		return Breadth(number + " strips"), nil
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
		t.Problems.Stop("length-unreadable", at, err.Error(),
			"Write a length such as 2 1/2, or a number of strips such as 3 strips.")
		return 0, false
	}
	if l <= 2*t.Seam {
		t.Problems.Stop("too-narrow", at, fmt.Sprintf("%s is %s wide, and its two seam allowances take all of it.",
			what, t.Ruler.Print(l)),
			fmt.Sprintf("Cut it wider than %s.", t.Ruler.Print(2*t.Seam)))
		return 0, false
	}
	return l, true
}

// finished resolves and checks a finished size.
func (t *Table) finished(b Breadth, at, what string) (measure.Length, bool) {
	l, err := b.Finished(t)
	switch {
	case err != nil:
		t.Problems.Stop("length-unreadable", at, err.Error(),
			"Write a finished length such as 2 1/2, or a number of strips such as 3 strips.")
	case l < 2*t.Ruler.Mark || l <= 0:
		t.Problems.Stop("too-small", at, fmt.Sprintf("%s would finish only %s.", what, t.Ruler.Print(l)),
			"Make it larger.")
	case l > 200*measure.Inch:
		t.Problems.Stop("too-large", at, fmt.Sprintf("%s would finish %s.", what, t.Ruler.Print(l)), "Make it smaller.")
	default:
		return l, true
	}
	return 0, false
}

// OnTheRuler warns of a cut that falls between two marks.
func (t *Table) OnTheRuler(l measure.Length, at, what string) {
	if !l.On(t.Ruler.Mark) {
		t.Problems.Warn("off-the-ruler", at, fmt.Sprintf("%s should be %s, which is between two marks of your ruler.",
			what, t.Ruler.Print(l)),
			fmt.Sprintf("It is listed as %s, the next mark up: trim it after cutting, or change the strip width, the allowance or the ruler's mark.", t.Ruler.Print(l.CeilTo(t.Ruler.Mark))))
	}
}

// Measured is a breadth of a method, cut or finished.
type Measured struct {
	Breadth  *Breadth
	Finished bool // without allowances
	Key      string
	Half     bool // with one allowance, not two
}

// Breadths gives every breadth of a method, so that a document can be put in canonical form and be resized.
func Breadths(m Method) []Measured {
	if b, ok := m.(interface{ breadths() []Measured }); ok {
		return b.breadths()
	}
	return nil
}

// Roles gives every role a method cuts from cloth, so that one can play another's part.
func Roles(m Method) []*string {
	if r, ok := m.(interface{ roles() []*string }); ok {
		return r.roles()
	}
	return nil
}

// References gives every unit a method is made from, so that a copy can be made from copies.
func References(m Method) []*naming.Unit {
	if r, ok := m.(interface{ references() []*naming.Unit }); ok {
		return r.references()
	}
	return nil
}

// halved is half of a finished breadth, in the words of the document.
func (b Breadth) halved() Breadth {
	if quarters, ok, err := b.strips(); ok && err == nil && quarters%2 == 0 {
		c, _ := Breadth(strings.TrimSuffix(string(measure.Write(quarters*measure.Inch/8)), " in") +
			" strips").Canonical(measure.Inches)
		return c
	}
	l, err := measure.Written(b).Length(measure.Inches)
	if err != nil {
		return b
	}
	return Breadth(measure.Write(l / 2))
}
