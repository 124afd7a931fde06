package library

import (
	"encoding/json"
	"fmt"
	"os/exec"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/machine"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/work"
)

// follower sews what the cards say, and nothing else: from each pile a piece is taken, turned as told, the upper one
// turned over like a page onto the lower one, right edges even; both are sewn an allowance inside the edge, cut away
// beyond it, opened, and the allowances folded to the side that is said. What is taken from a pile no card tells of is
// taken as it is drawn.
const follower = `
import json, sys
from shapely.geometry import Polygon, box
from shapely.affinity import affine_transform
from shapely.ops import unary_union
T = {0: (1, 0, 0, 1), 90: (0, -1, 1, 0), 180: (-1, 0, 0, -1), 270: (0, 1, -1, 0)}  # clockwise, y running down
h = 0.5 ** 0.5
T.update({45: (h, -h, h, h), 135: (-h, -h, h, -h), 225: (-h, h, -h, -h), 315: (h, h, -h, h)})
def moved(piece, m):
    cloth = [(f, affine_transform(p, m)) for f, p in piece["cloth"]]
    folds = [(affine_transform(p, m)) for p in piece["folds"]]
    return {"cloth": cloth, "folds": folds}
def bounds(piece): return unary_union([p for _, p in piece["cloth"]]).bounds
def turned(piece, degrees):
    a, b, d, e = T[degrees % 360]
    out = moved(piece, [a, b, d, e, 0, 0])
    x0, y0, _, _ = bounds(out)
    return moved(out, [1, 0, 0, 1, -x0, -y0])
def page(piece):  # turned over like a page, its left edge coming to lie on the right
    out = moved(piece, [-1, 0, 0, 1, 0, 0])
    x0, y0, _, _ = bounds(out)
    return moved(out, [1, 0, 0, 1, -x0, -y0])
def laid(piece, layer, low):  # at an odd eighth it is half of what was cut on its diagonal, which then lies at the guide
    out = turned(piece, layer["turn"])
    if layer["turn"] % 90 == 0: return out
    x0, y0, x1, y1 = bounds(out)
    middle = (x0 + x1) / 2
    out = kept(out, box(-1000, -1000, middle, 1000) if low else box(middle, -1000, 1000, 1000))
    x0, y0, _, _ = bounds(out)
    return moved(out, [1, 0, 0, 1, -x0, -y0])
def polygon(flat): return Polygon([(flat[i], flat[i + 1]) for i in range(0, len(flat), 2)])
def drawn(picture): return {"cloth": [(p["fabric"], polygon(p["points"])) for p in picture["patches"]],
                            "folds": [polygon(b["points"]) for b in picture["bands"]]}
def kept(piece, window):
    cloth = [(f, p.intersection(window)) for f, p in piece["cloth"]]
    folds = [p.intersection(window) for p in piece["folds"]]
    return {"cloth": [(f, p) for f, p in cloth if p.area > 1e-9], "folds": [p for p in folds if p.area > 1e-9]}
def sew(lower, upper, seam):
    s = seam["takes"]
    x1 = bounds(lower)[2]
    w = bounds(upper)[2]
    over = moved(page(upper), [1, 0, 0, 1, x1 - w, 0])       # face down, right edges even
    line = x1 - s
    left = box(-1000, -1000, line, 1000)
    allowed = unary_union([p.intersection(box(line, -1000, 1000, 1000)) for _, p in lower["cloth"] + over["cloth"]])
    lower, over = kept(lower, left), kept(over, left)
    opened = moved(over, [-1, 0, 0, 1, 2 * line, 0])          # opened over the stitches, right side up again
    back = affine_transform(allowed, [-1, 0, 0, 1, 2 * line, 0])
    fold = {"lower": [back], "upper": [allowed], "open": [back, allowed]}[seam["press"]]
    return {"cloth": lower["cloth"] + opened["cloth"], "folds": lower["folds"] + opened["folds"] + fold}
def differ(a, b):
    fabrics = {f for f, _ in a["cloth"]} | {f for f, _ in b["cloth"]}
    front = sum(unary_union([p for g, p in a["cloth"] if g == f]).symmetric_difference(unary_union([p for g, p in b["cloth"] if g == f])).area for f in fabrics)
    return front, unary_union(a["folds"]).symmetric_difference(unary_union(b["folds"])).area
out = {}
for name, job in json.load(sys.stdin).items():
    piles, sewn, worst = {}, 0, (0, 0)
    pile = lambda of: piles.get(of) or drawn(job["pictures"][of])
    for card in job["cards"]:
        last = None
        for seam in card["seams"]:
            layer = [laid(pile(l["of"]) if l.get("of") else last, l, low) for l, low in ((seam["lower"], True), (seam["upper"], False))]
            last = sew(layer[0], layer[1], seam)
            if seam["lower"]["turn"] % 90:  # each is one of what falls out
                goals = [drawn(goal) for goal in job["falls"][card["step"]]]
                d = min(differ(kept(turned(last, turn), box(*bounds(goal))), goal) for goal in goals for turn in (45, 135, 225, 315))  # the tips are cut off
                worst = max(worst[0], d[0]), max(worst[1], d[1])
                sewn += 1
                continue
            x0, y0, _, _ = bounds(last)
            last = moved(last, [1, 0, 0, 1, -x0, -y0])
            sewn += 1
        if seam["lower"]["turn"] % 90: continue
        made = turned(last, card["after"])
        piles[card["step"]] = made
        d = differ(made, drawn(job["pictures"][card["step"]]))
        worst = max(worst[0], d[0]), max(worst[1], d[1])
    out[name] = {"sewn": sewn, "front": worst[0], "back": worst[1]}
print(json.dumps(out))
`

