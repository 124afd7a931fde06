package tally

import (
	"fmt"
	"testing"

	"vicis/core/measure"
	"vicis/core/work"
)

// two kinds of pairs of the same parts, six of each, from segments cut four from a set.
var kinds = working(
	work.Step{ID: "set", Called: "set", Stage: "strip sets", Does: "sew", Make: 6, Size: []measure.Length{4 * in}},
	work.Step{
		ID: "segment", Called: "segment", Stage: "sub-cuts", Does: "sub-cut", Make: 24, Size: []measure.Length{2 * in, 4 * in},
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
	kind EventKind
	n    int
}

func events(w *work.Work, list []tallied) (out []Event) {
	for _, c := range list {
		e := event(c.step, c.kind, c.n)
		for _, s := range w.Steps {
			if string(s.ID) == c.step {
				e.Exact = s.Exact()
			}
		}
		out = append(out, e)
	}
	return out
}

// What cannot be, worked by hand: each is found by its sort and nothing else is, and each repair that is offered is one act after which the
// count hangs together again, at the number that is said.
func TestEveryRepairPutsTheCountRight(t *testing.T) {
	full := []tallied{{"set", Made, 6}, {"segment", Made, 24}}
	for _, c := range []struct {
		name  string
		w     *work.Work
		was   []tallied
		sort  DoubtSort
		after [][]tallied // of each repair: what is good of a step, and as Recount so many to go
	}{
		{
			"nothing", kinds, append(full, tallied{"left", Made, 6}, tallied{"right", Made, 6}), "", nil,
		},
		{
			"more pairs than segments allow", kinds,
			[]tallied{{"set", Made, 6}, {"segment", Made, 10}, {"left", Made, 6}},
			Parts,
			[][]tallied{{{"segment", Made, 12}, {"left", Made, 6}}, {{"segment", Made, 10}, {"left", Made, 5}}},
		},
		{
			"more set aside than made", kinds,
			[]tallied{{"left", Made, 1}, {"left", Aside, 3}},
			AsideOfMade,
			[][]tallied{{{"left", Made, 0}, {"left", Recount, 6}}},
		},
		{
			"more at the iron", kinds, append(full, tallied{"left", Made, 4}, tallied{"left", Pressed, 5}), Ironed, [][]tallied{{{"left", Made, 5}, {"left", Recount, 1}}},
		},
		{
			"fewer at the iron", kinds, append(full, tallied{"left", Made, 6}, tallied{"left", Pressed, 4}), Unironed, [][]tallied{{{"left", Made, 4}, {"left", Recount, 2}}},
		},
		{
			"a set gave three, not four", kinds,
			[]tallied{{"set", Made, 6}, {"segment", Made, 23}, {"left", Made, 2}},
			Fewer,
			[][]tallied{{{"segment", Made, 24}, {"segment", Recount, 0}}, {{"segment", Made, 23}, {"segment", Recount, 1}, {"set", Recount, 1}}},
		},
		{
			"still cutting", kinds, []tallied{{"set", Made, 6}, {"left", Made, 2}, {"segment", Made, 23}}, "", nil,
		},
		{
			"one sewn to the wrong partner", kinds, append(full, tallied{"right", Made, 5}, tallied{"left", Made, 7}), Partner,
			[][]tallied{{{"left", Made, 6}, {"right", Made, 6}, {"right", Recount, 0}}, {{"left", Made, 6}, {"right", Made, 5}, {"right", Recount, 1}}},
		},
		{
			"one more than is needed, and nothing short", kinds, append(full, tallied{"left", Made, 7}), "", nil,
		},
	} {
		list := events(c.w, c.was)
		p := Fold(c.w, list)
		if c.sort == "" {
			if len(p.Doubts) > 0 {
				t.Errorf("%s: %+v", c.name, p.Doubts)
			}
			continue
		}
		if len(p.Doubts) != 1 || p.Doubts[0].Sort != c.sort || len(p.Doubts[0].Look) == 0 || len(p.Doubts[0].Repairs) != len(c.after) {
			t.Errorf("%s: %+v", c.name, p.Doubts)
			continue
		}
		for i, r := range p.Doubts[0].Repairs {
			mended := append([]Event{}, list...)
			for _, a := range r.Acts {
				e := event(string(a.Step), a.Kind, a.N)
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
				if want.kind == Recount {
					got = find(q, want.step).ToGo
				}
				if got != want.n {
					t.Errorf("%s, %q: %s of %s is %d, not %d", c.name, r.Says, map[bool]string{true: "to go", false: "good"}[want.kind == Recount], want.step, got, want.n)
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
				[]string{"set", "segment", "left", "right"}[next(4)], []EventKind{Made, Made, Aside, Recount, Pressed}[next(5)], 1 + next(24),
			})
		}
		for _, d := range Fold(kinds, events(kinds, list)).Doubts {
			for _, r := range d.Repairs {
				for _, a := range r.Acts {
					offered++
					if says := (Event{ID: fmt.Sprint(offered), Step: a.Step, Kind: a.Kind, N: a.N}).Check(); says != "" {
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
