package making

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
)

func one(t *testing.T, how Method, more ...Unit) (Made, problem.List) {
	t.Helper()
	return sixths(t, append(more, Unit{ID: "u", Name: "unit", How: how}), "u")
}

func must(t *testing.T, how Method, more ...Unit) Made {
	t.Helper()
	m, problems := one(t, how, more...)
	if problems.Stopped() {
		t.Fatalf("%s: %v", how.By(), problems)
	}
	return m
}

func corners(role string, leg string, at ...CornerAt) []FlippedCorner {
	var list []FlippedCorner
	for i, a := range at {
		list = append(list, FlippedCorner{ID: fmt.Sprint("c", i), At: a, Role: role, Leg: Typed(leg)})
	}
	return list
}

func hasSeamFrom(p piece.Piece, x, y float64) bool {
	for _, s := range p.Seams {
		for _, a := range []piece.Point{s.From, s.To} {
			if math.Abs(a.X.Inches()-x) < 1e-9 && math.Abs(a.Y.Inches()-y) < 1e-9 {
				return true
			}
		}
	}
	return false
}

// Patches fill the outline exactly, whatever was sewn, and every patch runs clockwise.
func filled(t *testing.T, what string, p piece.Piece) {
	t.Helper()
	if p.Area() != piece.Exactly("", p.W, p.H).Area() || p.Rounded {
		t.Errorf("%s: patches cover %v of %v × %v", what, p.Area(), p.W.Inches(), p.H.Inches())
	}
}

func TestEveryMethodFillsItsOutline(t *testing.T) {
	rail := rail("r", "", "A", "B", "C")
	for _, how := range []Method{
		&HalfSquare{Way: Two, Lower: Input{Role: "A"}, Upper: Input{Role: "B"}, Finished: Typed("3"), Sizing: Roomy},
		&HalfSquare{Way: Eight, Lower: Input{Unit: "r"}, Upper: Input{Role: "B"}},
		&HalfSquare{Way: Four, Lower: Input{Unit: "r", Turn: 90}, Upper: Input{Unit: "r"}},
		&HalfSquare{Way: Triangles, Lower: Input{Unit: "r", Turn: 90}, Upper: Input{Unit: "r"}},
		&QuarterSquare{First: []string{"A", "B"}, Second: []string{"A", "B"}, Finished: Typed("3")},
		&QuarterSquare{First: []string{"A", "B"}, Second: []string{"C", "D"}, Finished: Typed("3"), Sizing: Rule},
		&QuarterSquare{First: []string{"A", "B"}, Second: []string{"C"}, Finished: Typed("3"), Sizing: Roomy},
		&FlippedCorners{Base: Input{Role: "A"}, Width: Typed("4"), Height: Typed("2"), Corners: corners("B", "2", TopLeft, TopRight)},
		&FlippedCorners{
			Base: Input{Unit: "r"}, Corners: corners("B", "1", TopLeft, BottomRight, TopRight, BottomLeft),
			Bonus: false,
		},
		&FlippedCorners{
			Base: Input{Role: "A"}, Width: Typed("6"), Height: Typed("6"),
			Corners: corners("B", "3", TopLeft, BottomRight, TopRight, BottomLeft), Bonus: true,
		},
		&FlyingGeese{Goose: "A", Sky: "B", Finished: Typed("4")},
		&FlyingGeese{Goose: "A", Sky: "B", Finished: Typed("3"), Sizing: Rule},
		&FlyingGeese{Goose: "A", Sky: "B", Finished: Typed("5"), Sizing: Roomy},
		&SquareInSquare{Centre: Input{Role: "A"}, Corners: []string{"B"}, Finished: Typed("4")},
		&SquareInSquare{Centre: Input{Unit: "r"}, Corners: []string{"B", "C", "D", "E"}, Sizing: Roomy},
		&Frame{
			Centre: Input{Role: "A"}, Width: Typed("4"), Height: Typed("3"),
			Frames: []FrameRound{{ID: "a", Role: "B", Strip: Typed("1 1/2")}, {ID: "b", Role: "C", Ends: "D"}},
		},
		&LogCabin{
			Centre: Input{Role: "A"}, Width: Typed("2"), Height: Typed("2"), Rounds: 3,
			Logs: []CabinLog{{Role: "B", Strip: Typed("1 1/2")}},
		},
		&LogCabin{
			Centre: Input{Unit: "r"}, Rounds: 3, Half: true, Start: "top", Direction: CounterClockwise,
			Logs: []CabinLog{{Role: "B"}, {Role: "C"}},
		},
		&Grid{
			Rows:  Rows([][]GridCell{{{Unit: "r"}, {Unit: "r", Turn: 90}}, {{Unit: "r", Turn: 90}, {Unit: "r"}}}),
			First: ColumnsFirst,
		},
	} {
		m := must(t, how, rail...)
		filled(t, how.By(), m.Piece)
		total := 0
		for _, v := range m.Variants {
			filled(t, how.By()+", "+v.Name, v.Piece)
			total += v.Count
		}
		last := m.Acts[len(m.Acts)-1]
		if last.ID != "u" || len(m.Size.Rules) == 0 || len(m.Size.Sums) == 0 {
			t.Errorf("%s ends in %q, size %+v", how.By(), last.ID, m.Size)
		}
		known := map[string]bool{"r": true}
		decided := map[string]bool{}
		for _, s := range m.Seams {
			decided[string(s.ID)] = true
		}
		for _, act := range m.Acts {
			for _, take := range act.Takes {
				if !known[string(take.Act)] || take.Each < 1 {
					t.Errorf("%s: %s takes %+v, which is not there yet", how.By(), act.ID, take)
				}
			}
			for _, seam := range append(act.Sews, act.Presses...) {
				if !decided[string(seam)] {
					t.Errorf("%s: %s sews %s, which nobody decides", how.By(), act.ID, seam)
				}
			}
			for _, g := range act.Outputs() {
				known[string(g.ID)] = true
			}
		}
		for _, s := range m.Piece.Seams {
			if !decided[string(s.ID)] && !strings.HasPrefix(string(s.ID), "r-set/") {
				t.Errorf("%s: the seam %s is nobody's", how.By(), s.ID)
			}
		}
	}
}

