package triangle

import (
	"fmt"
	"slices"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/rules"
)

func init() { making.Register(func() making.Method { return &QuarterSquare{} }) }

// QuarterSquare is two half-square units paired again across their seams, two at a time: an hourglass from two alike,
// three or four fabrics from two that differ, or one half left whole where a plain square takes the place of the
// second.
type QuarterSquare struct {
	First    []string       `json:"first" is:"role" doc:"The two roles of the first half-square unit"`
	Second   []string       `json:"second" is:"role" doc:"The two roles of the second, or one for a plain square"`
	Finished making.Breadth `json:"finished,omitzero"`
	Cut      making.Breadth `json:"cut,omitzero" doc:"How large the squares of its pairs are, as they come; what the unit finishes follows, and finished is then left out"`
	Sizing   making.Sizing  `json:"sizing,omitempty" enum:"exact,rule,roomy" doc:"How generously the squares are cut; exact when left out"`
}

// By names the method.
func (*QuarterSquare) By() string { return "quarter-square triangles" }

// Parts are none: everything is cut from cloth.
func (*QuarterSquare) Parts() []making.Part { return nil }

func (m *QuarterSquare) Breadths() []making.BreadthOf {
	if m.Cut.Given() {
		return []making.BreadthOf{{Breadth: &m.Cut, Finished: false, Key: "cut", Half: false}}
	}
	return []making.BreadthOf{{Breadth: &m.Finished, Finished: true, Key: "finished", Half: false}}
}

