package api

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"reflect"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"vicis/api/door"
	"vicis/core/record"
	"vicis/core/tally"
	"vicis/core/work"
	"vicis/store"
)

// What has not changed is not sent again: the plan while the revision is the same, the counts while nothing is counted.
func TestWhatHasNotChangedIsNotSentAgain(t *testing.T) {
	s := newSite(t)
	s.create("quilt-one")
	plan, progress := "/api/quilts/quilt-one", "/api/quilts/quilt-one/progress"
	tag := func(path string) string { return s.do("GET", path, "").Header().Get("ETag") }
	same := func(path, tag string) bool {
		w := s.do("GET", path, "", "If-None-Match", tag)
		if w.Code == http.StatusNotModified && w.Body.Len() > 0 {
			t.Errorf("%s: %d bytes of what is the same", path, w.Body.Len())
		}
		return w.Code == http.StatusNotModified
	}
	first, counts := tag(plan), tag(progress)
	if first != `"1"` || !same(plan, first) || !same(progress, counts) {
		t.Errorf("%s and %s are sent again", first, counts)
	}
	w := s.do("POST", plan+"/events",
		`{"events":[{"id":"event-one-x","step":"I","kind":"made","n":7,"exact":"2 1/2 in x 10 1/2 in","at":"2026-01-01T00:00:00Z"}]}`)
	if w.Code != http.StatusOK || !same(plan, first) || same(progress, counts) ||
		w.Header().Get("ETag") != tag(progress) {
		t.Errorf("%d: a tally changes the counts, and not the plan", w.Code)
	}
	if body := w.Body.String(); strings.Contains(body, "pictures") || w.Body.Len() > 20_000 {
		t.Errorf("a tally is answered with %d bytes", w.Body.Len())
	}
	s.do("PUT", plan, strings.Replace(begun(t), `"rows": 3`, `"rows": 5`, 1), "If-Match", first)
	if same(plan, first) || !same(plan, `"2-1"`) {
		t.Error("the change of a plan is not seen")
	}
}

// A save whose answer was lost is delivered again: it is the same revision, not a stale one.
func TestASaveThatIsDeliveredTwiceIsStoredOnce(t *testing.T) {
	s := newSite(t)
	s.create("quilt-one")
	changed := strings.Replace(begun(t), `"rows": 3`, `"rows": 5`, 1)
	for range 2 {
		if p := decode[Project](t, s.do("PUT", "/api/quilts/quilt-one", changed, "If-Match", `"1"`)); p.Rev != 2 {
			t.Fatalf("revision %d", p.Rev)
		}
	}
	for _, tags := range []string{`"1"`, `"x"`, `"1", "3"`} {
		if w := s.do("PUT", "/api/quilts/quilt-one", begun(t), "If-Match",
			tags); w.Code != http.StatusPreconditionFailed {
			t.Errorf("from %s: %d", tags, w.Code)
		}
	}
	// a list, as the standard has it
	if w := s.do("PUT", "/api/quilts/quilt-one", begun(t), "If-Match", `"1","2"`); w.Code != http.StatusOK {
		t.Errorf("%d %s", w.Code, w.Body)
	}
}

// What is kept in memory can be made again from the file: after a restart, and with others counting meanwhile, the
// counts are the same.
func TestCountsAreTheSameAfterARestart(t *testing.T) {
	path := filepath.Join(t.TempDir(), "vicis.db")
	at := func() (site, *store.Store) {
		st, err := store.Open(context.Background(), path)
		if err != nil {
			t.Fatal(err)
		}
		return site{t, New(st, http.NotFoundHandler(), door.Doors{})}, st
	}
	s, st := at()
	s.create("quilt-one")
	other := site{t, New(st, http.NotFoundHandler(), door.Doors{})} // another server on the same file
	get := func(s site) tally.Progress {
		return decode[Tallied](t, s.do("GET", "/api/quilts/quilt-one/progress", "")).Progress
	}
	get(other) // a tally does not wait for the plan
	for i := range 40 {
		kind, of := "made", ""
		if i%7 == 6 {
			kind, of = "undo", fmt.Sprintf(`,"of":"event-%06d"`, i-3)
		}
		body := fmt.Sprintf(`{"events":[{"id":"event-%06d","step":"I","kind":%q,"n":%d,"exact":"2 1/2 in x 10 1/2 in","rev":1,"at":"2026-01-01T00:00:00Z"%s}]}`, i, kind, i%5+1, of)
		by := s
		if i%3 == 0 {
			by = other
		}
		if w := by.do("POST", "/api/quilts/quilt-one/events", body); w.Code != http.StatusOK {
			t.Fatal(w.Body)
		}
		if i%10 == 0 && !reflect.DeepEqual(get(s), get(other)) {
			t.Fatalf("after %d events two servers on one file count differently", i+1)
		}
	}
	before := get(s)
	if err := st.Close(); err != nil {
		t.Fatal(err)
	}
	again, st := at()
	defer st.Close()
	if after := get(again); !reflect.DeepEqual(after, before) || after.Events != 40 {
		t.Errorf("%+v\n%+v", after, before)
	}
}

