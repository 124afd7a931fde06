package prints

import (
	"fmt"
	"maps"
	"math"
	"slices"

	"vicis/core/cloth"
	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
)

// Values is the quilt judged in grey: whether what lies side by side can be told apart.
type Values struct {
	Fabrics []FabricValue `json:"fabrics" doc:"From the darkest to the lightest"`
	Pairs   []Contrast    `json:"pairs" doc:"Fabrics that lie side by side, the closest first"`
	Says    string        `json:"says"`
}

// FabricValue is how light one fabric is.
type FabricValue struct {
	Fabric    string `json:"fabric"`
	Name      string `json:"name"`
	Lightness int    `json:"lightness" doc:"CIE L*, 0 for black to 100 for white; of an assortment the mean of its prints"`
	Grey      string `json:"grey" doc:"The same lightness without colour, as #rrggbb"`
}

// shade is how light one print of a fabric is, or all of it.
type shade struct {
	name  string
	light float64
}

// shades are the prints of a fabric, and how light they are on the whole.
func shades(f cloth.Fabric) (list []shade, mean float64) {
	if len(f.List) == 0 || f.Print != cloth.Assorted {
		return []shade{{f.Name, f.Lightness()}}, f.Lightness()
	}
	for _, s := range f.List {
		l := cloth.Lightness(s.Colour)
		list = append(list, shade{fmt.Sprintf("%s of %s", s.Name, f.Name), l})
		mean += l / float64(len(f.List))
	}
	return list, mean
}

// Contrast is how far apart two neighbours are.
type Contrast struct {
	A          string `json:"a"`
	B          string `json:"b"`
	Difference int    `json:"difference" doc:"In CIE L*"`
	State      string `json:"state" enum:"blend,close,clear"`
	Says       string `json:"says"`
}

// Differences of lightness below which neighbours blend from across a room, or are close (judgement).
const (
	blends  = 8
	isClose = 18
)

// Values looks at the first blocks of the quilt with their neighbours, the borders, and everything in between.
func (b Prints) Values() Values {
	out := Values{Fabrics: []FabricValue{}, Pairs: []Contrast{}}
	all := map[string][]shade{}
	used := map[string]bool{}
	for _, m := range b.Layout.Blocks {
		for _, patch := range m.Piece.Patches {
			used[b.Fabric(patch.Role)] = true
		}
	}
	for _, ring := range b.Layout.Rings {
		if ring.Rows == nil {
			used[b.Fabric(ring.Border.Role)] = true
		}
	}
	for _, f := range b.Fabrics {
		if !used[f.ID] {
			continue
		}
		list, mean := shades(f)
		all[f.ID] = list
		out.Fabrics = append(out.Fabrics, FabricValue{f.ID, f.Name, int(math.Round(mean)), drawn.Grey(mean)})
	}
	slices.SortStableFunc(out.Fabrics, func(x, y FabricValue) int { return x.Lightness - y.Lightness })
	seen := map[[2]string]bool{}
	for _, pair := range b.beside() {
		x, y := b.Fabric(pair[0]), b.Fabric(pair[1])
		if x == y || seen[[2]string{x, y}] || seen[[2]string{y, x}] {
			continue
		}
		seen[[2]string{x, y}] = true
		a, o := closest(all[x], all[y])
		c := Contrast{A: x, B: y, Difference: int(math.Round(math.Abs(a.light - o.light)))}
		switch {
		case c.Difference < blends:
			c.State, c.Says = "blend", fmt.Sprintf("%s and %s blend: the pattern does not show between them", a.name, o.name)
		case c.Difference < isClose:
			c.State, c.Says = "close", fmt.Sprintf("%s and %s are close: seen near by, lost from across the room", a.name,
				o.name)
		default:
			c.State, c.Says = "clear", fmt.Sprintf("%s and %s are clearly apart", a.name, o.name)
		}
		out.Pairs = append(out.Pairs, c)
	}
	slices.SortStableFunc(out.Pairs, func(x, y Contrast) int { return x.Difference - y.Difference })
	switch {
	case len(out.Pairs) == 0:
		out.Says = "Only one fabric shows"
	case out.Pairs[0].State == "clear":
		out.Says = "All neighbours are clearly apart"
	default:
		out.Says = out.Pairs[0].Says
	}
	return out
}

