package iron

import (
	"testing"
)

// Which way a row of seams goes, as one says it at the iron: +1 is up in a strip set and to the right in a row.
func TestDirectionsInWords(t *testing.T) {
	for _, c := range []struct {
		x    []int
		one  string
		want string
	}{
		{[]int{1}, "seam", "up, toward the first strip"},
		{[]int{-1, -1, -1}, "seam", "every seam down, toward the last strip"},
		{[]int{1, 1, -1, -1}, "seam", "outward, away from the middle"},
		{[]int{-1, 1}, "seam", "inward, toward the middle"},
		{[]int{1, -1, 1}, "seam", "seam by seam: 1 up, 2 down, 3 up"},
		{[]int{1, 1, -1}, "seam", "seam by seam: 1 up, 2 up, 3 down"},
	} {
		if got := direction(c.x, "up, toward the first strip", "down, toward the last strip", c.one); got != c.want {
			t.Errorf("%v: %q, want %q", c.x, got, c.want)
		}
	}
	for _, c := range []struct {
		x    []int
		want string
	}{
		{[]int{1, 1, 1}, "every seam to the right"},
		{[]int{1, -1}, "inward, toward the middle"},
		{[]int{-1, 1}, "outward, away from the middle"},
		{[]int{-1, 1, -1}, "seam by seam: 1 to the left, 2 to the right, 3 to the left"},
	} {
		if got := direction(c.x, "to the right", "to the left", "block"); got != c.want {
			t.Errorf("a row, %v: %q, want %q", c.x, got, c.want)
		}
	}
}
