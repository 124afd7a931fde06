package store

import (
	"context"
	"os"
	"path/filepath"
	"slices"
	"testing"
	"time"

	"vicis/core/record"
)

// Each day has one copy, the seven newest stay, each whole as of its day; what else lies in the folder is left alone.
func TestSevenDaysAreKept(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	quiltOn(t, s, "a")
	folder := filepath.Join(t.TempDir(), "deep", "[daily]")
	if err := os.MkdirAll(folder, 0o700); err != nil {
		t.Fatal(err)
	}
	others := []string{"mine.db", "vicis-2001-99-01.db", "vicis-old.db"}
	for _, name := range others {
		if err := os.WriteFile(filepath.Join(folder, name), []byte("mine"), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	start := time.Date(2026, 2, 24, 23, 50, 0, 0, time.UTC)
	for hour := range 9 * 24 {
		if err := s.Append(ctx, "a", []record.Event{made(hour)}, now); err != nil {
			t.Fatal(err)
		}
		if err := s.Daily(ctx, folder, start.Add(time.Duration(hour)*time.Hour)); err != nil {
			t.Fatal(err)
		}
	}
	entries, err := os.ReadDir(folder)
	if err != nil {
		t.Fatal(err)
	}
	var names []string
	for _, e := range entries {
		names = append(names, e.Name())
	}
	want := append([]string{
		"vicis-2026-02-27.db", "vicis-2026-02-28.db", "vicis-2026-03-01.db", "vicis-2026-03-02.db",
		"vicis-2026-03-03.db", "vicis-2026-03-04.db", "vicis-2026-03-05.db",
	}, others...)
	slices.Sort(want)
	if !slices.Equal(names, want) {
		t.Fatalf("%q, not %q", names, want)
	}
	copied, err := Open(ctx, filepath.Join(folder, "vicis-2026-02-27.db"))
	if err != nil {
		t.Fatal(err)
	}
	defer copied.Close()
	// The first hour of the 27th is the 50th of all: two days of 24 before it, and the last hour of the 24th.
	if list, err := copied.Events(ctx, "a"); err != nil || len(list) != 50 {
		t.Errorf("%d events, %v", len(list), err)
	}
}

// A copy that fails has no name, and none goes for it.
func TestAFailedDailyBackupCostsNone(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	folder := t.TempDir()
	for day := range 7 {
		if err := s.Daily(ctx, folder, now.AddDate(0, 0, day)); err != nil {
			t.Fatal(err)
		}
	}
	gone, cancel := context.WithCancel(ctx)
	cancel()
	if err := s.Daily(gone, folder, now.AddDate(0, 0, 7)); err == nil {
		t.Error("no fault is said")
	}
	entries, err := os.ReadDir(folder)
	if err != nil || len(entries) != 7 {
		t.Errorf("%v, %v", entries, err)
	}
}

// What a killed backup left is swept away, so that killing again and again fills no disk; one that runs is not.
func TestWhatAKilledBackupLeftIsSweptAway(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	folder := t.TempDir()
	for name, age := range map[string]time.Duration{
		unfinished + "old": 2 * time.Hour, unfinished + "new": time.Minute,
		"mine": 9 * time.Hour,
	} {
		path := filepath.Join(folder, name)
		if err := os.MkdirAll(filepath.Join(path, "in"), 0o700); err != nil {
			t.Fatal(err)
		}
		if err := os.Chtimes(path, now.Add(-age), now.Add(-age)); err != nil {
			t.Fatal(err)
		}
	}
	if err := s.Daily(ctx, folder, now); err != nil {
		t.Fatal(err)
	}
	for name, want := range map[string]bool{unfinished + "old": false, unfinished + "new": true, "mine": true} {
		if _, err := os.Stat(filepath.Join(folder, name)); (err == nil) != want {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// Who counts does not wait while the file is copied.
func TestABackupHoldsNobodyUp(t *testing.T) {
	ctx := context.Background()
	s, path := open(t)
	quiltOn(t, s, "a")
	busy, err := s.write.BeginTxx(ctx, nil) // a tally that is just being stored
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Backup(ctx, path+".copy"); err != nil {
		t.Error(err)
	}
	if err := busy.Rollback(); err != nil {
		t.Fatal(err)
	}
}
