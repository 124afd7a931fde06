// Package plan puts everything together for those who read it: Make turns a project document into all that can be
// computed from it. It is a pure function: the same document gives the same plan, byte for byte. A plan is never edited
// and never saved.
package plan

import (
	"fmt"

	"vicis/core/advice"
	"vicis/core/batching"
	"vicis/core/decided"
	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/iron"
	"vicis/core/laying"
	"vicis/core/leftover"
	"vicis/core/machine"
	"vicis/core/making"
	"vicis/core/mat"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/prints"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/ruler"
	"vicis/core/school"
	"vicis/core/words"
	"vicis/core/work"
)

// Plan is what the screens show. Every length in it reads as the project's ruler does.
type Plan struct {
	Name     string                        `json:"name"`
	Measure  measure.Units                 `json:"measure"`
	Hand     school.Hand                   `json:"hand"`
	Chain    int                           `json:"chain" doc:"Units on one chain before it is cut"`
	Seam     AllowanceRead                 `json:"seam"`
	Ruler    measure.Reading               `json:"ruler" doc:"Its finest mark"`
	Finished words.Size                    `json:"finished" doc:"The whole quilt with its borders"`
	Block    words.Size                    `json:"block" doc:"One block, finished"`
	Rows     int                           `json:"rows"`
	Columns  int                           `json:"columns"`
	Blocks   int                           `json:"blocks"`
	Set      string                        `json:"set" doc:"How the blocks are set, in words"`
	Steps    []machine.StepShown           `json:"steps" doc:"Everything that is counted, in the order of the work"`
	Stages   []batching.Stage              `json:"stages"`
	Cut      []mat.FabricCut               `json:"cut"`
	Sets     []mat.SetCut                  `json:"sets"`
	Remnants []leftover.Remnant            `json:"remnants" doc:"What is left once all is cut"`
	GoodFor  []leftover.GoodFor            `json:"goodFor" doc:"What all of that together could become"`
	Ends     string                        `json:"ends" doc:"What it would save to cut smaller patches from what is left of wider strips, or what that saves; empty for nothing"`
	Test     string                        `json:"test" doc:"The test strip to sew before the first batch"`
	Tests    []ruler.TestStripRead         `json:"tests" doc:"What each test strip of the project says, in their order"`
	Script   []mat.ScriptPart              `json:"script" doc:"The cutting in the order of the table"`
	Press    iron.Pressing                 `json:"press"`
	Trim     []ruler.Trim                  `json:"trim"`
	Pictures map[naming.Step]drawn.Picture `json:"pictures" doc:"True drawings by the id of the step or unit"`
	Quilt    drawn.QuiltPicture            `json:"quilt"`
	Values   prints.Values                 `json:"values"`
	Deal     prints.DealShown              `json:"deal"`
	Ledger   leftover.Ledger               `json:"ledger"`
	Unneeded document.Unneeded             `json:"unneeded" doc:"What could be taken out of the document"`
	Partial  string                        `json:"partial" doc:"What is left out of a plan that something stops: it is drawn without that, and nothing of it is counted"`
	Things   []Thing                       `json:"things" doc:"Everything that can be laid or sewn into another, each variant for itself; what could not be made has no size"`
	Knives   []mat.KnifeCard               `json:"knives" doc:"Everything sewn that is cut again, as far as it could be made"`
	Tubes    []mat.TubeCard                `json:"tubes" doc:"Everything that is joined of opened rings, as far as it could be made"`
	Lengths  []Thing                       `json:"lengths" doc:"Everything that is as long as the cloth is wide, to be cut across"`
}

// Thing is one thing that is made, by the name it is taken by.
type Thing struct {
	ID       naming.Unit `json:"id"`
	Unit     naming.Unit `json:"unit"`
	Name     string      `json:"name"`
	Finished string      `json:"finished"`
	Picture  naming.Step `json:"picture" doc:"Key into pictures"`
	Turn     int         `json:"turn,omitempty" doc:"How it lies against its picture: a part of what is cut again, which is laid by its place"`
}

// AllowanceRead is the allowance as the ruler reads it.
type AllowanceRead struct {
	Stitched  measure.Reading `json:"stitched"`
	Fold      measure.Reading `json:"fold"`
	Effective measure.Reading `json:"effective"`
}

