package sheet

import (
	"fmt"
	"strings"

	"vicis/core/batching"
	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/words"
)

// Knife is where something sewn is cut again: what lies on the mat, every cut as the ruler reads it, and the piles its parts
// go to.
type Knife struct {
	Of       string         `json:"of" doc:"What is cut"`
	Runs     int            `json:"runs" doc:"How many of it are cut"`
	Picture  *drawn.Picture `json:"picture,omitempty" doc:"As it lies on the mat; the parts of the step it belongs to are marked by their places"`
	Upright  []KnifeLine    `json:"upright" doc:"From top to bottom, from the left"`
	Level    []KnifeLine    `json:"level" doc:"From side to side, from the top"`
	Piles    [][]Pile       `json:"piles" doc:"Row by row, as the parts lie"`
	Waits    string         `json:"waits" doc:"What has to be measured first; empty where every cut is read from a seam"`
	Measured string         `json:"measured" doc:"What it should measure before it is cut, unfinished"`
	Cards    []string       `json:"cards" doc:"What to do, in order"`
}

// KnifeLine is one cut.
type KnifeLine struct {
	At    measure.Reading `json:"at" doc:"From the left edge, or from the top"`
	Reads string          `json:"reads" doc:"What the ruler reads, and from where"`
}

// Pile is where one part goes.
type Pile struct {
	Step  naming.Step `json:"step" doc:"The step its kind is counted by"`
	Place string      `json:"place" doc:"A column's letter and a row's number"`
	Here  bool        `json:"here" doc:"It belongs to the step whose card this is"`
	Over  bool        `json:"over" doc:"The quilt takes none of it"`
}

// knife is the card of what is cut again.
func (b Sheet) knife(batch batching.Batch) *Knife {
	act := b.Acts[batch.ID].Act
	k := act.Knife
	one := Knife{
		Of: k.Called, Runs: b.Demand.Runs[act.ID], Upright: []KnifeLine{}, Level: []KnifeLine{}, Piles: [][]Pile{}, Cards: []string{},
	}
	if b.album != nil {
		one.Picture = b.album.Whole(k.Of)
	}
	w, h := k.Of.Size()
	one.Measured = words.By(b.Table.Ruler, w, h)
	if k.Waits {
		one.Waits = fmt.Sprintf("Press and measure one before any is cut: it should be %s. Where it is not, enter what it measures with %s: its parts follow.",
			one.Measured, b.Acts[batch.ID].Made.Unit.Name)
	}
	line := func(r making.Reading) KnifeLine {
		at, _ := r.At.Length()
		return KnifeLine{At: b.Table.Ruler.Read(at), Reads: b.reads(r)}
	}
	for _, r := range k.Upright {
		one.Upright = append(one.Upright, line(r))
	}
	for _, r := range k.Level {
		one.Level = append(one.Level, line(r))
	}
	for r, row := range k.Places {
		var piles []Pile
		for c, kind := range row {
			n := b.Lines[kind.Step()]
			piles = append(piles, Pile{
				Step: kind.Step(), Place: naming.PlaceName(r, c), Here: kind.Step() == batch.ID, Over: n.Make()+n.Lent <= 0,
			})
		}
		one.Piles = append(one.Piles, piles)
	}
	one.Cards = b.knifeCards(*k)
	return &one
}

// knifeCards says how it is cut, in order (common practice).
func (b Sheet) knifeCards(k making.Knifed) []string {
	var list []string
	add := func(says string) { list = append(list, says) }
	if len(k.Through) > 0 {
		add("The seams are cut through: they were sewn with short stitches. Starch it and press it flat before it is cut.")
	}
	stack := b.Document.Settings.Layers
	if stack > 1 {
		add(fmt.Sprintf("Stack at most %d, seam on seam, all lying the same way.", stack))
	}
	hand := "right"
	if b.Document.Settings.Hand == "left" {
		hand = "left"
	}
	for way, one := range []struct {
		list []making.Reading
		way  string
	}{{k.Upright, "from top to bottom"}, {k.Level, "from side to side"}} {
		for i, r := range one.list {
			if r.Both {
				add(fmt.Sprintf("Before the first cut %s hold the ruler at %s on both sides of %s: both must read alike.", one.way, b.Say(r.Off), r.From))
			}
			if i > 0 {
				continue
			}
			var reads []string
			for _, r := range one.list {
				reads = append(reads, b.reads(r))
			}
			add(fmt.Sprintf("Cut %s: %s. What is cut off lies to the %s of the ruler, and stays where it lies.", one.way, strings.Join(reads, ", then "), hand))
		}
		if len(k.Upright) > 0 && len(k.Level) > 0 && way == 0 {
			add("Turn the mat by a quarter, not the cloth: nothing is moved before the last cut.")
		}
	}
	add("Lift the parts off place by place, each pile lying as it was cut, and label it.")
	add("Close the blade whenever it is put down, cut away from you, and keep to what its maker says.")
	return list
}

// reads is one cut as the ruler reads it; the middle is told from the edge too.
func (b Sheet) reads(r making.Reading) string {
	if at, _ := r.At.Length(); r.Off == 0 {
		return fmt.Sprintf("on %s, %s from the edge", r.From, b.Say(at))
	}
	return b.Say(r.Off) + " from " + r.From
}