// Make sews the half-square units and pairs them again.
func (m *QuarterSquare) Make(t *making.Table) (making.Made, bool) {
	if len(m.First) != 2 || len(m.Second) < 1 || len(m.Second) > 2 {
		return t.Refuse("role-count", t.At+"/second",
			fmt.Sprintf("%s wants two fabrics for its first unit, and one or two for its second.", t.Unit.Name),
			"Choose them.")
	}
	inHand, finish, given, ok := fromSquares(t, m.Cut, m.Finished, m.gives(t), false)
	if !ok {
		return making.Made{}, false
	}
	f, ok := t.Finished(finish, t.At+"/finished", t.Unit.Name)
	if !ok {
		return making.Made{}, false
	}
	r, s := t.Begin(), piece.Of(t.Seam)
	c, u := s.TimesRoot2(), piece.Of(f).Add(s).Add(s)
	// Squares of f + 2s + 2√2s lose √2s in the first pairing and √2s in the second.
	a, ok1 := sized(t, m.Sizing, piece.Of(f), s.Add(s).Add(c).Add(c))
	plain, ok2 := sized(t, m.Sizing, piece.Of(f), s.Add(s).Add(c))
	if !ok1 || !ok2 {
		return making.Made{}, false
	}
	if given {
		a = r.InHand(inHand)
	}
	out := making.Made{Sort: "unit"}
	total := 2
	half := func(roles []string, suffix, word string) (making.Lying, bool) {
		lower, ok1 := r.Cloth(roles[0], a, a, suffix+"-lower", "square for the "+word+" pair", t.At+"/"+suffix+"/0")
		upper, ok2 := r.Cloth(roles[1], a, a, suffix+"-upper", "square for the "+word+" pair", t.At+"/"+suffix+"/1")
		if !ok1 || !ok2 {
			return making.Lying{}, false
		}
		seam := r.Seam(suffix)
		h := piece.Half{Line: piece.Falling(c), Side: 1}
		under, over := lower, upper // a line on what lies below faces the machine: the lighter one is marked, on top
		if t.Lighter(roles[0], roles[1]) {
			under, over = upper, lower
		}
		layers := piece.Layer(lower.Piece, upper.Piece)
		p := upright(layers.Open([]piece.Half{{Line: piece.Falling(piece.Num{}), Side: 1}}, h, seam).Boxed(), seam)
		over = r.Mark(over, suffix+"-mark", []piece.Line{piece.Falling(piece.Num{})}, true, "from corner to corner",
			lower.Piece)
		pair := r.Add(making.Act{
			ID: r.ID(suffix + "-pair"), Does: making.Sews, Name: word + " pairs", Takes: making.Takes(under.Act, over.Act),
			Seams: 2, Sews: []naming.Seam{seam}, Piece: lower.Piece,
			Joins: (&making.Joins{
				Left: under.Name, Right: over.Name, LeftPiece: under.Piece, RightPart: over.Piece, Flipped: under.Act != lower.Act,
				Edge: "right sides together, an allowance on each side of the diagonal",
			}).
				Lay([]piece.Piece{piece.Laid(over.Piece, piece.Num{}, piece.Num{})}, piece.Falling(c),
					piece.Falling(c.Neg())),
			Older: []piece.Piece{lower.Piece, lower.Piece, upper.Piece},
		})
		act := making.Act{
			ID: r.ID(suffix), Does: making.Trims, Name: word + " halves", Says: "Cut apart on the diagonal",
			Takes: []making.ActTake{{Act: pair, Each: 1}}, Gives: []making.ActGive{{ID: r.ID(suffix), Count: 2}}, Piece: p,
			Presses: []naming.Seam{seam}, Cuts: 1, Pieced: true, Apart: []piece.Line{piece.Falling(piece.Num{})},
		}
		if len(m.Second) == 1 && p.W != plain { // trimmed to the plain square it is paired with
			p = TrimHalf(p, plain)
			act.Piece, act.Shaves = p, 2
		}
		r.Add(act)
		lowerRoles, upperRoles, _, _ := layers.Facing(h.Line)
		out.Seams = append(out.Seams, making.SeamKind{
			ID: seam, Plus: lower.Beside(lowerRoles, 0),
			Minus: upper.Beside(upperRoles, 0),
		})
		return making.Lying{Piece: p, Name: word + " half-square unit", Act: act.ID, Pieced: true}, true
	}
	lower, ok := half(m.First, "first", "first")
	if !ok {
		return making.Made{}, false
	}
	upper := lower
	switch {
	case len(m.Second) == 1:
		upper, ok = r.Cloth(m.Second[0], plain, plain, "plain", "plain square", t.At+"/second/0")
	case m.Second[0] != m.First[0] || m.Second[1] != m.First[1]:
		upper, ok = half(m.Second, "second", "second")
	}
	if !ok {
		return making.Made{}, false
	}
	// Turned so, the upper unit's seam lies on the lower one's once it is turned over, and its first fabric on the
	// other's second.
	over := upper.Piece
	if len(m.Second) != 1 { // a plain square lies as it was cut
		over = over.Turn(270)
	}
	layers := piece.Layer(lower.Piece, over)
	seam, size := t.Unit.ID.Seam(), lower.Piece.W
	raw := size.Sub(c)
	if t.Unit.Untrimmed {
		u = raw
	}
	var pieces []piece.Piece
	for _, h := range []piece.Half{{Line: piece.Falling(c), Side: 1}, {Line: piece.Falling(c.Neg()), Side: -1}} {
		p := layers.Open([]piece.Half{{Line: piece.Falling(piece.Num{}), Side: h.Side}}, h, seam).Boxed()
		d, _ := p.W.Sub(u).Half()
		pieces = append(pieces, upright(p.Window(d, d, u, u), seam))
	}
	out.Variants = t.FallsOut("", pieces)
	pieced := slices.Clone(m.First)
	if len(m.Second) > 1 {
		pieced = append(pieced, m.Second...)
	}
	for i := range out.Variants { // half-square units fall out two at a time, of which one has its prints upside down
		v := &out.Variants[i]
		for _, role := range pieced {
			if t.Seen != nil && t.Seen(role, 0) != t.Seen(role, 4) && !slices.Contains(v.EitherWay, role) {
				v.EitherWay = append(v.EitherWay, role)
			}
		}
	}
	plus, minus, plusBulk, minusBulk := layers.Facing(piece.Falling(c))
	out.Seams = append(out.Seams, making.SeamKind{
		ID: seam, Plus: lower.Beside(plus, plusBulk),
		Minus: upper.Beside(minus, minusBulk),
	})
	marked := r.Mark(upper, "mark", []piece.Line{piece.Falling(piece.Num{})}, true,
		"from corner to corner, across the seam where there is one", lower.Piece)
	pair := r.Add(making.Act{
		ID: r.ID("pair"), Does: making.Sews, Name: "pairs", Takes: making.Takes(lower.Act, marked.Act), Seams: 2,
		Sews: []naming.Seam{seam}, Piece: lower.Piece,
		Joins: (&making.Joins{
			Left: lower.Name, Right: upper.Name, LeftPiece: lower.Piece, RightPart: over,
			Edge: "right sides together, seam on seam, an allowance on each side of the other diagonal",
		}).
			Lay([]piece.Piece{layers.Upper()}, piece.Falling(c), piece.Falling(c.Neg())),
	})
	end := making.Act{
		ID: t.Unit.ID.Step(), Does: making.Trims, Says: "Cut apart on the diagonal",
		Takes: []making.ActTake{{Act: pair, Each: 1}},
		Piece: out.Variants[0].Piece, Presses: []naming.Seam{seam}, Cuts: 1, Pieced: true,
		Apart: []piece.Line{piece.Falling(piece.Num{})},
	}
	for _, v := range out.Variants {
		end.Gives = append(end.Gives, v.Give())
	}
	if raw != u {
		end.Shaves = total
	}
	if len(m.Second) > 1 {
		out.Untrimmed = making.Untrimmed{Size: raw, Diagonals: 2}
	}
	r.Add(end)
	out.Acts = r.Acts
	print := t.Ruler.Print
	out.Size = making.SizeWorking{Sums: []string{fmt.Sprintf("%s − 2 × 1.4142 × %s = %s", print(a.Up()), print(t.Seam),
		print(a.Sub(c).Sub(c).Up()))}, Rules: rules.By(rules.QuarterSquare)}
	if raw != u {
		out.Size.Sums = append(out.Size.Sums, fmt.Sprintf("trimmed on its middle: %s − %s = %s", print(raw.Up()),
			print(raw.Sub(u).Up()), print(u.Up())))
	}
	return out, true
}

func (m *QuarterSquare) Sized(s making.Sizing) (making.Method, bool) {
	one := *m
	one.Sizing = s.Canonical()
	return &one, true
}

func (m *QuarterSquare) Named() string {
	if m.Cut.Given() {
		return "two at a time, " + making.AsTheyCome
	}
	return "two at a time, " + m.Sizing.Words()
}

func (m *QuarterSquare) SizedByFinish(t *making.Table) (making.Method, bool) {
	_, f, given, ok := fromSquares(t, m.Cut, m.Finished, m.gives(t), false)
	one := *m
	one.Cut, one.Finished = making.Breadth{}, f
	return &one, given && ok
}

func (m *QuarterSquare) gives(t *making.Table) func(piece.Num) piece.Num { return lessDiagonals(t) }
