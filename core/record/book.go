package record

import (
	"encoding/csv"
	"errors"
	"fmt"
	"hash/fnv"
	"io"
	"slices"
	"strconv"
	"strings"
	"time"

	"vicis/core/naming"
	"vicis/core/words"
	"vicis/core/work"
)

// The tally book: everything that happened, line by line, as a table that a spreadsheet opens and other programs write.

// columns of the table; the name is for those who read it.
var columns = []string{
	"id", "at", "step", "name", "kind", "n", "reason", "reads", "along", "of", "exact", "look",
	"rev", "prints",
}

// MostLines is how many lines are read at once.
const MostLines = 5_000

// Table writes events as comma-separated values (RFC 4180), named by the work.
func Table(w *work.Work, events []Event) (string, error) {
	var s strings.Builder
	t := csv.NewWriter(&s)
	t.UseCRLF = true
	_ = t.Write(columns) // a strings.Builder takes everything
	called := map[naming.Step]string{}
	for _, step := range w.Steps {
		called[step.ID] = step.Called
	}
	for _, e := range events {
		cells := []string{
			e.ID, e.At, string(e.Step), called[e.Step], string(e.Kind), strconv.Itoa(e.N), e.Reason, e.Reads, string(e.Along),
			e.Of, e.Exact, e.Look,
			strconv.Itoa(e.Rev), PrintsText(e.Prints),
		}
		for i, c := range cells {
			cells[i] = words.Harmless(c)
		}
		_ = t.Write(cells)
	}
	t.Flush()
	return s.String(), t.Error()
}

// Fault is what is wrong with a line of a table, and the mend.
type Fault struct {
	Line int    `json:"line" doc:"Counted from 1, the heading included"`
	Says string `json:"says"`
	Mend string `json:"mend"`
}

// mostFaults is how many lines are told at once.
const mostFaults = 20

// headed says where each column of a table stands, and what is wrong with its heading.
func headed(heading []string, fault func(line int, says, mend string)) map[string]int {
	at := map[string]int{}
	for i, h := range heading {
		h = strings.ToLower(strings.TrimSpace(h))
		if !slices.Contains(columns, h) {
			fault(1, fmt.Sprintf("“%s” is no column of a tally.", h),
				"Name the columns "+strings.Join(columns, ", ")+"; others are left out.")
		}
		if _, twice := at[h]; twice {
			fault(1, fmt.Sprintf("There are two columns “%s”.", h), "Leave one of them out.")
		}
		at[h] = i
	}
	_, byID := at["step"]
	_, byName := at["name"]
	if !byID && !byName {
		fault(1, "No column says which step.", "Add a column step, or name.")
	}
	if _, known := at["kind"]; !known {
		fault(1, "No column says what happened.", "Add a column kind: made, aside, recount, pile, unpicked, "+
			"pressed, measured, prints or undo.")
	}
	return at
}

