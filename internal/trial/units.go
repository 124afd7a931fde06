// Package trial has what tests of several rooms begin with: small units of what makes them.
package trial

import (
	"fmt"
	"math"
	"testing"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/piece"
	"vicis/core/problem"
	"vicis/core/straight"
	"vicis/core/triangle"
)

// Table is a sewing table with cloth of so much usable width, ¼″ seams and 2½″ strips; the role “nobody” has no cloth.
func Table(usable measure.Length, problems *problem.List) making.Table {
	return making.Table{
		Units: measure.Inches, Seam: In / 4, Strip: 5 * In / 2,
		Ruler: measure.Ruler{Units: measure.Inches, Mark: In / 8}, Squaring: In / 2,
		Usable: func(role string) (measure.Length, bool) { return usable, role != "nobody" }, Seen: piece.ByRole,
		Problems: problems,
	}
}

// Set is a strip set of one cloth.
func Set(id string, widths ...string) making.Unit {
	m := &straight.StripSet{}
	for i, w := range widths {
		m.Strips = append(m.Strips, straight.SetStrip{ID: string(rune('a' + i)), Role: "A", Width: making.Typed(w)})
	}
	return making.Unit{ID: naming.Unit(id), Name: id, How: m}
}

// Cut is a sub-cut.
func Cut(id, from, width string) making.Unit {
	return making.Unit{
		ID: naming.Unit(id), Name: id,
		How: &straight.SubCut{From: naming.Unit(from), Width: making.Typed(width)},
	}
}

// Join is units side by side.
func Join(id string, parts ...making.Part) making.Unit {
	for i := range parts {
		if parts[i].ID == "" {
			parts[i].ID = string(rune('a' + i))
		}
	}
	return making.Unit{ID: naming.Unit(id), Name: id, How: &straight.Joined{Columns: parts}}
}

// Rail is a strip set of the roles given and a square sub-cut of it.
func Rail(id, width string, roles ...string) []making.Unit {
	m := &straight.StripSet{}
	for i, r := range roles {
		m.Strips = append(m.Strips, straight.SetStrip{ID: string(rune('a' + i)), Role: r, Width: making.Typed(width)})
	}
	return []making.Unit{
		{ID: naming.Unit(id + "-set"), Name: id + " set", How: m},
		Cut(id, id+"-set", fmt.Sprintf("%d strips", len(roles))),
	}
}

// FourPatch is two sets of two strips each, their sub-cuts, and the four-patch of them: above left and right, below
// left and right.
func FourPatch(roles [4]string) []making.Unit {
	var units []making.Unit
	for i := range 2 {
		id := string(rune('s' + i))
		units = append(units, making.Unit{
			ID: naming.Unit(id), Name: id,
			How: &straight.StripSet{Strips: []straight.SetStrip{{ID: "a", Role: roles[i]}, {ID: "b", Role: roles[2+i]}}},
		},
			Cut("c"+id, id, ""))
	}
	return append(units, Join("four", making.Part{Unit: "cs"}, making.Part{Unit: "ct"}))
}

// TwoFabricFour is a four-patch of one set, one sub-cut turned by half.
func TwoFabricFour() []making.Unit {
	return append(FourPatch([4]string{"A", "B", "B", "A"})[:2],
		Join("four", making.Part{Unit: "cs"}, making.Part{Unit: "cs", Turn: 180}))
}

// NinePatch is a nine-patch of two sets.
func NinePatch() []making.Unit {
	return append(append(Rail("p", "", "A", "B", "A"), Rail("q", "", "B", "A", "B")...),
		Cut("cp", "p-set", ""), Cut("cq", "q-set", ""),
		Join("nine", making.Part{Unit: "cp"}, making.Part{Unit: "cq"}, making.Part{Unit: "cp"}))
}

// Pair is a half-square unit.
func Pair(way triangle.AtATime, lower, upper making.Input, finished string) making.Unit {
	return making.Unit{ID: "hst", Name: "hst", How: &triangle.HalfSquare{
		Way: way, Lower: lower, Upper: upper,
		Finished: making.Typed(finished),
	}}
}

// Made makes units and gives one of them.
func Made(t *testing.T, units []making.Unit, id string) (making.Made, problem.List) {
	t.Helper()
	var problems problem.List
	made, _ := making.All(units, Table(40*In, &problems))
	return made[naming.Unit(id)], problems
}

// OnMark is the next eighth of an inch: what lies between two marks of the ruler is cut at the next, and sewn so.
func OnMark(inches float64) float64 { return math.Ceil(inches*8) / 8 }

// Near says whether a coordinate is so many inches, within what can be seen of floats.
func Near(got piece.Num, want float64) bool { return math.Abs(got.Inches()-want) < 0.00006 }

// One makes one unit by a method, of others.
func One(t *testing.T, how making.Method, more ...making.Unit) (making.Made, problem.List) {
	t.Helper()
	return Made(t, append(more, making.Unit{ID: "u", Name: "unit", How: how}), "u")
}

// Must is One of what can be made.
func Must(t *testing.T, how making.Method, more ...making.Unit) making.Made {
	t.Helper()
	m, problems := One(t, how, more...)
	if problems.Stopped() {
		t.Fatalf("%s: %v", how.By(), problems)
	}
	return m
}

// Corners are flipped corners of one role and one leg.
func Corners(role string, leg string, at ...triangle.CornerAt) []triangle.FlippedCorner {
	var list []triangle.FlippedCorner
	for i, a := range at {
		list = append(list, triangle.FlippedCorner{ID: fmt.Sprint("c", i), At: a, Role: role, Leg: making.Typed(leg)})
	}
	return list
}

// HasSeamFrom says whether a seam begins or ends there.
func HasSeamFrom(p piece.Piece, x, y float64) bool {
	for _, s := range p.Seams {
		for _, a := range []piece.Point{s.From, s.To} {
			if math.Abs(a.X.Inches()-x) < 1e-9 && math.Abs(a.Y.Inches()-y) < 1e-9 {
				return true
			}
		}
	}
	return false
}

// Filled: patches fill the outline exactly, whatever was sewn, and every patch runs clockwise.
func Filled(t *testing.T, what string, p piece.Piece) {
	t.Helper()
	if p.Area() != piece.Exactly("", p.W, p.H).Area() || p.Rounded {
		t.Errorf("%s: patches cover %v of %v × %v", what, p.Area(), p.W.Inches(), p.H.Inches())
	}
}

const In = measure.Inch
