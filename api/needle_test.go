package api

import (
	"net/http"
	"net/url"
	"testing"

	"vicis/core/machine"
)

// Everything that is sewn has a card over the API; what is cut, or is not in the plan, has none, and that is said.
func TestHowTheLayersLieOverTheAPI(t *testing.T) {
	s := newSite(t)
	s.create("quilt-one")
	p := decode[Project](t, s.do("GET", "/api/quilts/quilt-one", ""))
	at := func(step string) string { return "/api/quilts/quilt-one/needle?step=" + url.QueryEscape(step) }
	drawn := 0
	for _, step := range p.Plan.Steps {
		w := s.do("GET", at(string(step.ID)), "")
		if step.Sewing == nil {
			if w.Code != http.StatusNotFound {
				t.Errorf("%s, which is not sewn: %d", step.ID, w.Code)
			}
			continue
		}
		u := decode[machine.Under](t, w)
		if len(u.Seams) > 0 && !u.Each && u.Count != step.Sewing.Seams {
			t.Errorf("%s has %d seams, and its card tells %d", step.ID, step.Sewing.Seams, u.Count)
		}
		drawn += len(u.Seams)
	}
	if drawn == 0 {
		t.Error("no seam is drawn")
	}
	for path, code := range map[string]int{
		at("nothing"): 404, "/api/quilts/quilt-two/needle?step=x": 404,
		"/api/quilts/quilt-one/needle": 422,
	} {
		if w := s.do("GET", path, ""); w.Code != code {
			t.Errorf("%s: %d %.200s", path, w.Code, w.Body)
		}
	}
}
