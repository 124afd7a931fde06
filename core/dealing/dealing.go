// Package dealing gives every place of a quilt one of the prints there are, so that like touches like as seldom as can
// be. It knows places, prints and pairs; what they are in a quilt is for others to say. The same deal with the same
// seed is dealt alike.
package dealing

import (
	"math/rand/v2"
	"slices"
)

// Choice is what a place can be given: a print for each of its slots, as often as there is of it.
type Choice struct {
	Prints []int
	Count  int
}

// PrintStock is what there is for places of one kind. There is at least as much of it as there are places.
type PrintStock []Choice

// Place is given one choice of its stock.
type Place struct {
	Stock int
	Held  int    // the choice it has been given by hand, counted from 1; 0 where it is dealt
	At    [2]int // the column and the row it lies in, among those of its stock
}

// Spot is one print that shows: a slot of a place.
type Spot struct{ Place, Slot int }

// Wish is why two spots are not to show one print.
type Wish int

// What is asked, the strongest first.
const (
	Never  Wish = iota // a rule of the quilter
	Beside             // they touch
	Near               // they are close to each other
	asks
)

// Pair is two spots that are not to show one print.
type Pair struct {
	A, B Spot
	Asks Wish
}

// Task is what is to be dealt.
type Task struct {
	Stocks []PrintStock
	Places []Place
	Pairs  []Pair
	Seed   uint64
}

// Outcome is who was given what.
type Outcome struct {
	Choice  []int // by place
	Broken  int   // pairs that a rule keeps apart and that show one print all the same
	Touches int   // pairs that touch and show one print
	Least   int   // fewer than these touch in no deal of this stock
	Looks   int   // what was tried
}

// Proven says that no deal of the same stock has fewer that touch.
func (d Outcome) Proven() bool { return d.Least == d.Touches }

// weights are so far apart that no number of weaker pairs outweighs a stronger one.
var weights = [asks]int64{1 << 40, 1 << 20, 1}

// How much is tried: swaps that are looked at until nothing touches, and to bring prints that are near farther apart.
const (
	mostSwaps   = 200_000
	mostNear    = 20_000
	mostAtOne   = 192 // for one place; of more a seeded choice
	mostAtFirst = 128 // choices for one place, before anything is swapped
	tenure      = 9   // a place that was changed is left alone for so many changes
)

// Of deals. What cannot be kept is kept as far as can be, and counted.
func Of(d Task) Outcome {
	t := newTable(d)
	t.deal()
	t.mend()
	out := t.told(t.best)
	if out.Least < out.Touches || out.Broken > 0 {
		t = t.regular()
		looks := t.looks
		out = t.told(t.best)
		t.looks = looks
	}
	out.Looks = t.looks
	if out.Least < out.Touches && out.Broken == 0 {
		t.prove(&out)
	}
	return out
}

// As is a deal that was dealt already: nothing is changed in it, it is counted and bounded alone.
func As(d Task, choice []int) Outcome { return newTable(d).told(choice) }

// told counts what a deal comes to.
func (t *dealTable) told(choice []int) Outcome {
	copy(t.choice, choice)
	out := Outcome{Choice: choice, Broken: t.count(Never), Touches: t.count(Beside)}
	if out.Touches > 0 {
		out.Least = min(out.Touches, t.least())
	}
	return out
}

// pairSeen is a pair as one of its places sees it.
type pairSeen struct {
	other      int32
	mine, its  int32
	weight     int64
	asks       Wish
	withItself bool
}

// dealTable is a deal that is under way.
type dealTable struct {
	Task
	rand   *rand.Rand
	edges  [][]pairSeen // by place
	choice []int
	left   [][]int // of each choice of each stock
	kinds  [][]int // places of each stock that are not held
	best   []int
	looks  int
	list   []int // places that cost as much as listed, when they were looked through
	listed int64
	prints int     // how many there are
	priced []int64 // what each print would cost at each slot of a place that is looked at
}

