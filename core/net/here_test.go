package net_test

import (
	"fmt"
	"math/rand/v2"
	"reflect"
	"testing"

	"vicis/core/naming"
	"vicis/core/net"
	"vicis/core/record"
	"vicis/core/stock"
	"vicis/core/work"
	"vicis/internal/quilts"
)

// Of nothing what is still to cut is what the quilt takes: cut list, script and steps are the same, one by one.
func TestFromNothingIsAllOfIt(t *testing.T) {
	docs, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	for _, d := range docs {
		w, ok := work.Of(d)
		if !ok {
			continue
		}
		here := net.Of(w).Here(stock.NewAccount()).Work()
		here.Here, here.Begun = nil, nil
		for what, both := range map[string][2]any{
			"cut": {w.Cut, here.Cut}, "script": {w.Script, here.Script}, "batches": {w.Batches, here.Batches},
			"steps": {w.Steps, here.Steps},
		} {
			if !reflect.DeepEqual(both[0], both[1]) {
				t.Errorf("%s: the %s differs", d.Name, what)
			}
		}
	}
}

// whatever is some acts of one quilt, each by the plan of its day.
func whatever(r *rand.Rand, l *stock.Account, book *stock.Book, from, n int) {
	for i := range n {
		one := book.Order[r.IntN(len(book.Order))]
		e := record.Event{
			ID: fmt.Sprintf("event-%04d", from+i), Step: one.Step, Exact: one.Makes.Size,
			At:   fmt.Sprintf("2026-03-01T%02d:%02d:00Z", (from+i)/60, (from+i)%60),
			Kind: []record.EventKind{"made", "made", "made", "aside", "pile"}[r.IntN(5)], N: 1 + r.IntN(20),
		}
		l.Add(e, one)
	}
}

// Whatever was counted by whichever plan: what is planned from here asks for what is missing and for nothing else, and
// its own counting begins where the other ended.
func TestFromHereIsWhatIsMissing(t *testing.T) {
	docs, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	r := rand.New(rand.NewPCG(39, 1))
	for i, d := range docs {
		if i%3 != 0 {
			continue
		}
		plans := becoming(t, d)
		if len(plans) == 0 {
			continue
		}
		for range 4 {
			l := stock.NewAccount()
			for k, w := range plans {
				all := net.Of(w)
				now := all.Here(l)
				fits(t, fmt.Sprintf("%s, plan %d", d.Name, k), all, now, l)
				whatever(r, l, now.Book, 100*k, 12)
			}
		}
	}
}

// fits holds what is planned from here against what is missing.
func fits(t *testing.T, name string, all, here *net.Plan, l *stock.Account) {
	t.Helper()
	w := here.Work()
	if w.Here == nil { // cloth of the shelf is promised
		return
	}
	missing, _ := all.From(all.There(l))
	asked, _ := here.From(here.There(l))
	want := map[naming.Step]int{}
	for i, s := range all.Work().Steps {
		want[s.ID] = missing[i].ToGo
	}
	for i, s := range w.Steps {
		n := asked[i].ToGo
		if !w.Anew(s) && n != want[s.ID] {
			t.Errorf("%s: %d of %s are to be sewn, %d are missing", name, n, s.Called, want[s.ID])
		}
		if planned := s.Make - w.Here.Made[s.ID]; w.Anew(s) && n != planned {
			t.Errorf("%s: %d of %s (%s) are to be cut, %d are planned", name, n, s.Called, s.ID, planned)
		}
	}
}
