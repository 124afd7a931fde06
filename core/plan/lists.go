package plan

import (
	"fmt"
	"slices"
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
	out := Across{Length: b.t.Ruler.Read(a.Length), Strips: a.Layups.Strips, Proven: a.Layups.Proven(), Cuts: []SubCut{}, Layups: []Layup{}}
	for _, c := range a.Cuts {
		out.Cuts = append(out.Cuts, SubCut{
			Step: c.ID, Name: b.nameOf(c.ID), Width: b.t.Ruler.Read(c.Cut), PerStrip: c.PerStrip, Need: c.Need, Spare: c.Spare, Make: c.Make(), Held: b.held(c.ID),
		})
	}
	for i, c := range a.Cuts {
		if c.Motif {
			patch := b.acts[c.ID].act.Patch
			out.Cuts[i].Motif = fmt.Sprintf("a motif in the middle of each, then cut to %s × %s", b.say(patch.W.CeilTo(b.t.Ruler.Mark)), b.say(patch.H.CeilTo(b.t.Ruler.Mark)))
		}
	}
	for _, p := range a.Layups.Patterns { // what differs only in what the pieces are for is cut alike
		l := b.layup(a, p)
		if n := len(out.Layups); n > 0 && out.Layups[n-1].Says == l.Says {
			out.Layups[n-1].Times += l.Times
		} else {
			out.Layups = append(out.Layups, l)
		}
	}
	out.Proof = fmt.Sprintf("%s: fewer is not possible.", plural(out.Strips, what))
	if !out.Proven {
		out.Proof = fmt.Sprintf("%s: %d might do, fewer than that is not possible.", plural(out.Strips, what), a.Layups.Bound)
	}
	out.Working = b.acrossWorking(a, what)
	return out
}

// held says whether the size of an act waits for a measurement that has not been made.
func (b *builder) held(act string) bool { return b.waits[act] && b.plain.Block == nil }

func (b *builder) layup(a cutting.Across, p cutting.Pattern) Layup {
	at, piece := a.Marks(p, &b.t)
	l := Layup{Times: p.Times, Marks: make([]Mark, len(at)), Rest: b.t.Ruler.Read(a.Length - at[len(at)-1])}
	squared := at[0]
	for i := range at {
		l.Marks[i] = Mark{At: round(at[i].Inches()), Reads: b.t.Ruler.Read(at[i] - squared)}
		if piece[i] < 0 {
			squared = at[i]
		} else {
			l.Marks[i].Step = a.Cuts[piece[i]].ID
		}
	}
	var words []string
	n := 0
	for i, c := range a.Cuts {
		n += p.Counts[i]
		if n > 0 && (i+1 == len(a.Cuts) || a.Cuts[i+1].Cut != c.Cut) {
			words = append(words, fmt.Sprintf("%d at %s", n, b.say(c.Cut)))
			n = 0
		}
	}
	l.Says = strings.Join(words, ", ")
	return l
}

// acrossWorking is the sum behind a count of strips or sets.
func (b *builder) acrossWorking(a cutting.Across, what string) Working {
	room := a.Length - b.t.Squaring
	w := Working{Sums: []string{fmt.Sprintf("%s − %s to square up = %s", b.say(a.Length), b.say(b.t.Squaring), b.say(room))}}
	n := plural(a.Layups.Strips, what)
	if b.t.Every > 0 && b.t.Squaring > 0 {
		w.Sums = append(w.Sums, fmt.Sprintf("after every %s, %s to square up again", plural(b.t.Every, "cut"), b.say(b.t.Squaring)))
	}
	if len(a.Cuts) == 1 {
		c := a.Cuts[0]
		if b.t.Every == 0 {
			w.Sums = append(w.Sums, fmt.Sprintf("%s ÷ %s = %d from each %s, %s over", b.say(room), b.say(c.Cut), c.PerStrip, what, b.say(room-measure.Length(c.PerStrip)*c.Cut)))
		}
		w.Sums = append(w.Sums, fmt.Sprintf("%d ÷ %d = %s, rounded up", c.Make(), c.PerStrip, n))
		w.Rule = "A " + what + " gives as many sub-cuts as go into its usable length, less what squaring up takes; the whole quilt is rounded up once."
		return w
	}
	var total measure.Length
	for _, c := range a.Cuts {
		total += measure.Length(c.Make()) * c.Cut
		w.Sums = append(w.Sums, fmt.Sprintf("%d × %s = %s of %s", c.Make(), b.say(c.Cut), b.say(measure.Length(c.Make())*c.Cut), b.nameOf(c.ID)))
	}
	w.Sums = append(w.Sums, fmt.Sprintf("%s in all ÷ %s: at least %d; laid out, %s", b.say(total), b.say(room), measure.CeilDiv(total, room), n))
	w.Rule = "A " + what + " may give sub-cuts of several widths. How they share is searched until fewer is shown to be impossible: no " + what + " holds more worth than a price on each width allows."
	return w
}

