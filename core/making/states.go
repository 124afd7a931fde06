package making

import (
	"vicis/core/naming"
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
