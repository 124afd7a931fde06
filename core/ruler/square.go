package ruler

import (
	"fmt"
	"slices"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/piece"
	"vicis/core/school"
	"vicis/core/words"
)

// SquaringCard is how one thing is squared up: where the ruler lies, and in which order it is cut.
type SquaringCard struct {
	Lays  []string `json:"lays" doc:"Where the lines of the ruler lie"`
	Cuts  []string `json:"cuts" doc:"The cuts, in order"`
	Edges []string `json:"edges" enum:"left,right,top,bottom" doc:"Which edge each cut makes, as it is drawn; the third and fourth once it is turned by half"`
	Short string   `json:"short" doc:"That the longest ruler is too short, and what to do; empty where it is not"`
}

// squaring tells how something is squared up to what it should measure: the middle stays in the middle (common
// practice).
func (b AtRuler) squaring(m making.Made) *SquaringCard {
	if m.Cloth || m.InLength || m.Parted || len(m.Seams) == 0 || !m.Piece.Whole() {
		return nil
	}
	p := m.Piece
	w, h := p.Size()
	out := SquaringCard{Lays: []string{}}
	diagonal := false
	for _, s := range p.Seams {
		diagonal = diagonal || s.From.X != s.To.X && s.From.Y != s.To.Y && corner(p, s.From) && corner(p, s.To)
	}
	across, _ := p.W.Half()
	down, _ := p.H.Half()
	middle := slices.Contains(p.Parallels(true), across) && slices.Contains(p.Parallels(false), down)
	half := words.By(b.Table.Ruler, w/2, h/2)
	if w == h {
		half = b.Say(w / 2)
	}
	switch {
	case diagonal:
		out.Lays = append(out.Lays, fmt.Sprintf("The ruler's diagonal lies on the seam, %s of the unit inside its lines on "+
			"every side.", b.Say(w)))
	case middle:
		out.Lays = append(out.Lays, fmt.Sprintf("The lines of %s lie on the middle seams: as much comes off on each side.",
			half))
	default:
		out.Lays = append(out.Lays, fmt.Sprintf("The lines of %s cross in its middle: as much comes off on each side.", half))
	}
	if tips := p.Tips(piece.Of(2 * b.Table.Seam)); len(tips) > 0 {
		out.Lays = append(out.Lays, fmt.Sprintf("Leave %s beyond every point at the edge, even where that is a little less "+
			"square.", b.Say(b.Table.Seam)))
	}
	side, other := "right", "left"
	if b.Settings.Hand == school.LeftHand {
		side, other = other, side
	}
	out.Cuts = []string{
		fmt.Sprintf("Cut the %s edge, then the top.", side),
		fmt.Sprintf("Turn it by half. Lay the lines of %s on the two edges just cut, and cut the other two.",
			words.By(b.Table.Ruler, w, h)),
	}
	out.Edges = []string{side, "top", other, "bottom"}
	if diagonal {
		out.Cuts = append(out.Cuts, "The ears at the ends of the seam go with the cuts.")
	}
	if most := max(w, h); most > b.Longest {
		out.Short = fmt.Sprintf("It is longer than your longest ruler, %s: lay two rulers end to end, or cut along the "+
			"lines of the mat.", b.Say(b.Longest))
	}
	return &out
}

func corner(p piece.Piece, a piece.Point) bool {
	near := func(x, y piece.Num) bool {
		d := x.Sub(y).Nearest()
		return max(d, -d) < measure.Inch/8
	}
	zero := piece.Num{}
	return (near(a.X, zero) || near(a.X, p.W)) && (near(a.Y, zero) || near(a.Y, p.H))
}
