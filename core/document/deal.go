package document

import (
	"slices"

	"vicis/core/cloth"
	"vicis/core/naming"
)

// Deal is how the prints of assortments are given to the patches that are cut from them. Without it they fall as they
// fall.
type Deal struct {
	Seed    int        `json:"seed" minimum:"0" maximum:"999999" doc:"The same deal of the same quilt has the same seed"`
	Falls   bool       `json:"falls,omitempty" doc:"As it falls: nothing is dealt, and what was decided of it is kept for later"`
	Corners bool       `json:"corners,omitempty" doc:"Like is kept from like at corners too, not at edges alone"`
	Rules   []DealRule `json:"rules,omitempty" maxItems:"50"`
	Hand    []Given    `json:"hand,omitempty" maxItems:"10000" doc:"What was dealt by hand, in its order: of one place the last holds"`
	Before  int        `json:"before,omitempty" minimum:"0" doc:"How many of these came before this seed: they were laid first and the others dealt round them; what came after was laid over the deal, and moved nothing else"`
}

// DealRule says of a role which of its patches are one print, and which are not.
type DealRule struct {
	Role   string        `json:"role"`
	Block  naming.Unit   `json:"block,omitempty" doc:"In which block, or in which unit that is sewn into one, which is then what is said of a block; in every block when left out"`
	One    Together      `json:"one,omitempty" enum:"block,part,patch" doc:"What of it is one print: all of it in a block, all of it in each unit that is laid in the block, or each patch for itself, as far as it is sewn for itself; each patch when left out"`
	Apart  Apart         `json:"apart,omitempty" enum:"block,quilt" doc:"No two alike in one block, or nowhere in the quilt"`
	Values []cloth.Value `json:"values,omitempty" doc:"Only prints of these values; any when left out"`
}

// In says in which of some units a rule holds, each of which is sewn into the one before, the block first; −1 where it
// holds in none.
func (r DealRule) In(units []naming.Unit) int {
	if r.Block == "" {
		return 0
	}
	return slices.IndexFunc(units, func(u naming.Unit) bool { return r.Block == u || r.Block == u.Whole() })
}

// Together is what is of one print.
type Together string

// What can be of one print.
const (
	OneBlock Together = "block"
	OnePart  Together = "part"
	OnePatch Together = "patch"
)

// Apart is where no two are alike.
type Apart string

// Where no two can be alike.
const (
	ApartInBlock Apart = "block"
	ApartInQuilt Apart = "quilt"
)

// Given is a print that was dealt by hand: to a block of the quilt, for the nth place of a role in it.
type Given struct {
	Row    int    `json:"row" minimum:"1"`
	Column int    `json:"column" minimum:"1" doc:"Of the row, counted from its first block"`
	Role   string `json:"role"`
	Place  int    `json:"place" minimum:"1" doc:"Counted as the block lies when it is not turned, line by line from its upper left corner"`
	Print  string `json:"print" doc:"The id of the print; of an assortment that is not listed, its number"`
}
