package cutting

import (
	"fmt"
	"slices"

	"vicis/core/sharing"

	"vicis/core/cloth"
	"vicis/core/demand"
	"vicis/core/fewest"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
)

// pools puts patches of one fabric that come out of strips of one width together, so that a strip can give several
// sizes.
type pools struct {
	t       *making.Table
	shelf   cloth.Shelf
	waits   map[naming.Step]bool // acts whose size waits for a measurement: they share no strip with others
	patches []pooled
	effort  *fewest.Effort
	dealt   CutByPrint
	shelves map[string]*cloth.ShelfCount // by fabric, as it is cut up
	hand    []Lay                        // squares that a unit begins with
	there   *AtHand                      // what was cut before
}

// pooled is the patches of one act and the ways to cut them: the width of the strip and the width of the sub-cut.
type pooled struct {
	act          naming.Step
	role, fabric string
	line         demand.ThingCount
	ofPrint      []int               // of each print, where prints are dealt
	ways         [][2]measure.Length // exact
	way          int
	motif        bool              // centred on motifs
	lost         [2]measure.Length // across and along, until the first motif lies in the middle of one
	against      bool              // only across the direction of its print does it come out of the cloth
}

// InHand is the supply of squares that a unit is said to begin with.
const InHand = "in-hand"

// inHand takes squares that a unit is said to begin with as they lie there: as many as it takes, where it is not said
// of its fabric how many there are of that size.
func (p *pools) inHand(act making.Act, n int) bool {
	patch := *act.Patch
	f, _ := p.shelf.Fabric(patch.Role)
	if !patch.InHand || slices.ContainsFunc(p.shelf.Have(f.ID), func(have cloth.Have) bool {
		return have.W == patch.W && have.L == patch.H
	}) {
		return false
	}
	have := cloth.Have{W: patch.W, L: patch.H, Supply: cloth.Supply{
		ID: InHand, Fabric: f.ID, Kind: cloth.Pieces, Count: n, InHand: true,
	}}
	p.hand = append(p.hand, Lay{
		Have: have, Role: patch.Role, Times: n, Gives: []LayGive{{Act: act.ID, W: patch.W, H: patch.H, N: 1}},
		Rows: []LayRow{{patch.H, []LayCut{{0, patch.W, patch.H, 1}}}},
	})
	return true
}

func (p *pools) add(act naming.Step, patch making.CutPatch, line demand.ThingCount) {
	f, _ := p.shelf.Fabric(patch.Role)
	usable, _ := p.t.Usable(patch.Role)
	one := pooled{act: act, role: patch.Role, fabric: f.ID, line: line}
	if across, along, ok := p.shelf.Motifs(f.ID); ok {
		// Every patch takes whole repeats: a row of motifs is a strip, and a motif in it a sub-cut.
		one.ways = [][2]measure.Length{{
			measure.CeilDiv(patch.H, along) * along,
			measure.CeilDiv(patch.W, across) * across,
		}}
		one.motif, one.lost = true, [2]measure.Length{cloth.LostTo(patch.W, across), cloth.LostTo(patch.H, along)}
		p.patches = append(p.patches, one)
		return
	}
	for i, way := range [][2]measure.Length{{patch.H, patch.W}, {patch.W, patch.H}} {
		// A print with a direction runs along the cloth, across the strip: what stands upright in the unit stays so.
		if i == 1 && (patch.W == patch.H || f.Directed()) {
			continue
		}
		if way[1].CeilTo(p.t.Ruler.Mark) <= usable-p.t.Squaring {
			one.ways = append(one.ways, way)
		}
	}
	if len(one.ways) == 0 {
		one.ways, one.against = append(one.ways, [2]measure.Length{patch.W, patch.H}), true
	}
	p.patches = append(p.patches, one)
}

