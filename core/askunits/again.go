package askunits

import (
	"fmt"
	"slices"

	"vicis/core/ask"
	"vicis/core/askpress"
	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/straight"
	"vicis/core/work"
)

// Rejoined is one way to join the parts of what was cut again to a block.
type Rejoined struct {
	Name      string             `json:"name"`
	Now       bool               `json:"now" doc:"So they are joined now"`
	Inside    int                `json:"inside" doc:"Crossings within one block that lie on each other"`
	InsideOf  int                `json:"insideOf" doc:"Of so many"`
	Clashes   int                `json:"clashes" doc:"Crossings of the whole quilt that lie on each other"`
	Crossings int                `json:"crossings" doc:"Of so many"`
	Over      int                `json:"over" doc:"Parts left over at the end"`
	Hands     string             `json:"hands" doc:"How many parts of a block have a mirror image among them, of each hand; empty for none"`
	Quilt     drawn.QuiltPicture `json:"quilt" doc:"Two by two of it"`
	Document  document.Document  `json:"document" doc:"The project with its parts joined so"`
}

// PartsBecome is what the parts of something that is cut again can become, and what it would be to piece the same patch
// by patch.
type PartsBecome struct {
	List    []Rejoined   `json:"list" doc:"Each look once, the way it is joined now among them"`
	Says    string       `json:"says" doc:"That not every way was worked out, where the quilt is too large for that"`
	Again   QuiltEffort  `json:"again" doc:"What the quilt takes as it is"`
	Patched *QuiltEffort `json:"patched,omitempty" doc:"What the same takes patch by patch; left out where its patches are no rectangles"`
}

// QuiltEffort is what a quilt takes.
type QuiltEffort struct {
	Cloth   string `json:"cloth" doc:"How much is cut, of all fabrics together, as it lies on the bolt"`
	Cut     int    `json:"cut" doc:"Strips, sub-cuts, patches, and cuts through what is sewn"`
	Seams   int    `json:"seams" doc:"Seams sewn in units and blocks"`
	Presses int    `json:"presses" doc:"Seams pressed there"`
}

// spot is a part by where it was cut, and how much more it is turned.
type spot struct{ r, c, turn int }

// partMove is a way to lay parts that were cut in rows and columns.
type partMove struct {
	name string
	lay  func(r, c int) spot
}

func movesOf(rows, columns int) []partMove {
	stay := func(r, c int) spot { return spot{r, c, 0} }
	turn := func(by int, which func(r, c int) bool) func(r, c int) spot {
		return func(r, c int) spot {
			if which(r, c) {
				return spot{r, c, by}
			}
			return stay(r, c)
		}
	}
	over := func(which func(r, c int) bool) func(r, c int) spot { // to the place opposite
		return func(r, c int) spot {
			if which(r, c) {
				return spot{rows - 1 - r, columns - 1 - c, 0}
			}
			return stay(r, c)
		}
	}
	both := func(a, b func(r, c int) spot) func(r, c int) spot {
		return func(r, c int) spot {
			x := b(r, c)
			y := a(x.r, x.c)
			y.turn = (y.turn + x.turn) % 360
			return y
		}
	}
	odd := func(r, c int) bool { return (r+c)%2 == 1 }
	list := []partMove{{"As cut", stay}}
	switch {
	case rows == 3 && columns == 3:
		corner := func(r, c int) bool { return r != 1 && c != 1 }
		middle := func(r, c int) bool { return r == 1 && c == 1 }
		step := func(r, c int) spot { // each side comes from the place before it, clockwise
			if !odd(r, c) {
				return stay(r, c)
			}
			return spot{2 - c, r, 90}
		}
		beside := func(r, c int) spot {
			if corner(r, c) {
				return spot{r, 2 - c, 0}
			}
			return stay(r, c)
		}
		sides, quarter, exchanged := turn(180, odd), turn(90, middle), over(corner)
		list = append(list,
			partMove{"Sides turned by half", sides}, partMove{"Sides stepping round", step},
			partMove{"Middle a quarter", quarter},
			partMove{"Corners exchanged side by side", beside}, partMove{"Opposite corners exchanged", exchanged},
			partMove{"Corners turned by half", turn(180, corner)},
			partMove{"Corners exchanged, middle a quarter", both(beside, quarter)},
			partMove{"Corners exchanged, sides turned", both(beside, sides)},
			partMove{"Sides turned, middle a quarter", both(sides, quarter)},
			partMove{"Sides stepping, middle a quarter", both(step, quarter)},
			partMove{"Opposite sides exchanged", over(odd)})
	case rows == 2 && columns == 2:
		round := func(by ...int) func(r, c int) spot {
			return func(r, c int) spot { return spot{r, c, by[[2][2]int{{0, 1}, {3, 2}}[r][c]]} }
		}
		all := func(_, _ int) bool { return true }
		list = append(list,
			partMove{"Two opposite quarters turned by half", turn(180, odd)},
			partMove{"All quarters turned by half", turn(180, all)},
			partMove{"Quarters turned 0, 1, 2, 3", round(0, 90, 180, 270)},
			partMove{"Quarters turned 0, 3, 2, 1", round(0, 270, 180, 90)},
			partMove{"Two opposite quarters exchanged", over(odd)}, partMove{"All quarters exchanged", over(all)})
	}
	return append(list,
		partMove{"Every other one turned by half", turn(180, odd)},
		partMove{"Every other row turned by half", turn(180, func(r, _ int) bool { return r%2 == 1 })},
		partMove{"Every other column turned by half", turn(180, func(_, c int) bool { return c%2 == 1 })},
		partMove{"Every other row end for end", func(r, c int) spot {
			if r%2 == 1 {
				return spot{r, columns - 1 - c, 180}
			}
			return stay(r, c)
		}})
}

