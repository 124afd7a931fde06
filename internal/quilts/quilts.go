// Package quilts is every document that ships with the program, for tests that hold for all of them.
package quilts

import (
	"fmt"
	"maps"
	"os"
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

// File is the document in a file.
func File(name string) (document.Document, error) {
	text, err := os.ReadFile(name)
	if err != nil {
		return document.Document{}, err
	}
	d, problems := document.Read(text)
	if problems.Stopped() {
		return d, fmt.Errorf("%s: %v", name, problems)
	}
	return d, nil
}
