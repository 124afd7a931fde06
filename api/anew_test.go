package api

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"path/filepath"
	"reflect"
	"slices"
	"strings"
	"testing"

	"vicis/api/door"
	"vicis/core/batching"
	"vicis/core/document"
	"vicis/core/machine"
	"vicis/core/naming"
	"vicis/internal/trial/whole"
	"vicis/store"
)

// A quilt that is changed once something was counted is cut from what there is; the same by the next server. What is
// counted afterwards does not change what is still to cut under the knife; asked for, it is planned anew.
func TestTheCuttingIsPlannedFromAMark(t *testing.T) {
	path := filepath.Join(t.TempDir(), "vicis.db")
	open := func() (site, func()) {
		st, err := store.Open(context.Background(), path)
		if err != nil {
			t.Fatal(err)
		}
		return site{t, New(st, http.NotFoundHandler(), door.Doors{})}, func() { _ = st.Close() }
	}
	s, shut := open()
	d := whole.FromLibrary(t, "nine-patch")
	text := func() string {
		out, err := document.Write(d)
		if err != nil {
			t.Fatal(err)
		}
		return string(out)
	}
	const at = "/api/quilts/quilt-one"
	s.do("POST", "/api/quilts", fmt.Sprintf(`{"id":"quilt-one","document":%s}`, text()))
	plan := func() Project { return decode[Project](t, s.do("GET", at, "")) }
	events := 0
	count := func(p Project, id naming.Step, n int) {
		t.Helper()
		for _, one := range p.Plan.Steps {
			if one.ID != id {
				continue
			}
			events++
			w := s.do("POST", at+"/events", fmt.Sprintf(`{"events":[{"id":"event-%04d","step":%q,"kind":"made","n":%d,`+
				`"exact":%q,"look":%q,"rev":%d,"at":"2026-01-01T00:%02d:00Z"}]}`, events, id, n, one.Exact, one.Look, p.Rev, events))
			if w.Code != http.StatusOK {
				t.Fatal(w.Body)
			}
			return
		}
		t.Fatalf("there is no step %s", id)
	}
	first := plan()
	if first.Here || first.Mark != 0 {
		t.Errorf("a new quilt is planned from %d", first.Mark)
	}
	var cut naming.Step // what is cut across the first set
	for _, set := range first.Plan.Sets {
		for _, strips := range first.Plan.Cut {
			for _, strip := range strips.Strips {
				if events < len(first.Plan.Cut) {
					count(first, strip.Step, strip.Count)
				}
			}
		}
		count(first, set.SetStep, set.Across.Strips)
		if cut == "" {
			cut = set.Across.Cuts[0].Step
			count(first, cut, 6)
		}
	}
	d.Top.Rows += 3
	if w := s.do("PUT", at, text(), "If-Match", `"1"`); w.Code != http.StatusOK {
		t.Fatal(w.Body)
	}
	second := plan()
	if !second.Here || second.Mark != int64(events) || second.Rev != 2 {
		t.Fatalf("revision %d is planned from %d of %d", second.Rev, second.Mark, events)
	}
	// By pencil: 40 − ½ − 6 × 2½ = 24½″.
	if left := second.Plan.Sets[0].Across; !strings.Contains(left.There, "24½″") || left.Layups[0].From != "24½″" {
		t.Errorf("%s; first %+v", left.There, left.Layups[0])
	}
	all := decode[Project](t, s.do("GET", at+"?whole=true", ""))
	if alone := decode[Preview](t, s.do("POST", "/api/plan", text())); all.Here || !reflect.DeepEqual(all.Plan, alone.Plan) {
		t.Error("all of it is not what the document comes to")
	}
	count(second, cut, 3)
	third := plan()
	if a, b := written(t, second.Plan), written(t, third.Plan); a != b {
		t.Error("a tally changed what is still to cut")
	}
	shut()
	s, shut = open()
	defer func() { shut() }()
	if written(t, plan().Plan) != written(t, second.Plan) {
		t.Error("the next server cuts it otherwise")
	}
	progress := decode[Tallied](t, s.do("GET", at+"/progress", ""))
	for _, st := range progress.Progress.Steps {
		if st.ID == cut && (st.Made != 9 || st.ToGo != st.Make-9) {
			t.Errorf("%+v", st)
		}
	}
	if len(progress.Progress.Doubts) != 0 {
		t.Errorf("%+v", progress.Progress.Doubts)
	}
	fourth := decode[Project](t, s.do("POST", at+"/anew", ""))
	if fourth.Mark != int64(events) || fourth.Rev != 2 || fourth.Plan.Sets[0].Across.Layups[0].From != "17″" {
		t.Errorf("planned anew from %d: %+v", fourth.Mark, fourth.Plan.Sets[0].Across.Layups[0])
	}
	if again := decode[Project](t, s.do("POST", at+"/anew", "")); again.Mark != fourth.Mark {
		t.Errorf("asked twice it is planned from %d", again.Mark)
	}
	if w := s.do("PUT", at, text(), "If-Match", `"2"`); w.Code != http.StatusOK {
		t.Errorf("a change from the same revision: %d %s", w.Code, w.Body)
	}
	if w := s.do("POST", "/api/quilts/nobody/anew", ""); w.Code != http.StatusNotFound {
		t.Errorf("of a quilt that is not there: %d", w.Code)
	}
}

