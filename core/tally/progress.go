package tally

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"vicis/core/batching"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/net"
	"vicis/core/stock"
	"vicis/core/words"
	"vicis/core/work"
)

// counting gives every step what there is of what it makes, and lists what nothing asks for any more.
func counting(l *stock.Account, w *work.Work, p *net.Plan) foldCounted {
	f := foldCounted{&folding{w: w, index: map[naming.Step]int{}, log: l, net: p}}
	f.Progress = Progress{
		Steps: make([]StepProgress, len(w.Steps)), Stages: []StageProgress{}, NoLonger: []Lost{}, Doubts: []Doubt{},
		Gauged: []Gauged{},
		Events: l.Len(),
	}
	for i, s := range w.Steps {
		f.index[s.ID] = i
	}
	f.there = f.net.There(l)
	var other []stock.Held
	f.needs, other = f.net.From(f.there)
	counts := f.keys()
	for i, s := range w.Steps {
		c, told := counts[i], f.there.Told[i]
		st := &f.Steps[i]
		*st = StepProgress{
			ID: s.ID, Make: s.Make, Ready: -1, Bobbin: -1, Made: told.Made, Aside: told.Aside,
			Pressed: told.Pressed + told.Otherwise - told.Again, PressedSo: told.Pressed, PressAgain: told.Again,
			Last: lastEvent(l.Log, c.last), LastPressed: lastEvent(l.Log, c.lastPressed),
		}
		st.Good = max(0, told.Made-told.Aside)
		f.Counted += st.Good
		f.spent += float64(c.since) * s.Bobbin
		f.latest = append(f.latest, c.last)
	}
	f.shared()
	f.usedUp(other)
	f.lost = func(most int) (list []Lost, more int) { return f.leftOver(other, most) }
	f.NoLonger, f.NoLongerMore = f.lost(mostLost)
	return f
}

// mostLost is how many kinds of what nothing asks for any more are told with every count: judgement, as many as anybody
// reads.
const mostLost = 12

// leftOver tells of what nothing asks for any more, of no more kinds than are wanted: those first of which some lie
// there.
func (f *folding) leftOver(other []stock.Held, most int) ([]Lost, int) {
	list, all := []Lost{}, 0
	for _, there := range []bool{true, false} {
		for _, h := range other {
			if !lost(h) || h.OnHand > 0 != there {
				continue
			}
			if all++; len(list) < most {
				good := h.Made - h.Aside
				list = append(list, Lost{h.Step, h.Makes.Size, good, h.OnHand, f.lostWords(h, good)})
			}
		}
	}
	return list, all - len(list)
}

// lost says whether any of something were counted at all.
func lost(h stock.Held) bool { return h.Counted && (h.Made != h.Aside || h.Aside != 0) }

// AllLost tells of everything that nothing asks for any more.
func (p Progress) AllLost() []Lost {
	if p.lost == nil {
		return nil
	}
	list, _ := p.lost(math.MaxInt)
	return list
}

// shared says of every step what of the stock of its thing was made there: of what several steps make the first are
// used first, and were those that nobody counted.
func (f *folding) shared() {
	for i := range f.w.Steps {
		makers := f.net.Makers(i)
		if makers[0] != i {
			continue
		}
		held := f.there.Held[f.net.Item(i)]
		used := held.Used
		for n, j := range makers {
			st := &f.Steps[j]
			if n == 0 {
				st.Presumed = held.Presumed
			}
			st.Used = min(used, max(0, st.Made+st.Presumed-st.Aside))
			if n == len(makers)-1 {
				st.Used = used
			}
			used -= st.Used
			st.OnHand = max(0, st.Made+st.Presumed-st.Aside-st.Used)
		}
	}
}

// usedUp doubts that what is there suffices of which something was cut that no plan tells of: strips, sets or tubes
// that are used up give nothing else. Once they are counted after that, they are what they are.
func (f *folding) usedUp(other []stock.Held) {
	var last map[work.Identity]int // when each was counted last
	for _, h := range other {
		i, is := f.cutUp(h)
		if !is {
			continue
		}
		if last == nil {
			last = map[work.Identity]int{}
			for _, k := range f.log.Counts() {
				if t, known := f.log.Item(k.Key); known {
					last[t] = max(last[t], k.Last)
				}
			}
		}
		if f.latest[i] < last[h.Makes] {
			f.doubt(f.w.Steps[i], UsedUp, fmt.Sprintf("%s: %d that no longer fit were cut from these, and the plan counts on "+
				"all of them.", f.w.Steps[i].Called, h.Made-h.Aside),
				"Count again how many can still be cut as planned: what is used up is made once more.", nil)
		}
	}
}

// cutUp is the step of which something was cut that no plan tells of.
func (f *folding) cutUp(h stock.Held) (i int, is bool) {
	if _, named := stock.AsNamed(h.Makes); !named || !h.Counted || h.Made <= h.Aside {
		return 0, false
	}
	var from naming.Step
	if i, known := f.index[h.Step]; known && f.w.Steps[i].Does == making.SubCuts && len(f.w.Steps[i].Takes) > 0 {
		from = f.w.Steps[i].Takes[0].Step
	} else if tube, _, ring := h.Step.Ring(); ring {
		from = tube.Step()
	}
	i, known := f.index[from]
	if !known || len(f.w.Steps[i].Size) == 0 || f.Steps[i].Made == 0 {
		return 0, false
	}
	side := work.Exactly(f.w.Steps[i].Size[0]) // of what is cut across strips or sets one side is as wide as they are
	return i, slices.Contains(strings.Split(h.Makes.Size, " x "), side)
}

