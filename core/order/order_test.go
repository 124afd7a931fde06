package order

import (
	"fmt"
	"math/bits"
	"testing"

	"vicis/core/batching"
	"vicis/core/library"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/quilt"
	"vicis/core/record"
	"vicis/core/tally"
	"vicis/core/times"
	"vicis/core/work"
	"vicis/demo"
)

// tried is the fewest changes of any order at all, found by trying every one: a walk over all sets of what is done,
// with what the machine is set to. It knows nothing of graphs but what each step takes.
func tried(g *graph, sewn []int) int {
	n := len(sewn)
	const never = 1 << 30
	best := make([][2]int, 1<<n)
	for i := range best {
		best[i] = [2]int{never, never}
	}
	for done := range 1 << n {
		for k, i := range sewn {
			if done>>k&1 == 1 {
				continue
			}
			free := true
			for l, j := range sewn {
				if g.needs(i, j) && done>>l&1 == 0 {
					free = false
				}
			}
			if !free {
				continue
			}
			set := map[bool]int{false: 0, true: 1}[g.short[i]]
			cost := 0
			if done != 0 {
				cost = min(best[done][set], best[done][1-set]+1)
			}
			next := done | 1<<k
			best[next][set] = min(best[next][set], cost)
		}
	}
	all := best[1<<n-1]
	return min(all[0], all[1])
}

// Orders of every block of the library against trying all of them; none waits for itself.
func TestNoOrderChangesTheStitchesLessOften(t *testing.T) {
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	held, saved := 0, 0
	for _, e := range list {
		w, ok := work.Of(e.Document)
		if !ok {
			t.Fatal(e.ID)
		}
		g := graphOf(w)
		if len(g.sewn) > 16 {
			continue
		}
		o := Of(w, tally.Fold(w, nil), times.Takes(record.NewLog(), w))
		if len(o.Fewest) != len(g.sewn) {
			t.Errorf("%s: %d of %d batches are in the order", e.ID, len(o.Fewest), len(g.sewn))
		}
		place := map[naming.Step]int{}
		for i, id := range o.Fewest {
			place[id] = i
		}
		for _, i := range g.sewn {
			for _, j := range g.sewn {
				if g.needs(i, j) && place[w.Steps[i].ID] < place[w.Steps[j].ID] {
					t.Errorf("%s: %s comes before %s, which it needs", e.ID, w.Steps[i].ID, w.Steps[j].ID)
				}
			}
		}
		if want := tried(g, g.sewn); o.Changes != want || o.Planned < want {
			t.Errorf("%s: %d changes (%d as planned), and %d are enough", e.ID, o.Changes, o.Planned, want)
		}
		held++
		saved += o.Planned - o.Changes
	}
	if held < 20 {
		t.Errorf("only %d orders were small enough", held)
	}
	t.Logf("%d orders, %d changes saved", held, saved)
}

// Any graph of a dozen batches, in two lengths of stitches.
func TestFewestChangesInAnyGraph(t *testing.T) {
	rng := uint64(88172645463325252)
	next := func(n int) int {
		rng ^= rng << 13
		rng ^= rng >> 7
		rng ^= rng << 17
		return int(rng % uint64(n))
	}
	for round := range 300 {
		n := 2 + next(9)
		g := &graph{takes: make([][]int, n), short: make([]bool, n)}
		for i := range n {
			g.sewn = append(g.sewn, i)
			g.short[i] = next(2) == 0
			for j := range i {
				if next(4) == 0 {
					g.takes[i] = append(g.takes[i], j)
				}
			}
		}
		g.settle()
		left := map[int]bool{}
		for i := range n {
			left[i] = true
		}
		order := g.fewest(left)
		seen := 0
		for _, i := range order {
			seen |= 1 << i
		}
		if bits.OnesCount(uint(seen)) != n || g.changes(order) != tried(g, g.sewn) {
			t.Fatalf("round %d: %v changes %d times, and %d are enough", round, order, g.changes(order), tried(g, g.sewn))
		}
	}
}

// Nothing is counted: of a quilt with borders nothing can be sewn that needs what is not there, neither a border nor
// the binding.
func TestNothingCanBeSewnOfNothing(t *testing.T) {
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	for _, e := range list {
		d := e.Document
		d.Top.Borders = []quilt.Border{{ID: "b", Name: "the border", Role: d.Roles[0].ID, Width: making.Typed("3 in")}}
		w, ok := work.Of(d)
		if !ok {
			continue
		}
		for _, id := range Of(w, tally.Fold(w, nil), times.Takes(record.NewLog(), w)).Tonight {
			t.Errorf("%s: %s can be sewn of nothing", e.ID, id)
		}
	}
}

