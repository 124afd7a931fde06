// Package hands_test sews quilts a second time, from their sheets of instructions alone, with Shapely (Debian's
// python3-shapely).
package hands_test

import (
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"os/exec"
	"slices"
	"strings"
	"testing"

	"vicis/api/contract"
	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/instructions"
	"vicis/core/leftover"
	"vicis/core/library"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/needle"
	"vicis/core/pressing"
	"vicis/core/quilt"
	"vicis/core/record"
	"vicis/core/school"
	"vicis/core/tally"
	"vicis/core/triangle"
	"vicis/core/trimming"
	"vicis/core/work"
	"vicis/internal/quilts"
)

// job is a sheet, and the quilt that is drawn.
type job struct {
	Sheet   instructions.InstructionSheet `json:"sheet"`
	Patches []patch                       `json:"patches"`
	Borders int                           `json:"borders"` // how many of the patches are of borders: the first ones, and the later lie on top
	Bands   [][]float64                   `json:"bands"`
	Seams   [][]float64                   `json:"seams"`
	Crosses []drawn.Cross                 `json:"crosses"`

	Long   map[naming.Step]float64     `json:"long"`             // how long a seam is said to be that is sewn on what lies face down, or of a triangle
	After  int                         `json:"after,omitempty"`  // after so many lines it is planned anew, and piles are
	Called map[naming.Step]naming.Step `json:"called,omitempty"` // called otherwise;
	Now    map[naming.Step]naming.Step `json:"now,omitempty"`    // from then on what is one thing is one pile

	Measured map[naming.Step][2]float64 `json:"measured,omitempty"` // what came out otherwise than planned, and how wide and high; 0 where it did not
}

// patch is one that is drawn; of a print with a direction it is told where that points, clockwise in degrees, where
// anybody says so.
type patch struct {
	drawn.PatchShape
	Up *int `json:"up,omitempty"`
}

// came is what the hands made of it.
type came struct {
	Front, Back float64
	Size        [2]float64
	Piles       map[naming.Step]int
	Sizes       map[naming.Step][2]float64
	Stages      []map[naming.Step]int // line by line, the piles that are higher or lower than before
	Wrong       string
	Cloth       map[string]float64 // what is left of each fabric, of what there must be
	Bound       float64            // how much of the binding is left
	Backing     [2]float64         // how large the backing is, where it is sewn of several lengths
	Ends        [][3]float64       // of strips and sets: as wide, as long, and how many
	Crosses     int                // at which it could be seen what two seams do
	Clash       []string           // those at which it is not what is drawn
	Prints      int                // patches of which it is known where their print points
	Turned      []string           // those that are not as they are drawn
	// of piles: fabrics whose print lies one way in some of it and another way in others
	Either map[naming.Step][]string
}

// turned is a flat list of points of a picture of so wide and high, turned about its middle by eighths and laid with
// its upper left corner, as it lay before, at x, y; by an odd quarter with that of what it is then.
func turned(points []float64, w, h, x, y float64, turn int) []float64 {
	if turn == 90 || turn == 270 {
		x, y = x+(h-w)/2, y+(w-h)/2
	}
	sin, cos := math.Sincos(float64(turn) * math.Pi / 180)
	out := make([]float64, len(points))
	for i := 0; i < len(points); i += 2 {
		a, b := points[i]-w/2, points[i+1]-h/2
		out[i], out[i+1] = a*cos-b*sin+w/2+x, a*sin+b*cos+h/2+y
	}
	return out
}

// jobOf is the sheet of a quilt beside its drawing.
func jobOf(w *work.Work) job {
	j := job{
		Sheet: instructions.Of(w), Bands: [][]float64{}, Seams: [][]float64{}, Crosses: []drawn.Cross{},
		Measured: measuredIn(w), Long: map[naming.Step]float64{},
	}
	for _, b := range w.Batches {
		j.Long[b.ID] = b.Each.Inches()
	}
	j.picture(w)
	return j
}

// measuredIn is what came out otherwise than planned.
func measuredIn(w *work.Work) map[naming.Step][2]float64 {
	list := map[naming.Step][2]float64{}
	written := func(m quilt.Measured) [2]float64 {
		wide := m.Width.Length()
		high := m.Height.Length()
		return [2]float64{wide.Inches(), high.Inches()}
	}
	if m := w.Asked.Measured; m != nil {
		list[map[bool]naming.Step{false: naming.Rows, true: "trimmed"}[w.Layout.OnPoint]] = written(*m)
	}
	if m := w.Asked.Block; m != nil {
		for unit := range w.Layout.Count {
			if !w.Unit(unit).Cloth && !unit.Fills() {
				size := written(*m)
				if p := w.Unit(unit).Piece; p.W.Cmp(p.H) != 0 && (size[0] < size[1]) != (p.W.Cmp(p.H) < 0) {
					size[0], size[1] = size[1], size[0]
				}
				list[w.Unit(unit).Unit.ID.Step()] = size
			}
		}
	}
	for _, u := range w.Parts {
		if u.Measured == nil {
			continue
		}
		wide, high := w.Unit(u.ID).Piece.Size() // as it was measured
		if !u.Measured.Width.Given() {
			wide = 0
		}
		if !u.Measured.Height.Given() {
			high = 0
		}
		for _, m := range w.Units { // in every colourway, pressed either way
			if m.Unit.ID.ID() == u.ID.ID() {
				for i, one := range m.Each() { // and either hand
					if len(m.Variants) == 0 || !m.Variants[i].Bonus {
						list[one.Unit.ID.Step()] = [2]float64{wide.Inches(), high.Inches()}
					}
				}
			}
		}
	}
	return list
}

