package pressing_test

import (
	"fmt"
	"math/rand/v2"
	"os/exec"
	"strings"
	"testing"

	"vicis/core/askpress"
	"vicis/core/laying"
	"vicis/core/library"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/pressing"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/recut"
	"vicis/core/straight"
	"vicis/core/triangle"
)

// z3 is Debian's z3, an SMT solver with optimisation: every seam a truth value, every crossing a soft condition with
// its count for weight. What it finds to be the least weight of broken conditions is held against ours.
const z3 = "/usr/bin/z3"

// tie is one crossing as a condition: it nests when the two seams have equal sides, or opposite ones.
type tie struct {
	a, b   naming.Seam
	equal  bool
	weight int64
}

// drawn sews the whole quilt virtually and takes its crossings from there: nothing of how the solver counts them is
// used. A crossing with an opened seam is no condition; allowances that have to be spun weigh more than everything they
// could spare.
func drawn(t *testing.T, p pressing.Plan) []tie {
	t.Helper()
	var whole piece.Piece
	for r, k := range p.Sorted.Rows {
		kind := p.Sorted.Kinds[k]
		var row piece.Piece
		for j, c := range kind.Cells {
			block := p.Sorted.Blocks[c.Unit].Piece.Turn(c.Turn)
			if j == 0 {
				row = block
				continue
			}
			var err error
			if row, err = piece.JoinRight(row, block, p.Layout.Seam, kind.SeamID(j)); err != nil {
				t.Fatal(err)
			}
		}
		if r == 0 {
			whole = row
			continue
		}
		var err error
		if whole, err = piece.JoinDown(whole, row, p.Layout.Seam, naming.Rows.Seam()); err != nil {
			t.Fatal(err)
		}
	}
	var ties []tie
	count := map[tie]int64{}
	for _, m := range whole.Meetings {
		if p.Decisions[m.A.Seam].X == 0 || p.Decisions[m.B.Seam].X == 0 {
			continue
		}
		one := tie{m.A.Seam, m.B.Seam, m.A.E*m.B.E > 0, 1}
		if m.Spin {
			one.weight = 1 << 20
		}
		if count[one] == 0 {
			ties = append(ties, one)
		}
		count[one]++
	}
	for i := range ties {
		ties[i].weight *= count[ties[i]]
	}
	return ties
}

func smt(p pressing.Plan, ties []tie) string {
	var s strings.Builder
	s.WriteString("(reset)\n(set-option :opt.priority lex)\n")
	name := map[string]string{}
	v := func(seam string) string {
		if name[seam] == "" {
			name[seam] = fmt.Sprintf("s%d", len(name))
			fmt.Fprintf(&s, "(declare-const %s Bool)\n", name[seam])
		}
		return name[seam]
	}
	_, held := p.Ties()
	for _, t := range ties {
		a, b := v(string(t.a)), v(string(t.b))
		condition := fmt.Sprintf("(= %s %s)", a, b)
		if !t.equal {
			condition = fmt.Sprintf("(not %s)", condition)
		}
		fmt.Fprintf(&s, "(assert-soft %s :weight %d :id clash)\n", condition, t.weight)
	}
	for seam, x := range held {
		if name[string(seam)] != "" {
			fmt.Fprintf(&s, "(assert %s)\n", map[int]string{
				1:  name[string(seam)],
				-1: "(not " + name[string(seam)] + ")",
			}[x])
		}
	}
	s.WriteString("(check-sat)\n(get-objectives)\n")
	return s.String()
}

// optima asks z3 for the least weight of each plan.
func optima(t *testing.T, plans []pressing.Plan, ties [][]tie) []string {
	t.Helper()
	if _, err := exec.LookPath(z3); err != nil {
		t.Fatal("z3 is not installed: make test installs it")
	}
	var all strings.Builder
	for i, p := range plans {
		all.WriteString(smt(p, ties[i]))
	}
	cmd := exec.Command(z3, "-in")
	cmd.Stdin = strings.NewReader(all.String())
	out, err := cmd.CombinedOutput()
	if err != nil {
		t.Fatalf("%v: %s", err, out)
	}
	var list []string
	for _, part := range strings.Split(string(out), "sat\n")[1:] {
		_, after, _ := strings.Cut(part, "(clash ")
		value, _, _ := strings.Cut(after, ")")
		if after == "" {
			value = "0" // nothing crosses
		}
		list = append(list, value)
	}
	if len(list) != len(plans) {
		t.Fatalf("%d answers for %d questions: %.300s", len(list), len(plans), out)
	}
	return list
}

