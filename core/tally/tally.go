// Package tally is a fold over events: what was made, set aside, counted again or taken back at the machine, held
// against the plan. Events are never changed; the same events give the same progress, however often each was delivered.
package tally

import (
	"vicis/core/batching"
	"vicis/core/naming"
	"vicis/core/record"
)

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
	ID   string           `json:"id"`
	Kind record.EventKind `json:"kind"`
	N    int              `json:"n"`
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
