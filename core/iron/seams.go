package iron

import (
	"fmt"
	"slices"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/pressing"
)

// SeamWay says which way one seam goes.
func (b AtIron) SeamWay(d pressing.Decision) string {
	switch {
	case b.IsSpun(d.Seam.ID):
		return "spun at its crossings"
	case d.X == 0:
		return "open"
	}
	return "toward " + b.Toward(d)
}

// SeamNames is what seams are called: by what is sewn, and which of its seams it is.
func (b AtIron) SeamNames(seams []naming.Seam) []string {
	list := make([]string, len(seams))
	for i, seam := range seams {
		list[i] = b.SeamName(seam)
	}
	return list
}

// SeamName is what a seam is called.
func (b AtIron) SeamName(seam naming.Seam) string {
	if seam == naming.Rows.Seam() {
		return "the seams between rows"
	}
	for _, m := range b.Units {
		if slices.ContainsFunc(m.Seams, func(s making.SeamKind) bool { return s.ID == seam }) && len(m.Seams) == 1 {
			return "the seam of " + m.Unit.Name
		}
	}
	for _, batch := range b.Batches {
		switch at := slices.Index(batch.Of, seam); {
		case at >= 0 && len(batch.Of) == 1:
			return "the seam of " + batch.Name
		case at >= 0:
			return fmt.Sprintf("seam %d of %s", at+1, batch.Name)
		}
	}
	return string(seam)
}
