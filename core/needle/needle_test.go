package needle_test

import (
	"testing"

	"vicis/core/library"
	"vicis/core/needle"
	"vicis/core/piece"
	"vicis/core/work"
)

// every card of every block of the library.
func cards(t *testing.T, each func(w *work.Work, c needle.Card)) {
	list, err := library.List()
	if err != nil {
		t.Fatal(err)
	}
	for _, e := range list {
		w, ok := work.Of(e.Document)
		if !ok {
			t.Fatalf("%s is not planned", e.ID)
		}
		for _, b := range w.Batches {
			if c, ok := needle.Of(w, b.ID, 0); ok {
				each(w, c)
			}
		}
	}
}

// Where one allowance meets one, they lock exactly when they point opposite ways under the foot.
func TestAllowancesLockWhenTheyPointOppositeWays(t *testing.T) {
	locked, lying := 0, 0
	cards(t, func(w *work.Work, c needle.Card) {
		for _, l := range c.Lies {
			for _, m := range l.Marks {
				if m.Meets != 1 || m.Lower == needle.Both || m.Upper == needle.Both {
					continue
				}
				if opposite := m.Lower != m.Upper; opposite != (m.Clashes == 0) {
					t.Errorf("%s, %s: %s below, %s on top, and %d of %d clash", w.Name, l.Seam, m.Lower, m.Upper, m.Clashes, m.Meets)
				} else if opposite {
					locked++
				} else {
					lying++
				}
			}
		}
	})
	if locked < 100 {
		t.Errorf("only %d locked and %d lay on each other", locked, lying)
	}
}

// The upper layer has at least as many points at the seam as the lower one.
func TestWhatHasAPointIsOnTop(t *testing.T) {
	seen := 0
	cards(t, func(_ *work.Work, c needle.Card) {
		for _, l := range c.Lies {
			points := func(ends []piece.End) int {
				at := map[piece.Num]bool{}
				for _, e := range ends {
					if e.Slants() {
						at[e.At] = true
					}
				}
				return len(at)
			}
			below, above := points(l.Lower.Piece.Facing(piece.Right, l.Takes)), points(l.Upper.Piece.Facing(piece.Left, l.Takes))
			if l.Drawn.Cmp(l.Long) < 0 {
				continue // the rest of the seam is not drawn
			}
			if below > above || (l.Why == needle.Points) != (above > below) {
				t.Errorf("%s: %d points below, %d on top, because of %s", l.Seam, below, above, l.Why)
			}
			seen += above
		}
	})
	if seen == 0 {
		t.Error("no points at all")
	}
}

// raster is what is seen of a piece at many places, row by row.
func raster(w *work.Work, p piece.Piece, n int) []string {
	out := make([]string, 0, n*n)
	wide, high := p.W.Inches(), p.H.Inches()
	for j := range n {
		for i := range n {
			x, y := (float64(i)+0.5371)*wide/float64(n), (float64(j)+0.4639)*high/float64(n)
			seen := ""
			if patch, ok := p.At(x, y); ok {
				seen = w.Seen(patch.Role, patch.Up)
			}
			out = append(out, seen)
		}
	}
	return out
}

// atTheGuide is how much of a piece's height shows cloth at one place across it, in hundredths.
func atTheGuide(p piece.Piece, x float64) (n int) {
	for i := range 100 {
		if _, ok := p.At(x, (float64(i)+0.5)*p.H.Inches()/100); ok {
			n++
		}
	}
	return n
}

func share(a, b []string) float64 {
	same := 0
	for i := range a {
		if a[i] == b[i] {
			same++
		}
	}
	return float64(same) / float64(len(a))
}

