package triangle

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/rules"
)

func init() { making.Register(func() making.Method { return &FlippedCorners{} }) }

// FlippedCorners is squares laid face down in the corners of a rectangle, sewn on their diagonals, trimmed, and opened
// over the corners: a snowball, a goose one at a time, a sloped piece. A later corner hides part of an earlier one.
type FlippedCorners struct {
	Base    making.Input    `json:"base"`
	Width   making.Breadth  `json:"width,omitzero" doc:"Finished width of a base that is cut from cloth"`
	Height  making.Breadth  `json:"height,omitzero" doc:"Finished height of a base that is cut from cloth"`
	Corners []FlippedCorner `json:"corners" doc:"One to four, in the order they are sewn"`
	Stitch  CornerStitch    `json:"stitch,omitempty" enum:"on the line,a hair outside" doc:"A hair outside when left out: the fold then reaches the corner"`
	Bonus   bool            `json:"bonus,omitempty" doc:"A second seam an allowance beyond the cut makes a half-square unit of each trimming"`
	BonusTo making.Breadth  `json:"bonusTo,omitzero" doc:"Finished size the bonus units are trimmed to; as they come when left out"`
}

// FlippedCorner is one square that is flipped over a corner.
type FlippedCorner struct {
	ID   string         `json:"id" doc:"Names the corner; its seam is named by it"`
	At   CornerAt       `json:"at" enum:"top left,top right,bottom right,bottom left"`
	Role string         `json:"role" is:"role"`
	Leg  making.Breadth `json:"leg" doc:"Finished length that the corner covers on both edges"`
}

// CornerAt is a corner of a rectangle.
type CornerAt string

// The four corners.
const (
	TopLeft     CornerAt = "top left"
	TopRight    CornerAt = "top right"
	BottomRight CornerAt = "bottom right"
	BottomLeft  CornerAt = "bottom left"
)

// CornerStitch is where a corner is sewn.
type CornerStitch string

// The ways of sewing a corner.
const (
	OnTheLine   CornerStitch = "on the line"
	HairOutside CornerStitch = "a hair outside"
)

// By names the method.
func (*FlippedCorners) By() string { return "flipped corners" }

// Parts is the base, where it is pieced.
func (m *FlippedCorners) Parts() []making.Part { return m.Base.Parts() }

func (m *FlippedCorners) Breadths() []making.BreadthOf {
	var list []making.BreadthOf
	if m.Base.Unit == "" {
		list = append(list, making.BreadthOf{Breadth: &m.Width, Finished: true, Key: "width", Half: false},
			making.BreadthOf{Breadth: &m.Height, Finished: true, Key: "height", Half: false})
	}
	if m.BonusTo.Given() {
		list = append(list, making.BreadthOf{Breadth: &m.BonusTo, Finished: true, Key: "bonusTo", Half: false})
	}
	for i := range m.Corners {
		list = append(list, making.BreadthOf{
			Breadth: &m.Corners[i].Leg, Finished: true,
			Key: fmt.Sprintf("corners/%d/leg", i), Half: false,
		})
	}
	return list
}

// others: a goose of two corners that cover its whole height comes four at a time too, and four corners that meet at
// the middles of a square are a square in a square.
func (m *FlippedCorners) Others() []making.Method {
	list := []making.Method{m}
	if m.Base.Unit != "" {
		return list
	}
	same := true
	for _, c := range m.Corners {
		same = same && c.Leg == m.Corners[0].Leg
	}
	switch {
	case same && len(m.Corners) == 2 && m.Corners[0].Role == m.Corners[1].Role:
		list = append(list, &FlyingGeese{Goose: m.Base.Role, Sky: m.Corners[0].Role, Finished: m.Width})
	case same && len(m.Corners) == 4 && m.Width == m.Height:
		byPlace := map[CornerAt]string{}
		for _, c := range m.Corners {
			byPlace[c.At] = c.Role
		}
		list = append(list, &SquareInSquare{
			Centre:   m.Base,
			Corners:  []string{byPlace[TopLeft], byPlace[TopRight], byPlace[BottomRight], byPlace[BottomLeft]},
			Finished: m.Width,
		})
	}
	return list
}

// flip is one corner measured: the square of side q and where its upper left corner lies.
type flip struct {
	corner FlippedCorner
	q      measure.Length
	x, y   piece.Num
	line   piece.Half // the diagonal and the side of it that the base keeps
	round  int        // sewn together with the others of its round
}

