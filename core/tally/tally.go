// Package tally is a fold over events: what was made, set aside, counted again or taken back at the machine, held
// against the plan. Events are never changed; the same events give the same progress, however often each was delivered.
package tally

import (
	"fmt"

	"vicis/core/batching"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/net"
	"vicis/core/record"
	"vicis/core/stock"
	"vicis/core/work"
)

// Against holds a ledger against the work.
func Against(l *stock.Account, w *work.Work) Progress { return By(l, w, net.Of(w)) }

// By is the same for whoever keeps how the things of the work hang together.
func By(l *stock.Account, w *work.Work, p *net.Plan) Progress {
	f := counting(l, w, p).gauge(l.Log).use().demand().balance().kits().going()
	f.Script, f.Stages, f.Sewn, f.Thread = f.script(), f.stages(), f.printed(l.Log), f.thread(l.Log)
	f.Rests = f.rests()
	f.Progress.net, f.Progress.there = f.net, f.there
	return f.Progress
}

// Fold holds events that were all counted by a work against it, in the order they were stored.
func Fold(w *work.Work, events []record.Event) Progress {
	return Against(stock.Counted(w, events...), w)
}

// going says of every step whether it waits, which is next, and how each stands.
func (f foldKitted) going() foldGoing {
	f.waiting()
	f.Next = f.next()
	f.Over = f.over()
	f.states()
	return foldGoing{f}
}

// next is the step last worked on while it lasts and there are parts for it, else the first that is not done and can
// be; of what is done in kits only what the kit takes counts. Where nothing can be done it is the first that waits for
// nobody.
func (f foldKitted) next() (first naming.Step) {
	can := func(i int) bool { return f.open(i) > 0 && f.Steps[i].Waits == "" && f.Steps[i].Ready != 0 }
	if i, ok := f.index[f.last]; ok && can(i) {
		return f.last
	}
	waits := true
	for i, s := range f.Steps {
		switch {
		case can(i):
			return s.ID
		case f.open(i) > 0 && (first == "" || waits && s.Waits == ""):
			first, waits = s.ID, s.Waits != ""
		}
	}
	return first
}

// over says whether all that the cutting gives is cut while more is wanted: then the rest is planned anew. As long as
// something is still to be cut nothing changes under the knife.
func (f foldKitted) over() bool {
	more := false
	for i, s := range f.w.Steps {
		if togo := f.Steps[i].ToGo; s.Of.Batch == nil && togo > 0 {
			if s.Make > f.Steps[i].Made {
				return false
			}
			more = true
		}
	}
	return more
}

// waiting says of every step whose measuring it waits for.
func (f foldKitted) waiting() {
	for i, s := range f.w.Steps {
		st := &f.Steps[i]
		if st.ToGo > 0 {
			st.Waits = f.waits(s)
		}
		st.Due = f.due(s, st.Good)
	}
}

// states says of every step in words how it stands.
func (f foldKitted) states() {
	taken := map[naming.Step]bool{}
	for _, s := range f.w.Steps {
		for _, t := range s.Takes {
			taken[t.Step] = true
		}
	}
	for i, s := range f.w.Steps {
		st := &f.Steps[i]
		switch {
		case st.Waits != "":
			st.State = "measure " + f.calledAt(st.Waits) + " first"
		case st.Short > 0:
			st.State = fmt.Sprintf("%d short", st.Short)
		case st.ToGo == 0 && taken[s.ID] && st.OnHand > 0:
			st.State = fmt.Sprintf("done, %d on hand", st.OnHand)
		case st.ToGo == 0:
			st.State = "done"
		case s.ID == f.Next:
			st.State = map[bool]string{true: "at the machine", false: "on the mat"}[s.Does == making.Sews]
		case st.Ready == 0:
			st.State = "waits for " + f.missing(s)
		case st.Ready > 0:
			st.State = fmt.Sprintf("parts for %d", min(st.Ready, st.ToGo))
		case st.Good > 0:
			st.State = fmt.Sprintf("%d to go", st.ToGo)
		default:
			st.State = "not begun"
		}
	}
}

// waits is the step whose measuring is waited for: one measurement releases what is cut across a set and what is cut
// again; what is cut to the size of a block is released by what the quilt is planned on.
func (f foldGauged) waits(s work.Step) naming.Step {
	id := f.w.WaitsFor(s)
	if f.w.Held(s.ID) {
		return id
	}
	for _, g := range f.Gauged {
		if g.Step != id {
			continue
		}
		for _, r := range g.Reads {
			if r.Fits && r.Asks == "" {
				return ""
			}
		}
	}
	return id
}

// missing names the part there are too few of for one more.
func (f foldUsed) missing(s work.Step) string {
	for _, t := range s.Takes {
		if j, ok := f.index[t.Step]; ok && f.ready(t, f.index[s.ID], j) == 0 {
			return f.w.Steps[j].Called
		}
	}
	return "its parts"
}

func (f foldWanted) stages() []StageProgress {
	list := []StageProgress{}
	index := map[batching.Stage]int{}
	for i, s := range f.w.Steps {
		k, ok := index[s.Stage]
		if !ok {
			k = len(list)
			index[s.Stage] = k
			list = append(list, StageProgress{Stage: s.Stage})
		}
		list[k].Make += s.Make
		list[k].Done += max(0, s.Make-f.Steps[i].ToGo)
	}
	return list
}

// script says how often each line of the cutting need not be done any more: the lines of a step are done in their
// order.
func (f foldWanted) script() [][]int {
	list := make([][]int, len(f.w.Script))
	for i, part := range f.w.Script {
		list[i] = make([]int, len(part.Lines))
		for j, line := range part.Lines {
			done := line.Times
			for _, g := range line.Gives {
				done = min(done, max(0, (f.Steps[f.index[g.Step]].done()-g.Before)/g.N))
			}
			list[i][j] = done
		}
	}
	return list
}
