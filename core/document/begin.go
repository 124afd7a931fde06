package document

import (
	"encoding/json"
	"slices"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/quilt"
	"vicis/core/school"
)

// Beginning is what a new quilt starts with by a rule. It may change: a stored document says its own, and what that
// leaves out means for ever what it meant (see fill, and what is told of as left out).
type Beginning struct {
	Measure measure.Units   `json:"measure" enum:"in,cm"`
	Ruler   measure.Written `json:"ruler"`
	Seam    Allowance       `json:"seam"`
	Cloth   Cloth           `json:"cloth"`
	Strip   measure.Written `json:"strip" doc:"The width strips are cut"`
	Block   measure.Written `json:"block,omitzero" doc:"What a block of the library finishes; as it is drawn when left out"`
	Border  measure.Written `json:"border" doc:"The width a border is cut"`

	Settings Settings `json:"settings"`

	LeftOut LeftOut `json:"leftOut"`
}

// LeftOut is what a document means where it leaves a length out, as the ruler reads it.
type LeftOut struct {
	Overhang measure.Reading `json:"overhang" doc:"Of the backing"`
	Binding  measure.Reading `json:"binding" doc:"The width it is cut"`
	Longest  measure.Reading `json:"longest" doc:"The longest ruler"`
}

// Begin is what a quilt starts with by a rule.
func Begin(rule measure.Units) Beginning {
	b := Beginning{
		Measure: measure.Inches, Ruler: measure.Typed("1/8 in"), Seam: allowanceOf("scant"), Strip: measure.Typed("2 1/2"),
		Border: measure.Typed("3 1/2 in"),
		Cloth:  Cloth{Usable: measure.Typed("40 in"), Squaring: measure.Typed("1/2 in")},
	}
	if rule == measure.Centimetres {
		b = Beginning{
			Measure: rule, Ruler: measure.Typed("1 mm"), Seam: allowanceOf("7.5mm"), Strip: measure.Typed("6.5 cm"),
			Border: measure.Typed("9 cm"),
			Cloth:  Cloth{Usable: measure.Typed("100 cm"), Squaring: measure.Typed("1 cm")}, Block: measure.Typed("20 cm"),
		}
	}
	d := Document{Units: rule}
	d.fill()
	b.Settings = d.Settings
	ruler := measure.Ruler{Units: b.Measure, Mark: b.Ruler.Length()}
	b.LeftOut = LeftOut{
		ruler.Read(quilt.Backing{}.Overhangs(rule)), ruler.Read(quilt.Binding{}.Cut(&making.Table{Units: rule})),
		ruler.Read(Settings{}.LongestRuler(rule)),
	}
	return b
}

// allowanceOf is an allowance by the name it is chosen by.
func allowanceOf(value string) Allowance {
	i := slices.IndexFunc(allowances, func(a school.Answer) bool { return a.Value == value })
	sets := allowances[i].Sets
	return Allowance{Stitched: measure.Typed(sets["/seam/stitched"]), Fold: measure.Typed(sets["/seam/fold"])}
}

// Started is a document that is about to be decided.
func (b Beginning) Started() Document {
	return Document{
		Vicis: Version, Units: b.Measure, Ruler: b.Ruler, Seam: b.Seam, Cloth: b.Cloth, Strip: b.Strip,
	}
}

// LongestRuler is the longest ruler there is; 24 in, or 60 cm, where nothing is said.
func (s Settings) LongestRuler(rule measure.Units) measure.Length {
	switch {
	case s.Longest.Given():
		return s.Longest.Length()
	case rule == measure.Centimetres:
		return 60 * measure.Centimetre
	}
	return 24 * measure.Inch
}

// Under is a document of a few keys over what every quilt starts with.
func (b Beginning) Under(text []byte) ([]byte, error) {
	start, err := Write(b.Started())
	if err != nil {
		return nil, err
	}
	keys := map[string]json.RawMessage{}
	for _, one := range [][]byte{start, text} {
		if err := json.Unmarshal(one, &keys); err != nil {
			return nil, err
		}
	}
	return json.Marshal(keys)
}
