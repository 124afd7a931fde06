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

// cut takes what a quilt has used off the shelf and puts what is left of it back, all at once. It is planned before
// that, and what was cut of it is known.
func (s *Server) cut(ctx context.Context, in *WriteIn) (*projectOut, error) {
	q, err := s.from(ctx, in)
	if err != nil {
		return nil, door.Explain(err)
	}
	p, err := s.kept.of(ctx, q)
	if err == nil {
		err = s.kept.lookAtCloth(ctx)
	}
	if err != nil {
		return nil, door.Explain(err)
	}
	if p.project.Problems.Stopped() {
		return nil, door.Refuse(p.project.Problems)
	}
	taken := p.work.Taken()
	for id, gone := range s.kept.goneOf(q.ID) {
		taken[id] = max(taken[id], gone.Begun)
	}
	q, err = s.store.SaveCut(ctx, in.ID, q.Rev, func(q store.Quilt, list []store.Cloth) (string, []store.Cloth, error) {
		return afterCutting(q, list, p.project.Preview, taken)
	}, s.now())
	return s.answer(ctx, q, err)
}

// afterCutting is the document with its supplies cut, and the pieces of the shelf that are fewer or new.
func afterCutting(q store.Quilt, list []store.Cloth, p Preview, taken map[string]int) (string, []store.Cloth, error) {
	shelf, err := holdings(list)
	if err != nil {
		return "", nil, err
	}
	d := p.Document
	supplies, changed := cloth.AllCut(q.ID, d.Supplies, shelf, taken)
	d.Supplies = supplies
	for _, r := range p.Plan.Remnants {
		id := r.ID(q.ID)
		if !r.Lies && !slices.ContainsFunc(shelf, func(h cloth.Lain) bool { return h.ID == id }) { // nor was put back before
			changed = append(changed, cloth.Lain{Holding: r.Holding(id, d.Name)})
		}
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

// Held is a piece on the shelf as it was last said to lie.
type Held struct {
	cloth.OnShelf
	Since string `json:"since"`
}

func holdings(list []store.Cloth) ([]cloth.Lain, error) {
	out := make([]cloth.Lain, len(list))
	for i, c := range list {
		if err := json.Unmarshal([]byte(c.Piece), &out[i]); err != nil {
			return nil, fmt.Errorf("cloth %s: %w", c.ID, err)
		}
	}
	return out, nil
}

// promises is what each quilt takes of the shelf, and what was cut for it; one that cannot be read takes nothing.
func (s *Server) promises(quilts []store.Quilt) []cloth.Promise {
	var list []cloth.Promise
	for _, q := range quilts {
		gone := s.kept.goneOf(q.ID)
		if d, _ := document.Stored(q.Document); len(d.Supplies)+len(gone) > 0 {
			list = append(list, cloth.Promise{Quilt: q.ID, Name: d.Name, Supplies: d.Supplies, Away: q.Away, Gone: gone})
		}
	}
	slices.SortFunc(list, func(a, b cloth.Promise) int { return cmp.Compare(a.Name+"\n"+a.Quilt, b.Name+"\n"+b.Quilt) })
	return list
}

// keepsPromises refuses a document that takes what another quilt has.
func (s *Server) keepsPromises(quilt, text string, list []store.Cloth, quilts []store.Quilt) error {
	d, _ := document.Stored(text)
	if len(d.Supplies) == 0 {
		return nil
	}
	shelf, err := holdings(list)
	if err != nil {
		return err
	}
	var problems problem.List
	cloth.Keep(quilt, d.Supplies, shelf, s.promises(quilts), &problems)
	if problems.Stopped() {
		return door.Refuse(problems)
	}
	return nil
}

// shelfIn names the quilt that asks.
type shelfIn struct {
	For string `query:"for" maxLength:"64" doc:"A quilt: what is promised to it counts as free for it"`
}

func (s *Server) cloth(ctx context.Context, in *shelfIn) (*body[[]Held], error) {
	list, err := s.store.Cloth(ctx)
	if err != nil {
		return nil, door.Explain(err)
	}
	shelf, err := holdings(list)
	if err != nil {
		return nil, door.Explain(err)
	}
	if err := s.kept.lookAtCloth(ctx); err != nil {
		return nil, door.Explain(err)
	}
	quilts, err := s.store.Quilts(ctx)
	if err != nil {
		return nil, door.Explain(err)
	}
	all := s.promises(quilts)
	out := make([]Held, len(shelf))
	for i, h := range shelf {
		out[i] = Held{h.Tells(in.For, all), list[i].At}
	}
	return &body[[]Held]{out}, nil
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
	if err := s.kept.lookAtCloth(ctx); err != nil {
		return nil, door.Explain(err)
	}
	quilts, err := s.store.Quilts(ctx)
	if err != nil {
		return nil, door.Explain(err)
	}
	text, err := json.Marshal(cloth.Lain{Holding: h}.Counted(s.promises(quilts)))
	if err != nil {
		return nil, door.Explain(err)
	}
	if err := s.store.PutCloth(ctx, h.ID, string(text), strings.Trim(in.IfMatch, `"`), s.now()); err != nil {
		return nil, door.Explain(err)
	}
	return s.cloth(ctx, &shelfIn{})
}
