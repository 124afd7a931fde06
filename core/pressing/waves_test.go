package pressing

import (
	"math/bits"
	"runtime"
	"sync"
	"testing"
)

// joints adds up the crossings between the columns of a tube of n strips, each opened so many seams below the one
// before: every seam of a column meets the one beside it, but for the seam that is opened. Seams pressed the same way
// clash.
func joints(n int, steps []int) []spring {
	count := map[[2]int]int64{}
	at := 0
	for _, d := range steps {
		for p := 1; p < n; p++ {
			a, b := (at+p)%n, (at+d+p)%n
			count[[2]int{min(a, b), max(a, b)}]++
		}
		at = (at + d) % n
	}
	var springs []spring
	for a := range n {
		for b := a; b < n; b++ {
			if w := count[[2]int{a, b}]; w > 0 {
				springs = append(springs, spring{1 + a, 1 + b, -1, w})
			}
		}
	}
	return springs
}

// Every list of up to six steps of every tube of up to ten strips, by trying every way to press it: the search finds
// the fewest clashes, and proves it. Lists that mirror each other up and down clash alike, and are tried once.
func TestEveryListOfStepsAgainstEveryPressing(t *testing.T) {
	longest := 6
	if testing.Short() {
		longest = 4
	}
	type job struct{ n, first int }
	jobs := make(chan job)
	var wait sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		wait.Add(1)
		go func() {
			defer wait.Done()
			for j := range jobs {
				every(t, j.n, j.first, longest)
			}
		}()
	}
	for n := 2; n <= 10; n++ {
		for first := 0; first <= n/2; first++ {
			jobs <- job{n, first}
		}
	}
	close(jobs)
	wait.Wait()
}

// every tries all lists that begin with a step.
func every(t *testing.T, n, first, longest int) {
	clash := func(x, at, d int) int { // of one join, seams as bits
		turned := x>>d | x<<(n-d)
		alike := ^(x ^ turned) & (1<<n - 1) // bit i: seams i and i + d are pressed alike
		return bits.OnesCount(uint(alike &^ (1 << at)))
	}
	var steps []int
	var try func(at int, before []int)
	try = func(at int, before []int) {
		fewest := before[0]
		for _, c := range before {
			fewest = min(fewest, c)
		}
		out := solve(n+1, joints(n, steps), crossingBudget, nil)
		if int(out.cost) != fewest || int(out.bound) != fewest {
			t.Errorf("%d strips, steps %v: %d clash (at least %d), and %d at best", n, steps, out.cost, out.bound, fewest)
		}
		if len(steps) == longest {
			return
		}
		for d := range n {
			next := make([]int, len(before))
			for x := range next {
				next[x] = before[x] + clash(x, at, d)
			}
			steps = append(steps, d)
			try((at+d)%n, next)
			steps = steps[:len(steps)-1]
		}
	}
	begin := make([]int, 1<<(n-1)) // the last seam is held: turned over, all is the same
	for x := range begin {
		begin[x] = clash(x, 0, first)
	}
	steps = append(steps, first)
	try(first, begin)
}
