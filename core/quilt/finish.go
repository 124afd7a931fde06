package quilt

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/measure"
)

// What comes behind the top and round its edge.

const (
	overhang    = 4 * measure.Inch
	backingSeam = measure.Inch / 2  // allowance of a backing's seams (common practice)
	bindingMore = 12 * measure.Inch // for corners and for joining the ends (common practice)
)

// Overhangs is how far a backing reaches beyond the top.
func (b Backing) Overhangs(u measure.Units) measure.Length {
	switch {
	case b.Overhang.Given():
		return b.Overhang.Length()
	case u == measure.Centimetres:
		return 10 * measure.Centimetre
	}
	return overhang
}

// Cut is how wide a binding is cut.
func (b Binding) Cut(t *making.Table) measure.Length {
	switch {
	case b.Width.Given():
		return t.OnMark(b.Width.Length(t))
	case t.Units == measure.Centimetres:
		return 65 * measure.Millimetre
	}
	return 5 * measure.Inch / 2
}

// finishing checks what is behind and around the top.
func finishing(top Top, t *making.Table, stop func(code, at, says, mend string)) bool {
	good := true
	no := func(code, at, says, mend string) { good = false; stop(code, at, says, mend) }
	if b := top.Backing; b != nil {
		if usable, ok := t.Usable(b.Role); !ok {
			no("role-without-fabric", "/top/backing/role", "The backing has no fabric.", "Choose a fabric for it.")
		} else if usable <= 4*backingSeam {
			no("cloth-too-short", "/top/backing/role",
				fmt.Sprintf("Lengths of cloth %s wide cannot be joined to a backing.", t.Ruler.Print(usable)),
				"Choose wider cloth for it.")
		}
		if err := b.Overhang.Err(); b.Overhang.Given() && err != nil {
			no("length-unreadable", "/top/backing/overhang", err.Error(),
				"Write how far the backing reaches beyond the top, such as 4.")
		} else if l := b.Overhangs(t.Units); l > 20*measure.Inch {
			no("too-large", "/top/backing/overhang", fmt.Sprintf("A backing does not reach %s beyond the top.",
				t.Ruler.Print(l)), "Write at most "+t.Ruler.Print(20*measure.Inch)+".")
		}
		if b.Seams != "" && b.Seams != InTheMiddle && b.Seams != AtTheSides {
			no("seams-unknown", "/top/backing/seams", fmt.Sprintf("“%s” is no place for the seams of a backing.",
				b.Seams), "Choose middle or sides.")
		}
	}
	if b := top.Binding; b != nil {
		if _, ok := t.Usable(b.Role); !ok {
			no("role-without-fabric", "/top/binding/role", "The binding has no fabric.", "Choose a fabric for it.")
		}
		switch l, err := b.Cut(t), b.Width.Err(); {
		case err != nil:
			no("length-unreadable", "/top/binding/width", err.Error(), "Write the width to cut, such as 2 1/2.")
		case tooLong(2*l, b.Role, t):
			no("cloth-too-short", "/top/binding/width",
				fmt.Sprintf("Strips of %s cannot be joined on the diagonal from so narrow a cloth.", t.Ruler.Print(l)),
				"Cut the binding narrower, or choose wider cloth.")
		case l <= 4*t.Seam || l > 10*measure.Inch:
			no("too-narrow", "/top/binding/width", fmt.Sprintf("A binding cut %s wide does not fold round the edge.",
				t.Ruler.Print(l)), fmt.Sprintf("Cut it wider than %s and at most %s.", t.Ruler.Print(4*t.Seam),
				t.Ruler.Print(10*measure.Inch)))
		}
	}
	for _, m := range []struct {
		at   string
		size *Measured
		what string
	}{{"/top/measured", top.Measured, "top"}, {"/top/block", top.Block, "block"}} {
		if m.size == nil {
			continue
		}
		for _, one := range []struct {
			at      string
			written measure.Written
		}{{m.at + "/width", m.size.Width}, {m.at + "/height", m.size.Height}} {
			if l, err := one.written.Length(), one.written.Err(); err != nil {
				no("length-unreadable", one.at, err.Error(), "Write what the pieced "+m.what+" measures there.")
			} else if l <= 4*t.Seam {
				no("too-small", one.at, fmt.Sprintf("A %s of %s is all allowance.", m.what, t.Ruler.Print(l)),
					"Measure it again, through the middle.")
			}
		}
	}
	return good
}

// finish lays out backing and binding.
func (l *Layout) finish(top Top, t *making.Table) {
	w, h := l.Unfinished()
	if b := top.Backing; b != nil {
		over := b.Overhangs(t.Units)
		l.Back = backing(*b, w+2*over, h+2*over, t)
	}
	if b := top.Binding; b != nil {
		cut := b.Cut(t)
		usable, _ := t.Usable(b.Role)
		bind := Bind{Binding: *b, Width: cut, Round: 2 * (w + h - 4*t.Seam)}
		bind.Total = bind.Round + bindingMore
		// Joined on the diagonal, every strip but the first adds its length less the width of the strip.
		bind.Strips = 1 + int(max(0, measure.CeilDiv(bind.Total-usable, usable-cut)))
		l.Bind = &bind
	}
}

// backing is laid of the cloth that lies there where that is enough, in the fewest lengths, else of what is as wide as
// its fabric.
func backing(b Backing, w, h measure.Length, t *making.Table) *Back {
	usable, _ := t.Usable(b.Role)
	bought := back(b, w, h, usable)
	var best *Back
	if t.Lengths == nil {
		return bought
	}
	there := t.Lengths(b.Role)
	for _, one := range there {
		if one[0] < usable {
			continue
		}
		of, n := back(b, w, h, one[0]), 0
		for _, other := range there {
			if other[0] >= one[0] {
				n += int(max(0, other[1]-t.Squaring) / of.Long.CeilTo(t.Ruler.Mark))
			}
		}
		if n >= of.Lengths && (best == nil || of.Lengths < best.Lengths) {
			best = of
		}
	}
	if best != nil {
		return best
	}
	return bought
}

// back lays lengths of cloth along the quilt or across it, whichever takes less.
func back(b Backing, w, h, usable measure.Length) *Back {
	along := panels(b, w, h, usable)
	across := panels(b, h, w, usable)
	across.W, across.H, across.Sideways = w, h, true
	if across.Long*measure.Length(across.Lengths) < along.Long*measure.Length(along.Lengths) {
		return &across
	}
	return &along
}

// panels covers a span with lengths of cloth side by side.
func panels(b Backing, span, long, usable measure.Length) Back {
	out := Back{Backing: b, W: span, H: long, Long: long, Wide: usable, Seam: backingSeam}
	for n := measure.Length(1); ; n++ {
		seams := n - 1
		if n == 2 && b.Seams == AtTheSides {
			seams = 2 // one of the two is halved
		}
		if wide := n*usable - 2*seams*backingSeam; wide >= span {
			out.Lengths, out.Seams, out.Spare = int(n), int(seams), wide-span
			return out
		}
	}
}
