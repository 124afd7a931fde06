package stock_test

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"reflect"
	"slices"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/fewest"
	"vicis/core/measure"
	"vicis/core/net"
	"vicis/core/record"
	"vicis/core/stock"
	"vicis/core/work"
	"vicis/internal/quilts"
)

// plans is some quilts, each with what it becomes when it gets a row, other cloth or a narrower width.
func plans(t testing.TB) (list [][]*work.Work) {
	t.Helper()
	docs, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	for i, d := range docs {
		if i%4 != 0 {
			continue
		}
		var of []*work.Work
		for _, change := range []func(d *document.Document){
			func(*document.Document) {},
			func(d *document.Document) { d.Top.Rows++ },
			func(d *document.Document) { d.Roles[0].Fabric = d.Fabrics[len(d.Fabrics)-1].ID },
		} {
			c, err := document.Copy(d)
			if err != nil {
				t.Fatal(err)
			}
			change(&c)
			if w, ok := work.Of(c); ok {
				of = append(of, w)
			}
		}
		list = append(list, of)
	}
	return list
}

// happened is an event and the plan it was counted by.
type happened struct {
	event record.Event
	by    *stock.Recipe
}

// history is some acts of one quilt, each by the plan of its day.
func history(r *rand.Rand, books []*stock.Book, n int) (list []happened) {
	for i := range n {
		b := books[min(len(books)-1, i*len(books)/n)]
		one := b.Order[r.IntN(len(b.Order))]
		e := record.Event{
			ID: fmt.Sprintf("event-%04d", i), Step: one.Step, Exact: one.Makes.Size,
			At:   fmt.Sprintf("2026-03-01T%02d:%02d:00Z", i/60, i%60),
			Kind: []record.EventKind{"made", "made", "made", "aside", "recount", "pile", "unpicked", "pressed"}[r.IntN(8)],
			N:    1 + r.IntN(30),
		}
		list = append(list, happened{e, one})
		if r.IntN(5) == 0 {
			of := list[r.IntN(len(list))].event
			list = append(list, happened{record.Event{ID: e.ID + "-back", Kind: record.Undo, Of: of.ID, At: e.At}, nil})
		}
	}
	return list
}

func folded(list []happened) *stock.Account {
	l := stock.NewAccount()
	for _, h := range list {
		l.Add(h.event, h.by)
	}
	return l
}

// held is what there is, by thing.
func held(l *stock.Account) map[work.Identity]stock.Held {
	m := map[work.Identity]stock.Held{}
	for _, h := range l.All() {
		if h.Made+h.Presumed+h.Aside+h.Used != 0 {
			slices.SortFunc(h.Told, func(a, b stock.AtStep) int { return int(len(a.Step)) - int(len(b.Step)) })
			h.Step, h.Called, h.Told = "", "", nil // as it was told last
			m[h.Makes] = h
		}
	}
	return m
}

// Whatever happens, of every thing what was made and what is presumed is used, set aside or on hand; nothing is below
// nought; the same acts come to the same in whatever order they arrive, and with each taken back to nothing.
func TestWhatThereIsAddsUp(t *testing.T) {
	r := rand.New(rand.NewPCG(38, 1))
	things := 0
	for _, of := range plans(t) {
		var books []*stock.Book
		for _, w := range of {
			books = append(books, stock.BookOf(w))
		}
		for range 6 {
			list := history(r, books, 40)
			l := folded(list)
			want, rests := held(l), map[work.Identity][]fewest.Offcut{}
			for is, h := range want {
				things++
				rests[is] = l.Rests(is)
				if h.Made+h.Presumed != h.Used+h.Aside+h.OnHand || h.OnHand < 0 || h.Presumed < 0 || h.Doubted < 0 {
					t.Fatalf("%s, %v: %+v", of[0].Name, is, h)
				}
			}
			for range 3 {
				late := slices.Clone(list)
				r.Shuffle(len(late), func(i, j int) { late[i], late[j] = late[j], late[i] })
				l := stock.NewAccount()
				for i, h := range late {
					l.Add(h.event, h.by)
					if i%7 == 0 {
						l.All() // folded up to there
					}
				}
				if got := held(l); !reflect.DeepEqual(got, want) {
					t.Fatalf("%s: in another order %v, not %v", of[0].Name, got, want)
				}
				for is := range want {
					if got, want := l.Rests(is), rests[is]; !reflect.DeepEqual(got, want) {
						t.Fatalf("%s: in another order %v are left of %v, not %v", of[0].Name, got, is, want)
					}
				}
			}
			for i, h := range list {
				if !l.Void(h.event.ID) && h.event.Kind != record.Undo {
					l.Add(record.Event{ID: fmt.Sprintf("all-%04d", i), Kind: record.Undo, Of: h.event.ID}, nil)
				}
			}
			if got := held(l); len(got) > 0 {
				t.Fatalf("%s: all taken back, and there is %v", of[0].Name, got)
			}
		}
	}
	if things < 1500 {
		t.Errorf("only %d things", things)
	}
}

