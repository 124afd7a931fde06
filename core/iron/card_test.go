package iron_test

import (
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/iron"
	"vicis/internal/trial/whole"
)

// The cards say what lies on top, measure, and warn of edges that stretch.
func TestPressCards(t *testing.T) {
	card := func(d document.Document, step string) iron.PressCard {
		t.Helper()
		for _, l := range whole.Planned(t, d).Press.Lines {
			if string(l.Step) == step {
				return l.Card
			}
		}
		t.Fatalf("%s is not pressed", step)
		return iron.PressCard{}
	}
	rail := whole.FromLibrary(t, "rail")
	rail.Top.Rows, rail.Top.Columns = 2, 2
	if c := card(rail, "rail-set"); !strings.Contains(c.Check, "5″") || len(c.Cautions) != 1 ||
		!strings.Contains(c.Way, "not pushing") {
		t.Errorf("%+v", c)
	}
	if c := card(rail, "block/row-1"); !strings.Contains(c.Lay, "-hand one on top") {
		t.Errorf("two rails are not told apart: %q", c.Lay)
	}
	pinwheel := whole.FromLibrary(t, "pinwheel")
	pinwheel.Schools.SetFirst = true
	toward := ""
	for _, l := range whole.Planned(t, pinwheel).Press.Lines {
		if l.Step == "half" {
			toward, _ = strings.CutPrefix(l.Says, "flat as sewn first, then toward ")
		}
	}
	if c := card(pinwheel, "half"); toward == "" || !strings.Contains(c.Lay, toward+" on top") ||
		!strings.HasPrefix(c.Way, "First press it flat") {
		t.Errorf("toward %q: %+v", toward, c)
	}
	// Quarters of a square have their long edge on the straight grain; halves cut from a square that was sewn all round
	// do not.
	hourglass := whole.FromLibrary(t, "hourglass")
	if c := card(hourglass, "hourglass"); strings.Contains(strings.Join(c.Cautions, " "), "bias") {
		t.Errorf("an hourglass has its edges on the straight grain: %+v", c.Cautions)
	}
	pinwheel.Schools.Press = "open"
	if c := card(pinwheel, "half"); !strings.Contains(c.Way, "Open the allowances") {
		t.Errorf("%+v", c)
	}
	// Round a chain of seams that is thick the needle is warned; where all is thin it is not.
	p := whole.Planned(t, whole.FromLibrary(t, "pinwheel")).Press
	thick := 0
	for _, place := range p.Places {
		if place.Layers >= 9 {
			thick++
			if !strings.Contains(strings.Join(p.Thick, " "),
				strings.TrimPrefix(strings.TrimPrefix(place.Where, "inside "), "between ")) {
				t.Errorf("%q does not name %q", p.Thick, place.Where)
			}
		}
	}
	if thick == 0 {
		t.Error("eight seams meet in the middle of a pinwheel, and nothing is said")
	}
}
