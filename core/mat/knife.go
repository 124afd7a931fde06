package mat

import (
	"fmt"
	"strings"

	"vicis/core/drawn"
	"vicis/core/laying"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/school"
	"vicis/core/words"
	"vicis/core/work"
)

// KnifeCard is where something sewn is cut again: what lies on the mat, every cut as the ruler reads it, and the piles
// its parts go to.
type KnifeCard struct {
	Unit     naming.Unit     `json:"unit" doc:"The unit that is cut so"`
	Of       string          `json:"of" doc:"What is cut"`
	Runs     int             `json:"runs" doc:"How many of it are cut; 0 while nothing is counted"`
	Picture  drawn.Picture   `json:"picture" doc:"What is cut, as it lies on the mat"`
	Upright  []KnifeLine     `json:"upright" doc:"From top to bottom, from the left"`
	Level    []KnifeLine     `json:"level" doc:"From side to side, from the top"`
	Parts    [][]KnifePart   `json:"parts" doc:"Row by row, as they lie"`
	Mark     measure.Reading `json:"mark" doc:"The finest mark of the ruler"`
	Looks    string          `json:"looks" doc:"How many looks fall out, which of them mirror each other, and how many parts are laid turned otherwise than they lay"`
	Measured string          `json:"measured" doc:"What it measures before it is cut, unfinished"`
	Waits    string          `json:"waits" doc:"What has to be measured first; empty where every cut is read from a seam, or it has been measured"`
	Does     []string        `json:"does" doc:"What to do, in order"`
}

// KnifeLine is one cut.
type KnifeLine struct {
	At    measure.Reading `json:"at" doc:"From the left edge, or from the top"`
	Reads string          `json:"reads" doc:"What the ruler reads, and from where"`
	Off   string          `json:"off" doc:"How far from where the ruler is laid; empty where it is cut on it"`
	Line  int             `json:"line" doc:"Which line of the document it is, from 0; −1 where it comes of equal parts"`
	From  float64         `json:"from" doc:"Where the ruler is laid, in inches from the left edge or from the top"`
}

// KnifePart is what falls out at one place.
type KnifePart struct {
	ID    naming.Unit `json:"id" doc:"The place, by which it can be laid"`
	Kind  naming.Unit `json:"kind" doc:"The kind that is counted"`
	Place string      `json:"place" doc:"A column's letter and a row's number"`
	Size  string      `json:"size" doc:"Unfinished"`
	X     float64     `json:"x"`
	Y     float64     `json:"y"`
	W     float64     `json:"w"`
	H     float64     `json:"h"`
}

// Knives tells everything that is cut again, as far as it could be made.
func Knives(s laying.Sewn, drawing drawn.Drawing, counted *work.Counted) []KnifeCard {
	list := []KnifeCard{}
	room := mostKnifePatches
	for _, m := range s.Units {
		for _, act := range m.Acts {
			if act.Knife == nil {
				continue
			}
			if room -= len(act.Knife.Of.Patches); room >= 0 {
				list = append(list, knife(s, m, act, drawing, counted))
			}
		}
	}
	return list
}

// mostKnifePatches is how many patches all that is cut again may have, to be drawn.
const mostKnifePatches = 5_000

func knife(s laying.Sewn, m making.Made, act making.Act, drawing drawn.Drawing, counted *work.Counted) KnifeCard {
	k := act.Knife
	w, h := k.Of.Size()
	one := KnifeCard{
		Unit: m.Unit.ID, Of: k.Called, Mark: s.Table.Ruler.Read(s.Table.Ruler.Mark), Picture: drawing.Piece(k.Of, nil),
		Parts:   [][]KnifePart{},
		Upright: knifeLines(s, k.Upright, true), Level: knifeLines(s, k.Level, false),
		Measured: words.By(s.Table.Ruler, w, h),
	}
	if counted != nil {
		one.Runs = counted.Demand.Runs[act.ID]
	}
	one.Looks = partLooks(s, m, counted)
	one.Does = knifeDoes(s, *k, one.Runs != 1)
	if k.Waits {
		one.Waits = fmt.Sprintf("Press and measure one before any is cut: it should be %s. Where it is not, enter what it "+
			"measures: the parts follow.", one.Measured)
	}
	xs, ys := making.CutEdges(k.Upright, k.Of.W), making.CutEdges(k.Level, k.Of.H)
	for r, row := range k.Places {
		var parts []KnifePart
		for c, place := range row {
			part := s.Unit(place)
			w, h := xs[c+1].Sub(xs[c]), ys[r+1].Sub(ys[r])
			lw := w.Nearest()
			lh := h.Nearest()
			p := KnifePart{
				ID: place, Kind: part.Unit.ID, Place: naming.PlaceName(r, c),
				Size: words.By(s.Table.Ruler, lw, lh),
				X:    drawn.Round(xs[c].Inches()), Y: drawn.Round(ys[r].Inches()), W: drawn.Round(w.Inches()),
				H: drawn.Round(h.Inches()),
			}
			parts = append(parts, p)
		}
		one.Parts = append(one.Parts, parts)
	}
	return one
}

