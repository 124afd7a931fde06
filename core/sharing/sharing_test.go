package sharing

import (
	"math/rand"
	"slices"
	"testing"

	"vicis/core/measure"
)

const half = measure.Inch / 2

// asked is strips of up to three widths and their counts for up to four prints, cut from cloth that is sold by the ⅛ yd,
// its edge cleaned by ½″.
func asked(r *rand.Rand) ToShare {
	a := ToShare{Prints: 2 + r.Intn(3)}
	widths := make([]measure.Length, 1+r.Intn(3))
	for j := range widths {
		widths[j] = half * measure.Length(4+r.Intn(9))
		n := r.Intn(3 * a.Prints)
		each := make([]int, a.Prints)
		for k := range each {
			each[k] = n*(k+1)/a.Prints - n*k/a.Prints
		}
		slices.SortFunc(each, func(x, y int) int { return y - x })
		a.Each, a.Told = append(a.Each, each), append(a.Told, nil)
	}
	a.Long = func(counts []int) (sum measure.Length) {
		for j, n := range counts {
			sum += widths[j] * measure.Length(n)
		}
		return sum + half*min(1, sum)
	}
	a.Buy = func(l measure.Length) measure.Length { return measure.CeilDiv(l, measure.Yard/8) * (measure.Yard / 8) }
	return a
}

// least tries every way to give the counts of every width to the prints: how many prints give nothing, and how much is
// bought.
func least(a ToShare) (out int, buys measure.Length) {
	out = a.Prints + 1
	of := make([][]int, len(a.Each))
	var try func(j int)
	try = func(j int) {
		if j == len(of) {
			e := evenly{ToShare: a, of: of}
			if n, b := e.out(), e.buys(); n < out || n == out && b < buys {
				out, buys = n, b
			}
			return
		}
		var orders func(list []int, k int)
		orders = func(list []int, k int) {
			if k == len(list) {
				of[j] = slices.Clone(list)
				try(j + 1)
				return
			}
			seen := map[int]bool{}
			for i := k; i < len(list); i++ {
				if !seen[list[i]] {
					seen[list[i]] = true
					list[k], list[i] = list[i], list[k]
					orders(list, k+1)
					list[k], list[i] = list[i], list[k]
				}
			}
		}
		orders(slices.Clone(a.Each[j]), 0)
	}
	try(0)
	return out, buys
}

// As many prints give some as can be, and then least is bought: held against every way there is, for a thousand small
// ones.
func TestStripsAreSharedOut(t *testing.T) {
	off := 0
	for seed := range 1000 {
		a := asked(rand.New(rand.NewSource(int64(seed))))
		e := evenly{ToShare: a, of: Of(a)}
		for j, of := range e.of {
			if !slices.Equal(slices.Sorted(slices.Values(of)), slices.Sorted(slices.Values(a.Each[j]))) {
				t.Fatalf("seed %d: %v of %v", seed, of, a.Each[j])
			}
		}
		out, buys := least(a)
		switch {
		case e.out() != out || e.buys() < buys:
			t.Errorf("seed %d: %d give nothing and %v is bought, %d and %v", seed, e.out(), e.buys().Inches(), out, buys.Inches())
		case e.buys() > buys:
			off++
		}
	}
	if off > 5 { // it is exchanged by twos alone
		t.Errorf("of a thousand %d buy more than they need to", off)
	}
}
