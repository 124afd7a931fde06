// Package tally is a fold over events: what was made, set aside, counted again or taken back at the machine, held against
// the plan. Events are never changed; the same events give the same progress, however often each was delivered.
package tally

import (
	"fmt"
	"math"

	"vicis/core/batching"
	"vicis/core/naming"
	"vicis/core/plan"
)

// Kind is what happened.
type Kind string

// The kinds of events.
const (
	Made    Kind = "made"    // n more came off the machine or the cutting mat
	Aside   Kind = "aside"   // n of what was made are no good
	Recount Kind = "recount" // there are n good ones, whatever was counted before
	Pressed Kind = "pressed" // n came to the iron: the second count of what was sewn
	Undo    Kind = "undo"    // the event Of did not happen; undoing an undo brings it back
)

// MostAtOnce is the largest number one event may carry.
const MostAtOnce = 9999

// Event is one fact. ID is made where it happened, so that a repeated delivery counts once.
type Event struct {
	ID     string      `json:"id" minLength:"8" maxLength:"64" pattern:"^[A-Za-z0-9_-]+$" doc:"Made by the client; a repeated delivery counts once"`
	Step   naming.Step `json:"step" minLength:"1" maxLength:"200"`
	Kind   Kind        `json:"kind" enum:"made,aside,recount,pressed,undo"`
	N      int         `json:"n,omitempty" minimum:"0" maximum:"9999"`
	Exact  string      `json:"exact,omitempty" maxLength:"200" doc:"The exact size of one, as the plan gave it when it was made"`
	Reason string      `json:"reason,omitempty" maxLength:"300"`
	Of     string      `json:"of,omitempty" maxLength:"64" doc:"For undo: the event that did not happen"`
	At     string      `json:"at" maxLength:"40" doc:"When it happened, RFC 3339"`
}

// Check says what is wrong with an event in one sentence, or nothing.
func (e Event) Check() string {
	switch e.Kind {
	case Made, Aside, Pressed:
		if e.N < 1 || e.N > MostAtOnce {
			return fmt.Sprintf("%d is no number to count: write 1 to %d.", e.N, MostAtOnce)
		}
	case Recount:
		if e.N < 0 || e.N > MostAtOnce {
			return fmt.Sprintf("%d is no count: write 0 to %d.", e.N, MostAtOnce)
		}
	case Undo:
		if e.Of == "" || e.Of == e.ID {
			return "An undo must name the event it takes back."
		}
	default:
		return fmt.Sprintf("“%s” is no kind of event.", e.Kind)
	}
	return ""
}

// Progress is what the events come to against a plan.
type Progress struct {
	Steps    []Step      `json:"steps" doc:"In the order of the plan"`
	Stages   []Stage     `json:"stages"`
	Next     naming.Step `json:"next" doc:"The step to do next: the one last worked on while it lasts, else the first that is not done; empty when all is done"`
	NoLonger []Lost      `json:"noLonger" doc:"Work that was tallied and no longer fits the plan"`
	Doubts   []Doubt     `json:"doubts" doc:"Counts that cannot be"`
	Script   [][]int     `json:"script" doc:"Of every line of the cutting script, part by part, how often it has been done"`
	Counted  int         `json:"counted" doc:"All good pieces of all steps"`
	Events   int         `json:"events"`
}

// Step is the progress of one step.
type Step struct {
	ID          naming.Step `json:"id"`
	Make        int         `json:"make"`
	Made        int         `json:"made"`
	Aside       int         `json:"aside"`
	Good        int         `json:"good" doc:"Made less set aside"`
	ToGo        int         `json:"toGo" doc:"Still to make, replacements for what was set aside later included"`
	Short       int         `json:"short" doc:"How many of those replace what was set aside in later steps"`
	Used        int         `json:"used" doc:"Taken by later steps"`
	OnHand      int         `json:"onHand"`
	Pressed     int         `json:"pressed" doc:"Counted at the iron"`
	State       string      `json:"state" doc:"In words: done, at the machine, 3 short, waits for Set I, …"`
	Ready       int         `json:"ready" doc:"How many can be made from parts on hand; -1 when the parts were not counted"`
	Last        *Last       `json:"last,omitempty" doc:"The last thing counted here, which an undo would take back"`
	LastPressed *Last       `json:"lastPressed,omitempty" doc:"The same at the iron"`
}

