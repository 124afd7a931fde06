package measure

import (
	"encoding/json"
	"fmt"
	"math/rand"
	"os/exec"
	"strconv"
	"strings"
	"testing"
)

func TestParseReadsWhatQuiltersWrite(t *testing.T) {
	for _, c := range []struct {
		text string
		def  Units
		want Length
	}{
		{"2.5", Inches, 5 * Inch / 2},
		{"2 1/2", Inches, 5 * Inch / 2},
		{"2½", Inches, 5 * Inch / 2},
		{"2 ½″", Inches, 5 * Inch / 2},
		{"2-1/2", Inches, 5 * Inch / 2},
		{`2 1/2"`, Centimetres, 5 * Inch / 2},
		{"5/2 in", Centimetres, 5 * Inch / 2},
		{".5", Inches, Inch / 2},
		{"12⅜", Inches, 12*Inch + 3*Inch/8},
		{"6,5 cm", Inches, 65 * Millimetre},
		{"65mm", Inches, 65 * Millimetre},
		{"6.5", Centimetres, 65 * Millimetre},
		{"1 1/8 yd", Inches, 81 * Inch / 2},
		{"3 FT", Inches, Yard},
		{"1 m", Inches, 100 * Centimetre},
		{"0", Inches, 0},
		{"1/3", Inches, Inch / 3},
	} {
		got, err := Parse(c.text, c.def)
		if err != nil || got != c.want {
			t.Errorf("Parse(%q, %s) = %d, %v; want %d", c.text, c.def, got, err, c.want)
		}
	}
}

func TestParseRefusesNonsenseWithTheMend(t *testing.T) {
	for _, text := range []string{
		"", "  ", "abc", "-2", "−2", "2..5", "2.", ".", "1/0", "1/", "/2", "2 5/4", "2 1/2 1/2", "2½½", "2x",
		"2 furlongs", "1e9",
		"NaN", "0x10", "999999999", "99999999999999999999999", "2 1.5", "½/2", strings.Repeat("1", 50), "1 000 yd",
		"2'",
	} {
		got, err := Parse(text, Inches)
		if err == nil {
			t.Errorf("Parse(%q) = %d, want an error", text, got)
		} else if !strings.Contains(err.Error(), "rite") {
			t.Errorf("Parse(%q): %q does not say how to write it", text, err)
		}
	}
}

func TestPrintReadsLikeTheRuler(t *testing.T) {
	eighth := Ruler{Inches, Inch / 8}
	mm := Ruler{Centimetres, Millimetre}
	for _, c := range []struct {
		ruler Ruler
		l     Length
		want  string
	}{
		{eighth, 5 * Inch / 2, "2½″"},
		{eighth, 12*Inch + 3*Inch/8, "12⅜″"},
		{eighth, Inch / 4, "¼″"},
		{eighth, 0, "0″"},
		{eighth, -Inch / 4, "−¼″"},
		{eighth, 9 * Inch / 32, "≈9/32″"},
		{Ruler{Inches, Inch / 32}, 9 * Inch / 32, "9/32″"},
		{eighth, 6*Inch + 7*Inch/16, "≈6 7/16″"},
		{eighth, Inch / 3, "≈21/64″"},
		{mm, 65 * Millimetre, "6.5 cm"},
		{mm, 10 * Centimetre, "10 cm"},
		{mm, 5 * Inch / 2, "≈6.35 cm"},
	} {
		if got := c.ruler.Print(c.l); got != c.want {
			t.Errorf("Print(%d) = %q, want %q", c.l, got, c.want)
		}
	}
}

// Parse and the two printed forms are inverse: a document's text always, a ruler's reading wherever it has no ≈.
func FuzzPrintAndParseAreInverse(f *testing.F) {
	for _, l := range []int64{0, 1, 96, 381, 960, 24384, 62400, 8616, int64(Longest)} {
		f.Add(l)
	}
	f.Fuzz(func(t *testing.T, n int64) {
		l := Length(n)
		if l < 0 || l > Longest {
			t.Skip()
		}
		if got, err := Parse(Write(l).String(), Centimetres); err != nil || got != l {
			t.Fatalf("%d writes as %q and reads back as %d, %v", l, Write(l), got, err)
		}
		for _, r := range []Ruler{
			{Inches, Inch / 8},
			{Inches, Inch / 64},
			{Centimetres, Millimetre},
			{Centimetres, tenthMM},
		} {
			text := r.Print(l)
			approximate := strings.HasPrefix(text, "≈")
			if approximate == l.On(r.Mark) {
				t.Fatalf("%d on a mark of %d prints %q", l, r.Mark, text)
			}
			if got, err := Parse(strings.TrimPrefix(text, "≈"), r.Units); err != nil || !approximate && got != l {
				t.Fatalf("%d prints as %q and reads back as %d, %v", l, text, got, err)
			}
		}
	})
}

