package cutting

import (
	"slices"

	"vicis/core/cloth"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
)

// StripPlan is strips of one kind, cut from one fabric.
type StripPlan struct {
	ID      naming.Step // the step that cuts them
	For     naming.Step // the act or border they are cut for; empty when several strip sets share them
	Role    string
	Width   measure.Length // exact
	Cut     measure.Length // rounded up to the ruler's mark
	Lost    measure.Length // of the cloth, until the first row of motifs begins
	Count   int
	Ready   int              // of them that lie on the shelf, cut already
	From    []Taken          // where those come from
	Least   measure.Length   // how long the shortest of those is
	Ends    []measure.Length // where each of them ends along the cloth, from its raw end
	Patches *Across          // what is sub-cut from them
	Joined  *Run             // set when they are sewn end to end first
	Was     []naming.Step    // what older tallies call it
	Lengths bool             // whole lengths of cloth, as for a backing
	Wide    measure.Length   // how wide these are
	Of      []int            // how many are cut from each print, but for what the shelf gives
	Long    measure.Length   // how long one must be for all that is made of it; nothing said: whole widths
	Dealt   []int            // of strips that strip sets share: how many are of each print, where prints are dealt
	wants   []int            // of those, and of strips for patches, what is still wanted once the shelf gave what it has
}

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
	Prints int // how many it is; Length and the ends of strips are those of the print of which most is cut
	Strips []StripPlan
	Length measure.Length // of cloth that is cut, squaring up included
	Bought []Bought       // by print, the most first
	Dealt  bool           // it is told which print is which
	Few    bool           // what is missing of what lies there is of any prints
	More   Lay            // so many more of what lies there would do in place of what is bought; none where they would not
	Lays   []Lay          // how pieces on the shelf are cut
	Pieces []FromPiece    // patches from them
	Ends   []FromPiece    // patches from what is left of wider strips
	Uses   []Use          // lengths of cloth on the shelf
	Unused []Unused       // what was promised and is passed by
	Rest   measure.Length // what is cut from cloth that is bought, of the print of which most is
}

// Bought is cloth bought by the length, of prints of which as much is cut.
type Bought struct {
	Prints []int          // by their places in the list of the fabric
	Rest   measure.Length // that is cut of each of them
	Buy    measure.Length // of each, rounded up to the shop's step
}

// ToBuy is what is bought of all prints together.
func (f FabricPlan) ToBuy() (all measure.Length) {
	for _, b := range f.Bought {
		all += b.Buy * measure.Length(len(b.Prints))
	}
	return all
}

// InAll is how long the cloth is that is cut, of all prints together.
func (f FabricPlan) InAll() (all measure.Length) {
	for _, b := range f.Bought {
		all += b.Rest * measure.Length(len(b.Prints))
	}
	for _, u := range f.Uses {
		all += u.Used
	}
	return all
}

// Shared is how many are cut from each print of which any are, the most first.
func (s StripPlan) Shared() []int {
	list := slices.DeleteFunc(slices.Clone(s.Of), func(n int) bool { return n == 0 })
	slices.SortFunc(list, func(a, b int) int { return b - a })
	return list
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

// PileOf names the strips of a role and width that strip sets share.
func PileOf(s making.Strip) naming.Step { return naming.Strips(s.Role, int64(s.Width)) }

// CutByPrint is what is cut of each print where prints are dealt.
type CutByPrint struct {
	Prints map[naming.Step][]int // act that cuts patches → how many of each of all the prints
	Lots   map[naming.Unit][]Lot // strip set → in which prints it is sewn
	First  map[string]int        // fabric → which of all the prints is its first
}

// FromPiece is patches of one act that are cut from pieces on the shelf, or from what is left of wider strips.
type FromPiece struct {
	Act    naming.Step
	Role   string
	Have   cloth.Have
	End    naming.Step    // the strips whose end it is; empty for a piece on the shelf
	Nth    int            // of the ends of those strips, as older tallies count them
	W, H   measure.Length // of one patch, as it is cut; of the repeats it is centred in, where it is
	Motif  bool           // it is then cut round its motif
	Each   int            // from one piece; 0 where some give more than others
	Pieces int
	Rests  int // of them that are left of others
	Count  int
	All    bool // nothing more of the act is cut from anything
}

// Use is what a length of cloth on the shelf gives.
type Use struct {
	Have   cloth.Have
	Strips int
	Cuts   []UseCut // which, in the order they are cut
	Used   measure.Length
	Left   measure.Length
}

// UseCut is so many strips of one width.
type UseCut struct {
	Cut   measure.Length
	Count int
}

// Taken is so many of a supply.
type Taken struct {
	Supply string
	Count  int
}

// Taken lists how many of each supply the plan uses up, but for what is left of those that were begun before.
func (p Plan) Taken() []Taken {
	var list []Taken
	add := func(id string, n int) {
		for i := range list {
			if list[i].Supply == id {
				list[i].Count += n
				return
			}
		}
		list = append(list, Taken{id, n})
	}
	for _, f := range p.Fabrics {
		for _, s := range f.Strips {
			for _, t := range s.From {
				add(t.Supply, t.Count)
			}
		}
		for _, u := range f.Uses {
			if !u.Have.Rest {
				add(u.Have.ID, 1)
			}
		}
		for _, lay := range f.Lays {
			if !lay.Have.Rest {
				add(lay.Have.ID, lay.Times)
			}
		}
	}
	return list
}

// Unused is so many of a supply that nothing is cut from, and whether anything could be.
type Unused struct {
	Have  cloth.Have
	Count int
	Fits  bool // what would come out of it is cut from other cloth already
}

// Lay is pieces on the shelf that are cut alike: in rows from one edge to the other, each row across it.
type Lay struct {
	Have  cloth.Have // as it lies: a strip is long across the cloth
	Role  string
	Times int
	Gives []LayGive
	Along bool // its rows run along the cloth, not across it
	Rows  []LayRow
}

// LayRow is one row of them, from edge to edge.
type LayRow struct {
	High measure.Length
	Cuts []LayCut
}

// LayCut is so many patches in a row: each so wide along it, and no higher than the row.
type LayCut struct {
	Give       int // which of what the lay gives
	Wide, High measure.Length
	N          int
}

// LayGive is so many patches of one act from each of the pieces.
type LayGive struct {
	Act   naming.Step
	W, H  measure.Length // of one patch, as it is cut; of the repeats it is centred in, where it is
	N     int
	Motif bool
}
