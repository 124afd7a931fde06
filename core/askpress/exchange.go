package askpress

import (
	"fmt"

	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/piece"
	"vicis/core/straight"
	"vicis/core/words"
)

// exchanges lays parts that look alike in each other's places: what is cut again gives kinds that look alike and are
// pressed otherwise, and which of them lies where shows nothing.
func (o *offers) exchanges() {
	for i, u := range o.Document.Parts {
		parts := making.Laid(u.How)
		if len(parts) < 2 || len(parts) > mostTurned || !making.CanTurn(u.How) {
			continue
		}
		cells, swapped := o.exchanged(i, parts)
		if swapped == 0 {
			continue
		}
		o.with("Exchange parts within "+u.Name,
			fmt.Sprintf("In %s lay %s in each other's places before they are sewn in, as the picture shows: they look the same.",
				u.Name,
				words.Plural(swapped, "pair")+" of parts"), func(d *document.Document) {
				d.Parts[i].How = straight.Relaid(d.Parts[i].How, cells)
			})
		o.end(false)
	}
}

// exchanged exchanges pairs one after the other, each as long as fewer crossings clash, and says how many.
func (o *offers) exchanged(i int, parts []making.LaidPart) (cells [][]straight.GridCell, swapped int) {
	shape := making.Cells(o.Document.Parts[i].How)
	type at struct{ r, c int }
	var where []at
	for r, row := range shape {
		cells = append(cells, nil)
		for c := range row {
			p := parts[len(where)]
			cells[r] = append(cells[r], straight.GridCell{Unit: p.Unit, Turn: p.Turn})
			where = append(where, at{r, c})
		}
	}
	look := func(c straight.GridCell) piece.Piece { return o.Unit(c.Unit).Piece.Turn(c.Turn).Finished(o.Table.Seam) }
	// instead is a unit as it has to lie so that it looks like what lies there.
	instead := func(of, there straight.GridCell) (straight.GridCell, bool) {
		want := look(there)
		for _, turn := range []int{0, 90, 180, 270} {
			of.Turn = turn
			if piece.SameLook(look(of), want, o.Seen) {
				return of, true
			}
		}
		return of, false
	}
	least := o.Press.Clashes
	for x := range where {
		for y := x + 1; y < len(where); y++ {
			a, b := &cells[where[x].r][where[x].c], &cells[where[y].r][where[y].c]
			if !o.Unit(a.Unit).Parted || !o.Unit(b.Unit).Parted || o.Unit(a.Unit).Unit.ID == o.Unit(b.Unit).Unit.ID {
				continue
			}
			forA, ok1 := instead(*b, *a)
			forB, ok2 := instead(*a, *b)
			if !ok1 || !ok2 {
				continue
			}
			if o.Purse.Empty() {
				return cells, swapped
			}
			was := [2]straight.GridCell{*a, *b}
			*a, *b = forA, forB
			d, err := document.Copy(o.Document)
			if err != nil {
				return cells, 0
			}
			d.Parts[i].How = straight.Relaid(d.Parts[i].How, cells)
			if n, ok := clashes(d, o.Purse); ok && n < least {
				least = n
				swapped++
			} else {
				*a, *b = was[0], was[1]
			}
		}
	}
	return cells, swapped
}
