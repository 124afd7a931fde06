package onward_test

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"vicis/core/ask"
	"vicis/core/askcloth"
	"vicis/core/batching"
	"vicis/core/document"
	"vicis/core/library"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/onward"
	"vicis/core/plan"
	"vicis/core/quilt"
	"vicis/core/record"
	"vicis/core/stock"
	"vicis/core/tally"
	"vicis/core/work"
	"vicis/internal/quilts"
	"vicis/internal/trial/whole"
)

// rails is a rail fence of our own, laid beside plain blocks, with a border: sets of three strips of 2½″, squares of
// them turned two by two.
const rails = `{"vicis":1,"name":"Rails","measure":"in","ruler":"1/8","seam":{"stitched":"1/4","fold":"0"},
"cloth":{"usable":"40","squaring":"1/2"},"strip":"2 1/2","spares":{},"schools":{},"settings":{},
"fabrics":[{"id":"f1","name":"Woad","colour":"#2A5B78"},{"id":"f2","name":"Cotton","colour":"#F5F0E6"},{"id":"f3","name":"Madder","colour":"#A6402B"}],
"roles":[{"id":"a","name":"First","fabric":"f1"},{"id":"b","name":"Middle","fabric":"f2"},{"id":"c","name":"Last","fabric":"f3"}],
"units":[
{"id":"rail","name":"Rail set","how":{"by":"strip set","strips":[{"id":"s1","role":"a"},{"id":"s2","role":"b"},{"id":"s3","role":"c"}]}},
{"id":"square","name":"Rail square","how":{"by":"sub-cut","from":"rail","width":"3 strips"}},
{"id":"block","name":"Rail block","how":{"by":"grid","rows":[
 {"id":"r1","cells":[{"unit":"square"},{"unit":"square","turn":90}]},{"id":"r2","cells":[{"unit":"square","turn":90},{"unit":"square"}]}]}},
{"id":"plain","name":"Plain block","how":{"by":"patch","role":"b","width":"12 1/2","height":"12 1/2"}}],
"top":{"rows":4,"columns":4,"repeat":[[{"unit":"block"},{"unit":"plain"}],[{"unit":"plain"},{"unit":"block"}]],
"borders":[{"id":"b1","name":"Border","role":"a","width":"3 1/2"}],"binding":{"role":"c"}}}`

func read(t testing.TB, text string) document.Document {
	t.Helper()
	d, problems := document.Read([]byte(text))
	if problems.Stopped() {
		t.Fatal(problems)
	}
	return d
}

func waysOn(t testing.TB, d document.Document, came onward.Came,
	events ...record.Event,
) map[onward.WayOnKind]onward.WayOn {
	t.Helper()
	w, ok := work.Of(d)
	if !ok {
		t.Fatal("not planned")
	}
	out, problems := onward.OnwardFrom(d, came, whole.Against(stock.Counted(w, events...)), ask.Enough(nil))
	if problems.Stopped() {
		t.Fatal(problems)
	}
	list := map[onward.WayOnKind]onward.WayOn{}
	for _, w := range out.Ways {
		list[w.Way] = w
	}
	return list
}

// tallied counts n of every step that begins with one of the names.
func tallied(w *work.Work, n int, steps ...naming.Step) (list []record.Event) {
	for i, s := range w.Steps {
		if slices.Contains(steps, s.ID) {
			list = append(list, record.Event{
				ID: fmt.Sprintf("event-%04d", i), Step: s.ID, Kind: record.Made, N: n,
				Exact: s.Exact(), Look: s.Look,
			})
		}
	}
	return list
}

func follows(w onward.WayOn) map[string]string {
	list := map[string]string{}
	for _, f := range w.Follows {
		list[f.What] = f.Was + " → " + f.Is
	}
	return list
}

