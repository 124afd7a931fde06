package gauge

import (
	"math/rand/v2"
	"testing"

	"vicis/core/measure"
)

const in = measure.Inch

// Three 2½″ strips that measure 6¼″: (7½ − 6¼) ÷ 4 = 5⁄16″. Four segments joined two by two at 5⁄16″ where ¼″ was
// planned: 11⅞″ (common practice).
func TestWorkedExamples(t *testing.T) {
	for _, one := range []struct {
		read   Read
		likely measure.Length
	}{
		{Read{None: 15 * in / 2, Takes: 4 * Allowance, Times: 1, Came: 25 * in / 4}, 5 * in / 16},
		{Read{None: 15 * in / 2, Takes: 4 * Allowance, Times: 1, Came: 13 * in / 2}, in / 4},
		{Read{None: 15 * in / 2, Takes: 4 * Allowance, Times: 3, Came: 39 * in / 2}, in / 4},
		{
			Read{None: 8 * measure.Centimetre, Takes: 2 * Allowance, Times: 1, Came: 13 * measure.Centimetre / 2},
			3 * measure.Centimetre / 4,
		},
	} {
		one.read.Mark = in / 8
		if got := Seam([]Read{one.read}, 0); got.Likely != one.likely || !got.Agree {
			t.Errorf("%+v: %v″, should be %v″", one.read, got.Likely.Inches(), one.likely.Inches())
		}
	}
	one := Read{None: 15 * in / 2, Takes: 4 * Allowance, Times: 1, Came: 25 * in / 4}
	three := Read{None: 15 * in / 2, Takes: 4 * Allowance, Times: 3, Came: 75 * in / 4}
	one.Mark, three.Mark = in/8, in/8
	if one.Tells() != in/64 || three.Tells() != in/192 {
		t.Errorf("one tells %v, three side by side %v", one.Tells().Inches(), three.Tells().Inches())
	}
}

// The seam is found back: sewn virtually with a hidden allowance and cutting error, read with a ruler, 1,000 seeded
// cases. What is said is never more certain than right, and no wider than the ruler and the cutting make it.
func TestTheSeamIsFoundBack(t *testing.T) {
	r := rand.New(rand.NewPCG(16, 1))
	for n := range 1000 {
		mark := []measure.Length{in / 8, in / 16, measure.Millimetre}[n%3]
		hidden := in/4 + measure.Length(r.IntN(int(in/8))) - in/16
		off := measure.Length(0)
		if n%2 == 1 {
			off = in / 32
		}
		var list []Read
		for range 1 + r.IntN(4) {
			seams, times := 1+r.IntN(7), 1+r.IntN(3)
			one := Read{Takes: 2 * seams * Allowance, Times: times, Mark: mark}
			came := measure.Length(0)
			for range seams + 1 {
				one.None += in + measure.Length(r.IntN(16))*in/8
			}
			for range times {
				err := measure.Length(0)
				if off > 0 {
					err = measure.Length(r.IntN(int(2*off)+1)) - off
				}
				came += one.None + err - measure.Length(2*seams)*hidden
			}
			one.Came = (came + mark/2) / mark * mark // as the ruler reads
			list = append(list, one)
		}
		got := Seam(list, off)
		if !got.Agree || hidden < got.Least || hidden > got.Most {
			t.Fatalf("case %d: %v″ is said to lie from %v″ to %v″ (%+v)", n, hidden.Inches(), got.Least.Inches(),
				got.Most.Inches(), list)
		}
		for _, one := range list {
			if wide := 2*one.Tells() + 2*off*Allowance/measure.Length(one.Takes) + 4; got.Most-got.Least > wide {
				t.Errorf("case %d: from %v″ to %v″, and %+v alone says it to %v″", n, got.Least.Inches(), got.Most.Inches(), one,
					wide.Inches())
			}
		}
	}
}

// Measurements that no single allowance explains are said to differ, and nothing between them is ruled out.
func TestMeasurementsThatDiffer(t *testing.T) {
	a := Read{None: 15 * in / 2, Takes: 4 * Allowance, Times: 1, Came: 25 * in / 4}
	b := Read{None: 15 * in / 2, Takes: 4 * Allowance, Times: 1, Came: 13 * in / 2}
	a.Mark, b.Mark = in/16, in/16
	got := Seam([]Read{a, b}, 0)
	if got.Agree || got.Least >= in/4 || got.Most <= 5*in/16 || got.Likely <= in/4 || got.Likely >= 5*in/16 {
		t.Errorf("%+v", got)
	}
}

func TestSlips(t *testing.T) {
	set := func(came measure.Length) Read {
		return Read{None: 15 * in / 2, Takes: 4 * Allowance, Times: 1, Came: came}
	}
	metric := func(came measure.Length) Read {
		return Read{None: 195 * measure.Millimetre, Takes: 4 * Allowance, Times: 1, Came: came * measure.Millimetre}
	}
	wide := func(came measure.Length) Read {
		return Read{None: 20 * in, Takes: 14 * Allowance, Times: 1, Came: came}
	}
	for _, one := range []struct {
		read           Read
		planned, whole measure.Length
		slip           Slip
	}{
		{set(65 * in), in / 4, in, Point},
		{set(33 * in / 2), in / 4, in, OtherRule},
		{set(11 * in / 2), in / 4, in, Edge},
		{set(15 * in / 2), in / 4, in, Edge},
		{set(25 * in / 4), in / 4, in, NoSlip},
		{set(27 * in / 4), in / 4, in, NoSlip},
		{set(3 * in), in / 4, in, Side},
		{metric(65), 3 * measure.Centimetre / 4, measure.Centimetre, OtherRule},
		{metric(155), 3 * measure.Centimetre / 4, measure.Centimetre, Edge},
		{wide(125 * in / 8), in / 4, in, NoSlip}, // a sixteenth too much at each of fourteen allowances is ⅞″
		{wide(31 * in / 2), in / 4, in, Edge},
		{wide(61 * in / 4), in / 4, in, NoSlip},
		{wide(14 * in), in / 4, in, Side},
	} {
		if got := one.read.SlipOf(one.planned, one.whole); got != one.slip {
			t.Errorf("%+v: %q, should be %q", one.read, got, one.slip)
		}
	}
}

// How finely something was read shows in how it is written: fractions on the ruler's mark, decimals to five of their
// last digit where that is finer.
func TestFineness(t *testing.T) {
	for _, one := range []struct {
		written string
		units   measure.Units
		mark    measure.Length
		want    measure.Length
	}{
		{"6 3/8", measure.Inches, in / 8, in / 8},
		{"6.5", measure.Inches, in / 8, in / 8},
		{"6.48", measure.Inches, in / 8, 5 * in / 100},
		{"6.485", measure.Inches, in / 8, 5 * in / 1000},
		{"16,5", measure.Centimetres, measure.Millimetre, measure.Millimetre},
		{"16,47", measure.Centimetres, measure.Millimetre, measure.Millimetre / 2},
		{"164.7 mm", measure.Inches, in / 8, measure.Millimetre / 2},
		{"16.47cm", measure.Inches, in / 8, measure.Millimetre / 2},
		{"6.485 in", measure.Centimetres, measure.Millimetre, 5 * in / 1000},
		{"6.", measure.Inches, in / 8, in / 8},
	} {
		if got := Fineness(one.written, one.units, one.mark); max(got-one.want, one.want-got) > 3 {
			t.Errorf("%s is read to %v″, should be to %v″", one.written, got.Inches(), one.want.Inches())
		}
	}
}
