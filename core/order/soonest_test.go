package order

import (
	"fmt"
	"math/rand"
	"testing"

	"vicis/core/batching"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/record"
	"vicis/core/school"
	"vicis/core/tally"
	"vicis/core/times"
	"vicis/core/work"
	"vicis/internal/quilts"
)

// worked is every quilt there is, its rows sewn as a web or not.
func worked(t *testing.T, web bool) (list []*work.Work) {
	for _, d := range shipped(t, web) {
		if w, ok := work.Of(d); ok {
			list = append(list, w)
		}
	}
	return list
}

// shipped is the same as it is decided.
func shipped(t *testing.T, web bool) []document.Document {
	docs, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	for i := range docs {
		if web {
			docs[i].Schools.Rows = school.Webbed
		}
	}
	return docs
}

type maker struct {
	list []record.Event
	w    *work.Work
}

func (m *maker) make(i, n int) {
	s := m.w.Steps[i]
	for ; n > 0; n -= record.MostAtOnce {
		m.list = append(m.list, record.Event{
			ID: fmt.Sprintf("made-%06d", len(m.list)), Step: s.ID, Kind: record.Made, N: min(n, record.MostAtOnce),
			Exact: s.Exact(), Look: s.Look,
		})
	}
}

// cut makes everything that is cut.
func (m *maker) cut() {
	for i, s := range m.w.Steps {
		if isCut(s) || s.Does == making.Sews && s.Stage == batching.Sets {
			m.make(i, s.Make)
		}
	}
}

// What finishes a block soonest does so, from any beginning: it is made with parts enough, one more block of that kind
// is there, and of nothing is more made than that takes.
func TestWhatIsMissingFinishesABlock(t *testing.T) {
	rng := rand.New(rand.NewSource(17)) //nolint:gosec // the same every time
	told, left := 0, 0
	for _, w := range worked(t, false) {
		index := map[naming.Step]int{}
		for i, s := range w.Steps {
			index[s.ID] = i
		}
		for round := range 6 {
			m := maker{w: w}
			m.cut()
			for i, s := range w.Steps { // something of what there are parts for
				if isCut(s) || s.Stage == batching.Sets {
					continue
				}
				if ready := tally.Fold(w, m.list).Steps[i].Ready; ready > 0 && round > 0 {
					m.make(i, rng.Intn(min(ready, s.Make)+1))
				}
			}
			before := tally.Fold(w, m.list)
			s := Of(w, before, times.Takes(record.NewLog(), w)).Soonest
			if s == nil {
				continue
			}
			told++
			fewest := s.Seams
			for i, one := range w.Steps { // no other block takes fewer
				if one.Stage == batching.Blocks && before.Steps[i].ToGo > 0 && one.Of.Batch != nil && one.Of.Batch.Shows == "" {
					fewest = min(fewest, missing(w, before, i, false).Seams)
				}
			}
			if fewest < s.Seams {
				t.Errorf("%s: %d seams, and %d are enough", w.Name, s.Seams, fewest)
			}
			seams := 0
			for _, part := range s.Parts {
				i := index[part.Step]
				m.make(i, part.ToGo)
				if b := w.Steps[i].Of.Batch; b != nil && w.Steps[i].Does == making.Sews {
					seams += part.ToGo * b.Seams
				}
			}
			after := tally.Fold(w, m.list)
			i := index[s.Block]
			if after.Steps[i].Made != before.Steps[i].Made+1 || len(after.Doubts) > len(before.Doubts) || seams != s.Seams {
				t.Errorf("%s: %d of %s, %d seams, doubts %v", w.Name, after.Steps[i].Made, s.Block, seams, after.Doubts)
			}
			for k, part := range s.Parts[:len(s.Parts)-1] { // with one less of anything there are no parts for it
				n := maker{w: w}
				n.list = append(n.list, m.list[:len(m.list)-len(s.Parts)]...)
				for l, other := range s.Parts {
					take := other.ToGo
					if l == k {
						take--
					}
					n.make(index[other.Step], take)
				}
				less := tally.Fold(w, n.list)
				step := w.Steps[index[part.Step]]
				if run, _ := step.Together(); run != "" || pressedApart(w, step) {
					continue // one run gives them all, or what is pressed otherwise serves
				}
				if presumed(less) <= presumed(before) && len(less.Doubts) <= len(before.Doubts) {
					t.Errorf("%s: %d of %s are more than %s takes", w.Name, part.ToGo, part.Step, s.Block)
				}
				left++
			}
		}
	}
	if told < 100 || left < 300 {
		t.Errorf("%d told, %d left out", told, left)
	}
	t.Logf("%d told, %d left out", told, left)
}

// pressedApart says whether another step makes the same, pressed otherwise.
func pressedApart(w *work.Work, s work.Step) bool {
	for _, o := range w.Steps {
		if o.Makes() != s.Makes() && o.Makes().Bare() == s.Makes().Bare() {
			return true
		}
	}
	return false
}

func presumed(p tally.Progress) (n int) {
	for _, s := range p.Steps {
		n += s.Presumed
	}
	return n
}

