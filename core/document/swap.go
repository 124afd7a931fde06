package document

import (
	"slices"

	"vicis/core/cloth"
)

// SwapValues gives every role the fabric of opposite value: the darkest fabric changes places with the lightest, the
// second darkest with the second lightest, and so on. Done twice, everything is as before.
func SwapValues(d Document) Document {
	var used []cloth.Fabric
	for _, f := range d.Fabrics {
		if slices.ContainsFunc(d.Roles, func(r cloth.Role) bool { return r.Fabric == f.ID }) {
			used = append(used, f)
		}
	}
	slices.SortStableFunc(used, func(a, b cloth.Fabric) int {
		switch x, y := a.Lightness(), b.Lightness(); {
		case x < y:
			return -1
		case x > y:
			return 1
		}
		return 0
	})
	opposite := map[string]string{}
	for i, f := range used {
		opposite[f.ID] = used[len(used)-1-i].ID
	}
	roles := slices.Clone(d.Roles)
	for i, r := range roles {
		if to, ok := opposite[r.Fabric]; ok {
			roles[i].Fabric = to
		}
	}
	d.Roles = roles
	return d
}
