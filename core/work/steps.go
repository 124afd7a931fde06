package work

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/batching"
	"vicis/core/cutting"
	"vicis/core/demand"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/quilt"
	"vicis/core/school"
)

// Step is one thing that is counted.
type Step struct {
	ID     naming.Step
	Was    []naming.Step // what older tallies call it
	Called string        // what it is called at the table
	Stage  batching.Stage
	Does   making.Does
	Make   int // spares included
	Spare  int
	Size   []measure.Length // of one, exactly: work tallied at another size no longer fits
	// Is: what it measures, where that is not what it is tallied by: a row of blocks that were measured
	Is      []measure.Length
	Told    Told
	Look    string         // what one shows, however it is turned: work tallied of another look no longer fits
	Pressed string         // how the seams in it are pressed, its own apart
	Ironed  string         // how its own are pressed
	Short   measure.Length // how long it is cut, where that is not as long as the cloth is wide; 0 elsewhere
	Older   []As           // sizes and looks of the same as older programs told them
	Bobbin  float64        // metres of the lower thread that one takes
	Picture naming.Step
	Takes   []StepTake
	Also    []StandIn // what stands in for some of these, so that fewer are made
	Of      StepSource
	Apart   bool // it fell out of the run of another step, and is opened by itself

	shows string // what it looks like whatever its length; empty where that is its look
}

// As is the size and the look that something is tallied by; no look stands for any.
type As struct{ Exact, Look string }

// is says whether one is the other, as far as they say.
func (a As) is(k As) bool {
	return a.Exact == k.Exact && (k.Look == "" || a.Look == "" || k.Look == a.Look)
}

// Told is how a size is told.
type Told int

// The ways of telling a size.
const (
	Not     Told = iota // it is no rectangle yet
	Across              // width by height
	Wide                // across its strips
	Long                // of a seam or a length of cloth
	CutSize             // width by height as they are cut, on marks
)

// StepSource is what a step comes from; one of them is there.
type StepSource struct {
	Fabric  *cutting.FabricPlan // of strips
	Strip   *cutting.StripPlan
	Through *cutting.StripPlan // strips sewn end to end, that lengths are cut from
	Across  *cutting.Across
	Sub     *cutting.WidthCut // from Across, which is one of strips where Strip is there too
	Piece   *cutting.FromPiece
	Batch   *batching.Batch
}

// StepTake is what so many of a step use up: Each of another step's things for every Per of this one's. Steps that fall
// out of the same run take together: what they take is used up once. Where other steps are cut from the same strips or
// sets, or the prints of an assortment each have strips of their own, it is Shared: how many of those are used up
// follows from how they are laid out.
type StepTake struct {
	Step      naming.Step
	Each, Per int
	Together  naming.Step
	Shared    bool
	At        []int // where they are taken one by one: which of this step, from 1, take one each, as often as they take
}

// Taken is how many are used up once so many of the step are made; of what is shared that says nothing.
func (t StepTake) Taken(made int) int {
	if t.At != nil {
		n, _ := slices.BinarySearch(t.At, made+1)
		return n
	}
	return (made + t.Per - 1) / t.Per * t.Each
}

// Lasts is how many of all of the step so many of the other are enough for, of what is taken one by one.
func (t StepTake) Lasts(have, all int) int {
	if have >= len(t.At) {
		return all
	}
	return t.At[max(0, have)] - 1
}

// Together is the run that several things fall out of, this among them, and how many of it do.
func (s Step) Together() (run naming.Step, each int) {
	for _, t := range s.Takes {
		if t.Together != "" {
			return t.Together, t.Per
		}
	}
	return "", 0
}

// StandIn is so many of another step's things that are used in a step's place.
type StandIn struct {
	Step  naming.Step
	Count int
}

// Exactly writes lengths so that they are told apart on the grid.
func Exactly(lengths ...measure.Length) string {
	words := make([]string, len(lengths))
	for i, l := range lengths {
		words[i] = measure.Write(l).String()
	}
	return strings.Join(words, " x ")
}

