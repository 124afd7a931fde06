package drawn_test

import (
	"fmt"
	"math"
	"testing"

	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/quilt"
	"vicis/core/work"
	"vicis/internal/trial/whole"
)

// On the back of a quilt of plain squares every crossing that is counted is drawn, once, where two seams that are drawn
// come together; straight, with a pieced border, and on point.
func TestTheBackOfTheWholeQuilt(t *testing.T) {
	straight := whole.Bordered(t, 4, 4, "8 1/2")
	straight.Top.Borders[0].Corners, straight.Top.Borders[0].Corner = "", &quilt.Cell{Unit: "light"}
	squares := whole.Bordered(t, 4, 4, "8 1/2")
	plain := whole.Bordered(t, 3, 5, "2 1/2")
	plain.Top.Borders = []quilt.Border{{ID: "strip", Name: "strip", Role: "A", Width: making.Typed("3 1/2")}}
	for name, p := range map[string]plan.Plan{
		"corner units":   whole.Planned(t, straight),
		"corner squares": whole.Planned(t, squares), "strips": whole.Planned(t, plain),
		"on point": whole.Planned(t, whole.OnPoint(t, 3, 4, "9")),
	} {
		if len(p.Quilt.Crosses) != p.Press.Crossings || p.Press.Crossings == 0 {
			t.Errorf("%s: %d drawn, %d counted", name, len(p.Quilt.Crosses), p.Press.Crossings)
		}
		seen := map[string]bool{}
		for _, c := range p.Quilt.Crosses {
			key := fmt.Sprintf("%.1f %.1f", c.X, c.Y)
			near := 0
			for _, s := range p.Quilt.Seams {
				if fromSegment(c.X, c.Y, s) < 1e-2 {
					near++
				}
			}
			if seen[key] || near < 2 || c.State != "nests" {
				t.Errorf("%s: at %s %s, twice %v, %d seams", name, key, c.State, seen[key], near)
			}
			seen[key] = true
		}
		for _, band := range p.Quilt.Bands {
			for i := 0; i < len(band.Points); i += 2 {
				if x, y := band.Points[i], band.Points[i+1]; x < -1e-3 || y < -1e-3 || x > p.Quilt.W+1e-3 ||
					y > p.Quilt.H+1e-3 {
					t.Fatalf("%s: an allowance reaches to %v, %v", name, x, y)
				}
			}
		}
	}
}

// Where a pinwheel's middle is spun, the stitches of its two row seams are undone for the width of an allowance on both
// sides of the closing seam, and nowhere else.
func TestStitchesToUndoAreDrawn(t *testing.T) {
	d := whole.FromLibrary(t, "pinwheel")
	w, _ := work.Of(d)
	seams := w.Unit("block").Seams
	d.Press = &document.Press{Spun: []naming.Crossing{seams[len(seams)-1].ID.All()}}
	p := whole.Planned(t, d)
	block := p.Pictures["block"]
	x, y, wide := block.W/2, block.H/2, w.Table.Seam.Inches()
	if len(block.Undone) != 2 || len(p.Pictures["half"].Undone) != 0 {
		t.Fatalf("%+v", block.Undone)
	}
	sum := 0.0
	for _, l := range block.Undone {
		long := math.Hypot(l.X2-l.X1, l.Y2-l.Y1)
		if math.Hypot(l.X1-x, l.Y1-y) > 1e-3 || math.Abs(long-wide) > 1e-3 {
			t.Errorf("%+v lies from (%v, %v)", l, x, y)
		}
		sum += l.X2 - l.X1 + l.Y2 - l.Y1
	}
	if math.Abs(sum) > 1e-3 {
		t.Errorf("both lie on one side: %+v", block.Undone)
	}
}

// fromSegment is how far a point lies from a seam.
func fromSegment(x, y float64, s drawn.SeamStroke) float64 {
	dx, dy := s.X2-s.X1, s.Y2-s.Y1
	along := ((x-s.X1)*dx + (y-s.Y1)*dy) / (dx*dx + dy*dy)
	along = min(1, max(0, along))
	return math.Hypot(x-s.X1-along*dx, y-s.Y1-along*dy)
}
