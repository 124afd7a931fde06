package dealt_test

import (
	"fmt"
	"math/rand"
	"slices"
	"strings"
	"testing"

	"vicis/core/cutting"
	"vicis/core/dealt"
	"vicis/core/document"
	"vicis/core/library"
	"vicis/core/mat"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/work"
	"vicis/internal/trial/solve"
	"vicis/internal/trial/whole"
)

// ladder is so many loose blocks of one ladder, or of two side by side; two ladders come from every strip set: a strip of
// one cloth, then some of an assortment, of whose prints there is so much of each.
func ladder(t *testing.T, strips, blocks, side int, counts []int) *work.Work {
	t.Helper()
	var list, rungs []string
	for i, n := range counts {
		list = append(list, fmt.Sprintf(`{"id":"p%d","name":"Print %d","colour":"#%02x4040","count":%d}`, i, i+1, 40+20*i, n))
	}
	for i := range strips {
		rungs = append(rungs, fmt.Sprintf(`{"id":"s%d","role":"B"}`, i+1))
	}
	block, unit := "", "cut"
	if side > 1 {
		block, unit = fmt.Sprintf(`,{"id":"block","name":"Block","how":{"by":"grid","rows":[{"id":"r","cells":[%s]}]}}`,
			strings.Repeat(`,{"unit":"cut"}`, side)[1:]), "block"
	}
	w, problems := whole.Deal(t, fmt.Sprintf(`{"vicis":1,"name":"Ladders","measure":"in","ruler":"1/8 in",
"seam":{"stitched":"15/64 in","fold":"1/64 in"},"cloth":{"usable":"40 in","squaring":"1/2 in"},"strip":"2 1/2 in","spares":{},
"schools":{},"settings":{},"fabrics":[{"id":"many","name":"Many","colour":"#884444","print":"assorted","assortment":[%s]},
{"id":"g","name":"Ground","colour":"#eeeeee"}],
"roles":[{"id":"A","name":"rail","fabric":"g"},{"id":"B","name":"rungs","fabric":"many"}],
"units":[{"id":"set","name":"Set","how":{"by":"strip set","strips":[{"id":"s0","role":"A"},%s]}},
{"id":"cut","name":"Ladder","how":{"by":"sub-cut","from":"set","width":"15 in"}}%s],
"top":{"rows":1,"columns":%d,"loose":true,"repeat":[[{"unit":%q}]]},"deal":{"seed":3}}`, strings.Join(list, ","),
		strings.Join(rungs, ","), block, blocks, unit))
	if problems.Stopped() {
		t.Fatal(problems)
	}
	return w
}

// By hand. Twelve ladders of three rungs are six sets of three strips, of six prints three of each: no ladder shows a
// print twice, and of every print three strips are cut.
func TestStripsOfASetAreDealtOneByOne(t *testing.T) {
	w := ladder(t, 3, 12, 1, []int{1, 1, 1, 1, 1, 1})
	for _, c := range w.Dealt.Cells {
		if len(c.Prints) != 3 || c.Prints[0] == c.Prints[1] || c.Prints[1] == c.Prints[2] || c.Prints[0] == c.Prints[2] {
			t.Errorf("a ladder of %v", c.Prints)
		}
	}
	if d := w.Dealt.Deal; d.Touches != 0 || !d.Proven() {
		t.Errorf("%+v", d)
	}
	for _, f := range w.Cut.Fabrics {
		for _, s := range f.Strips {
			if f.Fabric.ID == "many" && !slices.Equal(s.Of, []int{3, 3, 3, 3, 3, 3}) {
				t.Errorf("%v", s.Of)
			}
		}
	}
}

