package plan_test

import (
	"slices"
	"strings"
	"testing"

	"vicis/core/batching"
	"vicis/core/document"
	"vicis/core/plan"
	"vicis/core/problem"
	"vicis/core/sheet"
	"vicis/internal/quilts"
)

// Loose blocks take what the same blocks take in a quilt, nothing is sewn after them, and no seam of theirs is pressed for a neighbour.
func TestLooseBlocks(t *testing.T) {
	all, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	checked := 0
	for _, d := range all {
		if d.Top.Sashing != nil || d.Top.Point != nil || len(d.Top.Borders) > 0 || d.Top.Backing != nil || d.Top.Binding != nil {
			continue
		}
		loose, err := document.Copy(d)
		if err != nil {
			t.Fatal(err)
		}
		loose.Top.Loose = true
		sewn, _, _ := plan.From(d, nil)
		p, w, problems := plan.From(loose, nil)
		if problems.Stopped() || len(p.Steps) == 0 {
			t.Errorf("%s: %v", d.Name, problems)
			continue
		}
		checked++
		for _, s := range p.Steps {
			if s.Stage == batching.Rows || s.Stage == batching.Top || s.Stage == batching.Finish {
				t.Errorf("%s: %s is sewn", d.Name, s.Says)
			}
			i := slices.IndexFunc(sewn.Steps, func(o sheet.Step) bool { return o.ID == s.ID })
			if i < 0 || sewn.Steps[i].Make != s.Make {
				t.Errorf("%s: %d of %s loose, in the quilt %+v", d.Name, s.Make, s.ID, i)
			}
		}
		if n := len(w.Layout.Joints()); n > 0 || p.Finished.Text != "" || !strings.HasSuffix(p.Set, "loose") {
			t.Errorf("%s: %d joints, finished %q, %s", d.Name, n, p.Finished.Text, p.Set)
		}
	}
	if checked < 30 {
		t.Errorf("only %d were checked", checked)
	}
	i := slices.IndexFunc(all, func(d document.Document) bool { return len(d.Top.Borders) > 0 })
	d, err := document.Copy(all[i])
	if err != nil {
		t.Fatal(err)
	}
	d.Top.Loose = true
	_, _, problems := plan.From(d, nil)
	if !slices.ContainsFunc(problems, func(p problem.Problem) bool { return p.Code == "loose-with-more" && p.At == "/top/loose" && p.Stops }) {
		t.Errorf("loose with a border: %v", problems)
	}
}
