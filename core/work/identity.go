package work

import (
	"slices"

	"vicis/core/measure"
	"vicis/core/naming"
)

// Makes is what a step makes.
func (s Step) Makes() Identity {
	t := Identity{Does: string(s.Does), Size: s.Exact(), Shows: s.Look, Pressed: s.Pressed}
	if s.shows != "" {
		t.Shows = s.shows + " " + s.Of.Batch.Edge // closed or not
	} else if s.Look == "" || s.ID.Column() > 0 { // a column of a web hangs where it was sewn on
		t.Shows = string(s.ID) + " " + s.Look
	}
	switch {
	case s.Short > 0:
		t.Long = measure.Write(s.Short).String()
	case s.Of.Strip != nil && (s.Told == Long || s.Of.Strip.Joined != nil): // planned by its length for that alone
		t.Long = "for " + string(s.Of.Strip.For)
	}
	return t
}

// Serves lists the things that serve for one of a step: what is as long as the cloth is wide for what is cut short.
func (s Step) Serves() []Identity {
	if s.Short == 0 {
		return nil
	}
	s.Short = 0
	return []Identity{s.Makes()}
}

// Placing finds the step that something tallied belongs to: the one of its name, as long as size and look are its own;
// else the one of the same unit that has the same size and look, for what was made stays what it is when rows change
// places.
func (w *Work) Placing() func(step naming.Step, k As) (at int, fits bool) {
	named, sized, exact := map[naming.Step]int{}, map[string][]int{}, make([]string, len(w.Steps))
	for i, s := range w.Steps {
		exact[i] = s.Exact()
		if _, twice := named[s.ID]; !twice {
			named[s.ID] = i
		}
		sized[exact[i]] = append(sized[exact[i]], i)
		for _, older := range s.Older {
			sized[older.Exact] = append(sized[older.Exact], i)
		}
	}
	fits := func(i int, k As) bool {
		return As{exact[i], w.Steps[i].Look}.is(k) || slices.ContainsFunc(w.Steps[i].Older, k.is)
	}
	return func(step naming.Step, k As) (int, bool) {
		if i, known := named[step]; known && fits(i, k) {
			return i, true
		}
		if k.Look == "" {
			return 0, false
		}
		for _, i := range sized[k.Exact] {
			if sameKind(w.Steps[i].ID, step) && fits(i, k) {
				return i, true
			}
		}
		return 0, false
	}
}

// sameKind says whether two steps are of one unit, or both rows of the quilt.
func sameKind(a, b naming.Step) bool {
	if a.Column() > 0 || b.Column() > 0 {
		return false // a column of a web hangs where it was sewn on
	}
	return a.Owner() == b.Owner() && a.Made() == "" && b.Made() == "" || a.Number() > 0 && b.Number() > 0
}

// Once is how many of every step are counted for the whole quilt, where what falls out with another is not counted
// again.
func (w *Work) Once() []int {
	runs, list := map[naming.Step]int{}, make([]int, len(w.Steps))
	for i, s := range w.Steps {
		run, each := s.Together()
		list[i] = max(0, s.Make-runs[run]*each)
		if run != "" && !s.Apart {
			runs[run] = max(runs[run], s.Make/each)
		}
	}
	return list
}
