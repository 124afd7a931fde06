package main

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"math/rand"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"vicis/core/record"
	"vicis/core/tally"
	"vicis/demo"
	"vicis/internal/soak"
)

func build(t *testing.T) string {
	t.Helper()
	bin := filepath.Join(t.TempDir(), "vicis")
	c := exec.Command("go", "build", "-trimpath", "-o", bin, ".")
	c.Env = append(os.Environ(), "CGO_ENABLED=0")
	if out, err := c.CombinedOutput(); err != nil {
		t.Fatalf("%v: %s", err, out)
	}
	return bin
}

// Nothing tallied is lost: the server is killed again and again, without warning, while a client sends events and sends
// each again until it has an answer. In the end every event counts exactly once.
func TestKilledBetweenTalliesNothingIsLostOrDoubled(t *testing.T) {
	if testing.Short() {
		t.Skip("kills processes")
	}
	bin := build(t)
	db := filepath.Join(t.TempDir(), "vicis.db")
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	address := l.Addr().String()
	if err := l.Close(); err != nil {
		t.Fatal(err)
	}
	start := func() *exec.Cmd {
		c := exec.Command(bin, "demo", "--listen", address, "--data", db)
		if err := c.Start(); err != nil {
			t.Fatal(err)
		}
		return c
	}
	url := "http://" + address + "/api/quilts/" + demo.JustPlanned
	client := &http.Client{Timeout: 2 * time.Second}

	// Events and kills: fast machines send more of the first to see enough of the second.
	atLeast, killsAtLeast := soak.Times(150), int32(soak.Times(4))
	rng := rand.New(rand.NewSource(int64(soak.Seed(4))))
	server := start()
	stop := make(chan struct{})
	stopped := make(chan struct{})
	var sent, kills atomic.Int32
	go func() { // the one who pulls the plug
		defer close(stopped)
		for {
			select {
			case <-stop:
				return
			case <-time.After(time.Duration(60+rng.Intn(120)) * time.Millisecond):
				if sent.Load() == 0 {
					continue // not up yet
				}
				_ = server.Process.Kill() // SIGKILL
				_ = server.Wait()
				server = start()
				sent.Store(0)
				kills.Add(1)
			}
		}
	}()
	ctx, cancel := context.WithTimeout(context.Background(), time.Duration(soak.Times(2))*time.Minute)
	defer cancel()
	retries, events := 0, 0
	for i := 0; i < atLeast || kills.Load() < killsAtLeast; i++ {
		events++
		e := record.Event{ID: fmt.Sprintf("kill-test-%06d", i), Step: "I", Kind: record.Made, N: 1 + i%3, Exact: "65 mm", At: "2026-01-01T00:00:00Z"}
		body, err := json.Marshal(map[string]any{"events": []record.Event{e}})
		if err != nil {
			t.Fatal(err)
		}
		for {
			if ctx.Err() != nil {
				t.Fatal("the client never got through")
			}
			resp, err := client.Post(url+"/events", "application/json", bytes.NewReader(body))
			if err == nil {
				_ = resp.Body.Close()
				if resp.StatusCode == http.StatusOK {
					sent.Add(1)
					break
				}
				if resp.StatusCode != http.StatusServiceUnavailable { // stored, and counted once the plan is there
					t.Fatalf("status %d", resp.StatusCode)
				}
			}
			retries++
			time.Sleep(5 * time.Millisecond)
		}
	}
	close(stop)
	<-stopped
	defer func() { _ = server.Process.Kill(); _ = server.Wait() }()
	want := 0
	for i := range events {
		want += 1 + i%3
	}
	var got struct {
		Progress tally.Progress `json:"progress"`
	}
	for range 200 {
		resp, err := client.Get(url + "/progress")
		if err == nil {
			err = json.NewDecoder(resp.Body).Decode(&got)
			_ = resp.Body.Close()
			if err == nil {
				break
			}
		}
		time.Sleep(20 * time.Millisecond)
	}
	if got.Progress.Events != events {
		t.Errorf("%d events of %d sent are stored", got.Progress.Events, events)
	}
	good := 0
	for _, l := range got.Progress.NoLonger { // the size given above is not the plan's, so all are listed here
		good += l.Good
	}
	if good != want {
		t.Errorf("%d counted, want %d", good, want)
	}
	if retries == 0 {
		t.Error("no answer was ever missed: the test has shown nothing")
	}
	t.Logf("killed %d times, %d events, %d retries", kills.Load(), events, retries)
}

func TestPlanAndBackupCommands(t *testing.T) {
	docs, err := demo.Documents()
	if err != nil {
		t.Fatal(err)
	}
	dir := t.TempDir()
	text, err := json.Marshal(docs[demo.InTheMiddle])
	if err != nil {
		t.Fatal(err)
	}
	file := filepath.Join(dir, "quilt.json")
	if err := os.WriteFile(file, text, 0o600); err != nil {
		t.Fatal(err)
	}
	run := func(args ...string) (string, error) {
		var out bytes.Buffer
		c := command()
		c.SetOut(&out)
		c.SetErr(&out)
		c.SetArgs(args)
		err := c.Execute()
		return out.String(), err
	}
	if out, err := run("plan", file); err != nil || !strings.Contains(out, "Boat shed") ||
		!strings.Contains(out, "finishes 56″ × 76″") {
		t.Errorf("%v: %s", err, out)
	}
	if out, err := run("plan", "--json", file); err != nil || !json.Valid([]byte(out)) {
		t.Errorf("%v: %.200s", err, out)
	}
	if out, err := run("sheet", file); err != nil || !strings.Contains(out, "at 6½″, 13″, 19½″, 26″, 32½″, 39″: to the "+
		"pile of Middle") || !strings.Contains(out, "press toward the lower one") {
		t.Errorf("%v: %.600s", err, out)
	}
	if out, err := run("sheet", "--json", file); err != nil || !json.Valid([]byte(out)) ||
		!strings.Contains(out, `"do": "cut across"`) {
		t.Errorf("%v: %.200s", err, out)
	}
	if err := os.WriteFile(file, []byte(strings.Replace(string(text), `"strip":"2 1/2 in"`, `"strip":"none"`, 1)),
		0o600); err != nil {
		t.Fatal(err)
	}
	if out, err := run("plan", file); err == nil || !strings.Contains(out, "/strip") {
		t.Errorf("a document that cannot be planned: %v: %s", err, out)
	}
	if out, err := run("sheet", file); err == nil || !strings.Contains(out, "/strip") {
		t.Errorf("a sheet of a document that cannot be planned: %v: %s", err, out)
	}
	if _, err := run("backup", "--data", filepath.Join(dir, "none.db"), filepath.Join(dir, "b.db")); err == nil {
		t.Error("a backup of nothing")
	}
}
