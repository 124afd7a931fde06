package cloth

import (
	"fmt"
	"strings"

	"vicis/core/measure"
	"vicis/core/problem"
)

// Lain is a piece of the shelf as it is kept: how many there were, and how many of these were taken off it since for
// what was cut of a quilt, by the quilt.
type Lain struct {
	Holding
	Off map[string]int `json:"off,omitempty"`
}

// Promise is what a quilt takes of the shelf, and what was cut of it.
type Promise struct {
	Quilt    string          `json:"quilt"`
	Name     string          `json:"name"`
	Count    int             `json:"count" doc:"Promised and not cut yet"`
	Cut      int             `json:"cut" doc:"Cut for it, by what was counted, and no longer lying here"`
	Left     []LeftPiece     `json:"-"`
	Supplies []Supply        `json:"-"`
	Gone     map[string]Gone `json:"-"`
	Away     bool            `json:"-"`
}

// of is what a quilt has of one piece of the shelf. What was cut is gone, whether it is promised still or not.
func (p Promise) of(l Lain) Promise {
	g := p.Gone[l.ID]
	off, told := l.Off[p.Quilt]
	p.Count, p.Cut, p.Left = 0, max(0, g.Begun-off), g.Left
	for _, s := range p.Supplies {
		switch {
		case s.ID != l.ID || s.InHand:
		case s.Cut && !told: // by an older program, which took it off
			p.Cut = 0
		case !s.Cut && !p.Away:
			p.Count = max(0, s.Count-g.Begun)
		}
	}
	return p
}

// Promised lists to which quilts a piece of the shelf is promised, or of which it was cut.
func (l Lain) Promised(quilts []Promise) []Promise {
	list := []Promise{}
	for _, q := range quilts {
		if one := q.of(l); one.Count+one.Cut > 0 {
			list = append(list, one)
		}
	}
	return list
}

// Lies is how many of a piece lie there, given what was cut of it.
func (l Lain) Lies(quilts []Promise) int {
	n := l.Count
	for _, q := range quilts {
		n -= q.of(l).Cut
	}
	return max(0, n)
}

// Counted is the same piece once somebody says how it lies now: what was cut until then is no longer among it.
func (l Lain) Counted(quilts []Promise) Lain {
	l.Off = map[string]int{}
	for _, q := range quilts {
		if n := q.Gone[l.ID].Begun; n > 0 {
			l.Off[q.Quilt] = n
		}
	}
	return l
}

// Taken is the same piece once all of a quilt is cut, so many of it in all: they are taken off it once.
func (l Lain) Taken(quilt string, n int) Lain {
	was := l.Off[quilt]
	off := map[string]int{quilt: max(was, n)}
	for q, n := range l.Off {
		if q != quilt {
			off[q] = n
		}
	}
	l.Count, l.Off = max(0, l.Count-max(0, n-was)), off
	return l
}

// AllCut is what is promised to a quilt once all of it is cut, so many of each in all, and the pieces of the shelf that
// are fewer by that.
func AllCut(quilt string, mine []Supply, shelf []Lain, taken map[string]int) (cut []Supply, changed []Lain) {
	for _, one := range mine {
		for _, h := range shelf {
			if h.ID == one.ID && !one.Cut && taken[one.ID] > 0 {
				changed, one.Count = append(changed, h.Taken(quilt, taken[one.ID])), taken[one.ID]
			}
		}
		one.Cut = true
		cut = append(cut, one)
	}
	return cut, changed
}

// OnShelf is a piece of the shelf with what is promised of it.
type OnShelf struct {
	Holding
	ID       string    `json:"id"`
	Title    string    `json:"title" doc:"Its name and size as a ruler reads"`
	Promised []Promise `json:"promised"`
	Left     []string  `json:"left" doc:"What is left of those that were begun for a quilt, and is its own"`
	Free     int       `json:"free" doc:"Below zero where more is promised than there is"`
}

// Tells is how a piece lies there; what is promised to the quilt that asks is free for it.
func (l Lain) Tells(quilt string, all []Promise) OnShelf {
	out := OnShelf{Holding: l.Holding, ID: l.ID, Title: l.Title(), Promised: l.Promised(all), Left: []string{}}
	out.Count = l.Lies(all)
	out.Free = out.Count
	for _, p := range out.Promised {
		if p.Quilt != quilt {
			out.Free -= p.Count
		}
		for _, left := range p.Left {
			out.Left = append(out.Left, fmt.Sprintf("%d of %s", left.Count, l.Sized(left.W, left.L)))
		}
	}
	return out
}

// Keep holds what one quilt is promised against the shelf and what all have: a piece is promised once. Cloth that never
// lay on this shelf, as in a project from elsewhere, is let be.
func Keep(quilt string, mine []Supply, shelf []Lain, all []Promise, problems *problem.List) {
	for i, s := range mine {
		for _, h := range shelf {
			if h.ID != s.ID || s.Cut || s.InHand {
				continue
			}
			lies, wanted := h.Lies(all), s.Count
			free := lies
			var to []string
			for _, p := range all {
				if p.Quilt == quilt {
					wanted = max(0, wanted-p.Gone[h.ID].Begun)
				} else if p = p.of(h); p.Count > 0 {
					free -= p.Count
					to = append(to, fmt.Sprintf("%d to %s", p.Count, p.Name))
				}
			}
			if wanted <= free {
				continue
			}
			says := fmt.Sprintf("Of %s there is %d on the shelf, and %d are wanted here.", h.Title(), lies, wanted)
			mend := fmt.Sprintf("Take at most %d, or other cloth.", max(free, 0)+s.Count-wanted)
			if len(to) > 0 {
				says = fmt.Sprintf("Of %s there is %d on the shelf, promised already: %s.", h.Title(), lies,
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
	if h.Width.Err() != nil || h.Length.Err() != nil {
		return h.Name
	}
	return h.Name + ", " + h.Sized(h.Width.Length(), h.Length.Length())
}

// Sized tells a size as it is told of a holding, in its own measure.
func (h Holding) Sized(w, l measure.Length) string {
	ruler := measure.Ruler{Units: measure.Inches, Mark: measure.Inch / 16}
	if strings.Contains(h.Width.String(), "cm") || strings.Contains(h.Width.String(), "mm") {
		ruler = measure.Ruler{Units: measure.Centimetres, Mark: measure.Millimetre}
	}
	return ruler.Print(w) + " × " + ruler.Print(l)
}
