package work

import (
	"fmt"
	"slices"

	"vicis/core/cloth"
	"vicis/core/dealt"
	"vicis/core/demand"
	"vicis/core/laying"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/problem"
)

// Counted is how many of everything are made.
type Counted struct {
	laying.Laid
	Dealt  dealt.Dealt
	Demand demand.Plan
	Lines  map[naming.Step]demand.ThingCount
	Here   *Here // what is still to cut, given what there is; nothing where all is planned from the beginning
}

// Count finds how many of everything. false when things stand in for each other in a ring, or a patch does not come out
// of its cloth.
func Count(l laying.Laid) (Counted, bool) {
	c := Counted{Laid: l, Dealt: dealt.Of(l)}
	if c.Problems.Stopped() {
		return c, false
	}
	good := c.count()
	c.Spent(c.countedCost())
	return c, good && c.motifsFit()
}

// Used says whether anything of a unit is made: itself, or what can be laid of it.
func (b Counted) Used(unit naming.Unit) bool {
	m := b.Unit(unit)
	return b.Demand.Runs[unit.Step()] > 0 || slices.ContainsFunc(m.Each(), func(one making.Made) bool {
		return b.Demand.Runs[one.Unit.ID.Step()] > 0
	})
}

func (b *Counted) count() bool {
	d := b.Wanted(b.Dealt.Runs)
	var ok bool
	if b.Demand, ok = demand.Count(d); !ok {
		b.Problems.Stop("stand-in-ring", "/units", "Units stand in for each other in a ring.",
			"Take one of them out of what stands in.")
		return false
	}
	b.Lines = b.Demand.Lines
	for _, ring := range b.Layout.Rings {
		if ring.Border.HasSquares() {
			b.Lines[ring.Border.ID.Squares()] = demand.ThingCount{Need: 4, Spare: b.Spares.Of(4)}
		}
	}
	return true
}

// PerBlock is how many of everything one block takes, sewn for itself.
func (b Counted) PerBlock(block naming.Unit) map[naming.Step]demand.ThingCount {
	d := b.Wanted(b.Dealt.Runs)
	d.Wanted, d.Also, d.Spares = map[naming.Step]int{block.Step(): 1}, nil, demand.Spares{}
	p, _ := demand.Count(d)
	return p.Lines
}

// mostMore bounds the blocks more that are tried for one number that leaves nothing over.
const mostMore = 48

// NothingOver is how many blocks more leave none of a thing over, and how many numbers were tried; false when no small
// number does.
func (b Counted) NothingOver(block naming.Unit, step naming.Step) (more, tried int, ok bool) {
	d := b.Wanted(b.Dealt.Runs)
	before := d.Wanted[block.Step()]
	for more = 1; more <= mostMore; more++ {
		d.Wanted[block.Step()] = before + more
		if p, ok := demand.Count(d); ok && p.Lines[step].Left == 0 {
			return more, more, true
		}
	}
	return 0, mostMore, false
}

// Free is how many blocks more can be sewn without one cut more: of what is left over once the quilt has all of its
// own.
func (b Counted) Free(block naming.Unit) (n int) {
	d := b.Wanted(b.Dealt.Runs)
	before := d.Wanted[block.Step()]
	for n < mostMore {
		d.Wanted[block.Step()] = before + n + 1
		p, ok := demand.Count(d)
		if !ok {
			return n
		}
		for _, m := range b.Units {
			for _, act := range m.Acts {
				if (act.Patch != nil || act.Stock) && p.Lines[act.ID].Make() > b.Demand.Lines[act.ID].Make() {
					return n
				}
			}
		}
		n++
	}
	return n
}

// motifsFit checks that the whole repeats a patch takes come out of the cloth.
func (b *Counted) motifsFit() bool {
	good := true
	fit := func(patch *making.CutPatch, act naming.Step) {
		f, _ := b.Shelf.Fabric(patch.Role)
		across, _, ok := b.Shelf.Motifs(f.ID)
		usable, _ := b.Table.Usable(patch.Role)
		if !ok || measure.CeilDiv(patch.W, across)*across <= usable-b.Table.Squaring {
			return
		}
		good = false
		i := slices.IndexFunc(b.Fabrics, func(g cloth.Fabric) bool { return g.ID == f.ID })
		b.Problems.Stop("motif-too-wide", problem.At("fabrics", i, "motif", "across"),
			fmt.Sprintf("A piece of %s for %s takes %s of %s, more than its usable width.", b.Say(patch.W),
				b.NameOf(act), b.Say(measure.CeilDiv(patch.W, across)*across), f.Name),
			"Choose another fabric there, or do not centre its motifs.")
	}
	for _, m := range b.Units {
		for _, act := range m.Acts {
			if act.Patch != nil && b.Lines[act.ID].Make() > 0 {
				fit(act.Patch, act.ID)
			}
		}
	}
	for _, ring := range b.Layout.Rings {
		if id := ring.Border.ID.Squares(); ring.Border.HasSquares() {
			fit(b.Acts[id].Act.Patch, id)
		}
	}
	return good
}

// What it costs to count: for each thing, and a part of their square where they are many.
const (
	lineCost  = 2
	linesPart = 200
)

// countedCost is what it took to count everything, and to sew the units once more where it was asked which part each
// patch came with.
func (c Counted) countedCost() int {
	n := len(c.Lines)
	cost := lineCost*n + n*n/linesPart + laying.CutCost(c.Dealt.Deal.Looks)
	if deal := c.DealAsked; deal != nil && !deal.Falls {
		cost += c.SewnCost()
	}
	return cost
}