// Check value: from 4¼″ squares an hourglass finishes 3.0429″ (geometry).
func TestHourglass(t *testing.T) {
	square := Unit{ID: "sq", Name: "square", How: &PlainPatch{Role: "A", Width: Typed("4 1/4"), Height: Typed("4 1/4")}}
	half := Unit{ID: "half", Name: "half", How: &HalfSquare{
		Way: Two, Lower: Input{Unit: "sq"},
		Upper: Input{Role: "B"},
	}}
	m := must(t, &HalfSquare{Way: Two, Lower: Input{Unit: "half"}, Upper: Input{Unit: "half", Turn: 270}}, square, half)
	if !near(m.Piece.W, 3.0429+0.5) || len(m.Variants) != 1 {
		t.Errorf("%v unfinished, %d looks", m.Piece.W.Inches(), len(m.Variants))
	}
	for f, want := range map[string]float64{"3": 4.2071, "4": 5.2071} { // f + 2s + 2√2s
		q := must(t, &QuarterSquare{First: []string{"A", "B"}, Second: []string{"A", "B"}, Finished: Typed(f)})
		if got := q.Acts[0].Patch.W.Inches(); got != onMark(want) {
			t.Errorf("finished %s: cut %v, want %v", f, got, want)
		}
		if len(q.Piece.Meetings) != 1 || len(q.Variants) != 1 || q.Variants[0].Count != 2 {
			t.Errorf("finished %s: %d meetings, %+v", f, len(q.Piece.Meetings), q.Variants)
		}
	}
	if q := must(t, &QuarterSquare{
		First: []string{"A", "B"}, Second: []string{"C"},
		Finished: Typed("3"),
	}); len(q.Variants) != 2 || q.Variants[0].Mirror != "u:b" {
		t.Errorf("one half left whole comes in two hands: %+v", q.Variants)
	}
	if q := must(t, &QuarterSquare{
		First: []string{"A", "B"}, Second: []string{"A", "C"}, Finished: Typed("3"),
		Sizing: Roomy,
	}); q.Acts[0].Patch.W != 9*in/2 {
		t.Errorf("roomy is f + 1½ (common practice): %v", q.Acts[0].Patch.W.Inches())
	}
}

