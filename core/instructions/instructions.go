// Package instructions tells the whole work as one sheet of lines, in the order of the work: what a quilter follows who follows it to the
// letter. It holds what the screens and the papers say, from the same facts, and no drawing.
package instructions

import (
	"fmt"
	"math"
	"strings"

	"vicis/core/batching"
	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/needle"
	"vicis/core/sheet"
	"vicis/core/work"
)

// Sheet is the work as lines.
type Sheet struct {
	Name    string   `json:"name"`
	Seam    float64  `json:"seam" doc:"The allowance in inches, of every seam that says no other"`
	Fabrics []Fabric `json:"fabrics"`
	Lines   []Line   `json:"lines"`

	Piles map[naming.Step]string `json:"piles" doc:"What lies in every pile, by its name"`

	ruler measure.Ruler
}

// Fabric is cloth by its name.
type Fabric struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// Do is what a line asks for.
type Do string

// What lines ask for.
const (
	Cloth     Do = "cloth"      // so much of a fabric lies there
	Clean     Do = "clean"      // its edge
	Take      Do = "take"       // strips that are cut already
	CutStrips Do = "cut strips" // of cloth, as long as it is wide
	CutAcross Do = "cut across" // strips, or strip sets
	CutPieces Do = "cut pieces" // patches from pieces on the shelf, or from ends
	EndToEnd  Do = "end to end" // all strips of a pile sewn end to end, of which lengths are cut
	Sew       Do = "sew"        // edge to edge
	Mark      Do = "mark"       // lines are drawn: it stays what it is
	Lay       Do = "lay"        // pieces face down on another one, sewn along lines
	Part      Do = "part"       // what was laid is cut apart, opened, pressed and trimmed
	LayPart   Do = "lay and part"
	Slice     Do = "slice"    // what is sewn is cut again
	Halve     Do = "halve"    // squares are cut on a diagonal
	Onto      Do = "onto"     // triangles are sewn to sides by their long edges
	Trim      Do = "trim"     // what is sewn is turned and trimmed
	Close     Do = "close"    // the last edge of a strip set is sewn to its first, to a tube
	Open      Do = "open"     // rings that were cut across a tube are opened
	Bind      Do = "bind"     // the binding is sewn round the quilt
	StandIn   Do = "stand in" // what is left over elsewhere is put on a pile
	Words     Do = "words"    // told in words alone
)

// Line is one thing to do.
type Line struct {
	Do    Do          `json:"do" enum:"cloth,clean,take,cut strips,cut across,cut pieces,end to end,sew,mark,lay,part,lay and part,slice,halve,onto,trim,close,open,bind,stand in,words"`
	Says  string      `json:"says"`
	Step  naming.Step `json:"step,omitempty" doc:"Whose pile grows by it, where that is one"`
	Times int         `json:"times" doc:"How often it is done; each time it makes one of the step, or what its cuts say"`

	Fabric string      `json:"fabric,omitempty" doc:"Of cloth, strips and pieces"`
	Wide   float64     `json:"wide,omitempty" doc:"Of cloth, strips and pieces, in inches; of an edge what is cut off"`
	Every  int         `json:"every,omitempty" doc:"After so many strips the edge is cleaned again, and takes as much"`
	Long   float64     `json:"long,omitempty" doc:"Of strips, of pieces, and of each length that is cut of strips sewn end to end; none where each is cut as long as the edge it is sewn to"`
	Of     naming.Step `json:"of,omitempty" doc:"The pile that is cut, closed, opened, or sewn end to end; of what is sewn, the pile whose halves the layers are"`
	And    naming.Step `json:"and,omitempty" doc:"What lies on that, right side up, while both are cut"`
	Strip  int         `json:"strip,omitempty" doc:"Of an opened ring: which strip of its set, from 1, lies at the top, whole or in part"`
	Above  float64     `json:"above,omitempty" doc:"With that: it is cut so many inches above the seam below that strip; without, unpicked above it"`
	Off    float64     `json:"off,omitempty" doc:"And so much comes off both ends"`
	Mitred bool        `json:"mitred,omitempty" doc:"Of strips sewn end to end: ends crossed at right angles and sewn from corner to corner"`
	Cuts   []Cut       `json:"cuts,omitempty" doc:"One after another from the clean end"`
	Seams  []Seam      `json:"seams,omitempty" doc:"In the order they are sewn"`
	Each   bool        `json:"each,omitempty" doc:"Every seam is one of the step, and all of them make one thing; else all of them make one of the step"`
	After  int         `json:"after,omitempty" enum:"0,90,180,270" doc:"How what the last seam gives is turned, clockwise, to lie as its pile does"`
	Trims  []float64   `json:"trims,omitempty" doc:"How wide and how high it is trimmed then, as much off opposite sides"`

	Turn     int       `json:"turn,omitempty" enum:"0,90,180,270" doc:"How what is taken is turned, clockwise, against how it lies in its pile"`
	Over     []Over    `json:"over,omitempty" doc:"What is laid face down on it"`
	Stitches []Stitch  `json:"stitches,omitempty" doc:"Where it is sewn"`
	Knife    []Stretch `json:"knife,omitempty" doc:"Where both layers are cut, from edge to edge"`
	Sides    []Side    `json:"sides,omitempty" doc:"Which triangles are sewn to which sides, with the allowance of the sheet"`
	Upright  []float64 `json:"upright,omitempty" doc:"Cuts from top to bottom, in inches from the left edge"`
	Level    []float64 `json:"level,omitempty" doc:"Cuts from side to side, from above"`
	Places   [][]Place `json:"places,omitempty" doc:"Row by row, what lies at each place between them"`
	Gives    []Give    `json:"gives,omitempty" doc:"What falls out of one: what is on no such list is left over"`
}

