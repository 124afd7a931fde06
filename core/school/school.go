// Package school is the ways of working that quilters choose between: what each answer is called in a document, its
// name, and what choosing it changes. All of it is common practice; none is right or wrong.
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

// What is chosen.
type (
	Preparing  string // what is done to cloth before it is cut
	Ends       string // what becomes of the end of a strip
	Lengths    string // how long a strip is cut of which little is needed
	Measuring  string // how many of each kind are measured once they are sewn
	Squaring   string // what is squared up once it is sewn, and counted; trimmed where its method says so in any case
	SubCutting string // to what sub-cuts are cut
	Sewing     string // from which end the strips of a set are sewn
	Joining    string // in which order the strips of a set are joined
	Rows       string // how the rows of a quilt are sewn
	Pins       string // how what is sewn is held together
	Hand       string // the hand that holds the cutter
	Buying     string // how the shop sells cloth
	Times      string // whether pace, time left and thread are told
	Paper      string // what is printed on
)

// What each can be.
const (
	Pressed  Preparing = "press"
	Starched Preparing = "starch"
	Washed   Preparing = "wash"

	EndsKept Ends = "keep"
	EndsUsed Ends = "use"

	LongEnough Lengths = "enough"
	CutWhole   Lengths = "whole"

	MeasuredWhenAsked Measuring = "asked"
	MeasuredFirst     Measuring = "first"
	MeasuredTenth     Measuring = "tenth"
	MeasuredAll       Measuring = "all"

	SquareByMethod Squaring = "method"
	CheckUnits     Squaring = "check"
	SquareUnits    Squaring = "units"
	SquareBlocks   Squaring = "blocks"

	CutAsPlanned  SubCutting = "planned"
	CutAsMeasured SubCutting = "measured" // they wait for their strip set to be measured

	AlternateEnds Sewing = "alternate"
	SameEnd       Sewing = "same"

	OneByOne Joining = "one"
	InPairs  Joining = "pairs"  // then pairs of pairs
	InThrees Joining = "threes" // threes and twos, then those to each other

	RowByRow Rows = "rows"
	Webbed   Rows = "web" // column to column, the thread between the rows left in

	NoPins           Pins = "none"
	PinsAtCrossings  Pins = "crossings"
	PinsEverywhere   Pins = "everywhere"
	GlueAtAllowances Pins = "glue"

	RightHand Hand = "right"
	LeftHand  Hand = "left"

	ByTheYard  Buying = "yd"
	ByTheMetre Buying = "m"

	TimesTold   Times = "told"
	TimesHidden Times = "hidden"

	A4     Paper = "a4"
	Letter Paper = "letter"
)

// The ways of each, the usual one first.
var (
	Preparings = Ways[Preparing]{
		{Pressed, "pressed", "Pressed flat and folded; what it shrinks later it shrinks in the quilt."},
		{
			Starched, "starched and pressed",
			"Stiff, and shrunk a little now, not later; good for cloth with edges on the bias.",
		},
		{Washed, "washed, dried and pressed", "Shrunk before it is cut: say below by how much, and more is bought."},
	}
	EndsWays = Ways[Ends]{
		{EndsKept, "go to the shelf", "Each strip is cut for its own patches; what is left is kept for another quilt."},
		{EndsUsed, "give smaller patches first", "Wherever that saves a strip, patches are cut from what is left of wider " +
			"ones: less cloth, more handling."},
	}
	LengthsWays = Ways[Lengths]{
		{LongEnough, "as long as they must be", "The cut list says how short each may be, so that an end will do."},
		{CutWhole, "whole, from selvedge to selvedge", "What is left of a strip has a length, and is cut first when more " +
			"is needed."},
	}
	Measurings = Ways[Measuring]{
		{MeasuredWhenAsked, "what you choose to", "Nothing asks for it."},
		{MeasuredFirst, "the first of each", "After the first set, unit and block of each kind the bench asks for its " +
			"measure."},
		{MeasuredTenth, "every tenth", "The first, and then one of every ten: so a guide that moves is found."},
		{MeasuredAll, "all of them", "Every set, unit and block."},
	}
	Squarings = Ways[Squaring]{
		{SquareByMethod, "where the method trims", "Only units that are made larger are trimmed, as part of making them."},
		{CheckUnits, "every unit is checked", "After every unit that is sewn, and every block: held against the ruler, and " +
			"counted."},
		{SquareUnits, "every unit", "Every unit that is sewn, and every block, is squared up and counted."},
		{SquareBlocks, "the blocks", "Blocks are squared up and counted; units go on as they are."},
	}
	SubCuttings = Ways[SubCutting]{
		{CutAsPlanned, "as planned", "Strip sets are cut as soon as they are pressed."},
		{CutAsMeasured, "once the set is measured", "Sub-cuts wait, in the thread and at the mat, until one of their sets " +
			"was measured."},
	}
	Sewings = Ways[Sewing]{
		{AlternateEnds, "from alternate ends", "Turn the set end for end after every seam, so that it does not bow."},
		{SameEnd, "always from the same end", "Hold both strips unstretched; a long set may bow."},
	}
	Joinings = Ways[Joining]{
		{OneByOne, "one after another", "Simple; the first strip is handled most."},
		{InPairs, "in pairs, then pairs of pairs", "Fewer strips hang from each seam; keep the order."},
		{InThrees, "in threes and twos", "Five strips are three and two: two piles that are not alike, so that they cannot " +
			"be taken for each other."},
	}
	RowsWays = Ways[Rows]{
		{RowByRow, "one after another", "Each row from left to right; its thread is cut before the next."},
		{Webbed, "as a web, column to column", "The second block of every row to the first, then the third, and so on, the " +
			"thread between the rows never cut: no block can change its place. Not where blocks stand on point."},
	}
	PinsWays = Ways[Pins]{
		{NoPins, "not at all", "Nested seams hold each other."},
		{PinsAtCrossings, "at the crossings", "Pins come out before the needle reaches them."},
		{PinsEverywhere, "everywhere", "Slowest; for slippery cloth and long edges."},
		{GlueAtAllowances, "with glue", "A dot inside the allowance; let it dry."},
	}
	Hands = Ways[Hand]{
		{RightHand, "the right hand", "The cleaned edge lies on the left; strips are measured from it."},
		{LeftHand, "the left hand", "The cleaned edge lies on the right; pictures of cloth are turned over."},
	}
	Buyings = Ways[Buying]{
		{ByTheYard, "⅛ yard", "Cloth to buy is given in yards, whatever you measure patches in."},
		{ByTheMetre, "10 cm", "Cloth to buy is given in metres, whatever you measure patches in."},
	}
	TimesWays = Ways[Times]{
		{TimesTold, "are told", "From your own tallies, once there are enough of them; never compared with anybody's."},
		{TimesHidden, "are left out", "Nothing is said of how long anything takes."},
	}
	Papers = Ways[Paper]{
		{A4, "A4", "Print sheets fit 210 × 297 mm."},
		{Letter, "Letter", "Print sheets fit 8½ × 11″."},
	}
)
