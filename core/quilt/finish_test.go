package quilt_test

import (
	"slices"
	"strings"
	"testing"

	"vicis/core/ask"
	"vicis/core/askcloth"
	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/leftover"
	"vicis/core/library"
	"vicis/core/machine"
	"vicis/core/making"
	"vicis/core/mat"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/quilt"
	"vicis/core/straight"
	"vicis/internal/trial/whole"
)

func stripsFor(t testing.TB, p plan.Plan, step string) mat.StripCut {
	t.Helper()
	for _, f := range p.Cut {
		for _, s := range f.Strips {
			if string(s.Step) == step {
				return s
			}
			if s.Patches != nil {
				for _, c := range s.Patches.Cuts {
					if string(c.Step) == step {
						return s
					}
				}
			}
		}
	}
	t.Fatalf("no strips %q", step)
	return mat.StripCut{}
}

// A quilt of 80″ × 80″ (geometry): binding 320 + 12 = 332″, nine strips of 40″; backing 4″ larger on every side of the
// 80½″ top from cloth 108″ wide: 88½″, one length, a strip of 19½″ left along it (88″ and 20″ where the finished size
// is taken).
func TestBindingAndBackingOfAQuiltOf80(t *testing.T) {
	d := whole.Plain(t, 10, 10)
	d.Top.Binding = &quilt.Binding{Role: "A"}
	d.Top.Backing = &quilt.Backing{Role: "B"}
	p := whole.Planned(t, d)
	bind := stripsFor(t, p, "binding/strips")
	if bind.Count != 9 || bind.Width.Text != "2½″" || !strings.Contains(bind.Joined, "332″") {
		t.Errorf("%+v", bind)
	}
	back := stripsFor(t, p, "backing/lengths")
	if back.Count != 1 || back.Width.Text != "88½″" || !strings.Contains(back.Joined, "19½″") {
		t.Errorf("%+v", back)
	}
	made := map[string]machine.StepShown{}
	for _, s := range p.Steps {
		made[string(s.ID)] = s
	}
	if _, joined := made["backing/join"]; joined || made["binding/join"].Make != 8 || made["binding/round"].Make != 1 {
		t.Errorf("%+v", made["binding/join"])
	}
}

// The same backing of a fabric that is bought 40″ wide, of which 3 yd of 108″ lie there: one length of 88½″, its edge
// cleaned by ½″, of 108″ leaves 19″; nothing is bought, and beside it 19½″ are left. Of 2¼ yd it does not come, and three
// lengths of 40″ are bought: 3 × 88½″ + ½″ = 266″, 7½ yd. Of 60″ × 3 yd comes one of the three: 177½″, 5 yd. Of 60″ × 6
// yd come two, which are 119″ wide: 216″ − 177½″ = 38½″ are left.
func TestAWidePieceIsABacking(t *testing.T) {
	for _, c := range []struct {
		wide, long string
		count      int
		buy, shelf string
	}{
		{"108 in", "3 yd", 1, "nothing", "1 length of 88½″ from 108″ of cloth 108″ wide on the shelf; 19″ of it is left"},
		{"108 in", "2 1/4 yd", 3, "7½ yd", ""},
		{"60 in", "3 yd", 3, "5 yd", ""},
		{"60 in", "6 yd", 2, "nothing", "2 lengths of 88½″ from 216″ of cloth 60″ wide on the shelf; 38½″ of it is left"},
	} {
		d := whole.Plain(t, 10, 10)
		d.Top.Backing = &quilt.Backing{Role: "B"}
		for i := range d.Fabrics {
			d.Fabrics[i].Usable = measure.Written{}
		}
		d.Supplies = []cloth.Supply{{
			ID: "wide", Fabric: d.Roles[1].Fabric, Kind: cloth.Yardage, Width: measure.Typed(c.wide),
			Length: measure.Typed(c.long), Count: 1,
		}}
		p := whole.Planned(t, d)
		back := stripsFor(t, p, "backing/lengths")
		for _, f := range p.Cut {
			if f.Fabric == d.Roles[1].Fabric && (f.Buy != c.buy || c.shelf != "" && !slices.Contains(f.Shelf, c.shelf)) {
				t.Errorf("%s × %s: buy %s, %q", c.wide, c.long, f.Buy, f.Shelf)
			}
		}
		if back.Count != c.count {
			t.Errorf("%s × %s: %d lengths", c.wide, c.long, back.Count)
		}
		beside := slices.ContainsFunc(p.Remnants, func(r leftover.Remnant) bool { return r.Size == "19½″ × 88½″" })
		if beside != (c.count == 1) {
			t.Errorf("%s × %s leaves %+v", c.wide, c.long, p.Remnants)
		}
		whole.ToTheEnd(t, p, d)
		whole.Scripted(t, p)
	}
}

