// Package laying sews what was decided and lays it: every unit, and the top, pressed or as it is drawn.
package laying

import (
	"cmp"
	"fmt"
	"maps"
	"slices"

	"vicis/core/decided"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/quilt"
)

// ActOf is an act with the unit it belongs to.
type ActOf struct {
	Made making.Made
	Act  making.Act
}

// Sewn is every unit sewn virtually, those in other colourways too, and what fills the setting.
type Sewn struct {
	decided.Quilt
	Units []making.Made // in the order they are made
	Acts  map[naming.Step]ActOf
	Plain quilt.Top            // before its sashing was written out as cells
	Top   quilt.Top            // with it
	Waits map[naming.Step]bool // what is cut to the size of the pieced blocks

	Undone map[naming.Seam][]naming.Seam // of seams with crossings that are spun: whose stitches are undone there

	// OncePlanned: what would come out otherwise if everything measured what it should, as it would
	OncePlanned map[naming.Unit]making.Made
	Known       map[naming.Unit]making.Made
	otherKinds  []map[naming.Unit]making.Made // as if of kinds that look alike another one lay everywhere
	through     map[naming.Seam]bool          // seams that are cut through later
	asked       quilt.Top                     // as the document lays it: waves in one piece
}

// Sew makes every unit of a quilt and checks the top. Where it is false the stage holds the units that could be made,
// and nothing goes on from it.
func Sew(b decided.Quilt) (Sewn, bool) {
	s, ok := sew(b)
	s.Spent(s.SewnCost())
	return s, ok
}

func sew(b decided.Quilt) (Sewn, bool) {
	found := slices.Clone(*b.Problems) // what was found while it was read stays as it was
	b.Problems, b.Table.Problems = &found, &found
	made, order := making.All(b.Copies, b.Table)
	found = found.Once()
	s := Sewn{
		Quilt: b, Acts: map[naming.Step]ActOf{}, Known: made, through: map[naming.Seam]bool{}, Plain: b.Spread,
		asked: b.Spread,
	}
	s.OncePlanned = making.AsPlanned(b.Copies, b.Table, made)
	s.otherKinds = KindsOf(b.Copies, b.Table, made)
	s.knows()
	for _, id := range order {
		s.add(made[id])
	}
	s.Undone = undone(s.Units)
	s.Plain = s.kinds(s.Plain)
	if !quilt.Check(s.Plain, &s.Table) || b.Problems.Stopped() || !s.standIns() {
		return s, false
	}
	s.Waits = s.Plain.Waits(&s.Table)
	return s.with(s.Plain), true
}

// kinds is a top where every place of what was cut again is called by the kind that falls out there.
func (s *Sewn) kinds(top quilt.Top) quilt.Top {
	cell := func(c quilt.Cell) quilt.Cell {
		if m, known := s.Known[c.Unit]; known && m.Unit.ID != c.Unit && c.Turn >= 0 {
			c.Unit, c.Turn = m.Unit.ID, (c.Turn+m.Turned)%360
		}
		return c
	}
	cells := func(list []quilt.Cell) []quilt.Cell {
		out := slices.Clone(list)
		for i := range out {
			out[i] = cell(out[i])
		}
		return out
	}
	top = s.straight(top)
	top.Repeat = slices.Clone(top.Repeat)
	for r := range top.Repeat {
		top.Repeat[r] = cells(top.Repeat[r])
	}
	top.Borders = slices.Clone(top.Borders)
	for i := range top.Borders {
		b := &top.Borders[i]
		b.Cells = cells(b.Cells)
		if b.Corner != nil {
			corner := cell(*b.Corner)
			b.Corner = &corner
		}
	}
	return top
}

