package plan_test

import (
	"encoding/csv"
	"fmt"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"

	"vicis/core/batching"
	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/plan"
	"vicis/core/starter"
	"vicis/core/straight"
	"vicis/core/words"
	"vicis/internal/trial/whole"
)

// everyStart plans a quilt from every block and companion, with and without border and spares, in both rules.
func everyStart(t *testing.T, do func(name string, p plan.Plan)) {
	t.Helper()
	for _, o := range starter.Options() {
		for i, companion := range []starter.Companion{starter.None, starter.Plain, starter.Cornered} {
			if companion == starter.Cornered && o.Squares%2 == 0 {
				continue
			}
			c := starter.Choices{
				Name: "x", Block: o.Block, Squares: o.Squares, Companion: companion, Rows: 5,
				Columns: 4, Measure: measure.Inches, Strip: measure.Typed("2 1/2"),
			}
			if i == 1 {
				c.Measure, c.Strip, c.Border = measure.Centimetres, measure.Typed("6 cm"), measure.Typed("8 cm")
			}
			if i == 2 {
				c.Border = measure.Typed("3 1/2")
			}
			d := whole.Begin(t, c)
			d.Spares.Count = i
			do(fmt.Sprintf("%s, %s", o.Name, companion), whole.Planned(t, d))
		}
	}
}

var (
	number  = regexp.MustCompile(`\d+(\.\d+)?`)
	vulgars = strings.NewReplacer("½", ".5", "¼", ".25", "¾", ".75", "⅛", ".125", "⅜", ".375", "⅝", ".625", "⅞", ".875")
)

var (
	eachOf      = regexp.MustCompile(`of (one|each of \d+) (prints?|combinations? of prints)`)
	fraction    = regexp.MustCompile(`(?:(\d+) )?(\d+)/(\d+)`)
	hundredth   = regexp.MustCompile(`(\d\d) in a hundred`)
	firstNumber = regexp.MustCompile(`^≈?(\d*\.)?\d+`)
	taken       = regexp.MustCompile(`(\d+) (?:×|seams?)`)
)

// plainly writes fractions as decimals.
func plainly(text string) string {
	text = fraction.ReplaceAllStringFunc(text, func(f string) string {
		m := fraction.FindStringSubmatch(f)
		whole, _ := strconv.ParseFloat("0"+m[1], 64)
		n, _ := strconv.ParseFloat(m[2], 64)
		d, _ := strconv.ParseFloat(m[3], 64)
		return strconv.FormatFloat(whole+n/d, 'f', -1, 64)
	})
	return hundredth.ReplaceAllString(vulgars.Replace(text), "0.$1")
}

// pencil works a sum out as one does on paper: numbers and + − × ÷ ( ), words left out. false when there is nothing to
// work out.
func pencil(side string) (float64, bool) {
	side = plainly(side)
	var tokens []string
	for len(side) > 0 {
		if m := number.FindStringIndex(side); m != nil && m[0] == 0 {
			tokens = append(tokens, side[:m[1]])
			side = side[m[1]:]
			continue
		}
		if strings.HasPrefix(side, ".") && number.MatchString(side[1:2]) { // ½ alone
			m := number.FindStringIndex(side[1:])
			tokens = append(tokens, "0"+side[:1+m[1]])
			side = side[1+m[1]:]
			continue
		}
		for _, op := range []string{"+", "−", "×", "÷", "(", ")"} {
			if strings.HasPrefix(side, op) {
				tokens = append(tokens, op)
			}
		}
		_, after, _ := strings.Cut(side, string([]rune(side)[0]))
		side = after
	}
	pos := 0
	var expr, term, factor func() float64
	factor = func() float64 {
		if pos >= len(tokens) {
			return math.NaN()
		}
		tok := tokens[pos]
		pos++
		if tok == "(" {
			v := expr()
			pos++
			return v
		}
		v, err := strconv.ParseFloat(tok, 64)
		if err != nil {
			return math.NaN()
		}
		return v
	}
	term = func() float64 {
		v := factor()
		for pos < len(tokens) && (tokens[pos] == "×" || tokens[pos] == "÷") {
			op := tokens[pos]
			pos++
			if w := factor(); op == "×" {
				v *= w
			} else {
				v /= w
			}
		}
		return v
	}
	expr = func() float64 {
		v := term()
		for pos < len(tokens) && (tokens[pos] == "+" || tokens[pos] == "−") {
			op := tokens[pos]
			pos++
			if w := term(); op == "+" {
				v += w
			} else {
				v -= w
			}
		}
		return v
	}
	if len(tokens) == 0 {
		return 0, false
	}
	v := expr()
	return v, !math.IsNaN(v)
}

