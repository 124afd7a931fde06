package quilt_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"vicis/core/askcloth"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/quilt"
	"vicis/core/ruler"
	"vicis/internal/trial/whole"
)

// Squares for setting triangles (closed forms, as any handbook of patchwork has them: the diagonal of the block,
// divided by √2 for the corners, with allowances): side b√2 + 1.2071 quartered, corner b/√2 + 0.8536 halved. m × n
// blocks finish mb√2 × nb√2, with mn + (m − 1)(n − 1) blocks, 2(m − 1) + 2(n − 1) sides, 4 corners.
func TestOnPointAgainstClosedForms(t *testing.T) {
	for _, c := range []struct {
		m, n         int
		block        string
		b            float64
		side, corner string // to cut, on eighths
	}{
		{3, 4, "9", 9, "14″", "7¼″"},
		{3, 4, "6", 6, "9¾″", "5⅛″"},
		{5, 2, "12", 12, "18¼″", "9⅜″"},
		{1, 3, "9", 9, "14″", "7¼″"},
		{1, 1, "9", 9, "", "7¼″"},
		{6, 6, "3 1/2", 3.5, "6¼″", "3⅜″"},
	} {
		p := whole.Planned(t, whole.OnPoint(t, c.m, c.n, c.block))
		name := fmt.Sprintf("%d × %d of %s", c.m, c.n, c.block)
		if near := func(x, y float64) bool { return math.Abs(x-y) < 1e-4 }; !near(p.Quilt.W,
			float64(c.m)*c.b*math.Sqrt2) || !near(p.Quilt.H, float64(c.n)*c.b*math.Sqrt2) {
			t.Errorf("%s finishes %v × %v", name, p.Quilt.W, p.Quilt.H)
		}
		blocks, sides := c.m*c.n+(c.m-1)*(c.n-1), 2*(c.m-1)+2*(c.n-1)
		made, size, exact := map[string]int{}, map[string]string{}, map[string]string{}
		for _, s := range p.Steps {
			made[string(s.ID)], size[string(s.ID)], exact[string(s.ID)] = s.Make, s.Size, s.Exact
		}
		if p.Blocks != blocks || made["p"] != blocks || made[string(naming.SideTriangle)] != sides ||
			made[string(naming.CornerTriangle)] != 4 || made[string(naming.CornersOn)] != 4 {
			t.Errorf("%s: %d blocks, %v", name, p.Blocks, made)
		}
		if made[string(naming.SideTriangle.Squares())] != (sides+3)/4 ||
			made[string(naming.CornerTriangle.Squares())] != 2 {
			t.Errorf("%s: squares %v", name, made)
		}
		for triangle, want := range map[string]float64{
			string(naming.SideTriangle):   c.b*math.Sqrt2 + 1.20711,
			string(naming.CornerTriangle): c.b/math.Sqrt2 + 0.85355,
		} {
			text, _, _ := strings.Cut(exact[string(naming.Unit(triangle).Squares())], " x ")
			if text == "" && sides == 0 {
				continue
			}
			if l, err := measure.Parse(text, measure.Inches); err != nil || math.Abs(l.Inches()-want) > 1e-4 {
				t.Errorf("%s: %s from squares of %v, not %v", name, triangle, l.Inches(), want)
			}
		}
		for _, trim := range p.Trim {
			if want := map[string]string{
				string(naming.SideTriangle):   c.side,
				string(naming.CornerTriangle): c.corner,
			}[string(trim.ID)]; want != "" &&
				trim.Unfinished != "cut from squares of "+want {
				t.Errorf("%s: %s %s, not %s", name, trim.Name, trim.Unfinished, want)
			}
		}
		if p.Press.Clashes != 0 {
			t.Errorf("%s: %d crossings of plain squares clash", name, p.Press.Clashes)
		}
		whole.Tiled(t, name, p)
		whole.Scripted(t, p)
	}
}

// Blocks stand from corner to corner and others between them: the repeat counts along the diagonal rows.
func TestBlocksBetween(t *testing.T) {
	d := whole.OnPoint(t, 3, 4, "9")
	text, _ := document.Write(d)
	d, _ = document.Read([]byte(strings.Replace(string(text), `"units": [`,
		`"units": [{"id": "q", "name": "Other", "how": {"by": "patch", "role": "B", "width": "9 1/2", "height": "9 1/2"}},`,
		1)))
	d.Top.Repeat = [][]quilt.Cell{{{Unit: "p"}, {Unit: "q"}}, {{Unit: "q"}, {Unit: "p"}}}
	p := whole.Planned(t, d)
	count := map[string]int{}
	for _, c := range p.Quilt.Cells {
		count[string(c.Block)]++
		// Blocks in the corners and along the edges are those that stand corner to corner.
		if edge := c.X < 4 || c.Y < 4; edge && c.Block == "q" {
			t.Errorf("a block between lies at %v, %v", c.X, c.Y)
		}
	}
	if count["p"] != 12 || count["q"] != 6 || count[string(naming.SideTriangle)] != 10 {
		t.Errorf("%v", count)
	}
	if len(p.Values.Pairs) != 1 || p.Values.Pairs[0].State != "clear" {
		t.Errorf("%+v", p.Values.Pairs)
	}
}

