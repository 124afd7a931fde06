package api

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"vicis/api/door"
	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/problem"
	"vicis/store"
)

// Cloth on the shelf that all quilts share: what lies there, what is promised to which quilt, and that it is promised
// once.

func (s *Server) registerCloth(a huma.API, op describe) {
	huma.Register(a, op(http.MethodGet, "/api/cloth", "cloth",
		"Cloth on the shelf that all quilts share, and to which it is promised"), s.cloth)
	huma.Register(a, op(http.MethodGet, "/api/packs", "packs",
		"Cloth as shops sell it cut, to begin with"), func(context.Context, *struct{}) (*body[[]cloth.Pack], error) {
		return &body[[]cloth.Pack]{cloth.Packs()}, nil
	})
	huma.Register(a, op(http.MethodGet, "/api/sorts", "sorts",
		"In which kinds cloth is kept, and how each is asked for"),
		func(context.Context, *struct{}) (*body[[]cloth.Sort], error) {
			return &body[[]cloth.Sort]{cloth.Sorts}, nil
		})
	huma.Register(a, draft(op(http.MethodPut, "/api/cloth/{id}", "putCloth",
		"Say how a piece of cloth lies on the shelf; new, changed, or none of it any more")), s.putCloth)
	huma.Register(a, op(http.MethodPost, "/api/quilts/{id}/cut", "cut",
		"All is cut: what was used is taken off the shelf, what is left goes back to it"), s.cut)
}

// cut takes what a quilt has used off the shelf and puts what is left of it back, all at once.
func (s *Server) cut(ctx context.Context, in *WriteIn) (*projectOut, error) {
	q, err := s.from(ctx, in)
	if err != nil {
		return nil, door.Explain(err)
	}
	q, err = s.store.SaveCut(ctx, in.ID, q.Rev, afterCutting, s.now())
	return s.answer(ctx, q, err)
}

// afterCutting is the document with its supplies cut, and the pieces of the shelf that are fewer or new.
func afterCutting(q store.Quilt, list []store.Cloth) (string, []store.Cloth, error) {
	p := previewOf(document.Stored(q.Document))
	if p.Problems.Stopped() {
		return "", nil, door.Refuse(p.Problems)
	}
	d := p.Document
	taken := map[string]int{}
	for _, t := range p.Plan.Taken {
		taken[t.Supply] = t.Count
	}
	shelf, err := holdings(list)
	if err != nil {
		return "", nil, err
	}
	var changed []cloth.Holding
	d.Supplies = slices.Clone(d.Supplies)
	for i := range d.Supplies {
		one := &d.Supplies[i]
		for _, h := range shelf {
			if h.ID == one.ID && !one.Cut && taken[one.ID] > 0 {
				h.Count = max(0, h.Count-taken[one.ID])
				one.Count = taken[one.ID]
				changed = append(changed, h)
			}
		}
		one.Cut = true
	}
	for _, r := range p.Plan.Remnants {
		id := remnantID(q.ID, r)
		if r.Lies {
			continue
		}
		if slices.ContainsFunc(shelf, func(h cloth.Holding) bool { return h.ID == id }) {
			continue // put back before, and perhaps promised since
		}
		changed = append(changed, cloth.Holding{
			ID: id, Name: r.Name, Colour: r.Colour, Kind: r.Kind, Width: r.Width, Length: r.Length, Count: r.Count,
			Note: "left of " + d.Name,
		})
	}
	text, err := document.Write(d)
	if err != nil {
		return "", nil, err
	}
	var out []store.Cloth
	for _, h := range changed {
		piece, err := json.Marshal(h)
		if err != nil {
			return "", nil, err
		}
		out = append(out, store.Cloth{ID: h.ID, Piece: string(piece)})
	}
	return string(text), out, nil
}

// Held is a piece on the shelf with what is promised of it.
type Held struct {
	cloth.Holding
	ID       string          `json:"id"`
	Title    string          `json:"title" doc:"Its name and size as a ruler reads"`
	Promised []cloth.Promise `json:"promised"`
	Free     int             `json:"free" doc:"Below zero where more is promised than there is"`
	Since    string          `json:"since"`
}

