package tally_test

import (
	"fmt"
	"math/rand/v2"
	"reflect"
	"slices"
	"strings"
	"testing"

	"vicis/core/dealt"
	"vicis/core/naming"
	"vicis/core/record"
	"vicis/core/tally"
	"vicis/core/work"
	"vicis/internal/quilts"
)

// dealtQuilt is a quilt whose prints are dealt, and the block there is most of.
func dealtQuilt(t *testing.T) (*work.Work, work.Step, []int) {
	t.Helper()
	docs, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	for _, d := range docs {
		w, ok := work.Of(d)
		if !ok || !w.Dealt.Any() {
			continue
		}
		unit := w.Dealt.Cells[0].Unit
		var cells []int
		for i, c := range w.Dealt.Cells {
			if c.Unit == unit && len(c.Prints) > 0 {
				cells = append(cells, i)
			}
		}
		for _, s := range w.Steps {
			if s.ID == unit.Step() {
				return w, s, cells
			}
		}
	}
	t.Fatal("no quilt is dealt")
	return nil, work.Step{}, nil
}

// asDealt is a block as it is dealt, told as sewn; other is put into its first place, where it is not empty.
func asDealt(w *work.Work, cell int, other string) record.SewnPrints {
	c := w.Dealt.Cells[cell]
	spots := w.Dealt.Spots[c.Unit]
	of := map[string][]string{}
	for i, role := range spots.Roles {
		role = naming.BaseRole(role)
		for len(of[role]) < spots.Nth[i] {
			of[role] = append(of[role], "")
		}
		of[role][spots.Nth[i]-1] = w.Dealt.Prints[c.Prints[i]].Swatch.ID
	}
	if other != "" {
		of[naming.BaseRole(spots.Roles[0])][spots.Nth[0]-1] = other
	}
	return record.SewnPrints{Row: c.Row, Column: c.Column, Of: of}
}

// Which blocks are sewn is what a pencil finds that goes through the events from the beginning, in whatever order they
// are made, told, counted anew and taken back; there are as many as are counted.
func TestWhatWasSewnIsWhatWasTold(t *testing.T) {
	w, block, cells := dealtQuilt(t)
	if len(cells) < 6 {
		t.Fatalf("only %d blocks", len(cells))
	}
	other := w.Dealt.Prints[0].Swatch.ID
	r := rand.New(rand.NewPCG(18, 7))
	otherwise := 0
	for range 200 {
		var events []record.Event
		for i := range 12 {
			e := record.Event{
				ID: fmt.Sprintf("event-%03d", i), Step: block.ID, Exact: block.Exact(), Look: block.Look,
				Kind: record.Made,
			}
			cell := cells[r.IntN(6)]
			swap := map[bool]string{true: other}[r.IntN(2) == 0]
			switch k := r.IntN(10); {
			case k < 4:
				e.N, e.Prints = 1, []record.SewnPrints{asDealt(w, cell, swap)}
			case k < 6:
				e.N = 1
			case k < 7:
				e.Kind, e.Prints = record.Printed, []record.SewnPrints{asDealt(w, cell, swap)}
			case k < 8:
				e.Kind, e.N = record.Recount, r.IntN(5)
			default:
				e.Kind, e.Of = record.Undo, fmt.Sprintf("event-%03d", max(0, i-1-r.IntN(3)))
			}
			events = append(events, e)
		}
		p := tally.Fold(w, events)

		// By hand: what is in force, newest undo first.
		void := map[string]bool{}
		for _, e := range slices.Backward(events) {
			if e.Kind == record.Undo && !void[e.ID] {
				void[e.Of] = true
			}
		}
		said := map[int]record.SewnPrints{}
		var order []int
		for _, e := range events {
			for _, s := range e.Prints {
				cell := slices.IndexFunc(w.Dealt.Cells,
					func(c dealt.DealtCell) bool { return c.Row == s.Row && c.Column == s.Column })
				if void[e.ID] {
					continue
				}
				if _, known := said[cell]; !known {
					order = append(order, cell)
				}
				said[cell] = s
			}
		}
		good := 0
		for _, s := range p.Steps {
			if s.ID == block.ID {
				good = min(s.Good, len(cells))
			}
		}
		want := slices.Clone(order[:min(good, len(order))])
		for _, cell := range cells {
			if len(want) < good && !slices.Contains(order, cell) {
				want = append(want, cell)
			}
		}
		slices.Sort(want)
		var got []int
		for _, s := range p.Sewn.Blocks {
			got = append(got, s.Cell)
			c := w.Dealt.Cells[s.Cell]
			first := map[bool][]int{true: {0}, false: {}}
			differs := false
			if b, told := said[s.Cell]; told && len(s.Prints) > 0 {
				differs = !reflect.DeepEqual(b, asDealt(w, s.Cell, ""))
			}
			if !slices.Equal(s.Otherwise, first[differs]) {
				t.Fatalf("row %d, column %d: otherwise %v, told otherwise: %v", c.Row, c.Column, s.Otherwise, differs)
			}
			otherwise += len(s.Otherwise)
		}
		if !slices.Equal(got, want) {
			t.Fatalf("sewn are %v, want %v: %+v", got, want, events)
		}
		if differ := strings.Contains(p.Sewn.Says, "of another print"); differ != slices.ContainsFunc(p.Sewn.Blocks,
			func(s tally.SewnBlock) bool { return len(s.Otherwise) > 0 }) {
			t.Errorf("%q of %+v", p.Sewn.Says, p.Sewn.Blocks)
		}
	}
	if otherwise < 50 {
		t.Errorf("only %d places were sewn otherwise", otherwise)
	}
}

