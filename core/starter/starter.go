// Package starter lays out a first document from a few choices: a strip-pieced block, what lies between its repeats,
// and how many. The quilter goes on from there. The layouts are traditional and belong to nobody.
package starter

import (
	"fmt"

	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/straight"
)

// Block is a strip-pieced block to begin with.
type Block string

// Companion is what lies between the blocks.
type Companion string

// The blocks and companions.
const (
	Checkers Block = "checkers" // n × n squares of two fabrics
	Chain    Block = "chain"    // n × n squares, n odd, with diagonals that run through the whole quilt

	None     Companion = "none"    // the block beside itself
	Plain    Companion = "plain"   // a plain block of the same size
	Cornered Companion = "corners" // a plain block with a square in each corner
)

// Choices are what a new quilt is begun with.
type Choices struct {
	Name      string          `json:"name"`
	Block     Block           `json:"block" enum:"checkers,chain"`
	Squares   int             `json:"squares" minimum:"2" maximum:"9" doc:"Squares along one side of the block"`
	Companion Companion       `json:"companion" enum:"none,plain,corners"`
	Rows      int             `json:"rows"`
	Columns   int             `json:"columns"`
	Measure   measure.Units   `json:"measure" enum:"in,cm"`
	Strip     measure.Written `json:"strip"`
	Border    measure.Written `json:"border,omitzero" doc:"Cut width of a border; none when empty"`
	Fabrics   []cloth.Fabric  `json:"fabrics,omitempty" doc:"In the order of the roles; made up when left out"`
}

// Option describes one block for the screen where a quilt is begun.
type Option struct {
	Block   Block  `json:"block" enum:"checkers,chain"`
	Squares int    `json:"squares"`
	Name    string `json:"name"`
	Says    string `json:"says"`
}

// Options lists the blocks one can begin with.
func Options() []Option {
	return []Option{
		{Checkers, 2, "Four-patch", "Two strips, sub-cut; pairs with one turned."},
		{Checkers, 3, "Nine-patch", "Two strip sets of three."},
		{Checkers, 4, "16-patch", "One strip set of four, four sub-cuts."},
		{Checkers, 5, "25-patch", "Two strip sets of five, five sub-cuts."},
		{Checkers, 6, "36-patch", "One strip set of six, six sub-cuts."},
		{Chain, 5, "5 × 5 chain", "Three strip sets; diagonals run on from block to block."},
		{Chain, 7, "7 × 7 chain", "Four strip sets; wide diagonals."},
	}
}

// roles of a starter: the diagonal or dark, its neighbour or light, and the ground.
const (
	roleA, roleB, roleC = "A", "B", "C"
)

// Build makes the document. Choices that make no sense are problems at their own place.
func Build(c Choices) (document.Document, problem.List) {
	var problems problem.List
	if c.Squares < 2 || c.Squares > 9 {
		problems.Stop("squares", "/squares", fmt.Sprintf("A block of %d × %d squares is not among the choices.",
			c.Squares, c.Squares), "Choose 2 to 9 squares.")
	}
	if c.Block != Checkers && c.Block != Chain {
		problems.Stop("block", "/block", fmt.Sprintf("There is no block “%s”.", c.Block), "Choose checkers or chain.")
	}
	if c.Block == Chain && (c.Squares%2 == 0 || c.Squares < 5) {
		problems.Stop("squares", "/squares", "A chain needs a middle square and room for its ground.",
			"Choose 5, 7 or 9 squares.")
	}
	if c.Companion != None && c.Companion != Plain && c.Companion != Cornered {
		problems.Stop("companion", "/companion", fmt.Sprintf("There is no companion “%s”.", c.Companion),
			"Choose none, plain or corners.")
	}
	if c.Companion == Cornered && c.Squares%2 == 0 {
		problems.Stop("companion", "/companion",
			"Corner squares go with a block whose edges look alike from both ends, and an even number of squares does not.",
			"Choose a plain block between, or a block of 3, 5, 7 or 9 squares.")
	}
	if problems.Stopped() {
		return document.Document{}, problems
	}
	// Half a block sewn once and used twice, the second time turned, saves batches. But it ties the pressing of both
	// halves together: where that keeps seams from nesting, the columns are sewn on one by one.
	d, problems := build(c, true)
	p, problems := plan.Make(d, problems)
	if p.Press.Clashes > 0 {
		one, others := build(c, false)
		if q, others := plan.Make(one, others); q.Press.Clashes < p.Press.Clashes {
			return one, others
		}
	}
	return d, problems
}

