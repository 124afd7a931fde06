package leftover

import (
	"cmp"
	"slices"

	"vicis/core/measure"
)

// A back pieced of what there is: courses side by side, each sewn end to end from pieces cut to its width.

// Scrap is so many pieces of cloth of one size.
type Scrap struct {
	A, B  measure.Length
	Count int
}

// CoursePiece is cut from a scrap: as wide as its course, and so long.
type CoursePiece struct {
	Of   int // which of the scraps
	Long measure.Length
}

// Course is sewn end to end.
type Course struct {
	Width  measure.Length
	Long   measure.Length // with what the seams take off
	Pieces []CoursePiece
}

// How much is pieced: more pieces than that nobody sews into a back, and narrower ones neither (judgement).
const (
	mostCoursed  = 60
	narrowCourse = 3 * measure.Inch
	mostScraps   = 120 // pieces that are looked at
	mostWidths   = 24  // of a course that are tried
)

// scrap is one piece of cloth, or what is left of it.
type scrap struct {
	which         int
	across, along measure.Length // as it is cut: the course is cut from across
}

// Courses lays courses side by side until they are as wide as span, each as long as long; nothing where there is not
// enough. Every seam takes an allowance of both sides. Each course is the widest that can still be filled: fewer seams.
func Courses(scraps []Scrap, span, long, seam, mark measure.Length) (list []Course) {
	var pool []scrap
	for i, s := range scraps {
		for range min(s.Count, mostScraps-len(pool)) {
			pool = append(pool, scrap{i, s.A, s.B})
		}
	}
	pieces := 0
	for need := span; need > 0; {
		if len(list) > 0 {
			need += 2 * seam
		}
		course, rest, ok := nextCourse(pool, max(need.CeilTo(mark), narrowCourse), long, seam, mark, mostCoursed-pieces)
		if !ok {
			return nil
		}
		list, pool = append(list, course), rest
		pieces += len(course.Pieces)
		need -= course.Width
	}
	return list
}

// nextCourse is the widest course, not wider than need, that can be filled.
func nextCourse(pool []scrap, need, long, seam, mark measure.Length, most int) (Course, []scrap, bool) {
	widths := []measure.Length{need}
	for _, s := range pool {
		for _, w := range []measure.Length{s.across / mark * mark, s.along / mark * mark} {
			if w >= narrowCourse && w < need {
				widths = append(widths, w)
			}
		}
	}
	slices.SortFunc(widths, func(a, b measure.Length) int { return cmp.Compare(b, a) })
	widths = slices.Compact(widths)
	for _, w := range widths[:min(mostWidths, len(widths))] {
		if course, rest, ok := courseOf(pool, w, long, seam, most); ok {
			return course, rest, true
		}
	}
	return Course{}, nil, false
}

// courseOf sews pieces of one width end to end, the longest first; the last is the shortest that makes it long enough.
func courseOf(pool []scrap, width, long, seam measure.Length, most int) (Course, []scrap, bool) {
	c := Course{Width: width}
	rest := slices.Clone(pool)
	for c.Long < long {
		if len(c.Pieces) == most {
			return c, nil, false
		}
		takes := measure.Length(0)
		if len(c.Pieces) > 0 {
			takes = 2 * seam
		}
		best, turned, gives := -1, false, measure.Length(0)
		better := func(has measure.Length) bool {
			enough, was := c.Long+has-takes >= long, best >= 0 && c.Long+gives-takes >= long
			switch {
			case best < 0 || enough && !was:
				return true
			case enough:
				return has < gives
			}
			return !was && has > gives
		}
		for i, s := range rest {
			if s.across >= width && s.along >= narrowCourse && better(s.along) {
				best, turned, gives = i, false, s.along
			}
			if s.along >= width && s.across >= narrowCourse && better(s.across) {
				best, turned, gives = i, true, s.across
			}
		}
		if best < 0 {
			return c, nil, false
		}
		s := rest[best]
		if turned {
			s.across, s.along = s.along, s.across
		}
		c.Pieces = append(c.Pieces, CoursePiece{s.which, s.along})
		c.Long += gives - takes
		if s.across -= width; s.across >= narrowCourse {
			rest[best] = s
		} else {
			rest = slices.Delete(rest, best, best+1)
		}
	}
	return c, rest, true
}
