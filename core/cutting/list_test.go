package cutting

import (
	"fmt"
	"math/rand"
	"slices"
	"testing"

	"vicis/core/fewest"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/internal/trial/solve"
)

// ringed is the rings of so many blocks of a list of widths, on tubes of a length.
func ringed(r *rand.Rand) (Across, []measure.Length) {
	mark := measure.Inch / 4
	var some, list []measure.Length // few widths, so that all patterns can be written down for GLPK
	for range 2 + r.Intn(3) {
		some = append(some, mark*measure.Length(10+r.Intn(18)))
	}
	for range 2 + r.Intn(9) {
		list = append(list, some[r.Intn(len(some))])
	}
	blocks := 1 + r.Intn(14)
	a := Across{Set: "set", Length: measure.Inch * measure.Length(26+r.Intn(18))}
	for _, w := range list {
		id := naming.Of("wave").Ring("set", int64(w))
		a.List = append(a.List, id)
		k := slices.IndexFunc(a.Cuts, func(c WidthCut) bool { return c.ID == id })
		if k < 0 {
			k = len(a.Cuts)
			a.Cuts = append(a.Cuts, WidthCut{ID: id, Width: w, Cut: w})
		}
		a.Cuts[k].Need += blocks
	}
	return a, list
}

// The list of widths over all blocks is one cutting-stock problem: 100 seeded lists, each answered by GLPK (Debian's
// glpk-utils) as an integer program over all its patterns. Every ring is cut once, no tube is longer than it is, and
// where the fewest tubes can be cut in the order of the list they are.
func TestRingsAgainstGLPK(t *testing.T) {
	r := rand.New(rand.NewSource(15))
	dir := t.TempDir()
	running := 0
	for n := range 100 {
		a, list := ringed(r)
		tb := &making.Table{Squaring: measure.Inch / 2, Every: []int{0, 0, 6}[n%3]}
		a.lay(tb, fewest.Enough())
		var wants []fewest.Want
		for _, c := range a.Cuts {
			wants = append(wants, fewest.Want{Width: int64(c.Cut), Count: c.Make()})
		}
		if want := solve.Optimum(t, dir, solve.Program(stock(a.Length, tb), wants)); a.Layups.Strips != want ||
			!a.Layups.Proven() {
			t.Errorf("list %d, %v: %d tubes (at least %d), GLPK finds %d", n, list, a.Layups.Strips, a.Layups.Bound, want)
		}
		cut, tubes := make([]int, len(a.Cuts)), 0
		var order []measure.Length
		for _, p := range a.Layups.Patterns {
			tubes += p.Times
			at, piece := a.Marks(p, tb)
			if at[len(at)-1] > a.Length {
				t.Errorf("list %d: a tube is cut to %v", n, at[len(at)-1].Inches())
			}
			for range p.Times {
				for _, i := range piece {
					if i >= 0 {
						cut[i]++
						order = append(order, a.Cuts[i].Cut)
					}
				}
			}
		}
		for i, c := range a.Cuts {
			if cut[i] != c.Make() {
				t.Errorf("list %d: %d rings of %v, and %d are cut", n, c.Make(), c.Cut.Inches(), cut[i])
			}
		}
		if tubes != a.Layups.Strips {
			t.Errorf("list %d: %d tubes, and %d are cut", n, a.Layups.Strips, tubes)
		}
		inOrder := true
		for i, w := range order {
			inOrder = inOrder && w == list[i%len(list)]
		}
		if inOrder != (a.Running == tubes) {
			t.Errorf("list %d: cut in the order of the list: %v; %d tubes, and %d in that order", n, inOrder, tubes, a.Running)
		}
		if inOrder {
			running++
		}
	}
	if running < 20 || running > 95 {
		t.Errorf("%d of 100 lists run on from tube to tube", running)
	}
}

// What is asked for beyond the list, and what the list has more often than it is needed, is cut all the same, once.
func TestAListThatDoesNotComeOut(t *testing.T) {
	for _, one := range []struct {
		left, list []int
		want       string
	}{
		{[]int{2, 1}, []int{0, 1}, "[0 1 0]"},
		{[]int{1, 1, 2}, []int{1, 0}, "[1 0 2 2]"},
		{[]int{0, 2}, []int{0, 1, 0}, "[1 1]"},
		{[]int{3}, nil, "[0 0 0]"},
		{nil, nil, "[]"},
	} {
		if got := fmt.Sprint(fewest.Once(slices.Clone(one.left), one.list)); got != one.want {
			t.Errorf("%v by %v: %s, should be %s", one.left, one.list, got, one.want)
		}
	}
}

func BenchmarkRings(b *testing.B) {
	r := rand.New(rand.NewSource(15))
	var lists []Across
	for range 20 {
		a, _ := ringed(r)
		lists = append(lists, a)
	}
	tb := &making.Table{Squaring: measure.Inch / 2}
	for _, ordered := range []bool{false, true} {
		b.Run(map[bool]string{false: "fewest", true: "in the order of the list"}[ordered], func(b *testing.B) {
			for range b.N {
				for _, a := range lists {
					a.Cuts = slices.Clone(a.Cuts)
					if !ordered {
						a.List = nil
					}
					a.lay(tb, fewest.Enough())
				}
			}
		})
	}
}
