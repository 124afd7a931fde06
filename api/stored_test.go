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
