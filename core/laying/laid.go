package laying

import (
	"maps"
	"slices"

	"vicis/core/batching"
	"vicis/core/demand"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/pressing"
	"vicis/core/quilt"
)

// Laid is the top laid out; pressed too, unless it was laid as drawn.
type Laid struct {
	Sewn
	Layout  quilt.Layout
	Planned quilt.Layout // the same with blocks as large as planned, where one was measured: so it is drawn
	Tallied quilt.Layout // the same as if everything measured what it should: rows are counted by that
	Press   pressing.Plan
}

// Pressed lays the top so that most crossings nest, and decides every seam.
func (s Sewn) Pressed() Laid {
	press := pressing.Decide(s.Top, &s.Table, s.Units, pressing.Asking{
		School:    func(unit naming.Unit) pressing.School { return s.Schools.PressOf(unit.ID()) },
		Lightness: s.Lightness, Seen: s.Seen, Fixed: s.Fixed, Kinds: s.otherKinds,
	})
	return s.laid(press.Layout, press)
}

// PressedDark lists what is pressed to the dark by a school of its own, come what may, where a crossing clashes.
func (l Laid) PressedDark() []naming.Unit {
	var list []naming.Unit
	for _, c := range l.Press.Clashing {
		for _, seam := range []naming.Seam{c.A, c.B} {
			if of := naming.Of(seam.Owner().ID()); l.Schools.Steps[of.ID()].Press == pressing.Dark &&
				!slices.Contains(list, of) {
				list = append(list, of)
			}
		}
	}
	return list
}

// AsDrawn lays the top as the document says, nothing turned and nothing pressed: the pressing does not change how much
// cloth it takes.
func (s Sewn) AsDrawn() Laid {
	return s.laid(quilt.Lay(s.Top, &s.Table, quilt.AsDrawn, nil), pressing.Plan{})
}

func (s Sewn) laid(layout quilt.Layout, press pressing.Plan) Laid {
	l := Laid{Sewn: s, Layout: layout, Planned: layout, Press: press}
	if top := s.Top; top.Block != nil {
		top.Block = nil
		l.Planned = quilt.Lay(top, &s.Table, quilt.AsDrawn, nil)
		l.Planned.Rows, l.Planned.Turned = layout.Rows, layout.Turned
		for i, k := range layout.Kinds {
			l.Planned.Kinds[i].Cells = k.Cells
		}
	}
	l.Tallied = l.Planned
	if len(s.OncePlanned) > 0 {
		top, table := s.Top, s.Table
		top.Block = nil
		table.Made = func(id naming.Unit) (making.Made, bool) {
			if m, ok := s.OncePlanned[id]; ok {
				return m, true
			}
			return s.Table.Made(id)
		}
		l.Tallied = quilt.Lay(top, &table, quilt.AsDrawn, nil)
	}
	l.Acts = maps.Clone(s.Acts)
	for _, ring := range layout.Rings {
		if ring.Border.HasSquares() {
			id := ring.Border.ID.Squares()
			act := making.Act{
				ID: id, Does: making.Cuts, Name: "corner square of " + ring.Border.Name,
				Piece: piece.Cut(ring.Border.Corners, ring.Width, ring.Width),
				Patch: &making.CutPatch{Role: ring.Border.Corners, W: ring.Width, H: ring.Width},
			}
			l.Acts[id] = ActOf{making.Made{Sort: "patch", Cloth: true}, act}
		}
	}
	l.Spent(l.laidCost())
	return l
}

// Row is a kind of row by its name.
func (l Laid) Row(id naming.Step) quilt.RowKind {
	for _, k := range l.Layout.AllRows() {
		if k.ID == id {
			return k
		}
	}
	return quilt.RowKind{}
}

// Blocks are the units that are laid, in the order they are made.
func (l Laid) Blocks() []making.Made {
	var list []making.Made
	for _, m := range l.Units {
		for _, one := range m.Each() {
			if l.Layout.Count[one.Unit.ID] > 0 {
				list = append(list, one)
			}
		}
	}
	return list
}

// Wanted is what the quilt asks for, and what everything is made from; of some steps at least so many runs.
func (b Laid) Wanted(least map[naming.Step]int) demand.Demand {
	d := demand.Demand{Wanted: map[naming.Step]int{}, Also: map[naming.Step][]naming.Step{}, Spares: b.Spares}
	for _, m := range b.Units {
		if m.InLength {
			continue // how many sets and strips the sub-cuts take is for the cutting plan
		}
		for _, act := range m.Acts {
			s := demand.Source{ID: act.ID, Spares: act.Stock || act.Does == making.Cuts, Least: least[act.ID]}
			for _, g := range act.Outputs() {
				s.Gives = append(s.Gives, demand.RunGive{ID: g.ID, Count: g.Count})
			}
			for _, t := range act.Takes {
				if !act.Stock {
					s.Takes = append(s.Takes, demand.RunTake{ID: t.Act, Each: t.Each})
				}
			}
			d.Sources = append(d.Sources, s)
		}
		if m.Unit.Extra > 0 {
			d.Wanted[m.Unit.ID.Step()] += m.Unit.Extra
		}
		if len(m.Unit.Also) > 0 {
			for _, other := range m.Unit.Also {
				d.Also[m.Unit.ID.Step()] = append(d.Also[m.Unit.ID.Step()], other.Step())
			}
		}
	}
	for _, k := range b.Layout.AllRows() {
		d.Sources = append(d.Sources, demand.Source{ID: k.ID, Takes: batching.TakesOf(k)})
		d.Wanted[k.ID] = k.Count
	}
	if b.Layout.Loose {
		for unit, n := range b.Layout.Count {
			d.Wanted[unit.Step()] += n
		}
	}
	if b.Layout.OnPoint {
		d.Sources = append(d.Sources, demand.Source{
			ID:    naming.CornersOn,
			Takes: []demand.RunTake{{ID: naming.CornerTriangle.Step(), Each: 1}},
		})
		d.Wanted[naming.CornersOn] = b.Layout.Count[naming.CornerTriangle]
	}
	return d
}