// straight is a top whose waves lie column by column in its rows, and once more at their ends where they ask for that.
func (s *Sewn) straight(top quilt.Top) quilt.Top {
	tube := func(c quilt.Cell) *making.Tubed {
		if m := s.Known[c.Unit]; m.Tube != nil && m.Unit.ID.Whole() == c.Unit && c.Turn%180 == 0 {
			return m.Tube
		}
		return nil
	}
	columns, edges, most := false, false, 1
	for _, row := range top.Repeat {
		for _, c := range row {
			if t := tube(c); t != nil {
				columns, edges, most = columns || t.Straight, edges || t.Edge != "", max(most, len(t.Columns))
			}
		}
	}
	wide := top.Columns
	if !columns && !edges || len(top.Repeat) == 0 || len(top.Repeat[0]) == 0 || wide < 1 || wide > quilt.MostBlocks {
		return top
	}
	written := edges || wide%len(top.Repeat[0]) != 0 // the whole row, not its repeat
	if n := wide*most + 1; written && n > quilt.MostBlocks {
		s.Problems.Stop("row-too-long", "/top/columns", fmt.Sprintf("Written out column by column a row of this quilt has "+
			"up to %d pieces.", n),
			fmt.Sprintf("Lay at most %d blocks across, or join the columns to blocks.", quilt.MostBlocks/most-1))
		return top
	}
	repeat := make([][]quilt.Cell, len(top.Repeat))
	for r, row := range top.Repeat {
		if len(row) != len(top.Repeat[0]) {
			return top // said elsewhere
		}
		cells := row
		if written {
			cells = nil
			for c := range wide {
				cells = append(cells, row[c%len(row)])
			}
		}
		for c, cell := range cells {
			t := tube(cell)
			if t != nil && t.Edge == making.LeftEnd && c == 0 && cell.Turn == 0 {
				repeat[r] = append(repeat[r], quilt.Cell{Unit: t.Columns[len(t.Columns)-1].Place})
			}
			if t == nil || !t.Straight {
				repeat[r] = append(repeat[r], cell)
			} else {
				for i := range t.Columns {
					if cell.Turn == 180 {
						i = len(t.Columns) - 1 - i
					}
					repeat[r] = append(repeat[r], quilt.Cell{Unit: t.Columns[i].Place, Turn: cell.Turn})
				}
			}
			if t != nil && t.Edge == making.RightEnd && c == len(cells)-1 && cell.Turn == 0 {
				repeat[r] = append(repeat[r], quilt.Cell{Unit: t.Columns[0].Place})
			}
		}
	}
	if n := len(repeat[0]); written {
		top.Columns = n
	} else {
		top.Columns = wide / len(top.Repeat[0]) * n
	}
	top.Repeat = repeat
	return top
}

// Sized is the top with so many blocks across and down, nothing round them but what the document has.
func (s Sewn) Sized(columns, rows int) quilt.Top {
	top := s.asked
	if columns != top.Columns || rows != top.Rows {
		top.Measured = nil // what was measured is the middle of this quilt
	}
	top.Columns, top.Rows = columns, rows
	return s.kinds(top)
}

// LaidAlone is the unit of which all blocks are, as the document lays them, where there is just one.
func (s Sewn) LaidAlone() (naming.Unit, bool) {
	one := s.Asked.Repeat[0][0].Unit
	for _, row := range s.Asked.Repeat {
		for _, c := range row {
			if c.Unit != one || c.Turn%180 != 0 {
				return "", false
			}
		}
	}
	return one, s.Known[one].Tube != nil && one.Variant() == ""
}

// CutThrough says whether a seam is cut through when what it lies in is cut again.
func (s Sewn) CutThrough(seam naming.Seam) bool { return s.through[seam] }

// knows lets the table find what is made here.
func (s *Sewn) knows() {
	known := s.Known
	s.Table.Made = func(id naming.Unit) (making.Made, bool) { m, ok := known[id]; return m, ok }
}

func (s *Sewn) add(m making.Made) {
	s.Units = append(s.Units, m)
	for _, act := range m.Acts {
		s.Acts[act.ID] = ActOf{m, act}
		if act.Knife != nil {
			for _, seam := range act.Knife.Through {
				s.through[seam] = true
			}
		}
		for _, g := range act.Outputs() {
			s.Acts[g.ID] = ActOf{m, act}
		}
	}
}

// With is the same units laid in another top: what lies between and round its blocks is made for it, and plain blocks
// are cut as large as the pieced ones were measured; they are drawn as they should be.
func (s Sewn) With(top quilt.Top) Sewn {
	out := s.with(top)
	out.Spent(1 + len(out.Acts)/actsPart)
	return out
}

func (s Sewn) with(top quilt.Top) Sewn {
	out := s
	out.Plain = top
	out.Acts, out.Known = maps.Clone(s.Acts), maps.Clone(s.Known)
	out.Units = slices.DeleteFunc(slices.Clone(s.Units), func(m making.Made) bool { return m.Unit.ID.Fills() })
	out.knows()
	for _, m := range append(quilt.Sashes(top, &out.Table), quilt.Triangles(top, &out.Table)...) {
		out.Known[m.Unit.ID] = m
		out.add(m)
	}
	out.Top = top.Sashed()
	if size := top.Block; size != nil {
		w, h := size.Size()
		for i, m := range out.Units {
			if !s.Waits[m.Unit.ID.Step()] || m.Unit.ID.Fills() {
				continue
			}
			acts := slices.Clone(m.Acts)
			patch := *acts[0].Patch
			patch.W, patch.H = w, h
			acts[0].Patch = &patch
			out.Units[i].Acts = acts
			out.Acts[acts[0].ID] = ActOf{out.Units[i], acts[0]}
		}
	}
	return out
}

// Holding is the same units of a quilt that differs in nothing but which seams are held.
func (s Sewn) Holding(p document.Press) Sewn {
	s.Quilt = s.Quilt.Holding(p)
	return s
}

// Unit is a unit by its name; nothing where it could not be made.
func (s Sewn) Unit(id naming.Unit) making.Made { return s.Known[id] }

