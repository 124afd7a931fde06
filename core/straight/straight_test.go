package straight_test

import (
	"fmt"
	"reflect"
	"strings"
	"testing"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/straight"
	"vicis/core/triangle"
	"vicis/internal/trial"
)

// Common practice: n strips of w give n·w − ½(n−1), a set gives ⌊(usable − squaring up) / width⌋ sub-cuts, and the
// check values of strip piecing that quilters know by heart.
func TestStripSetsAndSubCuts(t *testing.T) {
	for _, c := range []struct {
		usable measure.Length
		strips []string
		at     string
		wide   measure.Length
	}{
		{40 * trial.In, []string{"3 1/2", "3 1/2"}, "6 1/2", 13 * trial.In / 2}, // two 3½″ strips: 6½″
		{40 * trial.In, []string{"", "", ""}, "", 13 * trial.In / 2},            // three of 2½″: 6½″
		{13 * trial.In, []string{"", ""}, "", 9 * trial.In / 2},                 // a short set
		{40 * trial.In, []string{"", "", "", "", ""}, "", 21 * trial.In / 2},    // five of 2½″: 10½″
		{40 * trial.In, []string{"1 strip", "3 strips", "1 strip"}, "", 21 * trial.In / 2},
		{42 * trial.In, []string{"2 1/2 in", "6 1/2"}, "1 1/2", 17 * trial.In / 2},
	} {
		var problems problem.List
		made, _ := making.All([]making.Unit{trial.Set("s", c.strips...), trial.Cut("c", "s", c.at)},
			trial.Table(c.usable, &problems))
		_, h := made["s"].Piece.Size()
		if h != c.wide || len(problems) > 0 {
			t.Errorf("%v: set %v″ wide, want %v (%v)", c.strips, h.Inches(), c.wide.Inches(), problems)
		}
	}
}

func TestGridsOfSegments(t *testing.T) {
	var problems problem.List
	made, order := making.All([]making.Unit{
		// parts may stand anywhere in the document
		trial.Join("block", making.Part{Unit: "c"}, making.Part{Unit: "d"}, making.Part{Unit: "c", Turn: 180}),
		trial.Set("s", "", "", ""), trial.Cut("c", "s", ""), trial.Set("r", "", "", ""), trial.Cut("d", "r", ""),
	}, trial.Table(40*trial.In, &problems))
	if w, h := made["block"].Piece.Size(); w != 13*trial.In/2 || h != 13*trial.In/2 || len(problems) > 0 {
		t.Fatalf("nine-patch of 2½″: %v × %v (%v)", w.Inches(), h.Inches(), problems)
	}
	if order[len(order)-1] != "block" {
		t.Errorf("the block is made before its parts: %v", order)
	}
	acts := made["block"].Acts
	if len(acts) != 2 || acts[0].ID != "block/b" || acts[1].ID != "block" {
		t.Errorf("acts %+v", acts)
	}
	if want := []making.ActTake{{Act: "block/b", Each: 1}, {Act: "c", Each: 1}}; !reflect.DeepEqual(acts[1].Takes, want) {
		t.Errorf("the last join takes %v, want %v", acts[1].Takes, want)
	}
	pair, _ := making.All([]making.Unit{
		trial.Set("s", "", ""), trial.Cut("c", "s", ""),
		trial.Join("four", making.Part{Unit: "c"}, making.Part{Unit: "c", Turn: 180}),
	}, trial.Table(40*trial.In, &problems))
	if want := []making.ActTake{{Act: "c", Each: 2}}; !reflect.DeepEqual(pair["four"].Acts[0].Takes, want) {
		t.Errorf("a four-patch takes %v, want %v", pair["four"].Acts[0].Takes, want)
	}
}

