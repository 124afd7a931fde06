package cloth

import (
	"fmt"
	"slices"
	"strings"
	"unicode/utf8"

	"vicis/core/measure"
	"vicis/core/problem"
)

// Kind is the shape cloth is kept in.
type Kind string

// The kinds of supply.
const (
	Yardage Kind = "yardage" // with its selvedges: width between them, length along them
	Strips  Kind = "strips"  // cut already: width of one, and how long
	Pieces  Kind = "pieces"  // squares, quarters, scraps: width, and length along the selvedge
)

// Sort is what cloth of one kind can give, and how it is asked for. Patches come out of all of it.
type Sort struct {
	Kind  Kind   `json:"kind"`
	Name  string `json:"name" doc:"As it lies on the shelf"`
	Short string `json:"short" doc:"The same in a word"`
	Width string `json:"width" doc:"What its width is called"`
	Long  string `json:"long" doc:"How its length is written"`

	ByLength bool `json:"byLength" doc:"It is worth more whole: told by how much of it there is, as wide as its fabric where nothing else is said"`

	One      string `json:"-"` // what one is called that something is cut from
	AnyStrip bool   `json:"-"` // it gives strips of any width, where it is as wide as its fabric
	OwnStrip bool   `json:"-"` // it takes the place of a strip of its own width, where it is as long
	// LiesAlong says that it is long across the cloth: patches are cut from it turned, its end squared up like any other.
	LiesAlong bool `json:"-"`
}

// Sorts lists every kind.
var Sorts = []Sort{
	{
		Kind: Yardage, Name: "length with its selvedges", Short: "a length", Width: "Usable width", Long: "1 1/4 yd, 2 m",
		ByLength: true,
		One:      "length", AnyStrip: true,
	},
	{
		Kind: Strips, Name: "strips, cut already", Short: "strips", Width: "Width", Long: "along the selvedge",
		One: "strip", OwnStrip: true, LiesAlong: true,
	},
	{
		Kind: Pieces, Name: "squares, quarters, scraps", Short: "pieces", Width: "Width", Long: "along the selvedge",
		One: "piece",
	},
}

// Sort is what cloth of a kind can give; a length where no kind is said.
func (k Kind) Sort() Sort {
	for _, s := range Sorts {
		if s.Kind == k {
			return s
		}
	}
	return Sorts[0]
}

// Supply is cloth that lies there and is promised to a quilt, with its size, so that a plan follows from the document
// alone.
type Supply struct {
	ID     string          `json:"id" doc:"Of the piece on the shelf that all quilts share"`
	Fabric string          `json:"fabric"`
	Kind   Kind            `json:"kind"`
	Width  measure.Written `json:"width"`
	Length measure.Written `json:"length"`
	Count  int             `json:"count" minimum:"1" maximum:"1000"`
	InHand bool            `json:"inHand,omitempty" doc:"It has no place on the shelf that all quilts share"`
	Print  string          `json:"print,omitempty" doc:"Of an assortment: which of its prints all of it is; several of them where nothing is said"`
	Cut    bool            `json:"cut,omitempty" doc:"It has been cut and no longer lies on the shelf"`
}

// Have is a supply after checking.
type Have struct {
	Supply
	W, L   measure.Length
	Along  bool // it lies turned, as patches are cut from it: W is how long it is
	Rest   bool // it is left of another that was begun
	Square bool // its end is squared up already
}

// Same says whether one is of the same supply as another, and of the same size.
func (h Have) Same(o Have) bool {
	h, o = h.Lying(), o.Lying()
	return h.ID == o.ID && h.W == o.W && h.L == o.L && h.Rest == o.Rest
}

// GivesStrips says whether strips of any width are cut from it that are as long as a fabric is wide.
func (h Have) GivesStrips(usable measure.Length) bool { return h.Kind.Sort().AnyStrip && h.W >= usable }

// IsStrip says whether it takes the place of a strip of its width to cut.
func (h Have) IsStrip(usable measure.Length) bool {
	return h.Kind.Sort().OwnStrip && h.L >= usable && !h.Rest
}

// Lying is the same as it lies when patches are cut from it.
func (h Have) Lying() Have {
	if h.Kind.Sort().LiesAlong && !h.Along {
		h.W, h.L, h.Along = h.L, h.W, true
	}
	return h
}

// Holding is a piece of cloth on the shelf that all quilts share.
type Holding struct {
	ID     string          `json:"id,omitempty" maxLength:"64"`
	Name   string          `json:"name" maxLength:"200" doc:"What the quilter calls the fabric"`
	Colour string          `json:"colour" pattern:"^#[0-9a-fA-F]{6}$"`
	Kind   Kind            `json:"kind"`
	Width  measure.Written `json:"width"`
	Length measure.Written `json:"length"`
	Count  int             `json:"count" minimum:"0" maximum:"1000" doc:"How many of these; 0 once it is used up"`
	Note   string          `json:"note,omitempty" maxLength:"300" doc:"Where it came from, what it is kept for"`
}

