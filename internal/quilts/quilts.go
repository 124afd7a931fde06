// Package quilts is every document that ships with the program, for tests that hold for all of them.
package quilts

import (
	"maps"
	"slices"

	"vicis/core/document"
	"vicis/core/library"
	"vicis/demo"
)

// All lists the blocks of the library and the made-up quilts, in a fixed order.
func All() ([]document.Document, error) {
	blocks, err := library.List()
	if err != nil {
		return nil, err
	}
	var list []document.Document
	for _, e := range blocks {
		list = append(list, e.Document)
	}
	more, err := demo.Documents()
	if err != nil {
		return nil, err
	}
	for _, id := range slices.Sorted(maps.Keys(more)) {
		list = append(list, more[id])
	}
	return list, nil
}
