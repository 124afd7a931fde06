// Package times says how long things take by one's own tallies, and adds up what was done.
package times

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"vicis/core/batching"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/pace"
	"vicis/core/record"
	"vicis/core/school"
	"vicis/core/tally"
	"vicis/core/words"
	"vicis/core/work"
)

// OwnTimes is what one's own tallies say of how long things take.
type OwnTimes struct {
	Paces  []StepPace `json:"paces" doc:"Of the steps there is data of"`
	Left   *Left      `json:"left,omitempty" doc:"How long the rest takes; none while nothing is known of any of it"`
	Days   []Day      `json:"days" doc:"What was done on which day, the newest last"`
	Aside  []Reasoned `json:"aside" doc:"What was set aside, by reason, the most frequent first"`
	Usual  string     `json:"usual" doc:"How long a day at the machine usually is, pauses left out; empty where fewer than three are known"`
	Share  string     `json:"share" doc:"What fits into such a day, from what is next on; empty where that is not known"`
	Wind   string     `json:"wind" doc:"How many bobbins are to be wound for that; empty where no full bobbin was told of, or nothing is sewn"`
	Hidden bool       `json:"hidden" doc:"The quilter asked not to be told"`
}

// StepPace is how fast one step goes.
type StepPace struct {
	Step   naming.Step `json:"step"`
	Name   string      `json:"name"`
	Says   string      `json:"says" doc:"The middle of the times of one, and between which half of them lie"`
	Gaps   int         `json:"gaps" doc:"Counts it rests on"`
	Paused int         `json:"paused" doc:"Gaps that were left out as pauses"`
	ToGo   int         `json:"toGo"`
	Left   string      `json:"left" doc:"How long what is to go takes; empty for nothing"`
}

// Left is how long the rest takes.
type Left struct {
	Says  string `json:"says"`
	Rests string `json:"rests" doc:"What it rests on, and what it says nothing of"`
	Days  string `json:"days" doc:"The same in usual days; empty where those are not known, or not all of the rest is"`
}

// Day is what was counted on one day.
type Day struct {
	Day   string `json:"day" doc:"As the quilter's clock had it, 2026-03-14"`
	Made  int    `json:"made" doc:"Pieces of all steps, less what was taken back"`
	Aside int    `json:"aside"`
	Sum   int    `json:"sum" doc:"Made less set aside up to then"`
}

// Reasoned is how many were set aside for a reason.
type Reasoned struct {
	Reason string `json:"reason"`
	N      int    `json:"n"`
}

// mostTimed is how many of the newest counts are gone through for a pace.
const mostTimed = 50_000

// gaps are the times between counts of one thing that follow each other with nothing else in between.
func gaps(l *record.Log) map[*record.KeyCount][]pace.Gap {
	of := map[*record.KeyCount][]pace.Gap{}
	last := -1
	for i := max(0, len(l.Entries())-mostTimed); i < len(l.Entries()); i++ {
		e := l.Entries()[i]
		if e.Count == nil || e.Kind == record.Measured || e.Kind == record.Bobbin || l.Voided(i) || e.At == 0 {
			continue
		}
		if e.Kind == record.Made && last >= 0 && l.Entries()[last].Count == e.Count && l.Entries()[last].Kind == record.Made {
			of[e.Count] = append(of[e.Count], pace.Gap{Seconds: float64(e.At - l.Entries()[last].At), N: e.N})
		}
		last = i
	}
	return of
}

// own are the gaps of every step.
func own(l *record.Log, w *work.Work) [][]pace.Gap {
	place := w.Placing()
	own := make([][]pace.Gap, len(w.Steps))
	gaps := gaps(l)
	for _, c := range l.Counts() { // in their order: what is added up does not depend on that of a map
		if i, fits := place(c.Step, work.As{Exact: c.Exact, Look: c.Look}); fits {
			own[i] = append(own[i], gaps[c]...)
		}
	}
	return own
}

// Takes tells how long so many of a step take by one's own tallies; false where that is not known, or not to be told.
func Takes(l *record.Log, w *work.Work) func(step, n int) (string, bool) {
	if w.Settings.Times == school.TimesHidden {
		return func(int, int) (string, bool) { return "", false }
	}
	own := own(l, w)
	return func(step, n int) (string, bool) {
		p, ok := pace.Of(own[step])
		if !ok || n == 0 {
			return "", false
		}
		return rangeWords(pace.Left([]pace.Rest{{N: n, Pace: p}})), true
	}
}

