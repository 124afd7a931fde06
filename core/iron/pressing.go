// Package iron tells the pressing in trade words: which way each seam goes, press cards, what is turned by hand.
package iron

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/batching"
	"vicis/core/cloth"
	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/pressing"
	"vicis/core/quilt"
	"vicis/core/words"
	"vicis/core/work"
)

// Pressing is which way every seam goes, and whether the crossings nest.
type Pressing struct {
	Says      string       `json:"says"`
	Detail    string       `json:"detail"`
	Crossings int          `json:"crossings"`
	Nested    int          `json:"nested"`
	Clashes   int          `json:"clashes"`
	Opened    int          `json:"opened"`
	Spun      int          `json:"spun" doc:"Points where the allowances are spun"`
	Bound     int          `json:"bound" doc:"Fewer clashes than this are not possible in the layouts that were tried: as drawn, and with blocks turned that look the same"`
	Turned    int          `json:"turned" doc:"Blocks to lay turned beyond what the layout says"`
	Release   []string     `json:"release" doc:"Where seams are held so that more clash than must: the fewest to release, in words"`
	Places    []PressPlace `json:"places"`
	Through   []string     `json:"through" doc:"Where a dark allowance lies under what is light, and may show through"`
	Thick     []string     `json:"thick" doc:"Where a needle labours, and what to do there; thickest first"`
	Lines     []PressLine  `json:"lines" doc:"What to press, in order of work"`
}

// PressPlace is a kind of spot where seams cross.
type PressPlace struct {
	Where     string `json:"where"`
	Crossings int    `json:"crossings"`
	Clashes   int    `json:"clashes"`
	Layers    int    `json:"layers" doc:"Of cloth, where it is thickest"`
}

// PressLine is one kind of thing to press, all of them alike.
type PressLine struct {
	Step    naming.Step `json:"step"`
	Of      string      `json:"of" doc:"The unit, row or border of the document that it belongs to"`
	Name    string      `json:"name"`
	Says    string      `json:"says"`
	Count   int         `json:"count"`
	Seams   int         `json:"seams" doc:"Seams in one"`
	Picture naming.Step `json:"picture"`
	Each    []PressSeam `json:"each" doc:"Its seams, in the order they are sewn"`
	Done    bool        `json:"done" doc:"It is pressed already, and other seams are solved round it"`
	Card    PressCard   `json:"card"`
}

// PressSeam is one seam of a line.
type PressSeam struct {
	Seam naming.Seam `json:"seam"`
	Says string      `json:"says"`
	Held bool        `json:"held" doc:"You hold it so"`
	Side string      `json:"side" enum:"plus,minus,open" doc:"As it is held in a document"`
}

// PressCard is how one thing is pressed, for the ironing board.
type PressCard struct {
	Lay      string   `json:"lay" doc:"How it lies, and what lies on top"`
	Way      string   `json:"way" doc:"What the iron does"`
	Check    string   `json:"check" doc:"When to look, and for what"`
	Cautions []string `json:"cautions"`
}

// EmptyPressing is that of nothing.
func EmptyPressing() Pressing {
	return Pressing{
		Places: []PressPlace{}, Thick: []string{}, Through: []string{}, Lines: []PressLine{}, Release: []string{},
	}
}

// Pressing tells how everything is pressed.
func (b AtIron) Pressing() Pressing {
	p := b.Press
	out := EmptyPressing()
	out.Crossings, out.Clashes, out.Opened, out.Turned = p.Crossings, p.Clashes, p.Opened, p.Layout.Turned
	out.Nested = p.Crossings - p.Clashes - p.Opened
	out.Spun, out.Bound, out.Release = p.Spun, p.Bound, b.SeamNames(p.Release)
	for _, place := range p.Places {
		out.Places = append(out.Places, PressPlace{
			place.Where, place.Crossings, place.Clashes, place.Layers,
		})
	}
	out.Thick, out.Through = b.thick(), b.through()
	out.Says, out.Detail = b.pressed()
	for _, batch := range b.Batches {
		if len(batch.Presses) > 0 && batch.Make > 0 {
			out.Lines = append(out.Lines, b.pressLine(batch))
		}
	}
	return out
}

