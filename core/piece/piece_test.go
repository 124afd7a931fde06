package piece

import (
	"errors"
	"math/big"
	"math/rand"
	"reflect"
	"testing"

	"vicis/core/measure"
	"vicis/core/naming"
)

const (
	in      = measure.Inch
	quarter = in / 4
)

func join(t *testing.T, f func(a, b Piece, s measure.Length, seam naming.Seam) (Piece, error), a, b Piece,
	id string,
) Piece {
	t.Helper()
	p, err := f(a, b, quarter, naming.Seam(id))
	if err != nil {
		t.Fatal(err)
	}
	return p
}

func segment(t *testing.T, width measure.Length, roles ...string) Piece {
	t.Helper()
	set := Cut(roles[0], 40*in, 5*in/2)
	for i, r := range roles[1:] {
		set = join(t, JoinDown, set, Cut(r, 40*in, 5*in/2), string(rune('a'+i)))
	}
	return set.Slice(in/2, width)
}

// Common practice (trade.md's check values): n strips of w give n·w − ½(n−1); pieces add up the same way across.
func TestSizesOfTheTrade(t *testing.T) {
	four := join(t, JoinRight, join(t, JoinDown, Cut("A", 4*in, 4*in), Cut("B", 4*in, 4*in), "1"),
		join(t, JoinDown, Cut("B", 4*in, 4*in), Cut("A", 4*in, 4*in), "2"), "3")
	if w, h := four.Size(); w != 15*in/2 || h != 15*in/2 {
		t.Errorf("two 4″ squares by two: %v × %v, want 7½", w.Inches(), h.Inches())
	}
	if w, h := four.Finished(quarter).Size(); w != 7*in || h != 7*in {
		t.Errorf("finished %v × %v, want 7", w.Inches(), h.Inches())
	}
	if w, h := segment(t, 5*in/2, "A", "B", "A").Size(); w != 5*in/2 || h != 13*in/2 {
		t.Errorf("segment of three 2½″ strips: %v × %v", w.Inches(), h.Inches())
	}
	framed := join(t, JoinDown, join(t, JoinDown, Cut("F", 9*in/2, 3*in/2), Cut("C", 9*in/2, 9*in/2), "t"),
		Cut("F", 9*in/2, 3*in/2), "b")
	framed = join(t, JoinRight, join(t, JoinRight, Cut("F", 3*in/2, 13*in/2), framed, "l"), Cut("F", 3*in/2, 13*in/2),
		"r")
	if w, h := framed.Size(); w != 13*in/2 || h != 13*in/2 {
		t.Errorf("4½″ framed by 1½″ strips: %v × %v, want 6½", w.Inches(), h.Inches())
	}
}

func TestEdgesThatDifferAreRefusedByHowMuch(t *testing.T) {
	_, err := JoinRight(Cut("A", 4*in, 6*in), Cut("B", 4*in, 23*in/4), quarter, "x")
	var misfit *Misfit
	if !errors.As(err, &misfit) || misfit.Want-misfit.Have != quarter {
		t.Fatalf("got %v", err)
	}
}

// A join neither makes nor loses cloth: what the patches lose is two allowances along the seam.
func TestAreasAddUp(t *testing.T) {
	rng := rand.New(rand.NewSource(3))
	for range 200 {
		h := measure.Length(1+rng.Intn(80)) * in / 8
		p := Cut("A", h+in, h+in)
		for i := range 1 + rng.Intn(6) {
			w, hh := p.Size()
			before := p.Area()
			if rng.Intn(2) == 0 {
				q := Cut("B", measure.Length(5+rng.Intn(60))*in/8, hh)
				p = join(t, JoinRight, p, q, string(rune('a'+i)))
				before = before.Add(q.Area()).Sub(Cut("", 2*quarter, hh).Area())
			} else {
				q := Cut("C", w, measure.Length(5+rng.Intn(60))*in/8)
				p = join(t, JoinDown, p, q, string(rune('a'+i)))
				before = before.Add(q.Area()).Sub(Cut("", w, 2*quarter).Area())
			}
			if p.Area() != before {
				t.Fatalf("area %v after the join, want %v", p.Area(), before)
			}
			w, hh = p.Size()
			if p.Area() != Cut("", w, hh).Area() {
				t.Fatal("the patches do not fill the outline")
			}
		}
	}
}

