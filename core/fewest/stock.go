// Package fewest finds the fewest strips that give what is wanted, and proves it: one-dimensional cutting stock with a
// loss after every so many cuts.
package fewest

import (
	"cmp"
	"encoding/binary"
	"math"
	"slices"
)

// One-dimensional cutting stock: the fewest strips that give all sub-cuts of several widths, where a strip's end is
// squared up again after every so many cuts. All lengths are integers on one grid. The answer comes with a lower bound
// that rests on integer arithmetic alone: where both meet, fewer is not possible.

// Stock is what is cut from: the length left once an end is squared up, and what squaring up again takes after every so
// many cuts.
type Stock struct {
	Length int64
	Every  int // 0: not squared up again
	Loss   int64
}

// Want is so many sub-cuts of one width.
type Want struct {
	Width int64
	Count int
}

// Pattern is one way to cut a strip: how many of each want, and how many strips are cut so.
type Pattern struct {
	Counts []int
	Times  int
	Rest   int64 // how long what is left of a strip is that is cut so; 0 for a whole one
	Order  []int // in which order they are cut, want by want; as they are listed when empty
}

// InOrder is the want of each cut, one after the other.
func (p Pattern) InOrder() []int {
	if p.Order != nil {
		return p.Order
	}
	var list []int
	for i, n := range p.Counts {
		for range n {
			list = append(list, i)
		}
	}
	return list
}

// Layups is an answer.
type Layups struct {
	Patterns []Pattern
	Strips   int
	Bound    int   // fewer than this is not possible
	Each     []int // of an assortment: strips of each print
}

// Proven says that no answer has fewer strips.
func (l Layups) Proven() bool { return l.Strips == l.Bound }

// Fits says whether k sub-cuts that are total wide together come out of one strip.
func (s Stock) Fits(total int64, k int) bool {
	if s.Every > 0 && k > 0 {
		total += s.Loss * int64((k-1)/s.Every)
	}
	return total <= s.Length
}

// Most is how many sub-cuts of one width come out of one strip.
func (s Stock) Most(width int64) int {
	n := int(s.Length / width)
	for n > 0 && !s.Fits(int64(n)*width, n) {
		n--
	}
	return n
}

// Effort is what all searches of one cutting plan may still look at together, in nodes: what they cannot settle within
// is answered with the best that was found and the gap that remains. It counts work and never time, so that the same
// document gives the same answer everywhere.
type Effort struct{ left int }

// all is the effort of a whole cutting plan: many times what any quilt of the library or the demo takes.
const all = 12_000_000

// Enough is a full effort.
func Enough() *Effort { return &Effort{all} }

// Spent says that nothing of it is left.
func (e *Effort) Spent() bool { return e.left <= 0 }

// Used is what was looked at so far.
func (e *Effort) Used() int { return all - e.left }

// Take gives part of it to one search; what that leaves is given back.
func (e *Effort) Take(most int) int {
	n := min(most, e.left)
	e.left -= n
	return n
}

func (e *Effort) back(n int) { e.left += max(0, n) }

// budgets of single searches, in nodes.
const (
	pricing  = 400_000 // for one pattern
	relaxing = 4_000_000
	packing  = 60_000
	pivots   = 600
	scale    = 1 << 30 // integer duals are counted in parts of this
	roundups = 24
)

// Fewest finds the fewest strips, or as few as can be found with an effort. Every width must fit the stock; ok is false
// when one does not.
func Fewest(stock Stock, wants []Want, e *Effort) (l Layups, ok bool) {
	p := problemOf(stock, wants)
	for _, w := range p.widths {
		if p.stock.Most(w) == 0 {
			return Layups{}, false
		}
	}
	if len(p.widths) == 0 {
		return Layups{}, true
	}
	best := p.firstFit(p.demand, false)
	if other := p.firstFit(p.demand, true); strips(other) < strips(best) {
		best = other
	}
	bound := p.area(p.demand)
	if strips(best) > bound {
		columns, x, duals := p.relax(e)
		bound = max(bound, p.dualBound(duals, e))
		if strips(best) > bound {
			best = p.round(best, columns, x, bound, e)
		}
		for whole := p.demand; strips(best) > bound; bound++ {
			s := packer{p: p, failed: map[string]bool{}, budget: e.Take(packing)}
			found, ok := s.pack(whole, bound)
			e.back(s.budget)
			if ok {
				best = found
				break
			}
			if s.budget <= 0 {
				break
			}
		}
	}
	return p.answer(best, bound, len(wants)), true
}