// Make flips the corners in order.
func (m *FlippedCorners) Make(t *making.Table) (making.Made, bool) {
	r := t.Begin()
	if m.Stitch != "" && m.Stitch != OnTheLine && m.Stitch != HairOutside {
		return t.Refuse("stitch-unknown", t.At+"/stitch", fmt.Sprintf("“%s” is no way to sew a corner.", m.Stitch),
			"Choose on the line, or a hair outside.")
	}
	base, ok := m.base(r)
	if !ok {
		return making.Made{}, false
	}
	flips, ok := m.flips(t, base)
	if !ok {
		return making.Made{}, false
	}
	out := making.Made{Sort: "unit"}
	p := base.Piece
	var bonus []piece.Piece
	var of []int // in which round each falls out
	taken, name := base.Act, base.Name
	rounds := 0
	var sewn []int // which act sews each round
	for _, f := range flips {
		rounds = max(rounds, f.round)
	}
	for round := 0; round <= rounds; round++ {
		act := making.Act{Does: making.Sews, Takes: []making.ActTake{{Act: taken, Each: 1}}}
		var squares []making.Lying
		var words []string
		before := p
		var over []piece.Piece
		var lines []piece.Line
		for i, f := range flips {
			if f.round != round {
				continue
			}
			c := f.corner
			side := piece.Of(f.q)
			square, ok := r.Cloth(c.Role, side, side, c.ID+"-square", "corner square",
				t.At+problem.At("corners", i, "role"))
			if !ok {
				return making.Made{}, false
			}
			layers := p.Corner(square.Piece, f.x, f.y)
			over, lines = append(over, layers.Upper()), append(lines, f.line.Line)
			if m.Bonus {
				lines = append(lines, f.line.Line.Beside(-f.line.Side, piece.Of(2*t.Seam)))
			}
			cutLine := f.line.Line.Beside(-f.line.Side, piece.Of(t.Seam))
			if near, found := p.Near(cutLine, []piece.Half{{Line: f.line.Line, Side: -f.line.Side}}); !cutIsSafe(t, near,
				found, true, "Trimming the "+string(c.At)+" corner") {
				return making.Made{}, false
			}
			act.Apart = append(act.Apart, cutLine)
			seam := r.Seam(c.ID)
			square = r.Mark(square, c.ID+"-mark", []piece.Line{piece.Falling(piece.Num{})}, false,
				"from corner to corner")
			squares = append(squares, square)
			act.Sews = append(act.Sews, seam)
			words = append(words, string(c.At))
			baseRoles, _, bulk, _ := layers.Facing(f.line.Line)
			out.Seams = append(out.Seams, making.SeamKind{
				ID: seam, Plus: base.Beside(baseRoles, bulk),
				Minus:   making.Neighbour{Name: "the " + string(c.At) + " corner", Roles: []string{c.Role}, Cloth: true},
				Outward: -1,
			})
			if m.Bonus {
				b, ok := m.spare(t, layers, f, r.Seam(naming.BonusSeam))
				if !ok {
					return making.Made{}, false
				}
				bonus, of = append(bonus, b), append(of, round)
			}
			p = p.Flip(square.Piece, f.x, f.y, f.line, seam)
		}
		act.Seams = len(squares)
		act.Cuts = len(squares)
		act.Piece = p
		act.Takes = append(act.Takes, together(squares)...)
		act.Says = fmt.Sprintf("Sew a square face down in the %s corner, %s; trim an allowance beyond, press",
			strings.Join(words, " and the "), m.where(t))
		if len(squares) > 1 {
			act.Says = fmt.Sprintf("Sew squares face down in the %s corners, %s; trim an allowance beyond, press",
				strings.Join(words, " and the "), m.where(t))
		}
		if m.Bonus {
			act.Seams *= 2
			act.Says = strings.Replace(act.Says, "; trim an allowance beyond",
				", and again two allowances nearer the corner; cut between the two", 1)
		}
		act.ID, act.Name = r.ID(fmt.Sprintf("round-%d", round+1)), fmt.Sprintf("corners, round %d", round+1)
		if round == rounds {
			act.ID, act.Name = t.Unit.ID.Step(), ""
		}
		act.Joins = (&making.Joins{
			Left: name, Right: "corner square", LeftPiece: before, RightPart: squares[0].Piece,
			Edge: "the square, face down, to the " + strings.Join(words, " and the ") +
				" corner; sew from corner to corner of it",
		}).Lay(over, lines...)
		if round == rounds && m.Bonus {
			out.Variants = append([]making.Variant{{ID: t.Unit.ID, Name: t.Unit.Name, Piece: p, Count: 1, Kinds: []int{1}}},
				t.FallsOut("bonus-", bonus)...)
			for i, v := range out.Variants {
				if i > 0 {
					out.Variants[i].Name = strings.Replace(v.Name, "bonus-", "bonus", 1)
				}
				if i > 0 && m.BonusTo.Given() {
					act.Shaves += v.Count
				}
				act.Gives = append(act.Gives, out.Variants[i].Give())
			}
		}
		sewn = append(sewn, len(r.Acts))
		taken = r.Add(act)
		name = base.Name + " with its corners"
	}
	for i, b := range bonus {
		k := 1 + slices.IndexFunc(out.Variants[1:],
			func(v making.Variant) bool { return making.TurnedAlike(v.Piece.Finished(t.Seam), b.Finished(t.Seam)) })
		act := &r.Acts[sewn[of[i]]]
		spare := out.Variants[k].Give()
		at := slices.IndexFunc(act.Spare, func(g making.ActGive) bool { return g.ID == spare.ID })
		if at < 0 {
			at, spare.Count = len(act.Spare), 0
			act.Spare = append(act.Spare, spare)
		}
		act.Spare[at].Count++
	}
	if m.Bonus {
		out.Seams = append(out.Seams, making.SeamKind{
			ID: r.Seam(naming.BonusSeam), Plus: base.Beside(base.Piece.RolesAt(piece.Top), 0),
			Minus: making.Neighbour{Name: "corner square", Roles: []string{m.Corners[0].Role}, Cloth: true},
		})
	}
	out.Piece, out.Acts = p, r.Acts
	w, h := p.Size()
	out.Size = making.SizeWorking{
		Sums:  []string{fmt.Sprintf("%s × %s, as the base is cut", t.Ruler.Print(w), t.Ruler.Print(h))},
		Rules: rules.By(rules.Flipped),
	}
	return out, true
}

