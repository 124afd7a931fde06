package store

import (
	"context"
	"errors"
	"testing"
)

func TestUndoAndRedoAreRevisionsToo(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	quiltOn(t, s, "a") // revision 1: {}
	rev := 1
	at := func(want string) {
		t.Helper()
		q, err := s.Quilt(ctx, "a")
		if err != nil || q.Document != want || q.Rev != rev {
			t.Fatalf("revision %d is %q (%v), want %q", q.Rev, q.Document, err, want)
		}
	}
	save := func(text string) {
		t.Helper()
		if _, err := s.Save(ctx, "a", rev, text, now); err != nil {
			t.Fatal(err)
		}
		rev++
	}
	do := func(act Act) {
		t.Helper()
		if _, err := s.Restore(ctx, "a", rev, act, 0, now); err != nil {
			t.Fatal(err)
		}
		rev++
	}
	if _, err := s.Restore(ctx, "a", rev, Undo, 0, now); !errors.Is(err, ErrNowhere) {
		t.Errorf("an undo of the beginning: %v", err)
	}
	save("b")
	save("c")
	do(Undo)
	at("b")
	do(Undo)
	at("{}")
	if _, err := s.Restore(ctx, "a", rev, Undo, 0, now); !errors.Is(err, ErrNowhere) {
		t.Errorf("an undo before the beginning: %v", err)
	}
	do(Redo)
	at("b")
	save("d") // a change forgets what could be done again
	if _, err := s.Restore(ctx, "a", rev, Redo, 0, now); !errors.Is(err, ErrNowhere) {
		t.Errorf("a redo after a change: %v", err)
	}
	do(Undo)
	at("b")
	if _, err := s.Restore(ctx, "a", rev, Change, 3, now); err != nil { // straight back to revision 3
		t.Fatal(err)
	}
	rev++
	at("c")
	var stale *StaleError
	if _, err := s.Restore(ctx, "a", 1, Undo, 0, now); !errors.As(err, &stale) {
		t.Errorf("a stale undo: %v", err)
	}
	if _, err := s.Restore(ctx, "nothing", 1, Undo, 0, now); !errors.Is(err, ErrUnknown) {
		t.Errorf("an undo of nothing: %v", err)
	}
	if list, err := s.Revisions(ctx, "a"); err != nil || len(list) != rev {
		t.Errorf("%d revisions, want %d, %v", len(list), rev, err)
	}
}
