package cutting

import (
	"math/rand"
	"slices"
	"strings"
	"testing"

	"vicis/core/cloth"
	"vicis/core/demand"
	"vicis/core/fewest"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/straight"
	"vicis/internal/trial/solve"
)

const in = measure.Inch

func onTable(t *testing.T, units ...making.Unit) (*making.Table, []making.Made, cloth.Shelf) {
	t.Helper()
	var problems problem.List
	shelf := cloth.Check([]cloth.Fabric{{ID: "f", Name: "F", Colour: "#123456"}}, []cloth.Role{{ID: "A", Fabric: "f"}},
		40*in, &problems)
	tb := making.Table{
		Units: measure.Inches, Seam: in / 4, Strip: 5 * in / 2,
		Ruler: measure.Ruler{Units: measure.Inches, Mark: in / 8}, Squaring: in / 2, Usable: shelf.Usable,
		Problems: &problems,
	}
	made, order := making.All(units, tb)
	tb.Made = func(id naming.Unit) (making.Made, bool) { m, ok := made[id]; return m, ok }
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
	return making.Unit{ID: "p", Name: "p", How: &straight.PlainPatch{
		Role: "A", Width: making.Typed(w),
		Height: making.Typed(h),
	}}
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
		plan := Cut(units, quilt.Layout{}, map[naming.Step]demand.ThingCount{"p": {Need: c.n, Runs: c.n}}, tb, shelf,
			cloth.Purchase{Step: measure.Yard / 8}, nil, CutByPrint{}, nil)
		s := plan.Fabrics[0].Strips[0]
		if a := s.Patches.Cuts[0]; s.Cut != c.width || a.Cut != c.cut || s.Count != c.strips || a.PerStrip != c.each {
			t.Errorf("%d of %s × %s: %d strips of %v″, %d from each at %v″", c.n, c.w, c.h, s.Count, s.Cut.Inches(),
				a.PerStrip, a.Cut.Inches())
		}
	}
}

// Whatever the sizes: strips lie side by side without overlap, the widest first, and the sub-cuts fit into them.
func TestStripsFitSideBySideAndSubCutsFitIntoThem(t *testing.T) {
	rng := rand.New(rand.NewSource(6))
	for range 300 {
		var units []making.Unit
		lines := map[naming.Step]demand.ThingCount{}
		for i := range 1 + rng.Intn(5) {
			id := string(rune('p' + i))
			size := func() making.Breadth { return making.Wide(measure.Length(6+rng.Intn(150)) * in / 8) }
			units = append(units, making.Unit{
				ID: naming.Unit(id), Name: id,
				How: &straight.PlainPatch{Role: "A", Width: size(), Height: size()},
			})
			lines[naming.Step(id)] = demand.ThingCount{Need: 1 + rng.Intn(200), Spare: rng.Intn(5)}
		}
		tb, made, shelf := onTable(t, units...)
		tb.Every = rng.Intn(6)
		slices.SortFunc(made, func(a, b making.Made) int {
			return strings.Compare(string(a.Unit.ID),
				string(b.Unit.ID))
		})
		f := Cut(made, quilt.Layout{}, lines, tb, shelf, cloth.Purchase{Step: measure.Yard / 8}, nil, CutByPrint{}, nil).Fabrics[0]
		at := tb.Squaring
		cut := map[string]int{}
		k := 0
		for i, s := range f.Strips {
			for _, end := range s.Ends {
				if k > 0 && tb.Every > 0 && k%tb.Every == 0 {
					at += tb.Squaring
				}
				if at += s.Cut; end != at {
					t.Fatalf("strip %d ends at %v, should at %v", k, end, at)
				}
				k++
			}
			if len(s.Ends) != s.Count {
				t.Fatalf("%d strips of %d lie on the cloth", len(s.Ends), s.Count)
			}
			if i > 0 && s.Cut > f.Strips[i-1].Cut {
				t.Fatal("a wider strip comes after a narrower one")
			}
			a := s.Patches
			if a.Layups.Strips != s.Count || !a.Layups.Proven() {
				t.Fatalf("%d strips cut, %+v", s.Count, a.Layups)
			}
			wants := make([]fewest.Want, len(a.Cuts))
			for k, c := range a.Cuts {
				cut[string(c.ID)]++
				if wants[k] = (fewest.Want{Width: int64(c.Cut), Count: c.Make()}); c.Make() != lines[c.ID].Make() {
					t.Fatalf("%+v gives another count than %+v", c, lines[c.ID])
				}
				if p := made[c.ID[0]-'p'].Acts[0].Patch; !(s.Cut == p.H && c.Cut == p.W || s.Cut == p.W &&
					c.Cut == p.H) {
					t.Fatalf("a patch %v cut %v from %v", p, c.Cut, s.Cut)
				}
			}
			solve.Check(t, stock(a.Length, tb), wants, a.Layups)
			for _, pattern := range a.Layups.Patterns {
				at, piece := a.Marks(pattern, tb)
				for k := 1; k < len(at); k++ {
					if piece[k] >= 0 && at[k]-at[k-1] != a.Cuts[piece[k]].Cut {
						t.Fatalf("a piece of %v where %v is wanted", at[k]-at[k-1], a.Cuts[piece[k]].Cut)
					}
				}
				if at[len(at)-1] > a.Length {
					t.Fatal("cut past the end")
				}
			}
		}
		if len(cut) != len(units) {
			t.Fatalf("%d of %d patches cut", len(cut), len(units))
		}
		if buy := f.ToBuy(); f.Length != at || buy < f.Length || buy-f.Length >= measure.Yard/8 || buy%(measure.Yard/8) != 0 {
			t.Fatalf("%v of cloth, %v bought", f.Length, buy)
		}
	}
}

