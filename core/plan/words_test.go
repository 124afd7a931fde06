package plan_test

import (
	"cmp"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"regexp"
	"slices"
	"sort"
	"strconv"
	"strings"
	"testing"
	"unicode/utf8"

	"vicis/core/ask"
	"vicis/core/askcloth"
	"vicis/core/askpress"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/plan"
	"vicis/core/problem"
	"vicis/core/quilt"
	"vicis/core/rules"
	"vicis/core/triangle"
	"vicis/internal/trial/whole"
)

// someQuilts plans quilts that are no demo: every block of the library alone, few and many, with everything round it,
// and blocks with single values changed by chance.
func someQuilts(t *testing.T, do func(name string, d document.Document, p plan.Plan)) {
	t.Helper()
	try := func(name string, d document.Document) {
		if p, problems := plan.Make(d, problem.List{}); !problems.Stopped() {
			do(name, d, p)
		}
	}
	r := rand.New(rand.NewPCG(12, 25))
	for i, b := range whole.Blocks(t) {
		for _, size := range [][2]int{{1, 1}, {1, 2}, {3, 3}} {
			d := b
			d.Top.Rows, d.Top.Columns = size[0], size[1]
			try(fmt.Sprintf("%s, %d × %d", b.Name, size[0], size[1]), d)
		}
		full, other := surrounded(b), otherwise(b)
		full.Top.Borders = append(slices.Clone(full.Top.Borders), quilt.Border{
			ID: "rim-1", Name: "Äußerer Rand", Role: b.Roles[0].ID, Width: making.Typed("2 in"),
			Corners: b.Roles[len(b.Roles)-1].ID,
		})
		if i%3 == 0 {
			dealt := whole.Assorted(b, i%len(b.Fabrics), 5+i%7)
			dealt.Deal.Rules = []document.DealRule{{Role: b.Roles[0].ID, One: "part"}}
			try(b.Name+", dealt", dealt)
			try(b.Name+", in hand", inHand(t, b))
			try(b.Name+", measured", measuredLess(b))
			if i%9 == 0 {
				try(b.Name+", measured, with all round it", measuredLess(surrounded(b)))
			}
		}
		try(b.Name+", with all round it", full)
		try(b.Name+", otherwise", other)
		for _, from := range []document.Document{b, full, other} {
			text, err := document.Write(from)
			if err != nil {
				t.Fatal(err)
			}
			for k := range 4 {
				var tree any
				if err := json.Unmarshal(text, &tree); err != nil {
					t.Fatal(err)
				}
				for range 1 + k {
					change(tree, r.IntN(1<<16), byte(r.IntN(256)), r.IntN(256))
				}
				changed, err := json.Marshal(tree)
				if err != nil {
					t.Fatal(err)
				}
				if d, problems := document.Read(changed); !problems.Stopped() && d.Top.HowMany() < 200 {
					try(fmt.Sprintf("%s, changed %d times (%d)", b.Name, k+1, i), d)
				}
			}
		}
	}
}

// inHand is a document whose half-squares are sewn of squares that lie there, of 5″, all round where they can be.
func inHand(t *testing.T, d document.Document) document.Document {
	t.Helper()
	d, err := document.Copy(d)
	if err != nil {
		t.Fatal(err)
	}
	for i := range d.Parts {
		if m, ok := d.Parts[i].How.(*triangle.HalfSquare); ok && m.Lower.Unit == "" && m.Upper.Unit == "" {
			m.Finished, m.Cut = making.Breadth{}, making.Typed("5 in")
			d.Parts[i].Untrimmed = i%2 == 0
		}
	}
	return d
}

// said lists every sentence of an answer: its texts with a blank in them.
func said(t *testing.T, answer any) (list []string) {
	t.Helper()
	text, err := json.Marshal(answer)
	if err != nil {
		t.Fatal(err)
	}
	var tree any
	if err := json.Unmarshal(text, &tree); err != nil {
		t.Fatal(err)
	}
	var walk func(v any)
	walk = func(v any) {
		switch v := v.(type) {
		case string:
			if strings.Contains(v, " ") {
				list = append(list, v)
			}
		case []any:
			for _, one := range v {
				walk(one)
			}
		case map[string]any:
			for _, one := range v {
				walk(one)
			}
		}
	}
	walk(tree)
	return list
}

var wrong = []*regexp.Regexp{
	regexp.MustCompile(`(^|[^\d.,×÷+−/⁄ w] ?)\b1 (are|do|strips|sets|pieces|units|blocks|rows|seams|crossings|logs|patches|spares|stitches|points|cuts|times|layers|ends|things|squares|sub-cuts|kinds|steps|were|have)\b`),
	regexp.MustCompile(`each of (the|its) 1 |Each of (the|its) 1 |the 1 [a-z]+s\b|All 1 |There are 1 |\b1 (later|more|other|alike) [a-z]+s\b`),
	regexp.MustCompile(`(; press|\btoward|\bfrom|\bof|\bfor) ?[.,;:]?$`),
	regexp.MustCompile(`  |\.\.|,\.| ,|“”|\( |%!|<nil>|NaN`),
}

// compared are two numbers of which one is told to take the place of the other.
var compared = regexp.MustCompile(`(\d+|\bno)( crossings?)?( clash(es)?)? instead of (\d+)`)

// changesNothing finds a comparison of a number with itself.
func changesNothing(s string) string {
	for _, m := range compared.FindAllStringSubmatch(s, -1) {
		if m[1] == m[5] || m[1] == "no" && m[5] == "0" {
			return m[0]
		}
	}
	return ""
}

var oddName = regexp.MustCompile(`^[^\p{L}]+\S|\S[^\p{L}]$`)

