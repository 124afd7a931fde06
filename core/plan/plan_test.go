package plan_test

import (
	"encoding/json"
	"fmt"
	"math/rand"
	"runtime"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/quilt"
	"vicis/core/starter"
	"vicis/core/straight"
	"vicis/internal/trial/whole"
)

// The two-block chain of 5 × 5, worked out with pencil and paper: 18 chain blocks and 17 plain ones.
func TestTheChainQuiltStandsUpToAPencil(t *testing.T) {
	p := whole.Planned(t, whole.Begin(t, whole.Chain))
	for id, want := range map[string]int{
		"strips/A/60960": 14, "strips/B/60960": 25, "strips/C/60960": 7, "strips/C/158496": 3, "pool/ground/256032": 3,
		"set-I": 3, "set-II": 3, "set-III": 2, "set-IV": 3, "I": 36, "II": 36, "III": 18, "IV": 34, "middle": 17,
		"half": 36, "block/c3": 18, "block": 18, "plain/middle": 17, "plain": 17, "row-1": 4, "row-2": 3, "rows": 6,
	} {
		if got := whole.Step(t, p, id).Make; got != want {
			t.Errorf("%s: %d, want %d", id, got, want)
		}
	}
	if len(p.Steps) != 22 {
		t.Errorf("%d steps", len(p.Steps))
	}
	if p.Finished.Text != "50″ × 70″" || p.Block.Text != "10″ × 10″" {
		t.Errorf("finishes %s in blocks of %s", p.Finished.Text, p.Block.Text)
	}
	buys := map[string]string{}
	for _, c := range p.Cut {
		buys[c.Fabric] = c.Length.Text + ", " + c.Buy
	}
	for id, want := range map[string]string{"dark": "35½″, 1 yd", "middle": "63″, 1¾ yd", "ground": "69″, 2 yd"} {
		if buys[id] != want {
			t.Errorf("%s: %s, want %s", id, buys[id], want)
		}
	}
	if p.Chain != 10 || p.Hand != "right" {
		t.Errorf("chain of %d, %s hand", p.Chain, p.Hand)
	}
	if p.Press.Clashes != 0 || p.Press.Crossings != 428 { // 16·18 inside, 28+28+30+30 between blocks, 24 at corners
		t.Errorf("%d of %d crossings clash", p.Press.Clashes, p.Press.Crossings)
	}
}

// Common practice: 12 nine-patches take 60 squares of one fabric and 48 of the other, 9 take 45 and 36; each finishes
// 6″ from 2½″ strips, and three 5″ squares by three are 14″ unfinished.
func TestNinePatchesTakeWhatQuiltersKnow(t *testing.T) {
	for _, c := range []struct{ rows, columns, dark, light int }{{4, 3, 60, 48}, {3, 3, 45, 36}} {
		p := whole.Planned(t, whole.Begin(t, starter.Choices{
			Block: starter.Checkers, Squares: 3, Companion: starter.None,
			Rows: c.rows, Columns: c.columns,
		}))
		count := map[string]int{}
		for _, cell := range p.Quilt.Cells {
			for _, patch := range p.Quilt.Blocks[cell.Block].Patches {
				count[patch.Fabric]++
			}
		}
		if count["dark"] != c.dark || count["light"] != c.light {
			t.Errorf("%d × %d: %v", c.rows, c.columns, count)
		}
	}
	p := whole.Planned(t, whole.Begin(t, starter.Choices{
		Block: starter.Checkers, Squares: 3, Companion: starter.None, Rows: 1,
		Columns: 1, Measure: measure.Inches, Strip: measure.Typed("5"),
	}))
	for _, size := range p.Trim {
		if size.ID == "block" && (size.Unfinished != "14″ × 14″" || size.Finished != "13½″ × 13½″") {
			t.Errorf("nine 5″ squares: %+v", size)
		}
	}
}

// Common practice: strips measured at another allowance: three 2½″ strips at 5/16″ are 6¼″ wide.
func TestSizesUseTheEffectiveAllowance(t *testing.T) {
	d := whole.Begin(t, starter.Choices{Block: starter.Checkers, Squares: 3, Companion: starter.None, Rows: 1, Columns: 1})
	d.Seam = document.Allowance{Stitched: measure.Typed("9/32 in"), Fold: measure.Typed("1/32 in")}
	p := whole.Planned(t, d)
	if got := p.Sets[0].Wide.Text; got != "6¼″" || p.Seam.Effective.Text != "5/16″" {
		t.Errorf("three strips at %s: %s, want 6¼″", p.Seam.Effective.Text, got)
	}
}

