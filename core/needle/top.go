package needle

import (
	"vicis/core/batching"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
	"vicis/core/school"
)

// What is sewn once the rows are: row to row, and whatever goes round the quilt. Each seam makes one more of its step.
// Round the quilt the edge that is sewn is turned to the right, so that what is sewn on lies to the right of it, and +1
// presses toward that.

// mostDrawn is how many patches of an edge may be drawn in one piece.
const mostDrawn = 600

// sides of a quilt, in the order a border is sewn on, by how the quilt is turned for its edge to lie on the right.
var sides = []struct {
	turn int
	name string
}{{0, "right"}, {180, "left"}, {90, "top"}, {270, "bottom"}}

// round is the seams of one step of the top or of its finishing; none where only words tell them.
func (t cardTable) round(b batching.Batch) []making.Join {
	switch {
	case b.ID == naming.Rows:
		return t.rows()
	case b.ID == naming.CornersOn:
		return t.corners()
	case b.ID == naming.BackingJoin:
		return t.backing(b)
	case b.Stage != batching.Top || t.w.Layout.OnPoint && !b.ID.IsCorners():
		return nil
	}
	for i, ring := range t.w.Layout.Rings {
		switch {
		case ring.Border.ID != b.ID.Border():
		case b.ID.IsSides():
			return t.border(i, 0, 2)
		case b.ID.IsCorners():
			return t.squares(ring)
		default:
			return t.border(i, 2, 4)
		}
	}
	return nil
}

// rows is the seams between the rows of the quilt.
func (t cardTable) rows() (list []making.Join) {
	l := t.w.Layout
	type part struct{ kind, from, to int }
	known := map[part]making.Layer{}
	_, webbed := l.Web()
	if t.w.Schools.Rows != school.Webbed {
		webbed = 0
	}
	row := func(p part) (making.Layer, bool) {
		if one, is := known[p]; is {
			return one, true
		}
		k := l.Kinds[p.kind]
		one := making.Layer{From: k.ID, Name: k.Name()}
		if len(k.Cells) == 1 {
			one.From = k.Cells[0].Unit.Step()
			one.Turn = k.Cells[0].Turn
		}
		sewn, ok := l.SewnRow(k, p.from, p.to, mostDrawn)
		one.Piece = sewn
		known[p] = one
		return one, ok
	}
	for i := 1; i < len(l.Rows); i++ {
		a, b := part{l.Rows[i-1], 0, 0}, part{l.Rows[i], 0, 0}
		for _, p := range []*part{&a, &b} {
			k := l.Kinds[p.kind]
			p.to = len(k.Cells)
			if l.OnPoint { // rows of which none is as long as its neighbours
				from, to := l.Shared(l.Kinds[a.kind], l.Kinds[b.kind])
				p.from, p.to = from-k.Start, to-k.Start
			}
		}
		above, ok := row(a)
		below, also := row(b)
		if !ok || !also || above.Piece.W != below.Piece.W {
			return nil
		}
		for k, one := range []*making.Layer{&above, &below} {
			if webbed > 0 && len(l.Kinds[l.Rows[i-1+k]].Cells) > 1 {
				one.From, one.Row = "", i+k
			}
		}
		if i > 1 {
			above.From, above.Turn, above.Last, above.Row = "", 0, true, 0
		}
		list = append(list, making.Join{Seam: naming.Rows.Seam(), A: above, B: below, Down: true, Takes: l.Seam})
	}
	return list
}