func TestFourQuarterTurnsAreTheIdentity(t *testing.T) {
	p := segment(t, 3*in, "A", "B", "C", "A")
	p = join(t, JoinRight, p, segment(t, 2*in, "B", "A", "C", "C").Turn(180), "x")
	q := p.Turn(90).Turn(90).Turn(90).Turn(90)
	if !reflect.DeepEqual(p, q) {
		t.Fatal("four quarter turns changed the piece")
	}
	if !reflect.DeepEqual(p.Turn(180), p.Turn(90).Turn(90)) || !reflect.DeepEqual(p.Turn(270), p.Turn(180).Turn(90)) {
		t.Fatal("turns do not add up")
	}
}

func TestSlicingLosesOnlyWhatItSays(t *testing.T) {
	set := segment(t, 30*in, "A", "B")
	var sum Num
	for i := range 11 {
		s := set.Slice(in/2+measure.Length(i)*5*in/2, 5*in/2)
		if len(s.Seams) != 1 || len(s.Patches) != 2 {
			t.Fatalf("slice %d has %d seams and %d patches", i, len(s.Seams), len(s.Patches))
		}
		sum = sum.Add(s.Area())
	}
	_, h := set.Size()
	lost := Cut("", 30*in-11*5*in/2, h).Area()
	if sum.Add(lost) != set.Area() {
		t.Fatal("cloth was made or lost")
	}
}

// Two ends nest when their circulations are equal. A fact of the trade (common practice): two identical segments, one
// turned end for end, always nest, and two identical segments side by side never do.
func TestMeetingsOfSegments(t *testing.T) {
	s := segment(t, 5*in/2, "A", "B")
	turned := join(t, JoinRight, s, s.Turn(180), "x")
	if m := turned.Meetings; len(m) != 1 || m[0].A.E*m[0].B.E != 1 {
		t.Fatalf("one turned: %+v", m)
	}
	same := join(t, JoinRight, s, s, "x")
	if m := same.Meetings; len(m) != 1 || m[0].A.E*m[0].B.E != -1 {
		t.Fatalf("not turned: %+v", m)
	}
	// The finished edges of the block carry the seams that end there, one on each side.
	for _, side := range []Side{Left, Right, Top, Bottom} {
		if ends := turned.Finished(quarter).Ends(side); len(ends) != 1 {
			t.Errorf("side %+v has ends %+v", side, ends)
		}
	}
}

// A diagonal meets its mirror image, not the diagonal that goes straight on.
func TestDiagonalEndsMatchTheirMirrorImage(t *testing.T) {
	at := func(id string, x, y measure.Length) Piece {
		p := Cut("A", 4*in, 4*in)
		p.Seams = []SeamLine{{naming.Seam(id), Point{Of(2 * in), Of(y)}, Point{Of(x), Of(2 * in)}}}
		return p
	}
	// comes down to the right-hand stitch line at its middle
	right := at("a", 15*in/4, in/4)
	// leaves the left-hand stitch line upward, downward
	mirrored, straight := at("b", quarter, in/4), at("c", quarter, 15*in/4)
	if p := join(t, JoinRight, right, mirrored, "x"); len(p.Meetings) != 1 {
		t.Errorf("mirror images: %+v", p.Meetings)
	}
	if p := join(t, JoinRight, right, straight, "x"); len(p.Meetings) != 0 {
		t.Errorf("straight on: %+v", p.Meetings)
	}
}

func TestSignOfSurdsIsExact(t *testing.T) {
	rng := rand.New(rand.NewSource(1))
	root2 := new(big.Float).SetPrec(300).Sqrt(big.NewFloat(2).SetPrec(300))
	check := func(a Num) {
		want := new(big.Float).SetPrec(300).Mul(root2, new(big.Float).SetPrec(300).SetInt64(a.Q))
		want.Add(want, new(big.Float).SetPrec(300).SetInt64(a.P))
		if a.Sign() != want.Sign() {
			t.Fatalf("sign of %+v is %d, want %d", a, a.Sign(), want.Sign())
		}
	}
	for range 2000 {
		check(Num{rng.Int63n(1<<40) - 1<<39, rng.Int63n(1<<40) - 1<<39})
	}
	for p, q := int64(1), int64(1); p < 1<<55; p, q = p+2*q, p+q { // convergents of √2: the closest calls there are
		check(Num{p, -q})
		check(Num{-p, q})
	}
	if d := Of(in).TimesRoot2(); d.TimesRoot2() != Of(2*in) {
		t.Fatal("√2 twice is not 2")
	}
	three := Of(3 * in).TimesRoot2()
	if _, exact := three.Exact(); exact || three.Nearest().Inches() < 4.2426 || three.Nearest().Inches() > 4.2427 {
		t.Fatalf("3√2 is %v", three.Nearest().Inches())
	}
}

