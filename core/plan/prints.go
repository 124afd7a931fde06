package plan

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/cloth"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/problem"
)

// prints names what a fabric's print and the way of making it do to each other, where the fabric is chosen.
func (b *builder) prints() {
	for i, f := range b.d.Fabrics {
		at := problem.At("fabrics", i, "print")
		switch f.Print {
		case cloth.OneWay, cloth.TwoWay:
			if turned := b.turnedPrints(f); len(turned) > 0 {
				b.problems.Warn("print-turned", at, fmt.Sprintf("%s has a direction, and lies in several: %s.", f.Name, strings.Join(turned, "; ")), "Choose a print without direction there, or enjoy it.")
			}
			if lying := b.against(f); len(lying) > 0 {
				b.problems.Warn("print-lies-across", at, fmt.Sprintf("%s has a direction, and its cloth is too narrow to keep it in %s: these lie across.", f.Name, strings.Join(lying, ", ")), "Use wider cloth for them, or a print without direction.")
			}
		case cloth.Motif:
			if cut := b.cutAcross(f); len(cut) > 0 {
				b.problems.Warn("motif-in-strips", at, fmt.Sprintf("%s has motifs to centre, and %s cuts through them blindly.", f.Name, strings.Join(cut, ", ")), "Cut these patches one by one round a motif, or choose another fabric for them.")
			}
		case cloth.Assorted:
			if more := b.repeated(f); len(more) > 0 {
				b.problems.Warn("assorted-repeats", at, fmt.Sprintf("%s is assorted, and one block takes it for several patches: %s.", f.Name, strings.Join(more, ", ")), "Sort the cut patches block by block if one print is to repeat within a block.")
			}
		}
	}
}

var directions = []string{"upright", "slanting", "on its side", "slanting", "upside down", "slanting", "on its side", "slanting"}

// turnedPrints says in how many directions a fabric's patches lie in each block.
func (b *builder) turnedPrints(f cloth.Fabric) []string {
	var list []string
	for _, m := range b.blocks() {
		count := map[string]int{}
		var order []string
		for _, patch := range m.Piece.Finished(b.t.Seam).Patches {
			if b.fabric(patch.Role) != f.ID {
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

// blocks are the units that are laid, in the order they are made.
func (b *builder) blocks() []making.Made {
	var list []making.Made
	for _, m := range b.units {
		for _, one := range m.Each() {
			if b.layout.Count[one.Unit.ID] > 0 {
				list = append(list, one)
			}
		}
	}
	return list
}

func (b *builder) cutAcross(f cloth.Fabric) []string {
	var list []string
	for _, m := range b.units {
		if m.Kind == making.StripSetKind && b.lines[m.Unit.ID.Step()].Runs > 0 {
			for _, s := range m.Acts[0].Strips {
				if b.fabric(s.Role) == f.ID {
					list = append(list, m.Unit.Name)
					break
				}
			}
		}
	}
	return list
}

func (b *builder) repeated(f cloth.Fabric) []string {
	var list []string
	for _, m := range b.blocks() {
		n := 0
		for _, patch := range m.Piece.Patches {
			if b.fabric(patch.Role) == f.ID {
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
func (b *builder) against(f cloth.Fabric) []string {
	var list []string
	for _, cut := range b.cut.Fabrics {
		if cut.Fabric.ID != f.ID {
			continue
		}
		for _, s := range cut.Strips {
			if s.Patches == nil {
				continue
			}
			for _, c := range s.Patches.Cuts {
				if c.Against {
					list = append(list, b.nameOf(c.ID))
				}
			}
		}
	}
	return list
}

// motifsFit checks that the whole repeats a patch takes come out of the cloth.
func (b *builder) motifsFit() bool {
	good := true
	fit := func(patch *making.Patch, act naming.Step) {
		f, _ := b.shelf.Fabric(patch.Role)
		across, _, ok := b.shelf.Motifs(f.ID)
		usable, _ := b.t.Usable(patch.Role)
		if !ok || measure.CeilDiv(patch.W, across)*across <= usable-b.t.Squaring {
			return
		}
		good = false
		i := slices.IndexFunc(b.d.Fabrics, func(g cloth.Fabric) bool { return g.ID == f.ID })
		b.problems.Stop("motif-too-wide", problem.At("fabrics", i, "motif", "across"), fmt.Sprintf("A piece of %s for %s takes %s of %s, more than its usable width.", b.say(patch.W), b.nameOf(act), b.say(measure.CeilDiv(patch.W, across)*across), f.Name), "Choose another fabric there, or do not centre its motifs.")
	}
	for _, m := range b.units {
		for _, act := range m.Acts {
			if act.Patch != nil && b.lines[act.ID].Make() > 0 {
				fit(act.Patch, act.ID)
			}
		}
	}
	for _, ring := range b.layout.Rings {
		if id := ring.Border.ID.Squares(); ring.Border.Corners != "" && ring.Border.Corner == nil {
			fit(b.acts[id].act.Patch, id)
		}
	}
	return good
}
