// Package cloth knows what quilts are cut from: fabrics, the roles they play in a pattern, and how cloth is bought.
package cloth

import (
	"fmt"
	"maps"
	"math"
	"strconv"
	"strings"

	"vicis/core/measure"
	"vicis/core/problem"
)

// Fabric is one cloth on the quilter's shelf.
type Fabric struct {
	ID     string          `json:"id"`
	Name   string          `json:"name" doc:"What the quilter calls it"`
	Colour string          `json:"colour" pattern:"^#[0-9a-fA-F]{6}$" doc:"How it looks from a distance, as #rrggbb"`
	Print  Print           `json:"print,omitempty" enum:"plain,one way,two way,motif,assorted" doc:"What its print asks for; plain when left out"`
	Prints int             `json:"prints,omitempty" minimum:"0" maximum:"500" doc:"Of an assortment that is not listed: how many prints it is, each cut for an even share"`
	List   []Swatch        `json:"assortment,omitempty" maxItems:"500" doc:"Of an assortment: its prints, one by one"`
	TopUp  int             `json:"topUp,omitempty" minimum:"0" maximum:"500" doc:"Of an assortment of which some lies on the shelf: of how many prints what is missing is bought; as few strips as can be, each of another print, when left out"`
	Motif  *Repeat         `json:"motif,omitempty" doc:"How far the motifs to centre lie apart"`
	Usable measure.Written `json:"usable,omitzero" doc:"Usable width without selvedges, where it differs from the project's"`
}

// Repeat is how far apart the motifs of a print lie.
type Repeat struct {
	Across measure.Written `json:"across" doc:"From motif to motif across the cloth"`
	Along  measure.Written `json:"along" doc:"And along its selvedge"`
	Lies   Print           `json:"lies,omitempty" enum:"one way,two way" doc:"Whether the motifs have a top, or run one way; left out where they look the same however they lie"`
}

// Print is what a fabric's print asks of whoever cuts it.
type Print string

// The prints.
const (
	Plain    Print = "plain"    // looks the same however it lies
	OneWay   Print = "one way"  // has a top
	TwoWay   Print = "two way"  // runs one way, such as a stripe
	Motif    Print = "motif"    // has motifs to centre in a patch
	Assorted Print = "assorted" // many prints, as in a stack of precut squares
)

// mostPrints bounds an assortment.
const mostPrints = 500

// Share is how many prints an assortment is cut from; 1 for every other cloth.
func (f Fabric) Share() int {
	if f.Print != Assorted {
		return 1
	}
	return max(1, f.Prints, len(f.List))
}

// Seen names what is seen of the fabric where its top points up (in eighths of a turn): a print with a top looks
// otherwise however it is turned, a stripe looks the same after half a turn.
func (f Fabric) Seen(up int) string {
	switch f.Lies() {
	case OneWay:
		return fmt.Sprintf("%s, %d", f.ID, up)
	case TwoWay:
		return fmt.Sprintf("%s, %d", f.ID, up%4)
	}
	return f.ID
}

// Role is a part that a fabric plays in the pattern, so that one fabric can be swapped for another everywhere.
type Role struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Fabric string `json:"fabric" doc:"The id of the fabric that plays it"`
}

// Lightness is how light a fabric is.
func (f Fabric) Lightness() float64 { return Lightness(f.Colour) }

// Lightness is CIE 1976 L* of a colour, 0 for black to 100 for white, from sRGB with white D65 (IEC 61966-2-1;
// constants from memory); 50 for what is no colour. Quilters call it value.
func Lightness(colour string) float64 {
	if len(colour) != 7 {
		return 50
	}
	rgb, err := strconv.ParseUint(colour[1:], 16, 32)
	if err != nil {
		return 50
	}
	y := 0.2126*linear(rgb>>16&255) + 0.7152*linear(rgb>>8&255) + 0.0722*linear(rgb&255)
	if y <= 216.0/24389 {
		return y * 24389 / 27
	}
	return 116*math.Cbrt(y) - 16
}

