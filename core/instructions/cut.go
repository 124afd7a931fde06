package instructions

import (
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/work"
)

// What is done at the mat.

// cut tells a line of the cutting.
func (t *teller) cut(part work.MatPart, l work.MatLine, says string) {
	line := Instruction{Do: Words, Says: says, Times: l.Times}
	switch l.Kind {
	case work.Enough:
		f := part.Fabric
		line.Do, line.Times, line.Fabric, line.Wide, line.Long = Cloth, 1, f.Fabric.ID, inches(f.Usable), inches(f.Rest)
		if f.Prints > 1 {
			line.Longs = make([]float64, f.Prints)
		}
		for _, one := range f.Bought {
			for _, k := range one.Prints {
				if f.Prints > 1 {
					line.Longs[k] = inches(one.Rest)
				}
			}
		}
	case work.FromCloth:
		line.Do, line.Times, line.Fabric, line.Wide, line.Long, line.Left = Shelf, 1, part.Fabric.Fabric.ID,
			inches(l.Use.Have.W), inches(l.Use.Have.L), inches(l.Use.Left)
		for _, c := range l.Use.Cuts {
			line.Cuts = append(line.Cuts, Cut{Wide: inches(c.Cut), N: c.Count})
		}
	case work.Clean:
		line.Do, line.Times, line.Fabric, line.Wide, line.Every = Clean, 1, part.Fabric.Fabric.ID,
			inches(t.Work.Table.Squaring), t.Work.Table.Every
	case work.Strips, work.Ready:
		usable, _ := t.Work.Table.Usable(l.Strip.Role)
		line.Do = CutStrips
		if l.Kind == work.Ready {
			line.Do = Take
		}
		line.Step, line.Fabric, line.Wide, line.Long = l.Strip.ID, t.Fabric(l.Strip.Role), inches(l.Strip.Cut), inches(usable)
		if to, trims := t.Work.TrimsStrips(*l.Strip); trims {
			line.To = inches(to)
		}
		if l.Strip.Wide > 0 {
			line.Long = inches(l.Strip.Wide)
		}
		if l.Strip.Least > 0 {
			line.Long = min(line.Long, inches(l.Strip.Least))
		}
		if l.Kind == work.Strips {
			line.Lost = inches(l.Strip.Lost)
		}
		if part.Fabric.Prints > 1 && l.Kind == work.Strips {
			line.Prints = l.Strip.Of
		}
	case work.AcrossIt:
		line.Do, line.Of = CutAcross, t.from(l)
		line.Cuts, line.Rest = t.marks(l), inches(measure.Length(l.Pattern.Rest))
	case work.Piece:
		t.pieces(&line, l)
	case work.Wait, work.Border:
		line.Do, line.Of, line.Times = EndToEnd, l.Strip.ID, 1
	case work.EndToEnd:
		line.Do, line.Of, line.Step, line.Long = EndToEnd, l.Strip.ID, l.Strip.For, inches(l.Strip.Joined.Pieces[0])
	}
	t.lines = append(t.lines, line)
}

// from is the pile that is cut across.
func (t *teller) from(l work.MatLine) naming.Step {
	if l.Strip != nil {
		return l.Strip.ID
	}
	set := t.Work.Unit(l.Across.Set)
	if len(set.Seams) == 0 { // a set of one strip
		for _, s := range set.Acts[0].Strips {
			for _, f := range t.Work.Cut.Fabrics {
				for _, strip := range f.Strips {
					if strip.Role == s.Role && strip.Width == s.Width {
						return strip.ID
					}
				}
			}
		}
	}
	return set.Acts[len(set.Acts)-1].ID
}

// marks are the cuts across, one after another.
func (t *teller) marks(l work.MatLine) []Cut {
	at, which := l.Across.Marks(*l.Pattern, &t.Work.Table)
	squared, list := at[0], []Cut{}
	if squared > 0 { // what is left of one that was begun has a square end
		list = append(list, Cut{Reads: inches(squared), Text: t.Say(squared)})
	}
	for i := 1; i < len(at); i++ {
		c := Cut{Reads: inches(at[i] - squared), Text: t.Say(at[i] - squared)}
		if which[i] < 0 {
			squared = at[i]
		} else {
			c.Step = l.Across.Cuts[which[i]].ID
			t.lies(&c)
		}
		list = append(list, c)
	}
	return list
}

// lies is how something lies in its pile: what lies between two marks is cut at the next one up and trimmed.
func (t *teller) lies(c *Cut) {
	wide, high, trims := t.Work.Trims(c.Step)
	if c.Trim = trims; trims || t.Work.Acts[c.Step].Act.Patch != nil {
		c.Wide, c.High = inches(wide), inches(high)
	}
}

// pieces are cut from what lies on the shelf, or from ends.
func (t *teller) pieces(line *Instruction, l work.MatLine) {
	line.Do = CutPieces
	add := func(role string, have [2]measure.Length, step naming.Step, n int) {
		line.Fabric, line.Wide, line.Long = t.Fabric(role), inches(have[0]), inches(have[1])
		c := Cut{Step: step, N: n}
		t.lies(&c)
		line.Cuts = append(line.Cuts, c)
	}
	if l.Lay == nil {
		one := l.Piece
		line.End = true
		add(one.Role, [2]measure.Length{one.Have.W, one.Have.L}, one.Act, l.Gives[0].N)
		return
	}
	for _, g := range l.Lay.Gives {
		add(l.Lay.Role, [2]measure.Length{l.Lay.Have.W, l.Lay.Have.L}, g.Act, g.N)
	}
	long := l.Lay.Have.W
	if l.Lay.Along {
		long = l.Lay.Have.L
	}
	for _, r := range l.Lay.Rows {
		row := Row{Long: inches(long), High: inches(r.High)}
		for _, c := range r.Cuts {
			row.Cuts = append(row.Cuts, RowCut{l.Lay.Gives[c.Give].Act, c.N, inches(c.Wide)})
		}
		line.Rows = append(line.Rows, row)
	}
}