// Events of an older program carry neither a look nor a revision: they count for what they were made for, by the plan
// of that time.
func TestEventsOfAnOlderProgramAreReadByThePlanOfTheirTime(t *testing.T) {
	ctx := context.Background()
	st, err := store.Open(ctx, filepath.Join(t.TempDir(), "vicis.db"))
	if err != nil {
		t.Fatal(err)
	}
	defer st.Close()
	s := site{t, New(st, http.NotFoundHandler(), door.Doors{})}
	noon := time.Date(2026, 1, 1, 12, 0, 0, 0, time.UTC)
	if _, err := st.Create(ctx, "quilt-one", begun(t), noon); err != nil {
		t.Fatal(err)
	}
	old := []record.Event{
		{ID: "event-one-x", Step: "strip:A:1 strip", Kind: record.Made, N: 2, Exact: "2 1/2 in"},
		{ID: "event-two-x", Step: "I", Kind: record.Made, N: 3, Exact: "2 1/2 in x 10 1/2 in"},
	}
	if err := st.Append(ctx, "quilt-one", old, noon.Add(time.Hour)); err != nil {
		t.Fatal(err)
	}
	if p := decode[Tallied](t, s.do("GET", "/api/quilts/quilt-one/progress", "")).Progress; p.Counted != 5 ||
		len(p.NoLonger) > 0 {
		t.Errorf("%d counted, %+v", p.Counted, p.NoLonger)
	}
	// Then the fabric of one role becomes another: what was sewn before is of the old one.
	changed := strings.Replace(begun(t), `"id": "A",`, `"id": "A",`, 1)
	changed = strings.Replace(changed, `"fabric": "dark"`, `"fabric": "ground"`, 1)
	if w := s.do("PUT", "/api/quilts/quilt-one", changed, "If-Match", `"1"`); w.Code != http.StatusOK {
		t.Fatal(w.Body)
	}
	fresh := site{t, New(st, http.NotFoundHandler(), door.Doors{})} // nothing of it in memory
	if p := decode[Tallied](t, fresh.do("GET", "/api/quilts/quilt-one/progress", "")).Progress; p.Counted != 0 ||
		len(p.NoLonger) != 2 {
		t.Errorf("%d counted, %+v", p.Counted, p.NoLonger)
	}
}

// Once events are on the disk, nothing that goes wrong is told as if they were not.
func TestWhatIsStoredAndCannotBeCountedIsToldSo(t *testing.T) {
	ctx := context.Background()
	st := withQuilt(t)
	srv := &Server{store: st, kept: keep(st), now: time.Now}
	for name, broken := range map[string]func() *planned{
		"never planned": func() *planned { return &planned{err: errors.New("never planned")} },
		"a panic": func() *planned { // a line of the script gives what is no step
			p := &planned{work: &work.Work{Script: []work.MatPart{{Lines: []work.MatLine{{
				Times: 1,
				Gives: []work.Give{{Step: "x"}},
			}}}}}}
			return p
		},
	} {
		p := broken()
		p.done = make(chan struct{})
		close(p.done)
		srv.kept.plans.Add(revised{"quilt-one", store.Planned{Rev: 1}}, p)
		in := &tallyIn{QuiltIn: QuiltIn{"quilt-one"}}
		in.Body.Is.Events = []record.Event{{
			ID: "event-" + strings.ReplaceAll(name, " ", "-"), Step: "I", Kind: record.Made,
			N: 1, At: "2026-01-01T00:00:00Z",
		}}
		out, err := srv.tally(ctx, in)
		trouble, ok := err.(*door.Trouble)
		if out != nil || !ok || trouble.Code != "stored-uncounted" ||
			strings.Contains(trouble.Detail, "Nothing was stored") {
			t.Errorf("%s: %+v, %v", name, out, err)
		}
	}
	if list, err := st.Events(ctx, "quilt-one"); err != nil || len(list) != 2 {
		t.Errorf("%d stored, %v", len(list), err)
	}
}

