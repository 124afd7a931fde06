package machine

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/batching"
	"vicis/core/drawn"
	"vicis/core/iron"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/needle"
	"vicis/core/piece"
	"vicis/core/words"
	"vicis/core/work"
)

// Under is what comes under the needle in one step.
type Under struct {
	Step   naming.Step `json:"step"`
	Seams  []UnderSeam `json:"seams" doc:"Those near the one that was asked for, in the order they are sewn; none where only words tell it"`
	First  int         `json:"first" doc:"Which of all seams they begin with, from 0"`
	Count  int         `json:"count" doc:"How many seams there are in all"`
	Each   bool        `json:"each" doc:"Every seam makes one more of the step; else all of them make one"`
	Laid   *UnderLaid  `json:"laid,omitempty" doc:"Where a part lies face down on the other"`
	Piles  string      `json:"piles" doc:"What is sewn by itself before it is joined; empty for nothing"`
	Check  string      `json:"check" doc:"When one is held against the first, or measured"`
	Hold   string      `json:"hold" doc:"How to hold, pin or turn it, by the schools chosen"`
	Web    []int       `json:"web,omitempty" doc:"Of a web: how many columns every row of the quilt has, from the top down; it is sewn column by column, each from the top"`
	Column int         `json:"column,omitempty" doc:"Of a web: which column is sewn on, from 2"`
	After  int         `json:"after" enum:"0,90,180,270" doc:"How what the last seam gives is turned to lie as the step's picture does"`
}

// UnderSeam is how the two layers of one seam lie: the edges that are sewn on the right, at the guide, the upper end in
// first.
type UnderSeam struct {
	Place      string               `json:"place" doc:"Where in the quilt it lies; empty where that is said already"`
	Row        int                  `json:"row,omitempty" doc:"Of a web: which row of the quilt, from 1"`
	Then       string               `json:"then" doc:"What is done before or after it; empty for nothing"`
	Seam       naming.Seam          `json:"seam" doc:"The decision of pressing it belongs to"`
	Says       string               `json:"says"`
	First      string               `json:"first" doc:"What the end that goes in first shows; empty where nothing tells the ends apart"`
	Why        string               `json:"why" doc:"Why the upper one is on top; empty where it does not matter"`
	Allowances string               `json:"allowances" doc:"Which way the allowances of both layers point; empty for none"`
	Lower      UnderLayer           `json:"lower"`
	Upper      UnderLayer           `json:"upper" doc:"Its picture is right side up: turned over like a page it lies as drawn"`
	Long       measure.Reading      `json:"long" doc:"Of the seam, all of it"`
	Takes      float64              `json:"takes" doc:"The allowance, in inches"`
	Marks      []UnderMark          `json:"marks" doc:"Where allowances come, from the end that goes in first, as far as it is drawn"`
	Press      needle.PressedToward `json:"press" enum:",lower,upper,open" doc:"Which layer it is pressed toward once it is opened; none where no iron does it"`
	Wrong      *UnderWrong          `json:"wrong,omitempty" doc:"The wrong way that looks most like this; none where no wrong way does, or the parts have too many patches to be compared"`
}

// UnderLayer is one of the two layers.
type UnderLayer struct {
	Name    string        `json:"name"`
	Of      naming.Step   `json:"of,omitempty" doc:"The step whose pile it is taken from; none for what is under way"`
	Turn    int           `json:"turn" doc:"Clockwise, against the picture of that step, or against how what is under way lay when its last seam was opened; by an odd multiple of 45 where it is half of that, cut on the diagonal that stands upright then"`
	Picture drawn.Picture `json:"picture" doc:"Of what lies near the seam"`
	Torn    bool          `json:"torn" doc:"It goes on beyond what is drawn, away from the guide"`
}

