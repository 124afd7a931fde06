package tally_test

import (
	"fmt"
	"slices"
	"testing"

	"vicis/core/batching"
	"vicis/core/naming"
	"vicis/core/record"
	"vicis/core/tally"
	"vicis/core/work"
	"vicis/internal/quilts"
)

// every quilt there is, to be sewn in kits of so many blocks.
func inKits(t *testing.T, size int) (list []*work.Work) {
	t.Helper()
	docs, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	for _, d := range docs {
		d.Schools.Kit = size
		if w, ok := work.Of(d); ok {
			list = append(list, w)
		}
	}
	return list
}

// still says whether a kit that is under way still asks for a step.
func still(p tally.Progress, number int, step naming.Step) bool {
	return p.Kit != nil && p.Kit.Number == number && slices.ContainsFunc(p.Kit.Parts, func(s tally.StepShare) bool { return s.Step == step && s.ToGo > 0 })
}

// together says whether blocks fall out of one run.
func together(w *work.Work) bool {
	return slices.ContainsFunc(w.Steps, func(s work.Step) bool {
		run, _ := s.Together()
		return run != ""
	})
}

// Kit after kit is sewn as it is told: there are always parts for it, the blocks of so many kits are there when it is
// done, and after the last one everything is made, nothing twice.
func TestKitAfterKitMakesTheQuilt(t *testing.T) {
	kits, parts := 0, 0
	for _, size := range []int{1, 3, 4, 1000} {
		for _, w := range inKits(t, size) {
			var list []record.Event
			add := func(i, n int) {
				s := w.Steps[i]
				list = append(list, record.Event{
					ID: fmt.Sprintf("kit-%07d", len(list)), Step: s.ID, Kind: record.Made, N: n,
					Exact: s.Exact(), Look: s.Look,
				})
			}
			index := map[naming.Step]int{}
			blocks := 0
			for i, s := range w.Steps {
				index[s.ID] = i
				if cut := s.Stage == batching.Strips || s.Stage == batching.Sets || s.Stage == batching.SubCuts; cut && s.Make > 0 {
					add(i, s.Make)
				}
			}
			for _, kind := range w.Layout.Rows {
				for _, c := range w.Layout.Kinds[kind].Cells {
					if i, known := index[c.Unit.Step()]; known && w.Steps[i].Stage == batching.Blocks {
						blocks++
					}
				}
			}
			if blocks > 300 && size == 1 {
				continue
			}
			for number := 1; ; number++ {
				p := tally.Fold(w, list)
				k := p.Kit
				if k == nil {
					break
				}
				if k.Number < number || k.Number > number && !together(w) || number > blocks {
					t.Errorf("%s in %ds: kit %d follows on %d", w.Name, size, k.Number, number-1)
					break
				}
				number = k.Number // blocks that fall out of one run come for several kits at once
				kits++
				if i := index[p.Next]; number > 1 && p.Steps[i].Ready == 0 {
					t.Errorf("%s in %ds: next is %s, of which there are no parts", w.Name, size, p.Next)
				}
				stage := w.Steps[index[p.Next]].Stage // or something is still to be cut
				if cut := stage == batching.Strips || stage == batching.SubCuts; !cut &&
					!slices.ContainsFunc(k.Parts, func(part tally.StepShare) bool { return part.Step == p.Next && part.ToGo > 0 }) {
					t.Errorf("%s in %ds: next is %s, which kit %d does not want", w.Name, size, p.Next, number)
				}
				for _, part := range k.Parts {
					parts++
					i := index[part.Step]
					if part.Until > w.Steps[i].Make || part.ToGo > part.Until {
						t.Errorf("%s: %d of %s, and %d are made in all", w.Name, part.Until, part.Step, w.Steps[i].Make)
					}
					now := tally.Fold(w, list)
					if n := min(part.ToGo, now.Steps[i].ToGo); n > 0 && still(now, k.Number, part.Step) { // it may have come with another
						add(i, n)
						now = tally.Fold(w, list)
					}
					if len(now.Doubts) > 0 {
						t.Fatalf("%s in %ds: no parts for %d of %s in kit %d: %s", w.Name, size, part.ToGo, part.Step, number,
							now.Doubts[0].Says)
					}
				}
			}
			p := tally.Fold(w, list)
			for i, s := range w.Steps {
				sewn := s.Stage == batching.Marking || s.Stage == batching.Units || s.Stage == batching.Blocks
				if blocks > 0 && sewn && p.Steps[i].Made != s.Make {
					t.Errorf("%s in %ds: %d of %s were made, not %d", w.Name, size, p.Steps[i].Made, s.ID, s.Make)
				}
			}
		}
	}
	if kits < 300 {
		t.Errorf("only %d kits", kits)
	}
	t.Logf("%d kits, %d parts", kits, parts)
}
