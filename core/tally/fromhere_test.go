package tally_test

import (
	"fmt"
	"maps"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/net"
	"vicis/core/record"
	"vicis/core/school"
	"vicis/core/stock"
	"vicis/core/tally"
	"vicis/core/work"
	"vicis/internal/quilts"
)

// history is a quilt that is changed while it is made, every count told by the plan of its day.
type history struct {
	t   *testing.T
	d   document.Document
	w   *work.Work
	net *net.Plan
	log *stock.Account
	at  int // minutes
	n   int
}

func begun(t *testing.T, text string) *history {
	t.Helper()
	d, problems := document.Read([]byte(text))
	if problems.Stopped() {
		t.Fatal(problems)
	}
	h := &history{t: t, log: stock.NewAccount()}
	h.becomes(d)
	return h
}

// becomes is a change of plan: its cutting is planned from what there is.
func (h *history) becomes(d document.Document) {
	h.t.Helper()
	h.d, h.net = d, net.Of(worked(h.t, d)).Here(h.log)
	h.w = h.net.Work()
}

// change is the same of a copy.
func (h *history) change(change func(d *document.Document)) {
	h.t.Helper()
	d := copied(h.t, h.d)
	change(&d)
	h.becomes(copied(h.t, d))
}

// told is an event of a step, by its name at the table, at a time of its own.
func (h *history) told(kind record.EventKind, n int, called string) record.Event {
	h.t.Helper()
	h.at += 5
	return h.toldAt(h.at, kind, n, called)
}

func (h *history) toldAt(minutes int, kind record.EventKind, n int, called string) record.Event {
	h.t.Helper()
	for i, s := range h.w.Steps {
		if s.Called == called {
			h.n++
			e := record.Event{
				ID: fmt.Sprintf("told-%04d", h.n), Step: s.ID, Exact: s.Exact(), Look: s.Look, Kind: kind, N: n,
				At: fmt.Sprintf("2026-03-01T%02d:%02d:00Z", minutes/60, minutes%60),
			}
			h.log.Add(e, h.net.Book.Order[i])
			return e
		}
	}
	for _, s := range h.w.Steps {
		h.t.Log(s.ID, s.Called, s.Make)
	}
	h.t.Fatalf("nothing is called %q", called)
	return record.Event{}
}

func (h *history) made(n int, called string) record.Event {
	h.t.Helper()
	return h.told(record.Made, n, called)
}

func (h *history) takeBack(e record.Event) {
	h.n++
	h.log.Add(record.Event{ID: fmt.Sprintf("told-%04d", h.n), Step: e.Step, Kind: record.Undo, Of: e.ID, At: e.At}, nil)
}

// is holds how a step stands: made, presumed, used, on hand, to go.
func (h *history) is(called string, made, presumed, used, onHand, toGo int) {
	h.t.Helper()
	p := tally.By(h.log, h.w, h.net)
	for i, s := range h.w.Steps {
		if s.Called != called {
			continue
		}
		st := p.Steps[i]
		got := [5]int{st.Made, st.Presumed, st.Used, st.OnHand, st.ToGo}
		if want := [5]int{made, presumed, used, onHand, toGo}; got != want {
			h.t.Errorf("%s: made, presumed, used, on hand, to go are %v, by pencil %v", called, got, want)
		}
		return
	}
	h.t.Fatalf("nothing is called %q", called)
}

func (h *history) doubts(n int) {
	h.t.Helper()
	if p := tally.By(h.log, h.w, h.net); len(p.Doubts) != n {
		h.t.Errorf("%d doubts, should be %d: %+v", len(p.Doubts), n, p.Doubts)
	}
}

const cloths = `"measure":"in","ruler":"1/8","seam":{"stitched":"1/4","fold":"0"},"strip":"2 1/2","spares":{},"schools":{},"settings":{},
"fabrics":[{"id":"f1","name":"Slate","colour":"#2A5B78"},{"id":"f2","name":"Cotton","colour":"#F5F0E6"},{"id":"f3","name":"Rust","colour":"#A6402B"}],
"roles":[{"id":"d","name":"Dark","fabric":"f1"},{"id":"l","name":"Light","fabric":"f2"}],`

