package store

import (
	"context"
	"time"

	"github.com/jmoiron/sqlx"
)

// Cloth is a piece on the shelf that all quilts share, as it lies there now.
type Cloth struct {
	ID    string `db:"id"`
	Piece string `db:"piece"`
	At    string `db:"at"`
}

// Allow looks at a document before it is written, beside the cloth there is and all other quilts that are not put away, in one
// transaction with the writing. An error refuses it.
type Allow func(id, document string, cloth []Cloth, others []Quilt) error

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

// PutCloth stores how a piece lies on the shelf. The same said twice is stored once.
func (s *Store) PutCloth(ctx context.Context, id, piece string, at time.Time) error {
	return wrap("put cloth", s.inTx(ctx, func(tx *sqlx.Tx) error {
		var now []string
		if err := tx.SelectContext(ctx, &now, `SELECT piece FROM cloth WHERE id = ? ORDER BY seq DESC LIMIT 1`, id); err != nil {
			return err
		}
		if len(now) == 1 && now[0] == piece {
			return nil
		}
		_, err := tx.ExecContext(ctx, `INSERT INTO cloth (id, piece, at) VALUES (?, ?, ?)`, id, piece, stamp(at))
		return err
	}))
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
	var others []Quilt
	if err := tx.SelectContext(ctx, &others, newest+` WHERE q.id <> ? AND NOT q.away ORDER BY q.created, q.id`, id); err != nil {
		return err
	}
	return s.allow(id, document, pieces, others)
}
