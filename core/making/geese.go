package making

import (
	"fmt"

	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/rules"
)

func init() { register(func() Method { return &FlyingGeese{} }) }

// FlyingGeese is four geese at a time from one large square and four small ones: two small ones are sewn across
// opposite corners on both sides of the diagonal, the square is cut apart, and one small square more is sewn into each
// half the same way.
type FlyingGeese struct {
	Goose    string  `json:"goose" is:"role" doc:"The role of the large triangle"`
	Sky      string  `json:"sky" is:"role" doc:"The role of the two small ones"`
	Finished Breadth `json:"finished,omitzero" doc:"Finished width of one goose; it is half as high"`
	Cut      Breadth `json:"cut,omitzero" doc:"How large the large square is, as it comes; what the geese finish follows, and finished is then left out"`
	Sizing   Sizing  `json:"sizing,omitempty" enum:"exact,rule,roomy"`
}

// By names the method.
func (*FlyingGeese) By() string { return "flying geese" }

// Parts are none: everything is cut from cloth.
func (*FlyingGeese) Parts() []Part { return nil }

func (m *FlyingGeese) breadths() []BreadthOf {
	if m.Cut.Given() {
		return []BreadthOf{{&m.Cut, false, "cut", false}}
	}
	return []BreadthOf{{&m.Finished, true, "finished", false}}
}

// others: the same goose one at a time.
func (m *FlyingGeese) others() []Method {
	one := &FlippedCorners{Base: Input{Role: m.Goose}, Width: m.Finished, Height: m.half(), Corners: []FlippedCorner{
		{ID: "left", At: TopLeft, Role: m.Sky, Leg: m.half()}, {ID: "right", At: TopRight, Role: m.Sky, Leg: m.half()},
	}}
	return []Method{m, one}
}

// half is half of the finished width, in the words of the document.
func (m *FlyingGeese) half() Breadth { return m.Finished.halved() }

