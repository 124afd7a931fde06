// Package decided is a document as it was read: exact lengths and typed choices, every default filled in, colourways
// and what is pressed two ways written out. What is wrong with it is said at its place. Whoever works on it reads no
// document any more.
package decided

import (
	"strings"

	"vicis/core/cloth"
	"vicis/core/demand"
	"vicis/core/document"
	"vicis/core/gauge"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/school"
)

// Quilt is everything that was decided of one.
type Quilt struct {
	Name       string
	Rule       measure.Units
	Fabrics    []cloth.Fabric
	Roles      []cloth.Role
	Colourways []document.Colourway
	Parts      []making.Unit // as the quilter lists them
	Asked      quilt.Top     // as the quilter lays it
	Spares     demand.Spares
	Schools    document.Schools
	Settings   document.Settings
	Tests      []document.TestStrip
	DealAsked  *document.Deal // nil where prints fall as they fall
	Iron       document.Press // what was decided of the pressing beyond the schools
	Old        naming.Old     // how names of older programs are read

	Copies []making.Unit // the parts, and a copy of each for every colourway and every other way of pressing it
	Spread quilt.Top     // as it is asked for, of copies
	Table  making.Table
	Shelf  cloth.Shelf
	Buying cloth.Purchase

	Longest  measure.Length      // ruler
	Stitched measure.Length      // from the edge
	Fixed    map[naming.Seam]int // seams that are held to a side
	Problems *problem.List

	Spend func(cost int) // is told what every stage takes, where somebody counts
}

// Spent tells whoever counts what something took.
func (q Quilt) Spent(cost int) {
	if q.Spend != nil {
		q.Spend(cost)
	}
}

// reading is a document while it is read.
type reading struct {
	Quilt
	d document.Document
}

// Read reads everything that holds for the whole project. What stops is among the problems; nothing can be sewn then.
func Read(d document.Document) (Quilt, bool) {
	b := reading{d: d, Quilt: Quilt{
		Name: d.Name, Rule: d.Units, Fabrics: d.Fabrics, Roles: d.Roles, Colourways: d.Colourways, Parts: d.Parts,
		Asked: d.Top, Spares: d.Spares,
		Schools: d.Schools, Settings: d.Settings, Tests: d.Seam.Tests, DealAsked: d.Deal, Old: d.Old(),
		Problems: &problem.List{},
	}}
	if d.Press != nil {
		b.Iron = *d.Press
	}
	good := b.read()
	return b.Quilt, good
}

func (b *reading) read() bool {
	d := b.d
	if strings.TrimSpace(d.Name) == "" {
		b.Problems.Stop("name-missing", "/name", "The quilt has no name.", "Give it one.")
	}
	b.names()
	mark := b.length(d.Ruler, "/ruler", measure.Millimetre/2, measure.Inch, "the finest mark of the ruler")
	b.Stitched = b.length(d.Seam.Stitched, "/seam/stitched", measure.Millimetre, 2*measure.Inch,
		"the distance from the edge to the stitches")
	fold := b.length(d.Seam.Fold, "/seam/fold", 0, measure.Inch/8, "what the fold takes")
	b.tests()
	squaring := b.length(d.Cloth.Squaring, "/cloth/squaring", 0, 12*measure.Inch, "what squaring up takes")
	usable := b.length(d.Cloth.Usable, "/cloth/usable", 5*measure.Inch, 200*measure.Inch,
		"the usable width of the cloth")
	b.bought()
	strip := b.length(d.Strip, "/strip", measure.Inch/4, 40*measure.Inch, "the strip width")
	b.amounts()
	d.CheckSchools(b.Problems)
	b.stitches()
	if b.Problems.Stopped() {
		return false
	}
	copies := expanded(d, b.Problems)
	b.Copies, b.Spread = copies.Parts, copies.Top
	b.Fixed = fixed(b.Iron, b.Problems)
	spun := map[naming.Crossing]bool{}
	for _, seam := range b.Iron.Spun {
		spun[seam] = true
	}
	b.Shelf = cloth.Check(d.Fabrics, copies.Roles, usable, b.Problems)
	b.Shelf.Supply(d.Supplies, d.Units, b.Problems)
	b.Table = making.Table{
		Units: d.Units, Seam: b.Stitched + fold, Fold: fold, Strip: strip,
		Ruler: measure.Ruler{Units: d.Units, Mark: mark}, Squaring: squaring,
		Every: d.Cloth.Every, Spun: spun, Ends: d.Schools.Ends == school.EndsUsed, Marking: d.Schools.Marking,
		Usable: b.Shelf.Usable, Lengths: b.Shelf.Lengths, Seen: b.Seen, Problems: b.Problems,
		Light: func(role string) float64 { return b.Lightness(role) },
	}
	b.wide(usable)
	return !b.Problems.Stopped()
}

// Holding is the same quilt with other seams held; what is wrong with how that is written is among its problems.
func (q Quilt) Holding(p document.Press) Quilt {
	q.Iron, q.Problems = p, &problem.List{}
	q.Fixed = fixed(p, q.Problems)
	return q
}

// Tested is what the seams of a test strip took.
func (q Quilt) Tested(one document.TestStrip) gauge.Read {
	return gauge.Read{
		None: measure.Length(one.Strips) * one.Cut.Length(), Takes: (2*one.Strips - 2) * gauge.Allowance, Times: 1,
		Came: one.Measured.Length(),
		Mark: q.Table.Ruler.Mark,
	}
}

// SeamMark is how finely allowances are told, finer than any ruler's marks: needles move by less.
func SeamMark(u measure.Units) measure.Length {
	if u == measure.Centimetres {
		return measure.Millimetre / 10
	}
	return measure.Inch / 64
}

// LetsBeSewnIn is by how much two edges may differ that are sewn to each other: what a hand does not feel (common
// practice: 1⁄16″ is good).
func LetsBeSewnIn(u measure.Units) measure.Length {
	if u == measure.Centimetres {
		return 3 * measure.Millimetre / 2
	}
	return measure.Inch / 16
}

// Say is a length as the ruler reads it.
func (q Quilt) Say(l measure.Length) string { return q.Table.Ruler.Print(l) }

// Shop is the ruler cloth is sold by, apart from the one patches are cut by.
func (q Quilt) Shop() measure.Ruler {
	if q.Settings.Buy == school.ByTheMetre {
		return measure.Ruler{Units: measure.Centimetres}
	}
	return measure.Ruler{Units: measure.Inches}
}

// Lightness is that of the fabric of a role.
func (q Quilt) Lightness(role string) float64 {
	f, _ := q.Shelf.Fabric(role)
	return f.Lightness()
}

// Seen names what is seen of a role's cloth, and of how its print lies.
func (q Quilt) Seen(role string, up int) string {
	f, _ := q.Shelf.Fabric(role)
	return f.Seen(up)
}

// Fabric is the fabric of a role.
func (q Quilt) Fabric(role string) string {
	f, _ := q.Shelf.Fabric(role)
	return f.ID
}
