package onward

import (
	"fmt"
	"maps"
	"slices"

	"vicis/core/ask"
	"vicis/core/decided"
	"vicis/core/document"
	"vicis/core/laying"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
)

// following lets everything that meets what was measured follow it. What meets edge to edge, and was as long as each
// other, is one class of edges, and one length is found for it: that of what is sewn already, or follows from that.
// What is cut from cloth or across a set is then cut to it; a strip set with as many seams is expected to come out so
// with the same seams; where things are trimmed, all of them are trimmed to it.
type following struct {
	d         document.Document
	table     making.Table
	before    map[side]piece.Num // how long edges were
	standsFor map[side]side      // union-find: towards the one that stands for its class
	fixed     map[side]piece.Num // of classes: the length found
	// seamMore: by how much each seam takes more from both sides together than planned, where that is known
	seamMore measure.Length
	known    bool
	trims    bool
	eased    []string // what is eased in to what it meets
	source   naming.Unit
	given    [2]bool // that its width was measured, and its height: those stay
	purse    *ask.Purse
	cannot   problem.Problem // why it cannot follow
}

// side is how wide something is, or how high.
type side struct {
	unit naming.Unit
	down bool
}

func (e side) of(p piece.Piece) piece.Num {
	if e.down {
		return p.H
	}
	return p.W
}

// turned is the edge of a unit that lies so once it is turned.
func turned(unit naming.Unit, turn int, down bool) side { return side{unit, down != (turn%180 != 0)} }

// follow begins with a document as it is: what is as long as each other in it, and meets, shall be so again.
// source is what was measured, if anything was: what it is made of stays as it is.
func follow(s laying.Sewn, d document.Document, source naming.Unit, purse *ask.Purse) (*following, error) {
	f := &following{
		source: source, before: map[side]piece.Num{}, standsFor: map[side]side{}, fixed: map[side]piece.Num{},
		purse: purse, table: s.Table,
	}
	var err error
	if f.d, err = document.Copy(d); err != nil {
		return nil, err
	}
	made := f.made()
	for id, m := range made {
		f.before[side{id, false}], f.before[side{id, true}] = m.Piece.W, m.Piece.H
	}
	for _, u := range f.d.Parts {
		f.meets(u, made)
	}
	f.laid(made)
	return f, nil
}

// made sews every unit of the document, as far as it goes.
func (f *following) made() map[naming.Unit]making.Made {
	c, _ := decided.Read(f.d)
	c.Table.Problems = &problem.List{}
	f.table = c.Table
	made, _ := making.All(f.d.Parts, c.Table)
	f.purse.Spend(laying.MakingCost(len(f.d.Parts), 0, maps.Values(made)))
	return made
}

// root is the edge that stands for a class.
func (f *following) root(e side) side {
	for {
		next, ok := f.standsFor[e]
		if !ok {
			return e
		}
		e = next
	}
}

// alike says that two edges stay as long as each other, if they were.
func (f *following) alike(a, b side) {
	x, ok1 := f.before[a]
	y, ok2 := f.before[b]
	if ra, rb := f.root(a), f.root(b); ok1 && ok2 && x == y && ra != rb {
		f.standsFor[ra] = rb
	}
}

