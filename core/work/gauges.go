package work

import (
	"slices"

	"vicis/core/batching"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
)

// Gauge is a way in which measuring something tells of its seams.
type Gauge struct {
	Along Along
	Size  measure.Length // what it should measure
	None  measure.Length // what it would measure if its seams took nothing
	Takes int            // how many allowances they take: two for each of them
}

// Along is in which direction something is measured.
type Along string

// The directions. A strip set is measured across its strips, and nothing is said of it.
const (
	AcrossIts  Along = ""
	SideToSide Along = "across"
	UpAndDown  Along = "down"
)

// Gauges lists the ways in which measuring what a step makes tells of its seams: of what was cut or trimmed after its seams were
// sewn none, and none where they slant or not every line crosses as many.
func (w *Work) Gauges(s Step) (list []Gauge) {
	if s.Of.Batch == nil {
		return nil
	}
	made, p, ok := w.beforeMeasured(s)
	if !ok {
		return nil
	}
	add := func(along Along, size measure.Length, seams int) {
		if seams > 0 {
			takes := 2 * seams
			list = append(list, Gauge{along, size, size + measure.Length(takes)*w.Table.Seam, takes})
		}
	}
	switch {
	case s.Stage == batching.Sets:
		if flat := made.Acts[0]; flat.ID == s.ID {
			_, high := made.Piece.Size()
			add(AcrossIts, high, len(flat.Strips)-1)
		}
	case s.Stage == batching.Units || s.Stage == batching.Blocks:
		if !p.Whole() || !w.raw(made, map[naming.Unit]bool{}) {
			return nil
		}
		wide, high := p.Size()
		if n, even := p.Crossed(true); even {
			add(SideToSide, wide, n)
		}
		if n, even := p.Crossed(false); even {
			add(UpAndDown, high, n)
		}
	}
	return list
}

// beforeMeasured is what a step makes as if everything in it measured what it should: its seams are told against that. It is false where
// nothing would come together so.
func (w *Work) beforeMeasured(s Step) (making.Made, piece.Piece, bool) {
	made, p := w.Acts[s.ID].Made, s.Of.Batch.Piece
	if planned, ok := w.planned[made.Unit.ID]; ok {
		for _, act := range planned.Acts {
			if act.ID == s.ID {
				return planned, act.Piece, true
			}
		}
		return planned, p, false
	}
	return made, p, !w.ofMeasured(made, map[naming.Unit]bool{})
}

// ofMeasured says whether anything that something is made of was measured.
func (w *Work) ofMeasured(m making.Made, seen map[naming.Unit]bool) bool {
	if len(w.planned) == 0 || m.Unit.How == nil || seen[m.Unit.ID] {
		return false
	}
	seen[m.Unit.ID] = true
	return m.Unit.Measured != nil || slices.ContainsFunc(m.Unit.How.Parts(), func(p making.Part) bool { return w.ofMeasured(w.Unit(p.Unit), seen) })
}

// raw says whether the edges of something are as they were cut from cloth, or across strips: nothing in it was cut or trimmed once it
// was sewn.
func (w *Work) raw(m making.Made, seen map[naming.Unit]bool) bool {
	if m.Parted || m.Unit.How == nil || seen[m.Unit.ID] {
		return !m.Parted && m.Unit.How != nil
	}
	seen[m.Unit.ID] = true
	if m.Tube != nil && slices.ContainsFunc(m.Tube.Columns, func(c making.Column) bool { return c.Trims > 0 }) {
		return false
	}
	for _, act := range m.Acts {
		if act.Does == making.Trims || act.Cuts > 0 {
			return false
		}
	}
	for _, p := range m.Unit.How.Parts() {
		if part := w.Unit(p.Unit); !part.Cloth && !part.InLength && !w.raw(part, seen) {
			return false
		}
	}
	return true
}
