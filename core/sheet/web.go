package sheet

import (
	"fmt"
	"strings"

	"vicis/core/batching"
	"vicis/core/words"
)

// A web: all rows of the middle sewn together, column to column, so that the thread holds every block in its place (common practice).

// webWords says how a column of it is sewn on.
func (b Sheet) webWords(batch batching.Batch) string {
	column := batch.ID.Column()
	_, columns := b.Layout.Web()
	switch column {
	case 2:
		return fmt.Sprintf("Begin a web of %d columns: the second of every row to the first, from the top down: %d seams.", columns, batch.Make)
	case columns:
		return fmt.Sprintf("Sew the last column to the web, from the top row down: %d seams.", batch.Make)
	}
	return fmt.Sprintf("Sew column %d to the web, from the top row down: %d seams.", column, batch.Make)
}

// webSides says which way the seams of the rows go.
func (b Sheet) webSides(batch batching.Batch) string {
	l := b.Layout
	of := make([]string, len(l.Kinds))
	for i, k := range l.Kinds {
		row := batch
		row.ID, row.Presses = k.ID, nil
		for j := 1; j < len(k.Cells); j++ {
			row.Presses = append(row.Presses, k.SeamID(j))
		}
		if len(row.Presses) > 0 {
			of[i] = b.sides(row)
		}
	}
	rows := map[string][]string{}
	var order, all []string
	for i, kind := range l.Rows {
		w := of[kind]
		if w == "" {
			continue // a strip right through
		}
		if rows[w] == nil {
			order = append(order, w)
		}
		rows[w] = append(rows[w], fmt.Sprint(i+1))
		all = append(all, w)
	}
	turns := len(order) == 2
	for i := range all {
		turns = turns && all[i] == order[i%2]
	}
	switch {
	case len(order) == 1:
		return order[0]
	case turns && len(all) == len(l.Rows) && len(all) > 2:
		return fmt.Sprintf("in rows 1, 3 and so on %s; in the rows between %s", order[0], order[1])
	}
	var list []string
	for _, w := range order {
		name := "rows"
		if len(rows[w]) == 1 {
			name = "row"
		}
		list = append(list, fmt.Sprintf("in %s %s %s", name, words.Listed(rows[w]), w))
	}
	return strings.Join(list, "; ")
}

// placeInWeb says where the nth seam of a column lies, from 0, and what is done there.
func (b Sheet) placeInWeb(column, n int) (row int, place, then string) {
	rows, columns := b.Layout.Web()
	row = rows[n] + 1
	place = fmt.Sprintf("row %d", row)
	last := n+1 == len(rows)
	switch {
	case n == 0 && column == 2:
		then = "Stack both columns from the top row down, and mark the upper edge of their first pieces with a pin."
	case n == 0:
		then = "Stack the column from the top row down, and mark the upper edge of its first piece with a pin."
	case last && column == columns:
		then = "The last of the web: cut the thread here, and nowhere else."
	case last && column == (columns+1)/2:
		then = fmt.Sprintf("Half-way: after this one lay the web down, %d columns wide, and look along every row. The thread is not cut.", column)
	case last:
		then = fmt.Sprintf("The last of this column: do not cut the thread, and begin column %d at the top.", column+1)
	default:
		then = "Do not cut the thread."
	}
	return row, place, then
}
