package straight

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
)

func init() { making.Register(func() making.Method { return &StripSet{} }) }

// StripSet is strips of the full usable width sewn together along their length, from top to bottom. n strips of cut
// width w give n·w − 2s(n−1) (common practice). Closed, its last edge is sewn to its first, and it measures n(w − 2s)
// round.
type StripSet struct {
	Strips []SetStrip `json:"strips"`
	Closed bool       `json:"closed,omitempty" doc:"Its last edge is sewn to its first, to a tube; that seam is named by the first strip"`
}

// SetStrip is one strip of a set.
type SetStrip struct {
	ID    string         `json:"id" doc:"Names the strip; the seam above it is named by it"`
	Role  string         `json:"role" is:"role"`
	Width making.Breadth `json:"width,omitzero" doc:"A length, or so many strips; 1 strip when left out"`
}

// By names the method.
func (*StripSet) By() string { return "strip set" }

// Parts are none: a strip set is made from cloth.
func (*StripSet) Parts() []making.Part { return nil }

// MostStrips is how many strips a set, or columns a unit, may have.
const MostStrips = 40

func (*StripSet) States() making.States { return making.States{InLength: true} }

// Make sews the strips together, each below the last.
func (m *StripSet) Make(t *making.Table) (making.Made, bool) {
	if len(m.Strips) == 0 || len(m.Strips) > MostStrips {
		return t.Refuse("strip-count", t.At+"/strips", fmt.Sprintf("%s has %d strips.", t.Unit.Name, len(m.Strips)),
			fmt.Sprintf("Give it 1 to %d strips.", MostStrips))
	}
	length, good := measure.Longest, true
	widths := make([]measure.Length, len(m.Strips))
	seen := map[string]bool{}
	for i, s := range m.Strips {
		at := t.At + problem.At("strips", i)
		what := fmt.Sprintf("Strip %d of %s", i+1, t.Unit.Name)
		if seen[s.ID] || s.ID == "" {
			t.Problems.Stop("id-not-unique", at+"/id", what+" has no id of its own.",
				"Give every strip of a set its own id.")
			good = false
		}
		seen[s.ID] = true
		usable, known := t.Usable(s.Role)
		if !known {
			t.Problems.Stop("role-without-fabric", at+"/role", what+" has no fabric.", "Choose a fabric for it.")
			good = false
		}
		length = min(length, usable)
		var ok bool
		widths[i], ok = t.Breadth(s.Width, at+"/width", what)
		if !ok {
			good = false
			continue
		}
		if known && widths[i] > usable {
			t.Problems.Stop("wider-than-cloth", at+"/width",
				fmt.Sprintf("%s is %s wide, and the cloth only %s.", what, t.Ruler.Print(widths[i]),
					t.Ruler.Print(usable)), "Cut it narrower, or use wider cloth.")
			good = false
			continue
		}
		t.OnTheRuler(widths[i], at+"/width", what)
	}
	if !good {
		return making.Made{}, false
	}
	if m.Closed && !m.closes(t, widths) {
		return making.Made{}, false
	}
	out := making.Made{
		Sort: "strip set", InLength: true, Widths: widths,
		Piece: m.strip(t, 0, length, widths[0]),
	}
	act := making.Act{ID: t.Unit.ID.Step(), Does: making.Sews, Seams: len(m.Strips) - 1, Each: length}
	if m.Closed {
		act.ID, act.Name = t.Unit.ID.Flat(), t.Unit.Name+", flat"
	}
	for i, s := range m.Strips {
		act.Strips = append(act.Strips, making.Strip{
			Role: s.Role, Width: widths[i], As: s.Width.Canonical().String(),
			ID: s.ID, Seam: t.Unit.ID.Seam(s.ID),
		})
		if i == 0 {
			continue
		}
		id := t.Unit.ID.Seam(s.ID)
		var err error
		if out.Piece, err = piece.JoinDown(out.Piece, m.strip(t, i, length, widths[i]), t.SeamDown(i-1), id); err != nil {
			t.Misfit(err, t.At+problem.At("strips", i), s.ID, t.Unit.Name)
			return making.Made{}, false
		}
		act.Sews = append(act.Sews, id)
		out.Seams = append(out.Seams, making.SeamKind{
			ID:      id,
			Plus:    making.Neighbour{Name: fmt.Sprintf("strip %d", i), Roles: []string{m.Strips[i-1].Role}},
			Minus:   making.Neighbour{Name: fmt.Sprintf("strip %d", i+1), Roles: []string{s.Role}},
			Outward: making.Outward(i-1, len(m.Strips)-1, -1),
		})
	}
	act.Piece = out.Piece
	out.Acts = []making.Act{act}
	if m.Closed {
		closeRound(t, &out)
	}
	return out, true
}

