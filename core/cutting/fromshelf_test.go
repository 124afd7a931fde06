package cutting_test

import (
	"fmt"
	"math"
	"math/rand"
	"reflect"
	"testing"

	"vicis/core/cloth"
	"vicis/core/measure"
	"vicis/core/plan"
	"vicis/internal/trial/whole"
)

// Twelve squares of 8½″, four from a strip of 39½″: three strips, 26″ of cloth, ¾ yd. By hand with what lies on the
// shelf.
func TestTheShelfIsUsedFirst(t *testing.T) {
	for _, c := range []struct {
		name     string
		supplies []cloth.Supply
		strips   int // cut or taken
		ready    int
		buy      string
		shelf    []string
		made     map[string]int
	}{
		{"nothing", nil, 3, 0, "¾ yd", []string{}, map[string]int{"p": 12}},
		{
			"five squares",
			[]cloth.Supply{{
				ID: "ten", Kind: cloth.Pieces, Width: measure.Typed("10 in"), Length: measure.Typed("10 in"),
				Count: 5,
			}},
			2, 0, "½ yd", // 7 squares: two strips, 17½″
			[]string{"5 of 8½″ × 8½″ from 5 pieces of 10″ × 10″ on the shelf, for Square"},
			map[string]int{"p": 7, "p/shelf/ten": 5},
		},
		{
			"quarters",
			[]cloth.Supply{{
				ID: "fq", Kind: cloth.Pieces, Width: measure.Typed("21 in"), Length: measure.Typed("18 in"),
				Count: 9,
			}},
			0, 0, "nothing", // two by two from each, three are enough
			[]string{
				"12 of 8½″ × 8½″ from 3 pieces of 21″ × 18″, 4 from each on the shelf, for Square",
				"6 pieces of 21″ × 18″ are not used: no more is needed of what comes out of that size",
			},
			map[string]int{"p": 12},
		},
		{
			"strips cut already",
			[]cloth.Supply{{
				ID: "roll", Kind: cloth.Strips, Width: measure.Typed("8 1/2 in"), Length: measure.Typed("42 in"),
				Count: 1,
			}},
			3, 1, "½ yd",
			[]string{"1 strip of 8½″: on the shelf, cut already"},
			map[string]int{"p": 12, "pool/f/207264": 3},
		},
		{"strips shorter than the cloth", []cloth.Supply{{
			ID: "roll", Kind: cloth.Strips, Width: measure.Typed("8 1/2 in"), Length: measure.Typed("39 in"),
			Count: 9,
		}}, 0, 0, "nothing", []string{
			"12 of 8½″ × 8½″ from 3 strips of 8½″ × 39″, 4 from each on the shelf, for Square",
			"6 strips of 8½″ × 39″ are not used: no more is needed of what comes out of that size",
		}, nil},
		{
			"strips wider than it takes",
			[]cloth.Supply{{
				ID: "roll", Kind: cloth.Strips, Width: measure.Typed("9 in"), Length: measure.Typed("42 in"),
				Count: 9,
			}},
			0, 0, "nothing",
			[]string{
				"12 of 8½″ × 8½″ from 3 strips of 9″ × 42″, 4 from each on the shelf, for Square",
				"6 strips of 9″ × 42″ are not used: no more is needed of what comes out of that size",
			},
			nil,
		},
		{
			"a length",
			[]cloth.Supply{{
				ID: "half", Kind: cloth.Yardage, Width: measure.Typed("42 in"), Length: measure.Typed("20 in"),
				Count: 1,
			}},
			3, 0, "¼ yd", // two strips, 17½″ of 20″; the third is bought: 9″
			[]string{"2 strips from 20″ on the shelf; 2½″ of it is left"},
			map[string]int{"p": 12},
		},
		{"a narrow length", []cloth.Supply{{
			ID: "half", Kind: cloth.Yardage, Width: measure.Typed("36 in"), Length: measure.Typed("20 in"),
			Count: 1, // two rows of four; the other four are a strip, 9″
		}}, 1, 0, "¼ yd", []string{"8 of 8½″ × 8½″ from 1 length of 36″ × 20″ on the shelf, for Square"}, nil},
		{
			"all of it",
			[]cloth.Supply{{
				ID: "yard", Kind: cloth.Yardage, Width: measure.Typed("40 in"), Length: measure.Typed("1 yd"),
				Count: 1,
			}},
			3, 0, "nothing",
			[]string{"3 strips from 36″ on the shelf; 10″ of it is left"},
			map[string]int{"p": 12},
		},
	} {
		d := whole.Plain(t, 4, 3)
		for i := range c.supplies {
			c.supplies[i].Fabric = "f"
		}
		d.Supplies = c.supplies
		p := whole.Planned(t, d)
		f := p.Cut[0]
		strips, ready := 0, 0
		for _, s := range f.Strips {
			strips, ready = strips+s.Count, ready+s.Ready
		}
		if strips != c.strips || ready != c.ready || f.Buy != c.buy {
			t.Errorf("%s: %d strips, %d of them ready, buy %s", c.name, strips, ready, f.Buy)
		}
		if !reflect.DeepEqual(f.Shelf, c.shelf) {
			t.Errorf("%s: %q", c.name, f.Shelf)
		}
		made := map[string]int{}
		for _, s := range p.Steps {
			made[string(s.ID)] = s.Make
		}
		for id, n := range c.made {
			if made[id] != n {
				t.Errorf("%s: %d of %s, want %d", c.name, made[id], id, n)
			}
		}
		whole.ToTheEnd(t, p, d)
		whole.Scripted(t, p)
	}
}

