package instructions

import (
	"fmt"
	"maps"
	"slices"

	"vicis/core/batching"
	"vicis/core/machine"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/needle"
	"vicis/core/quilt"
	"vicis/core/work"
)

// What is done at the machine.

// batch tells what is sewn, or done with what was sewn.
func (t *teller) batch(b batching.Batch) Instruction {
	line := Instruction{Do: Words, Says: machine.Of(t.Work, nil).Told(b), Step: b.ID, Times: b.Make}
	made, act := t.Work.Acts[b.ID].Made, t.Work.Acts[b.ID].Act
	of := func(do Do) { // of what one run takes first
		line.Do, line.Of = do, act.Takes[0].Act
	}
	halves := func(n int) {
		of(Halve)
		line.Times = t.Work.Demand.Runs[act.ID]
		line.Gives = []FallsOut{{Step: b.ID, N: n, Raw: true, Sides: [4][]string{{}, {}, {}, {}}}}
	}
	switch {
	case b.Shows != "" && b.Shows.Made().Squared() == b.ID:
		w, h := b.Piece.Size()
		line.Do, line.Of, line.Trims = Square, b.Shows, []float64{inches(w), inches(h)}
	case b.Does == making.Marks:
		of(Mark)
		line.Turn, _ = t.turn(line.Of, act.Piece)
	case b.Does == making.CutsAgain:
		t.slice(&line, made, act)
	case b.Does == making.Opens:
		t.opens(&line, act)
	case b.ID.Made().IsTriangle():
		halves(act.Gives[0].Count)
	case act.Halves:
		halves(2)
	case b.Does == making.Trims && len(act.Gives) == 0 && act.Cuts > 0:
		of(Halve)
		line.And = act.Takes[len(act.Takes)-1].Act
	case len(act.Onto) > 0:
		t.onto(&line, act)
	case act.Eighth:
		of(Trim)
		line.Times, line.Gives = t.Work.Demand.Runs[act.ID], t.gives(made, act)
		for i := range line.Gives {
			line.Gives[i].Turn = 45
		}
	case b.Does == making.Trims && (len(act.Apart) > 0 || t.chained(act)):
		t.part(&line, made, act)
	case b.Stage == batching.Sets && act.Joins != nil:
		of(Close)
		line.Seams = []SeamLaid{{Takes: inches(t.Work.Table.Seam), Press: t.press(act.Sews[0], false)}}
	case b.ID == naming.BackingJoin:
		t.backing(&line, b)
	case b.ID == naming.BindingJoin:
		line.Do, line.Of, line.Times, line.Mitred = EndToEnd, naming.BindingStrips, 1, true
	case b.ID == naming.BindingRound:
		line.Do, line.Of, line.Times = Bind, naming.BindingStrips, 1
	case t.Work.Layout.OnPoint && t.around(&line, b):
	case len(b.Left.Over) > 0:
		t.lay(&line, made, act)
	case b.Does == making.Sews:
		t.sew(&line, b, act)
	}
	return line
}

// cards is how the layers of every seam of a batch lie, and how the last of them is turned in the end.
func (t *teller) cards(step naming.Step) (card needle.Card, ok bool) {
	card, ok = needle.Of(t.Work, step, 0)
	for ok && len(card.Lies) < card.Seams {
		more, _ := needle.Of(t.Work, step, len(card.Lies))
		card.Lies, card.Batch = append(card.Lies, more.Lies...), more.Batch
	}
	return card, ok && card.Laid == nil
}

