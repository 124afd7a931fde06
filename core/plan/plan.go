// Package plan puts the planners together: Make turns a project document into everything that can be computed from it. It is
// a pure function: the same document gives the same plan, byte for byte. A plan is never edited and never saved.
package plan

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/batching"
	"vicis/core/cloth"
	"vicis/core/cutting"
	"vicis/core/demand"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/pressing"
	"vicis/core/problem"
	"vicis/core/quilt"
)

// Plan is what the screens show. Every length in it reads as the project's ruler does.
type Plan struct {
	Name     string                  `json:"name"`
	Measure  measure.Units           `json:"measure"`
	Hand     string                  `json:"hand"`
	Chain    int                     `json:"chain" doc:"Units on one chain before it is cut"`
	Seam     Seam                    `json:"seam"`
	Finished Size                    `json:"finished" doc:"The whole quilt with its borders"`
	Block    Size                    `json:"block" doc:"One block, finished"`
	Rows     int                     `json:"rows"`
	Columns  int                     `json:"columns"`
	Blocks   int                     `json:"blocks"`
	Set      string                  `json:"set" doc:"How the blocks are set, in words"`
	Steps    []Step                  `json:"steps" doc:"Everything that is counted, in the order of the work"`
	Stages   []batching.Stage        `json:"stages"`
	Cut      []FabricCut             `json:"cut"`
	Sets     []SetCut                `json:"sets"`
	Taken    []Taken                 `json:"taken" doc:"How many of each supply are used up"`
	Remnants []Remnant               `json:"remnants" doc:"What is left once all is cut"`
	Ends     string                  `json:"ends" doc:"What it would save to cut smaller patches from what is left of wider strips, or what that saves; empty for nothing"`
	Test     string                  `json:"test" doc:"The test strip to sew before the first batch"`
	Script   []ScriptPart            `json:"script" doc:"The cutting in the order of the table"`
	Press    Pressing                `json:"press"`
	Trim     []Trim                  `json:"trim"`
	Pictures map[naming.Step]Picture `json:"pictures" doc:"True drawings by the id of the step or unit"`
	Quilt    Layout                  `json:"quilt"`
	Values   Values                  `json:"values"`
	Ledger   Ledger                  `json:"ledger"`
	Partial  string                  `json:"partial" doc:"What is left out of a plan that something stops: it is drawn without that, and nothing of it is counted"`
	Things   []Thing                 `json:"things" doc:"Everything that can be laid or sewn into another, each variant for itself"`
}

// Thing is one thing that is made, by the name it is taken by.
type Thing struct {
	ID       naming.Unit `json:"id"`
	Unit     naming.Unit `json:"unit"`
	Name     string      `json:"name"`
	Finished string      `json:"finished"`
}

// Seam is the allowance as the ruler reads it.
type Seam struct {
	Stitched  measure.Reading `json:"stitched"`
	Fold      measure.Reading `json:"fold"`
	Effective measure.Reading `json:"effective"`
}

// Working is how a number comes about: the sum in trade words with its values, and the rule it rests on.
type Working struct {
	Sums []string `json:"sums"`
	Rule string   `json:"rule"`
}

// Size is a width and a height.
type Size struct {
	Text string          `json:"text"`
	W    measure.Reading `json:"w"`
	H    measure.Reading `json:"h"`
}