// ninePatches is 4 × 5 nine-patches of strip sets: 16 segments of 2½″ from a set of 40½″, of which ½″ is squared off.
const ninePatches = `{"vicis":1,"name":"Nine-patches","cloth":{"usable":"40 1/2","squaring":"1/2"},` + cloths + `
"units":[
{"id":"seta","name":"Set A","how":{"by":"strip set","strips":[{"id":"s1","role":"d"},{"id":"s2","role":"l"},{"id":"s3","role":"d"}]}},
{"id":"setb","name":"Set B","how":{"by":"strip set","strips":[{"id":"s1","role":"l"},{"id":"s2","role":"d"},{"id":"s3","role":"l"}]}},
{"id":"a","name":"A","how":{"by":"sub-cut","from":"seta","width":"1 strip"}},
{"id":"b","name":"B","how":{"by":"sub-cut","from":"setb","width":"1 strip"}},
{"id":"block","name":"Nine-patch","how":{"by":"joined","columns":[{"id":"c1","unit":"a"},{"id":"c2","unit":"b"},{"id":"c3","unit":"a"}]}}],
"top":{"rows":5,"columns":4,"repeat":[[{"unit":"block"}]]}}`

// Counting is begun at the machine: what was used though never counted is presumed, down to the cloth, and no rest of it
// lies there. Worked by pencil: 12 blocks took 24 of A, from 2 sets, and 12 of B, from 1.
func TestCountingBegunAtTheMachine(t *testing.T) {
	h := begun(t, ninePatches)
	h.is("A", 0, 0, 0, 0, 40)
	h.is("Set A", 0, 0, 0, 0, 3)
	h.is("Set B", 0, 0, 0, 0, 2)
	h.is("2½″ Slate", 0, 0, 0, 0, 8)
	h.is("2½″ Cotton", 0, 0, 0, 0, 7)
	sewn := h.made(12, "Nine-patch")
	h.is("Nine-patch", 12, 0, 0, 12, 8)
	h.is("A", 0, 24, 24, 0, 16)
	h.is("B", 0, 12, 12, 0, 8)
	h.is("Set A", 0, 2, 2, 0, 1)
	h.is("Set B", 0, 1, 1, 0, 1)
	h.is("2½″ Slate", 0, 5, 5, 0, 3)
	h.is("2½″ Cotton", 0, 4, 4, 0, 3)
	h.doubts(0)
	cut := h.made(16, "A") // those that are asked for
	h.is("A", 16, 24, 24, 16, 0)
	h.is("Set A", 0, 3, 3, 0, 0)
	h.doubts(0)
	h.takeBack(cut)
	h.is("A", 0, 24, 24, 0, 16)
	h.toldAt(1, record.Made, 40, "A") // told instead as done before
	h.is("A", 40, 0, 24, 16, 0)
	h.is("Set A", 0, 3, 3, 0, 0)
	h.doubts(0)
	h.takeBack(sewn)
	h.is("A", 40, 0, 0, 40, 0)
}

// The cloth is narrower after all segments of a set were cut: all of it takes more sets, from here none.
func TestNarrowerClothAfterItWasCut(t *testing.T) {
	h := begun(t, ninePatches)
	h.change(func(d *document.Document) { d.Top.Rows = 2 }) // 8 blocks: 16 of A, 8 of B
	h.made(2, "2½″ Slate")
	h.made(1, "2½″ Cotton")
	h.made(1, "Set A")
	h.made(16, "A")
	h.is("Set A", 1, 0, 1, 0, 0)
	h.change(func(d *document.Document) { d.Cloth.Usable = measure.Typed("40 in") }) // 15 from a set
	h.is("A", 16, 0, 0, 16, 0)
	h.is("Set A", 1, 0, 1, 0, 0)
	h.is("2½″ Slate", 2, 0, 2, 0, 1) // set B is still to be sewn
	h.doubts(0)
	if set := stepOf(t, worked(t, h.d), naming.Step("seta")); set.Make != 2 {
		t.Errorf("all of it takes %d sets", set.Make)
	}
}

