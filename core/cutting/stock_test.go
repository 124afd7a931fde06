package cutting

import (
	"bytes"
	"fmt"
	"math/rand"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
)

// check holds an answer against what was asked: every pattern fits, every piece is there.
func check(t testing.TB, stock Stock, wants []Want, l Layups) {
	t.Helper()
	got := make([]int, len(wants))
	n := 0
	for _, p := range l.Patterns {
		var total int64
		k := 0
		for i, c := range p.Counts {
			total += int64(c) * wants[i].Width
			k += c
			got[i] += c * p.Times
		}
		if k == 0 || !stock.fits(total, k) {
			t.Fatalf("pattern %v of %v does not come out of %v", p, wants, stock)
		}
		n += p.Times
	}
	for i, w := range wants {
		if got[i] != w.Count {
			t.Fatalf("%d of %v cut, of %v from %v", got[i], w, wants, stock)
		}
	}
	if n != l.Strips || l.Bound > l.Strips {
		t.Fatalf("%d strips in patterns, %d said, bound %d", n, l.Strips, l.Bound)
	}
}

// Check values found by column generation and bin completion elsewhere; lengths in eighths of an inch.
func TestFewestStripsOfKnownInstances(t *testing.T) {
	for _, c := range []struct {
		stock Stock
		wants []Want
		best  int
	}{
		{
			Stock{Length: 316},
			[]Want{{132, 8}, {92, 12}, {68, 16}, {52, 24}, {44, 24}, {36, 36}, {28, 48}, {20, 60}},
			30,
		},
		{Stock{Length: 320}, []Want{{128, 9}, {112, 11}, {80, 14}, {72, 17}, {64, 13}}, 18},
		{Stock{Length: 316, Every: 4, Loss: 2}, []Want{{36, 60}, {28, 80}, {20, 96}}, 21},
		{Stock{Length: 328}, []Want{{132, 48}, {92, 60}, {84, 48}, {52, 2}, {23, 8}, {19, 60}}, 53},
		// The paper mill of the encyclopaedia article “Cutting stock problem” (from memory): rolls 5600 mm wide, 13
		// widths, 73 rolls.
		{Stock{Length: 5600}, []Want{
			{1380, 22},
			{1520, 25},
			{1560, 12},
			{1710, 14},
			{1820, 18},
			{1880, 18},
			{1930, 20},
			{2000, 10},
			{2050, 12},
			{2100, 14},
			{2140, 16},
			{2150, 18},
			{2200, 20},
		}, 73},
		// Six sub-cuts of 6½″ from 40″ (common practice): 48 take 8 sets.
		{Stock{Length: 40 * 8}, []Want{{52, 48}}, 8},
		// Squared up again after every cut, one fewer fits.
		{Stock{Length: 40 * 8, Every: 1, Loss: 4}, []Want{{52, 48}}, 10},
		{Stock{Length: 10}, nil, 0},
		{Stock{Length: 10}, []Want{{4, 0}}, 0},
		{Stock{Length: 10}, []Want{{5, 3}, {5, 1}}, 2},
	} {
		l, ok := Fewest(c.stock, c.wants, Enough())
		if !ok {
			t.Fatalf("%v: refused", c.wants)
		}
		check(t, c.stock, c.wants, l)
		if l.Strips != c.best || !l.Proven() {
			t.Errorf("%v from %v: %d strips, bound %d, want %d", c.wants, c.stock, l.Strips, l.Bound, c.best)
		}
		p := problemOf(c.stock, c.wants)
		if n := strips(p.firstFit(p.demand, false)); n < c.best {
			t.Errorf("%v: first fit takes %d, and fewer than %d are not possible", c.wants, n, c.best)
		}
	}
	if _, ok := Fewest(Stock{Length: 10}, []Want{{11, 1}}, Enough()); ok {
		t.Error("a piece longer than the strip was cut from it")
	}
}

// How many sub-cuts of one width come out of a set, half an inch squared off: common practice, worked by hand.
func TestMostFromOneSet(t *testing.T) {
	for _, c := range []struct {
		usable, width float64
		every, most   int
	}{
		{40, 6.5, 0, 6},
		{40, 2.5, 0, 15},
		{13, 2.5, 0, 5},
		{42, 1.5, 0, 27},
		{40, 2.5, 4, 15}, // 15 × 2½ + 3 × ½ = 39
		{40, 2.5, 3, 15}, // 15 × 2½ + 4 × ½ = 39½
		{40, 2.5, 2, 14}, // 15 × 2½ + 7 × ½ = 41
		{40, 39.5, 1, 1},
		{40, 40, 0, 0},
	} {
		stock := Stock{int64(c.usable*8) - 4, c.every, 4}
		if got := stock.Most(int64(c.width * 8)); got != c.most {
			t.Errorf("%v″ from %v″, squared up every %d: %d, want %d", c.width, c.usable, c.every, got, c.most)
		}
	}
}

