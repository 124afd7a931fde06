package times

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"vicis/core/record"
	"vicis/core/stock"
	"vicis/core/tally"
	"vicis/internal/trial/steps"
)

// Ten pairs counted every 40 seconds, with an hour's pause and another step in between: the pace is 40 s, and eight of
// nine gaps count. Worked by hand: what is to go is 30 pairs, 20 minutes.
func TestPaceFromOnesOwnTallies(t *testing.T) {
	w := steps.Working(slices.Clone(steps.Three.Steps)...)
	w.Steps[2].Make = 42
	at := time.Date(2026, 3, 14, 9, 0, 0, 0, time.UTC)
	var list []record.Event
	add := func(step string, n int, after time.Duration) {
		at = at.Add(after)
		e := steps.EventOf(step, record.Made, n)
		e.At = at.Format(time.RFC3339)
		list = append(list, e)
	}
	times := func() OwnTimes {
		l := stock.NewAccount()
		for _, e := range list {
			l.Add(e, stock.BookOf(w).Fact(e))
		}
		return Times(l.Log, w, tally.Against(l, w), 0)
	}
	for range 4 {
		add("pair", 1, 40*time.Second)
	}
	if got := times(); len(got.Paces) != 0 || got.Left != nil || got.Usual != "" {
		t.Errorf("three gaps say nothing: %+v", got)
	}
	add("pair", 1, time.Hour)
	add("pair", 1, 40*time.Second)
	add("cut", 3, 40*time.Second)
	add("pair", 1, 400*time.Second) // after something else: no gap of its own
	for range 3 {
		add("pair", 1, 40*time.Second)
	}
	add("pair", 2, 80*time.Second)
	got := times()
	if len(got.Paces) != 1 || got.Paces[0].Gaps != 8 || got.Paces[0].Paused != 1 ||
		!strings.HasPrefix(got.Paces[0].Says, "40 s each") ||
		got.Paces[0].ToGo != 30 || got.Paces[0].Left != "about 20 min" {
		t.Errorf("%+v", got.Paces)
	}
	if got.Left == nil || got.Left.Says != "about 20 min for 1 step of what is to go" ||
		!strings.Contains(got.Left.Rests, "sub-cuts") {
		t.Errorf("%+v", got.Left)
	}
	if len(got.Days) != 1 || got.Days[0] != (Day{"2026-03-14", 15, 0, 15}) {
		t.Errorf("%+v", got.Days)
	}
	list = append(list, steps.TakenBack(list[len(list)-1]))
	if got := times(); got.Paces[0].Gaps != 7 || got.Days[0].Made != 13 {
		t.Errorf("taken back: %+v", got)
	}
	w.Settings.Times = "hidden"
	if got := times(); len(got.Paces) != 0 || got.Left != nil || !got.Hidden {
		t.Errorf("hidden: %+v", got)
	}
}

// The day is the quilter's: what was sewn at one in the morning in Auckland is not yesterday's.
func TestADayIsTheQuilters(t *testing.T) {
	e := steps.EventOf("pair", record.Made, 3)
	e.At = "2026-03-14T12:30:00Z"
	aside := steps.EventOf("pair", record.Aside, 1)
	aside.At, aside.Reason = "2026-03-15T12:30:00Z", "seam off"
	l := stock.NewAccount()
	l.Add(e, nil)
	l.Add(aside, nil)
	got := Times(l.Log, steps.Three, tally.Against(l, steps.Three), 13*60)
	if fmt.Sprint(got.Days) != "[{2026-03-15 3 0 3} {2026-03-16 0 1 2}]" || fmt.Sprint(got.Aside) != "[{seam off 1}]" {
		t.Errorf("%v %v", got.Days, got.Aside)
	}
}

// Three days of half an hour each, pairs at 40 s and cuts at 10 s: worked by hand, 30 minutes are 12 cuts that are to
// go (2 min) and 42 pairs (28 min), and 42 pairs take 42 × 0.3556 = 14.9 m of a bobbin of 10 m that is full: one more
// is wound.
func TestADaysShareGoesOnFromStepToStep(t *testing.T) {
	w := steps.Working(slices.Clone(steps.Three.Steps)...)
	w.Steps[1].Make, w.Steps[2].Make, w.Steps[2].Bobbin, w.Settings.Bobbin = 141, 400, 0.3556, 10
	w.Steps[2].Takes = nil
	l := stock.NewAccount()
	for day := range 3 {
		at := time.Date(2026, 3, 14+day, 9, 0, 0, 0, time.UTC)
		add := func(step string, n int, after time.Duration) {
			at = at.Add(after)
			e := steps.EventOf(step, record.Made, n)
			e.At = at.Format(time.RFC3339)
			l.Add(e, stock.BookOf(w).Fact(e))
		}
		for range 43 {
			add("cut", 1, 10*time.Second)
		}
		add("pair", 1, 10*time.Second)
		for range 34 {
			add("pair", 1, 40*time.Second)
		}
		at = at.Add(10 * time.Second)
		add("pair", 1, 10*time.Second)
	}
	bobbin := steps.EventOf("pair", record.Bobbin, 0)
	bobbin.At = "2026-03-16T12:00:00Z"
	l.Add(bobbin, nil)
	p := tally.Against(l, w)
	p.Next = "cut" // the fold goes on with what was sewn last
	usual, days := usualDay(l.Log, 0)
	if days != 3 || usual < 1790 || usual > 1830 {
		t.Fatalf("a day of %v s", usual)
	}
	got := Times(l.Log, w, p, 0)
	if got.Share != "all 12 of cut, then 42 of pair" ||
		got.Wind != "Wind 1 bobbin for it, beside the one in the machine." {
		t.Errorf("%q, %q", got.Share, got.Wind)
	}
}
