package making

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/rules"
	"vicis/core/words"
)

// SeamAcross is what the seam takes by which the next thing is joined on the right; i counts from 0.
func (t *Table) SeamAcross(i int) measure.Length { return t.seam(t.took.across, i) }

// SeamDown is what the seam takes by which the next thing is joined below.
func (t *Table) SeamDown(i int) measure.Length { return t.seam(t.took.down, i) }

func (t *Table) seam(list []measure.Length, i int) measure.Length {
	if i < len(list) {
		return list[i]
	}
	return t.Seam
}

// asMeasured is a unit as large as it was measured. Seams right through it took what it lacks, all of them as much;
// where there are none, or it was trimmed, what it lacks lies at its outer edges, as much on each side.
func (t *Table) asMeasured(m Made) (Made, bool) {
	at := strings.TrimSuffix(t.At, "/how") + "/measured"
	if says, mend := cannotBeMeasured(m); says != "" {
		t.Problems.Stop("measured-elsewhere", at, fmt.Sprintf(says, t.Unit.Name), mend)
		return m, false
	}
	planned := m.First()
	w, ok1 := t.AsRead(t.Unit.Measured.Width, at+"/width", planned.W, m.InLength)
	h, ok2 := t.AsRead(t.Unit.Measured.Height, at+"/height", planned.H, false)
	if !ok1 || !ok2 {
		return m, false
	}
	if t.Unit.Measured.Trimmed {
		if w.Cmp(planned.W) > 0 || h.Cmp(planned.H) > 0 {
			t.Problems.Stop("trimmed-larger", at, fmt.Sprintf("%s is %s and cannot be trimmed to %s.", t.Unit.Name,
				words.By(t.Ruler, planned.W.Up(), planned.H.Up()), words.By(t.Ruler, w.Up(), h.Up())),
				"Trim it to something smaller, or say what it measures.")
			return m, false
		}
	} else if j, ok := m.Unit.How.(SewnThrough); ok {
		across, down := j.SeamsThrough()
		there := *t
		there.took = took{t.shared(planned.W, w, across), t.shared(planned.H, h, down)}
		for _, s := range slices.Concat(there.took.across, there.took.down) {
			if s < 0 {
				t.Problems.Stop("measured-far-off", at, fmt.Sprintf("%s cannot measure so much: all that is sewn there is not so "+
					"large together before it is sewn.", t.Unit.Name),
					"Measure it again, from raw edge to raw edge.")
				return m, false
			}
		}
		sewn, ok := j.(Method).Make(&there)
		if !ok {
			return m, false
		}
		sewn.Unit, m = m.Unit, sewn
	}
	m.resized(w, h)
	if !m.First().Whole() && planned.Whole() {
		t.Problems.Stop("measured-far-off", at,
			fmt.Sprintf("At %s the patches of %s would vanish or overlap.", words.By(t.Ruler, w.Up(), h.Up()), t.Unit.Name),
			"Measure it again, from raw edge to raw edge; if it is so, say how it is sewn.")
		return m, false
	}
	verb := "measures"
	switch {
	case t.Unit.Measured.Trimmed:
		verb = "is trimmed to"
		last := &m.Acts[len(m.Acts)-1]
		last.Shaves = max(last.Shaves, 1)
	case t.Unit.Measured.Expected:
		verb = "is expected to measure"
	}
	should, is := words.By(t.Ruler, planned.W.Up(), planned.H.Up()), words.By(t.Ruler, w.Up(), h.Up())
	if m.InLength {
		should, is = t.Ruler.Print(planned.H.Up()), t.Ruler.Print(h.Up())
	}
	m.Widths = nil
	m.Size = SizeWorking{
		Sums:  []string{fmt.Sprintf("it should be %s, and %s %s", should, verb, is)},
		Rules: rules.By(rules.Measured),
	}
	for i, v := range m.Variants {
		if !v.Bonus {
			m.Variants[i].Size = SizeWorking{}
		}
	}
	return m, true
}

// cannotBeMeasured says what a unit cannot be planned on a measurement for, and what can be done; nothing where it can.
func cannotBeMeasured(m Made) (says, mend string) {
	switch {
	case m.Cloth:
		return "%s is a patch of cloth.", "Change the size it is cut."
	case len(m.Round) > 0:
		return "%s is closed to a tube: its rings follow its strips.",
			"Change what the strips are cut or what the allowance is, so that the tube measures what it does."
	case m.Tube != nil || m.Apart || m.Parted:
		return "%s is in several parts that differ in size.", "Measure what it is made of, or the block it comes to."
	case len(m.Acts) > 0 && m.Acts[len(m.Acts)-1].Stock:
		return "%s is as high as its strip set and as wide as it is cut.", "Measure the set; or change the width it is cut."
	}
	return "", ""
}

