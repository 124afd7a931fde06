package store

import (
	"context"
	"path/filepath"
	"testing"
	"time"

	"vicis/core/record"
)

// What was found of an event is written with the next tally, or when the file is closed, and then stays whatever a newer
// program finds; it cannot be changed or deleted.
func TestWhatAnEventCountsIsWrittenOnce(t *testing.T) {
	ctx := context.Background()
	path := filepath.Join(t.TempDir(), "facts.db")
	open := func() *Store {
		s, err := Open(ctx, path)
		if err != nil {
			t.Fatal(err)
		}
		return s
	}
	s := open()
	if _, err := s.Create(ctx, "quilt", "document", time.Now()); err != nil {
		t.Fatal(err)
	}
	event := func(id string) record.Event {
		return record.Event{ID: id, Step: "cut", Kind: record.Made, N: 1, At: "2026-03-01T10:00:00Z"}
	}
	append1 := func(s *Store, id string) {
		if err := s.Append(ctx, "quilt", []record.Event{event(id)}, time.Now()); err != nil {
			t.Fatal(err)
		}
	}
	recipes := func(s *Store) (list []string) {
		stored, err := s.EventsAfter(ctx, "quilt", 0, -1)
		if err != nil {
			t.Fatal(err)
		}
		for _, e := range stored {
			list = append(list, e.Recipe)
		}
		return list
	}
	remember := func(s *Store, seq int64, name string, version int) {
		if err := s.Remember(ctx, []Fact{{seq, name}}, map[string]string{name: "text of " + name}, version); err != nil {
			t.Fatal(err)
		}
	}
	append1(s, "event-0001")
	remember(s, 1, "first", 1)
	if got := recipes(s); got[0] != "" {
		t.Errorf("written by itself: %q", got)
	}
	if text, err := s.Recipe(ctx, "first"); err != nil || text != "text of first" {
		t.Errorf("while it waits it reads %q, %v", text, err)
	}
	append1(s, "event-0002")
	if got := recipes(s); got[0] != "first" || got[1] != "" {
		t.Errorf("with the next tally: %q", got)
	}
	remember(s, 1, "other", 2) // a newer program finds something else
	remember(s, 2, "second", 2)
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	s = open()
	defer func() { _ = s.Close() }()
	if got := recipes(s); got[0] != "first" || got[1] != "second" {
		t.Errorf("after it was closed: %q", got)
	}
	if text, err := s.Recipe(ctx, "second"); err != nil || text != "text of second" {
		t.Errorf("%q, %v", text, err)
	}
	if _, err := s.Recipe(ctx, "third"); err == nil {
		t.Error("a recipe that nobody wrote is read")
	}
	for _, act := range []string{
		`UPDATE facts SET recipe = 'second' WHERE event = 1`, `DELETE FROM facts`, `UPDATE recipes SET text = ''`,
		`DELETE FROM recipes`,
	} {
		if _, err := s.write.ExecContext(ctx, act); err == nil {
			t.Errorf("%s: done", act)
		}
	}
	if seq, err := s.Piled(ctx); err != nil || seq != 0 {
		t.Errorf("of a new file %d events counted pile by pile, %v", seq, err)
	}
}
