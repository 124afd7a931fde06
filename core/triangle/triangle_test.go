package triangle_test

import (
	"math"
	"strings"
	"testing"

	"vicis/core/making"
	"vicis/core/straight"
	"vicis/core/triangle"
	"vicis/internal/trial"
)

// Check value: from 4¼″ squares an hourglass finishes 3.0429″ (geometry).
func TestHourglass(t *testing.T) {
	square := making.Unit{
		ID: "sq", Name: "square",
		How: &straight.PlainPatch{Role: "A", Width: making.Typed("4 1/4"), Height: making.Typed("4 1/4")},
	}
	half := making.Unit{ID: "half", Name: "half", How: &triangle.HalfSquare{
		Way: triangle.Two, Lower: making.Input{Unit: "sq"},
		Upper: making.Input{Role: "B"},
	}}
	m := trial.Must(t, &triangle.HalfSquare{
		Way: triangle.Two, Lower: making.Input{Unit: "half"},
		Upper: making.Input{Unit: "half", Turn: 270},
	}, square, half)
	if !trial.Near(m.Piece.W, 3.0429+0.5) || len(m.Variants) != 1 {
		t.Errorf("%v unfinished, %d looks", m.Piece.W.Inches(), len(m.Variants))
	}
	for f, want := range map[string]float64{"3": 4.2071, "4": 5.2071} { // f + 2s + 2√2s
		q := trial.Must(t, &triangle.QuarterSquare{
			First: []string{"A", "B"}, Second: []string{"A", "B"},
			Finished: making.Typed(f),
		})
		if got := q.Acts[0].Patch.W.Inches(); got != trial.OnMark(want) {
			t.Errorf("finished %s: cut %v, want %v", f, got, want)
		}
		if len(q.Piece.Meetings) != 1 || len(q.Variants) != 1 || q.Variants[0].Count != 2 {
			t.Errorf("finished %s: %d meetings, %+v", f, len(q.Piece.Meetings), q.Variants)
		}
	}
	if q := trial.Must(t, &triangle.QuarterSquare{
		First: []string{"A", "B"}, Second: []string{"C"},
		Finished: making.Typed("3"),
	}); len(q.Variants) != 2 || q.Variants[0].Mirror != "u:b" {
		t.Errorf("one half left whole comes in two hands: %+v", q.Variants)
	}
	if q := trial.Must(t, &triangle.QuarterSquare{
		First: []string{"A", "B"}, Second: []string{"A", "C"}, Finished: making.Typed("3"),
		Sizing: making.Roomy,
	}); q.Acts[0].Patch.W != 9*trial.In/2 {
		t.Errorf("roomy is f + 1½ (common practice): %v", q.Acts[0].Patch.W.Inches())
	}
}

