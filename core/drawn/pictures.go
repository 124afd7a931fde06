package drawn

import (
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/pressing"
	"vicis/core/work"
)

// Album is the pictures of a plan by name, no more than can be sent: whatever is shown in several places is drawn once.
// Where there is no album nothing has a picture.
type Album struct {
	Pictures map[naming.Step]Picture
	LeftOut  int // things that are made and have no picture, because there would be too many patches in all

	drawing Drawing
	names   map[identity]naming.Step // what is drawn already
	patches int
	parts   int
}

// mostDrawnInAll is how many patches all pictures of a plan together may have.
const mostDrawnInAll = 10_000

// identity tells pieces apart by where their cloth and seams are kept: a unit and the same unit as a part of another
// have one.
type identity struct {
	cloth *piece.Patch
	seam  *piece.SeamLine
	w, h  piece.Num
}

func identityOf(p piece.Piece) identity {
	id := identity{w: p.W, h: p.H}
	if len(p.Patches) > 0 {
		id.cloth = &p.Patches[0]
	}
	if len(p.Seams) > 0 {
		id.seam = &p.Seams[0]
	}
	return id
}

// Everything draws every unit and what every step makes: first what is laid and what a step comes to, then what it
// takes.
func Everything(w *work.Work, b Drawing) *Album {
	a := &Album{Pictures: map[naming.Step]Picture{}, drawing: b, names: map[identity]naming.Step{}}
	for _, m := range b.Units {
		for _, one := range m.Each() {
			a.draw(one.Unit.ID.Step(), one.Piece, &b.Press)
		}
	}
	for _, m := range b.Units {
		for _, act := range m.Acts {
			a.draw(act.ID, act.Piece, &b.Press)
			if drawn, ok := a.Pictures[act.ID]; ok && len(act.Drawn) > 0 {
				drawn.Drawn = lines(act.Drawn)
				a.Pictures[act.ID] = drawn
				if id := identityOf(act.Piece); a.names[id] == act.ID {
					delete(a.names, id) // as a part of something else it is seen without the lines
				}
			}
		}
	}
	for _, f := range w.Cut.Fabrics {
		for _, s := range f.Strips {
			a.draw(s.ID, piece.Cut(s.Role, max(f.Usable, s.Wide), s.Cut), nil)
		}
	}
	for _, ring := range b.Layout.Rings {
		if id := ring.Border.ID.Squares(); ring.Border.HasSquares() {
			a.draw(id, b.Acts[id].Act.Piece, nil)
		}
	}
	for _, k := range b.Layout.AllRows() {
		if a.patches > mostDrawnInAll {
			break
		}
		if p, ok := b.Layout.SewnRow(k, 0, len(k.Cells), mostDrawn); ok {
			a.draw(k.ID, p, &b.Press)
		}
	}
	return a
}

// draw puts a picture into the album while there is room.
func (a *Album) draw(name naming.Step, p piece.Piece, press *pressing.Plan) {
	if a.patches+len(p.Patches) > mostDrawnInAll {
		if _, known := a.Pictures[name]; !known {
			a.LeftOut++
		}
		return
	}
	a.patches += len(p.Patches)
	p.Meetings = p.Crossings(a.drawing.Table.Seam)
	a.Pictures[name] = a.drawing.Piece(p, press)
	if id := identityOf(p); a.names[id] == "" {
		a.names[id] = name
	}
}

// Part is the name of the picture of a part: of the unit that it is, or drawn for itself. It has none where there is no
// room for it.
func (a *Album) Part(p piece.Piece) naming.Step {
	if a == nil {
		return ""
	}
	id := identityOf(p)
	name, known := a.names[id]
	if known {
		return name
	}
	a.parts++
	name = naming.Drawn(a.parts)
	a.draw(name, p, &a.drawing.Press)
	return a.Named(name)
}

// Named is a name where there is a picture of it.
func (a *Album) Named(name naming.Step) naming.Step {
	if a == nil {
		return ""
	}
	if _, ok := a.Pictures[name]; ok {
		return name
	}
	return ""
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
