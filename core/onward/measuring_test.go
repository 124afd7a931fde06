package onward_test

import (
	"slices"
	"strings"
	"testing"

	"vicis/core/ask"
	"vicis/core/decided"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/onward"
	"vicis/core/plan"
	"vicis/core/quilt"
	"vicis/core/record"
	"vicis/core/ruler"
	"vicis/core/stock"
	"vicis/core/tally"
	"vicis/core/work"
	"vicis/demo"
	"vicis/internal/quilts"
	"vicis/internal/trial/whole"
)

// Test strips by pencil. Three of 2½″ that measure 6¼″: (7½ − 6¼) ÷ 4 = 5⁄16″, of which the fold takes 1⁄64″: 19⁄64″
// are stitched. Five of 4 cm that measure 14 cm: (20 − 14) ÷ 8 = 0.75 cm, as planned.
func TestTestStrips(t *testing.T) {
	d := read(t, strings.Replace(rails, `"fold":"0"`,
		`"fold":"1/64","tests":[{"name":"straight stitch, middle","strips":3,"cut":"2 1/2","measured":"6 1/4"},{"name":"walking foot","strips":3,"cut":"2 1/2","measured":"6 7/16"}]`, 1))
	p, problems := plan.Make(d, nil)
	if len(p.Tests) != 2 || p.Tests[0].Takes != "5/16″" || p.Tests[0].Stitched.String() != "19/64 in" ||
		p.Tests[0].Sum != "(7½″ − 6¼″) ÷ 4 = 5/16″" || p.Tests[0].Planned || !p.Tests[1].Planned {
		t.Errorf("%+v %v", p.Tests, problems)
	}
	cm := read(t, `{"vicis":1,"name":"P","measure":"cm","ruler":"1 mm","seam":{"stitched":"7 mm","fold":"0.5 mm","tests":[{"name":"quarter foot","strips":5,"cut":"4","measured":"14"}]},"cloth":{"usable":"110","squaring":"1"},"strip":"5","spares":{},"schools":{},"settings":{},
"fabrics":[{"id":"f","name":"F","colour":"#000000"}],"roles":[{"id":"a","name":"A","fabric":"f"}],"units":[{"id":"p","name":"P","how":{"by":"patch","role":"a","width":"5","height":"5"}}],"top":{"rows":2,"columns":2,"repeat":[[{"unit":"p"}]]}}`)
	if c, ok := decided.Read(cm); !ok || ruler.Tests(c)[0].Takes != "0.75 cm" || !ruler.Tests(c)[0].Planned {
		t.Errorf("%+v", ruler.Tests(c))
	}
	for bad, at := range map[string]string{
		`{"name":"x","strips":3,"cut":"2 1/2","measured":"65"}`:    "/seam/tests/0/measured",
		`{"name":"x","strips":3,"cut":"2 1/2","measured":"7 1/2"}`: "/seam/tests/0/measured",
		`{"name":"x","strips":1,"cut":"2 1/2","measured":"2 1/2"}`: "/seam/tests/0/strips",
		`{"name":" ","strips":3,"cut":"2 1/2","measured":"6 1/2"}`: "/seam/tests/0/name",
		`{"name":"x","strips":3,"cut":"wide","measured":"6 1/2"}`:  "/seam/tests/0/cut",
	} {
		d := read(t, strings.Replace(rails, `"fold":"0"`, `"fold":"0","tests":[`+bad+`]`, 1))
		if _, problems := plan.Make(d, nil); len(problems.Stops()) != 1 || problems.Stops()[0].At != at {
			t.Errorf("%s: %v", bad, problems)
		}
	}
}

// Where the school says so, blocks or all units are squared up, or checked, each counted for itself and taking nothing
// from the others; where a method trims, that is squaring up already.
func TestSquaringUpIsCounted(t *testing.T) {
	for school, want := range map[string][]string{
		"method": {}, "blocks": {"Rail block, squared up"}, "units": {"Rail block, squared up"},
		"check": {"Rail block, checked"},
	} {
		d := read(t, strings.Replace(rails, `"schools":{}`, `"schools":{"square":"`+school+`"}`, 1))
		p, problems := plan.Make(d, nil)
		var got []string
		for _, s := range p.Steps {
			if strings.HasSuffix(s.Name, ", squared up") || strings.HasSuffix(s.Name, ", checked") {
				got = append(got, s.Name)
				if s.Make != 8 || len(s.Takes) != 0 || !strings.Contains(s.Says, "12½″ × 12½″") || s.Picture == "" {
					t.Errorf("%s: %+v", school, s)
				}
			}
		}
		if strings.Join(got, "; ") != strings.Join(want, "; ") {
			t.Errorf("%s: %q, not %q (%v)", school, got, want, problems.Stops())
		}
	}
}

