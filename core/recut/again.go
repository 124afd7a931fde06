// Package recut has the methods that cut what is sewn: a block through its seams, a closed strip set into rings.
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
	"vicis/core/words"
)

func init() { making.Register(func() making.Method { return &CutAgain{} }) }

// CutAgain is something sewn that is cut through its seams, in one direction or in both. What falls out are its parts,
// each called by its place: a column's letter from the left and a row's number from the top, a1 the upper left one.
// Parts that look alike and are sewn alike are one kind. A cut takes nothing; every new seam takes two allowances.
type CutAgain struct {
	From     naming.Unit `json:"from" doc:"What is cut: anything sewn"`
	Upright  Knife       `json:"upright,omitzero" doc:"Where it is cut from top to bottom"`
	Level    Knife       `json:"level,omitzero" doc:"Where it is cut from side to side"`
	Measured *Unfinished `json:"measured,omitempty" doc:"What it measured when it was sewn and pressed, unfinished; its outer parts follow"`
}

// Knife is where something is cut in one direction: in so many equal parts, or along lines.
type Knife struct {
	Parts int        `json:"parts,omitempty" doc:"So many equal parts of what it measures, the outer ones at marks of the ruler"`
	Lines []KnifeCut `json:"lines,omitempty"`
}

// KnifeCut is a line of the knife, or two: one on each side of what it is measured from.
type KnifeCut struct {
	From  Origin         `json:"from" enum:"seam,middle,left,right,top,bottom" doc:"What the ruler is laid on: a seam that runs the same way, the middle of what it measures, or an edge"`
	Seam  int            `json:"seam,omitempty" doc:"Which seam, counted from the left or from the top; the one in the middle when left out"`
	By    making.Breadth `json:"by,omitzero" doc:"How far from there, a length; on it when left out"`
	Share Share          `json:"share,omitzero" doc:"Or so much of the square it began from, such as 1/3"`
	Side  CutSide        `json:"side,omitempty" enum:"both,before,after" doc:"On which side of a seam or of the middle: left of it or above it, right of it or below it, or both; both when left out"`
}

// Origin is what a line is measured from.
type Origin string

// What there is to measure from.
const (
	FromSeam   Origin = "seam"
	FromMiddle Origin = "middle"
	FromLeft   Origin = "left"
	FromRight  Origin = "right"
	FromTop    Origin = "top"
	FromBottom Origin = "bottom"
)

// CutSide is a side of a seam or of the middle.
type CutSide string

// The sides.
const (
	BothSides CutSide = "both"
	Before    CutSide = "before"
	After     CutSide = "after"
)

// Unfinished is what something measured, unfinished.
type Unfinished struct {
	Width  measure.Written `json:"width"`
	Height measure.Written `json:"height"`
}

// MostKnives is how many cuts a thing is cut by in one direction.
const MostKnives = 19

// By names the method.
func (*CutAgain) By() string { return "cut again" }

// Parts is what is cut.
func (m *CutAgain) Parts() []making.Part { return []making.Part{{Unit: m.From}} }

func (m *CutAgain) Breadths() (list []making.BreadthOf) {
	for _, k := range []struct {
		knife *Knife
		key   string
	}{{&m.Upright, "upright"}, {&m.Level, "level"}} {
		for i := range k.knife.Lines {
			c := &k.knife.Lines[i]
			if !c.By.Given() {
				continue
			}
			one := making.BreadthOf{Breadth: &c.By, Key: fmt.Sprintf("%s/lines/%d/by", k.key, i)}
			switch c.From { // an outer part holds two allowances, what lies between a seam and the knife holds one
			case FromSeam, FromMiddle:
				one.Half = true
			}
			list = append(list, one)
		}
	}
	return list
}

func (*CutAgain) States() making.States { return making.States{OfSquares: true} }

