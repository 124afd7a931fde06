// Package cutting plans what is cut from cloth: strips across the usable width, sub-cuts across strips and strip sets, and
// how much cloth that takes.
package cutting

import (
	"slices"

	"vicis/core/cloth"
	"vicis/core/demand"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/quilt"
)

// Strip is strips of one kind, cut from one fabric.
type Strip struct {
	ID      string // the step that cuts them
	For     string // the act or border they are cut for; empty when several strip sets share them
	Role    string
	Width   measure.Length // exact
	Cut     measure.Length // rounded up to the ruler's mark
	Count   int
	From    measure.Length // where the first of them starts along the cloth, squared end at 0
	Patches *Across        // what is sub-cut from them
	Joined  *Run           // set when they are sewn end to end first
}

// Across is sub-cuts taken across strips or strip sets.
type Across struct {
	ID       string // the act that sub-cuts
	Width    measure.Length
	Cut      measure.Length // rounded up to the ruler's mark
	Length   measure.Length // of each strip or set, before squaring up
	PerStrip int
	Strips   int
	Need     int
	Spare    int
	Last     int            // how many the last strip or set gives
	Rest     measure.Length // what remains of the last one
}

// Run is strips sewn end to end and cut to lengths.
type Run struct {
	Pieces []measure.Length // each cut twice
	Total  measure.Length
}

// Fabric is everything cut from one fabric, widest strips first.
type Fabric struct {
	Fabric cloth.Fabric
	Usable measure.Length
	Strips []Strip
	Length measure.Length // of cloth that is cut, squaring up included
	Buy    measure.Length // rounded up to the shop's step
}

// Plan is the whole cutting plan.
type Plan struct {
	Fabrics []Fabric
	Sets    []Across // sub-cuts from strip sets, in sewing order
}

// StripID names the strips of a role and breadth that the strip sets share.
func StripID(role, as string) string { return "strip:" + role + ":" + as }

// PatchStrips names the strips cut for an act's patches.
func PatchStrips(act string) string { return act + "/strips" }

// BorderStrips names the strips cut for a border.
func BorderStrips(border string) string { return border + "/strips" }

// Cut plans the cutting. units are in the order they are made, lines is the demand for every act and strip.
func Cut(units []making.Made, l quilt.Layout, lines map[string]demand.Line, t *making.Table, shelf cloth.Shelf, shopStep measure.Length) Plan {
	var p Plan
	var strips []Strip
	seen := map[string]bool{}
	for _, m := range units {
		for _, act := range m.Acts {
			for _, s := range act.Strips {
				id := StripID(s.Role, s.As)
				if !seen[id] && lines[id].Runs > 0 {
					seen[id] = true
					strips = append(strips, Strip{ID: id, Role: s.Role, Width: s.Width, Cut: s.Width.CeilTo(t.Ruler.Mark), Count: lines[id].Runs})
				}
			}
			line := lines[act.ID]
			if act.Patch != nil && line.Make() > 0 {
				strips = append(strips, patchStrips(act.ID, *act.Patch, line, t))
			}
			if act.Does == making.SubCuts && line.Make() > 0 {
				set, _ := t.Made(act.Takes[0].Act)
				length, _ := set.Piece.Size()
				p.Sets = append(p.Sets, across(m.Unit.ID, m.Width(), length, line, t))
			}
		}
	}
	for _, ring := range l.Rings {
		usable, _ := t.Usable(ring.Border.Role)
		total := 2*ring.Sides + 2*ring.Ends
		// n strips joined end to end lose an allowance on both sides of each of the n − 1 seams.
		n := measure.CeilDiv(total-2*t.Seam, usable-t.Squaring-2*t.Seam)
		strips = append(strips, Strip{
			ID: BorderStrips(ring.Border.ID), For: ring.Border.ID, Role: ring.Border.Role, Width: ring.Width, Cut: ring.Width.CeilTo(t.Ruler.Mark),
			Count: int(n), Joined: &Run{Pieces: []measure.Length{ring.Sides, ring.Ends}, Total: total},
		})
	}
	p.Fabrics = byFabric(strips, t, shelf, shopStep)
	return p
}

// patchStrips cuts patches from strips as wide as one of their sides, whichever takes less cloth.
func patchStrips(act string, patch making.Patch, line demand.Line, t *making.Table) Strip {
	usable, _ := t.Usable(patch.Role)
	var best Strip
	for i, way := range [][2]measure.Length{{patch.H, patch.W}, {patch.W, patch.H}} {
		if way[1].CeilTo(t.Ruler.Mark) > usable-t.Squaring {
			continue
		}
		a := across(act, way[1], usable, line, t)
		s := Strip{ID: PatchStrips(act), For: act, Role: patch.Role, Width: way[0], Cut: way[0].CeilTo(t.Ruler.Mark), Count: a.Strips, Patches: &a}
		if best.Count == 0 || i > 0 && s.Cut*measure.Length(s.Count) < best.Cut*measure.Length(best.Count) {
			best = s
		}
	}
	return best
}

func across(id string, width, length measure.Length, line demand.Line, t *making.Table) Across {
	cut := width.CeilTo(t.Ruler.Mark)
	a := Across{ID: id, Width: width, Cut: cut, Length: length, PerStrip: int((length - t.Squaring) / cut), Need: line.Need, Spare: line.Spare}
	a.Strips = (line.Make() + a.PerStrip - 1) / a.PerStrip
	a.Last = line.Make() - (a.Strips-1)*a.PerStrip
	a.Rest = length - t.Squaring - measure.Length(a.Last)*cut
	return a
}

func byFabric(strips []Strip, t *making.Table, shelf cloth.Shelf, shopStep measure.Length) []Fabric {
	index := map[string]int{}
	var list []Fabric
	for _, s := range strips {
		f, _ := shelf.Fabric(s.Role)
		i, ok := index[f.ID]
		if !ok {
			i = len(list)
			index[f.ID] = i
			usable, _ := t.Usable(s.Role)
			list = append(list, Fabric{Fabric: f, Usable: usable})
		}
		list[i].Strips = append(list[i].Strips, s)
	}
	for i := range list {
		f := &list[i]
		slices.SortStableFunc(f.Strips, func(a, b Strip) int { return int(b.Cut - a.Cut) })
		f.Length = t.Squaring
		for j := range f.Strips {
			s := &f.Strips[j]
			s.From = f.Length
			f.Length += s.Cut * measure.Length(s.Count)
		}
		f.Buy = measure.CeilDiv(f.Length, shopStep) * shopStep
	}
	return list
}
