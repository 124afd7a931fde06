package order

import (
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
	for i, s := range w.Steps {
		if s.Stage != batching.Blocks || p.Steps[i].ToGo == 0 || s.Of.Batch == nil || s.Of.Batch.Shows != "" {
			continue
		}
		one := missing(w, p, i, machineOnly)
		if best == nil || one.Seams < best.Seams {
			best = one
		}
	}
	return best
}

// missing is what is still to do for one more of a step.
func missing(w *work.Work, p tally.Progress, of int, machineOnly bool) *Soonest {
	out := &Soonest{Block: w.Steps[of].ID, Parts: []tally.StepShare{}}
	for i, need := range p.For(of, 1, func(step int) bool { return machineOnly && isCut(w.Steps[step]) }) {
		if need.ToGo == 0 || need.Comes {
			continue
		}
		s := w.Steps[i]
		out.Parts = append(out.Parts, tally.StepShare{Step: s.ID, Until: p.Steps[i].Made + need.ToGo, ToGo: need.ToGo})
		if s.Does == making.Sews && s.Of.Batch != nil {
			out.Seams += need.ToGo * s.Of.Batch.Seams
		}
	}
	return out
}
