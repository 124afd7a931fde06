package tally_test

import (
	"fmt"
	"testing"

	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/measure"
	"vicis/internal/trial/whole"
)

// Squares of 8½″, cut four from a strip of 40″, from cloth that is promised. What was cut of it is taken off, piece by
// piece and row by row; worked by pencil.
func TestTheRestOfThePromisedCloth(t *testing.T) {
	lies := func(kind cloth.Kind, width, length string, count int) cloth.Supply {
		return cloth.Supply{
			ID: "lies", Fabric: "f", Kind: kind, Width: measure.Typed(width), Length: measure.Typed(length), Count: count,
		}
	}
	for _, c := range []struct {
		name     string
		supply   cloth.Supply
		strips   int // counted first
		made     int // squares
		from     string
		then     string // with a row of four more
		again    int    // squares counted after that
		last     string // and with another
		finished string // once all are cut
	}{
		// Two rows of two from each of 21″ × 18″. Of the second one square is cut: 12½″ of its row are left, and 9½″ below
		// it. Of 11 more these give one and two, and two whole ones the others. Four of the 11 are cut: the two rests, and
		// one of the first whole one; then 11 are still to cut.
		{
			"quarters", lies(cloth.Pieces, "21 in", "18 in", 9), 0, 5, "3 of 21 × 18 give 4; ",
			"1 of 12.5 × 8.5 give 1; 1 of 21 × 9.5 give 2; 2 of 21 × 18 give 4; ", 4,
			"1 of 12.5 × 8.5 give 1; 1 of 21 × 9.5 give 2; 2 of 21 × 18 give 4; ", "",
		},
		// Half an inch is squared off 20″, two strips are cut: 2½″ are left. Of the first, which is counted, four squares;
		// 12 more are three strips: one from the 11″ that are left, with a square end, two are bought.
		{
			"a length", lies(cloth.Yardage, "42 in", "20 in", 1), 1, 4, "2 strips of 20; 0 ready, [1] bought; ",
			"1 strips of 11; 0 ready, [2] bought; ", 0, "1 strips of 11; 0 ready, [3] bought; ", "",
		},
		// Of one strip that is cut already four squares; what is left of it is 39½ - 34 = 5½″: three are bought.
		{
			"cut already", lies(cloth.Strips, "8 1/2 in", "42 in", 1), 1, 4, "1 ready, [2] bought; ",
			"0 ready, [3] bought; ", 0, "0 ready, [4] bought; ", "",
		},
		// Strips that are shorter, 39″: four from each. Two squares are cut of the first: 39 - ½ - 17 = 21½″ are left,
		// with a square end. 14 more are two from that and three whole ones.
		{
			"shorter", lies(cloth.Strips, "8 1/2 in", "39 in", 9), 0, 2, "3 of 39 × 8.5 give 4; ",
			"1 of 21.5 × 8.5 give 2; 3 of 39 × 8.5 give 4; ", 14, "1 of 39 × 8.5 give 4; ", "",
		},
	} {
		h := begun(t, string(must(document.Write(whole.Plain(t, 4, 3)))))
		h.change(func(d *document.Document) { d.Supplies = []cloth.Supply{c.supply} })
		cut := func(when, want string) {
			t.Helper()
			if got := cutOf(h); got != want {
				t.Errorf("%s, %s: %s by pencil %s", c.name, when, got, want)
			}
		}
		cut("at first", c.from)
		if c.strips > 0 {
			h.made(c.strips, "8½″ Fog")
		}
		h.made(c.made, "Square")
		before := h.d
		for _, want := range []string{c.then, c.last} {
			h.change(func(d *document.Document) { d.Top.Rows++ })
			cut("a row more", want)
			if c.again > 0 {
				h.made(c.again, "Square")
				c.again = 0
			}
		}
		h.doubts(0)
		h.becomes(before)
		h.made(12, "Square")
		h.change(func(*document.Document) {})
		cut("all is cut", c.finished)
	}
}

func must(b []byte, err error) []byte {
	if err != nil {
		panic(err)
	}
	return b
}

// cutOf tells what is cut of cloth that is promised, and how many strips are bought.
func cutOf(h *history) (says string) {
	for _, f := range h.w.Cut.Fabrics {
		for _, u := range f.Uses {
			says += fmt.Sprintf("%d strips of %v; ", u.Strips, u.Have.L.Inches())
		}
		for _, l := range f.Lays {
			n := 0
			for _, g := range l.Gives {
				n += g.N
			}
			says += fmt.Sprintf("%d of %v × %v give %d; ", l.Times, l.Have.W.Inches(), l.Have.L.Inches(), n)
		}
		for _, s := range f.Strips {
			says += fmt.Sprintf("%d ready, %d bought; ", s.Ready, s.Of)
		}
	}
	return says
}
