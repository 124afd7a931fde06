package sheet

// Words for numbers and names.

func (b Sheet) shopStep() string {
	if b.Document.Settings.Buy == "m" {
		return "10 cm"
	}
	return "⅛ yd"
}

func ceil(a, b int) int { return (a + b - 1) / b }
