// Package sheet tells what is to be done in trade words: steps, cut lists, the script at the mat, press cards, sizes,
// leftovers, values.
package sheet

import (
	"vicis/core/work"
)

// Sheet tells a work.
type Sheet struct{ *work.Work }

// Of is the sheet of a work.
func Of(w *work.Work) Sheet { return Sheet{w} }
