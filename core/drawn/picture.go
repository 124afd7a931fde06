// Package drawn draws what is made: true pictures, in inches, right side up.
package drawn

import (
	"math"

	"vicis/core/batching"
	"vicis/core/laying"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/pressing"
)

// Drawing draws a top that is laid.
type Drawing struct{ *laying.Laid }

// Picture is a true drawing of a piece, right side up, in inches from its upper left corner.
type Picture struct {
	W       float64      `json:"w"`
	H       float64      `json:"h"`
	Patches []PatchShape `json:"patches"`
	Bands   []Band       `json:"bands" doc:"Seam allowances as they lie on the back"`
	Seams   []SeamStroke `json:"seams"`
	Crosses []Cross      `json:"crosses" doc:"Where seams meet"`
	Drawn   []SeamStroke `json:"drawn" doc:"Lines drawn or creased on the back"`
	Undone  []SeamStroke `json:"undone" doc:"Stitches that are undone so that a crossing can be spun, as they lie in the allowance there"`
	Whole   bool         `json:"whole" doc:"The patches fill the rectangle"`
}

// LaidPicture is what lies face down on a piece, and where the needle goes.
type LaidPicture struct {
	Over   []PatchShape `json:"over" doc:"Wrong side up"`
	Stitch []SeamStroke `json:"stitch"`
}

// PatchShape is a polygon of one fabric: x and y in turn.
type PatchShape struct {
	Fabric string    `json:"fabric"`
	Points []float64 `json:"points"`
}

// Band is the allowances of one seam on the side they are pressed to: a polygon, x and y in turn.
type Band struct {
	Points []float64 `json:"points"`
}

// SeamStroke is a seam.
type SeamStroke struct {
	Seam naming.Seam `json:"seam,omitempty" doc:"The decision of pressing it belongs to"`

	X1 float64 `json:"x1"`
	Y1 float64 `json:"y1"`
	X2 float64 `json:"x2"`
	Y2 float64 `json:"y2"`
}

// Cross is a place where seam ends meet, and whether they nest.
type Cross struct {
	X      float64        `json:"x"`
	Y      float64        `json:"y"`
	State  pressing.State `json:"state" enum:"nests,clashes,open,spun"`
	Layers int            `json:"layers" doc:"Of cloth, where it is thickest"`
	Thick  bool           `json:"thick" doc:"A needle labours there"`
}

// QuiltPicture is the quilt as a picture of pictures, finished, in inches.
type QuiltPicture struct {
	W       float64                 `json:"w"`
	H       float64                 `json:"h"`
	Says    string                  `json:"says" doc:"How the picture differs from what is made: it is drawn with blocks as large as they were planned"`
	Blocks  map[naming.Unit]Picture `json:"blocks" doc:"Each unit that is laid, finished"`
	Cells   []Placed                `json:"cells"`
	Borders []PatchShape            `json:"borders"`
	Seams   []SeamStroke            `json:"seams" doc:"Between blocks, rows and borders, where they are few enough to be told apart"`
	Bands   []Band                  `json:"bands" doc:"Their allowances, as they lie on the back"`
	Crosses []Cross                 `json:"crosses" doc:"Where seams meet across them"`

	Loose  bool                  `json:"loose,omitempty" doc:"Blocks lie apart: they are not sewn together"`
	Prints []Tint                `json:"prints,omitempty" doc:"All prints that are dealt"`
	Spots  map[naming.Unit][]int `json:"spots,omitempty" doc:"For each patch of a block its place; −1 where its cloth is not dealt"`
}

// Tint is how a print is seen, and how without colour.
type Tint struct {
	Colour string `json:"colour"`
	Grey   string `json:"grey"`
}

// Placed is a block in its place, turned about its middle.
type Placed struct {
	Block naming.Unit `json:"block"`
	X     float64     `json:"x"`
	Y     float64     `json:"y"`
	Turn  int         `json:"turn"`

	Prints []int `json:"prints,omitempty" doc:"For each place of the block, which of all the prints that are dealt"`
}

// Empty is the drawing of nothing.
func Empty() QuiltPicture {
	return QuiltPicture{
		Blocks: map[naming.Unit]Picture{}, Cells: []Placed{}, Borders: []PatchShape{}, Seams: []SeamStroke{},
		Bands: []Band{}, Crosses: []Cross{},
	}
}

