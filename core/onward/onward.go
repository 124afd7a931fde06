// Package onward works out the ways on from what was measured, and what follows when a document is planned on it.
package onward

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/advice"
	"vicis/core/ask"
	"vicis/core/batching"
	"vicis/core/decided"
	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/gauge"
	"vicis/core/making"
	"vicis/core/mat"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/tally"
	"vicis/core/words"
	"vicis/core/work"
)

// Onward is how one can go on from what something measured, each way worked out in full.
type Onward struct {
	Name   string  `json:"name" doc:"What was measured"`
	Should string  `json:"should"`
	Is     string  `json:"is"`
	Seams  string  `json:"seams" doc:"What that says of its seams; empty where it says nothing"`
	Ways   []WayOn `json:"ways"`
}

// Round is how large the quilt is once something is sewn round it, finished, in inches.
type Round struct {
	Name string  `json:"name"`
	Size string  `json:"size" doc:"As the ruler reads it"`
	W    float64 `json:"w"`
	H    float64 `json:"h"`
}

// WayOnKind is one way on.
type WayOnKind string

// The ways.
const (
	Adapt WayOnKind = "adapt"  // what comes later is made to what is there
	SewOn WayOnKind = "sew on" // all seams are planned as these were
	Mend  WayOnKind = "mend"   // seams are taken out and sewn again
	Trim  WayOnKind = "trim"   // all are trimmed to that
)

// WayOn is one way on with everything that follows from it.
type WayOn struct {
	Way      WayOnKind          `json:"way" enum:"adapt,sew on,mend,trim"`
	Name     string             `json:"name"`
	Says     []string           `json:"says"`
	Cannot   string             `json:"cannot" doc:"Why it cannot be gone; empty where it can"`
	Follows  []Follow           `json:"follows" doc:"Everything that is cut, sewn or bought otherwise"`
	Lost     []string           `json:"lost" doc:"What is counted already and fits no longer"`
	Costs    []string           `json:"costs" doc:"What is lost besides: points, crossings, what must be done to what is there"`
	Before   []Round            `json:"before" doc:"The quilt as it is planned now, from the inside out"`
	Quilt    []Round            `json:"quilt" doc:"The quilt as it then is"`
	Document *document.Document `json:"document,omitempty" doc:"The project so; left out where nothing in it changes"`
	Carries  []Carry            `json:"carries" doc:"What is counted already and is to be counted under what it now measures"`
	Keep     int                `json:"keep" doc:"Of mending: how many of it stay counted, for they are used already"`
	Undone   int                `json:"undone" doc:"Of mending: how many are counted that are taken apart"`
}

// Carry is a count that is written anew: what is there is what it was measured to be.
type Carry struct {
	Step  naming.Step `json:"step"`
	Exact string      `json:"exact"`
	Look  string      `json:"look"`
	N     int         `json:"n"`
}

// Follow is one thing that is otherwise.
type Follow struct {
	What string `json:"what"`
	Was  string `json:"was"`
	Is   string `json:"is"`
}

// Came is what something measured.
type Came struct {
	Step   naming.Step     `json:"step"`
	Width  measure.Written `json:"width,omitzero" doc:"From side to side; left out for what it should be"`
	Height measure.Written `json:"height,omitzero" doc:"Up and down; of a strip set across its strips"`
}

// onward is a question about the ways on.
type onward struct {
	ask.Worked
	came    Came
	unit    naming.Unit
	made    making.Made // as it is planned when everything measures what it should
	w, h    measure.Length
	counted tally.Progress
	against func(*work.Work) tally.Progress
	carries bool // what is counted is what was measured, and is counted so
}

