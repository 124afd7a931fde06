package order

import (
	"slices"

	"vicis/core/batching"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/tally"
	"vicis/core/work"
)

// Soonest is what is still to do for the block that takes the fewest seams from now on.
type Soonest struct {
	Block naming.Step       `json:"block"`
	Seams int               `json:"seams" doc:"How many seams that takes"`
	Parts []tally.StepShare `json:"parts" doc:"What is missing, in the order of the plan; without what is cut where nothing is counted at the mat"`
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
	out := &Soonest{Block: w.Steps[of].ID, Parts: []tally.StepShare{}}
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
		out.Parts = append(out.Parts, tally.StepShare{Step: s.ID, Until: st.Made + n, ToGo: n})
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
