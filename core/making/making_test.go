package making

import (
	"encoding/json"
	"reflect"
	"strings"
	"testing"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
)

const in = measure.Inch

func table(usable measure.Length, problems *problem.List) Table {
	return Table{
		Units: measure.Inches, Seam: in / 4, Strip: 5 * in / 2,
		Ruler: measure.Ruler{Units: measure.Inches, Mark: in / 8}, Squaring: in / 2,
		Usable: func(role string) (measure.Length, bool) { return usable, role != "nobody" }, Seen: piece.ByRole,
		Problems: problems,
	}
}

func set(id string, widths ...string) Unit {
	m := &StripSet{}
	for i, w := range widths {
		m.Strips = append(m.Strips, SetStrip{ID: string(rune('a' + i)), Role: "A", Width: Typed(w)})
	}
	return Unit{ID: naming.Unit(id), Name: id, How: m}
}

func cut(id, from, width string) Unit {
	return Unit{ID: naming.Unit(id), Name: id, How: &SubCut{From: naming.Unit(from), Width: Typed(width)}}
}

func join(id string, parts ...Part) Unit {
	for i := range parts {
		if parts[i].ID == "" {
			parts[i].ID = string(rune('a' + i))
		}
	}
	return Unit{ID: naming.Unit(id), Name: id, How: &Joined{Columns: parts}}
}

// Common practice: n strips of w give n·w − ½(n−1), a set gives ⌊(usable − squaring up) / width⌋ sub-cuts, and the
// check values of strip piecing that quilters know by heart.
func TestStripSetsAndSubCuts(t *testing.T) {
	for _, c := range []struct {
		usable measure.Length
		strips []string
		at     string
		wide   measure.Length
	}{
		{40 * in, []string{"3 1/2", "3 1/2"}, "6 1/2", 13 * in / 2}, // two 3½″ strips: 6½″
		{40 * in, []string{"", "", ""}, "", 13 * in / 2},            // three of 2½″: 6½″
		{13 * in, []string{"", ""}, "", 9 * in / 2},                 // a short set
		{40 * in, []string{"", "", "", "", ""}, "", 21 * in / 2},    // five of 2½″: 10½″
		{40 * in, []string{"1 strip", "3 strips", "1 strip"}, "", 21 * in / 2},
		{42 * in, []string{"2 1/2 in", "6 1/2"}, "1 1/2", 17 * in / 2},
	} {
		var problems problem.List
		made, _ := All([]Unit{set("s", c.strips...), cut("c", "s", c.at)}, table(c.usable, &problems))
		_, h := made["s"].Piece.Size()
		if h != c.wide || len(problems) > 0 {
			t.Errorf("%v: set %v″ wide, want %v (%v)", c.strips, h.Inches(), c.wide.Inches(), problems)
		}
	}
}

func TestGridsOfSegments(t *testing.T) {
	var problems problem.List
	made, order := All([]Unit{
		join("block", Part{Unit: "c"}, Part{Unit: "d"}, Part{Unit: "c", Turn: 180}), // parts may stand anywhere in the document
		set("s", "", "", ""), cut("c", "s", ""), set("r", "", "", ""), cut("d", "r", ""),
	}, table(40*in, &problems))
	if w, h := made["block"].Piece.Size(); w != 13*in/2 || h != 13*in/2 || len(problems) > 0 {
		t.Fatalf("nine-patch of 2½″: %v × %v (%v)", w.Inches(), h.Inches(), problems)
	}
	if order[len(order)-1] != "block" {
		t.Errorf("the block is made before its parts: %v", order)
	}
	acts := made["block"].Acts
	if len(acts) != 2 || acts[0].ID != "block/b" || acts[1].ID != "block" {
		t.Errorf("acts %+v", acts)
	}
	if want := []ActTake{{"block/b", 1}, {"c", 1}}; !reflect.DeepEqual(acts[1].Takes, want) {
		t.Errorf("the last join takes %v, want %v", acts[1].Takes, want)
	}
	pair, _ := All([]Unit{
		set("s", "", ""), cut("c", "s", ""),
		join("four", Part{Unit: "c"}, Part{Unit: "c", Turn: 180}),
	}, table(40*in, &problems))
	if want := []ActTake{{"c", 2}}; !reflect.DeepEqual(pair["four"].Acts[0].Takes, want) {
		t.Errorf("a four-patch takes %v, want %v", pair["four"].Acts[0].Takes, want)
	}
}

