// Package triangle has the methods that give triangles: squares sewn on their diagonals and cut apart, flipped corners,
// geese, squares in squares.
package triangle

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/rules"
)

func init() { making.Register(func() making.Method { return &HalfSquare{} }) }

// HalfSquare is two equal squares laid right sides together, sewn, and cut so that every unit is half of one and half
// of the other. Either square may be pieced: then what falls out may differ, also as mirror images.
type HalfSquare struct {
	Way      AtATime        `json:"way" enum:"two,four,eight,triangles" doc:"How many at a time; triangles are cut first"`
	Lower    making.Input   `json:"lower" doc:"Lies right side up"`
	Upper    making.Input   `json:"upper" doc:"Is turned over onto it like a page"`
	Finished making.Breadth `json:"finished,omitzero" doc:"Finished size, where both squares are cut from cloth; with a pieced square, what to trim to"`
	Cut      making.Breadth `json:"cut,omitzero" doc:"How large both squares are, as they come; what the unit finishes follows, and finished is then left out"`
	Sizing   making.Sizing  `json:"sizing,omitempty" enum:"exact,rule,roomy" doc:"How generously the squares are cut; exact when left out"`
	Marked   string         `json:"marked,omitempty" enum:"lower,upper" doc:"Which square is marked, and lies on top; when left out the plain one over a pieced one, else the lighter one"`
}

// AtATime is how many units come out at a time.
type AtATime string

// The ways.
const (
	Two       AtATime = "two"       // sewn on both sides of one diagonal, cut on it
	Four      AtATime = "four"      // sewn all round, cut on both diagonals
	Eight     AtATime = "eight"     // sewn on both sides of both diagonals, cut on them and on both middle lines
	Triangles AtATime = "triangles" // cut on the diagonal first, one upon the other, halves exchanged
)

// By names the method.
func (*HalfSquare) By() string { return "half-square triangles" }

// Parts are the squares that are pieced.
func (m *HalfSquare) Parts() []making.Part { return append(m.Lower.Parts(), m.Upper.Parts()...) }

func (m *HalfSquare) Breadths() []making.BreadthOf {
	switch {
	case m.Cut.Given():
		return []making.BreadthOf{{Breadth: &m.Cut, Finished: false, Key: "cut", Half: false}}
	case !m.Finished.Given():
		return nil
	}
	return []making.BreadthOf{{Breadth: &m.Finished, Finished: true, Key: "finished", Half: false}}
}

// Others are the other ways to the same look.
func (m *HalfSquare) Others() []making.Method {
	var list []making.Method
	for _, way := range []AtATime{Two, Eight, Four, Triangles} {
		other := *m
		other.Way = way
		list = append(list, &other)
	}
	return list
}

// square is how large a square is cut for a finished size, and what a square of that size gives, both exact.
func (w AtATime) square(s piece.Num, f piece.Num) (finished, allowance piece.Num) {
	twice := s.Add(s)
	switch w {
	case Eight: // 2(f + 2s + √2s)
		return f.Add(f), twice.Add(s.TimesRoot2()).Add(twice.Add(s.TimesRoot2()))
	case Four: // (f + 2s)√2 + 2s
		return piece.Num{}, f.Add(twice).TimesRoot2().Add(twice)
	}
	return f, twice.Add(s.TimesRoot2()) // f + 2s + √2s
}

func (w AtATime) gives(s, a piece.Num) (unit piece.Num, exact bool) {
	switch w {
	case Eight:
		unit, exact = a.Half()
		return unit.Sub(s.TimesRoot2()), exact
	case Four:
		return a.Sub(s).Sub(s).TimesRoot2().Half()
	}
	return a.Sub(s.TimesRoot2()), true
}

func (*HalfSquare) States() making.States { return making.States{OfSquares: true} }

