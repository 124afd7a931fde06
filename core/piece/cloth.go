package piece

import (
	"math"

	"vicis/core/measure"
)

// BiasEdges is how much of the outer edge is on the bias, in inches, for telling only.
func (p Piece) BiasEdges() float64 {
	var sum float64
	for _, patch := range p.Patches {
		if !patch.Bias() {
			continue
		}
		for i, a := range patch.Poly {
			b := patch.Poly[(i+1)%len(patch.Poly)]
			for _, side := range []Side{Left, Right, Top, Bottom} {
				if l := p.edge(side); l.at(a) == (Num{}) && l.at(b) == (Num{}) {
					sum += math.Abs(l.along(b).Sub(l.along(a)).Inches())
				}
			}
		}
	}
	return sum
}

// Cloth is how much cloth a piece holds, its allowances inside counted on both sides of every seam, in square inches,
// for telling only.
func (p Piece) Cloth(s measure.Length) float64 {
	sum := p.W.Inches() * p.H.Inches()
	for _, seam := range p.Seams {
		sum += 2 * s.Inches() * math.Hypot(seam.To.X.Sub(seam.From.X).Inches(), seam.To.Y.Sub(seam.From.Y).Inches())
	}
	return sum
}
