package ask

import (
	"fmt"
	"math/big"
	"slices"

	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/problem"
	"vicis/core/work"
)

// Resized is a document with every unit scaled so that one of them finishes as wide as asked for.
type Resized struct {
	Document document.Document `json:"document"`
	Finished string            `json:"finished" doc:"What the unit finishes now"`
	Off      []string          `json:"off" doc:"Parts that fall between two marks of the ruler"`
	Nearest  []Nearest         `json:"nearest" doc:"The nearest sizes whose parts are all on a mark, smaller and larger"`
}

// Nearest is a finished size to choose instead.
type Nearest struct {
	Text    string          `json:"text"`
	Written measure.Written `json:"written"`
}

// mostTried is how many marks on either side are tried for a size that suits the ruler.
const mostTried = 400

// Resize scales a document: the finished width of a unit is set, its parts and everything else in strips and units
// follow. Allowances stay as they are. Borders are cut as they were.
func Resize(d document.Document, unit naming.Unit, to measure.Written) (Resized, problem.List) {
	out := Resized{Document: d, Off: []string{}, Nearest: []Nearest{}}
	b, _ := work.Check(d)
	if b.Problems.Stopped() {
		return out, *b.Problems
	}
	made, _ := making.All(d.Parts, b.Table)
	m, ok := made[unit]
	if !ok || m.InLength {
		problems := b.Problems.Stops()
		problems.Stop("unit-unknown", "/unit", "There is nothing here to resize.",
			"Choose a block or a unit that can be made.")
		return out, problems
	}
	want, err := to.Length(d.Units)
	s := b.Table.Seam
	w, _ := m.Piece.Size()
	now := w - 2*s
	var problems problem.List
	switch {
	case err != nil:
		problems.Stop("length-unreadable", "/finished", err.Error(), "Write the finished size, such as 8 or 12 1/2.")
		return out, problems
	case want < measure.Inch/2 || want > 100*measure.Inch:
		problems.Stop("too-small", "/finished", fmt.Sprintf("A block of %s cannot be sewn.", b.Say(want)),
			fmt.Sprintf("Write a finished size from %s to %s.", b.Say(measure.Inch/2), b.Say(100*measure.Inch)))
		return out, problems
	}
	sizes := measured(&b.Table, d)
	scaled, err := document.Copy(d)
	if err != nil {
		problems.Stop("document-unreadable", "", err.Error(), "Open the quilt anew.")
		return out, problems
	}
	for i, one := range measured(&b.Table, scaled) {
		l, _ := scale(sizes[i].finished, want, now)
		if !one.finishes {
			l += 2 * s
		}
		*one.set = making.Breadth(measure.Write(l))
	}
	strip, _ := scale(b.Table.Strip-2*s, want, now)
	scaled.Strip = measure.Write(strip + 2*s)
	out.Document, out.Finished = scaled, b.Say(want)
	strips := thing{name: "Strips", finished: b.Table.Strip - 2*s}
	all := append([]thing{strips}, sizes...)
	for _, one := range all {
		l, exact := scale(one.finished, want, now)
		if cut := l + 2*s; !exact || !cut.On(b.Table.Ruler.Mark) {
			out.Off = append(out.Off, fmt.Sprintf("%s, cut %s", one.name, b.Say(cut)))
		}
	}
	if len(out.Off) > 0 {
		for _, way := range []measure.Length{-1, 1} {
			if l, ok := nearest(&b.Table, all, want, now, way); ok {
				out.Nearest = append(out.Nearest, Nearest{b.Say(l), measure.Write(l)})
			}
		}
	}
	return out, nil
}

// thing is one measured part: its breadth where it is written as a length.
type thing struct {
	name     string
	finished measure.Length
	finishes bool // it is written finished
	set      *making.Breadth
}

// measured lists every breadth that is written as a length; what is written in strips follows the strips.
func measured(t *making.Table, d document.Document) []thing {
	var list []thing
	for _, u := range d.Parts {
		for _, m := range making.Breadths(u.How) {
			if m.Breadth.InStrips() {
				continue
			}
			l, err := m.Breadth.Length(t)
			if err != nil {
				continue
			}
			if !m.Finished {
				l -= 2 * t.Seam
			}
			list = append(list, thing{name: u.Name, finished: l, finishes: m.Finished, set: m.Breadth})
		}
	}
	return list
}

// scale gives l · want / now, rounded to the grid, and whether that is exact.
func scale(l, want, now measure.Length) (measure.Length, bool) {
	q, r := new(big.Int), new(big.Int)
	q.QuoRem(new(big.Int).Mul(big.NewInt(int64(l)), big.NewInt(int64(want))), big.NewInt(int64(now)), r)
	return measure.Length(q.Int64()), r.Sign() == 0
}

// nearest finds the nearest size in one direction whose parts are all on a mark.
func nearest(t *making.Table, all []thing, want, now, way measure.Length) (measure.Length, bool) {
	mark := t.Ruler.Mark
	first := want / mark * mark
	for k := range measure.Length(mostTried) {
		l := first + way*k*mark
		if l <= 0 || l == want || way > 0 && l < want {
			continue
		}
		good := !slices.ContainsFunc(all, func(one thing) bool {
			cut, exact := scale(one.finished, l, now)
			return !exact || !(cut + 2*t.Seam).On(mark)
		})
		if good {
			return l, true
		}
	}
	return 0, false
}
