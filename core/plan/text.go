package plan

import (
	"fmt"
	"strings"
)

// Text prints the plan for reading on paper, in the order of the work.
func (p Plan) Text() string {
	var s strings.Builder
	line := func(format string, args ...any) { fmt.Fprintf(&s, format+"\n", args...) }
	line("%s", p.Name)
	line("%s, finishes %s; one block finishes %s; allowance %s", p.Set, p.Finished.Text, p.Block.Text,
		p.Seam.Effective.Text)
	line("\nCLOTH")
	for _, f := range p.Cut {
		line("%s: %s of cloth, buy %s", f.Name, f.Length.Text, f.Buy)
		for _, c := range f.Strips {
			line("  %3d strips %s wide, for %s", c.Count, c.Width.Text, c.For)
			if c.Joined != "" {
				line("      %s", c.Joined)
			}
		}
	}
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
			line("       sew %s; press %s", st.Sewing.Edge, st.Press)
		}
	}
	line("\nPRESSING\n%s. %s", p.Press.Says, p.Press.Detail)
	line("\nSIZES")
	for _, t := range p.Trim {
		if t.Finished == "" {
			line("%-24s %s unfinished", t.Name, t.Unfinished)
			continue
		}
		line("%-24s %s unfinished, %s finished", t.Name, t.Unfinished, t.Finished)
	}
	return s.String()
}
