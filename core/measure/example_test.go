package measure_test

import (
	"fmt"

	"vicis/core/measure"
)

// A ruler prints what lies on its marks, and says so where something does not.
func ExampleRuler_Print() {
	ruler := measure.Ruler{Units: measure.Inches, Mark: measure.Inch / 8}
	fmt.Println(ruler.Print(27 * measure.Inch / 8))
	fmt.Println(ruler.Print(measure.Inch / 3))
	centimetres := measure.Ruler{Units: measure.Centimetres, Mark: measure.Millimetre}
	fmt.Println(centimetres.Print(85 * measure.Millimetre))
	// Output:
	// 3⅜″
	// ≈21/64″
	// 8.5 cm
}

// A document writes a length so that the same one is read back.
func ExampleWrite() {
	l := 27 * measure.Inch / 8
	back, err := measure.Parse(measure.Write(l).String(), measure.Inches)
	fmt.Println(measure.Write(l), back == l, err)
	// Output:
	// 3 3/8 in true <nil>
}
