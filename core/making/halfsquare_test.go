package making

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
)

// rail is a strip set of the roles given and a square sub-cut of it.
func rail(id, width string, roles ...string) []Unit {
	m := &StripSet{}
	for i, r := range roles {
		m.Strips = append(m.Strips, SetStrip{ID: string(rune('a' + i)), Role: r, Width: Typed(width)})
	}
	return []Unit{
		{ID: naming.Unit(id + "-set"), Name: id + " set", How: m},
		cut(id, id+"-set", fmt.Sprintf("%d strips", len(roles))),
	}
}

func fourPatch(roles [4]string) []Unit {
	var units []Unit
	for i := range 2 {
		id := string(rune('s' + i))
		units = append(units, Unit{
			ID: naming.Unit(id), Name: id,
			How: &StripSet{Strips: []SetStrip{{ID: "a", Role: roles[i]}, {ID: "b", Role: roles[2+i]}}},
		},
			cut("c"+id, id, ""))
	}
	return append(units, join("four", Part{Unit: "cs"}, Part{Unit: "ct"}))
}

func twoFabricFour() []Unit {
	return append(fourPatch([4]string{"A", "B", "B", "A"})[:2],
		join("four", Part{Unit: "cs"}, Part{Unit: "cs", Turn: 180}))
}

func ninePatch() []Unit {
	return append(append(rail("p", "", "A", "B", "A"), rail("q", "", "B", "A", "B")...),
		cut("cp", "p-set", ""), cut("cq", "q-set", ""),
		join("nine", Part{Unit: "cp"}, Part{Unit: "cq"}, Part{Unit: "cp"}))
}

func pair(way AtATime, lower, upper Input, finished string) Unit {
	return Unit{ID: "hst", Name: "hst", How: &HalfSquare{
		Way: way, Lower: lower, Upper: upper,
		Finished: Typed(finished),
	}}
}

func sixths(t *testing.T, units []Unit, id string) (Made, problem.List) {
	t.Helper()
	var problems problem.List
	made, _ := All(units, table(40*in, &problems))
	return made[naming.Unit(id)], problems
}

// onMark is the next eighth of an inch: what lies between two marks of the ruler is cut at the next, and sewn so.
func onMark(inches float64) float64 { return math.Ceil(inches*8) / 8 }

func near(got piece.Num, want float64) bool { return math.Abs(got.Inches()-want) < 0.00006 }

// Closed forms and check values of virtual sewing (geometry): two at a time 5 → 4.6464, eight at a time 10 → 4.6464,
// all round 6 → 3.8891; finished 2, 3, 4, 6 from 2.8536 …, 5.7071 …, 4.0355 ….
func TestHalfSquaresMeasureWhatTheDrawingSays(t *testing.T) {
	plainSquare := func(side string) Unit {
		return Unit{ID: "sq", Name: "square", How: &PlainPatch{Role: "A", Width: Typed(side), Height: Typed(side)}}
	}
	for _, c := range []struct {
		way  AtATime
		side string
		want float64
		n    int
	}{
		{Two, "5", 4.6464, 2},
		{Eight, "10", 4.6464, 8},
		{Four, "6", 3.8891, 4},
		{Four, "3", 1.7678, 4},
		{Triangles, "5", 4.6464, 2},
		{Two, "7", 6.6464, 2},
	} {
		m, problems := sixths(t, []Unit{plainSquare(c.side), pair(c.way, Input{Unit: "sq"}, Input{Role: "B"}, "")},
			"hst")
		if problems.Stopped() || !near(m.Piece.W, c.want) || !near(m.Piece.H, c.want) {
			t.Errorf("%s from %s: %v × %v, want %v (%v)", c.way, c.side, m.Piece.W.Inches(), m.Piece.H.Inches(), c.want,
				problems)
			continue
		}
		if len(m.Variants) != 1 || m.Variants[0].Count != c.n {
			t.Errorf("%s: %+v", c.way, m.Variants)
		}
		for _, patch := range m.Piece.Patches {
			if patch.Bias() != (c.way == Four) {
				t.Errorf("%s: outer edges on the bias: %v", c.way, patch.Bias())
			}
		}
	}
	for way, want := range map[AtATime][4]float64{
		Two:   {2.8536, 3.8536, 4.8536, 6.8536},
		Eight: {5.7071, 7.7071, 9.7071, 13.7071}, Four: {4.0355, 5.4497, 6.8640, 9.6924},
	} {
		for i, f := range []string{"2", "3", "4", "6"} {
			m, problems := sixths(t, []Unit{pair(way, Input{Role: "A"}, Input{Role: "B"}, f)}, "hst")
			cutTo := m.Acts[0].Patch.W.Inches()
			if problems.Stopped() || cutTo != onMark(want[i]) {
				t.Errorf("%s for %s finished: cut %v, want %v", way, f, cutTo, onMark(want[i]))
			}
			if w, _ := m.Piece.Size(); w != measure.Length([]int{2, 3, 4, 6}[i])*in+in/2 {
				t.Errorf("%s for %s finished: unit %v", way, f, w.Inches())
			}
		}
	}
}

