package gauge

import (
	"math"
	"math/rand/v2"
	"testing"

	"vicis/core/measure"
)

// The worked example of the NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.2, ten batches: mean 50.81, mean
// moving range 1.8778, limits 55.8041 and 45.8159 (values from memory).
func TestTheHandbooksChart(t *testing.T) {
	var list []measure.Length
	for _, x := range []float64{49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6, 52.1} {
		list = append(list, measure.Length(math.Round(x*float64(in))))
	}
	c, ok := Individuals(list, in/8)
	if !ok || !c.Few || c.Shift != 0 {
		t.Fatalf("%+v %v", c, ok)
	}
	for _, one := range []struct {
		what  string
		is    measure.Length
		want  float64
		about float64 // the handbook divides by 1.128, which is 2.66 to three digits
	}{
		{"mean", c.Mean, 50.81, 1e-4},
		{"moving range", c.Moving, 1.8778, 1e-4},
		{"upper", c.Upper, 55.8041, 2e-3},
		{"lower", c.Lower, 45.8159, 2e-3},
		{"most moving", c.MostMoving, 3.267 * 1.8778, 1e-3},
	} {
		if math.Abs(one.is.Inches()-one.want) > one.about {
			t.Errorf("%s is %.4f, should be %.4f", one.what, one.is.Inches(), one.want)
		}
	}
	for i := range list {
		if c.Beyond[i] || c.Jumps[i] {
			t.Errorf("batch %d lies outside", i+1)
		}
	}
}

// The constants against the normal distribution, by simulation: 3 ÷ d₂ and 1 + 3 d₃ ÷ d₂ of two that are drawn from
// one.
func TestTheConstantsOfTheChart(t *testing.T) {
	r := rand.New(rand.NewPCG(16, 4))
	const n = 4_000_000
	var sum, squares float64
	for range n {
		d := math.Abs(r.NormFloat64() - r.NormFloat64())
		sum, squares = sum+d, squares+d*d
	}
	mean := sum / n
	spread := math.Sqrt(squares/n - mean*mean)
	if limit, most := 3/mean, 1+3*spread/mean; math.Abs(limit-2.66) > 0.01 || math.Abs(most-3.267) > 0.01 {
		t.Errorf("limits %.4f and %.4f", limit, most)
	}
}

// A steady hand lies outside once in some hundred measurements, and a guide that moved is found where it moved; a few,
// or a ruler too coarse to tell them apart, get no limits.
func TestDriftIsFound(t *testing.T) {
	r := rand.New(rand.NewPCG(16, 5))
	batch := func(n, moves int, by measure.Length) []measure.Length {
		list := make([]measure.Length, n)
		for i := range list {
			list[i] = 13*in/2 + measure.Length(r.NormFloat64()*float64(in)/100)
			if i >= moves {
				list[i] += by
			}
		}
		return list
	}
	outside, found, near := 0, 0, 0
	for range 200 {
		c, ok := Individuals(batch(40, 40, 0), in/1000)
		if !ok || c.Few {
			t.Fatal("no limits")
		}
		for _, b := range c.Beyond {
			if b {
				outside++
			}
		}
		moved, _ := Individuals(batch(40, 24, in/16), in/1000)
		if moved.Shift > 0 {
			found++
			if moved.Shift >= 22 && moved.Shift <= 26 && apart(moved.By, in/16) < in/64 {
				near++
			}
		}
	}
	if outside > 8000/100 {
		t.Errorf("a steady hand lies outside %d times in 8,000", outside)
	}
	if found < 190 || near < found*9/10 {
		t.Errorf("a guide that moved is found %d times of 200, near where it did %d times", found, near)
	}
	if _, ok := Individuals(batch(7, 7, 0), in/1000); ok {
		t.Error("limits from seven")
	}
	if _, ok := Individuals(batch(40, 40, 0), in/8); ok {
		t.Error("limits from a ruler that is too coarse")
	}
}
