package dealt_test

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/library"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/plan"
	"vicis/core/problem"
	"vicis/core/work"
	"vicis/internal/quilts"
	"vicis/internal/trial/whole"
)

func TestEveryQuiltIsDealt(t *testing.T) {
	all, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	dealt := 0
	for _, d := range all {
		for f := range d.Fabrics {
			a := whole.Assorted(d, f, 7)
			w, ok := work.Of(a)
			if !ok {
				t.Errorf("%s, %s: %v", d.Name, d.Fabrics[f].Name, *w.Problems)
				continue
			}
			if w.Dealt.Any() {
				dealt++
				holds(t, fmt.Sprintf("%s, %s", d.Name, d.Fabrics[f].Name), w)
			}
		}
	}
	if dealt < 80 {
		t.Errorf("only %d were dealt", dealt)
	}
}

// holds checks that what is cut of every print gives what was dealt, and counts again what touches from the drawing of
// the quilt.
func holds(t *testing.T, name string, w *work.Work) {
	t.Helper()
	for _, f := range w.Cut.Fabrics {
		if f.Prints < 2 {
			continue
		}
		for _, s := range f.Strips {
			sum := 0
			for _, n := range s.Of {
				sum += n
			}
			if sum != s.Count-s.Ready {
				t.Errorf("%s: of %d strips %d are of some print", name, s.Count-s.Ready, sum)
			}
		}
	}
	for act, of := range w.Dealt.Cut.Prints {
		sum := 0
		for _, n := range of {
			sum += n
		}
		if sum != w.Lines[act].Need {
			t.Errorf("%s: %d of %s are dealt, and the quilt takes %d", name, sum, act, w.Lines[act].Need)
		}
	}
	for _, a := range w.Cut.Sets {
		for _, c := range a.Cuts {
			sum := 0
			for _, lot := range a.Lots {
				sum += lot.Wants[c.ID]
			}
			if len(a.Lots) > 0 && sum != w.Lines[c.ID].Need {
				t.Errorf("%s: %d of %s are sewn in some print, and the quilt takes %d", name, sum, c.ID, w.Lines[c.ID].Need)
			}
		}
	}
	enough(t, name, w)
	if again := touching(w); again != w.Dealt.Deal.Touches {
		t.Errorf("%s: %d touch in the drawing, told as %d", name, again, w.Dealt.Deal.Touches)
	}
}

// enough checks that of no print more is seen than was cut: by the area of what is seen.
func enough(t *testing.T, name string, w *work.Work) {
	t.Helper()
	seen, cut := make([]float64, len(w.Dealt.Prints)), make([]float64, len(w.Dealt.Prints))
	for _, c := range w.Dealt.Cells {
		for i, patch := range w.Planned.Seen(c.Unit).Patches {
			if spot := w.Dealt.Spots[c.Unit].Of[i]; spot >= 0 {
				seen[c.Prints[spot]] += piece.Piece{Patches: []piece.Patch{patch}}.Area().Inches() / (2 * piece.Fine * float64(
					measure.Inch))
			}
		}
	}
	for act, of := range w.Dealt.Cut.Prints {
		patch := w.Acts[act].Act.Patch
		for print, n := range of {
			cut[print] += float64(n) * patch.W.Inches() * patch.H.Inches()
		}
	}
	for set, lots := range w.Dealt.Cut.Lots {
		for _, lot := range lots {
			for act, n := range lot.Wants {
				wide, _ := w.Acts[act].Act.Piece.Size()
				for _, s := range w.Unit(set).Acts[0].Strips {
					if print, dealt := lot.Prints[s.ID]; dealt {
						cut[print] += float64(n) * wide.Inches() * s.Width.Inches()
					}
				}
			}
		}
	}
	// Where one step cuts all patches of a role: of every print no more is seen than so many as one that is cut can give.
	for act, of := range w.Dealt.Cut.Prints {
		role := w.Acts[act].Act.Patch.Role
		alone := true
		for other := range w.Dealt.Cut.Prints {
			alone = alone && (other == act || w.Acts[other].Act.Patch.Role != role)
		}
		for set := range w.Dealt.Cut.Lots {
			alone = alone && !slices.ContainsFunc(w.Unit(set).Acts[0].Strips, func(s making.Strip) bool { return s.Role == role })
		}
		if !alone {
			continue
		}
		all, shows := 0, make([]int, len(of))
		for _, c := range w.Dealt.Cells {
			for i, patch := range w.Planned.Seen(c.Unit).Patches {
				if spot := w.Dealt.Spots[c.Unit].Of[i]; spot >= 0 && patch.Role == role {
					shows[c.Prints[spot]]++
					all++
				}
			}
		}
		used := 0
		for _, n := range of {
			used += min(1, n)
		}
		full := max(1, w.Lines[act].Need-used+1) // of each print the last one may not be used up
		each := (all + full - 1) / full
		for print, n := range of {
			if shows[print] > n*each {
				t.Errorf("%s: %d patches of print %d are seen, and %d of %s are cut, each for %d", name, shows[print], print, n,
					act, each)
			}
		}
	}
	for print := range seen {
		if cut[print] < seen[print] {
			t.Errorf("%s: of print %d more is seen than was cut", name, print)
		}
	}
}

