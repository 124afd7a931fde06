package piece

import "hash/fnv"

// Look is a number for what a piece shows, allowances included: the same however the piece is turned and in whichever
// order its patches were sewn, another for other cloth or other sizes. colour names what is seen of a role.
func (p Piece) Look(colour func(role string) string) uint64 {
	p.Seams, p.Meetings, p.Misses = nil, nil, nil
	least := p.LookAsItLies(colour)
	for _, turn := range []int{90, 180, 270} {
		least = min(least, p.Turn(turn).LookAsItLies(colour))
	}
	return least
}

// LookAsItLies is the same for a piece that is not turned.
func (p Piece) LookAsItLies(colour func(role string) string) uint64 {
	roles := map[string]uint64{}
	sum := number(number(0, p.W), p.H)
	for _, patch := range p.Patches {
		h, known := roles[patch.Role]
		if !known {
			h = text(colour(patch.Role))
			roles[patch.Role] = h
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