// What is cut from cloth is rounded up to the ruler's mark, never down.
func TestCutsAreRoundedUpToTheMark(t *testing.T) {
	tb, units, shelf := onTable(t, patch("4", "4"))
	tb.Ruler.Mark = 3 * in / 8
	s := Cut(units, quilt.Layout{}, map[naming.Step]demand.ThingCount{"p": {Need: 1}}, tb, shelf,
		cloth.Purchase{Step: measure.Yard / 8}, nil, CutByPrint{}, nil).Fabrics[0].Strips[0]
	if s.Cut != 33*in/8 || s.Width != 4*in {
		t.Errorf("cut %v″ for %v″", s.Cut.Inches(), s.Width.Inches())
	}
}

// Patches of one fabric that come out of strips of one width share them, and the way each is cut is chosen together
// with the others: 4½ × 2½ alone would take one strip of 2½″, and 30 of 4½ × 4½ leave room for all of them in their
// last strip.
func TestPatchesShareStrips(t *testing.T) {
	unit := func(id, w, h string) making.Unit {
		return making.Unit{
			ID: naming.Unit(id), Name: id,
			How: &straight.PlainPatch{Role: "A", Width: making.Typed(w), Height: making.Typed(h)},
		}
	}
	tb, made, shelf := onTable(t, unit("p", "4 1/2", "4 1/2"), unit("q", "4 1/2", "2 1/2"))
	f := Cut(made, quilt.Layout{}, map[naming.Step]demand.ThingCount{"p": {Need: 26}, "q": {Need: 4}}, tb, shelf,
		cloth.Purchase{Step: measure.Yard / 8}, nil, CutByPrint{}, nil).Fabrics[0]
	// Eight of 4½″ from 39½″: 26 take four strips, the last with two; 39½ − 9 = 30½″ is room for four of 2½″.
	if len(f.Strips) != 1 || f.Strips[0].Count != 4 || len(f.Strips[0].Patches.Cuts) != 2 {
		t.Errorf("%+v", f.Strips)
	}
}

// A print with a direction is cut so that what stands upright in the unit runs along the cloth, even where that takes
// more.
func TestADirectionIsKept(t *testing.T) {
	for _, c := range []struct {
		print   cloth.Print
		w, h    string
		width   measure.Length
		against bool
	}{
		{cloth.Plain, "6 1/2", "10 1/2", 21 * in / 2, false},
		{cloth.OneWay, "10 1/2", "6 1/2", 13 * in / 2, false},
		{cloth.OneWay, "6 1/2", "10 1/2", 21 * in / 2, false},
		{cloth.TwoWay, "50", "39", 50 * in, true}, // 50″ across does not come out of 40″
	} {
		tb, made, _ := onTable(t, patch(c.w, c.h))
		var problems problem.List
		shelf := cloth.Check([]cloth.Fabric{{ID: "f", Name: "F", Colour: "#123456", Print: c.print}},
			[]cloth.Role{{ID: "A", Fabric: "f"}}, 40*in, &problems)
		s := Cut(made, quilt.Layout{}, map[naming.Step]demand.ThingCount{"p": {Need: 17}}, tb, shelf,
			cloth.Purchase{Step: measure.Yard / 8}, nil, CutByPrint{}, nil).Fabrics[0].Strips[0]
		if s.Cut != c.width || s.Patches.Cuts[0].Against != c.against {
			t.Errorf("%s, %s × %s: strips of %v″, against the print %v", c.print, c.w, c.h, s.Cut.Inches(),
				s.Patches.Cuts[0].Against)
		}
	}
}

