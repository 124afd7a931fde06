package iron

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"vicis/core/batching"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/pressing"
	"vicis/core/quilt"
	"vicis/core/words"
)

// What a press card says is common practice: a seam goes toward the piece that lies on top while the iron opens it.

// MostNamed bounds the places of one kind that are named one by one.
const MostNamed = 3

// thick says where a needle labours, grouped by where that is, and what to do there.
func (b AtIron) thick() []string {
	byLayers := map[int]map[string][]string{}
	for _, place := range b.Press.Places {
		if place.Layers < pressing.Thick {
			continue
		}
		if byLayers[place.Layers] == nil {
			byLayers[place.Layers] = map[string][]string{}
		}
		kind, name := "", place.Where
		for _, k := range []string{"inside ", "between "} {
			if rest, ok := strings.CutPrefix(place.Where, k); ok {
				kind, name = k, rest
			}
		}
		byLayers[place.Layers][kind] = append(byLayers[place.Layers][kind], name)
	}
	list := []string{}
	for _, layers := range slices.Backward(slices.Sorted(maps.Keys(byLayers))) {
		var where []string
		for _, k := range []struct{ kind, many string }{
			{"inside ", "inside %d kinds of blocks"}, {"between ", "where %d pairs of blocks meet"}, {"", ""},
		} {
			switch names := byLayers[layers][k.kind]; {
			case len(names) == 0:
			case k.kind != "" && len(names) > MostNamed:
				where = append(where, fmt.Sprintf(k.many, len(names)))
			case k.kind == "inside ":
				where = append(where, "inside "+words.Listed(names))
			default:
				for _, name := range names {
					where = append(where, k.kind+name)
				}
			}
		}
		list = append(list, fmt.Sprintf("Up to %d layers %s: slow down before it, turn the wheel by hand over it, and "+
			"press it flat with a block of wood while it cools.", layers, words.Listed(where)))
	}
	return list
}

// through says where a dark allowance lies under what is light.
func (b AtIron) through() []string {
	list := []string{}
	var names []string
	for _, batch := range b.Batches {
		if batch.Make > 0 && slices.ContainsFunc(batch.Presses, func(seam naming.Seam) bool {
			return b.Press.Decisions[seam].ShowsThrough(b.Lightness)
		}) {
			names = append(names, batch.Name)
		}
	}
	if n := len(names); n > MostNamed {
		names = append(names[:MostNamed], fmt.Sprintf("%d more", n-MostNamed))
	}
	if len(names) > 0 {
		list = append(list, fmt.Sprintf("In %s a dark allowance lies under what is light, and may show through: ask the "+
			"seam what it costs to press it to the dark, or trim the dark allowance a little narrower than the light one.",
			words.Listed(names)))
	}
	return list
}

// card says how the seams of one batch are pressed.
func (b AtIron) card(batch batching.Batch) PressCard {
	c := PressCard{Cautions: []string{}}
	open, spun := true, false
	for _, seam := range batch.Presses {
		open = open && b.Press.Decisions[seam].X == 0
		spun = spun || b.IsSpun(seam)
	}
	first := pressing.Decision{}
	if len(batch.Presses) > 0 {
		first = b.Press.Decisions[batch.Presses[0]]
	}
	switch {
	case open:
		c.Lay = "Wrong side up, the seam along the middle of the board."
		c.Way = "Open the allowances with the tip, then press along the seam from the wrong side, and once more from the " +
			"right side."
	case batch.Stage == batching.Sets && batch.ID != b.Acts[batch.ID].Made.Acts[0].ID:
		c.Lay = "The tube over a sleeve board or a rolled towel, wrong side out, the last seam on top."
		c.Way = "Push the allowances to their side with the tip, a stretch at a time, and keep the iron off the layer below."
	case batch.Stage == batching.Sets:
		c.Lay = "Along the board, wrong side up, its first strip away from you."
		c.Way = "Press seam by seam from one end to the other, lifting the iron, not pushing it: a pushed set bows. Then " +
			"turn it over and press along the seams so that no pleat is left."
	case len(batch.Presses) == 1 && batch.Stage != batching.Top && batch.Stage != batching.Rows:
		c.Lay = fmt.Sprintf("Closed as it was sewn, %s on top, the seam away from you.",
			strings.TrimSuffix(b.Toward(first), seenFromTheFront))
		c.Way = "Lift the top piece and let the iron follow it over the seam: the allowances lie under what was on top."
	case batch.ID.Column() > 0:
		c.Lay = "Wrong side up, a row at a time, the threads between the rows left in."
		c.Way = "Push each allowance to its side with the tip, from the first seam of the row to the last. Keep the rows " +
			"in their order: the threads hold them."
	case batch.Stage == batching.Top:
		c.Lay = "Wrong side up, a stretch at a time, the rest of the top on a table beside the board so that it does not " +
			"pull."
		c.Way = "Push the allowances to their side with the tip and press down, stretch by stretch."
	default:
		c.Lay = "Wrong side up, as the picture of the back shows it."
		c.Way = "Push each allowance to its side with the tip, from the first seam to the last, then press the whole from " +
			"the right side."
		if says := b.fromTheBack(batch); says != "" {
			c.Lay += " " + says
		}
	}
	c.Way = b.waiting(batch) + c.Way
	if b.Schools.SetFirstOf(batch.ID.ID()) {
		c.Way = "First press it flat as it was sewn, to set the seam. " + c.Way
	}
	if spun {
		c.Way += b.spinWords(batch)
	}
	c.Check = b.cardCheck(batch)
	if list := b.FlipWords(batch); len(list) > 0 { // of waves
		c.Way += " Before it is sewn turn an allowance of the right-hand column the other way by hand, where it would come " +
			"to lie on the one beside it: " + strings.Join(list, "; ") + "."
	}
	c.Cautions = cautions(batch)
	return c
}