// Step is one thing that is counted. Its id is made of ids in the document, so it survives changes of size and order.
type Step struct {
	ID      naming.Step    `json:"id"`
	Name    string         `json:"name"`
	Stage   batching.Stage `json:"stage"`
	Does    string         `json:"does" enum:"cut,sew,sub-cut,mark,trim"`
	Group   naming.Unit    `json:"group" doc:"Steps that belong together have the same: the joins of one unit; a pile of strips is its own"`
	Behind  bool           `json:"behind" doc:"It is for what comes behind the top or round its edge"`
	Says    string         `json:"says" doc:"What to do, in the imperative"`
	One     string         `json:"one" doc:"What one of it is called"`
	Make    int            `json:"make" doc:"How many are to be made, spares included"`
	Spare   int            `json:"spare"`
	Size    string         `json:"size" doc:"What one measures unfinished, as the ruler reads; empty while it is no rectangle"`
	Exact   string         `json:"exact" doc:"The same size exactly: work tallied at another size no longer fits"`
	Picture naming.Step    `json:"picture" doc:"Key into pictures; empty where the quilt itself is the picture"`
	Takes   []Take         `json:"takes"`
	Working Working        `json:"working" doc:"How many are to be made, and why"`
	Press   string         `json:"press" doc:"Which way its seams go, set first or not; empty where nothing is pressed"`
	Sewing  *Sewing        `json:"sewing,omitempty"`
	Also    []StandIn      `json:"also" doc:"What stands in for some of these, so that fewer are made"`
}

// StandIn is so many of another step's things that are used in a step's place.
type StandIn struct {
	Step  naming.Step `json:"step"`
	Count int         `json:"count"`
}

// Take is what so many of a step use up: Each of another step's things for every Per of this one's. Steps that fall out of
// the same run take together: what they take is used up once.
type Take struct {
	Step     naming.Step `json:"step"`
	Each     int         `json:"each"`
	Per      int         `json:"per"`
	Together naming.Step `json:"together,omitempty" doc:"The run that several steps fall out of"`
	Part     int         `json:"part,omitempty" doc:"Where other steps are cut from the same strips or sets: the width of one, in 1/24384 inch"`
	Whole    int         `json:"whole,omitempty" doc:"And the length that one strip or set has for them"`
}

// Sewing is what a batch at the machine needs to know.
type Sewing struct {
	Left         string          `json:"left"`
	Right        string          `json:"right"`
	LeftPicture  *Picture        `json:"leftPicture,omitempty"`
	RightPicture *Picture        `json:"rightPicture,omitempty"`
	Laid         *Laid           `json:"laid,omitempty" doc:"Where one part lies on the other: drawn as it lies under the needle"`
	Edge         string          `json:"edge"`
	Seams        int             `json:"seams" doc:"Seams in one"`
	Length       measure.Reading `json:"length" doc:"Of one seam"`
	Stitch       string          `json:"stitch"`
	Hold         string          `json:"hold" doc:"How to hold, pin or turn it, by the schools chosen"`
}

// Laid is a piece with others face down on it, and where the needle goes.
type Laid struct {
	Under  Picture `json:"under"`
	Over   []Patch `json:"over" doc:"Wrong side up"`
	Stitch []Line  `json:"stitch"`
}

// FabricCut is everything cut from one fabric.
type FabricCut struct {
	Fabric  string          `json:"fabric"`
	Name    string          `json:"name"`
	Colour  string          `json:"colour"`
	Usable  measure.Reading `json:"usable"`
	Length  measure.Reading `json:"length" doc:"Of cloth that is cut, squaring up included"`
	Prints  int             `json:"prints" doc:"How many prints it is; length and what is bought then hold for each"`
	Buy     string          `json:"buy" doc:"Rounded up to the shop's step; nothing where the shelf has it all"`
	Shelf   []string        `json:"shelf" doc:"What comes from the shelf, and what is left there"`
	Working Working         `json:"working"`
	Strips  []StripCut      `json:"strips" doc:"Widest first"`
}

// StripCut is strips of one width from one fabric.
type StripCut struct {
	Step    naming.Step     `json:"step"`
	Width   measure.Reading `json:"width" doc:"To cut, on a mark of the ruler"`
	Count   int             `json:"count"`
	Ends    []float64       `json:"ends" doc:"Where each of them ends along the cloth, in inches from its raw end"`
	For     string          `json:"for"`
	Patches *Across         `json:"patches,omitempty"`
	Joined  string          `json:"joined,omitempty" doc:"What to do with strips that are sewn end to end, or with lengths of a backing"`
	Ready   int             `json:"ready" doc:"Of the count, those that lie on the shelf cut already"`
	Held    bool            `json:"held" doc:"What they are cut to waits for a measurement"`
}

