package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"
)

// Act is what a revision does to those before it.
type Act string

// The acts.
const (
	Change Act = "change"
	Undo   Act = "undo"
	Redo   Act = "redo"
)

// Revision is one state of a project.
type Revision struct {
	Rev      int    `db:"rev"`
	Document string `db:"document"`
	At       string `db:"at"`
	Act      Act    `db:"act"`
}

// Revisions lists all revisions of a project, the first first.
func (s *Store) Revisions(ctx context.Context, id string) ([]Revision, error) {
	list := []Revision{}
	if err := s.read.SelectContext(ctx, &list,
		`SELECT rev, document, at, act FROM revisions WHERE quilt = ? ORDER BY rev`, id); err != nil {
		return nil, wrap("list revisions", err)
	}
	if len(list) == 0 {
		return nil, wrap("list revisions", ErrUnknown)
	}
	return list, nil
}

// Turn is a revision without its document.
type Turn struct {
	Rev int `db:"rev"`
	Act Act `db:"act"`
}

// Steps tells to which revisions of a project an undo and a redo lead, 0 where there is none.
func (s *Store) Steps(ctx context.Context, id string) (undo, redo int, err error) {
	list, err := turns(ctx, s.read, id)
	undo, redo = steps(list)
	return undo, redo, err
}

func turns(ctx context.Context, db sqlx.QueryerContext, id string) ([]Turn, error) {
	list := []Turn{}
	if err := sqlx.SelectContext(ctx, db, &list, `SELECT rev, act FROM revisions WHERE quilt = ? ORDER BY rev`,
		id); err != nil {
		return nil, wrap("list revisions", err)
	}
	if len(list) == 0 {
		return nil, wrap("list revisions", ErrUnknown)
	}
	return list, nil
}

func steps(list []Turn) (undo, redo int) {
	var past, future []int
	for _, r := range list {
		switch r.Act {
		case Undo:
			if len(past) > 1 {
				future = append(future, past[len(past)-1])
				past = past[:len(past)-1]
			}
		case Redo:
			if len(future) > 0 {
				past = append(past, future[len(future)-1])
				future = future[:len(future)-1]
			}
		default:
			past, future = append(past, r.Rev), nil
		}
	}
	if len(past) > 1 {
		undo = past[len(past)-2]
	}
	if len(future) > 0 {
		redo = future[len(future)-1]
	}
	return undo, redo
}

// Document is the text of a project at one of its revisions.
func (s *Store) Document(ctx context.Context, id string, rev int) (string, error) {
	return documentAt(ctx, s.read, id, rev)
}

func documentAt(ctx context.Context, db sqlx.QueryerContext, id string, rev int) (string, error) {
	var text string
	err := sqlx.GetContext(ctx, db, &text, `SELECT document FROM revisions WHERE quilt = ? AND rev = ?`, id, rev)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrNowhere
	}
	return text, wrap("read revision", err)
}

// RevisionAt is the newest revision of a project at a time, as the store wrote it; the first where there was none yet.
func (s *Store) RevisionAt(ctx context.Context, id, at string) (int, error) {
	var rev int
	err := s.read.GetContext(ctx, &rev,
		`SELECT coalesce(max(rev), 1) FROM revisions WHERE quilt = ? AND julianday(at) <= julianday(?)`, id, at)
	return rev, wrap("find revision", err)
}

// Restore stores the document of an earlier revision as a new one: an undo, a redo, or a change that goes back to rev.
// It is refused as stale like any other save, and like it delivered twice it is stored once. An undo or redo that leads
// nowhere is ErrNowhere.
func (s *Store) Restore(ctx context.Context, id string, base int, act Act, rev int, at time.Time) (Quilt, error) {
	var q Quilt
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		list, err := turns(ctx, tx, id)
		if err != nil {
			return err
		}
		newest := list[len(list)-1]
		again := newest.Rev == base+1 && newest.Act == act
		if newest.Rev != base && !again {
			return &StaleError{Have: base, Newest: newest.Rev}
		}
		if again {
			list = list[:len(list)-1]
		}
		undo, redo := steps(list)
		switch act {
		case Undo:
			rev = undo
		case Redo:
			rev = redo
		}
		if rev < 1 || rev > len(list) {
			return ErrNowhere
		}
		document, err := documentAt(ctx, tx, id, rev)
		if err != nil {
			return err
		}
		if again { // the repeated delivery of one that was stored, or something else
			if q, err = quilt(ctx, tx, id); err == nil && q.Document != document {
				err = &StaleError{Have: base, Newest: newest.Rev}
			}
			return err
		}
		if err := s.allowed(ctx, tx, id, document); err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, `INSERT INTO revisions (quilt, rev, document, at, act) VALUES (?, ?, ?, ?, ?)`,
			id, base+1, document, stamp(at), act); err != nil {
			return err
		}
		q, err = quilt(ctx, tx, id)
		return err
	})
	return q, wrap(fmt.Sprintf("%s of quilt %s", act, id), err)
}
