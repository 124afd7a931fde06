// Package advice is what should be said of a work before cloth is cut: points that would be lost, prints that lie
// several ways, what is not used, what waits or is gone.
package advice

import (
	"fmt"
	"maps"
	"slices"

	"vicis/core/cutting"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/problem"
	"vicis/core/words"
	"vicis/core/work"
)

// Advice looks at a work.
type Advice struct {
	*work.Work
	said *problem.List
}

// On gives the warnings on a work, each at its place in the document.
func On(w *work.Work) problem.List {
	b := Advice{w, &problem.List{}}
	b.unused()
	b.measuredTop()
	b.heldSeams()
	b.points()
	b.joints()
	b.diagonals()
	b.prints()
	return *b.said
}

// unused warns of units that the quilt does not need.
func (b Advice) unused() {
	used := make([]bool, len(b.Parts))
	for i, u := range b.Copies {
		if u.Of > 0 {
			i = u.Of - 1
		}
		used[i] = used[i] || b.Used(u.ID)
	}
	for i, u := range b.Parts {
		if !used[i] {
			b.said.Warn("unit-unused", problem.At("units", i), fmt.Sprintf("%s is used nowhere in the quilt.", u.Name),
				"Lay it in the quilt, or take it out.")
		}
	}
}

// measuredTop warns of a measured top that is far from what it should be.
func (b Advice) measuredTop() {
	if b.Asked.Measured == nil {
		return
	}
	w, h := b.Layout.Middle()
	for _, one := range []struct {
		at            string
		is, shouldBe  measure.Length
		across, trade string
	}{
		{"/top/measured/width", b.Layout.W, w, "across", "width"},
		{"/top/measured/height", b.Layout.H, h, "down", "height"},
	} {
		if d := one.is - one.shouldBe; max(d, -d)*50 > one.shouldBe {
			b.said.Warn("measured-far", one.at, fmt.Sprintf("The top measures %s %s and should be %s.", b.Say(one.is),
				one.across, b.Say(one.shouldBe)),
				"Measure its "+one.trade+" again; if it is so, look at the allowance before you cut more.")
		}
	}
}

// heldSeams warns of seams that are held or spun and are no longer there.
func (b Advice) heldSeams() {
	gone := func(at, is string, seam naming.Seam) (making.SeamKind, bool) {
		d, there := b.Press.Decisions[seam]
		if !there {
			b.said.Warn("seam-gone", at, fmt.Sprintf("“%s” is %s, and there is no such seam in this quilt.", seam, is),
				"Take it out under Press, or undo what took the seam away.")
		}
		return d.Seam, there
	}
	for _, seam := range slices.Sorted(maps.Keys(b.Iron.Held)) {
		gone(problem.At("press", "held", seam), "held", seam)
	}
	for i, key := range b.Iron.Spun {
		at := problem.At("press", "spun", i)
		seam, there := gone(at, "spun", key.Seam())
		if n := key.Point(); there && n > seam.Points || there && seam.Points == 0 {
			b.said.Warn("crossing-gone", at, fmt.Sprintf("“%s” is to be spun, and other seams meet that one at %s.", key,
				words.Plural(seam.Points, "point")), "Spin one of those, or take it out under Press.")
		}
	}
}

// Ends says what is saved by cutting smaller patches from what is left of wider strips.
func Ends(b *work.Work) string {
	strips := func(p cutting.Plan) (n int) {
		for _, f := range p.Fabrics {
			for _, s := range f.Strips {
				n += s.Count
			}
		}
		return n
	}
	t := b.Table
	t.Ends = !b.Table.Ends
	other := b.Cutting(&t)
	saved := strips(b.Cut) - strips(other)
	switch {
	case saved > 0 && !b.Table.Ends:
		return fmt.Sprintf("Some of it is large enough for smaller patches of this quilt: %s would be saved.",
			words.Plural(saved, "strip"))
	case saved < 0 && b.Table.Ends:
		return fmt.Sprintf("Smaller patches are cut from it first, which saves %s.", words.Plural(-saved, "strip"))
	}
	return ""
}
