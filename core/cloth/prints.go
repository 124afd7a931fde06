package cloth

import (
	"fmt"
	"slices"
	"strings"
	"unicode/utf8"

	"vicis/core/naming"
	"vicis/core/problem"
)

// Swatch is one print of an assortment.
type Swatch struct {
	ID     string `json:"id"`
	Name   string `json:"name" doc:"What the quilter calls it"`
	Colour string `json:"colour" pattern:"^#[0-9a-fA-F]{6}$" doc:"How it looks from a distance, as #rrggbb"`
	Value  Value  `json:"value,omitempty" enum:"light,middle,dark" doc:"What it is used as; by its colour when left out"`
	Count  int    `json:"count,omitempty" minimum:"0" maximum:"1000" doc:"How many pieces of it lie there; as many as of the others when left out"`
	Print  Print  `json:"print,omitempty" enum:"plain,one way,two way" doc:"Whether it has a direction; plain when left out"`
}

// Value is how light a print is beside the others.
type Value string

// The values.
const (
	Light  Value = "light"
	Middle Value = "middle"
	Dark   Value = "dark"
)

// Values lists them from the darkest.
var Values = []Value{Dark, Middle, Light}

// Where one value ends and the next begins, in CIE L*, and how near to that a print belongs to neither (judgement).
const (
	darkTo    = 42
	middleTo  = 68
	undecided = 3
)

// SeenValue is the value that is seen of a colour, and, where it is so near the next that it could be either, that one.
func SeenValue(colour string) (is, or Value) {
	l := Lightness(colour)
	switch {
	case l < darkTo:
		is = Dark
	case l < middleTo:
		is = Middle
	default:
		is = Light
	}
	for _, edge := range []struct {
		at           float64
		below, above Value
	}{{darkTo, Dark, Middle}, {middleTo, Middle, Light}} {
		switch d := l - edge.at; {
		case d >= 0 && d < undecided:
			or = edge.below
		case d < 0 && -d < undecided:
			or = edge.above
		}
	}
	return is, or
}

// Is is the value it is used as.
func (s Swatch) Is() Value {
	if s.Value != "" {
		return s.Value
	}
	v, _ := SeenValue(s.Colour)
	return v
}

// Swatches are the prints of an assortment; of one that is not listed so many without a name, called by their numbers.
func (f Fabric) Swatches() []Swatch {
	if f.Print != Assorted {
		return nil
	}
	if len(f.List) > 0 {
		return f.List
	}
	list := make([]Swatch, f.Share())
	for i := range list {
		n := fmt.Sprint(i + 1)
		list[i] = Swatch{ID: n, Name: n, Colour: f.Colour}
	}
	return list
}

// Weighed are how many of each print there are to every one of the others; all alike where none is counted.
func Weighed(list []Swatch) []int {
	weights := make([]int, len(list))
	counted := slices.ContainsFunc(list, func(s Swatch) bool { return s.Count > 0 })
	for i, s := range list {
		weights[i] = 1
		if counted {
			weights[i] = s.Count
		}
	}
	return weights
}

// Lies is whether its print, or its motifs, have a direction; of an assortment, whether any of its prints has one.
func (f Fabric) Lies() Print {
	switch {
	case f.Print == Motif && f.Motif != nil && f.Motif.Lies != "":
		return f.Motif.Lies
	case f.Print != Assorted:
		return f.Print
	}
	lies := Assorted
	for _, s := range f.List {
		if s.Print == OneWay || s.Print == TwoWay && lies != OneWay {
			lies = s.Print
		}
	}
	return lies
}

// undirected is the same fabric, no print having a direction.
func (f Fabric) undirected() Fabric {
	if f.Print != Assorted {
		f.Print = Plain
		return f
	}
	f.List = slices.Clone(f.List)
	for i := range f.List {
		f.List[i].Print = Plain
	}
	return f
}

// mostLetters is how long the name of a print may be.
const mostLetters = 200

// listed looks at the prints of an assortment.
func (f Fabric) listed(at string, problems *problem.List) {
	at += "/assortment"
	switch {
	case len(f.List) == 0:
		return
	case len(f.List) > mostPrints:
		problems.Stop("print-count", at, fmt.Sprintf("%s lists %d prints.", f.Name, len(f.List)),
			fmt.Sprintf("List at most %d, or write how many there are and let them fall as they fall.", mostPrints))
		return
	case f.Print != Assorted:
		problems.Stop("print-count", at, fmt.Sprintf("%s lists prints and is no assortment.", f.Name),
			"Call it assorted, or take its list away.")
		return
	case f.Prints > 0 && f.Prints != len(f.List):
		problems.Stop("print-count", strings.TrimSuffix(at, "/assortment")+"/prints",
			fmt.Sprintf("%s lists %d prints and is said to be %d.", f.Name, len(f.List), f.Prints),
			"Leave the number out: the list tells it.")
	}
	seen := map[string]bool{}
	none := true
	for i, s := range f.List {
		here := at + problem.At(i)
		if !naming.Plain(s.ID) || seen[s.ID] {
			problems.Stop("id-not-unique", here+"/id", fmt.Sprintf("Print %d of %s has no plain id of its own.", i+1, f.Name),
				"Give every print its own id, without spaces and without / : @ # and %.")
		}
		seen[s.ID] = true
		switch n := utf8.RuneCountInString(s.Name); {
		case strings.TrimSpace(s.Name) == "":
			problems.Stop("name-missing", here+"/name", fmt.Sprintf("Print %d of %s has no name.", i+1, f.Name),
				"Name it as you call it at the table.")
		case n > mostLetters:
			problems.Stop("too-long", here+"/name", fmt.Sprintf("This has %d letters.", n),
				fmt.Sprintf("Write at most %d.", mostLetters))
		}
		if !isColour(s.Colour) {
			problems.Stop("colour-unreadable", here+"/colour", fmt.Sprintf("“%s” is not a colour.", s.Colour),
				"Pick a colour, or write it as # and six hex digits.")
		}
		if s.Value != "" && !slices.Contains(Values, s.Value) {
			problems.Stop("value-unknown", here+"/value", fmt.Sprintf("“%s” is no value.", s.Value),
				"Choose light, middle or dark, or leave it to its colour.")
		}
		if s.Count < 0 || s.Count > 1000 {
			problems.Stop("count", here+"/count", fmt.Sprintf("There cannot be %d of %s.", s.Count, s.Name), "Write 0 to 1000.")
		}
		none = none && s.Count == 0
		switch s.Print {
		case "", Plain, OneWay, TwoWay:
		default:
			problems.Stop("print-unknown", here+"/print",
				fmt.Sprintf("“%s” is not how one print of an assortment can lie.", s.Print), "Choose plain, one way or two way.")
		}
	}
	if !none {
		for i, s := range f.List {
			if s.Count == 0 {
				problems.Stop("count", at+problem.At(i, "count"),
					fmt.Sprintf("Of %s it is not said how many there are, and of others it is.", s.Name),
					"Count it too, or take it out of the list.")
			}
		}
	}
}
