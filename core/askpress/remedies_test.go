package askpress_test

import (
	"slices"
	"strings"
	"testing"

	"vicis/core/ask"
	"vicis/core/askpress"
	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/pressing"
	"vicis/core/quilt"
	"vicis/core/straight"
	"vicis/core/work"
	"vicis/internal/trial/whole"
)

// What a remedy says it leaves is what a plan with it taken has; and the table of pressing for 4 × 4 blocks is what is
// offered.
func TestRemediesKeepTheirWord(t *testing.T) {
	for _, c := range []struct {
		block   string
		rows    int
		clashes int
		offers  map[string]int // name → what is left
	}{
		{"diamond", 4, 0, map[string]int{"Two kinds of Half-square unit": 0, "Open seams": 0}},
		{"rail", 4, 12, map[string]int{"Spin the crossings": 0, "Press the last seams two ways": 0, "Open seams": 0}},
		{"log-cabin", 4, 12, map[string]int{"Press the last seams two ways": 0, "Open seams": 0}},
		{"coins", 4, 24, map[string]int{"Press the last seams two ways": 0, "Open seams": 0}},
		{"nine-patch", 4, 0, map[string]int{}},
		{"broken-dishes", 4, 276, map[string]int{
			"Turn parts within Broken dishes": 272, "Two kinds of Dish": 52,
			"Two kinds of Dish, and turn parts within Broken dishes": 48, "Open seams": 0,
		}},
		// Halves and hourglasses come in two kinds that look alike: eight blocks of one lie above eight of the other.
		{"four-patch-halves", 4, 104, map[string]int{
			"Two kinds of Halved four-patch, left hand, and press the last seams two ways": 24,
		}},
		{"hourglass-star", 4, 28, map[string]int{"Turn parts within Star of hourglasses": 8}},
		{"ladder", 4, 72, map[string]int{
			"Turn parts within Ladder": 48, "Press the last seams two ways": 48,
			"Press all seams of the blocks two ways": 24, "Press whole blocks two ways": 0,
		}},
	} {
		d := whole.FromLibrary(t, c.block)
		d.Top.Rows, d.Top.Columns = c.rows, c.rows
		p := whole.Planned(t, d)
		if c.clashes > 0 && p.Press.Clashes != c.clashes || p.Press.Bound != p.Press.Clashes {
			t.Errorf("%s: %d clash, at least %d", c.block, p.Press.Clashes, p.Press.Bound)
		}
		r, problems := askpress.RemediesFor(d, ask.Enough(nil))
		if problems.Stopped() {
			t.Fatal(problems)
		}
		got := map[string]int{}
		for _, one := range r.List {
			got[one.Name] = one.Clashes
			after := whole.Planned(t, one.Document)
			if all := after.Press.Clashes == 0 && after.Press.Opened == 0; all != (one.Leaves == "all nest") {
				t.Errorf("%s, %s: %q, %d clash and %d are opened", c.block, one.Name, one.Leaves, after.Press.Clashes,
					after.Press.Opened)
			}
			if after.Press.Clashes != one.Clashes || one.Clashes >= p.Press.Clashes {
				t.Errorf("%s, %s: says %d, the plan has %d", c.block, one.Name, one.Clashes, after.Press.Clashes)
			}
			whole.Scripted(t, after)
		}
		for name, left := range c.offers {
			if n, there := got[name]; !there || n != left {
				t.Errorf("%s: %s leaves %d (offered: %v), want %d", c.block, name, n, there, left)
			}
		}
		count := 0
		for _, s := range r.Standing {
			count += s.Count
			if len(s.Why) == 0 || len(s.Names) != 2 {
				t.Errorf("%s: nothing says why %+v", c.block, s)
			}
		}
		if count != p.Press.Clashes {
			t.Errorf("%s: %d of %d clashes are told of", c.block, count, p.Press.Clashes)
		}
	}
}

