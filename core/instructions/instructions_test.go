package instructions_test

import (
	"math"
	"slices"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/instructions"
	"vicis/core/library"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/quilt"
	"vicis/core/school"
	"vicis/core/work"
	"vicis/internal/quilts"
)

func sheetOf(t *testing.T, d document.Document) instructions.InstructionSheet {
	t.Helper()
	w, ok := work.Of(d)
	if !ok {
		t.Fatal(*w.Problems)
	}
	return instructions.Of(w)
}

func standIns(t *testing.T) document.Document {
	t.Helper()
	d, err := quilts.StandIns()
	if err != nil {
		t.Fatal(err)
	}
	return d
}

func block(t *testing.T, name string) document.Document {
	t.Helper()
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	d, err := document.Copy(list[slices.IndexFunc(list,
		func(e library.Entry) bool { return e.Document.Name == name })].Document)
	if err != nil {
		t.Fatal(err)
	}
	return d
}

func find(t *testing.T, s instructions.InstructionSheet, is func(l instructions.Instruction) bool) int {
	t.Helper()
	i := slices.IndexFunc(s.Lines, is)
	if i < 0 {
		t.Fatalf("no such line in\n%s", s.Text())
	}
	return i
}

// By hand: four snowballs with two corners each give eight units; eighty halves are taken, 72 come of nine pairs of
// squares, so all eight stand in, and they lie there before the first row of halves is sewn.
func TestWhatIsCutOffStandsInBeforeItIsTaken(t *testing.T) {
	s := sheetOf(t, standIns(t))
	snow := find(t, s, func(l instructions.Instruction) bool { return l.Do == instructions.LayPart })
	l := s.Lines[snow]
	if l.Times != 4 || len(l.Stitches) != 4 || len(l.Knife) != 2 || len(l.Gives) != 2 || l.Gives[0].N != 1 ||
		l.Gives[1].N != 2 || l.Gives[1].Wide != 2.75 || l.Gives[0].Wide != 9.5 {
		t.Errorf("%+v", l)
	}
	lent := find(t, s, func(l instructions.Instruction) bool { return l.Do == instructions.StandIn })
	if says := s.Lines[lent].Says; says != "8 of Snowball, bonus stand in for Half." {
		t.Error(says)
	}
	if l := s.Lines[lent]; l.Times != 8 || l.Of != "snow:bonus-a" || l.Step != "half" {
		t.Errorf("%+v", l)
	}
	first := find(t, s, func(l instructions.Instruction) bool {
		return slices.ContainsFunc(l.Seams, func(s instructions.SeamLaid) bool { return s.Lower.Of == "half" })
	})
	if snow > lent || lent > first {
		t.Errorf("sewn in line %d, lent in %d, taken in %d", snow, lent, first)
	}
}

// Of a web each line sews one column, each seam one row; the rows are then taken by their numbers.
func TestAWebIsToldRowByRow(t *testing.T) {
	d := block(t, "Nine-patch")
	d.Schools.Rows = school.Webbed
	d.Top.Rows, d.Top.Columns = 3, 4
	s := sheetOf(t, d)
	third := s.Lines[find(t, s, func(l instructions.Instruction) bool { return l.Step == naming.Web(3) })]
	for i, seam := range third.Seams {
		if seam.Row != i+1 || seam.Lower.Row+seam.Upper.Row != i+1 {
			t.Errorf("seam %d of the third column: %+v", i+1, seam)
		}
	}
	rows := s.Lines[find(t, s, func(l instructions.Instruction) bool { return l.Step == naming.Rows })]
	if len(third.Seams) != 3 || len(rows.Seams) != 2 || rows.Seams[0].Lower.Row+rows.Seams[0].Upper.Row != 3 ||
		rows.Seams[1].Lower.Row+rows.Seams[1].Upper.Row != 3 {
		t.Errorf("%+v", rows.Seams)
	}
}

