// Package measure knows lengths: exact on one grid, read the way quilters write them and printed the way a ruler reads.
package measure

// Length is a whole count of 1/24384 inch. Every 1/64 inch (381 of it), every 0.1 mm (96 of it) and thirds of both
// lie on this grid, so inches and centimetres add, subtract and compare without error.
type Length int64

// The units a length is written in, each exact on the grid (1 inch = 25.4 mm by definition).
const (
	Inch       Length = 24384
	Foot              = 12 * Inch
	Yard              = 36 * Inch
	Millimetre Length = 960
	Centimetre        = 10 * Millimetre
	Metre             = 1000 * Millimetre

	// Longest is the longest length that is accepted anywhere: a thousand yards of cloth.
	Longest = 1000 * Yard

	sixtyFourth = Inch / 64
	tenthMM     = Millimetre / 10
)

// Units says which rule lies on the quilter's table.
type Units string

// The two rules.
const (
	Inches      Units = "in"
	Centimetres Units = "cm"
)

// Inches gives the length in inches, for drawing only.
func (l Length) Inches() float64 { return float64(l) / float64(Inch) }

// Hair is less than any knife or eye tells apart (judgement): a thousandth of an inch. A size so little above a mark is
// on it.
const Hair = Inch / 1000

// CeilTo rounds up to a whole number of marks, a hair above one counting as on it. It is the one place where a size
// that is to be cut from cloth leaves the grid. A mark of zero or less changes nothing.
func (l Length) CeilTo(mark Length) Length {
	if mark <= 0 {
		return l
	}
	return CeilDiv(l-min(Hair, (mark-1)/8), mark) * mark
}

// On says whether the length falls on a mark of the ruler.
func (l Length) On(mark Length) bool { return mark > 0 && l%mark == 0 }

// CeilDiv divides two lengths, b > 0, and rounds the count up.
func CeilDiv(a, b Length) Length {
	q := a / b
	if a%b > 0 {
		q++
	}
	return q
}