// OnwardFrom works out every way on from what something measured. against holds what was counted against a work.
func OnwardFrom(d document.Document, came Came, against func(*work.Work) tally.Progress, purse *ask.Purse) (Onward,
	problem.List,
) {
	out := Onward{Ways: []WayOn{}}
	b, ok := ask.About(d, purse)
	if !ok {
		return out, *b.Problems
	}
	came.Width, came.Height = came.Width.In(d.Units), came.Height.In(d.Units)
	q := onward{Worked: b, came: came, unit: came.Step.Made().Whole(), against: against}
	if owner := came.Step.Owner(); came.Step == owner.Flat() {
		q.unit = owner // a set that is measured before it is closed
	}
	if problems := q.read(); problems.Stopped() {
		return out, problems
	}
	q.counted = against(b.Work)
	out.Name, out.Should, out.Is = q.made.Unit.Name, q.size(q.made.Piece.Size()), q.size(q.w, q.h)
	more, n, told := q.seams()
	if told {
		fine := q.fine()
		which := "Its seam"
		if n > 1 {
			which = fmt.Sprintf("Each of its %d seams", n)
		}
		out.Seams = fmt.Sprintf("%s takes %s instead of %s, if what is sewn there is as wide as it should be.", which,
			fine.Print(b.Table.Seam+more/2), fine.Print(b.Table.Seam))
	}
	out.Ways = append(out.Ways, q.adapt())
	if told {
		out.Ways = append(out.Ways, q.sewOn(more))
		out.Ways = append(out.Ways, q.mend(more))
	}
	out.Ways = append(out.Ways, q.trim())
	return out, nil
}

// AllowanceFrom works out what follows where every seam is planned with so much stitched, as a test strip says: what
// meets follows.
func AllowanceFrom(d document.Document, stitched measure.Written, against func(*work.Work) tally.Progress,
	purse *ask.Purse,
) (WayOn, problem.List) {
	b, ok := ask.About(d, purse)
	if !ok {
		return WayOn{}, *b.Problems
	}
	var problems problem.List
	l := stitched.In(d.Units).Length()
	if l < measure.Millimetre || l > 2*measure.Inch {
		problems.Stop("length-unreadable", "/stitched",
			fmt.Sprintf("“%s” is no distance from the edge to the stitches.", stitched), "Write it like 1/4 in or 7 mm.")
		return WayOn{}, problems
	}
	q := onward{Worked: b, against: against, counted: against(b.Work)}
	return q.sewOn(2 * (l - b.Stitched)), nil
}

// size is a size as it is told: of a strip set across its strips.
func (q onward) size(w, h measure.Length) string {
	if q.made.InLength {
		return q.Say(h)
	}
	return words.By(q.Table.Ruler, w, h)
}

// read reads what was measured, and refuses what cannot be.
func (q *onward) read() (problems problem.List) {
	at := slices.IndexFunc(q.Document.Parts, func(u making.Unit) bool { return u.ID == q.unit })
	if at < 0 {
		problems.Stop("unit-unknown", "/step", fmt.Sprintf("“%s” is nothing that is made here.", q.came.Step),
			"Choose something that is made.")
		return problems
	}
	plain := slices.Clone(q.Document.Parts)
	plain[at].Measured = nil
	there := q.Table
	there.Problems = &problem.List{}
	var ok bool
	if q.made, ok = making.One(plain, q.unit, there); !ok {
		problems.Stop("unit-unknown", "/step", "What was measured cannot be made as it is planned.",
			"Look at what the plan says of it.")
		return problems
	}
	q.w, q.h = q.made.Piece.Size()
	one := making.Measures{Width: q.came.Width, Height: q.came.Height}
	plain[at].Measured = &one
	making.One(plain, q.unit, there)
	for _, p := range *there.Problems {
		if strings.HasPrefix(p.At, problem.At("units", at, "measured")) {
			p.At = strings.TrimPrefix(p.At, problem.At("units", at, "measured"))
			problems = append(problems, p)
		}
	}
	for _, way := range []struct {
		written measure.Written
		is      *measure.Length
	}{{q.came.Width, &q.w}, {q.came.Height, &q.h}} {
		if way.written.Given() && way.written.Err() == nil {
			*way.is = way.written.Length()
		}
	}
	return problems
}

// seams is by how much each seam takes more, from both sides together, and how many seams lie across what was measured;
// told is false where it says nothing of them, or nothing is amiss.
func (q onward) seams() (more measure.Length, n int, told bool) {
	step, ok := q.step()
	if !ok {
		return 0, 0, false
	}
	w, h := q.made.Piece.Size()
	for _, way := range q.Gauges(step) {
		missing := h - q.h
		if way.Along == work.SideToSide {
			missing = w - q.w
		}
		if n = way.Takes / (2 * gauge.Allowance); missing != 0 && n > 0 && way.Takes%gauge.Allowance == 0 {
			return missing / measure.Length(n), n, true
		}
	}
	return 0, 0, false
}

