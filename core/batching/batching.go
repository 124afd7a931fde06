// Package batching puts the sewing in order: batches of one step each, done for the whole quilt before the next begins,
// in an order that never waits for itself.
package batching

import (
	"fmt"
	"slices"

	"vicis/core/demand"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
)

// Stage is a stretch of the work; stages follow each other in this order.
type Stage string

// The stages of the work.
const (
	Strips  Stage = "strips"
	Sets    Stage = "strip sets"
	SubCuts Stage = "sub-cuts"
	Marking Stage = "marking" // lines drawn or creased, squares halved
	Units   Stage = "units"
	Blocks  Stage = "blocks"
	Rows    Stage = "rows"
	Top     Stage = "top"
	Finish  Stage = "finishing" // backing and binding
)

// Stages lists them in order.
var Stages = []Stage{Strips, Sets, SubCuts, Marking, Units, Blocks, Rows, Top, Finish}

// Batch is one step: the same two parts, the same edge, the same line, so many times.
type Batch struct {
	ID      naming.Step
	Name    string
	Stage   Stage
	Does    making.Does
	Says    string     // what to do, where the method says it
	Left    NeedlePart // for a strip set, the first strip; for a row, its first block
	Right   NeedlePart
	Edge    string // which edges come together, in trade words
	Make    int
	Spare   int
	Seams   int              // seams in one
	Each    measure.Length   // length of one seam; of those of a web the longest
	Sum     measure.Length   // of all seams of all of them, where these are not equally long
	Of      []naming.Seam    // the seams sewn, by id
	Presses []naming.Seam    // the seams pressed, by id
	Takes   []Take           // what it takes from other steps
	From    []demand.RunGive // what stands in for some of these
	Piece   piece.Piece      // what comes off the machine; zero for seams that only the quilt shows
	Lines   int              // drawn or creased on one
	Cuts    int
	Shaves  bool        // trimmed to size
	Shows   naming.Step // whose picture it has, where that is not its own
	Lies    making.Lies
	// Joins: every seam, in the order they are sewn; empty where parts lie on each other, or only the quilt shows them
	Joins  []making.Join
	Turned int  // how what the last of them gives is turned to lie as Piece does
	Apart  bool // it fell out of the run of another step, and is opened by itself
}

// Take is what so many of a step use up: Each of another step's things for every Per of this one's. Steps that fall out
// of the same run take together, and what they take is used up once. What is taken one by one, not evenly, is so At.
type Take struct {
	ID       naming.Step
	Each     int
	Per      int
	Together naming.Step
	At       []int // which of this step, from 1, take one each, in order; as often as they take
}

// NeedlePart is one of the two things that go under the needle.
type NeedlePart struct {
	Name  string
	Piece piece.Piece
	Over  []piece.Piece    // on the left part: what lies face down on it
	Seams []piece.SeamLine // and where it is sewn
}

// Plan lists the batches in the order they are done; the rows of the middle are sewn as a web where that is wanted and
// they can be.
func Plan(units []making.Made, l quilt.Layout, lines map[naming.Step]demand.ThingCount, web bool) []Batch {
	byStage := map[Stage][]Batch{}
	rows := ofRows(l)
	if web {
		rows = webbed(l, rows)
	}
	for _, b := range slices.Concat(ofUnits(units, l, lines), rows, ofTop(l, web), finishing(l)) {
		byStage[b.Stage] = append(byStage[b.Stage], b)
	}
	var list []Batch
	for _, s := range Stages {
		list = append(list, byStage[s]...)
	}
	return list
}