// A row more, all sewn: half-used sets first. Of the last set 8 segments of A were cut, 20″ are left of it.
func TestARowMoreIsCutFromHalfUsedSets(t *testing.T) {
	h := begun(t, ninePatches)
	for _, s := range []struct {
		n      int
		called string
	}{{8, "2½″ Slate"}, {7, "2½″ Cotton"}, {3, "Set A"}, {2, "Set B"}, {40, "A"}, {20, "B"}, {20, "Nine-patch"}} {
		h.made(s.n, s.called)
	}
	h.is("Set A", 3, 0, 3, 0, 0)
	h.change(func(d *document.Document) { d.Top.Rows = 6 })
	h.is("Nine-patch", 20, 0, 0, 20, 4)
	h.is("A", 40, 0, 40, 0, 8)
	h.is("Set A", 3, 0, 3, 0, 0) // 48 are three sets of 16
	h.is("B", 20, 0, 20, 0, 4)
	h.is("Set B", 2, 0, 2, 0, 0)
	h.is("2½″ Slate", 8, 0, 8, 0, 0)
	h.doubts(0)
	h.change(func(d *document.Document) { d.Top.Rows = 7 })
	h.is("A", 40, 0, 40, 0, 16)
	h.is("Set A", 3, 0, 3, 0, 1)
	h.is("2½″ Slate", 8, 0, 8, 0, 2)
	h.change(func(d *document.Document) { d.Top.Rows = 5 })
	h.is("Nine-patch", 20, 0, 0, 20, 0)
	h.is("A", 40, 0, 40, 0, 0)
}

// Another fabric half-way, and back: what was sewn of the other is left over, and counts again.
func TestAnotherFabricAndBack(t *testing.T) {
	h := begun(t, ninePatches)
	h.made(5, "2½″ Slate")
	h.made(2, "Set A")
	h.made(1, "Set B")
	h.made(12, "Nine-patch")
	h.change(func(d *document.Document) { d.Roles[0].Fabric = "f3" })
	h.is("Nine-patch", 0, 0, 0, 0, 20)
	h.is("2½″ Rust", 0, 0, 0, 0, 8)
	h.is("2½″ Cotton", 0, 4, 4, 0, 7)
	p := tally.By(h.log, h.w, h.net)
	left := map[string]int{}
	for _, l := range p.AllLost() {
		left[strings.Split(l.Says, " made before")[0]] = l.Left // by what it was called then
	}
	if want := map[string]int{"5 of 2½″ Slate": 0, "2 of Set A": 0, "1 of Set B": 0, "12 of Nine-patch": 12}; !maps.Equal(left, want) {
		t.Errorf("left over %v, by pencil %v", left, want)
	}
	h.doubts(0)
	h.change(func(d *document.Document) { d.Roles[0].Fabric = "f1" })
	h.is("Nine-patch", 12, 0, 0, 12, 8)
}

// A count that arrives late belongs to the plan it was counted by, at its own time.
func TestACountDeliveredLate(t *testing.T) {
	h := begun(t, ninePatches)
	then := h.net
	h.made(40, "A")
	h.change(func(d *document.Document) { d.Roles[0].Fabric = "f3" })
	now := h.net
	h.made(2, "Nine-patch") // of rust, which took 4 of A in rust
	h.w, h.net = then.Work(), then
	h.toldAt(3, record.Made, 4, "Nine-patch") // of slate, before the 40 were counted
	h.w, h.net = now.Work(), now
	h.is("Nine-patch", 2, 0, 0, 2, 18)
	h.w, h.net = then.Work(), then
	h.is("Nine-patch", 4, 0, 0, 4, 16)
	h.is("A", 40, 8, 8, 40, 0) // the 40 were counted after those were sewn
}

