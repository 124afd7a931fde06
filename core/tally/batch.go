package tally

import (
	"fmt"
	"slices"

	"vicis/core/batching"
	"vicis/core/decided"
	"vicis/core/gauge"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/piece"
	"vicis/core/school"
	"vicis/core/words"
	"vicis/core/work"
)

// ChartPoint is one measurement in its chart.
type ChartPoint struct {
	Reads  string          `json:"reads"`
	Each   measure.Written `json:"each" doc:"What one measured, exactly"`
	At     float64         `json:"at" doc:"The same in inches"`
	Beyond bool            `json:"beyond" doc:"It lies outside the limits, or differs from the one before by more than the others do"`
}

// measured is what one thing measured, and where it was read.
type measured struct {
	read int
	each measure.Length
	mark measure.Length // how finely
}

// chart draws what was measured in one direction, and says whether it drifts.
func (f *folding) chart(g *Gauged, way work.Gauge, list []measured) ChartShown {
	out := ChartShown{Along: way.Along, Planned: way.Is.Inches(), Should: f.w.Say(way.Is), Points: []ChartPoint{}}
	var values []measure.Length
	for _, m := range list {
		values = append(values, m.each)
		out.Points = append(out.Points, ChartPoint{
			Reads: g.Reads[m.read].Reads, Each: measure.Write(m.each),
			At: m.each.Inches(),
		})
	}
	mark := f.w.Table.Ruler.Mark
	for _, m := range list {
		mark = min(mark, m.mark)
	}
	c, ok := gauge.Individuals(values, mark)
	if !ok {
		if len(values) >= 3 {
			out.Says = "No limits yet: they take eight measurements, on a ruler that tells them apart."
		}
		return out
	}
	out.Limits, out.Mean, out.Upper, out.Lower, out.Provisional = true, c.Mean.Inches(), c.Upper.Inches(),
		c.Lower.Inches(), c.Few
	exact := f.exactRuler()
	outside := 0
	for i := range out.Points {
		if out.Points[i].Beyond = c.Beyond[i] || c.Jumps[i]; out.Points[i].Beyond {
			outside++
		}
	}
	switch {
	case c.Shift > 0:
		word := "wider"
		if c.By < 0 {
			word = "narrower"
		}
		out.Says = fmt.Sprintf("From measurement %d on %s by %s: did the guide move?", c.Shift+1, word,
			fine(exact, max(c.By, -c.By)))
	case outside > 0:
		out.Says = fmt.Sprintf("%s outside what the others keep to: measure it again, then look at what was sewn there.",
			words.Plural(outside, "measurement")+" "+words.Verb(outside, "lie"))
	default:
		out.Says = fmt.Sprintf("Steady: all lie between %s and %s.", exact.Print(c.Lower), exact.Print(c.Upper))
	}
	if c.Few {
		out.Says += fmt.Sprintf(" The limits are provisional, from %d.", len(values))
	}
	return out
}

// The verdicts.
const (
	Use   Verdict = "use"
	Shave Verdict = "shave" // off all sides, down to what it should be
	Ease  Verdict = "ease"  // it is sewn to what it meets with the longer one underneath
	Redo  Verdict = "redo"  // its seams are taken out, or all the others are taken down to it
)

// What is let pass (judgement, from common practice: 1⁄16″ is good, ⅛″ matters on small parts): as much as the ruler
// cannot tell, and what a hand does not feel. On what is small, and where a point lies an allowance from the edge, half
// as much; of several in a row no more than ⅛″ together. Cotton eases about one in fifty along an edge.
const (
	small  = 4 * measure.Inch
	easing = 50
)

// tolerance is by how much something may be off.
func (f *folding) tolerance(s work.Step, way work.Gauge) measure.Length {
	tolerance := decided.LetsBeSewnIn(f.w.Rule)
	if way.Is < small || s.Of.Batch != nil && s.Stage != batching.Sets &&
		len(s.Of.Batch.Piece.Tips(piece.Of(2*f.w.Table.Seam))) > 0 {
		tolerance /= 2
	}
	if n := f.inARow(s, way); n > 1 { // what each is off adds up
		tolerance = max(f.w.Table.Ruler.Mark/8, min(tolerance, 2*decided.LetsBeSewnIn(f.w.Rule)/measure.Length(n)))
	}
	return tolerance
}

// inARow is how many of a thing lie one after the other, in the direction it is measured, in what is made of it.
func (f *folding) inARow(s work.Step, way work.Gauge) (most int) {
	unit := s.ID.Made()
	for _, u := range f.w.Parts {
		cells, laid := making.Cells(u.How), making.Laid(u.How)
		if len(cells) == 0 || len(laid) == 0 {
			continue
		}
		across, down := make([]int, len(cells)), make([]int, len(cells[0]))
		for i, one := range laid {
			if one.Unit != unit || unit == "" || i/len(cells[0]) >= len(across) {
				continue
			}
			// Turned by a quarter its width lies up and down.
			if lies := one.Turn%180 == 0; (way.Along == work.SideToSide) == lies {
				across[i/len(cells[0])]++
			} else {
				down[i%len(cells[0])]++
			}
		}
		most = max(most, slices.Max(across), slices.Max(down))
	}
	return most
}

