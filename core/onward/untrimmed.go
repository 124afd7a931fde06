package onward

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
)

// near is by how much something may be off and still be what was left as it is sewn (judgement).
const near = measure.Inch / 64

// leftAsSewn are the units that the quilt trims, and that were not trimmed by what was measured: the unit itself, or
// its parts. So it is where it measures what it then would, and not what it should.
func (q onward) leftAsSewn() (list []naming.Unit) {
	parts := slices.Clone(q.Document.Parts)
	at := slices.IndexFunc(parts, func(u making.Unit) bool { return u.ID == q.unit })
	parts[at].Measured = nil
	trims := func(id naming.Unit) bool {
		i := slices.IndexFunc(parts, func(u making.Unit) bool { return u.ID == id.Whole() })
		m := q.Unit(id)
		if i < 0 || len(m.Acts) == 0 || m.Acts[len(m.Acts)-1].Shaves == 0 || parts[i].Measured != nil || parts[i].Untrimmed {
			return false
		}
		parts[i].Untrimmed = true
		list = append(list, parts[i].ID)
		return true
	}
	if !trims(q.unit) {
		seen := map[naming.Unit]bool{}
		for _, p := range parts[at].How.Parts() {
			if !seen[p.Unit.Whole()] {
				seen[p.Unit.Whole()] = true
				trims(p.Unit)
			}
		}
	}
	there := q.Table
	there.Problems = &problem.List{}
	m, ok := making.One(parts, q.unit, there)
	off := func(is measure.Length, than piece.Num) bool {
		return between(piece.Of(is), than).Cmp(piece.Of(near)) > 0
	}
	should := q.made.First()
	if len(list) == 0 || !ok || off(q.w, m.First().W) || off(q.h, m.First().H) ||
		!off(q.w, should.W) && !off(q.h, should.H) {
		return nil
	}
	return list
}

// goOnUntrimmed leaves the rest as it is sewn too.
func (q onward) goOnUntrimmed(out WayOn, left []naming.Unit) WayOn {
	f, err := follow(q.Sewn, q.Document, q.unit, q.Purse)
	if err != nil {
		return q.cannot(out, "The project cannot be copied.", "")
	}
	var names []string
	for _, id := range left {
		u := f.unit(id)
		u.Untrimmed = true
		names = append(names, u.Name)
	}
	f.unit(q.unit).Measured = nil
	out.Says = []string{fmt.Sprintf("It is as large as where %s is not trimmed: the rest is left as it is sewn too, "+
		"and what is counted is taken to be so.", strings.Join(names, " and "))}
	q.carries = true
	return q.ended(out, f)
}
