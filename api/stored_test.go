package api

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"strings"
	"testing"
	"time"

	"vicis/api/door"
	"vicis/core/document"
	"vicis/core/record"
	"vicis/internal/trial/whole"
	"vicis/store"
)

// handed is a quilt of which so many prints are dealt by hand.
func handed(t *testing.T, n int) document.Document {
	t.Helper()
	d := whole.Assorted(whole.FromLibrary(t, "nine-patch"), 0, 4)
	for i := range n {
		d.Deal.Hand = append(d.Deal.Hand, document.Given{
			Row: 1, Column: 1, Role: d.Roles[0].ID, Place: 1, Print: fmt.Sprintf("p%d", i%4),
		})
	}
	return d
}

// A quilt that is let in is read again by the next server, however large it is written out; and one that an older
// program stored so large that it could not be read is read.
func TestWhatIsStoredIsReadAgain(t *testing.T) {
	path := t.TempDir() + "/vicis.db"
	open := func() (site, *store.Store) {
		s, err := store.Open(context.Background(), path)
		if err != nil {
			t.Fatal(err)
		}
		return site{t, New(s, http.NotFoundHandler(), door.Doors{})}, s
	}
	s, file := open()
	d := handed(t, 9_500)
	compact, err := json.Marshal(d)
	if err != nil {
		t.Fatal(err)
	}
	older, err := json.MarshalIndent(d, "", "  ")
	if err != nil || len(compact) >= document.MostBytes || len(older) <= document.MostBytes {
		t.Fatalf("%d bytes sent, %d indented: %v", len(compact), len(older), err)
	}
	if w := s.do("POST", "/api/quilts", fmt.Sprintf(`{"id":"large-one","document":%s}`, compact)); w.Code != http.StatusOK {
		t.Fatalf("%d %.300s", w.Code, w.Body)
	}
	d.Name = "Changed"
	if compact, err = json.Marshal(d); err != nil {
		t.Fatal(err)
	}
	if w := s.do("PUT", "/api/quilts/large-one", string(compact), "If-Match", `"1"`); w.Code != http.StatusOK {
		t.Fatalf("%d %.300s", w.Code, w.Body)
	}
	if _, err := file.Create(context.Background(), "older-one", string(older), time.Now()); err != nil {
		t.Fatal(err)
	}
	if err := file.Close(); err != nil {
		t.Fatal(err)
	}
	s, file = open()
	defer func() { _ = file.Close() }()
	for _, id := range []string{"large-one", "older-one"} {
		p := decode[Project](t, s.do("GET", "/api/quilts/"+id, ""))
		if len(p.Problems) > 0 || len(p.Plan.Steps) == 0 || len(p.Document.Deal.Hand) != 9_500 {
			t.Errorf("%s: %d steps: %.300v", id, len(p.Plan.Steps), p.Problems)
		}
		step := p.Plan.Steps[0].ID
		w := s.do("POST", "/api/quilts/"+id+"/events", fmt.Sprintf(`{"events":[{"id":%q,"step":%q,"kind":"made","n":1,"at":"2026-01-01T00:00:00Z"}]}`,
			"event-"+id, step))
		if w.Code != http.StatusOK || strings.Contains(w.Body.String(), "asks for none") {
			t.Errorf("%s: %d %.300s", id, w.Code, w.Body)
		}
		// and its file can be opened again
		text, err := json.Marshal(s.do("GET", "/api/quilts/"+id+"/file", "").Body.String())
		if err != nil {
			t.Fatal(err)
		}
		if w := s.do("POST", "/api/files", fmt.Sprintf(`{"id":"opened-%s","text":%s}`, id, text)); w.Code != http.StatusOK {
			t.Errorf("%s: %d %.300s", id, w.Code, w.Body)
		}
	}
	if w := s.do("PUT", "/api/quilts/older-one", string(compact), "If-Match", `"1"`); w.Code != http.StatusOK {
		t.Errorf("changed: %d %.300s", w.Code, w.Body)
	}
	// What would be larger than can be read is not let in: an angle bracket is written as six characters.
	d = handed(t, 5_000)
	for i := range d.Deal.Hand {
		d.Deal.Hand[i].Print = "<<<<"
	}
	d.Fabrics[0].List[0].ID = "<<<<"
	text, err := json.Marshal(d)
	if err != nil {
		t.Fatal(err)
	}
	swollen := strings.ReplaceAll(strings.ReplaceAll(string(text), `\u003c\u003c\u003c\u003c`, strings.Repeat("<", 40)), `\u003c`, "<")
	w := s.do("POST", "/api/quilts", fmt.Sprintf(`{"id":"swollen-one","document":%s}`, swollen))
	if got := decode[door.Trouble](t, w); w.Code != http.StatusUnprocessableEntity || len(got.Problems) == 0 ||
		got.Problems[0].Code != "document-too-large" {
		t.Errorf("%d bytes: %d %.300s", len(swollen), w.Code, w.Body)
	}
}

