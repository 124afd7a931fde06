package making

import (
	"fmt"
	"strings"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
)

// Breadth is how wide something is, as the quilter decided it: a length such as "6 1/2 in"; a number of strips such
// as "3 strips", which is as wide as so many of the project's strips are once sewn together; or another unit's size,
// such as "as tall as rail". It then follows when that changes. Halves and quarters are allowed ("1/2 strip"). The zero
// value means "1 strip". It is read once.
type Breadth struct {
	text     string
	is       measure.Length // where it is a length
	quarters measure.Length // of a strip, where it is so many
	as       naming.Unit    // where it is a size of another unit
	tall     bool           // its height
	says     string         // why it is none of these; empty where it is one
}

// As is the width of a unit, or its height.
func As(unit naming.Unit, tall bool) Breadth {
	way := map[bool]string{false: "wide", true: "tall"}[tall]
	return Breadth{text: "as " + way + " as " + string(unit), as: unit, tall: tall}
}

// Of is the unit that it is as wide or as tall as; empty where it is not.
func (b Breadth) Of() naming.Unit { return b.as }

// Typed reads a breadth as a quilter types it; a number without a unit is in inches.
func Typed(text string) Breadth { return typed(text, measure.Typed(text)) }

// Wide is the breadth of a length.
func Wide(l measure.Length) Breadth { return ofLength(measure.Write(l)) }

func ofLength(w measure.Written) Breadth { return Breadth{text: w.String(), is: w.Length()} }

func typed(text string, length measure.Written) Breadth {
	words := strings.Fields(text)
	last := len(words) - 1
	switch {
	case text == "":
		return Breadth{}
	case last < 0:
		return Breadth{text: text, quarters: 4}
	case last == 3 && words[0] == "as" && words[2] == "as" && (words[1] == "wide" || words[1] == "tall"):
		return As(naming.Of(words[3]), words[1] == "tall")
	case words[last] != "strip" && words[last] != "strips":
		if err := length.Err(); err != nil {
			return Breadth{text: text, says: err.Error()}
		}
		return ofLength(length)
	}
	number := measure.Typed(strings.Join(words[:last], " ")) // whole numbers and fractions read alike
	if l := number.Length(); l < measure.Inch/4 || l > 40*measure.Inch || l%(measure.Inch/4) != 0 {
		return Breadth{text: text, says: fmt.Sprintf("“%s” is not ¼ to 40 strips in quarters. Write it like 3 strips or "+
			"1/2 strip, or give a length", text)}
	}
	return Breadth{text: text, quarters: number.Length() / (measure.Inch / 4)}
}

// strips is a breadth of so many quarters of a strip, in the text that names it the same however it was typed.
func strips(quarters measure.Length) Breadth {
	number := strings.TrimSuffix(measure.Write(quarters*measure.Inch/4).String(), " in")
	if quarters <= 4 {
		return Breadth{text: number + " strip", quarters: quarters}
	}
	return Breadth{text: number + " strips", quarters: quarters}
}

// Given says whether anything is written.
func (b Breadth) Given() bool { return b.text != "" }

// InStrips says whether the breadth follows the project's strip width.
func (b Breadth) InStrips() bool { return b.quarters > 0 || b.text == "" }

// Follows says whether it follows something else: the strips, or a unit.
func (b Breadth) Follows() bool { return b.InStrips() || b.as != "" }

// Err says what is wrong with what is written; nil where it can be read, and where nothing is written.
func (b Breadth) Err() error {
	if b.says == "" {
		return nil
	}
	return &measure.ParseError{Text: b.text, Says: b.says}
}

// Length is a breadth that is cut, allowances included: n strips sewn together measure n·w − 2s(n−1).
func (b Breadth) Length(t *Table) measure.Length {
	quarters := b.quarters
	if b.text == "" {
		quarters = 4
	}
	if quarters > 0 {
		return quarters*(t.Strip-2*t.Seam)/4 + 2*t.Seam
	}
	return b.Exactly(t).Up()
}

