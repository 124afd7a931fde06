package fewest_test

import (
	"bytes"
	"fmt"
	"math/rand"
	"os"
	"os/exec"
	"strconv"
	"strings"
	"testing"

	"vicis/core/fewest"
	"vicis/internal/trial/solve"
)

// Check values found by column generation and bin completion elsewhere; lengths in eighths of an inch.
func TestFewestStripsOfKnownInstances(t *testing.T) {
	for _, c := range []struct {
		stock fewest.Stock
		wants []fewest.Want
		best  int
	}{
		{
			fewest.Stock{Length: 316},
			[]fewest.Want{{132, 8}, {92, 12}, {68, 16}, {52, 24}, {44, 24}, {36, 36}, {28, 48}, {20, 60}},
			30,
		},
		{fewest.Stock{Length: 320}, []fewest.Want{{128, 9}, {112, 11}, {80, 14}, {72, 17}, {64, 13}}, 18},
		{fewest.Stock{Length: 316, Every: 4, Loss: 2}, []fewest.Want{{36, 60}, {28, 80}, {20, 96}}, 21},
		{fewest.Stock{Length: 328}, []fewest.Want{{132, 48}, {92, 60}, {84, 48}, {52, 2}, {23, 8}, {19, 60}}, 53},
		// The paper mill of the encyclopaedia article “Cutting stock problem” (from memory): rolls 5600 mm wide, 13
		// widths, 73 rolls.
		{fewest.Stock{Length: 5600}, []fewest.Want{
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
		{fewest.Stock{Length: 40 * 8}, []fewest.Want{{52, 48}}, 8},
		// Squared up again after every cut, one fewer fits.
		{fewest.Stock{Length: 40 * 8, Every: 1, Loss: 4}, []fewest.Want{{52, 48}}, 10},
		{fewest.Stock{Length: 10}, nil, 0},
		{fewest.Stock{Length: 10}, []fewest.Want{{4, 0}}, 0},
		{fewest.Stock{Length: 10}, []fewest.Want{{5, 3}, {5, 1}}, 2},
	} {
		l, ok := fewest.Fewest(c.stock, c.wants, fewest.Enough())
		if !ok {
			t.Fatalf("%v: refused", c.wants)
		}
		solve.Check(t, c.stock, c.wants, l)
		if l.Strips != c.best || !l.Proven() {
			t.Errorf("%v from %v: %d strips, bound %d, want %d", c.wants, c.stock, l.Strips, l.Bound, c.best)
		}
		if n := fewest.FirstFit(c.stock, c.wants); n < c.best {
			t.Errorf("%v: first fit takes %d, and fewer than %d are not possible", c.wants, n, c.best)
		}
	}
	if _, ok := fewest.Fewest(fewest.Stock{Length: 10}, []fewest.Want{{11, 1}}, fewest.Enough()); ok {
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
		stock := fewest.Stock{int64(c.usable*8) - 4, c.every, 4}
		if got := stock.Most(int64(c.width * 8)); got != c.most {
			t.Errorf("%v″ from %v″, squared up every %d: %d, want %d", c.width, c.usable, c.every, got, c.most)
		}
	}
}

// small is a seeded instance whose patterns can all be listed for a reference.
func small(r *rand.Rand) (fewest.Stock, []fewest.Want) {
	stock := fewest.Stock{Length: 160 + r.Int63n(200)}
	if r.Intn(3) == 0 {
		stock.Every, stock.Loss = 2+r.Intn(4), 1+r.Int63n(6)
	}
	wants := make([]fewest.Want, 2+r.Intn(5))
	for i := range wants {
		wants[i] = fewest.Want{stock.Length/8 + r.Int63n(stock.Length/2), 1 + r.Intn(60)}
	}
	return stock, wants
}

// instances are the seeded instances both references answer.
func instances(n int) (stocks []fewest.Stock, wants [][]fewest.Want) {
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
		want := solve.Optimum(t, dir, solve.Program(stocks[i], wants[i]))
		l, ok := fewest.Fewest(stocks[i], wants[i], fewest.Enough())
		if !ok {
			t.Fatalf("%v refused", wants[i])
		}
		solve.Check(t, stocks[i], wants[i], l)
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

// HiGHS (npm's highs, among the web's packages) answers the same instances with its own solver.
func TestFewestStripsAgainstHiGHS(t *testing.T) {
	if _, err := os.Stat("../../web/node_modules/highs"); err != nil {
		t.Fatal("the web's packages are not installed: make test installs them")
	}
	stocks, wants := instances(220)
	var in bytes.Buffer
	for i := range stocks {
		fmt.Fprintf(&in, "%s\x00", solve.Program(stocks[i], wants[i]))
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
		l, _ := fewest.Fewest(stocks[i], wants[i], fewest.Enough())
		if strconv.Itoa(l.Strips) != a {
			t.Errorf("%v from %v: %d strips, HiGHS finds %s", wants[i], stocks[i], l.Strips, a)
		}
	}
}

// large is a seeded instance of the size of a quilt: up to 12 widths, up to 2,000 pieces, on the ⅛″ ruler.
func large(r *rand.Rand) (fewest.Stock, []fewest.Want) {
	stock := fewest.Stock{Length: 316}
	if r.Intn(2) == 0 {
		stock.Every, stock.Loss = 3+r.Intn(5), 2+r.Int63n(3)
	}
	wants := make([]fewest.Want, 1+r.Intn(12))
	for i := range wants {
		wants[i] = fewest.Want{12 + r.Int63n(140), 1 + r.Intn(2000/len(wants))}
	}
	return stock, wants
}

func TestQuiltSizedInstancesAreProven(t *testing.T) {
	r := rand.New(rand.NewSource(7))
	proven, n, better := 0, 400, 0
	for range n {
		stock, wants := large(r)
		l, ok := fewest.Fewest(stock, wants, fewest.Enough())
		if !ok {
			t.Fatal("refused")
		}
		solve.Check(t, stock, wants, l)
		if l.Proven() {
			proven++
		} else if l.Strips > l.Bound+1 {
			t.Errorf("%v from %v: %d strips, bound %d", wants, stock, l.Strips, l.Bound)
		}
		if fewest.FirstFit(stock, wants) > l.Strips {
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
	many := make([]fewest.Want, 500)
	for i := range many {
		many[i] = fewest.Want{60_000 + r.Int63n(400_000), 1 + r.Intn(50)}
	}
	for _, c := range []struct {
		stock fewest.Stock
		wants []fewest.Want
	}{
		{fewest.Stock{Length: 316, Every: 4, Loss: 2}, []fewest.Want{{20, 1_000_000}, {33, 400_000}, {57, 123_457}}},
		{fewest.Stock{Length: 963_168}, many},
	} {
		l, ok := fewest.Fewest(c.stock, c.wants, fewest.Enough())
		if !ok {
			t.Fatal("refused")
		}
		solve.Check(t, c.stock, c.wants, l)
		if gap := float64(l.Strips-l.Bound) / float64(l.Bound); gap > 0.02 {
			t.Errorf("%d strips, bound %d", l.Strips, l.Bound)
		}
	}
}

func BenchmarkFewestOf200(b *testing.B) {
	for i := range 10 {
		b.Run(strconv.Itoa(i), func(b *testing.B) {
			r := rand.New(rand.NewSource(int64(i)))
			var stocks [20]fewest.Stock
			var wants [20][]fewest.Want
			for j := range stocks {
				stocks[j], wants[j] = large(r)
			}
			for b.Loop() {
				for j := range stocks {
					fewest.Fewest(stocks[j], wants[j], fewest.Enough())
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
				fewest.Fewest(stocks[i], wants[i], fewest.Enough())
			}
		}
	})
	b.Run("glpsol", func(b *testing.B) {
		dir := b.TempDir()
		for b.Loop() {
			for i := range stocks {
				solve.Optimum(b, dir, solve.Program(stocks[i], wants[i]))
			}
		}
	})
}
