package pressing_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"vicis/core/askpress"
	"vicis/core/library"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/pressing"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/straight"
)

// fiveKinds is 60 × 60 blocks of five kinds in no order, each turned as it comes: no two rows are alike.
func fiveKinds(b *testing.B) (quilt.Top, making.Table, []making.Made) {
	b.Helper()
	r := rand.New(rand.NewPCG(60, 60))
	var units []making.Unit
	for k := range 5 {
		var strips []straight.SetStrip
		for i := range 3 {
			strips = append(strips, straight.SetStrip{
				ID: fmt.Sprint(i), Role: string(rune('A' + (i+k)%3)),
				Width: making.Typed("1 strip"),
			})
		}
		set, segment, block := fmt.Sprintf("set%d", k), fmt.Sprintf("seg%d", k), fmt.Sprintf("b%d", k)
		j := &straight.Joined{}
		for i := range 3 {
			j.Columns = append(j.Columns, making.Part{
				ID: fmt.Sprint(i), Unit: naming.Unit(segment),
				Turn: 180 * ((i + k) % 2),
			})
		}
		units = append(units, making.Unit{ID: naming.Unit(set), Name: set, How: &straight.StripSet{Strips: strips}},
			making.Unit{ID: naming.Unit(segment), Name: segment, How: &straight.SubCut{From: naming.Unit(set)}},
			making.Unit{ID: naming.Unit(block), Name: block, How: j})
	}
	top := quilt.Top{Rows: 60, Columns: 60}
	for range 60 {
		var row []quilt.Cell
		for range 60 {
			row = append(row, quilt.Cell{Unit: naming.Unit(fmt.Sprintf("b%d", r.IntN(5))), Turn: 90 * r.IntN(4)})
		}
		top.Repeat = append(top.Repeat, row)
	}
	var problems problem.List
	tb, list := sewn(units, &problems, nil)
	if !quilt.Check(top, &tb) {
		b.Fatal(problems)
	}
	return top, tb, list
}

func BenchmarkSixtyBySixtyOfFiveKinds(b *testing.B) {
	top, tb, units := fiveKinds(b)
	ask := pressing.Asking{
		School:    func(naming.Unit) pressing.School { return pressing.Nest },
		Lightness: func(role string) float64 { return float64(role[0]) },
		Seen:      piece.ByRole,
	}
	for b.Loop() {
		p := pressing.Decide(top, &tb, units, ask)
		if p.Crossings < 30000 || p.Bound > p.Clashes {
			b.Fatalf("%d crossings, %d clash, at least %d", p.Crossings, p.Clashes, p.Bound)
		}
		b.ReportMetric(float64(p.Clashes-p.Bound), "gap")
	}
}

// Every block of the library, 6 × 7 of it, as a plan goes through it: sewn, pressed, counted and cut.
func BenchmarkLibraryBlocks(b *testing.B) {
	entries, err := library.List()
	if err != nil {
		b.Fatal(err)
	}
	for b.Loop() {
		for _, e := range entries {
			d := e.Document
			d.Top.Columns, d.Top.Rows = 6, 7
			if _, ok := askpress.Pressed(d); !ok {
				b.Fatal(e.ID)
			}
		}
	}
	b.ReportMetric(float64(b.Elapsed().Microseconds())/float64(b.N*len(entries)), "µs/block")
}
