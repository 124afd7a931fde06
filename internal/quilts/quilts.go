// Package quilts is every document that ships with the program, for tests that hold for all of them.
package quilts

import (
	_ "embed"
	"fmt"
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

//go:embed stand-ins.json
var standIns []byte

// StandIns is a quilt of blocks whose corners give a unit of what is cut off, which stands in for others.
func StandIns() (document.Document, error) {
	d, problems := document.Read(standIns)
	if problems.Stopped() {
		return d, fmt.Errorf("stand-ins: %v", problems)
	}
	return d, nil
}