// logs is 20 blocks of a middle and two logs round it, one after the other.
const logs = `{"vicis":1,"name":"Logs","cloth":{"usable":"40","squaring":"1/2"},` + cloths + `
"units":[
{"id":"m","name":"Middle","how":{"by":"patch","role":"d","width":"2 1/2","height":"2 1/2"}},
{"id":"n","name":"Log","how":{"by":"patch","role":"l","width":"2 1/2","height":"2 1/2"}},
{"id":"o","name":"Long log","how":{"by":"patch","role":"d","width":"2 1/2","height":"4 1/2"}},
{"id":"one","name":"First","how":{"by":"grid","rows":[{"id":"r1","cells":[{"unit":"m"}]},{"id":"r2","cells":[{"unit":"n"}]}]}},
{"id":"block","name":"Block","how":{"by":"joined","columns":[{"id":"c1","unit":"one"},{"id":"c2","unit":"o"}]}}],
"top":{"rows":5,"columns":4,"repeat":[[{"unit":"block"}]]}%s}`

// A second way of pressing parts nothing before the seam that differs.
func TestASecondWayOfPressingPartsWhereItDiffers(t *testing.T) {
	h := begun(t, fmt.Sprintf(logs, ""))
	h.made(12, "First")
	h.becomes(func() document.Document {
		return begun(t, fmt.Sprintf(logs, `,"press":{"twoWays":[{"unit":"block","which":"every other block"}]}`)).d
	}())
	sum := 0
	p := tally.By(h.log, h.w, h.net)
	for i, s := range h.w.Steps {
		if s.ID.Owner().Whole() == "one" || s.ID.Made() == "one" || s.ID.Made() == "one@@B" {
			sum += p.Steps[i].ToGo
		}
	}
	if sum != 8 {
		for i, s := range h.w.Steps {
			t.Log(s.ID, s.Called, s.Make, p.Steps[i].ToGo, s.Makes())
		}
		t.Errorf("%d first logs to go, by pencil 8", sum)
	}
}

// recut is 16 four-patches, each cut through in nine, whose parts are exchanged: four-patches of two pairs each.
func recut(t *testing.T) *history {
	t.Helper()
	docs, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	for _, d := range docs {
		if strings.HasPrefix(d.Name, "Corners exchanged") {
			d.Top.Rows, d.Top.Columns = 4, 4
			h := &history{t: t, log: stock.NewAccount()}
			h.becomes(d)
			return h
		}
	}
	t.Fatal("there is no such quilt")
	return nil
}

// One count at one pile of what is cut again is a cut: its parts lie in all piles, and are taken from what is cut.
func TestWhatFallsOutOfOneCutComesTogether(t *testing.T) {
	h := recut(t)
	step := func(id naming.Step) work.Step { return stepOf(t, h.w, id) }
	four, pile := step("four"), work.Step{}
	for _, s := range h.w.Steps {
		if _, each := s.Together(); each == 1 && pile.ID == "" {
			pile = s
		}
	}
	if four.Make != 16 || pile.Make == 0 {
		t.Fatalf("%d four-patches, %d of %s", four.Make, pile.Make, pile.ID)
	}
	h.made(5, four.Called)
	h.is(four.Called, 5, 0, 0, 5, 11)
	cut := h.made(3, pile.Called)
	h.is(four.Called, 5, 0, 3, 2, 11) // 16 less the 3 that are cut and the 2 that lie there
	p, parts := tally.By(h.log, h.w, h.net), 0
	for i, s := range h.w.Steps {
		if run, _ := s.Together(); run != "" {
			parts += p.Steps[i].OnHand
		}
	}
	if parts != 27 {
		t.Errorf("%d parts lie there, by pencil 3 × 9", parts)
	}
	h.doubts(0)
	h.told(record.Aside, 1, pile.Called)
	h.is(four.Called, 5, 0, 3, 2, 12)
	h.takeBack(cut)
	h.is(four.Called, 5, 0, 1, 4, 12) // the one that was set aside was cut all the same
}

