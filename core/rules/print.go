package rules

import (
	"fmt"
	"strings"
)

// Markdown prints the book for docs/rules.md.
func Markdown() string {
	var s strings.Builder
	s.WriteString("# The book of rules\n\nMade from `core/rules/book.go` by `make contract`; on the screen, with what " +
		"every rule comes to in the quilt at hand, it is the page Rules. " +
		"In formulas *s* is the allowance and *a* and *b* are squares as they are cut, all in one unit.\n")
	for _, topic := range Topics {
		fmt.Fprintf(&s, "\n## %s%s\n", strings.ToUpper(string(topic[:1])), topic[1:])
		for _, r := range book {
			if r.Topic != topic {
				continue
			}
			fmt.Fprintf(&s, "\n- **%s.** %s", r.ID, r.Says)
			if r.Formula != "" {
				fmt.Fprintf(&s, "\n  `%s`.", r.Formula)
			}
			fmt.Fprintf(&s, "\n  From: %s", r.From)
			if r.Source != "" {
				fmt.Fprintf(&s, " (%s)", r.Source)
			}
			s.WriteString(".")
			for _, c := range r.Checks {
				fmt.Fprintf(&s, "\n  Held against %s: `%s` in `core/%s`.", c.Against, c.Test, c.Room)
			}
			s.WriteString("\n")
		}
	}
	return s.String()
}
