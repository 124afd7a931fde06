package document

import (
	"encoding/json"
	"reflect"
	"slices"
	"strings"
	"testing"

	"vicis/core/cloth"
	"vicis/core/measure"
	"vicis/core/problem"
	"vicis/core/school"
)

func doc(t *testing.T, replace ...string) Document {
	t.Helper()
	d, problems := Read([]byte(strings.NewReplacer(replace...).Replace(small)))
	if problems.Stopped() {
		t.Fatal(problems)
	}
	return d
}

func TestChangesAreToldInTradeWords(t *testing.T) {
	for _, c := range []struct {
		replace []string
		want    []string
	}{
		{nil, nil},
		{[]string{`"name":"x"`, `"name":"y"`}, []string{"called y, was x"}},
		{
			[]string{`"rows":1`, `"rows":4`, `"columns":1`, `"columns":3`},
			[]string{"blocks across 3, was 1", "blocks down 4, was 1"},
		},
		{[]string{`"2½"`, `"2"`}, []string{"strips cut 2 in, was 2 1/2 in"}},
		{[]string{`"press":"nest"`, `"press":"open"`}, []string{"press every seam open, was so that seams nest"}},
		{
			[]string{`"press":"nest"`, `"press":"nest","steps":{"p":{"pins":"glue"}}`},
			[]string{"a step is done differently"},
		},
		{
			[]string{`"fabrics":[]`, `"fabrics":[{"id":"f","name":"Fog","colour":"#999999"}]`},
			[]string{"new fabric Fog"},
		},
		{
			[]string{`"fabrics":[]`, `"fabrics":[],"deal":{"seed":1,"hand":[{"row":1,"column":1,"role":"A","place":1,"print":"2"}]}`},
			[]string{"prints are dealt"},
		},
		{[]string{`"width":"3 strip"`, `"width":"4 strips"`}, []string{"p is made differently"}},
		{[]string{`"name":"p"`, `"name":"Plain"`}, []string{"Plain, was p"}},
		{
			[]string{`"turn":0`, `"turn":0`, `[[{"unit":"p"}]]`, `[[{"unit":"p","turn":90}]]`},
			[]string{"other blocks are laid"},
		},
		{[]string{`"width":"3,5"`, `"width":"4"`}, []string{"another border"}},
		{[]string{`,"borders":[{"id":"b","name":"b","role":"A","width":"3,5"}]`, ``}, []string{"without the border"}},
		{
			[]string{`"measure":"in"`, `"measure":"in","settings":{"hand":"left"}`},
			[]string{"you cut with the left hand, was the right hand"},
		},
		{
			[]string{`"squaring":".5"`, `"squaring":".5","every":4,"shrinks":3,"margin":"10 cm"`},
			[]string{
				"squared up again after cuts 4, was 0", "cloth shrinks in a hundred 3, was 0",
				"bought beyond the plan 10 cm, was ",
			},
		},
		{
			[]string{`"fabrics":[]`, `"fabrics":[],"colourways":[{"id":"w","name":"Dusk","fabrics":{}}]`},
			[]string{"new colourway Dusk"},
		},
		{[]string{`"name":"p"`, `"name":"p","also":["q"]`}, []string{"something else stands in for p"}},
		{[]string{`"measure":"in"`, `"measure":"in","settings":{"layers":4}`}, []string{"layers cut at once 4, was 2"}},
		{
			[]string{
				`"measure":"in"`,
				`"measure":"in","press":{"held":{"x":"plus"},"done":["x"],"spun":["y"],"twoWays":[{"unit":"z","which":"every other row"}]}`,
			},
			[]string{
				"more seams are held to a side", "crossings are spun", "more is pressed two ways",
				"what is pressed already is kept in mind",
			},
		},
	} {
		if got := Changes(doc(t), doc(t, c.replace...)); !reflect.DeepEqual(got, c.want) {
			t.Errorf("%v: %q, want %q", c.replace, got, c.want)
		}
	}
}

// A choice that is offered leads to a place in the document, and what each answer sets can be read there.
func TestEveryQuestionLeadsToAPlaceInTheDocument(t *testing.T) {
	for _, q := range Questions() {
		for _, a := range q.Answers {
			if a.Name == "" || a.Changes == "" {
				t.Errorf("%s, %s: says nothing of what it changes", q.Key, a.Value)
			}
			sets := a.Sets
			if sets == nil {
				sets = map[string]string{q.Key: a.Value}
			}
			data, err := Write(doc(t))
			if err != nil {
				t.Fatal(err)
			}
			var tree map[string]any
			if err := json.Unmarshal(data, &tree); err != nil {
				t.Fatal(err)
			}
			for pointer, value := range sets {
				at := strings.Split(pointer, "/")[1:]
				place, ok := tree[at[0]].(map[string]any)
				if !ok || len(at) != 2 {
					t.Fatalf("%s leads nowhere", pointer)
				}
				place[at[1]] = value
				if value == "true" || value == "false" {
					place[at[1]] = value == "true"
				}
			}
			text, err := json.Marshal(tree)
			if err != nil {
				t.Fatal(err)
			}
			back, problems := Read(text)
			if problems.Stopped() {
				t.Errorf("%s = %s: %v", q.Key, a.Value, problems)
			}
			if a.Sets == nil && q.answer(back) != a.Name {
				t.Errorf("%s = %s is told as %q", q.Key, a.Value, q.answer(back))
			}
		}
	}
}

