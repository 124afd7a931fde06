package tally

import (
	"fmt"
	"slices"

	"vicis/core/batching"
	"vicis/core/cutting"
	"vicis/core/gauge"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/record"
	"vicis/core/words"
	"vicis/core/work"
)

// mostGauged is how many measurements of one thing are gone through, the last ones, so that counting costs the same
// however many were made.
const mostGauged = 200

// gauge tells what was measured, and what that says of the seams.
func (f foldCounted) gauge(l *record.Log) foldGauged {
	at := map[naming.Step]int{}
	for _, c := range l.Counts() {
		if len(c.Gauged) == 0 {
			continue
		}
		step := c.Step
		place, fits := f.place(c.Key)
		if fits {
			step = f.w.Steps[place].ID // it may be called otherwise since
		}
		i, known := at[step]
		if !known {
			i = len(f.Gauged)
			at[step] = i
			f.Gauged = append(f.Gauged, Gauged{
				Step: step, Should: []string{}, Reads: []Measurement{}, Sums: []string{},
				Do: []string{}, Charts: []ChartShown{}, Batch: []string{},
			})
		}
		g := &f.Gauged[i]
		last := c.Gauged[max(0, len(c.Gauged)-mostGauged):]
		g.Earlier += len(c.Gauged) - len(last)
		for _, e := range last {
			one, said := l.Entries()[e], l.WasRead(e)
			g.Reads = append(g.Reads, Measurement{
				ID: one.ID, Reads: said.Reads, N: one.N, Along: said.Along, Fits: fits,
				came: measure.Typed(said.Reads).In(f.w.Rule),
			})
		}
	}
	for i := range f.Gauged {
		f.seam(&f.Gauged[i])
	}
	return foldGauged{f}
}

// mostSums is how many sums are told one by one.
const mostSums = 4

// seam says what the measurements of one step say of its seams.
func (f *folding) seam(g *Gauged) {
	i, known := f.index[g.Step]
	if !known {
		return
	}
	ways := f.w.Gauges(f.w.Steps[i])
	f.should(g, ways)
	whole := measure.Inch
	if f.w.Rule == measure.Centimetres {
		whole = measure.Centimetre
	}
	strips, apart := f.strips(g.Step)
	var list []gauge.Read
	good := map[work.Along][]measured{}
	for j := range g.Reads {
		r := &g.Reads[j]
		at := slices.IndexFunc(ways, func(way work.Gauge) bool { return way.Along == r.Along })
		if !r.Fits {
			continue
		}
		if at < 0 {
			r.Asks = "Measured this way it tells nothing of its seams."
			continue
		}
		way, n := ways[at], measure.Length(r.N)
		came, err := r.came.Length(), r.came.Err()
		read := gauge.Read{
			None: way.None, Takes: way.Takes, Times: r.N, Came: came,
			Mark: gauge.Fineness(r.Reads, f.w.Rule, f.w.Table.Ruler.Mark),
		}
		switch slip := read.SlipOf(f.w.Table.Seam, whole); {
		case err != nil:
			r.Asks = err.Error()
		case came <= 0:
			r.Asks = "Nothing measures so little: measure it again, from raw edge to raw edge."
		case way.Takes > 0 && (slip == gauge.NoSlip || slip == gauge.Side) && came >= way.None*n:
			r.Asks = fmt.Sprintf("All that is sewn there is %s wide together before it is sewn: it cannot measure so much.",
				f.w.Say(way.None*n))
		case slip != gauge.NoSlip:
			r.Asks = fmt.Sprintf(slips[slip], f.w.Say(way.Size*n))
		default:
			good[r.Along] = append(good[r.Along], measured{j, came / n, read.Mark})
			r.Verdict, r.Why = f.verdict(f.w.Steps[i], way, came/n)
			if way.Takes == 0 {
				continue
			}
			if apart {
				way.None = sum(strips)
				read.None = way.None
			}
			list = append(list, read)
			takes := measure.Length(way.Takes) * n
			exact := f.exactRuler()
			g.Sums = append(g.Sums, fmt.Sprintf("(%s − %s) ÷ %s = %s", f.noneSum(exact, way.None, r.N), exact.Print(came),
				taken(way.Takes*r.N),
				exact.Print((way.None*n-came)*gauge.Allowance/takes)))
		}
	}
	if len(g.Sums) > mostSums {
		g.Sums = append(g.Sums[:mostSums], fmt.Sprintf("and %d more like that", len(g.Sums)-mostSums))
	}
	if len(list) > 0 {
		f.seamWords(g, list, f.allowance(ways), strips, apart)
	}
	f.charts(g, ways, good)
	g.Batch = f.batch(f.w.Steps[i], g.Reads)
	if f.Steps[i].Good == 0 && len(list) > 0 {
		g.Do = append(g.Do, "None of it is counted yet: count the one that was measured.")
	}
}