// Check looks at a holding, puts its lengths in their canonical text, and says what is wrong.
func (h *Holding) Check(units measure.Units) problem.List {
	var problems problem.List
	if strings.TrimSpace(h.Name) == "" {
		problems.Stop("name-missing", "/name", "The cloth has no name.", "Name it as you call it at the table.")
	}
	if !isColour(h.Colour) {
		problems.Stop("colour-unreadable", "/colour", fmt.Sprintf("“%s” is not a colour.", h.Colour),
			"Pick a colour, or write it as # and six hex digits.")
	}
	for _, one := range []struct {
		at, text string
		most     int
	}{{"/name", h.Name, 200}, {"/note", h.Note, 300}} {
		if n := utf8.RuneCountInString(one.text); n > one.most {
			problems.Stop("too-long", one.at, fmt.Sprintf("This has %d letters.", n), fmt.Sprintf("Write at most %d.", one.most))
		}
	}
	if h.Count < 0 || h.Count > 1000 {
		problems.Stop("count", "/count", fmt.Sprintf("There cannot be %d of it.", h.Count), "Write 0 to 1000.")
	}
	h.Width, h.Length = h.Width.In(units), h.Length.In(units)
	sized(h.Kind, h.Width, h.Length, units, "", &problems)
	return problems
}

// sized checks the size of a piece of cloth.
func sized(kind Kind, width, length measure.Written, units measure.Units, at string, problems *problem.List) {
	if kind.Sort().Kind != kind {
		var list []string
		for _, s := range Sorts {
			list = append(list, string(s.Kind))
		}
		problems.Stop("kind-unknown", at+"/kind", fmt.Sprintf("“%s” is no shape cloth is kept in.", kind),
			"Choose "+strings.Join(list[:len(list)-1], ", ")+" or "+list[len(list)-1]+".")
	}
	ruler := measure.Ruler{Units: units, Mark: 1}
	for _, one := range []struct {
		at      string
		written measure.Written
	}{{at + "/width", width}, {at + "/length", length}} {
		got := one.written.Length()
		switch err := one.written.Err(); {
		case err != nil:
			problems.Stop("length-unreadable", one.at, err.Error(), "Write how large it is, such as 18 in or 1 1/4 yd.")
		case got < measure.Inch/2 || got > 100*measure.Yard:
			problems.Stop("too-small", one.at, fmt.Sprintf("A piece of cloth does not measure %s.", ruler.Print(got)),
				"Measure it again.")
		}
	}
}

// How much cloth of the shelf one quilt may be promised: so many different supplies, and so many lengths of cloth in
// all.
const (
	mostSupplies = 500
	mostLengths  = 2_000
)

// Supply checks what is promised to the quilt and keeps it beside the fabrics.
func (s *Shelf) Supply(list []Supply, units measure.Units, problems *problem.List) {
	s.have = map[string][]Have{}
	seen := map[string]bool{}
	if len(list) > mostSupplies {
		problems.Stop("too-many-supplies", "/supplies",
			fmt.Sprintf("%d different pieces of cloth are promised to this quilt.", len(list)),
			fmt.Sprintf("Promise it at most %d.", mostSupplies))
		return
	}
	lengths := 0
	for i, one := range list {
		at := problem.At("supplies", i)
		if _, ok := s.fabrics[one.Fabric]; !ok {
			problems.Stop("fabric-unknown", at+"/fabric", "This cloth is promised to no fabric of the quilt.",
				"Choose which of its fabrics it is.")
			continue
		}
		if one.ID == "" || seen[one.ID] {
			problems.Stop("promised-twice", at+"/id", "The same piece of cloth is promised to this quilt twice.",
				"Promise it once, with how many of it.")
			continue
		}
		seen[one.ID] = true
		if list := s.fabrics[one.Fabric].Swatches(); one.Print != "" &&
			!slices.ContainsFunc(list, func(w Swatch) bool { return w.ID == one.Print }) {
			problems.Stop("print-unknown", at+"/print", "This cloth is said to be a print that its fabric does not have.",
				"Choose one of the prints of the fabric, or leave it out.")
			continue
		}
		if one.Count < 1 || one.Count > 1000 {
			problems.Stop("count", at+"/count", fmt.Sprintf("%d pieces of it cannot be promised.", one.Count),
				"Write 1 to 1000.")
			continue
		}
		if one.Kind.Sort().ByLength {
			if lengths += one.Count; lengths > mostLengths {
				problems.Stop("too-many-supplies", at+"/count",
					fmt.Sprintf("%d lengths of cloth are promised to this quilt.", lengths),
					fmt.Sprintf("Promise it at most %d.", mostLengths))
				return
			}
		}
		sized(one.Kind, one.Width, one.Length, units, at, problems)
		s.have[one.Fabric] = append(s.have[one.Fabric], Have{Supply: one, W: one.Width.Length(), L: one.Length.Length()})
	}
}

// Lengths lists the cloth that is there by the length of the fabric that plays a role: how wide and how long each is.
func (s Shelf) Lengths(role string) (list [][2]measure.Length) {
	for _, have := range s.have[s.roles[role].Fabric] {
		for range have.Count {
			if have.Kind.Sort().AnyStrip {
				list = append(list, [2]measure.Length{have.W, have.L})
			}
		}
	}
	return list
}

// Have lists what is there of a fabric.
func (s Shelf) Have(fabric string) []Have { return s.have[fabric] }