// SetCut is the sub-cuts of one strip set.
type SetCut struct {
	Set     string          `json:"set"`
	SetStep naming.Step     `json:"setStep"`
	Wide    measure.Reading `json:"wide" doc:"What the pressed set measures across its strips"`
	Working Working         `json:"working" doc:"How wide, and why"`
	Strips  string          `json:"strips" doc:"What it is sewn from"`
	Across  Across          `json:"across"`
}

// Across is everything that is sub-cut from one kind of strip or strip set.
type Across struct {
	Length  measure.Reading `json:"length" doc:"Of each strip or set"`
	Strips  int             `json:"strips"`
	Cuts    []SubCut        `json:"cuts"`
	Layups  []Layup         `json:"layups" doc:"How they are cut"`
	Proof   string          `json:"proof" doc:"Whether fewer would do"`
	Proven  bool            `json:"proven"`
	Working Working         `json:"working" doc:"How many strips or sets that takes"`
}

// SubCut is pieces of one width from strips or strip sets.
type SubCut struct {
	Step     naming.Step     `json:"step"`
	Name     string          `json:"name"`
	Width    measure.Reading `json:"width"`
	PerStrip int             `json:"perStrip" doc:"From one strip or set that gives nothing else"`
	Need     int             `json:"need"`
	Spare    int             `json:"spare"`
	Make     int             `json:"make"`
	Motif    string          `json:"motif" doc:"What each is centred in, where its print has motifs to centre"`
	Held     bool            `json:"held" doc:"Waits until a pieced block has been measured"`
}

// Layup is strips or sets that are cut alike.
type Layup struct {
	Times int             `json:"times"`
	Says  string          `json:"says" doc:"What comes out of one, in order from its squared end"`
	Marks []Mark          `json:"marks" doc:"Where the knife goes"`
	Rest  measure.Reading `json:"rest" doc:"What remains of one"`
}

// Mark is one cut across, and the step whose piece ends there; none where an end is squared up.
type Mark struct {
	At    float64         `json:"at" doc:"In inches from the raw end"`
	Reads measure.Reading `json:"reads" doc:"On the ruler, from the end squared last"`
	Step  naming.Step     `json:"step"`
}

// Trim is what one kind of thing measures.
type Trim struct {
	ID         naming.Step `json:"id"`
	Name       string      `json:"name"`
	Kind       string      `json:"kind"`
	Picture    naming.Step `json:"picture"`
	Unfinished string      `json:"unfinished"`
	Finished   string      `json:"finished" doc:"Empty for a strip set, which is as long as the cloth is wide"`
	Working    Working     `json:"working"`
}

// Make plans a document. With a problem that stops, the plan holds what can still be planned: nothing, the pictures of the units
// that could be made, or the quilt without what lies round its blocks.
func Make(d document.Document, problems problem.List) (Plan, problem.List) {
	p, problems := whole(d, problems)
	if problems.Stopped() {
		partial(&p, d, problems)
	}
	return p, problems
}