// Make cuts one of them.
func (m *CutAgain) Make(t *making.Table) (making.Made, bool) {
	from, ok := t.Made(m.From)
	if !ok {
		return making.Made{}, false
	}
	at := t.At + "/from"
	switch {
	case from.InLength:
		return t.Refuse("not-a-unit", at, fmt.Sprintf("%s is a strip set as long as the cloth is wide.", from.Unit.Name),
			"Sub-cut it; the sub-cuts, and what is joined of them, can be cut again.")
	case from.Cloth:
		return t.Refuse("nothing-sewn", at, fmt.Sprintf("%s is plain cloth: nothing in it is sewn.", from.Unit.Name),
			"Cut its parts from cloth as patches of their own, or choose something that is sewn.")
	case !from.Piece.Whole():
		return t.Refuse("not-rectangular", at, fmt.Sprintf("%s is no rectangle.", from.Unit.Name),
			"Choose something with four corners.")
	}
	p, ok := m.measured(t, from)
	if !ok {
		return making.Made{}, false
	}
	knifed := making.Knifed{
		Of: p, Called: from.Unit.Name,
		Waits: m.Measured == nil && from.Unit.Measured == nil && (m.Upright.waits() || m.Level.waits()),
	}
	began := began(t, from, 0)
	if knifed.Upright, ok = m.Upright.readings(t, p, true, began); !ok {
		return making.Made{}, false
	}
	if knifed.Level, ok = m.Level.readings(t, p, false, began); !ok {
		return making.Made{}, false
	}
	if len(knifed.Upright)+len(knifed.Level) == 0 {
		return t.Refuse("not-cut", t.At, fmt.Sprintf("%s is not cut anywhere.", t.Unit.Name),
			"Say in how many parts it is cut, or along which lines.")
	}
	xs, ys := making.CutEdges(knifed.Upright, p.W), making.CutEdges(knifed.Level, p.H)
	columns, rows := len(xs)-1, len(ys)-1
	pieces := make([]piece.Piece, columns*rows) // row by row
	bias := false
	for c := range columns { // column by column, so that no cut goes through more than it has to
		column := p.Window(xs[c], piece.Num{}, xs[c+1].Sub(xs[c]), p.H)
		for r := range rows {
			part := column.Window(piece.Num{}, ys[r], column.W, ys[r+1].Sub(ys[r]))
			bias = bias || part.BiasEdges() > 0
			pieces[r*columns+c] = part
		}
	}
	for _, s := range p.Seams {
		cut := slices.ContainsFunc(xs[1:len(xs)-1],
			func(x piece.Num) bool { return (s.From.X.Cmp(x) < 0) != (s.To.X.Cmp(x) < 0) }) ||
			slices.ContainsFunc(ys[1:len(ys)-1], func(y piece.Num) bool { return (s.From.Y.Cmp(y) < 0) != (s.To.Y.Cmp(y) < 0) })
		if cut && !slices.Contains(knifed.Through, s.ID) {
			knifed.Through = append(knifed.Through, s.ID)
		}
	}
	out := making.Made{Sort: "part", Parted: true, Apart: true}
	out.Variants = t.ByPlace(pieces, columns)
	for r := range rows {
		knifed.Places = append(knifed.Places, nil)
		for c := range columns {
			knifed.Places[r] = append(knifed.Places[r], t.Unit.ID.Place(r, c))
		}
	}
	act := making.Act{
		ID: t.Unit.ID.Step(), Does: making.CutsAgain, Takes: []making.ActTake{{Act: from.Unit.ID.Step(), Each: 1}},
		Piece: out.Variants[0].Piece,
		Cuts:  len(knifed.Upright) + len(knifed.Level), Pieced: true, Knife: &knifed, Says: m.says(t, knifed),
	}
	for _, v := range out.Variants {
		act.Gives = append(act.Gives, v.Give())
	}
	out.Acts = []making.Act{act}
	out.Size = making.SizeWorking{
		Sums:  append(sums(t, knifed.Upright, p.W, "across"), sums(t, knifed.Level, p.H, "down")...),
		Rules: rules.By(rules.CutAgain),
	}
	if bias {
		t.Problems.Warn("bias-edges", t.At, fmt.Sprintf("Some outer edges of the parts of %s are on the bias.", t.Unit.Name),
			"Starch before cutting, press without pulling, and handle them little.")
	}
	return out, true
}

