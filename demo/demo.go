// Package demo puts made-up quilts on an empty shelf: nobody's real work, fabrics or names.
package demo

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"time"

	"vicis/core/cloth"
	"vicis/core/demand"
	"vicis/core/document"
	"vicis/core/library"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/quilt"
	"vicis/core/record"
	"vicis/core/recut"
	"vicis/core/starter"
	"vicis/core/straight"
	"vicis/core/work"
	"vicis/store"
)

// The quilts of the scenario.
const (
	InTheMiddle = "demo-boat-shed"
	Stars       = "demo-gull-point"
	AtTheMat    = "demo-hay-loft"
	JustPlanned = "demo-lamp-room"
	OnPoint     = "demo-weather-vane"
	CutAgain    = "demo-rope-walk"
	Wave        = "demo-harbour-swell"
	Scraps      = "demo-button-tin"
)

// began is when the made-up work began.
var began = time.Date(2026, time.November, 12, 18, 30, 0, 0, time.UTC)

// Documents are the scenario's projects by id.
func Documents() (map[string]document.Document, error) {
	shed, problems := starter.Build(starter.Choices{
		Name: "Boat shed", Block: starter.Chain, Squares: 5, Companion: starter.Cornered, Rows: 7, Columns: 5,
		Measure: measure.Inches, Strip: measure.Typed("2 1/2"), Border: measure.Typed("3 1/2"),
		Fabrics: []cloth.Fabric{
			{ID: "slipway", Name: "Slipway", Colour: "#1f4a63"},
			{ID: "drizzle", Name: "Drizzle", Colour: "#7d9fb0"},
			{ID: "limewash", Name: "Limewash", Colour: "#ece3cf"},
		},
	})
	if problems.Stopped() {
		return nil, fmt.Errorf("demo: %v", problems)
	}
	shed.Note = "A made-up quilt in the middle of the work, to try things out on."
	shed.Spares = demand.Spares{Count: 2}
	lamp, problems := starter.Build(starter.Choices{
		Name: "Lamp room", Block: starter.Checkers, Squares: 3, Companion: starter.Plain, Rows: 9, Columns: 7,
		Measure: measure.Centimetres, Strip: measure.Typed("6,5 cm"),
		Fabrics: []cloth.Fabric{
			{ID: "brick", Name: "Brick", Colour: "#8d3f2f"},
			{ID: "flour", Name: "Flour sack", Colour: "#efe6d4"},
			{ID: "putty", Name: "Putty", Colour: "#c8b79a"},
		},
	})
	if problems.Stopped() {
		return nil, fmt.Errorf("demo: %v", problems)
	}
	lamp.Note = "A made-up quilt, just planned; nothing is cut yet."
	lamp.Spares = demand.Spares{Percent: 5}
	gull, err := gullPoint()
	if err != nil {
		return nil, err
	}
	hay, err := hayLoft()
	if err != nil {
		return nil, err
	}
	vane, err := weatherVane()
	if err != nil {
		return nil, err
	}
	rope, err := ropeWalk()
	if err != nil {
		return nil, err
	}
	swell, err := harbourSwell()
	if err != nil {
		return nil, err
	}
	tin, err := buttonTin()
	if err != nil {
		return nil, err
	}
	return map[string]document.Document{
		Scraps: tin, InTheMiddle: shed, JustPlanned: lamp, Stars: gull, AtTheMat: hay,
		OnPoint: vane, CutAgain: rope, Wave: swell,
	}, nil
}

// fromLibrary is a block of the library as a project.
func fromLibrary(id string) (library.Entry, error) {
	list, err := library.List()
	if err != nil {
		return library.Entry{}, fmt.Errorf("demo: %w", err)
	}
	for _, e := range list {
		if e.ID == id {
			return e, nil
		}
	}
	return library.Entry{}, fmt.Errorf("demo: the library has no %s", id)
}

