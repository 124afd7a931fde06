package cutting

import (
	"fmt"
	"math/rand"
	"reflect"
	"slices"
	"strings"
	"testing"

	"vicis/core/cloth"
	"vicis/core/demand"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/straight"
	"vicis/internal/trial/solve"
)

// By hand: a strip of 39½″ gives 15 squares of 2½″. 120 squares of 12 prints are 10 of each, one strip; 200 are 16 or
// 17 of each, two strips, where one cloth would take 14. Eight squares of 12 prints leave four prints out.
func TestAnAssortmentGivesEvenShares(t *testing.T) {
	for _, c := range []struct {
		prints, squares, strips, each int
		buy                           measure.Length
	}{
		{12, 120, 12, 1, measure.Yard / 8},
		{12, 200, 24, 2, measure.Yard / 4},
		{1, 200, 14, 14, measure.Yard},
		{12, 8, 8, 1, measure.Yard / 8},
		{7, 15, 7, 1, measure.Yard / 8},
	} {
		tb, made, _ := onTable(t, square("p", 5*in/2))
		var problems problem.List
		shelf := cloth.Check([]cloth.Fabric{{
			ID: "f", Name: "F", Colour: "#123456", Print: cloth.Assorted,
			Prints: c.prints,
		}}, []cloth.Role{{ID: "A", Fabric: "f"}}, 40*in, &problems)
		p := Cut(made, quilt.Layout{}, map[naming.Step]demand.ThingCount{"p": {Need: c.squares}}, tb, shelf,
			cloth.Purchase{Step: measure.Yard / 8}, nil, CutByPrint{}, nil)
		f := p.Fabrics[0]
		s := f.Strips[0]
		if s.Count != c.strips || s.Shared()[0] != c.each || len(s.Ends) != c.each || f.Bought[0].Buy != c.buy ||
			!s.Patches.Layups.Proven() {
			t.Errorf("%d of %d prints: %d strips, %d of each, buy %v yd of each", c.squares, c.prints, s.Count,
				s.Shared()[0], f.ToBuy().Inches()/36)
		}
		total, strips := 0, 0
		for _, pattern := range s.Patches.Layups.Patterns {
			total += pattern.Counts[0] * pattern.Times
			strips += pattern.Times
			// No print gives more than its share: what comes out of one strip is never above an even share rounded up.
			if share := (c.squares + c.prints - 1) / c.prints; pattern.Counts[0] > share {
				t.Errorf("%d of %d prints: %d from one strip, a share is %d", c.squares, c.prints, pattern.Counts[0],
					share)
			}
		}
		if total != c.squares || strips != c.strips {
			t.Errorf("%d of %d prints: the strips give %d", c.squares, c.prints, total)
		}
	}
}

// assorted plans patches, or strips of sets, of one assortment in several roles: each is so wide, cut in squares, so
// many, with so many strips of its width on the shelf.
func assorted(t *testing.T, prints, topUp int, kinds [][3]int, sets bool, pieces ...cloth.Supply) FabricPlan {
	t.Helper()
	var problems problem.List
	var roles []cloth.Role
	for i := range kinds {
		roles = append(roles, cloth.Role{ID: fmt.Sprint("R", i), Fabric: "f"})
	}
	shelf := cloth.Check([]cloth.Fabric{{
		ID: "f", Name: "F", Colour: "#123456", Print: cloth.Assorted, Prints: prints, TopUp: topUp,
	}}, roles, 40*in, &problems)
	for i, k := range kinds {
		if k[2] > 0 {
			pieces = append(pieces, cloth.Supply{
				ID: fmt.Sprint("s", i), Fabric: "f", Kind: cloth.Strips, Count: k[2],
				Width: measure.Write(measure.Length(k[0]) * half), Length: measure.Typed("40 in"),
			})
		}
	}
	shelf.Supply(pieces, measure.Inches, &problems)
	tb := making.Table{
		Units: measure.Inches, Seam: in / 4, Strip: 5 * in / 2, Ruler: measure.Ruler{Units: measure.Inches, Mark: in / 8},
		Squaring: in / 2, Usable: shelf.Usable, Problems: &problems,
	}
	var units []making.Unit
	lines := map[naming.Step]demand.ThingCount{}
	if sets { // one set of a strip of every role, of which as many as of the first are cut across, 2½″ each
		var strips []straight.SetStrip
		for i, k := range kinds {
			strips = append(strips, straight.SetStrip{
				ID: fmt.Sprint("s", i), Role: fmt.Sprint("R", i), Width: making.Wide(measure.Length(k[0]) * half),
			})
		}
		units = append(units, making.Unit{ID: "set", Name: "set", How: &straight.StripSet{Strips: strips}},
			making.Unit{ID: "cut", Name: "cut", How: &straight.SubCut{From: "set", Width: making.Typed("2 1/2")}})
		lines["cut"] = demand.ThingCount{Need: kinds[0][1]}
	} else {
		for i, k := range kinds {
			id := naming.Of(fmt.Sprint("p", i))
			units = append(units, making.Unit{ID: id, Name: string(id), How: &straight.PlainPatch{
				Role: fmt.Sprint("R", i), Width: making.Wide(measure.Length(k[0]) * half),
				Height: making.Wide(measure.Length(k[0]) * half),
			}})
			lines[id.Step()] = demand.ThingCount{Need: k[1]}
		}
	}
	made, order := making.All(units, tb)
	tb.Made = func(id naming.Unit) (making.Made, bool) { m, ok := made[id]; return m, ok }
	var list []making.Made
	for _, id := range order {
		list = append(list, made[id])
	}
	if problems.Stopped() {
		t.Fatal(problems)
	}
	return Cut(list, quilt.Layout{}, lines, &tb, shelf, cloth.Purchase{Step: measure.Yard / 8}, nil, CutByPrint{}, nil).Fabrics[0]
}

