package store

import (
	"context"
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
	return revisions(ctx, s.read, id)
}

func revisions(ctx context.Context, db sqlx.QueryerContext, id string) ([]Revision, error) {
	list := []Revision{}
	if err := sqlx.SelectContext(ctx, db, &list, `SELECT rev, document, at, act FROM revisions WHERE quilt = ? ORDER BY rev`, id); err != nil {
		return nil, wrap("list revisions", err)
	}
	if len(list) == 0 {
		return nil, wrap("list revisions", ErrUnknown)
	}
	return list, nil
}

// Steps tells to which revisions an undo and a redo lead, 0 where there is none.
func Steps(list []Revision) (undo, redo int) {
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

// Restore stores the document of an earlier revision as a new one: an undo, a redo, or a change that goes back to rev. It is
// refused as stale like any other save. An undo or redo that leads nowhere is ErrNowhere.
func (s *Store) Restore(ctx context.Context, id string, base int, act Act, rev int, at time.Time) (Quilt, error) {
	var q Quilt
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		list, err := revisions(ctx, tx, id)
		if err != nil {
			return err
		}
		if newest := list[len(list)-1].Rev; newest != base {
			return &StaleError{Have: base, Newest: newest}
		}
		undo, redo := Steps(list)
		switch act {
		case Undo:
			rev = undo
		case Redo:
			rev = redo
		}
		if rev < 1 || rev > len(list) {
			return ErrNowhere
		}
		if err := s.allowed(ctx, tx, id, list[rev-1].Document); err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, `INSERT INTO revisions (quilt, rev, document, at, act) VALUES (?, ?, ?, ?, ?)`, id, base+1, list[rev-1].Document, stamp(at), act); err != nil {
			return err
		}
		q, err = quilt(ctx, tx, id)
		return err
	})
	return q, wrap(fmt.Sprintf("%s of quilt %s", act, id), err)
}
