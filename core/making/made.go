package making

import (
	"slices"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/rules"
)

// Made is a unit with everything its method states, so that nobody has to ask which method it is. Where a run gives
// several variants, each of them is a Made of its own that differs in its unit's id and name and in its piece.
type Made struct {
	Unit  Unit
	Sort  string // what quilters call such a thing: a strip set, a sub-cut, a patch, a unit
	Piece piece.Piece
	Acts  []Act
	Seams []SeamKind
	// Variants: everything that falls out of one run, or can be laid of what it is joined of; empty where that is one
	// piece
	Variants []Variant
	Size     SizeWorking
	Bonus    bool // it falls out besides what its unit is made for
	Shared   bool // rows that are alike are one step, and so pressed alike

	EitherWay []string // roles of cloth whose print lies one way in some of these and another way in others

	// InLength: it is as long as the cloth is wide: cut across before it is laid, so many times that the cutting says how
	// many are sewn
	InLength bool
	Cloth    bool // plain cloth: nothing in it is sewn
	Parted   bool // it falls out of something that was sewn whole
	// Untrimmed: of units that are cut from squares of cloth, sewn on their diagonals and trimmed: what they measure
	// before
	Untrimmed Untrimmed
	Apart     bool // its variants are things of their own, each with a size
	// Round: of a closed strip set: its strips, from the first one down; each is sewn to the one before, the first to the
	// last
	Round  []Strip
	Tube   *Tubed // of what is joined of opened rings
	Turned int    // a part that is called by its place: how it lay there, against its kind
	Beside bool   // its parts lie side by side, so that a join is told by what lies on both sides of it
	// Widths: the cut widths that are joined to its own, in order; empty where its size comes about otherwise
	Widths []measure.Length
}

// Untrimmed is how large something is before it is trimmed, and how many times √2 allowances its seams have taken of
// that.
type Untrimmed struct {
	Size      piece.Num
	Diagonals int
}

// Sewn says whether it is a thing that is sewn for itself.
func (m Made) Sewn() bool { return len(m.Seams) > 0 && !m.InLength }

// Tells says whether a step of it is told with the unit's name before its own: where several are sewn to make one.
func (m Made) Tells() bool { return !m.Cloth && !m.Beside && !m.InLength }

// Each lists what falls out of one run, each as a unit of its own; the unit itself where that is one piece.
func (m Made) Each() []Made {
	if len(m.Variants) == 0 {
		return []Made{m}
	}
	list := make([]Made, len(m.Variants))
	for i, v := range m.Variants {
		list[i] = m
		list[i].Unit.ID, list[i].Unit.Name, list[i].Piece, list[i].Bonus, list[i].EitherWay = v.ID, v.Name, v.Piece, v.Bonus,
			v.EitherWay
		if len(v.Size.Sums) > 0 {
			list[i].Size = v.Size
		}
	}
	return list
}

// PressedLater says whether what an act sews is pressed only once it is cut apart.
func (m Made) PressedLater(act Act) bool {
	return slices.ContainsFunc(m.Acts, func(other Act) bool {
		return slices.ContainsFunc(other.Presses, func(p naming.Seam) bool { return slices.Contains(act.Sews, p) })
	})
}

// CutAs is what a patch of cloth is cut to, which is not as it is drawn where it follows what was measured; nothing for
// what is sewn.
func (m Made) CutAs() *CutPatch {
	switch {
	case !m.Cloth || len(m.Acts) != 1:
		return nil
	case m.Acts[0].Lengthy != nil:
		return m.Acts[0].Lengthy
	}
	return m.Acts[0].Patch
}

// Width is the exact sub-cut width of a made sub-cut.
func (m Made) Width() measure.Length {
	w, _ := m.Piece.Size()
	return w
}

// First is what a unit gives, or the first thing that falls out of it.
func (m Made) First() piece.Piece {
	if len(m.Variants) > 0 {
		return m.Variants[0].Piece
	}
	return m.Piece
}

