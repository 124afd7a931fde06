package store

import (
	"context"
	"errors"
	"maps"
	"sync"
	"time"

	"vicis/core/record"

	"github.com/jmoiron/sqlx"
)

// tallies is what waits to be stored: whoever may write next stores what all of them brought, in one commit.
type tallies struct {
	writing sync.Mutex
	queue   sync.Mutex
	waiting []*delivery
}

// delivery is what one call of Append brought.
type delivery struct {
	ctx    context.Context
	quilt  string
	events []record.Event
	at     time.Time
	err    error // once it was written
}

// Append stores events, all or none. One that was stored before is passed over; with other contents it is ErrDiffers.
// Once it answers without an error they are on the disk, though several calls may have shared a commit.
func (s *Store) Append(ctx context.Context, id string, events []record.Event, at time.Time) error {
	d := &delivery{ctx, id, events, at, errors.New("it was not written")}
	s.queue.Lock()
	s.waiting = append(s.waiting, d)
	s.queue.Unlock()
	s.writing.Lock() // d is written when this is had: by one before, or now
	defer s.writing.Unlock()
	s.queue.Lock()
	together := s.waiting
	s.waiting = nil
	s.queue.Unlock()
	s.deliver(together)
	return wrap("store events", d.err)
}

// deliver writes deliveries in the order they came in, together if none is at fault, else each by itself; where it is
// the file that is at fault all are told so at once. One whose client has gone is not begun; none is broken off, for
// others would be with it.
func (s *Store) deliver(list []*delivery) {
	var together []*delivery
	for _, d := range list {
		if d.err = d.ctx.Err(); d.err == nil {
			together = append(together, d)
		}
	}
	if len(together) > 1 {
		err := wrap("together", s.written(together))
		file := errors.Is(err, ErrLocked) || errors.Is(err, ErrReading) || errors.Is(err, ErrDamaged)
		if err == nil || file {
			for _, d := range together {
				d.err = err
			}
			return
		}
	}
	for _, d := range together {
		d.err = s.written([]*delivery{d})
	}
}

func (s *Store) written(list []*delivery) error {
	if len(list) == 0 {
		return nil
	}
	ctx := context.WithoutCancel(list[0].ctx)
	var kept func()
	err := s.inTx(ctx, func(tx *sqlx.Tx) (err error) {
		insert := tx.StmtxContext(ctx, s.hot.insert)
		for _, d := range list {
			if err := d.write(ctx, tx, insert); err != nil {
				return err
			}
		}
		kept, err = s.keepFound(ctx, tx)
		return err
	})
	if err == nil {
		kept()
	}
	return err
}

const insertEvent = `INSERT INTO events (id, quilt, step, kind, n, exact, reason, of, at, look, rev, reads, along, prints, received)
	VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING`

func (d *delivery) write(ctx context.Context, tx *sqlx.Tx, insert *sqlx.Stmt) error {
	var known int
	if err := tx.GetContext(ctx, &known, `SELECT count(*) FROM quilts WHERE id = ?`, d.quilt); err != nil {
		return err
	}
	if known == 0 {
		return ErrUnknown
	}
	for _, e := range d.events {
		res, err := insert.ExecContext(ctx,
			e.ID, d.quilt, e.Step, e.Kind, e.N, e.Exact, e.Reason, e.Of, e.At, e.Look, e.Rev, e.Reads, e.Along,
			record.PrintsText(e.Prints), stamp(d.at))
		if err != nil {
			return err
		}
		if n, err := res.RowsAffected(); err != nil || n == 1 {
			if err != nil {
				return err
			}
			continue
		}
		var had eventRow
		if err := tx.GetContext(ctx, &had, `SELECT `+eventColumns+` FROM events WHERE id = ?`, e.ID); err != nil {
			return err
		}
		if had.Quilt != d.quilt || !had.event().Same(e) {
			return ErrDiffers
		}
	}
	return nil
}

// Fact is what an event counts: the number of the recipe it was made by.
type Fact struct {
	Seq    int64
	Recipe string
}

// found is what was found of events and is not written yet: it is written with the next tally, or once it is much.
// Should the program end before that it is found again.
type found struct {
	mu      sync.Mutex
	facts   []Fact
	recipes map[string]string
	version int
}

// muchFound is how many facts are written by themselves.
const muchFound = 1000

// Remember keeps what was found of events, and the recipes that are new among it. What is kept of an event already
// stays.
func (s *Store) Remember(ctx context.Context, facts []Fact, recipes map[string]string, version int) error {
	s.found.mu.Lock()
	if s.found.recipes == nil {
		s.found.recipes = map[string]string{}
	}
	s.found.facts = append(s.found.facts, facts...)
	for name, text := range recipes {
		s.found.recipes[name] = text
	}
	much := len(s.found.facts) >= muchFound
	s.found.version = version
	s.found.mu.Unlock()
	if !much {
		return nil
	}
	return s.writeFound(ctx)
}

// writeFound writes what was found by itself.
func (s *Store) writeFound(ctx context.Context) error {
	s.writing.Lock()
	defer s.writing.Unlock()
	var kept func()
	err := s.inTx(ctx, func(tx *sqlx.Tx) (err error) {
		kept, err = s.keepFound(ctx, tx)
		return err
	})
	if err == nil {
		kept()
	}
	return wrap("keep what was counted", err)
}

// keepFound writes what was found in somebody's commit; kept is called once that is on the disk.
func (s *Store) keepFound(ctx context.Context, tx *sqlx.Tx) (kept func(), err error) {
	s.found.mu.Lock()
	facts, recipes := s.found.facts, maps.Clone(s.found.recipes)
	s.found.mu.Unlock()
	for name, text := range recipes {
		if _, err := tx.ExecContext(ctx, `INSERT INTO recipes (name, text, version) VALUES (?, ?, ?) ON CONFLICT DO NOTHING`,
			name, text, s.found.version); err != nil {
			return nil, err
		}
	}
	for _, f := range facts {
		if _, err := tx.ExecContext(ctx, `INSERT INTO facts (event, recipe) VALUES (?, ?) ON CONFLICT DO NOTHING`,
			f.Seq, f.Recipe); err != nil {
			return nil, err
		}
	}
	return func() {
		s.found.mu.Lock()
		defer s.found.mu.Unlock()
		s.found.facts = s.found.facts[len(facts):]
		for name := range recipes {
			delete(s.found.recipes, name)
		}
	}, nil
}

// Recipe is what is written under a number.
func (s *Store) Recipe(ctx context.Context, name string) (text string, err error) {
	s.found.mu.Lock()
	text, waits := s.found.recipes[name]
	s.found.mu.Unlock()
	if waits {
		return text, nil
	}
	err = s.read.GetContext(ctx, &text, `SELECT text FROM recipes WHERE name = ?`, name)
	return text, wrap("read a recipe", err)
}

// Piled is up to which event every pile of a run was counted for itself.
func (s *Store) Piled(ctx context.Context) (seq int64, err error) {
	err = s.read.GetContext(ctx, &seq, `SELECT seq FROM piled`)
	return seq, wrap("read how older tallies counted", err)
}
