// Package solve asks a general solver of integer programs for tests of the cutting.
package solve

import (
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"vicis/core/fewest"
)

// Optimum is the proven least of an integer program in the CPLEX LP format, by GLPK (Debian's glpk-utils).
func Optimum(t testing.TB, dir, lp string) int {
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

// Program writes the integer program over all patterns that hold no room for another piece, in the CPLEX LP format:
// the fewest whole strips beside what is left of others.
func Program(stock fewest.Stock, wants []fewest.Want, rests ...fewest.Offcut) string {
	rows := make([]strings.Builder, len(wants))
	var all, whole []string
	patterns := func(from fewest.Stock) (names []string) {
		counts := make([]int, len(wants))
		var list func(i int, total int64, k int)
		list = func(i int, total int64, k int) {
			if i == len(wants) {
				if k == 0 {
					return
				}
				for _, w := range wants {
					if from.Fits(total+w.Width, k+1) {
						return
					}
				}
				x := fmt.Sprintf("x%d", len(all))
				all, names = append(all, x), append(names, x)
				for j, c := range counts {
					if c > 0 {
						fmt.Fprintf(&rows[j], " + %d %s", c, x)
					}
				}
				return
			}
			for n := 0; from.Fits(total+int64(n)*wants[i].Width, k+n); n++ {
				counts[i] = n
				list(i+1, total+int64(n)*wants[i].Width, k+n)
			}
			counts[i] = 0
		}
		list(0, 0, 0)
		return names
	}
	whole = patterns(stock)
	var b, most strings.Builder
	for i, r := range rests {
		if names := patterns(Left(stock, r)); len(names) > 0 {
			fmt.Fprintf(&most, " r%d: %s <= %d\n", i, strings.Join(names, "\n + "), r.Count)
		}
	}
	fmt.Fprintf(&b, "Minimize\n strips: %s\nSubject To\n", strings.Join(whole, "\n + "))
	for i := range rows {
		fmt.Fprintf(&b, " w%d:%s >= %d\n", i, strings.ReplaceAll(rows[i].String(), " + ", "\n + "), wants[i].Count)
	}
	fmt.Fprintf(&b, "%sGeneral\n %s\nEnd\n", most.String(), strings.Join(all, "\n "))
	return b.String()
}

// Left is what is left of a strip as something to cut from: its end is square, and where strips are squared up again
// that is due at once.
func Left(stock fewest.Stock, r fewest.Offcut) fewest.Stock {
	stock.Length = r.Length
	if stock.Every > 0 {
		stock.Length = max(0, r.Length-stock.Loss)
	}
	return stock
}

// Check holds an answer against what was asked: every pattern fits, every piece is there.
func Check(t testing.TB, stock fewest.Stock, wants []fewest.Want, l fewest.Layups) {
	t.Helper()
	got := make([]int, len(wants))
	n := 0
	for _, p := range l.Patterns {
		var total int64
		k, from := 0, stock
		if p.Rest > 0 {
			from = Left(stock, fewest.Offcut{Length: p.Rest})
		}
		for i, c := range p.Counts {
			total += int64(c) * wants[i].Width
			k += c
			got[i] += c * p.Times
		}
		if k == 0 || !from.Fits(total, k) {
			t.Fatalf("pattern %v of %v does not come out of %v", p, wants, from)
		}
		if p.Rest == 0 {
			n += p.Times
		}
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