// SizeWorking is how a unit's unfinished size comes about: a sum in trade words, and the rules it rests on.
type SizeWorking struct {
	Sums  []string
	Rules []rules.Named
}

// Variant is one look among what falls out of a run.
type Variant struct {
	ID     naming.Unit
	Name   string
	Piece  piece.Piece
	Count  int           // per run
	Others []piece.Piece // one of each other kind, turned so that it looks like Piece
	Kinds  []int         // how many of a run are of each kind, that of Piece first
	Mirror naming.Unit   // the variant that is its mirror image; empty when there is none, or it is itself
	Places []PartSpot    // where it falls out, of what is cut again
	Bonus  bool          // it falls out besides what the unit is made for
	Size   SizeWorking   // how its own comes about, where that is not how all of them do

	EitherWay []string // roles of cloth whose print lies one way in some of these and another way in others
}

// Give is what one run gives of a look.
func (v Variant) Give() ActGive { return ActGive{v.ID.Step(), v.Count, v.Name, v.Piece} }

// PartSpot is where a part falls out: the same kind, turned as it lay there.
type PartSpot struct {
	ID   naming.Unit
	Turn int
	Lies piece.Piece // as it fell out, turned to lie like the first; only where it is asked which part a patch came with
}

// Does is what is done in an act.
type Does string

// What there is to do.
const (
	Cuts    Does = "cut"     // patches from cloth
	SubCuts Does = "sub-cut" // segments from a strip set
	Marks   Does = "mark"    // lines are drawn or creased
	Sews    Does = "sew"
	Trims   Does = "trim" // cut apart, pressed, trimmed to size

	CutsAgain Does = "cut again" // through the seams of what is sewn
	Opens     Does = "open"      // rings at one of their seams, or in the middle of a strip
)

// Act is one countable step of making a unit. Its id comes from the document's ids alone.
type Act struct {
	ID      naming.Step
	Does    Does
	Name    string    // what it is called beside the unit; empty for the unit itself
	Says    string    // what to do to one, in the imperative, where that does not follow from the rest
	Takes   []ActTake // what one run takes from other acts
	Gives   []ActGive // what one run gives; one of its own id when empty
	Spare   []ActGive // of these, what falls out of its own trimmings, where they are given with the last of several acts
	Strips  []Strip
	Patch   *CutPatch
	Lengthy *CutPatch // in its place, one that is longer than its cloth is wide: of strips sewn end to end
	Joins   *Joins
	Piece   piece.Piece    // what lies there afterwards
	Seams   int            // how many seams one run sews
	Each    measure.Length // how long one of them is; the height of the piece when zero
	Sews    []naming.Seam  // which decisions of pressing they belong to
	Presses []naming.Seam  // which of them are pressed in this act, where that is not when they are sewn
	Halves  bool           // a square is cut on its diagonal
	Onto    []Onto         // triangles that were cut so are sewn on by their long edges, middle to middle
	Eighth  bool           // what was sewn standing on its corner is laid straight, and then trimmed
	Apart   []piece.Line   // where the knife then goes through what was sewn together, face to face, before it is opened
	// Tip: how much is trimmed off above, where that is not as much as below: a tip keeps its allowance
	Tip    *piece.Num
	Lines  int              // drawn or creased in one run
	Drawn  []piece.SeamLine // where these lines are
	Cuts   int              // made in one run, after sewing
	Shaves int              // how many pieces one run trims to size
	Pieced bool             // a mark or a cut on what has been sewn already
	Knife  *Knifed          // where something sewn is cut again
	Opens  *Column          // where a ring is opened
	Older  []piece.Piece    // what older programs kept the look of in its place
	Stock  bool             // it is cut from what comes in a length: how many of those is for the cutting to say
	Lies   Lies             // how the seams of a step that sews several lie
}

// Lies is how the seams of one step lie to each other, so that their pressing can be told in one word.
type Lies string

// The ways seams lie.
const (
	Upright Lies = "upright" // side by side; +1 presses to the right
	Level   Lies = "level"   // one below the other; +1 presses up
	Falling Lies = "falling" // one below the other; +1 presses down
)

