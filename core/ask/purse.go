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
	left    int
	gone    func() bool
	tries   bool // some were made
	at      int  // what was left before the last
	dearest int  // of them
	kept    int  // for working out in full what a try finds
}

// enough is less than two seconds' work, and a little more than the longest question about any block of the library takes: the
// 120 ways to turn one of them.
const enough = 64_000

// What things cost, in about a hundredth of a millisecond on the machine they were weighed on.
const (
	documentCost = 10 // to read it anew, and a part for each of its units and schools of steps
	documentPart = 3
	actsPart     = 50
	patchPart    = 2   // of the patches that lie there after each step
	cellPart     = 50  // of the cells of a top
	pressedCost  = 2   // for each cell whose seams are decided
	turnedPart   = 6   // of the patches of each unit, which is turned every way it lies
	looksPart    = 140 // of the searches of the pressing
	drawnCost    = 4   // for each patch of a picture
	lineCost     = 2   // for each thing that is counted, and a part of their square where they are many
	linesPart    = 200
	nodesPart    = 800
)

// Enough is a full purse. gone, where there is one, says that nobody waits for the answer any more; nothing that is given
// then may be kept.
func Enough(gone func() bool) *Purse { return &Purse{left: enough, gone: gone} }

// empty says that nothing more is tried: that there is not enough left for what the dearest try until now took. It is asked before
// each, and stays so once it is.
func (p *Purse) empty() bool {
	if p.tries {
		p.dearest = max(p.dearest, p.at-p.left)
	}
	p.tries, p.at = true, p.left
	return p.left <= p.dearest+p.kept || p.gone != nil && p.gone()
}

// keep says that a try may cost what was paid until now, and that what it finds will be worked out in full for as much again.
func (p *Purse) keep() { p.kept, p.dearest = enough-p.left, enough-p.left }

// sewn pays for units that were sewn.
func (p *Purse) sewn(s work.Sewn) {
	n := documentCost + (len(s.Parts)+len(s.Schools.Steps))/documentPart
	for _, m := range s.Units {
		for _, act := range m.Acts {
			n += 1 + len(act.Piece.Patches)/patchPart
		}
	}
	p.left -= n
}

// laidAnew pays for units that are there already and are laid in another top.
func (p *Purse) laidAnew(s work.Sewn) { p.left -= 1 + len(s.Acts)/actsPart }

// laid pays for a top that was laid, and pressed where it was.
func (p *Purse) laid(l work.Laid) {
	cells := 0
	for _, k := range l.Layout.Rows {
		cells += len(l.Layout.Kinds[k].Cells)
	}
	p.left -= 1 + cells/cellPart
	if l.Press.Crossings > 0 {
		p.left -= pressedCost*cells + l.Press.Looks/looksPart
		for _, m := range l.Units {
			p.left -= len(m.Piece.Patches) / turnedPart
		}
	}
}

// drawn pays for a picture.
func (p *Purse) drawn(one drawn.Picture) { p.left -= drawnCost * len(one.Patches) }

// counted pays for everything that was counted.
func (p *Purse) counted(c work.Counted) {
	n := len(c.Lines)
	p.left -= lineCost*n + n*n/linesPart + c.Dealt.Deal.Looks/nodesPart
	if deal := c.DealAsked; deal != nil && !deal.Falls {
		p.sewn(c.Sewn) // once more, to know which part each patch came with
	}
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
