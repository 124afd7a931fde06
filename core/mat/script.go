// Package mat tells the work at the mat in trade words: cut lists, the script in the order of the table, where the
// knife goes through what is sewn, where rings are opened.
package mat

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"vicis/core/cloth"
	"vicis/core/cutting"
	"vicis/core/decided"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/school"
	"vicis/core/words"
	"vicis/core/work"
)

// The cutting in the order of the table: cloth prepared and cleaned, strips widest first, each read from the clean
// edge; then what is cut across them. Every line that makes something names the steps it counts for, so that a tick is
// a tally.

// ScriptPart is one fabric, or one strip set, on the mat.
type ScriptPart struct {
	Name   string       `json:"name"`
	Colour string       `json:"colour" doc:"Of the fabric; empty for a strip set"`
	Set    naming.Step  `json:"set" doc:"The step that sews the strip set; empty for a fabric"`
	Lines  []ScriptLine `json:"lines"`
}

// ScriptLine is one thing to do, so many times.
type ScriptLine struct {
	Says  string       `json:"says"`
	Held  string       `json:"held" doc:"What has to be measured before; empty for a cut that is safe"`
	For   string       `json:"for" doc:"The piles its pieces go to"`
	Rows  []string     `json:"rows" doc:"The strips that a piece is cut into first, from edge to edge, and what comes of each; empty where it takes only one"`
	List  []string     `json:"list" doc:"The widths in the order they are cut, to hang at eye level; empty where the order says nothing"`
	Lots  []string     `json:"lots" doc:"Where prints are dealt: how many strips are cut or sets sewn of which"`
	Reads []string     `json:"reads" doc:"What the ruler reads, cut by cut, from the end squared last; empty text where it is squared up again"`
	Times int          `json:"times" doc:"0 where nothing is counted"`
	Stack int          `json:"stack" doc:"How many of these are cut at once"`
	Gives []ScriptGive `json:"gives"`
}

// ScriptGive is what doing a line once makes, and how many of that step the lines before it make.
type ScriptGive struct {
	Step   naming.Step `json:"step"`
	N      int         `json:"n"`
	Before int         `json:"before"`
}

// Script tells the cutting line by line.
func (b AtMat) Script() []ScriptPart {
	list := []ScriptPart{}
	for _, p := range b.Work.Script {
		part := ScriptPart{Lines: []ScriptLine{}}
		if p.Fabric != nil {
			part.Name, part.Colour = p.Fabric.Fabric.Name, p.Fabric.Fabric.Colour
		} else {
			part.Name, part.Set = b.Unit(p.Set).Unit.Name, b.SetStep(p.Set)
		}
		for _, l := range p.Lines {
			line := ScriptLine{
				Reads: []string{}, List: []string{}, Rows: []string{}, Lots: []string{}, Times: l.Times, Stack: l.Stack,
				Gives: []ScriptGive{},
			}
			for _, g := range l.Gives {
				line.Gives = append(line.Gives, ScriptGive(g))
			}
			if p.Fabric != nil {
				line.Says = b.onTheMat(*p.Fabric, l)
			}
			switch l.Kind {
			case work.Strips:
				line.Lots = dealtStrips(*p.Fabric, *l.Strip)
			case work.SewSet:
				_, high := b.Unit(p.Set).Piece.Size()
				line.Says = fmt.Sprintf("Sew, press and measure %s before it is cut: the pressed set is %s wide.",
					part.Name, b.Say(high))
				if len(b.Unit(p.Set).Round) > 0 {
					line.Says = fmt.Sprintf("Sew and press %s flat: it measures %s across. Fold it in half: it must lie flat. Close "+
						"it, and measure it folded before the first ring.", part.Name, b.Say(high))
				}
				if lots := b.lots(*l.Across); len(lots) > 0 {
					line.Lots = lots
				}
			case work.AcrossIt:
				b.acrossLine(&line, l)
			case work.Piece:
				line.For, line.Rows = b.pilesOf(l), b.inRows(l.Lay)
			}
			part.Lines = append(part.Lines, line)
		}
		list = append(list, part)
	}
	return list
}