// ofUnits are the batches of the units, each on the stage it belongs to.
func ofUnits(units []making.Made, l quilt.Layout, lines map[naming.Step]demand.ThingCount) (list []Batch) {
	used := map[naming.Step]bool{} // things that other units are made from
	for _, m := range units {
		for _, act := range m.Acts {
			for _, t := range act.Takes {
				used[t.Act] = true
			}
		}
	}
	for _, m := range units {
		for i, act := range m.Acts {
			if act.Does == making.Cuts || act.Stock || act.Does == making.Sews && act.Seams == 0 {
				continue
			}
			wanted := slices.ContainsFunc(act.Outputs(),
				func(g making.ActGive) bool { return used[g.ID] || lines[g.ID].Lent > 0 })
			for _, b := range ofAct(m, act, lines) {
				b.Stage = Units
				switch laid := l.Count[b.ID.Made()] > 0; {
				case m.InLength:
					b.Stage = Sets
					if act.Joins == nil {
						b.Edge = "long edges together, from the first strip down to the last"
					}
				case !act.Pieced && (act.Does == making.Marks || act.Does == making.Trims):
					b.Stage = Marking
				case laid && i == len(m.Acts)-1 && !wanted:
					b.Stage = Blocks
				}
				list = append(list, b)
			}
		}
	}
	return list
}

// ofRows are the rows of blocks, and of units in pieced borders.
func ofRows(l quilt.Layout) (list []Batch) {
	for _, k := range l.AllRows() {
		if len(k.Cells) < 2 {
			continue
		}
		b := Batch{
			ID: k.ID, Name: k.Name(), Stage: Rows, Does: making.Sews, Make: k.Count, Seams: len(k.Cells) - 1,
			Each: k.High + 2*l.Seam, Edge: "block to block, from left to right",
		}
		if slices.ContainsFunc(k.Cells, func(c quilt.Cell) bool { return c.Unit.IsSash() }) {
			b.Edge = "piece to piece, from left to right"
		}
		if k.Called != "" {
			b.Edge = "unit to unit, from left to right"
		} else if l.OnPoint {
			b.Edge = "block to block, from lower left to upper right; a short edge of a triangle to each end, even with the " +
				"corner of its right angle"
		}
		for j := 1; j < len(k.Cells); j++ {
			b.Of = append(b.Of, k.SeamID(j))
		}
		b.Presses = b.Of
		for _, t := range TakesOf(k) {
			b.Takes = append(b.Takes, Take{ID: t.ID, Each: t.Each, Per: 1})
		}
		list = append(list, b)
	}
	return list
}

// webbed puts the columns of a web in the place of the rows of the middle; rows of pieced borders stay what they are.
// They are pressed once the last column is on.
func webbed(l quilt.Layout, rows []Batch) (list []Batch) {
	in, columns := l.Web()
	if columns == 0 {
		return rows
	}
	for column := 2; column <= columns; column++ {
		list = append(list, ofColumn(l, in, column, column == columns))
	}
	middle := map[naming.Step]bool{}
	for _, k := range l.Kinds {
		middle[k.ID] = true
	}
	return append(list, slices.DeleteFunc(rows, func(b Batch) bool { return middle[b.ID] })...)
}

// ofColumn is one column of a web: in every row its cell is sewn to the one before it.
func ofColumn(l quilt.Layout, rows []int, column int, last bool) Batch {
	b := Batch{
		ID: naming.Web(column), Name: fmt.Sprintf("Web, column %d", column), Stage: Rows, Does: making.Sews, Make: len(rows),
		Seams: 1,
		Edge:  "the next column to the web, from the top row down",
	}
	if column > 2 {
		b.Takes = []Take{{ID: naming.Web(column - 1), Each: 1, Per: 1}}
	}
	index := map[naming.Step]int{}
	take := func(c quilt.Cell, at int) {
		id := c.Unit.Step()
		i, known := index[id]
		if !known {
			i, index[id] = len(b.Takes), len(b.Takes)
			b.Takes = append(b.Takes, Take{ID: id, Each: 1, Per: 1})
		}
		b.Takes[i].At = append(b.Takes[i].At, at)
	}
	for i, row := range rows {
		k := l.Kinds[l.Rows[row]]
		if column == 2 {
			take(k.Cells[0], i+1)
		}
		take(k.Cells[column-1], i+1)
		if seam := k.SeamID(column - 1); !slices.Contains(b.Of, seam) {
			b.Of = append(b.Of, seam)
		}
		b.Each, b.Sum = max(b.Each, k.High+2*l.Seam), b.Sum+k.High+2*l.Seam
	}
	if b.Sum == b.Each*measure.Length(b.Make) {
		b.Sum = 0
	}
	if last {
		for _, k := range l.Kinds {
			for j := 1; j < len(k.Cells); j++ {
				b.Presses = append(b.Presses, k.SeamID(j))
			}
		}
	}
	return b
}

