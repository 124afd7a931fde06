package tally

import (
	"fmt"
	"math/rand"
	"reflect"
	"strings"
	"testing"

	"vicis/core/cutting"
	"vicis/core/fewest"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/record"
	"vicis/core/work"
	"vicis/internal/trial/steps"
)

const in = measure.Inch

func find(p Progress, id string) StepProgress {
	for _, s := range p.Steps {
		if string(s.ID) == id {
			return s
		}
	}
	return StepProgress{}
}

// Two widths come out of the same strips of 20: two strips give 3 of 6 each, one gives 2 of 6 and 2 of 3, one gives 1
// and 4. A strip is used up by the first piece that is cut from it, however little that is.
func TestStripsThatGiveSeveralWidths(t *testing.T) {
	two := steps.Working(
		work.Step{ID: "strip", Called: "strip", Stage: "strips", Does: "cut", Make: 4, Size: []measure.Length{2 * in}},
		work.Step{
			ID: "six", Called: "six", Stage: "sub-cuts", Does: "sub-cut", Make: 9, Size: []measure.Length{6 * in},
			Takes: []work.StepTake{{Step: "strip", Each: 1, Per: 3, Shared: true}},
		},
		work.Step{
			ID: "three", Called: "three", Stage: "sub-cuts", Does: "sub-cut", Make: 6,
			Size: []measure.Length{3 * in}, Takes: []work.StepTake{{Step: "strip", Each: 1, Per: 6, Shared: true}},
		},
		work.Step{
			ID: "pair", Called: "pair", Stage: "units", Does: "sew", Make: 6, Size: []measure.Length{9 * in},
			Takes: []work.StepTake{{Step: "six", Each: 1, Per: 1}, {Step: "three", Each: 1, Per: 1}},
		},
	)
	across := &cutting.Across{
		Cuts: []cutting.WidthCut{{ID: "six", Need: 9, PerStrip: 3}, {ID: "three", Need: 6, PerStrip: 6}},
		Layups: fewest.Layups{Patterns: []fewest.Pattern{
			{Counts: []int{3, 0}, Times: 2},
			{Counts: []int{2, 2}, Times: 1},
			{Counts: []int{1, 4}, Times: 1},
		}},
	}
	part, strip := work.MatPart{}, &cutting.StripPlan{ID: "strip"}
	before := []int{0, 0}
	for i, p := range across.Layups.Patterns {
		line := work.MatLine{
			Kind: work.AcrossIt, Strip: strip, Across: across, Pattern: &across.Layups.Patterns[i],
			Times: p.Times,
		}
		for k, n := range p.Counts {
			if n > 0 {
				line.Gives = append(line.Gives, work.Give{Step: across.Cuts[k].ID, N: n, Before: before[k]})
				before[k] += n * p.Times
			}
		}
		part.Lines = append(part.Lines, line)
	}
	two.Script = []work.MatPart{part}
	fold := func(aside int, made ...int) Progress {
		var events []record.Event
		for i, n := range made {
			s := two.Steps[i]
			events = append(events, record.Event{
				ID: string("made-" + s.ID), Step: s.ID, Exact: s.Exact(), Kind: record.Made,
				N: n,
			})
		}
		if aside > 0 {
			events = append(events, record.Event{ID: "aside-six", Step: "six", Exact: "6 in", Kind: record.Aside, N: aside})
		}
		return Fold(two, events)
	}
	p := fold(0, 4, 5, 3) // both that give 6 alone are begun, and both that give 3
	if s := find(p, "strip"); s.Used != 4 || s.OnHand != 0 {
		t.Errorf("strips %+v", s)
	}
	if six, other := find(p, "six"), find(p, "three"); six.Ready != 4 || other.Ready != 3 {
		t.Errorf("ready %d and %d", six.Ready, other.Ready)
	}
	p = fold(0, 4, 6, 0) // line by line: two strips, and two are whole
	if s := find(p, "strip"); s.Used != 2 || s.OnHand != 2 {
		t.Errorf("strips %+v", s)
	}
	p = fold(0, 3, 9, 6) // four strips were cut from three
	if len(p.Doubts) != 1 || p.Doubts[0].Step != "strip" {
		t.Errorf("doubts %+v", p.Doubts)
	}
	p = fold(3, 4, 9, 6) // three of the nine are no good, and nothing is left of four strips
	if s, six := find(p, "strip"), find(p, "six"); six.ToGo != 3 || s.ToGo != 1 || s.Short != 1 {
		t.Errorf("strips %+v, six %+v", s, six)
	}
}

