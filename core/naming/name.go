// Package naming is how everything is called that is made, counted, pressed or crossed: typed names, read and written
// here and nowhere else. A name is made of ids of the document and of fixed words. It holds no place in a list; of
// sizes it holds the width of strips that several units share, and nothing else.
package naming

import (
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"
)

// Unit names a kind of thing that is made: a unit of the document, in a colourway where it has one, pressed the second
// of two ways or not, and which of the looks that fall out of its runs: half, half@navy, half@@B, half:b,
// half@navy@B:b.
type Unit string

// UnitParts is a unit's name taken apart.
type UnitParts struct {
	ID        string // of the unit in the document
	Colourway string // empty for the project's own fabrics
	Second    bool   // pressed the other of two ways
	Variant   string // which look; empty for the first
}

// second marks what is pressed the other way.
const second = "B"

// Name puts the parts together.
func (p UnitParts) Name() Unit {
	s := escape(p.ID)
	switch {
	case p.Second:
		s += "@" + escape(p.Colourway) + "@" + second
	case p.Colourway != "":
		s += "@" + escape(p.Colourway)
	}
	if p.Variant != "" {
		s += ":" + escape(p.Variant)
	}
	return Unit(s)
}

var errName = errors.New("this is no name")

// ParseUnit takes a unit's name apart. What Name would not write is refused.
func ParseUnit(text string) (UnitParts, error) {
	base, variant, _ := strings.Cut(text, ":")
	words := strings.Split(base, "@")
	p := UnitParts{ID: unescape(words[0]), Variant: unescape(variant)}
	if len(words) > 1 {
		p.Colourway = unescape(words[1])
	}
	p.Second = len(words) == 3 && words[2] == second
	if string(p.Name()) != text {
		return UnitParts{}, fmt.Errorf("%q: %w", text, errName)
	}
	return p, nil
}

// Of is a unit of the document, as it stands there.
func Of(id string) Unit { return UnitParts{ID: id}.Name() }

// parts takes apart what may have been written by hand; what is no name is an id and nothing else.
func (u Unit) parts() UnitParts {
	if !strings.ContainsAny(string(u), ":@/%#") {
		return UnitParts{ID: string(u)} // a plain id
	}
	p, err := ParseUnit(string(u))
	if err != nil {
		return UnitParts{ID: string(u)}
	}
	return p
}

// ID is the unit of the document it is a copy or a look of.
func (u Unit) ID() string { return u.parts().ID }

// Whole is the unit that all its looks fall out of.
func (u Unit) Whole() Unit {
	p := u.parts()
	p.Variant = ""
	return p.Name()
}

// Colourway is the colourway it is made in; empty for the project's own fabrics.
func (u Unit) Colourway() string { return u.parts().Colourway }

// Variant is which look of its unit it is; empty for the first.
func (u Unit) Variant() string { return u.parts().Variant }

// Look is another look that falls out of the unit's runs.
func (u Unit) Look(variant string) Unit {
	p := u.parts()
	p.Variant = variant
	return p.Name()
}

// Kind tells a unit apart that is one of several kinds which look alike, where it is laid; the first has no other name.
func (u Unit) Kind(kind int) Unit {
	if kind == 0 {
		return u
	}
	return u + Unit(fmt.Sprintf("~%d", kind))
}

// Place is the part of what is cut again that falls out at a row and a column, both counted from 0.
func (u Unit) Place(row, column int) Unit { return u.Look(PlaceName(row, column)) }

// PlaceName is what a place is called: a column's letter from the left, a row's number from the top.
func PlaceName(row, column int) string { return fmt.Sprintf("%c%d", 'a'+column, row+1) }

// Flat is the step that sews a strip set before it is closed.
func (u Unit) Flat() Step { return u.Part("flat") }

// Squared is the step that squares something up once it is sewn, or checks it.
func (u Unit) Squared() Step { return u.Part("squared") }