// EitherWay lists the fabrics whose print lies one way in some of a unit and another way in others, since the parts it
// is sewn from fall out so.
func (s Sewn) EitherWay(unit naming.Unit) []string {
	var list []string
	seen := map[naming.Unit]bool{}
	var look func(unit naming.Unit)
	look = func(unit naming.Unit) {
		m, known := s.Known[unit]
		if !known || seen[unit] {
			return
		}
		seen[unit] = true
		for _, role := range m.EitherWay {
			if f := s.Fabric(role); !slices.Contains(list, f) {
				list = append(list, f)
			}
		}
		for _, act := range m.Acts {
			for _, take := range act.Takes {
				look(cmp.Or(take.Act.Made(), take.Act.Owner()))
			}
		}
	}
	look(unit)
	shows := s.Known[unit].Piece.Patches
	return slices.DeleteFunc(list, func(f string) bool {
		return !slices.ContainsFunc(shows, func(p piece.Patch) bool { return s.Fabric(p.Role) == f })
	})
}

// Called is what the document calls a unit, whatever its first kind is called.
func (s Sewn) Called(id naming.Unit) string {
	for _, u := range s.Parts {
		if u.ID == id.Whole() {
			return u.Name
		}
	}
	return s.Known[id].Unit.Name
}

// NameOf is what the thing an act makes is called.
func (s Sewn) NameOf(id naming.Step) string {
	act, ok := s.Acts[id]
	for _, g := range act.Act.Gives { // one of several things that fall out
		if g.ID == id && g.Name != "" {
			return g.Name
		}
	}
	switch {
	case !ok:
		return string(id)
	case act.Act.Name == "":
		return act.Made.Unit.Name
	case act.Made.Tells():
		return act.Made.Unit.Name + ": " + act.Act.Name
	}
	return act.Act.Name
}

// Place is where a unit stands in the document.
func (s Sewn) Place(m making.Made) string {
	if m.Unit.Of > 0 {
		return problem.At("units", m.Unit.Of-1)
	}
	for i, u := range s.Parts {
		if u.ID == m.Unit.ID.Whole() {
			return problem.At("units", i)
		}
	}
	return "/units"
}

// Alike says whether two units look alike once they are sewn in, however each is turned.
func (s Sewn) Alike(x, y making.Made) bool {
	return making.Alike(x.Piece.Finished(s.Table.Seam), y.Piece.Finished(s.Table.Seam), s.Seen)
}

// IsSpun says whether a seam is spun at some crossing.
func (s Sewn) IsSpun(seam naming.Seam) bool {
	for c := range s.Table.Spun {
		if c.Seam() == seam {
			return true
		}
	}
	return false
}

// undone lists, for every seam with crossings that are spun, the seams that end there: of these the stitches inside its
// allowance are undone.
func undone(units []making.Made) map[naming.Seam][]naming.Seam {
	type point struct {
		over naming.Seam
		spot piece.Point
	}
	list := map[naming.Seam][]naming.Seam{}
	for _, m := range units {
		spun := map[point]bool{}
		for _, c := range m.Piece.Meetings {
			if c.Spin {
				spun[point{c.Over, c.Spot}] = true
			}
		}
		if len(spun) == 0 {
			continue
		}
		for _, c := range m.Piece.Meetings {
			for _, end := range []piece.End{c.A, c.B} { // those that slant end in the ones that stand square there
				if !c.Spin && !end.Slants() && spun[point{c.Over, c.Spot}] && !slices.Contains(list[c.Over], end.Seam) {
					list[c.Over] = append(list[c.Over], end.Seam)
				}
			}
		}
	}
	return list
}

// IsUndone says whether stitches of a seam are undone where a later one is spun.
func (b Sewn) IsUndone(seam naming.Seam) bool {
	for _, list := range b.Undone {
		if slices.Contains(list, seam) {
			return true
		}
	}
	return false
}

// standIns checks what stands in for what: the same look and size, promised once.
func (b Sewn) standIns() bool {
	good := true
	promised := map[naming.Unit]string{}
	for _, m := range b.Units {
		for i, other := range m.Unit.Also {
			at := b.Place(m) + problem.At("also", i)
			o, ok := b.Table.Made(other)
			switch {
			case !ok:
				b.Problems.Stop("unit-unknown", at,
					fmt.Sprintf("“%s” is to stand in for %s, and is not among the units.", other, m.Unit.Name),
					"Choose another, or take it out.")
			case other == m.Unit.ID:
				b.Problems.Stop("unit-of-itself", at, fmt.Sprintf("%s stands in for itself.", m.Unit.Name),
					"Take it out.")
			case promised[other] != "":
				b.Problems.Stop("promised-twice", at, fmt.Sprintf("%s is promised twice: to %s and to %s.", o.Unit.Name,
					promised[other], m.Unit.Name), "Let it stand in for one of them.")
			case !b.Alike(o, m):
				b.Problems.Stop("stand-in-differs", at,
					fmt.Sprintf("%s does not look like %s, or is of another size.", o.Unit.Name, m.Unit.Name),
					"Choose a unit of the same look and size.")
			default:
				promised[other] = m.Unit.Name
				continue
			}
			good = false
		}
	}
	return good
}
