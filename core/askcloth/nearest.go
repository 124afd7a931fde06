package askcloth

import (
	"cmp"
	"slices"

	"vicis/core/ask"
	"vicis/core/cutting"
	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/problem"
	"vicis/core/quilt"
)

// NearTo lists the quilts of a document's blocks that come nearest to a finished size, the nearest first: what is
// wished for lies between two numbers of rows and of columns.
func NearTo(d document.Document, width, height measure.Written) ([]Measure, problem.List) {
	list := []Measure{}
	blocks, problems, ok := ask.BlocksOf(d, ask.Enough(nil))
	wish := [2]measure.Length{}
	for i, one := range []struct {
		at      string
		written measure.Written
	}{{"/width", width}, {"/height", height}} {
		wished := one.written.In(d.Units)
		l := wished.Length()
		if err := wished.Err(); err != nil {
			problems.Stop("length-unreadable", one.at, err.Error(),
				"Write how large the quilt should be, such as 60.")
		} else if l < measure.Inch || l > 10*measure.Yard {
			problems.Stop("too-large", one.at, "No quilt is of that size.",
				"Write how large the quilt should be, such as 60.")
		}
		wish[i] = l
	}
	if !ok || problems.Stopped() {
		return list, *problems
	}
	s := sizeSearch{sewn: blocks, purse: ask.Enough(nil), seen: map[[2]int]cutting.Plan{}}
	size := func(columns, rows int) [2]measure.Length {
		w, h := s.lay(columns, rows).Layout.Finished()
		return [2]measure.Length{w, h}
	}
	// Most often every row and column adds the same; where they do not, what is guessed so is mended.
	one, two := size(1, 1), size(2, 2)
	count := func(i int) []int {
		n := min(100, max(1, int((wish[i]-one[i])/max(1, two[i]-one[i]))+1))
		at := func(n int) measure.Length { return size([2]int{n, 1}[i], [2]int{1, n}[i])[i] }
		for n < 100 && at(n+1) <= wish[i] {
			n++
		}
		for n > 1 && at(n) > wish[i] {
			n--
		}
		return slices.Compact([]int{n, min(100, n+1)})
	}
	off := func(m Measure) measure.Length {
		at := size(m.Columns, m.Rows)
		return max(at[0]-wish[0], wish[0]-at[0]) + max(at[1]-wish[1], wish[1]-at[1])
	}
	for _, columns := range count(0) {
		for _, rows := range count(1) {
			list = append(list, Measure{Columns: columns, Rows: rows, Finished: s.size(columns, rows)})
		}
	}
	slices.SortStableFunc(list, func(x, y Measure) int { return cmp.Compare(off(x), off(y)) })
	return list, *problems
}

// Pilot is the document of one block alone: the shortest way to a finished block that can be measured before the bulk
// is cut.
func Pilot(d document.Document) (document.Document, error) {
	one, err := document.Copy(d)
	if err != nil {
		return one, err
	}
	one.Name = d.Name + ", one block first"
	one.Top.Rows, one.Top.Columns = 1, 1
	if len(d.Top.Repeat) > 0 && len(d.Top.Repeat[0]) > 0 {
		one.Top.Repeat = [][]quilt.Cell{d.Top.Repeat[0][:1:1]}
	}
	one.Top.Point, one.Top.Sashing, one.Top.Borders, one.Top.Backing, one.Top.Binding, one.Top.Measured = nil, nil, nil,
		nil, nil, nil
	one.Top.Block = nil
	one.Spares.Count, one.Spares.Percent = 0, 0
	return one, nil
}