// squares is one block of two dark and two light squares of 7″: of each cloth one strip, of which two squares are cut.
const squares = `{"vicis":1,"name":"Squares","cloth":{"usable":"40","squaring":"1/2"},` + cloths + `
"units":[
{"id":"dark","name":"Dark square","how":{"by":"patch","role":"d","width":"7","height":"7"}},
{"id":"light","name":"Light square","how":{"by":"patch","role":"l","width":"7","height":"7"}},
{"id":"block","name":"Block","how":{"by":"grid","rows":[
 {"id":"r1","cells":[{"unit":"dark"},{"unit":"light"}]},{"id":"r2","cells":[{"unit":"light"},{"unit":"dark"}]}]}}],
"top":{"rows":1,"columns":1,"repeat":[[{"unit":"block"}]]}}`

// A strip that was cut short stays short: two squares use it up, though five come of a whole one. By pencil: 25 blocks
// less the one that is sewn take 48 squares, five from a strip, which are ten strips.
func TestAShortStripIsUsedUp(t *testing.T) {
	h := begun(t, squares)
	h.made(1, "7″ Cotton")
	h.is("7″ Cotton", 1, 0, 0, 1, 0)
	h.made(2, "Light square")
	h.is("7″ Cotton", 1, 0, 1, 0, 0)
	h.made(1, "Block")
	h.is("Light square", 2, 0, 2, 0, 0)
	h.change(func(d *document.Document) { d.Top.Rows, d.Top.Columns = 5, 5 })
	h.is("Block", 1, 0, 0, 1, 24)
	h.is("Light square", 2, 0, 2, 0, 48)
	h.is("7″ Cotton", 0, 0, 0, 0, 10)
	h.doubts(0)
	for _, l := range tally.By(h.log, h.w, h.net).AllLost() {
		if l.Left != 0 {
			t.Errorf("%d lie there: %s", l.Left, l.Says)
		}
	}
	h.change(func(d *document.Document) { d.Top.Rows, d.Top.Columns = 1, 1 })
	h.is("7″ Cotton", 1, 0, 1, 0, 0)
	h.is("Block", 1, 0, 0, 1, 0)
}

// What is pressed otherwise than is planned now is pressed again as long as nothing is sewn across its seams; what was
// pressed again is one piece and not two. By pencil: of 12 first logs 7 are sewn into blocks, 5 lie there.
func TestWhatIsPressedOtherwiseIsPressedAgain(t *testing.T) {
	h := begun(t, fmt.Sprintf(logs, ""))
	ironed := func(pressed, so, again int) {
		t.Helper()
		for _, st := range tally.By(h.log, h.w, h.net).Steps {
			if got := [3]int{st.Pressed, st.PressedSo, st.PressAgain}; st.ID == stepOf(t, h.w, "one").ID &&
				got != [3]int{pressed, so, again} {
				t.Errorf("pressed, so, to be pressed again are %v, by pencil %v", got, [3]int{pressed, so, again})
			}
		}
		h.doubts(0)
	}
	side := func(is document.SeamSide) {
		t.Helper()
		h.change(func(d *document.Document) {
			d.Press = &document.Press{Held: map[naming.Seam]document.SeamSide{stepOf(t, h.w, "one").Of.Batch.Presses[0]: is}}
		})
	}
	side(document.Plus)
	h.made(12, "First")
	first := h.told(record.Pressed, 12, "First")
	h.made(7, "Block")
	ironed(12, 12, 0)
	side(document.Minus)
	ironed(7, 0, 5)
	again := h.told(record.Pressed, 5, "First")
	ironed(12, 5, 0)
	side(document.Plus) // and back: the 5 are the other way now
	ironed(7, 7, 5)
	h.takeBack(again)
	ironed(12, 12, 0)
	h.takeBack(first)
	ironed(0, 0, 0)
}

