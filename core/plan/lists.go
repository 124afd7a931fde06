package plan

import (
	"fmt"
	"strings"

	"vicis/core/batching"
	"vicis/core/cutting"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/quilt"
)

// The lists of the plan, in the trade's words. Everything here only says what the rooms below have computed.

func (b *builder) say(l measure.Length) string { return b.t.Ruler.Print(l) }

func (b *builder) size(w, h measure.Length) Size {
	return Size{Text: b.say(w) + " × " + b.say(h), W: b.t.Ruler.Read(w), H: b.t.Ruler.Read(h)}
}

func exactly(lengths ...measure.Length) string {
	words := make([]string, len(lengths))
	for i, l := range lengths {
		words[i] = string(measure.Write(l))
	}
	return strings.Join(words, " x ")
}

func plural(n int, one string) string {
	if n == 1 {
		return "1 " + one
	}
	return fmt.Sprintf("%d %ss", n, one)
}

func (b *builder) across(a cutting.Across, what string) Across {
	out := Across{
		Step: a.ID, Name: b.made(a.ID).Unit.Name, Width: b.t.Ruler.Read(a.Cut), PerStrip: a.PerStrip, Strips: a.Strips,
		Need: a.Need, Spare: a.Spare, Make: a.Need + a.Spare, Last: a.Last, Rest: b.t.Ruler.Read(a.Rest), Length: b.t.Ruler.Read(a.Length),
		Sum: fmt.Sprintf("%s − %s to square up = %s; ÷ %s = %d from each %s, %s over", b.say(a.Length), b.say(b.t.Squaring), b.say(a.Length-b.t.Squaring),
			b.say(a.Cut), a.PerStrip, what, b.say(a.Length-b.t.Squaring-measure.Length(a.PerStrip)*a.Cut)),
		Marks: make([]float64, 0, a.PerStrip+1),
	}
	for i := range a.PerStrip + 1 {
		out.Marks = append(out.Marks, round((b.t.Squaring + measure.Length(i)*a.Cut).Inches()))
	}
	return out
}

func (b *builder) cutList() []FabricCut {
	list := make([]FabricCut, 0, len(b.cut.Fabrics))
	for _, f := range b.cut.Fabrics {
		c := FabricCut{
			Fabric: f.Fabric.ID, Name: f.Fabric.Name, Colour: f.Fabric.Colour, Usable: b.t.Ruler.Read(f.Usable),
			Length: b.t.Ruler.Read(f.Length), Buy: b.t.Ruler.Cloth(f.Buy), Strips: []StripCut{},
		}
		var terms []string
		for _, s := range f.Strips {
			terms = append(terms, fmt.Sprintf("%d × %s", s.Count, b.say(s.Cut)))
			c.Strips = append(c.Strips, b.stripCut(s))
		}
		c.Sum = fmt.Sprintf("%s + %s to square up = %s; bought in steps of %s: %s", strings.Join(terms, " + "), b.say(b.t.Squaring), b.say(f.Length), b.shopStep(), c.Buy)
		list = append(list, c)
	}
	return list
}

func (b *builder) shopStep() string {
	if b.t.Units == measure.Centimetres {
		return "10 cm"
	}
	return "⅛ yd"
}

func (b *builder) stripCut(s cutting.Strip) StripCut {
	c := StripCut{Step: s.ID, Width: b.t.Ruler.Read(s.Cut), Count: s.Count, From: b.t.Ruler.Read(s.From)}
	switch {
	case s.Patches != nil:
		a := b.across(*s.Patches, "strip")
		c.Patches, c.For = &a, a.Name
	case s.Joined != nil:
		for _, ring := range b.layout.Rings {
			if ring.Border.ID == s.For {
				c.For = ring.Border.Name
			}
		}
		c.Joined = fmt.Sprintf("%s Then cut 2 of %s for the sides and 2 of %s for top and bottom.", endToEnd(s.Count), b.say(s.Joined.Pieces[0]), b.say(s.Joined.Pieces[1]))
	default:
		var sets []string
		for _, m := range b.units {
			for _, strip := range m.Acts[0].Strips {
				if cutting.StripID(strip.Role, strip.As) == s.ID && b.lines[m.Unit.ID].Runs > 0 {
					sets = append(sets, fmt.Sprintf("%s (%d)", m.Unit.Name, b.perSet(m, s.ID)*b.lines[m.Unit.ID].Runs))
					break
				}
			}
		}
		c.For = strings.Join(sets, ", ")
	}
	return c
}

func endToEnd(n int) string {
	if n == 1 {
		return "Trim the ends square."
	}
	return "Sew them end to end, press those seams open."
}

func (b *builder) perSet(m making.Made, strip string) int {
	n := 0
	for _, s := range m.Acts[0].Strips {
		if cutting.StripID(s.Role, s.As) == strip {
			n++
		}
	}
	return n
}

