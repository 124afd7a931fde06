package making

import (
	"errors"
	"fmt"
	"slices"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/words"
)

// Input is what a method starts from: cloth of a role, or a unit that has been made, turned as it is laid down.
type Input struct {
	Role string      `json:"role,omitempty" is:"role" doc:"Cut from the fabric of this role"`
	Unit naming.Unit `json:"unit,omitempty" doc:"Or this unit"`
	Turn int         `json:"turn,omitempty" enum:"0,90,180,270"`
}

// Parts is the unit, where it is one.
func (in Input) Parts() []Part {
	if in.Unit == "" {
		return nil
	}
	return []Part{{Unit: in.Unit, Turn: in.Turn}}
}

// Lying is an input on the table.
type Lying struct {
	Piece  piece.Piece
	Name   string
	Act    naming.Step // what takes it takes this
	Turn   int         // how it lies against what that act gives
	Pieced bool
	cut    bool // from cloth, for this unit
}

// Beside describes it as a neighbour of a seam.
func (l Lying) Beside(roles []string, bulk int) Neighbour {
	return Neighbour{l.Name, roles, bulk, l.cut}
}

// Hands gathers the acts of one unit while a method states them.
type Hands struct {
	Table   *Table
	Acts    []Act
	patches map[CutPatch]naming.Step
	marked  map[naming.Step]naming.Step
	squares *piece.Num // how large squares are that are in hand
}

// Begin is with empty hands.
func (t *Table) Begin() *Hands {
	return &Hands{Table: t, patches: map[CutPatch]naming.Step{}, marked: map[naming.Step]naming.Step{}}
}

// InHand says that squares of a size lie there already, and gives that.
func (r *Hands) InHand(side piece.Num) piece.Num {
	r.squares = &side
	return side
}

// ID names an earlier step of the unit.
func (r *Hands) ID(word string) naming.Step { return r.Table.Unit.ID.Part(word) }

// Seam names one of its seams.
func (r *Hands) Seam(word string) naming.Seam { return r.Table.Unit.ID.Seam(word) }

// Add states one more act.
func (r *Hands) Add(a Act) naming.Step {
	if a.Joins != nil && len(a.Joins.Stitches) > 0 {
		a.Each = a.Joins.long()
	}
	r.Acts = append(r.Acts, a)
	return a.ID
}

// Unit lays a made unit; the problem of a missing one has been said already.
func (r *Hands) Unit(ref naming.Unit, turn int, at string) (Lying, bool) {
	m, ok := r.Table.Made(ref)
	if !ok {
		return Lying{}, false
	}
	if turn%90 != 0 || turn < 0 || turn > 270 {
		r.Table.Problems.Stop("turn", at+"/turn", fmt.Sprintf("A part of %s is turned by %d°.", r.Table.Unit.Name, turn),
			"Turn it by 0, 90, 180 or 270°.")
		return Lying{}, false
	}
	if m.InLength {
		r.Table.Problems.Stop("not-a-unit", at+"/unit", fmt.Sprintf("%s is a strip set as long as the cloth is wide.",
			m.Unit.Name), "Sub-cut it, and use the sub-cut.")
		return Lying{}, false
	}
	return Lying{
		Piece: m.Piece.Turn(turn), Name: m.Unit.Name, Act: m.Unit.ID.Step(), Turn: m.Turned + turn,
		Pieced: !m.Cloth,
	}, true
}

// Cloth cuts a rectangle for this unit; rectangles of one role and size are cut together.
func (r *Hands) Cloth(role string, w, h piece.Num, suffix, called, at string) (Lying, bool) {
	t := r.Table
	usable, ok := t.Usable(role)
	if !ok {
		t.Problems.Stop("role-without-fabric", at, fmt.Sprintf("%s of %s has no fabric.", words.UpperFirst(called),
			t.Unit.Name), "Choose a fabric for it.")
		return Lying{}, false
	}
	patch := CutPatch{Role: role, W: t.hair(w), H: t.hair(h)}
	patch.InHand = r.squares != nil && w == *r.squares && h == *r.squares
	if narrow := min(patch.W, patch.H); narrow.CeilTo(t.Ruler.Mark) > usable-t.Squaring {
		t.Problems.Stop("cloth-too-short", at,
			fmt.Sprintf("%s of %s is cut %s × %s, and the cloth has only %s of usable width, %s of it for squaring up.",
				words.UpperFirst(called), t.Unit.Name, t.Ruler.Print(patch.W), t.Ruler.Print(patch.H),
				t.Ruler.Print(usable), t.Ruler.Print(t.Squaring)), "Choose wider cloth, or a smaller unit.")
		return Lying{}, false
	}
	p := piece.Exactly(role, w, h)
	id, known := r.patches[patch]
	if !known {
		id = r.ID(suffix)
		r.patches[patch] = id
		r.Add(Act{ID: id, Does: Cuts, Name: called, Patch: &patch, Piece: p})
	}
	return Lying{Piece: p, Name: called, Act: id, cut: true}, true
}

