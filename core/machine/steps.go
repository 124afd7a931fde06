// Package machine tells what is counted and sewn in trade words: steps, and one of them under the needle.
package machine

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/batching"
	"vicis/core/cutting"
	"vicis/core/drawn"
	"vicis/core/iron"
	"vicis/core/laying"
	"vicis/core/making"
	"vicis/core/mat"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/rules"
	"vicis/core/school"
	"vicis/core/words"
	"vicis/core/work"
)

// StepShown is one thing that is counted. Its id is made of ids in the document, so it survives changes of size and
// order.
type StepShown struct {
	ID      naming.Step    `json:"id"`
	Name    string         `json:"name"`
	Stage   batching.Stage `json:"stage"`
	Does    string         `json:"does" enum:"cut,sew,sub-cut,mark,trim,cut again,open"`
	Group   naming.Unit    `json:"group" doc:"Steps that belong together have the same: the joins of one unit; a pile of strips is its own"`
	Behind  bool           `json:"behind" doc:"It is for what comes behind the top or round its edge"`
	Says    string         `json:"says" doc:"What to do, in the imperative"`
	One     string         `json:"one" doc:"What one of it is called"`
	Make    int            `json:"make" doc:"How many are to be made, spares included"`
	Spare   int            `json:"spare"`
	Size    string         `json:"size" doc:"What one measures unfinished, as the ruler reads; empty while it is no rectangle"`
	Exact   string         `json:"exact" doc:"The same size exactly: work tallied at another size no longer fits"`
	Look    string         `json:"look" doc:"What one shows, in short: work tallied of another look no longer fits"`
	Picture naming.Step    `json:"picture" doc:"Key into pictures; empty where the quilt itself is the picture, or there is no room for another"`
	Takes   []TakeShown    `json:"takes"`
	Working words.Working  `json:"working" doc:"How many are to be made, and why"`
	Press   string         `json:"press" doc:"Which way its seams go, set first or not; empty where nothing is pressed"`
	Sewing  *SewingShown   `json:"sewing,omitempty"`
	Knife   naming.Unit    `json:"knife,omitempty" doc:"What it is cut again as: one of the knives"`
	Wrong   string         `json:"wrong,omitempty" doc:"What to do with one that was done wrong, where it is not lost"`
	Also    []StandInShown `json:"also" doc:"What stands in for some of these, so that fewer are made"`
}

// StandInShown is so many of another step's things that are used in a step's place.
type StandInShown struct {
	Step  naming.Step `json:"step"`
	Count int         `json:"count"`
}

// TakeShown is what so many of a step use up: Each of another step's things for every Per of this one's. Steps that
// fall out of the same run take together: what they take is used up once.
type TakeShown struct {
	Step     naming.Step `json:"step"`
	Each     int         `json:"each"`
	Per      int         `json:"per"`
	Together naming.Step `json:"together,omitempty" doc:"The run that several steps fall out of"`
	Shared   bool        `json:"shared,omitempty" doc:"Other steps are cut from the same strips or sets, or the prints of an assortment have strips of their own: how many are used up follows from how they are laid out"`
}

// SewingShown is what a batch at the machine needs to know.
type SewingShown struct {
	Left         string             `json:"left"`
	Right        string             `json:"right"`
	LeftPicture  naming.Step        `json:"leftPicture,omitempty" doc:"Key into pictures"`
	RightPicture naming.Step        `json:"rightPicture,omitempty" doc:"Key into pictures"`
	Laid         *drawn.LaidPicture `json:"laid,omitempty" doc:"What lies face down on the left part, as it lies under the needle"`
	Edge         string             `json:"edge"`
	Seams        int                `json:"seams" doc:"Seams in one"`
	Length       measure.Reading    `json:"length" doc:"Of one seam; of those of a web that differ the longest"`
	Stitch       string             `json:"stitch"`
	Hold         string             `json:"hold" doc:"How to hold, pin or turn it, by the schools chosen"`
}