// hayLoft has everything that can lie round a quilt, and takes cloth from the shelf.
func hayLoft() (document.Document, error) {
	e, err := fromLibrary("churn-dash")
	if err != nil {
		return document.Document{}, err
	}
	d := e.Document
	d.Name, d.Note = "Hay loft",
		"A made-up quilt at the mat: sashing, borders, backing and binding, some of it from the shelf of cloth."
	d.Fabrics = []cloth.Fabric{
		{ID: "dark", Name: "Barn door", Colour: "#6b3a34"},
		{ID: "light", Name: "Oat", Colour: "#eadfc6"},
		{ID: "edge", Name: "Thistle", Colour: "#6d6a86"},
		{ID: "wide", Name: "Stubble, wide", Colour: "#b9a878", Usable: measure.Typed("108 in")},
	}
	d.Roles = append(d.Roles[:2:2], cloth.Role{ID: "edge", Name: "edge", Fabric: "edge"},
		cloth.Role{ID: "wide", Name: "back", Fabric: "wide"})
	d.Spares = demand.Spares{Count: 1}
	d.Cloth.Every, d.Settings.Layers = 8, 4
	d.Top.Rows, d.Top.Columns = 5, 4
	d.Top.Sashing = &quilt.Sashing{Role: d.Roles[0].ID, Corners: "edge", Outer: true}
	d.Top.Borders = []quilt.Border{{
		ID: "border", Name: "the border", Role: "edge", Width: making.Typed("4 1/2 in"),
		Corners: d.Roles[0].ID,
	}}
	d.Top.Backing, d.Top.Binding = &quilt.Backing{Role: "wide"}, &quilt.Binding{Role: d.Roles[0].ID}
	d.Supplies = []cloth.Supply{
		{
			ID: "cloth-oat-length", Fabric: "light", Kind: cloth.Yardage, Width: measure.Typed("42 in"),
			Length: measure.Typed("1 1/4 yd"), Count: 1,
		},
		{
			ID: "cloth-thistle-tens", Fabric: "edge", Kind: cloth.Pieces, Width: measure.Typed("10 in"),
			Length: measure.Typed("10 in"), Count: 3,
		},
	}
	return d, nil
}

// Cloth is the shelf of the scenario.
func Cloth() []cloth.Holding {
	return []cloth.Holding{
		{
			ID: "cloth-oat-length", Name: "Oat", Colour: "#eadfc6", Kind: cloth.Yardage, Width: measure.Typed("42 in"),
			Length: measure.Typed("1 1/4 yd"), Count: 1, Note: "from the market",
		},
		{
			ID: "cloth-thistle-tens", Name: "Thistle", Colour: "#6d6a86", Kind: cloth.Pieces, Width: measure.Typed("10 in"),
			Length: measure.Typed("10 in"), Count: 9, Note: "a stack of squares",
		},
		{
			ID: "cloth-tin-tens", Name: "Button tin", Colour: "#7c5a4a", Kind: cloth.Pieces, Width: measure.Typed("10 in"),
			Length: measure.Typed("10 in"), Count: 42, Note: "a stack in 21 prints, two of each",
		},
		{
			ID: "cloth-slate-strips", Name: "Slate", Colour: "#2b4251", Kind: cloth.Strips, Width: measure.Typed("2 1/2 in"),
			Length: measure.Typed("42 in"), Count: 14,
		},
		{
			ID: "cloth-brick-quarters", Name: "Brick", Colour: "#8d3f2f", Kind: cloth.Pieces, Width: measure.Typed("50 cm"),
			Length: measure.Typed("55 cm"), Count: 4, Note: "quarters",
		},
		{
			ID: "cloth-flour-scrap", Name: "Flour sack", Colour: "#efe6d4", Kind: cloth.Pieces, Width: measure.Typed("9 in"),
			Length: measure.Typed("31 in"), Count: 1, Note: "left of a cushion",
		},
	}
}