// What is asked for is never below nought, and what lies there is not asked for; a plan that is changed and changed
// back asks for the same.
func TestWhatLiesThereIsNotAskedFor(t *testing.T) {
	r := rand.New(rand.NewPCG(38, 2))
	asked := 0
	for _, of := range plans(t) {
		var books []*stock.Book
		var all []*net.Plan
		for _, w := range of {
			p := net.Of(w)
			all, books = append(all, p), append(books, p.Book)
		}
		for range 6 {
			l := folded(history(r, books, 30))
			for k, p := range all {
				needs, _ := p.From(p.There(l))
				for i, n := range needs {
					if asked++; n.ToGo < 0 || n.OnHand < 0 || n.Gross > 0 && n.ToGo > 0 && n.OnHand >= n.Gross+of[k].Steps[i].Spare {
						t.Fatalf("%s, %s: %+v", of[k].Name, of[k].Steps[i].ID, n)
					}
				}
				again, _ := net.Of(of[k]).From(p.There(l))
				if !reflect.DeepEqual(needs, again) {
					t.Fatalf("%s: asked twice, and differently", of[k].Name)
				}
			}
		}
	}
	if asked < 3500 {
		t.Errorf("only %d steps", asked)
	}
}

// A recipe is read as it was written, and counts the same.
func TestRecipesAreReadAsTheyWereWritten(t *testing.T) {
	r := rand.New(rand.NewPCG(38, 3))
	texts := 0
	for _, of := range plans(t) {
		kept := map[string]string{}
		out, in := stock.NewWriter(), stock.NewReader()
		book := stock.BookOf(of[0])
		list := history(r, []*stock.Book{book}, 30)
		read := slices.Clone(list)
		for i, h := range list {
			if h.by == nil {
				continue
			}
			name := out.Write(h.by, func(name, text string) { kept[name] = text })
			one, err := in.Read(name, func(name string) (string, error) {
				text, there := kept[name]
				if !there {
					return "", errors.New("it is not kept")
				}
				return text, nil
			})
			if err != nil {
				t.Fatal(err)
			}
			read[i].by = one
		}
		texts += len(kept)
		if got, want := held(folded(read)), held(folded(list)); !reflect.DeepEqual(got, want) {
			t.Errorf("%s: %v, not %v", of[0].Name, got, want)
		}
	}
	if texts < 200 {
		t.Errorf("only %d recipes", texts)
	}
	if _, err := stock.NewReader().Read("a", func(string) (string, error) { return `{"takes":[{"of":"a"}]}`, nil }); err == nil {
		t.Error("a recipe that is made of itself is read")
	}
}