func TestSwappedTwiceEverythingIsAsBefore(t *testing.T) {
	d := Document{
		Fabrics: []cloth.Fabric{
			{ID: "mid", Colour: "#888888"},
			{ID: "dark", Colour: "#111111"},
			{ID: "pale", Colour: "#dddddd"},
			{ID: "white", Colour: "#ffffff"},
			{ID: "unused", Colour: "#000000"},
		},
		Roles: []cloth.Role{
			{ID: "1", Fabric: "dark"},
			{ID: "2", Fabric: "mid"},
			{ID: "3", Fabric: "pale"},
			{ID: "4", Fabric: "white"},
		},
	}
	once := SwapValues(d)
	var got []string
	for _, r := range once.Roles {
		got = append(got, r.Fabric)
	}
	if !reflect.DeepEqual(got, []string{"white", "pale", "mid", "dark"}) {
		t.Errorf("%v", got)
	}
	if d.Roles[0].Fabric != "dark" || !reflect.DeepEqual(SwapValues(once), d) {
		t.Error("it does not come back")
	}
}

// By hand: a plain light block is a plain dark one once lights and darks are swapped, and not half of each; in a
// colourway with a red of its own, dark red and white change places. What one assortment plays is dealt from the other
// values.
func TestColourwaysAreSwappedToo(t *testing.T) {
	d := Document{
		Fabrics: []cloth.Fabric{
			{ID: "dark", Colour: "#111111"},
			{ID: "white", Colour: "#ffffff"},
			{ID: "red", Colour: "#801010"},
		},
		Roles: []cloth.Role{{ID: "1", Fabric: "dark"}, {ID: "2", Fabric: "white"}},
		Colourways: []Colourway{
			{ID: "plain", Fabrics: map[string]string{"1": "white"}},
			{ID: "red", Fabrics: map[string]string{"1": "red"}},
		},
	}
	once := SwapValues(d)
	if got := once.Colourways; !reflect.DeepEqual(got, []Colourway{
		{ID: "plain", Fabrics: map[string]string{"1": "dark"}},
		{ID: "red", Fabrics: map[string]string{"2": "red"}},
	}) {
		t.Errorf("%v", got)
	}
	if !reflect.DeepEqual(SwapValues(once), d) {
		t.Error("it does not come back")
	}
	d.Fabrics, d.Colourways = d.Fabrics[:1], nil
	d.Roles[1].Fabric = "dark"
	d.Deal = &Deal{Rules: []DealRule{{Role: "1", Values: []cloth.Value{cloth.Light, cloth.Middle}}, {Role: "2", Values: []cloth.Value{cloth.Dark}}}}
	once = SwapValues(d)
	if v := once.Deal.Rules; v[0].Values[0] != cloth.Dark || v[0].Values[1] != cloth.Middle || v[1].Values[0] != cloth.Light ||
		!reflect.DeepEqual(SwapValues(once), d) {
		t.Errorf("%v", v)
	}
}