// stockProblem has each width once, widest first, on a grid divided by what all lengths have in common.
type stockProblem struct {
	stock  Stock
	widths []int64
	demand []int
	from   [][]int // the wants of each width
	unit   int64
	asked  []Want
}

func problemOf(stock Stock, wants []Want) stockProblem {
	p := stockProblem{stock: stock, asked: wants, unit: 1}
	order := make([]int, 0, len(wants))
	for i, w := range wants {
		if w.Count > 0 {
			order = append(order, i)
		}
	}
	slices.SortStableFunc(order, func(a, b int) int { return int(min(1, max(-1, wants[b].Width-wants[a].Width))) })
	for _, i := range order {
		if n := len(p.widths); n == 0 || p.widths[n-1] != wants[i].Width {
			p.widths, p.demand, p.from = append(p.widths, wants[i].Width), append(p.demand, 0), append(p.from, nil)
		}
		n := len(p.widths) - 1
		p.demand[n] += wants[i].Count
		p.from[n] = append(p.from[n], i)
	}
	g := stock.Loss
	if stock.Every == 0 {
		g = 0
	}
	for _, w := range p.widths {
		g = gcd(g, w)
	}
	if g > 1 {
		p.unit = g
		p.stock = Stock{Length: stock.Length / g, Every: stock.Every, Loss: stock.Loss / g}
		for i := range p.widths {
			p.widths[i] /= g
		}
	}
	return p
}

func gcd(a, b int64) int64 {
	for b != 0 {
		a, b = b, a%b
	}
	return a
}

func strips(list []Pattern) int {
	n := 0
	for _, p := range list {
		n += p.Times
	}
	return n
}

// area is the bound by the sum of all widths.
func (p stockProblem) area(demand []int) int {
	var total int64
	pieces := 0
	for i, d := range demand {
		total += p.widths[i] * int64(d)
		pieces += d
	}
	n := int((total + p.stock.Length - 1) / p.stock.Length)
	// n strips are squared up again at least pieces/every − n times: (k−1)/every ≥ k/every − 1, summed over the strips.
	for p.stock.Every > 0 && p.stock.Loss > 0 {
		again := int64(max(0, (pieces+p.stock.Every-1)/p.stock.Every-n))
		if total+again*p.stock.Loss <= int64(n)*p.stock.Length {
			break
		}
		n++
	}
	return n
}

// firstFit fills strips widest first: each sub-cut goes into the first strip with room, or into the fullest one. Strips
// that are cut alike are kept together, so that a million sub-cuts are no more work than ten.
func (p stockProblem) firstFit(demand []int, fullest bool) []Pattern {
	type alike struct {
		counts []int
		total  int64
		k      int
		times  int
	}
	var open []alike
	put := func(a alike, i, n, times int) alike { // n more of width i in each of times strips
		a.counts = slices.Clone(a.counts)
		a.counts[i] += n
		a.total += int64(n) * p.widths[i]
		a.k, a.times = a.k+n, times
		return a
	}
	for i, left := range demand {
		if fullest {
			slices.SortStableFunc(open, func(a, b alike) int { return int(min(1, max(-1, b.total-a.total))) })
		}
		var next []alike
		for _, a := range append(open, alike{counts: make([]int, len(p.widths)), times: math.MaxInt32}) {
			each := int((p.stock.Length - a.total) / p.widths[i])
			for each > 0 && !p.stock.Fits(a.total+int64(each)*p.widths[i], a.k+each) {
				each--
			}
			whole, part := 0, 0
			if each > 0 {
				whole = min(a.times, left/each)
				if whole < a.times {
					part = left % each
				}
			}
			left -= whole*each + part
			rest := a.times - whole
			if whole > 0 {
				next = append(next, put(a, i, each, whole))
			}
			if part > 0 {
				next = append(next, put(a, i, part, 1))
				rest--
			}
			if a.k > 0 && rest > 0 {
				a.times = rest
				next = append(next, a)
			}
		}
		open = next
	}
	list := make([]Pattern, len(open))
	for i, a := range open {
		list[i] = Pattern{Counts: a.counts, Times: a.times}
	}
	return list
}