// closest are the two that are told apart least, of two fabrics.
func closest(a, b []shade) (x, y shade) {
	x, y = a[0], b[0]
	for _, one := range a {
		for _, other := range b {
			if math.Abs(one.light-other.light) < math.Abs(x.light-y.light) {
				x, y = one, other
			}
		}
	}
	return x, y
}

// beside pairs roles that lie side by side: inside blocks, between the blocks of two rows and columns, and at the
// border.
func (b Prints) beside() [][2]string {
	var pairs [][2]string
	corner := piece.Piece{}
	var through making.Made // sashing in one piece over the whole width
	if b.Layout.Loose {
		for _, unit := range slices.Sorted(maps.Keys(b.Layout.Blocks)) {
			pairs = append(pairs, b.Layout.Blocks[unit].Piece.Beside()...)
		}
		return pairs
	}
	from, to := 0, min(2, b.Layout.Columns())
	if b.Layout.OnPoint { // the first block and what lies round it
		from, to = b.Plain.Rows-2, b.Plain.Rows+1
	}
	for r := range min(2, len(b.Layout.Rows)) {
		kind := b.Layout.Kinds[b.Layout.Rows[r]]
		var row piece.Piece
		if len(kind.Cells) < min(2, b.Layout.Columns()) {
			through = b.Layout.Blocks[kind.Cells[0].Unit]
			continue
		}
		for c := max(from, kind.Start); c < min(to, kind.Start+len(kind.Cells)); c++ {
			cell := kind.Cells[c-kind.Start]
			p := b.Layout.Blocks[cell.Unit].Piece.Turn(cell.Turn)
			if row.W != (piece.Num{}) {
				p, _ = piece.JoinRight(row, p, b.Table.Seam, "")
			}
			row = p
		}
		if corner.W != (piece.Num{}) && corner.W == row.W {
			row, _ = piece.JoinDown(corner, row, b.Table.Seam, "")
		}
		corner = row
	}
	if point := b.Plain.Point; point != nil {
		for _, role := range b.Layout.Blocks[b.Plain.Repeat[0][0].Unit].Piece.Turn(
			b.Plain.Repeat[0][0].Turn).RolesAt(piece.Top) {
			pairs = append(pairs, [2]string{point.CornersOf(), role})
		}
		for _, ring := range b.Layout.Rings[:min(1, len(b.Layout.Rings))] {
			if ring.Rows != nil {
				break
			}
			pairs = append(pairs, [2]string{point.Role, ring.Border.Role},
				[2]string{point.CornersOf(), ring.Border.Role})
		}
	}
	if role := through.Piece.RolesAt(piece.Top); len(role) > 0 {
		for _, other := range append(corner.RolesAt(piece.Top), corner.RolesAt(piece.Bottom)...) {
			pairs = append(pairs, [2]string{role[0], other})
		}
	}
	for i, ring := range b.Layout.Rings {
		if ring.Rows != nil || i > 0 && b.Layout.Rings[i-1].Rows != nil {
			continue // units that lie differently all along it
		}
		if i > 0 {
			pairs = append(pairs, [2]string{b.Layout.Rings[i-1].Border.Role, ring.Border.Role})
			continue
		}
		w, _ := corner.Size()
		if w <= 0 {
			break // blocks that do not fit beside each other
		}
		bordered, err := piece.JoinDown(piece.Cut(ring.Border.Role, w, ring.Width), corner, b.Table.Seam,
			naming.Rows.Seam())
		if err == nil {
			corner = bordered
		}
	}
	return append(pairs, corner.Beside()...)
}