// Times holds what is left to do against the log. clock is how many minutes the quilter's clock is ahead of UTC.
func Times(l *record.Log, w *work.Work, p tally.Progress, clock int) OwnTimes {
	out := OwnTimes{
		Paces: []StepPace{}, Days: days(l, clock), Aside: []Reasoned{},
		Hidden: w.Settings.Times == school.TimesHidden,
	}
	if out.Hidden {
		return out
	}
	bySort, known := map[sort][]pace.Gap{}, make([]pace.Pace, len(w.Steps))
	own := own(l, w)
	for i, s := range w.Steps {
		bySort[sortOf(s)] = append(bySort[sortOf(s)], own[i]...)
	}
	var rest []pace.Rest
	without := map[batching.Stage]int{}
	like := 0
	for i, s := range w.Steps {
		one, ok := pace.Of(own[i])
		known[i] = one
		if ok {
			sp := StepPace{
				Step: s.ID, Name: s.Called, Says: paceWords(one), Gaps: one.Gaps, Paused: one.Paused,
				ToGo: p.Steps[i].ToGo,
			}
			if sp.ToGo > 0 {
				sp.Left = rangeWords(pace.Left([]pace.Rest{{N: sp.ToGo, Pace: one}}))
			}
			out.Paces = append(out.Paces, sp)
		} else if one, ok = pace.Of(bySort[sortOf(s)]); ok && p.Steps[i].ToGo > 0 {
			like++
		}
		switch {
		case p.Steps[i].ToGo == 0:
		case ok:
			rest = append(rest, pace.Rest{N: p.Steps[i].ToGo, Pace: one})
		default:
			without[s.Stage]++
		}
	}
	out.Usual, out.Left = left(l, rest, without, like, clock)
	share, metres := share(l, w, p, known, clock)
	out.Share, out.Wind = share, windWords(w, p, metres)
	asides := map[string]int{}
	for i, e := range l.Entries() {
		if e.Kind == record.Aside && !l.Voided(i) {
			asides[l.Why(i)] += e.N
		}
	}
	for reason, n := range asides {
		out.Aside = append(out.Aside, Reasoned{cmp.Or(reason, "no reason given"), n})
	}
	slices.SortFunc(out.Aside, func(a, b Reasoned) int {
		return cmp.Or(cmp.Compare(b.N, a.N),
			strings.Compare(a.Reason, b.Reason))
	})
	return out
}

// sort is what steps have in common that go about as fast as each other.
type sort struct {
	stage batching.Stage
	does  making.Does
}

func sortOf(s work.Step) sort { return sort{s.Stage, s.Does} }

// left is how long the rest takes, and what that says nothing of.
func left(l *record.Log, rest []pace.Rest, without map[batching.Stage]int, like, clock int) (usual string, left *Left) {
	day, days := usualDay(l, clock)
	if days >= fewestDays {
		usual = durationWords(day)
	}
	if len(rest) == 0 {
		return usual, nil
	}
	r := pace.Left(rest)
	left = &Left{Says: rangeWords(r) + " to go", Rests: "In nine cases out of ten, if you go on as you did; pauses left " +
		"out."}
	if like > 0 {
		left.Rests += fmt.Sprintf(" Of %s there is no tally yet: taken as others of their kind.", words.Plural(like, "step"))
	}
	var open []string
	for _, stage := range batching.Stages {
		if n := without[stage]; n > 0 {
			open = append(open, fmt.Sprintf("%s of %s", words.Plural(n, "step"), stage))
		}
	}
	if len(open) > 0 {
		left.Says = fmt.Sprintf("%s for %s of what is to go", rangeWords(r), words.Plural(len(rest), "step"))
		left.Rests += " Not counted in it, for nothing is known of them: " + strings.Join(open, ", ") + "."
	}
	if usual != "" && len(open) == 0 {
		low, high := int(math.Ceil(r.Low/day)), int(math.Ceil(r.High/day))
		left.Days = fmt.Sprintf("%d to %s like yours", low, words.Plural(high, "day"))
		if low == high {
			left.Days = words.Plural(low, "day") + " like yours"
		}
	}
	return usual, left
}

// fewestDays is how many days it takes to know a usual one (judgement).
const fewestDays = 3

// away is how long nothing is counted before somebody has left the machine (judgement).
const away = 15 * 60

