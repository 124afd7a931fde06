package laying

import (
	"slices"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/pressing"
	"vicis/core/problem"
)

// Kinds that look alike: they fall out of one run, are sewn otherwise, and come to lie wherever their look does.

// KindsOf makes units once more for every other kind that what looks alike falls out in, as if that one lay everywhere;
// nothing where all is of one kind.
func KindsOf(units []making.Unit, t making.Table, made map[naming.Unit]making.Made) []map[naming.Unit]making.Made {
	var list []map[naming.Unit]making.Made
	most := 0
	for _, m := range made {
		for _, v := range m.Variants {
			most = max(most, len(v.Others))
		}
	}
	for kind := 1; kind <= min(most, pressing.MostKinds-1); kind++ {
		there := t
		there.Problems = &problem.List{}
		there.First = func(m *making.Made) {
			m.Variants = slices.Clone(m.Variants)
			for i := range m.Variants {
				v := &m.Variants[i]
				if k := kind % (len(v.Others) + 1); k > 0 {
					v.Piece = v.Others[k-1]
				}
			}
		}
		other, _ := making.All(units, there)
		list = append(list, other)
	}
	return list
}