// touching counts the pairs of spots that lie edge to edge in the picture of the quilt and were dealt one print:
// nothing of how the deal knows what touches is used.
func touching(w *work.Work) int {
	type edge struct {
		x0, y0, x1, y1 float64
		cell, spot     int
	}
	picture := drawn.Of(&w.Laid).Quilt()
	var edges []edge
	for n, c := range w.Dealt.Cells {
		placed := picture.Cells[n]
		block := picture.Blocks[placed.Block]
		bw, bh := block.W, block.H
		if placed.Turn%180 == 90 {
			bw, bh = bh, bw
		}
		sin, cos := math.Sincos(float64(placed.Turn) * math.Pi / 180)
		at := func(x, y float64) (float64, float64) {
			x, y = x-block.W/2, y-block.H/2
			return placed.X + bw/2 + x*cos - y*sin, placed.Y + bh/2 + x*sin + y*cos
		}
		for i, patch := range block.Patches {
			spot := w.Dealt.Spots[c.Unit].Of[i]
			if spot < 0 {
				continue
			}
			for k := 0; k < len(patch.Points); k += 2 {
				x0, y0 := at(patch.Points[k], patch.Points[k+1])
				x1, y1 := at(patch.Points[(k+2)%len(patch.Points)], patch.Points[(k+3)%len(patch.Points)])
				edges = append(edges, edge{x0, y0, x1, y1, n, spot})
			}
		}
	}
	slices.SortFunc(edges, func(a, b edge) int { return cmp.Compare(min(a.x0, a.x1), min(b.x0, b.x1)) })
	const hair = 2e-3
	pairs := map[[4]int]bool{}
	for i, a := range edges {
		long := math.Hypot(a.x1-a.x0, a.y1-a.y0)
		ux, uy := (a.x1-a.x0)/long, (a.y1-a.y0)/long
		for _, b := range edges[i+1:] {
			if min(b.x0, b.x1) > max(a.x0, a.x1)+hair {
				break
			}
			if a.cell == b.cell && a.spot == b.spot {
				continue
			}
			off := func(x, y float64) float64 { return math.Abs((x-a.x0)*uy - (y-a.y0)*ux) }
			along := func(x, y float64) float64 { return (x-a.x0)*ux + (y-a.y0)*uy }
			s, e := along(b.x0, b.y0), along(b.x1, b.y1)
			if off(b.x0, b.y0) > hair || off(b.x1, b.y1) > hair || s < e { // two that lie beside each other run opposite ways
				continue
			}
			if min(s, long)-max(e, 0) < 10*hair {
				continue
			}
			x, y := [2]int{a.cell, a.spot}, [2]int{b.cell, b.spot}
			if w.Dealt.Cells[x[0]].Prints[x[1]] != w.Dealt.Cells[y[0]].Prints[y[1]] {
				continue
			}
			if y[0] < x[0] || y[0] == x[0] && y[1] < x[1] {
				x, y = y, x
			}
			pairs[[4]int{x[0], x[1], y[0], y[1]}] = true
		}
	}
	return len(pairs)
}

