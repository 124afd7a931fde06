// Package work is what a document comes to: what is made, counted, taken, spared and cut, in exact lengths and typed
// names, and not a word of how it is told. It comes in stages, each of which holds the one before and can only be had
// from it: Checked, Sewn, Laid, Counted, Work. Nothing in a stage is changed once it is made.
package work

import (
	"fmt"
	"slices"
	"strings"
	"unicode/utf8"

	"vicis/core/cloth"
	"vicis/core/cutting"
	"vicis/core/document"
	"vicis/core/gauge"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/problem"
)

// Checked is a document whose cloth, rulers and schools can be worked with.
type Checked struct {
	Document document.Document
	Expanded document.Document // the same with its colourways and what is pressed two ways written out
	Table    making.Table
	Shelf    cloth.Shelf
	Buying   cutting.Buying
	Longest  measure.Length      // ruler
	Fixed    map[naming.Seam]int // seams that are held to a side
	Stitched measure.Length
	Problems *problem.List
}

// Check reads everything that holds for the whole project. What stops is among the problems; nothing can be sewn then.
func Check(d document.Document) (Checked, bool) {
	b := Checked{Document: d, Problems: &problem.List{}}
	good := b.check()
	return b, good
}

func (b *Checked) check() bool {
	d := b.Document
	if strings.TrimSpace(d.Name) == "" {
		b.Problems.Stop("name-missing", "/name", "The quilt has no name.", "Give it one.")
	}
	b.names()
	mark := b.length(d.Ruler, "/ruler", measure.Millimetre/2, measure.Inch, "the finest mark of the ruler")
	b.Stitched = b.length(d.Seam.Stitched, "/seam/stitched", measure.Millimetre, 2*measure.Inch,
		"the distance from the edge to the stitches")
	fold := b.length(d.Seam.Fold, "/seam/fold", 0, measure.Inch/8, "what the fold takes")
	b.tests()
	squaring := b.length(d.Cloth.Squaring, "/cloth/squaring", 0, 12*measure.Inch, "what squaring up takes")
	usable := b.length(d.Cloth.Usable, "/cloth/usable", 5*measure.Inch, 200*measure.Inch,
		"the usable width of the cloth")
	b.bought()
	strip := b.length(d.Strip, "/strip", measure.Inch/4, 40*measure.Inch, "the strip width")
	b.amounts()
	b.schools()
	if b.Problems.Stopped() {
		return false
	}
	b.Expanded = d.Expanded(b.Problems)
	b.Fixed = d.Fixed(b.Problems)
	spun := map[naming.Crossing]bool{}
	if d.Press != nil {
		for _, seam := range d.Press.Spun {
			spun[seam] = true
		}
	}
	b.Shelf = cloth.Check(d.Fabrics, b.Expanded.Roles, usable, b.Problems)
	b.Shelf.Supply(d.Supplies, d.Units, b.Problems)
	b.Table = making.Table{
		Units: d.Units, Seam: b.Stitched + fold, Fold: fold, Strip: strip,
		Ruler: measure.Ruler{Units: d.Units, Mark: mark}, Squaring: squaring,
		Every: d.Cloth.Every, Spun: spun, Ends: d.Schools.Ends == "use", Marking: d.Schools.Marking,
		Usable: b.Shelf.Usable, Seen: b.Seen, Problems: b.Problems,
	}
	b.wide(usable)
	return !b.Problems.Stopped()
}

// How long names and notes may be, in letters.
const (
	longestName = 200
	longestNote = 10_000
)

// names refuses names and notes that nobody would read to their end.
func (b *Checked) names() {
	d := b.Document
	short := func(text, at string, most int) {
		if n := utf8.RuneCountInString(text); n > most {
			b.Problems.Stop("too-long", at, fmt.Sprintf("This has %d letters.", n), fmt.Sprintf("Write at most %d.", most))
		}
	}
	short(d.Name, "/name", longestName)
	short(d.Note, "/note", longestNote)
	for i, f := range d.Fabrics {
		short(f.Name, problem.At("fabrics", i, "name"), longestName)
	}
	for i, r := range d.Roles {
		short(r.Name, problem.At("roles", i, "name"), longestName)
	}
	for i, u := range d.Parts {
		short(u.Name, problem.At("units", i, "name"), longestName)
	}
	for i, w := range d.Colourways {
		short(w.Name, problem.At("colourways", i, "name"), longestName)
	}
	for i, border := range d.Top.Borders {
		short(border.Name, problem.At("top", "borders", i, "name"), longestName)
	}
}

