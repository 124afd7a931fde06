package library

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os/exec"
	"slices"
	"strconv"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
	"vicis/core/recut"
	"vicis/core/straight"
	"vicis/core/triangle"
	"vicis/core/work"
)

// cutter is the second drawing of what is cut again: it is given the cloth of what is cut, where the knife goes, and
// which part is laid where and how it is turned; it cuts, turns, takes an allowance off every edge that is joined, and
// lays the rest side by side. It says where cloth is lost by cutting, and where what comes out is not what the core
// drew.
const cutter = `
import json, sys
from shapely.geometry import Polygon, box
from shapely.affinity import translate, rotate
from shapely.ops import unary_union
bad = []
def cloth(patches):
    out = {}
    for p in patches: out.setdefault(p["role"], []).append(Polygon(list(zip(p["xy"][::2], p["xy"][1::2]))))
    return {r: unary_union(l) for r, l in out.items()}
def differ(a, b):
    return sum(a.get(r, Polygon()).symmetric_difference(b.get(r, Polygon())).area for r in set(a) | set(b))
def within(a, b):
    g = a.intersection(b)
    return unary_union([p.buffer(0) for p in getattr(g, "geoms", [g]) if p.area > 1e-9])
def area(c): return sum(p.area for p in c.values())
for name, one in json.load(sys.stdin).items():
    whole, xs, ys, s = cloth(one["of"]), one["xs"], one["ys"], one["s"]
    parts, sum_ = {}, 0
    for r in range(len(ys) - 1):
        for c in range(len(xs) - 1):
            w, h = xs[c + 1] - xs[c], ys[r + 1] - ys[r]
            part = {k: translate(within(v, box(xs[c], ys[r], xs[c + 1], ys[r + 1])), -xs[c], -ys[r]) for k, v in whole.items()}
            part = {k: v for k, v in part.items() if v.area > 1e-9}
            sum_ += area(part)
            parts["%d,%d" % (r, c)] = (part, w, h)
            theirs = one["parts"]["%d,%d" % (r, c)]
            if differ(part, cloth(theirs)) > 1e-3: bad.append("%s: part %d,%d is another" % (name, r, c))
    if abs(sum_ - area(whole)) > 1e-4: bad.append(name + ": cutting changed how much cloth there is")
    y, block, seams = 0, {}, 0
    for i, row in enumerate(one["rows"]):
        x, high = 0, 0
        for j, cell in enumerate(row):
            part, w, h = parts[cell["at"]]
            for _ in range(cell["turn"] // 90): # clockwise, y running down
                part = {k: translate(rotate(v, 90, origin=(0, 0)), h, 0) for k, v in part.items()}
                w, h = h, w
            keep = box(0 if j == 0 else s, 0 if i == 0 else s, w if j == len(row) - 1 else w - s, h if i == len(one["rows"]) - 1 else h - s)
            for k, v in part.items(): block.setdefault(k, []).append(translate(within(v, keep), x, y))
            x += w - 2 * s
            high = h
        y += high - 2 * s
    block = {k: unary_union(v) for k, v in block.items()}
    if differ(block, cloth(one["block"])) > 2e-3: bad.append("%s: the block joined again is another, by %.4f" % (name, differ(block, cloth(one["block"]))))
    w, h = one["size"]
    if abs(area(block) - w * h) > 2e-3: bad.append(name + ": the block joined again is not whole")
print(json.dumps(bad))
`

type drawnPatch struct {
	Role string    `json:"role"`
	XY   []float64 `json:"xy"`
}

type placedCell struct {
	At   string `json:"at"`
	Turn int    `json:"turn"`
}

type cutDrawing struct {
	Of    []drawnPatch            `json:"of"`
	XS    []float64               `json:"xs"`
	YS    []float64               `json:"ys"`
	S     float64                 `json:"s"`
	Parts map[string][]drawnPatch `json:"parts"`
	Rows  [][]placedCell          `json:"rows"`
	Block []drawnPatch            `json:"block"`
	Size  [2]float64              `json:"size"`
}

