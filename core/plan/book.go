package plan

import (
	"fmt"
	"reflect"
	"slices"
	"strings"

	"vicis/core/naming"
	"vicis/core/rules"
	"vicis/core/tally"
	"vicis/core/times"
	"vicis/core/words"
)

// RuleHere is a rule of the book with what it comes to in this quilt.
type RuleHere struct {
	rules.Rule
	Here []RuleUse `json:"here" doc:"The sums of this quilt that rest on it, none of them twice"`
	More int       `json:"more" doc:"How many more there are"`
}

// RuleUse is one sum that rests on a rule.
type RuleUse struct {
	What string   `json:"what" doc:"What is worked out"`
	Sums []string `json:"sums"`
}

// mostUses is how many sums of one rule are told.
const mostUses = 4

// Book is the book of rules, each with what it comes to in this quilt, as it is planned and as it was tallied so far.
func (p Plan) Book(so tally.Progress, left *times.Left) []RuleHere {
	list := []RuleHere{}
	at := map[rules.ID]int{}
	for i, r := range rules.Book() {
		at[r.ID] = i
		list = append(list, RuleHere{Rule: r, Here: []RuleUse{}})
	}
	use := func(id rules.ID, u RuleUse) {
		r := &list[at[id]]
		switch {
		case len(u.Sums) == 0 || slices.ContainsFunc(r.Here, func(o RuleUse) bool { return slices.Equal(o.Sums, u.Sums) }):
		case len(r.Here) == mostUses:
			r.More++
		default:
			r.Here = append(r.Here, u)
		}
	}
	workings(reflect.ValueOf(p), "", func(what string, w words.Working) {
		for _, named := range w.Rules {
			use(named.ID, RuleUse{what, w.Sums})
		}
	})
	use(rules.Nests, RuleUse{"All crossings", spoken(p.Press.Says, p.Press.Detail)})
	use(rules.Layers, RuleUse{"All crossings", p.Press.Thick})
	use(rules.SeamOff, RuleUse{"A test strip", spoken(p.Test)})
	names := map[naming.Step]string{}
	for _, s := range p.Steps {
		names[s.ID] = s.Name
	}
	for _, g := range so.Gauged {
		use(rules.SeamOff, RuleUse{names[g.Step], g.Sums})
		for _, c := range g.Charts {
			use(rules.Chart, RuleUse{names[g.Step], spoken(c.Says)})
		}
	}
	if left != nil {
		use(rules.TimeLeft, RuleUse{"The rest", spoken(left.Says, left.Rests)})
	}
	for _, t := range p.Trim {
		if t.Square != nil {
			use(rules.Squared, RuleUse{t.Name, spoken(append(slices.Clone(t.Square.Lays), t.Square.Cuts...)...)})
		}
	}
	for _, s := range p.Steps {
		if s.Sewing != nil {
			use(rules.ThreadOfSeam, RuleUse{
				s.Name,
				spoken(fmt.Sprintf("%s of %s, %s", words.Plural(s.Sewing.Seams, "seam"), s.Sewing.Length.Text, s.Sewing.Stitch)),
			})
		}
	}
	return list
}

// spoken are the sentences that say something.
func spoken(list ...string) []string {
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
