// Package store keeps projects by revision and events by arrival in one SQLite file. Nothing in it is ever changed or
// deleted: a new revision is a new row, an undo is a new event. An event is on the disk when Append returns.
package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"strconv"
	"time"

	"github.com/gofrs/flock"
	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	"modernc.org/sqlite" // the driver "sqlite", without cgo
	sqlitelib "modernc.org/sqlite/lib"

	"vicis/core/naming"
	"vicis/core/record"
	"vicis/core/work"
)

//go:embed migrations/*.sql
var migrations embed.FS

// What the store answers when it cannot do what is asked. The edge translates them.
var (
	ErrUnknown = errors.New("no such quilt")
	ErrExists  = errors.New("a quilt with this id is there already, and differs")
	ErrDiffers = errors.New("an event with this id was stored before, and differs")
	ErrNowhere = errors.New("there is no such revision to go to")
	ErrFull    = errors.New("the disk is full")
	ErrLocked  = errors.New("another program holds the file")
	ErrReading = errors.New("the file may only be read")
	ErrTooMuch = errors.New("this is more than the file takes at once")
)

// coded gives SQLite's result codes (sqlite.org/rescode.html) the store's errors.
var coded = map[int]error{
	sqlitelib.SQLITE_FULL: ErrFull, sqlitelib.SQLITE_BUSY: ErrLocked, sqlitelib.SQLITE_LOCKED: ErrLocked,
	sqlitelib.SQLITE_READONLY: ErrReading, sqlitelib.SQLITE_PERM: ErrReading, sqlitelib.SQLITE_TOOBIG: ErrTooMuch,
	sqlitelib.SQLITE_CORRUPT: ErrDamaged, sqlitelib.SQLITE_NOTADB: ErrDamaged,
}

// StaleError says that a project was saved from a revision that is no longer the newest.
type StaleError struct{ Have, Newest int }

func (e *StaleError) Error() string {
	return fmt.Sprintf("revision %d is not the newest, %d is", e.Have, e.Newest)
}

// Store is an open database file.
type Store struct {
	write *sqlx.DB // one connection: writers wait for each other here, not in SQLite
	read  *sqlx.DB
	path  string
	held  *flock.Flock // by everybody who has the file open, against one who would put another in its place
	allow Allow
	tallies
	found found
	hot   struct{ newest, after, insert *sqlx.Stmt } // read by SQLite once, for they are asked at every unit
}

const pragmas = "_pragma=busy_timeout(5000)&_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)&_pragma=foreign_keys(1)"

// Open opens or creates the file and brings its tables up to date.
func Open(ctx context.Context, path string) (*Store, error) {
	if dir := filepath.Dir(path); dir != "." {
		if err := os.MkdirAll(dir, 0o700); err != nil {
			return nil, fmt.Errorf("make room for the database: %w", err)
		}
	}
	for _, whether := range []func() error{
		func() error { return gone(path) }, func() error { return sound(ctx, path) }, func() error { return writable(path) },
	} {
		if err := whether(); err != nil {
			return nil, err
		}
	}
	held, err := holding(path)
	if err != nil {
		return nil, err
	}
	s := &Store{path: path, held: held}
	if s.write, err = sqlx.Open("sqlite", named(path)+"?"+pragmas+"&_txlock=immediate"); err != nil {
		return nil, errors.Join(fmt.Errorf("open %s: %w", path, err), held.Close())
	}
	s.write.SetMaxOpenConns(1)
	if err := s.prepare(ctx); err != nil {
		return nil, errors.Join(wrap("open "+path, err), s.write.Close(), held.Close())
	}
	if s.read, err = sqlx.Open("sqlite", named(path)+"?"+pragmas+"&_pragma=query_only(1)"); err != nil {
		return nil, errors.Join(fmt.Errorf("open %s: %w", path, err), s.write.Close(), held.Close())
	}
	for _, one := range []struct {
		stmt **sqlx.Stmt
		in   *sqlx.DB
		text string
	}{
		{&s.hot.newest, s.read, newestRevision}, {&s.hot.after, s.read, eventsAfter}, {&s.hot.insert, s.write, insertEvent},
	} {
		if *one.stmt, err = one.in.PreparexContext(ctx, one.text); err != nil {
			return nil, errors.Join(wrap("open "+path, err), s.Close())
		}
	}
	return s, nil
}