// picture draws the quilt as large as what was measured: every block fills its place, and the middle what its borders
// leave.
func (j *job) picture(w *work.Work) {
	l := drawn.Drawing{Laid: &w.Laid}.Quilt()
	bare := w.Laid
	bare.Layout.Rings = nil
	middle := drawn.Drawing{Laid: &bare}.Quilt() // what is drawn of it comes last, but for the cells of borders
	left := 0.0
	for _, ring := range w.Layout.Rings {
		left += (ring.Width - 2*w.Layout.Seam).Inches()
	}
	fx, fy := 1.0, 1.0
	if m := w.Asked.Measured; m != nil {
		wide, high := w.Layout.Middle()
		is := m.Width.Length()
		tall := m.Height.Length()
		fx, fy = (is-2*w.Layout.Seam).Inches()/(wide-2*w.Layout.Seam).Inches(),
			(tall-2*w.Layout.Seam).Inches()/(high-2*w.Layout.Seam).Inches()
	}
	inMiddle := func(points []float64) []float64 {
		for i := 0; i < len(points); i += 2 {
			points[i], points[i+1] = left+(points[i]-left)*fx, left+(points[i+1]-left)*fy
		}
		return points
	}
	for _, p := range l.Borders {
		j.Patches = append(j.Patches, patch{PatchShape: p})
	}
	j.Borders = len(l.Borders)
	as := func(i, all, inner int, points []float64) []float64 {
		if i >= all-inner {
			return inMiddle(points)
		}
		return points
	}
	for i, s := range l.Seams {
		j.Seams = append(j.Seams, as(i, len(l.Seams), len(middle.Seams), []float64{s.X1, s.Y1, s.X2, s.Y2}))
	}
	for i, b := range l.Bands {
		j.Bands = append(j.Bands, as(i, len(l.Bands), len(middle.Bands), slices.Clone(b.Points)))
	}
	for i, c := range l.Crosses {
		at := as(i, len(l.Crosses), len(middle.Crosses), []float64{c.X, c.Y})
		c.X, c.Y = at[0], at[1]
		j.Crosses = append(j.Crosses, c)
	}
	var places [][2]float64 // as large as they are, row by row
	for r, kind := range w.Layout.Rows {
		across := w.Layout.Across(r)
		for c := range across {
			wide := w.Layout.Widths[c]
			if across < len(w.Layout.Widths) { // a strip right through
				wide, _ = w.Layout.Middle()
				wide -= 2 * w.Layout.Seam
			}
			places = append(places, [2]float64{wide.Inches(), w.Layout.Kinds[kind].High.Inches()})
		}
	}
	for i, c := range l.Cells {
		block := l.Blocks[c.Block]
		wide, high := block.W, block.H
		switch {
		case i >= len(middle.Cells): // of a border
		case w.Layout.OnPoint:
			f := w.Layout.BlockW.Inches() / w.Planned.BlockW.Inches()
			wide, high = wide*f, high*f
		case c.Turn%180 == 0:
			wide, high = places[i][0], places[i][1]
		default:
			wide, high = places[i][1], places[i][0]
		}
		lies := func(points ...float64) []float64 {
			points = slices.Clone(points)
			for k := 0; k < len(points); k += 2 {
				points[k], points[k+1] = points[k]*wide/block.W, points[k+1]*high/block.H
			}
			points = turned(points, wide, high, c.X, c.Y, c.Turn)
			if i < len(middle.Cells) {
				return inMiddle(points)
			}
			return points
		}
		seen := w.Layout.Seen(c.Block)
		for k, p := range block.Patches {
			one := patch{PatchShape: drawn.PatchShape{Fabric: p.Fabric, Points: lies(p.Points...)}}
			if f, _ := w.Shelf.Fabric(seen.Patches[k].Role); f.Directed() {
				up := (seen.Patches[k].Up*45 + c.Turn) % 360
				one.Up = &up
			}
			j.Patches = append(j.Patches, one)
		}
		for _, s := range block.Seams {
			j.Seams = append(j.Seams, lies(s.X1, s.Y1, s.X2, s.Y2))
		}
		for _, x := range block.Crosses {
			at := lies(x.X, x.Y)
			x.X, x.Y = at[0], at[1]
			j.Crosses = append(j.Crosses, x)
		}
		for _, b := range block.Bands {
			j.Bands = append(j.Bands, lies(b.Points...))
		}
	}
}

// sew lets the hands work.
func sew(t *testing.T, jobs map[string]job) map[string]came {
	t.Helper()
	in, err := json.Marshal(jobs)
	if err != nil {
		t.Fatal(err)
	}
	run := exec.CommandContext(t.Context(), "/usr/bin/python3", "hands.py")
	run.Stdin = strings.NewReader(string(in))
	answer, err := run.Output()
	if err != nil {
		if e, ok := err.(*exec.ExitError); ok {
			t.Fatal(string(e.Stderr))
		}
		t.Fatal(err)
	}
	var out map[string]came
	if err := json.Unmarshal(answer, &out); err != nil {
		t.Fatal(err)
	}
	return out
}

// reached says whether everything that is sewn in a quilt is on its sheet as more than words.
func reached(s instructions.InstructionSheet) bool {
	return !slices.ContainsFunc(s.Lines, func(l instructions.Instruction) bool {
		return l.Do == instructions.Words &&
			l.Step != ""
	})
}

// allMade is what there is of everything once all is made as planned.
func allMade(w *work.Work) map[naming.Step]int {
	var events []record.Event
	once := w.Once()
	for i, s := range w.Steps {
		for n := once[i]; n > 0; n -= record.MostAtOnce {
			events = append(events, record.Event{
				ID: fmt.Sprintf("made-%05d-%d", i, n), Step: s.ID, Kind: record.Made,
				N: min(n, record.MostAtOnce), Exact: s.Exact(), Look: s.Look,
			})
		}
	}
	left := map[naming.Step]int{}
	for _, s := range tally.Fold(w, events).Steps {
		left[s.ID] = s.OnHand
	}
	return left
}

// laid is a quilt that is to be sewn.
type laid struct {
	name string
	d    document.Document
}

// settings are the ways in which blocks are set to be sewn by the hands: side by side, every other one turned, and in
// sashing with cornerstones.
var settings = []string{"", "turned", "sashed"}

// set is a document in a setting, three blocks by three.
func set(t *testing.T, d document.Document, how string) (document.Document, bool) {
	t.Helper()
	d, err := document.Copy(d)
	if err != nil {
		t.Fatal(err)
	}
	d.Top.Rows, d.Top.Columns = 3, 3
	switch how {
	case "turned":
		if len(d.Top.Repeat) != 1 || len(d.Top.Repeat[0]) != 1 {
			return d, false
		}
		c := d.Top.Repeat[0][0]
		other := c
		other.Turn = (c.Turn + 90) % 360
		d.Top.Repeat = [][]quilt.Cell{{c, other}, {other, c}}
	case "sashed":
		if d.Top.Sashing != nil || d.Top.Point != nil {
			return d, false
		}
		d.Top.Sashing = &quilt.Sashing{
			Role: d.Roles[0].ID, Width: making.Typed("1 strip"),
			Corners: d.Roles[len(d.Roles)-1].ID,
		}
	}
	return d, true
}

// every is what the hands sew: all blocks in all settings and the made-up quilts whole; of the blocks a seeded tenth,
// unless all are asked for.
func every(t *testing.T) (list []laid) {
	t.Helper()
	all, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	blocks, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	whole := os.Getenv("VICIS_HANDS") != ""
	r := rand.New(rand.NewPCG(19, 10))
	for i, d := range all {
		if i >= len(blocks) {
			list = append(list, laid{d.Name, d})
			continue
		}
		for _, how := range settings {
			if d, ok := set(t, d, how); ok && (whole || r.IntN(10) == 0) {
				list = append(list, laid{strings.TrimSpace(d.Name + " " + how), d})
			}
		}
	}
	n := 12
	if whole {
		n = 300
	}
	for i := range n {
		one := seeded(t, blocks, r)
		if r.IntN(3) == 0 {
			one = shelved(t, one, r)
		}
		if r.IntN(4) == 0 {
			one = measured(t, one, r)
		}
		one.name = fmt.Sprintf("%d: %s", i+1, one.name)
		list = append(list, one)
	}
	return append(list, laid{"what is cut off stands in", standIns(t)})
}