func holdings(list []store.Cloth) ([]cloth.Holding, error) {
	out := make([]cloth.Holding, len(list))
	for i, c := range list {
		if err := json.Unmarshal([]byte(c.Piece), &out[i]); err != nil {
			return nil, fmt.Errorf("cloth %s: %w", c.ID, err)
		}
	}
	return out, nil
}

// promises is what each quilt takes of the shelf; one that cannot be read takes nothing.
func promises(quilts []store.Quilt) []cloth.Promise {
	var list []cloth.Promise
	for _, q := range quilts {
		if d, _ := document.Stored(q.Document); len(d.Supplies) > 0 && !q.Away {
			list = append(list, cloth.Promise{Quilt: q.ID, Name: d.Name, Supplies: d.Supplies})
		}
	}
	slices.SortFunc(list, func(a, b cloth.Promise) int {
		return cmp.Or(cmp.Compare(a.Name, b.Name), cmp.Compare(a.Quilt, b.Quilt))
	})
	return list
}

// keepsPromises refuses a document that takes what another quilt has.
func keepsPromises(_, text string, list []store.Cloth, others []store.Quilt) error {
	d, _ := document.Stored(text)
	if len(d.Supplies) == 0 {
		return nil
	}
	shelf, err := holdings(list)
	if err != nil {
		return err
	}
	var problems problem.List
	cloth.Keep(d.Supplies, shelf, promises(others), &problems)
	if problems.Stopped() {
		return door.Refuse(problems)
	}
	return nil
}

// held lists the shelf; what is promised to the quilt that asks is free for it.
func (s *Server) held(ctx context.Context, quilt string) ([]Held, error) {
	list, err := s.store.Cloth(ctx)
	if err != nil {
		return nil, err
	}
	shelf, err := holdings(list)
	if err != nil {
		return nil, err
	}
	quilts, err := s.store.Quilts(ctx)
	if err != nil {
		return nil, err
	}
	taken := promises(quilts)
	out := make([]Held, len(shelf))
	for i, h := range shelf {
		out[i] = Held{
			Holding: h, ID: h.ID, Title: h.Title(), Promised: cloth.Promised(h.ID, taken), Free: h.Count,
			Since: list[i].At,
		}
		for _, p := range out[i].Promised {
			if p.Quilt != quilt {
				out[i].Free -= p.Count
			}
		}
	}
	return out, nil
}

// shelfIn names the quilt that asks.
type shelfIn struct {
	For string `query:"for" maxLength:"64" doc:"A quilt: what is promised to it counts as free for it"`
}

func (s *Server) cloth(ctx context.Context, in *shelfIn) (*body[[]Held], error) {
	list, err := s.held(ctx, in.For)
	if err != nil {
		return nil, door.Explain(err)
	}
	return &body[[]Held]{list}, nil
}

type clothIn struct {
	ID      string `path:"id" maxLength:"64"`
	IfMatch string `header:"If-Match" maxLength:"64" doc:"Since when it lies as it was seen; however it lies when left out"`
	Body    strict[clothInBody]
}

type clothInBody struct {
	cloth.Holding
	Measure measure.Units `json:"measure,omitempty" enum:"in,cm" doc:"What a bare number means"`
}

func (s *Server) putCloth(ctx context.Context, in *clothIn) (*body[[]Held], error) {
	h := in.Body.Is.Holding
	h.ID = in.ID
	units := in.Body.Is.Measure
	if units == "" {
		units = measure.Inches
	}
	problems := h.Check(units)
	if !plainID(h.ID) {
		problems.Stop("id-not-unique", "/id", "The cloth has no usable id.", "Use 8 to 64 letters, digits, - or _.")
	}
	if problems.Stopped() {
		t := door.Refuse(problems)
		t.Title = "This cannot lie on the shelf yet"
		return nil, t
	}
	text, err := json.Marshal(h)
	if err != nil {
		return nil, door.Explain(err)
	}
	if err := s.store.PutCloth(ctx, h.ID, string(text), strings.Trim(in.IfMatch, `"`), s.now()); err != nil {
		return nil, door.Explain(err)
	}
	return s.cloth(ctx, &shelfIn{})
}