// length reads a length that has to lie within bounds.
func (b *Checked) length(w measure.Written, at string, least, most measure.Length, what string) measure.Length {
	l, err := w.Length(), w.Err()
	ruler := measure.Ruler{Units: b.Document.Units, Mark: 1}
	switch {
	case err != nil:
		b.Problems.Stop("length-unreadable", at, err.Error(), "Write "+what+".")
	case l < least:
		b.Problems.Stop("too-small", at, fmt.Sprintf("%s is too little for %s.", ruler.Print(l), what),
			fmt.Sprintf("Write at least %s.", ruler.Print(least)))
	case l > most:
		b.Problems.Stop("too-large", at, fmt.Sprintf("%s is too much for %s.", ruler.Print(l), what),
			fmt.Sprintf("Write at most %s.", ruler.Print(most)))
	}
	return l
}

// mostTests bounds the test strips that are kept.
const mostTests = 50

// tests reads the test strips: each must be such that its seams can have taken something.
func (b *Checked) tests() {
	if n := len(b.Document.Seam.Tests); n > mostTests {
		b.Problems.Stop("too-many-tests", "/seam/tests", fmt.Sprintf("%d test strips are kept.", n), fmt.Sprintf("Keep at most %d.", mostTests))
	}
	for i, one := range b.Document.Seam.Tests {
		at := problem.At("seam", "tests", i)
		if strings.TrimSpace(one.Name) == "" {
			b.Problems.Stop("name-missing", at+"/name", "A test strip has no name.", "Name the machine, the foot and the needle position it was sewn with.")
		}
		if one.Strips < 2 || one.Strips > 20 {
			b.Problems.Stop("strip-count", at+"/strips", fmt.Sprintf("A test strip of %d strips has no seams to tell of, or too many.", one.Strips), "Sew 2 to 20 strips.")
			continue
		}
		before := len(b.Problems.Stops())
		cut := b.length(one.Cut, at+"/cut", measure.Inch/2, 20*measure.Inch, "how wide each strip was cut")
		came := b.length(one.Measured, at+"/measured", measure.Inch/4, 200*measure.Inch, "what it measured, pressed")
		all := measure.Length(one.Strips) * cut
		if len(b.Problems.Stops()) > before {
			continue
		}
		if takes := (all - came) / measure.Length(2*one.Strips-2); takes < measure.Millimetre || takes*3 > cut {
			ruler := measure.Ruler{Units: b.Document.Units, Mark: SeamMark(b.Document.Units)}
			b.Problems.Stop("measured-far-off", at+"/measured", fmt.Sprintf("%s is no test strip of %d strips cut %s: its seams would take %s.", ruler.Print(came), one.Strips,
				ruler.Print(cut), ruler.Print(max(0, takes))), "Measure it again across all strips, from raw edge to raw edge.")
		}
	}
}

// Tested is what the seams of a test strip took.
func (b Checked) Tested(one document.TestStrip) gauge.Read {
	return gauge.Read{
		None: measure.Length(one.Strips) * one.Cut.Length(), Takes: (2*one.Strips - 2) * gauge.Allowance, Times: 1, Came: one.Measured.Length(),
		Mark: b.Table.Ruler.Mark,
	}
}

// bought reads what holds in the shop, and the longest ruler.
func (b *Checked) bought() {
	d := b.Document
	var margin measure.Length
	if d.Cloth.Margin.Given() {
		margin = b.length(d.Cloth.Margin, "/cloth/margin", 0, 10*measure.Yard, "what to buy beyond the plan")
	}
	b.Longest = 24 * measure.Inch
	if d.Units == measure.Centimetres {
		b.Longest = 60 * measure.Centimetre
	}
	if d.Settings.Longest.Given() {
		b.Longest = b.length(d.Settings.Longest, "/settings/longest", 4*measure.Inch, 5*measure.Yard,
			"the longest ruler")
	}
	b.Buying = cutting.Buying{Step: cloth.ShopStep(d.Settings.Buy == "m"), Shrinks: d.Cloth.Shrinks, Margin: margin}
}

