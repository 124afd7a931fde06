// Package sharing says which print of an assortment gives how many strips of each width, so that as many prints as can
// be give some, least is bought, and none gives much more than another. It knows prints and counts; what they are in a
// quilt is for others to say.
package sharing

import (
	"cmp"
	"fmt"
	"slices"

	"vicis/core/measure"
)

// ToShare is what is shared out: strips of several widths.
type ToShare struct {
	Prints int
	Told   [][]int // of a width: how many each print gives, where that is told
	Each   [][]int // of a width of which it is not: how many some print gives, the most first
	Long   func(counts []int) measure.Length
	Buy    func(long measure.Length) measure.Length // nothing for nothing
}

// Of shares strips out: of each width, then of each print. Widths are given one by one to the prints of which least is
// cut already, or to those of which most is, and exchanged; the better of both is taken.
func Of(a ToShare) [][]int {
	even := a.dealt(cmp.Compare)
	if len(even.free) < 2 {
		return even.of
	}
	other := a.dealt(func(x, y measure.Length) int {
		return cmp.Or(cmp.Compare(min(x, 1), min(y, 1)), cmp.Compare(y, x)) // those of which nothing is cut come first
	})
	if cmp.Or(cmp.Compare(other.out(), even.out()), cmp.Compare(other.buys(), even.buys())) < 0 {
		return other.of
	}
	return even.of
}

// Of is how long the cloth is that is cut of a print.
func (a ToShare) Of(of [][]int, print int) measure.Length {
	n := make([]int, len(a.Each))
	for j, list := range of {
		if list != nil {
			n[j] = list[print]
		}
	}
	return a.Long(n)
}

// evenly is strips being shared out.
type evenly struct {
	ToShare
	of   [][]int // strips of each width, by print
	free []int   // widths of which it is not told which print they are of
}

func (a ToShare) dealt(order func(x, y measure.Length) int) *evenly {
	e := &evenly{ToShare: a, of: slices.Clone(a.Told)}
	for j, told := range a.Told {
		if told == nil {
			e.deal(j, order)
		}
	}
	e.better()
	return e
}

// deal gives the counts of one width, the most first, to the prints in an order of how much is cut of them already.
func (e *evenly) deal(j int, order func(a, b measure.Length) int) {
	list := make([]int, e.Prints)
	for k := range list {
		list[k] = k
	}
	slices.SortStableFunc(list, func(a, b int) int { return order(e.long(a), e.long(b)) })
	e.of[j] = make([]int, e.Prints)
	for i, k := range list {
		e.of[j][k] = e.Each[j][i]
	}
	e.free = append(e.free, j)
}

func (e *evenly) long(print int) measure.Length { return e.ToShare.Of(e.of, print) }

// out is how many prints give nothing.
func (e *evenly) out() (n int) {
	for k := range e.Prints {
		if e.long(k) == 0 {
			n++
		}
	}
	return n
}

// buys is how much is bought of all prints together.
func (e *evenly) buys() (all measure.Length) {
	for k := range e.Prints {
		all += e.Buy(e.long(k))
	}
	return all
}

// mostExchanged is how often prints are exchanged.
const mostExchanged = 200

// better exchanges what two prints give of one width, as long as less is bought then, or the most of any is less.
func (e *evenly) better() {
	for range mostExchanged {
		if len(e.free) < 2 || !e.exchange() {
			return
		}
	}
}

func (e *evenly) exchange() bool {
	var kinds []int // a print of each kind: those of which as much of everything is cut
	known := map[string]bool{}
	for k := range e.Prints {
		key := ""
		for _, of := range e.of {
			key += fmt.Sprint(of[k], " ")
		}
		if !known[key] {
			known[key] = true
			kinds = append(kinds, k)
		}
	}
	for _, a := range kinds {
		for _, b := range kinds {
			was := [2]measure.Length{e.long(a), e.long(b)}
			if was[0] <= was[1] {
				continue
			}
			for _, j := range e.free {
				of := e.of[j]
				of[a], of[b] = of[b], of[a]
				is := [2]measure.Length{e.long(a), e.long(b)}
				emptied := is[0] == 0 || is[1] == 0 && was[1] > 0
				if !emptied && cmp.Or(cmp.Compare(e.Buy(is[0])+e.Buy(is[1]), e.Buy(was[0])+e.Buy(was[1])),
					cmp.Compare(max(is[0], is[1]), was[0])) < 0 {
					return true
				}
				of[a], of[b] = of[b], of[a]
			}
		}
	}
	return false
}

// InAll makes counts come to so many in all: what is more is added where there is most already, one by one, and what is
// less taken from there.
func InAll(of []int, total int) []int {
	sum := 0
	for _, n := range of {
		sum += n
	}
	order := make([]int, len(of))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(i, j int) int { return of[j] - of[i] })
	for k := 0; sum < total && len(of) > 0; k++ {
		of[order[k%len(of)]]++
		sum++
	}
	for sum > total {
		most := slices.Index(of, slices.Max(of))
		of[most]--
		sum--
	}
	return of
}