// Check values: 4½ framed by 1½ strips is 6½; log cabin of centre 2, logs 1, three rounds: 2½, 3½, 3½ … 8½, finished 8.
func TestFramesAndLogs(t *testing.T) {
	framed := trial.Must(t, &straight.Frame{
		Centre: making.Input{Role: "A"}, Width: making.Typed("4"), Height: making.Typed("4"),
		Frames: []straight.FrameRound{{ID: "f", Role: "B", Strip: making.Typed("1 1/2")}},
	})
	if w, h := framed.Piece.Size(); w != 13*trial.In/2 || h != 13*trial.In/2 {
		t.Errorf("%v × %v", w.Inches(), h.Inches())
	}
	cabin := trial.Must(t, &straight.LogCabin{
		Centre: making.Input{Role: "C"}, Width: making.Typed("2"), Height: making.Typed("2"), Rounds: 3,
		Logs: []straight.CabinLog{
			{Role: "L", Strip: making.Typed("1 1/2")},
			{Role: "L", Strip: making.Typed("1 1/2")},
			{Role: "D", Strip: making.Typed("1 1/2")},
			{Role: "D", Strip: making.Typed("1 1/2")},
		},
	})
	var logs []float64
	for _, a := range cabin.Acts {
		if a.Does == making.Sews {
			logs = append(logs, a.Each.Inches())
		}
	}
	if want := "[2.5 3.5 3.5 4.5 4.5 5.5 5.5 6.5 6.5 7.5 7.5 8.5]"; fmt.Sprint(logs) != want {
		t.Errorf("logs %v, want %s", logs, want)
	}
	if w, _ := cabin.Piece.Finished(trial.In / 4).Size(); w != 8*trial.In {
		t.Errorf("finished %v", w.Inches())
	}
	if cabin.Size.Sums[0] != "across: 3 × 1½″ + 2½″ + 3 × 1½″ − 6 seams × ½″ = 8½″" {
		t.Errorf("%v", cabin.Size.Sums)
	}
	// Light and dark halves: the finished dark cloth lies on one side of a diagonal, apart from the centre.
	light, dark := 0.0, 0.0
	for _, p := range cabin.Piece.Patches {
		area := piece.Piece{Patches: []piece.Patch{p}}.Area().Inches()
		switch p.Role {
		case "L":
			light += area
		case "D":
			dark += area
		}
	}
	if light <= 0 || dark <= light {
		t.Errorf("light %v, dark %v: the later logs are longer", light, dark)
	}
	half := trial.Must(t, &straight.LogCabin{
		Centre: making.Input{Role: "C"}, Width: making.Typed("2"), Height: making.Typed("2"), Rounds: 3, Half: true,
		Logs: []straight.CabinLog{{Role: "L", Strip: making.Typed("1 1/2")}},
	})
	if w, h := half.Piece.Size(); w != 11*trial.In/2 || h != 11*trial.In/2 ||
		half.Piece.Patches[0].Poly[0] != (piece.Point{}) {
		t.Errorf("a half log cabin grows on two sides, its centre stays in the corner: %v × %v", w.Inches(), h.Inches())
	}
}

