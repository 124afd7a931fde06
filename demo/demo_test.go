package demo

import (
	"context"
	"path/filepath"
	"reflect"
	"testing"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/tally"
	"vicis/store"
)

func TestTheScenarioIsInTheMiddleOfTheWork(t *testing.T) {
	docs, err := Documents()
	if err != nil {
		t.Fatal(err)
	}
	_, p, problems := plan.From(docs[InTheMiddle], nil)
	if len(problems) > 0 {
		t.Fatal(problems)
	}
	events := Events(docs[InTheMiddle])
	progress := tally.Fold(p, events)
	aside := 0
	for _, s := range progress.Steps {
		aside += s.Aside
	}
	if progress.Counted < 200 || aside == 0 || progress.Next != "block" || len(progress.Doubts) > 0 ||
		len(progress.NoLonger) > 0 {
		t.Errorf("%d counted, %d aside, next %s, %v, %v", progress.Counted, aside, progress.Next, progress.Doubts,
			progress.NoLonger)
	}
	ids := map[string]bool{}
	for _, e := range events {
		if ids[e.ID] || e.Check() != "" {
			t.Errorf("%+v: %s", e, e.Check())
		}
		ids[e.ID] = true
	}
	if !reflect.DeepEqual(events, Events(docs[InTheMiddle])) {
		t.Error("the scenario is another each time")
	}
}

func TestTheShelfIsFilledOnce(t *testing.T) {
	ctx := context.Background()
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), "vicis.db"))
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	for range 2 {
		if err := Fill(ctx, s); err != nil {
			t.Fatal(err)
		}
	}
	if list, err := s.Quilts(ctx); err != nil || len(list) != 8 || list[0].ID != InTheMiddle {
		t.Errorf("%+v, %v", list, err)
	}
}

// The quilt at the mat has everything round it, takes from the shelf what is promised to it, and is half way through
// its strips.
func TestTheQuiltAtTheMatUsesTheShelf(t *testing.T) {
	docs, err := Documents()
	if err != nil {
		t.Fatal(err)
	}
	d := docs[AtTheMat]
	_, w, problems := plan.From(d, nil)
	if problems.Stopped() || len(w.Taken()) != len(d.Supplies) {
		t.Fatalf("%v, %+v taken of %+v", problems, w.Taken(), d.Supplies)
	}
	for _, s := range d.Supplies {
		found := false
		for _, h := range Cloth() {
			found = found || h.ID == s.ID && h.Count >= s.Count && h.Width == s.Width && h.Length == s.Length
		}
		if !found {
			t.Errorf("%s lies nowhere", s.ID)
		}
	}
	progress := tally.Fold(w, Begun(d, naming.Pool("light", int64(7*measure.Inch/2), false), "loft"))
	if progress.Next == "" || progress.Stages[0].Done == 0 || progress.Stages[0].Done == progress.Stages[0].Make ||
		len(progress.Doubts) > 0 {
		t.Errorf("next %q, %+v, %v", progress.Next, progress.Stages[0], progress.Doubts)
	}
}
