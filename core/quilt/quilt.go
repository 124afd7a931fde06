// Package quilt knows what the top is made of: blocks set straight or on point, sewn in rows, and borders around them.
package quilt

import (
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
)

// Top is what the quilter decided of the quilt top.
type Top struct {
	Rows    int           `json:"rows" minimum:"1" doc:"Blocks down"`
	Columns int           `json:"columns" minimum:"1" doc:"Blocks across"`
	Repeat  [][]Cell      `json:"repeat" doc:"Rows of cells, repeated over the whole quilt"`
	Point   *PointSetting `json:"point,omitempty" doc:"Set on point; rows and columns then count the blocks that stand corner to corner"`
	Sashing *Sashing      `json:"sashing,omitempty"`
	Borders []Border      `json:"borders,omitempty" doc:"From the inside out"`

	Loose bool `json:"loose,omitempty" doc:"Blocks that are made and not sewn together: laid beside each other as they are drawn, with nothing round them"`

	Measured *Measured `json:"measured,omitempty" doc:"What the pieced middle really measures, before its borders; borders are cut to it"`
	Block    *Measured `json:"block,omitempty" doc:"What a pieced block really measures; sashing and plain blocks are cut to it"`
	Backing  *Backing  `json:"backing,omitempty"`
	Binding  *Binding  `json:"binding,omitempty"`
}

// Measured is a size that was measured, allowances included.
type Measured struct {
	Width  measure.Written `json:"width"`
	Height measure.Written `json:"height"`
}

// Size is the same as lengths.
func (m Measured) Size() (w, h measure.Length) { return m.Width.Length(), m.Height.Length() }

// Cell is one block in the repeat.
type Cell struct {
	Unit      naming.Unit `json:"unit"`
	Turn      int         `json:"turn,omitempty" enum:"0,90,180,270"`
	Colourway string      `json:"colourway,omitempty" doc:"The fabrics it is made in; the project's own when left out"`
}

// Border is a strip of cloth, or a row of units, sewn to all four sides: the sides first, then top and bottom over
// their ends.
type Border struct {
	ID    naming.Border  `json:"id"`
	Name  string         `json:"name"`
	Role  string         `json:"role"`
	Width making.Breadth `json:"width" doc:"Cut width: a length, or so many strips; not asked for where it is pieced"`

	Corners string `json:"corners,omitempty" doc:"Role of a square in each corner; the sides are then as long as the quilt, and so are top and bottom"`
	Cells   []Cell `json:"cells,omitempty" doc:"Pieced: units as they lie along the top from left to right, as often as they fit; the other sides are the same border turned as it goes round"`
	Corner  *Cell  `json:"corner,omitempty" doc:"Of a pieced border: a unit in each corner, as it lies in the upper left one, in place of a square of cloth"`
}

// HasSquares says whether squares of cloth are sewn into its corners.
func (b Border) HasSquares() bool { return b.Corners != "" && b.Corner == nil }

// CornerMeeting is where the seam of a corner square goes on from that of a side. With the long piece, and the border,
// on the left of their directions, both run up to the seam that joins them, or both away from it, at all four corners.
func (b Border) CornerMeeting() piece.Meeting {
	return piece.Meeting{
		Over: b.ID.Ends().Seam(), A: piece.End{Seam: b.ID.Corners().Seam(), E: -1},
		B: piece.End{Seam: b.ID.Sides().Seam(), E: -1},
	}
}

// How many blocks and patches a quilt may have, and how many borders.
const (
	MostBlocks  = 10_000
	MostPatches = 100_000
	MostBorders = 40
)

// Roles lists the roles of what lies between the blocks, round them and behind them.
func (t Top) Roles() (list []string) {
	if p := t.Point; p != nil {
		list = append(list, p.Role, p.Corners)
	}
	if s := t.Sashing; s != nil {
		list = append(list, s.Role, s.Corners)
	}
	for _, b := range t.Borders {
		list = append(list, b.Role, b.Corners)
	}
	if t.Backing != nil {
		list = append(list, t.Backing.Role)
	}
	if t.Binding != nil {
		list = append(list, t.Binding.Role)
	}
	return list
}

// round is something that lies between or round the blocks.
func (t Top) round() string {
	switch {
	case t.Sashing != nil:
		return "sashing between them"
	case t.Point != nil:
		return "a setting on point"
	case len(t.Borders) > 0:
		return "a border"
	case t.Backing != nil:
		return "a backing"
	case t.Binding != nil:
		return "a binding"
	case t.Measured != nil:
		return "a middle that was measured"
	}
	return ""
}

// Backing is the cloth behind the quilt.
type Backing struct {
	Role     string          `json:"role"`
	Overhang measure.Written `json:"overhang,omitzero" doc:"How much larger than the top on every side; 4 in, or 10 cm, when left out (common practice)"`
	Seams    SeamPlace       `json:"seams,omitempty" enum:"middle,sides" doc:"Where two lengths are joined: in the middle, or one of them halved and sewn to both sides of the other"`
}

// SeamPlace is where the seams of a backing lie.
type SeamPlace string

// The places.
const (
	InTheMiddle SeamPlace = "middle"
	AtTheSides  SeamPlace = "sides"
)

// Binding is the strip folded round the edge, joined on the diagonal.
type Binding struct {
	Role  string         `json:"role"`
	Width making.Breadth `json:"width,omitzero" doc:"Cut width; 2 1/2 in, or 6.5 cm, when left out (common practice)"`
}

// PointSetting sets the blocks on their corners. They are sewn in diagonal rows, from the upper left corner of the
// quilt to the lower right one; triangles fill the edge. The repeat counts along these rows, so that [[A, B], [B, A]]
// stands A from corner to corner and B between.
type PointSetting struct {
	Role    string          `json:"role" doc:"Role of the side triangles"`
	Corners string          `json:"corners,omitempty" doc:"Role of the corner triangles; that of the sides when left out"`
	Larger  measure.Written `json:"larger,omitzero" doc:"How much larger than they must be the squares for the triangles are cut; trimmed away once the top is sewn"`
}

// Sashing is strips between the blocks, with squares where they cross or in one piece over the whole width. It becomes
// cells of the quilt like any other, narrower ones, so that pressing, counting and sewing follow.
type Sashing struct {
	Role    string         `json:"role"`
	Width   making.Breadth `json:"width,omitzero" doc:"Cut width; 1 strip when left out"`
	Corners string         `json:"corners,omitempty" doc:"Role of the cornerstones; without them the level strips run through from side to side"`
	Outer   bool           `json:"outer,omitempty" doc:"Round the outside too"`
}

// CornersOf is the role of the corner triangles.
func (p PointSetting) CornersOf() string {
	if p.Corners == "" {
		return p.Role
	}
	return p.Corners
}

// tooLong says whether a length does not come out of the cloth of a role, across its usable width.
func tooLong(l measure.Length, role string, t *making.Table) bool {
	usable, known := t.Usable(role)
	return known && l.CeilTo(t.Ruler.Mark) > usable-t.Squaring
}