// Ring is the step that cuts rings of a width across a tube, whatever columns of the unit they become.
func (u Unit) Ring(tube Unit, width int64) Step {
	return u.Part("ring", string(tube), strconv.FormatInt(width, 10))
}

// Ring takes the name of a step that cuts rings apart: the tube, and how wide they are.
func (s Step) Ring() (tube Unit, width int64, ok bool) {
	p := s.parts()
	if len(p.Words) != 3 || p.Words[0] != "ring" {
		return "", 0, false
	}
	width, err := strconv.ParseInt(p.Words[2], 10, 64)
	return Unit(p.Words[1]), width, err == nil
}

// In is the unit in a colourway.
func (u Unit) In(colourway string) Unit {
	p := u.parts()
	p.Colourway = colourway
	return p.Name()
}

// Second is the unit pressed the other of two ways.
func (u Unit) Second() Unit {
	p := u.parts()
	p.Second = true
	return p.Name()
}

// IsSecond says whether it is pressed the other of two ways.
func (u Unit) IsSecond() bool { return u.parts().Second }

// Step is what finishes the unit.
func (u Unit) Step() Step { return Step(u) }

// Part is an earlier step of making the unit.
func (u Unit) Part(words ...string) Step { return Step(join(string(u), words)) }

// Seam is one of the unit's decisions of pressing; without words the one that finishes it.
func (u Unit) Seam(words ...string) Seam { return Seam(join(string(u), words)) }

// Step names a step of the work, which is what is counted: a unit, half; or something on the way to it, block/c3; or a
// thing of the quilt, row-1, border/sides; or cloth, strips/A/60960.
type Step string

// StepParts is a step's name taken apart: what it belongs to, and the words after that.
type StepParts struct {
	Of    Unit // a unit, a border, a row, or one of the words that no unit may have
	Words []string
}

// Name puts the parts together.
func (p StepParts) Name() Step { return Step(join(string(p.Of), p.Words)) }

// ParseStep takes a step's name apart. What Name would not write is refused.
func ParseStep(text string) (StepParts, error) {
	of, words, err := split(text)
	return StepParts{of, words}, err
}

// ParseSeam takes a seam's name apart. What a unit's Seam would not write is refused.
func ParseSeam(text string) (SeamParts, error) {
	of, words, err := split(text)
	return SeamParts{of, words}, err
}

func (s Step) parts() StepParts {
	p, err := ParseStep(string(s))
	if err != nil {
		return StepParts{Of: Unit(s)}
	}
	return p
}

// Owner is what the step belongs to: a unit, a border, a row, or one of the words that no unit may have.
func (s Step) Owner() Unit { return s.parts().Of }

// ID is the unit, border or row of the document that it belongs to.
func (s Step) ID() string { return s.parts().Of.ID() }

// Group is what steps that belong together have in common; a pile of strips is by itself.
func (s Step) Group() Unit {
	if _, pile := s.Pile(); pile {
		return Unit(s)
	}
	return s.parts().Of
}

// Behind says whether the step is for what comes behind the top or round its edge.
func (s Step) Behind() bool { return s.ID() == string(Backing) || s.ID() == string(Binding) }

// Made is the unit that the step finishes; empty where it only comes on the way.
func (s Step) Made() Unit {
	if p := s.parts(); len(p.Words) == 0 {
		return p.Of
	}
	return ""
}

// Seam is the decision of pressing of a step that has just one and is named like it.
func (s Step) Seam() Seam { return Seam(s) }

// Seam names one decision of pressing, for all things of its kind alike.
type Seam string

// SeamParts is a seam's name taken apart.
type SeamParts struct {
	Of    Unit
	Words []string
}

// Name puts the parts together.
func (p SeamParts) Name() Seam { return Seam(join(string(p.Of), p.Words)) }

// Owner is what the seam belongs to.
func (s Seam) Owner() Unit {
	p, err := ParseSeam(string(s))
	if err != nil {
		return Unit(s)
	}
	return p.Of
}

