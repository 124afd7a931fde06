package document

import (
	"bytes"
	"encoding/json"
	"fmt"
	"unicode/utf8"

	"vicis/core/problem"
)

// MostBytes is how large a document may be that is sent or written.
const MostBytes = 1 << 20

// Unreadable is the code of what is no document at all.
const Unreadable = "document-unreadable"

// TooLong is the code of a text that is longer than it may be; such a document is not planned at all, for what is made
// is called by its texts many times over.
const TooLong = "text-too-long"

// How many characters the texts of a document have at most: a note, an id, what is made of several ids (a seam, a
// step), and everything else: names, what names a unit in a colourway, lengths as they are typed.
const (
	longestNote  = 4000
	longestID    = 64
	longestPlace = 400
	longestText  = 200
)

// bounds is how much is read: of what is sent, and of what was stored by any program, which is read where it can be.
type bounds struct{ bytes, times int }

var (
	sent   = bounds{MostBytes, 1}
	stored = bounds{64 * MostBytes, 16}
)

// longest is how many characters a text may have by where it stands.
func (b bounds) longest(at []any) int {
	most := longestText
	switch last := at[len(at)-1]; {
	case last == "note":
		most = longestNote
	case last == "id":
		most = longestID
	case at[0] == "press" || len(at) > 1 && at[1] == "steps":
		most = longestPlace
	}
	return b.times * most
}

// texts says which texts of a document are too long, a few of them.
func (b bounds) texts(data []byte, problems *problem.List) {
	dec := json.NewDecoder(bytes.NewReader(data))
	const mostTold = 20
	check := func(at []any, most int, text string) bool {
		n := utf8.RuneCountInString(text)
		if n <= most {
			return true
		}
		if len(*problems) < mostTold {
			problems.Stop(TooLong, problem.At(at...), fmt.Sprintf("“%.20s…” has %d characters.", text, n),
				fmt.Sprintf("Write at most %d.", most))
		}
		return false
	}
	var walk func(at []any) bool
	walk = func(at []any) bool {
		token, err := dec.Token()
		if err != nil {
			return false // the decoder says what is wrong with it
		}
		switch token {
		case json.Delim('['):
			for i := 0; dec.More(); i++ {
				if !walk(append(at, i)) {
					return false
				}
			}
		case json.Delim('{'):
			for dec.More() {
				key, err := dec.Token()
				name, _ := key.(string)
				if err != nil {
					return false
				}
				next := at // what stands under a key that is too long is not called by it
				if check(at, b.longest(append(at, "")), name) {
					next = append(at, name)
				}
				if !walk(next) {
					return false
				}
			}
		default:
			if text, is := token.(string); is && len(at) > 0 {
				check(at, b.longest(at), text)
			}
			return true
		}
		_, err = dec.Token() // it ends
		return err == nil
	}
	walk(nil)
}
