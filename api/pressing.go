package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"vicis/core/ask"
	"vicis/core/document"
	"vicis/core/naming"
	"vicis/core/problem"
)

// Questions about the pressing that are asked now and then, of a document stored or not.

func (s *Server) registerPressing(a huma.API, op describe) {
	huma.Register(a, draft(op(http.MethodPost, "/api/remedies", "remedies",
		"What stands against crossings that do not nest, and what can be done, each with its price")), s.remedies)
	huma.Register(a, draft(op(http.MethodPost, "/api/seam", "seam",
		"Why a seam goes the way it does, and what it would cost if it went another")), s.seam)
	huma.Register(a, draft(op(http.MethodPost, "/api/arrangements", "arrangements",
		"Every distinct way to turn the blocks of a quilt, with its clashes and leftovers")), s.arrangements)
}

// about answers a question about one document, in its turn.
func about[T any](ctx context.Context, t turns, in Draft, ask func(document.Document) (T, problem.List)) (*body[T], error) {
	d, err := in.sound()
	if err != nil {
		return nil, err
	}
	end, err := t.take(ctx)
	if err != nil {
		return nil, err
	}
	defer end()
	answer, problems := ask(d)
	if problems.Stopped() {
		return nil, refuse(problems)
	}
	return &body[T]{answer}, nil
}

func (s *Server) remedies(ctx context.Context, in *struct{ Body Draft }) (*body[ask.Remedies], error) {
	return about(ctx, s.searches, in.Body, ask.RemediesFor)
}

// seamIn is a document and one of its seams.
type seamIn struct {
	Document Draft       `json:"document"`
	Seam     naming.Seam `json:"seam"`
}

// UnmarshalJSON refuses what is not known here.
func (b *seamIn) UnmarshalJSON(data []byte) error {
	type plain seamIn
	return strictly(data, (*plain)(b))
}

func (s *Server) seam(ctx context.Context, in *struct{ Body seamIn }) (*body[ask.Asked], error) {
	return about(ctx, s.searches, in.Body.Document, func(d document.Document) (ask.Asked, problem.List) {
		return ask.AboutSeam(d, in.Body.Seam)
	})
}

func (s *Server) arrangements(ctx context.Context, in *struct{ Body Draft }) (*body[[]ask.Arrangement], error) {
	return about(ctx, s.searches, in.Body, ask.Arrangements)
}
