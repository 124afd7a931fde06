package askcloth

import (
	"cmp"
	"fmt"
	"slices"
	"sort"

	"vicis/core/ask"
	"vicis/core/cloth"
	"vicis/core/cutting"
	"vicis/core/document"
	"vicis/core/laying"
	"vicis/core/mat"
	"vicis/core/measure"
	"vicis/core/problem"
	"vicis/core/words"
	"vicis/core/work"
)

// SupplyThere is what there is of one fabric to cut from.
type SupplyThere struct {
	Fabric string          `json:"fabric"`
	Length measure.Written `json:"length" doc:"Along the selvedge; of strips how long they are"`
	Kind   cloth.Kind      `json:"kind,omitempty" doc:"Yardage when left out"`
	Width  measure.Written `json:"width,omitzero" doc:"Of one; of yardage its usable width when left out"`
	Count  int             `json:"count,omitempty" minimum:"0" maximum:"1000" doc:"How many of these; 1 when left out"`
}

// Reach is how large a quilt of a pattern comes out of what there is.
type Reach struct {
	Columns  int            `json:"columns" doc:"Blocks across; 0 where not even one comes out"`
	Rows     int            `json:"rows"`
	Blocks   int            `json:"blocks"`
	Finished words.Size     `json:"finished"`
	Uses     []Used         `json:"uses"`
	First    string         `json:"first" doc:"What runs out first"`
	More     []string       `json:"more" doc:"What a little more would allow"`
	Others   []Measure      `json:"others" doc:"Other shapes with as many blocks, or nearly"`
	Most     string         `json:"most" doc:"How many come out of it at most, where that is another shape"`
	Supplies []cloth.Supply `json:"supplies" doc:"What is promised to the quilt then: what there is, in the place of what was promised of the same fabrics"`
	Says     string         `json:"says" doc:"That not every size was worked out, where the quilt is too large for that"`
}

// Used is what a quilt takes of a fabric.
type Used struct {
	Fabric string          `json:"fabric"`
	Name   string          `json:"name"`
	Length measure.Reading `json:"length" doc:"Of what there is by the length"`
	Left   measure.Reading `json:"left"`
	Says   []string        `json:"says" doc:"What comes from what, and what is passed by"`
}

// Measure is a quilt of so many blocks.
type Measure struct {
	Columns  int        `json:"columns"`
	Rows     int        `json:"rows"`
	Finished words.Size `json:"finished"`
	Uses     []Used     `json:"uses,omitempty" doc:"What it takes of the cloth there is, where that was asked"`
}

// mostOfOne is how many of one piece of cloth there may be.
const mostOfOne = 1000

// mostReached bounds the quilts that are looked at, in blocks to a side.
const mostReached = 40

// Backwards goes from the cloth there is to the largest quilt of the document's blocks and borders. Fabrics of which
// nothing is said are bought as needed. Among quilts with the most blocks, or nearly as many, the squarest is taken.
func Backwards(d document.Document, supplies []SupplyThere, purse *ask.Purse) (Reach, problem.List) {
	r := Reach{Uses: []Used{}, More: []string{}, Others: []Measure{}}
	d, there := withSupplies(d, supplies)
	r.Supplies = append([]cloth.Supply{}, d.Supplies...)
	blocks, problems, ok := ask.BlocksOf(d, purse)
	asAsked(*problems, len(d.Supplies)-len(supplies))
	if !ok || problems.Stopped() {
		return r, *problems
	}
	if len(there) == 0 {
		problems.Stop("nothing-there", "/supplies", "Nothing is said of the cloth there is.",
			"Write for at least one fabric how much of it there is.")
		return r, *problems
	}
	s := sizeSearch{sewn: blocks, there: there, purse: purse, seen: map[[2]int]cutting.Plan{}}
	largest, rows := [2]int{}, mostReached
	most := map[int]int{} // rows, by columns
	for columns := 1; columns <= mostReached && !purse.Empty(); columns++ {
		rows = s.rows(columns, rows) // one column more has no more rows
		most[columns] = rows
		if n, m := s.blocks(columns, rows), s.blocks(largest[0], largest[1]); n > m || n == m && rows > 0 &&
			gap(columns, rows) < gap(largest[0], largest[1]) {
			largest = [2]int{columns, rows}
		}
		if rows == 0 {
			break
		}
	}
	best := s.squarest(largest, most)
	if best[0] == 0 && s.enough(1, 1) { // the largest were looked at first, and nothing was left for one
		best, largest, most[1] = [2]int{1, 1}, [2]int{1, 1}, 1
	}
	r.Columns, r.Rows, r.Blocks = best[0], best[1], s.blocks(best[0], best[1])
	if best != largest {
		r.Most = fmt.Sprintf("The most that comes out of it is %d blocks, %d × %d.", s.blocks(largest[0], largest[1]),
			largest[0], largest[1])
	}
	if purse.Empty() {
		r.Says = "Not every size was worked out: this quilt is too large for that. There may be a larger one."
	}
	if r.Blocks == 0 {
		r.First = "Not even one block comes out of it: " + s.lackWords(1, 1) + "."
		return r, *problems
	}
	r.Finished = s.size(best[0], best[1])
	r.Uses = s.uses(best[0], best[1])
	s.limits(&r, best)
	for columns := 1; columns <= mostReached; columns++ {
		rows := most[columns]
		near := 10*s.blocks(columns, rows) >= 9*r.Blocks && gap(columns, rows) <= 4
		if columns != best[0] && rows > 0 && (near || [2]int{columns, rows} == largest) {
			r.Others = append(r.Others, Measure{columns, rows, s.size(columns, rows), s.uses(columns, rows)})
		}
	}
	return r, *problems
}

