package askcloth_test

import (
	"strings"
	"testing"

	"vicis/core/ask"
	"vicis/core/askcloth"
	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/plan"
	"vicis/internal/trial/whole"
)

// Whatever the supplies: what is said comes out of them, and one row or column more does not; tried against the plan
// itself. (Nine of ten of the largest suffice for a squarer one.)
func TestBackwardsIsTheLargestQuilt(t *testing.T) {
	tried := 0
	for i, d := range whole.Blocks(t) {
		if i%3 != 0 {
			continue
		}
		for _, yards := range []measure.Written{measure.Typed("1/2 yd"), measure.Typed("1 1/4 yd")} {
			var supplies []askcloth.SupplyThere
			for _, f := range d.Fabrics {
				supplies = append(supplies, askcloth.SupplyThere{Fabric: f.ID, Length: yards})
			}
			r, problems := askcloth.Backwards(d, supplies, ask.Enough(nil))
			if problems.Stopped() {
				t.Fatal(d.Name, problems)
			}
			have, _ := yards.Length(), yards.Err()
			fits := func(columns, rows int) bool {
				d.Top.Columns, d.Top.Rows = columns, rows
				p, problems := plan.Make(d, nil)
				if problems.Stopped() {
					t.Fatal(problems)
				}
				for _, f := range p.Cut {
					if f.Length.Inches > have.Inches() {
						return false
					}
				}
				return true
			}
			if r.Blocks == 0 {
				if fits(1, 1) {
					t.Errorf("%s: one block comes out of %s", d.Name, yards)
				}
				continue
			}
			tried++
			if !fits(r.Columns, r.Rows) {
				t.Errorf("%s: %d × %d does not come out of %s", d.Name, r.Columns, r.Rows, yards)
			}
			if fits(r.Columns, r.Rows+1) || fits(r.Columns+1, r.Rows) || r.First == "" {
				t.Errorf("%s: more than %d × %d comes out of %s (%s)", d.Name, r.Columns, r.Rows, yards, r.First)
			}
			for _, u := range r.Uses {
				if u.Left.Inches < 0 || u.Length.Inches+u.Left.Inches != have.Inches() {
					t.Errorf("%s: uses %+v of %s", d.Name, u, yards)
				}
			}
		}
	}
	if tried < 12 {
		t.Errorf("only %d tried", tried)
	}
}

// By hand: 5″ squares of one fabric, seven from a strip of 39½″; 1 yd holds (36 − ½) ÷ 5 = 7 strips, 49 squares: 7 × 7.
func TestBackwardsByHand(t *testing.T) {
	d, problems := document.Read([]byte(`{"vicis":1,"name":"x","measure":"in","ruler":"1/8","seam":{"stitched":"1/4","fold":"0"},"cloth":{"usable":"40","squaring":"1/2"},
"strip":"5","spares":{},"schools":{},"settings":{},"fabrics":[{"id":"f","name":"Fog","colour":"#999999"}],"roles":[{"id":"A","name":"A","fabric":"f"}],
"units":[{"id":"p","name":"Square","how":{"by":"patch","role":"A","width":"5","height":"5"}}],"top":{"rows":1,"columns":1,"repeat":[[{"unit":"p"}]]}}`))
	if problems.Stopped() {
		t.Fatal(problems)
	}
	r, problems := askcloth.Backwards(d, []askcloth.SupplyThere{{Fabric: "f", Length: measure.Typed("1 yd")}},
		ask.Enough(nil))
	if problems.Stopped() || r.Columns != 7 || r.Rows != 7 || r.Uses[0].Left.Text != "½″" {
		t.Errorf("%+v %v", r, problems)
	}
	if r.First != "Fog runs out first." || len(r.More) != 2 ||
		r.More[0] != "For one more row (7 × 8 blocks) 5½″ of Fog would have to be bought." {
		t.Errorf("%q %q", r.First, r.More)
	}
	for _, c := range []struct {
		supplies []askcloth.SupplyThere
		code, at string
	}{
		{nil, "nothing-there", "/supplies"},
		{[]askcloth.SupplyThere{{Fabric: "g", Length: measure.Typed("1 yd")}}, "fabric-unknown", "/supplies/0/fabric"},
		{[]askcloth.SupplyThere{{Fabric: "f", Length: measure.Typed("some")}}, "length-unreadable", "/supplies/0/length"},
		{[]askcloth.SupplyThere{{Fabric: "f", Length: measure.Typed("-1")}}, "length-unreadable", "/supplies/0/length"},
	} {
		if _, problems := askcloth.Backwards(d, c.supplies, ask.Enough(nil)); len(problems) != 1 ||
			problems[0].Code != c.code ||
			problems[0].At != c.at {
			t.Errorf("%v: %v", c.supplies, problems)
		}
	}
	if r, _ := askcloth.Backwards(d, []askcloth.SupplyThere{{Fabric: "f", Length: measure.Typed("4 in")}},
		ask.Enough(nil)); r.Blocks != 0 ||
		r.First != "Not even one block comes out of it: 5½″ of Fog would have to be bought." {
		t.Errorf("%+v", r)
	}
}