// UnderMark is a place along the seam where allowances come.
type UnderMark struct {
	At    float64 `json:"at" doc:"Inches from the end that goes in first"`
	Text  string  `json:"text"`
	Lower string  `json:"lower" enum:",away,toward,open,both" doc:"From you is to the end that goes in first"`
	Upper string  `json:"upper" enum:",away,toward,open,both"`
	Locks string  `json:"locks" enum:",locks,clashes" doc:"Whether what meets there locks; empty where nothing meets"`
}

// UnderWrong is a wrong way of laying both parts.
type UnderWrong struct {
	Says  string             `json:"says" doc:"What was done wrong"`
	Tells string             `json:"tells" doc:"The one mark that tells it from the right way"`
	Lower drawn.Picture      `json:"lower"`
	Upper *drawn.Picture     `json:"upper,omitempty"`
	Laid  *drawn.LaidPicture `json:"laid,omitempty"`
	Up    bool               `json:"up" doc:"The mark is on the upper layer, else on the lower one"`
	X     float64            `json:"x" doc:"Where, in inches on that layer's picture"`
	Y     float64            `json:"y"`
	Alike float64            `json:"alike" doc:"How much of what is seen is the same, from 0 to 1"`
}

// UnderLaid is a part with what lies face down on it, as it lies.
type UnderLaid struct {
	Under drawn.Picture     `json:"under"`
	Name  string            `json:"name" doc:"What lies face down"`
	On    string            `json:"on" doc:"What it lies on"`
	Laid  drawn.LaidPicture `json:"laid"`
	Says  string            `json:"says"`
	Wrong *UnderWrong       `json:"wrong,omitempty"`
}

// UnderNeedle tells what comes under the needle in a step, at the seams near one of them; false for what is not sewn.
func UnderNeedle(w *work.Work, step naming.Step, near int) (Under, bool) {
	b := Of(w, nil)
	i := slices.IndexFunc(w.Batches, func(batch batching.Batch) bool { return batch.ID == step })
	if i < 0 {
		return Under{}, false
	}
	batch := w.Batches[i]
	u := Under{Step: step, Seams: []UnderSeam{}}
	card, ok := needle.Of(w, step, near)
	if batch.Does != making.Sews {
		return u, false
	}
	u.Hold, u.Check, u.Each, u.After = b.hold(batch), b.against(batch), card.Each, card.Batch.Turned
	u.First, u.Count = card.First, card.Seams
	if batch.Stage == batching.Top && b.Layout.Eased {
		u.Check = "An edge was measured: allowances come about where they are drawn. Match both ends and the middle, and " +
			"ease the rest in."
	}
	if !ok {
		return u, true
	}
	d := drawn.Of(&w.Laid)
	u.Piles = pileWords(card.Piles)
	if u.Column = step.Column(); u.Column > 0 {
		for row := range b.Layout.Rows {
			u.Web = append(u.Web, b.Layout.Across(row))
		}
	}
	for i, l := range card.Lies {
		seam := b.underSeam(d, l)
		if batch.Stage == batching.Top && b.Layout.Eased { // it is drawn as planned
			seam.Long = b.Table.Ruler.Read(batch.Each)
		}
		if step == naming.Rows && b.Layout.OnPoint {
			seam.Says = strings.TrimSuffix(seam.Says, ".") + ", seam on seam: their ends do not meet."
		}
		if step.Column() > 0 {
			seam.Row, seam.Place, seam.Then = b.placeInWeb(step.Column(), card.First+i)
		}
		u.Seams = append(u.Seams, seam)
	}
	if card.Laid != nil {
		u.Laid = b.underLaid(d, *card.Laid, batch.Edge)
	}
	return u, true
}

