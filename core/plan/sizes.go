package plan

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
)

// What everything must measure.

func (b *builder) widthWorking(parts []measure.Length, total measure.Length) Working {
	if len(parts) < 2 {
		return Working{Sums: []string{b.say(total) + ", as it is cut"}, Rule: "Nothing is sewn yet, so nothing is taken up."}
	}
	return Working{Sums: []string{making.SumOf(b.t.Ruler, b.t.Seam, parts, total)}, Rule: making.SumRule}
}

func (b *builder) trimList() []Trim {
	list := []Trim{}
	less := func(t *Trim, w, h measure.Length) {
		t.Unfinished, t.Finished = b.say(w)+" × "+b.say(h), b.say(w-2*b.t.Seam)+" × "+b.say(h-2*b.t.Seam)
		t.Working.Sums = append(t.Working.Sums, fmt.Sprintf("finished: %s − %s = %s, %s − %s = %s", b.say(w), b.say(2*b.t.Seam), b.say(w-2*b.t.Seam), b.say(h), b.say(2*b.t.Seam), b.say(h-2*b.t.Seam)))
		if t.Working.Rule == "" {
			t.Working.Rule = "Finished is what is seen once an allowance is sewn away on every side."
		}
	}
	for _, s := range b.sizes() {
		if b.lines[s.ID.Step()].Make() == 0 && b.demand.Runs[s.ID.Step()] == 0 {
			continue
		}
		t := Trim{ID: s.ID.Step(), Name: s.Name, Kind: string(s.Kind), Picture: s.ID.Step()}
		switch s.Kind {
		case making.StripSetKind:
			t.Unfinished, t.Working = b.say(s.H)+" wide", b.widthWorking(s.Sum, s.H)
			list = append(list, t)
			continue
		case making.PiecedKind:
			t.Working = Working{Sums: append([]string{}, s.Says.Sums...), Rule: s.Says.Rule}
			t.Kind = "unit"
			if b.layout.Count[s.ID] > 0 {
				t.Kind = "block"
			}
		case making.JoinedKind:
			t.Working = Working{Sums: []string{"across: " + making.SumOf(b.t.Ruler, b.t.Seam, s.Sum, s.W)}, Rule: making.SumRule}
			t.Kind = "unit"
			if b.layout.Count[s.ID] > 0 {
				t.Kind = "block"
			}
		}
		less(&t, s.W, s.H)
		list = append(list, t)
	}
	w, h := b.layout.Middle()
	for _, m := range b.units {
		if m.Unit.ID.IsTriangle() {
			list = append(list, Trim{
				ID: m.Unit.ID.Step(), Name: m.Unit.Name, Kind: "setting", Picture: m.Unit.ID.Step(), Working: Working{Sums: m.Size.Sums, Rule: m.Size.Rule},
				Unfinished: "cut from squares of " + b.say(m.Acts[0].Patch.W.CeilTo(b.t.Ruler.Mark)),
			})
		}
	}
	for _, k := range b.layout.Kinds {
		t := Trim{ID: k.ID, Name: k.Name(), Kind: "row", Picture: k.ID}
		if b.layout.OnPoint {
			break // a row with triangles at its ends is no rectangle
		}
		if len(k.Cells) == 1 && len(b.layout.Widths) > 1 {
			continue // a strip right through is listed as what it is
		}
		t.Working.Sums = []string{fmt.Sprintf("across: %s + %s = %s", b.terms(b.layout.Widths), b.say(2*b.t.Seam), b.say(w))}
		less(&t, w, k.High+2*b.t.Seam)
		list = append(list, t)
	}
	top := Trim{ID: "top", Name: "Quilt top", Kind: "quilt"}
	var heights []measure.Length
	for _, k := range b.layout.Rows {
		heights = append(heights, b.layout.Kinds[k].High)
	}
	top.Working.Sums = []string{fmt.Sprintf("down: %s + %s = %s", b.terms(heights), b.say(2*b.t.Seam), b.say(h))}
	if b.layout.OnPoint {
		diagonal := func(way string, n int, is measure.Length) string {
			return fmt.Sprintf("%s: %d × %s × 1.4142 + %s = %s", way, n, b.say(b.layout.BlockW), b.say(2*b.t.Seam), b.say(is))
		}
		top.Working = Working{Sums: []string{diagonal("across", b.plain.Columns, w), diagonal("down", b.plain.Rows, h)}, Rule: "A block on point is as wide as its diagonal."}
	}
	less(&top, w, h)
	list = append(list, top)
	if b.layout.W != w || b.layout.H != h {
		t := Trim{ID: "top-measured", Name: "Quilt top, as measured", Kind: "quilt", Working: Working{Sums: []string{}}}
		less(&t, b.layout.W, b.layout.H)
		list = append(list, t)
	}
	for _, ring := range b.layout.Rings {
		t := Trim{ID: naming.Of(string(ring.Border.ID)).Step(), Name: "With " + ring.Border.Name, Kind: "quilt"}
		inner := ring.W - 2*ring.Width + 4*b.t.Seam
		t.Working.Sums = []string{fmt.Sprintf("across: %s + 2 × (%s − %s) = %s", b.say(inner), b.say(ring.Width), b.say(2*b.t.Seam), b.say(ring.W))}
		less(&t, ring.W, ring.H)
		list = append(list, t)
	}
	return list
}
