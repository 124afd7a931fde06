// Package piece is virtual sewing: pieces of cloth lying right side up, and the few acts of the trade that make new
// pieces from old. Everything is exact, so that two seam ends meet when they are equal, never when they are near.
package piece

import (
	"math"
	"math/bits"

	"vicis/core/measure"
)

// Fine is how many points of virtual sewing lie between two points of the grid of lengths: a few binary places more,
// which halvings at 45° use up.
const Fine = 64

// Num is an exact coordinate p + q√2, counted in 1/(24384·64) inch. Right angles need only p; cuts and seams at 45°
// bring in q. Values stay far below 2⁶² for anything made of cloth.
type Num struct{ P, Q int64 }

// Of turns a length into a coordinate.
func Of(l measure.Length) Num { return Num{P: int64(l) * Fine} }

// Add, Sub and Neg are exact.
func (a Num) Add(b Num) Num { return Num{a.P + b.P, a.Q + b.Q} }

// Sub gives a − b.
func (a Num) Sub(b Num) Num { return Num{a.P - b.P, a.Q - b.Q} }

// Neg gives −a.
func (a Num) Neg() Num { return Num{-a.P, -a.Q} }

// TimesRoot2 gives √2·a, as when a side becomes a diagonal.
func (a Num) TimesRoot2() Num { return Num{2 * a.Q, a.P} }

// Times gives n·a.
func (a Num) Times(n int) Num { return Num{a.P * int64(n), a.Q * int64(n)} }

// Half gives a/2 and says whether that is exact: a cut at 45° to another uses up a binary place.
func (a Num) Half() (half Num, exact bool) { return Num{a.P >> 1, a.Q >> 1}, a.P&1 == 0 && a.Q&1 == 0 }

// times is the exact product of two coordinates, in squares of the fine unit.
func (a Num) times(b Num) Num { return Num{a.P*b.P + 2*a.Q*b.Q, a.P*b.Q + a.Q*b.P} }

// Sign is −1, 0 or +1: p + q√2 is compared with nothing by comparing p² with 2q², never by rounding √2.
func (a Num) Sign() int {
	sp, sq := sign(a.P), sign(a.Q)
	if sp == sq || sq == 0 {
		return sp
	}
	if sp == 0 {
		return sq
	}
	p, q := magnitude(a.P), magnitude(a.Q)
	ph, pl := bits.Mul64(p, p)
	qh, ql := bits.Mul64(q, q)
	qh, ql = qh<<1|ql>>63, ql<<1
	if ph > qh || ph == qh && pl > ql {
		return sp
	}
	return sq // equality is impossible, √2 being irrational
}

// Cmp is the sign of a − b.
func (a Num) Cmp(b Num) int { return a.Sub(b).Sign() }

// Exact gives the coordinate as a length, where it lies on the grid.
func (a Num) Exact() (measure.Length, bool) {
	return measure.Length(a.P / Fine), a.Q == 0 && a.P%Fine == 0
}

// Nearest is the coordinate rounded to the nearest length. This is the one place where √2 is rounded.
func (a Num) Nearest() measure.Length {
	if l, exact := a.Exact(); exact {
		return l
	}
	return measure.Length(math.Round((float64(a.P) + float64(a.Q)*math.Sqrt2) / Fine))
}

// Up is the coordinate as a length, rounded up to the grid of lengths.
func (a Num) Up() measure.Length {
	l := a.Nearest()
	if Of(l).Cmp(a) < 0 {
		l++
	}
	return l
}

// Inches is for drawing only.
func (a Num) Inches() float64 {
	return (float64(a.P) + float64(a.Q)*math.Sqrt2) / (Fine * float64(measure.Inch))
}

func sign(v int64) int {
	switch {
	case v > 0:
		return 1
	case v < 0:
		return -1
	}
	return 0
}

func magnitude(v int64) uint64 {
	if v < 0 {
		return uint64(-v)
	}
	return uint64(v)
}