// Check values: a corner square of 1½ on 4½ covers a leg of 1 and leaves 4 finished; the point of a goose lies ¼″
// inside the raw edge; opposite corners are sewn together, overlapping ones wait (common practice).
func TestFlippedCorners(t *testing.T) {
	snow := must(t, &FlippedCorners{
		Base: Input{Role: "A"}, Width: Typed("4"), Height: Typed("4"),
		Corners: corners("B", "1", TopLeft, TopRight, BottomRight, BottomLeft),
	})
	if snow.Acts[1].Patch.W != 3*in/2 || len(snow.Acts) != 4 || snow.Acts[3].Seams != 4 {
		t.Errorf("a snowball's corners do not overlap: %d acts", len(snow.Acts))
	}
	if w, h := snow.Piece.Finished(in / 4).Size(); w != 4*in || h != 4*in ||
		!hasSeamFrom(snow.Piece.Finished(in/4), 1, 0) {
		t.Errorf("finished %v × %v", w.Inches(), h.Inches())
	}
	goose := must(t, &FlippedCorners{
		Base: Input{Role: "A"}, Width: Typed("4"), Height: Typed("2"),
		Corners: corners("B", "2", TopLeft, TopRight),
	})
	if !hasSeamFrom(goose.Piece, 2.25, 0.25) {
		t.Errorf("no tip at (2¼, ¼): %+v", goose.Piece.Seams)
	}
	if n := len(goose.Acts); goose.Acts[n-2].ID != "u/round-1" || goose.Acts[n-1].Seams != 1 {
		t.Errorf("the second wing does not wait for the first: %s, %d seams", goose.Acts[n-2].ID, goose.Acts[n-1].Seams)
	}
	square := must(t, &FlippedCorners{
		Base: Input{Role: "A"}, Width: Typed("4"), Height: Typed("4"),
		Corners: corners("B", "2", TopLeft, BottomRight, TopRight, BottomLeft),
	})
	rounds := 0
	for _, a := range square.Acts {
		if a.Does == Sews {
			rounds++
		}
	}
	if rounds != 2 {
		t.Errorf("opposite corners first: %d rounds", rounds)
	}
	left := must(t, &FlippedCorners{
		Base: Input{Role: "A"}, Width: Typed("4"), Height: Typed("2"),
		Corners: corners("B", "2", TopLeft),
	})
	right := must(t, &FlippedCorners{
		Base: Input{Role: "A"}, Width: Typed("4"), Height: Typed("2"),
		Corners: corners("B", "2", TopRight),
	})
	if turnedAlike(left.Piece, right.Piece) || !turnedAlike(left.Piece.Mirrored(), right.Piece) {
		t.Error("sloped pieces come in a left and a right hand")
	}
	bonus := must(t, &FlippedCorners{
		Base: Input{Role: "A"}, Width: Typed("6"), Height: Typed("6"), Bonus: true,
		Corners: corners("B", "3", TopLeft, BottomRight, TopRight, BottomLeft),
	})
	last := bonus.Acts[len(bonus.Acts)-1]
	if len(last.Gives) != 2 || last.Gives[1].Count != 4 || !near(bonus.Variants[1].Piece.W, 3.5-math.Sqrt2/2) {
		t.Errorf("four bonus units of q − 2√2s: %+v", last.Gives)
	}
	if _, problems := one(t, &FlippedCorners{
		Base: Input{Role: "A"}, Width: Typed("4"), Height: Typed("2"),
		Corners: corners("B", "2 1/8", TopLeft),
	}); len(problems.Stops()) != 1 ||
		problems.Stops()[0].Code != "corner-too-large" || !strings.Contains(problems.Stops()[0].Mend, "2″") {
		t.Errorf("%v", problems)
	}
	if _, problems := one(t, &FlippedCorners{Base: Input{Unit: "half"}, Corners: corners("C", "1 1/2", TopLeft)},
		Unit{ID: "half", Name: "half", How: &HalfSquare{
			Way: Two, Lower: Input{Role: "A"}, Upper: Input{Role: "B"},
			Finished: Typed("1 1/2"),
		}}); problems.Stopped() {
		t.Errorf("the corner's diagonal lies on the base's seam, which it then hides: %v", problems)
	}
}

