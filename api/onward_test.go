package api

import (
	"fmt"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"strings"
	"testing"

	"vicis/api/door"
	"vicis/caliper"
	"vicis/core/onward"
	"vicis/store"
)

// The ways on from a set that measured too little are held against what is counted of the quilt; what cannot be
// measured is refused at its field, and what is not there by its name.
func TestTheWaysOnOverTheAPI(t *testing.T) {
	s := newSite(t)
	s.create("quilt-one")
	p := decode[Project](t, s.do("GET", "/api/quilts/quilt-one", ""))
	var set string
	for _, step := range p.Plan.Steps {
		if step.Stage == "strip sets" && set == "" {
			set = string(step.ID)
			w := s.do("POST", "/api/quilts/quilt-one/events",
				fmt.Sprintf(`{"events":[{"id":"made-0001","step":%q,"kind":"made","n":2,"exact":%q,"look":%q,"at":"2026-11-27T08:00:00Z"}]}`,
					step.ID, step.Exact, step.Look))
			if w.Code != http.StatusOK {
				t.Fatal(w.Body)
			}
		}
	}
	body := func(step, height string) string {
		return fmt.Sprintf(`{"document":%s,"came":{"step":%q,"height":%q}}`, text(t, p.Document), step, height)
	}
	for _, trim := range p.Plan.Trim {
		if string(trim.Gauge) != set {
			continue
		}
		out := decode[onward.Onward](t, s.do("POST", "/api/quilts/quilt-one/onward",
			body(set, strings.TrimSuffix(trim.Exact[0], " in")+"")))
		if len(out.Ways) != 2 || out.Seams != "" {
			t.Errorf("measured what it should: %+v", out)
		}
	}
	w := s.do("POST", "/api/quilts/quilt-one/onward", body(set, "10 3/8"))
	out := decode[onward.Onward](t, w)
	if len(out.Ways) != 4 || out.Ways[2].Undone != 2 {
		t.Errorf("%+v", out.Ways)
	}
	for _, one := range []struct {
		step, height, says string
		code               int
	}{
		{set, "65", "measured-far-off", 422},
		{set, "wide", "length-unreadable", 422},
		{"nothing", "6", "unit-unknown", 422},
	} {
		if w := s.do("POST", "/api/quilts/quilt-one/onward", body(one.step, one.height)); w.Code != one.code ||
			!strings.Contains(w.Body.String(), one.says) {
			t.Errorf("%s of %s: %d %.300s", one.height, one.step, w.Code, w.Body)
		}
	}
	if w := s.do("POST", "/api/quilts/quilt-none/onward", body(set, "6")); w.Code != http.StatusNotFound {
		t.Errorf("another quilt: %d", w.Code)
	}
	if w := s.do("POST", "/api/quilts/quilt-one/onward",
		strings.Replace(body(set, "6"), `"came"`, `"more":1,"came"`, 1)); w.Code != http.StatusUnprocessableEntity {
		t.Errorf("what is not known: %d", w.Code)
	}
}

// A caliper is asked by the server; one that is not there, or says something else, is told so.
func TestTheCaliperIsRead(t *testing.T) {
	st, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "vicis.db"))
	if err != nil {
		t.Fatal(err)
	}
	defer st.Close()
	at := func(host string) site { return site{t, New(st, http.NotFoundHandler(), door.Doors{Caliper: host})} }
	if w := at("").do("GET", "/api/caliper?size=6.5+in", ""); w.Code != http.StatusNotFound ||
		!strings.Contains(w.Body.String(), "no-caliper") {
		t.Errorf("none: %d %s", w.Code, w.Body)
	}
	real := httptest.NewServer(caliper.New(caliper.Hand{}, 1))
	host := strings.TrimPrefix(real.URL, "http://")
	for query, want := range map[string]string{"size=6+1%2F2+in": "6.5", "size=16.51+cm&units=cm": "16.51"} {
		if got := decode[Caliper](t, at(host).do("GET", "/api/caliper?"+query, "")); got.Reads != want {
			t.Errorf("%s reads %q", query, got.Reads)
		}
	}
	if h := at(host).do("GET", "/api/health", ""); !strings.Contains(h.Body.String(), "caliper") {
		t.Error(h.Body)
	}
	odd := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter,
		_ *http.Request,
	) {
		fmt.Fprint(w, strings.Repeat("6", 5000))
	}))
	defer odd.Close()
	real.Close()
	for _, gone := range []string{host, strings.TrimPrefix(odd.URL, "http://")} {
		if w := at(gone).do("GET", "/api/caliper?size=6.5+in", ""); w.Code != http.StatusBadGateway ||
			!strings.Contains(w.Body.String(), "Type what you read.") {
			t.Errorf("%s: %d %s", gone, w.Code, w.Body)
		}
	}
}
