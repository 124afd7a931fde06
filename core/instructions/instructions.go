// Package instructions tells the whole work as one sheet of lines, in the order of the work: what a quilter follows who
// follows it to the letter. It holds what the screens and the papers say, from the same facts, and no drawing.
package instructions

import (
	"strings"

	"vicis/core/batching"
	"vicis/core/cloth"
	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/mat"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/needle"
	"vicis/core/work"
)

// InstructionSheet is the work as lines.
type InstructionSheet struct {
	Name    string        `json:"name"`
	Seam    float64       `json:"seam" doc:"The allowance in inches, of every seam that says no other"`
	Fabrics []FabricNamed `json:"fabrics"`
	Lines   []Instruction `json:"lines"`

	Piles map[naming.Step]string `json:"piles" doc:"What lies in every pile, by its name"`

	ruler measure.Ruler
}

// FabricNamed is cloth by its name.
type FabricNamed struct {
	ID   string      `json:"id"`
	Name string      `json:"name"`
	Lies cloth.Print `json:"lies,omitempty" enum:"one way,two way" doc:"Its print has a top, or runs one way; left out where it looks the same however it lies"`
}

// Do is what a line asks for.
type Do string

// What lines ask for.
const (
	Cloth     Do = "cloth"      // so much of a fabric lies there
	Shelf     Do = "shelf"      // a length of it lies on the shelf, of which some strips are cut
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
	Square    Do = "square"   // what is sewn is squared up, or checked
	Close     Do = "close"    // the last edge of a strip set is sewn to its first, to a tube
	Open      Do = "open"     // rings that were cut across a tube are opened
	Bind      Do = "bind"     // the binding is sewn round the quilt
	StandIn   Do = "stand in" // what is left over elsewhere is put on a pile
	Words     Do = "words"    // told in words alone
)

// Instruction is one thing to do.
type Instruction struct {
	Do    Do          `json:"do" enum:"cloth,shelf,clean,take,cut strips,cut across,cut pieces,end to end,sew,mark,lay,part,lay and part,slice,halve,onto,trim,square,close,open,bind,stand in,words"`
	Says  string      `json:"says"`
	Step  naming.Step `json:"step,omitempty" doc:"Whose pile grows by it, where that is one"`
	Times int         `json:"times" doc:"How often it is done; each time it makes one of the step, or what its cuts say"`

	Fabric string      `json:"fabric,omitempty" doc:"Of cloth, strips and pieces"`
	Wide   float64     `json:"wide,omitempty" doc:"Of cloth, strips and pieces, in inches; of an edge what is cut off"`
	Left   float64     `json:"left,omitempty" doc:"Of a length on the shelf: how much is left of it"`
	Rest   float64     `json:"rest,omitempty" doc:"Cut across is what is left of one that was begun, so long, from its square end"`
	Prints []int       `json:"prints,omitempty" doc:"Of an assortment: how many strips from each of its prints; those beyond come from lengths on the shelf"`
	Lost   float64     `json:"lost,omitempty" doc:"What is left before the first of strips that are rows of motifs, and again wherever the edge is cleaned between two"`
	Longs  []float64   `json:"longs,omitempty" doc:"Of an assortment: how long the cloth of each of its prints is"`
	End    bool        `json:"end,omitempty" doc:"The pieces are ends of what was cut before, and come from no shelf"`
	Every  int         `json:"every,omitempty" doc:"After so many strips the edge is cleaned again, and takes as much"`
	Long   float64     `json:"long,omitempty" doc:"Of strips, of pieces, and of each length that is cut of strips sewn end to end; none where each is cut as long as the edge it is sewn to"`
	Of     naming.Step `json:"of,omitempty" doc:"The pile that is cut, closed, opened, or sewn end to end; of what is sewn, the pile whose halves the layers are"`
	And    naming.Step `json:"and,omitempty" doc:"What lies on that, right side up, while both are cut"`
	Strip  int         `json:"strip,omitempty" doc:"Of an opened ring: which strip of its set, from 1, lies at the top, whole or in part"`
	Above  float64     `json:"above,omitempty" doc:"With that: it is cut so many inches above the seam below that strip; without, unpicked above it"`
	Off    float64     `json:"off,omitempty" doc:"And so much comes off both ends"`
	Mitred bool        `json:"mitred,omitempty" doc:"Of strips sewn end to end: ends crossed at right angles and sewn from corner to corner"`
	Cuts   []Cut       `json:"cuts,omitempty" doc:"One after another from the clean end"`
	Rows   []Row       `json:"rows,omitempty" doc:"Of a piece that is cut up: first strips from edge to edge, one after another"`
	Seams  []SeamLaid  `json:"seams,omitempty" doc:"In the order they are sewn"`
	Each   bool        `json:"each,omitempty" doc:"Every seam is one of the step, and all of them make one thing; else all of them make one of the step"`
	After  int         `json:"after,omitempty" enum:"0,90,180,270" doc:"How what the last seam gives is turned, clockwise, to lie as its pile does"`
	Trims  []float64   `json:"trims,omitempty" doc:"How wide and how high it is trimmed then, as much off opposite sides"`

	Turn     int             `json:"turn,omitempty" enum:"0,90,180,270" doc:"How what is taken is turned, clockwise, against how it lies in its pile"`
	To       float64         `json:"to,omitempty" doc:"How wide strips are trimmed, where they are cut at the next mark of the ruler"`
	Over     []Over          `json:"over,omitempty" doc:"What is laid face down on it"`
	Stitches []StitchLine    `json:"stitches,omitempty" doc:"Where it is sewn"`
	Knife    []StretchInches `json:"knife,omitempty" doc:"Where both layers are cut, from edge to edge"`
	Sides    []TriangleSide  `json:"sides,omitempty" doc:"Which triangles are sewn to which sides, with the allowance of the sheet"`
	Upright  []float64       `json:"upright,omitempty" doc:"Cuts from top to bottom, in inches from the left edge"`
	Level    []float64       `json:"level,omitempty" doc:"Cuts from side to side, from above"`
	Places   [][]PartPlace   `json:"places,omitempty" doc:"Row by row, what lies at each place between them"`
	Gives    []FallsOut      `json:"gives,omitempty" doc:"What falls out of one: what is on no such list is left over"`
}

