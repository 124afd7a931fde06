package pressing

import (
	"testing"

	"vicis/core/naming"
	"vicis/core/piece"
)

// Counted with paper strips: four squares, the short seams up and down, the last one across. Nested 7 layers where it
// is thickest, lying on each other 9, the last seam opened 6, all opened 4, spun 5.
func TestLayersAtAFourPatch(t *testing.T) {
	for _, c := range []struct {
		up, down, last, layers int
		spun                   bool
		state                  State
	}{
		{1, -1, 1, 7, false, Nested},
		{1, 1, 1, 9, false, Clashing},
		{1, -1, 0, 6, false, Nested},
		{0, 0, 0, 4, false, Opened},
		{1, -1, 1, 5, true, Spun},
		{1, -1, -1, 7, true, Nested},
	} {
		p := Plan{Decisions: map[naming.Seam]Decision{"up": {X: c.up}, "down": {X: c.down}, "last": {X: c.last}}}
		list := []piece.Meeting{{Over: "last", A: piece.End{Seam: "up", E: -1}, B: piece.End{Seam: "down", E: 1}}}
		if c.spun {
			list = append(list, piece.Meeting{
				Over: "last", A: list[0].A, B: piece.End{Seam: "last", E: -1},
				Spin: true,
			})
		}
		got := p.Crossed(list)
		if len(got) != 1 || got[0].Layers != c.layers || got[0].State != c.state {
			t.Errorf("%+v: %+v", c, got)
		}
	}
}
