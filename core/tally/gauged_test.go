package tally_test

import (
	"fmt"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/record"
	"vicis/core/starter"
	"vicis/core/tally"
	"vicis/core/work"
)

// nines is a quilt of nine-patches: sets of three strips of 2½″.
func nines(t *testing.T, units measure.Units, strip string) (*work.Work, work.Step) {
	t.Helper()
	w, ok := work.Of(ninesWritten(t, units, strip))
	if !ok {
		t.Fatal(*w.Problems)
	}
	return w, firstOf(t, w, "strip sets")
}

// ninesWritten is the same as it is decided.
func ninesWritten(t *testing.T, units measure.Units, strip string) document.Document {
	t.Helper()
	d, problems := starter.Build(starter.Choices{
		Name: "Nines", Block: starter.Checkers, Squares: 3, Companion: starter.None, Rows: 6, Columns: 6, Measure: units,
		Strip: measure.Typed(strip),
	})
	if problems.Stopped() {
		t.Fatal(problems)
	}
	text, err := document.Write(d)
	if err != nil {
		t.Fatal(err)
	}
	if d, problems = document.Read(text); problems.Stopped() {
		t.Fatal(problems)
	}
	return d
}

func gauged(s work.Step, id, reads string, n int) record.Event {
	return record.Event{
		ID: "gauge-" + id, Step: s.ID, Exact: s.Exact(), Look: s.Look, Kind: record.Measured, N: n,
		Reads: reads,
	}
}

// What one set says of its seams, in words; within what the ruler tells. Three 2½″ strips that measure 6¼″ took 5⁄16″
// of each edge (common practice).
func TestWhatASetSaysOfItsSeams(t *testing.T) {
	w, set := nines(t, measure.Inches, "2 1/2")
	for _, one := range []struct {
		events []record.Event
		says   string
		asks   string
	}{
		{[]record.Event{gauged(set, "a", "6 1/4", 1)}, "The seams take 5/16″, 1/16″ too much", ""},
		{[]record.Event{gauged(set, "a", "6.5", 1)}, "The seams take ¼″, as planned, as far as the ruler tells: it tells " +
			"an allowance to 1/64″", ""},
		{[]record.Event{gauged(set, "a", "6 3/4", 1)}, "The seams take 3/16″, 1/16″ too little", ""},
		{[]record.Event{gauged(set, "a", "18 3/4", 3)}, "The seams take 5/16″, 1/16″ too much", ""},
		{
			[]record.Event{gauged(set, "a", "6 1/4", 1), gauged(set, "b", "6 5/8", 1)},
			"They differ by more than the ruler does", "",
		},
		{[]record.Event{gauged(set, "a", "65", 1)}, "", "is a point or a fraction missing?"},
		{[]record.Event{gauged(set, "a", "16.5", 1)}, "", "other units?"},
		{[]record.Event{gauged(set, "a", "5 1/2", 1)}, "", "from the next mark?"},
		{[]record.Event{gauged(set, "a", "six", 1)}, "", "is not a length"},
		{[]record.Event{gauged(set, "a", "9", 1)}, "", "it cannot measure so much"},
		{[]record.Event{gauged(set, "a", "6 1/4", 1), {ID: "undo-1", Kind: record.Undo, Of: "gauge-a"}}, "", ""},
	} {
		p := tally.Fold(w, one.events)
		name := fmt.Sprint(one.events[0].Reads, len(one.events))
		if len(p.Gauged) == 0 {
			if one.says != "" || one.asks != "" {
				t.Errorf("%s says nothing", name)
			}
			continue
		}
		g := p.Gauged[0]
		if fmt.Sprint(g.Should) != "[6½″]" || !strings.HasPrefix(g.Says, one.says) || one.says == "" && g.Says != "" {
			t.Errorf("%s: %q, should %s", name, g.Says, g.Should)
		}
		if asks := g.Reads[0].Asks; one.asks == "" && asks != "" || !strings.Contains(asks, one.asks) {
			t.Errorf("%s: %q", name, asks)
		}
		if p.Counted != 0 || len(p.Doubts) > 0 || len(p.NoLonger) > 0 {
			t.Errorf("%s is counted: %+v", name, p.Doubts)
		}
	}
	metric, cm := nines(t, measure.Centimetres, "6,5")
	if g := tally.Fold(metric, []record.Event{gauged(cm, "a", "16,1", 1)}).Gauged[0]; !strings.HasPrefix(g.Says,
		"The seams take 0.85 cm, 0.1 cm too much") {
		t.Error(g.Says)
	}
}

// What was measured of a set that was changed since is listed, and says nothing of the new one.
func TestAMeasurementOfWhatWasChangedIsKept(t *testing.T) {
	w, set := nines(t, measure.Inches, "2 1/2")
	e := gauged(set, "a", "6 1/4", 1)
	e.Exact = "8 in"
	g := tally.Fold(w, []record.Event{e, gauged(set, "b", "6 1/2", 1)}).Gauged
	if len(g) != 1 || len(g[0].Reads) != 2 || g[0].Reads[0].Fits || !g[0].Reads[1].Fits ||
		!strings.Contains(g[0].Says, "as planned") {
		t.Errorf("%+v", g)
	}
	e.Step = naming.Of("gone").Step()
	if g := tally.Fold(w, []record.Event{e}).Gauged; len(g) != 1 || g[0].Says != "" || g[0].Reads[0].Reads != "6 1/4" {
		t.Errorf("%+v", g)
	}
	for _, bad := range []record.Event{
		{Kind: record.Measured, N: 1},
		{Kind: record.Measured, N: 0, Reads: "6"},
		{Kind: record.Measured, N: 21, Reads: "6"},
	} {
		if bad.Check() == "" {
			t.Errorf("%+v is taken", bad)
		}
	}
}