// What touches inside of blocks of two ladders is held against GLPK, which may put the same ladders together in any
// other way, on a hundred small deals. Inside a ladder nothing does.
func TestInsideABlockAgainstGLPK(t *testing.T) {
	dir := t.TempDir()
	touched := 0
	for seed := range 100 {
		r := rand.New(rand.NewSource(int64(seed)))
		counts := make([]int, 2+r.Intn(3))
		for k := range counts {
			counts[k] = 1 + r.Intn(5)
		}
		w := ladder(t, 2+r.Intn(4), 1+r.Intn(8), 2, counts)
		lots := w.Dealt.Cut.Lots["set"]
		want := solve.Optimum(t, dir, paired(lots))
		if got := w.Dealt.Deal.Touches; got != want {
			t.Errorf("seed %d: %v: %d touch, GLPK %d", seed, lots, got, want)
		}
		touched += min(1, want)
	}
	if touched < 10 || touched > 90 {
		t.Errorf("in %d something touches", touched)
	}
}

// paired is the integer program: so many blocks of every two kinds of ladder, and how many rungs touch in one.
func paired(lots []cutting.Lot) string {
	var obj, rows, whole []string
	kinds := make([][]string, len(lots))
	for a, one := range lots {
		for b, other := range lots[:a+1] {
			m := fmt.Sprintf("m%d_%d", a, b)
			alike := 0
			for strip, print := range one.Prints {
				if other.Prints[strip] == print {
					alike++
				}
			}
			obj, whole = append(obj, fmt.Sprintf("%d %s", alike, m)), append(whole, m)
			if a == b {
				m = "2 " + m
			} else {
				kinds[b] = append(kinds[b], m)
			}
			kinds[a] = append(kinds[a], m)
		}
	}
	for k, list := range kinds {
		rows = append(rows, fmt.Sprintf("%s = %d", strings.Join(list, " + "), lots[k].Wants["cut"]))
	}
	return "Minimize\n obj: " + strings.Join(obj, " + ") + "\nSubject To\n " + strings.Join(rows, "\n ") + "\nGeneral\n " +
		strings.Join(whole, "\n ") + "\nEnd\n"
}

// By hand. Two blocks of two four-patches beside a plain square each, all of four prints: a rule for the four-patch makes
// all four squares of each one print, four prints of four squares each, and lets the plain squares be; another keeps all
// four of each apart.
func TestRulesForAUnit(t *testing.T) {
	quilt := func(rule string) *work.Work {
		w, problems := whole.Deal(t, fmt.Sprintf(`{"vicis":1,"name":"Units","measure":"in","ruler":"1/8 in",
"seam":{"stitched":"1/4 in","fold":"0 in"},"cloth":{"usable":"40 in","squaring":"1/2 in"},"strip":"2 1/2 in","spares":{},
"schools":{},"settings":{},"fabrics":[{"id":"many","name":"Many","colour":"#884444","print":"assorted","prints":4}],
"roles":[{"id":"A","name":"scraps","fabric":"many"}],
"units":[{"id":"sq","name":"Square","how":{"by":"patch","role":"A","width":"2 1/2 in","height":"2 1/2 in"}},
{"id":"large","name":"Large","how":{"by":"patch","role":"A","width":"4 1/2 in","height":"4 1/2 in"}},
{"id":"four","name":"Four","how":{"by":"grid","rows":[{"id":"a","cells":[{"unit":"sq"},{"unit":"sq"}]},
{"id":"b","cells":[{"unit":"sq"},{"unit":"sq"}]}]}},
{"id":"block","name":"Block","how":{"by":"grid","rows":[{"id":"a","cells":[{"unit":"four"},{"unit":"large"}]},
{"id":"b","cells":[{"unit":"large"},{"unit":"four"}]}]}}],
"top":{"rows":1,"columns":2,"repeat":[[{"unit":"block"}]]},"deal":{"seed":1,"rules":[%s]}}`, rule))
		if problems.Stopped() {
			t.Fatal(problems)
		}
		return w
	}
	// The squares of a block are narrower than 3″; those of the first four-patch lie in its left half.
	fours := func(w *work.Work, cell int) (list [2][]int) {
		for i, at := range w.Dealt.Spots["block"].Of {
			x0, _, x1, _ := piece.Piece{Patches: w.Planned.Seen("block").Patches[i : i+1]}.Bounds()
			if x1.Sub(x0).Inches() < 3 {
				half := map[bool]int{true: 1}[x0.Inches() > 3.9]
				list[half] = append(list[half], w.Dealt.Cells[cell].Prints[at])
			}
		}
		return list
	}
	one := quilt(`{"role":"A","block":"four","one":"block"}`)
	apart := quilt(`{"role":"A","block":"four","apart":"block"}`)
	for cell := range 2 {
		for _, w := range []*work.Work{one, apart} {
			for _, four := range fours(w, cell) {
				alike := len(slices.Compact(slices.Sorted(slices.Values(four))))
				if want := map[bool]int{true: 1, false: 4}[w == one]; len(four) != 4 || alike != want {
					t.Errorf("a four-patch of %v", four)
				}
			}
		}
	}
	if of := one.Dealt.Cut.Prints["sq"]; !slices.Equal(of, []int{4, 4, 4, 4}) {
		t.Errorf("%v squares are cut", of)
	}
}