// Triangles follow a measured block; what is cut larger is trimmed.
func TestTrianglesFollowTheBlocks(t *testing.T) {
	d := whole.OnPoint(t, 3, 4, "9")
	d.Top.Point.Larger = measure.Typed("1/2")
	if trim := trimOf(whole.Planned(t, d), string(naming.SideTriangle)); trim.Unfinished != "cut from squares of 14½″" ||
		len(trim.Working.Sums) != 2 {
		t.Errorf("%+v", trim)
	}
	d.Top.Point.Larger = measure.Written{}
	d.Parts[0].Name = "Nine"
	text, _ := document.Write(d)
	d, problems := document.Read([]byte(strings.Replace(string(text), `"units": [`, `"units": [{"id": "two", "name": "Two", "how": {"by": "strip set", "strips": [{"id": "1", "role": "A", "width": "5"}, {"id": "2", "role": "B", "width": "5"}]}},
{"id": "both", "name": "Both", "how": {"by": "sub-cut", "from": "two", "width": "9 1/2"}},`, 1)))
	if problems.Stopped() {
		t.Fatal(problems)
	}
	d.Top.Repeat = [][]quilt.Cell{{{Unit: "both"}}}
	d.Parts = d.Parts[:2]
	p := whole.Planned(t, d)
	held := 0
	for _, f := range p.Cut {
		for _, s := range f.Strips {
			if s.Patches != nil {
				for _, c := range s.Patches.Cuts {
					if c.Held {
						held++
					}
				}
			}
		}
	}
	if held != 2 {
		t.Errorf("%d sizes wait for a block to be measured, not those of both triangles", held)
	}
	d.Top.Block = &quilt.Measured{Width: measure.Typed("9 3/8"), Height: measure.Typed("9 3/8")}
	// 8⅞ × 1.4142 + 1.2071 = 13.758
	if trim := trimOf(whole.Planned(t, d), string(naming.SideTriangle)); trim.Unfinished != "cut from squares of 13⅞″" {
		t.Errorf("%+v", trim)
	}
}

func trimOf(p plan.Plan, id string) ruler.Trim {
	for _, trim := range p.Trim {
		if string(trim.ID) == id {
			return trim
		}
	}
	return ruler.Trim{}
}

func TestOnPointIsRefusedWithTheMend(t *testing.T) {
	for _, c := range []struct {
		change   func(*document.Document)
		code, at string
	}{
		{
			func(d *document.Document) { d.Top.Sashing = &quilt.Sashing{Role: "A", Width: making.Typed("2 in")} },
			"sashed-on-point",
			"/top/sashing",
		},
		{func(d *document.Document) { d.Top.Point.Role = "Z" }, "role-without-fabric", "/top/point/role"},
		{func(d *document.Document) { d.Top.Point.Corners = "Z" }, "role-without-fabric", "/top/point/corners"},
		{func(d *document.Document) { d.Top.Point.Larger = measure.Typed("some") }, "length-unreadable", "/top/point/larger"},
		{func(d *document.Document) { d.Top.Point.Larger = measure.Typed("1 yd") }, "too-large", "/top/point/larger"},
		{
			func(d *document.Document) {
				d.Top.Block = &quilt.Measured{Width: measure.Typed("9 1/2"), Height: measure.Typed("9 3/4")}
			}, "not-square",
			"/top/block/height",
		},
		{func(d *document.Document) { d.Top.Rows, d.Top.Columns = 90, 90 }, "too-many-blocks", "/top/rows"},
	} {
		d := whole.OnPoint(t, 3, 4, "9")
		c.change(&d)
		_, problems := plan.Make(d, nil)
		whole.Refused(t, problems, c.code, c.at)
	}
	d := whole.OnPoint(t, 3, 4, "30")
	d.Top.Point.Role = "A" // squares of 43⅝″ from cloth of 40″
	_, problems := plan.Make(d, nil)
	whole.Refused(t, problems, "cloth-too-short", "/top/point/role")
	d = whole.OnPoint(t, 3, 4, "9")
	text, _ := document.Write(d)
	d, _ = document.Read([]byte(strings.Replace(string(text), `"height": "9 1/2 in"`, `"height": "8"`, 1)))
	_, problems = plan.Make(d, nil)
	whole.Refused(t, problems, "not-square", "/top/point")
}

func TestNearestOnPoint(t *testing.T) {
	// 12.728″ for each block: 5 × 6 are 63.6 × 76.4, 5 × 5 63.6 × 63.6; nearest to 60 × 72 is 5 × 6 (3.6 + 4.4).
	list, _ := askcloth.NearTo(whole.OnPoint(t, 1, 1, "9"), measure.Typed("60"), measure.Typed("72"))
	if len(list) != 4 || list[0].Columns != 5 || list[0].Rows != 6 {
		t.Errorf("%+v", list)
	}
}
