package making

import (
	"fmt"
	"slices"
	"strings"

	"vicis/core/measure"
	"vicis/core/piece"
	"vicis/core/rules"
)

// SumOf writes what sewn widths come to as a sum with pencil and paper: 5 × 2½″ − 4 seams × ½″ = 10½″.
func SumOf(ruler measure.Ruler, seam measure.Length, widths []measure.Length, total measure.Length) string {
	var terms []string
	for i := 0; i < len(widths); {
		j := i
		for j < len(widths) && widths[j] == widths[i] {
			j++
		}
		if j-i == 1 {
			terms = append(terms, ruler.Print(widths[i]))
		} else {
			terms = append(terms, fmt.Sprintf("%d × %s", j-i, ruler.Print(widths[i])))
		}
		i = j
	}
	sum := strings.Join(terms, " + ")
	switch n := len(widths) - 1; {
	case n == 1:
		sum += fmt.Sprintf(" − 1 seam × %s", ruler.Print(2*seam))
	case n > 1:
		sum += fmt.Sprintf(" − %d seams × %s", n, ruler.Print(2*seam))
	}
	return sum + " = " + ruler.Print(total)
}

// Sums writes what columns and rows come to, where there is more than one.
func (t *Table) Sums(widths, heights []measure.Length, p piece.Piece) SizeWorking {
	down := t.Sum("down: ", heights, p.H.Up())
	if len(widths) == 1 {
		return down
	}
	across := t.Sum("across: ", widths, p.W.Up())
	if len(heights) > 1 && !slices.Equal(widths, heights) {
		across.Sums = append(across.Sums, down.Sums...)
	}
	return across
}

// Sum writes what sewn widths come to: 5 × 2½″ − 4 seams × ½″ = 10½″.
func (t *Table) Sum(prefix string, widths []measure.Length, total measure.Length) SizeWorking {
	return SizeWorking{Sums: []string{prefix + SumOf(t.Ruler, t.Seam, widths, total)}, Rules: rules.By(rules.SewnWidth)}
}