// cautions are those of a batch.
func cautions(batch batching.Batch) []string {
	c := PressCard{Cautions: []string{}}
	if stretches(batch.Piece) {
		c.Cautions = append(c.Cautions,
			"Its outer edges are on the bias: set the iron down and lift it, without steam, and do not push.")
	}
	if batch.Stage == batching.Sets {
		c.Cautions = append(c.Cautions, "Let it cool flat before it is cut.")
	}
	return c.Cautions
}

// fromTheBack says which way seams go that stand upright, as they lie on the board: left and right change places.
func (b AtIron) fromTheBack(batch batching.Batch) string {
	if batch.Stage != batching.Rows && batch.Lies != making.Upright {
		return ""
	}
	var x []int
	for _, seam := range batch.Presses {
		x = append(x, b.Press.Decisions[seam].X)
	}
	if slices.Contains(x, 0) || slices.ContainsFunc(batch.Presses, b.IsSpun) {
		return ""
	}
	says := direction(x, "to the left", "to the right", "block")
	if strings.HasPrefix(says, "seam by seam") {
		says += ", counted from the right,"
	}
	return words.UpperFirst(says) + " as it lies there."
}

// waiting says which seams of the blocks of a row were left until it is laid, and which way they go in it.
func (b AtIron) waiting(batch batching.Batch) (says string) {
	if batch.Stage != batching.Rows {
		return ""
	}
	for _, one := range b.Batches {
		if b.Schools.PressOf(one.ID.ID()) == pressing.Late && one.Stage == batching.Blocks && len(one.Presses) > 0 &&
			slices.ContainsFunc(b.Row(batch.ID).Cells, func(c quilt.Cell) bool { return c.Unit.Step() == one.ID }) {
			says += fmt.Sprintf("First press the seams of %s that waited, told as the block is drawn: %s. ", one.Name,
				b.sides(one))
		}
	}
	return says
}

// spinWords says how the crossings of a batch are spun, and whose stitches are undone.
func (b AtIron) spinWords(batch batching.Batch) string {
	var undone []naming.Seam
	for _, seam := range batch.Presses {
		undone = append(undone, b.Undone[seam]...)
	}
	return fmt.Sprintf(" At each crossing to spin, undo the stitches of %s that lie inside the allowance of this seam, "+
		"down to it, and ", words.Listed(b.SeamNames(undone))) + "turn the allowances " +
		"round like the sails of a mill, and press the small square flat. Where ends were locked, or stitches are so " +
		"short that twisting does not undo them, unpick them one by one, or leave that crossing and pin it."
}

func (b AtIron) cardCheck(batch batching.Batch) string {
	w, h := batch.Piece.Size()
	switch {
	case batch.Stage == batching.Sets && batch.ID != b.Acts[batch.ID].Made.Acts[0].ID:
		return "Folded in half, seam on seam, the tube must lie flat. A bowed one does not: unpick the last seam and press " +
			"the set again."
	case batch.Stage == batching.Sets && len(b.Acts[batch.ID].Made.Round) > 0:
		return fmt.Sprintf("Measure across it in three places: %s. Folded in half along its length it must lie flat, edge "+
			"on edge, before it is closed: a bowed set is pressed again.", b.Say(h))
	case batch.Stage == batching.Sets:
		return fmt.Sprintf("Measure across it in three places: %s.", b.Say(h))
	case batch.ID.Column() > 0:
		if b.opposite(func(quilt.RowKind) bool { return true }) {
			return "Look at two rows that hang together: their allowances point opposite ways."
		}
	case batch.Stage == batching.Rows:
		k := b.Row(batch.ID)
		if !b.opposite(func(other quilt.RowKind) bool { return other.ID == k.ID }) {
			return ""
		}
		if k.Count > 1 {
			return fmt.Sprintf("Look at the first: its neighbours go the other way. After %d look again.",
				(k.Count+1)/2)
		}
		return "Look at the row above it: its seams go the other way."
	case batch.Stage == batching.Top && batch.ID == naming.Rows:
		return "Feel each crossing with a finger before it is pressed: a ridge on both sides of the seam means that it " +
			"interlocks."
	case w > 0 && batch.Piece.Whole() && batch.Make > 1:
		return fmt.Sprintf("Measure the first: %s × %s. Half-way, after %d, hold one against the first.", b.Say(w),
			b.Say(h), (batch.Make+1)/2)
	case batch.Make > 1:
		return fmt.Sprintf("Hold one against the first half-way, after %d.", (batch.Make+1)/2)
	}
	return ""
}

