package library

import (
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/plan"
)

// A block follows what a new quilt starts with, whichever allowance that is; one whose lengths were written for an
// allowance says so itself.
func TestABlockFollowsWhatAQuiltStartsWith(t *testing.T) {
	groups, err := blocks.ReadDir("blocks")
	if err != nil {
		t.Fatal(err)
	}
	own, planned := 0, 0
	for _, q := range document.Questions() {
		for _, a := range q.Answers {
			if q.Key != "/seam" || a.Value == "6mm" { // the narrowest is for small metric units
				continue
			}
			start := document.Begin(measure.Inches)
			start.Seam = document.Allowance{
				Stitched: measure.Typed(a.Sets["/seam/stitched"]),
				Fold:     measure.Typed(a.Sets["/seam/fold"]),
			}
			for _, g := range groups {
				files, err := blocks.ReadDir("blocks/" + g.Name())
				if err != nil {
					t.Fatal(err)
				}
				for _, f := range files {
					text, err := blocks.ReadFile("blocks/" + g.Name() + "/" + f.Name())
					if err != nil {
						t.Fatal(err)
					}
					if strings.Contains(string(text), `"seam": {`) {
						own++
					}
					whole, err := start.Under(text)
					if err != nil {
						t.Fatal(err)
					}
					d, problems := document.Read(whole)
					if _, problems = plan.Make(d, problems); problems.Stopped() {
						t.Errorf("%s with %s: %v", f.Name(), a.Name, problems.Stops()[0])
					}
					planned++
				}
			}
		}
	}
	if own*40 > planned || planned < 100 {
		t.Errorf("%d of %d blocks have an allowance of their own", own, planned)
	}
}
