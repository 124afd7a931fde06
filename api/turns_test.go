package api

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"runtime"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/danielgtaylor/huma/v2/adapters/humagin"
	"github.com/gin-gonic/gin"

	"vicis/api/contract"
	"vicis/api/door"
	"vicis/core/machine"
	"vicis/core/plan"
	"vicis/core/record"
	"vicis/core/work"
	"vicis/store"
)

// While every turn is taken a tally is stored and counted all the same; a question waits, is told to come again when it
// has waited too long, loses its place when its client goes, and is answered once there is a turn.
func TestQuestionsWaitAndTalliesDoNot(t *testing.T) {
	ctx := context.Background()
	st, err := store.Open(ctx, filepath.Join(t.TempDir(), "vicis.db"))
	if err != nil {
		t.Fatal(err)
	}
	defer st.Close()
	srv := &Server{store: st, kept: keep(st), plans: door.InTurn(), searches: door.InTurn(), now: time.Now}
	srv.plans.Longest, srv.searches.Longest = 20*time.Millisecond, 20*time.Millisecond
	gin.SetMode(gin.ReleaseMode)
	engine := gin.New()
	engine.ContextWithFallback = true
	srv.register(humagin.New(engine, contract.Config()))
	s := site{t, engine}
	s.create("quilt-one")
	document := begun(t)
	questions := map[string]string{
		"/api/plan": document, "/api/cliffs": document, "/api/remedies": document, "/api/arrangements": document,
		"/api/pilot": document, "/api/values/swap": document,
		"/api/nearest": fmt.Sprintf(`{"document":%s,"width":"60","height":"60"}`, document),
	}

	all := int64(max(1, runtime.GOMAXPROCS(0)-1))
	for _, turns := range []door.Turns{srv.plans, srv.searches} {
		if !turns.Free.TryAcquire(all) || turns.Free.TryAcquire(1) {
			t.Fatalf("there are not %d turns", all)
		}
	}
	for path, body := range questions {
		if w := s.do("POST", path, body); w.Code != http.StatusServiceUnavailable ||
			!strings.Contains(w.Body.String(), `"busy"`) {
			t.Errorf("%s: %d %.200s", path, w.Code, w.Body)
		}
	}
	if w := s.do("POST", "/api/quilts/quilt-one/events",
		`{"events":[{"id":"event-one","step":"cut","kind":"made","n":1,"exact":"","reason":"","of":"","at":"2026-01-02T03:04:05Z"}]}`); w.Code != http.StatusOK {
		t.Errorf("a tally: %d %s", w.Code, w.Body)
	}
	srv.plans.Longest = time.Hour
	gone, cancel := context.WithCancel(ctx)
	waits := make(chan int)
	go func() {
		r := httptest.NewRequestWithContext(gone, "POST", "/api/plan", strings.NewReader(document))
		r.Header.Set("Content-Type", "application/json")
		w := httptest.NewRecorder()
		engine.ServeHTTP(w, r)
		waits <- w.Code
	}()
	cancel()
	if code := <-waits; code != http.StatusRequestTimeout {
		t.Errorf("a client that has gone: %d", code)
	}
	go func() { waits <- s.do("POST", "/api/plan", document).Code }()
	srv.plans.Free.Release(all) // the searches are still busy
	if code := <-waits; code != http.StatusOK {
		t.Errorf("with a turn: %d", code)
	}
	srv.searches.Free.Release(all)
	for path, body := range questions {
		if w := s.do("POST", path, body); w.Code != http.StatusOK {
			t.Errorf("%s: %d %.200s", path, w.Code, w.Body)
		}
	}
	if !srv.plans.Free.TryAcquire(all) || !srv.searches.Free.TryAcquire(all) {
		t.Error("a turn was not given back")
	}
}