func (b AtMachine) underSeam(d drawn.Drawing, l needle.Lie) UnderSeam {
	layer := func(one needle.LayerUnder) UnderLayer {
		return UnderLayer{Name: one.Name, Of: one.From, Turn: one.Turn, Picture: d.Piece(one.Piece, &b.Press), Torn: one.Torn}
	}
	long := l.Long.Nearest()
	s := UnderSeam{
		Seam: l.Seam, Lower: layer(l.Lower), Upper: layer(l.Upper), Long: b.Table.Ruler.About(long),
		Takes: drawn.Round(l.Takes.Inches()),
		Marks: []UnderMark{}, Press: l.Press, First: b.firstWords(l), Allowances: b.allowanceWords(l),
	}
	s.Says = fmt.Sprintf("Lay %s face down on %s, their edges even at the guide.", l.Upper.Name, l.Lower.Name)
	if l.Upper.Name == l.Lower.Name {
		s.Says = fmt.Sprintf("Lay one %s face down on the other, their edges even at the guide.", l.Upper.Name)
	}
	if l.Why == needle.Folded { // how it begins is common practice
		s.Says = fmt.Sprintf("Lay %s on %s, the raw edges of all of them even at the guide. Begin along a side with a tail "+
			"left loose, and stop an allowance before each corner.", l.Upper.Name, l.Lower.Name)
	}
	s.Says += b.tipWords(l)
	switch l.Why { // how a point is met is common practice
	case needle.Points:
		s.Why = words.UpperFirst(l.Upper.Name) + " is on top because a point of it comes at the seam: let the needle go " +
			"just outside the spot where its stitches cross."
	case needle.Seams:
		s.Why = words.UpperFirst(l.Upper.Name) + " is on top because more of its seams are sewn over: so you see that none " +
			"is turned back."
	}
	for _, m := range l.Marks {
		if m.At.Cmp(l.Drawn) >= 0 {
			continue
		}
		mark := UnderMark{
			At: drawn.Round(m.At.Inches()), Text: b.alongWords(m.At), Lower: string(m.Lower),
			Upper: string(m.Upper),
		}
		switch {
		case m.Clashes > 0:
			mark.Locks = "clashes"
		case m.Meets > 0:
			mark.Locks = "locks"
		}
		s.Marks = append(s.Marks, mark)
	}
	if w := l.Wrong; w != nil {
		upper := d.Piece(w.Upper.Piece, &b.Press)
		s.Wrong = &UnderWrong{
			Says: wrongWords(*w), Tells: b.tellsWords(l, *w), Lower: d.Piece(w.Lower.Piece, &b.Press), Upper: &upper, Up: w.Up,
			X: drawn.Round(w.X), Y: drawn.Round(w.Y), Alike: drawn.Round(w.Alike),
		}
	}
	return s
}

// tipWords says where a triangle of a setting on point lies along the edge, which it is longer than.
func (b AtMachine) tipWords(l needle.Lie) string {
	from := l.Lower.From
	if l.Upper.From.Owner().IsTriangle() {
		from = l.Upper.From
	}
	if !from.Owner().IsTriangle() {
		return ""
	}
	tip := b.Say(b.Plain.Point.Tip(&b.Table))
	if from == naming.CornerTriangle.Step() {
		return fmt.Sprintf(" Middle to middle: its points stand out by %s at either end.", tip)
	}
	return fmt.Sprintf(" Its right angle even with the corner of the block: its point stands out by %s at the other end.",
		tip)
}

// alongWords is a place along a seam.
func (b AtMachine) alongWords(at piece.Num) string {
	l := at.Nearest()
	return b.Say(l)
}

// pileWords says what is sewn by itself first.
func pileWords(piles []needle.StripPile) string {
	if len(piles) < 2 {
		return ""
	}
	var list []string
	most, uneven := 0, false
	for _, p := range piles {
		n := p.To - p.From + 1
		uneven = uneven || most > 0 && n != most
		most = max(most, n)
		switch n {
		case 1:
			list = append(list, fmt.Sprintf("strip %d alone", p.From))
		case 2:
			list = append(list, fmt.Sprintf("strips %d and %d", p.From, p.To))
		default:
			list = append(list, fmt.Sprintf("strips %d to %d", p.From, p.To))
		}
	}
	says := fmt.Sprintf("Piles: %s; then these to each other.", words.Listed(list))
	if uneven {
		says += " They are not of the same number of strips: keep them in this order."
	}
	return says
}