// Make sews one pair of squares and opens everything that falls out.
func (m *HalfSquare) Make(t *making.Table) (making.Made, bool) {
	r := t.Begin()
	s := piece.Of(t.Seam)
	if m.Way != Two && m.Way != Four && m.Way != Eight && m.Way != Triangles {
		return t.Refuse("way-unknown", t.At+"/way", fmt.Sprintf("“%s” is no way to sew half-square triangles.", m.Way),
			"Choose two, four, eight or triangles.")
	}
	if m.Marked != "" && m.Marked != "lower" && m.Marked != "upper" {
		return t.Refuse("marked-unknown", t.At+"/marked", fmt.Sprintf("“%s” is neither of the two squares of %s.", m.Marked,
			t.Unit.Name), "Mark the lower or the upper one, or leave it open.")
	}
	lower, upper, trim, ok := m.squares(r, s)
	if !ok {
		return making.Made{}, false
	}
	if t.Unit.Untrimmed {
		trim = piece.Num{}
	}
	a := lower.Piece.W
	u0, _ := m.Way.gives(s, a)
	if u0.Cmp(s.Add(s)) <= 0 {
		return t.Refuse("too-small", t.At, fmt.Sprintf("Squares of %s leave nothing of %s but seam allowances.",
			t.Ruler.Print(a.Up()), t.Unit.Name), "Start from larger squares.")
	}
	trimmed := trim != (piece.Num{}) && trim != u0
	if trimmed && trim.Cmp(u0) > 0 {
		return t.Refuse("too-large", t.At+"/finished", fmt.Sprintf("%s comes out %s unfinished, and %s is asked for.",
			t.Unit.Name, t.Ruler.Print(u0.Up()), t.Ruler.Print(trim.Up())),
			"Ask for a smaller unit, or start from larger squares.")
	}
	seam := t.Unit.ID.Seam()
	layers := piece.Layer(lower.Piece, upper.Piece)
	var pieces []piece.Piece
	if m.Way == Triangles {
		diagonal := piece.Falling(piece.Num{})
		for _, p := range []making.Lying{lower, upper} {
			near, found := p.Piece.Near(diagonal, nil)
			if !cutIsSafe(t, near, found, true, "The diagonal cut") {
				return making.Made{}, false
			}
		}
		for _, turn := range halfTurns { // both pairs are begun from the lower square, so that +1 presses both toward it
			pieces = append(pieces, lower.Piece.Turn(turn).Swap(upper.Piece.Turn(turn), t.Seam, seam))
		}
	} else if pieces, ok = m.open(t, layers, a, seam); !ok {
		return making.Made{}, false
	}
	for i, p := range pieces {
		p = upright(p, seam)
		if trimmed { // equal margins, the seam still running through the corners
			p = TrimHalf(p, trim)
		}
		pieces[i] = p
	}
	out := making.Made{Sort: "unit", Variants: t.FallsOut("", pieces)}
	lowerRoles, upperRoles, lowerBulk, upperBulk := layers.Facing(m.stitch(s, a)[0].Line)
	out.Seams = []making.SeamKind{{
		ID: seam, Plus: lower.Beside(lowerRoles, lowerBulk),
		Minus: upper.Beside(upperRoles, upperBulk),
	}}
	if !lower.Pieced && !upper.Pieced {
		out.Untrimmed = making.Untrimmed{Size: u0, Diagonals: 1}
	}
	m.acts(r, lower, upper, &out, trimmed)
	out.Acts = r.Acts
	out.Size = m.size(t, a, u0, trim)
	if m.Way == Four {
		t.Problems.Warn("bias-edges", t.At+"/way", fmt.Sprintf("All four outer edges of %s are on the bias.",
			t.Unit.Name), "Starch before cutting, press without pulling, and handle it little.")
	}
	return out, true
}

// TrimHalf trims a half-square unit whose seam rises to a smaller square, its seam still running through the corners.
func TrimHalf(p piece.Piece, to piece.Num) piece.Piece {
	more := p.W.Sub(to)
	d, _ := more.Half()
	return p.Window(d, more.Sub(d), to, to)
}

