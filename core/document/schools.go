package document

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/pressing"
	"vicis/core/school"
)

// Schools are the ways of working the quilter chose where quilters differ. They hold for the project; what makes sense
// for a single step can be chosen differently there.
type Schools struct {
	Press    pressing.School        `json:"press"`
	SetFirst bool                   `json:"setFirst" doc:"Press the seam flat as sewn before it is pressed to a side"`
	Sewing   school.Sewing          `json:"sewing"`
	Joining  school.Joining         `json:"joining"`
	Rows     school.Rows            `json:"rows" doc:"Whether the rows of the quilt are sewn one after another, or as a web; on point always one after another"`
	Kit      int                    `json:"kit,omitempty" minimum:"0" maximum:"1000" doc:"Blocks whose units are sewn together before the next ones are; 0 for one step after another for the whole quilt"`
	Pins     school.Pins            `json:"pins"`
	Marking  making.Marking         `json:"marking" doc:"How a sewing line on the diagonal is shown to the needle"`
	Prepare  school.Preparing       `json:"prepare" doc:"What is done to the cloth before it is cut"`
	Ends     school.Ends            `json:"ends" doc:"What becomes of the end of a strip"`
	Lengths  school.Lengths         `json:"lengths" doc:"How long a strip is cut of which little is needed"`
	Later    school.SubCutting      `json:"later" doc:"To what sub-cuts are cut: as planned, or once their strip set was measured"`
	Measure  school.Measuring       `json:"measure" doc:"How many of each kind are measured once they are sewn"`
	Square   school.Squaring        `json:"square" doc:"What is squared up once it is sewn, and counted; trimmed where its method says so in any case"`
	Chain    int                    `json:"chain" minimum:"1" maximum:"500" doc:"Units on one chain before it is cut"`
	Steps    map[string]StepSchools `json:"steps,omitempty" doc:"What is done differently, by unit, row kind or border"`
}

// StepSchools is what one step does differently; what is left out is as in the project.
type StepSchools struct {
	Press    pressing.School `json:"press,omitempty"`
	SetFirst *bool           `json:"setFirst,omitempty"`
	Pins     school.Pins     `json:"pins,omitempty"`
}

// Settings are what does not change the quilt, only how it is told.
type Settings struct {
	Hand    school.Hand     `json:"hand" doc:"The hand that holds the cutter"`
	Buy     school.Buying   `json:"buy" doc:"How the shop sells cloth"`
	Layers  int             `json:"layers" minimum:"1" maximum:"8" doc:"Strips or sets that are stacked to be cut across"`
	Longest measure.Written `json:"longest,omitzero" doc:"The longest ruler; 24 in, or 60 cm, when left out"`
	Paper   school.Paper    `json:"paper"`
	Stitch  measure.Written `json:"stitch,omitzero" doc:"How long stitches usually are; 2.1 to 2.5 mm when left out"`
	Short   measure.Written `json:"short,omitzero" doc:"How long short ones are, where a seam is cut through later; 1.3 to 1.7 mm when left out"`
	PerSeam int             `json:"perSeam" minimum:"200" maximum:"500" doc:"Thread that a seam takes at usual stitches, upper and lower together, per cent of its length"`
	Bobbin  int             `json:"bobbin" minimum:"5" maximum:"500" doc:"Metres of thread on a full bobbin"`
	Times   school.Times    `json:"times" doc:"Whether pace, time left and thread are told"`
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
func (s Schools) PinsOf(id string) school.Pins {
	if o := s.Steps[id].Pins; o != "" {
		return o
	}
	return s.Pins
}

// fill gives what an older document leaves out its usual value.
func (d *Document) fill() {
	d.Top.Borders = slices.Clone(d.Top.Borders)
	for i := range d.Top.Borders {
		if b := &d.Top.Borders[i]; strings.TrimSpace(b.Name) == "" { // what is said of it needs a name
			b.Name = fmt.Sprintf("border %d", i+1)
		}
		if !d.Top.Borders[i].Width.Given() {
			d.Top.Borders[i].Width = making.Breadth{}.Canonical()
		}
	}
	for _, q := range questions {
		if q.read != nil && q.read(d) == "" {
			q.write(d, q.usual(*d))
		}
	}
	if d.Settings.Layers == 0 {
		d.Settings.Layers = 2
	}
	if d.Schools.Chain == 0 {
		d.Schools.Chain = 10
	}
	if d.Settings.PerSeam == 0 {
		d.Settings.PerSeam = 280 // common practice: 2.5 to 2.8 times
	}
	if d.Settings.Bobbin == 0 {
		d.Settings.Bobbin = 50
	}
}
