package piece

import (
	"hash/fnv"
	"strconv"

	"vicis/core/naming"
)

// Look is a number for what a piece shows, allowances included: the same however the piece is turned and in whichever
// order its patches were sewn, another for other cloth, other sizes, or a print that lies another way.
func (p Piece) Look(seen Seen) uint64 {
	p.Seams, p.Meetings, p.Misses = nil, nil, nil
	least := p.LookAsItLies(seen)
	for _, turn := range []int{90, 180, 270} {
		least = min(least, p.Turn(turn).LookAsItLies(seen))
	}
	return least
}

// LookAsItLies is the same for a piece that is not turned.
func (p Piece) LookAsItLies(seen Seen) uint64 {
	type lying struct {
		role string
		up   int
	}
	cloth := map[lying]uint64{}
	sum := number(number(0, p.W), p.H)
	for _, patch := range p.Patches {
		k := lying{patch.Role, patch.Up}
		h, known := cloth[k]
		if !known {
			h = text(seen(patch.Role, patch.Up))
			cloth[k] = h
		}
		first := firstCorner(patch)
		for i := range patch.Poly {
			a := patch.Poly[(first+i)%len(patch.Poly)]
			h = number(number(h, a.X), a.Y)
		}
		sum += mixed(h)
	}
	return mixed(sum)
}

func text(s string) uint64 {
	h := fnv.New64a()
	_, _ = h.Write([]byte(s)) // a hash takes everything
	return h.Sum64()
}

func number(h uint64, n Num) uint64 { return mixed(mixed(h^uint64(n.P)) ^ uint64(n.Q)) }

// mixed spreads a number over all its bits (the finaliser of SplitMix64, public domain).
func mixed(h uint64) uint64 {
	h += 0x9e3779b97f4a7c15
	h = (h ^ h>>30) * 0xbf58476d1ce4e5b9
	h = (h ^ h>>27) * 0x94d049bb133111eb
	return h ^ h>>31
}

// SameCloth says whether two pieces show the same cloth everywhere, seams between patches of one cloth not counted as
// seen.
func SameCloth(a, b Piece, seen Seen) bool {
	if a.W != b.W || a.H != b.H {
		return false
	}
	var same Num
	for _, x := range a.Patches {
		for _, y := range b.Patches {
			if seen(x.Role, x.Up) == seen(y.Role, y.Up) {
				same = same.Add(Piece{Patches: []Patch{x}}.within(y.halves()).Area())
			}
		}
	}
	return same == a.Area() && same == b.Area()
}

// halves are the half-planes that a patch is where all of them are.
func (p Patch) halves() []Half {
	list := make([]Half, len(p.Poly))
	for i, a := range p.Poly {
		b := p.Poly[(i+1)%len(p.Poly)]
		var l Line
		switch dx, dy := b.X.Cmp(a.X), b.Y.Cmp(a.Y); {
		case dx == 0:
			l = Upright(a.X)
		case dy == 0:
			l = Level(a.Y)
		case dx == dy:
			l = Falling(a.X.Sub(a.Y))
		default:
			l = Rising(a.X.Add(a.Y))
		}
		for _, c := range p.Poly {
			if side := l.at(c).Sign(); side != 0 {
				list[i] = Half{l, side}
				break
			}
		}
	}
	return list
}

// SameLook says whether two pieces show the same cloth at the same places, however they were sewn: two roles of one
// fabric look alike, a print with a direction that lies another way does not.
func SameLook(a, b Piece, seen Seen) bool {
	if a.W != b.W || a.H != b.H || len(a.Patches) != len(b.Patches) {
		return false
	}
	count := map[string]int{}
	for _, patch := range a.Patches {
		count[lookOf(patch, seen)]++
	}
	for _, patch := range b.Patches {
		k := lookOf(patch, seen)
		if count[k] == 0 {
			return false
		}
		count[k]--
	}
	return true
}

func lookOf(p Patch, seen Seen) string {
	first := firstCorner(p)
	s := make([]byte, 0, 128)
	for i := range p.Poly {
		a := p.Poly[(first+i)%len(p.Poly)]
		for _, n := range [4]int64{a.X.P, a.X.Q, a.Y.P, a.Y.Q} {
			s = append(strconv.AppendInt(s, n, 10), ' ')
		}
	}
	return string(append(s, seen(p.Role, p.Up)...))
}

// firstCorner is the place of a patch's highest corner, the leftmost of them.
func firstCorner(p Patch) int {
	first := 0
	for i, a := range p.Poly {
		if c := a.Y.Cmp(p.Poly[first].Y); c < 0 || c == 0 && a.X.Cmp(p.Poly[first].X) < 0 {
			first = i
		}
	}
	return first
}

// PressedAs is a number for how the seams of a piece are pressed, those apart that are left out: the same however it is
// turned and in whichever direction a seam was sewn, another where they lie under other cloth; 0 where none is left.
func (p Piece) PressedAs(seen Seen, side func(naming.Seam) (x int, counts bool)) uint64 {
	seams, cloth := Piece{W: p.W, H: p.H}, Piece{W: p.W, H: p.H, Patches: p.Patches}
	var sides []int
	for _, s := range p.Seams {
		if x, counts := side(s.ID); counts {
			seams.Seams = append(seams.Seams, s)
			sides = append(sides, x)
		}
	}
	if len(sides) == 0 {
		return 0
	}
	var least uint64
	for i, turn := range []int{0, 90, 180, 270} {
		sum := cloth.Turn(turn).LookAsItLies(seen)
		for k, s := range seams.Turn(turn).Seams {
			from, to, x := s.From, s.To, sides[k]
			if c := from.Y.Cmp(to.Y); c > 0 || c == 0 && from.X.Cmp(to.X) > 0 {
				from, to, x = to, from, -x
			}
			h := number(number(uint64(x+1), from.X), from.Y)
			sum += mixed(number(number(h, to.X), to.Y))
		}
		if sum = mixed(sum); i == 0 || sum < least {
			least = sum
		}
	}
	return least
}
