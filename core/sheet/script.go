package sheet

import (
	"fmt"
	"strings"

	"vicis/core/cutting"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/words"
	"vicis/core/work"
)

// The cutting in the order of the table: cloth prepared and cleaned, strips widest first, each read from the clean
// edge; then what is cut across them. Every line that makes something names the steps it counts for, so that a tick is
// a tally.

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

// Script tells the cutting line by line.
func (b Sheet) Script() []ScriptPart {
	list := []ScriptPart{}
	for _, p := range b.Work.Script {
		part := ScriptPart{Set: p.Set.Step(), Lines: []ScriptLine{}}
		if p.Fabric != nil {
			part.Name, part.Colour = p.Fabric.Fabric.Name, p.Fabric.Fabric.Colour
		} else {
			part.Name = b.Unit(p.Set).Unit.Name
		}
		for _, l := range p.Lines {
			line := ScriptLine{Reads: []string{}, Times: l.Times, Stack: l.Stack, Gives: []ScriptGive{}}
			for _, g := range l.Gives {
				line.Gives = append(line.Gives, ScriptGive(g))
			}
			if p.Fabric != nil {
				line.Says = b.onTheMat(*p.Fabric, l)
			}
			switch l.Kind {
			case work.SewSet:
				_, high := b.Unit(p.Set).Piece.Size()
				line.Says = fmt.Sprintf("Sew, press and measure %s before it is cut: the pressed set is %s wide.",
					part.Name, b.Say(high))
			case work.AcrossIt:
				b.acrossLine(&line, l)
			case work.Piece:
				line.For = fmt.Sprintf("%d for %s", l.Gives[0].N, b.NameOf(l.Piece.Act))
			}
			part.Lines = append(part.Lines, line)
		}
		list = append(list, part)
	}
	return list
}

// onTheMat says what is done with cloth.
func (b Sheet) onTheMat(f cutting.Fabric, l work.Line) string {
	s := l.Strip
	switch l.Kind {
	case work.Prepare:
		return fmt.Sprintf(prepared[b.Document.Schools.Prepare], f.Fabric.Name)
	case work.Piece:
		return b.pieceLine(l)
	case work.FromCloth:
		u := l.Use
		return fmt.Sprintf("The %s on the shelf give %s, the first of those below; %s of it is left.", b.Say(u.Have.L),
			words.Plural(u.Strips, "strip"), b.Say(u.Left))
	case work.Enough:
		if len(f.Uses) > 0 {
			return fmt.Sprintf("Before you clean an edge: of what is bought there must be %s, at least %s wide between the selvedges.", b.Say(f.Rest), b.Say(f.Usable))
		}
		return fmt.Sprintf("Before you clean an edge: there must be %s%s, at least %s wide between the selvedges.",
			b.Say(f.Rest), orIt(Each(f)), b.Say(f.Usable))
	case work.Clean:
		return fmt.Sprintf("Clean the %s edge; %s is allowed for it.", b.clean(), b.Say(b.Table.Squaring))
	case work.Ready:
		return fmt.Sprintf("Take %s %s wide from the shelf.", words.Plural(s.Ready, "strip"), b.Say(s.Cut))
	case work.Strips:
		says := fmt.Sprintf("Cut %s %s wide%s.", words.Plural(l.Times, "strip"), b.Say(s.Cut), evenly(f, *s))
		if s.Lengths {
			says = fmt.Sprintf("Cut %s of %s for the backing.", words.Plural(s.Count, "length"), b.Say(s.Cut))
		}
		if l.Again {
			says += fmt.Sprintf(" Square the edge up again after every %s.", words.Plural(b.Table.Every, "strip"))
		}
		return says
	case work.Keep:
		return fmt.Sprintf("Keep the %s of %s together for the binding.", words.Plural(s.Count, "strip"), b.Say(s.Cut))
	case work.EndToEnd:
		return fmt.Sprintf("%s Cut %d of %s.", endToEnd(s.Count), s.Joined.Times, b.Say(s.Joined.Pieces[0]))
	case work.Wait:
		return "Held back: the lengths of the border are cut from these once the pieced top has been measured."
	case work.Border:
		return endToEnd(s.Count) + " " + b.borderLengths(*s)
	}
	return ""
}

var prepared = map[string]string{
	"press":  "Press %s flat and fold it selvedge to selvedge, without a bend along the fold.",
	"starch": "Starch %s, press it dry and flat, and fold it selvedge to selvedge, without a bend along the fold.",
	"wash":   "Wash and dry %s, press it flat, and fold it selvedge to selvedge, without a bend along the fold.",
}

// clean is the edge that is cleaned first.
func (b Sheet) clean() string {
	if b.Document.Settings.Hand == "left" {
		return "right"
	}
	return "left"
}

func orIt(each string) string {
	if each == "" {
		return " of it"
	}
	return each
}

// acrossLine says what is cut across strips or sets, by one way of cutting them.
func (b Sheet) acrossLine(line *ScriptLine, of work.Line) {
	a, p := *of.Across, *of.Pattern
	what := words.Plural(p.Times, "set")
	if of.Strip != nil {
		what = words.Plural(p.Times, "strip") + " of " + b.Say(of.Strip.Cut)
	}
	l := b.layup(a, p)
	line.Says = fmt.Sprintf("%s: square the %s end, then %s.", what, b.clean(), l.Says)
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
	for _, g := range line.Gives {
		piles = append(piles, fmt.Sprintf("%d for %s", g.N, b.NameOf(g.Step)))
	}
	line.For = strings.Join(piles, ", ")
	if c := a.Cuts[0]; c.Motif {
		patch := b.Acts[c.ID].Act.Patch
		line.Says += fmt.Sprintf(" Keep a motif in the middle of each, and cut it to %s round it.",
			words.By(b.Table.Ruler, patch.W.CeilTo(b.Table.Ruler.Mark), patch.H.CeilTo(b.Table.Ruler.Mark)))
	}
	if b.Held(a.Cuts[0].ID) {
		line.Held = "Held back: cut it once a pieced block has been measured."
	}
}

// pieceLine says what is cut from pieces on the shelf, or from ends.
func (b Sheet) pieceLine(l work.Line) string {
	one := l.Piece
	what := words.Plural(l.Times, "piece")
	if one.End != "" {
		what = words.Plural(l.Times, "end")
	}
	return fmt.Sprintf("%s of %s: %d of %s from each.", what, words.By(b.Table.Ruler, one.Have.W, one.Have.L),
		l.Gives[0].N, words.By(b.Table.Ruler, one.W, one.H))
}

// TestStrip is three scraps sewn side by side: what they should measure, and what it says of the allowance when they do
// not.
func (b Sheet) TestStrip() string {
	w := b.Table.Strip.CeilTo(b.Table.Ruler.Mark)
	off := b.Table.Ruler.Mark
	exact := measure.Ruler{Units: b.Document.Units, Mark: work.SeamMark(b.Document.Units)}
	if b.Document.Units == measure.Centimetres {
		exact.Mark /= 2
	}
	return fmt.Sprintf("Cut three scraps %s wide, sew their long edges together and press: across all three they should measure %s. Each %s too narrow says that the allowance is %s too wide, and the other way round.",
		b.Say(w), b.Say(3*w-4*b.Table.Seam), b.Say(off), exact.Print(off/4))
}
