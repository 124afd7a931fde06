// Package ruler tells what everything must measure: sizes and their workings, squaring up, what test strips say.
package ruler

import (
	"fmt"
	"slices"

	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/rules"
	"vicis/core/trimming"
	"vicis/core/words"
	"vicis/core/work"
)

// Trim is what one kind of thing measures.
type Trim struct {
	ID         naming.Step   `json:"id"`
	Name       string        `json:"name"`
	Kind       string        `json:"kind"`
	Picture    naming.Step   `json:"picture"`
	Unfinished string        `json:"unfinished"`
	Finished   string        `json:"finished" doc:"Empty for a strip set, which is as long as the cloth is wide"`
	Working    words.Working `json:"working"`
	Gauge      naming.Step   `json:"gauge,omitempty" doc:"The step that is measured; a strip set before it is closed or cut"`
	Square     *SquaringCard `json:"square,omitempty" doc:"How it is squared up; left out where nothing is sewn in it, or it is a strip set"`
	Should     string        `json:"should" doc:"What it should measure; empty where it is not measured"`
	First      string        `json:"first,omitempty" doc:"The same if everything measured what it should, where the quilt is planned on something else"`
	Exact      []string      `json:"exact" doc:"Of each direction: what it should measure, exactly"`
	Along      []work.Along  `json:"along" enum:",across,down,untrimmed" doc:"In which directions it is measured; empty text across the strips of a set"`
}

// What everything must measure.

// SetWorking is what the strips of a set come to, or what it was measured to be.
func (b AtRuler) SetWorking(set making.Made) words.Working {
	if len(set.Size.Sums) > 0 {
		return words.Working{Sums: set.Size.Sums, Rules: set.Size.Rules}
	}
	var parts []measure.Length
	for _, s := range set.Acts[0].Strips {
		parts = append(parts, s.Width)
	}
	_, total := set.Piece.Size()
	if len(parts) < 2 {
		return words.Working{
			Sums:  []string{b.Say(total) + ", as it is cut"},
			Rules: rules.By(rules.AsCut),
		}
	}
	return words.Working{
		Sums:  []string{making.SumOf(b.Table.Ruler, b.Table.Seam, parts, total)},
		Rules: rules.By(rules.SewnWidth),
	}
}

// Trim tells what everything measures.
func (b AtRuler) Trim() []Trim {
	list := []Trim{}
	for _, part := range [][]Trim{b.unitSizes(), b.triangleSizes(), b.rowSizes(), b.topSizes()} {
		list = append(list, part...)
	}
	steps := map[naming.Step]work.Step{}
	for _, s := range b.Work.Steps {
		steps[s.ID] = s
	}
	for i := range list {
		t := &list[i]
		t.Along, t.Exact = []work.Along{}, []string{}
		step, known := steps[t.ID]
		if flat, closed := steps[t.ID.Owner().Flat()]; closed && t.ID.Made() == t.ID.Owner() {
			step = flat
		}
		if ways := b.Gauges(step); known && len(ways) > 0 {
			t.Gauge = step.ID
			for _, way := range ways {
				t.Along, t.Exact = append(t.Along, way.Along), append(t.Exact, work.Exactly(way.Is))
			}
			first := b.Say(ways[0].Size) + " wide"
			t.Should = b.Say(ways[0].Is) + " wide"
			if len(ways) > 1 {
				first, t.Should = words.By(b.Table.Ruler, ways[0].Size, ways[1].Size),
					words.By(b.Table.Ruler, ways[0].Is, ways[1].Is)
			}
			if first != t.Should {
				t.First = first
			}
		}
	}
	return list
}

// measures sets what a rectangle measures, with its seam allowances and without.
func (b AtRuler) measures(t *Trim, w, h measure.Length) {
	t.Unfinished, t.Finished = b.Say(w)+" × "+b.Say(h), b.Say(w-2*b.Table.Seam)+" × "+b.Say(h-2*b.Table.Seam)
	t.Working.Sums = append(t.Working.Sums, fmt.Sprintf("finished: %s − %s = %s, %s − %s = %s", b.Say(w),
		b.Say(2*b.Table.Seam), b.Say(w-2*b.Table.Seam), b.Say(h), b.Say(2*b.Table.Seam), b.Say(h-2*b.Table.Seam)))
	t.Working.Rules = append(slices.Clone(t.Working.Rules), rules.Of(rules.Finished))
}

