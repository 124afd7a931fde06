package making

import (
	"vicis/core/naming"
	"vicis/core/problem"
)

// What a method may state of itself beside what it makes: it has the method that one of these asks for. Nobody asks
// which method it is: whoever needs to know asks with the function of the same word below.
type (
	HasStates   interface{ States() States }
	HasBreadths interface{ Breadths() []BreadthOf }
	InCells     interface{ Cells() [][]*naming.Unit }
	LaysParts   interface{ Laid() []LaidPart }
	TurnsParts  interface{ Turned(by Turner) Method }
	SewsAlike   interface{ SewnApart() Method }
	SewnInLines interface {
		LineIDs() (rows, columns []string)
	}
	SewnThrough   interface{ SeamsThrough() (across, down int) }
	HasOthers     interface{ Others() []Method }
	HasSizings    interface{ Sized(Sizing) (Method, bool) }
	HasName       interface{ Named() string }
	HasCounterSet interface{ Counter() (Method, bool) }
	BeginsInHand  interface{ SizedByFinish(*Table) (Method, bool) }
)

// stated is what a method states, or what holds where it states nothing.
func stated[I, T any](m Method, ask func(I) T, otherwise T) T {
	if one, ok := m.(I); ok {
		return ask(one)
	}
	return otherwise
}

// States is what holds of everything a method makes, whatever it is made from.
type States struct {
	Seamless bool // there is no seam in it, so that it cannot be pressed another way
	InLength bool // it is as long as the cloth is wide, to be cut across
	// LaidApart: what falls out beside the unit itself is finished before its last seams are sewn: those have no part in
	// it
	LaidApart bool
	// RowByRow: it is sewn of columns whose seams run on from block to block below: pressed the other way in every other
	// row
	RowByRow bool
	// LaidByPlace: where in the quilt it lies changes what is laid: columns straight in a row, one more at its end, seams
	// by rows
	LaidByPlace bool
	// OfSquares: what it is made from is square and stays so: squares laid on each other, what is cut again and turned
	OfSquares bool
}

// StatesOf is what holds of what a method makes.
func StatesOf(m Method) States { return stated(m, HasStates.States, States{}) }

// BreadthOf is a breadth of a method, cut or finished.
type BreadthOf struct {
	Breadth  *Breadth
	Finished bool // without allowances
	Key      string
	Half     bool // with one allowance, not two
}

// Breadths gives every breadth of a method, so that a document can be put in canonical form and be resized.
func Breadths(m Method) []BreadthOf { return stated(m, HasBreadths.Breadths, nil) }

// Cells are the units a method lays in rows and columns, each where it stands in the method; nothing where its parts
// lie otherwise.
func Cells(m Method) [][]*naming.Unit { return stated(m, InCells.Cells, nil) }

// LaidPart is a unit as a method lays it, and where the method says so.
type LaidPart struct {
	Unit naming.Unit
	Turn int
	At   string // JSON pointer from the method
}

// Laid lists what a method lays in rows and columns, each as it is turned.
func Laid(m Method) []LaidPart { return stated(m, LaysParts.Laid, nil) }

// Turner is by how much more a part that lies in a row and column is turned.
type Turner = func(row, column int, part naming.Unit) int

// CanTurn says whether the parts of a method can each be turned.
func CanTurn(m Method) bool { _, can := m.(TurnsParts); return can }

// Turned is a method with parts turned more than they are.
func Turned(m Method, by Turner) Method {
	return stated(m, func(t TurnsParts) Method { return t.Turned(by) }, m)
}

// Apart is the same method with alike parts sewn as steps of their own, each pressed its own way; false where it sews
// none together.
func Apart(m Method) (Method, bool) {
	_, can := m.(SewsAlike)
	return stated(m, SewsAlike.SewnApart, m), can
}

// InLines says whether a unit is sewn in rows or columns that have names of their own.
func InLines(m Method) bool { _, lines := m.(SewnInLines); return lines }

// Others lists the ways to make the same look, the unit's own among them.
func Others(m Method) []Method { return stated(m, HasOthers.Others, []Method{m}) }

// Sizings lists a method in every sizing it knows: exact, by rule, roomy; just itself where there is nothing to size.
func Sizings(m Method) (list []Method) {
	if s, ok := m.(HasSizings); ok {
		for _, sizing := range []Sizing{Exact, Rule, Roomy} {
			if one, ok := s.Sized(sizing); ok {
				list = append(list, one)
			}
		}
	}
	if len(list) == 0 {
		return []Method{m}
	}
	return list
}

// Named is how quilters call a way of making.
func Named(m Method) string { return stated(m, HasName.Named, m.By()) }

// Counter gives what falls out of a unit's counter-set, when there is one and it gives less than both hands.
func Counter(u Unit, t *Table) ([]Variant, bool) {
	c, ok := u.How.(HasCounterSet)
	if !ok {
		return nil, false
	}
	how, ok := c.Counter()
	if !ok {
		return nil, false
	}
	var quiet problem.List
	there := *t
	there.Problems, there.Unit = &quiet, Unit{ID: u.ID, Name: u.Name, How: how}
	m, ok := how.Make(&there)
	if !ok {
		return nil, false
	}
	for _, v := range m.Variants {
		if v.Mirror != "" {
			return nil, false
		}
	}
	return m.Variants, true
}
