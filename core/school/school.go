// Package school is the ways of working that quilters choose between: what each answer is called in a document, its name, and
// what choosing it changes. All of it is common practice; none is right or wrong.
package school

// Answer is one way of working.
type Answer struct {
	Value   string            `json:"value"`
	Name    string            `json:"name"`
	Changes string            `json:"changes"`
	Sets    map[string]string `json:"sets,omitempty" doc:"What it writes at which places, where that is more than the value at the question's own"`
}

// Ways are the answers to one question, the usual one first where nothing else is said.
type Ways[T ~string] []Way[T]

// Way is one of them.
type Way[T ~string] struct {
	Is            T
	Name, Changes string
}

// Answers are the ways as they are told.
func (list Ways[T]) Answers() []Answer {
	out := make([]Answer, len(list))
	for i, w := range list {
		out[i] = Answer{Value: string(w.Is), Name: w.Name, Changes: w.Changes}
	}
	return out
}

// Preparing is what is done to cloth before it is cut.
type Preparing string

// The ways of preparing.
const (
	Pressed  Preparing = "press"
	Starched Preparing = "starch"
	Washed   Preparing = "wash"
)

// Preparings lists them.
var Preparings = Ways[Preparing]{
	{Pressed, "pressed", "Pressed flat and folded; what it shrinks later it shrinks in the quilt."},
	{Starched, "starched and pressed", "Stiff, and shrunk a little now, not later; good for cloth with edges on the bias."},
	{Washed, "washed, dried and pressed", "Shrunk before it is cut: say below by how much, and more is bought."},
}

// Ends is what becomes of the end of a strip.
type Ends string

// What becomes of ends.
const (
	EndsKept Ends = "keep"
	EndsUsed Ends = "use"
)

// EndsWays lists them.
var EndsWays = Ways[Ends]{
	{EndsKept, "go to the shelf", "Each strip is cut for its own patches; what is left is kept for another quilt."},
	{EndsUsed, "give smaller patches first", "Wherever that saves a strip, patches are cut from what is left of wider ones: less cloth, more handling."},
}

// Measuring is how many of each kind are measured once they are sewn.
type Measuring string

// How many are measured.
const (
	MeasuredWhenAsked Measuring = "asked"
	MeasuredFirst     Measuring = "first"
	MeasuredTenth     Measuring = "tenth"
	MeasuredAll       Measuring = "all"
)

// Measurings lists them.
var Measurings = Ways[Measuring]{
	{MeasuredWhenAsked, "what you choose to", "Nothing asks for it."},
	{MeasuredFirst, "the first of each", "After the first set, unit and block of each kind the bench asks for its measure."},
	{MeasuredTenth, "every tenth", "The first, and then one of every ten: so a guide that moves is found."},
	{MeasuredAll, "all of them", "Every set, unit and block."},
}

// Squaring is what is squared up once it is sewn, and counted; trimmed where its method says so in any case.
type Squaring string

// What is squared up.
const (
	SquareByMethod Squaring = "method"
	CheckUnits     Squaring = "check"
	SquareUnits    Squaring = "units"
	SquareBlocks   Squaring = "blocks"
)

// Squarings lists it.
var Squarings = Ways[Squaring]{
	{SquareByMethod, "where the method trims", "Only units that are made larger are trimmed, as part of making them."},
	{CheckUnits, "every unit is checked", "After every unit that is sewn, and every block: held against the ruler, and counted."},
	{SquareUnits, "every unit", "Every unit that is sewn, and every block, is squared up and counted."},
	{SquareBlocks, "the blocks", "Blocks are squared up and counted; units go on as they are."},
}

// SubCutting is to what sub-cuts are cut.
type SubCutting string

// To what they are cut.
const (
	CutAsPlanned  SubCutting = "planned"
	CutAsMeasured SubCutting = "measured" // they wait for their strip set to be measured
)

// SubCuttings lists it.
var SubCuttings = Ways[SubCutting]{
	{CutAsPlanned, "as planned", "Strip sets are cut as soon as they are pressed."},
	{CutAsMeasured, "once the set is measured", "Sub-cuts wait, in the thread and at the mat, until one of their sets was measured."},
}