// What is left of what was begun is known by its length, and goes with the count it came from. By pencil: 40½ − ½ − 6 ×
// 2½ = 25″ of a set, 40 − ½ − 2 × 7 = 25½″ of a strip, nothing of one that was cut short.
func TestWhatIsLeftHasALength(t *testing.T) {
	rests := func(h *history, called string) string {
		t.Helper()
		for _, r := range tally.By(h.log, h.w, h.net).Rests {
			if r.Of == called {
				return r.Says
			}
		}
		return ""
	}
	is := func(h *history, called, want string) {
		t.Helper()
		if got := rests(h, called); got != want {
			t.Errorf("%s: %q is left, by pencil %q", called, got, want)
		}
	}
	h := begun(t, ninePatches)
	h.made(3, "Set A")
	is(h, "Set A", "")
	six := h.made(6, "A")
	is(h, "Set A", "25″")
	h.made(16, "A") // 22 are 16 and 6
	is(h, "Set A", "25″")
	h.takeBack(six)
	is(h, "Set A", "") // 16 and squaring up are all of it
	h.made(2, "B")
	is(h, "Set B", "") // nobody counted one: nobody knows what is left of it
	h = begun(t, squares)
	h.made(1, "7″ Cotton")
	h.made(2, "Light square")
	is(h, "7″ Cotton", "")
	h.change(func(d *document.Document) { d.Top.Rows, d.Top.Columns = 5, 5 })
	h.made(1, "7″ Cotton")
	h.made(2, "Light square")
	is(h, "7″ Cotton", "25½″")
	h.change(func(d *document.Document) { d.Top.Columns = 6 })
	is(h, "7″ Cotton", "25½″")
}

// What there are no parts for is not next while something else can be done.
func TestNextIsWhatCanBeDone(t *testing.T) {
	h := begun(t, ninePatches)
	next := func(want string) {
		t.Helper()
		p := tally.By(h.log, h.w, h.net)
		if s := stepOf(t, h.w, p.Next); s.Called != want {
			t.Errorf("next is %s, by pencil %s", s.Called, want)
		}
	}
	next("2½″ Slate")
	h.made(24, "A")
	h.made(12, "B")
	h.made(12, "A + B")
	h.made(4, "Nine-patch")
	next("Nine-patch") // 8 more can be sewn
	h.made(8, "Nine-patch")
	next("2½″ Slate") // 8 to go and no parts for one
	h.made(3, "2½″ Slate")
	h.made(3, "2½″ Cotton")
	next("Set A")
}

// twoWidths is 20 blocks of two sub-cuts of one set, 2½″ and 3½″ wide: 20 × 6″ are all of three sets of 40″.
const twoWidths = `{"vicis":1,"name":"Two widths","cloth":{"usable":"40 1/2","squaring":"1/2"},` + cloths + `
"units":[
{"id":"set","name":"Set","how":{"by":"strip set","strips":[{"id":"s1","role":"d"},{"id":"s2","role":"l"}]}},
{"id":"a","name":"Narrow","how":{"by":"sub-cut","from":"set","width":"2 1/2"}},
{"id":"b","name":"Wide","how":{"by":"sub-cut","from":"set","width":"3 1/2"}},
{"id":"block","name":"Block","how":{"by":"joined","columns":[{"id":"c1","unit":"a"},{"id":"c2","unit":"b"}]}}],
"top":{"rows":5,"columns":4,"repeat":[[{"unit":"block"}]]}}`

// However they are laid out anew, what is still to be cut takes its length. By pencil: three sets are cut up; 20 × 4½″ =
// 90″ are three sets more, though of the four that the plan now takes three seem to be begun.
func TestWhatIsLaidOutAnewTakesItsLength(t *testing.T) {
	h := begun(t, twoWidths)
	h.is("Set", 0, 0, 0, 0, 3)
	h.made(3, "Set")
	h.made(20, "Narrow")
	h.made(20, "Wide")
	h.is("Set", 3, 0, 3, 0, 0)
	h.becomes(begun(t, strings.Replace(twoWidths, `"width":"3 1/2"`, `"width":"4 1/2"`, 1)).d)
	h.is("Wide", 0, 0, 0, 0, 20)
	h.is("Set", 3, 0, 3, 0, 3)
	h.made(1, "Set")
	h.made(8, "Wide") // 36″ of 40″
	h.is("Wide", 8, 0, 0, 8, 12)
	h.is("Set", 4, 0, 4, 0, 2)
}