// amounts checks what is told in whole numbers.
func (b *Checked) amounts() {
	d := b.Document
	if d.Cloth.Every < 0 || d.Cloth.Every > 100 {
		b.Problems.Stop("every", "/cloth/every", fmt.Sprintf("An end cannot be squared up after every %d cuts.",
			d.Cloth.Every), "Write 1 to 100, or 0 for never.")
	}
	if d.Cloth.Shrinks < 0 || d.Cloth.Shrinks > 25 {
		b.Problems.Stop("shrinks", "/cloth/shrinks", fmt.Sprintf("Cloth does not shrink by %d in a hundred.",
			d.Cloth.Shrinks), "Write 0 to 25.")
	}
	if d.Spares.Percent < 0 || d.Spares.Percent > 100 || d.Spares.Count < 0 || d.Spares.Count > 1000 {
		b.Problems.Stop("spares", "/spares", "Spares are 0 to 100 in a hundred, or 0 to 1000 of a kind.",
			"Ask for fewer spares.")
	}
	if len(d.Parts) > mostUnits || len(d.Fabrics) > mostUnits || len(d.Roles) > mostUnits {
		b.Problems.Stop("too-many-units", "/units", fmt.Sprintf("The project has more than %d units, fabrics or roles.",
			mostUnits), "Split it into two projects.")
	}
}

// wide checks that something is left of strips and cloth once they are squared up and sewn.
func (b *Checked) wide(usable measure.Length) {
	d, s, say := b.Document, b.Table.Seam, b.Say
	if b.Table.Strip <= 2*s {
		b.Problems.Stop("too-narrow", "/strip",
			fmt.Sprintf("A strip cut %s wide is taken whole by its two seam allowances.", say(b.Table.Strip)),
			fmt.Sprintf("Cut strips wider than %s.", say(2*s)))
	}
	check := func(w measure.Length, at string) bool {
		if w > b.Table.Squaring+4*s {
			return true
		}
		b.Problems.Stop("cloth-too-narrow", at,
			fmt.Sprintf("Of %s of usable width, squaring up takes %s and nothing to sew is left.", say(w),
				say(b.Table.Squaring)), "Use wider cloth, or take less off when squaring up.")
		return false
	}
	good := check(usable, "/cloth/usable")
	for i := 0; good && i < len(d.Fabrics); i++ {
		if d.Fabrics[i].Usable.Given() {
			w := d.Fabrics[i].Usable.Length()
			good = check(w, problem.At("fabrics", i, "usable"))
		}
	}
}