// standIns is a quilt of blocks whose corners give a unit of what is cut off, which stands in for others.
func standIns(t *testing.T) document.Document {
	t.Helper()
	d, err := quilts.StandIns()
	if err != nil {
		t.Fatal(err)
	}
	return d
}

// seeded is a block of the library in whatever setting chance has it: turned, in another colourway, pressed two ways,
// on point or in sashing of either kind, with borders, a unit made of every trimming, and sewn and pressed by other
// schools.
func seeded(t *testing.T, blocks []library.Entry, r *rand.Rand) laid {
	t.Helper()
	e := blocks[r.IntN(len(blocks))]
	d, err := document.Copy(e.Document)
	if err != nil {
		t.Fatal(err)
	}
	some := func(n int) bool { return r.IntN(n) == 0 }
	role := func() string { return d.Roles[r.IntN(len(d.Roles))].ID }
	d.Top.Rows, d.Top.Columns = 2+r.IntN(2), 2+r.IntN(2)
	said := []string{e.Document.Name}
	says := func(format string, args ...any) { said = append(said, fmt.Sprintf(format, args...)) }
	if len(d.Top.Repeat) == 1 && len(d.Top.Repeat[0]) == 1 {
		one := d.Top.Repeat[0][0]
		other := one
		if some(3) {
			other.Turn = (one.Turn + 180) % 360
			says("turned")
		}
		if len(d.Roles) > 1 && some(3) {
			d.Colourways = []document.Colourway{{
				ID: "other", Name: "Other",
				Fabrics: map[string]string{d.Roles[0].ID: d.Roles[1].Fabric, d.Roles[1].ID: d.Roles[0].Fabric},
			}}
			other.Colourway = "other"
			says("in two colourways")
		}
		d.Top.Repeat = [][]quilt.Cell{{one, other}, {other, one}}
		if some(4) {
			d.Press = &document.Press{TwoWays: []document.TwoWays{{Unit: one.Unit, Which: quilt.EveryOther}}}
			says("pressed two ways")
		}
	}
	if d.Top.Sashing == nil && d.Top.Point == nil && some(5) {
		d.Top.Point = &quilt.PointSetting{Role: role()}
		if some(2) {
			d.Top.Point.Corners = role()
		}
		if some(2) {
			d.Top.Point.Larger = measure.Typed("1/2 in")
		}
		if _, ok := work.Of(d); !ok { // its blocks are not square
			d.Top.Point = nil
		}
		says("on point %+v", d.Top.Point)
	}
	if some(2) && standsIn(&d) {
		says("with what is cut off standing in")
	}
	for i := range d.Parts {
		if m, ok := d.Parts[i].How.(*triangle.FlippedCorners); ok && some(2) {
			m.Bonus = true
			says("with a bonus")
		}
	}
	if d.Top.Sashing == nil && d.Top.Point == nil && some(2) {
		d.Top.Sashing = &quilt.Sashing{Role: role(), Width: making.Typed("1 strip"), Outer: some(3)}
		if some(2) {
			d.Top.Sashing.Corners = role()
		}
		says("sashing %+v", *d.Top.Sashing)
	}
	d.Top.Borders = nil
	for i := range r.IntN(3) {
		b := quilt.Border{
			ID: naming.Border(fmt.Sprintf("around-%d", i)), Name: fmt.Sprintf("border %d", i+1), Role: role(),
			Width: making.Typed("2 in"),
		}
		if some(2) {
			b.Corners = role()
		}
		d.Top.Borders = append(d.Top.Borders, b)
		says("border %q", b.Corners)
	}
	if some(2) {
		d.Top.Backing = &quilt.Backing{
			Role: role(), Overhang: measure.Typed([]string{"4 in", "12 in", "20 in"}[r.IntN(3)]),
			Seams: []quilt.SeamPlace{quilt.InTheMiddle, quilt.AtTheSides}[r.IntN(2)],
		}
		says("backing %+v", *d.Top.Backing)
	}
	if some(2) {
		d.Top.Binding = &quilt.Binding{Role: role()}
		says("bound")
	}
	if some(4) {
		f := &d.Fabrics[r.IntN(len(d.Fabrics))]
		f.Print = []cloth.Print{cloth.OneWay, cloth.TwoWay}[r.IntN(2)]
		says("%s %s", f.ID, f.Print)
	}
	d.Schools.Press = []pressing.School{pressing.Nest, "outward", "inward", "open", "flat", "dark"}[r.IntN(6)]
	d.Schools.Joining = []school.Joining{school.OneByOne, school.InPairs, school.InThrees}[r.IntN(3)]
	d.Schools.Rows = []school.Rows{school.RowByRow, school.Webbed}[r.IntN(2)]
	d.Schools.Square = []school.Squaring{
		school.SquareByMethod, school.CheckUnits, school.SquareUnits,
		school.SquareBlocks,
	}[r.IntN(4)]
	d.Schools.Ends = []school.Ends{school.EndsKept, school.EndsUsed}[r.IntN(2)]
	d.Schools.Marking = []making.Marking{"line", "both", "crease", "guide"}[r.IntN(4)]
	says("pressed %s, joined %s, sewn in %s, squared up %s, marked %s, ends %s, %d × %d", d.Schools.Press,
		d.Schools.Joining, d.Schools.Rows, d.Schools.Square, d.Schools.Marking, d.Schools.Ends,
		d.Top.Rows, d.Top.Columns)
	return laid{strings.Join(said, ", "), d}
}

// standsIn puts another block beside that of a quilt, of the same size, of whose corners a unit is made that stands in
// for halves of two triangles which are sewn in the first one; false where there are none, or they are of no such size.
func standsIn(d *document.Document) bool {
	w, ok := work.Of(*d)
	if !ok || len(d.Top.Repeat) != 1 || len(d.Top.Repeat[0]) != 1 || d.Top.Point != nil {
		return false
	}
	for i, u := range d.Parts {
		half, ok := u.How.(*triangle.HalfSquare)
		if !ok || !half.Finished.Given() || half.Lower.Role == "" || half.Upper.Role == "" {
			continue
		}
		size, _ := w.Unit(u.ID).Piece.Size()
		size -= 2 * w.Table.Seam
		other, err := document.Copy(*d)
		if err != nil {
			return false
		}
		corner := func(id string, at triangle.CornerAt) triangle.FlippedCorner {
			return triangle.FlippedCorner{ID: id, At: at, Role: half.Upper.Role, Leg: making.Wide(size + measure.Inch)}
		}
		other.Parts[i].Also = []naming.Unit{"beside:bonus-a"}
		other.Parts = append(other.Parts, making.Unit{ID: "beside", Name: "Beside", How: &triangle.FlippedCorners{
			Base: half.Lower, Width: making.Wide(w.Layout.BlockW), Height: making.Wide(w.Layout.BlockH),
			Corners: []triangle.FlippedCorner{corner("a", "top left"), corner("b", "bottom right")}, Bonus: true,
			BonusTo: half.Finished,
		}})
		one := other.Top.Repeat[0][0]
		other.Top.Repeat = [][]quilt.Cell{{one, {Unit: "beside"}}, {{Unit: "beside"}, one}}
		if w, ok := work.Of(other); ok && len(w.Lines[u.ID.Step()].From) > 0 {
			*d = other
			return true
		}
	}
	return false
}

