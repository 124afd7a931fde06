package mat

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/batching"
	"vicis/core/drawn"
	"vicis/core/iron"
	"vicis/core/laying"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/words"
)

// TubeCard is what is joined of opened rings: the tubes it is cut from, every column and where its ring is opened, and
// whether the wave that the columns make goes on from block to block.
type TubeCard struct {
	Unit    naming.Unit     `json:"unit"`
	Name    string          `json:"name"`
	Sets    []TubeSet       `json:"sets" doc:"The closed strip sets, in the order they first come"`
	Columns []TubeColumn    `json:"columns" doc:"From left to right"`
	Wide    string          `json:"wide" doc:"What the columns join to, as a sum"`
	Tall    string          `json:"tall" doc:"How the columns come to their length"`
	List    string          `json:"list" doc:"What one block takes of its tubes"`
	Back    float64         `json:"back" doc:"By how many strips the colours go up from the last column to the first one of the next block, the shorter way round"`
	Closes  bool            `json:"closes" doc:"That step is no larger than any within the block, so that the wave goes on"`
	Repeat  string          `json:"repeat" doc:"Whether the wave goes on from block to block, and after how much it repeats"`
	Slopes  string          `json:"slopes" doc:"How steep it is, in words"`
	Clashes string          `json:"clashes" doc:"What the pressing of the tube makes of its steps"`
	Mark    measure.Reading `json:"mark" doc:"The finest mark of the ruler"`
	Least   measure.Reading `json:"least" doc:"Every ring is cut wider than this"`
	Most    measure.Reading `json:"most" doc:"The longest tube"`
	Does    []string        `json:"does" doc:"What to do with the rings, in order"`
}

// TubeSet is one closed strip set.
type TubeSet struct {
	Unit    naming.Unit `json:"unit"`
	Name    string      `json:"name"`
	Strips  []TubeStrip `json:"strips" doc:"From the first one down"`
	Round   string      `json:"round" doc:"What it measures round"`
	Flat    string      `json:"flat" doc:"How wide it lies, folded in half"`
	ByValue []string    `json:"byValue" doc:"Its strips by id, from the darkest fabric to the lightest"`
	Tubes   int         `json:"tubes" doc:"How many are sewn; 0 while nothing is counted"`
	Says    string      `json:"says" doc:"How many tubes the rings take, and what is left of the last"`
}

// TubeStrip is one strip of a tube.
type TubeStrip struct {
	ID     string `json:"id"`
	Colour string `json:"colour"`
}

// TubeColumn is one ring, opened.
type TubeColumn struct {
	ID       string          `json:"id"`
	Number   int             `json:"number"`
	Set      naming.Unit     `json:"set"`
	Width    measure.Reading `json:"width" doc:"Cut"`
	X        float64         `json:"x" doc:"From the left edge of what is joined, finished"`
	W        float64         `json:"w" doc:"Finished"`
	Step     float64         `json:"step" doc:"By so many strips the colours go up against the column before"`
	Opened   string          `json:"opened" doc:"Which seam is unpicked, by its two strips, or which strip is cut in two"`
	Why      string          `json:"why" doc:"Why there"`
	Slope    string          `json:"slope" doc:"How steep the step to it is, in words; empty for the first"`
	Stitches string          `json:"stitches" doc:"How many are unpicked; empty where a strip is cut"`
	Flips    []int           `json:"flips" doc:"At which crossings with the column before, from the top, an allowance is turned by hand"`
	Even     string          `json:"even" doc:"What is done to its ends; empty for nothing"`
	Make     int             `json:"make" doc:"How many of its kind; 0 while nothing is counted"`
	With     []int           `json:"with" doc:"The other columns of its kind, by number"`
}

// Tubes tells everything that is joined of opened rings, as far as it could be made.
func Tubes(s laying.Sewn, full *AtMat) []TubeCard {
	list := []TubeCard{}
	for _, m := range s.Units {
		if m.Tube == nil || m.Unit.Of > 0 || m.Unit.Like != "" {
			continue
		}
		list = append(list, tube(s, m, full))
	}
	return list
}

