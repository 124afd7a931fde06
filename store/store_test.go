package store

import (
	"context"
	"errors"
	"fmt"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/jmoiron/sqlx"

	"vicis/core/record"
	"vicis/internal/soak"
)

var now = time.Date(2026, 1, 2, 3, 4, 5, 0, time.UTC)

func open(t testing.TB) (*Store, string) {
	t.Helper()
	path := filepath.Join(t.TempDir(), "deep", "vicis.db")
	s, err := Open(context.Background(), path)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.Close() })
	return s, path
}

func quiltOn(t testing.TB, s *Store, id string) {
	t.Helper()
	if _, err := s.Create(context.Background(), id, "{}", now); err != nil {
		t.Fatal(err)
	}
}

func made(n int) record.Event {
	return record.Event{
		ID: fmt.Sprintf("event-%06d", n), Step: "cut", Kind: record.Made, N: 1, Exact: "2 in",
		At: "2026-01-02T03:04:05Z",
	}
}

func TestRevisionsAreAddedAndStaleSavesRefused(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	if _, err := s.Quilt(ctx, "nothing"); !errors.Is(err, ErrUnknown) {
		t.Fatalf("unknown quilt: %v", err)
	}
	quiltOn(t, s, "a")
	if _, err := s.Create(ctx, "a", "{}", now); err != nil {
		t.Errorf("the same creation delivered twice: %v", err)
	}
	if _, err := s.Create(ctx, "a", `{"other":1}`, now); !errors.Is(err, ErrExists) {
		t.Errorf("another quilt with the same id: %v", err)
	}
	if q, err := s.Save(ctx, "a", 1, "second", now.Add(time.Hour)); err != nil || q.Rev != 2 {
		t.Fatalf("%+v, %v", q, err)
	}
	if q, err := s.Save(ctx, "a", 1, "second", now); err != nil || q.Rev != 2 {
		t.Errorf("the same save delivered twice: %+v, %v", q, err)
	}
	var stale *StaleError
	if _, err := s.Save(ctx, "a", 1, "third", now); !errors.As(err, &stale) || stale.Newest != 2 {
		t.Errorf("a stale save: %v", err)
	}
	if q, err := s.Quilt(ctx, "a"); err != nil || q.Document != "second" {
		t.Errorf("%+v, %v", q, err)
	}
	if list, err := s.Quilts(ctx); err != nil || len(list) != 1 || list[0].Rev != 2 {
		t.Errorf("%+v, %v", list, err)
	}
}

func TestEventsCountOnceAndAreNeverChanged(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	quiltOn(t, s, "a")
	quiltOn(t, s, "b")
	if err := s.Append(ctx, "nothing", []record.Event{made(1)}, now); !errors.Is(err, ErrUnknown) {
		t.Errorf("events of an unknown quilt: %v", err)
	}
	for range 3 {
		if err := s.Append(ctx, "a", []record.Event{made(1), made(2)}, now); err != nil {
			t.Fatal(err)
		}
	}
	other := made(2)
	other.N = 5
	if err := s.Append(ctx, "a", []record.Event{made(3), other}, now); !errors.Is(err, ErrDiffers) {
		t.Errorf("the same id with other contents: %v", err)
	}
	if err := s.Append(ctx, "b", []record.Event{made(1)}, now); !errors.Is(err, ErrDiffers) {
		t.Errorf("the same id for another quilt: %v", err)
	}
	list, err := s.Events(ctx, "a")
	if err != nil || len(list) != 2 || !list[0].Same(made(1)) {
		t.Errorf("all or none: %+v, %v", list, err)
	}
	for _, q := range []string{
		`UPDATE events SET n = 9`, `DELETE FROM events`, `UPDATE revisions SET document = ''`,
		`DELETE FROM revisions`,
	} {
		if _, err := s.write.ExecContext(ctx, q); err == nil || !strings.Contains(err.Error(), "never") {
			t.Errorf("%s: %v", q, err)
		}
	}
}

func TestManyAtOnceLoseAndDoubleNothing(t *testing.T) {
	ctx := context.Background()
	s, path := open(t)
	quiltOn(t, s, "a")
	var wg sync.WaitGroup
	for worker := range 8 {
		wg.Go(func() {
			for i := range soak.Times(50) {
				e := made(i*4 + worker%4) // every event comes from two workers
				if err := s.Append(ctx, "a", []record.Event{e}, now); err != nil {
					t.Error(err)
				}
			}
		})
	}
	wg.Wait()
	again, err := Open(ctx, path) // a second process
	if err != nil {
		t.Fatal(err)
	}
	defer again.Close()
	if list, err := again.Events(ctx, "a"); err != nil || len(list) != soak.Times(200) {
		t.Errorf("%d events, %v", len(list), err)
	}
}