// A web takes its blocks one by one: after every seam as many of each are used as lie in it, by a second count over the
// rows; with what is on the table it can be sewn exactly as far as there are blocks; and once it is sewn as planned all
// of them are used.
func TestAWebTakesItsBlocksOneByOne(t *testing.T) {
	webs, seams := 0, 0
	for _, w := range worked(t, true) {
		index := map[naming.Step]int{}
		for i, s := range w.Steps {
			index[s.ID] = i
		}
		longest := 0
		for _, kind := range w.Layout.Rows {
			longest = max(longest, len(w.Layout.Kinds[kind].Cells))
		}
		if _, known := index[naming.Web(2)]; !known {
			continue
		}
		webs++
		m := maker{w: w}
		m.cut()
		for i, n := range w.Once() {
			if s := w.Steps[i]; s.Stage == batching.Marking || s.Stage == batching.Units || s.Stage == batching.Blocks {
				m.make(i, n)
			}
		}
		for column := 2; column <= longest; column++ {
			web := w.Steps[index[naming.Web(column)]]
			used, n, long := map[naming.Step]int{}, 0, 0.0
			for _, kind := range w.Layout.Rows {
				k := w.Layout.Kinds[kind]
				if column > len(k.Cells) {
					continue
				}
				if column == 2 {
					used[k.Cells[0].Unit.Step()]++
				} else {
					used[naming.Web(column-1)]++
				}
				used[k.Cells[column-1].Unit.Step()]++
				n++
				long += (k.High + 2*w.Layout.Seam).Inches()
				for _, take := range web.Takes {
					if take.Taken(n) != used[take.Step] {
						t.Fatalf("%s: after %d seams of column %d %d of %s, not %d", w.Name, n, column, take.Taken(n), take.Step,
							used[take.Step])
					}
				}
			}
			seams += n
			if n != web.Make {
				t.Errorf("%s: %d seams in column %d, not %d", w.Name, web.Make, column, n)
			}
			// 280 % of a seam, half of it from the bobbin, at usual stitches; where short ones are set it is more
			if metres := long * 0.0254 * 2.8 / 2; web.Bobbin*float64(n) < metres*0.999 {
				t.Errorf("%s: %v m of thread for %v m", w.Name, web.Bobbin*float64(n), metres)
			}
			for _, take := range web.Takes {
				for have := range len(take.At) {
					most := take.Lasts(have, web.Make)
					if take.Taken(most) > have || take.Taken(most+1) <= have {
						t.Errorf("%s: %d of %s are enough for %d seams", w.Name, have, take.Step, most)
					}
				}
			}
			if ready := tally.Fold(w, m.list).Steps[index[web.ID]].Ready; ready != web.Make && ready >= 0 {
				t.Errorf("%s: all blocks are there, and %d of %d seams of column %d can be sewn", w.Name, ready, web.Make, column)
			}
			m.make(index[web.ID], web.Make)
		}
		p := tally.Fold(w, m.list)
		for _, kind := range w.Layout.Rows {
			for _, c := range w.Layout.Kinds[kind].Cells {
				if i, known := index[c.Unit.Step()]; known && (p.Steps[i].OnHand < 0 || p.Steps[i].Used > p.Steps[i].Made) {
					t.Errorf("%s: %d of %s on hand once the web is sewn", w.Name, p.Steps[i].OnHand, c.Unit)
				}
			}
		}
		if len(p.Doubts) > 0 {
			t.Errorf("%s: %v", w.Name, p.Doubts[0].Says)
		}
	}
	if webs < 20 || seams < 500 {
		t.Errorf("only %d webs of %d seams", webs, seams)
	}
	t.Logf("%d webs, %d seams", webs, seams)
}

// A quilt that gets a row and a column of the same half-way keeps what hangs in its web: nothing of it is lost, and
// every column wants one seam more.
func TestAWebGoesOnWhenTheQuiltGrows(t *testing.T) {
	held := 0
	for _, d := range shipped(t, true) {
		w, ok := work.Of(d)
		if !ok || len(w.Asked.Repeat) > 1 || len(w.Asked.Repeat[0]) > 1 || len(w.Asked.Borders) > 0 {
			continue
		}
		m := maker{w: w}
		for i, s := range w.Steps {
			switch {
			case s.ID == naming.Web(2):
				m.make(i, s.Make)
			case s.ID == naming.Web(3):
				m.make(i, 1)
			}
		}
		if len(m.list) < 2 {
			continue
		}
		d.Top.Rows, d.Top.Columns = d.Top.Rows+1, d.Top.Columns+1
		grown, ok := work.Of(d)
		if !ok {
			continue
		}
		p := tally.Fold(grown, m.list)
		for i, s := range grown.Steps {
			made := map[naming.Step]int{naming.Web(2): m.list[0].N, naming.Web(3): 1}[s.ID]
			if s.ID.Column() > 0 && (p.Steps[i].Good != made || p.Steps[i].ToGo != s.Make-made) {
				t.Errorf("%s: %d of %s, %d to go of %d", d.Name, p.Steps[i].Good, s.ID, p.Steps[i].ToGo, s.Make)
			}
		}
		if len(p.NoLonger) > 0 {
			t.Errorf("%s: %s", d.Name, p.NoLonger[0].Says)
		}
		held++
	}
	if held < 20 {
		t.Errorf("only %d quilts grew", held)
	}
	t.Logf("%d quilts grew", held)
}
