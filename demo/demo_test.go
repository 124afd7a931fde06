package demo

import (
	"context"
	"path/filepath"
	"reflect"
	"testing"

	"vicis/core/plan"
	"vicis/core/tally"
	"vicis/store"
)

func TestTheScenarioIsInTheMiddleOfTheWork(t *testing.T) {
	docs, err := Documents()
	if err != nil {
		t.Fatal(err)
	}
	p, problems := plan.Make(docs[InTheMiddle], nil)
	if len(problems) > 0 {
		t.Fatal(problems)
	}
	events := Events(docs[InTheMiddle])
	progress := tally.Fold(p, events)
	aside := 0
	for _, s := range progress.Steps {
		aside += s.Aside
	}
	if progress.Counted < 200 || aside == 0 || progress.Next != "block" || len(progress.Doubts) > 0 || len(progress.NoLonger) > 0 {
		t.Errorf("%d counted, %d aside, next %s, %v, %v", progress.Counted, aside, progress.Next, progress.Doubts, progress.NoLonger)
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
	if list, err := s.Quilts(ctx); err != nil || len(list) != 3 || list[0].ID != InTheMiddle {
		t.Errorf("%+v, %v", list, err)
	}
}