// Side is a triangle sewn to a side.
type Side struct {
	Side  string       `json:"side" enum:"left,right,top,bottom"`
	Of    naming.Step  `json:"of"`
	In    float64      `json:"in,omitempty" doc:"How far the edge lies inside of the tips that stand out beyond it, in inches"`
	Press needle.Press `json:"press" enum:",lower,upper,open" doc:"Lower is what it is sewn to, upper the triangle"`
}

// Place is where a part falls out.
type Place struct {
	Step  naming.Step `json:"step"`
	Turn  int         `json:"turn,omitempty" enum:"0,90,180,270" doc:"How it lies there, clockwise against how it lies in its pile"`
	Kinds int         `json:"kinds,omitempty" doc:"As of what falls out elsewhere"`
}

// Over is a piece that lies face down on another one.
type Over struct {
	Of   naming.Step `json:"of"`
	Turn int         `json:"turn,omitempty" enum:"0,90,180,270" doc:"Clockwise, right side up, before it is turned over like a page"`
	Left float64     `json:"left" doc:"How far its left edge, as it lies then, is from the left edge of what it lies on, in inches"`
	Top  float64     `json:"top"`
}

// Stretch is a straight line from one point to another, in inches from the left and from above.
type Stretch struct {
	From [2]float64 `json:"from"`
	To   [2]float64 `json:"to"`
}

// Stitch is a line that is sewn, and where its allowances go once it is opened.
type Stitch struct {
	Stretch
	Press needle.Press `json:"press" enum:",lower,upper,open"`
}

// Give is something that falls out, as it lies in its pile.
type Give struct {
	Step  naming.Step `json:"step"`
	N     int         `json:"n"`
	Turn  int         `json:"turn,omitempty" enum:"0,45,315" doc:"How what falls out is turned, clockwise, where its edges do not tell"`
	Kinds int         `json:"kinds,omitempty" doc:"In how many kinds they come that look alike and are sewn differently, where that is more than one; the pile is not sorted by them"`
	Raw   bool        `json:"raw,omitempty" doc:"It is no rectangle, and not trimmed"`
	Sides [4][]string `json:"sides" doc:"Which fabrics its edges show: above and below from the left, right and left from above; in the order above, right, below, left"`
	Wide  float64     `json:"wide" doc:"What it is trimmed to"`
	High  float64     `json:"high"`
	Above *float64    `json:"above,omitempty" doc:"How much of that is trimmed off above; as much as below where nothing is said. Left and right as much comes off"`
}