func (m *FlippedCorners) where(t *making.Table) string {
	if m.Stitch == OnTheLine {
		short := t.Fold
		l := piece.Of(short).TimesRoot2().Nearest()
		if l > 0 {
			return fmt.Sprintf("on the line (the fold then leaves it %s short of the corner)", t.Ruler.Print(l))
		}
		return "on the line"
	}
	return "a hair outside the line, toward the corner"
}

func together(squares []making.Lying) []making.ActTake {
	var list []making.ActTake
	for _, s := range squares {
		if n := len(list); n > 0 && list[n-1].Act == s.Act {
			list[n-1].Each++
			continue
		}
		list = append(list, making.ActTake{Act: s.Act, Each: 1})
	}
	return list
}

func (m *FlippedCorners) base(r *making.Hands) (making.Lying, bool) {
	t := r.Table
	if m.Base.Unit != "" {
		return r.Unit(m.Base.Unit, m.Base.Turn, t.At+"/base")
	}
	w, ok1 := t.Finished(m.Width, t.At+"/width", t.Unit.Name)
	h, ok2 := t.Finished(m.Height, t.At+"/height", t.Unit.Name)
	if !ok1 || !ok2 {
		return making.Lying{}, false
	}
	t.OnTheRuler(w+2*t.Seam, t.At+"/width", t.Unit.Name)
	if h != w {
		t.OnTheRuler(h+2*t.Seam, t.At+"/height", t.Unit.Name)
	}
	return r.Cloth(m.Base.Role, piece.Of(w+2*t.Seam), piece.Of(h+2*t.Seam), "base", "base", t.At+"/base/role")
}