// Steps tells everything that is counted, in the order of the work.
func (b AtMachine) Steps() []StepShown {
	list := make([]StepShown, len(b.Work.Steps))
	for i, s := range b.Work.Steps {
		list[i] = b.step(s)
	}
	said := map[string]int{}
	for _, s := range list {
		said[s.Says]++
	}
	for i := range list { // two things that would be told in the same words are told by their names as well
		if s := &list[i]; said[s.Says] > 1 {
			s.Says = fmt.Sprintf("%s, for %s.", strings.TrimSuffix(s.Says, "."), s.Name)
		}
	}
	b.workCounts(list)
	return list
}

func (b AtMachine) step(of work.Step) StepShown {
	s := StepShown{
		ID: of.ID, Name: of.Called, Stage: of.Stage, Does: string(of.Does), Group: of.ID.Group(),
		Behind: of.ID.Behind(),
		Make:   of.Make, Spare: of.Spare, Size: b.sizeOf(of), Exact: of.Exact(), Look: of.Look,
		Picture: b.album.Named(of.Picture),
		Takes:   []TakeShown{}, Also: []StandInShown{},
	}
	for _, t := range of.Takes {
		take := TakeShown{Step: t.Step, Each: t.Each, Per: t.Per, Together: t.Together, Shared: t.Shared}
		if t.At != nil {
			take.Each, take.Per = len(t.At), of.Make
		}
		s.Takes = append(s.Takes, take)
	}
	for _, other := range of.Also {
		s.Also = append(s.Also, StandInShown(other))
	}
	switch from := of.Of; {
	case of.Make == 0 && len(of.Also) > 0:
		s.One, s.Says = "unit", b.stoodInWords(of)
	case from.Batch != nil:
		b.sewn(&s, *from.Batch)
	case from.Piece != nil:
		s.One = "patch"
		s.Says = fmt.Sprintf("Cut %s %s.", mat.Of(b.Work).PieceWords(*from.Piece), mat.WhereIs(from.Piece.Have))
		if one := *from.Piece; one.End == "" && mat.AsItIs(one.Have, one.W, one.H) {
			s.Says = fmt.Sprintf("Take %d of %s%s.", one.Count, words.By(b.Table.Ruler, one.W, one.H), mat.From(one.Have))
		}
		if from.Piece.End != "" {
			s.Says = fmt.Sprintf("Cut %s.", mat.Of(b.Work).PieceWords(*from.Piece))
		}
	case from.Through != nil:
		s.One = "length"
		s.Says = fmt.Sprintf("Sew the strips end to end, and cut %d of %s from them.", s.Make, b.Say(of.Size[0]))
	case from.Sub != nil:
		s.One, s.Says = "sub-cut", b.subCutWords(from)
	default:
		s.Working = mat.Of(b.Work).RunWorking(*from.Strip)
		s.One, s.Says = b.stripWords(*from.Fabric, *from.Strip)
	}
	return s
}

// stoodInWords says what is used in place of a thing of which none is made.
func (b AtMachine) stoodInWords(of work.Step) string {
	var list []string
	for _, other := range of.Also {
		list = append(list, fmt.Sprintf("%d of %s", other.Count, b.NameOf(other.Step)))
	}
	return fmt.Sprintf("Make no %s: %s stand in.", of.Called, strings.Join(list, " and "))
}

// sizeOf is what one of a step measures, as the ruler reads it.
func (b AtMachine) sizeOf(s work.Step) string {
	if s.Is != nil {
		s.Size = s.Is
	}
	switch s.Told {
	case work.Across:
		return words.By(b.Table.Ruler, s.Size[0], s.Size[1])
	case work.CutSize:
		return words.By(b.Table.Ruler, s.Size[0].CeilTo(b.Table.Ruler.Mark), s.Size[1].CeilTo(b.Table.Ruler.Mark))
	case work.Wide:
		return b.Say(s.Size[0]) + " wide"
	case work.Long:
		return b.Say(s.Size[0]) + " long"
	}
	return ""
}

