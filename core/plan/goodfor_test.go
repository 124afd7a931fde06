package plan_test

import (
	"strings"
	"testing"

	"vicis/core/plan"
	"vicis/internal/quilts"
)

// What is left of two quilts, by pencil.
func TestWhatTheEndsAreGoodFor(t *testing.T) {
	all, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	said := map[string]string{}
	for _, d := range all {
		p, _, _ := plan.From(d, nil)
		for _, g := range p.GoodFor {
			said[d.Name] += g.Says + "\n" + strings.Join(g.Working.Sums, "\n") + "\n"
		}
	}
	for name, wants := range map[string][]string{
		// 1 × 22¼, 1 × 37 of dark and 1 × 22¼, 1 × 29½ of light: 111 − 3 × ½ = 109½. A quilt of 24½ takes 2 × 24½ + 2 × (24½ + 5 − 1) = 106.
		"Shoo-fly": {"cut 2½″ wide and sewn end to end from 4 ends: 109½″ of it, and it takes 106″"},
		// Sets 9½ high are cut across their seams alone, 2 wide: 17 × 9½ − 16 × ½ = 153½; 2 × 32½ + 2 × 35½ = 136.
		"Corners exchanged": {"cut 2″ wide and sewn end to end from 17 ends: 153½″ of it, and it takes 136″"},
		// One piece 33 × 10½ gives 9 × 3 squares of 3½.
		"Boat shed": {"27 squares of 3½″ for the corners of the border", "each 9 × 3 squares"},
	} {
		for _, want := range wants {
			if !strings.Contains(said[name], want) {
				t.Errorf("%s: %q is not said: %s", name, want, said[name])
			}
		}
	}
}
