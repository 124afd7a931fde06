package triangle_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"vicis/internal/trial"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/straight"
	"vicis/core/triangle"
)

// Closed forms and check values of virtual sewing (geometry): two at a time 5 → 4.6464, eight at a time 10 → 4.6464,
// all round 6 → 3.8891; finished 2, 3, 4, 6 from 2.8536 …, 5.7071 …, 4.0355 ….
func TestHalfSquaresMeasureWhatTheDrawingSays(t *testing.T) {
	plainSquare := func(side string) making.Unit {
		return making.Unit{
			ID: "sq", Name: "square",
			How: &straight.PlainPatch{Role: "A", Width: making.Typed(side), Height: making.Typed(side)},
		}
	}
	for _, c := range []struct {
		way  triangle.AtATime
		side string
		want float64
		n    int
	}{
		{triangle.Two, "5", 4.6464, 2},
		{triangle.Eight, "10", 4.6464, 8},
		{triangle.Four, "6", 3.8891, 4},
		{triangle.Four, "3", 1.7678, 4},
		{triangle.Triangles, "5", 4.6464, 2},
		{triangle.Two, "7", 6.6464, 2},
	} {
		m, problems := trial.Made(t, []making.Unit{
			plainSquare(c.side),
			trial.Pair(c.way, making.Input{Unit: "sq"}, making.Input{Role: "B"}, ""),
		},
			"hst")
		if problems.Stopped() || !trial.Near(m.Piece.W, c.want) || !trial.Near(m.Piece.H, c.want) {
			t.Errorf("%s from %s: %v × %v, want %v (%v)", c.way, c.side, m.Piece.W.Inches(), m.Piece.H.Inches(), c.want,
				problems)
			continue
		}
		if len(m.Variants) != 1 || m.Variants[0].Count != c.n {
			t.Errorf("%s: %+v", c.way, m.Variants)
		}
		for _, patch := range m.Piece.Patches {
			if patch.Bias() != (c.way == triangle.Four) {
				t.Errorf("%s: outer edges on the bias: %v", c.way, patch.Bias())
			}
		}
	}
	for way, want := range map[triangle.AtATime][4]float64{
		triangle.Two:   {2.8536, 3.8536, 4.8536, 6.8536},
		triangle.Eight: {5.7071, 7.7071, 9.7071, 13.7071}, triangle.Four: {4.0355, 5.4497, 6.8640, 9.6924},
	} {
		for i, f := range []string{"2", "3", "4", "6"} {
			m, problems := trial.Made(t, []making.Unit{trial.Pair(way, making.Input{Role: "A"}, making.Input{Role: "B"}, f)},
				"hst")
			cutTo := m.Acts[0].Patch.W.Inches()
			if problems.Stopped() || cutTo != trial.OnMark(want[i]) {
				t.Errorf("%s for %s finished: cut %v, want %v", way, f, cutTo, trial.OnMark(want[i]))
			}
			if w, _ := m.Piece.Size(); w != measure.Length([]int{2, 3, 4, 6}[i])*trial.In+trial.In/2 {
				t.Errorf("%s for %s finished: unit %v", way, f, w.Inches())
			}
		}
	}
}

