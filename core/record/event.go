package record

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode"
	"unicode/utf8"

	"vicis/core/naming"
	"vicis/core/work"
)

// EventKind is what happened.
type EventKind string

// The kinds of events.
const (
	Made     EventKind = "made"     // n more came off the machine or the cutting mat
	Aside    EventKind = "aside"    // n of what was made are no good
	Recount  EventKind = "recount"  // there are n good ones, whatever was counted before
	Pile     EventKind = "pile"     // n lie here now: what is missing of them is set aside, what is more was there
	Unpicked EventKind = "unpicked" // n were taken apart again, and what they were made of lies there
	Pressed  EventKind = "pressed"  // n came to the iron: the second count of what was sewn
	Undo     EventKind = "undo"     // the event Of did not happen; undoing an undo brings it back

	Bobbin   EventKind = "bobbin"   // a full bobbin was put in
	Measured EventKind = "measured" // n of them, laid side by side, measured what Reads says
	Printed  EventKind = "prints"   // the blocks Prints names were sewn of the prints it says
)

// MostAtOnce is the largest number one event may carry.
const MostAtOnce = 9999

// Event is one fact. ID is made where it happened, so that a repeated delivery counts once.
type Event struct {
	ID     string       `json:"id" minLength:"8" maxLength:"64" pattern:"^[A-Za-z0-9_-]+$" doc:"Made by the client; a repeated delivery counts once"`
	Step   naming.Step  `json:"step" minLength:"1" maxLength:"200"`
	Kind   EventKind    `json:"kind" enum:"made,aside,recount,pile,unpicked,pressed,undo,measured,bobbin,prints"`
	N      int          `json:"n,omitempty" minimum:"0" maximum:"9999"`
	Exact  string       `json:"exact,omitempty" maxLength:"200" doc:"The exact size of one, as the plan gave it when it was made"`
	Look   string       `json:"look,omitempty" maxLength:"40" doc:"What one shows, as the plan gave it when it was made"`
	Rev    int          `json:"rev,omitempty" minimum:"0" doc:"The revision of the quilt that was worked from"`
	Reason string       `json:"reason,omitempty" maxLength:"300"`
	Reads  string       `json:"reads,omitempty" maxLength:"40" doc:"For measured: what was read, as it was typed"`
	Along  work.Along   `json:"along,omitempty" enum:",across,down,untrimmed" doc:"For measured: in which direction, or before it was trimmed, where it is not a strip set across its strips"`
	Prints []SewnPrints `json:"prints,omitempty" maxItems:"1000" doc:"For made and prints, of blocks whose prints are dealt: of which they were really sewn"`
	Of     string       `json:"of,omitempty" maxLength:"64" doc:"For undo: the event that did not happen"`
	At     string       `json:"at" maxLength:"40" doc:"When it happened, RFC 3339"`
}

// mostSideBySide is how many things are measured together.
const mostSideBySide = 20

// Received says what is wrong with an event as it came from elsewhere, when it happened among it.
func (e Event) Received() string {
	if _, err := time.Parse(time.RFC3339, e.At); err != nil {
		return fmt.Sprintf("“%.40s” is no time: write it like 2026-01-31T18:30:00Z.", e.At)
	}
	for _, text := range []string{e.ID, string(e.Step), e.Exact, e.Look, e.Reason, e.Reads, e.Of} {
		if strings.ContainsFunc(text, unwritten) || !utf8.ValidString(text) {
			return fmt.Sprintf("%q has a character in it that no keyboard writes.", text)
		}
	}
	return e.Check()
}

// unwritten says whether nobody writes a character.
func unwritten(r rune) bool { return unicode.IsControl(r) && r != '\n' && r != '\r' && r != '\t' }