// Where the plan of a quilt is still being worked out a tally is stored at once and told to be counted in a moment;
// sent again it is counted once.
func TestATallyDoesNotWaitForThePlan(t *testing.T) {
	ctx := context.Background()
	st := withQuilt(t)
	srv := &Server{store: st, kept: keep(st), plans: door.InTurn(), searches: door.InTurn(), now: time.Now}
	engine := gin.New()
	engine.ContextWithFallback = true
	srv.register(humagin.New(engine, contract.Config()))
	s := site{t, engine}
	var held []func()
	for range max(1, runtime.GOMAXPROCS(0)-1) { // others are being planned
		held = append(held, srv.kept.turns.Wait())
	}
	const event = `{"events":[{"id":"event-one-x","step":"I","kind":"made","n":3,"exact":"2 1/2 in x 10 1/2 in","rev":1,"at":"2026-01-01T00:00:00Z"}]}`
	w := s.do("POST", "/api/quilts/quilt-one/events", event)
	if w.Code != http.StatusServiceUnavailable || !strings.Contains(w.Body.String(), `"counted-soon"`) {
		t.Errorf("%d %s", w.Code, w.Body)
	}
	if list, err := st.Events(ctx, "quilt-one"); err != nil || len(list) != 1 {
		t.Fatalf("%d are stored, %v", len(list), err)
	}
	for _, end := range held {
		end()
	}
	many := make([]record.Event, fewEvents)
	for i := range many {
		many[i] = record.Event{ID: fmt.Sprintf("before-%05d", i), Step: "I", Kind: record.Made, N: 1, Rev: 1}
	}
	if err := st.Append(ctx, "quilt-one", many, time.Now()); err != nil {
		t.Fatal(err)
	}
	srv.kept.logOf("quilt-one").mu.Lock() // what was tallied before is being read
	w = s.do("POST", "/api/quilts/quilt-one/events", strings.Replace(event, "event-one-x", "event-two-x", 1))
	if w.Code != http.StatusServiceUnavailable || !strings.Contains(w.Body.String(), `"counted-soon"`) {
		t.Errorf("%d %s", w.Code, w.Body)
	}
	srv.kept.logOf("quilt-one").mu.Unlock()
	if w := s.do("GET", "/api/quilts/quilt-one", ""); w.Code != http.StatusOK {
		t.Fatal(w.Body)
	}
	// On a busy machine it may be told to be counted soon once more: sent again it is the same event.
	for tried := 0; ; tried++ {
		w := s.do("POST", "/api/quilts/quilt-one/events", event)
		if w.Code == http.StatusServiceUnavailable && tried < 100 {
			time.Sleep(20 * time.Millisecond)
			continue
		}
		if p := decode[Tallied](t, w).Progress; p.Counted != 6 || p.Events != 2+fewEvents {
			t.Errorf("%d counted of %d events", p.Counted, p.Events)
		}
		break
	}
}

// The plans that were not used for longest go where all that are kept weigh too much.
func TestPlansAreKeptByWeight(t *testing.T) {
	k := keep(nil)
	for i := range mostPlans {
		k.added(fmt.Sprintf("quilt-%d", i), 1, Preview{Plan: plan.Plan{Steps: make([]machine.StepShown, 20_000)}},
			&work.Work{})
		if got := k.weight(); got > mostWeight {
			t.Fatalf("%d bytes are kept", got)
		}
	}
	if n := k.plans.Len(); n < 2 || n == mostPlans {
		t.Errorf("%d plans are kept", n)
	}
}

// Fifty ask for the plans of large documents again and again while one counts: the metrics are the slowest tally of a
// hundred in milliseconds, and in commits of one raw insert each.
func BenchmarkTallyWhilePlansAreAskedFor(b *testing.B) {
	s := newSite(b)
	s.create("quilt-one")
	large := largeDocument(b)
	ctx, stop := context.WithCancel(context.Background())
	var asking sync.WaitGroup
	for range 50 {
		asking.Go(func() {
			for ctx.Err() == nil {
				r := httptest.NewRequest("POST", "/api/plan", strings.NewReader(large)).WithContext(ctx)
				r.Header.Set("Content-Type", "application/json")
				r.Host, r.RemoteAddr = "127.0.0.1:8337", "127.0.0.1:50000"
				s.h.ServeHTTP(httptest.NewRecorder(), r)
			}
		})
	}
	time.Sleep(200 * time.Millisecond)
	raw := rawFile(b)
	var ours, theirs []time.Duration
	i := 0
	for b.Loop() {
		for range 100 {
			i++
			body := fmt.Sprintf(`{"events":[{"id":"event-%07d","step":"I","kind":"made","n":1,"rev":1,"at":"2026-01-01T00:00:00Z"}]}`, i)
			start := time.Now()
			if w := s.do("POST", "/api/quilts/quilt-one/events", body); w.Code != http.StatusOK {
				b.Fatal(w.Body)
			}
			middle := time.Now()
			raw(i)
			ours, theirs = append(ours, middle.Sub(start)), append(theirs, time.Since(middle))
		}
	}
	stop()
	asking.Wait()
	p99, commit := percentile(ours, 99), percentile(theirs, 50)
	b.ReportMetric(p99.Seconds()*1000, "p99-ms")
	b.ReportMetric(float64(p99)/float64(commit), "p99÷commit")
}

// largeDocument is a quilt of many blocks of many patches, which takes a second or so to plan.
func largeDocument(tb testing.TB) string {
	tb.Helper()
	var d map[string]any
	if err := json.Unmarshal([]byte(begun(tb)), &d); err != nil {
		tb.Fatal(err)
	}
	units, _ := d["units"].([]any)
	units = append(units, map[string]any{
		"id": "one", "name": "One",
		"how": map[string]any{"by": "patch", "role": "A", "width": "2 in", "height": "2 in"},
	})
	var row []any
	for g := range 8 {
		var rows []any
		for r := range 30 {
			var cells []any
			for c := range 30 {
				cells = append(cells, map[string]any{"unit": "one", "turn": 90 * ((r*c + g) % 4)})
			}
			rows = append(rows, cells)
		}
		id := fmt.Sprintf("g%d", g)
		units = append(units, map[string]any{"id": id, "name": id, "how": map[string]any{"by": "grid", "rows": rows}})
		row = append(row, map[string]any{"unit": id})
	}
	d["units"], d["top"] = units, map[string]any{"rows": 4, "columns": 8, "repeat": []any{row}}
	text, err := json.Marshal(d)
	if err != nil {
		tb.Fatal(err)
	}
	return string(text)
}
