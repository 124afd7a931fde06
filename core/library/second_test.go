package library

import (
	"encoding/json"
	"math"
	"os"
	"os/exec"
	"strconv"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/quilt"
	"vicis/core/work"
)

// counter is the second drawing: it is told where every seam of a whole quilt lies, in which order seams are sewn and
// to which side the allowances of each are folded, and nothing else. Two ends cross where they leave a later seam at
// one point, on both sides of it, at the same angle; at the end of that seam only what lies along it was sewn by it.
// They interlock where, along the later seam, their allowances lie on opposite sides; where they lie on the same, one
// lies on the other.
const counter = `
import json, math, sys
from shapely.geometry import Point, LineString
E = 2e-3
out = {}
for name, quilt in json.load(sys.stdin).items():
    lines = [LineString([(s["x1"], s["y1"]), (s["x2"], s["y2"])]) for s in quilt]
    # The ends at one point are looked at together.
    ends = [(Point(c[k]), c[1 - k], i) for i, l in enumerate(lines) if l.length > 0.02 for c in [list(l.coords)] for k in (0, 1)]
    at = {}
    for e in ends: at.setdefault((round(e[0].x, 2), round(e[0].y, 2)), []).append(e)
    crossings = clashes = 0
    for i, l in enumerate(lines):
        if l.length < 0.02: continue
        (x1, y1), (x2, y2) = l.coords
        ux, uy = (x2 - x1) / l.length, (y2 - y1) / l.length
        here = []
        lo, hi = (min(x1, x2) - E, min(y1, y2) - E), (max(x1, x2) + E, max(y1, y2) + E)
        near = [e for (x, y), es in at.items() if lo[0] - 0.01 <= x <= hi[0] + 0.01 and lo[1] - 0.01 <= y <= hi[1] + 0.01
                and abs((x - x1) * uy - (y - y1) * ux) < 0.02 for e in es]
        for p, far, j in near:
            if quilt[j]["order"] >= quilt[i]["order"] or p.distance(l) > E: continue
            dx, dy = far[0] - p.x, far[1] - p.y
            d = math.hypot(dx, dy)
            across, along = (dx * -uy + dy * ux) / d, (dx * ux + dy * uy) / d
            if abs(across) < 0.1: continue
            if math.hypot(p.x - x1, p.y - y1) < E and along < 0.05: continue
            if math.hypot(p.x - x2, p.y - y2) < E and along > -0.05: continue
            here.append((p, across > 0, along, quilt[j]["nx"] * ux + quilt[j]["ny"] * uy))
        for a in here:
            for b in here:
                if a[1] and not b[1] and a[0].distance(b[0]) < E and abs(a[2] - b[2]) < 0.05:
                    crossings += 1
                    if a[3] * b[3] > 0: clashes += 1
    out[name] = [crossings, clashes]
print(json.dumps(out))
`

// placed is one seam of a whole quilt.
type placed struct {
	X1    float64 `json:"x1"`
	Y1    float64 `json:"y1"`
	X2    float64 `json:"x2"`
	Y2    float64 `json:"y2"`
	NX    float64 `json:"nx"` // where its allowances point
	NY    float64 `json:"ny"`
	Order int     `json:"order"`
}