// meets states what meets in a unit.
func (f *following) meets(u making.Unit, made map[naming.Unit]making.Made) {
	m := made[u.ID]
	if m.Unit.How == nil {
		return
	}
	for _, v := range m.Variants {
		if !m.Apart { // whatever falls out of a run is of one size
			f.alike(side{u.ID, false}, side{v.ID, false})
			f.alike(side{u.ID, true}, side{v.ID, true})
		}
	}
	parts := u.How.Parts()
	if last := m.Acts[len(m.Acts)-1]; last.Stock && len(parts) == 1 {
		f.alike(side{u.ID, true}, side{parts[0].Unit, true}) // cut across a set
		for _, b := range making.Breadths(u.How) {
			if b.Breadth.InStrips() { // so many strips wide as the set has
				f.alike(side{u.ID, false}, side{parts[0].Unit, true})
			}
		}
	}
	if list := making.Breadths(u.How); len(list) == 1 && (list[0].Key == "finished" || list[0].Key == "cut") { // a square
		f.alike(side{u.ID, false}, side{u.ID, true})
	}
	if making.StatesOf(u.How).OfSquares {
		for _, p := range parts {
			f.alike(side{p.Unit, false}, side{p.Unit, true})
			f.alike(side{p.Unit, false}, side{parts[0].Unit, false})
		}
	}
	laid := making.Laid(u.How)
	cells := making.Cells(u.How)
	if len(laid) == 0 {
		cells = nil // columns of rings are as high as their tube goes round
	}
	at := func(r, c int) making.LaidPart { return laid[r*len(cells[0])+c] }
	for r := range cells {
		for c := range cells[r] {
			one := at(r, c)
			if c > 0 {
				left := at(r, c-1)
				f.alike(turned(left.Unit, left.Turn, true), turned(one.Unit, one.Turn, true))
			}
			if len(cells) == 1 && u.ID != f.source { // a row is as high as what lies in it
				f.alike(side{u.ID, true}, turned(one.Unit, one.Turn, true))
			}
			if len(cells[r]) == 1 && u.ID != f.source {
				f.alike(side{u.ID, false}, turned(one.Unit, one.Turn, false))
			}
			if r > 0 {
				above := at(r-1, c)
				f.alike(turned(above.Unit, above.Turn, false), turned(one.Unit, one.Turn, false))
			}
		}
	}
}

// laid states what meets in the top.
func (f *following) laid(made map[naming.Unit]making.Made) {
	top := f.d.Top
	alike := top.Sashing != nil || top.Point != nil
	for r, row := range top.Repeat {
		for c, cell := range row {
			left, above := cell, cell
			if c > 0 {
				left = row[c-1]
			}
			if r > 0 {
				above = top.Repeat[r-1][min(c, len(top.Repeat[r-1])-1)]
			}
			if alike {
				left, above = top.Repeat[0][0], top.Repeat[0][0]
			}
			f.alike(turned(left.Unit, left.Turn, true), turned(cell.Unit, cell.Turn, true))
			f.alike(turned(above.Unit, above.Turn, false), turned(cell.Unit, cell.Turn, false))
			if top.Point != nil {
				f.alike(side{cell.Unit, false}, side{cell.Unit, true})
			}
		}
	}
}

// mostFollowing bounds how often everything is sewn anew.
const mostFollowing = 400

// go lets all classes come to one length each. It is false where that cannot be; then cannot says why.
func (f *following) all() bool {
	for range mostFollowing {
		if f.purse.Empty() {
			f.cannot = problem.Problem{
				Says: "This quilt is too large for everything that follows to be worked out.",
				Mend: "Plan a part of it as a quilt of its own.",
			}
			return false
		}
		switch more, ok := f.one(); {
		case !ok:
			return false
		case !more:
			return true
		}
	}
	return true
}

// one changes one thing that has to follow, or finds one more length. more is false where nothing has to follow any
// more.
func (f *following) one() (more, ok bool) {
	made := f.made()
	var leaf *side // something changed that could be cut otherwise: it follows if anything else does
	for _, u := range f.inOrder(made) {
		for _, down := range []bool{false, true} {
			e := side{u, down}
			was, known := f.before[e]
			if !known {
				continue
			}
			is, root := e.of(made[u].Piece), f.root(e)
			to, fixed := f.fixed[root]
			switch {
			case fixed && is != to:
				return true, f.set(e, made, to)
			case !fixed && is != was && len(f.breadths(u)) > 0 && !made[u].InLength:
				if leaf == nil {
					leaf = &e
				}
			case !fixed && is != was:
				f.fixed[root] = is
				return true, true
			}
		}
	}
	if leaf != nil {
		f.fixed[f.root(*leaf)] = leaf.of(made[leaf.unit].Piece)
		return true, true
	}
	return false, true
}

// inOrder lists what is made, parts before what is made of them, and variants with their unit.
func (f *following) inOrder(made map[naming.Unit]making.Made) (list []naming.Unit) {
	seen := map[naming.Unit]bool{}
	var visit func(u making.Unit)
	index := map[naming.Unit]making.Unit{}
	for _, u := range f.d.Parts {
		index[u.ID] = u
	}
	visit = func(u making.Unit) {
		if seen[u.ID] || u.How == nil {
			return
		}
		seen[u.ID] = true
		for _, p := range u.How.Parts() {
			visit(index[p.Unit.Whole()])
		}
		for _, b := range making.Breadths(u.How) {
			visit(index[b.Breadth.Of().Whole()])
		}
		if _, ok := made[u.ID]; ok {
			list = append(list, u.ID)
		}
	}
	for _, u := range f.d.Parts {
		visit(u)
	}
	return list
}