// The same pair twice, once turned end for end, nests where it did not: in the same kind, and nobody sees it. That is
// offered first, and until then it is said that units were not turned within their block.
func TestPartsAreTurnedWithinABlock(t *testing.T) {
	d := whole.FromLibrary(t, "four-patch")
	d.Parts[0].How.(*straight.StripSet).Strips[1].Role = d.Parts[0].How.(*straight.StripSet).Strips[0].Role
	block := whole.Unit(t, d, "block").How.(*straight.Joined)
	for i := range block.Columns {
		block.Columns[i].Turn = 0
	}
	d.Top.Rows, d.Top.Columns = 1, 1
	p := whole.Planned(t, d)
	if p.Press.Clashes != 1 || !strings.Contains(p.Press.Detail, "every unit turned within its block as it is drawn") {
		t.Fatalf("%d clash: %s", p.Press.Clashes, p.Press.Detail)
	}
	r, _ := askpress.RemediesFor(d, ask.Enough(nil))
	if len(r.List) == 0 || !strings.HasPrefix(r.List[0].Name, "Turn parts within") || r.List[0].Clashes != 0 {
		t.Fatalf("%+v", r.List)
	}
	// One of two segments is turned: what joins them is taken apart, and the set they are cut from stays as it is.
	if again := how(r.List[0].Redone); len(again) != 1 || again["block"] != askpress.Resewn {
		t.Errorf("done again: %v", again)
	}
	if after := whole.Planned(t, r.List[0].Document); after.Press.Clashes != 0 || len(after.Steps) != len(p.Steps) {
		t.Errorf("%d clash in %d steps, %d before", after.Press.Clashes, len(after.Steps), len(p.Steps))
	}
}

// A segment in every row of its block is pressed two ways by rows, though it has no seam of its own but its set's.
func TestSegmentsArePressedTwoWaysByRows(t *testing.T) {
	d := whole.FromLibrary(t, "nine-patch")
	set := d.Parts[0]
	d.Parts = []making.Unit{
		set, d.Parts[1],
		{ID: "block", Name: "Block", How: &straight.Grid{Rows: straight.Rows([][]straight.GridCell{
			{{Unit: "I"}, {Unit: "I"}}, {{Unit: "I"}, {Unit: "I"}},
		})}},
	}
	set.How.(*straight.StripSet).Strips[2].Role = "C"
	d.Roles = append(d.Roles, cloth.Role{ID: "C", Name: "third", Fabric: d.Fabrics[0].ID})
	d.Fabrics = append(d.Fabrics, cloth.Fabric{ID: "third", Name: "Third", Colour: "#335577"})
	d.Roles[2].Fabric = "third"
	d.Top = quilt.Top{Rows: 3, Columns: 3, Repeat: [][]quilt.Cell{{{Unit: "block"}}}}
	p := whole.Planned(t, d)
	r, _ := askpress.RemediesFor(d, ask.Enough(nil))
	for _, one := range r.List {
		if strings.HasPrefix(one.Name, "Two kinds of I") && one.Clashes < p.Press.Clashes {
			return
		}
	}
	t.Errorf("%d clash: %+v", p.Press.Clashes, r.List)
}

// Blocks pressed two ways are counted apart, from the block down to what is doubled; half of them each, and the strips
// are shared.
func TestTwoWaysAreCountedApart(t *testing.T) {
	d := whole.FromLibrary(t, "four-patch")
	d.Top.Rows, d.Top.Columns = 4, 4
	plain := whole.Counts(whole.Planned(t, d))
	for _, all := range []bool{false, true} {
		d.Press = &document.Press{TwoWays: []document.TwoWays{{Unit: "block", Which: quilt.EveryOther, Whole: all}}}
		p := whole.Planned(t, d)
		made := whole.Counts(p)
		if made["block"] != 8 || made["block@@B"] != 8 {
			t.Errorf("whole %v: %v", all, made)
		}
		if all && (made["two"] != 16 || made["two@@B"] != 16 || made["two-set@@B"] == 0) || !all &&
			(made["two"] != 32 || made["two@@B"] != 0) {
			t.Errorf("whole %v: %v", all, made)
		}
		if p.Press.Clashes != 0 {
			t.Errorf("whole %v: %d clash", all, p.Press.Clashes)
		}
		if made["strips/A/60960"] < plain["strips/A/60960"] {
			t.Errorf("whole %v: fewer strips than before", all)
		}
		whole.Scripted(t, p)
	}
}