// quartered is a quilt of blocks of four quarters of nine-patches, whose charms are of so many prints.
func quartered(rows, columns, prints int) string {
	return fmt.Sprintf(`{"vicis":1,"name":"Quarters","measure":"in","ruler":"1/8 in","seam":{"stitched":"1/4 in","fold":"0 in"},
"cloth":{"usable":"40 in","squaring":"1/2 in"},"strip":"2 1/2 in","spares":{},"schools":{},"settings":{},
"fabrics":[{"id":"many","name":"Many","colour":"#884444","print":"assorted","prints":%d}],
"roles":[{"id":"A","name":"charms","fabric":"many"}],
"units":[{"id":"charm","name":"Charm","how":{"by":"patch","role":"A","width":"5 in","height":"5 in"}},
{"id":"nine","name":"Nine-patch","how":{"by":"grid","rows":[
{"id":"a","cells":[{"unit":"charm"},{"unit":"charm"},{"unit":"charm"}]},
{"id":"b","cells":[{"unit":"charm"},{"unit":"charm"},{"unit":"charm"}]},
{"id":"c","cells":[{"unit":"charm"},{"unit":"charm"},{"unit":"charm"}]}]}},
{"id":"quarter","name":"Quarter","how":{"by":"cut again","from":"nine","upright":{"parts":2},"level":{"parts":2}}},
{"id":"block","name":"Block","how":{"by":"grid","rows":[{"id":"a","cells":[{"unit":"quarter:b2"},{"unit":"quarter:b1"}]},
{"id":"b","cells":[{"unit":"quarter:a2"},{"unit":"quarter:a1"}]}]}}],
"top":{"rows":%d,"columns":%d,"repeat":[[{"unit":"block"}]]},"deal":{"seed":4}}`, prints, rows, columns)
}

// By hand. Nine blocks of four quarters are nine nine-patches, 81 charms: of 27 prints about three of each. A quarter has one
// whole charm, two halves and a quarter of one, of four prints; the charm in the middle of a nine-patch is seen in four
// quarters, one at a side in two, one at a corner in one, so that of the prints 9 × 4, 36 × 2 and 36 × 1 bits are seen.
func TestWhatIsSewnBeforeItIsCutAgainIsDealt(t *testing.T) {
	w, problems := whole.Deal(t, quartered(3, 3, 27))
	if problems.Stopped() {
		t.Fatal(problems)
	}
	for print, n := range w.Dealt.Cut.Prints["charm"] {
		if n < 2 || n > 4 { // no print twice in one nine-patch comes before even shares
			t.Errorf("%d charms of print %d", n, print)
		}
	}
	if n := w.Demand.Runs["nine"]; n != 9 {
		t.Errorf("%d nine-patches", n)
	}
	seen, bits := map[[4]int]int{}, 0
	for _, c := range w.Dealt.Cells {
		quarters := quartersOf(w, c)
		for _, q := range quarters {
			slices.Sort(q)
			if bits += len(q); len(q) != 4 || len(slices.Compact(slices.Clone(q))) != 4 {
				t.Errorf("a quarter of %v", q)
			}
			seen[[4]int(q)]++
		}
	}
	if bits != 9*4+36*2+36 || len(seen) < 30 {
		t.Errorf("%d bits, %d kinds of quarters", bits, len(seen))
	}
}