// onTheMat says what is done with cloth.
func (b AtMat) onTheMat(f cutting.FabricPlan, l work.MatLine) string {
	s := l.Strip
	switch l.Kind {
	case work.Prepare:
		return fmt.Sprintf(prepared[b.Schools.Prepare], f.Fabric.Name)
	case work.Piece:
		return b.pieceLine(l)
	case work.FromCloth:
		u := l.Use
		var strips []string
		for _, c := range u.Cuts {
			strips = append(strips, fmt.Sprintf("%d of %s", c.Count, b.Say(c.Cut)))
		}
		return fmt.Sprintf("%s %s of those below: %s; %s of it is left.", b.gives(u.Have), words.Plural(u.Strips, "strip"),
			strings.Join(strips, ", "), b.Say(u.Left))
	case work.Enough:
		if len(f.Uses) > 0 {
			return fmt.Sprintf("Before you clean an edge: of what is bought there must be %s, at least %s wide between the "+
				"selvedges.", b.rests(f), b.Say(f.Usable))
		}
		if wide := b.narrow(f); wide > 0 {
			return fmt.Sprintf("Before you clean an edge: there must be %s, at least %s wide.", b.rests(f), b.Say(wide))
		}
		return fmt.Sprintf("Before you clean an edge: there must be %s, at least %s wide between the selvedges.",
			b.rests(f), b.Say(f.Usable))
	case work.Clean:
		return fmt.Sprintf("Clean the %s edge; %s is allowed for it.", b.clean(), b.Say(b.Table.Squaring))
	case work.Ready:
		return fmt.Sprintf("Take %s %s wide from the shelf.%s", words.Plural(s.Ready, "strip"), b.Say(s.Cut),
			b.trimmedStrips(*s))
	case work.Strips:
		says := fmt.Sprintf("Cut %s %s wide%s%s%s.", words.Plural(l.Times, "strip"), b.Say(s.Cut), b.forRole(*s),
			b.LongEnough(*s), Evenly(f, *s))
		says += b.trimmedStrips(*s)
		if s.Lost > 0 {
			says += fmt.Sprintf(" Each is a row of motifs, whole patches high: up to %s is left before the first of them.",
				b.Say(s.Lost))
		}
		if s.Lengths {
			says = fmt.Sprintf("Cut %s of %s for the backing.", words.Plural(s.Count, "length"), b.Say(s.Cut))
		}
		if l.Again {
			says += fmt.Sprintf(" Square the edge up again after every %s.", words.Plural(b.Table.Every, "strip"))
		}
		return says
	case work.Keep:
		return fmt.Sprintf("Keep the %s of %s together for the binding.", words.Plural(s.Count, "strip"), b.Say(s.Cut))
	case work.EndToEnd:
		return fmt.Sprintf("%s Cut %d of %s.", endToEnd(s.Count), s.Joined.Times, b.Say(s.Joined.Pieces[0]))
	case work.Wait:
		return "Held back: the lengths of the border are cut from these once the pieced top has been measured."
	case work.Border:
		return endToEnd(s.Count) + " " + b.borderLengths(*s)
	}
	return ""
}

// narrow is how wide cloth must be of which short strips alone are cut; 0 where some are as long as it is wide.
func (b AtMat) narrow(f cutting.FabricPlan) (wide measure.Length) {
	for _, s := range f.Strips {
		short := b.Short(s)
		if short == 0 && s.Count > s.Ready {
			return 0
		}
		wide = max(wide, short)
	}
	return wide
}

// LongEnough says how long strips must be, where they need not be as long as the cloth is wide.
func (b AtMat) LongEnough(s cutting.StripPlan) string {
	if short := b.Short(s); short > 0 {
		return ", at least " + b.Say(short) + " long"
	}
	return ""
}

var prepared = map[school.Preparing]string{
	school.Pressed:  "Press %s flat and fold it selvedge to selvedge, without a bend along the fold.",
	school.Starched: "Starch %s, press it dry and flat, and fold it selvedge to selvedge, without a bend along the fold.",
	school.Washed:   "Wash and dry %s, press it flat, and fold it selvedge to selvedge, without a bend along the fold.",
}

// clean is the edge that is cleaned first.
func (b AtMat) clean() string {
	if b.Settings.Hand == school.LeftHand {
		return "right"
	}
	return "left"
}

