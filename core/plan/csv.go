package plan

import (
	"encoding/csv"
	"strconv"
	"strings"
)

// CSV is the cut list as comma-separated values (RFC 4180): a line for every kind of strip and of sub-cut.
func (p Plan) CSV() (string, error) {
	var s strings.Builder
	w := csv.NewWriter(&s)
	w.UseCRLF = true
	row := func(cells ...string) { _ = w.Write(cells) } // a strings.Builder takes everything
	row("what", "fabric or set", "count", "cut width", "for", "of them spare", "from each")
	for _, f := range p.Cut {
		for _, c := range f.Strips {
			row("strip", f.Name, strconv.Itoa(c.Count), c.Width.Text, c.For, "", "")
			if a := c.Patches; a != nil {
				row("patch", f.Name, strconv.Itoa(a.Make), a.Width.Text, a.Name, strconv.Itoa(a.Spare), strconv.Itoa(a.PerStrip))
			}
		}
	}
	for _, set := range p.Sets {
		a := set.Across
		row("sub-cut", set.Set, strconv.Itoa(a.Make), a.Width.Text, a.Name, strconv.Itoa(a.Spare), strconv.Itoa(a.PerStrip))
	}
	w.Flush()
	return s.String(), w.Error()
}
