package record_test

import (
	"fmt"
	"math/rand"
	"reflect"
	"strings"
	"testing"

	"vicis/core/record"
	"vicis/core/tally"
	"vicis/internal/trial/steps"
)

// What the book writes it reads again, event for event, whatever was typed as a reason: also what a spreadsheet would
// take for a formula, and what looks as if it had been made harmless already.
func TestTheBookReadsWhatItWrites(t *testing.T) {
	rng := rand.New(rand.NewSource(5))
	bits := []string{
		"=1+1", "'=x", "'", "''", "@home", "-", "+4", `"quoted"`, "a,b", "line\nline", "ä ½", "'plain",
		"seam off", "\tx", " spaced ",
	}
	var events []record.Event
	for i := range 300 {
		e := steps.EventOf([]string{"strip", "cut", "pair"}[rng.Intn(3)],
			[]record.EventKind{record.Made, record.Aside, record.Recount, record.Pressed}[rng.Intn(4)], 1+rng.Intn(50))
		e.ID, e.At, e.Rev = fmt.Sprintf("=event-%04d", i)[1:], "2026-11-27T10:13:51.123Z", rng.Intn(3)
		if e.Kind == record.Aside {
			e.Reason = bits[rng.Intn(len(bits))] + bits[rng.Intn(len(bits))]
		}
		events = append(events, e)
	}
	u := steps.TakenBack(events[3])
	u.ID, u.At = "undo-0001", "2026-11-27T11:13:51+01:00"
	u.Exact = "" // as the book takes one back
	bare := steps.EventOf("cut", record.Made, 2)
	bare.ID, bare.At, bare.Exact = "bare-0001", "2026-11-27T10:13:51Z", "" // as the oldest programs stored one
	events = append(events, u, bare)
	table, err := record.Table(steps.Three, events)
	if err != nil {
		t.Fatal(err)
	}
	got, faults := record.Read(steps.Three, table)
	if len(faults) > 0 || !reflect.DeepEqual(got, events) {
		t.Errorf("%v\n%+v\n%+v", faults, got[len(got)-1], events[len(events)-1])
	}
	for _, line := range strings.Split(table, "\r\n") {
		for _, cell := range strings.Split(line, ",") {
			if cell != "" && strings.ContainsRune("=+-@", rune(cell[0])) {
				t.Errorf("a spreadsheet would work out %q", cell)
			}
		}
	}
}

// A table of another program: columns in its own order, no ids, steps by name. Read twice it makes the same ids, so
// that it counts once.
func TestATableFromElsewhereIsReadOnce(t *testing.T) {
	const table = "Kind,N,At,Name\nmade,4,2026-03-14T15:09:26Z,cut\nmade,4,2026-03-14T15:09:26Z,cut\naside,1,2026-03-14T16:00:00+01:00,cut\n"
	first, faults := record.Read(steps.Three, table)
	second, _ := record.Read(steps.Three, "\ufeff"+table)
	if len(faults) > 0 || len(first) != 3 || !reflect.DeepEqual(first, second) {
		t.Fatalf("%v %+v %+v", faults, first, second)
	}
	p := tally.Fold(steps.Three, append(first, second...))
	if c := p.Steps[1]; c.Good != 7 || c.Aside != 1 {
		t.Errorf("%+v", c)
	}
}

// Of a table with a mistake nothing is taken, and every line that is wrong is named with what is wrong and the mend.
func TestEveryWrongLineIsNamed(t *testing.T) {
	head := "id,at,step,kind,n\n"
	for _, c := range []struct {
		text  string
		lines []int
		says  string
	}{
		{"", []int{1}, "no table"},
		{"a,b\n1,2\n", []int{1, 1, 1, 1}, "no column"},
		{"step,step,kind\n", []int{1}, "two columns"},
		{head, []int{2}, "no line"},
		{head + "one-0001,2026-03-14T15:09:26Z,cut,made,4\none-0001,2026-03-14T15:09:26Z,cut,made,4\n", []int{3}, "line 2"},
		{head + "one-0001,yesterday,cut,made,4\n", []int{2}, "no time"},
		{head + "one-0001,2026-03-14T15:09:26Z,cut,made,four\n", []int{2}, "no number"},
		{head + "one-0001,2026-03-14T15:09:26Z,cut,made,0\n", []int{2}, "no number"},
		{head + "one-0001,2026-03-14T15:09:26Z,cut,made,10000\n", []int{2}, "no number"},
		{head + "one,2026-03-14T15:09:26Z,cut,made,4\n", []int{2}, "no id"},
		{head + "one-0001,2026-03-14T15:09:26Z,seam,made,4\n", []int{2}, "no step"},
		{head + "one-0001,2026-03-14T15:09:26Z,cut,sewn,4\n", []int{2}, "no kind"},
		{head + "one-0001,2026-03-14T15:09:26Z,cut\n", []int{2}, "3 cells"},
		{head + "one-0001,2026-03-14T15:09:26Z,\"cut,made,4\n", []int{2}, "no table"},
		{"name,kind,at,n\ncut,made,2026-03-14T15:09:26Z,4\nZ\"", []int{3}, "no table"},
		{head + "x,2026-03-14T15:09:26Z,cut,made,4\none-0002,2026-03-14T15:09:26Z,cut,made,4\ny,2026-03-14T15:09:26Z,cut,made,4\n", []int{2, 4}, "no id"},
	} {
		_, faults := record.Read(steps.Three, c.text)
		var lines []int
		for _, f := range faults {
			lines = append(lines, f.Line)
			if f.Mend == "" {
				t.Errorf("%q: no mend", f.Says)
			}
		}
		if !reflect.DeepEqual(lines, c.lines) || !strings.Contains(faults[0].Says, c.says) {
			t.Errorf("%q: %+v", c.text, faults)
		}
	}
}

// Whatever is sent, a table is taken or refused.
func FuzzReadATable(f *testing.F) {
	f.Add("id,at,step,kind,n\none-0001,2026-03-14T15:09:26Z,cut,made,4\n")
	f.Add("kind,name,at\nundo,'=,2026-03-14T15:09:26Z\n")
	f.Fuzz(func(t *testing.T, text string) {
		events, faults := record.Read(steps.Three, text)
		if len(events) == 0 && len(faults) == 0 {
			t.Error("neither taken nor refused")
		}
		if len(faults) > 0 {
			return
		}
		table, err := record.Table(steps.Three, events)
		again, faults := record.Read(steps.Three, table)
		if err != nil || len(faults) > 0 || !reflect.DeepEqual(again, events) {
			t.Errorf("%v %v\n%+v\n%+v", err, faults, events, again)
		}
	})
}
