package instructions

import (
	"slices"

	"vicis/core/batching"
	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/needle"
	"vicis/core/piece"
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

// turn is how something is turned against how it lies in its pile.
func (t *teller) turn(step naming.Step, lies piece.Piece) int {
	have := t.given(step)
	for _, turn := range []int{0, 90, 180, 270} {
		if p := have.Turn(turn); p.W == lies.W && p.H == lies.H && piece.SameLook(p, lies, piece.ByRole) {
			return turn
		}
	}
	return 0
}

// lay tells what lies face down on what. What is taken is the first thing, what lies on it are the others, in their order.
func (t *teller) lay(line *Line, b batching.Batch, m making.Made, act making.Act) {
	var of []naming.Step
	for _, take := range act.Takes {
		for range take.Each {
			of = append(of, take.Act)
		}
	}
	joins := act.Joins
	if len(of) != 1+len(joins.Over) {
		return
	}
	lower := joins.LeftPiece
	if !t.isGiven(of[0], lower) { // the marked one is told first, and may lie on top
		for k, over := range joins.Over {
			if t.isGiven(of[k+1], lower) && t.isGiven(of[0], over.Mirrored()) {
				of[0], of[k+1] = of[k+1], of[0]
				break
			}
		}
	}
	line.Do, line.Of, line.Turn = Lay, of[0], t.turn(of[0], lower)
	for i, over := range joins.Over {
		x, y, _, _ := over.Bounds()
		line.Over = append(line.Over, Over{of[i+1], t.turn(of[i+1], over.Mirrored().Boxed()), drawn.Round(x.Inches()), drawn.Round(y.Inches())})
	}
	seams := act.Sews
	for i, s := range joins.Stitches {
		seam := seams[min(i, len(seams)-1)]
		if len(seams) > 1 && len(seams) != len(joins.Stitches) {
			*line = Line{Do: Words, Says: line.Says, Step: line.Step, Times: line.Times}
			return
		}
		line.Stitches = append(line.Stitches, Stitch{stretch(s.From, s.To), t.press(seam)})
	}
	if len(act.Apart) > 0 {
		if len(act.Gives) > 0 {
			*line = Line{Do: Words, Says: line.Says, Step: line.Step, Times: line.Times}
			return
		}
		line.Do = LayPart
		line.Knife = t.knife(lower, act.Apart)
		line.Gives = t.gives(m, act)
	}
}

// isGiven says whether something is what a step gives, however it is turned.
func (t *teller) isGiven(step naming.Step, p piece.Piece) bool {
	have, p := t.given(step), p.Boxed()
	for _, turn := range []int{0, 90, 180, 270} {
		if q := have.Turn(turn); q.W == p.W && q.H == p.H && piece.SameLook(q, p, piece.ByRole) {
			return true
		}
	}
	return false
}

// press is where the allowances of a seam go of which the lower piece is on the side of +1.
func (t *teller) press(seam naming.Seam) needle.Press {
	return map[int]needle.Press{1: needle.ToLower, -1: needle.ToUpper, 0: needle.Opened}[t.w.Press.Decisions[seam].X]
}

// part tells how what was laid is cut apart.
func (t *teller) part(line *Line, m making.Made, act making.Act) {
	laid := t.w.Acts[act.Takes[0].Act].Act
	if laid.Joins == nil || len(laid.Joins.Over) == 0 {
		return
	}
	line.Do, line.Step, line.Of, line.Times = Part, "", laid.ID, t.w.Demand.Runs[act.ID]
	if line.Times == 0 {
		line.Times = t.w.Demand.Runs[laid.ID]
	}
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
		one := Give{Step: g.ID, N: g.Count, Wide: drawn.Round(p.W.Inches()), High: drawn.Round(p.H.Inches())}
		one.Raw = !p.Whole()
		for _, v := range m.Variants {
			if v.ID.Step() == g.ID && v.Kinds > 1 {
				one.Kinds = v.Kinds
			}
		}
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
			p := Place{Step: there.Unit.ID.Step(), Turn: there.Turned}
			for _, v := range m.Variants {
				if v.ID == there.Unit.ID && v.Kinds > 1 {
					p.Kinds = v.Kinds
				}
			}
			places = append(places, p)
		}
		line.Places = append(line.Places, places)
	}
}

// onto tells which triangles are sewn to which sides.
func (t *teller) onto(line *Line, act making.Act) {
	of := act.Takes[0].Act
	line.Do, line.Of, line.Turn = Onto, of, t.turn(of, act.Joins.LeftPiece)
	for _, one := range act.Onto {
		name := map[piece.Side]string{piece.Left: "left", piece.Right: "right", piece.Top: "top", piece.Bottom: "bottom"}[one.Side]
		line.Sides = append(line.Sides, Side{name, one.Of, drawn.Round(one.In.Inches()), t.press(act.Sews[0])})
	}
}
