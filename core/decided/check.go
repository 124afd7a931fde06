package decided

import (
	"fmt"
	"strings"
	"unicode/utf8"

	"vicis/core/cloth"
	"vicis/core/measure"
	"vicis/core/problem"
	"vicis/core/school"
)

// How long names and notes may be, in letters.
const (
	longestName = 200
	longestNote = 10_000
)

// names refuses names and notes that nobody would read to their end.
func (b *reading) names() {
	d := b.d
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
func (b *reading) length(w measure.Written, at string, least, most measure.Length, what string) measure.Length {
	l, err := w.Length(), w.Err()
	ruler := measure.Ruler{Units: b.d.Units, Mark: 1}
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
func (b *reading) tests() {
	if n := len(b.d.Seam.Tests); n > mostTests {
		b.Problems.Stop("too-many-tests", "/seam/tests", fmt.Sprintf("%d test strips are kept.", n),
			fmt.Sprintf("Keep at most %d.", mostTests))
	}
	for i, one := range b.d.Seam.Tests {
		at := problem.At("seam", "tests", i)
		if strings.TrimSpace(one.Name) == "" {
			b.Problems.Stop("name-missing", at+"/name", "A test strip has no name.",
				"Name the machine, the foot and the needle position it was sewn with.")
		}
		if one.Strips < 2 || one.Strips > 20 {
			b.Problems.Stop("strip-count", at+"/strips", fmt.Sprintf("A test strip of %d strips has no seams to tell of, or "+
				"too many.", one.Strips), "Sew 2 to 20 strips.")
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
			ruler := measure.Ruler{Units: b.d.Units, Mark: SeamMark(b.d.Units)}
			b.Problems.Stop("measured-far-off", at+"/measured",
				fmt.Sprintf("%s is no test strip of %d strips cut %s: its seams would take %s.", ruler.Print(came), one.Strips,
					ruler.Print(cut), ruler.Print(max(0, takes))), "Measure it again across all strips, from raw edge to raw edge.")
		}
	}
}

// bought reads what holds in the shop, and the longest ruler.
func (b *reading) bought() {
	d := b.d
	var margin measure.Length
	if d.Cloth.Margin.Given() {
		margin = b.length(d.Cloth.Margin, "/cloth/margin", 0, 10*measure.Yard, "what to buy beyond the plan")
	}
	if b.Longest = d.Settings.LongestRuler(d.Units); d.Settings.Longest.Given() {
		b.Longest = b.length(d.Settings.Longest, "/settings/longest", 4*measure.Inch, 5*measure.Yard,
			"the longest ruler")
	}
	b.Buying = cloth.Purchase{
		Step: cloth.ShopStep(d.Settings.Buy == school.ByTheMetre), Shrinks: d.Cloth.Shrinks,
		Margin: margin,
	}
}

// amounts checks what is told in whole numbers.
func (b *reading) amounts() {
	d := b.d
	if d.Spares.Percent < 0 || d.Spares.Percent > 100 || d.Spares.Count < 0 || d.Spares.Count > 1000 {
		b.Problems.Stop("spares", "/spares", "Spares are 0 to 100 in a hundred, or 0 to 1000 of a kind.",
			"Ask for fewer spares.")
	}
	if max(len(d.Parts), len(d.Fabrics), len(d.Roles)) > mostUnits {
		b.Problems.Stop("too-many-units", "/units",
			fmt.Sprintf("The project has more than %d units, fabrics or roles.", mostUnits), "Split it into two projects.")
	}
	for _, one := range []struct {
		n, least, most       int
		code, at, says, mend string
	}{
		{
			d.Cloth.Every, 0, 100, "every", "/cloth/every", "An end cannot be squared up after every %d cuts.",
			"Write 1 to 100, or 0 for never.",
		},
		{d.Cloth.Shrinks, 0, 25, "shrinks", "/cloth/shrinks", "Cloth does not shrink by %d in a hundred.", "Write 0 to 25."},
		{
			d.Settings.Layers, 1, 8, "layers", "/settings/layers", "%d layers cannot be cut at once.",
			"Cut 1 to 8 layers; fewer when unsure.",
		},
		{
			d.Settings.PerSeam, 200, 500, "thread-per-seam", "/settings/perSeam",
			"A seam does not take %d %% of its length in thread.", "Write 200 to 500; 250 to 280 is usual.",
		},
		{d.Settings.Bobbin, 5, 500, "bobbin", "/settings/bobbin", "No bobbin holds %d m of thread.", "Write 5 to 500 m."},
		{
			d.Schools.Kit, 0, 1000, "kit", "/schools/kit", "A kit of %d blocks cannot be laid out.",
			"Write 1 to 1,000 blocks, or 0 to sew one step after another for the whole quilt.",
		},
		{
			d.Schools.Chain, 1, 500, "chain", "/schools/chain", "A chain of %d units cannot be sewn.",
			"Cut the chain after 1 to 500 units.",
		},
	} {
		if one.n < one.least || one.n > one.most {
			b.Problems.Stop(one.code, one.at, fmt.Sprintf(one.says, one.n), one.mend)
		}
	}
}

// wide checks that something is left of strips and cloth once they are squared up and sewn.
func (b *reading) wide(usable measure.Length) {
	d, s, say := b.d, b.Table.Seam, b.Say
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
		if w := d.Fabrics[i].Usable; w.Given() {
			good = check(w.Length(), problem.At("fabrics", i, "usable"))
		}
	}
}

// stitches checks how long stitches are.
func (b *reading) stitches() {
	for at, w := range []measure.Written{b.d.Settings.Stitch, b.d.Settings.Short} {
		if l := w.Length(); w.Given() && (w.Err() != nil || l < measure.Millimetre/2 || l > 6*measure.Millimetre) {
			b.Problems.Stop("stitch-length", []string{"/settings/stitch", "/settings/short"}[at],
				fmt.Sprintf("“%s” is no length of a stitch.", w), "Write 0.5 to 6 mm, as in 2.3 mm.")
		}
	}
}

// mostUnits bounds the lists of a document.
const mostUnits = 500
