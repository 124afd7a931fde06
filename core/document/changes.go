package document

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"vicis/core/cloth"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/words"
)

// telling is the changes from one document to another as they are told.
type telling struct {
	a, b Document
	out  []string
}

// Changes says in trade words what became of document a in document b. Nothing is said when both are alike.
func Changes(a, b Document) []string {
	t := telling{a: a, b: b}
	t.values()
	t.fabrics()
	t.units()
	t.colourways()
	t.dealt()
	t.laid()
	pressed(a.Press, b.Press, t.say)
	t.finishing()
	if len(t.out) == 0 && !alike(a, b) {
		t.say("the same, put in another order")
	}
	return t.out
}

func (t *telling) say(format string, args ...any) {
	t.out = append(t.out, fmt.Sprintf(format, args...))
}

func (t *telling) unless(alike bool, what string) {
	if !alike {
		t.say("%s", what)
	}
}

// values tells what is one value each.
func (t *telling) values() {
	a, b := t.a, t.b
	change := func(what string, x, y any) {
		if x != y {
			t.say("%s %v, was %v", what, y, x)
		}
	}
	change("called", a.Name, b.Name)
	t.unless(a.Note == b.Note, "another note")
	change("measured in", a.Units, b.Units)
	change("blocks across", a.Top.Columns, b.Top.Columns)
	change("blocks down", a.Top.Rows, b.Top.Rows)
	change("strips cut", a.Strip, b.Strip)
	change("usable width", a.Cloth.Usable, b.Cloth.Usable)
	change("squaring up takes", a.Cloth.Squaring, b.Cloth.Squaring)
	change("squared up again after cuts", a.Cloth.Every, b.Cloth.Every)
	change("cloth shrinks in a hundred", a.Cloth.Shrinks, b.Cloth.Shrinks)
	change("bought beyond the plan", a.Cloth.Margin, b.Cloth.Margin)
	change("longest ruler", a.Settings.Longest, b.Settings.Longest)
	change("usual stitches", a.Settings.Stitch, b.Settings.Stitch)
	change("short stitches", a.Settings.Short, b.Settings.Short)
	change("thread for a seam", fmt.Sprintf("%d %%", a.Settings.PerSeam), fmt.Sprintf("%d %%", b.Settings.PerSeam))
	change("thread on a bobbin", fmt.Sprintf("%d m", a.Settings.Bobbin), fmt.Sprintf("%d m", b.Settings.Bobbin))
	change("layers cut at once", a.Settings.Layers, b.Settings.Layers)
	change("stitched at", a.Seam.Stitched, b.Seam.Stitched)
	change("the fold takes", a.Seam.Fold, b.Seam.Fold)
	t.unless(alike(a.Seam.Tests, b.Seam.Tests), "another test strip")
	change("ruler's mark", a.Ruler, b.Ruler)
	change("spares of every kind", a.Spares.Count, b.Spares.Count)
	change("spares in a hundred", a.Spares.Percent, b.Spares.Percent)
	for _, q := range questions {
		change(words.LowerFirst(q.Asks), q.answer(a), q.answer(b))
	}
	change("units on a chain", a.Schools.Chain, b.Schools.Chain)
	change("blocks in a kit", a.Schools.Kit, b.Schools.Kit)
	t.unless(alike(a.Schools.Steps, b.Schools.Steps), "a step is done differently")
}

// fabrics tells which cloth there is, and what of it goes where.
func (t *telling) fabrics() {
	a, b := t.a, t.b
	fabrics := map[string]string{}
	for _, f := range a.Fabrics {
		fabrics[f.ID] = f.Name
	}
	for _, f := range b.Fabrics {
		i := slices.IndexFunc(a.Fabrics, func(g cloth.Fabric) bool { return g.ID == f.ID })
		switch {
		case i < 0:
			t.say("new fabric %s", f.Name)
		case a.Fabrics[i].Name != f.Name:
			t.say("fabric %s, was %s", f.Name, a.Fabrics[i].Name)
		case len(a.Fabrics[i].List) != len(f.List):
			t.say("%s lists %d prints, was %d", f.Name, len(f.List), len(a.Fabrics[i].List))
		case !alike(a.Fabrics[i].List, f.List):
			t.say("other prints in %s", f.Name)
		case !alike(a.Fabrics[i], f):
			t.say("%s looks different or is of another width", f.Name)
		}
		fabrics[f.ID] = f.Name
	}
	for _, f := range a.Fabrics {
		if !slices.ContainsFunc(b.Fabrics, func(g cloth.Fabric) bool { return g.ID == f.ID }) {
			t.say("without fabric %s", f.Name)
		}
	}
	for _, r := range b.Roles {
		i := slices.IndexFunc(a.Roles, func(g cloth.Role) bool { return g.ID == r.ID })
		if i >= 0 && a.Roles[i].Fabric != r.Fabric {
			t.say("%s of %s, was %s", r.Name, fabrics[r.Fabric], fabrics[a.Roles[i].Fabric])
		}
	}
}