func newTable(d Task) *dealTable {
	t := &dealTable{Task: d, rand: rand.New(rand.NewPCG(d.Seed, 1))} //nolint:gosec // a deal is to be the same again
	t.edges = make([][]pairSeen, len(d.Places))
	for _, p := range d.Pairs {
		one := pairSeen{int32(p.B.Place), int32(p.A.Slot), int32(p.B.Slot), weights[p.Asks], p.Asks, p.A.Place == p.B.Place}
		t.edges[p.A.Place] = append(t.edges[p.A.Place], one)
		if !one.withItself {
			one.other, one.mine, one.its = int32(p.A.Place), one.its, one.mine
			t.edges[p.B.Place] = append(t.edges[p.B.Place], one)
		}
	}
	t.choice = make([]int, len(d.Places))
	t.kinds = make([][]int, len(d.Stocks))
	for _, s := range d.Stocks {
		left := make([]int, len(s))
		for i, c := range s {
			left[i] = c.Count
			for _, print := range c.Prints {
				t.prints = max(t.prints, print+1)
			}
		}
		t.left = append(t.left, left)
	}
	for i, p := range d.Places {
		t.choice[i] = -1
		if p.Held > 0 {
			t.choice[i] = p.Held - 1
			t.left[p.Stock][p.Held-1]--
			continue
		}
		t.kinds[p.Stock] = append(t.kinds[p.Stock], i)
	}
	return t
}

// print is what a spot shows; −1 before it has been dealt.
func (t *dealTable) print(place int, slot int32) int {
	if c := t.choice[place]; c >= 0 {
		return t.Stocks[t.Places[place].Stock][c].Prints[slot]
	}
	return -1
}

// cost is what one place adds to what is not to be.
func (t *dealTable) cost(place int) (cost int64) {
	c := t.choice[place]
	if c < 0 {
		return 0
	}
	prints := t.Stocks[t.Places[place].Stock][c].Prints
	for _, e := range t.edges[place] {
		if prints[e.mine] == t.print(int(e.other), e.its) {
			cost += e.weight
		}
	}
	return cost
}

// price works out what every print would cost at every slot of a place, as those beside it lie, and lists what it has
// beside itself.
func (t *dealTable) price(place int) (itself []pairSeen) {
	if n := t.prints * len(t.Stocks[t.Places[place].Stock][0].Prints); n > len(t.priced) {
		t.priced = make([]int64, n)
	}
	clear(t.priced)
	for _, e := range t.edges[place] {
		if e.withItself {
			itself = append(itself, e)
		} else if its := t.print(int(e.other), e.its); its >= 0 {
			t.priced[int(e.mine)*t.prints+its] += e.weight
		}
	}
	return itself
}

// priceOf is what a place would cost with a choice, once it has been priced.
func (t *dealTable) priceOf(prints []int, itself []pairSeen) (cost int64) {
	for slot, p := range prints {
		cost += t.priced[slot*t.prints+p]
	}
	for _, e := range itself {
		if prints[e.mine] == prints[e.its] {
			cost += e.weight
		}
	}
	return cost
}

// shared is what two places add together.
func (t *dealTable) shared(a, b int) (cost int64) {
	for _, e := range t.edges[a] {
		if int(e.other) == b && !e.withItself && t.print(a, e.mine) == t.print(b, e.its) {
			cost += e.weight
		}
	}
	return cost
}

// count is how many pairs show one print and are not to.
func (t *dealTable) count(asks Wish) (n int) {
	for _, p := range t.Pairs {
		if p.Asks == asks && t.print(p.A.Place, int32(p.A.Slot)) == t.print(p.B.Place, int32(p.B.Slot)) {
			n++
		}
	}
	return n
}

// deal goes through the places in their order, and gives each what costs least; of that by chance, the likelier the
// more there is of it.
func (t *dealTable) deal() {
	for i, p := range t.Places {
		if t.choice[i] >= 0 {
			continue
		}
		best, least, all := -1, int64(0), 0
		left := t.left[p.Stock]
		itself := t.price(i)
		first, looked := 0, 0
		if len(left) > mostAtFirst {
			first = t.rand.IntN(len(left))
		}
		for k := range left {
			c := (first + k) % len(left)
			n := left[c]
			if n <= 0 {
				continue
			}
			if looked++; looked > mostAtFirst {
				break
			}
			cost := t.priceOf(t.Stocks[p.Stock][c].Prints, itself)
			if best < 0 || cost < least {
				best, least, all = c, cost, 0
			}
			if cost == least {
				if all += n; t.rand.IntN(all) < n {
					best = c
				}
			}
		}
		t.choice[i] = best
		t.left[p.Stock][best]--
	}
}

// mend swaps until nothing touches that need not, as far as it is looked for.
func (t *dealTable) mend() {
	total := t.total()
	t.best = slices.Clone(t.choice)
	least := total
	until := make([]int, len(t.Places))
	for step := 1; t.looks < mostSwaps && least >= weights[Beside]; step++ {
		i, ok := t.wrong(weights[Beside])
		if !ok {
			break
		}
		m, delta, ok := t.change(i, func(m move, delta int64) bool {
			return until[i] < step && (m.with < 0 || until[m.with] < step) || total+delta < least
		})
		if !ok {
			until[i] = step // nobody to swap with just now
			t.looks++
			continue
		}
		t.make(m)
		until[i] = step + tenure + t.rand.IntN(tenure)
		if m.with >= 0 {
			until[m.with] = until[i]
		}
		if total += delta; total < least {
			least = total
			copy(t.best, t.choice)
		}
	}
	copy(t.choice, t.best)
	for stop := t.looks + mostNear; t.looks < stop; {
		i, ok := t.wrong(1)
		if !ok {
			break
		}
		if m, delta, ok := t.change(i, func(_ move, delta int64) bool { return delta < 0 }); ok && delta < 0 {
			t.make(m)
		}
		t.looks++
	}
	copy(t.best, t.choice)
}