// PartsOf tells what the parts of a block that is joined of what was cut again can become; of parts that are laid in
// the quilt as they are, what they take.
func PartsOf(d document.Document, block naming.Unit, purse *ask.Purse) (PartsBecome, problem.List) {
	out := PartsBecome{List: []Rejoined{}}
	b, problems, ok := ask.BlocksOf(d, purse)
	if !ok {
		return out, *problems
	}
	at := slices.IndexFunc(d.Parts, func(u making.Unit) bool { return u.ID == block.Whole() })
	var parts naming.Unit
	var cut making.Made
	if at >= 0 {
		parts, cut = partsOf(b, d.Parts[at].How)
	}
	if m := b.Unit(block); m.Parted {
		out.weigh(b, -1, b.Unit(block.Whole()), purse)
		return out, *problems
	}
	if parts == "" {
		problems.Stop("not-cut-again", "/block", "That block is not joined of the parts of one thing that is cut again.",
			"Choose a block whose every part falls out of the same cuts.")
		return out, *problems
	}
	places := cut.Acts[0].Knife.Places
	var looks []piece.Piece
	now := b.Unit(d.Parts[at].ID).Piece.Finished(b.Table.Seam)
	for _, m := range movesOf(len(places), len(places[0])) {
		if purse.Empty() {
			out.Says = "Not every way was worked out: this quilt is too large for that."
			break
		}
		var cells [][]straight.GridCell
		for r := range places {
			cells = append(cells, nil)
			for c := range places[r] {
				s := m.lay(r, c)
				cells[r] = append(cells[r], straight.GridCell{Unit: parts.Place(s.r, s.c), Turn: s.turn})
			}
		}
		one, err := document.Copy(d)
		if err != nil {
			continue
		}
		one.Parts[at].How = straight.Relaid(one.Parts[at].How, cells)
		joined, _, ok := ask.BlocksOf(one, purse)
		if !ok {
			continue // parts that trade places do not agree in their sides
		}
		look := joined.Unit(d.Parts[at].ID).Piece.Finished(b.Table.Seam)
		if slices.ContainsFunc(looks, func(o piece.Piece) bool { return piece.SameLook(o, look, b.Seen) }) {
			continue
		}
		looks = append(looks, look)
		if r, ok := rejoined(joined, d.Parts[at].ID, purse); ok {
			r.Name, r.Document, r.Now = m.name, one, piece.SameLook(now, look, b.Seen)
			out.List = append(out.List, r)
		}
	}
	if !slices.ContainsFunc(out.List, func(r Rejoined) bool { return r.Now }) {
		if r, ok := rejoined(b, d.Parts[at].ID, purse); ok {
			r.Name, r.Document, r.Now = "As it is joined now", d, true
			out.List = append([]Rejoined{r}, out.List...)
		}
	}
	out.weigh(b, at, cut, purse)
	return out, *problems
}

