package straight

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/words"
)

func init() { making.Register(func() making.Method { return &LogCabin{} }) }

// LogCabin is strips sewn to a centre one after another, round and round; in a half log cabin back and forth on two
// sides. The fabrics follow each other in the order given and begin again: two light, two dark make halves, one alone
// makes all of one.
type LogCabin struct {
	Centre    making.Input   `json:"centre"`
	Width     making.Breadth `json:"width,omitzero" doc:"Finished width of a centre that is cut from cloth"`
	Height    making.Breadth `json:"height,omitzero" doc:"Finished height of a centre that is cut from cloth"`
	Logs      []CabinLog     `json:"logs" doc:"In the order they are sewn; after the last the first comes again"`
	Rounds    int            `json:"rounds" minimum:"1" maximum:"20" doc:"Four logs a round, two in a half log cabin"`
	Start     UnitEdge       `json:"start,omitempty" enum:"right,bottom,left,top" doc:"Where the first log is sewn; right when left out"`
	Direction Direction      `json:"direction,omitempty" enum:"clockwise,counter-clockwise"`
	Half      bool           `json:"half,omitempty" doc:"On two neighbouring sides only, the centre staying in its corner"`
}

// CabinLog is the cloth of one log.
type CabinLog struct {
	Role  string         `json:"role" is:"role"`
	Strip making.Breadth `json:"strip,omitzero" doc:"Cut width; 1 strip when left out"`
}

// UnitEdge is a side of a unit.
type UnitEdge string

// Direction is the way round.
type Direction string

// The ways round.
const (
	Clockwise        Direction = "clockwise"
	CounterClockwise Direction = "counter-clockwise"
)

var edges = []UnitEdge{"right", "bottom", "left", "top"} // clockwise

// By names the method.
func (*LogCabin) By() string { return "log cabin" }

// Parts is the centre, where it is pieced.
func (m *LogCabin) Parts() []making.Part { return m.Centre.Parts() }

func (m *LogCabin) Breadths() []making.BreadthOf {
	var list []making.BreadthOf
	if m.Centre.Unit == "" {
		list = append(list, making.BreadthOf{Breadth: &m.Width, Finished: true, Key: "width", Half: false},
			making.BreadthOf{Breadth: &m.Height, Finished: true, Key: "height", Half: false})
	}
	for i := range m.Logs {
		list = append(list, making.BreadthOf{
			Breadth: &m.Logs[i].Strip, Finished: false, Key: fmt.Sprintf("logs/%d/strip", i),
			Half: false,
		})
	}
	return list
}

// Make sews log after log.
func (m *LogCabin) Make(t *making.Table) (making.Made, bool) {
	start := 0
	for i, e := range edges {
		if e == m.Start {
			start = i
		}
	}
	switch {
	case m.Rounds < 1 || m.Rounds > MostRounds:
		return t.Refuse("round-count", t.At+"/rounds", fmt.Sprintf("%s has %d rounds.", t.Unit.Name, m.Rounds),
			fmt.Sprintf("Give it 1 to %d.", MostRounds))
	case len(m.Logs) < 1 || len(m.Logs) > 4*MostRounds:
		return t.Refuse("log-count", t.At+"/logs", fmt.Sprintf("%s has fabrics for %d logs.", t.Unit.Name, len(m.Logs)),
			"Choose at least one fabric for the logs.")
	case m.Start != "" && m.Start != edges[start]:
		return t.Refuse("edge-unknown", t.At+"/start", fmt.Sprintf("“%s” is no side to start on.", m.Start),
			"Choose right, bottom, left or top.")
	case m.Direction != "" && m.Direction != Clockwise && m.Direction != CounterClockwise:
		return t.Refuse("direction-unknown", t.At+"/direction", fmt.Sprintf("“%s” is no way round.", m.Direction),
			"Choose clockwise or counter-clockwise.")
	}
	r := t.Begin()
	centre, ok := centreOf(r, m.Centre, m.Width, m.Height)
	if !ok {
		return making.Made{}, false
	}
	out := making.Made{Sort: "unit"}
	p, taken, name, lies := centre.Piece, centre.Act, centre.Name, centre.Turn
	across := []measure.Length{p.W.Up()}
	n := 4 * m.Rounds
	if m.Half {
		n = 2 * m.Rounds
	}
	for k := range n {
		step := k
		if m.Half {
			step = k % 2
		}
		if m.Direction == CounterClockwise {
			step = -step
		}
		side := ((start+step)%4 + 4) % 4
		log := m.Logs[k%len(m.Logs)]
		at := t.At + problem.At("logs", k%len(m.Logs))
		what := fmt.Sprintf("Log %d of %s", k%len(m.Logs)+1, t.Unit.Name)
		strip, ok := t.Breadth(log.Strip, at+"/strip", what)
		if !ok {
			return making.Made{}, false
		}
		t.OnTheRuler(strip, at+"/strip", what)
		turn := side * 90 // so much counter-clockwise brings the side to the right
		here := p.Turn((360 - turn) % 360)
		id := fmt.Sprintf("log-%d", k+1)
		cloth, ok := r.Cloth(log.Role, piece.Of(strip), here.H, id+"-strip", fmt.Sprintf("log %d", k+1), at+"/role")
		if !ok {
			return making.Made{}, false
		}
		seam := r.Seam(id)
		joined, err := piece.JoinRight(here, cloth.Piece, t.Seam, seam)
		if err != nil {
			t.Misfit(err, at, cloth.Name, t.Unit.Name)
			return making.Made{}, false
		}
		p = joined.Turn(turn)
		out.Seams = append(out.Seams, making.SeamKind{ID: seam, Plus: making.Neighbour{
			Name: cloth.Name, Roles: []string{log.Role},
			Cloth: true,
		}, Minus: making.Facing("the middle", here, piece.Right)})
		act := making.Act{
			ID: r.ID(id), Does: making.Sews, Name: fmt.Sprintf("log %d on", k+1),
			Takes: []making.ActTake{{Act: taken, Each: 1}, {Act: cloth.Act, Each: 1}},
			Seams: 1, Each: here.H.Up(), Sews: []naming.Seam{seam}, Piece: p,
			Joins: &making.Joins{
				Left: name, Right: cloth.Name, LeftPiece: here, RightPart: cloth.Piece,
				Edge: fmt.Sprintf("log %d to the %s edge", k+1, edges[side]), Turned: turn,
				Edges: []making.Join{{
					Seam: seam, A: making.Layer{From: taken, Turn: (lies + 360 - turn) % 360, Name: name, Piece: here},
					B: cloth.Layer(), Takes: t.Seam,
				}},
			},
		}
		if k == n-1 {
			act.ID, act.Name = t.Unit.ID.Step(), ""
		}
		taken, name, lies = r.Add(act), fmt.Sprintf("%s with %s", centre.Name, words.Plural(k+1, "log")), 0
		if edges[side] == "left" {
			across = append([]measure.Length{strip}, across...)
		} else if edges[side] == "right" {
			across = append(across, strip)
		}
	}
	out.Piece, out.Acts = p, r.Acts
	out.Size = t.Sum("across: ", across, p.W.Up())
	return out, true
}
