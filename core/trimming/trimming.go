// Package trimming says what everything must measure, before and after its outer seams are sewn.
package trimming

import (
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/quilt"
	"vicis/core/rules"
)

// TrimSize is one kind of thing and what it measures. A strip set has no finished length: it is as long as the cloth is
// wide.
type TrimSize struct {
	ID         naming.Unit
	Name       string
	Sort       string         // what quilters call such a thing
	InLength   bool           // as long as the cloth is wide
	Sewn       bool           // nothing cut alone: a block where it is laid
	W, H       measure.Length // unfinished
	FinW, FinH measure.Length
	Sum        []measure.Length   // the cut widths that were joined, in order; empty where nothing was joined
	Seams      int                // between them
	Says       making.SizeWorking // how the method says it comes about; empty for the others
}

// Sizes lists every unit in the order it is made, and the rows.
func Sizes(units []making.Made, l quilt.Layout, s measure.Length) []TrimSize {
	var list []TrimSize
	for _, m := range units {
		if m.Unit.ID.IsTriangle() {
			continue // cut to size, and no rectangle
		}
		if (m.Sewn() || m.Parted) && len(m.Widths) == 0 {
			list = append(list, pieced(m, s)...)
			continue
		}
		w, h := m.Piece.Size()
		if p := m.CutAs(); p != nil { // sashing and plain blocks as the pieced ones measure
			w, h = p.W, p.H
		}
		size := TrimSize{
			ID: m.Unit.ID, Name: m.Unit.Name, Sort: m.Sort, InLength: m.InLength, Sewn: m.Sewn(), W: w, H: h,
			FinW: w - 2*s, FinH: h - 2*s, Sum: m.Widths, Says: m.Size,
		}
		size.Seams = max(0, len(size.Sum)-1)
		list = append(list, size)
	}
	return list
}

// pieced lists what falls out of a run: looks of one size once, a bonus for itself; parts of what is cut again each.
func pieced(m making.Made, s measure.Length) []TrimSize {
	var list []TrimSize
	for i, one := range m.Each() {
		bonus := len(m.Variants) > 0 && m.Variants[i].Bonus
		if i > 0 && !m.Apart && (!bonus || m.Variants[i-1].Bonus) {
			continue
		}
		w, h := one.Piece.Size()
		size := TrimSize{
			ID: one.Unit.ID, Name: one.Unit.Name, Sort: m.Sort, Sewn: !m.Parted, W: w, H: h, FinW: w - 2*s,
			FinH: h - 2*s, Says: one.Size,
		}
		if i == 0 && !m.Apart {
			size.Name = m.Unit.Name
		}
		if bonus {
			size.Says = making.SizeWorking{Rules: rules.By(rules.Bonus)}
		}
		list = append(list, size)
	}
	return list
}