// By hand. 40 strips of 2½″ lie there and 44 are needed, 15 squares of 2½″ from each: four more, of four prints, 3″ and
// ⅛ yd of each; of one print 10½″, ⅜ yd. 42 squares of 5″ lie there and 48 are needed: six are one strip of 5½″, ¼ yd of
// one print; of six prints one strip each. 19 sets of two strips in two roles of 38 prints are one strip of each print.
func TestWhatIsMissingIsToppedUp(t *testing.T) {
	stack := cloth.Supply{
		ID: "stack", Fabric: "f", Kind: cloth.Pieces, Count: 42, Width: measure.Typed("5 in"), Length: measure.Typed("5 in"),
	}
	for _, c := range []struct {
		what          string
		prints, topUp int
		kinds         [][3]int
		sets          bool
		pieces        []cloth.Supply
		bought        []Bought
	}{
		{"strips", 40, 0, [][3]int{{5, 44 * 15, 40}}, false, nil, []Bought{{[]int{0, 1, 2, 3}, 3 * in, measure.Yard / 8}}},
		{"strips of one print", 40, 1, [][3]int{{5, 44 * 15, 40}}, false, nil, []Bought{{[]int{0}, 21 * half, 3 * measure.Yard / 8}}},
		{"a stack", 42, 0, [][3]int{{10, 48, 0}}, false, []cloth.Supply{stack}, []Bought{{[]int{0}, 11 * half, measure.Yard / 4}}},
		{"a stack, of six", 42, 6, [][3]int{{10, 48, 0}}, false, []cloth.Supply{stack}, []Bought{{[]int{0, 1, 2, 3, 4, 5}, 11 * half, measure.Yard / 4}}},
		{"a set in two roles", 38, 0, [][3]int{{5, 19 * 15, 0}, {5, 0, 0}}, true, nil, []Bought{{firstOf(38), 3 * in, measure.Yard / 8}}},
		{"a set in two roles, 30 strips there", 38, 0, [][3]int{{5, 19 * 15, 30}, {5, 0, 0}}, true, nil, []Bought{{firstOf(8), 3 * in, measure.Yard / 8}}},
	} {
		f := assorted(t, c.prints, c.topUp, c.kinds, c.sets, c.pieces...)
		if !reflect.DeepEqual(f.Bought, c.bought) {
			t.Errorf("%s: %v, want %v", c.what, f.Bought, c.bought)
		}
		for _, s := range f.Strips {
			sum := 0
			for _, n := range s.Of {
				sum += n
			}
			if sum != s.Count-s.Ready {
				t.Errorf("%s: %d strips, %d of them there, and %v of its prints", c.what, s.Count, s.Ready, s.Of)
			}
		}
	}
}

func firstOf(n int) []int {
	list := make([]int, n)
	for i := range list {
		list[i] = i
	}
	return list
}