// Cut is one cut across.
type Cut struct {
	Reads float64     `json:"reads" doc:"On the ruler in inches, from the end cleaned last"`
	Text  string      `json:"text" doc:"The same, as the ruler says it"`
	Step  naming.Step `json:"step,omitempty" doc:"The pile that what falls off goes to; none where the end is cleaned"`
	Wide  float64     `json:"wide,omitempty" doc:"How it lies in its pile, where it is a patch of cloth: its level edge"`
	High  float64     `json:"high,omitempty" doc:"And its upright edge"`
	N     int         `json:"n,omitempty" doc:"How many of it come of each piece, where it is not cut across"`
}

// Seam is how two layers lie: their edges that are sewn on the right, at the guide.
type Seam struct {
	Lower Layer        `json:"lower" doc:"Right side up"`
	Upper Layer        `json:"upper" doc:"Taken right side up with the edge that is sewn on the left, and turned over like a page onto the lower one"`
	Takes float64      `json:"takes" doc:"The allowance, in inches"`
	Press needle.Press `json:"press" enum:",lower,upper,open" doc:"Which layer the allowances are pressed toward once it is opened"`
	Meets []int        `json:"meets,omitempty" doc:"Of rows on point: which seam of the lower one and of the upper one meet, from the end that goes in first, from 1"`
	Row   int          `json:"row,omitempty" doc:"Of a web: the row of the quilt, from 1, that is under way then"`
	After int          `json:"after,omitempty" enum:"0,90,180,270" doc:"With that: how what the seam gives is turned, clockwise, to lie as its row does"`
}

// Layer is one of them.
type Layer struct {
	Of    naming.Step `json:"of,omitempty" doc:"The pile it is taken from; none for what is under way: what was sewn last"`
	Half  naming.Step `json:"half,omitempty" doc:"It is a half of such a square, which is turned until its diagonal stands upright"`
	Sewn  int         `json:"sewn,omitempty" doc:"It is what that seam of this line gave, from 1"`
	Row   int         `json:"row,omitempty" doc:"It is what of that row of the quilt is under way, from 1"`
	Turn  int         `json:"turn,omitempty" enum:"0,45,90,135,180,225,270,315" doc:"Clockwise, against how it lies in its pile, how what is under way lay when its last seam was opened, or how a row lies in the quilt"`
	Strip bool        `json:"strip,omitempty" doc:"It is cut of strips that were sewn end to end: as long as is said, else as the edge it is sewn to"`
	Long  float64     `json:"long,omitempty" doc:"How long, in inches"`
}

// Of tells the work line by line.
func Of(w *work.Work) Sheet {
	t := teller{w: w, b: sheet.Of(w, nil)}
	out := Sheet{Name: w.Document.Name, Seam: inches(w.Table.Seam), Fabrics: []Fabric{}, Lines: []Line{}, Piles: map[naming.Step]string{}, ruler: w.Table.Ruler}
	for _, f := range w.Document.Fabrics {
		out.Fabrics = append(out.Fabrics, Fabric{f.ID, f.Name})
	}
	for _, s := range w.Steps {
		out.Piles[s.ID] = s.Called
	}
	sewn := map[naming.Step]bool{}
	for i, told := range t.b.Script() {
		part := w.Script[i]
		for k, l := range part.Lines {
			says := strings.Join(nonEmpty(told.Lines[k].Says, told.Lines[k].Held), " ")
			if l.Kind == work.SewSet {
				for _, b := range w.Batches {
					if w.Acts[b.ID].Made.Unit.ID == part.Set && b.Stage == batching.Sets {
						t.lines = append(t.lines, t.batch(b))
						sewn[b.ID] = true
					}
				}
				continue
			}
			t.cut(part, l, says)
		}
	}
	for _, b := range w.Batches {
		if sewn[b.ID] || b.Make == 0 {
			continue
		}
		if b.Does == making.Trims && w.Acts[b.ID].Act.Does == making.Sews { // it falls out where what it is cut off is sewn
			continue
		}
		line := t.batch(b)
		for _, g := range line.Gives { // all that falls out of one run is one line
			sewn[g.Step] = true
		}
		for _, row := range line.Places {
			for _, p := range row {
				sewn[p.Step] = true
			}
		}
		t.lines = append(t.lines, line)
		t.standIns(b.ID, line)
		if b.ID == naming.CornersOn {
			wide, high := w.Layout.Middle()
			t.lines = append(t.lines, Line{Do: Trim, Says: "Trim the quilt.", Times: 1, Gives: []Give{{
				N: 1, Turn: 315, Raw: true, Sides: [4][]string{{}, {}, {}, {}}, Wide: inches(wide), High: inches(high),
			}}})
		}
	}
	out.Lines = append(out.Lines, t.lines...)
	return out
}

