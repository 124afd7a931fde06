package batching_test

import (
	"slices"
	"testing"

	"vicis/core/batching"
	"vicis/core/demand"
	"vicis/core/library"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
	"vicis/core/work"
	"vicis/internal/quilts"
)

// The order of sewing never waits for itself: whatever a batch takes is cut, or was sewn in a batch before it.
func TestABatchTakesOnlyWhatWasMadeBefore(t *testing.T) {
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	for _, e := range list {
		d := e.Document
		role := d.Roles[0].ID
		d.Top.Borders = []quilt.Border{{ID: "around", Name: "around", Role: role, Width: making.Typed("3 in"), Corners: role}}
		d.Top.Backing, d.Top.Binding = &quilt.Backing{Role: role}, &quilt.Binding{Role: role}
		w, ok := work.Of(d)
		if !ok {
			t.Fatal(e.ID, *w.Problems)
		}
		sewn, done := map[naming.Step]bool{}, map[naming.Step]bool{}
		for _, b := range w.Batches {
			sewn[b.ID] = true
		}
		stage := 0
		for _, b := range w.Batches {
			for _, take := range b.Takes {
				if sewn[take.ID] && !done[take.ID] {
					t.Errorf("%s: %s takes %s before it is made", e.ID, b.ID, take.ID)
				}
			}
			done[b.ID] = true
			for batching.Stages[stage] != b.Stage {
				if stage++; stage == len(batching.Stages) {
					t.Fatalf("%s: %s comes after its stage", e.ID, b.ID)
				}
			}
			if b.Make < 1 || b.Does == making.Sews && b.Seams < 1 {
				t.Errorf("%s: %s makes %d with %d seams", e.ID, b.ID, b.Make, b.Seams)
			}
		}
	}
}

// Something sewn is cut through, and two unlike parts fall out, which lie between that step and the ones that take
// them: each is a batch of its own with its own name, piece and count, and the run is taken once for both.
func TestUnlikePartsThatFallOutOfOneRun(t *testing.T) {
	const in = measure.Inch
	narrow, wide := piece.Cut("A", 2*in, 5*in), piece.Cut("A", 3*in, 5*in)
	cut := making.Act{
		ID: "u/cut", Does: making.SubCuts, Says: "Cut it through", Takes: []making.ActTake{{Act: "block", Each: 1}},
		Piece: wide, Cuts: 1, Pieced: true,
		Gives: []making.ActGive{
			{ID: "u/narrow", Count: 1, Name: "narrow part", Piece: narrow},
			{ID: "u/wide", Count: 2, Name: "wide part", Piece: wide},
		},
	}
	join := making.Act{
		ID: "u", Does: making.Sews, Takes: []making.ActTake{{Act: "u/narrow", Each: 1}, {Act: "u/wide", Each: 1}},
		Seams: 1, Sews: []naming.Seam{"u"}, Piece: narrow,
		Joins: &making.Joins{Left: "narrow part", Right: "wide part", LeftPiece: narrow, RightPart: wide},
	}
	u := making.Made{
		Unit: making.Unit{ID: "u", Name: "U"}, Acts: []making.Act{cut, join},
		Seams: []making.SeamKind{{ID: "u"}},
	}
	counted, ok := demand.Count(demand.Demand{
		Wanted: map[naming.Step]int{"u": 7},
		Sources: []demand.Source{
			{ID: "block"},
			{
				ID: "u/cut", Takes: []demand.RunTake{{ID: "block", Each: 1}},
				Gives: []demand.RunGive{{ID: "u/narrow", Count: 1}, {ID: "u/wide", Count: 2}},
			},
			{ID: "u", Takes: []demand.RunTake{{ID: "u/narrow", Each: 1}, {ID: "u/wide", Each: 1}}},
		},
	})
	if !ok || counted.Lines["block"].Need != 7 || counted.Lines["u/wide"].Left != 7 {
		t.Fatalf("%v, %+v", ok, counted)
	}
	list := batching.Plan([]making.Made{u}, quilt.Layout{}, counted.Lines, false)
	if len(list) != 3 {
		t.Fatalf("%d batches", len(list))
	}
	for i, want := range []struct {
		id       naming.Step
		name     string
		make     int
		w        measure.Length
		per      int
		together naming.Step
	}{{"u/narrow", "narrow part", 7, 2 * in, 1, "u/cut"}, {"u/wide", "wide part", 7, 3 * in, 2, "u/cut"}} {
		b := list[i]
		w, _ := b.Piece.Size()
		if b.ID != want.id || b.Name != want.name || b.Make != want.make || w != want.w || b.Does != making.SubCuts ||
			b.Stage != batching.Units {
			t.Errorf("%+v", b)
		}
		if take := b.Takes[0]; take.ID != "block" || take.Per != want.per || take.Together != want.together {
			t.Errorf("%s takes %+v", b.ID, take)
		}
	}
	if b := list[2]; b.ID != "u" || b.Left.Name != "narrow part" || len(b.Takes) != 2 {
		t.Errorf("%+v", b)
	}
}

// What is cut off corners and sewn a second time falls out where they are sewn: its own batch sews nothing, and only it
// is trimmed. It stands in for units that come later, so both are on the stage of units, before what takes those.
func TestWhatIsCutOffIsOpenedAndNotSewnAgain(t *testing.T) {
	d, err := quilts.StandIns()
	if err != nil {
		t.Fatal(err)
	}
	w, ok := work.Of(d)
	if !ok {
		t.Fatal(*w.Problems)
	}
	at := func(id naming.Step) int {
		return slices.IndexFunc(w.Batches, func(b batching.Batch) bool { return b.ID == id })
	}
	snow, spare := w.Batches[at("snow")], w.Batches[at("snow:bonus-a")]
	if snow.Make != 4 || snow.Seams != 4 || snow.Shaves || snow.Stage != batching.Units {
		t.Errorf("%+v", snow)
	}
	if spare.Make != 8 || spare.Seams != 0 || spare.Does != making.Trims || !spare.Shaves || len(spare.Of) > 0 ||
		len(spare.Presses) != 1 || spare.Stage != batching.Units {
		t.Errorf("%+v", spare)
	}
	if at("snow") > at("snow:bonus-a") || at("snow:bonus-a") > at("pair/row-1") {
		t.Errorf("the corners are batch %d, what is cut off is %d, the row that takes it %d", at("snow"), at("snow:bonus-a"),
			at("pair/row-1"))
	}
}