// squares lays both squares. A pieced one says how large the other is cut.
func (m *HalfSquare) squares(r *making.Hands, s piece.Num) (lower, upper making.Lying, trim piece.Num, ok bool) {
	t := r.Table
	inHand, trim, given, ok := m.asked(t, s)
	if !ok {
		return lower, upper, trim, false
	}
	lay := func(in making.Input, key string) (making.Lying, bool) {
		if in.Unit == "" {
			return making.Lying{}, true
		}
		p, good := r.Unit(in.Unit, in.Turn, t.At+"/"+key)
		if good && p.Piece.W != p.Piece.H {
			t.Problems.Stop("not-square", t.At+"/"+key,
				fmt.Sprintf("%s is not square: it measures %s × %s.", p.Name, t.Ruler.Print(p.Piece.W.Up()),
					t.Ruler.Print(p.Piece.H.Up())), "Choose a square unit.")
			good = false
		}
		return p, good
	}
	lower, good1 := lay(m.Lower, "lower")
	upper, good2 := lay(m.Upper, "upper")
	if !good1 || !good2 {
		return lower, upper, trim, false
	}
	below, above := "lower square", "upper square" // as they lie
	if m.flipped(t) {
		below, above = above, below
	}
	var a piece.Num
	switch {
	case m.Lower.Unit != "":
		a = lower.Piece.W
	case m.Upper.Unit != "":
		a = upper.Piece.W
	case given:
		a = r.InHand(inHand)
	default:
		finished, allowance := m.Way.square(s, trim.Sub(s).Sub(s))
		if a, ok = sized(t, m.Sizing, finished, allowance); !ok {
			return lower, upper, trim, false
		}
	}
	cut := func(l *making.Lying, in making.Input, key, name string) bool {
		good := in.Unit != ""
		if !good {
			*l, good = r.Cloth(in.Role, a, a, key, name, t.At+"/"+key+"/role")
		}
		return good
	}
	if !cut(&lower, m.Lower, "lower", below) || !cut(&upper, m.Upper, "upper", above) {
		return lower, upper, trim, false
	}
	if lower.Piece.W != upper.Piece.W {
		t.Problems.Stop("edges-differ", t.At+"/upper", fmt.Sprintf("The two squares of %s differ: %s and %s.",
			t.Unit.Name, t.Ruler.Print(lower.Piece.W.Up()), t.Ruler.Print(upper.Piece.W.Up())),
			"Choose two of the same size.")
		return lower, upper, trim, false
	}
	return lower, upper, trim, true
}

// asked is the size of squares that are in hand, if that is given, and what to trim to.
func (m *HalfSquare) asked(t *making.Table, s piece.Num) (inHand, trim piece.Num, given, ok bool) {
	if m.Cut.Given() && (m.Lower.Unit != "" || m.Upper.Unit != "") {
		t.Problems.Stop("size-twice", t.At+"/cut",
			fmt.Sprintf("A pieced square says how large the squares of %s are.", t.Unit.Name),
			"Leave this empty, or take two squares of cloth.")
		return inHand, trim, given, false
	}
	inHand, finish, given, ok := fromSquares(t, m.Cut, m.Finished, m.gives(t), false)
	if !ok {
		return inHand, trim, given, false
	}
	if finish.Given() || m.Lower.Unit == "" && m.Upper.Unit == "" {
		f, good := t.Finished(finish, t.At+"/finished", t.Unit.Name)
		if !good {
			return inHand, trim, given, false
		}
		trim = piece.Of(f).Add(s).Add(s)
	}
	return inHand, trim, given, true
}

// halfTurns is how squares that were cut on their falling diagonal are turned for either pair of halves: the upper
// right one of the lower square, and the lower left one of the upper.
var halfTurns = []int{0, 180}

// halves is how both halves of either pair lie, long edge to long edge: squares at an odd eighth, cut on the diagonal
// that stands upright then.
func (m *HalfSquare) halves(r *making.Hands, lower, upper making.Lying) (list []making.Join) {
	diagonal := piece.Falling(piece.Num{})
	half := func(l making.Lying, turn, side int) making.Layer {
		return making.Layer{
			From: l.Act, Turn: (45 + turn) % 360, Name: "half of " + l.Name,
			Piece: l.Piece.Turn(turn).Trimmed(diagonal, side).Eighth(),
		}
	}
	for _, turn := range halfTurns {
		list = append(list, making.Join{
			Seam: r.Table.Unit.ID.Seam(), A: half(upper, turn, -1), B: half(lower, turn, 1),
			Takes: r.Table.Seam,
		})
	}
	return list
}