func linear(c uint64) float64 {
	v := float64(c) / 255
	if v <= 0.04045 {
		return v / 12.92
	}
	return math.Pow((v+0.055)/1.055, 2.4)
}

// Shelf is a project's fabrics and roles after checking, with usable widths as lengths.
type Shelf struct {
	fabrics map[string]Fabric
	roles   map[string]Role
	usable  map[string]measure.Length    // by role
	motifs  map[string][2]measure.Length // by fabric: across, along
	have    map[string][]Have            // by fabric
}

// Check looks at every fabric and role. usable is the project's width, which a fabric may override.
func Check(fabrics []Fabric, roles []Role, usable measure.Length, problems *problem.List) Shelf {
	s := Shelf{
		fabrics: map[string]Fabric{}, roles: map[string]Role{}, usable: map[string]measure.Length{},
		motifs: map[string][2]measure.Length{},
	}
	widths := map[string]measure.Length{}
	for i, f := range fabrics {
		at := problem.At("fabrics", i)
		if _, twice := s.fabrics[f.ID]; twice || f.ID == "" {
			problems.Stop("id-not-unique", at+"/id", fmt.Sprintf("Fabric %d has no id of its own.", i+1),
				"Give every fabric its own id.")
			continue
		}
		if strings.TrimSpace(f.Name) == "" {
			problems.Stop("name-missing", at+"/name", fmt.Sprintf("Fabric %d has no name.", i+1),
				"Name it as you call it at the table.")
		}
		f.check(at, problems)
		widths[f.ID] = usable
		if f.Usable.Given() {
			if err := f.Usable.Err(); err != nil {
				problems.Stop("length-unreadable", at+"/usable", err.Error(),
					"Write the width of the cloth between the selvedges.")
			} else {
				widths[f.ID] = f.Usable.Length()
			}
		}
		if f.Motif != nil && f.Print == Motif {
			if lies := f.Motif.Lies; lies != "" && lies != OneWay && lies != TwoWay {
				problems.Stop("print-unknown", at+"/motif/lies", fmt.Sprintf("“%s” is not how motifs can lie.", lies),
					"Choose one way or two way, or leave it out.")
			}
			s.motifs[f.ID] = f.Motif.apart(at+"/motif", widths[f.ID], problems)
		}
		s.fabrics[f.ID] = f
	}
	for i, r := range roles {
		at := problem.At("roles", i)
		if _, twice := s.roles[r.ID]; twice || r.ID == "" {
			problems.Stop("id-not-unique", at+"/id", fmt.Sprintf("Role %d has no id of its own.", i+1),
				"Give every role its own id.")
			continue
		}
		if _, ok := s.fabrics[r.Fabric]; !ok {
			problems.Stop("role-without-fabric", at+"/fabric", fmt.Sprintf("Nothing plays the role “%s”.", r.Name),
				"Choose a fabric for it.")
			continue
		}
		s.roles[r.ID] = r
		s.usable[r.ID] = widths[r.Fabric]
	}
	return s
}

// isColour says whether a text is a colour as #rrggbb.
func isColour(text string) bool {
	_, err := strconv.ParseUint(strings.TrimPrefix(text, "#"), 16, 32)
	return err == nil && len(text) == 7 && text[0] == '#'
}

