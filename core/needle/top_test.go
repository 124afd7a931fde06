package needle_test

import (
	"strings"
	"testing"

	"vicis/core/batching"
	"vicis/core/document"
	"vicis/core/library"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/needle"
	"vicis/core/piece"
	"vicis/core/quilt"
	"vicis/core/school"
	"vicis/core/work"
)

// settings are quilts of one block of the library: straight, sashed, on point, in borders plain and pieced.
func settings(unit naming.Unit) map[string]quilt.Top {
	repeat := [][]quilt.Cell{{{Unit: unit}, {Unit: unit, Turn: 90}}}
	plain := quilt.Border{ID: "inner", Name: "inner border", Role: "B", Width: making.Typed("2 in"), Corners: "A"}
	outer := quilt.Border{ID: "outer", Name: "outer border", Role: "A", Width: making.Typed("3 1/2 in")}
	pieced := quilt.Border{ID: "pieced", Name: "pieced border", Cells: []quilt.Cell{{Unit: unit}}, Corners: "B"}
	turned := quilt.Border{
		ID: "turned", Name: "turned border", Cells: []quilt.Cell{{Unit: unit}},
		Corner: &quilt.Cell{Unit: unit, Turn: 180},
	}
	binding := &quilt.Binding{Role: "A"}
	return map[string]quilt.Top{
		"straight": {
			Rows: 3, Columns: 4, Repeat: repeat, Borders: []quilt.Border{plain, outer}, Binding: binding,
			Backing: &quilt.Backing{Role: "B"},
		},
		"sashed": {
			Rows: 3, Columns: 2, Repeat: repeat,
			Sashing: &quilt.Sashing{Role: "B", Width: making.Typed("1 1/2 in"), Corners: "A", Outer: true},
			Borders: []quilt.Border{outer}, Binding: binding,
		},
		"sashed through": {
			Rows: 3, Columns: 2, Repeat: repeat,
			Sashing: &quilt.Sashing{Role: "B", Width: making.Typed("1 1/2 in")}, Borders: []quilt.Border{plain},
		},
		"on point": {Rows: 3, Columns: 2, Repeat: repeat, Point: &quilt.PointSetting{Role: "B"}},
		"pieced":   {Rows: 2, Columns: 3, Repeat: repeat, Borders: []quilt.Border{pieced}, Binding: binding},
		"web":      {Rows: 3, Columns: 4, Repeat: repeat},
		"web sashed": {
			Rows: 2, Columns: 3, Repeat: repeat,
			Sashing: &quilt.Sashing{Role: "B", Width: making.Typed("1 1/2 in")},
		},
		"turned": {Rows: 2, Columns: 3, Repeat: repeat, Borders: []quilt.Border{turned, plain}},
	}
}

// set lays each block of the library in every setting that it can be laid in.
func set(t *testing.T, each func(name string, w *work.Work)) {
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	for _, e := range list {
		for name, top := range settings(e.Document.Top.Repeat[0][0].Unit) {
			d := e.Document
			d.Top = top
			if strings.HasPrefix(name, "web") {
				d.Schools.Rows = school.Webbed
			}
			raw, err := document.Write(d)
			if err != nil {
				t.Fatal(err)
			}
			read, problems := document.Read(raw)
			if problems.Stopped() {
				continue
			}
			if w, ok := work.Of(read); ok {
				each(name+" "+e.ID, w)
			}
		}
	}
}

// every card of a step.
func all(w *work.Work, step naming.Step) (list []needle.Lie, ok bool) {
	c, ok := needle.Of(w, step, 0)
	list = c.Lies
	for ok && len(list) < c.Seams {
		c, ok = needle.Of(w, step, len(list))
		list = append(list, c.Lies...)
	}
	return list, ok
}

