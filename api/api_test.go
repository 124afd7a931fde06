package api

import (
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"reflect"
	"strings"
	"testing"
	"time"

	"vicis/api/door"
	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/record"
	"vicis/core/starter"
	"vicis/demo"
	"vicis/store"
)

type site struct {
	t testing.TB
	h http.Handler
}

func newSite(t testing.TB) site {
	t.Helper()
	s, err := store.Open(context.Background(), filepath.Join(t.TempDir(), "vicis.db"))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.Close() })
	web := http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) { _, _ = io.WriteString(w, "page") })
	return site{t, New(s, web, door.Doors{})}
}

func (s site) do(method, path, body string, headers ...string) *httptest.ResponseRecorder {
	s.t.Helper()
	r := httptest.NewRequest(method, path, strings.NewReader(body))
	r.Host, r.RemoteAddr = "127.0.0.1:8337", "127.0.0.1:50000"
	r.Header.Set("Content-Type", "application/json")
	for i := 0; i+1 < len(headers); i += 2 {
		if headers[i] == "Host" {
			r.Host = headers[i+1]
			continue
		}
		r.Header.Set(headers[i], headers[i+1])
	}
	w := httptest.NewRecorder()
	s.h.ServeHTTP(w, r)
	return w
}

func decode[T any](t testing.TB, w *httptest.ResponseRecorder) T {
	t.Helper()
	var v T
	if err := json.Unmarshal(w.Body.Bytes(), &v); err != nil {
		t.Fatalf("%d: %v in %s", w.Code, err, w.Body.String())
	}
	return v
}

func begun(t testing.TB) string {
	t.Helper()
	d, problems := starter.Build(starter.Choices{
		Name: "Test", Block: starter.Chain, Squares: 5,
		Companion: starter.Cornered, Rows: 3, Columns: 3, Measure: "in", Strip: measure.Typed("2.5"),
	})
	if problems.Stopped() {
		t.Fatal(problems)
	}
	text, err := document.Write(d)
	if err != nil {
		t.Fatal(err)
	}
	return string(text)
}

func (s site) create(id string) {
	s.t.Helper()
	if w := s.do("POST", "/api/quilts", fmt.Sprintf(`{"id":%q,"document":%s}`, id,
		begun(s.t))); w.Code != http.StatusOK {
		s.t.Fatalf("%d %s", w.Code, w.Body)
	}
}

func TestARoadFromNewQuiltToTally(t *testing.T) {
	s := newSite(t)
	if list := decode[[]Shelved](t, s.do("GET", "/api/quilts", "")); len(list) != 0 {
		t.Fatalf("%+v", list)
	}
	s.create("quilt-one")
	w := s.do("GET", "/api/quilts/quilt-one", "")
	p := decode[Project](t, w)
	if p.Rev != 1 || w.Header().Get("ETag") != `"1"` || p.Plan.Finished.Text != "30″ × 30″" {
		t.Fatalf("rev %d, etag %s, %s", p.Rev, w.Header().Get("ETag"), p.Plan.Finished.Text)
	}
	event := `{"events":[{"id":"event-one-x","step":"I","kind":"made","n":7,"exact":"2 1/2 in x 10 1/2 in","at":"2026-01-01T00:00:00Z"}]}`
	for range 2 { // delivered twice
		got := decode[Tallied](t, s.do("POST", "/api/quilts/quilt-one/events", event))
		for _, st := range got.Progress.Steps {
			if st.ID == "I" && st.Good != 7 {
				t.Fatalf("%+v", st)
			}
		}
	}
	w = s.do("PUT", "/api/quilts/quilt-one", strings.Replace(begun(t), `"rows": 3`, `"rows": 5`, 1), "If-Match", `"1"`)
	if p := decode[Project](t, w); p.Rev != 2 || p.Plan.Blocks != 15 {
		t.Fatalf("%d: rev %d, %d blocks", w.Code, p.Rev, p.Plan.Blocks)
	}
	if got := decode[Tallied](t, s.do("GET", "/api/quilts/quilt-one/progress", "")); got.Rev != 2 ||
		got.Progress.Events != 1 || got.Progress.Next == "" {
		t.Errorf("%+v", got)
	}
	if list := decode[[]Shelved](t, s.do("GET", "/api/quilts", "")); len(list) != 1 || list[0].Next == "" ||
		list[0].Colours["dark"] == "" {
		t.Errorf("%+v", list)
	}
}

