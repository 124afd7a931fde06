package advice

import (
	"fmt"
	"strings"

	"vicis/core/cloth"
	"vicis/core/problem"
)

// prints names what a fabric's print and the way of making it do to each other, where the fabric is chosen.
func (b Advice) prints() {
	for i, f := range b.Document.Fabrics {
		at := problem.At("fabrics", i, "print")
		switch f.Print {
		case cloth.OneWay, cloth.TwoWay:
			if turned := b.turnedPrints(f); len(turned) > 0 {
				b.said.Warn("print-turned", at, fmt.Sprintf("%s has a direction, and lies in several: %s.", f.Name,
					strings.Join(turned, "; ")), "Choose a print without direction there, or enjoy it.")
			}
			if lying := b.against(f); len(lying) > 0 {
				b.said.Warn("print-lies-across", at,
					fmt.Sprintf("%s has a direction, and its cloth is too narrow to keep it in %s: these lie across.",
						f.Name, strings.Join(lying, ", ")), "Use wider cloth for them, or a print without direction.")
			}
		case cloth.Motif:
			if cut := b.cutAcross(f); len(cut) > 0 {
				b.said.Warn("motif-in-strips", at,
					fmt.Sprintf("%s has motifs to centre, and %s cuts through them blindly.", f.Name,
						strings.Join(cut, ", ")),
					"Cut these patches one by one round a motif, or choose another fabric for them.")
			}
		case cloth.Assorted:
			if more := b.repeated(f); len(more) > 0 {
				b.said.Warn("assorted-repeats", at,
					fmt.Sprintf("%s is assorted, and one block takes it for several patches: %s.", f.Name,
						strings.Join(more, ", ")),
					"Sort the cut patches block by block if one print is to repeat within a block.")
			}
		}
	}
}

var directions = []string{
	"upright", "slanting", "on its side", "slanting", "upside down", "slanting", "on its side",
	"slanting",
}

// turnedPrints says in how many directions a fabric's patches lie in each block.
func (b Advice) turnedPrints(f cloth.Fabric) []string {
	var list []string
	for _, m := range b.Blocks() {
		count := map[string]int{}
		var order []string
		for _, patch := range m.Piece.Finished(b.Table.Seam).Patches {
			if b.Fabric(patch.Role) != f.ID {
				continue
			}
			up := patch.Up
			if f.Print == cloth.TwoWay {
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
