package tally

import (
	"fmt"
	"math"
	"math/rand"
	"slices"
	"testing"

	"vicis/core/record"
	"vicis/core/work"
	"vicis/internal/trial/steps"
)

// bobbins is a work of pairs of one seam of 10 inches and of seams of 50: at 280 % of its length, half of it from the
// bobbin, one takes 0.3556 m of a bobbin of 50 m, the other 1.778 m. Worked by hand: a bobbin lasts for 140 pairs, or
// for 28 of the others.
func bobbins() *work.Work {
	w := steps.Working(slices.Clone(steps.Three.Steps)...)
	w.Steps[1].Bobbin, w.Steps[2].Bobbin = 1.778, 0.3556
	w.Steps[2].Make = 400
	w.Settings.Bobbin, w.Settings.Buy = 50, "m"
	return w
}

func TestWhereTheBobbinRunsOut(t *testing.T) {
	w := bobbins()
	list := []record.Event{steps.EventOf("pair", record.Made, 30)}
	if p := Fold(w, list); p.Thread != nil || find(p, "pair").Bobbin != -1 {
		t.Errorf("nothing is known before a full bobbin was told of: %+v", p.Thread)
	}
	list = append(list, steps.EventOf("pair", record.Bobbin, 0))
	if p := Fold(w, list); p.Thread == nil || find(p, "pair").Bobbin != 140 || find(p, "cut").Bobbin != 28 ||
		find(p, "strip").Bobbin != -1 || p.Thread.Left != 1 {
		t.Errorf("a full one: %+v", p)
	}
	list = append(list, steps.EventOf("pair", record.Made, 100))
	p := Fold(w, list)
	// 35.56 m are used, 14.44 m are left: 40 pairs, or 8 of the others. To go: 270 pairs and 60 times the cuts... of which
	// none was counted.
	if find(p, "pair").Bobbin != 40 || find(p, "cut").Bobbin != 8 || p.Thread.Says != "14 m of 50 m left on the bobbin." ||
		p.Thread.Empty {
		t.Errorf("after a hundred: %+v %+v", p.Thread, find(p, "pair"))
	}
	rest := float64(find(p, "pair").ToGo)*0.3556 + float64(find(p, "cut").ToGo)*1.778
	if p.Thread.Wind != int(math.Ceil((rest-14.44)/50)) {
		t.Errorf("%d to wind for %.1f m", p.Thread.Wind, rest)
	}
	back := steps.TakenBack(list[1])
	if p := Fold(w, append(slices.Clone(list), back)); p.Thread != nil {
		t.Errorf("the bobbin taken back: %+v", p.Thread)
	}
	list = append(list, steps.EventOf("pair", record.Made, 41))
	if p := Fold(w, list); !p.Thread.Empty || find(p, "pair").Bobbin != 0 {
		t.Errorf("past its end: %+v", p.Thread)
	}
	list = append(list, steps.EventOf("cut", record.Bobbin, 0))
	if p := Fold(w, list); find(p, "pair").Bobbin != 140 {
		t.Errorf("a new one: %+v", p.Thread)
	}
	w.Settings.Times = "hidden"
	if p := Fold(w, list); p.Thread != nil {
		t.Error("hidden is hidden")
	}
}

// However counts, bobbins and undos follow each other: what was made since the last full bobbin is what a walk through
// all of them comes to.
func TestMadeSinceTheBobbinIsWhatWasMadeSince(t *testing.T) {
	rng := rand.New(rand.NewSource(11))
	w := bobbins()
	for round := range 200 {
		var list []record.Event
		for range 40 {
			switch k := rng.Intn(10); {
			case k < 6:
				list = append(list, steps.EventOf([]string{"cut", "pair"}[rng.Intn(2)],
					[]record.EventKind{record.Made, record.Made, record.Made, record.Aside, record.Recount}[rng.Intn(5)],
					1+rng.Intn(3)))
			case k < 8:
				list = append(list, steps.EventOf("pair", record.Bobbin, 0))
			case len(list) > 0:
				list = append(list, steps.TakenBack(list[rng.Intn(len(list))]))
			}
		}
		void := map[string]bool{}
		for i := len(list) - 1; i >= 0; i-- { // an undo that is not void voids what came before it
			if e := list[i]; e.Kind == record.Undo && !void[e.ID] {
				void[e.Of] = true
			}
		}
		used, any := 0.0, false
		for _, e := range list {
			switch {
			case void[e.ID]:
			case e.Kind == record.Bobbin:
				used, any = 0, true
			case e.Kind == record.Made:
				used += map[string]float64{"cut": 1.778, "pair": 0.3556}[string(e.Step)] * float64(e.N)
			}
		}
		p := Fold(w, list)
		if (p.Thread != nil) != any {
			t.Fatalf("round %d: %+v", round, p.Thread)
		}
		if !any {
			continue
		}
		if want := math.Max(0, 50-used); math.Abs(p.Thread.Left*50-want) > 0.01 {
			t.Fatalf("round %d: %.2f m left, not %.2f\n%s", round, p.Thread.Left*50, want, fmt.Sprint(list))
		}
	}
}
