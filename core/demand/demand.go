// Package demand counts from the quilt down to the cloth: how many of everything, rounded up once for the whole quilt.
package demand

// Source is one act that makes things: what one run takes from other acts and how many it gives.
type Source struct {
	ID     string
	Takes  []Take
	Gives  int  // 1 or more
	Spares bool // whether spares are asked for here
}

// Take is so many of another source's things per run.
type Take struct {
	ID   string
	Each int
}

// Spares is what is made beyond the need, at every source that asks for them.
type Spares struct {
	Percent int `json:"percent,omitempty" minimum:"0" maximum:"100" doc:"So many in a hundred of every kind of sub-cut and patch, rounded up"`
	Count   int `json:"count,omitempty" minimum:"0" maximum:"1000" doc:"So many of every kind of sub-cut and patch"`
}

// Of gives the spares for a need.
func (s Spares) Of(need int) int {
	if need == 0 {
		return 0
	}
	return s.Count + (need*s.Percent+99)/100
}

// Line is the count of one source.
type Line struct {
	Need  int // what the quilt takes
	Spare int // asked for beyond it
	Runs  int
	Left  int // what the runs could give beyond need and spare
}

// Make is how many are to be made.
func (l Line) Make() int { return l.Need + l.Spare }

// Count goes from the wanted things down. Sources stand in order, each after what it takes from; every source has one way
// of being made, so runs = ⌈(need + spares) / gives⌉ is optimal.
func Count(sources []Source, wanted map[string]int, spares Spares) map[string]Line {
	lines := map[string]Line{}
	need := map[string]int{}
	for id, n := range wanted {
		need[id] = n
	}
	for i := len(sources) - 1; i >= 0; i-- {
		s := sources[i]
		l := Line{Need: need[s.ID]}
		if s.Spares {
			l.Spare = spares.Of(l.Need)
		}
		l.Runs = (l.Make() + s.Gives - 1) / s.Gives
		l.Left = l.Runs*s.Gives - l.Make()
		for _, t := range s.Takes {
			need[t.ID] += l.Runs * t.Each
		}
		lines[s.ID] = l
	}
	return lines
}
