// Package work works a quilt out: how many of everything, how it is cut, the steps that are counted, the script at the
// mat, what measuring tells of.
package work

import (
	"fmt"
	"maps"
	"slices"

	"vicis/core/batching"
	"vicis/core/cutting"
	"vicis/core/decided"
	"vicis/core/demand"
	"vicis/core/document"
	"vicis/core/fewest"
	"vicis/core/laying"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
	"vicis/core/school"
)

// Work is everything that is done, in the order it is done.
type Work struct {
	Counted
	Cut     cutting.Plan
	Batches []batching.Batch
	Steps   []Step             // everything that is counted
	Script  []MatPart          // the cutting in the order of the table
	Begun   map[Identity]Begun // where the cutting is planned anew, what was cut up before

	cells map[quilt.Cell]uint64 // what cells show, while the steps are listed
}

// Of works a document out. Where it is false the problems say what stops, and the work holds the stages that could be
// reached.
func Of(d document.Document) (*Work, bool) { return Spending(d, nil) }

// Spending is Of for whoever counts what it takes.
func Spending(d document.Document, spend func(int)) (*Work, bool) {
	w, ok := of(d, false, spend)
	if ok && w.Problems.Has("off-the-ruler") {
		if older, ok := of(d, true, spend); ok {
			w.wasBetween(older)
		}
	}
	return w, ok
}

// wasBetween keeps how large older programs told things to be, where what runs round the quilt or between its blocks is
// cut between two marks.
func (w *Work) wasBetween(older *Work) {
	was := map[naming.Step]Step{}
	for _, s := range older.Steps {
		was[s.ID] = s
	}
	for i, s := range w.Steps {
		if o, known := was[s.ID]; known && s.Exact() != o.Exact() {
			w.Steps[i].Older = append(w.Steps[i].Older, append(o.Older, As{o.Exact(), o.Look})...)
		}
	}
}

func of(d document.Document, between bool, spend func(int)) (*Work, bool) {
	w := &Work{}
	var ok bool
	if w.Quilt, ok = decided.Read(d); !ok {
		return w, false
	}
	w.Spend, w.Table.Between = spend, between
	if w.Sewn, ok = laying.Sew(w.Quilt); !ok {
		return w, false
	}
	counted, ok := Count(w.Pressed())
	if !ok {
		w.Counted = counted
		return w, false
	}
	if w = counted.Work(); w.Cut.Strips > cutting.MostStrips {
		w.Problems.Stop("too-many-strips", "/top/rows", fmt.Sprintf("This quilt is cut from %d strips.", w.Cut.Strips),
			fmt.Sprintf("Plan fewer or smaller blocks, or fewer spares: at most %d strips.", cutting.MostStrips))
		return w, false
	}
	return w, true
}

// IsSewn says whether units could be sewn at all, even if not every one.
func (w *Work) IsSewn() bool { return w.Acts != nil }

// Cutting plans the cutting alone.
func (c Counted) Cutting(t *making.Table) cutting.Plan {
	lines, there := c.Lines, (*cutting.AtHand)(nil)
	if c.Here != nil {
		lines, there = c.Here.Lines, &c.Here.There
	}
	plan := cutting.Cut(c.Units, c.Layout, lines, t, c.Shelf, c.Buying, c.Waits, c.Dealt.Cut, there)
	c.Spent(laying.CutCost(plan.Looks))
	return plan
}

// Work plans the cutting and the batches.
func (c Counted) Work() *Work {
	c.Lines, c.Demand.Runs = maps.Clone(c.Lines), maps.Clone(c.Demand.Runs) // what was counted stays as it was
	w := &Work{Counted: c, Cut: c.Cutting(&c.Table)}
	for _, set := range w.Cut.Sets {
		n := set.Layups.Strips
		for _, act := range w.Unit(set.Set).Acts {
			w.Lines[act.ID], w.Demand.Runs[act.ID] = demand.ThingCount{Need: n, Runs: n}, n
		}
	}
	w.Batches = w.squared(batching.Plan(w.Units, w.Layout, w.Lines, w.Schools.Rows == school.Webbed))
	w.Steps = w.steps()
	w.Script = w.script()
	return w
}