// pressed says how the whole quilt is pressed.
func (b AtIron) pressed() (says, detail string) {
	p := b.Press
	switch {
	case p.Crossings == 0:
		says, detail = "No seams cross in this quilt", "Press as you like: nothing has to nest."
	case p.Opened == p.Crossings:
		says = "Every seam is opened"
		detail = fmt.Sprintf("Open seams do not nest: pin at %s.", theCrossings(p.Crossings))
	case p.Clashes == 0:
		says = fmt.Sprintf("All %d crossings of this quilt nest", p.Crossings)
		if p.Crossings == 1 {
			says = "The one crossing of this quilt nests"
		}
		if p.Unsorted > 0 {
			says = fmt.Sprintf("%s, if kinds that look alike are sorted", says)
		}
		if p.Opened > 0 {
			says = fmt.Sprintf("%s of this quilt %s, %d %s opened", words.Plural(p.Crossings-p.Opened, "crossing"),
				words.Verb(p.Crossings-p.Opened, "nest"), p.Opened, words.Are(p.Opened))
		}
		detail = b.howAllNest()
	default:
		says = fmt.Sprintf("%d of %s %s not nest", p.Clashes, words.Plural(p.Crossings, "crossing"),
			words.Verb(p.Clashes, "do"))
		if p.Crossings == 1 {
			says = "The one crossing of this quilt does not nest"
		}
		switch {
		case b.Schools.Press == pressing.Dark:
			detail = "You press to the dark, come what may. Press to nest instead, or pin these crossings."
		case len(b.PressedDark()) > 0:
			detail = fmt.Sprintf("You press %s to the dark, come what may. Press to nest there too, or pin these crossings.",
				b.PressedDarkWords())
		case len(p.Release) > 0:
			detail = fmt.Sprintf("You hold seams so that more clash than must: with %s released, %d would be left.",
				strings.Join(b.SeamNames(p.Release), " and "), p.Free)
		case p.Proven():
			detail = fmt.Sprintf("%s fewer is not possible. Pin these crossings or open the seams there", b.triedWords())
			if onlyBetweenBlocks(p.Places) {
				detail += "; a plain block between the pieced ones has no seam to clash with"
			}
			detail += "."
		default:
			detail = fmt.Sprintf("This is the best way found. %s at least %d clash. Pin these crossings or open the "+
				"seams there.",
				b.triedWords(), p.Bound)
		}
	}
	detail += b.turnedWords()
	if len(p.Mixed) > 0 {
		detail += " " + b.kindWords()
	}
	if words := b.schoolWords(); words != "" {
		detail += " " + words
	}
	return says, detail
}

// turnedWords says which blocks are laid turned, and what for.
func (b AtIron) turnedWords() string {
	p := b.Press
	if p.Layout.Turned == 0 {
		return ""
	}
	which := fmt.Sprintf("Lay %s turned by %s", map[quilt.WhichBlocks]string{
		quilt.EveryOther:  "every other block",
		quilt.EveryColumn: "the blocks of every other column",
		quilt.EveryRow:    "the blocks of every other row",
	}[p.Layout.Turning.Which],
		map[int]string{180: "half", 90: "a quarter"}[p.Layout.Turning.Degrees])
	return fmt.Sprintf(" %s, %d in all: it looks the same%s, and %s instead of %d.", which, p.Layout.Turned,
		b.asPatches(), clashWords(p.Clashes), p.Straight)
}

// asPatches says what of a block may not look the same once it is turned: motifs of which it is not said how they lie.
func (b AtIron) asPatches() string {
	for _, m := range b.Blocks() {
		for _, p := range m.Piece.Patches {
			if f, _ := b.Shelf.Fabric(p.Role); f.Lies() == cloth.Motif {
				return fmt.Sprintf(", if the motifs of %s have no top", f.Name)
			}
		}
	}
	return ""
}

// PressedDarkWords names what is pressed to the dark by a school of its own where a crossing clashes.
func (b AtIron) PressedDarkWords() string {
	var names []string
	for _, of := range b.PressedDark() {
		name := b.Called(of)
		for _, k := range b.Layout.Kinds {
			if k.ID.ID() == of.ID() {
				name = k.Name()
			}
		}
		for _, ring := range b.Layout.Rings {
			if ring.Border.ID.Sides().ID() == of.ID() {
				name = ring.Border.Name
			}
		}
		names = append(names, name)
	}
	return words.Listed(names)
}