// flips measures the corners and finds which can be sewn together: a corner whose square overlaps another waits until
// that one is opened.
func (m *FlippedCorners) flips(t *making.Table, base making.Lying) ([]flip, bool) {
	if len(m.Corners) < 1 || len(m.Corners) > 4 {
		t.Problems.Stop("corner-count", t.At+"/corners",
			fmt.Sprintf("%s has %d flipped corners.", t.Unit.Name, len(m.Corners)), "Give it one to four.")
		return nil, false
	}
	w, h := base.Piece.W, base.Piece.H
	var list []flip
	ids := map[string]bool{}
	for i, c := range m.Corners {
		at := t.At + problem.At("corners", i)
		if c.ID == "" || ids[c.ID] || !naming.Plain(c.ID) {
			t.Problems.Stop("id-not-unique", at+"/id", fmt.Sprintf("Corner %d of %s has no id of its own.", i+1,
				t.Unit.Name), "Give every corner its own id.")
			return nil, false
		}
		ids[c.ID] = true
		leg, ok := t.Finished(c.Leg, at+"/leg", fmt.Sprintf("Corner %d of %s", i+1, t.Unit.Name))
		if !ok {
			return nil, false
		}
		f := flip{corner: c, q: leg + 2*t.Seam}
		t.OnTheRuler(f.q, at+"/leg", fmt.Sprintf("The square for corner %d of %s", i+1, t.Unit.Name))
		q := piece.Of(f.q)
		if q.Cmp(w) > 0 || q.Cmp(h) > 0 {
			short := h
			if w.Cmp(h) < 0 {
				short = w
			}
			t.Problems.Stop("corner-too-large", at+"/leg",
				fmt.Sprintf("The %s corner of %s is larger than its base: its square is %s, and the base only %s.",
					c.At, t.Unit.Name, t.Ruler.Print(f.q), t.Ruler.Print(short.Up())),
				fmt.Sprintf("Make the leg %s or shorter.", t.Ruler.Print(short.Up()-2*t.Seam)))
			return nil, false
		}
		switch c.At {
		case TopLeft:
			f.line = piece.Half{Line: piece.Rising(q), Side: 1}
		case TopRight:
			f.x, f.line = w.Sub(q), piece.Half{Line: piece.Falling(w.Sub(q)), Side: -1}
		case BottomRight:
			f.x, f.y, f.line = w.Sub(q), h.Sub(q), piece.Half{Line: piece.Rising(w.Add(h).Sub(q)), Side: -1}
		case BottomLeft:
			f.y, f.line = h.Sub(q), piece.Half{Line: piece.Falling(q.Sub(h)), Side: 1}
		default:
			t.Problems.Stop("corner-unknown", at+"/at", fmt.Sprintf("“%s” is no corner.", c.At),
				"Choose top left, top right, bottom right or bottom left.")
			return nil, false
		}
		for _, o := range list {
			switch {
			case o.corner.At == c.At:
				t.Problems.Stop("corner-twice", at+"/at",
					fmt.Sprintf("Two squares of %s lie in the %s corner.", t.Unit.Name, c.At),
					"Put each in a corner of its own.")
				return nil, false
			case f.covers(o):
				f.round = max(f.round, o.round+1)
			}
		}
		list = append(list, f)
	}
	return list, true
}

// covers says whether the two squares lie on each other's sewing lines, so that one must be opened before the other is
// sewn.
func (f flip) covers(o flip) bool {
	x0, x1 := larger(f.x, o.x), smaller(f.x.Add(piece.Of(f.q)), o.x.Add(piece.Of(o.q)))
	y0, y1 := larger(f.y, o.y), smaller(f.y.Add(piece.Of(f.q)), o.y.Add(piece.Of(o.q)))
	if x0.Cmp(x1) >= 0 || y0.Cmp(y1) >= 0 {
		return false
	}
	return f.line.Line.Crosses(x0, y0, x1, y1) || o.line.Line.Crosses(x0, y0, x1, y1)
}

func larger(a, b piece.Num) piece.Num {
	if a.Cmp(b) > 0 {
		return a
	}
	return b
}

func smaller(a, b piece.Num) piece.Num {
	if a.Cmp(b) < 0 {
		return a
	}
	return b
}

// spare is the half-square unit that a second seam makes of a trimming.
func (m *FlippedCorners) spare(t *making.Table, layers piece.Layers, f flip, seam naming.Seam) (piece.Piece, bool) {
	s := piece.Of(t.Seam)
	second := f.line.Line.Beside(-f.line.Side, s.Add(s))
	p := layers.Open([]piece.Half{{Line: f.line.Line.Beside(-f.line.Side, s), Side: -f.line.Side}},
		piece.Half{Line: second, Side: -f.line.Side}, seam).Boxed()
	if p.W.Cmp(s.Add(s)) <= 0 {
		t.Problems.Stop("too-small", t.At+"/bonus",
			fmt.Sprintf("The trimmings of %s are too small for a unit of their own.", t.Unit.Name),
			"Do without the bonus, or use larger corners.")
		return piece.Piece{}, false
	}
	p = upright(p, seam)
	if !m.BonusTo.Given() {
		return p, true
	}
	finished, ok := t.Finished(m.BonusTo, t.At+"/bonusTo", "The bonus of "+t.Unit.Name)
	if !ok {
		return piece.Piece{}, false
	}
	to := piece.Of(finished).Add(s).Add(s)
	if to.Cmp(p.W) > 0 {
		t.Problems.Stop("too-large", t.At+"/bonusTo",
			fmt.Sprintf("The bonus of %s comes out %s unfinished, and %s is asked for.", t.Unit.Name,
				t.Ruler.Print(p.W.Up()), t.Ruler.Print(to.Up())), "Ask for smaller ones.")
		return piece.Piece{}, false
	}
	return TrimHalf(p, to), true
}

// Sized lists the corners without their bonus and with it, where the trimmings are worth sewing.
func (m *FlippedCorners) Sized(s making.Sizing) (making.Method, bool) {
	one := *m
	one.Bonus = s == making.Rule
	return &one, s != making.Roomy && m.Base.Unit == ""
}

func (m *FlippedCorners) Named() string {
	if m.Bonus {
		return "with flipped corners and their bonus"
	}
	return "with flipped corners"
}
