package straight

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
)

func init() { making.Register(func() making.Method { return &Frame{} }) }

// Frame is strips sewn round a centre, two opposite sides first, then the other two over their ends; frame after frame.
type Frame struct {
	Centre making.Input   `json:"centre"`
	Width  making.Breadth `json:"width,omitzero" doc:"Finished width of a centre that is cut from cloth"`
	Height making.Breadth `json:"height,omitzero" doc:"Finished height of a centre that is cut from cloth"`
	Frames []FrameRound   `json:"frames" doc:"From the inside out"`
}

// FrameRound is one frame. A strip cut w adds w − 2s finished on each side.
type FrameRound struct {
	ID    string         `json:"id" doc:"Names the frame; its seams are named by it"`
	Role  string         `json:"role" is:"role" doc:"Of the sides"`
	Ends  string         `json:"ends,omitempty" is:"role" doc:"Of top and bottom, where they are of another role"`
	Strip making.Breadth `json:"strip,omitzero" doc:"Cut width; 1 strip when left out"`
}

// MostRounds is how many frames or rounds of logs a unit may have.
const MostRounds = 20

// By names the method.
func (*Frame) By() string { return "frame" }

// Parts is the centre, where it is pieced.
func (m *Frame) Parts() []making.Part { return m.Centre.Parts() }

func (m *Frame) Breadths() []making.BreadthOf {
	var list []making.BreadthOf
	if m.Centre.Unit == "" {
		list = append(list, making.BreadthOf{Breadth: &m.Width, Finished: true, Key: "width", Half: false},
			making.BreadthOf{Breadth: &m.Height, Finished: true, Key: "height", Half: false})
	}
	for i := range m.Frames {
		list = append(list, making.BreadthOf{
			Breadth: &m.Frames[i].Strip, Finished: false,
			Key: fmt.Sprintf("frames/%d/strip", i), Half: false,
		})
	}
	return list
}

// Make sews frame after frame.
func (m *Frame) Make(t *making.Table) (making.Made, bool) {
	if len(m.Frames) < 1 || len(m.Frames) > MostRounds {
		return t.Refuse("frame-count", t.At+"/frames", fmt.Sprintf("%s has %d frames.", t.Unit.Name, len(m.Frames)),
			fmt.Sprintf("Give it 1 to %d.", MostRounds))
	}
	r := t.Begin()
	centre, ok := centreOf(r, m.Centre, m.Width, m.Height)
	if !ok {
		return making.Made{}, false
	}
	out := making.Made{Sort: "unit"}
	p, taken, name, lies := centre.Piece, centre.Act, centre.Name, centre.Turn
	widths := []measure.Length{p.W.Up()}
	seen := map[string]bool{}
	for i, f := range m.Frames {
		at := t.At + problem.At("frames", i)
		if f.ID == "" || seen[f.ID] {
			return t.Refuse("id-not-unique", at+"/id", fmt.Sprintf("Frame %d of %s has no id of its own.", i+1,
				t.Unit.Name), "Give every frame its own id.")
		}
		seen[f.ID] = true
		what := fmt.Sprintf("Frame %d of %s", i+1, t.Unit.Name)
		strip, ok := t.Breadth(f.Strip, at+"/strip", what)
		if !ok {
			return making.Made{}, false
		}
		t.OnTheRuler(strip, at+"/strip", what)
		ends := f.Role
		if f.Ends != "" {
			ends = f.Ends
		}
		for _, side := range []struct {
			role, key, words, edge string
			turn                   int
		}{
			{f.Role, "sides", "sides", "a long edge to each side", 0},
			{ends, "ends", "top and bottom", "a long edge to the top and the bottom, over the ends of the sides", 90},
		} {
			here := p.Turn(side.turn)
			log, ok := r.Cloth(side.role, piece.Of(strip), here.H, f.ID+"-"+side.key+"-strip",
				"strip for the "+side.words, at+"/role")
			if !ok {
				return making.Made{}, false
			}
			seam := r.Seam(f.ID + "-" + side.key)
			plus := making.Facing(name, here, piece.Left)
			before := here
			var edges []making.Join
			inner := making.Layer{From: taken, Turn: (lies + side.turn) % 360, Name: name, Piece: here}
			// Sewn on the left, turned by half, sewn on the left again: both seams then run the same way round the
			// centre.
			for range 2 {
				joined, err := piece.JoinRight(log.Piece, here, t.Seam, seam)
				if err != nil {
					t.Misfit(err, at, log.Name, t.Unit.Name)
					return making.Made{}, false
				}
				edges = append(edges, making.Join{Seam: seam, A: log.Layer(), B: inner, Takes: t.Seam})
				here = joined.Turn(180)
				inner = making.Layer{Turn: 180, Name: name, Piece: here}
			}
			p = here.Turn((360 - side.turn) % 360)
			out.Seams = append(out.Seams, making.SeamKind{
				ID: seam, Plus: plus,
				Minus: making.Neighbour{Name: "the frame", Roles: []string{side.role}, Cloth: true},
			})
			act := making.Act{
				ID: r.ID(f.ID + "-" + side.key), Does: making.Sews, Name: fmt.Sprintf("%s of frame %d", side.words, i+1),
				Takes: []making.ActTake{{Act: taken, Each: 1}, {Act: log.Act, Each: 2}}, Seams: 2, Each: before.H.Up(),
				Sews:  []naming.Seam{seam},
				Piece: p,
				Joins: &making.Joins{
					Left: name, Right: log.Name, LeftPiece: before, RightPart: log.Piece, Edge: side.edge,
					Edges: edges, Turned: (180 + 360 - side.turn) % 360,
				},
			}
			if i == len(m.Frames)-1 && side.turn == 90 {
				act.ID, act.Name = t.Unit.ID.Step(), ""
			}
			taken, name, lies = r.Add(act), fmt.Sprintf("%s in frame %d", centre.Name, i+1), 0
		}
		widths = append([]measure.Length{strip}, append(widths, strip)...)
	}
	if ok := t.CountPatches(p); !ok {
		return making.Made{}, false
	}
	out.Piece, out.Acts = p, r.Acts
	out.Size = t.Sum("across: ", widths, p.W.Up())
	return out, true
}

// centreOf lays the middle of a framed unit.
func centreOf(r *making.Hands, in making.Input, width, height making.Breadth) (making.Lying, bool) {
	t := r.Table
	if in.Unit != "" {
		return r.Unit(in.Unit, in.Turn, t.At+"/centre")
	}
	w, ok1 := t.Finished(width, t.At+"/width", "The centre of "+t.Unit.Name)
	h, ok2 := t.Finished(height, t.At+"/height", "The centre of "+t.Unit.Name)
	if !ok1 || !ok2 {
		return making.Lying{}, false
	}
	t.OnTheRuler(w+2*t.Seam, t.At+"/width", "The centre of "+t.Unit.Name)
	return r.Cloth(in.Role, piece.Of(w+2*t.Seam), piece.Of(h+2*t.Seam), "centre", "centre", t.At+"/centre/role")
}