// Check values: four geese from 5¼ and 2⅞ are 4.5429 × 2.5214, the tip 0.2500 from the edge; exact large W + 1.2071,
// small W/2 + 0.8536 (geometry).
func TestFourGeeseAtATime(t *testing.T) {
	for _, sizing := range []Sizing{Exact, Rule, Roomy} {
		m := must(t, &FlyingGeese{Goose: "A", Sky: "B", Finished: Typed("4"), Sizing: sizing})
		if w, h := m.Piece.Size(); w != 9*in/2 || h != 5*in/2 || !hasSeamFrom(m.Piece, 2.25, 0.25) {
			t.Errorf("%s: %v × %v, seams %+v", sizing, w.Inches(), h.Inches(), m.Piece.Seams)
		}
		if len(m.Variants) != 1 || m.Variants[0].Count != 4 || m.Variants[0].Kinds != 2 {
			t.Errorf("%s: %d looks, %+v", sizing, len(m.Variants), m.Variants[0].Kinds)
		}
		cutTo := [2]float64{m.Acts[0].Patch.W.Inches(), m.Acts[1].Patch.W.Inches()}
		want := map[Sizing][2]float64{Exact: {5.2071, 2.8536}, Rule: {5.25, 2.875}, Roomy: {5.5, 3}}[sizing]
		if cutTo != [2]float64{onMark(want[0]), onMark(want[1])} {
			t.Errorf("%s: cut %v, want %v", sizing, cutTo, want)
		}
		if sizing == Rule && (!strings.Contains(m.Size.Sums[0], "4 35/64") ||
			!strings.Contains(m.Size.Sums[1], "2 33/64")) {
			t.Errorf("untrimmed 4.5429 × 2.5214: %v", m.Size.Sums)
		}
	}
	one := must(t, (&FlyingGeese{Goose: "A", Sky: "B", Finished: Typed("4")}).others()[1])
	if four := must(t, &FlyingGeese{Goose: "A", Sky: "B", Finished: Typed("4")}); !turnedAlike(one.Piece.Finished(in/4),
		four.Piece.Finished(in/4)) {
		t.Error("one at a time looks different")
	}
}

// Check value: centre cut 4½ (finished 4): triangles from squares of 3.6820, unit 6.1569 (geometry).
func TestSquareInASquare(t *testing.T) {
	centre := Unit{ID: "sq", Name: "square", How: &PlainPatch{Role: "A", Width: Typed("4 1/2"), Height: Typed("4 1/2")}}
	m := must(t, &SquareInSquare{Centre: Input{Unit: "sq"}, Corners: []string{"B"}}, centre)
	if !near(m.Piece.W, 6.1569) || !near(m.Piece.H, 6.1569) {
		t.Errorf("unit %v", m.Piece.W.Inches())
	}
	for _, a := range m.Acts {
		if a.Patch != nil && a.Patch.W.Inches() != onMark(3.6820) {
			t.Errorf("triangles from squares of %v", a.Patch.W.Inches())
		}
	}
	for _, p := range m.Piece.Patches {
		if p.Bias() != (p.Role == "A") {
			t.Errorf("%s on the bias: %v; the outer edges are on the straight grain", p.Role, p.Bias())
		}
	}
	whole := must(t, &SquareInSquare{Centre: Input{Role: "A"}, Corners: []string{"B"}, Finished: Typed("4")})
	flipped := must(t, (&SquareInSquare{Centre: Input{Role: "A"}, Corners: []string{"B"}, Finished: Typed("4")}).others()[1])
	if !turnedAlike(whole.Piece.Finished(in/4), flipped.Piece.Finished(in/4)) {
		t.Error("four flipped corners look different")
	}
}