// strip is one of its strips; where it is asked which part a patch came with, its number.
func (m *StripSet) strip(t *making.Table, i int, long, wide measure.Length) piece.Piece {
	p := piece.Cut(m.Strips[i].Role, long, wide)
	if t.Traced {
		p = p.As(t.Unit.ID, i+1)
	}
	return p
}

// narrowestTube is how wide a tube must lie, so that a ring can be cut across it and opened (judgement).
const narrowestTube = 3 * measure.Inch / 2

// closes refuses what cannot be closed to a tube.
func (m *StripSet) closes(t *making.Table, widths []measure.Length) bool {
	if len(widths) < 2 {
		t.Problems.Stop("one-strip", t.At+"/strips", fmt.Sprintf("%s is one strip: closed, its rings have a single seam "+
			"and all columns are alike.", t.Unit.Name),
			"Give it two strips or more, or leave it open.")
		return false
	}
	var round measure.Length
	for _, w := range widths {
		round += w - 2*t.Seam
	}
	if round/2 < narrowestTube {
		t.Problems.Stop("tube-too-narrow", t.At+"/strips",
			fmt.Sprintf("%s closed measures %s round and lies %s wide: too narrow to be cut across under a ruler and opened.",
				t.Unit.Name,
				t.Ruler.Print(round), t.Ruler.Print(round/2)),
			fmt.Sprintf("Let it measure at least %s round: more strips, or wider ones.", t.Ruler.Print(2*narrowestTube)))
		return false
	}
	return true
}

// closeRound sews the last edge of a set to its first.
func closeRound(t *making.Table, out *making.Made) {
	flat := out.Acts[0]
	out.Round = flat.Strips
	first, last := flat.Strips[0], flat.Strips[len(flat.Strips)-1]
	out.Acts = append(out.Acts, making.Act{
		ID: t.Unit.ID.Step(), Does: making.Sews, Takes: []making.ActTake{{Act: flat.ID, Each: 1}}, Piece: out.Piece, Seams: 1,
		Each: flat.Each,
		Sews: []naming.Seam{first.Seam},
		Joins: &making.Joins{
			Left: "the last strip", Right: "the first strip", LeftPiece: out.Piece, RightPart: out.Piece,
			Edge: "the last long edge to the first, right sides together, so that it is a tube",
		},
	})
	out.Seams = append(out.Seams, making.SeamKind{
		ID:    first.Seam,
		Plus:  making.Neighbour{Name: "the last strip", Roles: []string{last.Role}},
		Minus: making.Neighbour{Name: "the first strip", Roles: []string{first.Role}},
	})
}

func (m *StripSet) Breadths() []making.BreadthOf {
	list := make([]making.BreadthOf, len(m.Strips))
	for i := range m.Strips {
		list[i] = making.BreadthOf{
			Breadth: &m.Strips[i].Width, Finished: false, Key: fmt.Sprintf("strips/%d/width", i),
			Half: false,
		}
	}
	return list
}

func (m *StripSet) SeamsThrough() (across, down int) { return 0, len(m.Strips) - 1 }
