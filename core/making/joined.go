package making

import (
	"fmt"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
)

func init() { register(func() Method { return &Joined{} }) }

// mostNamed is how many columns are told one by one.
const mostNamed = 4

// Joined is units sewn side by side, from left to right, each turned or not: segments to a four-patch, a nine-patch, a
// checker of n × n, or halves and a middle to a block. Every join is a step of its own, done for the whole quilt at
// once.
type Joined struct {
	Columns []Part `json:"columns"`
}

// By names the method.
func (*Joined) By() string { return "joined" }

// Parts are the columns.
func (m *Joined) Parts() []Part { return m.Columns }

// Make joins the columns one after another.
func (m *Joined) Make(t *Table) (Made, bool) {
	if len(m.Columns) < 2 || len(m.Columns) > MostStrips {
		t.Problems.Stop("column-count", t.At+"/columns", fmt.Sprintf("%s has %d columns.", t.Unit.Name, len(m.Columns)),
			fmt.Sprintf("Give it 2 to %d.", MostStrips))
		return Made{}, false
	}
	out := Made{Sort: "unit", Beside: true}
	var taken naming.Step // the step that made what lies on the left so far
	var name string
	seen := map[string]bool{}
	for i, c := range m.Columns {
		at := t.At + problem.At("columns", i)
		if seen[c.ID] || c.ID == "" {
			t.Problems.Stop("id-not-unique", at+"/id", fmt.Sprintf("Column %d of %s has no id of its own.", i+1,
				t.Unit.Name), "Give every column its own id.")
			return Made{}, false
		}
		seen[c.ID] = true
		if c.Turn%90 != 0 || c.Turn < 0 || c.Turn > 270 {
			t.Problems.Stop("turn", at+"/turn", fmt.Sprintf("Column %d of %s is turned by %d°.", i+1, t.Unit.Name,
				c.Turn), "Turn it by 0, 90, 180 or 270°.")
			return Made{}, false
		}
		part, ok := t.Made(c.Unit)
		if !ok {
			return Made{}, false
		}
		right := part.Piece.Turn(c.Turn)
		if i == 0 {
			out.Widths = []measure.Length{up(right.W)}
			out.Piece, taken, name = right, part.Unit.ID.Step(), part.Unit.Name
			continue
		}
		last := i == len(m.Columns)-1
		out.Widths = append(out.Widths, up(right.W))
		step, seam := t.Unit.ID.Step(), t.Unit.ID.Seam(c.ID)
		if !last {
			step, seam = t.Unit.earlier().Part(c.ID), t.Unit.earlier().Seam(c.ID)
		}
		left := out.Piece
		var err error
		if out.Piece, err = piece.JoinRight(left, right, t.Seam, seam); err != nil {
			t.misfit(err, at+"/unit", part.Unit.Name, t.Unit.Name)
			return Made{}, false
		}
		if len(out.Piece.Patches) > MostPatches {
			t.Problems.Stop("too-many-patches", t.At+"/columns",
				fmt.Sprintf("%s has more than %d patches.", t.Unit.Name, MostPatches),
				"Use fewer columns or fewer strips.")
			return Made{}, false
		}
		var points int
		out.Piece, points = t.spun(out.Piece, seam)
		before := name
		if name += " + " + part.Unit.Name; i >= mostNamed {
			name = fmt.Sprintf("%s, columns 1 to %d", t.Unit.Name, i+1)
		}
		if t.Unit.Like != "" && !last {
			taken = step
			continue
		}
		out.Seams = append(out.Seams, Seam{
			ID:    seam,
			Plus:  Facing(part.Unit.Name, right, piece.Left),
			Minus: Facing(before, left, piece.Right), Outward: outward(i-1, len(m.Columns)-1, 1), Points: points,
		})
		act := Act{
			ID: step, Does: Sews, Name: name, Piece: out.Piece, Seams: 1,
			Sews: []naming.Seam{seam}, Takes: takes(taken, part.Unit.ID.Step()),
			Joins: &Joins{Left: before, Right: part.Unit.Name, LeftPiece: left, RightPart: right},
		}
		if last {
			act.Name = ""
		}
		out.Acts = append(out.Acts, act)
		taken = act.ID
	}
	return out, true
}

func (m *Joined) references() []*naming.Unit {
	list := make([]*naming.Unit, len(m.Columns))
	for i := range m.Columns {
		list[i] = &m.Columns[i].Unit
	}
	return list
}

func takes(a, b naming.Step) []Take {
	if a == b {
		return []Take{{a, 2}}
	}
	return []Take{{a, 1}, {b, 1}}
}

// Facing describes a piece as a neighbour of the seam at one of its sides.
func Facing(name string, p piece.Piece, side piece.Side) Neighbour {
	return Neighbour{Name: name, Roles: p.RolesAt(side), Bulk: len(p.Ends(side))}
}