// kindWords says of units that come in kinds that look alike what depends on keeping them apart.
func (b AtIron) kindWords() string {
	var names []string
	for _, id := range b.Press.Mixed {
		names = append(names, b.Unit(id).Unit.Name)
	}
	var says []string
	if n := b.Press.Unsorted; n > 0 {
		says = append(says, fmt.Sprintf("%s %s only where like meets like", words.Plural(n, "crossing"),
			words.Verb(n, "nest")))
	}
	if n := b.Press.Perhaps; n > 0 {
		says = append(says, fmt.Sprintf("%s that %s not nest may where another kind lies", words.Plural(n, "crossing"),
			words.Verb(n, "do")))
	}
	return fmt.Sprintf("%s %s in kinds that look alike and are sewn differently: %s. Sort them as they come from the "+
		"iron, by the seam that was sewn first, and lay one kind in a block: first, row by row from the top, those that lie "+
		"as drawn.",
		words.Listed(names), words.Verb(len(names), "come"), words.Listed(says))
}

// schoolWords says where a school that presses from the middle of what is sewn, or toward it, is not followed, and what
// it would cost; and of which units neither side of a seam lies nearer the middle.
func (b AtIron) schoolWords() string {
	var says []string
	way := map[pressing.School]string{pressing.Outward: "outward", pressing.Inward: "inward"}
	if n := len(b.Press.Unheeded); n > 0 {
		var ways []string
		for _, seam := range b.Press.Unheeded {
			if one := way[b.Schools.PressOf(seam.Owner().ID())]; !slices.Contains(ways, one) {
				ways = append(ways, one)
			}
		}
		one := fmt.Sprintf("%s %s not go %s", words.Plural(n, "seam"), words.Verb(n, "do"), strings.Join(ways, " or "))
		if b.Press.Heeded > b.Press.Clashes {
			says = append(says, fmt.Sprintf("%s, so that crossings nest: with all of them pressed so, %s instead of %d.", one,
				clashWords(b.Press.Heeded), b.Press.Clashes))
		} else {
			says = append(says, one+": hold them so, and no more crossings clash.")
		}
	}
	var none []string
	for _, m := range b.Units {
		school := b.Schools.PressOf(m.Unit.ID.ID())
		if way[school] != "" && m.Sewn() && b.Demand.Runs[m.Unit.ID.Step()] > 0 &&
			!slices.ContainsFunc(m.Seams, func(s making.SeamKind) bool { return s.Outward != 0 }) {
			none = append(none, m.Unit.Name)
		}
	}
	if len(none) > 0 {
		says = append(says, fmt.Sprintf("Neither side of a seam lies nearer the middle in %s: there the school decides "+
			"nothing.",
			strings.Join(none, ", ")))
	}
	return strings.Join(says, " ")
}

// triedWords says within what bounds the fewest were sought.
func (b AtIron) triedWords() string {
	kinds := "With one way of pressing for each kind"
	if slices.ContainsFunc(b.Units, func(m making.Made) bool { return m.Unit.ID.IsSecond() }) {
		kinds = "With the kinds A and B as they are laid"
	}
	if len(b.Press.Mixed) > 0 {
		kinds += ", of kinds that look alike like beside like"
	}
	return kinds + ", every unit turned within its block as it is drawn, and blocks turned only where it looks the same,"
}

func theCrossings(n int) string {
	if n == 1 {
		return "the one crossing"
	}
	return fmt.Sprintf("each of the %d crossings", n)
}

func clashWords(n int) string {
	switch n {
	case 0:
		return "no crossing clashes"
	case 1:
		return "1 crossing clashes"
	}
	return fmt.Sprintf("%d crossings clash", n)
}