// A change whose answer was lost is sent again and stored once, an undo and a redo like any other; whatever the newest
// revision is may be meant; and a piece of cloth that was changed meanwhile is not written over.
func TestWhatIsSentAgainIsStoredOnce(t *testing.T) {
	s := newSite(t)
	s.create("quilt-one")
	changed := strings.Replace(begun(t), `"rows": 3`, `"rows": 5`, 1)
	send := func(method, path, body, match string) (int, Project) {
		t.Helper()
		w := s.do(method, "/api/quilts/quilt-one"+path, body, "If-Match", match)
		if w.Code != http.StatusOK {
			return w.Code, Project{}
		}
		return w.Code, decode[Project](t, w)
	}
	for _, c := range []struct {
		method, path, body, match string
		code, rev, blocks         int
	}{
		{"PUT", "", changed, `"1"`, 200, 2, 15},
		{"PUT", "", changed, `"1"`, 200, 2, 15}, // again
		{"POST", "/restore", `{"act":"undo"}`, `"2"`, 200, 3, 9},
		{"POST", "/restore", `{"act":"undo"}`, `"2"`, 200, 3, 9},
		{"POST", "/restore", `{"act":"redo"}`, `"2"`, 412, 0, 0}, // another, from what is no longer the newest
		{"POST", "/restore", `{"act":"redo"}`, `"3"`, 200, 4, 15},
		{"POST", "/restore", `{"act":"redo"}`, `"3"`, 200, 4, 15},
		{"POST", "/restore", `{"act":"change","rev":1}`, `"4"`, 200, 5, 9},
		{"POST", "/restore", `{"act":"change","rev":1}`, `"4"`, 200, 5, 9},
		{"POST", "/restore", `{"act":"change","rev":2}`, `"4"`, 412, 0, 0},
		{"PUT", "", changed, `*`, 200, 6, 15},
		{"POST", "/restore", `{"act":"undo"}`, `*`, 200, 7, 9},
	} {
		if code, p := send(c.method, c.path, c.body, c.match); code != c.code || p.Rev != c.rev || p.Plan.Blocks != c.blocks {
			t.Errorf("%s %s from %s: %d, revision %d of %d blocks; want %d, %d of %d", c.path, c.body[:min(30, len(c.body))],
				c.match, code, p.Rev, p.Plan.Blocks, c.code, c.rev, c.blocks)
		}
	}
	const path = "/api/cloth/cloth-one"
	piece := func(n int) string {
		return fmt.Sprintf(`{"name":"Calico","colour":"#eeeedd","kind":"yardage","width":"42 in","length":"36 in","count":%d}`, n)
	}
	first := decode[[]Held](t, s.do("PUT", path, piece(1)))
	time.Sleep(2 * time.Millisecond) // it is told apart by when it was said
	if w := s.do("PUT", path, piece(3), "If-Match", quoted(first[0].Since)); w.Code != http.StatusOK {
		t.Fatalf("%d %s", w.Code, w.Body)
	}
	for count, want := range map[int]int{3: http.StatusOK, 2: http.StatusPreconditionFailed} { // again, and from another tab
		if w := s.do("PUT", path, piece(count), "If-Match", quoted(first[0].Since)); w.Code != want {
			t.Errorf("%d there: %d %s", count, w.Code, w.Body)
		}
	}
	if held := decode[[]Held](t, s.do("GET", "/api/cloth", "")); held[0].Count != 3 {
		t.Errorf("%d lie there", held[0].Count)
	}
}

// A tally whose page is left is counted without a word of fault.
func TestAPageThatIsLeftIsNoFault(t *testing.T) {
	st := withQuilt(t)
	srv := &Server{store: st, kept: keep(st), plans: door.InTurn(), searches: door.InTurn(), now: time.Now}
	if _, err := srv.newest(context.Background(), "quilt-one"); err != nil {
		t.Fatal(err)
	}
	left, leave := context.WithCancel(context.Background())
	leave()
	out, err := srv.counted(left, "quilt-one", store.Planned{Rev: 1})
	if err != nil || out.Body.Rev != 1 {
		t.Errorf("%+v, %v", out, err)
	}
}

// What was told of a revision that is not in this file, as an export of an older program has it, counts by its name and
// its size; it keeps nobody from the shelf.
func TestARevisionThatNeverCameHere(t *testing.T) {
	file, err := store.Open(context.Background(), t.TempDir()+"/vicis.db")
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = file.Close() }()
	s := site{t, New(file, http.NotFoundHandler(), door.Doors{})}
	s.do("POST", "/api/quilts", fmt.Sprintf(`{"id":"quilt-one","document":%s}`, promised("none-of-this", 2, "One")))
	p := decode[Project](t, s.do("GET", "/api/quilts/quilt-one", ""))
	one := p.Plan.Steps[0]
	for i, look := range []string{one.Look, ""} {
		if err := file.Append(context.Background(), "quilt-one", []record.Event{{
			ID: fmt.Sprintf("event-%04d", i), Step: one.ID, Exact: one.Exact, Look: look, Kind: record.Made, N: 1, Rev: 7,
		}}, time.Now()); err != nil {
			t.Fatal(err)
		}
	}
	got := decode[Tallied](t, s.do("GET", "/api/quilts/quilt-one/progress", ""))
	if len(got.Progress.Steps) == 0 || got.Progress.Steps[0].Made != 2 || len(got.Progress.NoLonger) != 0 {
		t.Errorf("%+v", got.Progress)
	}
	if w := s.do("GET", "/api/quilts", ""); w.Code != http.StatusOK {
		t.Errorf("the shelf: %d %s", w.Code, w.Body)
	}
}
