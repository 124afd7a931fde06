package measure

import (
	"fmt"
	"strconv"
	"strings"
)

// Ruler is the rule a quilter cuts by: its units and its finest mark (1/8 inch and 1 mm are common).
type Ruler struct {
	Units Units
	Mark  Length
}

// Reading is a length as the ruler shows it. Text is for reading; Inches is for drawing only.
type Reading struct {
	Text   string  `json:"text" doc:"As the ruler reads, e.g. 2½″ or 6.5 cm; ≈ before what falls between two marks"`
	Inches float64 `json:"inches" doc:"The same length in inches, for drawing to scale"`
	Exact  Length  `json:"-"`
}

// Read pairs a length with how it reads.
func (r Ruler) Read(l Length) Reading { return Reading{Text: r.Print(l), Inches: l.Inches(), Exact: l} }

// About reads a length that nothing is cut to, such as that of a seam: to an eighth of an inch or a millimetre.
func (r Ruler) About(l Length) Reading {
	step := Inch / 8
	if r.Units == Centimetres {
		step = Millimetre
	}
	text := r.Print(l)
	if near := (l + step/2) / step * step; strings.HasPrefix(text, "≈") && near > 0 {
		text = "≈" + r.plain(near)
	}
	return Reading{Text: text, Inches: l.Inches(), Exact: l}
}

// Print shows a length as the ruler reads: 2½″, 12⅜″, 6.5 cm. What is not on a mark is shown to the nearest 1/64 inch
// or 0.1 mm behind ≈, so that it is never taken for a size to cut.
func (r Ruler) Print(l Length) string {
	sign := ""
	if l < 0 {
		sign, l = "−", -l
	}
	step, mark := sixtyFourth, r.Mark
	if r.Units == Centimetres {
		step = tenthMM
	}
	if mark > 0 && l%mark == 0 && l%step == 0 {
		return sign + r.plain(l)
	}
	return "≈" + sign + r.plain((l+step/2)/step*step)
}

func (r Ruler) plain(l Length) string {
	if r.Units == Centimetres {
		return decimal(l, Centimetre, 2) + " cm"
	}
	s := fraction(l)
	whole, part, mixed := strings.Cut(s, " ")
	if !mixed {
		if !strings.Contains(s, "/") {
			return s + "″"
		}
		whole, part = "", s
	}
	for char, f := range vulgar {
		if part == fmt.Sprintf("%d/%d", f[0], f[1]) {
			return whole + string(char) + "″"
		}
	}
	return strings.TrimSpace(whole+" "+part) + "″"
}

// fraction writes inches as whole and reduced fraction: "2", "1/2", "12 3/8".
func fraction(l Length) string {
	whole, rest := l/Inch, l%Inch
	if rest == 0 {
		return strconv.FormatInt(int64(whole), 10)
	}
	d := gcd(rest, Inch)
	part := fmt.Sprintf("%d/%d", rest/d, Inch/d)
	if whole == 0 {
		return part
	}
	return fmt.Sprintf("%d %s", whole, part)
}

// decimal writes l in the unit one with at most places decimals, l being a whole number of the last place.
func decimal(l, one Length, places int) string {
	pow := Length(1)
	for range places {
		pow *= 10
	}
	hundredths := l / (one / pow)
	s := fmt.Sprintf("%d.%0*d", hundredths/pow, places, hundredths%pow)
	return strings.TrimRight(strings.TrimRight(s, "0"), ".")
}

func gcd(a, b Length) Length {
	for b != 0 {
		a, b = b, a%b
	}
	return a
}

// Cloth shows a length of cloth the way a shop sells it: in yards and fractions, or in metres.
func (r Ruler) Cloth(l Length) string {
	if r.Units == Centimetres {
		return decimal(l, Metre, 2) + " m"
	}
	perYard := Ruler{Inches, Inch / 8}.Print(l * Inch / Yard)
	return strings.TrimSuffix(perYard, "″") + " yd"
}
