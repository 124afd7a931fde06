package times

import (
	"fmt"
	"slices"

	"vicis/core/batching"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/tally"
	"vicis/core/words"
	"vicis/core/work"
)

// Sum is what there is of several steps together.
type Sum struct {
	By       By     `json:"by" enum:"stage,kind,hand,colourway"`
	Name     string `json:"name"`
	Steps    int    `json:"steps" doc:"How many steps it is of"`
	Needed   int    `json:"needed" doc:"Spares included"`
	Spare    int    `json:"spare"`
	Made     int    `json:"made"`
	Presumed int    `json:"presumed" doc:"Used, or found lying there, though nobody counted it"`
	Aside    int    `json:"aside"`
	Used     int    `json:"used"`
	OnHand   int    `json:"onHand"`
	ToGo     int    `json:"toGo"`
}

// By is what is summed.
type By string

// What is summed: a stage of the work; a kind of unit in all its hands and colourways; a kind in one hand, where it has
// two; what is finished in one colourway, units and blocks apart.
const (
	ByStage     By = "stage"
	ByKind      By = "kind"
	ByHand      By = "hand"
	ByColourway By = "colourway"
)

// Sums adds up what there is, in the order of the plan.
func Sums(w *work.Work, p tally.Progress) []Sum {
	list := []Sum{}
	at := map[[2]string]int{}
	add := func(by By, name string, i int) {
		k, known := at[[2]string{string(by), name}]
		if !known {
			k, at[[2]string{string(by), name}] = len(list), len(list)
			list = append(list, Sum{By: by, Name: name})
		}
		s, st := &list[k], p.Steps[i]
		s.Steps++
		s.Needed, s.Spare, s.Made, s.Aside = s.Needed+st.Make, s.Spare+w.Steps[i].Spare, s.Made+st.Made, s.Aside+st.Aside
		s.Used, s.OnHand, s.ToGo = s.Used+st.Used, s.OnHand+st.OnHand, s.ToGo+st.ToGo
		s.Presumed += st.Presumed
	}
	ways := map[string]string{"": "the quilt's own fabrics"}
	for _, c := range w.Colourways {
		ways[c.ID] = c.Name
	}
	for i, s := range w.Steps {
		add(ByStage, string(s.Stage), i)
		made := s.ID.Made()
		if made == "" || made.Fills() || s.Of.Batch == nil && s.Of.Sub == nil {
			continue
		}
		kind := kindName(w, made)
		add(ByKind, kind, i)
		if hand := handOf(w.Unit(made.Whole()), made); hand != "" {
			add(ByHand, kind+", "+hand, i)
		}
		if len(w.Colourways) > 0 && (s.Stage == batching.Units || s.Stage == batching.Blocks) {
			add(ByColourway, fmt.Sprintf("%s: %s", words.UpperFirst(ways[made.Colourway()]), s.Stage), i)
		}
	}
	return list
}

// kindName is what a unit of the document is called, whatever it is made in.
func kindName(w *work.Work, made naming.Unit) string {
	for _, u := range w.Parts {
		if u.ID == naming.Of(made.ID()) {
			return u.Name
		}
	}
	return w.Unit(made.Whole()).Unit.Name
}

// handOf is which of two hands a unit is; empty where it is its own mirror image, or has none.
func handOf(m making.Made, made naming.Unit) string {
	for i, v := range m.Variants {
		if v.ID != made || v.Mirror == "" {
			continue
		}
		other := slices.IndexFunc(m.Variants, func(o making.Variant) bool { return o.ID == v.Mirror })
		return map[bool]string{true: "one hand", false: "the other hand"}[i < other]
	}
	return ""
}