// What is left of the strips, sets and tubes that were begun is as long as they were, less what was cut across them and
// what squaring up took.
func TestWhatIsLeftIsWhatWasNotCutOff(t *testing.T) {
	r := rand.New(rand.NewPCG(39, 1))
	told := 0
	for _, of := range plans(t) {
		book := stock.BookOf(of[0])
		if of[0].Table.Every > 0 {
			continue
		}
		for range 8 {
			l := stock.NewAccount()
			for i, one := range book.Order {
				if one.All > 0 {
					l.Add(record.Event{ID: fmt.Sprint(i), Step: one.Step, Kind: record.Made, N: 1 + r.IntN(one.All)}, one)
				}
			}
			there := held(l)
			cut := map[work.Identity]measure.Length{}
			for _, one := range book.Order {
				for _, take := range one.Takes {
					if take.Wide > 0 && cut[take.Of.Makes] >= 0 {
						cut[take.Of.Makes] += measure.Length(there[one.Makes].Made+there[one.Makes].Presumed) * take.Wide
						delete(there, one.Makes) // several steps cut the same
					}
				}
			}
			for _, one := range book.Order {
				if one.Stuff == nil || there[one.Makes].Presumed > 0 {
					continue
				}
				sum := measure.Length(0)
				for _, rest := range l.Rests(one.Makes) {
					sum += measure.Length(rest.Length) * measure.Length(rest.Count)
				}
				used := measure.Length(there[one.Makes].Used)
				if want := used*(one.Stuff.Long-one.Stuff.Squares) - cut[one.Makes]; sum != want {
					t.Fatalf("%s: %d of %s begun, %v cut across them, %v left, not %v", of[0].Name, used, one.Called,
						cut[one.Makes], sum, want)
				}
				told++
			}
		}
	}
	if told < 100 {
		t.Errorf("only %d looked at", told)
	}
}

// The act that comes last costs the same after ten thousand as after ten.
func BenchmarkOneMore(b *testing.B) {
	of := plans(b)[0][0]
	book := stock.BookOf(of)
	r := rand.New(rand.NewPCG(38, 4))
	for _, n := range []int{10, 10_000} {
		l := folded(history(r, []*stock.Book{book}, n))
		l.All()
		at := 0
		b.Run(fmt.Sprint(n), func(b *testing.B) {
			for b.Loop() {
				at++
				one := book.Order[at%len(book.Order)]
				l.Add(record.Event{
					ID: fmt.Sprintf("more-%d-%d", n, at), Step: one.Step, Exact: one.Makes.Size, Kind: record.Made, N: 1,
				}, one)
				l.All()
			}
		})
	}
}

// FuzzHistory is acts, undos and late arrivals made of bytes: what there is adds up, and comes to the same in the order
// in which it happened.
func FuzzHistory(f *testing.F) {
	var all [][]*stock.Book
	for _, of := range plans(f) {
		var books []*stock.Book
		for _, w := range of {
			books = append(books, stock.BookOf(w))
		}
		all = append(all, books)
	}
	f.Add([]byte{0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15})
	f.Add([]byte{0, 200, 9, 1, 3, 7, 2, 0, 1, 9, 9, 9, 0, 7, 255, 255, 1, 1, 1, 1})
	f.Fuzz(func(t *testing.T, data []byte) {
		if len(data) == 0 {
			return
		}
		books := all[int(data[0])%len(all)]
		var list []happened
		for i := 1; i+4 < len(data) && i < 400; i += 5 {
			b := books[int(data[i])%len(books)]
			one := b.Order[int(data[i+1])%len(b.Order)]
			e := record.Event{
				ID: fmt.Sprintf("event-%04d", i), Step: one.Step, Exact: one.Makes.Size, N: 1 + int(data[i+2])%40,
				At:   fmt.Sprintf("2026-03-01T10:%02d:%02dZ", data[i+3]%60, i%60),
				Kind: []record.EventKind{"made", "aside", "recount", "pile", "unpicked", "undo", "pressed"}[data[i+4]%7],
			}
			if e.Kind == record.Undo {
				if one = nil; len(list) > 0 {
					e.Of = list[int(data[i+2])%len(list)].event.ID
				}
			}
			list = append(list, happened{e, one})
		}
		want := held(folded(list))
		for is, h := range want {
			if h.Made+h.Presumed != h.Used+h.Aside+h.OnHand || h.OnHand < 0 || h.Presumed < 0 {
				t.Fatalf("%v: %+v", is, h)
			}
		}
		slices.SortStableFunc(list, func(a, b happened) int { return strings.Compare(a.event.At, b.event.At) })
		if got := held(folded(list)); !reflect.DeepEqual(got, want) {
			t.Fatalf("as it happened %v, as it came %v", got, want)
		}
	})
}
