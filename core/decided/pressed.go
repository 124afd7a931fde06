package decided

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/pressing"
	"vicis/core/problem"
	"vicis/core/quilt"
)

var sides = map[document.SeamSide]int{document.Plus: 1, document.Minus: -1, document.Both: 0}

// fixed gives the seams that are held, and says what is wrong with how that is written.
func fixed(p document.Press, problems *problem.List) map[naming.Seam]int {
	out := map[naming.Seam]int{}
	for _, seam := range slices.Sorted(maps.Keys(p.Held)) {
		x, ok := sides[p.Held[seam]]
		if !ok {
			problems.Stop("side-unknown", problem.At("press", "held", seam),
				fmt.Sprintf("“%s” is no side to press a seam to.", p.Held[seam]), "Choose plus, minus or open.")
			continue
		}
		out[seam] = x
	}
	return out
}

// twoWays copies the blocks that are pressed two ways, and lays the copies.
func (x *expander) twoWays(problems *problem.List) {
	d, out := x.d, x.out
	var list []document.TwoWays
	if d.Press != nil {
		list = d.Press.TwoWays
	}
	late := func(unit string) bool { return d.Schools.PressOf(unit) == pressing.Late }
	anyLate := late("") || slices.ContainsFunc(slices.Collect(maps.Keys(d.Schools.Steps)), late)
	below := d.Top.Point == nil && d.Top.Sashing == nil && d.Top.Rows > 1 &&
		slices.ContainsFunc(d.Parts, func(u making.Unit) bool {
			return making.StatesOf(u.How).RowByRow // some block meets itself below
		})
	for i, t := range list {
		at := problem.At("press", "twoWays", i)
		if _, known := x.index[t.Unit]; !known {
			problems.Stop("unit-unknown", at+"/unit", fmt.Sprintf("There is no unit “%s” to press two ways.", t.Unit),
				"Choose one of the units, or take it out.")
		} else if _, known := x.index[t.In]; t.In != "" && !known {
			problems.Stop("unit-unknown", at+"/in", fmt.Sprintf("There is no unit “%s” to look for it in.", t.In),
				"Choose one of the units, or take it out.")
		} else if !slices.Contains(quilt.Patterns, t.Which) {
			problems.Stop("pattern-unknown", at+"/which",
				fmt.Sprintf("“%s” does not say which blocks are pressed the other way.", t.Which),
				"Choose every other block, column or row.")
		}
	}
	ways := func(unit naming.Unit) (document.TwoWays, bool) {
		base := naming.Of(unit.ID())
		for _, t := range list {
			if t.Unit == base && t.In == "" && slices.Contains(quilt.Patterns, t.Which) {
				return t, true
			}
		}
		i, known := x.index[base]
		switch {
		case !known:
		case late(base.ID()) && len(d.Parts[i].How.Parts()) > 0:
			return document.TwoWays{Unit: base, Which: quilt.EveryOther}, true
		case below && making.StatesOf(d.Parts[i].How).RowByRow:
			return document.TwoWays{Unit: base, Which: quilt.EveryRow}, true
		}
		return document.TwoWays{}, false
	}
	for _, t := range list {
		if t.In != "" {
			x.within(t)
		}
	}
	if len(list) == 0 && !anyLate && !below || len(out.Top.Repeat) == 0 {
		return
	}
	rows, columns := len(out.Top.Repeat), len(out.Top.Repeat[0])
	if slices.ContainsFunc(out.Top.Repeat, func(row []quilt.Cell) bool { return len(row) != columns || columns == 0 }) {
		return // said elsewhere
	}
	repeat := make([][]quilt.Cell, rows*(1+rows%2))
	for r := range repeat {
		repeat[r] = make([]quilt.Cell, columns*(1+columns%2))
		for c := range repeat[r] {
			cell := out.Top.Repeat[r%rows][c%columns]
			if t, two := ways(cell.Unit); two && t.Which.Means(r, c) {
				cell.Unit = x.pressed(cell.Unit, t.Whole, t.Own)
			}
			repeat[r][c] = cell
		}
	}
	if len(x.others) > 0 {
		out.Top.Repeat = repeat
	}
}

// within lays the copy of a unit in some of the cells of a block, in its colourways too.
func (x *expander) within(t document.TwoWays) {
	for i := range len(x.out.Parts) {
		u := x.out.Parts[i]
		if naming.Of(u.ID.ID()) != t.In {
			continue
		}
		copied, ok := x.clone(u)
		if !ok {
			continue
		}
		lay := func(unit *naming.Unit, row, column int) {
			if naming.Of(unit.ID()) == t.Unit && t.Which.Means(row, column) {
				*unit = x.pressed(*unit, true, false)
			}
		}
		for r, row := range making.Cells(copied.How) {
			for c := range row {
				lay(row[c], r, c)
			}
		}
		x.out.Parts[i] = copied
	}
}

// pressed is the copy of a unit that is pressed the other way: in its last seams; in all of its own; where it is so as
// a whole, of everything in it that has a seam.
func (x *expander) pressed(ref naming.Unit, whole, own bool) naming.Unit {
	base, variant := ref.Whole(), ref.Variant()
	if done, ok := x.others[base]; ok {
		return done.Look(variant)
	}
	i := slices.IndexFunc(x.out.Parts, func(u making.Unit) bool { return u.ID == base })
	if i < 0 {
		return ref
	}
	if making.StatesOf(x.out.Parts[i].How).Seamless || variant != "" && !whole && !own &&
		making.StatesOf(x.out.Parts[i].How).LaidApart {
		return ref
	}
	u, ok := x.clone(x.out.Parts[i])
	if !ok {
		return ""
	}
	was := &x.out.Parts[i]
	u.ID, u.Name, u.Of = was.ID.Second(), wayOf(was.Name, "B"), was.Of
	if u.Of == 0 {
		u.Of = i + 1
	}
	if !whole && !own {
		u.Like, was.Shared = was.ID, was.Name
	}
	was.Name = wayOf(was.Name, "A")
	x.others[base] = u.ID
	if whole {
		for _, other := range making.References(u.How) {
			*other = x.pressed(*other, true, false)
		}
	}
	u.Also, u.Extra = nil, 0
	x.out.Parts = append(x.out.Parts, u)
	return u.ID.Look(variant)
}

// wayOf is what a unit that is pressed two ways is called. Where it has no name it gets none, so that one is asked for.
func wayOf(name, way string) string {
	if strings.TrimSpace(name) == "" {
		return name
	}
	return name + ", " + way
}