func nonEmpty(list ...string) (out []string) {
	for _, s := range list {
		if s != "" {
			out = append(out, s)
		}
	}
	return out
}

// teller tells lines.
type teller struct {
	w     *work.Work
	b     sheet.Sheet
	lines []Line
}

func inches(l measure.Length) float64 { return drawn.Round(l.Inches()) }

// cut tells a line of the cutting.
func (t *teller) cut(part work.Part, l work.Line, says string) {
	line := Line{Do: Words, Says: says, Times: l.Times}
	switch l.Kind {
	case work.Enough:
		if f := part.Fabric; len(f.Uses) == 0 && f.Prints <= 1 {
			line.Do, line.Times, line.Fabric, line.Wide, line.Long = Cloth, 1, f.Fabric.ID, inches(f.Usable), inches(f.Rest)
		}
	case work.Clean:
		line.Do, line.Times, line.Fabric, line.Wide, line.Every = Clean, 1, part.Fabric.Fabric.ID, inches(t.w.Table.Squaring), t.w.Table.Every
	case work.Strips, work.Ready:
		usable, _ := t.w.Table.Usable(l.Strip.Role)
		line.Do = CutStrips
		if l.Kind == work.Ready {
			line.Do = Take
		}
		line.Step, line.Fabric, line.Wide, line.Long = l.Strip.ID, t.b.Fabric(l.Strip.Role), inches(l.Strip.Cut), inches(usable)
	case work.AcrossIt:
		line.Do, line.Of = CutAcross, t.from(l)
		line.Cuts = t.marks(l)
	case work.Piece:
		t.pieces(&line, l)
	case work.Wait, work.Border:
		line.Do, line.Of, line.Times = EndToEnd, l.Strip.ID, 1
	case work.EndToEnd:
		line.Do, line.Of, line.Step, line.Long = EndToEnd, l.Strip.ID, l.Strip.For, inches(l.Strip.Joined.Pieces[0])
	}
	t.lines = append(t.lines, line)
}

// from is the pile that is cut across.
func (t *teller) from(l work.Line) naming.Step {
	if l.Strip != nil {
		return l.Strip.ID
	}
	set := t.w.Unit(l.Across.Set)
	if len(set.Seams) == 0 { // a set of one strip
		for _, s := range set.Acts[0].Strips {
			for _, f := range t.w.Cut.Fabrics {
				for _, strip := range f.Strips {
					if strip.Role == s.Role && strip.Width == s.Width {
						return strip.ID
					}
				}
			}
		}
	}
	return set.Acts[len(set.Acts)-1].ID
}

// marks are the cuts across, one after another.
func (t *teller) marks(l work.Line) []Cut {
	at, which := l.Across.Marks(*l.Pattern, &t.w.Table)
	squared := at[0]
	list := []Cut{{Reads: inches(at[0]), Text: t.b.Say(at[0])}}
	for i := 1; i < len(at); i++ {
		c := Cut{Reads: inches(at[i] - squared), Text: t.b.Say(at[i] - squared)}
		if which[i] < 0 {
			squared = at[i]
		} else {
			c.Step = l.Across.Cuts[which[i]].ID
			c.Wide, c.High = t.lies(c.Step)
		}
		list = append(list, c)
	}
	return list
}

// lies is how a patch lies in its pile: what lies between two marks is cut at the next one up and trimmed, as is noted where it is decided.
func (t *teller) lies(step naming.Step) (wide, high float64) {
	if patch := t.w.Acts[step].Act.Patch; patch != nil {
		return inches(patch.W), inches(patch.H)
	}
	return 0, 0
}