// shelved is a quilt for which there is cloth on the shelf: strips, lengths and pieces, some larger than anything that
// is cut; and of which a fabric may be an assortment. Unchanged where it cannot be planned so.
func shelved(t *testing.T, one laid, r *rand.Rand) laid {
	t.Helper()
	d, err := document.Copy(one.d)
	if err != nil {
		t.Fatal(err)
	}
	w, ok := work.Of(d)
	if !ok {
		return one
	}
	says := ""
	for _, f := range w.Cut.Fabrics {
		if r.IntN(4) == 0 {
			i := slices.IndexFunc(d.Fabrics, func(one cloth.Fabric) bool { return one.ID == f.Fabric.ID })
			d.Fabrics[i].Print, d.Fabrics[i].Prints = cloth.Assorted, 2+r.IntN(3)
			says += fmt.Sprintf(", %s %d prints", f.Fabric.ID, d.Fabrics[i].Prints)
		}
		for range 1 + r.IntN(3) {
			have := cloth.Supply{
				ID: fmt.Sprintf("shelf-%d", len(d.Supplies)), Fabric: f.Fabric.ID,
				Kind: []cloth.Kind{cloth.Yardage, cloth.Strips, cloth.Pieces}[r.IntN(3)], Count: 1 + r.IntN(4),
			}
			wide, long := f.Usable, measure.Inch*measure.Length(6+r.IntN(20))
			switch {
			case have.Kind == cloth.Strips && len(f.Strips) > 0:
				wide, long = f.Strips[r.IntN(len(f.Strips))].Cut, f.Usable-measure.Inch*measure.Length(r.IntN(3)*r.IntN(12))
			case have.Kind != cloth.Yardage:
				have.Kind = cloth.Pieces
				wide, long = measure.Inch/4*measure.Length(8+r.IntN(40)), measure.Inch/4*measure.Length(8+r.IntN(40))
			}
			have.Width, have.Length = measure.Write(wide), measure.Write(long)
			d.Supplies = append(d.Supplies, have)
			says += fmt.Sprintf(", %s of %s on the shelf, %d of %s × %s", have.Kind, have.Fabric, have.Count, have.Width,
				have.Length)
		}
	}
	if w, ok := work.Of(d); !ok {
		t.Logf("%s%s is not planned so: %v", one.name, says, *w.Problems)
		return one
	}
	return laid{one.name + says, d}
}

// measured is a quilt of which something came out an eighth of an inch larger or smaller than planned: a unit, all
// blocks, or the middle before its borders; unchanged where it cannot be planned so.
func measured(t *testing.T, one laid, r *rand.Rand) laid {
	t.Helper()
	w, ok := work.Of(one.d)
	if !ok {
		return one
	}
	for range 8 {
		d, err := document.Copy(one.d)
		if err != nil {
			t.Fatal(err)
		}
		off := measure.Inch / 8 * measure.Length(1-2*r.IntN(2))
		says := ""
		switch r.IntN(3) {
		case 0:
			wide, high := w.Layout.BlockW+2*w.Layout.Seam+off, w.Layout.BlockH+2*w.Layout.Seam+off
			d.Top.Block = &quilt.Measured{Width: measure.Write(wide), Height: measure.Write(high)}
			says = fmt.Sprintf("blocks measured %+v", *d.Top.Block)
		case 1:
			wide, high := w.Layout.Middle()
			d.Top.Measured = &quilt.Measured{
				Width:  measure.Write((wide + off).CeilTo(measure.Inch / 8)),
				Height: measure.Write((high + off).CeilTo(measure.Inch / 8)),
			}
			says = fmt.Sprintf("middle measured %+v", *d.Top.Measured)
		default:
			i := r.IntN(len(d.Parts))
			m := w.Unit(d.Parts[i].ID)
			wide, high := m.Piece.Size()
			size := making.Measures{
				Width: measure.Write(wide + off), Height: measure.Write(high + off),
				Trimmed: off < 0 && r.IntN(2) == 0,
			}
			if m.InLength {
				size.Width = measure.Written{}
			}
			d.Parts[i].Measured = &size
			says = fmt.Sprintf("%s measured %+v", m.Unit.Name, size)
		}
		if _, ok := work.Of(d); ok {
			return laid{one.name + ", " + says, d}
		}
	}
	return one
}

// unsorted says whether something that looks alike comes in several kinds: how it is pressed where it lies is then not
// known.
func unsorted(s instructions.InstructionSheet) bool {
	return slices.ContainsFunc(s.Lines, func(l instructions.Instruction) bool {
		return slices.ContainsFunc(l.Gives, func(g instructions.FallsOut) bool { return g.Kinds > 1 }) ||
			slices.ContainsFunc(slices.Concat(l.Places...), func(p instructions.PartPlace) bool { return p.Kinds > 1 })
	})
}

// What may lie elsewhere in all, in square inches: sizes are drawn to a ten-thousandth of an inch, and of a large quilt
// there are more slivers; a flipped corner that is pressed toward its base is drawn with folds whose ends are a little
// too wide, and tips that stand out beyond a square in a square are not drawn.
const (
	mostCloth = 0.2
	mostFolds = 0.4 // of four blocks
	slivers   = 1e-4
)

