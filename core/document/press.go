package document

import (
	"fmt"
	"slices"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/pressing"
	"vicis/core/problem"
	"vicis/core/quilt"
)

// Press is what was decided of the pressing beyond the schools.
type Press struct {
	Held    map[naming.Seam]Side `json:"held,omitempty" doc:"Seams that are held to a side, by their id"`
	Done    []naming.Step        `json:"done,omitempty" doc:"Steps that are pressed already, as their seams are held: to change them is to press them again"`
	Spun    []naming.Crossing    `json:"spun,omitempty" doc:"Seams whose crossings are spun"`
	TwoWays []TwoWays            `json:"twoWays,omitempty" doc:"Blocks that are pressed two ways"`
}

// Old is how names that older programs gave to things of this document are read.
func (d Document) Old() naming.Old {
	return naming.Old{
		Second: !slices.ContainsFunc(d.Colourways, func(c Colourway) bool { return c.ID == "B" }),
		Lines: func(unit string) bool {
			return slices.ContainsFunc(d.Parts, func(u making.Unit) bool {
				return u.ID == naming.Of(unit) &&
					making.InLines(u.How)
			})
		},
	}
}

// modern gives what is pressed the names that this program gives.
func (p *Press) modern(old naming.Old) {
	held := map[naming.Seam]Side{}
	for seam, side := range p.Held {
		held[old.Seam(seam)] = side
	}
	if p.Held != nil {
		p.Held = held
	}
	for i := range p.Done {
		p.Done[i] = old.Step(p.Done[i])
	}
	for i := range p.Spun {
		p.Spun[i] = old.Crossing(p.Spun[i])
	}
}

// Side is a side of a seam, by its direction.
type Side string

// The sides.
const (
	Plus  Side = "plus"  // left of its direction
	Minus Side = "minus" // right of it
	Both  Side = "open"
)

var sides = map[Side]int{Plus: 1, Minus: -1, Both: 0}

// TwoWays is a block of which some are pressed another way.
type TwoWays struct {
	Unit  naming.Unit   `json:"unit"`
	Which quilt.Pattern `json:"which" enum:"every other block,every other column,every other row" doc:"Which of them are pressed the other way"`
	Whole bool          `json:"whole,omitempty" doc:"With everything they are made of, strip sets too; else their last seams alone"`
	Own   bool          `json:"own,omitempty" doc:"In all the seams that join their parts, which are shared; not in their last seams alone"`
	In    naming.Unit   `json:"in,omitempty" doc:"A block sewn of them: which of them within it, by its rows and columns; in the quilt when left out"`
}

// Fixed gives the seams that are held, and says what is wrong with how that is written.
func (d Document) Fixed(problems *problem.List) map[naming.Seam]int {
	out := map[naming.Seam]int{}
	if d.Press == nil {
		return out
	}
	for _, seam := range sortedKeys(d.Press.Held) {
		x, ok := sides[d.Press.Held[seam]]
		if !ok {
			problems.Stop("side-unknown", problem.At("press", "held", seam),
				fmt.Sprintf("“%s” is no side to press a seam to.", d.Press.Held[seam]), "Choose plus, minus or open.")
			continue
		}
		out[seam] = x
	}
	return out
}

// twoWays copies the blocks that are pressed two ways, and lays the copies.
func (x *expander) twoWays(problems *problem.List) {
	d, out := x.d, x.out
	var list []TwoWays
	if d.Press != nil {
		list = d.Press.TwoWays
	}
	late := d.Schools.Press == pressing.Late
	below := d.Top.Point == nil && d.Top.Sashing == nil && d.Top.Rows > 1 && slices.ContainsFunc(d.Parts, func(u making.Unit) bool {
		return making.RowByRow(u.How) // some block meets itself below
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
	ways := func(unit naming.Unit) (TwoWays, bool) {
		base := naming.Of(unit.ID())
		for _, t := range list {
			if t.Unit == base && t.In == "" && slices.Contains(quilt.Patterns, t.Which) {
				return t, true
			}
		}
		i, known := x.index[base]
		switch {
		case !known:
		case late && len(d.Parts[i].How.Parts()) > 0:
			return TwoWays{Unit: base, Which: quilt.EveryOther}, true
		case below && making.RowByRow(d.Parts[i].How):
			return TwoWays{Unit: base, Which: quilt.EveryRow}, true
		}
		return TwoWays{}, false
	}
	for _, t := range list {
		if t.In != "" {
			x.within(t)
		}
	}
	if len(list) == 0 && !late && !below || len(out.Top.Repeat) == 0 {
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
func (x *expander) within(t TwoWays) {
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

// pressed is the copy of a unit that is pressed the other way: in its last seams; in all of its own; where it is so as a
// whole, of everything in it that has a seam.
func (x *expander) pressed(ref naming.Unit, whole, own bool) naming.Unit {
	base, variant := ref.Whole(), ref.Variant()
	if done, ok := x.others[base]; ok {
		return done.Look(variant)
	}
	i := slices.IndexFunc(x.out.Parts, func(u making.Unit) bool { return u.ID == base })
	if i < 0 {
		return ref
	}
	if making.Seamless(x.out.Parts[i].How) || variant != "" && !whole && !own && making.LaidApart(x.out.Parts[i].How) {
		return ref
	}
	u, ok := x.clone(x.out.Parts[i])
	if !ok {
		return ""
	}
	was := &x.out.Parts[i]
	u.ID, u.Name, u.Of = was.ID.Second(), was.Name+", B", was.Of
	if u.Of == 0 {
		u.Of = i + 1
	}
	if !whole && !own {
		u.Like, was.Shared = was.ID, was.Name
	}
	was.Name += ", A"
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
