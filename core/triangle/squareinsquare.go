package triangle

import (
	"fmt"
	"slices"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/rules"
)

func init() { making.Register(func() making.Method { return &SquareInSquare{} }) }

// SquareInSquare is a square standing on its corner between four triangles: opposite triangles first, then the other
// two, and equal margins when it is trimmed. The triangles are halves of squares, so that the outer edges are on the
// straight grain.
type SquareInSquare struct {
	Centre   making.Input   `json:"centre"`
	Corners  []string       `json:"corners" is:"role" doc:"The roles of the triangles: one for all, or four from the top left clockwise"`
	Finished making.Breadth `json:"finished,omitzero" doc:"Finished size of the unit; follows from the centre where that is pieced"`
	Sizing   making.Sizing  `json:"sizing,omitempty" enum:"exact,rule,roomy" doc:"How generously the squares for the triangles are cut"`
}

// By names the method.
func (*SquareInSquare) By() string { return "square in a square" }

// Parts is the centre, where it is pieced.
func (m *SquareInSquare) Parts() []making.Part { return m.Centre.Parts() }

func (m *SquareInSquare) Breadths() []making.BreadthOf {
	if m.Centre.Unit != "" {
		return nil
	}
	return []making.BreadthOf{{Breadth: &m.Finished, Finished: true, Key: "finished", Half: false}}
}

// others: the same look from four flipped corners.
func (m *SquareInSquare) Others() []making.Method {
	if m.Centre.Unit != "" || len(m.Corners) == 0 {
		return []making.Method{m}
	}
	one := &FlippedCorners{Base: m.Centre, Width: m.Finished, Height: m.Finished}
	for i, at := range []CornerAt{TopLeft, TopRight, BottomRight, BottomLeft} {
		one.Corners = append(one.Corners, FlippedCorner{
			ID: []string{"tl", "tr", "br", "bl"}[i], At: at,
			Role: m.Corners[i%len(m.Corners)], Leg: m.Finished.Halved(),
		})
	}
	one.Corners[1], one.Corners[2] = one.Corners[2], one.Corners[1] // opposite corners first
	return []making.Method{m, one}
}

func (*SquareInSquare) States() making.States { return making.States{OfSquares: true} }

