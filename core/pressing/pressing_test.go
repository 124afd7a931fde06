package pressing

import (
	"fmt"
	"math/rand"
	"testing"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/straight"
)

const in = measure.Inch

func set(id, name string, roles string) []making.Unit {
	var strips []straight.SetStrip
	for i, r := range roles {
		strips = append(strips, straight.SetStrip{ID: fmt.Sprintf("s%d", i), Role: string(r)})
	}
	return []making.Unit{
		{ID: naming.Unit("set-" + id), Name: "Set " + name, How: &straight.StripSet{Strips: strips}},
		{ID: naming.Unit(id), Name: name, How: &straight.SubCut{From: naming.Unit("set-" + id)}},
	}
}

func join(id string, columns ...string) making.Unit {
	j := &straight.Joined{}
	for i, c := range columns {
		p := making.Part{ID: fmt.Sprintf("c%d", i), Unit: naming.Unit(c)}
		if c[len(c)-1] == '*' { // turned by half
			p.Unit, p.Turn = naming.Unit(c[:len(c)-1]), 180
		}
		j.Columns = append(j.Columns, p)
	}
	return making.Unit{ID: naming.Unit(id), Name: id, How: j}
}

func table(problems *problem.List) making.Table {
	return making.Table{
		Units: measure.Inches, Seam: in / 4, Strip: 5 * in / 2,
		Ruler: measure.Ruler{Units: measure.Inches, Mark: in / 8}, Squaring: in / 2,
		Usable: func(string) (measure.Length, bool) { return 40 * in, true }, Seen: piece.ByRole, Problems: problems,
	}
}

func decided(t *testing.T, top quilt.Top, school School, sameLook bool, units ...[]making.Unit) Plan {
	t.Helper()
	n := 0
	look := func(role string) string {
		if sameLook {
			return role
		}
		n++ // no two patches look alike, so nothing may be turned
		return fmt.Sprint(n)
	}
	return pressedBy(t, top, school, look, nil, units...)
}

// decidedWith presses a top with more things made than its units.
func decidedWith(t *testing.T, top quilt.Top, more func(*making.Table) []making.Made, units ...[]making.Unit) Plan {
	t.Helper()
	return pressedBy(t, top, Nest, func(role string) string { return role }, more, units...)
}

func pressedBy(t *testing.T, top quilt.Top, school School, look func(string) string,
	more func(*making.Table) []making.Made, units ...[]making.Unit,
) Plan {
	t.Helper()
	var problems problem.List
	tb := table(&problems)
	var all []making.Unit
	for _, u := range units {
		all = append(all, u...)
	}
	made, order := making.All(all, tb)
	tb.Made = func(id naming.Unit) (making.Made, bool) { m, ok := made[id]; return m, ok }
	var list []making.Made
	for _, id := range order {
		list = append(list, made[id])
	}
	if !quilt.Check(top, &tb) || problems.Stopped() {
		t.Fatal(problems)
	}
	if more != nil {
		for _, m := range more(&tb) {
			made[m.Unit.ID] = m
			list = append(list, m)
		}
	}
	return Decide(top, &tb, list, Asking{
		School:    func(naming.Unit) School { return school },
		Lightness: func(role string) float64 { return float64(role[0]) * 20 },
		Seen:      func(role string, _ int) string { return look(role) },
	})
}

func all(rows, columns int, units ...string) quilt.Top {
	top := quilt.Top{Rows: rows, Columns: columns}
	for r := range len(units) {
		var row []quilt.Cell
		for c := range len(units) {
			row = append(row, quilt.Cell{Unit: naming.Unit(units[(r+c)%len(units)])})
		}
		top.Repeat = append(top.Repeat, row)
	}
	return top
}

// The table of pressing.md §6 for the blocks of strips: 4 × 4 identical blocks, clashing crossings at the optimum,
// pressed one way, and with every other block turned by half where that changes nothing to see.
func TestCheckValuesOfIdenticalBlocks(t *testing.T) {
	four := [][]making.Unit{set("I", "I", "AB"), {join("block", "I", "I*")}}
	nine := [][]making.Unit{set("I", "I", "ABA"), set("II", "II", "BAB"), {join("block", "I", "II", "I")}}
	sixteen := [][]making.Unit{set("I", "I", "ABAB"), {join("block", "I", "I*", "I", "I*")}}
	rail := [][]making.Unit{append(set("I", "I", "ABC"),
		making.Unit{ID: "block", Name: "rail", How: &straight.SubCut{From: "set-I", Width: making.Typed("3 strips")}})}
	for _, c := range []struct {
		name   string
		units  [][]making.Unit
		clash  int
		turned int
		seam   string
	}{
		{"four-patch", four, 12, 0, ""},
		{"nine-patch", nine, 48, 0, ""},
		{"sixteen-patch", sixteen, 36, 0, ""},
		{"three-strip rail", rail, 24, 24, ""}, // its look does not allow the turn
	} {
		p := decided(t, all(4, 4, "block"), Nest, false, c.units...)
		if p.Clashes != c.clash || !p.Proven() {
			t.Errorf("%s, identical: %d clashes (proven: %v), want %d", c.name, p.Clashes, p.Proven(), c.clash)
		}
		p = decided(t, all(4, 4, "block"), Nest, true, c.units...)
		if p.Clashes != c.turned {
			t.Errorf("%s, every other one may be turned: %d clashes, want %d", c.name, p.Clashes, c.turned)
		}
		if c.turned == 0 && p.Layout.Turned != 8 {
			t.Errorf("%s: %d of 16 blocks turned, want every other one", c.name, p.Layout.Turned)
		}
	}
}

