package making

import (
	"fmt"
	"maps"
	"slices"

	"vicis/core/naming"
	"vicis/core/piece"
)

// fallsOut groups what falls out of one run by its look, turned or not, mirror images apart, and names the groups. The
// look is what is seen once an allowance is sewn away on every side; what differs only below that makes another kind of
// the same look. ids are the unit's own for the first group and carry a letter for the others.
func (t *Table) fallsOut(prefix string, pieces []piece.Piece) []Variant {
	unit := t.Unit
	var list []Variant
	var looks []piece.Piece
	kinds := map[int][]piece.Piece{}
	for _, p := range pieces {
		look := p.Finished(t.Seam)
		i := slices.IndexFunc(looks, func(l piece.Piece) bool { return turnedAlike(l, look) })
		if i < 0 {
			i = len(list)
			list, looks = append(list, Variant{Piece: p}), append(looks, look)
		}
		list[i].Count++
		if !slices.ContainsFunc(kinds[i], func(k piece.Piece) bool { return t.sewnAlike(k, p) }) {
			kinds[i] = append(kinds[i], p)
		}
	}
	for i := range list {
		v := &list[i]
		v.Kinds = len(kinds[i])
		for _, other := range kinds[i][1:] {
			for _, turn := range []int{0, 90, 180, 270} {
				if p := other.Turn(turn); piece.SameLook(looks[i], p.Finished(t.Seam), piece.ByRole) {
					v.Others = append(v.Others, p)
					break
				}
			}
		}
		letter := string(rune('a' + i))
		v.ID, v.Name = unit.ID.Look(prefix+letter), unit.Name
		if prefix != "" {
			v.Name, v.Bonus = unit.Name+", "+prefix, true
		} else if i == 0 {
			v.ID = unit.ID
		}
		if len(list) > 1 {
			v.Name += " " + letter
		}
	}
	for i := range list {
		for j := range list {
			if i != j && turnedAlike(looks[i].Mirrored(), looks[j]) {
				list[i].Mirror = list[j].ID
			}
		}
	}
	if len(list) == 2 && list[0].Mirror != "" {
		hands := []string{"left hand", "right hand"}
		if sameCloth(looks[0], looks[1]) { // a seam between two patches of one cloth is all that tells them apart
			hands = []string{"one way", "the other way"}
			list[0].Mirror, list[1].Mirror = "", ""
		}
		for i, hand := range hands {
			list[i].Name = unit.Name + ", " + prefix
			if prefix == "" {
				list[i].Name = unit.Name + ", "
			} else {
				list[i].Name += " "
			}
			list[i].Name += hand
		}
	}
	return list
}

// Alike says whether two finished pieces show the same cloth once one of them is turned.
func Alike(a, b piece.Piece, seen piece.Seen) bool {
	for _, turn := range []int{0, 90, 180, 270} {
		if piece.SameLook(a, b.Turn(turn), seen) {
			return true
		}
	}
	return false
}

// turnedAlike says whether two pieces look the same once one of them is turned, whatever print is chosen for them.
func turnedAlike(a, b piece.Piece) bool { return Alike(a, b, piece.ByRole) }

// sameCloth says whether two pieces show the same cloth once one of them is turned, wherever its seams are.
func sameCloth(a, b piece.Piece) bool {
	for _, turn := range []int{0, 90, 180, 270} {
		if piece.SameCloth(a, b.Turn(turn), piece.ByRole) {
			return true
		}
	}
	return false
}

// sewnAlike says whether two pieces that look the same also have the same seams, in the same directions, so that they
// are pressed alike: they are of one kind.
func (t *Table) sewnAlike(a, b piece.Piece) bool {
	for _, turn := range []int{0, 90, 180, 270} {
		c := b.Turn(turn)
		if piece.SameLook(a.Finished(t.Seam), c.Finished(t.Seam), piece.ByRole) && maps.Equal(seamsOf(a), seamsOf(c)) {
			return true
		}
	}
	return false
}

func seamsOf(p piece.Piece) map[string]int {
	seams := map[string]int{}
	for _, s := range p.Seams {
		seams[fmt.Sprint(s)]++
	}
	return seams
}

// upright turns a square unit so that its seam rises from the lower left to the upper right with the lower piece of the
// pair above it, the way units are laid in a pile.
func upright(p piece.Piece, seam naming.Seam) piece.Piece {
	for _, turn := range []int{90, 180, 270} {
		if risesLeft(p, seam) {
			return p
		}
		if q := p.Turn(turn); risesLeft(q, seam) {
			return q
		}
	}
	return p
}

func risesLeft(p piece.Piece, seam naming.Seam) bool {
	for _, s := range p.Seams {
		if s.ID == seam {
			return s.To.X.Cmp(s.From.X) > 0 && s.To.Y.Cmp(s.From.Y) < 0
		}
	}
	return false
}

// give is what one run gives of a look.
func (v Variant) give() Give { return Give{v.ID.Step(), v.Count, v.Name, v.Piece} }