// How things are squared up: along the seam of a half-square unit, by the middle seams, or by the middle; points keep
// an allowance; a left hand cuts the left edge first; a ruler that is too short is said.
func TestHowThingsAreSquaredUp(t *testing.T) {
	square := func(d document.Document, unit string) *ruler.SquaringCard {
		t.Helper()
		p, problems := plan.Make(d, nil)
		for _, one := range p.Trim {
			if string(one.ID) == unit {
				return one.Square
			}
		}
		t.Fatalf("%s is not measured: %v", unit, problems.Stops())
		return nil
	}
	if s := square(whole.FromLibrary(t, "half-square"), "half"); s == nil ||
		!strings.Contains(s.Lays[0], "diagonal lies on the seam") || !strings.Contains(s.Cuts[2], "ears") {
		t.Errorf("%+v", s)
	}
	d := read(t, rails)
	s := square(d, "block")
	if s == nil || !strings.HasPrefix(s.Lays[0], "The lines of 6¼″ lie on the middle seams") || s.Edges[0] != "right" ||
		s.Edges[2] != "left" || s.Short != "" {
		t.Fatalf("%+v", s)
	}
	d.Settings.Hand, d.Settings.Longest = "left", measure.Typed("12 in")
	if s = square(d, "block"); s.Edges[0] != "left" || !strings.HasPrefix(s.Cuts[0], "Cut the left edge") ||
		!strings.Contains(s.Short, "longer than your longest ruler, 12″") {
		t.Errorf("%+v", s)
	}
	if s = square(d, "rail"); s != nil {
		t.Errorf("a strip set: %+v", s)
	}
	if s = square(whole.FromLibrary(t, "nine-patch"), "block"); s == nil || !strings.Contains(s.Lays[0], "cross in its middle") {
		t.Errorf("%+v", s)
	}
	if s = square(whole.FromLibrary(t, "goose"), "goose"); s == nil ||
		!strings.Contains(strings.Join(s.Lays, " "), "beyond every point") {
		t.Errorf("%+v", s)
	}
}

// What a unit cannot be planned on is refused at its place, with what can be done; nothing else is left out for it.
func TestMeasuresThatCannotBe(t *testing.T) {
	for _, one := range []struct{ unit, measured, code, at string }{
		{"rail", `{"height":"65"}`, "measured-far-off", "/units/0/measured/height"},
		{"rail", `{"height":"wide"}`, "length-unreadable", "/units/0/measured/height"},
		{"rail", `{"width":"40"}`, "measured-length", "/units/0/measured/width"},
		{"rail", `{"height":"6 3/4","trimmed":true}`, "trimmed-larger", "/units/0/measured"},
		{"rail", `{"height":"7 9/16"}`, "measured-far-off", "/units/0/measured"},
		{"square", `{"height":"6 3/8"}`, "measured-elsewhere", "/units/1/measured"},
		{"plain", `{"height":"12 3/8"}`, "measured-elsewhere", "/units/3/measured"},
	} {
		i := strings.Index(rails, `"id":"`+one.unit+`"`)
		d := read(t, rails[:i]+`"measured":`+one.measured+`,`+rails[i:])
		_, problems := plan.Make(d, nil)
		if len(problems.Stops()) == 0 || problems.Stops()[0].Code != one.code || problems.Stops()[0].At != one.at {
			t.Errorf("%s, %s: %v", one.unit, one.measured, problems)
		}
	}
}

// A set that is closed to a tube is measured flat; that the quilt cannot be planned on it is said, with what can be
// done.
func TestATubeIsNotPlannedOn(t *testing.T) {
	docs, err := demo.Documents()
	if err != nil {
		t.Fatal(err)
	}
	w, ok := work.Of(docs[demo.Wave])
	if !ok {
		t.Fatal(*w.Problems)
	}
	for _, s := range w.Steps {
		if ways := w.Gauges(s); s.Stage == "strip sets" && len(ways) > 0 {
			_, problems := onward.OnwardFrom(docs[demo.Wave],
				onward.Came{Step: s.ID, Height: measure.Write(ways[0].Size - measure.Inch/16)}, whole.Against(stock.NewAccount()),
				ask.Enough(nil))
			if len(problems) != 1 || !strings.Contains(problems[0].Says, "closed to a tube") ||
				!strings.Contains(problems[0].Mend, "allowance") {
				t.Errorf("%s: %v", s.ID, problems)
			}
			return
		}
	}
	t.Fatal("no tube is measured")
}

