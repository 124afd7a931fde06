package api

import (
	"context"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"strings"
	"testing"

	"vicis/api/door"
	"vicis/store"
)

// behind serves on a loopback address; from gives a client whose end of the connection is an address of one's own:
// 127.0.0.2 stands for another machine.
func behind(t *testing.T, doors door.Doors) (url string, from func(addr string) *http.Client) {
	t.Helper()
	s, err := store.Open(context.Background(), filepath.Join(t.TempDir(), "vicis.db"))
	if err != nil {
		t.Fatal(err)
	}
	web := http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) { _, _ = io.WriteString(w, "page") })
	server := httptest.NewServer(New(s, web, doors))
	t.Cleanup(func() { server.Close(); _ = s.Close() })
	return server.URL, func(addr string) *http.Client {
		dialer := net.Dialer{LocalAddr: &net.TCPAddr{IP: net.ParseIP(addr)}}
		return &http.Client{
			Transport:     &http.Transport{DialContext: dialer.DialContext, DisableKeepAlives: true},
			CheckRedirect: func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse },
		}
	}
}

func asked(t *testing.T, c *http.Client, method, url, host string, cookies []*http.Cookie) (*http.Response, string) {
	t.Helper()
	r, err := http.NewRequestWithContext(context.Background(), method, url, nil)
	if err != nil {
		t.Fatal(err)
	}
	if host != "" {
		r.Host = host
	}
	for _, one := range cookies {
		r.AddCookie(one)
	}
	w, err := c.Do(r)
	if err != nil {
		t.Fatal(err)
	}
	body, err := io.ReadAll(w.Body)
	if err != nil {
		t.Fatal(err)
	}
	_ = w.Body.Close()
	return w, string(body)
}

// A request is local only if it comes from this machine; the name it asks for proves nothing. Any other needs the key,
// once.
func TestAnotherMachineNeedsTheKey(t *testing.T) {
	url, from := behind(t, door.Doors{Hosts: []string{"192.0.2.7"}, Key: "ABCD-EFGH-JKLM"})
	if w, body := asked(t, from("127.0.0.1"), "GET", url+"/", "", nil); w.StatusCode != 200 || body != "page" {
		t.Errorf("this machine: %d %q", w.StatusCode, body)
	}
	tablet := from("127.0.0.2")
	for _, host := range []string{"localhost", "127.0.0.1", "192.0.2.7:8337"} {
		if w, body := asked(t, tablet, "GET", url+"/q/x", host, nil); w.StatusCode != 403 ||
			!strings.Contains(body, "The key of this shelf") {
			t.Errorf("%s: %d %q", host, w.StatusCode, body)
		}
		if w, body := asked(t, tablet, "GET", url+"/api/quilts", host, nil); w.StatusCode != 403 ||
			strings.Contains(body, "[") {
			t.Errorf("%s: %d %q", host, w.StatusCode, body)
		}
	}
	if w, body := asked(t, tablet, "GET", url+"/?key=AAAA-BBBB-CCCC", "", nil); w.StatusCode != 403 ||
		!strings.Contains(body, "That is not it") ||
		len(w.Cookies()) > 0 {
		t.Errorf("a wrong key: %d %q", w.StatusCode, body)
	}
	w, _ := asked(t, tablet, "GET", url+"//elsewhere?key=abcdefghjklm", "192.0.2.7", nil) // as it is typed on a tablet
	if to := w.Header.Get("Location"); w.StatusCode != 303 || to != "/elsewhere" || len(w.Cookies()) != 1 ||
		!w.Cookies()[0].HttpOnly {
		t.Fatalf("%d to %q, %v", w.StatusCode, w.Header.Get("Location"), w.Cookies())
	}
	if got, body := asked(t, tablet, "GET", url+"/api/quilts", "192.0.2.7", w.Cookies()); got.StatusCode != 200 ||
		body == "" {
		t.Errorf("with the key: %d %q", got.StatusCode, body)
	}
	if got, _ := asked(t, tablet, "GET", url+"/", "elsewhere.example", w.Cookies()); got.StatusCode != 403 {
		t.Errorf("a foreign name with the key: %d", got.StatusCode)
	}
	// Where there is no key nobody else is let in.
	url, from = behind(t, door.Doors{})
	if w, body := asked(t, from("127.0.0.2"), "GET", url+"/?key=", "", nil); w.StatusCode != 403 || body == "page" {
		t.Errorf("without a key: %d %q", w.StatusCode, body)
	}
}

// A key of nothing lets nobody in, and whoever tries one key after another is soon asked to wait, also with the right one:
// other machines are let in meanwhile, and so is one that shows an old key again and again before the right one.
func TestKeysAreNotGuessed(t *testing.T) {
	for _, none := range []string{"", "----", " - "} {
		url, from := behind(t, door.Doors{Key: none})
		for _, typed := range []string{"", "-", "----"} {
			if w, _ := asked(t, from("127.0.0.2"), "GET", url+"/?key="+typed, "", nil); w.StatusCode != http.StatusForbidden {
				t.Errorf("the key %q, typed %q: %d", none, typed, w.StatusCode)
			}
		}
	}
	url, from := behind(t, door.Doors{Key: "ABCD-EFGH-JKLM"})
	guesser, tablet, returning := from("127.0.0.2"), from("127.0.0.3"), from("127.0.0.4")
	refused := 0
	for i := range 30 {
		w, _ := asked(t, guesser, "GET", fmt.Sprintf("%s/?key=ABCD-EFGH-%04d", url, i), "", nil)
		if w.StatusCode == http.StatusTooManyRequests {
			refused++
		}
		old := []*http.Cookie{{Name: "vicis-key", Value: "OLDOLDOLDOLD"}}
		if w, _ := asked(t, returning, "GET", url+"/api/quilts", "", old); w.StatusCode != http.StatusForbidden {
			t.Fatalf("with an old key: %d", w.StatusCode)
		}
	}
	if refused < 15 {
		t.Errorf("%d of 30 guesses were asked to wait", refused)
	}
	for who, want := range map[*http.Client]int{
		guesser: http.StatusTooManyRequests, tablet: http.StatusSeeOther, returning: http.StatusSeeOther,
	} {
		if w, _ := asked(t, who, "GET", url+"/?key=abcd+efgh+jklm", "", nil); w.StatusCode != want {
			t.Errorf("the right one: %d, want %d", w.StatusCode, want)
		}
	}
}