// FirstFit is how many strips do where each piece goes where it first fits.
func FirstFit(stock Stock, wants []Want) int {
	p := problemOf(stock, wants)
	return strips(p.firstFit(p.demand, false))
}

// relax solves the linear relaxation by column generation (Gilmore and Gomory 1961): the patterns of the last basis,
// how often each is used, and the worth of every width. Its numbers only guide: what is proven rests on dualBound.
func (p stockProblem) relax(e *Effort) (columns [][]int, x, duals []float64) {
	m := len(p.widths)
	inverse := make([][]float64, m)
	x = make([]float64, m)
	for i := range m {
		column := make([]int, m)
		column[i] = min(p.demand[i], p.stock.Most(p.widths[i]))
		columns = append(columns, column)
		inverse[i] = make([]float64, m)
		inverse[i][i] = 1 / float64(column[i])
		x[i] = float64(p.demand[i]) / float64(column[i])
	}
	duals = make([]float64, m)
	budget := e.Take(relaxing)
	defer func() { e.back(budget) }()
	for range pivots {
		budget -= m * m / 16 // that is worked on the basis itself
		for j := range m {
			duals[j] = 0
			for i := range m {
				duals[j] += inverse[i][j]
			}
		}
		now := min(pricing, budget)
		column, _, left := p.dearest(integers(duals), p.demand, now)
		budget -= now - left
		worth := 0.0
		for i, n := range column {
			worth += duals[i] * float64(n)
		}
		if worth <= 1+1e-9 || budget <= 0 {
			break
		}
		step := make([]float64, m)
		leaves, least := -1, math.Inf(1)
		for i := range m {
			for j, n := range column {
				step[i] += inverse[i][j] * float64(n)
			}
			if step[i] > 1e-9 && x[i]/step[i] < least {
				leaves, least = i, x[i]/step[i]
			}
		}
		if leaves < 0 {
			break
		}
		for j := range m {
			inverse[leaves][j] /= step[leaves]
		}
		x[leaves] = least
		for i := range m {
			if i == leaves || step[i] == 0 {
				continue
			}
			x[i] = max(0, x[i]-least*step[i])
			for j := range m {
				inverse[i][j] -= step[i] * inverse[leaves][j]
			}
		}
		columns[leaves] = column
	}
	return columns, x, duals
}

// integers turns duals into parts of scale, rounded down: any such worth gives a true bound.
func integers(duals []float64) []int64 {
	list := make([]int64, len(duals))
	for i, d := range duals {
		list[i] = int64(max(0, math.Floor(d*scale)))
	}
	return list
}

// dualBound is weak duality in integers: where no strip can hold more worth than most, the wanted pieces' worth divided
// by most, rounded up, is the least number of strips.
func (p stockProblem) dualBound(duals []float64, e *Effort) int {
	worth := integers(duals)
	var total int64
	for i, d := range p.demand {
		total += worth[i] * int64(d)
	}
	_, most, left := p.dearest(worth, p.demand, e.Take(relaxing))
	e.back(left)
	if left == 0 {
		most = p.dearestAny(worth, e)
	}
	if most == 0 {
		return 0
	}
	return int((total + most - 1) / most)
}