func TestCountsAddUp(t *testing.T) {
	p := Fold(steps.Three, []record.Event{
		steps.EventOf("strip", record.Made, 4), steps.EventOf("cut", record.Made, 12), steps.EventOf("cut", record.Made, 8),
		steps.EventOf("pair", record.Made, 3), steps.EventOf("pair", record.Aside, 1),
	})
	cut, pair := find(p, "cut"), find(p, "pair")
	if cut.Good != 20 || cut.Used != 6 || cut.OnHand != 14 || cut.ToGo != 0 {
		t.Errorf("cut %+v", cut)
	}
	if pair.Made != 3 || pair.Aside != 1 || pair.Good != 2 || pair.ToGo != 7 || pair.Ready != 7 {
		t.Errorf("pair %+v", pair)
	}
	if p.Next != "pair" || p.Counted != 26 || len(p.Doubts) != 0 {
		t.Errorf("next %s, %d counted, doubts %v", p.Next, p.Counted, p.Doubts)
	}
	if want := (StageProgress{"units", 9, 2}); p.Stages[2] != want {
		t.Errorf("stage %+v", p.Stages[2])
	}
}

func TestSparesStandInAndReplacementsAreAskedFor(t *testing.T) {
	events := []record.Event{
		steps.EventOf("strip", record.Made, 4), steps.EventOf("cut", record.Made, 20),
		steps.EventOf("pair", record.Made, 5), steps.EventOf("pair", record.Aside, 1),
	}
	if p := Fold(steps.Three, events); find(p, "cut").ToGo != 0 { // 20 cut, 10 taken, 5 pairs to go: the two spares do
		t.Errorf("with two spares: %+v", find(p, "cut"))
	}
	events = append(events, steps.EventOf("pair", record.Aside, 1))
	p := Fold(steps.Three, events) // 6 pairs to go want 12, and 10 are on hand
	if c := find(p, "cut"); c.Short != 2 || c.ToGo != 2 {
		t.Errorf("two set aside: %+v", c)
	}
	if s := find(p, "strip"); s.Short != 1 { // 20 from 4 strips; 2 more want a fifth
		t.Errorf("strips: %+v", s)
	}
}

func TestUndoIsAnotherEvent(t *testing.T) {
	a, b := steps.EventOf("cut", record.Made, 10), steps.EventOf("cut", record.Made, 3)
	ub := steps.TakenBack(b)
	for _, c := range []struct {
		events []record.Event
		good   int
	}{
		{[]record.Event{a, b, ub}, 10},
		{[]record.Event{a, b, ub, steps.TakenBack(ub)}, 13},
		{[]record.Event{ub, a, b}, 10}, // arrives before what it takes back
		{[]record.Event{a, b, ub, steps.TakenBack(b)}, 10},
		{[]record.Event{a, b, steps.TakenBack(record.Event{ID: "nobody", Step: "cut"})}, 13},
	} {
		if got := find(Fold(steps.Three, c.events), "cut").Good; got != c.good {
			t.Errorf("%v: %d, want %d", c.events, got, c.good)
		}
	}
	x, y := steps.TakenBack(a), steps.TakenBack(b)
	x.Of, y.Of = y.ID, x.ID
	Fold(steps.Three, []record.Event{a, x, y}) // a ring of undos ends
	if last := find(Fold(steps.Three, []record.Event{a, b, ub}), "cut").Last; last == nil || last.ID != a.ID {
		t.Errorf("the next undo would take back %+v", last)
	}
}

func TestARecountIsAFact(t *testing.T) {
	p := Fold(steps.Three, []record.Event{
		steps.EventOf("cut", record.Made, 12), steps.EventOf("cut", record.Aside, 2), steps.EventOf("cut", record.Recount, 9),
		steps.EventOf("cut", record.Made, 1),
	})
	if c := find(p, "cut"); c.Good != 10 || c.Aside != 2 {
		t.Errorf("%+v", c)
	}
}

func TestCountsThatCannotBeAreNamed(t *testing.T) {
	p := Fold(steps.Three, []record.Event{steps.EventOf("cut", record.Made, 8), steps.EventOf("pair", record.Made, 5)})
	if len(p.Doubts) != 1 || p.Doubts[0].Step != "cut" {
		t.Errorf("5 pairs from 8 cuts: %+v", p.Doubts)
	}
	if p := Fold(steps.Three, []record.Event{steps.EventOf("pair", record.Made, 5)}); len(p.Doubts) != 0 {
		t.Errorf("who does not count the cuts is not told that they are missing: %+v", p.Doubts)
	}
	if p := Fold(steps.Three, []record.Event{
		steps.EventOf("pair", record.Made, 1),
		steps.EventOf("pair", record.Aside, 3),
	}); len(p.Doubts) != 1 ||
		find(p, "pair").Good != 0 {
		t.Errorf("3 of 1 set aside: %+v", p)
	}
}

