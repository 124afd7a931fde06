package cutting

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"vicis/core/cloth"

	"vicis/core/demand"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/quilt"
	"vicis/core/straight"
)

func square(id string, side measure.Length) making.Unit {
	w := making.Wide(side)
	return making.Unit{ID: naming.Unit(id), Name: id, How: &straight.PlainPatch{Role: "A", Width: w, Height: w}}
}

// By hand: four squares of 8½″ from 39½″ leave 5½″ × 8½″ of each strip, room for two by three squares of 2½″. Of 20
// such squares a strip gives 15; the other five come from one end, and the second strip is saved. Of 30, two strips'
// worth, 15 come from three ends.
func TestEndsGiveSmallerPatches(t *testing.T) {
	for _, c := range []struct {
		large, small, strips, fromEnds, ends int
	}{
		{8, 20, 1, 5, 1},
		{12, 30, 1, 15, 3},
		{8, 12, 0, 12, 2},
		{8, 15, 1, 0, 0},
		{4, 36, 2, 6, 1},
		{4, 37, 3, 0, 0},
		{3, 20, 1, 5, 1},
		{3, 15, 0, 15, 1},
	} {
		tb, made, shelf := onTable(t, square("p", 17*in/2), square("q", 5*in/2))
		lines := map[naming.Step]demand.ThingCount{"p": {Need: c.large}, "q": {Need: c.small}}
		kept := Cut(made, quilt.Layout{}, lines, tb, shelf, cloth.Purchase{Step: measure.Yard / 8}, nil, CutByPrint{}, nil)
		tb.Ends = true
		p := Cut(made, quilt.Layout{}, lines, tb, shelf, cloth.Purchase{Step: measure.Yard / 8}, nil, CutByPrint{}, nil)
		strips, taken, ends := 0, 0, 0
		for _, s := range p.Fabrics[0].Strips {
			if s.Cut == 5*in/2 {
				strips += s.Count
			}
		}
		for _, one := range p.Ends {
			taken += one.Count
			ends += one.Pieces
		}
		if strips != c.strips || taken != c.fromEnds || ends != c.ends {
			t.Errorf("%d and %d: %d strips of 2½″, %d squares from %d ends", c.large, c.small, strips, taken, ends)
		}
		if len(kept.Ends) > 0 || p.Fabrics[0].Length > kept.Fabrics[0].Length {
			t.Errorf("%d and %d: %v″ of cloth, %v″ where ends are kept", c.large, c.small, p.Fabrics[0].Length.Inches(),
				kept.Fabrics[0].Length.Inches())
		}
	}
}

// Whatever is asked for: nothing is cut twice or not at all, no end is used that is not there, and no cloth is lost by
// it.
func TestEndsAreUsedOnce(t *testing.T) {
	for seed := range uint64(200) {
		r := rand.New(rand.NewPCG(seed, 5))
		var units []making.Unit
		lines := map[naming.Step]demand.ThingCount{}
		for i := range 2 + r.IntN(4) {
			id := fmt.Sprintf("u%d", i)
			units = append(units, square(id, in*measure.Length(6+r.IntN(50))/4))
			lines[naming.Step(id)] = demand.ThingCount{Need: 1 + r.IntN(60), Spare: r.IntN(3)}
		}
		tb, made, shelf := onTable(t, units...)
		tb.Every = r.IntN(3) * 4
		kept := Cut(made, quilt.Layout{}, lines, tb, shelf, cloth.Purchase{Step: measure.Yard / 8}, nil, CutByPrint{}, nil)
		tb.Ends = true
		p := Cut(made, quilt.Layout{}, lines, tb, shelf, cloth.Purchase{Step: measure.Yard / 8}, nil, CutByPrint{}, nil)
		type end struct {
			of   naming.Step
			rest measure.Length
		}
		got, there := map[string]int{}, map[end]int{}
		count := func(p Plan) (strips int) {
			for _, f := range p.Fabrics {
				for _, s := range f.Strips {
					strips += s.Count
				}
			}
			return strips
		}
		for _, s := range p.Fabrics[0].Strips {
			for _, pattern := range s.Patches.Layups.Patterns {
				at, _ := s.Patches.Marks(pattern, tb)
				there[end{s.ID, s.Patches.Length - at[len(at)-1]}] += pattern.Times
				for k, n := range pattern.Counts {
					got[string(s.Patches.Cuts[k].ID)] += n * pattern.Times
				}
			}
		}
		for _, one := range p.Ends {
			got[string(one.Act)] += one.Count
			from := end{one.End, one.Have.W}
			there[from] -= one.Pieces
			if there[from] < 0 || one.Count > one.Each*one.Pieces || one.Count <= one.Each*(one.Pieces-1) {
				t.Fatalf("seed %d: %+v of %d ends", seed, one, there[from])
			}
		}
		for id, l := range lines {
			if got[string(id)] != l.Make() {
				t.Fatalf("seed %d: %d of %s, not %d", seed, got[string(id)], id, l.Make())
			}
		}
		if saved := count(kept) - count(p); saved < 0 || saved == 0 && len(p.Ends) > 0 ||
			p.Fabrics[0].Length > kept.Fabrics[0].Length {
			t.Fatalf("seed %d: %d strips, %d without ends", seed, count(p), count(kept))
		}
	}
}