func tube(s laying.Sewn, m making.Made, full *AtMat) TubeCard {
	seam, ruler := s.Table.Seam, s.Table.Ruler
	out := TubeCard{
		Unit: m.Unit.ID, Name: s.Called(m.Unit.ID), Sets: []TubeSet{}, Columns: []TubeColumn{},
		Wide: m.Size.Sums[0], Tall: m.Size.Sums[1], Mark: ruler.Read(ruler.Mark), Least: ruler.Read(2 * seam),
	}
	taken := map[naming.Unit]measure.Length{}
	x := measure.Length(0)
	var flips, crossings int
	for i, c := range m.Tube.Columns {
		set := s.Unit(c.Set)
		if !slices.ContainsFunc(out.Sets, func(t TubeSet) bool { return t.Unit == c.Set }) {
			out.Sets = append(out.Sets, tubeSet(s, set, full))
			long, _ := set.Piece.Size()
			out.Most = ruler.Read(max(out.Most.Exact, long-s.Table.Squaring))
		}
		taken[c.Set] += c.Width
		w := c.Width - 2*seam
		one := TubeColumn{
			ID: c.ID, Number: i + 1, Set: c.Set, Width: ruler.Read(c.Width), X: drawn.Round(x.Inches()),
			W: drawn.Round(w.Inches()), Step: float64(c.Step) / 2, Opened: opened(s, c, set),
			Why: whyOpened(s, m.Tube.Columns, i), Flips: []int{}, Even: evened(s, c), With: []int{},
		}
		for j, other := range m.Tube.Columns {
			if j != i && other.Kind == c.Kind {
				one.With = append(one.With, j+1)
			}
		}
		if !c.Middle() {
			one.Stitches = stitches(c.Width)
		}
		if i > 0 {
			one.Slope = slope(rise(c, set, seam), (w+m.Tube.Columns[i-1].Width-2*seam)/2)
		}
		if full != nil {
			one.Make = full.Lines[c.Kind.Step()].Make()
			if i > 0 {
				var n int
				one.Flips, n = iron.Of(full.Work, nil).Flips(m.Tube.Columns[i-1].Piece, c.Piece, m.Unit.ID.Seam(c.ID))
				flips, crossings = flips+len(one.Flips), crossings+n
			}
		}
		x += w
		out.Columns = append(out.Columns, one)
	}
	var takes []string
	for _, t := range out.Sets {
		says := ruler.Print(taken[t.Unit])
		if len(out.Sets) > 1 {
			says += " of " + t.Name
		}
		takes = append(takes, says)
	}
	out.List = "One block takes " + strings.Join(takes, " and ") + " of tube."
	out.closing(s, m)
	out.steepness()
	if full != nil && crossings > 0 {
		out.Clashes = full.tubeClashes(m, flips, crossings)
	}
	out.Does = tubeDoes(s, m)
	return out
}

// tubeSet tells one closed set.
func tubeSet(s laying.Sewn, set making.Made, full *AtMat) TubeSet {
	out := TubeSet{Unit: set.Unit.ID, Name: set.Unit.Name, Strips: []TubeStrip{}, ByValue: []string{}}
	for _, strip := range set.Round {
		f, _ := s.Shelf.Fabric(strip.Role)
		out.Strips, out.ByValue = append(out.Strips, TubeStrip{strip.ID, f.Colour}), append(out.ByValue, strip.ID)
	}
	light := func(id string) float64 {
		i := slices.IndexFunc(set.Round, func(r making.Strip) bool { return r.ID == id })
		return s.Lightness(set.Round[i].Role)
	}
	slices.SortStableFunc(out.ByValue, func(a, b string) int {
		switch d := light(a) - light(b); {
		case d < 0:
			return -1
		case d > 0:
			return 1
		}
		return 0
	})
	round := roundOf(set, s.Table.Seam)
	out.Round, out.Flat = s.Say(round), s.Say(round/2)
	if full != nil {
		out.Tubes, out.Says = full.tubesTaken(set.Unit.ID)
	}
	return out
}

// closedWords says that a set is closed, and what it measures round.
func (b AtMat) closedWords(set making.Made) string {
	if len(set.Round) == 0 {
		return ""
	}
	return "; closed to a tube, " + b.Say(roundOf(set, b.Table.Seam)) + " round"
}

// roundOf is what a tube measures round.
func roundOf(set making.Made, seam measure.Length) (round measure.Length) {
	for _, r := range set.Round {
		round += r.Width - 2*seam
	}
	return round
}

// tubesTaken is how many tubes of a set are sewn, and what is left of the last.
func (b AtMat) tubesTaken(set naming.Unit) (int, string) {
	for _, a := range b.Cut.Sets {
		if a.Set != set {
			continue
		}
		n := a.Layups.Strips
		last := a.Layups.Patterns[len(a.Layups.Patterns)-1]
		says := fmt.Sprintf("%s, %s of each to cut; %s of the last is left.", words.Plural(n, "tube"),
			b.Say(a.Length-b.Table.Squaring), b.Say(b.Rest(a, last)))
		if n == 1 {
			says = fmt.Sprintf("One tube, %s of it to cut; %s is left.", b.Say(a.Length-b.Table.Squaring),
				b.Say(b.Rest(a, last)))
		}
		if a.Running > n {
			says += fmt.Sprintf(" Cut strictly in the order of the list it would be %d.", a.Running)
		}
		switch {
		case a.Layups.Proven() && n > 1:
			says += " Fewer cannot give the rings."
		case !a.Layups.Proven():
			says += fmt.Sprintf(" %d might do; fewer than that cannot give the rings.", a.Layups.Bound)
		}
		return n, says
	}
	return 0, ""
}