const newestRevision = `SELECT rev, coalesce((SELECT max(seq) FROM marks m WHERE m.quilt = r.quilt AND m.rev = r.rev), 0)
	AS mark FROM revisions r WHERE quilt = ? ORDER BY rev DESC LIMIT 1`

func (s *Store) prepare(ctx context.Context) error {
	// A misspelt pragma is silently ignored: read them back.
	for pragma, want := range map[string]string{"journal_mode": "wal", "synchronous": "2", "foreign_keys": "1"} {
		var got string
		if err := s.write.GetContext(ctx, &got, "PRAGMA "+pragma); err != nil {
			return err
		}
		if got != want {
			return fmt.Errorf("pragma %s is %s, want %s", pragma, got, want)
		}
	}
	sub, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	provider, err := goose.NewProvider(goose.DialectSQLite3, s.write.DB, sub)
	if err != nil {
		return err
	}
	_, err = provider.Up(ctx)
	return err
}

// Close closes the file.
func (s *Store) Close() error {
	_ = s.writeFound(context.Background()) // else it is found again
	return errors.Join(s.read.Close(), s.write.Close(), s.held.Close())
}

// Quilt is a project at one of its revisions.
type Quilt struct {
	ID       string `db:"id"`
	Rev      int    `db:"rev"`
	Document string `db:"document"`
	At       string `db:"at"`
	Created  string `db:"created"`
	Away     bool   `db:"away"` // put away: kept whole, but not lying on the shelf
	Mark     int64  `db:"mark"` // the event from which on its cutting is planned; 0 where all of it is
}

// Planned says by what a quilt is worked: a revision, and the event from which on its cutting is planned.
type Planned struct {
	Rev  int   `db:"rev"`
	Mark int64 `db:"mark"`
}

// Tag is what a quilt with its plan goes by: its revision, and its mark where its cutting is planned from one.
func (p Planned) Tag() string {
	if p.Mark == 0 {
		return strconv.Itoa(p.Rev)
	}
	return fmt.Sprintf("%d-%d", p.Rev, p.Mark)
}

// Planned is by what the newest revision is worked.
func (q Quilt) Planned() Planned { return Planned{q.Rev, q.Mark} }

const newest = `SELECT q.id, q.created, q.away, r.rev, r.document, r.at,
	coalesce((SELECT max(seq) FROM marks m WHERE m.quilt = q.id AND m.rev = r.rev), 0) AS mark FROM quilts q JOIN revisions r ON r.quilt = q.id
	AND r.rev = (SELECT max(rev) FROM revisions WHERE quilt = q.id)`

// Quilts lists every project at its newest revision, the one changed last first.
func (s *Store) Quilts(ctx context.Context) ([]Quilt, error) {
	list := []Quilt{}
	err := s.read.SelectContext(ctx, &list, newest+` ORDER BY r.at DESC, q.id`)
	return list, wrap("list quilts", err)
}

// Answers says whether the file can be read, and reads no document.
func (s *Store) Answers(ctx context.Context) error {
	var quilts int
	return wrap("count quilts", s.read.GetContext(ctx, &quilts, `SELECT count(*) FROM quilts`))
}

// PutAway takes a quilt off the shelf or brings it back. Nothing of it is lost either way.
func (s *Store) PutAway(ctx context.Context, id string, away bool) error {
	return wrap("put away", s.inTx(ctx, func(tx *sqlx.Tx) error {
		q, err := quilt(ctx, tx, id)
		if err != nil {
			return err
		}
		if !away && q.Away {
			if err := s.allowed(ctx, tx, id, q.Document); err != nil {
				return err
			}
		}
		_, err = tx.ExecContext(ctx, `UPDATE quilts SET away = ? WHERE id = ?`, away, id)
		return err
	}))
}

// Newest gives the number of a project's newest revision and its mark, or ErrUnknown.
func (s *Store) Newest(ctx context.Context, id string) (p Planned, err error) {
	if err = s.hot.newest.GetContext(ctx, &p, id); errors.Is(err, sql.ErrNoRows) {
		err = ErrUnknown
	}
	return p, wrap("read quilt "+id, err)
}