// Sewing is from which end the strips of a set are sewn.
type Sewing string

// From which end.
const (
	AlternateEnds Sewing = "alternate"
	SameEnd       Sewing = "same"
)

// Sewings lists it.
var Sewings = Ways[Sewing]{
	{AlternateEnds, "from alternate ends", "Turn the set end for end after every seam, so that it does not bow."},
	{SameEnd, "always from the same end", "Hold both strips unstretched; a long set may bow."},
}

// Joining is in which order the strips of a set are joined.
type Joining string

// The ways of joining.
const (
	OneByOne Joining = "one"
	InPairs  Joining = "pairs"  // then pairs of pairs
	InThrees Joining = "threes" // threes and twos, then those to each other
)

// Joinings lists them.
var Joinings = Ways[Joining]{
	{OneByOne, "one after another", "Simple; the first strip is handled most."},
	{InPairs, "in pairs, then pairs of pairs", "Fewer strips hang from each seam; keep the order."},
	{InThrees, "in threes and twos", "Five strips are three and two: two piles that are not alike, so that they cannot be taken for each other."},
}

// Rows is how the rows of a quilt are sewn.
type Rows string

// The ways of sewing rows.
const (
	RowByRow Rows = "rows"
	Webbed   Rows = "web" // column to column, the thread between the rows left in
)

// RowsWays lists them.
var RowsWays = Ways[Rows]{
	{RowByRow, "one after another", "Each row from left to right; its thread is cut before the next."},
	{Webbed, "as a web, column to column", "The second block of every row to the first, then the third, and so on, the thread between the rows never cut: no block can change its place. Not where blocks stand on point."},
}

// Pins is how what is sewn is held together.
type Pins string

// The ways of pinning.
const (
	NoPins           Pins = "none"
	PinsAtCrossings  Pins = "crossings"
	PinsEverywhere   Pins = "everywhere"
	GlueAtAllowances Pins = "glue"
)

// PinsWays lists them.
var PinsWays = Ways[Pins]{
	{NoPins, "not at all", "Nested seams hold each other."},
	{PinsAtCrossings, "at the crossings", "Pins come out before the needle reaches them."},
	{PinsEverywhere, "everywhere", "Slowest; for slippery cloth and long edges."},
	{GlueAtAllowances, "with glue", "A dot inside the allowance; let it dry."},
}

// Hand is the hand that holds the cutter.
type Hand string

// The hands.
const (
	RightHand Hand = "right"
	LeftHand  Hand = "left"
)

// Hands lists them.
var Hands = Ways[Hand]{
	{RightHand, "the right hand", "The cleaned edge lies on the left; strips are measured from it."},
	{LeftHand, "the left hand", "The cleaned edge lies on the right; pictures of cloth are turned over."},
}

// Buying is how the shop sells cloth.
type Buying string

// The ways of buying.
const (
	ByTheYard  Buying = "yd"
	ByTheMetre Buying = "m"
)

// Buyings lists them.
var Buyings = Ways[Buying]{
	{ByTheYard, "⅛ yard", "Cloth to buy is given in yards, whatever you measure patches in."},
	{ByTheMetre, "10 cm", "Cloth to buy is given in metres, whatever you measure patches in."},
}

// Times is whether pace, time left and thread are told.
type Times string

// Whether they are.
const (
	TimesTold   Times = "told"
	TimesHidden Times = "hidden"
)

// TimesWays lists it.
var TimesWays = Ways[Times]{
	{TimesTold, "are told", "From your own tallies, once there are enough of them; never compared with anybody's."},
	{TimesHidden, "are left out", "Nothing is said of how long anything takes."},
}

// Paper is what is printed on.
type Paper string

// The papers.
const (
	A4     Paper = "a4"
	Letter Paper = "letter"
)

// Papers lists them.
var Papers = Ways[Paper]{
	{A4, "A4", "Print sheets fit 210 × 297 mm."},
	{Letter, "Letter", "Print sheets fit 8½ × 11″."},
}