// stripCalled is a strip of a set by its number and its cloth.
func stripCalled(s laying.Sewn, set making.Made, i int) string {
	f, _ := s.Shelf.Fabric(set.Round[i].Role)
	return fmt.Sprintf("%s (strip %d)", f.Name, i+1)
}

// opened says where a ring is opened.
func opened(s laying.Sewn, c making.Column, set making.Made) string {
	n := len(set.Round)
	if c.Middle() {
		where := "across the middle of "
		if c.Bit > 0 {
			where = s.Say(set.Round[c.Strip()].Width/2) + " above the seam below "
		}
		return where + stripCalled(s, set, c.Strip())
	}
	return fmt.Sprintf("between %s and %s", stripCalled(s, set, (c.Strip()+n-1)%n), stripCalled(s, set, c.Strip()))
}

// whyOpened says why a ring is opened there.
func whyOpened(s laying.Sewn, list []making.Column, i int) string {
	c := list[i]
	set := s.Unit(c.Set)
	top := stripCalled(s, set, c.Strip())
	if c.Middle() {
		top = "half of " + top
	}
	switch {
	case i == 0:
		return top + " begins at the top"
	case c.Step == 0:
		return fmt.Sprintf("as column %d: %s at the top", i, top)
	}
	return fmt.Sprintf("%s %s from column %d: %s at the top", strips(abs(c.Step)), upDown(c.Step), i, top)
}

func upDown(step int) string {
	if step < 0 {
		return "down"
	}
	return "up"
}

func abs(n int) int { return max(n, -n) }

// strips is so many half strips in words.
func strips(half int) string {
	switch {
	case half == 1:
		return "½ strip"
	case half == 2:
		return "1 strip"
	case half%2 == 0:
		return fmt.Sprintf("%d strips", half/2)
	}
	return fmt.Sprintf("%d½ strips", half/2)
}

// evened says what is done to the ends of a column.
func evened(s laying.Sewn, c making.Column) string {
	switch {
	case c.Trims > 0:
		return fmt.Sprintf("%s off both ends", s.Say(c.Trims))
	case c.Bit > 0:
		return fmt.Sprintf("a bit of %s sewn to its lower end", words.By(s.Table.Ruler, c.Width, c.Bit))
	}
	return ""
}

// How far apart stitches lie where a set will be cut across (common practice), in hundredths of a millimetre.
const (
	shortest = 130
	longest  = 170
)

// stitches is how many there are in a seam.
func stitches(l measure.Length) string {
	least, most := l*100/(longest*measure.Millimetre), measure.CeilDiv(l*100, shortest*measure.Millimetre)
	return fmt.Sprintf("%d to %d", least, most)
}

// rise is by how much the colours go up at a column, finished.
func rise(c making.Column, set making.Made, seam measure.Length) measure.Length {
	return roundOf(set, seam) * measure.Length(abs(c.Step)) / measure.Length(2*len(set.Round))
}

// What a step is called, by how much it rises on so much of its way (judgement).
const (
	level     = "level"
	gentle    = "gentle"
	slanting  = "slanting"
	steep     = "steep"
	verySteep = "very steep"
)

var slopes = []string{level, gentle, slanting, steep, verySteep}

func slope(up, along measure.Length) string {
	switch {
	case up == 0:
		return level
	case 4*up < 3*along:
		return gentle
	case 2*up < 3*along:
		return slanting
	case up < 3*along:
		return steep
	}
	return verySteep
}

// steepness says how steep the wave is.
func (t *TubeCard) steepness() {
	seen := map[string]bool{}
	for _, c := range t.Columns[1:] {
		seen[c.Slope] = true
	}
	var list []string
	for _, s := range slopes {
		if seen[s] {
			list = append(list, s)
		}
	}
	switch n := len(list); n {
	case 0:
	case 1:
		t.Slopes = words.UpperFirst(list[0]) + " throughout."
	default:
		t.Slopes = fmt.Sprintf("From %s to %s.", list[0], list[n-1])
	}
}

