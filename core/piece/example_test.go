package piece_test

import (
	"fmt"

	"vicis/core/measure"
	"vicis/core/piece"
)

const (
	inch    = measure.Inch
	quarter = inch / 4
)

func size(p piece.Piece) string {
	ruler := measure.Ruler{Units: measure.Inches, Mark: inch / 8}
	w, h := p.Size()
	return ruler.Print(w) + " × " + ruler.Print(h)
}

// A four-patch: two strips sewn, two segments cut across them, one of them turned, sewn together. The seams meet once,
// and lie nested when they are pressed to the same side of the line as it was sewn, for the second one is turned.
func ExamplePiece_Slice() {
	set, _ := piece.JoinDown(piece.Cut("dark", 40*inch, 5*inch/2), piece.Cut("light", 40*inch, 5*inch/2), quarter, "set")
	segment := set.Slice(inch/2, 5*inch/2)
	four, _ := piece.JoinRight(segment, segment.Turn(180), quarter, "four")
	fmt.Println("strip set", size(set))
	fmt.Println("segment", size(segment))
	fmt.Println("four-patch", size(four), "finishes", size(four.Finished(quarter)))
	m := four.Meetings[0]
	fmt.Println(len(four.Meetings), "meeting of", m.A.Seam, "and", m.B.Seam, "alike:", m.A.E*m.B.E > 0)
	// Output:
	// strip set 40″ × 4½″
	// segment 2½″ × 4½″
	// four-patch 4½″ × 4½″ finishes 4″ × 4″
	// 1 meeting of set and set alike: true
}

// Edges that differ are refused, and by how much they differ is said.
func ExampleJoinRight() {
	_, err := piece.JoinRight(piece.Cut("a", 4*inch, 6*inch), piece.Cut("b", 4*inch, 23*inch/4), quarter, "seam")
	fmt.Println(err)
	// Output:
	// edges of 5.75 and 6 inches cannot be joined
}

// Two squares lie right sides together, are sewn a quarter inch off both sides of the diagonal and cut apart on it:
// what falls out below the diagonal is opened.
func ExampleLayers_Open() {
	square := 3 * inch
	layers := piece.Layer(piece.Cut("dark", square, square), piece.Cut("light", square, square))
	diagonal := piece.Falling(piece.Num{})
	stitch := piece.Half{Line: diagonal.Beside(-1, piece.Of(quarter)), Side: -1}
	half := layers.Open([]piece.Half{{Line: diagonal, Side: -1}}, stitch, "half")
	for _, p := range half.Patches {
		fmt.Println(p.Role, len(p.Poly), "corners, on the bias:", p.Bias())
	}
	// Output:
	// dark 3 corners, on the bias: false
	// light 3 corners, on the bias: false
}
