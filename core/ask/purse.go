package ask

import (
	"vicis/core/cutting"
	"vicis/core/drawn"
	"vicis/core/work"
)

// Purse is what one question may still work through. It counts what is sewn, laid, pressed and cut, never the clock, so
// that the same question has the same answer everywhere: where it is empty, what was found by then is the answer, and the
// answer says so.
type Purse struct {
	left int
	gone func() bool
}

// enough is some two seconds' work, and a little more than the longest question about any block of the library takes: the 120
// ways to turn one of them.
const enough = 100_000

// What things cost, in about a hundredth of a millisecond on the machine they were weighed on.
const (
	documentCost = 10 // to read it anew, and a part for each of its units and schools of steps
	documentPart = 3
	patchPart    = 2   // of the patches that lie there after each step
	cellPart     = 50  // of the cells of a top
	pressedCost  = 2   // for each cell whose seams are decided
	looksPart    = 140 // of the searches of the pressing
	drawnCost    = 4   // for each patch of a picture
	lineCost     = 6   // for each thing that is counted, and a part of their square where they are many
	linesPart    = 200
	nodesPart    = 600
)

// Enough is a full purse. gone, where there is one, says that nobody waits for the answer any more; nothing that is given
// then may be kept.
func Enough(gone func() bool) *Purse { return &Purse{left: enough, gone: gone} }

// empty says that nothing more is tried.
func (p *Purse) empty() bool { return p.left <= 0 || p.gone != nil && p.gone() }

// sewn pays for units that were sewn.
func (p *Purse) sewn(s work.Sewn) {
	n := documentCost + (len(s.Document.Parts)+len(s.Document.Schools.Steps))/documentPart
	for _, m := range s.Units {
		for _, act := range m.Acts {
			n += 1 + len(act.Piece.Patches)/patchPart
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
	p.left -= 1 + cells/cellPart
	if l.Press.Crossings > 0 {
		p.left -= pressedCost*cells + l.Press.Looks/looksPart
	}
}

// drawn pays for a picture.
func (p *Purse) drawn(one drawn.Picture) { p.left -= drawnCost * len(one.Patches) }

// counted pays for everything that was counted.
func (p *Purse) counted(c work.Counted) {
	n := len(c.Lines)
	p.left -= lineCost*n + n*n/linesPart
}

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