// asAsked says what is wrong with a supply where it was asked, after those that are promised.
func asAsked(problems problem.List, promised int) {
	for i := range problems {
		p := &problems[i]
		var k int
		var rest string
		if n, _ := fmt.Sscanf(p.At, "/supplies/%d%s", &k, &rest); n > 0 && k >= promised {
			p.At = problem.At("supplies", k-promised) + rest
		}
	}
}

// squarest is the quilt nearest to a square, of those with nearly as many blocks as the largest (judgement: nine of
// ten); one that can be made neither longer nor wider.
func (s *sizeSearch) squarest(largest [2]int, most map[int]int) [2]int {
	best, least := largest, 9*s.blocks(largest[0], largest[1])
	for columns := 1; columns <= mostReached; columns++ {
		rows := most[columns]
		wider := rows > 0 && most[columns+1] >= rows
		if n := s.blocks(columns, rows); wider || 10*n < least {
			continue
		}
		closer := gap(columns, rows) - gap(best[0], best[1])
		if closer < 0 || closer == 0 && s.blocks(columns, rows) > s.blocks(best[0], best[1]) {
			best = [2]int{columns, rows}
		}
	}
	return best
}

// withSupplies is the document with what there is in place of what was promised of the same fabrics, and which those
// are.
func withSupplies(d document.Document, supplies []SupplyThere) (document.Document, map[string]bool) {
	there := map[string]bool{}
	for _, s := range supplies {
		there[s.Fabric] = true
	}
	out := d
	out.Supplies = slices.DeleteFunc(slices.Clone(d.Supplies), func(s cloth.Supply) bool { return there[s.Fabric] })
	for i, s := range supplies {
		one := cloth.Supply{
			ID: fmt.Sprintf("hand-%s-%d", s.Fabric, i+1), InHand: true, Fabric: s.Fabric, Kind: cmp.Or(s.Kind, cloth.Yardage),
			Width: s.Width.In(d.Units), Length: s.Length.In(d.Units), Count: cmp.Or(s.Count, 1),
		}
		if !one.Width.Given() && one.Kind.Sort().ByLength {
			one.Width = d.Cloth.Usable
			for _, f := range d.Fabrics {
				if f.ID == s.Fabric && f.Usable.Given() {
					one.Width = f.Usable
				}
			}
		}
		out.Supplies = append(out.Supplies, one)
	}
	return out, there
}

func gap(a, b int) int { return max(a-b, b-a) }

// sizeSearch lays out and counts quilts of many sizes; the pressing does not change how much cloth they take.
type sizeSearch struct {
	sewn  ask.Blocks
	there map[string]bool // the fabrics of which something is said
	purse *ask.Purse
	seen  map[[2]int]cutting.Plan
}

func (s *sizeSearch) lay(columns, rows int) laying.Laid {
	top := s.sewn.Sized(columns, rows)
	laid := s.sewn.With(top).AsDrawn()
	return laid
}

func (s *sizeSearch) cut(columns, rows int) cutting.Plan {
	at := [2]int{columns, rows}
	p, known := s.seen[at]
	if !known {
		if c, ok := work.Count(s.lay(columns, rows)); ok {
			p = c.Cutting(&c.Table)
		}
		s.seen[at] = p
	}
	return p
}

// work is such a quilt as it is cut, so that it can be told.
func (s *sizeSearch) work(columns, rows int) *work.Work {
	c, _ := work.Count(s.lay(columns, rows))
	return &work.Work{Counted: c, Cut: s.cut(columns, rows)}
}

func (s *sizeSearch) size(columns, rows int) words.Size {
	w, h := s.lay(columns, rows).Layout.Finished()
	return words.SizeOf(s.sewn.Table.Ruler, w, h)
}

// uses is what a quilt takes of each fabric of which something is said.
func (s *sizeSearch) uses(columns, rows int) []Used {
	list := []Used{}
	for _, f := range s.cut(columns, rows).Fabrics {
		if !s.there[f.Fabric.ID] {
			continue
		}
		u := Used{Fabric: f.Fabric.ID, Name: f.Fabric.Name, Says: []string{}}
		var used, left measure.Length
		for _, one := range f.Uses {
			used, left = used+one.Used, left+one.Left
		}
		u.Length, u.Left = s.sewn.Table.Ruler.Read(used), s.sewn.Table.Ruler.Read(left)
		u.Says = append(u.Says, mat.Of(s.work(columns, rows)).FromShelf(f)...)
		list = append(list, u)
	}
	return list
}

