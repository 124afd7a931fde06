package measure

import (
	"fmt"
	"math/big"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"
)

// ParseError says in one sentence what is wrong with a written length and how to write it.
type ParseError struct {
	Text string
	Says string
}

func (e *ParseError) Error() string { return e.Says }

const howToWrite = "Write it like 2 1/2, 2.5, 6.5 cm or 65 mm"

var unitWords = map[string]Length{
	"in": Inch, "inch": Inch, "inches": Inch, `"`: Inch, "″": Inch, "”": Inch, "''": Inch,
	"ft": Foot, "foot": Foot, "feet": Foot,
	"yd": Yard, "yds": Yard, "yard": Yard, "yards": Yard,
	"mm": Millimetre, "cm": Centimetre, "m": Metre,
}

var vulgar = map[rune][2]int64{
	'½': {1, 2}, '¼': {1, 4}, '¾': {3, 4}, '⅛': {1, 8}, '⅜': {3, 8}, '⅝': {5, 8}, '⅞': {7, 8}, '⅓': {1, 3}, '⅔': {2, 3},
}

// Parse reads a length as a quilter writes it: 2.5, 2 1/2, 2½, 2-1/2, 6,5 cm, 65mm, 1 1/8 yd. A number without a unit
// is in def. A comma is a decimal comma. What falls between two points of the grid goes to the nearer one (an error of
// at most 1/48768 inch); every 1/64 inch and every 0.1 mm is exact. Negative lengths and lengths over Longest are
// refused. The error is a *ParseError.
func Parse(text string, def Units) (Length, error) {
	fail := func(says string) (Length, error) { return 0, &ParseError{Text: text, Says: says} }
	s := strings.TrimSpace(text)
	if s == "" {
		return fail("A length is missing. " + howToWrite + ".")
	}
	if len(s) > 40 {
		return fail("That is too long for a length. " + howToWrite + ".")
	}
	quoted := "“" + s + "”"
	if strings.HasPrefix(s, "-") || strings.HasPrefix(s, "−") {
		return fail(quoted + " is less than nothing. Write a length of 0 or more.")
	}
	number, unit := splitUnit(s)
	one := Inch
	if def == Centimetres {
		one = Centimetre
	}
	if unit != "" {
		u, ok := unitWords[strings.ToLower(unit)]
		if !ok {
			return fail(quoted + " is not a length: “" + unit + "” is no unit. " + howToWrite + ".")
		}
		one = u
	}
	v, ok := readNumber(number)
	if !ok {
		return fail(quoted + " is not a length. " + howToWrite + ".")
	}
	v.Mul(v, new(big.Rat).SetInt64(int64(one)))
	if v.Cmp(new(big.Rat).SetInt64(int64(Longest))) > 0 {
		return fail(quoted + " is longer than a thousand yards. Write a shorter length.")
	}
	// nearest point of the grid: floor(v + 1/2)
	v.Add(v, big.NewRat(1, 2))
	return Length(new(big.Int).Div(v.Num(), v.Denom()).Int64()), nil
}

// unwritten reads inches as Write writes them, which is read far more often than what a quilter types; false for all
// else.
func unwritten(text string) (l Length, as bool) {
	number, inches := strings.CutSuffix(text, " in")
	whole, part, both := strings.Cut(number, " ")
	if !both && strings.Contains(whole, "/") {
		whole, part = "0", whole
	}
	n, err := strconv.ParseUint(whole, 10, 32)
	if !inches || err != nil {
		return 0, false
	}
	l = Length(n) * Inch
	if part != "" {
		above, below, _ := strings.Cut(part, "/")
		a, err1 := strconv.ParseUint(above, 10, 32)
		b, err2 := strconv.ParseUint(below, 10, 32)
		if err1 != nil || err2 != nil || a >= b || Length(a)*Inch%Length(b) != 0 {
			return 0, false
		}
		l += Length(a) * Inch / Length(b)
	}
	return l, l <= Longest && (part != "" || !both)
}

func splitUnit(s string) (number, unit string) {
	end := strings.LastIndexFunc(s, func(r rune) bool {
		_, v := vulgar[r]
		return unicode.IsDigit(r) || v || r == '.' || r == ','
	})
	if end < 0 {
		return "", s
	}
	_, size := utf8.DecodeRuneInString(s[end:])
	end += size
	return s[:end], strings.TrimSpace(s[end:])
}

// readNumber reads a whole or decimal number, a fraction, or a whole number followed by a fraction.
func readNumber(s string) (*big.Rat, bool) {
	s = strings.Map(func(r rune) rune {
		switch r {
		case '⁄', '∕':
			return '/'
		case '–', '-', '\u00a0', '\u202f':
			return ' '
		}
		return r
	}, s)
	var expanded strings.Builder
	for _, r := range s {
		if f, ok := vulgar[r]; ok {
			fmt.Fprintf(&expanded, " %d/%d ", f[0], f[1])
		} else {
			expanded.WriteRune(r)
		}
	}
	words := strings.Fields(expanded.String())
	switch len(words) {
	case 1:
		if strings.Contains(words[0], "/") {
			return readFraction(words[0])
		}
		return readDecimal(words[0])
	case 2:
		whole, ok1 := readDigits(words[0])
		part, ok2 := readFraction(words[1])
		if !ok1 || !ok2 || part.Cmp(big.NewRat(1, 1)) >= 0 {
			return nil, false
		}
		return part.Add(part, whole), true
	}
	return nil, false
}

func readDigits(s string) (*big.Rat, bool) {
	if s == "" || len(s) > 18 || strings.TrimLeft(s, "0123456789") != "" {
		return nil, false
	}
	return new(big.Rat).SetString(s)
}

func readFraction(s string) (*big.Rat, bool) {
	a, b, found := strings.Cut(s, "/")
	top, ok1 := readDigits(a)
	bottom, ok2 := readDigits(b)
	if !found || !ok1 || !ok2 || bottom.Sign() == 0 {
		return nil, false
	}
	return top.Quo(top, bottom), true
}

func readDecimal(s string) (*big.Rat, bool) {
	s = strings.Replace(s, ",", ".", 1)
	whole, part, found := strings.Cut(s, ".")
	if found && part == "" || whole == "" && part == "" {
		return nil, false
	}
	if whole == "" {
		whole = "0"
	}
	if _, ok := readDigits(whole); !ok {
		return nil, false
	}
	if !found {
		return readDigits(whole)
	}
	if _, ok := readDigits(part); !ok {
		return nil, false
	}
	return new(big.Rat).SetString(whole + "." + part)
}
