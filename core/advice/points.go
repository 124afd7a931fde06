package advice

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
)

// Points and joints: what would be cut off, fall short, or miss each other, by how much.

var sideName = map[piece.Side]string{piece.Left: "left", piece.Right: "right", piece.Top: "top", piece.Bottom: "bottom"}

// noticed is a distance below which a point counts as right: 1/64 inch.
const noticed = measure.Inch / 64

// points looks at every unit that is needed, and at the edges where blocks meet.
func (b Advice) points() {
	for _, m := range b.Units {
		for _, one := range m.Each() {
			if b.Lines[one.Unit.ID.Step()].Make() > 0 {
				b.tips(one)
			}
		}
		b.misses(m)
	}
}

func (b Advice) tips(m making.Made) {
	s := b.Table.Seam
	for _, tip := range m.Piece.Tips(piece.Of(2 * s)) {
		depth := tip.Depth.Nearest()
		switch d := depth - s; {
		case d < -noticed:
			b.said.Warn("point-cut-off", b.Place(m),
				fmt.Sprintf("A point of %s at its %s edge would be cut off by %s when that edge is sewn.", m.Unit.Name,
					sideName[tip.Side], b.Say(-d)),
				"Check the sizes of its parts: a point lies an allowance inside the raw edge.")
			return
		case d > noticed:
			b.said.Warn("point-short", b.Place(m),
				fmt.Sprintf("A point of %s falls short of the seam at its %s edge by %s.", m.Unit.Name,
					sideName[tip.Side], b.Say(d)), "Leave it floating if you mean it, or check the sizes of its parts.")
			return
		}
	}
}

// misses names the joints inside a unit that should meet and do not; those of its parts are named there.
func (b Advice) misses(m making.Made) {
	if b.Lines[m.Unit.ID.Step()].Runs == 0 {
		return
	}
	for _, miss := range m.Piece.Misses {
		if miss.Over.Owner() != m.Unit.ID {
			continue
		}
		if by := miss.By.Nearest(); by > noticed {
			b.said.Warn("joints-miss", b.Place(m),
				fmt.Sprintf("Two seams of %s should meet and miss each other by %s: %s.", m.Unit.Name, b.Say(by),
					b.between(miss.A, miss.B)), "Make the parts that meet there of one size, or leave it if you mean it.")
			return
		}
	}
}

func (b Advice) between(seams ...naming.Seam) string {
	var names []string
	for _, id := range seams {
		d := b.Press.Decisions[id].Seam
		names = append(names, fmt.Sprintf("the one between %s and %s", d.Plus.Name, d.Minus.Name))
	}
	if len(names) == 2 && names[0] == names[1] {
		return names[0] + ", from both sides"
	}
	return strings.Join(names, " and ")
}

// joints names the seams of blocks side by side that should meet and do not.
func (b Advice) joints() {
	said := map[string]bool{}
	endsOf := b.Layout.Ends()
	for _, j := range b.Layout.Joints() {
		from, to, words := piece.Right, piece.Left, "beside"
		if j.Down {
			from, to, words = piece.Bottom, piece.Top, "above"
		}
		one, two := b.Layout.Blocks[j.A.Unit], b.Layout.Blocks[j.B.Unit]
		ends := piece.Missed(endsOf(j.A, from), endsOf(j.B, to), piece.Of(b.Table.Seam), j.Over)
		for _, miss := range ends {
			by := miss.By.Nearest()
			key := one.Unit.Name + words + two.Unit.Name
			if by <= noticed || said[key] {
				continue
			}
			said[key] = true
			b.said.Warn("joints-miss", "/top/repeat",
				fmt.Sprintf("Where %s lies %s %s, seams that should meet miss each other by %s.", one.Unit.Name, words,
					two.Unit.Name, b.Say(by)),
				"Make the blocks of one division, lay something plain between, or leave it if you mean it.")
		}
	}
}

// diagonals warns of cuts apart that are longer than the longest ruler.
func (b Advice) diagonals() {
	for _, m := range b.Units {
		cuts := slices.ContainsFunc(m.Acts, func(a making.Act) bool { return a.Does == making.Trims && a.Cuts > 0 })
		if !cuts || b.Demand.Runs[m.Acts[len(m.Acts)-1].ID] == 0 {
			continue
		}
		var most float64
		for _, act := range m.Acts {
			if act.Joins == nil {
				continue
			}
			for _, s := range act.Joins.Stitches {
				most = max(most, math.Hypot(s.To.X.Sub(s.From.X).Inches(), s.To.Y.Sub(s.From.Y).Inches()))
			}
		}
		if most > b.Longest.Inches() {
			long := measure.Length(math.Ceil(most * 24384)).CeilTo(b.Table.Ruler.Mark)
			b.said.Warn("ruler-too-short", b.Place(m),
				fmt.Sprintf("%s is cut apart along %s, and your longest ruler is %s.", m.Unit.Name, b.Say(long),
					b.Say(b.Longest)), "Draw the line with something longer, or cut it in two strokes along the drawn line.")
		}
	}
}