// What is the matter with the file is told apart, each in a sentence of its own that does not say what is not known.
func TestEachTroubleOfTheFileHasItsSentence(t *testing.T) {
	said := map[string]string{}
	for code, err := range map[string]error{
		"disk-full": store.ErrFull, "locked": store.ErrLocked, "read-only": store.ErrReading,
		"too-large": store.ErrTooMuch, "damaged": store.ErrDamaged, "failed": fmt.Errorf("else"),
	} {
		got, ok := door.Explain(fmt.Errorf("store events: %w", err)).(*door.Trouble)
		if !ok || got.Code != code || got.Detail == "" || said[got.Detail] != "" ||
			strings.Contains(got.Detail, "Nothing was stored") {
			t.Errorf("%s: %+v, as %s", code, got, said[got.Detail])
		}
		said[got.Detail] = code
	}
}

// Many ask for one plan at once: it is worked out once, and all get the same.
func TestAPlanIsWorkedOutOnce(t *testing.T) {
	s := newSite(t)
	s.create("quilt-one")
	var wait sync.WaitGroup
	answers := make([]string, 16)
	for i := range answers {
		wait.Go(func() {
			r := httptest.NewRequest("GET", "/api/quilts/quilt-one", nil)
			r.RemoteAddr = "127.0.0.1:50000"
			r.Host, r.RemoteAddr = "127.0.0.1:8337", "127.0.0.1:50000"
			w := httptest.NewRecorder()
			s.h.ServeHTTP(w, r)
			answers[i] = w.Body.String()
		})
	}
	wait.Wait()
	for _, a := range answers {
		if a != answers[0] || !json.Valid([]byte(a)) {
			t.Fatal("asked at once, the answers differ")
		}
	}
}

// What was counted goes on while the order of sewing, the sums and the times are being worked out: each is of one moment.
func TestTheOrderIsAskedForWhileOneCounts(t *testing.T) {
	s := newSite(t)
	s.create("quilt-one")
	ask := func(method, url, body string) {
		r := httptest.NewRequestWithContext(context.Background(), method, url, strings.NewReader(body))
		r.Header.Set("Content-Type", "application/json")
		r.Host, r.RemoteAddr = "127.0.0.1:8337", "127.0.0.1:50000"
		w := httptest.NewRecorder()
		s.h.ServeHTTP(w, r)
		if w.Code != http.StatusOK {
			t.Errorf("%s: %d %s", url, w.Code, w.Body)
		}
	}
	var wait sync.WaitGroup
	for _, url := range []string{"order", "sums", "times", "progress"} {
		wait.Go(func() {
			for range 150 {
				ask("GET", "/api/quilts/quilt-one/"+url, "")
			}
		})
	}
	wait.Go(func() {
		for i := range 120 {
			ask("POST", "/api/quilts/quilt-one/events", fmt.Sprintf(
				`{"events":[{"id":"while-%04d","step":"I","kind":"made","n":1,"rev":1,"at":"2026-01-01T00:00:00Z"}]}`, i))
		}
	})
	wait.Wait()
}

func TestAnEventOfARevisionThatIsNotThereIsRefused(t *testing.T) {
	s := newSite(t)
	s.create("quilt-one")
	w := s.do("POST", "/api/quilts/quilt-one/events",
		`{"events":[{"id":"event-one-x","step":"I","kind":"made","n":1,"rev":2,"at":"2026-01-01T00:00:00Z"}]}`)
	if w.Code != http.StatusUnprocessableEntity || !strings.Contains(w.Body.String(), "no revision 2") {
		t.Errorf("%d %s", w.Code, w.Body)
	}
}

