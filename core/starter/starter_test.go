package starter

import (
	"testing"

	"vicis/core/document"
	"vicis/core/plan"
)

func TestTry(t *testing.T) {
	d, ps := Build(Choices{Name: "Try", Block: Chain, Squares: 5, Companion: Cornered, Rows: 7, Columns: 5, Measure: "in", Strip: "2.5"})
	t.Log(ps)
	b, _ := document.Write(d)
	t.Log(string(b))
	p, ps := plan.Make(d, ps)
	t.Log(ps)
	for _, s := range p.Steps {
		t.Log(s.Stage, s.ID, s.Says, s.Size, s.Takes)
	}
	t.Logf("%+v", p.Cut)
	t.Logf("%+v", p.Sets)
	t.Logf("%+v", p.Press)
	t.Logf("%+v", p.Trim)
}
