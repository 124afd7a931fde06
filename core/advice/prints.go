package advice

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"vicis/core/cloth"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/problem"
)

// prints names what a fabric's print and the way of making it do to each other, where the fabric is chosen.
func (b Advice) prints() {
	for i, f := range b.Fabrics {
		at := problem.At("fabrics", i, "print")
		switch f.Lies() {
		case cloth.OneWay, cloth.TwoWay:
			if turned := b.turnedPrints(f); len(turned) > 0 {
				b.said.Warn("print-turned", at, fmt.Sprintf("%s has a direction, and lies in several: %s.", f.Name,
					strings.Join(turned, "; ")), "Choose a print without direction there, or enjoy it.")
			}
			if units := b.fallEitherWay(f); len(units) > 0 {
				b.said.Warn("print-falls-either-way", at, fmt.Sprintf("%s has a direction, and not all of %s fall out with it "+
					"the same way up.", f.Name,
					strings.Join(units, ", ")), "Sort them by it once they are pressed, choose a print without direction there, or "+
					"enjoy it.")
			}
			if lying := b.against(f); len(lying) > 0 {
				b.said.Warn("print-lies-across", at,
					fmt.Sprintf("%s has a direction, and its cloth is too narrow to keep it in %s: these lie across.",
						f.Name, strings.Join(lying, ", ")), "Use wider cloth for them, or a print without direction.")
			}
			b.turnedCells(f)
		}
		if f.Print == cloth.Motif {
			if cut := b.cutAcross(f); len(cut) > 0 {
				b.said.Warn("motif-in-strips", at,
					fmt.Sprintf("%s has motifs to centre, and %s cuts through them blindly.", f.Name,
						strings.Join(cut, ", ")),
					"Cut these patches one by one round a motif, or choose another fabric for them.")
			}
		}
		if f.Print == cloth.Assorted && !b.Dealt.Any() {
			if more := b.repeated(f); len(more) > 0 {
				b.said.Warn("assorted-repeats", at,
					fmt.Sprintf("%s is assorted, and one block takes it for several patches: %s.", f.Name,
						strings.Join(more, ", ")),
					"Sort the cut patches block by block if one print is to repeat within a block.")
			}
		}
	}
}

// mostTurned bounds the cells of one quilt that are cautioned: beyond that the fabric's own warning says it.
const mostTurned = 12

// turnedCells cautions where the quilter turned a cell and a print with a direction then lies otherwise than in most of
// what is laid there: a block in the quilt, a unit in a block.
func (b Advice) turnedCells(f cloth.Fabric) {
	said := 0
	either := map[naming.Unit]bool{} // what falls out either way: how it lies depends on which of them is taken
	look := func(whole string, cells []laidCell) {
		cells = slices.DeleteFunc(cells, func(c laidCell) bool {
			is, known := either[c.unit]
			if !known {
				is = slices.Contains(b.EitherWay(c.unit), f.ID)
				either[c.unit] = is
			}
			return is
		})
		count := map[int]int{}
		for _, c := range cells {
			for up, n := range b.lying(f, c) {
				count[up] += n
			}
		}
		most := 0
		for up := range 8 {
			if count[up] > count[most] {
				most = up
			}
		}
		for _, c := range cells {
			ups := b.lying(f, c)
			delete(ups, most)
			if c.turn == 0 || len(ups) == 0 || said == mostTurned {
				continue
			}
			said++
			var ways []string
			for _, up := range slices.Sorted(maps.Keys(ups)) {
				ways = append(ways, directions[up])
			}
			b.said.Warn("print-turned-here", c.at, fmt.Sprintf("%s is turned here, and its %s then lies %s, %s in most of %s.",
				b.Unit(c.unit).Unit.Name, f.Name, strings.Join(ways, " and "), directions[most], whole),
				"Lay it as the others lie, choose a print without direction, or enjoy it.")
		}
	}
	var cells []laidCell
	for r, row := range b.Asked.Repeat {
		for c, cell := range row {
			cells = append(cells, laidCell{
				b.Unit(b.Spread.Repeat[r][c].Unit).Unit.ID, cell.Turn, problem.At("top", "repeat", r, c, "turn"),
			})
		}
	}
	look("the quilt", cells)
	for i, u := range b.Parts {
		if !b.Used(u.ID) {
			continue
		}
		cells = nil
		for _, p := range making.Laid(u.How) {
			cells = append(cells, laidCell{p.Unit, p.Turn, problem.At("units", i, "how") + p.At + "/turn"})
		}
		look(u.Name, cells)
	}
}

