package tally

import (
	"cmp"
	"fmt"
	"slices"

	"vicis/core/naming"
	"vicis/core/record"
	"vicis/core/words"
)

// Which prints a block was really sewn of, whatever was dealt.

// printed holds what was told of prints against the deal. As many blocks of a kind are sewn as are counted good: those
// that were told, in the order in which they came, then the next of the piles.
func (f foldCounted) printed(l *record.Log) SewnOf {
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
		told := func(i int) *record.BlockTold { return l.TellsOf(unit.Step(), d.Cells[i].Row, d.Cells[i].Column) }
		var known, next []int
		for _, i := range cells {
			if t := told(i); t != nil && len(t.Live) > 0 {
				known = append(known, i)
			} else {
				next = append(next, i)
			}
		}
		first := func(i int) int { return told(i).Live[0] }
		slices.SortStableFunc(known, func(a, b int) int { return cmp.Compare(first(a), first(b)) })
		known = known[:min(good, len(known))]
		for _, i := range known {
			t := told(i)
			one := SewnBlock{Cell: i, Prints: []int{}, Otherwise: []int{}}
			of, spots := t.Last(), d.Spots[unit]
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