// Rows and columns first look alike; rows that are alike, also turned end for end, are one step.
func TestGridsOfMixedUnits(t *testing.T) {
	parts := []making.Unit{
		{ID: "h", Name: "half", How: &triangle.HalfSquare{
			Way: triangle.Two, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
			Finished: making.Typed("2"),
		}},
		{ID: "p", Name: "plain", How: &straight.PlainPatch{
			Role: "A", Width: making.Typed("2 1/2"),
			Height: making.Typed("2 1/2"),
		}},
	}
	cell := func(unit string, turn int) straight.GridCell {
		return straight.GridCell{Unit: naming.Unit(unit), Turn: turn}
	}
	star := straight.Grid{Rows: straight.Rows([][]straight.GridCell{
		{cell("p", 0), cell("h", 90), cell("h", 180), cell("p", 0)},
		{cell("h", 90), cell("p", 90), cell("p", 0), cell("h", 180)},
		{cell("h", 0), cell("p", 180), cell("p", 270), cell("h", 270)},
		{cell("p", 180), cell("h", 0), cell("h", 270), cell("p", 180)},
	})}
	rows := trial.Must(t, &star, parts...)
	star.First = straight.ColumnsFirst
	columns := trial.Must(t, &star, parts...)
	if !piece.SameLook(rows.Piece, columns.Piece, piece.ByRole) {
		t.Error("columns first looks different")
	}
	if w, h := rows.Piece.Size(); w != 17*trial.In/2 || h != 17*trial.In/2 {
		t.Errorf("%v × %v", w.Inches(), h.Inches())
	}
	if len(rows.Acts) != 3 || rows.Acts[0].Takes[0].Each != 2 ||
		rows.Acts[2].Takes[0] != (making.ActTake{Act: "u/row-1", Each: 2}) {
		t.Errorf("the lower rows are the upper ones turned: %+v", rows.Acts[len(rows.Acts)-1].Takes)
	}
	pin := trial.Must(t, &straight.Grid{Rows: straight.Rows([][]straight.GridCell{
		{cell("h", 0), cell("h", 90)},
		{cell("h", 270), cell("h", 180)},
	})},
		parts...)
	if len(pin.Piece.Meetings) == 0 || len(pin.Acts) != 2 {
		t.Errorf("pinwheel: %d meetings, %d acts", len(pin.Piece.Meetings), len(pin.Acts))
	}
}

// Columns of 2½″, 3½″ and 2½″, rows of 4½″ and 2½″: 8½″ − 2 × ½″ = 7½″ across and 7″ − ½″ = 6½″ down, whichever is sewn
// first; what is alone in its row or column is no sum, and what is as much both ways is told once.
func TestTheSumsOfAGrid(t *testing.T) {
	var parts []making.Unit
	plain := func(w, h making.Breadth) straight.GridCell {
		id := naming.Unit(fmt.Sprintf("p%d", len(parts)))
		parts = append(parts, making.Unit{
			ID: id, Name: string(id),
			How: &straight.PlainPatch{Role: "A", Width: w, Height: h},
		})
		return straight.GridCell{Unit: id}
	}
	wide := [][]straight.GridCell{
		{
			plain(making.Typed("2 1/2"), making.Typed("4 1/2")), plain(making.Typed("3 1/2"), making.Typed("4 1/2")),
			plain(making.Typed("2 1/2"), making.Typed("4 1/2")),
		},
		{
			plain(making.Typed("2 1/2"), making.Typed("2 1/2")), plain(making.Typed("3 1/2"), making.Typed("2 1/2")),
			plain(making.Typed("2 1/2"), making.Typed("2 1/2")),
		},
	}
	for want, rows := range map[string][][]straight.GridCell{
		"across: 2½″ + 3½″ + 2½″ − 2 seams × ½″ = 7½″; down: 4½″ + 2½″ − 1 seam × ½″ = 6½″": wide,
		"across: 2½″ + 3½″ + 2½″ − 2 seams × ½″ = 7½″":                                      wide[1:],
		"down: 4½″ + 2½″ − 1 seam × ½″ = 6½″":                                               {wide[0][:1], wide[1][:1]},
		"across: 2½″ + 3½″ − 1 seam × ½″ = 5½″": {
			{plain(making.Typed("2 1/2"),
				making.Typed("2 1/2")), plain(making.Typed("3 1/2"), making.Typed("2 1/2"))},
			{plain(making.Typed("2 1/2"), making.Typed("3 1/2")), plain(making.Typed("3 1/2"), making.Typed("3 1/2"))},
		},
	} {
		for _, first := range []straight.First{straight.RowsFirst, straight.ColumnsFirst} {
			if sums := strings.Join(trial.Must(t, &straight.Grid{Rows: straight.Rows(rows), First: first}, parts...).Size.Sums,
				"; "); sums != want {
				t.Errorf("%s first: %s, want %s", first, sums, want)
			}
		}
	}
}
