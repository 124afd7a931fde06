package quilt

// mostWebbed is how many columns a web may have: each is a step of the work.
const mostWebbed = 100

// Web is the rows of the middle that are sewn as a web, from the top down, and how many columns each of them has: the
// second cell of every row to the first, without cutting the thread, then the third, and so on. There is none where
// only one row has anything to sew, and none on point, where the cells of a row do not hang below those of the row
// above. Of a strip right through nothing is sewn.
func (l Layout) Web() (rows []int, columns int) {
	for row, kind := range l.SewnRows() {
		if n := len(l.Kinds[kind].Cells); n > 1 {
			rows, columns = append(rows, row), max(columns, n)
		}
	}
	if len(rows) < 2 || columns > mostWebbed || l.OnPoint {
		return nil, 0
	}
	return rows, columns
}