func (b AtMachine) stripWords(f cutting.FabricPlan, s cutting.StripPlan) (one, says string) {
	switch {
	case s.Lengths:
		return "length", fmt.Sprintf("Cut %s of %s from %s for the backing.", words.Plural(s.Count, "length"),
			b.Say(s.Cut), f.Fabric.Name)
	case s.Ready == s.Count:
		return "strip", fmt.Sprintf("Take %s %s wide of %s from the shelf.", words.Plural(s.Count, "strip"),
			b.Say(s.Cut), f.Fabric.Name)
	case s.Ready > 0:
		return "strip", fmt.Sprintf("Cut %s %s wide from %s; %d more lie on the shelf.",
			words.Plural(s.Count-s.Ready, "strip"), b.Say(s.Cut), f.Fabric.Name, s.Ready)
	}
	return "strip", fmt.Sprintf("Cut %s %s wide%s from %s%s.", words.Plural(s.Count, "strip"), b.Say(s.Cut),
		mat.Of(b.Work).LongEnough(s), f.Fabric.Name, mat.Evenly(f, s))
}

func (b AtMachine) subCutWords(from work.StepSource) string {
	c := from.Sub
	source := b.Unit(from.Across.Set).Unit.Name
	if from.Strip != nil {
		f, _ := b.Shelf.Fabric(from.Strip.Role)
		source = fmt.Sprintf("strips of %s, %s wide", f.Name, b.Say(from.Strip.Cut))
	}
	switch other := slices.ContainsFunc(from.Across.Cuts, func(o cutting.WidthCut) bool { return o.Cut != c.Cut }); {
	case other:
		return fmt.Sprintf("Sub-cut %d at %s from %s, that give other widths too.", c.Make(), b.Say(c.Cut), source)
	case len(from.Across.Cuts) > 1:
		return fmt.Sprintf("Sub-cut %d at %s from %s, that give others as wide too.", c.Make(), b.Say(c.Cut), source)
	case from.Across.Layups.Strips == 1 || from.Across.LaidOut():
		return fmt.Sprintf("Sub-cut %d at %s from %s.", c.Make(), b.Say(c.Cut), source)
	}
	return fmt.Sprintf("Sub-cut %d at %s from %s, %d from each.", c.Make(), b.Say(c.Cut), source, c.PerStrip)
}