func TestWhichRolesLieBesideEachOther(t *testing.T) {
	rail := segment(t, 5*in/2, "A", "B", "C")
	if got := rail.Beside(); !reflect.DeepEqual(got, [][2]string{{"A", "B"}, {"B", "C"}}) {
		t.Errorf("three strips: %v", got)
	}
	turned := join(t, JoinRight, rail, rail.Turn(180), "x")
	if got := turned.Beside(); !reflect.DeepEqual(got, [][2]string{{"A", "B"}, {"A", "C"}, {"B", "C"}}) {
		t.Errorf("one turned beside: %v", got)
	}
	// A square halved on its diagonal, either way; and four of them round a point, where the halves of one role touch and
	// no other is beside.
	half := Cut("A", 2*in, 2*in).Swap(Cut("B", 2*in, 2*in), in/4, "seam")
	for _, turn := range []int{0, 90, 180, 270} {
		if got := half.Turn(turn).Beside(); !reflect.DeepEqual(got, [][2]string{{"A", "B"}}) {
			t.Errorf("turned by %d: %v", turn, got)
		}
	}
	if got := Cut("A", in, in).Beside(); len(got) != 0 {
		t.Errorf("one patch: %v", got)
	}
}

// Sewing below is sewing at the right with the table turned, to the order in which seams meet.
func TestJoinDownIsJoinRightOnATurnedTable(t *testing.T) {
	r := rand.New(rand.NewSource(13))
	cell := func() Piece {
		a := join(t, JoinRight, Cut("A", in, 2*in), Cut("B", in, 2*in), "inner")
		b := join(t, JoinDown, Cut("C", 3*in/2, in+quarter), Cut("D", 3*in/2, in+quarter), "other")
		return []Piece{a.Turn(90 * r.Intn(4)), b.Turn(90 * r.Intn(4))}[r.Intn(2)]
	}
	for range 300 {
		above, below := cell(), cell()
		for above.W != below.W {
			above, below = cell(), cell()
		}
		got, err := JoinDown(above, below, quarter, "seam")
		if err != nil {
			t.Fatal(err)
		}
		want, err := JoinRight(above.Turn(270), below.Turn(270), quarter, "seam")
		if err != nil {
			t.Fatal(err)
		}
		want = want.Turn(90)
		last := &want.Seams[len(want.Seams)-1]
		last.From, last.To = last.To, last.From
		for i := range want.Meetings { // where along the edge two met is told from one end or the other
			want.Meetings[i].A.At, want.Meetings[i].B.At = got.Meetings[i].A.At, got.Meetings[i].B.At
			want.Meetings[i].A.spot, want.Meetings[i].B.spot = got.Meetings[i].A.spot, got.Meetings[i].B.spot
		}
		if !reflect.DeepEqual(got, want) {
			t.Fatalf("%+v\nis not\n%+v", got, want)
		}
	}
}

// How many seams a line crosses: three strips two, whichever way they lie; where one line crosses more than another, or
// a seam slants, nothing can be said.
func TestSeamsThatALineCrosses(t *testing.T) {
	strip := func(role string) Piece { return Cut(role, 10*measure.Inch, 2*measure.Inch) }
	set := strip("A")
	for i, role := range []string{"B", "C"} {
		var err error
		if set, err = JoinDown(set, strip(role), measure.Inch/4, naming.Of("set").Seam(string(rune('a'+i)))); err != nil {
			t.Fatal(err)
		}
	}
	plain := Cut("D", 3*measure.Inch, 5*measure.Inch)
	half, err := JoinRight(set, plain, measure.Inch/4, naming.Of("block").Seam())
	if err != nil {
		t.Fatal(err)
	}
	for _, one := range []struct {
		name    string
		p       Piece
		upright bool
		n       int
		even    bool
	}{
		{"a set, from top to bottom", set, false, 2, true},
		{"a set, from side to side", set, true, 0, true},
		{"the set turned", set.Turn(90), true, 2, true},
		{"with a plain piece beside it", half, true, 1, true},
		{"the same, down", half, false, 0, false},
		{"plain cloth", plain, true, 0, true},
	} {
		if n, even := one.p.Crossed(one.upright); even != one.even || even && n != one.n {
			t.Errorf("%s: %d, %v", one.name, n, even)
		}
	}
}
