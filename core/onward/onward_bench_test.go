package onward_test

import (
	"testing"
	"time"

	"vicis/core/ask"
	"vicis/core/measure"
	"vicis/core/onward"
	"vicis/core/record"
	"vicis/core/stock"
	"vicis/core/tally"
	"vicis/core/work"
	"vicis/internal/trial/whole"
)

// BenchmarkOnward works every way on out for a set that was measured, beside planning the quilt once: three ways are
// plans of their own, and what follows is found by sewing the units again and again.
func BenchmarkOnward(b *testing.B) {
	d := read(b, rails)
	var plans, ways time.Duration
	for b.Loop() {
		start := time.Now()
		if _, ok := work.Of(d); !ok {
			b.Fatal("not planned")
		}
		plans += time.Since(start)
		start = time.Now()
		if out, _ := onward.OnwardFrom(d, onward.Came{Step: "rail", Height: measure.Typed("6 3/8")}, whole.Against(stock.NewAccount()),
			ask.Enough(nil)); len(out.Ways) != 4 {
			b.Fatal("not every way")
		}
		ways += time.Since(start)
	}
	b.ReportMetric(float64(ways)/float64(plans), "onward÷plan")
}

// BenchmarkGauged folds ten thousand measurements of a batch, beside a thousand: what is gone through is bounded.
func BenchmarkGauged(b *testing.B) {
	w, ok := work.Of(read(b, rails))
	if !ok {
		b.Fatal("not planned")
	}
	set, _ := workStep(w, "rail")
	few, many := stock.NewAccount(), stock.NewAccount()
	for i := range 10_000 {
		e := record.Event{
			ID: string(rune('a'+i%26)) + time.Duration(i).String(), Step: "rail", Exact: set.Exact(),
			Look: set.Look, Kind: record.Measured, N: 1, Reads: []string{"6.5", "6.485", "6.49", "6 1/2"}[i%4],
		}
		if i < 1000 {
			few.Add(e, nil)
		}
		many.Add(e, nil)
	}
	var one, ten time.Duration
	for b.Loop() {
		start := time.Now()
		tally.Against(few, w)
		one += time.Since(start)
		start = time.Now()
		tally.Against(many, w)
		ten += time.Since(start)
	}
	b.ReportMetric(float64(ten)/float64(one), "10000÷1000")
}

func workStep(w *work.Work, id string) (work.Step, bool) {
	for _, s := range w.Steps {
		if string(s.ID) == id {
			return s, true
		}
	}
	return work.Step{}, false
}
