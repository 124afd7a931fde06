package making

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"vicis/core/naming"
	"vicis/core/piece"
)

// FallsOut groups what falls out of one run by its look, turned or not, mirror images apart, and names the groups. The
// look is what is seen once an allowance is sewn away on every side; what differs only below that makes another kind of
// the same look. ids are the unit's own for the first group and carry a letter for the others.
func (t *Table) FallsOut(prefix string, pieces []piece.Piece) []Variant {
	unit := t.Unit
	var list []Variant
	var looks []piece.Piece
	kinds := map[int][]piece.Piece{}
	for _, p := range pieces {
		look := p.Finished(t.Seam)
		i := slices.IndexFunc(looks, func(l piece.Piece) bool { return TurnedAlike(l, look) })
		if i < 0 {
			i = len(list)
			list, looks = append(list, Variant{Piece: p}), append(looks, look)
		}
		list[i].Count++
		list[i].EitherWay = t.eitherWay(looks[i], look, []int{0, 90, 180, 270}, list[i].EitherWay)
		k := slices.IndexFunc(kinds[i], func(k piece.Piece) bool { _, alike := t.sewnAlike(k, p); return alike })
		if k < 0 {
			k = len(kinds[i])
			kinds[i], list[i].Kinds = append(kinds[i], p), append(list[i].Kinds, 0)
		}
		list[i].Kinds[k]++
	}
	for i := range list {
		v := &list[i]
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
			if i != j && TurnedAlike(looks[i].Mirrored(), looks[j]) {
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
			list[i].Name = unit.Name + ", " + strings.TrimSpace(prefix+" "+hand)
		}
	}
	return list
}

// ByPlace groups the parts of one thing, given row by row, by their look and by how they are sewn, mirror images apart.
// A group is called by the places it falls out at; the first keeps the unit's id, and every place can be asked for by
// its own.
func (t *Table) ByPlace(pieces []piece.Piece, columns int) (list []Variant) {
	type sort struct {
		look  uint64
		seams string // by name, so that only what may be alike is compared
	}
	known, byLook := map[sort][]int{}, map[uint64][]int{}
	var looks []piece.Piece
	places := map[int][]int{}
	for at, p := range pieces {
		look := p.Finished(t.Seam)
		key := sort{look.Look(piece.ByRole), seamNames(p)}
		k, turn := -1, 0
		for _, i := range known[key] {
			if by, alike := t.sewnAlike(p, list[i].Piece); alike {
				k, turn = i, by
				break
			}
		}
		if k < 0 {
			k = len(list)
			known[key], byLook[key.look] = append(known[key], k), append(byLook[key.look], k)
			list, looks = append(list, Variant{Piece: p, Kinds: []int{0}}), append(looks, look)
		}
		list[k].Count++
		list[k].Kinds[0]++
		list[k].EitherWay = t.eitherWay(look, looks[k].Turn(turn), []int{0}, list[k].EitherWay)
		spot := PartSpot{ID: t.Unit.ID.Place(at/columns, at%columns), Turn: turn}
		if t.Traced {
			spot.Lies = p.Turn((360 - turn) % 360)
		}
		list[k].Places = append(list[k].Places, spot)
		places[k] = append(places[k], at)
	}
	rows := len(pieces) / columns
	for i := range list {
		v := &list[i]
		v.ID = v.Places[0].ID
		if i == 0 {
			v.ID = t.Unit.ID
		}
		v.Name = t.Unit.Name
		if len(list) > 1 {
			v.Name += ", " + placed(places[i], rows, columns)
		}
	}
	for i := range list {
		mirrored := looks[i].Mirrored()
		if TurnedAlike(mirrored, looks[i]) {
			continue
		}
		for _, j := range byLook[mirrored.Look(piece.ByRole)] {
			if i != j && TurnedAlike(mirrored, looks[j]) {
				list[i].Mirror = list[j].ID
				break
			}
		}
	}
	return list
}

// seamNames lists the seams of a piece by name.
func seamNames(p piece.Piece) string {
	names := make([]string, len(p.Seams))
	for i, s := range p.Seams {
		names[i] = string(s.ID)
	}
	slices.Sort(names)
	return strings.Join(names, " ")
}

