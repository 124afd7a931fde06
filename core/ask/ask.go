// Package ask answers questions that plan other documents: another way, another size, another seam, other cloth. Every
// answer is worked out like any document; nothing is estimated.
package ask

import (
	"slices"

	"vicis/core/decided"
	"vicis/core/document"
	"vicis/core/iron"
	"vicis/core/laying"
	"vicis/core/making"
	"vicis/core/problem"
	"vicis/core/work"
)

// Worked is a document that is asked about, worked out in full; its seams can be told.
type Worked struct {
	iron.AtIron
	Document document.Document
	Purse    *Purse
}

// Blocks is a document that is asked about only as far as its blocks are sewn.
type Blocks struct {
	laying.Sewn
	Document document.Document
}

// About works out a document that is asked about.
func About(d document.Document, purse *Purse) (Worked, bool) {
	w, ok := work.Spending(d, purse.Spend)
	return Worked{iron.Of(w, nil), d, purse}, ok
}

// SizedByFinish is a document whose units of squares that are in hand are given by what they finish, so that they can
// be made another way or another size.
func SizedByFinish(d document.Document, t *making.Table) document.Document {
	d.Parts = slices.Clone(d.Parts)
	for i, u := range d.Parts {
		d.Parts[i] = making.InHand(u, t)
	}
	return d
}

// BlocksOf is a document whose blocks are sewn, and what was found wrong on the way, which may stop it.
func BlocksOf(d document.Document, purse *Purse) (Blocks, *problem.List, bool) {
	c, ok := decided.Read(d)
	if !ok {
		return Blocks{}, c.Problems, false
	}
	c.Spend = purse.Spend
	b, ok := laying.Sew(c)
	return Blocks{b, d}, b.Problems, ok
}
