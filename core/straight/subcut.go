package straight

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/naming"
	"vicis/core/piece"
)

func init() { making.Register(func() making.Method { return &SubCut{} }) }

// SubCut is a segment cut across a strip set, after its end has been squared up. How many sets that takes is for the
// cutting plan to say: a set may give segments of several widths.
type SubCut struct {
	From  naming.Unit    `json:"from" doc:"The strip set"`
	Width making.Breadth `json:"width,omitzero" doc:"A length, or so many strips; 1 strip when left out"`
}

// By names the method.
func (*SubCut) By() string { return "sub-cut" }

// Parts is the strip set.
func (m *SubCut) Parts() []making.Part { return []making.Part{{Unit: m.From}} }

// Make slices one segment out of the set.
func (m *SubCut) Make(t *making.Table) (making.Made, bool) {
	set, ok := t.Made(m.From)
	width, wide := t.Breadth(m.Width, t.At+"/width", t.Unit.Name)
	if !ok || !wide {
		return making.Made{}, false
	}
	if !set.InLength {
		return t.Refuse("not-a-strip-set", t.At+"/from",
			fmt.Sprintf("%s is to be cut from %s, which is no strip set.", t.Unit.Name, set.Unit.Name),
			"Choose a strip set to cut it from.")
	}
	if len(set.Round) > 0 {
		return t.Refuse("set-closed", t.At+"/from",
			fmt.Sprintf("%s is to be cut from %s, which is closed to a tube: what is cut across it is a ring.", t.Unit.Name,
				set.Unit.Name),
			"Open that set, or cut its rings as the columns of a tube.")
	}
	t.OnTheRuler(width, t.At+"/width", t.Unit.Name)
	length, _ := set.Piece.Size()
	if width.CeilTo(t.Ruler.Mark) > length-t.Squaring {
		return t.Refuse("cloth-too-short", t.At+"/width",
			fmt.Sprintf("A sub-cut of %s does not come out of a strip set %s long, %s of it for squaring up.",
				t.Ruler.Print(width), t.Ruler.Print(length), t.Ruler.Print(t.Squaring)),
			fmt.Sprintf("Use cloth with at least %s of usable width, or cut %s narrower.",
				t.Ruler.Print((width+t.Squaring).CeilTo(t.Ruler.Mark)), t.Unit.Name))
	}
	p := set.Piece.Window(piece.Of(t.Squaring), piece.Num{}, m.Width.Exactly(t), set.Piece.H)
	return making.Made{Sort: "sub-cut", Piece: p, Acts: []making.Act{{
		ID: t.Unit.ID.Step(), Does: making.SubCuts, Stock: true, Takes: []making.ActTake{{Act: m.From.Step(), Each: 1}},
		Piece: p,
	}}}, true
}

func (m *SubCut) Breadths() []making.BreadthOf {
	return []making.BreadthOf{{Breadth: &m.Width, Finished: false, Key: "width", Half: false}}
}