// rests says how much there must be of a fabric.
func (b AtMat) rests(f cutting.FabricPlan) string {
	if f.Prints == 1 && len(f.Uses) == 0 {
		return b.Say(f.Rest) + " of it"
	}
	return byPrint(f, func(one cutting.Bought) string { return b.Say(one.Rest) })
}

// acrossLine says what is cut across strips or sets, by one way of cutting them.
func (b AtMat) acrossLine(line *ScriptLine, of work.MatLine) {
	a, p := *of.Across, *of.Pattern
	what := words.Plural(p.Times, "set")
	switch strips := b.Unit(a.Set).Acts; {
	case of.Strip == nil && len(strips[0].Strips) == 1:
		what = words.Plural(p.Times, "strip") + " of " + b.Say(strips[0].Strips[0].Width.CeilTo(b.Table.Ruler.Mark))
	case of.Strip != nil:
		what = words.Plural(p.Times, "strip") + " of " + b.Say(of.Strip.Cut)
	}
	l := b.layup(a, p)
	line.Says = fmt.Sprintf("%s: square the %s end, then %s.", what, b.clean(), l.Says)
	if l.From != "" { // its end is square
		line.Says = fmt.Sprintf("What is left of %s, %s long: %s from the square end.", what, l.From, l.Says)
		if b.Table.Every > 0 {
			line.Says = fmt.Sprintf("What is left of %s, %s long: square the end again, then %s.", what, l.From, l.Says)
		}
	}
	if line.Stack > 1 {
		line.Says += fmt.Sprintf(" In stacks of %d.", line.Stack)
	}
	for _, m := range l.Marks[1:] {
		if m.Step == "" {
			line.Reads = append(line.Reads, "")
			continue
		}
		line.Reads = append(line.Reads, m.Reads.Text)
	}
	if p.Order != nil {
		b.listed(line, of)
	}
	var piles []string
	var cut []naming.Step
	for _, g := range line.Gives {
		piles, cut = append(piles, fmt.Sprintf("%d for %s", g.N, b.NameOf(g.Step))), append(cut, g.Step)
	}
	line.Says += b.trimmed(cut...)
	line.For = strings.Join(piles, ", ")
	if c := a.Cuts[0]; c.Motif {
		line.Says += fmt.Sprintf(" Begin where the first motif lies in the middle of a patch, up to %s from the squared "+
			"end.%s", b.Say(a.Lost), b.roundMotif(c.ID))
	}
	if b.Held(a.Cuts[0].ID) {
		line.Held = "Held back: cut it once a pieced block has been measured."
	}
}

// listed says in which order rings are cut from a tube, and where the next one goes on.
func (b AtMat) listed(line *ScriptLine, of work.MatLine) {
	a := *of.Across
	for _, i := range of.Pattern.Order {
		line.List = append(line.List, b.Say(a.Cuts[i].Cut))
	}
	before, next := 0, ""
	for i := range a.Layups.Patterns {
		if p := &a.Layups.Patterns[i]; p == of.Pattern {
			if i+1 < len(a.Layups.Patterns) {
				next = b.Say(a.Cuts[a.Layups.Patterns[i+1].Order[0]].Cut)
			}
			break
		}
		before += a.Layups.Patterns[i].Times
	}
	what := fmt.Sprintf("Tube %d", before+1)
	if n := of.Pattern.Times; n > 1 {
		what = fmt.Sprintf("Tubes %d to %d", before+1, before+n)
	}
	line.Says = fmt.Sprintf("%s: square the %s end, then cut %s in this order.", what, b.clean(),
		words.Plural(len(of.Pattern.Order), "ring"))
	if line.Stack > 1 {
		line.Stack = 1 // folded, a tube is two layers already
	}
	if next != "" {
		line.Says += " The next tube goes on with " + next + "."
	}
}

// trimmedStrips says to what strips of sets are trimmed that are cut at the next mark.
func (b AtMat) trimmedStrips(s cutting.StripPlan) string {
	if to, trims := b.TrimsStrips(s); trims {
		return fmt.Sprintf(" Trim each to %s wide.", b.Say(to))
	}
	return ""
}

