package recut_test

import (
	"fmt"
	"slices"
	"testing"
	"time"

	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/plan"
	"vicis/core/quilt"
	"vicis/core/recut"
	"vicis/core/straight"
	"vicis/core/work"
	"vicis/internal/trial/whole"
)

// partsOfParts is four-patches cut again and joined, and that cut again and joined, laid to some ten thousand patches;
// and the same patches as a grid of squares and rectangles.
func partsOfParts(tb testing.TB) (again, grid document.Document, patches int) {
	tb.Helper()
	d := whole.FromLibrary(tb, "corners-exchanged")
	var cells [][]straight.GridCell
	for r := range 2 {
		cells = append(cells, nil)
		for c := range 2 {
			cells[r] = append(cells[r], straight.GridCell{Unit: naming.Of("quarter").Place(r, c), Turn: 180 * ((r + c) % 2)})
		}
	}
	d.Parts = append(d.Parts,
		making.Unit{ID: "quarter", Name: "Quarter", How: &recut.CutAgain{
			From: "block",
			Upright: recut.Knife{Lines: []recut.KnifeCut{
				{From: recut.FromLeft, By: making.Typed("3 in")},
				{From: recut.FromRight, By: making.Typed("3 in")},
			}},
			Level: recut.Knife{Lines: []recut.KnifeCut{
				{From: recut.FromTop, By: making.Typed("3 in")},
				{From: recut.FromBottom, By: making.Typed("3 in")},
			}},
		}},
	)
	cells = cells[:0]
	for r := range 3 {
		cells = append(cells, nil)
		for c := range 3 {
			cells[r] = append(cells[r], straight.GridCell{Unit: naming.Of("quarter").Place(r, c), Turn: 180 * ((r + c) % 2)})
		}
	}
	d.Parts = append(d.Parts, making.Unit{ID: "last", Name: "Last", How: straight.Relaid(&straight.Grid{}, cells)})
	d.Top = quilt.Top{Rows: 1, Columns: 1, Repeat: [][]quilt.Cell{{{Unit: "last"}}}}
	w, ok := work.Of(d)
	if !ok {
		tb.Fatal(*w.Problems)
	}
	last := w.Unit("last").Piece
	xs, ys, s := last.Parallels(true), last.Parallels(false), piece.Of(w.Table.Seam)
	xs, ys = append(append([]piece.Num{s}, xs...), last.W.Sub(s)), append(append([]piece.Num{s}, ys...), last.H.Sub(s))
	grid, err := document.Copy(d)
	if err != nil {
		tb.Fatal(err)
	}
	grid.Parts = nil
	block := &straight.Grid{}
	for r := range len(ys) - 1 {
		block.Rows = append(block.Rows, straight.GridRow{ID: fmt.Sprintf("row-%d", r+1)})
		for c := range len(xs) - 1 {
			middle := func(a, b piece.Num) piece.Num { h, _ := a.Add(b).Half(); return h }
			role := ""
			for _, p := range last.Patches {
				if x, y := middle(xs[c], xs[c+1]), middle(ys[r], ys[r+1]); inside(p, x, y) {
					role = p.Role
				}
			}
			w := xs[c+1].Sub(xs[c]).Add(s).Add(s).Nearest()
			h := ys[r+1].Sub(ys[r]).Add(s).Add(s).Nearest()
			id := naming.Of(fmt.Sprintf("p-%s-%d-%d", role, w, h))
			if !slices.ContainsFunc(grid.Parts, func(u making.Unit) bool { return u.ID == id }) {
				grid.Parts = append(grid.Parts, making.Unit{ID: id, Name: string(id), How: &straight.PlainPatch{
					Role: role, Width: making.Wide(w), Height: making.Wide(h),
				}})
			}
			block.Rows[r].Cells = append(block.Rows[r].Cells, straight.GridCell{Unit: id})
		}
	}
	grid.Parts = append(grid.Parts, making.Unit{ID: "last", Name: "Last", How: block})
	n := len(last.Patches)
	side := 1
	for side*side*n < 10_000 {
		side++
	}
	d.Top.Rows, d.Top.Columns, grid.Top.Rows, grid.Top.Columns = side, side, side, side
	return d, grid, side * side * n
}

func inside(p piece.Patch, x, y piece.Num) bool {
	x0, y0, x1, y1 := piece.Piece{Patches: []piece.Patch{p}}.Bounds()
	return x0.Cmp(x) < 0 && x.Cmp(x1) < 0 && y0.Cmp(y) < 0 && y.Cmp(y1) < 0
}

// BenchmarkPartsOfParts plans ten thousand patches from parts of parts and the same as a grid, in turn: at most 1.5 ×
// is promised.
func BenchmarkPartsOfParts(b *testing.B) {
	again, grid, n := partsOfParts(b)
	var spent [2]time.Duration
	for b.Loop() {
		for i, d := range []document.Document{again, grid} {
			from := time.Now()
			if p, problems := plan.Make(d, nil); problems.Stopped() || len(p.Steps) == 0 {
				b.Fatal(problems)
			}
			spent[i] += time.Since(from)
		}
	}
	b.ReportMetric(float64(spent[0])/float64(spent[1]), "again÷grid")
	b.ReportMetric(float64(n), "patches")
}