// small is a seeded instance whose patterns can all be listed for a reference.
func small(r *rand.Rand) (Stock, []Want) {
	stock := Stock{Length: 160 + r.Int63n(200)}
	if r.Intn(3) == 0 {
		stock.Every, stock.Loss = 2+r.Intn(4), 1+r.Int63n(6)
	}
	wants := make([]Want, 2+r.Intn(5))
	for i := range wants {
		wants[i] = Want{stock.Length/8 + r.Int63n(stock.Length/2), 1 + r.Intn(60)}
	}
	return stock, wants
}

// program writes the integer program over all patterns that hold no room for another piece, in the CPLEX LP format.
func program(stock Stock, wants []Want) string {
	var names []string
	rows := make([]strings.Builder, len(wants))
	counts := make([]int, len(wants))
	var list func(i int, total int64, k int)
	list = func(i int, total int64, k int) {
		if i == len(wants) {
			if k == 0 {
				return
			}
			for _, w := range wants {
				if stock.fits(total+w.Width, k+1) {
					return
				}
			}
			x := fmt.Sprintf("x%d", len(names))
			names = append(names, x)
			for j, c := range counts {
				if c > 0 {
					fmt.Fprintf(&rows[j], " + %d %s", c, x)
				}
			}
			return
		}
		for n := 0; stock.fits(total+int64(n)*wants[i].Width, k+n); n++ {
			counts[i] = n
			list(i+1, total+int64(n)*wants[i].Width, k+n)
		}
		counts[i] = 0
	}
	list(0, 0, 0)
	var b strings.Builder
	fmt.Fprintf(&b, "Minimize\n strips: %s\nSubject To\n", strings.Join(names, "\n + "))
	for i := range rows {
		fmt.Fprintf(&b, " w%d:%s >= %d\n", i, strings.ReplaceAll(rows[i].String(), " + ", "\n + "), wants[i].Count)
	}
	fmt.Fprintf(&b, "General\n %s\nEnd\n", strings.Join(names, "\n "))
	return b.String()
}

// instances are the seeded instances both references answer.
func instances(n int) (stocks []Stock, wants [][]Want) {
	r := rand.New(rand.NewSource(20))
	for range n {
		s, w := small(r)
		stocks, wants = append(stocks, s), append(wants, w)
	}
	return stocks, wants
}

// GLPK (Debian's glpk-utils) answers every instance as an integer program over all its patterns.
func TestFewestStripsAgainstGLPK(t *testing.T) {
	stocks, wants := instances(220)
	dir := t.TempDir()
	proven := 0
	for i := range stocks {
		want := glpsol(t, dir, program(stocks[i], wants[i]))
		l, ok := Fewest(stocks[i], wants[i], Enough())
		if !ok {
			t.Fatalf("%v refused", wants[i])
		}
		check(t, stocks[i], wants[i], l)
		if l.Strips != want {
			t.Errorf("%v from %v: %d strips, GLPK finds %d", wants[i], stocks[i], l.Strips, want)
		}
		if l.Proven() {
			proven++
		}
	}
	if proven < len(stocks) {
		t.Errorf("only %d of %d proven", proven, len(stocks))
	}
}

func glpsol(t testing.TB, dir, lp string) int {
	t.Helper()
	in, out := filepath.Join(dir, "in.lp"), filepath.Join(dir, "out.txt")
	if err := os.WriteFile(in, []byte(lp), 0o600); err != nil {
		t.Fatal(err)
	}
	if text, err := exec.Command("glpsol", "--lp", in, "-w", out).CombinedOutput(); err != nil {
		t.Fatalf("glpsol: %v %s", err, text)
	}
	text, err := os.ReadFile(out)
	if err != nil {
		t.Fatal(err)
	}
	for _, line := range strings.Split(string(text), "\n") { // s mip ROWS COLUMNS o VALUE
		if f := strings.Fields(line); len(f) > 5 && f[0] == "s" && f[1] == "mip" && f[4] == "o" {
			n, err := strconv.ParseFloat(f[5], 64)
			if err != nil {
				t.Fatal(err)
			}
			return int(n + 0.5)
		}
	}
	t.Fatalf("glpsol proves no optimum: %s", text)
	return 0
}

