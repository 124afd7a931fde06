package plan

import (
	"slices"
	"strings"

	"vicis/core/document"
	"vicis/core/problem"
	"vicis/core/quilt"
)

// A plan that is stopped by what lies round the blocks alone is drawn without it, and says so.

// around is what can be left out of a top, from the innermost: where its problems are said, what it is called, and how
// to leave it out.
var around = []struct {
	at, name string
	leave    func(*quilt.Top)
}{
	{"/top/point", "its setting on point", func(t *quilt.Top) { t.Point = nil }},
	{"/top/sashing", "its sashing", func(t *quilt.Top) { t.Sashing = nil }},
	{"/top/borders", "its borders", func(t *quilt.Top) { t.Borders = nil }},
	{"/top/backing", "its backing", func(t *quilt.Top) { t.Backing = nil }},
	{"/top/binding", "its binding", func(t *quilt.Top) { t.Binding = nil }},
	{"/top/measured", "what the top was measured", func(t *quilt.Top) { t.Measured = nil }},
	{"/top/block", "what a block was measured", func(t *quilt.Top) { t.Block = nil }},
}

// partial draws what can be drawn. What is left once something was left out is planned once: it is not taken apart any
// further.
func partial(p *Plan, d document.Document, problems problem.List) {
	d, err := document.Copy(d)
	if err != nil {
		return
	}
	var left []string
	for _, stop := range problems.Stops() {
		found := false
		for _, one := range around {
			if stop.At == one.at || strings.HasPrefix(stop.At, one.at+"/") {
				one.leave(&d.Top)
				found = true
				if !slices.Contains(left, one.name) {
					left = append(left, one.name)
				}
			}
		}
		if !found {
			return
		}
	}
	if len(left) == 0 {
		return
	}
	q, _, stopped := whole(d, nil, asIs)
	if stopped.Stopped() || q.Finished.Text == "" {
		return
	}
	p.Partial = "Drawn without " + strings.Join(left, " and ") + ", until that is mended; nothing is counted yet."
	p.Finished, p.Block, p.Rows, p.Columns, p.Blocks, p.Set = q.Finished, q.Block, q.Rows, q.Columns, q.Blocks, q.Set
	p.Quilt, p.Values = q.Quilt, q.Values
	p.Press.Says, p.Press.Detail = q.Press.Says, q.Press.Detail
}