// sewn words a batch: sewing, marking, or cutting apart and trimming.
func (b AtMachine) sewn(s *StepShown, batch batching.Batch) {
	if batch.Does == making.Sews {
		s.Sewing = &SewingShown{
			Left: batch.Left.Name, Right: batch.Right.Name, Edge: batch.Edge, Seams: batch.Seams,
			Length: b.Table.Ruler.About(batch.Each), Stitch: b.stitch(batch), Hold: b.hold(batch),
		}
		if batch.Sum > 0 {
			s.Sewing.Length.Text = "at most " + s.Sewing.Length.Text
		}
	}
	if len(batch.Presses) > 0 || len(batch.Of) > 0 {
		s.Press = iron.Of(b.Work, b.album).PressWords(batch)
	}
	switch {
	case batch.Stage == batching.Sets:
		m := b.Acts[batch.ID].Made
		s.One = "set"
		if batch.ID != m.Acts[0].ID {
			s.One = "tube"
			s.Says = fmt.Sprintf("Close %s: the last long edge of each to its first, right sides together, %s.", m.Unit.Name,
				words.Times(batch.Make))
			break
		}
		s.Says = fmt.Sprintf("Sew %s: %s of %s.", batch.Name, words.Plural(batch.Make, "set"),
			words.Plural(len(m.Acts[0].Strips), "strip"))
		if _, high := m.Piece.Size(); batch.Shaves {
			s.Says += fmt.Sprintf(" Press, and trim each to %s, as much off each long edge.", b.Say(high))
		}
	case batch.Does == making.Marks:
		s.One, s.Says = "piece", b.markWords(batch)
	case batch.Does == making.Opens:
		s.One = "column"
		s.Says, s.Wrong = mat.Of(b.Work).OpenWords(batch)
	case batch.Does == making.CutsAgain:
		s.One, s.Knife = "part", b.Acts[batch.ID].Made.Unit.ID
		s.Says = b.knifeWords(batch)
	case batch.Does == making.Trims:
		s.One = "unit"
		s.Says = b.trimWords(batch)
	case batch.Stage == batching.Units || batch.Stage == batching.Blocks:
		b.pairWords(s, batch)
		if w, h := batch.Piece.Size(); batch.Shaves {
			s.Says += fmt.Sprintf(" Then trim it to %s, as much off each side.", words.By(b.Table.Ruler, w, h))
		}
	case batch.ID.Column() > 0:
		s.One, s.Says = "seam", b.webWords(batch)
	case batch.Stage == batching.Rows:
		s.One = "row"
		s.Says = fmt.Sprintf("Sew %s of %d %s, %s.", b.rowName(batch), batch.Seams+1, b.inRow(batch),
			words.Times(batch.Make))
	case batch.Stage == batching.Top:
		s.One = "seam"
		name := batch.Name
		if batch.ID == naming.Rows || batch.ID == naming.CornersOn { // not a border, which the quilter named
			name = words.LowerFirst(name)
		}
		s.Says = fmt.Sprintf("Sew %s: %s.", name, words.Plural(batch.Make, "seam"))
		if batch.ID == naming.CornersOn {
			wide, high := b.Layout.Middle()
			s.Says += fmt.Sprintf(" Then trim the edges of the quilt to %s beyond the points of the blocks, its corners "+
				"square: %s.", b.Say(b.Table.Seam), words.By(b.Table.Ruler, wide, high))
		}
	case batch.Stage == batching.Finish:
		s.One, s.Says = finishWords(batch)
	}
}

// Told says what to do in a batch, in the imperative.
func (b AtMachine) Told(batch batching.Batch) string {
	var s StepShown
	b.sewn(&s, batch)
	return s.Says
}

// pairWords says what is sewn to what, and draws both.
func (b AtMachine) pairWords(s *StepShown, batch batching.Batch) {
	s.Sewing.LeftPicture, s.Sewing.RightPicture = b.album.Part(batch.Left.Piece), b.album.Part(batch.Right.Piece)
	s.Sewing.Laid = b.album.Lies(batch.Left)
	s.One = "pair"
	switch {
	case batch.Stage == batching.Blocks:
		s.One = "block"
	case batch.ID.Made() == b.Acts[batch.ID].Made.Unit.ID:
		s.One = "unit"
	}
	switch {
	case batch.Says != "":
		s.Says = fmt.Sprintf("%s: %d in all.", batch.Says, batch.Make)
	case batch.Seams > 1 && len(batch.Of) > 1:
		of := "parts"
		if b.Acts[batch.ID].Made.Tube != nil {
			of = "columns"
		}
		name := batch.Name
		if strings.Contains(name, ", ") { // one of two kinds, or of a colourway
			name += ","
		}
		s.Says = fmt.Sprintf("Sew %s of %d %s, %s.", name, batch.Seams+1, of, words.Times(batch.Make))
	case len(batch.Left.Over) > 0:
		s.Says = fmt.Sprintf("Sew %s on %s: %d in all.", b.clothed(batch.Right.Name, batch.Right.Piece),
			b.clothed(batch.Left.Name, batch.Left.Piece), batch.Make)
	case !b.Acts[batch.ID].Made.Beside:
		s.Says = fmt.Sprintf("Sew %s: %s to %s, %s.", batch.Name, batch.Right.Name, batch.Left.Name,
			words.Times(batch.Make))
	default:
		s.Says = fmt.Sprintf("Sew %s to %s, %s.", batch.Right.Name, batch.Left.Name, words.Times(batch.Make))
	}
}

