package tally

import (
	"fmt"
	"testing"

	"vicis/core/measure"
	"vicis/core/record"
	"vicis/core/work"
	"vicis/internal/trial/steps"
)

// two kinds of pairs of the same parts, six of each, from segments cut four from a set.
var kinds = steps.Working(
	work.Step{ID: "set", Called: "set", Stage: "strip sets", Does: "sew", Make: 6, Size: []measure.Length{4 * in}},
	work.Step{
		ID: "segment", Called: "segment", Stage: "sub-cuts", Does: "sub-cut", Make: 24,
		Size:  []measure.Length{2 * in, 4 * in},
		Takes: []work.StepTake{{Step: "set", Each: 1, Per: 4}},
	},
	work.Step{
		ID: "left", Called: "left pair", Stage: "units", Does: "sew", Make: 6, Size: []measure.Length{3 * in, 4 * in},
		Takes: []work.StepTake{{Step: "segment", Each: 2, Per: 1}},
	},
	work.Step{
		ID: "right", Called: "right pair", Stage: "units", Does: "sew", Make: 6, Size: []measure.Length{3 * in, 4 * in},
		Takes: []work.StepTake{{Step: "segment", Each: 2, Per: 1}},
	},
)

type tallied struct {
	step string
	kind record.EventKind
	n    int
}

func asEvents(w *work.Work, list []tallied) (out []record.Event) {
	for _, c := range list {
		e := steps.EventOf(c.step, c.kind, c.n)
		for _, s := range w.Steps {
			if string(s.ID) == c.step {
				e.Exact = s.Exact()
			}
		}
		out = append(out, e)
	}
	return out
}

// What cannot be, worked by hand: each is found by its sort and nothing else is, and each repair that is offered is one
// act after which the count hangs together again, at the number that is said.
func TestEveryRepairPutsTheCountRight(t *testing.T) {
	full := []tallied{{"set", record.Made, 6}, {"segment", record.Made, 24}}
	for _, c := range []struct {
		name  string
		w     *work.Work
		was   []tallied
		sort  DoubtSort
		after [][]tallied // of each repair: what is good of a step, and as Recount so many to go
	}{
		{
			"nothing", kinds, append(full, tallied{"left", record.Made, 6}, tallied{"right", record.Made, 6}), "", nil,
		},
		{
			"more pairs than segments allow", kinds,
			[]tallied{{"set", record.Made, 6}, {"segment", record.Made, 10}, {"left", record.Made, 6}},
			Parts,
			[][]tallied{
				{{"segment", record.Made, 12}, {"left", record.Made, 6}},
				{{"segment", record.Made, 10}, {"left", record.Made, 5}},
			},
		},
		{
			"more set aside than made", kinds,
			[]tallied{{"left", record.Made, 1}, {"left", record.Aside, 3}},
			AsideOfMade,
			[][]tallied{{{"left", record.Made, 0}, {"left", record.Recount, 6}}},
		},
		{
			"more at the iron", kinds, append(full, tallied{"left", record.Made, 4}, tallied{"left", record.Pressed, 5}), Ironed,
			[][]tallied{{{"left", record.Made, 5}, {"left", record.Recount, 1}}},
		},
		{
			"fewer at the iron", kinds, append(full, tallied{"left", record.Made, 6}, tallied{"left", record.Pressed, 4}),
			Unironed,
			[][]tallied{{{"left", record.Made, 4}, {"left", record.Recount, 2}}},
		},
		{
			"a set gave three, not four", kinds,
			[]tallied{{"set", record.Made, 6}, {"segment", record.Made, 23}, {"left", record.Made, 2}},
			Fewer,
			[][]tallied{
				{{"segment", record.Made, 24}, {"segment", record.Recount, 0}},
				{{"segment", record.Made, 23}, {"segment", record.Recount, 1}, {"set", record.Recount, 1}},
			},
		},
		{
			"still cutting", kinds,
			[]tallied{{"set", record.Made, 6}, {"segment", record.Made, 20}, {"left", record.Made, 2}, {"segment", record.Made, 3}},
			"", nil,
		},
		{
			"one sewn to the wrong partner", kinds,
			append(full, tallied{"right", record.Made, 5}, tallied{"left", record.Made, 7}), Partner,
			[][]tallied{
				{{"left", record.Made, 6}, {"right", record.Made, 6}, {"right", record.Recount, 0}},
				{{"left", record.Made, 6}, {"right", record.Made, 5}, {"right", record.Recount, 1}},
			},
		},
		{
			"one more than is needed, and nothing short", kinds, append(full, tallied{"left", record.Made, 7}), "", nil,
		},
	} {
		list := asEvents(c.w, c.was)
		p := Fold(c.w, list)
		if c.sort == "" {
			if len(p.Doubts) > 0 {
				t.Errorf("%s: %+v", c.name, p.Doubts)
			}
			continue
		}
		if len(p.Doubts) != 1 || p.Doubts[0].Sort != c.sort || len(p.Doubts[0].Look) == 0 ||
			len(p.Doubts[0].Repairs) != len(c.after) {
			t.Errorf("%s: %+v", c.name, p.Doubts)
			continue
		}
		for i, r := range p.Doubts[0].Repairs {
			mended := append([]record.Event{}, list...)
			for _, a := range r.Acts {
				e := steps.EventOf(string(a.Step), a.Kind, a.N)
				e.Exact, e.Look, e.Reason = a.Exact, a.Look, a.Reason
				if says := e.Check(); says != "" {
					t.Errorf("%s: %s", c.name, says)
				}
				mended = append(mended, e)
			}
			q := Fold(c.w, mended)
			if len(q.Doubts) > 0 {
				t.Errorf("%s, %q: still %+v", c.name, r.Says, q.Doubts)
			}
			for _, want := range c.after[i] {
				got := find(q, want.step).Good
				if want.kind == record.Recount {
					got = find(q, want.step).ToGo
				}
				if got != want.n {
					t.Errorf("%s, %q: %s of %s is %d, not %d", c.name, r.Says,
						map[bool]string{true: "to go", false: "good"}[want.kind == record.Recount], want.step, got, want.n)
				}
			}
		}
	}
}

// However counts come about, a repair that is offered is always an event that is taken.
func TestEveryRepairIsAnEventThatIsTaken(t *testing.T) {
	offered := 0
	for seed := range 400 {
		rng := seed*7919 + 17
		next := func(n int) int { rng = (rng*1103515245 + 12345) & 0x7fffffff; return (rng >> 8) % n }
		var list []tallied
		for range 1 + next(9) {
			list = append(list, tallied{
				[]string{"set", "segment", "left", "right"}[next(4)],
				[]record.EventKind{record.Made, record.Made, record.Aside, record.Recount, record.Pressed}[next(5)], 1 + next(24),
			})
		}
		for _, d := range Fold(kinds, asEvents(kinds, list)).Doubts {
			for _, r := range d.Repairs {
				for _, a := range r.Acts {
					offered++
					if says := (record.Event{ID: fmt.Sprint(offered), Step: a.Step, Kind: a.Kind, N: a.N}).Check(); says != "" {
						t.Errorf("%v: %s: %s", list, r.Says, says)
					}
				}
			}
		}
	}
	if offered < 100 {
		t.Errorf("only %d", offered)
	}
}