// corners is the seams that sew corner triangles to a top on point.
func (t cardTable) corners() (list []making.Join) {
	l := t.w.Layout
	triangle, before := l.Blocks[naming.CornerTriangle], 0
	for _, c := range l.Corners(t.w.Plain) {
		k := l.Kinds[l.Rows[c.Row]]
		cell := k.Cells[c.Column-k.Start]
		turn := 0
		switch {
		case c.Right < 0:
			turn = 180
		case c.Down < 0:
			turn = 90
		case c.Down > 0:
			turn = 270
		}
		lies := (c.Turn + turn) % 360
		lying := triangle.Piece.Turn(lies)
		_, _, deep, _ := lying.Bounds()
		list = append(list, making.Join{
			Seam: naming.CornersOn.Seam(), Takes: l.Seam,
			A: making.Layer{
				Name: "the block in the corner", Turn: (360 + turn - before) % 360,
				Piece: l.Blocks[cell.Unit].Piece.Turn((cell.Turn + turn) % 360), Last: true,
			},
			B: making.Layer{
				From: naming.CornerTriangle.Step(), Turn: lies, Name: "a corner triangle",
				Piece: lying.Window(piece.Num{}, piece.Num{}, deep, lying.H),
			},
		})
		before = turn
	}
	return list
}

// on sews what lies to the right of a quilt to it, once both are turned so.
func (t cardTable) on(p, b piece.Piece, turn int, seam naming.Seam) (piece.Piece, bool) {
	sewn, err := piece.JoinRight(p.Turn(turn), b.Turn(turn), t.w.Layout.Seam, seam)
	return sewn.Turn((360 - turn) % 360), err == nil
}

// across is how wide a border is: of a pieced one as its units are, which may lie between two marks of the grid.
func (t cardTable) across(ring quilt.BorderRing) piece.Num {
	if ring.Rows == nil {
		return piece.Of(ring.Width)
	}
	c := ring.Rows[0].Cells[0]
	return t.w.Layout.Blocks[c.Unit].Piece.Turn(c.Turn).H
}

// side is one piece of a border as it lies in the quilt: side k of the list, so long as the edge it is sewn to.
func (t cardTable) side(ring quilt.BorderRing, k int, long piece.Num) (p piece.Piece, ok bool) {
	role, wide := ring.Border.Role, t.across(ring)
	squares := k >= 2 && ring.Border.HasSquares()
	if squares {
		long = long.Sub(wide.Sub(piece.Of(2 * t.w.Layout.Seam)).Times(2)) // between the squares
	}
	p, ok = piece.Exactly(role, long, wide), true
	if ring.Rows != nil {
		p, ok = t.w.Layout.SewnRow(ring.Rows[k], 0, len(ring.Rows[k].Cells), mostDrawn)
	}
	p = p.Turn((450 - sides[k].turn) % 360) // a row, or a strip, as it would lie along the top
	if !squares {
		return p, ok
	}
	square, seam := piece.Exactly(ring.Border.Corners, wide, wide), ring.Border.ID.Corners().Seam()
	// +1 presses toward the long piece: the square lies to the left of it, and on the other end once both are turned.
	left, one := t.on(square, p, 0, seam)
	p, other := t.on(square, left, 180, seam)
	return p, ok && one && other
}

// edges are what lies along all four sides of the quilt once so many borders are on: its outermost course, as it lies
// in the quilt.
func (t cardTable) edges(borders int) (edge [4]piece.Piece, ok bool) {
	l := t.w.Layout
	if borders == 0 {
		return t.outermost()
	}
	before, ok := t.edges(borders - 1)
	ring := l.Rings[borders-1]
	if !ok {
		return edge, false
	}
	for k := range 2 {
		if edge[k], ok = t.side(ring, k, before[k].H); !ok {
			return edge, false
		}
	}
	for k := 2; k < 4; k++ {
		with, fits := t.between(before[k], edge, ring, k)
		if !fits {
			return edge, false
		}
		if edge[k], ok = t.side(ring, k, with.W); !ok {
			return edge, false
		}
	}
	// The sides end in the ends of top and bottom.
	wide, seam := t.across(ring), ring.Border.ID.Ends().Seam()
	for k := range 2 {
		for n := 2; n < 4; n++ {
			x := piece.Num{}
			if k == 0 {
				x = edge[n].W.Sub(wide)
			}
			if edge[k], ok = t.on(edge[k], edge[n].Window(x, piece.Num{}, wide, edge[n].H), sides[n].turn, seam); !ok {
				return edge, false
			}
		}
	}
	return edge, true
}

