package store

import (
	"context"
	"errors"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"runtime"
	"syscall"
	"testing"

	"github.com/jmoiron/sqlx"

	"vicis/core/record"
	"vicis/internal/soak"
)

// shelfOf makes a file with some quilts and what was tallied of them, all of it in the one file.
func shelfOf(t *testing.T, quilts, events int) string {
	t.Helper()
	ctx := context.Background()
	path := filepath.Join(t.TempDir(), "vicis.db")
	s, err := Open(ctx, path)
	if err != nil {
		t.Fatal(err)
	}
	for q := range quilts {
		id := fmt.Sprintf("quilt-%02d", q)
		quiltOn(t, s, id)
		list := make([]record.Event, events)
		for i := range list {
			list[i] = made(1000*q + i + 1)
		}
		if err := s.Append(ctx, id, list, now); err != nil {
			t.Fatal(err)
		}
	}
	inOneFile(t, s)
	return path
}

// inOneFile puts everything into the file itself, and closes it.
func inOneFile(t *testing.T, s *Store) {
	t.Helper()
	if _, err := s.write.ExecContext(context.Background(), `PRAGMA wal_checkpoint(TRUNCATE)`); err != nil {
		t.Fatal(err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
}

// A whole file gives everything, and is whole; of one with pages overwritten here and there the check says so or
// nothing that was in it is missing, and whatever is given was there before: nothing is made up, and nothing is
// written.
func TestWhatCanBeReadOfADamagedFileIs(t *testing.T) {
	ctx := context.Background()
	path := shelfOf(t, 12, 60)
	read := func(path string) (quilts map[string]Saved, gaps int) {
		quilts = map[string]Saved{}
		_, missing, err := Salvage(ctx, path, func(q Saved) error {
			quilts[q.ID] = q
			gaps += len(q.Missing)
			return nil
		})
		if err != nil {
			t.Fatal(err)
		}
		return quilts, gaps + len(missing)
	}
	whole, gaps := read(path)
	if wrong, err := Examine(ctx, path); err != nil || len(wrong) > 0 || gaps > 0 || len(whole) != 12 {
		t.Fatalf("%d quilts, %d gaps, %v, %v", len(whole), gaps, wrong, err)
	}
	for id, q := range whole {
		if q.Document == "" || q.Rev != 1 || len(q.Events) != 60 {
			t.Errorf("%s: revision %d, %d events", id, q.Rev, len(q.Events))
		}
	}
	data, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	r := rand.New(rand.NewPCG(soak.Seed(7), 13))
	const page = 4096
	some := 0
	files := soak.Times(40)
	for range files {
		broken := append([]byte{}, data...)
		for range 1 + r.IntN(3) {
			at := page * (1 + r.IntN(len(data)/page-1))
			for i := range page {
				broken[at+i] = byte(r.Uint32())
			}
		}
		at := filepath.Join(t.TempDir(), "broken.db")
		if err := os.WriteFile(at, broken, 0o600); err != nil {
			t.Fatal(err)
		}
		quilts, gaps := read(at)
		wrong, err := Examine(ctx, at)
		if err != nil {
			t.Fatal(err)
		}
		lost := 0
		for id, was := range whole {
			got := quilts[id]
			if got.Document != was.Document {
				lost++
			}
			have := map[string]record.Event{}
			for _, e := range was.Events {
				have[e.ID] = e
			}
			for _, e := range got.Events {
				if !have[e.ID].Same(e) {
					t.Fatalf("%+v was never tallied", e)
				}
			}
			lost += len(was.Events) - len(got.Events)
		}
		if lost > 0 && len(wrong) == 0 {
			t.Errorf("%d are missing and the check finds nothing wrong", lost)
		}
		if lost > 0 && gaps == 0 {
			t.Errorf("%d are missing and nothing says so", lost)
		}
		if lost < 12*61 {
			some++
		}
		if after, err := os.ReadFile(at); err != nil || string(after) != string(broken) {
			t.Errorf("it was written to: %v", err)
		}
	}
	if some < files*3/4 {
		t.Errorf("of %d damaged files only %d gave anything", files, some)
	}
}

// A file that another program holds is told to be held, not to be someone else's; one that may only be read, or lies in
// such a folder, is told so. Nothing is written.
func TestWhatStandsInTheWayAtStartIsTold(t *testing.T) {
	ctx := context.Background()
	held := shelfOf(t, 1, 1)
	other, err := sqlx.Open("sqlite", named(held)+"?_pragma=locking_mode(EXCLUSIVE)&_pragma=journal_mode(DELETE)")
	if err != nil {
		t.Fatal(err)
	}
	defer other.Close()
	other.SetMaxOpenConns(1)
	if _, err := other.ExecContext(ctx, `BEGIN EXCLUSIVE`); err != nil {
		t.Fatal(err)
	}
	if s, err := Open(ctx, held); !errors.Is(err, ErrLocked) || errors.Is(err, ErrForeign) {
		t.Errorf("held: %v, %v", s, err)
	}
	folder := t.TempDir()
	file := filepath.Join(folder, "vicis.db")
	if err := os.WriteFile(file, []byte("x"), 0o644); err != nil { // others are to look at it
		t.Fatal(err)
	}
	defer mayOnlyRead(t, folder)()
	for what, path := range map[string]string{"a file": file, "a folder": filepath.Join(folder, "new.db")} {
		if err := writable(path); !errors.Is(err, ErrReading) {
			t.Errorf("%s: %v", what, err)
		}
	}
}

// mayOnlyRead is a folder, and what is in it, that may only be read until the end: root may write everywhere, so that
// this thread looks at files as somebody else.
func mayOnlyRead(t *testing.T, folder string) (end func()) {
	t.Helper()
	runtime.LockOSThread()
	list, err := filepath.Glob(filepath.Join(folder, "*"))
	if err != nil {
		t.Fatal(err)
	}
	for _, file := range list {
		if err := os.Chmod(file, 0o444); err != nil { // others are to look at it
			t.Fatal(err)
		}
	}
	if os.Geteuid() != 0 {
		if err := os.Chmod(folder, 0o555); err != nil { // the same
			t.Fatal(err)
		}
		return func() {
			_ = os.Chmod(folder, 0o755) // so that it can be removed
			runtime.UnlockOSThread()
		}
	}
	for dir := folder; dir != "/" && dir != os.TempDir(); dir = filepath.Dir(dir) {
		if err := os.Chmod(dir, 0o755); err != nil { // the same
			t.Fatal(err)
		}
	}
	if err := syscall.Setfsuid(65534); err != nil {
		t.Fatal(err)
	}
	return func() {
		_ = syscall.Setfsuid(0)
		runtime.UnlockOSThread()
	}
}

// A medium that may only be read gives all there is to read, what is in the log alone among it, and is not opened to
// count in.
func TestAMediumThatMayOnlyBeReadIsRead(t *testing.T) {
	ctx := context.Background()
	for what, path := range map[string]string{"with a log": killedShelf(t, 40), "in one file": shelfOf(t, 1, 40)} {
		for _, end := range []string{"-shm", ".lock"} {
			_ = os.Remove(path + end)
		}
		if err := os.Chmod(filepath.Dir(path), 0o755); err != nil { // others are to look into it
			t.Fatal(err)
		}
		copied := filepath.Join(t.TempDir(), "copy.db")
		end := mayOnlyRead(t, filepath.Dir(path))
		n := 0
		_, missing, err := Salvage(ctx, path, func(q Saved) error { n += len(q.Events); return nil })
		wrong, failed := Examine(ctx, path)
		s, opened := Open(ctx, path)
		end()
		if err != nil || len(missing) > 0 || n != 40 {
			t.Errorf("%s: %d read, %v, %v", what, n, missing, err)
		}
		if failed != nil || len(wrong) > 0 {
			t.Errorf("%s: looked at: %v, %v", what, wrong, failed)
		}
		if s != nil || !errors.Is(opened, ErrReading) {
			t.Errorf("%s: opened: %v", what, opened)
		}
		if err := Copy(ctx, path, copied); err != nil {
			t.Errorf("%s: copied: %v", what, err)
		}
	}
}

// A damaged file may be an older program's, whose events lack what was added since: they are read all the same.
func TestAnOlderFileIsSalvaged(t *testing.T) {
	ctx := context.Background()
	path := shelfOf(t, 2, 30)
	db, err := sqlx.Open("sqlite", path)
	if err != nil {
		t.Fatal(err)
	}
	for _, column := range []string{"prints", "along", "reads", "rev", "look"} {
		if _, err := db.ExecContext(ctx, `ALTER TABLE events DROP COLUMN `+column); err != nil {
			t.Fatal(err)
		}
	}
	if err := db.Close(); err != nil {
		t.Fatal(err)
	}
	events := 0
	_, missing, err := Salvage(ctx, path, func(q Saved) error {
		events += len(q.Events)
		missing := q.Missing
		if len(missing) > 0 {
			t.Error(missing)
		}
		return nil
	})
	if err != nil || len(missing) > 0 || events != 60 {
		t.Errorf("%d of 60 events, %v, %v", events, missing, err)
	}
}
