package triangle_test

import (
	"slices"
	"testing"

	"vicis/core/making"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/straight"
	"vicis/core/triangle"
	"vicis/internal/trial"
)

// A line is seen on what lies on top alone: that is what is marked, the lighter of two squares, the plain one over a
// pieced one, or the one that is chosen (common practice).
func TestWhatIsMarkedLiesOnTop(t *testing.T) {
	light := map[string]float64{"dark": 20, "pale": 90}
	patch := func(role string) making.Unit {
		return making.Unit{ID: "unit", Name: "Unit", How: &straight.PlainPatch{
			Role: role, Width: making.Typed("4"), Height: making.Typed("4"),
		}}
	}
	dark, pale, unit := making.Input{Role: "dark"}, making.Input{Role: "pale"}, making.Input{Unit: "unit"}
	for _, c := range []struct {
		how   making.Method
		of    []making.Unit
		marks []string
	}{
		{&triangle.HalfSquare{Way: triangle.Two, Lower: dark, Upper: pale, Finished: making.Typed("3")}, nil, []string{"pale"}},
		{&triangle.HalfSquare{Way: triangle.Two, Lower: pale, Upper: dark, Finished: making.Typed("3")}, nil, []string{"pale"}},
		{&triangle.HalfSquare{Way: triangle.Eight, Lower: pale, Upper: dark, Finished: making.Typed("3")}, nil, []string{"pale"}},
		{
			&triangle.HalfSquare{Way: triangle.Two, Lower: pale, Upper: dark, Finished: making.Typed("3"), Marked: "upper"}, nil,
			[]string{"dark"},
		},
		{
			&triangle.HalfSquare{Way: triangle.Two, Lower: dark, Upper: pale, Finished: making.Typed("3"), Marked: "lower"}, nil,
			[]string{"dark"},
		},
		{&triangle.HalfSquare{Way: triangle.Two, Lower: dark, Upper: unit}, []making.Unit{patch("pale")}, []string{"pale"}},
		{&triangle.HalfSquare{Way: triangle.Two, Lower: unit, Upper: dark}, []making.Unit{patch("pale")}, []string{"pale"}},
		{&triangle.HalfSquare{Way: triangle.Four, Lower: pale, Upper: dark, Finished: making.Typed("3")}, nil, nil},
		{
			&triangle.QuarterSquare{
				First: []string{"pale", "dark"}, Second: []string{"dark", "pale"}, Finished: making.Typed("3"),
			}, nil,
			[]string{"pale", ""}, // both pairs are of the same squares
		},
	} {
		problems := &problem.List{}
		table := trial.Table(40*trial.In, problems)
		table.Light = func(role string) float64 { return light[role] }
		m, ok := making.One(append(c.of, making.Unit{ID: "u", Name: "U", How: c.how}), "u", table)
		if !ok {
			t.Fatalf("%+v: %+v", c.how, *problems)
		}
		marked := map[string]making.Act{}
		var marks []string
		for _, act := range m.Acts {
			switch {
			case act.Does == making.Marks:
				marked[string(act.ID)] = act
				one := ""
				if len(act.Piece.Patches) == 1 {
					one = act.Piece.Patches[0].Role
				}
				marks = append(marks, one)
			case act.Joins != nil && len(act.Joins.Over) > 0:
				if _, below := marked[string(act.Takes[0].Act)]; below && len(act.Takes) > 1 {
					t.Errorf("%+v: the marked square lies below", c.how)
				}
				over := act.Joins.Over[0].Mirrored()
				for id, one := range marked {
					if string(act.Takes[len(act.Takes)-1].Act) == id && len(one.Piece.Patches) == 1 &&
						!piece.SameLook(one.Piece, over.Boxed(), piece.ByRole) {
						t.Errorf("%+v: what lies on top is not what is marked", c.how)
					}
				}
			}
		}
		if !slices.Equal(marks, c.marks) {
			t.Errorf("%+v: marks %q, want %q", c.how, marks, c.marks)
		}
	}
}

// Worked by pencil: of 7″ squares a seam beside the diagonal is 7√2 − ½ = 9.3995″ long, of 4⅞″ 4⅞√2 − ½ = 6.3943″.
func TestASeamBesideADiagonalIsShorterThanThat(t *testing.T) {
	for cut, want := range map[string]float64{"7": 9.3995, "4 7/8": 6.3943} {
		for _, way := range []triangle.AtATime{triangle.Two, triangle.Eight, triangle.Triangles} {
			m := trial.Must(t, &triangle.HalfSquare{
				Way: way, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"}, Cut: making.Typed(cut),
			})
			for _, act := range m.Acts {
				if act.Does == making.Sews && !trial.Near(piece.Of(act.Each), want) {
					t.Errorf("%s of %s: %v long, want %v", way, cut, act.Each.Inches(), want)
				}
			}
		}
	}
}