// The rest is cut from what there is, worked by pencil: a set is 40½″ long, of which half an inch is squared off; 16 of
// 2½″ come of it. Of Set A 40 are cut: two whole, and 20″ are left of the third; of Set B 20, and 30″ are left. Two rows
// more take 16 and 8: 8 of the 20″, which leaves nothing, and 8 of one set more; 8 of the 30″, which leaves 10″.
func TestTheRestIsCutFromWhatThereIs(t *testing.T) {
	h := begun(t, ninePatches)
	for _, s := range []struct {
		n      int
		called string
	}{{8, "2½″ Slate"}, {7, "2½″ Cotton"}, {3, "Set A"}, {2, "Set B"}, {40, "A"}, {20, "B"}} {
		h.made(s.n, s.called)
	}
	cut := func(set naming.Unit) (says string) {
		for _, a := range h.w.Cut.Sets {
			for _, p := range a.Layups.Patterns {
				if a.Set == set {
					says += fmt.Sprintf("%d × %d of %v; ", p.Times, p.Counts[0], measure.Length(p.Rest).Inches())
				}
			}
		}
		return says
	}
	h.change(func(d *document.Document) { d.Top.Rows = 7 })
	if a, b := cut("seta"), cut("setb"); a != "1 × 8 of 20; 1 × 8 of 0; " || b != "1 × 8 of 30; " {
		t.Errorf("A is cut %s and B %s", a, b)
	}
	h.is("Set A", 3, 0, 3, 0, 1)
	h.is("Set B", 2, 0, 2, 0, 0)
	h.is("2½″ Slate", 8, 0, 8, 0, 2)
	h.is("2½″ Cotton", 7, 0, 7, 0, 1)
	h.made(8, "A") // what was left
	h.made(4, "B")
	h.is("Set A", 3, 0, 3, 0, 1)
	h.is("A", 48, 0, 0, 48, 8)
	h.made(2, "2½″ Slate")
	h.made(1, "2½″ Cotton")
	h.made(1, "Set A")
	h.made(3, "A")
	h.is("Set A", 4, 0, 4, 0, 0)
	// Changed once more in the middle of that: 32½″ are left of the set; 20″ of Set B. One row more
	// takes 8 and 4, with the 5 and 4 that are still to be cut 13 and 8: all of what is left.
	h.change(func(d *document.Document) { d.Top.Rows = 8 })
	if a, b := cut("seta"), cut("setb"); a != "1 × 13 of 32.5; " || b != "1 × 8 of 20; " {
		t.Errorf("then A is cut %s and B %s", a, b)
	}
	h.is("Set A", 4, 0, 4, 0, 0)
	h.is("2½″ Slate", 10, 0, 10, 0, 0)
	h.made(13, "A")
	h.made(8, "B")
	h.is("A", 64, 0, 0, 64, 0)
	h.is("B", 32, 0, 0, 32, 0)
	h.is("Set A", 4, 0, 4, 0, 0)
	h.is("Set B", 2, 0, 2, 0, 0)
	h.doubts(0)
	// Back to five rows: nothing is to be cut, and what was cut beyond it lies there.
	h.change(func(d *document.Document) { d.Top.Rows = 5 })
	h.is("A", 64, 0, 0, 64, 0)
	if n := len(h.w.Cut.Fabrics) + len(h.w.Cut.Sets); n != 0 {
		t.Errorf("%d fabrics and sets are still cut", n)
	}
	h.doubts(0)
}