// strips chooses how every patch is cut and from what, and lays each pool out. others are the strips that are cut for
// other things.
func (p *pools) strips(others []StripPlan) (list []StripPlan, lays []Lay, fromEnds []FromPiece) {
	byFabric := map[string][]int{}
	var order []string
	for i, one := range p.patches {
		p.patches[i].ofPrint = p.ofPrints(one)
		if byFabric[one.fabric] == nil {
			order = append(order, one.fabric)
		}
		byFabric[one.fabric] = append(byFabric[one.fabric], i)
	}
	for _, fabric := range order {
		members := byFabric[fabric]
		c := p.choose(members, others)
		lays = append(lays, c.lays...)
		for i, m := range members {
			one := &p.patches[m]
			one.way = c.ways[i]
			one.line.Need -= max(0, one.line.Make()) - c.left[i] // spares may come from a piece too: then the need is below them
			one.ofPrint = c.ofPrint[i]
		}
		members = slices.DeleteFunc(members, func(m int) bool { return p.patches[m].line.Make() <= 0 })
		grouped := p.grouped(members)
		if p.t.Ends { // the widest strips first: their ends give what is narrower
			slices.SortStableFunc(grouped, func(a, b []int) int { return int(p.width(b) - p.width(a)) })
		}
		var ends []end
		for _, pool := range grouped {
			if p.t.Ends && !p.waits[p.patches[pool[0]].act] {
				fromEnds = append(fromEnds, p.fromEnds(pool, ends)...)
				pool = slices.DeleteFunc(pool, func(i int) bool { return p.patches[i].line.Make() <= 0 })
				if len(pool) == 0 {
					continue
				}
				list = append(list, p.strip(pool))
				ends = append(ends, p.endsOf(list[len(list)-1])...)
				continue
			}
			list = append(list, p.strip(pool))
		}
	}
	return list, lays, fromEnds
}

// choose finds how the patches of a fabric are cut. Where its prints are dealt, pieces on the shelf are cut print by
// print. What it takes of the shelf is gone then.
func (p *pools) choose(members []int, others []StripPlan) choice {
	f, _ := p.shelf.Fabric(p.patches[members[0]].role)
	whole := p.sourceOf(members, others, -1)
	dealt := !slices.ContainsFunc(members, func(m int) bool { return p.patches[m].ofPrint == nil })
	if dealt && len(whole.pieces) > 0 {
		return p.printByPrint(f, members, others)
	}
	c := whole.choose()
	for _, m := range members {
		c.ofPrint = append(c.ofPrint, p.patches[m].ofPrint)
	}
	took(p.lies(f), -1, c.lays)
	return c
}

// printByPrint chooses for every print by itself.
func (p *pools) printByPrint(f cloth.Fabric, members []int, others []StripPlan) choice {
	shelf := p.lies(f)
	lines := make([]demand.ThingCount, len(members))
	of := make([][]int, len(members))
	for i, m := range members {
		lines[i] = p.patches[m].line
		of[i] = sharing.InAll(slices.Clone(p.patches[m].ofPrint), max(0, lines[i].Make()))
	}
	known := map[string]choice{}
	out := choice{left: make([]int, len(members)), ofPrint: make([][]int, len(members))}
	most := -1
	for k := range f.Share() {
		key := ""
		for i, m := range members {
			p.patches[m].line = demand.ThingCount{Need: of[i][k]}
			key += fmt.Sprint(of[i][k], " ")
		}
		for i := range shelf.Haves {
			key += fmt.Sprint(shelf.Of(i, k), " ")
		}
		c, ok := known[key]
		if !ok {
			c = p.sourceOf(members, others, k).choose()
			known[key] = c
		}
		took(shelf, k, c.lays)
		out.with(c.lays)
		left := 0
		for i, n := range c.left {
			out.left[i] += n
			out.ofPrint[i] = append(out.ofPrint[i], n)
			left += n
		}
		if left > most {
			most, out.ways = left, c.ways
		}
	}
	for i, m := range members {
		p.patches[m].line = lines[i]
	}
	return out
}

// with adds pieces to those that are cut alike.
func (c *choice) with(lays []Lay) {
	for _, lay := range lays {
		i := slices.IndexFunc(c.lays, func(o Lay) bool {
			return o.Have.Same(lay.Have) && slices.Equal(o.Gives, lay.Gives)
		})
		if i < 0 {
			c.lays = append(c.lays, lay)
			continue
		}
		c.lays[i].Times += lay.Times
	}
}

// few says whether some of an assortment lies there, so that what is missing need not be of every print, and of how
// many it is then at most: as few strips as can be, each of another print, unless the quilter says how many prints.
func (p *pools) few(f cloth.Fabric) (prints int, few bool) {
	if f.Share() > 1 && f.TopUp > 0 {
		return min(f.TopUp, f.Share()), len(p.shelf.Have(f.ID)) > 0
	}
	return f.Share(), f.Share() > 1 && len(p.shelf.Have(f.ID)) > 0
}

// width is how wide the strips of a pool are cut.
func (p *pools) width(pool []int) measure.Length {
	one := p.patches[pool[0]]
	return one.ways[one.way][0].CeilTo(p.t.Ruler.Mark)
}

