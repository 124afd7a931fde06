package mat

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/cloth"
	"vicis/core/cutting"
	"vicis/core/drawn"
	"vicis/core/fewest"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/ruler"
	"vicis/core/rules"
	"vicis/core/school"
	"vicis/core/words"
	"vicis/core/work"
)

// FabricCut is everything cut from one fabric.
type FabricCut struct {
	Fabric  string          `json:"fabric"`
	Name    string          `json:"name"`
	Colour  string          `json:"colour"`
	Usable  measure.Reading `json:"usable"`
	Length  measure.Reading `json:"length" doc:"Of cloth that is cut, squaring up included"`
	Prints  int             `json:"prints" doc:"How many prints it is; length and what is bought then hold for each"`
	Buy     string          `json:"buy" doc:"Rounded up to the shop's step; nothing where the shelf has it all"`
	Shelf   []string        `json:"shelf" doc:"What comes from the shelf, and what is left there"`
	Missing *TopUpShown     `json:"missing,omitempty" doc:"Of an assortment of which some lies on the shelf, what that does not give"`
	Working words.Working   `json:"working"`
	Strips  []StripCut      `json:"strips" doc:"Widest first"`
}

// TopUpShown is what is missing of an assortment of which some lies there.
type TopUpShown struct {
	Says    string `json:"says" doc:"What is missing, and of which prints"`
	Instead string `json:"instead" doc:"In the sort of piece that lies there; empty where that does not do"`
	Prints  int    `json:"prints" doc:"Of how many prints it is bought"`
	Chosen  bool   `json:"chosen" doc:"Of how many can be chosen: prints are not dealt"`
}

// StripCut is strips of one width from one fabric.
type StripCut struct {
	Step    naming.Step     `json:"step"`
	Width   measure.Reading `json:"width" doc:"To cut, on a mark of the ruler"`
	Count   int             `json:"count"`
	Ends    []float64       `json:"ends" doc:"Where each of them ends along the cloth, in inches from its raw end"`
	For     string          `json:"for"`
	Patches *AcrossShown    `json:"patches,omitempty"`
	Joined  string          `json:"joined,omitempty" doc:"What to do with strips that are sewn end to end, or with lengths of a backing"`
	Ready   int             `json:"ready" doc:"Of the count, those that lie on the shelf cut already"`
	Held    bool            `json:"held" doc:"What they are cut to waits for a measurement"`
}

// SetCut is the sub-cuts of one strip set.
type SetCut struct {
	Set     string          `json:"set"`
	SetStep naming.Step     `json:"setStep"`
	Wide    measure.Reading `json:"wide" doc:"What the pressed set measures across its strips"`
	Working words.Working   `json:"working" doc:"How wide, and why"`
	Strips  string          `json:"strips" doc:"What it is sewn from"`
	Lots    []string        `json:"lots" doc:"Where prints are dealt: how many sets of which"`
	Across  AcrossShown     `json:"across"`
}

// AcrossShown is everything that is sub-cut from one kind of strip or strip set.
type AcrossShown struct {
	Length  measure.Reading `json:"length" doc:"Of each strip or set"`
	Strips  int             `json:"strips"`
	Cuts    []SubCutShown   `json:"cuts"`
	Layups  []Layup         `json:"layups" doc:"How they are cut"`
	There   string          `json:"there" doc:"What lies there of them, cut or sewn before; empty for nothing"`
	Proof   string          `json:"proof" doc:"Whether fewer would do"`
	Proven  bool            `json:"proven"`
	Working words.Working   `json:"working" doc:"How many strips or sets that takes"`
}

// SubCutShown is pieces of one width from strips or strip sets.
type SubCutShown struct {
	Step     naming.Step     `json:"step"`
	Name     string          `json:"name"`
	Width    measure.Reading `json:"width"`
	PerStrip int             `json:"perStrip" doc:"From one strip or set that gives nothing else"`
	Need     int             `json:"need"`
	Spare    int             `json:"spare"`
	Make     int             `json:"make"`
	Then     string          `json:"then" doc:"What each is centred in, where its print has motifs to centre, or trimmed to, where its size lies between two marks of the ruler"`
	Held     bool            `json:"held" doc:"Waits until a pieced block has been measured"`
}