// held tells what is wrong with what the hands made.
func held(w *work.Work, s instructions.InstructionSheet, c came) (wrong []string) {
	if c.Wrong != "" {
		return []string{c.Wrong}
	}
	wide, high := w.Layout.Finished()
	if math.Abs(c.Size[0]-wide.Inches()) > 0.01 || math.Abs(c.Size[1]-high.Inches()) > 0.01 {
		wrong = append(wrong, fmt.Sprintf("it measures %.3f × %.3f, and should %.3f × %.3f", c.Size[0], c.Size[1],
			wide.Inches(), high.Inches()))
	}
	room := wide.Inches() * high.Inches() * slivers
	cloth, folds := mostCloth+room, mostFolds*max(1, float64(w.Layout.Columns()*len(w.Layout.Rows))/4)+room
	switch top := w.Asked; {
	case top.Block != nil || top.Measured != nil: // the hands stretch allowances too, and the drawing what is finished
		cloth, folds = 0.01*c.Size[0]*c.Size[1], 0.015*c.Size[0]*c.Size[1]
	case slices.ContainsFunc(w.Parts, func(u making.Unit) bool { return u.Measured != nil }):
		// who knows which of its seams took more
		cloth, folds = 0.04*c.Size[0]*c.Size[1], 0.08*c.Size[0]*c.Size[1]
		c.Clash = nil // it lies a little elsewhere than its folds
	}
	if c.Front > cloth || c.Back > folds && !unsorted(s) {
		wrong = append(wrong, fmt.Sprintf("%.3f square inches of cloth and %.3f of allowances lie elsewhere", c.Front,
			c.Back))
	}
	if !unsorted(s) {
		wrong = append(wrong, c.Clash...)
	}
	wrong = append(wrong, c.Turned...)
	for _, m := range w.Units {
		for _, one := range m.Each() {
			lie, told := c.Either[one.Unit.ID.Step()], w.EitherWay(one.Unit.ID)
			slices.Sort(told)
			if _, lies := c.Either[one.Unit.ID.Step()]; lies && !slices.Equal(lie, told) {
				wrong = append(wrong, fmt.Sprintf("the prints %v of %s lie either way, and %v are told to", lie, one.Unit.ID, told))
			}
		}
	}
	for fabric, left := range c.Cloth {
		if math.Abs(left) > 0.001 {
			wrong = append(wrong, fmt.Sprintf("%.3f of %s is left of what there must be", left, fabric))
		}
	}
	for _, size := range trimming.Sizes(w.Units, w.Layout, w.Table.Seam) {
		is, lies := c.Sizes[size.ID.Step()]
		// the block as it should be; as it is, is told beside it
		if w.Asked.Block != nil && w.Layout.Count[size.ID] > 0 && size.Sort != "patch" {
			continue
		}
		if lies && (math.Abs(is[1]-size.H.Inches()) > 0.01 || math.Abs(is[0]-size.W.Inches()) > 0.01) {
			wrong = append(wrong, fmt.Sprintf("%s measures %.3f × %.3f, and is told to measure %.3f × %.3f", size.ID, is[0],
				is[1], size.W.Inches(), size.H.Inches()))
		}
	}
	wrong = append(wrong, remnants(w, c)...)
	wrong = append(wrong, staged(w, s, c)...)
	if b := w.Layout.Bind; b != nil && c.Bound < 12-0.01 { // twelve inches for the end, common practice
		wrong = append(wrong, fmt.Sprintf("only %.3f of the binding is left", c.Bound))
	}
	if b := w.Layout.Back; b != nil && b.Seams > 0 {
		over := b.Overhangs(w.Rule)
		big, small := max(wide, high).Inches()+2*w.Layout.Seam.Inches()+2*over.Inches(),
			min(wide, high).Inches()+2*w.Layout.Seam.Inches()+2*over.Inches()
		if max(c.Backing[0], c.Backing[1]) < big-0.01 || min(c.Backing[0], c.Backing[1]) < small-0.01 {
			wrong = append(wrong, fmt.Sprintf("a back of %v is not %.3f × %.3f", c.Backing, big, small))
		}
	}
	left := allMade(w)
	for _, l := range s.Lines { // what falls out together is counted as far as it is wanted
		for _, g := range l.Gives {
			left[g.Step] += l.Times * g.N
		}
		for _, p := range slices.Concat(l.Places...) {
			left[p.Step] += l.Times
		}
	}
	for _, st := range w.Steps {
		if slices.ContainsFunc(s.Lines, func(l instructions.Instruction) bool {
			return slices.ContainsFunc(l.Gives, func(g instructions.FallsOut) bool { return g.Step == st.ID }) ||
				slices.ContainsFunc(slices.Concat(l.Places...), func(p instructions.PartPlace) bool { return p.Step == st.ID })
		}) {
			left[st.ID] -= st.Make
		}
	}
	for step, n := range c.Piles {
		if n != left[step] && !step.Behind() {
			wrong = append(wrong, fmt.Sprintf("%d of %s are left, and %d by the tally", n, step, left[step]))
		}
	}
	return wrong
}

// byLine is what every line of a sheet counts.
func byLine(w *work.Work, s instructions.InstructionSheet) [][]record.Event {
	index, list, n := map[naming.Step]int{}, make([][]record.Event, len(s.Lines)), 0
	for i, st := range w.Steps {
		index[st.ID] = i
	}
	type lineOf struct {
		line int
		step naming.Step
	}
	seams := map[naming.Step]int{}
	for _, b := range w.Batches {
		seams[b.ID] = b.Make
	}
	ran := map[naming.Step]lineOf{} // where a run was counted: what else falls out of it comes with that
	made := func(line int, step naming.Step, many int) {
		if i, known := index[step]; known && many > 0 {
			st := w.Steps[i]
			if run, _ := st.Together(); run != "" && !st.Apart {
				if at, counted := ran[run]; counted && at.line == line && at.step != step {
					return
				}
				ran[run] = lineOf{line, step}
			}
			n++
			list[line] = append(list[line], record.Event{
				ID: fmt.Sprintf("made-%06d", n), Step: step, Kind: record.Made, N: many,
				Exact: st.Exact(), Look: st.Look,
			})
		}
	}
	for i, l := range s.Lines {
		for _, cut := range l.Cuts {
			made(i, countedAt(w, l, cut.Step), l.Times*max(1, cut.N))
		}
		for _, g := range l.Gives {
			made(i, g.Step, l.Times*g.N)
		}
		for _, p := range slices.Concat(l.Places...) {
			made(i, p.Step, l.Times)
		}
		switch {
		case len(l.Gives) > 0 || len(l.Places) > 0 || l.Do == instructions.StandIn: // which nobody counts
		case l.Each:
			made(i, l.Step, len(l.Seams))
		case l.Step.IsCorners() || l.Step == naming.BackingJoin:
			made(i, l.Step, len(l.Seams)*l.Times)
		case l.Do == instructions.EndToEnd && seams[l.Step] > 0:
			made(i, l.Step, seams[l.Step])
		default:
			made(i, l.Step, l.Times)
		}
	}
	return list
}

// countedAt is where patches are counted that a line cuts: those of pieces and of ends for themselves.
func countedAt(w *work.Work, l instructions.Instruction, act naming.Step) naming.Step {
	if l.Do == instructions.CutPieces {
		for _, one := range slices.Concat(w.Cut.Pieces, w.Cut.Ends) {
			wide, long := drawn.Round(one.Have.W.Inches()), drawn.Round(one.Have.L.Inches())
			if one.Act == act && (one.End != "") == l.End && (!l.End || wide == l.Wide && long == l.Long) {
				return work.PieceStep(one)
			}
		}
	}
	return act
}

