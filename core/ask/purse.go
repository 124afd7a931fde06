package ask

import (
	"vicis/core/cutting"
	"vicis/core/work"
)

// Purse is what one question may still work through. It counts what is sewn, laid, pressed and cut, never the clock, so
// that the same question has the same answer everywhere: where it is empty, what was found by then is the answer, and the
// answer says so.
type Purse struct {
	left int
	gone func() bool
}

// enough is many times what a question about any quilt of the library or the demo takes, and about two seconds' work.
const enough = 60_000

// What one look costs beside a patch that is sewn in.
const (
	cellCost  = 3
	lineCost  = 8   // of what is counted
	looksPart = 140 // of the searches of the pressing
	nodesPart = 400 // of the searches of the cutting
)

// Enough is a full purse. gone, where there is one, says that nobody waits for the answer any more; nothing that is given
// then may be kept.
func Enough(gone func() bool) *Purse { return &Purse{left: enough, gone: gone} }

// empty says that nothing more is tried.
func (p *Purse) empty() bool { return p.left <= 0 || p.gone != nil && p.gone() }

// sewn pays for units that were sewn.
func (p *Purse) sewn(s work.Sewn) {
	n := 100
	for _, m := range s.Units {
		for _, act := range m.Acts {
			n += 1 + len(act.Piece.Patches)
		}
	}
	p.left -= n
}

// laid pays for a top that was laid, and pressed where it was.
func (p *Purse) laid(l work.Laid) {
	cells := 0
	for _, k := range l.Layout.Rows {
		cells += len(l.Layout.Kinds[k].Cells)
	}
	p.left -= cellCost*cells + l.Press.Looks/looksPart
}

// counted pays for everything that was counted.
func (p *Purse) counted(c work.Counted) { p.left -= lineCost * len(c.Lines) }

// cut pays for a cutting plan.
func (p *Purse) cut(c cutting.Plan) { p.left -= c.Looks / nodesPart }

// whole pays for everything.
func (p *Purse) whole(w *work.Work) {
	if w.IsSewn() {
		p.sewn(w.Sewn)
	}
	p.laid(w.Laid)
	p.counted(w.Counted)
	p.cut(w.Cut)
}
