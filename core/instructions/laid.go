package instructions

import (
	"fmt"
	"maps"
	"slices"

	"vicis/core/batching"
	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/needle"
	"vicis/core/piece"
	"vicis/core/quilt"
)

// Pieces that lie face down on another one, are sewn along lines, and cut apart.

// given is what lies in the pile of a step, as it lies there.
func (t *teller) given(step naming.Step) piece.Piece {
	a := t.w.Acts[step]
	for _, g := range a.Act.Outputs() {
		if g.ID == step && g.Piece.Patches != nil {
			return g.Piece
		}
	}
	if unit := step.Made(); unit != "" && t.w.Unit(unit).Unit.ID == unit && a.Act.Does != making.Sews {
		return t.w.Unit(unit).Piece
	}
	return a.Act.Piece
}

// turn is how something is turned against how it lies in its pile, if it is what lies there.
func (t *teller) turn(step naming.Step, lies piece.Piece) (turn int, ok bool) {
	have, lies := t.given(step), lies.Boxed()
	for _, turn := range []int{0, 90, 180, 270} {
		if p := have.Turn(turn); p.W == lies.W && p.H == lies.H && piece.SameLook(p, lies, piece.ByRole) {
			return turn, true
		}
	}
	return 0, false
}

// lay tells what lies face down on what. What is taken is the first thing, what lies on it are the others, in their order.
func (t *teller) lay(line *Line, m making.Made, act making.Act) {
	var of []naming.Step
	for _, take := range act.Takes {
		for range take.Each {
			of = append(of, take.Act)
		}
	}
	joins := act.Joins
	seams := act.Sews
	if len(of) != 1+len(joins.Over) {
		return
	}
	if len(joins.Stitches) == 2*len(seams) && len(act.Apart) > 0 { // each with a second one that makes a unit of the trimming
		var with []naming.Seam
		for _, one := range seams {
			with = append(with, one, m.Unit.ID.Seam(making.BonusSeam))
		}
		seams = with
	}
	lower := joins.LeftPiece
	if _, first := t.turn(of[0], lower); !first { // the marked one is told first, and may lie on top
		for k, over := range joins.Over {
			_, below := t.turn(of[k+1], lower)
			if _, above := t.turn(of[0], over.Mirrored()); below && above {
				of[0], of[k+1] = of[k+1], of[0]
				break
			}
		}
	}
	line.Do, line.Of = Lay, of[0]
	line.Turn, _ = t.turn(of[0], lower)
	for i, over := range joins.Over {
		x, y, _, _ := over.Bounds()
		one := Over{Of: of[i+1], Left: drawn.Round(x.Inches()), Top: drawn.Round(y.Inches())}
		one.Turn, _ = t.turn(one.Of, over.Mirrored())
		line.Over = append(line.Over, one)
	}
	for i, s := range joins.Stitches {
		line.Stitches = append(line.Stitches, Stitch{stretch(s.From, s.To), t.press(seams[min(i, len(seams)-1)])})
	}
	if len(act.Apart) > 0 {
		line.Do = LayPart
		line.Knife = t.knife(lower, act.Apart)
		line.Gives = t.gives(m, act)
		if len(act.Spare) > 0 {
			act.Gives = append([]making.Give{{ID: act.Outputs()[0].ID, Count: 1}}, act.Spare...)
			line.Gives = t.gives(m, act)
		}
	}
}

// press is where the allowances of a seam go of which the lower piece is on the side of +1.
func (t *teller) press(seam naming.Seam) needle.Press {
	return map[int]needle.Press{1: needle.ToLower, -1: needle.ToUpper, 0: needle.Opened}[t.w.Press.Decisions[seam].X]
}

// part tells how what was laid is cut apart.
func (t *teller) part(line *Line, m making.Made, act making.Act) {
	laid := t.w.Acts[act.Takes[0].Act].Act
	if laid.Joins == nil {
		return
	}
	line.Do, line.Step, line.Of, line.Times = Part, "", laid.ID, t.w.Demand.Runs[act.ID]
	line.Knife = t.knife(laid.Joins.LeftPiece, act.Apart)
	line.Gives = t.gives(m, act)
}

