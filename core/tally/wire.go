package tally

import (
	"vicis/core/batching"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/net"
	"vicis/core/record"
	"vicis/core/work"
)

// Doubt is a count that cannot be.
type Doubt struct {
	Step    naming.Step `json:"step"`
	Sort    DoubtSort   `json:"sort" enum:"aside,parts,pressed,unpressed,fewer,partner,used up"`
	Says    string      `json:"says"`
	Mend    string      `json:"mend"`
	Look    []string    `json:"look" doc:"Its usual causes and where to look, the likeliest first (common practice)"`
	Repairs []Repair    `json:"repairs" doc:"Ways of putting it right once it was looked at"`
}

// DoubtSort is what is wrong.
type DoubtSort string

// What cannot be.
const (
	AsideOfMade DoubtSort = "aside"     // more was set aside than made
	Parts       DoubtSort = "parts"     // more than the parts allow
	Ironed      DoubtSort = "pressed"   // more came to the iron than were sewn
	Unironed    DoubtSort = "unpressed" // fewer
	Fewer       DoubtSort = "fewer"     // a strip or a set gave fewer than it should
	Partner     DoubtSort = "partner"   // of one kind there is over what another is short of
	UsedUp      DoubtSort = "used up"   // what is there was cut for something that no longer fits
)

// Repair is something that puts a count right: the events that say so.
type Repair struct {
	Says string     `json:"says"`
	Acts []NewEvent `json:"acts"`
}

// NewEvent is an event that is to be recorded: its id and time are made where that happens.
type NewEvent struct {
	Step   naming.Step      `json:"step"`
	Exact  string           `json:"exact"`
	Look   string           `json:"look"`
	Kind   record.EventKind `json:"kind" enum:"made,aside,recount"`
	N      int              `json:"n"`
	Reason string           `json:"reason,omitempty"`
}

// Gauged is what was measured of one step, and what it says.
type Gauged struct {
	Step   naming.Step   `json:"step"`
	Should []string      `json:"should" doc:"What one should measure; nothing where the step is not in the plan, or cannot tell of its seams"`
	Reads  []Measurement `json:"reads" doc:"In the order they came, the last of them"`

	Earlier int `json:"earlier" doc:"How many were read before those: kept, and not gone through again"`

	Says   string       `json:"says" doc:"What they say of the allowance together; empty for nothing"`
	Sums   []string     `json:"sums" doc:"The sums behind it"`
	Do     []string     `json:"do" doc:"What can be done about it, and what else would have to be measured"`
	Charts []ChartShown `json:"charts" doc:"What they measured, one after the other; one for each direction"`
	Batch  []string     `json:"batch" doc:"What to do with how many of those that were measured, and what it costs"`
	Width  string       `json:"width" doc:"The middle one of what was read from side to side, of one; what the ways on begin with. Empty for nothing"`
	Height string       `json:"height" doc:"The same up and down, or across the strips of a set"`
}

// Measurement is one measurement.
type Measurement struct {
	ID    string     `json:"id" doc:"The event, which an undo would take back"`
	Reads string     `json:"reads" doc:"As it was typed"`
	N     int        `json:"n" doc:"How many lay side by side"`
	Along work.Along `json:"along" enum:",across,down,untrimmed" doc:"In which direction; empty for a strip set across its strips"`
	Asks  string     `json:"asks" doc:"That it may be a slip, and of which kind; empty for none. It is kept as it is"`
	Fits  bool       `json:"fits" doc:"It tells of what the plan asks for now; else it is kept and says nothing"`

	Verdict Verdict `json:"verdict" enum:",use,shave,ease,redo" doc:"What to do with it; empty where it may be a slip"`
	Why     string  `json:"why" doc:"By how much it is off, and what that comes to"`

	came measure.Written // by the rule of the quilt
}

// Verdict is what to do with one thing that was measured.
type Verdict string

// ChartShown is what was measured in one direction, one after the other, in inches. Limits are there where enough was
// measured and the ruler tells them apart.
type ChartShown struct {
	Along       work.Along   `json:"along" enum:",across,down,untrimmed"`
	Planned     float64      `json:"planned"`
	Should      string       `json:"should" doc:"The same as the ruler reads"`
	Points      []ChartPoint `json:"points"`
	Limits      bool         `json:"limits" doc:"Whether there are limits"`
	Mean        float64      `json:"mean"`
	Upper       float64      `json:"upper"`
	Lower       float64      `json:"lower"`
	Provisional bool         `json:"provisional" doc:"The limits rest on few measurements"`
	Says        string       `json:"says" doc:"What it shows, in words"`
}

// Kit is so many blocks, as they follow each other in the rows, with everything that is marked and sewn for them.
type Kit struct {
	Number int         `json:"number" doc:"Which kit is under way, from 1"`
	Of     int         `json:"of" doc:"How many there are"`
	Blocks int         `json:"blocks" doc:"In this one"`
	Parts  []StepShare `json:"parts" doc:"What is marked and sewn for it, in the order of the plan; what is done as well"`
}

// StepShare is so many of a step.
type StepShare struct {
	Step  naming.Step `json:"step"`
	Until int         `json:"until" doc:"How many of it have been made in all by then"`
	ToGo  int         `json:"toGo" doc:"How many of those are still to be made"`
}

