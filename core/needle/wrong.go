package needle

import (
	"cmp"
	"math"
	"slices"

	"vicis/core/batching"
	"vicis/core/naming"
	"vicis/core/piece"
)

// Wrong is the wrong way of laying two parts that looks most like the right one, and the place that tells them apart.
type Wrong struct {
	Lower, Upper LayerUnder
	Turned       [2]int      // how the lower and the upper one are turned against the right way; -1 for another thing
	Other        string      // what the other thing is called
	Alike        float64     // how much of what is seen is the same
	Up           bool        // the upper one tells them apart, else the lower one
	X, Y         float64     // where, in inches from the upper left corner of that layer as it lies right side up
	Right, Not   piece.Patch // the cloth there
	Along        bool        // it is so all along the seam
	Allowance    bool        // only the way an allowance points tells them apart: the cloth lies alike
	At           piece.Num   // where along the seam
	// Points: which way it points when it is right, and when it is wrong; None where none comes there
	Points   [2]AllowanceWay
	Diagonal bool             // of what lies face down: it is sewn on its other diagonal
	Stitches []piece.SeamLine // then
	Over     []piece.Piece    // and how it lies
}

// Bounds of what is tried for one seam: work, not time. What is looked at is pairs of patches; to compare shapes, and
// to sew and compare what comes out, costs so many looks for a patch.
const (
	mostPatches = 400 // of a part that is laid otherwise
	mostOthers  = 40  // other things of the same size
	mostLooks   = 1_500_000
	forShapes   = 40
	forSewing   = 60
)

// likely is how much of another thing must look the same for it to be taken for the right one, where its patches are of
// other shapes (judgement).
const likely = 2.0 / 3

// laying is one way of laying both parts.
type laying struct {
	lower, upper LayerUnder
	turned       [2]int
	other        string
	alike        float64
	cost         int // how much has to go wrong
}

// wrong finds what is most easily taken for the right way: both parts in all their turns, and other things of the same
// size in place of either, where that looks nearly like it. It is wrong when what is sewn shows other cloth, when more
// allowances lie on each other in this seam, or when some would turn otherwise that come to lie on others in a later
// one.
func (t cardTable) wrong(l Lie) *Wrong {
	if len(l.Lower.Piece.Patches) > mostPatches || len(l.Upper.Piece.Patches) > mostPatches {
		return nil
	}
	right, err := piece.JoinRight(l.Lower.Piece, l.Upper.Piece, l.Takes, l.Seam)
	if err != nil {
		return nil
	}
	list, looks := t.layings(l)
	matters := t.w.Press.MeetLater(l.Seam)
	for _, way := range list {
		if looks += forSewing * (len(way.lower.Piece.Patches) + len(way.upper.Piece.Patches)); looks > 2*mostLooks {
			return nil
		}
		sewn, err := piece.JoinRight(way.lower.Piece, way.upper.Piece, l.Takes, l.Seam)
		if err != nil || t.same(right, sewn, l, matters) {
			continue
		}
		if w := t.told(l, way); w != nil {
			return w
		}
	}
	return nil
}

// shapes sees no cloth.
func shapes(string, int) string { return "" }