// buttonTin is stars from a stack of squares in many prints, each star in one of them.
func buttonTin() (document.Document, error) {
	e, err := fromLibrary("four-pointed-star")
	if err != nil {
		return document.Document{}, err
	}
	d := e.Document
	d.Name, d.Note = "Button tin", "A made-up quilt of stars from a stack of 10 in squares, two of each print: which "+
		"print goes where is dealt."
	tin := cloth.Fabric{ID: "dark", Name: "Button tin", Colour: "#7c5a4a", Print: cloth.Assorted}
	for i, s := range []cloth.Swatch{
		{Name: "Plum jam", Colour: "#5b2f45"},
		{Name: "Rosehip", Colour: "#a8433a"},
		{Name: "Kettle", Colour: "#4a5257"},
		{Name: "Moss", Colour: "#5f6b3c"},
		{Name: "Ginger", Colour: "#b9742f"},
		{Name: "Ink", Colour: "#27405a"},
		{Name: "Heath", Colour: "#84618a"},
		{Name: "Pine", Colour: "#2f5347"},
		{Name: "Clay", Colour: "#b5795f"},
		{Name: "Teal", Colour: "#3c7f86"},
		{Name: "Barley", Colour: "#bd9a4e"},
		{Name: "Slate", Colour: "#5a6c80"},
		{Name: "Cherry", Colour: "#7d2433"},
		{Name: "Fern", Colour: "#77905d"},
		{Name: "Cocoa", Colour: "#5a4034"},
	} {
		s.ID, s.Count = fmt.Sprintf("print-%d", i+1), 2
		tin.List = append(tin.List, s)
	}
	d.Fabrics = []cloth.Fabric{tin, {ID: "light", Name: "Bolster", Colour: "#efe7d6"}}
	d.Roles[0].Name = "stars"
	d.Top.Rows, d.Top.Columns = 6, 5
	d.Supplies = []cloth.Supply{{
		ID: "cloth-tin-tens", Fabric: "dark", Kind: cloth.Pieces, Width: measure.Typed("10 in"),
		Length: measure.Typed("10 in"), Count: 30,
	}}
	d.Deal = &document.Deal{
		Seed: 4, Corners: true,
		Rules: []document.DealRule{{Role: d.Roles[0].ID, One: document.OneBlock}},
	}
	return d, nil
}

// gullPoint is stars from the library in two colourways.
func gullPoint() (document.Document, error) {
	e, err := fromLibrary("eight-pointed-star")
	if err != nil {
		return document.Document{}, err
	}
	d := e.Document
	d.Name, d.Note = "Gull point", "A made-up quilt of stars in two colourways, its geese half sewn."
	d.Fabrics = []cloth.Fabric{
		{ID: "dark", Name: "Slate", Colour: "#2b4251"},
		{ID: "light", Name: "Shell", Colour: "#efe5d2"},
		{ID: "accent", Name: "Buoy", Colour: "#b5532f"},
		{ID: "gorse", Name: "Gorse", Colour: "#c79a3a"},
		{ID: "dune", Name: "Dune", Colour: "#5d6b54"},
	}
	d.Colourways = []document.Colourway{{
		ID: "noon", Name: "Noon",
		Fabrics: map[string]string{"C": "gorse", "A": "dune"},
	}}
	d.Top = quilt.Top{Rows: 5, Columns: 5, Repeat: [][]quilt.Cell{
		{{Unit: e.Block}, {Unit: e.Block, Colourway: "noon"}},
		{{Unit: e.Block, Colourway: "noon"}, {Unit: e.Block}},
	}}
	return d, nil
}

// weatherVane stands on point, with plain blocks between.
func weatherVane() (document.Document, error) {
	e, err := fromLibrary("shoo-fly")
	if err != nil {
		return document.Document{}, err
	}
	d := e.Document
	d.Name, d.Note = "Weather vane",
		"A made-up quilt on point, just planned: triangles all round it and plain blocks between."
	d.Fabrics = []cloth.Fabric{
		{ID: "dark", Name: "Storm", Colour: "#3b4a5a"},
		{ID: "light", Name: "Chalk", Colour: "#f0eadb"},
		{ID: "between", Name: "Heather", Colour: "#8f7f97"},
	}
	d.Roles = append(d.Roles[:2:2], cloth.Role{ID: "between", Name: "between", Fabric: "between"})
	p, _ := plan.Make(d, nil)
	width := ""
	for _, t := range p.Trim {
		if t.ID == e.Block.Step() {
			width, _, _ = strings.Cut(t.Unfinished, " × ")
		}
	}
	d.Parts = append(d.Parts, making.Unit{
		ID: "plain", Name: "Plain block",
		How: &straight.PlainPatch{Role: "between", Width: making.Typed(width), Height: making.Typed(width)},
	})
	block, plain := quilt.Cell{Unit: e.Block}, quilt.Cell{Unit: "plain"}
	d.Top = quilt.Top{
		Rows: 5, Columns: 4, Repeat: [][]quilt.Cell{{block, plain}, {plain, block}},
		Point: &quilt.PointSetting{Role: "between"},
	}
	d.Top.Borders = []quilt.Border{{
		ID: "border", Name: "the border", Role: d.Roles[0].ID,
		Width: making.Typed("4 1/2 in"),
	}}
	return d, nil
}