// clothAt is the fabric of a piece at a place, in inches.
func (b AtMachine) clothAt(p piece.Piece, x, y float64) string {
	if patch, ok := p.At(x, y); ok {
		return b.clothName(patch.Role)
	}
	return ""
}

func (b AtMachine) clothName(role string) string {
	if f, ok := b.Shelf.Fabric(role); ok {
		return f.Name
	}
	return role
}

// firstWords says what the end that goes in first shows at the guide, where that tells it from the other end.
func (b AtMachine) firstWords(l needle.Lie) string {
	if l.Drawn.Cmp(l.Long) < 0 {
		return "" // the other end is not looked at
	}
	in := 1.5 * l.Takes.Inches()
	ends := func(p piece.Piece, x float64) (first, last string) {
		return b.clothAt(p, x, in), b.clothAt(p, x, p.H.Inches()-in)
	}
	below, other := ends(l.Lower.Piece, l.Lower.Piece.W.Inches()-in)
	above, last := ends(l.Upper.Piece, in)
	switch {
	case below != other && above != last:
		return fmt.Sprintf("The end with %s below and %s on top goes in first.", below, above)
	case below != other:
		return fmt.Sprintf("The end where the lower piece is %s at the guide goes in first.", below)
	case above != last:
		return fmt.Sprintf("The end where the top piece is %s at the guide goes in first.", above)
	}
	return ""
}

// allowanceWords says which way allowances point as they go under the foot.
func (b AtMachine) allowanceWords(l needle.Lie) string {
	marks := l.Marks
	var above, below []needle.AllowanceMark
	lock, clash := true, []string{}
	for _, m := range marks {
		if m.Upper != needle.None {
			above = append(above, m)
		}
		if m.Lower != needle.None {
			below = append(below, m)
		}
		lock = lock && m.Meets > 0 && m.Clashes == 0 && m.Upper != needle.Both && m.Lower != needle.Both
		if m.Clashes > 0 && m.Upper != needle.Open && m.Lower != needle.Open {
			clash = append(clash, b.alongWords(m.At))
		}
	}
	up, down := b.pointWords(above, func(m needle.AllowanceMark) needle.AllowanceWay { return m.Upper }),
		b.pointWords(below, func(m needle.AllowanceMark) needle.AllowanceWay { return m.Lower })
	var says []string
	switch {
	case len(marks) == 0:
		return ""
	case l.Drawn.Cmp(l.Long) < 0:
		var where []string
		for _, one := range []struct {
			of   []needle.AllowanceMark
			side string
		}{{above, "on top"}, {below, "below"}} {
			if n := len(one.of); n > 0 {
				where = append(where, one.side+" at "+words.Plural(n, "place"))
			}
		}
		says = append(says, fmt.Sprintf("Allowances come %s; only those of the beginning are drawn. Keep each as it was "+
			"pressed.", words.Listed(where)))
		above, below = nil, nil
	case lock && len(above) > mostTold && up == drawnWords:
		return fmt.Sprintf("Allowances point as they are drawn, %d on either piece: each pair must lock under your finger.",
			len(above))
	case len(marks) > mostTold && (up == drawnWords || down == drawnWords):
		says = append(says, fmt.Sprintf("Allowances point as they are drawn: %d on top, %d below.", len(above), len(below)))
		above, below = nil, nil
	case lock:
		return fmt.Sprintf("Allowances of the top piece point %s; of the lower one the other way: each pair must lock "+
			"under your finger.", up)
	case len(above) > 0:
		says = append(says, fmt.Sprintf("Allowances of the top piece point %s.", up))
	}
	if len(below) > 0 {
		says = append(says, fmt.Sprintf("Of the lower one they point %s.", down))
	}
	if n := len(clash); n > iron.MostNamed {
		says = append(says, fmt.Sprintf("At %d places two lie on each other: pin there, and slow down.", n))
	} else if n > 0 {
		says = append(says, fmt.Sprintf("At %s two lie on each other: pin there, and slow down.", words.Listed(clash)))
	}
	return strings.Join(says, " ")
}