// whole plans a document or nothing of it but the pictures of its units.
func whole(d document.Document, problems problem.List) (Plan, problem.List) {
	b := builder{d: d, x: d, problems: problems, acts: map[naming.Step]step{}}
	b.table()
	p := Plan{
		Name: d.Name, Measure: d.Units, Hand: d.Settings.Hand, Chain: d.Schools.Chain, Stages: batching.Stages, Pictures: map[naming.Step]Picture{},
		Steps: []Step{}, Cut: []FabricCut{}, Sets: []SetCut{}, Script: []ScriptPart{}, Taken: []Taken{}, Remnants: []Remnant{}, Trim: []Trim{}, Press: emptyPressing(), Quilt: emptyLayout(), Values: Values{Fabrics: []FabricValue{}, Pairs: []Contrast{}},
		Ledger: emptyLedger(), Things: []Thing{},
	}
	if b.problems.Stopped() {
		return p, b.problems
	}
	p.Seam = b.seam
	good := b.make()
	p.Things = b.things()
	if !good {
		for _, m := range b.units {
			for _, one := range m.Each() {
				p.Pictures[one.Unit.ID.Step()] = b.picture(one.Piece, nil)
			}
		}
		return p, b.problems
	}
	if !b.settle() {
		return p, b.problems
	}

	w, h := b.layout.Finished()
	p.Finished, p.Block = b.size(w, h), b.size(b.layout.BlockW, b.layout.BlockH)
	p.Rows, p.Columns, p.Blocks = d.Top.Rows, d.Top.Columns, d.Top.HowMany()
	p.Set = set(d.Top)
	p.Cut, p.Sets = b.cutList(), b.setList()
	p.Test = b.testStrip()
	p.Ends = b.endsSave()
	p.Script, p.Remnants = b.script(), b.remnants()
	for _, t := range b.cut.Taken() {
		p.Taken = append(p.Taken, Taken(t))
	}
	p.Steps = b.steps()
	workCounts(p.Steps)
	p.Press = b.pressList()
	p.Trim = b.trimList()
	b.pictures(p.Pictures)
	p.Quilt = b.quiltPicture()
	p.Values = b.values()
	p.Ledger = b.ledger()
	b.unused()
	b.measuredTop()
	b.heldSeams()
	b.points()
	b.joints()
	b.diagonals()
	b.prints()
	return p, b.problems
}

// settle decides the pressing and lays the top out, counts, and plans the cutting. false when nothing can be counted.
func (b *builder) settle() bool {
	d := b.x
	b.press = pressing.Decide(d.Top, &b.t, b.units, b.asking())
	b.layout = b.press.Layout
	for _, ring := range b.layout.Rings {
		if role := ring.Border.Corners; role != "" && ring.Border.Corner == nil {
			id := ring.Border.ID.Squares()
			act := making.Act{ID: id, Does: making.Cuts, Name: "corner square of " + ring.Border.Name, Piece: piece.Cut(role, ring.Width, ring.Width), Patch: &making.Patch{Role: role, W: ring.Width, H: ring.Width}}
			b.acts[id] = step{making.Made{Kind: making.PatchKind}, act}
		}
	}
	if !b.count() || !b.motifsFit() {
		return false
	}
	b.cut = cutting.Cut(b.units, b.layout, b.lines, &b.t, b.shelf, b.buying, b.waits)
	for _, set := range b.cut.Sets {
		n := set.Layups.Strips
		b.lines[set.Set.Step()], b.demand.Runs[set.Set.Step()] = demand.Line{Need: n, Runs: n}, n
	}
	return true
}

// planned goes as far as the cutting.
func planned(d document.Document) (*builder, bool) {
	b := &builder{d: d, x: d, acts: map[naming.Step]step{}}
	b.table()
	return b, !b.problems.Stopped() && b.make() && b.settle()
}

// make sews every unit virtually, those in other colourways too, and checks the top. false when the plan stops there.
func (b *builder) make() bool {
	made, order := making.All(b.x.Parts, b.t)
	b.problems = b.problems.Once()
	b.known = made
	b.t.Made = func(id naming.Unit) (making.Made, bool) { m, ok := b.known[id]; return m, ok }
	for _, id := range order {
		m := made[id]
		b.units = append(b.units, m)
		for _, act := range m.Acts {
			b.acts[act.ID] = step{m, act}
			for _, g := range act.Outputs() {
				b.acts[g.ID] = step{m, act}
			}
		}
	}
	if !quilt.Check(b.x.Top, &b.t) || b.problems.Stopped() || !b.standIns() {
		return false
	}
	b.plain = b.x.Top
	b.waits = b.plain.Waits(&b.t)
	b.fill(b.plain)
	b.toMeasure()
	return true
}

// fill makes what lies between and round the blocks of a top, sashing or triangles, part of the units and cells of the quilt.
func (b *builder) fill(top quilt.Top) {
	b.units = slices.DeleteFunc(b.units, func(m making.Made) bool { return m.Unit.ID.Fills() })
	for _, m := range append(quilt.Sashes(top, &b.t), quilt.Triangles(top, &b.t)...) {
		b.units = append(b.units, m)
		b.known[m.Unit.ID] = m
		for _, act := range m.Acts {
			b.acts[act.ID] = step{m, act}
		}
	}
	b.x.Top = top.Sashed()
}

