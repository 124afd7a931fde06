package cloth

import "vicis/core/measure"

// Pack is cloth as shops sell it cut, by a generic name; every number can be changed once it is chosen.
type Pack struct {
	Name   string          `json:"name"`
	Kind   Kind            `json:"kind"`
	Width  measure.Written `json:"width"`
	Length measure.Written `json:"length" doc:"Empty where it is bought by the length"`
	Count  int             `json:"count"`
}

// Packs lists the usual ones (common practice).
func Packs() []Pack {
	return []Pack{
		{"Stack of 10″ squares", Pieces, measure.Typed("10 in"), measure.Typed("10 in"), 42},
		{"Stack of 5″ squares", Pieces, measure.Typed("5 in"), measure.Typed("5 in"), 42},
		{"Stack of 2½″ squares", Pieces, measure.Typed("2 1/2 in"), measure.Typed("2 1/2 in"), 42},
		{"Roll of 2½″ strips", Strips, measure.Typed("2 1/2 in"), measure.Typed("42 in"), 40},
		{"Quarters of a yard, cut square", Pieces, measure.Typed("18 in"), measure.Typed("21 in"), 1},
		{"Eighths of a yard, cut square", Pieces, measure.Typed("9 in"), measure.Typed("21 in"), 1},
		{"Wide cloth for a backing", Yardage, measure.Typed("108 in"), measure.Written{}, 1},
	}
}
