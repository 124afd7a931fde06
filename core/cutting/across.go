package cutting

import (
	"slices"

	"vicis/core/sharing"

	"vicis/core/demand"
	"vicis/core/fewest"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
)

// Across is everything that is sub-cut from one kind of strip or strip set.
type Across struct {
	Set     naming.Unit    // the strip set; empty for strips of one fabric
	Length  measure.Length // of each strip or set, before squaring up
	Lost    measure.Length // of each, until its first motif lies in the middle of a patch
	Prints  int            // of an assortment, each of which gives an even share unless they are dealt
	Of      [][]int        // of each of Cuts, how many come from each print, where they are dealt
	Lots    []Lot          // of a strip set: in which prints it is sewn, where they are dealt
	Cuts    []WidthCut
	List    []naming.Step // the order in which rings are cut, once through; empty where there is none
	Running int           // how many tubes it takes to cut them in that order; 0 where there is none
	Layups  fewest.Layups // how each is cut: how many of each of Cuts
	Has     PileAtHand    // what lies there of them
}

// LaidOut says whether how many strips or sets are used up once so many are cut follows from how they are laid out
// alone: several things are cut from them, some were begun before, or the prints of an assortment each have their own.
func (a Across) LaidOut() bool {
	return len(a.Cuts) > 1 || a.Prints > 1 || len(a.Lots) > 1 || a.Has.Begun
}

// WidthCut is pieces of one width among them.
type WidthCut struct {
	ID       naming.Step // the act that sub-cuts
	Width    measure.Length
	Cut      measure.Length // rounded up to the ruler's mark
	Need     int
	Spare    int
	PerStrip int  // from one strip that gives nothing else
	Motif    bool // the width is that of whole repeats, in which the patch is centred
	Against  bool // its print lies across, because only so it comes out of the cloth
}

// Make is how many of it are cut.
func (c WidthCut) Make() int { return c.Need + c.Spare }

// stock is the strips or sets on this table.
func (a Across) stock(t *making.Table) fewest.Stock { return stock(a.Length-a.Lost, t) }

// FromOne is how many sub-cuts of a width come out of one strip or set.
func FromOne(width, length measure.Length, t *making.Table) int {
	return stock(length, t).Most(int64(width.CeilTo(t.Ruler.Mark)))
}

func subCut(id naming.Step, width, length measure.Length, line demand.ThingCount, t *making.Table) WidthCut {
	c := WidthCut{
		ID: id, Width: width, Cut: width.CeilTo(t.Ruler.Mark), Need: line.Make() - line.Spare,
		Spare: line.Spare,
	}
	c.PerStrip = stock(length, t).Most(int64(c.Cut))
	return c
}

// stock is a strip or set of a length on this table.
func stock(length measure.Length, t *making.Table) fewest.Stock {
	return fewest.Stock{Length: int64(length - t.Squaring), Every: t.Every, Loss: int64(t.Squaring)}
}

// PrintShare is prints of an assortment, or lots of strip sets, that are cut alike.
type PrintShare struct {
	Wants  []fewest.Want
	Prints []int // those of which as much is cut
}

// Shares deals the sub-cuts out to the prints of an assortment, evenly where they are not dealt; each of them is cut
// for itself.
func (a Across) Shares() []PrintShare {
	prints := max(1, a.Prints, len(a.Lots))
	var list []PrintShare
	of := make([][]int, len(a.Of))
	for i := range of {
		of[i] = sharing.InAll(slices.Clone(a.Of[i]), max(0, a.Cuts[i].Make()))
	}
	for k := range prints {
		wants := make([]fewest.Want, len(a.Cuts))
		for i, c := range a.Cuts {
			n := max(0, c.Make())
			wants[i] = fewest.Want{Width: int64(c.Cut), Count: n*(k+1)/prints - n*k/prints}
			if a.Of != nil {
				wants[i].Count = of[i][k]
			}
		}
		if i := slices.IndexFunc(list, func(s PrintShare) bool { return slices.Equal(s.Wants, wants) }); i >= 0 {
			list[i].Prints = append(list[i].Prints, k)
			continue
		}
		list = append(list, PrintShare{wants, []int{k}})
	}
	return list
}

// fewest lays the sub-cuts out on the fewest strips, for every print by itself.
func (a Across) fewest(t *making.Table, e *fewest.Effort) fewest.Layups {
	var out fewest.Layups
	shares, rests := a.Shares(), a.Has.Rests
	if len(shares) > 1 || max(a.Prints, len(a.Lots)) > 1 {
		rests = nil // nobody knows of which print they are
	}
	for _, s := range shares {
		out.Each = append(out.Each, make([]int, len(s.Prints))...)
	}
	for _, s := range shares {
		l, _ := fewest.Beside(a.stock(t), rests, s.Wants, e) // what does not fit has been refused before
		for _, p := range l.Patterns {
			p.Times *= len(s.Prints)
			out.Patterns = append(out.Patterns, p)
		}
		out.Strips += l.Strips * len(s.Prints)
		for _, k := range s.Prints {
			out.Each[k] = l.Strips
		}
		out.Bound += l.Bound * len(s.Prints)
	}
	return out
}