// AsRead reads what something measures one way; what it should where nothing is said.
func (t *Table) AsRead(written measure.Written, at string, planned piece.Num, never bool) (piece.Num, bool) {
	if !written.Given() {
		return planned, true
	}
	l, is := written.Length(), planned.Up()
	switch err := written.Err(); {
	case never:
		t.Problems.Stop("measured-length", at, fmt.Sprintf("%s is as long as the cloth is wide.", t.Unit.Name),
			"Measure it across its strips, and write that as its height.")
	case err != nil:
		t.Problems.Stop("length-unreadable", at, err.Error(), "Write what it measures, such as 6 3/8.")
	case l < is-is/8-measure.Inch/4 || l > is+is/8+measure.Inch/4:
		t.Problems.Stop("measured-far-off", at,
			fmt.Sprintf("It should measure %s, and %s was read.", t.Ruler.Print(is), t.Ruler.Print(l)),
			"Measure it again, from raw edge to raw edge; if it is so, say how it is sewn.")
	case l == is:
		return planned, true
	default:
		return piece.Of(l), true
	}
	return planned, false
}

// shared is what each of n seams takes from a side, so that together they take what is missing besides.
func (t *Table) shared(planned, is piece.Num, n int) []measure.Length {
	missing := planned.Up() - is.Up()
	if n == 0 || missing == 0 {
		return nil
	}
	// by the first k, from both sides
	upto := func(k int) measure.Length { return missing * measure.Length(k) / measure.Length(2*n) }
	list := make([]measure.Length, n)
	for i := range list {
		list[i] = t.Seam + upto(i+1) - upto(i)
	}
	return list
}

// resized gives everything that falls out of a unit another size; what it differs by lies at the outer edges.
func (m *Made) resized(w, h piece.Num) {
	to := func(p piece.Piece) piece.Piece {
		if p.W == w && p.H == h {
			return p
		}
		return p.Grown(w, h)
	}
	less, _ := m.First().H.Sub(h).Half()
	m.Piece = to(m.First())
	given := map[naming.Step]piece.Piece{}
	m.Variants = slices.Clone(m.Variants)
	for i := range m.Variants {
		v := &m.Variants[i]
		if v.Bonus { // it is sewn of what is cut off, and as large as that
			continue
		}
		v.Piece, v.Others = to(v.Piece), slices.Clone(v.Others)
		for j := range v.Others {
			v.Others[j] = to(v.Others[j])
		}
		given[v.ID.Step()] = v.Piece
	}
	m.Acts = slices.Clone(m.Acts)
	last := &m.Acts[len(m.Acts)-1]
	last.Piece = m.Piece
	if last.Tip != nil { // as much comes off above as below besides
		above := last.Tip.Add(less)
		if above.Cmp(piece.Num{}) < 0 {
			above = piece.Num{}
		}
		last.Tip = &above
	}
	last.Gives = slices.Clone(last.Gives)
	for i, g := range last.Gives {
		if p, ok := given[g.ID]; ok {
			last.Gives[i].Piece = p
		}
	}
}

// AsPlanned makes the units once more as if everything measured what it should, and gives those that then come out
// otherwise: what was sewn before something was measured is known by that. What no longer fits together so is not among
// them.
func AsPlanned(units []Unit, t Table, made map[naming.Unit]Made) map[naming.Unit]Made {
	measured := false
	plain := slices.Clone(units)
	for i := range plain {
		measured = measured || plain[i].Measured != nil
		plain[i].Measured = nil
	}
	if !measured {
		return nil
	}
	t.Problems = &problem.List{}
	t.known = func(id naming.Unit) (Made, bool) { m, ok := made[id]; return m, ok } // what is cut to a size is cut to that
	all, _ := All(plain, t)
	out := map[naming.Unit]Made{}
	for id, m := range all {
		if is, ok := made[id]; ok && (is.Piece.W != m.Piece.W || is.Piece.H != m.Piece.H || is.Unit.Measured != nil) {
			out[id] = m
		}
	}
	return out
}
