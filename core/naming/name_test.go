package naming

import (
	"math/rand/v2"
	"testing"
)

// words are ids and the like, plain ones and such as would be taken for something else were they not written round.
var words = []string{
	"half", "A", "1", "", "a/b", "B", "x@B", "a:b", "50%", "%2F", "no. 1", "c#2", "@", "row-1", "é",
	"strips", "join",
}

func word(r *rand.Rand) string { return words[r.IntN(len(words))] }

func TestWhatIsWrittenReadsAsItWas(t *testing.T) {
	r := rand.New(rand.NewPCG(11, 1))
	seen := map[string]UnitParts{}
	for range 20_000 {
		u := UnitParts{ID: word(r), Colourway: word(r), Second: r.IntN(2) == 0, Variant: word(r)}
		text := string(u.Name())
		got, err := ParseUnit(text)
		if err != nil || got != u {
			t.Fatalf("%+v is written %q and read %+v, %v", u, text, got, err)
		}
		if other, known := seen[text]; known && other != u {
			t.Fatalf("%+v and %+v are both %q", u, other, text)
		}
		seen[text] = u
		var list []string
		for range r.IntN(4) {
			list = append(list, word(r))
		}
		s, err := ParseStep(string(StepParts{u.Name(), list}.Name()))
		if err != nil || s.Of != u.Name() || len(s.Words) != len(list) {
			t.Fatalf("%v of %v: %+v, %v", list, u, s, err)
		}
		for i := range list {
			if s.Words[i] != list[i] {
				t.Fatalf("%q is read %q", list, s.Words)
			}
		}
		c := CrossingParts{u.Name().Seam(list...), r.IntN(3)}
		if got, err := ParseCrossing(string(c.Name())); err != nil || got != c {
			t.Fatalf("%+v is read %+v, %v", c, got, err)
		}
	}
}

func TestColumnsOfAWebAreToldFromAllElse(t *testing.T) {
	for n := 2; n < 120; n++ {
		if Web(n).Column() != n || Web(n).Made() != "" || Web(n).Number() != 0 {
			t.Errorf("column %d is %s, read as column %d", n, Web(n), Web(n).Column())
		}
	}
	for _, s := range []Step{Rows, Row(3), "rows/web", "rows/web/x", "rows/web/2/3", "block/web/2", BindingJoin, ""} {
		if s.Column() != 0 {
			t.Errorf("%s is taken for column %d", s, s.Column())
		}
	}
}

func FuzzParseAndNameAreInverse(f *testing.F) {
	for _, s := range []string{
		"half", "half:b", "half@navy@B:b", "half@@B", "block/c2", "block/row-1/column-2#3",
		"pool/navy/60960/held", "a%2Fb", "%", "#", "row-1/2", "@@", ":", "a::b", "x#0",
	} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		if p, err := ParseUnit(s); err == nil && string(p.Name()) != s {
			t.Errorf("unit %q is %+v is %q", s, p, p.Name())
		}
		if p, err := ParseStep(s); err == nil && string(p.Name()) != s {
			t.Errorf("step %q is %+v is %q", s, p, p.Name())
		}
		if p, err := ParseSeam(s); err == nil && string(p.Name()) != s {
			t.Errorf("seam %q is %+v is %q", s, p, p.Name())
		}
		if p, err := ParseCrossing(s); err == nil && string(p.Name()) != s {
			t.Errorf("crossing %q is %+v is %q", s, p, p.Name())
		}
		u, step, c := Unit(s), Step(s), Crossing(s) // whatever was written by hand is asked without harm
		_, _, _, _ = u.Look("b").Whole(), u.In("w").Second().IsSecond(), step.Group(), c.Seam().Owner()
		step.Pile()
	})
}

func TestWhatNamesSay(t *testing.T) {
	half := Of("half").In("navy").Second().Look("b")
	if half != "half@navy@B:b" || half.ID() != "half" || half.Whole() != "half@navy@B" || half.Variant() != "b" ||
		!half.IsSecond() || Of("half").Second() != "half@@B" {
		t.Errorf("%s", half)
	}
	if s := Of("block").Part("c3"); s != "block/c3" || s.Owner() != "block" || s.Made() != "" ||
		Of("block").Step().Made() != "block" {
		t.Errorf("%s", s)
	}
	if c := Of("block").Seam("row-1", "column-2").At(3); c != "block/row-1/column-2#3" ||
		c.Seam() != "block/row-1/column-2" || !c.Seam().Of("block") {
		t.Errorf("%s", c)
	}
	if p, ok := Strips("A", 60960).Pile(); !ok || p != (Pile{Role: "A", Width: 60960}) {
		t.Errorf("%+v", p)
	}
	if p, ok := Pool("navy", 7, true).Pile(); !ok || p != (Pile{Fabric: "navy", Width: 7, Waits: true}) {
		t.Errorf("%+v", p)
	}
	if b := Border("b"); !b.Sides().IsSides() || !b.Corners().IsCorners() || b.Ends().IsSides() ||
		CornersOn.IsCorners() || b.Ends().Border() != "b" {
		t.Error("borders")
	}
	if Row(12).Number() != 12 || Rows.Number() != 0 || Row(2).At(3) != "row-2/3" {
		t.Error("rows")
	}
	for _, id := range []string{"rows", "row-7", "sash", "setting", "backing", "binding", "strips", "pool"} {
		if !Reserved(id) {
			t.Errorf("%s may be a unit", id)
		}
	}
	if Reserved("row-x") || Reserved("block") || Plain("a b") || Plain("") || Plain("a#1") || !Plain("é-1") {
		t.Error("plain ids")
	}
}

// What older programs wrote is read as what is meant now; a name that is new already stays.
func TestOldNamesAreReadAsTheyWereMeant(t *testing.T) {
	old := Old{Second: true, Lines: func(unit string) bool { return unit == "grid" }}
	for _, c := range [][2]string{
		{"grid/row-1-2", "grid/row-1/column-2"},
		{"grid/column-3-2", "grid/column-3/row-2"},
		{"grid/rows-2", "grid/row-2/join"},
		{"grid/columns-2", "grid/column-2/join"},
		{"grid/row-1", "grid/row-1"},
		{"other/row-1-2", "other/row-1-2"},
		{"half@B/c2", "half@@B/c2"},
		{"half@B:b", "half@@B:b"},
		{"grid@B/row-1-2", "grid@@B/row-1/column-2"},
		{"half@navy@B", "half@navy@B"},
		{"row-1/2", "row-1/2"},
	} {
		if got := old.Step(Step(c[0])); string(got) != c[1] {
			t.Errorf("%s is read as %s, not %s", c[0], got, c[1])
		}
		if got := old.Step(Step(c[1])); string(got) != c[1] {
			t.Errorf("%s is read as %s", c[1], got)
		}
	}
	if got := old.Crossing("grid/rows-2#3"); got != "grid/row-2/join#3" {
		t.Error(got)
	}
	if got := (Old{Lines: old.Lines}).Step("half@B"); got != "half@B" {
		t.Errorf("a colourway named B: %s", got)
	}
}
