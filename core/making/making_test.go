package making_test

import (
	"strings"
	"testing"

	"vicis/internal/trial"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/problem"
	"vicis/core/straight"
)

func TestNonsenseIsSaidAtItsPlaceWithTheMend(t *testing.T) {
	good := []making.Unit{trial.Set("s", "", ""), trial.Cut("c", "s", "")}
	for _, c := range []struct {
		name  string
		units []making.Unit
		code  string
		at    string
	}{
		{"no strips", []making.Unit{trial.Set("s")}, "strip-count", "/units/0/how/strips"},
		{"too many strips", []making.Unit{trial.Set("s", make([]string, 41)...)}, "strip-count", "/units/0/how/strips"},
		{"unreadable width", []making.Unit{trial.Set("s", "two")}, "length-unreadable", "/units/0/how/strips/0/width"},
		{"no width left", []making.Unit{trial.Set("s", "1/2")}, "too-narrow", "/units/0/how/strips/0/width"},
		{"zero strips wide", []making.Unit{trial.Set("s", "0 strips")}, "length-unreadable", "/units/0/how/strips/0/width"},
		{"wider than the cloth", []making.Unit{trial.Set("s", "41")}, "wider-than-cloth", "/units/0/how/strips/0/width"},
		{"sub-cut longer than the set", append(good, trial.Cut("d", "s", "39 3/4")), "cloth-too-short", "/units/2/how/width"},
		{"sub-cut of a sub-cut", append(good, trial.Cut("d", "c", "")), "not-a-strip-set", "/units/2/how/from"},
		{"patch too large both ways", []making.Unit{{
			ID: "p", Name: "p",
			How: &straight.PlainPatch{Role: "A", Width: making.Typed("41"), Height: making.Typed("42")},
		}}, "cloth-too-short", "/units/0/how/width"},
		{
			"role without fabric",
			[]making.Unit{{ID: "p", Name: "p", How: &straight.PlainPatch{
				Role: "nobody", Width: making.Typed("4"),
				Height: making.Typed("4"),
			}}},
			"role-without-fabric", "/units/0/how/role",
		},
		{"edges that differ", append(good, trial.Set("r", "", "", ""), trial.Cut("d", "r", ""),
			trial.Join("b", making.Part{Unit: "c"}, making.Part{Unit: "d"})), "edges-differ", "/units/4/how/columns/1/unit"},
		{"one column", append(good, trial.Join("b", making.Part{Unit: "c"})), "column-count", "/units/2/how/columns"},
		{
			"turned by 45", append(good, trial.Join("b", making.Part{Unit: "c"}, making.Part{Unit: "c", Turn: 45})), "turn",
			"/units/2/how/columns/1/turn",
		},
		{
			"made of itself", append(good, trial.Join("b", making.Part{Unit: "c"}, making.Part{Unit: "b"})), "unit-of-itself",
			"/units/2/how",
		},
		{
			"made of nothing known", append(good, trial.Join("b", making.Part{Unit: "c"}, making.Part{Unit: "x"})),
			"unit-unknown",
			"/units/2/how",
		},
		{"the same id twice", append(good, trial.Cut("c", "s", "")), "id-not-unique", "/units/2/id"},
		{
			"columns with one id", append(good, trial.Join("b", making.Part{ID: "x", Unit: "c"},
				making.Part{ID: "x", Unit: "c"})),
			"id-not-unique", "/units/2/how/columns/1/id",
		},
		{"an id with a slash", []making.Unit{trial.Set("a/b", "", "")}, "id-not-unique", "/units/0/id"},
		{"no name", []making.Unit{{ID: "s", How: good[0].How}}, "name-missing", "/units/0/name"},
	} {
		var problems problem.List
		made, _ := making.All(c.units, trial.Table(40*trial.In, &problems))
		found := false
		for _, p := range problems {
			found = found || p.Code == c.code && p.At == c.at && p.Stops && p.Says != "" && p.Mend != ""
		}
		if !found {
			t.Errorf("%s: want %s at %s, got %+v", c.name, c.code, c.at, problems)
		}
		if len(c.units) > 2 && c.units[0].ID == "s" && len(made) < 2 {
			t.Errorf("%s: the rest is no longer usable: %d made", c.name, len(made))
		}
	}
}

func TestWhatIsBetweenTwoMarksIsANote(t *testing.T) {
	var problems problem.List
	making.All([]making.Unit{trial.Set("s", "2 9/16", "")}, trial.Table(40*trial.In, &problems))
	if len(problems) != 1 || problems[0].Stops || problems[0].Code != "off-the-ruler" ||
		!strings.Contains(problems[0].Mend, "2⅝″") {
		t.Fatalf("got %+v", problems)
	}
}

// A breadth is a length or so many strips, however it is typed; strips follow the width that strips are cut, n of them
// sewn together measuring n·w − 2s(n − 1).
func TestABreadthIsReadOnce(t *testing.T) {
	mat := making.Table{Units: measure.Inches, Strip: 5 * measure.Inch / 2, Seam: measure.Inch / 4}
	for _, c := range []struct {
		typed, says string
		cut, finish measure.Length
		strips      bool
	}{
		{"", "", 5 * measure.Inch / 2, 2 * measure.Inch, true},
		{"  ", "1 strip", 5 * measure.Inch / 2, 2 * measure.Inch, true},
		{"3 strip", "3 strips", 13 * measure.Inch / 2, 6 * measure.Inch, true},
		{"1/2 strips", "1/2 strip", 3 * measure.Inch / 2, measure.Inch, true},
		{"2,5", "2 1/2 in", 5 * measure.Inch / 2, 5 * measure.Inch / 2, false},
		{"65 mm", "6.5 cm", 65 * measure.Millimetre, 65 * measure.Millimetre, false},
	} {
		b := making.Typed(c.typed)
		got := b.In(measure.Inches)
		if got.String() != c.says || b.Length(&mat) != c.cut || got.Finished(&mat) != c.finish || b.InStrips() != c.strips ||
			b.Err() != nil || got.In(measure.Centimetres) != got {
			t.Errorf("%q: %q cut %d, finished %d, in strips %v, %v", c.typed, got, b.Length(&mat), got.Finished(&mat),
				b.InStrips(), b.Err())
		}
		if c.typed != "" && making.Typed(got.String()) != got {
			t.Errorf("%q is written %q and read as %q", c.typed, got, making.Typed(got.String()))
		}
	}
	for _, typed := range []string{"7/3 strips", "0 strips", "41 strips", "strips", "wide", "-1 in"} {
		if b := making.Typed(typed); b.Err() == nil || b.InStrips() || b.In(measure.Inches).String() != typed {
			t.Errorf("%q is %q, %v", typed, b, b.Err())
		}
	}
	for typed, half := range map[string]string{
		"": "1/2 strip", "3 strips": "3/2 strips", "1 strip": "1/2 strip",
		"5 in": "2 1/2 in", "wide": "wide",
	} {
		if got := making.Typed(typed).Halved().String(); got != half && !(typed == "3 strips" && got == "1 1/2 strips") {
			t.Errorf("half of %q is %q, want %q", typed, got, half)
		}
	}
}