// Check values: 4½ framed by 1½ strips is 6½; log cabin of centre 2, logs 1, three rounds: 2½, 3½, 3½ … 8½, finished 8.
func TestFramesAndLogs(t *testing.T) {
	framed := must(t, &Frame{
		Centre: Input{Role: "A"}, Width: Typed("4"), Height: Typed("4"),
		Frames: []FrameRound{{ID: "f", Role: "B", Strip: Typed("1 1/2")}},
	})
	if w, h := framed.Piece.Size(); w != 13*in/2 || h != 13*in/2 {
		t.Errorf("%v × %v", w.Inches(), h.Inches())
	}
	cabin := must(t, &LogCabin{
		Centre: Input{Role: "C"}, Width: Typed("2"), Height: Typed("2"), Rounds: 3,
		Logs: []CabinLog{
			{Role: "L", Strip: Typed("1 1/2")},
			{Role: "L", Strip: Typed("1 1/2")},
			{Role: "D", Strip: Typed("1 1/2")},
			{Role: "D", Strip: Typed("1 1/2")},
		},
	})
	var logs []float64
	for _, a := range cabin.Acts {
		if a.Does == Sews {
			logs = append(logs, a.Each.Inches())
		}
	}
	if want := "[2.5 3.5 3.5 4.5 4.5 5.5 5.5 6.5 6.5 7.5 7.5 8.5]"; fmt.Sprint(logs) != want {
		t.Errorf("logs %v, want %s", logs, want)
	}
	if w, _ := cabin.Piece.Finished(in / 4).Size(); w != 8*in {
		t.Errorf("finished %v", w.Inches())
	}
	if cabin.Size.Sums[0] != "across: 3 × 1½″ + 2½″ + 3 × 1½″ − 6 seams × ½″ = 8½″" {
		t.Errorf("%v", cabin.Size.Sums)
	}
	// Light and dark halves: the finished dark cloth lies on one side of a diagonal, apart from the centre.
	light, dark := 0.0, 0.0
	for _, p := range cabin.Piece.Patches {
		area := piece.Piece{Patches: []piece.Patch{p}}.Area().Inches()
		switch p.Role {
		case "L":
			light += area
		case "D":
			dark += area
		}
	}
	if light <= 0 || dark <= light {
		t.Errorf("light %v, dark %v: the later logs are longer", light, dark)
	}
	half := must(t, &LogCabin{
		Centre: Input{Role: "C"}, Width: Typed("2"), Height: Typed("2"), Rounds: 3, Half: true,
		Logs: []CabinLog{{Role: "L", Strip: Typed("1 1/2")}},
	})
	if w, h := half.Piece.Size(); w != 11*in/2 || h != 11*in/2 || half.Piece.Patches[0].Poly[0] != (piece.Point{}) {
		t.Errorf("a half log cabin grows on two sides, its centre stays in the corner: %v × %v", w.Inches(), h.Inches())
	}
}