// By hand: pieces and strips count for what they give. 9 pieces of 10½ × 10½ give four squares of 5 each, 36; 4 strips
// of 5 × 21 give four each, 16: 52 squares, of which 7 × 7 are 49 and 4 × 13 are 52: the square one is told, and the
// other beside it.
func TestBackwardsFromPiecesAndStrips(t *testing.T) {
	d, _ := document.Read([]byte(`{"vicis":1,"name":"x","measure":"in","ruler":"1/8","seam":{"stitched":"1/4","fold":"0"},"cloth":{"usable":"40","squaring":"1/2"},
"strip":"5","spares":{},"schools":{},"settings":{},"fabrics":[{"id":"f","name":"Fog","colour":"#999999"}],"roles":[{"id":"A","name":"A","fabric":"f"}],
"units":[{"id":"p","name":"Square","how":{"by":"patch","role":"A","width":"5","height":"5"}}],"top":{"rows":1,"columns":1,"repeat":[[{"unit":"p"}]]}}`))
	r, problems := askcloth.Backwards(d, []askcloth.SupplyThere{
		{Fabric: "f", Kind: cloth.Pieces, Width: measure.Typed("10 1/2"), Length: measure.Typed("10 1/2"), Count: 9},
		{Fabric: "f", Kind: cloth.Strips, Width: measure.Typed("5"), Length: measure.Typed("21"), Count: 4},
	}, ask.Enough(nil))
	if problems.Stopped() || r.Blocks != 49 || r.Most != "The most that comes out of it is 52 blocks, 4 × 13." ||
		len(r.Uses) != 1 || len(r.Uses[0].Says) != 2 {
		t.Errorf("%+v %v", r, problems)
	}
	// 56 squares are four more than there are: one piece more.
	if len(r.More) != 2 || r.More[0] != "For one more row (7 × 8 blocks) 1 more of Fog, 10½″ × 10½″, would have to be "+
		"bought." ||
		r.More[1] != "For one more column (8 × 7 blocks) 1 more of Fog, 10½″ × 10½″, would have to be bought." {
		t.Errorf("%q", r.More)
	}
	if _, problems := askcloth.Backwards(d,
		[]askcloth.SupplyThere{{Fabric: "f", Kind: "bolts", Length: measure.Typed("1 yd")}},
		ask.Enough(nil)); !problems.Stopped() ||
		problems[0].At != "/supplies/0/kind" {
		t.Errorf("%v", problems)
	}
}