// Sides reads what Exactly wrote.
func Sides(exact string) []measure.Written {
	var list []measure.Written
	for side := range strings.SplitSeq(exact, " x ") {
		list = append(list, measure.Typed(side))
	}
	return list
}

// Exact is a step's size as it is kept with what is tallied.
func (s Step) Exact() string { return Exactly(s.Size...) }

// Across is how much of the length of a strip, a set or a tube one takes that is cut across it; 0 for what is not.
func (s Step) Across() measure.Length {
	if s.Of.Across == nil || s.Of.Sub == nil {
		return 0
	}
	return s.Of.Sub.Cut
}

// steps lists everything that is counted.
func (w *Work) steps() []Step {
	list := w.told()
	if w.Shelf.Directed() {
		older := *w
		older.Shelf = w.Shelf.Undirected()
		for i, s := range older.told() { // they did not see how a print lies
			if s.Look != list[i].Look {
				list[i].Older = append(list[i].Older, append(s.Older, As{s.Exact(), s.Look})...)
			}
		}
	}
	return list
}

func (w *Work) told() []Step {
	w.cells = map[quilt.Cell]uint64{}
	defer func() { w.cells = nil }()
	byStage := map[batching.Stage][]Step{}
	add := func(s Step) { byStage[s.Stage] = append(byStage[s.Stage], s) }
	w.cutSteps(add)
	tallied := w.tallied()
	for i := range w.Batches {
		add(w.batch(&w.Batches[i], tallied[w.Batches[i].ID]))
	}
	list := []Step{}
	for _, stage := range batching.Stages {
		list = append(list, byStage[stage]...)
	}
	w.tellApart(list)
	return list
}

// cutSteps are the steps of the cutting.
func (w *Work) cutSteps(add func(Step)) {
	for i := range w.Cut.Fabrics {
		f := &w.Cut.Fabrics[i]
		for j := range f.Strips {
			w.cutStrips(f, &f.Strips[j], add)
		}
	}
	for _, list := range [][]cutting.FromPiece{w.Cut.Pieces, w.Cut.Ends} {
		for i := range list {
			add(w.fromPiece(&list[i]))
		}
	}
	for i := range w.Cut.Sets {
		a := &w.Cut.Sets[i]
		for j := range a.Cuts {
			add(w.subCut(a, &a.Cuts[j], nil))
		}
	}
	w.stoodIn(add)
}

// tellApart names things that would be called alike by their fabrics as well; where that is not enough by their size,
// by what they are for, by their number.
func (w *Work) tellApart(list []Step) {
	for _, more := range []func(s Step) string{w.fabricsOf, w.sizeOf, w.purposeOf} {
		same := map[string][]int{}
		for i, s := range list {
			same[s.Called] = append(same[s.Called], i)
		}
		for _, group := range same {
			told := map[string]bool{}
			for _, i := range group {
				told[more(list[i])] = true
			}
			if len(group) < 2 || len(told) < 2 {
				continue
			}
			for _, i := range group {
				if says := more(list[i]); says != "" {
					list[i].Called += ", " + says
				}
			}
		}
	}
	count := map[string]int{}
	for i := range list {
		called := list[i].Called
		if count[called]++; count[called] > 1 {
			list[i].Called = fmt.Sprintf("%s (%d)", called, count[called])
		}
	}
}

// fabricsOf names the fabrics of what a step makes, at most two of them.
func (w *Work) fabricsOf(s Step) string {
	p := w.Acts[s.ID].Act.Piece
	if s.Of.Batch != nil {
		p = s.Of.Batch.Piece
	}
	var names []string
	for _, patch := range p.Patches {
		if f, ok := w.Shelf.Fabric(patch.Role); ok && !slices.Contains(names, f.Name) {
			names = append(names, f.Name)
		}
	}
	if len(names) > 2 {
		return ""
	}
	return strings.Join(names, " and ")
}