func build(c Choices, halves bool) (document.Document, problem.List) {
	d := document.Begin(c.Measure).Started()
	d.Name, d.Units, d.Strip, d.Roles = c.Name, c.Measure, c.Strip, []cloth.Role{}
	d.Fabrics = fabricsFor(c)
	for i, r := range roleNames(c) {
		d.Roles = append(d.Roles, cloth.Role{ID: r.id, Name: r.name, Fabric: d.Fabrics[i].ID})
	}
	block, sets := blockUnits(c, &d, halves)
	cell := func(unit naming.Unit) quilt.Cell { return quilt.Cell{Unit: unit} }
	d.Top = quilt.Top{Rows: c.Rows, Columns: c.Columns, Repeat: [][]quilt.Cell{{cell(block)}}}
	if c.Companion != None {
		other := companionUnits(c, &d, sets)
		d.Top.Repeat = [][]quilt.Cell{{cell(block), cell(other)}, {cell(other), cell(block)}}
	}
	if c.Border.Given() {
		d.Top.Borders = []quilt.Border{{
			ID: "border", Name: "the border", Role: roleA,
			Width: making.Typed(c.Border.String()),
		}}
	}
	data, err := document.Write(d)
	if err != nil {
		var problems problem.List
		problems.Stop("document-unreadable", "", err.Error(), "Choose again.")
		return d, problems
	}
	return document.Read(data) // puts lengths in canonical form
}

type roleName struct{ id, name string }

func roleNames(c Choices) []roleName {
	if c.Block == Chain {
		return []roleName{{roleA, "chain"}, {roleB, "beside the chain"}, {roleC, "ground"}}
	}
	roles := []roleName{{roleA, "dark squares"}, {roleB, "light squares"}}
	if c.Companion != None {
		roles = append(roles, roleName{roleC, "plain blocks"})
	}
	return roles
}

// fabricsFor gives made-up fabrics where the quilter named none.
func fabricsFor(c Choices) []cloth.Fabric {
	made := []cloth.Fabric{
		{ID: "dark", Name: "Dark", Colour: "#234b63"},
		{ID: "light", Name: "Light", Colour: "#e4d7bd"},
		{ID: "plain", Name: "Plain", Colour: "#c9a27c"},
	}
	if c.Block == Chain {
		made = []cloth.Fabric{
			{ID: "dark", Name: "Dark", Colour: "#234b63"},
			{ID: "middle", Name: "Middle", Colour: "#7f9fae"},
			{ID: "ground", Name: "Ground", Colour: "#ece2cc"},
		}
	}
	n := len(roleNames(c))
	if len(c.Fabrics) >= n {
		return c.Fabrics
	}
	return made[:n]
}

// square says which role lies at row i, column j of an n × n block.
func square(c Choices, i, j int) string {
	n := c.Squares
	if c.Block == Checkers {
		if (i+j)%2 == 0 {
			return roleA
		}
		return roleB
	}
	d := min(abs(i-j), abs(i+j-(n-1)))
	return []string{roleA, roleB, roleC}[min(d, 2)]
}

func abs(v int) int { return max(v, -v) }

var roman = []string{"I", "II", "III", "IV", "V", "VI", "VII", "VIII", "IX", "X"}

