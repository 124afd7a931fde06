package work

import (
	"vicis/core/cloth"
	"vicis/core/cutting"
	"vicis/core/demand"
	"vicis/core/measure"
	"vicis/core/naming"
)

// Here is what is still to cut of a quilt that is half made, and what there is to cut it from.
type Here struct {
	Lines map[naming.Step]demand.ThingCount // of what is cut from cloth and across strip sets, by its act
	There cutting.AtHand
	After int                            // so many events
	Made  map[naming.Step]int            // what was counted until then, by step
	Short map[naming.Step]measure.Length // of strips and sets that all of it asks for short, how long they are
	Gone  map[string]cloth.Gone          // of the shelf, by supply
}
