package triangle

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/rules"
)

func init() { making.Register(func() making.Method { return &FlyingGeese{} }) }

// FlyingGeese is four geese at a time from one large square and four small ones: two small ones are sewn across
// opposite corners on both sides of the diagonal, the square is cut apart, and one small square more is sewn into each
// half the same way.
type FlyingGeese struct {
	Goose    string         `json:"goose" is:"role" doc:"The role of the large triangle"`
	Sky      string         `json:"sky" is:"role" doc:"The role of the two small ones"`
	Finished making.Breadth `json:"finished,omitzero" doc:"Finished width of one goose; it is half as high"`
	Cut      making.Breadth `json:"cut,omitzero" doc:"How large the large square is, as it comes; what the geese finish follows, and finished is then left out"`
	Sizing   making.Sizing  `json:"sizing,omitempty" enum:"exact,rule,roomy"`
}

// By names the method.
func (*FlyingGeese) By() string { return "flying geese" }

// Parts are none: everything is cut from cloth.
func (*FlyingGeese) Parts() []making.Part { return nil }

func (m *FlyingGeese) Breadths() []making.BreadthOf {
	if m.Cut.Given() {
		return []making.BreadthOf{{Breadth: &m.Cut, Finished: false, Key: "cut", Half: false}}
	}
	return []making.BreadthOf{{Breadth: &m.Finished, Finished: true, Key: "finished", Half: false}}
}

// others: the same goose one at a time.
func (m *FlyingGeese) Others() []making.Method {
	one := &FlippedCorners{
		Base: making.Input{Role: m.Goose}, Width: m.Finished, Height: m.half(),
		Corners: []FlippedCorner{
			{ID: "left", At: TopLeft, Role: m.Sky, Leg: m.half()}, {ID: "right", At: TopRight, Role: m.Sky, Leg: m.half()},
		},
	}
	return []making.Method{m, one}
}

// half is half of the finished width, in the words of the document.
func (m *FlyingGeese) half() making.Breadth { return m.Finished.Halved() }

