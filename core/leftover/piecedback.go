package leftover

import (
	"fmt"
	"slices"

	"vicis/core/measure"
	"vicis/core/rules"
	"vicis/core/words"
)

// piecedBack is how what is left makes the backing, or so much of it that fewer lengths are cut for it. Ends of strip
// sets stay out of it, and so does what is left of the backing's own cloth: of that there is less where less is cut.
func (b LeftOver) piecedBack(remnants []Remnant) (GoodFor, bool) {
	back := b.Layout.Back
	if back == nil || back.Lengths > mostLengths {
		return GoodFor{}, false
	}
	own, _ := b.Shelf.Fabric(back.Role)
	var scraps []Scrap
	var names []string
	for _, r := range remnants {
		if r.sewn || r.Name == own.Name {
			continue
		}
		w := r.Width.Length()
		l := r.Length.Length()
		scraps = append(scraps, Scrap{A: w, B: l, Count: r.Count})
		names = append(names, r.Name)
	}
	if len(scraps) == 0 {
		return GoodFor{}, false
	}
	usable := back.Wide
	span, mark := back.W, b.Table.Ruler.Mark
	if back.Sideways {
		span = back.H
	}
	for whole := range back.Lengths { // the fewer lengths, the better
		rest := span
		if n := measure.Length(whole); n > 0 {
			rest = span - n*usable + 2*back.Seam*n
		}
		if courses := Courses(scraps, rest, back.Long, back.Seam, mark); courses != nil {
			return b.backOf(courses, names, whole, rest), true
		}
	}
	return GoodFor{}, false
}

// mostLengths is of how many lengths a backing is at most that is pieced.
const mostLengths = 6

// backOf tells the courses of a pieced back beside so many lengths of cloth.
func (b LeftOver) backOf(courses []Course, names []string, whole int, rest measure.Length) GoodFor {
	back := b.Layout.Back
	pieces := 0
	var widths, sums []string
	wide := -2 * back.Seam * measure.Length(len(courses)-1)
	for _, c := range courses {
		pieces += len(c.Pieces)
		wide += c.Width
		if w := b.Say(c.Width); !slices.Contains(widths, w) {
			widths = append(widths, w)
		}
		sums = append(sums, fmt.Sprintf("cut %s wide: %s = %s", b.Say(c.Width), b.courseWords(c, names), b.Say(c.Long)))
	}
	long := b.Say(back.Long.CeilTo(b.Table.Ruler.Mark))
	how := fmt.Sprintf("cut %s wide and sewn end to end to %s", b.Say(courses[0].Width), long)
	if len(courses) > 1 {
		how = fmt.Sprintf("%d courses side by side, cut %s wide, each sewn end to end to %s", len(courses),
			words.Listed(widths), long)
	}
	says := fmt.Sprintf("A back pieced of what is left: %s; %s in all.", how, words.Plural(pieces, "piece"))
	switch {
	case whole == 0 && pieces == 1:
		says = fmt.Sprintf("The whole back comes out of one piece that is left, %s: %s × %s of it.",
			names[courses[0].Pieces[0].Of], b.Say(courses[0].Width), long)
	case whole > 0:
		says = fmt.Sprintf("A part of the back pieced of what is left, %s the quilt beside %s of cloth instead of %d: %s; "+
			"%s in all.",
			map[bool]string{true: "across", false: "along"}[back.Sideways], words.Plural(whole, "length"), back.Lengths, how,
			words.Plural(pieces, "piece"))
	}
	sums = append(sums, fmt.Sprintf("together %s wide, of %s that are wanted", b.Say(wide),
		b.Say(rest.CeilTo(b.Table.Ruler.Mark))))
	return GoodFor{Says: says, Working: words.Working{
		Sums:  sums,
		Rules: rules.By(rules.PiecedBack, fmt.Sprintf("Its allowance is %s.", b.Say(back.Seam))),
	}}
}

// courseWords is what a course is sewn of.
func (b LeftOver) courseWords(c Course, names []string) string {
	var list []string
	for i := 0; i < len(c.Pieces); {
		n := i
		for n < len(c.Pieces) && c.Pieces[n] == c.Pieces[i] {
			n++
		}
		list = append(list, fmt.Sprintf("%d × %s of %s", n-i, b.Say(c.Pieces[i].Long), names[c.Pieces[i].Of]))
		i = n
	}
	out := words.Listed(list)
	if n := len(c.Pieces) - 1; n > 0 {
		out += fmt.Sprintf(", less %s in each of %s", b.Say(2*b.Layout.Back.Seam), words.Plural(n, "seam"))
	}
	return out
}
