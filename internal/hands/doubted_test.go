package hands_test

import (
	"fmt"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/mat"
	"vicis/core/work"
)

// doubted is a quilt whose cloth was once counted wrong, and what is right, by pencil.
type doubted struct {
	text   string
	buy    string   // of the assortment
	mat    []string // some of the lines at the mat
	strips int      // that are cut of it
}

// doubtful writes such a quilt down: its prints, units and top.
func doubtful(prints, units, top, more string) string {
	return fmt.Sprintf(`{"vicis":1,"name":"Doubted","measure":"in","ruler":"1/8 in","seam":{"stitched":"1/4 in","fold":"0 in"},
"cloth":{"usable":"40 in","squaring":"1/2 in"},"strip":"2 1/2 in","spares":{},"schools":{},"settings":{},
"fabrics":[{"id":"many","name":"Many","colour":"#884444","print":"assorted",%s},{"id":"g","name":"Ground","colour":"#eeeeee"}],
"roles":[{"id":"A","name":"one","fabric":"many"},{"id":"B","name":"other","fabric":"many"},{"id":"G","name":"ground","fabric":"g"}],
"units":[%s],"top":%s%s}`, prints, units, top, more)
}

// By pencil. A set of a strip in each of two roles, cut 2½″: 39½ ÷ 2½ = 15 from one, 19 × 15 from 19 sets, 38 strips, one
// from each of 38 prints: 3″, ⅛ yd of each.
//
// Blocks of six 5″ squares: eight take 48, a stack of 42 is one block short. Seven come from a strip of 39½″: six are one
// strip, 5½″, ¼ yd of any one print.
//
// Ladders of four strips, three of them of an assortment of six prints, cut 6½″: six from a set, 24 ladders from four
// sets, 12 strips, two from each print, 5½″, ¼ yd; no ladder has a print twice.
var doubts = map[string]doubted{
	"a set in two roles": {
		doubtful(`"prints":38`, `{"id":"set","name":"Set","how":{"by":"strip set","strips":[{"id":"a","role":"A"},{"id":"b","role":"B"}]}},
{"id":"cut","name":"Pair","how":{"by":"sub-cut","from":"set","width":"2 1/2 in"}}`,
			`{"rows":19,"columns":15,"repeat":[[{"unit":"cut"}]]}`, ""),
		"⅛ yd of each of 38 prints",
		[]string{
			"Cut 19 strips 2½″ wide, as one, 1 from each of 19 of its 38 prints.",
			"Cut 19 strips 2½″ wide, as other, 1 from each of 19 of its 38 prints.",
		},
		38,
	},
	"a stack one block short": {
		doubtful(`"prints":42`, `{"id":"p","name":"Square","how":{"by":"patch","role":"A","width":"5 in","height":"5 in"}},
{"id":"block","name":"Block","how":{"by":"grid","rows":[{"id":"r1","cells":[{"unit":"p"},{"unit":"p"},{"unit":"p"}]},
{"id":"r2","cells":[{"unit":"p"},{"unit":"p"},{"unit":"p"}]}]}}`, `{"rows":4,"columns":2,"repeat":[[{"unit":"block"}]]}`,
			`,"supplies":[{"id":"stack","fabric":"many","kind":"pieces","width":"5 in","length":"5 in","count":42}]`),
		"¼ yd of any one print",
		[]string{
			"Take 42 pieces of 5″ × 5″ from the shelf, as they are.",
			"1 strip of 5″: square the left end, then 6 at 5″.",
		},
		1,
	},
	"a ladder of four roles": {
		doubtful(ladderPrints(6), `{"id":"set","name":"Set","how":{"by":"strip set","strips":[{"id":"g","role":"G"},{"id":"a","role":"A"},
{"id":"b","role":"A"},{"id":"c","role":"A"}]}},
{"id":"cut","name":"Ladder","how":{"by":"sub-cut","from":"set","width":"6 1/2 in"}}`,
			`{"rows":4,"columns":6,"repeat":[[{"unit":"cut"}]]}`, `,"deal":{"seed":5}`),
		"¼ yd of each of 6 prints",
		[]string{"Cut 12 strips 2½″ wide, 2 from each of its 6 prints."},
		12,
	},
}

func ladderPrints(n int) string {
	var list []string
	for i := range n {
		list = append(list, fmt.Sprintf(`{"id":"p%d","name":"Print %d","colour":"#%02x4040"}`, i, i+1, 40+20*i))
	}
	return `"assortment":[` + strings.Join(list, ",") + `]`
}

// The three quilts are right at the shelf, on the cut list, at the mat and under the hands.
func TestQuiltsWhoseClothWasDoubted(t *testing.T) {
	jobs, of := map[string]job{}, map[string]*work.Work{}
	for name, one := range doubts {
		d, problems := document.Read([]byte(one.text))
		w, ok := work.Of(d)
		if problems.Stopped() || !ok {
			t.Fatalf("%s: %v", name, problems)
		}
		jobs[name], of[name] = jobOf(w), w
		tell := mat.Of(w)
		strips := 0
		for _, f := range w.Cut.Fabrics {
			if f.Fabric.ID != "many" {
				continue
			}
			for _, s := range f.Strips {
				strips += s.Count - s.Ready
			}
			if buys := tell.Buys(f); buys != one.buy {
				t.Errorf("%s: buy %s", name, buys)
			}
		}
		if strips != one.strips {
			t.Errorf("%s: %d strips are cut", name, strips)
		}
		var lines []string
		for _, part := range tell.Script() {
			for _, l := range part.Lines {
				lines = append(lines, l.Says)
			}
		}
		for _, want := range one.mat {
			if !strings.Contains(strings.Join(lines, "\n"), want) {
				t.Errorf("%s: %q is not among %q", name, want, lines)
			}
		}
		for _, c := range w.Dealt.Cells {
			if p := c.Prints; p[0] == p[1] || p[1] == p[2] || p[0] == p[2] {
				t.Errorf("%s: a ladder of %v", name, p)
			}
		}
	}
	for name, c := range sew(t, jobs) {
		for _, wrong := range held(of[name], jobs[name].Sheet, c) {
			t.Errorf("%s: %s", name, wrong)
		}
	}
}
