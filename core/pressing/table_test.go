package pressing

import (
	"encoding/json"
	"strings"
	"testing"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/quilt"
)

var blocks = map[string]string{
	"four-patch": `[{"id":"s","name":"s","how":{"by":"strip set","strips":[{"id":"1","role":"A","width":"1 strip"},{"id":"2","role":"B","width":"1 strip"}]}},
		{"id":"I","name":"I","how":{"by":"sub-cut","from":"s","width":"1 strip"}},
		{"id":"block","name":"b","how":{"by":"joined","columns":[{"id":"c1","unit":"I"},{"id":"c2","unit":"I","turn":180}]}}]`,
	"nine-patch": `[{"id":"s","name":"s","how":{"by":"strip set","strips":[{"id":"1","role":"A","width":"1 strip"},{"id":"2","role":"B","width":"1 strip"},{"id":"3","role":"A","width":"1 strip"}]}},
		{"id":"z","name":"z","how":{"by":"strip set","strips":[{"id":"1","role":"B","width":"1 strip"},{"id":"2","role":"A","width":"1 strip"},{"id":"3","role":"B","width":"1 strip"}]}},
		{"id":"I","name":"I","how":{"by":"sub-cut","from":"s","width":"1 strip"}},{"id":"V","name":"V","how":{"by":"sub-cut","from":"z","width":"1 strip"}},
		{"id":"block","name":"b","how":{"by":"joined","columns":[{"id":"c1","unit":"I"},{"id":"c2","unit":"V"},{"id":"c3","unit":"I"}]}}]`,
	"sixteen-patch": `[{"id":"s","name":"s","how":{"by":"strip set","strips":[{"id":"1","role":"A","width":"1 strip"},{"id":"2","role":"B","width":"1 strip"},{"id":"3","role":"A","width":"1 strip"},{"id":"4","role":"B","width":"1 strip"}]}},
		{"id":"I","name":"I","how":{"by":"sub-cut","from":"s","width":"1 strip"}},
		{"id":"block","name":"b","how":{"by":"joined","columns":[{"id":"c1","unit":"I"},{"id":"c2","unit":"I","turn":180},{"id":"c3","unit":"I"},{"id":"c4","unit":"I","turn":180}]}}]`,
	"rail": `[{"id":"s","name":"s","how":{"by":"strip set","strips":[{"id":"1","role":"A","width":"1 strip"},{"id":"2","role":"B","width":"1 strip"},{"id":"3","role":"C","width":"1 strip"}]}},
		{"id":"block","name":"b","how":{"by":"sub-cut","from":"s","width":"3 strips"}}]`,
	"pinwheel": `[{"id":"half","name":"h","how":{"by":"half-square triangles","way":"eight","lower":{"role":"A"},"upper":{"role":"B"},"finished":"2 strips","sizing":"rule"}},
		{"id":"block","name":"b","how":{"by":"grid","rows":[[{"unit":"half","turn":90},{"unit":"half","turn":180}],[{"unit":"half"},{"unit":"half","turn":270}]]}}]`,
	"log cabin": `[{"id":"block","name":"b","how":{"by":"log cabin","centre":{"role":"C"},"width":"1 strip","height":"1 strip","rounds":3,"logs":[{"role":"B"},{"role":"B"},{"role":"A"},{"role":"A"}]}}]`,
}

// laid is clashes of 4 × 4 of a block, inside and between, in a turning, with each last seam spun at its first
// crossing, or every other block pressed another way down to its strip sets.
func laid(t *testing.T, units string, turning quilt.Turning, spun, twoWays bool) (inside, between int) {
	t.Helper()
	var list, second []making.Unit
	if err := json.Unmarshal([]byte(units), &list); err != nil {
		t.Fatal(err)
	}
	top := all(4, 4, "block")
	if twoWays {
		for _, id := range []string{"s", "z", "I", "V", "half", "block"} {
			units = strings.ReplaceAll(units, `"`+id+`"`, `"`+id+`-B"`)
		}
		if err := json.Unmarshal([]byte(units), &second); err != nil {
			t.Fatal(err)
		}
		list = append(list, second...)
		top = all(4, 4, "block", "block-B")
	}
	var problems problem.List
	tb := table(&problems)
	if spun {
		tb.Spun = map[naming.Crossing]bool{
			"block/c2#1": true, "block/c3#1": true, "block/c4#1": true,
			"block/row-2/join": true,
		}
	}
	made, order := making.All(list, tb)
	tb.Made = func(id naming.Unit) (making.Made, bool) { m, ok := made[id]; return m, ok }
	var units2 []making.Made
	for _, id := range order {
		units2 = append(units2, made[id])
	}
	if !quilt.Check(top, &tb) || problems.Stopped() {
		t.Fatal(problems)
	}
	layout := quilt.Lay(top, &tb, turning, func(naming.Unit) bool { return true })
	ask := Asking{
		School: func(naming.Unit) School { return Nest }, Lightness: func(string) float64 { return 50 },
		Seen: piece.ByRole,
	}
	p := press(layout, units2, &tb, ask)
	if !p.Proven() {
		t.Error("not proven")
	}
	for _, place := range p.Places {
		if place.Inside {
			inside += place.Clashes
		} else {
			between += place.Clashes
		}
	}
	return inside, between
}

// The whole table of check values for 4 × 4 identical blocks (each of them also checked with an SMT solver outside the
// project): clashes of one way, spun, every other block pressed the other way, turned by half, turned by a quarter. −1:
// nothing to spin.
func TestCheckValues(t *testing.T) {
	other, quarter := quilt.Turning{Which: quilt.EveryOther, Degrees: 180},
		quilt.Turning{Which: quilt.EveryOther, Degrees: 90}
	for name, want := range map[string][5]int{
		"four-patch":    {12, 0, 0, 0, 12},
		"nine-patch":    {48, 24, 0, 0, 0},
		"sixteen-patch": {36, 0, 0, 0, 36},
		"rail":          {24, -1, 0, 0, 0},
		"pinwheel":      {12, 0, 0, 0, 12},
		"log cabin":     {12, -1, 0, 0, 0},
	} {
		for i, c := range []struct {
			turning       quilt.Turning
			spun, twoWays bool
		}{
			{quilt.AsDrawn, false, false},
			{quilt.AsDrawn, true, false},
			{quilt.AsDrawn, false, true},
			{other, false, false},
			{quarter, false, false},
		} {
			if want[i] < 0 {
				continue
			}
			inside, between := laid(t, blocks[name], c.turning, c.spun, c.twoWays)
			if inside != 0 || between != want[i] {
				t.Errorf("%s, column %d: %d inside, %d between, want 0 and %d", name, i+1, inside, between, want[i])
			}
		}
	}
}
