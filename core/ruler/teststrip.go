package ruler

import (
	"fmt"

	"vicis/core/decided"
	"vicis/core/gauge"
	"vicis/core/measure"
)

// TestStripRead is what a test strip says of the allowance it was sewn with.
type TestStripRead struct {
	Name     string          `json:"name"`
	Says     string          `json:"says"`
	Sum      string          `json:"sum"`
	Takes    string          `json:"takes" doc:"What its seams take, fold and all"`
	Stitched measure.Written `json:"stitched" doc:"What the project would have to say is stitched, so that its sizes use that"`
	Planned  bool            `json:"planned" doc:"As far as the ruler tells, that is what is planned"`
}

// Tests tells of the test strips of a project whose lengths are sound.
func Tests(c decided.Quilt) []TestStripRead {
	list := []TestStripRead{}
	exact := measure.Ruler{Units: c.Rule, Mark: decided.SeamMark(c.Rule)}
	for _, one := range c.Tests {
		read := c.Tested(one)
		said := gauge.Seam([]gauge.Read{read}, 0)
		t := TestStripRead{
			Name: one.Name, Takes: exact.Print(said.Likely), Stitched: measure.Write(max(0, said.Likely-c.Table.Fold)),
			Sum: fmt.Sprintf("(%s − %s) ÷ %d = %s", exact.Print(read.None), exact.Print(read.Came), 2*one.Strips-2,
				exact.Print(said.Likely)),
			Planned: c.Table.Seam >= said.Least && c.Table.Seam <= said.Most,
		}
		t.Says = fmt.Sprintf("Its seams take %s; the ruler leaves open from %s to %s.", t.Takes, exact.Print(said.Least),
			exact.Print(said.Most))
		if t.Planned {
			t.Says += " That is what is planned."
		}
		list = append(list, t)
	}
	return list
}
