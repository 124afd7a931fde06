package askunits_test

import (
	"slices"
	"testing"

	"vicis/core/ask"
	"vicis/core/askunits"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/plan"
	"vicis/core/straight"
	"vicis/internal/trial/whole"
)

// Four four-patches of squares of 2½″, by pencil: of strip sets two strips and 8 segments are cut, one seam is sewn in
// the set and one in each block; of patches two strips and 16 patches, and three seams are sewn in each block. Nothing
// is left that nothing takes, and what was decided of other seams stays.
func TestAUnitOfSetsIsPiecedByPatches(t *testing.T) {
	d := whole.FromLibrary(t, "four-patch")
	d.Top.Rows, d.Top.Columns = 2, 2
	d.Press = &document.Press{Held: map[naming.Seam]document.SeamSide{
		"row-1/2": document.Plus, naming.Of("block").Seam("c2"): document.Plus,
	}}
	got, problems := askunits.ByPatches(d, "block", ask.Enough(nil))
	if problems.Stopped() || got.Patched == nil {
		t.Fatalf("%+v, %v", got, problems)
	}
	if len(got.Document.Press.Held) != 1 || got.Document.Press.Held["row-1/2"] != document.Plus {
		t.Errorf("held: %v", got.Document.Press.Held)
	}
	sets, patches := got.Now, *got.Patched
	if sets.Cut != 10 || sets.Seams != 5 || patches.Cut != 18 || patches.Seams != 12 {
		t.Errorf("of sets %+v, of patches %+v", sets, patches)
	}
	for _, u := range got.Document.Parts {
		if _, set := u.How.(*straight.StripSet); set {
			t.Errorf("%s is left", u.Name)
		}
	}
}

// Every unit of the library that is made of strip sets and of rectangles can be pieced so, looks the same, and is planned.
func TestUnitsOfSetsLookTheSameByPatches(t *testing.T) {
	found := 0
	for _, d := range whole.Blocks(t) {
		for _, u := range d.Parts {
			got, problems := askunits.ByPatches(d, u.ID, ask.Enough(nil))
			if problems.Stopped() {
				t.Fatalf("%s: %v", d.Name, problems)
			}
			if got.Document == nil {
				continue
			}
			found++
			before, _, _ := ask.BlocksOf(d, ask.Enough(nil))
			after, told, ok := ask.BlocksOf(*got.Document, ask.Enough(nil))
			if !ok {
				t.Fatalf("%s, %s: %v", d.Name, u.Name, *told)
			}
			for _, row := range d.Top.Repeat {
				for _, c := range row {
					if !piece.SameLook(before.Unit(c.Unit).Piece.Finished(before.Table.Seam),
						after.Unit(c.Unit).Piece.Finished(after.Table.Seam), before.Seen) {
						t.Errorf("%s, %s: %s looks otherwise", d.Name, u.Name, c.Unit)
					}
				}
			}
			if got.Now.Seams <= 0 || got.Patched.Seams < got.Now.Seams {
				t.Errorf("%s, %s: %d seams, of sets %d", d.Name, u.Name, got.Patched.Seams, got.Now.Seams)
			}
			names := map[string]bool{}
			for _, one := range got.Document.Parts {
				if names[one.Name] && !slices.ContainsFunc(d.Parts, func(o making.Unit) bool { return o.Name == one.Name }) {
					t.Errorf("%s: two are called %s", d.Name, one.Name)
				}
				names[one.Name] = true
			}
			if _, problems := plan.Make(*got.Document, nil); problems.Stopped() {
				t.Errorf("%s, %s: %v", d.Name, u.Name, problems)
			}
		}
	}
	if found < 5 {
		t.Errorf("only %d units", found)
	}
	if _, problems := askunits.ByPatches(whole.FromLibrary(t, "four-patch"), "none", ask.Enough(nil)); !problems.Stopped() {
		t.Error("a unit that is not there is compared")
	}
}
