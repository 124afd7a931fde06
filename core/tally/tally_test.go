package tally

import (
	"fmt"
	"math/rand"
	"reflect"
	"strings"
	"testing"

	"vicis/core/cutting"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/work"
)

const in = measure.Inch

// working is a work of some steps and nothing else.
func working(steps ...work.Step) *work.Work {
	w := &work.Work{Steps: steps}
	w.Rule, w.Table.Ruler = measure.Inches, measure.Ruler{Units: measure.Inches, Mark: in / 8}
	return w
}

// three is a work of three steps: strips, sub-cuts taken five from a strip, pairs of two sub-cuts.
var three = working(
	work.Step{ID: "strip", Called: "strip", Stage: "strips", Does: "cut", Make: 4, Size: []measure.Length{2 * in}},
	work.Step{
		ID: "cut", Called: "cut", Stage: "sub-cuts", Does: "sub-cut", Make: 20, Spare: 2,
		Size: []measure.Length{2 * in, 4 * in}, Takes: []work.StepTake{{Step: "strip", Each: 1, Per: 5}},
	},
	work.Step{
		ID: "pair", Called: "pair", Stage: "units", Does: "sew", Make: 9, Size: []measure.Length{3 * in, 4 * in},
		Takes: []work.StepTake{{Step: "cut", Each: 2, Per: 1}},
	},
)

var serial int

func event(step string, kind EventKind, n int) Event {
	serial++
	e := Event{ID: fmt.Sprintf("event-%d", serial), Step: naming.Step(step), Kind: kind, N: n}
	for _, s := range three.Steps {
		if string(s.ID) == step {
			e.Exact = s.Exact()
		}
	}
	return e
}

