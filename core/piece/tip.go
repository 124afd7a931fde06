package piece

// Tip is a point that a seam at 45° ends in near an outer edge: it is seen whole when it lies exactly an allowance
// inside.
type Tip struct {
	Side  Side
	Depth Num // how far inside the edge
	Spot  Point
}

// Tips lists the tips that lie nearer to an edge than within. A seam at 45° that ends on another one there makes a tip;
// one that runs on to the edge does not.
func (p Piece) Tips(within Num) []Tip {
	var list []Tip
	seen := map[Point]bool{}
	for _, s := range p.Seams {
		if s.From.X == s.To.X || s.From.Y == s.To.Y {
			continue
		}
		for _, a := range []Point{s.From, s.To} {
			if seen[a] {
				continue
			}
			side, depth, near := p.nearest(a, within)
			if !near || !p.meets(a, s) {
				continue
			}
			seen[a] = true
			list = append(list, Tip{side, depth, a})
		}
	}
	return list
}

func (p Piece) nearest(a Point, within Num) (side Side, depth Num, near bool) {
	for s, d := range map[Side]Num{Left: a.X, Right: p.W.Sub(a.X), Top: a.Y, Bottom: p.H.Sub(a.Y)} {
		if d.Sign() <= 0 {
			return 0, Num{}, false // on the edge itself, where it is cut
		}
		if d.Cmp(within) < 0 && (!near || d.Cmp(depth) < 0 || d == depth && s < side) {
			side, depth, near = s, d, true
		}
	}
	return side, depth, near
}

// meets says whether another seam at 45°, across this one, passes through its end.
func (p Piece) meets(a Point, s SeamLine) bool {
	for _, o := range p.Seams {
		dx, dy := o.To.X.Sub(o.From.X), o.To.Y.Sub(o.From.Y)
		if dx == (Num{}) || dy == (Num{}) {
			continue
		}
		l := Falling(o.From.X.Sub(o.From.Y))
		if dx.Sign() != dy.Sign() {
			l = Rising(o.From.X.Add(o.From.Y))
		}
		if l.at(a) != (Num{}) || l.parallel(s.From, s.To) {
			continue
		}
		if x0, x1 := smaller(o.From.X, o.To.X), larger(o.From.X, o.To.X); a.X.Cmp(x0) >= 0 && a.X.Cmp(x1) <= 0 {
			return true
		}
	}
	return false
}
