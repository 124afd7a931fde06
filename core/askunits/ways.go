// Package askunits answers questions about units: other ways to make them, another size, what parts of what is cut
// again become, what lets a wave go on.
package askunits

import (
	"fmt"
	"math"
	"strings"

	"vicis/core/ask"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/work"
)

// WayToMake is one way to make a unit, with what it costs for the count really needed.
type WayToMake struct {
	Name    string      `json:"name"`
	Unit    making.Unit `json:"unit" doc:"The unit made this way, to put in the document"`
	Chosen  bool        `json:"chosen"`
	Refused string      `json:"refused" doc:"Why this way cannot be gone here; empty when it can"`
	Cut     string      `json:"cut" doc:"What is cut from cloth"`
	Cloth   string      `json:"cloth" doc:"Cloth in the patches cut"`
	Waste   string      `json:"waste" doc:"Of it, what is cut away again"`
	Lines   int         `json:"lines" doc:"To draw or crease"`
	Seams   int         `json:"seams"`
	Cuts    int         `json:"cuts" doc:"After sewing"`
	Presses int         `json:"presses"`
	Shaves  int         `json:"shaves" doc:"Units to trim to size"`
	Bias    string      `json:"bias" doc:"Outer edges on the bias, of one unit"`
	Over    int         `json:"over" doc:"Left over beyond the count"`
	Runs    int         `json:"runs"`
	Need    int         `json:"need"`
}

// Ways compares the ways to make one unit of a document to the same look.
func Ways(d document.Document, unit naming.Unit, purse *ask.Purse) ([]WayToMake, problem.List) {
	var problems problem.List
	i := -1
	for k, u := range d.Parts {
		if u.ID == unit {
			i = k
		}
	}
	if i < 0 {
		problems.Stop("unit-unknown", "/units", fmt.Sprintf("There is no unit “%s” to compare.", unit),
			"Choose one of the units.")
		return nil, problems
	}
	now, own := d.Parts[i], -1
	list := []WayToMake{}
	before, _, sewnNow := ask.BlocksOf(d, purse)
	hows := sized(now.How)
	// of squares that are in hand
	if given := making.InHand(now, &before.Table); sewnNow && !sameMethod(given.How, now.How) {
		hows = append([]making.Method{now.How}, sized(given.How)...)
	}
	for _, how := range hows {
		one := d
		one.Parts = append([]making.Unit{}, d.Parts...)
		one.Parts[i].How = how
		mine := sameMethod(now.How, how)
		w := WayToMake{Name: making.Named(how), Refused: "Not worked out: this quilt is too large for all the ways."}
		if mine || !purse.Empty() {
			after, problems, ok := ask.BlocksOf(one, purse)
			if sewnNow && ok && !mine && !keepsLooks(before, after, unit) {
				continue
			}
			w = way(after, *problems, ok, one.Parts[i], purse)
		}
		w.Unit = one.Parts[i]
		if mine {
			own = len(list)
		}
		list = append(list, w)
	}
	if own >= 0 {
		list[own].Chosen = true
	}
	return list, problems
}

// keepsLooks says whether a unit made another way looks as it does wherever it is used, in every colourway: each of its
// looks that anything takes is there still, as large, lying the same way, its print too.
func keepsLooks(before, after ask.Blocks, unit naming.Unit) bool {
	used := map[naming.Unit]bool{}
	take := func(id naming.Unit) {
		if naming.Of(id.ID()) == unit {
			used[id] = true
		}
	}
	for _, u := range before.Copies {
		for _, p := range u.How.Parts() {
			take(p.Unit)
		}
		for _, other := range u.Also {
			take(other)
		}
	}
	for _, row := range before.Top.Repeat {
		for _, c := range row {
			take(c.Unit)
		}
	}
	for _, border := range before.Top.Borders {
		for _, c := range border.Cells {
			take(c.Unit)
		}
		if border.Corner != nil {
			take(border.Corner.Unit)
		}
	}
	if len(used) == 0 {
		used[unit] = true
	}
	s := before.Table.Seam
	for id := range used {
		was, is := before.Unit(id), after.Unit(id)
		if is.Unit.ID == "" || !piece.SameLook(was.Piece.Finished(s), is.Piece.Finished(s), before.Seen) {
			return false
		}
	}
	return true
}

