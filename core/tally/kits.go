package tally

import (
	"vicis/core/batching"
)

// kits finds the kit under way.
func (f foldBalanced) kits() foldKitted {
	f.Kit = f.kit()
	return foldKitted{f}
}

// kit is the kit under way; none where the quilter does not sew in kits, or all blocks are done.
func (f foldBalanced) kit() *Kit {
	w, index, size := f.w, f.index, f.w.Schools.Kit
	if size < 1 {
		return nil
	}
	var blocks []int // as they follow each other
	for _, kind := range w.Layout.Rows {
		for _, c := range w.Layout.Kinds[kind].Cells {
			if i, known := index[c.Unit.Step()]; known && w.Steps[i].Stage == batching.Blocks {
				blocks = append(blocks, i)
			}
		}
	}
	want := map[int]int{}
	before := make([]int, len(w.Steps))
	for from := 0; from < len(blocks); from += size {
		to := min(from+size, len(blocks))
		open := false
		for _, i := range blocks[from:to] {
			want[i]++
			open = open || f.Steps[i].done() < want[i]
		}
		last := to == len(blocks)
		if !open && !last {
			continue
		}
		if from > 0 {
			for _, i := range blocks[from:to] {
				want[i]--
			}
			before = f.takenFor(want)
			for _, i := range blocks[from:to] {
				want[i]++
			}
		}
		k := &Kit{Number: from/size + 1, Of: (len(blocks) + size - 1) / size, Blocks: to - from, Parts: []StepShare{}}
		until := f.takenFor(want)
		for i, s := range w.Steps {
			if !inKits(s) {
				continue
			}
			if last { // with its spares, and what goes into borders
				until[i] = s.Make
			}
			if toGo := max(0, until[i]-f.Steps[i].done()); until[i] > before[i] || toGo > 0 {
				k.Parts = append(k.Parts, StepShare{s.ID, until[i], toGo})
				open = open || toGo > 0
			}
		}
		if open {
			return k
		}
	}
	return nil
}

// open is how many of a step are still to be made before the next one: of the kit under way, where it is done in kits.
func (f foldKitted) open(i int) int {
	if f.Kit == nil || !inKits(f.w.Steps[i]) {
		return f.Steps[i].ToGo
	}
	for _, part := range f.Kit.Parts {
		if part.Step == f.w.Steps[i].ID {
			return part.ToGo
		}
	}
	return 0
}

// takenFor is how many of every step are made for so many of some of them, never more than the plan makes.
func (f foldBalanced) takenFor(want map[int]int) []int {
	need := make([]int, len(f.w.Steps))
	for i, n := range f.net.Alone(want) {
		need[i] = min(n.ToGo, f.w.Steps[i].Make)
	}
	for i, s := range f.w.Steps {
		if b := s.Of.Batch; b != nil && b.Shows != "" { // what is squared up or checked after it is sewn
			need[i] = need[f.index[b.Shows]]
		}
	}
	return need
}