// staged tells where, line by line, a pile is not as high as the tally of what was made until then says.
func staged(w *work.Work, s instructions.InstructionSheet, c came) (wrong []string) {
	whole := map[naming.Step]bool{}
	for _, l := range s.Lines {
		switch l.Do {
		case instructions.StandIn, instructions.CutPieces: // one pile for what the tally knows as two
			return nil
		case instructions.EndToEnd: // all of them are taken, and lengths are cut of them later
			whole[l.Of] = true
		}
		whole[l.Step] = whole[l.Step] || l.Step.IsCorners() // of which two seams make one piece
	}
	whole[naming.BackingLengths] = true // of which one may be halved
	var events []record.Event
	for i, made := range byLine(w, s) {
		l := s.Lines[i]
		events = append(events, made...)
		after := tally.Fold(w, events).Steps
		lies, tallied := map[work.Identity]int{}, map[work.Identity]int{} // piles of one thing together
		told := map[work.Identity]bool{}
		for k, st := range w.Steps {
			n, there := c.Stages[i][st.ID]
			is := st.Makes()
			if other, known := told[is]; !known || other {
				told[is] = there && !whole[st.ID] // of all of them, or nothing can be said
			}
			lies[is], tallied[is] = lies[is]+n, tallied[is]+after[k].OnHand
		}
		for is, all := range told {
			if all && lies[is] != tallied[is] {
				wrong = append(wrong, fmt.Sprintf("after line %d, %s, %d of %v lie there, and %d by the tally", i+1, l.Says,
					lies[is], is, tallied[is]))
			}
		}
	}
	return wrong
}

// remnants tells which ends are left that are not told, and which are told that are not there.
func remnants(w *work.Work, c came) (wrong []string) {
	type end struct{ wide, long float64 }
	least, ends := 1.5, map[end]int{} // worth keeping
	round := func(f float64) float64 { return math.Round(f*100) / 100 }
	for _, e := range c.Ends {
		if e[0] >= least && e[1] >= least {
			ends[end{round(e[0]), round(e[1])}] += int(e[2])
		}
	}
	for _, r := range leftover.Of(w).Remnants() {
		if r.From != "strips" && r.From != "sets" { // what else is left is left of what the hands never held whole
			continue
		}
		wide := r.Width.Length()
		long := r.Length.Length()
		ends[end{round(wide.Inches()), round(long.Inches())}] -= r.Count
	}
	for e, n := range ends {
		if n != 0 {
			wrong = append(wrong, fmt.Sprintf("%d ends of %v × %v more are left than are told", n, e.wide, e.long))
		}
	}
	return wrong
}

// What the hands make of the sheet is the quilt that is drawn, front and back, and their piles are what the tally says
// is left.
func TestTheHandsSewTheQuilt(t *testing.T) {
	jobs, of, skipped := map[string]job{}, map[string]*work.Work{}, 0
	for _, one := range every(t) {
		w, ok := work.Of(one.d)
		if !ok {
			t.Logf("%s is not planned so: %v", one.name, *w.Problems)
			continue
		}
		j := jobOf(w)
		if !reached(j.Sheet) {
			skipped++
			continue
		}
		jobs[one.name], of[one.name] = j, w
	}
	crossings := 0
	for name, c := range sew(t, jobs) {
		crossings += c.Crosses
		for _, wrong := range held(of[name], jobs[name].Sheet, c) {
			t.Errorf("%s: %s", name, wrong)
		}
	}
	if crossings == 0 {
		t.Error("no crossing was looked at")
	}
	t.Logf("%d are sewn, %d have lines that are told in words alone", len(jobs), skipped)
	if skipped > 0 || len(jobs) < 6 {
		t.Errorf("%d quilts are sewn, %d are not", len(jobs), skipped)
	}
}

// between is quilts of which strips, what is cut across them, sashing and borders lie between two marks of the ruler:
// blocks of the library, of strips of 2 9⁄16″ on a ruler of quarters, with a scant allowance.
func between(t *testing.T) map[string]document.Document {
	all, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	list := map[string]document.Document{}
	for i, d := range all {
		if d.Top.Point != nil || len(list) > 14 || i%3 > 0 || d.Deal != nil {
			continue
		}
		d, ok := set(t, d, "sashed")
		if !ok {
			continue
		}
		d.Ruler, d.Strip = measure.Typed("1/4 in"), measure.Typed("2 9/16 in")
		d.Seam.Stitched, d.Seam.Fold = measure.Typed("15/64 in"), measure.Typed("1/64 in")
		d.Top.Rows, d.Top.Columns = 2, 2
		d.Top.Borders = []quilt.Border{{ID: "round", Name: "Border", Role: d.Roles[0].ID, Width: making.Typed("3 1/8 in")}}
		if _, ok := work.Of(d); ok {
			list[d.Name] = d
		}
		// of 2½″ strips with an allowance of 17⁄64″ squares are cut a hair narrower than they are drawn
		hair, err := document.Copy(d)
		if err != nil {
			t.Fatal(err)
		}
		hair.Top.Rows, hair.Top.Columns = 1, 2 // the hairs of a large one add up
		hair.Ruler, hair.Strip, hair.Seam.Stitched = measure.Typed("1/8 in"), measure.Typed("2 1/2 in"), measure.Typed("1/4 in")
		if _, ok := work.Of(hair); ok {
			list[d.Name+" by a hair"] = hair
		}
	}
	return list
}

// What is cut is what is sewn from: what lies between two marks is cut at the next one and trimmed, a border is as wide
// as it is cut. Followed literally the sheet gives the quilt that is drawn; without a line's trimming it does not.
func TestTheHandsTrimWhatLiesBetweenTwoMarks(t *testing.T) {
	jobs, of, faults := map[string]job{}, map[string]*work.Work{}, map[string]bool{}
	for name, d := range between(t) {
		w, _ := work.Of(d)
		j := jobOf(w)
		jobs[name], of[name] = j, w
		for _, l := range j.Sheet.Lines {
			faults["strips"] = faults["strips"] || l.To > 0
			for _, c := range l.Cuts {
				faults["pieces"] = faults["pieces"] || c.Trim
			}
		}
		for fault, plant := range map[string]func(l *instructions.Instruction) bool{
			", strips as they are cut": func(l *instructions.Instruction) bool { was := l.To > 0; l.To = 0; return was },
			", pieces as they are cut": func(l *instructions.Instruction) (planted bool) {
				for i := range l.Cuts {
					if c := &l.Cuts[i]; c.Trim && w.Acts[c.Step].Act.Stock {
						c.Wide, c.High, planted = 0, 0, true
					}
				}
				return planted
			},
		} {
			bad := jobOf(w)
			planted := false
			for i := range bad.Sheet.Lines {
				planted = plant(&bad.Sheet.Lines[i]) || planted
			}
			if planted {
				jobs[name+fault], of[name+fault] = bad, w
			}
		}
	}
	if len(jobs) < 12 || !faults["strips"] || !faults["pieces"] {
		t.Fatalf("%d quilts, %v", len(jobs), faults)
	}
	for name, c := range sew(t, jobs) {
		wrong := held(of[name], jobs[name].Sheet, c)
		if bad := strings.Contains(name, ", "); bad != (len(wrong) > 0) {
			t.Errorf("%s: %v", name, wrong)
		}
	}
}

