package decided

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/problem"
	"vicis/core/quilt"
)

// expanded gives the document with a copy of every unit for every colourway that changes it, and with the blocks laid
// in a colourway replaced by their copies.
func expanded(d document.Document, problems *problem.List) document.Document {
	x := expander{
		d: d, problems: problems, index: map[naming.Unit]int{}, roles: map[naming.Unit][]string{},
		copies: map[string]naming.Unit{}, others: map[naming.Unit]naming.Unit{},
	}
	for i, u := range d.Parts {
		x.index[u.ID] = i
	}
	plain(d, problems)
	ways, ok := colourways(d, problems)
	if !ok {
		return d
	}
	out := d
	out.Parts, out.Roles = slices.Clone(d.Parts), slices.Clone(d.Roles)
	x.out = &out
	out.Top.Repeat = make([][]quilt.Cell, len(d.Top.Repeat))
	for r, row := range d.Top.Repeat {
		out.Top.Repeat[r] = slices.Clone(row)
		for c := range row {
			x.dye(ways, &out.Top.Repeat[r][c], problem.At("top", "repeat", r, c))
		}
	}
	out.Top.Borders = slices.Clone(d.Top.Borders)
	for i, border := range out.Top.Borders {
		out.Top.Borders[i].Cells = slices.Clone(border.Cells)
		for j := range border.Cells {
			x.dye(ways, &out.Top.Borders[i].Cells[j], problem.At("top", "borders", i, "cells", j))
		}
		if border.Corner != nil {
			corner := *border.Corner
			x.dye(ways, &corner, problem.At("top", "borders", i, "corner"))
			out.Top.Borders[i].Corner = &corner
		}
	}
	x.twoWays(problems)
	return out
}

// plain checks the ids of roles and fabrics, which names are made of.
func plain(d document.Document, problems *problem.List) {
	for i, r := range d.Roles {
		if !naming.Plain(r.ID) {
			problems.Stop("id-not-unique", problem.At("roles", i, "id"),
				fmt.Sprintf("The role “%s” has no plain id.", r.Name),
				"Give it an id without spaces and without / : @ # and %.")
		}
	}
	for i, f := range d.Fabrics {
		if !naming.Plain(f.ID) {
			problems.Stop("id-not-unique", problem.At("fabrics", i, "id"),
				fmt.Sprintf("The fabric “%s” has no plain id.", f.Name),
				"Give it an id without spaces and without / : @ # and %.")
		}
	}
}

// colourways are those of a document by their ids; not ok when one gives a role a fabric that is not there.
func colourways(d document.Document, problems *problem.List) (map[string]document.Colourway, bool) {
	ways := map[string]document.Colourway{}
	for i, w := range d.Colourways {
		at := problem.At("colourways", i)
		if _, twice := ways[w.ID]; twice || !naming.Plain(w.ID) {
			problems.Stop("id-not-unique", at+"/id", fmt.Sprintf("The colourway “%s” has no plain id of its own.",
				w.Name), "Give every colourway its own id.")
			continue
		}
		if strings.TrimSpace(w.Name) == "" {
			problems.Stop("name-missing", at+"/name", fmt.Sprintf("Colourway %d has no name.", i+1),
				"Name it, by its main fabric for example.")
		}
		for _, role := range slices.Sorted(maps.Keys(w.Fabrics)) {
			if !slices.ContainsFunc(d.Roles, func(r cloth.Role) bool { return r.ID == role }) ||
				!slices.ContainsFunc(d.Fabrics, func(f cloth.Fabric) bool { return f.ID == w.Fabrics[role] }) {
				problems.Stop("role-without-fabric", at+problem.At("fabrics", role),
					fmt.Sprintf("%s gives the role “%s” no fabric there is.", w.Name, role), "Choose a fabric for it.")
				return nil, false
			}
		}
		ways[w.ID] = w
	}
	return ways, true
}

