package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"vicis/api/door"
	"vicis/core/ask"
	"vicis/core/askcloth"
	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/plan"
	"vicis/core/problem"
)

// Questions about the cutting that are asked now and then, of a document stored or not.

func (s *Server) registerCutting(a huma.API, op describe) {
	huma.Register(a, draft(op(http.MethodPost, "/api/cliffs", "cliffs",
		"At which usable widths of the cloth the number of strips or sets changes")), s.cliffs)
	huma.Register(a, draft(op(http.MethodPost, "/api/backwards", "backwards",
		"The largest quilt of a document's blocks that comes out of the cloth there is")), s.backwards)
	huma.Register(a, draft(op(http.MethodPost, "/api/nearest", "nearest",
		"The quilts of a document's blocks that come nearest to a size")), s.nearest)
	huma.Register(a, draft(op(http.MethodPost, "/api/pilot", "pilot",
		"One block of a document alone, to be made and measured before the bulk is cut")), s.pilot)
}

// sizeIn is a document and the size a quilt of it should have.
type sizeIn struct {
	Document Draft           `json:"document"`
	Width    measure.Written `json:"width"`
	Height   measure.Written `json:"height"`
}

func (s *Server) nearest(ctx context.Context, in *struct{ Body strict[sizeIn] }) (*body[[]askcloth.Measure], error) {
	return about(ctx, s.searches, in.Body.Is.Document,
		func(d document.Document, _ *ask.Purse) ([]askcloth.Measure, problem.List) {
			return askcloth.NearTo(d, in.Body.Is.Width, in.Body.Is.Height)
		})
}

func (s *Server) pilot(ctx context.Context, in *struct{ Body Draft }) (*body[Preview], error) {
	d, err := in.Body.sound()
	if err != nil {
		return nil, err
	}
	end, err := s.plans.Take(ctx)
	if err != nil {
		return nil, err
	}
	defer end()
	one, err := askcloth.Pilot(d)
	if err != nil {
		return nil, door.Explain(err)
	}
	p, problems := plan.Make(one, nil)
	if problems.Stopped() {
		return nil, door.Refuse(problems)
	}
	return &body[Preview]{Preview{Document: one, Plan: p, Problems: problem.List{}}}, nil
}

// suppliesIn is a document and the cloth there is.
type suppliesIn struct {
	Document Draft                  `json:"document"`
	Supplies []askcloth.SupplyThere `json:"supplies"`
}

func (s *Server) backwards(ctx context.Context, in *struct{ Body strict[suppliesIn] }) (*body[askcloth.Reach], error) {
	return about(ctx, s.searches, in.Body.Is.Document,
		func(d document.Document, purse *ask.Purse) (askcloth.Reach, problem.List) {
			return askcloth.Backwards(d, in.Body.Is.Supplies, purse)
		})
}

func (s *Server) cliffs(ctx context.Context, in *struct{ Body Draft }) (*body[[]askcloth.Cliff], error) {
	return about(ctx, s.searches, in.Body, askcloth.Cliffs)
}