// Onto is a triangle that is sewn to a side.
type Onto struct {
	Side piece.Side
	Of   naming.Step
	In   piece.Num // how far the edge lies inside of the tips that stand out beyond it
}

// ActGive is so many of one thing per run.
type ActGive struct {
	ID    naming.Step
	Count int
	Name  string      // of its own; that of the act when empty
	Piece piece.Piece // what it is; what lies there after the act when nothing
}

// Outputs lists what one run gives.
func (a Act) Outputs() []ActGive {
	if len(a.Gives) == 0 {
		return []ActGive{{ID: a.ID, Count: 1}}
	}
	return a.Gives
}

// ActTake is so many of another act's output per run.
type ActTake struct {
	Act  naming.Step
	Each int
}

// Strip is cloth cut across its whole usable width.
type Strip struct {
	Role  string
	Width measure.Length // exact; cutting rounds it up to the ruler's mark
	As    string         // the breadth as the document says it, by which older tallies call the strip
	ID    string         // of a strip set: its id there
	Seam  naming.Seam    // and the seam above it
}

// CutPatch is a rectangle cut from cloth: W is the edge that lies level in the unit.
type CutPatch struct {
	Role   string
	W, H   measure.Length
	InHand bool // such squares lie there already
}

// Joins says which two parts come together.
type Joins struct {
	Left, Right          string // names as the quilter says them
	LeftPiece, RightPart piece.Piece
	Edge                 string // which edges come together, in trade words; empty where they lie side by side
	// Over: what lies face down on the left one, in its place; empty where edges are brought together
	Over     []piece.Piece
	Stitches []piece.SeamLine // where the needle then goes
	Edges    []Join           // every seam of the step, in the order they are sewn; empty where a part lies on the other
	Flipped  bool             // the part that a seam's +1 lies toward is on top
	Turned   int              // how what the last of them gives is turned to lie as the act's piece does
}

// Join is one seam as its two parts come together: the right edge of A to the left edge of B, or the lower edge of A to
// the upper one of B.
type Join struct {
	Seam  naming.Seam
	A, B  Layer
	Down  bool
	Takes measure.Length // the allowance
}

// Layer is a part as it lies once the seam is opened, right side up.
type Layer struct {
	From naming.Step // the act that gave it; empty for what this step has sewn so far
	// Turn: how it is turned against what that act gave, or against what was sewn last; by an odd eighth what is cut on
	// its diagonal
	Turn  int
	Name  string
	Piece piece.Piece
	Last  bool // of what has been sewn so far it is only what was sewn on last, which lies at the seam
	Sewn  int  // where several things are under way: which seam of this step gave it, from 1
	Row   int  // of a web: which row of the quilt it is, as far as it is sewn, from 1
}

// Layer is a part that is laid as it is.
func (l Lying) Layer() Layer {
	return Layer{From: l.Act, Turn: l.Turn % 360, Name: l.Name, Piece: l.Piece}
}

// across is where lines run over a piece.
func across(p piece.Piece, lines []piece.Line) []piece.SeamLine {
	var list []piece.SeamLine
	for _, l := range lines {
		if from, to, ok := p.Across(l); ok {
			list = append(list, piece.SeamLine{From: from, To: to})
		}
	}
	return list
}

// long is the longest line of stitches along what lies face down; nothing where edges are sewn.
func (j *Joins) long() (l measure.Length) {
	for _, s := range j.Stitches {
		l = max(l, s.Long().Up())
	}
	return l
}

// Lay puts pieces face down on the left one, to be sewn along lines.
func (j *Joins) Lay(over []piece.Piece, lines ...piece.Line) *Joins {
	j.Over = over
	for _, p := range over {
		j.Stitches = append(j.Stitches, across(p, lines)...)
	}
	return j
}