// MarkBefore is the mark of a revision that was in force before an event.
func (s *Store) MarkBefore(ctx context.Context, id string, rev int, seq int64) (mark int64, err error) {
	err = s.read.GetContext(ctx, &mark,
		`SELECT coalesce(max(seq), 0) FROM marks WHERE quilt = ? AND rev = ? AND seq < ?`, id, rev, seq)
	return mark, wrap("find mark", err)
}

// Anew marks the newest revision of a project at its last event: its cutting is planned anew from there. Where there is
// none since it was marked last, or none at all, nothing changes.
func (s *Store) Anew(ctx context.Context, id string, at time.Time) (p Planned, err error) {
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		q, err := quilt(ctx, tx, id)
		if err != nil {
			return err
		}
		p = q.Planned()
		var last int64
		if err := tx.GetContext(ctx, &last, `SELECT coalesce(max(seq), 0) FROM events WHERE quilt = ?`, id); err != nil {
			return err
		}
		if last <= q.Mark {
			return nil
		}
		p.Mark = last
		_, err = tx.ExecContext(ctx, `INSERT INTO marks (quilt, rev, seq, at) VALUES (?, ?, ?, ?)`, id, q.Rev, last,
			stamp(at))
		return err
	})
	return p, wrap("plan anew", err)
}

// Quilt gives a project at its newest revision, or ErrUnknown.
func (s *Store) Quilt(ctx context.Context, id string) (Quilt, error) { return quilt(ctx, s.read, id) }

func quilt(ctx context.Context, db sqlx.QueryerContext, id string) (Quilt, error) {
	var q Quilt
	err := sqlx.GetContext(ctx, db, &q, newest+` WHERE q.id = ?`, id)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrUnknown
	}
	return q, wrap("read quilt "+id, err)
}

// Create stores a new project as revision 1. The id is made by the client, so that a repeated delivery creates one
// quilt; the same id with another document is ErrExists.
func (s *Store) Create(ctx context.Context, id, document string, at time.Time) (Quilt, error) {
	var q Quilt
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		var err error
		if q, err = quilt(ctx, tx, id); err == nil {
			if q.Rev != 1 || q.Document != document {
				return ErrExists
			}
			return nil
		} else if !errors.Is(err, ErrUnknown) {
			return err
		}
		if _, err := tx.ExecContext(ctx, `INSERT INTO quilts (id, created) VALUES (?, ?)`, id, stamp(at)); err != nil {
			return err
		}
		if err := s.insertRevision(ctx, tx, id, 1, document, at); err != nil {
			return err
		}
		q, err = quilt(ctx, tx, id)
		return err
	})
	return q, wrap("create quilt", err)
}

// Save stores a new revision of a project that was read at revision base; a *StaleError when that is not the newest. A
// document that has not changed makes no revision.
func (s *Store) Save(ctx context.Context, id string, base int, document string, at time.Time) (Quilt, error) {
	var q Quilt
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		var err error
		if q, err = quilt(ctx, tx, id); err != nil {
			return err
		}
		if q.Document == document {
			return nil // also the repeated delivery of a save that was stored
		}
		if q.Rev != base {
			return &StaleError{Have: base, Newest: q.Rev}
		}
		if err := s.insertRevision(ctx, tx, id, base+1, document, at); err != nil {
			return err
		}
		q, err = quilt(ctx, tx, id)
		return err
	})
	return q, wrap("save quilt "+id, err)
}

func (s *Store) insertRevision(ctx context.Context, tx *sqlx.Tx, id string, rev int, document string,
	at time.Time,
) error {
	if err := s.allowed(ctx, tx, id, document); err != nil {
		return err
	}
	_, err := tx.ExecContext(ctx, `INSERT INTO revisions (quilt, rev, document, at) VALUES (?, ?, ?, ?)`, id, rev,
		document, stamp(at))
	return err
}

type eventRow struct {
	Seq    int64            `db:"seq"`
	ID     string           `db:"id"`
	Quilt  string           `db:"quilt"`
	Step   naming.Step      `db:"step"`
	Kind   record.EventKind `db:"kind"`
	N      int              `db:"n"`
	Exact  string           `db:"exact"`
	Reason string           `db:"reason"`
	Of     string           `db:"of"`
	At     string           `db:"at"`
	Look   string           `db:"look"`
	Rev    int              `db:"rev"`
	Reads  string           `db:"reads"`
	Along  work.Along       `db:"along"`
	Prints string           `db:"prints"`
	Came   string           `db:"received"`
	Recipe string           `db:"recipe"`
}