// step is the step that makes what was measured.
func (q onward) step() (work.Step, bool) {
	return stepOf(q.Work, q.came.Step)
}

// isBlock says whether it is laid as a block, and only there.
func (q onward) isBlock() bool {
	for _, u := range q.Document.Parts {
		if slices.ContainsFunc(u.How.Parts(), func(p making.Part) bool { return p.Unit.Whole() == q.unit }) {
			return false
		}
	}
	return q.Layout.Count[q.unit] > 0
}

// asDecided is what the quilt is planned to measure there; nothing where it should be as it is planned first.
func (q onward) asDecided() *making.Measures {
	i := slices.IndexFunc(q.Document.Parts, func(u making.Unit) bool { return u.ID == q.unit })
	return q.Document.Parts[i].Measured
}

// fine is the ruler that tells allowances.
func (q onward) fine() measure.Ruler {
	return measure.Ruler{Units: q.Document.Units, Mark: decided.SeamMark(q.Document.Units)}
}

// adapt lets everything that comes later be made to what is there.
func (q onward) adapt() WayOn {
	out := WayOn{
		Way: Adapt, Name: "Go on with " + q.size(q.w, q.h),
		Says: []string{"What comes later is made to what is there. The seams from here on take what is planned: sew a test " +
			"strip first."},
	}
	if left := q.leftAsSewn(); len(left) > 0 {
		return q.goOnUntrimmed(out, left)
	}
	if q.isBlock() && q.asDecided() == nil {
		d, err := document.Copy(q.Document)
		if err != nil {
			return q.cannot(out, "The project cannot be copied.", "")
		}
		d.Top.Block = &quilt.Measured{Width: measure.Write(q.w), Height: measure.Write(q.h)}
		out.Says[0] = "Every block is taken to be as large; what lies between and round them is cut to it."
		return q.told(out, d)
	}
	f, err := follow(q.Sewn, q.Document, q.unit, q.Purse)
	if err != nil {
		return q.cannot(out, "The project cannot be copied.", "")
	}
	if more, _, told := q.seams(); told {
		f.seamMore, f.known = more, true
	}
	return q.followed(out, f, &making.Measures{})
}

// smallest is the smallest that was measured, on half a mark of the ruler, where that is smaller than what one goes on
// with.
func (q *onward) smallest() {
	half := q.Table.Ruler.Mark / 2 // by that it is cut
	for _, g := range q.counted.Gauged {
		if g.Step != q.came.Step {
			continue
		}
		for _, c := range g.Charts {
			for _, p := range c.Points {
				switch l := p.Each.Length(); {
				case c.Along == work.SideToSide && q.came.Width.Given():
					q.w = min(q.w, l/half*half)
				case (c.Along == work.UpAndDown || c.Along == work.AcrossIts) && q.came.Height.Given():
					q.h = min(q.h, l/half*half)
				}
			}
		}
	}
}

// trim lets all of them, and what meets them, be trimmed to the smallest that was measured, or to what it should be
// where that is larger.
func (q onward) trim() WayOn {
	q.smallest()
	out := WayOn{
		Way: Trim, Name: "Trim all to " + q.size(q.w, q.h),
		Says: []string{"All of them are trimmed to the smallest, as much off on each side; what meets them follows."},
	}
	w, h := q.made.Piece.Size()
	if q.w >= w && q.h >= h {
		out.Name, out.Says[0] = "Trim all to "+q.size(w, h),
			fmt.Sprintf("Every one is trimmed to what it should be, %s; nothing else changes.", q.off(q.w-w, q.h-h))
		if q.w == w && q.h == h {
			out.Says[0] = "Every one is squared up to what it should be; nothing else changes."
		}
		q.w, q.h = w, h
	} else if q.w > w || q.h > h {
		return q.cannot(out, "One way it is larger than it should be, and the other way smaller.",
			"Trim the larger way first, and measure it again.")
	}
	f, err := follow(q.Sewn, q.Document, q.unit, q.Purse)
	if err != nil {
		return q.cannot(out, "The project cannot be copied.", "")
	}
	f.trims = true
	return q.followed(out, f, &making.Measures{Trimmed: true})
}