// ropeWalk is four-patches that are cut again, half of their parts joined.
func ropeWalk() (document.Document, error) {
	e, err := fromLibrary("corners-exchanged")
	if err != nil {
		return document.Document{}, err
	}
	d := e.Document
	d.Name, d.Note = "Rope walk", "A made-up quilt of four-patches that are cut again, their parts half joined."
	d.Fabrics = []cloth.Fabric{
		{ID: "dark", Name: "Tar", Colour: "#33424a"},
		{ID: "light", Name: "Hemp", Colour: "#e6d6b4"},
		{ID: "edge", Name: "Anchor", Colour: "#8a4b3a"},
	}
	d.Roles = append(d.Roles[:2:2], cloth.Role{ID: "edge", Name: "edge", Fabric: "edge"})
	d.Top.Rows, d.Top.Columns = 6, 5
	d.Top.Borders = []quilt.Border{{ID: "border", Name: "the border", Role: "edge", Width: making.Typed("3 1/2 in")}}
	return d, nil
}

// harbourSwell is a wave of opened rings, half of its blocks joined.
func harbourSwell() (document.Document, error) {
	e, err := fromLibrary("gentle-wave")
	if err != nil {
		return document.Document{}, err
	}
	d := e.Document
	d.Name, d.Note = "Harbour swell", "A made-up quilt of one wave: rings of a tube opened at shifting seams, half of "+
		"their columns joined."
	for i, f := range []cloth.Fabric{
		{Name: "Night tide", Colour: "#1b3a4b"},
		{Name: "Mooring", Colour: "#275d6d"},
		{Name: "Shoal", Colour: "#3d8288"},
		{Name: "Kelp", Colour: "#79a08a"},
		{Name: "Samphire", Colour: "#b3b67c"},
		{Name: "Dune", Colour: "#d8c08c"},
		{Name: "Shell", Colour: "#e8d5bd"},
		{Name: "Spray", Colour: "#f1ebdf"},
	} {
		d.Fabrics[i].Name, d.Fabrics[i].Colour = f.Name, f.Colour
	}
	swell := &recut.Tube{Edge: making.RightEnd} // it ends as it began
	for i, width := range []making.Breadth{
		making.Typed("2 1/2 in"), making.Typed("2 in"), making.Typed("1 1/2 in"),
		making.Typed("1 in"), making.Typed("1 1/2 in"), making.Typed("2 in"),
	} {
		swell.Columns = append(swell.Columns, recut.OpenedRing{
			ID: fmt.Sprintf("c%d", i+1), From: d.Parts[0].ID, Width: width, Step: []float64{0, 1, 1, 1, -1, -1}[i],
		})
	}
	d.Parts[1] = making.Unit{ID: "wave", Name: "Swell", How: swell}
	d.Top.Rows, d.Top.Columns = 3, 5
	d.Top.Borders = []quilt.Border{{ID: "border", Name: "the border", Role: "A", Width: making.Typed("3 1/2 in")}}
	return d, nil
}

// Begun is the tally of a quilt whose work has come so far as a step, and half way through that.
func Begun(d document.Document, half naming.Step, name string) []record.Event {
	p, _ := work.Of(d)
	var list []record.Event
	at, once := began, p.Once()
	for i, s := range p.Steps {
		n := once[i]
		if s.ID == half {
			n /= 2
		}
		for left := n; left > 0; left -= 10 {
			list = append(list, record.Event{
				ID: fmt.Sprintf("%s-%04d", name, len(list)+1), Step: s.ID, Kind: record.Made,
				N: min(10, left), Exact: s.Exact(), Look: s.Look, Rev: 1, At: at.Format(time.RFC3339),
			})
			at = at.Add(4 * time.Minute)
		}
		if s.ID == half {
			break
		}
	}
	return list
}

