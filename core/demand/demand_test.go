package demand

import (
	"fmt"
	"maps"
	"math"
	"math/rand"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"vicis/core/naming"
)

func count(t *testing.T, d Demand) Plan {
	t.Helper()
	p, ok := Count(d)
	if !ok || !p.Proven {
		t.Fatalf("%+v: ok %v, proven %v", d, ok, p.Proven)
	}
	return p
}

func TestRoundingIsDoneOnceForTheWholeQuilt(t *testing.T) {
	// Common practice: six sub-cuts from a set, four in a block, twelve blocks: 48 sub-cuts from 8 sets. Rounded block
	// by block it would be 12.
	sources := []Source{
		{ID: "strip"},
		{ID: "set", Takes: []RunTake{{"strip", 2}}},
		{ID: "cut", Gives: []RunGive{{"cut", 6}}, Takes: []RunTake{{"set", 1}}, Spares: true},
		{ID: "block", Takes: []RunTake{{"cut", 4}}},
	}
	d := Demand{Sources: sources, Wanted: map[naming.Step]int{"block": 12}}
	p := count(t, d)
	if l := p.Lines["cut"]; l.Need != 48 || l.Runs != 8 || l.Left != 0 {
		t.Errorf("cut: %+v", l)
	}
	if l := p.Lines["strip"]; l.Runs != 16 {
		t.Errorf("strip: %+v", l)
	}
	d.Spares = Spares{Percent: 5, Count: 1}
	if l := count(t, d).Lines["cut"]; l.Need != 48 || l.Spare != 4 || l.Runs != 9 || l.Left != 2 {
		t.Errorf("with 5 in a hundred and one more: %+v", l)
	}
	d.Wanted = nil
	if l := count(t, d).Lines["cut"]; l.Make() != 0 {
		t.Errorf("spares of what nobody needs: %+v", l)
	}
}

// made plays the plan: every source is run as often as it says, from what was made before. It says what is missing in
// the end.
func made(sources []Source, runs map[naming.Step]int, wanted map[naming.Step]int,
	spare func(s Source, id naming.Step) int,
) (missing int) {
	stock := map[naming.Step]int{}
	for _, s := range sources {
		for range runs[s.ID] {
			for _, take := range s.Takes {
				stock[take.ID] -= take.Each
			}
			for _, g := range s.gives() {
				stock[g.ID] += g.Count
			}
		}
	}
	for _, s := range sources {
		for _, g := range s.gives() {
			missing += max(0, wanted[g.ID]+spare(s, g.ID)-stock[g.ID])
		}
	}
	return missing
}

// Played from the first source to the last nothing is missing, the spares lie there at the end, and with any source run
// once less something is missing.
func TestNothingIsMissingAndNothingIsTooMuch(t *testing.T) {
	rng := rand.New(rand.NewSource(5))
	for range 500 {
		n := 2 + rng.Intn(8)
		var sources []Source
		var things []naming.Step
		for i := range n {
			s := Source{ID: naming.Step(string(rune('a' + i))), Spares: rng.Intn(2) == 0}
			for _, id := range things {
				if rng.Intn(2) == 0 {
					s.Takes = append(s.Takes, RunTake{id, 1 + rng.Intn(4)})
				}
			}
			for j := range 1 + rng.Intn(3) {
				id := s.ID + naming.Step(strings.Repeat("'", j))
				s.Gives = append(s.Gives, RunGive{id, 1 + rng.Intn(9)})
				things = append(things, id)
			}
			sources = append(sources, s)
		}
		wanted := map[naming.Step]int{sources[n-1].ID: 1 + rng.Intn(50)}
		d := Demand{Sources: sources, Wanted: wanted, Spares: Spares{Percent: rng.Intn(20), Count: rng.Intn(3)}}
		p := count(t, d)
		spare := func(s Source, id naming.Step) int {
			taken := wanted[id]
			for _, by := range sources {
				for _, take := range by.Takes {
					if take.ID == id {
						taken += p.Runs[by.ID] * take.Each
					}
				}
			}
			if !s.Spares || taken == 0 {
				return 0
			}
			return d.Spares.Count + int(math.Ceil(float64(taken*d.Spares.Percent)/100))
		}
		if lack := made(sources, p.Runs, wanted, spare); lack != 0 {
			t.Fatalf("%+v: %d are missing with %v", sources, lack, p.Runs)
		}
		for _, s := range sources {
			if p.Runs[s.ID] == 0 {
				continue
			}
			fewer := maps.Clone(p.Runs)
			fewer[s.ID]--
			if made(sources, fewer, wanted, spare) == 0 {
				t.Fatalf("%+v: one run of %s fewer would do", sources, s.ID)
			}
		}
	}
}

