package library

import (
	"encoding/json"
	"math"
	"os/exec"
	"strings"
	"testing"

	"vicis/core/drawn"
	"vicis/core/plan"
	"vicis/core/quilt"
)

// shapely reads drawings and says what is wrong with them: patches that overlap or leave gaps, seams that do not run
// along the edges of patches, crossings that no two seams make, and crossings that are missing.
const shapely = `
import json, math, sys
from shapely.geometry import Point, Polygon, LineString, box
from shapely.ops import unary_union
bad = []
E = 2e-3
for name, pic in json.load(sys.stdin).items():
    polys = [Polygon(list(zip(p["points"][::2], p["points"][1::2]))) for p in pic["patches"]]
    if not all(p.is_valid for p in polys): bad.append(name + ": a patch crosses itself")
    whole = unary_union([p.buffer(1e-4) for p in polys])
    total = sum(p.area for p in polys)
    if pic["whole"] and abs(whole.intersection(box(0, 0, pic["w"], pic["h"])).area - pic["w"] * pic["h"]) > 0.01: bad.append(name + ": gaps")
    if total - unary_union(polys).area > 0.01 * (1 + len(polys) / 50): bad.append(name + ": patches overlap")
    edges = unary_union([p.exterior for p in polys]).buffer(E)
    seams = [LineString([(s["x1"], s["y1"]), (s["x2"], s["y2"])]) for s in pic["seams"]]
    for s in seams:
        if s.length > 0.02 and s.difference(edges).length > 0.02: bad.append(name + ": a seam runs through a patch")
    for b in pic["bands"]:
        if Polygon(list(zip(b["points"][::2], b["points"][1::2]))).difference(box(-E, -E, pic["w"] + E, pic["h"] + E)).area > 0.01: bad.append(name + ": an allowance lies outside")
    ends = [(Point(c[k]), c[1 - k], c[k]) for s in seams for c in [list(s.coords)] for k in (0, 1)]
    expected = set()
    for s in seams:
        (x1, y1), (x2, y2) = s.coords
        l = s.length
        if l < 0.02: continue
        ux, uy = (x2 - x1) / l, (y2 - y1) / l
        here = []
        for p, far, (px, py) in ends:
            if not (min(x1, x2) - E < px < max(x1, x2) + E and min(y1, y2) - E < py < max(y1, y2) + E): continue
            if p.distance(s) < E and min(p.distance(Point(x1, y1)), p.distance(Point(x2, y2))) > E or p.distance(s) < E and p.distance(s.boundary) < E:
                dx, dy = far[0] - p.x, far[1] - p.y
                d = math.hypot(dx, dy)
                if d < 0.02: continue
                across, along = (dx * -uy + dy * ux) / d, (dx * ux + dy * uy) / d
                if abs(across) > 0.1: here.append((p, across > 0, along))
        for a in here:
            for b in here:
                if a[1] and not b[1] and a[0].distance(b[0]) < E and abs(a[2] - b[2]) < 0.05:
                    expected.add((round(a[0].x, 1), round(a[0].y, 1)))
    crosses = [(c["x"], c["y"]) for c in pic["crosses"]]
    for x, y in crosses:
        if sum(1 for s in seams if s.distance(Point(x, y)) < E) < 2: bad.append("%s: no seams cross at %.3f, %.3f" % (name, x, y))
        if not any(abs(x - ex) < 0.06 and abs(y - ey) < 0.06 for ex, ey in expected): bad.append("%s: no ends meet at %.3f, %.3f" % (name, x, y))
    for ex, ey in expected:
        if not any(abs(x - ex) < 0.06 and abs(y - ey) < 0.06 for x, y in crosses): bad.append("%s: ends meet at %.1f, %.1f and are not counted" % (name, ex, ey))
print("\n".join(bad[:40]))
`