// pieces are cut from what lies on the shelf, or from ends.
func (t *teller) pieces(line *Line, l work.Line) {
	line.Do = CutPieces
	add := func(role string, have [2]measure.Length, step naming.Step, n int) {
		line.Fabric, line.Wide, line.Long = t.b.Fabric(role), inches(have[0]), inches(have[1])
		c := Cut{Step: step, N: n}
		c.Wide, c.High = t.lies(step)
		line.Cuts = append(line.Cuts, c)
	}
	if l.Lay == nil {
		one := l.Piece
		add(one.Role, [2]measure.Length{one.Have.W, one.Have.L}, one.Act, l.Gives[0].N)
		return
	}
	for _, g := range l.Lay.Gives {
		add(l.Lay.Role, [2]measure.Length{l.Lay.Have.W, l.Lay.Have.L}, g.Act, g.N)
	}
}

// batch tells what is sewn, or done with what was sewn.
func (t *teller) batch(b batching.Batch) Line {
	line := Line{Do: Words, Says: t.b.Told(b), Step: b.ID, Times: b.Make}
	act := t.w.Acts[b.ID]
	switch {
	case b.Does == making.Marks:
		line.Do, line.Of = Mark, act.Act.Takes[0].Act
		line.Turn, _ = t.turn(line.Of, act.Act.Piece)
		return line
	case b.Does == making.CutsAgain:
		t.slice(&line, act.Made, act.Act)
		return line
	case b.ID.Made().IsTriangle():
		line.Do, line.Of, line.Times = Halve, act.Act.Takes[0].Act, t.w.Demand.Runs[act.Act.ID]
		line.Gives = []Give{{Step: b.ID, N: act.Act.Gives[0].Count, Raw: true, Sides: [4][]string{{}, {}, {}, {}}}}
		return line
	case t.w.Layout.OnPoint && t.around(&line, b):
		return line
	case b.ID == naming.BackingJoin:
		t.backing(&line, b)
		return line
	case b.ID == naming.BindingJoin:
		line.Do, line.Of, line.Times, line.Mitred = EndToEnd, naming.BindingStrips, 1, true
		return line
	case b.ID == naming.BindingRound:
		line.Do, line.Of, line.Times = Bind, naming.BindingStrips, 1
		return line
	case b.Does == making.Opens:
		t.opens(&line, act.Act)
		return line
	case b.Stage == batching.Sets && act.Act.Joins != nil:
		line.Do, line.Of = Close, act.Act.Takes[0].Act
		line.Seams = []Seam{{Takes: inches(t.w.Table.Seam), Press: t.press(act.Act.Sews[0])}}
		return line
	case b.Does == making.Trims && len(act.Act.Gives) == 0 && len(act.Act.Takes) > 0 && act.Act.Cuts > 0:
		line.Do, line.Of, line.And = Halve, act.Act.Takes[0].Act, act.Act.Takes[len(act.Act.Takes)-1].Act
		return line
	case act.Act.Halves:
		line.Do, line.Of, line.Times = Halve, act.Act.Takes[0].Act, t.w.Demand.Runs[act.Act.ID]
		line.Gives = []Give{{Step: b.ID, N: 2, Raw: true, Sides: [4][]string{{}, {}, {}, {}}}}
		return line
	case len(act.Act.Onto) > 0:
		t.onto(&line, act.Act)
		return line
	case act.Act.Eighth:
		line.Do, line.Of, line.Times = Trim, act.Act.Takes[0].Act, t.w.Demand.Runs[act.Act.ID]
		line.Gives = t.gives(act.Made, act.Act)
		for i := range line.Gives {
			line.Gives[i].Turn = 45
		}
		return line
	case b.Does == making.Trims && (len(act.Act.Apart) > 0 || t.chained(act.Act)):
		t.part(&line, act.Made, act.Act)
		return line
	case b.Does != making.Sews:
		return line
	case len(b.Left.Over) > 0:
		t.lay(&line, act.Made, act.Act)
		return line
	}
	card, ok := needle.Of(t.w, b.ID, 0)
	for ok && len(card.Lies) < card.Seams {
		more, _ := needle.Of(t.w, b.ID, len(card.Lies))
		card.Lies = append(card.Lies, more.Lies...)
		card.Batch = more.Batch
	}
	if !ok || card.Laid != nil {
		return line
	}
	line.Do, line.Each, line.After = Sew, card.Each, card.Batch.Turned
	if w, h := b.Piece.Size(); b.Shaves {
		line.Trims = []float64{inches(w), inches(h)}
	}
	if odd(card) {
		line.Of, line.After = act.Act.Takes[0].Act, 0
	}
	if b.ID.IsCorners() { // both pieces alike: a square to each end
		line.Each, line.Times, card.Lies = false, b.Make/2, card.Lies[:2]
	}
	web, _ := t.w.Layout.Web()
	for i, l := range card.Lies {
		seam := Seam{Lower: t.layer(l.Lower), Upper: t.layer(l.Upper), Takes: inches(l.Takes), Press: l.Press}
		if b.ID.Column() > 0 {
			seam.Row, seam.After, line.After = web[i]+1, (360-l.Turned)%360, 0
		}
		if b.ID == naming.Rows && t.w.Layout.OnPoint {
			seam.Meets = t.meets(i, l.Turned)
		}
		for _, ring := range t.w.Layout.Rings {
			for _, one := range []*Layer{&seam.Lower, &seam.Upper} {
				if ring.Border.ID.Corners() == b.ID && one.Strip {
					one.Long = inches(ring.Ends)
				}
			}
		}
		line.Seams = append(line.Seams, seam)
	}
	return line
}