func patchesOf(p piece.Piece) []drawnPatch {
	list := []drawnPatch{}
	for _, patch := range p.Patches {
		one := drawnPatch{Role: patch.Role}
		for _, a := range patch.Poly {
			one.XY = append(one.XY, a.X.Inches(), a.Y.Inches())
		}
		list = append(list, one)
	}
	return list
}

// drawingOf is a block joined of what is cut again, as the second drawing wants it.
func drawingOf(t *testing.T, w *work.Work, cut, block naming.Unit) cutDrawing {
	t.Helper()
	parts := w.Unit(cut)
	k := parts.Acts[0].Knife
	out := cutDrawing{Of: patchesOf(k.Of), S: w.Table.Seam.Inches(), Parts: map[string][]drawnPatch{}}
	for _, x := range making.CutEdges(k.Upright, k.Of.W) {
		out.XS = append(out.XS, x.Inches())
	}
	for _, y := range making.CutEdges(k.Level, k.Of.H) {
		out.YS = append(out.YS, y.Inches())
	}
	at := map[naming.Unit]string{}
	for r, row := range k.Places {
		for c, place := range row {
			at[place] = fmt.Sprintf("%d,%d", r, c)
			out.Parts[at[place]] = patchesOf(w.Unit(place).Piece)
		}
	}
	made := w.Unit(block)
	row := 0
	for _, p := range making.Laid(made.Unit.How) {
		var r, c int
		if _, err := fmt.Sscanf(strings.NewReplacer("/rows/", "", "/cells/", " ").Replace(p.At), "%d %d", &r,
			&c); err != nil {
			t.Fatal(p.At, err)
		}
		if row = r; row == len(out.Rows) {
			out.Rows = append(out.Rows, nil)
		}
		out.Rows[r] = append(out.Rows[r], placedCell{at[p.Unit], p.Turn})
	}
	out.Block, out.Size = patchesOf(made.Piece), [2]float64{made.Piece.W.Inches(), made.Piece.H.Inches()}
	return out
}

// Parts and rejoined blocks of the library, and of 300 seeded cuts through its blocks, drawn a second time with Shapely
// (Debian's python3-shapely) from the cloth of what is cut, the knife's lines and which part is laid where.
func TestWhatIsCutAgainAgainstShapely(t *testing.T) {
	list, err := List()
	if err != nil {
		t.Fatal(err)
	}
	drawings := map[string]cutDrawing{}
	for _, e := range list {
		if e.Group != "cut-again" || e.ID == "checker-from-a-panel" {
			continue
		}
		w, ok := work.Of(e.Document)
		if !ok {
			t.Fatalf("%s: %v", e.ID, *w.Problems)
		}
		for _, u := range e.Document.Parts {
			if w.Unit(u.ID).Parted {
				drawings[e.ID] = drawingOf(t, w, u.ID, "block")
			}
		}
	}
	if len(drawings) < 5 {
		t.Fatalf("%d blocks of the library are cut again", len(drawings))
	}
	r := rand.New(rand.NewPCG(14, 300))
	tried, refused := 0, 0
	for tried < 300 {
		e := list[r.IntN(len(list))]
		d, err := document.Copy(e.Document)
		if err != nil {
			t.Fatal(err)
		}
		cut, cells := seededCut(r, e.Block)
		d.Parts = append(d.Parts, cut, making.Unit{
			ID: "joined-again", Name: "Joined again",
			How: straight.Relaid(&straight.Grid{}, cells),
		})
		d.Top = quilt.Top{Rows: 1, Columns: 1, Repeat: [][]quilt.Cell{{{Unit: "joined-again"}}}}
		w, ok := work.Of(d)
		if !ok { // a line too near a seam, or parts that do not fit: said at its place
			if refused++; refused > 5000 {
				t.Fatalf("only %d of %d seeded cuts could be made", tried, refused)
			}
			for _, p := range w.Problems.Stops() {
				if p.At == "" || p.Mend == "" || !slices.Contains([]string{
					"cut-beside-seam", "part-too-narrow", "cut-outside", "edges-differ", "no-middle-seam", "no-such-seam", "cut-twice",
					"cloth-too-short", "not-rectangular", "nothing-sewn",
				}, p.Code) {
					t.Fatalf("%s: %+v", e.ID, p)
				}
			}
			continue
		}
		drawings[fmt.Sprintf("%s %d", e.ID, tried)] = drawingOf(t, w, "cut", "joined-again")
		tried++
	}
	text, err := json.Marshal(drawings)
	if err != nil {
		t.Fatal(err)
	}
	cmd := exec.Command("/usr/bin/python3", "-c", cutter)
	cmd.Stdin = strings.NewReader(string(text))
	var trouble strings.Builder
	cmd.Stderr = &trouble
	out, err := cmd.Output()
	if err != nil {
		t.Fatalf("python3-shapely: %v %s", err, trouble.String())
	}
	var bad []string
	if err := json.Unmarshal(out, &bad); err != nil || len(bad) > 0 {
		t.Errorf("%v: %d of %d: %.2000s", err, len(bad), len(drawings), strings.Join(bad, "\n"))
	}
}