// markWords says what is drawn on which cloth.
func (b AtMachine) markWords(batch batching.Batch) string {
	says := strings.Replace(batch.Says, "on the back,", "on the back of "+b.clothed("it", batch.Piece)+",", 1)
	return fmt.Sprintf("%s: %d for %s.", says, batch.Make, b.Acts[batch.ID].Made.Unit.Name)
}

// clothed is what something is called with the name of its cloth, where that is one.
func (b AtMachine) clothed(name string, p piece.Piece) string {
	if len(p.Patches) != 1 {
		return name
	}
	cloth := b.clothName(p.Patches[0].Role)
	if name == "it" {
		return cloth
	}
	return "the " + cloth + " " + strings.TrimPrefix(strings.TrimPrefix(name, "upper "), "lower ")
}

// rowName is a row inside a sentence; one of a border keeps the name that the quilter gave the border.
func (b AtMachine) rowName(batch batching.Batch) string {
	if b.Row(batch.ID).Called != "" {
		return batch.Name
	}
	return words.LowerFirst(batch.Name)
}

// inRow says what a row is sewn of.
func (b AtMachine) inRow(batch batching.Batch) string {
	row, columns := b.Row(batch.ID), 0
	for _, c := range row.Cells {
		if mat.Of(b.Work).IsColumn(c.Unit) {
			columns++
		}
	}
	switch {
	case row.Called != "":
		return "units"
	case columns == len(row.Cells):
		return "columns"
	case columns > 0:
		return "blocks and columns"
	case b.Layout.OnPoint:
		return "blocks and triangles"
	case b.Plain.Sashing != nil:
		return "pieces"
	}
	return "blocks"
}

func finishWords(batch batching.Batch) (one, says string) {
	switch batch.ID {
	case naming.BackingJoin:
		return "seam", fmt.Sprintf("Sew the backing: %s.", words.Plural(batch.Make, "seam"))
	case naming.BindingJoin:
		return "seam", fmt.Sprintf("Sew the binding strips end to end on the diagonal: %s. Press it in half along "+
			"its length.",
			words.Plural(batch.Make, "seam"))
	}
	return "quilt", "Sew the binding round the quilt, once it is quilted and trimmed."
}

// trimWords says how a batch is cut apart, pressed and trimmed: what of it there is to do.
func (b AtMachine) trimWords(batch batching.Batch) string {
	says := batch.Says
	if len(batch.Presses) > 0 {
		says += ", press " + iron.Of(b.Work, b.album).PressWords(batch)
	}
	if w, h := batch.Piece.Size(); batch.Shaves {
		says += ", trim to " + words.By(b.Table.Ruler, w, h)
	}
	return fmt.Sprintf("%s: %d in all.", says, batch.Make)
}

// knifeWords says how something sewn is cut again, and how many of it.
func (b AtMachine) knifeWords(batch batching.Batch) string {
	act := b.Acts[batch.ID].Act
	runs := b.Demand.Runs[act.ID]
	give := map[bool]string{true: "gives", false: "give"}[runs == 1]
	return fmt.Sprintf("%s: %d of %s %s %d of %s.", batch.Says, runs, act.Knife.Called, give, batch.Make, batch.Name)
}

// hold says how to hold, pin or turn what is sewn, by the schools chosen (common practice).
func (b AtMachine) hold(batch batching.Batch) string {
	id := batch.ID.ID()
	pins := map[school.Pins]string{
		school.PinsAtCrossings: "pin at every crossing", school.PinsEverywhere: "pin at the crossings and between",
		school.GlueAtAllowances: "a dot of glue inside the allowance at every crossing",
	}[b.Schools.PinsOf(id)]
	if list := iron.Of(b.Work, b.album).FlipWords(batch); len(list) > 0 {
		turn := "turn an allowance of the right-hand column the other way by hand at " + strings.Join(list, "; ")
		if pins == "" {
			return turn
		}
		return turn + "; " + pins
	}
	if batch.Stage != batching.Sets {
		return pins
	}
	says := map[school.Sewing]string{
		school.AlternateEnds: "turn the set end for end after every seam",
		school.SameEnd:       "always from the same end, both strips unstretched",
	}[b.Schools.Sewing]
	if len(batch.Of) < 2 {
		says = ""
	}
	if b.Schools.Joining == school.InPairs && len(batch.Of) > 2 {
		says = "in pairs first, then pairs of pairs; " + says
	}
	if b.Schools.Joining == school.InThrees && len(batch.Of) > 2 {
		says = "in threes and twos first, then those to each other; " + says
	}
	return says
}

