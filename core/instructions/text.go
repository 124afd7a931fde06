package instructions

import (
	"fmt"
	"math"
	"strings"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/needle"
)

// The sheet printed, for people.

// Text prints the sheet for people.
func (s InstructionSheet) Text() string {
	var out strings.Builder
	fmt.Fprintf(&out, "%s\n", s.Name)
	for i, l := range s.Lines {
		fmt.Fprintf(&out, "%4d  %s\n", i+1, l.Says)
		for k := 0; k < len(l.Cuts); { // those that go to one pile together
			var at []string
			goes := s.goes(l.Cuts[k])
			for ; k < len(l.Cuts) && s.goes(l.Cuts[k]) == goes; k++ {
				at = append(at, l.Cuts[k].Text)
			}
			if at[0] != "" {
				fmt.Fprintf(&out, "        at %s: %s\n", strings.Join(at, ", "), goes)
			}
		}
		for k, seam := range l.Seams {
			if len(seam.Meets) > 0 {
				fmt.Fprintf(&out, "        from the end that goes in first, seam %d of the lower row meets seam %d of the upper "+
					"one\n", seam.Meets[0], seam.Meets[1])
			}
			if l.Do == Close {
				fmt.Fprintf(&out, "        %s%s\n", s.long(seam.Takes),
					strings.NewReplacer("lower one", "last strip", "upper one", "first strip").Replace(pressWords(seam.Press)))
				continue
			}
			fmt.Fprintf(&out, "        seam %d: %s below; %s on top, turned over onto it; %s%s\n", k+1, s.layerWords(seam.Lower),
				s.layerWords(seam.Upper), s.long(seam.Takes), pressWords(seam.Press))
		}
		for _, o := range l.Over {
			fmt.Fprintf(&out, "        face down on %s: %s%s, %s from its left edge and %s from above\n", s.pile(l.Of),
				s.pile(o.Of), turnWords(o.Turn), s.long(o.Left), s.long(o.Top))
		}
		for _, one := range l.Sides {
			fmt.Fprintf(&out, "        %s to the %s edge%s, middle to middle%s\n", s.pile(one.Of), one.Side, s.inWords(one),
				pressWords(one.Press))
		}
		for _, one := range l.Stitches {
			fmt.Fprintf(&out, "        sew %s%s\n", s.stretch(one.StretchInches), pressWords(one.Press))
		}
		for _, k := range l.Knife {
			fmt.Fprintf(&out, "        cut %s\n", s.stretch(k))
		}
		for r, row := range l.Places {
			for c, p := range row {
				fmt.Fprintf(&out, "        row %d, place %d: to the pile of %s%s\n", r+1, c+1, s.pile(p.Step),
					turnWords((360-p.Turn)%360))
			}
		}
		for _, g := range l.Gives {
			if g.Step == "" {
				fmt.Fprintf(&out, "        turned by %d°, to %s × %s, as much off opposite sides\n", g.Turn, s.long(g.Wide),
					s.long(g.High))
				continue
			}
			fmt.Fprintf(&out, "        %d of each to the pile of %s%s\n", g.N, s.pile(g.Step), s.fallsWords(g))
		}
		if l.Do == Sew && l.After != 0 {
			fmt.Fprintf(&out, "        then turn it by %d°\n", l.After)
		}
		if len(l.Trims) > 0 {
			fmt.Fprintf(&out, "        and trim it to %s × %s, as much off opposite sides\n", s.long(l.Trims[0]),
				s.long(l.Trims[1]))
		}
	}
	return out.String()
}

// long is a length as the ruler says it.
func (s InstructionSheet) long(inches float64) string {
	return s.ruler.Print(measure.Length(math.Round(inches * float64(measure.Inch))))
}

// stretch is a line from a point to another, each from the left and from above.
func (s InstructionSheet) stretch(l StretchInches) string {
	return fmt.Sprintf("from %s and %s to %s and %s (from the left, from above)", s.long(l.From[0]), s.long(l.From[1]),
		s.long(l.To[0]), s.long(l.To[1]))
}

// inWords is how far an edge lies inside of the tips beyond it.
func (s InstructionSheet) inWords(one TriangleSide) string {
	if one.In == 0 {
		return ""
	}
	return ", " + s.long(one.In) + " inside of the tips"
}

// fallsWords is how large something is that falls out, what is trimmed off it and how it lies; nothing of what is no
// rectangle and shows no edge.
func (s InstructionSheet) fallsWords(g FallsOut) string {
	if g.Wide == 0 {
		return ""
	}
	says := fmt.Sprintf(", %s × %s", s.long(g.Wide), s.long(g.High))
	if g.Above != nil {
		says += ", " + s.long(*g.Above) + " of it trimmed off above"
	}
	if g.Turn != 0 {
		says += fmt.Sprintf(", turned by %d° before it is trimmed", g.Turn)
	}
	return says + "; its edges show, from above and clockwise, " + s.edges(g)
}

// edges is which fabrics the edges of something show.
func (s InstructionSheet) edges(g FallsOut) string {
	var list []string
	for _, side := range g.Sides {
		var names []string
		for _, id := range side {
			for _, f := range s.Fabrics {
				if f.ID == id {
					names = append(names, f.Name)
				}
			}
		}
		list = append(list, strings.Join(names, " and "))
	}
	return strings.Join(list, "; ")
}

// goes is where what is cut off goes.
func (s InstructionSheet) goes(c Cut) string {
	if c.Step == "" {
		return "clean the end"
	}
	if c.Trim {
		return fmt.Sprintf("each trimmed to %s × %s, to the pile of %s", s.long(c.Wide), s.long(c.High), s.pile(c.Step))
	}
	return "to the pile of " + s.pile(c.Step)
}

// pile is what a pile is called.
func (s InstructionSheet) pile(step naming.Step) string {
	if name := s.Piles[step]; name != "" {
		return name
	}
	return string(step)
}

func (s InstructionSheet) layerWords(l LayerLaid) string {
	says := "what is under way"
	switch {
	case l.Half != "":
		says = "half of " + s.pile(l.Half)
	case l.Row > 0:
		says = fmt.Sprintf("row %d", l.Row)
	case l.Sewn > 0:
		says = fmt.Sprintf("what seam %d gave", l.Sewn)
	case l.Of != "":
		says = s.pile(l.Of)
	}
	switch {
	case l.Long > 0:
		says += fmt.Sprintf(", cut %s long,", s.long(l.Long))
	case l.Strip:
		says += ", cut to the edge,"
	}
	return says + turnWords(l.Turn)
}

func turnWords(turn int) string {
	if turn == 0 {
		return ""
	}
	return fmt.Sprintf(" turned by %d°", turn)
}

func pressWords(p needle.PressedToward) string {
	switch p {
	case needle.Opened:
		return "; press it open"
	case needle.ToLower:
		return "; press toward the lower one"
	case needle.ToUpper:
		return "; press toward the upper one"
	}
	return ""
}
