package times_test

import (
	"strings"
	"testing"

	"vicis/core/library"
	"vicis/core/record"
	"vicis/core/tally"
	"vicis/core/times"
	"vicis/core/work"
	"vicis/demo"
)

// Worked by hand: Gull point is 5 × 5 blocks, every other one in the colourway Noon: 13 and 12; every block has four
// geese: 52 and 48.
func TestSumsOfColourways(t *testing.T) {
	docs, err := demo.Documents()
	if err != nil {
		t.Fatal(err)
	}
	found := false
	for _, d := range docs {
		if d.Name != "Gull point" {
			continue
		}
		found = true
		w, ok := work.Of(d)
		if !ok {
			t.Fatal("not planned")
		}
		var list []record.Event
		for _, s := range w.Steps {
			if s.ID == "block@noon" {
				list = append(list,
					record.Event{ID: "sums-0001", Step: s.ID, Kind: record.Made, N: 5, Exact: s.Exact(), Look: s.Look},
					record.Event{ID: "sums-0002", Step: s.ID, Kind: record.Aside, N: 2, Exact: s.Exact(), Look: s.Look})
			}
		}
		got := map[string]times.Sum{}
		for _, s := range times.Sums(w, tally.Fold(w, list)) {
			got[string(s.By)+" "+s.Name] = s
		}
		for name, want := range map[string]times.Sum{
			"colourway Noon: blocks": {
				By: times.ByColourway, Name: "Noon: blocks", Steps: 1, Needed: 12,
				Made: 5, Aside: 2, OnHand: 3, ToGo: 9,
			},
			"colourway The quilt's own fabrics: blocks": {
				By: times.ByColourway, Name: "The quilt's own fabrics: blocks",
				Steps: 1, Needed: 13, ToGo: 13,
			},
			"kind Eight-pointed star": {
				By: times.ByKind, Name: "Eight-pointed star", Steps: 2, Needed: 25,
				Made: 5, Aside: 2, OnHand: 3, ToGo: 22,
			},
			"stage blocks": {By: times.ByStage, Name: "blocks", Steps: 2, Needed: 25, Made: 5, Aside: 2, OnHand: 3, ToGo: 22},
			"colourway The quilt's own fabrics: units": {
				By: times.ByColourway, Name: "The quilt's own fabrics: units", Steps: 1,
				Needed: 52, ToGo: 52,
			},
			// Four units a block: 20 were used, though nobody counted them, and nine blocks are to be sewn.
			"colourway Noon: units": {By: times.ByColourway, Name: "Noon: units", Steps: 1, Needed: 48, Presumed: 20, Used: 20, ToGo: 36},
		} {
			if got[name] != want {
				t.Errorf("%s: %+v, not %+v", name, got[name], want)
			}
		}
	}
	if !found {
		t.Error("there is no such quilt")
	}
}

// What falls out in two hands is summed for each, and both are the kind; every step is in one stage.
func TestSumsOfHands(t *testing.T) {
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	hands := 0
	for _, e := range list {
		w, ok := work.Of(e.Document)
		if !ok {
			t.Fatal(e.ID)
		}
		p := tally.Fold(w, nil)
		all, staged := 0, 0
		for i := range w.Steps {
			all += p.Steps[i].ToGo
		}
		kinds, of := map[string]int{}, map[string]int{}
		for _, s := range times.Sums(w, p) {
			switch s.By {
			case times.ByStage:
				staged += s.ToGo
			case times.ByKind:
				kinds[s.Name] = s.Needed
			case times.ByHand:
				hands++
				kind, _ := strings.CutSuffix(s.Name, ", one hand")
				kind, _ = strings.CutSuffix(kind, ", the other hand")
				of[kind] += s.Needed
			}
		}
		if staged != all {
			t.Errorf("%s: %d to go in all stages, and %d in all steps", e.ID, staged, all)
		}
		for kind, n := range of {
			if kinds[kind] < n {
				t.Errorf("%s: %d of %s in both hands, and %d in all", e.ID, n, kind, kinds[kind])
			}
		}
	}
	if hands < 2 {
		t.Errorf("only %d hands", hands)
	}
}
