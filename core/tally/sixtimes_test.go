package tally_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"vicis/core/batching"
	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/record"
	"vicis/core/stock"
	"vicis/core/tally"
	"vicis/core/work"
	"vicis/internal/quilts"
)

// changes are what becomes of a quilt while it is made; the last is the way back to the first.
var changes = []func(d *document.Document){
	func(d *document.Document) { d.Top.Rows++ },
	func(d *document.Document) { d.Cloth.Usable = measure.Typed("38 in") },
	func(d *document.Document) { d.Top.Rows++ },
	func(d *document.Document) { d.Spares.Percent = 5 },
	func(d *document.Document) { d.Top.Rows-- },
	func(d *document.Document) { d.Cloth.Squaring = measure.Typed("1/4 in") },
}

// works does some of what can be done, or all of it, in the order of the plan, each as far as there are parts for it.
func (h *history) works(r *rand.Rand, all bool) {
	h.t.Helper()
	for range 400 {
		p := tally.By(h.log, h.w, h.net)
		did := false
		for i, st := range p.Steps {
			n := st.ToGo
			s := h.w.Steps[i]
			if st.Ready >= 0 {
				n = min(n, st.Ready)
			} else if len(s.Takes) > 0 { // its parts first
				continue
			}
			if n <= 0 || st.Waits != "" {
				continue
			}
			if !all && r.IntN(3) == 0 {
				if n = r.IntN(n + 1); n == 0 {
					continue
				}
			}
			if run, each := s.Together(); run != "" { // whole runs, as they are cut
				n = min((n+each-1)/each*each, max(n, st.Ready))
			}
			h.at++
			h.n++
			h.log.Add(record.Event{
				ID: fmt.Sprintf("told-%06d", h.n), Step: s.ID, Exact: s.Exact(), Look: s.Look, Kind: record.Made, N: n,
				At: fmt.Sprintf("2026-%02d-%02dT%02d:%02d:00Z", 3+h.at/40320, 1+h.at/1440%28, h.at/60%24, h.at%60),
			}, h.net.Book.Order[i])
			did = true
			break
		}
		if !did || !all && r.IntN(25) == 0 {
			return
		}
	}
}

// A quilt that is changed six times while it is made, and finished: nothing is presumed, nothing doubted, nothing is
// left to do, and of nothing that is sewn more was made than the largest of its plans takes.
func TestChangedSixTimesAndFinished(t *testing.T) {
	docs, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	r := rand.New(rand.NewPCG(39, 6))
	finished := 0
	for i, d := range docs {
		if i%4 != 0 {
			continue
		}
		if _, ok := work.Of(d); !ok {
			continue
		}
		if i%8 == 0 {
			for k, f := range d.Fabrics {
				d.Supplies = append(d.Supplies, cloth.Supply{
					ID: fmt.Sprintf("lies-%d", k), Fabric: f.ID, Kind: cloth.Yardage, Width: measure.Typed("44 in"),
					Length: measure.Typed("30 in"), Count: 1,
				})
			}
		}
		h := &history{t: t, log: stock.NewAccount()}
		h.becomes(d)
		most := map[work.Identity]int{}
		plan := func() {
			for k, s := range h.w.Steps {
				if s.Stage == batching.Units || s.Stage == batching.Blocks {
					is := h.net.Book.Order[k].Makes.Bare()
					most[is] = max(most[is], s.Make)
				}
			}
		}
		plan()
		for _, change := range changes {
			h.works(r, false)
			c := copied(t, h.d)
			change(&c)
			if _, ok := work.Of(c); !ok {
				continue
			}
			h.becomes(copied(t, c))
			plan()
		}
		h.works(r, true)
		p := tally.By(h.log, h.w, h.net)
		if len(p.Doubts) > 0 {
			t.Errorf("%s: %+v", d.Name, p.Doubts[0])
		}
		done := true
		for k, st := range p.Steps {
			s := h.w.Steps[k]
			if done = done && st.ToGo == 0; st.Presumed > 0 {
				t.Errorf("%s: %d of %s are presumed, though all were counted", d.Name, st.Presumed, s.Called)
			}
			if m := most[h.net.Book.Order[k].Makes.Bare()]; m > 0 && st.Made > m && len(h.net.Makers(k)) == 1 {
				t.Errorf("%s: %d of %s were made, and no plan took more than %d", d.Name, st.Made, s.Called, m)
			}
		}
		if done {
			finished++
		} else if p.Next == "" {
			t.Errorf("%s: it is not done, and nothing can be done", d.Name)
		}
	}
	if finished < 10 {
		t.Errorf("%d quilts were finished", finished)
	}
}
