package tally_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/record"
	"vicis/core/school"
	"vicis/core/tally"
	"vicis/core/work"
)

func firstOf(t *testing.T, w *work.Work, stage string) work.Step {
	t.Helper()
	for _, s := range w.Steps {
		if string(s.Stage) == stage {
			return s
		}
	}
	t.Fatal("no step of ", stage)
	return work.Step{}
}

// Cutting and sewing are told apart where strips and set were measured. Strips of 2 7⁄16″: 3 × 2 7⁄16 = 7 5⁄16; a set
// of 6 5⁄16″ took (7 5⁄16 − 6 5⁄16) ÷ 4 = ¼″: the seams are right and the cutting is not. Strips of 2½″ and a set of
// 6⅛″: (7½ − 6⅛) ÷ 4 = 11⁄32″, and three strips read to 1⁄16″ and the set leave open ½ (4 × 1⁄16) ÷ 4 either way. One
// strip of two fabrics alone tells nothing apart.
func TestCuttingAndSewingAreToldApart(t *testing.T) {
	w, set := nines(t, measure.Inches, "2 1/2")
	var piles []work.Step
	for _, s := range w.Steps {
		if s.Stage == "strips" && len(w.Gauges(s)) == 1 &&
			slices.ContainsFunc(set.Takes, func(take work.StepTake) bool { return take.Step == s.ID }) {
			piles = append(piles, s)
		}
	}
	if len(piles) != 2 {
		t.Fatalf("%d piles", len(piles))
	}
	said := func(strip, came string, some []work.Step) tally.Gauged {
		events := []record.Event{gauged(set, "set", came, 1)}
		for i, s := range some {
			events = append(events, gauged(s, fmt.Sprint("strip-", i), strip, 1))
		}
		for _, g := range tally.Fold(w, events).Gauged {
			if g.Step == set.ID {
				return g
			}
		}
		t.Fatal("nothing is said of the set")
		return tally.Gauged{}
	}
	g := said("2 7/16", "6 5/16", piles)
	if !strings.Contains(g.Says, "The seams take ¼″, as planned") ||
		!strings.Contains(g.Says, "It is the cutting: the strips are 7 5/16″ together and should be 7½″.") {
		t.Errorf("narrow strips: %q %v", g.Says, g.Sums)
	}
	g = said("2 1/2", "6", piles)
	if !strings.Contains(g.Says, "⅜″, ⅛″ too much: the strips were measured, so it is the sewing.") || len(g.Do) == 0 ||
		strings.Contains(strings.Join(g.Do, " "), "Or what is sewn there") {
		t.Errorf("wide seams: %q %v", g.Says, g.Do)
	}
	g = said("2 1/2", "6", piles[:1])
	if strings.Contains(g.Says, "were measured") || !strings.Contains(strings.Join(g.Do, " "), "Or what is sewn there "+
		"is cut ½″ too narrow in all: measure that") {
		t.Errorf("one pile alone: %q %v", g.Says, g.Do)
	}
}

// The guide moves after the twelfth of twenty-four sets: said with the place and by how much. Eight steady ones get
// provisional limits, seven none.
func TestABatchThatDriftsIsTold(t *testing.T) {
	w, set := nines(t, measure.Inches, "2 1/2")
	chart := func(list ...measure.Length) tally.ChartShown {
		var events []record.Event
		for i, l := range list {
			events = append(events, gauged(set, fmt.Sprintf("n%02d", i), measure.Write(l).String(), 1))
		}
		g := tally.Fold(w, events).Gauged
		if len(g) != 1 || len(g[0].Charts) != 1 {
			t.Fatalf("%+v", g)
		}
		return g[0].Charts[0]
	}
	in := measure.Inch
	var list []measure.Length
	for i := range 24 {
		l := 13*in/2 + []measure.Length{0, in / 16, -in / 16, in / 16}[i%4]
		if i >= 12 {
			l += in / 4
		}
		list = append(list, l)
	}
	c := chart(list...)
	if !c.Limits || c.Provisional || !strings.HasPrefix(c.Says, "From measurement 13 on wider by") ||
		len(c.Points) != 24 || c.Planned != 6.5 || c.Should != "6½″" {
		t.Errorf("%+v", c)
	}
	steady := []measure.Length{0, 3, -2, 3, 0, -3, 2, 0}
	for i := range steady {
		steady[i] = 13*in/2 + steady[i]*in/16
	}
	if c = chart(steady...); !c.Limits || !c.Provisional || !strings.HasPrefix(c.Says, "Steady") ||
		!strings.Contains(c.Says, "provisional, from 8") {
		t.Errorf("%+v", c)
	}
	if c = chart(steady[:7]...); c.Limits || !strings.HasPrefix(c.Says, "No limits yet") {
		t.Errorf("%+v", c)
	}
}