// seamsOf lays out every seam of a quilt without borders, from the sizes of its blocks alone.
func seamsOf(w *work.Work) []placed {
	l := w.Press.Sorted // of kinds that look alike one lies after the other
	order := map[naming.Seam]int{}
	for i, s := range w.Press.Order {
		order[s] = i
	}
	var list []placed
	add := func(seam naming.Seam, x1, y1, x2, y2 float64) {
		// Left of the direction (dx, dy) lies (dy, −dx), Y running down.
		side, long := float64(w.Press.Decisions[seam].X), math.Hypot(x2-x1, y2-y1)
		list = append(list, placed{x1, y1, x2, y2, side * (y2 - y1) / long, -side * (x2 - x1) / long, order[seam]})
	}
	d := drawn.Of(&w.Laid)
	y := 0.0
	width := 0.0
	for r, kind := range l.Rows {
		k := l.Kinds[kind]
		x, high := 0.0, k.High.Inches()
		for c, cell := range k.Cells {
			p := l.Blocks[cell.Unit].Piece.Turn(cell.Turn).Finished(w.Table.Seam)
			for _, s := range d.Piece(p, nil).Seams {
				add(s.Seam, x+s.X1, y+s.Y1, x+s.X2, y+s.Y2)
			}
			wide, _ := p.Size()
			if c > 0 {
				add(k.SeamID(c), x, y, x, y+high)
			}
			x += wide.Inches()
		}
		y, width = y+high, math.Max(width, x)
		if r+1 < len(l.Rows) {
			add(naming.Rows.Seam(), 0, y, width, y)
		}
	}
	return list
}

// How many seams cross in whole small quilts, and how many of them interlock, held against Shapely (Debian's
// python3-shapely): every block of the library laid 3 × 3, 2 × 2 with every other one turned, and 2 × 2 in sashing with
// cornerstones. None of core/pressing is used there.
func TestCrossingsOfWholeQuiltsAgainstShapely(t *testing.T) {
	list, err := List()
	if err != nil {
		t.Fatal(err)
	}
	quilts, want := map[string][]placed{}, map[string][2]int{}
	for _, e := range list {
		for k, change := range []func(top *quilt.Top){
			func(*quilt.Top) {},
			func(top *quilt.Top) {
				cell := top.Repeat[0][0]
				turned := func(by int) quilt.Cell { c := cell; c.Turn = (c.Turn + by) % 360; return c }
				top.Repeat = [][]quilt.Cell{{cell, turned(180)}, {turned(180), cell}}
			},
			func(top *quilt.Top) {
				role := e.Document.Roles[0].ID
				top.Sashing = &quilt.Sashing{Role: role, Corners: role, Width: making.Typed("1 1/2 in"), Outer: true}
			},
		} {
			d := e.Document
			n := 3 - min(1, k)
			d.Top = quilt.Top{Rows: n, Columns: n, Repeat: d.Top.Repeat}
			change(&d.Top)
			w, ok := work.Of(d)
			if !ok {
				t.Fatal(e.ID, w.Problems)
			}
			name := e.ID + " " + strconv.Itoa(k)
			quilts[name], want[name] = seamsOf(w), [2]int{w.Press.Crossings, w.Press.Clashes}
		}
	}
	// Of two crossings one lies 1⁄32″ inside the raw edge, where the block's own edge is sewn: by pencil there is one.
	file, err := os.ReadFile("testdata/meets-in-the-allowance.json")
	if err != nil {
		t.Fatal(err)
	}
	d, problems := document.Read(file)
	w, ok := work.Of(d)
	if !ok || w.Press.Crossings != 1 {
		t.Fatal(problems, *w.Problems, w.Press.Crossings)
	}
	quilts[d.Name], want[d.Name] = seamsOf(w), [2]int{1, 0}
	text, err := json.Marshal(quilts)
	if err != nil {
		t.Fatal(err)
	}
	cmd := exec.Command("/usr/bin/python3", "-c", counter)
	cmd.Stdin = strings.NewReader(string(text))
	said, err := cmd.CombinedOutput()
	if err != nil {
		t.Fatalf("%v: %s", err, said)
	}
	var got map[string][2]int
	if err := json.Unmarshal(said, &got); err != nil {
		t.Fatal(err)
	}
	total, clashes := 0, 0
	for name, n := range want {
		total, clashes = total+n[0], clashes+n[1]
		if got[name] != n {
			t.Errorf("%s: %d crossings of which %d clash, the second drawing has %v", name, n[0], n[1], got[name])
		}
	}
	if total < 3000 || clashes < 300 {
		t.Errorf("only %d crossings in all, %d clashes", total, clashes)
	}
}