// Where there is five times as much of one print as of the other, some have to touch: what is told is what the drawing
// shows.
func TestWhatTouchesIsWhatIsDrawn(t *testing.T) {
	all, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	touched := 0
	for _, d := range all {
		for f := range d.Fabrics {
			a := whole.Assorted(d, f, 2)
			a.Fabrics[f].List[0].Count, a.Fabrics[f].List[1].Count = 5, 1
			w, ok := work.Of(a)
			if !ok {
				t.Errorf("%s: %v", d.Name, *w.Problems)
				continue
			}
			if w.Dealt.Any() {
				touched += w.Dealt.Deal.Touches
				holds(t, fmt.Sprintf("%s, %s", d.Name, d.Fabrics[f].Name), w)
			}
		}
	}
	if touched < 100 {
		t.Errorf("only %d touch", touched)
	}
}

// A quilt of 20 × 24 four-patches of 40 prints, planned with its deal and without.
func BenchmarkDealtQuilt(b *testing.B) {
	list, err := library.List()
	if err != nil {
		b.Fatal(err)
	}
	i := slices.IndexFunc(list, func(e library.Entry) bool { return e.Document.Name == "Pinwheel" })
	d := whole.Assorted(list[i].Document, 0, 40)
	d.Top.Rows, d.Top.Columns = 24, 20
	besideAsItFalls(b, d)
}

// besideAsItFalls plans a quilt with its deal and without.
func besideAsItFalls(b *testing.B, d document.Document) {
	b.Helper()
	for _, falls := range []bool{true, false} {
		b.Run(map[bool]string{true: "as it falls", false: "dealt"}[falls], func(b *testing.B) {
			d.Deal.Falls = falls
			for range b.N {
				if w, ok := work.Of(d); !ok {
					b.Fatal(*w.Problems)
				}
			}
		})
	}
}

// Six halves and six squares, by pencil.
func TestDealByPencil(t *testing.T) {
	sum := func(list []int) (n int) {
		for _, one := range list {
			n += one
		}
		return n
	}
	for _, c := range []struct {
		name, deal    string
		prints        int
		runs          int   // pairs of squares for halves
		lower, square []int // cut of each print
	}{
		// Three pairs give six halves: three of four prints; squares are given first to what has been given least.
		{"each for itself", `{"seed":1}`, 4, 3, []int{1, 1, 1, 0}, []int{1, 1, 1, 3}},
		// Six blocks of four prints: 2, 2, 1, 1. A print of one block takes a pair for one half, and leaves the other over.
		{
			"a block of one print", `{"seed":1,"rules":[{"role":"A","one":"block"}]}`, 4, 4,
			[]int{1, 1, 1, 1},
			[]int{2, 2, 1, 1},
		},
		// Six prints, one to a block: six pairs, six halves left over.
		{
			"no two blocks alike", `{"seed":1,"rules":[{"role":"A","one":"block","apart":"quilt"}]}`, 6, 6,
			[]int{1, 1, 1, 1, 1, 1},
			[]int{1, 1, 1, 1, 1, 1},
		},
	} {
		w, problems := whole.Deal(t, whole.Pencilled(c.prints, c.deal))
		if len(problems.Stops()) > 0 {
			t.Fatal(c.name, problems)
		}
		lower, square := w.Dealt.Cut.Prints["half/lower"], w.Dealt.Cut.Prints["sq"]
		if c.name == "each for itself" { // which of the prints it is, is for the deal
			lower, square = slices.Clone(lower), slices.Clone(square)
			slices.Sort(lower)
			slices.Reverse(lower)
			if sum(square) != 6 {
				t.Errorf("%d squares are cut", sum(square))
			}
			square = c.square
		} else {
			lower, square = slices.Sorted(slices.Values(lower)), slices.Sorted(slices.Values(square))
			slices.Reverse(lower)
			slices.Reverse(square)
		}
		if w.Demand.Runs["half"] != c.runs || !slices.Equal(lower, c.lower) || !slices.Equal(square, c.square) {
			t.Errorf("%s: %d pairs, %v and %v are cut", c.name, w.Demand.Runs["half"], lower, square)
		}
		if got := w.Demand.Runs["half/lower"]; got != c.runs {
			t.Errorf("%s: %d lower squares are cut", c.name, got)
		}
		holds(t, c.name, w)
	}
}