func (b *builder) setList() []SetCut {
	list := []SetCut{}
	for _, a := range b.cut.Sets {
		set := b.made(b.made(a.ID).Acts[0].Takes[0].Act)
		_, high := set.Piece.Size()
		var strips []string
		for _, s := range set.Acts[0].Strips {
			f, _ := b.shelf.Fabric(s.Role)
			strips = append(strips, fmt.Sprintf("%s %s", b.say(s.Width.CeilTo(b.t.Ruler.Mark)), f.Name))
		}
		list = append(list, SetCut{
			Set: set.Unit.Name, SetStep: set.Unit.ID, Wide: b.t.Ruler.Read(high), WideSum: b.widthSum(widths(set), high),
			Strips: strings.Join(strips, " · "), Across: b.across(a, "set"),
		})
	}
	return list
}

func widths(set making.Made) []measure.Length {
	var list []measure.Length
	for _, s := range set.Acts[0].Strips {
		list = append(list, s.Width)
	}
	return list
}

// widthSum writes what sewn widths come to as a sum with pencil and paper: 5 × 2½″ − 4 seams × ½″ = 10½″.
func (b *builder) widthSum(parts []measure.Length, total measure.Length) string {
	var terms []string
	for i := 0; i < len(parts); {
		j := i
		for j < len(parts) && parts[j] == parts[i] {
			j++
		}
		if j-i == 1 {
			terms = append(terms, b.say(parts[i]))
		} else {
			terms = append(terms, fmt.Sprintf("%d × %s", j-i, b.say(parts[i])))
		}
		i = j
	}
	sum := strings.Join(terms, " + ")
	if n := len(parts) - 1; n > 0 {
		sum += fmt.Sprintf(" − %s × %s", plural(n, "seam"), b.say(2*b.t.Seam))
	}
	return sum + " = " + b.say(total)
}

func (b *builder) steps() []Step {
	byStage := map[batching.Stage][]Step{}
	add := func(s Step) {
		if s.Takes == nil {
			s.Takes = []Take{}
		}
		byStage[s.Stage] = append(byStage[s.Stage], s)
	}
	for _, f := range b.cut.Fabrics {
		for _, s := range f.Strips {
			add(Step{
				ID: s.ID, Name: b.say(s.Cut) + " " + f.Fabric.Name, Stage: batching.Strips, Does: "cut", One: "strip", Make: s.Count,
				Says: fmt.Sprintf("Cut %s %s wide from %s.", plural(s.Count, "strip"), b.say(s.Cut), f.Fabric.Name),
				Size: b.say(s.Cut) + " wide", Exact: exactly(s.Cut), Picture: s.ID,
			})
			if s.Patches != nil {
				add(b.subCut(*s.Patches, "strip", s.ID))
			}
		}
	}
	for _, a := range b.cut.Sets {
		add(b.subCut(a, "set", b.made(a.ID).Acts[0].Takes[0].Act))
	}
	for _, batch := range b.batches {
		add(b.sewn(batch))
	}
	list := []Step{}
	for _, stage := range batching.Stages {
		list = append(list, byStage[stage]...)
	}
	return list
}

func (b *builder) subCut(a cutting.Across, from, step string) Step {
	m := b.made(a.ID)
	w, h := m.Piece.Size()
	n := a.Need + a.Spare
	source := "strips"
	if from == "set" {
		source = b.made(step).Unit.Name
	}
	return Step{
		ID: a.ID, Name: m.Unit.Name, Stage: batching.SubCuts, Does: "sub-cut", One: "sub-cut", Make: n, Spare: a.Spare,
		Says: fmt.Sprintf("Sub-cut %d at %s from %s, %d from each.", n, b.say(a.Cut), source, a.PerStrip),
		Size: b.say(w) + " × " + b.say(h), Exact: exactly(w, h), Picture: a.ID, Takes: []Take{{Step: step, Each: 1, Per: a.PerStrip}},
	}
}

