package instructions

import (
	"slices"

	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/needle"
	"vicis/core/piece"
)

// Pieces that lie face down on another one, are sewn along lines, and cut apart; and how what falls out lies.

// given is what lies in the pile of a step, as it lies there.
func (t *teller) given(step naming.Step) piece.Piece {
	a := t.Work.Acts[step]
	for _, g := range a.Act.Outputs() {
		if g.ID == step && g.Piece.Patches != nil {
			return g.Piece
		}
	}
	if unit := step.Made(); unit != "" && t.Work.Unit(unit).Unit.ID == unit && a.Act.Does != making.Sews {
		return t.Work.Unit(unit).Piece
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

// lay tells what lies face down on what. What is taken is the first thing, what lies on it are the others, in their
// order.
func (t *teller) lay(line *Instruction, m making.Made, act making.Act) {
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
	// each with a second one that makes a unit of the trimming
	if len(joins.Stitches) == 2*len(seams) && len(act.Apart) > 0 {
		var with []naming.Seam
		for _, one := range seams {
			with = append(with, one, m.Unit.ID.Seam(naming.BonusSeam))
		}
		seams = with
	}
	lower := joins.LeftPiece
	line.Do, line.Of = Lay, of[0]
	line.Turn, _ = t.turn(of[0], lower)
	for i, over := range joins.Over {
		x, y, _, _ := over.Bounds()
		one := Over{Of: of[i+1], Left: drawn.Round(x.Inches()), Top: drawn.Round(y.Inches())}
		one.Turn, _ = t.turn(one.Of, over.Mirrored())
		line.Over = append(line.Over, one)
	}
	for i, s := range joins.Stitches {
		press := t.press(seams[min(i, len(seams)-1)], joins.Flipped)
		line.Stitches = append(line.Stitches, StitchLine{stretch(s.From, s.To), press})
	}
	if len(act.Apart) > 0 {
		line.Do = LayPart
		line.Knife = t.knife(lower, act.Apart)
		line.Gives = t.gives(m, act)
		if len(act.Spare) > 0 {
			act.Gives = append([]making.ActGive{{ID: act.Outputs()[0].ID, Count: 1}}, act.Spare...)
			line.Gives = t.gives(m, act)
		}
	}
}

// press is where the allowances of a seam go of which the lower piece is on the side of +1, or the upper one.
func (t *teller) press(seam naming.Seam, flipped bool) needle.PressedToward {
	x := t.Work.Press.Decisions[seam].X
	if flipped {
		x = -x
	}
	return map[int]needle.PressedToward{1: needle.ToLower, -1: needle.ToUpper, 0: needle.Opened}[x]
}

// part tells how what was laid is cut apart.
func (t *teller) part(line *Instruction, m making.Made, act making.Act) {
	laid := t.Work.Acts[act.Takes[0].Act].Act
	if laid.Joins == nil {
		return
	}
	line.Do, line.Step, line.Of, line.Times = Part, "", laid.ID, t.Work.Demand.Runs[act.ID]
	line.Knife = t.knife(laid.Joins.LeftPiece, act.Apart)
	line.Gives = t.gives(m, act)
}

// knife is where lines run over a piece, from edge to edge.
func (t *teller) knife(p piece.Piece, lines []piece.Line) (list []StretchInches) {
	for _, l := range lines {
		if from, to, ok := p.Across(l); ok {
			list = append(list, stretch(from, to))
		}
	}
	return list
}

func stretch(from, to piece.Point) StretchInches {
	return StretchInches{
		[2]float64{drawn.Round(from.X.Inches()), drawn.Round(from.Y.Inches())},
		[2]float64{drawn.Round(to.X.Inches()), drawn.Round(to.Y.Inches())},
	}
}

// gives is what falls out of one run.
func (t *teller) gives(m making.Made, act making.Act) (list []FallsOut) {
	for _, g := range act.Outputs() {
		p := g.Piece
		if p.Patches == nil {
			p = act.Piece
		}
		one := FallsOut{
			Step: g.ID, N: g.Count, Kinds: kinds(m, g.ID), Raw: !p.Whole(), Wide: drawn.Round(p.W.Inches()),
			High: drawn.Round(p.H.Inches()),
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

// kinds is in how many kinds something falls out, where that is more than one.
func kinds(m making.Made, step naming.Step) int {
	for _, v := range m.Variants {
		if v.ID.Step() == step && len(v.Kinds) > 1 {
			return len(v.Kinds)
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
		list = append(list, t.Work.Fabric(p.Patches[s.Patch].Role))
	}
	return slices.Compact(list)
}

// slice tells how something sewn is cut again.
func (t *teller) slice(line *Instruction, m making.Made, act making.Act) {
	k := act.Knife
	line.Do, line.Step, line.Of, line.Times = Slice, "", act.Takes[0].Act, t.Work.Demand.Runs[act.ID]
	for _, one := range k.Upright {
		line.Upright = append(line.Upright, drawn.Round(one.At.Inches()))
	}
	for _, one := range k.Level {
		line.Level = append(line.Level, drawn.Round(one.At.Inches()))
	}
	for _, row := range k.Places {
		var places []PartPlace
		for _, id := range row {
			there := t.Work.Unit(id)
			step := there.Unit.ID.Step()
			places = append(places, PartPlace{Step: step, Turn: there.Turned, Kinds: kinds(m, step)})
		}
		line.Places = append(line.Places, places)
	}
}

// onto tells which triangles are sewn to which sides.
func (t *teller) onto(line *Instruction, act making.Act) {
	line.Do, line.Of = Onto, act.Takes[0].Act
	line.Turn, _ = t.turn(line.Of, act.Joins.LeftPiece)
	for _, one := range act.Onto {
		name := map[piece.Side]string{
			piece.Left: "left", piece.Right: "right", piece.Top: "top",
			piece.Bottom: "bottom",
		}[one.Side]
		line.Sides = append(line.Sides, TriangleSide{name, one.Of, drawn.Round(one.In.Inches()), t.press(act.Sews[0], false)})
	}
}