// Every drawing of every step of every block, held against Shapely, a general library of plane geometry (Debian's
// python3-shapely).
func TestDrawingsAgainstShapely(t *testing.T) {
	const python = "/usr/bin/python3"
	if err := exec.Command(python, "-c", "import shapely").Run(); err != nil {
		t.Fatal("python3-shapely is not installed: make test installs it")
	}
	list, err := List()
	if err != nil {
		t.Fatal(err)
	}
	pictures := map[string]drawn.Picture{}
	crossings := 0
	onPoint := 0
	for _, e := range list {
		d := e.Document
		d.Top.Point = &quilt.PointSetting{Role: d.Roles[0].ID}
		d.Top.Rows, d.Top.Columns = 2, 3
		if p, problems := plan.Make(d, nil); !problems.Stopped() {
			pictures[e.ID+" on point"] = composed(p.Quilt)
			onPoint++
		}
		d.Top.Point = nil
		d.Top.Rows, d.Top.Columns = 2, 2
		p, _ := plan.Make(d, nil)
		for id, pic := range p.Pictures {
			if !strings.HasSuffix(string(id), "/strips") && !strings.HasPrefix(string(id), "strips/") &&
				!strings.HasPrefix(string(id), "pool/") && !strings.HasPrefix(string(id), "row-") {
				pictures[e.ID+" "+string(id)] = pic
				crossings += len(pic.Crosses)
			}
		}
	}
	if onPoint < 25 {
		t.Errorf("only %d blocks stand on point", onPoint)
	}
	if len(pictures) < 200 || crossings < 150 {
		t.Fatalf("only %d drawings with %d crossings", len(pictures), crossings)
	}
	if said := lookedAt(t, python, pictures); said != "" {
		t.Error(said)
	}
	// The same eyes see a patch that was moved, a crossing that was left out and one that was made up.
	star := pictures["eight-pointed-star block"]
	moved, missing, made := star, star, star
	moved.Patches = append([]drawn.PatchShape{}, star.Patches...)
	moved.Patches[0].Points = append([]float64{}, star.Patches[0].Points...)
	moved.Patches[0].Points[0] += 0.5
	missing.Crosses = star.Crosses[1:]
	made.Crosses = append([]drawn.Cross{{X: 1, Y: 1}}, star.Crosses...)
	for name, pic := range map[string]drawn.Picture{"moved": moved, "missing": missing, "made up": made} {
		if said := lookedAt(t, python, map[string]drawn.Picture{name: pic}); !strings.Contains(said, name) {
			t.Errorf("%s was not seen: %q", name, said)
		}
	}
}

// composed is a whole quilt as one picture.
func composed(q drawn.QuiltPicture) drawn.Picture {
	out := drawn.Picture{
		W: q.W, H: q.H, Whole: true, Patches: []drawn.PatchShape{}, Seams: []drawn.SeamStroke{},
		Bands: []drawn.Band{}, Crosses: []drawn.Cross{},
	}
	for _, c := range q.Cells {
		block := q.Blocks[c.Block]
		sin, cos := math.Sincos(float64(c.Turn) * math.Pi / 180)
		for _, patch := range block.Patches {
			points := make([]float64, len(patch.Points))
			for i := 0; i < len(points); i += 2 {
				x, y := patch.Points[i]-block.W/2, patch.Points[i+1]-block.H/2
				points[i], points[i+1] = c.X+block.W/2+x*cos-y*sin, c.Y+block.H/2+x*sin+y*cos
			}
			out.Patches = append(out.Patches, drawn.PatchShape{Fabric: patch.Fabric, Points: points})
		}
	}
	return out
}

func lookedAt(t *testing.T, python string, pictures map[string]drawn.Picture) string {
	t.Helper()
	text, err := json.Marshal(pictures)
	if err != nil {
		t.Fatal(err)
	}
	cmd := exec.Command(python, "-c", shapely)
	cmd.Stdin = strings.NewReader(string(text))
	said, err := cmd.CombinedOutput()
	if err != nil {
		t.Fatalf("%v: %s", err, said)
	}
	return strings.TrimSpace(string(said))
}