// Widest is how long the longest seam between rows is.
func Widest(l quilt.Layout) (w measure.Length) {
	for _, k := range l.Kinds {
		w = max(w, l.Long(k))
	}
	return w
}

// ofTop are the seams that put the top together: row to row, and round it.
func ofTop(l quilt.Layout, web bool) (list []Batch) {
	w := Widest(l)
	top := func(id naming.Step, name, edge string, n int, each measure.Length) {
		list = append(list, Batch{
			ID: id, Name: name, Stage: Top, Does: making.Sews, Make: n, Seams: 1, Each: each, Edge: edge,
			Of: []naming.Seam{id.Seam()}, Presses: []naming.Seam{id.Seam()},
		})
	}
	takes := func(per int, ids ...naming.Step) { // so many seams of the step before take one of each
		last := &list[len(list)-1]
		for _, id := range ids {
			last.Takes = append(last.Takes, Take{ID: id, Each: 1, Per: per})
		}
	}
	if len(l.SewnRows()) > 1 {
		edge := "the top edge of each row to the bottom edge of the row above"
		if l.OnPoint {
			edge += ", seam to seam: its ends stand one place further out or in"
		}
		top(naming.Rows, "Row to row", edge, len(l.Rows)-1, w)
		list[len(list)-1].Takes = rowsTaken(l, web)
	}
	if l.OnPoint {
		n := l.Count[naming.CornerTriangle]
		top(naming.CornersOn, "Corner triangles", "the long edge of each to the block in that corner, middle to middle",
			n, l.BlockH+2*l.Seam)
		takes(1, naming.CornerTriangle.Step())
	}
	for _, ring := range l.Rings {
		top(ring.Border.ID.Sides(), ring.Border.Name+", sides", "a long edge to each side of the quilt", 2, ring.Sides)
		if ring.Rows != nil {
			takes(2, ring.Rows[0].ID, ring.Rows[1].ID)
		}
		if ring.Border.HasSquares() {
			top(ring.Border.ID.Corners(), ring.Border.Name+", corner squares",
				"a corner square to each end of the top and bottom pieces", 4, ring.Width)
		}
		top(ring.Border.ID.Ends(), ring.Border.Name+", top and bottom",
			"a long edge to the top and the bottom of the quilt, over the ends of the sides", 2, ring.W)
		switch last := &list[len(list)-1]; {
		case ring.Rows != nil:
			takes(2, ring.Rows[2].ID, ring.Rows[3].ID)
		case ring.Border.HasSquares(): // both ends of a piece
			last.Takes = append(last.Takes, Take{ID: ring.Border.ID.Corners(), Each: 2, Per: 1})
		}
	}
	return list
}

// rowsTaken is which seam between rows takes which of them: the first one two, every other one the next. The rows of a
// web hang together already.
func rowsTaken(l quilt.Layout, web bool) (takes []Take) {
	_, columns := l.Web()
	index := map[naming.Step]int{}
	for i, kind := range l.Rows {
		k := l.Kinds[kind]
		id := k.ID
		if len(k.Cells) == 1 { // a strip right through
			id = k.Cells[0].Unit.Step()
		} else if web && columns > 0 {
			continue
		}
		at, known := index[id]
		if !known {
			at, index[id] = len(takes), len(takes)
			takes = append(takes, Take{ID: id, Each: 1, Per: 1})
		}
		takes[at].At = append(takes[at].At, max(1, i))
	}
	return takes
}