// What is dealt by hand lies where it was put, and moves nothing else; the cloth follows. Dealt anew the others go
// round it.
func TestDealtByHandMovesNothingElse(t *testing.T) {
	was, _ := whole.Deal(t, whole.Pencilled(6, `{"seed":3,"rules":[{"role":"A","one":"block"}]}`))
	first := was.Dealt.Cells[0].Prints[0]
	other := (first + 1) % 6
	hand := fmt.Sprintf(`"hand":[{"row":1,"column":1,"role":"A","place":1,"print":"p%d"}]`, other)
	now, problems := whole.Deal(t, whole.Pencilled(6, `{"seed":3,"rules":[{"role":"A","one":"block"}],`+hand+`}`))
	if len(problems) > 0 {
		t.Error(problems)
	}
	for i, c := range now.Dealt.Cells {
		want := was.Dealt.Cells[i].Prints
		if i == 0 {
			want = []int{other}
		}
		if !slices.Equal(c.Prints, want) || c.Held[0] != (i == 0) {
			t.Errorf("block %d has %v and had %v", i+1, c.Prints, was.Dealt.Cells[i].Prints)
		}
	}
	if cut := now.Dealt.Cut.Prints["sq"]; cut[first] != 0 || cut[other] != 2 {
		t.Errorf("cut after it: %v", cut)
	}
	holds(t, "by hand", now)
	again, _ := whole.Deal(t, whole.Pencilled(6, `{"seed":4,"before":1,"rules":[{"role":"A","one":"block"}],`+hand+`}`))
	if again.Dealt.Cells[0].Prints[0] != other || again.Dealt.Deal.Touches != 0 {
		t.Errorf("dealt anew: %v, %d touch", again.Dealt.Cells, again.Dealt.Deal.Touches)
	}
	holds(t, "dealt anew", again)
}

