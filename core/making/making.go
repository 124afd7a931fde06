// Package making is the piecing language: how a unit is made from other units or from cloth. A method is one file that
// registers itself; everything else (pictures, cut list, batches, press plan, tally) follows from what the method
// states.
package making

import (
	"fmt"
	"slices"
	"strings"

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

	Extra int `json:"extra,omitempty" minimum:"0" maximum:"1000" doc:"How many are made beyond what the quilt takes, in its own fabrics: loose blocks, or units for another quilt"`

	// Of is the place of the unit in the document this one was copied from, counted from 1, for a colourway; 0 for its
	// own.
	Of int `json:"-"`

	// Like is the unit whose earlier steps this one is sewn from, where only its last seams are pressed another way;
	// empty for its own.
	Like naming.Unit `json:"-"`

	// Shared is what is called that another unit is sewn from too, which is like this one but for its last seams; empty where
	// nothing is shared.
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
	Seen     piece.Seen // what is seen of a role's cloth, and of how its print lies
	Made     func(unit naming.Unit) (Made, bool)
	Problems *problem.List
	Traced   bool // every patch tells which part it came with

	took took
}

// With is the table with more things made.
func (t *Table) With(more []Made) *Table {
	out := *t
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

// Spin is a piece with the crossings of a seam spun that are asked for, and at how many points it could be.
func (t *Table) Spin(p piece.Piece, seam naming.Seam) (spun piece.Piece, points int) {
	points = p.Points(seam)
	if len(t.Spun) == 0 || points == 0 {
		return p, points
	}
	return p.Spin(seam, func(point int) bool { return t.Spun[seam.All()] || t.Spun[seam.At(point)] }), points
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
	{Is: OneLine, Name: "with one line", Changes: "Drawn from corner to corner; sewn on it, or an allowance on each side."},
	{Is: Both, Name: "with both sewing lines", Changes: "Twice the drawing; the needle only follows."},
	{Is: Crease, Name: "with a crease", Changes: "Pressed in, nothing to draw; it fades when the piece is handled."},
	{Is: Guide, Name: "not at all: a guide on the machine", Changes: "Nothing is marked; the corner follows a line on the machine's bed."},
}

var methods = map[string]func() Method{}

// Register makes a method known by its name; each method's file calls it once.
func Register(zero func() Method) { methods[zero().By()] = zero }

// MethodCalled is a zero value of the method of a name.
func MethodCalled(by string) (Method, bool) {
	zero, ok := methods[by]
	if !ok {
		return nil, false
	}
	return zero(), true
}

// Methods lists a zero value of every known method, by name, for the published schema.
func Methods() []Method {
	var names []string
	for by := range methods {
		names = append(names, by)
	}
	slices.Sort(names)
	list := make([]Method, len(names))
	for i, by := range names {
		list[i] = methods[by]()
	}
	return list
}

// All makes every unit of a document, each after its parts, and gives them in that order. Variants beyond the first are
// in the map, by their own ids. A unit made of itself, a missing part or a doubled id is a problem where it stands;
// units that need it are left out, the rest is made.
func All(units []Unit, t Table) (made map[naming.Unit]Made, order []naming.Unit) {
	b := newBench(units, t)
	b.asked = make([]bool, len(units))
	for i, u := range units {
		if j, ok := b.index[u.ID]; ok && j == i && b.state[u.ID] == 0 {
			b.visit(i)
		}
	}
	return b.made, b.order
}

// One makes one unit of a document, and of the others only what it is made of.
func One(units []Unit, id naming.Unit, t Table) (Made, bool) {
	b := newBench(units, t)
	if i, known := b.index[id.Whole()]; known {
		b.visit(i)
	}
	m, ok := b.made[id]
	return m, ok
}

func newBench(units []Unit, t Table) *bench {
	b := &bench{units: units, t: t, made: map[naming.Unit]Made{}, index: map[naming.Unit]int{}, state: map[naming.Unit]int{}}
	b.t.Made = func(id naming.Unit) (Made, bool) { m, ok := b.made[id]; return m, ok }
	b.called()
	return b
}

// bench is what is made while a document's units are gone through.
type bench struct {
	units   []Unit
	t       Table
	index   map[naming.Unit]int // the unit of each id
	state   map[naming.Unit]int
	made    map[naming.Unit]Made
	order   []naming.Unit
	asked   []bool // what stands in for each has been made first; nothing where only one is made
	patches int    // in all that was made
	sewn    int    // in all that lies there after each act
	acts    int
	full    bool // more is not made
}

// How far a unit is.
const (
	waiting = 1 // for its parts
	done    = 2
)

// place is where a unit stands in the document: a colourway's, where the one it is of stands.
func (b *bench) place(i int) int {
	if of := b.units[i].Of; of > 0 {
		return of - 1
	}
	return i
}

// called checks ids and names.
func (b *bench) called() {
	for i, u := range b.units {
		at := problem.At("units", b.place(i))
		if _, twice := b.index[u.ID]; twice || u.ID == "" || u.Of == 0 && !usable(string(u.ID)) {
			b.t.Problems.Stop("id-not-unique", at+"/id",
				fmt.Sprintf("The unit “%s” has no plain id of its own.", u.Name),
				"Give every unit its own id, without spaces and without / : @ # and %, "+
					"and none that names a part of the quilt, such as rows.")
			continue
		}
		if strings.TrimSpace(u.Name) == "" {
			b.t.Problems.Stop("name-missing", at+"/name", "A unit has no name.", "Name it as you call it at the table.")
		}
		b.index[u.ID] = i
	}
}

// visit makes a unit once its parts are made.
func (b *bench) visit(i int) {
	u := b.units[i]
	here := b.t
	here.Unit, here.At = u, problem.At("units", b.place(i), "how")
	if b.t.Traced {
		taken := 0
		here.Made = func(id naming.Unit) (Made, bool) {
			m, ok := b.made[id]
			taken++
			m.Piece = m.Piece.As(m.Unit.ID, taken)
			return m, ok
		}
	}
	if b.asked != nil && !b.asked[i] { // what stands in for it is made before it
		b.asked[i] = true
		for _, other := range u.Also {
			if j, known := b.index[other.Whole()]; known && b.state[other.Whole()] == 0 {
				b.visit(j)
			}
		}
		if b.state[u.ID] != 0 { // on the way
			return
		}
	}
	b.state[u.ID] = waiting
	for _, p := range u.How.Parts() {
		b.part(u, p.Unit, here.At)
	}
	b.state[u.ID] = done
	if b.full {
		return
	}
	for i, other := range u.Also { // a place is the kind that falls out there
		if m, known := b.made[other]; known && m.Unit.ID != other {
			u.Also = slices.Clone(u.Also)
			u.Also[i] = m.Unit.ID
		}
	}
	m, ok := u.How.Make(&here)
	if ok && u.Measured != nil {
		m.Unit = u
		m, ok = here.asMeasured(m)
	}
	if !ok {
		return
	}
	if !here.extra(m) {
		return
	}
	if m.Piece.Rounded {
		b.t.Problems.Stop("too-fine", here.At,
			fmt.Sprintf("%s is halved at 45° more often than can be followed exactly.", u.Name),
			"Build it from simpler units.")
		return
	}
	pieces := 0
	for _, v := range m.Variants {
		pieces += len(v.Piece.Patches)
	}
	b.patches += max(pieces, len(m.Piece.Patches))
	b.acts += len(m.Acts)
	for _, act := range m.Acts {
		b.sewn += len(act.Piece.Patches)
	}
	if !b.bounded(i) {
		return
	}
	m.Unit = u
	if len(m.Variants) > 0 {
		m.Piece = m.Variants[0].Piece
	}
	for i, one := range m.Each() {
		b.made[one.Unit.ID] = one
		if len(m.Variants) > 0 {
			for _, place := range m.Variants[i].Places {
				there := one
				there.Piece, there.Turned = one.Piece.Turn(place.Turn), place.Turn
				b.made[place.ID] = there
			}
		}
	}
	b.order = append(b.order, u.ID)
}

// mostExtra is how many of a unit may be made beyond what the quilt takes.
const mostExtra = 1000

// extra checks how many of a unit are made beyond what the quilt takes.
func (t *Table) extra(m Made) bool {
	at := strings.TrimSuffix(t.At, "/how") + "/extra"
	switch n := t.Unit.Extra; {
	case n < 0 || n > mostExtra:
		t.Problems.Stop("extra", at, fmt.Sprintf("%d of %s cannot be made beyond the quilt.", n, t.Unit.Name),
			fmt.Sprintf("Write 0 to %d.", mostExtra))
		return false
	case n > 0 && m.InLength:
		t.Problems.Stop("extra", at, fmt.Sprintf("%s is a strip set: how many are sewn follows from what is cut from it.", t.Unit.Name),
			"Ask for more of what is cut from it.")
		return false
	case n > 0 && !slices.ContainsFunc(m.Acts, func(a Act) bool {
		return slices.ContainsFunc(a.Outputs(), func(g ActGive) bool { return g.ID == t.Unit.ID.Step() })
	}):
		t.Problems.Stop("extra", at, fmt.Sprintf("What falls out of %s is in several kinds, and none of them is all of it.", t.Unit.Name),
			"Ask for more of what is made of it.")
		return false
	}
	return true
}

// bounded says whether what was made so far can still be drawn and worked out; else nothing more is made, and what is too
// much is said at the unit it began with.
func (b *bench) bounded(i int) bool {
	for _, one := range []struct {
		have, most int
		says       string
	}{
		{b.patches, MostPatchesInAll, "With %s the units have more than %d patches in all."},
		{b.acts, MostActs, "With %s the units take more than %d steps in all."},
		{b.sewn, mostSewn, "With %s what lies there after each step of the units has more than %d patches, added up."},
	} {
		if one.have > one.most {
			b.full = true
			b.t.Problems.Stop("too-many-patches", problem.At("units", b.place(i)), fmt.Sprintf(one.says, b.units[i].Name, one.most),
				"Use fewer or simpler units, or plan a part of the quilt as a quilt of its own.")
			return false
		}
	}
	return true
}

// part makes what a unit is made from, if it is there to be made.
func (b *bench) part(u Unit, id naming.Unit, at string) {
	base := id.Whole()
	j, ok := b.index[base]
	switch {
	case !ok:
		b.t.Problems.Stop("unit-unknown", at,
			fmt.Sprintf("%s is made from “%s”, which is not among the units.", u.Name, id),
			"Choose another part, or add that unit.")
		return
	case b.state[base] == waiting:
		b.t.Problems.Stop("unit-of-itself", at, fmt.Sprintf("%s is made from itself.", u.Name),
			"Take it out of its own parts.")
	case b.state[base] == 0:
		b.visit(j)
	}
	if _, whole := b.made[base]; whole && b.made[id].Unit.ID == "" {
		b.t.Problems.Stop("unit-unknown", at,
			fmt.Sprintf("%s is made from “%s”, which does not fall out of %s any more.", u.Name, id, b.units[j].Name),
			"Choose another part.")
	}
}

// usable says whether an id can name a unit of the document.
func usable(id string) bool { return naming.Plain(id) && !naming.Reserved(id) }

// How many patches one unit may have, and how many patches and steps all units of a project together. Every one of them
// is drawn and told: a plan at these bounds is answered in a second or two, and in a few megabytes.
const (
	MostPatches      = 10_000
	MostPatchesInAll = 10_000
	MostActs         = 2_500
	mostSewn         = 60_000 // patches that lie there after each act, added up
)