// Layup is strips or sets that are cut alike.
type Layup struct {
	Times int             `json:"times"`
	Says  string          `json:"says" doc:"What comes out of one, in order from its squared end"`
	Long  measure.Reading `json:"long" doc:"How long it is that this is cut from"`
	From  string          `json:"from" doc:"How long what is left of another is that this is cut from; empty for a whole one"`
	Marks []CutMark       `json:"marks" doc:"Where the knife goes"`
	Rest  measure.Reading `json:"rest" doc:"What remains of one"`
}

// CutMark is one cut across, and the step whose piece ends there; none where an end is squared up.
type CutMark struct {
	At    float64         `json:"at" doc:"In inches from the raw end"`
	Reads measure.Reading `json:"reads" doc:"On the ruler, from the end squared last"`
	Step  naming.Step     `json:"step"`
}

// What is cut: the lists of strips, of what is cut across them, and of strip sets.

func (b AtMat) across(a cutting.Across, what string) AcrossShown {
	out := AcrossShown{
		Length: b.Table.Ruler.Read(a.Length), Strips: a.Layups.Strips, Proven: a.Layups.Proven(),
		Cuts: []SubCutShown{}, Layups: []Layup{}, There: b.lieThere(a, what),
	}
	for _, c := range a.Cuts {
		then := strings.TrimSuffix(strings.Replace(b.trimmed(c.ID), " Trim each", "each trimmed", 1), ".")
		out.Cuts = append(out.Cuts, SubCutShown{
			Then: then,
			Step: c.ID, Name: b.NameOf(c.ID), Width: b.Table.Ruler.Read(c.Cut), PerStrip: c.PerStrip, Need: c.Need,
			Spare: c.Spare, Make: c.Make(), Held: b.Held(c.ID),
		})
	}
	for i, c := range a.Cuts {
		if c.Motif {
			patch := b.Acts[c.ID].Act.Patch
			out.Cuts[i].Then = fmt.Sprintf("a motif in the middle of each, then cut to %s × %s",
				b.Say(patch.W.CeilTo(b.Table.Ruler.Mark)), b.Say(patch.H.CeilTo(b.Table.Ruler.Mark)))
		}
	}
	for _, p := range a.Layups.Patterns {
		l := b.layup(a, p)
		if n := len(out.Layups); n > 0 && out.Layups[n-1].From == l.From && slices.Equal(out.Layups[n-1].Marks, l.Marks) {
			out.Layups[n-1].Times += l.Times
		} else {
			out.Layups = append(out.Layups, l)
		}
	}
	n := words.Plural(out.Strips, what)
	if len(a.Has.Rests) > 0 {
		n += " beside what is left"
	}
	switch {
	case out.Strips == 0:
		out.Proof = fmt.Sprintf("All of it comes of what is left: no %s is cut up for it.", what)
	case !out.Proven:
		out.Proof = fmt.Sprintf("%s: %d might do, fewer than that cannot give them.", n, a.Layups.Bound)
	default:
		out.Proof = n + ": fewer cannot give them."
	}
	out.Working = b.acrossWorking(a, what)
	return out
}

func (b AtMat) layup(a cutting.Across, p fewest.Pattern) Layup {
	at, piece := a.Marks(p, &b.Table)
	l := Layup{Times: p.Times, Marks: make([]CutMark, len(at)), Rest: b.Table.Ruler.Read(a.Left(p, at))}
	if l.Long = b.Table.Ruler.Read(a.Length); p.Rest > 0 {
		l.Long = b.Table.Ruler.Read(measure.Length(p.Rest))
		l.From = l.Long.Text
	}
	squared := at[0]
	for i := range at {
		l.Marks[i] = CutMark{At: drawn.Round(at[i].Inches()), Reads: b.Table.Ruler.Read(at[i] - squared)}
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
			words = append(words, fmt.Sprintf("%d at %s", n, b.Say(c.Cut)))
			n = 0
		}
	}
	l.Says = strings.Join(words, ", ")
	return l
}

// lieThere says what lies there of strips or sets, cut or sewn before.
func (b AtMat) lieThere(a cutting.Across, what string) string {
	var list []string
	for _, r := range a.Has.Rests {
		one := b.Say(measure.Length(r.Length))
		if r.Count > 1 {
			one = fmt.Sprintf("%d of %s", r.Count, one)
		}
		list = append(list, one)
	}
	var says []string
	if n := min(a.Layups.Strips, a.Has.Whole+a.Has.Short); n > 0 {
		says = append(says, fmt.Sprintf("%s of these %s there whole", words.Plural(n, what),
			map[bool]string{true: "lies", false: "lie"}[n == 1]))
	}
	if len(list) > 0 {
		says = append(says, fmt.Sprintf("of those that were begun there is left: %s", strings.Join(list, ", ")))
	}
	return words.UpperFirst(strings.Join(says, "; "))
}