// layings are all ways of laying both parts that fit the edge, the one that looks most like the right one first.
func (t cardTable) layings(l Lie) (list []laying, looks int) {
	type choice struct {
		LayerUnder
		turned int
		other  string
		alike  float64
	}
	seen := t.w.Seen
	choices := func(one LayerUnder, guide piece.Side) []choice {
		list := []choice{{one, 0, "", 1}}
		long := one.Piece.Reaches(guide)
		if one.Torn { // it hangs on all that was sewn before
			return list
		}
		add := func(p piece.Piece, from naming.Step, name string, turn, turned int) {
			if p = p.Turn(turn); p.W != one.Piece.W || p.H != one.Piece.H || p.Reaches(guide) != long {
				return
			}
			other := one
			other.Piece = p
			if from != one.From {
				other.From, other.Turn, other.Name = from, turn, name
			} else {
				other.Turn = (one.Turn + turn) % 360
			}
			if looks += len(one.Piece.Patches) * len(p.Patches); looks > mostLooks {
				return
			}
			_, alike := piece.Differ(one.Piece, p, seen)
			c := choice{other, turned, "", alike}
			if turned < 0 {
				c.other = name
				if alike < likely {
					if looks += forShapes * len(p.Patches); len(p.Patches) != len(one.Piece.Patches) || looks > mostLooks ||
						!piece.SameLook(one.Piece, p, shapes) {
						return
					}
				}
			}
			list = append(list, c)
		}
		for _, turn := range []int{180, 90, 270} {
			add(one.Piece, one.From, one.Name, turn, turn)
		}
		for _, o := range t.others(one) {
			for _, turn := range []int{0, 180, 90, 270} {
				add(o.Piece, o.From, o.Name, turn, -1)
			}
		}
		return list
	}
	lower, upper := choices(l.Lower, piece.Right), choices(l.Upper, piece.Left)
	area := func(p piece.Piece) float64 { return p.W.Inches() * p.H.Inches() }
	a, b := area(l.Lower.Piece), area(l.Upper.Piece)
	for i, x := range lower {
		for j, y := range upper {
			if i == 0 && j == 0 || x.turned < 0 && j > 0 || y.turned < 0 && i > 0 {
				continue // one other thing at a time
			}
			way := laying{
				x.LayerUnder, y.LayerUnder,
				[2]int{x.turned, y.turned},
				x.other + y.other,
				(x.alike*a + y.alike*b) / (a + b), 0,
			}
			for _, turned := range way.turned {
				way.cost += map[int]int{0: 0, 180: 2, 90: 3, 270: 3, -1: 4}[turned]
			}
			list = append(list, way)
		}
	}
	slices.SortStableFunc(list, func(x, y laying) int {
		return cmp.Or(cmp.Compare(math.Round(y.alike*1e6), math.Round(x.alike*1e6)), cmp.Compare(x.cost, y.cost))
	})
	return list, looks
}

// others are other things on the table that are as large as a part.
func (t cardTable) others(one LayerUnder) (list []LayerUnder) {
	if one.From == "" {
		return nil
	}
	known := map[naming.Step]bool{one.From: true}
	add := func(id naming.Step, name string, p piece.Piece) {
		same := p.W == one.Piece.W && p.H == one.Piece.H || p.W == one.Piece.H && p.H == one.Piece.W
		if known[id] || !same || len(list) >= mostOthers || len(p.Patches) > mostPatches || !p.Whole() {
			return
		}
		known[id] = true
		list = append(list, LayerUnder{From: id, Name: name, Piece: p})
	}
	for _, m := range t.w.Units {
		if m.InLength {
			continue
		}
		for _, one := range m.Each() {
			if t.w.Lines[one.Unit.ID.Step()].Make() > 0 {
				add(one.Unit.ID.Step(), one.Unit.Name, one.Piece)
			}
		}
	}
	for _, b := range t.w.Batches {
		if b.Stage == batching.Units && len(b.Joins) > 0 && b.Make > 0 {
			add(b.ID, b.Name, b.Piece)
		}
	}
	return list
}

// same says whether the second of two pieces is as good as the first, however it is turned: the same cloth at the same
// places, no more allowances lying on each other in the seam just sewn, and those that matter later turned the same
// way.
func (t cardTable) same(a, b piece.Piece, l Lie, matters func(naming.Seam) bool) bool {
	for _, turn := range []int{0, 180, 90, 270} {
		turned := a.Turn(turn)
		if piece.SameLook(turned, b, t.w.Seen) && t.clashes(b, l.Seam) <= t.clashes(a, l.Seam) &&
			t.w.Press.AlikeWhere(turned, b, t.w.Table.Seam, matters) {
			return true
		}
	}
	return false
}

