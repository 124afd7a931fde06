package document

import (
	"slices"

	"vicis/core/making"
)

// Unneeded is what could be taken out and nothing would change.
type Unneeded struct {
	Roles   []string `json:"roles" doc:"That nothing is cut from"`
	Fabrics []string `json:"fabrics" doc:"That play no role, in no colourway, and of which nothing is promised"`
}

// Unneeded lists roles and fabrics that nothing in the document asks for.
func (d Document) Unneeded() Unneeded {
	out := Unneeded{Roles: []string{}, Fabrics: []string{}}
	roles := d.Top.Roles()
	for _, u := range d.Parts {
		for _, role := range making.Roles(u.How) {
			roles = append(roles, *role)
		}
	}
	var fabrics []string
	for _, r := range d.Roles {
		if fabrics = append(fabrics, r.Fabric); !slices.Contains(roles, r.ID) {
			out.Roles = append(out.Roles, r.ID)
		}
	}
	for _, w := range d.Colourways {
		for _, f := range w.Fabrics {
			fabrics = append(fabrics, f)
		}
	}
	for _, s := range d.Supplies {
		fabrics = append(fabrics, s.Fabric)
	}
	for _, f := range d.Fabrics {
		if !slices.Contains(fabrics, f.ID) {
			out.Fabrics = append(out.Fabrics, f.ID)
		}
	}
	return out
}