// off says how much comes off each side.
func (q onward) off(w, h measure.Length) string {
	fine := q.fine()
	if w == h || q.made.InLength {
		return fine.Print(h/2) + " off each side"
	}
	return fmt.Sprintf("%s off each side and %s off top and bottom", fine.Print(w/2), fine.Print(h/2))
}

// followed writes what was measured and lets everything follow.
func (q onward) followed(out WayOn, f *following, as *making.Measures) WayOn {
	w, h := q.made.Piece.Size()
	u := f.unit(q.unit)
	f.given = [2]bool{q.came.Width.Given(), q.came.Height.Given()}
	if q.came.Width.Given() && (q.w != w || as.Trimmed) && !q.made.InLength {
		as.Width = measure.Write(q.w)
	}
	if q.came.Height.Given() && (q.h != h || as.Trimmed) {
		as.Height = measure.Write(q.h)
	}
	u.Measured = as
	if !as.Width.Given() && !as.Height.Given() {
		u.Measured = nil
	}
	// blocks are laid as large, and what waits for them is released
	if q.isBlock() && (f.d.Top.Block != nil || as.Trimmed && len(q.Waits) > 0) {
		f.d.Top.Block = &quilt.Measured{Width: measure.Write(q.w), Height: measure.Write(q.h)}
	}
	return q.ended(out, f)
}

// sewOn plans all seams as those were that were measured.
func (q onward) sewOn(more measure.Length) WayOn {
	fine := q.fine()
	seam := q.Table.Seam + more/2
	out := WayOn{
		Way: SewOn, Name: "Sew everything so",
		Says: []string{fmt.Sprintf("The guide stays where it is: every seam is planned to take %s.", fine.Print(seam))},
	}
	f, err := follow(q.Sewn, q.Document, "", q.Purse)
	if err != nil {
		return q.cannot(out, "The project cannot be copied.", "")
	}
	stitched := q.Stitched + more/2
	if stitched <= 0 {
		return q.cannot(out, "Nothing would be left of the allowance.", "Mend the seams.")
	}
	f.d.Seam.Stitched = measure.Write(stitched)
	if u := f.unit(q.unit); u != nil {
		u.Measured = nil
	}
	q.carries = true
	return q.ended(out, f)
}

// ended lets everything follow, and tells it.
func (q onward) ended(out WayOn, f *following) WayOn {
	if !f.all() {
		return q.cannot(out, f.cannot.Says, f.cannot.Mend)
	}
	out.Says = append(out.Says, f.eased...)
	return q.told(out, f.d)
}

// cannot says why a way cannot be gone.
func (q onward) cannot(out WayOn, says, mend string) WayOn {
	out.Cannot = strings.TrimSpace(says + " " + mend)
	out.Follows, out.Lost, out.Costs, out.Carries, out.Before, out.Quilt = []Follow{}, []string{}, []string{}, []Carry{},
		[]Round{}, []Round{}
	return out
}

