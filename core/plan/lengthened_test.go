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
		list, bounds := []string{}, map[string]int{}
		var tree any
		if err := json.Unmarshal(text, &tree); err != nil {
			t.Fatal(err)
		}
		texts(tree, func(key, s string) {
			bound := map[string]int{"note": 4000, "id": 64, "by": 0}[key]
			if bound == 0 && key != "by" {
				bound = 200
			}
			if was, known := bounds[s]; !known {
				list = append(list, s)
				bounds[s] = bound
			} else {
				bounds[s] = min(was, bound)
			}
		})
		was := list[r.IntN(len(list))]
		bound := bounds[was]
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
		for _, n := range []int{bound - len(was), 500, 5_000, 500_000} {
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
			unreadable := func(l problem.List) bool { return l.Has(document.TooLong) || l.Has("document-unreadable") }
			if refused := unreadable(problems); refused != (len(was)+n > bound) && bound > 0 {
				t.Errorf("%s: %q with %d more: refused %v", b.Name, was, n, refused)
			} else if refused && (len(p.Steps) > 0 || len(answer) > 2*len(sent)+10_000) {
				t.Errorf("%s: %q with %d more is refused and has %d steps, an answer of %d bytes", b.Name, was, n,
					len(p.Steps), len(answer))
			}
			_, problems = document.Stored(string(sent))
			if unreadable(problems) != (len(was)+n > 16*bound) && bound > 0 {
				t.Errorf("%s: %q with %d more, stored: %.300v", b.Name, was, n, problems)
			}
		}
	}
	if heaviest > 200<<20 || longest > 4<<20 {
		t.Errorf("a text takes %d MB of memory, or %d kB of an answer", heaviest>>20, longest>>10)
	}
}

// longNamed is a document where every id and every name is as long as it may be.
func longNamed(t testing.TB, text []byte) []byte {
	t.Helper()
	var tree any
	if err := json.Unmarshal(text, &tree); err != nil {
		t.Fatal(err)
	}
	ids := map[string]bool{}
	texts(tree, func(key, s string) {
		if key == "id" {
			ids[s] = true
		}
	})
	fill := func(s string, n int) string { return s + strings.Repeat("m", max(0, n-len(s))) }
	var walk func(key string, v any) any
	walk = func(key string, v any) any {
		switch v := v.(type) {
		case string:
			switch of, part, is := strings.Cut(v, ":"); {
			case key == "name":
				return fill(v+" ", 200)
			case ids[v]:
				return fill(v, 64)
			case is && ids[of]:
				return fill(of, 64) + ":" + part
			}
		case []any:
			for i := range v {
				v[i] = walk(key, v[i])
			}
		case map[string]any:
			for k := range v {
				v[k] = walk(k, v[k])
			}
		}
		return v
	}
	out, err := json.Marshal(walk("", tree))
	if err != nil {
		t.Fatal(err)
	}
	return out
}