// pressLine tells how one batch is pressed.
func (b AtIron) pressLine(batch batching.Batch) PressLine {
	line := PressLine{
		Step: batch.ID, Of: batch.ID.ID(), Name: batch.Name, Says: b.PressWords(batch), Count: batch.Make,
		Seams: max(batch.Seams, len(batch.Presses)),
		Each:  []PressSeam{}, Done: b.Done(batch.ID), Card: b.card(batch),
	}
	if batch.ID.Column() > 0 {
		line.Name = "The rows of the web"
	}
	for _, seam := range batch.Presses {
		if d, known := b.Press.Decisions[seam]; known {
			line.Each = append(line.Each, PressSeam{
				seam, b.SeamWay(d), b.Press.Held(seam),
				map[int]string{1: "plus", -1: "minus", 0: "open"}[d.X],
			})
		}
	}
	switch {
	case batch.ID.Column() > 0: // the first of its rows
		in, _ := b.Layout.Web()
		line.Picture = b.album.Named(b.Layout.Kinds[b.Layout.Rows[in[0]]].ID)
	case batch.Stage != batching.Top:
		line.Picture = b.album.Named(batch.ID)
	}
	return line
}

// howAllNest says what it takes.
func (b AtIron) howAllNest() string {
	p := b.Press
	var says []string
	if slices.ContainsFunc(b.Units, func(m making.Made) bool { return m.Unit.ID.IsSecond() }) {
		says = append(says, "Some kinds are pressed two ways, A and B: keep their piles apart.")
	} else {
		says = append(says, "One way of pressing for each kind.")
	}
	if p.Spun > 0 {
		says = append(says, fmt.Sprintf("%s spun: sew with short stitches what ends there.",
			words.Plural(p.Spun, "crossing")))
	}
	if p.Opened > 0 {
		says = append(says, fmt.Sprintf("%s opened: pin there.", words.Plural(p.Opened, "crossing")))
	} else {
		says = append(says, "Nothing needs to be opened.")
	}
	return strings.Join(says, " ")
}

// onlyBetweenBlocks says whether every clash lies where blocks meet. Then each block nests inside as it is pressed, a
// plain block beside it brings no seam to clash with, and rows pressed alternately nest at the corners.
func onlyBetweenBlocks(places []pressing.CrossingPlace) bool {
	for _, place := range places {
		if place.Clashes > 0 && !strings.HasPrefix(place.Where, "between ") {
			return false
		}
	}
	return true
}

// PressWords says which way the seams of one batch go, and whether they are set first.
func (b AtIron) PressWords(batch batching.Batch) string {
	if batch.ID.Column() > 0 && len(batch.Presses) == 0 {
		return "nothing yet, but once the last column is on"
	}
	if len(batch.Presses) == 0 && len(batch.Of) > 0 {
		return "nothing yet, but once it is cut apart"
	}
	words := b.sides(batch)
	if b.Schools.PressOf(batch.ID.ID()) == pressing.Late && batch.Stage == batching.Blocks {
		words = "not yet, but once it lies in its row: " + words
	}
	if b.Schools.SetFirstOf(batch.ID.ID()) && len(batch.Presses) > 0 {
		return "flat as sewn first, then " + words
	}
	return words
}

func (b AtIron) sides(batch batching.Batch) string {
	if batch.ID.Column() > 0 {
		return b.webSides(batch)
	}
	var x []int
	toward := map[string]bool{}
	plain := true     // everything goes toward what has no seams of its own there
	toldApart := true // what a seam goes toward has another name than what it goes away from
	var names []string
	for _, id := range batch.Presses {
		d := b.Press.Decisions[id]
		x = append(x, d.X)
		name := b.nameToward(d)
		toward[name] = true
		names = append(names, name)
		other := d.Seam.Minus
		if d.X < 0 {
			other = d.Seam.Plus
		}
		plain = plain && d.X != 0 && d.Toward().Bulk == 0 && other.Bulk > 0
		toldApart = toldApart && name != b.nameToward(pressing.Decision{Seam: d.Seam, X: -d.X})
	}
	switch {
	case len(x) == 0:
		return "nothing to press"
	case !slices.ContainsFunc(x, func(v int) bool { return v != 0 }):
		return "open every seam flat"
	}
	if slices.Contains(x, 0) || slices.ContainsFunc(batch.Presses, b.IsSpun) {
		words := make([]string, len(batch.Presses))
		for i, seam := range batch.Presses {
			words[i] = b.SeamWay(b.Press.Decisions[seam])
			if len(words) > 1 {
				words[i] = fmt.Sprintf("%d %s", i+1, words[i])
			}
		}
		return strings.Join(words, ", ")
	}
	switch batch.Stage {
	case batching.Sets:
		return b.setWords(batch, x)
	case batching.Rows:
		switch {
		case toldApart && len(toward) == 1 && len(names) > 1:
			return "every seam toward " + names[0]
		case plain && len(names) > 1:
			return "every seam away from the pieced blocks, toward what is plain"
		}
		return fromTheFront(direction(x, "to the right", "to the left", "block"))
	case batching.Top:
		return b.topSides(batch, x[0], names[0])
	}
	switch level := batch.Lies == making.Level || batch.Lies == making.Falling; {
	case toldApart && len(names) > 1 && len(toward) == 1 && !level:
		return "every seam toward " + names[0]
	case batch.Lies == making.Upright:
		return fromTheFront(direction(x, "to the right", "to the left", "block"))
	case level:
		return direction(upward(x, batch.Lies), "up", "down", "seam")
	case len(names) > 1:
		return b.manyWords(names, len(toward))
	}
	return "toward " + b.Toward(b.Press.Decisions[batch.Presses[0]])
}

