package starter

import (
	"vicis/core/drawn"
	"vicis/core/measure"
	"vicis/core/plan"
	"vicis/core/problem"
)

// Opening is a block to begin with, drawn.
type Opening struct {
	Option
	Picture drawn.Picture     `json:"picture"`
	Colours map[string]string `json:"colours" doc:"By fabric id"`
}

// Openings draws every block to begin with.
func Openings() (list []Opening, problems problem.List) {
	for _, o := range Options() {
		d, problems := Build(Choices{
			Name: o.Name, Block: o.Block, Squares: o.Squares,
			Companion: None, Rows: 1, Columns: 1, Measure: "in", Strip: measure.Typed("2 1/2"),
		})
		p, problems := plan.Make(d, problems)
		if problems.Stopped() {
			return nil, problems
		}
		list = append(list, Opening{Option: o, Picture: p.Quilt.Blocks[p.Quilt.Cells[0].Block], Colours: d.Colours()})
	}
	return list, nil
}