func (b AtRuler) unitSizes() (list []Trim) {
	for _, s := range trimming.Sizes(b.Units, b.Layout, b.Table.Seam) {
		if b.Lines[s.ID.Step()].Make() == 0 && b.Demand.Runs[s.ID.Step()] == 0 {
			continue
		}
		t := Trim{ID: s.ID.Step(), Name: s.Name, Kind: s.Sort, Picture: b.album.Named(s.ID.Step())}
		if s.InLength {
			t.Unfinished, t.Working = b.Say(s.H)+" wide", b.SetWorking(b.Unit(s.ID))
			list = append(list, t)
			continue
		}
		t.Working = words.Working{Sums: append([]string{}, s.Says.Sums...), Rules: s.Says.Rules}
		if len(s.Sum) > 0 {
			t.Working = words.Working{Sums: []string{"across: " +
				making.SumOf(b.Table.Ruler, b.Table.Seam, s.Sum, s.W)}, Rules: rules.By(rules.SewnWidth)}
		}
		if s.Sewn && b.Layout.Count[s.ID] > 0 {
			t.Kind = "block"
		}
		b.measures(&t, s.W, s.H)
		if one := b.Unit(s.ID); one.Unit.Untrimmed {
			t.Kind += ", left as it is sewn"
		} else {
			one.Piece = b.AsLaid(s.ID.Step(), one.Piece)
			t.Square = b.squaring(one)
		}
		list = append(list, t)
	}
	if m := b.Plain.Block; m != nil {
		t := Trim{ID: "block-measured", Name: "A block, as measured", Kind: "block", Working: words.Working{Sums: []string{}}}
		b.measures(&t, b.Layout.BlockW+2*b.Table.Seam, b.Layout.BlockH+2*b.Table.Seam)
		list = append(list, t)
	}
	return list
}

// triangleSizes are the setting triangles of a quilt on point.
func (b AtRuler) triangleSizes() (list []Trim) {
	for _, m := range b.Units {
		if m.Unit.ID.IsTriangle() {
			list = append(list, Trim{
				ID: m.Unit.ID.Step(), Name: m.Unit.Name, Kind: "setting", Picture: b.album.Named(m.Unit.ID.Step()),
				Working:    words.Working{Sums: m.Size.Sums, Rules: m.Size.Rules},
				Unfinished: "cut from squares of " + b.Say(m.Acts[0].Patch.W.CeilTo(b.Table.Ruler.Mark)),
			})
		}
	}
	return list
}

func (b AtRuler) rowSizes() (list []Trim) {
	if b.Layout.OnPoint || b.Layout.Loose {
		return nil // a row with triangles at its ends is no rectangle
	}
	w, _ := b.Layout.Middle()
	for _, k := range b.Layout.Kinds {
		t := Trim{ID: k.ID, Name: k.Name(), Kind: "row", Picture: b.album.Named(k.ID)}
		if len(k.Cells) == 1 && len(b.Layout.Widths) > 1 {
			continue // a strip right through is listed as what it is
		}
		t.Working.Sums = []string{fmt.Sprintf("across: %s + %s = %s", words.Terms(b.Table.Ruler, b.Layout.Widths),
			b.Say(2*b.Table.Seam), b.Say(w))}
		b.measures(&t, w, k.High+2*b.Table.Seam)
		list = append(list, t)
	}
	return list
}

// topSizes are the quilt before its borders, as measured, and with each border.
func (b AtRuler) topSizes() (list []Trim) {
	if b.Layout.Loose {
		return nil
	}
	w, h := b.Layout.Middle()
	top := Trim{ID: "top", Name: "Quilt top", Kind: "quilt"}
	var heights []measure.Length
	for _, k := range b.Layout.Rows {
		heights = append(heights, b.Layout.Kinds[k].High)
	}
	top.Working.Sums = []string{fmt.Sprintf("down: %s + %s = %s", words.Terms(b.Table.Ruler, heights),
		b.Say(2*b.Table.Seam), b.Say(h))}
	if b.Layout.OnPoint {
		diagonal := func(way string, n int, is measure.Length) string {
			return fmt.Sprintf("%s: %d × %s × 1.4142 + %s = %s", way, n, b.Say(b.Layout.BlockW), b.Say(2*b.Table.Seam),
				b.Say(is))
		}
		top.Working = words.Working{Sums: []string{
			diagonal("across", b.Plain.Columns, w),
			diagonal("down", b.Plain.Rows, h),
		}, Rules: rules.By(rules.OnPoint)}
	}
	b.measures(&top, w, h)
	list = append(list, top)
	if b.Layout.W != w || b.Layout.H != h {
		t := Trim{
			ID: "top-measured", Name: "Quilt top, as measured", Kind: "quilt",
			Working: words.Working{Sums: []string{}},
		}
		b.measures(&t, b.Layout.W, b.Layout.H)
		list = append(list, t)
	}
	for _, ring := range b.Layout.Rings {
		t := Trim{ID: naming.Of(string(ring.Border.ID)).Step(), Name: "With " + ring.Border.Name, Kind: "quilt"}
		inner := ring.W - 2*ring.Width + 4*b.Table.Seam
		t.Working.Sums = []string{fmt.Sprintf("across: %s + 2 × (%s − %s) = %s", b.Say(inner), b.Say(ring.Width),
			b.Say(2*b.Table.Seam), b.Say(ring.W))}
		t.Working.Rules = rules.By(rules.Border)
		b.measures(&t, ring.W, ring.H)
		list = append(list, t)
	}
	return list
}

// AtRuler tells a work under the ruler.
type AtRuler struct {
	*work.Work
	album *drawn.Album
}

// Of tells what everything measures, with the pictures that it refers to.
func Of(w *work.Work, album *drawn.Album) AtRuler { return AtRuler{w, album} }
