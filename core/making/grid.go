package making

import (
	"fmt"
	"slices"

	"vicis/core/measure"
	"vicis/core/piece"
	"vicis/core/problem"
)

func init() { register(func() Method { return &Grid{} }) }

// Grid is units in rows and columns, any unit turned in any cell, sewn in rows first or in columns first. Rows that are alike,
// also when one is turned end for end, are one step.
type Grid struct {
	Rows  [][]GridCell `json:"rows" doc:"From the top, each from left to right"`
	First First        `json:"first,omitempty" enum:"rows,columns" doc:"What is sewn first; rows when left out"`
	Apart bool         `json:"apart,omitempty" doc:"Rows that are alike are steps of their own all the same, so that each can be pressed its own way"`
}

// GridCell is a unit in its place, turned clockwise.
type GridCell struct {
	Unit string `json:"unit"`
	Turn int    `json:"turn,omitempty" enum:"0,90,180,270"`
}

// First is what is sewn first.
type First string

// The orders of sewing.
const (
	RowsFirst    First = "rows"
	ColumnsFirst First = "columns"
)

// MostCells is how many rows, and how many cells in one, a grid may have.
const MostCells = 40

// By names the method.
func (*Grid) By() string { return "grid" }

// Parts are the cells.
func (m *Grid) Parts() []Part {
	var parts []Part
	seen := map[string]bool{}
	for _, row := range m.Rows {
		for _, c := range row {
			if !seen[c.Unit] {
				seen[c.Unit] = true
				parts = append(parts, Part{Unit: c.Unit})
			}
		}
	}
	return parts
}

func (m *Grid) references() []*string {
	var list []*string
	for i := range m.Rows {
		for j := range m.Rows[i] {
			list = append(list, &m.Rows[i][j].Unit)
		}
	}
	return list
}

// others: the same grid sewn the other way first.
func (m *Grid) others() []Method {
	if len(m.Rows) < 2 || len(m.Rows[0]) < 2 {
		return []Method{m}
	}
	rows, columns := *m, *m
	rows.First, columns.First = "", ColumnsFirst
	return []Method{&rows, &columns}
}

// Make sews the lines and joins them. Columns first is rows first with the table turned by a quarter.
func (m *Grid) Make(t *Table) (Made, bool) {
	if len(m.Rows) == 0 || len(m.Rows) > MostCells || len(m.Rows[0]) == 0 {
		t.Problems.Stop("grid-empty", t.At+"/rows", fmt.Sprintf("%s has no cells.", t.Unit.Name), fmt.Sprintf("Lay 1 to %d rows of 1 to %d units.", MostCells, MostCells))
		return Made{}, false
	}
	for i, row := range m.Rows {
		if len(row) != len(m.Rows[0]) || len(row) > MostCells {
			t.Problems.Stop("grid-uneven", t.At+problem.At("rows", i), fmt.Sprintf("Row %d of %s has %d cells and row 1 has %d.", i+1, t.Unit.Name, len(row), len(m.Rows[0])), fmt.Sprintf("Give every row the same number of cells, at most %d.", MostCells))
			return Made{}, false
		}
	}
	if len(m.Rows) == 1 && len(m.Rows[0]) == 1 {
		t.Problems.Stop("grid-empty", t.At+"/rows", fmt.Sprintf("%s is one single unit.", t.Unit.Name), "Lay at least two, or use the unit itself.")
		return Made{}, false
	}
	if m.First != "" && m.First != RowsFirst && m.First != ColumnsFirst {
		t.Problems.Stop("first-unknown", t.At+"/first", fmt.Sprintf("“%s” is nothing to sew first.", m.First), "Choose rows or columns.")
		return Made{}, false
	}
	lines, ok := m.lines(t)
	if !ok {
		return Made{}, false
	}
	word := "row"
	if m.First == ColumnsFirst {
		word = "column"
	}
	r := t.begin()
	out := Made{Kind: PiecedKind}
	sewn := make([]laid, len(lines))
	for i, line := range lines {
		if j, turn, known := before(lines, i); known && !m.Apart {
			out.Shared = true
			sewn[i] = sewn[j]
			sewn[i].piece = sewn[j].piece.Turn(turn)
			continue
		}
		l, ok := m.line(t, r, &out, line, i, word, len(lines) == 1)
		if !ok {
			return Made{}, false
		}
		sewn[i] = l
	}
	p := sewn[0].piece
	if len(lines) > 1 {
		p, ok = m.join(t, r, &out, sewn, word)
		if !ok {
			return Made{}, false
		}
	}
	across := lines[0]
	if m.First == ColumnsFirst {
		p = p.Turn(90)
		across = nil
		for _, line := range slices.Backward(lines) {
			across = append(across, line[0])
		}
	}
	for i := range r.acts {
		if r.acts[i].ID == t.Unit.ID {
			r.acts[i].Piece = p
		}
	}
	var widths []measure.Length
	for _, c := range across {
		w := c.piece.W
		if m.First == ColumnsFirst {
			w = c.piece.H
		}
		widths = append(widths, up(w))
	}
	out.Piece, out.Acts, out.Size = p, r.acts, t.sum("across: ", widths, up(p.W))
	return out, true
}

