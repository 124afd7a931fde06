package stock

import (
	"fmt"
	"slices"

	"vicis/core/cloth"
	"vicis/core/cutting"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/work"
)

// Cloth of the shelf that is promised is cut by layouts like strips and sets: a length gives strips, a piece patches, a
// strip that is cut already itself. Nobody counts it, and nothing of it is presumed: how many there are the quilter has
// said. Which piece a cut came from is no fact: the first that a layout names are the first to be cut.

// Draw is what is cut from a supply, by a layout that counts everything that is made of the same thing.
type Draw struct {
	Supply string
	Laid   *CutLayout
}

// CutPiece is one piece that a line of a layout cuts, and the rows it is cut in, one after the other.
type CutPiece struct {
	W, L    measure.Length
	Along   bool           `json:",omitempty"` // the rows run along the cloth
	Turns   bool           `json:",omitempty"` // it lies turned: its length is across the cloth
	Again   bool           `json:",omitempty"` // its end is squared up again on the way
	Squares measure.Length `json:",omitempty"` // what is squared up before each row
	Rows    []CutRow
}

// CutRow is one row, so high: how many of each thing of its line, and how far along it one takes. Lost is what is
// squared up before it.
type CutRow struct {
	High, Lost measure.Length
	Cuts       []CutOfRow
}

// CutOfRow is so many of one thing in a row.
type CutOfRow struct {
	Give, N int
	Wide    measure.Length
}

// supplies finds how what is promised is cut.
func (b *Book) supplies(w *work.Work) {
	d := drawing{
		Book: b, w: w, laid: map[string]*CutLayout{}, before: map[string]map[work.Identity]int{},
		draws: map[work.Identity][]string{},
	}
	for _, f := range w.Cut.Fabrics {
		d.strips(f)
	}
	for _, lay := range w.Cut.Lays {
		if lay.Have.ID != cutting.InHand {
			d.lay(lay)
		}
	}
	for _, r := range b.Order {
		for _, id := range d.draws[r.Makes] {
			r.Draws = append(r.Draws, Draw{id, d.laid[id]})
		}
	}
	clear(d.draws)
	for _, one := range w.Cut.Ends {
		d.end(one)
	}
}

// end is patches that are cut from what is left of strips: of those so much less is left then.
func (d *drawing) end(one cutting.FromPiece) {
	r, of := d.Of[work.PieceStep(one)], d.Of[one.End]
	if r == nil || of == nil {
		return
	}
	end := &EndOf{of.Makes, one.Have.W}
	have := one.Have
	have.ID = fmt.Sprint("end of ", of.Makes, " ", int64(one.Have.W))
	d.add(have, CutLine{Times: one.Pieces, Gives: []CutShare{{Makes: r.Makes, N: one.Each}}}, nil)
	laid := d.laid[have.ID]
	laid.End = end
	if !slices.ContainsFunc(r.Draws, func(o Draw) bool { return o.Laid == laid }) {
		r.Draws = append(r.Draws, Draw{have.ID, laid})
	}
}

// drawing is the layouts of supplies while they are written down.
type drawing struct {
	*Book
	w      *work.Work
	laid   map[string]*CutLayout
	before map[string]map[work.Identity]int // by supply, what was cut before, and what its lines give
	draws  map[work.Identity][]string
}

// add is a line more of a supply; skips is how many of each thing come from elsewhere before it.
func (d *drawing) add(have cloth.Have, line CutLine, skips map[work.Identity]int) {
	id := have.ID
	laid := d.laid[id]
	if laid == nil {
		laid = &CutLayout{}
		d.laid[id], d.before[id] = laid, map[work.Identity]int{}
		if d.w.Here != nil {
			begun := d.w.Begun[work.OfShelf(id)]
			laid.After, laid.Used, laid.Left = d.w.Here.After, begun.Used, d.w.Here.Gone[id].Left
			for t, n := range begun.Cut {
				d.before[id][t] = n
			}
		}
	}
	if slices.ContainsFunc(laid.Left, line.Lies.is) {
		line.Rest = have.L
	}
	for i := range line.Gives {
		g := &line.Gives[i]
		if g.Before = d.before[id][g.Makes] + skips[g.Makes]; skips == nil {
			d.before[id][g.Makes] += g.N * line.Times
		}
		if !slices.Contains(d.draws[g.Makes], id) {
			d.draws[g.Makes] = append(d.draws[g.Makes], id)
		}
	}
	laid.Lines = append(laid.Lines, line)
}