// Make plans a document. With a problem that stops, the plan holds what can still be planned: nothing, the pictures of
// the units that could be made, or the quilt without what lies round its blocks.
func Make(d document.Document, problems problem.List) (Plan, problem.List) {
	p, _, problems := From(d, problems)
	return p, problems
}

// From plans a document and gives the work behind the plan too, which is what a tally is held against.
func From(d document.Document, problems problem.List) (Plan, *work.Work, problem.List) {
	return Anew(d, problems, asIs)
}

func asIs(w *work.Work) *work.Work { return w }

// Anew is the same where the cutting of the work is planned anew from what there is.
func Anew(d document.Document, problems problem.List, anew func(*work.Work) *work.Work,
) (Plan, *work.Work, problem.List) {
	if problems.Has(document.TooLong) {
		return empty(d), &work.Work{}, problems
	}
	p, w, problems := whole(d, problems, anew)
	if problems.Stopped() {
		partial(&p, d, problems)
	}
	return p, w, problems
}

// whole plans a document or nothing of it but the pictures of its units. problems are what reading it found.
func whole(d document.Document, problems problem.List, anew func(*work.Work) *work.Work,
) (Plan, *work.Work, problem.List) {
	p := empty(d)
	if problems.Stopped() {
		c, _ := decided.Read(d)
		return p, &work.Work{}, append(problems, *c.Problems...)
	}
	w, ok := work.Of(d)
	problems = append(problems, *w.Problems...)
	if w.IsSewn() {
		p.Tests = ruler.Tests(w.Quilt)
		p.Seam, p.Ruler = seam(w.Quilt), w.Table.Ruler.Read(w.Table.Ruler.Mark)
		p.Things, p.Lengths = things(w.Sewn)
		p.Tubes = mat.Tubes(w.Sewn, nil)
	}
	drawing := drawn.Of(&w.Laid)
	if !ok {
		p.Pictures = drawing.Alone()
		p.Knives = mat.Knives(w.Sewn, drawing, nil)
		return p, w, problems
	}
	left := leftover.Of(w)
	w = anew(w)
	album, atMat := drawn.Everything(w, drawing), mat.Of(w)
	r := w.Table.Ruler
	finW, finH := w.Layout.Finished()
	p.Finished, p.Block = words.SizeOf(r, finW, finH), words.SizeOf(r, w.Layout.BlockW, w.Layout.BlockH)
	if w.Layout.Loose {
		p.Finished = words.Size{}
	}
	if !w.Layout.Even() {
		p.Block = words.Size{Text: "several sizes"}
		if one, ok := w.LaidAlone(); ok {
			bw, bh := w.Unit(one).Piece.Finished(w.Table.Seam).Size()
			p.Block = words.SizeOf(r, bw, bh)
		}
	}
	p.Rows, p.Columns, p.Blocks = d.Top.Rows, d.Top.Columns, d.Top.HowMany()
	p.Set = set(d.Top)
	p.Cut, p.Sets = atMat.CutList(), atMat.SetList()
	p.Test, p.Ends = atMat.TestStrip(), advice.Ends(w)
	p.Script, p.Remnants = atMat.Script(), left.Remnants()
	p.GoodFor = left.GoodFor(p.Remnants)
	p.Steps, p.Press, p.Trim = machine.Of(w, album).Steps(), iron.Of(w, album).Pressing(), ruler.Of(w, album).Trim()
	p.Pictures, p.Quilt = album.Pictures, drawing.Quilt().Dealt(w.Dealt)
	p.Values, p.Ledger, p.Deal = prints.Of(w).Values(), left.Ledger(), prints.Of(w).Deal()
	p.Knives = mat.Knives(w.Sewn, drawing, &w.Counted)
	p.Tubes = mat.Tubes(w.Sewn, &atMat)
	problems = append(problems, advice.On(w)...)
	if n := album.LeftOut; n > 0 {
		problems.Warn("pictures-left-out", "/units",
			fmt.Sprintf("Of %s there is no picture: all pictures together would be too many to send.", words.Plural(n, "step")),
			"Everything is counted and told all the same; a quilt of fewer kinds of blocks has them all.")
	}
	return p, w, problems
}

