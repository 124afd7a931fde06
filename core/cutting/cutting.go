// Package cutting plans what is cut from cloth: strips across the usable width, sub-cuts across strips and strip sets,
// and how much cloth that takes.
package cutting

import (
	"slices"

	"vicis/core/cloth"
	"vicis/core/demand"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/quilt"
)

// StripPlan is strips of one kind, cut from one fabric.
type StripPlan struct {
	ID      naming.Step // the step that cuts them
	For     naming.Step // the act or border they are cut for; empty when several strip sets share them
	Role    string
	Width   measure.Length // exact
	Cut     measure.Length // rounded up to the ruler's mark
	Count   int
	Ready   int              // of them that lie on the shelf, cut already
	From    []Taken          // where those come from
	Ends    []measure.Length // where each of them ends along the cloth, from its raw end
	Patches *Across          // what is sub-cut from them
	Joined  *Run             // set when they are sewn end to end first
	Was     []naming.Step    // what older tallies call it
	Lengths bool             // whole lengths of cloth, as for a backing
	Of      []int            // of strips that strip sets share: how many of each print, where prints are dealt
}

// Each is how many are cut from every print of so many, the most where they do not come out even.
func (s StripPlan) Each(prints int) int {
	list := s.PerPrint(prints)
	return list[0]
}

// PerPrint is how many are cut from each of so many prints, the most first. Patches are shared out before strips are
// counted, so that one print may need more strips than another.
func (s StripPlan) PerPrint(prints int) []int {
	list := make([]int, prints)
	if of := s.OfPrints(prints); of != nil {
		copy(list, of)
		left := s.Ready // taken from those that need most
		for ; left > 0; left-- {
			slices.SortFunc(list, func(a, b int) int { return b - a })
			list[0]--
		}
	} else {
		n := s.Count - s.Ready
		for k := range list {
			list[k] = n*(k+1)/prints - n*k/prints
		}
	}
	slices.SortFunc(list, func(a, b int) int { return b - a })
	return list
}

// OfPrints is how many are cut from each print by its place among so many, strips that are there already counted; nothing where
// they are shared out evenly.
func (s StripPlan) OfPrints(prints int) []int {
	switch {
	case s.Of != nil:
		return s.Of
	case s.Patches != nil && len(s.Patches.Layups.Each) == prints:
		return s.Patches.Layups.Each
	}
	return nil
}

