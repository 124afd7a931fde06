package naming

import (
	"strconv"
	"strings"
)

// What is cut straight from cloth. Strips of one role and width are one pile, whichever strip sets they are for;
// patches of one fabric whose strips are equally wide share strips. A pile is what it is cut from and how wide: cut at
// another width it is another pile, and what lies in the first no longer fits where it is not asked for any more.

// Strips are strips of a role for strip sets, by their width in parts of the grid of lengths.
func Strips(role string, width int64) Step {
	return Of(strips).Part(role, strconv.FormatInt(width, 10))
}

// Pool is strips of a fabric that patches are cut from; those that wait for a measurement share none with the others.
func Pool(fabric string, width int64, waits bool) Step {
	words := []string{fabric, strconv.FormatInt(width, 10)}
	if waits {
		words = append(words, held)
	}
	return Of(pool).Part(words...)
}

// Pile is what a pile of strips is by its name.
type Pile struct {
	Role, Fabric string // one of them
	Width        int64
	Waits        bool
}

// Pile takes the name of a pile of strips apart.
func (s Step) Pile() (Pile, bool) {
	p := s.parts()
	if len(p.Words) < 2 {
		return Pile{}, false
	}
	width, err := strconv.ParseInt(p.Words[1], 10, 64)
	switch {
	case err != nil:
		return Pile{}, false
	case p.Of == Of(strips):
		return Pile{Role: p.Words[0], Width: width}, true
	case p.Of == Of(pool):
		return Pile{Fabric: p.Words[0], Width: width, Waits: len(p.Words) == 3}, true
	}
	return Pile{}, false
}

// Own is strips that are cut for one thing alone.
func (s Step) Own() Step { return Step(join(string(s), []string{strips})) }

// FromEnd is patches of a step that are cut from what is left of strips, by how much is left.
func (s Step) FromEnd(of Step, rest int64) Step {
	return Step(join(string(s), []string{from, string(of), strconv.FormatInt(rest, 10)}))
}

// FromShelf is patches of a step that are cut from a piece on the shelf.
func (s Step) FromShelf(supply string) Step { return Step(join(string(s), []string{shelf, supply})) }

// InFabric is a role in a colourway that gives it another fabric.
func InFabric(role, fabric string) string { return escape(role) + "@" + escape(fabric) }

// BaseRole is the role that a role in a colourway is of; itself where it is the project's own.
func BaseRole(role string) string {
	of, _, _ := strings.Cut(role, "@")
	return unescape(of)
}