// Whatever lies on the shelf: the plan makes as many of everything as without it, buys no more, and can be tallied to
// the end.
func TestAnyShelfGivesTheSameQuilt(t *testing.T) {
	r := rand.New(rand.NewSource(11))
	used := 0
	for _, d := range whole.Blocks(t) {
		without := whole.Planned(t, d)
		for range 4 {
			d.Supplies = nil
			for i, f := range d.Fabrics {
				for k := range 1 + r.Intn(3) {
					s := cloth.Supply{ID: fmt.Sprintf("piece-%d-%d", i, k), Fabric: f.ID, Count: 1 + r.Intn(20)}
					eighths := func(least, most int) measure.Written {
						return measure.Write(measure.Length(least+r.Intn(most-least)) * measure.Inch / 8)
					}
					switch r.Intn(3) {
					case 0:
						s.Kind, s.Width, s.Length, s.Count = cloth.Yardage, measure.Typed("42 in"), eighths(40, 500), 1+r.Intn(2)
					case 1:
						s.Kind, s.Width, s.Length = cloth.Strips, measure.Typed("2 1/2 in"), measure.Typed("42 in")
					default:
						s.Kind, s.Width, s.Length = cloth.Pieces, eighths(20, 170), eighths(20, 170)
					}
					d.Supplies = append(d.Supplies, s)
				}
			}
			p := whole.Planned(t, d)
			for _, f := range p.Cut {
				used += len(f.Shelf)
			}
			whole.ToTheEnd(t, p, d)
			whole.Scripted(t, p)
			for i := range without.Steps {
				s := without.Steps[i]
				total := 0
				for _, now := range p.Steps {
					if now.ID == s.ID {
						total += now.Make
						for _, also := range now.Also {
							if also.Step != s.ID && len(s.Also) == 0 {
								total += also.Count
							}
						}
					}
				}
				if s.Stage != "strips" && total != s.Make {
					t.Fatalf("%s: %d of %s with the shelf, %d without (%+v)", d.Name, total, s.ID, s.Make, d.Supplies)
				}
			}
		}
	}
	if used < 100 {
		t.Errorf("the shelf was used only %d times", used)
	}
}