// cell is a unit laid in a line: as it lies while the line is sewn.
type cell struct {
	unit  string
	turn  int
	name  string
	piece piece.Piece
	at    string
}

// lines lays the units as they are sewn first: rows as they are, columns turned so that they run from left to right.
func (m *Grid) lines(t *Table) ([][]cell, bool) {
	n, k := len(m.Rows), len(m.Rows[0])
	turned := m.First == ColumnsFirst
	if turned {
		n, k = k, n
	}
	lines := make([][]cell, n)
	patches := 0
	for i := range lines {
		for j := range k {
			row, column, extra := i, j, 0
			if turned { // the table turned counter-clockwise: the last column becomes the first line, running from its top
				row, column, extra = j, len(m.Rows[0])-1-i, 270
			}
			c := m.Rows[row][column]
			at := t.At + problem.At("rows", row, column)
			if c.Turn%90 != 0 || c.Turn < 0 || c.Turn > 270 {
				t.Problems.Stop("turn", at+"/turn", fmt.Sprintf("A cell of %s is turned by %d°.", t.Unit.Name, c.Turn), "Turn it by 0, 90, 180 or 270°.")
				return nil, false
			}
			part, ok := t.Made(c.Unit)
			if !ok {
				return nil, false
			}
			if part.Kind == StripSetKind {
				t.Problems.Stop("not-a-unit", at+"/unit", fmt.Sprintf("%s is a strip set as long as the cloth is wide.", part.Unit.Name), "Sub-cut it, and lay the sub-cut.")
				return nil, false
			}
			if patches += len(part.Piece.Patches); patches > MostPatches {
				t.Problems.Stop("too-many-patches", t.At+"/rows", fmt.Sprintf("%s has more than %d patches.", t.Unit.Name, MostPatches), "Use fewer or simpler units.")
				return nil, false
			}
			turn := (c.Turn + extra) % 360
			lines[i] = append(lines[i], cell{unit: c.Unit, turn: turn, name: part.Unit.Name, piece: part.Piece.Turn(turn), at: at})
		}
	}
	return lines, true
}

// before finds an earlier line that is sewn alike, as it is or turned by half.
func before(lines [][]cell, i int) (j, turn int, known bool) {
	same := func(a, b cell, half int) bool {
		if a.unit != b.unit {
			return false
		}
		turned := (a.turn + half - b.turn + 720) % 360
		if len(a.piece.Patches) == 1 { // plain cloth lies the same however it is turned, as long as it fits
			return turned%180 == 0 || a.piece.W == a.piece.H
		}
		return turned == 0
	}
	for j := range i {
		as, turned := true, true
		for k, c := range lines[j] {
			as = as && same(c, lines[i][k], 0)
			turned = turned && same(c, lines[i][len(lines[i])-1-k], 180)
		}
		if as {
			return j, 0, true
		}
		if turned {
			return j, 180, true
		}
	}
	return 0, 0, false
}