var names = regexp.MustCompile(
	`\b(\d+-patch, columns 1 to \d+|Set|Row|Half|Middle|[IVX]+|\d+-patch|Nine-patch|Four-patch|Chain block|Plain block|the border)\b( [IVX0-9]+)?( \+ [A-Z]\w*)*`)

// Every sum that a screen can show is worked out again. A ÷ may be rounded down (what goes into a strip) or up (what is
// needed); what is told as nearly so much may be off by half of the finest mark, as often as it is taken.
func TestEverySumStandsUpToAPencil(t *testing.T) {
	checked, nearly := 0, 0
	look := func(quilt string, p plan.Plan) {
		var called []string
		for _, s := range p.Steps {
			called = append(called, s.Name)
		}
		for _, s := range p.Things {
			called = append(called, s.Name)
		}
		slices.SortFunc(called, func(a, b string) int { return len(b) - len(a) })
		unnamed := func(sum string) string {
			for _, name := range called {
				sum = strings.ReplaceAll(sum, name, "")
			}
			return eachOf.ReplaceAllString(names.ReplaceAllString(sum, ""), "")
		}
		check := func(what string, w words.Working) {
			if len(w.Sums) == 0 || len(w.Rules) == 0 {
				t.Errorf("%s, %s: no working", quilt, what)
			}
			for _, sum := range w.Sums {
				for _, part := range strings.Split(strings.TrimPrefix(sum, "finished: "), "″, ") {
					left, right, found := strings.Cut(part, " = ")
					if !found {
						continue
					}
					got, ok1 := pencil(unnamed(left))
					told := firstNumber.FindString(plainly(right))
					want, ok2 := pencil(told)
					if !ok1 || !ok2 || told == "" {
						continue
					}
					checked++
					off := 1e-6
					if strings.Contains(part, "≈") {
						off = 1.0 / 128
						for _, m := range taken.FindAllStringSubmatch(left, -1) {
							n, _ := strconv.ParseFloat(m[1], 64)
							off += n / 128
						}
						nearly++
					}
					if d := got - want; math.Abs(d) > off && (!strings.Contains(left, "÷") || math.Abs(d) >= 1) {
						t.Errorf("%s, %s: %q: a pencil says %v", quilt, what, sum, got)
					}
				}
			}
		}
		for _, s := range p.Steps {
			check(string(s.ID), s.Working)
		}
		for _, c := range p.Cut {
			check("cloth "+c.Fabric, c.Working)
			for _, s := range c.Strips {
				if s.Patches != nil {
					check(string(s.Step), s.Patches.Working)
				}
			}
		}
		for _, s := range p.Sets {
			check(s.Set, s.Working)
			check(s.Set+" across", s.Across.Working)
		}
		for _, s := range p.Trim {
			check("size of "+s.Name, s.Working)
		}
	}
	everyStart(t, look)
	someQuilts(t, func(name string, _ document.Document, p plan.Plan) { look(name, p) })
	if checked < 16000 || nearly < 600 {
		t.Errorf("only %d sums were worked out, %d of what is nearly so much", checked, nearly)
	}
}

// No batch waits for itself: what a step takes is made by a step before it.
func TestTheOrderNeverWaitsForItself(t *testing.T) {
	everyStart(t, func(name string, p plan.Plan) {
		done := map[string]bool{}
		stage := 0
		for _, s := range p.Steps {
			for _, take := range s.Takes {
				if !done[string(take.Step)] {
					t.Errorf("%s: %s takes %s before it is made", name, s.ID, take.Step)
				}
			}
			if done[string(s.ID)] {
				t.Errorf("%s: %s stands twice", name, s.ID)
			}
			done[string(s.ID)] = true
			for batching.Stages[stage] != s.Stage {
				stage++ // runs out of bounds when a stage comes back
			}
		}
	})
}

func area(points []float64) float64 {
	sum := 0.0
	for i := 0; i < len(points); i += 2 {
		j := (i + 2) % len(points)
		sum += points[i]*points[j+1] - points[j]*points[i+1]
	}
	return math.Abs(sum) / 2
}

