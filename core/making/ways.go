package making

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
