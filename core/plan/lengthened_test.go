package plan_test

import (
	"encoding/json"
	"math/rand/v2"
	"runtime"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/plan"
	"vicis/core/problem"
	"vicis/internal/trial/whole"
)

// lengthened is a document of which one text is longer, wherever it stands.
func lengthened(tree any, text, longer string) any {
	switch v := tree.(type) {
	case string:
		if v == text {
			return longer
		}
	case []any:
		for i := range v {
			v[i] = lengthened(v[i], text, longer)
		}
	case map[string]any:
		for key, value := range v {
			v[key] = lengthened(value, text, longer)
		}
	}
	return tree
}

// texts lists every text of a document.
func texts(tree any, do func(key, text string)) {
	var walk func(key string, v any)
	walk = func(key string, v any) {
		switch v := v.(type) {
		case string:
			do(key, v)
		case []any:
			for _, one := range v {
				walk(key, one)
			}
		case map[string]any:
			for k, one := range v {
				walk(k, one)
			}
		}
	}
	walk("", tree)
}

// Every text of a document is bounded where it is sent: one that is longer is refused at its place, and nothing is
// planned of it, so that no answer and no memory grows with it; as long as it may be, a plan is a plan. Stored by an
// older program a longer one is read all the same, and one that is far too long is not planned.
func TestLongTextsAreBounded(t *testing.T) {
	r := rand.New(rand.NewPCG(37, 2))
	heaviest, longest := uint64(0), 0
	for _, b := range whole.Blocks(t) {
		from := surrounded(b)
		text, err := document.Write(from)
		if err != nil {
			t.Fatal(err)
		}
		list, keys := []string{}, map[string]string{}
		var tree any
		if err := json.Unmarshal(text, &tree); err != nil {
			t.Fatal(err)
		}
		texts(tree, func(key, s string) {
			if keys[s] == "" {
				list = append(list, s)
			}
			keys[s] = key
		})
		was := list[r.IntN(len(list))]
		if was == "" {
			continue
		}
		longer := func(n int) []byte {
			var copied any
			if err := json.Unmarshal(text, &copied); err != nil {
				t.Fatal(err)
			}
			out, err := json.Marshal(lengthened(copied, was, was+strings.Repeat("x", n)))
			if err != nil {
				t.Fatal(err)
			}
			return out
		}
		for _, n := range []int{64 - len(was), 500, 5_000, 500_000} {
			if n < 0 {
				continue
			}
			sent := longer(n)
			var before, after runtime.MemStats
			runtime.ReadMemStats(&before)
			d, problems := document.Read(sent)
			p, problems := plan.Make(d, problems)
			answer, err := json.Marshal(p)
			runtime.ReadMemStats(&after)
			if err != nil {
				t.Fatal(err)
			}
			heaviest, longest = max(heaviest, after.TotalAlloc-before.TotalAlloc), max(longest, len(answer))
			bound := map[string]int{"name": 200, "note": 4000}[keys[was]]
			if bound == 0 {
				bound = 64
			}
			unreadable := func(l problem.List) bool { return l.Has(document.TooLong) || l.Has("document-unreadable") }
			if refused := unreadable(problems); refused != (len(was)+n > bound) && keys[was] != "by" {
				t.Errorf("%s: %q (%s) with %d more: refused %v", b.Name, was, keys[was], n, refused)
			} else if refused && (len(p.Steps) > 0 || len(answer) > 2*len(sent)+10_000) {
				t.Errorf("%s: %q with %d more is refused and has %d steps, an answer of %d bytes", b.Name, was, n,
					len(p.Steps), len(answer))
			}
			_, problems = document.Stored(string(sent))
			if unreadable(problems) != (len(was)+n > 16*bound) && keys[was] != "by" {
				t.Errorf("%s: %q with %d more, stored: %.300v", b.Name, was, n, problems)
			}
		}
	}
	if heaviest > 200<<20 || longest > 4<<20 {
		t.Errorf("a text takes %d MB of memory, or %d kB of an answer", heaviest>>20, longest>>10)
	}
}