// Every school of a document is a question of the one list: what is left out has an answer that is among its answers,
// and what is none is refused where it stands, in single steps too.
func TestEverySchoolIsAQuestion(t *testing.T) {
	keys := map[string]Question{}
	for _, q := range Questions() {
		keys[q.Key] = q
	}
	perStep := map[string]bool{}
	for _, q := range Questions() {
		perStep[q.PerStep] = true
	}
	for at, of := range map[string]reflect.Type{
		"/schools/":  reflect.TypeFor[Schools](),
		"/settings/": reflect.TypeFor[Settings](),
	} {
		for i := range of.NumField() {
			f := of.Field(i)
			name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
			q, asked := keys[at+name]
			if f.Type.Kind() != reflect.String {
				continue
			}
			if !asked {
				t.Errorf("%s%s is no question", at, name)
				continue
			}
			for _, rule := range []measure.Units{measure.Inches, measure.Centimetres} {
				if usual := q.usual(Document{Units: rule}); !slices.ContainsFunc(q.Answers,
					func(a school.Answer) bool { return a.Value == usual }) {
					t.Errorf("%s%s is %q where it is left out", at, name, usual)
				}
			}
			var problems problem.List
			d := Document{}
			d.fill()
			q.write(&d, "?")
			if d.CheckSchools(&problems); len(problems) != 1 || problems[0].At != at+name ||
				problems[0].Code != "school-unknown" {
				t.Errorf("%s%s: %v", at, name, problems)
			}
		}
	}
	for i := range reflect.TypeFor[StepSchools]().NumField() {
		name, _, _ := strings.Cut(reflect.TypeFor[StepSchools]().Field(i).Tag.Get("json"), ",")
		if !perStep[name] {
			t.Errorf("a step may have its own %s, and nobody is asked", name)
		}
	}
	var problems problem.List
	d := Document{}
	d.fill()
	d.Schools.Steps = map[string]StepSchools{
		"half":  {Press: "late", Pins: "glue"},
		"row-1": {Press: "steam", Pins: "tape"},
	}
	if d.CheckSchools(&problems); len(problems) != 2 || problems[0].At != "/schools/steps/row-1/press" ||
		problems[1].At != "/schools/steps/row-1/pins" {
		t.Errorf("%v", problems)
	}
}

// What a document leaves out means for ever what it meant, whatever a new quilt starts with.
func TestWhatIsLeftOutMeansWhatItMeant(t *testing.T) {
	for units, want := range map[measure.Units][2]any{
		measure.Inches: {
			Schools{
				Press: "nest", Sewing: "alternate", Joining: "one", Rows: "rows", Pins: "none", Marking: "line", Prepare: "press",
				Ends: "keep", Lengths: "enough", Later: "planned",
				Measure: "asked", Square: "method", Chain: 10,
			},
			Settings{Hand: "right", Buy: "yd", Layers: 2, Paper: "a4", PerSeam: 280, Bobbin: 50, Times: "told"},
		},
		measure.Centimetres: {
			Schools{
				Press: "nest", Sewing: "alternate", Joining: "one", Rows: "rows", Pins: "none", Marking: "line", Prepare: "press",
				Ends: "keep", Lengths: "enough", Later: "planned",
				Measure: "asked", Square: "method", Chain: 10,
			},
			Settings{Hand: "right", Buy: "m", Layers: 2, Paper: "a4", PerSeam: 280, Bobbin: 50, Times: "told"},
		},
	} {
		d := Document{Units: units}
		d.fill()
		if !reflect.DeepEqual(d.Schools, want[0]) || !reflect.DeepEqual(d.Settings, want[1]) {
			t.Errorf("%s: %+v, %+v", units, d.Schools, d.Settings)
		}
	}
	inches, metric := Begin(measure.Inches), Begin(measure.Centimetres)
	for what, got := range map[string][2]string{
		"overhang":      {inches.LeftOut.Overhang.Text, metric.LeftOut.Overhang.Text},
		"binding":       {inches.LeftOut.Binding.Text, metric.LeftOut.Binding.Text},
		"longest ruler": {inches.LeftOut.Longest.Text, metric.LeftOut.Longest.Text},
	} {
		if want := map[string][2]string{
			"overhang": {"4″", "10 cm"}, "binding": {"2½″", "6.5 cm"},
			"longest ruler": {"24″", "60 cm"},
		}[what]; got != want {
			t.Errorf("%s left out is %q, was %q", what, got, want)
		}
	}
}

// What a new quilt starts with is sound by each rule: its allowance is one that can be chosen by name.
func TestAQuiltBegins(t *testing.T) {
	for _, rule := range []measure.Units{measure.Inches, measure.Centimetres} {
		b := Begin(rule)
		for _, w := range []measure.Written{
			b.Ruler, b.Seam.Stitched, b.Seam.Fold, b.Cloth.Usable, b.Cloth.Squaring, b.Strip,
			b.Border,
		} {
			if w.Err() != nil {
				t.Errorf("%s: %q: %v", rule, w, w.Err())
			}
		}
		if !slices.ContainsFunc(allowances, func(a school.Answer) bool {
			return a.Sets["/seam/stitched"] == b.Seam.Stitched.String() && a.Sets["/seam/fold"] == b.Seam.Fold.String()
		}) {
			t.Errorf("%s: the allowance %v has no name", rule, b.Seam)
		}
		text, err := b.Under([]byte(`{"name":"x","strip":"3 in"}`))
		if err != nil {
			t.Fatal(err)
		}
		if d, problems := Read(text); problems.Stopped() || d.Name != "x" || d.Strip.String() != "3 in" ||
			d.Ruler.Length() != b.Ruler.Length() || d.Units != b.Measure {
			t.Errorf("%s: %+v, %v", rule, d, problems)
		}
	}
}
