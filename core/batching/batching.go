// Package batching puts the sewing in order: batches of one step each, done for the whole quilt before the next begins, in
// an order that never waits for itself.
package batching

import (
	"fmt"

	"vicis/core/demand"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/piece"
	"vicis/core/pressing"
	"vicis/core/quilt"
)

// Stage is a stretch of the work; stages follow each other in this order.
type Stage string

// The stages of the work.
const (
	Strips  Stage = "strips"
	Sets    Stage = "strip sets"
	SubCuts Stage = "sub-cuts"
	Units   Stage = "units"
	Blocks  Stage = "blocks"
	Rows    Stage = "rows"
	Top     Stage = "top"
)

// Stages lists them in order.
var Stages = []Stage{Strips, Sets, SubCuts, Units, Blocks, Rows, Top}

// Batch is one step at the machine: the same two parts, the same edge, so many times.
type Batch struct {
	ID    string
	Name  string
	Stage Stage
	Left  Part // for a strip set, the first strip; for a row, its first block
	Right Part
	Edge  string // which edges come together, in trade words
	Make  int
	Spare int
	Seams int            // seams in one
	Each  measure.Length // length of one seam
	Of    []string       // the seams sewn, by id
	Takes []demand.Take  // what one takes from other steps
	Piece piece.Piece    // what comes off the machine; zero for seams that only the quilt shows
}

// Part is one of the two things that go under the needle.
type Part struct {
	Name  string
	Piece piece.Piece
}

// Plan lists the batches in the order they are sewn.
func Plan(units []making.Made, l quilt.Layout, lines map[string]demand.Line) []Batch {
	byStage := map[Stage][]Batch{}
	add := func(b Batch) { byStage[b.Stage] = append(byStage[b.Stage], b) }
	for _, m := range units {
		for i, act := range m.Acts {
			line := lines[act.ID]
			if act.Seams == 0 || line.Make() == 0 {
				continue
			}
			b := Batch{ID: act.ID, Name: m.Unit.Name, Make: line.Make(), Spare: line.Spare, Seams: act.Seams, Piece: act.Piece}
			for _, t := range act.Takes {
				b.Takes = append(b.Takes, demand.Take{ID: t.Act, Each: t.Each})
			}
			w, h := act.Piece.Size()
			switch {
			case m.Kind == making.StripSetKind:
				b.Stage, b.Each = Sets, w
				b.Edge = "long edges together, from the first strip down to the last"
				for _, s := range m.Seams {
					b.Of = append(b.Of, s.ID)
				}
			default:
				b.Stage, b.Each = Units, h
				if l.Count[m.Unit.ID] > 0 && i == len(m.Acts)-1 {
					b.Stage = Blocks
				}
				b.Left = Part{act.Joins.Left, act.Joins.LeftPiece}
				b.Right = Part{act.Joins.Right, act.Joins.RightPart}
				b.Edge = fmt.Sprintf("the left edge of %s to the right edge of %s", act.Joins.Right, act.Joins.Left)
				b.Of = []string{m.Seams[i].ID}
				if i < len(m.Acts)-1 {
					b.Name = act.Joins.Left + " + " + act.Joins.Right
				}
			}
			add(b)
		}
	}
	for _, k := range l.Kinds {
		if len(k.Cells) < 2 {
			continue
		}
		b := Batch{ID: k.ID, Name: "Row " + k.ID[len("row-"):], Stage: Rows, Make: k.Count, Seams: len(k.Cells) - 1, Each: l.BlockH + 2*l.Seam, Edge: "block to block, from left to right"}
		for j := 1; j < len(k.Cells); j++ {
			b.Of = append(b.Of, k.SeamID(j))
		}
		b.Takes = TakesOf(k)
		add(b)
	}
	w, _ := l.Middle()
	if len(l.Rows) > 1 {
		add(Batch{ID: quilt.RowsStep, Name: "Row to row", Stage: Top, Make: len(l.Rows) - 1, Seams: 1, Each: w, Edge: "the top edge of each row to the bottom edge of the row above", Of: []string{quilt.RowsStep}})
	}
	for _, ring := range l.Rings {
		for _, side := range []struct {
			id, name, edge string
			each           measure.Length
		}{
			{pressing.SidesStep(ring.Border.ID), "sides", "a long edge to each side of the quilt", ring.Sides},
			{pressing.EndsStep(ring.Border.ID), "top and bottom", "a long edge to the top and the bottom of the quilt, over the ends of the sides", ring.Ends},
		} {
			add(Batch{ID: side.id, Name: ring.Border.Name + ", " + side.name, Stage: Top, Make: 2, Seams: 1, Each: side.each, Edge: side.edge, Of: []string{side.id}})
		}
	}
	var list []Batch
	for _, s := range Stages {
		list = append(list, byStage[s]...)
	}
	return list
}

// TakesOf says how many of each block one row takes, in the order they first come.
func TakesOf(k quilt.RowKind) []demand.Take {
	index := map[string]int{}
	var list []demand.Take
	for _, c := range k.Cells {
		i, ok := index[c.Unit]
		if !ok {
			i = len(list)
			index[c.Unit] = i
			list = append(list, demand.Take{ID: c.Unit})
		}
		list[i].Each++
	}
	return list
}
