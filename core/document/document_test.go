package document

import (
	"os"
	"path/filepath"
	"reflect"
	"strings"
	"testing"
)

const small = `{"vicis":1,"name":"x","measure":"in","ruler":"1/8","seam":{"stitched":"1/4","fold":"0"},"cloth":{"usable":"40","squaring":".5"},
"strip":"2½","spares":{},"schools":{"press":"nest"},"fabrics":[],"roles":[],"units":[{"id":"p","name":"p","how":{"by":"patch","role":"A","width":"3 strip","height":"4"}}],
"top":{"rows":1,"columns":1,"repeat":[[{"unit":"p"}]],"borders":[{"id":"b","name":"b","role":"A","width":"3,5"}]}}`

func TestLengthsAreWrittenWithTheirUnit(t *testing.T) {
	d, problems := Read([]byte(small))
	if len(problems) > 0 {
		t.Fatal(problems)
	}
	if d.Strip != "2 1/2 in" || d.Cloth.Squaring != "1/2 in" || d.Top.Borders[0].Width != "3 1/2 in" {
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
	if problems.Stopped() || d.Strip != "two and a half" {
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
	} {
		_, problems := Read([]byte(text))
		if !problems.Stopped() || problems[0].Says == "" || problems[0].Mend == "" {
			t.Errorf("%s: %v", name, problems)
		}
	}
}

// Whatever is read is written, and what was written is read as the same document.
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
		again, problems := Read(text)
		if problems.Stopped() {
			t.Fatalf("%v: %s", problems, text)
		}
		second, err := Write(again)
		if err != nil || string(second) != string(text) {
			t.Fatalf("written twice it differs: %v\n%s\n%s", err, text, second)
		}
	})
}