func (b *builder) cutList() []FabricCut {
	list := make([]FabricCut, 0, len(b.cut.Fabrics))
	for _, f := range b.cut.Fabrics {
		c := FabricCut{
			Fabric: f.Fabric.ID, Name: f.Fabric.Name, Colour: f.Fabric.Colour, Usable: b.t.Ruler.Read(f.Usable),
			Length: b.t.Ruler.Read(f.Length), Prints: f.Prints, Buy: "nothing", Strips: []StripCut{}, Shelf: b.fromShelf(f),
		}
		if f.Buy > 0 {
			c.Buy = b.shop().Cloth(f.Buy) + each(f)
		}
		var terms []string
		for _, s := range f.Strips {
			terms = append(terms, fmt.Sprintf("%d × %s", s.Each(f.Prints), b.say(s.Cut)))
			c.Strips = append(c.Strips, b.stripCut(s))
		}
		c.Working = b.yardage(f, terms, c.Buy)
		list = append(list, c)
	}
	return list
}

// each says that something holds for every print of an assortment.
func each(f cutting.Fabric) string {
	if f.Prints == 1 {
		return ""
	}
	return fmt.Sprintf(" of each of %d prints", f.Prints)
}

// yardage is the sum behind what is bought of one fabric.
func (b *builder) yardage(f cutting.Fabric, terms []string, buy string) Working {
	if len(f.Uses) > 0 || len(f.Strips) == 0 {
		return Working{Sums: append(b.fromShelf(f), fmt.Sprintf("%s is cut from cloth that is bought", b.say(f.Rest))), Rule: "What lies on the shelf is used first, the shortest length with room for a strip before the others."}
	}
	w := Working{
		Sums: []string{fmt.Sprintf("%s + %s to square up = %s", strings.Join(terms, " + "), b.say(b.t.Squaring*measure.Length(1+f.Again)), b.say(f.Length))},
		Rule: "Strips lie side by side along the cloth; shops sell in steps.",
	}
	if f.Prints > 1 {
		w.Rule = fmt.Sprintf("For each of %d prints, which share the strips as evenly as they go. ", f.Prints) + w.Rule
	}
	if n := b.buying.Shrinks; n > 0 {
		w.Sums = append(w.Sums, fmt.Sprintf("%s ÷ %d in a hundred that washing leaves = %s", b.say(f.Length), 100-n, b.shop().Print(b.buying.Washed(f.Length))))
	} else {
		w.Rule += " Shrinkage is not in it: say how much the cloth shrinks if you wash it first."
	}
	if b.buying.Margin > 0 {
		w.Sums = append(w.Sums, fmt.Sprintf("%s more, to be safe", b.say(b.buying.Margin)))
	}
	w.Sums = append(w.Sums, fmt.Sprintf("rounded up to the next %s: %s", b.shopStep(), buy))
	return w
}

func (b *builder) shopStep() string {
	if b.d.Settings.Buy == "m" {
		return "10 cm"
	}
	return "⅛ yd"
}

