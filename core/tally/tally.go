// Package tally is a fold over events: what was made, set aside, counted again or taken back at the machine, held
// against the plan. Events are never changed; the same events give the same progress, however often each was delivered.
package tally

import (
	"fmt"
	"strings"

	"vicis/core/batching"
	"vicis/core/naming"
	"vicis/core/work"
)

// EventKind is what happened.
type EventKind string

// The kinds of events.
const (
	Made    EventKind = "made"    // n more came off the machine or the cutting mat
	Aside   EventKind = "aside"   // n of what was made are no good
	Recount EventKind = "recount" // there are n good ones, whatever was counted before
	Pressed EventKind = "pressed" // n came to the iron: the second count of what was sewn
	Undo    EventKind = "undo"    // the event Of did not happen; undoing an undo brings it back

	Bobbin   EventKind = "bobbin"   // a full bobbin was put in
	Measured EventKind = "measured" // n of them, laid side by side, measured what Reads says
	Printed  EventKind = "prints"   // the blocks Prints names were sewn of the prints it says
)

// MostAtOnce is the largest number one event may carry.
const MostAtOnce = 9999

// Event is one fact. ID is made where it happened, so that a repeated delivery counts once.
type Event struct {
	ID     string       `json:"id" minLength:"8" maxLength:"64" pattern:"^[A-Za-z0-9_-]+$" doc:"Made by the client; a repeated delivery counts once"`
	Step   naming.Step  `json:"step" minLength:"1" maxLength:"200"`
	Kind   EventKind    `json:"kind" enum:"made,aside,recount,pressed,undo,measured,bobbin,prints"`
	N      int          `json:"n,omitempty" minimum:"0" maximum:"9999"`
	Exact  string       `json:"exact,omitempty" maxLength:"200" doc:"The exact size of one, as the plan gave it when it was made"`
	Look   string       `json:"look,omitempty" maxLength:"40" doc:"What one shows, as the plan gave it when it was made"`
	Rev    int          `json:"rev,omitempty" minimum:"0" doc:"The revision of the quilt that was worked from"`
	Reason string       `json:"reason,omitempty" maxLength:"300"`
	Reads  string       `json:"reads,omitempty" maxLength:"40" doc:"For measured: what was read, as it was typed"`
	Along  work.Along   `json:"along,omitempty" enum:",across,down,untrimmed" doc:"For measured: in which direction, or before it was trimmed, where it is not a strip set across its strips"`
	Prints []SewnPrints `json:"prints,omitempty" maxItems:"1000" doc:"For made and prints, of blocks whose prints are dealt: of which they were really sewn"`
	Of     string       `json:"of,omitempty" maxLength:"64" doc:"For undo: the event that did not happen"`
	At     string       `json:"at" maxLength:"40" doc:"When it happened, RFC 3339"`
}

// mostSideBySide is how many things are measured together.
const mostSideBySide = 20

// Check says what is wrong with an event in one sentence, or nothing.
func (e Event) Check() string {
	if len(e.Prints) > 0 && e.Kind != Made && e.Kind != Printed {
		return "Only what was made is of prints."
	}
	if says := checkPrints(e.Prints); says != "" {
		return says
	}
	switch e.Kind {
	case Made, Aside, Pressed:
		if e.N < 1 || e.N > MostAtOnce {
			return fmt.Sprintf("%d is no number to count: write 1 to %d.", e.N, MostAtOnce)
		}
	case Recount:
		if e.N < 0 || e.N > MostAtOnce {
			return fmt.Sprintf("%d is no count: write 0 to %d.", e.N, MostAtOnce)
		}
	case Measured:
		if strings.TrimSpace(e.Reads) == "" {
			return "A measurement must say what was read."
		}
		if e.N < 1 || e.N > mostSideBySide {
			return fmt.Sprintf("%d side by side cannot be measured: write 1 to %d.", e.N, mostSideBySide)
		}
		if e.Along != work.AcrossIts && e.Along != work.SideToSide && e.Along != work.UpAndDown && e.Along != work.Untrimmed {
			return fmt.Sprintf("“%s” is no direction to measure in.", e.Along)
		}
	case Bobbin:
	case Printed:
		if len(e.Prints) == 0 || e.N != 0 {
			return "What was sewn of which prints names its blocks, and counts none."
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
	Steps    []StepProgress  `json:"steps" doc:"In the order of the plan"`
	Stages   []StageProgress `json:"stages"`
	Next     naming.Step     `json:"next" doc:"The step to do next: the one last worked on while it lasts, else the first that is not done; empty when all is done"`
	NoLonger []Lost          `json:"noLonger" doc:"Work that was tallied and no longer fits the plan"`
	Doubts   []Doubt         `json:"doubts" doc:"Counts that cannot be"`
	Gauged   []Gauged        `json:"gauged" doc:"What was measured, step by step, and what it says of the seam"`
	Script   [][]int         `json:"script" doc:"Of every line of the cutting script, part by part, how often it has been done"`
	Kit      *Kit            `json:"kit,omitempty" doc:"The kit under way, where blocks are sewn in kits"`
	Sewn     SewnOf          `json:"sewn" doc:"Which blocks whose prints are dealt are sewn, and of which prints"`
	Thread   *Thread         `json:"thread,omitempty" doc:"On the bobbin; nothing while no bobbin was told of, or times and thread are hidden"`
	Counted  int             `json:"counted" doc:"All good pieces of all steps"`
	Events   int             `json:"events"`
}

// StepProgress is the progress of one step.
type StepProgress struct {
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
	Waits       naming.Step `json:"waits,omitempty" doc:"The step whose measuring is waited for; empty for none"`
	Due         int         `json:"due" doc:"How many more are to be measured by now, by the school"`
	Bobbin      int         `json:"bobbin" doc:"After how many more the bobbin runs out; -1 when that is not known"`
	Ready       int         `json:"ready" doc:"How many can be made from parts on hand; -1 when the parts were not counted"`
	Last        *Last       `json:"last,omitempty" doc:"The last thing counted here, which an undo would take back"`
	LastPressed *Last       `json:"lastPressed,omitempty" doc:"The same at the iron"`
}

// Last is an event that an undo would take back.
type Last struct {
	ID   string    `json:"id"`
	Kind EventKind `json:"kind"`
	N    int       `json:"n"`
}

// StageProgress is the progress of a stage of the work.
type StageProgress struct {
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
