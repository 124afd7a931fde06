package straight

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/piece"
)

func init() { making.Register(func() making.Method { return &PlainPatch{} }) }

// PlainPatch is a rectangle cut from one fabric: a plain block, or the middle of a framed one.
type PlainPatch struct {
	Role   string         `json:"role" is:"role"`
	Width  making.Breadth `json:"width" doc:"Cut width: a length, or so many strips"`
	Height making.Breadth `json:"height" doc:"Cut height: a length, or so many strips"`
}

// By names the method.
func (*PlainPatch) By() string { return "patch" }

// Parts are none: a patch is cut from cloth.
func (*PlainPatch) Parts() []making.Part { return nil }

func (*PlainPatch) States() making.States { return making.States{Seamless: true} }

// Make cuts it. One side must come out of the cloth's usable width.
func (m *PlainPatch) Make(t *making.Table) (making.Made, bool) {
	usable, ok := t.Usable(m.Role)
	if !ok {
		t.Problems.Stop("role-without-fabric", t.At+"/role", fmt.Sprintf("%s has no fabric.", t.Unit.Name),
			"Choose a fabric for it.")
	}
	w, ok1 := t.Breadth(m.Width, t.At+"/width", t.Unit.Name)
	h, ok2 := t.Breadth(m.Height, t.At+"/height", t.Unit.Name)
	if !ok || !ok1 || !ok2 {
		return making.Made{}, false
	}
	if narrow := min(w, h); narrow.CeilTo(t.Ruler.Mark) > usable-t.Squaring {
		return t.Refuse("cloth-too-short", t.At+"/width",
			fmt.Sprintf("%s is %s × %s, and the cloth has only %s of usable width, %s of it for squaring up.",
				t.Unit.Name, t.Ruler.Print(w), t.Ruler.Print(h), t.Ruler.Print(usable), t.Ruler.Print(t.Squaring)),
			"Choose wider cloth, or a smaller block.")
	}
	t.OnTheRuler(w, t.At+"/width", t.Unit.Name)
	if h != w {
		t.OnTheRuler(h, t.At+"/height", t.Unit.Name)
	}
	p := piece.Exactly(m.Role, m.Width.Exactly(t), m.Height.Exactly(t))
	return making.Made{Sort: "patch", Cloth: true, Piece: p, Acts: []making.Act{{
		ID: t.Unit.ID.Step(), Does: making.Cuts,
		Patch: &making.CutPatch{Role: m.Role, W: w, H: h}, Piece: p,
	}}}, true
}

func (m *PlainPatch) Breadths() []making.BreadthOf {
	return []making.BreadthOf{
		{Breadth: &m.Width, Finished: false, Key: "width", Half: false},
		{Breadth: &m.Height, Finished: false, Key: "height", Half: false},
	}
}
