package tally

import (
	"fmt"
	"strings"

	"vicis/core/batching"
	"vicis/core/gauge"
	"vicis/core/measure"
	"vicis/core/naming"
)

// Gauged is what was measured of one step, and what it says.
type Gauged struct {
	Step   naming.Step `json:"step"`
	Name   string      `json:"name"`
	Should string      `json:"should" doc:"What one should measure across its strips; empty where the step is not in the plan, or cannot tell of its seams"`
	Reads  []Reading   `json:"reads" doc:"In the order they came"`
	Says   string      `json:"says" doc:"What they say of the allowance together; empty for nothing"`
	Sums   []string    `json:"sums" doc:"The sums behind it"`
	Do     []string    `json:"do" doc:"What can be done about it, and what else would have to be measured"`
}

// Reading is one measurement.
type Reading struct {
	ID    string `json:"id" doc:"The event, which an undo would take back"`
	Reads string `json:"reads" doc:"As it was typed"`
	N     int    `json:"n" doc:"How many lay side by side"`
	Asks  string `json:"asks" doc:"That it may be a slip, and of which kind; empty for none. It is kept as it is"`
	Fits  bool   `json:"fits" doc:"It tells of what the plan asks for now; else it is kept and says nothing"`
}

// gauge tells what was measured, and what that says of the seams.
func (f *folding) gauge(l *Log) {
	at := map[naming.Step]int{}
	for _, k := range l.keys {
		c := l.count[k]
		if len(c.gauged) == 0 {
			continue
		}
		i, known := at[k.step]
		if !known {
			i = len(f.Gauged)
			at[k.step] = i
			f.Gauged = append(f.Gauged, Gauged{Step: k.step, Name: string(k.step), Reads: []Reading{}, Sums: []string{}, Do: []string{}})
		}
		g := &f.Gauged[i]
		place, fits := f.place(k)
		if fits {
			g.Step, g.Name = f.w.Steps[place].ID, f.w.Steps[place].Called
		}
		for _, e := range c.gauged {
			one := l.entries[e]
			g.Reads = append(g.Reads, Reading{ID: one.id, Reads: one.reads, N: one.n, Fits: fits})
		}
	}
	for i := range f.Gauged {
		f.seam(&f.Gauged[i])
	}
}

// seam says what the measurements of a strip set say of its seams.
func (f *folding) seam(g *Gauged) {
	i, known := f.index[g.Step]
	if !known || f.w.Steps[i].Stage != batching.Sets {
		return
	}
	made := f.w.Acts[g.Step].Made
	flat := made.Acts[0]
	seams := len(flat.Strips) - 1
	if flat.ID != g.Step || seams < 1 {
		return
	}
	none := measure.Length(0)
	var terms []measure.Length
	for _, s := range flat.Strips {
		w := s.Width.CeilTo(f.w.Table.Ruler.Mark) // as it is cut
		none, terms = none+w, append(terms, w)
	}
	planned := f.w.Table.Seam
	should := none - measure.Length(2*seams)*planned
	g.Should = f.w.Say(should)
	whole := measure.Inch
	if f.w.Document.Units == measure.Centimetres {
		whole = measure.Centimetre
	}
	var list []gauge.Read
	for j := range g.Reads {
		r := &g.Reads[j]
		if !r.Fits {
			continue
		}
		came, err := measure.Written(r.Reads).Length(f.w.Document.Units)
		switch slip := gauge.SlipOf(should*measure.Length(r.N), came, r.N, whole); {
		case err != nil:
			r.Asks = err.Error()
		case (slip == gauge.NoSlip || slip == gauge.Side) && (came <= 0 || came >= none*measure.Length(r.N)):
			r.Asks = fmt.Sprintf("Its strips are %s wide together before they are sewn: it cannot measure so much.", f.w.Say(none*measure.Length(r.N)))
		case slip != gauge.NoSlip:
			r.Asks = fmt.Sprintf(slips[slip], f.w.Say(should*measure.Length(r.N)))
		default:
			list = append(list, gauge.Read{None: none, Takes: 2 * seams, Times: r.N, Came: came})
			g.Sums = append(g.Sums, f.seamSum(terms, seams, r.N, came))
		}
	}
	if len(list) > 0 {
		f.seamWords(g, list, len(terms))
	}
}

