package making

import (
	"fmt"
	"slices"

	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/rules"
)

func init() { register(func() Method { return &QuarterSquare{} }) }

// QuarterSquare is two half-square units paired again across their seams, two at a time: an hourglass from two alike,
// three or four fabrics from two that differ, or one half left whole where a plain square takes the place of the
// second.
type QuarterSquare struct {
	First    []string `json:"first" is:"role" doc:"The two roles of the first half-square unit"`
	Second   []string `json:"second" is:"role" doc:"The two roles of the second, or one for a plain square"`
	Finished Breadth  `json:"finished,omitzero"`
	Cut      Breadth  `json:"cut,omitzero" doc:"How large the squares of its pairs are, as they come; what the unit finishes follows, and finished is then left out"`
	Sizing   Sizing   `json:"sizing,omitempty" enum:"exact,rule,roomy" doc:"How generously the squares are cut; exact when left out"`
}

// By names the method.
func (*QuarterSquare) By() string { return "quarter-square triangles" }

// Parts are none: everything is cut from cloth.
func (*QuarterSquare) Parts() []Part { return nil }

func (m *QuarterSquare) breadths() []BreadthOf {
	if m.Cut.Given() {
		return []BreadthOf{{&m.Cut, false, "cut", false}}
	}
	return []BreadthOf{{&m.Finished, true, "finished", false}}
}