// Mark states that a sewing line is drawn or creased on a part, where the quilter does that: on the diagonals given, or
// on both sides of each where it is sewn an allowance beside it. It gives what is sewn from then on. older is what
// older programs marked in its place, if anything.
func (r *Hands) Mark(part Lying, suffix string, diagonals []piece.Line, beside bool, where string,
	older ...piece.Piece,
) Lying {
	says, lines := "", diagonals
	switch r.Table.Marking {
	case Guide:
		return part
	case Both:
		if beside {
			lines = nil
			for _, d := range diagonals {
				lines = append(lines, d.Beside(1, piece.Of(r.Table.Seam)), d.Beside(-1, piece.Of(r.Table.Seam)))
			}
		}
		says = fmt.Sprintf("Draw %s on the back, %s", words.Count(len(lines), "sewing line"), where)
	case Crease:
		says = fmt.Sprintf("Crease %s, %s", words.Count(len(lines), "line"), where)
	default:
		says = fmt.Sprintf("Draw %s on the back, %s", words.Count(len(lines), "line"), where)
	}
	if id, done := r.marked[part.Act]; done {
		part.Act, part.Turn = id, 0
		return part
	}
	id := r.Add(Act{
		ID: r.ID(suffix), Does: Marks, Name: part.Name + ", marked", Says: says,
		Takes: []ActTake{{part.Act, 1}}, Piece: part.Piece, Lines: len(lines), Drawn: across(part.Piece, lines),
		Pieced: part.Pieced, Older: older,
	})
	r.marked[part.Act] = id
	part.Act, part.Turn = id, 0
	return part
}

// Sizing is how generously cloth is cut for a unit that is trimmed.
type Sizing string

// The ways of sizing.
const (
	Exact Sizing = "exact" // as the drawing says, at the next mark of the ruler: the least there is to trim
	Rule  Sizing = "rule"  // the drawing's size rounded up to the next ⅛ in or ¼ cm, as quilters remember it
	Roomy Sizing = "roomy" // the next ½ in or cm: trim every unit
)

// hair is a size as it is cut, where that is a mark it lies a hair above.
func (t *Table) hair(drawn piece.Num) measure.Length {
	return min(drawn.Up(), drawn.Up().CeilTo(t.Ruler.Mark))
}

// Takes is one of each of two things.
func Takes(a, b naming.Step) []ActTake {
	if a == b {
		return []ActTake{{a, 2}}
	}
	return []ActTake{{a, 1}, {b, 1}}
}

// Facing describes a piece as a neighbour of the seam at one of its sides.
func Facing(name string, p piece.Piece, side piece.Side) Neighbour {
	return Neighbour{Name: name, Roles: p.RolesAt(side), Bulk: len(p.Ends(side))}
}

// Refuse says what stops a unit from being made, and the mend: nothing is made.
func (t *Table) Refuse(code, at, says, mend string) (Made, bool) {
	t.Problems.Stop(code, at, says, mend)
	return Made{}, false
}

// Misfit turns edges that differ into the quilter's sentence.
func (t *Table) Misfit(err error, at, part, whole string) {
	var m *piece.Misfit
	if !errors.As(err, &m) {
		t.Problems.Stop("cannot-be-joined", at, err.Error(), "Choose another part.")
		return
	}
	word, d := "longer", m.Have-m.Want
	if d < 0 {
		word, d = "shorter", -d
	}
	t.Problems.Stop("edges-differ", at,
		fmt.Sprintf("%s is %s %s than what it is sewn to in %s: %s where %s is needed.", part, t.Ruler.Print(d), word,
			whole, t.Ruler.Print(m.Have), t.Ruler.Print(m.Want)),
		fmt.Sprintf("Change its strips so that it measures %s unfinished, or choose another part.",
			t.Ruler.Print(m.Want)))
}

// CountPatches refuses more patches than a unit may have.
func (t *Table) CountPatches(p piece.Piece) bool {
	if len(p.Patches) <= MostPatches {
		return true
	}
	t.Problems.Stop("too-many-patches", t.At, fmt.Sprintf("%s has more than %d patches.", t.Unit.Name, MostPatches),
		"Use fewer or simpler parts.")
	return false
}

// AsTheyCome is how cloth is sized that lies there already.
const AsTheyCome = "from squares as they come"

// Words are how quilters call a way of sizing.
func (s Sizing) Words() string {
	return map[Sizing]string{
		"": "cut at the next mark", Exact: "cut at the next mark", Rule: "cut by rule",
		Roomy: "cut roomy, trimmed",
	}[s]
}

// Canonical leaves out what is understood.
func (s Sizing) Canonical() Sizing {
	if s == Exact {
		return ""
	}
	return s
}

// TakesOf adds up what is taken, in the order it first comes.
func TakesOf(list []Lying) []ActTake {
	var takes []ActTake
	for _, l := range list {
		i := slices.IndexFunc(takes, func(t ActTake) bool { return t.Act == l.Act })
		if i < 0 {
			i = len(takes)
			takes = append(takes, ActTake{Act: l.Act})
		}
		takes[i].Each++
	}
	return takes
}