// lay finds the fewest strips or sets that give all sub-cuts.
func (a *Across) lay(t *making.Table, e *fewest.Effort) {
	slices.SortStableFunc(a.Cuts, func(x, y WidthCut) int { return int(y.Cut - x.Cut) })
	a.Layups = a.fewest(t, e)
	if len(a.List) > 0 {
		a.inOrder(t)
	}
}

// Count is how many strips or sets would do, were they as long as a.Length says.
func (a Across) Count(t *making.Table, e *fewest.Effort) int { return a.fewest(t, e).Strips }

// Marks are where the knife goes across a strip that is cut by a pattern, from its raw end, or from the square one of
// what is left of another: the squared end, then the end of every piece; wherever the end is squared up again, a mark
// more. piece is −1 at a squared end.
func (a Across) Marks(p fewest.Pattern, t *making.Table) (at []measure.Length, piece []int) {
	x := t.Squaring + a.Lost
	if p.Rest > 0 { // its end is square
		if x = 0; t.Every > 0 {
			x = t.Squaring
		}
	}
	at, piece = []measure.Length{x}, []int{-1}
	for k, i := range p.InOrder() {
		if t.Every > 0 && k > 0 && k%t.Every == 0 && t.Squaring > 0 {
			x += t.Squaring
			at, piece = append(at, x), append(piece, -1)
		}
		x += a.Cuts[i].Cut
		at, piece = append(at, x), append(piece, i)
	}
	return at, piece
}

// longest is how long strips or sets must be for every way they are cut.
func (a Across) longest(t *making.Table) (long measure.Length) {
	for _, p := range a.Layups.Patterns {
		if p.Rest > 0 {
			continue
		}
		at, _ := a.Marks(p, t)
		long = max(long, at[len(at)-1])
	}
	return long
}

// Cleanings is how often an edge is squared up for so many cuts.
func Cleanings(n int, t *making.Table) int {
	if n > 0 && t.Every > 0 {
		return (n + t.Every - 1) / t.Every
	}
	return min(1, n)
}

// Lot is strip sets in the same prints.
type Lot struct {
	Prints map[string]int // strip → print
	Wants  map[naming.Step]int
}

// ToMake is how many strips or sets are used whole beside those that lie there.
func (a Across) ToMake() int {
	n := a.Layups.Strips - a.Has.Whole
	if a.OneNew() {
		n -= a.Has.Short
	}
	return max(0, n)
}

// OneNew says whether it is one strip or set alone, and none was begun and none lies there: it can be asked for short.
func (a Across) OneNew() bool { return a.Layups.Strips == 1 && !a.Has.Begun && a.Has.Whole == 0 }

// ToSew is how many sets are sewn beside those that lie there, closed or not.
func (a Across) ToSew() int { return max(0, a.ToMake()-a.Has.Open) }

// Left is what is left of a strip or set, or of what was left of another before, once it is cut by a pattern.
func (a Across) Left(p fewest.Pattern, at []measure.Length) measure.Length {
	long := a.Length
	if p.Rest > 0 {
		long = measure.Length(p.Rest)
	}
	return long - at[len(at)-1]
}

// mostInOrder is how many tubes, each cut its own way, are told one by one.
const mostInOrder = 60

// inOrder puts the cuts of rings into the order of their list where that takes no more tubes than the fewest there can
// be; else each tube by itself follows the list.
func (a *Across) inOrder(t *making.Table) {
	index, wants := map[naming.Step]int{}, make([]fewest.Want, len(a.Cuts))
	for i, c := range a.Cuts {
		index[c.ID], wants[i] = i, fewest.Want{Width: int64(c.Cut), Count: c.Make()}
	}
	var list []int
	for _, id := range a.List {
		if i, cut := index[id]; cut {
			list = append(list, i)
		}
	}
	on, tubes := fewest.RunsOn(a.stock(t), wants, list)
	a.Running = tubes
	if len(a.Has.Rests) == 0 && tubes <= a.Layups.Strips && len(on) <= mostInOrder {
		a.Layups.Patterns = on
		return
	}
	for k := range a.Layups.Patterns {
		p := &a.Layups.Patterns[k]
		p.Order = fewest.Once(slices.Clone(p.Counts), list)
	}
}