// opposite says whether the seams of some rows of the middle go the other way than those of the rows beside them, at
// every place where they meet.
func (b AtIron) opposite(of func(k quilt.RowKind) bool) bool {
	l, met := b.Layout, false
	for r := 1; r < len(l.Rows); r++ {
		above, below := l.Kinds[l.Rows[r-1]], l.Kinds[l.Rows[r]]
		if !of(above) && !of(below) {
			continue
		}
		from, to := l.Shared(above, below)
		for c := from + 1; c < to; c++ {
			if b.Press.Decisions[above.SeamID(c-above.Start)].X*b.Press.Decisions[below.SeamID(c-below.Start)].X >= 0 {
				return false
			}
			met = true
		}
	}
	return met
}

// stretches says whether an outer edge of a piece is on the bias.
func stretches(p piece.Piece) bool {
	for _, patch := range p.Patches {
		if !patch.Bias() {
			continue
		}
		for i, a := range patch.Poly {
			c := patch.Poly[(i+1)%len(patch.Poly)]
			if a.X == c.X && (a.X == piece.Num{} || a.X == p.W) || a.Y == c.Y && (a.Y == piece.Num{} || a.Y == p.H) {
				return true
			}
		}
	}
	return false
}

// FlipWords says at which crossings of which columns an allowance is turned by hand before columns are joined.
func (b AtIron) FlipWords(batch batching.Batch) (list []string) {
	if t := b.Acts[batch.ID].Made.Tube; t != nil && batch.ID == b.Acts[batch.ID].Made.Unit.ID.Step() &&
		batch.Does == making.Sews {
		for i := 1; i < len(t.Columns); i++ {
			at, _ := b.Flips(t.Columns[i-1].Piece, t.Columns[i].Piece, batch.ID.Seam())
			list = append(list, flipped(i+1, at)...)
		}
		return list
	}
	switch {
	case batch.ID.Column() > 0:
		for _, k := range b.Layout.Kinds {
			for _, says := range b.flipsOfRow(k, batch.ID.Column()) {
				list = append(list, words.LowerFirst(k.Name())+", "+says)
			}
		}
	case batch.Stage == batching.Rows:
		list = b.flipsOfRow(b.Row(batch.ID), 0)
	}
	return list
}

// flipsOfRow is the same for the columns of one row, or for one of them.
func (b AtIron) flipsOfRow(k quilt.RowKind, column int) (list []string) {
	cells, endsOf := k.Cells, b.Layout.Ends()
	for j := 1; j < len(cells); j++ {
		if column > 0 && j != column-1 {
			continue
		}
		left, right := b.Unit(cells[j-1].Unit), b.Unit(cells[j].Unit)
		if left.Tube == nil || right.Tube == nil {
			continue
		}
		var at []int
		for k, m := range piece.Meet(endsOf(cells[j-1], piece.Right), endsOf(cells[j], piece.Left), "") {
			if nests, open := b.Press.Nests(m); !nests && !open {
				at = append(at, k+1)
			}
		}
		list = append(list, flipped(j+1, at)...)
	}
	return list
}

// flipped tells the crossings of one join.
func flipped(column int, at []int) []string {
	if len(at) == 0 {
		return nil
	}
	var numbers []string
	for _, n := range at {
		numbers = append(numbers, fmt.Sprint(n))
	}
	what := "crossing " + words.Listed(numbers)
	if len(at) > 1 {
		what = "crossings " + words.Listed(numbers)
	}
	return []string{fmt.Sprintf("column %d, %s from the top", column, what)}
}

// Flips lists at which crossings of a join, from the top, two allowances lie on each other, and how many there are.
func (b AtIron) Flips(left, right piece.Piece, over naming.Seam) (list []int, crossings int) {
	list = []int{}
	meetings := piece.Meet(left.Ends(piece.Right), right.Ends(piece.Left), over)
	for i, m := range meetings {
		if nests, open := b.Press.Nests(m); !nests && !open {
			list = append(list, i+1)
		}
	}
	return list, len(meetings)
}
