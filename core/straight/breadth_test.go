package straight_test

import (
	"strings"
	"testing"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/problem"
	"vicis/core/straight"
	"vicis/internal/trial"
)

// A patch that is as wide and as tall as a set's square and a nine-patch follows them, whatever they come to; what is as
// large as itself, or as nothing there is, is refused where it is written.
func TestAPatchFollowsTheSizeOfAnotherUnit(t *testing.T) {
	patch := func(id, width, height string) making.Unit {
		return making.Unit{ID: naming.Unit(id), Name: id, How: &straight.PlainPatch{
			Role: "A", Width: making.Typed(width), Height: making.Typed(height),
		}}
	}
	for _, strip := range []measure.Length{2 * trial.In, 5 * trial.In / 2} {
		table := trial.Table(40*trial.In, &problem.List{})
		table.Strip = strip
		units := append([]making.Unit{patch("mine", "as tall as nine", "as wide as rail")}, trial.NinePatch()...)
		units = append(units, trial.Rail("rail", "", "A", "B")...)
		made, _ := making.All(units, table)
		p, nine, rail := made["mine"].Piece, made["nine"].Piece, made["rail"].Piece
		if table.Problems.Stopped() || len(p.Patches) == 0 || p.W != nine.H || p.H != rail.W {
			t.Errorf("strips of %v: %v × %v beside %v and %v: %+v", strip.Inches(), p.W.Inches(), p.H.Inches(), nine.H.Inches(),
				rail.W.Inches(), *table.Problems)
		}
	}
	for width, says := range map[string]string{
		"as wide as nobody": "p is as large as “nobody”, which is not among the units.",
		"as wide as p":      "p is as large as itself.",
		"as tall as q":      "q is as large as itself.",
		"as broad as q":     "“as broad as q” is not a length",
	} {
		table := trial.Table(40*trial.In, &problem.List{})
		making.All([]making.Unit{patch("p", width, "2 1/2"), patch("q", "as wide as p", "2 1/2")}, table)
		if stops := table.Problems.Stops(); len(stops) == 0 || !strings.HasPrefix(stops[0].Says, says) {
			t.Errorf("%s: %+v, want %q", width, stops, says)
		}
	}
}
