package cutting

import (
	"fmt"
	"slices"

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
}

// pooled is the patches of one act and the ways to cut them: the width of the strip and the width of the sub-cut.
type pooled struct {
	act          naming.Step
	role, fabric string
	line         demand.ThingCount
	ofPrint      []int               // of each print, where prints are dealt
	ways         [][2]measure.Length // exact
	way          int
	motif        bool // centred on motifs
	against      bool // only across the direction of its print does it come out of the cloth
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
		one.motif = true
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
// print: of each there are as many as its list says, or its share.
func (p *pools) choose(members []int, others []StripPlan) choice {
	first := p.patches[members[0]]
	f, _ := p.shelf.Fabric(first.role)
	whole := p.sourceOf(members, others)
	dealt := !slices.ContainsFunc(members, func(m int) bool { return p.patches[m].ofPrint == nil })
	if !dealt || len(whole.pieces) == 0 {
		c := whole.choose()
		c.ofPrint = make([][]int, len(members))
		for i, m := range members {
			c.ofPrint[i] = p.patches[m].ofPrint
		}
		return c
	}
	lines := make([]demand.ThingCount, len(members))
	of := make([][]int, len(members))
	for i, m := range members {
		lines[i] = p.patches[m].line
		of[i] = inAll(slices.Clone(p.patches[m].ofPrint), max(0, lines[i].Make()))
	}
	weights := cloth.Weighed(f.Swatches())
	known := map[string]choice{}
	out := choice{left: make([]int, len(members)), ofPrint: make([][]int, len(members))}
	most := -1
	for k := range weights {
		key := ""
		for i, m := range members {
			p.patches[m].line = demand.ThingCount{Need: of[i][k]}
			key += fmt.Sprint(of[i][k], " ")
		}
		s := p.sourceOf(members, others)
		for i := range s.pieces {
			s.pieces[i].Count = part(s.pieces[i].Count, weights, k)
			key += fmt.Sprint(s.pieces[i].Count, " ")
		}
		s.pieces = slices.DeleteFunc(s.pieces, func(have cloth.Have) bool { return have.Count == 0 })
		c, ok := known[key]
		if !ok {
			c = s.choose()
			known[key] = c
		}
		for _, lay := range c.lays {
			i := slices.IndexFunc(out.lays, func(o Lay) bool {
				return o.Have.ID == lay.Have.ID &&
					slices.Equal(o.Gives, lay.Gives)
			})
			if i < 0 {
				out.lays = append(out.lays, lay)
				continue
			}
			out.lays[i].Times += lay.Times
		}
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

// part is how many of a count of pieces are of one print: as many as are listed where the list counts just these, else
// its share.
func part(count int, weights []int, k int) int {
	sum, before := 0, 0
	for i, w := range weights {
		if i < k {
			before += w
		}
		sum += w
	}
	if sum == 0 {
		return 0
	}
	return count*(before+weights[k])/sum - count*before/sum
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
	if f, _ := p.shelf.Fabric(first.role); f.Share() > 1 {
		a.Prints = f.Share()
	}
	for _, i := range pool {
		one := p.patches[i]
		c := subCut(one.act, one.ways[one.way][1], a.Length, one.line, p.t)
		c.Against, c.Motif = one.against, one.motif
		a.Cuts = append(a.Cuts, c)
		if one.ofPrint != nil {
			a.Of = append(a.Of, one.ofPrint)
		}
	}
	if len(a.Of) < len(a.Cuts) {
		a.Of = nil // some of it falls as it falls
	}
	return a, p.width(pool)
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
	return StripPlan{
		ID: naming.Pool(first.fabric, int64(width), p.waits[first.act]), Was: []naming.Step{first.act.Own()},
		For: first.act, Role: first.role, Width: first.ways[first.way][0], Cut: width, Count: a.Layups.Strips,
		Patches: &a,
	}
}
