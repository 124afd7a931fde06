package cutting

import (
	"math/rand"
	"testing"

	"vicis/core/cloth"
	"vicis/core/demand"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/problem"
	"vicis/core/quilt"
)

const in = measure.Inch

func onTable(t *testing.T, units ...making.Unit) (*making.Table, []making.Made, cloth.Shelf) {
	t.Helper()
	var problems problem.List
	shelf := cloth.Check([]cloth.Fabric{{ID: "f", Name: "F", Colour: "#123456"}}, []cloth.Role{{ID: "A", Fabric: "f"}}, 40*in, measure.Inches, &problems)
	tb := making.Table{Units: measure.Inches, Seam: in / 4, Strip: 5 * in / 2, Ruler: measure.Ruler{Units: measure.Inches, Mark: in / 8}, Squaring: in / 2, Usable: shelf.Usable, Problems: &problems}
	made, order := making.All(units, tb)
	tb.Made = func(id string) (making.Made, bool) { m, ok := made[id]; return m, ok }
	if len(problems) > 0 {
		t.Fatal(problems)
	}
	var list []making.Made
	for _, id := range order {
		list = append(list, made[id])
	}
	return &tb, list, shelf
}

func patch(w, h string) making.Unit {
	return making.Unit{ID: "p", Name: "p", How: &making.PlainPatch{Role: "A", Width: making.Breadth(w), Height: making.Breadth(h)}}
}

// Of the two ways to cut rectangles from strips the one that takes less cloth is chosen; tried against both by hand.
func TestPatchesAreCutTheWayThatTakesLessCloth(t *testing.T) {
	for _, c := range []struct {
		w, h         string
		n            int
		width, cut   measure.Length
		strips, each int
	}{
		{"6 1/2", "10 1/2", 17, 21 * in / 2, 13 * in / 2, 3, 6}, // 3 strips of 10½″ (31½″), not 6 of 6½″ (39″)
		{"10 1/2", "6 1/2", 17, 21 * in / 2, 13 * in / 2, 3, 6}, // the same lying down
		{"6 1/2", "10 1/2", 3, 13 * in / 2, 21 * in / 2, 1, 3},  // three fit in one strip of 6½″
		{"4", "4", 10, 4 * in, 4 * in, 2, 9},
		{"39", "50", 2, 50 * in, 39 * in, 2, 1}, // only one way comes out of 40″
	} {
		tb, units, shelf := onTable(t, patch(c.w, c.h))
		plan := Cut(units, quilt.Layout{}, map[string]demand.Line{"p": {Need: c.n, Runs: c.n}}, tb, shelf, measure.Yard/8)
		s := plan.Fabrics[0].Strips[0]
		if s.Cut != c.width || s.Patches.Cut != c.cut || s.Count != c.strips || s.Patches.PerStrip != c.each {
			t.Errorf("%d of %s × %s: %d strips of %v″, %d from each at %v″", c.n, c.w, c.h, s.Count, s.Cut.Inches(), s.Patches.PerStrip, s.Patches.Cut.Inches())
		}
	}
}

// Whatever the sizes: strips lie side by side without overlap, the widest first, and the sub-cuts fit into them.
func TestStripsFitSideBySideAndSubCutsFitIntoThem(t *testing.T) {
	rng := rand.New(rand.NewSource(6))
	for range 300 {
		var units []making.Unit
		lines := map[string]demand.Line{}
		for i := range 1 + rng.Intn(5) {
			id := string(rune('p' + i))
			size := func() making.Breadth { return making.Breadth(measure.Write(measure.Length(6+rng.Intn(150)) * in / 8)) }
			units = append(units, making.Unit{ID: id, Name: id, How: &making.PlainPatch{Role: "A", Width: size(), Height: size()}})
			lines[id] = demand.Line{Need: 1 + rng.Intn(200), Spare: rng.Intn(5)}
		}
		tb, made, shelf := onTable(t, units...)
		f := Cut(made, quilt.Layout{}, lines, tb, shelf, measure.Yard/8).Fabrics[0]
		at := tb.Squaring
		for i, s := range f.Strips {
			if s.From != at {
				t.Fatalf("strip %d starts at %v, the last ended at %v", i, s.From, at)
			}
			at += s.Cut * measure.Length(s.Count)
			if i > 0 && s.Cut > f.Strips[i-1].Cut {
				t.Fatal("a wider strip comes after a narrower one")
			}
			a := s.Patches
			if got := lines[a.ID]; (a.Strips-1)*a.PerStrip+a.Last != got.Make() || a.Last < 1 || a.Last > a.PerStrip {
				t.Fatalf("%+v gives another count than %+v", a, got)
			}
			if used := tb.Squaring + measure.Length(a.PerStrip)*a.Cut; used > a.Length || used+a.Cut <= a.Length {
				t.Fatalf("%d sub-cuts of %v in %v", a.PerStrip, a.Cut, a.Length)
			}
			if a.Rest < 0 || a.Rest != a.Length-tb.Squaring-measure.Length(a.Last)*a.Cut {
				t.Fatalf("rest %v", a.Rest)
			}
		}
		if f.Length != at || f.Buy < f.Length || f.Buy-f.Length >= measure.Yard/8 || f.Buy%(measure.Yard/8) != 0 {
			t.Fatalf("%v of cloth, %v bought", f.Length, f.Buy)
		}
	}
}

// What is cut from cloth is rounded up to the ruler's mark, never down.
func TestCutsAreRoundedUpToTheMark(t *testing.T) {
	tb, units, shelf := onTable(t, patch("4", "4"))
	tb.Ruler.Mark = 3 * in / 8
	s := Cut(units, quilt.Layout{}, map[string]demand.Line{"p": {Need: 1}}, tb, shelf, measure.Yard/8).Fabrics[0].Strips[0]
	if s.Cut != 33*in/8 || s.Width != 4*in {
		t.Errorf("cut %v″ for %v″", s.Cut.Inches(), s.Width.Inches())
	}
}