// By pencil: a set of three 2½″ strips measures 6⅜″ where it should be 6½″. Each of two seams takes ⅛″ ÷ 4 = 1⁄32″ too
// much. Squares of 6⅜″; four of them 2 × 6⅜ − ½ = 12¼″; four blocks 4 × 11¾ = 47″; with a border of 3″ finished 53″;
// round it 212 + 12 = 224″. Sewn on at 9⁄32″: blocks 2 × 6⅜ − 9⁄16 = 12 3⁄16″, finished 11⅝″; four of them 46½″;
// borders 3½ − 9⁄16 = 2 15⁄16″ each: 52⅜″.
func TestWaysOnByPencil(t *testing.T) {
	d := read(t, rails)
	w, ok := work.Of(d)
	if !ok {
		t.Fatal(*w.Problems)
	}
	events := tallied(w, 3, "rail", "square")
	ways := waysOn(t, d, onward.Came{Step: "rail", Height: measure.Typed("6 3/8")}, events...)
	for way, want := range map[onward.WayOnKind]map[string]string{
		onward.Adapt: {
			"Rail set": "6½″ → 6⅜″", "Rail square": "6½″ × 6½″ → 6⅜″ × 6⅜″", "Rail block": "12½″ × 12½″ → 12¼″ × 12¼″",
			"Plain block": "12½″ × 12½″ → 12¼″ × 12¼″", "Middle, finished": "48″ × 48″ → 47″ × 47″",
			"Border, finished":         "54″ × 54″ → 53″ × 53″",
			"Binding, round the quilt": "228″ → 224″", "Strips of the binding": "7 → 6",
		},
		onward.SewOn: {
			"Rail set": "6½″ → 6⅜″", "Rail square": "6½″ × 6½″ → 6⅜″ × 6⅜″", "Rail block": "12½″ × 12½″ → ≈12 3/16″ × ≈12 3/16″",
			"Block, finished": "12″ × 12″ → 11⅝″ × 11⅝″", "Middle, finished": "48″ × 48″ → 46½″ × 46½″",
			"Border, finished": "54″ × 54″ → 52⅜″ × 52⅜″",
		},
		onward.Trim: {
			"Rail set": "6½″ → 6⅜″", "Rail block": "12½″ × 12½″ → 12¼″ × 12¼″", "Border, finished": "54″ × 54″ → 53″ × 53″",
		},
		onward.Mend: {},
	} {
		one := ways[way]
		if one.Cannot != "" {
			t.Errorf("%s: %s", way, one.Cannot)
		}
		got := follows(one)
		for what, is := range want {
			if got[what] != is {
				t.Errorf("%s, %s: %q, should be %q", way, what, got[what], is)
			}
		}
	}
	if mend := ways[onward.Mend]; mend.Keep != 1 || mend.Undone != 2 || mend.Document != nil ||
		!strings.Contains(mend.Says[0], "1/32″ nearer to the needle") {
		t.Errorf("mend: %+v", mend)
	}
	// Three sets stay counted whichever way is gone; three squares cut 6½″ wide do not fit, and are said.
	for _, way := range []onward.WayOnKind{onward.Adapt, onward.Trim, onward.SewOn} {
		one := ways[way]
		if len(one.Lost) != 1 || !strings.HasPrefix(one.Lost[0],
			"3 of Rail square made at 6½″ × 6½″; the plan now says 6⅜″ × 6⅜″: cut them down") {
			t.Errorf("%s loses %q", way, one.Lost)
		}
		then, ok := work.Of(*one.Document)
		if !ok {
			t.Fatal(way, *then.Problems)
		}
		more := slices.Clone(events)
		for i, c := range one.Carries {
			more = append(more, record.Event{
				ID: fmt.Sprintf("carry-%04d", i), Step: c.Step, Kind: record.Recount, N: c.N,
				Exact: c.Exact, Look: c.Look,
			})
		}
		p := tally.Fold(then, more)
		for _, s := range p.Steps {
			if s.ID == "rail" && s.Good != 3 {
				t.Errorf("%s: %d sets are left of 3", way, s.Good)
			}
		}
		if len(p.NoLonger) != 1 {
			t.Errorf("%s: %+v", way, p.NoLonger)
		}
	}
}

