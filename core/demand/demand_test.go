package demand

import (
	"math/rand"
	"testing"
)

func TestRoundingIsDoneOnceForTheWholeQuilt(t *testing.T) {
	// Common practice: six sub-cuts from a set, four in a block, twelve blocks: 48 sub-cuts from 8 sets. Rounded block by
	// block it would be 12.
	sources := []Source{{ID: "strip", Gives: 1}, {ID: "set", Gives: 1, Takes: []Take{{"strip", 2}}}, {ID: "cut", Gives: 6, Takes: []Take{{"set", 1}}, Spares: true}, {ID: "block", Gives: 1, Takes: []Take{{"cut", 4}}}}
	lines := Count(sources, map[string]int{"block": 12}, Spares{})
	if l := lines["cut"]; l.Need != 48 || l.Runs != 8 || l.Left != 0 {
		t.Errorf("cut: %+v", l)
	}
	if l := lines["strip"]; l.Runs != 16 {
		t.Errorf("strip: %+v", l)
	}
	lines = Count(sources, map[string]int{"block": 12}, Spares{Percent: 5, Count: 1})
	if l := lines["cut"]; l.Need != 48 || l.Spare != 4 || l.Runs != 9 || l.Left != 2 {
		t.Errorf("with 5 in a hundred and one more: %+v", l)
	}
	if l := Count(sources, nil, Spares{Count: 3})["cut"]; l.Make() != 0 {
		t.Errorf("spares of what nobody needs: %+v", l)
	}
}

// What is made is what later steps take, and the declared spares; what the runs could give beyond is the leftover.
func TestNothingIsMissingAndNothingIsHidden(t *testing.T) {
	rng := rand.New(rand.NewSource(5))
	for range 500 {
		n := 2 + rng.Intn(8)
		var sources []Source
		for i := range n {
			s := Source{ID: string(rune('a' + i)), Gives: 1 + rng.Intn(9), Spares: rng.Intn(2) == 0}
			for j := range i {
				if rng.Intn(2) == 0 {
					s.Takes = append(s.Takes, Take{string(rune('a' + j)), 1 + rng.Intn(4)})
				}
			}
			sources = append(sources, s)
		}
		wanted := map[string]int{sources[n-1].ID: 1 + rng.Intn(50)}
		spares := Spares{Percent: rng.Intn(20), Count: rng.Intn(3)}
		lines := Count(sources, wanted, spares)
		for _, s := range sources {
			taken := wanted[s.ID]
			for _, by := range sources {
				for _, take := range by.Takes {
					if take.ID == s.ID {
						taken += lines[by.ID].Runs * take.Each
					}
				}
			}
			l := lines[s.ID]
			if l.Need != taken || l.Runs*s.Gives != l.Need+l.Spare+l.Left || l.Left < 0 || l.Left >= s.Gives {
				t.Fatalf("%+v: %+v, later steps take %d", s, l, taken)
			}
		}
	}
}
