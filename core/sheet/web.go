package sheet

import (
	"fmt"

	"vicis/core/batching"
	"vicis/core/words"
)

// A web: all rows of the middle sewn together, column to column, so that the thread holds every block in its place (common practice).

// webWords says how the rows are sewn.
func (b Sheet) webWords(batch batching.Batch) string {
	rows := 0
	for _, kind := range b.Layout.Rows {
		if len(b.Layout.Kinds[kind].Cells) > 1 {
			rows++
		}
	}
	return fmt.Sprintf("Sew the %d rows as a web: the second of every row to the first, from the top down and without cutting the thread, then the third: %s.",
		rows, words.Plural(batch.Make, "seam"))
}

// webSides says which way the seams of the rows go, and whether rows that hang together go opposite ways.
func (b Sheet) webSides(batch batching.Batch) (says string, turns bool) {
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
	turns = len(order) == 2
	for i := range all {
		turns = turns && all[i] == order[i%2]
	}
	switch {
	case len(order) == 1:
		return order[0], false
	case turns && len(all) == len(l.Rows) && len(all) > 2:
		return fmt.Sprintf("in rows 1, 3 and so on %s; in the rows between %s", order[0], order[1]), true
	}
	var list []string
	for _, w := range order {
		name := "rows"
		if len(rows[w]) == 1 {
			name = "row"
		}
		list = append(list, fmt.Sprintf("in %s %s %s", name, listed(rows[w]), w))
	}
	says = list[0]
	for _, s := range list[1:] {
		says += "; " + s
	}
	return says, turns
}

// placeInWeb says where the nth seam of a web lies, from 0, and what is done at the end of a column.
func (b Sheet) placeInWeb(n int) (place, then string) {
	list := b.Layout.Web()
	s := list[n]
	last := n+1 == len(list) || list[n+1].Place != s.Place
	first := n == 0 || list[n-1].Place != s.Place
	place = fmt.Sprintf("column %d, row %d", s.Place+1, s.Row+1)
	if s.Place == 1 {
		place = fmt.Sprintf("columns 1 and 2, row %d", s.Row+1)
	}
	columns := list[len(list)-1].Place + 1
	switch {
	case n == 0:
		then = "Stack every column from the top row down, and mark the upper edge of its first block with a pin."
	case n+1 == len(list):
		then = "Last of the web: cut the thread here, and nowhere else."
	case last && s.Place+1 == (columns+1)/2:
		then = fmt.Sprintf("Half-way: after this one lay the web down, %d columns wide, and look along every row before the next column.", s.Place+1)
	case last:
		then = fmt.Sprintf("Last of this column: leave the threads in, and begin column %d at the top again.", s.Place+2)
	case first:
		then = "A new column: begin at row " + fmt.Sprint(s.Row+1) + ", its block on top of the stack."
	default:
		then = "Do not cut the thread."
	}
	return place, then
}
