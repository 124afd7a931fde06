package making

import (
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/school"
)

// Unit is one kind of thing that is made, and how.
type Unit struct {
	ID   naming.Unit   `json:"id"`
	Name string        `json:"name"`
	Also []naming.Unit `json:"also,omitempty" doc:"Units of the same look and size that stand in for it, such as a bonus left over elsewhere"`
	How  Method        `json:"how"`

	Measured *Measures `json:"measured,omitempty" doc:"What it measures, where that is not what it should and the quilt is planned on it"`

	Untrimmed bool `json:"untrimmed,omitempty" doc:"It is left as it is sewn, where its method would trim it"`

	Extra int `json:"extra,omitempty" minimum:"0" maximum:"1000" doc:"How many are made beyond what the quilt takes, in its own fabrics: loose blocks, or units for another quilt"`

	// Of is the place of the unit in the document this one was copied from, counted from 1, for a colourway; 0 for its
	// own.
	Of int `json:"-"`

	// Like is the unit whose earlier steps this one is sewn from, where only its last seams are pressed another way;
	// empty for its own.
	Like naming.Unit `json:"-"`

	// Shared is what is called that another unit is sewn from too, which is like this one but for its last seams; empty
	// where nothing is shared.
	Shared string `json:"-"`
}

// SharedName is what its earlier steps are called.
func (u Unit) SharedName() string {
	if u.Shared != "" {
		return u.Shared
	}
	return u.Name
}

// Earlier is whose the steps and seams before the last are: another unit's where it shares those.
func (u Unit) Earlier() naming.Unit {
	if u.Like != "" {
		return u.Like
	}
	return u.ID
}

// Method is a way of making a unit.
type Method interface {
	// By is the method's name in a document.
	By() string
	// Parts are the units it is made from, in sewing order.
	Parts() []Part
	// Make sews one unit virtually. It reports problems to the table and is false when there is no piece.
	Make(t *Table) (Made, bool)
}

// Part is a unit in its place in another, turned clockwise by 0, 90, 180 or 270 degrees as it is laid down.
type Part struct {
	ID   string      `json:"id" doc:"Names the place; the seam that joins it is named by it"`
	Unit naming.Unit `json:"unit"`
	Turn int         `json:"turn,omitempty" enum:"0,90,180,270"`
}

// Table is the sewing table: what a method may look at.
type Table struct {
	Unit     Unit
	At       string // JSON pointer to the unit's method
	Units    measure.Units
	Seam     measure.Length // effective allowance
	Fold     measure.Length // the part of it that the fold takes
	Strip    measure.Length // the width strips of this project are cut, unless a unit says otherwise
	Ruler    measure.Ruler
	Squaring measure.Length           // lost to squaring up the end of a strip or strip set
	Every    int                      // sub-cuts after which the end is squared up again; 0 for never
	Ends     bool                     // what is left of strips gives smaller patches
	Spun     map[naming.Crossing]bool // crossings that are spun, one by one or all of a seam
	Marking  Marking                  // how sewing lines are shown
	Usable   func(role string) (measure.Length, bool)
	Lengths  func(role string) [][2]measure.Length // cloth that lies there by the length: how wide and how long each is
	Light    func(role string) float64             // how light its cloth is
	Seen     piece.Seen                            // what is seen of a role's cloth, and of how its print lies
	Made     func(unit naming.Unit) (Made, bool)
	Problems *problem.List
	Between  bool // as older programs planned: strips are sewn as if they were cut between two marks
	Traced   bool // every patch tells which part it came with

	took  took
	known func(unit naming.Unit) (Made, bool) // what is made, where that is asked for its size alone
	First func(m *Made)                       // of kinds that look alike puts first the one that lies wherever they do
}

// Lighter says whether the cloth of one role is lighter than that of another.
func (t *Table) Lighter(one, other string) bool {
	return t.Light != nil && t.Light(one) > t.Light(other)
}

// With is the table with more things made.
func (t *Table) With(more []Made) *Table {
	out := *t
	out.known = nil
	out.Made = func(unit naming.Unit) (Made, bool) {
		for _, m := range more {
			if m.Unit.ID == unit {
				return m, true
			}
		}
		return t.Made(unit)
	}
	return &out
}

// Marking is how a sewing line on the diagonal is shown to the needle.
type Marking string

// The ways of marking.
const (
	OneLine Marking = "line"   // one line is drawn, and sewn on or beside
	Both    Marking = "both"   // both sewing lines are drawn
	Crease  Marking = "crease" // one line is pressed in
	Guide   Marking = "guide"  // nothing is drawn: a guide on the machine shows the way
)

// Markings lists them.
var Markings = school.Ways[Marking]{
	{
		Is: OneLine, Name: "with one line",
		Changes: "Drawn from corner to corner; sewn on it, or an allowance on each side.",
	},
	{Is: Both, Name: "with both sewing lines", Changes: "Twice the drawing; the needle only follows."},
	{Is: Crease, Name: "with a crease", Changes: "Pressed in, nothing to draw; it fades when the piece is handled."},
	{
		Is: Guide, Name: "not at all: a guide on the machine",
		Changes: "Nothing is marked; the corner follows a line on the machine's bed.",
	},
}

// Measures is what a unit measures unfinished, where that is not what it should and the quilter goes on with it so:
// everything that is made of it is made of one as large as that.
type Measures struct {
	Width    measure.Written `json:"width,omitzero" doc:"Left out where it is what it should be, and for a strip set"`
	Height   measure.Written `json:"height,omitzero" doc:"The same; of a strip set across its strips"`
	Trimmed  bool            `json:"trimmed,omitempty" doc:"It is trimmed to that, as much off on each side; when left out, its seams took more or less than planned"`
	Expected bool            `json:"expected,omitempty" doc:"Nobody measured it: it meets what was measured, and is expected to come out so with the same seams"`
}

// took is what the seams of one unit took from each side, one after the other, where that is not the allowance of the
// project.
type took struct{ across, down []measure.Length }

// How many patches one unit may have, and how many patches and steps all units of a project together. Every one of them
// is drawn and told: a plan at these bounds is answered in a second or two, and in a few megabytes.
const (
	MostPatches      = 10_000
	MostPatchesInAll = 10_000
	MostActs         = 2_500
	mostSewn         = 60_000 // patches that lie there after each act, added up
)