type sewing struct {
	Cards    []machine.Under               `json:"cards"`
	Pictures map[naming.Step]drawn.Picture `json:"pictures"`

	Falls map[naming.Step][]drawn.Picture `json:"falls"` // of halves that are sewn to each other: all that falls out
}

// The cards of every block of the library that is sewn edge to edge, followed literally by a second drawing in Shapely
// (Debian's python3-shapely), give the block of the plan, front and back, after every step. A point of an allowance
// folded wrongly is 0.03 square inches.
func TestCardsFollowedLiterallyGiveTheBlock(t *testing.T) {
	list, err := List()
	if err != nil {
		t.Fatal(err)
	}
	jobs, seams := map[string]sewing{}, map[string]int{}
	add := func(name string, w *work.Work) {
		job := sewing{Pictures: map[naming.Step]drawn.Picture{}, Falls: map[naming.Step][]drawn.Picture{}}
		d := drawn.Of(&w.Laid)
		for _, b := range w.Batches {
			if len(b.Joins) == 0 {
				continue
			}
			u, ok := every(w, b.ID)
			if !ok || len(u.Seams) != len(b.Joins) {
				t.Errorf("%s: %s has %d seams, and its card tells %d", name, b.ID, len(b.Joins), len(u.Seams))
				continue
			}
			seams[name] += len(u.Seams)
			job.Cards = append(job.Cards, u)
			job.Pictures[b.ID] = flat(d, b.Piece, w)
			for _, one := range w.Acts[b.ID].Made.Each() {
				job.Falls[b.ID] = append(job.Falls[b.ID], flat(d, one.Piece, w))
			}
			for _, s := range u.Seams {
				for _, of := range []naming.Step{s.Lower.Of, s.Upper.Of} {
					if of != "" {
						job.Pictures[of] = flat(d, given(w, of), w)
					}
				}
			}
		}
		if len(job.Cards) > 0 {
			jobs[name] = job
		}
	}
	for _, e := range list {
		for _, school := range []string{"nest", "outward", "open"} {
			d := e.Document
			raw, _ := json.Marshal(d)
			read, problems := document.Read([]byte(strings.Replace(string(raw), `"press":"nest"`,
				fmt.Sprintf(`"press":%q`, school), 1)))
			if problems.Stopped() {
				t.Fatal(problems)
			}
			w, ok := work.Of(read)
			if !ok {
				t.Fatalf("%s is not planned", e.ID)
			}
			add(e.ID+" "+school, w)
		}
	}
	in, _ := json.Marshal(jobs)
	run := exec.CommandContext(t.Context(), "/usr/bin/python3", "-c", follower)
	run.Stdin = strings.NewReader(string(in))
	answer, err := run.Output()
	if err != nil {
		t.Fatal(err, stderr(err))
	}
	var got map[string]struct {
		Sewn        int
		Front, Back float64
	}
	if err := json.Unmarshal(answer, &got); err != nil {
		t.Fatal(err)
	}
	all := 0
	for name, g := range got {
		all += g.Sewn
		if g.Sewn != seams[name] || g.Front > 0.01 || g.Back > 0.01 {
			t.Errorf("%s: %d of %d seams sewn; %.4f square inches of cloth and %.4f of allowances lie elsewhere than planned",
				name, g.Sewn, seams[name], g.Front, g.Back)
		}
	}
	if all < 300 {
		t.Errorf("only %d seams were sewn in %d blocks", all, len(got))
	}
	t.Logf("%d seams of %d blocks", all, len(got))
}

// every seam of a step, page by page.
func every(w *work.Work, step naming.Step) (machine.Under, bool) {
	u, ok := machine.UnderNeedle(w, step, 0)
	for ok && len(u.Seams) < u.Count {
		more, _ := machine.UnderNeedle(w, step, len(u.Seams))
		u.Seams = append(u.Seams, more.Seams...)
	}
	return u, ok
}

// flat draws a piece with nothing but its own allowances as they are pressed.
func flat(d drawn.Drawing, p piece.Piece, w *work.Work) drawn.Picture { return d.Piece(p, &w.Press) }

// given is what a step's pile holds.
func given(w *work.Work, step naming.Step) piece.Piece {
	a := w.Acts[step]
	if unit := step.Made(); unit != "" && w.Unit(unit).Unit.ID == unit && a.Act.Does != making.Sews {
		return w.Unit(unit).Piece
	}
	return a.Act.Piece
}

func stderr(err error) string {
	if e, ok := err.(*exec.ExitError); ok {
		return string(e.Stderr)
	}
	return ""
}
