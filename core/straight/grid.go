// Package straight has the methods that sew straight seams: patches, strip sets and what is cut across them, what is
// joined of units, frames and logs.
package straight

import (
	"fmt"
	"slices"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/words"
)

func init() { making.Register(func() making.Method { return &Grid{} }) }

// Grid is units in rows and columns, any unit turned in any cell, sewn in rows first or in columns first. Rows that are
// alike, also when one is turned end for end, are one step.
type Grid struct {
	Rows    []GridRow `json:"rows" doc:"From the top"`
	Columns []string  `json:"columns,omitempty" doc:"The names of the columns, from left to right: a seam within a row is named by its row and by the column to its right"`
	First   First     `json:"first,omitempty" enum:"rows,columns" doc:"What is sewn first; rows when left out"`
	Apart   bool      `json:"apart,omitempty" doc:"Rows that are alike are steps of their own all the same, so that each can be pressed its own way"`
}

// GridRow is one row of a grid.
type GridRow struct {
	ID    string     `json:"id" doc:"Names the row, wherever it lies; given by the program where it is left out"`
	Cells []GridCell `json:"cells" doc:"From left to right"`
}

// UnmarshalJSON reads a row as it is written now, or as the bare list of cells that it used to be.
func (r *GridRow) UnmarshalJSON(data []byte) error {
	if len(data) > 0 && data[0] == '[' {
		return making.Strict(data, &r.Cells)
	}
	type plain GridRow
	return making.Strict(data, (*plain)(r))
}

// UnmarshalJSON reads a grid and gives rows and columns without a name one.
func (m *Grid) UnmarshalJSON(data []byte) error {
	type plain Grid
	if err := making.Strict(data, (*plain)(m)); err != nil {
		return err
	}
	rows, columns := m.LineIDs()
	for i := range m.Rows {
		m.Rows[i].ID = rows[i]
	}
	m.Columns = columns
	return nil
}

// LineIDs are the names of rows and columns. Those without one get their number where nothing else has it, always the
// same; columns that are sewn first are counted as they are sewn, from the right.
func (m *Grid) LineIDs() (rows, columns []string) {
	for _, r := range m.Rows {
		rows = append(rows, r.ID)
	}
	columns = slices.Clone(m.Columns)
	if len(m.Rows) > 0 {
		for len(columns) < len(m.Rows[0].Cells) && len(columns) < MostCells {
			columns = append(columns, "")
		}
	}
	numbered(rows, "row", false)
	numbered(columns, "column", m.First == ColumnsFirst)
	return rows, columns
}

func numbered(ids []string, word string, fromRight bool) {
	next := len(ids)
	for i, id := range ids {
		if id != "" {
			continue
		}
		n := i + 1
		if fromRight {
			n = len(ids) - i
		}
		ids[i] = fmt.Sprintf("%s-%d", word, n)
		for slices.Contains(ids[:i], ids[i]) || slices.Contains(ids[i+1:], ids[i]) {
			next++
			ids[i] = fmt.Sprintf("%s-%d", word, next)
		}
	}
}

