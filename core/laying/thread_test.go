package laying_test

import (
	"math"
	"testing"

	"vicis/core/batching"
	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/plan"
	"vicis/core/starter"
	"vicis/core/work"
)

// Thread worked by hand. A nine-patch of 2½ in strips: a set of three has two seams of 40 in, 80 in = 2.032 m; at 280 %
// at stitches of 2.3 mm and short ones of 1.5 mm it takes 2 + 0.8 × 2.3 ÷ 1.5 = 3.2267 times that, half of it from the
// bobbin: 3.278 m. A seam of two segments is 6½ in, 0.1651 m, and takes 1.4 times that: 0.2311 m.
func TestThreadOfASeam(t *testing.T) {
	d, problems := starter.Build(starter.Choices{
		Name: "N", Block: starter.Checkers, Squares: 3, Companion: starter.None,
		Rows: 4, Columns: 4, Measure: measure.Inches, Strip: measure.Typed("2 1/2"),
	})
	if problems.Stopped() {
		t.Fatal(problems)
	}
	w, ok := work.Of(d)
	if !ok {
		t.Fatal("not planned")
	}
	sets, units := 0, 0
	for _, s := range w.Steps {
		want := 0.0
		switch {
		case s.Stage == batching.Sets:
			want = 3.2783
			sets++
		case s.Stage == batching.Units:
			want = 0.23114
			units++
		case s.Of.Batch == nil:
			want = 0
		default:
			continue
		}
		if math.Abs(s.Bobbin-want) > 1e-3 {
			t.Errorf("%s takes %.4f m, not %.4f", s.ID, s.Bobbin, want)
		}
	}
	if sets == 0 || units == 0 {
		t.Errorf("%d sets, %d units", sets, units)
	}
	d.Settings.Stitch, d.Settings.Short, d.Settings.PerSeam = measure.Typed("2 mm"), measure.Typed("2 mm"), 300
	w, _ = work.Of(d)
	for _, s := range w.Steps {
		if s.Stage == batching.Sets && math.Abs(s.Bobbin-2.032*1.5) > 1e-3 {
			t.Errorf("%s takes %.4f m at one length of stitches", s.ID, s.Bobbin)
		}
	}
}

// A way of working that is none is refused at its place, every one of them; so are a bobbin, a stitch and thread for a
// seam that cannot be.
func TestWaysOfWorkingThatAreNone(t *testing.T) {
	for at, set := range map[string]func(d *document.Document){
		"/schools/joining":  func(d *document.Document) { d.Schools.Joining = "fours" },
		"/schools/later":    func(d *document.Document) { d.Schools.Later = "never" },
		"/schools/square":   func(d *document.Document) { d.Schools.Square = "round" },
		"/schools/measure":  func(d *document.Document) { d.Schools.Measure = "none" },
		"/settings/times":   func(d *document.Document) { d.Settings.Times = "shown" },
		"/settings/bobbin":  func(d *document.Document) { d.Settings.Bobbin = 501 },
		"/settings/perSeam": func(d *document.Document) { d.Settings.PerSeam = 199 },
		"/settings/stitch":  func(d *document.Document) { d.Settings.Stitch = measure.Typed("7 mm") },
		"/settings/short":   func(d *document.Document) { d.Settings.Short = measure.Typed("short") },
	} {
		d, _ := starter.Build(starter.Choices{
			Name: "N", Block: starter.Checkers, Squares: 3, Companion: starter.None,
			Rows: 2, Columns: 2, Measure: measure.Inches, Strip: measure.Typed("2 1/2"),
		})
		set(&d)
		_, problems := plan.Make(d, nil)
		if stops := problems.Stops(); len(stops) != 1 || stops[0].At != at || stops[0].Mend == "" {
			t.Errorf("%s: %+v", at, stops)
		}
	}
}