// A sheet with a fault in it gives another quilt, or cannot be followed: the hands find every one of them.
func TestTheHandsFindPlantedFaults(t *testing.T) {
	all, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	named := func(name string) document.Document {
		return all[slices.IndexFunc(all, func(d document.Document) bool { return d.Name == name })]
	}
	small := func(name string) document.Document {
		d, _ := set(t, named(name), "")
		return d
	}
	boat, wave, vane := small("Boat shed"), small("Harbour swell"), small("Weather vane")
	stars, rails := small("Shoo-fly"), small("Half rails")
	web, _ := document.Copy(stars)
	web.Schools.Rows = school.Webbed
	backed, _ := document.Copy(stars)
	backed.Top.Backing = &quilt.Backing{Role: stars.Roles[0].ID, Overhang: measure.Typed("20 in"), Seams: quilt.AtTheSides}
	backed.Top.Rows, backed.Top.Columns = 6, 6
	backed.Top.Binding = &quilt.Binding{Role: stars.Roles[1].ID}
	shelf, _ := document.Copy(stars)
	dark, light := stars.Roles[0].Fabric, stars.Roles[1].Fabric
	shelf.Supplies = []cloth.Supply{
		{
			ID: "length", Fabric: light, Kind: cloth.Yardage, Width: measure.Typed("40 in"), Length: measure.Typed("9 in"),
			Count: 1,
		},
		{
			ID: "piece", Fabric: dark, Kind: cloth.Pieces, Width: measure.Typed("6 in"), Length: measure.Typed("9 in"),
			Count: 2,
		},
	}
	prints, _ := document.Copy(stars)
	for i := range prints.Fabrics {
		prints.Fabrics[i].Print, prints.Fabrics[i].Prints = cloth.Assorted, 2
	}
	ends, _ := document.Copy(vane)
	ends.Schools.Ends = "use"
	printed, _ := document.Copy(stars)
	for i := range printed.Fabrics {
		printed.Fabrics[i].Print = cloth.OneWay
	}
	alike, _ := document.Copy(stars) // only the line says which square lies below
	alike.Roles[1].Fabric = alike.Roles[0].Fabric
	pairs, _ := document.Copy(wave)
	pairs.Schools.Joining = school.InPairs
	other := map[needle.PressedToward]needle.PressedToward{
		needle.ToLower: needle.ToUpper, needle.ToUpper: needle.ToLower,
		needle.Opened: needle.ToLower,
	}
	jobs, of := map[string]job{}, map[string]*work.Work{}
	for name, c := range map[string]struct {
		d     document.Document
		plant func(s *instructions.InstructionSheet) bool
	}{
		"a wrong turn": {stars, at("block/row-1",
			func(l *instructions.Instruction) { l.Seams[0].Upper.Turn = 90 })},
		"a wrong turn of a block": {boat, at("row-1",
			func(l *instructions.Instruction) { l.Seams[1].Lower.Turn = (l.Seams[1].Lower.Turn + 90) % 360 })},
		"a missing strip": {boat, at("set-I", func(l *instructions.Instruction) { l.Seams = slices.Delete(l.Seams, 1, 2) })},
		"a side swapped": {boat, at("block/c3", func(l *instructions.Instruction) {
			l.Seams[0].Lower, l.Seams[0].Upper = l.Seams[0].Upper, l.Seams[0].Lower
		})},
		"another allowance": {boat, at("plain", func(l *instructions.Instruction) { l.Seams[0].Takes = 0.375 })},
		"pressed the other way": {boat, at("plain",
			func(l *instructions.Instruction) { l.Seams[0].Press = other[l.Seams[0].Press] })},
		"a strip too few": {boat, func(s *instructions.InstructionSheet) bool {
			for i := range s.Lines {
				if l := &s.Lines[i]; l.Do == instructions.CutStrips {
					l.Times--
					return true
				}
			}
			return false
		}},
		"a cut in the wrong place": {boat, func(s *instructions.InstructionSheet) bool {
			for i := range s.Lines {
				if l := &s.Lines[i]; l.Do == instructions.CutAcross {
					l.Cuts[3].Reads += 0.25
					return true
				}
			}
			return false
		}},
		"one less made": {boat, at("half", func(l *instructions.Instruction) { l.Times-- })},
		"the quilt laid down sideways": {
			boat,
			at("border/ends", func(l *instructions.Instruction) { l.After = (l.After + 90) % 360 }),
		},
		"a seam beside its line": {stars, does(instructions.Lay,
			func(l *instructions.Instruction) { l.Stitches[0].From[0] += 0.125; l.Stitches[0].To[0] += 0.125 })},
		"only one seam of two": {stars, does(instructions.Lay,
			func(l *instructions.Instruction) { l.Stitches = l.Stitches[:1] })},
		"cut on the other diagonal": {stars, does(instructions.Part, func(l *instructions.Instruction) {
			k := &l.Knife[0]
			k.From[0], k.To[0] = k.To[0], k.From[0]
		})},
		"trimmed too small": {stars, does(instructions.Part,
			func(l *instructions.Instruction) { l.Gives[0].Wide -= 0.125; l.Gives[0].High -= 0.125 })},
		"the other way up": {stars, does(instructions.Part, func(l *instructions.Instruction) {
			s := &l.Gives[0].Sides
			s[0], s[2], s[1], s[3] = s[2], s[0], s[3], s[1]
		})},
		"opened at another seam": {
			wave,
			does(instructions.Open, func(l *instructions.Instruction) { l.Strip = l.Strip%8 + 1 }),
		},
		"cut across a strip": {wave, does(instructions.Open, func(l *instructions.Instruction) { l.Above = 0.5 })},
		"not closed":         {wave, does(instructions.Close, func(l *instructions.Instruction) { l.Times-- })},
		"closed, pressed the other way": {
			wave,
			does(instructions.Close, func(l *instructions.Instruction) { l.Seams[0].Press = other[l.Seams[0].Press] }),
		},
		"other pairs of strips": {pairs, at("set/flat", func(l *instructions.Instruction) { l.Seams[4].Upper.Sewn = 3 })},
		"another row of the web": {web, at(naming.Web(3), func(l *instructions.Instruction) {
			l.Seams[1].Lower.Row, l.Seams[1].Upper.Row = 4-l.Seams[1].Lower.Row, 4-l.Seams[1].Upper.Row
		})},
		"another half": {rails, at("halves/pair",
			func(l *instructions.Instruction) { l.Seams[0].Lower.Half = l.Seams[0].Upper.Half })},
		"rows a block further": {vane, at(naming.Rows, func(l *instructions.Instruction) { l.Seams[3].Meets[1]++ })},
		"triangles turned":     {vane, at("row-2", func(l *instructions.Instruction) { l.Seams[0].Lower.Turn = 90 })},
		"a corner on the wrong side": {vane, at(naming.CornersOn,
			func(l *instructions.Instruction) { l.Seams[2].Upper.Turn = 0 })},
		"trimmed less": {vane, does(instructions.Trim,
			func(l *instructions.Instruction) { l.Gives[0].Wide += 0.25 })},
		"a backing sewn too deep": {backed, at(naming.BackingJoin,
			func(l *instructions.Instruction) { l.Seams[0].Takes = 3 })},
		"halved where it is not": {backed, at(naming.BackingJoin, func(l *instructions.Instruction) { l.Seams[0].Upper.Of = naming.BackingLengths })},
		"one seam of a backing":  {backed, at(naming.BackingJoin, func(l *instructions.Instruction) { l.Seams = l.Seams[:1] })},
		"bound without a strip": {backed, first(func(l instructions.Instruction) bool {
			return l.Do == instructions.CutStrips && l.Step == naming.BindingStrips
		}, func(l *instructions.Instruction) { l.Times-- })},
		"more than there is":             {boat, does(instructions.Cloth, func(l *instructions.Instruction) { l.Long -= 1 })},
		"not cleaned":                    {boat, does(instructions.Clean, func(l *instructions.Instruction) { l.Wide = 0 })},
		"an end more":                    {boat, does(instructions.CutAcross, func(l *instructions.Instruction) { l.Cuts = l.Cuts[:len(l.Cuts)-1] })},
		"a length that is shorter":       {shelf, does(instructions.Shelf, func(l *instructions.Instruction) { l.Long -= 0.5 })},
		"a strip more off the shelf":     {shelf, does(instructions.Shelf, func(l *instructions.Instruction) { l.Cuts[0].N++ })},
		"more than comes out of a piece": {shelf, does(instructions.CutPieces, func(l *instructions.Instruction) { l.Long -= 1 })},
		"rows that give fewer":           {shelf, does(instructions.CutPieces, func(l *instructions.Instruction) { l.Rows[0].Cuts[0].N-- })},
		"an end that is not there":       {ends, first(func(l instructions.Instruction) bool { return l.End }, func(l *instructions.Instruction) { l.Wide += 0.5 })},
		"more of one print":              {prints, first(func(l instructions.Instruction) bool { return len(l.Prints) > 1 }, func(l *instructions.Instruction) { l.Prints[0]++; l.Prints[1]-- })},
		"a print on its head":            {printed, at("block/row-2", func(l *instructions.Instruction) { l.Seams[1].Upper.Turn = (l.Seams[1].Upper.Turn + 180) % 360 })},
		"a line that faces the machine":  {alike, does(instructions.Lay, func(l *instructions.Instruction) { l.Of, l.Over[0].Of = l.Over[0].Of, l.Of })},
		"two colours exchanged":          {stars, does(instructions.Lay, func(l *instructions.Instruction) { l.Of, l.Over[0].Of = l.Over[0].Of, l.Of })},
	} {
		w, ok := work.Of(c.d)
		if !ok {
			t.Fatal(*w.Problems)
		}
		j := jobOf(w)
		if !reached(j.Sheet) {
			t.Fatalf("%s: the sheet has lines in words alone", name)
		}
		if !c.plant(&j.Sheet) {
			t.Fatalf("%s: there is no line to plant it in", name)
		}
		jobs[name], of[name] = j, w
	}
	w, _ := work.Of(stars)
	told := jobOf(w)
	for i := range told.Crosses { // what the drawing says of them, not the sheet
		told.Crosses[i].State = map[pressing.State]pressing.State{"nests": "clashes", "clashes": "nests"}[told.Crosses[i].State]
	}
	jobs["crossings told wrongly"], of["crossings told wrongly"] = told, w
	for name, got := range sew(t, jobs) {
		if len(held(of[name], jobs[name].Sheet, got)) == 0 {
			t.Errorf("%s is not found", name)
		}
	}
}

