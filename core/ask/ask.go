// Package ask answers questions that plan other documents: another way, another size, another seam, other cloth. Every
// answer is worked out like any document; nothing is estimated.
package ask

import (
	"vicis/core/document"
	"vicis/core/problem"
	"vicis/core/sheet"
	"vicis/core/work"
)

// asked is a document that is asked about, worked out and told.
type asked struct {
	sheet.Sheet
	purse *Purse
}

func about(d document.Document, purse *Purse) (asked, bool) {
	w, ok := work.Of(d)
	purse.whole(w)
	return asked{sheet.Of(w, nil), purse}, ok
}

// sewn is a document whose blocks are sewn, and what was found wrong on the way, which may stop it.
func sewn(d document.Document, purse *Purse) (work.Sewn, *problem.List, bool) {
	c, ok := work.Check(d)
	if !ok {
		return work.Sewn{}, c.Problems, false
	}
	b, ok := c.Sew()
	purse.sewn(b)
	return b, c.Problems, ok
}