// sew tells what is sewn edge to edge.
func (t *teller) sew(line *Instruction, b batching.Batch, act making.Act) {
	card, ok := t.cards(b.ID)
	if !ok {
		return
	}
	line.Do, line.Each, line.After = Sew, card.Each, card.Batch.Turned
	if w, h := b.Piece.Size(); b.Shaves {
		line.Trims = []float64{inches(w), inches(h)}
	}
	if odd(card) {
		line.Of, line.After = act.Takes[0].Act, 0
	}
	if b.ID.IsCorners() { // both pieces alike: a square to each end
		line.Each, line.Times, card.Lies = false, b.Make/2, card.Lies[:2]
	}
	web, _ := t.Work.Layout.Web()
	sewn := 0
	if line.Each { // those that are still to sew are the last
		sewn = len(card.Lies) - min(len(card.Lies), b.Make)
	}
	for i, l := range card.Lies {
		if i < sewn {
			continue
		}
		seam := t.seam(l)
		if b.ID.Column() > 0 {
			seam.Row, seam.After, line.After = web[i]+1, (360-l.Turned)%360, 0
		}
		if b.ID == naming.Rows && t.Work.Layout.OnPoint {
			seam.Meets = t.meets(i, l.Turned)
		}
		for _, ring := range t.Work.Layout.Rings {
			for _, one := range []*LayerLaid{&seam.Lower, &seam.Upper} {
				if ring.Border.ID.Corners() == b.ID && one.Strip {
					one.Long = inches(ring.Ends)
				}
			}
		}
		line.Seams = append(line.Seams, seam)
	}
}