// From cloth 40″ wide, by hand. 56½″ × 72½″ needs 64½″ × 80½″: along, two lengths give 79″ and take 161″ of cloth;
// across, two give 79″ where 80½″ is needed, and three of 64½″ take 193½″. Halved to both sides two give 78″. 32½″ ×
// 48½″ needs 40½″ × 56½″: half an inch too wide for one length; two along take 113″, two across 81″. 80½″ square needs
// 88½″: three lengths, 118″.
func TestBackingIsJoinedTheWayThatTakesLess(t *testing.T) {
	for _, c := range []struct {
		columns, rows int
		place         quilt.SeamPlace
		lengths       int
		long          string
		says          string
	}{
		{7, 9, "", 2, "80½″", "along the quilt, with an allowance of ½″; 14½″ wider"},
		{
			7, 9, quilt.AtTheSides, 2, "80½″",
			"Halve one of them along its length and sew the halves to both sides of the other, along the quilt; 13½″ wider",
		},
		{4, 6, "", 2, "40½″", "across the quilt, with an allowance of ½″; 22½″ wider"},
		{10, 10, "", 3, "88½″", "along the quilt, with an allowance of ½″; 29½″ wider"},
		{10, 10, quilt.AtTheSides, 3, "88½″", "29½″ wider"},
		{3, 3, "", 1, "32½″", "It is wide enough as it is; a strip of 7½″ is left along it."},
	} {
		d := whole.Plain(t, c.columns, c.rows)
		d.Top.Backing = &quilt.Backing{Role: "A", Seams: c.place}
		back := stripsFor(t, whole.Planned(t, d), "backing/lengths")
		if back.Count != c.lengths || back.Width.Text != c.long || !strings.Contains(back.Joined, c.says) {
			t.Errorf("%d × %d: %d of %s: %s", c.columns, c.rows, back.Count, back.Width.Text, back.Joined)
		}
	}
}

// Borders are cut to the top as it was measured, and everything outside them follows; corner squares shorten top and
// bottom.
func TestBordersAreHeldBackUntilTheTopIsMeasured(t *testing.T) {
	d := whole.Plain(t, 4, 5)
	d.Top.Borders = []quilt.Border{
		{ID: "inner", Name: "the inner border", Role: "A", Width: making.Typed("2 1/2 in")},
		{ID: "outer", Name: "the outer border", Role: "A", Width: making.Typed("4 1/2 in"), Corners: "B"},
	}
	p := whole.Planned(t, d)
	// 32½ × 40½; the inner border 2″ finished: 36½ × 44½; the outer 4″: 44½ × 52½.
	inner, outer := stripsFor(t, p, "inner/strips"), stripsFor(t, p, "outer/strips")
	if !inner.Held || !strings.Contains(inner.Joined, "2 of 40½″ for the sides and 2 of 36½″ for top and bottom") {
		t.Errorf("%+v", inner)
	}
	if !strings.Contains(outer.Joined, "2 of 44½″ for the sides and 2 of 36½″ for top and bottom") {
		t.Errorf("%+v", outer)
	}
	if p.Finished.Text != "44″ × 52″" {
		t.Errorf("finishes %s", p.Finished.Text)
	}
	squares := stripsFor(t, p, "outer/squares")
	if squares.Patches.Cuts[0].Make != 4 || squares.Width.Text != "4½″" || squares.Patches.Cuts[0].Width.Text != "4½″" {
		t.Errorf("%+v", squares)
	}
	d.Top.Measured = &quilt.Measured{Width: measure.Typed("32 1/4 in"), Height: measure.Typed("40 3/4 in")}
	p = whole.Planned(t, d)
	inner = stripsFor(t, p, "inner/strips")
	if inner.Held || !strings.Contains(inner.Joined, "2 of 40¾″ for the sides and 2 of 36¼″ for top and bottom") ||
		p.Finished.Text != "43¾″ × 52¼″" {
		t.Errorf("%+v, finishes %s", inner, p.Finished.Text)
	}
	d.Top.Measured.Width = measure.Typed("30 in")
	if _, problems := plan.Make(d, nil); !whole.Has(problems, "measured-far", "/top/measured/width") {
		t.Errorf("%v", problems)
	}
}