// inAll makes counts come to so many in all: what is more is added where there is most already, one by one, and what is less taken
// from there.
func inAll(of []int, total int) []int {
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

// Across is everything that is sub-cut from one kind of strip or strip set.
type Across struct {
	Set     naming.Unit    // the strip set; empty for strips of one fabric
	Length  measure.Length // of each strip or set, before squaring up
	Prints  int            // of an assortment, each of which gives an even share unless they are dealt
	Of      [][]int        // of each of Cuts, how many come from each print, where they are dealt
	Lots    []Lot          // of a strip set: in which prints it is sewn, where they are dealt
	Cuts    []WidthCut
	List    []naming.Step // the order in which rings are cut, once through; empty where there is none
	Running int           // how many tubes it takes to cut them in that order; 0 where there is none
	Layups  Layups        // how each is cut: how many of each of Cuts
}

// LaidOut says whether how many strips or sets are used up once so many are cut follows from how they are laid out alone: several
// things are cut from them, or the prints of an assortment each have their own.
func (a Across) LaidOut() bool { return len(a.Cuts) > 1 || a.Prints > 1 || len(a.Lots) > 1 }

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

// Run is strips sewn end to end and cut to lengths.
type Run struct {
	Pieces   []measure.Length
	Times    int // each of them is cut so often
	Total    measure.Length
	Diagonal bool // joined on the diagonal, as binding is
}

// FabricPlan is everything cut from one fabric, widest strips first.
type FabricPlan struct {
	Fabric cloth.Fabric
	Usable measure.Length
	Prints int // that it is cut from; what follows holds for each of them, but for the counts of strips
	Strips []StripPlan
	Length measure.Length // of cloth that is cut, squaring up included
	Again  int            // how often its end is squared up again on the way
	Buy    measure.Length // rounded up to the shop's step
	Lays   []Lay          // how pieces on the shelf are cut
	Pieces []FromPiece    // patches from them
	Ends   []FromPiece    // patches from what is left of wider strips
	Uses   []Use          // lengths of cloth on the shelf
	Unused []Unused       // what was promised and is passed by
	Rest   measure.Length // what is cut from cloth that is bought
}

// Plan is the whole cutting plan.
type Plan struct {
	Fabrics []FabricPlan
	Sets    []Across    // sub-cuts from strip sets, in sewing order
	Lays    []Lay       // how pieces on the shelf are cut
	Pieces  []FromPiece // patches from pieces on the shelf
	Ends    []FromPiece // patches from what is left of wider strips
	Looks   int         // nodes of the searches that all this took
	Strips  int         // cut from cloth, in all
	Passed  bool        // not all that lies on the shelf was tried: there is too much of it
}

// MostStrips is how many strips can be cut for one quilt: some 3,000 yards of them.
const MostStrips = 50_000

// Purchase is how cloth is bought.
type Purchase struct {
	Step    measure.Length // in which the shop sells
	Shrinks int            // so many in a hundred are lost in the wash
	Margin  measure.Length // bought beyond the plan
}

// Washed is how much cloth leaves a length once it has shrunk.
func (b Purchase) Washed(l measure.Length) measure.Length {
	return measure.CeilDiv(l*100, measure.Length(100-b.Shrinks))
}

// Leaves is what is left of a length once it has shrunk.
func (b Purchase) Leaves(l measure.Length) measure.Length {
	return l * measure.Length(100-b.Shrinks) / 100
}

// Of is what to buy so that a length can be cut.
func (b Purchase) Of(l measure.Length) measure.Length {
	return measure.CeilDiv(b.Washed(l)+b.Margin, b.Step) * b.Step
}

// PileOf names the strips of a role and width that strip sets share.
func PileOf(s making.Strip) naming.Step { return naming.Strips(s.Role, int64(s.Width)) }

// CutByPrint is what is cut of each print where prints are dealt.
type CutByPrint struct {
	Prints map[naming.Step][]int // act that cuts patches → how many of each of all the prints
	Lots   map[naming.Unit][]Lot // strip set → in which prints it is sewn
	First  map[string]int        // fabric → which of all the prints is its first
}

// Lot is strip sets in the same prints.
type Lot struct {
	Prints map[string]int // role → print
	Wants  map[naming.Step]int
}

// FromOne is how many sub-cuts of a width come out of one strip or set.
func FromOne(width, length measure.Length, t *making.Table) int {
	return stock(length, t).Most(int64(width.CeilTo(t.Ruler.Mark)))
}

// Cut plans the cutting. units are in the order they are made, lines is the demand for every act, waits are the acts
// whose size is known only once something else has been measured.
func Cut(units []making.Made, l quilt.Layout, lines map[naming.Step]demand.ThingCount, t *making.Table, shelf cloth.Shelf,
	buying Purchase, waits map[naming.Step]bool, dealt CutByPrint,
) Plan {
	var p Plan
	index := map[naming.Unit]int{} // strip set → its place among p.Sets
	pools := pools{t: t, shelf: shelf, waits: waits, effort: Enough(), dealt: dealt}
	for _, m := range units {
		for _, act := range m.Acts {
			line := lines[act.ID]
			if line.Make() <= 0 {
				continue
			}
			if act.Patch != nil {
				pools.add(act.ID, *act.Patch, line)
			}
			if act.Stock {
				id := act.Takes[0].Act.Made()
				i, known := index[id]
				if !known {
					set, _ := t.Made(id)
					length, _ := set.Piece.Size()
					i = len(p.Sets)
					index[id] = i
					p.Sets = append(p.Sets, Across{Set: id, Length: length})
				}
				wide, _ := act.Piece.Size()
				p.Sets[i].Cuts = append(p.Sets[i].Cuts, subCut(act.ID, wide, p.Sets[i].Length, line, t))
			}
		}
		if m.Tube != nil {
			for _, c := range m.Tube.Columns {
				if i, known := index[c.Set]; known {
					p.Sets[i].List = append(p.Sets[i].List, c.Ring)
				}
			}
		}
	}
	for _, ring := range l.Rings {
		if ring.Border.HasSquares() {
			pools.add(ring.Border.ID.Squares(), making.CutPatch{Role: ring.Border.Corners, W: ring.Width, H: ring.Width},
				lines[ring.Border.ID.Squares()])
		}
	}
	for i := range p.Sets {
		a := &p.Sets[i]
		if a.Lots = dealt.Lots[a.Set]; len(a.Lots) > 0 {
			for _, c := range a.Cuts {
				of := make([]int, len(a.Lots))
				for k, lot := range a.Lots {
					of[k] = lot.Wants[c.ID]
				}
				a.Of = append(a.Of, of)
			}
		}
		a.lay(t, pools.effort)
	}
	strips := p.setStrips(units, index, t, shelf, dealt.First)
	sets, others := strips, runs(l, lines, t)
	asked := slices.Clone(pools.patches) // before anything was taken of them
	fromPools, lays, ends := pools.strips(slices.Concat(sets, others))
	p.Lays, p.Ends = lays, ends
	p.Pieces = fromLays(lays, func(act naming.Step) bool {
		return slices.ContainsFunc(fromPools, func(s StripPlan) bool {
			return slices.ContainsFunc(s.Patches.Cuts, func(c WidthCut) bool { return c.ID == act })
		})
	})
	strips = slices.Concat(sets, fromPools, others)
	ready(strips, lays, t, shelf)
	for _, s := range strips {
		p.Strips += s.Count
	}
	p.Looks = pools.effort.Used()
	p.Passed = pools.effort.left <= 0
	if p.Strips > MostStrips {
		return p // nobody lays out so much
	}
	p.Fabrics = byFabric(strips, p, t, shelf, buying)
	for i := range p.Fabrics {
		p.Fabrics[i].Unused = pools.unused(p, &p.Fabrics[i], asked)
	}
	return p
}

// runs is what is cut from strips sewn end to end, and for behind the top and round its edge.
func runs(l quilt.Layout, lines map[naming.Step]demand.ThingCount, t *making.Table) (strips []StripPlan) {
	if m, through := l.Blocks[naming.SashLevel]; through && m.Acts[0].Lengthy != nil {
		w, h := m.Acts[0].Lengthy.W, m.Acts[0].Lengthy.H
		role, n := m.Piece.Patches[0].Role, lines[naming.SashLevel.Step()].Make()
		total := w * measure.Length(n)
		strips = append(strips, StripPlan{
			ID: naming.SashLevel.Step().Own(), For: naming.SashLevel.Step(), Role: role, Width: h,
			Cut: h.CeilTo(t.Ruler.Mark), Count: endToEnd(total, role, t),
			Joined: &Run{Pieces: []measure.Length{w}, Times: n, Total: total},
		})
	}
	for _, ring := range l.Rings {
		if ring.Rows != nil {
			continue // pieced
		}
		total := 2*ring.Sides + 2*ring.Ends
		strips = append(strips, StripPlan{
			ID: ring.Border.ID.Strips(), For: naming.Of(string(ring.Border.ID)).Step(), Role: ring.Border.Role,
			Width: ring.Width, Cut: ring.Width.CeilTo(t.Ruler.Mark),
			Count:  endToEnd(total, ring.Border.Role, t),
			Joined: &Run{Pieces: []measure.Length{ring.Sides, ring.Ends}, Times: 2, Total: total},
		})
	}
	return append(strips, finishing(l, t)...)
}

// endToEnd is how many strips give a length: n of them lose an allowance on both sides of each of the n − 1 seams.
func endToEnd(total measure.Length, role string, t *making.Table) int {
	usable, _ := t.Usable(role)
	return int(measure.CeilDiv(total-2*t.Seam, usable-t.Squaring-2*t.Seam))
}

// finishing is what is cut for the backing and the binding.
func finishing(l quilt.Layout, t *making.Table) []StripPlan {
	var strips []StripPlan
	if b := l.Back; b != nil {
		strips = append(strips, StripPlan{
			ID: naming.BackingLengths, For: naming.Backing, Role: b.Role, Width: b.Long,
			Cut: b.Long.CeilTo(t.Ruler.Mark), Count: b.Lengths, Lengths: true,
		})
	}
	if b := l.Bind; b != nil {
		strips = append(strips, StripPlan{
			ID: naming.BindingStrips, For: naming.Binding, Role: b.Role, Width: b.Width,
			Cut: b.Width.CeilTo(t.Ruler.Mark), Count: b.Strips,
			Joined: &Run{Total: b.Total, Diagonal: true},
		})
	}
	return strips
}

// setStrips counts the strips that the strip sets share.
func (p Plan) setStrips(units []making.Made, sets map[naming.Unit]int, t *making.Table, shelf cloth.Shelf, first map[string]int) []StripPlan {
	var strips []StripPlan
	index := map[naming.Step]int{}
	for _, m := range units {
		at, made := sets[m.Unit.ID]
		if !made {
			continue
		}
		for _, act := range m.Acts {
			for _, s := range act.Strips {
				id := PileOf(s)
				i, seen := index[id]
				if !seen {
					i = len(strips)
					index[id] = i
					strips = append(strips, StripPlan{
						ID: id, Role: s.Role, Width: s.Width,
						Cut: s.Width.CeilTo(t.Ruler.Mark),
					})
				}
				if was := naming.OldStrips(s.Role, s.As); !slices.Contains(strips[i].Was, was) {
					strips[i].Was = append(strips[i].Was, was)
				}
				a := p.Sets[at]
				strips[i].Count += a.Layups.Strips
				if f, _ := shelf.Fabric(s.Role); len(a.Lots) > 0 && f.Share() > 1 {
					if strips[i].Of == nil {
						strips[i].Of = make([]int, f.Share())
					}
					for k, lot := range a.Lots {
						if print, dealt := lot.Prints[s.Role]; dealt {
							strips[i].Of[print-first[f.ID]] += a.Layups.Each[k]
						}
					}
				}
			}
		}
	}
	return strips
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
func stock(length measure.Length, t *making.Table) Stock {
	return Stock{Length: int64(length - t.Squaring), Every: t.Every, Loss: int64(t.Squaring)}
}

// PrintShare is prints of an assortment, or lots of strip sets, that are cut alike.
type PrintShare struct {
	Wants  []Want
	Prints []int // those of which as much is cut
}

// Shares deals the sub-cuts out to the prints of an assortment, evenly where they are not dealt; each of them is cut for itself.
func (a Across) Shares() []PrintShare {
	prints := max(1, a.Prints, len(a.Lots))
	var list []PrintShare
	of := make([][]int, len(a.Of))
	for i := range of {
		of[i] = inAll(slices.Clone(a.Of[i]), max(0, a.Cuts[i].Make()))
	}
	for k := range prints {
		wants := make([]Want, len(a.Cuts))
		for i, c := range a.Cuts {
			n := max(0, c.Make())
			wants[i] = Want{int64(c.Cut), n*(k+1)/prints - n*k/prints}
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
func (a Across) fewest(t *making.Table, e *Effort) Layups {
	var out Layups
	shares := a.Shares()
	for _, s := range shares {
		out.Each = append(out.Each, make([]int, len(s.Prints))...)
	}
	for _, s := range shares {
		l, _ := Fewest(stock(a.Length, t), s.Wants, e) // what does not fit has been refused before
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
func (a *Across) lay(t *making.Table, e *Effort) {
	slices.SortStableFunc(a.Cuts, func(x, y WidthCut) int { return int(y.Cut - x.Cut) })
	a.Layups = a.fewest(t, e)
	if len(a.List) > 0 {
		a.inOrder(t)
	}
}

// Count is how many strips or sets would do, were they as long as a.Length says.
func (a Across) Count(t *making.Table, e *Effort) int { return a.fewest(t, e).Strips }

// Marks are where the knife goes across a strip that is cut by a pattern, from its raw end: the squared end, then the
// end of every piece; wherever the end is squared up again, a mark more. piece is −1 at a squared end.
func (a Across) Marks(p Pattern, t *making.Table) (at []measure.Length, piece []int) {
	x := t.Squaring
	at, piece = []measure.Length{x}, []int{-1}
	for k, i := range p.order() {
		if t.Every > 0 && k > 0 && k%t.Every == 0 && t.Squaring > 0 {
			x += t.Squaring
			at, piece = append(at, x), append(piece, -1)
		}
		x += a.Cuts[i].Cut
		at, piece = append(at, x), append(piece, i)
	}
	return at, piece
}

func byFabric(strips []StripPlan, p Plan, t *making.Table, shelf cloth.Shelf, buying Purchase) []FabricPlan {
	index := map[string]int{}
	var list []FabricPlan
	at := func(role string) int {
		f, _ := shelf.Fabric(role)
		i, ok := index[f.ID]
		if !ok {
			i = len(list)
			index[f.ID] = i
			usable, _ := t.Usable(role)
			list = append(list, FabricPlan{Fabric: f, Usable: usable, Prints: f.Share()})
		}
		return i
	}
	for _, s := range strips {
		i := at(s.Role)
		list[i].Strips = append(list[i].Strips, s)
	}
	for _, lay := range p.Lays {
		i := at(lay.Role)
		list[i].Lays = append(list[i].Lays, lay)
	}
	for _, one := range p.Pieces {
		i := at(one.Role)
		list[i].Pieces = append(list[i].Pieces, one)
	}
	for _, one := range p.Ends {
		i := at(one.Role)
		list[i].Ends = append(list[i].Ends, one)
	}
	for i := range list {
		f := &list[i]
		slices.SortStableFunc(f.Strips, func(a, b StripPlan) int { return int(b.Cut - a.Cut) })
		f.Length = t.Squaring
		k := 0
		for j := range f.Strips {
			s := &f.Strips[j]
			for range s.Each(f.Prints) {
				if t.Every > 0 && k > 0 && k%t.Every == 0 {
					f.Length += t.Squaring
					f.Again++
				}
				k++
				f.Length += s.Cut
				s.Ends = append(s.Ends, f.Length)
			}
		}
		f.Rest = f.fromYardage(t, shelf)
		if f.Rest > 0 {
			f.Buy = buying.Of(f.Rest)
		}
		if k == 0 {
			f.Length = 0
		}
	}
	return list
}
