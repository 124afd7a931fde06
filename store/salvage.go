package store

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"slices"

	"vicis/core/record"

	"github.com/jmoiron/sqlx"
)

// What can be read of a file is read quilt by quilt and row by row, of which only reading is done: a damaged one gives
// what is whole in it.

// Saved is one quilt as far as it can be read: its newest revision that can be, and what was tallied of it.
type Saved struct {
	ID       string
	Rev      int
	Document string
	Events   []record.Event
	Plans    []Planning // how it came to that; nothing where not all of it can be read
	Missing  []string   // what of it cannot be read, in words
}

// Planning is a revision that was stored after so many events, or that its cutting was planned anew then.
type Planning struct {
	Rev      int    `json:"rev"`
	After    int    `json:"after,omitempty"`
	Document string `json:"document,omitempty"` // nothing where the revision stays what it is
}

// Salvage gives every quilt of a file to each, whole or damaged, and the cloth on the shelf as it lies there. What it
// could not read at all it says.
func Salvage(ctx context.Context, path string, each func(Saved) error) (cloth []Cloth, missing []string, err error) {
	db, end, err := reading(ctx, path)
	if err != nil {
		return nil, nil, fmt.Errorf("look at %s: %w", path, err)
	}
	defer func() { err = errors.Join(err, end()) }()
	ids := map[string]bool{}
	for _, query := range []string{`SELECT id FROM quilts`, `SELECT quilt FROM revisions`, `SELECT quilt FROM events`} {
		if err := rows(ctx, db, func(r *sqlx.Rows) error {
			var id string
			if err := r.Scan(&id); err != nil {
				return err
			}
			ids[id] = true
			return nil
		}, query); err != nil {
			missing = append(missing, fmt.Sprintf("not every quilt may be named: %v", err))
		}
	}
	var list []string
	for id := range ids {
		list = append(list, id)
	}
	slices.Sort(list)
	for _, id := range list {
		if err := each(saved(ctx, db, id)); err != nil {
			return nil, missing, err
		}
	}
	cloth, err = savedCloth(ctx, db)
	if err != nil {
		missing = append(missing, fmt.Sprintf("not all of the cloth on the shelf can be read: %v", err))
	}
	return cloth, missing, nil
}

// savedCloth reads the shelf as it lay last, from both ends where something between them is broken.
func savedCloth(ctx context.Context, db *sqlx.DB) (list []Cloth, err error) {
	type lying struct {
		Seq int64 `db:"seq"`
		Cloth
	}
	newest := map[string]lying{}
	first := map[string]int64{}
	one := func(r *sqlx.Rows) error {
		var c lying
		if err := r.StructScan(&c); err != nil {
			return err
		}
		if was, known := newest[c.ID]; !known || c.Seq > was.Seq {
			newest[c.ID] = c
		}
		if at, known := first[c.ID]; !known || c.Seq < at {
			first[c.ID] = c.Seq
		}
		return nil
	}
	const all = `SELECT seq, id, piece, at FROM cloth ORDER BY seq`
	if err = rows(ctx, db, one, all); err != nil {
		_ = rows(ctx, db, one, all+` DESC`) // what comes after what is broken
	}
	for _, c := range newest {
		list = append(list, c.Cloth)
	}
	slices.SortFunc(list, func(a, b Cloth) int { return cmp.Compare(first[a.ID], first[b.ID]) })
	return list, err
}

