package work

import (
	"slices"

	"vicis/core/cutting"
	"vicis/core/fewest"
	"vicis/core/measure"
	"vicis/core/naming"
)

// MatPart is one fabric, or one strip set, on the mat: what is done with it, line by line, in the order of the table.
type MatPart struct {
	Fabric *cutting.FabricPlan
	Set    naming.Unit // where it is a strip set
	Lines  []MatLine
}

// MatKind is what a line of the cutting asks for.
type MatKind int

// The kinds of line.
const (
	Prepare   MatKind = iota // press the cloth flat and fold it
	Piece                    // patches from pieces on the shelf, by their lay, or from ends
	FromCloth                // strips come from a length on the shelf
	Enough                   // that there is enough cloth
	Clean                    // the first edge
	Ready                    // strips that are cut already are taken from the shelf
	Strips                   // strips are cut
	AcrossIt                 // what is cut across strips or sets, by one pattern
	Keep                     // strips kept together for the binding
	EndToEnd                 // strips sewn end to end and cut to lengths
	Wait                     // a border's lengths wait for the top to be measured
	Border                   // a border's lengths
	SewSet                   // the set is sewn before it is cut
)

// MatLine is one thing to do, so many times; each time it makes what it gives.
type MatLine struct {
	Kind    MatKind
	Strip   *cutting.StripPlan
	Across  *cutting.Across
	Pattern *fewest.Pattern
	Piece   *cutting.FromPiece
	Lay     *cutting.Lay
	Use     *cutting.Use
	Again   bool // the edge is squared up again on the way
	Times   int  // 0 where nothing is counted
	Stack   int  // how many of these are cut at once
	Gives   []Give
}

// TrimsStrips is the width that strips of sets are trimmed to, since that lies between two marks of the ruler.
func (w *Work) TrimsStrips(s cutting.StripPlan) (width measure.Length, does bool) {
	return s.Width, s.For == "" && s.Patches == nil && !s.Width.On(w.Table.Ruler.Mark)
}

// Trims is the size that something is trimmed to once it is cut, since that lies between two marks of the ruler; of
// what is cut across a set its width alone. It is false where what is cut is what is sewn from.
func (w *Work) Trims(step naming.Step) (wide, high measure.Length, does bool) {
	act := w.Acts[step].Act
	size, mark := sizeOf(act), w.Table.Ruler.Mark
	switch {
	case act.Stock:
		return size[0], size[1], !size[0].On(mark)
	case act.Patch == nil:
		return 0, 0, false
	}
	return size[0], size[1], !size[0].On(mark) || !size[1].On(mark)
}

// Give is what doing a line once makes, and how many of that step the lines before it make.
type Give struct {
	Step      naming.Step
	N, Before int
}

func (w *Work) script() []MatPart {
	list := []MatPart{}
	for i := range w.Cut.Fabrics {
		f := &w.Cut.Fabrics[i]
		list = append(list, MatPart{Fabric: f, Lines: w.onTheMat(f)})
	}
	for i := range w.Cut.Sets {
		a := &w.Cut.Sets[i]
		var lines []MatLine
		if len(w.Unit(a.Set).Seams) > 0 {
			lines = append(lines, MatLine{Kind: SewSet, Across: a, Stack: 1})
		}
		list = append(list, MatPart{Set: a.Set, Lines: append(lines, w.acrossLines(a, nil)...)})
	}
	return list
}

