package making

import (
	"slices"

	"vicis/core/naming"
)

// Others lists the ways to make the same look, the unit's own among them.
func Others(m Method) []Method {
	if o, ok := m.(interface{ others() []Method }); ok {
		return o.others()
	}
	return []Method{m}
}

// Sizings lists a method in every sizing it knows: exact, by rule, roomy; just itself where there is nothing to size.
func Sizings(m Method) []Method {
	s, ok := m.(interface{ sized(Sizing) (Method, bool) })
	if !ok {
		return []Method{m}
	}
	var list []Method
	for _, sizing := range []Sizing{Exact, Rule, Roomy} {
		if one, ok := s.sized(sizing); ok {
			list = append(list, one)
		}
	}
	if len(list) == 0 {
		return []Method{m}
	}
	return list
}

// Named is how quilters call a way of making.
func Named(m Method) string {
	if n, ok := m.(interface{ named() string }); ok {
		return n.named()
	}
	return m.By()
}

// asTheyCome is how cloth is sized that lies there already.
const asTheyCome = "from squares as they come"

func (s Sizing) words() string {
	return map[Sizing]string{
		"": "cut at the next mark", Exact: "cut at the next mark", Rule: "cut by rule",
		Roomy: "cut roomy, trimmed",
	}[s]
}

// canonical leaves out what is understood.
func (s Sizing) canonical() Sizing {
	if s == Exact {
		return ""
	}
	return s
}

func (m *HalfSquare) sized(s Sizing) (Method, bool) {
	one := *m
	one.Sizing = s.canonical()
	return &one, m.Lower.Unit == "" && m.Upper.Unit == ""
}

func (m *HalfSquare) named() string {
	way := map[AtATime]string{
		Two: "two at a time", Four: "four at a time, all round", Eight: "eight at a time",
		Triangles: "from cut triangles",
	}[m.Way]
	if m.Lower.Unit != "" || m.Upper.Unit != "" {
		return way
	}
	if m.Cut.Given() {
		return way + ", " + asTheyCome
	}
	return way + ", " + m.Sizing.words()
}

func (m *QuarterSquare) sized(s Sizing) (Method, bool) {
	one := *m
	one.Sizing = s.canonical()
	return &one, true
}

func (m *QuarterSquare) named() string {
	if m.Cut.Given() {
		return "two at a time, " + asTheyCome
	}
	return "two at a time, " + m.Sizing.words()
}

func (m *FlyingGeese) sized(s Sizing) (Method, bool) {
	one := *m
	one.Sizing = s.canonical()
	return &one, true
}

func (m *FlyingGeese) named() string {
	if m.Cut.Given() {
		return "four at a time, " + asTheyCome
	}
	return "four at a time, " + m.Sizing.words()
}

func (m *SquareInSquare) sized(s Sizing) (Method, bool) {
	one := *m
	one.Sizing = s.canonical()
	return &one, true
}

func (m *SquareInSquare) named() string { return "with triangles, " + m.Sizing.words() }

func (m *FlippedCorners) named() string {
	if m.Bonus {
		return "with flipped corners and their bonus"
	}
	return "with flipped corners"
}

// sized lists the corners without their bonus and with it, where the trimmings are worth sewing.
func (m *FlippedCorners) sized(s Sizing) (Method, bool) {
	one := *m
	one.Bonus = s == Rule
	return &one, s != Roomy && m.Base.Unit == ""
}

func (m *Grid) named() string {
	if m.First == ColumnsFirst {
		return "columns first"
	}
	return "rows first"
}

// PressedLater says whether what an act sews is pressed only once it is cut apart.
func (m Made) PressedLater(act Act) bool {
	return slices.ContainsFunc(m.Acts, func(other Act) bool {
		return slices.ContainsFunc(other.Presses, func(p naming.Seam) bool { return slices.Contains(act.Sews, p) })
	})
}
