package trimming

import (
	"testing"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/straight"
)

const in = measure.Inch

// Common practice: unfinished is finished and two allowances; n strips of w give n·w − ½(n−1); blocks 4½ framed by 1½
// give 6½.
func TestSizesBeforeAndAfterTheOuterSeams(t *testing.T) {
	var problems problem.List
	tb := making.Table{
		Units: measure.Inches, Seam: in / 4, Strip: 3 * in / 2,
		Ruler: measure.Ruler{Units: measure.Inches, Mark: in / 8}, Squaring: in / 2,
		Usable: func(string) (measure.Length, bool) { return 40 * in, true }, Seen: piece.ByRole, Problems: &problems,
	}
	strip := func(id, width string) straight.SetStrip {
		return straight.SetStrip{ID: id, Role: "A", Width: making.Typed(width)}
	}
	made, order := making.All([]making.Unit{
		{ID: "set", Name: "set", How: &straight.StripSet{Strips: []straight.SetStrip{
			strip("a", ""), strip("b", "4 1/2"),
			strip("c", ""),
		}}},
		{ID: "middle", Name: "middle", How: &straight.SubCut{From: "set", Width: making.Typed("4 1/2")}},
		{ID: "side", Name: "side", How: &straight.PlainPatch{
			Role: "A", Width: making.Typed("1 1/2"),
			Height: making.Typed("6 1/2"),
		}},
		{ID: "block", Name: "block", How: &straight.Joined{Columns: []making.Part{
			{ID: "l", Unit: "side"},
			{ID: "m", Unit: "middle"},
			{ID: "r", Unit: "side", Turn: 180},
		}}},
	}, tb)
	if len(problems) > 0 {
		t.Fatal(problems)
	}
	var units []making.Made
	for _, id := range order {
		units = append(units, made[id])
	}
	want := map[string][4]measure.Length{
		"set": {40 * in, 13 * in / 2, 0, 0}, "middle": {9 * in / 2, 13 * in / 2, 4 * in, 6 * in},
		"side": {3 * in / 2, 13 * in / 2, in, 6 * in}, "block": {13 * in / 2, 13 * in / 2, 6 * in, 6 * in},
	}
	for _, s := range Sizes(units, quilt.Layout{}, in/4) {
		w := want[string(s.ID)]
		if s.W != w[0] || s.H != w[1] || !s.InLength && (s.FinW != w[2] || s.FinH != w[3]) {
			t.Errorf("%s: %v × %v, finished %v × %v", s.ID, s.W.Inches(), s.H.Inches(), s.FinW.Inches(),
				s.FinH.Inches())
		}
		var sum measure.Length
		for _, part := range s.Sum {
			sum += part
		}
		if n := len(s.Sum); n > 0 && sum-measure.Length(s.Seams)*in/2 != map[bool]measure.Length{
			true:  s.H,
			false: s.W,
		}[s.InLength] {
			t.Errorf("%s: %v less %d seams is not its width", s.ID, s.Sum, s.Seams)
		}
	}
}