// stitch lists the lines of stitches with the side that is kept beyond each.
func (m *HalfSquare) stitch(s, a piece.Num) []piece.Half {
	c := s.TimesRoot2()
	falling := []piece.Half{{Line: piece.Falling(c), Side: 1}, {Line: piece.Falling(c.Neg()), Side: -1}}
	switch m.Way {
	case Eight:
		return append(falling, piece.Half{Line: piece.Rising(a.Add(c)), Side: 1},
			piece.Half{Line: piece.Rising(a.Sub(c)), Side: -1})
	case Four:
		return []piece.Half{
			{Line: piece.Level(s), Side: 1},
			{Line: piece.Upright(a.Sub(s)), Side: -1},
			{Line: piece.Level(a.Sub(s)), Side: -1},
			{Line: piece.Upright(s), Side: 1},
		}
	}
	return falling
}

// lines are those of stitches, over what lies below.
func (m *HalfSquare) lines(s, a piece.Num, flipped bool) (list []piece.Line) {
	for _, h := range m.stitch(s, a) {
		if flipped {
			h.Line = h.Line.Over(a)
		}
		list = append(list, h.Line)
	}
	return list
}

// apart is where both layers are cut.
func (m *HalfSquare) apart(a piece.Num, flipped bool) []piece.Line {
	middle, _ := a.Half()
	falling, rising := piece.Falling(piece.Num{}), piece.Rising(a)
	if flipped {
		falling, rising = falling.Over(a), rising.Over(a)
	}
	return map[AtATime][]piece.Line{
		Two: {falling}, Four: {falling, rising},
		Eight: {falling, rising, piece.Level(middle), piece.Upright(middle)},
	}[m.Way]
}

// open cuts both layers apart and opens every part.
func (m *HalfSquare) open(t *making.Table, layers piece.Layers, a piece.Num, seam naming.Seam) ([]piece.Piece, bool) {
	s := piece.Of(t.Seam)
	falling, rising := piece.Falling(piece.Num{}), piece.Rising(a)
	middle, _ := a.Half()
	across, down := piece.Level(middle), piece.Upright(middle)
	for _, cut := range m.apart(a, false) {
		near, found := layers.Near(cut, nil)
		slants := cut.A != 0 && cut.B != 0
		what := "A middle cut"
		if slants {
			what = "A diagonal cut"
		}
		if !cutIsSafe(t, near, found, slants, what) {
			return nil, false
		}
	}
	var pieces []piece.Piece
	stitches := m.stitch(s, a)
	switch m.Way {
	case Two:
		for _, h := range stitches {
			pieces = append(pieces, layers.Open([]piece.Half{{Line: falling, Side: h.Side}}, h, seam))
		}
	case Four:
		sides := [][2]int{{1, -1}, {1, 1}, {-1, 1}, {-1, -1}} // above, right of, below and left of the diagonals
		for i, h := range stitches {
			region := []piece.Half{{Line: falling, Side: sides[i][0]}, {Line: rising, Side: sides[i][1]}}
			pieces = append(pieces, layers.Open(region, h, seam).Eighth())
		}
	case Eight:
		for i, h := range stitches {
			diagonal := falling
			vertical := []int{-1, 1} // the quarters that the diagonal runs through: upper left, then lower right
			if i >= 2 {
				diagonal = rising
			}
			for _, x := range vertical {
				y := x
				if i >= 2 {
					y = -x
				}
				region := []piece.Half{{Line: diagonal, Side: h.Side}, {Line: down, Side: x}, {Line: across, Side: y}}
				pieces = append(pieces, layers.Open(region, h, seam))
			}
		}
	}
	for i := range pieces {
		pieces[i] = pieces[i].Boxed()
	}
	return pieces, true
}