// grouped puts members whose strips are cut equally wide together, in their order.
func (p *pools) grouped(members []int) [][]int {
	var list [][]int
	type kind struct {
		width measure.Length
		waits bool
	}
	index := map[kind]int{}
	for _, i := range members {
		one := p.patches[i]
		w := kind{one.ways[one.way][0].CeilTo(p.t.Ruler.Mark), p.waits[one.act]}
		k, ok := index[w]
		if !ok {
			k = len(list)
			index[w] = k
			list = append(list, nil)
		}
		list[k] = append(list[k], i)
	}
	return list
}

func (p *pools) across(pool []int) (a Across, width measure.Length) {
	first := p.patches[pool[0]]
	a.Length, _ = p.t.Usable(first.role)
	a.Lost = p.lost(pool)[0]
	if f, _ := p.shelf.Fabric(first.role); f.Share() == 1 {
		a.Has = p.there.Cloth[ClothCut{f.ID, p.width(pool)}]
	}
	for _, i := range pool {
		one := p.patches[i]
		c := subCut(one.act, one.ways[one.way][1], a.Length-a.Lost, one.line, p.t)
		c.Against, c.Motif = one.against, one.motif
		a.Cuts = append(a.Cuts, c)
		if one.ofPrint != nil {
			a.Of = append(a.Of, one.ofPrint)
		}
	}
	if len(a.Of) < len(a.Cuts) {
		a.Of = nil // some of it falls as it falls
	}
	if f, _ := p.shelf.Fabric(first.role); f.Share() > 1 {
		a.Prints = f.Share()
		if prints, few := p.few(f); few && a.Of == nil {
			if a.Prints = prints; f.TopUp == 0 {
				a.Prints = 1 // as few strips as can be, whatever print each of them is
			}
		}
	}
	return a, p.width(pool)
}

// lost is what is lost across and along before the first motif lies in the middle of a patch of some.
func (p *pools) lost(list []int) (lost [2]measure.Length) {
	for _, i := range list {
		for k, l := range p.patches[i].lost {
			lost[k] = max(lost[k], l)
		}
	}
	return lost
}

// ofPrints is how many patches of each print of an assortment are cut, as they are dealt; nothing where they are not.
func (p *pools) ofPrints(one pooled) []int {
	dealt := p.dealt.Prints[one.act]
	f, _ := p.shelf.Fabric(one.role)
	if dealt == nil || f.Share() < 2 {
		return nil
	}
	first := p.dealt.First[f.ID]
	return dealt[first : first+f.Share()]
}

func (p *pools) strip(pool []int) StripPlan {
	first := p.patches[pool[0]]
	a, width := p.across(pool)
	a.lay(p.t, p.effort)
	cloth := ClothCut{first.fabric, width}
	a.Has.Whole = p.there.takes(cloth, a.Layups.Strips)
	a.Has.Short = p.there.Short[naming.Pool(first.fabric, int64(width), p.waits[first.act])]
	s := StripPlan{
		ID: naming.Pool(first.fabric, int64(width), p.waits[first.act]), Was: []naming.Step{first.act.Own()},
		For: first.act, Role: first.role, Width: first.ways[first.way][0], Cut: width, Count: a.ToMake(),
		Patches: &a, Long: a.longest(p.t), Lost: p.lost(pool)[1],
	}
	if a.Of != nil {
		s.wants = slices.Clone(a.Layups.Each)
	}
	return s
}

// ofOne says which strips a set is that is one strip alone, as it lies.
func (p *pools) ofOne(set naming.Unit) (of ClothCut, is bool) {
	m, _ := p.t.Made(set)
	if len(m.Acts) == 0 || len(m.Acts[0].Strips) != 1 {
		return of, false
	}
	s := m.Acts[0].Strips[0]
	f, _ := p.shelf.Fabric(s.Role)
	return ClothCut{f.ID, s.Width.CeilTo(p.t.Ruler.Mark)}, true
}

// setsThere is what lies there of strip sets.
func (p *pools) setsThere(a Across) PileAtHand {
	if of, one := p.ofOne(a.Set); one {
		return p.there.Cloth[of]
	}
	return p.there.Sets[a.Set]
}

// taken takes what a strip set that is one strip alone is cut from.
func (p *pools) taken(a *Across) {
	if of, one := p.ofOne(a.Set); one {
		a.Has.Whole = p.there.takes(of, a.Layups.Strips)
	}
}