// waits says whether lines depend on what the thing measures.
func (k Knife) waits() bool {
	return k.Parts > 1 || slices.ContainsFunc(k.Lines, func(c KnifeCut) bool { return c.From != FromSeam })
}

// measured is what is cut as large as it came out. What it was measured to be under the ruler, and gone on with, holds
// before what is written here.
func (m *CutAgain) measured(t *making.Table, from making.Made) (piece.Piece, bool) {
	p := from.Piece
	if m.Measured == nil {
		return p, true
	}
	w, ok1 := t.AsRead(m.Measured.Width, t.At+"/measured/width", p.W, false)
	h, ok2 := t.AsRead(m.Measured.Height, t.At+"/measured/height", p.H, false)
	if !ok1 || !ok2 {
		return p, false
	}
	if is := from.Unit.Measured; is != nil && (is.Width.Given() && w != p.W || is.Height.Given() && h != p.H) {
		t.Problems.Warn("measured-twice", t.At+"/measured",
			fmt.Sprintf("%s is said here to measure %s, and under the ruler it measured %s: that holds.", from.Unit.Name,
				words.By(t.Ruler, w.Up(), h.Up()), words.By(t.Ruler, p.W.Up(), p.H.Up())),
			"Take out what is said here, or measure it again.")
		if is.Width.Given() {
			w = p.W
		}
		if is.Height.Given() {
			h = p.H
		}
	}
	as := p.Grown(w, h)
	if !as.Whole() {
		t.Problems.Stop("measured-far-off", t.At+"/measured", "So much larger its outer patches would overlap.",
			"Trim it to its planned size, and leave out what it measured.")
		return p, false
	}
	return as, true
}

// began is the side of the largest square that something was cut from, where that is a square; nothing where it is not.
func began(t *making.Table, m making.Made, depth int) (side measure.Length) {
	if depth > 40 {
		return 0
	}
	for _, act := range m.Acts {
		if act.Patch != nil && act.Patch.W == act.Patch.H {
			side = max(side, act.Patch.W)
		}
	}
	if side > 0 || m.Unit.How == nil {
		return side
	}
	for _, p := range m.Unit.How.Parts() {
		if one, ok := t.Made(p.Unit); ok {
			side = max(side, began(t, one, depth+1))
		}
	}
	return side
}

// readings are the cuts of one direction, from the left or from the top.
func (k Knife) readings(t *making.Table, p piece.Piece, upright bool, began measure.Length) ([]making.RuledCut, bool) {
	long, key, first, last := p.W, "upright", "left", "right"
	if !upright {
		long, key, first, last = p.H, "level", "top", "bottom"
	}
	at := t.At + "/" + key
	var list []making.RuledCut
	switch {
	case k.Parts != 0 && len(k.Lines) > 0:
		t.Problems.Stop("parts-or-lines", at, fmt.Sprintf("%s is cut in %d equal parts and along lines as well.", t.Unit.Name,
			k.Parts),
			"Keep one of them.")
		return nil, false
	case k.Parts < 0 || k.Parts > MostKnives+1 || len(k.Lines) > MostKnives:
		t.Problems.Stop("too-many-parts", at, fmt.Sprintf("%s is cut in %d parts one way.", t.Unit.Name,
			max(k.Parts, len(k.Lines)+1)),
			fmt.Sprintf("Cut it in at most %d.", MostKnives+1))
		return nil, false
	case k.Parts > 1:
		list = equal(t, long, k.Parts, first, last)
	}
	for i, c := range k.Lines {
		some, ok := c.readings(t, p, upright, began, at+problem.At("lines", i))
		if !ok {
			return nil, false
		}
		for j := range some {
			some[j].Line = i
		}
		list = append(list, some...)
	}
	slices.SortStableFunc(list, func(a, b making.RuledCut) int { return a.At.Cmp(b.At) })
	return list, safe(t, p, list, upright, long, at)
}

