package tally

import (
	"fmt"
	"math"

	"vicis/core/record"
	"vicis/core/school"
)

// thread says how far the bobbin lasts: at which piece of each step it runs out, and how many are to be wound for the
// rest.
func (f foldWanted) thread(l *record.Log) *Thread {
	full := float64(f.w.Settings.Bobbin)
	if !l.Wound() || full <= 0 || f.w.Settings.Times == school.TimesHidden {
		return nil
	}
	left := max(0, full-f.spent)
	rest := 0.0
	for i, s := range f.w.Steps {
		rest += float64(f.Steps[i].ToGo) * s.Bobbin
		if s.Bobbin > 0 {
			f.Steps[i].Bobbin = int(math.Floor(left/s.Bobbin + 1e-9))
		}
	}
	t := &Thread{
		Left: math.Round(left/full*1e4) / 1e4, Empty: f.spent > full,
		Wind: int(math.Ceil(max(0, rest-left)/full - 1e-9)),
	}
	switch {
	case t.Empty:
		t.Says = "The bobbin should be empty."
	case f.w.Settings.Buy == school.ByTheMetre:
		t.Says = fmt.Sprintf("%.0f m of %.0f m left on the bobbin.", left, full)
	default:
		const yard = 0.9144
		t.Says = fmt.Sprintf("%.0f yd of %.0f yd left on the bobbin.", left/yard, full/yard)
	}
	return t
}