// acrossWorking is the sum behind a count of strips or sets.
func (b AtMat) acrossWorking(a cutting.Across, what string) words.Working {
	room := a.Length - b.Table.Squaring
	w := words.Working{Sums: []string{fmt.Sprintf("%s − %s to square up = %s", b.Say(a.Length), b.Say(b.Table.Squaring),
		b.Say(room))}}
	n := words.Plural(a.Layups.Strips, what)
	if b.Table.Every > 0 && b.Table.Squaring > 0 {
		w.Sums = append(w.Sums, fmt.Sprintf("after every %s, %s to square up again", words.Plural(b.Table.Every, "cut"),
			b.Say(b.Table.Squaring)))
	}
	if len(a.Has.Rests) > 0 {
		w.Sums = append(w.Sums, b.fromRests(a)...)
		w.Sums = append(w.Sums, "the rest laid out: "+n)
		w.Rules = rules.By(rules.FewestStrips)
		return w
	}
	if len(a.Cuts) == 1 {
		c := a.Cuts[0]
		if b.Table.Every == 0 {
			w.Sums = append(w.Sums, fmt.Sprintf("%s ÷ %s = %d from each %s, %s over", b.Say(room), b.Say(c.Cut),
				c.PerStrip, what, b.Say(room-measure.Length(c.PerStrip)*c.Cut)))
		}
		w.Rules = rules.By(rules.PerStrip)
		if !a.LaidOut() {
			w.Sums = append(w.Sums, fmt.Sprintf("%d ÷ %d = %s, rounded up", c.Make(), c.PerStrip, n))
			return w
		}
		one, many := "print", "prints"
		if len(a.Lots) > 1 {
			one, many = "combination of prints", "combinations of prints"
		}
		for _, share := range a.Shares() {
			of, each := share.Wants[0].Count, ""
			from := "one " + one
			if len(share.Prints) > 1 {
				from, each = fmt.Sprintf("each of %d %s", len(share.Prints), many), " each"
			}
			if of > 0 {
				w.Sums = append(w.Sums, fmt.Sprintf("%d of %s ÷ %d = %s%s, rounded up", of, from, c.PerStrip,
					words.Plural((of+c.PerStrip-1)/c.PerStrip, what), each))
			}
		}
		w.Sums = append(w.Sums, n+" in all")
		return w
	}
	var total measure.Length
	for _, c := range a.Cuts {
		total += measure.Length(c.Make()) * c.Cut
		w.Sums = append(w.Sums, fmt.Sprintf("%d × %s = %s of %s", c.Make(), b.Say(c.Cut),
			b.Say(measure.Length(c.Make())*c.Cut), b.NameOf(c.ID)))
	}
	w.Sums = append(w.Sums, fmt.Sprintf("%s in all ÷ %s: at least %d; laid out, %s", b.Say(total), b.Say(room),
		measure.CeilDiv(total, room), n))
	w.Rules = rules.By(rules.FewestStrips)
	return w
}

// fromRests sums up what comes of what is left of strips or sets that were begun.
func (b AtMat) fromRests(a cutting.Across) (sums []string) {
	for _, p := range a.Layups.Patterns {
		if p.Rest > 0 {
			times := ""
			if p.Times > 1 {
				times = fmt.Sprintf("%d × ", p.Times)
			}
			sums = append(sums, fmt.Sprintf("%s%s that are left: %s", times, b.Say(measure.Length(p.Rest)), b.layup(a, p).Says))
		}
	}
	return sums
}

// CutList tells what is cut from every fabric.
func (b AtMat) CutList() []FabricCut {
	list := make([]FabricCut, 0, len(b.Cut.Fabrics))
	for _, f := range b.Cut.Fabrics {
		c := FabricCut{
			Fabric: f.Fabric.ID, Name: f.Fabric.Name, Colour: f.Fabric.Colour, Usable: b.Table.Ruler.Read(f.Usable),
			Length: b.Table.Ruler.Read(f.Length), Prints: f.Prints, Buy: b.Buys(f), Strips: []StripCut{},
			Shelf: b.FromShelf(f), Missing: b.missing(f),
		}
		for _, s := range f.Strips {
			c.Strips = append(c.Strips, b.stripCut(s))
		}
		c.Working = b.yardage(f, c.Buy)
		list = append(list, c)
	}
	return list
}