// equal cuts something into equal parts, the outer ones at marks of the ruler and what is in the middle what remains.
func equal(t *making.Table, long piece.Num, parts int, first, last string) (list []making.RuledCut) {
	l := long.Nearest()
	mark := t.Ruler.Mark
	for i := 1; i < parts; i++ {
		n := min(i, parts-i)
		by := (l*measure.Length(n)/measure.Length(parts) + mark/2) / mark * mark
		r := making.RuledCut{At: piece.Of(by), From: "the " + first + " edge", Edge: true, Off: by, Line: -1}
		switch {
		case 2*i == parts:
			half, _ := long.Half()
			r = making.RuledCut{At: half, From: "the middle", Origin: half, Line: -1}
		case 2*i > parts:
			r = making.RuledCut{
				At: long.Sub(piece.Of(by)), From: "the " + last + " edge", Edge: true, Off: by, Origin: long,
				Line: -1,
			}
		}
		list = append(list, r)
	}
	return list
}

// readings are the cuts of one line as it is written.
func (c KnifeCut) readings(t *making.Table, p piece.Piece, upright bool, began measure.Length,
	at string,
) ([]making.RuledCut, bool) {
	by, ok := c.by(t, began, at)
	if !ok {
		return nil, false
	}
	long, near, far := p.W, FromLeft, FromRight
	if !upright {
		long, near, far = p.H, FromTop, FromBottom
	}
	d := piece.Of(by)
	from := piece.Num{}
	switch c.From {
	case near:
		return []making.RuledCut{{At: d, From: "the " + string(near) + " edge", Edge: true, Off: by}}, true
	case far:
		return []making.RuledCut{{At: long.Sub(d), From: "the " + string(far) + " edge", Edge: true, Off: by, Origin: long}},
			true
	case FromMiddle:
		from, _ = long.Half()
	case FromSeam:
		if from, ok = c.seam(t, p, upright, at); !ok {
			return nil, false
		}
	default:
		t.Problems.Stop("origin-unknown", at+"/from",
			fmt.Sprintf("A cut that runs this way is not measured from “%s”.", c.From),
			fmt.Sprintf("Measure it from a seam, the middle, or the %s or %s edge.", near, far))
		return nil, false
	}
	what := "the middle"
	if c.From == FromSeam {
		what = c.called(p, upright)
	}
	before := making.RuledCut{At: from.Sub(d), From: what, Off: by, Origin: from}
	after := before
	after.At = from.Add(d)
	switch {
	case by == 0:
		return []making.RuledCut{before}, true
	case c.Side == Before:
		return []making.RuledCut{before}, true
	case c.Side == After:
		return []making.RuledCut{after}, true
	case c.Side == "" || c.Side == BothSides:
		before.Both = true
		return []making.RuledCut{before, after}, true
	}
	t.Problems.Stop("side-unknown", at+"/side", fmt.Sprintf("“%s” is no side of a seam.", c.Side),
		"Choose before, after or both.")
	return nil, false
}

// by is how far from its origin a line runs.
func (c KnifeCut) by(t *making.Table, began measure.Length, at string) (measure.Length, bool) {
	switch {
	case c.Share.Given() && c.By.Given():
		t.Problems.Stop("parts-or-lines", at, "A cut is told by a length and by a share as well.", "Keep one of them.")
		return 0, false
	case c.Share.Given():
		part := c.Share.Length()
		if part <= 0 || part >= measure.Inch {
			t.Problems.Stop("share", at+"/share", fmt.Sprintf("“%s” is no share of a square.", c.Share),
				"Write a fraction such as 1/3 or 1/4.")
			return 0, false
		}
		if began == 0 {
			t.Problems.Stop("no-square", at+"/share", "It did not begin from squares.", "Write a length instead.")
			return 0, false
		}
		l := scaled(began, part)
		return (l + t.Ruler.Mark/2) / t.Ruler.Mark * t.Ruler.Mark, true
	case !c.By.Given():
		return 0, true
	case c.By.InStrips():
		t.Problems.Stop("length-unreadable", at+"/by", "A cut is not told in strips.", "Write a length such as 1 1/4.")
		return 0, false
	}
	l := c.By.Length(t)
	if c.By.Err() != nil {
		t.Problems.Stop("length-unreadable", at+"/by", fmt.Sprintf("“%s” is no distance from a seam or an edge.", c.By),
			"Write a length such as 1 1/4.")
		return 0, false
	}
	t.OnTheRuler(l, at+"/by", "A cut of "+t.Unit.Name)
	return l, true
}