// Check values: a corner square of 1½ on 4½ covers a leg of 1 and leaves 4 finished; the point of a goose lies ¼″
// inside the raw edge; opposite corners are sewn together, overlapping ones wait (common practice).
func TestFlippedCorners(t *testing.T) {
	snow := trial.Must(t, &triangle.FlippedCorners{
		Base: making.Input{Role: "A"}, Width: making.Typed("4"), Height: making.Typed("4"),
		Corners: trial.Corners("B", "1", triangle.TopLeft, triangle.TopRight, triangle.BottomRight, triangle.BottomLeft),
	})
	if snow.Acts[1].Patch.W != 3*trial.In/2 || len(snow.Acts) != 4 || snow.Acts[3].Seams != 4 {
		t.Errorf("a snowball's corners do not overlap: %d acts", len(snow.Acts))
	}
	if w, h := snow.Piece.Finished(trial.In / 4).Size(); w != 4*trial.In || h != 4*trial.In ||
		!trial.HasSeamFrom(snow.Piece.Finished(trial.In/4), 1, 0) {
		t.Errorf("finished %v × %v", w.Inches(), h.Inches())
	}
	goose := trial.Must(t, &triangle.FlippedCorners{
		Base: making.Input{Role: "A"}, Width: making.Typed("4"), Height: making.Typed("2"),
		Corners: trial.Corners("B", "2", triangle.TopLeft, triangle.TopRight),
	})
	if !trial.HasSeamFrom(goose.Piece, 2.25, 0.25) {
		t.Errorf("no tip at (2¼, ¼): %+v", goose.Piece.Seams)
	}
	if n := len(goose.Acts); goose.Acts[n-2].ID != "u/round-1" || goose.Acts[n-1].Seams != 1 {
		t.Errorf("the second wing does not wait for the first: %s, %d seams", goose.Acts[n-2].ID, goose.Acts[n-1].Seams)
	}
	square := trial.Must(t, &triangle.FlippedCorners{
		Base: making.Input{Role: "A"}, Width: making.Typed("4"), Height: making.Typed("4"),
		Corners: trial.Corners("B", "2", triangle.TopLeft, triangle.BottomRight, triangle.TopRight, triangle.BottomLeft),
	})
	rounds := 0
	for _, a := range square.Acts {
		if a.Does == making.Sews {
			rounds++
		}
	}
	if rounds != 2 {
		t.Errorf("opposite corners first: %d rounds", rounds)
	}
	left := trial.Must(t, &triangle.FlippedCorners{
		Base: making.Input{Role: "A"}, Width: making.Typed("4"), Height: making.Typed("2"),
		Corners: trial.Corners("B", "2", triangle.TopLeft),
	})
	right := trial.Must(t, &triangle.FlippedCorners{
		Base: making.Input{Role: "A"}, Width: making.Typed("4"), Height: making.Typed("2"),
		Corners: trial.Corners("B", "2", triangle.TopRight),
	})
	if making.TurnedAlike(left.Piece, right.Piece) || !making.TurnedAlike(left.Piece.Mirrored(), right.Piece) {
		t.Error("sloped pieces come in a left and a right hand")
	}
	bonus := trial.Must(t, &triangle.FlippedCorners{
		Base: making.Input{Role: "A"}, Width: making.Typed("6"), Height: making.Typed("6"), Bonus: true,
		Corners: trial.Corners("B", "3", triangle.TopLeft, triangle.BottomRight, triangle.TopRight, triangle.BottomLeft),
	})
	last := bonus.Acts[len(bonus.Acts)-1]
	if len(last.Gives) != 2 || last.Gives[1].Count != 4 || !trial.Near(bonus.Variants[1].Piece.W, 3.5-math.Sqrt2/2) {
		t.Errorf("four bonus units of q − 2√2s: %+v", last.Gives)
	}
	if _, problems := trial.One(t, &triangle.FlippedCorners{
		Base: making.Input{Role: "A"}, Width: making.Typed("4"), Height: making.Typed("2"),
		Corners: trial.Corners("B", "2 1/8", triangle.TopLeft),
	}); len(problems.Stops()) != 1 ||
		problems.Stops()[0].Code != "corner-too-large" || !strings.Contains(problems.Stops()[0].Mend, "2″") {
		t.Errorf("%v", problems)
	}
	if _, problems := trial.One(t, &triangle.FlippedCorners{
		Base:    making.Input{Unit: "half"},
		Corners: trial.Corners("C", "1 1/2", triangle.TopLeft),
	},
		making.Unit{ID: "half", Name: "half", How: &triangle.HalfSquare{
			Way: triangle.Two, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
			Finished: making.Typed("1 1/2"),
		}}); problems.Stopped() {
		t.Errorf("the corner's diagonal lies on the base's seam, which it then hides: %v", problems)
	}
}

// Check values: four geese from 5¼ and 2⅞ are 4.5429 × 2.5214, the tip 0.2500 from the edge; exact large W + 1.2071,
// small W/2 + 0.8536 (geometry).
func TestFourGeeseAtATime(t *testing.T) {
	for _, sizing := range []making.Sizing{making.Exact, making.Rule, making.Roomy} {
		m := trial.Must(t, &triangle.FlyingGeese{Goose: "A", Sky: "B", Finished: making.Typed("4"), Sizing: sizing})
		if w, h := m.Piece.Size(); w != 9*trial.In/2 || h != 5*trial.In/2 || !trial.HasSeamFrom(m.Piece, 2.25, 0.25) {
			t.Errorf("%s: %v × %v, seams %+v", sizing, w.Inches(), h.Inches(), m.Piece.Seams)
		}
		if len(m.Variants) != 1 || m.Variants[0].Count != 4 || len(m.Variants[0].Kinds) != 2 {
			t.Errorf("%s: %d looks, %+v", sizing, len(m.Variants), m.Variants[0].Kinds)
		}
		cutTo := [2]float64{m.Acts[0].Patch.W.Inches(), m.Acts[1].Patch.W.Inches()}
		want := map[making.Sizing][2]float64{
			making.Exact: {5.2071, 2.8536}, making.Rule: {5.25, 2.875},
			making.Roomy: {5.5, 3},
		}[sizing]
		if cutTo != [2]float64{trial.OnMark(want[0]), trial.OnMark(want[1])} {
			t.Errorf("%s: cut %v, want %v", sizing, cutTo, want)
		}
		if sizing == making.Rule && (!strings.Contains(m.Size.Sums[0], "4 35/64") ||
			!strings.Contains(m.Size.Sums[1], "2 33/64")) {
			t.Errorf("untrimmed 4.5429 × 2.5214: %v", m.Size.Sums)
		}
	}
	one := trial.Must(t, (&triangle.FlyingGeese{Goose: "A", Sky: "B", Finished: making.Typed("4")}).Others()[1])
	if four := trial.Must(t, &triangle.FlyingGeese{
		Goose: "A", Sky: "B",
		Finished: making.Typed("4"),
	}); !making.TurnedAlike(one.Piece.Finished(trial.In/4),
		four.Piece.Finished(trial.In/4)) {
		t.Error("one at a time looks different")
	}
}

