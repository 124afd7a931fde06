package store

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"time"

	"github.com/jmoiron/sqlx"
)

// Restore puts a backup in the place of a database file. What was there is kept under another name beside it, which is
// given back; nothing of it is changed. A file that anybody holds open is refused, whatever it is like. The backup is
// copied and looked at first, and what was there is kept whole before the two are exchanged at a stroke: broken off
// anywhere, one of the two is in its place.
func Restore(ctx context.Context, from, to string, at time.Time) (aside string, err error) {
	return restore(ctx, from, to, at, func(string) {})
}

// restore says after which steps it may be broken off, for tests that do.
func restore(ctx context.Context, from, to string, at time.Time, after func(string)) (aside string, err error) {
	defer func() {
		if err != nil {
			err = fmt.Errorf("restore: %w", err)
		}
	}()
	backup, err := os.Stat(from)
	if err != nil {
		return "", err
	}
	was, err := os.Stat(to)
	there := err == nil
	switch {
	case err != nil && !errors.Is(err, fs.ErrNotExist):
		return "", err
	case there && os.SameFile(was, backup):
		return "", fmt.Errorf("%s is the database itself: name a copy of it", from)
	}
	if err := sound(ctx, from); err != nil {
		return "", err
	}
	l := lock(to)
	if had, err := l.TryLock(); err != nil || !had {
		return "", errors.Join(ErrBusy, err)
	}
	defer func() { err = errors.Join(err, l.Close()) }()
	if there {
		if err := alone(ctx, to); err != nil {
			return "", err
		}
	}
	folder := filepath.Dir(to)
	beside, err := os.MkdirTemp(folder, unfinished)
	if err != nil {
		return "", err
	}
	defer func() { err = errors.Join(err, os.RemoveAll(beside)) }()
	part := filepath.Join(beside, "restored.db")
	if err := Copy(ctx, from, part); err != nil {
		return "", err
	}
	after("copied")
	if there {
		if aside, err = keptAside(to, beside, at, after); err != nil {
			return "", err
		}
		after("kept")
		if err := withoutLog(ctx, to); err != nil {
			return aside, err
		}
		after("without its log")
	}
	if err := os.Rename(part, to); err != nil {
		return aside, err
	}
	after("exchanged")
	return aside, synced(folder)
}

// keptAside copies a file and what is not in it yet, byte by byte, to a name that nothing has.
func keptAside(path, beside string, at time.Time, after func(string)) (aside string, err error) {
	aside = path + at.Format(beforeName+"20060102-150405")
	for n, name := 2, aside; ; n++ {
		if _, err := os.Lstat(aside); errors.Is(err, fs.ErrNotExist) {
			if _, err := os.Lstat(aside + "-wal"); errors.Is(err, fs.ErrNotExist) {
				break
			}
		}
		aside = fmt.Sprintf("%s-%d", name, n)
	}
	ends := []string{"-wal", ""}
	for _, end := range ends {
		if err := duplicate(path+end, filepath.Join(beside, "before.db"+end)); err != nil {
			return "", err
		}
	}
	after("duplicated")
	for _, end := range ends { // the log first: the file is there once both are
		if err := os.Rename(filepath.Join(beside, "before.db"+end), aside+end); err != nil &&
			!errors.Is(err, fs.ErrNotExist) {
			return "", err
		}
	}
	return aside, synced(filepath.Dir(path))
}

// withoutLog brings into a file what is not in it yet, so that no log lies beside the one that takes its place. That of
// a damaged file, which cannot be, is taken away: both are kept.
func withoutLog(ctx context.Context, path string) error {
	if sound(ctx, path) == nil {
		db, err := sqlx.Open("sqlite", named(path)+"?_pragma=busy_timeout(200)")
		if err != nil {
			return err
		}
		_, err = db.ExecContext(ctx, `PRAGMA wal_checkpoint(TRUNCATE)`)
		if err = errors.Join(err, db.Close()); err != nil {
			return wrap("bring in its log", err)
		}
	}
	for _, end := range []string{"-wal", "-shm"} {
		if err := os.Remove(path + end); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return err
		}
	}
	return nil
}

// alone says whether no program has a file open that knows nothing of its lock; of one that cannot be read the lock
// alone tells.
func alone(ctx context.Context, path string) error {
	if err := sound(ctx, path); err != nil {
		return nil //nolint:nilerr // whatever it is, it is kept aside
	}
	db, err := sqlx.Open("sqlite", named(path)+"?_pragma=busy_timeout(200)&_pragma=locking_mode(EXCLUSIVE)")
	if err != nil {
		return err
	}
	db.SetMaxOpenConns(1)
	_, err = db.ExecContext(ctx, `BEGIN EXCLUSIVE; COMMIT`)
	if err = errors.Join(err, db.Close()); err != nil {
		return errors.Join(ErrBusy, err)
	}
	return nil
}