func agrees(t *testing.T, names []string, plans []pressing.Plan) (clashing int) {
	t.Helper()
	ties := make([][]tie, len(plans))
	for i, p := range plans {
		ties[i] = drawn(t, p)
	}
	for i, optimum := range optima(t, plans, ties) {
		p := plans[i]
		// What has to be spun weighs far more than a crossing, for both; where it can be, the weight is the number of
		// clashes.
		weight := int64(0)
		for _, tie := range ties[i] {
			if (p.Decisions[tie.a].X == p.Decisions[tie.b].X) != tie.equal {
				weight += tie.weight
			}
		}
		if fmt.Sprint(weight) != optimum || weight < 1<<20 && (weight != int64(p.Clashes) || !p.Proven()) {
			t.Errorf("%s: weight %d, %d clashes (at least %d), z3 finds %s", names[i], weight, p.Clashes, p.Bound,
				optimum)
		}
		if p.Clashes > 0 {
			clashing++
		}
	}
	return clashing
}

// random is a quilt of two or three blocks sewn of segments and half-square units, turned as they come, laid as they
// come.
func random(t *testing.T, r *rand.Rand) (pressing.Plan, bool) {
	t.Helper()
	var units []making.Unit
	n := 2 + r.IntN(2) // blocks are n × n
	roles := []string{"A", "B", "C"}
	segments := 1 + r.IntN(3)
	for k := range segments {
		var strips []straight.SetStrip
		for i := range n {
			strips = append(strips, straight.SetStrip{ID: fmt.Sprint(i), Role: roles[r.IntN(3)], Width: making.Typed("1 strip")})
		}
		units = append(units,
			making.Unit{ID: naming.Unit(fmt.Sprintf("set%d", k)), Name: "set", How: &straight.StripSet{Strips: strips}},
			making.Unit{
				ID: naming.Unit(fmt.Sprintf("seg%d", k)), Name: "segment",
				How: &straight.SubCut{From: naming.Unit(fmt.Sprintf("set%d", k))},
			})
	}
	units = append(units, making.Unit{
		ID: "half", Name: "half",
		How: &triangle.HalfSquare{
			Way: "eight", Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
			Finished: making.Typed("2 in"), Sizing: "rule",
		},
	})
	blocks := 1 + r.IntN(3)
	for k := range blocks {
		id := fmt.Sprintf("b%d", k)
		if r.IntN(3) == 0 {
			g := &straight.Grid{Apart: r.IntN(2) == 0}
			for range n {
				var row []straight.GridCell
				for range n {
					row = append(row, straight.GridCell{Unit: "half", Turn: 90 * r.IntN(4)})
				}
				g.Rows = append(g.Rows, straight.GridRow{Cells: row})
			}
			units = append(units, making.Unit{ID: naming.Unit(id), Name: id, How: g})
			continue
		}
		j := &straight.Joined{}
		for i := range n {
			j.Columns = append(j.Columns, making.Part{
				ID:   fmt.Sprint(i),
				Unit: naming.Unit(fmt.Sprintf("seg%d", r.IntN(segments))), Turn: 180 * r.IntN(2),
			})
		}
		units = append(units, making.Unit{ID: naming.Unit(id), Name: id, How: j})
	}
	top := quilt.Top{Rows: 2 + r.IntN(5), Columns: 2 + r.IntN(5)}
	down, across := 1+r.IntN(3), 1+r.IntN(3)
	for range down {
		var row []quilt.Cell
		for range across {
			row = append(row, quilt.Cell{Unit: naming.Unit(fmt.Sprintf("b%d", r.IntN(blocks))), Turn: 90 * r.IntN(4)})
		}
		top.Repeat = append(top.Repeat, row)
	}
	var problems problem.List
	spun := map[naming.Crossing]bool{}
	for _, u := range units {
		if j, ok := u.How.(*straight.Joined); ok && r.IntN(3) == 0 {
			spun[u.ID.Seam(j.Columns[1].ID).At(1+r.IntN(2))] = true
		}
	}
	tb, list := sewn(units, &problems, spun)
	fixed := map[naming.Seam]int{}
	for _, m := range list {
		for _, s := range m.Seams {
			if r.IntN(8) == 0 {
				fixed[s.ID] = r.IntN(3) - 1
			}
		}
	}
	if !quilt.Check(top, &tb) {
		return pressing.Plan{}, false // blocks of one row that are not alike in size
	}
	schools := []pressing.School{pressing.Nest, pressing.Nest, pressing.Dark, pressing.Outward, pressing.Flat}
	school := schools[r.IntN(len(schools))]
	return pressing.Decide(top, &tb, list, pressing.Asking{
		School:    func(naming.Unit) pressing.School { return school },
		Lightness: func(role string) float64 { return float64(role[0]) * 20 },
		Seen:      piece.ByRole, Fixed: fixed,
	}), true
}

