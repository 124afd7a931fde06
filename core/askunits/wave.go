package askunits

import (
	"fmt"
	"math"
	"slices"

	"vicis/core/ask"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/problem"
	"vicis/core/recut"
	"vicis/core/words"
)

// Wave is a list of columns with which a wave goes on from block to block.
type Wave struct {
	Name      string            `json:"name"`
	Says      string            `json:"says"`
	Columns   int               `json:"columns" doc:"In one block"`
	Block     string            `json:"block" doc:"What one block finishes"`
	Across    int               `json:"across" doc:"How many blocks lie across, so that the quilt is about as wide as now"`
	Quilt     string            `json:"quilt" doc:"What the quilt finishes so"`
	Tubes     int               `json:"tubes" doc:"That are sewn for the whole quilt"`
	Clashes   int               `json:"clashes" doc:"Crossings of the whole quilt that lie on each other"`
	Crossings int               `json:"crossings" doc:"Of so many"`
	Document  document.Document `json:"document" doc:"The project with those columns"`
}

// Waves is what lets a wave go on where it breaks off.
type Waves struct {
	List []Wave `json:"list" doc:"None where the wave goes on as it is"`
	Now  *Wave  `json:"now,omitempty" doc:"The same of the wave as it is; left out where it cannot be worked out"`
	Says string `json:"says" doc:"That not every list was worked out, where the quilt is too large for that"`
}

// WavesOf lists what lets the wave of a tube's columns go on from block to block, each worked out in full.
func WavesOf(d document.Document, unit naming.Unit, purse *ask.Purse) (Waves, problem.List) {
	out := Waves{List: []Wave{}}
	b, ok := ask.About(d, purse)
	if !ok {
		return out, *b.Problems
	}
	at := slices.IndexFunc(d.Parts, func(u making.Unit) bool { return u.ID == unit.Whole() })
	if at < 0 || b.Unit(d.Parts[at].ID).Tube == nil {
		b.Problems.Stop("not-a-tube", "/unit", fmt.Sprintf("“%s” is not joined of opened rings.", unit),
			"Choose a unit that is.")
		return out, *b.Problems
	}
	now := wave(b, d.Parts[at].ID)
	out.Now = &now
	purse.Keep()
	strips := func(set naming.Unit) int { return len(b.Unit(set).Round) }
	for _, c := range recut.Closings(d.Parts[at].How, b.Unit(d.Parts[at].ID), strips) {
		if purse.Empty() {
			out.Says = "Not every list was worked out: this quilt is too large for that."
			break
		}
		longer, err := document.Copy(d)
		if err != nil {
			continue
		}
		longer.Parts[at].How = c.Method
		if w, ok := recut.JoinsTo(c.Method, &b.Table); ok && onlyOf(b, d.Parts[at].ID) {
			was := b.Unit(d.Parts[at].ID).Piece.W.Inches() - 2*b.Table.Seam.Inches()
			longer.Top.Columns = max(1, int(math.Round(float64(d.Top.Columns)*was/(w-2*b.Table.Seam).Inches())))
		}
		if o, ok := ask.About(longer, purse); ok {
			w := wave(o, longer.Parts[at].ID)
			w.Name, w.Says, w.Document = c.Name, c.Says, longer
			out.List = append(out.List, w)
		}
	}
	return out, *b.Problems
}

// onlyOf says whether nothing but one unit is laid.
func onlyOf(b ask.Worked, unit naming.Unit) bool {
	one, alone := b.LaidAlone()
	return alone && one == unit && len(b.Document.Top.Repeat[0]) == 1
}

// wave says what a block of columns comes to.
func wave(b ask.Worked, unit naming.Unit) Wave {
	m := b.Unit(unit)
	w, h := m.Piece.Finished(b.Table.Seam).Size()
	quiltW, quiltH := b.Layout.Finished()
	out := Wave{
		Columns: len(m.Tube.Columns), Block: words.By(b.Table.Ruler, w, h), Quilt: words.By(b.Table.Ruler, quiltW, quiltH),
		Across: b.Document.Top.Columns, Clashes: b.Press.Clashes, Crossings: b.Press.Crossings, Document: b.Document,
	}
	for _, set := range b.Cut.Sets {
		if len(b.Unit(set.Set).Round) > 0 {
			out.Tubes += set.Layups.Strips
		}
	}
	return out
}
