package web

import (
	"net/http"
	"net/http/httptest"
	"testing"
)

func TestAddressesOfTheApplicationGetThePageAndMissingFilesDoNot(t *testing.T) {
	h := Handler()
	get := func(method, path string) *httptest.ResponseRecorder {
		w := httptest.NewRecorder()
		h.ServeHTTP(w, httptest.NewRequest(method, path, nil))
		return w
	}
	page := get("GET", "/").Code
	if page != http.StatusOK && page != http.StatusServiceUnavailable { // the second before the web is built
		t.Fatalf("the page: %d", page)
	}
	for path, want := range map[string]int{
		"/q/some-quilt/cut": page, "/q/x/bench/strip:A:1%20strip": page, "/assets/gone.js": http.StatusNotFound,
		"/favicon.ico":     http.StatusNotFound,
		"/placeholder.txt": http.StatusOK, "/../../etc/passwd": page, "/assets": page,
	} {
		if w := get("GET", path); w.Code != want {
			t.Errorf("%s: %d, want %d", path, w.Code, want)
		}
	}
	if w := get("POST", "/"); w.Code != http.StatusMethodNotAllowed {
		t.Errorf("a write: %d", w.Code)
	}
	if got := get("GET", "/placeholder.txt").Header().Get("Cache-Control"); got != "no-cache" {
		t.Errorf("kept for %q", got)
	}
}
