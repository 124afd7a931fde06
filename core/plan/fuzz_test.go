package plan_test

import (
	"bytes"
	"encoding/json"
	"slices"
	"testing"

	"vicis/core/ask"
	"vicis/core/askpress"
	"vicis/core/askunits"
	"vicis/core/batching"
	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/machine"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/onward"
	"vicis/core/order"
	"vicis/core/plan"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/record"
	"vicis/core/school"
	"vicis/core/starter"
	"vicis/core/stock"
	"vicis/core/tally"
	"vicis/core/times"
	"vicis/core/work"
	"vicis/internal/trial/whole"
)

// No document makes the planner panic or go on for ever.
func FuzzPlan(f *testing.F) {
	for _, c := range []starter.Choices{whole.Chain, {
		Block: starter.Checkers, Squares: 2, Companion: starter.None, Rows: 2,
		Columns: 3, Border: measure.Typed("4"),
	}} {
		text, err := document.Write(whole.Begin(f, c))
		if err != nil {
			f.Fatal(err)
		}
		f.Add(text)
	}
	for _, e := range whole.Blocks(f) {
		text, err := document.Write(e)
		if err != nil {
			f.Fatal(err)
		}
		f.Add(text)
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		if d, problems := document.Read(data); !problems.Stopped() {
			p, problems := plan.Make(d, problems)
			hasWorkOrSaysWhy(t, p, problems)
		}
	})
}

// dear is what planning may cost, in parts of a purse, of what all the questions are asked: of what is dearer they are
// asked in BenchmarkWorstQuestions, where nobody takes a busy machine for one that hangs.
const dear = 5_000

// FuzzChangedBlock changes single values of a library block, so that what is planned is nearly always a document that
// reads: every four bytes are one change (which value, twice; what happens to it; with what).
func FuzzChangedBlock(f *testing.F) {
	var texts [][]byte
	for i, d := range whole.Blocks(f) {
		switch i % 3 {
		case 0:
			d = surrounded(d)
		case 1:
			d = otherwise(d)
		default:
			d = measuredLess(d)
		}
		text, err := document.Write(d)
		if err != nil {
			f.Fatal(err)
		}
		texts = append(texts, text)
	}
	for i := range texts {
		f.Add(uint8(i), []byte{0, byte(40 + i), byte(i), byte(3 * i)})
		f.Add(uint8(i), []byte{0, byte(90 + i), byte(i + 1), byte(7 * i), 0, byte(60 + 2*i), 1, byte(i)})
	}
	f.Fuzz(func(t *testing.T, which uint8, changes []byte) {
		var tree any
		if err := json.Unmarshal(texts[int(which)%len(texts)], &tree); err != nil {
			t.Fatal(err)
		}
		for ; len(changes) >= 4; changes = changes[4:] {
			change(tree, int(changes[0])<<8|int(changes[1]), changes[2], int(changes[3]))
		}
		text, err := json.Marshal(tree)
		if err != nil {
			t.Fatal(err)
		}
		d, problems := document.Read(text)
		if problems.Stopped() {
			return
		}
		first, said := plan.Make(d, problems)
		hasWorkOrSaysWhy(t, first, said)
		toldWell(t, d.Name, d, first)
		second, _ := plan.Make(d, problems)
		a, err := json.Marshal(first)
		if err != nil {
			t.Fatal(err) // a number that is none
		}
		if b, _ := json.Marshal(second); !bytes.Equal(a, b) {
			t.Fatalf("planned twice it differs: %s", text)
		}
		spent := 0
		work.Spending(d, func(n int) { spent += n })
		if d.Top.Rows*d.Top.Columns > 30 || len(first.Press.Lines) == 0 || spent > dear {
			return
		}
		atTheMachine(t, d)
		askpress.RemediesFor(d, ask.Enough(nil))
		askpress.Arrangements(d, ask.Enough(nil))
		askunits.PartsOf(d, d.Top.Repeat[0][0].Unit, ask.Enough(nil))
		askunits.WavesOf(d, d.Top.Repeat[0][0].Unit, ask.Enough(nil))
		goOn(t, d)
		for _, line := range first.Press.Lines[:1] {
			for _, seam := range line.Each {
				askpress.AboutSeam(d, seam.Seam, ask.Enough(nil))
			}
		}
	})
}

// measuredLess is a document that goes on with its first strip set, or its first block, a sixteenth smaller than
// planned, where that can be.
func measuredLess(d document.Document) document.Document {
	for _, way := range waysFrom(d) {
		if way.Document != nil {
			return *way.Document
		}
	}
	return d
}

