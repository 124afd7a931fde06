package recut

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/rules"
)

func init() { making.Register(func() making.Method { return &Tube{} }) }

// Tube is rings cut across a closed strip set, each opened at a seam or in the middle of a strip, and the columns that
// they are then, joined from left to right. A ring is as wide as it is cut. Opened at a seam it is as long as the set
// was before it was closed; opened within a strip it is two allowances shorter. A column can also be laid by itself, by
// its own id.
type Tube struct {
	Columns  []OpenedRing  `json:"columns" doc:"From left to right"`
	Even     Evening       `json:"even,omitempty" enum:"trim,eke" doc:"How columns are made equally long where some are opened in the middle of a strip: the longer ones lose an allowance at both ends, or the shorter ones get a bit of the same cloth"`
	Straight bool          `json:"straight,omitempty" doc:"Its columns are not joined to blocks: they are laid straight into the rows of the quilt"`
	Edge     making.RowEnd `json:"edge,omitempty" enum:"right,left" doc:"At which end of a row a column is laid once more, so that the wave ends as it began: its first one at the right, its last one at the left"`
}

// OpenedRing is one ring of a tube, and where it is opened.
type OpenedRing struct {
	ID     string         `json:"id" doc:"Names the column; the seam to its left is named by it"`
	From   naming.Unit    `json:"from" doc:"The closed strip set it is cut across"`
	Width  making.Breadth `json:"width,omitzero" doc:"Cut: a length, or so many strips; 1 strip when left out"`
	Top    string         `json:"top,omitempty" doc:"The strip that comes to lie at the top, by its id: the ring is opened at the seam above it"`
	Middle bool           `json:"middle,omitempty" doc:"With that: it is opened in the middle of the strip instead, whose lower half then lies at the top"`
	Step   float64        `json:"step,omitempty" multipleOf:"0.5" doc:"Without it: by so many strips the colours go up against the column before, down where it is negative; a half opens it in the middle of a strip. The first column steps from the seam above the first strip"`
}

// Evening is how columns of unlike length are made even.
type Evening string

// The ways of evening.
const (
	TrimEnds Evening = "trim"
	EkeOut   Evening = "eke"
)

// MostColumns is how many columns one tube gives.
const MostColumns = 100

// By names the method.
func (*Tube) By() string { return "tube" }

// Parts are the closed sets.
func (m *Tube) Parts() []making.Part {
	var parts []making.Part
	for _, c := range m.Columns {
		if !slices.ContainsFunc(parts, func(p making.Part) bool { return p.Unit == c.From }) {
			parts = append(parts, making.Part{Unit: c.From})
		}
	}
	return parts
}

func (m *Tube) Cells() [][]*naming.Unit { return [][]*naming.Unit{making.References(m)} }

func (m *Tube) Breadths() []making.BreadthOf {
	list := make([]making.BreadthOf, len(m.Columns))
	for i := range m.Columns {
		list[i] = making.BreadthOf{Breadth: &m.Columns[i].Width, Key: fmt.Sprintf("columns/%d/width", i)}
	}
	return list
}

func (m *Tube) States() making.States {
	return making.States{LaidApart: true, LaidByPlace: true, RowByRow: len(m.Columns) > 1 && !m.Straight}
}

// Make opens the rings and joins the columns.
func (m *Tube) Make(t *making.Table) (making.Made, bool) {
	columns, ok := m.columns(t)
	if !ok || !m.even(t, columns) {
		return making.Made{}, false
	}
	out := making.Made{
		Sort: "unit", Beside: true, Apart: true,
		Tube: &making.Tubed{Columns: columns, Straight: m.Straight, Edge: m.Edge},
	}
	kinds := columnKinds(t, columns)
	shared := t.Unit.Like != "" && len(columns) > 1
	if !shared {
		rings(t, &out, columns)
		opened(t, &out, columns, kinds)
	}
	if !joinColumns(t, &out, columns) {
		return making.Made{}, false
	}
	if len(columns) > 1 && !shared {
		whole := making.Variant{ID: t.Unit.ID, Name: t.Unit.Name, Piece: out.Piece, Count: 1, Kinds: []int{1}}
		out.Variants = append([]making.Variant{whole}, kinds...)
	} else if len(columns) == 1 {
		out.Variants = kinds
	}
	out.Size = tubeSums(t, columns, out.Piece)
	for i := range out.Variants {
		if v := &out.Variants[i]; len(columns) > 1 && i > 0 {
			v.Size = making.SizeWorking{Sums: out.Size.Sums[1:], Rules: out.Size.Rules} // as wide as it is cut
		}
	}
	return out, true
}

