package iron_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"regexp"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/iron"
	"vicis/core/naming"
	"vicis/core/pressing"
	"vicis/core/work"
	"vicis/internal/quilts"
)

// lying is where the allowances of a seam lie on a picture: the middle of the seam, and that of the band on its back.
type lying struct {
	seam, band [2]float64
	inside     [2]float64 // the band, a third along the seam
	open       bool
}

func middle(points []float64) (at [2]float64) {
	for i := 0; i < len(points); i += 2 {
		at[0] += 2 * points[i] / float64(len(points))
		at[1] += 2 * points[i+1] / float64(len(points))
	}
	return at
}

// lyings finds every seam of a picture.
func lyings(p drawn.Picture, press pressing.Plan) map[naming.Seam][]lying {
	all, next := map[naming.Seam][]lying{}, 0
	for _, s := range p.Seams {
		one := lying{seam: middle([]float64{s.X1, s.Y1, s.X2, s.Y2}), open: press.Decisions[s.Seam].X == 0}
		long := math.Hypot(s.X2-s.X1, s.Y2-s.Y1)
		nx, ny := (s.Y1-s.Y2)/long, (s.X2-s.X1)/long
		band := middle(p.Bands[next].Points)
		off := (band[0]-one.seam[0])*nx + (band[1]-one.seam[1])*ny
		one.band = [2]float64{one.seam[0] + off*nx, one.seam[1] + off*ny}
		for k, end := range [][2]float64{{s.X1, s.X2}, {s.Y1, s.Y2}} {
			one.inside[k] = end[0] + (end[1]-end[0])/3 + (one.band[k]-one.seam[k])/2
		}
		if next++; one.open {
			next++
		}
		all[s.Seam] = append(all[s.Seam], one)
	}
	return all
}

// under is the fabric of a picture at a place.
func under(p drawn.Picture, at [2]float64) string {
	for _, patch := range p.Patches {
		in := false
		for i, n := 0, len(patch.Points); i < n; i += 2 {
			x1, y1, x2, y2 := patch.Points[i], patch.Points[i+1], patch.Points[(i+2)%n], patch.Points[(i+3)%n]
			if (y1 > at[1]) != (y2 > at[1]) && at[0] < x1+(at[1]-y1)/(y2-y1)*(x2-x1) {
				in = !in
			}
		}
		if in {
			return patch.Fabric
		}
	}
	return ""
}

var (
	numbered  = regexp.MustCompile(`(?:^|, )\d+ `)
	direction = regexp.MustCompile(`^(to the )?(right|left|up|down|outward|inward)\b|^toward the (first|last) strip|` +
		`^toward (?:.*[,:] |the )?(up|down|outward|inward|upper strip|lower strip|the upper strip|the lower strip|upper one|lower one|(?:upper |lower )?(?:right|left)-hand one)\b`)
	sides = []string{
		"right", "left", "up", "down", "outward", "inward", "first strip", "last strip", "upper strip", "lower strip",
		"upper left-hand", "lower right-hand",
	}
	toTheFront = ", seen from the front"
)

// told is what a line says of each of so many seams, from the front.
func told(says string, n int) []string {
	says = strings.TrimPrefix(says, "not yet, but once it lies in its row: ")
	says = strings.TrimPrefix(says, "flat as sewn first, then ")
	says = strings.ReplaceAll(says, toTheFront, "")
	if _, list, ok := strings.Cut(says, ": 1 "); ok {
		says = "1 " + list
	}
	if list := numbered.Split(says, -1); len(list) == n+1 && list[0] == "" {
		return list[1:]
	}
	if says == "open every seam flat" {
		says = "open"
	}
	list := make([]string, n)
	for i := range list {
		list[i] = strings.TrimPrefix(says, "every seam ")
	}
	return list
}

// lies says whether allowances lie on the side that a direction names.
func lies(one lying, w, h float64, way string) bool {
	x, y := one.band[0]-one.seam[0], one.band[1]-one.seam[1]
	away := math.Abs(one.band[0]-w/2)+math.Abs(one.band[1]-h/2) > math.Abs(one.seam[0]-w/2)+math.Abs(one.seam[1]-h/2)
	const least = 1e-3
	switch {
	case strings.Contains(way, "upper") && y > -least || strings.Contains(way, "lower") && y < least:
		return false
	case strings.Contains(way, "right"):
		return x > least
	case strings.Contains(way, "left"):
		return x < -least
	case strings.Contains(way, "outward"):
		return away
	case strings.Contains(way, "inward"):
		return !away
	case strings.Contains(way, "up") && !strings.Contains(way, "lower") || strings.Contains(way, "first strip"):
		return y < -least
	}
	return y > least
}