func (w *Work) sizeOf(s Step) string {
	var sizes []string
	for _, l := range s.Size {
		sizes = append(sizes, w.Say(l))
	}
	return strings.Join(sizes, " × ")
}

// purposeOf is what strips are cut for.
func (w *Work) purposeOf(s Step) string {
	strip := s.Of.Strip
	switch {
	case strip == nil || s.Of.Sub != nil:
		return ""
	case strip.Lengths:
		return "for the backing"
	case strip.Joined != nil && strip.Joined.Diagonal:
		return "for the binding"
	case strip.Patches != nil && w.Held(strip.Patches.Cuts[0].ID):
		return "held back"
	case strip.Patches != nil:
		return "for patches"
	case strip.For == "":
		return "for strip sets"
	}
	for _, ring := range w.Layout.Rings {
		if border := ring.Border; strip.For.Border() == border.ID {
			return "for " + border.Name
		}
	}
	return "for " + w.NameOf(strip.For)
}

func (w *Work) cutStrips(f *cutting.FabricPlan, s *cutting.StripPlan, add func(Step)) {
	step := Step{
		ID: s.ID, Was: s.Was, Called: w.Say(s.Cut) + " " + f.Fabric.Name, Stage: batching.Strips, Does: making.Cuts,
		Make: s.Count,
		Size: []measure.Length{s.Cut}, Told: Wide, Picture: s.ID, Look: clothLook(f.Fabric.ID),
		Of: StepSource{Fabric: f, Strip: s},
	}
	if s.Lengths {
		step.Told = Long
	}
	step.Short = w.Short(*s)
	add(step)
	if s.For == naming.SashLevel.Step() && s.Joined != nil {
		add(w.through(s))
	}
	if s.Patches != nil {
		for i := range s.Patches.Cuts {
			add(w.subCut(s.Patches, &s.Patches.Cuts[i], s))
		}
	}
}

// through is the cutting of sashing that runs right through from strips sewn end to end.
func (w *Work) through(s *cutting.StripPlan) Step {
	act := w.Acts[s.For].Act
	n := s.Joined.Times
	return Step{
		ID: s.For, Called: w.NameOf(s.For), Stage: batching.SubCuts, Does: making.SubCuts, Make: n,
		Spare: w.Lines[s.For].Spare,
		Size:  []measure.Length{s.Joined.Pieces[0], s.Width}, Told: Across, Picture: s.For, Look: w.look(act.Piece),
		Takes: []StepTake{{Step: s.ID, Each: s.Count, Per: n}}, Of: StepSource{Through: s},
	}
}

func (w *Work) subCut(a *cutting.Across, c *cutting.WidthCut, from *cutting.StripPlan) Step {
	act := w.Acts[c.ID].Act
	s := Step{
		ID: c.ID, Called: w.NameOf(c.ID), Stage: batching.SubCuts, Does: making.SubCuts, Make: c.Make(), Spare: c.Spare,
		Told: Across, Picture: c.ID, Look: w.look(act.Piece), Also: append(w.shelfIn(c.ID), standIns(w.Lines[c.ID])...),
		Of: StepSource{Across: a, Sub: c, Strip: from},
	}
	if s.Size = sizeOf(act); act.Patch != nil {
		s.Told = CutSize
	}
	if p, ok := w.asPlanned(c.ID); ok {
		should, tall := p.Size()
		s.Is, s.Size, s.Look = s.Size, []measure.Length{should, tall}, w.look(p)
	}
	take := StepTake{Each: 1, Per: c.PerStrip}
	if !a.LaidOut() && w.ShortOf(*a) > 0 {
		take.Per = a.Layups.Patterns[0].Counts[0] // no longer than these ask for
	}
	if from != nil {
		take.Step = from.ID
	} else {
		take.Step = w.SetStep(a.Set)
	}
	take.Shared = a.LaidOut()
	s.Takes = []StepTake{take}
	return s
}

