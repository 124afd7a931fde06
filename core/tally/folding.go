package tally

import (
	"vicis/core/batching"
	"vicis/core/naming"
	"vicis/core/record"
	"vicis/core/work"
)

// folding is a log being held against the work.
type folding struct {
	Progress
	w     *work.Work
	index map[naming.Step]int
	spent float64     // metres of the bobbin's thread since it was full
	last  naming.Step // last worked on, of what still fits
}

// The stages of a progress. Each holds the one before and can only be had from it; it fills in what it finds and leaves
// alone what others found.
type (
	foldCounted  struct{ *folding }     // what was counted of every step, and what fits nowhere
	foldGauged   struct{ foldCounted }  // what was measured
	foldUsed     struct{ foldGauged }   // what later steps have taken, and what is on hand
	foldWanted   struct{ foldUsed }     // what is still to make
	foldBalanced struct{ foldWanted }   // which counts cannot be
	foldKitted   struct{ foldBalanced } // what belongs to the kit under way
	foldGoing    struct{ foldKitted }   // what waits, what is next, how every step stands
)

// place finds the step that a key belongs to: the one of its name, as long as size and look are its own; else the one
// of the same unit that has the same size and look, for what was made stays what it is when rows change places.
func (f *folding) place(k record.Key) (int, bool) {
	fits := func(s work.Step) bool { return s.Fits(work.As{Exact: k.Exact, Look: k.Look}) }
	if i, known := f.index[k.Step]; known && fits(f.w.Steps[i]) {
		return i, true
	}
	if k.Look == "" {
		return 0, false
	}
	for i, s := range f.w.Steps {
		if fits(s) && sameKind(s.ID, k.Step) {
			return i, true
		}
	}
	return 0, false
}

// sameKind says whether two steps are of one unit, or both rows of the quilt.
func sameKind(a, b naming.Step) bool {
	if a.Column() > 0 || b.Column() > 0 {
		return false // a column of a web hangs where it was sewn on
	}
	return a.Owner() == b.Owner() && a.Made() == "" && b.Made() == "" || a.Number() > 0 && b.Number() > 0
}

// made is how many of a step were made.
func (f *folding) made(step naming.Step) int {
	if i, ok := f.index[step]; ok {
		return f.Steps[i].Made
	}
	return 0
}

func (f *folding) doubt(s work.Step, sort DoubtSort, says, mend string, look []string, repairs ...[]Repair) {
	d := Doubt{Step: s.ID, Sort: sort, Says: says, Mend: mend, Look: look, Repairs: []Repair{}}
	if d.Look == nil {
		d.Look = []string{}
	}
	for _, r := range repairs {
		d.Repairs = append(d.Repairs, r...)
	}
	f.Doubts = append(f.Doubts, d)
}

func repair(says string, acts ...NewEvent) []Repair {
	for _, a := range acts {
		if a.N > record.MostAtOnce || a.N < 0 || a.N == 0 && a.Kind != record.Recount {
			return nil
		}
	}
	return []Repair{{says, acts}}
}

func actOf(s work.Step, kind record.EventKind, n int, reason string) NewEvent {
	return NewEvent{s.ID, s.Exact(), s.Look, kind, n, reason}
}

func (f *folding) calledAt(id naming.Step) string {
	if i, known := f.index[id]; known {
		return f.w.Steps[i].Called
	}
	return "a block"
}

// rest is what is missing of the plan. A spare stands in for what was set aside: what was planned is made once, and
// replaced only below the need.
func (f foldCounted) rest(i int) int {
	s, st := f.w.Steps[i], f.Steps[i]
	return max(0, s.Make-st.Made, s.Make-s.Spare-st.Good)
}

func ceil(a, b int) int { return (a + b - 1) / b }

// inKits says whether a step is done kit by kit; what is cut is cut for the whole quilt.
func inKits(s work.Step) bool {
	return s.Stage == batching.Marking || s.Stage == batching.Units || s.Stage == batching.Blocks
}

func lastEvent(l *record.Log, at int) *Last {
	if at < 0 {
		return nil
	}
	e := l.Entries()[at]
	return &Last{e.ID, e.Kind, e.N}
}

// Places finds which step of a work a key belongs to: see place.
func Places(w *work.Work) func(record.Key) (int, bool) {
	f := folding{w: w, index: map[naming.Step]int{}}
	for i, s := range w.Steps {
		f.index[s.ID] = i
	}
	return f.place
}
