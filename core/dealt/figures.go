package dealt

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"vicis/core/cutting"
	"vicis/core/dealing"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
)

// Blocks taken apart: where their prints show, and what of them comes out of one run.

// lay goes through the blocks of the quilt and gives every spot a place.
func (d *dealt) lay() {
	patches := 0
	for r := range d.Layout.Rows {
		for column := range d.Layout.Across(r) {
			cell := d.Layout.Cell(r, column)
			b := d.block(cell.Unit)
			if patches += len(b.patches); patches > mostDealt {
				d.full = true
				return
			}
			spots, groups := map[int]dealing.Spot{}, map[string]int{}
			for i, s := range b.spots {
				place, known := groups[s.group]
				pile := d.stocks[s.stock]
				if !known {
					place = len(d.deal.Places)
					groups[s.group] = place
					look := slices.Index(pile.looks, s.unit)
					d.deal.Places = append(d.deal.Places, dealing.Place{Stock: pile.index[look]})
					pile.places[look]++
				}
				spots[i] = dealing.Spot{Place: place, Slot: s.at}
			}
			d.spots, d.groups = append(d.spots, spots), append(d.groups, groups)
			d.out.Cells = append(d.out.Cells, DealtCell{Unit: cell.Unit, Row: r + 1, Column: column + 1})
		}
	}
}

// block takes a block apart, once.
func (d *dealt) block(unit naming.Unit) *dealtBlock {
	if b, known := d.blocks[unit]; known {
		return b
	}
	laid := d.Layout.Blocks[unit].Piece
	b := &dealtBlock{patches: laid.Patches, figureOfPatch: make([]int, len(laid.Patches))}
	if m, ok := d.traced[unit]; ok && len(m.Piece.Patches) == len(laid.Patches) {
		same := true
		for i, p := range m.Piece.Patches {
			same = same && p.Role == laid.Patches[i].Role && slices.Equal(p.Poly, laid.Patches[i].Poly)
		}
		if same {
			b.patches = m.Piece.Patches
		}
	}
	d.blocks[unit] = b
	index := map[string]int{}
	order := make([]int, len(b.patches))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(i, j int) int {
		a, c := piece.Piece{Patches: b.patches[i : i+1]}, piece.Piece{Patches: b.patches[j : j+1]}
		ax, ay, _, _ := a.Bounds()
		cx, cy, _, _ := c.Bounds()
		return cmp.Or(ay.Cmp(cy), ax.Cmp(cx))
	})
	nth, figures := map[string]int{}, map[string]int{}
	var spots Spots
	for _, i := range order {
		b.figureOfPatch[i] = -1
		p := b.patches[i]
		f, _ := d.Shelf.Fabric(p.Role)
		if _, is := d.first[f.ID]; !is || d.inRings(unit, p) || !d.cutAlone(unit, p) {
			continue
		}
		s, figure := d.spot(unit, p, f.ID)
		key := s.group + "|" + s.slot.name()
		n, known := index[key]
		if !known {
			n = len(b.spots)
			index[key] = n
			s.at = d.pile(s)
			b.spots = append(b.spots, s)
			nth[naming.BaseRole(p.Role)]++
			spots.Roles, spots.Nth = append(spots.Roles, p.Role), append(spots.Nth, nth[naming.BaseRole(p.Role)])
		}
		b.figureOfPatch[i] = n
		at, known := figures[figure.path]
		if !known {
			at = len(b.figures)
			figures[figure.path] = at
			b.figures = append(b.figures, figureOf{unit: figure.unit, path: figure.path})
		}
		one := &b.figures[at]
		slot := figure.slots[0]
		slot.spot = n
		switch {
		case s.unit != "":
			one.stock = s.stock
		case !slices.ContainsFunc(one.slots, func(o figureSlot) bool { return o.name() == slot.name() }):
			one.slots = append(one.slots, slot)
		}
	}
	for _, p := range numbered(d.Planned, unit).Patches {
		spots.Of = append(spots.Of, b.figureOfPatch[p.Part.Nth])
	}
	if d.out.Spots == nil {
		d.out.Spots = map[naming.Unit]Spots{}
	}
	d.out.Spots[unit] = spots
	return b
}

// cutAlone says whether the cloth of a patch is cut for the unit it came with: as a patch, or as a strip of a set. What
// is sewn end to end first is of all prints.
func (d *dealt) cutAlone(block naming.Unit, p piece.Patch) bool {
	unit := block
	for in := p.Part; in != nil; in = in.In {
		unit = in.Unit
	}
	m := d.Unit(unit)
	return m.InLength || slices.ContainsFunc(m.Acts,
		func(act making.Act) bool { return act.Patch != nil && act.Patch.Role == p.Role })
}

// inRings says whether a patch comes out of rings: of one ring it has all prints of its strip set, in their order.
func (d *dealt) inRings(block naming.Unit, p piece.Patch) bool {
	round := func(u naming.Unit) bool { m := d.Unit(u); return len(m.Round) > 0 || m.Tube != nil }
	is := round(block)
	for in := p.Part; in != nil; in = in.In {
		is = is || round(in.Unit)
	}
	return is
}

// chain is the units that a patch came through, from the outermost, and their places in it; and of a strip of a set
// which it is.
func (d *dealt) chain(outer naming.Unit, part *piece.UnitTaken) (
	units []naming.Unit, path []string, strip string, nth int,
) {
	units, path = []naming.Unit{outer}, []string{""}
	at := ""
	for in := part; in != nil; in = in.In {
		if in.In == nil && in.Unit == units[len(units)-1] { // its own strip of a set
			return units, path, d.Unit(in.Unit).Acts[0].Strips[in.Nth-1].ID, in.Nth
		}
		at += fmt.Sprintf("/%d", in.Nth)
		units, path = append(units, in.Unit), append(path, at)
	}
	return units, path, "", 0
}