// SetStep is the step that gives strip sets of a kind; where there is nothing to sew, since it is one strip, the one
// that cuts it.
func (w *Work) SetStep(set naming.Unit) naming.Step {
	if strips := w.Unit(set).Acts[0].Strips; len(strips) == 1 {
		return cutting.PileOf(strips[0])
	}
	return set.Step()
}

// sizeOf is what one thing measures that is cut: of cloth as it is cut, a plain block to what the pieced ones measure.
func sizeOf(act making.Act) []measure.Length {
	wide, high := act.Piece.Size()
	if act.Patch != nil {
		wide, high = act.Patch.W, act.Patch.H
	}
	return []measure.Length{wide, high}
}

func (w *Work) fromPiece(one *cutting.FromPiece) Step {
	act := w.Acts[one.Act].Act
	s := Step{
		ID: PieceStep(*one), Called: w.NameOf(one.Act), Stage: batching.SubCuts, Does: making.SubCuts, Make: one.Count,
		Size: sizeOf(act), Told: Across, Picture: one.Act, Look: w.look(act.Piece),
		Of: StepSource{Piece: one},
	}
	switch {
	case one.All:
		s.Also, s.Spare = w.shelfIn(one.Act), min(one.Count, w.Lines[one.Act].Spare)
	case one.End != "":
		s.Called += ", from ends"
		s.Was = w.oldEnds(*one)
	default:
		s.Called += ", from the shelf"
	}
	return s
}

// oldEnds is what older tallies called patches from ends by: the strips' own name of then, and which end it was.
func (w *Work) oldEnds(one cutting.FromPiece) []naming.Step {
	for _, f := range w.Cut.Fabrics {
		for _, s := range f.Strips {
			if s.ID == one.End && len(s.Was) > 0 {
				return []naming.Step{naming.OldEnd(one.Act, s.Was[0], one.Nth)}
			}
		}
	}
	return nil
}

// PieceStep names the cutting of patches from a piece on the shelf or an end: the act itself where nothing of it comes
// from strips.
func PieceStep(one cutting.FromPiece) naming.Step {
	switch {
	case one.All:
		return one.Act
	case one.End != "":
		return one.Act.FromEnd(one.End, int64(one.Have.W))
	}
	return one.Act.FromShelf(one.Have.ID)
}

// shelfIn is what comes from the shelf or from ends in place of patches cut from strips.
func (w *Work) shelfIn(act naming.Step) []StandIn {
	var list []StandIn
	for _, one := range slices.Concat(w.Cut.Pieces, w.Cut.Ends) {
		if one.Act == act && !one.All {
			list = append(list, StandIn{Step: PieceStep(one), Count: one.Count})
		}
	}
	return list
}

// standIns is what else is used in a thing's place.
func standIns(l demand.ThingCount) (list []StandIn) {
	for _, g := range l.From {
		list = append(list, StandIn{Step: g.ID, Count: g.Count})
	}
	return list
}

// stoodIn are the steps of cutting that nothing is left to do of, since others stand in for all of them.
func (w *Work) stoodIn(add func(Step)) {
	for _, m := range w.Units {
		for _, act := range m.Acts {
			line := w.Lines[act.ID]
			if act.Patch == nil && !act.Stock || line.Make() > 0 || len(line.From) == 0 {
				continue
			}
			add(Step{
				ID: act.ID, Called: w.NameOf(act.ID), Stage: batching.SubCuts, Does: making.SubCuts, Told: Across,
				Size: sizeOf(act), Picture: act.ID, Look: w.look(act.Piece), Also: standIns(line),
			})
		}
	}
}