// told works a way out in full and holds it against what is planned and counted now.
func (q onward) told(out WayOn, d document.Document) WayOn {
	if q.Purse.Empty() {
		return q.cannot(out, "This quilt is too large for every way to be worked out.",
			"Enter what changes in the quilt itself, and look at what it comes to.")
	}
	w, ok := work.Spending(d, q.Purse.Spend)
	if !ok {
		says, mend := "It does not come together.", ""
		if stops := w.Problems.Stops(); len(stops) > 0 {
			says, mend = stops[0].Says, stops[0].Mend
		}
		return q.cannot(out, says, mend)
	}
	out.Document, out.Before, out.Quilt = &d, rounds(q.Layout, q.Table), rounds(w.Layout, w.Table)
	out.Follows = q.follows(w)
	if len(document.Changes(q.Document, d)) == 0 {
		out.Document, out.Says = nil, []string{"It measures what it should: nothing has to follow."}
		if w, h := q.made.Piece.Size(); q.w != w || q.h != h {
			out.Says[0] = "The quilt is planned on that already."
		}
	}
	var expected []string
	for _, u := range d.Parts {
		if m := u.Measured; m != nil && m.Expected {
			expected = append(expected, u.Name)
		}
	}
	if len(expected) > 0 {
		out.Says = append(out.Says, fmt.Sprintf("%s: expected to come out so with the same seams. Leave the guide for "+
			"those, and measure the first.", strings.Join(expected, ", ")))
	}
	out.Lost, out.Costs, out.Carries = []string{}, []string{}, []Carry{}
	known := map[string]int{}
	for _, l := range q.counted.AllLost() {
		known[string(l.Step)+l.Exact] = l.Good
	}
	for _, l := range q.against(w).AllLost() {
		if known[string(l.Step)+l.Exact] != l.Good && !(q.carries && q.carry(&out, l.Step, w)) {
			out.Lost = append(out.Lost, l.Says)
		}
	}
	if out.Way == Trim {
		for _, s := range q.counted.Steps {
			if s.ID == q.came.Step && s.Good > 0 {
				out.Costs = append(out.Costs, fmt.Sprintf("Sewn already: %d. Trim those too.", s.Good))
			}
		}
	}
	before := map[string]bool{}
	for _, p := range slices.Concat(*q.Problems, advice.On(q.Work)) {
		before[p.Code+p.At] = true
	}
	for _, p := range slices.Concat(*w.Problems, advice.On(w)) {
		if !before[p.Code+p.At] && p.Code != "measured-far" {
			out.Costs = append(out.Costs, p.Says)
		}
	}
	if now, then := q.Press.Crossings, w.Press.Crossings; then < now {
		out.Costs = append(out.Costs, fmt.Sprintf("%s no longer meet point to point.", words.Plural(now-then, "crossing")))
	}
	return out
}

// carry counts what was sewn with the seams that are planned now under what it measures: everything that is made of the
// same cuts. That is what it is, and what it should have been is not.
func (q onward) carry(out *WayOn, step naming.Step, then *work.Work) bool {
	was, known1 := stepOf(q.Work, step)
	is, known2 := stepOf(then, step)
	if !known1 || !known2 || !q.sameCuts(step, then, map[naming.Step]bool{}) {
		return false
	}
	for _, s := range q.counted.Steps {
		if s.ID == step && s.Good > 0 {
			out.Carries = append(out.Carries, Carry{step, was.Exact(), was.Look, 0}, Carry{step, is.Exact(), is.Look, s.Good})
			return true
		}
	}
	return false
}

// sameCuts says whether everything that goes into a step is cut as wide and as high as before.
func (q onward) sameCuts(step naming.Step, then *work.Work, seen map[naming.Step]bool) bool {
	if good, known := seen[step]; known {
		return good
	}
	was, known1 := stepOf(q.Work, step)
	is, known2 := stepOf(then, step)
	good := known1 && known2 && len(was.Size) == len(is.Size)
	switch {
	case !good:
	case was.Stage == batching.SubCuts && was.Told == work.CutSize, was.Stage == batching.Strips:
		good = slices.Equal(was.Size, is.Size)
	case was.Stage == batching.SubCuts:
		good = was.Size[0] == is.Size[0]
	}
	for _, t := range was.Takes {
		good = good && (was.Told == work.CutSize || q.sameCuts(t.Step, then, seen))
	}
	seen[step] = good
	return good
}

func stepOf(w *work.Work, id naming.Step) (work.Step, bool) {
	i := slices.IndexFunc(w.Steps, func(s work.Step) bool { return s.ID == id })
	if i < 0 {
		return work.Step{}, false
	}
	return w.Steps[i], true
}