func TestRefusalsSayWhatIsWrongAndTheMend(t *testing.T) {
	s := newSite(t)
	s.create("quilt-one")
	doc := begun(t)
	ev := func(body string) string { return `{"events":[` + body + `]}` }
	for _, c := range []struct {
		name, method, path, body string
		headers                  []string
		status                   int
		code                     string
	}{
		{"unknown quilt", "GET", "/api/quilts/nothing", "", nil, 404, "unknown"},
		{"unknown address", "GET", "/api/nothing", "", nil, 404, "unknown"},
		{
			"stale save", "PUT", "/api/quilts/quilt-one", strings.Replace(doc, "Test", "Other", 1),
			[]string{"If-Match", `"0"`},
			412, "stale",
		},
		{
			"stale save of another revision", "PUT", "/api/quilts/quilt-one", strings.Replace(doc, "Test", "Other", 1),
			[]string{"If-Match", `"9"`},
			412, "stale",
		},
		{"save without a revision", "PUT", "/api/quilts/quilt-one", doc, nil, 428, "revision-missing"},
		{
			"a milliard blocks", "PUT", "/api/quilts/quilt-one",
			strings.Replace(doc, `"rows": 3`, `"rows": 1000000000`, 1),
			[]string{"If-Match", `"1"`},
			422, "refused",
		},
		{
			"a number too large for anything", "POST", "/api/plan", strings.Replace(doc, `"rows": 3`, `"rows": 1e400`, 1),
			nil, 422, "refused",
		},
		{"a broken document", "POST", "/api/plan", `{"vicis":1`, nil, 422, "refused"},
		{"another's document", "POST", "/api/plan", `{"a":1}`, nil, 422, "refused"},
		{
			"a document over 1 MB", "POST", "/api/plan", `{"note":"` + strings.Repeat("x", 1<<20) + `"}`, nil, 413,
			"too-large",
		},
		{"no document", "POST", "/api/quilts", `{"id":"quilt-two"}`, nil, 422, "refused"},
		{"a poor id", "POST", "/api/quilts", `{"id":"../x","document":` + doc + `}`, nil, 422, "refused"},
		{"an id that is taken", "POST", "/api/quilts", `{"id":"quilt-one","document":` +
			strings.Replace(doc, "Test", "Other", 1) + `}`, nil, 409, "conflict"},
		{"no events", "POST", "/api/quilts/quilt-one/events", ev(""), nil, 422, "refused"},
		{
			"an event of nothing", "POST", "/api/quilts/quilt-one/events",
			ev(`{"id":"event-two-x","step":"I","kind":"made","n":0,"at":"2026-01-01T00:00:00Z"}`), nil, 422, "refused",
		},
		{
			"an event of no kind", "POST", "/api/quilts/quilt-one/events",
			ev(`{"id":"event-two-x","step":"I","kind":"sewn","n":1,"at":"2026-01-01T00:00:00Z"}`), nil, 422, "refused",
		},
		{
			"an event yesterday", "POST", "/api/quilts/quilt-one/events",
			ev(`{"id":"event-two-x","step":"I","kind":"made","n":1,"at":"yesterday"}`), nil, 422, "refused",
		},
		{
			"an event with a key twice", "POST", "/api/quilts/quilt-one/events",
			ev(`{"id":"event-two-x","step":"I","kind":"made","n":1,"n":2,"at":"2026-01-01T00:00:00Z"}`), nil, 422, "refused",
		},
		{
			"an event with a key in another case", "POST", "/api/quilts/quilt-one/events",
			ev(`{"id":"event-two-x","step":"I","kind":"made","N":2,"at":"2026-01-01T00:00:00Z"}`), nil, 422, "refused",
		},
		{
			"an event with a NUL in it", "POST", "/api/quilts/quilt-one/events",
			ev(`{"id":"event-two-x","step":"I\u0000","kind":"made","n":1,"at":"2026-01-01T00:00:00Z"}`), nil, 422, "refused",
		},
		{
			"events of an unknown quilt", "POST", "/api/quilts/nothing/events",
			ev(`{"id":"event-two-x","step":"I","kind":"made","n":1,"at":"2026-01-01T00:00:00Z"}`), nil, 404, "unknown",
		},
		{
			"a start that makes no sense", "POST", "/api/starters",
			`{"name":"x","block":"checkers","squares":99,"companion":"none","rows":1,"columns":1,"measure":"in","strip":"2"}`,
			nil, 422, "refused",
		},
		{"a foreign host", "GET", "/api/quilts", "", []string{"Host", "evil.example"}, 403, "forbidden"},
		{"a foreign origin", "POST", "/api/plan", doc, []string{
			"Origin", "http://evil.example", "Sec-Fetch-Site",
			"cross-site",
		}, 403, "forbidden"},
		{
			"a foreign origin of an old browser", "POST", "/api/plan", doc,
			[]string{"Origin", "http://evil.example"},
			403,
			"forbidden",
		},
	} {
		w := s.do(c.method, c.path, c.body, c.headers...)
		var trouble door.Trouble
		if err := json.Unmarshal(w.Body.Bytes(), &trouble); err != nil || w.Code != c.status ||
			trouble.Code != c.code || len(trouble.Detail) < 10 || trouble.Detail == "validation failed" {
			t.Errorf("%s: %d %v, want %d %s: %.300s", c.name, w.Code, err, c.status, c.code, w.Body.String())
		}
		if got := w.Header().Get("Content-Type"); !strings.HasPrefix(got, "application/problem+json") {
			t.Errorf("%s: content type %s", c.name, got)
		}
	}
	if p := decode[Tallied](t, s.do("GET", "/api/quilts/quilt-one/progress", "")); p.Rev != 1 ||
		p.Progress.Events != 0 {
		t.Errorf("something was half-saved: rev %d, %d events", p.Rev, p.Progress.Events)
	}
}