// namesOf is what the quilter called things.
func namesOf(d document.Document) map[string]bool {
	names := map[string]bool{d.Name: true}
	for _, u := range d.Parts {
		names[u.Name] = true
	}
	for _, b := range d.Top.Borders {
		names[b.Name] = true
	}
	for _, f := range d.Fabrics {
		names[f.Name] = true
	}
	for _, r := range d.Roles {
		names[r.Name] = true
	}
	for _, c := range d.Colourways {
		names[c.Name] = true
	}
	return names
}

// idsOf lists the ids of a document that no word is: with a hyphen, an @ or the like in them, and nothing named so.
func idsOf(d document.Document) (list []string) {
	names := namesOf(d)
	add := func(id string) {
		if strings.ContainsAny(id, "-@~/") && !strings.Contains(id, " ") && !names[id] {
			list = append(list, id)
		}
	}
	for _, u := range d.Parts {
		add(string(u.ID))
	}
	for _, b := range d.Top.Borders {
		add(string(b.ID))
	}
	for _, f := range d.Fabrics {
		add(f.ID)
	}
	return list
}

// Sentences are sentences: one of a thing is one, nothing ends in the air, no letter is cut in two; and no two things
// to do are told in the same words.
func TestSentencesAreWhole(t *testing.T) {
	seen, quilts := 0, 0
	someQuilts(t, func(name string, d document.Document, p plan.Plan) {
		quilts++
		var more []string
		if quilts%8 == 0 {
			r, _ := askpress.RemediesFor(d, ask.Enough(nil))
			for i := range r.List {
				r.List[i].Document = document.Document{}
			}
			c, _ := askcloth.Cliffs(d, ask.Enough(nil))
			more = append(said(t, r), said(t, c)...)
		}
		seen += toldWell(t, name, d, p, more...)
	})
	if quilts < 200 || seen < 20_000 {
		t.Errorf("only %d sentences of %d quilts", seen, quilts)
	}
}

// toldWell holds every sentence of a plan, and more, to that, and says how many there are.
func toldWell(t *testing.T, name string, d document.Document, p plan.Plan, more ...string) int {
	t.Helper()
	p.Pictures, p.Quilt.Blocks = nil, nil
	sentences, ids := append(more, said(t, p)...), idsOf(d)
	sentences = append(sentences, plan.TextOf(d, p))
	var odd []string // names that begin or end as no word does: what they come to beside ours is the quilter's
	for name := range namesOf(d) {
		if oddName.MatchString(name) {
			odd = append(odd, name, "it")
		}
	}
	for _, s := range sentences {
		if !utf8.ValidString(s) || strings.ContainsRune(s, utf8.RuneError) {
			t.Errorf("%s: %q", name, s)
		}
		for line := range strings.SplitSeq(s, "\n") {
			line = strings.NewReplacer(odd...).Replace(line)
			for _, w := range wrong {
				m := cmp.Or(w.FindString(strings.TrimSpace(line)), changesNothing(line))
				for _, id := range ids {
					if strings.Contains(" "+line+" ", " "+id+" ") {
						m = id
					}
				}
				if d.Top.Block != nil && strings.Contains(line, "held back") { // nothing waits any more
					m = line
				}
				if m != "" && !(strings.HasPrefix(s, p.Name) && strings.Contains(m, "  ")) {
					t.Errorf("%s: %q in %q", name, m, line)
				}
			}
		}
	}
	told := map[string]string{}
	for _, s := range p.Steps {
		if other, twice := told[s.Says]; twice {
			t.Errorf("%s: %s and %s are both told %q", name, other, s.ID, s.Says)
		}
		told[s.Says] = string(s.ID)
	}
	return len(sentences)
}

var termOf = regexp.MustCompile(`^(\d+)(?: × (\d+))?(?: ÷ (\d+), rounded up,)?$`)

// Every sum behind a count comes to it, worked out on its own words.
func TestEverySumBehindACountComesToIt(t *testing.T) {
	checked := 0
	someQuilts(t, func(name string, _ document.Document, p plan.Plan) {
		var names []string
		for _, s := range p.Steps {
			names = append(names, s.Name)
		}
		sort.Slice(names, func(i, j int) bool { return len(names[i]) > len(names[j]) })
		for _, s := range p.Steps {
			for _, sum := range s.Working.Sums {
				left, right, found := strings.Cut(sum, " = ")
				if !found || len(s.Working.Rules) != 1 || s.Working.Rules[0].ID != rules.FromTop {
					continue
				}
				for _, n := range names {
					left = strings.ReplaceAll(left, " for "+n, "")
					left = strings.ReplaceAll(left, " in place of "+n, "")
					left = strings.ReplaceAll(left, " that "+n+" stands in for", "")
					left = strings.ReplaceAll(left, " "+n+" ÷", " ÷")
				}
				left = strings.ReplaceAll(left, " spare", "")
				total, good := 0, true
				for i, plus := range strings.Split(left, " + ") {
					for k, term := range strings.Split(plus, " − ") {
						m := termOf.FindStringSubmatch(term)
						if m == nil {
							good = i == 0 && k == 0 && term == ""
							break
						}
						v, _ := strconv.Atoi(m[1])
						if m[2] != "" {
							by, _ := strconv.Atoi(m[2])
							v *= by
						}
						if m[3] != "" {
							by, _ := strconv.Atoi(m[3])
							v = (v + by - 1) / by
						}
						if k > 0 {
							v = -v
						}
						total += v
					}
				}
				checked++
				if !good || fmt.Sprint(total) != right {
					t.Errorf("%s, %s: %q (%q comes to %d)", name, s.ID, sum, left, total)
				}
			}
		}
	})
	if checked < 2000 {
		t.Errorf("only %d sums", checked)
	}
}