func (m *HalfSquare) acts(r *making.Hands, lower, upper making.Lying, out *making.Made, trimmed bool) {
	a := lower.Piece.W
	seam := r.Table.Unit.ID.Seam()
	under, over := lower, upper
	flipped := m.flipped(r.Table)
	if flipped {
		under, over = upper, lower
	}
	older := lower.Piece // what older programs marked
	if lower.Pieced && !upper.Pieced {
		older = upper.Piece
	}
	total := 0
	var gives []making.ActGive
	for _, v := range out.Variants {
		gives = append(gives, v.Give())
		total += v.Count
	}
	sew := making.Act{
		ID: r.ID("pair"), Does: making.Sews, Name: "pairs", Sews: []naming.Seam{seam}, Piece: lower.Piece,
		Older: []piece.Piece{lower.Piece, lower.Piece, upper.Piece},
		Joins: &making.Joins{
			Left: under.Name, Right: over.Name, LeftPiece: under.Piece, RightPart: over.Piece, Flipped: flipped,
		},
	}
	end := making.Act{
		ID: r.Table.Unit.ID.Step(), Does: making.Trims, Gives: gives, Piece: out.Variants[0].Piece,
		Presses: []naming.Seam{seam}, Takes: []making.ActTake{{Act: sew.ID, Each: 1}}, Pieced: true,
		Apart: m.apart(a, flipped),
	}
	switch m.Way {
	case Two:
		over = r.Mark(over, "mark", []piece.Line{piece.Falling(piece.Num{})}, true, "from corner to corner", older)
		sew.Seams, end.Cuts, end.Says = 2, 1, "Cut apart on the diagonal"
		sew.Joins.Edge = "right sides together, an allowance on each side of the diagonal"
	case Eight:
		over = r.Mark(over, "mark", []piece.Line{piece.Falling(piece.Num{}), piece.Rising(a)}, true,
			"from corner to corner both ways", older)
		sew.Seams, end.Cuts, end.Says = 4, 4, "Cut apart on both middle lines and both diagonals"
		sew.Joins.Edge = "right sides together, an allowance on each side of both diagonals"
	case Four:
		sew.Seams, end.Cuts, end.Says = 4, 2, "Cut apart on both diagonals"
		sew.Joins.Edge = "right sides together, all round the edge"
	case Triangles:
		m.chain(r, lower, upper, &sew)
		end.Says = "Cut the chain"
	}
	if m.Way != Triangles {
		sew.Takes = making.Takes(under.Act, over.Act)
		sew.Joins.Lay([]piece.Piece{piece.Laid(over.Piece, piece.Num{}, piece.Num{})},
			m.lines(piece.Of(r.Table.Seam), a, flipped)...)
	}
	if trimmed {
		end.Shaves = total
	}
	r.Add(sew)
	r.Add(end)
}

// chain sews halves of squares that were cut on their diagonal, long edge to long edge.
func (m *HalfSquare) chain(r *making.Hands, lower, upper making.Lying, sew *making.Act) {
	halves := r.Add(making.Act{
		ID: r.ID("halves"), Does: making.Trims, Name: "triangles",
		Says:  "Lay the squares on each other, right sides up, and cut both on the diagonal",
		Takes: making.Takes(lower.Act, upper.Act), Cuts: 1, Piece: lower.Piece, Pieced: lower.Pieced || upper.Pieced,
	})
	sew.Takes = []making.ActTake{{Act: halves, Each: 1}}
	sew.Seams, sew.Each = 2, lower.Piece.W.TimesRoot2().Sub(piece.Of(2*r.Table.Seam)).Up()
	sew.Joins.Edge = "long edge to long edge, half of one square to half of the other"
	sew.Joins.Edges = m.halves(r, lower, upper)
}