// stitch is how long stitches are: short where a seam will be cut across, or partly undone (common practice).
func (b AtMachine) stitch(batch batching.Batch) string {
	set := b.Settings
	kind := b.StitchOf(batch)
	short := "1.3 to 1.7 mm"
	if kind == laying.SpunStitch {
		short = "1.5 to 1.8 mm"
	}
	if set.Short.Given() {
		short = set.Short.String()
	}
	if why, is := map[laying.StitchLength]string{
		laying.TubeStitch: "because the tube is cut across; one seam of every ring is unpicked again, and short stitches " +
			"make that slow",
		laying.SetStitch: "because the set is cut across",
		laying.CutStitch: "because the seam is cut through later",
		laying.SpunStitch: "because at crossings that are spun its last ones, inside the allowance of the seam across it, " +
			"are undone and the others have to hold",
	}[kind]; is {
		return "short stitches, " + short + ", " + why
	}
	if set.Stitch.Given() {
		return "stitches of " + set.Stitch.String()
	}
	return "stitches of 2.1 to 2.5 mm"
}

// sharedOut says whether what is cut from a step's strips is shared out to the prints of an assortment, each of which
// is rounded up by itself.
func (b AtMachine) sharedOut(step naming.Step) bool {
	for _, f := range b.Cut.Fabrics {
		for _, s := range f.Strips {
			if s.ID == step {
				return s.Patches != nil && s.Patches.Prints > 1
			}
		}
	}
	return false
}

// workCounts says of every step how its number comes about: what later steps take of it, less what stands in, and the
// spares.
func (b AtMachine) workCounts(steps []StepShown) {
	at := map[naming.Step]int{}
	// what is cut from strips or sets, where a sum over each by itself would not come to them
	laidOut := map[int][]string{}
	terms := make([][]term, len(steps))
	for i := range steps {
		at[steps[i].ID] = i
	}
	runs := map[[2]naming.Step]int{} // thing and run → how many of it that run has been said to take
	where := map[[2]naming.Step]int{}
	for _, by := range steps {
		for _, t := range by.Takes {
			i, ok := at[t.Step]
			if !ok || by.Make == 0 {
				continue
			}
			if t.Shared || b.sharedOut(t.Step) {
				laidOut[i] = append(laidOut[i], fmt.Sprintf("%d of %s", by.Make, by.Name))
				continue
			}
			n := (by.Make + t.Per - 1) / t.Per * t.Each
			one := term{termOf(t, by), n, fmt.Sprintf("%d of %s", by.Make, by.Name)}
			key := [2]naming.Step{t.Step, t.Together}
			switch said, known := runs[key]; {
			case t.Together == "" || !known:
				terms[i] = append(terms[i], one)
				runs[key], where[key] = n, len(terms[i])-1
			case n > said: // what falls out together is taken once: for the one that asks for most runs
				terms[i][where[key]], runs[key] = one, n
			}
		}
	}
	for i := range steps {
		s := &steps[i]
		for _, other := range s.Also {
			if k, ok := at[other.Step]; ok {
				says := fmt.Sprintf("%d in place of %s", other.Count, s.Name)
				terms[k] = append(terms[k], term{says, other.Count, says})
			}
		}
	}
	for _, u := range b.Units {
		if i, ok := at[u.Unit.ID.Step()]; ok && u.Unit.Extra > 0 {
			if n := b.Layout.Count[u.Unit.ID]; len(terms[i]) == 0 && n > 0 {
				terms[i] = append(terms[i], term{fmt.Sprintf("%d in the quilt", n), n, fmt.Sprintf("%d in the quilt", n)})
			}
			says := fmt.Sprintf("%d beyond the quilt", u.Unit.Extra)
			terms[i] = append(terms[i], term{says, u.Unit.Extra, says})
		}
	}
	named := func(step naming.Step) string {
		if k, ok := at[step]; ok {
			return steps[k].Name
		}
		return string(step)
	}
	for i := range steps {
		steps[i].counted(terms[i], laidOut[i], named)
	}
}

