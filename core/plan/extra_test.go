package plan_test

import (
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/machine"
	"vicis/core/plan"
	"vicis/core/record"
	"vicis/core/tally"
	"vicis/core/work"
)

const loose = `{"vicis":1,"name":"x","measure":"in","ruler":"1/8","seam":{"stitched":"1/4","fold":"0"},"cloth":{"usable":"40","squaring":"1/2"},
"strip":"2 1/2","spares":{},"schools":{},"settings":{},"fabrics":[{"id":"d","name":"Dark","colour":"#333333"},{"id":"l","name":"Light","colour":"#eeeeee"},{"id":"n","name":"Noon","colour":"#aa8833"}],
"roles":[{"id":"D","name":"D","fabric":"d"},{"id":"L","name":"L","fabric":"l"}],"colourways":[{"id":"noon","name":"Noon","fabrics":{"D":"n"}}],
"units":[{"id":"h","name":"Half","extra":5,"how":{"by":"half-square triangles","way":"two","lower":{"role":"D"},"upper":{"role":"L"},"finished":"3"}},
{"id":"b","name":"Block","extra":3,"how":{"by":"grid","rows":[[{"unit":"h"},{"unit":"h","turn":90}],[{"unit":"h"},{"unit":"h"}]]}}],
"top":{"rows":3,"columns":4,"repeat":[[{"unit":"b"},{"unit":"b","colourway":"noon"}]]}}`

// By hand: 12 blocks, every other one at noon. Of the quilt's own 6 and 3 loose ones are 9, with 4 halves each 36, and
// 5 more: 41, so 21 pairs and 42 halves, one over. At noon nothing more is made: 6 blocks, 24 halves, 12 pairs.
func TestMoreThanTheQuiltTakes(t *testing.T) {
	d, problems := document.Read([]byte(loose))
	p, problems := plan.Make(d, problems)
	if problems.Stopped() {
		t.Fatal(problems)
	}
	steps := map[string]machine.StepShown{}
	for _, s := range p.Steps {
		steps[string(s.ID)] = s
	}
	for id, n := range map[string]int{"b": 9, "h": 41, "h/pair": 21, "b@noon": 6, "h@noon": 24, "h@noon/pair": 12} {
		if steps[id].Make != n {
			t.Errorf("%s: %d, not %d", id, steps[id].Make, n)
		}
	}
	for id, words := range map[string]string{"b": "3 beyond the quilt = 9", "h": "5 beyond the quilt = 41"} {
		if sums := strings.Join(steps[id].Working.Sums, " "); !strings.Contains(sums, words) {
			t.Errorf("%s: %q", id, sums)
		}
	}
	w, _ := work.Of(d)
	var list []record.Event
	for _, s := range w.Steps {
		list = append(list, record.Event{
			ID: "more-" + string(s.ID), Step: s.ID, Kind: record.Made, N: max(1, s.Make),
			Exact: s.Exact(), Look: s.Look,
		})
	}
	done := tally.Fold(w, list)
	if done.Next != "" || len(done.Doubts) > 0 {
		t.Errorf("next %q, %v", done.Next, done.Doubts)
	}
	for i, s := range w.Steps {
		if want := map[string]int{"h": 5}[string(s.ID)]; want > 0 && done.Steps[i].OnHand != want {
			t.Errorf("%d of %s are left, not %d", done.Steps[i].OnHand, s.ID, want)
		}
	}
	text, err := document.Write(d)
	if again, _ := document.Read(text); err != nil || again.Parts[0].Extra != 5 {
		t.Errorf("written and read it is %d (%v)", again.Parts[0].Extra, err)
	}
}

func TestMoreThanTheQuiltTakesIsRefusedWithTheMend(t *testing.T) {
	for _, c := range []struct{ was, is, at string }{
		{`"extra":5`, `"extra":-1`, "/units/0/extra"},
		{`"extra":3`, `"extra":1001`, "/units/1/extra"},
		{`{"id":"h","name":"Half","extra":5`, `{"id":"s","name":"Set","extra":2,"how":{"by":"strip set","strips":[{"id":"1","role":"D","width":"2"},{"id":"2","role":"L","width":"2"}]}},{"id":"h","name":"Half"`, "/units/0/extra"},
	} {
		d, problems := document.Read([]byte(strings.Replace(loose, c.was, c.is, 1)))
		_, problems = plan.Make(d, problems)
		found := false
		for _, p := range problems {
			found = found || p.At == c.at && p.Stops && p.Mend != ""
		}
		if !found {
			t.Errorf("%s: %v", c.is, problems)
		}
	}
}

// Squares of a kit that come a little too large are cleaned where there is cloth to be cut away, and nowhere else.
func TestPiecesThatAreTooLargeAreCleanedFirst(t *testing.T) {
	for _, c := range []struct{ width, length, says string }{
		{"5 1/4 in", "5 1/2 in", "Clean two sides that meet"},
		{"5 in", "5 1/2 in", "Clean a side across which"},
		{"5 in", "5 in", "as they are"},
		{"10 1/2 in", "5 1/4 in", "2 of 5″ × 5″ from each."},
	} {
		d, problems := document.Read([]byte(`{"vicis":1,"name":"x","measure":"in","ruler":"1/8","seam":{"stitched":"1/4","fold":"0"},"cloth":{"usable":"40","squaring":"1/2"},
"strip":"5","spares":{},"schools":{},"settings":{},"fabrics":[{"id":"f","name":"Fog","colour":"#999999"}],"roles":[{"id":"A","name":"A","fabric":"f"}],
"supplies":[{"id":"kit","fabric":"f","kind":"pieces","width":"` + c.width + `","length":"` + c.length + `","count":16}],
"units":[{"id":"p","name":"Square","how":{"by":"patch","role":"A","width":"5","height":"5"}}],"top":{"rows":4,"columns":4,"repeat":[[{"unit":"p"}]]}}`))
		p, problems := plan.Make(d, problems)
		if problems.Stopped() {
			t.Fatal(problems)
		}
		var said []string
		for _, part := range p.Script {
			for _, line := range part.Lines {
				said = append(said, line.Says)
			}
		}
		if all := strings.Join(said, " | "); !strings.Contains(all, c.says) ||
			strings.Contains(all, "Clean") != strings.HasPrefix(c.says, "Clean") {
			t.Errorf("%s × %s: %s", c.width, c.length, all)
		}
	}
}

// That the rows beside one go the other way is said where they do, and of seams held to one side it is not.
func TestRowsAreToldToGoTheOtherWayWhereTheyDo(t *testing.T) {
	for held, told := range map[string]bool{"": true, `"press":{"held":{"row-1/2":"plus","row-2/2":"plus"}},`: false} {
		d, problems := document.Read([]byte(strings.Replace(loose, `"units":`, held+`"units":`, 1)))
		p, problems := plan.Make(d, problems)
		if problems.Stopped() {
			t.Fatal(problems)
		}
		looked := 0
		for _, l := range p.Press.Lines {
			if l.Step.Number() == 0 {
				continue
			}
			looked++
			if says := strings.Contains(l.Card.Check, "the other way"); says != told {
				t.Errorf("held %q, %s: %q", held, l.Step, l.Card.Check)
			}
		}
		if looked != 2 {
			t.Errorf("%d rows", looked)
		}
	}
}