// Make sews the triangles on and trims.
func (m *SquareInSquare) Make(t *making.Table) (making.Made, bool) {
	if len(m.Corners) != 1 && len(m.Corners) != 4 {
		return t.Refuse("role-count", t.At+"/corners", fmt.Sprintf("%s has fabrics for %d triangles.", t.Unit.Name,
			len(m.Corners)), "Choose one for all four, or one for each.")
	}
	r, s := t.Begin(), piece.Of(t.Seam)
	twice := s.Add(s)
	centre, ok := m.centre(r, twice)
	if !ok {
		return making.Made{}, false
	}
	side := centre.Piece.W
	finished := side.Sub(twice)                                       // C
	root, exact := finished.TimesRoot2().Half()                       // C/√2
	square, ok := sized(t, m.Sizing, root, twice.Add(s.TimesRoot2())) // C/√2 + 2s + √2s, halved on the diagonal
	unit := finished.TimesRoot2().Add(twice)                          // C√2 + 2s
	middle, even := side.Half()
	if !ok || !exact || !even {
		if ok {
			t.Problems.Stop("too-fine", t.At+"/finished",
				"The centre of a square in a square of this size cannot be followed exactly.",
				"Choose a size that is a whole number of marks.")
		}
		return making.Made{}, false
	}
	corner := func(i int) string { return m.Corners[i%len(m.Corners)] }
	cloth := map[string]naming.Step{} // role → what its triangles are taken from
	for i := range m.Corners {
		role := corner(i)
		if _, known := cloth[role]; known {
			continue
		}
		sq, ok := r.Cloth(role, square, square, fmt.Sprintf("corner-%d", i+1), "square for triangles",
			t.At+fmt.Sprintf("/corners/%d", i))
		if !ok {
			return making.Made{}, false
		}
		id := r.ID(fmt.Sprintf("corner-%d-halves", i+1))
		cloth[role] = r.Add(making.Act{
			ID: id, Does: making.Trims, Name: "corner triangle", Says: "Cut the square on its diagonal",
			Takes: []making.ActTake{{Act: sq.Act, Each: 1}}, Gives: []making.ActGive{{ID: id, Count: 2}}, Piece: sq.Piece,
			Cuts: 1, Halves: true,
		})
	}
	first, second := r.Seam("first"), t.Unit.ID.Seam()
	wide := square.Up()
	p := centre.Piece
	// The raw long edge of a triangle lies even with the raw edge of the centre before it is opened over the stitches.
	far := side.Sub(twice)
	attach := func(i int, l piece.Line, keep int, at piece.Point, edge piece.Line, seam naming.Seam) {
		p = p.Attach(piece.Triangle(corner(i), wide, edge, -keep, at), l, keep, seam)
	}
	attach(0, piece.Upright(s), 1, piece.Point{X: twice, Y: middle}, piece.Upright(twice), first)
	attach(2, piece.Upright(side.Sub(s)), -1, piece.Point{X: far, Y: middle}, piece.Upright(far), first)
	half := p.Boxed()
	from, to, _ := p.Across(piece.Level(s)) // the second pair is sewn over the tips of the first, as far as it goes
	long := min(piece.SeamLine{From: from, To: to}.Long().Up(), square.TimesRoot2().Sub(twice).Up())
	tips, _ := half.H.Sub(side).Half()
	attach(1, piece.Level(s), 1, piece.Point{X: middle, Y: twice}, piece.Level(twice), second)
	attach(3, piece.Level(side.Sub(s)), -1, piece.Point{X: middle, Y: far}, piece.Level(far), second)
	p = p.Eighth()
	if t.Unit.Untrimmed {
		unit = p.W
	}
	d, _ := p.W.Sub(unit).Half()
	whole := p.W
	p = p.Window(d, d, unit, unit)
	out := making.Made{Sort: "unit", Piece: p}
	// the two halves of a square lie upside down to each other, and across where it is cut on its other diagonal
	for role := range cloth {
		if t.Directed(role) {
			out.EitherWay = append(out.EitherWay, role)
		}
	}
	slices.Sort(out.EitherWay)
	neighbour := func(i, j int) making.Neighbour {
		return making.Neighbour{Name: "the triangles", Roles: []string{corner(i), corner(j)}, Cloth: true}
	}
	sides, ends := centre.Piece.RolesAt(piece.Left), centre.Piece.RolesAt(piece.Top)
	out.Seams = []making.SeamKind{
		{ID: first, Plus: centre.Beside(sides, len(centre.Piece.Ends(piece.Left))), Minus: neighbour(0, 2)},
		{ID: second, Plus: centre.Beside(ends, len(centre.Piece.Ends(piece.Top))+2), Minus: neighbour(1, 3)},
	}
	triangle := piece.Triangle(corner(0), wide, piece.Upright(piece.Num{}), -1, piece.Point{}).Boxed()
	edge := "the long edge of a triangle to each of two opposite sides, middle to middle"
	one := r.Add(making.Act{
		ID: r.ID("first"), Does: making.Sews, Name: "two corners",
		Takes: append([]making.ActTake{{Act: centre.Act, Each: 1}}, together([]making.Lying{
			{Act: cloth[corner(0)]},
			{Act: cloth[corner(2)]},
		})...), Seams: 2, Each: side.Up(), Sews: []naming.Seam{first}, Piece: half,
		Onto: []making.Onto{{Side: piece.Left, Of: cloth[corner(0)]}, {Side: piece.Right, Of: cloth[corner(2)]}},
		Joins: &making.Joins{
			Left: centre.Name, Right: "corner triangle", LeftPiece: centre.Piece, RightPart: triangle,
			Edge: edge,
		},
	})
	two := r.Add(making.Act{
		ID: r.ID("second"), Does: making.Sews, Name: "four corners",
		Takes: append([]making.ActTake{{Act: one, Each: 1}},
			together([]making.Lying{{Act: cloth[corner(1)]}, {Act: cloth[corner(3)]}})...),
		Seams: 2, Each: long, Sews: []naming.Seam{second}, Piece: p,
		Onto: []making.Onto{
			{Side: piece.Top, Of: cloth[corner(1)], In: tips},
			{Side: piece.Bottom, Of: cloth[corner(3)], In: tips},
		},
		Joins: &making.Joins{
			Left: "centre with two triangles", Right: "corner triangle", LeftPiece: half, RightPart: triangle,
			Edge: edge,
		},
	})
	end := making.Act{
		ID: t.Unit.ID.Step(), Does: making.Trims,
		Says:  "Trim to equal margins, an allowance beyond each tip of the centre",
		Takes: []making.ActTake{{Act: two, Each: 1}}, Piece: p,
		Shaves: 1, Pieced: true, Eighth: true,
	}
	if t.Unit.Untrimmed {
		end.Says, end.Shaves = "Lay it straight, and leave it as it is sewn", 0
	}
	r.Add(end)
	out.Acts = r.Acts
	print := t.Ruler.Print
	out.Size = making.SizeWorking{
		Sums:  []string{fmt.Sprintf("1.4142 × %s + %s = %s", print(finished.Up()), print(2*t.Seam), print(unit.Up()))},
		Rules: rules.By(rules.SquareSquare),
	}
	if whole.Cmp(unit) > 0 {
		out.Size.Sums = append(out.Size.Sums, fmt.Sprintf("trimmed with equal margins: %s − %s = %s", print(whole.Up()),
			print(whole.Sub(unit).Up()), print(unit.Up())))
	}
	if more := side.Up().CeilTo(t.Ruler.Mark) - side.Up(); m.Centre.Unit == "" && more > 0 {
		// The half diagonal of what is too much, on every side.
		tip, _ := piece.Of(more).TimesRoot2().Half()
		out.Size.Rules = rules.By(rules.SquareSquare, fmt.Sprintf("The centre is cut %s wide, %s more than it is drawn: "+
			"untrimmed, its tips come %s nearer the edge.",
			print(side.Up().CeilTo(t.Ruler.Mark)), print(more), print(tip.Up())))
	}
	return out, true
}

