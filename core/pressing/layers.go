package pressing

import (
	"vicis/core/naming"
	"vicis/core/piece"
)

// How many layers of cloth lie over each other where seams cross.

// Thick is the number of layers from which a needle labours (judgement): two seams lying on each other make nine,
// nested ones seven.
const Thick = 9

// Crossed is one point where seams cross.
type Crossed struct {
	Spot   piece.Point
	State  State
	Layers int
}

// State is what becomes of a crossing.
type State string

// The states.
const (
	Nested   State = "nests"
	Clashing State = "clashes"
	Opened   State = "open"
	Spun     State = "spun"
)

// LayersOver is how many layers of cloth lie over each other where other seams meet along each seam, at its thickest
// point.
func (p Plan) LayersOver() map[naming.Seam]int {
	layers := map[naming.Seam]int{}
	for i := 0; i < len(p.net.crossings); {
		over := map[naming.Seam][]piece.Meeting{}
		for joint := p.net.crossings[i].joint; i < len(p.net.crossings) && p.net.crossings[i].joint == joint; i++ {
			m := p.net.crossings[i].meeting
			over[m.Over] = append(over[m.Over], m)
		}
		for seam, list := range over {
			for _, one := range p.Crossed(list) {
				layers[seam] = max(layers[seam], one.Layers)
			}
		}
	}
	return layers
}

// Crossed gathers meetings that lie at one point under one seam, and says what becomes of each and how thick it is.
func (p Plan) Crossed(list []piece.Meeting) []Crossed {
	type key struct {
		over naming.Seam
		spot piece.Point
	}
	index := map[key]int{}
	var points [][]piece.Meeting
	for _, m := range list {
		k := key{m.Over, m.Spot}
		i, known := index[k]
		if !known {
			i = len(points)
			index[k] = i
			points = append(points, nil)
		}
		points[i] = append(points[i], m)
	}
	out := make([]Crossed, len(points))
	for i, group := range points {
		out[i] = p.crossed(group)
	}
	return out
}

func (p Plan) crossed(group []piece.Meeting) Crossed {
	c := Crossed{Spot: group[0].Spot, State: Nested}
	spun := false
	var above, below []piece.End
	add := func(list []piece.End, e piece.End) []piece.End {
		for _, o := range list {
			if o == e {
				return list
			}
		}
		return append(list, e)
	}
	for _, m := range group {
		nests, opened := p.Nests(m)
		if m.Spin {
			spun = spun || nests
			continue
		}
		above, below = add(above, m.A), add(below, m.B)
		switch {
		case opened && c.State == Nested:
			c.State = Opened
		case !opened && !nests:
			c.State = Clashing
		}
	}
	if spun && c.State == Nested {
		c.State = Spun
	}
	// On each side of the last seam, left and right of the point: the cloth, and the allowances of the seams that are
	// turned there.
	side := func(ends []piece.End, positive int) (half [2]int) {
		half = [2]int{1, 1}
		for _, e := range ends {
			switch e.E * p.Decisions[e.Seam].X {
			case 0:
				half[0]++
				half[1]++
			case positive:
				half[0] += 2
			default:
				half[1] += 2
			}
		}
		return half
	}
	a, b := side(above, 1), side(below, -1)
	over := p.Decisions[group[0].Over].X
	for h := range 2 {
		switch {
		case c.State == Spun:
			c.Layers = max(c.Layers, a[h]+b[h]+1)
		case over == 0:
			c.Layers = max(c.Layers, 2*a[h], 2*b[h])
		default: // the last seam folds one of them back on itself, and the other over it
			c.Layers = max(c.Layers, 2*a[h]+b[h], a[h]+2*b[h])
		}
	}
	return c
}
