package iron_test

import (
	"fmt"
	"slices"
	"testing"

	"vicis/core/batching"
	"vicis/core/iron"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/internal/trial/whole"
)

// Columns are counted from the left, and the seams between them stand upright: red, red, white over red, white, white has
// a first column of two reds. Held for every side against the picture: which way allowances lie once the block lies as
// it is drawn.
func TestColumnsAreCountedFromTheLeft(t *testing.T) {
	const head = `{"vicis": 1, "name": "Columns", "measure": "in", "ruler": "1/8 in",
 "seam": {"stitched": "1/4 in", "fold": "0 in"}, "cloth": {"usable": "40 in", "squaring": "1/2 in"}, "strip": "2 1/2 in",
 "spares": {}, "schools": {"press": "nest", "setFirst": false, "sewing": "alternate", "joining": "one", "pins": "none",
 "marking": "line", "prepare": "press", "ends": "keep", "chain": 10}, "settings": {"hand": "right", "buy": "yd",
 "layers": 1, "paper": "a4"}, "fabrics": [{"id": "ink", "name": "Ink", "colour": "#222233"},
 {"id": "cream", "name": "Cream", "colour": "#f1e8d6"}],
 "roles": [{"id": "A", "name": "a", "fabric": "ink"}, {"id": "B", "name": "b", "fabric": "cream"}],
 "units": [{"id": "a", "name": "Red", "how": {"by": "patch", "role": "A", "width": "2 1/2 in", "height": "2 1/2 in"}},
 {"id": "b", "name": "White", "how": {"by": "patch", "role": "B", "width": "2 1/2 in", "height": "2 1/2 in"}},
 {"id": "g", "name": "Grid", "how": {"by": "grid", "first": "columns", "columns": %s, "rows": %s}}],
 "press": %s,
 "top": {"rows": 1, "columns": 2, "repeat": [[{"unit": "g"}]]}}`
	for _, c := range []struct{ columns, rows, press, ways, first, second string }{
		{
			`["column-1", "column-2", "column-3"]`,
			`[[{"unit": "a"}, {"unit": "a"}, {"unit": "b"}], [{"unit": "a"}, {"unit": "b"}, {"unit": "b"}]]`,
			`{"held": {"g/column-1/join": "plus", "g/column-2/join": "plus"}}`, "every seam to the right, seen from the front", "Grid: column 1", "AA",
		},
		{
			`["column-1", "column-2", "column-3"]`,
			`[[{"unit": "a"}, {"unit": "a"}, {"unit": "b"}], [{"unit": "a"}, {"unit": "b"}, {"unit": "b"}]]`,
			`{"held": {"g/column-1/join": "minus", "g/column-2/join": "plus"}}`, "outward, away from the middle", "Grid: column 1", "AA",
		},
		{
			`["column-1"]`,
			`[[{"unit": "a"}], [{"unit": "b"}], [{"unit": "a"}]]`, `{"held": {"g/column-1/row-2": "plus", "g/column-1/row-3": "plus"}}`,
			"every seam down", "", "",
		},
	} {
		w, problems := whole.Deal(t, fmt.Sprintf(head, c.columns, c.rows, c.press))
		if problems.Stopped() {
			t.Fatal(problems)
		}
		for _, b := range w.Batches {
			if says := iron.Of(w, nil).PressWords(b); b.ID == "g" && says != c.ways {
				t.Errorf("%s: told %q, want %q", c.rows, says, c.ways)
			}
		}
		var columns []batching.Batch
		for _, b := range w.Batches {
			if b.Stage == batching.Units {
				columns = append(columns, b)
			}
		}
		if c.first != "" && (len(columns) != 3 || w.NameOf(columns[0].ID) != c.first || roles(columns[0].Piece) != c.second) {
			t.Errorf("%s: the first column is %+v", c.rows, columns)
		}
		// the picture: a seam's +1 lies left of its direction
		block := w.Unit("g").Piece
		i := slices.IndexFunc(block.Seams, func(s piece.SeamLine) bool { return s.ID == naming.Seam("g/column-1/join") })
		if i < 0 {
			continue
		}
		s, x := block.Seams[i], w.Press.Decisions["g/column-1/join"].X
		right := (s.To.Y.Cmp(s.From.Y) > 0) == (x > 0)
		if s.From.X != s.To.X || right != (c.ways == "every seam to the right, seen from the front") {
			t.Errorf("%s: the seam beside the first column runs %v and goes to the right: %v", c.rows, s, right)
		}
	}
}

func roles(p piece.Piece) (all string) {
	for _, patch := range p.Patches {
		all += patch.Role
	}
	return all
}
