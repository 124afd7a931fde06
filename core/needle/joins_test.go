package needle

import (
	"slices"
	"testing"

	"vicis/core/school"
)

// Orders of joining, worked by hand (common practice): five strips as three and two, seven as three and two and two.
func TestStripsAreJoinedInThePilesOfTheSchool(t *testing.T) {
	for _, c := range []struct {
		n     int
		by    school.Joining
		piles []StripPile
		order [][2]span
	}{
		{3, school.OneByOne, nil, [][2]span{{{0, 1}, {1, 2}}, {{0, 2}, {2, 3}}}},
		{
			5, school.InThrees,
			[]StripPile{{1, 3}, {4, 5}},
			[][2]span{{{0, 1}, {1, 2}}, {{0, 2}, {2, 3}}, {{3, 4}, {4, 5}}, {{0, 3}, {3, 5}}},
		},
		{4, school.InThrees, []StripPile{{1, 2}, {3, 4}}, [][2]span{{{0, 1}, {1, 2}}, {{2, 3}, {3, 4}}, {{0, 2}, {2, 4}}}},
		{4, school.InPairs, []StripPile{{1, 2}, {3, 4}}, [][2]span{{{0, 1}, {1, 2}}, {{2, 3}, {3, 4}}, {{0, 2}, {2, 4}}}},
		{
			5, school.InPairs,
			[]StripPile{{1, 2}, {3, 4}, {5, 5}},
			[][2]span{{{0, 1}, {1, 2}}, {{2, 3}, {3, 4}}, {{0, 2}, {2, 4}}, {{0, 4}, {4, 5}}},
		},
	} {
		order, piles := joined(c.n, c.by)
		if !slices.Equal(order, c.order) || !slices.Equal(piles, c.piles) {
			t.Errorf("%d by %s: %v in piles %v", c.n, c.by, order, piles)
		}
	}
}

// However many strips, whatever the school: every seam is sewn once, and at the end all of them hang together.
func TestEverySeamOfASetIsSewnOnce(t *testing.T) {
	for n := 2; n <= 40; n++ {
		for _, by := range []school.Joining{school.OneByOne, school.InPairs, school.InThrees} {
			order, piles := joined(n, by)
			sewn := map[int]bool{}
			for _, o := range order {
				if o[0].to != o[1].from || sewn[o[1].from] {
					t.Fatalf("%d by %s: %v", n, by, order)
				}
				sewn[o[1].from] = true
			}
			last := order[len(order)-1]
			if len(order) != n-1 || last[0].from != 0 || last[1].to != n {
				t.Errorf("%d by %s: %v", n, by, order)
			}
			count := 0
			for _, p := range piles {
				count += p.To - p.From + 1
			}
			if piles != nil && count != n {
				t.Errorf("%d by %s: piles %v", n, by, piles)
			}
		}
	}
}
