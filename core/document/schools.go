package document

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/pressing"
)

// Schools are the ways of working the quilter chose where quilters differ. They hold for the project; what makes sense
// for a single step can be chosen differently there.
type Schools struct {
	Press    pressing.School        `json:"press" enum:"nest,dark,open,flat,outward,inward,late"`
	SetFirst bool                   `json:"setFirst" doc:"Press the seam flat as sewn before it is pressed to a side"`
	Sewing   string                 `json:"sewing" enum:"alternate,same"`
	Joining  string                 `json:"joining" enum:"one,pairs,threes"`
	Rows     string                 `json:"rows" enum:"rows,web" doc:"Whether the rows of the quilt are sewn one after another, or as a web; on point always one after another"`
	Kit      int                    `json:"kit,omitempty" minimum:"0" maximum:"1000" doc:"Blocks whose units are sewn together before the next ones are; 0 for one step after another for the whole quilt"`
	Pins     string                 `json:"pins" enum:"none,crossings,everywhere,glue"`
	Marking  making.Marking         `json:"marking" enum:"line,both,crease,guide" doc:"How a sewing line on the diagonal is shown to the needle"`
	Prepare  string                 `json:"prepare" enum:"press,starch,wash" doc:"What is done to the cloth before it is cut"`
	Ends     string                 `json:"ends" enum:"keep,use" doc:"What becomes of the end of a strip"`
	Later    string                 `json:"later" enum:"planned,measured" doc:"To what sub-cuts are cut: as planned, or once their strip set was measured"`
	Measure  string                 `json:"measure" enum:"asked,first,tenth,all" doc:"How many of each kind are measured once they are sewn"`
	Square   string                 `json:"square" enum:"method,check,units,blocks" doc:"What is squared up once it is sewn, and counted; trimmed where its method says so in any case"`
	Chain    int                    `json:"chain" minimum:"1" maximum:"500" doc:"Units on one chain before it is cut"`
	Steps    map[string]StepSchools `json:"steps,omitempty" doc:"What is done differently, by unit, row kind or border"`
}

// Webbed is how rows are sewn as a web: column to column, the thread between the rows left in.
const Webbed = "web"

// StepSchools is what one step does differently; what is left out is as in the project.
type StepSchools struct {
	Press    pressing.School `json:"press,omitempty" enum:"nest,dark,open,flat,outward,inward"`
	SetFirst *bool           `json:"setFirst,omitempty"`
	Pins     string          `json:"pins,omitempty" enum:"none,crossings,everywhere,glue"`
}

// Settings are what does not change the quilt, only how it is told.
type Settings struct {
	Hand    string          `json:"hand" enum:"right,left" doc:"The hand that holds the cutter"`
	Buy     string          `json:"buy" enum:"yd,m" doc:"How the shop sells cloth"`
	Layers  int             `json:"layers" minimum:"1" maximum:"8" doc:"Strips or sets that are stacked to be cut across"`
	Longest measure.Written `json:"longest,omitzero" doc:"The longest ruler; 24 in, or 60 cm, when left out"`
	Paper   string          `json:"paper" enum:"a4,letter"`
	Stitch  measure.Written `json:"stitch,omitzero" doc:"How long stitches usually are; 2.1 to 2.5 mm when left out"`
	Short   measure.Written `json:"short,omitzero" doc:"How long short ones are, where a seam is cut through later; 1.3 to 1.7 mm when left out"`
	PerSeam int             `json:"perSeam" minimum:"200" maximum:"500" doc:"Thread that a seam takes at usual stitches, upper and lower together, per cent of its length"`
	Bobbin  int             `json:"bobbin" minimum:"5" maximum:"500" doc:"Metres of thread on a full bobbin"`
	Times   string          `json:"times" enum:"told,hidden" doc:"Whether pace, time left and thread are told"`
}