// What meets on the cards of rows, between rows and round the quilt is, all of it together, what the pressing counted
// between the blocks of the whole quilt, which it lists by kinds of joint and never lays; and as many of it clash.
func TestTheCardsOfTheTopMeetWhatThePressingCounts(t *testing.T) {
	seen, crossings := map[string]int{}, 0
	set(t, func(name string, w *work.Work) {
		meet, clash, told := 0, 0, true
		for _, b := range w.Batches {
			if b.Does != making.Sews || b.Stage != batching.Rows && b.Stage != batching.Top {
				continue
			}
			list, ok := all(w, b.ID)
			told = told && ok
			times := 1
			if b.Stage == batching.Rows && b.ID.Column() == 0 {
				times = b.Make
			} else if ok && len(list) != b.Make {
				t.Errorf("%s: %s has %d seams, and %d are told", name, b.ID, b.Make, len(list))
			}
			for _, l := range list {
				for _, m := range l.Marks {
					meet, clash = meet+times*m.Meets, clash+times*m.Clashes
				}
			}
		}
		if !told {
			seen["not told"]++
			t.Log("not told:", name)
			return
		}
		between, clashing := 0, 0
		for _, p := range w.Press.Places {
			if !p.Inside {
				between, clashing = between+p.Crossings, clashing+p.Clashes
			}
		}
		// An opened seam neither nests nor clashes; and a card shows of kinds that look alike the first.
		opened := w.Press.Opened > 0 || len(w.Press.Sorted.Count) > len(w.Layout.Count)
		if meet != between || !opened && clash != clashing {
			t.Errorf("%s: %d crossings on the cards, %d of them clash; the pressing counts %d and %d", name, meet, clash,
				between, clashing)
		}
		seen["told"]++
		crossings += meet
	})
	if seen["told"] < 100 || seen["not told"] > 10 || crossings < 5000 {
		t.Errorf("%v with %d crossings", seen, crossings)
	}
	t.Log(seen, crossings)
}

// The edges that borders and binding are sewn to are as long as the layout says, which adds up finished sizes.
func TestEdgesAreAsLongAsTheQuilt(t *testing.T) {
	told := 0
	set(t, func(name string, w *work.Work) {
		l := w.Layout
		if l.OnPoint {
			return
		}
		check := func(step naming.Step, lies int, is measure.Length) {
			list, ok := all(w, step)
			if !ok || len(list) != lies {
				t.Errorf("%s: %s tells %d seams, not %d", name, step, len(list), lies)
				return
			}
			for _, one := range list {
				if d := one.Long.Inches() - is.Inches(); d*d > 1e-7 { // sizes that lie between two marks of the grid are rounded up

					t.Errorf("%s: %s is %v inches long, not %v", name, step, one.Long.Inches(), is.Inches())
				}
				told++
			}
		}
		h := l.H
		for _, ring := range l.Rings {
			check(ring.Border.ID.Sides(), 2, h)
			check(ring.Border.ID.Ends(), 2, ring.W)
			if ring.Border.HasSquares() {
				check(ring.Border.ID.Corners(), 4, ring.Width)
			}
			h = ring.H
		}
		if l.Back != nil && l.Back.Seams > 0 {
			check(naming.BackingJoin, l.Back.Seams, l.Back.Long)
		}
	})
	if told < 300 {
		t.Errorf("only %d edges were looked at", told)
	}
}

// Two binding strips crossed and sewn on the right diagonal run straight on once they are opened (geometry: a mirror in
// the line of the stitches takes "down" to "to the right"); sewn on the other one they turn back.
func TestBindingStripsRunOn(t *testing.T) {
	looked := 0
	set(t, func(name string, w *work.Work) {
		if w.Layout.Bind == nil || w.Layout.Bind.Strips < 2 {
			return
		}
		c, ok := needle.Of(w, naming.BindingJoin, 0)
		if !ok || c.Laid == nil || c.Laid.Wrong == nil || !c.Laid.Wrong.Diagonal {
			t.Fatalf("%s: no card, or no other diagonal", name)
		}
		for _, one := range []struct {
			s       piece.SeamLine
			runs    bool
			stitchs string
		}{{c.Laid.Stitches[0], true, "right"}, {c.Laid.Wrong.Stitches[0], false, "wrong"}} {
			dx, dy := one.s.To.X.Sub(one.s.From.X).Inches(), one.s.To.Y.Sub(one.s.From.Y).Inches()
			// down, mirrored in a line along (dx, dy): 2 (d·n) d / |d|² − n
			x := 2 * dy * dx / (dx*dx + dy*dy)
			if runs := x > 0.999; runs != one.runs {
				t.Errorf("%s: the %s diagonal lets the next strip run to %v", name, one.stitchs, x)
			}
		}
		if bound, ok := needle.Of(w, naming.BindingRound, 0); !ok || bound.Lies[0].Press != needle.Unset ||
			len(bound.Lies[0].Marks) != 0 {
			t.Errorf("%s: the binding is not laid on the quilt", name)
		}
		looked++
	})
	if looked < 20 {
		t.Errorf("only %d bindings", looked)
	}
}