func TestBadFinishingIsSaidAtItsPlace(t *testing.T) {
	for _, c := range []struct {
		change   func(*document.Document)
		code, at string
	}{
		{
			func(d *document.Document) { d.Top.Backing = &quilt.Backing{Role: "Z"} }, "role-without-fabric",
			"/top/backing/role",
		},
		{
			func(d *document.Document) { d.Top.Backing = &quilt.Backing{Role: "A", Overhang: measure.Typed("far")} },
			"length-unreadable",
			"/top/backing/overhang",
		},
		{
			func(d *document.Document) { d.Top.Backing = &quilt.Backing{Role: "A", Overhang: measure.Typed("3 yd")} },
			"too-large",
			"/top/backing/overhang",
		},
		{
			func(d *document.Document) { d.Top.Backing = &quilt.Backing{Role: "A", Seams: "everywhere"} }, "seams-unknown",
			"/top/backing/seams",
		},
		{
			func(d *document.Document) { d.Top.Binding = &quilt.Binding{Role: ""} }, "role-without-fabric",
			"/top/binding/role",
		},
		{
			func(d *document.Document) { d.Top.Binding = &quilt.Binding{Role: "A", Width: making.Typed("1/2 in")} },
			"too-narrow",
			"/top/binding/width",
		},
		{
			func(d *document.Document) { d.Top.Binding = &quilt.Binding{Role: "A", Width: making.Typed("2 2 2")} },
			"length-unreadable",
			"/top/binding/width",
		},
		{
			func(d *document.Document) {
				d.Top.Block = &quilt.Measured{Width: measure.Typed("8 in"), Height: measure.Typed("tall")}
			},
			"length-unreadable", "/top/block/height",
		},
		{
			func(d *document.Document) {
				d.Top.Measured = &quilt.Measured{Width: measure.Written{}, Height: measure.Typed("40 in")}
			},
			"length-unreadable", "/top/measured/width",
		},
		{
			func(d *document.Document) {
				d.Top.Measured = &quilt.Measured{Width: measure.Typed("32 in"), Height: measure.Typed("1/2 in")}
			}, "too-small",
			"/top/measured/height",
		},
		{func(d *document.Document) {
			d.Top.Borders = []quilt.Border{{ID: "b", Name: "b", Role: "A", Width: making.Typed("3 in"), Corners: "Z"}}
		}, "role-without-fabric", "/top/borders/0/corners"},
		{
			func(d *document.Document) { d.Top.Sashing = &quilt.Sashing{Role: "Z"} }, "role-without-fabric",
			"/top/sashing/role",
		},
		{
			func(d *document.Document) { d.Top.Sashing = &quilt.Sashing{Role: "A", Corners: "Z"} }, "role-without-fabric",
			"/top/sashing/corners",
		},
		{
			func(d *document.Document) { d.Top.Sashing = &quilt.Sashing{Role: "A", Width: making.Typed("1/2 in")} },
			"too-narrow",
			"/top/sashing/width",
		},
		{
			func(d *document.Document) { d.Top.Sashing = &quilt.Sashing{Role: "A", Width: making.Typed("a yard")} },
			"length-unreadable",
			"/top/sashing/width",
		},
		{
			func(d *document.Document) { d.Top.Sashing = &quilt.Sashing{Role: "A", Width: making.Typed("1 yd")} }, "too-wide",
			"/top/sashing/width",
		},
		{
			func(d *document.Document) { d.Parts[0].ID, d.Top.Repeat[0][0].Unit = "backing", "backing" }, "id-not-unique",
			"/units/0/id",
		},
	} {
		d := whole.Plain(t, 2, 2)
		c.change(&d)
		p, problems := plan.Make(d, nil)
		if !whole.Has(problems, c.code, c.at) || len(p.Steps) > 0 {
			t.Errorf("%s at %s: %v", c.code, c.at, problems)
		}
	}
}

