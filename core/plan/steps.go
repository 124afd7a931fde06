package plan

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/batching"
	"vicis/core/cutting"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/quilt"
)

// The steps of the work: everything that is counted, in the trade's words.

func (b *builder) steps() []Step {
	byStage := map[batching.Stage][]Step{}
	add := func(s Step) {
		if s.Takes == nil {
			s.Takes = []Take{}
		}
		s.Group, s.Behind = s.ID.Group(), s.ID.Behind()
		byStage[s.Stage] = append(byStage[s.Stage], s)
	}
	for _, f := range b.cut.Fabrics {
		for _, s := range f.Strips {
			step := Step{
				ID: s.ID, Name: b.say(s.Cut) + " " + f.Fabric.Name, Stage: batching.Strips, Does: "cut", One: "strip", Make: s.Count,
				Says: fmt.Sprintf("Cut %s %s wide from %s%s.", plural(s.Count, "strip"), b.say(s.Cut), f.Fabric.Name, evenly(f, s)),
				Size: b.say(s.Cut) + " wide", Exact: exactly(s.Cut), Picture: s.ID, Working: b.runWorking(s),
			}
			if s.Ready > 0 {
				step.Says = fmt.Sprintf("Cut %s %s wide from %s; %d more lie on the shelf.", plural(s.Count-s.Ready, "strip"), b.say(s.Cut), f.Fabric.Name, s.Ready)
			}
			if s.Ready == s.Count {
				step.Says = fmt.Sprintf("Take %s %s wide of %s from the shelf.", plural(s.Count, "strip"), b.say(s.Cut), f.Fabric.Name)
			}
			if s.Lengths {
				step.One, step.Size = "length", b.say(s.Cut)+" long"
				step.Says = fmt.Sprintf("Cut %s of %s from %s for the backing.", plural(s.Count, "length"), b.say(s.Cut), f.Fabric.Name)
			}
			add(step)
			if s.For == naming.SashLevel.Step() && s.Joined != nil {
				add(b.through(s))
			}
			if s.Patches != nil {
				for _, c := range s.Patches.Cuts {
					add(b.subCut(c, *s.Patches, s.ID, "strips"))
				}
			}
		}
	}
	for _, one := range b.cut.Pieces {
		add(b.fromPiece(one))
	}
	for _, one := range b.cut.Ends {
		add(b.fromPiece(one))
	}
	for _, a := range b.cut.Sets {
		for _, c := range a.Cuts {
			add(b.subCut(c, a, a.Set.Step(), b.made(a.Set).Unit.Name))
		}
	}
	for _, batch := range b.sewing() {
		add(b.sewn(batch))
	}
	list := []Step{}
	for _, stage := range batching.Stages {
		list = append(list, byStage[stage]...)
	}
	return list
}

func (b *builder) fromPiece(one cutting.FromPiece) Step {
	w, h := b.acts[one.Act].act.Piece.Size()
	s := Step{
		ID: pieceStep(one), Name: b.nameOf(one.Act), Stage: batching.SubCuts, Does: "sub-cut", One: "patch", Make: one.Count,
		Says: fmt.Sprintf("Cut %s on the shelf.", b.pieceWords(one)),
		Size: b.say(w) + " × " + b.say(h), Exact: exactly(w, h), Picture: one.Act,
	}
	if one.All {
		s.Also, s.Spare = b.shelfIn(one.Act), min(one.Count, b.lines[one.Act].Spare)
	} else {
		s.Name += ", from the shelf"
		if isEnd(one) {
			s.Name = b.nameOf(one.Act) + ", from ends"
		}
	}
	if isEnd(one) {
		s.Says = fmt.Sprintf("Cut %s.", b.pieceWords(one))
	}
	return s
}

// through is the cutting of sashing that runs right through from strips sewn end to end.
func (b *builder) through(s cutting.Strip) Step {
	w, h := b.acts[s.For].act.Piece.Size()
	n := s.Joined.Times
	return Step{
		ID: s.For, Name: b.nameOf(s.For), Stage: batching.SubCuts, Does: "sub-cut", One: "length", Make: n, Spare: b.lines[s.For].Spare,
		Says: fmt.Sprintf("Sew the strips end to end, and cut %d of %s from them.", n, b.say(w)),
		Size: b.say(w) + " × " + b.say(h), Exact: exactly(w, h), Picture: s.For, Takes: []Take{{Step: s.ID, Each: s.Count, Per: n}},
	}
}