// Make sews the half-square units and pairs them again.
func (m *QuarterSquare) Make(t *Table) (Made, bool) {
	if len(m.First) != 2 || len(m.Second) < 1 || len(m.Second) > 2 {
		t.Problems.Stop("role-count", t.At+"/second",
			fmt.Sprintf("%s wants two fabrics for its first unit, and one or two for its second.", t.Unit.Name),
			"Choose them.")
		return Made{}, false
	}
	inHand, finish, given, ok := t.fromSquares(m.Cut, m.Finished, m.gives(t), false)
	if !ok {
		return Made{}, false
	}
	f, ok := t.finished(finish, t.At+"/finished", t.Unit.Name)
	if !ok {
		return Made{}, false
	}
	r, s := t.begin(), piece.Of(t.Seam)
	c, u := s.TimesRoot2(), piece.Of(f).Add(s).Add(s)
	// Squares of f + 2s + 2√2s lose √2s in the first pairing and √2s in the second.
	a, ok1 := t.sized(m.Sizing, piece.Of(f), s.Add(s).Add(c).Add(c))
	plain, ok2 := t.sized(m.Sizing, piece.Of(f), s.Add(s).Add(c))
	if !ok1 || !ok2 {
		return Made{}, false
	}
	if given {
		a = inHand
	}
	out := Made{Sort: "unit"}
	total := 2
	half := func(roles []string, suffix, word string) (laid, bool) {
		lower, ok1 := r.cloth(roles[0], a, a, suffix+"-lower", "square for the "+word+" pair", t.At+"/"+suffix+"/0")
		upper, ok2 := r.cloth(roles[1], a, a, suffix+"-upper", "square for the "+word+" pair", t.At+"/"+suffix+"/1")
		if !ok1 || !ok2 {
			return laid{}, false
		}
		seam := r.seam(suffix)
		h := piece.Half{Line: piece.Falling(c), Side: 1}
		layers := piece.Layer(lower.piece, upper.piece)
		p := upright(layers.Open([]piece.Half{{Line: piece.Falling(piece.Num{}), Side: 1}}, h, seam).Boxed(), seam)
		marked := r.mark(lower, suffix+"-mark", []piece.Line{piece.Falling(piece.Num{})}, true, "from corner to corner")
		pair := r.add(Act{
			ID: r.id(suffix + "-pair"), Does: Sews, Name: word + " pairs", Takes: takes(marked.act, upper.act),
			Seams: 2, Each: a.TimesRoot2().Up(), Sews: []naming.Seam{seam}, Piece: lower.piece,
			Joins: (&Joins{
				Left: lower.name, Right: upper.name, LeftPiece: lower.piece, RightPart: upper.piece,
				Edge: "right sides together, an allowance on each side of the diagonal",
			}).
				lay([]piece.Piece{piece.Laid(upper.piece, piece.Num{}, piece.Num{})}, piece.Falling(c),
					piece.Falling(c.Neg())),
		})
		act := Act{
			ID: r.id(suffix), Does: Trims, Name: word + " halves", Says: "Cut apart on the diagonal",
			Takes: []ActTake{{pair, 1}}, Gives: []ActGive{{ID: r.id(suffix), Count: 2}}, Piece: p,
			Presses: []naming.Seam{seam}, Cuts: 1, Pieced: true, Apart: []piece.Line{piece.Falling(piece.Num{})},
		}
		if len(m.Second) == 1 && p.W != plain { // trimmed to the plain square it is paired with
			p = TrimHalf(p, plain)
			act.Piece, act.Shaves = p, 2
		}
		r.add(act)
		lowerRoles, upperRoles, _, _ := layers.Facing(h.Line)
		out.Seams = append(out.Seams, SeamKind{
			ID: seam, Plus: lower.beside(lowerRoles, 0),
			Minus: upper.beside(upperRoles, 0),
		})
		return laid{piece: p, name: word + " half-square unit", act: act.ID, pieced: true}, true
	}
	lower, ok := half(m.First, "first", "first")
	if !ok {
		return Made{}, false
	}
	upper := lower
	switch {
	case len(m.Second) == 1:
		upper, ok = r.cloth(m.Second[0], plain, plain, "plain", "plain square", t.At+"/second/0")
	case m.Second[0] != m.First[0] || m.Second[1] != m.First[1]:
		upper, ok = half(m.Second, "second", "second")
	}
	if !ok {
		return Made{}, false
	}
	// Turned so, the upper unit's seam lies on the lower one's once it is turned over, and its first fabric on the
	// other's second.
	over := upper.piece
	if len(m.Second) != 1 { // a plain square lies as it was cut
		over = over.Turn(270)
	}
	layers := piece.Layer(lower.piece, over)
	seam, size := t.Unit.ID.Seam(), lower.piece.W
	var pieces []piece.Piece
	for _, h := range []piece.Half{{Line: piece.Falling(c), Side: 1}, {Line: piece.Falling(c.Neg()), Side: -1}} {
		p := layers.Open([]piece.Half{{Line: piece.Falling(piece.Num{}), Side: h.Side}}, h, seam).Boxed()
		d, _ := p.W.Sub(u).Half()
		pieces = append(pieces, upright(p.Window(d, d, u, u), seam))
	}
	out.Variants = t.fallsOut("", pieces)
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
	out.Seams = append(out.Seams, SeamKind{
		ID: seam, Plus: lower.beside(plus, plusBulk),
		Minus: upper.beside(minus, minusBulk),
	})
	marked, other := lower, upper
	if len(m.Second) == 1 {
		marked, other = upper, lower
	}
	marked = r.mark(marked, "mark", []piece.Line{piece.Falling(piece.Num{})}, true,
		"from corner to corner, across the seam where there is one")
	pair := r.add(Act{
		ID: r.id("pair"), Does: Sews, Name: "pairs", Takes: takes(marked.act, other.act), Seams: 2,
		Each: size.TimesRoot2().Up(), Sews: []naming.Seam{seam}, Piece: lower.piece,
		Joins: (&Joins{
			Left: lower.name, Right: upper.name, LeftPiece: lower.piece, RightPart: over,
			Edge: "right sides together, seam on seam, an allowance on each side of the other diagonal",
		}).
			lay([]piece.Piece{layers.Upper()}, piece.Falling(c), piece.Falling(c.Neg())),
	})
	end := Act{
		ID: t.Unit.ID.Step(), Does: Trims, Says: "Cut apart on the diagonal", Takes: []ActTake{{pair, 1}},
		Piece: out.Variants[0].Piece, Presses: []naming.Seam{seam}, Cuts: 1, Pieced: true, Apart: []piece.Line{piece.Falling(piece.Num{})},
	}
	for _, v := range out.Variants {
		end.Gives = append(end.Gives, v.give())
	}
	raw := size.Sub(c)
	if raw != u {
		end.Shaves = total
	}
	if len(m.Second) > 1 {
		out.Untrimmed = Untrimmed{raw, 2}
	}
	r.add(end)
	out.Acts = r.acts
	print := t.Ruler.Print
	out.Size = SizeWorking{Sums: []string{fmt.Sprintf("%s − 2 × 1.4142 × %s = %s", print(a.Up()), print(t.Seam),
		print(a.Sub(c).Sub(c).Up()))}, Rules: rules.By(rules.QuarterSquare)}
	if raw != u {
		out.Size.Sums = append(out.Size.Sums, fmt.Sprintf("trimmed on its middle: %s − %s = %s", print(raw.Up()),
			print(raw.Sub(u).Up()), print(u.Up())))
	}
	return out, true
}

func (m *QuarterSquare) sized(s Sizing) (Method, bool) {
	one := *m
	one.Sizing = s.canonical()
	return &one, true
}

func (m *QuarterSquare) named() string {
	if m.Cut.Given() {
		return "two at a time, " + asTheyCome
	}
	return "two at a time, " + m.Sizing.words()
}

func (m *QuarterSquare) sizedByFinish(t *Table) (Method, bool) {
	_, f, given, ok := t.fromSquares(m.Cut, m.Finished, m.gives(t), false)
	one := *m
	one.Cut, one.Finished = Breadth{}, f
	return &one, given && ok
}

func (m *QuarterSquare) gives(t *Table) func(piece.Num) piece.Num { return lessDiagonals(t) }
