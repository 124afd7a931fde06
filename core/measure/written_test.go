package measure

import "testing"

// What is read quickly is what is read carefully.
func TestWhatWasWrittenIsReadTheSame(t *testing.T) {
	texts := []string{
		"2 in", "2 1/2 in", "1/2 in", "359/1016 in", "0 in", "02 in", "2 5/4 in", "2 1/3 in", "2 1/7 in", "2  1/2 in", "2 in ", "+2 in",
		"2 +1/2 in", "2 1/0 in", "0/4 in", "4000000000 in", "2/1 in", " in", "2 1/2", "2 1 in", "2 /2 in", "2 1/ in", "2.5 in", "1 2/4 in",
	}
	for l := Length(0); l < 3*Inch; l += 97 {
		texts = append(texts, Write(l).String())
	}
	for _, text := range texts {
		quick, as := unwritten(text)
		careful, err := Parse(text, Inches)
		if as && (err != nil || quick != careful) {
			t.Errorf("%q is %d, read carefully %d, %v", text, quick, careful, err)
		}
	}
	if l, as := unwritten("12 3/8 in"); !as || l != 12*Inch+3*Inch/8 {
		t.Errorf("12 3/8 in is %d", l)
	}
}