// line sews one row or column.
func (m *Grid) line(t *Table, r *run, out *Made, cells []cell, i int, word string, only bool) (laid, bool) {
	name := fmt.Sprintf("%s %d", word, i+1)
	p := cells[0].piece
	if len(cells) == 1 {
		return laid{piece: p, name: cells[0].name, act: cells[0].unit, pieced: true}, true
	}
	shared := t.Unit.Like != "" && !only
	id := r.id
	if shared {
		id = t.Unit.earlier
	}
	act := Act{ID: id(fmt.Sprintf("%s-%d", word, i+1)), Does: Sews, Name: name, Lies: Upright, Seams: len(cells) - 1, Each: up(p.H)}
	var list []laid
	for k, c := range cells {
		list = append(list, laid{act: c.unit})
		if k == 0 {
			continue
		}
		seam := id(fmt.Sprintf("%s-%d-%d", word, i+1, k+1))
		left := cells[k-1]
		var err error
		if p, err = piece.JoinRight(p, c.piece, t.Seam, seam); err != nil {
			t.misfit(err, c.at, c.name, t.Unit.Name)
			return laid{}, false
		}
		p = t.spun(p, seam)
		if shared {
			continue
		}
		act.Sews = append(act.Sews, seam)
		out.Seams = append(out.Seams, Seam{ID: seam, Plus: Facing(c.name, c.piece, piece.Left), Minus: Facing(left.name, left.piece, piece.Right), Outward: outward(k-1, len(cells)-1, 1)})
	}
	act.Takes, act.Piece = counted(list), p
	act.Joins = &Joins{Left: cells[0].name, Right: cells[1].name, LeftPiece: cells[0].piece, RightPart: cells[1].piece, Edge: "unit to unit, from left to right"}
	if len(cells) == 2 {
		act.Joins.Edge = ""
	}
	if only {
		act.ID, act.Name = t.Unit.ID, ""
	}
	if !shared {
		r.add(act)
	}
	return laid{piece: p, name: name, act: act.ID, pieced: true}, true
}

// join sews the lines to each other, from the top down.
func (m *Grid) join(t *Table, r *run, out *Made, sewn []laid, word string) (piece.Piece, bool) {
	p := sewn[0].piece
	act := Act{ID: t.Unit.ID, Does: Sews, Lies: Level, Seams: len(sewn) - 1, Each: up(p.W), Takes: counted(sewn)}
	for i := 1; i < len(sewn); i++ {
		seam := r.id(fmt.Sprintf("%ss-%d", word, i+1))
		var err error
		if p, err = piece.JoinDown(p, sewn[i].piece, t.Seam, seam); err != nil {
			t.misfit(err, t.At+"/rows", fmt.Sprintf("%s %d", upperFirst(word), i+1), t.Unit.Name)
			return piece.Piece{}, false
		}
		act.Sews = append(act.Sews, seam)
		out.Seams = append(out.Seams, Seam{ID: seam, Plus: Facing(sewn[i-1].name, sewn[i-1].piece, piece.Bottom), Minus: Facing(sewn[i].name, sewn[i].piece, piece.Top), Outward: outward(i-1, len(sewn)-1, -1)})
		p = t.spun(p, seam)
	}
	act.Piece = p
	act.Joins = &Joins{Left: sewn[0].name, Right: sewn[1].name, LeftPiece: sewn[0].piece, RightPart: sewn[1].piece, Edge: fmt.Sprintf("the top edge of each %s to the bottom edge of the one above", word)}
	if word == "column" {
		act.Joins.Edge = "column to column, a side edge of each to the one before"
	}
	r.add(act)
	return p, true
}

// counted adds up what is taken, in the order it first comes.
func counted(list []laid) []Take {
	var takes []Take
	for _, l := range list {
		i := slices.IndexFunc(takes, func(t Take) bool { return t.Act == l.act })
		if i < 0 {
			i = len(takes)
			takes = append(takes, Take{Act: l.act})
		}
		takes[i].Each++
	}
	return takes
}
