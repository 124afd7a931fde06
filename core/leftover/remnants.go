// Package leftover tells what is left once all is cut and sewn, and what that is good for.
package leftover

import (
	"fmt"
	"slices"

	"vicis/core/cloth"
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

	sewn bool // an end of a strip set, as wide as the set is high
}

// TakenShown is so many of a supply.
type TakenShown struct {
	Supply string `json:"supply"`
	Count  int    `json:"count"`
}

// worthKeeping is the least side of a remnant (judgement).
const worthKeeping = 3 * measure.Inch / 2

// Remnants lists what is left once all is cut.
func (b LeftOver) Remnants() []Remnant {
	list := []Remnant{}
	seen := map[string]int{}
	add := func(name, colour string, kind cloth.Kind, w, l measure.Length, n int, fits string) {
		if w < worthKeeping || l < worthKeeping {
			return
		}
		key := fmt.Sprintf("%s-%d-%d", kind, int64(w), int64(l))
		if colour != "" {
			key = colour[1:] + "-" + key
		}
		if i, known := seen[name+key]; known {
			list[i].Count += n
			return
		}
		seen[name+key] = len(list)
		list = append(list, Remnant{
			Key: fmt.Sprintf("%d-%s", len(list)+1, key), Name: name, Colour: colour, Kind: kind,
			Width: measure.Write(w), Length: measure.Write(l), Count: n,
			Size: b.Say(w) + " × " + b.Say(l), Fits: fits,
		})
	}
	for _, f := range b.Cut.Fabrics {
		name, colour := f.Fabric.Name, f.Fabric.Colour
		used := slices.Clone(f.Ends)
		for _, s := range f.Strips {
			if s.Patches != nil {
				for _, p := range s.Patches.Layups.Patterns {
					rest := b.Rest(*s.Patches, p)
					n := p.Times
					for k, one := range used {
						if one.End == s.ID && one.Have.W == rest {
							taken := min(n, one.Pieces)
							n -= taken
							used[k].Pieces -= taken
						}
					}
					if n > 0 {
						add(name, colour, cloth.Pieces, s.Cut, rest, n, b.fits(f.Fabric, s.Cut, rest))
					}
				}
			}
		}
		for _, u := range f.Uses {
			add(name, colour, cloth.Yardage, u.Have.W, u.Left, 1, "")
		}
		add(name, colour, cloth.Yardage, f.Usable, b.Buying.Leaves(f.Buy)-f.Rest, f.Prints, "")
	}
	for _, a := range b.Cut.Sets {
		set := b.Unit(a.Set)
		_, high := set.Piece.Size()
		f, _ := b.Shelf.Fabric(set.Acts[0].Strips[0].Role)
		for _, p := range a.Layups.Patterns {
			rest, fits := b.Rest(a, p), ""
			if n := rest / a.Cuts[len(a.Cuts)-1].Cut; n > 0 {
				fits = fmt.Sprintf("%d more of %s", n, b.NameOf(a.Cuts[len(a.Cuts)-1].ID))
			}
			add("End of "+set.Unit.Name, f.Colour, cloth.Pieces, high, rest, p.Times, fits)
			for i := range list {
				list[i].sewn = list[i].sewn || list[i].Name == "End of "+set.Unit.Name
			}
		}
	}
	return list
}

// fits names something of the same fabric that still comes out of a remnant.
func (b LeftOver) fits(fabric cloth.Fabric, along, across measure.Length) string {
	for _, m := range b.Units {
		for _, act := range m.Acts {
			if act.Patch == nil || b.Fabric(act.Patch.Role) != fabric.ID {
				continue
			}
			x, y := act.Patch.W.CeilTo(b.Table.Ruler.Mark), act.Patch.H.CeilTo(b.Table.Ruler.Mark)
			n := along / y * (across / x) // its top along the cloth, as it was cut
			if !fabric.Directed() && fabric.Print != cloth.Motif {
				n = max(n, along/x*(across/y))
			}
			if n > 0 {
				return fmt.Sprintf("%d more of %s", n, b.NameOf(act.ID))
			}
		}
	}
	return ""
}