func (b *builder) subCut(c cutting.SubCut, from cutting.Across, step naming.Step, source string) Step {
	act := b.acts[c.ID].act
	w, h := act.Piece.Size()
	size := b.say(w) + " × " + b.say(h)
	if act.Patch != nil { // as it is cut; a plain block to what the pieced ones measure
		w, h = act.Patch.W, act.Patch.H
		size = b.say(w.CeilTo(b.t.Ruler.Mark)) + " × " + b.say(h.CeilTo(b.t.Ruler.Mark))
	}
	says := fmt.Sprintf("Sub-cut %d at %s from %s, %d from each.", c.Make(), b.say(c.Cut), source, c.PerStrip)
	take := Take{Step: step, Each: 1, Per: c.PerStrip}
	if len(from.Cuts) > 1 {
		take.Part, take.Whole = int(c.Cut), int(from.Length-b.t.Squaring)
		says = fmt.Sprintf("Sub-cut %d at %s from %s that give other widths too.", c.Make(), b.say(c.Cut), source)
	}
	return Step{
		ID: c.ID, Name: b.nameOf(c.ID), Stage: batching.SubCuts, Does: "sub-cut", One: "sub-cut", Make: c.Make(), Spare: c.Spare, Says: says,
		Size: size, Exact: exactly(w, h), Picture: c.ID, Takes: []Take{take}, Also: b.shelfIn(c.ID),
	}
}

// sewn is the step of one batch: sewing, marking, or cutting apart and trimming.
func (b *builder) sewn(batch batching.Batch) Step {
	s := Step{ID: batch.ID, Name: batch.Name, Stage: batch.Stage, Does: string(batch.Does), Make: batch.Make, Spare: batch.Spare}
	if batch.Does == making.Sews {
		s.Sewing = &Sewing{
			Left: batch.Left.Name, Right: batch.Right.Name, Edge: batch.Edge, Seams: batch.Seams,
			Length: b.t.Ruler.Read(batch.Each), Stitch: b.stitch(batch), Hold: b.hold(batch),
		}
	}
	if len(batch.Presses) > 0 || len(batch.Of) > 0 {
		s.Press = b.pressWords(batch)
	}
	for _, t := range batch.Takes {
		s.Takes = append(s.Takes, Take{Step: t.ID, Each: t.Each, Per: t.Per, Together: t.Together})
	}
	for _, g := range batch.From {
		s.Also = append(s.Also, StandIn{Step: g.ID, Count: g.Count})
	}
	if w, h := batch.Piece.Size(); w > 0 {
		s.Picture, s.Exact = batch.ID, exactly(w, h)
		if batch.Piece.Whole() { // what is no rectangle is not held against a ruler
			s.Size = b.say(w) + " × " + b.say(h)
		}
	}
	switch {
	case batch.Stage == batching.Sets:
		m := b.made(batch.ID.Made())
		_, h := m.Piece.Size()
		s.One, s.Size, s.Exact = "set", b.say(h)+" wide", exactly(h)
		for _, f := range b.cut.Fabrics {
			for _, strip := range f.Strips {
				if n := b.perSet(m, strip.ID); n > 0 {
					s.Takes = append(s.Takes, Take{Step: strip.ID, Each: n, Per: 1})
				}
			}
		}
		s.Says = fmt.Sprintf("Sew %s: %s of %s.", batch.Name, plural(batch.Make, "set"), plural(len(m.Acts[0].Strips), "strip"))
	case batch.Does == making.Marks:
		s.One = "piece"
		s.Says = fmt.Sprintf("%s: %d for %s.", batch.Says, batch.Make, b.acts[batch.ID].made.Unit.Name)
	case batch.Does == making.Trims:
		s.One = "unit"
		s.Says = b.trimWords(batch)
	case batch.Stage == batching.Units || batch.Stage == batching.Blocks:
		left, right := b.picture(batch.Left.Piece, &b.press), b.picture(batch.Right.Piece, &b.press)
		s.Sewing.LeftPicture, s.Sewing.RightPicture = &left, &right
		s.Sewing.Laid = b.laid(batch.Left, left)
		s.One = "pair"
		switch {
		case batch.Stage == batching.Blocks:
			s.One = "block"
		case batch.ID.Made() == b.acts[batch.ID].made.Unit.ID:
			s.One = "unit"
		}
		switch {
		case batch.Says != "":
			s.Says = fmt.Sprintf("%s: %d in all.", batch.Says, batch.Make)
		case batch.Seams > 1 && len(batch.Of) > 1:
			s.Says = fmt.Sprintf("Sew %s of %d parts, %s.", batch.Name, batch.Seams+1, times(batch.Make))
		case len(batch.Left.Over) > 0:
			s.Says = fmt.Sprintf("Sew %s on %s: %d in all.", batch.Right.Name, batch.Left.Name, batch.Make)
		case b.acts[batch.ID].made.Kind == making.PiecedKind:
			s.Says = fmt.Sprintf("Sew %s: %s to %s, %s.", batch.Name, batch.Right.Name, batch.Left.Name, times(batch.Make))
		default:
			s.Says = fmt.Sprintf("Sew %s to %s, %s.", batch.Right.Name, batch.Left.Name, times(batch.Make))
		}
	case batch.Stage == batching.Rows:
		row := b.row(batch.ID)
		w := b.layout.Long(row)
		s.One, s.Picture = "row", batch.ID
		s.Exact = exactly(w, batch.Each)
		of := "blocks"
		switch {
		case row.Called != "":
			of = "units"
			s.Size = b.say(w) + " × " + b.say(batch.Each)
		case b.layout.OnPoint:
			of = "blocks and triangles"
		case b.plain.Sashing != nil:
			of = "pieces"
			fallthrough
		default:
			s.Size = b.say(w) + " × " + b.say(batch.Each)
		}
		s.Says = fmt.Sprintf("Sew %s of %d %s, %s.", strings.ToLower(batch.Name[:1])+batch.Name[1:], batch.Seams+1, of, times(batch.Make))
	case batch.Stage == batching.Top:
		s.One = "seam"
		s.Size, s.Exact = b.say(batch.Each)+" long", exactly(batch.Each)
		s.Says = fmt.Sprintf("Sew %s: %s.", strings.ToLower(batch.Name[:1])+batch.Name[1:], plural(batch.Make, "seam"))
		if batch.ID == naming.CornersOn {
			s.Says += fmt.Sprintf(" Then trim the edges of the quilt to %s beyond the points of the blocks, its corners square.", b.say(b.t.Seam))
		}
		border := batch.ID.Border()
		switch n := b.stripsOf(border.Strips()); {
		case batch.ID.IsSides() && n > 0:
			s.Takes = append(s.Takes, Take{Step: border.Strips(), Each: n, Per: 2})
		case batch.ID.IsCorners():
			s.Takes = append(s.Takes, Take{Step: border.Squares(), Each: 1, Per: 1})
		}
	case batch.Stage == batching.Finish:
		b.finishing(batch, &s)
	}
	return s
}