// placed says where parts lie in what they are cut from: in words where there are few, else by row and column.
func placed(at []int, rows, columns int) string {
	words := map[int][]string{1: {""}, 2: {"upper", "lower"}, 3: {"upper", "middle", "lower"}}[rows]
	across := map[int][]string{1: {""}, 2: {"left", "right"}, 3: {"left", "middle", "right"}}[columns]
	var list []string
	for _, i := range at {
		r, c := i/columns, i%columns
		switch {
		case words == nil && columns == 1:
			list = append(list, fmt.Sprintf("row %d", r+1))
		case across == nil && rows == 1:
			list = append(list, fmt.Sprintf("column %d", c+1))
		case words == nil || across == nil:
			list = append(list, naming.PlaceName(r, c))
		case words[r] == "middle" && across[c] == "middle":
			list = append(list, "middle")
		default:
			list = append(list, strings.TrimSpace(words[r]+" "+across[c]))
		}
	}
	if n := len(list); n > MostPlaced {
		return fmt.Sprintf("%s and %d more", strings.Join(list[:MostPlaced-1], ", "), n-MostPlaced+1)
	} else if n > 1 {
		return strings.Join(list[:n-1], ", ") + " and " + list[n-1]
	}
	return list[0]
}

// MostPlaced is how many places a kind is called by.
const MostPlaced = 4

// Alike says whether two finished pieces show the same cloth once one of them is turned.
func Alike(a, b piece.Piece, seen piece.Seen) bool {
	for _, turn := range []int{0, 90, 180, 270} {
		if piece.SameLook(a, b.Turn(turn), seen) {
			return true
		}
	}
	return false
}

// eitherWay adds to a list the roles of cloth whose print lies otherwise in one of two pieces that look the same, by
// the best of some turns of the second one.
func (t *Table) eitherWay(a, b piece.Piece, turns []int, list []string) []string {
	directed := t.directed(a)
	if len(directed) == 0 {
		return list
	}
	var least []string
	for _, turn := range turns {
		lies := b.Turn(turn)
		if !piece.SameLook(a, lies, piece.ByRole) {
			continue
		}
		var roles []string
		for _, one := range directed {
			if !piece.SameLook(a, lies, func(role string, up int) string {
				if role == one {
					return t.Seen(role, up)
				}
				return role
			}) {
				roles = append(roles, one)
			}
		}
		if len(roles) == 0 {
			return list
		}
		if least == nil || len(roles) < len(least) {
			least = roles
		}
	}
	for _, role := range least {
		if !slices.Contains(list, role) {
			list = append(list, role)
		}
	}
	return list
}

// directed lists the roles of a piece whose prints have a direction.
func (t *Table) directed(p piece.Piece) (roles []string) {
	seen := map[string]bool{}
	for _, patch := range p.Patches {
		if !seen[patch.Role] && t.Directed(patch.Role) {
			roles = append(roles, patch.Role)
		}
		seen[patch.Role] = true
	}
	return roles
}

// Directed says whether a role's print lies otherwise once it is turned by a quarter, or upside down.
func (t *Table) Directed(role string) bool {
	return t.Seen != nil && (t.Seen(role, 0) != t.Seen(role, 2) || t.Seen(role, 0) != t.Seen(role, 4))
}

// TurnedAlike says whether two pieces look the same once one of them is turned, whatever print is chosen for them.
func TurnedAlike(a, b piece.Piece) bool { return Alike(a, b, piece.ByRole) }

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
// are pressed alike: they are of one kind. b then lies like a once it is turned so.
func (t *Table) sewnAlike(a, b piece.Piece) (turn int, alike bool) {
	for _, by := range []int{0, 90, 180, 270} {
		c := b.Turn(by)
		x, y := a.Finished(t.Seam), c.Finished(t.Seam)
		if !piece.SameLook(x, y, piece.ByRole) || !maps.Equal(seamsOf(a), seamsOf(c)) {
			continue
		}
		if len(t.directed(x)) == 0 || piece.SameLook(x, y, t.Seen) { // prints point the same way too
			return by, true
		}
		if !alike {
			turn, alike = by, true
		}
	}
	return turn, alike
}

func seamsOf(p piece.Piece) map[string]int {
	seams := map[string]int{}
	for _, s := range p.Seams {
		seams[fmt.Sprint(s)]++
	}
	return seams
}