// What there are parts for comes first by care; nothing that waits is there; and what is sewn between asks nothing and
// waits for nothing.
func TestTonight(t *testing.T) {
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	enders := 0
	for _, e := range list {
		w, ok := work.Of(e.Document)
		if !ok {
			t.Fatal(e.ID)
		}
		var cut []record.Event
		for i, s := range w.Steps {
			fromSet := s.Of.Sub != nil && s.Of.Strip == nil // of sets that are not sewn yet
			if isCut(s) && !fromSet || s.Stage == batching.Marking {
				cut = append(cut, record.Event{
					ID: fmt.Sprintf("cut-%05d", i), Step: s.ID, Kind: record.Made, N: s.Make,
					Exact: s.Exact(), Look: s.Look,
				})
			}
		}
		o := Of(w, tally.Fold(w, cut), times.Takes(record.NewLog(), w))
		g := graphOf(w)
		if len(o.Tonight) == 0 {
			t.Errorf("%s: all is cut, and nothing can be sewn", e.ID)
		}
		rank := map[string]int{"plain": 0, "some": 1, "careful": 2}
		by := map[naming.Step]BatchNow{}
		for _, b := range o.Batches {
			by[b.Step] = b
		}
		for i := 1; i < len(o.Tonight); i++ {
			if rank[by[o.Tonight[i-1]].Care] > rank[by[o.Tonight[i]].Care] {
				t.Errorf("%s: %s before %s", e.ID, o.Tonight[i-1], o.Tonight[i])
			}
		}
		for _, b := range o.Batches {
			for _, other := range b.Enders {
				enders++
				if x := by[other]; x.Care != "plain" || x.Now == 0 || x.Short != b.Short ||
					g.needs(g.index[other], g.index[b.Step]) {
					t.Errorf("%s: %s between %s", e.ID, other, b.Step)
				}
			}
		}
	}
	if enders == 0 {
		t.Error("nothing can be sewn in between anywhere")
	}
}

// A block in three colourways is sewn in as many chains as the block alone has batches, each of three kinds; nothing is
// in two chains, and what is together has parts of one size.
func TestKindsThatAreSewnAlikeAreOneChain(t *testing.T) {
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	chained := 0
	for _, e := range list {
		w, ok := work.Of(e.Document)
		if !ok {
			t.Fatal(e.ID)
		}
		alone := map[string]bool{}
		for _, s := range w.Steps {
			if s.Of.Batch != nil && s.Does == "sew" && s.Make > 0 {
				alone[string(s.ID)] = true
			}
		}
		seen := map[naming.Step]bool{}
		for _, c := range chains(w) {
			made := 0
			for _, id := range c.Steps {
				if seen[id] || !alone[string(id)] {
					t.Errorf("%s: %s is in two chains, or is not sewn", e.ID, id)
				}
				seen[id] = true
				chained++
				for _, s := range w.Steps {
					if s.ID == id {
						made += s.Make
					}
				}
				a, b := batchOf(w, c.Steps[0]), batchOf(w, id)
				if a.Left.Piece.W != b.Left.Piece.W || a.Left.Piece.H != b.Left.Piece.H || a.Each != b.Each || a.Seams != b.Seams ||
					w.StitchOf(a) != w.StitchOf(b) {
					t.Errorf("%s: %s and %s are not sewn alike", e.ID, c.Steps[0], id)
				}
			}
			if made != c.Make {
				t.Errorf("%s: %d, not %d", e.ID, c.Make, made)
			}
		}
	}
	if chained < 10 {
		t.Errorf("only %d batches are in chains", chained)
	}
	docs, err := demo.Documents()
	if err != nil {
		t.Fatal(err)
	}
	for _, d := range docs {
		if len(d.Colourways) == 0 {
			continue
		}
		w, _ := work.Of(d)
		all := 0
		for _, s := range w.Steps {
			if s.Of.Batch != nil && s.Does == "sew" && s.Make > 0 && (s.Stage == batching.Units || s.Stage == batching.Blocks) {
				all++
			}
		}
		together := 0
		for _, c := range chains(w) {
			together += len(c.Steps) - 1
		}
		t.Logf("%s: %d batches on %d chains", d.Name, all, all-together)
		if together == 0 {
			t.Errorf("%s: colourways on chains of their own", d.Name)
		}
	}
}

func batchOf(w *work.Work, id naming.Step) batching.Batch {
	for _, b := range w.Batches {
		if b.ID == id {
			return b
		}
	}
	return batching.Batch{}
}