// Check values of virtual sewing: all round on a four-patch and a plain square gives two of each hand; eight at a time
// for a block that takes six.
func TestCoProductsAsOnPaper(t *testing.T) {
	for _, c := range []struct{ a, b, runs, overA, overB int }{
		{4, 0, 2, 0, 4},
		{4, 4, 2, 0, 0},
		{5, 3, 3, 1, 3},
		{0, 7, 4, 8, 1},
	} {
		p := count(t, Demand{
			Sources: []Source{{ID: "r", Gives: []RunGive{{"a", 2}, {"b", 2}}}},
			Wanted:  map[naming.Step]int{"a": c.a, "b": c.b},
		})
		if p.Runs["r"] != c.runs || p.Lines["a"].Left != c.overA || p.Lines["b"].Left != c.overB {
			t.Errorf("%d A and %d B: %d runs, %d and %d over", c.a, c.b, p.Runs["r"], p.Lines["a"].Left,
				p.Lines["b"].Left)
		}
	}
	for blocks, runs := range map[int]int{1: 1, 3: 3, 4: 3, 5: 4, 20: 15} {
		p := count(t, Demand{Sources: []Source{
			{ID: "eight", Gives: []RunGive{{"h", 8}}},
			{ID: "block", Takes: []RunTake{{"h", 6}}},
		}, Wanted: map[naming.Step]int{"block": blocks}})
		if p.Runs["eight"] != runs {
			t.Errorf("%d blocks: %d runs, want %d", blocks, p.Runs["eight"], runs)
		}
	}
}

func TestWhatIsLeftOverStandsIn(t *testing.T) {
	d := Demand{
		Sources: []Source{
			{ID: "corner", Gives: []RunGive{{"corner", 1}, {"bonus", 4}}},
			{ID: "pair", Gives: []RunGive{{"half", 2}}},
			{ID: "block", Takes: []RunTake{{"corner", 1}, {"half", 6}}},
		},
		Wanted: map[naming.Step]int{"block": 5}, Also: map[naming.Step][]naming.Step{"half": {"bonus"}},
	}
	p := count(t, d)
	if l := p.Lines["half"]; p.Runs["pair"] != 5 || l.Make() != 10 || fmt.Sprint(l.From) != "[{bonus 20}]" ||
		p.Lines["bonus"].Lent != 20 || p.Lines["bonus"].Left != 0 {
		t.Errorf("30 halves, 20 of them bonus: %d runs, %+v, %+v", p.Runs["pair"], l, p.Lines["bonus"])
	}
	// Eight at a time and two at a time together leave least over: 18 = 2 × 8 + 2.
	d = Demand{
		Sources: []Source{{ID: "eight", Gives: []RunGive{{"e", 8}}}, {ID: "two", Gives: []RunGive{{"h", 2}}}},
		Wanted:  map[naming.Step]int{"h": 18}, Also: map[naming.Step][]naming.Step{"h": {"e"}},
	}
	if p := count(t, d); p.Runs["eight"] != 2 || p.Runs["two"] != 1 || p.Lines["e"].Left+p.Lines["h"].Left != 0 {
		t.Errorf("%+v", p)
	}
	// No corner is made that no block takes, though two more would leave less over: 96 − 6 × 2 = 84 halves in 11 runs.
	d = Demand{
		Sources: []Source{
			{ID: "corner", Gives: []RunGive{{"corner", 1}, {"bonus", 2}}}, {ID: "eight", Gives: []RunGive{{"half", 8}}},
		},
		Wanted: map[naming.Step]int{"corner": 6, "half": 96}, Also: map[naming.Step][]naming.Step{"half": {"bonus"}},
	}
	if p := count(t, d); p.Runs["corner"] != 6 || p.Runs["eight"] != 11 ||
		fmt.Sprint(p.Lines["half"].From) != "[{bonus 8}]" {
		t.Errorf("%+v", p)
	}
	d = Demand{
		Sources: []Source{{ID: "a", Takes: []RunTake{{"b", 1}}}, {ID: "b", Takes: []RunTake{{"a", 1}}}},
		Wanted:  map[naming.Step]int{"a": 1},
	}
	if _, ok := Count(d); ok {
		t.Error("a ring was counted")
	}
}