// dye lays a cell in its colourway.
func (x *expander) dye(ways map[string]document.Colourway, cell *quilt.Cell, at string) {
	if cell.Colourway == "" {
		return
	}
	way, ok := ways[cell.Colourway]
	if !ok {
		x.problems.Stop("colourway-unknown", at+"/colourway",
			fmt.Sprintf("There is no colourway “%s”.", cell.Colourway), "Choose one of the colourways.")
		return
	}
	cell.Colourway, cell.Unit = "", x.reference(cell.Unit, way)
}

type expander struct {
	problems *problem.List
	d        document.Document
	out      *document.Document
	index    map[naming.Unit]int
	roles    map[naming.Unit][]string    // unit → the roles anything in it is cut from
	copies   map[string]naming.Unit      // unit and what changes → its copy
	others   map[naming.Unit]naming.Unit // unit → its copy that is pressed the other way
}

// clone copies a unit; one that cannot be copied is a problem, and never stands for its own copy.
func (x *expander) clone(u making.Unit) (making.Unit, bool) {
	c, err := u.Clone()
	if err != nil {
		x.problems.Stop("unit-unreadable", problem.At("units", x.index[u.ID]),
			fmt.Sprintf("%s cannot be made in another colourway or another way: %v.", u.Name, err), "Make it anew.")
	}
	return c, err == nil
}

// reference gives the copy of what a reference names, its variant included.
func (x *expander) reference(ref naming.Unit, way document.Colourway) naming.Unit {
	return x.unit(ref.Whole(), way).Look(ref.Variant())
}

func (x *expander) unit(id naming.Unit, way document.Colourway) naming.Unit {
	i, ok := x.index[id]
	if !ok {
		return id
	}
	changes := map[string]string{}
	key := string(id)
	for _, role := range x.rolesOf(id) {
		fabric, given := way.Fabrics[role]
		j := slices.IndexFunc(x.d.Roles, func(r cloth.Role) bool { return r.ID == role })
		if given && j >= 0 && x.d.Roles[j].Fabric != fabric {
			changes[role] = fabric
			key += "|" + role + "=" + fabric
		}
	}
	if len(changes) == 0 {
		return id
	}
	if done, ok := x.copies[key]; ok {
		return done
	}
	u, ok := x.clone(x.d.Parts[i])
	if !ok {
		return ""
	}
	u.ID, u.Name, u.Of, u.Extra = id.In(way.ID), u.Name+", "+way.Name, i+1, 0
	x.copies[key] = u.ID
	for _, r := range making.Roles(u.How) {
		if fabric, changed := changes[*r]; changed {
			*r = x.role(*r, fabric)
		}
	}
	for _, ref := range making.References(u.How) {
		*ref = x.reference(*ref, way)
	}
	for i := range u.Also {
		u.Also[i] = x.reference(u.Also[i], way)
	}
	x.out.Parts = append(x.out.Parts, u)
	return u.ID
}

// role adds the part a fabric plays in another's place.
func (x *expander) role(role, fabric string) string {
	id := naming.InFabric(role, fabric)
	if !slices.ContainsFunc(x.out.Roles, func(r cloth.Role) bool { return r.ID == id }) {
		x.out.Roles = append(x.out.Roles, cloth.Role{ID: id, Name: role, Fabric: fabric})
	}
	return id
}

// rolesOf lists every role that anything in a unit is cut from, in a fixed order. Units made of themselves end there.
func (x *expander) rolesOf(id naming.Unit) []string {
	if known, ok := x.roles[id]; ok {
		return known
	}
	x.roles[id] = nil
	i, ok := x.index[id]
	if !ok {
		return nil
	}
	found := map[string]string{}
	for _, r := range making.Roles(x.d.Parts[i].How) {
		found[*r] = *r
	}
	for _, p := range x.d.Parts[i].How.Parts() {
		for _, r := range x.rolesOf(p.Unit.Whole()) {
			found[r] = r
		}
	}
	x.roles[id] = slices.Sorted(maps.Keys(found))
	return x.roles[id]
}