// Share is a fraction, read as so many parts of an inch.
type Share struct{ measure.Written }

// Rule changes nothing: a fraction is the same by every rule.
func (*Share) Rule(measure.Units) {}

// scaled is so many parts of an inch of a length, to the nearest point of the grid.
func scaled(l, part measure.Length) measure.Length {
	whole, rest := l/measure.Inch, l%measure.Inch
	return whole*part + (rest*part+measure.Inch/2)/measure.Inch
}

// seam is where the seam runs that a line is measured from.
func (c KnifeCut) seam(t *making.Table, p piece.Piece, upright bool, at string) (piece.Num, bool) {
	places := p.Parallels(upright)
	way := map[bool]string{true: "from top to bottom", false: "from side to side"}[upright]
	switch {
	case len(places) == 0:
		t.Problems.Stop("no-such-seam", at+"/from", fmt.Sprintf("No seam runs %s there.", way),
			"Measure from the middle or from an edge.")
		return piece.Num{}, false
	case c.Seam < 0 || c.Seam > len(places):
		t.Problems.Stop("no-such-seam", at+"/seam", fmt.Sprintf("There is no seam %d: %d run %s.", c.Seam, len(places), way),
			fmt.Sprintf("Choose 1 to %d, counted from the left or from the top.", len(places)))
		return piece.Num{}, false
	case c.Seam > 0:
		return places[c.Seam-1], true
	}
	i, tied := middle(places, p, upright)
	if tied {
		t.Problems.Stop("no-middle-seam", at+"/seam", "Two seams lie equally near the middle.",
			"Say which, counted from the left or from the top, or measure from the middle of the whole.")
		return piece.Num{}, false
	}
	return places[i], true
}

// middle is which of the seams lies nearest the middle, and whether another lies as near.
func middle(places []piece.Num, p piece.Piece, upright bool) (best int, tied bool) {
	long := p.W
	if !upright {
		long = p.H
	}
	off := func(i int) piece.Num {
		d := places[i].Add(places[i]).Sub(long)
		if d.Sign() < 0 {
			return d.Neg()
		}
		return d
	}
	for i := range places {
		switch c := off(i).Cmp(off(best)); {
		case c < 0:
			best, tied = i, false
		case c == 0 && i != best:
			tied = true
		}
	}
	return best, tied
}

// called is what the seam is called that a line is measured from.
func (c KnifeCut) called(p piece.Piece, upright bool) string {
	places := p.Parallels(upright)
	if i, tied := middle(places, p, upright); !tied && (c.Seam == 0 || c.Seam == i+1) {
		return "the middle seam"
	}
	edge := map[bool]string{true: "left", false: "top"}[upright]
	if c.Seam == 1 {
		return "the first seam from the " + edge
	}
	return fmt.Sprintf("seam %d from the %s", c.Seam, edge)
}