// The choice of runs against GLPK, a general solver of integer programs (Debian's glpk-utils), on seeded random
// instances: several sources, co-products, things that stand in for others.
func TestRunsAgainstAnIntegerProgram(t *testing.T) {
	solver, err := exec.LookPath("glpsol")
	if err != nil {
		t.Fatal("glpsol is not installed: make test installs it")
	}
	rng := rand.New(rand.NewSource(4))
	for instance := range 60 {
		rows, columns := 1+rng.Intn(4), 1+rng.Intn(4)
		d := Demand{Wanted: map[naming.Step]int{}, Also: map[naming.Step][]naming.Step{}}
		for c := range columns {
			s := Source{ID: naming.Step(fmt.Sprint("s", c))}
			for r := range rows {
				if rng.Intn(2) == 0 || r == c%rows {
					s.Gives = append(s.Gives, RunGive{naming.Step(fmt.Sprint("t", r)), 1 + rng.Intn(8)})
				}
			}
			d.Sources = append(d.Sources, s)
		}
		for r := range rows {
			d.Wanted[naming.Step(fmt.Sprint("t", r))] = rng.Intn(60)
		}
		if rows > 2 && rng.Intn(2) == 0 {
			d.Also["t0"] = []naming.Step{"t1"}
		}
		made := map[string]bool{}
		for _, s := range d.Sources {
			for _, g := range s.Gives {
				made[string(g.ID)] = true
			}
		}
		for id := range d.Wanted {
			if !made[string(id)] {
				delete(d.Wanted, id)
			}
		}
		p := count(t, d)
		out, runs := 0, 0
		for _, s := range d.Sources {
			runs += p.Runs[s.ID]
			for _, g := range s.Gives {
				out += p.Runs[s.ID] * g.Count
			}
		}
		for id, l := range p.Lines {
			if l.Left < 0 {
				t.Fatalf("instance %d: %s is %d short", instance, id, -l.Left)
			}
		}
		if got, want := out*10000+runs, integerProgram(t, solver, d); got != want {
			t.Errorf("instance %d: %d things in %d runs, GLPK says %d in %d", instance, out, runs, want/10000,
				want%10000)
		}
	}
}

// integerProgram writes the instance in the CPLEX LP format and gives the least 10,000 × things + runs.
func integerProgram(t *testing.T, solver string, d Demand) int {
	t.Helper()
	var lp strings.Builder
	lp.WriteString("Minimize\n cost:")
	totals := map[string]map[naming.Step]int{} // thing → source → count
	for _, s := range d.Sources {
		sum := 0
		for _, g := range s.Gives {
			sum += g.Count
			if totals[string(g.ID)] == nil {
				totals[string(g.ID)] = map[naming.Step]int{}
			}
			totals[string(g.ID)][s.ID] += g.Count
		}
		fmt.Fprintf(&lp, " + %d %s", sum*10000+1, s.ID)
	}
	lp.WriteString("\nSubject To\n")
	row := func(name string, things []naming.Step) {
		need, sum := 0, map[naming.Step]int{}
		for _, id := range things {
			need += d.Wanted[naming.Step(id)]
			for s, n := range totals[string(id)] {
				sum[s] += n
			}
		}
		fmt.Fprintf(&lp, " %s:", name)
		for s, n := range sum {
			fmt.Fprintf(&lp, " + %d %s", n, s)
		}
		fmt.Fprintf(&lp, " >= %d\n", need)
	}
	for i, s := range d.Sources { // for t1, which stands in, nothing else is made
		n, besides := 0, len(d.Also) == 0
		for _, g := range s.Gives {
			n = max(n, (d.Wanted[g.ID]+g.Count-1)/g.Count)
			besides = besides || g.ID != "t1"
		}
		if len(d.Also) > 0 && besides {
			fmt.Fprintf(&lp, " most_%d: %s <= %d\n", i, s.ID, n)
		}
	}
	for id := range totals {
		row("need_"+id, append([]naming.Step{naming.Step(id)}, d.Also[naming.Step(id)]...))
	}
	lp.WriteString("General\n")
	for _, s := range d.Sources {
		fmt.Fprintf(&lp, " %s", s.ID)
	}
	lp.WriteString("\nEnd\n")
	dir := t.TempDir()
	file, out := filepath.Join(dir, "runs.lp"), filepath.Join(dir, "runs.txt")
	if err := os.WriteFile(file, []byte(lp.String()), 0o600); err != nil {
		t.Fatal(err)
	}
	if said, err := exec.Command(solver, "--lp", file, "--mipgap", "0", "-o", out).CombinedOutput(); err != nil {
		t.Fatalf("%v: %s\n%s", err, said, lp.String())
	}
	text, err := os.ReadFile(out)
	if err != nil {
		t.Fatal(err)
	}
	for _, line := range strings.Split(string(text), "\n") {
		if after, ok := strings.CutPrefix(line, "Objective:  cost = "); ok {
			var v float64
			if _, err := fmt.Sscanf(after, "%g", &v); err != nil {
				t.Fatal(err)
			}
			return int(v + 0.5)
		}
	}
	t.Fatalf("no objective in %s", text)
	return 0
}
