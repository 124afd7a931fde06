// Package problem is how the core says that something cannot be: what is wrong, where in the document, and the mend.
package problem

import (
	"fmt"
	"slices"
	"strings"
)

// Problem is one thing that is wrong with a document.
type Problem struct {
	Code  string `json:"code" doc:"Stable short name of the kind of problem"`
	At    string `json:"at" doc:"JSON pointer to the place in the document; empty for the whole"`
	Says  string `json:"says" doc:"What is wrong, in one sentence"`
	Mend  string `json:"mend" doc:"What the quilter can do about it"`
	Stops bool   `json:"stops" doc:"True when no complete plan can be made until it is mended; false for a warning"`
}

// List collects problems in the order they are found.
type List []Problem

// Stop adds a problem that prevents a complete plan.
func (l *List) Stop(code, at, says, mend string) {
	*l = append(*l, Problem{Code: code, At: at, Says: says, Mend: mend, Stops: true})
}

// Warn adds a problem that the quilter should know of before cutting.
func (l *List) Warn(code, at, says, mend string) {
	*l = append(*l, Problem{Code: code, At: at, Says: says, Mend: mend})
}

// Stopped says whether any problem prevents a complete plan.
func (l List) Stopped() bool {
	for _, p := range l {
		if p.Stops {
			return true
		}
	}
	return false
}

// Has says whether something is said, by its code.
func (l List) Has(code string) bool {
	return slices.ContainsFunc(l, func(p Problem) bool { return p.Code == code })
}

// escape writes what has a meaning of its own in a JSON pointer (RFC 6901).
var escape = strings.NewReplacer("~", "~0", "/", "~1")

// At joins the steps of a JSON pointer: At("units", 3, "strips") is "/units/3/strips".
func At(steps ...any) string {
	s := ""
	for _, step := range steps {
		s += "/" + escape.Replace(fmt.Sprint(step))
	}
	return s
}

// Once leaves out what is said twice, as of a unit that is made in several colourways.
func (l List) Once() List {
	var out List
	seen := map[Problem]bool{}
	for _, p := range l {
		key := Problem{Code: p.Code, At: p.At}
		if strings.HasPrefix(p.At, "/units/") {
			if seen[key] {
				continue
			}
			seen[key] = true
		}
		out = append(out, p)
	}
	return out
}

// Stops lists the problems that stop.
func (l List) Stops() List {
	var out List
	for _, p := range l {
		if p.Stops {
			out = append(out, p)
		}
	}
	return out
}