// Cut whole it is known what is left of it: of 40″ 25½″ are, with a square end, which are three squares more; the other
// 45 are nine strips. Chosen later, what was cut short stays so.
func TestAStripThatIsCutWholeHasARest(t *testing.T) {
	for _, c := range []struct {
		from        school.Lengths
		strips, has int
	}{{school.CutWhole, 9, 1}, {school.LongEnough, 10, 0}} {
		h := begun(t, squares)
		h.change(func(d *document.Document) { d.Schools.Lengths = c.from })
		h.made(1, "7″ Cotton")
		h.made(2, "Light square")
		h.made(1, "Block")
		h.change(func(d *document.Document) { d.Schools.Lengths, d.Top.Rows, d.Top.Columns = school.CutWhole, 5, 5 })
		for _, f := range h.w.Cut.Fabrics {
			for _, s := range f.Strips {
				if f.Fabric.Name == "Cotton" && (s.Count != c.strips || len(s.Patches.Has.Rests) != c.has) {
					t.Errorf("%s: %d strips of %s, and %v is left", c.from, s.Count, f.Fabric.Name, s.Patches.Has.Rests)
				}
			}
		}
		h.doubts(0)
	}
}

// A strip that was asked for short is no more than that: of one 7″ wide, at least 14½″ long, two squares were cut; 48 of
// 5 from each strip take ten.
func TestAShortStripGivesNoMore(t *testing.T) {
	h := begun(t, squares)
	h.made(1, "7″ Cotton")
	h.made(2, "Light square")
	h.made(1, "Block")
	h.change(func(d *document.Document) { d.Top.Rows, d.Top.Columns = 5, 5 })
	for _, f := range h.w.Cut.Fabrics {
		for _, s := range f.Strips {
			if s.Count != 10 || len(s.Patches.Has.Rests) > 0 {
				t.Errorf("%d strips of %s, and %v is left", s.Count, f.Fabric.Name, s.Patches.Has.Rests)
			}
		}
	}
}

// Ten blocks of a square of 7″ and one of 2¼″. Five of 7″ come of a strip, 40 − 35 = 5″ are left of it: 5″ × 7″ is two by
// three of 2¼″, six. Ten small ones come of both ends, six and four, and once an end is begun it is nobody's any more.
func TestAnEndThatIsCutUpIsNotLeft(t *testing.T) {
	h := begun(t, `{"vicis":1,"name":"Ends","cloth":{"usable":"40 1/2","squaring":"1/2"},`+
		strings.Replace(cloths, `"schools":{}`, `"schools":{"ends":"use"}`, 1)+`
"units":[
{"id":"big","name":"Big","how":{"by":"patch","role":"d","width":"7","height":"7"}},
{"id":"small","name":"Small","how":{"by":"patch","role":"d","width":"2 1/4","height":"2 1/4"}},
{"id":"tall","name":"Tall","how":{"by":"patch","role":"l","width":"2 1/4","height":"7"}},
{"id":"wide","name":"Wide","how":{"by":"patch","role":"l","width":"7","height":"2 1/4"}},
{"id":"block","name":"Block","how":{"by":"grid","rows":[[{"unit":"big"},{"unit":"tall"}],[{"unit":"wide"},{"unit":"small"}]]}}],
"top":{"rows":2,"columns":5,"repeat":[[{"unit":"block"}]]}}`)
	left := func(want string) {
		t.Helper()
		got := ""
		for _, s := range h.w.Steps {
			if s.Called == "7″ Slate" {
				for _, r := range h.log.Rests(s.Makes()) {
					got += fmt.Sprintf("%d × %v; ", r.Count, measure.Length(r.Length).Inches())
				}
			}
		}
		if got != want {
			t.Errorf("left are %q, by pencil %q", got, want)
		}
	}
	h.made(2, "7″ Slate")
	h.made(10, "Big")
	left("2 × 5; ")
	first := h.made(6, "Small")
	left("1 × 5; ")
	h.made(4, "Small")
	left("")
	h.takeBack(first)
	left("1 × 5; ")
	h.made(6, "Small")
	left("")
	// A row more: one strip, and five small ones of its end.
	h.change(func(d *document.Document) { d.Top.Rows = 3 })
	h.is("7″ Slate", 2, 0, 2, 0, 1)
	h.is("Small", 10, 0, 0, 10, 5)
	h.made(1, "7″ Slate")
	h.made(5, "Big")
	left("1 × 5; ")
	h.made(5, "Small")
	left("")
	h.doubts(0)
}
