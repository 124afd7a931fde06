// Package library is the traditional units and blocks one can begin with, each a project document of its own: data, not
// code. They belong to nobody. A file in blocks is all that a new one takes; its folder is its group, its name its
// place in it.
package library

import (
	"embed"
	"fmt"
	"path"
	"sort"
	"strings"

	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/plan"
)

//go:embed blocks
var blocks embed.FS

// Entry is one unit or block.
type Entry struct {
	ID       string            `json:"id"`
	Group    string            `json:"group"`
	Name     string            `json:"name"`
	Says     string            `json:"says"`
	Block    naming.Unit       `json:"block" doc:"The unit that is laid"`
	Document document.Document `json:"document" doc:"A project of sixteen of it"`
	Finished string            `json:"finished"`
	Picture  drawn.Picture     `json:"picture" doc:"Finished, from the front"`
}

// List reads and plans every entry, group by group.
func List() ([]Entry, error) {
	var names []string
	groups, err := blocks.ReadDir("blocks")
	if err != nil {
		return nil, fmt.Errorf("library: %w", err)
	}
	for _, g := range groups {
		files, err := blocks.ReadDir("blocks/" + g.Name())
		if err != nil {
			return nil, fmt.Errorf("library: %w", err)
		}
		for _, f := range files {
			names = append(names, "blocks/"+g.Name()+"/"+f.Name())
		}
	}
	sort.Strings(names)
	list := make([]Entry, 0, len(names))
	for _, name := range names {
		e, err := read(name)
		if err != nil {
			return nil, err
		}
		list = append(list, e)
	}
	return list, nil
}

func read(name string) (Entry, error) {
	text, err := blocks.ReadFile(name)
	if err != nil {
		return Entry{}, fmt.Errorf("library: %w", err)
	}
	whole, err := document.Begin(measure.Inches).Under(text)
	if err != nil {
		return Entry{}, fmt.Errorf("library: %s: %w", name, err)
	}
	d, problems := document.Read(whole)
	p, problems := plan.Make(d, problems)
	if problems.Stopped() {
		return Entry{}, fmt.Errorf("library: %s: %v", name, problems.Stops()[0])
	}
	first := p.Quilt.Cells[0].Block // the kind, where a part is laid by its place
	return Entry{
		ID: plain(strings.TrimSuffix(path.Base(name), ".json")), Group: plain(path.Base(path.Dir(name))), Name: d.Name,
		Says:  d.Note,
		Block: first, Document: d, Finished: p.Block.Text, Picture: p.Quilt.Blocks[first],
	}, nil
}

// plain leaves out the number that a file's or folder's name is sorted by.
func plain(name string) string {
	_, after, _ := strings.Cut(name, "-")
	return after
}