// Rows and columns first look alike; rows that are alike, also turned end for end, are one step.
func TestGridsOfMixedUnits(t *testing.T) {
	parts := []Unit{
		{ID: "h", Name: "half", How: &HalfSquare{
			Way: Two, Lower: Input{Role: "A"}, Upper: Input{Role: "B"},
			Finished: Typed("2"),
		}},
		{ID: "p", Name: "plain", How: &PlainPatch{Role: "A", Width: Typed("2 1/2"), Height: Typed("2 1/2")}},
	}
	cell := func(unit string, turn int) GridCell { return GridCell{Unit: naming.Unit(unit), Turn: turn} }
	star := Grid{Rows: Rows([][]GridCell{
		{cell("p", 0), cell("h", 90), cell("h", 180), cell("p", 0)},
		{cell("h", 90), cell("p", 90), cell("p", 0), cell("h", 180)},
		{cell("h", 0), cell("p", 180), cell("p", 270), cell("h", 270)},
		{cell("p", 180), cell("h", 0), cell("h", 270), cell("p", 180)},
	})}
	rows := must(t, &star, parts...)
	star.First = ColumnsFirst
	columns := must(t, &star, parts...)
	if !piece.SameLook(rows.Piece, columns.Piece, piece.ByRole) {
		t.Error("columns first looks different")
	}
	if w, h := rows.Piece.Size(); w != 17*in/2 || h != 17*in/2 {
		t.Errorf("%v × %v", w.Inches(), h.Inches())
	}
	if len(rows.Acts) != 3 || rows.Acts[0].Takes[0].Each != 2 || rows.Acts[2].Takes[0] != (ActTake{"u/row-1", 2}) {
		t.Errorf("the lower rows are the upper ones turned: %+v", rows.Acts[len(rows.Acts)-1].Takes)
	}
	pin := must(t, &Grid{Rows: Rows([][]GridCell{{cell("h", 0), cell("h", 90)}, {cell("h", 270), cell("h", 180)}})},
		parts...)
	if len(pin.Piece.Meetings) == 0 || len(pin.Acts) != 2 {
		t.Errorf("pinwheel: %d meetings, %d acts", len(pin.Piece.Meetings), len(pin.Acts))
	}
}

// Columns of 2½″, 3½″ and 2½″, rows of 4½″ and 2½″: 8½″ − 2 × ½″ = 7½″ across and 7″ − ½″ = 6½″ down, whichever is sewn first; what is alone in its
// row or column is no sum, and what is as much both ways is told once.
func TestTheSumsOfAGrid(t *testing.T) {
	var parts []Unit
	plain := func(w, h Breadth) GridCell {
		id := naming.Unit(fmt.Sprintf("p%d", len(parts)))
		parts = append(parts, Unit{ID: id, Name: string(id), How: &PlainPatch{Role: "A", Width: w, Height: h}})
		return GridCell{Unit: id}
	}
	wide := [][]GridCell{
		{plain(Typed("2 1/2"), Typed("4 1/2")), plain(Typed("3 1/2"), Typed("4 1/2")), plain(Typed("2 1/2"), Typed("4 1/2"))},
		{plain(Typed("2 1/2"), Typed("2 1/2")), plain(Typed("3 1/2"), Typed("2 1/2")), plain(Typed("2 1/2"), Typed("2 1/2"))},
	}
	for want, rows := range map[string][][]GridCell{
		"across: 2½″ + 3½″ + 2½″ − 2 seams × ½″ = 7½″; down: 4½″ + 2½″ − 1 seam × ½″ = 6½″": wide,
		"across: 2½″ + 3½″ + 2½″ − 2 seams × ½″ = 7½″":                                      wide[1:],
		"down: 4½″ + 2½″ − 1 seam × ½″ = 6½″":                                               {wide[0][:1], wide[1][:1]},
		"across: 2½″ + 3½″ − 1 seam × ½″ = 5½″":                                             {{plain(Typed("2 1/2"), Typed("2 1/2")), plain(Typed("3 1/2"), Typed("2 1/2"))}, {plain(Typed("2 1/2"), Typed("3 1/2")), plain(Typed("3 1/2"), Typed("3 1/2"))}},
	} {
		for _, first := range []First{RowsFirst, ColumnsFirst} {
			if sums := strings.Join(must(t, &Grid{Rows: Rows(rows), First: first}, parts...).Size.Sums, "; "); sums != want {
				t.Errorf("%s first: %s, want %s", first, sums, want)
			}
		}
	}
}