// A unit whose own seams run right through took what it lacks in those, so that its middle seam lies where it does; one
// that is trimmed lost it at its edges; both are as large as was read, to the grid.
func TestMeasuredUnitsAreSewnAsTheyAre(t *testing.T) {
	in := measure.Inch
	for _, trimmed := range []string{"", `,"trimmed":true`} {
		i := strings.Index(rails, `"id":"rail"`)
		d := read(t, rails[:i]+`"measured":{"height":"6 1/4"`+trimmed+`},`+rails[i:])
		for j := range d.Parts {
			if b := making.Breadths(d.Parts[j].How); d.Parts[j].ID == "square" {
				*b[0].Breadth = making.Typed("6 1/4")
			} else if d.Parts[j].ID == "plain" {
				*b[0].Breadth, *b[1].Breadth = making.Typed("12"), making.Typed("12")
			}
		}
		w, ok := work.Of(d)
		if !ok {
			t.Fatal(*w.Problems)
		}
		seams := w.Unit("rail").Piece.Parallels(false)
		first := seams[0].Nearest()
		_, high := w.Unit("rail").Piece.Size()
		want := 5*in/2 - 5*in/16 // sewn so: of the first strip an allowance of 5⁄16″ is taken
		if trimmed != "" {
			want = 5*in/2 - in/4 - in/8 // trimmed: an allowance of ¼″, and ⅛″ off its edge
		}
		if high != 25*in/4 || first != want {
			t.Errorf("%q: %v″ high, the first seam at %v″, should be at %v″", trimmed, high.Inches(), first.Inches(),
				want.Inches())
		}
	}
}

// What each is off adds up: of four in a row each may be off by a quarter of ⅛″, across; down, where one lies alone, by
// 1⁄16″.
func TestSeveralInARowMayBeOffLess(t *testing.T) {
	i, j := strings.Index(rails, `{"id":"block"`), strings.Index(rails, `"top"`)
	d := read(t, rails[:i]+`{"id":"pair","name":"Pair","how":{"by":"joined","columns":[{"id":"l","unit":"square"},{"id":"r","unit":"square"}]}},
{"id":"long","name":"Long","how":{"by":"joined","columns":[{"id":"a","unit":"pair"},{"id":"b","unit":"pair"},{"id":"c","unit":"pair"},{"id":"d","unit":"pair"}]}}],
"top":{"rows":4,"columns":1,"repeat":[[{"unit":"long"}]]}}`+rails[j:j])
	w, ok := work.Of(d)
	if !ok {
		t.Fatal(*w.Problems)
	}
	for _, one := range []struct {
		along   work.Along
		reads   string
		verdict tally.Verdict
	}{
		{work.SideToSide, "12 17/32", tally.Use},
		{work.SideToSide, "12 9/16", tally.Shave},
		{work.UpAndDown, "6 9/16", tally.Use},
		{work.UpAndDown, "6 5/8", tally.Shave},
	} {
		e := tallied(w, 1, "pair")[0]
		e.Kind, e.Reads, e.Along = record.Measured, one.reads, one.along
		if r := tally.Fold(w, []record.Event{e}).Gauged[0].Reads[0]; r.Verdict != one.verdict {
			t.Errorf("%s %s: %q, %s; should be %q", one.reads, one.along, r.Verdict, r.Why, one.verdict)
		}
	}
}

// A block that was measured, or is trimmed, changes nothing in what is sewn of the corners that were cut off it: 2¼″
// finished they stay 2¾″, and stand in for halves of that size.
func TestABonusIsNotMeasuredWithItsBlock(t *testing.T) {
	d, err := quilts.StandIns()
	if err != nil {
		t.Fatal(err)
	}
	d.Top.Repeat = [][]quilt.Cell{d.Top.Repeat[0][1:]}
	snow := slices.IndexFunc(d.Parts, func(u making.Unit) bool { return u.ID == "snow" })
	for _, m := range []*making.Measures{
		{Width: measure.Typed("9 5/8 in"), Height: measure.Typed("9 5/8 in")},
		{Width: measure.Typed("9 3/8 in"), Height: measure.Typed("9 3/8 in"), Trimmed: true},
	} {
		d.Parts[snow].Measured = m
		w, ok := work.Of(d)
		if !ok {
			t.Fatal(*w.Problems)
		}
		want := m.Width.Length()
		if is, _ := w.Unit("snow").Piece.Size(); is != want {
			t.Errorf("the block is %v, and was measured %v", is, want)
		}
		if is, high := w.Unit("snow:bonus-a").Piece.Size(); is != measure.Inch*11/4 || high != is {
			t.Errorf("the bonus of a block of %s is %v × %v", m.Width, is, high)
		}
	}
}
