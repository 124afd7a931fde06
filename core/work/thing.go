package work

import "vicis/core/fewest"

// Identity is what one of a step is, whichever step makes it: two steps that make the same thing share one stock of it.
type Identity struct {
	Does    string `json:"does"`            // what is done to make it
	Size    string `json:"size"`            // as planned
	Shows   string `json:"shows,omitempty"` // what it looks like; of what shows nothing by itself its step
	Long    string `json:"long,omitempty"`  // where it is not as long as the cloth is wide
	Pressed string `json:"pressed,omitempty"`
}

// Bare is what it is however it is pressed. Pressed is how the seams in it lie that other seams have been sewn across
// since: what its own seams are pressed to is no part of it, for while nothing is sewn across them they can be pressed
// again.
func (t Identity) Bare() Identity {
	t.Pressed = ""
	return t
}

// OfShelf is cloth of the shelf that is promised, by its supply.
func OfShelf(supply string) Identity { return Identity{Does: ofShelf, Shows: supply} }

const ofShelf = "supply"

// Supply is the supply that a thing is; false for everything that is made.
func (t Identity) Supply() (id string, is bool) { return t.Shows, t.Does == ofShelf }

// Begun is what was cut up of strips or sets: so many of them, what is left, and how many of each thing were cut by a
// layout.
type Begun struct {
	Used  int
	Rests []fewest.Offcut
	Cut   map[Identity]int
}
