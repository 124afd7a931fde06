package words

import "strings"

// Cells of a table that a spreadsheet opens (RFC 4180).

const formulas = "=+-@\t\r"

// Harmless puts an apostrophe before what a spreadsheet would take for a formula (OWASP, CSV injection), and before an
// apostrophe, so that Harmed gives back what there was.
func Harmless(cell string) string {
	if cell != "" && strings.ContainsRune(formulas+"'", rune(cell[0])) {
		return "'" + cell
	}
	return cell
}

// Harmed takes the apostrophe away again, where Harmless put one. What another program wrote keeps its own.
func Harmed(cell string) string {
	if rest, ok := strings.CutPrefix(cell, "'"); ok && rest != "" && strings.ContainsRune(formulas+"'", rune(rest[0])) {
		return rest
	}
	return cell
}