// tallied are the batches of what is sewn as they would be if everything measured what it should, where something does
// not: what was sewn before it was measured is known by that.
func (w *Work) tallied() map[naming.Step]batching.Batch {
	list := map[naming.Step]batching.Batch{}
	if len(w.OncePlanned) == 0 {
		return list
	}
	units := slices.Clone(w.Units)
	for i, m := range units {
		if planned, ok := w.OncePlanned[m.Unit.ID]; ok {
			units[i] = planned
		}
	}
	for _, b := range batching.Plan(units, w.Tallied, w.Lines, w.Schools.Rows == school.Webbed) {
		list[b.ID] = b
	}
	return list
}

// asPlanned is what an act cuts from something that was measured, as if that were what it should be.
func (w *Work) asPlanned(act naming.Step) (piece.Piece, bool) {
	m, ok := w.OncePlanned[act.Made()]
	if !ok {
		return piece.Piece{}, false
	}
	return m.Piece, m.Acts[len(m.Acts)-1].ID == act
}

// batch is the step of one batch: sewing, marking, or cutting apart and trimming. tallied is the same as if everything
// measured what it should.
func (w *Work) batch(b *batching.Batch, tallied batching.Batch) Step {
	s := Step{
		ID: b.ID, Called: b.Name, Stage: b.Stage, Does: b.Does, Make: b.Make, Spare: b.Spare,
		Of: StepSource{Batch: b}, Bobbin: w.LowerThread(*b), Apart: b.Apart,
	}
	for _, t := range b.Takes {
		if b.Make > 0 { // what others stand in for wholly takes nothing
			s.Takes = append(s.Takes, StepTake{Step: t.ID, Each: t.Each, Per: t.Per, Together: t.Together, At: t.At})
		}
	}
	s.Also = standIns(demand.ThingCount{From: b.From})
	w.sized(&s, b, tallied)
	if b.ID.Column() > 0 {
		s.Size, s.Look = []measure.Length{b.Each}, w.lookOfColumn(b.ID.Column())
		if tallied.ID == b.ID && tallied.Each != b.Each {
			s.Is, s.Size = s.Size, []measure.Length{tallied.Each}
		}
		return s
	}
	switch b.Stage {
	case batching.Sets:
		w.set(&s, b, tallied)
	case batching.Rows:
		row := w.Row(b.ID)
		s.Picture, s.Is, s.Look = b.ID, []measure.Length{w.Layout.Long(row), b.Each}, w.lookOfRow(row)
		s.Size = s.Is
		for _, k := range w.Tallied.AllRows() { // rows that were sewn before a block was measured are what they are
			if k.ID == b.ID {
				s.Size = []measure.Length{w.Tallied.Long(k), k.High + 2*w.Table.Seam}
			}
		}
		if row.Called != "" || !w.Layout.OnPoint {
			s.Told = Across
		}
	case batching.Top:
		s.Size, s.Told = []measure.Length{b.Each}, Long
		if b.ID == naming.Rows {
			s.Is, s.Size = s.Size, []measure.Length{batching.Widest(w.Tallied)}
		}
		border := b.ID.Border()
		switch n := w.Strips(border.Strips()); {
		case b.ID.IsSides() && n > 0:
			s.Takes = append(s.Takes, StepTake{Step: border.Strips(), Each: n, Per: 2})
		case b.ID.IsCorners():
			s.Takes = append(s.Takes, StepTake{Step: border.Squares(), Each: 1, Per: 1})
		}
	case batching.Finish:
		s.Size, s.Told = []measure.Length{b.Each}, Long
		if b.ID == naming.BindingJoin { // older programs told it by the width of the strips
			s.Is, s.Size = s.Size, []measure.Length{w.Layout.Bind.Width}
		}
		s.Takes = append(s.Takes, w.finishing(b))
	}
	return s
}

