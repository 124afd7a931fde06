package plan

import (
	"math"

	"vicis/core/batching"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/pressing"
	"vicis/core/quilt"
)

// Picture is a true drawing of a piece, right side up, in inches from its upper left corner.
type Picture struct {
	W       float64 `json:"w"`
	H       float64 `json:"h"`
	Patches []Patch `json:"patches"`
	Bands   []Band  `json:"bands" doc:"Seam allowances as they lie on the back"`
	Seams   []Line  `json:"seams"`
	Crosses []Cross `json:"crosses" doc:"Where seams meet"`
	Drawn   []Line  `json:"drawn" doc:"Lines drawn or creased on the back"`
	Whole   bool    `json:"whole" doc:"The patches fill the rectangle"`
}

// Patch is a polygon of one fabric: x and y in turn.
type Patch struct {
	Fabric string    `json:"fabric"`
	Points []float64 `json:"points"`
}

// Band is the allowances of one seam on the side they are pressed to: a polygon, x and y in turn.
type Band struct {
	Points []float64 `json:"points"`
}

// Line is a seam.
type Line struct {
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

// Layout is the quilt as a picture of pictures, finished, in inches.
type Layout struct {
	W       float64                 `json:"w"`
	H       float64                 `json:"h"`
	Blocks  map[naming.Unit]Picture `json:"blocks" doc:"Each unit that is laid, finished"`
	Cells   []Placed                `json:"cells"`
	Borders []Patch                 `json:"borders"`
	Seams   []Line                  `json:"seams" doc:"Between blocks, rows and borders, where they are few enough to be told apart"`
	Bands   []Band                  `json:"bands" doc:"Their allowances, as they lie on the back"`
	Crosses []Cross                 `json:"crosses" doc:"Where seams meet across them"`
}

// Placed is a block in its place, turned about its middle.
type Placed struct {
	Block naming.Unit `json:"block"`
	X     float64     `json:"x"`
	Y     float64     `json:"y"`
	Turn  int         `json:"turn"`
}

func emptyLayout() Layout {
	return Layout{Blocks: map[naming.Unit]Picture{}, Cells: []Placed{}, Borders: []Patch{}, Seams: []Line{}, Bands: []Band{}, Crosses: []Cross{}}
}

func round(v float64) float64 { return math.Round(v*1e4) / 1e4 }

func inches(n piece.Num) float64 { return round(n.Inches()) }

// picture draws a piece; press is nil while nothing is decided.
func (b *builder) picture(p piece.Piece, press *pressing.Plan) Picture {
	out := Picture{W: inches(p.W), H: inches(p.H), Patches: make([]Patch, len(p.Patches)), Seams: make([]Line, len(p.Seams)), Bands: []Band{}, Crosses: []Cross{}, Drawn: []Line{}, Whole: p.Whole()}
	for i, patch := range p.Patches {
		points := make([]float64, 0, 2*len(patch.Poly))
		for _, a := range patch.Poly {
			points = append(points, inches(a.X), inches(a.Y))
		}
		out.Patches[i] = Patch{b.fabric(patch.Role), points}
	}
	s := b.t.Seam.Inches()
	for i, seam := range p.Seams {
		l := Line{seam.ID, inches(seam.From.X), inches(seam.From.Y), inches(seam.To.X), inches(seam.To.Y)}
		out.Seams[i] = l
		if press == nil {
			continue
		}
		x := press.Decisions[seam.ID].X
		for _, side := range []int{1, -1} {
			if x != -side {
				out.Bands = append(out.Bands, Band{band(l, float64(side)*s, out.W, out.H)})
			}
		}
	}
	if press != nil {
		for _, c := range press.Crossed(p.Meetings) {
			out.Crosses = append(out.Crosses, cross(c, inches(c.Spot.X), inches(c.Spot.Y)))
		}
	}
	return out
}

func cross(c pressing.Crossed, x, y float64) Cross {
	return Cross{X: x, Y: y, State: c.State, Layers: c.Layers, Thick: c.Layers >= pressing.Thick}
}

// band is what lies within a width of a seam on its left (on its right where the width is below zero), inside the piece.
func band(l Line, width, w, h float64) []float64 {
	dx, dy := l.X2-l.X1, l.Y2-l.Y1
	long := math.Hypot(dx, dy)
	// The left of the direction (dx, dy) is (dy, −dx), Y running down.
	ox, oy := dy/long*width, -dx/long*width
	poly := [][2]float64{{l.X1, l.Y1}, {l.X2, l.Y2}, {l.X2 + ox, l.Y2 + oy}, {l.X1 + ox, l.Y1 + oy}}
	for _, edge := range []struct {
		axis     int
		at, side float64
	}{{0, 0, 1}, {0, w, -1}, {1, 0, 1}, {1, h, -1}} {
		var kept [][2]float64
		for i, a := range poly {
			b := poly[(i+1)%len(poly)]
			da, db := (a[edge.axis]-edge.at)*edge.side, (b[edge.axis]-edge.at)*edge.side
			if da >= 0 {
				kept = append(kept, a)
			}
			if da*db < 0 {
				t := da / (da - db)
				kept = append(kept, [2]float64{a[0] + t*(b[0]-a[0]), a[1] + t*(b[1]-a[1])})
			}
		}
		poly = kept
	}
	points := make([]float64, 0, 2*len(poly))
	for _, a := range poly {
		points = append(points, round(a[0]), round(a[1]))
	}
	return points
}

// pictures draws every unit and what every step makes.
func (b *builder) pictures(into map[naming.Step]Picture) {
	for _, m := range b.units {
		for _, act := range m.Acts {
			drawn := b.picture(act.Piece, &b.press)
			drawn.Drawn = append(drawn.Drawn, lines(act.Drawn)...)
			into[act.ID] = drawn
		}
		for _, one := range m.Each() {
			into[one.Unit.ID.Step()] = b.picture(one.Piece, &b.press)
		}
	}
	for _, f := range b.cut.Fabrics {
		for _, s := range f.Strips {
			into[s.ID] = b.picture(piece.Cut(s.Role, f.Usable, s.Cut), nil)
		}
	}
	for _, ring := range b.layout.Rings {
		if id := ring.Border.ID.Squares(); ring.Border.Corners != "" && ring.Border.Corner == nil {
			into[id] = b.picture(b.acts[id].act.Piece, nil)
		}
	}
	drawn := 0
	for _, k := range b.layout.AllRows() {
		if drawn > mostDrawnInAll {
			break
		}
		if p, ok := b.sewnRow(k); ok {
			into[k.ID] = b.picture(p, &b.press)
			drawn += len(p.Patches)
		}
	}
}

// mostDrawn is how many patches a picture of a whole row may have; longer rows are seen in the quilt.
const mostDrawn = 600

// mostDrawnInAll is how many all rows together may have: of a large quilt on point no two are alike.
const mostDrawnInAll = 6000

func (b *builder) sewnRow(k quilt.RowKind) (piece.Piece, bool) {
	var p piece.Piece
	for j, c := range k.Cells {
		block := b.layout.Blocks[c.Unit].Piece.Turn(c.Turn)
		if len(p.Patches)+len(block.Patches) > mostDrawn {
			return piece.Piece{}, false
		}
		if j == 0 {
			p = block
			continue
		}
		var err error
		if p, err = piece.JoinRight(p, block, b.t.Seam, k.SeamID(j)); err != nil {
			return piece.Piece{}, false // quilt.Check has made sure that blocks fit
		}
	}
	return p, true
}

func (b *builder) quiltPicture() Layout {
	l := b.layout
	out := emptyLayout()
	w, h := l.Finished()
	out.W, out.H = round(w.Inches()), round(h.Inches())
	for unit := range l.Blocks {
		out.Blocks[unit] = b.picture(l.Seen(unit), &b.press)
	}
	var left measure.Length
	for _, ring := range l.Rings {
		left += ring.Width - 2*b.t.Seam
	}
	b.marks(&out, left)
	if l.OnPoint {
		b.onPoint(&out, left)
	} else {
		y := left
		for r, kind := range l.Rows {
			x := left
			for c := range l.Across(r) {
				cell := l.Cell(r, c)
				out.Cells = append(out.Cells, Placed{Block: cell.Unit, Turn: cell.Turn, X: round(x.Inches()), Y: round(y.Inches())})
				x += l.Widths[c]
			}
			y += l.Kinds[kind].High
		}
	}
	for i := range l.Rings {
		out.Borders = append(out.Borders, b.ring(i)...)
		out.Cells = append(out.Cells, b.piecedRing(i)...)
	}
	return out
}

// onPoint places the blocks of diagonal rows: turned by an eighth to the left, a row runs up and to the right.
func (b *builder) onPoint(out *Layout, left measure.Length) {
	l := b.layout
	half := l.BlockW.Inches() * math.Sqrt2 / 2
	first := b.plain.Rows - 1 // the column of the block in the upper left corner
	place := func(row, column int, cell quilt.Cell) {
		r, c := float64(row), float64(column-first)
		x, y := left.Inches()+half*(r+c+1), left.Inches()+half*(r-c+1) // of its middle
		out.Cells = append(out.Cells, Placed{Block: cell.Unit, Turn: (cell.Turn + 315) % 360, X: round(x - l.BlockW.Inches()/2), Y: round(y - l.BlockW.Inches()/2)})
	}
	for r, kind := range l.Rows {
		for c, cell := range l.Kinds[kind].Cells {
			place(r, l.Kinds[kind].Start+c, cell)
		}
	}
	for _, c := range l.Corners(b.plain) {
		place(c.Row+c.Down, c.Column+c.Right, quilt.Cell{Unit: naming.CornerTriangle, Turn: c.Turn})
	}
}

// ring draws the four finished pieces of one border.
func (b *builder) ring(i int) []Patch {
	var outer measure.Length // what lies outside this border
	for _, r := range b.layout.Rings[i+1:] {
		outer += r.Width - 2*b.t.Seam
	}
	ring := b.layout.Rings[i]
	t := ring.Width - 2*b.t.Seam
	w, h := ring.W-2*b.t.Seam, ring.H-2*b.t.Seam
	rect := func(role string, x, y, w, h measure.Length) Patch {
		x0, y0, x1, y1 := round((outer + x).Inches()), round((outer + y).Inches()), round((outer + x + w).Inches()), round((outer + y + h).Inches())
		return Patch{b.fabric(role), []float64{x0, y0, x1, y0, x1, y1, x0, y1}}
	}
	role := ring.Border.Role
	var list []Patch
	if ring.Rows == nil {
		list = []Patch{rect(role, 0, 0, w, t), rect(role, 0, h-t, w, t), rect(role, 0, t, t, h-2*t), rect(role, w-t, t, t, h-2*t)}
	}
	if c := ring.Border.Corners; c != "" && ring.Border.Corner == nil {
		for _, at := range [][2]measure.Length{{0, 0}, {w - t, 0}, {0, h - t}, {w - t, h - t}} {
			list = append(list, rect(c, at[0], at[1], t, t))
		}
	}
	return list
}

// piecedRing places the units of a pieced border: the same row along all four sides, turned as it goes round.
func (b *builder) piecedRing(i int) []Placed {
	ring := b.layout.Rings[i]
	if ring.Rows == nil {
		return nil
	}
	var outer measure.Length
	for _, r := range b.layout.Rings[i+1:] {
		outer += r.Width - 2*b.t.Seam
	}
	t := (ring.Width - 2*b.t.Seam).Inches()
	w, h := (ring.W - 2*b.t.Seam).Inches(), (ring.H - 2*b.t.Seam).Inches()
	var list []Placed
	for k, turn := range []int{90, 270, 0, 180} {
		inset := 0.0
		if ring.Border.Corner == nil {
			inset = t
		}
		var x float64
		for _, c := range ring.Rows[k].Cells {
			p := b.layout.Blocks[c.Unit].Piece.Turn(c.Turn).Finished(b.t.Seam)
			wide, _ := p.Size()
			u := wide.Inches()
			at := Placed{Block: c.Unit, Turn: (c.Turn + turn) % 360}
			switch turn {
			case 0:
				at.X = inset + x
			case 180:
				at.X, at.Y = w-inset-x-u, h-t
			case 90:
				at.X, at.Y = w-t, t+x
			case 270:
				at.Y = h - t - x - u
			}
			at.X, at.Y = round(at.X+outer.Inches()), round(at.Y+outer.Inches())
			list = append(list, at)
			x += u
		}
	}
	return list
}

func (b *builder) made(unit naming.Unit) making.Made {
	m, _ := b.t.Made(unit)
	return m
}

// laid draws what lies under the needle: one part face down on the other.
func (b *builder) laid(part batching.Part, under Picture) *Laid {
	if len(part.Over) == 0 {
		return nil
	}
	out := &Laid{Under: under, Over: []Patch{}, Stitch: []Line{}}
	for _, p := range part.Over {
		out.Over = append(out.Over, b.picture(p, nil).Patches...)
	}
	out.Stitch = append(out.Stitch, lines(part.Seams)...)
	return out
}

func lines(seams []piece.Seam) []Line {
	var list []Line
	for _, s := range seams {
		list = append(list, Line{"", inches(s.From.X), inches(s.From.Y), inches(s.To.X), inches(s.To.Y)})
	}
	return list
}
