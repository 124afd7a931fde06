package record

import (
	"fmt"
	"math/rand/v2"
	"testing"
	"time"
)

// counted adds up what is in force of one step from the beginning, by the definition: an undo that is in force puts out
// of force what it names.
func counted(events []Event, step string) (made int, last, lastPressed string) {
	by := map[string][]int{} // undos by what they name
	for i, e := range events {
		if e.Kind == Undo {
			by[e.Of] = append(by[e.Of], i)
		}
	}
	var inForce func(i int) bool
	inForce = func(i int) bool {
		for _, u := range by[events[i].ID] {
			if inForce(u) {
				return false
			}
		}
		return true
	}
	for i, e := range events {
		if e.Kind == Undo || string(e.Step) != step || !inForce(i) {
			continue
		}
		switch e.Kind {
		case Made:
			made += e.N
		case Pressed:
			lastPressed = e.ID
			continue
		}
		last = e.ID
	}
	return made, last, lastPressed
}

// Counting on from where it stood comes to what counting from the beginning comes to, in whatever order things are
// made, set aside, counted anew, taken back, and taken back again; an undo may come before what it names.
func TestCountingOnIsCountingFromTheBeginning(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 9))
	for range 300 {
		l := NewLog()
		var events []Event
		for i := range 60 {
			e := Event{ID: fmt.Sprintf("event-%03d", i), Step: "I", N: 1 + r.IntN(9)}
			switch k := r.IntN(10); {
			case k < 4:
				e.Kind = Made
			case k < 5:
				e.Kind = Aside
			case k < 6:
				e.Kind = Recount
			case k < 7:
				e.Kind = Pressed
			default:
				e.Kind, e.N = Undo, 0
				e.Of = fmt.Sprintf("event-%03d", max(0, i-1-r.IntN(8)))
				if r.IntN(8) == 0 && i < 50 {
					at := i + 1 + r.IntN(8)
					e.Of = fmt.Sprintf("event-%03d", at)
				}
			}
			events = append(events, e)
			if rings(events) {
				events = events[:len(events)-1]
				continue
			}
			l.Add(e)
			made, last, lastPressed := counted(events, "I")
			c := l.count[Key{Step: "I"}]
			if c == nil {
				continue
			}
			id := func(at int) string {
				if at < 0 {
					return ""
				}
				return l.entries[at].ID
			}
			if c.Since != made || id(c.Last) != last ||
				id(c.LastPressed) != lastPressed {
				t.Fatalf("%d made, last %q and %q; from the beginning %d, %q, %q: %v",
					c.Since, id(c.Last), id(c.LastPressed), made, last, lastPressed, events)
			}
		}
	}
}

// rings says whether undos take back each other in a ring.
func rings(events []Event) bool {
	of := map[string]string{}
	for _, e := range events {
		if e.Kind == Undo {
			of[e.ID] = e.Of
		}
	}
	for id := range of {
		at := id
		for range events {
			if at = of[at]; at == id && at != "" {
				return true
			}
		}
	}
	return false
}

// Chains of undos end, however long they are: of so many that take back each other the first counts by their number.
func TestUndoChainsOfAnyLength(t *testing.T) {
	for _, long := range []int{1, 2, 9, 4000, 4001} {
		l := NewLog()
		l.Add(Event{ID: "event-0", Step: "I", Kind: Made, N: 5})
		for i := range long {
			l.Add(Event{ID: fmt.Sprintf("event-%d", i+1), Kind: Undo, Of: fmt.Sprintf("event-%d", i)})
		}
		want := 5 * (1 - long%2)
		if got := l.count[Key{Step: "I"}].Since; got != want {
			t.Errorf("taken back %d times over, %d count, want %d", long, got, want)
		}
	}
	ring := NewLog()
	ring.Add(Event{ID: "event-0", Step: "I", Kind: Made, N: 5})
	for i := range 1000 {
		ring.Add(Event{ID: fmt.Sprintf("ring-%d", i), Kind: Undo, Of: fmt.Sprintf("ring-%d", (i+1)%1000)})
	}
	if got := ring.count[Key{Step: "I"}].Since; got != 5 {
		t.Errorf("beside a ring %d count", got)
	}
}

// One taken back of a key that has ten entries and of one that has a million: the metric is how many times as long the
// second takes.
func BenchmarkUndoByHistory(b *testing.B) {
	with := func(n int) (*Log, func(i int)) {
		l := NewLog()
		for i := range n {
			l.Add(Event{ID: fmt.Sprintf("before-%07d", i), Step: "I", Kind: Made, N: 1})
		}
		return l, func(i int) {
			l.Add(Event{ID: fmt.Sprintf("event-%d", i), Step: "I", Kind: Made, N: 1})
			l.Add(Event{ID: fmt.Sprintf("undo-%d", i), Kind: Undo, Of: fmt.Sprintf("event-%d", i)})
		}
	}
	_, few := with(10)
	_, many := with(1_000_000)
	var short, long float64
	i := 0
	for b.Loop() {
		i++
		short += timed(func() { few(i) })
		long += timed(func() { many(i) })
	}
	b.ReportMetric(long/short, "1000000÷10")
}

func timed(do func()) float64 {
	start := time.Now()
	do()
	return time.Since(start).Seconds()
}