// weigh says what the quilt takes as it is, and patch by patch.
func (a *PartsBecome) weigh(b ask.Blocks, at int, cut making.Made, purse *ask.Purse) {
	if all, ok := effort(b, purse); ok {
		a.Again = all
	}
	plain, ok := patched(b, at, cut)
	if !ok || purse.Empty() {
		return
	}
	if p, _, ok := ask.BlocksOf(plain, purse); ok {
		if all, ok := effort(p, purse); ok {
			a.Patched = &all
		}
	}
}

// partsOf is the unit whose parts a method lays, and nothing else; empty where it lays anything else.
func partsOf(b ask.Blocks, m making.Method) (naming.Unit, making.Made) {
	var of naming.Unit
	for _, p := range making.Laid(m) {
		if of != "" && p.Unit.Whole() != of {
			return "", making.Made{}
		}
		of = p.Unit.Whole()
	}
	cut := b.Unit(of)
	if of == "" || !cut.Parted {
		return "", making.Made{}
	}
	return of, cut
}

// rejoined presses and draws a block.
func rejoined(b ask.Blocks, block naming.Unit, purse *ask.Purse) (r Rejoined, ok bool) {
	laid := b.Pressed()
	r.Clashes, r.Crossings = laid.Press.Clashes, laid.Press.Crossings
	for _, m := range b.Unit(block).Piece.Crossings(b.Table.Seam) {
		r.InsideOf++
		if nests, opened := laid.Press.Nests(m); !nests && !opened {
			r.Inside++
		}
	}
	counted, ok := work.Count(laid)
	if !ok {
		return r, false
	}
	r.Hands = hands(b, b.Unit(block).Unit.How)
	for _, m := range b.Units {
		for _, one := range m.Each() {
			if m.Parted {
				r.Over += max(0, counted.Lines[one.Unit.ID.Step()].Left)
			}
		}
	}
	small, ok := askpress.PressedIn(b, b.Document.Top.Repeat, 2, 2, purse)
	if !ok {
		return r, false
	}
	r.Quilt = drawn.Of(&small.Laid).Quilt()
	return r, true
}

// effort is what everything that is sewn takes.
func effort(b ask.Blocks, purse *ask.Purse) (e QuiltEffort, ok bool) {
	counted, ok := work.Count(b.AsDrawn())
	if !ok {
		return e, false
	}
	plan := counted.Cutting(&counted.Table)
	all := measure.Length(0)
	for _, f := range plan.Fabrics {
		all += f.InAll()
		for _, s := range f.Strips {
			e.Cut += s.Count
		}
	}
	for _, m := range b.Units {
		for _, act := range m.Acts {
			runs := counted.Demand.Runs[act.ID]
			if act.Patch != nil || act.Stock {
				e.Cut += counted.Lines[act.ID].Make()
			}
			e.Cut += runs * act.Cuts
			if !m.InLength {
				e.Seams += runs * act.Seams
			}
			e.Presses += runs * len(act.Presses)
			if act.Does == making.Sews && act.Presses == nil && !m.PressedLater(act) && !m.InLength {
				e.Presses += runs * act.Seams
			}
		}
	}
	for _, set := range plan.Sets {
		for _, act := range b.Unit(set.Set).Acts {
			e.Seams += set.Layups.Strips * act.Seams
			e.Presses += set.Layups.Strips * act.Seams
		}
	}
	e.Cloth = counted.Say(all)
	return e, true
}

// hands says how many of the parts that a block is joined of have a mirror image among them.
func hands(b ask.Blocks, m making.Method) string {
	looks := map[uint64]int{}
	mirrors := map[uint64]uint64{}
	for _, p := range making.Laid(m) {
		look := b.Unit(p.Unit).Piece.Finished(b.Table.Seam)
		one := look.Look(b.Seen)
		looks[one]++
		mirrors[one] = look.Mirrored().Look(b.Seen)
	}
	left, right := 0, 0
	for one, n := range looks {
		if other := mirrors[one]; other > one && looks[other] > 0 {
			left, right = left+n, right+looks[other]
		}
	}
	if left == 0 {
		return ""
	}
	return fmt.Sprintf("%d and %d in two hands", min(left, right), max(left, right))
}