func (t cardTable) clashes(p piece.Piece, over naming.Seam) (n int) {
	for _, m := range p.Meetings {
		if m.Over != over || m.Spin {
			continue
		}
		if nests, _ := t.w.Press.Nests(m); !nests {
			n++
		}
	}
	return n
}

// told is a wrong way with the place that tells it from the right one: of the upper layer where that differs, as near
// the guide and the end that goes in first as can be.
func (t cardTable) told(l Lie, way laying) *Wrong {
	w := &Wrong{Turned: way.turned, Other: way.other, Alike: way.alike}
	w.Lower, w.Upper = near(Lie{Lower: way.lower, Upper: way.upper, Long: l.Long, Marks: l.Marks})
	lower, upper := near(l)
	for _, up := range []bool{true, false} {
		a, b, guide := lower.Piece, w.Lower.Piece, lower.Piece.W.Inches()
		if up {
			a, b, guide = upper.Piece, w.Upper.Piece, 0
		}
		differs, _ := piece.Differ(a, b, t.w.Seen)
		if len(differs) == 0 {
			continue
		}
		far := func(d piece.Differing) float64 {
			return math.Round((math.Abs(d.X-guide)/a.W.Inches()+d.Y/a.H.Inches())*1e6) / 1e6
		}
		one := slices.MinFunc(differs, func(x, y piece.Differing) int { return cmp.Compare(far(x), far(y)) })
		w.Up, w.X, w.Y, w.Right, w.Not = up, one.X, one.Y, one.A, one.B
		w.Along = one.Tall[1]-one.Tall[0] > 0.8*a.H.Inches()
		return w
	}
	wrong := l
	wrong.Lower, wrong.Upper = way.lower, way.upper
	w.Allowance = true
	for _, up := range []bool{true, false} {
		right, not := waysOf(t.marks(l), up), waysOf(t.marks(wrong), up)
		for _, m := range slices.Concat(t.marks(l), t.marks(wrong)) {
			if right[m.At] == not[m.At] {
				continue
			}
			w.Up, w.At, w.Points = up, m.At, [2]AllowanceWay{right[m.At], not[m.At]}
			w.Y = m.At.Inches()
			if !up {
				w.X = lower.Piece.W.Inches()
			}
			return w
		}
	}
	return nil // nothing at this edge tells
}

func waysOf(marks []AllowanceMark, up bool) map[piece.Num]AllowanceWay {
	ways := map[piece.Num]AllowanceWay{}
	for _, m := range marks {
		ways[m.At] = m.Lower
		if up {
			ways[m.At] = m.Upper
		}
	}
	return ways
}

// FaceDown is what lies face down on a part: the part, what lies on it in its place, and where the needle goes.
type FaceDown struct {
	Under    piece.Piece
	Name     string // what lies on it is called
	On       string
	Over     []piece.Piece
	Stitches []piece.SeamLine
	Wrong    *Wrong
}

// laid lays parts face down on another.
func (t cardTable) laid(on batching.NeedlePart, name string) *FaceDown {
	l := &FaceDown{Under: on.Piece, On: on.Name, Name: name, Over: on.Over, Stitches: on.Seams}
	l.Wrong = t.wrongly(l)
	return l
}

