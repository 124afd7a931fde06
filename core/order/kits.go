package order

import (
	"slices"

	"vicis/core/batching"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/tally"
	"vicis/core/work"
)

// Part is so many of a step.
type Part struct {
	Step  naming.Step `json:"step"`
	Until int         `json:"until" doc:"How many of it have been made in all by then"`
	ToGo  int         `json:"toGo" doc:"How many of those are still to be made"`
}

// Kit is so many blocks, as they follow each other in the rows, with everything that is marked and sewn for them.
type Kit struct {
	Number int    `json:"number" doc:"Which kit is under way, from 1"`
	Of     int    `json:"of" doc:"How many there are"`
	Blocks int    `json:"blocks" doc:"In this one"`
	Parts  []Part `json:"parts" doc:"What is marked and sewn for it, in the order of the plan; what is done as well"`
}

// Soonest is what is still to do for the block that takes the fewest seams from now on.
type Soonest struct {
	Block naming.Step `json:"block"`
	Seams int         `json:"seams" doc:"How many seams that takes"`
	Parts []Part      `json:"parts" doc:"What is missing, in the order of the plan; without what is cut where nothing is counted at the mat"`
}

// kits is the kit under way; none where the quilter does not sew in kits, or all blocks are done.
func kits(w *work.Work, p tally.Progress, size int) *Kit {
	if size < 1 {
		return nil
	}
	index := map[naming.Step]int{}
	for i, s := range w.Steps {
		index[s.ID] = i
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
			open = open || p.Steps[i].Good < want[i]
		}
		last := to == len(blocks)
		if !open && !last {
			continue
		}
		if from > 0 {
			for _, i := range blocks[from:to] {
				want[i]--
			}
			before = taken(w, index, want)
			for _, i := range blocks[from:to] {
				want[i]++
			}
		}
		k := &Kit{Number: from/size + 1, Of: (len(blocks) + size - 1) / size, Blocks: to - from, Parts: []Part{}}
		until := taken(w, index, want)
		for i, s := range w.Steps {
			if s.Stage != batching.Marking && s.Stage != batching.Units && s.Stage != batching.Blocks {
				continue
			}
			if last { // with its spares, and what goes into borders
				until[i] = s.Make
			}
			if toGo := max(0, until[i]-p.Steps[i].Good); until[i] > before[i] || toGo > 0 {
				k.Parts = append(k.Parts, Part{s.ID, until[i], toGo})
				open = open || toGo > 0
			}
		}
		if open {
			return k
		}
	}
	return nil
}

// taken is how many of every step are made for so many of some of them, never more than the plan makes: beyond that stands in what the plan
// lets stand in.
func taken(w *work.Work, index map[naming.Step]int, want map[int]int) []int {
	need := make([]int, len(w.Steps))
	runs := map[[2]naming.Step]int{}
	for i, n := range want {
		need[i] = n
	}
	for i := len(w.Steps) - 1; i >= 0; i-- {
		s := w.Steps[i]
		if b := s.Of.Batch; b != nil && b.Shows != "" { // what is squared up or checked after it is sewn
			continue
		}
		beyond := need[i] - s.Make
		need[i] = min(need[i], s.Make)
		for _, other := range s.Also {
			if j, known := index[other.Step]; known && beyond > 0 {
				n := min(beyond, other.Count)
				need[j], beyond = need[j]+n, beyond-n
			}
		}
		for _, t := range s.Takes {
			j, known := index[t.Step]
			if !known || t.Shared || need[i] == 0 {
				continue
			}
			n := t.Taken(need[i])
			if key := [2]naming.Step{t.Step, t.Together}; t.Together != "" { // what falls out of one run takes once
				n, runs[key] = max(0, n-runs[key]), max(n, runs[key])
			}
			need[j] += n
		}
	}
	for i, s := range w.Steps {
		if b := s.Of.Batch; b != nil && b.Shows != "" {
			need[i] = need[index[b.Shows]]
		}
	}
	return need
}

// soonest finds the block that takes the fewest seams from what there is.
func soonest(w *work.Work, p tally.Progress, machineOnly bool) (best *Soonest) {
	index := map[naming.Step]int{}
	for i, s := range w.Steps {
		index[s.ID] = i
	}
	for i, s := range w.Steps {
		if s.Stage != batching.Blocks || p.Steps[i].ToGo == 0 || s.Of.Batch == nil || s.Of.Batch.Shows != "" {
			continue
		}
		one := missing(w, p, index, i, machineOnly)
		if best == nil || one.Seams < best.Seams {
			best = one
		}
	}
	return best
}

// missing is what is still to do for one more of a step.
func missing(w *work.Work, p tally.Progress, index map[naming.Step]int, of int, machineOnly bool) *Soonest {
	out := &Soonest{Block: w.Steps[of].ID, Parts: []Part{}}
	want := make([]int, len(w.Steps))
	runs := map[[2]naming.Step]int{} // how many a run of which several things fall out has taken, or will have
	for i, s := range w.Steps {
		for _, t := range s.Takes {
			if key := [2]naming.Step{t.Step, t.Together}; t.Together != "" {
				runs[key] = max(runs[key], t.Taken(p.Steps[i].Made))
			}
		}
	}
	lack := make([]int, len(w.Steps))
	shared := map[int]bool{}
	made := func(step naming.Step) int { return p.Steps[index[step]].Made }
	after := func(step naming.Step) int { i := index[step]; return p.Steps[i].Made + lack[i] }
	for i := of; i >= 0; i-- {
		s, st := w.Steps[i], p.Steps[i]
		if shared[i] {
			want[i] += w.Opened(s.ID, after) - w.Opened(s.ID, made)
		}
		n := want[i] - max(0, st.OnHand)
		if i == of {
			n = 1
		}
		for _, other := range s.Also {
			if j, known := index[other.Step]; known && n > 0 {
				n -= min(n, max(0, p.Steps[j].OnHand))
			}
		}
		if n <= 0 || isCut(s) && machineOnly {
			continue
		}
		lack[i] = n
		out.Parts = append(out.Parts, Part{s.ID, st.Made + n, n})
		if s.Does == making.Sews && s.Of.Batch != nil {
			out.Seams += n * s.Of.Batch.Seams
		}
		for _, t := range s.Takes {
			j, known := index[t.Step]
			switch {
			case !known:
			case t.Shared:
				shared[j] = true
			default:
				m := t.Taken(st.Made+n) - t.Taken(st.Made)
				if key := [2]naming.Step{t.Step, t.Together}; t.Together != "" {
					n := t.Taken(st.Made + n)
					m, runs[key] = max(0, n-runs[key]), max(n, runs[key])
				}
				want[j] += m
			}
		}
	}
	slices.Reverse(out.Parts)
	return out
}
