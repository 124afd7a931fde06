package plan

import (
	"fmt"
	"strings"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
)

// Words for numbers and names.

func (b *builder) say(l measure.Length) string { return b.t.Ruler.Print(l) }

func (b *builder) size(w, h measure.Length) Size {
	return Size{Text: b.say(w) + " × " + b.say(h), W: b.t.Ruler.Read(w), H: b.t.Ruler.Read(h)}
}

func exactly(lengths ...measure.Length) string {
	words := make([]string, len(lengths))
	for i, l := range lengths {
		words[i] = string(measure.Write(l))
	}
	return strings.Join(words, " x ")
}

func plural(n int, one string) string {
	if n == 1 {
		return "1 " + one
	}
	return fmt.Sprintf("%d %ss", n, one)
}

func (b *builder) shopStep() string {
	if b.d.Settings.Buy == "m" {
		return "10 cm"
	}
	return "⅛ yd"
}

// shop is the ruler cloth is sold by, apart from the one patches are cut by.
func (b *builder) shop() measure.Ruler {
	if b.d.Settings.Buy == "m" {
		return measure.Ruler{Units: measure.Centimetres}
	}
	return measure.Ruler{Units: measure.Inches}
}

// nameOf is what the thing an act makes is called.
func (b *builder) nameOf(act naming.Step) string {
	st, ok := b.acts[act]
	switch {
	case !ok:
		return string(act)
	case st.act.Name == "":
		return st.made.Unit.Name
	case st.made.Kind == making.PiecedKind:
		return st.made.Unit.Name + ": " + st.act.Name
	}
	return st.act.Name
}

func (b *builder) stripsOf(id naming.Step) int {
	for _, f := range b.cut.Fabrics {
		for _, s := range f.Strips {
			if s.ID == id {
				return s.Count
			}
		}
	}
	return 0
}

func times(n int) string {
	switch n {
	case 1:
		return "once"
	case 2:
		return "twice"
	}
	return fmt.Sprintf("%d times", n)
}

// terms is a sum of finished sizes, those that are alike counted.
func (b *builder) terms(sizes []measure.Length) string {
	var order []measure.Length
	count := map[measure.Length]int{}
	for _, l := range sizes {
		if count[l] == 0 {
			order = append(order, l)
		}
		count[l]++
	}
	words := make([]string, len(order))
	for i, l := range order {
		words[i] = fmt.Sprintf("%d × %s", count[l], b.say(l))
	}
	return strings.Join(words, " + ")
}

func ceil(a, b int) int { return (a + b - 1) / b }
