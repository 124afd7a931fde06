package triangle_test

import (
	"testing"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/problem"
	"vicis/core/recut"
	"vicis/core/straight"
	"vicis/core/triangle"
	"vicis/internal/trial"
)

// Worked by pencil, of two 10″ squares sewn all round and left as they are sewn: (10 − ½) ÷ √2 = 6.7175; four of them
// 2 × 6.7175 − ½ = 12.9350; cut again in three by three and joined again 12.9350 − 4 × ¼ = 11.9350 unfinished, 11.4350
// finished. Two at a time of 5″ 4.6464; an hourglass of 4¼″ 4¼ − 2 × √2 × ¼ = 3.5429.
func TestWhatIsNotTrimmedIsAsLargeAsItIsSewn(t *testing.T) {
	a, b := making.Input{Role: "A"}, making.Input{Role: "B"}
	grid := func(of string, n int) *straight.Grid {
		var cells [][]straight.GridCell
		for range n {
			row := make([]straight.GridCell, n)
			for i := range row {
				row[i].Unit = naming.Unit(of)
			}
			cells = append(cells, row)
		}
		return &straight.Grid{Rows: straight.Rows(cells)}
	}
	part := func(r, c int) straight.GridCell { return straight.GridCell{Unit: naming.Unit("cut").Place(r, c)} }
	parts := &straight.Grid{Rows: straight.Rows([][]straight.GridCell{
		{part(0, 0), part(0, 1), part(0, 2)}, {part(1, 0), part(1, 1), part(1, 2)}, {part(2, 0), part(2, 1), part(2, 2)},
	})}
	units := func(how making.Method, more ...making.Unit) []making.Unit {
		return append([]making.Unit{{ID: "u", Name: "U", How: how, Untrimmed: true}}, more...)
	}
	four := making.Unit{ID: "four", Name: "Four", How: grid("u", 2)}
	cut := making.Unit{ID: "cut", Name: "Parts", How: &recut.CutAgain{
		From: "four", Upright: recut.Knife{Parts: 3}, Level: recut.Knife{Parts: 3},
	}}
	round := &triangle.HalfSquare{Way: triangle.Four, Lower: a, Upper: b, Cut: making.Typed("10")}
	for _, c := range []struct {
		units []making.Unit
		of    naming.Unit
		want  float64
	}{
		{units(round), "u", 6.71751},
		{units(round, four), "four", 12.93503},
		{units(round, four, cut, making.Unit{ID: "block", Name: "Block", How: parts}), "block", 11.93503},
		{units(&triangle.HalfSquare{Way: triangle.Two, Lower: a, Upper: b, Cut: making.Typed("5")}), "u", 4.64645},
		{units(&triangle.HalfSquare{Way: triangle.Eight, Lower: a, Upper: b, Cut: making.Typed("10")}), "u", 4.64645},
		{units(&triangle.HalfSquare{Way: triangle.Two, Lower: a, Upper: b, Finished: making.Typed("4")}), "u", 4.52145},
		{
			units(&triangle.QuarterSquare{First: []string{"A", "B"}, Second: []string{"B", "A"}, Cut: making.Typed("4 1/4")}),
			"u", 3.54289,
		},
	} {
		problems := &problem.List{}
		made, _ := making.All(c.units, trial.Table(40*trial.In, problems))
		m, ok := made[c.of]
		if !ok || problems.Stopped() || !trial.Near(m.Piece.W, c.want) || m.Piece.W != m.Piece.H {
			t.Errorf("%s of %s: %v × %v, want %v: %+v", c.of, c.units[0].How.By(), m.Piece.W.Inches(), m.Piece.H.Inches(), c.want,
				*problems)
		}
		for _, act := range made["u"].Acts {
			if act.Shaves > 0 {
				t.Errorf("%s is trimmed all the same", c.units[0].How.By())
			}
		}
	}
	// Geese and squares in squares: what is left as sewn is no smaller, and a rectangle.
	for _, how := range []making.Method{
		&triangle.FlyingGeese{Goose: "A", Sky: "B", Finished: making.Typed("4")},
		&triangle.SquareInSquare{Centre: a, Corners: []string{"B"}, Finished: making.Typed("4"), Sizing: making.Roomy},
	} {
		problems := &problem.List{}
		trimmed, ok1 := making.One([]making.Unit{{ID: "u", Name: "U", How: how}}, "u", trial.Table(40*trial.In, problems))
		m, ok := making.One(units(how), "u", trial.Table(40*trial.In, problems))
		if !ok || !ok1 || !m.Piece.Whole() || m.Piece.W.Cmp(trimmed.Piece.W) <= 0 || m.Piece.H.Cmp(trimmed.Piece.H) <= 0 {
			t.Errorf("%s: %v × %v, trimmed %v: %+v", how.By(), m.Piece.W.Inches(), m.Piece.H.Inches(), trimmed.Piece.W.Inches(),
				*problems)
		}
	}
}
