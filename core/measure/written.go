package measure

// Written is a length as it stands in a document: the text, and what it says, which is read once. A number without a
// unit is in inches until In says by which rule it was written. The zero value is "not given".
type Written struct {
	text string
	is   Length
	says string // why it is no length; empty where it is one
}

// Typed reads a length as a quilter types it.
func Typed(text string) Written { return typed(text, Inches) }

func typed(text string, def Units) Written {
	if text == "" {
		return Written{}
	}
	if l, as := unwritten(text); as {
		return Written{text: text, is: l}
	}
	l, err := Parse(text, def)
	if err != nil {
		return Written{text: text, says: err.Error()}
	}
	return Written{text: text, is: l}
}

// Write gives the exact text of a length of 0 or more for a document: "2 1/2 in", "6.5 cm", or as a last resort a
// fraction of the grid such as "359/1016 in". Parse reads each back to the same length.
func Write(l Length) Written {
	if l%sixtyFourth != 0 && l%tenthMM == 0 {
		return Written{text: decimal(l, Centimetre, 2) + " cm", is: l}
	}
	return Written{text: fraction(l) + " in", is: l}
}

// In is what was written by a rule, in its exact text with its unit, so that it keeps its meaning when the rule is
// changed; as it is where it cannot be read.
func (w Written) In(rule Units) Written {
	if w = typed(w.text, rule); w.text == "" || w.says != "" {
		return w
	}
	return Write(w.is)
}

// Rule says by which rule it was written: see In.
func (w *Written) Rule(rule Units) { *w = w.In(rule) }

// Given says whether anything is written.
func (w Written) Given() bool { return w.text != "" }

// Length is what is written; 0 where that is nothing, or no length.
func (w Written) Length() Length { return w.is }

// Err says what is wrong with what is written, and that a length is missing where nothing is; nil where there is one.
// It is a *ParseError.
func (w Written) Err() error {
	switch {
	case w.says != "":
		return &ParseError{Text: w.text, Says: w.says}
	case w.text == "":
		_, err := Parse("", Inches)
		return err
	}
	return nil
}

// String is the text.
func (w Written) String() string { return w.text }

// MarshalText gives the text.
func (w Written) MarshalText() ([]byte, error) { return []byte(w.text), nil }

// UnmarshalText reads any text; what is wrong with it is said by Err, so that nothing typed is lost.
func (w *Written) UnmarshalText(text []byte) error {
	*w = Typed(string(text))
	return nil
}
