package plan

import (
	"fmt"
	"strings"

	"vicis/core/cutting"
	"vicis/core/measure"
	"vicis/core/naming"
)

// The cutting in the order of the table: cloth prepared and cleaned, strips widest first, each read from the clean edge; then
// what is cut across them. Every line that makes something names the steps it counts for, so that a tick is a tally.

// ScriptPart is one fabric, or one strip set, on the mat.
type ScriptPart struct {
	Name   string       `json:"name"`
	Colour string       `json:"colour" doc:"Of the fabric; empty for a strip set"`
	Set    naming.Step  `json:"set" doc:"The step that sews the strip set; empty for a fabric"`
	Lines  []ScriptLine `json:"lines"`
}

// ScriptLine is one thing to do, so many times.
type ScriptLine struct {
	Says  string       `json:"says"`
	Held  string       `json:"held" doc:"What has to be measured before; empty for a cut that is safe"`
	For   string       `json:"for" doc:"The piles its pieces go to"`
	Reads []string     `json:"reads" doc:"What the ruler reads, cut by cut, from the end squared last; empty text where it is squared up again"`
	Times int          `json:"times" doc:"0 where nothing is counted"`
	Stack int          `json:"stack" doc:"How many of these are cut at once"`
	Gives []ScriptGive `json:"gives"`
}

// ScriptGive is what doing a line once makes, and how many of that step the lines before it make.
type ScriptGive struct {
	Step   naming.Step `json:"step"`
	N      int         `json:"n"`
	Before int         `json:"before"`
}

func (b *builder) script() []ScriptPart {
	list := []ScriptPart{}
	for _, f := range b.cut.Fabrics {
		list = append(list, b.scriptOf(f))
	}
	for _, a := range b.cut.Sets {
		set := b.made(a.Set)
		_, high := set.Piece.Size()
		part := ScriptPart{Name: set.Unit.Name, Set: a.Set.Step(), Lines: []ScriptLine{
			advice("Sew, press and measure %s before it is cut: the pressed set is %s wide.", set.Unit.Name, b.say(high)),
		}}
		part.Lines = append(part.Lines, b.acrossLines(a, func(n int) string { return plural(n, "set") })...)
		list = append(list, part)
	}
	return list
}

func advice(format string, args ...any) ScriptLine {
	return ScriptLine{Says: fmt.Sprintf(format, args...), Reads: []string{}, Gives: []ScriptGive{}, Stack: 1}
}

var prepared = map[string]string{
	"press":  "Press %s flat and fold it selvedge to selvedge, without a bend along the fold.",
	"starch": "Starch %s, press it dry and flat, and fold it selvedge to selvedge, without a bend along the fold.",
	"wash":   "Wash and dry %s, press it flat, and fold it selvedge to selvedge, without a bend along the fold.",
}

// clean is the edge that is cleaned first.
func (b *builder) clean() string {
	if b.d.Settings.Hand == "left" {
		return "right"
	}
	return "left"
}

func (b *builder) scriptOf(f cutting.Fabric) ScriptPart {
	part := ScriptPart{Name: f.Fabric.Name, Colour: f.Fabric.Colour, Lines: []ScriptLine{}}
	part.Lines = append(part.Lines, advice(prepared[b.d.Schools.Prepare], f.Fabric.Name))
	for _, one := range f.Pieces {
		part.Lines = append(part.Lines, b.pieceLines(one)...)
	}
	for _, u := range f.Uses {
		part.Lines = append(part.Lines, advice("The %s on the shelf give %s, the first of those below; %s of it is left.", b.say(u.Have.L), plural(u.Strips, "strip"), b.say(u.Left)))
	}
	switch {
	case len(f.Strips) == 0:
		return part
	case f.Rest > 0 && len(f.Uses) > 0:
		part.Lines = append(part.Lines, advice("Before you clean an edge: of what is bought there must be %s, at least %s wide between the selvedges.", b.say(f.Rest), b.say(f.Usable)))
	case f.Rest > 0:
		part.Lines = append(part.Lines, advice("Before you clean an edge: there must be %s%s, at least %s wide between the selvedges.", b.say(f.Rest), orIt(each(f)), b.say(f.Usable)))
	}
	if f.Length > 0 {
		part.Lines = append(part.Lines, advice("Clean the %s edge; %s is allowed for it.", b.clean(), b.say(b.t.Squaring)))
	}
	k := 0
	for _, s := range f.Strips {
		count := s.Count - s.Ready
		if s.Ready > 0 {
			taken := advice("Take %s %s wide from the shelf.", plural(s.Ready, "strip"), b.say(s.Cut))
			taken.Times, taken.Gives = s.Ready, []ScriptGive{{Step: s.ID, N: 1}}
			part.Lines = append(part.Lines, taken)
		}
		if count == 0 {
			continue
		}
		what := fmt.Sprintf("Cut %s %s wide%s.", plural(count, "strip"), b.say(s.Cut), evenly(f, s))
		if s.Lengths {
			what = fmt.Sprintf("Cut %s of %s for the backing.", plural(s.Count, "length"), b.say(s.Cut))
		}
		line := ScriptLine{
			Says: what, Reads: []string{}, Times: count, Stack: 1,
			Gives: []ScriptGive{{Step: s.ID, N: 1, Before: s.Ready}},
		}
		if n := b.t.Every; n > 0 && (k+count-1)/n > max(0, k-1)/n {
			line.Says += fmt.Sprintf(" Square the edge up again after every %s.", plural(n, "strip"))
		}
		k += count
		part.Lines = append(part.Lines, line)
	}
	for _, s := range f.Strips {
		switch {
		case s.Patches != nil:
			part.Lines = append(part.Lines, b.acrossLines(*s.Patches, func(n int) string { return plural(n, "strip") + " of " + b.say(s.Cut) })...)
		case s.Joined != nil && s.Joined.Diagonal:
			part.Lines = append(part.Lines, advice("Keep the %s of %s together for the binding.", plural(s.Count, "strip"), b.say(s.Cut)))
		case s.For == naming.SashLevel.Step():
			line := advice("%s Cut %d of %s.", endToEnd(s.Count), s.Joined.Times, b.say(s.Joined.Pieces[0]))
			line.Times, line.Gives = s.Joined.Times, []ScriptGive{{Step: s.For, N: 1}}
			part.Lines = append(part.Lines, line)
		case s.Joined != nil && b.d.Top.Measured == nil:
			part.Lines = append(part.Lines, advice("Held back: the lengths of the border are cut from these once the pieced top has been measured."))
		case s.Joined != nil:
			part.Lines = append(part.Lines, advice("%s %s", endToEnd(s.Count), b.borderLengths(s)))
		}
	}
	for _, one := range f.Ends {
		part.Lines = append(part.Lines, b.pieceLines(one)...)
	}
	return part
}