// Buys says what is bought of a fabric, of an assortment of how many of its prints, or of which.
func (b AtMat) Buys(f cutting.FabricPlan) string {
	return byPrint(f, func(one cutting.Bought) string { return b.Shop().Cloth(one.Buy) })
}

// missing tells what the shelf does not give of an assortment: strips, or what is cut from them alone.
func (b AtMat) missing(f cutting.FabricPlan) *TopUpShown {
	if f.Prints < 2 || len(f.Bought) == 0 || len(b.Shelf.Have(f.Fabric.ID)) == 0 {
		return nil
	}
	out := TopUpShown{Chosen: f.Few}
	var prints []int
	for _, one := range f.Bought {
		prints = append(prints, one.Prints...)
	}
	out.Prints = len(prints)
	var list, sizes []string
	count := map[string]int{}
	add := func(size string, n int) {
		if n > 0 && count[size] == 0 {
			sizes = append(sizes, size)
		}
		count[size] += n
	}
	for _, s := range f.Strips {
		n := 0
		for _, k := range s.Of {
			n += k
		}
		if n == 0 || s.Patches == nil || s.Ready > 0 {
			add(b.Say(s.Cut), n)
			continue
		}
		for _, c := range s.Patches.Cuts {
			patch := b.Acts[c.ID].Act.Patch
			add(words.By(b.Table.Ruler, patch.W.CeilTo(b.Table.Ruler.Mark), patch.H.CeilTo(b.Table.Ruler.Mark)), c.Make())
		}
	}
	for _, size := range sizes {
		what := fmt.Sprintf("%d of %s", count[size], size)
		if !strings.Contains(size, "×") {
			what = fmt.Sprintf("%s of %s", words.Plural(count[size], "strip"), size)
		}
		list = append(list, what)
	}
	of := printsOf(f, prints)
	if value := b.valueOf(f, prints); value != "" {
		of += ", or of " + value
	}
	out.Says = fmt.Sprintf("Missing of what lies there: %s, of %s", words.Listed(list), of)
	if f.More.Times > 0 {
		out.Instead = fmt.Sprintf("or %d more of %s, as %s", f.More.Times, b.sizeOfPiece(f.More.Have),
			map[bool]string{true: "they are in hand", false: "they lie there"}[f.More.Have.InHand])
	}
	return &out
}

// valueOf is what prints that are missing are dealt as, where all are of one value and the assortment has others too.
func (b AtMat) valueOf(f cutting.FabricPlan, prints []int) string {
	list := f.Fabric.Swatches()
	value := list[prints[0]].Is()
	others := slices.ContainsFunc(list, func(s cloth.Swatch) bool { return s.Is() != value })
	if !f.Dealt || !others || slices.ContainsFunc(prints, func(k int) bool { return list[k].Is() != value }) {
		return ""
	}
	if len(prints) == 1 {
		return fmt.Sprintf("another %s one", value)
	}
	return fmt.Sprintf("other %s ones", value)
}

// byPrint says of which prints there is so much; those of which as much is said are told together.
func byPrint(f cutting.FabricPlan, of func(cutting.Bought) string) string {
	var much []string
	prints := map[string][]int{}
	for _, one := range f.Bought {
		says := of(one)
		if prints[says] == nil {
			much = append(much, says)
		}
		prints[says] = append(prints[says], one.Prints...)
	}
	for i, says := range much {
		if f.Prints > 1 {
			much[i] = says + " of " + printsOf(f, prints[says])
		}
	}
	if len(much) == 0 {
		return "nothing"
	}
	return words.Listed(much)
}

// mostNamed is how many prints are named, and not counted.
const mostNamed = 4

// printsOf names some of the prints of an assortment, or says how many they are.
func printsOf(f cutting.FabricPlan, prints []int) string {
	n := len(prints)
	switch {
	case f.Dealt && n <= mostNamed && n < f.Prints:
		var names []string
		list := f.Fabric.Swatches()
		for _, k := range slices.Sorted(slices.Values(prints)) {
			names = append(names, list[k].Name)
		}
		each := map[bool]string{true: "each of "}[n > 1]
		return each + words.Listed(names)
	case n == 1 && f.Few:
		return "any one print"
	case n == 1:
		return "one print"
	case f.Few && n < f.Prints:
		return fmt.Sprintf("each of any %d prints", n)
	}
	return fmt.Sprintf("each of %d prints", n)
}