// Where only the last seams differ, everything before them is sewn for both.
func TestTwoWaysShareWhatComesBefore(t *testing.T) {
	d := whole.FromLibrary(t, "rail")
	d.Top.Rows, d.Top.Columns = 4, 4
	d.Press = &document.Press{TwoWays: []document.TwoWays{{Unit: "block", Which: quilt.EveryOther}}}
	p := whole.Planned(t, d)
	made := whole.Counts(p)
	if made["block/row-1"] != 16 || made["block@@B/row-1"] != 0 || made["block"] != 8 || made["block@@B"] != 8 ||
		p.Press.Clashes != 0 {
		t.Errorf("%d clash, %v", p.Press.Clashes, made)
	}
	d.Schools.Press, d.Press = pressing.Late, nil
	if s := whole.Step(t, whole.Planned(t, d), "block@@B"); !strings.HasPrefix(s.Press, "not yet, but once it lies in its row") {
		t.Errorf("%q", s.Press)
	}
}

// Every seam of every block of the library has a reason; holding it the other way gives just the clashes that were
// said, and holding it as it is changes nothing.
func TestWhatIfKeepsItsWord(t *testing.T) {
	asked := 0
	for _, name := range []string{
		"four-patch", "shoo-fly", "churn-dash", "basket", "log-cabin", "broken-dishes",
		"eight-pointed-star",
	} {
		d := whole.FromLibrary(t, name)
		d.Top.Rows, d.Top.Columns = 4, 5
		p := whole.Planned(t, d)
		for _, line := range p.Press.Lines {
			for _, seam := range line.Each {
				a, problems := askpress.AboutSeam(d, seam.Seam, ask.Enough(nil))
				if problems.Stopped() || len(a.Why) == 0 || a.Says != seam.Says || a.Held || len(a.Choices) < 3 {
					t.Fatalf("%s, %s: %+v %v", name, seam.Seam, a, problems)
				}
				for _, c := range a.Choices {
					asked++
					if asked%3 != 0 {
						continue
					}
					after := whole.Planned(t, c.Document)
					if after.Press.Clashes != c.Clashes || c.More != c.Clashes-p.Press.Clashes {
						t.Errorf("%s, %s, %s: says %d, the plan has %d", name, seam.Seam, c.Way, c.Clashes,
							after.Press.Clashes)
					}
					if all := after.Press.Clashes == 0 && after.Press.Opened == 0; all != (c.Leaves == "all nest") {
						t.Errorf("%s, %s, %s: %q, %d clash and %d are opened", name, seam.Seam, c.Way, c.Leaves,
							after.Press.Clashes, after.Press.Opened)
					}
					if c.Way == "Hold it as it is" && (c.More != 0 || len(c.Redone) > 0) {
						t.Errorf("%s, %s: holding it changes %v", name, seam.Seam, c.Redone)
					}
				}
			}
		}
	}
	if asked < 100 {
		t.Errorf("only %d choices", asked)
	}
}

// A rail pressed up beside itself clashes; a checker held against itself names the fewest seams to release.
func TestContradictorySeamsAreNamed(t *testing.T) {
	d := whole.FromLibrary(t, "four-patch")
	d.Top.Rows, d.Top.Columns = 1, 4
	free := whole.Planned(t, d)
	d.Press = &document.Press{Held: map[naming.Seam]document.SeamSide{"row-1/2": document.Plus, "row-1/3": document.Minus}}
	if p := whole.Planned(t, d); p.Press.Clashes != free.Press.Clashes || len(p.Press.Release) > 0 {
		t.Errorf("rows may go as they like: %+v", p.Press)
	}
	// Two blocks below each other: seams of two rows that cross are both held to one side, and once more.
	d.Top.Rows = 2
	d.Press.Held = map[naming.Seam]document.SeamSide{
		"row-1/2": document.Plus, "row-2/2": document.Plus,
		"row-1/3": document.Plus, "row-2/3": document.Plus, "row-1/4": document.Minus,
	}
	p := whole.Planned(t, d)
	if p.Press.Clashes != 2 || len(p.Press.Release) != 2 || !strings.Contains(p.Press.Detail, "0 would be left") {
		t.Errorf("%d clash, release %v: %s", p.Press.Clashes, p.Press.Release, p.Press.Detail)
	}
	r, _ := askpress.RemediesFor(d, ask.Enough(nil))
	if len(r.List) == 0 || r.List[0].Name != "Release what is held" || r.List[0].Clashes != 0 ||
		len(r.List[0].Document.Press.Held) != 3 {
		t.Errorf("%+v", r.List)
	}
	// What is pressed already is named when a change would press it again.
	d.Press = &document.Press{
		Held: map[naming.Seam]document.SeamSide{"row-1/2": document.Plus},
		Done: []naming.Step{"row-1"},
	}
	a, _ := askpress.AboutSeam(d, "row-2/2", ask.Enough(nil))
	for _, c := range a.Choices {
		if strings.HasPrefix(c.Way, "Press it toward") && c.More == 0 && !slices.ContainsFunc(c.Redone, func(r askpress.Redone) bool { return r.Name == "Row 1" }) {
			continue
		}
		if strings.HasPrefix(c.Way, "Press it toward") && c.More == 0 {
			t.Errorf("row 1 is held, and %q would change it: %+v", c.Way, c)
		}
	}
}