func TestBadDeals(t *testing.T) {
	many := make([]string, 10_000)
	for i := range many {
		many[i] = fmt.Sprintf(`{"id":"p%d","name":"P","colour":"#112233"}`, i)
	}
	for _, c := range []struct{ name, text, code, at, says string }{
		{
			"a role that is gone", whole.Pencilled(4, `{"seed":1,"rules":[{"role":"Z"}]}`), "role-unknown", "/deal/rules/0/role",
			"not there",
		},
		{
			"a block that is gone", whole.Pencilled(4, `{"seed":1,"rules":[{"role":"A","block":"z"}]}`), "unit-unknown",
			"/deal/rules/0/block", "not among",
		},
		{
			"no such value", whole.Pencilled(3, `{"seed":1,"rules":[{"role":"A","values":["light"]}]}`), "rule-not-kept",
			"/deal/rules/0/values", "None of the prints of Many is light.",
		},
		{
			"more blocks than prints", whole.Pencilled(4, `{"seed":1,"rules":[{"role":"A","one":"block","apart":"quilt"}]}`),
			"rule-not-kept", "/deal/rules/0/apart", "of 6 places, and there are 4 prints",
		},
		{
			"a print that is gone", whole.Pencilled(4, `{"seed":1,"hand":[{"row":1,"column":1,"role":"A","place":1,"print":"gone"}]}`),
			"dealt-gone", "/deal/hand/0", "1 of what was dealt by hand no longer fits",
		},
		{"ten thousand prints", strings.Replace(whole.Pencilled(2, `{"seed":1}`), `"assortment":[`,
			`"assortment":[`+strings.Join(many, ",")+`,`, 1), "print-count", "/fabrics/0/assortment", "lists 10002 prints"},
		{
			"nothing that is of one print", whole.Pencilled(4, `{"seed":1,"rules":[{"role":"A","one":"row"}]}`), "rule-unknown",
			"/deal/rules/0/one", "“row” is nothing",
		},
		{
			"nowhere to be apart", whole.Pencilled(4, `{"seed":1,"rules":[{"role":"A","apart":"row"}]}`), "rule-unknown",
			"/deal/rules/0/apart", "“row” is no place",
		},
		{
			"no value", whole.Pencilled(4, `{"seed":1,"rules":[{"role":"A","values":["loud"]}]}`), "value-unknown",
			"/deal/rules/0/values", "no value",
		},
		{
			"too many rules", whole.Pencilled(4, `{"seed":1,"rules":[`+strings.Repeat(`{"role":"A"},`, 60)+`{"role":"A"}]}`),
			"too-many-rules", "/deal/rules", "61 rules",
		},
		{"a seed below nothing", whole.Pencilled(4, `{"seed":-1}`), "deal-unknown", "/deal", "seed"},
		{
			"pairs that are nowhere to be alike", whole.Pencilled(20, `{"seed":1,"rules":[{"role":"A","apart":"quilt"}]}`),
			"rule-not-kept", "/deal/rules/0/apart", "6 of 12 places share their print with another",
		},
		{
			"a colourway without the value", strings.NewReplacer(`"top":{"rows":2,"columns":3,"repeat":[[{"unit":"block"}]]}`,
				`"colourways":[{"id":"w","name":"Other","fabrics":{"A":"dim"}}],"top":{"rows":2,"columns":3,"repeat":[[{"unit":"block","colourway":"w"}]]}`,
				`"fabrics":[`, `"fabrics":[{"id":"dim","name":"Dim","colour":"#202020","print":"assorted","prints":3},`, `#3c4040`,
				`#f0f0f0`).Replace(whole.Pencilled(3, `{"seed":1,"rules":[{"role":"A","values":["light"]}]}`)), "rule-not-kept",
			"/deal/rules", "none of the prints of Dim is light",
		},
		{
			"a block of 529 patches", strings.Replace(whole.Pencilled(3, `{"seed":1}`), `[{"unit":"half"},{"unit":"sq"}]}]`,
				strings.Repeat(`[`+strings.Repeat(`{"unit":"sq"},`, 22)+`{"unit":"sq"}]},{"cells":`, 22)+`[`+
					strings.Repeat(`{"unit":"sq"},`, 22)+`{"unit":"sq"}]}]`, 1), "too-many-dealt", "/deal",
			"more than 500 in one block",
		},
		{
			"one id twice", strings.Replace(whole.Pencilled(3, `{"seed":1}`), `"p1"`, `"p0"`, 1), "id-not-unique",
			"/fabrics/0/assortment/1/id", "no plain id of its own",
		},
		{
			"counted by half", strings.Replace(whole.Pencilled(3, `{"seed":1}`), `"name":"Print 1"`, `"name":"Print 1","count":3`, 1),
			"count", "/fabrics/0/assortment/1/count", "not said how many",
		},
		{
			"no assortment", strings.Replace(whole.Pencilled(3, `{"seed":1}`), `"print":"assorted"`, `"print":"plain"`, 1),
			"print-count", "/fabrics/0/assortment", "is no assortment",
		},
	} {
		_, problems := whole.Deal(t, c.text)
		if !slices.ContainsFunc(problems, func(p problem.Problem) bool {
			return p.Code == c.code && p.At == c.at && strings.Contains(p.Says, c.says) && p.Mend != ""
		}) {
			t.Errorf("%s: %v", c.name, problems)
		}
	}
}

