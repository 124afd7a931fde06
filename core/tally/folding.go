package tally

import (
	"vicis/core/batching"
	"vicis/core/naming"
	"vicis/core/net"
	"vicis/core/record"
	"vicis/core/stock"
	"vicis/core/work"
)

// folding is a log being held against the work.
type folding struct {
	Progress
	w      *work.Work
	index  map[naming.Step]int
	log    *stock.Account
	net    *net.Plan
	there  *net.There
	needs  []net.Need
	latest []int       // the place of the last that was counted of every step, -1 for none
	spent  float64     // metres of the bobbin's thread since it was full
	last   naming.Step // last worked on, of what still fits
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

// place finds the step that a key belongs to: the one that makes what its events count.
func (f *folding) place(k record.Key) (int, bool) {
	if t, told := f.log.Item(k); told {
		if makers := f.net.MakersOf(t); len(makers) > 0 {
			for _, i := range makers {
				if f.w.Steps[i].ID == k.Step {
					return i, true
				}
			}
			return makers[0], true
		}
	}
	return f.net.Book.Place(k.Step, work.As{Exact: k.Exact, Look: k.Look})
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