// owner is whose the columns are: another unit's where only the seams that join them are pressed another way.
func (m *Tube) owner(t *making.Table) naming.Unit {
	if len(m.Columns) == 1 {
		return t.Unit.ID
	}
	return t.Unit.Earlier()
}

// columns reads every ring: its set, its width, and where it is opened.
func (m *Tube) columns(t *making.Table) ([]making.Column, bool) {
	if n := len(m.Columns); n == 0 || n > MostColumns {
		t.Problems.Stop("column-count", t.At+"/columns", fmt.Sprintf("%s has %d columns.", t.Unit.Name, n),
			fmt.Sprintf("Give it 1 to %d; a wave that is wider is laid again beside itself.", MostColumns))
		return nil, false
	}
	good, half, owner := true, 0, m.owner(t)
	list := make([]making.Column, len(m.Columns))
	seen := map[string]bool{}
	for i, c := range m.Columns {
		at := t.At + problem.At("columns", i)
		what := fmt.Sprintf("Column %d of %s", i+1, t.Unit.Name)
		if seen[c.ID] || !naming.Plain(c.ID) {
			t.Problems.Stop("id-not-unique", at+"/id", what+" has no plain id of its own.", "Give every column its own id.")
			good = false
		}
		seen[c.ID] = true
		set, ok := t.Made(c.From)
		if !ok {
			return nil, false // said where the set stands
		}
		if len(set.Round) == 0 {
			t.Problems.Stop("not-a-tube", at+"/from",
				fmt.Sprintf("%s is cut from %s, which is not closed to a tube.", what, set.Unit.Name),
				"Close that strip set, or choose one that is closed.")
			return nil, false
		}
		width, ok := t.Breadth(c.Width, at+"/width", what)
		if !ok {
			good = false
			continue
		}
		t.OnTheRuler(width, at+"/width", what)
		if length, _ := set.Piece.Size(); width.CeilTo(t.Ruler.Mark) > length-t.Squaring {
			t.Problems.Stop("cloth-too-short", at+"/width",
				fmt.Sprintf("A ring of %s does not come out of a tube %s long, %s of it for squaring up.", t.Ruler.Print(width),
					t.Ruler.Print(length), t.Ruler.Print(t.Squaring)), "Cut it narrower, or use wider cloth.")
			good = false
		}
		step := 0
		if half, step, ok = c.opens(t, set, half, at, what); !ok {
			good = false
			continue
		}
		list[i] = making.Column{
			ID: c.ID, Place: owner.Look(c.ID), Set: set.Unit.ID, Width: width, Half: half, Step: step,
			Ring: owner.Ring(set.Unit.ID, int64(width)),
		}
	}
	sorted(list, owner)
	return list, good
}

// sorted says of every column of which kind it is: those cut and opened alike are one, called by the first of them.
func sorted(list []making.Column, unit naming.Unit) {
	for i := range list {
		c := &list[i]
		k := slices.IndexFunc(list, func(o making.Column) bool {
			return o.Set == c.Set && o.Width == c.Width &&
				o.Half == c.Half
		})
		c.Kind, c.First = list[k].Place, list[k].ID
		if len(list) == 1 {
			c.Kind = unit
		}
	}
}

