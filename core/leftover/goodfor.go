package leftover

import (
	"fmt"
	"slices"

	"vicis/core/measure"
	"vicis/core/rules"
	"vicis/core/words"
)

// GoodFor is something that all that is left together is good for.
type GoodFor struct {
	Says    string        `json:"says"`
	Working words.Working `json:"working"`
}

// leftOver is a remnant as its two sides.
type leftOver struct {
	long, short measure.Length
	count       int
	name        string
	sewn        bool // an end of a strip set: its long side here runs across its seams, and it is cut in no other way
}

// GoodFor lists what the smaller remnants are good for: another border, sewn end to end; corner squares of the borders
// there are. Lengths of cloth are not counted: they are worth more whole.
func (b LeftOver) GoodFor(remnants []Remnant) []GoodFor {
	list := []GoodFor{}
	var rest []leftOver
	for _, r := range remnants {
		w := r.Width.Length()
		l := r.Length.Length()
		switch {
		case r.sewn:
			rest = append(rest, leftOver{w, l, r.Count, r.Name, true})
		case !r.Kind.Sort().ByLength:
			rest = append(rest, leftOver{max(w, l), min(w, l), r.Count, r.Name, false})
		}
	}
	if border, ok := b.anotherBorder(rest); ok && !b.Layout.Loose {
		list = append(list, border)
	}
	if back, ok := b.piecedBack(remnants); ok {
		list = append(list, back)
	}
	list = append(list, b.spareBlocks()...)
	for _, ring := range b.Layout.Rings {
		if ring.Border.Corners != "" || ring.Border.Corner != nil || ring.Rows != nil {
			continue
		}
		side := ring.Width.CeilTo(b.Table.Ruler.Mark)
		for _, r := range rest {
			if n := r.count * int(r.long/side) * int(r.short/side); n >= 4 && !r.sewn {
				list = append(list, GoodFor{
					Says: fmt.Sprintf("%d squares of %s for the corners of %s come out of what is left of %s: 4 are wanted.", n,
						b.Say(side), ring.Border.Name, r.name),
					Working: words.Working{
						Sums: []string{fmt.Sprintf("%s of %s × %s, each %d × %d squares", words.Plural(r.count, "piece"), b.Say(r.long),
							b.Say(r.short), r.long/side, r.short/side)},
						Rules: rules.By(rules.CornerSquares),
					},
				})
				break
			}
		}
	}
	return list
}

// mostKinds is of how many kinds of blocks it is told.
const mostKinds = 8

// spareBlocks are blocks that can be made of what is left over once the quilt has all of its own.
func (b LeftOver) spareBlocks() (list []GoodFor) {
	blocks := b.Blocks()
	if len(blocks) > mostKinds {
		return nil
	}
	for _, m := range blocks {
		if n := b.Free(m.Unit.ID); n > 0 && !m.Cloth {
			list = append(list, GoodFor{
				Says: fmt.Sprintf("%d more of %s can be sewn of parts that are left over.", n, m.Unit.Name),
				Working: words.Working{
					Sums: []string{fmt.Sprintf("%d of them take no more cut than the %d of the quilt; %d would",
						b.Layout.Count[m.Unit.ID]+n, b.Layout.Count[m.Unit.ID], b.Layout.Count[m.Unit.ID]+n+1)},
					Rules: rules.By(rules.SpareBlock),
				},
			})
		}
	}
	return list
}

// Widths of a border that are tried, in whole and half inches or centimetres, and how long an end must be to be worth a
// seam, and of how many anybody sews a border (judgement).
const (
	widestBorder   = 8
	narrowestTwice = 3 // halves of an inch, or of two centimetres
	shortestEnd    = 2 // times its width
	mostEnds       = 50
)

// anotherBorder is the widest border that comes out of the ends, sewn to each other.
func (b LeftOver) anotherBorder(rest []leftOver) (GoodFor, bool) {
	step := measure.Inch / 2
	if b.Rule == measure.Centimetres {
		step = measure.Centimetre
	}
	w, h := b.Layout.Unfinished()
	s := b.Table.Seam
	for width := widestBorder * 2 * step; width >= narrowestTwice*step; width -= step {
		takes := 2*h + 2*(w+2*width-4*s)
		var has measure.Length
		pieces := 0
		var sums []string
		for _, r := range rest {
			n, each := int(r.short/width), r.long
			if other := int(r.long / width); !r.sewn && measure.Length(other)*r.short > measure.Length(n)*each &&
				r.short >= shortestEnd*width {
				n, each = other, r.short
			}
			if n == 0 || each < shortestEnd*width {
				continue
			}
			n *= r.count
			pieces += n
			has += measure.Length(n) * each
			sums = append(sums, fmt.Sprintf("%d × %s of %s", n, b.Say(each), r.name))
		}
		if pieces == 0 || pieces > mostEnds {
			continue
		}
		if has -= 2 * s * measure.Length(pieces-1); has < takes {
			continue
		}
		const mostSums = 6
		if n := len(sums); n > mostSums {
			sums = append(slices.Clone(sums[:mostSums]), "and ends of "+words.Plural(n-mostSums, "other size"))
		}
		return GoodFor{
			Says: fmt.Sprintf("Another border, cut %s wide and sewn end to end from %s: %s of it, and it takes %s. Sew at "+
				"least that, then cut it to the edges as you measure them.",
				b.Say(width), words.Plural(pieces, "end"), b.Say(has/b.Table.Ruler.Mark*b.Table.Ruler.Mark),
				b.Say(takes.CeilTo(b.Table.Ruler.Mark))),
			Working: words.Working{
				Sums: append(sums, fmt.Sprintf("less %s in each of %s = %s", b.Say(2*s), words.Plural(pieces-1, "seam"),
					b.Say(has/b.Table.Ruler.Mark*b.Table.Ruler.Mark)),
					fmt.Sprintf("two sides of %s and two ends of %s = %s", b.Say(h), b.Say(w+2*width-4*s),
						b.Say(takes.CeilTo(b.Table.Ruler.Mark)))),
				Rules: rules.By(rules.EndToEnd),
			},
		}, true
	}
	return GoodFor{}, false
}