// toMeasure cuts plain blocks as large as the pieced ones were measured; they are drawn as they should be.
func (b *builder) toMeasure() {
	size := b.plain.Block
	if size == nil {
		return
	}
	w, _ := size.Width.Length(b.d.Units)
	h, _ := size.Height.Length(b.d.Units)
	for i, m := range b.units {
		if !b.waits[m.Unit.ID.Step()] || m.Unit.ID.Fills() {
			continue
		}
		acts := slices.Clone(m.Acts)
		patch := *acts[0].Patch
		patch.W, patch.H = w, h
		acts[0].Patch = &patch
		b.units[i].Acts = acts
		b.acts[acts[0].ID] = step{b.units[i], acts[0]}
	}
}

// things lists what can be laid, in the order it is made; copies for colourways are laid by their colourway.
func (b *builder) things() []Thing {
	list := []Thing{}
	for _, m := range b.units {
		if m.Kind == making.StripSetKind || m.Unit.Of > 0 || m.Unit.ID.Fills() {
			continue
		}
		for _, one := range m.Each() {
			w, h := one.Piece.Size()
			list = append(list, Thing{one.Unit.ID, m.Unit.ID, one.Unit.Name, b.say(w-2*b.t.Seam) + " × " + b.say(h-2*b.t.Seam)})
		}
	}
	return list
}

// asking is what the document says of the pressing.
func (b *builder) asking() pressing.Asking {
	return pressing.Asking{School: func(unit naming.Unit) pressing.School { return b.d.Schools.PressOf(unit.ID()) }, Lightness: b.lightness, Look: b.fabric, Fixed: b.fixed}
}

// step is an act with the unit it belongs to.
type step struct {
	made making.Made
	act  making.Act
}

// builder carries what the parts of a plan are made from.
type builder struct {
	d        document.Document
	x        document.Document // the same with its colourways written out
	acts     map[naming.Step]step
	problems problem.List
	t        making.Table
	seam     Seam
	known    map[naming.Unit]making.Made
	longest  measure.Length       // ruler
	waits    map[naming.Step]bool // what is cut to the size of the pieced blocks
	plain    quilt.Top            // before its sashing was written out as cells
	shelf    cloth.Shelf
	buying   cutting.Buying
	units    []making.Made
	press    pressing.Plan
	layout   quilt.Layout
	lines    map[naming.Step]demand.Line
	demand   demand.Plan
	fixed    map[naming.Seam]int // seams that are held to a side
	cut      cutting.Plan
	batches  []batching.Batch
}