var slips = map[gauge.Slip]string{
	gauge.Point:     "It should be %s: is a point or a fraction missing? It says nothing of the seam as it is.",
	gauge.OtherRule: "It should be %s: was it read in the other units? It says nothing of the seam as it is.",
	gauge.Edge:      "It should be %s: was it read from the next mark? It says nothing of the seam as it is.",
	gauge.Side:      "It should be %s, and is far from that: measure it again, across its strips. It says nothing of the seam as it is.",
}

// seamSum is the sum behind one measurement: (3 × 2½″ − 6¼″) ÷ 4 = 5⁄16″.
func (f *folding) seamSum(terms []measure.Length, seams, times int, came measure.Length) string {
	exact := f.exactRuler()
	var parts []string
	for i := 0; i < len(terms); {
		j := i
		for j < len(terms) && terms[j] == terms[i] {
			j++
		}
		parts = append(parts, fmt.Sprintf("%d × %s", (j-i)*times, f.w.Say(terms[i])))
		i = j
	}
	all := measure.Length(0)
	for _, t := range terms {
		all += t * measure.Length(times)
	}
	n := 2 * seams * times
	return fmt.Sprintf("(%s − %s) ÷ %d = %s", strings.Join(parts, " + "), exact.Print(came), n, exact.Print((all-came)/measure.Length(n)))
}

// exactRuler prints what lies between the marks of the ruler.
func (f *folding) exactRuler() measure.Ruler {
	if f.w.Document.Units == measure.Centimetres {
		return measure.Ruler{Units: f.w.Document.Units, Mark: measure.Millimetre / 10}
	}
	return measure.Ruler{Units: f.w.Document.Units, Mark: measure.Inch / 64}
}

// fine is a small length; what is less than the finest it prints is told so.
func fine(exact measure.Ruler, l measure.Length) string {
	if l < exact.Mark {
		return "less than " + exact.Print(exact.Mark)
	}
	return exact.Print(l)
}

// seamWords says what measurements say together, within what the ruler and the cutting leave open.
func (f *folding) seamWords(g *Gauged, list []gauge.Read, strips int) {
	mark, exact, planned := f.w.Table.Ruler.Mark, f.exactRuler(), f.w.Table.Seam
	said := gauge.Seam(list, mark, 0)
	finest := list[0].Tells(mark)
	for _, r := range list {
		finest = min(finest, r.Tells(mark))
	}
	off := said.Likely - planned
	within := planned >= said.Least && planned <= said.Most
	if !said.Agree {
		g.Says = fmt.Sprintf("They differ by more than the ruler does: the seams took from %s to %s. Were all sewn with the same guide?", exact.Print(said.Least), exact.Print(said.Most))
		return
	}
	if within {
		g.Says = fmt.Sprintf("The seams take %s, as planned, as far as the ruler tells: it tells an allowance to %s.", exact.Print(planned), fine(exact, finest))
		return
	}
	word, way := "much", "nearer to"
	if off < 0 {
		word, way, off = "little", "away from", -off
	}
	g.Says = fmt.Sprintf("The seams take %s, %s too %s, if the strips are as wide as they should be.", exact.Print(said.Likely), fine(exact, off), word)
	if least, most := exact.Print(said.Least), exact.Print(said.Most); least != most {
		g.Says += fmt.Sprintf(" The ruler leaves open from %s to %s.", least, most)
	}
	g.Do = append(g.Do, fmt.Sprintf("Move the guide %s %s the needle, and sew a test strip before the next set; or plan with the allowance as it is.", fine(exact, off), way))
	cut := (said.Likely - planned) * measure.Length(2*(strips-1)) / measure.Length(strips)
	g.Do = append(g.Do, fmt.Sprintf("Or every strip is cut %s too %s: measure one before it is sewn to tell.", fine(exact, max(cut, -cut)), map[bool]string{true: "narrow", false: "wide"}[cut > 0]))
	if one := f.w.Steps[f.index[g.Step]]; len(list) == 1 && list[0].Times == 1 && one.Make > 2 && list[0].Tells(mark) > exact.Mark {
		g.Do = append(g.Do, fmt.Sprintf("Three laid side by side and measured together tell it to %s; three measured apart do not.", fine(exact, gauge.Read{Takes: list[0].Takes, Times: 3}.Tells(mark))))
	}
}
