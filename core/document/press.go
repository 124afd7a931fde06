package document

import (
	"slices"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/quilt"
)

// Press is what was decided of the pressing beyond the schools.
type Press struct {
	Held    map[naming.Seam]SeamSide `json:"held,omitempty" doc:"Seams that are held to a side, by their id"`
	Done    []naming.Step            `json:"done,omitempty" doc:"Steps that are pressed already, as their seams are held: to change them is to press them again"`
	Spun    []naming.Crossing        `json:"spun,omitempty" doc:"Seams whose crossings are spun"`
	TwoWays []TwoWays                `json:"twoWays,omitempty" doc:"Blocks that are pressed two ways"`
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
	held := map[naming.Seam]SeamSide{}
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

// SeamSide is a side of a seam, by its direction.
type SeamSide string

// The sides.
const (
	Plus  SeamSide = "plus"  // left of its direction
	Minus SeamSide = "minus" // right of it
	Both  SeamSide = "open"
)

// TwoWays is a block of which some are pressed another way.
type TwoWays struct {
	Unit  naming.Unit       `json:"unit"`
	Which quilt.WhichBlocks `json:"which" enum:"every other block,every other column,every other row" doc:"Which of them are pressed the other way"`
	Whole bool              `json:"whole,omitempty" doc:"With everything they are made of, strip sets too; else their last seams alone"`
	Own   bool              `json:"own,omitempty" doc:"In all the seams that join their parts, which are shared; not in their last seams alone"`
	In    naming.Unit       `json:"in,omitempty" doc:"A block sewn of them: which of them within it, by its rows and columns; in the quilt when left out"`
}
