package store

import (
	"context"
	"errors"
	"sync"
	"testing"
	"time"

	"vicis/core/record"

	"github.com/jmoiron/sqlx"
)

// Those who come while another writes are stored in one commit; one at fault, or whose client has gone, costs only
// itself, and each is told what became of its own.
func TestWhatWaitsIsStoredTogether(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	quiltOn(t, s, "a")
	quiltOn(t, s, "b")
	if err := s.Append(ctx, "a", []record.Event{made(1)}, now); err != nil {
		t.Fatal(err)
	}
	other := made(1)
	other.N = 5
	gone, cancel := context.WithCancel(ctx)
	cancel()
	for name, at := range map[string]struct {
		fault delivery
		want  error
	}{
		"none":    {delivery{ctx: ctx, quilt: "a", events: []record.Event{made(1)}}, nil}, // delivered twice
		"differs": {delivery{ctx: ctx, quilt: "a", events: []record.Event{made(90), other}}, ErrDiffers},
		"unknown": {delivery{ctx: ctx, quilt: "nobody", events: []record.Event{made(91)}}, ErrUnknown},
		"gone":    {delivery{ctx: gone, quilt: "a", events: []record.Event{made(92)}}, context.Canceled},
	} {
		before, err := s.Events(ctx, "a")
		if err != nil {
			t.Fatal(err)
		}
		var list []*delivery
		for i := range 6 {
			e := made(1000 + len(before)*10 + i)
			list = append(list, &delivery{ctx: ctx, quilt: string("ab"[i%2]), events: []record.Event{e}, at: now})
		}
		fault := at.fault
		list = append(list[:3], append([]*delivery{&fault}, list[3:]...)...)
		s.deliver(list)
		for i, d := range list {
			want := error(nil)
			if i == 3 {
				want = at.want
			}
			if !errors.Is(d.err, want) {
				t.Errorf("%s, %d: %v, not %v", name, i, d.err, want)
			}
		}
		after, err := s.Events(ctx, "a")
		if err != nil || len(after) != len(before)+3 {
			t.Errorf("%s: %d, then %d, %v", name, len(before), len(after), err)
		}
	}
	for _, n := range []int{90, 91, 92} {
		for _, quilt := range []string{"a", "b"} {
			list, err := s.Events(ctx, quilt)
			if err != nil {
				t.Fatal(err)
			}
			for _, e := range list {
				if e.ID == made(n).ID {
					t.Errorf("event %d of a delivery at fault was stored", n)
				}
			}
		}
	}
}

// While another program holds the file, all who wait are told so after one wait and not one after another.
func TestAHeldFileIsWaitedForOnce(t *testing.T) {
	ctx := context.Background()
	s, path := open(t)
	quiltOn(t, s, "a")
	other, err := sqlx.Open("sqlite", named(path)+"?_txlock=immediate")
	if err != nil {
		t.Fatal(err)
	}
	defer other.Close()
	if _, err := s.write.ExecContext(ctx, `PRAGMA busy_timeout = 300`); err != nil {
		t.Fatal(err)
	}
	held, err := other.BeginTx(ctx, nil)
	if err != nil {
		t.Fatal(err)
	}
	waited := func(n int) time.Duration {
		var list []*delivery
		for i := range n {
			list = append(list, &delivery{ctx: ctx, quilt: "a", events: []record.Event{made(i)}, at: now})
		}
		start := time.Now()
		s.deliver(list)
		for _, d := range list {
			if !errors.Is(wrap("store", d.err), ErrLocked) {
				t.Errorf("%d held: %v", n, d.err)
			}
		}
		return time.Since(start)
	}
	if one, many := waited(1), waited(12); many > 4*one {
		t.Errorf("one waits %v, twelve %v", one, many)
	}
	if err := held.Rollback(); err != nil {
		t.Fatal(err)
	}
	if err := s.Append(ctx, "a", []record.Event{made(1)}, now); err != nil {
		t.Error(err)
	}
}

// A full disk costs those that find no room, and is told to them and to nobody else; what is answered as stored is
// there.
func TestAFullDiskIsToldToThoseItConcerns(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	quiltOn(t, s, "a")
	nearlyFull(t, s, 6)
	var wait sync.WaitGroup
	var mu sync.Mutex
	stored, full := map[string]bool{}, 0
	for worker := range 8 {
		wait.Go(func() {
			for i := range 40 {
				e := made(worker*1000 + i)
				err := s.Append(ctx, "a", []record.Event{e}, now)
				mu.Lock()
				switch {
				case err == nil:
					stored[e.ID] = true
				case errors.Is(err, ErrFull):
					full++
				default:
					t.Error(err)
				}
				mu.Unlock()
			}
		})
	}
	wait.Wait()
	list, err := s.Events(ctx, "a")
	if err != nil || full == 0 || len(stored) == 0 || len(list) != len(stored) {
		t.Fatalf("%d in the file, %d answered as stored, %d full, %v", len(list), len(stored), full, err)
	}
	for _, e := range list {
		if !stored[e.ID] {
			t.Errorf("%s is stored and was not answered so", e.ID)
		}
	}
}

// Fifty at once against as many raw inserts of one after another, each with its own commit, through the same driver:
// the metric is how many times the rate of the second the first has.
func BenchmarkFiftyAtOnce(b *testing.B) {
	const benches = 50
	ctx := context.Background()
	s, _ := open(b)
	quiltOn(b, s, "a")
	raw, _ := open(b)
	quiltOn(b, raw, "a")
	var ours, theirs time.Duration
	n := 0
	for b.Loop() {
		start := time.Now()
		var wait sync.WaitGroup
		for i := range benches {
			at := n + i
			wait.Go(func() {
				if err := s.Append(ctx, "a", []record.Event{made(at)}, now); err != nil {
					b.Error(err)
				}
			})
		}
		wait.Wait()
		middle := time.Now()
		for i := range benches {
			if _, err := raw.write.ExecContext(ctx, `INSERT INTO events (id, quilt, step, kind, n, exact, reason, of, at, look, rev, received)
				VALUES (?, 'a', 'cut', 'made', 1, '2 in', '', '', '', '', 1, '')`, made(n+i).ID); err != nil {
				b.Fatal(err)
			}
		}
		ours, theirs = ours+middle.Sub(start), theirs+time.Since(middle)
		n += benches
	}
	b.ReportMetric(float64(theirs)/float64(ours), "×raw")
}
