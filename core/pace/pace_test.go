package pace

import (
	"math"
	"math/rand"
	"testing"
)

// Student's t at 95 % for some degrees of freedom (NIST/SEMATECH e-Handbook of Statistical Methods, table 1.3.6.7.2).
func TestStudent(t *testing.T) {
	for freedom, want := range map[float64]float64{4: 2.132, 5: 2.015, 10: 1.812, 20: 1.725, 30: 1.697, 100: 1.660} {
		if got := student95(freedom); math.Abs(got-want) > 0.004 {
			t.Errorf("%v degrees: %.4f, not %.3f", freedom, got, want)
		}
	}
}

// Pauses are left out, chains are counted at what one of them takes, and nothing is said before there is data.
func TestPausesAreLeftOut(t *testing.T) {
	gaps := []Gap{{40, 1}, {44, 1}, {400, 10}, {36, 1}, {42, 1}, {38, 1}, {1200, 1}, {7200, 1}}
	p, ok := Of(gaps)
	if !ok || p.Gaps != 6 || p.Paused != 2 || p.Median != 40 {
		t.Errorf("%+v %v", p, ok)
	}
	if _, ok := Of(gaps[:4]); ok {
		t.Error("four gaps are no pace")
	}
	if p, ok := Of([]Gap{{0, 1}, {-5, 1}, {10, 0}, {10, 1}, {10, 1}, {10, 1}, {10, 1}}); ok {
		t.Errorf("clocks that stand or run back are no pace: %+v", p)
	}
	if r := Left(nil); r != (Range{}) {
		t.Errorf("nothing takes %+v", r)
	}
}

// Of a thousand simulated weeks, each with its own pace, pauses, and a little of the work done, the rest takes as long
// as was foretold in 85 to 95 out of a hundred.
func TestTheRangeHoldsNineTimesOutOfTen(t *testing.T) {
	rng := rand.New(rand.NewSource(41))
	for _, c := range []struct {
		name          string
		spread, pause float64
		seen, kinds   int
	}{
		{"a steady hand", 0.15, 0, 40, 1},
		{"an unsteady one", 0.4, 0.05, 40, 1},
		{"little seen", 0.25, 0.05, 12, 1},
		{"three kinds of batches", 0.3, 0.04, 25, 3},
	} {
		held := 0
		const weeks = 1000
		for range weeks {
			var rest []Rest
			took := 0.0
			for range c.kinds {
				usual := 20 + 60*rng.Float64()
				// log-normal: now and then one is slow
				one := func() float64 { return usual * math.Exp(c.spread*rng.NormFloat64()) }
				var gaps []Gap
				for range c.seen {
					seconds := one()
					if rng.Float64() < c.pause {
						seconds += 600 + 3000*rng.Float64()
					}
					gaps = append(gaps, Gap{seconds, 1})
				}
				p, ok := Of(gaps)
				if !ok {
					t.Fatal("no pace")
				}
				n := 30 + rng.Intn(200)
				for range n {
					took += one()
				}
				rest = append(rest, Rest{n, p})
			}
			if r := Left(rest); r.Low <= took && took <= r.High {
				held++
			}
		}
		if held < 850 || held > 950 {
			t.Errorf("%s: the range held in %d of %d weeks", c.name, held, weeks)
		}
		t.Logf("%s: %d of %d", c.name, held, weeks)
	}
}