// mostSummed is of how many lots of prints, each of which takes as much, the sum is told.
const mostSummed = 4

// yardage is the sum behind what is bought of one fabric.
func (b AtMat) yardage(f cutting.FabricPlan, buy string) words.Working {
	if len(f.Uses) > 0 || len(f.Bought) == 0 {
		return words.Working{
			Sums:  append(b.FromShelf(f), fmt.Sprintf("%s is cut from cloth that is bought", b.rests(f))),
			Rules: rules.By(rules.ShelfFirst),
		}
	}
	w := words.Working{Rules: rules.By(rules.Yardage)}
	switch {
	case f.Dealt:
		w.Rules = append(w.Rules, rules.Of(rules.PrintsDealt, fmt.Sprintf("There are %d.", f.Prints)))
	case f.Few:
		w.Rules = append(w.Rules, rules.By(rules.TopUp)...)
	case f.Prints > 1:
		w.Rules = append(w.Rules, rules.Of(rules.PrintsShare, fmt.Sprintf("There are %d.", f.Prints)))
	}
	shrinks := b.Buying.Shrinks > 0
	if !shrinks {
		w.Rules = append(w.Rules, rules.Of(rules.Shrinkage, "It is not in this sum: say how much the cloth shrinks if you "+
			"wash it first."))
	}
	for _, one := range f.Bought[:min(mostSummed, len(f.Bought))] {
		var terms []string
		n := 0
		for _, s := range f.Strips {
			if k := s.Of[one.Prints[0]]; k > 0 {
				n += k
				terms = append(terms, fmt.Sprintf("%d × %s", k, b.Say(s.Cut)))
			}
		}
		of := ""
		if f.Prints > 1 {
			of = " of " + printsOf(f, one.Prints)
		}
		w.Sums = append(w.Sums, fmt.Sprintf("%s + %s to square up = %s%s", strings.Join(terms, " + "),
			b.Say(b.Table.Squaring*measure.Length(cutting.Cleanings(n, &b.Table))), b.Say(one.Rest), of))
		if shrinks {
			w.Sums = append(w.Sums, fmt.Sprintf("%s ÷ %d in a hundred that washing leaves = %s", b.Say(one.Rest),
				100-b.Buying.Shrinks, b.Shop().Print(b.Buying.Washed(one.Rest))))
		}
	}
	if n := len(f.Bought) - mostSummed; n > 0 {
		w.Sums = append(w.Sums, fmt.Sprintf("and so on for %s that take less", words.Plural(n, "other lot")))
	}
	if b.Buying.Margin > 0 {
		w.Sums = append(w.Sums, fmt.Sprintf("%s more, to be safe", b.Say(b.Buying.Margin)))
	}
	w.Sums = append(w.Sums, fmt.Sprintf("rounded up to the next %s: %s", b.shopStep(), buy))
	return w
}

// Evenly says how strips are shared by the prints of an assortment.
func Evenly(f cutting.FabricPlan, s cutting.StripPlan) string {
	if f.Prints == 1 {
		return ""
	}
	var list []string
	each := s.Shared()
	for i := 0; i < len(each); {
		n := i
		for i < len(each) && each[i] == each[n] {
			i++
		}
		switch i - n {
		case f.Prints:
			return fmt.Sprintf(", %d from each of its %d prints", each[n], f.Prints)
		case 1:
			one := "one"
			if len(list) > 0 {
				one = "another"
			}
			list = append(list, fmt.Sprintf("%d from %s", each[n], one))
		default:
			list = append(list, fmt.Sprintf("%d from each of %d", each[n], i-n))
		}
	}
	if len(list) == 0 {
		return ""
	}
	return fmt.Sprintf(", %s of its %d prints", strings.Join(list, " and "), f.Prints)
}