func undo(of Event) Event {
	e := event(string(of.Step), Undo, 0)
	e.Of = of.ID
	return e
}

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
	two := working(
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
		Cuts:   []cutting.WidthCut{{ID: "six", Need: 9, PerStrip: 3}, {ID: "three", Need: 6, PerStrip: 6}},
		Layups: cutting.Layups{Patterns: []cutting.Pattern{{Counts: []int{3, 0}, Times: 2}, {Counts: []int{2, 2}, Times: 1}, {Counts: []int{1, 4}, Times: 1}}},
	}
	part, strip := work.MatPart{}, &cutting.StripPlan{ID: "strip"}
	before := []int{0, 0}
	for i, p := range across.Layups.Patterns {
		line := work.MatLine{Kind: work.AcrossIt, Strip: strip, Across: across, Pattern: &across.Layups.Patterns[i], Times: p.Times}
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
		var events []Event
		for i, n := range made {
			s := two.Steps[i]
			events = append(events, Event{ID: string("made-" + s.ID), Step: s.ID, Exact: s.Exact(), Kind: Made, N: n})
		}
		if aside > 0 {
			events = append(events, Event{ID: "aside-six", Step: "six", Exact: "6 in", Kind: Aside, N: aside})
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
	p := Fold(three, []Event{
		event("strip", Made, 4), event("cut", Made, 12), event("cut", Made, 8),
		event("pair", Made, 3), event("pair", Aside, 1),
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
	events := []Event{event("strip", Made, 4), event("cut", Made, 20), event("pair", Made, 5), event("pair", Aside, 1)}
	if p := Fold(three, events); find(p, "cut").ToGo != 0 { // 20 cut, 10 taken, 5 pairs to go: the two spares do
		t.Errorf("with two spares: %+v", find(p, "cut"))
	}
	events = append(events, event("pair", Aside, 1))
	p := Fold(three, events) // 6 pairs to go want 12, and 10 are on hand
	if c := find(p, "cut"); c.Short != 2 || c.ToGo != 2 {
		t.Errorf("two set aside: %+v", c)
	}
	if s := find(p, "strip"); s.Short != 1 { // 20 from 4 strips; 2 more want a fifth
		t.Errorf("strips: %+v", s)
	}
}

func TestUndoIsAnotherEvent(t *testing.T) {
	a, b := event("cut", Made, 10), event("cut", Made, 3)
	ub := undo(b)
	for _, c := range []struct {
		events []Event
		good   int
	}{
		{[]Event{a, b, ub}, 10},
		{[]Event{a, b, ub, undo(ub)}, 13},
		{[]Event{ub, a, b}, 10}, // arrives before what it takes back
		{[]Event{a, b, ub, undo(b)}, 10},
		{[]Event{a, b, undo(Event{ID: "nobody", Step: "cut"})}, 13},
	} {
		if got := find(Fold(three, c.events), "cut").Good; got != c.good {
			t.Errorf("%v: %d, want %d", c.events, got, c.good)
		}
	}
	x, y := undo(a), undo(b)
	x.Of, y.Of = y.ID, x.ID
	Fold(three, []Event{a, x, y}) // a ring of undos ends
	if last := find(Fold(three, []Event{a, b, ub}), "cut").Last; last == nil || last.ID != a.ID {
		t.Errorf("the next undo would take back %+v", last)
	}
}

func TestARecountIsAFact(t *testing.T) {
	p := Fold(three, []Event{
		event("cut", Made, 12), event("cut", Aside, 2), event("cut", Recount, 9),
		event("cut", Made, 1),
	})
	if c := find(p, "cut"); c.Good != 10 || c.Aside != 2 {
		t.Errorf("%+v", c)
	}
}

func TestCountsThatCannotBeAreNamed(t *testing.T) {
	p := Fold(three, []Event{event("cut", Made, 8), event("pair", Made, 5)})
	if len(p.Doubts) != 1 || p.Doubts[0].Step != "cut" {
		t.Errorf("5 pairs from 8 cuts: %+v", p.Doubts)
	}
	if p := Fold(three, []Event{event("pair", Made, 5)}); len(p.Doubts) != 0 {
		t.Errorf("who does not count the cuts is not told that they are missing: %+v", p.Doubts)
	}
	if p := Fold(three, []Event{event("pair", Made, 1), event("pair", Aside, 3)}); len(p.Doubts) != 1 ||
		find(p, "pair").Good != 0 {
		t.Errorf("3 of 1 set aside: %+v", p)
	}
}

func TestWorkThatNoLongerFitsIsListedNotDropped(t *testing.T) {
	old := event("cut", Made, 7)
	old.Exact = "3 in x 4 in"
	gone := event("block", Made, 2)
	p := Fold(three, []Event{old, gone, event("cut", Made, 1)})
	if find(p, "cut").Good != 1 || len(p.NoLonger) != 2 {
		t.Errorf("%+v, %+v", find(p, "cut"), p.NoLonger)
	}
}

// Deliveries in any order, each any number of times (the store passes over repeated ids), come to the same counts.
func TestOrderOfMadeAndAsideDoesNotMatter(t *testing.T) {
	rng := rand.New(rand.NewSource(2))
	var events []Event
	for range 40 {
		e := event([]string{"strip", "cut", "pair"}[rng.Intn(3)], []EventKind{Made, Made, Aside}[rng.Intn(3)], 1+rng.Intn(4))
		events = append(events, e)
		if rng.Intn(4) == 0 {
			events = append(events, undo(e))
		}
	}
	strip := func(p Progress) Progress { // what depends on the order by intent
		p.Next = ""
		for i := range p.Steps {
			p.Steps[i].Last = nil
		}
		return p
	}
	want := strip(Fold(three, events))
	for range 20 {
		rng.Shuffle(len(events), func(i, j int) { events[i], events[j] = events[j], events[i] })
		if got := strip(Fold(three, events)); !reflect.DeepEqual(got, want) {
			t.Fatalf("%+v\n%+v", got, want)
		}
	}
}

func TestTheCountAtTheIronMustAgreeWithTheNeedle(t *testing.T) {
	all := []Event{event("strip", Made, 4), event("cut", Made, 20), event("pair", Made, 9)}
	for _, c := range []struct {
		pressed int
		doubt   bool
	}{{0, false}, {8, true}, {9, false}, {10, true}} {
		events := all
		if c.pressed > 0 {
			events = append(append([]Event{}, all...), event("pair", Pressed, c.pressed))
		}
		p := Fold(three, events)
		if got := len(p.Doubts) == 1 && p.Doubts[0].Step == "pair"; got != c.doubt ||
			find(p, "pair").Pressed != c.pressed {
			t.Errorf("%d of 9 pressed: %+v", c.pressed, p.Doubts)
		}
		if find(p, "pair").Good != 9 {
			t.Error("pressing changes the count at the needle")
		}
	}
	half := []Event{event("pair", Made, 5), event("pair", Pressed, 3)}
	if p := Fold(three, half); len(p.Doubts) != 0 {
		t.Errorf("while there is still something to sew, the iron may lag behind: %+v", p.Doubts)
	}
	again := undo(half[1])
	if p := Fold(three, append(half, again)); find(p, "pair").Pressed != 0 || find(p, "pair").LastPressed != nil ||
		find(p, "pair").Last == nil {
		t.Errorf("taken back: %+v", find(p, "pair"))
	}
}

func TestEveryStepSaysHowItStands(t *testing.T) {
	for _, c := range []struct {
		events []Event
		want   [3]string
	}{
		{nil, [3]string{"on the mat", "not begun", "not begun"}},
		{[]Event{event("strip", Made, 4)}, [3]string{"done, 4 on hand", "on the mat", "not begun"}},
		{
			[]Event{event("strip", Made, 4), event("cut", Made, 1)},
			[3]string{"done, 3 on hand", "on the mat", "waits for cut"},
		},
		{
			[]Event{event("strip", Made, 4), event("cut", Made, 9)},
			[3]string{"done, 2 on hand", "on the mat", "parts for 4"},
		},
		{
			[]Event{event("strip", Made, 4), event("cut", Made, 20), event("pair", Made, 2)},
			[3]string{"done", "done, 16 on hand", "at the machine"},
		},
		{
			[]Event{event("strip", Made, 4), event("cut", Made, 20), event("pair", Made, 9)},
			[3]string{"done", "done, 2 on hand", "done"},
		},
		{
			[]Event{event("strip", Made, 4), event("cut", Made, 20), event("pair", Made, 9), event("pair", Aside, 2)},
			[3]string{"1 short", "2 short", "at the machine"},
		},
	} {
		p := Fold(three, c.events)
		for i, s := range p.Steps {
			if s.State != c.want[i] {
				t.Errorf("%d events: %s %q, want %q", len(c.events), s.ID, s.State, c.want[i])
			}
		}
	}
}

func TestEventsAreChecked(t *testing.T) {
	for _, e := range []Event{
		{Kind: Made},
		{Kind: Made, N: -1},
		{Kind: Aside, N: 10000},
		{Kind: Recount, N: -1},
		{Kind: Undo},
		{ID: "x", Kind: Undo, Of: "x"},
		{Kind: "sewn", N: 1},
	} {
		if e.Check() == "" {
			t.Errorf("%+v is let through", e)
		}
	}
	if s := (Event{Kind: Recount}).Check(); s != "" {
		t.Errorf("a recount of none: %s", s)
	}
}

func BenchmarkFold(b *testing.B) {
	for _, n := range []int{1000, 100_000} {
		var events []Event
		for i := range n {
			events = append(events, event(string(three.Steps[i%3].ID), Made, 1))
		}
		b.Run(fmt.Sprint(n), func(b *testing.B) {
			for b.Loop() {
				Fold(three, events)
			}
		})
	}
}

// What no longer fits has used up what it was cut from: that is doubted until it is counted again, for sub-cuts of another width
// and for rings of a tube that the plan asks for no more.
func TestWhatNoLongerFitsHasUsedUpItsCloth(t *testing.T) {
	tube := working(
		work.Step{ID: "set", Called: "Loop", Stage: "strip sets", Does: "sew", Make: 2, Size: []measure.Length{8 * in}},
		work.Step{
			ID: "wave/ring/set/48768", Called: "ring of 2", Stage: "sub-cuts", Does: "sub-cut", Make: 12, Size: []measure.Length{2 * in, 8 * in},
			Takes: []work.StepTake{{Step: "set", Each: 1, Per: 19}},
		},
	)
	made := func(id, step, exact string, n int) Event {
		return Event{ID: id, Step: naming.Step(step), Exact: exact, Kind: Made, N: n}
	}
	sets := made("a", "set", tube.Steps[0].Exact(), 2)
	old := made("b", "wave/ring/set/36576", "1 1/2 in x 8 in", 12)
	narrow := made("c", "wave/ring/set/48768", "1 3/4 in x 8 in", 5)
	for _, one := range []struct {
		events []Event
		doubts int
	}{
		{[]Event{sets}, 0},
		{[]Event{sets, old}, 1},
		{[]Event{sets, narrow}, 1},
		{[]Event{sets, old, narrow}, 2},
		{[]Event{old, sets}, 0}, // counted since
		{[]Event{sets, made("f", "wave/ring/set/36576", "1 1/2 in x 9 in", 12)}, 0}, // of a tube that was wider
		{[]Event{old}, 0}, // nobody counts the tubes
		{[]Event{sets, old, {ID: "d", Step: "set", Exact: sets.Exact, Kind: Recount, N: 1}}, 0},
		{[]Event{sets, old, {ID: "e", Kind: Undo, Of: "b"}}, 0},
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
		for _, l := range p.NoLonger {
			if !strings.Contains(l.Says, "12 rings of ") && !strings.Contains(l.Says, "5 of ring of 2 made at 1¾″") {
				t.Error(l.Says)
			}
		}
	}
}
