package pressing_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/pressing"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/straight"
	"vicis/core/triangle"
)

// counts presses a layout of blocks that are each a grid of units, and gives how many crossings there are in all.
func counts(t *testing.T, units []making.Unit, top quilt.Top) int {
	t.Helper()
	var problems problem.List
	tb, list := sewn(units, &problems, nil)
	if !quilt.Check(top, &tb) || problems.Stopped() {
		t.Fatal(problems)
	}
	return pressing.Decide(top, &tb, list, pressing.Asking{
		School:    func(naming.Unit) pressing.School { return pressing.Nest },
		Lightness: func(string) float64 { return 50 }, Seen: piece.ByRole,
	}).Crossings
}

// How a quilt is divided into blocks does not change how many seams cross in it: units laid one by one, in blocks sewn
// in rows, in blocks sewn in columns, all of them as one block.
func TestBlocksDoNotChangeWhatCrosses(t *testing.T) {
	met := 0
	for seed := range uint64(120) {
		r := rand.New(rand.NewPCG(seed, 12))
		half := func(id string, w, h int) making.Unit { // 4 × 4 finished, whatever it is
			g := &straight.Grid{Apart: true}
			for range h {
				var row []straight.GridCell
				for range w {
					row = append(row, straight.GridCell{Unit: "half", Turn: 90 * r.IntN(4)})
				}
				g.Rows = append(g.Rows, straight.GridRow{Cells: row})
			}
			return making.Unit{ID: naming.Unit(id), Name: id, How: g}
		}
		units := []making.Unit{
			{ID: "half", Name: "half", How: &triangle.HalfSquare{
				Way: "eight", Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"}, Finished: making.Typed("2 in"),
				Sizing: "rule",
			}},
			{ID: "plain", Name: "plain", How: &straight.PlainPatch{
				Role: "A", Width: making.Typed("4 1/2 in"),
				Height: making.Typed("4 1/2 in"),
			}},
			half("k1", 2, 2), half("k2", 2, 2),
		}
		kinds := []naming.Unit{"k1", "k2", "plain"}
		down, across := 1+r.IntN(4), 2+r.IntN(3)
		cells := make([][]straight.GridCell, down)
		for i := range cells {
			for range across {
				cells[i] = append(cells[i], straight.GridCell{Unit: kinds[r.IntN(3)], Turn: 90 * r.IntN(4)})
			}
		}
		loose := quilt.Top{Rows: down, Columns: across}
		for _, row := range cells {
			var list []quilt.Cell
			for _, c := range row {
				list = append(list, quilt.Cell{Unit: c.Unit, Turn: c.Turn})
			}
			loose.Repeat = append(loose.Repeat, list)
		}
		want := counts(t, units, loose)
		met += want
		for _, first := range []straight.First{straight.RowsFirst, straight.ColumnsFirst} {
			for _, apart := range []bool{false, true} {
				whole := making.Unit{
					ID: "whole", Name: "whole",
					How: &straight.Grid{Rows: straight.Rows(cells), First: first, Apart: apart},
				}
				one := quilt.Top{Rows: 1, Columns: 1, Repeat: [][]quilt.Cell{{{Unit: "whole"}}}}
				if n := counts(t, append(units[:len(units):len(units)], whole), one); n != want {
					t.Errorf("seed %d, %d × %d, %s first: %d crossings as one block, %d laid one by one", seed, across, down,
						first, n, want)
				}
			}
		}
	}
	if met < 1000 {
		t.Errorf("only %d crossings in all", met)
	}
}

// Four units of eight triangles have their diagonals and their straight seams at one point: as one block, sewn in rows,
// two seams meet over each half of the last but one and three over the last, and as four blocks it is no different.
func TestEightSeamsMeetAtOnePoint(t *testing.T) {
	units := []making.Unit{{ID: "half", Name: "half", How: &triangle.HalfSquare{
		Way: "eight", Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"}, Finished: making.Typed("2 in"),
		Sizing: "rule",
	}}}
	var problems problem.List
	_, list := sewn(units, &problems, nil)
	turns := [][]int{{0, 0}, {0, 0}}
	for i := range 4 {
		rises := i == 1 || i == 2 // toward the middle of the four, from its outer corner
		for _, turn := range []int{0, 90} {
			s := list[0].Piece.Turn(turn).Seams[0]
			if up := (s.To.X.Cmp(s.From.X) > 0) != (s.To.Y.Cmp(s.From.Y) > 0); up == rises {
				turns[i/2][i%2] = turn
			}
		}
	}
	grid := &straight.Grid{}
	loose := quilt.Top{Rows: 2, Columns: 2}
	for _, row := range turns {
		var cells []straight.GridCell
		var laid []quilt.Cell
		for _, turn := range row {
			cells, laid = append(cells, straight.GridCell{Unit: "half", Turn: turn}),
				append(laid, quilt.Cell{Unit: "half", Turn: turn})
		}
		grid.Rows, loose.Repeat = append(grid.Rows, straight.GridRow{Cells: cells}), append(loose.Repeat, laid)
	}
	units = append(units, making.Unit{ID: "four", Name: "four", How: grid})
	one := quilt.Top{Rows: 1, Columns: 1, Repeat: [][]quilt.Cell{{{Unit: "four"}}}}
	if a, b := counts(t, units, one), counts(t, units, loose); a != 5 || b != 5 {
		t.Errorf("%d crossings as one block, %d as four, and a pencil finds 5", a, b)
	}
}

// Of answers that nest as many crossings and grant as many wishes a row goes all one way: these did not.
func TestOfEqualsTheEasiestToSayWins(t *testing.T) {
	for _, c := range []struct {
		seed uint64
		row  naming.Step
	}{{211, "row-2"}, {370, "row-2"}, {2310, "row-2"}, {2517, "row-3"}, {2836, "row-3"}} {
		p, ok := random(t, rand.New(rand.NewPCG(c.seed, 16)))
		if !ok {
			t.Fatal(c.seed)
		}
		for _, k := range p.Layout.AllRows() {
			var sides []int
			for j := 1; j < len(k.Cells); j++ {
				sides = append(sides, p.Decisions[k.SeamID(j)].X)
			}
			if said := fmt.Sprint(sides); k.ID == c.row && said != fmt.Sprint(all(sides[0], len(sides))) {
				t.Errorf("seed %d, %s: %s", c.seed, k.ID, said)
			}
		}
	}
}

func all(x, n int) []int {
	list := make([]int, n)
	for i := range list {
		list[i] = x
	}
	return list
}