func TestNonsenseIsSaidAtItsPlaceWithTheMend(t *testing.T) {
	good := []Unit{set("s", "", ""), cut("c", "s", "")}
	for _, c := range []struct {
		name  string
		units []Unit
		code  string
		at    string
	}{
		{"no strips", []Unit{set("s")}, "strip-count", "/units/0/how/strips"},
		{"too many strips", []Unit{set("s", make([]string, 41)...)}, "strip-count", "/units/0/how/strips"},
		{"unreadable width", []Unit{set("s", "two")}, "length-unreadable", "/units/0/how/strips/0/width"},
		{"no width left", []Unit{set("s", "1/2")}, "too-narrow", "/units/0/how/strips/0/width"},
		{"zero strips wide", []Unit{set("s", "0 strips")}, "length-unreadable", "/units/0/how/strips/0/width"},
		{"wider than the cloth", []Unit{set("s", "41")}, "wider-than-cloth", "/units/0/how/strips/0/width"},
		{"sub-cut longer than the set", append(good, cut("d", "s", "39 3/4")), "cloth-too-short", "/units/2/how/width"},
		{"sub-cut of a sub-cut", append(good, cut("d", "c", "")), "not-a-strip-set", "/units/2/how/from"},
		{"patch too large both ways", []Unit{{
			ID: "p", Name: "p",
			How: &PlainPatch{Role: "A", Width: Typed("41"), Height: Typed("42")},
		}}, "cloth-too-short", "/units/0/how/width"},
		{
			"role without fabric",
			[]Unit{{ID: "p", Name: "p", How: &PlainPatch{Role: "nobody", Width: Typed("4"), Height: Typed("4")}}},
			"role-without-fabric", "/units/0/how/role",
		},
		{"edges that differ", append(good, set("r", "", "", ""), cut("d", "r", ""),
			join("b", Part{Unit: "c"}, Part{Unit: "d"})), "edges-differ", "/units/4/how/columns/1/unit"},
		{"one column", append(good, join("b", Part{Unit: "c"})), "column-count", "/units/2/how/columns"},
		{
			"turned by 45", append(good, join("b", Part{Unit: "c"}, Part{Unit: "c", Turn: 45})), "turn",
			"/units/2/how/columns/1/turn",
		},
		{"made of itself", append(good, join("b", Part{Unit: "c"}, Part{Unit: "b"})), "unit-of-itself", "/units/2/how"},
		{
			"made of nothing known", append(good, join("b", Part{Unit: "c"}, Part{Unit: "x"})), "unit-unknown",
			"/units/2/how",
		},
		{"the same id twice", append(good, cut("c", "s", "")), "id-not-unique", "/units/2/id"},
		{
			"columns with one id", append(good, join("b", Part{ID: "x", Unit: "c"}, Part{ID: "x", Unit: "c"})),
			"id-not-unique", "/units/2/how/columns/1/id",
		},
		{"an id with a slash", []Unit{set("a/b", "", "")}, "id-not-unique", "/units/0/id"},
		{"no name", []Unit{{ID: "s", How: good[0].How}}, "name-missing", "/units/0/name"},
	} {
		var problems problem.List
		made, _ := All(c.units, table(40*in, &problems))
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
	All([]Unit{set("s", "2 9/16", "")}, table(40*in, &problems))
	if len(problems) != 1 || problems[0].Stops || problems[0].Code != "off-the-ruler" ||
		!strings.Contains(problems[0].Mend, "2⅝″") {
		t.Fatalf("got %+v", problems)
	}
}

func TestUnitsSurviveJSON(t *testing.T) {
	for _, u := range []Unit{
		set("s", "1 strip", "2 1/2 in"), cut("c", "s", "3 strips"),
		{ID: "p", Name: "p", How: &PlainPatch{Role: "A", Width: Typed("3 strips"), Height: Typed("4 in")}},
		join("b", Part{Unit: "c"}, Part{Unit: "c", Turn: 180}),
	} {
		data, err := json.Marshal(u)
		if err != nil {
			t.Fatal(err)
		}
		var back Unit
		if err := json.Unmarshal(data, &back); err != nil || !reflect.DeepEqual(back, u) {
			t.Errorf("%s came back as %+v, %v", data, back, err)
		}
	}
	for _, bad := range []string{
		`{"id":"x","name":"x"}`, `{"id":"x","name":"x","how":{}}`, `{"id":"x","name":"x","how":{"by":"magic"}}`, `null`,
		`{"id":"x","how":[]}`,
		`{"id":"x","name":"x","how":{"by":"patch","role":"A","width":"1","height":"1","colour":"red"}}`,
		`{"id":"x","name":"x","how":{"by":"strip set","strips":3}}`,
	} {
		if err := json.Unmarshal([]byte(bad), &Unit{}); err == nil {
			t.Errorf("%s was read", bad)
		}
	}
	if len(Methods()) < 4 {
		t.Errorf("%d methods are known", len(Methods()))
	}
}

// A breadth is a length or so many strips, however it is typed; strips follow the width that strips are cut, n of them sewn together
// measuring n·w − 2s(n − 1).
func TestABreadthIsReadOnce(t *testing.T) {
	mat := Table{Units: measure.Inches, Strip: 5 * measure.Inch / 2, Seam: measure.Inch / 4}
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
		b := Typed(c.typed)
		got := b.In(measure.Inches)
		if got.String() != c.says || b.Length(&mat) != c.cut || got.Finished(&mat) != c.finish || b.InStrips() != c.strips || b.Err() != nil || got.In(measure.Centimetres) != got {
			t.Errorf("%q: %q cut %d, finished %d, in strips %v, %v", c.typed, got, b.Length(&mat), got.Finished(&mat), b.InStrips(), b.Err())
		}
		if c.typed != "" && Typed(got.String()) != got {
			t.Errorf("%q is written %q and read as %q", c.typed, got, Typed(got.String()))
		}
	}
	for _, typed := range []string{"7/3 strips", "0 strips", "41 strips", "strips", "wide", "-1 in"} {
		if b := Typed(typed); b.Err() == nil || b.InStrips() || b.In(measure.Inches).String() != typed {
			t.Errorf("%q is %q, %v", typed, b, b.Err())
		}
	}
	for typed, half := range map[string]string{"": "1/2 strip", "3 strips": "3/2 strips", "1 strip": "1/2 strip", "5 in": "2 1/2 in", "wide": "wide"} {
		if got := Typed(typed).halved().String(); got != half && !(typed == "3 strips" && got == "1 1/2 strips") {
			t.Errorf("half of %q is %q, want %q", typed, got, half)
		}
	}
}