// Sashing by hand: 8″ squares, sashing cut 2½″, 2″ finished.
func TestSashingIsCountedByHand(t *testing.T) {
	for _, c := range []struct {
		columns, rows           int
		sashing                 quilt.Sashing
		finished                string
		upright, level, corners int
		long                    string // of a level piece
	}{
		{3, 4, quilt.Sashing{Role: "A", Width: making.Typed("2 1/2 in"), Corners: "B"}, "28″ × 38″", 8, 9, 6, "8½″ × 2½″"},
		{
			3, 4,
			quilt.Sashing{Role: "A", Width: making.Typed("2 1/2 in"), Corners: "B", Outer: true},
			"32″ × 42″", 16, 15, 20,
			"8½″ × 2½″",
		},
		{3, 4, quilt.Sashing{Role: "A", Width: making.Typed("2 1/2 in")}, "28″ × 38″", 8, 3, 0, "28½″ × 2½″"},
		{3, 4, quilt.Sashing{Role: "A", Width: making.Typed("2 1/2 in"), Outer: true}, "32″ × 42″", 16, 5, 0, "32½″ × 2½″"},
		{10, 10, quilt.Sashing{Role: "A", Width: making.Typed("2 1/2 in")}, "98″ × 98″", 90, 9, 0, "98½″ × 2½″"},
		{
			1, 1,
			quilt.Sashing{Role: "A", Width: making.Typed("2 1/2 in"), Corners: "B", Outer: true},
			"12″ × 12″", 2, 2, 4,
			"8½″ × 2½″",
		},
	} {
		d := whole.Plain(t, c.columns, c.rows)
		d.Top.Sashing = &c.sashing
		p := whole.Planned(t, d)
		if p.Finished.Text != c.finished || p.Blocks != c.columns*c.rows || p.Rows != c.rows ||
			p.Block.Text != "8″ × 8″" {
			t.Errorf("%+v: finishes %s, %d blocks of %s", c.sashing, p.Finished.Text, p.Blocks, p.Block.Text)
		}
		made, size := map[string]int{}, map[string]string{}
		for _, s := range p.Steps {
			made[string(s.ID)], size[string(s.ID)] = s.Make, s.Size
		}
		if made[string(naming.SashUpright)] != c.upright || made[string(naming.SashLevel)] != c.level ||
			made[string(naming.SashCorner)] != c.corners || made["p"] != c.columns*c.rows {
			t.Errorf("%+v: %v", c.sashing, made)
		}
		if size[string(naming.SashLevel)] != c.long {
			t.Errorf("%+v: level pieces of %s, not %s", c.sashing, size[string(naming.SashLevel)], c.long)
		}
		if p.Press.Clashes != 0 {
			t.Errorf("%+v: %d crossings clash", c.sashing, p.Press.Clashes)
		}
		if len(p.Things) != 1 || p.Things[0].ID != "p" {
			t.Errorf("%+v: sashing is offered as a block: %+v", c.sashing, p.Things)
		}
		cells := len(p.Quilt.Cells)
		if last := p.Quilt.Cells[cells-1]; last.X+p.Quilt.Blocks[last.Block].W != p.Quilt.W ||
			last.Y+p.Quilt.Blocks[last.Block].H != p.Quilt.H {
			t.Errorf("%+v: the last cell ends at %v × %v of %v × %v", c.sashing, last.X+p.Quilt.Blocks[last.Block].W,
				last.Y+p.Quilt.Blocks[last.Block].H, p.Quilt.W, p.Quilt.H)
		}
		whole.Scripted(t, p)
	}
	// Nine lengths of 98½″ right through are 886½″; from strips of 39½″ usable, joined: (886½ − ½) ÷ 39 = 22.7, 23
	// strips.
	d := whole.Plain(t, 10, 10)
	d.Top.Sashing = &quilt.Sashing{Role: "A", Width: making.Typed("2 1/2 in")}
	if s := stripsFor(t, whole.Planned(t, d), "sash@level/strips"); s.Count != 23 ||
		!strings.Contains(s.Joined, "Cut 9 of 98½″") {
		t.Errorf("%+v", s)
	}
}

