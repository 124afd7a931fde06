package store

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
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
	db, err := sqlx.Open("sqlite", named(path)+"?mode=ro&_pragma=busy_timeout(5000)&_pragma=query_only(1)")
	if err != nil {
		return fmt.Errorf("look at %s: %w", path, err)
	}
	err = looked(ctx, db)
	if err = errors.Join(err, db.Close()); err != nil {
		return fmt.Errorf("%s: %w", path, err)
	}
	return nil
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
	ours := 0
	for _, name := range tables {
		if name == "goose_db_version" || name == "quilts" {
			ours++
		}
	}
	switch {
	case ours == 0 && len(tables) > 0:
		return ErrForeign
	case ours < 2:
		return nil // begun, and not further: what is missing is made
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

// Backup writes a whole copy of the database to a new file while it is in use. The copy is written beside it, synced
// and looked at before it gets its name: one that is broken off leaves nothing by that name.
func (s *Store) Backup(ctx context.Context, path string) error { return copied(ctx, s.path, path) }

// copied writes a whole copy of a file, of which it only reads.
func copied(ctx context.Context, from, path string) (err error) {
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
	own, err := sqlx.Open("sqlite", named(from)+"?mode=ro&_pragma=busy_timeout(5000)")
	if err != nil {
		return fmt.Errorf("back up: %w", err)
	}
	_, err = own.ExecContext(ctx, `VACUUM INTO ?`, part)
	if err = errors.Join(err, own.Close()); err != nil {
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
	return fmt.Errorf("%s: %w: put a copy in its place with vicis restore, the last is %s; or move the copies away to "+
		"begin a new shelf", path, ErrGone, copies[len(copies)-1])
}

// copiesOf lists what was kept of a database: the copies of its days, then what restoring put aside.
func copiesOf(path string) (list []string) {
	for _, in := range []struct{ folder, begins string }{
		{path + ".daily", "vicis-"}, {filepath.Dir(path), filepath.Base(path) + beforeName},
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
