package main

import (
	"bytes"
	"context"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"strings"
	"testing"

	"vicis/api"
	"vicis/api/door"
	"vicis/demo"
	"vicis/store"
)

// A person measures a batch of a demo quilt with a caliper: the readings arrive, in inches and in centimetres, and what
// they say of the seams is what the hand was set to. What cannot be is said.
func TestABatchIsMeasured(t *testing.T) {
	ctx := context.Background()
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), "vicis.db"))
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	if err := demo.Fill(ctx, s); err != nil {
		t.Fatal(err)
	}
	server := httptest.NewServer(api.New(s, http.NotFoundHandler(), door.Doors{}))
	defer server.Close()
	ran := func(args ...string) (string, error) {
		var out bytes.Buffer
		c := command()
		c.SetOut(&out)
		c.SetArgs(append([]string{"caliper"}, args...))
		err := c.ExecuteContext(ctx)
		return out.String(), err
	}
	out, err := ran("batch", "demo-boat-shed", "set-I", "--vicis", server.URL, "--count", "10", "--bias=-1/8", "--spread",
		"0.06", "--resolution", "0.005")
	if err != nil || strings.Count(out, "\n") != 10 {
		t.Fatalf("%v %s", err, out)
	}
	if out, err = ran("batch", "demo-lamp-room", "set-I", "--vicis", server.URL, "--count", "3", "--spread",
		"0"); err != nil || strings.Count(out, "\n") != 3 {
		t.Fatalf("in centimetres: %v %s", err, out)
	}
	for _, one := range [][]string{
		{"batch", "demo-boat-shed", "no-such-step", "--vicis", server.URL},
		{"batch", "no-such-quilt", "set-I", "--vicis", server.URL},
		{"batch", "demo-boat-shed", "set-I", "--vicis", "http://192.0.2.7:80"},
		{"batch", "demo-boat-shed", "set-I", "--vicis", server.URL, "--count", "0"},
		{"batch", "demo-boat-shed", "set-I", "--vicis", server.URL, "--bias", "much"},
		{"--listen", "0.0.0.0:0"},
		{"--spread=-1/8"},
	} {
		if out, err := ran(one...); err == nil {
			t.Errorf("%v: %s", one, out)
		}
	}
}