// Common practice: rule of thumb f + ⅞ and 2f + 1¾, roomy f + 1 and 2f + 2; the unit is trimmed to f + ½.
func TestRuleAndRoomySizes(t *testing.T) {
	for _, c := range []struct {
		way    triangle.AtATime
		sizing making.Sizing
		want   measure.Length
	}{
		{triangle.Two, making.Rule, 31 * trial.In / 8},
		{triangle.Two, making.Roomy, 4 * trial.In},
		{triangle.Eight, making.Rule, 31 * trial.In / 4},
		{triangle.Eight, making.Roomy, 8 * trial.In},
	} {
		u := trial.Pair(c.way, making.Input{Role: "A"}, making.Input{Role: "B"}, "3")
		u.How.(*triangle.HalfSquare).Sizing = c.sizing
		m, problems := trial.Made(t, []making.Unit{u}, "hst")
		w, h := m.Piece.Size()
		if m.Acts[0].Patch.W != c.want || w != 7*trial.In/2 || h != 7*trial.In/2 || len(problems.Stops()) > 0 {
			t.Errorf("%s, %s: cut %v, unit %v", c.way, c.sizing, m.Acts[0].Patch.W.Inches(), w.Inches())
		}
		if last := m.Acts[len(m.Acts)-1]; last.Shaves != map[triangle.AtATime]int{triangle.Two: 2, triangle.Eight: 8}[c.way] {
			t.Errorf("%s, %s: %d units to trim", c.way, c.sizing, last.Shaves)
		}
		seam := m.Piece.Seams[0]
		if seam.From != (piece.Point{X: piece.Num{}, Y: m.Piece.H}) ||
			seam.To != (piece.Point{X: m.Piece.W, Y: piece.Num{}}) {
			t.Errorf("%s, %s: the seam misses the corners: %+v", c.way, c.sizing, seam)
		}
	}
}

// What falls out of a pieced square with a plain one: the table of virtual sewing, checked by simulation and closed
// form elsewhere.
func TestWhatFallsOutOfPiecedSquares(t *testing.T) {
	for _, c := range []struct {
		name  string
		units []making.Unit
		part  string
		way   triangle.AtATime
		want  string // counts, then whether mirror images are among them
	}{
		{"four-patch of two fabrics", trial.TwoFabricFour(), "four", triangle.Two, "[2] 0"},
		{"four-patch of two fabrics", trial.TwoFabricFour(), "four", triangle.Four, "[2 2] 2"},
		{"four-patch of four fabrics", trial.FourPatch([4]string{"A", "B", "C", "D"}), "four", triangle.Two, "[1 1] 0"},
		{"four-patch of four fabrics", trial.FourPatch([4]string{"A", "B", "C", "D"}), "four", triangle.Four, "[1 1 1 1] 0"},
		{"three strips A B A", trial.Rail("r", "", "A", "B", "A"), "r", triangle.Two, "[2] 0"},
		{"three strips A B A", trial.Rail("r", "", "A", "B", "A"), "r", triangle.Eight, "[2 2 2 2] 4"},
		{"three strips A B A", trial.Rail("r", "", "A", "B", "A"), "r", triangle.Four, "[2 2] 0"},
		{"three strips A B C", trial.Rail("r", "", "A", "B", "C"), "r", triangle.Two, "[1 1] 0"},
		{"three strips A B C", trial.Rail("r", "", "A", "B", "C"), "r", triangle.Eight, "[1 1 1 1 1 1 1 1] 8"},
		{"three strips A B C", trial.Rail("r", "", "A", "B", "C"), "r", triangle.Four, "[1 1 1 1] 2"},
		{"nine-patch", trial.NinePatch(), "nine", triangle.Two, "[2] 0"},
		{"nine-patch", trial.NinePatch(), "nine", triangle.Eight, "[4 4] 2"},
		{"nine-patch", trial.NinePatch(), "nine", triangle.Four, "[4] 0"},
	} {
		m, problems := trial.Made(t, append(c.units,
			trial.Pair(c.way, making.Input{Unit: naming.Unit(c.part)}, making.Input{Role: "P"}, "")),
			"hst")
		counts, mirrors := []int{}, 0
		for _, v := range m.Variants {
			counts = append(counts, v.Count)
			if v.Mirror != "" {
				mirrors++
			}
		}
		if got := fmt.Sprint(counts, mirrors); got != c.want || problems.Stopped() {
			t.Errorf("%s, %s: %s, want %s %v", c.name, c.way, got, c.want, problems)
		}
	}
}

