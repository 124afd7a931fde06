package plan

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/cutting"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
)

// What is cut: the lists of strips, of what is cut across them, and of strip sets.

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
func (b *builder) held(act naming.Step) bool { return b.waits[act] && b.plain.Block == nil }

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
	case s.For == naming.SashLevel.Step():
		c.For = b.nameOf(s.For)
		c.Joined = fmt.Sprintf("%s Cut %d of %s.", endToEnd(s.Count), s.Joined.Times, b.say(s.Joined.Pieces[0]))
	case s.Joined != nil:
		for _, ring := range b.layout.Rings {
			if naming.Of(string(ring.Border.ID)).Step() == s.For {
				c.For = ring.Border.Name
			}
		}
		c.Joined = endToEnd(s.Count) + " " + b.borderLengths(s)
		c.Held = b.d.Top.Measured == nil
	default:
		var sets []string
		for _, m := range b.units {
			for _, strip := range m.Acts[0].Strips {
				if cutting.PileOf(strip) == s.ID && b.lines[m.Unit.ID.Step()].Runs > 0 {
					sets = append(sets, fmt.Sprintf("%s (%d)", m.Unit.Name, b.perSet(m, s.ID)*b.lines[m.Unit.ID.Step()].Runs))
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

func (b *builder) perSet(m making.Made, strip naming.Step) int {
	n := 0
	for _, s := range m.Acts[0].Strips {
		if cutting.PileOf(s) == strip {
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
			Set: set.Unit.Name, SetStep: set.Unit.ID.Step(), Wide: b.t.Ruler.Read(high), Working: b.widthWorking(widths(set), high),
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

// pieceStep names the cutting of patches from a piece on the shelf: the act itself where nothing of it comes from strips.
func pieceStep(one cutting.FromPiece) naming.Step {
	switch {
	case one.All:
		return one.Act
	case isEnd(one):
		return one.Act.FromEnd(one.End, int64(one.Have.W))
	}
	return one.Act.FromShelf(one.Have.ID)
}

// isEnd says whether patches come from what is left of strips and not from the shelf.
func isEnd(one cutting.FromPiece) bool { return one.End != "" }

// shelfIn is what comes from the shelf in place of patches cut from strips.
func (b *builder) shelfIn(act naming.Step) []StandIn {
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