// HiGHS (npm's highs, among the web's packages) answers the same instances with its own solver.
func TestFewestStripsAgainstHiGHS(t *testing.T) {
	if _, err := os.Stat("../../web/node_modules/highs"); err != nil {
		t.Fatal("the web's packages are not installed: make test installs them")
	}
	stocks, wants := instances(220)
	var in bytes.Buffer
	for i := range stocks {
		fmt.Fprintf(&in, "%s\x00", program(stocks[i], wants[i]))
	}
	cmd := exec.Command("node", "highs.mjs")
	cmd.Dir, cmd.Stdin = "../../web", &in
	out, err := cmd.Output()
	if err != nil {
		t.Fatal(err)
	}
	answers := strings.Fields(string(out))
	if len(answers) != len(stocks) {
		t.Fatalf("%d answers to %d questions", len(answers), len(stocks))
	}
	for i, a := range answers {
		l, _ := Fewest(stocks[i], wants[i], Enough())
		if strconv.Itoa(l.Strips) != a {
			t.Errorf("%v from %v: %d strips, HiGHS finds %s", wants[i], stocks[i], l.Strips, a)
		}
	}
}

// large is a seeded instance of the size of a quilt: up to 12 widths, up to 2,000 pieces, on the ⅛″ ruler.
func large(r *rand.Rand) (Stock, []Want) {
	stock := Stock{Length: 316}
	if r.Intn(2) == 0 {
		stock.Every, stock.Loss = 3+r.Intn(5), 2+r.Int63n(3)
	}
	wants := make([]Want, 1+r.Intn(12))
	for i := range wants {
		wants[i] = Want{12 + r.Int63n(140), 1 + r.Intn(2000/len(wants))}
	}
	return stock, wants
}

func TestQuiltSizedInstancesAreProven(t *testing.T) {
	r := rand.New(rand.NewSource(7))
	proven, n, better := 0, 400, 0
	for range n {
		stock, wants := large(r)
		l, ok := Fewest(stock, wants, Enough())
		if !ok {
			t.Fatal("refused")
		}
		check(t, stock, wants, l)
		if l.Proven() {
			proven++
		} else if l.Strips > l.Bound+1 {
			t.Errorf("%v from %v: %d strips, bound %d", wants, stock, l.Strips, l.Bound)
		}
		p := problemOf(stock, wants)
		if strips(p.firstFit(p.demand, false)) > l.Strips {
			better++
		}
	}
	if proven < n-1 {
		t.Errorf("only %d of %d proven", proven, n)
	}
	if better < n/10 {
		t.Errorf("first fit is beaten only %d times in %d: the instances are too easy", better, n)
	}
}

// A stack of a million, and five hundred widths: an answer all the same, with its bound.
func TestHugeInstancesAreAnswered(t *testing.T) {
	r := rand.New(rand.NewSource(3))
	many := make([]Want, 500)
	for i := range many {
		many[i] = Want{60_000 + r.Int63n(400_000), 1 + r.Intn(50)}
	}
	for _, c := range []struct {
		stock Stock
		wants []Want
	}{
		{Stock{Length: 316, Every: 4, Loss: 2}, []Want{{20, 1_000_000}, {33, 400_000}, {57, 123_457}}},
		{Stock{Length: 963_168}, many},
	} {
		l, ok := Fewest(c.stock, c.wants, Enough())
		if !ok {
			t.Fatal("refused")
		}
		check(t, c.stock, c.wants, l)
		if gap := float64(l.Strips-l.Bound) / float64(l.Bound); gap > 0.02 {
			t.Errorf("%d strips, bound %d", l.Strips, l.Bound)
		}
	}
}

func BenchmarkFewestOf200(b *testing.B) {
	for i := range 10 {
		b.Run(strconv.Itoa(i), func(b *testing.B) {
			r := rand.New(rand.NewSource(int64(i)))
			var stocks [20]Stock
			var wants [20][]Want
			for j := range stocks {
				stocks[j], wants[j] = large(r)
			}
			for b.Loop() {
				for j := range stocks {
					Fewest(stocks[j], wants[j], Enough())
				}
			}
		})
	}
}

// The same instances once by Fewest and once by glpsol: the ratio is what to look at.
func BenchmarkFewestBesideGLPK(b *testing.B) {
	stocks, wants := instances(20)
	b.Run("fewest", func(b *testing.B) {
		for b.Loop() {
			for i := range stocks {
				Fewest(stocks[i], wants[i], Enough())
			}
		}
	})
	b.Run("glpsol", func(b *testing.B) {
		dir := b.TempDir()
		for b.Loop() {
			for i := range stocks {
				glpsol(b, dir, program(stocks[i], wants[i]))
			}
		}
	})
}
