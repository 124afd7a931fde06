package naming

import (
	"fmt"
	"regexp"
	"strings"
)

// What older programs called things by: a strip by the width that was written, what shares strips by the first that was
// cut from them, rows and seams of a grid by their numbers, and what is pressed the second way like a colourway.

// OldStrips is what strips of strip sets were called by.
func OldStrips(role, as string) Step { return Step("strip:" + role + ":" + as) }

// OldEnd is what patches cut from the nth end of strips were called by.
func OldEnd(of, strips Step, nth int) Step {
	return Step(fmt.Sprintf("%s/from/%s-end-%d", of, strings.ReplaceAll(string(strips), "/", "-"), nth))
}

var (
	oldSecond = regexp.MustCompile(`^([^/:@]+)@B(:[^/]+)?(/.*)?$`)
	oldWithin = regexp.MustCompile(`^([^/]+)/(row|column)-(\d+)-(\d+)$`)
	oldJoin   = regexp.MustCompile(`^([^/]+)/(row|column)s-(\d+)$`)
)

// Old is what the names of an older document rest on.
type Old struct {
	Second bool                   // “B” can only mean the second way, since no colourway has that id
	Lines  func(unit string) bool // whether a unit of the document is sewn in rows or columns
}

// Seam reads what an older document calls a seam.
func (o Old) Seam(s Seam) Seam { return Seam(o.modern(string(s))) }

// Step reads what an older document or tally calls a step.
func (o Old) Step(s Step) Step { return Step(o.modern(string(s))) }

// Crossing reads what an older document calls a crossing.
func (o Old) Crossing(c Crossing) Crossing {
	seam, point, one := strings.Cut(string(c), "#")
	if seam = o.modern(seam); one {
		seam += "#" + point
	}
	return Crossing(seam)
}

func (o Old) modern(text string) string {
	if m := oldSecond.FindStringSubmatch(text); m != nil && o.Second {
		text = m[1] + "@@" + second + m[2] + m[3]
	}
	of, _, _ := strings.Cut(text, "/")
	if !o.Lines(Unit(of).ID()) {
		return text
	}
	if m := oldWithin.FindStringSubmatch(text); m != nil {
		across := map[string]string{"row": "column", "column": "row"}[m[2]]
		return fmt.Sprintf("%s/%s-%s/%s-%s", m[1], m[2], m[3], across, m[4])
	}
	if m := oldJoin.FindStringSubmatch(text); m != nil {
		return fmt.Sprintf("%s/%s-%s/join", m[1], m[2], m[3])
	}
	return text
}

// Called is a step as a table that was written elsewhere calls it: of this plan or of none.
func Called(text string) Step { return Step(text) }
