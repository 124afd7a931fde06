package askunits

import (
	"fmt"
	"slices"

	"vicis/core/ask"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
	"vicis/core/straight"
	"vicis/core/words"
)

// rect is one patch of a part, finished.
type rect struct {
	role           string
	x0, y0, x1, y1 piece.Num
}

// patcher pieces parts of rectangles cut for themselves, the same things once.
type patcher struct {
	d     *document.Document
	s     piece.Num
	known map[string]naming.Unit
	taken map[string]bool // ids and names
}

func patching(d *document.Document, seam measure.Length) patcher {
	p := patcher{d, piece.Of(seam), map[string]naming.Unit{}, map[string]bool{}}
	for _, u := range d.Parts {
		p.taken[string(u.ID)], p.taken[u.Name] = true, true
	}
	return p
}

// patched is a document where every part of what is cut again is pieced patch by patch, in a block of the document or,
// where that is less than 0, as the parts are laid in the top; false where its patches are no rectangles or do not come
// apart by straight seams.
func patched(b ask.Blocks, at int, cut making.Made) (document.Document, bool) {
	d, err := document.Copy(b.Document)
	if err != nil {
		return d, false
	}
	p := patching(&d, b.Table.Seam)
	kinds := map[naming.Unit]naming.Unit{}
	for _, v := range cut.Variants {
		list, ok := rects(v.Piece.Finished(b.Table.Seam))
		if !ok {
			return d, false
		}
		id, ok := p.unit(list)
		if !ok {
			return d, false
		}
		kinds[v.ID] = id
	}
	lay := func(unit naming.Unit, turn int) (naming.Unit, int) {
		m := b.Unit(unit)
		if id, known := kinds[m.Unit.ID]; known {
			return id, (turn + m.Turned) % 360
		}
		return unit, turn
	}
	if at < 0 {
		d.Top.Repeat = slices.Clone(d.Top.Repeat)
		for r, row := range d.Top.Repeat {
			d.Top.Repeat[r] = slices.Clone(row)
			for c, cell := range row {
				unit, turn := lay(cell.Unit, cell.Turn)
				d.Top.Repeat[r][c] = quilt.Cell{Unit: unit, Turn: turn, Colourway: cell.Colourway}
			}
		}
	} else {
		laid := making.Laid(d.Parts[at].How)
		var next [][]straight.GridCell
		k := 0
		for r, row := range making.Cells(d.Parts[at].How) {
			next = append(next, nil)
			for range row {
				unit, turn := lay(laid[k].Unit, laid[k].Turn)
				next[r] = append(next[r], straight.GridCell{Unit: unit, Turn: turn})
				k++
			}
		}
		d.Parts[at].How = straight.Relaid(d.Parts[at].How, next)
	}
	d.Parts = slices.DeleteFunc(d.Parts, func(u making.Unit) bool { return u.ID == cut.Unit.ID.Whole() })
	d.Press = nil
	return d, true
}

// rects are the patches of a finished piece; false where one of them is no rectangle.
func rects(p piece.Piece) (list []rect, ok bool) {
	for _, patch := range p.Patches {
		one := rect{patch.Role, patch.Poly[0].X, patch.Poly[0].Y, patch.Poly[0].X, patch.Poly[0].Y}
		for _, a := range patch.Poly {
			if a.X.Cmp(one.x0) < 0 {
				one.x0 = a.X
			}
			if a.X.Cmp(one.x1) > 0 {
				one.x1 = a.X
			}
			if a.Y.Cmp(one.y0) < 0 {
				one.y0 = a.Y
			}
			if a.Y.Cmp(one.y1) > 0 {
				one.y1 = a.Y
			}
		}
		alone := piece.Piece{Patches: []piece.Patch{patch}}
		if alone.Area() != piece.Exactly("", one.x1.Sub(one.x0), one.y1.Sub(one.y0)).Area() {
			return nil, false
		}
		list = append(list, one)
	}
	return list, true
}

// unit is the unit that patches make, apart by seams that run right through: upright ones first, then level ones.
func (p patcher) unit(list []rect) (naming.Unit, bool) {
	if len(list) == 1 {
		return p.patch(list[0])
	}
	for _, upright := range []bool{true, false} {
		groups := apart(list, upright)
		if len(groups) < 2 {
			continue
		}
		var cells []naming.Unit
		key := fmt.Sprint(upright)
		for _, g := range groups {
			id, ok := p.unit(g)
			if !ok {
				return "", false
			}
			cells = append(cells, id)
			key += " " + string(id)
		}
		if id, known := p.known[key]; known {
			return id, true
		}
		grid := &straight.Grid{}
		for i, id := range cells {
			if i == 0 || !upright {
				grid.Rows = append(grid.Rows, straight.GridRow{ID: fmt.Sprintf("row-%d", i+1)})
			}
			last := &grid.Rows[len(grid.Rows)-1]
			last.Cells = append(last.Cells, straight.GridCell{Unit: id})
		}
		return p.add(key, "Pieces", grid), true
	}
	return "", false
}

func (p patcher) patch(one rect) (naming.Unit, bool) {
	w, exactW := one.x1.Sub(one.x0).Add(p.s).Add(p.s).Exact()
	h, exactH := one.y1.Sub(one.y0).Add(p.s).Add(p.s).Exact()
	if !exactW || !exactH {
		return "", false
	}
	key := fmt.Sprintf("%s %d %d", one.role, w, h)
	if id, known := p.known[key]; known {
		return id, true
	}
	name := one.role
	for _, r := range p.d.Roles {
		if r.ID == one.role {
			name = r.Name
		}
	}
	return p.add(key, words.UpperFirst(name), &straight.PlainPatch{
		Role: one.role, Width: making.Wide(w), Height: making.Wide(h),
	}), true
}

// add puts a unit into the document by a name that no other has.
func (p patcher) add(key, name string, how making.Method) naming.Unit {
	free := func(text func(n int) string) string {
		n := 1
		for p.taken[text(n)] {
			n++
		}
		p.taken[text(n)] = true
		return text(n)
	}
	id := naming.Of(free(func(n int) string { return fmt.Sprintf("patched-%d", n) }))
	p.d.Parts = append(p.d.Parts, making.Unit{ID: id, How: how, Name: free(func(n int) string {
		if n == 1 {
			return name
		}
		return fmt.Sprintf("%s %d", name, n)
	})})
	p.known[key] = id
	return id
}

// apart parts patches by the lines that none of them lies across.
func apart(list []rect, upright bool) (groups [][]rect) {
	side := func(r rect) (from, to piece.Num) {
		if upright {
			return r.x0, r.x1
		}
		return r.y0, r.y1
	}
	list = slices.Clone(list)
	slices.SortStableFunc(list, func(a, b rect) int {
		x, _ := side(a)
		y, _ := side(b)
		return x.Cmp(y)
	})
	var end piece.Num
	for _, r := range list {
		from, to := side(r)
		if len(groups) == 0 || from.Cmp(end) >= 0 {
			groups = append(groups, nil)
			end = to
		}
		last := len(groups) - 1
		groups[last] = append(groups[last], r)
		if to.Cmp(end) > 0 {
			end = to
		}
	}
	return groups
}
