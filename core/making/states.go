package making

import (
	"vicis/core/naming"
	"vicis/core/problem"
)

// What a method may state of itself beside what it makes. Nobody asks which method it is: whoever needs to know asks
// for what follows.

// Cells are the units a method lays in rows and columns, each where it stands in the method; nothing where its parts
// lie otherwise.
func Cells(m Method) [][]*naming.Unit {
	if c, ok := m.(interface{ cells() [][]*naming.Unit }); ok {
		return c.cells()
	}
	return nil
}

// LaidPart is a unit as a method lays it, and where the method says so.
type LaidPart struct {
	Unit naming.Unit
	Turn int
	At   string // JSON pointer from the method
}

// Laid lists what a method lays in rows and columns, each as it is turned.
func Laid(m Method) []LaidPart {
	if l, ok := m.(interface{ laid() []LaidPart }); ok {
		return l.laid()
	}
	return nil
}

// CanTurn says whether the parts of a method can each be turned.
func CanTurn(m Method) bool { _, ok := m.(interface{ turned(by turner) Method }); return ok }

// turner is by how much more a part that lies in a row and column is turned.
type turner = func(row, column int, part naming.Unit) int

// Turned is a method with parts turned more than they are.
func Turned(m Method, by turner) Method {
	if t, ok := m.(interface{ turned(by turner) Method }); ok {
		return t.turned(by)
	}
	return m
}

// Apart is the same method with alike parts sewn as steps of their own, each pressed its own way; false where it sews
// none together.
func Apart(m Method) (Method, bool) {
	a, ok := m.(interface{ sewnApart() Method })
	if !ok {
		return m, false
	}
	return a.sewnApart(), true
}

// States is what holds of everything a method makes, whatever it is made from.
type States struct {
	Seamless    bool // there is no seam in it, so that it cannot be pressed another way
	InLength    bool // it is as long as the cloth is wide, to be cut across
	LaidApart   bool // what falls out beside the unit itself is finished before its last seams are sewn: those have no part in it
	RowByRow    bool // it is sewn of columns whose seams run on from block to block below: pressed the other way in every other row
	LaidByPlace bool // where in the quilt it lies changes what is laid: columns straight in a row, one more at its end, seams by rows
	OfSquares   bool // what it is made from is square and stays so: squares laid on each other, what is cut again and turned
}

// StatesOf is what holds of what a method makes.
func StatesOf(m Method) States {
	if s, ok := m.(interface{ states() States }); ok {
		return s.states()
	}
	return States{}
}

// Counter gives what falls out of a unit's counter-set, when there is one and it gives less than both hands.
func Counter(u Unit, t *Table) ([]Variant, bool) {
	c, ok := u.How.(interface{ counter() (Method, bool) })
	if !ok {
		return nil, false
	}
	how, ok := c.counter()
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

// InLines says whether a unit is sewn in rows or columns that have names of their own.
func InLines(m Method) bool {
	_, lines := m.(interface {
		lineIDs() (rows, columns []string)
	})
	return lines
}