// Last is an event that an undo would take back.
type Last struct {
	ID   string `json:"id"`
	Kind Kind   `json:"kind"`
	N    int    `json:"n"`
}

// Stage is the progress of a stage of the work.
type Stage struct {
	Stage batching.Stage `json:"stage"`
	Make  int            `json:"make"`
	Done  int            `json:"done" doc:"Of Make, what need not be made any more"`
}

// Lost is work that no longer fits the plan: kept, listed, not counted.
type Lost struct {
	Step  naming.Step `json:"step"`
	Exact string      `json:"exact"`
	Good  int         `json:"good"`
	Says  string      `json:"says"`
}

// Doubt is a count that cannot be.
type Doubt struct {
	Step naming.Step `json:"step"`
	Says string      `json:"says"`
	Mend string      `json:"mend"`
}

// key is a step at a size: what was made at another size is another thing.
type key struct {
	step  naming.Step
	exact string
}

type count struct {
	made, aside, pressed int
	last, lastPressed    *Last
}

// Fold holds events, in the order they were stored, against a plan.
func Fold(p plan.Plan, events []Event) Progress {
	out := Progress{Steps: make([]Step, len(p.Steps)), Stages: []Stage{}, NoLonger: []Lost{}, Doubts: []Doubt{}, Events: len(events)}
	counts, order, lastStep := counted(events)
	index := map[naming.Step]int{}
	for i, s := range p.Steps {
		index[s.ID] = i
		c := counts[key{s.ID, s.Exact}]
		out.Steps[i] = Step{ID: s.ID, Make: s.Make, Ready: -1}
		if c != nil {
			st := &out.Steps[i]
			st.Made, st.Aside, st.Last, st.Pressed, st.LastPressed = c.made, c.aside, c.last, c.pressed, c.lastPressed
			st.Good = max(0, c.made-c.aside)
			out.Counted += st.Good
			if c.aside > c.made {
				out.Doubts = append(out.Doubts, Doubt{s.ID, fmt.Sprintf("%s: %d set aside of %d made.", s.Name, c.aside, c.made), "Count the good ones again."})
			}
		}
	}
	out.use(p, index)
	out.demand(p, index)
	for _, k := range order {
		c := counts[k]
		i, known := index[k.step]
		good := c.made - c.aside
		switch {
		case good == 0 && c.aside == 0: // nothing, or only counted at the iron
		case !known:
			out.NoLonger = append(out.NoLonger, Lost{k.step, k.exact, good, fmt.Sprintf("%d of a step that is no longer in the plan (%s, %s)", good, k.step, k.exact)})
		case k.exact != p.Steps[i].Exact:
			out.NoLonger = append(out.NoLonger, Lost{k.step, k.exact, good, fmt.Sprintf("%d of %s made at %s; the plan now says %s", good, p.Steps[i].Name, k.exact, p.Steps[i].Size)})
		}
	}
	out.agree(p)
	out.Stages = stages(p, out.Steps)
	if i, ok := index[lastStep]; ok && out.Steps[i].ToGo > 0 {
		out.Next = lastStep
	} else {
		for _, s := range out.Steps {
			if s.ToGo > 0 {
				out.Next = s.ID
				break
			}
		}
	}
	out.states(p, index)
	out.script(p, index)
	return out
}

// script says how often each line of the cutting script has been done: the lines of a step are done in their order.
func (out *Progress) script(p plan.Plan, index map[naming.Step]int) {
	out.Script = make([][]int, len(p.Script))
	for i, part := range p.Script {
		out.Script[i] = make([]int, len(part.Lines))
		for j, line := range part.Lines {
			done := line.Times
			for _, g := range line.Gives {
				done = min(done, max(0, (out.Steps[index[g.Step]].Made-g.Before)/g.N))
			}
			out.Script[i][j] = done
		}
	}
}

// agree holds the count at the iron against the count at the needle: more pressed than sewn is wrong at once, fewer once all
// are sewn and the pressing has been counted to the end of a chain.
func (out *Progress) agree(p plan.Plan) {
	for i, s := range p.Steps {
		st := &out.Steps[i]
		d := st.Pressed - st.Good
		switch {
		case st.Pressed == 0 || d == 0:
		case d > 0:
			out.Doubts = append(out.Doubts, Doubt{
				s.ID, fmt.Sprintf("%s: %d came to the iron, and %d were counted at the needle.", s.Name, st.Pressed, st.Good),
				"Some were sewn uncounted, or a pile was pressed twice: count the pressed pile again.",
			})
		case st.ToGo == 0:
			out.Doubts = append(out.Doubts, Doubt{
				s.ID, fmt.Sprintf("%s: %d were counted at the needle, and %d came to the iron.", s.Name, st.Good, st.Pressed),
				"Two may stick together, or some still hang on the chain: look there before you sew more.",
			})
		}
	}
}

