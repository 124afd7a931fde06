package store

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"vicis/core/record"

	"github.com/jmoiron/sqlx"
)

// A file is named by its path, whatever characters are in it.
func TestAFileIsNamedByItsPath(t *testing.T) {
	ctx := context.Background()
	dir := t.TempDir()
	for _, name := range []string{"a?b.db", "50%.db", "c#d.db", "ä ö.db", "%3f.db"} {
		path := filepath.Join(dir, name)
		s, err := Open(ctx, path)
		if err != nil {
			t.Fatalf("%s: %v", name, err)
		}
		quiltOn(t, s, "a")
		if err := s.Close(); err != nil {
			t.Fatal(err)
		}
		if info, err := os.Stat(path); err != nil || info.Size() == 0 {
			t.Errorf("%s: %v, %v", name, info, err)
		}
	}
	list, err := filepath.Glob(filepath.Join(dir, "*.db"))
	if err != nil || len(list) != 5 {
		t.Errorf("%v, %v", list, err)
	}
}

// What is no shelf of ours, or not whole, or from a newer program, is told apart, and nothing is written to it.
func TestWhatIsNotOursIsLeftAlone(t *testing.T) {
	ctx := context.Background()
	dir := t.TempDir()
	ours := func(name string) string {
		path := filepath.Join(dir, name)
		s, err := Open(ctx, path)
		if err != nil {
			t.Fatal(err)
		}
		quiltOn(t, s, "a")
		for i := range 400 {
			if err := s.Append(ctx, "a", []record.Event{made(i + 1)}, now); err != nil {
				t.Fatal(err)
			}
		}
		inOneFile(t, s)
		return path
	}
	sql := func(path string, statements ...string) {
		db, err := sqlx.Open("sqlite", named(path))
		if err != nil {
			t.Fatal(err)
		}
		for _, one := range statements {
			if _, err := db.ExecContext(ctx, one); err != nil {
				t.Fatal(err)
			}
		}
		if err := db.Close(); err != nil {
			t.Fatal(err)
		}
	}
	write := func(name string, data []byte) string {
		path := filepath.Join(dir, name)
		if err := os.WriteFile(path, data, 0o600); err != nil {
			t.Fatal(err)
		}
		return path
	}
	// another program's that keeps its tables as we do, and one that has a table of the name of ours
	migrated, alike := filepath.Join(dir, "migrated.db"), filepath.Join(dir, "named.db")
	sql(migrated, `CREATE TABLE goose_db_version (id INTEGER, version_id INTEGER)`, `CREATE TABLE songs (name TEXT)`)
	sql(alike, `CREATE TABLE goose_db_version (id INTEGER, version_id INTEGER)`, `CREATE TABLE quilts (name TEXT)`,
		`INSERT INTO goose_db_version VALUES (1, 1)`)
	foreign := filepath.Join(dir, "foreign.db")
	sql(foreign, `CREATE TABLE songs (name TEXT)`)
	newer := ours("newer.db")
	sql(newer, `INSERT INTO goose_db_version (version_id, is_applied) VALUES (9999, 1)`)
	damaged := ours("damaged.db")
	data, err := os.ReadFile(damaged)
	if err != nil {
		t.Fatal(err)
	}
	for i := range data[8192:] { // its first pages are whole: it is ours
		data[8192+i] = 0xa5
	}
	write("damaged.db", data)
	for path, want := range map[string]error{
		write("empty.db", nil):                        ErrEmpty,
		write("text.db", []byte("Dear diary, today")): ErrForeign,
		foreign: ErrForeign, migrated: ErrForeign, alike: ErrForeign, newer: ErrNewer, damaged: ErrDamaged,
	} {
		before, err := os.ReadFile(path)
		if err != nil {
			t.Fatal(err)
		}
		s, err := Open(ctx, path)
		if !errors.Is(err, want) {
			t.Errorf("%s: %v", filepath.Base(path), err)
		}
		if s != nil {
			_ = s.Close()
		}
		if after, err := os.ReadFile(path); err != nil || string(after) != string(before) {
			t.Errorf("%s was written to: %v", filepath.Base(path), err)
		}
	}
	if s, err := Open(ctx, ours("whole.db")); err != nil {
		t.Error(err)
	} else {
		_ = s.Close()
	}
}

