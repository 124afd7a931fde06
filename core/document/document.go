// Package document is the project document: what the quilter decided and nothing that can be computed. It is the file
// format too: readable JSON.
package document

import (
	"vicis/core/cloth"
	"vicis/core/demand"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/quilt"
)

// Version is the version of the format this code reads and writes.
const Version = 1

// Document is one quilt project.
type Document struct {
	Vicis    int             `json:"vicis" enum:"1" doc:"Version of this format"`
	Name     string          `json:"name"`
	Note     string          `json:"note,omitempty"`
	Units    measure.Units   `json:"measure" enum:"in,cm" doc:"The rule on the table; what a bare number means"`
	Ruler    measure.Written `json:"ruler" doc:"The ruler's finest mark"`
	Seam     Allowance       `json:"seam"`
	Cloth    Cloth           `json:"cloth"`
	Strip    measure.Written `json:"strip" doc:"The width strips are cut unless a unit says otherwise"`
	Spares   demand.Spares   `json:"spares"`
	Schools  Schools         `json:"schools"`
	Settings Settings        `json:"settings"`
	Fabrics  []cloth.Fabric  `json:"fabrics"`
	Roles    []cloth.Role    `json:"roles"`
	Parts    []making.Unit   `json:"units"`
	Top      quilt.Top       `json:"top"`

	Supplies   []cloth.Supply `json:"supplies,omitempty" doc:"Cloth on the shelf that is promised to this quilt"`
	Colourways []Colourway    `json:"colourways,omitempty" doc:"Blocks in other fabrics"`
	Deal       *Deal          `json:"deal,omitempty" doc:"Which print of an assortment goes where; they fall as they fall when left out"`
	Press      *Press         `json:"press,omitempty" doc:"What was decided of the pressing beyond the schools"`
}

// Allowance is the allowance: what is stitched and what the fold takes besides. All sizes use the sum of both.
type Allowance struct {
	Stitched measure.Written `json:"stitched" doc:"Distance from the raw edge to the stitches"`
	Fold     measure.Written `json:"fold" doc:"Width that the fold takes when the seam is pressed, usually 1/64 to 1/32 in (common practice)"`
	Tests    []TestStrip     `json:"tests,omitempty" doc:"Test strips that were sewn and measured"`
}

// TestStrip is strips sewn side by side before anything else, pressed and measured.
type TestStrip struct {
	Name     string          `json:"name" doc:"Of the machine, foot and needle position it was sewn with"`
	Strips   int             `json:"strips" minimum:"2" maximum:"20"`
	Cut      measure.Written `json:"cut" doc:"How wide each was cut"`
	Measured measure.Written `json:"measured" doc:"Across all of them, pressed"`
}

// Cloth is what all fabrics of the project have in common.
type Cloth struct {
	Usable   measure.Written `json:"usable" doc:"Width without selvedges"`
	Squaring measure.Written `json:"squaring" doc:"Lost at the end of each strip, strip set and length of cloth when it is squared up"`
	Every    int             `json:"every,omitempty" minimum:"0" maximum:"100" doc:"Sub-cuts after which the end is squared up again; never when left out"`
	Shrinks  int             `json:"shrinks,omitempty" minimum:"0" maximum:"25" doc:"So many in a hundred of its length are lost when the cloth is washed before it is cut"`
	Margin   measure.Written `json:"margin,omitzero" doc:"Bought beyond what the plan cuts, of every fabric"`
}

// Colours are those of the fabrics, by their ids.
func (d Document) Colours() map[string]string {
	m := map[string]string{}
	for _, f := range d.Fabrics {
		m[f.ID] = f.Colour
	}
	return m
}