func (t *teller) seam(l needle.Lie) SeamLaid {
	return SeamLaid{Lower: t.layer(l.Lower), Upper: t.layer(l.Upper), Takes: inches(l.Takes), Press: l.Press}
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

func (t *teller) layer(l needle.LayerUnder) LayerLaid {
	out := LayerLaid{Of: l.From, Turn: l.Turn, Sewn: l.Sewn, Row: l.Row}
	if l.Turn%90 != 0 {
		out.Of, out.Half = "", l.From
	}
	out.Strip = slices.ContainsFunc(t.Work.Steps, func(s work.Step) bool {
		return s.ID == l.From && s.Of.Strip != nil && s.Of.Strip.Joined != nil && !s.Of.Strip.Lengths
	})
	return out
}

// chained says whether an act takes what was sewn long edge to long edge, one after another.
func (t *teller) chained(act making.Act) bool {
	joins := t.Work.Acts[act.Takes[0].Act].Act.Joins
	return joins != nil && len(joins.Over) == 0 &&
		slices.ContainsFunc(joins.Edges, func(j making.Join) bool { return j.A.Turn%90 != 0 })
}

// opens tells how rings are opened.
func (t *teller) opens(line *Instruction, act making.Act) {
	c := act.Opens
	line.Do, line.Of, line.Strip, line.Off = Open, c.Ring, c.Strip()+1, inches(c.Trims)
	if c.Middle() {
		above := t.Work.Unit(c.Set).Round[c.Strip()].Width / 2
		if c.Bit == 0 {
			above -= t.Work.Table.Seam
		}
		line.Above = inches(above)
	}
}

// meets is which seams of two rows on point meet, from the end that goes in first: row i, from 0, and the next one.
func (t *teller) meets(i, turned int) []int {
	l := t.Work.Layout
	above, below := l.Kinds[l.Rows[i]], l.Kinds[l.Rows[i+1]]
	from, _ := l.Shared(above, below)
	a, b := from+1-above.Start, from+1-below.Start
	if turned == 270 { // their right ends go in first
		return []int{len(above.Cells) - a, len(below.Cells) - b}
	}
	return []int{b, a}
}

// around tells a border that is sewn on where no card shows its seams: side by side, the border on top; false for what
// is none.
func (t *teller) around(line *Instruction, b batching.Batch) bool {
	i := slices.IndexFunc(t.Work.Layout.Rings, func(r quilt.BorderRing) bool { return r.Border.ID == b.ID.Border() })
	if i < 0 || b.ID.IsCorners() {
		return false
	}
	ring := t.Work.Layout.Rings[i]
	sides := []int{0, 180} // how the quilt is turned for its right and its left edge to lie at the guide
	if !b.ID.IsSides() {
		sides = []int{90, 270}
	}
	line.Do, line.Each = Sew, true
	turned := 0
	for k, turn := range sides {
		on := LayerLaid{Of: ring.Border.ID.Strips(), Turn: 90, Strip: true}
		switch {
		case ring.Rows != nil:
			if !b.ID.IsSides() {
				k += 2
			}
			on.Of, on.Strip = ring.Rows[k].ID, false
		case !b.ID.IsSides() && ring.Border.HasSquares():
			on.Of, on.Strip = ring.Border.ID.Corners(), false
		}
		x := t.Work.Press.Decisions[b.ID.Seam()].X // +1 presses toward what is sewn on
		line.Seams = append(line.Seams, SeamLaid{
			Lower: LayerLaid{Turn: (360 + turn - turned) % 360}, Upper: on, Takes: inches(t.Work.Layout.Seam),
			Press: map[int]needle.PressedToward{1: needle.ToUpper, -1: needle.ToLower, 0: needle.Opened}[x],
		})
		turned = turn
	}
	line.After = (360 - turned) % 360
	return true
}

// standIns tells what of that which falls out in a line stands in for something else.
func (t *teller) standIns(step naming.Step, line Instruction) {
	falls := []naming.Step{step}
	for _, g := range line.Gives {
		falls = append(falls, g.Step)
	}
	for _, row := range line.Places {
		for _, p := range row {
			falls = append(falls, p.Step)
		}
	}
	for _, id := range slices.Sorted(maps.Keys(t.Work.Lines)) {
		for _, from := range t.Work.Lines[id].From {
			if !slices.Contains(falls, from.ID) || from.Count == 0 {
				continue
			}
			turn, _ := t.turn(from.ID, t.given(id))
			t.lines = append(t.lines, Instruction{
				Do: StandIn, Of: from.ID, Step: id, Times: from.Count, Turn: turn,
				Says: fmt.Sprintf("%d of %s stand in for %s.", from.Count, t.Work.NameOf(from.ID), t.Work.NameOf(id)),
			})
		}
	}
}

// joins tells of the strips of a border that all lie there already: the script of the cutting has no line for them.
func (t *teller) joins(b batching.Batch) {
	i := slices.IndexFunc(t.Work.Layout.Rings, func(r quilt.BorderRing) bool {
		return r.Rows == nil && r.Border.ID == b.ID.Border() && b.ID.IsSides()
	})
	if i < 0 {
		return
	}
	strips := t.Work.Layout.Rings[i].Border.ID.Strips()
	if !slices.ContainsFunc(t.lines, func(l Instruction) bool { return l.Do == EndToEnd && l.Of == strips }) {
		t.lines = append(t.lines, Instruction{
			Do: EndToEnd, Of: strips, Times: 1,
			Says: fmt.Sprintf("The strips for %s are cut: its lengths come from these.", t.Work.Layout.Rings[i].Border.Name),
		})
	}
}

// backing tells how its lengths are sewn together; one of two may be halved first, for both sides of the other.
func (t *teller) backing(line *Instruction, b batching.Batch) {
	back := t.Work.Layout.Back
	halves := naming.Backing + "/halves"
	if back.Seams == back.Lengths {
		t.lines = append(t.lines, Instruction{
			Do: Slice, Of: naming.BackingLengths, Times: 1, Upright: []float64{inches(back.Wide / 2)},
			Places: [][]PartPlace{{{Step: halves}, {Step: halves}}},
			Says:   "Cut one length of the backing in half along its length.",
		})
	}
	line.Do, line.Times = Sew, 1
	card, _ := t.cards(b.ID)
	for i, l := range card.Lies {
		seam := t.seam(l)
		if back.Seams == back.Lengths {
			if i > 0 && seam.Lower.Of != "" {
				seam.Lower.Of = halves
			} else {
				seam.Upper.Of = halves
			}
		}
		line.Seams = append(line.Seams, seam)
	}
}