// Blocks whose seams clash when they touch nest once plain sashing lies between them: what is left lies inside the
// blocks.
func TestSashingLetsBlocksNest(t *testing.T) {
	for _, d := range whole.Blocks(t) {
		before := whole.Planned(t, d)
		d.Top.Sashing = &quilt.Sashing{Role: d.Roles[0].ID, Corners: d.Roles[0].ID}
		if after := whole.Planned(t, d); after.Press.Clashes > before.Press.Clashes {
			t.Errorf("%s: %d clashes with sashing, %d without", d.Name, after.Press.Clashes, before.Press.Clashes)
		}
	}
}

func TestBackwardsKnowsOfSashing(t *testing.T) {
	d := whole.Plain(t, 2, 2)
	d.Top.Sashing = &quilt.Sashing{Role: "B", Width: making.Typed("2 1/2 in"), Corners: "B", Outer: true}
	// Four squares of 8½″ from a strip of 39½″; 4 strips are 34½″ of a yard, 16 blocks; Wide gives the sashing.
	r, problems := askcloth.Backwards(d, []askcloth.SupplyThere{{Fabric: "f", Length: measure.Typed("1 yd")}},
		ask.Enough(nil))
	if problems.Stopped() || r.Columns != 4 || r.Rows != 4 || r.Finished.Text != "42″ × 42″" {
		t.Errorf("%+v %v", r, problems)
	}
}

// Sashing and plain blocks wait for the pieced blocks: their cuts share no strip with what is safe, and follow what is
// measured.
func TestWhatDependsOnABlockWaitsForIt(t *testing.T) {
	held := func(p plan.Plan) (cuts, lines int) {
		for _, f := range p.Cut {
			for _, s := range f.Strips {
				if s.Patches == nil {
					continue
				}
				waits := 0
				for _, c := range s.Patches.Cuts {
					if c.Held {
						waits++
					}
				}
				if waits != 0 && waits != len(s.Patches.Cuts) {
					t.Errorf("%s: what is safe shares a strip with what waits: %+v", p.Name, s.Patches.Cuts)
				}
				cuts += waits
			}
		}
		for _, part := range p.Script {
			for _, l := range part.Lines {
				if l.Held != "" {
					lines++
				}
			}
		}
		return cuts, lines
	}
	var d document.Document
	for _, one := range whole.Blocks(t) {
		if one.Name == "Churn dash" {
			d = one
		}
	}
	if cuts, _ := held(whole.Planned(t, d)); cuts != 0 {
		t.Errorf("%d cuts wait for nothing", cuts)
	}
	d.Top.Sashing = &quilt.Sashing{Role: d.Roles[0].ID, Corners: d.Roles[0].ID, Width: making.Typed("2 in")}
	if cuts, lines := held(whole.Planned(t, d)); cuts != 2 || lines < 1 { // upright and level; the cornerstones are safe
		t.Errorf("%d cuts wait, on %d lines", cuts, lines)
	}
	// The blocks are 9½″ as planned and measure 9⅜″ × 9⅝″.
	d.Top.Block = &quilt.Measured{Width: measure.Typed("9 3/8 in"), Height: measure.Typed("9 5/8 in")}
	p := whole.Planned(t, d)
	if cuts, lines := held(p); cuts != 0 || lines != 0 {
		t.Errorf("%d cuts still wait, on %d lines", cuts, lines)
	}
	for _, s := range p.Steps {
		if want := map[string]string{
			string(naming.SashUpright): "2″ × 9⅝″", string(naming.SashLevel): "9⅜″ × 2″",
			string(naming.SashCorner): "2″ × 2″",
		}[string(s.ID)]; want != "" && s.Size != want {
			t.Errorf("%s is cut %s, not %s", s.Name, s.Size, want)
		}
	}
	// A plain block in turn with a pieced one follows too; of plain blocks alone nothing waits.
	d.Top.Sashing, d.Top.Block = nil, nil
	d.Parts = append(slices.Clone(d.Parts), whole.Plain(t, 1, 1).Parts[0])
	how := *d.Parts[len(d.Parts)-1].How.(*straight.PlainPatch)
	how.Role, how.Width, how.Height = d.Roles[0].ID, making.Typed("9 1/2 in"), making.Typed("9 1/2 in")
	d.Parts[len(d.Parts)-1].How = &how
	block := d.Top.Repeat[0][0]
	d.Top.Repeat = [][]quilt.Cell{{block, {Unit: "p"}}, {{Unit: "p"}, block}}
	if cuts, _ := held(whole.Planned(t, d)); cuts != 1 {
		t.Errorf("%d cuts wait for the pieced block", cuts)
	}
	d.Top.Block = &quilt.Measured{Width: measure.Typed("9 3/8 in"), Height: measure.Typed("9 3/8 in")}
	for _, s := range whole.Planned(t, d).Steps {
		if s.ID == "p" && s.Size != "9⅜″ × 9⅜″" {
			t.Errorf("the plain block is cut %s", s.Size)
		}
	}
	if cuts, _ := held(whole.Planned(t, whole.Plain(t, 3, 3))); cuts != 0 {
		t.Errorf("%d cuts wait among plain blocks", cuts)
	}
}