// unit is a unit of the document.
func (f *following) unit(id naming.Unit) *making.Unit {
	for i := range f.d.Parts {
		if f.d.Parts[i].ID == id {
			return &f.d.Parts[i]
		}
	}
	return nil
}

// breadths are those by which the whole of a unit is made larger or smaller.
func (f *following) breadths(id naming.Unit) (list []making.BreadthOf) {
	u := f.unit(id)
	if u == nil {
		return nil
	}
	all := making.Breadths(u.How)
	if making.InHand(*u, &f.table).How != u.How { // squares that lie there already are not cut again
		return nil
	}
	for _, b := range all {
		if b.Key == "width" || b.Key == "height" || b.Key == "finished" || len(all) == 1 {
			list = append(list, b)
		}
	}
	return list
}

// set lets an edge be as long as asked for.
func (f *following) set(e side, made map[naming.Unit]making.Made, to piece.Num) bool {
	m := made[e.unit]
	u := f.unit(e.unit)
	is := e.of(m.Piece)
	length, exact := to.Exact()
	if u != nil && f.cut(u, e, made, to) {
		return true
	}
	why := fmt.Sprintf("%s measures %s, and what it meets %s.", m.Unit.Name, f.say(is), f.say(to))
	f.cannot = problem.Problem{Says: why, Mend: "Mend the seams, or trim to the smallest."}
	switch {
	case !exact || u == nil:
		return false
	case u.ID == f.source && !f.given[index(e.down)]:
	case u.Measured != nil && u.ID != f.source && f.comes(*u, e, to):
		return f.measures(u, e, length, true)
	case u.Measured != nil && !u.Measured.Expected && u.ID != f.source && f.lets(is, to) && (!f.trims || is.Cmp(to) > 0):
		f.ease(m.Unit.Name, "was measured", is, to)
		return f.measures(u, e, length, false)
	case u.Measured != nil && !u.Measured.Expected:
		f.cannot.Says = fmt.Sprintf("%s was measured for itself: %s, and what it meets %s.", m.Unit.Name, f.say(is),
			f.say(to))
		return false
	}
	planned, ok := f.planned(*u)
	if !ok {
		return false
	}
	should := e.of(planned)
	if to == should {
		return f.measures(u, e, length, true)
	}
	if f.trims {
		return to.Cmp(should) < 0 && f.measures(u, e, length, false)
	}
	n, even := planned.Crossed(!e.down)
	comes := should
	if f.known && even && n > 0 {
		comes = should.Sub(piece.Of(measure.Length(n) * f.seamMore))
	}
	switch {
	case between(comes, to).Cmp(piece.Of(measure.Hair)) <= 0:
	case f.lets(comes, to):
		f.ease(m.Unit.Name, "would measure", comes, to)
	default:
		f.cannot.Says = fmt.Sprintf("With the same seams %s would measure %s, and what it meets %s.", m.Unit.Name,
			f.say(comes), f.say(to))
		return false
	}
	return f.measures(u, e, length, false)
}

// lets says whether two edges let themselves be sewn to each other.
func (f *following) lets(a, b piece.Num) bool {
	return between(a, b).Cmp(piece.Of(decided.LetsBeSewnIn(f.d.Units))) <= 0
}

// ease says that something is eased in.
func (f *following) ease(name, verb string, is, to piece.Num) {
	fine := measure.Ruler{Units: f.d.Units, Mark: decided.SeamMark(f.d.Units)}
	say := func(n piece.Num) string {
		l := n.Nearest()
		return fine.Print(l)
	}
	f.eased = append(f.eased, fmt.Sprintf("%s %s %s and is eased to %s: %s.", name, verb, say(is), say(to),
		say(between(is, to))))
}

func between(a, b piece.Num) piece.Num {
	if d := a.Sub(b); d.Sign() >= 0 {
		return d
	}
	return b.Sub(a)
}