// One tally more, and one look at what was counted, cost the same with a hundred before it and with a million and 5,000
// revisions, or with things of 500 sizes that nothing asks for: they are measured in turn, and the metrics are how many
// times as long the others take, and how many milliseconds a look takes after a million.
func BenchmarkTallyByHistory(b *testing.B) {
	with := func(n, revisions, sizes int) (tally, look func(i int)) {
		at := filepath.Join(b.TempDir(), "vicis.db")
		st, err := store.Open(context.Background(), at)
		if err != nil {
			b.Fatal(err)
		}
		b.Cleanup(func() { _ = st.Close() })
		text := begun(b)
		q, err := st.Create(context.Background(), "quilt-one", text, time.Now())
		for err == nil && q.Rev < revisions {
			changed := strings.Replace(text, `"Test"`, fmt.Sprintf(`"Test %d"`, q.Rev), 1)
			q, err = st.Save(context.Background(), "quilt-one", q.Rev, changed, time.Now())
		}
		if err != nil {
			b.Fatal(err)
		}
		tallied(b, at, n, sizes)
		s := site{b, New(st, http.NotFoundHandler(), door.Doors{})}
		look = func(int) {
			if w := s.do("GET", "/api/quilts/quilt-one/progress", ""); w.Code != http.StatusOK {
				b.Fatal(w.Body)
			}
		}
		look(0) // the history is read once
		return func(i int) {
			body := fmt.Sprintf(`{"events":[{"id":"event-%07d","step":"I","kind":"made","n":1,"rev":1,"at":"2026-01-01T00:00:00Z"}]}`, i)
			if w := s.do("POST", "/api/quilts/quilt-one/events", body); w.Code != http.StatusOK {
				b.Fatal(w.Body)
			}
		}, look
	}
	few, lookFew := with(100, 1, 1)
	many, lookMany := with(1_000_000, 5000, 1)
	foreign, lookForeign := with(1000, 1, 500)
	var took [6]time.Duration
	i := 0
	for b.Loop() {
		i++
		for k, do := range []func(int){few, many, lookFew, lookMany, foreign, lookForeign} {
			start := time.Now()
			do(i)
			took[k] += time.Since(start)
		}
	}
	b.ReportMetric(float64(took[1])/float64(took[0]), "tally-1000000÷100")
	b.ReportMetric(float64(took[3])/float64(took[2]), "look-1000000÷100")
	b.ReportMetric(took[3].Seconds()*1000/float64(i), "look-ms")
	b.ReportMetric(float64(took[4])/float64(took[0]), "tally-foreign÷none")
	b.ReportMetric(float64(took[5])/float64(took[2]), "look-foreign÷none")
}

// tallied puts so many events into a file at once, of a size that is asked for or of so many that are not.
func tallied(b *testing.B, at string, n, sizes int) {
	b.Helper()
	raw, err := sql.Open("sqlite", at)
	if err != nil {
		b.Fatal(err)
	}
	defer raw.Close()
	if _, err := raw.ExecContext(context.Background(), `WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < ?)
		INSERT INTO events (id, quilt, step, kind, n, exact, reason, of, at, look, rev, received)
		SELECT printf('before-%07d', i), 'quilt-one', 'I', 'made', 1,
			CASE WHEN ? = 1 THEN '2 1/2 in x 10 1/2 in' ELSE printf('%d in x 10 1/2 in', 100 + i % ?) END, '', '', '', 'look', 1, '' FROM n`, n, sizes, sizes); err != nil {
		b.Fatal(err)
	}
}