// schools checks every way of working against what there is to choose from.
func (b *Checked) schools() {
	known := map[string][]string{}
	for _, q := range document.Questions() {
		for _, a := range q.Answers {
			known[q.Key] = append(known[q.Key], a.Value)
		}
	}
	check := func(list, at, value string) {
		if !slices.Contains(known[list], value) {
			b.Problems.Stop("school-unknown", at, fmt.Sprintf("“%s” is not among the ways to choose from.", value),
				"Choose "+strings.Join(known[list], " or ")+".")
		}
	}
	s, set := b.Document.Schools, b.Document.Settings
	check("/schools/press", "/schools/press", string(s.Press))
	check("/schools/sewing", "/schools/sewing", s.Sewing)
	check("/schools/joining", "/schools/joining", s.Joining)
	check("/schools/pins", "/schools/pins", s.Pins)
	check("/schools/marking", "/schools/marking", string(s.Marking))
	check("/schools/ends", "/schools/ends", s.Ends)
	check("/schools/prepare", "/schools/prepare", s.Prepare)
	check("/settings/hand", "/settings/hand", set.Hand)
	check("/settings/buy", "/settings/buy", set.Buy)
	check("/settings/paper", "/settings/paper", set.Paper)
	check("/settings/times", "/settings/times", set.Times)
	check("/schools/rows", "/schools/rows", s.Rows)
	check("/schools/later", "/schools/later", s.Later)
	check("/schools/square", "/schools/square", s.Square)
	check("/schools/measure", "/schools/measure", s.Measure)
	if set.Layers < 1 || set.Layers > 8 {
		b.Problems.Stop("layers", "/settings/layers", fmt.Sprintf("%d layers cannot be cut at once.", set.Layers),
			"Cut 1 to 8 layers; fewer when unsure.")
	}
	if set.PerSeam < 200 || set.PerSeam > 500 {
		b.Problems.Stop("thread-per-seam", "/settings/perSeam", fmt.Sprintf("A seam does not take %d %% of its length in thread.", set.PerSeam),
			"Write 200 to 500; 250 to 280 is usual.")
	}
	if set.Bobbin < 5 || set.Bobbin > 500 {
		b.Problems.Stop("bobbin", "/settings/bobbin", fmt.Sprintf("No bobbin holds %d m of thread.", set.Bobbin), "Write 5 to 500 m.")
	}
	for _, one := range []struct {
		at string
		w  measure.Written
	}{{"/settings/stitch", set.Stitch}, {"/settings/short", set.Short}} {
		if !one.w.Given() {
			continue
		}
		if l := one.w.Length(); one.w.Err() != nil || l < measure.Millimetre/2 || l > 6*measure.Millimetre {
			b.Problems.Stop("stitch-length", one.at, fmt.Sprintf("“%s” is no length of a stitch.", one.w), "Write 0.5 to 6 mm, as in 2.3 mm.")
		}
	}
	if s.Kit < 0 || s.Kit > 1000 {
		b.Problems.Stop("kit", "/schools/kit", fmt.Sprintf("A kit of %d blocks cannot be laid out.", s.Kit),
			"Write 1 to 1,000 blocks, or 0 to sew one step after another for the whole quilt.")
	}
	if s.Chain < 1 || s.Chain > 500 {
		b.Problems.Stop("chain", "/schools/chain", fmt.Sprintf("A chain of %d units cannot be sewn.", s.Chain),
			"Cut the chain after 1 to 500 units.")
	}
	var steps []string
	for id := range s.Steps {
		steps = append(steps, id)
	}
	slices.Sort(steps)
	for _, id := range steps {
		if o := s.Steps[id]; o.Press != "" {
			check("/schools/press", problem.At("schools", "steps", id, "press"), string(o.Press))
		}
		if o := s.Steps[id]; o.Pins != "" {
			check("/schools/pins", problem.At("schools", "steps", id, "pins"), o.Pins)
		}
	}
}

// mostUnits bounds the lists of a document.
const mostUnits = 500

// SeamMark is how finely allowances are told, finer than any ruler's marks: needles move by less.
func SeamMark(u measure.Units) measure.Length {
	if u == measure.Centimetres {
		return measure.Millimetre / 10
	}
	return measure.Inch / 64
}

// LetsBeSewnIn is by how much two edges may differ that are sewn to each other: what a hand does not feel (common practice: 1⁄16″ is good).
func LetsBeSewnIn(u measure.Units) measure.Length {
	if u == measure.Centimetres {
		return 3 * measure.Millimetre / 2
	}
	return measure.Inch / 16
}

// Say is a length as the ruler reads it.
func (b Checked) Say(l measure.Length) string { return b.Table.Ruler.Print(l) }

// Shop is the ruler cloth is sold by, apart from the one patches are cut by.
func (b Checked) Shop() measure.Ruler {
	if b.Document.Settings.Buy == "m" {
		return measure.Ruler{Units: measure.Centimetres}
	}
	return measure.Ruler{Units: measure.Inches}
}

// Lightness is that of the fabric of a role.
func (b Checked) Lightness(role string) float64 {
	f, _ := b.Shelf.Fabric(role)
	return f.Lightness()
}

// Seen names what is seen of a role's cloth, and of how its print lies.
func (b Checked) Seen(role string, up int) string {
	f, _ := b.Shelf.Fabric(role)
	return f.Seen(up)
}

// Fabric is the fabric of a role.
func (b Checked) Fabric(role string) string {
	f, _ := b.Shelf.Fabric(role)
	return f.ID
}