// trimmed says to what is trimmed what is cut at the next mark, so that it is as large as what it meets.
func (b AtMat) trimmed(steps ...naming.Step) (says string) {
	for _, step := range steps {
		wide, high, does := b.Trims(step)
		size := words.By(b.Table.Ruler, wide, high)
		if b.Acts[step].Act.Stock {
			size = b.Say(wide)
		}
		switch {
		case does && len(steps) == 1:
			says = " Trim each to " + size + "."
		case does:
			says += fmt.Sprintf(" Trim each for %s to %s.", b.NameOf(step), size)
		}
	}
	return says
}

// gives begins to say what a length on the shelf gives.
func (b AtMat) gives(have cloth.Have) string {
	switch {
	case !have.Rest:
		return "The " + b.Say(have.L) + " on the shelf gives"
	case have.Square:
		return "What is left of a length, " + b.Say(have.L) + " from its square end, gives"
	}
	return "What is left of a length, " + b.Say(have.L) + ", gives"
}

// roundMotif says how a patch is cut from the repeats that hold its motif.
func (b AtMat) roundMotif(act naming.Step) string {
	patch := b.Acts[act].Act.Patch
	return fmt.Sprintf(" Keep a motif in the middle of each, and cut it to %s round it.",
		words.By(b.Table.Ruler, patch.W.CeilTo(b.Table.Ruler.Mark), patch.H.CeilTo(b.Table.Ruler.Mark)))
}

// pilesOf names the piles that what is cut from a piece or an end goes to.
func (b AtMat) pilesOf(l work.MatLine) string {
	if l.Lay == nil {
		return fmt.Sprintf("%d for %s", l.Gives[0].N, b.NameOf(l.Piece.Act))
	}
	var piles []string
	for _, g := range l.Lay.Gives {
		piles = append(piles, fmt.Sprintf("%d for %s", g.N, b.NameOf(g.Act)))
	}
	return strings.Join(piles, ", ")
}

// pieceLine says what is cut from pieces on the shelf, or from ends.
func (b AtMat) pieceLine(l work.MatLine) string {
	if l.Lay == nil {
		one := l.Piece
		return fmt.Sprintf("%s of %s: %d of %s from each.", words.Plural(l.Times, "end"),
			words.By(b.Table.Ruler, one.Have.W, one.Have.L), l.Gives[0].N, words.By(b.Table.Ruler, one.W, one.H)) +
			b.trimmed(one.Act)
	}
	have, gives := l.Lay.Have, l.Lay.Gives
	what := words.Plural(l.Times, pieceOf(have))
	if have.Rest {
		what = "What is left of " + what + ","
	} else {
		what += " of"
	}
	if AsItIs(have, gives[0].W, gives[0].H) {
		return fmt.Sprintf("Take %s of %s%s, as %s.", words.Plural(l.Times, pieceOf(have)), b.sizeOfPiece(have), From(have),
			map[bool]string{true: "it is", false: "they are"}[l.Times == 1])
	}
	var cuts []string
	var of []naming.Step
	motifs := ""
	for _, g := range gives {
		of = append(of, g.Act)
		cuts = append(cuts, fmt.Sprintf("%d of %s", g.N, words.By(b.Table.Ruler, g.W, g.H)))
		if g.Motif {
			motifs += b.roundMotif(g.Act)
		}
	}
	return fmt.Sprintf("%s %s: %s from %s.%s", what, b.sizeOfPiece(have),
		strings.Join(cuts, " and "), map[bool]string{true: "it", false: "each"}[l.Times == 1],
		b.cleaned(l)+motifs+b.trimmed(of...))
}

