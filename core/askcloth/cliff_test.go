package askcloth_test

import (
	"strings"
	"testing"

	"vicis/core/ask"
	"vicis/core/askcloth"
	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/plan"
	"vicis/internal/trial/whole"
)

// 48 sub-cuts of 6½″ (common practice: six from 40″, eight sets): six need 6 × 6½ + ½ = 39½″, so the cliff is there; on
// 39⅜″ five come out of a set, eight sets give 40, eight are short and ten sets are needed.
func TestTheKnownCliff(t *testing.T) {
	text := `{"vicis":1,"name":"x","measure":"in","ruler":"1/8","seam":{"stitched":"1/4","fold":"0"},"cloth":{"usable":"40","squaring":"1/2"},
"strip":"3 1/2","spares":{},"schools":{},"settings":{},"fabrics":[{"id":"f","name":"Fog","colour":"#999999"}],"roles":[{"id":"A","name":"A","fabric":"f"}],
"units":[{"id":"s","name":"Set","how":{"by":"strip set","strips":[{"id":"a","role":"A"},{"id":"b","role":"A"}]}},{"id":"c","name":"Cut","how":{"by":"sub-cut","from":"s","width":"6 1/2"}}],
"top":{"rows":6,"columns":8,"repeat":[[{"unit":"c"}]]}}`
	d, problems := document.Read([]byte(text))
	if problems.Stopped() {
		t.Fatal(problems)
	}
	list, problems := askcloth.Cliffs(d, ask.Enough(nil))
	if problems.Stopped() || len(list) != 1 {
		t.Fatal(problems, list)
	}
	c := list[0]
	if c.Strips != 8 || c.Least.Text != "39½″" ||
		c.Says != "8 sets, down to 39½″ of usable width. Below that 8 sub-cuts are short, and 10 sets would do." {
		t.Errorf("%+v", c)
	}
	// 16 strips of 3½″ and ½″ are 56½″, 1⅝ yd (58½″); two sets more are 14″, 70½″, two yards.
	if len(c.Rescue) != 1 || c.Rescue[0] != "Planned anew for cloth so narrow: buy 2 yd of Fog instead of 1⅝ yd." {
		t.Errorf("%q", c.Rescue)
	}
	d.Spares.Count = 8
	if list, _ = askcloth.Cliffs(d, ask.Enough(nil)); list[0].Strips != 10 {
		t.Errorf("56 sub-cuts: %+v", list[0])
	}
}

func TestTheCliffOfAStripSet(t *testing.T) {
	d := whole.Begin(t, whole.Chain)
	d.Cloth.Usable, d.Cloth.Squaring = measure.Typed("40 in"), measure.Typed("1/2 in")
	list, problems := askcloth.Cliffs(d, ask.Enough(nil))
	if problems.Stopped() || len(list) == 0 {
		t.Fatal(problems)
	}
	const in = measure.Inch
	p := whole.Planned(t, d)
	for _, set := range p.Sets {
		var c askcloth.Cliff
		for _, one := range list {
			if one.Name == set.Set {
				c = one
			}
		}
		cut := set.Across.Cuts[0]
		if c.Strips != set.Across.Strips || c.Usable.Text != "40″" {
			t.Errorf("%s: %+v", set.Set, c)
		}
		// By hand: so many come out of each set; the least width for that.
		width := measure.Length(cut.Width.Inches * float64(in))
		need := (cut.Make + set.Across.Strips - 1) / set.Across.Strips
		least := max(34*in, width*measure.Length(need)+in/2) // one looks six inches down
		if got := c.Least.Inches; got != least.Inches() {
			t.Errorf("%s: %d sets hold down to %v″, by hand %v″", set.Set, c.Strips, got, least.Inches())
		}
	}
}

// Each edge stands where the count changes: at its width so many do, a mark below they do not.
func TestEveryEdgeIsWhereTheCountChanges(t *testing.T) {
	looked := 0
	for _, d := range whole.Blocks(t) {
		list, problems := askcloth.Cliffs(d, ask.Enough(nil))
		if problems.Stopped() {
			t.Fatal(d.Name, problems)
		}
		pooled := map[string]string{}
		for _, f := range whole.Planned(t, d).Cut {
			for _, s := range f.Strips {
				pooled[s.Width.Text+" "+f.Name] = s.For
			}
		}
		for _, c := range list {
			for i, e := range c.Edges {
				if i > 0 && (e.Strips >= c.Edges[i-1].Strips || e.From.Inches <= c.Edges[i-1].From.Inches) {
					t.Fatalf("%s, %s: %+v", d.Name, c.Name, c.Edges)
				}
				if i == 0 {
					continue
				}
				looked++
				for _, at := range []struct {
					width  measure.Length
					enough bool
				}{
					{measure.Length(e.From.Inches*24384 + 0.5), true},
					{measure.Length(e.From.Inches*24384+0.5) - measure.Inch/8, false},
				} {
					d.Cloth.Usable = measure.Write(at.width)
					p, problems := plan.Make(d, nil)
					if problems.Stopped() {
						t.Fatal(problems)
					}
					n, same := -1, true
					for _, f := range p.Cut {
						for _, s := range f.Strips {
							if s.Width.Text+" "+f.Name == c.Name {
								n, same = s.Count, s.For == pooled[c.Name] // on other cloth patches may be cut the other way
							}
						}
					}
					for _, s := range p.Sets {
						if s.Set == c.Name {
							n = s.Across.Strips
						}
					}
					if n >= 0 && same && (n <= e.Strips) != at.enough {
						t.Errorf("%s, %s: %d at %s, and the edge to %d is at %s", d.Name, c.Name, n,
							measure.Write(at.width), e.Strips, e.From.Text)
					}
				}
			}
		}
	}
	if looked < 40 {
		t.Errorf("only %d edges looked at", looked)
	}
}

// What helps below the cliff: spares first where there are enough, then more strips with what has to be bought.
func TestTheCheapestRescueComesFirst(t *testing.T) {
	d := whole.Begin(t, whole.Chain)
	d.Spares.Count = 30
	list, _ := askcloth.Cliffs(d, ask.Enough(nil))
	first := 0
	for _, c := range list {
		if strings.Contains(c.Says, "and further.") {
			continue
		}
		if len(c.Rescue) == 0 {
			t.Errorf("%s: nothing helps: %s", c.Name, c.Says)
			continue
		}
		if strings.HasPrefix(c.Rescue[0], "Do without") {
			first++
			if len(c.Rescue) != 2 {
				t.Errorf("%s: %q", c.Name, c.Rescue)
			}
		}
	}
	if first == 0 {
		t.Error("thirty spares of every kind help nowhere")
	}
}