func TestBadPressingIsSaidAtItsPlace(t *testing.T) {
	for _, c := range []struct {
		press    document.Press
		code, at string
	}{
		{
			document.Press{Held: map[naming.Seam]document.SeamSide{"block/c2": "left"}},
			"side-unknown",
			"/press/held/block~1c2",
		},
		{
			document.Press{TwoWays: []document.TwoWays{{Unit: "nothing", Which: quilt.EveryOther}}},
			"unit-unknown",
			"/press/twoWays/0/unit",
		},
		{
			document.Press{TwoWays: []document.TwoWays{{Unit: "block", Which: "some"}}},
			"pattern-unknown",
			"/press/twoWays/0/which",
		},
		{
			document.Press{TwoWays: []document.TwoWays{{Unit: "block", Which: quilt.EveryRow, In: "nothing"}}},
			"unit-unknown", "/press/twoWays/0/in",
		},
	} {
		d := whole.FromLibrary(t, "four-patch")
		d.Press = &c.press
		_, problems := plan.Make(d, nil)
		whole.Refused(t, problems, c.code, c.at)
	}
	d := whole.FromLibrary(t, "four-patch")
	if _, problems := askpress.AboutSeam(d, "nothing", ask.Enough(nil)); !problems.Stopped() {
		t.Error("a seam that is not there has an answer")
	}
	d.Press = &document.Press{Held: map[naming.Seam]document.SeamSide{"gone/long-ago": document.Plus}}
	if _, problems := plan.Make(d, nil); !whole.Has(problems, "seam-gone", "/press/held/gone~1long-ago") {
		t.Errorf("%v", problems)
	}
}

// The schools decide what crossings leave open: outward and inward are each other's opposite in a set of three that
// meets nothing.
func TestSchoolsDecideTheRest(t *testing.T) {
	d := whole.FromLibrary(t, "rail")
	d.Top.Rows, d.Top.Columns = 1, 1
	words := map[string]string{}
	for _, school := range []string{"nest", "outward", "inward", "flat", "late"} {
		d.Schools.Press = pressing.School(school)
		for _, l := range whole.Planned(t, d).Press.Lines {
			if strings.HasSuffix(string(l.Step), "-set") {
				words[school] = l.Says
			}
		}
	}
	if !strings.Contains(words["outward"], "outward") || !strings.Contains(words["inward"], "inward") {
		t.Errorf("%v", words)
	}
	d = whole.FromLibrary(t, "four-patch")
	d.Top.Rows, d.Top.Columns = 4, 4
	d.Schools.Press = pressing.Late
	if made := whole.Counts(whole.Planned(t, d)); made["block"] != 8 || made["block@@B"] != 8 || made["two"] != 32 {
		t.Errorf("last seams late: %v", made)
	}
}