// onTheMat is the cutting of one fabric: pieces from the shelf, the edge, strips widest first, and what is cut across
// them.
func (w *Work) onTheMat(f *cutting.FabricPlan) []MatLine {
	var lines []MatLine
	if len(f.Uses) > 0 || slices.ContainsFunc(f.Strips, func(s cutting.StripPlan) bool { return s.Count > s.Ready }) {
		lines = append(lines, MatLine{Kind: Prepare, Stack: 1}) // what is cut already is taken as it is
	}
	before := map[naming.Step]int{}
	for i := range f.Lays {
		lines = append(lines, w.layLine(&f.Lays[i], before))
	}
	for i := range f.Uses {
		lines = append(lines, MatLine{Kind: FromCloth, Use: &f.Uses[i], Stack: 1})
	}
	if len(f.Strips) == 0 {
		return lines
	}
	lines = append(lines, edge(f, lines[:min(1, len(lines))])...)
	k := 0
	for i := range f.Strips {
		s := &f.Strips[i]
		if s.Ready > 0 {
			lines = append(lines, MatLine{
				Kind: Ready, Strip: s, Stack: 1, Times: s.Ready,
				Gives: []Give{{Step: s.ID, N: 1}},
			})
		}
		count := s.Count - s.Ready
		if count == 0 {
			continue
		}
		n := w.Table.Every
		lines = append(lines, MatLine{
			Kind: Strips, Strip: s, Stack: 1, Times: count, Again: n > 0 && (k+count-1)/n > max(0, k-1)/n,
			Gives: []Give{{Step: s.ID, N: 1, Before: s.Ready}},
		})
		k += count
	}
	for i := range f.Strips {
		s := &f.Strips[i]
		switch {
		case s.Patches != nil:
			lines = append(lines, w.acrossLines(s.Patches, s)...)
		case s.Joined != nil && s.Joined.Diagonal:
			lines = append(lines, MatLine{Kind: Keep, Strip: s, Stack: 1})
		case s.For == naming.SashLevel.Step():
			lines = append(lines, MatLine{
				Kind: EndToEnd, Strip: s, Stack: 1, Times: s.Joined.Times,
				Gives: []Give{{Step: s.For, N: 1}},
			})
		case s.Joined != nil && w.Asked.Measured == nil:
			lines = append(lines, MatLine{Kind: Wait, Strip: s, Stack: 1})
		case s.Joined != nil:
			lines = append(lines, MatLine{Kind: Border, Strip: s, Stack: 1})
		}
	}
	for i := range f.Ends {
		lines = append(lines, w.pieceLines(&f.Ends[i])...)
	}
	return lines
}

// edge is what comes before the first strip: that there is enough cloth, and its first edge, where it is not square.
func edge(f *cutting.FabricPlan, first []MatLine) (lines []MatLine) {
	if f.Rest > 0 {
		lines = append(lines, MatLine{Kind: Enough, Stack: 1})
	}
	raw := f.Rest > 0 || slices.ContainsFunc(f.Uses, func(u cutting.Use) bool { return !u.Have.Square })
	if raw && len(first) > 0 && first[0].Kind == Prepare {
		lines = append(lines, MatLine{Kind: Clean, Stack: 1})
	}
	return lines
}

// acrossLines is what is cut across strips or sets, a line for each way they are cut.
func (w *Work) acrossLines(a *cutting.Across, strip *cutting.StripPlan) []MatLine {
	var list []MatLine
	before := make([]int, len(a.Cuts))
	for i := range a.Layups.Patterns {
		p := &a.Layups.Patterns[i]
		line := MatLine{
			Kind: AcrossIt, Strip: strip, Across: a, Pattern: p, Times: p.Times,
			Stack: min(w.Settings.Layers, p.Times),
		}
		for k, n := range p.Counts {
			if n > 0 {
				line.Gives = append(line.Gives, Give{Step: a.Cuts[k].ID, N: n, Before: before[k]})
				before[k] += n * p.Times
			}
		}
		list = append(list, line)
	}
	return list
}

// From is the step that a line cuts across.
func (w *Work) From(l MatLine) naming.Step {
	if l.Strip != nil {
		return l.Strip.ID
	}
	return w.SetStep(l.Across.Set)
}

// layLine is pieces on the shelf that are cut alike; before is what the lines before it give of every step.
func (w *Work) layLine(lay *cutting.Lay, before map[naming.Step]int) MatLine {
	line := MatLine{Kind: Piece, Lay: lay, Times: lay.Times, Stack: min(lay.Times, w.Settings.Layers)}
	for _, g := range lay.Gives {
		step := g.Act.FromShelf(lay.Have.ID)
		for _, one := range w.Cut.Pieces {
			if one.Act == g.Act && one.Have.ID == lay.Have.ID {
				step = PieceStep(one)
			}
		}
		line.Gives = append(line.Gives, Give{Step: step, N: g.N, Before: before[step]})
		before[step] += g.N * lay.Times
	}
	return line
}

// pieceLines is what is cut from the ends of strips; the last of them may give fewer.
func (w *Work) pieceLines(one *cutting.FromPiece) []MatLine {
	line := func(times, n, before int) MatLine {
		return MatLine{
			Kind: Piece, Piece: one, Times: times, Stack: min(times, w.Settings.Layers),
			Gives: []Give{{Step: PieceStep(*one), N: n, Before: before}},
		}
	}
	var list []MatLine
	full, rest := one.Count/one.Each, one.Count%one.Each
	if full > 0 {
		list = append(list, line(full, one.Each, 0))
	}
	if rest > 0 {
		list = append(list, line(1, rest, full*one.Each))
	}
	return list
}