// Exactly is the same, off the grid where it is the size of what is sewn at 45°.
func (b Breadth) Exactly(t *Table) piece.Num {
	known := t.known
	if known == nil {
		known = t.Made
	}
	switch {
	case b.InStrips():
		return piece.Of(b.Length(t))
	case b.as == "" || known == nil:
		return piece.Of(b.is)
	}
	m, _ := known(b.as)
	if b.tall {
		return m.First().H
	}
	return m.First().W
}

// Finished is a breadth that is finished, without allowances: n strips finish n·(w − 2s).
func (b Breadth) Finished(t *Table) measure.Length {
	if b.InStrips() || b.as != "" {
		return b.Length(t) - 2*t.Seam
	}
	return b.is
}

// In is what was written by a rule, in its exact text with its unit, or as it names a strip: the same however it was
// typed. Nothing, and what cannot be read, stays as it is.
func (b Breadth) In(rule measure.Units) Breadth {
	if b = typed(b.text, measure.Typed(b.text).In(rule)); b.quarters > 0 {
		return strips(b.quarters)
	}
	return b
}

// Rule says by which rule it was written: see In.
func (b *Breadth) Rule(rule measure.Units) { *b = b.In(rule) }

// Canonical is the breadth as it names a strip, "1 strip" where nothing is written.
func (b Breadth) Canonical() Breadth {
	switch {
	case b.text == "":
		return strips(4)
	case b.quarters > 0:
		return strips(b.quarters)
	case b.says != "" || b.as != "":
		return b
	}
	return Wide(b.is)
}

// String is the text.
func (b Breadth) String() string { return b.text }

// MarshalText gives the text.
func (b Breadth) MarshalText() ([]byte, error) { return []byte(b.text), nil }

// UnmarshalText reads any text; what is wrong with it is said by Err, so that nothing typed is lost.
func (b *Breadth) UnmarshalText(text []byte) error {
	*b = Typed(string(text))
	return nil
}

// Breadth resolves and checks a width that is cut from cloth: it must leave something after both allowances.
func (t *Table) Breadth(b Breadth, at, what string) (measure.Length, bool) {
	l := b.Length(t)
	if err := b.Err(); err != nil {
		t.Problems.Stop("length-unreadable", at, err.Error(),
			"Write a length such as 2 1/2, or a number of strips such as 3 strips.")
		return 0, false
	}
	if b.as != "" && l <= 0 {
		return 0, false // said where units are looked for
	}
	if l <= 2*t.Seam {
		t.Problems.Stop("too-narrow", at, fmt.Sprintf("%s is %s wide, and its two seam allowances take all of it.",
			what, t.Ruler.Print(l)),
			fmt.Sprintf("Cut it wider than %s.", t.Ruler.Print(2*t.Seam)))
		return 0, false
	}
	return l, true
}

// OnMark is how wide what runs round the quilt or between its blocks is cut, and sewn from: it has nothing to meet that
// it is trimmed to. Older programs sewed it as if it were cut between two marks.
func (t *Table) OnMark(l measure.Length) measure.Length {
	if t.Between {
		return l
	}
	return l.CeilTo(t.Ruler.Mark)
}

// Finished resolves and checks a finished size.
func (t *Table) Finished(b Breadth, at, what string) (measure.Length, bool) {
	l, err := b.Finished(t), b.Err()
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
			fmt.Sprintf("It is listed as %s, the next mark up: trim it after cutting, or change the strip width, the "+
				"allowance or the ruler's mark.", t.Ruler.Print(l.CeilTo(t.Ruler.Mark))))
	}
}

// Halved is half of a finished breadth, in the words of the document.
func (b Breadth) Halved() Breadth {
	switch quarters := b.Canonical().quarters; {
	case quarters > 0 && quarters%2 == 0:
		return strips(quarters / 2)
	case quarters > 0 || b.says != "" || b.as != "":
		return b
	}
	return Wide(b.is / 2)
}
