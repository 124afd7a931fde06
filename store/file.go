package store

import (
	"context"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"syscall"

	"github.com/gofrs/flock"
	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	"modernc.org/sqlite"
	sqlitelib "modernc.org/sqlite/lib"
)

// What a database file can be that is not to be opened. Nothing is written to such a file.
var (
	ErrEmpty = errors.New("the file is empty: a backup or a copy of it broke off. Remove it to begin a new shelf, or " +
		"put a backup in its place")
	ErrForeign = errors.New("the file is another program's database, or none")
	ErrNewer   = errors.New("the file was written by a newer version of this program: use that one")
	ErrDamaged = errors.New("the file is damaged: put a backup in its place with vicis restore; vicis export saves what " +
		"can still be read of it")
)

// writable says whether a file and its folder can be written to: beside the file SQLite keeps what is not yet in it.
func writable(path string) error {
	refused := func(err error) error {
		if errors.Is(err, fs.ErrPermission) || errors.Is(err, syscall.EROFS) {
			return fmt.Errorf("%s: %w: let yourself write to it and to its folder, or name another with --data", path,
				errors.Join(ErrReading, err))
		}
		return fmt.Errorf("%s: it cannot be written to: %w", path, err)
	}
	f, err := os.OpenFile(path, os.O_RDWR, 0)
	if err == nil {
		err = f.Close()
	}
	if err != nil && !errors.Is(err, fs.ErrNotExist) {
		return refused(err)
	}
	if f, err = os.CreateTemp(filepath.Dir(path), ".vicis-"); err != nil {
		return refused(err)
	}
	return errors.Join(f.Close(), os.Remove(f.Name()))
}

// named is a path as SQLite reads it in a URI, whatever characters are in it (sqlite.org/uri.html).
func named(path string) string {
	return "file:" + strings.NewReplacer("%", "%25", "?", "%3f", "#", "%23").Replace(path)
}

// sound looks at a file before it is opened for writing: a new one is, and one of ours that is whole and no newer than
// we are.
func sound(ctx context.Context, path string) error {
	info, err := os.Stat(path)
	switch {
	case errors.Is(err, fs.ErrNotExist):
		return nil
	case err != nil:
		return fmt.Errorf("look at %s: %w", path, err)
	case info.Size() == 0:
		return fmt.Errorf("%s: %w", path, ErrEmpty)
	}
	db, end, err := reading(ctx, path)
	if err != nil {
		return fmt.Errorf("look at %s: %w", path, err)
	}
	err = looked(ctx, db)
	if err = errors.Join(err, end()); err != nil {
		return fmt.Errorf("%s: %w", path, err)
	}
	return nil
}

// reading opens a file for reading alone, whatever state it is in; end closes it. Where nothing can be written beside
// it, as on a medium that may only be read, it is opened as one that nobody changes; with a log beside it that is not
// in it yet, a copy of both is.
func reading(ctx context.Context, path string) (db *sqlx.DB, end func() error, err error) {
	if _, err := os.Stat(path); err != nil {
		return nil, nil, err
	}
	const asks = "?mode=ro&_pragma=busy_timeout(5000)&_pragma=query_only(1)"
	open := func(path, more string) error {
		if db, err = sqlx.Open("sqlite", named(path)+asks+more); err == nil {
			db.SetMaxOpenConns(1)
			end = db.Close
		}
		return err
	}
	if err := open(path, ""); err != nil {
		return nil, nil, err
	}
	var schema int
	err = db.GetContext(ctx, &schema, `PRAGMA schema_version`)
	var said *sqlite.Error
	if !errors.As(err, &said) || said.Code()&0xff != sqlitelib.SQLITE_CANTOPEN &&
		said.Code()&0xff != sqlitelib.SQLITE_READONLY {
		return db, end, nil // what else is wrong with it is said by whoever reads it
	}
	if err := db.Close(); err != nil {
		return nil, nil, err
	}
	if info, err := os.Stat(path + "-wal"); errors.Is(err, fs.ErrNotExist) || err == nil && info.Size() == 0 {
		return db, end, open(path, "&immutable=1")
	}
	folder, err := os.MkdirTemp("", "vicis-")
	if err != nil {
		return nil, nil, err
	}
	gone := func() error { return os.RemoveAll(folder) }
	beside := filepath.Join(folder, "copy.db")
	if err := errors.Join(duplicate(path, beside), duplicate(path+"-wal", beside+"-wal")); err != nil {
		return nil, nil, errors.Join(err, gone())
	}
	if err := open(beside, ""); err != nil {
		return nil, nil, errors.Join(err, gone())
	}
	closes := end
	return db, func() error { return errors.Join(closes(), gone()) }, nil
}

// duplicate copies a file to a new one, and brings that to the disk; where there is none it makes none.
func duplicate(from, to string) (err error) {
	in, err := os.Open(from)
	if errors.Is(err, fs.ErrNotExist) {
		return nil
	} else if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, in.Close()) }()
	out, err := os.OpenFile(to, os.O_WRONLY|os.O_CREATE|os.O_EXCL, 0o600)
	if err != nil {
		return err
	}
	_, err = io.Copy(out, in)
	return errors.Join(err, out.Sync(), out.Close())
}

