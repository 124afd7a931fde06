package tally

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/batching"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/record"
	"vicis/core/words"
	"vicis/core/work"
)

// counting gives every step what was counted of it, and lists what fits nowhere.
func counting(l *record.Log, w *work.Work) foldCounted {
	f := foldCounted{&folding{w: w, index: map[naming.Step]int{}}}
	f.Progress = Progress{
		Steps: make([]StepProgress, len(w.Steps)), Stages: []StageProgress{}, NoLonger: []Lost{}, Doubts: []Doubt{},
		Gauged: []Gauged{},
		Events: l.Len(),
	}
	for i, s := range w.Steps {
		f.index[s.ID] = i
	}
	counts := make([]record.KeyCount, len(f.w.Steps))
	for i := range counts {
		counts[i] = record.NoCount
	}
	latest := -1
	var gone []lostCount
	for _, c := range l.Counts() {
		k := c.Key
		i, fits := f.place(k)
		if fits {
			counts[i] = counts[i].Add(c)
		} else if good := c.Made - c.Aside; good != 0 || c.Aside != 0 { // not nothing, and more than counted at the iron
			f.NoLonger = append(f.NoLonger, Lost{k.Step, k.Exact, good, f.lost(k, good)})
			gone = append(gone, lostCount{k, good, c.Last})
		}
		if fits && c.Last > latest {
			latest, f.last = c.Last, f.w.Steps[i].ID
		}
	}
	for i, s := range f.w.Steps {
		c := counts[i]
		st := &f.Steps[i]
		*st = StepProgress{
			ID: s.ID, Make: s.Make, Ready: -1, Bobbin: -1, Made: c.Made, Aside: c.Aside, Pressed: c.Pressed,
			Last: lastEvent(l, c.Last), LastPressed: lastEvent(l, c.LastPressed),
		}
		st.Good = max(0, c.Made-c.Aside)
		f.Counted += st.Good
		f.spent += float64(c.Since) * s.Bobbin
		if c.Aside > c.Made {
			f.doubt(s, AsideOfMade, fmt.Sprintf("%s: %d set aside of %d made.", s.Called, c.Aside, c.Made),
				"Count the good ones again.", []string{
					"Some were made and not counted before they were set aside.",
					"Set aside was pressed once too often.",
				},
				repair(fmt.Sprintf("%d more were made, and none of all of them is good", c.Aside-c.Made),
					actOf(s, record.Made, c.Aside-c.Made, "")))
		}
	}
	for _, g := range gone {
		f.usedUp(g, counts)
	}
	return f
}

// lostCount is what was counted of something that no longer fits, and which event was the last of it.
type lostCount struct {
	record.Key
	good, last int
}

// usedUp doubts that what is there suffices of which something was cut that no longer fits: strips, sets or tubes that
// are used up give nothing else. Once they are counted after that, they are what they are.
func (f *folding) usedUp(g lostCount, counts []record.KeyCount) {
	var from naming.Step
	if tube, _, ring := g.Step.Ring(); ring {
		from = tube.Step()
	} else if i, known := f.index[g.Step]; known && f.w.Steps[i].Does == making.SubCuts && len(f.w.Steps[i].Takes) > 0 {
		from = f.w.Steps[i].Takes[0].Step
	}
	i, known := f.index[from]
	if !known || len(f.w.Steps[i].Size) == 0 {
		return
	}
	side := work.Exactly(f.w.Steps[i].Size[0]) // of what is cut across strips or sets one side is as wide as they are
	if slices.Contains(strings.Split(g.Exact, " x "), side) && g.good > 0 && counts[i].Made > 0 &&
		counts[i].Last < g.last {
		f.doubt(f.w.Steps[i], UsedUp, fmt.Sprintf("%s: %d that no longer fit were cut from these, and the plan counts on "+
			"all of them.", f.w.Steps[i].Called, g.good),
			"Count again how many can still be cut as planned: what is used up is made once more.", nil)
	}
}

// lost says what was made and where it no longer fits.
func (f *folding) lost(k record.Key, good int) string {
	i, known := f.index[k.Step]
	switch {
	case !known:
		if pile, ok := k.Step.Pile(); ok {
			fabric := pile.Fabric
			if pile.Role != "" {
				fabric = f.w.Fabric(pile.Role)
			}
			return fmt.Sprintf("%s of %s, cut %s wide, and the plan asks for none of that width",
				words.Plural(good, "strip"), f.fabricName(fabric), f.w.Say(measure.Length(pile.Width)))
		}
		if tube, width, ok := k.Step.Ring(); ok {
			return fmt.Sprintf("%s of %s, cut %s wide, and the plan asks for none of that width", words.Plural(good, "ring"),
				f.w.Called(tube),
				f.w.Say(measure.Length(width)))
		}
		return fmt.Sprintf("%d of a step that is no longer in the plan (%s, %s)", good, k.Step, f.told(k.Exact))
	case k.Exact != f.w.Steps[i].Exact():
		s := f.w.Steps[i]
		is := s.Size
		if s.Is != nil {
			is = s.Is
		}
		says := fmt.Sprintf("%d of %s made at %s; the plan now says %s", good, s.Called, f.told(k.Exact),
			f.told(work.Exactly(is...)))
		if s.Stage == batching.SubCuts && larger(k.Exact, s.Size) {
			says += ": cut them down to that, and count them again"
		}
		return says
	}
	return fmt.Sprintf("%d of %s made before it was changed: they look otherwise than the plan now says", good,
		f.w.Steps[i].Called)
}

