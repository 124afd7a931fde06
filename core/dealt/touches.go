package dealt

import (
	"cmp"
	"math"
	"slices"

	"vicis/core/dealing"
	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
)

// What touches what in a quilt that is laid.

// reach is where a spot of a block reaches the edge of its row, or that of its block.
type reach struct {
	from, to   float64 // in inches
	cell, spot int
}

// hair is what two lengths may differ by that are meant to be one: sizes are rounded up to the grid here and there.
const hair = 1e-3

// meets says how two that reach one line lie there: along a stretch, or at their ends alone.
func (a reach) meets(b reach) (edge, corner bool) {
	edge = min(a.to, b.to)-max(a.from, b.from) > hair
	same := func(x, y float64) bool { return math.Abs(x-y) <= hair }
	return edge, !edge && (same(a.to, b.from) || same(b.to, a.from) || same(a.from, b.from) || same(a.to, b.to))
}

// pairs lists what is not to be alike: what touches, what a rule keeps apart, and, more weakly, what lies near.
func (d *dealt) pairs(ask *document.Deal) {
	touching := map[[2]dealing.Spot]bool{}
	touch := func(a, b reach, edge, corner bool) {
		if !edge && (!corner || !ask.Corners) {
			return
		}
		x, y := d.spots[a.cell][a.spot], d.spots[b.cell][b.spot]
		if x == y || touching[[2]dealing.Spot{x, y}] || d.fabric(a) != d.fabric(b) {
			return
		}
		touching[[2]dealing.Spot{x, y}], touching[[2]dealing.Spot{y, x}] = true, true
		d.deal.Pairs = append(d.deal.Pairs, dealing.Pair{A: x, B: y, Asks: dealing.Beside})
	}
	d.sideBySide(touch)
	d.inRows()
	add := func(asks dealing.Wish, a, b dealing.Spot) {
		d.deal.Pairs = append(d.deal.Pairs, dealing.Pair{A: a, B: b, Asks: asks})
	}
	apart := 0
	for _, c := range d.out.Cells {
		n := len(d.blocks[c.Unit].spots)
		if slices.ContainsFunc(d.blocks[c.Unit].spots, func(s spotOf) bool { return s.rule.Apart != "" }) {
			apart += n * (n - 1) / 2
		}
	}
	if d.full = apart > mostPairs; d.full {
		return
	}
	for c := range d.out.Cells {
		d.within(c, touching, add)
	}
	if !d.Planned.Loose {
		d.near(touching, add)
	}
}

// sideBySide goes through the quilt as it lies: what touches in each block, beside it and above it, and where it lies.
func (d *dealt) sideBySide(touch func(a, b reach, edge, corner bool)) {
	seen := map[cellLying]*seenBlock{}
	var above []reach
	n, y := 0, 0.0
	d.where = make([]*[2]float64, len(d.deal.Places))
	for _, kind := range d.Planned.Rows {
		k := d.Planned.Kinds[kind]
		x := measure.Length(0)
		if d.Planned.OnPoint {
			x = d.Planned.BlockW * measure.Length(k.Start)
		}
		var top, bottom, right []reach
		high := 0.0
		for column, cell := range k.Cells {
			b := d.lying(cell, seen)
			for _, t := range b.inside {
				touch(reach{cell: n, spot: t.A}, reach{cell: n, spot: t.B}, !t.Corner, t.Corner)
			}
			d.lies(n, b, x.Inches(), y)
			high = max(high, b.high)
			left := reaching(b.sides[piece.Left], n, 0)
			if !d.Planned.Loose {
				between(right, left, touch)
			}
			right = reaching(b.sides[piece.Right], n, 0)
			top = append(top, reaching(b.sides[piece.Top], n, x.Inches())...)
			bottom = append(bottom, reaching(b.sides[piece.Bottom], n, x.Inches())...)
			if column < len(d.Planned.Widths) {
				x += d.Planned.Widths[column]
			}
			n++
		}
		if !d.Planned.Loose {
			between(above, top, touch)
		}
		above = bottom
		y += high
	}
}

// lies says where the places of a cell lie.
func (d *dealt) lies(cell int, b *seenBlock, x, y float64) {
	for s := range d.blocks[d.out.Cells[cell].Unit].spots {
		middle, seen := b.middle[s]
		if at := d.spots[cell][s]; seen && at.Slot == 0 && d.where[at.Place] == nil {
			d.where[at.Place] = &[2]float64{x + middle[0], y + middle[1]}
		}
	}
}

// inRows says in which column and row every place lies, among those of its stock.
func (d *dealt) inRows() {
	for k := range 2 {
		lines := map[int][]float64{} // by stock
		for i, at := range d.where {
			if at != nil {
				lines[d.deal.Places[i].Stock] = append(lines[d.deal.Places[i].Stock], at[k])
			}
		}
		for stock, list := range lines {
			slices.Sort(list)
			lines[stock] = slices.CompactFunc(list, func(a, b float64) bool { return math.Abs(b-a) < 1.0/16 })
		}
		for i, at := range d.where {
			if at != nil {
				n, _ := slices.BinarySearch(lines[d.deal.Places[i].Stock], at[k]-1.0/16)
				d.deal.Places[i].At[k] = n
			}
		}
	}
}

func (d *dealt) fabric(a reach) string {
	return d.blocks[d.out.Cells[a.cell].Unit].spots[a.spot].fabric
}