// closing says whether the wave goes on from block to block, and after how much it repeats.
func (t *TubeCard) closing(s laying.Sewn, m making.Made) {
	list := m.Tube.Columns
	n := len(s.Unit(list[0].Set).Round)
	most := 0
	for _, c := range list[1:] {
		most = max(most, abs(c.Step))
	}
	back := making.StepBack(list, n)
	t.Back, t.Closes = float64(back)/2, abs(back) <= most || len(list) == 1
	w, h := m.Piece.Finished(s.Table.Seam).Size()
	after := fmt.Sprintf("It repeats after %s across, %s, and %s down.", s.Say(w), words.Plural(len(list), "column"),
		s.Say(h))
	switch {
	case len(list) == 1:
		t.Repeat = after
	case back == 0:
		t.Repeat = "The wave goes on, level: its last column is opened where the first one is. " + after
	case t.Closes:
		t.Repeat = fmt.Sprintf("The wave goes on: from its last column to the first of the next block the colours go %s "+
			"%s, no more than within it. %s", strips(abs(back)), upDown(back), after)
	default:
		t.Repeat = fmt.Sprintf("The wave breaks off: from its last column to the first of the next block the colours jump "+
			"%s %s, and within it by at most %s. %s", strips(abs(back)), upDown(back), strips(most), after)
	}
}

// tubeClashes says what the pressing makes of the steps.
func (b AtMat) tubeClashes(m making.Made, flips, crossings int) string {
	says := fmt.Sprintf("All %d crossings between its columns nest.", crossings)
	if crossings == 1 {
		says = "The one crossing between its columns nests."
	}
	if flips > 0 {
		says = fmt.Sprintf("%d of %s between its columns %s not nest: there an allowance of the right-hand "+
			"column is turned the other way by hand, before it is sewn.", flips, words.Plural(crossings, "crossing"),
			words.Verb(flips, "do"))
		if b.Press.Proven() {
			says += " With the tubes as they are no way of pressing them leaves fewer in the quilt."
		}
	}
	return says
}

// tubeDoes says how rings are cut and opened, in order (common practice).
func tubeDoes(s laying.Sewn, m making.Made) (list []string) {
	half, beside, whole := false, false, false
	for _, c := range m.Tube.Columns {
		half, beside, whole = half || c.Middle() && c.Bit == 0, beside || c.Bit > 0, whole || !c.Middle()
	}
	add := func(says string) { list = append(list, says) }
	add("Hang the list of widths at eye level, and tick off ring by ring; with the next tube go on where the last one " +
		"ended.")
	add("Fold the tube flat, seam on seam, and square its end through both layers before the first ring.")
	if whole {
		add("Open a ring at its seam from the wrong side: cut every third stitch and draw the other thread. Short stitches " +
			"hold the rest, and are slow to unpick.")
		add("Opened at a wrong seam: sew that seam up again with the same allowance, and it is a ring once more; take one " +
			"back on the tally if it was counted.")
	}
	if half {
		add("In the middle of a strip nothing is unpicked: fold the strip seam on seam, and cut along the fold.")
	}
	if beside {
		add("Beside the middle of a strip nothing is unpicked: measure from the seam, cut there, and sew the bit of the " +
			"same cloth to the lower end.")
	}
	add("Stack opened columns in order, right side up, the first one on the left and its top away from you; label the " +
		"tops.")
	return list
}

// OpenWords says how rings are opened, and what to do with one that was opened wrong.
func (b AtMat) OpenWords(batch batching.Batch) (says, wrong string) {
	c := b.Acts[batch.ID].Act.Opens
	set := b.Unit(c.Set)
	top, _ := b.Shelf.Fabric(set.Round[c.Strip()].Role)
	end := ""
	if c.Trims > 0 {
		end = ", then " + evened(b.Sewn, *c)
	}
	where, rings := opened(b.Sewn, *c, set), fmt.Sprintf("%s of %s", words.Plural(batch.Make, "ring"), b.Say(c.Width))
	if c.Middle() {
		return fmt.Sprintf("Cut %s %s%s. Half of %s then lies at the top.", rings, where, end, top.Name), ""
	}
	wrong = "Opened at another seam: sew that seam up again with the same allowance, and it is a ring once more."
	for _, other := range b.Acts[batch.ID].Made.Tube.Columns {
		if other.Ring == c.Ring && other.Kind != c.Kind {
			wrong = "Opened at another seam: it may be another column as wide, else sew that seam up again with the same " +
				"allowance, and it is a ring once more."
		}
	}
	return fmt.Sprintf("Unpick %s: %s, %s stitches each%s. %s then lies at the top.", where, rings, stitches(c.Width), end,
		top.Name), wrong
}

// IsColumn says whether a unit is one column of opened rings.
func (b AtMat) IsColumn(unit naming.Unit) bool {
	m := b.Unit(unit)
	return m.Tube != nil && (len(m.Tube.Columns) == 1 || m.Unit.ID.Variant() != "")
}