// Common practice: rule of thumb f + ⅞ and 2f + 1¾, roomy f + 1 and 2f + 2; the unit is trimmed to f + ½.
func TestRuleAndRoomySizes(t *testing.T) {
	for _, c := range []struct {
		way    AtATime
		sizing Sizing
		want   measure.Length
	}{{Two, Rule, 31 * in / 8}, {Two, Roomy, 4 * in}, {Eight, Rule, 31 * in / 4}, {Eight, Roomy, 8 * in}} {
		u := pair(c.way, Input{Role: "A"}, Input{Role: "B"}, "3")
		u.How.(*HalfSquare).Sizing = c.sizing
		m, problems := sixths(t, []Unit{u}, "hst")
		w, h := m.Piece.Size()
		if m.Acts[0].Patch.W != c.want || w != 7*in/2 || h != 7*in/2 || len(problems.Stops()) > 0 {
			t.Errorf("%s, %s: cut %v, unit %v", c.way, c.sizing, m.Acts[0].Patch.W.Inches(), w.Inches())
		}
		if last := m.Acts[len(m.Acts)-1]; last.Shaves != map[AtATime]int{Two: 2, Eight: 8}[c.way] {
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
		units []Unit
		part  string
		way   AtATime
		want  string // counts, then whether mirror images are among them
	}{
		{"four-patch of two fabrics", twoFabricFour(), "four", Two, "[2] 0"},
		{"four-patch of two fabrics", twoFabricFour(), "four", Four, "[2 2] 2"},
		{"four-patch of four fabrics", fourPatch([4]string{"A", "B", "C", "D"}), "four", Two, "[1 1] 0"},
		{"four-patch of four fabrics", fourPatch([4]string{"A", "B", "C", "D"}), "four", Four, "[1 1 1 1] 0"},
		{"three strips A B A", rail("r", "", "A", "B", "A"), "r", Two, "[2] 0"},
		{"three strips A B A", rail("r", "", "A", "B", "A"), "r", Eight, "[2 2 2 2] 4"},
		{"three strips A B A", rail("r", "", "A", "B", "A"), "r", Four, "[2 2] 0"},
		{"three strips A B C", rail("r", "", "A", "B", "C"), "r", Two, "[1 1] 0"},
		{"three strips A B C", rail("r", "", "A", "B", "C"), "r", Eight, "[1 1 1 1 1 1 1 1] 8"},
		{"three strips A B C", rail("r", "", "A", "B", "C"), "r", Four, "[1 1 1 1] 2"},
		{"nine-patch", ninePatch(), "nine", Two, "[2] 0"},
		{"nine-patch", ninePatch(), "nine", Eight, "[4 4] 2"},
		{"nine-patch", ninePatch(), "nine", Four, "[4] 0"},
	} {
		m, problems := sixths(t, append(c.units, pair(c.way, Input{Unit: naming.Unit(c.part)}, Input{Role: "P"}, "")),
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
	half := Unit{ID: "half", Name: "half", How: &HalfSquare{
		Way: Two, Lower: Input{Role: "A"}, Upper: Input{Role: "B"},
		Finished: Typed("4"),
	}}
	for _, c := range []struct {
		name  string
		units []Unit
		lower Input
		way   AtATime
	}{
		{"eight at a time on a four-patch", twoFabricFour(), Input{Unit: "four"}, Eight},
		{"eight at a time on a two-strip rail", rail("r", "", "A", "B"), Input{Unit: "r"}, Eight},
		{"eight at a time on a half-square unit", []Unit{half}, Input{Unit: "half"}, Eight},
		{"all round on a half-square unit", []Unit{half}, Input{Unit: "half"}, Four},
		{"two at a time along the unit's own seam", []Unit{half}, Input{Unit: "half", Turn: 90}, Two},
		{"triangles along the unit's own seam", []Unit{half}, Input{Unit: "half", Turn: 90}, Triangles},
	} {
		_, problems := sixths(t, append(c.units, pair(c.way, c.lower, Input{Role: "P"}, "")), "hst")
		if len(problems.Stops()) != 1 || problems.Stops()[0].Code != "cut-through-seam" ||
			!strings.Contains(problems.Stops()[0].Says, "fall apart") {
			t.Errorf("%s: %+v", c.name, problems)
		}
	}
	if m, problems := sixths(t, []Unit{half, pair(Two, Input{Unit: "half"}, Input{Role: "P"}, "")},
		"hst"); problems.Stopped() || len(m.Variants) != 2 || m.Variants[0].Mirror == "" {
		t.Errorf("across the unit's seam: %+v %v", m.Variants, problems)
	}
	narrow := []Unit{{ID: "s", Name: "s", How: &StripSet{Strips: []SetStrip{
		{ID: "a", Role: "A", Width: Typed("2 3/8")},
		{ID: "b", Role: "B", Width: Typed("2 1/4")},
		{ID: "c", Role: "A", Width: Typed("3 7/8")},
	}}}, cut("r", "s", "7 1/2")}
	if _, problems := sixths(t, append(narrow, pair(Eight, Input{Unit: "r"}, Input{Role: "P"}, "")),
		"hst"); len(problems.Stops()) != 1 || problems.Stops()[0].Code != "cut-beside-seam" {
		t.Errorf("a middle cut within an allowance of a seam: %v", problems)
	}
}

// Kind = look + pedigree: of the four units from a four-patch sewn all round, the two that look alike inherit the
// halves of the long seam, and those are pressed opposite ways.
func TestUnitsThatLookAlikeMayBeOfTwoKinds(t *testing.T) {
	m, _ := sixths(t, append(twoFabricFour(), pair(Four, Input{Unit: "four"}, Input{Role: "P"}, "")), "hst")
	for i, kinds := range []int{2, 1} { // the other two inherit halves of the segments' seams, which are one decision
		if v := m.Variants[i]; v.Count != 2 || v.Kinds != kinds {
			t.Errorf("%s: %d of %d kinds", v.Name, v.Count, v.Kinds)
		}
	}
	if m.Variants[0].Name != "hst, left hand" || m.Variants[1].ID != "hst:b" || m.Variants[1].Mirror != "hst" {
		t.Errorf("%+v", m.Variants[1])
	}
	// The table says √2(p − 2s) for a four-patch of squares p with a plain 2p − ½ sewn all round: p = 2½.
	if !near(m.Piece.W, math.Sqrt2*(2.5-0.5)) {
		t.Errorf("unit of %v", m.Piece.W.Inches())
	}
}