// stepCount is what the log has of a step beside what there is.
type stepCount struct{ since, last, lastPressed int }

// keys are what the log has of every step.
func (f *folding) keys() []stepCount {
	counts := make([]stepCount, len(f.w.Steps))
	for i := range counts {
		counts[i].last, counts[i].lastPressed = -1, -1
	}
	latest := -1
	for _, k := range f.log.Counts() {
		i, fits := f.place(k.Key)
		if !fits {
			continue
		}
		c := &counts[i]
		c.since += k.Since
		c.last, c.lastPressed = max(c.last, k.Last), max(c.lastPressed, k.LastPressed)
		if k.Last > latest {
			latest, f.last = k.Last, f.w.Steps[i].ID
		}
	}
	return counts
}

// lostWords says what was made and that nothing asks for it.
func (f *folding) lostWords(h stock.Held, good int) string {
	says := f.madeOf(h, good)
	switch {
	case h.OnHand == good || h.Presumed > 0:
	case h.OnHand == 0:
		says += "; all of them are used"
	default:
		says += fmt.Sprintf("; %d of them lie there", h.OnHand)
	}
	return says
}

func (f *folding) madeOf(h stock.Held, good int) string {
	i, known := f.index[h.Step]
	exact, called := h.Makes.Size, h.Called
	if known && called == "" {
		called = f.w.Steps[i].Called
	}
	switch {
	case !known:
		if pile, ok := h.Step.Pile(); ok {
			fabric := pile.Fabric
			if pile.Role != "" {
				fabric = f.w.Fabric(pile.Role)
			}
			return fmt.Sprintf("%s of %s, cut %s wide, and the plan asks for none of that width",
				words.Plural(good, "strip"), f.fabricName(fabric), f.w.Say(measure.Length(pile.Width)))
		}
		if tube, width, ok := h.Step.Ring(); ok {
			return fmt.Sprintf("%s of %s, cut %s wide, and the plan asks for none of that width", words.Plural(good, "ring"),
				f.w.Called(tube),
				f.w.Say(measure.Length(width)))
		}
		if h.Called != "" {
			return fmt.Sprintf("%d of %s (%s), which the plan no longer asks for", good, h.Called, f.told(exact))
		}
		return fmt.Sprintf("%d of a step that is no longer in the plan (%s, %s)", good, h.Step, f.told(exact))
	case exact != f.w.Steps[i].Exact():
		s := f.w.Steps[i]
		is := s.Size
		if s.Is != nil {
			is = s.Is
		}
		says := fmt.Sprintf("%d of %s made at %s; the plan now says %s", good, called, f.told(exact),
			f.told(work.Exactly(is...)))
		if s.Stage == batching.SubCuts && larger(exact, s.Size) && h.OnHand > 0 {
			says += ": cut them down to that, and count them again"
		}
		return says
	case h.Makes.Bare() == f.w.Steps[i].Makes().Bare():
		return fmt.Sprintf("%d of %s made before it was changed: seams inside are pressed otherwise than the plan now says",
			good, called)
	}
	return fmt.Sprintf("%d of %s made before it was changed: they look otherwise than the plan now says", good, called)
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

// use doubts what cannot be, and finds how many more can be made from what there is.
func (f foldGauged) use() foldUsed {
	for i := range f.w.Steps {
		switch st := f.Steps[i]; {
		case st.Aside > st.Made+st.Presumed || st.Aside > st.Made && st.Used == 0:
			f.moreAside(i)
		case f.net.Makers(i)[0] == i && f.there.Held[f.net.Item(i)].Doubted > 0:
			f.moreThanParts(i)
		}
	}
	for i := range f.w.Steps {
		for n, of := range f.net.Parts(i) {
			j, ok := f.index[of.Step]
			if !ok || !f.there.Held[f.net.Item(j)].Counted {
				f.Steps[i].Ready = -1
				break
			}
			if ready := f.ready(of, i, j); n == 0 || ready < f.Steps[i].Ready {
				f.Steps[i].Ready = ready
			}
		}
	}
	return foldUsed{f}
}

// ready is how many more of a step can be made from what there is of one part.
func (f foldGauged) ready(of work.StepTake, i, j int) int {
	part, step := f.there.Held[f.net.Item(j)], f.w.Steps[i]
	done := max(0, step.Make-f.needs[i].ToGo)
	switch {
	case of.Shared:
		return f.net.Gives(f.there, i, j, done)
	case of.At != nil:
		return max(0, of.Lasts(part.OnHand+of.Taken(done), step.Make)-done)
	case of.Per > 1 && of.Together == "": // of one that was begun some more
		return part.OnHand/of.Each*of.Per + f.net.Rest(f.there, i, j, of.Per)
	}
	return part.OnHand / of.Each * of.Per
}

// demand finds what is still to make, from the quilt down.
func (f foldUsed) demand() foldWanted {
	for i, n := range f.needs {
		f.Steps[i].ToGo, f.Steps[i].Short = n.ToGo, n.Short
	}
	return foldWanted{f}
}
