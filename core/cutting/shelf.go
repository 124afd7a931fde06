package cutting

import (
	"slices"

	"vicis/core/cloth"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
)

// What lies on the shelf and is promised to the quilt is cut first: strips that are there take the place of strips to
// cut, pieces give patches, yardage gives strips. Only the rest is bought.

// FromPiece is patches of one act that are cut from pieces on the shelf, or from what is left of wider strips.
type FromPiece struct {
	Act    naming.Step
	Role   string
	Have   cloth.Have
	End    naming.Step    // the strips whose end it is; empty for a piece on the shelf
	Nth    int            // of the ends of those strips, as older tallies count them
	W, H   measure.Length // of one patch, as it is cut
	Each   int            // from one piece
	Pieces int
	Count  int
	All    bool // nothing of the act is cut from strips
}

// Use is what a length of cloth on the shelf gives.
type Use struct {
	Have   cloth.Have
	Strips int
	Used   measure.Length
	Left   measure.Length
}

// Taken is so many of a supply.
type Taken struct {
	Supply string
	Count  int
}

// Taken lists how many of each supply the plan uses up.
func (p Plan) Taken() []Taken {
	var list []Taken
	add := func(id string, n int) {
		for i := range list {
			if list[i].Supply == id {
				list[i].Count += n
				return
			}
		}
		list = append(list, Taken{id, n})
	}
	for _, f := range p.Fabrics {
		for _, s := range f.Strips {
			for _, t := range s.From {
				add(t.Supply, t.Count)
			}
		}
		for _, u := range f.Uses {
			add(u.Have.ID, 1)
		}
		for _, one := range f.Pieces {
			add(one.Have.ID, one.Pieces)
		}
	}
	return list
}

// grid is how many patches come out of a piece in rows and columns, the better way round; a print with a direction
// keeps it.
func grid(w, h measure.Length, have cloth.Have, print cloth.Print) int {
	n := int(have.W/w) * int(have.L/h)
	if print != cloth.OneWay && print != cloth.TwoWay {
		n = max(n, int(have.W/h)*int(have.L/w))
	}
	return n
}

// pieces takes patches, the largest first, from pieces on the shelf, the smallest piece that gives one first.
func (p *pools) pieces() []FromPiece {
	var list []FromPiece
	left := map[string]int{}
	order := make([]int, len(p.patches))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return int(min(1, max(-1, p.area(b)-p.area(a)))) })
	for _, i := range order {
		one := &p.patches[i]
		f, _ := p.shelf.Fabric(one.role)
		haves := slices.Clone(p.shelf.Have(f.ID))
		slices.SortStableFunc(haves, func(a, b cloth.Have) int { return int(min(1, max(-1, a.W*a.L-b.W*b.L))) })
		for _, have := range haves {
			if have.Kind != cloth.Pieces || one.line.Make() <= 0 {
				continue
			}
			if _, known := left[have.ID]; !known {
				left[have.ID] = have.Count
			}
			w, h := one.ways[0][1].CeilTo(p.t.Ruler.Mark), one.ways[0][0].CeilTo(p.t.Ruler.Mark)
			each := grid(w, h, have, f.Print)
			if each == 0 || left[have.ID] == 0 {
				continue
			}
			n := min(one.line.Make(), each*left[have.ID])
			pieces := (n + each - 1) / each
			left[have.ID] -= pieces
			one.line.Need -= n // spares may come from a piece too: then the need is below them
			list = append(list, FromPiece{
				Act: one.act, Role: one.role, Have: have, W: w, H: h, Each: each,
				Pieces: pieces, Count: n, All: one.line.Make() <= 0,
			})
		}
	}
	p.patches = slices.DeleteFunc(p.patches, func(one pooled) bool { return one.line.Make() <= 0 })
	return list
}

func (p *pools) area(i int) measure.Length {
	way := p.patches[i].ways[0]
	return way[0] / 64 * (way[1] / 64)
}

// ready takes strips that are cut already; they must be as wide as the plan wants them and long enough.
func ready(strips []Strip, t *making.Table, shelf cloth.Shelf) {
	left := map[string]int{}
	for i := range strips {
		s := &strips[i]
		f, _ := shelf.Fabric(s.Role)
		usable, _ := t.Usable(s.Role)
		for _, have := range shelf.Have(f.ID) {
			if have.Kind != cloth.Strips || s.Lengths || have.W != s.Cut || have.L < usable {
				continue
			}
			if _, known := left[have.ID]; !known {
				left[have.ID] = have.Count
			}
			n := min(left[have.ID], s.Count-s.Ready)
			left[have.ID] -= n
			s.Ready += n
			if n > 0 {
				s.From = append(s.From, Taken{have.ID, n})
			}
		}
	}
}

// fromYardage lays the strips of a fabric, widest first, on the lengths of cloth there are, the shortest with room
// first; rest is what is left to cut from cloth that is bought.
func (f *Fabric) fromYardage(t *making.Table, shelf cloth.Shelf) (rest measure.Length) {
	type length struct {
		use int
		at  measure.Length
		n   int
	}
	var lengths []length
	haves := slices.Clone(shelf.Have(f.Fabric.ID))
	slices.SortStableFunc(haves, func(a, b cloth.Have) int { return int(min(1, max(-1, a.L-b.L))) })
	for _, have := range haves {
		if have.Kind != cloth.Yardage || have.W < f.Usable || f.Prints > 1 {
			continue
		}
		for range have.Count {
			lengths = append(lengths, length{use: len(f.Uses)})
			f.Uses = append(f.Uses, Use{Have: have, Left: have.L})
		}
	}
	bought := length{use: -1}
	put := func(l *length, cut measure.Length) bool {
		at := l.at + cut
		if l.n == 0 || t.Every > 0 && l.n%t.Every == 0 {
			at += t.Squaring
		}
		if l.use >= 0 && at > f.Uses[l.use].Have.L {
			return false
		}
		l.at = at
		l.n++
		return true
	}
	for _, s := range f.Strips {
		for range s.Each(f.Prints) {
			if i := slices.IndexFunc(lengths, func(l length) bool { return put(&l, s.Cut) }); i >= 0 {
				put(&lengths[i], s.Cut)
				continue
			}
			put(&bought, s.Cut)
		}
	}
	for _, l := range lengths {
		u := &f.Uses[l.use]
		u.Strips, u.Used, u.Left = l.n, l.at, u.Have.L-l.at
	}
	f.Uses = slices.DeleteFunc(f.Uses, func(u Use) bool { return u.Strips == 0 })
	return bought.at
}
