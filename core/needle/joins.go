package needle

import (
	"fmt"

	"vicis/core/batching"
	"vicis/core/cutting"
	"vicis/core/making"
	"vicis/core/piece"
	"vicis/core/quilt"
	"vicis/core/school"
)

// StripPile is strips of a set that are sewn to each other before they are sewn to the rest: the first and the last of
// them, from 1.
type StripPile struct{ From, To int }

// span is the strips from one to another, the last not with them.
type span struct{ from, to int }

// joined is the order in which strips are joined by a school: each pair of spans lies one below the other.
func joined(n int, by school.Joining) (order [][2]span, piles []StripPile) {
	var list []span
	take := func(many int) {
		from := 0
		if k := len(list); k > 0 {
			from = list[k-1].to
		}
		for i := from + 1; i < from+many; i++ {
			order = append(order, [2]span{{from, i}, {i, i + 1}})
		}
		list = append(list, span{from, from + many})
	}
	switch {
	case by == school.InPairs && n > 2:
		for n > 0 {
			take(min(2, n))
			n -= 2
		}
	case by == school.InThrees && n > 3:
		for n > 0 {
			many := 3
			if n == 4 || n == 2 { // two and two, not three and one
				many = 2
			}
			take(many)
			n -= many
		}
	default:
		take(n)
		return order, nil
	}
	for _, s := range list {
		piles = append(piles, StripPile{s.from + 1, s.to})
	}
	for len(list) > 1 {
		if by == school.InThrees {
			order = append(order, [2]span{list[0], list[1]})
			list = append([]span{{list[0].from, list[1].to}}, list[2:]...)
			continue
		}
		var next []span
		for i := 0; i < len(list); i += 2 {
			if i+1 == len(list) {
				next = append(next, list[i])
				continue
			}
			order = append(order, [2]span{list[i], list[i+1]})
			next = append(next, span{list[i].from, list[i+1].to})
		}
		list = next
	}
	return order, piles
}

// strips is how the strips of a set come together, by the school chosen.
func (t cardTable) strips(b batching.Batch) ([]making.Join, []StripPile) {
	strips := t.w.Acts[b.ID].Act.Strips
	if len(strips) < 2 {
		return nil, nil
	}
	whole := b.Piece
	gave := map[span]int{} // which seam, from 1
	long, _ := whole.Size()
	order, piles := joined(len(strips), t.w.Schools.Joining)
	sewn := func(s span) making.Layer {
		p := piece.Cut(strips[s.from].Role, long, strips[s.from].Width)
		f, _ := t.w.Shelf.Fabric(strips[s.from].Role)
		l := making.Layer{Name: fmt.Sprintf("strip %d (%s)", s.from+1, f.Name), From: cutting.PileOf(strips[s.from])}
		for i := s.from + 1; i < s.to; i++ {
			// they are equally long
			p, _ = piece.JoinDown(p, piece.Cut(strips[i].Role, long, strips[i].Width), t.w.Table.Seam, strips[i].Seam)
		}
		if s.to > s.from+1 {
			l.Name, l.From, l.Sewn = fmt.Sprintf("strips %d to %d", s.from+1, s.to), "", gave[s]
			if s.to == s.from+2 {
				l.Name = fmt.Sprintf("strips %d and %d", s.from+1, s.to)
			}
		}
		l.Piece = p
		return l
	}
	var list []making.Join
	for _, o := range order {
		list = append(list, making.Join{
			Seam: strips[o[1].from].Seam, A: sewn(o[0]), B: sewn(o[1]), Down: true,
			Takes: t.w.Table.Seam,
		})
		gave[span{o[0].from, o[1].to}] = len(list)
	}
	return list, piles
}

// web is the seams of one column of a web.
func (t cardTable) web(column int) (list []making.Join) {
	rows, _ := t.w.Layout.Web()
	for _, row := range rows {
		j, ok := t.besides(t.w.Layout.Kinds[t.w.Layout.Rows[row]], column-1)
		if !ok {
			return nil
		}
		if column > 2 {
			j.A.Row = row + 1
		}
		list = append(list, j)
	}
	return list
}

// row is the seams of one row of blocks.
func (t cardTable) row(k quilt.RowKind) (list []making.Join) {
	for j := 1; j < len(k.Cells); j++ {
		one, ok := t.besides(k, j)
		if !ok {
			return nil
		}
		list = append(list, one)
	}
	return list
}

// besides is the seam that sews a cell of a row, from 0, to the one before it; false where they are not as high.
func (t cardTable) besides(k quilt.RowKind, j int) (making.Join, bool) {
	lies := func(c quilt.Cell) making.Layer {
		m := t.w.Layout.Blocks[c.Unit]
		l := making.Layer{From: c.Unit.Step(), Turn: c.Turn, Name: m.Unit.Name, Piece: m.Piece.Turn(c.Turn)}
		if c.Unit.IsTriangle() {
			l.Name = "a side triangle"
		}
		return l
	}
	a, b := lies(k.Cells[j-1]), lies(k.Cells[j])
	if j > 1 {
		a.From, a.Turn, a.Name, a.Last = "", 0, "the row so far", true
	}
	return making.Join{Seam: k.SeamID(j), A: a, B: b, Takes: t.w.Table.Seam}, a.Piece.H == b.Piece.H
}