// What is spoiled once all is cut is cut anew without being asked for; while something is still to be cut nothing changes
// under the knife.
func TestWhatIsSpoiledIsCutAnew(t *testing.T) {
	s := newSite(t)
	text, err := document.Write(whole.FromLibrary(t, "nine-patch"))
	if err != nil {
		t.Fatal(err)
	}
	const at = "/api/quilts/quilt-one"
	s.do("POST", "/api/quilts", fmt.Sprintf(`{"id":"quilt-one","document":%s}`, text))
	p := decode[Project](t, s.do("GET", at, ""))
	events := 0
	tell := func(id naming.Step, kind string, n int) Tallied {
		t.Helper()
		for _, one := range p.Plan.Steps {
			if one.ID == id {
				events++
				w := s.do("POST", at+"/events", fmt.Sprintf(`{"events":[{"id":"event-%04d","step":%q,"kind":%q,"n":%d,`+
					`"exact":%q,"look":%q,"rev":1,"at":"2026-01-01T00:%02d:00Z"}]}`, events, id, kind, n, one.Exact, one.Look, events))
				if w.Code != http.StatusOK {
					t.Fatal(w.Body)
				}
				return decode[Tallied](t, w)
			}
		}
		t.Fatalf("there is no step %s", id)
		return Tallied{}
	}
	var cuts []naming.Step
	for _, one := range p.Plan.Steps {
		if one.Stage == batching.SubCuts {
			cuts = append(cuts, one.ID)
		}
	}
	last := p.Plan.Steps[slices.IndexFunc(p.Plan.Steps, func(o machine.StepShown) bool { return o.ID == cuts[len(cuts)-1] })]
	for _, one := range p.Plan.Steps {
		if one.Stage == batching.Strips || one.Stage == batching.Sets || one.Stage == batching.SubCuts && one.ID != last.ID {
			tell(one.ID, "made", one.Make)
		}
	}
	spoiled := p.Plan.Steps[slices.IndexFunc(p.Plan.Steps, func(o machine.StepShown) bool { return o.ID == cuts[0] })]
	if got := tell(spoiled.ID, "aside", spoiled.Spare+3); got.Mark != 0 || got.Progress.Over {
		t.Errorf("something is still to be cut, and the rest is planned from %d", got.Mark)
	}
	got := tell(last.ID, "made", last.Make)
	if got.Mark != int64(events) || got.Progress.Over {
		t.Errorf("all is cut and three are spoiled: planned from %d of %d", got.Mark, events)
	}
	for _, st := range got.Progress.Steps {
		if st.ID == spoiled.ID && (st.ToGo != 3 || st.Short != 0) {
			t.Errorf("%d to go, %d short", st.ToGo, st.Short)
		}
	}
	p = decode[Project](t, s.do("GET", at, ""))
	if len(p.Plan.Sets) != 1 || p.Plan.Sets[0].Across.Cuts[0].Need != 3 || !p.Here {
		t.Errorf("still to cut: %+v", p.Plan.Sets)
	}
}

func written(t *testing.T, what any) string {
	t.Helper()
	text, err := json.Marshal(what)
	if err != nil {
		t.Fatal(err)
	}
	return string(text)
}
