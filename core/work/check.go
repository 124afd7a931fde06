// Package work is what a document comes to: what is made, counted, taken, spared and cut, in exact lengths and typed
// names, and not a word of how it is told. It comes in stages, each of which holds the one before and can only be had
// from it: Checked, Sewn, Laid, Counted, Work. Nothing in a stage is changed once it is made.
package work

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/cloth"
	"vicis/core/cutting"
	"vicis/core/document"
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
	length := func(w measure.Written, at string, least, most measure.Length, what string) measure.Length {
		l, err := w.Length(d.Units)
		ruler := measure.Ruler{Units: d.Units, Mark: 1}
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
	const inch = measure.Inch
	mark := length(d.Ruler, "/ruler", measure.Millimetre/2, inch, "the finest mark of the ruler")
	stitched := length(d.Seam.Stitched, "/seam/stitched", measure.Millimetre, 2*inch,
		"the distance from the edge to the stitches")
	fold := length(d.Seam.Fold, "/seam/fold", 0, inch/8, "what the fold takes")
	squaring := length(d.Cloth.Squaring, "/cloth/squaring", 0, 12*inch, "what squaring up takes")
	usable := length(d.Cloth.Usable, "/cloth/usable", 5*inch, 200*inch, "the usable width of the cloth")
	var margin measure.Length
	if d.Cloth.Margin != "" {
		margin = length(d.Cloth.Margin, "/cloth/margin", 0, 10*measure.Yard, "what to buy beyond the plan")
	}
	b.Longest = 24 * inch
	if d.Units == measure.Centimetres {
		b.Longest = 60 * measure.Centimetre
	}
	if d.Settings.Longest != "" {
		b.Longest = length(d.Settings.Longest, "/settings/longest", 4*inch, 5*measure.Yard, "the longest ruler")
	}
	if d.Cloth.Every < 0 || d.Cloth.Every > 100 {
		b.Problems.Stop("every", "/cloth/every", fmt.Sprintf("An end cannot be squared up after every %d cuts.",
			d.Cloth.Every), "Write 1 to 100, or 0 for never.")
	}
	if d.Cloth.Shrinks < 0 || d.Cloth.Shrinks > 25 {
		b.Problems.Stop("shrinks", "/cloth/shrinks", fmt.Sprintf("Cloth does not shrink by %d in a hundred.",
			d.Cloth.Shrinks), "Write 0 to 25.")
	}
	b.Buying = cutting.Buying{Step: cloth.ShopStep(d.Settings.Buy == "m"), Shrinks: d.Cloth.Shrinks, Margin: margin}
	strip := length(d.Strip, "/strip", inch/4, 40*inch, "the strip width")
	if d.Spares.Percent < 0 || d.Spares.Percent > 100 || d.Spares.Count < 0 || d.Spares.Count > 1000 {
		b.Problems.Stop("spares", "/spares", "Spares are 0 to 100 in a hundred, or 0 to 1000 of a kind.",
			"Ask for fewer spares.")
	}
	b.schools()
	if len(d.Parts) > mostUnits || len(d.Fabrics) > mostUnits || len(d.Roles) > mostUnits {
		b.Problems.Stop("too-many-units", "/units", fmt.Sprintf("The project has more than %d units, fabrics or roles.",
			mostUnits), "Split it into two projects.")
	}
	if b.Problems.Stopped() {
		return false
	}
	s := stitched + fold
	ruler := measure.Ruler{Units: d.Units, Mark: mark}
	b.Stitched = stitched
	b.Expanded = d.Expanded(b.Problems)
	b.Fixed = d.Fixed(b.Problems)
	spun := map[naming.Crossing]bool{}
	if d.Press != nil {
		for _, seam := range d.Press.Spun {
			spun[seam] = true
		}
	}
	b.Shelf = cloth.Check(d.Fabrics, b.Expanded.Roles, usable, d.Units, b.Problems)
	b.Shelf.Supply(d.Supplies, d.Units, b.Problems)
	if strip <= 2*s {
		b.Problems.Stop("too-narrow", "/strip",
			fmt.Sprintf("A strip cut %s wide is taken whole by its two seam allowances.", ruler.Print(strip)),
			fmt.Sprintf("Cut strips wider than %s.", ruler.Print(2*s)))
	}
	for _, f := range append([]cloth.Fabric{{}}, d.Fabrics...) {
		w, at := usable, "/cloth/usable"
		if f.Usable != "" {
			w, _ = f.Usable.Length(d.Units)
			at = problem.At("fabrics", slices.IndexFunc(d.Fabrics, func(g cloth.Fabric) bool { return g.ID == f.ID }),
				"usable")
		}
		if w <= squaring+4*s {
			b.Problems.Stop("cloth-too-narrow", at,
				fmt.Sprintf("Of %s of usable width, squaring up takes %s and nothing to sew is left.", ruler.Print(w),
					ruler.Print(squaring)), "Use wider cloth, or take less off when squaring up.")
			break
		}
	}
	b.Table = making.Table{
		Units: d.Units, Seam: s, Fold: fold, Strip: strip, Ruler: ruler, Squaring: squaring,
		Every: d.Cloth.Every, Spun: spun, Ends: d.Schools.Ends == "use", Marking: d.Schools.Marking,
		Usable: b.Shelf.Usable, Problems: b.Problems,
	}
	return !b.Problems.Stopped()
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
	if set.Layers < 1 || set.Layers > 8 {
		b.Problems.Stop("layers", "/settings/layers", fmt.Sprintf("%d layers cannot be cut at once.", set.Layers),
			"Cut 1 to 8 layers; fewer when unsure.")
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

// Fabric is the fabric of a role.
func (b Checked) Fabric(role string) string {
	f, _ := b.Shelf.Fabric(role)
	return f.ID
}