// waysFrom are the ways on from the first thing that is measured.
func waysFrom(d document.Document) []onward.WayOn {
	w, ok := work.Of(d)
	if !ok {
		return nil
	}
	for _, s := range w.Steps {
		ways := w.Gauges(s)
		if len(ways) == 0 || s.Of.Batch == nil {
			continue
		}
		came := onward.Came{Step: s.ID, Height: measure.Write(max(1, ways[min(1, len(ways)-1)].Size-measure.Inch/16))}
		out, problems := onward.OnwardFrom(d, came, whole.Against(stock.NewAccount()), ask.Enough(nil))
		if problems.Stopped() {
			continue
		}
		return out.Ways
	}
	return nil
}

// goOn: every way on that is offered can be planned.
func goOn(t *testing.T, d document.Document) {
	t.Helper()
	for _, way := range waysFrom(d) {
		if way.Document == nil {
			continue
		}
		if w, ok := work.Of(*way.Document); !ok {
			t.Fatalf("%s is offered and cannot be planned: %v", way.Way, w.Problems.Stops())
		}
	}
}

// hasWorkOrSaysWhy: where there is nothing to do, something says what stops it.
func hasWorkOrSaysWhy(t *testing.T, p plan.Plan, problems problem.List) {
	t.Helper()
	if len(p.Steps) == 0 && !problems.Stopped() {
		t.Fatal("nothing is planned, and nothing says why")
	}
}

// leaf is one value of a document and how to set it.
type leaf struct {
	value any
	set   func(any)
	drop  func()
}

func leaves(v any, add func(leaf)) {
	switch v := v.(type) {
	case map[string]any:
		keys := make([]string, 0, len(v))
		for k := range v {
			keys = append(keys, k)
		}
		slices.Sort(keys)
		for _, k := range keys {
			add(leaf{v[k], func(n any) { v[k] = copied(n) }, func() { delete(v, k) }})
			leaves(v[k], add)
		}
	case []any:
		for i := range v {
			add(leaf{v[i], func(n any) { v[i] = copied(n) }, func() { v[i] = copied(v[(i+1)%len(v)]) }})
			leaves(v[i], add)
		}
	}
}

// copied keeps a value from being put into itself.
func copied(v any) any {
	switch v := v.(type) {
	case map[string]any:
		m := make(map[string]any, len(v))
		for k := range v {
			m[k] = copied(v[k])
		}
		return m
	case []any:
		l := make([]any, len(v))
		for i := range v {
			l[i] = copied(v[i])
		}
		return l
	}
	return v
}

// Values that sit on the edge of what a document allows.
var odd = []any{
	"", "0", "1/64 in", "1/2 in", "2 1/2 in", "1 strip", "3 strips", "1/4 strip", "7/4 strips", "40 in", "999 yd",
	"1/24384 in", "-1 in", "≈",
	0.0, 1.0, 2.0, 3.0, 4.0, 90.0, 180.0, 270.0, 45.0, -1.0, 1000.0, 1e9, true, false, nil,
	[]any{},
	map[string]any{},
}

func change(tree any, at int, how byte, with int) {
	var all []leaf
	leaves(tree, func(l leaf) { all = append(all, l) })
	if len(all) == 0 {
		return // everything was dropped
	}
	l := all[at%len(all)]
	switch how % 4 {
	case 0:
		l.set(odd[with%len(odd)])
	case 1: // another value of the document that is of its type: an id, a length, a part
		var same []any
		for _, o := range all {
			if kindOf(o.value) == kindOf(l.value) {
				same = append(same, o.value)
			}
		}
		l.set(same[with%len(same)])
	case 2:
		l.drop()
	case 3: // something that is there once more
		if list, ok := l.value.([]any); ok && len(list) > 0 && len(list) < 64 {
			l.set(append(slices.Clone(list), list[with%len(list)]))
		}
	}
}

func kindOf(v any) int {
	switch v.(type) {
	case string:
		return 1
	case float64:
		return 2
	case []any:
		return 3
	case map[string]any:
		return 4
	}
	return 0
}