// laidCell is a unit as it is laid in something larger, and where the document says so.
type laidCell struct {
	unit naming.Unit
	turn int
	at   string
}

// fallEitherWay lists the units of which some fall out with a fabric's print lying otherwise than in others.
func (b Advice) fallEitherWay(f cloth.Fabric) (list []string) {
	for _, m := range b.Units {
		if b.Used(m.Unit.ID) && !slices.Contains(list, m.Unit.Name) &&
			slices.ContainsFunc(m.Each(), func(one making.Made) bool {
				return slices.ContainsFunc(one.EitherWay, func(role string) bool { return b.Fabric(role) == f.ID })
			}) {
			list = append(list, m.Unit.Name)
		}
	}
	return list
}

// lying counts how the patches of a fabric lie in a unit as it is laid.
func (b Advice) lying(f cloth.Fabric, c laidCell) map[int]int {
	count := map[int]int{}
	for _, patch := range b.Unit(c.unit).Piece.Turn(c.turn).Patches {
		if b.Fabric(patch.Role) != f.ID {
			continue
		}
		up := patch.Up
		if f.Lies() == cloth.TwoWay {
			up %= 4
		}
		count[up]++
	}
	return count
}

var directions = []string{
	"upright", "slanting", "on its side", "slanting", "upside down", "slanting", "on its side",
	"slanting",
}

// turnedPrints says in how many directions a fabric's patches lie in each block.
func (b Advice) turnedPrints(f cloth.Fabric) []string {
	var list []string
	for _, m := range b.Blocks() {
		if slices.Contains(b.EitherWay(m.Unit.ID), f.ID) {
			continue
		}
		count := map[string]int{}
		var order []string
		for _, patch := range m.Piece.Finished(b.Table.Seam).Patches {
			if b.Fabric(patch.Role) != f.ID {
				continue
			}
			up := patch.Up
			if f.Lies() == cloth.TwoWay {
				up %= 4
			}
			word := directions[up]
			if count[word] == 0 {
				order = append(order, word)
			}
			count[word]++
		}
		if len(order) < 2 {
			continue
		}
		for i, word := range order {
			order[i] = fmt.Sprintf("%d %s", count[word], word)
		}
		list = append(list, fmt.Sprintf("in %s %s", m.Unit.Name, strings.Join(order, ", ")))
	}
	return list
}

func (b Advice) cutAcross(f cloth.Fabric) []string {
	var list []string
	for _, m := range b.Units {
		if m.InLength && b.Lines[m.Unit.ID.Step()].Runs > 0 {
			for _, s := range m.Acts[0].Strips {
				if b.Fabric(s.Role) == f.ID {
					list = append(list, m.Unit.Name)
					break
				}
			}
		}
	}
	return list
}

func (b Advice) repeated(f cloth.Fabric) []string {
	var list []string
	for _, m := range b.Blocks() {
		n := 0
		for _, patch := range m.Piece.Patches {
			if b.Fabric(patch.Role) == f.ID {
				n++
			}
		}
		if n > 1 {
			list = append(list, fmt.Sprintf("%d in %s", n, m.Unit.Name))
		}
	}
	return list
}

// against names what is cut across the direction of a print because only so it comes out of the cloth.
func (b Advice) against(f cloth.Fabric) []string {
	var list []string
	for _, cut := range b.Cut.Fabrics {
		if cut.Fabric.ID != f.ID {
			continue
		}
		for _, s := range cut.Strips {
			if s.Patches == nil {
				continue
			}
			for _, c := range s.Patches.Cuts {
				if c.Against {
					list = append(list, b.NameOf(c.ID))
				}
			}
		}
	}
	return list
}
