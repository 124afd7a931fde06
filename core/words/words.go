// Package words says numbers and sizes in trade words.
package words

import (
	"fmt"
	"strings"
	"unicode"
	"unicode/utf8"

	"vicis/core/measure"
	"vicis/core/rules"
)

// Working is how a number comes about: the sum in trade words with its values, and the rules it rests on.
type Working struct {
	Sums  []string      `json:"sums"`
	Rules []rules.Named `json:"rules"`
}

// Size is a width and a height.
type Size struct {
	Text string          `json:"text"`
	W    measure.Reading `json:"w"`
	H    measure.Reading `json:"h"`
}

// SizeOf is a size as a ruler reads it.
func SizeOf(r measure.Ruler, w, h measure.Length) Size {
	return Size{Text: By(r, w, h), W: r.Read(w), H: r.Read(h)}
}

// By is a width by a height.
func By(r measure.Ruler, w, h measure.Length) string { return r.Print(w) + " × " + r.Print(h) }

// Plural is so many of something: 1 strip, 4 strips.
func Plural(n int, one string) string {
	if n == 1 {
		return "1 " + one
	}
	return fmt.Sprintf("%d %ss", n, one)
}

// Are is what so many things are: 1 is, 4 are.
func Are(n int) string {
	if n == 1 {
		return "is"
	}
	return "are"
}

// Verb is what so many things do: 1 nests, 4 nest; 1 does, 4 do.
func Verb(n int, many string) string {
	switch {
	case n != 1:
		return many
	case many == "do":
		return "does"
	}
	return many + "s"
}

// Times says how often.
func Times(n int) string {
	switch n {
	case 1:
		return "once"
	case 2:
		return "twice"
	}
	return fmt.Sprintf("%d times", n)
}

// UpperFirst begins a sentence.
func UpperFirst(s string) string { return first(s, unicode.ToUpper) }

// LowerFirst puts what could begin a sentence inside one.
func LowerFirst(s string) string { return first(s, unicode.ToLower) }

func first(s string, change func(rune) rune) string {
	r, n := utf8.DecodeRuneInString(s)
	if n == 0 || r == utf8.RuneError {
		return s
	}
	return string(change(r)) + s[n:]
}

// Terms is a sum of sizes, those that are alike counted.
func Terms(r measure.Ruler, sizes []measure.Length) string {
	var order []measure.Length
	count := map[measure.Length]int{}
	for _, l := range sizes {
		if count[l] == 0 {
			order = append(order, l)
		}
		count[l]++
	}
	terms := make([]string, len(order))
	for i, l := range order {
		terms[i] = fmt.Sprintf("%d × %s", count[l], r.Print(l))
	}
	return strings.Join(terms, " + ")
}

// Ordinal is a number as it is said of one in a row: 1st, 2nd, 11th.
func Ordinal(n int) string {
	ending := "th"
	if n%100 < 11 || n%100 > 13 {
		switch n % 10 {
		case 1:
			ending = "st"
		case 2:
			ending = "nd"
		case 3:
			ending = "rd"
		}
	}
	return fmt.Sprintf("%d%s", n, ending)
}

// Listed puts names together: A, B and C.
func Listed(names []string) string {
	if n := len(names); n > 1 {
		return strings.Join(names[:n-1], ", ") + " and " + names[n-1]
	}
	return strings.Join(names, "")
}

// Count is how many in words, where there are few: one line, four lines, 5 lines.
func Count(n int, one string) string {
	if n == 1 {
		return "one " + one
	}
	if words := []string{"no", "one", "two", "three", "four"}; n < len(words) {
		return fmt.Sprintf("%s %ss", words[n], one)
	}
	return fmt.Sprintf("%d %ss", n, one)
}
