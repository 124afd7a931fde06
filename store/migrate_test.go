package store

import (
	"context"
	"io/fs"
	"path/filepath"
	"testing"

	"vicis/core/record"

	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
)

// A database of every earlier version keeps everything when it is opened by this one.
func TestAnOlderDatabaseIsBroughtUpToDateWhole(t *testing.T) {
	files, err := fs.Glob(migrations, "migrations/*.sql")
	if err != nil || len(files) < 9 {
		t.Fatal(files, err)
	}
	for version := 1; version < len(files); version++ {
		t.Run(filepath.Base(files[version-1]), func(t *testing.T) { broughtUp(t, int64(version)) })
	}
}

func broughtUp(t *testing.T, version int64) {
	t.Helper()
	ctx := context.Background()
	path := filepath.Join(t.TempDir(), "old.db")
	db, err := sqlx.Open("sqlite", "file:"+path+"?"+pragmas)
	if err != nil {
		t.Fatal(err)
	}
	sub, err := fs.Sub(migrations, "migrations")
	if err != nil {
		t.Fatal(err)
	}
	provider, err := goose.NewProvider(goose.DialectSQLite3, db.DB, sub)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := provider.UpTo(ctx, version); err != nil {
		t.Fatal(err)
	}
	for _, q := range []string{
		`INSERT INTO quilts (id, created) VALUES ('a', '2026-01-01T00:00:00Z')`,
		`INSERT INTO revisions (quilt, rev, document, at) VALUES ('a', 1, 'first', '2026-01-01T00:00:00Z'), ('a', 2, 'second', '2026-01-02T00:00:00Z')`,
		`INSERT INTO events (id, quilt, step, kind, n, exact, reason, of, at, received) VALUES ('event-one', 'a', 'cut', 'made', 7, '', '', '', '', '')`,
	} {
		if _, err := db.ExecContext(ctx, q); err != nil {
			t.Fatal(err)
		}
	}
	if err := db.Close(); err != nil {
		t.Fatal(err)
	}
	for range 2 { // the second time there is nothing left to do
		s, err := Open(ctx, path)
		if err != nil {
			t.Fatal(err)
		}
		q, err := s.Quilt(ctx, "a")
		if err != nil || q.Rev != 2 || q.Document != "second" || q.Away {
			t.Errorf("%+v, %v", q, err)
		}
		if revs, err := s.Revisions(ctx, "a"); err != nil || len(revs) != 2 || revs[0].Act != Change {
			t.Errorf("%+v, %v", revs, err)
		}
		if list, err := s.Events(ctx, "a"); err != nil || len(list) != 1 || list[0].N != 7 ||
			list[0].Kind != record.Made {
			t.Errorf("%+v, %v", list, err)
		}
		if seq, err := s.Piled(ctx); err != nil || seq != map[bool]int64{true: 1}[version < 9] {
			t.Errorf("%d events of an older program, %v", seq, err)
		}
		var astray int
		if err := s.write.GetContext(ctx, &astray, `SELECT count(*) FROM pragma_foreign_key_check`); err != nil ||
			astray > 0 {
			t.Errorf("%d rows point nowhere, %v", astray, err)
		}
		var sound string
		if err := s.write.GetContext(ctx, &sound, `PRAGMA integrity_check`); err != nil || sound != "ok" {
			t.Errorf("integrity: %s, %v", sound, err)
		}
		if err := s.Close(); err != nil {
			t.Fatal(err)
		}
	}
}

func TestWhatCannotBeOpenedSaysWhy(t *testing.T) {
	if _, err := Open(context.Background(), t.TempDir()); err == nil {
		t.Error("a folder was opened as a database")
	}
}