func TestNonsenseInEveryMethod(t *testing.T) {
	rect := Unit{ID: "rect", Name: "rect", How: &PlainPatch{Role: "A", Width: Typed("3"), Height: Typed("4")}}
	for _, c := range []struct {
		name string
		how  Method
		code string
		at   string
	}{
		{
			"no such way", &HalfSquare{Way: "three", Lower: Input{Role: "A"}, Upper: Input{Role: "B"}, Finished: Typed("3")},
			"way-unknown", "/how/way",
		},
		{"role without fabric", &HalfSquare{
			Way: Two, Lower: Input{Role: "A"}, Upper: Input{Role: "nobody"},
			Finished: Typed("3"),
		}, "role-without-fabric", "/how/upper/role"},
		{
			"finishes nothing", &HalfSquare{Way: Two, Lower: Input{Role: "A"}, Upper: Input{Role: "B"}, Finished: Typed("0")},
			"too-small", "/how/finished",
		},
		{
			"a pair of rectangles", &HalfSquare{Way: Two, Lower: Input{Unit: "rect"}, Upper: Input{Role: "B"}},
			"not-square", "/how/lower",
		},
		{"larger than it comes out", &HalfSquare{
			Way: Two, Lower: Input{Unit: "r"}, Upper: Input{Role: "B"},
			Finished: Typed("7"),
		}, "too-large", "/how/finished"},
		{"no such sizing", &HalfSquare{
			Way: Two, Lower: Input{Role: "A"}, Upper: Input{Role: "B"}, Finished: Typed("3"),
			Sizing: "huge",
		}, "sizing-unknown", "/how/sizing"},
		{"too large for the cloth", &HalfSquare{
			Way: Eight, Lower: Input{Role: "A"}, Upper: Input{Role: "B"},
			Finished: Typed("20"),
		}, "cloth-too-short", "/how/lower/role"},
		{
			"three fabrics in one pair", &QuarterSquare{First: []string{"A"}, Second: []string{"B"}, Finished: Typed("3")},
			"role-count", "/how/second",
		},
		{
			"no corners", &FlippedCorners{Base: Input{Role: "A"}, Width: Typed("4"), Height: Typed("4")}, "corner-count",
			"/how/corners",
		},
		{"two squares in one corner", &FlippedCorners{
			Base: Input{Role: "A"}, Width: Typed("4"), Height: Typed("4"),
			Corners: corners("B", "1", TopLeft, TopLeft),
		}, "corner-twice", "/how/corners/1/at"},
		{"a corner of its own", &FlippedCorners{
			Base: Input{Role: "A"}, Width: Typed("4"), Height: Typed("4"),
			Corners: corners("B", "1", "middle"),
		}, "corner-unknown", "/how/corners/0/at"},
		{"trimmings of nothing", &FlippedCorners{
			Base: Input{Role: "A"}, Width: Typed("4"), Height: Typed("4"), Bonus: true,
			Corners: corners("B", "1/2", TopLeft),
		}, "too-small", "/how/bonus"},
		{"a goose too wide", &FlyingGeese{Goose: "A", Sky: "B", Finished: Typed("60")}, "cloth-too-short", "/how/goose"},
		{
			"two triangles", &SquareInSquare{Centre: Input{Role: "A"}, Corners: []string{"A", "B"}, Finished: Typed("4")},
			"role-count", "/how/corners",
		},
		{
			"a rectangle standing on its corner", &SquareInSquare{Centre: Input{Unit: "rect"}, Corners: []string{"B"}},
			"not-square", "/how/centre",
		},
		{"no frames", &Frame{Centre: Input{Role: "A"}, Width: Typed("4"), Height: Typed("4")}, "frame-count", "/how/frames"},
		{"a frame taken by its seams", &Frame{
			Centre: Input{Role: "A"}, Width: Typed("4"), Height: Typed("4"),
			Frames: []FrameRound{{ID: "f", Role: "B", Strip: Typed("1/2")}},
		}, "too-narrow", "/how/frames/0/strip"},
		{"a hundred rounds", &LogCabin{
			Centre: Input{Role: "A"}, Width: Typed("2"), Height: Typed("2"), Rounds: 100,
			Logs: []CabinLog{{Role: "B"}},
		}, "round-count", "/how/rounds"},
		{"no logs", &LogCabin{Centre: Input{Role: "A"}, Width: Typed("2"), Height: Typed("2"), Rounds: 1}, "log-count", "/how/logs"},
		{"inside out", &LogCabin{
			Centre: Input{Role: "A"}, Width: Typed("2"), Height: Typed("2"), Rounds: 1, Direction: "inward",
			Logs: []CabinLog{{Role: "B"}},
		}, "direction-unknown", "/how/direction"},
		{"an empty grid", &Grid{}, "grid-empty", "/how/rows"},
		{"a grid of one", &Grid{Rows: Rows([][]GridCell{{{Unit: "r"}}})}, "grid-empty", "/how/rows"},
		{
			"an uneven grid", &Grid{Rows: Rows([][]GridCell{{{Unit: "r"}, {Unit: "r"}}, {{Unit: "r"}}})}, "grid-uneven",
			"/how/rows/1",
		},
		{
			"cells that differ", &Grid{Rows: Rows([][]GridCell{{{Unit: "r"}, {Unit: "rect"}}})}, "edges-differ",
			"/how/rows/0/cells/1",
		},
		{"a grid of itself", &Grid{Rows: Rows([][]GridCell{{{Unit: "u"}, {Unit: "u"}}})}, "unit-of-itself", "/how"},
		{"what never falls out", &Grid{Rows: Rows([][]GridCell{{{Unit: "r:q"}, {Unit: "r"}}})}, "unit-unknown", "/how"},
	} {
		_, problems := one(t, c.how, append(rail("r", "", "A", "B", "C"), rect)...)
		found := false
		for _, p := range problems {
			found = found || p.Code == c.code && p.At == "/units/3"+c.at && p.Stops && p.Says != "" && p.Mend != ""
		}
		if !found {
			t.Errorf("%s: want %s at /units/3%s, got %+v", c.name, c.code, c.at, problems)
		}
	}
}

