package sheet

import "vicis/core/school"

// Words for numbers and names.

func (b Sheet) shopStep() string {
	if b.Settings.Buy == school.ByTheMetre {
		return "10 cm"
	}
	return "⅛ yd"
}

func ceil(a, b int) int { return (a + b - 1) / b }
