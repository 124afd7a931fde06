package prints

import (
	"fmt"
	"maps"
	"math"
	"slices"

	"vicis/core/cloth"
	"vicis/core/drawn"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
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

// Values looks at every fabric that shows, and at which lie side by side: in blocks, between them, and at the borders.
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
	pairs, whole := b.beside()
	for _, pair := range pairs {
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
	out.Says = b.valueWords(out, whole)
	return out
}

// valueWords says it in a sentence: what is told apart least, of all that was looked at. Of an assortment only its
// prints against other fabrics are.
func (b Prints) valueWords(v Values, whole bool) (says string) {
	switch {
	case len(v.Fabrics) == 1 && len(v.Pairs) == 0:
		says = "Only one fabric shows"
	case len(v.Pairs) == 0:
		says = "No two fabrics lie side by side"
	case v.Pairs[0].State == "clear":
		says = "All fabrics that lie side by side are clearly apart"
	default:
		says = v.Pairs[0].Says
	}
	if !whole {
		says += ", in the part of the quilt that was looked at"
	}
	for _, f := range b.Fabrics {
		if f.Share() > 1 && slices.ContainsFunc(v.Fabrics, func(o FabricValue) bool { return o.Fabric == f.ID }) {
			return says + "; whether prints of one assortment are apart is told with their deal"
		}
	}
	return says
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

// mostCorners is how many corners, each of four cells that lie otherwise than in any before, are looked at.
const mostCorners = 200

// beside pairs roles that lie side by side: inside blocks, between the blocks of every two rows and columns, and at the
// border. It is false where there are more ways to lie beside each other than were looked at.
func (b Prints) beside() (pairs [][2]string, all bool) {
	if b.Layout.Loose {
		for _, unit := range slices.Sorted(maps.Keys(b.Layout.Blocks)) {
			pairs = append(pairs, b.Layout.Blocks[unit].Piece.Beside()...)
		}
		return pairs, true
	}
	seen := map[[4]quilt.Cell]bool{}
	last := len(b.Layout.Rows) - 1
	for r := range b.Layout.Rows {
		below := min(r+1, last)
		if r == below && r > 0 {
			break // it has been below another
		}
		for c := range max(1, b.width()-1) {
			at := [4]quilt.Cell{b.cell(r, c), b.cell(r, c+1), b.cell(below, c), b.cell(below, c+1)}
			if below == r {
				at[2], at[3] = quilt.Cell{}, quilt.Cell{}
			}
			if seen[at] {
				continue
			}
			if seen[at] = true; len(seen) > mostCorners {
				return pairs, false
			}
			pairs = append(pairs, b.corner(at)...)
		}
	}
	pairs = append(pairs, b.roundAbout()...)
	for i, ring := range b.Layout.Rings[:max(0, len(b.Layout.Rings)-1)] {
		if outer := b.Layout.Rings[i+1]; ring.Rows == nil && outer.Rows == nil {
			pairs = append(pairs, [2]string{ring.Border.Role, outer.Border.Role})
		}
	}
	return pairs, true
}

// width is how many cells lie side by side in the widest row, where they stand.
func (b Prints) width() (n int) {
	for _, k := range b.Layout.Rows {
		n = max(n, b.Layout.Kinds[k].Start+len(b.Layout.Kinds[k].Cells))
	}
	return n
}

// cell is what lies in a row and column; nothing where none does. A row in one piece lies below all of them.
func (b Prints) cell(r, c int) quilt.Cell {
	k := b.Layout.Kinds[b.Layout.Rows[r]]
	switch c -= k.Start; {
	case b.through(k):
		return quilt.Cell{Unit: k.Cells[0].Unit, Turn: k.Cells[0].Turn}
	case c < 0 || c >= len(k.Cells):
		return quilt.Cell{}
	}
	return quilt.Cell{Unit: k.Cells[c].Unit, Turn: k.Cells[c].Turn}
}

// through says whether a row is one piece of sashing over the whole width.
func (b Prints) through(k quilt.RowKind) bool {
	return len(k.Cells) == 1 && b.Layout.Columns() > 1 && !b.Layout.OnPoint
}

func (b Prints) lying(c quilt.Cell) piece.Piece { return b.Layout.Blocks[c.Unit].Piece.Turn(c.Turn) }

// corner pairs what lies side by side in four cells, two above two, or as many of them as there are.
func (b Prints) corner(at [4]quilt.Cell) (pairs [][2]string) {
	var rows []piece.Piece
	for r := range 2 {
		var row piece.Piece
		for c, cell := range at[2*r : 2*r+2] {
			switch {
			case cell.Unit == "":
			case row.W == (piece.Num{}):
				row = b.lying(cell)
			case c == 1 && at[2*r] == cell && row.W == b.lying(cell).W && b.isSash(cell):
			default:
				row, _ = piece.JoinRight(row, b.lying(cell), b.Table.Seam, "")
			}
		}
		if row.W != (piece.Num{}) {
			rows = append(rows, row)
			pairs = append(pairs, row.Beside()...)
		}
	}
	if len(rows) < 2 {
		return pairs
	}
	if rows[0].W == rows[1].W && !b.isSash(at[0]) && !b.isSash(at[2]) {
		both, _ := piece.JoinDown(rows[0], rows[1], b.Table.Seam, "")
		return append(pairs, both.Beside()...)
	}
	return append(pairs, facing(rows[0].RolesAt(piece.Bottom), rows[1].RolesAt(piece.Top))...)
}

// isSash says whether a cell is sashing in one piece, over the whole width.
func (b Prints) isSash(c quilt.Cell) bool {
	return c.Unit == naming.SashLevel && b.Layout.Blocks[c.Unit].Acts[0].Lengthy != nil
}

// facing pairs every role of one edge with every role of the other.
func facing(one, other []string) (pairs [][2]string) {
	for _, x := range one {
		for _, y := range other {
			pairs = append(pairs, [2]string{x, y})
		}
	}
	return pairs
}

// roundAbout pairs what lies at the edge of the middle with what is sewn round it: where no other cell lies beside it,
// the border, or on point the triangles, and those with the border.
func (b Prints) roundAbout() (pairs [][2]string) {
	var round []string
	if len(b.Layout.Rings) > 0 && b.Layout.Rings[0].Rows == nil {
		round = []string{b.Layout.Rings[0].Border.Role}
	}
	if point := b.Plain.Point; point != nil {
		triangles := []string{point.Role, point.CornersOf()}
		pairs, round = facing(triangles, round), triangles
	}
	for r := range b.Layout.Rows {
		for c := range b.width() {
			here := b.cell(r, c)
			if here.Unit == "" || c > 0 && b.isSash(here) {
				continue
			}
			for _, edge := range []struct {
				row, column int
				side        piece.Side
			}{{r - 1, c, piece.Top}, {r + 1, c, piece.Bottom}, {r, c - 1, piece.Left}, {r, c + 1, piece.Right}} {
				if edge.row < 0 || edge.row >= len(b.Layout.Rows) || b.cell(edge.row, edge.column).Unit == "" {
					pairs = append(pairs, facing(round, b.lying(here).RolesAt(edge.side))...)
				}
			}
		}
	}
	return pairs
}