// By hand, two blocks across and three down, on point. The rows, t for a triangle: tBt, tBBB, BBBt, tBt. The first
// begins one place further right than the second, the others all at the same place: so many seams from the left, or as
// many from the right, meet.
func TestRowsOnPointMeetSeamToSeam(t *testing.T) {
	d := block(t, "Shoo-fly")
	d.Top.Rows, d.Top.Columns = 3, 2
	d.Top.Point = &quilt.PointSetting{Role: d.Roles[0].ID}
	s := sheetOf(t, d)
	rows := s.Lines[find(t, s, func(l instructions.Instruction) bool { return l.Step == naming.Rows })]
	for i, meet := range [][][]int{{{1, 2}, {2, 1}, {2, 2}}, {{1, 1}, {3, 3}}, {{1, 1}, {3, 2}, {2, 3}}} {
		if !slices.ContainsFunc(meet, func(m []int) bool { return slices.Equal(m, rows.Seams[i].Meets) }) {
			t.Errorf("seam %d meets %v", i+1, rows.Seams[i].Meets)
		}
	}
	quarters := s.Lines[find(t, s, func(l instructions.Instruction) bool {
		return l.Do == instructions.Halve &&
			l.Gives[0].N == 4
	})]
	halves := s.Lines[find(t, s, func(l instructions.Instruction) bool {
		return l.Do == instructions.Halve &&
			l.Gives[0].N == 2
	})]
	if quarters.Times != 2 || halves.Times != 2 { // six side triangles, four corners
		t.Errorf("%d squares are quartered and %d halved", quarters.Times, halves.Times)
	}
	trim := s.Lines[find(t, s, func(l instructions.Instruction) bool { return l.Do == instructions.Trim && l.Of == "" })]
	// 2 and 3 times 6″ × 1.41421, and ½″
	if g := trim.Gives[0]; math.Abs(g.Wide-17.4706) > 0.02 || math.Abs(g.High-25.9558) > 0.02 {
		t.Errorf("trimmed to %v × %v", g.Wide, g.High)
	}
}

// By hand: three rows of three that should measure 36½″ and measure 36⅝″, two strips of 2½″ between them: 3 × 36⅝ + 2 ×
// 2½ − 4 × ½ = 112⅞. What runs right through is longer than the cloth is wide, and follows what was measured like what
// is cut in one piece.
func TestSashingSewnEndToEndFollowsTheBlock(t *testing.T) {
	d := block(t, "Checker from a panel")
	d.Top.Rows, d.Top.Columns = 3, 3
	d.Top.Sashing = &quilt.Sashing{Role: d.Roles[0].ID, Width: making.Typed("1 strip")}
	for _, c := range []struct {
		block *quilt.Measured
		long  float64
	}{{nil, 112.5}, {&quilt.Measured{Width: measure.Typed("36 5/8 in"), Height: measure.Typed("3 5/8 in")}, 112.875}} {
		d.Top.Block = c.block
		s := sheetOf(t, d)
		if l := s.Lines[find(t, s, func(l instructions.Instruction) bool { return l.Step == naming.SashLevel.Step() })]; l.Do != instructions.EndToEnd || l.Long != c.long || l.Times != 2 {
			t.Errorf("%+v", l)
		}
	}
}

// A block that measures 6⅜″ is not squared up to the 6½″ it should measure, but to what all are made to measure.
func TestSquaredUpToWhatWasMeasured(t *testing.T) {
	d := block(t, "Shoo-fly")
	d.Schools.Square = school.SquareBlocks
	for _, c := range []struct {
		block *quilt.Measured
		wide  float64
	}{{nil, 6.5}, {&quilt.Measured{Width: measure.Typed("6 3/8 in"), Height: measure.Typed("6 3/8 in")}, 6.375}} {
		d.Top.Block = c.block
		s := sheetOf(t, d)
		l := s.Lines[find(t, s, func(l instructions.Instruction) bool { return l.Do == instructions.Square })]
		if len(l.Trims) != 2 || l.Trims[0] != c.wide || l.Trims[1] != c.wide ||
			(c.block != nil) != strings.Contains(l.Says, "6⅜″ × 6⅜″") {
			t.Errorf("%+v", l)
		}
	}
}

// Everything that is counted is on every sheet as more than words, and what is printed names every pile by what it is
// called.
func TestNothingCountedIsInWordsAlone(t *testing.T) {
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	schools := []school.Squaring{school.SquareByMethod, school.CheckUnits, school.SquareUnits, school.SquareBlocks}
	for i, e := range list {
		d, err := document.Copy(e.Document)
		if err != nil {
			t.Fatal(err)
		}
		d.Schools.Square = schools[i%len(schools)]
		s := sheetOf(t, d)
		for _, l := range s.Lines {
			if l.Do == instructions.Words && l.Step != "" {
				t.Errorf("%s: %s", e.ID, l.Says)
			}
		}
		if text := s.Text(); strings.Contains(text, "%!") || strings.Contains(text, "the pile of \n") ||
			strings.Count(text, "\n") < len(s.Lines) {
			t.Errorf("%s:\n%s", e.ID, text)
		}
	}
}
