package onward_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/onward"
	"vicis/core/record"
	"vicis/core/work"
)

// By pencil: what has to be taken out of a block is every seam that set the length that is wrong, and what was sewn
// over it since. A block of four 7″ squares: two pair seams of 7″ and one of 13½″. The height alone is set by the last
// one. A nine-patch of 3″: six seams of 3″ within its rows, two of 8″ between them.
func TestMendingTakesOutWhatSetTheLength(t *testing.T) {
	const text = `{"vicis":1,"name":"Squares","measure":"in","ruler":"1/8","seam":{"stitched":"1/4","fold":"0"},
"cloth":{"usable":"40","squaring":"1/2"},"strip":"2 1/2","spares":{},"schools":{},"settings":{},
"fabrics":[{"id":"f1","name":"Woad","colour":"#2A5B78"},{"id":"f2","name":"Cotton","colour":"#F5F0E6"}],
"roles":[{"id":"a","name":"Dark","fabric":"f1"},{"id":"b","name":"Light","fabric":"f2"}],
"units":[{"id":"d","name":"Dark","how":{"by":"patch","role":"a","width":"%[1]s","height":"%[1]s"}},
{"id":"l","name":"Light","how":{"by":"patch","role":"b","width":"%[1]s","height":"%[1]s"}},
{"id":"block","name":"Block","how":{"by":"grid","first":"%[3]s","rows":[%[2]s]}},
{"id":"whole","name":"Whole","how":{"by":"grid","rows":[{"id":"r1","cells":[{"unit":"block"},{"unit":"block","turn":90}]}]}}],
"top":{"rows":3,"columns":3,"repeat":[[{"unit":"%[4]s"}]]}}`
	four := `{"id":"r1","cells":[{"unit":"d"},{"unit":"l"}]},{"id":"r2","cells":[{"unit":"l"},{"unit":"d"}]}`
	row := `{"id":"r%d","cells":[{"unit":"%[2]s"},{"unit":"%[3]s"},{"unit":"%[2]s"}]}`
	nine := fmt.Sprintf(row, 1, "d", "l") + "," + fmt.Sprintf(row, 2, "l", "d") + "," + fmt.Sprintf(row, 3, "d", "l")
	for _, c := range []struct{ side, rows, first, unit, width, height, costs string }{
		{"7", four, "rows", "block", "13 3/8", "13 3/8", "9 seams to take out and sew again, 82½″ of seam."},
		{"7", four, "rows", "block", "13 3/8", "", "9 seams to take out and sew again, 82½″ of seam."},
		{"7", four, "rows", "block", "", "13 3/8", "3 seams to take out and sew again, 40½″ of seam."},
		{"7", four, "columns", "block", "", "13 3/8", "9 seams to take out and sew again, 82½″ of seam."},
		{"7", four, "columns", "block", "13 3/8", "", "3 seams to take out and sew again, 40½″ of seam."},
		{"4", four, "rows", "block", "7 3/8", "7 1/2", "9 seams to take out and sew again, 46½″ of seam."},
		{"3", nine, "rows", "block", "7 3/4", "", "24 seams to take out and sew again, 102″ of seam."},
		{"3", nine, "rows", "block", "", "7 3/4", "6 seams to take out and sew again, 48″ of seam."},
		// Two blocks side by side, one of them turned: its width is what set the height of the other. Of the first two
		// pair seams of 7″ and one of 13½″, of the second the one of 13½″, and the 13½″ that joins them.
		{"7", four, "rows", "whole", "26 1/4", "", "15 seams to take out and sew again, 163½″ of seam."},
	} {
		d := read(t, fmt.Sprintf(text, c.side, c.rows, c.first, c.unit))
		w, ok := work.Of(d)
		if !ok {
			t.Fatal(*w.Problems)
		}
		events := slices.DeleteFunc(tallied(w, 3, "block", "whole"), func(e record.Event) bool { return string(e.Step) != c.unit })
		came := onward.Came{Step: naming.Step(c.unit), Width: measure.Typed(c.width), Height: measure.Typed(c.height)}
		mend := waysOn(t, d, came, events...)[onward.Mend]
		if got := strings.Join(mend.Costs, " "); !strings.HasSuffix(got, c.costs) {
			t.Errorf("%s of %s″ squares, %s first, measures %s × %s: %q, want %q", c.unit, c.side, c.first, c.width, c.height,
				got, c.costs)
		}
	}
}
