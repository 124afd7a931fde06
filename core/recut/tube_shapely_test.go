package recut_test

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os/exec"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/recut"
	"vicis/core/straight"
	"vicis/internal/trial/whole"
)

// shapelyWaves draws waves a second time from their numbers alone: the tube as a strip of cloth that is endless up and
// down, of which each column is a window; only the allowances of the opened seam belong to the strips beside it.
const shapelyWaves = `
import json, sys
from shapely.geometry import Polygon, box
from shapely.ops import unary_union
for name, w in json.load(sys.stdin).items():
    s, cut, round_ = w["seam"], w["strips"], sum(c - 2 * w["seam"] for c in w["strips"])
    n, at = len(cut), [0]
    for c in cut: at.append(at[-1] + c - 2 * s)
    mixed = len({h % 2 for h in w["halves"]}) == 2
    cloth = {}
    x = 0
    for k, (wide, half) in enumerate(zip(w["widths"], w["halves"])):
        a = half // 2
        left, right = (0 if k == 0 else x + s), x + wide - (0 if k == len(w["widths"]) - 1 else s)
        begin = at[a] - s
        high = round_ + 2 * s
        if half % 2: begin, high = at[a] + (cut[a] - 2 * s) / 2, round_
        if mixed and w["even"] == "trim" and not half % 2: begin, high = begin + s, high - 2 * s
        if mixed and w["even"] == "eke" and half % 2: begin, high = begin - s, high + 2 * s
        for i in range(-n, 2 * n + 1):
            top, bottom = at[i % n] + (i // n) * round_, at[i % n] + cut[i % n] - 2 * s + (i // n) * round_
            if not half % 2:
                if i < a or i >= a + n: continue
                if i == a: top = min(top, begin)
                if i == a + n - 1: bottom = max(bottom, begin + high)
            window = box(left, top - begin, right, bottom - begin).intersection(box(left, 0, right, high))
            if window.area > 0: cloth.setdefault(w["fabrics"][i % n], []).append(window)
        x += wide - 2 * s
    wide, high = x + 2 * s, high
    if abs(wide - w["w"]) > 1e-3 or abs(high - w["h"]) > 1e-3: print(name, "measures", w["w"], w["h"], "and should", wide, high)
    for f in set(cloth) | {p["fabric"] for p in w["patches"]}:
        ours = unary_union([Polygon(list(zip(p["points"][::2], p["points"][1::2]))).buffer(0) for p in w["patches"] if p["fabric"] == f])
        theirs = unary_union(cloth.get(f, []))
        if ours.symmetric_difference(theirs).area > 0.02: print(name, "differs in", f, "by", ours.symmetric_difference(theirs).area)
`

// Columns and whole waves drawn a second time, with Shapely (Debian's python3-shapely), from widths, strips and where
// each is opened: those of the library and 200 seeded ones, of equal and unequal strips, of whole and half steps,
// evened both ways.
func TestWavesAgainstShapely(t *testing.T) {
	type drawing struct {
		Seam    float64   `json:"seam"`
		Strips  []float64 `json:"strips"`
		Fabrics []string  `json:"fabrics"`
		Widths  []float64 `json:"widths"`
		Halves  []int     `json:"halves"`
		Even    string    `json:"even"`
		drawn.Picture
	}
	waves := map[string]drawing{}
	add := func(name string, d document.Document) {
		p := whole.Planned(t, d)
		even := whole.Unit(t, d, "wave").How.(*recut.Tube).Even
		one := drawing{Seam: p.Seam.Effective.Inches, Even: string(even), Picture: p.Pictures["wave"]}
		for _, s := range whole.Unit(t, d, "set").How.(*straight.StripSet).Strips {
			w, err := measure.Parse(s.Width.String(), d.Units)
			if err != nil {
				t.Fatal(err)
			}
			one.Strips = append(one.Strips, w.Inches())
			for _, r := range d.Roles {
				if r.ID == s.Role {
					one.Fabrics = append(one.Fabrics, r.Fabric)
				}
			}
		}
		at := 0.0 // where rings are opened is added up here, from the steps as they are written
		for _, c := range whole.Unit(t, d, "wave").How.(*recut.Tube).Columns {
			w, err := measure.Parse(c.Width.String(), d.Units)
			if err != nil {
				t.Fatal(err)
			}
			at += c.Step * 2
			n := 2 * len(one.Strips)
			one.Widths, one.Halves = append(one.Widths, w.Inches()), append(one.Halves, (int(at)%n+n)%n)
		}
		waves[name] = one
	}
	for _, id := range []string{"gentle-wave", "steep-wave", "half-step-wave", "rising-steps"} {
		add(id, whole.FromLibrary(t, id))
	}
	for seed := range uint64(200) {
		r := rand.New(rand.NewPCG(seed, 150))
		n := 3 + r.IntN(8)
		width := func(least int) string { return fmt.Sprintf("%d/8 in", least+r.IntN(16)) }
		var widths []string
		var steps []float64
		for range 2 + r.IntN(7) {
			step := float64(r.IntN(2*n-1)-n+1) / float64(1+seed%2)
			widths, steps = append(widths, width(6)), append(steps, step)
		}
		d := wave(t, n, "2 in", append(widths, width(6)), steps)
		for i := range whole.Unit(t, d, "set").How.(*straight.StripSet).Strips {
			whole.Unit(t, d, "set").How.(*straight.StripSet).Strips[i].Width = making.Typed(width(13))
		}
		if seed%2 == 1 {
			whole.Unit(t, d, "wave").How.(*recut.Tube).Even = []recut.Evening{recut.TrimEnds, recut.EkeOut}[seed/2%2]
		}
		d.Top.Rows, d.Top.Columns = 1, 1
		add(fmt.Sprintf("seed %d", seed), d)
	}
	text, err := json.Marshal(waves)
	if err != nil {
		t.Fatal(err)
	}
	cmd := exec.Command("/usr/bin/python3", "-c", shapelyWaves)
	cmd.Stdin = strings.NewReader(string(text))
	out, err := cmd.CombinedOutput()
	if err != nil || len(out) > 0 {
		t.Fatalf("%v %.2000s", err, out)
	}
}