// total is what all places cost together.
func (t *dealTable) total() (total int64) {
	for i := range t.Places {
		total += t.cost(i)
		for _, e := range t.edges[i] { // what is shared with an earlier one has been counted
			if int(e.other) < i && t.print(i, e.mine) == t.print(int(e.other), e.its) {
				total -= e.weight
			}
		}
	}
	return total
}

// shifts is by how many prints each row begins later than the one before, in regular deals: diagonals, knights' moves.
const shifts = 6

// regular is the deal as it is, or one that began with prints in their order, every row shifted against the one before,
// where that comes to less.
func (t *dealTable) regular() *dealTable {
	var first *dealTable
	looks := t.looks
	for shift := -shifts; shift <= shifts; shift++ {
		other := newTable(t.Task)
		other.shifted(shift)
		looks += len(t.Places)
		if first == nil || other.total() < first.total() {
			first = other
		}
	}
	first.looks = 0
	first.mend()
	looks += first.looks
	copy(t.choice, t.best)
	if first.total() < t.total() {
		t = first
	}
	t.looks = looks
	return t
}

// shifted lays prints in their order along every row, as far as there are as many of each.
func (t *dealTable) shifted(by int) {
	for i, p := range t.Places {
		if t.choice[i] >= 0 {
			continue
		}
		left := t.left[p.Stock]
		n := len(left)
		c := ((p.At[0]+by*p.At[1])%n + n) % n
		for left[c] <= 0 {
			c = (c + 1) % n
		}
		t.choice[i] = c
		left[c]--
	}
}

// wrong is a place that costs at least so much and is not held, by chance one of all these. Which they are is looked
// through now and then, and each of them looked at again before it is taken.
func (t *dealTable) wrong(least int64) (int, bool) {
	for _, fresh := range []bool{false, true} {
		if fresh || least != t.listed {
			t.listed, t.list = least, t.list[:0]
			for i, p := range t.Places {
				if p.Held == 0 && t.cost(i) >= least {
					t.list = append(t.list, i)
				}
			}
			t.looks += len(t.Places) / 8
		}
		for len(t.list) > 0 {
			k := t.rand.IntN(len(t.list))
			i := t.list[k]
			t.list[k] = t.list[len(t.list)-1]
			t.list = t.list[:len(t.list)-1]
			if t.cost(i) >= least {
				return i, true
			}
		}
	}
	return 0, false
}

// move gives a place what another one has, or what nobody has.
type move struct{ place, with, choice int }

// change is the best of the moves of a place that are allowed.
func (t *dealTable) change(i int, allowed func(m move, delta int64) bool) (best move, least int64, ok bool) {
	p := t.Places[i]
	had, before := t.choice[i], t.cost(i)
	try := func(m move, delta int64) {
		t.looks++
		if allowed(m, delta) && (!ok || delta < least) {
			best, least, ok = m, delta, true
		}
	}
	for c, n := range t.left[p.Stock] {
		if n > 0 && c != had {
			t.choice[i] = c
			try(move{i, -1, c}, t.cost(i)-before)
		}
	}
	t.choice[i] = had
	others := t.kinds[p.Stock]
	first, n := 0, len(others)
	if n > mostAtOne {
		first, n = t.rand.IntN(n), mostAtOne
	}
	for k := range n {
		j := others[(first+k)%len(others)]
		c := t.choice[j]
		if j == i || c == had {
			continue
		}
		old := before + t.cost(j) - t.shared(i, j)
		t.choice[i], t.choice[j] = c, had
		delta := t.cost(i) + t.cost(j) - t.shared(i, j) - old
		t.choice[i], t.choice[j] = had, c
		try(move{i, j, c}, delta)
	}
	return best, least, ok
}

func (t *dealTable) make(m move) {
	had := t.choice[m.place]
	t.choice[m.place] = m.choice
	if m.with >= 0 {
		t.choice[m.with] = had
		return
	}
	left := t.left[t.Places[m.place].Stock]
	left[had]++
	left[m.choice]--
}