func (m *SquareInSquare) centre(r *making.Hands, twice piece.Num) (making.Lying, bool) {
	t := r.Table
	if m.Centre.Unit != "" {
		c, ok := r.Unit(m.Centre.Unit, m.Centre.Turn, t.At+"/centre")
		if ok && c.Piece.W != c.Piece.H {
			t.Problems.Stop("not-square", t.At+"/centre",
				fmt.Sprintf("%s is not square: it measures %s × %s.", c.Name, t.Ruler.Print(c.Piece.W.Up()),
					t.Ruler.Print(c.Piece.H.Up())), "Choose a square unit.")
			return making.Lying{}, false
		}
		return c, ok
	}
	f, ok := t.Finished(m.Finished, t.At+"/finished", t.Unit.Name)
	if !ok {
		return making.Lying{}, false
	}
	c, exact := piece.Of(f).TimesRoot2().Half()
	if !exact {
		t.Problems.Stop("too-fine", t.At+"/finished", "A square in a square of this size cannot be followed exactly.",
			"Choose a size that is a whole number of marks.")
		return making.Lying{}, false
	}
	t.OnTheRuler(c.Add(twice).Up(), t.At+"/finished", "The centre of "+t.Unit.Name)
	return r.Cloth(m.Centre.Role, c.Add(twice), c.Add(twice), "centre", "centre square", t.At+"/centre/role")
}

func (m *SquareInSquare) Sized(s making.Sizing) (making.Method, bool) {
	one := *m
	one.Sizing = s.Canonical()
	return &one, true
}

func (m *SquareInSquare) Named() string { return "with triangles, " + m.Sizing.Words() }