// figureIn is at which of the units that a patch came through what it lies in is made in one run.
func (d *dealt) figureIn(units []naming.Unit) int {
	for i, u := range units {
		if d.together(u) {
			return i
		}
	}
	return len(units) - 1
}

// slotOf is the slot of a patch in its figure, which is at a depth among the units that it came through.
func (d *dealt) slotOf(outer naming.Unit, p piece.Patch, fabric string) (
	units []naming.Unit, path []string, depth int, slot figureSlot,
) {
	units, path, strip, nth := d.chain(outer, p.Part)
	last := len(units) - 1
	depth = d.figureIn(units)
	inner := strings.TrimPrefix(path[last], path[depth])
	for k := depth + 1; k <= last; k++ { // of what comes several out of one run there is one kind in each run of this
		if d.together(units[k]) && !d.fromLength(units[k]) {
			inner = "of " + string(units[k].Whole()) + strings.TrimPrefix(path[last], path[k])
			break
		}
	}
	alike := d.twins(units[depth]) && len(d.places(units[depth])) == 0
	if alike { // Which of them came from where cannot be told: all that is alike in it is of one print.
		inner = fmt.Sprint("of ", units[last], " in ", units[max(depth, last-1)].Whole())
	}
	return units, path, depth, figureSlot{
		inner: inner, unit: units[last], cut: units[max(0, last-1)], role: p.Role, strip: strip, nth: nth, alike: alike,
		fabric: fabric,
	}
}

// spot is where a patch of a block belongs: the figure that is made in one run, and the slot of it.
func (d *dealt) spot(block naming.Unit, p piece.Patch, fabric string) (spotOf, figureOf) {
	units, path, depth, slot := d.slotOf(block, p, fabric)
	figure := figureOf{unit: units[depth], path: path[depth]}
	figure.slots = []figureSlot{slot}
	rule, in := d.ruleOf(p.Role, units)
	s := spotOf{
		role: p.Role, fabric: fabric, rule: rule, within: path[in], slot: figureSlot{role: p.Role, fabric: fabric},
	}
	allowed := fmt.Sprint("|", p.Role, "|", rule.Values, "|", rule.Apart)
	switch {
	case rule.One == document.OneBlock && in <= depth:
		s.group, s.stock = "block|"+path[in]+"|"+p.Role, "block"+allowed
	case rule.One == document.OnePart && depth > in:
		s.group, s.stock = "part|"+path[in+1]+"|"+p.Role, "part"+allowed
	default:
		s.group, s.stock = "figure|"+figure.path, "figure|"+string(figure.unit.Whole())+"|"+d.rulesFor(units)
		s.slot, s.unit = slot, figure.unit
	}
	return s, figure
}

// rulesFor names the rules that hold in units: figures under other rules are dealt from another stock.
func (d *dealt) rulesFor(units []naming.Unit) (names string) {
	for i, r := range d.DealAsked.Rules {
		if r.In(units) >= 0 {
			names += fmt.Sprint(i, " ")
		}
	}
	return names
}

// together says whether several things come out of one run of a unit, so that all of them have its prints.
func (d *dealt) together(unit naming.Unit) bool {
	return slices.ContainsFunc(d.Unit(unit).Acts, func(act making.Act) bool {
		mine := slices.ContainsFunc(act.Outputs(), func(g making.ActGive) bool { return g.ID == unit.Step() })
		return mine && (act.Stock || d.severals(act))
	})
}

// twins says whether several of one look come out of one run of what is sewn.
func (d *dealt) twins(unit naming.Unit) bool {
	return slices.ContainsFunc(d.Unit(unit).Acts, func(act making.Act) bool {
		mine := slices.ContainsFunc(act.Outputs(), func(g making.ActGive) bool { return g.ID == unit.Step() })
		return mine && !act.Stock && slices.ContainsFunc(act.Outputs(), func(g making.ActGive) bool { return g.Count > 1 })
	})
}

// fromLength says whether a unit is cut across from what comes in a length, of which there can be as much or little as
// is asked for.
func (d *dealt) fromLength(unit naming.Unit) bool {
	return slices.ContainsFunc(d.Unit(unit).Acts, func(act making.Act) bool { return act.Stock && act.ID == unit.Step() })
}

// severals says whether several things come out of one run of an act.
func (d *dealt) severals(act making.Act) bool {
	n := 0
	for _, g := range act.Outputs() {
		n += g.Count
	}
	return n > 1
}

// yields is how many of a unit come out of one run that are all of the same prints.
func (d *dealt) yields(unit naming.Unit) int {
	for _, act := range d.Unit(unit).Acts {
		for _, g := range act.Outputs() {
			if g.ID != unit.Step() {
				continue
			}
			if act.Stock {
				set, _ := d.Table.Made(act.Takes[0].Act.Made())
				long, _ := set.Piece.Size()
				wide, _ := act.Piece.Size()
				return cutting.FromOne(wide, long, &d.Table)
			}
			return g.Count
		}
	}
	return 1
}

// numbered is a block as it is seen, every patch with its number among those of the piece: what lies in the allowances
// alone is gone.
func numbered(l quilt.Layout, unit naming.Unit) piece.Piece {
	m := l.Blocks[unit]
	m.Piece.Patches = slices.Clone(m.Piece.Patches)
	for i := range m.Piece.Patches {
		m.Piece.Patches[i].Part = &piece.UnitTaken{Nth: i}
	}
	l.Blocks = map[naming.Unit]making.Made{unit: m}
	return l.Seen(unit)
}