// seenFromTheFront is said wherever something goes left or right: on the board it lies wrong side up.
const seenFromTheFront = ", seen from the front"

func fromTheFront(says string) string {
	if strings.Contains(says, "left") || strings.Contains(says, "right") {
		return says + seenFromTheFront
	}
	return says
}

// topSides says which way the seams between rows go, or those of a border.
func (b AtIron) topSides(batch batching.Batch, x int, name string) string {
	if batch.ID == naming.Rows {
		return map[int]string{1: "every seam up", -1: "every seam down"}[x]
	}
	switch border := batch.ID.Border(); {
	case batch.ID.IsCorners() && x*b.Press.Decisions[border.Sides().Seam()].X > 0:
		return "toward " + name + ", so that they nest with the sides"
	case batch.ID.IsCorners():
		return "toward " + name
	case x < 0:
		return "inward, toward " + name
	}
	return "outward, toward " + name
}

// Toward names what a seam is pressed toward, by its place where both sides have the same name.
func (b AtIron) Toward(d pressing.Decision) string {
	name := b.nameToward(d)
	if name != b.nameToward(pressing.Decision{Seam: d.Seam, X: -d.X}) {
		return name
	}
	i := slices.IndexFunc(b.Batches, func(o batching.Batch) bool { return slices.Contains(o.Presses, d.Seam.ID) })
	if i < 0 {
		return name
	}
	return b.byPlace(b.Batches[i], d)
}

// byPlace tells the two sides of a seam apart by where they lie: +1 lies left of the seam's direction.
func (b AtIron) byPlace(batch batching.Batch, d pressing.Decision) string {
	i := slices.IndexFunc(batch.Piece.Seams, func(s piece.SeamLine) bool { return s.ID == d.Seam.ID })
	if i < 0 { // of rows and borders
		return fromTheFront(map[bool]string{true: "the right-hand one", false: "the left-hand one"}[d.X > 0])
	}
	s := batch.Piece.Seams[i]
	right, up := d.X*s.To.Y.Cmp(s.From.Y), d.X*s.To.X.Cmp(s.From.X)
	high := map[int]string{1: "upper", -1: "lower"}[up]
	if right == 0 {
		return "the " + high + " one"
	}
	return fromTheFront("the " + strings.TrimSpace(high+map[int]string{1: " right", -1: " left"}[right]) + "-hand one")
}

// nameToward names what a seam is pressed toward: its fabric where that tells the two sides apart, for a unit sewn from
// cloth.
func (b AtIron) nameToward(d pressing.Decision) string {
	here, there := d.Toward(), d.Seam.Minus
	if d.X < 0 {
		there = d.Seam.Plus
	}
	if !here.Cloth || len(here.Roles) == 0 {
		return here.Name
	}
	fabric := b.Fabric(here.Roles[0])
	for _, r := range here.Roles {
		if b.Fabric(r) != fabric {
			return here.Name
		}
	}
	for _, r := range there.Roles {
		if b.Fabric(r) == fabric {
			return here.Name
		}
	}
	f, _ := b.Shelf.Fabric(here.Roles[0])
	return f.Name
}

// manyWords says where several seams of one step go.
func (b AtIron) manyWords(names []string, different int) string {
	if different == 1 {
		return "every seam toward " + names[0]
	}
	words := make([]string, len(names))
	for i, n := range names {
		words[i] = fmt.Sprintf("%d toward %s", i+1, n)
	}
	return "seam by seam: " + strings.Join(words, ", ")
}

