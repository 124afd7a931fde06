package askunits

import (
	"fmt"
	"slices"

	"vicis/core/ask"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
)

// ByPatch is what it takes to make a unit as it is, of strip sets, and of patches that are cut one by one.
type ByPatch struct {
	Now      QuiltEffort        `json:"now" doc:"What the quilt takes as it is"`
	Patched  *QuiltEffort       `json:"patched,omitempty" doc:"What it takes with the unit pieced patch by patch; left out where it is not made of strip sets, or its patches do not come apart by straight seams"`
	Document *document.Document `json:"document,omitempty" doc:"The project with the unit pieced so"`
}

// ByPatches compares a unit of strip sets with the same unit of patches that are cut one by one.
func ByPatches(d document.Document, unit naming.Unit, purse *ask.Purse) (out ByPatch, problems problem.List) {
	at := slices.IndexFunc(d.Parts, func(u making.Unit) bool { return u.ID == unit })
	if at < 0 {
		problems.Stop("unit-unknown", "/unit", fmt.Sprintf("There is no unit “%.40s” to compare.", unit),
			"Choose one of the units.")
		return out, problems
	}
	b, told, ok := ask.BlocksOf(d, purse)
	if !ok || purse.Empty() {
		return out, *told
	}
	was := b.Unit(unit)
	list, ok := rects(was.Piece.Finished(b.Table.Seam))
	if !ok || len(list) < 2 || !ofSets(b, was) {
		return out, nil
	}
	next, ok := pieced(b, at, list)
	if !ok {
		return out, nil
	}
	after, _, ok := ask.BlocksOf(next, purse)
	if !ok || !piece.SameLook(was.Piece.Finished(b.Table.Seam), after.Unit(unit).Piece.Finished(b.Table.Seam), b.Seen) {
		return out, nil
	}
	now, ok1 := effort(b, purse)
	patched, ok2 := effort(after, purse)
	if ok1 && ok2 {
		out = ByPatch{now, &patched, &next}
	}
	return out, nil
}

// ofSets says whether strip sets are among what a unit is made from.
func ofSets(b ask.Blocks, m making.Made) bool {
	return m.InLength || m.Unit.How != nil && slices.ContainsFunc(m.Unit.How.Parts(),
		func(p making.Part) bool { return ofSets(b, b.Unit(p.Unit)) })
}

// pieced is a document with one unit pieced of patches, without what nothing else takes any more.
func pieced(b ask.Blocks, at int, list []rect) (document.Document, bool) {
	d, err := document.Copy(b.Document)
	if err != nil {
		return d, false
	}
	p := patching(&d, b.Table.Seam)
	top, ok := p.unit(list)
	if !ok {
		return d, false
	}
	unit, last := d.Parts[at].ID, len(d.Parts)-1 // it takes the place of the unit
	if d.Parts[last].ID != top {
		return d, false
	}
	d.Parts[at].How = d.Parts[last].How
	d.Parts = d.Parts[:last]
	before := map[naming.Unit]bool{}
	for _, u := range idle(b.Document) {
		before[u] = true
	}
	gone := func(u naming.Unit) bool { return slices.Contains(idle(d), u) && !before[u] }
	for slices.ContainsFunc(d.Parts, func(u making.Unit) bool { return gone(u.ID) }) {
		d.Parts = slices.DeleteFunc(d.Parts, func(u making.Unit) bool { return gone(u.ID) })
	}
	forget(&d, func(u naming.Unit) bool {
		return u == unit || b.Unit(u).Unit.ID != "" && !slices.ContainsFunc(d.Parts,
			func(left making.Unit) bool { return left.ID == u })
	})
	for id := range d.Schools.Steps {
		if of := naming.Of(id).Whole(); b.Unit(of).Unit.ID != "" &&
			!slices.ContainsFunc(d.Parts, func(u making.Unit) bool { return u.ID == of }) {
			delete(d.Schools.Steps, id)
		}
	}
	return d, true
}

// forget leaves out what was decided of the pressing of units that are made of other seams, or no longer.
func forget(d *document.Document, which func(naming.Unit) bool) {
	if d.Press == nil {
		return
	}
	of := func(u naming.Unit) bool { return which(naming.Of(u.ID()).Whole()) }
	for seam := range d.Press.Held {
		if of(seam.Owner()) {
			delete(d.Press.Held, seam)
		}
	}
	d.Press.Done = slices.DeleteFunc(d.Press.Done, func(s naming.Step) bool { return of(s.Owner()) })
	d.Press.Spun = slices.DeleteFunc(d.Press.Spun, func(c naming.Crossing) bool { return of(c.Seam().Owner()) })
	d.Press.TwoWays = slices.DeleteFunc(d.Press.TwoWays, func(t document.TwoWays) bool { return of(t.Unit) || of(t.In) })
}

// idle lists the units that nothing takes.
func idle(d document.Document) (list []naming.Unit) {
	taken := map[naming.Unit]bool{}
	for _, u := range d.Parts {
		for _, p := range u.How.Parts() {
			taken[p.Unit.Whole()] = true
		}
		for _, other := range u.Also {
			taken[other.Whole()] = true
		}
	}
	for _, row := range d.Top.Repeat {
		for _, c := range row {
			taken[c.Unit.Whole()] = true
		}
	}
	for _, border := range d.Top.Borders {
		for _, c := range border.Cells {
			taken[c.Unit.Whole()] = true
		}
		if border.Corner != nil {
			taken[border.Corner.Unit.Whole()] = true
		}
	}
	for _, u := range d.Parts {
		if !taken[u.ID] {
			list = append(list, u.ID)
		}
	}
	return list
}
