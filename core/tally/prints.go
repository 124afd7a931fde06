package tally

import (
	"cmp"
	"encoding/json"
	"fmt"
	"slices"

	"vicis/core/naming"
	"vicis/core/words"
)

// Which prints a block was really sewn of, whatever was dealt.

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

// Same says whether two events say the same.
func (e Event) Same(o Event) bool {
	a, b := PrintsText(e.Prints), PrintsText(o.Prints)
	one := func(e Event) [12]any {
		return [12]any{e.ID, e.Step, e.Kind, e.N, e.Exact, e.Look, e.Rev, e.Reason, e.Reads, e.Along, e.Of, e.At}
	}
	return a == b && one(e) == one(o)
}

// toldOfBlock is what was told of one block: the places of the entries in force, and what each said.
type toldOfBlock struct {
	live []int
	says map[int]map[string][]string
}

// blockCell is a block by its step, row and column.
type blockCell struct {
	step        naming.Step
	row, column int
}

// tell brings what an entry says of prints into force, or takes it out.
func (l *Log) tell(at int, by int) {
	e, there := l.prints[at]
	if !there {
		return
	}
	for _, b := range e.blocks {
		c := blockCell{e.step, b.Row, b.Column}
		t := l.cells[c]
		if t == nil {
			t = &toldOfBlock{says: map[int]map[string][]string{}}
			l.cells[c] = t
		}
		if by > 0 {
			t.live = inserted(t.live, at)
			t.says[at] = b.Of
		} else {
			t.live = removed(t.live, at)
			delete(t.says, at)
		}
	}
}

// SewnBlock is a block that is sewn.
type SewnBlock struct {
	Cell      int   `json:"cell" doc:"Among the cells of the deal"`
	Prints    []int `json:"prints" doc:"For each place of the block, which of all the prints it was sewn of; -1 where that was not told"`
	Otherwise []int `json:"otherwise" doc:"Places that were sewn of another print than is dealt now"`
}

// SewnOf is which blocks are sewn, and of which prints.
type SewnOf struct {
	Blocks []SewnBlock `json:"blocks" doc:"In the order of the cells of the deal"`
	Says   string      `json:"says" doc:"Where what is sewn is not what is dealt; empty where it is, as far as was told"`
}

// printed holds what was told of prints against the deal. As many blocks of a kind are sewn as are counted good: those that were told, in
// the order in which they came, then the next of the piles.
func (f *folding) printed(l *Log) SewnOf {
	out := SewnOf{Blocks: []SewnBlock{}}
	d := f.w.Dealt
	if !d.Any() {
		return out
	}
	all := map[[2]string]int{} // fabric and print → which of all
	n := 0
	for _, fabric := range f.w.Fabrics {
		for _, s := range fabric.Swatches() {
			all[[2]string{fabric.ID, s.ID}] = n
			n++
		}
	}
	kinds := map[naming.Unit][]int{}
	for i, c := range d.Cells {
		kinds[c.Unit] = append(kinds[c.Unit], i)
	}
	where, places := 0, 0
	for unit, cells := range kinds {
		good := 0
		if i, known := f.index[unit.Step()]; known {
			good = f.Steps[i].Good
		}
		told := func(i int) *toldOfBlock { return l.cells[blockCell{unit.Step(), d.Cells[i].Row, d.Cells[i].Column}] }
		var known, next []int
		for _, i := range cells {
			if t := told(i); t != nil && len(t.live) > 0 {
				known = append(known, i)
			} else {
				next = append(next, i)
			}
		}
		first := func(i int) int { return told(i).live[0] }
		slices.SortStableFunc(known, func(a, b int) int { return cmp.Compare(first(a), first(b)) })
		known = known[:min(good, len(known))]
		for _, i := range known {
			t := told(i)
			one := SewnBlock{Cell: i, Prints: []int{}, Otherwise: []int{}}
			of, spots := t.says[lastOf(t.live)], d.Spots[unit]
			for spot, role := range spots.Roles {
				dealt := d.Prints[d.Cells[i].Prints[spot]]
				is := -1
				if list := of[naming.BaseRole(role)]; spots.Nth[spot] <= len(list) && list[spots.Nth[spot]-1] != "" {
					id := list[spots.Nth[spot]-1]
					if k, there := all[[2]string{dealt.Fabric, id}]; there {
						is = k
					}
					if id != dealt.Swatch.ID {
						one.Otherwise = append(one.Otherwise, spot)
					}
				}
				one.Prints = append(one.Prints, is)
			}
			if len(one.Otherwise) > 0 {
				where++
				places += len(one.Otherwise)
			}
			out.Blocks = append(out.Blocks, one)
		}
		for _, i := range next[:min(good-len(known), len(next))] {
			out.Blocks = append(out.Blocks, SewnBlock{i, []int{}, []int{}})
		}
	}
	slices.SortFunc(out.Blocks, func(a, b SewnBlock) int { return cmp.Compare(a.Cell, b.Cell) })
	if places > 0 {
		out.Says = fmt.Sprintf("%s of %s that %s sewn %s of another print than is dealt now.",
			words.UpperFirst(words.Plural(places, "place")), words.Plural(where, "block"), words.Are(where), words.Are(places))
	}
	return out
}