// reaching is what reaches an edge, in its place.
func reaching(list []reach, cell int, x float64) []reach {
	out := slices.Clone(list)
	for i := range out {
		out[i].cell = cell
		out[i].from += x
		out[i].to += x
	}
	return out
}

// between goes along a line that two lists reach from its two sides.
func between(a, b []reach, touch func(a, b reach, edge, corner bool)) {
	byFrom := func(x, y reach) int { return cmp.Compare(x.from, y.from) }
	slices.SortStableFunc(a, byFrom)
	slices.SortStableFunc(b, byFrom)
	first := 0
	for _, x := range a {
		for first < len(b) && b[first].to < x.from-hair {
			first++
		}
		for _, y := range b[first:] {
			if y.from > x.to+hair {
				break
			}
			edge, corner := x.meets(y)
			touch(x, y, edge, corner)
		}
	}
}

// cellLying is a block as it lies, turned.
type cellLying struct {
	unit naming.Unit
	turn int
}

// seenBlock is what of a block touches inside it, and what reaches its edges: by spots.
type seenBlock struct {
	inside []piece.Touch
	middle map[int][2]float64 // of a spot, or of one of its patches, in inches
	high   float64
	sides  map[piece.Side][]reach
}

// lying takes apart how a block is seen, once for each way it lies.
func (d *dealt) lying(cell quilt.Cell, seen map[cellLying]*seenBlock) *seenBlock {
	key := cellLying{cell.Unit, cell.Turn}
	if b, known := seen[key]; known {
		return b
	}
	b := &seenBlock{sides: map[piece.Side][]reach{}, middle: map[int][2]float64{}}
	seen[key] = b
	of := d.blocks[cell.Unit].figureOfPatch
	p := numbered(d.Planned, cell.Unit).Turn(cell.Turn)
	p.Patches = slices.DeleteFunc(p.Patches, func(p piece.Patch) bool { return of[p.Part.Nth] < 0 })
	spot := func(i int) int { return of[p.Patches[i].Part.Nth] }
	b.high = p.H.Inches()
	for i, patch := range p.Patches {
		x0, y0, x1, y1 := piece.Piece{Patches: []piece.Patch{patch}}.Bounds()
		mid := func(a, b piece.Num) float64 { return a.Add(b).Inches() / 2 }
		if _, known := b.middle[spot(i)]; !known {
			b.middle[spot(i)] = [2]float64{mid(x0, x1), mid(y0, y1)}
		}
	}
	edges := map[[2]int]bool{}
	for _, corners := range []bool{false, true} { // two spots that touch along an edge somewhere need no corner besides
		for _, t := range piece.Touching(p.Patches) {
			x, y := spot(t.A), spot(t.B)
			pair := [2]int{min(x, y), max(x, y)}
			if t.Corner == corners && x != y && !edges[pair] {
				edges[pair] = true
				b.inside = append(b.inside, piece.Touch{A: x, B: y, Corner: corners})
			}
		}
	}
	for _, side := range []piece.Side{piece.Left, piece.Right, piece.Top, piece.Bottom} {
		for _, s := range p.Reaching(side) {
			b.sides[side] = append(b.sides[side], reach{from: s.From.Inches(), to: s.To.Inches(), spot: spot(s.Patch)})
		}
	}
	return b
}

// within pairs the spots of one block: what a rule keeps apart, else what is near.
func (d *dealt) within(cell int, touching map[[2]dealing.Spot]bool, add func(asks dealing.Wish, a, b dealing.Spot)) {
	b := d.blocks[d.out.Cells[cell].Unit]
	for i, s := range b.spots {
		for j, o := range b.spots[:i] {
			x, y := d.spots[cell][i], d.spots[cell][j]
			switch {
			case x == y || s.fabric != o.fabric:
			case s.rule.Apart != "" && s.within == o.within && naming.BaseRole(s.role) == naming.BaseRole(o.role):
				add(dealing.Never, x, y)
			case len(b.spots) <= mostNearWithin && !touching[[2]dealing.Spot{x, y}]:
				add(dealing.Near, x, y)
			}
		}
	}
}

// mostPairs is how many pairs are kept apart in all.
const mostPairs = 80_000

// How many spots a block may have for those of its neighbours to be near to them, and for its own to be near to each
// other.
const (
	mostNear       = 4
	mostNearWithin = 30
)

// near pairs the spots of blocks that lie beside each other or at a corner.
func (d *dealt) near(touching map[[2]dealing.Spot]bool, add func(asks dealing.Wish, a, b dealing.Spot)) {
	index := map[[2]int]int{}
	for i, c := range d.out.Cells {
		start := d.Layout.Kinds[d.Layout.Rows[c.Row-1]].Start
		index[[2]int{c.Row, c.Column + start}] = i
	}
	for i, c := range d.out.Cells {
		start := d.Layout.Kinds[d.Layout.Rows[c.Row-1]].Start
		a := d.blocks[c.Unit]
		for _, step := range [][2]int{{0, 1}, {1, 0}, {1, 1}, {1, -1}} {
			j, ok := index[[2]int{c.Row + step[0], c.Column + start + step[1]}]
			if !ok {
				continue
			}
			b := d.blocks[d.out.Cells[j].Unit]
			if len(a.spots) > mostNear || len(b.spots) > mostNear {
				continue
			}
			for x, s := range a.spots {
				for y, o := range b.spots {
					if sx, sy := d.spots[i][x], d.spots[j][y]; s.fabric == o.fabric && sx != sy && !touching[[2]dealing.Spot{sx, sy}] {
						add(dealing.Near, sx, sy)
					}
				}
			}
		}
	}
}