// follows lists what is cut, sewn or bought otherwise.
func (q onward) follows(then *work.Work) []Follow {
	list := []Follow{}
	add := func(what, was, is string) {
		if was != is {
			list = append(list, Follow{what, was, is})
		}
	}
	was := map[naming.Step]work.Step{}
	for _, s := range q.Work.Steps {
		was[s.ID] = s
	}
	said := map[string]bool{}
	for _, s := range then.Steps {
		old, known := was[s.ID]
		if !known || s.Stage == batching.Strips || s.Stage == batching.Top || s.Stage == batching.Finish {
			continue
		}
		before, after := q.stepSize(old, q.Work), q.stepSize(s, then)
		if s.Stage == batching.Units && s.ID.Made() == "" || s.Stage == batching.Rows && said["row "+before+after] {
			continue
		}
		if s.Stage == batching.Rows {
			said["row "+before+after] = true
		}
		add(s.Called, before, after)
		if a, b := old.Of.Sub, s.Of.Sub; a != nil && b != nil {
			add(s.Called+", from each", fmt.Sprint(a.PerStrip), fmt.Sprint(b.PerStrip))
		}
		if s.Stage == batching.Sets || s.Stage == batching.SubCuts {
			add(s.Called+", how many", fmt.Sprint(old.Make), fmt.Sprint(s.Make))
		}
	}
	for _, t := range then.Units {
		old := q.Unit(t.Unit.ID)
		if t.Unit.ID.IsTriangle() || t.Unit.ID.IsSash() || old.Unit.ID == "" || old.InLength {
			continue
		}
		if q.Lines[t.Unit.ID.Step()].Make() == 0 {
			w, h := old.Piece.Size()
			tw, th := t.Piece.Size()
			add(t.Unit.Name, words.By(q.Table.Ruler, w, h), words.By(q.Table.Ruler, tw, th))
		}
	}
	qr, tr := rounds(q.Layout, q.Table), rounds(then.Layout, then.Table)
	for i := range qr {
		if i < len(tr) {
			add(qr[i].Name+", finished", qr[i].Size, tr[i].Size)
		}
	}
	q.clothFollows(then, add)
	return list
}

// clothFollows lists strips, cloth, and what lies behind and round the quilt.
func (q onward) clothFollows(then *work.Work, add func(what, was, is string)) {
	strips := func(w *work.Work, fabric string) (n int, buy string) {
		buy = "nothing"
		for _, f := range w.Cut.Fabrics {
			if f.Fabric.ID != fabric {
				continue
			}
			buy = mat.Of(w).Buys(f)
			for _, s := range f.Strips {
				n += s.Count
			}
		}
		return n, buy
	}
	for _, f := range q.Document.Fabrics {
		n, buy := strips(q.Work, f.ID)
		m, bought := strips(then, f.ID)
		add("Strips of "+f.Name, fmt.Sprint(n), fmt.Sprint(m))
		add("To buy of "+f.Name, buy, bought)
	}
	if a, b := q.Layout.Back, then.Layout.Back; a != nil && b != nil {
		add("Backing", words.By(q.Table.Ruler, a.W, a.H), words.By(q.Table.Ruler, b.W, b.H))
	}
	if a, b := q.Layout.Bind, then.Layout.Bind; a != nil && b != nil {
		add("Binding, round the quilt", q.Say(a.Total), q.Say(b.Total))
		add("Strips of the binding", fmt.Sprint(a.Strips), fmt.Sprint(b.Strips))
	}
}

// stepSize is what one of a step measures; of a set across its strips.
func (q onward) stepSize(s work.Step, of *work.Work) string {
	size := s.Size
	if s.Is != nil {
		size = s.Is
	}
	var list []string
	for _, l := range size {
		list = append(list, of.Say(l))
	}
	return strings.Join(list, " × ")
}

// rounds is the quilt from the inside out, finished.
func rounds(l quilt.Layout, t making.Table) []Round {
	list := []Round{}
	add := func(name string, w, h measure.Length) {
		w, h = w-2*t.Seam, h-2*t.Seam
		list = append(list, Round{name, words.By(t.Ruler, w, h), drawn.Round(w.Inches()), drawn.Round(h.Inches())})
	}
	add("Block", l.BlockW+2*t.Seam, l.BlockH+2*t.Seam)
	name := "Quilt"
	if len(l.Rings) > 0 {
		name = "Middle"
	}
	add(name, l.W, l.H)
	for _, ring := range l.Rings {
		add(ring.Border.Name, ring.W, ring.H)
	}
	return list
}
