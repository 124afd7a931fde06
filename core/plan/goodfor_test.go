package plan_test

import (
	"fmt"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/plan"
	"vicis/internal/quilts"
)

// What is left of two quilts, by pencil.
func TestWhatTheEndsAreGoodFor(t *testing.T) {
	all, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	said := map[string]string{}
	for _, d := range all {
		p, _, _ := plan.From(d, nil)
		for _, g := range p.GoodFor {
			said[d.Name] += g.Says + "\n" + strings.Join(g.Working.Sums, "\n") + "\n"
		}
	}
	for name, wants := range map[string][]string{
		// 1 × 22¼, 1 × 37 of dark and 1 × 22¼, 1 × 29½ of light: 111 − 3 × ½ = 109½. A quilt of 24½ takes 2 × 24½ + 2 × (24½ + 5 − 1) = 106.
		"Shoo-fly": {"cut 2½″ wide and sewn end to end from 4 ends: 109½″ of it, and it takes 106″"},
		// Sets 9½ high are cut across their seams alone, 2 wide: 17 × 9½ − 16 × ½ = 153½; 2 × 32½ + 2 × 35½ = 136.
		"Corners exchanged": {"cut 2″ wide and sewn end to end from 17 ends: 153½″ of it, and it takes 136″"},
		// One piece 33 × 10½ gives 9 × 3 squares of 3½.
		"Boat shed": {"27 squares of 3½″ for the corners of the border", "each 9 × 3 squares"},
	} {
		for _, want := range wants {
			if !strings.Contains(said[name], want) {
				t.Errorf("%s: %q is not said: %s", name, want, said[name])
			}
		}
	}
}

// Eight half-squares fall out of a pair of squares. Three pinwheels take twelve of sixteen: of the four that are left a fourth is sewn.
func TestASpareBlock(t *testing.T) {
	half := `{"id":"half","name":"Half","how":{"by":"half-square triangles","way":"eight","lower":{"role":"A"},"upper":{"role":"B"},"finished":"2 in","sizing":"rule"}}`
	wheel := `{"id":"block","name":"Pinwheel","how":{"by":"grid","rows":[{"id":"r","cells":[{"unit":"half"},{"unit":"half","turn":90}]},{"id":"s","cells":[{"unit":"half","turn":270},{"unit":"half","turn":180}]}]}}`
	for columns, want := range map[int]string{3: "1 more of Pinwheel", 4: "", 5: "1 more of Pinwheel"} {
		text := pencilled(2, `{"seed":1,"falls":true}`)
		a, b := strings.Index(text, `"units":[`), strings.Index(text, `"top":`)
		text = text[:a] + `"units":[` + half + `,` + wheel + `],` + strings.Replace(text[b:], `"rows":2,"columns":3`, fmt.Sprintf(`"rows":1,"columns":%d`, columns), 1)
		d, problems := document.Read([]byte(text))
		p, problems := plan.Make(d, problems)
		if problems.Stopped() {
			t.Fatal(problems)
		}
		said := ""
		for _, g := range p.GoodFor {
			if strings.Contains(g.Says, "more of") {
				said = g.Says
			}
		}
		if want == "" && said != "" || !strings.HasPrefix(said, want) {
			t.Errorf("of %d blocks: %q", columns, said)
		}
	}
}