func (b *builder) sewn(batch batching.Batch) Step {
	s := Step{
		ID: batch.ID, Name: batch.Name, Stage: batch.Stage, Does: "sew", Make: batch.Make, Spare: batch.Spare,
		Sewing: &Sewing{
			Left: batch.Left.Name, Right: batch.Right.Name, Edge: batch.Edge, Seams: batch.Seams,
			Length: b.t.Ruler.Read(batch.Each), Press: b.pressWords(batch), Stitch: stitch(batch.Stage),
		},
	}
	for _, t := range batch.Takes {
		s.Takes = append(s.Takes, Take{Step: t.ID, Each: t.Each, Per: 1})
	}
	if w, h := batch.Piece.Size(); w > 0 {
		s.Picture, s.Size, s.Exact = batch.ID, b.say(w)+" × "+b.say(h), exactly(w, h)
	}
	switch batch.Stage {
	case batching.Sets:
		m := b.made(batch.ID)
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
	case batching.Units, batching.Blocks:
		left, right := b.picture(batch.Left.Piece, &b.press), b.picture(batch.Right.Piece, &b.press)
		s.Sewing.LeftPicture, s.Sewing.RightPicture = &left, &right
		s.One = "pair"
		if batch.Stage == batching.Blocks {
			s.One = "block"
		}
		s.Says = fmt.Sprintf("Sew %s to %s, %s.", batch.Right.Name, batch.Left.Name, times(batch.Make))
	case batching.Rows:
		w, h := b.layout.Middle()
		_ = h
		s.One, s.Picture = "row", batch.ID
		s.Size, s.Exact = b.say(w)+" × "+b.say(batch.Each), exactly(w, batch.Each)
		s.Says = fmt.Sprintf("Sew %s of %d blocks, %s.", strings.ToLower(batch.Name[:1])+batch.Name[1:], batch.Seams+1, times(batch.Make))
	case batching.Top:
		s.One = "seam"
		s.Size, s.Exact = b.say(batch.Each)+" long", exactly(batch.Each)
		s.Says = fmt.Sprintf("Sew %s: %s.", strings.ToLower(batch.Name[:1])+batch.Name[1:], plural(batch.Make, "seam"))
		if batch.ID != quilt.RowsStep {
			border, _, _ := strings.Cut(batch.ID, "/")
			if strings.HasSuffix(batch.ID, "/sides") {
				s.Takes = append(s.Takes, Take{Step: cutting.BorderStrips(border), Each: b.stripsOf(cutting.BorderStrips(border)), Per: 2})
			}
		}
	}
	return s
}

func (b *builder) stripsOf(id string) int {
	for _, f := range b.cut.Fabrics {
		for _, s := range f.Strips {
			if s.ID == id {
				return s.Count
			}
		}
	}
	return 0
}

func times(n int) string {
	switch n {
	case 1:
		return "once"
	case 2:
		return "twice"
	}
	return fmt.Sprintf("%d times", n)
}

// stitch is the usual stitch length: short where a seam will be cut across (common practice).
func stitch(s batching.Stage) string {
	if s == batching.Sets {
		return "short stitches, 1.3 to 1.7 mm, because the set is cut across"
	}
	return "stitches of 2.1 to 2.5 mm"
}

func (b *builder) trimList() []Trim {
	list := []Trim{}
	for _, s := range b.sizes() {
		if b.lines[s.ID].Runs == 0 {
			continue
		}
		t := Trim{ID: s.ID, Name: s.Name, Kind: string(s.Kind), Picture: s.ID, Unfinished: b.say(s.W) + " × " + b.say(s.H), Finished: b.say(s.FinW) + " × " + b.say(s.FinH)}
		switch s.Kind {
		case making.StripSetKind:
			t.Unfinished, t.Finished = b.say(s.H)+" wide", ""
			t.Sum = b.widthSum(s.Sum, s.H)
		case making.JoinedKind:
			t.Sum = "across: " + b.widthSum(s.Sum, s.W)
			if b.layout.Count[s.ID] > 0 {
				t.Kind = "block"
			} else {
				t.Kind = "unit"
			}
		}
		list = append(list, t)
	}
	for _, k := range b.layout.Kinds {
		w, _ := b.layout.Middle()
		h := b.layout.BlockH + 2*b.t.Seam
		list = append(list, Trim{
			ID: k.ID, Name: "Row " + k.ID[len("row-"):], Kind: "row", Picture: k.ID, Unfinished: b.say(w) + " × " + b.say(h), Finished: b.say(w-2*b.t.Seam) + " × " + b.say(b.layout.BlockH),
			Sum: fmt.Sprintf("across: %s × %s finished + %s = %s", plural(len(k.Cells), "block"), b.say(b.layout.BlockW), b.say(2*b.t.Seam), b.say(w)),
		})
	}
	w, h := b.layout.Middle()
	top := Trim{
		ID: "top", Name: "Quilt top", Kind: "quilt", Unfinished: b.say(w) + " × " + b.say(h), Finished: b.say(w-2*b.t.Seam) + " × " + b.say(h-2*b.t.Seam),
		Sum: fmt.Sprintf("down: %s × %s finished + %s = %s", plural(len(b.layout.Rows), "row"), b.say(b.layout.BlockH), b.say(2*b.t.Seam), b.say(h)),
	}
	list = append(list, top)
	for _, ring := range b.layout.Rings {
		list = append(list, Trim{
			ID: ring.Border.ID, Name: "With " + ring.Border.Name, Kind: "quilt", Unfinished: b.say(ring.W) + " × " + b.say(ring.H),
			Finished: b.say(ring.W-2*b.t.Seam) + " × " + b.say(ring.H-2*b.t.Seam),
			Sum:      fmt.Sprintf("across: %s + 2 × (%s − %s) = %s", b.say(ring.W-2*ring.Width+4*b.t.Seam), b.say(ring.Width), b.say(2*b.t.Seam), b.say(ring.W)),
		})
	}
	return list
}