// opens is where a ring is opened, in half strips from the seam above the first strip, and by how many half strips its
// colours go up against the column before.
func (c OpenedRing) opens(t *making.Table, set making.Made, before int, at, what string) (half, step int, ok bool) {
	n := len(set.Round)
	if c.Top == "" {
		twice := c.Step * 2
		step = int(max(-float64(4*n), min(float64(4*n), twice)))
		switch {
		case float64(int(twice)) != twice:
			t.Problems.Stop("step", at+"/step", fmt.Sprintf("%s steps by %v strips.", what, c.Step),
				"Step by whole and half strips.")
			return 0, 0, false
		case step > 2*n || step < -2*n:
			t.Problems.Stop("step", at+"/step", fmt.Sprintf("%s steps by %v strips, and its tube has %d.", what, c.Step, n),
				fmt.Sprintf("Step by at most %d.", n))
			return 0, 0, false
		case c.Middle:
			t.Problems.Stop("step", at+"/middle", what+" is opened in the middle of a strip that is not said.",
				"Say which strip comes to lie at the top, or step by a half.")
			return 0, 0, false
		}
		return ((before+step)%(2*n) + 2*n) % (2 * n), step, true
	}
	if c.Step != 0 {
		t.Problems.Stop("step", at+"/step", what+" is told by the strip at its top and by a step as well.",
			"Keep one of them.")
		return 0, 0, false
	}
	i := slices.IndexFunc(set.Round, func(s making.Strip) bool { return s.ID == c.Top })
	if i < 0 {
		t.Problems.Stop("no-such-seam", at+"/top",
			fmt.Sprintf("%s is opened at a strip “%s”, and %s has none of that name.", what, c.Top, set.Unit.Name),
			fmt.Sprintf("Choose one of its %d strips.", n))
		return 0, 0, false
	}
	half = 2 * i
	if c.Middle {
		half++
	}
	return half, making.Shorter(half-before, n), true
}

// even makes all columns equally long, and sews each of them.
func (m *Tube) even(t *making.Table, list []making.Column) bool {
	short, whole := -1, -1
	for i, c := range list {
		if c.Middle() {
			short = i
		} else {
			whole = i
		}
	}
	s := t.Seam
	mixed := short >= 0 && whole >= 0
	switch {
	case m.Edge != "" && m.Edge != making.RightEnd && m.Edge != making.LeftEnd:
		t.Problems.Stop("edge-unknown", t.At+"/edge", fmt.Sprintf("“%s” is no end of a row.", m.Edge),
			"Choose right or left.")
		return false
	case m.Even != "" && m.Even != TrimEnds && m.Even != EkeOut:
		t.Problems.Stop("even-unknown", t.At+"/even", fmt.Sprintf("“%s” is no way to even columns.", m.Even),
			"Choose trim or eke.")
		return false
	case mixed && m.Even == "":
		t.Problems.Stop("columns-unlike", t.At+"/even",
			fmt.Sprintf("Column %d of %s is opened in the middle of a strip and is %s shorter than column %d.", short+1,
				t.Unit.Name, t.Ruler.Print(2*s), whole+1),
			fmt.Sprintf("Choose how they are made even: the longer ones lose %s at both ends, or the shorter ones get a bit "+
				"of %s sewn on.", t.Ruler.Print(s), t.Ruler.Print(4*s)))
		return false
	}
	for i := range list {
		c := &list[i]
		at := t.At + problem.At("columns", i)
		set, _ := t.Made(c.Set)
		switch {
		case !mixed:
		case m.Even == TrimEnds && !c.Middle():
			c.Trims = s
		case m.Even == EkeOut && c.Middle():
			c.Bit = 4 * s
		}
		if narrow, is := thin(*c, set, s); is {
			t.Problems.Stop("strip-too-narrow", at,
				fmt.Sprintf("Column %d of %s would end in a strip of which nothing is left once it is sewn in: it is cut %s.", i+1,
					t.Unit.Name, t.Ruler.Print(narrow)),
				fmt.Sprintf("Cut that strip wider than %s, or open every ring at a seam.", t.Ruler.Print(least(*c, s))))
			return false
		}
		var err error
		if c.Piece, err = column(t, *c, set); err != nil {
			t.Misfit(err, at, fmt.Sprintf("column %d", i+1), t.Unit.Name)
			return false
		}
	}
	return true
}

// least is how wide the strips at the ends of a column must be cut so that something of them is seen.
func least(c making.Column, s measure.Length) measure.Length {
	switch {
	case c.Bit > 0:
		return 6 * s
	case c.Middle():
		return 4 * s
	}
	return 2*s + c.Trims
}

// thin is how wide a strip at an end of a column is cut of which nothing would be seen.
func thin(c making.Column, set making.Made, s measure.Length) (measure.Length, bool) {
	n := len(set.Round)
	ends := []int{c.Strip()}
	if !c.Middle() {
		ends = append(ends, (c.Strip()+n-1)%n)
	}
	for _, i := range ends {
		if w := set.Round[i].Width; w <= least(c, s) {
			return w, true
		}
	}
	return 0, false
}