// Check says what is wrong with an event in one sentence, or nothing.
func (e Event) Check() string {
	if len(e.Prints) > 0 && e.Kind != Made && e.Kind != Printed {
		return "Only what was made is of prints."
	}
	if says := checkPrints(e.Prints); says != "" {
		return says
	}
	switch e.Kind {
	case Made, Aside, Pressed, Unpicked:
		if e.N < 1 || e.N > MostAtOnce {
			return fmt.Sprintf("%d is no number to count: write 1 to %d.", e.N, MostAtOnce)
		}
	case Recount, Pile:
		if e.N < 0 || e.N > MostAtOnce {
			return fmt.Sprintf("%d is no count: write 0 to %d.", e.N, MostAtOnce)
		}
	case Measured:
		if strings.TrimSpace(e.Reads) == "" {
			return "A measurement must say what was read."
		}
		if e.N < 1 || e.N > mostSideBySide {
			return fmt.Sprintf("%d side by side cannot be measured: write 1 to %d.", e.N, mostSideBySide)
		}
		if e.Along != work.AcrossIts && e.Along != work.SideToSide && e.Along != work.UpAndDown && e.Along != work.Untrimmed {
			return fmt.Sprintf("“%s” is no direction to measure in.", e.Along)
		}
	case Bobbin:
	case Printed:
		if len(e.Prints) == 0 || e.N != 0 {
			return "What was sewn of which prints names its blocks, and counts none."
		}
	case Undo:
		if e.Of == "" || e.Of == e.ID {
			return "An undo must name the event it takes back."
		}
	default:
		return fmt.Sprintf("“%s” is no kind of event.", e.Kind)
	}
	return ""
}

// Same says whether two events say the same.
func (e Event) Same(o Event) bool {
	a, b := PrintsText(e.Prints), PrintsText(o.Prints)
	one := func(e Event) [12]any {
		return [12]any{e.ID, e.Step, e.Kind, e.N, e.Exact, e.Look, e.Rev, e.Reason, e.Reads, e.Along, e.Of, e.At}
	}
	return a == b && one(e) == one(o)
}

// SewnPrints is one block as it was sewn.
type SewnPrints struct {
	Row    int                 `json:"row" minimum:"1" maximum:"1000" doc:"As the deal calls the block"`
	Column int                 `json:"column" minimum:"1" maximum:"1000"`
	Of     map[string][]string `json:"of" doc:"By role: the print of each of its places in their order; empty text where nobody looked"`
}

// How much one event tells.
const (
	mostSewnBlocks = 1000
	mostSewnPrints = 2000
	mostSewnSide   = 1000
)

func checkPrints(list []SewnPrints) string {
	if len(list) > mostSewnBlocks {
		return fmt.Sprintf("The prints of %d blocks are too many at once: tell at most %d.", len(list), mostSewnBlocks)
	}
	told, seen := 0, map[[2]int]bool{}
	for _, b := range list {
		if b.Row < 1 || b.Column < 1 || b.Row > mostSewnSide || b.Column > mostSewnSide {
			return fmt.Sprintf("There is no block in row %d, column %d.", b.Row, b.Column)
		}
		if seen[[2]int{b.Row, b.Column}] {
			return fmt.Sprintf("The block in row %d, column %d is told twice.", b.Row, b.Column)
		}
		seen[[2]int{b.Row, b.Column}] = true
		for role, of := range b.Of {
			told += len(of)
			if role == "" || len(role) > mostID || slices.ContainsFunc(of, func(p string) bool { return len(p) > mostID }) {
				return "A role or a print of a block that was sewn has no name, or one that is too long."
			}
		}
	}
	if told > mostSewnPrints {
		return fmt.Sprintf("%d prints are too many at once: tell at most %d.", told, mostSewnPrints)
	}
	return ""
}

const mostID = 100

// PrintsText is which prints were sewn as one line of text, empty for none; PrintsOf reads it.
func PrintsText(list []SewnPrints) string {
	if len(list) == 0 {
		return ""
	}
	text, _ := json.Marshal(list) // maps and text only
	return string(text)
}

// PrintsOf reads what PrintsText wrote.
func PrintsOf(text string) (list []SewnPrints, err error) {
	if text == "" {
		return nil, nil
	}
	err = json.Unmarshal([]byte(text), &list)
	return list, err
}
