package cloth

import (
	"math"
	"testing"

	"vicis/core/measure"
	"vicis/core/problem"
)

// Lightness of well-known sRGB colours under CIE 1976 and D65 (values from memory, as colour tables give them).
func TestLightnessOfKnownColours(t *testing.T) {
	for colour, want := range map[string]float64{
		"#000000": 0, "#ffffff": 100, "#ff0000": 53.24, "#00ff00": 87.73, "#0000ff": 32.30, "#777777": 50.03,
		"#808080": 53.59,
	} {
		if got := (Fabric{Colour: colour}).Lightness(); math.Abs(got-want) > 0.02 {
			t.Errorf("%s: %.2f, want %.2f", colour, got, want)
		}
	}
	last := -1.0
	for v := range 256 {
		const hex = "0123456789abcdef"
		pair := string([]byte{hex[v/16], hex[v%16]})
		l := Fabric{Colour: "#" + pair + pair + pair}.Lightness()
		if l <= last {
			t.Fatalf("grey %d is not lighter than grey %d", v, v-1)
		}
		last = l
	}
}

func TestRolesFindTheirFabricAndItsWidth(t *testing.T) {
	var problems problem.List
	shelf := Check(
		[]Fabric{{ID: "a", Name: "A", Colour: "#111111"}, {ID: "b", Name: "B", Colour: "#eeeeee", Usable: measure.Typed("21")}},
		[]Role{{ID: "dark", Fabric: "a"}, {ID: "light", Fabric: "b"}}, 40*measure.Inch, &problems)
	if len(problems) > 0 {
		t.Fatal(problems)
	}
	if w, _ := shelf.Usable("dark"); w != 40*measure.Inch {
		t.Errorf("the project's width: %v", w)
	}
	if w, _ := shelf.Usable("light"); w != 21*measure.Inch {
		t.Errorf("its own width: %v", w)
	}
	if f, ok := shelf.Fabric("light"); !ok || f.Name != "B" {
		t.Errorf("%+v", f)
	}
	if _, ok := shelf.Usable("nobody"); ok {
		t.Error("a role nobody plays has a width")
	}
}

func TestBadFabricsAreSaidAtTheirPlace(t *testing.T) {
	var problems problem.List
	Check(
		[]Fabric{
			{ID: "a", Name: "A", Colour: "#111111"},
			{ID: "a", Name: "B", Colour: "#111111"},
			{ID: "c", Colour: "red", Usable: measure.Typed("wide")},
			{Name: "D", Colour: "#12345"},
		},
		[]Role{{ID: "x", Fabric: "a"}, {ID: "x", Fabric: "a"}, {ID: "y", Fabric: "none"}}, 40*measure.Inch,
		&problems)
	want := map[string]bool{
		"/fabrics/1/id": true, "/fabrics/2/name": true, "/fabrics/2/colour": true,
		"/fabrics/2/usable": true, "/fabrics/3/id": true, "/roles/1/id": true, "/roles/2/fabric": true,
	}
	for _, p := range problems {
		if !want[p.At] || !p.Stops || p.Mend == "" {
			t.Errorf("unexpected %+v", p)
		}
		delete(want, p.At)
	}
	if len(want) > 0 {
		t.Errorf("nothing is said at %v", want)
	}
}
