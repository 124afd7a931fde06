// Package leftover tells what is left once all is cut and sewn, and what that is good for.
package leftover

import (
	"fmt"
	"slices"

	"vicis/core/cloth"
	"vicis/core/cutting"
	"vicis/core/measure"
)

// Remnant is cloth that is left once the quilt is cut, worth going back to the shelf.
type Remnant struct {
	Key    string          `json:"key" doc:"Made of its fabric and size, so that the same remnant is put back once"`
	Name   string          `json:"name"`
	Colour string          `json:"colour"`
	Kind   cloth.Kind      `json:"kind"`
	Width  measure.Written `json:"width"`
	Length measure.Written `json:"length"`
	Count  int             `json:"count"`
	Size   string          `json:"size" doc:"As the ruler reads"`
	Fits   string          `json:"fits" doc:"What of this quilt it could be"`

	From string `json:"from" enum:"cloth,strips,sets,pieces,backing" doc:"What it is left of"`
	Lies bool   `json:"lies" doc:"It lies on the shelf as it was: nothing of it is cut"`

	sewn bool // an end of a strip set, as wide as the set is high
}

// ID names what is left of a quilt on the shelf, so that it is put there once.
func (r Remnant) ID(quilt string) string { return quilt[:min(12, len(quilt))] + "-" + r.Key }

// Holding is the same as it lies on the shelf, left of a quilt.
func (r Remnant) Holding(id, quilt string) cloth.Holding {
	return cloth.Holding{
		ID: id, Name: r.Name, Colour: r.Colour, Kind: r.Kind, Width: r.Width, Length: r.Length, Count: r.Count,
		Note: "left of " + quilt,
	}
}

// The least side of a remnant that is worth keeping (judgement): of an end, and of what a piece on the shelf leaves.
const (
	worthKeeping   = 3 * measure.Inch / 2
	worthOfAPiece  = measure.Inch
	mostOfLeftLays = 500 // ways of cutting pieces whose rests are told
)

// remnants gathers what is left.
type remnants struct {
	LeftOver
	list []Remnant
	seen map[string]int
}

// Remnants lists what is left once all is cut.
func (b LeftOver) Remnants() []Remnant {
	r := remnants{LeftOver: b, list: []Remnant{}, seen: map[string]int{}}
	for _, f := range b.Cut.Fabrics {
		r.ofStrips(f)
		r.ofPieces(f)
		for _, u := range f.Uses {
			r.add(cloths(f, 1), u.Have.W, u.Left, worthKeeping)
		}
		for _, one := range f.Bought {
			r.add(cloths(f, len(one.Prints)), f.Usable, b.Buying.Leaves(one.Buy)-one.Rest, worthKeeping)
		}
	}
	if back := b.Layout.Back; back != nil && back.Lengths == 1 {
		f, _ := b.Shelf.Fabric(back.Role)
		one := r.piece(cutting.FabricPlan{Fabric: f}, 1, back.Long, back.Spare, false)
		one.From = "backing"
		r.add(one, back.Spare, back.Long, worthKeeping)
	}
	for _, a := range b.Cut.Sets {
		set := b.Unit(a.Set)
		_, high := set.Piece.Size()
		f, _ := b.Shelf.Fabric(set.Acts[0].Strips[0].Role)
		last := a.Cuts[len(a.Cuts)-1]
		for _, p := range a.Layups.Patterns {
			rest, fits := b.Rest(a, p), ""
			if n := rest / last.Cut; n > 0 {
				fits = fmt.Sprintf("%d more of %s", n, b.NameOf(last.ID))
			}
			r.add(Remnant{
				Name: "End of " + set.Unit.Name, Colour: f.Colour, Kind: cloth.Pieces, Count: p.Times, Fits: fits, sewn: true,
				From: "sets",
			}, high, rest, worthKeeping)
		}
	}
	return r.list
}

// add puts what is left to what there is of the same size.
func (r *remnants) add(one Remnant, w, l, worth measure.Length) {
	if w < worth || l < worth || one.Count < 1 {
		return
	}
	key := fmt.Sprintf("%s-%d-%d", one.Kind, int64(w), int64(l))
	if one.Colour != "" {
		key = one.Colour[1:] + "-" + key
	}
	known := fmt.Sprint(one.Name, key, one.From, one.Lies)
	if i, is := r.seen[known]; is {
		r.list[i].Count += one.Count
		return
	}
	r.seen[known] = len(r.list)
	one.Key = fmt.Sprintf("%d-%s", len(r.list)+1, key)
	one.Width, one.Length, one.Size = measure.Write(w), measure.Write(l), r.Say(w)+" × "+r.Say(l)
	r.list = append(r.list, one)
}