// flipped says whether the lower square lies on top, and is marked: a line on what lies below faces the machine.
func (m *HalfSquare) flipped(t *making.Table) bool {
	plain := func(in making.Input) (role string, is bool) {
		if in.Unit == "" {
			return in.Role, true
		}
		if of, ok := t.Made(in.Unit); ok && of.Cloth {
			return of.Piece.Patches[0].Role, true
		}
		return "", false
	}
	lower, below := plain(m.Lower)
	upper, above := plain(m.Upper)
	switch {
	case m.Way != Two && m.Way != Eight || m.Marked == "upper":
		return false
	case m.Marked == "lower":
		return true
	case below && above:
		return t.Lighter(lower, upper)
	}
	return below
}

func (m *HalfSquare) size(t *making.Table, a, u0, trim piece.Num) making.SizeWorking {
	l, print := t.Ruler.Print(a.Up()), t.Ruler.Print
	size := making.SizeWorking{Rules: rules.By(rules.HalfSquare)}
	switch m.Way {
	case Eight:
		size.Sums = []string{fmt.Sprintf("%s ÷ 2 − 1.4142 × %s = %s", l, print(t.Seam), print(u0.Up()))}
	case Four:
		size.Sums = []string{fmt.Sprintf("(%s − 2 × %s) ÷ 1.4142 = %s", l, print(t.Seam), print(u0.Up()))}
		size.Rules = rules.By(rules.HalfSquare4)
	default:
		size.Sums = []string{fmt.Sprintf("%s − 1.4142 × %s = %s", l, print(t.Seam), print(u0.Up()))}
	}
	if trim != (piece.Num{}) && trim != u0 {
		size.Sums = append(size.Sums, fmt.Sprintf("trimmed along the diagonal: %s − %s = %s", print(u0.Up()),
			print(u0.Sub(trim).Up()), print(trim.Up())))
	}
	return size
}

// Counter is the same pair with the pieced square turned by a quarter, which may give the other hand.
func (m *HalfSquare) Counter() (making.Method, bool) {
	other := *m
	switch {
	case m.Lower.Unit != "":
		other.Lower.Turn = (m.Lower.Turn + 90) % 360
	case m.Upper.Unit != "":
		other.Upper.Turn = (m.Upper.Turn + 90) % 360
	default:
		return nil, false
	}
	return &other, true
}

func (m *HalfSquare) Sized(s making.Sizing) (making.Method, bool) {
	one := *m
	one.Sizing = s.Canonical()
	return &one, m.Lower.Unit == "" && m.Upper.Unit == ""
}

func (m *HalfSquare) Named() string {
	way := map[AtATime]string{
		Two: "two at a time", Four: "four at a time, all round", Eight: "eight at a time",
		Triangles: "from cut triangles",
	}[m.Way]
	if m.Lower.Unit != "" || m.Upper.Unit != "" {
		return way
	}
	if m.Cut.Given() {
		return way + ", " + making.AsTheyCome
	}
	return way + ", " + m.Sizing.Words()
}

func (m *HalfSquare) SizedByFinish(t *making.Table) (making.Method, bool) {
	_, f, given, ok := fromSquares(t, m.Cut, m.Finished, m.gives(t), false)
	one := *m
	one.Cut, one.Finished = making.Breadth{}, f
	return &one, given && ok
}

// gives is what a square gives, finished, before it is trimmed.
func (m *HalfSquare) gives(t *making.Table) func(piece.Num) piece.Num {
	s := piece.Of(t.Seam)
	return func(a piece.Num) piece.Num {
		u, _ := m.Way.gives(s, a)
		return u.Sub(s).Sub(s)
	}
}

// upright turns a square unit so that its seam rises from the lower left to the upper right with the lower piece of the
// pair above it, the way units are laid in a pile.
func upright(p piece.Piece, seam naming.Seam) piece.Piece {
	for _, turn := range []int{90, 180, 270} {
		if risesLeft(p, seam) {
			return p
		}
		if q := p.Turn(turn); risesLeft(q, seam) {
			return q
		}
	}
	return p
}

func risesLeft(p piece.Piece, seam naming.Seam) bool {
	for _, s := range p.Seams {
		if s.ID == seam {
			return s.To.X.Cmp(s.From.X) > 0 && s.To.Y.Cmp(s.From.Y) < 0
		}
	}
	return false
}
