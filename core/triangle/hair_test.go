package triangle_test

import (
	"testing"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/triangle"
	"vicis/internal/trial"
)

// Worked by pencil: an allowance of 17⁄64″, half-squares of a strip of 2½″: 2½ + √2 × 17⁄64 = 2.87566, a hair above 2⅞,
// is cut there and gives the unit asked for. C ÷ √2 + 2s + √2 s = 3.87565 likewise: the diamond has four corners.
// Whatever a cut was forgiven, no unit is refused or made smaller for it: over allowances, sizes and marks.
func TestAHairForgivenInACutIsForgivenInTheUnit(t *testing.T) {
	hairs := 0
	for _, mark := range []measure.Length{trial.In / 4, trial.In / 8, trial.In / 16} {
		for seam := trial.In * 12 / 64; seam <= trial.In*20/64; seam += trial.In / 64 {
			for strip := trial.In * 2; strip <= trial.In*6; strip += trial.In / 8 {
				table := trial.Table(40*trial.In, &problem.List{})
				table.Seam, table.Strip, table.Ruler.Mark = seam, strip, mark
				one := making.Breadth{}
				for _, how := range []making.Method{
					&triangle.HalfSquare{Way: triangle.Two, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"}, Finished: one},
					&triangle.HalfSquare{Way: triangle.Four, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"}, Finished: one},
					&triangle.HalfSquare{Way: triangle.Eight, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"}, Finished: one},
					&triangle.QuarterSquare{First: []string{"A", "B"}, Second: []string{"B", "A"}, Finished: one},
					&triangle.FlyingGeese{Goose: "A", Sky: "B", Finished: one},
					&triangle.SquareInSquare{Centre: making.Input{Role: "A"}, Corners: []string{"B"}, Finished: one},
				} {
					problems := &problem.List{}
					table.Problems = problems
					m, ok := making.One([]making.Unit{{ID: "u", Name: "U", How: how}}, "u", table)
					if !ok || m.Piece.W != piece.Of(strip) || !m.Piece.Whole() {
						t.Errorf("allowance %v, strip %v, marks of %v: %s gives %v × %v: %+v", seam.Inches(), strip.Inches(),
							mark.Inches(), how.By(), m.Piece.W.Inches(), m.Piece.H.Inches(), *problems)
						continue
					}
					for _, act := range m.Acts {
						if act.Patch == nil {
							continue
						}
						if !act.Patch.W.CeilTo(mark).On(mark) {
							t.Errorf("%s is cut %v", how.By(), act.Patch.W)
						}
						if more := act.Piece.W.Sub(piece.Of(act.Patch.W)); more.Sign() > 0 {
							hairs++
							if more.Cmp(piece.Of(measure.Hair)) > 0 {
								t.Errorf("%s is drawn %v wider than it is cut", how.By(), more.Inches())
							}
						}
					}
				}
			}
		}
	}
	if hairs < 20 {
		t.Errorf("only %d cuts fell a hair above a mark", hairs)
	}
}
