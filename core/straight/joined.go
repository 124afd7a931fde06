package straight

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/words"
)

func init() { making.Register(func() making.Method { return &Joined{} }) }

// mostNamed is how many columns are told one by one.
const mostNamed = 4

// Joined is units sewn side by side, from left to right, each turned or not: segments to a four-patch, a nine-patch, a
// checker of n × n, or halves and a middle to a block. Every join is a step of its own, done for the whole quilt at
// once.
type Joined struct {
	Columns []making.Part `json:"columns"`
	Marks   bool          `json:"marks,omitempty" doc:"Plain columns between pieced ones carry match marks where the seams of those must come to lie"`
}

// By names the method.
func (*Joined) By() string { return "joined" }

// Parts are the columns.
func (m *Joined) Parts() []making.Part { return m.Columns }

// Make joins the columns one after another.
func (m *Joined) Make(t *making.Table) (making.Made, bool) {
	if len(m.Columns) < 2 || len(m.Columns) > MostStrips {
		return t.Refuse("column-count", t.At+"/columns", fmt.Sprintf("%s has %d columns.", t.Unit.Name, len(m.Columns)),
			fmt.Sprintf("Give it 2 to %d.", MostStrips))
	}
	out := making.Made{Sort: "unit", Beside: true}
	marked := m.marked(t, &out)
	var before making.Lying // what lies on the left so far
	seen := map[string]bool{}
	for i, c := range m.Columns {
		at := t.At + problem.At("columns", i)
		if seen[c.ID] || c.ID == "" {
			return t.Refuse("id-not-unique", at+"/id", fmt.Sprintf("Column %d of %s has no id of its own.", i+1,
				t.Unit.Name), "Give every column its own id.")
		}
		seen[c.ID] = true
		if c.Turn%90 != 0 || c.Turn < 0 || c.Turn > 270 {
			return t.Refuse("turn", at+"/turn", fmt.Sprintf("Column %d of %s is turned by %d°.", i+1, t.Unit.Name,
				c.Turn), "Turn it by 0, 90, 180 or 270°.")
		}
		part, ok := t.Made(c.Unit)
		if !ok {
			return making.Made{}, false
		}
		next := making.Lying{
			Piece: part.Piece.Turn(c.Turn), Act: part.Unit.ID.Step(), Turn: part.Turned + c.Turn,
			Name: part.Unit.Name,
		}
		if id, is := marked[i]; is {
			next.Act, next.Turn = id, 0
		}
		right := next.Piece
		if i == 0 {
			out.Widths = []measure.Length{right.W.Up()}
			out.Piece, before = right, next
			continue
		}
		last := i == len(m.Columns)-1
		out.Widths = append(out.Widths, right.W.Up())
		step, seam := t.Unit.ID.Step(), t.Unit.ID.Seam(c.ID)
		if !last {
			step, seam = t.Unit.Earlier().Part(c.ID), t.Unit.Earlier().Seam(c.ID)
		}
		left := out.Piece
		var err error
		if out.Piece, err = piece.JoinRight(left, right, t.SeamAcross(i-1), seam); err != nil {
			t.Misfit(err, at+"/unit", part.Unit.Name, t.Unit.Name)
			return making.Made{}, false
		}
		if len(out.Piece.Patches) > making.MostPatches {
			return t.Refuse("too-many-patches", t.At+"/columns",
				fmt.Sprintf("%s has more than %d patches.", t.Unit.Name, making.MostPatches),
				"Use fewer columns or fewer strips.")
		}
		var points int
		out.Piece, points = t.Spin(out.Piece, seam)
		sewn := making.Lying{Piece: out.Piece, Act: step, Name: before.Name + " + " + part.Unit.Name}
		if i >= mostNamed {
			sewn.Name = fmt.Sprintf("%s, columns 1 to %d", t.Unit.Name, i+1)
		}
		if t.Unit.Like != "" && !last {
			before = sewn
			continue
		}
		out.Seams = append(out.Seams, making.SeamKind{
			ID:    seam,
			Plus:  making.Facing(part.Unit.Name, right, piece.Left),
			Minus: making.Facing(before.Name, left, piece.Right), Outward: making.Outward(i-1, len(m.Columns)-1, 1),
			Points: points,
		})
		act := making.Act{
			ID: step, Does: making.Sews, Name: sewn.Name, Piece: out.Piece, Seams: 1,
			Sews: []naming.Seam{seam}, Takes: making.Takes(before.Act, next.Act),
			Joins: &making.Joins{
				Left: before.Name, Right: part.Unit.Name, LeftPiece: left, RightPart: right,
				Edges: []making.Join{{Seam: seam, A: before.Layer(), B: next.Layer(), Takes: t.SeamAcross(i - 1)}},
			},
		}
		if last {
			act.Name = ""
		}
		out.Acts = append(out.Acts, act)
		before = sewn
	}
	return out, true
}

