package work

import (
	"slices"

	"vicis/core/batching"
	"vicis/core/gauge"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/school"
)

// Gauge is a way in which something is measured.
type Gauge struct {
	Along Along
	Size  measure.Length // what it should measure
	Is    measure.Length // what the quilt is planned on: the same, where nothing else was decided
	None  measure.Length // what it would measure if its seams took nothing
	// Takes: how many allowances they take, in parts of one: two for each of them; 0 where it tells nothing of them
	Takes int
}

// Along is in which direction something is measured.
type Along string

// The directions. A strip set is measured across its strips, and nothing is said of it.
const (
	AcrossIts  Along = ""
	SideToSide Along = "across"
	UpAndDown  Along = "down"
	Untrimmed  Along = "untrimmed" // a square, before it is trimmed
)

// Gauges lists the ways in which what a step makes is measured. Of what was cut or trimmed after its seams were sewn
// that tells nothing of them, and nothing where they slant or not every line crosses as many.
func (w *Work) Gauges(s Step) (list []Gauge) {
	if s.Of.Strip != nil && s.Of.Sub == nil && s.Told == Wide {
		return []Gauge{{Along: AcrossIts, Size: s.Size[0], Is: s.Size[0], None: s.Size[0]}}
	}
	if s.Of.Batch == nil {
		return nil
	}
	made, p, ok := w.beforeMeasured(s)
	add := func(along Along, size, is measure.Length, seams int, tells bool) {
		takes := 2 * seams * gauge.Allowance
		if !tells {
			takes = 0
		}
		list = append(list, Gauge{along, size, is, size + measure.Length(takes)*w.Table.Seam/gauge.Allowance, takes})
	}
	switch {
	case s.Stage == batching.Sets:
		if flat := made.Acts[0]; flat.ID == s.ID {
			_, high := made.Piece.Size()
			_, is := w.Acts[s.ID].Made.Piece.Size()
			add(AcrossIts, high, is, len(flat.Strips)-1, ok && !w.trimmedSince(made))
		}
	case s.Stage == batching.Units || s.Stage == batching.Blocks:
		if !p.Whole() {
			return nil
		}
		raw := ok && w.raw(made, map[naming.Unit]bool{}) && !w.trimmedSince(made)
		wide, high := p.Size()
		isWide, isHigh := w.AsLaid(s.ID, s.Of.Batch.Piece).Size()
		n, even := p.Crossed(true)
		add(SideToSide, wide, isWide, n, raw && even)
		n, even = p.Crossed(false)
		add(UpAndDown, high, isHigh, n, raw && even)
		if last := made.Acts[len(made.Acts)-1]; made.Untrimmed.Diagonals > 0 && ok && last.Does == w.Acts[s.ID].Act.Does {
			size := made.Untrimmed.Size.Nearest()
			takes := made.Untrimmed.Diagonals * gauge.Root2
			list = append(list, Gauge{Untrimmed, size, size, size + measure.Length(takes)*w.Table.Seam/gauge.Allowance, takes})
		}
	}
	return list
}

// WaitsFor is the step whose measuring is waited for before a step is done, as far as the document says: a block, for
// what is cut to the size of those; what is cut again, for its lines; a strip set, where sub-cuts follow that. Empty
// where nothing is waited for, or is planned on already.
func (w *Work) WaitsFor(s Step) naming.Step {
	if w.Held(s.ID) {
		for _, m := range w.Blocks() {
			if !m.Cloth && !m.Unit.ID.Fills() {
				return m.Unit.ID.Step()
			}
		}
	}
	act := w.Acts[s.ID]
	switch k := act.Act.Knife; {
	case k != nil && k.Waits:
		return act.Made.Unit.How.Parts()[0].Unit.Step()
	case s.Of.Sub != nil && act.Act.Stock && w.Schools.Later == school.CutAsMeasured:
		set := w.Unit(act.Made.Unit.How.Parts()[0].Unit)
		if len(set.Seams) > 0 && set.Unit.Measured == nil {
			return set.Acts[0].ID
		}
	}
	return ""
}

// beforeMeasured is what a step makes as if everything in it measured what it should: its seams are told against that.
// It is false where nothing would come together so.
func (w *Work) beforeMeasured(s Step) (making.Made, piece.Piece, bool) {
	made, p := w.Acts[s.ID].Made, s.Of.Batch.Piece
	if planned, ok := w.OncePlanned[made.Unit.ID]; ok {
		for _, act := range planned.Acts {
			if act.ID == s.ID {
				return planned, act.Piece, true
			}
		}
		return planned, p, false
	}
	return made, p, !w.ofMeasured(made, map[naming.Unit]bool{})
}

// trimmedSince says whether something is trimmed to what was measured.
func (w *Work) trimmedSince(m making.Made) bool {
	is := w.Unit(m.Unit.ID).Unit.Measured
	return is != nil && is.Trimmed
}

// ofMeasured says whether anything that something is made of was measured.
func (w *Work) ofMeasured(m making.Made, seen map[naming.Unit]bool) bool {
	if len(w.OncePlanned) == 0 || m.Unit.How == nil || seen[m.Unit.ID] {
		return false
	}
	seen[m.Unit.ID] = true
	return m.Unit.Measured != nil || slices.ContainsFunc(m.Unit.How.Parts(),
		func(p making.Part) bool { return w.ofMeasured(w.Unit(p.Unit), seen) })
}

// raw says whether the edges of something are as they were cut from cloth, or across strips: nothing in it was cut or
// trimmed once it was sewn.
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