// should says what it should measure, in every way it is measured.
func (f *folding) should(g *Gauged, ways []work.Gauge) {
	for _, way := range ways {
		says := f.w.Say(way.Is)
		if way.Along != work.AcrossIts {
			says += " " + string(way.Along)
		}
		g.Should = append(g.Should, says)
	}
}

// charts draws what was measured, each way by itself, and says where its middle lies.
func (f *folding) charts(g *Gauged, ways []work.Gauge, good map[work.Along][]measured) {
	for _, way := range ways {
		if some := good[way.Along]; len(some) > 0 {
			switch way.Along {
			case work.SideToSide:
				g.Width = f.middle(some)
			case work.UpAndDown, work.AcrossIts:
				g.Height = f.middle(some)
			}
			g.Charts = append(g.Charts, f.chart(g, way, some))
		}
	}
}

// allowance is what the seams of something are planned to take: where the quilt is planned on what it measured, what
// those took.
func (f *folding) allowance(ways []work.Gauge) measure.Length {
	for _, way := range ways {
		if way.Takes > 0 && way.Is != way.Size {
			return f.w.Table.Seam + (way.Size-way.Is)*gauge.Allowance/measure.Length(way.Takes)
		}
	}
	return f.w.Table.Seam
}

// taken is how many allowances are taken.
func taken(takes int) string {
	if takes%gauge.Allowance == 0 {
		return fmt.Sprint(takes / gauge.Allowance)
	}
	return fmt.Sprintf("%.4f", float64(takes)/gauge.Allowance)
}

// noneSum is what so many things would measure if their seams took nothing.
func (f *folding) noneSum(exact measure.Ruler, none measure.Length, times int) string {
	if times == 1 {
		return exact.Print(none)
	}
	return fmt.Sprintf("%d × %s", times, exact.Print(none))
}

// strips is what the strips of a set were measured to be, in order, before they were sewn; apart is false where not
// every one was.
func (f *folding) strips(set naming.Step) (list []measure.Length, apart bool) {
	i, known := f.index[set]
	if !known || f.w.Steps[i].Stage != batching.Sets {
		return nil, false
	}
	for _, s := range f.w.Acts[set].Made.Acts[0].Strips {
		width, measured := f.stripOf(cutting.PileOf(s))
		if !measured {
			return nil, false
		}
		list = append(list, width)
	}
	return list, len(list) > 1
}

// stripOf is what the strips of a pile were measured to be, on the average.
func (f *folding) stripOf(pile naming.Step) (measure.Length, bool) {
	i := slices.IndexFunc(f.Gauged, func(g Gauged) bool { return g.Step == pile })
	j, known := f.index[pile]
	if i < 0 || !known {
		return 0, false
	}
	var all, n measure.Length
	for _, r := range f.Gauged[i].Reads {
		came := r.came.Length()
		if planned := f.w.Steps[j].Size[0]; r.came.Err() != nil || !r.Fits ||
			max(came-planned*measure.Length(r.N), planned*measure.Length(r.N)-came) > planned/4 {
			continue
		}
		all, n = all+came, n+measure.Length(r.N)
	}
	if n == 0 {
		return 0, false
	}
	return all / n, true
}

func sum(list []measure.Length) (all measure.Length) {
	for _, l := range list {
		all += l
	}
	return all
}

var slips = map[gauge.Slip]string{
	gauge.Point:     "It should be %s: is a point or a fraction missing? It says nothing of the seam as it is.",
	gauge.OtherRule: "It should be %s: was it read in the other units? It says nothing of the seam as it is.",
	gauge.Edge:      "It should be %s: was it read from the next mark? It says nothing of the seam as it is.",
	gauge.Side: "It should be %s, and is far from that: measure it again, from raw edge to raw edge. It says " +
		"nothing of the seam as it is.",
}