func TestTheSameDocumentGivesTheSamePlanByteForByte(t *testing.T) {
	d := whole.Begin(t, whole.Chain)
	first, err := json.Marshal(whole.Planned(t, d))
	if err != nil {
		t.Fatal(err)
	}
	for range 20 {
		text, err := document.Write(d)
		if err != nil {
			t.Fatal(err)
		}
		again, _ := document.Read(text)
		second, err := json.Marshal(whole.Planned(t, again))
		if err != nil || string(first) != string(second) {
			t.Fatalf("another plan: %v", err)
		}
	}
}

// What is cut is what later steps take, and the declared spares; strips hold their sub-cuts; areas of cloth suffice.
func TestWhatIsCutIsWhatIsNeeded(t *testing.T) {
	rng := rand.New(rand.NewSource(9))
	for range 60 {
		blocks := starter.Options()
		o := blocks[rng.Intn(len(blocks))]
		c := starter.Choices{
			Block: o.Block, Squares: o.Squares,
			Companion: []starter.Companion{starter.None, starter.Plain}[rng.Intn(2)], Rows: 1 + rng.Intn(12),
			Columns: 1 + rng.Intn(12),
		}
		if rng.Intn(2) == 0 {
			c.Border = measure.Typed("3 1/2")
		}
		d := whole.Begin(t, c)
		d.Spares.Percent, d.Spares.Count = rng.Intn(10), rng.Intn(3)
		p := whole.Planned(t, d)
		taken := map[string]int{}
		laid := map[string]int{}
		for _, cell := range p.Quilt.Cells {
			laid[string(cell.Block)]++
		}
		for _, s := range p.Steps {
			for _, t := range s.Takes {
				taken[string(t.Step)] += (s.Make*t.Each + t.Per - 1) / t.Per
			}
		}
		for _, s := range p.Steps {
			want := taken[string(s.ID)] + s.Spare
			switch {
			case s.Stage == "rows" || s.Stage == "top":
				continue // the quilt itself takes these
			case c.Columns == 1 && laid[string(s.ID)] > 0:
				want = laid[string(s.ID)] + s.Spare // a single column has no row seams: blocks go straight into the top
			}
			if s.Make != want {
				t.Fatalf("%v: %s makes %d, later steps take %d and %d are spare", c, s.ID, s.Make, taken[string(s.ID)],
					s.Spare)
			}
		}
		for _, set := range p.Sets {
			a := set.Across
			sets := 0
			for _, l := range a.Layups {
				sets += l.Times
			}
			if sets != a.Strips || !a.Proven {
				t.Fatalf("%+v", a)
			}
		}
		whole.Scripted(t, p)
	}
}

func TestTheScriptOfEveryBlockMakesWhatThePlanSays(t *testing.T) {
	for _, d := range whole.Blocks(t) {
		d.Spares.Count, d.Cloth.Every = 3, 4
		p, problems := plan.Make(d, nil)
		if problems.Stopped() {
			t.Fatal(d.Name, problems)
		}
		whole.Scripted(t, p)
		d.Schools.Ends = "use"
		used, problems := plan.Make(d, nil)
		if problems.Stopped() {
			t.Fatal(d.Name, problems)
		}
		whole.Scripted(t, used)
		for i, f := range used.Cut {
			if f.Length.Inches > p.Cut[i].Length.Inches {
				t.Errorf("%s: %s of %s with ends used, %s without", d.Name, f.Length.Text, f.Name, p.Cut[i].Length.Text)
			}
		}
	}
}

func TestStepsAreNamedByTheDocumentNotBySizeOrPlace(t *testing.T) {
	d := whole.Begin(t, whole.Chain)
	before := whole.Planned(t, d)
	d.Strip, d.Top.Rows = measure.Typed("3 in"), 9
	d.Fabrics[0].Name = "Another"
	d.Parts[0], d.Parts[2] = d.Parts[2], d.Parts[0]
	after := whole.Planned(t, d)
	ids := map[string]bool{}
	for _, s := range after.Steps {
		ids[string(s.ID)] = true
	}
	for _, s := range before.Steps {
		if _, pile := s.ID.Pile(); ids[string(s.ID)] == pile { // strips of another width are another pile
			t.Errorf("%s is gone after a change of sizes and order", s.ID)
		}
	}
	if whole.Step(t, before, "half").Exact == whole.Step(t, after, "half").Exact {
		t.Error("a half of other size has the same exact size")
	}
}

