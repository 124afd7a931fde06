package triangle_test

import (
	"testing"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/problem"
	"vicis/core/triangle"
	"vicis/internal/trial"
)

// What squares of a size give (common practice, a quarter-inch allowance and a ruler of eighths): 5 inch squares two at
// a time trim to 4 5/8; 10 inch squares eight at a time to 4 5/8, four at a time all round to 6 5/8; quarters of 5 inch
// squares to 4 1/4; four geese of a 5 inch square finish 3 3/4 wide. By hand: 5 − 1.4142 × ¼ = 4.646; 10 ÷ 2 − 1.4142 ×
// ¼ = 4.646; (10 − ½) ÷ 1.4142 = 6.718; 5 − 2.8284 × ¼ = 4.293; 5 − ½ − 2.8284 × ¼ = 3.793.
func TestWhatSquaresInHandGive(t *testing.T) {
	for _, c := range []struct {
		how  making.Method
		unit string
	}{
		{&triangle.HalfSquare{
			Way: triangle.Two, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
			Cut: making.Typed("5"),
		}, "4 5/8 in"},
		{&triangle.HalfSquare{
			Way: triangle.Triangles, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
			Cut: making.Typed("5"),
		}, "4 5/8 in"},
		{&triangle.HalfSquare{
			Way: triangle.Eight, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
			Cut: making.Typed("10"),
		}, "4 5/8 in"},
		{&triangle.HalfSquare{
			Way: triangle.Four, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
			Cut: making.Typed("10"),
		}, "6 5/8 in"},
		{&triangle.QuarterSquare{First: []string{"A", "B"}, Second: []string{"A", "B"}, Cut: making.Typed("5")}, "4 1/4 in"},
		{&triangle.FlyingGeese{Goose: "A", Sky: "B", Cut: making.Typed("5")}, "4 1/4 in"},
	} {
		m := trial.Must(t, c.how)
		w, _ := m.First().Size()
		if got := measure.Write(w).String(); got != c.unit {
			t.Errorf("%s: %s wide unfinished, not %s", making.Named(c.how), got, c.unit)
		}
		for _, a := range m.Acts {
			if a.Does == making.Cuts && a.Patch != nil &&
				(a.Name == "large square" || a.Name == "lower square" || a.Name == "upper square") &&
				measure.Write(a.Patch.W).String() != map[bool]string{true: "10 in", false: "5 in"}[a.Patch.W > 6*measure.Inch] {
				t.Errorf("%s: %s is cut %s", making.Named(c.how), a.Name, measure.Write(a.Patch.W))
			}
		}
		for _, v := range m.Variants {
			if !v.Piece.Whole() {
				t.Errorf("%s: something is missing of what comes out", making.Named(c.how))
			}
		}
	}
}

// For every size of square: what is said to come out is cut from squares no larger, and one mark more would need larger
// ones, by the size that is cut for a finished one.
func TestSquaresInHandAreTheInverseOfWhatIsCut(t *testing.T) {
	looked := 0
	for n := measure.Length(16); n <= 96; n++ {
		cut := n * measure.Inch / 8
		for _, how := range []making.Method{
			&triangle.HalfSquare{
				Way: triangle.Two, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
				Cut: making.Wide(cut),
			},
			&triangle.HalfSquare{
				Way: triangle.Four, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
				Cut: making.Wide(cut),
			},
			&triangle.HalfSquare{
				Way: triangle.Eight, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
				Cut: making.Wide(cut),
			},
			&triangle.QuarterSquare{First: []string{"A", "B"}, Second: []string{"B"}, Cut: making.Wide(cut)},
			&triangle.FlyingGeese{Goose: "A", Sky: "B", Cut: making.Wide(cut)},
		} {
			if _, problems := trial.One(t, how); problems.Stopped() {
				continue // too small: said so
			}
			mat := trial.Table(40*trial.In, &problem.List{})
			given := making.InHand(making.Unit{ID: "x", Name: "X", How: how}, &mat)
			step := mat.Ruler.Mark
			f := making.Breadths(given.How)[0]
			l, err := f.Breadth.Finished(&mat), f.Breadth.Err()
			if err != nil || f.Key != "finished" {
				t.Fatalf("%s: %v", making.Named(how), err)
			}
			if _, geese := how.(*triangle.FlyingGeese); geese {
				step *= 2
			}
			least := largest(t, given.How)
			if least > cut {
				t.Errorf("%s from %s: %s needs squares of %s", making.Named(how), measure.Write(cut), measure.Write(l),
					measure.Write(least))
			}
			*f.Breadth = making.Wide(l + step)
			if more := largest(t, given.How); more <= cut {
				t.Errorf("%s from %s: %s comes out of them too", making.Named(how), measure.Write(cut), measure.Write(l+step))
			}
			looked++
		}
	}
	if looked < 300 {
		t.Errorf("only %d sizes", looked)
	}
}

// largest is the largest square that is cut.
func largest(t *testing.T, how making.Method) (w measure.Length) {
	t.Helper()
	for _, a := range trial.Must(t, how).Acts {
		if a.Patch != nil {
			w = max(w, a.Patch.W)
		}
	}
	return w
}

func TestSquaresInHandAreRefusedWithTheMend(t *testing.T) {
	for _, c := range []struct {
		how  making.Method
		code string
	}{
		{&triangle.HalfSquare{
			Way: triangle.Two, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
			Cut: making.Typed("5"), Finished: making.Typed("4"),
		}, "size-twice"},
		{&triangle.HalfSquare{
			Way: triangle.Two, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
			Cut: making.Typed("5 miles"),
		}, "length-unreadable"},
		{&triangle.HalfSquare{
			Way: triangle.Eight, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
			Cut: making.Typed("1 1/2"),
		}, "too-small"},
		{&triangle.HalfSquare{
			Way: triangle.Two, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
			Cut: making.Typed("1/4"),
		}, "too-narrow"},
		{&triangle.FlyingGeese{Goose: "A", Sky: "B", Cut: making.Typed("300")}, "too-large"},
		{&triangle.QuarterSquare{First: []string{"A", "B"}, Second: []string{"A", "B"}, Cut: making.Typed("1")}, "too-small"},
	} {
		if _, problems := trial.One(t, c.how); len(problems) == 0 || problems[0].Code != c.code {
			t.Errorf("%s: %+v, not %s", making.Named(c.how), problems, c.code)
		}
	}
}