func (b AtMat) stripCut(s cutting.StripPlan) StripCut {
	c := StripCut{
		Step: s.ID, Width: b.Table.Ruler.Read(s.Cut), Count: s.Count, Ready: s.Ready,
		Ends: make([]float64, len(s.Ends)),
	}
	for i, end := range s.Ends {
		c.Ends[i] = drawn.Round(end.Inches())
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
		c.Joined = fmt.Sprintf("%s round the quilt, %s with the corners and the joining of the ends.",
			b.Say(b.Layout.Bind.Round), b.Say(s.Joined.Total))
	case s.For == naming.SashLevel.Step():
		c.For = b.NameOf(s.For)
		c.Joined = fmt.Sprintf("%s Cut %d of %s.", endToEnd(s.Count), s.Joined.Times, b.Say(s.Joined.Pieces[0]))
	case s.Joined != nil:
		for _, ring := range b.Layout.Rings {
			if naming.Of(string(ring.Border.ID)).Step() == s.For {
				c.For = ring.Border.Name
			}
		}
		c.Joined = endToEnd(s.Count) + " " + b.borderLengths(s)
		c.Held = b.Asked.Measured == nil
	default:
		var sets []string
		for _, a := range b.Cut.Sets {
			m := b.Unit(a.Set)
			if n := work.PerSet(m, s.ID) * a.ToSew(); n > 0 {
				sets = append(sets, fmt.Sprintf("%s (%d)", m.Unit.Name, n))
			}
		}
		c.For = strings.Join(sets, ", ") + b.forRole(s)
	}
	return c
}

// forRole says for which role strips of sets are, where others of the same fabric are as wide.
func (b AtMat) forRole(s cutting.StripPlan) string {
	if s.For != "" || s.Patches != nil {
		return ""
	}
	for _, f := range b.Cut.Fabrics {
		for _, o := range f.Strips {
			if f.Fabric.ID != b.Fabric(s.Role) || o.ID == s.ID || o.Cut != s.Cut || o.For != "" || o.Patches != nil {
				continue
			}
			for _, r := range b.Roles {
				if r.ID == naming.BaseRole(s.Role) {
					return ", as " + r.Name
				}
			}
		}
	}
	return ""
}

// borderLengths says what a border is cut to: of the top as it was measured, or as it should be.
func (b AtMat) borderLengths(s cutting.StripPlan) string {
	words := fmt.Sprintf("2 of %s for the sides and 2 of %s for top and bottom", b.Say(s.Joined.Pieces[0]),
		b.Say(s.Joined.Pieces[1]))
	if b.Asked.Measured == nil {
		return "Cut the lengths once the pieced top has been measured through its middle; if it is true, " + words + "."
	}
	return "Cut " + words + ": so the pieced top was measured."
}

// backWords says what a backing is for, and how it is put together.
func (b AtMat) backWords() (what, how string) {
	back := b.Layout.Back
	what = fmt.Sprintf("the backing, %s × %s", b.Say(back.W), b.Say(back.H))
	lie := "along the quilt"
	if back.Sideways {
		lie = "across the quilt"
	}
	switch {
	case back.Lengths == 1:
		how = fmt.Sprintf("It is wide enough as it is; a strip of %s is left along it.", b.Say(back.Spare))
	case back.Seams == 2 && back.Lengths == 2:
		how = fmt.Sprintf("Halve one of them along its length and sew the halves to both sides of the other, %s; %s wider "+
			"than needed, to trim.", lie, b.Say(back.Spare))
	default:
		how = fmt.Sprintf("Sew them side by side, %s, with an allowance of %s; %s wider than needed, to trim.", lie,
			b.Say(back.Seam), b.Say(back.Spare))
	}
	return what, how
}

func endToEnd(n int) string {
	if n == 1 {
		return "Trim the ends square."
	}
	return "Sew them end to end, press those seams open."
}

// SetList tells what is cut across strip sets.
func (b AtMat) SetList() []SetCut {
	list := []SetCut{}
	for _, a := range b.Cut.Sets {
		set := b.Unit(a.Set)
		_, high := set.Piece.Size()
		var strips []string
		for _, s := range set.Acts[0].Strips {
			strips = append(strips, fmt.Sprintf("%s %s", b.Say(s.Width.CeilTo(b.Table.Ruler.Mark)), b.stripOf(set, s)))
		}
		list = append(list, SetCut{
			Set: set.Unit.Name, SetStep: b.SetStep(a.Set), Wide: b.Table.Ruler.Read(high),
			Working: ruler.Of(b.Work, nil).SetWorking(set),
			Strips:  strings.Join(strips, " · ") + b.closedWords(set), Lots: b.lots(a), Across: b.across(a, "set"),
		})
	}
	return list
}