func TestWorkThatNoLongerFitsIsListedNotDropped(t *testing.T) {
	old := steps.EventOf("cut", record.Made, 7)
	old.Exact = "3 in x 4 in"
	gone := steps.EventOf("block", record.Made, 2)
	p := Fold(steps.Three, []record.Event{old, gone, steps.EventOf("cut", record.Made, 1)})
	if find(p, "cut").Good != 1 || len(p.NoLonger) != 2 {
		t.Errorf("%+v, %+v", find(p, "cut"), p.NoLonger)
	}
}

// Deliveries in any order of what happened at its time, each any number of times (the store passes over repeated ids), come to the same counts.
func TestOrderOfArrivalDoesNotMatter(t *testing.T) {
	rng := rand.New(rand.NewSource(2))
	var events []record.Event
	for i := range 40 {
		e := steps.EventOf([]string{"strip", "cut", "pair"}[rng.Intn(3)],
			[]record.EventKind{
				record.Made, record.Made, record.Aside, record.Recount, record.Pile, record.Unpicked,
			}[rng.Intn(6)], 1+rng.Intn(4))
		e.At = fmt.Sprintf("2026-03-01T10:%02d:00Z", i/2) // two at a time
		events = append(events, e)
		if rng.Intn(4) == 0 {
			events = append(events, steps.TakenBack(e))
		}
	}
	strip := func(p Progress) Progress { // what depends on the order by intent
		p.Next, p.net, p.there = "", nil, nil
		for i := range p.Steps {
			p.Steps[i].Last, p.Steps[i].State = nil, ""
		}
		p.lost = nil
		return p
	}
	want := strip(Fold(steps.Three, events))
	for range 20 {
		rng.Shuffle(len(events), func(i, j int) { events[i], events[j] = events[j], events[i] })
		if got := strip(Fold(steps.Three, events)); !reflect.DeepEqual(got, want) {
			t.Fatalf("%+v\n%+v", got, want)
		}
	}
}

func TestTheCountAtTheIronMustAgreeWithTheNeedle(t *testing.T) {
	all := []record.Event{
		steps.EventOf("strip", record.Made, 4), steps.EventOf("cut", record.Made, 20),
		steps.EventOf("pair", record.Made, 9),
	}
	for _, c := range []struct {
		pressed int
		doubt   bool
	}{{0, false}, {8, true}, {9, false}, {10, true}} {
		events := all
		if c.pressed > 0 {
			events = append(append([]record.Event{}, all...), steps.EventOf("pair", record.Pressed, c.pressed))
		}
		p := Fold(steps.Three, events)
		if got := len(p.Doubts) == 1 && p.Doubts[0].Step == "pair"; got != c.doubt ||
			find(p, "pair").Pressed != c.pressed {
			t.Errorf("%d of 9 pressed: %+v", c.pressed, p.Doubts)
		}
		if find(p, "pair").Good != 9 {
			t.Error("pressing changes the count at the needle")
		}
	}
	half := []record.Event{steps.EventOf("pair", record.Made, 5), steps.EventOf("pair", record.Pressed, 3)}
	if p := Fold(steps.Three, half); len(p.Doubts) != 0 {
		t.Errorf("while there is still something to sew, the iron may lag behind: %+v", p.Doubts)
	}
	again := steps.TakenBack(half[1])
	if p := Fold(steps.Three, append(half, again)); find(p, "pair").Pressed != 0 || find(p, "pair").LastPressed != nil ||
		find(p, "pair").Last == nil {
		t.Errorf("taken back: %+v", find(p, "pair"))
	}
}