// row is a kind of row by its id.
func (b *builder) row(id naming.Step) quilt.RowKind {
	for _, k := range b.layout.AllRows() {
		if k.ID == id {
			return k
		}
	}
	return quilt.RowKind{}
}

// finishing words a batch of backing or binding.
func (b *builder) finishing(batch batching.Batch, s *Step) {
	s.One, s.Size, s.Exact = "seam", b.say(batch.Each)+" long", exactly(batch.Each)
	takes := func(id naming.Step) { s.Takes = append(s.Takes, Take{Step: id, Each: b.stripsOf(id), Per: batch.Make}) }
	switch batch.ID {
	case naming.BackingJoin:
		s.Says = fmt.Sprintf("Sew the backing: %s.", plural(batch.Make, "seam"))
		takes(naming.BackingLengths)
	case naming.BindingJoin:
		s.Says = fmt.Sprintf("Sew the binding strips end to end on the diagonal: %s. Press it in half along its length.", plural(batch.Make, "seam"))
		takes(naming.BindingStrips)
	case naming.BindingRound:
		s.Says = "Sew the binding round the quilt, once it is quilted and trimmed."
		s.One = "quilt"
		if b.layout.Bind.Strips == 1 {
			takes(naming.BindingStrips)
		} else {
			s.Takes = append(s.Takes, Take{Step: naming.BindingJoin, Each: b.layout.Bind.Strips - 1, Per: 1})
		}
	}
}