// table checks everything that holds for the whole project.
func (b *builder) table() {
	d := b.d
	if strings.TrimSpace(d.Name) == "" {
		b.problems.Stop("name-missing", "/name", "The quilt has no name.", "Give it one.")
	}
	length := func(w measure.Written, at string, least, most measure.Length, what string) measure.Length {
		l, err := w.Length(d.Units)
		ruler := measure.Ruler{Units: d.Units, Mark: 1}
		switch {
		case err != nil:
			b.problems.Stop("length-unreadable", at, err.Error(), "Write "+what+".")
		case l < least:
			b.problems.Stop("too-small", at, fmt.Sprintf("%s is too little for %s.", ruler.Print(l), what), fmt.Sprintf("Write at least %s.", ruler.Print(least)))
		case l > most:
			b.problems.Stop("too-large", at, fmt.Sprintf("%s is too much for %s.", ruler.Print(l), what), fmt.Sprintf("Write at most %s.", ruler.Print(most)))
		}
		return l
	}
	const inch = measure.Inch
	mark := length(d.Ruler, "/ruler", measure.Millimetre/2, inch, "the finest mark of the ruler")
	stitched := length(d.Seam.Stitched, "/seam/stitched", measure.Millimetre, 2*inch, "the distance from the edge to the stitches")
	fold := length(d.Seam.Fold, "/seam/fold", 0, inch/8, "what the fold takes")
	squaring := length(d.Cloth.Squaring, "/cloth/squaring", 0, 12*inch, "what squaring up takes")
	usable := length(d.Cloth.Usable, "/cloth/usable", 5*inch, 200*inch, "the usable width of the cloth")
	var margin measure.Length
	if d.Cloth.Margin != "" {
		margin = length(d.Cloth.Margin, "/cloth/margin", 0, 10*measure.Yard, "what to buy beyond the plan")
	}
	b.longest = 24 * inch
	if d.Units == measure.Centimetres {
		b.longest = 60 * measure.Centimetre
	}
	if d.Settings.Longest != "" {
		b.longest = length(d.Settings.Longest, "/settings/longest", 4*inch, 5*measure.Yard, "the longest ruler")
	}
	if d.Cloth.Every < 0 || d.Cloth.Every > 100 {
		b.problems.Stop("every", "/cloth/every", fmt.Sprintf("An end cannot be squared up after every %d cuts.", d.Cloth.Every), "Write 1 to 100, or 0 for never.")
	}
	if d.Cloth.Shrinks < 0 || d.Cloth.Shrinks > 25 {
		b.problems.Stop("shrinks", "/cloth/shrinks", fmt.Sprintf("Cloth does not shrink by %d in a hundred.", d.Cloth.Shrinks), "Write 0 to 25.")
	}
	b.buying = cutting.Buying{Step: cloth.ShopStep(d.Settings.Buy == "m"), Shrinks: d.Cloth.Shrinks, Margin: margin}
	strip := length(d.Strip, "/strip", inch/4, 40*inch, "the strip width")
	if d.Spares.Percent < 0 || d.Spares.Percent > 100 || d.Spares.Count < 0 || d.Spares.Count > 1000 {
		b.problems.Stop("spares", "/spares", "Spares are 0 to 100 in a hundred, or 0 to 1000 of a kind.", "Ask for fewer spares.")
	}
	b.schools()
	if len(d.Parts) > mostUnits || len(d.Fabrics) > mostUnits || len(d.Roles) > mostUnits {
		b.problems.Stop("too-many-units", "/units", fmt.Sprintf("The project has more than %d units, fabrics or roles.", mostUnits), "Split it into two projects.")
	}
	if b.problems.Stopped() {
		return
	}
	s := stitched + fold
	ruler := measure.Ruler{Units: d.Units, Mark: mark}
	exact := measure.Ruler{Units: d.Units, Mark: seamMark(d.Units)}
	b.seam = Seam{exact.Read(stitched), exact.Read(fold), exact.Read(s)}
	b.x = d.Expanded(&b.problems)
	b.fixed = d.Fixed(&b.problems)
	spun := map[naming.Crossing]bool{}
	if d.Press != nil {
		for _, seam := range d.Press.Spun {
			spun[seam] = true
		}
	}
	b.shelf = cloth.Check(d.Fabrics, b.x.Roles, usable, d.Units, &b.problems)
	b.shelf.Supply(d.Supplies, d.Units, &b.problems)
	if strip <= 2*s {
		b.problems.Stop("too-narrow", "/strip", fmt.Sprintf("A strip cut %s wide is taken whole by its two seam allowances.", ruler.Print(strip)), fmt.Sprintf("Cut strips wider than %s.", ruler.Print(2*s)))
	}
	for _, f := range append([]cloth.Fabric{{}}, d.Fabrics...) {
		w, at := usable, "/cloth/usable"
		if f.Usable != "" {
			w, _ = f.Usable.Length(d.Units)
			at = problem.At("fabrics", slices.IndexFunc(d.Fabrics, func(g cloth.Fabric) bool { return g.ID == f.ID }), "usable")
		}
		if w <= squaring+4*s {
			b.problems.Stop("cloth-too-narrow", at, fmt.Sprintf("Of %s of usable width, squaring up takes %s and nothing to sew is left.", ruler.Print(w), ruler.Print(squaring)), "Use wider cloth, or take less off when squaring up.")
			break
		}
	}
	b.t = making.Table{Units: d.Units, Seam: s, Fold: fold, Strip: strip, Ruler: ruler, Squaring: squaring, Every: d.Cloth.Every, Spun: spun, Ends: d.Schools.Ends == "use", Marking: d.Schools.Marking, Usable: b.shelf.Usable, Problems: &b.problems}
}

