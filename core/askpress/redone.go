package askpress

import (
	"slices"

	"vicis/core/batching"
	"vicis/core/laying"
	"vicis/core/naming"
	"vicis/core/piece"
)

// Redone is a step that another pressing, or a remedy, asks for otherwise than now: what is sewn or pressed of it
// already is done again.
type Redone struct {
	Step naming.Step `json:"step"`
	Name string      `json:"name"`
	How  How         `json:"how" enum:"sewn,stitched,pressed" doc:"Sewn otherwise or not at all; sewn with short stitches, of which some are undone; pressed the other way"`
	Done bool        `json:"done" doc:"It is kept as pressed already"`
	Own  bool        `json:"own" doc:"Of it the seam alone that is asked about goes otherwise"`
}

// How a step is done again.
type How string

// What is told of it first.
const (
	Resewn    How = "sewn"
	Stitched  How = "stitched"
	Repressed How = "pressed"
)

// redone lists what another way asks for otherwise, asked of one seam or of none.
func (b presses) redone(other laying.Laid, asked naming.Seam) []Redone {
	list := []Redone{}
	for _, batch := range b.Batches {
		if batch.Make == 0 {
			continue
		}
		otherwise := func(s naming.Seam) bool {
			is, there := other.Press.Decisions[s]
			return !there || is.X != b.Press.Decisions[s].X
		}
		one := Redone{Step: batch.ID, Name: batch.Name, Done: b.Done(batch.ID)}
		switch {
		case b.resewn(batch, other):
			one.How = Resewn
		case b.stitched(batch, other):
			one.How = Stitched
		case slices.ContainsFunc(batch.Presses, otherwise):
			one.How = Repressed
			one.Own = !slices.ContainsFunc(batch.Presses, func(s naming.Seam) bool { return s != asked && otherwise(s) })
		default:
			continue
		}
		list = append(list, one)
	}
	return list
}

// resewn says whether what a batch makes is made otherwise, or no longer.
func (b presses) resewn(batch batching.Batch, other laying.Laid) bool {
	if batch.Stage == batching.Rows {
		return !slices.Equal(b.Row(batch.ID).Cells, other.Row(batch.ID).Cells)
	}
	was, sewn := b.Acts[batch.ID]
	is, there := other.Acts[batch.ID]
	return sewn && (!there || !slices.Equal(was.Act.Piece.Seams, is.Act.Piece.Seams) ||
		!slices.EqualFunc(was.Act.Piece.Patches, is.Act.Piece.Patches, func(x, y piece.Patch) bool {
			return x.Role == y.Role && slices.Equal(x.Poly, y.Poly)
		}))
}

// stitched says whether a batch is sewn with short stitches, some of which are undone, that it is sewn without now.
func (b presses) stitched(batch batching.Batch, other laying.Laid) bool {
	for over, undone := range other.Undone {
		if slices.ContainsFunc(undone, func(s naming.Seam) bool {
			return slices.Contains(batch.Presses, s) && !slices.Contains(b.Undone[over], s)
		}) {
			return true
		}
	}
	return false
}
