package askpress_test

import (
	"strings"
	"testing"

	"vicis/core/ask"
	"vicis/core/askpress"
	"vicis/core/document"
	"vicis/core/quilt"
	"vicis/internal/trial/whole"
)

// Counted by Burnside's lemma over the sixteen motions (four slides of the repeat, each with four turns of the whole):
// a block may have four looks, two where half a turn changes nothing, or one.
func TestArrangementsAreDistinct(t *testing.T) {
	for _, c := range []struct {
		block string
		n     int
	}{
		{"half-square", burnside(4)},
		{"four-patch", burnside(2)},
		{"nine-patch", 1},
		{"half-rails", burnside(1)},
		{"log-cabin", burnside(4)},
	} {
		d := whole.FromLibrary(t, c.block)
		d.Top.Rows, d.Top.Columns = 6, 6
		arranged, problems := askpress.Arrangements(d, ask.Enough(nil))
		list := arranged.List
		if problems.Stopped() {
			t.Fatal(c.block, problems)
		}
		if len(list) != c.n {
			t.Errorf("%s: %d arrangements, by counting %d", c.block, len(list), c.n)
		}
		now := 0
		for i, a := range list {
			if a.Now {
				now++
			}
			if i > 0 && a.Clashes < list[i-1].Clashes {
				t.Errorf("%s: not in the order of clashes", c.block)
			}
			if len(a.Quilt.Cells) != 16 {
				t.Errorf("%s: %d cells drawn", c.block, len(a.Quilt.Cells))
			}
			// What is said of it is what the quilt is once it is laid so.
			e := d
			e.Top.Repeat = a.Repeat
			if p := whole.Planned(t, e); p.Press.Clashes != a.Clashes || p.Press.Crossings != a.Crossings {
				t.Errorf("%s, %s: %d of %d clash, planned %d of %d", c.block, a.Name, a.Clashes, a.Crossings,
					p.Press.Clashes, p.Press.Crossings)
			}
		}
		if now != 1 {
			t.Errorf("%s: %d of them are how it lies now", c.block, now)
		}
	}
}

// Other blocks stay where they lie, as they lie.
func TestArrangementsKeepTheOtherBlocks(t *testing.T) {
	d := whole.FromLibrary(t, "half-square")
	text, _ := document.Write(d)
	d, problems := document.Read([]byte(strings.Replace(string(text), `"units": [`,
		`"units": [{"id": "plain", "name": "Plain", "how": {"by": "patch", "role": "A", "width": "4 1/2", "height": "4 1/2"}},`, 1)))
	if problems.Stopped() {
		t.Fatal(problems)
	}
	block, plain := d.Top.Repeat[0][0], quilt.Cell{Unit: "plain"}
	d.Top.Repeat = [][]quilt.Cell{{block, plain}, {plain, block}}
	d.Top.Rows, d.Top.Columns = 6, 6
	arranged, problems := askpress.Arrangements(d, ask.Enough(nil))
	list := arranged.List
	if problems.Stopped() || len(list) < 10 {
		t.Fatalf("%d arrangements, %v", len(list), problems)
	}
	now := 0
	for _, a := range list {
		e := d
		e.Top.Repeat = a.Repeat
		count := whole.Counts(whole.Planned(t, e))
		if count["plain"] != 18 || len(a.Repeat) > 2 || len(a.Repeat[0]) > 4 {
			t.Errorf("%v: %d plain blocks", a.Repeat, count["plain"])
		}
		if a.Now {
			now++
		}
	}
	if now != 1 {
		t.Errorf("%d of them are how it lies now", now)
	}
}

// burnside counts the colourings of a two by two torus with so many looks, the looks turning in a cycle with the whole:
// the mean number that each of the sixteen motions leaves as they are, found by trying them all.
func burnside(looks int) int {
	fixed := 0
	for slide := range 4 {
		for turn := range 4 {
			for code := range looks * looks * looks * looks {
				at := [4]int{
					code % looks, code / looks % looks, code / looks / looks % looks,
					code / looks / looks / looks,
				}
				moved := at
				for range turn {
					moved = [4]int{moved[2], moved[0], moved[3], moved[1]}
					for i := range moved {
						moved[i] = (moved[i] + 1) % looks
					}
				}
				var slid [4]int
				for i := range slid {
					slid[i^slide] = moved[i]
				}
				if slid == at {
					fixed++
				}
			}
		}
	}
	return fixed / 16
}
