package library

import (
	"fmt"
	"strings"
	"testing"

	"vicis/core/askunits"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/plan"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/record"
	"vicis/core/tally"
	"vicis/core/work"
)

func TestEveryBlockIsPlannedFromClothToTop(t *testing.T) {
	list, err := List()
	if err != nil {
		t.Fatal(err)
	}
	if len(list) < 25 {
		t.Fatalf("%d blocks", len(list))
	}
	ids := map[string]bool{}
	for _, e := range list {
		if ids[e.ID] || e.Name == "" || e.Says == "" || strings.Contains(e.Group, ".") {
			t.Errorf("%q in %q: %s", e.ID, e.Group, e.Says)
		}
		ids[e.ID] = true
		p, problems := plan.Make(e.Document, nil)
		for _, problem := range problems {
			if problem.Code != "bias-edges" && problem.Code != "off-the-ruler" {
				t.Errorf("%s: %s at %s: %s", e.ID, problem.Code, problem.At, problem.Says)
			}
		}
		if p.Blocks != e.Document.Top.Rows*e.Document.Top.Columns || len(p.Steps) < 3 || len(p.Cut) == 0 ||
			p.Finished.Text == "" {
			t.Errorf("%s: %d blocks, %d steps", e.ID, p.Blocks, len(p.Steps))
		}
		if len(e.Picture.Patches) < 2 {
			t.Errorf("%s: a picture of %d patches", e.ID, len(e.Picture.Patches))
		}
		done := map[string]bool{}
		for _, s := range p.Steps {
			if s.Make < 1 || s.Says == "" || s.One == "" || done[string(s.ID)] {
				t.Errorf("%s: step %+v", e.ID, s)
			}
			for _, take := range s.Takes {
				if !done[string(take.Step)] {
					t.Errorf("%s: %s takes %s before it is made", e.ID, s.ID, take.Step)
				}
			}
			done[string(s.ID)] = true
		}
		text, err := document.Write(e.Document)
		again, problems := document.Read(text)
		if err != nil || problems.Stopped() || again.Name != e.Name {
			t.Errorf("%s does not survive being written: %v %v", e.ID, err, problems)
		}
	}
}

// aPart says whether what is laid is a part of what is cut again, which is as large as that makes it, and whether that
// is said.
func aPart(e Entry, problems problem.List) bool {
	if !problems.Stopped() || problems.Stops()[0].Code != "a-part" {
		return false
	}
	w, _ := work.Of(e.Document)
	return w.Unit(e.Block).Parted
}

// Every block can be made in other sizes: its parts follow, and what falls off the ruler is named with sizes that do
// not.
func TestEveryBlockCanBeResized(t *testing.T) {
	list, err := List()
	if err != nil {
		t.Fatal(err)
	}
	for _, e := range list {
		for _, to := range []string{"5", "12", "9 1/2"} {
			r, problems := askunits.Resize(e.Document, e.Block, measure.Typed(to))
			if aPart(e, problems) {
				continue
			}
			if problems.Stopped() {
				t.Errorf("%s to %s: %v", e.ID, to, problems.Stops()[0])
				continue
			}
			p, problems := plan.Make(r.Document, nil)
			if problems.Stopped() || !strings.HasPrefix(p.Block.Text, r.Finished+" ×") &&
				!strings.HasPrefix(p.Block.Text, "≈") {
				t.Errorf("%s to %s: %s, %v", e.ID, to, p.Block.Text, problems.Stops())
			}
			for _, n := range r.Nearest {
				better, _ := askunits.Resize(e.Document, e.Block, n.Written)
				if len(better.Off) > 0 {
					t.Errorf("%s to %s: %s was said to suit the ruler, and %v does not", e.ID, to, n.Text, better.Off)
				}
			}
		}
	}
}

// A block that is asked to finish at a size does so when it is sewn, also where parts of it hold √2 of an allowance;
// else it is said how near it comes. Every block, at twelve sizes, held against what is sewn.
func TestResizedBlocksFinishAsAskedFor(t *testing.T) {
	list, err := List()
	if err != nil {
		t.Fatal(err)
	}
	met := 0
	for _, e := range list {
		for _, to := range []string{
			"4", "5", "6", "6 1/2", "7 3/4", "8", "9", "10", "12", "15", "16 1/2", "20 cm",
		} {
			r, problems := askunits.Resize(e.Document, e.Block, measure.Typed(to))
			if aPart(e, problems) {
				continue
			}
			if problems.Stopped() {
				t.Errorf("%s to %s: %v", e.ID, to, problems.Stops()[0])
				continue
			}
			w, ok := work.Of(r.Document)
			if !ok {
				if r.Short == "" {
					t.Errorf("%s to %s: cannot be sewn, and nothing says so: %v", e.ID, to, w.Problems.Stops())
				}
				continue
			}
			want := measure.Typed(to).Length()
			wide, _ := w.Unit(e.Block).Piece.Size()
			off := wide - 2*w.Table.Seam - want
			if near := off <= measure.Hair && -off <= measure.Hair; near != (r.Short == "") {
				t.Errorf("%s to %s: off by %v inches, and it says %q", e.ID, to, off.Inches(), r.Short)
			} else if near {
				met++
			}
		}
	}
	if met < 12*len(list)*9/10 {
		t.Errorf("only %d of %d are met", met, 12*len(list))
	}
}

// A preview of any block takes less than a blink: compare these with each other.
func BenchmarkPreview(b *testing.B) {
	list, err := List()
	if err != nil {
		b.Fatal(err)
	}
	for _, e := range list {
		b.Run(e.ID, func(b *testing.B) {
			for b.Loop() {
				plan.Make(e.Document, nil)
			}
		})
	}
}

// From shelf to tally: made as planned, every block of the library is done, and nothing is doubted.
func TestEveryBlockIsTalliedToTheEnd(t *testing.T) {
	list, err := List()
	if err != nil {
		t.Fatal(err)
	}
	for _, e := range list {
		for _, spares := range []int{0, 1, 2} {
			d := e.Document
			d.Spares.Count = spares
			if spares > 0 { // with everything that can lie round it
				role := d.Roles[0].ID
				d.Top.Sashing = &quilt.Sashing{
					Role: role, Corners: map[bool]string{true: role}[spares > 1],
					Outer: spares > 1,
				}
				d.Top.Borders = []quilt.Border{{
					ID: "first-border", Name: "the inner border", Role: role,
					Width: making.Typed("2 in"),
				}, {
					ID: "second-border", Name: "the outer border", Role: role, Width: making.Typed("4 in"),
					Corners: role,
				}}
				d.Top.Backing, d.Top.Binding = &quilt.Backing{Role: role}, &quilt.Binding{Role: role}
			}
			p, ok := work.Of(d)
			if !ok {
				t.Fatal(e.ID, *p.Problems)
			}
			var events []record.Event
			for i, n := range p.Once() {
				if s := p.Steps[i]; n > 0 {
					events = append(events, record.Event{
						ID: fmt.Sprint("event-", i), Step: s.ID, Kind: record.Made, N: n, Exact: s.Exact(), Look: s.Look,
					})
				}
			}
			out := tally.Fold(p, events)
			if out.Next != "" || len(out.Doubts) > 0 || len(out.NoLonger) > 0 {
				t.Errorf("%s, spares %d: next %q, doubts %+v, %+v", e.ID, spares, out.Next, out.Doubts, out.NoLonger)
			}
		}
	}
}
