package document

import (
	"encoding/json"
	"os"
	"path/filepath"
	"reflect"
	"strings"
	"testing"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/straight"
)

const small = `{"vicis":1,"name":"x","measure":"in","ruler":"1/8","seam":{"stitched":"1/4","fold":"0"},"cloth":{"usable":"40","squaring":".5"},
"strip":"2½","spares":{},"schools":{"press":"nest"},"fabrics":[],"roles":[],"units":[{"id":"p","name":"p","how":{"by":"patch","role":"A","width":"3 strip","height":"4"}}],
"top":{"rows":1,"columns":1,"repeat":[[{"unit":"p"}]],"borders":[{"id":"b","name":"b","role":"A","width":"3,5"}]}}`

func TestLengthsAreWrittenWithTheirUnit(t *testing.T) {
	d, problems := Read([]byte(small))
	if len(problems) > 0 {
		t.Fatal(problems)
	}
	if d.Strip.String() != "2 1/2 in" || d.Cloth.Squaring.String() != "1/2 in" ||
		d.Top.Borders[0].Width.String() != "3 1/2 in" {
		t.Errorf("strip %q, squaring %q, border %q", d.Strip, d.Cloth.Squaring, d.Top.Borders[0].Width)
	}
	data, err := Write(d)
	if err != nil {
		t.Fatal(err)
	}
	if !strings.Contains(string(data), `"width": "3 strips"`) || !strings.Contains(string(data), `"height": "4 in"`) {
		t.Errorf("breadths are not canonical: %s", data)
	}
	again, problems := Read(data)
	if len(problems) > 0 || !reflect.DeepEqual(d, again) {
		t.Errorf("written and read it is another document: %v", problems)
	}
}

func TestWhatIsTypedIsNotLostWhenItIsNonsense(t *testing.T) {
	d, problems := Read([]byte(strings.Replace(small, `"2½"`, `"two and a half"`, 1)))
	if problems.Stopped() || d.Strip.String() != "two and a half" {
		t.Errorf("%q, %v", d.Strip, problems)
	}
}

func TestBrokenAndForeignDocumentsAreRefused(t *testing.T) {
	for name, text := range map[string]string{
		"empty":           "  ",
		"not JSON":        "<html>",
		"cut off":         small[:200],
		"a list":          "[]",
		"another version": strings.Replace(small, `"vicis":1`, `"vicis":7`, 1),
		"foreign field":   strings.Replace(small, `"name":"x"`, `"name":"x","price":3`, 1),
		"wrong kind":      strings.Replace(small, `"rows":1`, `"rows":"many"`, 1),
		"trailing":        small + "{}",
		"another method":  strings.Replace(small, `"by":"patch"`, `"by":"magic"`, 1),
		"another rule":    strings.Replace(small, `"measure":"in"`, `"measure":"ell"`, 1),
		"too large":       small + strings.Repeat(" ", MostBytes),
		"a key twice":     strings.Replace(small, `"ruler":"1/8"`, `"ruler":"1/8","ruler":"1/4"`, 1),
		"a unit's, twice": strings.Replace(small, `"width":"3 strip"`, `"width":"3 strip","width":"2 strip"`, 1),
		"a method twice":  strings.Replace(small, `"by":"patch"`, `"by":"patch","by":"patch"`, 1),
		"another case":    strings.Replace(small, `"strip":`, `"Strip":`, 1),
		"a unit's, other": strings.Replace(small, `"width":"3 strip"`, `"Width":"3 strip"`, 1),
		"deep, twice":     strings.Replace(small, `"unit":"p"}]]`, `"unit":"p","unit":"q"}]]`, 1),
	} {
		_, problems := Read([]byte(text))
		if !problems.Stopped() || problems[0].Says == "" || problems[0].Mend == "" {
			t.Errorf("%s: %v", name, problems)
		}
	}
}

// Whatever is read is written, and what was written is read as the same document, as an older program wrote it too.
func FuzzReadNeverPanicsAndWriteIsItsInverse(f *testing.F) {
	f.Add([]byte(small))
	f.Add([]byte(`{"vicis":1,"units":[null]}`))
	blocks, err := filepath.Glob("../library/blocks/*/*.json")
	if err != nil || len(blocks) == 0 {
		f.Fatal("no blocks", err)
	}
	for _, block := range blocks {
		text, err := os.ReadFile(block)
		if err != nil {
			f.Fatal(err)
		}
		if text, err = Begin(measure.Inches).Under(text); err != nil {
			f.Fatal(err)
		}
		f.Add(text)
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		d, problems := Read(data)
		if problems.Stopped() {
			return
		}
		text, err := Write(d)
		if err != nil {
			t.Fatal(err)
		}
		older, err := json.MarshalIndent(d, "", "  ") // as it was stored before there was a bound
		if err != nil {
			t.Fatal(err)
		}
		for _, from := range []string{string(text), string(older)} {
			again, problems := Stored(from)
			if problems.Stopped() {
				t.Fatalf("%v: %s", problems, text)
			}
			second, err := Write(again)
			if err != nil || string(second) != string(text) {
				t.Fatalf("written twice it differs: %v\n%s\n%s", err, text, second)
			}
		}
	})
}

// Keys of one's own, such as fabrics by role, may look like anything; the same one twice is still refused.
func TestFreeKeysAreFree(t *testing.T) {
	free := strings.Replace(small, `"units":`,
		`"colourways":[{"id":"w","name":"w","fabrics":{"Name":"f","name":"f"}}],"units":`, 1)
	if _, problems := Read([]byte(free)); problems.Stopped() {
		t.Error(problems)
	}
	twice := strings.Replace(free, `"Name":"f"`, `"name":"g"`, 1)
	if _, problems := Read([]byte(twice)); !problems.Stopped() || !strings.Contains(problems[0].Says, "stands twice") {
		t.Error(problems)
	}
}