// knife is where lines run over a piece, from edge to edge.
func (t *teller) knife(p piece.Piece, lines []piece.Line) (list []Stretch) {
	for _, l := range lines {
		if from, to, ok := p.Across(l); ok {
			list = append(list, stretch(from, to))
		}
	}
	return list
}

func stretch(from, to piece.Point) Stretch {
	return Stretch{[2]float64{drawn.Round(from.X.Inches()), drawn.Round(from.Y.Inches())}, [2]float64{drawn.Round(to.X.Inches()), drawn.Round(to.Y.Inches())}}
}

// gives is what falls out of one run.
func (t *teller) gives(m making.Made, act making.Act) (list []Give) {
	for _, g := range act.Outputs() {
		p := g.Piece
		if p.Patches == nil {
			p = act.Piece
		}
		one := Give{Step: g.ID, N: g.Count, Kinds: kinds(m, g.ID), Raw: !p.Whole(), Wide: drawn.Round(p.W.Inches()), High: drawn.Round(p.H.Inches())}
		for i, side := range []piece.Side{piece.Top, piece.Right, piece.Bottom, piece.Left} {
			one.Sides[i] = t.shows(p, side)
		}
		if act.Tip != nil {
			above := drawn.Round(act.Tip.Inches())
			one.Above = &above
		}
		list = append(list, one)
	}
	return list
}

// kinds is in how many kinds something falls out, where that is more than one.
func kinds(m making.Made, step naming.Step) int {
	for _, v := range m.Variants {
		if v.ID.Step() == step && v.Kinds > 1 {
			return v.Kinds
		}
	}
	return 0
}

// shows is which fabrics an edge shows, one after another.
func (t *teller) shows(p piece.Piece, side piece.Side) []string {
	list := []string{}
	along := p.Reaching(side)
	slices.SortFunc(along, func(a, b piece.Stretch) int { return a.From.Cmp(b.From) })
	for _, s := range along {
		if s.From == s.To {
			continue
		}
		list = append(list, t.w.Fabric(p.Patches[s.Patch].Role))
	}
	return slices.Compact(list)
}

// slice tells how something sewn is cut again.
func (t *teller) slice(line *Line, m making.Made, act making.Act) {
	k := act.Knife
	line.Do, line.Step, line.Of, line.Times = Slice, "", act.Takes[0].Act, t.w.Demand.Runs[act.ID]
	for _, one := range k.Upright {
		line.Upright = append(line.Upright, drawn.Round(one.At.Inches()))
	}
	for _, one := range k.Level {
		line.Level = append(line.Level, drawn.Round(one.At.Inches()))
	}
	for _, row := range k.Places {
		var places []Place
		for _, id := range row {
			there := t.w.Unit(id)
			step := there.Unit.ID.Step()
			places = append(places, Place{Step: step, Turn: there.Turned, Kinds: kinds(m, step)})
		}
		line.Places = append(line.Places, places)
	}
}

// onto tells which triangles are sewn to which sides.
func (t *teller) onto(line *Line, act making.Act) {
	line.Do, line.Of = Onto, act.Takes[0].Act
	line.Turn, _ = t.turn(line.Of, act.Joins.LeftPiece)
	for _, one := range act.Onto {
		name := map[piece.Side]string{piece.Left: "left", piece.Right: "right", piece.Top: "top", piece.Bottom: "bottom"}[one.Side]
		line.Sides = append(line.Sides, Side{name, one.Of, drawn.Round(one.In.Inches()), t.press(act.Sews[0])})
	}
}

// chained says whether an act takes what was sewn long edge to long edge, one after another.
func (t *teller) chained(act making.Act) bool {
	joins := t.w.Acts[act.Takes[0].Act].Act.Joins
	return joins != nil && len(joins.Over) == 0 && slices.ContainsFunc(joins.Edges, func(j making.Join) bool { return j.A.Turn%90 != 0 })
}

// opens tells how rings are opened.
func (t *teller) opens(line *Line, act making.Act) {
	c := act.Opens
	line.Do, line.Of, line.Strip, line.Off = Open, c.Ring, c.Strip()+1, inches(c.Trims)
	if c.Middle() {
		above := t.w.Unit(c.Set).Round[c.Strip()].Width / 2
		if c.Bit == 0 {
			above -= t.w.Table.Seam
		}
		line.Above = inches(above)
	}
}