// Make sews the squares and opens all four geese.
func (m *FlyingGeese) Make(t *Table) (Made, bool) {
	inHand, finish, given, ok := t.fromSquares(m.Cut, m.Finished, m.gives(t), true)
	if !ok {
		return Made{}, false
	}
	f, ok := t.finished(finish, t.At+"/finished", t.Unit.Name)
	if !ok {
		return Made{}, false
	}
	r, s := t.begin(), piece.Of(t.Seam)
	c, twice := s.TimesRoot2(), s.Add(s)
	half, exact := piece.Of(f).Half()
	if !exact {
		t.Problems.Stop("too-fine", t.At+"/finished",
			"A goose is half as high as it is wide, and this width cannot be halved.",
			"Choose a width that is a whole number of marks.")
		return Made{}, false
	}
	a, ok1 := t.sized(m.Sizing, piece.Of(f), twice.Add(c).Add(c)) // W + 2s + 2√2s
	b, ok2 := t.sized(m.Sizing, half, twice.Add(c))               // W/2 + 2s + √2s
	if !ok1 || !ok2 {
		return Made{}, false
	}
	if given {
		a = inHand
		middle, _ := a.Half() // the tips of small squares meet an allowance beyond it
		b = piece.Of(max(b.Up(), middle.Add(s).Up().CeilTo(t.Ruler.Mark)))
	}
	large, ok1 := r.cloth(m.Goose, a, a, "large", "large square", t.At+"/goose")
	small, ok2 := r.cloth(m.Sky, b, b, "small", "small square", t.At+"/sky")
	if !ok1 || !ok2 {
		return Made{}, false
	}
	first, second := r.seam("first"), t.Unit.ID.Seam()
	falling, rising := piece.Falling(piece.Num{}), piece.Rising(a)
	u, v := piece.Of(f).Add(twice), half.Add(twice)
	far := a.Sub(b)
	var pieces []piece.Piece
	var heart piece.Piece
	var above piece.Num
	for _, side := range []int{1, -1} {
		stitch := piece.Half{Line: falling.Beside(side, s), Side: side}
		half := large.piece.FlipTwo(small.piece, piece.Point{}, piece.Point{X: far, Y: far}, stitch, rising, first)
		if heart.Patches == nil {
			heart = half.Boxed()
		}
		// The third small square lies in the corner opposite the cut.
		x, y := far, piece.Num{}
		if side < 0 {
			x, y = y, x
		}
		for _, end := range []int{-1, 1} {
			across := piece.Half{Line: rising.Beside(end, s), Side: end}
			goose := half.Flip(small.piece, x, y, across, second).Boxed()
			goose = pointUp(goose)
			// Everything that is too much lies at the base: the tip stays an allowance inside the raw edge.
			left, _ := goose.W.Sub(u).Half()
			tip := b
			if h, ok := a.Half(); ok {
				tip = b.Sub(h)
			}
			above = tip.Sub(s)
			pieces = append(pieces, goose.Window(left, above, u, v))
		}
	}
	out := Made{Sort: "unit", Variants: t.fallsOut("", pieces)}
	goose, sky := Neighbour{Name: "the goose", Roles: []string{m.Goose}, Cloth: true},
		Neighbour{Name: "the sky", Roles: []string{m.Sky}, Cloth: true}
	out.Seams = []SeamKind{{ID: first, Plus: goose, Minus: sky}, {ID: second, Plus: goose, Minus: sky}}
	marked := r.mark(small, "mark", []piece.Line{piece.Falling(piece.Num{})}, true, "from corner to corner")
	sewn := r.add(Act{
		ID: r.id("pair"), Does: Sews, Name: "first wings", Takes: []ActTake{{large.act, 1}, {marked.act, 2}}, Seams: 2,
		Each: a.TimesRoot2().Up(), Sews: []naming.Seam{first}, Piece: large.piece,
		Joins: (&Joins{
			Left: large.name, Right: small.name, LeftPiece: large.piece, RightPart: small.piece,
			Edge: "two small squares, face down, to opposite corners, their lines one; an allowance on each side of it",
		}).
			lay([]piece.Piece{piece.Laid(small.piece, piece.Num{}, piece.Num{}), piece.Laid(small.piece, far, far)},
				falling.Beside(1, s), falling.Beside(-1, s)),
	})
	hearts := r.add(Act{
		ID: r.id("half"), Does: Trims, Name: "halves", Says: "Cut apart on the diagonal",
		Takes: []ActTake{{sewn, 1}}, Gives: []ActGive{{ID: r.id("half"), Count: 2}}, Piece: heart,
		Presses: []naming.Seam{first}, Cuts: 1, Pieced: true, Apart: []piece.Line{falling},
	})
	winged := r.add(Act{
		ID: r.id("third"), Does: Sews, Name: "last wing", Takes: []ActTake{{hearts, 1}, {marked.act, 1}}, Seams: 2,
		Each: b.TimesRoot2().Up(), Sews: []naming.Seam{second}, Piece: heart,
		Joins: (&Joins{
			Left: "half with two wings", Right: small.name, LeftPiece: heart, RightPart: small.piece,
			Edge: "a small square, face down, to the corner between the wings; an allowance on each side of its line",
		}).
			lay([]piece.Piece{piece.Laid(small.piece, far.Sub(c), piece.Num{})}, piece.Rising(a.Sub(c).Sub(c)),
				piece.Rising(a)),
	})
	end := Act{
		ID: t.Unit.ID.Step(), Does: Trims, Says: "Cut apart on the line", Takes: []ActTake{{winged, 1}},
		Piece: out.Variants[0].Piece, Presses: []naming.Seam{second}, Cuts: 1, Pieced: true, Apart: []piece.Line{piece.Rising(a.Sub(c))}, Tip: &above,
	}
	for _, v := range out.Variants { // one run is one half: two of the four
		half := v.give()
		half.Count /= 2
		end.Gives = append(end.Gives, half)
	}
	raw := b.Sub(c)
	if raw != v {
		end.Shaves = 2
	}
	r.add(end)
	out.Acts = r.acts
	print := t.Ruler.Print
	out.Size = SizeWorking{
		Sums: []string{
			fmt.Sprintf("wide: %s − 2 × 1.4142 × %s = %s", print(a.Up()), print(t.Seam), print(a.Sub(c).Sub(c).Up())),
			fmt.Sprintf("high: %s − 1.4142 × %s = %s", print(b.Up()), print(t.Seam), print(raw.Up())),
		},
		Rules: rules.By(rules.Goose),
	}
	return out, true
}

// pointUp turns a goose so that its long edge lies at the bottom.
func pointUp(p piece.Piece) piece.Piece {
	for _, turn := range []int{0, 90, 180, 270} {
		if q := p.Turn(turn); q.W.Cmp(q.H) > 0 && len(q.RolesAt(piece.Bottom)) == 1 {
			return q
		}
	}
	return p
}

func (m *FlyingGeese) sized(s Sizing) (Method, bool) {
	one := *m
	one.Sizing = s.canonical()
	return &one, true
}

func (m *FlyingGeese) named() string {
	if m.Cut.Given() {
		return "four at a time, " + asTheyCome
	}
	return "four at a time, " + m.Sizing.words()
}

func (m *FlyingGeese) sizedByFinish(t *Table) (Method, bool) {
	_, f, given, ok := t.fromSquares(m.Cut, m.Finished, m.gives(t), true)
	one := *m
	one.Cut, one.Finished = Breadth{}, f
	return &one, given && ok
}

func (m *FlyingGeese) gives(t *Table) func(piece.Num) piece.Num { return lessDiagonals(t) }

// lessDiagonals is what is left of a square once two allowances are sewn away along its edges, and two along its diagonals.
func lessDiagonals(t *Table) func(piece.Num) piece.Num {
	s := piece.Of(t.Seam)
	return func(a piece.Num) piece.Num { return a.Sub(s.Add(s)).Sub(s.Add(s).TimesRoot2()) }
}
