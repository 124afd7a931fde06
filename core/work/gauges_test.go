package work_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"vicis/core/gauge"
	"vicis/core/library"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/record"
	"vicis/core/tally"
	"vicis/core/work"
	"vicis/internal/trial/whole"
)

// What measuring a thing tells of its seams is found by sewing it: with every cut size held and another allowance its
// size is what it would be without seams, less what so many allowances take. Every block of the library that is sewn of
// strips and patches alone.
func TestSeamsTakeWhatTheyAreSaidToTake(t *testing.T) {
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	told := 0
	for _, e := range list {
		w, ok := work.Of(e.Document)
		if !ok {
			t.Fatal(e.ID)
		}
		// The same cloth with other seams: what was told in strips or finished is cut as it was.
		units := make([]making.Unit, len(e.Document.Parts))
		held := true
		for i, u := range e.Document.Parts {
			if units[i], err = u.Clone(); err != nil {
				t.Fatal(err)
			}
			for _, b := range making.Breadths(units[i].How) {
				held = held && !b.Finished
				if l, err := b.Breadth.Length(&w.Table), b.Breadth.Err(); err == nil {
					*b.Breadth = making.Wide(l)
				}
			}
		}
		other := w.Table
		other.Seam += measure.Inch / 32
		made, _ := making.All(units, other)
		for _, s := range w.Steps {
			for _, way := range w.Gauges(s) {
				m := made[w.Acts[s.ID].Made.Unit.ID]
				if way.Takes == 0 || !held || m.Unit.ID == "" || m.Unit.ID.Step() != s.ID && way.Along != work.AcrossIts {
					continue
				}
				wide, high := m.Piece.Size()
				if way.Along != work.SideToSide {
					wide = high
				}
				told++
				if want := way.None - measure.Length(way.Takes/gauge.Allowance)*other.Seam; wide != want {
					t.Errorf("%s, %s %s: %v″ with wider seams, should be %v″", e.ID, s.ID, way.Along, wide.Inches(), want.Inches())
				}
			}
		}
	}
	if told < 20 {
		t.Errorf("only %d sizes are told of", told)
	}
}

// Before they are trimmed, half-square units and hourglasses tell of their seams: 7″ squares sewn two at a time give 7
// − 0.3536 = 6.646″ (common practice); where the seams take 1⁄16″ too much, 7 − √2 × 5⁄16 = 6.558″. Of an hourglass
// each pairing takes √2 allowances.
func TestUntrimmedUnitsTellOfTheirSeams(t *testing.T) {
	told := 0
	for _, id := range []string{"half-square", "hourglass"} {
		w, ok := work.Of(whole.FromLibrary(t, id))
		if !ok {
			t.Fatal(id)
		}
		for _, s := range w.Steps {
			for _, way := range w.Gauges(s) {
				if way.Along != work.Untrimmed {
					continue
				}
				told++
				cut := measure.Length(0)
				for _, act := range w.Acts[s.ID].Made.Acts {
					if act.Patch != nil {
						cut = act.Patch.W
					}
				}
				if off := way.None - cut; off > 4 || off < -4 {
					t.Errorf("%s: with seams that take nothing %v″, cut %v″", s.ID, way.None.Inches(), cut.Inches())
				}
				came := way.None - measure.Length(way.Takes)*(w.Table.Seam+measure.Inch/16)/gauge.Allowance
				g := tally.Fold(w, []record.Event{{
					ID: "gauge-0001", Step: s.ID, Kind: record.Measured, N: 1, Exact: s.Exact(),
					Look: s.Look, Reads: measure.Write(came).String(), Along: way.Along,
				}}).Gauged[0]
				if !strings.Contains(g.Says, "1/16″ too much") {
					t.Errorf("%s: %q %v", s.ID, g.Says, g.Reads)
				}
			}
		}
	}
	if told < 2 {
		t.Errorf("%d are told of", told)
	}
}

// A nine-patch block tells of its seams both ways, and both together; triangles, parts of what was cut again and
// trimmed columns tell nothing, since their edges are not as they were cut from cloth.
func TestBlocksTellOfTheirSeams(t *testing.T) {
	w, ok := work.Of(whole.FromLibrary(t, "nine-patch"))
	if !ok {
		t.Fatal(*w.Problems)
	}
	var block work.Step
	for _, s := range w.Steps {
		if s.Stage == "blocks" {
			block = s
		}
	}
	ways := w.Gauges(block)
	if len(ways) != 2 || ways[0].Takes != 4*gauge.Allowance || ways[1].Takes != 4*gauge.Allowance {
		t.Fatalf("%+v", ways)
	}
	events := []record.Event{}
	for i, along := range []work.Along{work.SideToSide, work.UpAndDown, work.AcrossIts} {
		came := ways[0].Size - measure.Inch/4 // each of four allowances a sixteenth too much
		events = append(events, record.Event{
			ID: fmt.Sprintf("gauge-%d", i), Step: block.ID, Exact: block.Exact(), Look: block.Look, Kind: record.Measured, N: 1,
			Reads: measure.Write(came).String(), Along: along,
		})
	}
	g := tally.Fold(w, events).Gauged[0]
	if len(g.Sums) != 2 || !strings.HasPrefix(g.Says,
		"The seams take 5/16″, 1/16″ too much, if what is sewn there is as wide as it should be.") {
		t.Errorf("%q %v", g.Says, g.Sums)
	}
	for _, id := range []string{"half-square", "corners-exchanged", "half-step-wave"} {
		w, ok := work.Of(whole.FromLibrary(t, id))
		if !ok {
			t.Fatal(id)
		}
		for _, s := range w.Steps {
			tells := slices.ContainsFunc(w.Gauges(s),
				func(way work.Gauge) bool { return way.Takes > 0 && way.Along != work.Untrimmed })
			if s.Stage != "strip sets" && tells && (s.Stage == "blocks" || id == "half-square") {
				t.Errorf("%s: %s is said to tell of its seams", id, s.ID)
			}
		}
	}
}
