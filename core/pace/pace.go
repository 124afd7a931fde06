// Package pace is how fast a hand works, by its own tallies, and how long the rest takes: a range, and nothing before
// there is data.
package pace

import (
	"math"
	"slices"
)

// Gap is the time between two counts, and how many were made in it.
type Gap struct {
	Seconds float64
	N       int
}

// What counts as a pause, and how many gaps it takes to know a pace (judgement).
const (
	Fewest  = 5
	pause   = 4  // times as long as usual for one: somebody went away
	longest = 30 // minutes for one thing: likewise
)

// Pace is how long one thing takes: in seconds, pauses left out.
type Pace struct {
	Gaps   int     // that it rests on
	Paused int     // that were left out
	Median float64 // of one
	Low    float64 // a quarter of them were faster
	High   float64 // and a quarter slower

	mean, spread float64 // of the time for one
}

// Of is the pace of some gaps; false where there are too few to tell.
func Of(gaps []Gap) (Pace, bool) {
	var each []float64
	for _, g := range gaps {
		if one := g.Seconds / float64(g.N); g.N > 0 && g.Seconds > 0 && one < longest*60 {
			each = append(each, one)
		}
	}
	if len(each) < Fewest {
		return Pace{}, false
	}
	usual := quantile(each, 0.5)
	each = slices.DeleteFunc(each, func(one float64) bool { return one > pause*usual })
	p := Pace{Gaps: len(each), Paused: len(gaps) - len(each)}
	if p.Gaps < Fewest {
		return Pace{}, false
	}
	p.Low, p.Median, p.High = quantile(each, 0.25), quantile(each, 0.5), quantile(each, 0.75)
	for _, one := range each {
		p.mean += one / float64(len(each))
	}
	for _, one := range each {
		p.spread += (one - p.mean) * (one - p.mean) / float64(len(each)-1)
	}
	p.spread = math.Sqrt(p.spread)
	return p, true
}

// quantile is that of a list, between the two nearest of its values.
func quantile(list []float64, q float64) float64 {
	sorted := slices.Sorted(slices.Values(list))
	at := q * float64(len(sorted)-1)
	low := int(at)
	if low+1 == len(sorted) {
		return sorted[low]
	}
	return sorted[low] + (at-float64(low))*(sorted[low+1]-sorted[low])
}

// Rest is so many things that are still to be made at a pace.
type Rest struct {
	N    int
	Pace Pace
}

// Range is how long something takes, in seconds: between Low and High nine times out of ten.
type Range struct{ Low, High float64 }

// Left is how long all of it takes. It is as uncertain as the times of single things are, and as their mean is known:
// by Student's distribution with the degrees of freedom of Welch and Satterthwaite.
func Left(list []Rest) Range {
	var likely, variance, freedom float64
	for _, one := range list {
		n, m := float64(one.N), float64(one.Pace.Gaps)
		if one.N == 0 {
			continue
		}
		likely += n * one.Pace.mean
		s2 := one.Pace.spread * one.Pace.spread
		v := n*s2 + n*n*s2/m
		variance += v
		freedom += v * v / (m - 1)
	}
	if variance == 0 {
		return Range{likely, likely}
	}
	half := student95(variance*variance/freedom) * math.Sqrt(variance)
	return Range{max(0, likely-half), likely + half}
}

// student95 is the value that Student's t exceeds one time out of twenty (Abramowitz and Stegun, Handbook of
// Mathematical Functions, 26.7.5).
func student95(freedom float64) float64 {
	const z = 1.6448536269514722
	z3, z5, z7 := z*z*z, z*z*z*z*z, z*z*z*z*z*z*z
	return z + (z3+z)/4/freedom + (5*z5+16*z3+3*z)/96/(freedom*freedom) +
		(3*z7+19*z5+17*z3-15*z)/384/(freedom*freedom*freedom)
}
