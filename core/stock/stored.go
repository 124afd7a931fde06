package stock

import (
	"encoding/json"
	"fmt"
	"hash/fnv"

	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/work"
)

// Version says how facts are found: it goes up when a newer program would find other ones. What is written stays.
const Version = 1

// Recipes are written once, each under a number that follows from what it says, parts by theirs: what many events count
// is there once.

// stored is a recipe as it is written.
type stored struct {
	Makes  work.Identity   `json:"makes"`
	Step   naming.Step     `json:"step"`
	Called string          `json:"called,omitempty"`
	All    int             `json:"all"`
	Ironed string          `json:"ironed,omitempty"`
	Stuff  *Stuff          `json:"stuff,omitempty"`
	Takes  []storedTake    `json:"takes,omitempty"`
	Draws  []storedDraw    `json:"draws,omitempty"`
	Ways   bool            `json:"ways,omitempty"`
	Else   []work.Identity `json:"else,omitempty"`
	Falls  []Fall          `json:"falls,omitempty"`
	Piled  bool            `json:"piled,omitempty"`
}

type storedTake struct {
	Of   string         `json:"of"`
	Each int            `json:"each"`
	Per  int            `json:"per"`
	Run  string         `json:"run,omitempty"`
	At   []int          `json:"at,omitempty"`
	Laid string         `json:"laid,omitempty"`
	Wide measure.Length `json:"wide,omitempty"`
}

type storedDraw struct {
	Supply string `json:"supply"`
	Laid   string `json:"laid"`
}

// Writer writes recipes; what it has written once it knows.
type Writer struct {
	names map[*Recipe]string
	laid  map[*CutLayout]string
}

// NewWriter has written nothing.
func NewWriter() *Writer {
	return &Writer{map[*Recipe]string{}, map[*CutLayout]string{}}
}

// Write gives the number of a recipe, and tells what is to be kept: its text and those of its parts, by their numbers.
func (w *Writer) Write(r *Recipe, keep func(name, text string)) string {
	if name, known := w.names[r]; known {
		return name
	}
	out := stored{
		Makes: r.Makes, Step: r.Step, Called: r.Called, All: r.All, Ironed: r.Ironed, Ways: r.Ways, Stuff: r.Stuff,
		Else: r.Else, Falls: r.Falls, Piled: r.Piled,
	}
	for _, t := range r.Takes {
		one := storedTake{Of: w.Write(t.Of, keep), Each: t.Each, Per: t.Per, Run: t.Run, At: t.At, Wide: t.Wide}
		if t.Laid != nil {
			one.Laid = w.layout(t.Laid, keep)
		}
		out.Takes = append(out.Takes, one)
	}
	for _, d := range r.Draws {
		out.Draws = append(out.Draws, storedDraw{d.Supply, w.layout(d.Laid, keep)})
	}
	w.names[r] = written(out, keep)
	return w.names[r]
}

// layout writes a layout, once.
func (w *Writer) layout(l *CutLayout, keep func(name, text string)) string {
	if w.laid[l] == "" {
		w.laid[l] = written(l, keep)
	}
	return w.laid[l]
}

func written(what any, keep func(name, text string)) string {
	text, _ := json.Marshal(what) // texts and numbers only
	h := fnv.New128a()
	_, _ = h.Write(text) // a hash takes everything
	name := fmt.Sprintf("%x", h.Sum(nil))
	keep(name, string(text))
	return name
}

// Reader reads recipes by their numbers.
type Reader struct {
	read map[string]*Recipe
	laid map[string]*CutLayout
}

// NewReader has read nothing.
func NewReader() *Reader {
	return &Reader{map[string]*Recipe{}, map[string]*CutLayout{}}
}

// Read gives a recipe by its number; text gives what is written under one.
func (d *Reader) Read(name string, text func(name string) (string, error)) (*Recipe, error) {
	if r, known := d.read[name]; known {
		if r == nil {
			return nil, fmt.Errorf("recipe %s is made of itself", name)
		}
		return r, nil
	}
	var in stored
	if err := unwritten(name, text, &in); err != nil {
		return nil, err
	}
	d.read[name] = nil
	r := &Recipe{
		Makes: in.Makes, Step: in.Step, Called: in.Called, All: in.All, Ironed: in.Ironed, Ways: in.Ways, Stuff: in.Stuff,
		Else: in.Else, Falls: in.Falls, Piled: in.Piled,
	}
	for _, t := range in.Takes {
		of, err := d.Read(t.Of, text)
		if err != nil {
			return nil, err
		}
		take := RecipeTake{Of: of, Each: t.Each, Per: max(1, t.Per), Run: t.Run, At: t.At, Wide: t.Wide}
		if t.Laid != "" {
			if take.Laid, err = d.layout(t.Laid, text); err != nil {
				return nil, err
			}
		}
		r.Takes = append(r.Takes, take)
	}
	for _, one := range in.Draws {
		laid, err := d.layout(one.Laid, text)
		if err != nil {
			return nil, err
		}
		r.Draws = append(r.Draws, Draw{one.Supply, laid})
	}
	d.read[name] = r
	return r, nil
}

// layout reads a layout, once.
func (d *Reader) layout(name string, text func(name string) (string, error)) (*CutLayout, error) {
	if d.laid[name] == nil {
		laid := &CutLayout{}
		if err := unwritten(name, text, laid); err != nil {
			return nil, err
		}
		d.laid[name] = laid
	}
	return d.laid[name], nil
}

func unwritten(name string, text func(name string) (string, error), into any) error {
	is, err := text(name)
	if err == nil {
		err = json.Unmarshal([]byte(is), into)
	}
	if err != nil {
		return fmt.Errorf("recipe %s: %w", name, err)
	}
	return nil
}
