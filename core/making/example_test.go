package making_test

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/straight"
	"vicis/core/triangle"
)

// Units are made on a table, in whatever order they stand in the document: each says what it is made of, how it is
// sewn, and in which runs.
func ExampleAll() {
	ruler := measure.Ruler{Units: measure.Inches, Mark: measure.Inch / 8}
	var problems problem.List
	table := making.Table{
		Units: measure.Inches, Seam: measure.Inch / 4, Strip: 5 * measure.Inch / 2, Ruler: ruler,
		Squaring: measure.Inch / 2, Problems: &problems,
		Usable: func(string) (measure.Length, bool) { return 40 * measure.Inch, true },
		Seen:   piece.ByRole,
	}
	made, order := making.All([]making.Unit{
		{ID: "half", Name: "Half-square", How: &triangle.HalfSquare{
			Way: "two", Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"}, Finished: making.Typed("2 in"),
			Sizing: "rule",
		}},
		{ID: "segment", Name: "Segment", How: &straight.SubCut{From: "set"}},
		{ID: "set", Name: "Set", How: &straight.StripSet{Strips: []straight.SetStrip{
			{ID: "a", Role: "A"}, {ID: "b", Role: "B"}, {ID: "c", Role: "A"},
		}}},
	}, table)
	for _, id := range order {
		w, h := made[id].Piece.Size()
		fmt.Printf("%s: %s × %s, a %s\n", id, ruler.Print(w), ruler.Print(h), made[id].Sort)
		for _, act := range made[id].Acts {
			fmt.Printf("  %s\n", act.ID)
		}
	}
	fmt.Println(len(problems), "problems")
	// Output:
	// half: 2½″ × 2½″, a unit
	//   half/lower
	//   half/upper
	//   half/mark
	//   half/pair
	//   half
	// set: 40″ × 6½″, a strip set
	//   set
	// segment: 2½″ × 6½″, a sub-cut
	//   segment
	// 0 problems
}