// Events is the tally of the quilt in the middle of the work: cut and sub-cut, most joins sewn, the first blocks done,
// a few units set aside.
func Events(d document.Document) []record.Event {
	p, _ := work.Of(d)
	var list []record.Event
	at := began
	add := func(e record.Event) {
		e.ID = fmt.Sprintf("demo-%04d", len(list)+1)
		e.At = at.Format(time.RFC3339)
		at = at.Add(90 * time.Second)
		list = append(list, e)
	}
	share := map[naming.Step]int{"block": 7, "plain/middle": 12, "plain": 0, "block/c3": 18, "half": 37}
	once := p.Once()
	for i, s := range p.Steps {
		if s.Stage == "rows" || s.Stage == "top" || s.ID == "border/strips" {
			continue
		}
		n := once[i]
		if limit, ok := share[s.ID]; ok {
			n = min(n, limit)
		}
		for left := n; left > 0; left -= 10 {
			add(record.Event{Step: s.ID, Kind: record.Made, N: min(10, left), Exact: s.Exact(), Look: s.Look, Rev: 1})
		}
		switch s.ID {
		case "half":
			add(record.Event{
				Step: s.ID, Kind: record.Aside, N: 1, Exact: s.Exact(), Look: s.Look, Rev: 1,
				Reason: "turned the wrong way",
			})
		case "IV":
			add(record.Event{
				Step: s.ID, Kind: record.Aside, N: 1, Exact: s.Exact(), Look: s.Look, Rev: 1,
				Reason: "cut crooked",
			})
		}
		at = at.Add(20 * time.Minute)
	}
	// The last sitting: chain blocks, after the plain ones had been begun, one by one on a full bobbin.
	i := slices.IndexFunc(list, func(e record.Event) bool { return e.Step == "block" })
	block := list[i]
	list = append(list[:i], list[i+1:]...)
	one := func(id string, kind record.EventKind, n int, after time.Duration) {
		e := block
		at = at.Add(after)
		e.ID, e.Kind, e.N, e.At = id, kind, n, at.Format(time.RFC3339)
		list = append(list, e)
	}
	one("demo-bobbin", record.Bobbin, 0, 0)
	for k := range block.N {
		seconds := []time.Duration{95, 104, 91, 88, 112, 97, 93}[k%7]
		one(fmt.Sprintf("demo-block-%d", k+1), record.Made, 1, seconds*time.Second)
	}
	return list
}

// Fill puts the scenario on the shelf, once.
func Fill(ctx context.Context, s *store.Store) error {
	have, err := s.Quilts(ctx)
	if err != nil || len(have) > 0 {
		return err
	}
	docs, err := Documents()
	if err != nil {
		return err
	}
	for i, h := range Cloth() {
		piece, err := json.Marshal(h)
		if err != nil {
			return err
		}
		if err := s.PutCloth(ctx, h.ID, string(piece), "", began.AddDate(0, 0, i-9)); err != nil {
			return err
		}
	}
	for i, id := range []string{OnPoint, JustPlanned, AtTheMat, CutAgain, Wave, Scraps, Stars, InTheMiddle} {
		text, err := document.Write(docs[id])
		if err != nil {
			return err
		}
		if _, err := s.Create(ctx, id, string(text), began.AddDate(0, 0, i)); err != nil {
			return err
		}
	}
	if err := s.Append(ctx, Wave, Begun(docs[Wave], "wave", "swell"), began.AddDate(0, 0, 5)); err != nil {
		return err
	}
	if err := s.Append(ctx, Stars, Begun(docs[Stars], "goose/third", "stars"), began.AddDate(0, 0, 4)); err != nil {
		return err
	}
	if err := s.Append(ctx, CutAgain, Begun(docs[CutAgain], "block/row-2", "rope"), began.AddDate(0, 0, 4)); err != nil {
		return err
	}
	if err := s.Append(ctx, AtTheMat, Begun(docs[AtTheMat], naming.Pool("light", int64(7*measure.Inch/2), false),
		"loft"), began.AddDate(0, 0, 4)); err != nil {
		return err
	}
	return s.Append(ctx, InTheMiddle, Events(docs[InTheMiddle]), began.AddDate(0, 0, 5))
}