// states says of every step in words how it stands.
func (out *Progress) states(p plan.Plan, index map[naming.Step]int) {
	taken := map[naming.Step]bool{}
	for _, s := range p.Steps {
		for _, t := range s.Takes {
			taken[t.Step] = true
		}
	}
	for i, s := range p.Steps {
		st := &out.Steps[i]
		switch {
		case st.Short > 0:
			st.State = fmt.Sprintf("%d short", st.Short)
		case st.ToGo == 0 && taken[s.ID] && st.OnHand > 0:
			st.State = fmt.Sprintf("done, %d on hand", st.OnHand)
		case st.ToGo == 0:
			st.State = "done"
		case s.ID == out.Next:
			st.State = map[bool]string{true: "at the machine", false: "on the mat"}[s.Does == "sew"]
		case st.Ready == 0:
			st.State = "waits for " + out.missing(p, s, index)
		case st.Ready > 0:
			st.State = fmt.Sprintf("parts for %d", min(st.Ready, st.ToGo))
		case st.Good > 0:
			st.State = fmt.Sprintf("%d to go", st.ToGo)
		default:
			st.State = "not begun"
		}
	}
}

// missing names the part there are too few of for one more.
func (out *Progress) missing(p plan.Plan, s plan.Step, index map[naming.Step]int) string {
	for _, t := range s.Takes {
		if j, ok := index[t.Step]; ok && out.Steps[j].OnHand < ceil(t.Each, t.Per) {
			return p.Steps[j].Name
		}
	}
	return "its parts"
}

// counted adds the events up. An event is void when an undo that is not void names it.
func counted(events []Event) (counts map[key]*count, order []key, lastStep naming.Step) {
	undos := map[string][]string{} // event → undos of it
	for _, e := range events {
		if e.Kind == Undo {
			undos[e.Of] = append(undos[e.Of], e.ID)
		}
	}
	void := map[string]bool{}
	var isVoid func(id string, depth int) bool
	isVoid = func(id string, depth int) bool {
		if v, ok := void[id]; ok {
			return v
		}
		v := false
		for _, u := range undos[id] {
			// Undos that take back each other in a ring, which no client makes, count as if they took back nothing.
			v = v || depth < 100 && !isVoid(u, depth+1)
		}
		void[id] = v
		return v
	}
	counts = map[key]*count{}
	for _, e := range events {
		if e.Kind == Undo || isVoid(e.ID, 0) {
			continue
		}
		k := key{e.Step, e.Exact}
		c := counts[k]
		if c == nil {
			c = &count{}
			counts[k] = c
			order = append(order, k)
		}
		switch e.Kind {
		case Made:
			c.made += e.N
		case Aside:
			c.aside += e.N
		case Recount:
			c.made = e.N + c.aside
		case Pressed:
			c.pressed += e.N
			c.lastPressed = &Last{e.ID, e.Kind, e.N}
			continue
		}
		c.last = &Last{e.ID, e.Kind, e.N}
		lastStep = e.Step
	}
	return counts, order, lastStep
}