// squared adds the squaring up, or the checking, of what was sewn, each right after it.
func (w *Work) squared(list []batching.Batch) []batching.Batch {
	square := w.Schools.Square
	if square == school.SquareByMethod {
		return list
	}
	var out []batching.Batch
	for _, b := range list {
		out = append(out, b)
		block := b.Stage == batching.Blocks
		if b.Does != making.Sews || b.Shaves || b.Make == 0 || b.ID.Made() == "" || !block &&
			(b.Stage != batching.Units || square == school.SquareBlocks) || !b.Piece.Whole() {
			continue
		}
		one := batching.Batch{
			ID: b.ID.Made().Squared(), Name: b.Name + ", squared up", Stage: b.Stage, Does: making.Trims, Says: "Square up",
			Make: b.Make, Piece: w.AsLaid(b.ID, b.Piece),
			Cuts: 4, Shaves: true, Shows: b.ID,
		}
		if square == school.CheckUnits {
			one.Name, one.Says, one.Cuts = b.Name+", checked", "Check with the ruler", 0
		}
		out = append(out, one)
	}
	return out
}

// AsLaid is what a step makes, as large as blocks were measured where it is one of them: all are made alike.
func (w *Work) AsLaid(step naming.Step, p piece.Piece) piece.Piece {
	m := w.Asked.Block
	if m == nil {
		return p
	}
	wide, high := m.Size()
	for _, k := range w.Layout.Kinds {
		for _, c := range k.Cells {
			switch {
			case c.Unit.Step() != step:
				continue
			case c.Turn%180 != 0:
				wide, high = high, wide
			}
			return p.Grown(piece.Of(wide), piece.Of(high))
		}
	}
	return p
}

// Strips is how many strips a step cuts.
func (w *Work) Strips(id naming.Step) int {
	for _, f := range w.Cut.Fabrics {
		for _, s := range f.Strips {
			if s.ID == id {
				return s.Count
			}
		}
	}
	return 0
}

// Taken is how many of each supply of the shelf are used up, with those that were begun before.
func (w *Work) Taken() map[string]int {
	list := map[string]int{}
	for _, t := range w.Cut.Taken() {
		list[t.Supply] = t.Count
	}
	for t, begun := range w.Begun {
		if id, is := t.Supply(); is {
			list[id] += begun.Used
		}
	}
	return list
}

// PerSet is how many strips of a pile one strip set takes.
func PerSet(m making.Made, pile naming.Step) int {
	n := 0
	for _, s := range m.Acts[0].Strips {
		if cutting.PileOf(s) == pile {
			n++
		}
	}
	return n
}

// ShortOf is how long a strip or set must be that a pattern of a few pieces is cut from, where that is at most half of
// the cloth's width; 0 where whole widths are asked for.
func (w *Work) ShortOf(a cutting.Across) measure.Length {
	if !a.OneNew() || w.Schools.Lengths == school.CutWhole {
		return 0
	}
	at, _ := a.Marks(a.Layups.Patterns[0], &w.Table)
	if used := at[len(at)-1]; 2*used <= a.Length {
		return used
	}
	return 0
}

// Short is the same for the strips of a pile, whatever is made of them.
func (w *Work) Short(s cutting.StripPlan) (long measure.Length) {
	defer func() { long = w.asShort(s.ID, long) }()
	switch {
	case s.Patches != nil:
		return w.ShortOf(*s.Patches)
	case s.Joined != nil && s.Count > 0 && s.Ready == s.Count: // as long as the shelf has them, and they are asked for
		if usable, _ := w.Table.Usable(s.Role); s.Least < usable {
			return s.Long
		}
		return 0
	case s.Joined != nil || s.Lengths:
		return 0
	}
	for _, a := range w.Cut.Sets {
		if PerSet(w.Unit(a.Set), s.ID) == 0 {
			continue
		}
		one := w.ShortOf(a)
		if one == 0 {
			return 0
		}
		long = max(long, one)
	}
	return long
}

// asShort is how long a strip or set is asked for that is asked for short: no shorter than all of it asks for.
func (w *Work) asShort(step naming.Step, long measure.Length) measure.Length {
	if w.Here == nil || long == 0 {
		return long
	}
	return max(long, w.Here.Short[step])
}

// Held says whether the size of an act waits for a measurement that has not been made.
func (w *Work) Held(act naming.Step) bool { return w.Waits[act] && w.Plain.Block == nil }

// Rest is what remains of one strip or set cut by a pattern.
func (w *Work) Rest(a cutting.Across, p fewest.Pattern) measure.Length {
	at, _ := a.Marks(p, &w.Table)
	return a.Left(p, at)
}

// Done says whether a step is pressed already, and other seams are solved round it.
func (w *Work) Done(step naming.Step) bool {
	return slices.Contains(w.Iron.Done, step)
}

// DoneSeam says whether a seam is pressed already.
func (w *Work) DoneSeam(seam naming.Seam) bool {
	return slices.ContainsFunc(w.Batches, func(b batching.Batch) bool {
		return slices.Contains(b.Presses, seam) &&
			w.Done(b.ID)
	})
}