// stripOf names the cloth of a strip of a set: by its role too where another strip is of the same fabric and another
// role.
func (b AtMat) stripOf(set making.Made, s making.Strip) string {
	f, _ := b.Shelf.Fabric(s.Role)
	for _, o := range set.Acts[0].Strips {
		if o.Role == s.Role || b.Fabric(o.Role) != f.ID {
			continue
		}
		for _, r := range b.Roles {
			if r.ID == naming.BaseRole(s.Role) {
				return fmt.Sprintf("%s (%s)", f.Name, r.Name)
			}
		}
	}
	return f.Name
}

// lots says how many sets are sewn of which prints.
func (b AtMat) lots(a cutting.Across) []string {
	list := []string{}
	set := b.Unit(a.Set)
	for k, lot := range a.Lots {
		var names []string
		for _, s := range set.Acts[0].Strips {
			name := b.stripOf(set, s)
			if print, dealt := lot.Prints[s.ID]; dealt {
				name = b.Dealt.Prints[print].Swatch.Name
			}
			names = append(names, name)
		}
		says := fmt.Sprintf("%s of %s", words.Plural(a.Layups.Each[k], "set"), strings.Join(names, " · "))
		if len(a.Cuts) == 1 {
			says += fmt.Sprintf(", for %d of %s", lot.Wants[a.Cuts[0].ID], b.NameOf(a.Cuts[0].ID))
		}
		list = append(list, says)
	}
	return list
}

// dealtStrips names the prints that strips are cut of where these are dealt, and not as many of each.
func dealtStrips(f cutting.FabricPlan, s cutting.StripPlan) []string {
	list := []string{}
	of, swatches := s.Shared(), f.Fabric.Swatches()
	if !f.Dealt || len(of) == f.Prints && of[0] == of[len(of)-1] {
		return list
	}
	for _, n := range slices.Compact(of) {
		var names []string
		for k, many := range s.Of {
			if many == n {
				names = append(names, swatches[k].Name)
			}
		}
		list = append(list, fmt.Sprintf("%d of %s", n, words.Listed(names)))
	}
	return list
}

// PieceWords says how many of a size come from which pieces of the shelf.
func (b AtMat) PieceWords(one cutting.FromPiece) string {
	size, whole := b.sizeOfPiece(one.Have), one.Pieces-one.Rests
	pieces := words.Plural(whole, pieceOf(one.Have)) + " of " + size
	switch {
	case one.End != "":
		pieces = fmt.Sprintf("what is left of %s of %s: %s", words.Plural(one.Pieces, "strip"), b.Say(one.Have.L), size)
	case whole == 0:
		pieces = fmt.Sprintf("%s that %s left", words.Plural(one.Rests, pieceOf(one.Have)), words.Are(one.Rests))
	case one.Rests > 0:
		pieces += fmt.Sprintf(", and from %d that %s left of others", one.Rests, words.Are(one.Rests))
	}
	says := fmt.Sprintf("%d of %s × %s from %s", one.Count, b.Say(one.W), b.Say(one.H), pieces)
	if one.Each > 1 && one.Pieces > 1 && one.Rests == 0 {
		says += fmt.Sprintf(", %d from each", one.Each)
	}
	return says
}

