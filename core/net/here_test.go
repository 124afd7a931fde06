package net_test

import (
	"fmt"
	"math/rand/v2"
	"reflect"
	"slices"
	"testing"
	"time"

	"vicis/core/cloth"
	"vicis/core/cutting"
	"vicis/core/document"
	"vicis/core/fewest"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/net"
	"vicis/core/record"
	"vicis/core/stock"
	"vicis/core/work"
	"vicis/internal/quilts"
	"vicis/internal/trial/solve"
)

// Of nothing what is still to cut is what the quilt takes: cut list, script and steps are the same, one by one.
func TestFromNothingIsAllOfIt(t *testing.T) {
	docs, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	for _, d := range docs {
		w, ok := work.Of(d)
		if !ok {
			continue
		}
		here := net.Of(w).Here(stock.NewAccount()).Work()
		here.Here, here.Begun = nil, nil
		for what, both := range map[string][2]any{
			"cut": {w.Cut, here.Cut}, "script": {w.Script, here.Script}, "batches": {w.Batches, here.Batches},
			"steps": {w.Steps, here.Steps},
		} {
			if !reflect.DeepEqual(both[0], both[1]) {
				t.Errorf("%s: the %s differs", d.Name, what)
			}
		}
	}
}

// whatever is some acts of one quilt, each by the plan of its day.
func whatever(r *rand.Rand, l *stock.Account, book *stock.Book, from, n int) {
	for i := range n {
		one := book.Order[r.IntN(len(book.Order))]
		e := record.Event{
			ID: fmt.Sprintf("event-%04d", from+i), Step: one.Step, Exact: one.Makes.Size,
			At:   fmt.Sprintf("2026-03-01T%02d:%02d:00Z", (from+i)/60, (from+i)%60),
			Kind: []record.EventKind{"made", "made", "made", "aside", "pile"}[r.IntN(5)], N: 1 + r.IntN(20),
		}
		l.Add(e, one)
	}
}

// lent is a quilt that some cloth of every kind is promised to.
func lent(r *rand.Rand, d document.Document) document.Document {
	for i, f := range d.Fabrics {
		for k, s := range []struct {
			kind          cloth.Kind
			width, length string
		}{
			{cloth.Yardage, "44 in", "20 in"},
			{cloth.Strips, "2 1/2 in", "42 in"},
			{cloth.Strips, "2 1/2 in", "30 in"},
			{cloth.Pieces, "10 in", "10 in"},
			{cloth.Pieces, "21 in", "18 in"},
		} {
			if r.IntN(2) == 0 {
				d.Supplies = append(d.Supplies, cloth.Supply{
					ID: fmt.Sprintf("lies-%d-%d", i, k), Fabric: f.ID, Kind: s.kind, Width: measure.Typed(s.width),
					Length: measure.Typed(s.length), Count: 1 + r.IntN(5),
				})
			}
		}
	}
	return d
}

// Whatever was counted by whichever plan: what is planned from here asks for what is missing and for nothing else, and
// its own counting begins where the other ended.
func TestFromHereIsWhatIsMissing(t *testing.T) {
	docs, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	r := rand.New(rand.NewPCG(39, 1))
	for i, d := range docs {
		if i%3 != 0 {
			continue
		}
		if i%2 == 0 {
			d = lent(r, d)
		}
		plans := becoming(t, d)
		if len(plans) == 0 {
			continue
		}
		for range 4 {
			l := stock.NewAccount()
			for k, w := range plans {
				all := net.Of(w)
				now := all.Here(l)
				fits(t, fmt.Sprintf("%s, plan %d", d.Name, k), all, now, l)
				whatever(r, l, now.Book, 100*k, 12)
			}
		}
	}
}

// fits holds what is planned from here against what is missing.
func fits(t *testing.T, name string, all, here *net.Plan, l *stock.Account) {
	t.Helper()
	w := here.Work()
	promised(t, name, all, here)
	missing, _ := all.From(all.There(l))
	there := here.There(l)
	asked, _ := here.From(there)
	if again, _ := here.From(there); !reflect.DeepEqual(asked, again) {
		t.Errorf("%s: asked twice, other things are missing", name)
	}
	want := map[naming.Step]int{}
	for i, s := range all.Work().Steps {
		want[s.ID] = missing[i].ToGo
	}
	for i, s := range w.Steps {
		n := asked[i].ToGo
		if !w.Anew(s) && n != want[s.ID] {
			t.Errorf("%s: %d of %s are to be sewn, %d are missing", name, n, s.Called, want[s.ID])
		}
		if planned := s.Make - w.Here.Made[s.ID]; w.Anew(s) && n != planned {
			t.Errorf("%s: %d of %s (%s) are to be cut, %d are planned", name, n, s.Called, s.ID, planned)
		}
	}
}