// schools checks every way of working against what there is to choose from.
func (b *builder) schools() {
	known := map[string][]string{}
	for _, q := range document.Questions() {
		for _, a := range q.Answers {
			known[q.Key] = append(known[q.Key], a.Value)
		}
	}
	check := func(list, at, value string) {
		if !slices.Contains(known[list], value) {
			b.problems.Stop("school-unknown", at, fmt.Sprintf("“%s” is not among the ways to choose from.", value), "Choose "+strings.Join(known[list], " or ")+".")
		}
	}
	s, set := b.d.Schools, b.d.Settings
	check("/schools/press", "/schools/press", string(s.Press))
	check("/schools/sewing", "/schools/sewing", s.Sewing)
	check("/schools/joining", "/schools/joining", s.Joining)
	check("/schools/pins", "/schools/pins", s.Pins)
	check("/schools/marking", "/schools/marking", string(s.Marking))
	check("/schools/ends", "/schools/ends", s.Ends)
	check("/schools/prepare", "/schools/prepare", s.Prepare)
	check("/settings/hand", "/settings/hand", set.Hand)
	check("/settings/buy", "/settings/buy", set.Buy)
	check("/settings/paper", "/settings/paper", set.Paper)
	if set.Layers < 1 || set.Layers > 8 {
		b.problems.Stop("layers", "/settings/layers", fmt.Sprintf("%d layers cannot be cut at once.", set.Layers), "Cut 1 to 8 layers; fewer when unsure.")
	}
	if s.Chain < 1 || s.Chain > 500 {
		b.problems.Stop("chain", "/schools/chain", fmt.Sprintf("A chain of %d units cannot be sewn.", s.Chain), "Cut the chain after 1 to 500 units.")
	}
	var steps []string
	for id := range s.Steps {
		steps = append(steps, id)
	}
	slices.Sort(steps)
	for _, id := range steps {
		if o := s.Steps[id]; o.Press != "" {
			check("/schools/press", problem.At("schools", "steps", id, "press"), string(o.Press))
		}
		if o := s.Steps[id]; o.Pins != "" {
			check("/schools/pins", problem.At("schools", "steps", id, "pins"), o.Pins)
		}
	}
}

// mostUnits bounds the lists of a document.
const mostUnits = 500

// seamMark is how finely allowances are told, finer than any ruler's marks: needles move by less.
func seamMark(u measure.Units) measure.Length {
	if u == measure.Centimetres {
		return measure.Millimetre / 10
	}
	return measure.Inch / 64
}

func (b *builder) lightness(role string) float64 {
	f, _ := b.shelf.Fabric(role)
	return f.Lightness()
}

func (b *builder) fabric(role string) string {
	f, _ := b.shelf.Fabric(role)
	return f.ID
}

