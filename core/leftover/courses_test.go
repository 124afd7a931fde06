package leftover_test

import (
	"math/rand/v2"
	"testing"

	"vicis/core/leftover"
	"vicis/core/measure"
)

// Of seeded scraps: the courses are as wide together and as long as they should be, by sums of their own; every piece
// fits into the scrap it is cut from, and of no scrap more is cut than it has. With one more that is large enough for
// all of it there is always a back.
func TestCoursesComeOutOfTheScraps(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 18))
	const seam, mark = measure.Inch / 2, measure.Inch / 8
	found, pieced := 0, 0
	for range 3000 {
		side := func(least, most int) measure.Length { return measure.Length(8*least+r.IntN(8*(most-least))) * mark }
		var scraps []leftover.Scrap
		for range 1 + r.IntN(8) {
			scraps = append(scraps, leftover.Scrap{A: side(2, 45), B: side(2, 40), Count: 1 + r.IntN(5)})
		}
		span, long := side(3, 60), side(10, 70)
		list := leftover.Courses(scraps, span, long, seam, mark)
		whole := append(scraps, leftover.Scrap{A: span + 3*measure.Inch, B: long + 3*measure.Inch, Count: 1})
		if leftover.Courses(whole, span, long, seam, mark) == nil {
			t.Fatalf("none of %v, %d × %d", whole, span, long)
		}
		if list == nil {
			continue
		}
		found++
		wide, all := measure.Length(0), 0
		area := make([]float64, len(scraps))
		for i, c := range list {
			if i > 0 {
				wide -= 2 * seam
			}
			wide += c.Width
			sewn := measure.Length(0)
			for k, p := range c.Pieces {
				if k > 0 {
					sewn -= 2 * seam
				}
				sewn += p.Long
				s := scraps[p.Of]
				if !(c.Width <= s.A && p.Long <= s.B || c.Width <= s.B && p.Long <= s.A) {
					t.Errorf("%d × %d does not come out of %v", c.Width, p.Long, s)
				}
				area[p.Of] += c.Width.Inches() * p.Long.Inches()
				all++
			}
			if sewn != c.Long || sewn < long {
				t.Errorf("a course is %d long, told %d, wanted %d", sewn, c.Long, long)
			}
		}
		if all > 1 {
			pieced++
		}
		if wide < span || all > 60 {
			t.Errorf("%d wide, wanted %d, of %d pieces", wide, span, all)
		}
		for i, s := range scraps {
			if has := s.A.Inches() * s.B.Inches() * float64(s.Count); area[i] > has+1e-6 {
				t.Errorf("%v has %f, cut is %f", s, has, area[i])
			}
		}
	}
	if found < 200 || pieced < 150 {
		t.Errorf("only %d backs, %d of several pieces", found, pieced)
	}
}