// marked states that plain columns between pieced ones are marked, and says which of them come from there.
func (m *Joined) marked(t *making.Table, out *making.Made) map[int]naming.Step {
	from := map[int]naming.Step{}
	if !m.Marks {
		return from
	}
	lies := make([]making.Made, len(m.Columns))
	for i, c := range m.Columns {
		part, ok := t.Made(c.Unit)
		if !ok || c.Turn%90 != 0 {
			return from // said where it is joined
		}
		part.Piece = part.Piece.Turn(c.Turn)
		lies[i] = part
	}
	known := map[string]naming.Step{}
	for i, part := range lies {
		if !part.Cloth {
			continue
		}
		var edges [2][]piece.Num
		if i > 0 {
			edges[0] = places(lies[i-1].Piece.Ends(piece.Right))
		}
		if i+1 < len(lies) {
			edges[1] = places(lies[i+1].Piece.Ends(piece.Left))
		}
		if len(edges[0])+len(edges[1]) == 0 {
			continue
		}
		says := marksSay(t, edges)
		key := string(part.Unit.ID) + " " + says
		if id, is := known[key]; is {
			from[i] = id
			continue
		}
		act := making.Act{
			ID: t.Unit.Earlier().Part(m.Columns[i].ID, "marks"), Does: making.Marks, Name: part.Unit.Name + ", marked",
			Says:  says,
			Takes: []making.ActTake{{Act: part.Unit.ID.Step(), Each: 1}}, Piece: part.Piece,
			Lines: len(edges[0]) + len(edges[1]),
		}
		tick := piece.Of(t.Seam)
		for _, y := range edges[0] {
			act.Drawn = append(act.Drawn, piece.SeamLine{From: piece.Point{Y: y}, To: piece.Point{X: tick, Y: y}})
		}
		for _, y := range edges[1] {
			w := part.Piece.W
			act.Drawn = append(act.Drawn, piece.SeamLine{From: piece.Point{X: w.Sub(tick), Y: y}, To: piece.Point{X: w, Y: y}})
		}
		if t.Unit.Like == "" {
			out.Acts = append(out.Acts, act)
		}
		known[key], from[i] = act.ID, act.ID
	}
	return from
}

// places are where ends lie along an edge.
func places(ends []piece.End) (list []piece.Num) {
	for _, e := range ends {
		if !slices.Contains(list, e.At) {
			list = append(list, e.At)
		}
	}
	return list
}

// marksSay says where the edges of a plain strip are marked.
func marksSay(t *making.Table, edges [2][]piece.Num) string {
	at := func(list []piece.Num) string {
		var said []string
		for _, n := range list {
			said = append(said, t.Ruler.Print(n.Up()))
		}
		even := len(list) > 2
		for i := 2; i < len(list); i++ {
			even = even && list[i].Sub(list[i-1]) == list[1].Sub(list[0])
		}
		if even {
			return fmt.Sprintf("at %s from the top and then every %s, %s", said[0], t.Ruler.Print(list[1].Sub(list[0]).Up()),
				words.Count(len(list), "mark"))
		}
		return "at " + strings.Join(said, ", ") + " from the top"
	}
	switch {
	case slices.Equal(edges[0], edges[1]):
		return "Mark both edges " + at(edges[0])
	case len(edges[0]) == 0:
		return "Mark the right edge " + at(edges[1])
	case len(edges[1]) == 0:
		return "Mark the left edge " + at(edges[0])
	}
	return "Mark the left edge " + at(edges[0]) + ", and the right edge " + at(edges[1])
}

func (m *Joined) Cells() [][]*naming.Unit { return [][]*naming.Unit{making.References(m)} }

func (m *Joined) Laid() (list []making.LaidPart) {
	for i, c := range m.Columns {
		list = append(list, making.LaidPart{Unit: c.Unit, Turn: c.Turn, At: problem.At("columns", i)})
	}
	return list
}

func (m *Joined) Turned(by making.Turner) making.Method {
	one := *m
	one.Columns = slices.Clone(m.Columns)
	for i := range one.Columns {
		c := &one.Columns[i]
		c.Turn = (c.Turn + by(0, i, c.Unit)) % 360
	}
	return &one
}

func (m *Joined) SeamsThrough() (across, down int) { return len(m.Columns) - 1, 0 }