// empty is a plan of nothing: no list in it is missing.
func empty(d document.Document) Plan {
	return Plan{
		Name: d.Name, Measure: d.Units, Hand: d.Settings.Hand, Chain: d.Schools.Chain, Stages: batching.Stages,
		Pictures: map[naming.Step]drawn.Picture{},
		Steps:    []machine.StepShown{}, Cut: []mat.FabricCut{}, Sets: []mat.SetCut{}, Script: []mat.ScriptPart{},
		Tests:    []ruler.TestStripRead{},
		Remnants: []leftover.Remnant{}, GoodFor: []leftover.GoodFor{}, Trim: []ruler.Trim{},
		Press: iron.EmptyPressing(), Quilt: drawn.Empty(),
		Values: prints.Values{Fabrics: []prints.FabricValue{}, Pairs: []prints.Contrast{}},
		Deal:   prints.EmptyDeal(),
		Ledger: leftover.EmptyLedger(), Things: []Thing{}, Lengths: []Thing{}, Knives: []mat.KnifeCard{},
		Tubes: []mat.TubeCard{}, Unneeded: d.Unneeded(),
	}
}

func seam(c decided.Quilt) AllowanceRead {
	exact := measure.Ruler{Units: c.Rule, Mark: decided.SeamMark(c.Rule)}
	return AllowanceRead{exact.Read(c.Stitched), exact.Read(c.Table.Fold), exact.Read(c.Table.Seam)}
}

// things lists what can be laid, in the order it is made and then what could not be made, and what comes in a length;
// copies for colourways are laid by their colourway.
func things(s laying.Sewn) (list, lengths []Thing) {
	list, lengths = []Thing{}, []Thing{}
	for _, m := range s.Units {
		if m.InLength || m.Unit.Of > 0 || m.Unit.ID.Fills() {
			continue
		}
		add := func(id naming.Unit, name string) {
			one := s.Unit(id)
			w, h := one.Piece.Size()
			list = append(list, Thing{
				ID: id, Unit: m.Unit.ID, Name: name, Finished: words.By(s.Table.Ruler, w-2*s.Table.Seam, h-2*s.Table.Seam),
				Picture: one.Unit.ID.Step(), Turn: one.Turned,
			})
		}
		for _, act := range m.Acts {
			if act.Knife != nil {
				for r, row := range act.Knife.Places {
					for c, id := range row {
						add(id, s.Called(m.Unit.ID)+" "+naming.PlaceName(r, c))
					}
				}
			}
		}
		switch {
		case m.Parted:
		case m.Tube != nil:
			if len(m.Tube.Columns) > 1 {
				add(m.Unit.ID, s.Called(m.Unit.ID))
			}
			for i, c := range m.Tube.Columns {
				add(c.Place, fmt.Sprintf("%s, column %d", s.Called(m.Unit.ID), i+1))
			}
		default:
			for _, one := range m.Each() {
				add(one.Unit.ID, one.Unit.Name)
			}
		}
	}
	for _, u := range s.Parts {
		one := Thing{ID: u.ID, Unit: u.ID, Name: u.Name, Picture: u.ID.Step()}
		switch {
		case making.StatesOf(u.How).InLength:
			lengths = append(lengths, one)
		case s.Unit(u.ID).Unit.ID == "":
			list = append(list, one)
		}
	}
	return list, lengths
}

// set says how blocks are set.
func set(top quilt.Top) string {
	if top.Loose {
		return fmt.Sprintf("%s, loose", words.Plural(top.HowMany(), "block"))
	}
	if top.Point != nil {
		return fmt.Sprintf("%d × %d on point, %s", top.Columns, top.Rows, words.Plural(top.HowMany(), "block"))
	}
	return fmt.Sprintf("%d × %d blocks", top.Columns, top.Rows)
}

// Weight is about how many bytes a plan has.
func (p Plan) Weight() int64 {
	patches := 0
	for _, one := range p.Pictures {
		patches += len(one.Patches)
	}
	return int64(50_000 + 1_500*len(p.Steps) + 400*patches + 50*len(p.Quilt.Cells) + 100*len(p.Quilt.Crosses))
}
