package naming

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
)

// What the quilt itself is called, and what fills it: words that no unit and no border may have.

// The units that sashing is made of, and the triangles at the edge of a setting on point.
const (
	SashUpright    Unit = "sash@upright" // beside a block
	SashLevel      Unit = "sash@level"   // above or below one, or right through
	SashCorner     Unit = "sash@corner"  // where they cross
	SideTriangle   Unit = "setting@side"
	CornerTriangle Unit = "setting@corner"
	sash                = "sash"
	setting             = "setting"
)

// The steps of the whole quilt.
const (
	Rows           Step = "rows"            // row to row
	CornersOn      Step = "setting/corners" // corner triangles to the middle
	Backing        Step = "backing"
	BackingLengths Step = "backing/lengths"
	BackingJoin    Step = "backing/join"
	Binding        Step = "binding"
	BindingStrips  Step = "binding/strips"
	BindingJoin    Step = "binding/join"
	BindingRound   Step = "binding/round"
)

// What belongs to a border.
const (
	sides   = "sides"
	ends    = "ends"
	corners = "corners"
	squares = "squares"
	strips  = "strips"
	pool    = "pool"
	held    = "held"
	from    = "from"
	shelf   = "shelf"
	row     = "row-"
)

// Reserved says whether an id would be taken for a thing of the quilt.
func Reserved(id string) bool {
	n, numbered := strings.CutPrefix(id, row)
	_, err := strconv.Atoi(n)
	return numbered && err == nil || slices.Contains([]string{
		string(Rows), sash, setting, string(Backing),
		string(Binding), strips, pool,
	}, id)
}

// IsSash says whether a unit is part of the sashing.
func (u Unit) IsSash() bool { return u.ID() == sash }

// IsTriangle says whether a unit is a triangle that fills the edge of a setting on point.
func (u Unit) IsTriangle() bool { return u.ID() == setting }

// Fills says whether a unit is part of the setting and not of the document.
func (u Unit) Fills() bool { return u.IsSash() || u.IsTriangle() }

// Squares is the cutting of the squares that triangles are cut from.
func (u Unit) Squares() Step { return u.Part(squares) }

// Row is a kind of row of the quilt, from 1, by its place in the repeat, which is all that it is: the tally holds it by
// its look.
func Row(n int) Step { return Step(fmt.Sprintf("%s%d", row, n)) }

// Web is the sewing of a column of the quilt, from 2, to the one before it in every row: a web.
func Web(column int) Step { return Rows.Owner().Part("web", strconv.Itoa(column)) }

// Column is which column of a web a step sews on; 0 for what is none.
func (s Step) Column() int {
	p := s.parts()
	if p.Of != Rows.Owner() || len(p.Words) != 2 || p.Words[0] != "web" {
		return 0
	}
	n, err := strconv.Atoi(p.Words[1])
	if err != nil {
		return 0
	}
	return n
}

// Number is which kind of row a row is; 0 for what is none.
func (s Step) Number() int {
	digits, _ := strings.CutPrefix(string(s), row)
	n, err := strconv.Atoi(digits)
	if err != nil {
		return 0
	}
	return n
}

// At is the seam that joins a thing of a row, counted from 1, to the one before it.
func (s Step) At(n int) Seam { return Seam(join(string(s), []string{strconv.Itoa(n)})) }

// Border is a border of the document.
type Border string

func (b Border) step(word string) Step { return Of(string(b)).Part(word) }

// Sides is the sewing of a border's sides.
func (b Border) Sides() Step { return b.step(sides) }

// Ends is the sewing of its top and bottom.
func (b Border) Ends() Step { return b.step(ends) }

// Corners is the sewing of corner squares to its top and bottom.
func (b Border) Corners() Step { return b.step(corners) }

// Squares is the cutting of the squares in its corners.
func (b Border) Squares() Step { return b.step(squares) }

// Strips is the cutting of its strips.
func (b Border) Strips() Step { return b.step(strips) }

// Row is one of its rows where it is pieced, by where it lies.
func (b Border) Row(where string) Step { return b.step(where) }

// Border is the border that a step belongs to.
func (s Step) Border() Border { return Border(s.Owner().ID()) }

func (s Step) is(word string) bool {
	p := s.parts()
	return len(p.Words) == 1 && p.Words[0] == word
}

// IsSides says whether a step of a border is the sewing of its sides.
func (s Step) IsSides() bool { return s.is(sides) }

// IsCorners says whether a step of a border is the sewing of its corner squares.
func (s Step) IsCorners() bool { return s.is(corners) && s != CornersOn }

// Drawn names the picture of a part that is drawn for itself. No step is called so: ids hold no spaces.
func Drawn(n int) Step { return Step(fmt.Sprintf("part %d", n)) }

// BonusSeam is the word by which the second seams of flipped corners are named: all of them are pressed as one.
const BonusSeam = "bonus"