// dearest is the pattern of the greatest worth, by depth-first branch and bound; left is what is left of the budget,
// and none where a better pattern may have been passed over.
func (p stockProblem) dearest(worth []int64, limit []int, budget int) (best []int, most int64, left int) {
	m := len(p.widths)
	order := make([]int, 0, m)
	for i := range m {
		if worth[i] > 0 && limit[i] > 0 {
			order = append(order, i)
		}
	}
	slices.SortStableFunc(order, func(a, b int) int { // most worth for its width first
		l, r := worth[a]*p.widths[b], worth[b]*p.widths[a]
		return int(min(1, max(-1, r-l)))
	})
	best = make([]int, m)
	counts := make([]int, m)
	var search func(at int, total int64, k int, value int64)
	search = func(at int, total int64, k int, value int64) {
		budget--
		if value > most {
			most = value
			copy(best, counts)
		}
		if at == len(order) || budget <= 0 {
			return
		}
		i := order[at]
		room := p.stock.Length - total
		if value+room/p.widths[i]*worth[i]+(room%p.widths[i])*worth[i]/p.widths[i] <= most {
			return
		}
		n := min(limit[i], int(room/p.widths[i]))
		for n > 0 && !p.stock.Fits(total+int64(n)*p.widths[i], k+n) {
			n--
		}
		for ; n >= 0; n-- {
			counts[i] = n
			search(at+1, total+int64(n)*p.widths[i], k+n, value+int64(n)*worth[i])
		}
		counts[i] = 0
	}
	search(0, 0, 0, 0)
	return best, most, max(0, budget)
}

// dearestAny is no less than the worth of any pattern: a table over the length that forgets the demand and squaring up
// again.
func (p stockProblem) dearestAny(worth []int64, e *Effort) int64 {
	looks := int(p.stock.Length) * len(p.widths) / 8
	if p.stock.Length > 1<<20 || looks > e.left {
		return math.MaxInt64 / 4
	}
	e.left -= looks
	table := make([]int64, p.stock.Length+1)
	for l := int64(1); l <= p.stock.Length; l++ {
		table[l] = table[l-1]
		for i, w := range p.widths {
			if w <= l {
				table[l] = max(table[l], table[l-w]+worth[i])
			}
		}
	}
	return table[p.stock.Length]
}

// round goes from the relaxation to whole strips: the patterns rounded down, what is left packed exactly; then again
// with some patterns used less, until an answer meets the bound or the tries are used up.
func (p stockProblem) round(best []Pattern, columns [][]int, x []float64, bound int, e *Effort) []Pattern {
	for try := range max(2, roundups/max(1, len(p.widths)/12)) {
		left := slices.Clone(p.demand)
		var list []Pattern
		for i, column := range columns {
			times := int(x[i] + 1e-6)
			switch { // loosen one pattern after the other, then all of them
			case try > 0 && try <= len(columns) && i == try-1:
				times = max(0, times-1)
			case try > len(columns):
				times = max(0, times-(try-len(columns)))
			}
			for j, n := range column {
				if n > 0 {
					times = min(times, left[j]/n)
				}
			}
			if times == 0 {
				continue
			}
			for j, n := range column {
				left[j] -= times * n
			}
			list = append(list, Pattern{Counts: slices.Clone(column), Times: times})
		}
		used := strips(list)
		for _, rest := range [][]Pattern{p.firstFit(left, false), p.firstFit(left, true), p.fullest(left, e)} {
			if used+strips(rest) < strips(best) {
				best = slices.Concat(list, rest)
			}
		}
		if strips(best) <= bound {
			return best
		}
		s := packer{p: p, failed: map[string]bool{}, budget: e.Take(packing / 4)}
		rest, ok := s.pack(left, bound-used)
		if e.back(s.budget); ok {
			return slices.Concat(list, rest)
		}
		if e.left == 0 {
			break
		}
	}
	return best
}

// fullest fills one strip after the other as full as can be, while the budget lasts.
func (p stockProblem) fullest(demand []int, e *Effort) []Pattern {
	left := slices.Clone(demand)
	var list []Pattern
	budget := e.Take(pricing)
	defer func() { e.back(budget) }()
	for slices.Max(left) > 0 {
		now := min(pricing/10, budget)
		pattern, _, rest := p.dearest(p.widths, left, now)
		if budget -= now - rest; budget <= 0 {
			return append(list, p.firstFit(left, true)...)
		}
		times := math.MaxInt
		for i, n := range pattern {
			if n > 0 {
				times = min(times, left[i]/n)
			}
		}
		for i, n := range pattern {
			left[i] -= times * n
		}
		list = append(list, Pattern{Counts: pattern, Times: times})
	}
	return list
}

