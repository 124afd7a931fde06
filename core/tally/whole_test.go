package tally_test

import (
	"fmt"
	"math/rand"
	"slices"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/naming"
	"vicis/core/record"
	"vicis/core/tally"
	"vicis/core/work"
)

const star = `{"vicis":1,"name":"Star","measure":"in","ruler":"1/8 in","seam":{"stitched":"1/4 in","fold":"0 in"},"cloth":{"usable":"40 in","squaring":"1/2 in"},"strip":"2 1/2 in","spares":{"count":%d},"schools":{},"settings":{},
"fabrics":[{"id":"dark","name":"Dark","colour":"#234b63"},{"id":"light","name":"Light","colour":"#e4d7bd"}],
"roles":[{"id":"A","name":"star","fabric":"dark"},{"id":"B","name":"ground","fabric":"light"}],
"units":[
{"id":"half","name":"Half","also":[%s],"how":{"by":"half-square triangles","way":"eight","lower":{"role":"A"},"upper":{"role":"B"},"finished":"2 1/4 in"}},
{"id":"snow","name":"Snowball","how":{"by":"flipped corners","base":{"role":"A"},"width":"9 in","height":"9 in","bonus":true,"bonusTo":"2 1/4 in","corners":[{"id":"a","at":"top left","role":"B","leg":"3 in"},{"id":"b","at":"bottom right","role":"B","leg":"3 in"}]}},
{"id":"two","name":"Pair","how":{"by":"grid","rows":[[{"unit":"half"},{"unit":"half","turn":90},{"unit":"half","turn":180},{"unit":"half"}],[{"unit":"half"},{"unit":"half"},{"unit":"half","turn":180},{"unit":"half"}]]}},
{"id":"four","name":"Four","how":{"by":"grid","rows":[[{"unit":"two"}],[{"unit":"two"}]]}}],
"top":{"rows":3,"columns":3,"repeat":[[{"unit":"four"},{"unit":"snow"}],[{"unit":"snow"},{"unit":"four"}]]}}`

func planOf(t *testing.T, text string) *work.Work {
	t.Helper()
	d, problems := document.Read([]byte(text))
	w, ok := work.Of(d)
	if !ok || problems.Stopped() {
		t.Fatal(problems, *w.Problems)
	}
	return w
}

func events(p *work.Work, share func(make int) int) []record.Event {
	var list []record.Event
	for i, s := range p.Steps {
		if n := share(s.Make); n > 0 {
			list = append(list, record.Event{
				ID: fmt.Sprintf("event-%d", i), Step: s.ID, Kind: record.Made, N: n,
				Exact: s.Exact(),
			})
		}
	}
	return list
}

// Ten squares of two prints, four from a strip: five of each are four from one strip and one from another, so four
// strips are cut and none is left once all ten are; after eight, cut as they are laid out, two are.
func TestStripsOfAnAssortmentAreUsedUpPrintByPrint(t *testing.T) {
	p := planOf(t, `{"vicis":1,"name":"Squares","measure":"in","ruler":"1/8 in","seam":{"stitched":"1/4 in","fold":"0 in"},"cloth":{"usable":"40 in","squaring":"1/2 in"},"strip":"2 1/2 in","spares":{},"schools":{},"settings":{},
"fabrics":[{"id":"f","name":"F","colour":"#234b63","print":"assorted","prints":2}],"roles":[{"id":"A","name":"a","fabric":"f"}],
"units":[{"id":"one","name":"One","how":{"by":"patch","role":"A","width":"8 1/2 in","height":"8 1/2 in"}}],"top":{"rows":2,"columns":5,"repeat":[[{"unit":"one"}]]}}`)
	if len(p.Steps) < 2 || p.Steps[0].Make != 4 || p.Steps[1].Make != 10 {
		t.Fatalf("%d strips, %d squares", p.Steps[0].Make, p.Steps[1].Make)
	}
	for squares, left := range map[int]int{8: 2, 9: 1, 10: 0} {
		out := tally.Fold(p, []record.Event{
			{ID: "strips-1", Step: p.Steps[0].ID, Kind: record.Made, N: 4, Exact: p.Steps[0].Exact()},
			{ID: "squares-1", Step: p.Steps[1].ID, Kind: record.Made, N: squares, Exact: p.Steps[1].Exact()},
		})
		if out.Steps[0].OnHand != left || out.Steps[1].Ready != 10-squares {
			t.Errorf("after %d squares %d strips are left, %d more come of them", squares, out.Steps[0].OnHand,
				out.Steps[1].Ready)
		}
	}
}