// 1.05 m cut from cloth that loses 5 in a hundred: 1.05 ÷ 0.95 = 1.105…, with 10 cm more 1.205…, 1.3 m in steps of 10
// cm.
func TestBuyingAllowsForShrinkageAndMargin(t *testing.T) {
	b := cloth.Purchase{Step: 10 * measure.Centimetre, Shrinks: 5, Margin: 10 * measure.Centimetre}
	if got := b.Of(105 * measure.Centimetre); got != 130*measure.Centimetre {
		t.Errorf("%v cm", float64(got)/float64(measure.Centimetre))
	}
	if got := (cloth.Purchase{Step: measure.Yard / 8}).Of(measure.Yard / 8); got != measure.Yard/8 {
		t.Errorf("a length that is sold is rounded up to %v", got)
	}
}

// Unequal lists of sub-cuts run on from one set to the next.
func TestSubCutsOfOneSetShareIt(t *testing.T) {
	set := making.Unit{ID: "s", Name: "s", How: &straight.StripSet{Strips: []straight.SetStrip{
		{ID: "a", Role: "A"},
		{ID: "b", Role: "A"},
	}}}
	cut := func(id, w string) making.Unit {
		return making.Unit{ID: naming.Unit(id), Name: id, How: &straight.SubCut{From: "s", Width: making.Typed(w)}}
	}
	tb, made, shelf := onTable(t, set, cut("x", "6 1/2"), cut("y", "2 1/2"), cut("z", "3 1/2"))
	p := Cut(made, quilt.Layout{}, map[naming.Step]demand.ThingCount{"x": {Need: 7}, "y": {Need: 12}, "z": {Need: 0}}, tb,
		shelf, cloth.Purchase{Step: measure.Yard / 8}, nil, CutByPrint{}, nil)
	// 7 × 6½ + 12 × 2½ = 75½″ of 2 × 39½ = 79″: two sets; counted apart it would be two and one.
	if a := p.Sets[0]; len(a.Cuts) != 2 || a.Layups.Strips != 2 || !a.Layups.Proven() {
		t.Errorf("%+v", p.Sets)
	}
	if s := p.Fabrics[0].Strips[0]; s.Count != 4 {
		t.Errorf("%d strips for two sets of two", s.Count)
	}
}

// Motifs 6″ apart across and 8″ along, patches of 5″: where the first motif lies 7½″ from the squared end, and not 2½″,
// five come out of a row of 39½″, 13 take three rows of 8″, and up to 5″ are left before the first of these. A patch of 7″
// takes two repeats across and one along: three from a row, the first motif 9½″ from its end at most.
func TestMotifsAreCutFromWholeRepeats(t *testing.T) {
	for _, c := range []struct {
		w, h       string
		n          int
		width, cut measure.Length
		strips     int
		each       int
		lost       measure.Length
	}{
		{"5", "5", 13, 8 * in, 6 * in, 3, 5, 5 * in},
		{"7", "7", 7, 8 * in, 12 * in, 3, 3, 7 * in},
		{"7", "9", 3, 16 * in, 12 * in, 1, 3, in},
	} {
		tb, made, _ := onTable(t, patch(c.w, c.h))
		var problems problem.List
		f := cloth.Fabric{
			ID: "f", Name: "F", Colour: "#123456", Print: cloth.Motif,
			Motif: &cloth.Repeat{Across: measure.Typed("6 in"), Along: measure.Typed("8 in")},
		}
		shelf := cloth.Check([]cloth.Fabric{f}, []cloth.Role{{ID: "A", Fabric: "f"}}, 40*in, &problems)
		s := Cut(made, quilt.Layout{}, map[naming.Step]demand.ThingCount{"p": {Need: c.n}}, tb, shelf,
			cloth.Purchase{Step: measure.Yard / 8}, nil, CutByPrint{}, nil).Fabrics[0].Strips[0]
		if a := s.Patches.Cuts[0]; len(problems) > 0 || s.Cut != c.width || a.Cut != c.cut || s.Count != c.strips ||
			!a.Motif || a.PerStrip != c.each || s.Lost != c.lost {
			t.Errorf("%s × %s: %d rows of %v″, %v″ each (%v)", c.w, c.h, s.Count, s.Cut.Inches(), a.Cut.Inches(),
				problems)
		}
	}
	for _, bad := range []cloth.Repeat{
		{Across: measure.Typed("wide"), Along: measure.Typed("8 in")},
		{Across: measure.Typed("6 in"), Along: measure.Typed("0")},
		{Across: measure.Typed("50 in"), Along: measure.Typed("8 in")},
		{Across: measure.Typed("6 in"), Along: measure.Typed("8 in"), Lies: "sideways"},
	} {
		var problems problem.List
		cloth.Check([]cloth.Fabric{{ID: "f", Name: "F", Colour: "#123456", Print: cloth.Motif, Motif: &bad}}, nil,
			40*in, &problems)
		if len(problems) != 1 {
			t.Errorf("%+v: %v", bad, problems)
		}
	}
}