func TestNonsenseIsSaidAtItsPlace(t *testing.T) {
	for _, c := range []struct {
		name   string
		change func(*document.Document)
		code   string
		at     string
	}{
		{"no name", func(d *document.Document) { d.Name = " " }, "name-missing", "/name"},
		{"a name without end", func(d *document.Document) { d.Name = strings.Repeat("Ä", 201) }, "too-long", "/name"},
		{"a note without end", func(d *document.Document) { d.Note = strings.Repeat("x", 10_001) }, "too-long", "/note"},
		{
			"a fabric's name without end", func(d *document.Document) { d.Fabrics[1].Name = strings.Repeat("x", 900_000) },
			"too-long", "/fabrics/1/name",
		},
		{
			"a thousand prints", func(d *document.Document) { d.Fabrics[0].Prints = 1000 }, "print-count",
			"/fabrics/0/prints",
		},
		{"strip is a word", func(d *document.Document) { d.Strip = measure.Typed("wide") }, "length-unreadable", "/strip"},
		{"strip of nothing", func(d *document.Document) { d.Strip = measure.Typed("0") }, "too-small", "/strip"},
		{"strip taken by its seams", func(d *document.Document) { d.Strip = measure.Typed("1/2") }, "too-narrow", "/strip"},
		{
			"strip wider than the cloth", func(d *document.Document) {
				d.Strip, d.Cloth.Usable = measure.Typed("12"),
					measure.Typed("11")
			},
			"wider-than-cloth", "/units/0/how/strips/0/width",
		},
		{
			"cloth shorter than the sub-cut",
			func(d *document.Document) { d.Parts[1].How.(*straight.SubCut).Width = making.Typed("39 5/8") }, "cloth-too-short",
			"/units/1/how/width",
		},
		{
			"cloth lost to squaring up", func(d *document.Document) {
				d.Cloth.Usable, d.Cloth.Squaring = measure.Typed("10"), measure.Typed("10")
			},
			"cloth-too-narrow", "/cloth/usable",
		},
		{"a milliard blocks", func(d *document.Document) { d.Top.Rows = 1e9 }, "row-count", "/top/rows"},
		{
			"too many blocks", func(d *document.Document) { d.Top.Rows, d.Top.Columns = 101, 100 }, "too-many-blocks",
			"/top/rows",
		},
		{"no columns", func(d *document.Document) { d.Top.Columns = 0 }, "column-count", "/top/columns"},
		{"no blocks", func(d *document.Document) { d.Top.Repeat = nil }, "repeat-empty", "/top/repeat"},
		{
			"uneven repeat", func(d *document.Document) { d.Top.Repeat[1] = d.Top.Repeat[1][:1] }, "repeat-uneven",
			"/top/repeat/1",
		},
		{
			"a strip set as a block", func(d *document.Document) { d.Top.Repeat = [][]quilt.Cell{{{Unit: "set-I"}}} },
			"not-a-block", "/top/repeat/0/0/unit",
		},
		{
			"an unknown block", func(d *document.Document) { d.Top.Repeat = [][]quilt.Cell{{{Unit: "nothing"}}} },
			"unit-unknown", "/top/repeat/0/0/unit",
		},
		{
			"blocks of two sizes", func(d *document.Document) { d.Top.Repeat[0][1].Unit = "I" }, "blocks-differ",
			"/top/repeat/1/1",
		},
		{
			"a block turned by 10°", func(d *document.Document) { d.Top.Repeat[0][0].Turn = 10 }, "turn",
			"/top/repeat/0/0/turn",
		},
		{
			"a border of air", func(d *document.Document) { d.Top.Borders[0].Role = "air" }, "role-without-fabric",
			"/top/borders/0/role",
		},
		{
			"a border of nothing", func(d *document.Document) { d.Top.Borders[0].Width = making.Typed("1/4") }, "too-narrow",
			"/top/borders/0/width",
		},
		{
			"a border with a unit's id", func(d *document.Document) { d.Top.Borders[0].ID = "block" }, "id-not-unique",
			"/top/borders/0/id",
		},
		{
			"a role of no fabric", func(d *document.Document) { d.Roles[0].Fabric = "gone" }, "role-without-fabric",
			"/roles/0/fabric",
		},
		{
			"a colour that is none", func(d *document.Document) { d.Fabrics[0].Colour = "blue" }, "colour-unreadable",
			"/fabrics/0/colour",
		},
		{
			"an allowance of a foot", func(d *document.Document) { d.Seam.Stitched = measure.Typed("12") }, "too-large",
			"/seam/stitched",
		},
		{
			"a school that is none", func(d *document.Document) { d.Schools.Press = "steam" }, "school-unknown",
			"/schools/press",
		},
		{"spares below nothing", func(d *document.Document) { d.Spares.Count = -1 }, "spares", "/spares"},
	} {
		choices := whole.Chain
		choices.Border = measure.Typed("3 1/2")
		d := whole.Begin(t, choices)
		c.change(&d)
		_, problems := plan.Make(d, nil)
		found := false
		for _, p := range problems {
			found = found || p.Code == c.code && p.At == c.at && p.Stops && p.Says != "" && p.Mend != ""
		}
		if !found {
			t.Errorf("%s: want %s at %s, got %+v", c.name, c.code, c.at, problems)
		}
	}
}