// exactRuler prints what lies between the marks of the ruler.
func (f *folding) exactRuler() measure.Ruler {
	if f.w.Rule == measure.Centimetres {
		return measure.Ruler{Units: f.w.Rule, Mark: measure.Millimetre / 10}
	}
	return measure.Ruler{Units: f.w.Rule, Mark: measure.Inch / 64}
}

// fine is a small length; what is less than the finest it prints is told so.
func fine(exact measure.Ruler, l measure.Length) string {
	if l < exact.Mark {
		return "less than " + exact.Print(exact.Mark)
	}
	return exact.Print(l)
}

var asPlanned = map[bool]string{true: "as planned", false: "as those took that the quilt goes on with"}

// seamWords says what measurements say together, within what the ruler and the cutting leave open.
// planned is what each seam is planned to take; strips are what the strips were measured to be, where they were: then
// cutting and sewing are told apart.
func (f *folding) seamWords(g *Gauged, list []gauge.Read, planned measure.Length, strips []measure.Length, apart bool) {
	mark, exact := f.w.Table.Ruler.Mark, f.exactRuler()
	said := gauge.Seam(list, measure.Length(len(strips))*mark/2)
	if apart {
		g.Sums = append(g.Sums, "the strips as they were measured: "+words.Terms(exact, strips)+" = "+
			exact.Print(sum(strips)))
	}
	finest := list[0].Tells()
	for _, r := range list {
		finest = min(finest, r.Tells())
	}
	off := said.Likely - planned
	within := planned >= said.Least && planned <= said.Most
	if !said.Agree {
		g.Says = fmt.Sprintf("They differ by more than the ruler does: the seams took from %s to %s, on the average %s. "+
			"Were all sewn with the same guide?",
			exact.Print(said.Least), exact.Print(said.Most), exact.Print(said.Likely))
		return
	}
	if within {
		g.Says = fmt.Sprintf("The seams take %s, %s, as far as the ruler tells: it tells an allowance to %s.",
			exact.Print(planned), asPlanned[planned == f.w.Table.Seam], fine(exact, finest))
		if planned != f.w.Table.Seam {
			g.Says += fmt.Sprintf(" What is sewn from here on is planned with %s.", exact.Print(f.w.Table.Seam))
		}
		if should := f.w.Gauges(f.w.Steps[f.index[g.Step]])[0].None; apart && sum(strips) != should {
			g.Says += fmt.Sprintf(" It is the cutting: the strips are %s together and should be %s.", exact.Print(sum(strips)),
				exact.Print(should))
		}
		return
	}
	word, way := "much", "nearer to"
	if off < 0 {
		word, way, off = "little", "away from", -off
	}
	knows := map[bool]string{
		false: ", if what is sewn there is as wide as it should be", true: ": the strips were measured, so it is the sewing",
	}[apart]
	g.Says = fmt.Sprintf("The seams take %s, %s too %s%s.", exact.Print(said.Likely), fine(exact, off), word, knows)
	if least, most := exact.Print(said.Least), exact.Print(said.Most); least != most {
		g.Says += fmt.Sprintf(" The ruler leaves open from %s to %s.", least, most)
	}
	g.Do = append(g.Do, fmt.Sprintf("Move the guide %s %s the needle, and sew a test strip before the next one; or plan "+
		"with the allowance as it is.", fine(exact, off), way))
	over := (said.Likely - planned) * measure.Length(list[0].Takes) / gauge.Allowance
	by := fine(exact, max(over, -over)) + " "
	if slices.ContainsFunc(list, func(r gauge.Read) bool { return r.Takes != list[0].Takes }) {
		by = "" // measured in ways that do not compare
	}
	if !apart {
		g.Do = append(g.Do, fmt.Sprintf("Or what is sewn there is cut %stoo %s in all: measure that before it is sewn to "+
			"tell.", by,
			map[bool]string{true: "narrow", false: "wide"}[over > 0]))
	}
	if one := f.w.Steps[f.index[g.Step]]; len(list) == 1 && list[0].Times == 1 && one.Make > 2 &&
		list[0].Tells() > exact.Mark {
		g.Do = append(g.Do, fmt.Sprintf("Three laid side by side and measured together tell it to %s; three measured apart "+
			"do not.", fine(exact, gauge.Read{Takes: list[0].Takes, Times: 3, Mark: list[0].Mark}.Tells())))
	}
}
