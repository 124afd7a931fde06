package cloth

import "vicis/core/measure"

// Purchase is how cloth is bought.
type Purchase struct {
	Step    measure.Length // in which the shop sells
	Shrinks int            // so many in a hundred are lost in the wash
	Margin  measure.Length // bought beyond the plan
}

// Washed is how much cloth leaves a length once it has shrunk.
func (b Purchase) Washed(l measure.Length) measure.Length {
	return measure.CeilDiv(l*100, measure.Length(100-b.Shrinks))
}

// Leaves is what is left of a length once it has shrunk.
func (b Purchase) Leaves(l measure.Length) measure.Length {
	return l * measure.Length(100-b.Shrinks) / 100
}

// Of is what to buy so that a length can be cut.
func (b Purchase) Of(l measure.Length) measure.Length {
	return measure.CeilDiv(b.Washed(l)+b.Margin, b.Step) * b.Step
}
