package plan_test

import (
	"slices"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/plan"
	"vicis/core/quilt"
	"vicis/internal/trial/whole"
)

// What lies round the blocks and cannot be made is left out of the drawing, which says so; nothing of it is counted.
// What stops in the blocks themselves is not drawn at all.
func TestAPartialPlanIsMarked(t *testing.T) {
	for _, c := range []struct {
		change func(*document.Document)
		words  string
	}{
		{func(d *document.Document) { d.Top.Borders[0].Cells[0].Unit = "gone" }, "without its borders,"},
		{func(d *document.Document) { d.Top.Binding = &quilt.Binding{Role: "Z"} }, "without its binding,"},
		{
			func(d *document.Document) { d.Top.Sashing = &quilt.Sashing{Role: "Z"}; d.Top.Borders = nil },
			"without its sashing,",
		},
		{func(d *document.Document) { d.Top.Rows = 0 }, ""},
		{func(d *document.Document) { d.Strip = measure.Typed("wide") }, ""},
	} {
		d := whole.Bordered(t, 3, 4, "2 1/2")
		c.change(&d)
		p, problems := plan.Make(d, nil)
		if !problems.Stopped() || len(p.Steps) > 0 || len(p.Cut) > 0 || len(p.Script) > 0 {
			t.Errorf("%s: %d steps, %v", c.words, len(p.Steps), problems)
		}
		if c.words == "" {
			if p.Partial != "" || len(p.Quilt.Cells) > 0 {
				t.Errorf("%q", p.Partial)
			}
			continue
		}
		if !strings.Contains(p.Partial, c.words) || len(p.Quilt.Cells) == 0 || p.Finished.Text == "" {
			t.Errorf("%q, %d cells", p.Partial, len(p.Quilt.Cells))
		}
	}
	if p := whole.Planned(t, whole.Bordered(t, 3, 4, "2 1/2")); p.Partial != "" {
		t.Error(p.Partial)
	}
}

// A block that is laid and no longer among the units stops the plan with a problem at its cell, whatever was warned of
// before.
func TestALaidBlockTakenOutIsSaidAtItsCell(t *testing.T) {
	for _, d := range whole.Blocks(t) {
		laid := d.Top.Repeat[0][0].Unit
		base, _, _ := strings.Cut(string(laid), ":")
		d.Parts = slices.DeleteFunc(slices.Clone(d.Parts), func(u making.Unit) bool { return string(u.ID) == base })
		p, problems := plan.Make(d, nil)
		hasWorkOrSaysWhy(t, p, problems)
		if stops := problems.Stops(); len(p.Steps) > 0 || len(stops) == 0 ||
			!strings.HasPrefix(stops[0].At, "/top/repeat/0/0") && !strings.HasPrefix(stops[0].At, "/units/") {
			t.Errorf("%s: %d steps, %v", d.Name, len(p.Steps), stops)
		}
	}
}