// SewnOf is which blocks are sewn, and of which prints.
type SewnOf struct {
	Blocks []SewnBlock `json:"blocks" doc:"In the order of the cells of the deal"`
	Says   string      `json:"says" doc:"Where what is sewn is not what is dealt; empty where it is, as far as was told"`
}

// SewnBlock is a block that is sewn.
type SewnBlock struct {
	Cell      int   `json:"cell" doc:"Among the cells of the deal"`
	Prints    []int `json:"prints" doc:"For each place of the block, which of all the prints it was sewn of; -1 where that was not told"`
	Otherwise []int `json:"otherwise" doc:"Places that were sewn of another print than is dealt now"`
}

// Thread is how far the bobbin lasts.
type Thread struct {
	Left  float64 `json:"left" minimum:"0" maximum:"1" doc:"How much of a full bobbin is left"`
	Says  string  `json:"says"`
	Empty bool    `json:"empty" doc:"It should have run out: a new one was put in and not told, or it holds more than was said"`
	Wind  int     `json:"wind" doc:"How many more full bobbins all that is to go takes"`
}

// Progress is what the events come to against a plan.
type Progress struct {
	Steps        []StepProgress  `json:"steps" doc:"In the order of the plan"`
	Stages       []StageProgress `json:"stages"`
	Next         naming.Step     `json:"next" doc:"The step to do next: the one last worked on while it lasts, else the first that is not done; empty when all is done"`
	NoLonger     []Lost          `json:"noLonger" doc:"Work that was tallied and no longer fits the plan, of no more than 12 kinds: those first of which some lie there"`
	NoLongerMore int             `json:"noLongerMore" doc:"How many kinds more there are of that"`
	Rests        []RestTold      `json:"rests" doc:"What is left of strips, sets and tubes that were begun"`
	Doubts       []Doubt         `json:"doubts" doc:"Counts that cannot be"`
	Gauged       []Gauged        `json:"gauged" doc:"What was measured, step by step, and what it says of the seam"`
	Script       [][]int         `json:"script" doc:"Of every line of the cutting script, part by part, how often it has been done"`
	Kit          *Kit            `json:"kit,omitempty" doc:"The kit under way, where blocks are sewn in kits"`
	Sewn         SewnOf          `json:"sewn" doc:"Which blocks whose prints are dealt are sewn, and of which prints"`
	Thread       *Thread         `json:"thread,omitempty" doc:"On the bobbin; nothing while no bobbin was told of, or times and thread are hidden"`
	Counted      int             `json:"counted" doc:"All good pieces of all steps"`
	Events       int             `json:"events"`
	Over         bool            `json:"over" doc:"All that the cutting plan gives is cut, and more is wanted: it is planned anew"`

	net   *net.Plan
	there *net.There
	lost  func(most int) (list []Lost, more int)
}

// For is what is to be made for so many more of a step, from what there is; of steps that are left out nothing is.
func (p Progress) For(step, n int, without func(step int) bool) []net.Need {
	return p.net.For(p.there, step, n, without)
}

// done is how many need not be made any more.
func (s StepProgress) done() int { return max(0, s.Make-s.ToGo) }

// StepProgress is the progress of one step.
type StepProgress struct {
	ID          naming.Step `json:"id"`
	Make        int         `json:"make"`
	Made        int         `json:"made"`
	Aside       int         `json:"aside"`
	Good        int         `json:"good" doc:"Made less set aside"`
	ToGo        int         `json:"toGo" doc:"Still to make, replacements for what was set aside later included"`
	Short       int         `json:"short" doc:"How many of those replace what was set aside in later steps"`
	Used        int         `json:"used" doc:"Taken by later steps, whichever step made it"`
	Presumed    int         `json:"presumed" doc:"Used, or found lying there, though nobody counted it: made and presumed are used, set aside or on hand"`
	OnHand      int         `json:"onHand"`
	Pressed     int         `json:"pressed" doc:"Counted at the iron, less those that are to be pressed again"`
	PressedSo   int         `json:"pressedSo" doc:"Of those counted at the iron, how many the way that is planned now"`
	PressAgain  int         `json:"pressAgain" doc:"Pressed otherwise than is planned now, with nothing sewn across their seams yet"`
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

// Lost is what was made and no step asks for now: kept, listed, and counted again once one does.
type Lost struct {
	Step  naming.Step `json:"step"`
	Exact string      `json:"exact"`
	Good  int         `json:"good"`
	Left  int         `json:"left" doc:"How many of them lie there, not used"`
	Says  string      `json:"says"`
}

// RestTold is what is left of the strips, sets or tubes of one step that were begun, with a square end each.
type RestTold struct {
	Step  naming.Step `json:"step"`
	Of    string      `json:"of" doc:"What the step makes"`
	Says  string      `json:"says" doc:"Their lengths, the longest first"`
	Gives []RestGives `json:"gives" doc:"What is still to go and comes of them, each as if nothing else were cut of them"`
}

// RestGives is so many of a step that come of what is left.
type RestGives struct {
	Step naming.Step `json:"step"`
	N    int         `json:"n"`
}