// A print that is told and no longer there is otherwise than dealt, and is none of those there are.
func TestAPrintThatIsGoneWasSewnAllTheSame(t *testing.T) {
	w, block, cells := dealtQuilt(t)
	e := record.Event{
		ID: "event-one", Step: block.ID, Exact: block.Exact(), Look: block.Look, Kind: record.Made, N: 1,
		Prints: []record.SewnPrints{asDealt(w, cells[2], "long gone")},
	}
	p := tally.Fold(w, []record.Event{e})
	if len(p.Sewn.Blocks) != 1 || p.Sewn.Blocks[0].Cell != cells[2] ||
		!slices.Equal(p.Sewn.Blocks[0].Otherwise, []int{0}) || p.Sewn.Blocks[0].Prints[0] != -1 {
		t.Errorf("%+v", p.Sewn)
	}
	if p.Sewn.Says != "1 place of 1 block that is sewn is of another print than is dealt now." {
		t.Error(p.Sewn.Says)
	}
	table, err := record.Table(w, []record.Event{
		e,
		{ID: "event-two", Step: block.ID, Kind: record.Printed, At: "2026-11-27T10:13:51Z", Prints: e.Prints},
	})
	if err != nil {
		t.Fatal(err)
	}
	e.At = "2026-11-27T10:13:51Z"
	table = strings.Replace(table, "event-one,,", "event-one,2026-11-27T10:13:51Z,", 1)
	list, faults := record.Read(w, table)
	if len(faults) > 0 || len(list) != 2 || !list[0].Same(e) || !reflect.DeepEqual(list[1].Prints, e.Prints) {
		t.Errorf("%v, %+v", faults, list)
	}
	if _, faults := record.Read(w, strings.Replace(table, "[{", "{[", 1)); len(faults) != 1 {
		t.Errorf("prints that cannot be read: %v", faults)
	}
}

func TestPrintsThatCannotBeTold(t *testing.T) {
	one := record.SewnPrints{Row: 1, Column: 1, Of: map[string][]string{"a": {"p"}}}
	for name, e := range map[string]record.Event{
		"counted and of prints at the iron": {Kind: record.Pressed, N: 1, Prints: []record.SewnPrints{one}},
		"of no block":                       {Kind: record.Printed},
		"counted":                           {Kind: record.Printed, N: 1, Prints: []record.SewnPrints{one}},
		"row 0":                             {Kind: record.Made, N: 1, Prints: []record.SewnPrints{{Column: 1}}},
		"twice":                             {Kind: record.Made, N: 2, Prints: []record.SewnPrints{one, one}},
		"a long name": {
			Kind:   record.Printed,
			Prints: []record.SewnPrints{{Row: 1, Column: 1, Of: map[string][]string{"a": {strings.Repeat("p", 101)}}}},
		},
		"no role": {
			Kind:   record.Printed,
			Prints: []record.SewnPrints{{Row: 1, Column: 1, Of: map[string][]string{"": {"p"}}}},
		},
		"too many": {
			Kind:   record.Printed,
			Prints: []record.SewnPrints{{Row: 1, Column: 1, Of: map[string][]string{"a": make([]string, 2001)}}},
		},
		"too many blocks": {Kind: record.Printed, Prints: make([]record.SewnPrints, 1001)},
	} {
		if e.Check() == "" {
			t.Errorf("%s: let through", name)
		}
	}
	if says := (record.Event{Kind: record.Made, N: 1, Prints: []record.SewnPrints{one}}).Check(); says != "" {
		t.Error(says)
	}
}
