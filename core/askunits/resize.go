package askunits

import (
	"fmt"
	"math/big"
	"slices"

	"vicis/core/ask"
	"vicis/core/decided"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/problem"
)

// Resized is a document with every unit scaled so that one of them finishes as wide as asked for.
type Resized struct {
	Document document.Document `json:"document"`
	Finished string            `json:"finished" doc:"What the unit finishes now, as it is sewn"`
	Short    string            `json:"short" doc:"How near that comes to the size asked for; empty where it is met"`
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
	b, _ := decided.Read(d)
	if b.Problems.Stopped() {
		return out, *b.Problems
	}
	m, ok := making.One(d.Parts, unit, b.Table)
	if !ok || m.InLength {
		problems := b.Problems.Stops()
		problems.Stop("unit-unknown", "/unit", "There is nothing here to resize.",
			"Choose a block or a unit that can be made.")
		return out, problems
	}
	if says, mend, code := noOtherSize(d, m); says != "" {
		problems := b.Problems.Stops()
		problems.Stop(code, "/finished", says, mend)
		return out, problems
	}
	d = ask.SizedByFinish(d, &b.Table) // at another size they are other squares
	to = to.In(d.Units)
	want, err := to.Length(), to.Err()
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
	z := sizer{d: d, unit: unit, table: &b.Table, now: now, sizes: measured(&b.Table, d)}
	one, err := z.solve(want)
	if err != nil {
		problems.Stop("document-unreadable", "", err.Error(), "Open the quilt anew.")
		return out, problems
	}
	out.Document, out.Finished = one.document, b.Say(one.finished)
	fine := measure.Ruler{Units: d.Units, Mark: decided.SeamMark(d.Units)}
	switch off := one.finished - want; {
	case !one.sewn:
		out.Finished = b.Say(want)
		out.Short = "At this size the parts do not come together: the plan says where."
	case off > measure.Hair:
		out.Short = fmt.Sprintf("It comes out %s wider than %s, the nearest there is.", fine.Print(off), b.Say(want))
	case off < -measure.Hair:
		out.Short = fmt.Sprintf("It comes out %s narrower than %s, the nearest there is.", fine.Print(-off), b.Say(want))
	}
	strips := thing{name: "Strips", finished: b.Table.Strip - 2*s, holds: 2 * s, cut: 2 * s}
	all := append([]thing{strips}, z.sizes...)
	for _, part := range all {
		l, exact := scale(part.finished, one.scaledBy, now)
		if cut := l + part.cut; !exact || !cut.On(b.Table.Ruler.Mark) {
			out.Off = append(out.Off, fmt.Sprintf("%s, cut %s", part.name, b.Say(cut)))
		}
	}
	if len(out.Off) > 0 {
		for _, way := range []measure.Length{-1, 1} {
			by, ok := nearest(&b.Table, all, one.scaledBy, now, way)
			if !ok {
				continue
			}
			if there, err := z.at(by); err == nil && there.sewn {
				out.Nearest = append(out.Nearest, Nearest{b.Say(there.finished), measure.Write(there.finished)})
			}
		}
	}
	return out, nil
}

// noOtherSize is why something is not resized, the mend, and how that is called; nothing where it is.
func noOtherSize(d document.Document, m making.Made) (says, mend, code string) {
	if m.Parted {
		return fmt.Sprintf("%s is a part of what is cut again, and as large as that makes it.", m.Unit.Name),
			"Change what it is cut from, or where the knife goes.", "a-part"
	}
	if i := slices.IndexFunc(d.Parts, func(u making.Unit) bool { return u.Measured != nil }); i >= 0 {
		return fmt.Sprintf("This quilt is planned on what %s measures: at another size that says nothing.", d.Parts[i].Name),
			"Plan it as it should be first, or begin a quilt anew.", "measured-already"
	}
	return "", "", ""
}

// sizer scales a document: every finished size becomes by/now of what it is.
type sizer struct {
	d     document.Document
	unit  naming.Unit
	table *making.Table
	now   measure.Length
	sizes []thing
}

// resized is the document at one scale, and what its unit then finishes.
type resized struct {
	scaledBy measure.Length
	document document.Document
	finished measure.Length
	sewn     bool
}

// mostSteps bounds the search for a scale; where a size grows evenly two steps find it.
const mostSteps = 12

// solve finds the scale at which the unit finishes as asked for. Most sizes are in proportion to the strips; those that
// hold √2 of an allowance are not, so what comes out is sewn and measured, and the scale is mended by what it is off
// (the secant rule).
func (z sizer) solve(want measure.Length) (resized, error) {
	best, err := z.at(want)
	if err != nil || !best.sewn {
		return best, err
	}
	last, here := resized{scaledBy: z.now, finished: z.now, sewn: true}, best
	for range mostSteps {
		off := want - here.finished
		if off == 0 || here.finished == last.finished {
			break
		}
		by := here.scaledBy + off*(here.scaledBy-last.scaledBy)/(here.finished-last.finished)
		if by == here.scaledBy || by <= 0 {
			break
		}
		next, err := z.at(by)
		if err != nil {
			return best, err
		}
		if !next.sewn {
			break
		}
		last, here = here, next
		if d, least := want-here.finished, want-best.finished; d*d < least*least {
			best = here
		}
	}
	// Several scales may come to the same size once everything is rounded to the grid: the one that lies on a mark is
	// meant.
	mark := z.table.Ruler.Mark
	if by := (best.scaledBy + mark/2) / mark * mark; by > 0 && by != best.scaledBy {
		if even, err := z.at(by); err == nil && even.sewn {
			if d, least := want-even.finished, want-best.finished; d*d <= least*least {
				return even, nil
			}
		}
	}
	return best, nil
}

// at scales the document and sews the unit.
func (z sizer) at(by measure.Length) (resized, error) {
	out := resized{scaledBy: by}
	var err error
	if out.document, err = document.Copy(z.d); err != nil {
		return out, err
	}
	s := z.table.Seam
	for i, one := range measured(z.table, out.document) {
		l, _ := scale(z.sizes[i].finished, by, z.now)
		*one.set = making.Wide(l + one.holds)
	}
	strip, _ := scale(z.table.Strip-2*s, by, z.now)
	out.document.Strip = measure.Write(strip + 2*s)
	b, _ := decided.Read(out.document)
	if b.Problems.Stopped() {
		return out, nil
	}
	m, ok := making.One(out.document.Parts, z.unit, b.Table)
	if !ok {
		return out, nil
	}
	w, _ := m.Piece.Size()
	out.finished, out.sewn = w-2*s, true
	return out, nil
}

// thing is one measured part: its breadth where it is written as a length.
type thing struct {
	name     string
	finished measure.Length
	holds    measure.Length // of allowances, as it is written
	cut      measure.Length // of allowances, as it is cut
	set      *making.Breadth
}

// measured lists every breadth that is written as a length; what is written in strips follows the strips.
func measured(t *making.Table, d document.Document) []thing {
	var list []thing
	for _, u := range d.Parts {
		for _, m := range making.Breadths(u.How) {
			if m.Breadth.Follows() || m.Breadth.Err() != nil {
				continue
			}
			one := thing{name: u.Name, holds: 2 * t.Seam, cut: 2 * t.Seam, set: m.Breadth}
			switch {
			case m.Finished:
				one.holds = 0
			case m.Half:
				one.holds, one.cut = t.Seam, t.Seam
			}
			one.finished = m.Breadth.Length(t) - one.holds
			list = append(list, one)
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
			return !exact || !(cut + one.cut).On(mark)
		})
		if good {
			return l, true
		}
	}
	return 0, false
}