// Pictures are true: patches fill the outline, allowances are as wide as the allowance and lie inside, the quilt is
// filled.
func TestPicturesAreTrue(t *testing.T) {
	everyStart(t, func(name string, p plan.Plan) {
		s := p.Seam.Effective.Inches
		for id, pic := range p.Pictures {
			sum := 0.0
			for _, patch := range pic.Patches {
				sum += area(patch.Points)
			}
			if math.Abs(sum-pic.W*pic.H) > 0.02 {
				t.Errorf("%s, %s: patches cover %v of %v", name, id, sum, pic.W*pic.H)
			}
			for i, b := range pic.Bands {
				if len(pic.Bands) != len(pic.Seams) {
					break // opened seams have two
				}
				seam := pic.Seams[i]
				dx, dy := seam.X2-seam.X1, seam.Y2-seam.Y1
				wide := math.Hypot(dx, dy) * s
				// Along an axis the allowance is a whole rectangle; at 45° the edges of the piece take a corner of it.
				if got := area(b.Points); got > wide+1e-2 || got < wide-s*s-1e-2 || (dx == 0 || dy == 0) &&
					got < wide-1e-2 {
					t.Errorf("%s, %s: allowance of %v square inches beside a seam of %v", name, id, got,
						math.Hypot(dx, dy))
				}
				for j := 0; j < len(b.Points); j += 2 {
					x, y := b.Points[j], b.Points[j+1]
					if x < -1e-3 || y < -1e-3 || x > pic.W+1e-3 || y > pic.H+1e-3 {
						t.Errorf("%s, %s: allowance outside at %v, %v", name, id, x, y)
					}
				}
			}
			if len(pic.Bands) != len(pic.Seams) && len(pic.Bands) > 0 {
				t.Errorf("%s, %s: %d allowances for %d seams", name, id, len(pic.Bands), len(pic.Seams))
			}
		}
		sum := 0.0
		for _, c := range p.Quilt.Cells {
			b := p.Quilt.Blocks[c.Block]
			sum += b.W * b.H
		}
		for _, b := range p.Quilt.Borders {
			sum += area(b.Points)
		}
		if math.Abs(sum-p.Quilt.W*p.Quilt.H) > 0.1 {
			t.Errorf("%s: the quilt is %v, its parts are %v", name, p.Quilt.W*p.Quilt.H, sum)
		}
	})
}

// A set's seams pressed toward the first strip have their allowances above the stitches.
func TestAllowancesLieOnTheSideThatIsSaid(t *testing.T) {
	p := whole.Planned(t, whole.Begin(t, starter.Choices{
		Block: starter.Checkers, Squares: 2, Companion: starter.None, Rows: 2,
		Columns: 2,
	}))
	set := p.Pictures["set-I"]
	for _, l := range p.Press.Lines {
		if l.Step == "set-I" {
			top := math.Inf(1)
			for i := 1; i < len(set.Bands[0].Points); i += 2 {
				top = min(top, set.Bands[0].Points[i])
			}
			if up := top < set.Seams[0].Y1-1e-6; up != strings.Contains(l.Says, "upper") {
				t.Errorf("%q, and the allowance lies at %v by a seam at %v", l.Says, top, set.Seams[0].Y1)
			}
		}
	}
}

func TestValuesAreJudgedBetweenNeighbours(t *testing.T) {
	c := whole.Chain
	c.Fabrics = []cloth.Fabric{
		{ID: "a", Name: "A", Colour: "#203040"},
		{ID: "b", Name: "B", Colour: "#243444"},
		{ID: "c", Name: "C", Colour: "#f0e8d8"},
	}
	p := whole.Planned(t, whole.Begin(t, c))
	if got := p.Values.Pairs[0]; got.State != "blend" || got.Difference >= 8 ||
		!strings.Contains(p.Values.Says, "blend") {
		t.Errorf("two nearly alike: %+v", p.Values)
	}
	if got := p.Values.Fabrics; len(got) != 3 || got[0].Fabric != "a" || got[2].Fabric != "c" {
		t.Errorf("from dark to light: %+v", got)
	}
	for _, f := range p.Values.Fabrics {
		if l := (cloth.Fabric{Colour: f.Grey}).Lightness(); math.Abs(l-float64(f.Lightness)) > 1 {
			t.Errorf("%s as grey %s is %v light, its own value is %d", f.Name, f.Grey, l, f.Lightness)
		}
	}
}