// comes says whether a unit would be as large as asked for if nothing was measured of it.
func (f *following) comes(u making.Unit, e side, to piece.Num) bool {
	p, ok := f.planned(u)
	return ok && e.of(p) == to
}

// planned is a unit as if it measured what it should.
func (f *following) planned(u making.Unit) (piece.Piece, bool) {
	parts := append([]making.Unit{}, f.d.Parts...)
	for i := range parts {
		if parts[i].ID == u.ID {
			parts[i].Measured = nil
		}
	}
	m, ok := making.One(parts, u.ID, f.table)
	return m.Piece, ok
}

// cut lets an edge be as long as asked for by what is cut.
func (f *following) cut(u *making.Unit, e side, made map[naming.Unit]making.Made, to piece.Num) bool {
	if u.Measured != nil {
		return false
	}
	if f.refers(u, e, made, to) {
		return true
	}
	for _, b := range f.breadths(u.ID) {
		m, ok := making.One(f.d.Parts, u.ID, f.table)
		if !ok {
			return false
		}
		by, exact := to.Sub(e.of(m.Piece)).Exact()
		l := b.Breadth.Length(&f.table)
		if b.Finished {
			l = b.Breadth.Finished(&f.table)
		}
		if !exact || b.Breadth.Err() != nil || l+by <= 0 {
			continue
		}
		was := *b.Breadth
		*b.Breadth = making.Wide(l + by)
		if m, ok = making.One(f.d.Parts, u.ID, f.table); ok && e.of(m.Piece) == to {
			return true
		}
		*b.Breadth = was
	}
	return false
}

// refers lets what is cut of cloth or across a set be as wide or as tall as what it meets, if that is as asked for: its
// size is then no number any more, and follows.
func (f *following) refers(u *making.Unit, e side, made map[naming.Unit]making.Made, to piece.Num) bool {
	for _, one := range f.inOrder(made) {
		for _, tall := range []bool{false, true} {
			m := made[one]
			if one == u.ID || f.root(side{one, tall}) != f.root(e) || (side{one, tall}).of(m.Piece) != to || m.Cloth ||
				f.needs(one, u.ID, map[naming.Unit]bool{}) || m.Acts[len(m.Acts)-1].Stock {
				continue
			}
			for _, b := range f.breadths(u.ID) {
				if b.Finished || b.Half {
					continue
				}
				was := *b.Breadth
				*b.Breadth = making.As(one, tall)
				if m, ok := making.One(f.d.Parts, u.ID, f.table); ok && e.of(m.Piece) == to {
					return true
				}
				*b.Breadth = was
			}
		}
	}
	return false
}

// needs says whether a unit is made of another, or follows its size.
func (f *following) needs(unit, of naming.Unit, seen map[naming.Unit]bool) bool {
	u := f.unit(unit.Whole())
	if u == nil || seen[u.ID] {
		return false
	}
	seen[u.ID] = true
	needs := func(id naming.Unit) bool { return id != "" && (id.Whole() == of || f.needs(id, of, seen)) }
	return slices.ContainsFunc(u.How.Parts(), func(p making.Part) bool { return needs(p.Unit) }) ||
		slices.ContainsFunc(making.Breadths(u.How), func(b making.BreadthOf) bool { return needs(b.Breadth.Of()) })
}

// measures writes what a unit is expected to measure, or is trimmed to; nothing where that is what it should.
func (f *following) measures(u *making.Unit, e side, l measure.Length, should bool) bool {
	one := making.Measures{}
	if u.Measured != nil {
		one = *u.Measured
	}
	if u.ID != f.source && (u.Measured == nil || u.Measured.Expected) {
		one.Trimmed, one.Expected = f.trims, !f.trims
	}
	written := measure.Write(l)
	if should {
		written = measure.Written{}
	}
	if e.down {
		one.Height = written
	} else {
		one.Width = written
	}
	u.Measured = &one
	if !one.Width.Given() && !one.Height.Given() {
		u.Measured = nil
	}
	return true
}

func index(down bool) int {
	if down {
		return 1
	}
	return 0
}

func (f *following) say(n piece.Num) string {
	return f.table.Ruler.Print(n.Nearest())
}