// blockUnits adds the strip sets, sub-cuts, half and block of the pieced block and gives the block's id. Columns that
// look alike come from one strip set.
func blockUnits(c Choices, d *document.Document, halves bool) (block naming.Unit, sets int) {
	n := c.Squares
	column := func(j int) (key string) {
		for i := range n {
			key += square(c, i, j)
		}
		return key
	}
	reverse := func(s string) string {
		out := ""
		for _, r := range s {
			out = string(r) + out
		}
		return out
	}
	known := map[string]naming.Unit{} // look of a column, from the top → sub-cut
	var columns []making.Part
	for j := range n {
		key := column(j)
		part := making.Part{ID: fmt.Sprintf("c%d", j+1)}
		if id, ok := known[key]; ok {
			part.Unit = id
		} else if id, ok := known[reverse(key)]; ok {
			part.Unit, part.Turn = id, 180
		} else {
			name := roman[len(known)]
			known[key] = naming.Of(name)
			var strips []straight.SetStrip
			for i := range n {
				strips = append(strips, straight.SetStrip{
					ID: fmt.Sprintf("s%d", i+1), Role: square(c, i, j),
					Width: making.Typed("1 strip"),
				})
			}
			addSet(d, name, strips)
			part.Unit = naming.Of(name)
		}
		columns = append(columns, part)
	}
	name := map[Block]string{Checkers: fmt.Sprintf("%d-patch", n*n), Chain: "Chain block"}[c.Block]
	if c.Block == Checkers && n <= 3 {
		name = []string{"Four-patch", "Nine-patch"}[n-2]
	}
	half := n / 2
	if half > 1 && halves {
		unit := making.Unit{ID: "half", Name: "Half", How: &straight.Joined{Columns: columns[:half]}}
		d.Parts = append(d.Parts, unit)
		whole := []making.Part{{ID: "left", Unit: "half"}}
		if n%2 == 1 {
			whole = append(whole, columns[half])
		}
		columns = append(whole, making.Part{ID: "right", Unit: "half", Turn: 180})
	}
	d.Parts = append(d.Parts, making.Unit{ID: "block", Name: name, How: &straight.Joined{Columns: columns}})
	return "block", len(known)
}

func addSet(d *document.Document, name string, strips []straight.SetStrip) {
	set := naming.Of("set-" + name)
	d.Parts = append(
		d.Parts,
		making.Unit{ID: set, Name: "Set " + name, How: &straight.StripSet{Strips: strips}},
		making.Unit{ID: naming.Of(name), Name: name, How: &straight.SubCut{From: set, Width: making.Typed("1 strip")}},
	)
}

// companionUnits adds the block that lies between and gives its id.
func companionUnits(c Choices, d *document.Document, sets int) naming.Unit {
	n := c.Squares
	strips := func(k int) making.Breadth { return making.Typed(fmt.Sprintf("%d strips", k)) }
	if c.Companion == Plain {
		d.Parts = append(d.Parts, making.Unit{
			ID: "plain", Name: "Plain block",
			How: &straight.PlainPatch{Role: roleC, Width: strips(n), Height: strips(n)},
		})
		return "plain"
	}
	corner := square(c, 0, 1)
	name := roman[sets]
	side := naming.Of(name)
	addSet(d, name, []straight.SetStrip{
		{ID: "s1", Role: corner, Width: making.Typed("1 strip")},
		{ID: "s2", Role: roleC, Width: strips(n - 2)},
		{ID: "s3", Role: corner, Width: making.Typed("1 strip")},
	})
	d.Parts = append(
		d.Parts,
		making.Unit{ID: "middle", Name: "Middle", How: &straight.PlainPatch{
			Role: roleC, Width: strips(n - 2),
			Height: strips(n),
		}},
		making.Unit{ID: "plain", Name: "Plain block", How: &straight.Joined{Columns: []making.Part{{
			ID:   "left",
			Unit: side,
		}, {ID: "middle", Unit: "middle"}, {ID: "right", Unit: side}}}},
	)
	return "plain"
}