func TestEveryStepSaysHowItStands(t *testing.T) {
	for _, c := range []struct {
		events []record.Event
		want   [3]string
	}{
		{nil, [3]string{"on the mat", "not begun", "not begun"}},
		{[]record.Event{steps.EventOf("strip", record.Made, 4)}, [3]string{"done, 4 on hand", "on the mat", "not begun"}},
		{
			[]record.Event{steps.EventOf("strip", record.Made, 4), steps.EventOf("cut", record.Made, 1)},
			[3]string{"done, 3 on hand", "on the mat", "waits for cut"},
		},
		{
			[]record.Event{steps.EventOf("strip", record.Made, 4), steps.EventOf("cut", record.Made, 9)},
			[3]string{"done, 2 on hand", "on the mat", "parts for 4"},
		},
		{
			[]record.Event{
				steps.EventOf("strip", record.Made, 4), steps.EventOf("cut", record.Made, 20),
				steps.EventOf("pair", record.Made, 2),
			},
			[3]string{"done", "done, 16 on hand", "at the machine"},
		},
		{
			[]record.Event{
				steps.EventOf("strip", record.Made, 4), steps.EventOf("cut", record.Made, 20),
				steps.EventOf("pair", record.Made, 9),
			},
			[3]string{"done", "done, 2 on hand", "done"},
		},
		{
			[]record.Event{
				steps.EventOf("strip", record.Made, 4), steps.EventOf("cut", record.Made, 20),
				steps.EventOf("pair", record.Made, 9), steps.EventOf("pair", record.Aside, 2),
			},
			[3]string{"1 short", "2 short", "at the machine"},
		},
	} {
		p := Fold(steps.Three, c.events)
		for i, s := range p.Steps {
			if s.State != c.want[i] {
				t.Errorf("%d events: %s %q, want %q", len(c.events), s.ID, s.State, c.want[i])
			}
		}
	}
}

func TestEventsAreChecked(t *testing.T) {
	for _, e := range []record.Event{
		{Kind: record.Made},
		{Kind: record.Made, N: -1},
		{Kind: record.Aside, N: 10000},
		{Kind: record.Recount, N: -1},
		{Kind: record.Undo},
		{ID: "x", Kind: record.Undo, Of: "x"},
		{Kind: "sewn", N: 1},
	} {
		if e.Check() == "" {
			t.Errorf("%+v is let through", e)
		}
	}
	if s := (record.Event{Kind: record.Recount}).Check(); s != "" {
		t.Errorf("a recount of none: %s", s)
	}
}

func BenchmarkFold(b *testing.B) {
	for _, n := range []int{1000, 100_000} {
		var events []record.Event
		for i := range n {
			events = append(events, steps.EventOf(string(steps.Three.Steps[i%3].ID), record.Made, 1))
		}
		b.Run(fmt.Sprint(n), func(b *testing.B) {
			for b.Loop() {
				Fold(steps.Three, events)
			}
		})
	}
}

// What no longer fits has used up what it was cut from: that is doubted until it is counted again, for sub-cuts of
// another width and for rings of a tube that the plan asks for no more.
func TestWhatNoLongerFitsHasUsedUpItsCloth(t *testing.T) {
	tube := steps.Working(
		work.Step{ID: "set", Called: "Loop", Stage: "strip sets", Does: "sew", Make: 2, Size: []measure.Length{8 * in}},
		work.Step{
			ID: "wave/ring/set/48768", Called: "ring of 2", Stage: "sub-cuts", Does: "sub-cut", Make: 12,
			Size:  []measure.Length{2 * in, 8 * in},
			Takes: []work.StepTake{{Step: "set", Each: 1, Per: 19}},
		},
	)
	made := func(id, step, exact string, n int) record.Event {
		return record.Event{ID: id, Step: naming.Step(step), Exact: exact, Kind: record.Made, N: n}
	}
	sets := made("a", "set", tube.Steps[0].Exact(), 2)
	old := made("b", "wave/ring/set/36576", "1 1/2 in x 8 in", 12)
	narrow := made("c", "wave/ring/set/48768", "1 3/4 in x 8 in", 5)
	for _, one := range []struct {
		events []record.Event
		doubts int
	}{
		{[]record.Event{sets}, 0},
		{[]record.Event{sets, old}, 1},
		{[]record.Event{sets, narrow}, 1},
		{[]record.Event{sets, old, narrow}, 2},
		{[]record.Event{old, sets}, 0}, // counted since
		{[]record.Event{sets, made("f", "wave/ring/set/36576", "1 1/2 in x 9 in", 12)}, 0}, // of a tube that was wider
		{[]record.Event{old}, 0}, // nobody counts the tubes
		{[]record.Event{sets, old, {ID: "d", Step: "set", Exact: sets.Exact, Kind: record.Recount, N: 1}}, 0},
		{[]record.Event{sets, old, {ID: "e", Kind: record.Undo, Of: "b"}}, 0},
	} {
		p := Fold(tube, one.events)
		if len(p.Doubts) != one.doubts {
			t.Errorf("%+v: %+v", one.events, p.Doubts)
		}
		for _, d := range p.Doubts {
			if d.Step != "set" {
				t.Errorf("doubted is %s", d.Step)
			}
		}
		for _, l := range p.AllLost() {
			if !strings.Contains(l.Says, "12 rings of ") && !strings.Contains(l.Says, "5 of ring of 2 made at 1¾″") {
				t.Error(l.Says)
			}
		}
	}
}