func TestAProblemIsToldAtItsPlace(t *testing.T) {
	s := newSite(t)
	w := s.do("POST", "/api/plan", strings.Replace(begun(t), `"strip": "2 1/2 in"`, `"strip": "wide"`, 1))
	p := decode[Preview](t, w)
	if w.Code != http.StatusOK || len(p.Problems) == 0 || p.Problems[0].At != "/strip" ||
		p.Document.Strip.String() != "wide" {
		t.Errorf("%d %+v", w.Code, p.Problems)
	}
}

func TestPagesStayLocal(t *testing.T) {
	s := newSite(t)
	for _, host := range []string{"localhost:1", "[::1]:8337", "127.0.0.1", "LocalHost", "localhost.", "localhost.:8337"} {
		w := s.do("GET", "/q/anything/cut", "", "Host", host)
		if w.Code != http.StatusOK || w.Body.String() != "page" {
			t.Errorf("%s: %d %s", host, w.Code, w.Body)
		}
		if csp := w.Header().Get("Content-Security-Policy"); !strings.HasPrefix(csp, "default-src 'self'") {
			t.Errorf("policy %q", csp)
		}
	}
}

// The web client's types are made from this file; it must be what the Go types say.
func TestTheContractIsNotStale(t *testing.T) {
	want, err := Contract()
	if err != nil {
		t.Fatal(err)
	}
	have, err := os.ReadFile("openapi.json")
	if err != nil {
		t.Fatal(err)
	}
	var there any
	if err := json.Unmarshal(have, &there); err != nil || !reflect.DeepEqual(want, there) {
		t.Error("api/openapi.json is stale: run make contract")
	}
}

func BenchmarkTallyOverTheAPI(b *testing.B) {
	st, err := store.Open(context.Background(), filepath.Join(b.TempDir(), "vicis.db"))
	if err != nil {
		b.Fatal(err)
	}
	defer st.Close()
	s := site{b, New(st, http.NotFoundHandler(), door.Doors{})}
	s.create("quilt-one")
	var old []record.Event
	for i := range 2000 {
		old = append(old, record.Event{
			ID: fmt.Sprintf("before-%05d", i), Step: "I", Kind: record.Made, N: 1,
			Exact: "2 1/2 in x 10 1/2 in",
		})
	}
	if err := st.Append(context.Background(), "quilt-one", old, time.Now()); err != nil {
		b.Fatal(err)
	}
	i := 0
	if w := s.do("GET", "/api/quilts/quilt-one/progress", ""); w.Code != http.StatusOK { // the history is read once
		b.Fatal(w.Body)
	}
	for b.Loop() {
		i++
		w := s.do("POST", "/api/quilts/quilt-one/events",
			fmt.Sprintf(`{"events":[{"id":"event-%06d","step":"I","kind":"made","n":1,"at":"2026-01-01T00:00:00Z"}]}`, i))
		if w.Code != http.StatusOK {
			b.Fatal(w.Body)
		}
	}
}

// A change is answered while the quilter looks: the plan of the demo, as the preview gives it.
func BenchmarkPreviewOfTheDemo(b *testing.B) {
	docs, err := demo.Documents()
	if err != nil {
		b.Fatal(err)
	}
	text, err := document.Write(docs[demo.InTheMiddle])
	if err != nil {
		b.Fatal(err)
	}
	st, err := store.Open(context.Background(), filepath.Join(b.TempDir(), "vicis.db"))
	if err != nil {
		b.Fatal(err)
	}
	defer st.Close()
	s := site{b, New(st, http.NotFoundHandler(), door.Doors{})}
	for b.Loop() {
		if w := s.do("POST", "/api/plan", string(text)); w.Code != http.StatusOK {
			b.Fatal(w.Body)
		}
	}
}

// From an existing database to the first answer.
func BenchmarkServerReady(b *testing.B) {
	path := filepath.Join(b.TempDir(), "vicis.db")
	for b.Loop() {
		st, err := store.Open(context.Background(), path)
		if err != nil {
			b.Fatal(err)
		}
		if err := demo.Fill(context.Background(), st); err != nil {
			b.Fatal(err)
		}
		s := site{b, New(st, http.NotFoundHandler(), door.Doors{})}
		if w := s.do("GET", "/api/health", ""); w.Code != http.StatusOK {
			b.Fatal(w.Body)
		}
		if err := st.Close(); err != nil {
			b.Fatal(err)
		}
	}
}
