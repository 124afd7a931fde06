package quilt

// Joined is one seam of a web: the cell at a place of a row, both from 0, is sewn to the one before it.
type Joined struct{ Row, Place int }

// Web is the seams within the rows of the middle in the order a web is sewn: the second cell of every row to the first, from the top row
// down and without cutting the thread, then the third, and so on. There is none where only one row has anything to sew, and none on point,
// where the cells of a row do not hang below those of the row above.
func (l Layout) Web() (list []Joined) {
	rows, most := 0, 0
	for _, kind := range l.Rows {
		n := len(l.Kinds[kind].Cells)
		if n > 1 {
			rows++
		}
		most = max(most, n)
	}
	if rows < 2 || l.OnPoint {
		return nil
	}
	for place := 1; place < most; place++ {
		for row, kind := range l.Rows {
			if place < len(l.Kinds[kind].Cells) {
				list = append(list, Joined{row, place})
			}
		}
	}
	return list
}