// By hand: two stacks of 42 squares of 10″, eight halves from each pair, four to a block: 336 halves, 84 blocks. 7 × 12
// take all of them, 8 × 10 leave two of each, 9 × 9, which is square, take 40½ pairs and leave one. Halves of such
// squares are 10 ÷ 2 − 1.4142 × ¼ = 4.646, trimmed to 4⅝: a block finishes 8¼.
func TestBackwardsFromTwoStacksOfSquares(t *testing.T) {
	d, problems := document.Read([]byte(`{"vicis":1,"name":"x","measure":"in","ruler":"1/8","seam":{"stitched":"1/4","fold":"0"},"cloth":{"usable":"40","squaring":"1/2"},
"strip":"2 1/2","spares":{},"schools":{},"settings":{},"fabrics":[{"id":"d","name":"Dark","colour":"#333333"},{"id":"l","name":"Light","colour":"#eeeeee"}],
"roles":[{"id":"D","name":"D","fabric":"d"},{"id":"L","name":"L","fabric":"l"}],
"units":[{"id":"h","name":"Half","how":{"by":"half-square triangles","way":"eight","lower":{"role":"D"},"upper":{"role":"L"},"cut":"10"}},
{"id":"b","name":"Block","how":{"by":"grid","rows":[[{"unit":"h"},{"unit":"h"}],[{"unit":"h"},{"unit":"h"}]]}}],"top":{"rows":1,"columns":1,"repeat":[[{"unit":"b"}]]}}`))
	if problems.Stopped() {
		t.Fatal(problems)
	}
	var supplies []askcloth.SupplyThere
	for _, p := range cloth.Packs() {
		if p.Kind == cloth.Pieces && p.Width.String() == "10 in" {
			for _, f := range d.Fabrics {
				supplies = append(supplies, askcloth.SupplyThere{
					Fabric: f.ID, Kind: p.Kind, Width: p.Width, Length: p.Length,
					Count: p.Count,
				})
			}
		}
	}
	r, problems := askcloth.Backwards(d, supplies, ask.Enough(nil))
	if problems.Stopped() || len(supplies) != 2 {
		t.Fatal(problems, supplies)
	}
	if r.Columns != 9 || r.Rows != 9 || r.Finished.Text != "74¼″ × 74¼″" ||
		r.Most != "The most that comes out of it is 84 blocks, 7 × 12." {
		t.Errorf("%d × %d, %s", r.Columns, r.Rows, r.Finished.Text)
	}
	// One row more is 90 blocks, 360 halves, 45 pairs: three more of each; and so is one column more.
	if len(r.More) != 2 || r.First != "Dark and Light run out first." ||
		r.More[0] != "For one more row (9 × 10 blocks) 3 more of Dark, 10″ × 10″, and 3 more of Light, 10″ × 10″, would "+
			"have to be bought." ||
		!strings.HasPrefix(r.More[1], "For one more column (10 × 9 blocks) 3 more of Dark") {
		t.Errorf("%q %q", r.First, r.More)
	}
	left := map[[2]int]string{}
	for _, o := range r.Others {
		left[[2]int{o.Columns, o.Rows}] = o.Uses[0].Says[len(o.Uses[0].Says)-1]
	}
	for size, words := range map[[2]int]string{
		{8, 10}: "2 pieces of 10″ × 10″ are not used",
		{7, 12}: "42 of 10″ × 10″ from 42 pieces",
	} {
		if !strings.HasPrefix(left[size], words) {
			t.Errorf("%v: %q", size, left[size])
		}
	}
	for _, p := range cloth.Packs() {
		h := cloth.Holding{Name: p.Name, Colour: "#777777", Kind: p.Kind, Width: p.Width, Length: p.Length, Count: p.Count}
		if !h.Length.Given() {
			h.Length = measure.Typed("3 yd")
		}
		if problems := h.Check(measure.Inches); problems.Stopped() {
			t.Errorf("%s: %v", p.Name, problems)
		}
	}
}

func BenchmarkBackwards(b *testing.B) {
	d := whole.Begin(b, whole.Chain)
	supplies := []askcloth.SupplyThere{
		{Fabric: d.Fabrics[0].ID, Length: measure.Typed("2 yd")},
		{Fabric: d.Fabrics[1].ID, Length: measure.Typed("3 yd")},
	}
	for b.Loop() {
		askcloth.Backwards(d, supplies, ask.Enough(nil))
	}
}

func BenchmarkCliffs(b *testing.B) {
	d := whole.Begin(b, whole.Chain)
	for b.Loop() {
		askcloth.Cliffs(d, ask.Enough(nil))
	}
}