// between is the upper or lower edge of a quilt once the sides of a border are on, with what of them lies beside it.
func (t cardTable) between(p piece.Piece, with [4]piece.Piece, ring quilt.BorderRing, k int) (piece.Piece, bool) {
	for side := range 2 {
		y := piece.Num{}
		if k == 3 {
			y = with[side].H.Sub(p.H)
		}
		var ok bool
		if p, ok = t.on(p, with[side].Window(piece.Num{}, y, with[side].W, p.H), sides[side].turn,
			ring.Border.ID.Sides().Seam()); !ok {
			return p, false
		}
	}
	return p, true
}

// outermost are the outermost blocks of the middle.
func (t cardTable) outermost() (edge [4]piece.Piece, ok bool) {
	l := t.w.Layout
	for i, row := range []int{0, len(l.Rows) - 1} {
		k := l.Kinds[l.Rows[row]]
		if edge[2+i], ok = l.SewnRow(k, 0, len(k.Cells), mostDrawn); !ok {
			return edge, false
		}
	}
	for side := range 2 {
		cells := make([]piece.Piece, len(l.Rows))
		var wide piece.Num
		patches := 0
		for i, kind := range l.Rows {
			k := l.Kinds[kind]
			c := k.Cells[0]
			if side == 0 {
				c = k.Cells[len(k.Cells)-1]
			}
			cells[i] = l.Blocks[c.Unit].Piece.Turn(c.Turn)
			if patches += len(cells[i].Patches); patches > mostDrawn {
				return edge, false
			}
			if i == 0 || cells[i].W.Cmp(wide) < 0 { // a strip right through goes on
				wide = cells[i].W
			}
		}
		for i, p := range cells {
			x := piece.Num{}
			if side == 0 {
				x = p.W.Sub(wide)
			}
			p = p.Window(x, piece.Num{}, wide, p.H)
			if i > 0 {
				p, _ = piece.JoinDown(edge[side], p, l.Seam, naming.Rows.Seam()) // both as wide
			}
			edge[side] = p
		}
	}
	return edge, true
}

// border is the seams that sew the sides of a border on, or its top and bottom.
func (t cardTable) border(i, from, to int) (list []making.Join) {
	ring := t.w.Layout.Rings[i]
	before, ok := t.edges(i)
	if !ok {
		return nil
	}
	var beside [4]piece.Piece
	for k := range 2 {
		if beside[k], ok = t.side(ring, k, before[k].H); !ok {
			return nil
		}
	}
	turned := 0
	for k := from; k < to; k++ {
		p, seam := before[k], ring.Border.ID.Sides().Seam()
		if k >= 2 {
			seam = ring.Border.ID.Ends().Seam()
			if p, ok = t.between(p, beside, ring, k); !ok {
				return nil
			}
		}
		turn := sides[k].turn
		p = p.Turn(turn)
		strip, fits := t.side(ring, k, p.H)
		if strip = strip.Turn(turn); !fits || strip.H != p.H { // a pieced border that is eased in
			return nil
		}
		on := making.Layer{From: ring.Border.ID.Strips(), Turn: 90, Name: ring.Border.Name, Piece: strip}
		switch {
		case ring.Rows != nil:
			on.From, on.Name = ring.Rows[k].ID, ring.Rows[k].Name()
		case k >= 2 && ring.Border.HasSquares(): // with a square at either end
			on.From = ring.Border.ID.Corners()
		}
		list = append(list, making.Join{
			Seam: seam, Takes: t.w.Layout.Seam, B: on,
			A: making.Layer{
				Name: "the " + sides[k].name + " edge of the quilt", Turn: (360 + turn - turned) % 360, Piece: p,
				Last: true,
			},
		})
		turned = turn
	}
	return list
}