// Fifty benches tally at once over the API, against as many raw inserts one after another, each with its own commit,
// through the same driver into a file of the same tables: the metric is how many times the rate of the second the first
// has.
func BenchmarkFiftyBenches(b *testing.B) {
	const benches = 50
	ctx := context.Background()
	folder := b.TempDir()
	st, err := store.Open(ctx, filepath.Join(folder, "vicis.db"))
	if err != nil {
		b.Fatal(err)
	}
	b.Cleanup(func() { _ = st.Close() })
	s := site{b, New(st, http.NotFoundHandler(), door.Doors{})}
	s.create("quilt-one")
	insert := rawFile(b)
	var ours, theirs time.Duration
	n := 0
	for b.Loop() {
		start := time.Now()
		var wait sync.WaitGroup
		for i := range benches {
			body := fmt.Sprintf(`{"events":[{"id":"event-%07d","step":"I","kind":"made","n":1,"rev":1,"at":"2026-01-01T00:00:00Z"}]}`, n+i)
			wait.Go(func() {
				if w := s.do("POST", "/api/quilts/quilt-one/events", body); w.Code != http.StatusOK {
					b.Error(w.Body)
				}
			})
		}
		wait.Wait()
		middle := time.Now()
		for i := range benches {
			insert(n + i)
		}
		ours, theirs = ours+middle.Sub(start), theirs+time.Since(middle)
		n += benches
	}
	b.ReportMetric(float64(theirs)/float64(ours), "×raw")
}

// rawFile is a file of the same tables; what it gives inserts one event with a commit of its own, through the same
// driver.
func rawFile(b *testing.B) (insert func(i int)) {
	b.Helper()
	ctx := context.Background()
	folder := b.TempDir()
	st, err := store.Open(ctx, filepath.Join(folder, "vicis.db"))
	if err != nil {
		b.Fatal(err)
	}
	defer st.Close()
	if _, err := st.Create(ctx, "quilt-one", begun(b), time.Now()); err != nil {
		b.Fatal(err)
	}
	if err := st.Backup(ctx, filepath.Join(folder, "raw.db")); err != nil {
		b.Fatal(err)
	}
	raw, err := sql.Open("sqlite", filepath.Join(folder, "raw.db")+"?_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)")
	if err != nil {
		b.Fatal(err)
	}
	b.Cleanup(func() { _ = raw.Close() })
	raw.SetMaxOpenConns(1)
	return func(i int) {
		if _, err := raw.ExecContext(ctx, `INSERT INTO events (id, quilt, step, kind, n, exact, reason, of, at, look, rev, received)
			VALUES (?, 'quilt-one', 'I', 'made', 1, '', '', '', '', '', 1, '')`, fmt.Sprintf("event-%07d", i)); err != nil {
			b.Fatal(err)
		}
	}
}

// Fifty benches tally twice a second each: the metrics are the slowest of a hundred tallies in milliseconds, and in
// commits of one raw insert.
func BenchmarkFiftyBenchesAtTheirPace(b *testing.B) {
	s := newSite(b)
	s.create("quilt-one")
	insert := rawFile(b)
	var guard sync.Mutex
	var ours, theirs []time.Duration
	n := 0
	for b.Loop() {
		var wait sync.WaitGroup
		for range 100 { // a second of it
			n++
			body := fmt.Sprintf(`{"events":[{"id":"event-%07d","step":"I","kind":"made","n":1,"rev":1,"at":"2026-01-01T00:00:00Z"}]}`, n)
			wait.Go(func() {
				start := time.Now()
				if w := s.do("POST", "/api/quilts/quilt-one/events", body); w.Code != http.StatusOK {
					b.Error(w.Body)
				}
				guard.Lock()
				defer guard.Unlock()
				ours = append(ours, time.Since(start))
			})
			time.Sleep(10 * time.Millisecond)
		}
		wait.Wait()
		for range 20 {
			n++
			start := time.Now()
			insert(n)
			theirs = append(theirs, time.Since(start))
		}
	}
	p99, commit := percentile(ours, 99), percentile(theirs, 50)
	b.ReportMetric(p99.Seconds()*1000, "p99-ms")
	b.ReportMetric(float64(p99)/float64(commit), "p99÷commit")
}

func percentile(list []time.Duration, of int) time.Duration {
	slices.Sort(list)
	return list[min(len(list)-1, len(list)*of/100)]
}

// withQuilt is a store with one quilt, of which nothing is planned.
func withQuilt(t *testing.T) *store.Store {
	t.Helper()
	ctx := context.Background()
	st, err := store.Open(ctx, filepath.Join(t.TempDir(), "vicis.db"))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = st.Close() })
	if _, err := st.Create(ctx, "quilt-one", begun(t), time.Now()); err != nil {
		t.Fatal(err)
	}
	return st
}