// meets is which seams of two rows on point meet, from the end that goes in first: row i, from 0, and the next one.
func (t *teller) meets(i, turned int) []int {
	l := t.w.Layout
	above, below := l.Kinds[l.Rows[i]], l.Kinds[l.Rows[i+1]]
	from, _ := l.Shared(above, below)
	a, b := from+1-above.Start, from+1-below.Start
	if turned == 270 { // their right ends go in first
		return []int{len(above.Cells) - a, len(below.Cells) - b}
	}
	return []int{b, a}
}

// around tells a border that is sewn on where no card shows its seams: side by side, the border on top; false for what is none.
func (t *teller) around(line *Line, b batching.Batch) bool {
	i := slices.IndexFunc(t.w.Layout.Rings, func(r quilt.Ring) bool { return r.Border.ID == b.ID.Border() })
	if i < 0 || b.ID.IsCorners() {
		return false
	}
	ring := t.w.Layout.Rings[i]
	sides := []int{0, 180} // how the quilt is turned for its right and its left edge to lie at the guide
	if !b.ID.IsSides() {
		sides = []int{90, 270}
	}
	line.Do, line.Each = Sew, true
	turned := 0
	for k, turn := range sides {
		on := Layer{Of: ring.Border.ID.Strips(), Turn: 90, Strip: true}
		switch {
		case ring.Rows != nil:
			if !b.ID.IsSides() {
				k += 2
			}
			on.Of, on.Strip = ring.Rows[k].ID, false
		case !b.ID.IsSides() && ring.Border.HasSquares():
			on.Of, on.Strip = ring.Border.ID.Corners(), false
		}
		x := t.w.Press.Decisions[b.ID.Seam()].X // +1 presses toward what is sewn on
		line.Seams = append(line.Seams, Seam{
			Lower: Layer{Turn: (360 + turn - turned) % 360}, Upper: on, Takes: inches(t.w.Layout.Seam),
			Press: map[int]needle.Press{1: needle.ToUpper, -1: needle.ToLower, 0: needle.Opened}[x],
		})
		turned = turn
	}
	line.After = (360 - turned) % 360
	return true
}

// standIns tells what of that which falls out in a line stands in for something else.
func (t *teller) standIns(step naming.Step, line Line) {
	falls := []naming.Step{step}
	for _, g := range line.Gives {
		falls = append(falls, g.Step)
	}
	for _, row := range line.Places {
		for _, p := range row {
			falls = append(falls, p.Step)
		}
	}
	for _, id := range slices.Sorted(maps.Keys(t.w.Lines)) {
		for _, from := range t.w.Lines[id].From {
			if !slices.Contains(falls, from.ID) {
				continue
			}
			turn, _ := t.turn(from.ID, t.given(id))
			t.lines = append(t.lines, Line{
				Do: StandIn, Of: from.ID, Step: id, Times: from.Count, Turn: turn,
				Says: fmt.Sprintf("%d of %s stand in for %s.", from.Count, t.w.NameOf(from.ID), t.w.NameOf(id)),
			})
		}
	}
}

// backing tells how its lengths are sewn together; one of two may be halved first, for both sides of the other.
func (t *teller) backing(line *Line, b batching.Batch) {
	back := t.w.Layout.Back
	halves := naming.Backing + "/halves"
	if back.Seams == back.Lengths {
		usable, _ := t.w.Table.Usable(back.Role)
		t.lines = append(t.lines, Line{
			Do: Slice, Of: naming.BackingLengths, Times: 1, Upright: []float64{inches(usable / 2)}, Places: [][]Place{{{Step: halves}, {Step: halves}}},
			Says: "Cut one length of the backing in half along its length.",
		})
	}
	line.Do, line.Times = Sew, 1
	card, _ := needle.Of(t.w, b.ID, 0)
	for i, l := range card.Lies {
		seam := Seam{Lower: t.layer(l.Lower), Upper: t.layer(l.Upper), Takes: inches(l.Takes), Press: l.Press}
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