func TestMotifsThatDoNotFitAreSaid(t *testing.T) {
	d := whole.Plain(t, 2, 2)
	d.Fabrics[0].Print, d.Fabrics[0].Motif = cloth.Motif,
		&cloth.Repeat{Across: measure.Typed("6 in"), Along: measure.Typed("6 in")}
	if s := stripsFor(t, whole.Planned(t, d), "p"); s.Width.Text != "12″" ||
		s.Patches.Cuts[0].Then != "a motif in the middle of each, then cut to 8½″ × 8½″" {
		t.Errorf("%+v", s)
	}
	d.Fabrics[0].Motif.Across = measure.Typed("39 3/4 in")
	if p, problems := plan.Make(d, nil); !whole.Has(problems, "motif-too-wide", "/fabrics/0/motif/across") ||
		len(p.Steps) > 0 {
		t.Errorf("%v", problems)
	}
	d.Fabrics[0].Motif.Across = measure.Typed("30 in")
	d.Top.Borders = []quilt.Border{{ID: "b", Name: "b", Role: "B", Width: making.Typed("31 in"), Corners: "A"}}
	if _, problems := plan.Make(d, nil); !whole.Has(problems, "motif-too-wide", "/fabrics/0/motif/across") {
		t.Errorf("a corner square of two repeats: %v", problems)
	}
	// Three scraps of 8½″: 25½ − 4 × ¼ = 24½″; ⅛″ off is 1/32″ of allowance.
	if p := whole.Planned(t, whole.Plain(t, 1, 1)); !strings.Contains(p.Test, "they should measure 24½″") ||
		!strings.Contains(p.Test, "Each ⅛″ too narrow says that the allowance is 1/32″ too wide") {
		t.Errorf("%q", p.Test)
	}
}

// A block of 5.157″ lies between two marks: pieces of sashing as long are cut 5¼″, and three of them in a row are a
// quarter of an inch too long unless each is trimmed.
func TestSashingBetweenTwoMarksIsSaid(t *testing.T) {
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	for name, want := range map[string]bool{"Halved four-patches": true, "Nine-patch": false} {
		i := slices.IndexFunc(list, func(e library.Entry) bool { return e.Document.Name == name })
		d, err := document.Copy(list[i].Document)
		if err != nil {
			t.Fatal(err)
		}
		d.Top.Sashing = &quilt.Sashing{Role: d.Roles[0].ID, Width: making.Typed("1 strip"), Corners: d.Roles[1].ID}
		_, problems := plan.Make(d, nil)
		said := ""
		for _, p := range problems {
			if p.Code == "off-the-ruler" && p.At == "/top/sashing" {
				said = p.Says + " " + p.Mend
			}
		}
		if want != (said != "") || want && !strings.Contains(said,
			"It is listed as 5¼″, the next mark up: trim it after cutting") {
			t.Errorf("%s: %q", name, said)
		}
	}
}
