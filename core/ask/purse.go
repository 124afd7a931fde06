package ask

// Purse is what one question may still work through. It counts what is sewn, laid, pressed and cut, never the clock, so
// that the same question has the same answer everywhere: where it is empty, what was found by then is the answer, and
// the answer says so.
type Purse struct {
	left    int
	gone    func() bool
	tries   bool // some were made
	at      int  // what was left before the last
	dearest int  // of them
	kept    int  // for working out in full what a try finds
}

// enough is less than two seconds' work, and a little more than the longest question about any block of the library
// takes: the 120 ways to turn one of them.
const enough = 64_000

// Enough is a full purse. gone, where there is one, says that nobody waits for the answer any more; nothing that is
// given then may be kept.
func Enough(gone func() bool) *Purse { return &Purse{left: enough, gone: gone} }

// Empty says that nothing more is tried: that there is not enough left for what the dearest try until now took. It is
// asked before each, and stays so once it is.
func (p *Purse) Empty() bool {
	if p.tries {
		p.dearest = max(p.dearest, p.at-p.left)
	}
	p.tries, p.at = true, p.left
	return p.left <= p.dearest+p.kept || p.gone != nil && p.gone()
}

// Keep says that a try may cost what was paid until now, and that what it finds will be worked out in full for as much
// again.
func (p *Purse) Keep() { p.kept, p.dearest = enough-p.left, enough-p.left }

// Spend is told what the stages of a document took that is worked out for the question.
func (p *Purse) Spend(cost int) { p.left -= cost }