// finishing is the joining of the backing and of the binding, and the binding sewn on.
func finishing(l quilt.Layout) []Batch {
	var list []Batch
	if b := l.Back; b != nil && b.Seams > 0 {
		list = append(list, Batch{
			ID: naming.BackingJoin, Name: "Backing", Stage: Finish, Does: making.Sews, Make: b.Seams, Seams: 1,
			Each: b.Long,
			Edge: "selvedges off, long edges together", Of: []naming.Seam{naming.BackingJoin.Seam()},
			Presses: []naming.Seam{naming.BackingJoin.Seam()},
		})
	}
	if b := l.Bind; b != nil {
		if b.Strips > 1 {
			list = append(list, Batch{
				ID: naming.BindingJoin, Name: "Binding", Stage: Finish, Does: making.Sews, Make: b.Strips - 1, Seams: 1,
				Each: mitre(b.Width),
				Edge: "ends crossed at right angles, sewn from corner to corner, trimmed to an allowance",
				Of:   []naming.Seam{naming.BindingJoin.Seam()}, Presses: []naming.Seam{naming.BindingJoin.Seam()},
			})
		}
		list = append(list, Batch{
			ID: naming.BindingRound, Name: "Binding, round the quilt", Stage: Finish, Does: making.Sews, Make: 1,
			Seams: 1, Each: b.Round,
			Edge: "the raw edges of the folded binding to the edge of the quilted quilt, corners mitred",
		})
	}
	return list
}

// mitre is how long a seam on the diagonal of a strip is.
func mitre(width measure.Length) measure.Length {
	l := piece.Of(width).TimesRoot2().Nearest()
	return l
}

// ofAct is the batch of one act; where several things fall out of it, one for each of them that is needed.
func ofAct(m making.Made, act making.Act, lines map[naming.Step]demand.ThingCount) []Batch {
	var list []Batch
	gives := act.Outputs()
	for i, g := range gives {
		line := lines[g.ID]
		n := line.Make() + line.Lent // what stands in for others is made and counted like the rest
		if n <= 0 && len(line.From) == 0 {
			continue // else others stand in for all of them: none is made, and it is taken all the same
		}
		n = max(0, n)
		b := Batch{
			ID: g.ID, Name: m.Unit.Name, Does: act.Does, Says: act.Says, Make: n, Spare: line.Spare, From: line.From,
			Seams: act.Seams, Each: act.Each,
			Of: act.Sews, Presses: act.Presses, Piece: act.Piece, Lines: act.Lines, Cuts: act.Cuts,
			Shaves: act.Shaves > 0, Lies: act.Lies,
		}
		if act.Name != "" {
			b.Name = act.Name
			if m.Tells() {
				b.Name = m.Unit.Name + ": " + act.Name
			}
		}
		if g.Name != "" {
			b.Name, b.Piece = g.Name, g.Piece
		}
		if act.Does == making.Sews && act.Presses == nil && !m.PressedLater(act) {
			b.Presses = act.Sews
		}
		switch {
		case act.Does != making.Sews || len(gives) == 1:
		case i == 0: // what is sewn is not trimmed, but what falls out besides
			b.Shaves = false
		case len(list) == 0: // nothing else of it is wanted
		default: // sewn and cut apart with that, and opened by itself
			b.Does, b.Says, b.Seams, b.Of, b.Cuts = making.Trims, "Open what was cut off", 0, nil, 0
			b.Presses = []naming.Seam{m.Unit.ID.Seam(naming.BonusSeam)}
		}
		b.Apart = b.Does != act.Does
		for _, t := range act.Takes {
			take := Take{ID: t.Act, Each: t.Each, Per: g.Count}
			if len(gives) > 1 {
				take.Together = act.ID
			}
			b.Takes = append(b.Takes, take)
		}
		if b.Each == 0 {
			_, b.Each = act.Piece.Size()
		}
		if j := act.Joins; j != nil && b.Does == making.Sews {
			b.Left, b.Right, b.Edge = NeedlePart{j.Left, j.LeftPiece, j.Over, j.Stitches},
				NeedlePart{Name: j.Right, Piece: j.RightPart}, j.Edge
			b.Joins, b.Turned = j.Edges, j.Turned
			if b.Edge == "" {
				b.Edge = fmt.Sprintf("the left edge of %s to the right edge of %s", j.Right, j.Left)
			}
		}
		list = append(list, b)
	}
	return list
}

// TakesOf says how many of each block one row takes, in the order they first come.
func TakesOf(k quilt.RowKind) []demand.RunTake {
	index := map[naming.Unit]int{}
	var list []demand.RunTake
	for _, c := range k.Cells {
		i, ok := index[c.Unit]
		if !ok {
			i = len(list)
			index[c.Unit] = i
			list = append(list, demand.RunTake{ID: c.Unit.Step()})
		}
		list[i].Each++
	}
	return list
}