// inRows says how a piece is cut for all of them to come out of it, where that takes more than one strip.
func (b AtMat) inRows(l *cutting.Lay) []string {
	rows := []string{}
	if l == nil || len(l.Rows) < 2 {
		return rows
	}
	long := l.Have.W
	if l.Along {
		long = l.Have.L
	}
	for i := 0; i < len(l.Rows); {
		row, n := l.Rows[i], 0
		for ; i < len(l.Rows) && l.Rows[i].High == row.High && slices.Equal(l.Rows[i].Cuts, row.Cuts); i++ {
			n++
		}
		var sizes, cuts []string
		count := map[string]int{} // those of one size together, whatever they are for
		for _, c := range row.Cuts {
			size := words.By(b.Table.Ruler, c.Wide, c.High)
			if count[size] == 0 {
				sizes = append(sizes, size)
			}
			count[size] += c.N
		}
		for _, size := range sizes {
			cuts = append(cuts, fmt.Sprintf("%d of %s", count[size], size))
		}
		each := ""
		if n > 1 {
			each = " from each"
		}
		rows = append(rows, fmt.Sprintf("%s of %s: %s%s", words.Plural(n, "strip"), words.By(b.Table.Ruler, row.High, long),
			strings.Join(cuts, " and "), each))
	}
	return rows
}

// cleaned says which sides of a piece that is a little larger than its patch are cut straight before that is measured
// from them; a side that is no longer than the patch is taken as it is.
func (b AtMat) cleaned(l work.MatLine) string {
	one := l.Lay.Gives[0]
	if len(l.Lay.Gives) != 1 || one.N != 1 || one.Motif {
		return ""
	}
	have := l.Lay.Have
	wide, high := have.W-one.W, have.L-one.H
	if wide < 0 || high < 0 { // it lies the other way
		wide, high = have.W-one.H, have.L-one.W
	}
	switch mark := b.Table.Ruler.Mark; {
	case wide >= mark && high >= mark:
		return " Clean two sides that meet, and cut it to size from them."
	case wide >= mark || high >= mark:
		return " Clean a side across which it is too long, and cut it to size from that."
	}
	return ""
}

// From says where a supply is taken from.
func From(have cloth.Have) string {
	switch {
	case have.Rest:
		return " that is left of what was begun"
	case have.InHand:
		return " that you have in hand"
	}
	return " from the shelf"
}

// WhereIs says where a supply lies.
func WhereIs(have cloth.Have) string {
	switch {
	case have.Rest:
		return "of what was begun"
	case have.InHand:
		return "in hand"
	}
	return "on the shelf"
}

// pieceOf is what a supply that patches are cut from is called.
func pieceOf(have cloth.Have) string {
	return have.Kind.Sort().One
}

// sizeOfPiece is how large a supply is, told as it was entered: a strip by its width first.
func (b AtMat) sizeOfPiece(have cloth.Have) string {
	if have.Along {
		return words.By(b.Table.Ruler, have.L, have.W)
	}
	return words.By(b.Table.Ruler, have.W, have.L)
}

// AsItIs says whether a piece is a patch already.
func AsItIs(have cloth.Have, w, h measure.Length) bool {
	return have.W == w && have.L == h || have.W == h && have.L == w
}

// TestStrip is three scraps sewn side by side: what they should measure, and what it says of the allowance when they do
// not.
func (b AtMat) TestStrip() string {
	w := b.testWide()
	off := b.Table.Ruler.Mark
	exact := measure.Ruler{Units: b.Rule, Mark: decided.SeamMark(b.Rule)}
	if b.Rule == measure.Centimetres {
		exact.Mark /= 2
	}
	return fmt.Sprintf("Cut three scraps %s wide, sew their long edges together and press: across all three they should "+
		"measure %s. Each %s too narrow says that the allowance is %s too wide, and the other way round.",
		b.Say(w), b.Say(3*w-4*b.Table.Seam), b.Say(off), exact.Print(off/4))
}

// testWide is how wide the scraps of a test are: as the strips of the quilt, or the widest that it has where it has
// none so wide.
func (b AtMat) testWide() measure.Length {
	asked, widest := b.Table.Strip.CeilTo(b.Table.Ruler.Mark), measure.Length(0)
	for _, f := range b.Cut.Fabrics {
		for _, s := range f.Strips {
			if s.Cut == asked {
				return asked
			}
			if s.Cut <= 4*measure.Inch {
				widest = max(widest, s.Cut)
			}
		}
	}
	return cmp.Or(widest, asked)
}

// AtMat tells a work at the mat.
type AtMat struct{ *work.Work }

// Of tells what is done at the mat.
func Of(w *work.Work) AtMat { return AtMat{w} }
