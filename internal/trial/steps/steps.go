// Package steps has a small work and its events for tests of what is counted.
package steps

import (
	"fmt"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/record"
	"vicis/core/work"
)

// Working is a work of some steps and nothing else.
func Working(steps ...work.Step) *work.Work {
	w := &work.Work{Steps: steps}
	w.Rule, w.Table.Ruler = measure.Inches, measure.Ruler{Units: measure.Inches, Mark: measure.Inch / 8}
	return w
}

// Three is a work of three steps: strips, sub-cuts taken five from a strip, pairs of two sub-cuts.
var Three = Working(
	work.Step{
		ID: "strip", Called: "strip", Stage: "strips", Does: "cut", Make: 4,
		Size: []measure.Length{2 * measure.Inch},
	},
	work.Step{
		ID: "cut", Called: "cut", Stage: "sub-cuts", Does: "sub-cut", Make: 20, Spare: 2,
		Size: []measure.Length{2 * measure.Inch, 4 * measure.Inch}, Takes: []work.StepTake{{Step: "strip", Each: 1, Per: 5}},
	},
	work.Step{
		ID: "pair", Called: "pair", Stage: "units", Does: "sew", Make: 9,
		Size:  []measure.Length{3 * measure.Inch, 4 * measure.Inch},
		Takes: []work.StepTake{{Step: "cut", Each: 2, Per: 1}},
	},
)

var serial int

// EventOf is an event of a step of Three, under an id of its own.
func EventOf(step string, kind record.EventKind, n int) record.Event {
	serial++
	e := record.Event{ID: fmt.Sprintf("event-%d", serial), Step: naming.Step(step), Kind: kind, N: n}
	for _, s := range Three.Steps {
		if string(s.ID) == step {
			e.Exact = s.Exact()
		}
	}
	return e
}

// TakenBack takes an event back.
func TakenBack(of record.Event) record.Event {
	e := EventOf(string(of.Step), record.Undo, 0)
	e.Of = of.ID
	return e
}