// sewn is units on a table, in the order they are made.
func sewn(units []making.Unit, problems *problem.List, spun map[naming.Crossing]bool) (making.Table, []making.Made) {
	tb := making.Table{
		Units: measure.Inches, Seam: measure.Inch / 4, Strip: 5 * measure.Inch / 2,
		Ruler: measure.Ruler{Units: measure.Inches, Mark: measure.Inch / 8}, Squaring: measure.Inch / 2,
		Usable: func(string) (measure.Length, bool) { return 40 * measure.Inch, true }, Problems: problems, Spun: spun,
		Seen: piece.ByRole,
	}
	made, order := making.All(units, tb)
	tb.Made = func(id naming.Unit) (making.Made, bool) { m, ok := made[id]; return m, ok }
	var list []making.Made
	for _, id := range order {
		list = append(list, made[id])
	}
	return tb, list
}

func TestRandomLayoutsAgainstAnSMTSolver(t *testing.T) {
	var plans []pressing.Plan
	var names []string
	for seed := uint64(0); len(plans) < 400; seed++ {
		if p, ok := random(t, rand.New(rand.NewPCG(seed, 6))); ok {
			plans, names = append(plans, p), append(names, fmt.Sprintf("seed %d", seed))
		}
	}
	if clashing := agrees(t, names, plans); clashing < 100 {
		t.Errorf("only %d of these layouts clash at all", clashing)
	}
}

// kinded is a quilt of units that fall out in kinds that look alike: halves of bars from one pair of squares, or geese
// four at once, laid as they come.
func kinded(t *testing.T, r *rand.Rand) (pressing.Plan, bool) {
	t.Helper()
	n := 2 + r.IntN(2)
	var units []making.Unit
	if r.IntN(2) == 0 {
		set := &straight.StripSet{}
		for i := range n {
			set.Strips = append(set.Strips, straight.SetStrip{ID: fmt.Sprint(i), Role: string(rune('A' + r.IntN(2)*(i%2)))})
		}
		bars := &straight.Joined{}
		for i := range n {
			bars.Columns = append(bars.Columns, making.Part{ID: fmt.Sprint(i), Unit: "seg", Turn: 180 * r.IntN(2)})
		}
		units = append(units, making.Unit{ID: "set", Name: "set", How: set},
			making.Unit{ID: "seg", Name: "segment", How: &straight.SubCut{From: "set"}},
			making.Unit{ID: "bars", Name: "bars", How: bars},
			making.Unit{ID: "part", Name: "half", How: &triangle.HalfSquare{
				Way: "two", Lower: making.Input{Unit: "bars"}, Upper: making.Input{Role: "C"},
			}})
	} else {
		units = append(units,
			making.Unit{ID: "goose", Name: "goose", How: &triangle.FlyingGeese{
				Goose: "A", Sky: "B", Finished: making.Typed("2 in"), Sizing: "rule",
			}},
			making.Unit{ID: "part", Name: "pair", How: &straight.Grid{Rows: []straight.GridRow{
				{Cells: []straight.GridCell{{Unit: "goose", Turn: 180 * r.IntN(2)}}},
				{Cells: []straight.GridCell{{Unit: "goose", Turn: 180 * r.IntN(2)}}},
			}}})
	}
	block := &straight.Grid{Apart: r.IntN(2) == 0}
	for range 1 + r.IntN(2) {
		var row []straight.GridCell
		for range 2 {
			row = append(row, straight.GridCell{Unit: "part", Turn: 90 * r.IntN(4)})
		}
		block.Rows = append(block.Rows, straight.GridRow{Cells: row})
	}
	units = append(units, making.Unit{ID: "block", Name: "block", How: block})
	spun := map[naming.Crossing]bool{}
	if r.IntN(4) == 0 {
		spun[naming.Unit("bars").Seam("1").At(1)] = true
	}
	var problems problem.List
	tb, list := sewn(units, &problems, spun)
	top := quilt.Top{
		Rows: 1 + r.IntN(4), Columns: 1 + r.IntN(4), Repeat: [][]quilt.Cell{{{Unit: "block"}, {Unit: "block", Turn: 180}}},
	}
	if problems.Stopped() || !quilt.Check(top, &tb) {
		return pressing.Plan{}, false
	}
	made := map[naming.Unit]making.Made{}
	for _, m := range list {
		made[m.Unit.ID] = m
	}
	schools := []pressing.School{pressing.Nest, pressing.Nest, pressing.Flat, pressing.Inward, pressing.Outward}
	school := schools[r.IntN(len(schools))]
	return pressing.Decide(top, &tb, list, pressing.Asking{
		School:    func(naming.Unit) pressing.School { return school },
		Lightness: func(role string) float64 { return float64(role[0]) * 20 }, Seen: piece.ByRole,
		Kinds: laying.KindsOf(units, tb, made),
	}), true
}