func knifeLines(s laying.Sewn, list []making.RuledCut, upright bool) []KnifeLine {
	out := []KnifeLine{}
	for _, r := range list {
		at := r.At.Nearest()
		one := KnifeLine{
			At: s.Table.Ruler.Read(at), Reads: knifeReads(s, r, upright), Line: r.Line,
			From: drawn.Round(r.Origin.Inches()),
		}
		if r.Off > 0 {
			one.Off = s.Say(r.Off)
		}
		out = append(out, one)
	}
	return out
}

// knifeReads is one cut as the ruler reads it; the middle is told from the edge too.
func knifeReads(s laying.Sewn, r making.RuledCut, upright bool) string {
	at := r.At.Nearest()
	side := map[bool][]string{true: {"left of", "right of"}, false: {"above", "below"}}[upright]
	switch {
	case r.Off == 0:
		return fmt.Sprintf("on %s, %s from the edge", r.From, s.Say(at))
	case r.Edge:
		return s.Say(r.Off) + " from " + r.From
	case r.At.Cmp(r.Origin) < 0:
		return s.Say(r.Off) + " " + side[0] + " " + r.From
	}
	return s.Say(r.Off) + " " + side[1] + " " + r.From
}

// knifeDoes says how it is cut, in order (common practice).
func knifeDoes(s laying.Sewn, k making.Knifed, several bool) (list []string) {
	add := func(says string, of ...any) { list = append(list, fmt.Sprintf(says, of...)) }
	if len(k.Through) > 0 {
		add("Starch it and press it flat: its seams are cut through.")
	}
	if n := s.Settings.Layers; several && n > 1 {
		add("Stack at most %d, seam on seam, all lying the same way.", n)
	}
	away := "right"
	if s.Settings.Hand == school.LeftHand {
		away = "left"
	}
	ways := []struct {
		list []making.RuledCut
		says string
	}{{k.Upright, "from top to bottom"}, {k.Level, "from side to side"}}
	for i, way := range ways {
		if len(way.list) == 0 {
			continue
		}
		turn := "Cut"
		if i > 0 && len(k.Upright) > 0 {
			turn = "Move nothing. Turn the mat, not the cloth, and cut"
		}
		check := ""
		var reads []string
		for _, r := range way.list {
			if r.Both {
				check = fmt.Sprintf("; look at %s on both sides of %s first", s.Say(r.Off), r.From)
			}
			reads = append(reads, knifeReads(s, r, i == 0))
		}
		if making.Every(way.list) {
			reads = []string{fmt.Sprintf("every %s from %s, %s in all", s.Say(way.list[0].Off), way.list[0].From,
				words.Plural(len(way.list), "cut"))}
		}
		add("%s %s: %s%s.", turn, way.says, strings.Join(reads, ", then "), check)
	}
	add("The blade runs on the %s of the ruler. Lift the parts off place by place, each pile lying as it was cut, with "+
		"a label.", away)
	return list
}

// partLooks says how many parts of each look fall out of one, and how many of the quilt's are laid turned end for end.
func partLooks(s laying.Sewn, m making.Made, counted *work.Counted) string {
	type seen struct {
		look, mirrored uint64
		n              int
	}
	var list []seen
	for _, v := range m.Variants {
		p := v.Piece.Finished(s.Table.Seam)
		look := p.Look(s.Seen)
		known := false
		for i := range list {
			if list[i].look == look {
				list[i].n, known = list[i].n+v.Count, true
			}
		}
		if !known {
			list = append(list, seen{look, p.Mirrored().Look(s.Seen), v.Count})
		}
	}
	says := fmt.Sprintf("%s of %s", words.Plural(partsIn(m), "part"), words.Plural(len(list), "look"))
	if len(list) == 2 && list[0].mirrored == list[1].look && list[0].look != list[1].look {
		says = fmt.Sprintf("%s of two looks that mirror each other: %d and %d", words.Plural(partsIn(m), "part"), list[0].n,
			list[1].n)
	}
	if counted == nil {
		return says + "."
	}
	turned, all := 0, 0
	for _, k := range counted.Layout.Kinds {
		for _, c := range k.Cells {
			if c.Unit.Whole() != m.Unit.ID {
				continue
			}
			all += k.Count
			if c.Turn == 180 {
				turned += k.Count
			}
		}
	}
	if turned > 0 {
		says += fmt.Sprintf("; of %d in the quilt %d are turned end for end", all, turned)
	}
	return says + "."
}

func partsIn(m making.Made) (n int) {
	for _, v := range m.Variants {
		n += v.Count
	}
	return n
}
