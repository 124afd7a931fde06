package cloth

import (
	"fmt"
	"strings"

	"vicis/core/measure"
	"vicis/core/problem"
)

// Promise is what another quilt takes of the shelf.
type Promise struct {
	Quilt    string   `json:"quilt"`
	Name     string   `json:"name"`
	Count    int      `json:"count"`
	Supplies []Supply `json:"-"`
}

// Promised lists to whom a piece of the shelf is promised, and how many of it.
func Promised(id string, quilts []Promise) []Promise {
	list := []Promise{}
	for _, q := range quilts {
		for _, s := range q.Supplies {
			if s.ID == id && !s.Cut && !s.InHand {
				list = append(list, Promise{Quilt: q.Quilt, Name: q.Name, Count: s.Count})
			}
		}
	}
	return list
}

// Keep holds what one quilt is promised against the shelf and what the others have: every piece is promised once. Cloth
// that never lay on this shelf, as in a project from elsewhere, is let be.
func Keep(mine []Supply, shelf []Holding, others []Promise, problems *problem.List) {
	for i, s := range mine {
		for _, h := range shelf {
			if h.ID != s.ID || s.Cut || s.InHand {
				continue
			}
			free := h.Count
			var to []string
			for _, p := range Promised(h.ID, others) {
				free -= p.Count
				to = append(to, fmt.Sprintf("%d to %s", p.Count, p.Name))
			}
			if s.Count <= free {
				continue
			}
			says := fmt.Sprintf("Of %s there is %d on the shelf, and %d are wanted here.", h.Title(), h.Count, s.Count)
			mend := fmt.Sprintf("Take at most %d, or other cloth.", max(free, 0))
			if len(to) > 0 {
				says = fmt.Sprintf("Of %s there is %d on the shelf, promised already: %s.", h.Title(), h.Count,
					strings.Join(to, ", "))
				if free <= 0 {
					mend = "Take other cloth, or free it there first."
				}
			}
			problems.Stop("promised-already", problem.At("supplies", i, "count"), says, mend)
		}
	}
}

// Title is what a holding is called with its size.
func (h Holding) Title() string {
	ruler := measure.Ruler{Units: measure.Inches, Mark: measure.Inch / 16}
	if strings.Contains(h.Width.String(), "cm") || strings.Contains(h.Width.String(), "mm") {
		ruler = measure.Ruler{Units: measure.Centimetres, Mark: measure.Millimetre}
	}
	if h.Width.Err() != nil || h.Length.Err() != nil {
		return h.Name
	}
	return fmt.Sprintf("%s, %s × %s", h.Name, ruler.Print(h.Width.Length()), ruler.Print(h.Length.Length()))
}