// lacking is a fabric that does not suffice for a quilt, and how much of it would have to be bought by the length.
type lacking struct {
	id, name string
	lacks    measure.Length
}

// lacks lists the fabrics that do not suffice for a quilt, of those of which something is said.
func (s *sizeSearch) lacks(columns, rows int) (list []lacking) {
	for _, f := range s.cut(columns, rows).Fabrics {
		if s.there[f.Fabric.ID] && f.Rest > 0 {
			lacks := measure.Length(0)
			for _, one := range f.Bought {
				lacks += one.Rest * measure.Length(len(one.Prints))
			}
			list = append(list, lacking{f.Fabric.ID, f.Fabric.Name, lacks})
		}
	}
	return list
}

// enough says whether a quilt comes out of what there is.
func (s *sizeSearch) enough(columns, rows int) bool { return len(s.lacks(columns, rows)) == 0 }

// lackWords says what would have to be bought for a quilt: of what lies there in pieces or strips so many more of them.
func (s *sizeSearch) lackWords(columns, rows int) string {
	var list []string
	for _, l := range s.lacks(columns, rows) {
		words := fmt.Sprintf("%s of %s", s.sewn.Say(l.lacks), l.name)
		if n, one, ok := s.more(l.id, columns, rows); ok {
			words = fmt.Sprintf("%d more of %s, %s,", n, l.name, one)
		}
		list = append(list, words)
	}
	return fmt.Sprintf("%s would have to be bought", words.Listed(list))
}

// more is how many more pieces or strips like those that lie there would suffice of a fabric; false where it lies there
// otherwise, or that was not worked out.
func (s *sizeSearch) more(fabric string, columns, rows int) (n int, size string, ok bool) {
	d := s.sewn.Document
	at := -1
	for i, one := range d.Supplies {
		if one.Fabric != fabric {
			continue
		}
		if one.Kind.Sort().ByLength {
			return 0, "", false
		}
		if at < 0 || one.Count > d.Supplies[at].Count { // of several the one there is most of
			at = i
		}
	}
	if at < 0 {
		return 0, "", false
	}
	suffices := func(more int) bool {
		with := d
		with.Supplies = slices.Clone(d.Supplies)
		with.Supplies[at].Count += more
		blocks, _, ok := ask.BlocksOf(with, s.purse)
		if !ok {
			return false
		}
		there := sizeSearch{
			sewn: blocks, there: map[string]bool{fabric: true}, purse: s.purse,
			seen: map[[2]int]cutting.Plan{},
		}
		return there.enough(columns, rows)
	}
	most := mostOfOne - d.Supplies[at].Count
	for n = 1; n < most && !suffices(n); n *= 2 {
		if s.purse.Empty() {
			return 0, "", false
		}
	}
	if n = min(n, most); n < 1 || !suffices(n) {
		return 0, "", false
	}
	n = sort.Search(n, suffices)
	one := d.Supplies[at]
	return n, words.By(s.sewn.Table.Ruler, one.Width.Length(), one.Length.Length()), !s.purse.Empty()
}

// blocks is how many blocks such a quilt has.
func (s *sizeSearch) blocks(columns, rows int) int {
	if columns == 0 || rows == 0 {
		return 0
	}
	top := s.sewn.Asked
	top.Columns, top.Rows = columns, rows
	return top.HowMany()
}

// rows is the most rows of so many blocks, no more than some; where there is not enough left for looking, the most that
// is known to come out.
func (s *sizeSearch) rows(columns, hi int) int {
	lo := 0
	for lo < hi && !s.purse.Empty() {
		mid := (lo + hi + 1) / 2
		if s.enough(columns, mid) {
			lo = mid
		} else {
			hi = mid - 1
		}
	}
	return lo
}

// limits says what runs out first, and what a little more of it would allow.
func (s *sizeSearch) limits(r *Reach, best [2]int) {
	next := [][2]int{{best[0], best[1] + 1}, {best[0] + 1, best[1]}}
	names := []string{"one more row", "one more column"}
	least := measure.Length(0)
	for i, n := range next {
		if n[0] > mostReached || n[1] > mostReached {
			r.First = fmt.Sprintf("There is enough for %d blocks to a side and more.", mostReached)
			continue
		}
		lacks := s.lacks(n[0], n[1])
		if len(lacks) == 0 {
			continue
		}
		r.More = append(r.More, fmt.Sprintf("For %s (%d × %d blocks) %s.", names[i], n[0], n[1], s.lackWords(n[0], n[1])))
		by := slices.MaxFunc(lacks, func(x, y lacking) int { return cmp.Compare(x.lacks, y.lacks) })
		if least == 0 || by.lacks < least {
			least = by.lacks
			r.First = by.name + " runs out first."
			if len(lacks) > 1 {
				r.First = namesOf(lacks) + " run out first."
			}
		}
	}
}

func namesOf(list []lacking) string {
	var names []string
	for _, l := range list {
		names = append(names, l.name)
	}
	return words.Listed(names)
}