// Rows of a grid used to be bare lists of cells; they get names when they are read, the same ones every time, and keep
// what they have.
func TestRowsOfAnOlderGridGetNames(t *testing.T) {
	old := strings.Replace(small, `{"by":"patch","role":"A","width":"3 strip","height":"4"}`,
		`{"by":"grid","rows":[[{"unit":"a"},{"unit":"b"}],[{"unit":"b"},{"unit":"a","turn":90}]]}`, 1)
	read := func(text string) *straight.Grid {
		d, problems := Read([]byte(text))
		if problems.Stopped() {
			t.Fatal(problems)
		}
		again, err := Write(d)
		if err != nil {
			t.Fatal(err)
		}
		if d2, problems := Read(again); problems.Stopped() || !reflect.DeepEqual(d, d2) {
			t.Errorf("written and read it is another: %v", problems)
		}
		return d.Parts[0].How.(*straight.Grid)
	}
	g := read(old)
	if g.Rows[0].ID != "row-1" || g.Rows[1].ID != "row-2" ||
		!reflect.DeepEqual(g.Columns, []string{"column-1", "column-2"}) || g.Rows[1].Cells[1].Turn != 90 {
		t.Errorf("%+v", g)
	}
	g = read(strings.Replace(old, `"rows"`, `"first":"columns","rows"`, 1)) // as they are sewn, from the right
	if !reflect.DeepEqual(g.Columns, []string{"column-2", "column-1"}) {
		t.Errorf("%+v", g)
	}
	added := strings.Replace(old, `[[{"unit":"a"},{"unit":"b"}],`,
		`[{"id":"","cells":[{"unit":"a"},{"unit":"a"}]},{"id":"row-1","cells":[{"unit":"a"},{"unit":"b"}]},`, 1)
	if g = read(added); g.Rows[0].ID == "row-1" || g.Rows[0].ID == "" || g.Rows[1].ID != "row-1" {
		t.Errorf("%+v", g)
	}
}

// Seams that an older document holds are read by their names of today.
func TestHeldSeamsOfAnOlderDocumentAreRead(t *testing.T) {
	text := strings.Replace(small, `{"by":"patch","role":"A","width":"3 strip","height":"4"}`,
		`{"by":"grid","rows":[[{"unit":"a"},{"unit":"b"}],[{"unit":"b"},{"unit":"a"}]]}`, 1)
	text = strings.Replace(text, `"top":`,
		`"press":{"held":{"p/row-1-2":"plus","p/rows-2":"minus","row-1/2":"open"},"done":["p@B"],"spun":["p/rows-2#1"]},"top":`, 1)
	d, problems := Read([]byte(text))
	want := Press{
		Held: map[naming.Seam]SeamSide{"p/row-1/column-2": Plus, "p/row-2/join": Minus, "row-1/2": Both},
		Done: []naming.Step{"p@@B"}, Spun: []naming.Crossing{"p/row-2/join#1"},
	}
	if problems.Stopped() || !reflect.DeepEqual(*d.Press, want) {
		t.Errorf("%+v, %v", d.Press, problems)
	}
}

// What cannot be copied is never handed out itself.
func TestACopyThatFailsGivesNothing(t *testing.T) {
	d := Document{Name: "x", Parts: []making.Unit{{ID: "a", Name: "a"}}} // made in no way
	if c, err := Copy(d); err == nil || c.Name != "" {
		t.Errorf("%+v, %v", c, err)
	}
	if c, err := d.Parts[0].Clone(); err == nil || c.ID != "" {
		t.Errorf("%+v, %v", c, err)
	}
}

// A size that is written as it is cut: two allowances more than it finishes, and as it is where it is cut anyway.
func TestUnfinishedIsReadAsFinished(t *testing.T) {
	unit := func(how string) string {
		return strings.Replace(small, `{"by":"patch","role":"A","width":"3 strip","height":"4"}`, how, 1)
	}
	for _, c := range []struct{ how, want string }{
		// A 5 in square with 2½ in squares on its corners: a base of 4½ and legs of 2.
		{`{"by":"flipped corners","base":{"role":"A"},"width":"5 unfinished","height":"5unfinished","corners":[{"id":"c","at":"top left","role":"A","leg":"2 1/2 in unfinished"}]}`, `4 1/2 in|4 1/2 in|2 in`},
		{`{"by":"patch","role":"A","width":"5 unfinished","height":"4"}`, `5 in|4 in`},
		{`{"by":"flipped corners","base":{"role":"A"},"width":"1/4 unfinished","height":"5","corners":[{"id":"c","at":"top left","role":"A","leg":"1"}]}`, `1/4 unfinished|5 in|1 in`},
		{`{"by":"flipped corners","base":{"role":"A"},"width":"much unfinished","height":"5","corners":[{"id":"c","at":"top left","role":"A","leg":"1"}]}`, `much unfinished|5 in|1 in`},
	} {
		d, problems := Read([]byte(unit(c.how)))
		if problems.Stopped() {
			t.Fatal(problems)
		}
		var got []string
		for _, b := range making.Breadths(d.Parts[0].How) {
			got = append(got, b.Breadth.String())
		}
		if strings.Join(got, "|") != c.want {
			t.Errorf("%s is read as %v", c.how, got)
		}
	}
}