// trimWords says how a batch is cut apart, pressed and trimmed: what of it there is to do.
func (b *builder) trimWords(batch batching.Batch) string {
	words := batch.Says
	if len(batch.Presses) > 0 {
		words += ", press " + b.pressWords(batch)
	}
	if w, h := batch.Piece.Size(); batch.Shaves {
		words += fmt.Sprintf(", trim to %s × %s", b.say(w), b.say(h))
	}
	return fmt.Sprintf("%s: %d in all.", words, batch.Make)
}

// hold says how to hold, pin or turn what is sewn, by the schools chosen (common practice).
func (b *builder) hold(batch batching.Batch) string {
	id := batch.ID.ID()
	pins := map[string]string{
		"none": "", "crossings": "pin at every crossing", "everywhere": "pin at the crossings and between", "glue": "a dot of glue inside the allowance at every crossing",
	}[b.d.Schools.PinsOf(id)]
	if batch.Stage != batching.Sets {
		return pins
	}
	words := map[string]string{"alternate": "turn the set end for end after every seam", "same": "always from the same end, both strips unstretched"}[b.d.Schools.Sewing]
	if len(batch.Of) < 2 {
		words = ""
	}
	if b.d.Schools.Joining == "pairs" && len(batch.Of) > 2 {
		words = "in pairs first, then pairs of pairs; " + words
	}
	return words
}

// stitch is the usual stitch length: short where a seam will be cut across, or partly undone (common practice).
func (b *builder) stitch(batch batching.Batch) string {
	switch {
	case batch.Stage == batching.Sets:
		return "short stitches, 1.3 to 1.7 mm, because the set is cut across"
	case slices.ContainsFunc(batch.Of, b.isSpun):
		return "short stitches, 1.5 to 1.8 mm, where crossings are spun: the ones inside the allowance are undone, the others have to hold"
	}
	return "stitches of 2.1 to 2.5 mm"
}

// workCounts says of every step how its number comes about: what later steps take of it, less what stands in, and the spares.
func workCounts(steps []Step) {
	at := map[naming.Step]int{}
	terms := make([][]string, len(steps))
	for i := range steps {
		at[steps[i].ID] = i
	}
	runs := map[[2]naming.Step]int{} // thing and run → how many of it that run has been said to take
	where := map[[2]naming.Step]int{}
	for _, by := range steps {
		for _, t := range by.Takes {
			i, ok := at[t.Step]
			if !ok {
				continue
			}
			var term string
			switch {
			case t.Per > 1 && t.Each > 1:
				term = fmt.Sprintf("%d × %d %s ÷ %d, rounded up,", t.Each, by.Make, by.Name, t.Per)
			case t.Per > 1:
				term = fmt.Sprintf("%d %s ÷ %d, rounded up,", by.Make, by.Name, t.Per)
			case t.Each == 1:
				term = fmt.Sprintf("%d for %s", by.Make, by.Name)
			default:
				term = fmt.Sprintf("%d × %d for %s", by.Make, t.Each, by.Name)
			}
			key, n := [2]naming.Step{t.Step, t.Together}, ceil(by.Make, t.Per)*t.Each
			switch said, known := runs[key]; {
			case t.Together == "" || !known:
				terms[i] = append(terms[i], term)
				runs[key], where[key] = n, len(terms[i])-1
			case n > said: // what falls out together is taken once: for the one that asks for most runs
				terms[i][where[key]], runs[key] = term, n
			}
		}
	}
	for i := range steps {
		s := &steps[i]
		for _, other := range s.Also {
			if k, ok := at[other.Step]; ok {
				terms[k] = append(terms[k], fmt.Sprintf("%d in place of %s", other.Count, s.Name))
			}
		}
	}
	for i := range steps {
		s := &steps[i]
		if s.Also == nil {
			s.Also = []StandIn{}
		}
		sum := strings.Join(terms[i], " + ")
		for _, other := range s.Also {
			name := string(other.Step)
			if k, ok := at[other.Step]; ok {
				name = steps[k].Name
			}
			sum += fmt.Sprintf(" − %d that %s stands in for", other.Count, name)
		}
		if s.Spare > 0 {
			sum += fmt.Sprintf(" + %d spare", s.Spare)
		}
		if s.Working.Rule != "" {
			continue
		}
		s.Working.Rule = "Counted from the quilt down; rounded up once for the whole quilt, not block by block."
		if len(terms[i]) == 0 {
			s.Working.Sums = []string{fmt.Sprintf("%d in the quilt", s.Make)}
			continue
		}
		s.Working.Sums = []string{fmt.Sprintf("%s = %d", sum, s.Make)}
	}
}