// GridCell is a unit in its place, turned clockwise.
type GridCell struct {
	Unit naming.Unit `json:"unit"`
	Turn int         `json:"turn,omitempty" enum:"0,90,180,270"`
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
func (m *Grid) Parts() []making.Part {
	var parts []making.Part
	seen := map[naming.Unit]bool{}
	for _, row := range m.Rows {
		for _, c := range row.Cells {
			if !seen[c.Unit] {
				seen[c.Unit] = true
				parts = append(parts, making.Part{Unit: c.Unit})
			}
		}
	}
	return parts
}

// others: the same grid sewn the other way first.
func (m *Grid) Others() []making.Method {
	if len(m.Rows) < 2 || len(m.Rows[0].Cells) < 2 {
		return []making.Method{m}
	}
	rows, columns := *m, *m
	rows.First, columns.First = "", ColumnsFirst
	return []making.Method{&rows, &columns}
}

// Make sews the lines and joins them. Columns first is rows first with the table turned by a quarter.
func (m *Grid) Make(t *making.Table) (making.Made, bool) {
	if len(m.Rows) == 0 || len(m.Rows) > MostCells || len(m.Rows[0].Cells) == 0 {
		return t.Refuse("grid-empty", t.At+"/rows", fmt.Sprintf("%s has no cells.", t.Unit.Name),
			fmt.Sprintf("Lay 1 to %d rows of 1 to %d units.", MostCells, MostCells))
	}
	for i, row := range m.Rows {
		if len(row.Cells) != len(m.Rows[0].Cells) || len(row.Cells) > MostCells {
			return t.Refuse("grid-uneven", t.At+problem.At("rows", i),
				fmt.Sprintf("Row %d of %s has %d cells and row 1 has %d.", i+1, t.Unit.Name, len(row.Cells),
					len(m.Rows[0].Cells)), fmt.Sprintf("Give every row the same number of cells, at most %d.", MostCells))
		}
	}
	if len(m.Rows) == 1 && len(m.Rows[0].Cells) == 1 {
		return t.Refuse("grid-empty", t.At+"/rows", fmt.Sprintf("%s is one single unit.", t.Unit.Name),
			"Lay at least two, or use the unit itself.")
	}
	if m.First != "" && m.First != RowsFirst && m.First != ColumnsFirst {
		return t.Refuse("first-unknown", t.At+"/first", fmt.Sprintf("“%s” is nothing to sew first.", m.First),
			"Choose rows or columns.")
	}
	if !m.namesAreGood(t) {
		return making.Made{}, false
	}
	lines, ok := m.lines(t)
	if !ok {
		return making.Made{}, false
	}
	word := "row"
	if m.First == ColumnsFirst {
		word = "column"
	}
	r := t.Begin()
	out := making.Made{Sort: "unit"}
	sewn := make([]making.Lying, len(lines))
	cells := make([][]lineCell, len(lines))
	for i, line := range lines {
		cells[i] = line.cells
	}
	for i, line := range lines {
		if j, turn, known := before(cells, i, t.Seen); known && !m.Apart {
			out.Shared = true
			sewn[i] = sewn[j]
			sewn[i].Piece, sewn[i].Turn = sewn[j].Piece.Turn(turn), sewn[j].Turn+turn
			switch {
			case len(line.cells) == 1:
			case turn == 0:
				sewn[i].Name = "another " + sewn[j].Name
			default:
				sewn[i].Name += " turned by half"
			}
			if t.Traced { // of cloth of its own
				sewn[i].Piece = sewn[i].Piece.Later((i - j) * len(line.cells))
			}
			continue
		}
		name := fmt.Sprintf("%s %d", word, m.number(cells, i, t.Seen))
		l, ok := m.line(t, r, &out, line, name, len(lines) == 1)
		if !ok {
			return making.Made{}, false
		}
		sewn[i] = l
	}
	if m.First == ColumnsFirst { // they are told from the left
		slices.Reverse(r.Acts)
	}
	p := sewn[0].Piece
	if len(lines) > 1 {
		p, ok = m.join(t, r, &out, sewn, lines, word)
		if !ok {
			return making.Made{}, false
		}
	}
	across, down := lines[0].cells, []lineCell(nil)
	for _, line := range lines {
		down = append(down, line.cells[0])
	}
	if m.First == ColumnsFirst {
		p = p.Turn(90)
		across, down = down, across
		slices.Reverse(across)
	}
	for i := range r.Acts {
		if r.Acts[i].ID == t.Unit.ID.Step() {
			r.Acts[i].Piece = p
			switch {
			case m.First != ColumnsFirst:
			case len(lines) == 1:
				r.Acts[i].Joins.Turned, r.Acts[i].Lies = 90, making.Falling
			default: // up in the lines is to the right once they stand
				r.Acts[i].Joins.Turned, r.Acts[i].Lies = 90, making.Upright
				slices.Reverse(r.Acts[i].Sews)
			}
		}
	}
	sizes := func(cells []lineCell, wide bool) (sizes []measure.Length) {
		for _, c := range cells {
			size := c.piece.W
			if wide == (m.First == ColumnsFirst) { // columns are sewn turned by a quarter
				size = c.piece.H
			}
			sizes = append(sizes, size.Up())
		}
		return sizes
	}
	out.Piece, out.Acts, out.Size = p, r.Acts, t.Sums(sizes(across, true), sizes(down, false), p)
	return out, true
}

// lineCell is a unit laid in a line: as it lies while the line is sewn.
type lineCell struct {
	unit  naming.Unit
	turn  int
	name  string
	piece piece.Piece
	at    string
}

func (c lineCell) layer() making.Layer {
	return making.Layer{From: c.unit.Step(), Turn: c.turn % 360, Name: c.name, Piece: c.piece}
}

// line is a row or column as it is sewn first, with its name and those of what crosses it, cell by cell.
type line struct {
	id      string
	crosses []string
	cells   []lineCell
}

// namesAreGood refuses rows and columns whose names cannot be told apart.
func (m *Grid) namesAreGood(t *making.Table) bool {
	rows, columns := m.LineIDs()
	if len(columns) > len(m.Rows[0].Cells) {
		t.Problems.Stop("column-count", t.At+"/columns",
			fmt.Sprintf("%s has names for %d columns and has %d.", t.Unit.Name, len(columns), len(m.Rows[0].Cells)),
			"Take the names away that are too many.")
		return false
	}
	for _, ids := range []struct {
		list []string
		at   func(i int) string
	}{
		{rows, func(i int) string { return problem.At("rows", i, "id") }},
		{columns, func(i int) string { return problem.At("columns", i) }},
	} {
		for i, id := range ids.list {
			if !naming.Plain(id) || slices.Contains(ids.list[:i], id) {
				t.Problems.Stop("id-not-unique", t.At+ids.at(i),
					fmt.Sprintf("A row or column of %s has no plain id of its own.", t.Unit.Name),
					"Give every row and column its own id, or leave it out.")
				return false
			}
		}
	}
	return true
}

// lines lays the units as they are sewn first: rows as they are, columns turned so that they run from left to right.
func (m *Grid) lines(t *making.Table) ([]line, bool) {
	rows, columns := m.LineIDs()
	n, k := len(m.Rows), len(m.Rows[0].Cells)
	turned := m.First == ColumnsFirst
	if turned {
		n, k = k, n
	}
	lines := make([]line, n)
	patches := 0
	for i := range lines {
		lines[i].id, lines[i].crosses = rows[min(i, len(rows)-1)], columns
		if turned {
			lines[i].id, lines[i].crosses = columns[len(columns)-1-i], rows
		}
		for j := range k {
			row, column, extra := i, j, 0
			if turned { // the table turned counter-clockwise: the last column becomes the first line, running from its top
				row, column, extra = j, len(m.Rows[0].Cells)-1-i, 270
			}
			c := m.Rows[row].Cells[column]
			at := t.At + problem.At("rows", row, "cells", column)
			if c.Turn%90 != 0 || c.Turn < 0 || c.Turn > 270 {
				t.Problems.Stop("turn", at+"/turn", fmt.Sprintf("A cell of %s is turned by %d°.", t.Unit.Name, c.Turn),
					"Turn it by 0, 90, 180 or 270°.")
				return nil, false
			}
			part, ok := t.Made(c.Unit)
			if !ok {
				return nil, false
			}
			if part.InLength {
				t.Problems.Stop("not-a-unit", at+"/unit",
					fmt.Sprintf("%s is a strip set as long as the cloth is wide.", part.Unit.Name),
					"Sub-cut it, and lay the sub-cut.")
				return nil, false
			}
			if patches += len(part.Piece.Patches); patches > making.MostPatches {
				t.Problems.Stop("too-many-patches", t.At+"/rows",
					fmt.Sprintf("%s has more than %d patches.", t.Unit.Name, making.MostPatches),
					"Use fewer or simpler units.")
				return nil, false
			}
			turn := (c.Turn + extra) % 360
			lines[i].cells = append(lines[i].cells, lineCell{
				unit: part.Unit.ID, turn: (turn + part.Turned) % 360, name: part.Unit.Name,
				piece: part.Piece.Turn(turn), at: at,
			})
		}
	}
	return lines, true
}

// number is which row from the top or column from the left a line is, the first of those that are sewn alike.
func (m *Grid) number(cells [][]lineCell, i int, seen piece.Seen) int {
	if m.First != ColumnsFirst {
		return i + 1
	}
	for k := len(cells) - 1; k > i; k-- {
		if j, _, known := before(cells, k, seen); known && j == i && !m.Apart {
			return len(cells) - k
		}
	}
	return len(cells) - i
}

// before finds an earlier line that is sewn alike, as it is or turned by half.
func before(lines [][]lineCell, i int, seen piece.Seen) (j, turn int, known bool) {
	same := func(a, b lineCell, half int) bool {
		if a.unit != b.unit {
			return false
		}
		turned := (a.turn + half - b.turn + 720) % 360
		if len(a.piece.Patches) == 1 { // plain cloth lies the same however it is turned, if its print has no direction
			return piece.SameLook(a.piece.Turn(half), b.piece, seen)
		}
		return turned == 0
	}
	for j := range i {
		as, turned, told := true, true, true // told: every cell is said to lie turned by half against the one there
		for k, c := range lines[j] {
			other := lines[i][len(lines[i])-1-k]
			as = as && same(c, lines[i][k], 0)
			turned = turned && same(c, other, 180)
			told = told && (c.turn+180)%360 == other.turn
		}
		switch {
		case turned && (told || !as):
			return j, 180, true
		case as:
			return j, 0, true
		}
	}
	return 0, 0, false
}

// line sews one row or column.
func (m *Grid) line(t *making.Table, r *making.Hands, out *making.Made, sewn line, name string,
	only bool,
) (making.Lying, bool) {
	cells := sewn.cells
	p := cells[0].piece
	if len(cells) == 1 {
		return making.Lying{Piece: p, Name: cells[0].name, Act: cells[0].unit.Step(), Turn: cells[0].turn, Pieced: true}, true
	}
	shared := t.Unit.Like != "" && !only
	owner := t.Unit.ID
	if shared {
		owner = t.Unit.Earlier()
	}
	act := making.Act{
		ID: owner.Part(sewn.id), Does: making.Sews, Name: name, Lies: making.Upright, Seams: len(cells) - 1,
		Each: p.H.Up(),
	}
	var list []making.Lying
	var edges []making.Join
	before := cells[0].layer()
	for k, c := range cells {
		list = append(list, making.Lying{Act: c.unit.Step()})
		if k == 0 {
			continue
		}
		seam := owner.Seam(sewn.id, sewn.crosses[k])
		left := cells[k-1]
		var err error
		if p, err = piece.JoinRight(p, c.piece, m.allowance(t, k-1, true), seam); err != nil {
			t.Misfit(err, c.at, c.name, t.Unit.Name)
			return making.Lying{}, false
		}
		edges = append(edges, making.Join{Seam: seam, A: before, B: c.layer(), Takes: m.allowance(t, k-1, true)})
		var points int
		p, points = t.Spin(p, seam)
		before = making.Layer{Name: "what is sewn so far", Piece: c.piece, Last: true}
		if shared {
			continue
		}
		act.Sews = append(act.Sews, seam)
		out.Seams = append(out.Seams, making.SeamKind{
			ID: seam, Plus: making.Facing(c.name, c.piece, piece.Left),
			Minus: making.Facing(left.name, left.piece, piece.Right), Outward: making.Outward(k-1, len(cells)-1, 1),
			Points: points,
		})
	}
	act.Takes, act.Piece = making.TakesOf(list), p
	act.Joins = &making.Joins{
		Left: cells[0].name, Right: cells[1].name, LeftPiece: cells[0].piece, RightPart: cells[1].piece,
		Edge: "unit to unit, from left to right", Edges: edges,
	}
	if len(cells) == 2 {
		act.Joins.Edge = ""
	}
	if only {
		act.ID, act.Name = t.Unit.ID.Step(), ""
	}
	if !shared {
		r.Add(act)
	}
	return making.Lying{Piece: p, Name: name, Act: act.ID, Pieced: true}, true
}

// join sews the lines to each other, from the top down.
func (m *Grid) join(t *making.Table, r *making.Hands, out *making.Made, sewn []making.Lying, lines []line,
	word string,
) (piece.Piece, bool) {
	p := sewn[0].Piece
	act := making.Act{
		ID: t.Unit.ID.Step(), Does: making.Sews, Lies: making.Level, Seams: len(sewn) - 1, Each: p.W.Up(),
		Takes: making.TakesOf(sewn),
	}
	var edges []making.Join
	above := sewn[0].Layer()
	for i := 1; i < len(sewn); i++ {
		seam := t.Unit.ID.Seam(lines[i].id, "join")
		var err error
		if p, err = piece.JoinDown(p, sewn[i].Piece, m.allowance(t, i-1, false), seam); err != nil {
			t.Misfit(err, t.At+"/rows", fmt.Sprintf("%s %d", words.UpperFirst(word), i+1), t.Unit.Name)
			return piece.Piece{}, false
		}
		act.Sews = append(act.Sews, seam)
		edges = append(edges, making.Join{
			Seam: seam, A: above, B: sewn[i].Layer(), Down: true,
			Takes: m.allowance(t, i-1, false),
		})
		var points int
		p, points = t.Spin(p, seam)
		above = making.Layer{Name: "what is sewn so far", Piece: sewn[i].Piece, Last: true}
		out.Seams = append(out.Seams, making.SeamKind{
			ID: seam, Plus: making.Facing(sewn[i-1].Name, sewn[i-1].Piece, piece.Bottom),
			Minus: making.Facing(sewn[i].Name, sewn[i].Piece, piece.Top), Outward: making.Outward(i-1, len(sewn)-1, -1),
			Points: points,
		})
	}
	act.Piece = p
	act.Joins = &making.Joins{
		Left: sewn[0].Name, Right: sewn[1].Name, LeftPiece: sewn[0].Piece, RightPart: sewn[1].Piece,
		Edge:  fmt.Sprintf("the top edge of each %s to the bottom edge of the one above", word),
		Edges: edges,
	}
	if word == "column" {
		act.Joins.Edge = "column to column, a side edge of each to the one before"
	}
	r.Add(act)
	return p, true
}

// allowance is what a seam takes, counted from 0 as it is sewn: within a line, or between lines.
func (m *Grid) allowance(t *making.Table, i int, within bool) measure.Length {
	switch {
	case m.First != ColumnsFirst && within:
		return t.SeamAcross(i)
	case m.First != ColumnsFirst:
		return t.SeamDown(i)
	case within: // a column, from its top
		return t.SeamDown(i)
	}
	return t.SeamAcross(len(m.Rows[0].Cells) - 2 - i) // columns, from the right
}

// Rows are rows of cells that have no names yet.
func Rows(cells [][]GridCell) []GridRow {
	rows := make([]GridRow, len(cells))
	for i, c := range cells {
		rows[i].Cells = c
	}
	return rows
}

func (m *Grid) Named() string {
	if m.First == ColumnsFirst {
		return "columns first"
	}
	return "rows first"
}

func (m *Grid) Cells() [][]*naming.Unit {
	list := make([][]*naming.Unit, len(m.Rows))
	for i := range m.Rows {
		for j := range m.Rows[i].Cells {
			list[i] = append(list[i], &m.Rows[i].Cells[j].Unit)
		}
	}
	return list
}

func (m *Grid) Laid() (list []making.LaidPart) {
	for i, row := range m.Rows {
		for j, c := range row.Cells {
			list = append(list, making.LaidPart{Unit: c.Unit, Turn: c.Turn, At: problem.At("rows", i, "cells", j)})
		}
	}
	return list
}

// Relaid is a method with other units in its rows and columns, which keep their names where there are as many.
func Relaid(m making.Method, cells [][]GridCell) making.Method {
	one := &Grid{}
	if g, ok := m.(*Grid); ok {
		*one = *g
	}
	rows, columns := one.LineIDs()
	if len(one.Rows) != len(cells) || len(cells) == 0 || len(columns) != len(cells[0]) {
		rows, columns = make([]string, len(cells)), nil
	}
	one.Rows, one.Columns = make([]GridRow, len(cells)), columns
	for i := range cells {
		one.Rows[i] = GridRow{ID: rows[i], Cells: cells[i]}
	}
	names, columns := one.LineIDs()
	for i := range one.Rows {
		one.Rows[i].ID = names[i]
	}
	one.Columns = columns
	return one
}

func (m *Grid) Turned(by making.Turner) making.Method {
	one := *m
	one.Rows = slices.Clone(m.Rows)
	for i, row := range one.Rows {
		one.Rows[i].Cells = slices.Clone(row.Cells)
		for j := range one.Rows[i].Cells {
			c := &one.Rows[i].Cells[j]
			c.Turn = (c.Turn + by(i, j, c.Unit)) % 360
		}
	}
	return &one
}

func (m *Grid) SewnApart() making.Method {
	one := *m
	one.Apart = true
	return &one
}

func (m *Grid) SeamsThrough() (across, down int) { return len(m.Rows[0].Cells) - 1, len(m.Rows) - 1 }