func TestBadSuppliesAreSaidAtTheirPlace(t *testing.T) {
	good := cloth.Supply{
		ID: "good", Fabric: "f", Kind: cloth.Pieces, Width: measure.Typed("10 in"),
		Length: measure.Typed("10 in"), Count: 1,
	}
	for _, c := range []struct {
		change   func(*cloth.Supply)
		code, at string
	}{
		{func(s *cloth.Supply) { s.Fabric = "z" }, "fabric-unknown", "/supplies/1/fabric"},
		{func(s *cloth.Supply) { s.ID = "good" }, "promised-twice", "/supplies/1/id"},
		{func(s *cloth.Supply) { s.ID = "" }, "promised-twice", "/supplies/1/id"},
		{func(s *cloth.Supply) { s.Count = 0 }, "count", "/supplies/1/count"},
		{func(s *cloth.Supply) { s.Print = "none" }, "print-unknown", "/supplies/1/print"},
		{func(s *cloth.Supply) { s.Kind = "bale" }, "kind-unknown", "/supplies/1/kind"},
		{func(s *cloth.Supply) { s.Width = measure.Typed("wide") }, "length-unreadable", "/supplies/1/width"},
		{func(s *cloth.Supply) { s.Length = measure.Typed("0") }, "too-small", "/supplies/1/length"},
		{func(s *cloth.Supply) { s.Length = measure.Typed("900 yd") }, "too-small", "/supplies/1/length"},
	} {
		d := whole.Plain(t, 2, 2)
		bad := good
		bad.ID = "bad"
		c.change(&bad)
		d.Supplies = []cloth.Supply{good, bad}
		if _, problems := plan.Make(d, nil); !whole.Has(problems, c.code, c.at) {
			t.Errorf("%s at %s: %v", c.code, c.at, problems)
		}
	}
}

// What is left, by hand. Twelve squares of 8½″: three strips of four, 39½ − 34 = 5½″ of each; ¾ yd is 27″, 26″ are cut,
// 1″ is not worth keeping. From a yard on the shelf 10″ are left.
func TestWhatIsLeftGoesBack(t *testing.T) {
	d := whole.Plain(t, 4, 3)
	p := whole.Planned(t, d)
	if len(p.Remnants) != 1 || p.Remnants[0].Size != "8½″ × 5½″" || p.Remnants[0].Count != 3 ||
		p.Remnants[0].Kind != cloth.Pieces || p.Remnants[0].Fits != "" {
		t.Errorf("%+v", p.Remnants)
	}
	d.Supplies = []cloth.Supply{{
		ID: "yard", Fabric: "f", Kind: cloth.Yardage, Width: measure.Typed("40 in"), Length: measure.Typed("1 yd"),
		Count: 1,
	}}
	p = whole.Planned(t, d)
	if len(p.Remnants) != 2 || p.Remnants[1].Size != "40″ × 10″" || p.Remnants[1].Kind != cloth.Yardage {
		t.Errorf("%+v", p.Remnants)
	}
	// Area in is area out: what is cut, squared off and left is what was there, for one fabric cut into patches alone.
	for columns := 1; columns < 12; columns++ {
		d := whole.Plain(t, columns, 1)
		d.Cloth.Squaring = measure.Typed("0")
		p := whole.Planned(t, d)
		area := float64(columns) * 8.5 * 8.5
		for _, r := range p.Remnants {
			w, _ := r.Width.Length(), r.Width.Err()
			l, _ := r.Length.Length(), r.Length.Err()
			area += w.Inches() * l.Inches() * float64(r.Count)
		}
		strips := p.Cut[0].Strips[0].Count
		bought := (strips*17 + 8) / 9 * 9 // in half inches, to the next eighth of a yard
		small := float64(bought)/2 - float64(strips)*8.5
		if small < 1.5 {
			area += small * 40 // too little to keep
		}
		if want := float64(bought) / 2 * 40; math.Abs(area-want) > 1e-6 {
			t.Errorf("%d squares: %v in² in all, %v bought", columns, area, want)
		}
	}
}