// PressOf gives the school of pressing for a unit, row kind or border.
func (s Schools) PressOf(id string) pressing.School {
	if o := s.Steps[id].Press; o != "" {
		return o
	}
	return s.Press
}

// SetFirstOf says whether the seams of a step are set first.
func (s Schools) SetFirstOf(id string) bool {
	if o := s.Steps[id].SetFirst; o != nil {
		return *o
	}
	return s.SetFirst
}

// PinsOf says how a step is pinned.
func (s Schools) PinsOf(id string) string {
	if o := s.Steps[id].Pins; o != "" {
		return o
	}
	return s.Pins
}

// fill gives what an older document leaves out its usual value.
func (d *Document) fill() {
	set := func(v *string, usual string) {
		if *v == "" {
			*v = usual
		}
	}
	d.Top.Borders = slices.Clone(d.Top.Borders)
	for i := range d.Top.Borders {
		if b := &d.Top.Borders[i]; strings.TrimSpace(b.Name) == "" { // what is said of it needs a name
			b.Name = fmt.Sprintf("border %d", i+1)
		}
		if !d.Top.Borders[i].Width.Given() {
			d.Top.Borders[i].Width = making.Breadth{}.Canonical()
		}
	}
	if d.Schools.Press == "" {
		d.Schools.Press = pressing.Nest
	}
	set(&d.Schools.Sewing, "alternate")
	set(&d.Schools.Joining, "one")
	set(&d.Schools.Rows, "rows")
	set(&d.Schools.Pins, "none")
	if d.Schools.Marking == "" {
		d.Schools.Marking = making.OneLine
	}
	set(&d.Schools.Prepare, "press")
	set(&d.Schools.Ends, "keep")
	set(&d.Schools.Later, "planned")
	set(&d.Schools.Square, "method")
	set(&d.Schools.Measure, "asked")
	if d.Settings.Layers == 0 {
		d.Settings.Layers = 2
	}
	if d.Schools.Chain == 0 {
		d.Schools.Chain = 10
	}
	set(&d.Settings.Hand, "right")
	set(&d.Settings.Paper, "a4")
	set(&d.Settings.Times, "told")
	if d.Settings.PerSeam == 0 {
		d.Settings.PerSeam = 280 // common practice: 2.5 to 2.8 times
	}
	if d.Settings.Bobbin == 0 {
		d.Settings.Bobbin = 50
	}
	if d.Units == measure.Centimetres {
		set(&d.Settings.Buy, "m")
	}
	set(&d.Settings.Buy, "yd")
}

// Question is one thing quilters do differently, as it is asked.
type Question struct {
	Key     string   `json:"key" doc:"Its place in the document, as a JSON pointer; where an answer sets several places, what they have in common"`
	Asks    string   `json:"asks"`
	PerStep string   `json:"perStep,omitempty" doc:"Its name among what a step may do differently; empty where it holds for the whole project"`
	Answers []Answer `json:"answers"`
}

// Answer is one school, and what choosing it changes.
type Answer struct {
	Value   string            `json:"value"`
	Name    string            `json:"name"`
	Changes string            `json:"changes"`
	Sets    map[string]string `json:"sets,omitempty" doc:"What it writes at which places, where that is more than the value at the question's own"`
}

// allowance is an answer that sets what is stitched and what the fold takes.
func allowance(value, name, stitched, fold, changes string) Answer {
	return Answer{
		Value: value, Name: name, Changes: changes,
		Sets: map[string]string{"/seam/stitched": stitched, "/seam/fold": fold},
	}
}