// webWords says how a column of it is sewn on.
func (b AtMachine) webWords(batch batching.Batch) string {
	column := batch.ID.Column()
	_, columns := b.Layout.Web()
	switch column {
	case 2:
		return fmt.Sprintf("Begin a web of %d columns: the second of every row to the first, from the top down: %d seams.",
			columns, batch.Make)
	case columns:
		return fmt.Sprintf("Sew the last column to the web, from the top row down: %d seams.", batch.Make)
	}
	return fmt.Sprintf("Sew column %d to the web, from the top row down: %d seams.", column, batch.Make)
}

// AtMachine tells a work at the machine.
type AtMachine struct {
	*work.Work
	album *drawn.Album
}

// Of tells what is counted and sewn, with the pictures that it refers to.
func Of(w *work.Work, album *drawn.Album) AtMachine { return AtMachine{w, album} }

// term is a term of a sum: how it is said, what it is, and what asks for it.
type term struct {
	says string
	n    int
	of   string
}

// termOf is what one step takes of another, as a term of a sum.
func termOf(t TakeShown, by StepShown) string {
	switch {
	case t.Per > 1 && t.Per == by.Make: // of all of them together
		return fmt.Sprintf("%d for %s", t.Each, by.Name)
	case t.Per > 1 && t.Each > 1:
		return fmt.Sprintf("%d × %d %s ÷ %d, rounded up,", t.Each, by.Make, by.Name, t.Per)
	case t.Per > 1:
		return fmt.Sprintf("%d %s ÷ %d, rounded up,", by.Make, by.Name, t.Per)
	case t.Each == 1:
		return fmt.Sprintf("%d for %s", by.Make, by.Name)
	}
	return fmt.Sprintf("%d × %d for %s", by.Make, t.Each, by.Name)
}

// counted writes the sum of a step, of its terms or of what is laid out together.
func (s *StepShown) counted(terms []term, laidOut []string, named func(naming.Step) string) {
	total := s.Spare
	var says, of []string
	for _, t := range terms {
		total, says, of = total+t.n, append(says, t.says), append(of, t.of)
	}
	sum := strings.Join(says, " + ")
	for _, other := range s.Also {
		total -= other.Count
		sum += fmt.Sprintf(" − %d that %s stands in for", other.Count, named(other.Step))
	}
	if len(terms) > 0 && len(laidOut) == 0 && total != s.Make { // of an assortment, print by print
		laidOut, terms = of, nil
	}
	if s.Spare > 0 {
		sum += fmt.Sprintf(" + %d spare", s.Spare)
	}
	if len(s.Working.Rules) > 0 {
		return
	}
	if len(laidOut) > 0 {
		one := words.Plural(s.Make, s.One)
		s.Working.Sums = []string{fmt.Sprintf("%s, laid out together: %s", strings.Join(laidOut, " and "), one)}
		s.Working.Rules = rules.By(rules.Together)
		if len(terms) > 0 {
			s.Working.Sums = append(s.Working.Sums, "and "+sum)
		}
		return
	}
	s.Working.Rules = rules.By(rules.FromTop)
	if len(terms) == 0 {
		s.Working.Sums = []string{fmt.Sprintf("%d in the quilt", s.Make)}
		return
	}
	s.Working.Sums = []string{fmt.Sprintf("%s = %d", sum, s.Make)}
}