func TestBordersAreButtedAndJoined(t *testing.T) {
	c := whole.Chain
	c.Border = measure.Typed("3 1/2")
	p := whole.Planned(t, whole.Begin(t, c))
	if p.Finished.Text != "56″ × 76″" {
		t.Errorf("finishes %s", p.Finished.Text)
	}
	// 2 × 70½ + 2 × 56½ = 254″ from strips of 39½″ that lose ½″ at each of their joins: 7.
	if got := whole.Step(t, p, "border/strips").Make; got != 7 {
		t.Errorf("%d border strips, want 7", got)
	}
	if s := whole.Step(t, p, "border/sides"); s.Sewing.Length.Text != "70½″" || s.Make != 2 {
		t.Errorf("%+v", s.Sewing)
	}
}

func TestTextTellsTheWholePlan(t *testing.T) {
	text := whole.Planned(t, whole.Begin(t, whole.Chain)).Text()
	for _, want := range []string{
		"finishes 50″ × 70″", "Cut 14 strips 2½″ wide from Dark.",
		"Sub-cut 36 at 2½″ from Set I, 15 from each.", "All 428 crossings of this quilt nest",
	} {
		if !strings.Contains(text, want) {
			t.Errorf("%q is missing in\n%s", want, text)
		}
	}
}

// A small document can ask for very much: it is answered at once with what is too much, and nothing is planned for
// minutes.
func TestGreedyDocumentsAreRefused(t *testing.T) {
	d := whole.Begin(t, whole.Chain)
	part := "block"
	for i := range 400 {
		id := fmt.Sprintf("more-%d", i)
		columns := []making.Part{{ID: "a", Unit: naming.Unit(part)}, {ID: "b", Unit: naming.Unit(part)}}
		if i > 6 { // from some thousand patches on, side by side with a plain block
			columns = []making.Part{{ID: "a", Unit: "more-6"}, {ID: "b", Unit: "plain"}}
		}
		d.Parts = append(d.Parts, making.Unit{ID: naming.Unit(id), Name: id, How: &straight.Joined{Columns: columns}})
		part = id
	}
	p, problems := plan.Make(d, nil)
	if !problems.Stopped() || problems[len(problems)-1].Code != "too-many-patches" || len(p.Steps) > 0 {
		t.Errorf("%d problems, %d steps", len(problems), len(p.Steps))
	}
	patches := 0
	for _, pic := range p.Pictures {
		patches += len(pic.Patches)
	}
	if patches > making.MostPatchesInAll {
		t.Errorf("%d patches were drawn", patches)
	}
}

func BenchmarkPlanOfTheDemo(b *testing.B) {
	d := whole.Begin(b, whole.Chain)
	for b.Loop() {
		plan.Make(d, nil)
	}
}

// Growth from 6 × 6 to 60 × 60 blocks: the ratio of these is what to look at.
func BenchmarkPlanBySize(b *testing.B) {
	for _, n := range []int{6, 20, 60} {
		b.Run(fmt.Sprintf("%dx%d", n, n), func(b *testing.B) {
			c := whole.Chain
			c.Rows, c.Columns = n, n
			d := whole.Begin(b, c)
			for b.Loop() {
				p, _ := plan.Make(d, nil)
				runtime.KeepAlive(p)
			}
		})
	}
}