func (t *telling) units() {
	a, b := t.a, t.b
	for _, u := range b.Parts {
		i := slices.IndexFunc(a.Parts, func(v making.Unit) bool { return v.ID == u.ID })
		switch {
		case i < 0:
			t.say("new unit %s", u.Name)
		case !alike(a.Parts[i].How, u.How):
			t.say("%s is made differently", u.Name)
		case a.Parts[i].Untrimmed != u.Untrimmed:
			t.say("%s is %s", u.Name, map[bool]string{true: "left as it is sewn", false: "trimmed"}[u.Untrimmed])
		case !alike(a.Parts[i].Measured, u.Measured):
			t.measured(u)
		case a.Parts[i].Name != u.Name:
			t.say("%s, was %s", u.Name, a.Parts[i].Name)
		case !slices.Equal(a.Parts[i].Also, u.Also):
			t.say("something else stands in for %s", u.Name)
		case a.Parts[i].Extra != u.Extra:
			t.say("%d of %s beyond the quilt, was %d", u.Extra, u.Name, a.Parts[i].Extra)
		}
	}
	for _, u := range a.Parts {
		if !slices.ContainsFunc(b.Parts, func(v making.Unit) bool { return v.ID == u.ID }) {
			t.say("without %s", u.Name)
		}
	}
}

// measured tells what a unit is planned to measure.
func (t *telling) measured(u making.Unit) {
	var sizes []string
	if m := u.Measured; m != nil {
		for _, w := range []measure.Written{m.Width, m.Height} {
			if w.Given() {
				sizes = append(sizes, w.String())
			}
		}
	}
	switch is := strings.Join(sizes, " × "); {
	case u.Measured == nil:
		t.say("%s measures what it should", u.Name)
	case u.Measured.Trimmed:
		t.say("%s is trimmed to %s", u.Name, is)
	case u.Measured.Expected:
		t.say("%s is expected to measure %s", u.Name, is)
	default:
		t.say("%s measures %s", u.Name, is)
	}
}

// dealt tells what became of the deal of the prints.
func (t *telling) dealt() {
	a, b := t.a.Deal, t.b.Deal
	switch {
	case a == nil && b == nil:
	case b == nil || b.Falls && a != nil && !a.Falls:
		t.say("prints fall as they fall")
	case a == nil || a.Falls && !b.Falls:
		t.say("prints are dealt")
	default:
		if a.Seed != b.Seed {
			t.say("prints dealt anew")
		}
		t.unless(alike(a.Rules, b.Rules) && a.Corners == b.Corners, "other rules for the deal")
		if !alike(a.Hand, b.Hand) {
			t.say("%d prints dealt by hand, was %d", len(b.Hand), len(a.Hand))
		}
	}
}

func (t *telling) colourways() {
	a, b := t.a, t.b
	for _, w := range b.Colourways {
		i := slices.IndexFunc(a.Colourways, func(v Colourway) bool { return v.ID == w.ID })
		switch {
		case i < 0:
			t.say("new colourway %s", w.Name)
		case !alike(a.Colourways[i], w):
			t.say("colourway %s in other fabrics, or of another name", w.Name)
		}
	}
	for _, w := range a.Colourways {
		if !slices.ContainsFunc(b.Colourways, func(v Colourway) bool { return v.ID == w.ID }) {
			t.say("without colourway %s", w.Name)
		}
	}
}

// laid tells what became of the top.
func (t *telling) laid() {
	a, b := t.a.Top, t.b.Top
	t.unless(alike(a.Repeat, b.Repeat), "other blocks are laid")
	switch {
	case len(a.Borders) < len(b.Borders):
		t.say("with a border")
	case len(a.Borders) > len(b.Borders):
		t.say("without the border")
	case !alike(a.Borders, b.Borders):
		t.say("another border")
	}
	t.unless(alike(t.a.Supplies, t.b.Supplies), "other cloth of the shelf is promised to it")
	switch {
	case a.Point == nil && b.Point != nil:
		t.say("set on point")
	case a.Point != nil && b.Point == nil:
		t.say("set straight")
	case !alike(a.Point, b.Point):
		t.say("other triangles round the blocks")
	}
	t.unless(alike(a.Sashing, b.Sashing), "another sashing")
}

// finishing tells what became of backing and binding, and of what was measured.
func (t *telling) finishing() {
	a, b := t.a.Top, t.b.Top
	t.unless(alike(a.Backing, b.Backing), "another backing")
	t.unless(alike(a.Binding, b.Binding), "another binding")
	if m := b.Block; !alike(a.Block, m) {
		if m == nil {
			t.say("no block is measured")
		} else {
			t.say("a block measures %s × %s", m.Width, m.Height)
		}
	}
	if m := b.Measured; !alike(a.Measured, m) {
		if m == nil {
			t.say("the top is not measured")
		} else {
			t.say("the top measures %s × %s", m.Width, m.Height)
		}
	}
}

// pressed says what is decided differently of the pressing.
func pressed(a, b *Press, say func(format string, args ...any)) {
	if a == nil {
		a = &Press{}
	}
	if b == nil {
		b = &Press{}
	}
	switch {
	case len(b.Held) > len(a.Held):
		say("more seams are held to a side")
	case len(b.Held) < len(a.Held):
		say("fewer seams are held to a side")
	case !alike(a.Held, b.Held):
		say("a seam is held to another side")
	}
	switch {
	case len(b.Spun) > len(a.Spun):
		say("crossings are spun")
	case !alike(a.Spun, b.Spun):
		say("fewer crossings are spun")
	}
	switch {
	case len(b.TwoWays) > len(a.TwoWays):
		say("more is pressed two ways")
	case !alike(a.TwoWays, b.TwoWays):
		say("other things are pressed two ways")
	}
	if !alike(a.Done, b.Done) {
		say("what is pressed already is kept in mind")
	}
}

// alike compares what two parts of a document say, an empty list being like none.
func alike(a, b any) bool {
	x, err1 := json.Marshal(a)
	y, err2 := json.Marshal(b)
	return err1 == nil && err2 == nil && string(x) == string(y)
}
