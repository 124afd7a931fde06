package store

import (
	"context"
	"errors"
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"os/signal"
	"path/filepath"
	"strings"
	"syscall"
	"testing"

	"vicis/core/record"
	"vicis/internal/soak"
)

// tallied is how many events a file gives.
func tallied(t *testing.T, path string) int {
	t.Helper()
	s, err := Open(context.Background(), path)
	if err != nil {
		t.Fatalf("%s: %v", filepath.Base(path), err)
	}
	defer func() { _ = s.Close() }()
	list, err := s.Events(context.Background(), "a")
	if err != nil {
		t.Fatal(err)
	}
	return len(list)
}

// killedShelf is a file as a server leaves it that is killed, with so many events, the last of them in its log alone.
func killedShelf(t *testing.T, events int) string {
	t.Helper()
	ctx := context.Background()
	s, path := open(t)
	quiltOn(t, s, "a")
	for i := range events {
		if i == events/2 {
			if _, err := s.write.ExecContext(ctx, `PRAGMA wal_checkpoint(TRUNCATE)`); err != nil {
				t.Fatal(err)
			}
		}
		if err := s.Append(ctx, "a", []record.Event{made(i + 1)}, now); err != nil {
			t.Fatal(err)
		}
	}
	to := filepath.Join(t.TempDir(), "vicis.db")
	for _, end := range []string{"", "-wal"} {
		if err := duplicate(path+end, to+end); err != nil {
			t.Fatal(err)
		}
	}
	return to
}

// befores lists what restoring kept beside a file.
func befores(path string) (list []string) {
	for _, one := range copiesOf(path) {
		if strings.Contains(filepath.Base(one), beforeName) {
			list = append(list, one)
		}
	}
	return list
}

// Broken off after any of its steps, or for want of room at any size, restoring leaves the one or the other in its
// place, and of what was there nothing is lost.
func TestRestoringIsBrokenOffAnywhere(t *testing.T) {
	ctx := context.Background()
	if where := os.Getenv("VICIS_BROKEN_OFF"); where != "" { // the program that is broken off
		paths, limit := strings.Split(os.Getenv("VICIS_PATHS"), "\n"), uint64(0)
		if n, _ := fmt.Sscanf(where, "%d bytes", &limit); n == 1 {
			signal.Ignore(syscall.SIGXFSZ)
			if err := syscall.Setrlimit(syscall.RLIMIT_FSIZE, &syscall.Rlimit{Cur: limit, Max: limit}); err != nil {
				os.Exit(3)
			}
		}
		_, err := restore(ctx, paths[0], paths[1], now, func(step string) {
			if step == where {
				os.Exit(2) // as a kill: nothing that was put off is done
			}
		})
		if err != nil {
			os.Exit(1)
		}
		os.Exit(0)
	}
	backup := killedShelf(t, 10)
	whole := filepath.Join(t.TempDir(), "backup.db")
	if err := Copy(ctx, backup, whole); err != nil {
		t.Fatal(err)
	}
	places := []string{"copied", "duplicated", "kept", "without its log", "exchanged"}
	r := rand.New(rand.NewPCG(37, soak.Seed(3)))
	for range soak.Times(10) {
		places = append(places, fmt.Sprintf("%d bytes", 8<<10+r.IntN(240<<10)))
	}
	ends := map[int]int{}
	for _, where := range places {
		to := killedShelf(t, 400)
		c := exec.Command(os.Args[0], "-test.run=^TestRestoringIsBrokenOffAnywhere$")
		c.Env = append(os.Environ(), "VICIS_BROKEN_OFF="+where, "VICIS_PATHS="+whole+"\n"+to)
		err := c.Run()
		code := c.ProcessState.ExitCode()
		ends[code]++
		if strings.HasSuffix(where, "bytes") == (code == 2) || code > 2 {
			t.Fatalf("%s: %v", where, err)
		}
		kept, is := befores(to), tallied(t, to)
		switch {
		case is == 400 && code != 0:
		case is == 10 && len(kept) == 1 && tallied(t, kept[0]) == 400:
		default:
			t.Errorf("%s (%d): %d are in its place, kept %v", where, code, is, kept)
		}
		if code != 0 { // begun anew it does what it is to do
			if _, err := Restore(ctx, whole, to, now); err != nil || tallied(t, to) != 10 {
				t.Errorf("%s: begun anew: %v", where, err)
			}
		}
	}
	if ends[0] == 0 || ends[1] == 0 || ends[2] != 5 {
		t.Errorf("ended whole, for want of room and killed: %v", ends)
	}
}

// Two in one second keep two; nothing is restored onto itself, by any of its names; under a server whose file is
// damaged nothing is restored.
func TestRestoringKeepsEveryOriginal(t *testing.T) {
	ctx := context.Background()
	to := killedShelf(t, 6)
	whole := filepath.Join(t.TempDir(), "backup.db")
	if err := Copy(ctx, to, whole); err != nil {
		t.Fatal(err)
	}
	for range 3 {
		if _, err := Restore(ctx, whole, to, now); err != nil {
			t.Fatal(err)
		}
	}
	if kept := befores(to); len(kept) != 3 || tallied(t, kept[0]) != 6 {
		t.Errorf("kept: %v", kept)
	}
	linked := filepath.Join(t.TempDir(), "link.db")
	if err := os.Symlink(to, linked); err != nil {
		t.Fatal(err)
	}
	for _, self := range []string{to, linked} {
		if _, err := Restore(ctx, self, to, now); err == nil || !strings.Contains(err.Error(), "itself") {
			t.Errorf("onto itself: %v", err)
		}
	}
	if len(befores(to)) != 3 || tallied(t, to) != 6 {
		t.Errorf("after that: %v", befores(to))
	}
	s, err := Open(ctx, to)
	if err != nil {
		t.Fatal(err)
	}
	f, err := os.OpenFile(to, os.O_WRONLY, 0)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := f.WriteAt(make([]byte, 4096), 3*4096); err != nil {
		t.Fatal(err)
	}
	if err := f.Close(); err != nil {
		t.Fatal(err)
	}
	if _, err := Restore(ctx, whole, to, now); !errors.Is(err, ErrBusy) {
		t.Errorf("under a server: %v", err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	if _, err := Restore(ctx, whole, to, now); err != nil || tallied(t, to) != 6 {
		t.Errorf("once it has ended: %v", err)
	}
}

// A database that was there and is gone is said; where there never was one a shelf is begun.
func TestADatabaseThatIsGoneIsSaid(t *testing.T) {
	ctx := context.Background()
	s, path := open(t)
	quiltOn(t, s, "a")
	if err := s.Daily(ctx, path+".daily", now); err != nil {
		t.Fatal(err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	if err := os.Remove(path); err != nil {
		t.Fatal(err)
	}
	if _, err := Open(ctx, path); !errors.Is(err, ErrGone) || !strings.Contains(err.Error(), "vicis-2026-01-02.db") {
		t.Errorf("gone: %v", err)
	}
	if _, err := os.Stat(path); err == nil {
		t.Error("an empty shelf was begun in its place")
	}
	if _, err := Restore(ctx, filepath.Join(path+".daily", "vicis-2026-01-02.db"), path, now); err != nil || tallied(t, path) != 0 {
		t.Errorf("put back: %v", err)
	}
}
