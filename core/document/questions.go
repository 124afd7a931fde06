package document

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/pressing"
	"vicis/core/problem"
	"vicis/core/school"
)

// Question is one thing quilters do differently, as it is asked. Everybody who goes through the schools goes through
// these: what a document leaves out, what is checked, what changed, the contract, and the screen.
type Question struct {
	Key     string          `json:"key" doc:"Its place in the document, as a JSON pointer; where an answer sets several places, what they have in common"`
	Asks    string          `json:"asks"`
	PerStep string          `json:"perStep,omitempty" doc:"Its name among what a step may do differently; empty where it holds for the whole project"`
	Answers []school.Answer `json:"answers"`

	read   func(*Document) string // nil where the answers set several places
	write  func(*Document, string)
	usual  func(Document) string
	ofStep func(StepSchools) string
}

// asked is a question whose answers are the ways of a type; the first of them is what a document means that leaves it
// out.
func asked[T ~string](key, asks string, ways school.Ways[T], at func(*Document) *T) Question {
	return Question{
		Key: key, Asks: asks, Answers: ways.Answers(),
		read:  func(d *Document) string { return string(*at(d)) },
		write: func(d *Document, v string) { *at(d) = T(v) },
		usual: func(Document) string { return string(ways[0].Is) },
	}
}

// inSteps is the same, where a single step may have its own answer.
func (q Question) inSteps(name string, of func(StepSchools) string) Question {
	q.PerStep, q.ofStep = name, of
	return q
}

// allowance is an answer that sets what is stitched and what the fold takes.
func allowance(value, name, stitched, fold, changes string) school.Answer {
	return school.Answer{
		Value: value, Name: name, Changes: changes,
		Sets: map[string]string{"/seam/stitched": stitched, "/seam/fold": fold},
	}
}

// allowances are those to choose from.
var allowances = []school.Answer{
	allowance("scant", "scant ¼″", "15/64 in", "1/64 in",
		"Stitched a thread's width inside; with the fold it comes to ¼″."),
	allowance("exact", "exact ¼″", "1/4 in", "1/64 in",
		"Stitched on the line; the fold takes a little more, and all sizes allow for it."),
	allowance("6mm", "6 mm", "5.5 mm", "0.5 mm", "Narrow; for small metric units."),
	allowance("7.5mm", "7.5 mm", "7 mm", "0.5 mm",
		"The usual metric allowance; sizes are planned in centimetres."),
}

var questions = []Question{
	{Key: "/seam", Asks: "Allowance", Answers: allowances},
	asked("/schools/press", "Press", pressing.Schools, func(d *Document) *pressing.School { return &d.Schools.Press }).
		inSteps("press", func(s StepSchools) string { return string(s.Press) }),
	asked("/schools/prepare", "Before cutting, cloth is", school.Preparings,
		func(d *Document) *school.Preparing { return &d.Schools.Prepare }),
	asked("/schools/ends", "Ends of strips", school.EndsWays, func(d *Document) *school.Ends { return &d.Schools.Ends }),
	asked("/schools/lengths", "Strips for a few pieces are cut", school.LengthsWays,
		func(d *Document) *school.Lengths { return &d.Schools.Lengths }),
	asked("/schools/measure", "What is measured", school.Measurings,
		func(d *Document) *school.Measuring { return &d.Schools.Measure }),
	asked("/schools/square", "Squaring up", school.Squarings,
		func(d *Document) *school.Squaring { return &d.Schools.Square }),
	asked("/schools/later", "Sub-cuts are cut", school.SubCuttings,
		func(d *Document) *school.SubCutting { return &d.Schools.Later }),
	{
		Key: "/schools/setFirst", Asks: "Set the seam first", PerStep: "setFirst", Answers: []school.Answer{
			{
				Value: "true", Name: "yes",
				Changes: "Each seam is pressed flat as it was sewn before it is pressed to its side.",
			},
			{Value: "false", Name: "no", Changes: "Seams go to their side at once."},
		},
		read:   func(d *Document) string { return fmt.Sprint(d.Schools.SetFirst) },
		ofStep: func(StepSchools) string { return "" }, // one of two in any case
	},
	asked("/schools/sewing", "Strip sets are sewn", school.Sewings,
		func(d *Document) *school.Sewing { return &d.Schools.Sewing }),
	asked("/schools/joining", "Strips are joined", school.Joinings,
		func(d *Document) *school.Joining { return &d.Schools.Joining }),
	asked("/schools/rows", "Rows of the quilt are sewn", school.RowsWays,
		func(d *Document) *school.Rows { return &d.Schools.Rows }),
	asked("/schools/marking", "Diagonals are marked", making.Markings,
		func(d *Document) *making.Marking { return &d.Schools.Marking }),
	asked("/schools/pins", "Pin", school.PinsWays, func(d *Document) *school.Pins { return &d.Schools.Pins }).
		inSteps("pins", func(s StepSchools) string { return string(s.Pins) }),
	asked("/settings/hand", "You cut with", school.Hands, func(d *Document) *school.Hand { return &d.Settings.Hand }),
	boughtByRule(asked("/settings/buy", "The shop sells by", school.Buyings,
		func(d *Document) *school.Buying { return &d.Settings.Buy })),
	asked("/settings/times", "Pace, time left and thread", school.TimesWays,
		func(d *Document) *school.Times { return &d.Settings.Times }),
	asked("/settings/paper", "You print on", school.Papers, func(d *Document) *school.Paper { return &d.Settings.Paper }),
}

// boughtByRule is the question how cloth is sold: by the metre where patches are measured in centimetres.
func boughtByRule(q Question) Question {
	q.usual = func(d Document) string { return string(soldBy(d.Units)) }
	return q
}

// Questions lists what can be chosen.
func Questions() []Question { return slices.Clone(questions) }

// CheckSchools says which answers are none, the project's and those of single steps.
func (d Document) CheckSchools(problems *problem.List) {
	for _, q := range questions {
		if q.read == nil {
			continue
		}
		var known []string
		for _, a := range q.Answers {
			known = append(known, a.Value)
		}
		check := func(at, value string) {
			if !slices.Contains(known, value) {
				problems.Stop("school-unknown", at, fmt.Sprintf("“%s” is not among the ways to choose from.", value),
					"Choose "+strings.Join(known, " or ")+".")
			}
		}
		check(q.Key, q.read(&d))
		for _, id := range slices.Sorted(maps.Keys(d.Schools.Steps)) {
			if q.ofStep == nil {
				break
			}
			if own := q.ofStep(d.Schools.Steps[id]); own != "" {
				check(problem.At("schools", "steps", id, q.PerStep), own)
			}
		}
	}
}

// answer is the name of what a document answers to a question; empty where the places themselves are told apart
// already.
func (q Question) answer(d Document) string {
	if q.read == nil {
		return ""
	}
	value := q.read(&d)
	for _, a := range q.Answers {
		if a.Value == value {
			return a.Name
		}
	}
	return value
}

// soldBy is how cloth is sold where patches are measured by a rule.
func soldBy(rule measure.Units) school.Buying {
	if rule == measure.Centimetres {
		return school.ByTheMetre
	}
	return school.ByTheYard
}