// Read reads a table: all of it, or what is wrong with which of its lines. A line may leave out its id, which then
// follows from what it says, so that a table that is read twice counts once; its size and look, which are then those of
// the plan; and its step where it names it.
func Read(w *work.Work, text string) (events []Event, faults []Fault) {
	fault := func(line int, says, mend string) {
		if len(faults) < mostFaults {
			faults = append(faults, Fault{line, says, mend})
		}
	}
	t := csv.NewReader(strings.NewReader(strings.TrimPrefix(text, "\ufeff")))
	t.FieldsPerRecord = -1
	heading, err := t.Read()
	if err != nil {
		fault(1, "There is no table.", "Send comma-separated values with a heading: "+strings.Join(columns, ",")+".")
		return nil, faults
	}
	at := headed(heading, fault)
	if len(faults) > 0 {
		return nil, faults
	}
	_, sized := at["exact"]
	seen := map[uint64]int{}
	ids := map[string]int{}
	for {
		cells, err := t.Read()
		line := 0
		if len(cells) > 0 { // a line that cannot be read may have none, and then no place either
			line, _ = t.FieldPos(0)
		}
		switch {
		case errors.Is(err, io.EOF):
			if len(events) == 0 && len(faults) == 0 {
				fault(2, "The table has a heading and no line.", "Write a line for everything that happened.")
			}
			return events, faults
		case err != nil:
			var parse *csv.ParseError
			if errors.As(err, &parse) {
				line = parse.StartLine
			}
			fault(line, "From here on this is no table: "+err.Error()+".", "Close every quotation mark.")
			return nil, faults
		case len(events) >= MostLines:
			fault(line, fmt.Sprintf("The table has more than %d lines.", MostLines), "Send it in parts.")
			return nil, faults
		case len(cells) != len(heading):
			fault(line, fmt.Sprintf("This line has %d cells, and the heading %d.", len(cells), len(heading)),
				"Write a cell for every column, also where it is empty.")
			continue
		}
		e, says, mend := lineOf(w, sized, func(column string) string {
			i, there := at[column]
			if !there {
				return ""
			}
			if column == "reason" || column == "reads" { // as they were typed
				return words.Harmed(cells[i])
			}
			return strings.TrimSpace(words.Harmed(cells[i]))
		})
		if says != "" {
			fault(line, says, mend)
			continue
		}
		if e.ID == "" {
			h := fnv.New64a()
			_, _ = io.WriteString(h, strings.Join(cells, "\x00"))
			sum := h.Sum64()
			seen[sum]++
			e.ID = fmt.Sprintf("csv-%016x-%d", sum, seen[sum])
		}
		if other, twice := ids[e.ID]; twice {
			fault(line, fmt.Sprintf("Its id stands in line %d too.", other), "Give it one of its own, or leave it out.")
			continue
		}
		ids[e.ID] = line
		events = append(events, e)
	}
}

// lineOf reads one line. sized says that the table tells sizes itself, of what has one.
func lineOf(w *work.Work, sized bool, cell func(column string) string) (e Event, says, mend string) {
	e = Event{
		ID: cell("id"), Kind: EventKind(cell("kind")), Reason: cell("reason"), Reads: cell("reads"),
		Along: work.Along(cell("along")), Of: cell("of"),
		Exact: cell("exact"), Look: cell("look"), At: cell("at"),
	}
	number := func(column string, most int) (int, bool) {
		s := cell(column)
		if s == "" {
			return 0, true
		}
		n, err := strconv.Atoi(s)
		return n, err == nil && n >= 0 && n <= most
	}
	var ok bool
	if e.N, ok = number("n", MostAtOnce); !ok {
		return e, fmt.Sprintf("“%s” is no number to count.", cell("n")),
			fmt.Sprintf("Write a whole number from 0 to %d.", MostAtOnce)
	}
	if e.Rev, ok = number("rev", 1<<30); !ok {
		return e, fmt.Sprintf("“%s” is no revision.", cell("rev")), "Leave it out, or write the revision's number."
	}
	prints, err := PrintsOf(cell("prints"))
	if err != nil {
		return e, "The prints of this line cannot be read.",
			`Leave them out, or write them as the tally book does: [{"row":1,"column":2,"of":{"petals":["rose"]}}].`
	}
	e.Prints = prints
	if _, err := time.Parse(time.RFC3339, e.At); err != nil {
		return e, fmt.Sprintf("“%s” is no time.", e.At), "Write date and time as in 2026-03-14T15:09:26Z (RFC 3339)."
	}
	if e.ID != "" && (len(e.ID) < 8 || len(e.ID) > 64 ||
		strings.Trim(e.ID, "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789_-") != "") {
		return e, fmt.Sprintf("“%s” is no id.", e.ID), "Write 8 to 64 letters, digits, _ or -, or leave it out."
	}
	named := cell("name")
	for _, s := range w.Steps {
		if string(s.ID) == cell("step") || cell("step") == "" && named != "" && s.Called == named {
			e.Step = s.ID
			if e.Kind != Undo && !sized && e.Exact == "" && e.Look == "" {
				e.Exact, e.Look = s.Exact(), s.Look
			}
			break
		}
	}
	if e.Step == "" {
		if cell("step") == "" || cell("exact") == "" && e.Kind != Undo {
			return e, fmt.Sprintf("The plan has no step “%s”.", cell("step")+map[bool]string{true: named}[cell("step") == ""]),
				"Write a step's id or its name as the tally book writes them; for one that is no longer in the plan its size too."
		}
		e.Step = naming.Called(cell("step"))
	}
	if says := e.Check(); says != "" {
		return e, says, "Write the line as the tally book writes one."
	}
	return e, "", ""
}
