package onward

import (
	"fmt"
	"slices"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/words"
)

// mend takes the seams out and sews them again.
func (q onward) mend(more measure.Length) WayOn {
	fine := q.fine()
	step, _ := q.step()
	way, by := "nearer to", more/2
	if by < 0 {
		way, by = "away from", -by
	}
	amount := fine.Print(by)
	if by < fine.Mark {
		amount = "less than " + fine.Print(fine.Mark)
	}
	out := WayOn{
		Way: Mend, Name: "Mend the seams", Follows: []Follow{}, Lost: []string{}, Costs: []string{}, Carries: []Carry{},
		Before: rounds(q.Layout, q.Table), Quilt: rounds(q.Layout, q.Table),
		Says: []string{fmt.Sprintf("Move the guide %s %s the needle and sew a test strip. The quilt stays as planned.",
			amount, way)},
	}
	for _, s := range q.counted.Steps {
		if s.ID != step.ID {
			continue
		}
		out.Keep = min(s.Good, s.Used)
		out.Undone = s.Good - out.Keep
		switch {
		case s.Good == 0:
			out.Costs = append(out.Costs, "None is counted yet: there is only the one that was measured to take out.")
		case out.Undone > 0:
			w, h := q.made.Piece.Size()
			seams := q.setting(q.made, q.w != w, q.h != h)
			out.Costs = append(out.Costs, fmt.Sprintf("Sewn and not cut yet: %d. %s to take out and sew again, %s of seam.",
				out.Undone, words.Plural(out.Undone*seams.n, "seam"), q.Say(measure.Length(out.Undone)*seams.long)))
		}
		if out.Keep > 0 {
			out.Costs = append(out.Costs, fmt.Sprintf("Cut or sewn on already: %d. What is made of those will not match.",
				out.Keep))
		}
	}
	return out
}

// taken is so many seams, and how long they are together.
type taken struct {
	n    int
	long measure.Length
}

func (t taken) and(o taken, times int) taken {
	return taken{t.n + o.n*times, t.long + o.long*measure.Length(times)}
}

// setting are the seams of one thing that set how wide it is, or how high, and those that are in the way of them: what
// was sewn over them since.
func (q onward) setting(m making.Made, wide, high bool) (out taken) {
	upright := func(seam naming.Seam) bool {
		i := slices.IndexFunc(m.Piece.Seams, func(s piece.SeamLine) bool { return s.ID == seam })
		return i >= 0 && m.Piece.Seams[i].From.X == m.Piece.Seams[i].To.X
	}
	times := map[naming.Step]int{m.Unit.ID.Step(): 1} // how often one takes each of its own steps
	own := false
	for i := len(m.Acts) - 1; i >= 0; i-- {
		for _, t := range m.Acts[i].Takes {
			times[t.Act] += t.Each * times[m.Acts[i].ID]
		}
		own = own || m.Acts[i].Joins != nil && len(m.Acts[i].Joins.Edges) > 0
	}
	if !own { // cut across a set, or a set
		for _, s := range m.Piece.Seams {
			if across := s.From.X == s.To.X; across && wide || !across && high {
				out = out.and(taken{1, s.Long().Up()}, 1)
			}
		}
		return out
	}
	for _, act := range m.Acts {
		if act.Joins == nil {
			continue
		}
		for i, j := range act.Joins.Edges {
			for k, l := range []making.Layer{j.A, j.B} {
				if of := q.Unit(l.From.Made()); (i == 0 || k == 1) && l.From != "" && of.Unit.ID != m.Unit.ID && !of.Cloth {
					w, h := wide, high
					if l.Turn%180 != 0 {
						w, h = high, wide
					}
					out = out.and(q.setting(of, w, h), times[act.ID])
				}
			}
		}
	}
	for _, act := range m.Acts {
		if act.Joins == nil {
			continue
		}
		over := out.n > 0 // what was sewn before is taken out: this is in the way
		for _, j := range act.Joins.Edges {
			across := upright(j.Seam)
			if !over && !(across && wide || !across && high) {
				continue
			}
			long := j.A.Piece.H
			if j.Down {
				long = j.A.Piece.W
			}
			out = out.and(taken{1, long.Up()}, times[act.ID])
		}
	}
	return out
}
