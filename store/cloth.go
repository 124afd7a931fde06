package store

import (
	"context"
	"errors"
	"time"

	"github.com/jmoiron/sqlx"
)

// Cloth is a piece on the shelf that all quilts share, as it lies there now.
type Cloth struct {
	ID    string `db:"id"`
	Piece string `db:"piece"`
	At    string `db:"at"`
}

// Allow looks at a document before it is written, beside the cloth there is and all quilts as they are stored, in one
// transaction with the writing. An error refuses it.
type Allow func(id, document string, cloth []Cloth, quilts []Quilt) error

// Guard sets what every document is held against.
func (s *Store) Guard(allow Allow) { s.allow = allow }

// Cloth lists every piece that was ever on the shelf, the one first put there first.
func (s *Store) Cloth(ctx context.Context) ([]Cloth, error) {
	list, err := cloth(ctx, s.read)
	return list, wrap("list cloth", err)
}

func cloth(ctx context.Context, db sqlx.QueryerContext) ([]Cloth, error) {
	list := []Cloth{}
	err := sqlx.SelectContext(ctx, db, &list, `SELECT id, piece, at FROM cloth WHERE seq IN (SELECT max(seq) FROM cloth GROUP BY id)
		ORDER BY (SELECT min(seq) FROM cloth c WHERE c.id = cloth.id)`)
	return list, err
}

// Promised lists the projects that cloth was promised to in any of their revisions.
func (s *Store) Promised(ctx context.Context) (list []string, err error) {
	err = s.read.SelectContext(ctx, &list,
		`SELECT DISTINCT quilt FROM revisions WHERE instr(document, '"supplies"') > 0 ORDER BY quilt`)
	return list, wrap("list whom cloth is promised", err)
}

// ErrLiesOtherwise says that a piece was said to lie on the shelf as it no longer does.
var ErrLiesOtherwise = errors.New("the piece of cloth lies otherwise by now")

// PutCloth stores how a piece lies on the shelf; where it is said since when the piece lay as it was seen, only as long
// as it still does. The same said twice is stored once.
func (s *Store) PutCloth(ctx context.Context, id, piece, since string, at time.Time) error {
	return wrap("put cloth", s.inTx(ctx, func(tx *sqlx.Tx) error {
		if since != "" {
			var now []Cloth
			if err := tx.SelectContext(ctx, &now, `SELECT id, piece, at FROM cloth WHERE id = ? ORDER BY seq DESC LIMIT 1`,
				id); err != nil {
				return err
			}
			if len(now) == 0 || now[0].At != since && now[0].Piece != piece {
				return ErrLiesOtherwise
			}
		}
		return putCloth(ctx, tx, Cloth{ID: id, Piece: piece}, at)
	}))
}

func putCloth(ctx context.Context, tx *sqlx.Tx, c Cloth, at time.Time) error {
	var now []string
	if err := tx.SelectContext(ctx, &now, `SELECT piece FROM cloth WHERE id = ? ORDER BY seq DESC LIMIT 1`,
		c.ID); err != nil {
		return err
	}
	if len(now) == 1 && now[0] == c.Piece {
		return nil
	}
	_, err := tx.ExecContext(ctx, `INSERT INTO cloth (id, piece, at) VALUES (?, ?, ?)`, c.ID, c.Piece, stamp(at))
	return err
}

// SaveCut stores a revision of a project together with how the cloth lies on the shelf after it was cut: both, or
// neither. read gives the new document and the changed pieces from what lies in the store.
func (s *Store) SaveCut(ctx context.Context, id string, base int,
	read func(q Quilt, list []Cloth) (string, []Cloth, error), at time.Time,
) (Quilt, error) {
	var q Quilt
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		var err error
		if q, err = quilt(ctx, tx, id); err != nil {
			return err
		}
		if q.Rev != base {
			return &StaleError{Have: base, Newest: q.Rev}
		}
		list, err := cloth(ctx, tx)
		if err != nil {
			return err
		}
		document, changed, err := read(q, list)
		if err != nil {
			return err
		}
		for _, c := range changed {
			if err := putCloth(ctx, tx, c, at); err != nil {
				return err
			}
		}
		if document != q.Document {
			if err := s.insertRevision(ctx, tx, id, base+1, document, at); err != nil {
				return err
			}
		}
		q, err = quilt(ctx, tx, id)
		return err
	})
	return q, wrap("cut quilt "+id, err)
}

// allowed holds a document against the rest before it is written.
func (s *Store) allowed(ctx context.Context, tx *sqlx.Tx, id, document string) error {
	if s.allow == nil {
		return nil
	}
	pieces, err := cloth(ctx, tx)
	if err != nil {
		return err
	}
	var quilts []Quilt
	if err := tx.SelectContext(ctx, &quilts, newest+` ORDER BY q.created, q.id`); err != nil {
		return err
	}
	return s.allow(id, document, pieces, quilts)
}
