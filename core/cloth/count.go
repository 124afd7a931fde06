package cloth

import (
	"slices"

	"vicis/core/measure"
)

// ShelfCount is what is still there of the supplies of one fabric; where its prints are dealt, of each of them.
type ShelfCount struct {
	Haves []Have
	left  [][]int // by supply, then by print
}

// Lies tells what lies on the shelf of a fabric: of each print as many as its list says, or its share, and of a supply
// that is said to be of one print all of it.
func (s Shelf) Lies(f Fabric, dealt bool) *ShelfCount {
	l := &ShelfCount{Haves: s.have[f.ID]}
	list := f.Swatches()
	weights := []int{1}
	if dealt {
		weights = Weighed(list)
	}
	for _, have := range l.Haves {
		of := make([]int, len(weights))
		one := slices.IndexFunc(list, func(s Swatch) bool { return s.ID == have.Print })
		for k := range of {
			switch {
			case have.Print == "" || len(of) == 1:
				of[k] = part(have.Count, weights, k)
			case k == one:
				of[k] = have.Count
			}
		}
		l.left = append(l.left, of)
	}
	return l
}

// Of is what is left of a supply for a print; of all prints where none is told.
func (l *ShelfCount) Of(supply, print int) (n int) {
	if print < 0 || len(l.left[supply]) == 1 {
		for _, k := range l.left[supply] {
			n += k
		}
		return n
	}
	return l.left[supply][print]
}

// Take takes some of a supply away, where no print is told from those of which there are most.
func (l *ShelfCount) Take(supply, print, n int) {
	left := l.left[supply]
	if len(left) == 1 {
		print = 0
	}
	if print >= 0 {
		left[print] -= n
		return
	}
	for ; n > 0; n-- {
		left[slices.Index(left, slices.Max(left))]--
	}
}

// There lists the supplies with what is left of each, for a print or for all.
func (l *ShelfCount) There(print int) (list []Have) {
	for i, have := range l.Haves {
		if have.Count = l.Of(i, print); have.Count > 0 {
			list = append(list, have)
		}
	}
	return list
}

// part is how many of a count of pieces are of one print: as many as are listed where the list counts just these, else
// its share.
func part(count int, weights []int, k int) int {
	sum, before := 0, 0
	for i, w := range weights {
		if i < k {
			before += w
		}
		sum += w
	}
	if sum == 0 {
		return 0
	}
	return count*(before+weights[k])/sum - count*before/sum
}

// Gone is what was cut of a supply: of how many, and what is left of those.
type Gone struct {
	Begun int
	Left  []LeftPiece
}

// LeftPiece is so many pieces that are left of some, of one size; square where its end is squared up already.
type LeftPiece struct {
	W, L   measure.Length
	Square bool `json:",omitempty"`
	Count  int
}

// Less is the shelf without what was cut of it, by supply.
func (s Shelf) Less(gone map[string]Gone) Shelf {
	all := s.have
	s.have = map[string][]Have{}
	for fabric, list := range all {
		left := []Have{}
		for _, have := range list {
			g := gone[have.ID]
			if one := have; one.Count > g.Begun {
				one.Count -= max(0, g.Begun)
				left = append(left, one)
			}
			for _, r := range g.Left {
				one := have
				one.W, one.L, one.Count, one.Rest, one.Square = r.W, r.L, r.Count, true, r.Square
				left = append(left, one)
			}
		}
		s.have[fabric] = left
	}
	return s
}