// A log that was not put into the file yet, as after a kill or in a copy of both files, is read.
func TestALogBesideTheFileIsRead(t *testing.T) {
	ctx := context.Background()
	dir := t.TempDir()
	path := filepath.Join(dir, "one.db")
	s, err := Open(ctx, path)
	if err != nil {
		t.Fatal(err)
	}
	quiltOn(t, s, "a")
	if err := s.Append(ctx, "a", []record.Event{made(1)}, now); err != nil {
		t.Fatal(err)
	}
	for _, end := range []string{"", "-wal"} {
		data, err := os.ReadFile(path + end)
		if err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(filepath.Join(dir, "copy.db"+end), data, 0o600); err != nil {
			t.Fatal(err)
		}
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	c, err := Open(ctx, filepath.Join(dir, "copy.db"))
	if err != nil {
		t.Fatal(err)
	}
	defer c.Close()
	if list, err := c.Events(ctx, "a"); err != nil || len(list) != 1 {
		t.Errorf("%+v, %v", list, err)
	}
}

// A backup that fails leaves nothing by its name, nor beside it.
func TestAFailedBackupLeavesNothing(t *testing.T) {
	ctx, cancel := context.WithCancel(context.Background())
	s, _ := open(t)
	quiltOn(t, s, "a")
	dir := t.TempDir()
	cancel()
	if err := s.Backup(ctx, filepath.Join(dir, "copy.db")); err == nil {
		t.Error("a backup that was called off says nothing")
	}
	if err := s.Backup(context.Background(), filepath.Join(dir, "nowhere", "copy.db")); err == nil {
		t.Error("a backup into no folder says nothing")
	}
	var left []string
	if err := filepath.WalkDir(dir, func(path string, _ os.DirEntry, err error) error {
		left = append(left, strings.TrimPrefix(path, dir))
		return err
	}); err != nil || len(left) != 1 {
		t.Errorf("%q, %v", left, err)
	}
	if err := s.Backup(context.Background(), filepath.Join(dir, "copy.db")); err != nil {
		t.Error(err)
	}
	if _, err := os.Stat(filepath.Join(dir, "copy.db")); err != nil {
		t.Error(fmt.Errorf("after a whole backup: %w", err))
	}
}

// A backup is put in the place of what was there, which is kept; not while a server holds it.
func TestABackupIsRestored(t *testing.T) {
	ctx := context.Background()
	s, path := open(t)
	quiltOn(t, s, "a")
	if err := s.Append(ctx, "a", []record.Event{made(1)}, now); err != nil {
		t.Fatal(err)
	}
	copied := filepath.Join(t.TempDir(), "copy.db")
	if err := s.Backup(ctx, copied); err != nil {
		t.Fatal(err)
	}
	before, err := os.ReadFile(copied)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Append(ctx, "a", []record.Event{made(2)}, now); err != nil {
		t.Fatal(err)
	}
	if _, err := Restore(ctx, copied, path, now); !errors.Is(err, ErrBusy) {
		t.Errorf("restored under a running server: %v", err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	aside, err := Restore(ctx, copied, path, now)
	if err != nil {
		t.Fatal(err)
	}
	if after, err := os.ReadFile(copied); err != nil || !bytes.Equal(before, after) {
		t.Errorf("the backup itself was changed (%v)", err)
	}
	for file, want := range map[string]int{path: 1, aside: 2} {
		c, err := Open(ctx, file)
		if err != nil {
			t.Fatal(err)
		}
		if list, err := c.Events(ctx, "a"); err != nil || len(list) != want {
			t.Errorf("%s: %d events, want %d (%v)", filepath.Base(file), len(list), want, err)
		}
		if err := c.Close(); err != nil {
			t.Fatal(err)
		}
	}
	if _, err := Restore(ctx, filepath.Join(t.TempDir(), "none.db"), path, now); err == nil {
		t.Error("nothing was restored")
	}
}