// Whatever falls out of one run together is taken once, and what stands in is used in the place of what it stands in
// for: once everything is made as planned, nothing is left to do and nothing is doubted.
func TestAQuiltMadeAsPlannedIsDone(t *testing.T) {
	for _, also := range []string{"", `"snow:bonus-a"`} {
		for spares := range 2 {
			p := planOf(t, fmt.Sprintf(star, spares, also))
			out := tally.Fold(p, events(p, func(make int) int { return make }))
			if out.Next != "" || len(out.Doubts) > 0 {
				t.Errorf("spares %d, also %q: next %q, doubts %+v", spares, also, out.Next, out.Doubts)
			}
			for i, s := range out.Steps {
				if s.ToGo != 0 || s.OnHand < 0 {
					t.Errorf("%s: %d to go, %d on hand of %d", p.Steps[i].Called, s.ToGo, s.OnHand, s.Make)
				}
			}
		}
	}
}

// Whatever was made, what is to go is exactly enough: once it is made nothing is to go, and one fewer leaves one.
func TestWhatIsToGoIsExactlyEnough(t *testing.T) {
	rng := rand.New(rand.NewSource(8))
	p := planOf(t, fmt.Sprintf(star, 0, `"snow:bonus-a"`))
	for i, s := range tally.Fold(p, nil).Steps {
		if s.ToGo != p.Steps[i].Make {
			t.Errorf("%s: %d to go of %d before anything is made", p.Steps[i].Called, s.ToGo, p.Steps[i].Make)
		}
	}
	for range 50 {
		made := possible(p, events(p, func(make int) int { return rng.Intn(make + 1) }))
		rest := made
		toGo := map[naming.Step]int{}
		for i, s := range tally.Fold(p, made).Steps {
			if toGo[s.ID] = s.ToGo; s.ToGo > 0 {
				rest = append(rest, record.Event{
					ID: "rest-" + string(s.ID), Step: s.ID, Kind: record.Made, N: s.ToGo, Exact: p.Steps[i].Exact(),
				})
			}
		}
		for _, s := range tally.Fold(p, rest).Steps {
			if s.ToGo != 0 {
				t.Fatalf("%s: %d to go after the %d that were to go", s.ID, s.ToGo, toGo[s.ID])
			}
		}
		for k := len(made); k < len(rest); k++ {
			fewer := slices.Clone(rest[:k+1]) // what is made of it is still to come
			if fewer[k].N--; fewer[k].N == 0 {
				fewer = fewer[:k]
			}
			for _, s := range tally.Fold(p, fewer).Steps {
				if s.ID == rest[k].Step && s.ToGo != 1 {
					t.Fatalf("%s: %d to go after all but one of the %d", s.ID, s.ToGo, rest[k].N)
				}
			}
		}
	}
}

// possible leaves out what could not have been made of what was made before it.
func possible(p *work.Work, list []record.Event) []record.Event {
	var made []record.Event
	for _, e := range list {
		out := tally.Fold(p, append(made, e))
		if !slices.ContainsFunc(out.Steps, func(s tally.StepProgress) bool { return s.OnHand < 0 }) {
			made = append(made, e)
		}
	}
	return made
}

// A co-product set aside asks for a run again, and the runs for their squares.
func TestASpoiledCoProductAsksForMoreOfWhatItIsMadeFrom(t *testing.T) {
	p := planOf(t, fmt.Sprintf(star, 0, ""))
	list := slices.DeleteFunc(events(p, func(make int) int { return make }), func(e record.Event) bool {
		return e.Step != "half" && e.Step.Owner() != "half" && !strings.HasPrefix(string(e.Step), "pool/") // nothing is sewn of them yet
	})
	list = append(list, record.Event{ID: "spoiled-1", Step: "half", Kind: record.Aside, N: 9, Exact: exactOf(p, "half")})
	out := tally.Fold(p, list)
	short := map[string]int{}
	for _, s := range out.Steps {
		short[string(s.ID)] = s.ToGo
	}
	if short["half"] != 9 || short["half/pair"] < 1 || short["half/lower"] < 1 {
		t.Errorf("%v", short)
	}
}

func exactOf(p *work.Work, step string) string {
	for _, s := range p.Steps {
		if string(s.ID) == step {
			return s.Exact()
		}
	}
	return ""
}