// sized is every way to a unit, in every sizing where the method knows several.
func sized(how making.Method) []making.Method {
	var list []making.Method
	for _, m := range making.Others(how) {
		list = append(list, making.Sizings(m)...)
	}
	return list
}

func sameMethod(a, b making.Method) bool {
	x, err1 := making.Unit{How: a}.MarshalJSON()
	y, err2 := making.Unit{How: b}.MarshalJSON()
	understood := func(text []byte) string { // what is left out may also be written out
		return strings.NewReplacer(`,"sizing":"exact"`, "", `,"first":"rows"`, "").Replace(string(text))
	}
	return err1 == nil && err2 == nil && understood(x) == understood(y)
}

// way is what a way to make a unit costs, its blocks sewn so.
func way(blocks ask.Blocks, problems problem.List, ok bool, u making.Unit, purse *ask.Purse) WayToMake {
	w := WayToMake{Name: making.Named(u.How)}
	if !ok {
		w.Refused = "The document has something to mend first."
		for _, p := range problems.Stops() {
			w.Refused = p.Says
			break
		}
		return w
	}
	b, counted := work.Count(blocks.AsDrawn())
	if !counted {
		w.Refused = "Units stand in for each other in a ring."
		return w
	}
	var sum areas
	for _, m := range b.Units {
		if naming.Of(m.Unit.ID.ID()) != u.ID {
			continue
		}
		for _, act := range m.Acts {
			w.adds(b, m, act)
			sum.adds(b, act)
		}
		for _, one := range m.Each() {
			l := b.Lines[one.Unit.ID.Step()]
			w.Need += l.Need
			w.Over += l.Left
			sum.kept += float64(l.Need+l.Spare+l.Left) * one.Piece.Cloth(b.Table.Seam)
		}
		w.Runs += b.Demand.Runs[m.Acts[len(m.Acts)-1].ID]
		if edge := m.Piece.BiasEdges(); edge > 0 {
			w.Bias = b.Say(measure.Length(edge*float64(measure.Inch))) + " of its edge"
		}
	}
	w.Cut = strings.Join(sum.patches, ", ")
	w.Cloth, w.Waste = area(blocks.Rule, sum.cut), area(blocks.Rule, max(0, sum.cut+sum.put-sum.kept))
	return w
}

// adds counts what is done in the runs of one act.
func (w *WayToMake) adds(b work.Counted, m making.Made, act making.Act) {
	runs := b.Demand.Runs[act.ID]
	w.Lines += runs * act.Lines
	w.Seams += runs * act.Seams
	w.Cuts += runs * act.Cuts
	w.Shaves += runs * act.Shaves
	if act.Does == making.Trims {
		for _, g := range act.Outputs() {
			w.Presses += runs * g.Count * len(act.Presses)
		}
	}
	if act.Does == making.Sews && !m.PressedLater(act) {
		w.Presses += runs * act.Seams
	}
}

// areas is cloth in square inches: what is cut, what is put in ready made, what is kept.
type areas struct {
	cut, put, kept float64
	patches        []string // in words
}

func (sum *areas) adds(b work.Counted, act making.Act) {
	if p := act.Patch; p != nil {
		n := b.Lines[act.ID].Make()
		x, y := p.W.CeilTo(b.Table.Ruler.Mark), p.H.CeilTo(b.Table.Ruler.Mark)
		f, _ := b.Shelf.Fabric(p.Role)
		sum.patches = append(sum.patches, fmt.Sprintf("%d of %s × %s %s", n, b.Say(x), b.Say(y), f.Name))
		sum.cut += float64(n) * x.Inches() * y.Inches()
	}
	for _, t := range act.Takes {
		if o, made := b.Table.Made(t.Act.Made()); made {
			sum.put += float64(b.Demand.Runs[act.ID]*t.Each) * o.Piece.Cloth(b.Table.Seam)
		}
	}
}

// area prints square inches as the table's rule counts.
func area(rule measure.Units, squareInches float64) string {
	if rule == measure.Centimetres {
		return fmt.Sprintf("%d cm²", int(math.Round(squareInches*2.54*2.54)))
	}
	return fmt.Sprintf("%d in²", int(math.Round(squareInches)))
}