// middle is what the middle one of those measured is, as it is written: on half a mark of the ruler, for by that it is
// cut.
func (f *folding) middle(list []measured) string {
	var each []measure.Length
	for _, m := range list {
		each = append(each, m.each)
	}
	slices.Sort(each)
	half := f.w.Table.Ruler.Mark / 2
	return measure.Write((each[(len(each)-1)/2] + half/2) / half * half).String()
}

// verdict says what to do with one that measured so.
func (f *folding) verdict(s work.Step, way work.Gauge, came measure.Length) (Verdict, string) {
	exact := f.exactRuler()
	if way.Along == work.Untrimmed {
		if came >= s.Size[0] {
			return Use, fine(exact, came-s.Size[0]) + " comes off when it is trimmed"
		}
		way.Is = s.Size[0]
	}
	off := came - way.Is
	by := fine(exact, max(off, -off))
	switch tolerance := f.tolerance(s, way); {
	case off == 0:
		return Use, "as it should be"
	case max(off, -off) <= tolerance:
		return Use, by + " off, which lets itself be sewn in"
	case off > 0 && s.Stage == batching.Sets:
		return "", fmt.Sprintf("%s too wide", by)
	case s.Stage == batching.Sets:
		return "", fmt.Sprintf("%s too narrow", by) // the ways on say what to do
	case s.Stage == batching.Strips && off < 0:
		return Redo, fmt.Sprintf("cut %s too narrow: it is short by that wherever it lies", by)
	case s.Stage == batching.Strips:
		return Shave, fmt.Sprintf("cut %s too wide: cut it again", by)
	case off > 0:
		return Shave, fmt.Sprintf("%s too large: %s off each side", by, fine(exact, off/2))
	case -off*easing <= way.Is:
		return Ease, fmt.Sprintf("%s too small: ease it in, the longer one underneath", by)
	}
	return Redo, fmt.Sprintf("%s too small to be eased: mend its seams, or take all down to it", by)
}

// batch says what to do with how many, and what that costs.
func (f *folding) batch(s work.Step, reads []Measurement) []string {
	count := map[Verdict]int{}
	all := 0
	for _, r := range reads {
		if r.Verdict != "" {
			count[r.Verdict] += r.N
			all += r.N
		}
	}
	list := []string{}
	if all < 2 || s.Stage == batching.Sets {
		return list
	}
	if n := count[Use]; n > 0 {
		list = append(list, fmt.Sprintf("Use %d of %d as they are.", n, all))
	}
	if n := count[Shave]; n > 0 {
		cuts := 4
		if s.Stage == batching.Strips {
			cuts = 1
		}
		list = append(list, fmt.Sprintf("Shave %d: %s.", n, words.Plural(n*cuts, "cut")))
	}
	if n := count[Ease]; n > 0 {
		list = append(list, fmt.Sprintf("Ease %d: pins at both ends and in the middle of every edge.", n))
	}
	if n := count[Redo]; n > 0 && s.Of.Batch != nil {
		seams := s.Of.Batch.Seams * n
		list = append(list, fmt.Sprintf("Redo %d: %s to take out and sew again, %s in all. Turned down, what they used is "+
			"to be made again.", n, words.Plural(seams, "seam"),
			f.w.Say(measure.Length(seams)*s.Of.Batch.Each)))
	}
	return list
}

// due is how many more of a step are to be measured once so many are made.
func (f *folding) due(s work.Step, good int) int {
	var want int
	switch f.w.Schools.Measure {
	case school.MeasuredFirst:
		want = min(good, 1)
	case school.MeasuredTenth:
		want = (good + 9) / 10
	case school.MeasuredAll:
		want = good
	}
	if is := f.w.Acts[s.ID].Made.Unit.Measured; is != nil && is.Expected {
		want = max(want, min(good, 1))
	}
	ways := 0
	if want > 0 && s.Of.Batch != nil && s.Of.Batch.Shows == "" {
		ways = len(f.w.Gauges(s))
	}
	if ways == 0 {
		return 0
	}
	measured, earlier := map[work.Along]int{}, 0
	for _, g := range f.Gauged {
		if g.Step != s.ID {
			continue
		}
		earlier += g.Earlier
		for _, r := range g.Reads {
			if r.Fits && r.Asks == "" {
				measured[r.Along] += r.N
			}
		}
	}
	most := 0
	for _, n := range measured {
		most = max(most, n)
	}
	return max(0, want-most-earlier)
}