func FuzzParseNeverPanicsNorLeavesItsRange(f *testing.F) {
	for _, s := range []string{"2 1/2", "6,5 cm", "½", "-", "1/0", "″", "\xff"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		l, err := Parse(s, Inches)
		if err == nil && (l < 0 || l > Longest) {
			t.Fatalf("Parse(%q) = %d", s, l)
		}
		w := Typed(s)
		if (w.Err() == nil) != (err == nil) || w.Length() != l || w.String() != s {
			t.Fatalf("Typed(%q) says %d, %v; Parse %d, %v", s, w.Length(), w.Err(), l, err)
		}
		for _, rule := range []Units{Inches, Centimetres} {
			once := w.In(rule)
			if by, _ := Parse(s, rule); once.Length() != by || once.In(Inches) != once || once.In(Centimetres) != once &&
				once.Err() == nil {
				t.Fatalf("%q by %s is %q, and then something else", s, rule, once)
			}
		}
	})
}

// GNU units (Debian package "units") is the outside reference for every unit a length can be written in.
func TestUnitsAgreeWithGNUUnits(t *testing.T) {
	path, err := exec.LookPath("units")
	if err != nil {
		t.Fatal("GNU units is not installed: make test installs it")
	}
	rng := rand.New(rand.NewSource(7))
	names := []string{"inch", "foot", "yard", "mm", "cm", "m"}
	written := map[string]string{"inch": "in", "foot": "ft", "yard": "yd", "mm": "mm", "cm": "cm", "m": "m"}
	for _, name := range names {
		for range 3 {
			amount := fmt.Sprintf("%d.%d", rng.Intn(20), rng.Intn(1000))
			out, err := exec.Command(path, "-t", "-o", "%.12g", amount+" "+name, "inch").CombinedOutput()
			if err != nil {
				t.Fatalf("units: %v: %s", err, out)
			}
			want, err := strconv.ParseFloat(strings.TrimSpace(string(out)), 64)
			if err != nil {
				t.Fatal(err)
			}
			got, err := Parse(amount+" "+written[name], Inches)
			if err != nil {
				t.Fatal(err)
			}
			if d := got.Inches() - want; d > 0.5/24384 || d < -0.5/24384 {
				t.Errorf("%s %s = %v inch here, %v by GNU units", amount, name, got.Inches(), want)
			}
		}
	}
}

func ExampleParse() {
	l, _ := Parse("2-1/2", Inches)
	fmt.Println(Ruler{Inches, Inch / 8}.Print(l), Ruler{Centimetres, Millimetre}.Print(l))
	// Output: 2½″ ≈6.35 cm
}

// What is written keeps its text, is read once, and takes the rule it is written by once; what is no length is kept as
// it was typed.
func TestWhatIsWrittenIsReadOnce(t *testing.T) {
	for _, c := range []struct {
		typed string
		rule  Units
		says  string
		is    Length
	}{
		{"2 1/2", Inches, "2 1/2 in", 5 * Inch / 2},
		{"2 1/2", Centimetres, "2.5 cm", 25 * Millimetre},
		{"2½ in", Centimetres, "2 1/2 in", 5 * Inch / 2},
		{"6,5 cm", Inches, "6.5 cm", 65 * Millimetre},
		{"wide", Inches, "wide", 0},
		{"-1 in", Inches, "-1 in", 0},
		{"", Inches, "", 0},
	} {
		w := Typed(c.typed)
		got := w.In(c.rule)
		if w.String() != c.typed || got.String() != c.says || got.Length() != c.is || w.Given() != (c.typed != "") {
			t.Errorf("%q by %s: %q is %d, want %q is %d", c.typed, c.rule, got, got.Length(), c.says, c.is)
		}
		if readable := c.is > 0; (got.Err() == nil) != readable || readable && got != Write(c.is) {
			t.Errorf("%q: %v", c.typed, got.Err())
		}
		text, err := json.Marshal(struct {
			W Written `json:"w,omitzero"`
		}{got})
		var back struct {
			W Written `json:"w,omitzero"`
		}
		if err != nil || json.Unmarshal(text, &back) != nil || back.W != got ||
			strings.Contains(string(text), `"w"`) != got.Given() {
			t.Errorf("%q is written %s and read as %q, %v", got, text, back.W, err)
		}
	}
}