// seededCut cuts a block by lines of every kind, and lays its parts so that they fit.
func seededCut(r *rand.Rand, block naming.Unit) (making.Unit, [][]straight.GridCell) {
	eighths := func(least, most int) making.Breadth {
		return making.Typed(strconv.Itoa(least+r.IntN(most-least)) + "/8 in")
	}
	knife := func(near, far recut.Origin) (k recut.Knife, n int) {
		switch r.IntN(5) {
		case 0:
			n = 2 + r.IntN(3)
			return recut.Knife{Parts: n}, n
		case 1:
			return recut.Knife{Lines: []recut.KnifeCut{{From: recut.FromSeam, By: eighths(4, 16)}}}, 3
		case 2:
			return recut.Knife{Lines: []recut.KnifeCut{{From: recut.FromMiddle, By: eighths(5, 14)}}}, 3
		case 3:
			by := eighths(6, 20)
			return recut.Knife{Lines: []recut.KnifeCut{{From: near, By: by}, {From: far, By: by}}}, 3
		}
		return recut.Knife{Lines: []recut.KnifeCut{{From: near, By: eighths(6, 24)}}}, 2
	}
	m := &recut.CutAgain{From: block}
	var across, down int
	m.Upright, across = knife(recut.FromLeft, recut.FromRight)
	m.Level, down = knife(recut.FromTop, recut.FromBottom)
	var cells [][]straight.GridCell
	for row := range down {
		cells = append(cells, nil)
		for column := range across {
			cells[row] = append(cells[row], straight.GridCell{Unit: naming.Of("cut").Place(row, column), Turn: 180 * r.IntN(2)})
		}
	}
	if across > 1 && r.IntN(2) == 0 { // a row laid end for end
		slices.Reverse(cells[r.IntN(down)])
	}
	return making.Unit{ID: "cut", Name: "Cut", How: m}, cells
}