// ofStrips is the ends of strips that patches are cut from.
func (r *remnants) ofStrips(f cutting.FabricPlan) {
	used := slices.Clone(f.Ends)
	for _, s := range f.Strips {
		if s.Patches == nil {
			continue
		}
		for _, p := range s.Patches.Layups.Patterns {
			rest := r.Rest(*s.Patches, p)
			n := p.Times
			for k, one := range used {
				if one.End == s.ID && one.Have.W == rest {
					taken := min(n, one.Pieces)
					n -= taken
					used[k].Pieces -= taken
				}
			}
			one := r.piece(f, n, s.Cut, rest, true)
			one.From = "strips"
			r.add(one, s.Cut, rest, worthKeeping)
		}
	}
}

// ofPieces is what pieces on the shelf leave that patches are cut from, and those of them that nothing is cut from.
func (r *remnants) ofPieces(f cutting.FabricPlan) {
	for _, lay := range f.Lays[:min(mostOfLeftLays, len(f.Lays))] {
		long, deep := lay.Have.W, lay.Have.L
		if lay.Along {
			long, deep = deep, long
		}
		left := func(n int, wide, high measure.Length) {
			if lay.Along {
				wide, high = high, wide
			}
			r.add(r.piece(f, n*lay.Times, high, wide, false), high, wide, worthOfAPiece)
		}
		for _, row := range lay.Rows {
			deep -= row.High
			rest := long
			for _, c := range row.Cuts {
				rest -= measure.Length(c.N) * c.Wide
				left(c.N, c.Wide, row.High-c.High)
			}
			if lay.Have.Along { // its end is squared up
				rest -= r.Table.Squaring
			}
			left(1, rest, row.High)
		}
		left(1, long, deep)
	}
	for _, u := range f.Unused {
		if !u.Have.Kind.Sort().ByLength {
			one := r.piece(f, u.Count, u.Have.L, u.Have.W, false)
			one.Lies = true
			r.add(one, u.Have.W, u.Have.L, worthOfAPiece)
		}
	}
}

// piece is so many of one size, its top along the cloth, and what they are large enough for.
func (r *remnants) piece(f cutting.FabricPlan, n int, along, across measure.Length, inRows bool) Remnant {
	one := cloths(f, n)
	one.Kind, one.From, one.Fits = cloth.Pieces, "pieces", r.fits(f.Fabric, along, across, inRows)
	return one
}

// cloths is so many lengths of a fabric.
func cloths(f cutting.FabricPlan, n int) Remnant {
	return Remnant{Name: f.Fabric.Name, Colour: f.Fabric.Colour, Kind: cloth.Yardage, From: "cloth", Count: n}
}

// fits names something of the same fabric that still comes out of a remnant. Its motifs are where they are: as many can
// be had as lie far enough from both ends, wherever the first of them is.
func (b LeftOver) fits(fabric cloth.Fabric, along, across measure.Length, inRows bool) string {
	for _, m := range b.Units {
		for _, act := range m.Acts {
			if act.Patch == nil || b.Fabric(act.Patch.Role) != fabric.ID {
				continue
			}
			x, y := act.Patch.W.CeilTo(b.Table.Ruler.Mark), act.Patch.H.CeilTo(b.Table.Ruler.Mark)
			n := along / y * (across / x) // its top along the cloth, as it was cut
			if wide, high, motifs := b.Shelf.Motifs(fabric.ID); motifs {
				n = cloth.MotifsIn(across, x, wide) * cloth.MotifsIn(along, y, high)
				if row := measure.CeilDiv(y, high) * high; inRows { // its rows were cut round their motifs
					n = cloth.MotifsIn(across, x, wide) * (along / row)
				}
			} else if !fabric.Directed() {
				n = max(n, along/x*(across/y))
			}
			if n > 0 {
				return fmt.Sprintf("%d more of %s", n, b.NameOf(act.ID))
			}
		}
	}
	return ""
}
