// Package making is the piecing language: how a unit is made from other units or from cloth. A method is one file that
// registers itself; everything else (pictures, cut list, batches, press plan, tally) follows from what the method
// states.
package making

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
)

// Spin is a piece with the crossings of a seam spun that are asked for, and at how many points it could be.
func (t *Table) Spin(p piece.Piece, seam naming.Seam) (spun piece.Piece, points int) {
	points = p.Points(seam)
	if len(t.Spun) == 0 || points == 0 {
		return p, points
	}
	return p.Spin(seam, func(point int) bool { return t.Spun[seam.All()] || t.Spun[seam.At(point)] }), points
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
	b := &bench{
		units: units, t: t, made: map[naming.Unit]Made{}, index: map[naming.Unit]int{},
		state: map[naming.Unit]int{},
	}
	b.t.Made = func(id naming.Unit) (Made, bool) { m, ok := b.made[id]; return m, ok }
	if t.known == nil {
		b.t.known = b.t.Made
	}
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
		b.part(u, p.Unit, here.At, "is made from")
	}
	for _, one := range Breadths(u.How) {
		if of := one.Breadth.Of(); of != "" {
			b.part(u, of, here.At+"/"+one.Key, "is as large as")
		}
	}
	b.state[u.ID] = done
	if !b.full {
		b.make(i, u, &here)
	}
}

// make makes a unit whose parts are made.
func (b *bench) make(i int, u Unit, here *Table) {
	for i, other := range u.Also { // a place is the kind that falls out there
		if m, known := b.made[other]; known && m.Unit.ID != other {
			u.Also = slices.Clone(u.Also)
			u.Also[i] = m.Unit.ID
		}
	}
	m, ok := u.How.Make(here)
	if ok && u.Untrimmed && !m.Piece.Whole() {
		b.t.Problems.Stop("must-be-trimmed", strings.TrimSuffix(here.At, "/how")+"/untrimmed",
			fmt.Sprintf("%s is no rectangle as it is sewn.", u.Name), "Trim it.")
		return
	}
	if ok && u.Measured != nil {
		m.Unit = u
		m, ok = here.asMeasured(m)
	}
	if !ok || !here.extra(m) {
		return
	}
	if m.Piece.Rounded {
		b.t.Problems.Stop("too-fine", here.At,
			fmt.Sprintf("%s is halved at 45° more often than can be followed exactly.", u.Name),
			"Build it from simpler units.")
		return
	}
	if here.First != nil {
		here.First(&m)
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
		t.Problems.Stop("extra", at, fmt.Sprintf("%s is a strip set: how many are sewn follows from what is cut from it.",
			t.Unit.Name),
			"Ask for more of what is cut from it.")
		return false
	case n > 0 && !slices.ContainsFunc(m.Acts, func(a Act) bool {
		return slices.ContainsFunc(a.Outputs(), func(g ActGive) bool { return g.ID == t.Unit.ID.Step() })
	}):
		t.Problems.Stop("extra", at, fmt.Sprintf("What falls out of %s is in several kinds, and none of them is all of it.",
			t.Unit.Name),
			"Ask for more of what is made of it.")
		return false
	}
	return true
}

// bounded says whether what was made so far can still be drawn and worked out; else nothing more is made, and what is
// too much is said at the unit it began with.
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
			b.t.Problems.Stop("too-many-patches", problem.At("units", b.place(i)),
				fmt.Sprintf(one.says, b.units[i].Name, one.most),
				"Use fewer or simpler units, or plan a part of the quilt as a quilt of its own.")
			return false
		}
	}
	return true
}

// part makes what a unit is made from, if it is there to be made.
func (b *bench) part(u Unit, id naming.Unit, at, verb string) {
	base := id.Whole()
	j, ok := b.index[base]
	switch {
	case !ok:
		b.t.Problems.Stop("unit-unknown", at,
			fmt.Sprintf("%s %s “%s”, which is not among the units.", u.Name, verb, id),
			"Choose another part, or add that unit.")
		return
	case b.state[base] == waiting:
		b.t.Problems.Stop("unit-of-itself", at, fmt.Sprintf("%s %s itself.", u.Name, verb),
			"Choose another part, or a size of its own.")
	case b.state[base] == 0:
		b.visit(j)
	}
	if _, whole := b.made[base]; whole && b.made[id].Unit.ID == "" {
		b.t.Problems.Stop("unit-unknown", at,
			fmt.Sprintf("%s %s “%s”, which does not fall out of %s any more.", u.Name, verb, id, b.units[j].Name),
			"Choose another part.")
	}
}

// usable says whether an id can name a unit of the document.
func usable(id string) bool { return naming.Plain(id) && !naming.Reserved(id) }
