package plan_test

import (
	"testing"

	"vicis/core/askcloth"
	"vicis/core/document"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/quilt"
	"vicis/internal/trial/whole"
)

// By hand: 8″ blocks; nearest to 60″ × 72″ are 8 × 9 (64″ × 72″, 4″ off) and 7 × 9 (56″, 4″ off). With 2″ of sashing
// between, n blocks are 10n − 2: 6 are 58″ (2″ off) and 7 are 68″; 7 down are 68″ and 8 are 78″.
func TestNearestToASize(t *testing.T) {
	d := whole.Plain(t, 2, 2)
	list, problems := askcloth.NearTo(d, measure.Typed("60"), measure.Typed("72"))
	if problems.Stopped() || len(list) != 4 || list[0].Rows != 9 || list[0].Columns != 7 ||
		list[0].Finished.Text != "56″ × 72″" || list[1].Columns != 8 {
		t.Errorf("%+v %v", list, problems)
	}
	d.Top.Sashing = &quilt.Sashing{Role: "A", Width: making.Typed("2 1/2 in"), Corners: "B"}
	list, _ = askcloth.NearTo(d, measure.Typed("60"), measure.Typed("72"))
	if list[0].Finished.Text != "58″ × 68″" || list[0].Columns != 6 || list[0].Rows != 7 {
		t.Errorf("%+v", list)
	}
	if list, _ = askcloth.NearTo(d, measure.Typed("2"), measure.Typed("3")); list[0].Columns != 1 || list[0].Rows != 1 {
		t.Errorf("%+v", list)
	}
	for _, bad := range [][2]string{{"wide", "60"}, {"60", ""}, {"0", "60"}, {"60", "40 yd"}} {
		if _, problems := askcloth.NearTo(d, measure.Typed(bad[0]), measure.Typed(bad[1])); !problems.Stopped() {
			t.Errorf("%v was taken", bad)
		}
	}
}

// One block first: it finishes as the blocks do, from no more than one of everything takes, and can be tallied to the
// end.
func TestThePilotIsOneBlock(t *testing.T) {
	for _, d := range whole.Blocks(t) {
		all := whole.Planned(t, d)
		if p := whole.Planned(t, pilot(t, surrounded(d))); p.Blocks != 1 || p.Finished.Text != all.Block.Text {
			t.Errorf("%s with all round it: %d blocks, %s", d.Name, p.Blocks, p.Finished.Text)
		}
		one := pilot(t, d)
		p := whole.Planned(t, one)
		if p.Blocks != 1 || p.Finished.Text != all.Block.Text {
			t.Errorf("%s: %d blocks, %s", d.Name, p.Blocks, p.Finished.Text)
		}
		whole.ToTheEnd(t, p, one)
		for _, f := range p.Cut {
			for _, there := range all.Cut {
				if there.Fabric == f.Fabric && f.Length.Inches > there.Length.Inches {
					t.Errorf("%s: the pilot takes %s of %s, all of it %s", d.Name, f.Length.Text, f.Name,
						there.Length.Text)
				}
			}
		}
		if d.Top.Rows == 1 {
			t.Errorf("%s was changed by its pilot", d.Name)
		}
	}
}

func pilot(t *testing.T, d document.Document) document.Document {
	t.Helper()
	one, err := askcloth.Pilot(d)
	if err != nil {
		t.Fatal(err)
	}
	return one
}
