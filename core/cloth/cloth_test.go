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
		[]Fabric{
			{ID: "a", Name: "A", Colour: "#111111"},
			{ID: "b", Name: "B", Colour: "#eeeeee", Usable: measure.Typed("21")},
		},
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

// What a sort of shelf piece can give is what it states: a length gives strips of any width where it is as wide as its
// fabric, a strip takes the place of one of its width where it is as long, and lies along the cloth where patches are
// cut from it.
func TestWhatEverySortGives(t *testing.T) {
	usable := 40 * measure.Inch
	for _, c := range []struct {
		kind                  Kind
		w, l                  measure.Length
		strips, strip, turned bool
	}{
		{Yardage, 42 * measure.Inch, 18 * measure.Inch, true, false, false},
		{Yardage, 39 * measure.Inch, 18 * measure.Inch, false, false, false},
		{Strips, 5 * measure.Inch / 2, 42 * measure.Inch, false, true, true},
		{Strips, 5 * measure.Inch / 2, 21 * measure.Inch, false, false, true},
		{Pieces, 42 * measure.Inch, 42 * measure.Inch, false, false, false},
	} {
		h := Have{Supply: Supply{Kind: c.kind}, W: c.w, L: c.l}
		lies := h.Lying()
		if h.GivesStrips(usable) != c.strips || h.IsStrip(usable) != c.strip || lies.Along != c.turned ||
			lies.Lying() != lies || (lies.W == c.l) != (c.turned || c.w == c.l) {
			t.Errorf("%s of %d × %d: strips %v, a strip %v, lies %+v", c.kind, c.w, c.l, h.GivesStrips(usable),
				h.IsStrip(usable), lies)
		}
	}
	h := Holding{
		Name: "x", Colour: "#123456", Kind: "rolls", Width: measure.Typed("10"), Length: measure.Typed("10"),
		Count: 1,
	}
	if problems := h.Check(measure.Inches); len(problems) != 1 || problems[0].At != "/kind" ||
		problems[0].Mend != "Choose yardage, strips or pieces." {
		t.Errorf("%v", problems)
	}
}
