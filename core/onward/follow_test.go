package onward_test

import (
	"fmt"
	"strings"
	"testing"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/onward"
	"vicis/core/record"
	"vicis/core/stock"
	"vicis/core/work"
	"vicis/internal/trial/whole"
)

// rows of rails that lie side by side and are never turned: nothing but its own words says that a rail is square.
var straightRails = strings.NewReplacer(`,"turn":90`, "", `{"unit":"plain"}],[{"unit":"plain"},{"unit":"block"}]`,
	`{"unit":"block"}],[{"unit":"block"},{"unit":"block"}]`).Replace(rails)

// By pencil: a set of three strips measures 6⅜″; a square of it three strips wide stays square, whether it is turned
// or not, and so it does when the next set measures 6 5⁄16″: the project says as tall as the set, and no number.
func TestWhatIsSaidInTermsOfAnotherThingFollowsIt(t *testing.T) {
	for _, text := range []string{rails, straightRails} {
		d := read(t, text)
		for _, reads := range []string{"6 3/8", "6 5/16"} {
			there := waysOn(t, d, onward.Came{Step: "rail", Height: measure.Typed(reads)})[onward.Adapt]
			if there.Cannot != "" {
				t.Fatal(there.Cannot)
			}
			d = *there.Document
			w, ok := work.Of(d)
			if !ok {
				t.Fatal(*w.Problems)
			}
			want := measure.Typed(reads).Length()
			if wide, high := w.Unit("square").Piece.Size(); wide != want || high != want {
				t.Errorf("the set measures %s, the square %v × %v", reads, wide.Inches(), high.Inches())
			}
			if is := making.Breadths(whole.Unit(t, d, "square").How)[0].Breadth; is.Of() != "rail" {
				t.Errorf("the project says that it is %s wide", is)
			}
		}
	}
}

// Worked by pencil, of 10″ squares sewn all round: (10 − ½) ÷ √2 = 6.7175. Measured 6 23⁄32″ they were not trimmed to
// 6⅝″: the rest is not trimmed either, the squares stay 10″, and what is counted stays counted. Four of them
// 2 × 6.7175 − ½ = 12.935: 12 15⁄16″ says the same.
func TestWhatWasNotTrimmedStaysSo(t *testing.T) {
	const text = `{"vicis":1,"name":"All round","measure":"in","ruler":"1/8","seam":{"stitched":"1/4","fold":"0"},
"cloth":{"usable":"40","squaring":"1/2"},"strip":"2 1/2","spares":{},"schools":{},"settings":{},
"fabrics":[{"id":"f1","name":"Woad","colour":"#2A5B78"},{"id":"f2","name":"Cotton","colour":"#F5F0E6"}],
"roles":[{"id":"a","name":"Dark","fabric":"f1"},{"id":"b","name":"Light","fabric":"f2"}],
"units":[{"id":"half","name":"Half","how":{"by":"half-square triangles","way":"four","lower":{"role":"a"},"upper":{"role":"b"},"cut":"10 in"}},
{"id":"four","name":"Four","how":{"by":"grid","rows":[{"id":"r1","cells":[{"unit":"half"},{"unit":"half","turn":90}]},{"id":"r2","cells":[{"unit":"half","turn":270},{"unit":"half","turn":180}]}]}}],
"top":{"rows":2,"columns":2,"repeat":[[{"unit":"four"}]]}}`
	for step, reads := range map[string]string{"half": "6 23/32", "four": "12 15/16"} {
		d := read(t, text)
		w, _ := work.Of(d)
		events := tallied(w, 4, "half", "half/pair")
		way := waysOn(t, d, onward.Came{Step: naming.Step(step), Width: measure.Typed(reads), Height: measure.Typed(reads)}, events...)[onward.Adapt]
		if way.Cannot != "" || len(way.Lost) > 0 {
			t.Fatalf("%s: %q, lost %q", step, way.Cannot, way.Lost)
		}
		then, ok := work.Of(*way.Document)
		if !ok {
			t.Fatal(*then.Problems)
		}
		half := then.Unit("half")
		if wide := half.Piece.W.Inches(); wide < 6.7174 || wide > 6.7176 || half.Acts[0].Patch.W != 10*measure.Inch {
			t.Errorf("%s: the unit is %v, of squares of %v", step, wide, half.Acts[0].Patch.W.Inches())
		}
		for _, act := range half.Acts {
			if act.Shaves > 0 {
				t.Errorf("%s: it is trimmed", step)
			}
		}
		if wide := then.Unit("four").Piece.W.Inches(); wide < 12.9349 || wide > 12.9351 {
			t.Errorf("%s: four of them are %v", step, wide)
		}
		log, book := stock.Counted(w, events...), stock.BookOf(then)
		for i, c := range way.Carries {
			e := record.Event{
				ID: string(rune('a' + i)), Step: c.Step, Kind: record.Recount, N: c.N, Exact: c.Exact, Look: c.Look,
			}
			log.Add(e, book.Fact(e))
		}
		p := whole.Against(log)(then)
		for _, s := range p.Steps {
			if (s.ID == "half" || s.ID == "half/pair") && s.Made != 4 {
				t.Errorf("%s: %d of %s are counted, want 4", step, s.Made, s.ID)
			}
		}
		if len(p.NoLonger) > 0 {
			t.Errorf("%s: %+v", step, p.NoLonger)
		}
		for _, s := range whole.Against(log)(w).Steps { // taken back
			if (s.ID == "half" || s.ID == "half/pair") && s.Made != 4 {
				t.Errorf("%s, taken back: %d of %s are counted, want 4", step, s.Made, s.ID)
			}
		}
	}
}

// A chain of sizes that follow each other both ways, forty long, is gone through once and not two to the forty times.
func TestSizesThatFollowEachOtherAreGoneThroughOnce(t *testing.T) {
	chain, before := "", "square"
	for i := range 40 {
		id := fmt.Sprintf("p%d", i)
		chain += fmt.Sprintf(`{"id":"%s","name":"Patch %d","how":{"by":"patch","role":"b","width":"as wide as %s","height":"as tall as %s"}},`,
			id, i, before, before)
		before = id
	}
	text := strings.Replace(rails, `{"id":"block"`, chain+`{"id":"block"`, 1)
	text = strings.Replace(text, `{"unit":"square","turn":90}`, `{"unit":"p39"}`, 1)
	there := waysOn(t, read(t, text), onward.Came{Step: "rail", Height: measure.Typed("6 3/8")})[onward.Adapt]
	if there.Cannot != "" {
		t.Fatal(there.Cannot)
	}
	w, _ := work.Of(*there.Document)
	if wide, high := w.Unit("p39").Piece.Size(); wide != 51*measure.Inch/8 || high != 51*measure.Inch/8 {
		t.Errorf("the last is %v × %v, want 6⅜″", wide.Inches(), high.Inches())
	}
}