func looked(ctx context.Context, db *sqlx.DB) error {
	var tables []string
	if err := db.SelectContext(ctx, &tables, `SELECT name FROM sqlite_schema WHERE type = 'table'`); err != nil {
		var said *sqlite.Error
		if errors.As(err, &said) && said.Code() != sqlitelib.SQLITE_NOTADB {
			return wrap("look", err) // held by another, or a first page that is torn
		}
		return errors.Join(ErrForeign, err)
	}
	switch begun, ours := slices.Contains(tables, "goose_db_version"), slices.Contains(tables, "quilts"); {
	case begun && ours:
	case slices.ContainsFunc(tables, func(t string) bool { return t != "goose_db_version" && t != "sqlite_sequence" }):
		return ErrForeign
	default:
		return nil // begun, and not further: what is missing is made
	}
	var columns []string
	if err := db.SelectContext(ctx, &columns, `SELECT name FROM pragma_table_info('quilts')`); err != nil {
		return errors.Join(ErrDamaged, err)
	}
	if !slices.Contains(columns, "id") || !slices.Contains(columns, "created") {
		return ErrForeign
	}
	var version int64
	if err := db.GetContext(ctx, &version, `SELECT max(version_id) FROM goose_db_version`); err != nil {
		return errors.Join(ErrDamaged, err)
	}
	newest, err := newestVersion()
	if err != nil {
		return err
	}
	if version > newest {
		return ErrNewer
	}
	var said string
	if err := db.GetContext(ctx, &said, `PRAGMA quick_check(1)`); err != nil || said != "ok" {
		return errors.Join(ErrDamaged, err)
	}
	return nil
}

// newestVersion is the version of the tables this program makes.
func newestVersion() (newest int64, err error) {
	names, err := fs.Glob(migrations, "migrations/*.sql")
	if err != nil {
		return 0, err
	}
	for _, name := range names {
		v, err := goose.NumericComponent(filepath.Base(name))
		if err != nil {
			return 0, err
		}
		newest = max(newest, v)
	}
	return newest, nil
}

// unfinished begins the name of the folder that a backup is written in.
const unfinished = ".vicis-backup-"

// Backup writes a whole copy of the database to a new file while it is in use.
func (s *Store) Backup(ctx context.Context, path string) error { return Copy(ctx, s.path, path) }

// Copy writes a whole copy of a database file, of which it only reads. The copy is written beside its place, synced and
// looked at before it gets its name: one that is broken off leaves nothing by that name.
func Copy(ctx context.Context, from, path string) (err error) {
	if _, err := os.Stat(path); err == nil {
		return fmt.Errorf("%s is there already", path)
	}
	beside, err := os.MkdirTemp(filepath.Dir(path), unfinished)
	if err != nil {
		return fmt.Errorf("back up: %w", err)
	}
	defer func() { err = errors.Join(err, os.RemoveAll(beside)) }()
	part := filepath.Join(beside, "copy.db")
	// whoever counts does not wait for it
	own, end, err := reading(ctx, from)
	if err != nil {
		return fmt.Errorf("back up: %w", err)
	}
	_, err = own.ExecContext(ctx, `PRAGMA query_only(0); VACUUM INTO ?`, part) // it is a copy that is written
	if err = errors.Join(err, end()); err != nil {
		return wrap("back up", err)
	}
	if err := sound(ctx, part); err != nil {
		return fmt.Errorf("back up: %w", err)
	}
	if err := synced(part); err != nil {
		return fmt.Errorf("back up: %w", err)
	}
	// A second name never replaces a file that came in between; where a file system has no such names, it is moved.
	if err = os.Link(part, path); err != nil && !errors.Is(err, fs.ErrExist) {
		err = os.Rename(part, path)
	}
	if err != nil {
		return fmt.Errorf("back up: %w", err)
	}
	return synced(filepath.Dir(path))
}

// synced brings a file or folder to the disk.
func synced(path string) error {
	f, err := os.Open(path)
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
}

// What stands against putting a backup in the place of a file, or against opening one.
var (
	ErrBusy = errors.New("another program has the file open: end it first")
	ErrGone = errors.New("the database is gone, and there was one")
)

// lock is the file by which those who have a database open are told from one who would put another in its place. It
// says nothing of what the database is like, so that it holds for one that is damaged too.
func lock(path string) *flock.Flock { return flock.New(path+".lock", flock.SetPermissions(0o600)) }

// holding holds a database open among others.
func holding(path string) (*flock.Flock, error) {
	l := lock(path)
	if had, err := l.TryRLock(); err != nil {
		return nil, fmt.Errorf("hold %s: %w", path, err)
	} else if !had {
		return nil, fmt.Errorf("%s: a backup is being put in its place: %w", path, ErrLocked)
	}
	return l, nil
}

// gone says that there is no database where copies tell that there was one: an empty shelf is not begun in its place
// without a word.
func gone(path string) error {
	if _, err := os.Stat(path); !errors.Is(err, fs.ErrNotExist) {
		return nil // or it cannot be looked at, which is said next
	}
	copies := copiesOf(path)
	if len(copies) == 0 {
		return nil
	}
	return fmt.Errorf("%s: %w: put a copy in its place with vicis restore, such as %s; or move the copies away to "+
		"begin a new shelf", path, ErrGone, copies[len(copies)-1])
}

// copiesOf lists what was kept of a database: what restoring put aside, then the copies of its days.
func copiesOf(path string) (list []string) {
	for _, in := range []struct{ folder, begins string }{
		{filepath.Dir(path), filepath.Base(path) + beforeName}, {path + ".daily", "vicis-"},
	} {
		entries, _ := os.ReadDir(in.folder) // where it cannot be read there is none to name
		for _, e := range entries {
			if rest, ok := strings.CutPrefix(e.Name(), in.begins); ok && e.Type().IsRegular() &&
				strings.Trim(strings.TrimSuffix(rest, ".db"), "0123456789-") == "" {
				list = append(list, filepath.Join(in.folder, e.Name()))
			}
		}
	}
	return list
}

const beforeName = ".before-"
