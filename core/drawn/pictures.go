package drawn

import (
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
	"vicis/core/work"
)

// Everything draws every unit and what every step makes.
func Everything(w *work.Work) map[naming.Step]Picture {
	b, into := Of(&w.Laid), map[naming.Step]Picture{}
	for _, m := range b.Units {
		for _, act := range m.Acts {
			drawn := b.Piece(act.Piece, &b.Press)
			drawn.Drawn = append(drawn.Drawn, lines(act.Drawn)...)
			into[act.ID] = drawn
		}
		for _, one := range m.Each() {
			into[one.Unit.ID.Step()] = b.Piece(one.Piece, &b.Press)
		}
	}
	for _, f := range w.Cut.Fabrics {
		for _, s := range f.Strips {
			into[s.ID] = b.Piece(piece.Cut(s.Role, f.Usable, s.Cut), nil)
		}
	}
	for _, ring := range b.Layout.Rings {
		if id := ring.Border.ID.Squares(); ring.Border.HasSquares() {
			into[id] = b.Piece(b.Acts[id].Act.Piece, nil)
		}
	}
	drawn := 0
	for _, k := range b.Layout.AllRows() {
		if drawn > mostDrawnInAll {
			break
		}
		if p, ok := b.sewnRow(k); ok {
			into[k.ID] = b.Piece(p, &b.Press)
			drawn += len(p.Patches)
		}
	}
	return into
}

// Alone draws the units by themselves, as far as they could be made.
func (b Drawing) Alone() map[naming.Step]Picture {
	into := map[naming.Step]Picture{}
	for _, m := range b.Units {
		for _, one := range m.Each() {
			into[one.Unit.ID.Step()] = b.Piece(one.Piece, nil)
		}
	}
	return into
}

// mostDrawn is how many patches a picture of a whole row may have; longer rows are seen in the quilt.
const mostDrawn = 600

// mostDrawnInAll is how many all rows together may have: of a large quilt on point no two are alike.
const mostDrawnInAll = 6000

func (b Drawing) sewnRow(k quilt.RowKind) (piece.Piece, bool) {
	var p piece.Piece
	for j, c := range k.Cells {
		block := b.Layout.Blocks[c.Unit].Piece.Turn(c.Turn)
		if len(p.Patches)+len(block.Patches) > mostDrawn {
			return piece.Piece{}, false
		}
		if j == 0 {
			p = block
			continue
		}
		var err error
		if p, err = piece.JoinRight(p, block, b.Table.Seam, k.SeamID(j)); err != nil {
			return piece.Piece{}, false // quilt.Check has made sure that blocks fit
		}
	}
	return p, true
}