// strips is the strips of one fabric: first those that are cut already, then those that lengths give, then what is
// bought.
func (d *drawing) strips(f cutting.FabricPlan) {
	haves := map[string]cloth.Have{}
	for _, have := range d.w.Shelf.Have(f.Fabric.ID) {
		haves[have.ID] = have
	}
	thing, skips := map[measure.Length]work.Identity{}, map[work.Identity]int{}
	for _, s := range f.Strips {
		r, known := d.Of[s.ID]
		if !known {
			continue
		}
		thing[s.Cut] = r.Makes
		for _, t := range s.From {
			d.add(haves[t.Supply], CutLine{Times: t.Count, Gives: []CutShare{{Makes: r.Makes, N: 1}}}, skips)
			skips[r.Makes] += t.Count
		}
	}
	for _, u := range f.Uses {
		line := CutLine{Times: 1, Lies: &CutPiece{W: u.Have.W, L: u.Have.L, Again: d.w.Table.Every > 0}}
		strips := 0
		for _, c := range u.Cuts {
			for range c.Count {
				row := CutRow{High: c.Cut, Cuts: []CutOfRow{{Give: len(line.Gives), N: 1}}}
				if strips == 0 && !u.Have.Square || strips > 0 && d.w.Table.Every > 0 && strips%d.w.Table.Every == 0 {
					row.Lost = d.w.Table.Squaring
				}
				line.Lies.Rows = append(line.Lies.Rows, row)
				strips++
			}
			line.Gives = append(line.Gives, CutShare{Makes: thing[c.Cut], N: c.Count})
		}
		if _, _, motif := d.w.Shelf.Motifs(f.Fabric.ID); motif {
			line.Lies.Rows = nil // where the next motif lies on what is left nobody knows
		}
		d.add(u.Have, line, skips)
		for _, g := range line.Gives {
			skips[g.Makes] += g.N
		}
	}
}

// lay is pieces that are cut alike.
func (d *drawing) lay(lay cutting.Lay) {
	have := lay.Have
	line := CutLine{Times: lay.Times, Lies: &CutPiece{
		W: have.W, L: have.L, Along: lay.Along, Turns: have.Along,
	}}
	if have.Along && !have.Square {
		line.Lies.Squares = d.w.Table.Squaring
	}
	place := make([]int, len(lay.Gives))
	for i, g := range lay.Gives {
		makes := d.makes(g.Act, have.ID)
		at := slices.IndexFunc(line.Gives, func(s CutShare) bool { return s.Makes == makes })
		if at < 0 {
			at = len(line.Gives)
			line.Gives = append(line.Gives, CutShare{Makes: makes})
		}
		place[i] = at
		line.Gives[at].N += g.N
	}
	for _, row := range lay.Rows {
		one := CutRow{High: row.High}
		for _, c := range row.Cuts {
			one.Cuts = append(one.Cuts, CutOfRow{place[c.Give], c.N, c.Wide})
		}
		line.Lies.Rows = append(line.Lies.Rows, one)
	}
	if slices.ContainsFunc(lay.Gives, func(g cutting.LayGive) bool { return g.Motif }) {
		line.Lies.Rows = nil
	}
	d.add(have, line, nil)
}

// makes is what is made by cutting patches of an act from a supply.
func (d *drawing) makes(act naming.Step, supply string) work.Identity {
	for _, one := range d.w.Cut.Pieces {
		if one.Act == act && one.Have.ID == supply {
			return d.Of[work.PieceStep(one)].Makes
		}
	}
	return work.Identity{}
}

// size is how large a piece is, as it lies on the shelf.
func (p *CutPiece) size() (w, l measure.Length) {
	if p.Turns {
		return p.L, p.W
	}
	return p.W, p.L
}

func (p *CutPiece) is(r cloth.LeftPiece) bool {
	if p == nil {
		return false
	}
	w, l := p.size()
	return r.W == w && r.L == l
}

// rests is what is left of a piece once so many of each thing are cut of it: its rows from the first on, each from its
// end. Of a row that is begun the rest of it is left; what is below the last row is one piece.
func (p *CutPiece) rests(counts []int) (list []cloth.LeftPiece) {
	if p == nil || len(p.Rows) == 0 {
		return nil
	}
	counts = slices.Clone(counts)
	add := func(long, high measure.Length) {
		w, l := long, high
		if p.Along != p.Turns {
			w, l = l, w
		}
		if min(w, l) >= leastRest {
			list = append(list, cloth.LeftPiece{W: w, L: l, Square: !p.Again, Count: 1})
		}
	}
	long, deep := p.W, p.L
	if p.Along {
		long, deep = deep, long
	}
	begun := 0
	for _, row := range p.Rows {
		rest, all, some := long, true, false
		for _, c := range row.Cuts {
			n := min(c.N, counts[c.Give])
			counts[c.Give] -= n
			rest -= measure.Length(n) * c.Wide
			some, all = some || n > 0, all && n == c.N
		}
		if !some {
			continue
		}
		deep -= row.High + p.Rows[begun].Lost
		if begun++; !all {
			add(rest-p.Squares, row.High)
		}
	}
	add(long, deep)
	return list
}

// leastRest is the least side of what is offered again (judgement).
const leastRest = 3 * measure.Inch / 2