// A fact of the trade (common practice): pieced blocks that alternate with plain ones always nest, one way each.
func TestAlternatingWithPlainBlocksNests(t *testing.T) {
	plain := []making.Unit{{
		ID: "plain", Name: "plain",
		How: &straight.PlainPatch{Role: "C", Width: making.Typed("3 strips"), Height: making.Typed("3 strips")},
	}}
	p := decided(t, all(5, 4, "block", "plain"), Nest, true, set("I", "I", "ABA"), set("II", "II", "BAB"),
		[]making.Unit{join("block", "I", "II", "I")}, plain)
	if p.Clashes != 0 || p.Layout.Turned != 0 {
		t.Errorf("%d clashes, %d turned", p.Clashes, p.Layout.Turned)
	}
	for _, k := range p.Layout.Kinds {
		for j := 1; j < len(k.Cells); j++ {
			if got := p.Decisions[k.SeamID(j)].Toward().Name; got != "plain" {
				t.Errorf("%s is pressed toward %s, the bulky side", k.SeamID(j), got)
			}
		}
	}
	// Two-fabric segments: each seam to the dark, outward in one set and inward in the other.
	for _, id := range []string{"set-I/s1", "set-I/s2", "set-II/s1", "set-II/s2"} {
		if got := p.Decisions[naming.Seam(id)].Toward().Roles[0]; got != "A" {
			t.Errorf("%s is pressed toward %s, the lighter", id, got)
		}
	}
}

func TestSchools(t *testing.T) {
	units := [][]making.Unit{set("I", "I", "AB"), {join("block", "I", "I*")}}
	open := decided(t, all(3, 3, "block"), Open, true, units...)
	if open.Clashes != 0 || open.Opened != open.Crossings || open.Crossings == 0 {
		t.Errorf("open seams neither nest nor clash: %+v", open.Places)
	}
	dark := decided(t, all(3, 3, "block"), Dark, true, units...)
	if got := dark.Decisions["set-I/s1"].Toward().Roles[0]; got != "A" {
		t.Errorf("to the dark, come what may, goes toward %s", got)
	}
}

// Turning the whole quilt by half changes nothing in what nests.
func TestTurningTheWholeQuiltChangesNothing(t *testing.T) {
	units := [][]making.Unit{
		set("I", "I", "ABCA"), set("II", "II", "BCAB"),
		{join("block", "I", "II", "II*", "I"), join("other", "II", "I", "I*", "I")},
	}
	top := all(5, 5, "block", "other")
	p := decided(t, top, Nest, false, units...)
	for r := range top.Repeat {
		for c := range top.Repeat[r] {
			top.Repeat[r][c].Turn = 180
		}
	}
	if q := decided(t, top, Nest, false, units...); q.Clashes != p.Clashes || q.Crossings != p.Crossings {
		t.Errorf("%d of %d clash, turned %d of %d", p.Clashes, p.Crossings, q.Clashes, q.Crossings)
	}
}

// The search is held against trying everything, on seeded random networks with contradictions.
func TestSearchAgreesWithTryingEverything(t *testing.T) {
	rng := rand.New(rand.NewSource(11))
	for range 300 {
		n := 3 + rng.Intn(9)
		var springs []spring
		for range n + rng.Intn(2*n) {
			springs = append(springs, spring{rng.Intn(n), rng.Intn(n), 1 - 2*rng.Intn(2), int64(1 + rng.Intn(20))})
		}
		best := int64(1) << 60
		for bits := range 1 << (n - 1) {
			var cost int64
			x := func(v int) int {
				if v == ground || bits>>(v-1)&1 == 0 {
					return 1
				}
				return -1
			}
			for _, s := range springs {
				if x(s.a)*x(s.b) != s.sign {
					cost += s.weight
				}
			}
			best = min(best, cost)
		}
		if got := solve(n, springs, crossingBudget, nil); got.cost != best || got.bound != best {
			t.Fatalf("cost %d (bound %d), trying everything gives %d: %v", got.cost, got.bound, best, springs)
		}
	}
}

// What is counted by kinds of joint is what virtual sewing finds when a small quilt is really sewn.
func TestCountsAgreeWithSewingTheWholeQuilt(t *testing.T) {
	units := [][]making.Unit{
		set("I", "I", "ABA"), set("II", "II", "BAB"),
		{join("block", "I", "II", "I"), join("other", "II", "I*", "II")},
	}
	p := decided(t, all(3, 4, "block", "other"), Nest, true, units...)
	var quiltTop piece.Piece
	for r := range p.Layout.Rows {
		var row piece.Piece
		kind := p.Layout.Kinds[p.Layout.Rows[r]]
		for c, cell := range kind.Cells {
			b := p.Layout.Blocks[cell.Unit].Piece.Turn(cell.Turn)
			if c == 0 {
				row = b
				continue
			}
			var err error
			if row, err = piece.JoinRight(row, b, in/4, kind.SeamID(c)); err != nil {
				t.Fatal(err)
			}
		}
		if r == 0 {
			quiltTop = row
			continue
		}
		var err error
		if quiltTop, err = piece.JoinDown(quiltTop, row, in/4, naming.Rows.Seam()); err != nil {
			t.Fatal(err)
		}
	}
	clashes := 0
	for _, m := range quiltTop.Meetings {
		if nests, _ := p.Nests(m); !nests {
			clashes++
		}
	}
	if len(quiltTop.Meetings) != p.Crossings || clashes != p.Clashes {
		t.Errorf("sewn whole: %d crossings, %d clash; counted: %d, %d", len(quiltTop.Meetings), clashes, p.Crossings,
			p.Clashes)
	}
	w, h := quiltTop.Size()
	if lw, lh := p.Layout.Unfinished(); w != lw || h != lh {
		t.Errorf("sewn whole it measures %d × %d, laid out %d × %d", w, h, lw, lh)
	}
}
