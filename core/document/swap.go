package document

import (
	"cmp"
	"maps"
	"slices"

	"vicis/core/cloth"
)

// SwapValues gives every role the fabric of opposite value: the darkest fabric changes places with the lightest, the
// second darkest with the second lightest, and so on; where the same assortment plays it, what it is dealt from is
// swapped. A colourway that has no other fabrics than the quilt swaps them alike, any other its own. Done twice,
// everything is as before.
func SwapValues(d Document) Document {
	was := map[string]string{}
	for _, r := range d.Roles {
		was[r.ID] = r.Fabric
	}
	opposite := d.opposite(was)
	roles := slices.Clone(d.Roles)
	for i := range roles {
		roles[i].Fabric = cmp.Or(opposite[roles[i].Fabric], roles[i].Fabric)
	}
	ways := slices.Clone(d.Colourways)
	for i, w := range ways {
		dyed := maps.Clone(was)
		maps.Copy(dyed, w.Fabrics)
		own := opposite
		for _, f := range dyed {
			if opposite[f] == "" {
				own = d.opposite(dyed)
				break
			}
		}
		ways[i].Fabrics = map[string]string{}
		for _, r := range roles {
			if f := cmp.Or(own[dyed[r.ID]], dyed[r.ID]); f != r.Fabric {
				ways[i].Fabrics[r.ID] = f
			}
		}
	}
	if d.Deal != nil {
		deal := *d.Deal
		deal.Rules = slices.Clone(deal.Rules)
		for i, rule := range deal.Rules {
			if opposite[was[rule.Role]] == was[rule.Role] {
				deal.Rules[i].Values = swapped(rule.Values)
			}
		}
		d.Deal = &deal
	}
	d.Roles, d.Colourways = roles, ways
	return d
}

// opposite gives every fabric that plays a role the one of opposite value among them.
func (d Document) opposite(plays map[string]string) map[string]string {
	used := slices.DeleteFunc(slices.Clone(d.Fabrics), func(f cloth.Fabric) bool {
		return !slices.Contains(slices.Collect(maps.Values(plays)), f.ID)
	})
	slices.SortStableFunc(used, func(a, b cloth.Fabric) int { return cmp.Compare(a.Lightness(), b.Lightness()) })
	opposite := map[string]string{}
	for i, f := range used {
		opposite[f.ID] = used[len(used)-1-i].ID
	}
	return opposite
}

// swapped are values with light in the place of dark.
func swapped(values []cloth.Value) []cloth.Value {
	values = slices.Clone(values)
	for i, v := range values {
		switch v {
		case cloth.Light:
			values[i] = cloth.Dark
		case cloth.Dark:
			values[i] = cloth.Light
		}
	}
	return values
}