// promised holds that of cloth that is promised no more is cut than was there, whatever was cut of it before.
func promised(t *testing.T, name string, all, here *net.Plan) {
	t.Helper()
	area := func(list []cloth.Have) (sum float64) {
		for _, h := range list {
			sum += h.W.Inches() * h.L.Inches() * float64(h.Count)
		}
		return sum
	}
	w := here.Work()
	for _, f := range w.Cut.Fabrics {
		taken := map[string]float64{}
		for _, u := range f.Uses {
			taken[u.Have.ID] += u.Have.W.Inches() * u.Used.Inches()
		}
		for _, l := range f.Lays {
			for _, g := range l.Gives {
				taken[l.Have.ID] += g.W.Inches() * g.H.Inches() * float64(g.N*l.Times)
			}
		}
		for _, before := range all.Work().Shelf.Have(f.Fabric.ID) {
			was, gone := area([]cloth.Have{before}), 0.0
			for _, h := range w.Shelf.Have(f.Fabric.ID) {
				if h.ID == before.ID {
					gone += area([]cloth.Have{h})
				}
			}
			if gone > was+1e-6 || taken[before.ID] > gone+1e-6 {
				t.Errorf("%s: of %s there were %.2f square inches, %.2f are left, %.2f are cut", name, before.ID, was, gone,
					taken[before.ID])
			}
		}
	}
}

// Of quilts that are half made GLPK (Debian's glpk-utils) finds as few whole strips and sets beside what is left.
func TestTheRestIsCutAsGLPKCutsIt(t *testing.T) {
	docs, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	r := rand.New(rand.NewPCG(39, 2))
	dir, asked, beside := t.TempDir(), 0, 0
	for round := 0; asked < 200; round++ {
		if round == 40 {
			t.Fatalf("only %d were half made", asked)
		}
		for _, d := range docs {
			if asked == 200 || r.IntN(3) > 0 {
				continue
			}
			plans := becoming(t, d)
			if len(plans) < 2 {
				continue
			}
			l := stock.NewAccount()
			for i, one := range stock.BookOf(plans[0]).Order {
				n := one.All
				if one.Stuff == nil && len(one.Takes) > 0 { // cut or sewn: some of them
					n = r.IntN(n + 1)
				}
				l.Add(record.Event{
					ID: fmt.Sprintf("event-%04d", i), Step: one.Step, Exact: one.Makes.Size, Kind: record.Made, N: n,
					At: fmt.Sprintf("2026-03-01T%02d:%02d:00Z", i/60, i%60),
				}, one)
			}
			w := net.Of(plans[1]).Here(l).Work()
			for _, part := range w.Script {
				for _, line := range part.Lines {
					if a := line.Across; a == nil || !a.Has.Begun || len(a.Cuts) > 4 || line.Pattern != &a.Layups.Patterns[0] {
						continue
					}
					asked++
					if len(line.Across.Has.Rests) > 0 {
						beside++
					}
					asGLPK(t, dir, w, *line.Across)
				}
			}
		}
	}
	if beside < 40 {
		t.Errorf("something was left in %d of %d alone", beside, asked)
	}
}

func asGLPK(t *testing.T, dir string, w *work.Work, a cutting.Across) {
	t.Helper()
	from := fewest.Stock{
		Length: int64(a.Length - a.Lost - w.Table.Squaring), Every: w.Table.Every, Loss: int64(w.Table.Squaring),
	}
	want, rests := 0, a.Has.Rests
	for _, share := range a.Shares() {
		if len(share.Prints) > 1 || a.Prints > 1 {
			rests = nil // nobody knows of which print they are
		}
		wants := slices.DeleteFunc(share.Wants, func(w fewest.Want) bool { return w.Count == 0 })
		if len(wants) > 0 {
			want += solve.Optimum(t, dir, solve.Program(from, wants, rests...)) * len(share.Prints)
		}
	}
	if a.Layups.Strips != want {
		t.Errorf("%s: %d whole ones for %v beside %v, GLPK finds %d", w.Name, a.Layups.Strips, a.Cuts, rests, want)
	}
}

// The rest of the largest quilt that ships, half made, beside all of it worked out from nothing: measured in turn, and the
// metric is how many times as long the rest takes.
func BenchmarkTheRest(b *testing.B) {
	docs, err := quilts.All()
	if err != nil {
		b.Fatal(err)
	}
	large := slices.MaxFunc(docs, func(x, y document.Document) int { return x.Top.HowMany() - y.Top.HowMany() })
	w, ok := work.Of(large)
	if !ok {
		b.Fatal(w.Problems)
	}
	p, l := net.Of(w), stock.NewAccount()
	for i, one := range p.Book.Order {
		l.Add(record.Event{
			ID: fmt.Sprintf("event-%04d", i), Step: one.Step, Exact: one.Makes.Size, Kind: record.Made, N: (one.All + 1) / 2,
			At: fmt.Sprintf("2026-03-01T%02d:%02d:00Z", i/60, i%60),
		}, one)
	}
	var all, rest time.Duration
	for b.Loop() {
		start := time.Now()
		work.Of(large)
		all += time.Since(start)
		start = time.Now()
		p.Here(l)
		rest += time.Since(start)
	}
	b.ReportMetric(float64(rest)/float64(all), "rest÷all")
	b.ReportMetric(rest.Seconds()*1000/float64(b.N), "rest-ms")
}