func (r eventRow) event() record.Event {
	prints, _ := record.PrintsOf(r.Prints) // as it was written; what cannot be read counts all the same
	return record.Event{
		Prints: prints, ID: r.ID, Step: r.Step, Kind: r.Kind, N: r.N, Exact: r.Exact, Reason: r.Reason, Of: r.Of,
		At: r.At, Look: r.Look, Rev: r.Rev, Reads: r.Reads, Along: r.Along,
	}
}

const eventColumns = `seq, id, quilt, step, kind, n, exact, reason, of, at, look, rev, reads, along, prints, received`

// Stored is an event where it stands in the file.
type Stored struct {
	record.Event
	Seq    int64  // events are in the order of this
	Came   string // when it was stored
	Recipe string // the number of what it counts; empty where that was not found yet
}

// Events lists the events of a project in the order they arrived.
func (s *Store) Events(ctx context.Context, id string) ([]record.Event, error) {
	stored, err := s.EventsAfter(ctx, id, 0, -1)
	list := make([]record.Event, len(stored))
	for i, e := range stored {
		list[i] = e.Event
	}
	return list, err
}

const eventsAfter = `SELECT ` + eventColumns + `, coalesce(f.recipe, '') AS recipe FROM events
	LEFT JOIN facts f ON f.event = seq WHERE quilt = ? AND seq > ? ORDER BY seq LIMIT ?`

// EventsAfter lists those that arrived after one of them, all of them after 0; no more than so many, or all where that
// is below zero.
func (s *Store) EventsAfter(ctx context.Context, id string, seq int64, most int) ([]Stored, error) {
	var rows []eventRow
	if err := s.hot.after.SelectContext(ctx, &rows, id, seq, most); err != nil {
		return nil, wrap("read events", err)
	}
	list := make([]Stored, len(rows))
	for i, r := range rows {
		list[i] = Stored{r.event(), r.Seq, r.Came, r.Recipe}
	}
	return list, nil
}

// Which picks events of a quilt; what is empty picks all of them.
type Which struct {
	Before   int64 // that arrived before this one; 0 for the newest
	Step     naming.Step
	Kind     record.EventKind
	From, To string // when they happened, in UTC: from the first on, before the second
}

const eventsPicked = `SELECT ` + eventColumns + ` FROM events WHERE quilt = ?1 AND (?2 = 0 OR seq < ?2) AND (?3 = '' OR step = ?3)
	AND (?4 = '' OR kind = ?4) AND (?5 = '' OR at >= ?5) AND (?6 = '' OR at < ?6) ORDER BY seq DESC LIMIT ?7`

// Picked lists events of a quilt, the one that arrived last first; no more than so many.
func (s *Store) Picked(ctx context.Context, id string, which Which, most int) ([]Stored, error) {
	var rows []eventRow
	err := s.read.SelectContext(ctx, &rows, eventsPicked, id, which.Before, which.Step, which.Kind, which.From, which.To,
		most)
	if err != nil {
		return nil, wrap("pick events", err)
	}
	list := make([]Stored, len(rows))
	for i, r := range rows {
		list[i] = Stored{r.event(), r.Seq, r.Came, r.Recipe}
	}
	return list, nil
}

// FewEvents says that a quilt has no more than so many events.
func (s *Store) FewEvents(ctx context.Context, id string, most int) bool {
	var n int
	err := s.read.GetContext(ctx, &n, `SELECT count(*) FROM (SELECT 1 FROM events WHERE quilt = ? LIMIT ?)`, id, most+1)
	return err == nil && n <= most
}

func (s *Store) inTx(ctx context.Context, do func(tx *sqlx.Tx) error) error {
	tx, err := s.write.BeginTxx(ctx, nil)
	if err != nil {
		return err
	}
	if err := do(tx); err != nil {
		return errors.Join(err, tx.Rollback())
	}
	return tx.Commit()
}

func stamp(t time.Time) string { return t.UTC().Format(time.RFC3339Nano) }

func wrap(doing string, err error) error {
	if err == nil {
		return nil
	}
	var said *sqlite.Error
	if errors.As(err, &said) {
		err = errors.Join(coded[said.Code()&0xff], err) // the low byte is the primary code
	}
	return fmt.Errorf("%s: %w", doing, err)
}
