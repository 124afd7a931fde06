package work

import (
	"maps"
	"slices"

	"vicis/core/batching"
	"vicis/core/cutting"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
)

// Given is the same work with its cutting planned anew: what is sewn is as the quilt takes it; of what is cut, and of
// strip sets, as many are made as are still to be made.
func (w *Work) Given(here Here, begun map[Identity]Begun) *Work {
	out := *w
	out.Here, out.Begun, out.Shelf = &here, begun, w.Shelf.Less(here.Gone)
	out.Cut = out.Cutting(&out.Table)
	out.Batches = slices.Clone(w.Batches)
	cut := map[naming.Unit]cutting.Across{}
	for _, a := range out.Cut.Sets {
		cut[a.Set] = a
	}
	byStage, fresh := map[batching.Stage][]Step{}, map[naming.Step]bool{}
	was := map[naming.Step]Step{}
	for _, s := range w.Steps {
		was[s.ID] = s
	}
	add := func(s Step) {
		if old, known := was[s.ID]; known {
			if s.Called, s.Older = old.Called, old.Older; s.Of.Through != nil {
				s.Takes = old.Takes
			}
		}
		fresh[s.ID] = true
		byStage[s.Stage] = append(byStage[s.Stage], s)
	}
	out.cutSteps(add)
	tallied := out.tallied()
	for i := range out.Batches {
		b := &out.Batches[i]
		if a, some := cut[w.Acts[b.ID].Made.Unit.ID]; some && b.Stage == batching.Sets {
			if b.Make, b.Spare = a.ToMake(), 0; b.ID != w.SetStep(a.Set) {
				b.Make = a.ToSew()
			}
			add(out.batch(b, tallied[b.ID]))
		}
	}
	for _, s := range w.Steps {
		if fresh[s.ID] {
			continue
		}
		if out.Anew(s) { // nothing of it is left to do
			s.Make, s.Spare = 0, 0
		}
		byStage[s.Stage] = append(byStage[s.Stage], s)
	}
	out.Steps = []Step{}
	for _, stage := range batching.Stages {
		out.Steps = append(out.Steps, byStage[stage]...)
	}
	out.tellApart(out.Steps)
	out.Script = out.script()
	return &out
}

// After adds what was made before it was planned anew to what is still to be made, by step.
func (w *Work) After(made map[naming.Step]int) {
	w.Here.Made = made
	for i, s := range w.Steps {
		if w.Anew(s) {
			w.Steps[i].Make += made[s.ID]
		}
	}
	for i, b := range w.Batches {
		if b.Stage == batching.Sets {
			w.Batches[i].Make += made[b.ID]
		}
	}
	for _, part := range w.Script {
		for _, line := range part.Lines {
			for i := range line.Gives {
				line.Gives[i].Before += made[line.Gives[i].Step]
			}
		}
	}
}

// ToGo is the same work where so many of every step are still to be made, and of others so many stand in for it.
func (w *Work) ToGo(missing, lent map[naming.Step]int) *Work {
	out := *w
	out.Steps, out.Batches = slices.Clone(w.Steps), slices.Clone(w.Batches)
	out.Demand.Runs, out.Demand.Lines = maps.Clone(w.Demand.Runs), maps.Clone(w.Demand.Lines)
	runs := map[naming.Step]int{}
	for i, s := range out.Steps {
		out.Steps[i].Make = missing[s.ID]
		per := max(1, w.Demand.Runs[w.Acts[s.ID].Act.ID])
		if run, each := s.Together(); run != "" {
			per = max(1, s.Make/each)
		}
		if act := w.Acts[s.ID].Act.ID; s.Make > 0 {
			runs[act] = max(runs[act], (missing[s.ID]*per+s.Make-1)/s.Make)
		}
	}
	for act, n := range runs {
		if w.Demand.Runs[act] > 0 {
			out.Demand.Runs[act] = n
		}
	}
	for id, line := range w.Lines {
		if len(line.From) == 0 {
			continue
		}
		line.From = slices.Clone(line.From)
		left := lent[id]
		for i, from := range line.From {
			line.From[i].Count = max(0, min(from.Count, left))
			left -= line.From[i].Count
		}
		out.Demand.Lines[id] = line
	}
	for i, b := range out.Batches {
		out.Batches[i].Make, out.Batches[i].Spare = missing[b.ID], 0
	}
	return &out
}

// Anew says whether how many of a step are made was planned anew, from what there was.
func (w *Work) Anew(s Step) bool {
	return w.Here != nil && (s.Of.Batch == nil || s.Stage == batching.Sets)
}

// Act is what a step of the cutting cuts, by its act; nothing for what is not cut apart from cloth or across a set.
func (s Step) Act() naming.Step {
	switch {
	case s.Of.Sub != nil:
		return s.Of.Sub.ID
	case s.Of.Piece != nil:
		return s.Of.Piece.Act
	case s.Of.Through != nil || s.Stage == batching.SubCuts && s.Of.Batch == nil:
		return s.ID
	}
	return ""
}

// StripsOf is what strips of a fabric are, so wide and as long as it is wide.
func StripsOf(c cutting.ClothCut) Identity {
	return Step{Does: making.Cuts, Size: []measure.Length{c.Cut}, Look: clothLook(c.Fabric)}.Makes()
}
