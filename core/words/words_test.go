package words

import (
	"testing"
)

func TestCountsInWords(t *testing.T) {
	for n, want := range map[int]string{1: "once", 2: "twice", 3: "3 times", 120: "120 times"} {
		if got := Times(n); got != want {
			t.Errorf("%d: %q", n, got)
		}
	}
	if Plural(1, "set") != "1 set" || Plural(4, "set") != "4 sets" {
		t.Error("one set, four sets")
	}
}

func TestSentencesBeginAndGoOnInAnyAlphabet(t *testing.T) {
	for _, c := range [][3]string{
		{"äste", "Äste", "äste"},
		{"Übergang", "Übergang", "übergang"},
		{"", "", ""},
		{"4-patch", "4-patch", "4-patch"},
	} {
		if UpperFirst(c[0]) != c[1] || LowerFirst(c[0]) != c[2] {
			t.Errorf("%q: %q, %q", c[0], UpperFirst(c[0]), LowerFirst(c[0]))
		}
	}
}
