package leftover_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/library"
	"vicis/core/measure"
	"vicis/core/plan"
	"vicis/core/quilt"
	"vicis/internal/quilts"
	"vicis/internal/trial/whole"
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
		// 1 × 22¼, 1 × 37 of dark and 1 × 22¼, 1 × 29½ of light: 111 − 3 × ½ = 109½. A quilt of 24½ takes 2 × 24½ + 2 × (24½
		// + 5 − 1) = 106.
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

// Eight half-squares fall out of a pair of squares. Three pinwheels take twelve of sixteen: of the four that are left a
// fourth is sewn.
func TestASpareBlock(t *testing.T) {
	half := `{"id":"half","name":"Half","how":{"by":"half-square triangles","way":"eight","lower":{"role":"A"},"upper":{"role":"B"},"finished":"2 in","sizing":"rule"}}`
	wheel := `{"id":"block","name":"Pinwheel","how":{"by":"grid","rows":[{"id":"r","cells":[{"unit":"half"},{"unit":"half","turn":90}]},{"id":"s","cells":[{"unit":"half","turn":270},{"unit":"half","turn":180}]}]}}`
	for columns, want := range map[int]string{3: "1 more of Pinwheel", 4: "", 5: "1 more of Pinwheel"} {
		text := whole.Pencilled(2, `{"seed":1,"falls":true}`)
		a, b := strings.Index(text, `"units":[`), strings.Index(text, `"top":`)
		text = text[:a] + `"units":[` + half + `,` + wheel + `],` +
			strings.Replace(text[b:], `"rows":2,"columns":3`, fmt.Sprintf(`"rows":1,"columns":%d`, columns), 1)
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

// A back of what is left, by pencil. Of 42 × 48 the back is 50½ × 56½; across the quilt it takes two lengths of cloth
// 40 wide. Beside one of them 56½ − 40 + 1 = 17½ are missing, 50½ long. Of 44 × 46⅛ that is left one is cut 17½ × 46⅛,
// of the other 26½ one of 17½ × 26½: 46⅛ + 26½ − 1 = 71⅝. Of 30 × 30 it is 38½ × 38½: 30½ + 19 − 1 = 48½. Of much there
// is a whole one in one piece, and of little there is none.
func TestABackOfWhatIsLeft(t *testing.T) {
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	i := slices.IndexFunc(list, func(e library.Entry) bool { return e.Document.Name == "Shoo-fly" })
	for _, c := range []struct {
		rows, columns int
		dark, light   string
		want          string
	}{
		{8, 7, "72 in", "110 in", "A part of the back pieced of what is left, across the quilt beside 1 length of cloth " +
			"instead of 2: cut 17½″ wide and sewn end to end to 50½″; 2 pieces in all.\n" +
			"cut 17½″ wide: 1 × 46⅛″ of Light and 1 × 26½″ of Light, less 1″ in each of 1 seam = 71⅝″\ntogether 17½″ wide, of " +
			"17½″ that are wanted"},
		{5, 5, "36 in", "60 in", "A back pieced of what is left: cut 38½″ wide and sewn end to end to 38½″; 2 pieces in " +
			"all.\n" +
			"cut 38½″ wide: 1 × 30½″ of Light and 1 × 19″ of Dark, less 1″ in each of 1 seam = 48½″\ntogether 38½″ wide, of " +
			"38½″ that are wanted"},
		{5, 5, "36 in", "100 in", "The whole back comes out of one piece that is left, Light: 38½″ × 38½″ of it.\n" +
			"cut 38½″ wide: 1 × 44″ of Light = 44″\ntogether 38½″ wide, of 38½″ that are wanted"},
		{5, 5, "20 in", "30 in", ""},
	} {
		d, err := document.Copy(list[i].Document)
		if err != nil {
			t.Fatal(err)
		}
		d.Top.Rows, d.Top.Columns = c.rows, c.columns
		d.Fabrics = append(d.Fabrics, cloth.Fabric{ID: "back", Name: "Backing", Colour: "#888888"})
		d.Roles = append(d.Roles, cloth.Role{ID: "K", Name: "back", Fabric: "back"})
		d.Top.Backing = &quilt.Backing{Role: "K"}
		d.Supplies = []cloth.Supply{
			{
				ID: "piece-one", Fabric: d.Fabrics[0].ID, Kind: cloth.Yardage, Width: measure.Typed("42 in"),
				Length: measure.Typed(c.dark), Count: 1,
			},
			{
				ID: "piece-two", Fabric: d.Fabrics[1].ID, Kind: cloth.Yardage, Width: measure.Typed("44 in"),
				Length: measure.Typed(c.light), Count: 1,
			},
		}
		p, problems := plan.Make(d, nil)
		if problems.Stopped() {
			t.Fatal(problems)
		}
		said := ""
		for _, g := range p.GoodFor {
			if strings.Contains(g.Says, "back") {
				said = g.Says + "\n" + strings.Join(g.Working.Sums, "\n")
			}
		}
		if said != c.want {
			t.Errorf("%d × %d:\n%s\nwant\n%s", c.rows, c.columns, said, c.want)
		}
	}
}