// A single step has every school of pressing that is offered for it: its last seams late are two kinds of that block
// alone, and what it presses to the dark, come what may, is told, and can be let go, as it is for the whole quilt.
func TestASchoolOfPressingForOneStep(t *testing.T) {
	d := whole.FromLibrary(t, "four-patch")
	d.Top.Rows, d.Top.Columns = 4, 4
	d.Schools.Press = pressing.Late
	all := whole.Counts(whole.Planned(t, d))
	d.Schools.Press, d.Schools.Steps = pressing.Nest, map[string]document.StepSchools{"block": {Press: pressing.Late}}
	if one := whole.Counts(whole.Planned(t, d)); one["block"] != 8 || one["block@@B"] != all["block@@B"] ||
		one["two"] != all["two"] {
		t.Errorf("last seams of one block late: %v, want %v", one, all)
	}
	for _, l := range whole.Planned(t, d).Press.Lines {
		if late := strings.HasPrefix(l.Says, "not yet, but once it lies in its row"); late != (l.Of == "block") {
			t.Errorf("%s: %q", l.Step, l.Says)
		}
	}
	d = whole.FromLibrary(t, "nine-patch")
	d.Top.Rows, d.Top.Columns = 4, 4
	before := whole.Planned(t, d)
	own := map[string]document.StepSchools{}
	for _, u := range d.Parts {
		own[u.ID.ID()] = document.StepSchools{Press: pressing.Dark}
	}
	d.Schools.Steps = own
	p := whole.Planned(t, d)
	if p.Press.Clashes <= before.Press.Clashes || !strings.Contains(p.Press.Detail, "to the dark, come what may. Press "+
		"to nest there too") ||
		!strings.Contains(p.Press.Detail, d.Parts[len(d.Parts)-1].Name+" to the dark") {
		t.Fatalf("%d clash, %d before: %q", p.Press.Clashes, before.Press.Clashes, p.Press.Detail)
	}
	r, problems := askpress.RemediesFor(d, ask.Enough(nil))
	if problems.Stopped() {
		t.Fatal(problems)
	}
	i := slices.IndexFunc(r.List, func(o askpress.Remedy) bool { return o.Name == "Press to nest" })
	if i < 0 || r.List[i].Clashes != before.Press.Clashes ||
		whole.Planned(t, r.List[i].Document).Press.Clashes != before.Press.Clashes {
		t.Fatalf("pressing there to nest is not offered, or leaves otherwise than it says: %+v", r.List)
	}
	if steps := r.List[i].Document.Schools.Steps; steps["block"].Press != pressing.Nest ||
		steps["II"].Press != pressing.Dark {
		t.Errorf("only what clashes is let go: %v", steps)
	}
	var seam naming.Seam
	for _, l := range p.Press.Lines {
		if l.Of == d.Parts[len(d.Parts)-1].ID.ID() {
			seam = l.Each[0].Seam
		}
	}
	if said, _ := askpress.AboutSeam(d, seam, ask.Enough(nil)); !strings.Contains(strings.Join(said.Why, " "),
		"as you press every seam there") {
		t.Errorf("why: %v", said.Why)
	}
}

// A pinwheel all of whose crossings nest has 13 layers in its middle: any seam with crossings can be spun by choice, which
// leaves 9, and the seams whose stitches are undone are named (worked by hand: of eight patches two allowances each).
func TestACrossingIsSpunByChoice(t *testing.T) {
	d := whole.FromLibrary(t, "pinwheel")
	w, _ := work.Of(d)
	seams := w.Unit("block").Seams
	last := seams[len(seams)-1].ID
	asked, problems := askpress.AboutSeam(d, last, ask.Enough(nil))
	if problems.Stopped() || asked.Layers != 13 {
		t.Fatalf("%d layers; %v", asked.Layers, problems)
	}
	i := slices.IndexFunc(asked.Choices, func(c askpress.SeamChoice) bool { return c.Way == "Spin its crossing" })
	if i < 0 {
		t.Fatalf("%+v", asked.Choices)
	}
	c := asked.Choices[i]
	if c.Layers != 9 || c.Clashes != 0 || len(c.Undone) == 0 {
		t.Errorf("%d layers, %d clash, undone: %q", c.Layers, c.Clashes, c.Undone)
	}
	if again := how(c.Redone); again["block/row-1"] != askpress.Stitched || again["half"] == askpress.Resewn {
		t.Errorf("done again: %v", again)
	}
	for _, name := range c.Undone {
		if !strings.Contains(name, "row 1") {
			t.Errorf("%s is undone", name)
		}
	}
	if after := whole.Planned(t, c.Document); after.Press.Spun != 16 {
		t.Errorf("%d spun in sixteen blocks", after.Press.Spun)
	}
}

// how is which steps are done again, and how.
func how(list []askpress.Redone) map[naming.Step]askpress.How {
	all := map[naming.Step]askpress.How{}
	for _, r := range list {
		all[r.Step] = r.How
	}
	return all
}
