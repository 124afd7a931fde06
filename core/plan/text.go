package plan

import (
	"fmt"
	"strings"

	"vicis/core/ask"
	"vicis/core/askcloth"
	"vicis/core/askpress"
	"vicis/core/document"
	"vicis/core/words"
)

// Text prints the plan for reading on paper, in the order of the work.
func (p Plan) Text() string {
	var s strings.Builder
	line := func(format string, args ...any) { fmt.Fprintf(&s, format+"\n", args...) }
	line("%s", p.Name)
	line("%s%s; one block finishes %s; allowance %s", p.Set, after(", finishes ", p.Finished.Text), p.Block.Text,
		p.Seam.Effective.Text)
	line("\nCLOTH")
	for _, f := range p.Cut {
		line("%s: %s of cloth, buy %s", f.Name, f.Length.Text, f.Buy)
		for _, s := range f.Shelf {
			line("  %s", s)
		}
		for _, c := range f.Strips {
			line("  %s %s wide, for %s", words.Plural(c.Count, "strip"), c.Width.Text, c.For)
			if c.Joined != "" {
				line("      %s", c.Joined)
			}
		}
	}
	p.counted(line)
	line("\nAT THE MAT")
	for _, part := range p.Script {
		line("%s", part.Name)
		for _, l := range part.Lines {
			line("    %s%s", l.Says, after(" For: ", l.For))
			for _, row := range l.Rows {
				line("        %s", row)
			}
			if l.Held != "" {
				line("        %s", l.Held)
			}
		}
	}
	p.dealt(line)
	line("\nPRESSING\n%s. %s", p.Press.Says, p.Press.Detail)
	for _, says := range p.Press.Thick {
		line("%s", says)
	}
	for _, l := range p.Press.Lines {
		line("%5d  %s: %s", l.Count, l.Name, l.Says)
		line("       %s %s%s", l.Card.Lay, l.Card.Way, after(" ", l.Card.Check))
	}
	line("\nSIZES")
	for _, t := range p.Trim {
		if t.Finished == "" {
			line("%-24s %s unfinished", t.Name, t.Unfinished)
			continue
		}
		line("%-24s %s unfinished, %s finished", t.Name, t.Unfinished, t.Finished)
	}
	p.over(line)
	return s.String()
}

// counted writes everything that is counted, stage by stage.
func (p Plan) counted(line func(format string, args ...any)) {
	stage := ""
	for _, st := range p.Steps {
		if string(st.Stage) != stage {
			stage = string(st.Stage)
			line("\n%s", strings.ToUpper(stage))
		}
		line("%5d  %s", st.Make, st.Says)
		if st.Size != "" {
			line("       each %s", st.Size)
		}
		if st.Sewing != nil {
			line("       sew %s%s", st.Sewing.Edge, after("; press ", st.Press))
		}
	}
}

// dealt writes which print goes where.
func (p Plan) dealt(line func(format string, args ...any)) {
	if p.Deal.Says != "" {
		line("\nPRINTS\n%s", p.Deal.Says)
		for _, one := range p.Deal.Prints {
			line("%-24s %-7s %s", one.Name, one.Value, words.Plural(one.Blocks, "block"))
			for _, c := range one.Cuts {
				line("      %s", c.Says)
			}
		}
		line("Piles. %s", p.Deal.Order)
		for _, c := range p.Deal.Cells {
			if c.Says != "" {
				line("%-14s %s", c.Called, c.Says)
			}
		}
	}
}

// over prints what is left: of what falls out of runs, and of cloth.
func (p Plan) over(line func(format string, args ...any)) {
	if len(p.Ledger.Hands)+len(p.Ledger.Leftovers)+len(p.Remnants) == 0 {
		return
	}
	line("\nLEFT OVER")
	for _, h := range p.Ledger.Hands {
		line("%s and %s: %s", h.Left.Name, h.Right.Name, h.Says)
	}
	for _, l := range p.Ledger.Leftovers {
		line("%5d  %s, %s. %s", l.Count, l.Name, l.Size, l.GoodFor)
	}
	for _, r := range p.Remnants {
		line("%5d  of %s, %s%s", r.Count, r.Name, r.Size, after(", large enough for ", r.Fits))
	}
}

// TextOf prints the plan of a document and what is asked about it on the screens: what can be done about crossings that
// do not nest, and how narrow the cloth may be.
func TextOf(d document.Document, p Plan) string {
	var s strings.Builder
	line := func(format string, args ...any) { fmt.Fprintf(&s, format+"\n", args...) }
	if r, problems := askpress.RemediesFor(d, ask.Enough(nil)); !problems.Stopped() && len(r.List) > 0 {
		line("\nWHAT CAN BE DONE")
		for _, one := range r.List {
			line("%s: %s", one.Name, one.Leaves)
			line("       %s%s", one.Says, after(" ", strings.Join(one.Costs, ", ")))
		}
		if r.Says != "" {
			line("%s", r.Says)
		}
	}
	if cliffs, problems := askcloth.Cliffs(d, ask.Enough(nil)); !problems.Stopped() && len(cliffs) > 0 {
		line("\nHOW NARROW THE CLOTH MAY BE")
		for _, c := range cliffs {
			line("%s: %s", c.Name, c.Says)
			for _, r := range c.Rescue {
				line("       %s", r)
			}
		}
	}
	return p.Text() + s.String()
}

// after puts something before what is said, if anything is.
func after(before, says string) string {
	if says == "" {
		return ""
	}
	return before + says
}