func orIt(each string) string {
	if each == "" {
		return " of it"
	}
	return each
}

// acrossLines is what is cut across strips or sets, a line for each way they are cut.
func (b *builder) acrossLines(a cutting.Across, what func(n int) string) []ScriptLine {
	var list []ScriptLine
	before := make([]int, len(a.Cuts))
	stack := b.d.Settings.Layers
	for _, p := range a.Layups.Patterns {
		l := b.layup(a, p)
		line := ScriptLine{Reads: []string{}, Times: p.Times, Stack: min(stack, p.Times), Gives: []ScriptGive{}}
		line.Says = fmt.Sprintf("%s: square the %s end, then %s.", what(p.Times), b.clean(), l.Says)
		if line.Stack > 1 {
			line.Says += fmt.Sprintf(" In stacks of %d.", line.Stack)
		}
		for _, m := range l.Marks[1:] {
			if m.Step == "" {
				line.Reads = append(line.Reads, "")
				continue
			}
			line.Reads = append(line.Reads, m.Reads.Text)
		}
		var piles []string
		for i, n := range p.Counts {
			if n > 0 {
				piles = append(piles, fmt.Sprintf("%d for %s", n, b.nameOf(a.Cuts[i].ID)))
				line.Gives = append(line.Gives, ScriptGive{Step: a.Cuts[i].ID, N: n, Before: before[i]})
				before[i] += n * p.Times
			}
		}
		line.For = strings.Join(piles, ", ")
		if c := a.Cuts[0]; c.Motif {
			patch := b.acts[c.ID].act.Patch
			line.Says += fmt.Sprintf(" Keep a motif in the middle of each, and cut it to %s × %s round it.", b.say(patch.W.CeilTo(b.t.Ruler.Mark)), b.say(patch.H.CeilTo(b.t.Ruler.Mark)))
		}
		if b.held(a.Cuts[0].ID) {
			line.Held = "Held back: cut it once a pieced block has been measured."
		}
		list = append(list, line)
	}
	return list
}

// pieceLines is what is cut from pieces on the shelf; the last of them may give fewer.
func (b *builder) pieceLines(one cutting.FromPiece) []ScriptLine {
	full, rest := one.Count/one.Each, one.Count%one.Each
	line := func(times, n, before int) ScriptLine {
		what := plural(times, "piece")
		if isEnd(one) {
			what = plural(times, "end")
		}
		l := advice("%s of %s × %s: %d of %s × %s from each.", what, b.say(one.Have.W), b.say(one.Have.L), n, b.say(one.W), b.say(one.H))
		l.For, l.Times, l.Stack = fmt.Sprintf("%d for %s", n, b.nameOf(one.Act)), times, min(times, b.d.Settings.Layers)
		l.Gives = []ScriptGive{{Step: pieceStep(one), N: n, Before: before}}
		return l
	}
	var list []ScriptLine
	if full > 0 {
		list = append(list, line(full, one.Each, 0))
	}
	if rest > 0 {
		list = append(list, line(1, rest, full*one.Each))
	}
	return list
}

// testStrip is three scraps sewn side by side: what they should measure, and what it says of the allowance when they do not.
func (b *builder) testStrip() string {
	w := b.t.Strip.CeilTo(b.t.Ruler.Mark)
	off := b.t.Ruler.Mark
	exact := measure.Ruler{Units: b.d.Units, Mark: seamMark(b.d.Units)}
	if b.d.Units == measure.Centimetres {
		exact.Mark /= 2
	}
	return fmt.Sprintf("Cut three scraps %s wide, sew their long edges together and press: across all three they should measure %s. Each %s too narrow says that the allowance is %s too wide, and the other way round.",
		b.say(w), b.say(3*w-4*b.t.Seam), b.say(off), exact.Print(off/4))
}