var pointing = map[needle.AllowanceWay]string{
	needle.Away: "away from you", needle.Toward: "toward you", needle.Open: "both ways, opened", needle.Both: "both ways",
}

// drawnWords stands for what would be too much to tell.
const drawnWords = "as they are drawn"

// mostTold is how many places along a seam are told one by one.
const mostTold = 6

// pointWords says which way the allowances of one layer point.
func (b AtMachine) pointWords(marks []needle.AllowanceMark, way func(needle.AllowanceMark) needle.AllowanceWay) string {
	by := map[needle.AllowanceWay][]string{}
	var order []needle.AllowanceWay
	alternate := true
	for i, m := range marks {
		w := way(m)
		if _, known := by[w]; !known {
			order = append(order, w)
		}
		by[w] = append(by[w], b.alongWords(m.At))
		alternate = alternate && (i < 1 || way(marks[i-1]) != w) && (i < 2 || way(marks[i-2]) == w)
	}
	switch {
	case len(order) == 1 && len(marks) > 1:
		return pointing[order[0]] + map[bool]string{
			true:  ", both of them",
			false: fmt.Sprintf(", all %d", len(marks)),
		}[len(marks) == 2]
	case len(marks) > mostTold && alternate:
		return fmt.Sprintf("%s at %s, then %s at %s, and so on in turn", pointing[order[0]], by[order[0]][0],
			pointing[order[1]], by[order[1]][0])
	case len(marks) > mostTold:
		return drawnWords
	}
	var list []string
	for _, w := range order {
		list = append(list, pointing[w]+" at "+words.Listed(by[w]))
	}
	return strings.Join(list, ", ")
}

// wrongWords says what was done wrong.
func wrongWords(w needle.Wrong) string {
	turned := map[int]string{180: "turned end for end", 90: "turned by a quarter", 270: "turned by a quarter"}
	switch down, up := w.Turned[0], w.Turned[1]; {
	case w.Diagonal:
		return "on the other diagonal"
	case w.Other != "" && down < 0:
		return w.Other + " below"
	case w.Other != "":
		return w.Other + " on top"
	case down == 180 && up == 180:
		return "both " + turned[180]
	case down != 0 && up != 0:
		return "both turned"
	case down != 0:
		return "the lower one " + turned[down]
	}
	return "the top one " + turned[w.Turned[1]]
}

// tellsWords is the one mark that tells the wrong way from the right one.
func (b AtMachine) tellsWords(l needle.Lie, w needle.Wrong) string {
	which := map[bool]string{true: "the top piece", false: "the lower piece"}[w.Up]
	if w.Allowance {
		switch at := b.alongWords(w.At); {
		case w.Points[0] == needle.None:
			return fmt.Sprintf("The cloth lies alike. At %s no allowance of %s comes.", at, which)
		case w.Points[1] == needle.None:
			return fmt.Sprintf("The cloth lies alike. At %s an allowance of %s comes, and points %s.", at, which,
				pointing[w.Points[0]])
		default:
			return fmt.Sprintf("The cloth lies alike. At %s the allowance of %s points %s, not %s.", at, which,
				pointing[w.Points[0]], pointing[w.Points[1]])
		}
	}
	p, guide := l.Lower.Piece, 0.0
	if w.Up {
		p = l.Upper.Piece
	} else {
		guide = p.W.Inches()
	}
	where := "at the guide"
	if d := w.X - guide; d*d > p.W.Inches()*p.W.Inches()/4 {
		where = "away from the guide"
	}
	switch h := p.H.Inches(); {
	case w.Along:
		where += ", all along,"
	case w.Y < h/3:
		where += ", at the end that goes in first,"
	case w.Y > 2*h/3:
		where += ", at the end that goes in last,"
	default:
		where += ", half-way along,"
	}
	return words.UpperFirst(where) + " " + b.clothWords(which, w)
}