// Cuts through a seam are refused with the reason: the combinations that were found impossible.
func TestForbiddenCutsAreRefused(t *testing.T) {
	half := making.Unit{ID: "half", Name: "half", How: &triangle.HalfSquare{
		Way: triangle.Two, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
		Finished: making.Typed("4"),
	}}
	for _, c := range []struct {
		name  string
		units []making.Unit
		lower making.Input
		way   triangle.AtATime
	}{
		{"eight at a time on a four-patch", trial.TwoFabricFour(), making.Input{Unit: "four"}, triangle.Eight},
		{"eight at a time on a two-strip rail", trial.Rail("r", "", "A", "B"), making.Input{Unit: "r"}, triangle.Eight},
		{"eight at a time on a half-square unit", []making.Unit{half}, making.Input{Unit: "half"}, triangle.Eight},
		{"all round on a half-square unit", []making.Unit{half}, making.Input{Unit: "half"}, triangle.Four},
		{"two at a time along the unit's own seam", []making.Unit{half}, making.Input{Unit: "half", Turn: 90}, triangle.Two},
		{
			"triangles along the unit's own seam",
			[]making.Unit{half},
			making.Input{Unit: "half", Turn: 90},
			triangle.Triangles,
		},
	} {
		_, problems := trial.Made(t, append(c.units, trial.Pair(c.way, c.lower, making.Input{Role: "P"}, "")), "hst")
		if len(problems.Stops()) != 1 || problems.Stops()[0].Code != "cut-through-seam" ||
			!strings.Contains(problems.Stops()[0].Says, "fall apart") {
			t.Errorf("%s: %+v", c.name, problems)
		}
	}
	if m, problems := trial.Made(t, []making.Unit{
		half,
		trial.Pair(triangle.Two, making.Input{Unit: "half"}, making.Input{Role: "P"}, ""),
	},
		"hst"); problems.Stopped() || len(m.Variants) != 2 || m.Variants[0].Mirror == "" {
		t.Errorf("across the unit's seam: %+v %v", m.Variants, problems)
	}
	narrow := []making.Unit{{ID: "s", Name: "s", How: &straight.StripSet{Strips: []straight.SetStrip{
		{ID: "a", Role: "A", Width: making.Typed("2 3/8")},
		{ID: "b", Role: "B", Width: making.Typed("2 1/4")},
		{ID: "c", Role: "A", Width: making.Typed("3 7/8")},
	}}}, trial.Cut("r", "s", "7 1/2")}
	if _, problems := trial.Made(t, append(narrow,
		trial.Pair(triangle.Eight, making.Input{Unit: "r"}, making.Input{Role: "P"}, "")),
		"hst"); len(problems.Stops()) != 1 || problems.Stops()[0].Code != "cut-beside-seam" {
		t.Errorf("a middle cut within an allowance of a seam: %v", problems)
	}
}

// Kind = look + pedigree: of the four units from a four-patch sewn all round, the two that look alike inherit the
// halves of the long seam, and those are pressed opposite ways.
func TestUnitsThatLookAlikeMayBeOfTwoKinds(t *testing.T) {
	m, _ := trial.Made(t, append(trial.TwoFabricFour(),
		trial.Pair(triangle.Four, making.Input{Unit: "four"}, making.Input{Role: "P"}, "")), "hst")
	for i, kinds := range []int{2, 1} { // the other two inherit halves of the segments' seams, which are one decision
		if v := m.Variants[i]; v.Count != 2 || len(v.Kinds) != kinds {
			t.Errorf("%s: %d of %d kinds", v.Name, v.Count, v.Kinds)
		}
	}
	if m.Variants[0].Name != "hst, left hand" || m.Variants[1].ID != "hst:b" || m.Variants[1].Mirror != "hst" {
		t.Errorf("%+v", m.Variants[1])
	}
	// The table says √2(p − 2s) for a four-patch of squares p with a plain 2p − ½ sewn all round: p = 2½.
	if !trial.Near(m.Piece.W, math.Sqrt2*(2.5-0.5)) {
		t.Errorf("unit of %v", m.Piece.W.Inches())
	}
}