// Once the quilt is planned on it, a set that measures so is as it should be, and its seams take what is planned; one
// that measures what was planned first is too wide.
func TestWhatIsPlannedOnIsWhatItShouldBe(t *testing.T) {
	there := *waysOn(t, read(t, rails), onward.Came{Step: "rail", Height: measure.Typed("6 3/8")})[onward.Adapt].Document
	w, ok := work.Of(there)
	if !ok {
		t.Fatal(*w.Problems)
	}
	for reads, want := range map[string][2]string{
		"6 3/8": {"The seams take 9/32″, as those took that the quilt goes on with", "as it should be"},
		"6 1/2": {"The seams take ¼″, 1/32″ too little", "⅛″ too wide"},
	} {
		set := tallied(w, 1, "rail")[0]
		set.Kind, set.Reads = record.Measured, reads
		g := tally.Fold(w, []record.Event{set}).Gauged[0]
		if !strings.HasPrefix(g.Says, want[0]) || g.Reads[0].Why != want[1] || g.Charts[0].Should != "6⅜″" {
			t.Errorf("%s: %q, %q, should be %s", reads, g.Says, g.Reads[0].Why, g.Charts[0].Should)
		}
	}
}

// What is planned on is taken back by measuring what it should be: the plan is the one there was.
func TestAMeasuredSetIsTakenBack(t *testing.T) {
	d := read(t, strings.ReplaceAll(rails, "3 strips", "6 1/2"))
	before, _ := plan.Make(d, nil)
	for _, way := range []onward.WayOnKind{onward.Adapt, onward.Trim} {
		there := *waysOn(t, d, onward.Came{Step: "rail", Height: measure.Typed("6 3/8")})[way].Document
		if p, _ := plan.Make(there, nil); p.Finished == before.Finished {
			t.Fatalf("%s: nothing changed", way)
		}
		back := *waysOn(t, there, onward.Came{Step: "rail", Height: measure.Typed("6 1/2")})[onward.Adapt].Document
		after, problems := plan.Make(back, nil)
		if a, b := text(t, before), text(t, after); a != b {
			t.Errorf("%s and back is another plan (%v)", way, problems)
		}
	}
}

func text(t testing.TB, v any) string {
	t.Helper()
	out, err := json.Marshal(v)
	if err != nil {
		t.Fatal(err)
	}
	return string(out)
}