// packer fills a number of strips exactly: the widest piece left goes into the next strip, completed in every way that
// leaves no room for another piece, fullest first.
type packer struct {
	p      stockProblem
	failed map[string]bool
	budget int
}

func (s *packer) pack(left []int, bins int) ([]Pattern, bool) {
	if slices.Max(left) <= 0 {
		return nil, true
	}
	if bins <= 0 || s.p.area(left) > bins {
		return nil, false
	}
	var key []byte
	for _, n := range append(slices.Clone(left), bins) {
		key = binary.AppendUvarint(key, uint64(n))
	}
	if s.failed[string(key)] {
		return nil, false
	}
	first := slices.IndexFunc(left, func(n int) bool { return n > 0 })
	for _, c := range s.completions(left, first) {
		if s.budget--; s.budget <= 0 {
			return nil, false
		}
		rest := slices.Clone(left)
		for i, n := range c {
			rest[i] -= n
		}
		if list, ok := s.pack(rest, bins-1); ok {
			return append([]Pattern{{Counts: c, Times: 1}}, list...), true
		}
	}
	s.failed[string(key)] = true
	return nil, false
}

// completions are the patterns that hold the widest piece and have room for no other.
func (s *packer) completions(left []int, first int) [][]int {
	p := s.p
	type full struct {
		counts []int
		total  int64
	}
	var list []full
	counts := make([]int, len(left))
	var search func(i int, total int64, k int)
	search = func(i int, total int64, k int) {
		if s.budget--; s.budget <= 0 {
			return
		}
		if i == len(left) {
			for j := range left {
				if counts[j] < left[j] && p.stock.Fits(total+p.widths[j], k+1) {
					return
				}
			}
			list = append(list, full{slices.Clone(counts), total})
			return
		}
		least := 0
		if i == first {
			least = 1
		}
		for n := left[i]; n >= least; n-- {
			if !p.stock.Fits(total+int64(n)*p.widths[i], k+n) {
				continue
			}
			counts[i] = n
			search(i+1, total+int64(n)*p.widths[i], k+n)
		}
		counts[i] = 0
	}
	search(first, 0, 0)
	slices.SortStableFunc(list, func(a, b full) int { return int(min(1, max(-1, b.total-a.total))) })
	out := make([][]int, len(list))
	for i, f := range list {
		out[i] = f.counts
	}
	return out
}

// answer puts equal patterns together and deals the pieces of a width out to the wants, in the order they were asked
// for.
func (p stockProblem) answer(list []Pattern, bound, wants int) Layups {
	left := make([]int, wants)
	for i, w := range p.asked {
		left[i] = w.Count
	}
	out := Layups{Bound: bound}
	// What is left of others first, then the fullest, so that what remains lies together at the end.
	slices.SortStableFunc(list, func(a, b Pattern) int {
		if a.Rest != b.Rest {
			return cmp.Compare(b.Rest, a.Rest)
		}
		for i := range a.Counts {
			if a.Counts[i] != b.Counts[i] {
				return b.Counts[i] - a.Counts[i]
			}
		}
		return 0
	})
	for _, pattern := range list {
		if pattern.Rest == 0 {
			out.Strips += pattern.Times
		}
		for times := pattern.Times; times > 0; {
			counts := make([]int, wants)
			for i, n := range pattern.Counts {
				for _, w := range p.from[i] {
					take := min(n, left[w]-counts[w])
					counts[w] += take
					n -= take
				}
			}
			alike := times // strips are cut so, until something in them is done
			for w, n := range counts {
				if n > 0 {
					alike = min(alike, left[w]/n)
				}
			}
			for w, n := range counts {
				left[w] -= n * alike
			}
			times -= alike
			if n := len(out.Patterns); n > 0 && out.Patterns[n-1].Rest == pattern.Rest &&
				slices.Equal(out.Patterns[n-1].Counts, counts) {
				out.Patterns[n-1].Times += alike
			} else {
				out.Patterns = append(out.Patterns, Pattern{Counts: counts, Times: alike, Rest: pattern.Rest})
			}
		}
	}
	return out
}
