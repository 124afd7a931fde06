package plan_test

import (
	"reflect"
	"slices"
	"testing"

	"vicis/core/document"
	"vicis/core/plan"
	"vicis/core/rules"
	"vicis/core/tally"
	"vicis/core/words"
	"vicis/internal/quilts"
	"vicis/internal/trial/whole"
)

// every finds every working in whatever is told, without knowing where they are.
func every(v reflect.Value, found func(words.Working)) {
	switch v.Kind() {
	case reflect.Pointer, reflect.Interface:
		if !v.IsNil() {
			every(v.Elem(), found)
		}
	case reflect.Slice:
		for i := range v.Len() {
			every(v.Index(i), found)
		}
	case reflect.Map:
		for _, k := range v.MapKeys() {
			every(v.MapIndex(k), found)
		}
	case reflect.Struct:
		if w, ok := v.Interface().(words.Working); ok {
			found(w)
			return
		}
		for i := range v.NumField() {
			if v.Type().Field(i).IsExported() {
				every(v.Field(i), found)
			}
		}
	}
}

// No working names a rule that is not in the book, none names no rule, and what a rule comes to here is told with what
// it is of.
func TestEveryWorkingNamesARuleOfTheBook(t *testing.T) {
	all, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	named := map[rules.ID]int{}
	tin := all[slices.IndexFunc(all, func(d document.Document) bool { return d.Deal != nil })]
	falls := whole.Assorted(tin, 0, 3)
	falls.Deal = nil
	for _, d := range append(all, falls, whole.Assorted(tin, 0, 5)) {
		p, _, _ := plan.From(d, nil)
		sums := 0
		every(reflect.ValueOf(p), func(w words.Working) {
			sums++
			if len(w.Rules) == 0 {
				t.Errorf("%s: %v rests on no rule", d.Name, w.Sums)
			}
			for _, r := range w.Rules {
				if _, known := rules.Find(r.ID); !known || r.Says == "" {
					t.Errorf("%s: %v names the rule %q", d.Name, w.Sums, r.ID)
				}
				named[r.ID]++
			}
		})
		if sums == 0 {
			t.Errorf("%s has no working", d.Name)
		}
		told := 0
		for _, r := range p.Book(tally.Progress{}, nil) {
			for _, u := range r.Here {
				told++
				if u.What == "" || len(u.Sums) == 0 {
					t.Errorf("%s, %s: %+v", d.Name, r.ID, u)
				}
			}
			if len(r.Here) == 0 && r.More > 0 {
				t.Errorf("%s, %s: %d more than none", d.Name, r.ID, r.More)
			}
		}
		if told == 0 {
			t.Errorf("%s: no rule comes to anything", d.Name)
		}
	}
	if len(named) < 25 {
		t.Errorf("only %d rules are named", len(named))
	}
}