// Line is what seams that lie side by side in one row, line or set have in common.
func (s Seam) Line() string {
	p, err := ParseSeam(string(s))
	if err != nil || len(p.Words) < 2 {
		return string(s.Owner())
	}
	return string(SeamParts{p.Of, p.Words[:len(p.Words)-1]}.Name())
}

// Beside says whether two seams of one unit lie side by side: in one line, or both between the lines.
func (s Seam) Beside(o Seam) bool {
	between := func(s Seam) bool {
		p, err := ParseSeam(string(s))
		return err == nil && slices.Contains(p.Words, "join")
	}
	return s.Line() == o.Line() || s.Owner() == o.Owner() && between(s) && between(o)
}

// Of says whether the seam belongs to a unit.
func (s Seam) Of(u Unit) bool { return s.Owner() == u }

// Crossing names one point of a seam where others meet it, counted from 1 along it, or all of them: block/c2#1,
// block/c2.
type Crossing string

// CrossingParts is a crossing's name taken apart.
type CrossingParts struct {
	Seam  Seam
	Point int // 0 for all of them
}

// Name puts the parts together.
func (p CrossingParts) Name() Crossing {
	if p.Point == 0 {
		return Crossing(p.Seam)
	}
	return Crossing(fmt.Sprintf("%s#%d", p.Seam, p.Point))
}

// ParseCrossing takes a crossing's name apart. What Name would not write is refused.
func ParseCrossing(text string) (CrossingParts, error) {
	seam, point, one := strings.Cut(text, "#")
	p := CrossingParts{Seam: Seam(seam)}
	if _, err := ParseSeam(seam); err != nil {
		return CrossingParts{}, err
	}
	if one {
		if _, err := fmt.Sscanf(point, "%d", &p.Point); err != nil || p.Point < 1 {
			return CrossingParts{}, fmt.Errorf("%q: %w", text, errName)
		}
	}
	if string(p.Name()) != text {
		return CrossingParts{}, fmt.Errorf("%q: %w", text, errName)
	}
	return p, nil
}

// At is one crossing of a seam, counted from 1.
func (s Seam) At(point int) Crossing { return CrossingParts{s, point}.Name() }

// All is every crossing of a seam.
func (s Seam) All() Crossing { return CrossingParts{Seam: s}.Name() }

// Seam is the seam that a crossing lies on.
func (c Crossing) Seam() Seam {
	p, err := ParseCrossing(string(c))
	if err != nil {
		return Seam(c)
	}
	return p.Seam
}

// Point is which point of its seam a crossing is, from 1; 0 for all of them.
func (c Crossing) Point() int {
	p, err := ParseCrossing(string(c))
	if err != nil {
		return 0
	}
	return p.Point
}

// Plain says whether an id of the document can stand in a name as it is.
func Plain(id string) bool { return id != "" && !strings.ContainsAny(id, "/:@#% \t\r\n") }

var (
	escaper   = strings.NewReplacer("%", "%25", "/", "%2F", ":", "%3A", "@", "%40", "#", "%23")
	unescaper = strings.NewReplacer("%25", "%", "%2F", "/", "%3A", ":", "%40", "@", "%23", "#")
)

func escape(s string) string { return escaper.Replace(s) }

func unescape(s string) string { return unescaper.Replace(s) }

func join(of string, words []string) string {
	for _, w := range words {
		of += "/" + escape(w)
	}
	return of
}

func split(text string) (Unit, []string, error) {
	of, rest, more := strings.Cut(text, "/")
	var words []string
	if more {
		for _, w := range strings.Split(rest, "/") {
			words = append(words, unescape(w))
		}
	}
	if _, err := ParseUnit(of); err != nil {
		return "", nil, err
	}
	if join(of, words) != text {
		return "", nil, fmt.Errorf("%q: %w", text, errName)
	}
	return Unit(of), words, nil
}