// What to do with each block that should be 6½″: 1⁄16″ is let pass, more is shaved off all sides, up to a fiftieth is
// eased in, and more is redone.
func TestVerdictsOnABatch(t *testing.T) {
	w, _ := nines(t, measure.Inches, "2 1/2")
	block := firstOf(t, w, "blocks")
	var events []record.Event
	for i, reads := range []string{"6 1/2", "6 9/16", "6 5/8", "6 3/8", "6 1/4", "65"} {
		e := gauged(block, fmt.Sprint("block-", i), reads, 1)
		e.Along = work.SideToSide
		events = append(events, e)
	}
	g := tally.Fold(w, events).Gauged[0]
	for i, want := range []tally.Verdict{tally.Use, tally.Use, tally.Shave, tally.Ease, tally.Redo, ""} {
		if g.Reads[i].Verdict != want {
			t.Errorf("%s: %q, should be %q (%s)", g.Reads[i].Reads, g.Reads[i].Verdict, want, g.Reads[i].Why)
		}
	}
	want := []string{
		"Use 2 of 5 as they are.", "Shave 1: 4 cuts.",
		"Ease 1: pins at both ends and in the middle of every edge.",
	}
	if len(g.Batch) != 4 || !slices.Equal(g.Batch[:3], want) || !strings.HasPrefix(g.Batch[3], "Redo 1: ") ||
		!strings.Contains(g.Reads[2].Why, "1/16″ off each side") {
		t.Errorf("%q %q", g.Batch, g.Reads[2].Why)
	}
	if g.Width != "6 1/2 in" || g.Height != "" {
		t.Errorf("the ways on begin with %q × %q", g.Width, g.Height)
	}
}

// Where sub-cuts follow the set, they wait until one of their sets is measured, and are not what is next; a slip
// releases nothing, and what is taken back lets them wait again.
func TestSubCutsWaitForTheirSet(t *testing.T) {
	d := ninesWritten(t, measure.Inches, "2 1/2")
	d.Schools.Later = school.CutAsMeasured
	w, ok := work.Of(d)
	if !ok {
		t.Fatal(*w.Problems)
	}
	set := firstOf(t, w, "strip sets")
	var events []record.Event
	for i, s := range w.Steps {
		if s.Stage == "strips" || s.Stage == "strip sets" {
			events = append(events, record.Event{
				ID: fmt.Sprintf("made-%04d", i), Step: s.ID, Kind: record.Made, N: s.Make,
				Exact: s.Exact(), Look: s.Look,
			})
		}
	}
	waiting := func(more ...record.Event) (n int, next string) {
		p := tally.Fold(w, slices.Concat(events, more))
		for _, s := range p.Steps {
			if s.Waits != "" {
				n++
				if !strings.HasPrefix(s.State, "measure Set ") || !strings.HasSuffix(s.State, " first") {
					t.Errorf("%s: %q", s.ID, s.State)
				}
			}
		}
		return n, string(p.Next)
	}
	all, next := waiting()
	if all < 2 {
		t.Fatalf("%d sub-cuts wait, next is %s", all, next)
	}
	good, slip := gauged(set, "good", "6 1/2", 1), gauged(set, "slip", "65", 1)
	if n, _ := waiting(slip); n != all {
		t.Errorf("a slip releases %d", all-n)
	}
	n, next := waiting(good)
	if n >= all {
		t.Error("a measurement releases nothing")
	}
	if i := slices.IndexFunc(w.Steps, func(s work.Step) bool {
		return string(
			s.ID) == next
	}); w.WaitsFor(w.Steps[i]) != set.ID {
		t.Errorf("next is %s, which is not what was released", next)
	}
	if n, _ := waiting(good, record.Event{ID: "undo-0001", Kind: record.Undo, Of: good.ID}); n != all {
		t.Errorf("taken back, %d wait of %d", n, all)
	}
	for i := range d.Parts { // planned on, it is released as well
		if d.Parts[i].ID.Step() == set.ID {
			d.Parts[i].Measured = &making.Measures{Height: measure.Typed("6 3/8")}
		}
	}
	if then, ok := work.Of(d); ok {
		for _, s := range then.Steps {
			if then.WaitsFor(s) == set.ID {
				t.Errorf("%s waits still", s.ID)
			}
		}
	}
}

// By the school the first of each, every tenth or all of them are due to be measured; side by side counts for as many,
// a slip for none, and of a long batch what was read before the last two hundred still counts.
func TestWhatIsDueToBeMeasured(t *testing.T) {
	for _, one := range []struct {
		school          school.Measuring
		made, read, due int
	}{
		{school.MeasuredWhenAsked, 8, 0, 0},
		{school.MeasuredFirst, 0, 0, 0},
		{school.MeasuredFirst, 8, 0, 1},
		{school.MeasuredFirst, 8, 1, 0},
		{school.MeasuredTenth, 1, 0, 1},
		{school.MeasuredTenth, 11, 1, 1},
		{school.MeasuredTenth, 30, 3, 0},
		{school.MeasuredAll, 8, 3, 5},
		{school.MeasuredAll, 230, 230, 0},
	} {
		d := ninesWritten(t, measure.Inches, "2 1/2")
		d.Schools.Measure = one.school
		there, ok := work.Of(d)
		if !ok {
			t.Fatal(*there.Problems)
		}
		set := firstOf(t, there, "strip sets")
		events := []record.Event{gauged(set, "slip", "65", 5)}
		if one.made > 0 {
			events = append(events, record.Event{
				ID: "made-0001", Step: set.ID, Kind: record.Made, N: one.made,
				Exact: set.Exact(), Look: set.Look,
			})
		}
		for i := range one.read {
			events = append(events, gauged(set, fmt.Sprint("read-", i), "6 1/2", 1))
		}
		for _, s := range tally.Fold(there, events).Steps {
			if s.ID == set.ID && s.Due != one.due {
				t.Errorf("%s, %d made, %d read: %d are due, not %d", one.school, one.made, one.read, s.Due, one.due)
			}
		}
	}
}