func (b AtMachine) clothWords(which string, w needle.Wrong) string {
	right, not := b.clothName(w.Right.Role), b.clothName(w.Not.Role)
	if right == not {
		return fmt.Sprintf("%s is %s with its print the other way.", which, right)
	}
	return fmt.Sprintf("%s is %s, not %s.", which, right, not)
}

// against says when one is held against the first.
func (b AtMachine) against(batch batching.Batch) string {
	switch chain := b.Schools.Chain; {
	case batch.Make < 2 || batch.ID.Column() > 0 || batch.Stage == batching.Top || batch.Stage == batching.Finish:
		return ""
	case batch.Make > chain && chain > 1:
		return fmt.Sprintf("Hold the %s against the first.", words.Ordinal(chain))
	}
	return fmt.Sprintf("Hold the %s against the first.", words.Ordinal(max(2, (batch.Make+1)/2)))
}

// underLaid tells what lies face down on a part.
func (b AtMachine) underLaid(d drawn.Drawing, l needle.FaceDown, edge string) *UnderLaid {
	out := &UnderLaid{
		Under: d.Piece(l.Under, &b.Press), Name: l.Name, On: b.clothed(l.On, l.Under), Laid: d.Lying(l.Over, l.Stitches),
	}
	if len(l.Over) > 0 {
		out.Name = b.clothed(l.Name, l.Over[0])
	}
	out.Says = fmt.Sprintf("Lay %s face down on %s: %s.", out.Name, out.On, edge)
	if strings.Contains(edge, "face down") {
		out.Says = fmt.Sprintf("On %s: %s.", out.On, edge)
	}
	if w := l.Wrong; w != nil {
		lying := d.Lying(w.Over, w.Stitches)
		out.Wrong = &UnderWrong{
			Says: wrongWords(*w), Lower: d.Piece(w.Lower.Piece, &b.Press), Laid: &lying, X: drawn.Round(w.X),
			Y: drawn.Round(w.Y), Alike: drawn.Round(w.Alike),
			Tells: "The line of stitches runs the other way.",
		}
		if !w.Diagonal {
			p := l.Under
			where := map[bool]string{
				true:  "Toward the upper left",
				false: "Toward the lower right",
			}[w.X/p.W.Inches()+w.Y/p.H.Inches() < 1]
			out.Wrong.Tells = where + " " + b.clothWords(map[bool]string{
				true:  "what lies face down",
				false: "what lies below",
			}[w.Up], *w)
		}
	}
	return out
}

// placeInWeb says where the nth seam of a column lies, from 0, and what is done there.
func (b AtMachine) placeInWeb(column, n int) (row int, place, then string) {
	rows, columns := b.Layout.Web()
	row = rows[n] + 1
	place = fmt.Sprintf("row %d", row)
	last := n+1 == len(rows)
	switch {
	case n == 0 && column == 2:
		then = "Stack both columns from the top row down, and mark the upper edge of their first pieces with a pin."
	case n == 0:
		then = "Stack the column from the top row down, and mark the upper edge of its first piece with a pin."
	case last && column == columns:
		then = "The last of the web: cut the thread here, and nowhere else."
	case last && column == (columns+1)/2:
		then = fmt.Sprintf("Half-way: after this one lay the web down, %d columns wide, and look along every row. The "+
			"thread is not cut.", column)
	case last:
		then = fmt.Sprintf("The last of this column: do not cut the thread, and begin column %d at the top.", column+1)
	default:
		then = "Do not cut the thread."
	}
	return row, place, then
}