// wrongly is the most confusable wrong way of sewing what lies face down: on its other diagonal, itself turned, or what
// is under it turned.
func (t cardTable) wrongly(l *FaceDown) *Wrong {
	if len(l.Under.Patches) > mostPatches {
		return nil
	}
	seen := t.w.Seen
	changes := func(p piece.Piece, degrees int) bool {
		q := p.Turn(degrees)
		return q.W == p.W && q.H == p.H && !piece.SameLook(p, q, seen)
	}
	small := slices.ContainsFunc(l.Over, func(p piece.Piece) bool { return p.W != l.Under.W || p.H != l.Under.H })
	if other, is := l.mirrored(); is {
		quarter := changes(l.Under, 90) || slices.ContainsFunc(l.Over,
			func(p piece.Piece) bool { return changes(p.Boxed(), 90) })
		if small || quarter {
			return &Wrong{Diagonal: true, Alike: 1, Stitches: other, Over: l.Over, Lower: LayerUnder{Piece: l.Under}, Up: true}
		}
	}
	best := t.turnedOver(l)
	for _, degrees := range []int{180, 90, 270} {
		if !changes(l.Under, degrees) {
			continue
		}
		differs, alike := piece.Differ(l.Under, l.Under.Turn(degrees), seen)
		if len(differs) == 0 || best != nil && best.Alike >= alike {
			continue
		}
		one := slices.MinFunc(differs, func(x, y piece.Differing) int { return cmp.Compare(x.X+x.Y, y.X+y.Y) })
		best = &Wrong{
			Lower: LayerUnder{Piece: l.Under.Turn(degrees), Turn: degrees}, Turned: [2]int{degrees, 0}, Alike: alike, X: one.X,
			Y: one.Y, Right: one.A,
			Not: one.B, Stitches: l.Stitches, Over: l.Over,
		}
	}
	return best
}

// turnedOver is what lies face down turned in its place, where that shows other cloth and looks most like the right
// way.
func (t cardTable) turnedOver(l *FaceDown) (best *Wrong) {
	for _, degrees := range []int{180, 90, 270} {
		var over []piece.Piece
		var first *piece.Differing
		alike, fits := 0.0, true
		for _, p := range l.Over {
			x, y, _, _ := p.Bounds()
			q := piece.Laid(p.Boxed().Turn(degrees).Mirrored(), x, y)
			differs, same := piece.Differ(p, q, t.w.Seen)
			fits = fits && q.W == p.W && q.H == p.H && len(p.Patches) <= mostPatches
			alike += same / float64(len(l.Over))
			over = append(over, q)
			for _, d := range differs {
				if first == nil || d.X+d.Y < first.X+first.Y {
					first = &d
				}
			}
		}
		if !fits || first == nil || best != nil && best.Alike >= alike {
			continue
		}
		best = &Wrong{
			Lower: LayerUnder{Piece: l.Under}, Turned: [2]int{0, degrees}, Alike: alike, Up: true, X: first.X, Y: first.Y,
			Right: first.A, Not: first.B,
			Stitches: l.Stitches, Over: over,
		}
	}
	return best
}

// mirrored are the stitches on the other diagonals of what they sew on; false where that is the same.
func (l *FaceDown) mirrored() (list []piece.SeamLine, other bool) {
	key := func(s piece.SeamLine) [2]piece.Point {
		a, b := s.From, s.To
		if c := cmp.Or(a.X.Cmp(b.X), a.Y.Cmp(b.Y)); c > 0 {
			a, b = b, a
		}
		return [2]piece.Point{a, b}
	}
	there := map[[2]piece.Point]bool{}
	for _, s := range l.Stitches {
		there[key(s)] = true
	}
	for _, s := range l.Stitches {
		i := slices.IndexFunc(l.Over, func(p piece.Piece) bool {
			x0, y0, x1, y1 := p.Bounds()
			mx, my := s.From.X.Add(s.To.X), s.From.Y.Add(s.To.Y)
			return mx.Cmp(x0.Add(x0)) >= 0 && mx.Cmp(x1.Add(x1)) <= 0 && my.Cmp(y0.Add(y0)) >= 0 && my.Cmp(y1.Add(y1)) <= 0
		})
		if i < 0 {
			return nil, false
		}
		x0, _, x1, _ := l.Over[i].Bounds()
		turned := piece.SeamLine{
			From: piece.Point{X: x0.Add(x1).Sub(s.From.X), Y: s.From.Y},
			To:   piece.Point{X: x0.Add(x1).Sub(s.To.X), Y: s.To.Y},
		}
		list = append(list, turned)
		other = other || !there[key(turned)]
	}
	return list, other
}