// check looks at how a fabric is printed.
func (f Fabric) check(at string, problems *problem.List) {
	if !isColour(f.Colour) {
		problems.Stop("colour-unreadable", at+"/colour", fmt.Sprintf("“%s” is not a colour.", f.Colour),
			"Pick a colour, or write it as # and six hex digits.")
	}
	switch f.Print {
	case "", Plain, OneWay, TwoWay, Motif, Assorted:
	default:
		problems.Stop("print-unknown", at+"/print", fmt.Sprintf("“%s” is no kind of print.", f.Print),
			"Choose plain, one way, two way, motif or assorted.")
	}
	f.listed(at, problems)
	if f.TopUp < 0 || f.Print == Assorted && f.TopUp > f.Share() {
		problems.Stop("print-count", at+"/topUp", fmt.Sprintf("What is missing of %s cannot be bought of %d prints.", f.Name,
			f.TopUp), fmt.Sprintf("Write 1 to %d, or nothing.", f.Share()))
	}
	if f.Prints < 0 || f.Prints > mostPrints {
		problems.Stop("print-count", at+"/prints", fmt.Sprintf("%s cannot be %d prints.", f.Name, f.Prints),
			fmt.Sprintf("Write 1 to %d, or nothing.", mostPrints))
	}
}

// apart reads how far motifs lie apart, across and along cloth of a width.
func (m Repeat) apart(at string, wide measure.Length, problems *problem.List) [2]measure.Length {
	var apart [2]measure.Length
	for k, one := range []struct {
		at      string
		written measure.Written
	}{{"/across", m.Across}, {"/along", m.Along}} {
		l := one.written.Length()
		switch err := one.written.Err(); {
		case err != nil:
			problems.Stop("length-unreadable", at+one.at, err.Error(),
				"Write how far its motifs lie apart, such as 6.")
		case l < measure.Inch/2 || l > 60*measure.Inch:
			problems.Stop("too-small", at+one.at, "Motifs do not lie so far or so near to each other.",
				"Measure from the middle of one motif to the middle of the next.")
		case l > wide:
			problems.Stop("too-large", at+one.at, "The motifs lie farther apart than the cloth is wide.",
				"Measure from the middle of one motif to the middle of the next.")
		}
		apart[k] = l
	}
	return apart
}

// Fabric gives the fabric that plays a role.
func (s Shelf) Fabric(role string) (Fabric, bool) {
	r, ok := s.roles[role]
	return s.fabrics[r.Fabric], ok
}

// Directed says whether a print lies otherwise once it is turned.
func (f Fabric) Directed() bool { return f.Lies() == OneWay || f.Lies() == TwoWay }

// Directed says whether any fabric has a print with a direction.
func (s Shelf) Directed() bool {
	for _, f := range s.fabrics {
		if f.Directed() {
			return true
		}
	}
	return false
}

// Undirected is the same shelf, no print having a direction.
func (s Shelf) Undirected() Shelf {
	out := s
	out.fabrics = maps.Clone(s.fabrics)
	for id, f := range out.fabrics {
		if f.Directed() {
			out.fabrics[id] = f.undirected()
		}
	}
	return out
}

// Usable gives the usable width of the fabric that plays a role.
func (s Shelf) Usable(role string) (measure.Length, bool) {
	w, ok := s.usable[role]
	return w, ok
}

// ShopStep is the step in which cloth is sold: ⅛ yard, or 10 cm where it is sold by the metre (common practice).
func ShopStep(byMetre bool) measure.Length {
	if byMetre {
		return 10 * measure.Centimetre
	}
	return measure.Yard / 8
}

// Motifs gives how far the motifs of a fabric lie apart, where they are to be centred.
func (s Shelf) Motifs(fabric string) (across, along measure.Length, ok bool) {
	m, ok := s.motifs[fabric]
	return m[0], m[1], ok
}

// MotifsIn is how many patches of a size, a motif in the middle of each, come out of a length at least, wherever its
// first motif lies: patches as many repeats apart as hold one, the first up to a repeat away.
func MotifsIn(long, size, repeat measure.Length) measure.Length {
	each := measure.CeilDiv(size, repeat) * repeat
	return max(0, long-LostTo(size, repeat)) / each
}

// LostTo is how much of a length is lost until the first motif lies in the middle of a patch.
func LostTo(size, repeat measure.Length) measure.Length {
	return size + repeat - measure.CeilDiv(size, repeat)*repeat
}
