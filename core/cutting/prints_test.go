package cutting

import (
	"testing"

	"vicis/core/cloth"
	"vicis/core/demand"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/problem"
	"vicis/core/quilt"
)

// By hand: a strip of 39½″ gives 15 squares of 2½″. 120 squares of 12 prints are 10 of each, one strip; 200 are 16 or
// 17 of each, two strips, where one cloth would take 14. Eight squares of 12 prints leave four prints out.
func TestAnAssortmentGivesEvenShares(t *testing.T) {
	for _, c := range []struct {
		prints, squares, strips, each int
		buy                           measure.Length
	}{
		{12, 120, 12, 1, measure.Yard / 8},
		{12, 200, 24, 2, measure.Yard / 4},
		{1, 200, 14, 14, measure.Yard},
		{12, 8, 8, 1, measure.Yard / 8},
		{7, 15, 7, 1, measure.Yard / 8},
	} {
		tb, made, _ := onTable(t, square("p", 5*in/2))
		var problems problem.List
		shelf := cloth.Check([]cloth.Fabric{{
			ID: "f", Name: "F", Colour: "#123456", Print: cloth.Assorted,
			Prints: c.prints,
		}}, []cloth.Role{{ID: "A", Fabric: "f"}}, 40*in, &problems)
		p := Cut(made, quilt.Layout{}, map[naming.Step]demand.ThingCount{"p": {Need: c.squares}}, tb, shelf,
			Purchase{Step: measure.Yard / 8}, nil, CutByPrint{})
		f := p.Fabrics[0]
		s := f.Strips[0]
		if s.Count != c.strips || s.Each(f.Prints) != c.each || len(s.Ends) != c.each || f.Buy != c.buy ||
			!s.Patches.Layups.Proven() {
			t.Errorf("%d of %d prints: %d strips, %d of each, buy %v yd of each", c.squares, c.prints, s.Count,
				s.Each(f.Prints), f.Buy.Inches()/36)
		}
		total, strips := 0, 0
		for _, pattern := range s.Patches.Layups.Patterns {
			total += pattern.Counts[0] * pattern.Times
			strips += pattern.Times
			// No print gives more than its share: what comes out of one strip is never above an even share rounded up.
			if share := (c.squares + c.prints - 1) / c.prints; pattern.Counts[0] > share {
				t.Errorf("%d of %d prints: %d from one strip, a share is %d", c.squares, c.prints, pattern.Counts[0],
					share)
			}
		}
		if total != c.squares || strips != c.strips {
			t.Errorf("%d of %d prints: the strips give %d", c.squares, c.prints, total)
		}
	}
}
