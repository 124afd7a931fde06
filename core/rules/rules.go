// Package rules is the book of rules: every rule that a working names, as formula and sentence, where it comes from,
// and by which test it is held against what outside. Whoever shows a sum names the rule it rests on from here.
package rules

import "slices"

// ID names a rule; it stays what it is when the rule is said better.
type ID string

// Topic is what a rule is about.
type Topic string

// The topics, in the order of the work.
const (
	Sizes    Topic = "sizes"
	Counts   Topic = "counts"
	Cutting  Topic = "cutting"
	Cloth    Topic = "cloth"
	Squaring Topic = "squaring up"
	Pressing Topic = "pressing"
	Thread   Topic = "thread"
	Finish   Topic = "backing and binding"
	Left     Topic = "what is left"
	Verdicts Topic = "verdicts"
)

// Topics lists them.
var Topics = []Topic{Sizes, Counts, Cutting, Cloth, Squaring, Pressing, Thread, Finish, Left, Verdicts}

// From is where a rule comes from.
type From string

// The sources there are.
const (
	Published From = "published"       // the source is named
	Practice  From = "common practice" // of the trade, with no source
	Geometry  From = "geometry"        // follows from lengths and angles alone
	Logic     From = "counting"        // follows from counting alone
	Judgement From = "our judgement"   // another choice would do too
	Memory    From = "from memory"     // published, and the value was not looked up
)

// Check is a test that holds a rule against something outside of what computes it.
type Check struct {
	Room    string `json:"room" doc:"The folder of the core the test stands in"`
	Test    string `json:"test"`
	Against string `json:"against" doc:"What outside of the computation it is held against"`
}

// Rule is one rule.
type Rule struct {
	ID      ID      `json:"id"`
	Topic   Topic   `json:"topic" enum:"sizes,counts,cutting,cloth,squaring up,pressing,thread,backing and binding,what is left,verdicts"`
	Formula string  `json:"formula" doc:"In the letters that the sentence explains; empty where a sentence says it all"`
	Says    string  `json:"says"`
	From    From    `json:"from" enum:"published,common practice,geometry,counting,our judgement,from memory"`
	Source  string  `json:"source" doc:"What was published, or what the judgement is; empty where From says it all"`
	Checks  []Check `json:"checks"`
}

// Named is a rule as a working names it.
type Named struct {
	ID   ID     `json:"id" doc:"Of a rule in the book"`
	Says string `json:"says" doc:"The rule, with what is particular to this sum"`
}

// Book lists all rules, topic by topic.
func Book() []Rule { return slices.Clone(book) }

// Find is the rule of an id.
func Find(id ID) (Rule, bool) {
	i := slices.IndexFunc(book, func(r Rule) bool { return r.ID == id })
	if i < 0 {
		return Rule{}, false
	}
	return book[i], true
}

// Of names a rule; more is said of this sum alone.
func Of(id ID, more ...string) Named {
	r, _ := Find(id)
	n := Named{id, r.Says}
	for _, m := range more {
		n.Says += " " + m
	}
	return n
}

// By names one rule, for a sum that rests on no other.
func By(id ID, more ...string) []Named { return []Named{Of(id, more...)} }