// use finds what later steps have taken, and what cannot be.
func (out *Progress) use(p plan.Plan, index map[naming.Step]int) {
	together := map[[2]naming.Step]int{} // thing and run → how many that run has taken
	parts := map[int]float64{}           // what several steps have been cut from → how much of it, in strips or sets
	for i, s := range p.Steps {
		for _, t := range s.Takes {
			if j, ok := index[t.Step]; ok && t.Whole > 0 {
				parts[j] += float64(out.Steps[i].Made) * float64(t.Part) / float64(t.Whole)
			} else if ok {
				n := ceil(out.Steps[i].Made, t.Per) * t.Each
				if t.Together != "" { // what falls out together was taken once
					key := [2]naming.Step{t.Step, t.Together}
					n, together[key] = max(0, n-together[key]), max(n, together[key])
				}
				out.Steps[j].Used += n
			}
		}
	}
	for j, part := range parts {
		out.Steps[j].Used += whole(part)
	}
	out.standIn(p, index)
	for i, s := range p.Steps {
		st := &out.Steps[i]
		st.OnHand = st.Good - st.Used
		if st.OnHand < 0 && st.Last != nil {
			out.Doubts = append(out.Doubts, Doubt{
				s.ID, fmt.Sprintf("Later steps have taken %d of %s, and only %d were counted.", st.Used, s.Name, st.Good),
				"Count them again: two may stick together, or some were made uncounted.",
			})
		}
	}
	for i, s := range p.Steps {
		for n, t := range s.Takes {
			j, ok := index[t.Step]
			if !ok || out.Steps[j].Last == nil {
				out.Steps[i].Ready = -1
				break
			}
			ready := max(0, out.Steps[j].OnHand) / t.Each * t.Per
			switch made := out.Steps[i].Made; {
			case t.Whole > 0: // as many as go into what the other widths have left, if nothing is lost between them
				left := float64(out.Steps[j].Good) - parts[j]
				ready = max(0, int(left*float64(t.Whole)/float64(t.Part)+1e-6))
			case t.Per > 1 && t.Together == "": // a strip or set that has been begun gives some more
				ready = max(0, out.Steps[j].Good/t.Each*t.Per-made)
			}
			if n == 0 || ready < out.Steps[i].Ready {
				out.Steps[i].Ready = ready
			}
		}
	}
}

// standIn lets a step's stand-ins cover what later steps took of it beyond what was made.
func (out *Progress) standIn(p plan.Plan, index map[naming.Step]int) {
	for i, s := range p.Steps {
		for _, other := range s.Also {
			j, ok := index[other.Step]
			if !ok {
				continue
			}
			st, o := &out.Steps[i], &out.Steps[j]
			if n := min(st.Used-st.Good, other.Count); n > 0 {
				st.Used -= n
				o.Used += n
			}
		}
	}
}

// demand finds what is still to make, from the quilt down: what is missing of the plan, or what later steps still need and
// is not on hand, whichever is more.
func (out *Progress) demand(p plan.Plan, index map[naming.Step]int) {
	wanted := make([]int, len(p.Steps)) // what later steps still take
	together := map[[2]naming.Step]int{}
	parts := map[int][2]float64{} // strips or sets that several steps are cut from: used already, and used in the end
	for i := len(p.Steps) - 1; i >= 0; i-- {
		s, st := p.Steps[i], &out.Steps[i]
		wanted[i] += whole(parts[i][1]) - whole(parts[i][0])
		// A spare stands in for what was set aside: what was planned is made once, and replaced only below the need.
		st.ToGo = max(0, s.Make-st.Made, s.Make-s.Spare-st.Good)
		if st.Last != nil {
			for _, other := range s.Also { // stand-ins that are not used up yet
				if j, ok := index[other.Step]; ok {
					wanted[i] -= min(other.Count, max(0, out.Steps[j].OnHand))
				}
			}
			if more := wanted[i] - max(0, st.OnHand); more > st.ToGo {
				st.Short = more - st.ToGo
				st.ToGo = more
			}
		}
		for _, t := range s.Takes {
			if j, ok := index[t.Step]; ok && t.Whole > 0 {
				one := float64(t.Part) / float64(t.Whole)
				parts[j] = [2]float64{parts[j][0] + float64(st.Made)*one, parts[j][1] + float64(st.Made+st.ToGo)*one}
			} else if ok {
				n := (ceil(st.Made+st.ToGo, t.Per) - ceil(st.Made, t.Per)) * t.Each
				if t.Together != "" {
					key := [2]naming.Step{t.Step, t.Together}
					n, together[key] = max(0, n-together[key]), max(n, together[key])
				}
				wanted[j] += n
			}
		}
	}
}

func stages(p plan.Plan, steps []Step) []Stage {
	list := []Stage{}
	index := map[batching.Stage]int{}
	for i, s := range p.Steps {
		k, ok := index[s.Stage]
		if !ok {
			k = len(list)
			index[s.Stage] = k
			list = append(list, Stage{Stage: s.Stage})
		}
		list[k].Make += s.Make
		list[k].Done += max(0, s.Make-steps[i].ToGo)
	}
	return list
}

func ceil(a, b int) int { return (a + b - 1) / b }

// whole is how many strips or sets a part of them opens.
func whole(part float64) int { return int(math.Ceil(part - 1e-6)) }