// Questions lists what can be chosen. All of it is common practice; none is right or wrong.
func Questions() []Question {
	return []Question{
		{"/seam", "Allowance", "", []Answer{
			allowance("scant", "scant ¼″", "15/64 in", "1/64 in",
				"Stitched a thread's width inside; with the fold it comes to ¼″."),
			allowance("exact", "exact ¼″", "1/4 in", "1/64 in",
				"Stitched on the line; the fold takes a little more, and all sizes allow for it."),
			allowance("6mm", "6 mm", "5.5 mm", "0.5 mm", "Narrow; for small metric units."),
			allowance("7.5mm", "7.5 mm", "7 mm", "0.5 mm",
				"The usual metric allowance; sizes are planned in centimetres."),
		}},
		{"/schools/press", "Press", "press", []Answer{
			{
				Value: "nest", Name: "so that seams nest",
				Changes: "Crossings interlock first; to the dark where that is left open.",
			},
			{
				Value: "dark", Name: "to the dark, always",
				Changes: "No dark allowance shows through a light patch; some crossings may lie on each other.",
			},
			{
				Value: "open", Name: "every seam open",
				Changes: "Flat, but open seams do not nest: each crossing wants a pin.",
			},
			{
				Value: "flat", Name: "so that seams nest, away from bulk",
				Changes: "Crossings interlock first; then away from the side where more seams end, whatever the colour.",
			},
			{
				Value: "outward", Name: "so that seams nest, outward",
				Changes: "Crossings interlock first; then away from the middle of each unit, so that its edges lie the same all round.",
			},
			{
				Value: "inward", Name: "so that seams nest, inward",
				Changes: "Crossings interlock first; then toward the middle of each unit, so that its edges stay thin.",
			},
			{
				Value: "late", Name: "so that seams nest, the last seams late",
				Changes: "The last seams of each block stay undecided until the blocks lie in their rows: every other one then goes the other way.",
			},
		}},
		{"/schools/prepare", "Before cutting, cloth is", "", []Answer{
			{
				Value: "press", Name: "pressed",
				Changes: "Pressed flat and folded; what it shrinks later it shrinks in the quilt.",
			},
			{
				Value: "starch", Name: "starched and pressed",
				Changes: "Stiff, and shrunk a little now, not later; good for cloth with edges on the bias.",
			},
			{
				Value: "wash", Name: "washed, dried and pressed",
				Changes: "Shrunk before it is cut: say below by how much, and more is bought.",
			},
		}},
		{"/schools/ends", "Ends of strips", "", []Answer{
			{
				Value: "keep", Name: "go to the shelf",
				Changes: "Each strip is cut for its own patches; what is left is kept for another quilt.",
			},
			{
				Value: "use", Name: "give smaller patches first",
				Changes: "Wherever that saves a strip, patches are cut from what is left of wider ones: less cloth, more handling.",
			},
		}},
		{"/schools/measure", "What is measured", "", []Answer{
			{Value: "asked", Name: "what you choose to", Changes: "Nothing asks for it."},
			{Value: "first", Name: "the first of each", Changes: "After the first set, unit and block of each kind the bench asks for its measure."},
			{Value: "tenth", Name: "every tenth", Changes: "The first, and then one of every ten: so a guide that moves is found."},
			{Value: "all", Name: "all of them", Changes: "Every set, unit and block."},
		}},
		{"/schools/square", "Squaring up", "", []Answer{
			{Value: "method", Name: "where the method trims", Changes: "Only units that are made larger are trimmed, as part of making them."},
			{Value: "check", Name: "every unit is checked", Changes: "After every unit that is sewn, and every block: held against the ruler, and counted."},
			{Value: "units", Name: "every unit", Changes: "Every unit that is sewn, and every block, is squared up and counted."},
			{Value: "blocks", Name: "the blocks", Changes: "Blocks are squared up and counted; units go on as they are."},
		}},
		{"/schools/later", "Sub-cuts are cut", "", []Answer{
			{
				Value: "planned", Name: "as planned",
				Changes: "Strip sets are cut as soon as they are pressed.",
			},
			{
				Value: "measured", Name: "once the set is measured",
				Changes: "Sub-cuts wait, in the thread and at the mat, until one of their sets was measured.",
			},
		}},
		{"/schools/setFirst", "Set the seam first", "setFirst", []Answer{
			{
				Value: "true", Name: "yes",
				Changes: "Each seam is pressed flat as it was sewn before it is pressed to its side.",
			},
			{Value: "false", Name: "no", Changes: "Seams go to their side at once."},
		}},
		{"/schools/sewing", "Strip sets are sewn", "", []Answer{
			{
				Value: "alternate", Name: "from alternate ends",
				Changes: "Turn the set end for end after every seam, so that it does not bow.",
			},
			{
				Value: "same", Name: "always from the same end",
				Changes: "Hold both strips unstretched; a long set may bow.",
			},
		}},
		{"/schools/joining", "Strips are joined", "", []Answer{
			{Value: "one", Name: "one after another", Changes: "Simple; the first strip is handled most."},
			{
				Value: "pairs", Name: "in pairs, then pairs of pairs",
				Changes: "Fewer strips hang from each seam; keep the order.",
			},
			{
				Value: "threes", Name: "in threes and twos",
				Changes: "Five strips are three and two: two piles that are not alike, so that they cannot be taken for each other.",
			},
		}},
		{"/schools/rows", "Rows of the quilt are sewn", "", []Answer{
			{Value: "rows", Name: "one after another", Changes: "Each row from left to right; its thread is cut before the next."},
			{
				Value: Webbed, Name: "as a web, column to column",
				Changes: "The second block of every row to the first, then the third, and so on, the thread between the rows never cut: no block can change its place. Not where blocks stand on point.",
			},
		}},
		{"/schools/marking", "Diagonals are marked", "", []Answer{
			{
				Value: "line", Name: "with one line",
				Changes: "Drawn from corner to corner; sewn on it, or an allowance on each side.",
			},
			{Value: "both", Name: "with both sewing lines", Changes: "Twice the drawing; the needle only follows."},
			{
				Value: "crease", Name: "with a crease",
				Changes: "Pressed in, nothing to draw; it fades when the piece is handled.",
			},
			{
				Value: "guide", Name: "not at all: a guide on the machine",
				Changes: "Nothing is marked; the corner follows a line on the machine's bed.",
			},
		}},
		{"/schools/pins", "Pin", "pins", []Answer{
			{Value: "none", Name: "not at all", Changes: "Nested seams hold each other."},
			{Value: "crossings", Name: "at the crossings", Changes: "Pins come out before the needle reaches them."},
			{Value: "everywhere", Name: "everywhere", Changes: "Slowest; for slippery cloth and long edges."},
			{Value: "glue", Name: "with glue", Changes: "A dot inside the allowance; let it dry."},
		}},
		{"/settings/hand", "You cut with", "", []Answer{
			{
				Value: "right", Name: "the right hand",
				Changes: "The cleaned edge lies on the left; strips are measured from it.",
			},
			{
				Value: "left", Name: "the left hand",
				Changes: "The cleaned edge lies on the right; pictures of cloth are turned over.",
			},
		}},
		{"/settings/buy", "The shop sells by", "", []Answer{
			{Value: "yd", Name: "⅛ yard", Changes: "Cloth to buy is given in yards, whatever you measure patches in."},
			{Value: "m", Name: "10 cm", Changes: "Cloth to buy is given in metres, whatever you measure patches in."},
		}},
		{"/settings/times", "Pace, time left and thread", "", []Answer{
			{Value: "told", Name: "are told", Changes: "From your own tallies, once there are enough of them; never compared with anybody's."},
			{Value: "hidden", Name: "are left out", Changes: "Nothing is said of how long anything takes."},
		}},
		{"/settings/paper", "You print on", "", []Answer{
			{Value: "a4", Name: "A4", Changes: "Print sheets fit 210 × 297 mm."},
			{Value: "letter", Name: "Letter", Changes: "Print sheets fit 8½ × 11″."},
		}},
	}
}