// Check value: centre cut 4½ (finished 4): triangles from squares of 3.6820, unit 6.1569 (geometry).
func TestSquareInASquare(t *testing.T) {
	centre := making.Unit{
		ID: "sq", Name: "square",
		How: &straight.PlainPatch{Role: "A", Width: making.Typed("4 1/2"), Height: making.Typed("4 1/2")},
	}
	m := trial.Must(t, &triangle.SquareInSquare{Centre: making.Input{Unit: "sq"}, Corners: []string{"B"}}, centre)
	if !trial.Near(m.Piece.W, 6.1569) || !trial.Near(m.Piece.H, 6.1569) {
		t.Errorf("unit %v", m.Piece.W.Inches())
	}
	for _, a := range m.Acts {
		if a.Patch != nil && a.Patch.W.Inches() != trial.OnMark(3.6820) {
			t.Errorf("triangles from squares of %v", a.Patch.W.Inches())
		}
	}
	for _, p := range m.Piece.Patches {
		if p.Bias() != (p.Role == "A") {
			t.Errorf("%s on the bias: %v; the outer edges are on the straight grain", p.Role, p.Bias())
		}
	}
	whole := trial.Must(t, &triangle.SquareInSquare{
		Centre: making.Input{Role: "A"}, Corners: []string{"B"},
		Finished: making.Typed("4"),
	})
	flipped := trial.Must(t, (&triangle.SquareInSquare{
		Centre: making.Input{Role: "A"}, Corners: []string{"B"},
		Finished: making.Typed("4"),
	}).Others()[1])
	if !making.TurnedAlike(whole.Piece.Finished(trial.In/4), flipped.Piece.Finished(trial.In/4)) {
		t.Error("four flipped corners look different")
	}
}

// A corner that is said first and overlaps nothing may be sewn first, whichever comes last in the list.
func TestNoCornerVanishes(t *testing.T) {
	for _, order := range [][]triangle.CornerAt{
		{triangle.TopLeft, triangle.TopRight, triangle.BottomLeft},
		{triangle.TopLeft, triangle.BottomLeft, triangle.TopRight},
		{triangle.BottomLeft, triangle.TopRight, triangle.TopLeft},
	} {
		m := &triangle.FlippedCorners{Base: making.Input{Role: "A"}, Width: making.Typed("3"), Height: making.Typed("4")}
		for i, at := range order {
			leg := making.Typed("2")
			if at == triangle.BottomLeft {
				leg = making.Typed("1")
			}
			m.Corners = append(m.Corners, triangle.FlippedCorner{ID: string(rune('a' + i)), At: at, Role: "B", Leg: leg})
		}
		made := trial.Must(t, m)
		seams, corners := 0, 0
		for _, act := range made.Acts {
			seams += act.Seams
		}
		for _, p := range made.Piece.Patches {
			if p.Role == "B" {
				corners++
			}
		}
		if seams != 3 || corners != 3 || len(made.Seams) != 3 {
			t.Errorf("%v: %d seams, %d corners to see, %d decisions", order, seams, corners, len(made.Seams))
		}
	}
}

// What is cut at a mark is sewn from there, and what is then trimmed off is said: eight at a time for 4 finished are
// drawn from 9.7071, cut 9¾, come 4 33⁄64 and are trimmed to 4½ (geometry, ⅛ ruler).
func TestWhatIsCutIsWhatIsSewnFrom(t *testing.T) {
	m := trial.Must(t, &triangle.HalfSquare{
		Way: triangle.Eight, Lower: making.Input{Role: "A"},
		Upper: making.Input{Role: "B"}, Finished: making.Typed("4"),
	})
	if m.Acts[0].Patch.W != 39*trial.In/4 || m.Acts[len(m.Acts)-1].Shaves != 8 {
		t.Errorf("%+v", m.Acts)
	}
	if sums := strings.Join(m.Size.Sums, "; "); !strings.HasPrefix(sums, "9 3/4") && !strings.HasPrefix(sums, "9¾") ||
		!strings.Contains(sums, "trimmed") {
		t.Error(sums)
	}
	if l := (5*trial.In/2 + 3).CeilTo(trial.In / 8); l != 5*trial.In/2 {
		t.Errorf("a hair above 2½ is cut %v", l.Inches())
	}
	if l := (5*trial.In/2 + trial.In/100).CeilTo(trial.In / 8); l != 21*trial.In/8 {
		t.Errorf("a hundredth above 2½ is cut %v", l.Inches())
	}
}

// A half left whole, of one cloth with a quarter beside it, comes in two ways that show the same cloth: they are no
// hands. Of another cloth they are.
func TestWhatShowsTheSameClothIsNoHand(t *testing.T) {
	same := trial.Must(t, &triangle.QuarterSquare{
		First: []string{"A", "B"}, Second: []string{"A"},
		Finished: making.Typed("3"),
	})
	other := trial.Must(t, &triangle.QuarterSquare{
		First: []string{"A", "B"}, Second: []string{"C"},
		Finished: making.Typed("3"),
	})
	if len(same.Variants) != 2 || same.Variants[0].Mirror != "" || strings.Contains(same.Variants[0].Name, "hand") {
		t.Errorf("%+v", same.Variants)
	}
	if len(other.Variants) != 2 || other.Variants[0].Mirror == "" || !strings.Contains(other.Variants[0].Name, "hand") {
		t.Errorf("%+v", other.Variants)
	}
}