// A quilt that is planned on what its sets measure is the quilt of a document that was written with narrower strips
// from the start: every block of the library that is sewn of sets, with every set measured in turn, its seams up to
// 1⁄32″ too wide or too narrow. The same pictures of everything but the sets, the same sizes, the same borders.
func TestAReflowIsTheDocumentWrittenSo(t *testing.T) {
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	r := rand.New(rand.NewPCG(16, 2))
	gone, cannot := 0, map[string]int{}
	for _, e := range list {
		for i, u := range e.Document.Parts {
			w, ok := work.Of(e.Document)
			set := w.Unit(u.ID)
			if !ok || !set.InLength || len(set.Round) > 0 || len(set.Seams) == 0 {
				continue
			}
			off := measure.Length(1+r.IntN(2)) * measure.Inch / 64
			if r.IntN(2) == 0 {
				off = -off
			}
			n := measure.Length(len(set.Seams))
			_, high := set.Piece.Size()
			one := waysOn(t, e.Document, onward.Came{Step: u.ID.Step(), Height: measure.Write(high - 2*n*off)})[onward.Adapt]
			if one.Cannot != "" {
				cannot[e.ID] = i
				t.Log(e.ID, u.ID, one.Cannot)
				if one.Document != nil || !strings.Contains(one.Cannot, "″") {
					t.Errorf("%s, %s: %+v", e.ID, u.ID, one)
				}
				continue
			}
			gone++
			written, err := document.Copy(*one.Document)
			if err != nil {
				t.Fatal(err)
			}
			joined := false
			for j := range written.Parts {
				m := written.Parts[j].Measured
				if m == nil {
					continue
				}
				if m.Expected == (j == i) {
					t.Errorf("%s: %s is expected: %v", e.ID, written.Parts[j].ID, m.Expected)
				}
				written.Parts[j].Measured = nil
				if !w.Unit(written.Parts[j].ID).InLength {
					joined = true
					continue
				}
				strips := making.Breadths(written.Parts[j].How)
				for k, b := range strips { // the outer strips lose what one seam takes, the others what two take
					l, err := b.Breadth.Length(&w.Table), b.Breadth.Err()
					if err != nil {
						t.Fatal(err)
					}
					l -= off
					if k > 0 && k < len(strips)-1 {
						l -= off
					}
					*b.Breadth = making.Wide(l)
				}
			}
			if joined { // joins with other seams cannot be written
				continue
			}
			got, ok1 := work.Of(*one.Document)
			want, ok2 := work.Of(written)
			if !ok1 || !ok2 {
				t.Errorf("%s, %s: %v %v", e.ID, u.ID, got.Problems.Stops(), want.Problems.Stops())
				continue
			}
			if got.Layout.W != want.Layout.W || got.Layout.H != want.Layout.H ||
				text(t, got.Layout.Rings) != text(t, want.Layout.Rings) ||
				got.Press.Crossings != want.Press.Crossings || got.Press.Clashes != want.Press.Clashes {
				t.Errorf("%s, %s: another quilt", e.ID, u.ID)
			}
			for _, m := range got.Units {
				is, should := m.Piece, want.Unit(m.Unit.ID).Piece
				if is.W != should.W || is.H != should.H || text(t, is.Patches) != text(t, should.Patches) ||
					text(t, is.Seams) != text(t, should.Seams) {
					t.Errorf("%s, %s measured: %s is sewn otherwise", e.ID, u.ID, m.Unit.ID)
				}
			}
			for _, s := range got.Steps {
				j := slices.IndexFunc(want.Steps, func(o work.Step) bool { return o.ID == s.ID })
				if j < 0 && s.Stage != batching.Strips || j >= 0 && s.Stage != batching.Strips && s.Make != want.Steps[j].Make {
					t.Errorf("%s, %s measured: %d of %s", e.ID, u.ID, s.Make, s.ID)
				}
			}
		}
	}
	if gone < 15 {
		t.Errorf("only %d sets were gone on with; not with those of %v", gone, cannot)
	}
}

// Whatever is measured in any block of the library, a little too small or too large: every way on that is said to be
// one comes together, what was measured is as large there as was read, and nothing that was counted of it is lost.
func TestEveryWayOnComesTogether(t *testing.T) {
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	r := rand.New(rand.NewPCG(16, 3))
	gone := map[onward.WayOnKind]int{}
	cannot := 0
	for _, e := range list {
		w, ok := work.Of(e.Document)
		if !ok {
			t.Fatal(e.ID)
		}
		for _, s := range w.Steps {
			m, known := w.Acts[s.ID]
			if !known || s.Of.Batch == nil || s.ID != m.Made.Unit.ID.Step() || m.Made.Unit.Of != 0 {
				continue
			}
			if len(m.Made.Round) > 0 || m.Made.Tube != nil || m.Made.Apart || m.Made.Parted || !m.Made.Piece.Whole() {
				continue
			}
			wide, high := m.Made.Piece.Size()
			off := measure.Length(r.IntN(5)-2) * measure.Inch / 32
			came := onward.Came{Step: s.ID, Height: measure.Write(high + off)}
			if !m.Made.InLength {
				came.Width = measure.Write(wide + off*measure.Length(r.IntN(2)))
			}
			log := stock.Counted(w, tallied(w, 2, s.ID)...)
			out, problems := onward.OnwardFrom(e.Document, came, whole.Against(log), ask.Enough(nil))
			if problems.Stopped() {
				t.Errorf("%s, %s measured %s × %s: %v", e.ID, s.ID, came.Width, came.Height, problems)
				continue
			}
			for _, one := range out.Ways {
				if one.Cannot != "" {
					cannot++
					continue
				}
				gone[one.Way]++
				if one.Document == nil {
					continue
				}
				then, ok := work.Of(*one.Document)
				if !ok {
					t.Errorf("%s, %s: %s does not come together: %v", e.ID, s.ID, one.Way, then.Problems.Stops())
					continue
				}
				if slices.ContainsFunc(one.Document.Parts, func(u making.Unit) bool { return u.Untrimmed }) { // carried over
					if tw, th := then.Unit(m.Made.Unit.ID).Piece.Size(); tw-wide > measure.Inch/8 || th-high > measure.Inch/8 ||
						!slices.ContainsFunc(one.Carries, func(c onward.Carry) bool { return c.Step == s.ID && c.N == 2 }) {
						t.Errorf("%s, %s: %s comes to %v × %v, carries %v", e.ID, s.ID, one.Way, tw.Inches(), th.Inches(), one.Carries)
					}
					continue
				}
				if one.Document.Top.Block == nil && one.Way != onward.Trim {
					tw, th := then.Unit(m.Made.Unit.ID).Piece.Size()
					ww := came.Width.Length()
					if want := high + off; one.Way == onward.Adapt && (th != want || ww != 0 && tw != ww) {
						t.Errorf("%s, %s: %s comes to %v × %v", e.ID, s.ID, one.Way, tw.Inches(), th.Inches())
					}
				}
				if one.Way == onward.SewOn {
					continue
				}
				for _, st := range tally.Against(log, then).Steps {
					if st.ID == s.ID && st.Good != 2 {
						t.Errorf("%s, %s: %s loses what was counted: %v", e.ID, s.ID, one.Way, one.Lost)
					}
				}
			}
		}
	}

	if gone[onward.Adapt] < 50 || gone[onward.Trim] < 50 {
		t.Errorf("only %v were gone, %d could not be", gone, cannot)
	}
}

