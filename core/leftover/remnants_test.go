package leftover_test

import (
	"fmt"
	"slices"
	"testing"

	"vicis/core/document"
	"vicis/core/leftover"
	"vicis/core/mat"
	"vicis/core/work"
)

// stacked is six patches of a size, of 5″ squares of which ten lie there.
func stacked(t *testing.T, how, more string) *work.Work {
	t.Helper()
	d, problems := document.Read([]byte(fmt.Sprintf(`{"vicis":1,"name":"Stack","measure":"in","ruler":"1/8 in",
"seam":{"stitched":"1/4 in","fold":"0 in"},"cloth":{"usable":"40 in","squaring":"1/2 in"},"strip":"2 1/2 in","spares":{},
"schools":{},"settings":{},"fabrics":[{"id":"f","name":"F","colour":"#123456"},{"id":"g","name":"G","colour":"#eeeeee"}],
"roles":[{"id":"A","name":"a","fabric":"f"},{"id":"B","name":"b","fabric":"g"}],"units":[{"id":"u","name":"Unit","how":%s}],
"top":{"rows":2,"columns":3,"repeat":[[{"unit":"u"}]]}%s}`, how, more)))
	w, ok := work.Of(d)
	if problems.Stopped() || !ok {
		t.Fatal(problems, *w.Problems)
	}
	return w
}

// By hand. A rectangle of 5″ × 4″ leaves 1″ × 5″ of a square; of ten squares that lie there six are cut, four lie there
// still.
func TestWhatASquareLeaves(t *testing.T) {
	w := stacked(t, `{"by":"patch","role":"A","width":"5 in","height":"4 in"}`,
		`,"supplies":[{"id":"stack","fabric":"f","kind":"pieces","width":"5 in","length":"5 in","count":10}]`)
	var told []string
	for _, r := range leftover.Of(w).Remnants() {
		told = append(told, fmt.Sprintf("%d of %s from %s, %t", r.Count, r.Size, r.From, r.Lies))
	}
	if want := []string{"6 of 5″ × 1″ from pieces, false", "4 of 5″ × 5″ from pieces, true"}; !slices.Equal(told, want) {
		t.Errorf("%q", told)
	}
}

// By hand. Of squares of 5″ in hand two half-squares at a time fall out: six are three squares of each cloth, none is cut
// and nothing is bought. Where it is said that two of one lie there, the third comes from a strip of 5½″, ¼ yd.
func TestSquaresInHandAreNotCut(t *testing.T) {
	how := `{"by":"half-square triangles","way":"two","lower":{"role":"A"},"upper":{"role":"B"},"cut":"5 in","sizing":"rule"}`
	for more, want := range map[string][]string{
		"": {"nothing", "nothing"},
		`,"supplies":[{"id":"stack","fabric":"f","kind":"pieces","width":"5 in","length":"5 in","count":2,"inHand":true}]`: {
			"¼ yd", "nothing",
		},
	} {
		w := stacked(t, how, more)
		var buys []string
		for _, f := range mat.Of(w).CutList() {
			buys = append(buys, f.Buy)
		}
		if slices.Sort(buys); !slices.Equal(slices.Sorted(slices.Values(want)), buys) {
			t.Errorf("%s: buy %q", more, buys)
		}
	}
}