// A corner that is said first and overlaps nothing may be sewn first, whichever comes last in the list.
func TestNoCornerVanishes(t *testing.T) {
	for _, order := range [][]CornerAt{{TopLeft, TopRight, BottomLeft}, {TopLeft, BottomLeft, TopRight}, {BottomLeft, TopRight, TopLeft}} {
		m := &FlippedCorners{Base: Input{Role: "A"}, Width: Typed("3"), Height: Typed("4")}
		for i, at := range order {
			leg := Typed("2")
			if at == BottomLeft {
				leg = Typed("1")
			}
			m.Corners = append(m.Corners, FlippedCorner{ID: string(rune('a' + i)), At: at, Role: "B", Leg: leg})
		}
		made := must(t, m)
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
	m := must(t, &HalfSquare{Way: Eight, Lower: Input{Role: "A"}, Upper: Input{Role: "B"}, Finished: Typed("4")})
	if m.Acts[0].Patch.W != 39*in/4 || m.Acts[len(m.Acts)-1].Shaves != 8 {
		t.Errorf("%+v", m.Acts)
	}
	if sums := strings.Join(m.Size.Sums, "; "); !strings.HasPrefix(sums, "9 3/4") && !strings.HasPrefix(sums, "9¾") ||
		!strings.Contains(sums, "trimmed") {
		t.Error(sums)
	}
	if l := (5*in/2 + 3).CeilTo(in / 8); l != 5*in/2 {
		t.Errorf("a hair above 2½ is cut %v", l.Inches())
	}
	if l := (5*in/2 + in/100).CeilTo(in / 8); l != 21*in/8 {
		t.Errorf("a hundredth above 2½ is cut %v", l.Inches())
	}
}

// A half left whole, of one cloth with a quarter beside it, comes in two ways that show the same cloth: they are no
// hands. Of another cloth they are.
func TestWhatShowsTheSameClothIsNoHand(t *testing.T) {
	same := must(t, &QuarterSquare{First: []string{"A", "B"}, Second: []string{"A"}, Finished: Typed("3")})
	other := must(t, &QuarterSquare{First: []string{"A", "B"}, Second: []string{"C"}, Finished: Typed("3")})
	if len(same.Variants) != 2 || same.Variants[0].Mirror != "" || strings.Contains(same.Variants[0].Name, "hand") {
		t.Errorf("%+v", same.Variants)
	}
	if len(other.Variants) != 2 || other.Variants[0].Mirror == "" || !strings.Contains(other.Variants[0].Name, "hand") {
		t.Errorf("%+v", other.Variants)
	}
}
