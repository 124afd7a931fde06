package fewest_test

import (
	"math/rand"
	"testing"

	"vicis/core/fewest"
	"vicis/internal/trial/solve"
)

// Worked by pencil: segments of 2½″ from sets 40½″ long of which half an inch is squared off, 16 a set; of one set six
// were cut, and 25″ are left: ten more.
func TestRestsComeFirst(t *testing.T) {
	stock, rest := fewest.Stock{Length: 40 * 8}, []fewest.Offcut{{25 * 8, 1}}
	for _, c := range []struct{ want, strips int }{{9, 0}, {10, 0}, {11, 1}, {26, 1}, {27, 2}} {
		l, ok := fewest.Beside(stock, rest, []fewest.Want{{20, c.want}}, fewest.Enough())
		if !ok || l.Strips != c.strips || !l.Proven() {
			t.Errorf("%d segments: %+v, %d sets by pencil", c.want, l, c.strips)
		}
		if first := l.Patterns[0]; first.Rest != 25*8 || first.Counts[0] != min(c.want, 10) {
			t.Errorf("%d segments: %+v comes first", c.want, first)
		}
	}
	// Squared up again after every third cut, and at once, ½″ each time: of 24½″ nine take 23½″.
	stock.Every, stock.Loss = 3, 4
	if l, _ := fewest.Beside(stock, rest, []fewest.Want{{20, 10}}, fewest.Enough()); l.Patterns[0].Counts[0] != 9 || l.Strips != 1 {
		t.Errorf("%+v: 9 × 2½ + 2 × ½ = 23½", l)
	}
	if l, ok := fewest.Beside(stock, rest, []fewest.Want{{20, 0}}, fewest.Enough()); !ok || l.Strips != 0 || !l.Proven() {
		t.Errorf("nothing: %+v", l)
	}
	if _, ok := fewest.Beside(stock, rest, []fewest.Want{{400, 1}}, fewest.Enough()); ok {
		t.Error("a piece longer than the strip was cut from it")
	}
}

// GLPK answers every instance beside rests too: no answer of ours takes fewer, what is said to be proven takes as many,
// and hardly any takes more.
func TestBesideRestsAgainstGLPK(t *testing.T) {
	r := rand.New(rand.NewSource(39))
	dir := t.TempDir()
	const n = 200
	proven, best := 0, 0
	for range n {
		stock, wants := small(r)
		var rests []fewest.Offcut
		for range 1 + r.Intn(3) {
			rests = append(rests, fewest.Offcut{Length: 1 + r.Int63n(stock.Length), Count: 1 + r.Intn(4)})
		}
		l, ok := fewest.Beside(stock, rests, wants, fewest.Enough())
		if !ok {
			t.Fatalf("%v refused", wants)
		}
		solve.Check(t, stock, wants, l)
		had := map[int64]int{}
		for _, p := range l.Patterns {
			had[p.Rest] += p.Times
		}
		for _, rest := range rests {
			had[rest.Length] -= rest.Count
		}
		for long, over := range had {
			if long > 0 && over > 0 {
				t.Errorf("%d more of %d were cut than there are of %v", over, long, rests)
			}
		}
		want := solve.Optimum(t, dir, solve.Program(stock, wants, rests...))
		switch {
		case l.Strips < want, l.Bound > want:
			t.Errorf("%v from %v beside %v: %d strips, bound %d, GLPK finds %d", wants, stock, rests, l.Strips, l.Bound, want)
		case l.Strips == want:
			best++
		}
		if l.Proven() {
			proven++
		}
	}
	t.Logf("%d of %d proven, %d as few as GLPK", proven, n, best)
	if best < n*97/100 || proven < n*9/10 {
		t.Errorf("%d of %d proven, %d as few as GLPK", proven, n, best)
	}
}