func TestTheCutListIsCommaSeparatedValues(t *testing.T) {
	p := whole.Planned(t, whole.Begin(t, whole.Chain))
	text, err := p.CSV()
	if err != nil {
		t.Fatal(err)
	}
	rows, err := csv.NewReader(strings.NewReader(text)).ReadAll()
	if err != nil {
		t.Fatal(err)
	}
	if len(rows) != 1+5+1+4 { // head, kinds of strips, patches, sub-cuts
		t.Errorf("%d rows: %v", len(rows), rows)
	}
	if want := []string{"sub-cut", "Set I", "36", "2½″", "I", "0", "15"}; fmt.Sprint(rows[7]) != fmt.Sprint(want) {
		t.Errorf("%v", rows[7])
	}
	// What a spreadsheet would take for a formula is no formula.
	d := whole.Begin(t, whole.Chain)
	d.Fabrics[0].Name, d.Fabrics[1].Name = `=HYPERLINK("x")`, "-1 grey"
	if text, err = whole.Planned(t, d).CSV(); err != nil || !strings.Contains(text, `"'=HYPERLINK(""x"")"`) ||
		!strings.Contains(text, ",'-1 grey,") {
		t.Errorf("%v: %s", err, text)
	}
}

func TestSchoolsAreSaidWhereTheyApply(t *testing.T) {
	d := whole.Begin(t, whole.Chain)
	yes := true
	d.Schools.SetFirst, d.Schools.Pins, d.Schools.Joining = true, "crossings", "pairs"
	d.Settings.Buy = "m"
	p := whole.Planned(t, d)
	set, half := whole.Step(t, p, "set-I"), whole.Step(t, p, "half")
	if !strings.HasPrefix(set.Press, "flat as sewn first") || !strings.Contains(set.Sewing.Hold, "pairs of pairs") ||
		half.Sewing.Hold != "pin at every crossing" {
		t.Errorf("%+v, %+v", set.Sewing, half.Sewing)
	}
	if buy := p.Cut[0].Buy; !strings.HasSuffix(buy, " m") || p.Cut[0].Strips[0].Width.Text != "2½″" {
		t.Errorf("metres of cloth, inches of patch: %s, %s", buy, p.Cut[0].Strips[0].Width.Text)
	}
	d.Schools.SetFirst = false
	d.Schools.Steps = map[string]document.StepSchools{"half": {SetFirst: &yes, Pins: "none", Press: "open"}}
	p = whole.Planned(t, d)
	half = whole.Step(t, p, "half")
	if half.Press != "flat as sewn first, then open every seam flat" || half.Sewing.Hold != "" {
		t.Errorf("one step done differently: %+v", half.Sewing)
	}
	if strings.HasPrefix(whole.Step(t, p, "set-I").Press, "flat") || p.Press.Opened == 0 || p.Press.Clashes != 0 {
		t.Errorf("the others: %+v, %+v", whole.Step(t, p, "set-I").Sewing, p.Press)
	}
}

// A plain block between is recommended only where it helps: not where a block clashes inside, however it is surrounded.
func TestThePlainBlockIsRecommendedOnlyWhereItHelps(t *testing.T) {
	const advice = "a plain block between the pieced ones has no seam to clash with"
	d := whole.Begin(t, starter.Choices{Block: starter.Checkers, Squares: 2, Companion: starter.None, Rows: 4, Columns: 4})
	four := d.Parts[len(d.Parts)-1].How.(*straight.Joined)
	d.Roles = append(d.Roles, cloth.Role{ID: "C", Name: "third", Fabric: "dark"})
	d.Fabrics = append(d.Fabrics, cloth.Fabric{ID: "third", Name: "Third", Colour: "#884422"})
	d.Roles[2].Fabric = "third"
	set := d.Parts[0].How.(*straight.StripSet)
	d.Parts = append(d.Parts[:2:2], append([]making.Unit{
		{ID: "set-II", Name: "Set II", How: &straight.StripSet{Strips: []straight.SetStrip{
			{ID: "a", Role: "B"},
			{ID: "b", Role: "C"},
		}}},
		{ID: "II", Name: "II", How: &straight.SubCut{From: "set-II"}},
	}, d.Parts[2:]...)...)
	four.Columns = []making.Part{{ID: "a", Unit: "I"}, {ID: "b", Unit: "II"}} // no half turn looks the same
	p := whole.Planned(t, d)
	if p.Press.Clashes == 0 || !strings.Contains(p.Press.Detail, advice) {
		t.Errorf("clashes only between blocks: %s", p.Press.Detail)
	}
	four.Columns = []making.Part{{ID: "a", Unit: "I"}, {ID: "b", Unit: "I"}} // one segment beside itself never nests
	p = whole.Planned(t, d)
	if p.Press.Clashes == 0 || strings.Contains(p.Press.Detail, advice) {
		t.Errorf("clashes inside the block, of %d strips: %s", len(set.Strips), p.Press.Detail)
	}
}