func TestKindsThatLookAlikeAgainstAnSMTSolver(t *testing.T) {
	var plans []pressing.Plan
	var names []string
	two, mixed := 0, 0
	for seed := uint64(0); len(plans) < 300; seed++ {
		p, ok := kinded(t, rand.New(rand.NewPCG(seed, 36)))
		if !ok {
			continue
		}
		plans, names = append(plans, p), append(names, fmt.Sprintf("kinds %d", seed))
		for id := range p.Sorted.Count {
			if p.Layout.Count[id] == 0 {
				two++
			}
		}
		mixed += len(p.Mixed)
	}
	if clashing := agrees(t, names, plans); clashing < 50 || two < 100 || mixed < 50 {
		t.Errorf("%d clash, %d have blocks of two kinds, %d that are not alike", clashing, two, mixed)
	}
}

func TestLibraryAgainstAnSMTSolver(t *testing.T) {
	entries, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	var plans []pressing.Plan
	var names []string
	for _, e := range entries {
		for _, size := range [][2]int{{4, 4}, {6, 7}} {
			d := e.Document
			d.Top.Columns, d.Top.Rows = size[0], size[1]
			p, ok := askpress.Pressed(d)
			if !ok {
				t.Fatal(e.ID)
			}
			plans, names = append(plans, p), append(names, fmt.Sprintf("%s, %d × %d", e.ID, size[0], size[1]))
		}
	}
	if clashing := agrees(t, names, plans); clashing < 20 {
		t.Errorf("only %d of them clash", clashing)
	}
}

// wavy is a quilt of one tube of two to ten strips: two to seven columns, opened anywhere, joined to blocks.
func wavy(t *testing.T, r *rand.Rand) pressing.Plan {
	t.Helper()
	n := 2 + r.IntN(9)
	set, tube := &straight.StripSet{Closed: true}, &recut.Tube{Even: recut.TrimEnds}
	for i := range n {
		set.Strips = append(set.Strips, straight.SetStrip{
			ID: fmt.Sprint("s", i), Role: string(rune('A' + i%4)),
			Width: making.Typed("2 1/2 in"),
		})
	}
	for i := range 2 + r.IntN(6) {
		step := float64(r.IntN(2*n+1) - n)
		if r.IntN(8) == 0 {
			step += 0.5
		}
		tube.Columns = append(tube.Columns, recut.OpenedRing{
			ID: fmt.Sprint("c", i), From: "set", Width: making.Typed("2 in"),
			Step: min(step, float64(n)),
		})
	}
	problems := &problem.List{}
	tb, list := sewn([]making.Unit{{ID: "set", Name: "set", How: set}, {ID: "wave", Name: "wave", How: tube}}, problems,
		nil)
	if problems.Stopped() {
		t.Fatal(problems.Stops())
	}
	top := quilt.Top{Rows: 1 + r.IntN(2), Columns: 1 + r.IntN(3), Repeat: [][]quilt.Cell{{{Unit: "wave"}}}}
	return pressing.Decide(top, &tb, list, pressing.Asking{
		School:    func(naming.Unit) pressing.School { return pressing.Nest },
		Lightness: func(role string) float64 { return float64(role[0]) * 20 }, Seen: piece.ByRole,
	})
}

func TestWavesAgainstAnSMTSolver(t *testing.T) {
	var plans []pressing.Plan
	var names []string
	for seed := range uint64(150) {
		plans, names = append(plans, wavy(t, rand.New(rand.NewPCG(seed, 15)))), append(names, fmt.Sprintf("wave %d", seed))
	}
	if clashing := agrees(t, names, plans); clashing < 50 {
		t.Errorf("only %d of these waves clash at all", clashing)
	}
}