// odd says whether something is laid at an odd eighth: halves that were cut on their diagonal.
func odd(card needle.Card) bool {
	for _, l := range card.Lies {
		if l.Lower.Turn%90 != 0 || l.Upper.Turn%90 != 0 {
			return true
		}
	}
	return false
}

func (t *teller) layer(l needle.Layer) Layer {
	out := Layer{Of: l.From, Turn: l.Turn, Sewn: l.Sewn, Row: l.Row}
	if l.Turn%90 != 0 {
		out.Of, out.Half = "", l.From
	}
	for _, f := range t.w.Cut.Fabrics {
		for _, s := range f.Strips {
			out.Strip = out.Strip || s.ID == l.From && s.Joined != nil && !s.Lengths
		}
	}
	return out
}

// Text prints the sheet for people.
func (s Sheet) Text() string {
	var out strings.Builder
	fmt.Fprintf(&out, "%s\n", s.Name)
	for i, l := range s.Lines {
		fmt.Fprintf(&out, "%4d  %s\n", i+1, l.Says)
		for k := 0; k < len(l.Cuts); { // those that go to one pile together
			var at []string
			goes := s.goes(l.Cuts[k])
			for ; k < len(l.Cuts) && s.goes(l.Cuts[k]) == goes; k++ {
				at = append(at, l.Cuts[k].Text)
			}
			if at[0] != "" {
				fmt.Fprintf(&out, "        at %s: %s\n", strings.Join(at, ", "), goes)
			}
		}
		for k, seam := range l.Seams {
			if len(seam.Meets) > 0 {
				fmt.Fprintf(&out, "        from the end that goes in first, seam %d of the lower row meets seam %d of the upper one\n", seam.Meets[0], seam.Meets[1])
			}
			if l.Do == Close {
				fmt.Fprintf(&out, "        %s%s\n", s.long(seam.Takes), strings.NewReplacer("lower one", "last strip", "upper one", "first strip").Replace(pressWords(seam.Press)))
				continue
			}
			fmt.Fprintf(&out, "        seam %d: %s below; %s on top, turned over onto it; %s%s\n", k+1, s.layerWords(seam.Lower), s.layerWords(seam.Upper), s.long(seam.Takes), pressWords(seam.Press))
		}
		for _, o := range l.Over {
			fmt.Fprintf(&out, "        face down on %s: %s%s, %s from its left edge and %s from above\n", s.pile(l.Of), s.pile(o.Of), turnWords(o.Turn), s.long(o.Left), s.long(o.Top))
		}
		for _, one := range l.Sides {
			fmt.Fprintf(&out, "        %s to the %s edge%s, middle to middle%s\n", s.pile(one.Of), one.Side, s.inWords(one), pressWords(one.Press))
		}
		for _, one := range l.Stitches {
			fmt.Fprintf(&out, "        sew %s%s\n", s.stretch(one.Stretch), pressWords(one.Press))
		}
		for _, k := range l.Knife {
			fmt.Fprintf(&out, "        cut %s\n", s.stretch(k))
		}
		for r, row := range l.Places {
			for c, p := range row {
				fmt.Fprintf(&out, "        row %d, place %d: to the pile of %s%s\n", r+1, c+1, s.pile(p.Step), turnWords((360-p.Turn)%360))
			}
		}
		for _, g := range l.Gives {
			if g.Step == "" {
				fmt.Fprintf(&out, "        turned by %d°, to %s × %s, as much off opposite sides\n", g.Turn, s.long(g.Wide), s.long(g.High))
				continue
			}
			fmt.Fprintf(&out, "        %d of each to the pile of %s%s\n", g.N, s.pile(g.Step), s.fallsWords(g))
		}
		if l.Do == Sew && l.After != 0 {
			fmt.Fprintf(&out, "        then turn it by %d°\n", l.After)
		}
		if len(l.Trims) > 0 {
			fmt.Fprintf(&out, "        and trim it to %s × %s, as much off opposite sides\n", s.long(l.Trims[0]), s.long(l.Trims[1]))
		}
	}
	return out.String()
}