// Every sheet is of its schema, by a validator that knows nothing of it (Debian's python3-jsonschema); and one that is
// not is found.
func TestSheetsAreOfTheirSchema(t *testing.T) {
	schema, err := os.ReadFile("../../docs/sheet.schema.json")
	if err != nil {
		t.Fatal(err)
	}
	made, err := contract.SheetFormat()
	if err != nil {
		t.Fatal(err)
	}
	if fresh, _ := json.MarshalIndent(made, "", "  "); strings.TrimSpace(string(schema)) != string(fresh) {
		t.Error("docs/sheet.schema.json is stale: run make contract")
	}
	all, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	sheets := []any{}
	for _, d := range all {
		if w, ok := work.Of(d); ok {
			sheets = append(sheets, instructions.Of(w))
		}
	}
	in, _ := json.Marshal(map[string]any{"schema": json.RawMessage(schema), "sheets": append(sheets, map[string]any{"name": "x", "seam": 0.25, "fabrics": []any{}, "lines": []any{map[string]any{"do": "fly"}}})})
	run := exec.CommandContext(t.Context(), "/usr/bin/python3", "-c", `
import json, sys, jsonschema
job = json.load(sys.stdin)
v = jsonschema.Draft202012Validator(job["schema"])
print(json.dumps([[e.message[:200] for e in v.iter_errors(s)][:3] for s in job["sheets"]]))`)
	run.Stdin = strings.NewReader(string(in))
	answer, err := run.Output()
	var wrong [][]string
	if err == nil {
		err = json.Unmarshal(answer, &wrong)
	}
	if err != nil || len(wrong) != len(sheets)+1 {
		t.Fatal(err, len(wrong))
	}
	for i, list := range wrong {
		if bad := i == len(sheets); bad != (len(list) > 0) {
			t.Errorf("sheet %d: %v", i, list)
		}
	}
}

// at plants something in the line of a step.
func at(step naming.Step, plant func(l *instructions.Instruction)) func(s *instructions.InstructionSheet) bool {
	return first(func(l instructions.Instruction) bool { return l.Step == step }, plant)
}

func does(what instructions.Do, plant func(l *instructions.Instruction)) func(s *instructions.InstructionSheet) bool {
	return first(func(l instructions.Instruction) bool { return l.Do == what }, plant)
}

func first(is func(l instructions.Instruction) bool, plant func(l *instructions.Instruction)) func(s *instructions.InstructionSheet) bool {
	return func(s *instructions.InstructionSheet) bool {
		i := slices.IndexFunc(s.Lines, is)
		if i >= 0 {
			plant(&s.Lines[i])
		}
		return i >= 0
	}
}
