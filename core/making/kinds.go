package making

import (
	"slices"

	"vicis/core/naming"
	"vicis/core/problem"
)

// Kinds that look alike: they fall out of one run, are sewn otherwise, and come to lie wherever their look does.

// mostKinds is how many kinds of one look are told apart.
const mostKinds = 4

// OtherKinds makes the units once more for every other kind that what looks alike falls out in, as if that one lay
// everywhere; nothing where all is of one kind.
func OtherKinds(units []Unit, t Table, made map[naming.Unit]Made) (list []map[naming.Unit]Made) {
	most := 0
	for _, m := range made {
		for _, v := range m.Variants {
			most = max(most, len(v.Others))
		}
	}
	for k := range min(most, mostKinds-1) {
		there := t
		there.Problems, there.kind = &problem.List{}, k+1
		other, _ := All(units, there)
		list = append(list, other)
	}
	return list
}

// kindFirst puts another kind of what looks alike in the place of the first.
func (m *Made) kindFirst(kind int) {
	m.Variants = slices.Clone(m.Variants)
	for i := range m.Variants {
		v := &m.Variants[i]
		if k := kind % (len(v.Others) + 1); k > 0 {
			v.Piece = v.Others[k-1]
		}
	}
}