// nearlyFull leaves room for so many pages more.
func nearlyFull(t *testing.T, s *Store, pages int) {
	t.Helper()
	var has int
	if err := s.write.Get(&has, `PRAGMA page_count`); err != nil {
		t.Fatal(err)
	}
	if _, err := s.write.Exec(fmt.Sprintf(`PRAGMA max_page_count = %d`, has+pages)); err != nil {
		t.Fatal(err)
	}
}

// A full disk is said, stores nothing by half, and what was stored before is still there; with room again it goes on.
func TestAFullDiskLosesNothing(t *testing.T) {
	for round := range soak.Times(1) {
		fillTheDisk(t, 4+round%40)
	}
}

func fillTheDisk(t *testing.T, pages int) {
	t.Helper()
	ctx := context.Background()
	s, _ := open(t)
	quiltOn(t, s, "a")
	nearlyFull(t, s, pages)
	stored, full := 0, false
	for batch := range 400 {
		var events []record.Event
		for i := range 10 {
			events = append(events, made(batch*10+i))
		}
		if err := s.Append(ctx, "a", events, now); err != nil {
			if !errors.Is(err, ErrFull) {
				t.Fatal(err)
			}
			full = true
			break
		}
		stored += 10
	}
	if list, err := s.Events(ctx, "a"); !full || err != nil || len(list) != stored {
		t.Fatalf("full: %v; %d events of %d stored, %v", full, len(list), stored, err)
	}
	if _, err := s.write.ExecContext(ctx, `PRAGMA max_page_count = 1000000`); err != nil {
		t.Fatal(err)
	}
	if err := s.Append(ctx, "a", []record.Event{made(stored), made(stored + 1)}, now); err != nil {
		t.Fatal(err)
	}
	if list, err := s.Events(ctx, "a"); err != nil || len(list) != stored+2 {
		t.Errorf("after making room: %d, %v", len(list), err)
	}
}

// A file that another program holds, and one that may only be read, are told apart; with the way free it goes on.
func TestAHeldFileAndOneToBeReadAreToldApart(t *testing.T) {
	ctx := context.Background()
	s, path := open(t)
	quiltOn(t, s, "a")
	do := func(db *sqlx.DB, q string) {
		t.Helper()
		if _, err := db.ExecContext(ctx, q); err != nil {
			t.Fatal(err)
		}
	}
	other, err := sqlx.Open("sqlite", named(path))
	if err != nil {
		t.Fatal(err)
	}
	defer other.Close()
	other.SetMaxOpenConns(1)
	do(s.write, `PRAGMA busy_timeout = 20`)
	do(other, `BEGIN IMMEDIATE`)
	if err := s.Append(ctx, "a", []record.Event{made(1)}, now); !errors.Is(err, ErrLocked) {
		t.Errorf("held: %v", err)
	}
	do(other, `ROLLBACK`)
	do(s.write, `PRAGMA query_only = 1`)
	if err := s.Append(ctx, "a", []record.Event{made(1)}, now); !errors.Is(err, ErrReading) {
		t.Errorf("only to be read: %v", err)
	}
	do(s.write, `PRAGMA query_only = 0`)
	if err := s.Append(ctx, "a", []record.Event{made(1)}, now); err != nil {
		t.Error(err)
	}
	if list, err := s.Events(ctx, "a"); err != nil || len(list) != 1 {
		t.Errorf("%+v, %v", list, err)
	}
}

func TestABackupIsAWholeCopy(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	quiltOn(t, s, "a")
	if err := s.Append(ctx, "a", []record.Event{made(1)}, now); err != nil {
		t.Fatal(err)
	}
	path := filepath.Join(t.TempDir(), "copy.db")
	if err := s.Backup(ctx, path); err != nil {
		t.Fatal(err)
	}
	if err := s.Backup(ctx, path); err == nil {
		t.Error("a backup was written over another")
	}
	c, err := Open(ctx, path)
	if err != nil {
		t.Fatal(err)
	}
	defer c.Close()
	if list, err := c.Events(ctx, "a"); err != nil || len(list) != 1 {
		t.Errorf("%+v, %v", list, err)
	}
}

func BenchmarkOneDurableTally(b *testing.B) {
	s, _ := open(b)
	quiltOn(b, s, "a")
	i := 0
	for b.Loop() {
		i++
		if err := s.Append(context.Background(), "a", []record.Event{made(i)}, now); err != nil {
			b.Fatal(err)
		}
	}
}
