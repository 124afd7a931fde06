package plan

import (
	"encoding/csv"
	"strconv"
	"strings"

	"vicis/core/mat"
	"vicis/core/words"
)

// CSV is the cut list as comma-separated values (RFC 4180): a line for every kind of strip and of sub-cut.
func (p Plan) CSV() (string, error) {
	var s strings.Builder
	w := csv.NewWriter(&s)
	w.UseCRLF = true
	row := func(cells ...string) {
		for i, c := range cells {
			cells[i] = words.Harmless(c)
		}
		_ = w.Write(cells) // a strings.Builder takes everything
	}
	cuts := func(what, from string, a mat.AcrossShown) {
		for _, c := range a.Cuts {
			row(what, from, strconv.Itoa(c.Make), c.Width.Text, c.Name, strconv.Itoa(c.Spare), strconv.Itoa(c.PerStrip))
		}
	}
	row("what", "fabric or set", "count", "cut width", "for", "of them spare", "from each")
	for _, f := range p.Cut {
		for _, c := range f.Strips {
			row("strip", f.Name, strconv.Itoa(c.Count), c.Width.Text, c.For, "", "")
			if c.Patches != nil {
				cuts("patch", f.Name, *c.Patches)
			}
		}
	}
	for _, set := range p.Sets {
		cuts("sub-cut", set.Set, set.Across)
	}
	w.Flush()
	return s.String(), w.Error()
}