// shop is the ruler cloth is sold by, apart from the one patches are cut by.
func (b *builder) shop() measure.Ruler {
	if b.d.Settings.Buy == "m" {
		return measure.Ruler{Units: measure.Centimetres}
	}
	return measure.Ruler{Units: measure.Inches}
}

// evenly says how strips are shared by the prints of an assortment.
func evenly(f cutting.Fabric, s cutting.Strip) string {
	n := s.Count - s.Ready
	switch most := s.Each(f.Prints); {
	case f.Prints == 1:
		return ""
	case n < f.Prints:
		return fmt.Sprintf(", 1 from each of %d of its prints", n)
	case n == most*f.Prints:
		return fmt.Sprintf(", %d from each of its %d prints", most, f.Prints)
	default:
		return fmt.Sprintf(", %d or %d from each of its %d prints", most-1, most, f.Prints)
	}
}

func (b *builder) stripCut(s cutting.Strip) StripCut {
	c := StripCut{Step: s.ID, Width: b.t.Ruler.Read(s.Cut), Count: s.Count, Ready: s.Ready, Ends: make([]float64, len(s.Ends))}
	for i, end := range s.Ends {
		c.Ends[i] = round(end.Inches())
	}
	switch {
	case s.Patches != nil:
		a := b.across(*s.Patches, "strip")
		var names []string
		for _, cut := range a.Cuts {
			names = append(names, cut.Name)
		}
		c.Patches, c.For = &a, strings.Join(names, ", ")
	case s.Lengths:
		c.For, c.Joined = b.backWords()
	case s.Joined != nil && s.Joined.Diagonal:
		c.For = "the binding"
		c.Joined = fmt.Sprintf("%s round the quilt, %s with the corners and the joining of the ends.", b.say(b.layout.Bind.Round), b.say(s.Joined.Total))
	case s.For == quilt.SashLevel:
		c.For = b.nameOf(s.For)
		c.Joined = fmt.Sprintf("%s Cut %d of %s.", endToEnd(s.Count), s.Joined.Times, b.say(s.Joined.Pieces[0]))
	case s.Joined != nil:
		for _, ring := range b.layout.Rings {
			if ring.Border.ID == s.For {
				c.For = ring.Border.Name
			}
		}
		c.Joined = endToEnd(s.Count) + " " + b.borderLengths(s)
		c.Held = b.d.Top.Measured == nil
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

// borderLengths says what a border is cut to: of the top as it was measured, or as it should be.
func (b *builder) borderLengths(s cutting.Strip) string {
	words := fmt.Sprintf("2 of %s for the sides and 2 of %s for top and bottom", b.say(s.Joined.Pieces[0]), b.say(s.Joined.Pieces[1]))
	if b.d.Top.Measured == nil {
		return "Cut the lengths once the pieced top has been measured through its middle; if it is true, " + words + "."
	}
	return "Cut " + words + ": so the pieced top was measured."
}

// backWords says what a backing is for, and how it is put together.
func (b *builder) backWords() (what, how string) {
	back := b.layout.Back
	what = fmt.Sprintf("the backing, %s × %s", b.say(back.W), b.say(back.H))
	lie := "along the quilt"
	if back.Sideways {
		lie = "across the quilt"
	}
	switch {
	case back.Lengths == 1:
		how = fmt.Sprintf("It is wide enough as it is; a strip of %s is left along it.", b.say(back.Spare))
	case back.Seams == 2 && back.Lengths == 2:
		how = fmt.Sprintf("Halve one of them along its length and sew the halves to both sides of the other, %s; %s wider than needed, to trim.", lie, b.say(back.Spare))
	default:
		how = fmt.Sprintf("Sew them side by side, %s, with an allowance of %s; %s wider than needed, to trim.", lie, b.say(back.Seam), b.say(back.Spare))
	}
	return what, how
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
		set := b.made(a.Set)
		_, high := set.Piece.Size()
		var strips []string
		for _, s := range set.Acts[0].Strips {
			f, _ := b.shelf.Fabric(s.Role)
			strips = append(strips, fmt.Sprintf("%s %s", b.say(s.Width.CeilTo(b.t.Ruler.Mark)), f.Name))
		}
		list = append(list, SetCut{
			Set: set.Unit.Name, SetStep: set.Unit.ID, Wide: b.t.Ruler.Read(high), Working: b.widthWorking(widths(set), high),
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

func (b *builder) widthWorking(parts []measure.Length, total measure.Length) Working {
	if len(parts) < 2 {
		return Working{Sums: []string{b.say(total) + ", as it is cut"}, Rule: "Nothing is sewn yet, so nothing is taken up."}
	}
	return Working{Sums: []string{making.SumOf(b.t.Ruler, b.t.Seam, parts, total)}, Rule: making.SumRule}
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
			if s.For == quilt.SashLevel && s.Joined != nil {
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
			add(b.subCut(c, a, a.Set, b.made(a.Set).Unit.Name))
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

// pieceStep names the cutting of patches from a piece on the shelf: the act itself where nothing of it comes from strips.
func pieceStep(one cutting.FromPiece) string {
	if one.All {
		return one.Act
	}
	if isEnd(one) {
		return one.Act + "/from/" + strings.ReplaceAll(one.Have.ID, "/", "-")
	}
	return one.Act + "/shelf/" + one.Have.ID
}

// isEnd says whether patches come from what is left of strips and not from the shelf.
func isEnd(one cutting.FromPiece) bool { return one.Have.Fabric == "" }

// shelfIn is what comes from the shelf in place of patches cut from strips.
func (b *builder) shelfIn(act string) []StandIn {
	var list []StandIn
	for _, one := range slices.Concat(b.cut.Pieces, b.cut.Ends) {
		if one.Act == act && !one.All {
			list = append(list, StandIn{Step: pieceStep(one), Count: one.Count})
		}
	}
	return list
}

func (b *builder) pieceWords(one cutting.FromPiece) string {
	pieces := fmt.Sprintf("%s of %s × %s", plural(one.Pieces, "piece"), b.say(one.Have.W), b.say(one.Have.L))
	if isEnd(one) {
		pieces = fmt.Sprintf("what is left of %s of %s: %s", plural(one.Pieces, "strip"), b.say(one.Have.L), b.say(one.Have.W)+" × "+b.say(one.Have.L))
	}
	if one.Each == 1 {
		return fmt.Sprintf("%d of %s × %s from %s", one.Count, b.say(one.W), b.say(one.H), pieces)
	}
	return fmt.Sprintf("%d of %s × %s from %s, %d from each", one.Count, b.say(one.W), b.say(one.H), pieces, one.Each)
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

// fromShelf says what comes from the shelf for one fabric, and what is left there.
func (b *builder) fromShelf(f cutting.Fabric) []string {
	list := []string{}
	for _, s := range f.Strips {
		if s.Ready > 0 {
			list = append(list, fmt.Sprintf("%s of %s: on the shelf, cut already", plural(s.Ready, "strip"), b.say(s.Cut)))
		}
	}
	for _, u := range f.Uses {
		list = append(list, fmt.Sprintf("%s from %s on the shelf; %s of it is left", plural(u.Strips, "strip"), b.say(u.Have.L), b.say(u.Left)))
	}
	for _, one := range f.Ends {
		list = append(list, fmt.Sprintf("%s, for %s", b.pieceWords(one), b.nameOf(one.Act)))
	}
	for _, one := range f.Pieces {
		list = append(list, fmt.Sprintf("%s on the shelf, for %s", b.pieceWords(one), b.nameOf(one.Act)))
	}
	return list
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

// runWorking is the sum for strips that are sewn end to end; empty for others, whose count follows from what takes them.
func (b *builder) runWorking(s cutting.Strip) Working {
	switch {
	case s.Lengths:
		return b.backWorking()
	case s.Joined == nil:
		return Working{}
	case s.Joined.Diagonal:
		return b.bindWorking(s)
	}
	usable, _ := b.t.Usable(s.Role)
	n := measure.Length(s.Count)
	each := usable - b.t.Squaring
	var pieces []string
	for _, l := range s.Joined.Pieces {
		pieces = append(pieces, fmt.Sprintf("%d × %s", s.Joined.Times, b.say(l)))
	}
	return Working{
		Sums: []string{
			fmt.Sprintf("%s = %s are needed", strings.Join(pieces, " + "), b.say(s.Joined.Total)),
			fmt.Sprintf("%d × %s − %s × %s = %s", s.Count, b.say(each), plural(s.Count-1, "seam"), b.say(2*b.t.Seam), b.say(n*each-(n-1)*2*b.t.Seam)),
		},
		Rule: "Strips sewn end to end lose an allowance on both sides of each seam; the run is cut to the lengths needed.",
	}
}

func (b *builder) backWorking() Working {
	back := b.layout.Back
	usable, _ := b.t.Usable(back.Role)
	w, h := b.layout.Unfinished()
	over, _ := back.Overhangs(b.d.Units)
	span := back.W
	if back.Sideways {
		span = back.H
	}
	n := measure.Length(back.Lengths)
	return Working{
		Sums: []string{
			fmt.Sprintf("across: %s + 2 × %s = %s", b.say(w), b.say(over), b.say(back.W)),
			fmt.Sprintf("down: %s + 2 × %s = %s", b.say(h), b.say(over), b.say(back.H)),
			fmt.Sprintf("%d × %s − %s × %s = %s, for %s", back.Lengths, b.say(usable), plural(back.Seams, "seam"), b.say(2*back.Seam), b.say(n*usable-measure.Length(back.Seams)*2*back.Seam), b.say(span)),
		},
		Rule: "Whole lengths of cloth are laid along the quilt or across it, whichever takes less.",
	}
}

func (b *builder) bindWorking(s cutting.Strip) Working {
	bind := b.layout.Bind
	usable, _ := b.t.Usable(s.Role)
	n := measure.Length(s.Count)
	return Working{
		Sums: []string{
			fmt.Sprintf("%s round the quilt + %s = %s", b.say(bind.Round), b.say(bind.Total-bind.Round), b.say(bind.Total)),
			fmt.Sprintf("%d × %s − %s × %s = %s", s.Count, b.say(usable), plural(s.Count-1, "seam"), b.say(bind.Width), b.say(n*usable-(n-1)*bind.Width)),
		},
		Rule: "Strips joined on the diagonal lose the width of a strip at each seam.",
	}
}

func (b *builder) subCut(c cutting.SubCut, from cutting.Across, step, source string) Step {
	act := b.acts[c.ID].act
	w, h := act.Piece.Size()
	if act.Patch != nil { // a plain block is cut to what the pieced ones measure
		w, h = act.Patch.W, act.Patch.H
	}
	says := fmt.Sprintf("Sub-cut %d at %s from %s, %d from each.", c.Make(), b.say(c.Cut), source, c.PerStrip)
	take := Take{Step: step, Each: 1, Per: c.PerStrip}
	if len(from.Cuts) > 1 {
		take.Part, take.Whole = int(c.Cut), int(from.Length-b.t.Squaring)
		says = fmt.Sprintf("Sub-cut %d at %s from %s that give other widths too.", c.Make(), b.say(c.Cut), source)
	}
	return Step{
		ID: c.ID, Name: b.nameOf(c.ID), Stage: batching.SubCuts, Does: "sub-cut", One: "sub-cut", Make: c.Make(), Spare: c.Spare, Says: says,
		Size: b.say(w) + " × " + b.say(h), Exact: exactly(w, h), Picture: c.ID, Takes: []Take{take}, Also: b.shelfIn(c.ID),
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
		case batch.ID == b.acts[batch.ID].made.Unit.ID:
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
		if batch.ID == quilt.CornersOn {
			s.Says += fmt.Sprintf(" Then trim the edges of the quilt to %s beyond the points of the blocks, its corners square.", b.say(b.t.Seam))
		}
		border, which, _ := strings.Cut(batch.ID, "/")
		switch which {
		case "sides":
			if n := b.stripsOf(cutting.BorderStrips(border)); n > 0 {
				s.Takes = append(s.Takes, Take{Step: cutting.BorderStrips(border), Each: n, Per: 2})
			}
		case "corners":
			if batch.ID == quilt.CornersOn {
				break
			}
			s.Takes = append(s.Takes, Take{Step: quilt.CornerSquares(border), Each: 1, Per: 1})
		}
	case batch.Stage == batching.Finish:
		b.finishing(batch, &s)
	}
	return s
}

// row is a kind of row by its id.
func (b *builder) row(id string) quilt.RowKind {
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
	takes := func(id string) { s.Takes = append(s.Takes, Take{Step: id, Each: b.stripsOf(id), Per: batch.Make}) }
	switch batch.ID {
	case quilt.BackingJoin:
		s.Says = fmt.Sprintf("Sew the backing: %s.", plural(batch.Make, "seam"))
		takes(quilt.BackingLengths)
	case quilt.BindingJoin:
		s.Says = fmt.Sprintf("Sew the binding strips end to end on the diagonal: %s. Press it in half along its length.", plural(batch.Make, "seam"))
		takes(cutting.BorderStrips(quilt.BindingStep))
	case quilt.BindingRound:
		s.Says = "Sew the binding round the quilt, once it is quilted and trimmed."
		s.One = "quilt"
		if b.layout.Bind.Strips == 1 {
			takes(cutting.BorderStrips(quilt.BindingStep))
		} else {
			s.Takes = append(s.Takes, Take{Step: quilt.BindingJoin, Each: b.layout.Bind.Strips - 1, Per: 1})
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

// nameOf is what the thing an act makes is called.
func (b *builder) nameOf(act string) string {
	st, ok := b.acts[act]
	switch {
	case !ok:
		return act
	case st.act.Name == "":
		return st.made.Unit.Name
	case st.made.Kind == making.PiecedKind:
		return st.made.Unit.Name + ": " + st.act.Name
	}
	return st.act.Name
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

// hold says how to hold, pin or turn what is sewn, by the schools chosen (common practice).
func (b *builder) hold(batch batching.Batch) string {
	id := baseOf(batch.ID)
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

func (b *builder) trimList() []Trim {
	list := []Trim{}
	less := func(t *Trim, w, h measure.Length) {
		t.Unfinished, t.Finished = b.say(w)+" × "+b.say(h), b.say(w-2*b.t.Seam)+" × "+b.say(h-2*b.t.Seam)
		t.Working.Sums = append(t.Working.Sums, fmt.Sprintf("finished: %s − %s = %s, %s − %s = %s", b.say(w), b.say(2*b.t.Seam), b.say(w-2*b.t.Seam), b.say(h), b.say(2*b.t.Seam), b.say(h-2*b.t.Seam)))
		if t.Working.Rule == "" {
			t.Working.Rule = "Finished is what is seen once an allowance is sewn away on every side."
		}
	}
	for _, s := range b.sizes() {
		if b.lines[s.ID].Make() == 0 && b.demand.Runs[s.ID] == 0 {
			continue
		}
		t := Trim{ID: s.ID, Name: s.Name, Kind: string(s.Kind), Picture: s.ID}
		switch s.Kind {
		case making.StripSetKind:
			t.Unfinished, t.Working = b.say(s.H)+" wide", b.widthWorking(s.Sum, s.H)
			list = append(list, t)
			continue
		case making.PiecedKind:
			t.Working = Working{Sums: append([]string{}, s.Says.Sums...), Rule: s.Says.Rule}
			t.Kind = "unit"
			if b.layout.Count[s.ID] > 0 {
				t.Kind = "block"
			}
		case making.JoinedKind:
			t.Working = Working{Sums: []string{"across: " + making.SumOf(b.t.Ruler, b.t.Seam, s.Sum, s.W)}, Rule: making.SumRule}
			t.Kind = "unit"
			if b.layout.Count[s.ID] > 0 {
				t.Kind = "block"
			}
		}
		less(&t, s.W, s.H)
		list = append(list, t)
	}
	w, h := b.layout.Middle()
	for _, m := range b.units {
		if quilt.IsTriangle(m.Unit.ID) {
			list = append(list, Trim{
				ID: m.Unit.ID, Name: m.Unit.Name, Kind: "setting", Picture: m.Unit.ID, Working: Working{Sums: m.Size.Sums, Rule: m.Size.Rule},
				Unfinished: "cut from squares of " + b.say(m.Acts[0].Patch.W.CeilTo(b.t.Ruler.Mark)),
			})
		}
	}
	for _, k := range b.layout.Kinds {
		t := Trim{ID: k.ID, Name: k.Name(), Kind: "row", Picture: k.ID}
		if b.layout.OnPoint {
			break // a row with triangles at its ends is no rectangle
		}
		if len(k.Cells) == 1 && len(b.layout.Widths) > 1 {
			continue // a strip right through is listed as what it is
		}
		t.Working.Sums = []string{fmt.Sprintf("across: %s + %s = %s", b.terms(b.layout.Widths), b.say(2*b.t.Seam), b.say(w))}
		less(&t, w, k.High+2*b.t.Seam)
		list = append(list, t)
	}
	top := Trim{ID: "top", Name: "Quilt top", Kind: "quilt"}
	var heights []measure.Length
	for _, k := range b.layout.Rows {
		heights = append(heights, b.layout.Kinds[k].High)
	}
	top.Working.Sums = []string{fmt.Sprintf("down: %s + %s = %s", b.terms(heights), b.say(2*b.t.Seam), b.say(h))}
	if b.layout.OnPoint {
		diagonal := func(way string, n int, is measure.Length) string {
			return fmt.Sprintf("%s: %d × %s × 1.4142 + %s = %s", way, n, b.say(b.layout.BlockW), b.say(2*b.t.Seam), b.say(is))
		}
		top.Working = Working{Sums: []string{diagonal("across", b.plain.Columns, w), diagonal("down", b.plain.Rows, h)}, Rule: "A block on point is as wide as its diagonal."}
	}
	less(&top, w, h)
	list = append(list, top)
	if b.layout.W != w || b.layout.H != h {
		t := Trim{ID: "top-measured", Name: "Quilt top, as measured", Kind: "quilt", Working: Working{Sums: []string{}}}
		less(&t, b.layout.W, b.layout.H)
		list = append(list, t)
	}
	for _, ring := range b.layout.Rings {
		t := Trim{ID: ring.Border.ID, Name: "With " + ring.Border.Name, Kind: "quilt"}
		inner := ring.W - 2*ring.Width + 4*b.t.Seam
		t.Working.Sums = []string{fmt.Sprintf("across: %s + 2 × (%s − %s) = %s", b.say(inner), b.say(ring.Width), b.say(2*b.t.Seam), b.say(ring.W))}
		less(&t, ring.W, ring.H)
		list = append(list, t)
	}
	return list
}

// terms is a sum of finished sizes, those that are alike counted.
func (b *builder) terms(sizes []measure.Length) string {
	var order []measure.Length
	count := map[measure.Length]int{}
	for _, l := range sizes {
		if count[l] == 0 {
			order = append(order, l)
		}
		count[l]++
	}
	words := make([]string, len(order))
	for i, l := range order {
		words[i] = fmt.Sprintf("%d × %s", count[l], b.say(l))
	}
	return strings.Join(words, " + ")
}

// workCounts says of every step how its number comes about: what later steps take of it, less what stands in, and the spares.
func workCounts(steps []Step) {
	at := map[string]int{}
	terms := make([][]string, len(steps))
	for i := range steps {
		at[steps[i].ID] = i
	}
	runs := map[[2]string]int{} // thing and run → how many of it that run has been said to take
	where := map[[2]string]int{}
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
			key, n := [2]string{t.Step, t.Together}, ceil(by.Make, t.Per)*t.Each
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
			name := other.Step
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

func ceil(a, b int) int { return (a + b - 1) / b }