// What four-patches, nine-patches and pinwheels cut again measure: closed forms.
func TestWhatIsCutAgainMeasures(t *testing.T) {
	in := func(eighths int) measure.Length { return measure.Length(eighths) * measure.Inch / 8 }
	for _, one := range []struct {
		id, strip, by string
		whole         measure.Length   // unfinished
		parts         []measure.Length // across
		block         measure.Length   // unfinished
	}{
		// Squares of p, cut at d on both sides: u = 2p − ½, parts p − ¼ − d and 2d, finished 2p − 2.
		{"corners-exchanged", "4", "1", in(60), []measure.Length{in(22), in(16), in(22)}, in(52)},
		{"corners-exchanged", "6", "1 1/4", in(92), []measure.Length{in(36), in(20), in(36)}, in(84)},
		// Nine-patch of p: u = 3p − 1, quarters of half that, finished 3p − 2.
		{"halved-nine-patch", "3 1/2", "", in(76), []measure.Length{in(38), in(38)}, in(72)},
		{"halved-nine-patch", "5", "", in(112), []measure.Length{in(56), in(56)}, in(108)},
	} {
		w := cutTo(t, one.id, one.strip, one.by)
		for _, m := range w.Units {
			if !m.Parted {
				continue
			}
			k := m.Acts[0].Knife
			if u, _ := k.Of.Size(); u != one.whole {
				t.Errorf("%s of %s: %s is cut", one.id, one.strip, w.Say(u))
			}
			for i, place := range k.Places[0] {
				if is, _ := w.Unit(place).Piece.Size(); is != one.parts[i] {
					t.Errorf("%s of %s, part %d: %s", one.id, one.strip, i+1, w.Say(is))
				}
			}
		}
		if is, _ := w.Unit("block").Piece.Size(); is != one.block {
			t.Errorf("%s of %s: the block measures %s", one.id, one.strip, w.Say(is))
		}
	}
	// Thirds: the outer parts fall on marks, the middle is what remains.
	w := cutTo(t, "pinwheel-in-thirds", "", "")
	for i, want := range []measure.Length{in(25), in(26), in(25)} {
		if is, _ := w.Unit(naming.Of("parts").Place(0, i)).Piece.Size(); is != want {
			t.Errorf("third %d: %s", i+1, w.Say(is))
		}
	}
	// Measured 12⅝″: 4¼, 4⅛, 4¼, and the block 1″ less than that.
	d := entryOf(t, "pinwheel-in-thirds")
	unitOf(t, d, "half").How.(*triangle.HalfSquare).Finished = making.Typed("6 in")
	unitOf(t, d, "parts").How.(*recut.CutAgain).Measured = &recut.Unfinished{
		Width:  measure.Typed("12 5/8"),
		Height: measure.Typed("12 5/8"),
	}
	w, ok := work.Of(d)
	if !ok {
		t.Fatal(*w.Problems)
	}
	for i, want := range []measure.Length{in(34), in(33), in(34)} {
		if is, _ := w.Unit(naming.Of("parts").Place(0, i)).Piece.Size(); is != want {
			t.Errorf("measured, third %d: %s", i+1, w.Say(is))
		}
	}
	if is, _ := w.Unit("block").Piece.Size(); is != in(93) {
		t.Errorf("measured: the block is %s", w.Say(is))
	}
	if rows, _ := w.Layout.Finished(); rows != 4*in(89) {
		t.Errorf("measured: the quilt finishes %s", w.Say(rows))
	}
	// Of twelve blocks each takes five patches of one role and four of the other: 3 × 4 finish 39 × 52.
	w = cutTo(t, "halved-nine-patch", "5", "")
	if width, height := w.Layout.Finished(); width != 39*measure.Inch || height != 52*measure.Inch {
		t.Errorf("%s × %s", w.Say(width), w.Say(height))
	}
	for _, place := range w.Unit("quarter").Acts[0].Knife.Places {
		for _, id := range place {
			if l := w.Lines[w.Unit(id).Unit.ID.Step()]; l.Make() != 12 || l.Left != 0 {
				t.Errorf("%s: %+v", id, l)
			}
		}
	}
}

func entryOf(t *testing.T, id string) document.Document {
	t.Helper()
	list, err := List()
	if err != nil {
		t.Fatal(err)
	}
	for _, e := range list {
		if e.ID == id {
			return e.Document
		}
	}
	t.Fatal("no block " + id)
	return document.Document{}
}

func unitOf(t *testing.T, d document.Document, id naming.Unit) *making.Unit {
	t.Helper()
	for i := range d.Parts {
		if d.Parts[i].ID == id {
			return &d.Parts[i]
		}
	}
	t.Fatalf("no unit %s", id)
	return nil
}

// cutTo is a block of the library made of other strips and cut otherwise.
func cutTo(t *testing.T, id, strip, by string) *work.Work {
	t.Helper()
	d := entryOf(t, id)
	for i := range d.Parts {
		switch how := d.Parts[i].How.(type) {
		case *straight.StripSet:
			for j := range how.Strips {
				how.Strips[j].Width = making.Typed(strip + " in")
			}
		case *straight.SubCut:
			how.Width = making.Typed(strip + " in")
		case *recut.CutAgain:
			if by != "" {
				how.Upright.Lines[0].By, how.Level.Lines[0].By = making.Typed(by+" in"), making.Typed(by+" in")
			}
		}
	}
	w, ok := work.Of(d)
	if !ok {
		t.Fatalf("%s of %s: %v", id, strip, *w.Problems)
	}
	return w
}
