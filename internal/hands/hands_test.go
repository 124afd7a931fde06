// Package hands_test sews quilts a second time, from their sheets of instructions alone, with Shapely (Debian's python3-shapely).
package hands_test

import (
	"encoding/json"
	"fmt"
	"math"
	"os/exec"
	"slices"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/instructions"
	"vicis/core/naming"
	"vicis/core/tally"
	"vicis/core/work"
	"vicis/internal/quilts"
)

// job is a sheet, and the quilt that is drawn.
type job struct {
	Sheet   instructions.Sheet `json:"sheet"`
	Patches []drawn.Patch      `json:"patches"`
	Bands   [][]float64        `json:"bands"`
}

// came is what the hands made of it.
type came struct {
	Front, Back float64
	Size        [2]float64
	Piles       map[naming.Step]int
	Wrong       string
}

// turned is a flat list of points of a picture of so wide and high, turned about its middle and laid with its upper left corner at x, y.
func turned(points []float64, w, h, x, y float64, turn int) []float64 {
	out := make([]float64, len(points))
	for i := 0; i < len(points); i += 2 {
		a, b := points[i], points[i+1]
		switch turn {
		case 90:
			a, b = h-b, a
		case 180:
			a, b = w-a, h-b
		case 270:
			a, b = b, w-a
		}
		out[i], out[i+1] = a+x, b+y
	}
	return out
}

// jobOf is the sheet of a quilt beside its drawing.
func jobOf(w *work.Work) job {
	l := drawn.Of(&w.Laid).Quilt()
	j := job{Sheet: instructions.Of(w), Patches: slices.Clone(l.Borders), Bands: [][]float64{}}
	for _, b := range l.Bands {
		j.Bands = append(j.Bands, b.Points)
	}
	for _, c := range l.Cells {
		block := l.Blocks[c.Block]
		for _, p := range block.Patches {
			j.Patches = append(j.Patches, drawn.Patch{Fabric: p.Fabric, Points: turned(p.Points, block.W, block.H, c.X, c.Y, c.Turn)})
		}
		for _, b := range block.Bands {
			j.Bands = append(j.Bands, turned(b.Points, block.W, block.H, c.X, c.Y, c.Turn))
		}
	}
	return j
}

// sew lets the hands work.
func sew(t *testing.T, jobs map[string]job) map[string]came {
	t.Helper()
	in, err := json.Marshal(jobs)
	if err != nil {
		t.Fatal(err)
	}
	run := exec.CommandContext(t.Context(), "/usr/bin/python3", "hands.py")
	run.Stdin = strings.NewReader(string(in))
	answer, err := run.Output()
	if err != nil {
		if e, ok := err.(*exec.ExitError); ok {
			t.Fatal(string(e.Stderr))
		}
		t.Fatal(err)
	}
	var out map[string]came
	if err := json.Unmarshal(answer, &out); err != nil {
		t.Fatal(err)
	}
	return out
}

// reached says whether everything that is sewn in a quilt is on its sheet as more than words.
func reached(s instructions.Sheet, w *work.Work) bool {
	return !slices.ContainsFunc(s.Lines, func(l instructions.Line) bool { return l.Do == instructions.Words && l.Step != "" && l.Step != naming.BackingJoin && l.Step != naming.BindingJoin && l.Step != naming.BindingRound })
}

// allMade is what there is of everything once all is made as planned.
func allMade(w *work.Work) map[naming.Step]int {
	var events []tally.Event
	for i, s := range w.Steps {
		for n := s.Make; n > 0; n -= tally.MostAtOnce {
			events = append(events, tally.Event{ID: fmt.Sprintf("made-%05d-%d", i, n), Step: s.ID, Kind: tally.Made, N: min(n, tally.MostAtOnce), Exact: s.Exact(), Look: s.Look})
		}
	}
	left := map[naming.Step]int{}
	for _, s := range tally.Fold(w, events).Steps {
		left[s.ID] = s.OnHand
	}
	return left
}

// What the hands make of the sheet is the quilt that is drawn, front and back, and their piles are what the tally says is left.
func TestTheHandsSewTheQuilt(t *testing.T) {
	all, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	jobs, of := map[string]job{}, map[string]*work.Work{}
	skipped := 0
	for _, d := range all {
		d, err := document.Copy(d)
		if err != nil {
			t.Fatal(err)
		}
		if d.Top.Rows*d.Top.Columns > 40 {
			d.Top.Rows, d.Top.Columns = 3, 3
		}
		w, ok := work.Of(d)
		if !ok {
			t.Fatalf("%s: %v", d.Name, *w.Problems)
		}
		j := jobOf(w)
		if !reached(j.Sheet, w) {
			skipped++
			continue
		}
		jobs[d.Name], of[d.Name] = j, w
	}
	sewn := 0
	for name, c := range sew(t, jobs) {
		w := of[name]
		if c.Wrong != "" {
			t.Errorf("%s: %s", name, c.Wrong)
			continue
		}
		sewn++
		wide, high := w.Layout.Finished()
		if math.Abs(c.Size[0]-wide.Inches()) > 0.01 || math.Abs(c.Size[1]-high.Inches()) > 0.01 || c.Front > 0.1 || c.Back > 0.1 {
			t.Errorf("%s: %.3f × %.3f, %.3f square inches of cloth and %.3f of allowances lie elsewhere", name, c.Size[0], c.Size[1], c.Front, c.Back)
		}
		left := allMade(w)
		for step, n := range c.Piles {
			if n != left[step] {
				t.Errorf("%s: %d of %s are left, and %d by the tally", name, n, step, left[step])
			}
		}
	}
	t.Logf("%d sewn, %d not yet", sewn, skipped)
}
