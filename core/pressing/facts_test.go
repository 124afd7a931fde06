package pressing

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"vicis/core/making"
	"vicis/core/quilt"
	"vicis/core/straight"
)

// Facts of the trade (common practice), and the closed forms of pressing that were checked by brute force outside the
// project.

// Two identical segments, one of them turned, always nest, whatever strips they are of.
func TestASegmentNestsWithItselfTurned(t *testing.T) {
	for seed := range uint64(40) {
		r := rand.New(rand.NewPCG(seed, 1))
		roles := ""
		for range 2 + r.IntN(6) {
			roles += string(rune('A' + r.IntN(3)))
		}
		p := decided(t, all(1, 1, "block"), Nest, false, set("I", "I", roles), []making.Unit{join("block", "I", "I*")})
		if want := len(roles) - 1; p.Clashes != 0 || p.Crossings != want {
			t.Errorf("%s: %d of %d clash, %d cross", roles, p.Clashes, p.Crossings, want)
		}
	}
}

// Rows pressed alternately always nest at the corners of four blocks; seams pressed toward plain sashing never clash.
func TestRowsNestAtTheCorners(t *testing.T) {
	for rows := 2; rows < 7; rows++ {
		p := decided(t, all(rows, 5, "block", "other"), Nest, false, set("I", "I", "ABA"), set("II", "II", "BAB"),
			[]making.Unit{join("block", "I", "II", "I"), join("other", "II", "I", "II")})
		for _, place := range p.Places {
			if place.Where == "where four blocks meet" && (place.Clashes > 0 || place.Crossings != (rows-1)*4) {
				t.Errorf("%d rows: %+v", rows, place)
			}
		}
	}
}

// Opened seams never nest and never clash; a half turn of one unit leaves what is inside it as it was.
func TestOpenedSeamsAndHalfTurns(t *testing.T) {
	units := [][]making.Unit{set("I", "I", "ABA"), set("II", "II", "BAB"), {join("block", "I", "II", "I")}}
	top := all(3, 3, "block")
	inside := func(p Plan) (n int) {
		for _, place := range p.Places {
			if place.Inside {
				n += place.Crossings - place.Clashes
			}
		}
		return n
	}
	before := inside(decided(t, top, Nest, false, units...))
	top.Repeat[0][0].Turn = 180
	if after := inside(decided(t, top, Nest, false, units...)); after != before || before == 0 {
		t.Errorf("%d crossings nest inside, %d once turned", before, after)
	}
	p := decided(t, top, Open, false, units...)
	for _, c := range p.net.crossings {
		if nests, opened := p.Nests(c.meeting); nests || !opened {
			t.Fatalf("%+v nests: %v", c, nests)
		}
	}
}

// A loop of n strips cut into columns, each stepped by d against the one before: some pressing without clashes exists
// exactly when n ÷ gcd(n, d) is even; with n odd and d = 1 one crossing of each joint clashes.
func TestLoopsOfStrips(t *testing.T) {
	gcd := func(a, b int) int {
		for b != 0 {
			a, b = b, a%b
		}
		return a
	}
	for n := 2; n <= 24; n++ {
		for d := 1; d < n; d++ {
			var springs []spring
			for i := range n { // seam i of one column meets seam i + d of the loop in the next: they have to go opposite ways
				springs = append(springs, spring{1 + i, 1 + (i+d)%n, -1, 1})
			}
			out := solve(n+1, springs, crossingBudget, nil)
			rings := gcd(n, d)
			want := int64(0)
			if n/rings%2 == 1 {
				want = int64(rings) // each ring of odd length leaves one
			}
			if out.cost != want || out.bound != want {
				t.Errorf("%d strips stepped by %d: %d clash (at least %d), want %d", n, d, out.cost, out.bound, want)
			}
		}
	}
}

// A chain of checkers in turn with a framed plain block: no clash, one way each.
func TestAChainAlternates(t *testing.T) {
	units := [][]making.Unit{
		set("I", "I", "ABABA"), set("II", "II", "BABAB"),
		{join("block", "I", "II", "I", "II", "I")},
		{
			{ID: "middle", Name: "middle", How: &straight.PlainPatch{
				Role: "C", Width: making.Typed("3 strips"),
				Height: making.Typed("3 strips"),
			}},
			{ID: "bar", Name: "bar", How: &straight.PlainPatch{
				Role: "C", Width: making.Typed("3 strips"),
				Height: making.Typed("1 strip"),
			}},
			{ID: "corner", Name: "corner", How: &straight.PlainPatch{
				Role: "A", Width: making.Typed("1 strip"),
				Height: making.Typed("1 strip"),
			}},
		},
		{{ID: "framed", Name: "framed", How: &straight.Grid{Rows: straight.Rows([][]straight.GridCell{
			{
				{Unit: "corner"},
				{Unit: "bar"},
				{Unit: "corner"},
			},
			{{Unit: "bar", Turn: 90}, {Unit: "middle"}, {Unit: "bar", Turn: 90}},
			{{Unit: "corner"}, {Unit: "bar"}, {Unit: "corner"}},
		})}}},
	}
	for _, size := range [][2]int{{3, 3}, {4, 5}, {6, 7}} {
		p := decided(t, all(size[1], size[0], "block", "framed"), Nest, false, units...)
		if p.Clashes != 0 || p.Layout.Turning != quilt.AsDrawn {
			t.Errorf("%v: %d of %d clash: %s", size, p.Clashes, p.Crossings, fmt.Sprint(p.Places))
		}
	}
}