// column is a ring, opened: its strips in order from the top.
func column(t *making.Table, c making.Column, set making.Made) (piece.Piece, error) {
	n, s := len(set.Round), piece.Of(t.Seam)
	w := piece.Of(c.Width)
	first := set.Round[c.Strip()]
	top, bottom := piece.Of(first.Width), piece.Num{}
	if c.Middle() {
		half, _ := top.Half()
		top, bottom = half, half
		if c.Bit > 0 { // cut beside the middle, so that its seams come to lie half-way between those of its neighbours
			top, bottom = half.Add(s), half.Sub(s)
		}
	}
	p := piece.Exactly(first.Role, w, top)
	var err error
	for k := 1; k < n && err == nil; k++ {
		next := set.Round[(c.Strip()+k)%n]
		p, err = piece.JoinDown(p, piece.Exactly(next.Role, w, piece.Of(next.Width)), t.Seam, next.Seam)
	}
	if c.Middle() && err == nil {
		p, err = piece.JoinDown(p, piece.Exactly(first.Role, w, bottom), t.Seam, first.Seam)
	}
	if c.Bit > 0 && err == nil {
		p, err = piece.JoinDown(p, piece.Exactly(first.Role, w, piece.Of(c.Bit)), t.Seam,
			t.Unit.Earlier().Seam(c.First, "bit"))
	}
	if c.Trims > 0 && err == nil {
		p = p.Window(piece.Num{}, piece.Of(c.Trims), w, p.H.Sub(piece.Of(2*c.Trims)))
	}
	return p, err
}

// columnKinds are the kinds of columns, each with the places it falls out at.
func columnKinds(t *making.Table, list []making.Column) (kinds []making.Variant) {
	numbers := map[naming.Unit][]int{}
	for i, c := range list {
		k := slices.IndexFunc(kinds, func(v making.Variant) bool { return v.ID == c.Kind })
		if k < 0 {
			k = len(kinds)
			kinds = append(kinds, making.Variant{ID: c.Kind, Piece: c.Piece, Kinds: []int{1}})
		}
		kinds[k].Count++
		kinds[k].Places = append(kinds[k].Places, making.PartSpot{ID: c.Place})
		numbers[c.Kind] = append(numbers[c.Kind], i+1)
	}
	for i := range kinds {
		kinds[i].Name = t.Unit.SharedName() + ", " + columnsCalled(numbers[kinds[i].ID])
	}
	return kinds
}

// columnsCalled names columns by their numbers.
func columnsCalled(numbers []int) string {
	if len(numbers) == 1 {
		return fmt.Sprintf("column %d", numbers[0])
	}
	var list []string
	for _, n := range numbers {
		list = append(list, fmt.Sprint(n))
	}
	if n := len(list); n > making.MostPlaced {
		return fmt.Sprintf("columns %s and %d more", strings.Join(list[:making.MostPlaced-1], ", "), n-making.MostPlaced+1)
	}
	return "columns " + strings.Join(list[:len(list)-1], ", ") + " and " + list[len(list)-1]
}

// rings states the cutting: one act for each tube and width, whatever becomes of the rings.
func rings(t *making.Table, out *making.Made, list []making.Column) {
	known := map[naming.Step]bool{}
	for _, c := range list {
		if known[c.Ring] {
			continue
		}
		known[c.Ring] = true
		set, _ := t.Made(c.Set)
		out.Acts = append(out.Acts, making.Act{
			ID: c.Ring, Does: making.SubCuts, Stock: true, Takes: []making.ActTake{{Act: c.Set.Step(), Each: 1}},
			Name:  fmt.Sprintf("%s, ring of %s", set.Unit.Name, t.Ruler.Print(c.Width)),
			Piece: set.Piece.Slice(t.Squaring, c.Width),
		})
	}
}