// The closest two prints are what is told of two neighbours, not the fabric they are called by.
func TestValuesAreThoseOfThePrints(t *testing.T) {
	// the second print, nearly as light as the ground
	text := strings.Replace(whole.Pencilled(3, `{"seed":1}`), `"colour":"#3c4040"`, `"colour":"#e0e0e0"`, 1)
	d, problems := document.Read([]byte(text))
	p, _ := plan.Make(d, problems)
	if len(p.Values.Pairs) != 1 || p.Values.Pairs[0].State != "blend" ||
		!strings.HasPrefix(p.Values.Says, "Print 2 of Many and Ground blend") &&
			!strings.HasPrefix(p.Values.Says, "Ground and Print 2 of Many blend") {
		t.Errorf("%+v", p.Values)
	}
	// Two dark prints, near 25 and 29, and one near 89: their mean, not the lightness of the colour the fabric is called
	// by.
	for _, f := range p.Values.Fabrics {
		if f.Fabric == "many" && (f.Lightness < 44 || f.Lightness > 52) {
			t.Errorf("the mean is told as %d", f.Lightness)
		}
	}
}

// Sashing in one strip from side to side is sewn end to end of all prints; short sashing is cut piece by piece, and
// dealt.
func TestSashingThatIsSewnEndToEndIsNotDealt(t *testing.T) {
	for corners, want := range map[string]bool{``: false, `,"corners":"B"`: true} {
		text := strings.Replace(whole.Pencilled(4, `{"seed":1}`), `"top":{"rows":2,"columns":3,`,
			`"top":{"rows":6,"columns":12,"sashing":{"role":"A","width":"1 1/2 in"`+corners+`},`, 1)
		w, problems := whole.Deal(t, text)
		if len(problems.Stops()) > 0 {
			t.Fatal(problems)
		}
		dealt := false
		for unit, s := range w.Dealt.Spots {
			dealt = dealt || unit == naming.SashLevel && slices.Contains(s.Of, 0)
		}
		if dealt != want {
			t.Errorf("with %q the level sashing is dealt: %v", corners, dealt)
		}
		holds(t, "sashed", w)
	}
}

// Pieces on the shelf are cut print by print. Of each of three prints two blocks take a square of 2⅞ (two halves) and
// two of 2½; a piece of 5 in gives one of the first or four of the second, so each print takes two pieces: six. As it
// falls five would do, of whatever print.
func TestPiecesAreCutPrintByPrint(t *testing.T) {
	for _, c := range []struct {
		deal   string
		pieces int
	}{
		{`{"seed":1,"rules":[{"role":"A","one":"block"}]}`, 6},
		{`{"seed":1,"falls":true}`, 5},
	} {
		text := strings.Replace(whole.Pencilled(3, c.deal), `"deal":`,
			`"supplies":[{"id":"tens","fabric":"many","kind":"pieces","width":"5 in","length":"5 in","count":8}],"deal":`, 1)
		w, problems := whole.Deal(t, text)
		if len(problems.Stops()) > 0 {
			t.Fatal(problems)
		}
		taken := 0
		for _, s := range w.Cut.Taken() {
			taken += s.Count
		}
		for _, f := range w.Cut.Fabrics {
			if f.Fabric.ID == "many" && (len(f.Strips) > 0 || taken != c.pieces) {
				t.Errorf("%s: %d pieces are taken, and %d kinds of strips cut besides", c.deal, taken, len(f.Strips))
			}
		}
	}
}