// larger says whether what was made at an exact size is nowhere smaller than asked for.
func larger(exact string, size []measure.Length) bool {
	had := work.Sides(exact)
	if len(had) != len(size) {
		return false
	}
	for i, s := range had {
		if s.Err() != nil || s.Length() < size[i] {
			return false
		}
	}
	return true
}

func (f *folding) fabricName(id string) string {
	for _, one := range f.w.Fabrics {
		if one.ID == id {
			return one.Name
		}
	}
	return id
}

// told is an exact size as the ruler reads it.
func (f *folding) told(exact string) string {
	var sizes []string
	for _, s := range work.Sides(exact) {
		says := s.String()
		if s.Err() == nil {
			says = f.w.Say(s.Length())
		}
		sizes = append(sizes, says)
	}
	return strings.Join(sizes, " × ")
}

// taking adds up what is taken: what falls out together once.
type taking struct {
	together map[[2]naming.Step]int // thing and run → how many that run has taken
}

func newTaking() taking { return taking{map[[2]naming.Step]int{}} }

// take is how many of a thing so many of a step take.
func (t taking) take(of work.StepTake, made int) int { return t.once(of, of.Taken(made)) }

// once leaves out what the same run has taken already.
func (t taking) once(of work.StepTake, n int) int {
	if of.Together == "" {
		return n
	}
	k := [2]naming.Step{of.Step, of.Together}
	more := max(0, n-t.together[k])
	t.together[k] = max(n, t.together[k])
	return more
}

// use finds what later steps have taken, and what cannot be.
func (f foldGauged) use() foldUsed {
	t := newTaking()
	shared := map[int]bool{}
	for i, s := range f.w.Steps {
		for _, of := range s.Takes {
			j, ok := f.index[of.Step]
			switch {
			case ok && of.Shared:
				shared[j] = true
			case ok:
				f.Steps[j].Used += t.take(of, f.Steps[i].Made)
			}
		}
	}
	for j := range shared {
		f.Steps[j].Used += f.w.Opened(f.w.Steps[j].ID, f.made)
	}
	f.standIn()
	for i := range f.w.Steps {
		st := &f.Steps[i]
		st.OnHand = st.Good - st.Used
		if st.OnHand < 0 && st.Last != nil {
			f.moreThanParts(i)
		}
	}
	for i, s := range f.w.Steps {
		for n, of := range s.Takes {
			j, ok := f.index[of.Step]
			if !ok || f.Steps[j].Last == nil {
				f.Steps[i].Ready = -1
				break
			}
			ready := f.ready(of, j, s.ID)
			if n == 0 || ready < f.Steps[i].Ready {
				f.Steps[i].Ready = ready
			}
		}
	}
	return foldUsed{f}
}

// ready is how many more of a step can be made from what there is of one part.
func (f foldGauged) ready(of work.StepTake, j int, step naming.Step) int {
	part, made := f.Steps[j], f.made(step)
	switch {
	case of.Shared:
		return max(0, f.w.Gives(of.Step, step, part.Good)-made)
	case of.At != nil:
		return max(0, of.Lasts(max(0, part.OnHand)+of.Taken(made), f.w.Steps[f.index[step]].Make)-made)
	case of.Per > 1 && of.Together == "": // a strip or set that has been begun gives some more
		return max(0, part.Good/of.Each*of.Per-made)
	}
	return max(0, part.OnHand) / of.Each * of.Per
}

// standIn lets a step's stand-ins cover what later steps took of it beyond what was made.
func (f foldGauged) standIn() {
	for i, s := range f.w.Steps {
		for _, other := range s.Also {
			j, ok := f.index[other.Step]
			if !ok {
				continue
			}
			st, o := &f.Steps[i], &f.Steps[j]
			if n := min(st.Used-st.Good, other.Count); n > 0 {
				st.Used -= n
				o.Used += n
			}
		}
	}
}

// demand finds what is still to make, from the quilt down: what is missing of the plan, or what later steps still need
// and is not on hand, whichever is more.
func (f foldUsed) demand() foldWanted {
	wanted := make([]int, len(f.w.Steps)) // what later steps still take
	together := newTaking()
	shared := map[int]bool{}
	for i := len(f.w.Steps) - 1; i >= 0; i-- {
		s, st := f.w.Steps[i], &f.Steps[i]
		if shared[i] { // strips or sets that several steps are cut from
			wanted[i] += f.w.Opened(s.ID, func(step naming.Step) int {
				if j, ok := f.index[step]; ok {
					return f.Steps[j].Made + f.Steps[j].ToGo
				}
				return 0
			}) - f.w.Opened(s.ID, f.made)
		}
		st.ToGo = f.rest(i)
		if st.Last != nil {
			for _, other := range s.Also { // stand-ins that are not used up yet, or still come as planned
				if j, ok := f.index[other.Step]; ok {
					wanted[i] -= min(other.Count, max(0, f.Steps[j].OnHand)+f.rest(j))
				}
			}
			if more := wanted[i] - max(0, st.OnHand); more > st.ToGo {
				st.Short = more - st.ToGo
				st.ToGo = more
			}
		}
		for _, of := range s.Takes {
			j, ok := f.index[of.Step]
			switch {
			case !ok:
			case of.Shared:
				shared[j] = true
			default:
				wanted[j] += together.once(of, of.Taken(st.Made+st.ToGo)-of.Taken(st.Made))
			}
		}
	}
	return foldWanted{f}
}