// opened states the opening of every kind of column, and the bit that is sewn to a short one.
func opened(t *making.Table, out *making.Made, list []making.Column, kinds []making.Variant) {
	r := t.Begin()
	for _, v := range kinds {
		c := list[slices.IndexFunc(list, func(c making.Column) bool { return c.Kind == v.ID })]
		act := making.Act{
			ID: v.ID.Step(), Does: making.Opens, Takes: []making.ActTake{{Act: c.Ring, Each: 1}}, Opens: &c,
			Piece: v.Piece,
		}
		act.Gives = []making.ActGive{{ID: v.ID.Step(), Count: 1, Name: v.Name, Piece: v.Piece}}
		if c.Bit == 0 {
			r.Add(act)
			continue
		}
		set, _ := t.Made(c.Set)
		first := set.Round[c.Strip()]
		short := c
		short.Bit = 0
		p, _ := column(t, short, set)
		act.ID = t.Unit.ID.Part(c.ID, "opened")
		act.Name, act.Piece, act.Gives = v.Name+", opened", p, nil
		r.Add(act)
		bit, ok := r.Cloth(first.Role, piece.Of(c.Width), piece.Of(c.Bit), c.ID+"-bit", "bit", t.At)
		if !ok {
			continue
		}
		seam := t.Unit.ID.Seam(c.First, "bit")
		r.Add(making.Act{
			ID: v.ID.Step(), Does: making.Sews, Name: v.Name, Piece: v.Piece, Seams: 1, Each: c.Width, Sews: []naming.Seam{seam},
			Takes: making.Takes(act.ID, bit.Act),
			Gives: []making.ActGive{{ID: v.ID.Step(), Count: 1, Name: v.Name, Piece: v.Piece}},
			Joins: &making.Joins{
				Left: act.Name, Right: "bit of the same cloth", LeftPiece: p, RightPart: bit.Piece,
				Edge: "the bit to its lower end",
				Edges: []making.Join{{
					Seam: seam, A: making.Layer{From: act.ID, Name: act.Name, Piece: p}, B: bit.Layer(), Down: true, Takes: t.Seam,
				}},
			},
		})
		out.Seams = append(out.Seams, making.SeamKind{
			ID: seam, Plus: making.Neighbour{Name: "the column", Roles: []string{first.Role}, Bulk: 1},
			Minus: making.Neighbour{Name: "the bit", Roles: []string{first.Role}},
		})
	}
	out.Acts = append(out.Acts, r.Acts...)
}

// joinColumns sews the columns to each other, in one step.
func joinColumns(t *making.Table, out *making.Made, list []making.Column) bool {
	out.Piece = list[0].Piece
	act := making.Act{ID: t.Unit.ID.Step(), Does: making.Sews, Lies: making.Upright, Seams: len(list) - 1}
	taken := []making.Lying{{Act: list[0].Kind.Step()}}
	name := func(i int) string { return fmt.Sprintf("column %d", i+1) }
	var edges []making.Join
	before := making.Layer{From: list[0].Kind.Step(), Name: name(0), Piece: list[0].Piece}
	for i := 1; i < len(list); i++ {
		left, right := list[i-1], list[i]
		seam := t.Unit.ID.Seam(right.ID)
		var err error
		if out.Piece, err = piece.JoinRight(out.Piece, right.Piece, t.Seam, seam); err != nil {
			t.Misfit(err, t.At+problem.At("columns", i), name(i), t.Unit.Name)
			return false
		}
		if len(out.Piece.Patches) > making.MostPatches {
			t.Problems.Stop("too-many-patches", t.At+"/columns",
				fmt.Sprintf("%s has more than %d patches.", t.Unit.Name, making.MostPatches),
				"Use fewer columns or fewer strips.")
			return false
		}
		act.Sews = append(act.Sews, seam)
		edges = append(edges, making.Join{
			Seam: seam, A: before,
			B: making.Layer{From: right.Kind.Step(), Name: name(i), Piece: right.Piece}, Takes: t.Seam,
		})
		before = making.Layer{Name: "what is sewn so far", Piece: right.Piece, Last: true}
		taken = append(taken, making.Lying{Act: right.Kind.Step()})
		out.Seams = append(out.Seams, making.SeamKind{
			ID: seam, Row: true, Plus: making.Facing(name(i), right.Piece, piece.Left),
			Minus:   making.Facing(name(i-1), left.Piece, piece.Right),
			Outward: making.Outward(i-1, len(list)-1, 1),
		})
	}
	if len(list) == 1 {
		return true
	}
	act.Takes, act.Piece, act.Each = making.TakesOf(taken), out.Piece, out.Piece.H.Up()
	act.Joins = &making.Joins{
		Left: name(0), Right: name(1), LeftPiece: list[0].Piece, RightPart: list[1].Piece,
		Edge: "column to column, from left to right, top edges even", Edges: edges,
	}
	out.Acts = append(out.Acts, act)
	return true
}