// SeamKind is one decision of pressing: what lies on the side its allowances turn to when x is +1, and when it is −1.
type SeamKind struct {
	ID          naming.Seam
	Plus, Minus Neighbour
	Outward     int  // which of them lies away from the middle of what is sewn; 0 where neither does
	Points      int  // at so many others meet it, where the allowances can be spun
	Row         bool // it joins blocks to a row: such seams are pressed one way as far as may be
}

// Outward says of seam i (from 0) of n that lie side by side on which side of it the nearer edge is; positive is that
// of what is sewn on.
func Outward(i, n, positive int) int {
	switch d := 2*i + 1 - n; {
	case d > 0:
		return positive
	case d < 0:
		return -positive
	}
	return 0
}

// Neighbour is what a seam can be pressed toward.
type Neighbour struct {
	Name  string
	Roles []string // roles of the patches that touch the seam there
	Bulk  int      // seams that run into this one from that side
	Cloth bool     // cut for this seam alone: its fabric says more than its name
}

// Knifed is where the knife goes through something sewn, and what falls out at each place.
type Knifed struct {
	Of             piece.Piece // what is cut
	Called         string
	Upright, Level []RuledCut
	Places         [][]naming.Unit // row by row, as they lie
	Waits          bool            // its lines depend on what it measures, which nobody has measured yet
	Through        []naming.Seam   // the seams that are cut through
}

// RuledCut is one cut as the ruler reads it.
type RuledCut struct {
	At   piece.Num      // from the left edge, or from the top
	From string         // what the ruler is laid on, in trade words
	Off  measure.Length // how far from there
	Edge bool           // from an edge, not from a seam or the middle
	Both bool           // this cut and the next are read on both sides of one thing

	Origin piece.Num // where the ruler is laid, from the left edge or from the top
	Line   int       // which line of the document it is; −1 where it comes of equal parts
}

// CutEdges are the places of all cuts of one direction, and of both edges.
func CutEdges(list []RuledCut, long piece.Num) []piece.Num {
	at := []piece.Num{{}}
	for _, r := range list {
		at = append(at, r.At)
	}
	return append(at, long)
}

// Tubed is what a method that opens rings states of its columns.
type Tubed struct {
	Columns  []Column // from left to right
	Straight bool
	Edge     RowEnd
}

// Column is one ring, opened.
type Column struct {
	ID    string
	Place naming.Unit // by which it can be laid
	Kind  naming.Unit // that is counted
	First string      // the id of the first column of that kind
	Ring  naming.Step // cuts it
	Set   naming.Unit
	Width measure.Length
	Half  int // where it is opened: so many half strips down from the seam above the first strip
	Step  int // against the column before, in half strips up; as it is written, not taken round
	Piece piece.Piece
	Trims measure.Length // it loses this at both ends
	Bit   measure.Length // a bit so high is sewn to its lower end; nothing where it is long enough
}

// RowEnd is an end of a row.
type RowEnd string

// The ends of a row.
const (
	RightEnd RowEnd = "right"
	LeftEnd  RowEnd = "left"
)

// Middle says whether it is opened in the middle of a strip.
func (c Column) Middle() bool { return c.Half%2 != 0 }

// Strip is which strip of the set lies at its top, whole or half, from 0.
func (c Column) Strip() int { return c.Half / 2 }

// StepBack is by how many half strips the colours go up from the last column to the first one beside it, the shorter
// way round tubes of n strips.
func StepBack(list []Column, n int) int {
	return Shorter(list[0].Half-list[len(list)-1].Half, n)
}

// Shorter is a step of so many half strips the shorter way round.
func Shorter(step, n int) int {
	step = (step%(2*n) + 2*n) % (2 * n)
	if step > n {
		step -= 2 * n
	}
	return step
}

// Every says whether cuts are read from one edge, each as far from the last as the first from the edge.
func Every(list []RuledCut) bool {
	if len(list) < 3 {
		return false
	}
	for i, r := range list {
		if !r.Edge || r.From != list[0].From || r.Off != measure.Length(i+1)*list[0].Off {
			return false
		}
	}
	return true
}
