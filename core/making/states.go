package making

import (
	"slices"

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

func (m *Grid) cells() [][]*naming.Unit {
	list := make([][]*naming.Unit, len(m.Rows))
	for i := range m.Rows {
		for j := range m.Rows[i].Cells {
			list[i] = append(list[i], &m.Rows[i].Cells[j].Unit)
		}
	}
	return list
}

func (m *Joined) cells() [][]*naming.Unit { return [][]*naming.Unit{m.references()} }

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

func (m *Grid) laid() (list []LaidPart) {
	for i, row := range m.Rows {
		for j, c := range row.Cells {
			list = append(list, LaidPart{c.Unit, c.Turn, problem.At("rows", i, "cells", j)})
		}
	}
	return list
}

func (m *Joined) laid() (list []LaidPart) {
	for i, c := range m.Columns {
		list = append(list, LaidPart{c.Unit, c.Turn, problem.At("columns", i)})
	}
	return list
}

// Relaid is a method with other units in its rows and columns, which keep their names where there are as many.
func Relaid(m Method, cells [][]GridCell) Method {
	one := &Grid{}
	if g, ok := m.(*Grid); ok {
		*one = *g
	}
	rows, columns := one.lineIDs()
	if len(one.Rows) != len(cells) || len(cells) == 0 || len(columns) != len(cells[0]) {
		rows, columns = make([]string, len(cells)), nil
	}
	one.Rows, one.Columns = make([]GridRow, len(cells)), columns
	for i := range cells {
		one.Rows[i] = GridRow{ID: rows[i], Cells: cells[i]}
	}
	names, columns := one.lineIDs()
	for i := range one.Rows {
		one.Rows[i].ID = names[i]
	}
	one.Columns = columns
	return one
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

func (m *Grid) turned(by turner) Method {
	one := *m
	one.Rows = slices.Clone(m.Rows)
	for i, row := range one.Rows {
		one.Rows[i].Cells = slices.Clone(row.Cells)
		for j := range one.Rows[i].Cells {
			c := &one.Rows[i].Cells[j]
			c.Turn = (c.Turn + by(i, j, c.Unit)) % 360
		}
	}
	return &one
}

func (m *Joined) turned(by turner) Method {
	one := *m
	one.Columns = slices.Clone(m.Columns)
	for i := range one.Columns {
		c := &one.Columns[i]
		c.Turn = (c.Turn + by(0, i, c.Unit)) % 360
	}
	return &one
}

// Seamless says whether there is no seam in what a method makes, so that it cannot be pressed another way.
func Seamless(m Method) bool {
	_, ok := m.(interface{ seamless() })
	return ok
}

func (*PlainPatch) seamless() {}

// Apart is the same method with alike parts sewn as steps of their own, each pressed its own way; false where it sews
// none together.
func Apart(m Method) (Method, bool) {
	a, ok := m.(interface{ apart() Method })
	if !ok {
		return m, false
	}
	return a.apart(), true
}

func (m *Grid) apart() Method {
	one := *m
	one.Apart = true
	return &one
}

// ComesInLength says whether what a method makes is as long as the cloth is wide, to be cut across.
func ComesInLength(m Method) bool {
	_, ok := m.(interface{ inLength() })
	return ok
}

func (*StripSet) inLength() {}

// LaidApart says whether what falls out beside a unit itself is finished before its last seams are sewn: those have no part
// in it.
func LaidApart(m Method) bool {
	_, ok := m.(interface{ laidApart() })
	return ok
}

func (*Tube) laidApart() {}

// RowByRow says whether a unit is sewn of columns whose seams run on from block to block below, so that it is pressed the
// other way in every other row.
func RowByRow(m Method) bool {
	r, ok := m.(interface{ rowByRow() bool })
	return ok && r.rowByRow()
}

// LaidByPlace says whether where in the quilt a unit lies changes what is laid there: columns straight in a row, one more at its
// end, seams that go the other way in every other row.
func LaidByPlace(m Method) bool {
	_, ok := m.(interface{ laidByPlace() })
	return ok
}

func (*Tube) laidByPlace() {}

func (m *Tube) rowByRow() bool { return len(m.Columns) > 1 && !m.Straight }

// OfSquares says whether what a method is made from is square and stays so: squares that are laid on each other, what is cut again and
// turned.
func OfSquares(m Method) bool {
	_, ok := m.(interface{ ofSquares() })
	return ok
}

func (*HalfSquare) ofSquares()     {}
func (*SquareInSquare) ofSquares() {}
func (*CutAgain) ofSquares()       {}
