package document

import (
	"encoding/json"
	"reflect"
	"strings"
	"testing"
	"vicis/core/cloth"
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

func TestOlderDocumentsGetTheUsualWays(t *testing.T) {
	d := doc(t)
	if d.Schools.Chain != 10 || d.Schools.Pins != "none" || d.Settings.Buy != "yd" || d.Settings.Hand != "right" {
		t.Errorf("%+v, %+v", d.Schools, d.Settings)
	}
	if cm := doc(t, `"measure":"in"`, `"measure":"cm"`); cm.Settings.Buy != "m" {
		t.Errorf("who measures in centimetres buys by the %s", cm.Settings.Buy)
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