// safe refuses cuts that lie outside, too near each other, or so near a seam that a part falls apart.
func safe(t *making.Table, p piece.Piece, list []making.RuledCut, upright bool, long piece.Num, at string) bool {
	s := piece.Of(t.Seam)
	last := piece.Num{}
	for i, r := range append(slices.Clone(list), making.RuledCut{At: long}) {
		end := i == len(list)
		if !end && (r.At.Sign() <= 0 || r.At.Cmp(long) >= 0) {
			t.Problems.Stop("cut-outside", at, fmt.Sprintf("A cut %s from %s lies outside: it measures %s there.",
				t.Ruler.Print(r.Off), r.From,
				t.Ruler.Print(long.Up())), "Bring it nearer.")
			return false
		}
		if wide := r.At.Sub(last); wide.Cmp(s.Add(s)) <= 0 {
			if wide.Sign() == 0 {
				t.Problems.Stop("cut-twice", at, "Two cuts lie on each other.", "Take one of them out.")
				return false
			}
			t.Problems.Stop("part-too-narrow", at,
				fmt.Sprintf("A part of %s would be %s wide, and its two seam allowances take all of it.", t.Unit.Name,
					t.Ruler.Print(wide.Up())),
				fmt.Sprintf("Let every part be wider than %s.", t.Ruler.Print(2*t.Seam)))
			return false
		}
		last = r.At
		if end {
			break
		}
		line := piece.Level(r.At)
		if upright {
			line = piece.Upright(r.At)
		}
		near, found := p.Near(line, nil)
		switch {
		case !found:
		case near.Cmp(s) <= 0:
			t.Problems.Stop("cut-beside-seam", at,
				fmt.Sprintf("The cut %s runs %s from a seam, within its allowance: what remains there falls apart.", reads(t, r),
					t.Ruler.Print(near.Up())),
				fmt.Sprintf("Cut more than %s from every seam that runs the same way.", t.Ruler.Print(t.Seam)))
			return false
		case near.Cmp(s.Add(s)) < 0:
			t.Problems.Warn("cut-near-seam", at,
				fmt.Sprintf("The cut %s runs close beside a seam: what remains there is narrower than two allowances.",
					reads(t, r)),
				"Sew with short stitches and handle it with care, or cut farther from it.")
		}
	}
	return true
}

// reads says where a cut runs.
func reads(t *making.Table, r making.RuledCut) string {
	if r.Off == 0 {
		return "on " + r.From
	}
	return t.Ruler.Print(r.Off) + " from " + r.From
}

// sums says what the parts add up to in one direction.
func sums(t *making.Table, list []making.RuledCut, long piece.Num, way string) []string {
	if len(list) == 0 {
		return nil
	}
	at := making.CutEdges(list, long)
	var parts []string
	for i := range at[1:] {
		parts = append(parts, t.Ruler.Print(at[i+1].Sub(at[i]).Up()))
	}
	return []string{fmt.Sprintf("%s: %s = %s", way, strings.Join(parts, " + "), t.Ruler.Print(long.Up()))}
}

// says is what to do with one, in the imperative.
func (m *CutAgain) says(t *making.Table, k making.Knifed) string {
	across, down := phrases(t, k.Upright), phrases(t, k.Level)
	switch {
	case len(down) == 0:
		return "Cut " + strings.Join(across, ", ") + ", from top to bottom"
	case len(across) == 0:
		return "Cut " + strings.Join(down, ", ") + ", from side to side"
	case slices.Equal(across, down):
		return "Cut " + strings.Join(across, ", ") + ", both ways"
	}
	return fmt.Sprintf("Cut %s, from top to bottom, and %s, from side to side", strings.Join(across, ", "),
		strings.Join(down, ", "))
}

// phrases tells the cuts of one direction, those that mirror each other together.
func phrases(t *making.Table, list []making.RuledCut) (said []string) {
	if making.Every(list) {
		return []string{fmt.Sprintf("every %s from %s, %s", t.Ruler.Print(list[0].Off), list[0].From,
			words.Count(len(list), "cut"))}
	}
	told := map[int]bool{}
	for i, r := range list {
		if told[i] {
			continue
		}
		says := reads(t, r)
		for j := i + 1; j < len(list); j++ {
			o := list[j]
			switch {
			case told[j] || o.Off != r.Off || r.Off == 0:
				continue
			case r.Both && o.From == r.From:
				says = t.Ruler.Print(r.Off) + " on both sides of " + r.From
			case r.Edge && o.Edge && o.From != r.From:
				says = t.Ruler.Print(r.Off) + " from both edges"
			default:
				continue
			}
			told[j] = true
			break
		}
		said = append(said, says)
	}
	return said
}