// setWords names the direction of a set's seams by its first and last strip, and the fabric where there is just one
// seam.
func (b AtIron) setWords(batch batching.Batch, x []int) string {
	m := b.Acts[batch.ID].Made
	if batch.ID != m.Acts[0].ID {
		return direction(x, "toward the last strip", "toward the first strip", "seam")
	}
	fabrics := map[string]bool{}
	var last string
	for _, id := range batch.Presses {
		f, _ := b.Shelf.Fabric(b.Press.Decisions[id].Toward().Roles[0])
		fabrics[f.Name] = true
		last = f.Name
	}
	if len(fabrics) == 1 && len(m.Unit.How.Parts()) == 0 {
		if len(x) == 1 {
			return fmt.Sprintf("toward %s, %s", last, direction(x, "the upper strip", "the lower strip", "seam"))
		}
		return fmt.Sprintf("every seam toward %s: %s", last, strings.TrimPrefix(
			direction(x, "up, toward the first strip", "down, toward the last strip", "seam"), "seam by seam: "))
	}
	return direction(x, "up, toward the first strip", "down, toward the last strip", "seam")
}

// direction says where a row of seams goes: all one way, outward, inward, or one by one.
// upward is which way level seams go: +1 up.
func upward(x []int, lies making.Lies) []int {
	for i := range x {
		if lies == making.Falling {
			x[i] = -x[i]
		}
	}
	return x
}

func direction(x []int, plus, minus, one string) string {
	same := func(list []int) bool {
		for _, v := range list {
			if v != list[0] {
				return false
			}
		}
		return true
	}
	word := map[int]string{1: plus, -1: minus}
	n := len(x)
	prefix := "every seam "
	if n == 1 {
		prefix = ""
	}
	switch {
	case same(x):
		return prefix + word[x[0]]
	case n%2 == 0 && same(x[:n/2]) && same(x[n/2:]):
		if (x[0] > 0) == (one == "seam") {
			return "outward, away from the middle"
		}
		return "inward, toward the middle"
	}
	short := map[int]string{1: strings.Split(plus, ",")[0], -1: strings.Split(minus, ",")[0]}
	words := make([]string, n)
	for i, v := range x {
		words[i] = fmt.Sprintf("%d %s", i+1, short[v])
	}
	return "seam by seam: " + strings.Join(words, ", ")
}

// webSides says which way the seams of the rows go.
func (b AtIron) webSides(batch batching.Batch) string {
	l := b.Layout
	of := make([]string, len(l.Kinds))
	for i, k := range l.Kinds {
		row := batch
		row.ID, row.Presses = k.ID, nil
		for j := 1; j < len(k.Cells); j++ {
			row.Presses = append(row.Presses, k.SeamID(j))
		}
		if len(row.Presses) > 0 {
			of[i] = strings.TrimSuffix(b.sides(row), seenFromTheFront)
		}
	}
	rows := map[string][]string{}
	var order, all []string
	for i, kind := range l.Rows {
		w := of[kind]
		if w == "" {
			continue // a strip right through
		}
		if rows[w] == nil {
			order = append(order, w)
		}
		rows[w] = append(rows[w], fmt.Sprint(i+1))
		all = append(all, w)
	}
	turns := len(order) == 2
	for i := range all {
		turns = turns && all[i] == order[i%2]
	}
	switch {
	case len(order) == 1:
		return fromTheFront(order[0])
	case turns && len(all) == len(l.Rows) && len(all) > 2:
		return fromTheFront(fmt.Sprintf("in rows 1, 3 and so on %s; in the rows between %s", order[0], order[1]))
	}
	var list []string
	for _, w := range order {
		name := "rows"
		if len(rows[w]) == 1 {
			name = "row"
		}
		list = append(list, fmt.Sprintf("in %s %s %s", name, words.Listed(rows[w]), w))
	}
	return fromTheFront(strings.Join(list, "; "))
}

// AtIron tells a work at the iron.
type AtIron struct {
	*work.Work
	album *drawn.Album
}

// Of tells what is pressed, with the pictures that it refers to.
func Of(w *work.Work, album *drawn.Album) AtIron { return AtIron{w, album} }
