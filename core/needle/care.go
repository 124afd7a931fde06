package needle

import (
	"vicis/core/batching"
	"vicis/core/making"
	"vicis/core/piece"
	"vicis/core/work"
)

// Asks is what one of a batch asks of the hand that sews it.
type Asks struct {
	Crossings int  // to be matched
	Clashes   int  // of them that do not lock
	Points    int  // to be met
	Lines     int  // to be followed, drawn or not, across a part
	Bias      bool // an edge at the seam stretches
}

// Care is how much of it a batch wants.
type Care int

// The degrees of care (judgement).
const (
	Plain   Care = iota // edges to be held together and sewn
	Some                // crossings that lock by themselves, few of them; lines to follow
	Careful             // points, stretching edges, crossings that do not lock, or many
)

// few is how many crossings of one thing are matched in passing (judgement).
const few = 4

// Care is how much care what is asked wants.
func (a Asks) Care() Care {
	switch {
	case a.Points > 0 || a.Bias || a.Clashes > 0 || a.Crossings > few:
		return Careful
	case a.Crossings > 0 || a.Lines > 0:
		return Some
	}
	return Plain
}

// AsksOf is what one of a batch asks: of seams that each make one more, the one that asks most.
func AsksOf(w *work.Work, b batching.Batch) (a Asks) {
	if b.Does != making.Sews {
		return a
	}
	t := cardTable{w: w}
	joins, each := t.joins(b)
	if column := b.ID.Column(); column > 0 { // rows that are alike ask alike
		joins = nil
		for _, k := range t.w.Layout.Kinds {
			if column > len(k.Cells) {
				continue
			}
			if one, ok := t.besides(k, column-1); ok {
				joins = append(joins, one)
			}
		}
	}
	if len(b.Left.Over) > 0 { // across them, where no edge leads
		a.Lines = b.Seams
	}
	for _, j := range joins {
		below, above := piece.Right, piece.Left
		if j.Down {
			below, above = piece.Bottom, piece.Top
		}
		ours, theirs := j.A.Piece.Facing(below, j.Takes), j.B.Piece.Facing(above, j.Takes)
		one := Asks{
			Points: standing(ours).points + standing(theirs).points,
			Bias:   j.A.Piece.BiasEdges() > 0 || j.B.Piece.BiasEdges() > 0,
		}
		for _, m := range piece.Meet(ours, theirs, j.Seam) {
			one.Crossings++
			if nests, _ := w.Press.Nests(m); !nests {
				one.Clashes++
			}
		}
		a.Bias = a.Bias || one.Bias
		if each {
			a.Crossings, a.Clashes, a.Points = max(a.Crossings, one.Crossings), max(a.Clashes, one.Clashes),
				max(a.Points, one.Points)
			continue
		}
		a.Crossings, a.Clashes, a.Points = a.Crossings+one.Crossings, a.Clashes+one.Clashes, a.Points+one.Points
	}
	return a
}