// squares is the seams that sew corner squares to both ends of the long pieces of a border.
func (t cardTable) squares(ring quilt.BorderRing) (list []making.Join) {
	wide := t.across(ring)
	square := piece.Exactly(ring.Border.Corners, wide, wide)
	long := piece.Exactly(ring.Border.Role, piece.Of(ring.Ends), wide)
	for range 2 { // top and bottom
		for _, turn := range []int{0, 180} {
			on := making.Layer{
				From: ring.Border.ID.Strips(), Name: "the long piece of " + ring.Border.Name, Piece: long,
				Last: true,
			}
			if turn > 0 { // its other end
				on.From, on.Turn, on.Piece = "", turn, long.Turn(turn)
			}
			list = append(list, making.Join{
				Seam: ring.Border.ID.Corners().Seam(), Takes: t.w.Layout.Seam,
				A: making.Layer{From: ring.Border.ID.Squares(), Turn: turn, Name: "a corner square", Piece: square.Turn(turn)},
				B: on,
			})
		}
	}
	return list
}

// backing is the seams between the lengths of a backing.
func (t cardTable) backing(b batching.Batch) (list []making.Join) {
	back := t.w.Layout.Back
	usable := back.Wide
	for i := range b.Make {
		first, other, wide, turn := "one length", "the next length", usable, 0
		if back.Seams == back.Lengths { // one of the two is halved, and sewn to both sides of the other
			first, other, wide, turn = "the whole length", "a half of the other length", usable/2, 180
		}
		a := making.Layer{From: naming.BackingLengths, Name: first, Piece: piece.Cut(back.Role, usable, back.Long)}
		if i > 0 {
			a.From, a.Turn, a.Name, a.Last = "", turn, "what is sewn so far", true
		}
		list = append(list, making.Join{
			Seam: naming.BackingJoin.Seam(), Takes: back.Seam, A: a,
			B: making.Layer{From: naming.BackingLengths, Name: other, Piece: piece.Cut(back.Role, wide, back.Long)},
		})
	}
	return list
}

// bound is how the folded binding lies on the edge of the quilted quilt; no allowance of it matters any more.
func (t cardTable) bound() (l Lie, ok bool) {
	borders := len(t.w.Layout.Rings)
	edge, ok := t.edges(borders)
	if !ok || t.w.Layout.OnPoint {
		return l, false
	}
	bind, quilt := t.w.Layout.Bind, edge[0]
	half, _ := piece.Of(bind.Width).Half()
	from, _ := quilt.H.Half()
	quilt = quilt.Window(piece.Num{}, from, quilt.W, quilt.H.Sub(from)) // it begins away from the corner
	l = Lie{
		Lower: LayerUnder{Name: "the quilt", Piece: quilt, Torn: true},
		Upper: LayerUnder{
			From: naming.BindingStrips, Turn: 90, Name: "the folded binding",
			Piece: piece.Exactly(bind.Role, half, quilt.H),
		},
		Why: Folded, Takes: t.w.Layout.Seam, Long: quilt.H,
	}
	l.Lower, l.Upper = near(l)
	l.Drawn, l.Long = l.Lower.Piece.H, piece.Of(bind.Round)
	return l, true
}

// crossed are two ends of binding strips, one lying face down across the other: the corner beyond the stitches is cut
// away.
func crossed(role string, width measure.Length) batching.NeedlePart {
	w := piece.Of(width)
	twice := w.Add(w)
	under := piece.Exactly(role, twice, w)
	under.H = twice // the other one hangs down from it
	over := piece.Laid(piece.Exactly(role, w, twice), w, piece.Num{})
	return batching.NeedlePart{
		Name: "the end of one strip", Piece: under, Over: []piece.Piece{over},
		Seams: []piece.SeamLine{{From: piece.Point{X: w}, To: piece.Point{X: twice, Y: w}}},
	}
}