// long is a length as the ruler says it.
func (s Sheet) long(inches float64) string {
	return s.ruler.Print(measure.Length(math.Round(inches * float64(measure.Inch))))
}

// stretch is a line from a point to another, each from the left and from above.
func (s Sheet) stretch(l Stretch) string {
	return fmt.Sprintf("from %s and %s to %s and %s (from the left, from above)", s.long(l.From[0]), s.long(l.From[1]), s.long(l.To[0]), s.long(l.To[1]))
}

// inWords is how far an edge lies inside of the tips beyond it.
func (s Sheet) inWords(one Side) string {
	if one.In == 0 {
		return ""
	}
	return ", " + s.long(one.In) + " inside of the tips"
}

// fallsWords is how large something is that falls out, what is trimmed off it and how it lies; nothing of what is no rectangle and shows no
// edge.
func (s Sheet) fallsWords(g Give) string {
	if g.Wide == 0 {
		return ""
	}
	says := fmt.Sprintf(", %s × %s", s.long(g.Wide), s.long(g.High))
	if g.Above != nil {
		says += ", " + s.long(*g.Above) + " of it trimmed off above"
	}
	if g.Turn != 0 {
		says += fmt.Sprintf(", turned by %d° before it is trimmed", g.Turn)
	}
	return says + "; its edges show, from above and clockwise, " + s.edges(g)
}

// edges is which fabrics the edges of something show.
func (s Sheet) edges(g Give) string {
	var list []string
	for _, side := range g.Sides {
		var names []string
		for _, id := range side {
			for _, f := range s.Fabrics {
				if f.ID == id {
					names = append(names, f.Name)
				}
			}
		}
		list = append(list, strings.Join(names, " and "))
	}
	return strings.Join(list, "; ")
}

// goes is where what is cut off goes.
func (s Sheet) goes(c Cut) string {
	if c.Step == "" {
		return "clean the end"
	}
	return "to the pile of " + s.pile(c.Step)
}

// pile is what a pile is called.
func (s Sheet) pile(step naming.Step) string {
	if name := s.Piles[step]; name != "" {
		return name
	}
	return string(step)
}

func (s Sheet) layerWords(l Layer) string {
	says := "what is under way"
	switch {
	case l.Half != "":
		says = "half of " + s.pile(l.Half)
	case l.Row > 0:
		says = fmt.Sprintf("row %d", l.Row)
	case l.Sewn > 0:
		says = fmt.Sprintf("what seam %d gave", l.Sewn)
	case l.Of != "":
		says = s.pile(l.Of)
	}
	switch {
	case l.Long > 0:
		says += fmt.Sprintf(", cut %s long,", s.long(l.Long))
	case l.Strip:
		says += ", cut to the edge,"
	}
	return says + turnWords(l.Turn)
}

func turnWords(turn int) string {
	if turn == 0 {
		return ""
	}
	return fmt.Sprintf(" turned by %d°", turn)
}

func pressWords(p needle.Press) string {
	switch p {
	case needle.Opened:
		return "; press it open"
	case needle.ToLower:
		return "; press toward the lower one"
	case needle.ToUpper:
		return "; press toward the upper one"
	}
	return ""
}