// Round is a length in inches as finely as it is drawn.
func Round(v float64) float64 { return math.Round(v*1e4) / 1e4 }

func inches(n piece.Num) float64 { return Round(n.Inches()) }

// Of draws what is made of a work as far as it has come: with blocks as large as they were planned.
func Of(laid *laying.Laid) Drawing {
	planned := *laid
	planned.Layout = laid.Planned
	return Drawing{&planned}
}

// Piece draws a piece; press is nil while nothing is decided.
func (b Drawing) Piece(p piece.Piece, press *pressing.Plan) Picture {
	out := Picture{
		W: inches(p.W), H: inches(p.H), Patches: make([]PatchShape, len(p.Patches)),
		Seams: make([]SeamStroke, len(p.Seams)), Bands: []Band{}, Crosses: []Cross{}, Drawn: []SeamStroke{},
		Undone: []SeamStroke{}, Whole: p.Whole(),
	}
	for i, patch := range p.Patches {
		points := make([]float64, 0, 2*len(patch.Poly))
		for _, a := range patch.Poly {
			points = append(points, inches(a.X), inches(a.Y))
		}
		out.Patches[i] = PatchShape{b.Fabric(patch.Role), points}
	}
	s := b.Table.Seam.Inches()
	for i, seam := range p.Seams {
		out.Seams[i] = SeamStroke{seam.ID, inches(seam.From.X), inches(seam.From.Y), inches(seam.To.X), inches(seam.To.Y)}
	}
	if press == nil {
		return out
	}
	sewn := coursesOf(out.Seams)
	for i, seam := range p.Seams {
		x := press.Decisions[seam.ID].X
		for _, side := range []int{1, -1} {
			if x != -side {
				out.Bands = append(out.Bands, Band{sewn.band(out.Seams, i, float64(side)*s, out.W, out.H)})
			}
		}
	}
	for _, c := range press.Crossed(p.Meetings) {
		at := cross(c, inches(c.Spot.X), inches(c.Spot.Y))
		out.Crosses = append(out.Crosses, at)
		if c.State == pressing.Spun {
			out.Undone = append(out.Undone, b.undone(out.Seams, at, s)...)
		}
	}
	return out
}

// undone draws the stitches that are undone at a crossing: folded back with the allowance, they lie over their seam.
func (b Drawing) undone(seams []SeamStroke, at Cross, wide float64) (list []SeamStroke) {
	const hair = 1e-3
	for _, l := range seams {
		if math.Hypot(l.X2-at.X, l.Y2-at.Y) < hair {
			l.X1, l.Y1, l.X2, l.Y2 = l.X2, l.Y2, l.X1, l.Y1
		}
		if math.Hypot(l.X1-at.X, l.Y1-at.Y) > hair || !b.IsUndone(l.Seam) {
			continue
		}
		part := wide / math.Hypot(l.X2-l.X1, l.Y2-l.Y1)
		l.X2, l.Y2 = Round(l.X1+part*(l.X2-l.X1)), Round(l.Y1+part*(l.Y2-l.Y1))
		list = append(list, l)
	}
	return list
}

func cross(c pressing.Crossed, x, y float64) Cross {
	return Cross{X: x, Y: y, State: c.State, Layers: c.Layers, Thick: c.Layers >= pressing.Thick}
}

// Lies draws what lies face down on a part under the needle.
func (a *Album) Lies(part batching.NeedlePart) *LaidPicture {
	n := 0
	for _, p := range part.Over {
		n += len(p.Patches)
	}
	if n == 0 || a == nil || a.patches+n > mostDrawnInAll {
		return nil
	}
	a.patches += n
	out := a.drawing.Lying(part.Over, part.Seams)
	return &out
}

// Lying draws what lies face down on something, and where the needle goes.
func (b Drawing) Lying(over []piece.Piece, stitches []piece.SeamLine) LaidPicture {
	out := LaidPicture{Over: []PatchShape{}, Stitch: []SeamStroke{}}
	for _, p := range over {
		out.Over = append(out.Over, b.Piece(p, nil).Patches...)
	}
	out.Stitch = append(out.Stitch, lines(stitches)...)
	return out
}

func lines(seams []piece.SeamLine) []SeamStroke {
	var list []SeamStroke
	for _, s := range seams {
		list = append(list, SeamStroke{"", inches(s.From.X), inches(s.From.Y), inches(s.To.X), inches(s.To.Y)})
	}
	return list
}