// count finds how many of everything. false when things stand in for each other in a ring.
func (b *builder) count() bool {
	d := demand.Demand{Wanted: map[naming.Step]int{}, Also: map[naming.Step][]naming.Step{}, Spares: b.d.Spares}
	for _, m := range b.units {
		if m.Kind == making.StripSetKind {
			continue // how many sets and strips the sub-cuts take is for the cutting plan
		}
		for _, act := range m.Acts {
			s := demand.Source{ID: act.ID, Spares: act.Does == making.SubCuts || act.Does == making.Cuts}
			for _, g := range act.Outputs() {
				s.Gives = append(s.Gives, demand.Give{ID: g.ID, Count: g.Count})
			}
			for _, t := range act.Takes {
				if act.Does != making.SubCuts {
					s.Takes = append(s.Takes, demand.Take{ID: t.Act, Each: t.Each})
				}
			}
			d.Sources = append(d.Sources, s)
		}
		if len(m.Unit.Also) > 0 {
			for _, other := range m.Unit.Also {
				d.Also[m.Unit.ID.Step()] = append(d.Also[m.Unit.ID.Step()], other.Step())
			}
		}
	}
	for _, k := range b.layout.AllRows() {
		d.Sources = append(d.Sources, demand.Source{ID: k.ID, Takes: batching.TakesOf(k)})
		d.Wanted[k.ID] = k.Count
	}
	if b.layout.OnPoint {
		d.Sources = append(d.Sources, demand.Source{ID: naming.CornersOn, Takes: []demand.Take{{ID: naming.CornerTriangle.Step(), Each: 1}}})
		d.Wanted[naming.CornersOn] = b.layout.Count[naming.CornerTriangle]
	}
	var ok bool
	if b.demand, ok = demand.Count(d); !ok {
		b.problems.Stop("stand-in-ring", "/units", "Units stand in for each other in a ring.", "Take one of them out of what stands in.")
		return false
	}
	b.lines = b.demand.Lines
	return true
}

// standIns checks what stands in for what: the same look and size, promised once.
func (b *builder) standIns() bool {
	good := true
	promised := map[naming.Unit]string{}
	for _, m := range b.units {
		for i, other := range m.Unit.Also {
			at := b.place(m) + problem.At("also", i)
			o, ok := b.t.Made(other)
			switch {
			case !ok:
				b.problems.Stop("unit-unknown", at, fmt.Sprintf("“%s” is to stand in for %s, and is not among the units.", other, m.Unit.Name), "Choose another, or take it out.")
			case other == m.Unit.ID:
				b.problems.Stop("unit-of-itself", at, fmt.Sprintf("%s stands in for itself.", m.Unit.Name), "Take it out.")
			case promised[other] != "":
				b.problems.Stop("promised-twice", at, fmt.Sprintf("%s is promised twice: to %s and to %s.", o.Unit.Name, promised[other], m.Unit.Name), "Let it stand in for one of them.")
			case !b.alike(o, m):
				b.problems.Stop("stand-in-differs", at, fmt.Sprintf("%s does not look like %s, or is of another size.", o.Unit.Name, m.Unit.Name), "Choose a unit of the same look and size.")
			default:
				promised[other] = m.Unit.Name
				continue
			}
			good = false
		}
	}
	return good
}

// alike says whether two units look alike once they are sewn in, however each is turned.
func (b *builder) alike(x, y making.Made) bool {
	return making.Alike(x.Piece.Finished(b.t.Seam), y.Piece.Finished(b.t.Seam), b.fabric)
}

// unused warns of units that the quilt does not need.
func (b *builder) unused() {
	runs := make([]int, len(b.d.Parts))
	for i, u := range b.x.Parts {
		if u.Of > 0 {
			i = u.Of - 1
		}
		runs[i] += b.demand.Runs[u.ID.Step()]
	}
	for i, u := range b.d.Parts {
		if runs[i] == 0 {
			b.problems.Warn("unit-unused", problem.At("units", i), fmt.Sprintf("%s is used nowhere in the quilt.", u.Name), "Lay it in the quilt, or take it out.")
		}
	}
}

// measuredTop warns of a measured top that is far from what it should be.
func (b *builder) measuredTop() {
	if b.d.Top.Measured == nil {
		return
	}
	w, h := b.layout.Middle()
	for _, one := range []struct {
		at            string
		is, shouldBe  measure.Length
		across, trade string
	}{{"/top/measured/width", b.layout.W, w, "across", "width"}, {"/top/measured/height", b.layout.H, h, "down", "height"}} {
		if d := one.is - one.shouldBe; max(d, -d)*50 > one.shouldBe {
			b.problems.Warn("measured-far", one.at, fmt.Sprintf("The top measures %s %s and should be %s.", b.say(one.is), one.across, b.say(one.shouldBe)), "Measure its "+one.trade+" again; if it is so, look at the allowance before you cut more.")
		}
	}
}