// The wrong way that is shown is the one that looks most like the right one, of all turns of both parts: tried out on
// rasters of the parts and of what is sewn of them, which the search knows nothing of.
func TestNoWrongWayLooksMoreLikeTheRightOne(t *testing.T) {
	const n = 48
	const hair = 0.03 // of a raster
	shown, none := 0, 0
	cards(t, func(w *work.Work, c needle.Card) {
		for at, l := range c.Lies {
			// Of what is under way only the end at the seam is told; it hangs on the rest.
			if at > 0 && (l.Lower.From == "" || l.Upper.From == "") ||
				len(l.Lower.Piece.Patches)+len(l.Upper.Piece.Patches) > 60 {
				continue
			}
			if l.Lower.Torn || l.Upper.Torn || l.Drawn.Cmp(l.Long) < 0 {
				continue
			}
			right, err := piece.JoinRight(l.Lower.Piece, l.Upper.Piece, l.Takes, l.Seam)
			if err != nil {
				continue // long strips are drawn short
			}
			var goals [][]string
			for _, turn := range []int{0, 90, 180, 270} {
				goals = append(goals, raster(w, right.Turn(turn), n))
			}
			lower, upper := raster(w, l.Lower.Piece, n), raster(w, l.Upper.Piece, n)
			a, b := l.Lower.Piece.W.Inches()*l.Lower.Piece.H.Inches(), l.Upper.Piece.W.Inches()*l.Upper.Piece.H.Inches()
			best := -1.0
			for _, down := range []int{0, 90, 180, 270} {
				for _, up := range []int{0, 90, 180, 270} {
					x, y := l.Lower.Piece.Turn(down), l.Upper.Piece.Turn(up)
					if x.W != l.Lower.Piece.W || x.H != l.Lower.Piece.H || y.W != l.Upper.Piece.W || y.H != l.Upper.Piece.H {
						continue
					}
					if x, y := atTheGuide(x, x.W.Inches()-0.02),
						atTheGuide(y, 0.02); x < atTheGuide(l.Lower.Piece, l.Lower.Piece.W.Inches()-0.02) ||
						y < atTheGuide(l.Upper.Piece, 0.02) {
						continue // a triangle with its point at the guide
					}
					sewn, err := piece.JoinRight(x, y, l.Takes, l.Seam)
					if err != nil {
						continue
					}
					wrong := true
					got := raster(w, sewn, n)
					for turn, goal := range goals {
						fits := turn%2 == 0 || right.W == right.H
						wrong = wrong && (!fits || share(got, goal) < 0.97)
					}
					if alike := (share(lower, raster(w, x, n))*a + share(upper, raster(w, y, n))*b) / (a + b); wrong && alike > best {
						best = alike
					}
				}
			}
			switch {
			case best < 0:
				none++
			case l.Wrong == nil:
				t.Errorf("%s, %s: nothing is shown, and a wrong way looks %.2f the same", w.Name, l.Seam, best)
			case l.Wrong.Alike < best-hair:
				t.Errorf("%s, %s: what is shown looks %.2f the same, and another %.2f", w.Name, l.Seam, l.Wrong.Alike, best)
			default:
				shown++
			}
		}
	})
	if shown < 30 || none < 5 {
		t.Errorf("%d shown, %d times there was none", shown, none)
	}
	t.Logf("%d shown, %d times there was none", shown, none)
}

// The place that is circled shows there what is said of it, and in the wrong way what it should not.
func TestTheMarkTellsThemApart(t *testing.T) {
	told := 0
	cards(t, func(w *work.Work, c needle.Card) {
		for _, l := range c.Lies {
			wr := l.Wrong
			if wr == nil || wr.Allowance {
				continue
			}
			right, not := l.Lower.Piece, wr.Lower.Piece
			if wr.Up {
				right, not = l.Upper.Piece, wr.Upper.Piece
			}
			a, b := roleAt(right, wr.X, wr.Y), roleAt(not, wr.X, wr.Y)
			if a != wr.Right.Role || b != wr.Not.Role {
				t.Errorf("%s, %s: %s and %s lie where %s and %s are said", w.Name, l.Seam, a, b, wr.Right.Role, wr.Not.Role)
			}
			told++
		}
	})
	if told < 50 {
		t.Errorf("only %d told", told)
	}
}

func roleAt(p piece.Piece, x, y float64) string {
	patch, _ := p.At(x, y)
	return patch.Role
}

// What lies face down is shown turned, on its other diagonal, or with what is under it turned: the seams of an
// hourglass have to lie on each other, so a half turned by a quarter is wrong; a plain square on a plain one can be
// laid as one likes.
func TestWhatLiesFaceDown(t *testing.T) {
	seen := map[string]int{}
	cards(t, func(w *work.Work, c needle.Card) {
		if c.Laid == nil {
			return
		}
		plain := len(c.Laid.Under.Patches) == 1
		for _, p := range c.Laid.Over {
			plain = plain && len(p.Patches) == 1 && p.W == c.Laid.Under.W && p.H == c.Laid.Under.H
		}
		switch wr := c.Laid.Wrong; {
		case wr == nil:
			seen["none"]++
			if !plain {
				t.Errorf("%s, %s: no wrong way", w.Name, c.Batch.ID)
			}
		case plain:
			t.Errorf("%s, %s: two plain squares cannot be laid wrongly", w.Name, c.Batch.ID)
		case wr.Diagonal:
			seen["diagonal"]++
			if len(wr.Stitches) != len(c.Laid.Stitches) {
				t.Errorf("%s: %d lines, not %d", c.Batch.ID, len(wr.Stitches), len(c.Laid.Stitches))
			}
		default:
			seen["turned"]++
		}
	})
	if seen["none"] < 3 || seen["diagonal"] < 3 {
		t.Errorf("%v", seen)
	}
	t.Log(seen)
}
