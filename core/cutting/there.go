package cutting

import (
	"maps"

	"vicis/core/fewest"
	"vicis/core/measure"
	"vicis/core/naming"
)

// There is what lies there of a quilt that is half made, cut or sewn before: what is left of strips and sets is cut
// first, and those that are whole need not be made.
type There struct {
	Cloth   map[ClothCut]Lies
	Sets    map[naming.Unit]Lies
	Short   map[naming.Step]int // strips that were asked for short
	Lengths map[naming.Step]int // of what is cut for borders, behind the top and round its edge: how many are still to cut
}

// ClothCut is strips of one fabric, so wide.
type ClothCut struct {
	Fabric string
	Cut    measure.Length
}

// Lies is what lies there of strips or sets that are alike.
type Lies struct {
	Whole int
	Short int // of sets that were asked for short
	Open  int // sets that are sewn and still to be closed to tubes
	Rests []fewest.Rest
	Begun bool // some were cut up before: how many more are used up follows from how they are laid out
}

// clone is the same to take from.
func (t *There) clone() *There {
	if t == nil {
		return &There{}
	}
	return &There{maps.Clone(t.Cloth), t.Sets, t.Short, t.Lengths}
}

// whole takes so many whole strips at most, and says how many there were.
func (t *There) whole(of ClothCut, most int) int {
	l := t.Cloth[of]
	n := max(0, min(l.Whole, most))
	if n > 0 {
		l.Whole -= n
		t.Cloth[of] = l
	}
	return n
}

// begun takes what is left of strips that were begun, for whoever asks first.
func (t *There) begun(of ClothCut) Lies {
	l, any := t.Cloth[of]
	if any {
		t.Cloth[of] = Lies{Whole: l.Whole}
	}
	return l
}

// ToMake is how many strips or sets are used whole beside those that lie there.
func (a Across) ToMake() int {
	n := a.Layups.Strips - a.Has.Whole
	if a.OneNew() {
		n -= a.Has.Short
	}
	return max(0, n)
}

// OneNew says whether it is one strip or set alone, and none was begun and none lies there: it can be asked for short.
func (a Across) OneNew() bool { return a.Layups.Strips == 1 && !a.Has.Begun && a.Has.Whole == 0 }

// ToSew is how many sets are sewn beside those that lie there, closed or not.
func (a Across) ToSew() int { return max(0, a.ToMake()-a.Has.Open) }

// Left is what is left of a strip or set, or of what was left of one before, once it is cut by a pattern.
func (a Across) Left(p fewest.Pattern, at []measure.Length) measure.Length {
	long := a.Length
	if p.Rest > 0 {
		long = measure.Length(p.Rest)
	}
	return long - at[len(at)-1]
}

// ofOne says which strips a set is that is one strip alone, as it lies.
func (p *pools) ofOne(set naming.Unit) (of ClothCut, is bool) {
	m, _ := p.t.Made(set)
	if len(m.Acts) == 0 || len(m.Acts[0].Strips) != 1 {
		return of, false
	}
	s := m.Acts[0].Strips[0]
	f, _ := p.shelf.Fabric(s.Role)
	return ClothCut{f.ID, s.Width.CeilTo(p.t.Ruler.Mark)}, true
}

// setsThere is what lies there of strip sets.
func (p *pools) setsThere(a Across) Lies {
	if of, one := p.ofOne(a.Set); one {
		return p.there.Cloth[of]
	}
	return p.there.Sets[a.Set]
}

// taken takes what a strip set that is one strip alone is cut from.
func (p *pools) taken(a *Across) {
	if of, one := p.ofOne(a.Set); one {
		a.Has.Whole = p.there.whole(of, a.Layups.Strips)
		p.there.begun(of)
	}
}

// runs is what is still to cut of strips that are sewn end to end, of lengths, and what waits for neither.
func (t *There) runs(strips []StripPlan) (list []StripPlan) {
	for _, s := range strips {
		n, said := t.Lengths[s.ID]
		if said {
			s.Count = min(s.Count, n)
		}
		if !said || n > 0 || s.Joined != nil && s.Joined.Times > 0 && s.For == naming.SashLevel.Step() {
			list = append(list, s)
		}
	}
	return list
}