// usualDay is the middle of how long the days at the machine were.
func usualDay(l *record.Log, clock int) (seconds float64, days int) {
	sat := map[int64]float64{}
	last := int64(0)
	for i := max(0, len(l.Entries())-mostTimed); i < len(l.Entries()); i++ {
		e := l.Entries()[i]
		if e.At == 0 || e.Count == nil {
			continue
		}
		if d := e.At - last; last > 0 && d > 0 && d < away {
			sat[dayOf(e.At, clock)] += float64(d)
		}
		last = e.At
	}
	var list []float64
	for _, s := range sat {
		list = append(list, s)
	}
	slices.Sort(list)
	if len(list) == 0 {
		return 0, 0
	}
	return list[len(list)/2], len(list)
}

func dayOf(at int64, clock int) int64 { return (at + int64(clock)*60) / 86_400 }

// mostShared is how many steps of a day are told by name.
const mostShared = 3

// share is what fits into a usual day, as the middle of one's own days is, from the next step on in the order of the
// plan, as far as their pace is known; and how many metres of the bobbin's thread that takes.
func share(l *record.Log, w *work.Work, p tally.Progress, known []pace.Pace, clock int) (says string, metres float64) {
	day, days := usualDay(l, clock)
	if days < fewestDays {
		return "", 0
	}
	var list []string
	begun := false
	for i, s := range w.Steps {
		if begun = begun || s.ID == p.Next; !begun || p.Steps[i].ToGo == 0 || p.Steps[i].Waits != "" {
			continue
		}
		if known[i].Gaps == 0 {
			break
		}
		n := min(p.Steps[i].ToGo, int(day/known[i].Median))
		if n == 0 {
			break
		}
		day, metres = day-float64(n)*known[i].Median, metres+float64(n)*s.Bobbin
		one := fmt.Sprintf("%d of %s", n, s.Called)
		if n == p.Steps[i].ToGo {
			one = "all " + one
		}
		list = append(list, one)
		if n < p.Steps[i].ToGo {
			break
		}
	}
	if n := len(list); n > mostShared {
		list = append(list[:mostShared], words.Plural(n-mostShared, "more step"))
	}
	return strings.Join(list, ", then "), metres
}

// windWords says how many bobbins are to be wound for so much thread.
func windWords(w *work.Work, p tally.Progress, metres float64) string {
	full := float64(w.Settings.Bobbin)
	if p.Thread == nil || metres == 0 || full <= 0 {
		return ""
	}
	n := int(math.Ceil(max(0, metres-p.Thread.Left*full)/full - 1e-9))
	if n == 0 {
		return "The bobbin in the machine lasts for it."
	}
	return fmt.Sprintf("Wind %s for it, beside the one in the machine.", words.Plural(n, "bobbin"))
}

// days are what was counted on each day.
func days(l *record.Log, clock int) []Day {
	list := []Day{}
	at := map[int64]int{}
	for i, e := range l.Entries() {
		if e.At == 0 || l.Voided(i) || e.Kind != record.Made && e.Kind != record.Aside {
			continue
		}
		d := dayOf(e.At, clock)
		k, known := at[d]
		if !known {
			k = len(list)
			at[d] = k
			list = append(list, Day{Day: time.Unix(d*86_400, 0).UTC().Format(time.DateOnly)})
		}
		if e.Kind == record.Made {
			list[k].Made += e.N
		} else {
			list[k].Aside += e.N
		}
	}
	slices.SortFunc(list, func(a, b Day) int { return strings.Compare(a.Day, b.Day) })
	sum := 0
	for i := range list {
		sum += list[i].Made - list[i].Aside
		list[i].Sum = sum
	}
	return list
}

func paceWords(p pace.Pace) string {
	return fmt.Sprintf("%s each; half of them %s to %s", durationWords(p.Median), durationWords(p.Low),
		durationWords(p.High))
}

func rangeWords(r pace.Range) string {
	low, high := durationWords(r.Low), durationWords(r.High)
	if low == high {
		return "about " + low
	}
	return low + " to " + high
}

// durationWords is how long something takes, as exactly as that is of use.
func durationWords(seconds float64) string {
	switch {
	case seconds < 90:
		return fmt.Sprintf("%.0f s", seconds)
	case seconds < 10*60:
		return fmt.Sprintf("%.1f min", seconds/60)
	case seconds < 100*60:
		return fmt.Sprintf("%.0f min", seconds/60)
	case seconds < 10*3600:
		return fmt.Sprintf("%.1f h", seconds/3600)
	}
	return fmt.Sprintf("%.0f h", seconds/3600)
}
