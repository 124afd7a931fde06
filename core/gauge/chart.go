package gauge

import (
	"slices"

	"vicis/core/measure"
)

// Chart is an individuals chart with moving range: each measurement of a batch in its order, within limits that follow
// from how much one differs from the next (NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.2; from memory).
type Chart struct {
	Mean         measure.Length
	Upper, Lower measure.Length // mean ± 2.66 times the mean moving range
	Moving       measure.Length // the mean moving range
	MostMoving   measure.Length // 3.267 times that: one differs no more from the next
	Beyond       []bool         // of each measurement: it lies outside the limits
	Jumps        []bool         // of each measurement: it differs from the one before by more than MostMoving
	Few          bool           // so few that the limits are provisional
	// Shift: from which measurement on, counted from 0, all lie on one side of the mean, eight or more; 0 for none
	Shift int
	By    measure.Length // and by how much they differ from those before
}

// From how many measurements on there are limits, from how many on they are no longer provisional (common practice),
// and how many on one side of the mean are a run (Western Electric's fourth rule, as the handbook gives it; from
// memory). Of its rules only that and the first, a point beyond the limits, are asked: every rule more cries wolf more
// often.
const (
	fewest  = 8
	settled = 20
	run     = 8
)

// coarsest is how many marks of the ruler the measurements must span, or the ruler is all that is seen (judgement).
const coarsest = 3

// Individuals is the chart of a batch that was measured on a ruler with a mark; false where they are too few, or the
// ruler is too coarse to tell them apart.
func Individuals(list []measure.Length, mark measure.Length) (Chart, bool) {
	if len(list) < fewest || slices.Max(list)-slices.Min(list) < coarsest*mark {
		return Chart{}, false
	}
	n := measure.Length(len(list))
	var sum, moving measure.Length
	for i, x := range list {
		sum += x
		if i > 0 {
			moving += apart(x, list[i-1])
		}
	}
	c := Chart{
		Mean: near(sum, n), Moving: near(moving, n-1), Few: len(list) < settled,
		Beyond: make([]bool, len(list)), Jumps: make([]bool, len(list)),
	}
	limit := near(266*moving, 100*(n-1))
	c.Upper, c.Lower, c.MostMoving = c.Mean+limit, c.Mean-limit, near(3267*moving, 1000*(n-1))
	for i, x := range list {
		c.Beyond[i] = x > c.Upper || x < c.Lower
		c.Jumps[i] = i > 0 && apart(x, list[i-1]) > c.MostMoving
	}
	c.Shift, c.By = shift(list, c.Mean)
	return c, true
}

// shift finds where the last run begins that all lie on one side of the mean to the end, and by how much they differ
// from what came before.
func shift(list []measure.Length, mean measure.Length) (from int, by measure.Length) {
	last := list[len(list)-1]
	if last == mean {
		return 0, 0
	}
	from = len(list) - 1
	for from > 0 && (list[from-1] > mean) == (last > mean) && list[from-1] != mean {
		from--
	}
	if from == 0 || len(list)-from < run {
		return 0, 0
	}
	return from, average(list[from:]) - average(list[:from])
}

func average(list []measure.Length) measure.Length {
	var sum measure.Length
	for _, x := range list {
		sum += x
	}
	return near(sum, measure.Length(len(list)))
}

func apart(a, b measure.Length) measure.Length { return max(a-b, b-a) }

// near divides to the nearest.
func near(a, b measure.Length) measure.Length { return floorDiv(2*a+b, 2*b) }