// set is what is told of a strip set, and the strips it takes.
func (w *Work) set(s *Step, b *batching.Batch, tallied batching.Batch) {
	m := w.Acts[b.ID].Made
	_, high := m.Piece.Size()
	_, s.Ironed = w.pressedAs(*b, m.Piece)
	s.shows = w.look(m.Piece.Window(piece.Num{}, piece.Num{}, piece.Of(measure.Inch), m.Piece.H))
	if planned, ok := w.OncePlanned[m.Unit.ID]; ok {
		s.shows = w.look(planned.Piece.Window(piece.Num{}, piece.Num{}, piece.Of(measure.Inch), planned.Piece.H))
	}
	s.Size, s.Is, s.Told = []measure.Length{high}, nil, Wide
	if _, should := tallied.Piece.Size(); tallied.ID == b.ID && should != high {
		s.Is, s.Size = s.Size, []measure.Length{should}
	}
	if b.ID != m.Acts[0].ID {
		return // it is closed, which takes no strips
	}
	short := true
	for _, f := range w.Cut.Fabrics {
		for _, strip := range f.Strips {
			if n := PerSet(m, strip.ID); n > 0 {
				s.Takes = append(s.Takes, StepTake{Step: strip.ID, Each: n, Per: 1})
				short = short && w.Short(strip) > 0
			}
		}
	}
	if i := slices.IndexFunc(w.Cut.Sets, func(a cutting.Across) bool { return a.Set == b.ID.Made() }); i >= 0 && short {
		s.Short = w.asShort(b.ID, w.ShortOf(w.Cut.Sets[i])) // a set is as long as its shortest strip
	}
}

// sized gives a step the picture, the size and the look of what it makes: what was made before something was measured
// is as large as planned.
func (w *Work) sized(s *Step, b *batching.Batch, tallied batching.Batch) {
	if wide, high := b.Piece.Size(); wide > 0 {
		if len(b.Piece.Seams) == 0 { // cloth as it was cut
			wide, high = min(wide, wide.CeilTo(w.Table.Ruler.Mark)), min(high, high.CeilTo(w.Table.Ruler.Mark))
		}
		s.Picture, s.Size, s.Look = b.ID, []measure.Length{wide, high}, w.look(b.Piece, b.Left.Piece, b.Right.Piece)
		if b.Shows != "" {
			s.Picture = b.Shows
		}
		if w, h := tallied.Piece.Size(); tallied.ID == b.ID && (w != wide || h != high) {
			s.Is, s.Size = s.Size, []measure.Length{w, h}
		}
		if tallied.ID == b.ID {
			s.Look = w.look(tallied.Piece, tallied.Left.Piece, tallied.Right.Piece)
		}
		as := b.Piece
		if tallied.ID == b.ID {
			as = tallied.Piece
		}
		s.Pressed, s.Ironed = w.pressedAs(*b, as)
		if m := w.Acts[b.ID].Made; m.Untrimmed.Diagonals > 0 && b.ID.Made() == m.Unit.ID { // counted while it was not trimmed
			raw := m.Untrimmed.Size.Nearest()
			s.Older = append(s.Older, As{Exact: Exactly(raw, raw)})
		}
		if older := w.Acts[b.ID].Act.Older; older != nil {
			s.Older = append(s.Older, As{s.Exact(), w.look(append(slices.Clip(older), make([]piece.Piece, 3-len(older))...)...)})
		}
		if b.Piece.Whole() { // what is no rectangle is not held against a ruler
			s.Told = Across
		}
	}
}

// finishing is what the joining of backing and binding takes.
func (w *Work) finishing(b *batching.Batch) StepTake {
	switch {
	case b.ID == naming.BackingJoin:
		return StepTake{Step: naming.BackingLengths, Each: w.Strips(naming.BackingLengths), Per: b.Make}
	case b.ID == naming.BindingJoin:
		return StepTake{Step: naming.BindingStrips, Each: w.Strips(naming.BindingStrips), Per: b.Make}
	case w.Layout.Bind.Strips == 1:
		return StepTake{Step: naming.BindingStrips, Each: w.Strips(naming.BindingStrips), Per: b.Make}
	}
	return StepTake{Step: naming.BindingJoin, Each: w.Layout.Bind.Strips - 1, Per: 1}
}
