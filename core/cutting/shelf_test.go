package cutting

import (
	"fmt"
	"math/rand"
	"sort"
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

// shelved is a seeded instance: a few patches of one fabric, and strips of it on the shelf, some as long as the cloth
// is wide, some shorter, some wider than any patch; none so wide that two patches lie one above the other.
type shelved struct {
	patches [][3]int // width, height and count, in halves of an inch
	strips  [][3]int // width, length and count, in halves of an inch
}

func shelvedBy(r *rand.Rand) shelved {
	var s shelved
	for range 1 + r.Intn(3) {
		s.patches = append(s.patches, [3]int{9 + r.Intn(8), 9 + r.Intn(8), 1 + r.Intn(30)})
	}
	for range r.Intn(4) {
		one := s.patches[r.Intn(len(s.patches))]
		width := one[r.Intn(2)]
		if r.Intn(4) == 0 {
			width++ // wider than it takes
		}
		long := 79 // as long as a new one is once its end is squared up
		if r.Intn(2) == 0 {
			long = 10 + r.Intn(60)
		}
		s.strips = append(s.strips, [3]int{width, long, 1 + r.Intn(4)})
	}
	return s
}

const half = measure.Inch / 2

// bought plans an instance and gives how much cloth it buys, and how many strips are cut from that.
func (s shelved) bought(t testing.TB) (measure.Length, Plan) {
	t.Helper()
	plan := fromShelf(t, s.patches, s.strips, cloth.Strips)
	return plan.Fabrics[0].Rest, plan
}

// fromShelf plans patches of one fabric with so many pieces of a kind of it on the shelf; all in halves of an inch.
func fromShelf(t testing.TB, patches, pieces [][3]int, kind cloth.Kind) Plan {
	t.Helper()
	var problems problem.List
	shelf := cloth.Check([]cloth.Fabric{{ID: "f", Name: "F", Colour: "#123456"}}, []cloth.Role{{ID: "A", Fabric: "f"}},
		79*half, &problems)
	var supplies []cloth.Supply
	for i, one := range pieces {
		supplies = append(supplies, cloth.Supply{
			ID: fmt.Sprint("s", i), Fabric: "f", Kind: kind, Count: one[2],
			Width: measure.Write(measure.Length(one[0]) * half), Length: measure.Write(measure.Length(one[1]) * half),
		})
	}
	shelf.Supply(supplies, measure.Inches, &problems)
	tb := making.Table{
		Units: measure.Inches, Seam: in / 4, Strip: 5 * in / 2, Ruler: measure.Ruler{Units: measure.Inches, Mark: in / 8},
		Usable: shelf.Usable, Problems: &problems,
	}
	var units []making.Unit
	lines := map[naming.Step]demand.ThingCount{}
	for i, p := range patches {
		id := naming.Of(fmt.Sprint("p", i))
		units = append(units, making.Unit{ID: id, Name: string(id), How: &straight.PlainPatch{
			Role: "A", Width: making.Wide(measure.Length(p[0]) * half),
			Height: making.Wide(measure.Length(p[1]) * half),
		}})
		lines[id.Step()] = demand.ThingCount{Need: p[2]}
	}
	made, order := making.All(units, tb)
	var list []making.Made
	for _, id := range order {
		list = append(list, made[id])
	}
	if problems.Stopped() {
		t.Fatal(problems)
	}
	return Cut(list, quilt.Layout{}, lines, &tb, shelf, cloth.Purchase{Step: 1}, nil, CutByPrint{}, nil)
}

// model is the instance for a solver of integer programs: every way to fill a strip, from the shelf or new, and so few
// new ones that least cloth is bought. A new strip is as wide as all that is cut from it; one from the shelf may be
// wider.
func (s shelved) model() string {
	var objective, rows, names []string
	terms := make([][]string, len(s.patches))
	add := func(pattern []int, cost int) string {
		name := fmt.Sprintf("x%d", len(names))
		names = append(names, name)
		if cost > 0 {
			objective = append(objective, fmt.Sprintf("%d %s", cost, name))
		}
		for i, n := range pattern {
			if n > 0 {
				terms[i] = append(terms[i], fmt.Sprintf("%d %s", n, name))
			}
		}
		return name
	}
	// fill lists the patterns of a strip: fits gives how wide a patch is along it, of those that lie so.
	fill := func(long int, along [][]int, use func(pattern []int)) {
		seen := map[string]bool{}
		var search func(i, k, room int, pattern []int)
		search = func(i, k, room int, pattern []int) {
			if i == len(along) {
				if key := fmt.Sprint(pattern); !seen[key] {
					seen[key] = true
					use(append([]int{}, pattern...))
				}
				return
			}
			if k == len(along[i]) {
				search(i+1, 0, room, pattern)
				return
			}
			for n := 0; n*along[i][k] <= room && pattern[i]+n <= s.patches[i][2]; n++ {
				pattern[i] += n
				search(i, k+1, room-n*along[i][k], pattern)
				pattern[i] -= n
			}
		}
		search(0, 0, long, make([]int, len(along)))
	}
	lies := func(fits func(height int) bool) [][]int {
		along := make([][]int, len(s.patches))
		for i, p := range s.patches {
			if fits(p[1]) {
				along[i] = append(along[i], p[0])
			}
			if fits(p[0]) && p[0] != p[1] {
				along[i] = append(along[i], p[1])
			}
		}
		return along
	}
	widths := map[int]bool{}
	for _, p := range s.patches {
		widths[p[0]], widths[p[1]] = true, true
	}
	var sorted []int
	for w := range widths {
		sorted = append(sorted, w)
	}
	sort.Ints(sorted)
	// As the plan has it, all patches of one kind that come from new strips lie the same way.
	for i, p := range s.patches {
		for way := range 2 {
			names = append(names, fmt.Sprintf("w%d_%d", i, way))
		}
		rows = append(rows, fmt.Sprintf("w%d_0 + w%d_1 <= 1", i, i))
		_ = p
	}
	type newly struct{ i, way int }
	gives := map[newly][]string{}
	for _, w := range sorted {
		along := make([][]int, len(s.patches))
		way := make([]int, len(s.patches))
		for i, p := range s.patches {
			if p[1] == w {
				along[i] = []int{p[0]}
			} else if p[0] == w {
				along[i], way[i] = []int{p[1]}, 1
			}
		}
		fill(79, along, func(pattern []int) {
			name := add(pattern, w)
			for i, n := range pattern {
				if n > 0 {
					gives[newly{i, way[i]}] = append(gives[newly{i, way[i]}], fmt.Sprintf("%d %s", n, name))
				}
			}
		})
	}
	for k, list := range gives {
		rows = append(rows, fmt.Sprintf("%s - %d w%d_%d <= 0", strings.Join(list, " + "), 100000, k.i, k.way))
	}
	for _, have := range s.strips {
		var used []string
		fill(have[1], lies(func(height int) bool { return height <= have[0] }), func(pattern []int) {
			used = append(used, add(pattern, 0))
		})
		rows = append(rows, fmt.Sprintf("%s <= %d", strings.Join(used, " + "), have[2]))
	}
	for i, p := range s.patches {
		rows = append(rows, fmt.Sprintf("%s >= %d", strings.Join(terms[i], " + "), p[2]))
	}
	text := "Minimize\n obj: " + strings.Join(objective, " + ") + "\nSubject To\n"
	for i, row := range rows {
		text += fmt.Sprintf(" c%d: %s\n", i, row)
	}
	var whole, binary []string
	for _, n := range names {
		if strings.HasPrefix(n, "w") {
			binary = append(binary, n)
		} else {
			whole = append(whole, n)
		}
	}
	return text + "General\n " + strings.Join(whole, "\n ") + "\nBinary\n " + strings.Join(binary, "\n ") + "\nEnd\n"
}

// What is bought is held against GLPK, a general solver of integer programs (Debian's glpk-utils), on seeded instances:
// never less than it finds possible, and what is found here is all but always that. Which pieces give what is searched,
// not proven.
func TestTheShelfAgainstGLPK(t *testing.T) {
	dir := t.TempDir()
	shelves, nothing, more := 0, 0, 0
	const instances = 200
	for seed := range instances {
		s := shelvedBy(rand.New(rand.NewSource(int64(seed))))
		rest, plan := s.bought(t)
		switch want := measure.Length(solve.Optimum(t, dir, s.model())) * half; {
		case rest < want:
			t.Errorf("seed %d: %v buys %v half inches, and GLPK finds that it takes %v", seed, s,
				float64(rest)/float64(half), float64(want)/float64(half))
		case rest > want+6*measure.Inch: // on one of these shelves it is 5, on the others 2 at most
			t.Errorf("seed %d: %v buys %v half inches, GLPK %v: %+v", seed, s, float64(rest)/float64(half),
				float64(want)/float64(half), plan.Fabrics[0].Lays)
		case rest > want:
			more++
		}
		if len(s.strips) > 0 {
			shelves++
		}
		if rest == 0 {
			nothing++
		}
	}
	if more > instances/40 {
		t.Errorf("%d of %d buy more than they need to", more, instances)
	}
	if shelves < 40 || nothing < 3 {
		t.Errorf("%d had something on the shelf, %d bought nothing", shelves, nothing)
	}
}

// The choice beside what GLPK takes for the same: the ratio is what to look at.
func BenchmarkTheShelfBesideGLPK(b *testing.B) {
	var list []shelved
	for seed := range 12 {
		list = append(list, shelvedBy(rand.New(rand.NewSource(int64(seed)))))
	}
	b.Run("chosen", func(b *testing.B) {
		for b.Loop() {
			for _, s := range list {
				s.bought(b)
			}
		}
	})
	b.Run("glpsol", func(b *testing.B) {
		dir := b.TempDir()
		for b.Loop() {
			for _, s := range list {
				solve.Optimum(b, dir, s.model())
			}
		}
	})
}