// tubeSums says how the block and its columns come to what they measure.
func tubeSums(t *making.Table, list []making.Column, p piece.Piece) making.SizeWorking {
	var widths []measure.Length
	for _, c := range list {
		widths = append(widths, c.Width)
	}
	out := t.Sum("across: ", widths, p.W.Up())
	set, _ := t.Made(list[0].Set)
	var round measure.Length
	for _, s := range set.Round {
		round += s.Width - 2*t.Seam
	}
	says := fmt.Sprintf("down: %s round", t.Ruler.Print(round))
	if extra := p.H.Up() - round; extra > 0 {
		says += fmt.Sprintf(" + %s = %s, where a ring is opened at a seam", t.Ruler.Print(extra), t.Ruler.Print(p.H.Up()))
	}
	out.Sums = append(out.Sums, says)
	out.Rules = rules.By(rules.Tube)
	return out
}

// Closing is a longer list of columns with which a wave goes on from block to block.
type Closing struct {
	Name   string
	Says   string
	Method making.Method
}

// Closings are the ways to lengthen the columns of a tube until a wave goes on; none where it does, or where its tubes
// have different numbers of strips.
func Closings(m making.Method, made making.Made, strips func(set naming.Unit) int) []Closing {
	tube, ok := m.(*Tube)
	if !ok || made.Tube == nil || len(made.Tube.Columns) < 2 {
		return nil
	}
	list := made.Tube.Columns
	n := strips(list[0].Set)
	most := 0
	for i, c := range list {
		if strips(c.Set) != n {
			return nil
		}
		if i > 0 {
			most = max(most, c.Step, -c.Step)
		}
	}
	back := making.StepBack(list, n)
	far := max(back, -back)
	if far <= most {
		return nil
	}
	var out []Closing
	add := func(name, says string, more []columnStep) {
		if len(list)+len(more) > MostColumns || len(more) == 0 {
			return
		}
		out = append(out, Closing{name, says, tube.longer(more)})
	}
	var mirrored []columnStep
	for i := len(list) - 2; i > 0; i-- {
		mirrored = append(mirrored, columnStep{i, -list[i+1].Step})
	}
	add("There and back", "The same widths in a mirror, each stepping back by what it went before.", mirrored)
	var on []columnStep
	last, sum := list[len(list)-1].Step, 0
	for _, c := range list[1:] {
		sum += c.Step
	}
	if last == 0 {
		last = most
	}
	for at := (sum + last) % (2 * n); at != 0; at = (at + sum + last) % (2 * n) {
		for i, c := range list {
			by := c.Step
			if i == 0 {
				by = last
			}
			on = append(on, columnStep{i, by})
		}
		if len(on) > MostColumns {
			break
		}
	}
	add("On and on", "The same widths and steps again, each time from where they ended, until the colours are back "+
		"where they began.", on)
	if most > 0 {
		var home []columnStep
		by := most
		if back < 0 {
			by = -most
		}
		for left := far; left > most; left -= most {
			home = append(home, columnStep{len(list) - 1, by})
		}
		add("Back by equal steps", "As many columns more as it takes to step back to the first, each as wide as the last.",
			home)
	}
	return out
}

// JoinsTo is how wide the columns of a tube are once they are joined, unfinished.
func JoinsTo(m making.Method, t *making.Table) (measure.Length, bool) {
	tube, ok := m.(*Tube)
	if !ok || len(tube.Columns) == 0 {
		return 0, false
	}
	wide := 2 * t.Seam
	for _, c := range tube.Columns {
		if c.Width.Err() != nil {
			return 0, false
		}
		wide += c.Width.Length(t) - 2*t.Seam
	}
	return wide, wide > 2*t.Seam
}

// columnStep is a further column: as wide as another one and cut from the same tube, so many half strips up.
type columnStep struct{ like, by int }

// longer is the same tube with more columns.
func (m *Tube) longer(more []columnStep) *Tube {
	one := *m
	one.Columns = slices.Clone(m.Columns)
	next := len(m.Columns)
	for _, s := range more {
		c := m.Columns[s.like]
		c.Top, c.Middle, c.Step = "", false, float64(s.by)/2
		for {
			next++
			c.ID = fmt.Sprintf("c%d", next)
			if !slices.ContainsFunc(one.Columns, func(o OpenedRing) bool { return o.ID == c.ID }) {
				break
			}
		}
		one.Columns = append(one.Columns, c)
	}
	return &one
}