// saved reads one quilt: the newest revision from the end, what was tallied from both ends where something between them
// is broken.
func saved(ctx context.Context, db *sqlx.DB, id string) Saved {
	s := Saved{ID: id}
	next := 1 << 30
	for s.Document == "" && next > 0 {
		var rev int
		if err := db.GetContext(ctx, &rev, `SELECT coalesce(max(rev), 0) FROM revisions WHERE quilt = ? AND rev < ?`, id,
			next); err != nil || rev == 0 {
			s.Missing = append(s.Missing, "no revision of it can be read")
			break
		}
		if err := db.GetContext(ctx, &s.Document, `SELECT document FROM revisions WHERE quilt = ? AND rev = ?`, id,
			rev); err != nil {
			s.Missing = append(s.Missing, fmt.Sprintf("revision %d cannot be read", rev))
		}
		s.Rev, next = rev, rev
	}
	seen := map[int64]record.Event{}
	one := func(r *sqlx.Rows) error {
		var row eventRow
		if err := r.StructScan(&row); err != nil {
			return err
		}
		seen[row.Seq] = row.event()
		return nil
	}
	const events = `SELECT * FROM events WHERE quilt = ? ORDER BY seq` // an older program's file has fewer columns
	if err := rows(ctx, db, one, events, id); err != nil {
		s.Missing = append(s.Missing, "not everything that was tallied of it can be read")
		_ = rows(ctx, db, one, events+` DESC`, id) // what comes after what is broken
	}
	var order []int64
	for seq := range seen {
		order = append(order, seq)
	}
	slices.Sort(order)
	for _, seq := range order {
		s.Events = append(s.Events, seen[seq])
	}
	if len(s.Missing) == 0 {
		s.Plans = plannings(ctx, db, id, order)
	}
	return s
}

// plannings reads how a quilt came to what it is, beside its events; nothing where that cannot be read, or an older
// program did not write it.
func plannings(ctx context.Context, db *sqlx.DB, id string, events []int64) (list []Planning) {
	after := func(seq int64) int {
		n, _ := slices.BinarySearch(events, seq+1)
		return n
	}
	marks := map[int][]int64{}
	one := func(r *sqlx.Rows) error {
		var m struct {
			Rev int
			Seq int64
		}
		err := r.StructScan(&m)
		marks[m.Rev] = append(marks[m.Rev], m.Seq)
		return err
	}
	if rows(ctx, db, one, `SELECT rev, seq FROM marks WHERE quilt = ? ORDER BY rev, seq`, id) != nil {
		return nil
	}
	revision := func(r *sqlx.Rows) error {
		var p Planning
		err := r.StructScan(&p)
		for i, seq := range append(marks[p.Rev], 0)[:max(1, len(marks[p.Rev]))] {
			if p.After = after(seq); i > 0 {
				p.Document = ""
			}
			list = append(list, p)
		}
		return err
	}
	if rows(ctx, db, revision, `SELECT rev, document FROM revisions WHERE quilt = ? ORDER BY rev`, id) != nil {
		return nil
	}
	return list
}

// rows gives every row to each; past one that cannot be taken it goes on.
func rows(ctx context.Context, db *sqlx.DB, each func(*sqlx.Rows) error, query string, args ...any) (err error) {
	r, err := db.Unsafe().QueryxContext(ctx, query, args...)
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, r.Close()) }()
	var failed error
	for r.Next() {
		if err := each(r); err != nil && failed == nil {
			failed = err
		}
	}
	return errors.Join(failed, r.Err())
}

// Examine looks at the whole of a file, page by page and reference by reference, and says what is wrong; nothing where
// it is sound. It only reads.
func Examine(ctx context.Context, path string) (wrong []string, err error) {
	db, end, err := reading(ctx, path)
	if err != nil {
		return nil, fmt.Errorf("look at %s: %w", path, err)
	}
	defer func() { err = errors.Join(err, end()) }()
	if err := looked(ctx, db); err != nil && !errors.Is(err, ErrDamaged) {
		return nil, fmt.Errorf("%s: %w", path, err)
	}
	if err := db.SelectContext(ctx, &wrong, `PRAGMA integrity_check(20)`); err != nil {
		return append(wrong, err.Error()), nil // what stops the check is what is wrong
	}
	if len(wrong) == 1 && wrong[0] == "ok" {
		wrong = nil
	}
	var loose int
	if err := db.GetContext(ctx, &loose, `SELECT count(*) FROM pragma_foreign_key_check`); err != nil {
		return append(wrong, err.Error()), nil // the same
	}
	if loose > 0 {
		wrong = append(wrong, fmt.Sprintf("%d rows belong to a quilt that is not there", loose))
	}
	return wrong, nil
}