// quartersOf is what a block shows in each of its quarters.
func quartersOf(w *work.Work, c dealt.DealtCell) map[int][]int {
	quarters := map[int][]int{}
	for i, at := range w.Dealt.Spots[c.Unit].Of {
		if at < 0 {
			continue
		}
		x0, y0, x1, y1 := piece.Piece{Patches: w.Planned.Seen(c.Unit).Patches[i : i+1]}.Bounds()
		side := w.Layout.BlockW.Inches()
		q := map[bool]int{true: 1}[x0.Add(x1).Inches() > side] + map[bool]int{true: 2}[y0.Add(y1).Inches() > side]
		quarters[q] = append(quarters[q], c.Prints[at])
	}
	return quarters
}

// By hand. Twenty nine-patches of ten prints that are cut in four: of 5″ strips 39½″ long come 7 sub-cuts, so that 40 of
// one kind are 6 sets of two dark strips, 20 of the other 3 of one, as they are without a deal: 15 strips. No quarter
// shows one print twice.
func TestDealingSewsNoMoreSets(t *testing.T) {
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	d := list[slices.IndexFunc(list, func(e library.Entry) bool { return e.Document.Name == "Nine-patch halved both ways" })].Document
	d.Top.Rows, d.Top.Columns = 5, 4
	w, ok := work.Of(whole.Assorted(d, 0, 10))
	if !ok {
		t.Fatal(*w.Problems)
	}
	sets := map[naming.Unit]int{}
	for _, a := range w.Cut.Sets {
		sets[a.Set] = a.Layups.Strips
	}
	if sets["I-set"] != 6 || sets["II-set"] != 3 {
		t.Errorf("%v", sets)
	}
	for _, f := range w.Cut.Fabrics {
		for _, s := range f.Strips {
			if want := map[string]int{"dark": 15, "light": 12}[f.Fabric.ID]; s.Count != want {
				t.Errorf("%d strips of %s", s.Count, f.Fabric.Name)
			}
		}
	}
	for _, c := range w.Dealt.Cells {
		for _, q := range quartersOf(w, c) {
			if len(q) != 2 || q[0] == q[1] {
				t.Errorf("a quarter of %v", q)
			}
		}
	}
}

// A length of cloth is cut for the print it is said to be: nine patches of 5″ of twelve prints take a strip of print 1,
// 5½″ of 36″. Of one that is not said to be any, that is why it is not used.
func TestALengthOfADealtPrint(t *testing.T) {
	for print, want := range map[string]string{
		"":             "it is not said which of the prints it is, and they are dealt",
		`,"print":"1"`: "1 strip from 36″ on the shelf; 30½″ of it is left",
	} {
		w, problems := whole.Deal(t, strings.Replace(quartered(1, 1, 12), `,"deal"`, fmt.Sprintf(
			`,"supplies":[{"id":"y","fabric":"many","kind":"yardage","width":"40 in","length":"1 yd","count":1%s}],"deal"`, print), 1))
		if problems.Stopped() {
			t.Fatal(problems)
		}
		if says := strings.Join(mat.Of(w).FromShelf(w.Cut.Fabrics[0]), "; "); !strings.Contains(says, want) {
			t.Errorf("%s: %q", print, says)
		}
	}
}

// The deal of 20 × 24 blocks through what is sewn before it is cut again, beside the plan without a deal.
func BenchmarkDealtThroughUnits(b *testing.B) {
	d, problems := document.Read([]byte(quartered(24, 20, 40)))
	if problems.Stopped() {
		b.Fatal(problems)
	}
	besideAsItFalls(b, d)
}