// FromShelf says what comes from the shelf for one fabric, and what is left there.
func (b AtMat) FromShelf(f cutting.FabricPlan) []string {
	list := []string{}
	ready := map[measure.Length]int{}
	for _, s := range f.Strips {
		ready[s.Cut] += s.Ready
	}
	for _, s := range f.Strips {
		if n := ready[s.Cut]; n > 0 {
			list = append(list, fmt.Sprintf("%s of %s: on the shelf, cut already", words.Plural(n, "strip"), b.Say(s.Cut)))
			ready[s.Cut] = 0
		}
	}
	for _, u := range f.Uses {
		what, size := words.Plural(u.Strips, "strip"), b.Say(u.Have.L)
		for _, s := range f.Strips {
			if n := len(u.Cuts); s.Lengths && n == 1 && u.Cuts[0].Cut == s.Cut {
				what = fmt.Sprintf("%s of %s", words.Plural(u.Strips, "length"), b.Say(s.Cut))
				size = b.Say(u.Have.L) + " of cloth " + b.Say(u.Have.W) + " wide"
			}
		}
		from := size + " on the shelf"
		if u.Have.Rest {
			from = "what is left of a length, " + b.Say(u.Have.L)
		}
		list = append(list, fmt.Sprintf("%s from %s; %s of it is left", what, from, b.Say(u.Left)))
	}
	for _, one := range f.Ends {
		list = append(list, fmt.Sprintf("%s, for %s", b.PieceWords(one), b.NameOf(one.Act)))
	}
	for _, one := range f.Pieces {
		list = append(list, fmt.Sprintf("%s %s, for %s", b.PieceWords(one), WhereIs(one.Have), b.NameOf(one.Act)))
	}
	for _, u := range f.Unused {
		why := "nothing that this quilt takes comes out of that size"
		if u.Fits {
			why = "no more is needed of what comes out of that size"
		}
		if f.Dealt && u.Have.Kind.Sort().ByLength && u.Have.Print == "" {
			why = "it is not said which of the prints it is, and they are dealt"
		}
		if b.Cut.Passed {
			why = "there is more on the shelf than can be tried"
		}
		list = append(list, fmt.Sprintf("%s of %s %s not used: %s", words.Plural(u.Count, pieceOf(u.Have)),
			words.By(b.Table.Ruler, u.Have.W, u.Have.L), words.Are(u.Count), why))
	}
	return list
}

// RunWorking is the sum for strips that are sewn end to end; empty for others, whose count follows from what takes
// them.
func (b AtMat) RunWorking(s cutting.StripPlan) words.Working {
	switch {
	case s.Lengths:
		return b.backWorking()
	case s.Joined == nil:
		return words.Working{}
	case s.Joined.Diagonal:
		return b.bindWorking(s)
	}
	usable, _ := b.Table.Usable(s.Role)
	n := measure.Length(s.Count)
	each := usable - b.Table.Squaring
	var pieces []string
	for _, l := range s.Joined.Pieces {
		pieces = append(pieces, fmt.Sprintf("%d × %s", s.Joined.Times, b.Say(l)))
	}
	return words.Working{
		Sums: []string{
			fmt.Sprintf("%s = %s are needed", strings.Join(pieces, " + "), b.Say(s.Joined.Total)),
			fmt.Sprintf("%d × %s − %s × %s = %s", s.Count, b.Say(each), words.Plural(s.Count-1, "seam"),
				b.Say(2*b.Table.Seam), b.Say(n*each-(n-1)*2*b.Table.Seam)),
		},
		Rules: rules.By(rules.EndToEnd),
	}
}

func (b AtMat) backWorking() words.Working {
	back := b.Layout.Back
	usable := back.Wide
	w, h := b.Layout.Unfinished()
	over := back.Overhangs(b.Rule)
	span := back.W
	if back.Sideways {
		span = back.H
	}
	n := measure.Length(back.Lengths)
	return words.Working{
		Sums: []string{
			fmt.Sprintf("across: %s + 2 × %s = %s", b.Say(w), b.Say(over), b.Say(back.W)),
			fmt.Sprintf("down: %s + 2 × %s = %s", b.Say(h), b.Say(over), b.Say(back.H)),
			fmt.Sprintf("%d × %s − %s × %s = %s, for %s", back.Lengths, b.Say(usable), words.Plural(back.Seams, "seam"),
				b.Say(2*back.Seam), b.Say(n*usable-measure.Length(back.Seams)*2*back.Seam), b.Say(span)),
		},
		Rules: rules.By(rules.BackLengths),
	}
}

func (b AtMat) bindWorking(s cutting.StripPlan) words.Working {
	bind := b.Layout.Bind
	usable, _ := b.Table.Usable(s.Role)
	n := measure.Length(s.Count)
	return words.Working{
		Sums: []string{
			fmt.Sprintf("%s round the quilt + %s = %s", b.Say(bind.Round), b.Say(bind.Total-bind.Round),
				b.Say(bind.Total)),
			fmt.Sprintf("%d × %s − %s × %s = %s", s.Count, b.Say(usable), words.Plural(s.Count-1, "seam"),
				b.Say(bind.Width), b.Say(n*usable-(n-1)*bind.Width)),
		},
		Rules: rules.By(rules.Diagonal),
	}
}

func (b AtMat) shopStep() string {
	if b.Settings.Buy == school.ByTheMetre {
		return "10 cm"
	}
	return "⅛ yd"
}
