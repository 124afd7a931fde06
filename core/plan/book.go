package plan

import (
	"fmt"
	"reflect"
	"slices"
	"strings"

	"vicis/core/naming"
	"vicis/core/rules"
	"vicis/core/tally"
	"vicis/core/words"
)

// RuleHere is a rule of the book with what it comes to in this quilt.
type RuleHere struct {
	rules.Rule
	Here []Use `json:"here" doc:"The sums of this quilt that rest on it, none of them twice"`
	More int   `json:"more" doc:"How many more there are"`
}

// Use is one sum that rests on a rule.
type Use struct {
	What string   `json:"what" doc:"What is worked out"`
	Sums []string `json:"sums"`
}

// mostUses is how many sums of one rule are told.
const mostUses = 4

// Book is the book of rules, each with what it comes to in this quilt, as it is planned and as it was tallied so far.
func (p Plan) Book(so tally.Progress, left *tally.Left) []RuleHere {
	list := []RuleHere{}
	at := map[rules.ID]int{}
	for i, r := range rules.Book() {
		at[r.ID] = i
		list = append(list, RuleHere{Rule: r, Here: []Use{}})
	}
	use := func(id rules.ID, u Use) {
		r := &list[at[id]]
		switch {
		case len(u.Sums) == 0 || slices.ContainsFunc(r.Here, func(o Use) bool { return slices.Equal(o.Sums, u.Sums) }):
		case len(r.Here) == mostUses:
			r.More++
		default:
			r.Here = append(r.Here, u)
		}
	}
	workings(reflect.ValueOf(p), "", func(what string, w words.Working) {
		for _, named := range w.Rules {
			use(named.ID, Use{what, w.Sums})
		}
	})
	use(rules.Nests, Use{"All crossings", said(p.Press.Says, p.Press.Detail)})
	use(rules.Layers, Use{"All crossings", p.Press.Thick})
	use(rules.SeamOff, Use{"A test strip", said(p.Test)})
	names := map[naming.Step]string{}
	for _, s := range p.Steps {
		names[s.ID] = s.Name
	}
	for _, g := range so.Gauged {
		use(rules.SeamOff, Use{names[g.Step], g.Sums})
		for _, c := range g.Charts {
			use(rules.Chart, Use{names[g.Step], said(c.Says)})
		}
	}
	if left != nil {
		use(rules.TimeLeft, Use{"The rest", said(left.Says, left.Rests)})
	}
	for _, t := range p.Trim {
		if t.Square != nil {
			use(rules.Squared, Use{t.Name, said(append(slices.Clone(t.Square.Lays), t.Square.Cuts...)...)})
		}
	}
	for _, s := range p.Steps {
		if s.Sewing != nil {
			use(rules.ThreadOfSeam, Use{s.Name, said(fmt.Sprintf("%s of %s, %s", words.Plural(s.Sewing.Seams, "seam"), s.Sewing.Length.Text, s.Sewing.Stitch))})
		}
	}
	return list
}

// said are the sentences that say something.
func said(list ...string) []string {
	return slices.DeleteFunc(slices.Clone(list), func(s string) bool { return s == "" })
}

// workings goes through everything that a plan tells, and finds every working with the name of what it stands beside.
func workings(v reflect.Value, what string, found func(what string, w words.Working)) {
	switch v.Kind() {
	case reflect.Pointer, reflect.Interface:
		if !v.IsNil() {
			workings(v.Elem(), what, found)
		}
	case reflect.Slice:
		for i := range v.Len() {
			workings(v.Index(i), what, found)
		}
	case reflect.Map:
		keys := v.MapKeys()
		slices.SortFunc(keys, func(a, b reflect.Value) int { return strings.Compare(a.String(), b.String()) })
		for _, k := range keys {
			workings(v.MapIndex(k), what, found)
		}
	case reflect.Struct:
		if w, ok := v.Interface().(words.Working); ok {
			found(what, w)
			return
		}
		for _, name := range []string{"Name", "Set", "For", "Says"} {
			if f := v.FieldByName(name); f.IsValid() && f.Kind() == reflect.String && f.String() != "" {
				what = f.String()
				break
			}
		}
		for i := range v.NumField() {
			if v.Type().Field(i).IsExported() {
				workings(v.Field(i), what, found)
			}
		}
	}
}
