package quilt_test

import (
	"slices"
	"strings"
	"testing"

	"vicis/core/batching"
	"vicis/core/document"
	"vicis/core/machine"
	"vicis/core/measure"
	"vicis/core/plan"
	"vicis/core/problem"
	"vicis/internal/quilts"
	"vicis/internal/trial/whole"
)

// Loose blocks take what the same blocks take in a quilt, nothing is sewn after them, and no seam of theirs is pressed
// for a neighbour.
func TestLooseBlocks(t *testing.T) {
	all, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	checked := 0
	for _, d := range all {
		if d.Top.Sashing != nil || d.Top.Point != nil || len(d.Top.Borders) > 0 || d.Top.Backing != nil ||
			d.Top.Binding != nil {
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
			i := slices.IndexFunc(sewn.Steps, func(o machine.StepShown) bool { return o.ID == s.ID })
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
	if !slices.ContainsFunc(problems, func(p problem.Problem) bool {
		return p.Code == "loose-with-more" &&
			p.At == "/top/loose" && p.Stops
	}) {
		t.Errorf("loose with a border: %v", problems)
	}
}

// A sampler: loose blocks may be of any size; in a quilt they may not.
func TestASamplerIsOfAllSizes(t *testing.T) {
	text := strings.NewReplacer(`"repeat":[[{"unit":"block"}]]`,
		`"loose":true,"repeat":[[{"unit":"block"},{"unit":"sq"}],[{"unit":"half"},{"unit":"block","turn":90}]]`,
		`"deal":{}`, `"deal":{"seed":1}`).Replace(whole.Pencilled(3, `{}`))
	w, problems := whole.Deal(t, text)
	if len(problems.Stops()) > 0 {
		t.Fatal(problems)
	}
	// 2 × 3: the wide block 4 × 2 in the first column, 2 × 4 in the second; rows 2 and 4 high.
	if got := w.Layout.Count; got["block"] != 3 || got["sq"] != 1 || got["half"] != 2 {
		t.Errorf("%v", got)
	}
	wide, high := w.Layout.Widths, w.Layout.Kinds
	if wide[0] != 4*measure.Inch || wide[1] != 2*measure.Inch || wide[2] != 4*measure.Inch ||
		high[0].High != 2*measure.Inch || high[1].High != 4*measure.Inch {
		t.Errorf("%v, %v, %v", wide, high[0].High, high[1].High)
	}
	if w.Lines["half"].Need != 5 || w.Lines["sq"].Need != 4 { // three blocks take one of each
		t.Errorf("%+v %+v", w.Lines["half"], w.Lines["sq"])
	}
	if _, problems := whole.Deal(t, strings.Replace(text, `"loose":true,`, ``, 1)); !slices.ContainsFunc(problems,
		func(p problem.Problem) bool { return p.Code == "blocks-differ" }) {
		t.Error(problems)
	}
}