// What is bought of assortments in two and three roles, some strips of them on the shelf, held against GLPK: every kind
// of strip is shared out to the prints as evenly as it goes, and never more is bought in all than that takes. Of half of
// them squares are cut, of the others strips for sets; these come from the shelf alone where it has their width.
func TestAssortmentsAgainstGLPK(t *testing.T) {
	dir := t.TempDir()
	topped, several := 0, 0
	for seed := range 200 {
		r := rand.New(rand.NewSource(int64(seed)))
		prints, sets := 2+r.Intn(4), seed%2 == 0
		var kinds [][3]int
		for range 2 + r.Intn(2) {
			k := [3]int{4 + r.Intn(9), 1 + r.Intn(120), 0}
			if sets && r.Intn(2) == 0 {
				k[2] = 1 + r.Intn(4)
			}
			if !slices.ContainsFunc(kinds, func(o [3]int) bool { return o[0] == k[0] }) { // one width is one pile
				kinds = append(kinds, k)
			}
		}
		f := assorted(t, prints, 0, kinds, sets)
		if want := measure.Length(solve.Optimum(t, dir, evenShares(prints, kinds, sets))) * measure.Yard / 8; f.ToBuy() != want {
			t.Errorf("seed %d: %v of %d prints: %v is bought, GLPK %v", seed, kinds, prints, f.ToBuy().Inches(), want.Inches())
		}
		for _, k := range kinds {
			topped += min(1, k[2])
		}
		if len(f.Bought) > 1 {
			several++
		}
	}
	if topped < 60 || several < 60 {
		t.Errorf("%d kinds lay on the shelf, of %d not as much was bought of every print", topped, several)
	}
}

// evenShares is the integer program: x strips of every kind and print, y eighths of a yard of every print, z whether
// anything is cut of it, which is so of as many prints as there are strips. In halves of an inch; a strip gives as many squares as come out of 79 of them, a set 15.
func evenShares(prints int, kinds [][3]int, sets bool) string {
	up := func(n, by int) int { return (n + by - 1) / by }
	var obj, rows, bounds, whole, some []string
	takes, gives := make([]string, prints), make([]string, prints)
	strips := 0
	for k := range prints {
		obj = append(obj, fmt.Sprintf("y%d", k))
		whole = append(whole, fmt.Sprintf("y%d z%d", k, k))
		bounds, some = append(bounds, fmt.Sprintf("z%d <= 1", k)), append(some, fmt.Sprintf("z%d", k))
		gives[k] = fmt.Sprintf("- 1 z%d", k)
		takes[k] = fmt.Sprintf("9 y%d - 1 z%d", k, k)
		if k > 0 {
			rows = append(rows, fmt.Sprintf("y%d - y%d >= 0", k-1, k)) // which print is which does not matter
		}
	}
	for i, kind := range kinds {
		var least, most, all int
		if sets {
			all = max(0, up(kinds[0][1], 15)-kind[2])
			least, most = all/prints, up(all, prints)
		} else {
			each := 79 / kind[0]
			least, most = up(kind[1]/prints, each), up(up(kind[1], prints), each)
			all = least*(prints-kind[1]%prints) + most*(kind[1]%prints)
		}
		var sum []string
		for k := range prints {
			x := fmt.Sprintf("x%d_%d", i, k)
			sum, whole = append(sum, x), append(whole, x)
			bounds = append(bounds, fmt.Sprintf("%d <= %s <= %d", least, x, most))
			rows = append(rows, fmt.Sprintf("%d z%d - %s >= 0", most, k, x))
			takes[k] += fmt.Sprintf(" - %d %s", kind[0], x)
			gives[k] += " + " + x
		}
		rows = append(rows, fmt.Sprintf("%s = %d", strings.Join(sum, " + "), all))
		strips += all
	}
	rows = append(rows, fmt.Sprintf("%s >= %d", strings.Join(some, " + "), min(prints, strips)))
	for _, one := range slices.Concat(takes, gives) {
		rows = append(rows, one+" >= 0")
	}
	return "Minimize\n obj: " + strings.Join(obj, " + ") + "\nSubject To\n " + strings.Join(rows, "\n ") + "\nBounds\n " +
		strings.Join(bounds, "\n ") + "\nGeneral\n " + strings.Join(whole, "\n ") + "\nEnd\n"
}
