// Package gauge is what a measurement says of the seams it was sewn with. Every seam takes its allowance from both
// sides: with n parallel seams and outer edges still raw, allowance = (sum of cut widths − measured) ÷ 2n. What the
// ruler cannot tell is told as a span, never as a number.
package gauge

import (
	"slices"
	"strings"

	"vicis/core/measure"
)

// Allowance is one allowance, in the parts that are counted by: a seam on the diagonal of a square takes √2 of them.
const Allowance = 10_000

// Root2 is √2 allowances.
const Root2 = 14_142

// Read is one measurement: so many things, laid side by side and measured together.
type Read struct {
	None  measure.Length // what one would measure if its seams took nothing
	Takes int            // how many allowances its seams take: two for each parallel seam; in parts of one
	Times int            // how many lay side by side
	Came  measure.Length // what they measured together
	Mark  measure.Length // how finely that was read
}

// Fineness is how finely a length was read that is written so, on a ruler with a mark or, where its decimals tell
// finer, by a caliper: five of its last digit (common practice).
func Fineness(written string, units measure.Units, mark measure.Length) measure.Length {
	one := measure.Inch
	text := strings.ToLower(strings.TrimSpace(written))
	switch {
	case strings.HasSuffix(text, "mm"):
		one = measure.Millimetre
	case units == measure.Centimetres && !strings.HasSuffix(text, "in") || strings.HasSuffix(text, "cm"):
		one = measure.Centimetre
	}
	at := strings.IndexAny(text, ".,")
	if at < 0 {
		return mark
	}
	read := 5 * one
	for _, c := range text[at+1:] {
		if c < '0' || c > '9' {
			break
		}
		read /= 10
	}
	if read == 5*one {
		return mark
	}
	return max(1, min(mark, read))
}

// Said is what measurements say of the allowance.
type Said struct {
	Least, Likely, Most measure.Length // no less, most likely, no more
	Agree               bool           // one allowance explains all of them
}

// Tells is how finely an allowance can be told from a measurement: half of the mark it was read to, shared by all that
// its seams take. It is not asked of what tells nothing of seams.
func (r Read) Tells() measure.Length {
	return measure.CeilDiv(r.Mark*Allowance, measure.Length(2*r.Takes*r.Times))
}

// Seam is what measurements say together. off is by how much the cutting of one thing may be off in all, as long as its
// strips were not measured.
func Seam(list []Read, off measure.Length) Said {
	var taken, by measure.Length
	least, most := []measure.Length{}, []measure.Length{}
	for _, r := range list {
		n := measure.Length(r.Takes * r.Times)
		all := r.None*measure.Length(r.Times) - r.Came
		slack := r.Mark/2 + off*measure.Length(r.Times)
		least, most = append(least, floorDiv((all-slack)*Allowance, n)), append(most, -floorDiv((-all-slack)*Allowance, n))
		taken, by = taken+all, by+n
	}
	out := Said{Least: slices.Max(least), Most: slices.Min(most), Likely: near(taken*Allowance, by), Agree: true}
	if out.Least > out.Most {
		out.Least, out.Most, out.Agree = slices.Min(least), slices.Max(most), false
	}
	out.Likely = max(out.Least, min(out.Most, out.Likely))
	return out
}

// floorDiv rounds down, below zero too.
func floorDiv(a, b measure.Length) measure.Length {
	q := a / b
	if a%b != 0 && (a < 0) != (b < 0) {
		q--
	}
	return q
}

// Slip is a slip of the thumb that would explain a measurement.
type Slip string

// The slips there are.
const (
	NoSlip    Slip = ""
	Point     Slip = "point"     // the point or the fraction is missing: 65 for 6½
	OtherRule Slip = "rule"      // inches for centimetres, or the other way: 16.5 for 6½
	Edge      Slip = "edge"      // read from the next whole mark: 5½ for 6½
	Side      Slip = "wrong way" // far from anything that would explain it
)

// SlipOf says which slip would explain what was measured, where an allowance was planned; none where the seams can have
// taken it. whole is a whole mark of the ruler.
func (r Read) SlipOf(planned, whole measure.Length) Slip {
	near := func(a, b measure.Length) bool { return max(a-b, b-a)*40 <= b } // within one in forty
	takes := measure.Length(r.Takes*r.Times) * planned / Allowance
	should := r.None*measure.Length(r.Times) - takes
	d := max(r.Came-should, should-r.Came)
	if r.Takes == 0 { // what hands do: an eighth of it, and a little (judgement)
		takes = should/8 + whole/4
	}
	switch {
	case 4*d <= takes: // a quarter of every allowance
		return NoSlip
	case near(r.Came, 10*should) || near(10*r.Came, should):
		return Point
	case near(r.Came*50, should*127) || near(r.Came*127, should*50): // 2.54
		return OtherRule
	case near(d, whole):
		return Edge
	case 2*d <= takes:
		return NoSlip
	}
	return Side
}