// A block that is trimmed is laid so, and what is cut to the size of blocks is released; measured as it first should
// be, everything goes back.
func TestATrimmedBlockIsTakenBack(t *testing.T) {
	d := read(t, rails)
	there := *waysOn(t, d, onward.Came{
		Step: "block", Width: measure.Typed("12 1/4"),
		Height: measure.Typed("12 1/4"),
	})[onward.Trim].Document
	w, ok := work.Of(there)
	if !ok {
		t.Fatal(*w.Problems)
	}
	if fw, fh := w.Layout.Finished(); fw != 53*measure.Inch || fh != fw || w.Held("plain") ||
		w.Unit("plain").Piece.W != w.Unit("block").Piece.W {
		t.Errorf("trimmed: %v″ × %v″", fw.Inches(), fh.Inches())
	}
	back := waysOn(t, there, onward.Came{
		Step: "block", Width: measure.Typed("12 1/2"),
		Height: measure.Typed("12 1/2"),
	})[onward.Adapt]
	if back.Document == nil {
		t.Fatalf("%+v", back)
	}
	if w, ok = work.Of(*back.Document); !ok || w.Unit("block").Unit.Measured != nil {
		t.Fatal("it is trimmed still")
	}
	if fw, _ := w.Layout.Finished(); fw != 54*measure.Inch {
		t.Errorf("back again: %v″", fw.Inches())
	}
}

// Whatever is planned can be planned with another allowance, waves too, and a size be wished for where the middle was
// measured: what was measured is this quilt's, and a quilt of another size is as large as its blocks make it.
func TestEveryQuiltCanBeAskedForAnotherAllowanceAndSize(t *testing.T) {
	list, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	for _, d := range list {
		way, problems := onward.AllowanceFrom(d, measure.Typed("7/32 in"), whole.Against(stock.NewAccount()), ask.Enough(nil))
		if problems.Stopped() || len(way.Says) == 0 {
			t.Errorf("%s: %+v, %v", d.Name, way, problems)
		}
		as, _ := askcloth.NearTo(d, measure.Typed("60 in"), measure.Typed("70 in"))
		d.Top.Measured = &quilt.Measured{Width: measure.Typed("30 1/4 in"), Height: measure.Typed("30 1/2 in")}
		got, problems := askcloth.NearTo(d, measure.Typed("60 in"), measure.Typed("70 in"))
		if problems.Stopped() {
			continue // pieced borders do not fit that
		}
		if len(got) == 0 || len(as) > 0 && got[0].Finished.Text != as[0].Finished.Text {
			t.Errorf("%s: %v near to 60 × 70 once it was measured, %v before", d.Name, got, as)
		}
	}
}
