package api

import (
	"context"
	"fmt"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"runtime"
	"strings"
	"testing"
	"time"

	"github.com/danielgtaylor/huma/v2/adapters/humagin"
	"github.com/gin-gonic/gin"

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
	srv := &Server{store: st, kept: keep(st), plans: inTurn(), searches: inTurn(), now: time.Now}
	srv.plans.longest, srv.searches.longest = 20*time.Millisecond, 20*time.Millisecond
	gin.SetMode(gin.ReleaseMode)
	engine := gin.New()
	engine.ContextWithFallback = true
	srv.register(humagin.New(engine, config()))
	s := site{t, engine}
	s.create("quilt-one")
	document := begun(t)
	questions := map[string]string{
		"/api/plan": document, "/api/cliffs": document, "/api/remedies": document, "/api/arrangements": document,
		"/api/pilot": document, "/api/values/swap": document, "/api/nearest": fmt.Sprintf(`{"document":%s,"width":"60","height":"60"}`, document),
	}

	all := int64(max(1, runtime.GOMAXPROCS(0)-1))
	for _, turns := range []turns{srv.plans, srv.searches} {
		if !turns.free.TryAcquire(all) || turns.free.TryAcquire(1) {
			t.Fatalf("there are not %d turns", all)
		}
	}
	for path, body := range questions {
		if w := s.do("POST", path, body); w.Code != http.StatusServiceUnavailable || !strings.Contains(w.Body.String(), `"busy"`) {
			t.Errorf("%s: %d %.200s", path, w.Code, w.Body)
		}
	}
	if w := s.do("POST", "/api/quilts/quilt-one/events",
		`{"events":[{"id":"event-one","step":"cut","kind":"made","n":1,"exact":"","reason":"","of":"","at":"2026-01-02T03:04:05Z"}]}`); w.Code != http.StatusOK {
		t.Errorf("a tally: %d %s", w.Code, w.Body)
	}
	srv.plans.longest = time.Hour
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
	srv.plans.free.Release(all) // the searches are still busy
	if code := <-waits; code != http.StatusOK {
		t.Errorf("with a turn: %d", code)
	}
	srv.searches.free.Release(all)
	for path, body := range questions {
		if w := s.do("POST", path, body); w.Code != http.StatusOK {
			t.Errorf("%s: %d %.200s", path, w.Code, w.Body)
		}
	}
	if !srv.plans.free.TryAcquire(all) || !srv.searches.free.TryAcquire(all) {
		t.Error("a turn was not given back")
	}
}