// otherwise sets a quilt on point within a pieced border, cuts it from an assortment and from ends, and presses it by
// hand.
func otherwise(d document.Document) document.Document {
	role := d.Roles[0].ID
	d.Top.Rows, d.Top.Columns = 3, 2
	d.Top.Point = &quilt.PointSetting{Role: role, Larger: measure.Typed("1/2 in")}
	last := d.Parts[len(d.Parts)-1].ID
	d.Top.Borders = []quilt.Border{
		{ID: "spacer", Name: "spacer", Role: role, Width: making.Typed("1 in")},
		{
			ID: "around", Name: "around", Cells: []quilt.Cell{{Unit: d.Parts[0].ID}, {Unit: last, Turn: 90}},
			Corner: &quilt.Cell{Unit: last},
		},
	}
	d.Schools.Ends = "use"
	d.Fabrics = slices.Clone(d.Fabrics)
	d.Fabrics[0].Print, d.Fabrics[0].Prints = cloth.Assorted, 5
	d.Press = &document.Press{
		Held: map[naming.Seam]document.SeamSide{
			"row-1/2": document.Plus, "row-2/2": document.Plus,
			naming.Seam(last + "/c2"): document.Both,
		}, Done: []naming.Step{"row-1"},
		Spun: []naming.Crossing{last.Seam("c2").At(1), last.Seam("row-2", "join").All()},
		TwoWays: []document.TwoWays{
			{Unit: last, Which: quilt.EveryOther},
			{Unit: d.Parts[0].ID, Which: quilt.EveryRow, In: last},
		},
	}
	return d
}

// surrounded lays everything round a quilt that can lie there.
func surrounded(d document.Document) document.Document {
	d.Schools.Rows, d.Schools.Kit = school.Webbed, 2
	role := d.Roles[0].ID
	d.Top.Sashing = &quilt.Sashing{Role: role, Corners: role, Width: making.Typed("1 strip")}
	d.Top.Borders = []quilt.Border{{ID: "around", Name: "around", Role: role, Width: making.Typed("3 in"), Corners: role}}
	d.Top.Backing, d.Top.Binding = &quilt.Backing{Role: role, Overhang: measure.Typed("4 in")},
		&quilt.Binding{Role: role, Width: making.Typed("2 1/2 in")}
	d.Top.Measured = &quilt.Measured{Width: measure.Typed("40 in"), Height: measure.Typed("40 in")}
	d.Top.Block = &quilt.Measured{Width: measure.Typed("9 in"), Height: measure.Typed("9 in")}
	d.Cloth.Every, d.Cloth.Shrinks, d.Cloth.Margin = 4, 3, measure.Typed("1/8 yd")
	d.Fabrics = slices.Clone(d.Fabrics)
	d.Fabrics[0].Print, d.Fabrics[0].Motif = cloth.Motif,
		&cloth.Repeat{Across: measure.Typed("6 in"), Along: measure.Typed("6 in")}
	for i, kind := range []cloth.Kind{cloth.Yardage, cloth.Strips, cloth.Pieces} {
		d.Supplies = append(d.Supplies, cloth.Supply{
			ID: string(kind), Fabric: d.Fabrics[i%len(d.Fabrics)].ID,
			Kind: kind, Width: measure.Typed("42 in"), Length: measure.Typed("20 in"), Count: 2,
		})
	}
	return d
}

// atTheMachine lays the cards of a document, and puts its batches in order.
func atTheMachine(t *testing.T, d document.Document) {
	w, ok := work.Of(d)
	if !ok {
		return
	}
	cards := 0
	for _, b := range w.Batches {
		if cards++; b.Does != making.Sews || cards > 20 && b.Stage != batching.Rows && b.Stage != batching.Top {
			continue
		}
		u, ok := machine.UnderNeedle(w, b.ID, 0)
		if !ok || len(u.Seams) > u.Count {
			t.Errorf("%s: %d of %d seams", b.ID, len(u.Seams), u.Count)
		}
	}
	l := stock.NewAccount()
	p := tally.Against(l, w)
	o := order.Of(w, p, times.Takes(l.Log, w))
	if o.Changes > o.Planned {
		t.Errorf("%d changes, and %d in the order of the work", o.Changes, o.Planned)
	}
	var sewn []record.Event // the kit under way, or what finishes a block soonest
	made := func(parts []tally.StepShare) {
		for _, part := range parts {
			i := slices.IndexFunc(w.Steps, func(s work.Step) bool { return s.ID == part.Step })
			if s := w.Steps[i]; part.ToGo > 0 {
				sewn = append(sewn, record.Event{
					ID: "fuzz-" + string(s.ID), Step: s.ID, Kind: record.Made, N: part.ToGo,
					Exact: s.Exact(), Look: s.Look,
				})
			}
		}
	}
	switch {
	case p.Kit != nil:
		made(p.Kit.Parts)
	case o.Soonest != nil:
		made(o.Soonest.Parts)
	}
	times.Sums(w, tally.Fold(w, sewn))
}
