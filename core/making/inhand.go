package making

import "vicis/core/problem"

// InHand is a unit with the size it finishes in place of that of the squares it is made of, so that it can be made
// another way or another size.
func InHand(u Unit, t *Table) Unit {
	m, ok := u.How.(BeginsInHand)
	if !ok {
		return u
	}
	there := *t
	there.Unit, there.At = u, ""
	there.Problems = &problem.List{}
	if how, ok := m.SizedByFinish(&there); ok {
		u.How = how
	}
	return u
}