// Every side that is told of what is pressed is held against the picture beside it: which way each seam goes, right and
// left from the front and as it lies on the board, up and down, to the first strip and the last, outward and inward;
// and which cloth lies under the allowances where it is told toward what.
func TestSidesAreThoseOfThePictures(t *testing.T) {
	all, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	r := rand.New(rand.NewPCG(36, 4))
	held := map[string]int{}
	schools := []pressing.School{pressing.Nest, pressing.Dark, pressing.Outward, pressing.Inward, pressing.Open}
	for i, from := range all {
		if n := from.Top.HowMany(); n > 100 {
			continue
		}
		for range 2 {
			d, err := document.Copy(from)
			if err != nil {
				t.Fatal(err)
			}
			d.Schools.Press, d.Schools.SetFirst = schools[r.IntN(len(schools))], r.IntN(2) == 0
			w, ok := work.Of(d)
			if !ok {
				t.Fatal(*w.Problems)
			}
			if seams := w.Batches; i%2 == 0 { // some are held by hand
				d.Press = &document.Press{Held: map[naming.Seam]document.SeamSide{}}
				for _, b := range seams {
					for _, s := range b.Presses {
						if side := r.IntN(4); side < 2 {
							d.Press.Held[s] = []document.SeamSide{document.Plus, document.Minus}[side]
						}
					}
				}
				if w, ok = work.Of(d); !ok {
					t.Fatal(*w.Problems)
				}
			}
			holds(t, d, w, held)
		}
	}
	for _, kind := range append(sides, "fabric", "unit", "board") {
		if held[kind] == 0 {
			t.Errorf("only %d are told %s", held[kind], kind)
		}
	}
	t.Log(held)
}

// holds holds the lines and cards of one work against its pictures.
func holds(t *testing.T, d document.Document, w *work.Work, held map[string]int) {
	t.Helper()
	name := d.Name
	album := drawn.Everything(w, drawn.Of(&w.Laid))
	fabrics, units := map[string]string{}, map[string]map[string]bool{}
	for _, f := range d.Fabrics {
		fabrics[f.Name] = f.ID
	}
	for _, m := range w.Units {
		units[m.Unit.Name] = map[string]bool{}
		for _, p := range m.Piece.Patches {
			units[m.Unit.Name][w.Fabric(p.Role)] = true
		}
	}
	for _, line := range iron.Of(w, album).Pressing().Lines {
		p, ok := album.Pictures[line.Picture]
		if !ok {
			continue
		}
		places := lyings(p, w.Press)
		for k, way := range told(line.Says, len(line.Each)) {
			for _, one := range places[line.Each[k].Seam] {
				at := fmt.Sprintf("%s: %s, seam %d of %q", name, line.Name, k+1, line.Says)
				switch {
				case way == "open" || one.open:
					if (way == "open") != one.open {
						t.Errorf("%s: opened on the picture is %v", at, one.open)
					}
				case direction.MatchString(way):
					if !lies(one, p.W, p.H, way) {
						t.Errorf("%s: it lies at %v of the seam %v", at, one.band, one.seam)
					}
					for _, kind := range sides {
						if strings.Contains(way, kind) {
							held[kind]++
						}
					}
				default:
					what := strings.TrimPrefix(way, "toward ")
					cloth := under(p, one.inside)
					if id, known := fabrics[what]; known {
						if held["fabric"]++; id != cloth {
							t.Errorf("%s: under it lies %q", at, cloth)
						}
					} else if of, known := units[what]; known {
						if held["unit"]++; !of[cloth] {
							t.Errorf("%s: under it lies %q, which is not in %s", at, cloth, what)
						}
					} else {
						held["other: "+what]++
					}
				}
			}
		}
		onTheBoard(t, name, line, places, p, held)
	}
}

// onTheBoard holds what the card says of seams as they lie there: wrong side up, so that left and right change places.
func onTheBoard(
	t *testing.T, name string, line iron.PressLine, places map[naming.Seam][]lying, p drawn.Picture, held map[string]int,
) {
	t.Helper()
	says, ok := strings.CutPrefix(line.Card.Lay, "Wrong side up, as the picture of the back shows it. ")
	if !ok {
		return
	}
	says = strings.TrimSuffix(says, " as it lies there.")
	turned := strings.Contains(says, ", counted from the right,")
	says = strings.ToLower(says[:1]) + strings.ReplaceAll(says[1:], ", counted from the right,", "")
	ways := told(says, len(line.Each))
	if len(line.Each) > 1 && strings.Contains(says, "seam by seam") != turned {
		t.Errorf("%s: %s: %q does not say from where it is counted", name, line.Name, line.Card.Lay)
	}
	for k, way := range ways {
		for _, one := range places[line.Each[k].Seam] {
			one.seam[0], one.band[0] = p.W-one.seam[0], p.W-one.band[0]
			held["board"]++
			if !one.open && !lies(one, p.W, p.H, way) {
				t.Errorf("%s: %s: the card says %q, and seam %d lies at %v of %v there", name, line.Name, line.Card.Lay, k+1,
					one.band, one.seam)
			}
		}
	}
}