// TriangleSide is a triangle sewn to a side.
type TriangleSide struct {
	Side  string               `json:"side" enum:"left,right,top,bottom"`
	Of    naming.Step          `json:"of"`
	In    float64              `json:"in,omitempty" doc:"How far the edge lies inside of the tips that stand out beyond it, in inches"`
	Press needle.PressedToward `json:"press" enum:",lower,upper,open" doc:"Lower is what it is sewn to, upper the triangle"`
}

// PartPlace is where a part falls out.
type PartPlace struct {
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

// StretchInches is a straight line from one point to another, in inches from the left and from above.
type StretchInches struct {
	From [2]float64 `json:"from"`
	To   [2]float64 `json:"to"`
}

// StitchLine is a line that is sewn, and where its allowances go once it is opened.
type StitchLine struct {
	StretchInches
	Press needle.PressedToward `json:"press" enum:",lower,upper,open"`
}

// FallsOut is something that falls out, as it lies in its pile.
type FallsOut struct {
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
	Trim  bool        `json:"trim,omitempty" doc:"It is trimmed to that first: it is cut at the next mark of the ruler"`
	N     int         `json:"n,omitempty" doc:"How many of it come of each piece, where it is not cut across"`
}

// Row is a strip that is cut off a piece, from edge to edge, and what it is cut across into.
type Row struct {
	Long float64  `json:"long" doc:"As long as the piece is that way"`
	High float64  `json:"high"`
	Cuts []RowCut `json:"cuts"`
}

// RowCut is so many patches of a row.
type RowCut struct {
	Step naming.Step `json:"step"`
	N    int         `json:"n"`
	Wide float64     `json:"wide" doc:"Of each, along the row"`
}

// SeamLaid is how two layers lie: their edges that are sewn on the right, at the guide.
type SeamLaid struct {
	Lower LayerLaid            `json:"lower" doc:"Right side up"`
	Upper LayerLaid            `json:"upper" doc:"Taken right side up with the edge that is sewn on the left, and turned over like a page onto the lower one"`
	Takes float64              `json:"takes" doc:"The allowance, in inches"`
	Press needle.PressedToward `json:"press" enum:",lower,upper,open" doc:"Which layer the allowances are pressed toward once it is opened"`
	Meets []int                `json:"meets,omitempty" doc:"Of rows on point: which seam of the lower one and of the upper one meet, from the end that goes in first, from 1"`
	Row   int                  `json:"row,omitempty" doc:"Of a web: the row of the quilt, from 1, that is under way then"`
	After int                  `json:"after,omitempty" enum:"0,90,180,270" doc:"With that: how what the seam gives is turned, clockwise, to lie as its row does"`
}

// LayerLaid is one of them.
type LayerLaid struct {
	Of    naming.Step `json:"of,omitempty" doc:"The pile it is taken from; none for what is under way: what was sewn last"`
	Half  naming.Step `json:"half,omitempty" doc:"It is a half of such a square, which is turned until its diagonal stands upright"`
	Sewn  int         `json:"sewn,omitempty" doc:"It is what that seam of this line gave, from 1"`
	Row   int         `json:"row,omitempty" doc:"It is what of that row of the quilt is under way, from 1"`
	Turn  int         `json:"turn,omitempty" enum:"0,45,90,135,180,225,270,315" doc:"Clockwise, against how it lies in its pile, how what is under way lay when its last seam was opened, or how a row lies in the quilt"`
	Strip bool        `json:"strip,omitempty" doc:"It is cut of strips that were sewn end to end: as long as is said, else as the edge it is sewn to"`
	Long  float64     `json:"long,omitempty" doc:"How long, in inches"`
}

// Of tells the work line by line.
func Of(w *work.Work) InstructionSheet {
	t := teller{Work: w}
	out := InstructionSheet{
		Name: w.Name, Seam: inches(w.Table.Seam), Fabrics: []FabricNamed{}, Lines: []Instruction{},
		Piles: map[naming.Step]string{}, ruler: w.Table.Ruler,
	}
	for _, f := range w.Fabrics {
		one := FabricNamed{ID: f.ID, Name: f.Name}
		if f.Directed() {
			one.Lies = f.Lies()
		}
		out.Fabrics = append(out.Fabrics, one)
	}
	for _, s := range w.Steps {
		out.Piles[s.ID] = s.Called
	}
	sewn := t.script()
	for _, b := range w.Batches {
		if sewn[b.ID] || b.Make == 0 {
			continue
		}
		if b.Does == making.Trims && w.Acts[b.ID].Act.Does == making.Sews { // it falls out where what it is cut off is sewn
			continue
		}
		t.joins(b)
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
			t.lines = append(t.lines, Instruction{Do: Trim, Says: "Trim the quilt.", Times: 1, Gives: []FallsOut{{
				N: 1, Turn: 315, Raw: true, Sides: [4][]string{{}, {}, {}, {}}, Wide: inches(wide), High: inches(high),
			}}})
		}
	}
	out.Lines = append(out.Lines, t.lines...)
	for _, l := range out.Lines { // what falls out and is not wanted
		for _, g := range l.Gives {
			if g.Step != "" && out.Piles[g.Step] == "" {
				out.Piles[g.Step] = w.NameOf(g.Step)
			}
		}
	}
	return out
}

// script tells the cutting and the strip sets between it: which batches were told with it.
func (t *teller) script() map[naming.Step]bool {
	w := t.Work
	sewn := map[naming.Step]bool{}
	for i, told := range mat.Of(w).Script() {
		part := w.Script[i]
		for k, l := range part.Lines {
			says := strings.Join(nonEmpty(told.Lines[k].Says, told.Lines[k].Held), " ")
			if rows := told.Lines[k].Rows; len(rows) > 0 {
				says += " First " + strings.Join(rows, "; ") + "."
			}
			if l.Kind == work.SewSet {
				for _, b := range w.Batches {
					if w.Acts[b.ID].Made.Unit.ID == part.Set && b.Stage == batching.Sets && b.Make > 0 {
						t.lines = append(t.lines, t.batch(b))
						sewn[b.ID] = true
					}
				}
				continue
			}
			t.cut(part, l, says)
		}
	}
	return sewn
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
	*work.Work
	lines []Instruction
}

func inches(l measure.Length) float64 { return drawn.Round(l.Inches()) }
