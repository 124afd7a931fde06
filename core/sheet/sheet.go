// Package sheet tells what is to be done in trade words: steps, cut lists, the script at the mat, press cards, sizes,
// leftovers, values.
package sheet

import (
	"vicis/core/drawn"
	"vicis/core/work"
)

// Sheet tells a work.
type Sheet struct {
	*work.Work
	album *drawn.Album
}

// Of is the sheet of a work, with the pictures that it refers to.
func Of(w *work.Work, album *drawn.Album) Sheet { return Sheet{w, album} }
