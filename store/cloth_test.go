package store

import (
	"context"
	"errors"
	"testing"
)

func pieces(t *testing.T, s *Store) map[string]string {
	t.Helper()
	list, err := s.Cloth(context.Background())
	if err != nil {
		t.Fatal(err)
	}
	m := map[string]string{}
	for _, c := range list {
		m[c.ID] = c.Piece
	}
	return m
}

// A row for every change, the newest counts, the same said twice is stored once, and nothing is ever changed or
// deleted.
func TestClothIsKeptByChange(t *testing.T) {
	s, _ := open(t)
	ctx := context.Background()
	for _, c := range [][2]string{{"a", "one"}, {"b", "two"}, {"a", "one"}, {"a", "fewer"}, {"a", "one"}} {
		if err := s.PutCloth(ctx, c[0], c[1], "", now); err != nil {
			t.Fatal(err)
		}
	}
	var rows int
	if err := s.read.GetContext(ctx, &rows, `SELECT count(*) FROM cloth`); err != nil || rows != 4 {
		t.Errorf("%d rows, %v", rows, err)
	}
	list, err := s.Cloth(ctx)
	if err != nil || len(list) != 2 || list[0].ID != "a" || list[0].Piece != "one" || list[1].Piece != "two" {
		t.Errorf("%+v %v", list, err)
	}
	for _, q := range []string{`UPDATE cloth SET piece = 'x'`, `DELETE FROM cloth`} {
		if _, err := s.write.ExecContext(ctx, q); err == nil {
			t.Errorf("%s was done", q)
		}
	}
}

// The revision and the shelf after cutting are stored together or not at all.
func TestCuttingIsStoredWholeOrNotAtAll(t *testing.T) {
	s, _ := open(t)
	ctx := context.Background()
	if _, err := s.Create(ctx, "quilt", "planned", now); err != nil {
		t.Fatal(err)
	}
	if err := s.PutCloth(ctx, "a", "whole", "", now); err != nil {
		t.Fatal(err)
	}
	refused := errors.New("refused")
	cut := func(document string) func(Quilt, []Cloth) (string, []Cloth, error) {
		return func(q Quilt, list []Cloth) (string, []Cloth, error) {
			if q.Document != "planned" || len(list) != 1 || list[0].Piece != "whole" {
				t.Errorf("%+v %+v", q, list)
			}
			return document, []Cloth{{ID: "a", Piece: "cut"}, {ID: "rest", Piece: "left"}}, nil
		}
	}
	s.Guard(func(_, document string, _ []Cloth, _ []Quilt) error {
		if document == "bad" {
			return refused
		}
		return nil
	})
	if _, err := s.SaveCut(ctx, "quilt", 1, cut("bad"), now); !errors.Is(err, refused) {
		t.Fatal(err)
	}
	if got := pieces(t, s); len(got) != 1 || got["a"] != "whole" {
		t.Errorf("the shelf was cut without the revision: %v", got)
	}
	var stale *StaleError
	if _, err := s.SaveCut(ctx, "quilt", 4, cut("done"), now); !errors.As(err, &stale) || stale.Newest != 1 {
		t.Errorf("%v", err)
	}
	if _, err := s.SaveCut(ctx, "nowhere", 1, cut("done"), now); !errors.Is(err, ErrUnknown) {
		t.Errorf("%v", err)
	}
	q, err := s.SaveCut(ctx, "quilt", 1, cut("done"), now)
	if err != nil || q.Rev != 2 || q.Document != "done" {
		t.Fatal(q, err)
	}
	if got := pieces(t, s); got["a"] != "cut" || got["rest"] != "left" {
		t.Errorf("%v", got)
	}
}

// Every way a document comes to be the newest is held against the guard, with all that lies there in sight.
func TestTheGuardSeesEveryWriting(t *testing.T) {
	s, _ := open(t)
	ctx := context.Background()
	for _, id := range []string{"one", "two"} {
		if _, err := s.Create(ctx, id, "first of "+id, now); err != nil {
			t.Fatal(err)
		}
	}
	if _, err := s.Save(ctx, "one", 1, "second", now); err != nil {
		t.Fatal(err)
	}
	no := errors.New("no")
	var seen []string
	s.Guard(func(id, document string, _ []Cloth, quilts []Quilt) error {
		seen = append(seen, id+": "+document)
		if len(quilts) != 2 {
			t.Errorf("%d quilts are stored before %s is written", len(quilts), id)
		}
		return no
	})
	for name, write := range map[string]func() error{
		"create":  func() error { _, err := s.Create(ctx, "three", "new", now); return err },
		"save":    func() error { _, err := s.Save(ctx, "one", 2, "third", now); return err },
		"restore": func() error { _, err := s.Restore(ctx, "one", 2, Undo, 0, now); return err },
	} {
		if err := write(); !errors.Is(err, no) {
			t.Errorf("%s: %v", name, err)
		}
	}
	if err := s.PutAway(ctx, "two", true); err != nil {
		t.Errorf("putting away takes nothing: %v", err)
	}
	if err := s.PutAway(ctx, "two", false); !errors.Is(err, no) {
		t.Errorf("brought back: %v", err)
	}
	if len(seen) != 4 {
		t.Errorf("%q", seen)
	}
	if list, err := s.Quilts(ctx); err != nil || len(list) != 2 {
		t.Errorf("%+v %v", list, err)
	}
}