// Make sews the squares and opens all four geese.
func (m *FlyingGeese) Make(t *making.Table) (making.Made, bool) {
	inHand, finish, given, ok := fromSquares(t, m.Cut, m.Finished, m.gives(t), true)
	if !ok {
		return making.Made{}, false
	}
	f, ok := t.Finished(finish, t.At+"/finished", t.Unit.Name)
	if !ok {
		return making.Made{}, false
	}
	r, s := t.Begin(), piece.Of(t.Seam)
	c, twice := s.TimesRoot2(), s.Add(s)
	half, exact := piece.Of(f).Half()
	if !exact {
		return t.Refuse("too-fine", t.At+"/finished",
			"A goose is half as high as it is wide, and this width cannot be halved.",
			"Choose a width that is a whole number of marks.")
	}
	a, ok1 := sized(t, m.Sizing, piece.Of(f), twice.Add(c).Add(c)) // W + 2s + 2√2s
	b, ok2 := sized(t, m.Sizing, half, twice.Add(c))               // W/2 + 2s + √2s
	if !ok1 || !ok2 {
		return making.Made{}, false
	}
	if given {
		a = r.InHand(inHand)
	}
	// The tips of small squares meet an allowance beyond the middle: they are as large as the large one asks for.
	if middle, _ := a.Half(); b.Cmp(middle.Add(s)) < 0 {
		b = piece.Of(middle.Add(s).Up().CeilTo(t.Ruler.Mark))
	}
	large, ok1 := r.Cloth(m.Goose, a, a, "large", "large square", t.At+"/goose")
	small, ok2 := r.Cloth(m.Sky, b, b, "small", "small square", t.At+"/sky")
	if !ok1 || !ok2 {
		return making.Made{}, false
	}
	first, second := r.Seam("first"), t.Unit.ID.Seam()
	falling, rising := piece.Falling(piece.Num{}), piece.Rising(a)
	u, v := piece.Of(f).Add(twice), half.Add(twice)
	far := a.Sub(b)
	var pieces []piece.Piece
	var heart piece.Piece
	var above piece.Num
	for _, side := range []int{1, -1} {
		stitch := piece.Half{Line: falling.Beside(side, s), Side: side}
		half := large.Piece.FlipTwo(small.Piece, piece.Point{}, piece.Point{X: far, Y: far}, stitch, rising, first)
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
			goose := half.Flip(small.Piece, x, y, across, second).Boxed()
			goose = pointUp(goose)
			// Everything that is too much lies at the base: the tip stays an allowance inside the raw edge.
			left, _ := goose.W.Sub(u).Half()
			tip := b
			if h, ok := a.Half(); ok {
				tip = b.Sub(h)
			}
			if above = tip.Sub(s); t.Unit.Untrimmed {
				left, above, u, v = piece.Num{}, piece.Num{}, goose.W, goose.H
			}
			pieces = append(pieces, goose.Window(left, above, u, v))
		}
	}
	out := making.Made{Sort: "unit", Variants: t.FallsOut("", pieces)}
	goose, sky := making.Neighbour{Name: "the goose", Roles: []string{m.Goose}, Cloth: true},
		making.Neighbour{Name: "the sky", Roles: []string{m.Sky}, Cloth: true}
	out.Seams = []making.SeamKind{{ID: first, Plus: goose, Minus: sky}, {ID: second, Plus: goose, Minus: sky}}
	marked := r.Mark(small, "mark", []piece.Line{piece.Falling(piece.Num{})}, true, "from corner to corner")
	sewn := r.Add(making.Act{
		ID: r.ID("pair"), Does: making.Sews, Name: "first wings",
		Takes: []making.ActTake{{Act: large.Act, Each: 1}, {Act: marked.Act, Each: 2}}, Seams: 2,
		Sews: []naming.Seam{first}, Piece: large.Piece,
		Joins: (&making.Joins{
			Left: large.Name, Right: small.Name, LeftPiece: large.Piece, RightPart: small.Piece,
			Edge: "two small squares, face down, to opposite corners, their lines one; an allowance on each side of it",
		}).
			Lay([]piece.Piece{piece.Laid(small.Piece, piece.Num{}, piece.Num{}), piece.Laid(small.Piece, far, far)},
				falling.Beside(1, s), falling.Beside(-1, s)),
	})
	hearts := r.Add(making.Act{
		ID: r.ID("half"), Does: making.Trims, Name: "halves", Says: "Cut apart on the diagonal",
		Takes: []making.ActTake{{Act: sewn, Each: 1}}, Gives: []making.ActGive{{ID: r.ID("half"), Count: 2}}, Piece: heart,
		Presses: []naming.Seam{first}, Cuts: 1, Pieced: true, Apart: []piece.Line{falling},
	})
	winged := r.Add(making.Act{
		ID: r.ID("third"), Does: making.Sews, Name: "last wing",
		Takes: []making.ActTake{{Act: hearts, Each: 1}, {Act: marked.Act, Each: 1}}, Seams: 2,
		Sews: []naming.Seam{second}, Piece: heart,
		Joins: (&making.Joins{
			Left: "half with two wings", Right: small.Name, LeftPiece: heart, RightPart: small.Piece,
			Edge: "a small square, face down, to the corner between the wings; an allowance on each side of its line",
		}).
			Lay([]piece.Piece{piece.Laid(small.Piece, far.Sub(c), piece.Num{})}, piece.Rising(a.Sub(c).Sub(c)),
				piece.Rising(a)),
	})
	end := making.Act{
		ID: t.Unit.ID.Step(), Does: making.Trims, Says: "Cut apart on the line",
		Takes: []making.ActTake{{Act: winged, Each: 1}},
		Piece: out.Variants[0].Piece, Presses: []naming.Seam{second}, Cuts: 1, Pieced: true,
		Apart: []piece.Line{piece.Rising(a.Sub(c))}, Tip: &above,
	}
	for _, v := range out.Variants { // one run is one half: two of the four
		half := v.Give()
		half.Count /= 2
		end.Gives = append(end.Gives, half)
	}
	raw := b.Sub(c)
	if raw != v && !t.Unit.Untrimmed {
		end.Shaves = 2
	}
	r.Add(end)
	out.Acts = r.Acts
	print := t.Ruler.Print
	out.Size = making.SizeWorking{
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

func (m *FlyingGeese) Sized(s making.Sizing) (making.Method, bool) {
	one := *m
	one.Sizing = s.Canonical()
	return &one, true
}

func (m *FlyingGeese) Named() string {
	if m.Cut.Given() {
		return "four at a time, " + making.AsTheyCome
	}
	return "four at a time, " + m.Sizing.Words()
}

func (m *FlyingGeese) SizedByFinish(t *making.Table) (making.Method, bool) {
	_, f, given, ok := fromSquares(t, m.Cut, m.Finished, m.gives(t), true)
	one := *m
	one.Cut, one.Finished = making.Breadth{}, f
	return &one, given && ok
}

func (m *FlyingGeese) gives(t *making.Table) func(piece.Num) piece.Num { return lessDiagonals(t) }

// lessDiagonals is what is left of a square once two allowances are sewn away along its edges, and two along its
// diagonals.
func lessDiagonals(t *making.Table) func(piece.Num) piece.Num {
	s := piece.Of(t.Seam)
	return func(a piece.Num) piece.Num { return a.Sub(s.Add(s)).Sub(s.Add(s).TimesRoot2()) }
}
